#include "piece/kind_builder.h"

#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

Problem& KindBuilder::problem(std::string id, const char* field, std::string text, bool blocks) {
    d_.problems.push_back({std::move(id), field, std::move(text), blocks, {}});
    return d_.problems.back();
}

Length KindBuilder::atMark(Length l) const {
    return Length::nm(l.nm() / mark().nm() * mark().nm());
}

Length KindBuilder::mark() const {
    return ctx_.units == "in" ? Length::inches(1, 16) : 1_mm;
}

Cure KindBuilder::to(const std::string& name, const char* key, Length value) const {
    return {name + " " + say(value), {{key, value.mm()}}};
}

Part& KindBuilder::add(Part p, std::vector<std::string> why, const Vec3& apart) {
    p.why = std::move(why);
    p.apart = apart;
    d_.assembly.parts.push_back(std::move(p));
    return d_.assembly.parts.back();
}

Part* KindBuilder::part(const std::string& id) {
    return d_.assembly.find(id);
}

Feature& KindBuilder::feature(Part& p, const std::string& what, const char* kind, std::string text) {
    p.features.push_back({fmt::format("{}/{}", p.id, what), kind, std::move(text), {}});
    return p.features.back();
}

void KindBuilder::spanOfParts() {
    Assembly& a = d_.assembly;
    Bounds3 all{{1e18, 1e18, 1e18}, {-1e18, -1e18, -1e18}};
    for (const auto& p : a.parts) {
        if (p.solid.empty())
            continue;
        const Bounds3 b = p.solid.bounds();
        all.low = {std::min(all.low.x, b.low.x), std::min(all.low.y, b.low.y), std::min(all.low.z, b.low.z)};
        all.high = {std::max(all.high.x, b.high.x), std::max(all.high.y, b.high.y),
                    std::max(all.high.z, b.high.z)};
    }
    if (all.high.x < all.low.x)
        return;
    a.length = Length::mm(all.high.x - all.low.x);
    a.depth = Length::mm(all.high.y - all.low.y);
    a.height = a.top = Length::mm(all.high.z - all.low.z);
}

void KindBuilder::noPlugs(const std::string& name, const char* key, Length thick, double countersink) {
    const Length need = Length::mm(std::ceil(2 * (countersink + leastPlug)));
    problem(
        "no_plugs", "plugs",
        fmt::format(
            "The {} is {} thick: with {} for a plug less than half of it would stay under the heads. They "
            "are filled.",
            name, say(thick), say(Length::mm(leastPlug))),
        false)
        .cures = {{"Fill them", {{"plugs", "filled"}}}, to(capitalised(name), key, need)};
}

} // namespace owl
