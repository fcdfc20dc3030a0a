#pragma once
// The bench's drawing: one or more drawings side by side; numbers are typed on it, things are dragged on it.

#include "app/draw.h"
#include "app/labels.h"

#include <QLabel>
#include <QLineEdit>
#include <QWidget>
#include <functional>
#include <optional>

namespace owl {

/// One drawing with its title and its share of the bench (0..1).
struct Panel {
    QString title;
    Drawing drawing;
    QRectF share{0, 0, 1, 1};
    bool framed = true;
};

class Canvas : public QWidget {
    Q_OBJECT
  public:
    explicit Canvas(QWidget* parent = nullptr);

    void show(std::vector<Panel> panels);
    /// Opens the editor on the number of a field; false when no drawing shows it.
    bool editField(const QString& field);
    /// Where the number of a field is drawn (for tests and for the keyboard); null when it is not shown.
    [[nodiscard]] QRect fieldRect(const QString& field) const;
    /// Where the first thing with this id is drawn; null when there is none.
    [[nodiscard]] QRect shapeRect(const QString& id) const;
    [[nodiscard]] QLineEdit* editor() const { return editor_; }
    /// Where the pointer was pressed last, in millimetres of the drawing it was on.
    [[nodiscard]] Point pressedAt() const { return dragFrom_; }
    /// Words and numbers as they are painted, with the panel each stands on (for tests).
    [[nodiscard]] std::vector<std::pair<QRectF, Label>> labels() const;
    /// What the drawings show, in words, for screen readers.
    [[nodiscard]] QString description() const;
    void setEmptyText(const QString& text) { emptyText_ = text; }

    /// Takes a typed answer for a field; gives a sentence when it is not understood, nothing when it was
    /// taken.
    std::function<std::optional<QString>(const QString& field, const QString& typed)> onTyped;
    /// Something is being typed for a field; no field: no more.
    std::function<void(const QString& field, const QString& text)> onTyping;
    /// Takes what stands in the editor; why it cannot be taken, where it cannot.
    std::optional<QString> settle();
    /// A drag of the thing with this id: millimetres from where it was taken hold of. phase 0 begin, 1 move,
    /// 2 end.
    std::function<void(const QString& id, Point from, Point now, int phase, double mmPerPixel)> onDrag;
    std::function<void(const QString& id)> onClick;
    /// A drag that took hold of nothing: turns the piece.
    std::function<void(QPoint delta)> onTurn;

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool focusNextPrevChild(bool next) override;
    bool eventFilter(QObject*, QEvent*) override;
    bool event(QEvent*) override;
    void resizeEvent(QResizeEvent*) override { placeEditor(); }

  private:
    struct PanelHits {
        QRectF area;
        std::vector<HitArea> hits;
    };
    [[nodiscard]] QRectF panelRect(const Panel& p) const;
    [[nodiscard]] std::vector<PanelHits> measure() const;
    /// The topmost thing under a pixel; panel and shape index.
    [[nodiscard]] std::optional<std::pair<std::size_t, HitArea>> at(QPointF p) const;
    [[nodiscard]] const Shape& shapeOf(std::size_t panel, const HitArea& h) const {
        return panels_[panel].drawing.shapes[h.shape];
    }
    std::optional<QString> take();
    void accept(bool next);
    void placeEditor();
    void closeEditor();
    [[nodiscard]] QStringList fields() const;
    [[nodiscard]] Fit fitOf(std::size_t panel) const;

    std::vector<Panel> panels_;
    QLineEdit* editor_;
    QLabel* wrong_;
    QString editing_, dragId_, emptyText_;
    Point dragFrom_;
    std::size_t dragPanel_ = 0;
    QPoint pressed_, turned_;
    bool dragging_ = false, turning_ = false;
    QString focusField_;
};

} // namespace owl
