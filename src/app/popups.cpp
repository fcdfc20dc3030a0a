#include "app/popups.h"

#include "app/type_line.h"

#include "app/text_label.h"
#include "app/theme.h"
#include "app/words.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>

namespace owl {

WorkingCard::WorkingCard(QWidget* parent) : QFrame(parent, Qt::Popup) {
    setObjectName("popup");
    setAccessibleName(tr("Working"));
    setFixedWidth(430);
}

void WorkingCard::show(const QString& title, const Working& w, const QPoint& globalPos) {
    delete layout();
    qDeleteAll(findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(16, 12, 16, 14);
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(4);
    int row = 0;
    text_.clear();
    const auto line = [&](const QString& s, const char* kind) {
        auto* l = new TextLabel(s);
        l->setObjectName(kind);
        l->setWordWrap(true);
        grid->addWidget(l, row++, 0, 1, 2);
        text_ += s + "\n";
        return l;
    };
    if (!title.isEmpty())
        line(title, "cardTitle");
    line(words(w.formula), "formula")->setFont(uiFont(13));
    for (const auto& [name, value] : w.values) {
        auto* a = new TextLabel(words(name));
        a->setObjectName("cardText");
        a->setWordWrap(true);
        auto* b = new TextLabel(words(value));
        b->setWordWrap(true);
        grid->addWidget(a, row, 0);
        grid->addWidget(b, row++, 1);
        text_ += words(name) + " = " + words(value) + "\n";
    }
    line(words(w.result), "cardTitle");
    for (const auto& a : w.assumed)
        line(tr("Assumed: %1").arg(words(a)), "cardText");
    line(tr("Source: %1").arg(words(w.source)), "help");
    adjustSize();
    const QRect room = parentWidget()->geometry();
    const QPoint low = parentWidget()->mapToGlobal(QPoint(8, 8));
    const QPoint high = parentWidget()->mapToGlobal(
        QPoint(room.width() - width() - 8, room.height() - sizeHint().height() - 8));
    move(std::clamp(globalPos.x(), low.x(), std::max(low.x(), high.x())),
         std::clamp(globalPos.y(), low.y(), std::max(low.y(), high.y())));
    QFrame::show();
    setFocus();
}

Finder::Finder(QWidget* parent) : QFrame(parent), input_(new TypeLine), list_(new QListWidget) {
    setObjectName("popup");
    setAccessibleName(tr("Find anything"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(12, 12, 12, 10);
    input_->setPlaceholderText(tr("What do you want to do?"));
    input_->setObjectName("finderInput");
    list_->setObjectName("finderList");
    list_->setFocusPolicy(Qt::NoFocus);
    column->addWidget(input_);
    column->addWidget(list_);
    input_->installEventFilter(this);
    connect(input_, &QLineEdit::textChanged, this, [this] { filter(); });
    connect(list_, &QListWidget::itemClicked, this, [this] { run(); });
    hide();
}

void Finder::open(std::vector<Entry> entries) {
    entries_ = std::move(entries);
    input_->clear();
    filter();
    resize(460, 330);
    move((parentWidget()->width() - width()) / 2, 90);
    QFrame::show();
    raise();
    input_->setFocus();
}

void Finder::filter() {
    list_->clear();
    shown_.clear();
    const QStringList parts = input_->text().split(' ', Qt::SkipEmptyParts);
    for (std::size_t i = 0; i < entries_.size(); ++i) {
        const QString all = entries_[i].label + " " + entries_[i].hint;
        if (std::all_of(parts.begin(), parts.end(),
                        [&](const QString& p) { return all.contains(p, Qt::CaseInsensitive); })) {
            list_->addItem(entries_[i].label + (entries_[i].hint.isEmpty() ? "" : "    " + entries_[i].hint));
            shown_.push_back(i);
        }
    }
    if (shown_.empty())
        list_->addItem(tr("Nothing by that name."));
    list_->setCurrentRow(0);
}

void Finder::run() {
    const int row = list_->currentRow();
    if (row < 0 || row >= static_cast<int>(shown_.size()))
        return;
    const auto chosen = entries_[shown_[static_cast<std::size_t>(row)]].run;
    hide();
    if (chosen)
        chosen();
}

bool Finder::eventFilter(QObject* o, QEvent* e) {
    if (o == input_ && e->type() == QEvent::KeyPress) {
        switch (static_cast<QKeyEvent*>(e)->key()) {
        case Qt::Key_Escape:
            hide();
            parentWidget()->setFocus();
            return true;
        case Qt::Key_Down:
            list_->setCurrentRow(std::min(list_->currentRow() + 1, list_->count() - 1));
            return true;
        case Qt::Key_Up:
            list_->setCurrentRow(std::max(list_->currentRow() - 1, 0));
            return true;
        case Qt::Key_Return:
        case Qt::Key_Enter:
            run();
            return true;
        default:
            break;
        }
    }
    if (o == input_ && e->type() == QEvent::FocusOut)
        hide();
    return QFrame::eventFilter(o, e);
}

} // namespace owl
