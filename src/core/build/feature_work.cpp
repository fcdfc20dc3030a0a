#include "build/feature_work.h"

#include <algorithm>

#include <algorithm>
#include <array>

namespace owl {
namespace {

constexpr const char* small = "cutting small parts";
constexpr const char* routed = "router passes";

const std::array<FeatureWork, 8>& works() {
    static const std::array<FeatureWork, 8> rows{{
        {"step", {"fine saw", "square"}, 8, small},
        {"notch", {"fine saw", "chisel", "square"}, 10, small}, // across the grain, then along it
        {"mitre", {"saw with a tilting blade", "stop block"}, 8, small},
        {"bevel", {"saw with a tilting blade", "stop block"}, 8, small},
        {"curve", {"drawknife or jigsaw", "brush"}, 8, small},
        {"housing", {"router with a straight bit", "chisel"}, 8, routed},
        {"profile", {"router with a bit for the edge", "clamps"}, 0, routed},
        {"band", {"iron", "roller", "sharp chisel"}, 6, ""},
    }};
    return rows;
}

} // namespace

const FeatureWork& workOf(const Feature& feature) {
    static const FeatureWork groove{"groove", {"router with a straight bit", "fence"}, 0, routed};
    static const FeatureWork byTemplate{"curve", {"jigsaw", "rasp"}, 8, small};
    if (feature.kind == "curve" && feature.text.find("template") != std::string::npos)
        return byTemplate;
    const auto row = std::find_if(works().begin(), works().end(),
                                  [&](const FeatureWork& w) { return w.kind == feature.kind; });
    return row == works().end() ? groove : *row;
}

std::string spoken(const Feature& feature) {
    std::string out = feature.kind;
    std::replace(out.begin(), out.end(), '_', ' ');
    return out;
}

bool madeElsewhere(const Feature& feature) {
    return feature.kind == "order" || feature.kind == "scribe";
}

} // namespace owl
