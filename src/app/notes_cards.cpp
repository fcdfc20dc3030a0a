// The findings at the right: a card each, with the remedies that cure it.
#include "app/notes.h"

#include "app/text_label.h"
#include "app/theme.h"
#include "app/words.h"

#include <QEvent>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <utility>

namespace owl {
namespace {

/// The coloured edge of a finding.
class Card : public QFrame {
  public:
    Card(const QColor& edge, QWidget* parent) : QFrame(parent), edge_(edge) { setObjectName("card"); }

  protected:
    void paintEvent(QPaintEvent* e) override {
        QFrame::paintEvent(e);
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(Qt::NoPen);
        p.setBrush(edge_);
        p.drawRoundedRect(QRectF(0, 0, 4, height()), 2, 2);
    }

  private:
    QColor edge_;
};

} // namespace

bool sameFindings(const std::vector<Finding>& a, const std::vector<Finding>& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(), [](const Finding& x, const Finding& y) {
        const bool remedies =
            std::equal(x.remedies.begin(), x.remedies.end(), y.remedies.begin(), y.remedies.end(),
                       [](const Remedy& p, const Remedy& q) {
                           return p.name == q.name && p.changes == q.changes && p.brings == q.brings;
                       });
        return remedies && x.id == y.id && x.severity == y.severity && x.title == y.title &&
               x.text == y.text && x.working.formula == y.working.formula;
    });
}

void Notes::tryRemedies() {
    if (!onTry)
        return;
    std::vector<Finding> tried = offered_;
    for (auto& f : tried)
        if (!f.remedies.empty())
            f.remedies = onTry(f);
    if (sameFindings(tried, findings_))
        return;
    findings_ = std::move(tried);
    if (blocking_)
        fillFindings();
}

void Notes::fillFindings() {
    for (auto* layout : {blocking_, others_})
        while (QLayoutItem* item = layout->takeAt(0)) {
            if (QWidget* w = item->widget()) {
                w->hide();
                w->deleteLater(); // it may be the very button that was pressed
            }
            delete item;
        }
    bool headed = false;
    for (std::size_t i = 0; i < findings_.size(); ++i) {
        const bool blocks = findings_[i].severity == Severity::blocks;
        if (!blocks && !std::exchange(headed, true)) {
            auto* h = new TextLabel(tr("Owl notes"));
            h->setObjectName("heading");
            others_->addWidget(h);
        }
        addFinding(blocks ? blocking_ : others_, i);
    }
    repaintSoon();
}

void Notes::addFinding(QVBoxLayout* into, std::size_t index) {
    const Finding& f = findings_[index];
    const Theme& t = currentTheme();
    const QColor edge = f.severity == Severity::blocks  ? t.fails
                        : f.severity == Severity::warns ? t.accent
                        : f.id == "good_height"         ? t.holds
                                                        : t.info;
    auto* card = new Card(edge, nullptr);
    card->setAccessibleName(words(f.title));
    auto* column = new QVBoxLayout(card);
    column->setContentsMargins(13, 8, 10, 9);
    column->setSpacing(4);
    auto* title = new TextLabel(words(f.title));
    title->setObjectName("cardTitle");
    title->setWordWrap(true);
    column->addWidget(title);
    auto* text = new TextLabel(words(f.text));
    text->setObjectName("cardText");
    text->setWordWrap(true);
    column->addWidget(text);
    for (std::size_t r = 0; r < f.remedies.size(); ++r) {
        const Remedy& remedy = f.remedies[r];
        auto* b = new QPushButton(plainCaption(words(remedy.name)));
        b->setObjectName("remedy:" + words(f.id) + ":" + words(f.remedies[r].name));
        b->setCursor(Qt::PointingHandCursor);
        b->installEventFilter(this);
        b->setProperty("finding", static_cast<int>(index));
        b->setProperty("remedy", static_cast<int>(r));
        connect(b, &QPushButton::clicked, this, [this, index, r] {
            if (onHover)
                onHover(nullptr);
            if (onRemedy && index < findings_.size() && r < findings_[index].remedies.size())
                onRemedy(findings_[index].remedies[r].edit());
        });
        // A long name has the row to itself, and what it brings goes below; a very long one is cut short.
        constexpr int cardWide = 232; // px inside the card of the narrowest panel
        constexpr int bringsWide = 80;
        if (b->sizeHint().width() > cardWide) {
            b->setToolTip(plainTip(words(remedy.name)));
            const int frame = b->sizeHint().width() - b->fontMetrics().horizontalAdvance(b->text());
            b->setText(plainCaption(
                b->fontMetrics().elidedText(words(remedy.name), Qt::ElideRight, cardWide - frame)));
        }
        const bool below = b->sizeHint().width() > cardWide - bringsWide;
        auto* row = new QHBoxLayout;
        row->addWidget(b);
        QLabel* brings = nullptr;
        if (!remedy.brings.empty()) {
            brings = new TextLabel(words(remedy.brings));
            brings->setObjectName("help");
            brings->setWordWrap(true);
        }
        if (brings && !below)
            row->addWidget(brings, 1);
        else
            row->addStretch(1);
        column->addLayout(row);
        if (brings && below)
            column->addWidget(brings);
    }
    if (!f.working.formula.empty()) {
        auto* w = new QPushButton(tr("Show the working"));
        w->setObjectName("link");
        connect(w, &QPushButton::clicked, this, [this, index, w] {
            if (onWorking && index < findings_.size())
                onWorking(findings_[index].working, w->mapToGlobal(QPoint(0, w->height())));
        });
        column->addWidget(w);
    }
    into->addWidget(card);
}

bool Notes::eventFilter(QObject* o, QEvent* e) {
    const bool in = e->type() == QEvent::Enter || e->type() == QEvent::FocusIn;
    const bool out = e->type() == QEvent::Leave || e->type() == QEvent::FocusOut;
    if ((in || out) && onHover) {
        const auto f = static_cast<std::size_t>(o->property("finding").toInt());
        const auto r = static_cast<std::size_t>(o->property("remedy").toInt());
        if (f < findings_.size() && r < findings_[f].remedies.size()) {
            const Edit edit = findings_[f].remedies[r].edit();
            onHover(in ? &edit : nullptr);
        }
    }
    return QScrollArea::eventFilter(o, e);
}

} // namespace owl
