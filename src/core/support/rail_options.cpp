#include "support/hangers.h"
#include "support/rail.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>
#include <fmt/format.h>
#include <span>
#include <utility>

namespace owl {

std::vector<RailOption> railOptions(const Catalog& catalog, bool metric, const WallKind* wall) {
    std::vector<RailOption> out;
    const WallKind* kind = wall ? wall : catalog.findWall("timber_stud_us");
    const WallHold holds = kind ? kind->holds : WallHold::studs;
    // Thin screws and special heads are there to be asked for; left to itself the program takes a plain one.
    struct Offered {
        const char* id;
        int second;
    };
    static constexpr std::array metricScrews{Offered{"m4.5", 0}, Offered{"m5", 0},  Offered{"m6", 0},
                                             Offered{"m4", 1},   Offered{"mt4", 1}, Offered{"mw6", 1},
                                             Offered{"mw8", 1},  Offered{"ml8", 1}};
    static constexpr std::array inchScrews{Offered{"g8", 0},  Offered{"g10", 0}, Offered{"g12", 0},
                                           Offered{"g14", 0}, Offered{"g6", 1},  Offered{"t8", 1},
                                           Offered{"w8", 1},  Offered{"w10", 1}, Offered{"w14", 1},
                                           Offered{"l14", 1}, Offered{"l516", 1}};
    const std::span<const Offered> offered =
        metric ? std::span<const Offered>(metricScrews) : std::span<const Offered>(inchScrews);
    if (holds == WallHold::studs)
        for (const auto& o : offered)
            if (const Screw* s = catalog.findScrew(o.id))
                out.push_back({std::string("studs-") + o.id, s->label + " screws into studs",
                               RailSupport::studs, s, nullptr, o.second});
    bool first = true;
    for (const auto& id : kind ? kind->anchors : std::vector<std::string>()) {
        const AnchorKind* a = catalog.findAnchor(id);
        if (!a)
            continue;
        RailOption o;
        o.anchor = a;
        o.kind = holds == WallHold::masonry                            ? RailSupport::masonry
                 : a->wall == "metal stud" && holds == WallHold::metal ? RailSupport::flanges
                                                                       : RailSupport::cover;
        // The wall's first anchor in the cover is 'anchors' in every file since version 1.
        o.id = o.kind == RailSupport::cover && std::exchange(first, false) ? "anchors" : "anchor-" + a->id;
        o.name = a->name + (o.kind == RailSupport::cover ? ", no stud" : "");
        out.push_back(std::move(o));
    }
    return out;
}

bool isRods(RailSupport k) {
    return k >= RailSupport::rodsStud && k <= RailSupport::rodsPlug;
}

namespace {

/// 'solid clay brick, plastered' within a sentence.
std::string lowered(std::string s) {
    if (!s.empty() && s.front() >= 'A' && s.front() <= 'Z')
        s.front() = static_cast<char>(s.front() - 'A' + 'a'); // whatever the desktop's language
    return s;
}

/// The screws that ledgers, strips and plates are hung with, thinnest first.
std::vector<const Screw*> firmScrews(const Catalog& catalog, bool metric) {
    std::vector<const Screw*> out;
    for (const char* id : metric ? std::array{"m5", "m6"} : std::array{"g10", "g14"})
        if (const Screw* s = catalog.findScrew(id))
            out.push_back(s);
    return out;
}

void addRods(std::vector<RailOption>& out, const RodSeat& seat, const Catalog& catalog, bool metric,
             WallHold holds, const std::string& wallName) {
    const auto asked = [&](const char* kind) { return seat.kind == "auto" || seat.kind == kind; };
    const auto add = [&](const char* id, const char* name, RailSupport kind, const Screw* screw, int second) {
        RailOption o;
        o.id = id;
        o.name = screw ? fmt::format("{}, {} screws", name, screw->label) : name;
        o.kind = kind;
        o.screw = screw;
        o.second = second;
        out.push_back(std::move(o));
    };
    const bool weldable = seat.material == "steel" || seat.material == "stainless";
    if (holds == WallHold::studs) {
        if (asked("stud"))
            add("rods-stud", "rods in the studs", RailSupport::rodsStud, nullptr, 0);
        const auto screws = firmScrews(catalog, metric);
        if (asked("plate") && !screws.empty() && weldable) {
            add("rods-plate", "rods on plates", RailSupport::rodsPlate, screws.back(), 1);
            if (screws.size() > 1) // where the heads of the thick ones have no room beside the rod
                add("rods-plate-thin", "rods on plates", RailSupport::rodsPlate, screws.front(), 1);
        }
        if (asked("strip") && !screws.empty() && seat.strip > Length())
            add("rods-strip", "rods in a strip", RailSupport::rodsStrip, screws.back(), 1);
    }
    if (holds == WallHold::masonry) {
        if (asked("masonry"))
            add("rods-masonry", "rods in the masonry", RailSupport::rodsMasonry, nullptr, 0);
        if (asked("plug"))
            add("rods-plug", "rods in adjustable plugs", RailSupport::rodsPlug, nullptr, 1);
    }
    if (!out.empty())
        return;
    // What was asked for does not go with this wall: it is shown by its name, and refused.
    struct Way {
        const char *kind, *id, *name;
        RailSupport support;
    };
    static constexpr std::array ways{
        Way{"stud", "rods-stud", "rods in the studs", RailSupport::rodsStud},
        Way{"plate", "rods-plate", "rods on plates", RailSupport::rodsPlate},
        Way{"strip", "rods-strip", "rods in a strip", RailSupport::rodsStrip},
        Way{"masonry", "rods-masonry", "rods in the masonry", RailSupport::rodsMasonry},
        Way{"plug", "rods-plug", "rods in adjustable plugs", RailSupport::rodsPlug}};
    const auto* way =
        std::find_if(ways.begin(), ways.end(), [&](const Way& w) { return seat.kind == w.kind; });
    if (way == ways.end())
        way = holds == WallHold::masonry ? &ways[3] : &ways[0];
    const bool wantsStuds = way->support != RailSupport::rodsMasonry && way->support != RailSupport::rodsPlug;
    add(way->id, way->name, way->support, nullptr, 0);
    out.back().unfit = way->support == RailSupport::rodsPlate && !weldable
                           ? fmt::format("a rod of {} is not welded to a plate: steel is", seat.material)
                       : wantsStuds && holds == WallHold::studs
                           ? std::string("the strip for home-made rods has no thickness")
                       : wantsStuds ? fmt::format("{} want timber studs, and this wall ({}) has none",
                                                  way->name, lowered(wallName))
                                    : fmt::format("{} want brick or concrete, and this wall ({}) is none",
                                                  way->name, lowered(wallName));
}

void addArms(std::vector<RailOption>& out, const Catalog& catalog, bool metric, const WallKind* wall) {
    for (auto o : railOptions(catalog, metric, wall)) {
        const bool firm = o.kind == RailSupport::studs && o.second == 0;
        if (!firm && o.kind != RailSupport::masonry && o.kind != RailSupport::cover)
            continue;
        o.id = "arms-" + o.id;
        o.name = "arms, " + (o.screw ? o.screw->label + " screws" : o.name);
        if (o.kind == RailSupport::studs)
            o.kind = RailSupport::arms;
        out.push_back(std::move(o));
    }
    // Where the look leaves but one stud behind the ledger: the firmest screw there, the cover's first anchor
    // beside it.
    const AnchorKind* cover = nullptr;
    const RailOption* firmest = nullptr;
    for (const auto& o : out) {
        if (o.kind == RailSupport::cover && !cover)
            cover = o.anchor;
        if (o.kind == RailSupport::arms)
            firmest = &o;
    }
    if (!cover || !firmest)
        return;
    RailOption o = *firmest;
    o.id += "-beside";
    o.name += " and an anchor beside one stud";
    o.beside = cover;
    out.push_back(std::move(o));
}

/// What a standing case is tied to the wall with; on its feet alone where it has no part to tie.
void addStanding(std::vector<RailOption>& out, const Assembly& a, const Catalog& catalog, bool metric,
                 const WallKind* wall) {
    if (!a.floor->tied) {
        RailOption o;
        o.id = "stands";
        o.name = "on its own feet";
        o.kind = RailSupport::floor;
        out.push_back(std::move(o));
        return;
    }
    for (auto o : railOptions(catalog, metric, wall)) {
        if (!o.firm() || o.second > 0)
            continue;
        o.id = "stands-" + o.id;
        o.name = "on its feet, tied with " + o.name;
        out.push_back(std::move(o));
    }
}

/// Strips on several walls: screws into studs; anchors beside them where a strip has but one stud; those also
/// where a strip has none, when somebody asks for it; anchors alone.
void addLedgers(std::vector<RailOption>& out, const Catalog& catalog, bool metric, const WallKind* wall) {
    const auto base = railOptions(catalog, metric, wall);
    const AnchorKind* cover = nullptr;
    for (const auto& o : base)
        if (o.kind == RailSupport::cover && !cover)
            cover = o.anchor;
    for (RailOption o : base) {
        if (o.second > 0 || o.kind == RailSupport::flanges)
            continue;
        if (o.kind == RailSupport::cover && o.anchor != cover)
            continue;
        const std::string how = o.name;
        o.id = "ledgers-" + o.id;
        o.name = how;
        if (o.kind != RailSupport::studs) {
            if (o.kind == RailSupport::masonry && !firmScrews(catalog, metric).empty())
                o.studScrew = firmScrews(catalog, metric).back();
            out.push_back(std::move(o));
            continue;
        }
        o.kind = RailSupport::ledgers;
        out.push_back(o);
        if (!cover)
            continue;
        o.beside = cover;
        o.usual = true;
        o.second = 1;
        const std::string id = o.id;
        o.id = id + "-beside";
        o.name = o.screw->label + " screws, anchors beside a lone stud";
        out.push_back(o);
        o.usual = false;
        o.id = id + "-cover";
        o.name = o.screw->label + " screws, anchors where no stud is";
        out.push_back(std::move(o));
    }
}

/// Everything that a rail can hang on, each with the usual fixing of this wall.
void addHangers(std::vector<RailOption>& out, const Catalog& catalog, bool metric, const WallKind* wall) {
    const std::vector<RailOption> base = railOptions(catalog, metric, wall);
    for (const auto& h : catalog.hangers) {
        const bool along = h.kind == HangerKind::cleat || h.kind == HangerKind::rail;
        const char* screw = metric ? (along ? "m5" : "m4.5") : along ? "g10" : "g8";
        bool firm = false;
        for (RailOption o : base) {
            if (o.anchor && o.anchor->through && !along) // a head in a slot is a screw's
                continue;
            const bool mine = o.screw ? o.screw->id == screw
                              : o.kind == RailSupport::masonry || o.kind == RailSupport::flanges
                                  ? !std::exchange(firm, true)
                                  : !along && o.id == "anchors";
            if (!mine)
                continue;
            o.name = h.name + ", " + (o.screw ? o.screw->label + " screws" : o.name);
            o.id = h.id + "-" + o.id;
            o.hanger = &h;
            o.second = 0;
            out.push_back(std::move(o));
        }
    }
}

} // namespace

std::vector<RailOption> supportOptions(const Assembly& a, const Catalog& catalog, bool metric,
                                       const WallKind* wall) {
    std::vector<RailOption> out;
    const WallKind* kind = wall ? wall : catalog.findWall("timber_stud_us");
    const WallHold holds = kind ? kind->holds : WallHold::studs;
    if (a.floor)
        addStanding(out, a, catalog, metric, wall);
    else if (a.ledgers)
        addLedgers(out, catalog, metric, wall);
    else if (a.rods)
        addRods(out, *a.rods, catalog, metric, holds, kind ? kind->name : std::string());
    else if (a.cavity)
        addArms(out, catalog, metric, wall);
    else {
        if (a.standOff <= Length())
            out = railOptions(catalog, metric, wall);
        if (!a.screwedFlat)
            addHangers(out, catalog, metric, wall);
        std::erase_if(out, [&](const RailOption& o) {
            return o.hanger && o.hanger->kind == HangerKind::eight && somethingAboveRail(a, o.hanger->height);
        });
        if (a.standOff > Length()) { // set in for what hooks along it: nothing else reaches
            std::erase_if(out, [](const RailOption& o) {
                return o.hanger->kind != HangerKind::cleat && o.hanger->kind != HangerKind::rail;
            });
            for (auto& o : out)
                o.usual = true;
        }
    }
    return out;
}

std::vector<std::string> supportIds(const Assembly& a, const Catalog& catalog, bool metric,
                                    const WallKind* wall) {
    std::vector<std::string> out;
    for (const auto& o : supportOptions(a, catalog, metric, wall))
        out.push_back(o.id);
    return out;
}

std::vector<double> anchorPlaces(double left, double right) {
    const double end = std::min(50.0, (right - left) / 6);
    const double run = right - left - 2 * end;
    const int gaps = std::max(2, static_cast<int>(std::ceil(run / 400 - 1e-9)));
    std::vector<double> out;
    for (int i = 0; i <= gaps; ++i)
        out.push_back(left + end + run * i / gaps);
    return out;
}

} // namespace owl
