#include "room/height_advice.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

/// Which row of the heights table speaks about a kind of furniture.
const char* rowFor(const std::string& kind) {
    static const std::map<std::string, const char*> rows{
        {"sofa", "over_sofa"},        {"armchair", "over_sofa"}, {"desk", "over_desk"},
        {"table", "over_desk"},       {"tv", "over_tv"},         {"tv_stand", "over_tv"},
        {"bed", "over_bed"},          {"cot", "over_bed"},       {"counter", "over_counter"},
        {"radiator", "over_radiator"}};
    const auto it = rows.find(kind);
    return it == rows.end() ? nullptr : it->second;
}

class Adviser {
  public:
    Adviser(const Wall& wall, const HeightQuestion& ask, const Catalog& catalog)
        : wall_(wall), ask_(ask), catalog_(catalog) {}

    std::vector<HeightBand> run() {
        for (const auto& f : wall_.furniture)
            if (f.x < ask_.x1 && f.right() > ask_.x0)
                over(f.kind, f.title(), f.id, f.height);
        for (const auto& o : wall_.obstacles)
            if (o.kind == "radiator" && o.x < ask_.x1 && o.right() > ask_.x0)
                over("radiator", "radiator", o.id, o.top());
        pictures();
        habit();
        reach();
        walkway();
        ceiling();
        return std::move(out_);
    }

  private:
    [[nodiscard]] std::string say(double mm) const {
        return formatLength(roundToTape(Length::mm(mm), ask_.style), ask_.style);
    }
    void over(const std::string& kind, const std::string& name, const std::string& id, Length top) {
        const char* key = rowFor(kind);
        const HeightAdvice* row = key ? catalog_.findHeight(key) : nullptr;
        if (!row)
            return;
        out_.push_back(
            {"over:" + id, top + Length::mm(row->low) + ask_.height,
             top + Length::mm(row->high) + ask_.height, "over the " + name,
             fmt::format("underside {} to {} above it: {}", say(row->low), say(row->high), row->why),
             row->source, false});
    }

    void pictures() {
        const HeightAdvice* row = catalog_.findHeight("pic_centre");
        if (!row || ask_.pictureHeight <= Length())
            return;
        const Length topOverSurface = ask_.height - ask_.surface;
        const Length half = ask_.pictureHeight / 2;
        out_.push_back({"pictures", Length::mm(row->low) - half + topOverSurface,
                        Length::mm(row->high) - half + topOverSurface, "centre line of its pictures",
                        fmt::format("the middle of the tallest picture at {} to {}: {}", say(row->low),
                                    say(row->high), row->why),
                        row->source, false});
    }

    void habit() {
        if (const HeightAdvice* row = ask_.habit.empty() ? nullptr : catalog_.findHeight(ask_.habit)) {
            // 'Picture ledge, height of ..': what it is about, as it stands in a sentence
            std::string what = row->item.substr(0, row->item.find(','));
            if (!what.empty() && what[0] >= 'A' && what[0] <= 'Z')
                what[0] = static_cast<char>(what[0] - 'A' + 'a');
            out_.push_back(
                {"habit", Length::mm(row->low), Length::mm(row->high), what, row->why, row->source, false});
        }
    }

    void reach() {
        const HeightAdvice* high = catalog_.findHeight(wall_.user == "adult" ? "reach_adult" : wall_.user);
        const HeightAdvice* low = catalog_.findHeight(wall_.user == "adult"        ? "reach_low"
                                                      : wall_.user == "wheel_high" ? "wheel_low"
                                                                                   : "child_low");
        if (!high)
            return;
        out_.push_back({"reach", Length::mm(low ? low->typical : 0), Length::mm(high->typical),
                        "within reach", high->item + (high->why.empty() ? "" : ": " + high->why),
                        high->source, true});
    }

    void walkway() {
        const HeightAdvice* head = catalog_.findHeight("head");
        const HeightAdvice* out = catalog_.findHeight("protrude");
        if (!wall_.walkway || !head || !out || ask_.depth <= Length::mm(out->high))
            return;
        out_.push_back({"head", Length::mm(head->low) + ask_.height, wall_.height, "over a walkway",
                        fmt::format("what stands out more than {} keeps {} of head room below it",
                                    say(out->high), say(head->low)),
                        head->source, true});
    }

    void ceiling() {
        const HeightAdvice* row = catalog_.findHeight("ceiling_gap");
        const Length ceiling = lowestCeiling(wall_, ask_.x0, ask_.x1) - wall_.crown;
        if (row)
            out_.push_back(
                {"ceiling", Length(), ceiling - Length::mm(row->low) - std::max(Length(), ask_.pictureHeight),
                 "under the ceiling", fmt::format("{} free above what stands on it", say(row->low)),
                 row->source, true});
    }

    const Wall& wall_;
    const HeightQuestion& ask_;
    const Catalog& catalog_;
    std::vector<HeightBand> out_;
};

} // namespace

std::vector<HeightBand> heightAdvice(const Wall& wall, const HeightQuestion& ask, const Catalog& catalog) {
    return Adviser(wall, ask, catalog).run();
}

ShelfSpacing spacingFor(Length tallestThing) {
    return {tallestThing + 25_mm, tallestThing + 40_mm};
}

const std::vector<std::pair<std::string, std::string>>& wallUsers() {
    static const std::vector<std::pair<std::string, std::string>> users{
        {"adult", "grown-ups, standing"},          {"reach_deep", "grown-ups, over a counter"},
        {"wheel_high", "someone in a wheelchair"}, {"child_3_4", "a child of 3 or 4"},
        {"child_5_8", "a child of 5 to 8"},        {"child_9_12", "a child of 9 to 12"}};
    return users;
}

} // namespace owl
