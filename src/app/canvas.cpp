#include "app/canvas.h"

#include "app/text_label.h"
#include "app/type_line.h"

#include <QApplication>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QToolTip>
#include <algorithm>
#include <set>

namespace owl {
namespace {
constexpr int titleHeight = 20;
}

Canvas::Canvas(QWidget* parent)
    : QWidget(parent), editor_(new TypeLine(this)), wrong_(new TextLabel({}, this)) {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setObjectName("canvas");
    setMinimumSize(240, 290);
    editor_->hide();
    editor_->setObjectName("dimensionEditor");
    editor_->setAccessibleName(tr("Dimension"));
    editor_->installEventFilter(this);
    connect(editor_, &QLineEdit::textEdited, this, [this](const QString& text) {
        if (onTyping)
            onTyping(editing_, text);
    });
    wrong_->hide();
    wrong_->setObjectName("wrong");
    wrong_->setWordWrap(true);
    wrong_->setAutoFillBackground(true);
}

void Canvas::show(std::vector<Panel> panels) {
    panels_ = std::move(panels);
    setAccessibleDescription(description());
    if (!editing_.isEmpty() && fieldRect(editing_).isNull())
        closeEditor();
    update();
}

QString Canvas::description() const {
    QStringList words;
    std::set<std::string> said;
    for (const auto& p : panels_) {
        if (!p.title.isEmpty())
            words << p.title;
        for (const auto& s : p.drawing.shapes) {
            const std::string& w = !s.tip.empty() ? s.tip : s.text;
            if (!w.empty() && said.insert(w).second)
                words << QString::fromStdString(w);
        }
    }
    return words.join(", ");
}

QRectF Canvas::panelRect(const Panel& p) const {
    const QRectF all = QRectF(rect()).adjusted(0, 0, 0, 0);
    QRectF r(all.left() + p.share.left() * all.width(), all.top() + p.share.top() * all.height(),
             p.share.width() * all.width(), p.share.height() * all.height());
    r.adjust(p.share.left() > 0 ? 6 : 0, p.share.top() > 0 ? 6 : 0, p.share.right() < 0.999 ? -6 : 0,
             p.share.bottom() < 0.999 ? -6 : 0);
    if (!p.title.isEmpty())
        r.setTop(r.top() + titleHeight);
    return r;
}

Fit Canvas::fitOf(std::size_t panel) const {
    return fitInto(panels_[panel].drawing, panelRect(panels_[panel]));
}

std::vector<Canvas::PanelHits> Canvas::measure() const {
    // Painting into nothing gives the areas: one loop decides where things are.
    static QImage none(8, 8, QImage::Format_ARGB32_Premultiplied);
    std::vector<PanelHits> out;
    for (const auto& p : panels_) {
        PanelHits h;
        h.area = panelRect(p);
        QPainter painter(&none);
        paintDrawing(painter, p.drawing, h.area, currentTheme(), &h.hits);
        out.push_back(std::move(h));
    }
    return out;
}

std::optional<std::pair<std::size_t, HitArea>> Canvas::at(QPointF point) const {
    const auto panels = measure();
    for (std::size_t i = panels.size(); i-- > 0;) {
        // Numbers win over what they stand on, things that can be taken hold of over what only tells its
        // name.
        const auto first = [&](auto answers) -> std::optional<std::pair<std::size_t, HitArea>> {
            for (std::size_t k = panels[i].hits.size(); k-- > 0;) {
                const HitArea& h = panels[i].hits[k];
                if (answers(h, shapeOf(i, h)) && h.area.containsPoint(point, Qt::OddEvenFill))
                    return std::pair(i, h);
            }
            return std::nullopt;
        };
        if (auto h = first([](const HitArea& a, const Shape& s) { return a.label && !s.field.empty(); }))
            return h;
        if (auto h = first(
                [](const HitArea& a, const Shape& s) { return !a.label && !s.id.empty() && s.id != "wall"; }))
            return h;
        if (auto h = first([](const HitArea& a, const Shape& s) {
                return !a.label && (!s.id.empty() || !s.tip.empty());
            }))
            return h;
    }
    return std::nullopt;
}

std::vector<std::pair<QRectF, Label>> Canvas::labels() const {
    std::vector<std::pair<QRectF, Label>> out;
    for (std::size_t i = 0; i < panels_.size(); ++i) {
        const QRectF area = panelRect(panels_[i]);
        for (auto& l : placeLabels(panels_[i].drawing, fitOf(i), area, 1))
            if (l)
                out.emplace_back(area, std::move(*l));
    }
    return out;
}

QRect Canvas::fieldRect(const QString& field) const {
    const auto panels = measure();
    for (std::size_t i = 0; i < panels.size(); ++i)
        for (const auto& h : panels[i].hits)
            if (h.label && QString::fromStdString(shapeOf(i, h).field) == field)
                return h.area.boundingRect().toAlignedRect();
    return {};
}

QRect Canvas::shapeRect(const QString& id) const {
    const auto panels = measure();
    for (std::size_t i = 0; i < panels.size(); ++i)
        for (const auto& h : panels[i].hits)
            if (!h.label && QString::fromStdString(shapeOf(i, h).id) == id)
                return h.area.boundingRect().toAlignedRect();
    return {};
}

QStringList Canvas::fields() const {
    QStringList out;
    for (const auto& p : panels_)
        for (const auto& s : p.drawing.shapes)
            if (const QString f = QString::fromStdString(s.field); !f.isEmpty() && !out.contains(f))
                out << f;
    return out;
}

bool Canvas::editField(const QString& field) {
    const QRect r = fieldRect(field);
    if (r.isNull())
        return false;
    editing_ = field;
    focusField_ = field;
    for (const auto& p : panels_)
        for (const auto& s : p.drawing.shapes)
            if (QString::fromStdString(s.field) == field)
                editor_->setText(QString::fromStdString(s.text));
    placeEditor();
    editor_->setProperty("wrong", false);
    wrong_->hide();
    editor_->show();
    editor_->selectAll();
    editor_->setFocus();
    return true;
}

/// Over the number it changes, wherever that stands by now.
void Canvas::placeEditor() {
    const QRect r = editing_.isEmpty() ? QRect() : fieldRect(editing_);
    if (r.isNull())
        return;
    const int w = std::max(96, r.width() + 30);
    editor_->setGeometry(std::clamp(r.center().x() - w / 2, 0, std::max(0, width() - w)), r.center().y() - 14,
                         w, 28);
}

void Canvas::closeEditor() {
    if (!editing_.isEmpty() && editor_->isModified() && onTyping)
        onTyping({}, {});
    editing_.clear();
    editor_->hide();
    wrong_->hide();
}

std::optional<QString> Canvas::settle() {
    if (editing_.isEmpty())
        return std::nullopt;
    auto problem = editor_->isModified() ? take() : std::nullopt;
    if (!problem)
        closeEditor();
    return problem;
}

/// Hands the typed answer over. Where it is not understood the text stays, with the sentence that says why.
std::optional<QString> Canvas::take() {
    const auto problem = onTyped ? onTyped(editing_, editor_->text()) : std::optional<QString>();
    if (problem) {
        editor_->setProperty("wrong", true);
        editor_->setStyleSheet(editor_->styleSheet());
        wrong_->setText(*problem);
        wrong_->setFixedWidth(250);
        wrong_->adjustSize();
        wrong_->move(std::clamp(editor_->x(), 0, std::max(0, width() - 250)),
                     editor_->geometry().bottom() + 2);
        wrong_->show();
        wrong_->raise();
    } else {
        editor_->setModified(false);
    }
    return problem;
}

void Canvas::accept(bool next) {
    const QString field = editing_;
    if (take())
        return;
    closeEditor();
    if (next) {
        const QStringList all = fields();
        const auto i = all.indexOf(field);
        if (i >= 0 && !all.isEmpty())
            editField(all[(i + 1) % all.size()]);
    } else {
        setFocus();
    }
}

bool Canvas::eventFilter(QObject* o, QEvent* e) {
    if (o == editor_ && e->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(e);
        if (key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter || key->key() == Qt::Key_Tab) {
            accept(key->key() == Qt::Key_Tab);
            return true;
        }
        if (key->key() == Qt::Key_Escape) {
            closeEditor();
            setFocus();
            return true;
        }
    }
    return QWidget::eventFilter(o, e);
}

bool Canvas::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(e);
        const auto h = at(help->pos());
        const QString tip = h ? QString::fromStdString(shapeOf(h->first, h->second).tip) : QString();
        if (tip.isEmpty())
            QToolTip::hideText();
        else
            QToolTip::showText(help->globalPos(), plainTip(tip), this);
        return true;
    }
    return QWidget::event(e);
}

void Canvas::keyPressEvent(QKeyEvent* e) {
    const QStringList all = fields();
    if ((e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) && !all.isEmpty()) {
        editField(all.contains(focusField_) ? focusField_ : all.front());
        return;
    }
    QWidget::keyPressEvent(e);
}

bool Canvas::focusNextPrevChild(bool next) {
    return QWidget::focusNextPrevChild(next);
}

void Canvas::mousePressEvent(QMouseEvent* e) {
    if (e->button() != Qt::LeftButton)
        return;
    if (settle())
        return; // what was typed is mended or given up first
    pressed_ = turned_ = e->pos();
    dragging_ = turning_ = false;
    dragId_.clear();
    const auto h = at(e->position());
    if (h && h->second.label) {
        editField(QString::fromStdString(shapeOf(h->first, h->second).field));
        return;
    }
    if (h) {
        dragId_ = QString::fromStdString(shapeOf(h->first, h->second).id);
        dragPanel_ = h->first;
        dragFrom_ = fitOf(dragPanel_).back(e->position());
    }
    turning_ = onTurn && (dragId_.isEmpty() || dragId_.startsWith("part:"));
}

void Canvas::mouseMoveEvent(QMouseEvent* e) {
    if (!(e->buttons() & Qt::LeftButton)) {
        const auto h = at(e->position());
        const bool label = h && h->second.label;
        const QString id = h ? QString::fromStdString(shapeOf(h->first, h->second).id) : QString();
        const auto any = [&](std::initializer_list<const char*> stems) {
            return std::any_of(stems.begin(), stems.end(), [&](const char* s) { return id.startsWith(s); });
        };
        setCursor(label ? Qt::IBeamCursor
                  : any({"piece:", "item:", "stud:", "obstacle:", "furniture:", "opening:"})
                      ? Qt::OpenHandCursor
                  : any({"stock:", "proposed:", "wall:", "odd:"}) ? Qt::PointingHandCursor
                                                                  : Qt::ArrowCursor);
        return;
    }
    if (turning_) {
        onTurn(e->pos() - turned_);
        turned_ = e->pos();
        return;
    }
    if (dragId_.isEmpty() || !onDrag || panels_.empty())
        return;
    const Fit fit = fitOf(dragPanel_);
    if (!dragging_) {
        if ((e->pos() - pressed_).manhattanLength() < QApplication::startDragDistance() / 2)
            return;
        dragging_ = true;
        onDrag(dragId_, dragFrom_, dragFrom_, 0, 1 / fit.scale);
        setCursor(Qt::ClosedHandCursor);
    }
    onDrag(dragId_, dragFrom_, fit.back(e->position()), 1, 1 / fit.scale);
}

void Canvas::mouseReleaseEvent(QMouseEvent* e) {
    if (dragging_ && onDrag)
        onDrag(dragId_, dragFrom_, fitOf(dragPanel_).back(e->position()), 2, 1 / fitOf(dragPanel_).scale);
    else if (!dragId_.isEmpty() && onClick && (e->pos() - pressed_).manhattanLength() < 4)
        onClick(dragId_);
    dragging_ = turning_ = false;
    dragId_.clear();
    unsetCursor();
}

void Canvas::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    if (panels_.empty() || (panels_.size() == 1 && panels_.front().drawing.shapes.empty())) {
        p.setPen(t.soft);
        p.setFont(uiFont(13));
        p.drawText(rect(), Qt::AlignCenter, emptyText_);
        return;
    }
    for (const auto& panel : panels_) {
        const QRectF r = panelRect(panel);
        if (panel.framed) {
            p.setPen(QPen(t.line, 1));
            p.setBrush(t.surface);
            p.drawRoundedRect(r.adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
        }
        if (!panel.title.isEmpty()) {
            p.setPen(t.soft);
            p.setFont(uiFont(11, true));
            p.drawText(QPointF(r.left() + 1, r.top() - 6), panel.title);
        }
        p.save();
        p.setClipRect(r);
        paintDrawing(p, panel.drawing, r, t);
        p.restore();
    }
    if (hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 1.5, Qt::DotLine));
        p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 6, 6);
    }
}

} // namespace owl
