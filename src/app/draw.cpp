#include "app/draw.h"

#include "app/labels.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

/// Paints the shapes of one drawing one after the other.
class Painter {
  public:
    Painter(QPainter& p, const Drawing& d, const Fit& fit, const QRectF& area, const Theme& t,
            std::vector<HitArea>* hits, double textScale)
        : p_(p), d_(d), fit_(fit), t_(t), hits_(hits), k_(textScale),
          labels_(placeLabels(d, fit, area, textScale)) {}

    void run() {
        p_.setRenderHint(QPainter::Antialiasing);
        // Faces and lines first, then the lines of dimensions, words on top: no line crosses a number.
        for (int pass = 0; pass < 3; ++pass)
            for (std::size_t i = 0; i < d_.shapes.size(); ++i) {
                index_ = i;
                const Shape& s = d_.shapes[i];
                const bool number = s.kind == ShapeKind::dimension;
                if (pass == 1 && number)
                    dimensionLine(s);
                else if (pass == 2 ? number || s.kind == ShapeKind::text
                                   : pass == 0 && !number && s.kind != ShapeKind::text)
                    one(s);
            }
    }

  private:
    void one(const Shape& s) {
        switch (s.kind) {
        case ShapeKind::polygon:
            polygon(s);
            break;
        case ShapeKind::line:
            line(s);
            break;
        case ShapeKind::circle:
            circle(s);
            break;
        case ShapeKind::text:
            text(s);
            break;
        case ShapeKind::dimension:
            dimension(s);
            break;
        }
    }

    [[nodiscard]] QPen pen(const Shape& s) const {
        if (s.stroke == Tone::none)
            return Qt::NoPen;
        QPen pen(t_.of(s.stroke), s.width * k_);
        if (s.dashed)
            pen.setDashPattern({4, 3});
        pen.setJoinStyle(Qt::RoundJoin);
        pen.setCapStyle(Qt::RoundCap);
        return pen;
    }

    /// Catmull-Rom through the points.
    [[nodiscard]] QPainterPath path(const Shape& s, bool closed) const {
        QPainterPath out;
        const auto n = static_cast<int>(s.points.size());
        if (n == 0)
            return out;
        const auto at = [&](int i) {
            return fit_.map(
                s.points[static_cast<std::size_t>(closed ? (i + n) % n : std::clamp(i, 0, n - 1))]);
        };
        out.moveTo(at(0));
        const int last = closed ? n : n - 1;
        for (int i = 0; i < last; ++i) {
            if (s.smooth)
                out.cubicTo(at(i) + (at(i + 1) - at(i - 1)) / 6, at(i + 1) - (at(i + 2) - at(i)) / 6,
                            at(i + 1));
            else
                out.lineTo(at(i + 1));
        }
        if (closed)
            out.closeSubpath();
        return out;
    }

    void polygon(const Shape& s) {
        QPainterPath shape;
        if (s.radius > 0 && s.points.size() == 4) {
            const double r = std::min(14.0, s.radius * fit_.scale);
            shape.addRoundedRect(QRectF(fit_.map(s.points[0]), fit_.map(s.points[2])).normalized(), r, r);
        } else {
            shape = path(s, true);
        }
        if (hits_)
            hit(shape.toFillPolygon());
        p_.setPen(pen(s));
        p_.setBrush(s.fill == Tone::none ? QBrush(Qt::NoBrush) : QBrush(t_.of(s.fill)));
        if (s.stroke == Tone::none && s.fill == Tone::none)
            return;
        if (s.radius <= 0 && upright(s)) // many large faces are plain rectangles, which paint much faster
            p_.drawRect(QRectF(fit_.map(s.points[0]), fit_.map(s.points[2])).normalized());
        else
            p_.drawPath(shape);
        const bool wood = s.fill == Tone::woodFace || s.fill == Tone::woodEdge || s.fill == Tone::woodEnd ||
                          s.fill == Tone::fresh || s.fill == Tone::ghost;
        if (wood && (s.grain > -0.5 || s.grain < -1.5))
            grain(shape, s.grain);
        else if (s.fill == Tone::woodEnd)
            rings(shape);
        else if (s.fill == Tone::waste)
            hatch(shape, t_.line, 7);
        else if (s.fill == Tone::cover)
            speckle(shape);
        if (wood && s.stroke != Tone::none) { // the outline stays crisp over the grain
            p_.setBrush(Qt::NoBrush);
            p_.setPen(pen(s));
            p_.drawPath(shape);
        }
    }

    /// A rectangle with upright sides.
    static bool upright(const Shape& s) {
        const auto& p = s.points;
        return p.size() == 4 && !s.smooth && p[0].y == p[1].y && p[1].x == p[2].x && p[2].y == p[3].y &&
               p[3].x == p[0].x;
    }

    /// A quiet repeatable noise from the shape's number.
    [[nodiscard]] double noise(int i) const {
        const double v = std::sin(static_cast<double>(index_ % 37) * 12.9898 + i * 78.233) * 43758.5453;
        return v - std::floor(v);
    }

    void grain(const QPainterPath& shape, double degrees) {
        const QRectF box = shape.boundingRect();
        if (box.width() < 6 || box.height() < 3)
            return;
        p_.save();
        p_.setClipPath(shape, Qt::IntersectClip);
        p_.translate(box.center());
        p_.rotate(degrees);
        const double reach = std::hypot(box.width(), box.height()) / 2;
        // Of a long narrow face most lines miss it: they only take time.
        const QRectF seen = QTransform()
                                .rotate(-degrees)
                                .translate(-box.center().x(), -box.center().y())
                                .map(shape)
                                .controlPointRect();
        constexpr double waves = 6; // px, more than a line strays from its height
        QColor c = t_.grain;
        c.setAlpha(t_.name == ThemeName::paper ? 110 : 70);
        p_.setBrush(Qt::NoBrush);
        int drawn = 0;
        int i = 0;
        for (double y = -reach; y < seen.bottom() + waves && drawn < 160; y += (4.5 + 6 * noise(++i)) * k_) {
            if (y < seen.top() - waves)
                continue;
            ++drawn;
            p_.setPen(QPen(c, (0.5 + 0.5 * noise(i + 7)) * k_));
            QPainterPath l;
            const double wave = 1.6 * noise(i + 3);
            l.moveTo(-reach, y);
            l.cubicTo(-reach / 3, y + wave * 3, reach / 3, y - wave * 3, reach, y + wave);
            p_.drawPath(l);
        }
        p_.restore();
    }

    void rings(const QPainterPath& shape) {
        const QRectF box = shape.boundingRect();
        p_.save();
        p_.setClipPath(shape, Qt::IntersectClip);
        QColor c = t_.grain;
        c.setAlpha(t_.name == ThemeName::paper ? 140 : 90);
        p_.setPen(QPen(c, 0.8 * k_));
        p_.setBrush(Qt::NoBrush);
        const QPointF heart(box.center().x() + (noise(1) - 0.5) * box.width() * 0.4,
                            box.bottom() + box.height() * 0.5 + 6);
        const double far = std::hypot(box.width(), box.height() * 2 + 12);
        // The heart lies below the face: rings that end before it, and those beyond its far corners, are not
        // seen.
        const double sideways = std::max({0.0, box.left() - heart.x(), heart.x() - box.right()});
        const double first = std::hypot(sideways, heart.y() - box.bottom());
        const double last =
            std::hypot(std::max(heart.x() - box.left(), box.right() - heart.x()), heart.y() - box.top());
        int n = 0;
        for (double r = 5; r < far && 0.9 * r < last && n < 120; r += (3.5 + 2.5 * noise(++n)) * k_)
            if (r >= first)
                p_.drawEllipse(heart, r, r * 0.9);
        p_.restore();
    }

    void hatch(const QPainterPath& shape, const QColor& colour, double step) {
        const QRectF box = shape.boundingRect();
        p_.save();
        p_.setClipPath(shape, Qt::IntersectClip);
        p_.setPen(QPen(colour, 0.7 * k_));
        for (double x = box.left() - box.height(); x < box.right(); x += step * k_)
            p_.drawLine(QPointF(x, box.bottom()), QPointF(x + box.height(), box.top()));
        p_.restore();
    }

    void speckle(const QPainterPath& shape) {
        const QRectF box = shape.boundingRect();
        p_.save();
        p_.setClipPath(shape, Qt::IntersectClip);
        p_.setPen(Qt::NoPen);
        p_.setBrush(t_.soft);
        for (int i = 0; i < 70; ++i)
            p_.drawEllipse(
                QPointF(box.left() + noise(i) * box.width(), box.top() + noise(i + 99) * box.height()),
                0.6 * k_, 0.6 * k_);
        p_.restore();
    }

    void line(const Shape& s) {
        if (s.stroke == Tone::none)
            return;
        QPen stroke = pen(s);
        p_.setBrush(Qt::NoBrush);
        if (s.points.size() > 50 &&
            !s.smooth) { // a trace: its joints are too fine to be seen, and dear to round
            stroke.setJoinStyle(Qt::BevelJoin);
            stroke.setCapStyle(Qt::FlatCap);
            QPolygonF line;
            for (const auto& q : s.points)
                line << fit_.map(q);
            p_.setPen(stroke);
            p_.drawPolyline(line);
            return;
        }
        p_.setPen(stroke);
        p_.drawPath(path(s, false));
        if (s.arrow && s.points.size() >= 2) {
            const QPointF tip = fit_.map(s.points.back());
            const QPointF from = fit_.map(s.points[s.points.size() - 2]);
            const double a = std::atan2(tip.y() - from.y(), tip.x() - from.x());
            const double r = (5 + 1.6 * s.width) * k_;
            QPolygonF head{tip, tip - QPointF(std::cos(a - 0.42), std::sin(a - 0.42)) * r,
                           tip - QPointF(std::cos(a + 0.42), std::sin(a + 0.42)) * r};
            p_.setPen(Qt::NoPen);
            p_.setBrush(t_.of(s.stroke));
            p_.drawPolygon(head);
        }
    }

    void circle(const Shape& s) {
        const QPointF c = fit_.map(s.points.front());
        const double r = s.radiusPx > 0 ? s.radiusPx * k_ : s.radius * fit_.scale;
        p_.setPen(pen(s));
        p_.setBrush(s.fill == Tone::none ? QBrush(Qt::NoBrush) : QBrush(t_.of(s.fill)));
        p_.drawEllipse(c, r, r);
        if (!hits_)
            return;
        QPainterPath area;
        area.addEllipse(c, r + 3, r + 3);
        hit(area.toFillPolygon());
    }

    void hit(const QPolygonF& area, bool label = false) {
        if (hits_)
            hits_->push_back({area, index_, label});
    }

    void text(const Shape& s) {
        if (!labels_[index_])
            return;
        const Label& l = *labels_[index_];
        leader(l, s.stroke);
        const QFont font = uiFont(static_cast<int>(std::lround(s.size * k_)), s.bold);
        p_.setFont(font);
        p_.setPen(t_.of(s.stroke));
        const double ascent = QFontMetricsF(font).ascent();
        if (s.vertical) {
            p_.save();
            p_.translate(l.box.left(), l.box.bottom());
            p_.rotate(-90);
            rimmed(QPointF(0, ascent), l.words, true); // they often stand on narrow boards
            p_.restore();
            return;
        }
        const QFontMetricsF m(font);
        double down = 0;
        for (const QString& line : l.words.split('\n')) {
            const double room = l.box.width() - m.horizontalAdvance(line);
            const double in = s.align == Align::left ? 0 : s.align == Align::right ? room : room / 2;
            const QPointF base(l.box.left() + in, l.box.top() + ascent + down);
            if (t_.name == ThemeName::paper) {
                halo(base, font, line);
                p_.drawText(base, line);
            } else {
                rimmed(base, line);
            }
            down += m.height();
        }
        if (!s.id.empty())
            hit(QPolygonF(l.box.adjusted(-2, 0, 2, 0)));
    }

    /// A thin line back to what a label stands for that found no place there.
    void leader(const Label& l, Tone tone) {
        if (!l.leader)
            return;
        QColor thin = t_.of(tone);
        thin.setAlpha(140);
        p_.setPen(QPen(thin, 0.8 * k_));
        const QPointF c(std::clamp(l.anchor.x(), l.box.left(), l.box.right()),
                        std::clamp(l.anchor.y(), l.box.top(), l.box.bottom()));
        p_.drawLine(c, l.anchor);
    }

    /// Words stay readable over lines: a thin rim in the colour of the ground.
    void halo(const QPointF& base, const QFont& font, const QString& words) {
        QColor rim = t_.surface;
        rim.setAlpha(210);
        QPainterPath outline;
        outline.addText(base, font, words);
        p_.strokePath(outline, QPen(rim, 3 * k_, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    }

    /// The same on the screen, where a drag must keep up: shifted words, whose glyphs are cached.
    void rimmed(const QPointF& base, const QString& words, bool strong = false) {
        const QColor ink = p_.pen().color();
        QColor rim = t_.surface;
        rim.setAlpha(strong ? 230 : 170);
        p_.setPen(rim);
        const std::vector<QPointF> shifts =
            strong ? std::vector<QPointF>{{-1, -1},  {1, 1},   {-1, 1},   {1, -1},
                                          {-1.6, 0}, {1.6, 0}, {0, -1.6}, {0, 1.6}}
                   : std::vector<QPointF>{{-1, -0.6}, {1, 0.6}};
        for (const QPointF by : shifts)
            p_.drawText(base + by * 1.2 * k_, words);
        p_.setPen(ink);
        p_.drawText(base, words);
    }

    void dimensionLine(const Shape& s) {
        const QPointF a = fit_.map(s.points[0]);
        const QPointF b = fit_.map(s.points[1]);
        const bool upright = std::abs(a.x() - b.x()) < std::abs(a.y() - b.y());
        p_.setPen(QPen(t_.of(Tone::dim), 1 * k_));
        p_.drawLine(a, b);
        const QPointF tick = upright ? QPointF(4, 0) * k_ : QPointF(0, 4) * k_;
        p_.drawLine(a - tick, a + tick);
        p_.drawLine(b - tick, b + tick);
    }

    void dimension(const Shape& s) {
        if (!labels_[index_])
            return;
        const Label& l = *labels_[index_];
        leader(l, Tone::dim);
        const QFont font = uiFont(static_cast<int>(std::lround(13 * k_)), true);
        const QFontMetricsF m(font);
        const QRectF box = l.box;
        const double w = box.width() - 8 * k_;
        p_.setPen(Qt::NoPen);
        p_.setBrush(t_.surface);
        p_.drawRoundedRect(box, 3, 3);
        p_.setFont(font);
        p_.setPen(t_.ink);
        const QPointF c = box.center();
        p_.drawText(QPointF(c.x() - w / 2, c.y() + m.ascent() / 2 - 1 * k_), l.words);
        if (!s.field.empty() && t_.name != ThemeName::paper) {
            p_.setPen(QPen(t_.accent, 1.4, Qt::DotLine));
            p_.drawLine(QPointF(c.x() - w / 2, box.bottom() - 1), QPointF(c.x() + w / 2, box.bottom() - 1));
        }
        hit(QPolygonF(box), true);
    }

    QPainter& p_;
    const Drawing& d_;
    const Fit& fit_;
    const Theme& t_;
    std::vector<HitArea>* hits_;
    double k_;
    std::vector<std::optional<Label>> labels_;
    std::size_t index_ = 0;
};

} // namespace

Fit fitInto(const Drawing& d, const QRectF& area) {
    const double w = std::max(1.0, d.high.x - d.low.x);
    const double h = std::max(1.0, d.high.y - d.low.y);
    const double roomW = std::max(10.0, area.width() - d.marginLeft - d.marginRight);
    const double roomH = std::max(10.0, area.height() - d.marginTop - d.marginBottom);
    Fit f;
    f.scale = std::min(roomW / w, roomH / h);
    f.origin = QPointF(area.left() + d.marginLeft + (roomW - w * f.scale) / 2 - d.low.x * f.scale,
                       area.top() + d.marginTop + (roomH - h * f.scale) / 2 - d.low.y * f.scale);
    return f;
}

void paintDrawing(QPainter& painter, const Drawing& d, const QRectF& area, const Theme& theme,
                  std::vector<HitArea>* hits, double textScale) {
    Drawing scaled = d;
    for (double* m : {&scaled.marginLeft, &scaled.marginTop, &scaled.marginRight, &scaled.marginBottom})
        *m *= textScale;
    const Fit fit = fitInto(scaled, area);
    Painter(painter, d, fit, area, theme, hits, textScale).run();
}

} // namespace owl
