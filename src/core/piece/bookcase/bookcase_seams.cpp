// Where the sections of a bookcase meet: screwed together in the room, through both sides.
#include "joint/fit.h"
#include "measure/words.h"
#include "piece/bookcase/bookcase_shape.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class BookcaseSeams : BookcaseWork {
  public:
    using BookcaseWork::BookcaseWork;

    /// Sections stand side by side: two screws through both sides low down and two high up, from inside.
    void run() {
        for (std::size_t i = 0; i + 1 < s_.sections.size(); ++i) {
            const std::string& right = s_.sections[i].right;
            const std::string& left = s_.sections[i + 1].left;
            if (!has(right) || !has(left))
                continue;
            Joint j = named(fmt::format("seam-{}", i + 1), right, left, "screwed");
            j.drivenFrom = "the left";
            j.glued = j.carries = false;
            j.atWall = true;
            const std::string why =
                fitScrew(j, {s_.t, s_.t, 200_mm, false, false}, PlugWay::filled, ctx_, catalog_);
            j.how = Joinery::screws;
            if (!why.empty())
                problem("no_screw", "sections", why).cures = {{"One case", {{"sections", 1}}},
                                                              to("Boards", "thickness", 18_mm)};
            else
                j.spots = seamSpots(i);
            j.note = note(j);
            keep(std::move(j));
        }
    }

  private:
    /// The same words at every seam: they are said once.
    [[nodiscard]] std::string note(const Joint& j) const {
        const Screw* s = catalog_.findScrew(j.screwId);
        if (!s || j.spots.empty())
            return "No screw fits through two neighbours: clamp them and tie each by itself.";
        return fmt::format(
            "Clamp neighbours together, fronts and tops flush. Out of the left one, {} and {} from "
            "its front edge, in the middle of its lowest{} opening, bore {} through its own side and "
            "{} into the next, and drive {} {} × {}.",
            say(p_.depth - j.spots[1].at.y), say(p_.depth - j.spots[0].at.y),
            j.spots.size() > 2 ? " and of its uppermost" : "", say(Length::mm(s->clearance)),
            say(Length::mm(s->pilotSoft)), counted(j.spots.size(), "screw"), s->label, say(j.screwLength));
    }
    /// In the middle of the lowest and the uppermost opening, where no pins and no board's ends are.
    [[nodiscard]] std::vector<FastenerSpot> seamSpots(std::size_t section) const {
        const std::size_t bay = s_.sections[section].last;
        std::vector<Length> boards{s_.z0};
        for (const auto& shelf : s_.shelves)
            if (shelf.bay == bay)
                boards.push_back(shelf.z);
        std::sort(boards.begin(), boards.end());
        const auto middle = [&](std::size_t k) {
            const Length low = boards[k] + (k > 0 ? s_.ts : Length());
            return (low + (k + 1 < boards.size() ? boards[k + 1] : s_.z1)) / 2;
        };
        const Length rear =
            std::max({s_.innerY, s_.sideY, s_.notchHigh > middle(0) ? p_.notchDepth : Length()});
        const Length front = p_.depth;
        const Length usual = ctx_.units == "in" ? Length::inches(9, 4) : 60_mm;
        const Length in = std::min(usual, (front - rear) / 4);
        std::vector<FastenerSpot> out;
        std::vector<std::size_t> openings{0};
        if (boards.size() > 1)
            openings.push_back(boards.size() - 1);
        for (const std::size_t k : openings)
            for (const Length y : {rear + in, front - in})
                out.push_back({{s_.sections[section].in1, y, middle(k)}});
        return out;
    }
};

} // namespace

void addBookcaseSeams(const BookcaseWith& with) {
    BookcaseSeams(with).run();
}

} // namespace owl
