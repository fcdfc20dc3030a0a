#include "app/notes.h"

#include "app/theme.h"

#include <QCheckBox>
#include <QComboBox>
#include <QEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QScrollBar>
#include <QTimer>
#include <QVBoxLayout>

namespace owl {
namespace {

QString words(const std::string& s) {
    return QString::fromStdString(s);
}

/// A wheel over a closed box must scroll the panel, not change the choice.
class QuietCombo : public QComboBox {
  public:
    using QComboBox::QComboBox;

  protected:
    void wheelEvent(QWheelEvent* e) override { e->ignore(); }
};

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

Notes::Notes(QWidget* parent) : QScrollArea(parent) {
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setObjectName("notes");
    setAccessibleName(tr("Inputs and notes"));
    setFocusPolicy(Qt::NoFocus);
}

void Notes::show(const std::vector<Field>& fields, const std::vector<Finding>& findings, const QString& piece,
                 const QString& wall) {
    showing_ = true;
    const int scroll = verticalScrollBar()->value();
    QString focused;
    if (QWidget* w = focusWidget(); w && w->hasFocus())
        focused = w->objectName();
    fields_ = fields;
    findings_.clear();
    for (const auto& f : findings)
        if (f.piece.empty() ? f.wall.empty() || words(f.wall) == wall : words(f.piece) == piece)
            findings_.push_back(f);

    auto* body = new QWidget;
    body->setObjectName("notesBody");
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(14, 6, 12, 12);
    column->setSpacing(4);
    // What blocks comes before the inputs: it is what one wants to see first. The rest follows them.
    std::size_t i = 0;
    for (; i < findings_.size() && findings_[i].severity == Severity::blocks; ++i)
        addFinding(column, findings_[i]);
    groups_.clear();
    for (const auto& f : fields_) {
        if (f.kind == FieldKind::heading)
            addGroup(column, words(f.label), groups_.empty());
        else if (groups_.empty())
            addField(column, f);
        else
            groups_.back().fields.push_back(f);
    }
    for (auto& g : groups_)
        if (!g.box->isHidden())
            build(g);
    if (i < findings_.size()) {
        auto* h = new QLabel(tr("Owl notes"), body);
        h->setObjectName("heading");
        column->addSpacing(6);
        column->addWidget(h);
    }
    for (; i < findings_.size(); ++i)
        addFinding(column, findings_[i]);
    column->addStretch(1);
    setWidget(body);
    verticalScrollBar()->setValue(scroll);
    QTimer::singleShot(0, this, [this, scroll, guard = QPointer<QWidget>(body)] {
        if (guard)
            verticalScrollBar()->setValue(scroll);
    });
    showing_ = false;
    if (!focused.isEmpty())
        focusField(focused.mid(6));
}

/// A heading that opens and closes what belongs to it.
std::size_t Notes::addGroup(QVBoxLayout* into, const QString& heading, bool first) {
    auto* head = new QPushButton;
    head->setObjectName("group");
    head->setCursor(Qt::PointingHandCursor);
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 4);
    column->setSpacing(4);
    const std::size_t index = groups_.size();
    const auto set = [head, box, heading](bool open) {
        box->setVisible(open);
        head->setText((open ? QString("▾ ") : QString("▸ ")) + heading);
        head->setAccessibleName(heading + (open ? tr(", open") : tr(", closed")));
    };
    const auto known = open_.find(heading);
    set(known == open_.end() ? first : known->second);
    connect(head, &QPushButton::clicked, this, [this, set, box, heading, index] {
        open_[heading] = box->isHidden();
        if (open_[heading])
            build(groups_[index]);
        set(open_[heading]);
    });
    box->setProperty("group", heading);
    into->addWidget(head);
    into->addWidget(box);
    groups_.push_back({heading, box, column, {}, false});
    return index;
}

void Notes::build(Group& group) {
    if (group.built)
        return;
    group.built = true;
    for (const auto& f : group.fields)
        addField(group.column, f);
}

QWidget* Notes::inputOf(const QString& id) {
    if (!widget())
        return nullptr;
    for (auto& g : groups_)
        for (const auto& f : g.fields)
            if (words(f.id) == id)
                build(g);
    return widget()->findChild<QWidget*>("field:" + id);
}

bool Notes::focusField(const QString& id) {
    QWidget* w = inputOf(id);
    if (!w)
        return false;
    QWidget* box = w->parentWidget();
    if (const QString group = box->property("group").toString(); !group.isEmpty() && box->isHidden()) {
        open_[group] = true;
        box->setVisible(true);
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
        connect(box, &QComboBox::activated, this, [this, box, field](int) {
            if (onTyped)
                onTyped(field, box->currentData().toString());
        });
        return box;
    }
    auto* edit = new QLineEdit(words(field.value));
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, field] { type(edit, field); });
    return edit;
}

void Notes::type(QLineEdit* edit, const Field& field) {
    if (showing_ || edit->text() == words(field.value)) {
        edit->setProperty("wrong", false);
        return;
    }
    if (!onTyped)
        return;
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
        connect(b, &QPushButton::clicked, this, [this, field] {
            if (onTyped)
                onTyped(field, {});
        });
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
        box->setToolTip(words(field.help));
        connect(box, &QCheckBox::toggled, this, [this, field](bool on) {
            if (onTyped && !showing_)
                onTyped(field, on ? "yes" : "no");
        });
        into->addWidget(box);
        return;
    }
    auto* row = new QHBoxLayout;
    auto* label = new QLabel(words(field.label));
    label->setObjectName("fieldLabel");
    label->setFixedWidth(112);
    label->setWordWrap(true);
    QWidget* input = makeInput(field);
    input->setObjectName(name);
    input->setAccessibleName(words(field.label));
    input->setToolTip(words(field.help));
    label->setBuddy(input);
    row->addWidget(label);
    row->addWidget(input, 1);
    into->addLayout(row);
    auto* wrong = new QLabel;
    wrong->setObjectName("wrong:" + words(field.id));
    wrong->setStyleSheet(QString("color:%1;font-size:11px").arg(currentTheme().fails.name()));
    wrong->setWordWrap(true);
    wrong->hide();
    into->addWidget(wrong);
    if (!field.help.empty() && field.help.size() < 64 && field.kind == FieldKind::text) {
        auto* help = new QLabel(words(field.help));
        help->setObjectName("help");
        help->setWordWrap(true);
        into->addWidget(help);
    }
}

void Notes::addFinding(QVBoxLayout* into, const Finding& f) {
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
    auto* title = new QLabel(words(f.title));
    title->setObjectName("cardTitle");
    title->setWordWrap(true);
    column->addWidget(title);
    auto* text = new QLabel(words(f.text));
    text->setObjectName("cardText");
    text->setWordWrap(true);
    column->addWidget(text);
    for (const auto& remedy : f.remedies) {
        auto* b = new QPushButton(words(remedy.name));
        b->setObjectName("remedy:" + words(f.id) + ":" + words(remedy.name));
        b->setCursor(Qt::PointingHandCursor);
        b->installEventFilter(this);
        b->setProperty("finding", static_cast<int>(&f - findings_.data()));
        b->setProperty("remedy", static_cast<int>(&remedy - f.remedies.data()));
        connect(b, &QPushButton::clicked, this, [this, remedy] {
            if (onHover)
                onHover(nullptr);
            if (onRemedy)
                onRemedy(remedy);
        });
        auto* row = new QHBoxLayout;
        row->addWidget(b);
        row->addStretch(1);
        column->addLayout(row);
    }
    if (!f.working.formula.empty()) {
        auto* w = new QPushButton(tr("Show the working"));
        w->setObjectName("link");
        connect(w, &QPushButton::clicked, this, [this, working = f.working, w] {
            if (onWorking)
                onWorking(working, w->mapToGlobal(QPoint(0, w->height())));
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
        if (f < findings_.size() && r < findings_[f].remedies.size())
            onHover(in ? &findings_[f].remedies[r] : nullptr);
    }
    return QScrollArea::eventFilter(o, e);
}

} // namespace owl
