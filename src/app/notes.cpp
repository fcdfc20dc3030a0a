#include "app/notes.h"

#include "app/edge_sketch.h"
#include "app/folding_button.h"
#include "app/quiet_combo.h"
#include "app/type_line.h"
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

/// The same inputs in the same order; only what they hold may differ.
bool sameInputs(const std::vector<Field>& a, const std::vector<Field>& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(), [](const Field& x, const Field& y) {
        return x.id == y.id && x.label == y.label && x.kind == y.kind && x.choices == y.choices &&
               x.help == y.help;
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

/// A heading that opens and closes what belongs to it.
void Notes::addGroup(QVBoxLayout* into, const QString& heading, bool first) {
    auto* head = new FoldingButton;
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
    group.head->setCaption((open ? QString("▾ ") : QString("▸ ")) + group.heading);
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
    auto* edit = new TypeLine(words(field.value));
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, id = field.id] { type(edit, id, false); });
    connect(edit, &QLineEdit::textEdited, this, [this, id = field.id](const QString& text) {
        if (const Field* f = fieldOf(id); f && onTyping)
            onTyping(text == words(f->value) ? nullptr : f, text);
    });
    return edit;
}

std::optional<QString> Notes::type(QLineEdit* edit, const std::string& id, bool now) {
    const Field* known = fieldOf(id);
    if (showing_ || !known || edit->text() == words(known->value)) {
        edit->setProperty("wrong", false);
        if (known && !showing_ && onTyping)
            onTyping(nullptr, {});
        return std::nullopt;
    }
    const auto& take = now ? onSettled : onTyped;
    if (!take)
        return std::nullopt;
    const Field field = *known;
    const QString text = edit->text();
    QPointer<QLineEdit> guard(edit);
    edit->setModified(false); // what is taken comes back as the program writes it
    const auto problem = take(field, text);
    if (!guard)
        return problem; // the panel was rebuilt: the answer was taken
    if (problem)
        edit->setModified(true);
    auto* wrong = edit->parentWidget()->findChild<QLabel*>("wrong:" + words(field.id));
    edit->setProperty("wrong", problem.has_value());
    edit->setStyleSheet(edit->styleSheet());
    if (wrong) {
        wrong->setText(problem.value_or(QString()));
        wrong->setVisible(problem.has_value());
    }
    return problem;
}

std::optional<QString> Notes::settle() {
    auto* edit = qobject_cast<QLineEdit*>(focusWidget());
    if (!edit || !edit->isModified() || !edit->objectName().startsWith("field:"))
        return std::nullopt;
    return type(edit, edit->objectName().mid(6).toStdString(), true);
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

} // namespace owl
