#include "app/notes.h"

#include "app/edge_sketch.h"
#include "app/quiet_combo.h"
#include "app/words.h"
#include "piece/edges.h"

#include "app/text_label.h"
#include "app/theme.h"

#include <QCheckBox>
#include <QComboBox>
#include <QEvent>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QScrollBar>
#include <QTimer>
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

namespace {

/// The same inputs in the same order; only what they hold may differ.
bool sameInputs(const std::vector<Field>& a, const std::vector<Field>& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(), [](const Field& x, const Field& y) {
        return x.id == y.id && x.label == y.label && x.kind == y.kind && x.choices == y.choices &&
               x.help == y.help;
    });
}

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

} // namespace

Notes::Notes(QWidget* parent) : QScrollArea(parent) {
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setObjectName("notes");
    setAccessibleName(tr("Inputs and notes"));
    setFocusPolicy(Qt::NoFocus);
    tries_.setSingleShot(true);
    tries_.setInterval(60);
    connect(&tries_, &QTimer::timeout, this, &Notes::tryRemedies);
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

void Notes::show(const std::vector<Field>& fields, const std::vector<Finding>& findings, const QString& piece,
                 const QString& wall) {
    std::vector<Finding> mine;
    for (const auto& f : findings)
        if (f.piece.empty() ? f.wall.empty() || words(f.wall) == wall : words(f.piece) == piece)
            mine.push_back(f);
    showing_ = true;
    const bool keep = widget() && sameInputs(fields, fields_);
    const bool sameNotes = keep && sameFindings(mine, offered_);
    fields_ = fields;
    offered_ = std::move(mine);
    if (!sameNotes) {
        findings_ = offered_;
        if (onTry)
            for (auto& f : findings_)
                f.remedies.clear();
    }
    tries_.start();
    if (!keep) {
        buildAll();
    } else {
        refill();
        if (!sameNotes)
            fillFindings();
    }
    showing_ = false;
}

void Notes::buildAll() {
    const int scroll = verticalScrollBar()->value();
    QString focused;
    if (QWidget* w = focusWidget(); w && w->hasFocus())
        focused = w->objectName();
    auto* body = new QWidget;
    body->setObjectName("notesBody");
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(14, 6, 12, 12);
    column->setSpacing(4);
    // What blocks comes first, then the inputs of what is in hand, then the other notes, then all further
    // inputs.
    const auto findingsBox = [&] {
        auto* box = new QWidget;
        auto* inner = new QVBoxLayout(box);
        inner->setContentsMargins(0, 0, 0, 0);
        inner->setSpacing(4);
        column->addWidget(box);
        return inner;
    };
    blocking_ = findingsBox();
    others_ = nullptr;
    groups_.clear();
    for (const auto& f : fields_) {
        if (f.kind == FieldKind::heading) {
            if (groups_.size() == 1)
                others_ = findingsBox();
            addGroup(column, words(f.label), groups_.empty());
        } else if (groups_.empty()) {
            addField(column, f);
        } else {
            groups_.back().ids.push_back(f.id);
        }
    }
    if (!others_)
        others_ = findingsBox();
    for (auto& g : groups_)
        if (!g.box->isHidden())
            build(g);
    column->addStretch(1);
    fillFindings();
    setWidget(body);
    verticalScrollBar()->setValue(scroll);
    QTimer::singleShot(0, this, [this, scroll, guard = QPointer<QWidget>(body)] {
        if (guard)
            verticalScrollBar()->setValue(scroll);
    });
    if (!focused.isEmpty())
        focusField(focused.mid(6));
}

/// New values into the inputs that are there; what is being typed stays.
void Notes::refill() {
    for (const auto& f : fields_) {
        QWidget* w = f.id.empty() ? nullptr : widget()->findChild<QWidget*>("field:" + words(f.id));
        if (auto* edit = qobject_cast<QLineEdit*>(w)) {
            if (!(edit->hasFocus() && edit->isModified()))
                edit->setText(words(f.value));
        } else if (auto* box = qobject_cast<QComboBox*>(w)) {
            box->setCurrentIndex(std::max(0, box->findData(words(f.value))));
        } else if (auto* check = qobject_cast<QCheckBox*>(w)) {
            check->setChecked(f.value == "yes");
        }
    }
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

/// A heading that opens and closes what belongs to it.
void Notes::addGroup(QVBoxLayout* into, const QString& heading, bool first) {
    auto* head = new QPushButton;
    head->setObjectName("group");
    head->setCursor(Qt::PointingHandCursor);
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 4);
    column->setSpacing(4);
    const std::size_t index = groups_.size();
    groups_.push_back({heading, head, box, column, {}, false});
    const auto known = open_.find(heading);
    setOpen(groups_.back(), known == open_.end() ? first : known->second);
    connect(head, &QPushButton::clicked, this, [this, box, heading, index] {
        open_[heading] = box->isHidden();
        if (open_[heading])
            build(groups_[index]);
        setOpen(groups_[index], open_[heading]);
    });
    box->setProperty("group", heading);
    into->addWidget(head);
    into->addWidget(box);
}

void Notes::setOpen(Group& group, bool open) {
    group.box->setVisible(open);
    group.head->setText((open ? QString("▾ ") : QString("▸ ")) + group.heading);
    group.head->setAccessibleName(group.heading + (open ? tr(", open") : tr(", closed")));
}

/// On a real screen rows that move while others come and go are not all painted anew by themselves.
void Notes::repaintSoon() {
    QTimer::singleShot(0, this, [this] {
        if (widget())
            widget()->update();
    });
}

void Notes::build(Group& group) {
    if (group.built)
        return;
    group.built = true;
    for (const auto& id : group.ids)
        if (const Field* f = fieldOf(id))
            addField(group.column, *f);
}

const Field* Notes::fieldOf(const std::string& id) const {
    const auto it = std::find_if(fields_.begin(), fields_.end(), [&](const Field& f) { return f.id == id; });
    return it == fields_.end() ? nullptr : &*it;
}

void Notes::answer(const std::string& id, const QString& typed) {
    if (const Field* f = fieldOf(id); f && onTyped && !showing_)
        onTyped(Field(*f), typed);
}

QWidget* Notes::inputOf(const QString& id) {
    if (!widget())
        return nullptr;
    for (auto& g : groups_)
        if (std::find(g.ids.begin(), g.ids.end(), id.toStdString()) != g.ids.end())
            build(g);
    return widget()->findChild<QWidget*>("field:" + id);
}

bool Notes::focusField(const QString& id) {
    QWidget* w = inputOf(id);
    if (!w)
        return false;
    QWidget* box = w->parentWidget();
    if (const QString group = box->property("group").toString(); !group.isEmpty() && box->isHidden())
        for (auto& g : groups_)
            if (g.box == box) {
                open_[group] = true;
                setOpen(g, true);
            }
    w->setFocus();
    ensureWidgetVisible(w);
    return true;
}

QWidget* Notes::makeInput(const Field& field) {
    if (field.kind == FieldKind::choice) {
        auto* box = new QuietCombo;
        for (const auto& [id, label] : field.choices)
            box->addItem(words(label), words(id));
        box->setCurrentIndex(std::max(0, box->findData(words(field.value))));
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(8);
        connect(box, &QComboBox::activated, this,
                [this, box, id = field.id](int) { answer(id, box->currentData().toString()); });
        return box;
    }
    auto* edit = new QLineEdit(words(field.value));
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, id = field.id] { type(edit, id); });
    return edit;
}

void Notes::type(QLineEdit* edit, const std::string& id) {
    const Field* known = fieldOf(id);
    if (showing_ || !known || edit->text() == words(known->value)) {
        edit->setProperty("wrong", false);
        return;
    }
    if (!onTyped)
        return;
    const Field field = *known;
    QPointer<QLineEdit> guard(edit);
    const auto problem = onTyped(field, edit->text());
    if (!guard)
        return; // the panel was rebuilt: the answer was taken
    auto* wrong = edit->parentWidget()->findChild<QLabel*>("wrong:" + words(field.id));
    edit->setProperty("wrong", problem.has_value());
    edit->setStyleSheet(edit->styleSheet());
    if (wrong) {
        wrong->setText(problem.value_or(QString()));
        wrong->setVisible(problem.has_value());
    }
}

void Notes::addField(QVBoxLayout* into, const Field& field) {
    const QString name = "field:" + words(field.id);
    if (field.kind == FieldKind::action || field.kind == FieldKind::file) {
        auto* b = new QPushButton(words(field.label));
        b->setObjectName(name);
        b->setCursor(Qt::PointingHandCursor);
        b->setProperty("class", "plain");
        connect(b, &QPushButton::clicked, this, [this, id = field.id] { answer(id, {}); });
        auto* row = new QHBoxLayout;
        row->addWidget(b);
        row->addStretch(1);
        into->addLayout(row);
        return;
    }
    if (field.kind == FieldKind::flag) {
        auto* box = new QCheckBox(words(field.label));
        box->setObjectName(name);
        box->setChecked(field.value == "yes");
        box->setToolTip(plainTip(words(field.help)));
        connect(box, &QCheckBox::toggled, this,
                [this, id = field.id](bool on) { answer(id, on ? "yes" : "no"); });
        into->addWidget(box);
        return;
    }
    auto* row = new QHBoxLayout;
    auto* label = new TextLabel(words(field.label));
    label->setObjectName("fieldLabel");
    label->setFixedWidth(112);
    label->setWordWrap(true);
    QWidget* input = makeInput(field);
    input->setObjectName(name);
    input->setAccessibleName(words(field.label));
    input->setToolTip(plainTip(words(field.help)));
    label->setBuddy(input);
    row->addWidget(label);
    row->addWidget(input, 1);
    into->addLayout(row);
    auto* wrong = new TextLabel;
    wrong->setObjectName("wrong:" + words(field.id));
    wrong->setStyleSheet(QString("color:%1;font-size:11px").arg(currentTheme().fails.name()));
    wrong->setWordWrap(true);
    wrong->hide();
    into->addWidget(wrong);
    if (field.kind == FieldKind::edge && field.extentLong > Length()) {
        auto* sketch = new EdgeSketch(field.extentLong, field.extentDeep,
                                      readingsOf(field.value).value_or(std::vector<std::array<double, 2>>()));
        sketch->setObjectName("sketch:" + words(field.id));
        sketch->onDrawn = [this, id = field.id](const QString& text) { answer(id, text); };
        into->addWidget(sketch);
    }
    if (!field.help.empty() && field.help.size() < 64 && field.kind == FieldKind::text) {
        auto* help = new TextLabel(words(field.help));
        help->setObjectName("help");
        help->setWordWrap(true);
        into->addWidget(help);
    }
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
