// What goes into a wall: screws, anchors, and where.
#include "support/support.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <span>
#include <utility>

namespace owl {

const char* intoOf(Ground ground) {
    switch (ground) {
    case Ground::studs:
    case Ground::flanges:
        return "stud";
    case Ground::masonry:
        return "masonry";
    case Ground::cover:
        return "cover";
    case Ground::none:
        break;
    }
    return "none";
}

std::vector<SupportOption> wallFixings(const Catalog& catalog, bool metric, const WallKind* wall) {
    std::vector<SupportOption> out;
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
                out.push_back({std::string("studs-") + o.id, s->label + " screws into studs", nullptr,
                               Ground::studs, s, nullptr, o.second});
    bool first = true;
    for (const auto& id : kind ? kind->anchors : std::vector<std::string>()) {
        const AnchorKind* a = catalog.findAnchor(id);
        if (!a)
            continue;
        SupportOption o;
        o.anchor = a;
        o.ground = holds == WallHold::masonry                            ? Ground::masonry
                   : a->wall == "metal stud" && holds == WallHold::metal ? Ground::flanges
                                                                         : Ground::cover;
        // The wall's first anchor in the cover is 'anchors' in every file since version 1.
        o.id = o.ground == Ground::cover && std::exchange(first, false) ? "anchors" : "anchor-" + a->id;
        o.name = a->name + (o.ground == Ground::cover ? ", no stud" : "");
        out.push_back(std::move(o));
    }
    return out;
}

std::vector<const Screw*> firmScrews(const Catalog& catalog, bool metric) {
    std::vector<const Screw*> out;
    for (const char* id : metric ? std::array{"m5", "m6"} : std::array{"g10", "g14"})
        if (const Screw* s = catalog.findScrew(id))
            out.push_back(s);
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
