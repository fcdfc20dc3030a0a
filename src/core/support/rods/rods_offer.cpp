// Which rods a wall is offered: in its studs, on plates, in a strip, in masonry, in plugs that turn.
#include "support/rods/rods_work.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

Ground groundOf(RodsHow how) {
    return how == RodsHow::masonry || how == RodsHow::plug ? Ground::masonry : Ground::studs;
}

/// 'solid clay brick, plastered' within a sentence.
std::string lowered(std::string s) {
    if (!s.empty() && s.front() >= 'A' && s.front() <= 'Z')
        s.front() = static_cast<char>(s.front() - 'A' + 'a'); // whatever the desktop's language
    return s;
}

} // namespace

void offerRods(const Offer& in, std::vector<SupportOption>& out) {
    const std::size_t before = out.size();
    const RodSeat& seat = *in.assembly.seat<RodSeat>();
    const WallHold holds = in.holds();
    const std::string wallName = in.kind() ? in.kind()->name : std::string();
    const auto asked = [&](const char* kind) { return seat.kind == "auto" || seat.kind == kind; };
    const auto add = [&](const char* id, const char* name, RodsHow how, const Screw* screw, int second) {
        SupportOption o;
        o.id = id;
        o.name = screw ? fmt::format("{}, {} screws", name, screw->label) : name;
        o.variant = static_cast<int>(how);
        o.ground = groundOf(how);
        o.recesses = how == RodsHow::plate;
        o.strip = how == RodsHow::strip;
        o.screw = screw;
        o.second = second;
        out.push_back(std::move(o));
    };
    const bool weldable = seat.material == "steel" || seat.material == "stainless";
    if (holds == WallHold::studs) {
        if (asked("stud"))
            add("rods-stud", "rods in the studs", RodsHow::stud, nullptr, 0);
        const auto screws = firmScrews(in.catalog, in.metric);
        if (asked("plate") && !screws.empty() && weldable) {
            add("rods-plate", "rods on plates", RodsHow::plate, screws.back(), 1);
            if (screws.size() > 1) // where the heads of the thick ones have no room beside the rod
                add("rods-plate-thin", "rods on plates", RodsHow::plate, screws.front(), 1);
        }
        if (asked("strip") && !screws.empty() && seat.strip > Length())
            add("rods-strip", "rods in a strip", RodsHow::strip, screws.back(), 1);
    }
    if (holds == WallHold::masonry) {
        if (asked("masonry"))
            add("rods-masonry", "rods in the masonry", RodsHow::masonry, nullptr, 0);
        if (asked("plug"))
            add("rods-plug", "rods in adjustable plugs", RodsHow::plug, nullptr, 1);
    }
    if (out.size() > before)
        return;
    // What was asked for does not go with this wall: it is shown by its name, and refused.
    struct Way {
        const char *kind, *id, *name;
        RodsHow how;
    };
    static constexpr std::array ways{Way{"stud", "rods-stud", "rods in the studs", RodsHow::stud},
                                     Way{"plate", "rods-plate", "rods on plates", RodsHow::plate},
                                     Way{"strip", "rods-strip", "rods in a strip", RodsHow::strip},
                                     Way{"masonry", "rods-masonry", "rods in the masonry", RodsHow::masonry},
                                     Way{"plug", "rods-plug", "rods in adjustable plugs", RodsHow::plug}};
    const auto* way =
        std::find_if(ways.begin(), ways.end(), [&](const Way& w) { return seat.kind == w.kind; });
    if (way == ways.end())
        way = holds == WallHold::masonry ? &ways[3] : &ways[0];
    const bool wantsStuds = way->how != RodsHow::masonry && way->how != RodsHow::plug;
    add(way->id, way->name, way->how, nullptr, 0);
    out.back().cure = "unfit";
    out.back().unfit = way->how == RodsHow::plate && !weldable
                           ? fmt::format("a rod of {} is not welded to a plate: steel is", seat.material)
                       : wantsStuds && holds == WallHold::studs
                           ? std::string("the strip for home-made rods has no thickness")
                       : wantsStuds ? fmt::format("{} want timber studs, and this wall ({}) has none",
                                                  way->name, lowered(wallName))
                                    : fmt::format("{} want brick or concrete, and this wall ({}) is none",
                                                  way->name, lowered(wallName));
}

} // namespace owl
