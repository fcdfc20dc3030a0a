#pragma once
// A board's front edge seen from above, to draw a waney outline on.

#include "measure/length.h"

#include <QWidget>
#include <functional>
#include <vector>

namespace owl {

/// Shows readings along an edge and lets one draw others: drag along the edge as the bark runs. The depth is
/// shown enlarged, its scale stands beside it.
class EdgeSketch : public QWidget {
    Q_OBJECT
  public:
    /// `readings`: pairs of mm along and mm back; empty: a straight edge.
    EdgeSketch(Length length, Length depth, const std::vector<std::array<double, 2>>& readings);
    /// Called with the readings as they would be typed, when the mouse is let go.
    std::function<void(const QString&)> onDrawn;
    /// What was drawn, as it would be typed; straight: empty.
    [[nodiscard]] QString text() const;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;

  private:
    [[nodiscard]] QRectF board() const;
    void drawTo(const QPointF& at);

    double length_, depth_;
    double deepest_ = 0;       ///< mm shown; stays while one draws, or the pen would run away with the scale
    std::vector<double> back_; ///< mm, at even places from the left end to the right
    int last_ = -1;            ///< place drawn before this one; -1: the pen is up
    double lastBack_ = 0;
};

} // namespace owl
