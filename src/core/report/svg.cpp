#include "report/svg.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

const char* colour(Tone t) {
    switch (t) {
    case Tone::none:
        return "none";
    case Tone::woodFace:
        return "#ecd3a1";
    case Tone::woodEdge:
        return "#dfbf86";
    case Tone::woodEnd:
        return "#d0a566";
    case Tone::steel:
        return "#7d8a92";
    case Tone::cover:
        return "#e6dcc8";
    case Tone::masonry:
        return "#c9a58f";
    case Tone::stud:
        return "#f3e4c4";
    case Tone::fresh:
    case Tone::accent:
    case Tone::near:
        return "#d98a1f";
    case Tone::outline:
        return "#7d5f31";
    case Tone::hidden:
    case Tone::soft:
        return "#66737b";
    case Tone::holds:
        return "#4f7a4a";
    case Tone::fails:
    case Tone::limit:
        return "#b04a32";
    case Tone::info:
    case Tone::load:
        return "#2f6f8f";
    case Tone::paper:
        return "#fffaf0";
    case Tone::guide:
        return "#cbbfa8";
    default:
        return "#22303a";
    }
}

/// Text for markup: what people typed stays text.
std::string escaped(const std::string& text) {
    std::string out;
    for (char c : text)
        switch (c) {
        case '&':
            out += "&amp;";
            break;
        case '<':
            out += "&lt;";
            break;
        case '>':
            out += "&gt;";
            break;
        case '"':
            out += "&quot;";
            break;
        default:
            out += c;
        }
    return out;
}

class SvgWriter {
  public:
    explicit SvgWriter(const Drawing& d) : d_(d) {
        const double size = std::max(d.high.x - d.low.x, d.high.y - d.low.y);
        px_ = std::max(0.2, size / 800); // a pixel of the screen, in mm of the piece
    }

    std::string run(const std::string& title) {
        const double x = d_.low.x - d_.marginLeft * px_;
        const double y = d_.low.y - d_.marginTop * px_;
        const double w = d_.high.x - d_.low.x + (d_.marginLeft + d_.marginRight) * px_;
        const double h = d_.high.y - d_.low.y + (d_.marginTop + d_.marginBottom) * px_;
        std::string out =
            fmt::format("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.3f}mm\" height=\"{1:.3f}mm\" "
                        "viewBox=\"{2:.3f} "
                        "{3:.3f} {0:.3f} {1:.3f}\" font-family=\"Inter, sans-serif\">\n<title>{4}</title>\n",
                        w, h, x, y, escaped(title));
        for (const auto& s : d_.shapes)
            out += shape(s);
        return out + "</svg>\n";
    }

  private:
    [[nodiscard]] std::string stroke(const Shape& s) const {
        std::string out =
            fmt::format(" stroke=\"{}\" stroke-width=\"{:.3f}\"", colour(s.stroke), s.width * px_);
        if (s.dashed)
            out += fmt::format(" stroke-dasharray=\"{:.3f} {:.3f}\"", 5 * px_, 4 * px_);
        return out;
    }
    static std::string path(const std::vector<Point>& points) {
        std::string out;
        for (const auto& p : points)
            out += fmt::format("{}{:.4f},{:.4f}", out.empty() ? "" : " ", p.x, p.y);
        return out;
    }
    [[nodiscard]] std::string text(const Point& at, const Shape& s, const char* anchor) const {
        return fmt::format("<text x=\"{:.3f}\" y=\"{:.3f}\" font-size=\"{:.3f}\" text-anchor=\"{}\" "
                           "dominant-baseline=\"middle\" fill=\"{}\"{}>{}</text>\n",
                           at.x + s.dx * px_, at.y + s.dy * px_, s.size * px_, anchor,
                           colour(s.kind == ShapeKind::dimension ? Tone::text
                                  : s.stroke == Tone::none       ? Tone::text
                                                                 : s.stroke),
                           s.bold ? " font-weight=\"bold\"" : "", escaped(s.text));
    }

    [[nodiscard]] std::string shape(const Shape& s) const {
        switch (s.kind) {
        case ShapeKind::polygon:
            return fmt::format("<polygon points=\"{}\" fill=\"{}\"{}/>\n", path(s.points), colour(s.fill),
                               stroke(s));
        case ShapeKind::line:
            return fmt::format("<polyline points=\"{}\" fill=\"none\"{}/>\n", path(s.points), stroke(s));
        case ShapeKind::circle:
            if (s.points.empty())
                return {};
            return fmt::format("<circle cx=\"{:.3f}\" cy=\"{:.3f}\" r=\"{:.3f}\" fill=\"{}\"{}/>\n",
                               s.points[0].x, s.points[0].y, s.radiusPx > 0 ? s.radiusPx * px_ : s.radius,
                               colour(s.fill), stroke(s));
        case ShapeKind::text:
            if (s.points.empty())
                return {};
            return text(s.points[0], s,
                        s.align == Align::left    ? "start"
                        : s.align == Align::right ? "end"
                                                  : "middle");
        case ShapeKind::dimension:
            break;
        }
        if (s.points.size() < 2)
            return {};
        const Point& a = s.points[0];
        const Point& b = s.points[1];
        return fmt::format("<polyline points=\"{}\" fill=\"none\" stroke=\"{}\" stroke-width=\"{:.3f}\"/>\n",
                           path(s.points), colour(Tone::dim), px_) +
               text({(a.x + b.x) / 2, (a.y + b.y) / 2 - (std::abs(a.y - b.y) < 1e-6 ? 8 * px_ : 0)}, s,
                    "middle");
    }

    const Drawing& d_;
    double px_ = 1;
};

} // namespace

std::string svgOf(const Drawing& d, const std::string& title) {
    return SvgWriter(d).run(title);
}

} // namespace owl
