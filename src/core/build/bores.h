#pragma once
// Holes as they are bored, and where they are. Internal to build/.
#include "assembly/assembly.h"
#include "measure/format.h"

namespace owl {

/// A hole as it is bored: through parts that are together by then, from the one it begins in.
struct Bore {
    const Part* part = nullptr;
    const Hole* mouth = nullptr;
    double depth = 0;                ///< mm, of all of it
    std::vector<std::string> passes; ///< names, where it is more than one
    std::vector<std::string> holes;  ///< ids
    const Part* guide = nullptr;     ///< the rail whose hole leads the bit
    std::vector<std::string> halves; ///< names, where it runs along the glue between layers
};
/// All that are no joint's, no shelf pin's and not in the rail that takes the wall's screws, by their mouths.
std::vector<Bore> boresOf(const Assembly& a);
/// True when a joint needs that hole.
bool isOfAJoint(const Assembly& a, const Hole& h);
/// Bored into an edge or a standing face, not from above or below.
bool isLevel(const Hole& h);

/// Says where holes of a part are: along it, above its lower edge or from its back edge.
class BorePlaces {
  public:
    BorePlaces(const Assembly& a, const NumberStyle& style) : a_(a), style_(style) {}
    /// Boards that were sawn to an outline have no end of their own any more.
    [[nodiscard]] static bool inPanel(const Part& p);
    /// 'From the left end of the base', 'from the lower end of the left rail', or from the corner of a panel
    /// that is sawn to an outline.
    [[nodiscard]] static std::string fromWhere(const Part& p);
    /// '40 mm, 240 mm; 20 mm from its lower edge; 5 mm wide, 18 mm deep'. At least one bore.
    [[nodiscard]] std::string places(const Part& p, const std::vector<const Bore*>& bores) const;
    /// How thick the part is where that hole goes in, mm.
    [[nodiscard]] double thickAt(const Part& p, const Hole& h) const;

  private:
    [[nodiscard]] bool isTurned(const Part& p) const;
    [[nodiscard]] Length along(const Part& p, const Hole& h) const;
    [[nodiscard]] Length row(const Part& p, const Hole& h) const;
    [[nodiscard]] static bool inItsFace(const Part& p, const Hole& h);
    [[nodiscard]] std::string edge(const Part& p, const Hole& h) const;
    [[nodiscard]] Length fromItsWall(const Part& p, const Hole& h) const;
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, style_); }

    const Assembly& a_;
    const NumberStyle& style_;
};

} // namespace owl
