#include "piece/rod_recesses.h"

#include "assembly/outline.h"
#include "assembly/rod_plate.h"

#include <fmt/format.h>

namespace owl {

void recessPlates(std::vector<Part>& parts, const std::vector<Length>& xs, double thickness, double mid,
                  const MakeContext& ctx) {
    const double high = thickness - rodPlateLess;
    const auto say = [&](double l) { return exactLength(Length::mm(l), ctx); };
    std::vector<Feature*> cut;
    for (auto& p : parts) {
        const double before = p.solid.volume();
        for (Length place : xs) {
            const double x = place.mm();
            const double w = rodPlateWide / 2 + 0.5;
            subtract(
                p.solid,
                boxCell({x - w, -1, mid - high / 2 - 0.5}, plainAxes, {2 * w, rodPlateThick + 1, high + 1}),
                9);
        }
        if (p.solid.volume() < before - 1) {
            p.features.push_back(
                {p.id + "/housing",
                 "housing",
                 fmt::format("{} recesses in the back edge for the plates, {} deep, {} wide and {} high",
                             xs.size(), say(rodPlateThick), say(rodPlateWide + 1), say(high + 1)),
                 {},
                 {},
                 false,
                 {{"recesses", static_cast<double>(xs.size())},
                  {"depth_mm", rodPlateThick},
                  {"width_mm", rodPlateWide + 1},
                  {"length_mm", high + 1}}});
            cut.push_back(&p.features.back());
        }
    }
    if (cut.size() > 1)
        for (Feature* f : cut)
            f->purpose = acrossBoards;
}

} // namespace owl
