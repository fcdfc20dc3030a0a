#include "app/labels.h"

#include <QFontMetricsF>
#include <QLineF>
#include <algorithm>
#include <cmath>

namespace owl {
namespace {

constexpr double apart = 1;        // px between two labels
constexpr double leaderFrom = 1.6; // label heights: farther off than that, a line leads back

/// The text in lines of at most so many pixels, joined by line ends: broken between words, a word that is too
/// long within it. What would take more than a few lines is cut.
QString folded(const QString& text, double width, const QFontMetricsF& m) {
    constexpr int most = 4;
    QStringList lines{QString()};
    const auto add = [&](const QString& word) {
        const QString longer = lines.last().isEmpty() ? word : lines.last() + " " + word;
        if (m.horizontalAdvance(longer) <= width || lines.last().isEmpty())
            lines.last() = longer;
        else
            lines << word;
        while (m.horizontalAdvance(lines.last()) > width && lines.last().size() > 1) {
            QString head = lines.last();
            while (head.size() > 1 && m.horizontalAdvance(head) > width)
                head.chop(1);
            const QString rest = lines.last().mid(head.size());
            lines.last() = head;
            lines << rest;
        }
    };
    for (const QString& word : text.split(' ', Qt::SkipEmptyParts))
        add(word);
    if (lines.size() > most) {
        lines[most - 1] = m.elidedText(lines[most - 1] + " " + lines[most], Qt::ElideRight, width);
        lines = lines.mid(0, most);
    }
    return lines.join('\n');
}

class LabelPlacer {
  public:
    LabelPlacer(const Drawing& d, const Fit& fit, const QRectF& area, double k)
        : d_(d), fit_(fit), area_(area.adjusted(1, 1, -1, -1)), k_(k), out_(d.shapes.size()) {}

    std::vector<std::optional<Label>> run() {
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < d_.shapes.size(); ++i) {
            const Shape& s = d_.shapes[i];
            if (s.kind == ShapeKind::text || s.kind == ShapeKind::dimension) {
                if (!s.text.empty())
                    order.push_back(i);
            }
            if (s.kind == ShapeKind::dimension)
                lines_.push_back({QLineF(fit_.map(s.points[0]), fit_.map(s.points[1])), i});
            else if (s.kind == ShapeKind::line && s.points.size() <= 12 && s.stroke != Tone::none)
                for (std::size_t n = 1; n < s.points.size(); ++n)
                    lines_.push_back({QLineF(fit_.map(s.points[n - 1]), fit_.map(s.points[n])), i});
        }
        std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
            return rank(d_.shapes[a]) < rank(d_.shapes[b]);
        });
        for (std::size_t i : order)
            place(i);
        return std::move(out_);
    }

  private:
    struct Line {
        QLineF line;
        std::size_t shape;
    };

    static int rank(const Shape& s) {
        if (s.kind == ShapeKind::dimension)
            return s.field.empty() ? 1 : 0;
        return s.bold ? 2 : 3;
    }

    /// As the view wants it.
    [[nodiscard]] Label wanted(const Shape& s) const {
        return s.kind == ShapeKind::dimension ? ofDimension(s) : ofText(s);
    }

    [[nodiscard]] Label ofText(const Shape& s) const {
        const QFontMetricsF m(uiFont(static_cast<int>(std::lround(s.size * k_)), s.bold));
        Label l;
        l.words = QString::fromStdString(s.text);
        double w = m.horizontalAdvance(l.words);
        int lines = 1;
        if (const double room = std::max(60 * k_, s.fold * fit_.scale - 8 * k_);
            s.fold > 0 && !s.vertical && w > room) {
            l.words = folded(l.words, room, m);
            w = 0;
            const QStringList all = l.words.split('\n');
            for (const QString& line : all)
                w = std::max(w, m.horizontalAdvance(line));
            lines = static_cast<int>(all.size());
        }
        const double more = (lines - 1) * m.height();
        const double h = m.ascent() + m.descent() * 0.6 + more;
        l.anchor = fit_.map(s.points.front());
        const QPointF at = l.anchor + QPointF(s.dx, s.dy) * k_;
        const double shift = s.align == Align::left ? 0 : s.align == Align::right ? -w : -w / 2;
        // The first letter's base lies a pixel above half the ascent, as it is painted.
        const double up = m.ascent() / 2 + 1 + more; // further lines stand above
        l.box = s.vertical ? QRectF(at.x() - up, at.y() - shift - w, h, w)
                           : QRectF(at.x() + shift, at.y() - up, w, h);
        return l;
    }

    [[nodiscard]] Label ofDimension(const Shape& s) const {
        const QPointF a = fit_.map(s.points[0]);
        const QPointF b = fit_.map(s.points[1]);
        const bool upright = std::abs(a.x() - b.x()) < std::abs(a.y() - b.y());
        const QFontMetricsF m(uiFont(static_cast<int>(std::lround(13 * k_)), true));
        Label l;
        l.words = QString::fromStdString(s.text);
        const double w = m.horizontalAdvance(l.words);
        const double span = upright ? std::abs(a.y() - b.y()) : std::abs(a.x() - b.x());
        l.anchor = (a + b) / 2;
        QPointF c = l.anchor + QPointF(s.dx, s.dy) * k_;
        if (s.dx == 0 && s.dy == 0) { // no room on the line: beside it
            if (upright && span < m.height() + 8 * k_)
                c += QPointF(w / 2 + 8 * k_, 0);
            else if (!upright && span < w + 14 * k_)
                c += QPointF(0, -m.height() * 0.8);
        }
        l.box = QRectF(c.x() - w / 2 - 4 * k_, c.y() - m.height() / 2, w + 8 * k_, m.height());
        return l;
    }

    [[nodiscard]] bool meets(const QRectF& box) const {
        const QRectF wide = box.adjusted(-apart, -apart, apart, apart);
        return std::any_of(taken_.begin(), taken_.end(), [&](const QRectF& t) { return t.intersects(wide); });
    }
    /// Lines that run through a box, but for the label's own.
    [[nodiscard]] int crossed(const QRectF& box, std::size_t own) const {
        int n = 0;
        for (const auto& l : lines_)
            if (l.shape != own && cuts(l.line, box))
                ++n;
        return n;
    }
    static bool cuts(const QLineF& l, const QRectF& r) {
        const QRectF around = QRectF(l.p1(), l.p2()).normalized().adjusted(-0.1, -0.1, 0.1, 0.1);
        if (!around.intersects(r))
            return false;
        if (r.contains(l.p1()) || r.contains(l.p2()))
            return true;
        const QLineF sides[] = {{r.topLeft(), r.topRight()},
                                {r.topRight(), r.bottomRight()},
                                {r.bottomRight(), r.bottomLeft()},
                                {r.bottomLeft(), r.topLeft()}};
        return std::any_of(std::begin(sides), std::end(sides), [&](const QLineF& s) {
            return l.intersects(s, nullptr) == QLineF::BoundedIntersection;
        });
    }

    /// Pushed into the area where it hangs out of it.
    [[nodiscard]] QRectF inside(QRectF box) const {
        if (box.width() > area_.width() || box.height() > area_.height())
            return box;
        if (box.left() < area_.left())
            box.moveLeft(area_.left());
        if (box.right() > area_.right())
            box.moveRight(area_.right());
        if (box.top() < area_.top())
            box.moveTop(area_.top());
        if (box.bottom() > area_.bottom())
            box.moveBottom(area_.bottom());
        return box;
    }

    /// The free place in the whole area that is nearest; none: it is full.
    [[nodiscard]] std::optional<QRectF> anywhere(const QRectF& first) const {
        std::optional<QRectF> best;
        double least = 1e9;
        for (double y = area_.top(); y + first.height() <= area_.bottom(); y += 3)
            for (double x = area_.left(); x + first.width() <= area_.right(); x += 6) {
                const QRectF box(QPointF(x, y), first.size());
                const double far = std::hypot(x - first.x(), y - first.y());
                if (far < least && !meets(box)) {
                    least = far;
                    best = box;
                }
            }
        return best;
    }

    void place(std::size_t i) {
        Label l = wanted(d_.shapes[i]);
        const QRectF first = inside(l.box);
        const bool number = d_.shapes[i].kind == ShapeKind::dimension;
        const bool clear = !meets(first);
        // Rings of places around it, the nearest first; a step sideways is as long as its height is.
        QRectF best = first;
        double least = clear ? 4.0 * crossed(first, i) : 1e9;
        if (least > 0) {
            const double step = std::min(first.height(), 16 * k_) * 0.55;
            for (int ring = 1; ring <= (clear ? 3 : 22) && least > ring * 2.0; ++ring)
                for (int n = 0; n < 16; ++n) {
                    const double angle = n * 3.14159265358979 / 8;
                    const QPointF by(std::cos(angle) * step * ring * 1.4, std::sin(angle) * step * ring);
                    const QRectF box = inside(first.translated(by));
                    if (meets(box))
                        continue;
                    const double moved = std::hypot(box.x() - first.x(), box.y() - first.y()) / step;
                    const double cost = 2 * moved + 4.0 * crossed(box, i) + (number && n % 4 ? 0.5 : 0);
                    if (cost < least) {
                        least = cost;
                        best = box;
                    }
                }
        }
        const double far =
            std::hypot(best.center().x() - l.box.center().x(), best.center().y() - l.box.center().y());
        l.leader = far > leaderFrom * 16 * k_;
        l.box = best;
        taken_.push_back(best);
        out_[i] = std::move(l);
    }

    const Drawing& d_;
    const Fit& fit_;
    QRectF area_;
    double k_;
    std::vector<std::optional<Label>> out_;
    std::vector<QRectF> taken_;
    std::vector<Line> lines_;
};

} // namespace

std::vector<std::optional<Label>> placeLabels(const Drawing& d, const Fit& fit, const QRectF& area,
                                              double textScale) {
    return LabelPlacer(d, fit, area, textScale).run();
}

} // namespace owl
