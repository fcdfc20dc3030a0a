#include "support/inside/racking_check.h"

#include "support/inside/joint_capacity.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

using words::mm;
using words::N;

/// A panel that is fixed all round shears as a whole: the flow q = H/b runs along every edge, and a fixing
/// takes what lies between it and the next.
Check panelCheck(const HeldPiece& p, const Stiffening& s, double H, bool quiet) {
    double spacing = 0;
    double takes = 1e9;
    for (const auto& id : s.joints) {
        const Joint* j = p.assembly->joint(id);
        if (!j || j->fasteners.empty())
            continue;
        for (std::size_t i = 1; i < j->fasteners.size(); ++i)
            spacing = std::max(spacing, norm(j->fasteners[i].from - j->fasteners[i - 1].from));
        takes =
            std::min(takes, jointTakes(p, *j, {1, 0, 0}, true) / static_cast<double>(j->fasteners.size()));
    }
    Check c;
    c.demand = spacing * H / std::max(1.0, s.width.mm());
    c.capacity = takes >= 1e9 ? 0 : takes;
    if (!quiet)
        c.working = {"q = H/b;  q s ≤ Z of one fixing",
                     {{"H", N(H)}, {"b", mm(s.width.mm())}, {"s", mm(spacing)}, {"Z", N(c.capacity)}},
                     N(c.demand) + " of " + N(c.capacity),
                     "S11.3, S10.4",
                     {"the panel is fixed on all its edges; C_D 1.6"}};
    return c;
}

/// Rails between the sides turn with them: H h is taken by couples at their ends, the fasteners of an end as
/// far apart as they stand.
Check railsCheck(const HeldPiece& p, const Stiffening& s, double H, bool quiet) {
    double couples = 0;
    for (const auto& id : s.joints) {
        const Joint* j = p.assembly->joint(id);
        if (!j || j->fasteners.size() < 2)
            continue;
        const double apart = std::abs(j->fasteners.back().from.z - j->fasteners.front().from.z);
        couples += apart * jointTakes(p, *j, {1, 0, 0}, true) / static_cast<double>(j->fasteners.size());
    }
    Check c;
    c.demand = H * s.height.mm() / 1000;
    c.capacity = couples / 1000;
    if (!quiet)
        c.working = {"H h ≤ sum of the couples that the ends of the rails take",
                     {{"H", N(H)}, {"h", mm(s.height.mm())}, {"ends", std::to_string(s.joints.size())}},
                     words::Nm(c.demand * 1000) + " of " + words::Nm(c.capacity * 1000),
                     "S11.3 read for rails: two fasteners of an end pull and press, S10.8",
                     {"what a tie to the wall adds is not counted"}};
    return c;
}

} // namespace

double pushAtTheTop(const HeldPiece& p, double factor) {
    const double all = (p.mass + factor * contentsMass(p.load, *p.assembly)) * gravity;
    return std::max(0.1 * all, 100.0);
}

std::optional<Check> rackingCheck(const HeldPiece& piece, double factor, bool quiet) {
    if (!piece.assembly->seat<Stiffening>())
        return std::nullopt;
    const Stiffening& s = *piece.assembly->seat<Stiffening>();
    const double H = pushAtTheTop(piece, factor);
    const bool panel = !s.panel.empty();
    Check c = panel ? panelCheck(piece, s, H, quiet) : railsCheck(piece, s, H, quiet);
    c.id = "racking";
    c.title = "Keeping square when pushed sideways";
    c.unit = panel ? "N" : "N m";
    if (!quiet) {
        c.load = "a push of " + N(H) + " at the top";
        c.place = panel ? "fixings of the back" : "ends of the rails";
    }
    return c;
}

} // namespace owl
