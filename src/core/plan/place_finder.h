#pragma once
// What all that look at where a piece hangs have in common.

#include "plan/piece_finder.h"

namespace owl {

class PlaceFinder : public PieceFinder {
  public:
    using PieceFinder::PieceFinder;

  protected:
    Finding& add(const char* id, Severity severity, std::string title, std::string text) {
        Finding& f = found(id, severity, "place", std::move(title), std::move(text));
        f.wall = piece_.wall;
        return f;
    }
    [[nodiscard]] Remedy raise(Length z) const {
        const Length to = roundToTape(z, project_.style);
        return moveTo("Hang it at " + say(to), project_, piece_.id, pp_.left, to);
    }
};

} // namespace owl
