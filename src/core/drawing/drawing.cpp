#include "drawing/drawing.h"

namespace owl {

Shape& Pen::add(Shape s) {
    d_.shapes.push_back(std::move(s));
    return d_.shapes.back();
}

Shape& Pen::rect(double x, double y, double w, double h, Tone fill, Tone stroke) {
    return polygon({{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}}, fill, stroke);
}

Shape& Pen::polygon(std::vector<Point> points, Tone fill, Tone stroke) {
    Shape s;
    s.points = std::move(points);
    s.fill = fill;
    s.stroke = stroke;
    return add(std::move(s));
}

Shape& Pen::line(std::vector<Point> points, Tone stroke, double width) {
    Shape s;
    s.kind = ShapeKind::line;
    s.points = std::move(points);
    s.stroke = stroke;
    s.width = width;
    return add(std::move(s));
}

Shape& Pen::circle(Point centre, double radiusPx, Tone fill, Tone stroke) {
    Shape s;
    s.kind = ShapeKind::circle;
    s.points = {centre};
    s.radiusPx = radiusPx;
    s.fill = fill;
    s.stroke = stroke;
    return add(std::move(s));
}

Shape& Pen::text(Point at, std::string words, Tone tone, int size) {
    Shape s;
    s.kind = ShapeKind::text;
    s.points = {at};
    s.text = std::move(words);
    s.stroke = tone;
    s.size = size;
    return add(std::move(s));
}

Shape& Pen::dimension(Point a, Point b, std::string words, std::string field) {
    Shape s;
    s.kind = ShapeKind::dimension;
    s.points = {a, b};
    s.text = std::move(words);
    s.field = std::move(field);
    s.stroke = Tone::dim;
    return add(std::move(s));
}

void Pen::extent(Point low, Point high) {
    d_.low = low;
    d_.high = high;
}

} // namespace owl
