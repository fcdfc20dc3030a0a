#include "room/height_advice.h"

#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

/// Which row of the heights table speaks about a kind of furniture.
const char* rowFor(const std::string& kind) {
    static const std::map<std::string, const char*> rows{
        {"sofa", "over_sofa"}, {"desk", "over_desk"},       {"tv", "over_tv"},
        {"bed", "over_bed"},   {"counter", "over_counter"}, {"radiator", "over_radiator"}};
    const auto it = rows.find(kind);
    return it == rows.end() ? nullptr : it->second;
}

} // namespace

std::vector<HeightBand> heightAdvice(const Wall& wall, Length x0, Length x1, Length pieceHeight,
                                     const Catalog& catalog) {
    std::vector<HeightBand> out;
    for (const auto& f : wall.furniture) {
        const char* id = rowFor(f.kind);
        const HeightAdvice* row = id ? catalog.findHeight(id) : nullptr;
        if (!row || f.x >= x1 || f.x + f.width <= x0)
            continue;
        out.push_back(
            {f.height + Length::mm(row->low) + pieceHeight, f.height + Length::mm(row->high) + pieceHeight,
             fmt::format("over the {}", f.name.empty() ? f.kind : f.name),
             fmt::format("underside {:.0f} to {:.0f} mm above it: {}", row->low, row->high, row->why),
             row->source});
    }
    if (const HeightAdvice* row = catalog.findHeight("pic_ledge")) {
        const double high = row->high > 0 ? row->high : row->typical + 150;
        out.push_back(
            {Length::mm(row->low), Length::mm(high), "picture ledge",
             row->why.empty()
                 ? std::string("pictures of usual size then have their centre near standing eye level")
                 : row->why,
             row->source});
    }
    return out;
}

} // namespace owl
