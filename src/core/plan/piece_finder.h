#pragma once
// What all that look at one piece on its wall have in common.

#include "plan/plan.h"
#include "plan/remedies.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

class PieceFinder {
  public:
    PieceFinder(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                const PiecePlan& pp, std::vector<Finding>& out)
        : project_(project), plan_(plan), catalog_(catalog), piece_(piece), pp_(pp), out_(out),
          wall_(project.findWall(piece.wall)) {}

  protected:
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, project_.style); }
    [[nodiscard]] std::string sayRound(Length l) const { return say(roundToTape(l, project_.style)); }
    [[nodiscard]] bool metric() const { return project_.style.units == Units::metric; }
    [[nodiscard]] Length length() const { return pp_.assembly().length; }
    [[nodiscard]] Remedy shiftBy(Length by) const {
        return moveTo(fmt::format("Shift {} {}", say(abs(by)), by < Length() ? "left" : "right"), project_,
                      piece_.id, pp_.left + by, pp_.bottom);
    }
    /// Studs free to drill behind a piece of this length that begins at `left`; those that its uprights would
    /// hide from a driver are known for its own length.
    [[nodiscard]] std::size_t studsAt(Length left, Length pieceLength) const {
        const Length margin = pp_.assembly().wallLeft + 40_mm;
        std::vector<Length> heights;
        for (Length row : pp_.assembly().wallRows)
            heights.push_back(pp_.bottom + row);
        auto studs = freeStuds(*wall_, plan_.findWall(wall_->id)->zones, left + margin,
                               left + pieceLength - margin, heights, catalog_);
        if (pieceLength == length())
            std::erase_if(studs, [&](Length x) {
                const auto& hidden = pp_.assembly().wallHidden;
                return std::any_of(hidden.begin(), hidden.end(),
                                   [&](const auto& h) { return x - left > h.first && x - left < h.second; });
            });
        return studs.size();
    }
    /// The smallest shift up to `reach`, in steps that the tape shows, that catches at least `wanted` studs;
    /// 0 when none does.
    [[nodiscard]] Length shiftFor(std::size_t wanted, Length reach) const {
        if (pp_.assembly().seat<LedgersSeat>()) // it cannot leave its corner
            return {};
        const Length step = metric() ? 1_mm : Length::inches(1, 16);
        for (Length d = step; d <= reach; d += step)
            for (Length by : {-d, d}) {
                const Length left = pp_.left + by;
                if (left >= Length() && left + length() <= wall_->width && studsAt(left, length()) >= wanted)
                    return by;
            }
        return {};
    }
    /// A finding about this piece.
    Finding& found(const char* id, Severity severity, const char* station, std::string title,
                   std::string text) {
        Finding& f = addFinding(out_, id, severity, station, std::move(title), std::move(text));
        f.piece = piece_.id;
        return f;
    }

    const Project& project_;
    const Plan& plan_;
    const Catalog& catalog_;
    const Piece& piece_;
    const PiecePlan& pp_;
    std::vector<Finding>& out_;
    const Wall* wall_; ///< null when the piece hangs on none
};

} // namespace owl
