#pragma once
// What all that look at one piece on its wall have in common.

#include "assembly/reach.h"
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
        const Assembly& a = pp_.assembly();
        const WallReach reach = wallReach(a);
        const Length atLeft = reach.left + Length::mm(studEndMargin);
        const Length atRight = a.length - reach.right + Length::mm(studEndMargin);
        std::vector<Length> heights;
        for (Length row : reach.rows)
            heights.push_back(pp_.bottom + row);
        auto studs = freeStuds(*wall_, plan_.findWall(wall_->id)->zones, left + atLeft,
                               left + pieceLength - atRight, heights, catalog_);
        if (pieceLength == length())
            std::erase_if(studs, [&](Length x) { return reach.hides(x - left); });
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
    /// As long as that, its left end at `left`.
    [[nodiscard]] Remedy longerAt(Length to, Length left) const {
        Remedy r = changeLength("Make it " + say(to - length()) + " longer", piece_, to);
        const bool typed = piece_.place.anchor == Anchor::typed && piece_.place.follow.how == FollowHow::none;
        if (!typed || left == pp_.left)
            return r;
        r.name += fmt::format(", {} of it at the left", say(pp_.left - left));
        for (auto& c : moveTo("", project_, piece_.id, left, pp_.bottom).changes)
            r.changes.push_back(std::move(c));
        return r;
    }
    /// Where its left end can be when it grows by `more`: it keeps its left end, its middle or its right end
    /// where its place is typed, its middle where it is centred.
    [[nodiscard]] std::vector<Length> leftEnds(Length more) const {
        if (piece_.place.follow.how != FollowHow::none)
            return {pp_.left};
        if (piece_.place.anchor != Anchor::typed)
            return {pp_.left - more / 2};
        return {pp_.left, pp_.left - more, pp_.left - more / 2};
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
