#include "support/rail.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace owl {

std::vector<RailOption> railOptions(const Catalog& catalog, bool metric, const WallKind* wall) {
    std::vector<RailOption> out;
    const WallKind* kind = wall ? wall : catalog.findWall("timber_stud_us");
    const WallHold holds = kind ? kind->holds : WallHold::studs;
    if (holds == WallHold::studs)
        for (const char* id : metric ? std::vector<const char*>{"m4.5", "m5", "m6"}
                                     : std::vector<const char*>{"g8", "g10", "g12", "g14"})
            if (const Screw* s = catalog.findScrew(id))
                out.push_back({std::string("studs-") + id, s->label + " screws into studs",
                               RailSupport::studs, s, nullptr});
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
