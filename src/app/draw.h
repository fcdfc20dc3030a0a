#pragma once
// Paints a Drawing with a theme into a rectangle: window, paper and PNG use the same loop.

#include "app/theme.h"

#include <QPainter>
#include <QRectF>
#include <vector>

namespace owl {

/// How millimetres of a drawing map to pixels of a rectangle.
struct Fit {
    double scale = 1;
    QPointF origin;
    [[nodiscard]] QPointF map(Point p) const { return {origin.x() + p.x * scale, origin.y() + p.y * scale}; }
    [[nodiscard]] Point back(QPointF p) const {
        return {(p.x() - origin.x()) / scale, (p.y() - origin.y()) / scale};
    }
};
/// The largest scale that shows the drawing's extent and margins, centred.
Fit fitInto(const Drawing& d, const QRectF& area);

/// Something on the picture that answers the pointer.
struct HitArea {
    QPolygonF area;
    std::size_t shape = 0;
    bool label = false; ///< the number of a dimension
};
/// Paints; fills `hits` (if not null) in painting order. `textScale` enlarges type and line widths (paper).
void paintDrawing(QPainter& painter, const Drawing& d, const QRectF& area, const Theme& theme,
                  std::vector<HitArea>* hits = nullptr, double textScale = 1);

/// The verdict's own mark: a whole feather, a half one, a broken one, or only its outline (unknown).
void paintFeather(QPainter& painter, const QRectF& box, Status status, const QColor& colour);
/// The owl: application icon and empty state.
void paintOwl(QPainter& painter, const QRectF& box, const Theme& theme);

} // namespace owl
