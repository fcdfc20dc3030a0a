#include "joint/let_in.h"

#include "joint/contact.h"
#include "joint/ruler.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

constexpr double straight = 0.05; // degrees: less is square to the eye and to every tool

/// The mouth of a recess on the part it is cut into, as one marks it there.
struct Mouth {
    double from = 0, fromFar = 0; ///< mm along the part to its nearer side, at its first and its other end
    double angle = 0;             ///< degrees from square across the part, or from its edge
    bool lengthwise = false;      ///< it runs along the part
    bool inEdge = false;          ///< it lies in an edge, along it
};

Mouth mouthOn(const Ruler& on, const Contact& c) {
    Mouth m;
    // In the part's own directions, and towards where both grow.
    const double l = dot(c.along, on.alongIt());
    const double w = dot(c.along, on.acrossIt());
    m.lengthwise = std::abs(l) > std::abs(w);
    if (m.lengthwise && std::abs(dot(c.normal, on.acrossIt())) > 0.7) {
        m.inEdge = true;
        m.from = m.fromFar = std::min(on.along(c.place(c.runs[1][0], 0)), on.along(c.place(c.runs[1][1], 0)));
        return m;
    }
    const double angle = std::atan2(m.lengthwise ? w : l, m.lengthwise ? l : w) * 180 / std::numbers::pi;
    m.angle = angle > 90 ? angle - 180 : angle < -90 ? angle + 180 : angle;
    // Of both long sides of the mouth the one that is met first from where one measures.
    const auto measure = [&](const Vec3& p) { return m.lengthwise ? on.across(p) : on.along(p); };
    const bool high = measure(c.place(0, c.width / 2)) < measure(c.place(0, -c.width / 2));
    const auto& run = c.runs.at(high ? 2 : 0);
    const Vec3 a = c.place(run[0], high ? c.width / 2 : -c.width / 2);
    const Vec3 b = c.place(run[1], high ? c.width / 2 : -c.width / 2);
    const auto across = [&](const Vec3& p) { return m.lengthwise ? on.along(p) : on.across(p); };
    m.from = measure(across(a) < across(b) ? a : b);
    m.fromFar = measure(across(a) < across(b) ? b : a);
    return m;
}

std::string placeOf(const Mouth& m, const Ruler& on, const Measures& sold) {
    // A slanted line ends between the marks of the tape: half a millimetre, or a sixteenth.
    const double step = std::abs(m.angle) <= straight ? 1e-4 : sold.units == "in" ? 25.4 / 16 : 0.5;
    const auto mm = [&](double v) { return exactLength(Length::mm(std::round(v / step) * step), sold); };
    const std::string whence = m.lengthwise && !m.inEdge ? on.edge() : on.end();
    if (std::abs(m.angle) <= straight)
        return fmt::format("{} from the {}", mm(m.from), whence);
    // Two marks make a slanted line; the angle sets the fence.
    const std::string at = m.lengthwise ? on.end() : on.edge();
    const std::string far = m.lengthwise ? on.end(true) : on.edge(true);
    return fmt::format("{} from the {} at the {}, {} at the {} ({:.3g}° from {})", mm(m.from), whence, at,
                       mm(m.fromFar), far, std::abs(m.angle), m.lengthwise ? "its edge" : "square");
}

/// How wide it is, or in an edge how long and in which.
std::string sizeOf(const Contact& c, const Mouth& m, const Ruler& on, const LetIn& how, const Part& second,
                   const Measures& sold) {
    const auto mm = [&](double v) {
        return exactLength(Length::mm(std::round((v + 2 * how.play) * 100) / 100), sold);
    };
    if (m.inEdge)
        return fmt::format("{} long in the {}", mm(c.runs[1][1] - c.runs[1][0]),
                           on.edge(dot(c.normal, on.acrossIt()) > 0));
    return how.play > 0 ? mm(c.width) + " wide" : "as wide as " + theName(second.name) + " is thick";
}

} // namespace

Feature* letIn(Part& first, const Part& second, const LetIn& how, const Measures& sold) {
    const auto c = contactOf(first, second);
    if (!c || c->let < 0.01)
        return nullptr;
    const Ruler on(first);
    const Mouth mouth = mouthOn(on, *c);
    const double before = first.solid.volume();
    const int origin = FaceOrigin::throughHigh + 1 + static_cast<int>(first.features.size());
    for (const auto& cell : second.solid.cells)
        subtract(first.solid, drawnOut(grown(cell, how.play), how.slides), origin);
    if (first.solid.volume() > before - 1)
        return nullptr;
    Feature f;
    f.id = fmt::format("{}/{}", first.id, how.id.empty() ? how.kind + "-" + second.id : how.id);
    f.kind = how.kind;
    f.purpose = how.purpose;
    f.text = fmt::format("{} deep and {}, for {}, {}{}", exactLength(Length::mm(c->let + how.play), sold),
                         sizeOf(*c, mouth, on, how, second, sold),
                         how.whatFor.empty() ? theName(second.name) : how.whatFor, placeOf(mouth, on, sold),
                         how.more.empty() ? "" : "; " + how.more);
    f.sizes = {{"depth_mm", c->let + how.play},
               {"width_mm", c->width + 2 * how.play},
               {"length_mm", c->runs[1][1] - c->runs[1][0]},
               {"from_mm", mouth.from},
               {"from_far_mm", mouth.fromFar},
               {"angle_deg", mouth.angle}};
    first.features.push_back(std::move(f));
    return &first.features.back();
}

} // namespace owl
