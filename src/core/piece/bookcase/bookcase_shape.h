#pragma once
// What the parts of a bookcase share. Only bookcase*.cpp need this.

#include "piece/bookcase/bookcase.h"
#include "piece/case_builder.h"

#include <algorithm>

namespace owl {

/// Where the boards lie, in the piece. Rear edges: y from the wall.
struct BookcaseShape {
    Length t, ts;             ///< thickness of uprights, top and bottom; of shelves
    Length x0, x1, z0, z1;    ///< clear room between the outermost sides, between bottom and top
    Length sideLow, sideHigh; ///< lower and upper end of the sides
    Length low;               ///< lower face of the bottom
    Length sideY, innerY;     ///< rear of the sides; of what stands between them
    Length flatY;             ///< of bottom and top: over a rail behind a panel that is let in
    Length railY;             ///< rear of the rails
    Length notchHigh;         ///< upper edge of what is cut out over the baseboard; 0: nothing
    std::vector<Bay> bays;    ///< of all sections
    /// A case of its own. Most bookcases are one; several stand side by side.
    struct Section {
        std::string tag;                 ///< what the ids of its boards end with: '', '-s2'
        std::string of;                  ///< what their names end with: '', ' of section 2'
        std::string left, right;         ///< its sides
        Length x0, x1;                   ///< their outer faces
        Length in0, in1;                 ///< their inner faces
        std::size_t first = 0, last = 0; ///< its bays
    };
    std::vector<Section> sections;
    struct Shelf {
        std::string id;
        std::size_t bay;
        bool loose;
        Length z; ///< its lower face
    };
    std::vector<Shelf> shelves; ///< that were made, bay by bay, upwards
};

struct BookcaseWith {
    const BookcaseParams& params;
    const MakeContext& ctx;
    const Catalog& catalog;
    BookcaseShape& shape;
    Draft& draft;
};

class BookcaseWork : protected CaseBuilder {
  public:
    explicit BookcaseWork(const BookcaseWith& w)
        : CaseBuilder(w.ctx, w.draft, w.catalog), p_(w.params), s_(w.shape) {}

  protected:
    [[nodiscard]] bool standing() const { return p_.onFloor(); }
    [[nodiscard]] bool onSides() const { return standing() && p_.base == CaseBase::sides; }
    [[nodiscard]] bool onFrame() const { return standing() && p_.base == CaseBase::frame; }
    /// Taller ones are tied to the wall whatever the sum says (S11.2).
    [[nodiscard]] bool wantsRail() const {
        return !standing() || p_.height > 600_mm || p_.tie || p_.back == CaseBack::rails;
    }
    [[nodiscard]] bool housed() const { return p_.joinery == CaseJoint::housed; }
    [[nodiscard]] bool panel() const { return p_.back != CaseBack::rails; }
    using Section = BookcaseShape::Section;
    [[nodiscard]] const Section& sectionOf(std::size_t bay) const;
    /// A divider stands to the left of this bay.
    [[nodiscard]] bool divided(std::size_t bay) const { return bay > sectionOf(bay).first; }
    [[nodiscard]] static std::string dividerBefore(std::size_t bay);
    /// Middle of what stands between a bay and the next.
    [[nodiscard]] Length between(std::size_t bay) const {
        return (s_.bays[bay].second + s_.bays[bay + 1].first) / 2;
    }
    /// The upright to the left of a bay, and the one to its right.
    [[nodiscard]] std::string leftOf(std::size_t bay) const;
    [[nodiscard]] std::string rightOf(std::size_t bay) const;
    /// Adds a board of the case's own stuff.
    Part& addCase(Part p, std::vector<std::string> why, const Vec3& apart);
    /// Rear edge of what stands so low that the baseboard is behind it.
    [[nodiscard]] Length behind(Length low, Length y) const {
        return low < s_.notchHigh ? std::max(y, p_.notchDepth) : y;
    }
    /// Cuts an upright out over the baseboard where it would meet it.
    void notchOver(Part& upright);
    /// Front edge of the shelves.
    [[nodiscard]] Length shelfFront() const;

    const BookcaseParams& p_;
    BookcaseShape& s_;
};

/// Dividers, shelves with their strips and pins, rails, back panel.
void addBookcaseInside(const BookcaseWith& with);
/// Rows of holes for the pins of loose shelves.
void addPinRows(const BookcaseWith& with);
void addBookcaseJoints(const BookcaseWith& with);
/// Between sections that stand side by side.
void addBookcaseSeams(const BookcaseWith& with);
/// What things stand on, what spans, by what it is held.
void describeBookcase(const BookcaseWith& with);

/// From a shelf's edges to its pins, mm; less on narrow shelves.
inline constexpr double pinInset = 37;
/// Between the holes of a row, mm.
inline constexpr double pinPitch = 32;
/// Of one bay to the next, so that holes from both sides of a divider do not meet, mm.
inline constexpr double pinStagger = 16;

} // namespace owl
