#pragma once
// What all that look at one piece on its wall have in common.

#include "plan/plan.h"

namespace owl {

class PieceFinder {
  public:
    PieceFinder(const Project& project, const Plan& plan, const Piece& piece, const PiecePlan& pp,
                std::vector<Finding>& out)
        : project_(project), plan_(plan), piece_(piece), pp_(pp), out_(out),
          wall_(project.findWall(piece.wall)) {}

  protected:
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, project_.style); }
    [[nodiscard]] std::string sayRound(Length l) const { return say(roundToTape(l, project_.style)); }
    [[nodiscard]] Length length() const { return pp_.assembly().length; }
    /// A finding about this piece.
    Finding& found(const char* id, Severity severity, const char* station, std::string title,
                   std::string text) {
        Finding& f = addFinding(out_, id, severity, station, std::move(title), std::move(text));
        f.piece = piece_.id;
        return f;
    }

    const Project& project_;
    const Plan& plan_;
    const Piece& piece_;
    const PiecePlan& pp_;
    std::vector<Finding>& out_;
    const Wall* wall_; ///< null when the piece hangs on none
};

} // namespace owl
