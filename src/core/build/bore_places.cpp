#include "build/bores.h"

#include "assembly/outline.h"
#include "build/steps.h"
#include "joint/ruler.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

bool BorePlaces::inPanel(const Part& p) {
    return std::any_of(p.features.begin(), p.features.end(),
                       [](const Feature& f) { return f.purpose == panelOutline; });
}
/// A part that lies across the piece, or along another wall.
bool BorePlaces::isTurned(const Part& p) const {
    return std::abs(p.pose.along.x) < 0.999 && a_.seat<LedgersSeat>() && !inPanel(p);
}
/// Along the part from its left end, along a panel from the corner of the walls.
Length BorePlaces::along(const Part& p, const Hole& h) const {
    if (inPanel(p))
        return Length::mm(h.at.x);
    return isTurned(p) ? Length::mm(dot(h.at - p.pose.origin, p.pose.along))
                       : Length::mm(Ruler(p).along(h.at));
}
/// Across the face that is bored, from the edge at the wall or below.
Length BorePlaces::row(const Part& p, const Hole& h) const {
    if (inPanel(p) && !isLevel(h))
        return Length::mm(h.at.y);
    if (isTurned(p))
        return isLevel(h) ? Length::mm(h.at.z) - p.bounds().at.z : fromItsWall(p, h);
    const Ruler on(p);
    return Length::mm(inItsFace(p, h) ? on.across(h.at) : on.through(h.at));
}
bool BorePlaces::inItsFace(const Part& p, const Hole& h) {
    return std::abs(dot(h.direction, p.pose.through)) > 0.7;
}
/// From where that is measured.
std::string BorePlaces::edge(const Part& p, const Hole& h) const {
    if (inPanel(p) && !isLevel(h))
        return "from that edge";
    if (isTurned(p))
        return isLevel(h) ? "above its lower edge" : "from its back edge";
    const Ruler on(p);
    return "from its " + (inItsFace(p, h) ? on.edge() : on.face(-on.throughIt()));
}
/// A strip on another wall: the holes for that wall's screws tell which of its sides lies there.
Length BorePlaces::fromItsWall(const Part& p, const Hole& h) const {
    const Length in = Length::mm(dot(h.at - p.pose.origin, p.pose.through));
    const bool behind = std::any_of(p.holes.begin(), p.holes.end(), [&](const Hole& g) {
        return !isOfAJoint(a_, g) && dot(g.direction, p.pose.through) > 0.5;
    });
    return behind ? p.thickness - in : in;
}

std::string BorePlaces::fromWhere(const Part& p) {
    return inPanel(p) ? "From the panel's corner along its edge at the first wall"
                      : fmt::format("From the {} of {}", Ruler(p).end(), theName(p.name));
}

std::string BorePlaces::places(const Part& p, const std::vector<const Bore*>& bores) const {
    const Length first = row(p, *bores.front()->mouth);
    const bool inARow = std::all_of(bores.begin(), bores.end(), [&](const Bore* b) {
        return abs(row(p, *b->mouth) - first) < Length::mm(0.05);
    });
    const auto size = [&](const Bore& b) {
        return fmt::format("{} wide, {} deep", drillText(std::round(b.mouth->diameter * 10) / 10, style_),
                           say(Length::mm(std::round(b.depth))));
    };
    // Bit by bit, each from the left.
    std::vector<std::pair<std::string, std::vector<const Bore*>>> bits;
    for (const Bore* b : bores) {
        const std::string bit = size(*b);
        auto known =
            std::find_if(bits.begin(), bits.end(), [&](const auto& one) { return one.first == bit; });
        (known == bits.end() ? bits.emplace_back(bit, std::vector<const Bore*>()) : *known)
            .second.push_back(b);
    }
    std::vector<std::string> groups;
    for (auto& [bit, those] : bits) {
        std::stable_sort(those.begin(), those.end(), [&](const Bore* one, const Bore* other) {
            return along(p, *one->mouth) < along(p, *other->mouth);
        });
        std::string out;
        for (const Bore* b : those)
            out += fmt::format("{}{}{}", out.empty() ? "" : ", ", say(along(p, *b->mouth)),
                               inARow ? std::string() : " and " + say(row(p, *b->mouth)));
        groups.push_back(bits.size() > 1 ? fmt::format("{} ({})", out, bit) : out);
    }
    const std::string from = edge(p, *bores.front()->mouth);
    return listed(groups) +
           (inARow ? fmt::format("; {} {}", say(first), from)
                   : fmt::format("; of two figures the second is {}", from)) +
           (bits.size() > 1 ? std::string() : "; " + bits.front().first);
}

double BorePlaces::thickAt(const Part& p, const Hole& h) const {
    return inItsFace(p, h)                                   ? p.thickness.mm()
           : std::abs(dot(h.direction, p.pose.across)) > 0.7 ? p.width.mm()
                                                             : p.length.mm();
}

} // namespace owl
