#pragma once
// What the parts of a wall box share. Only wall_box*.cpp need this.

#include "piece/case_builder.h"
#include "piece/wall_box/wall_box.h"

#include <array>

namespace owl {

/// Where the boards of the box lie, in the piece.
struct BoxShape {
    Length t;         ///< thickness of its boards
    Length x0, x1;    ///< clear room between the sides
    Length z0, z1;    ///< clear room between bottom and top
    Length low, high; ///< lower face of the bottom, upper face of the top
    Length railZ;     ///< lower edge of the rails; 0 without one
    struct Rail {
        Length x0, x1;    ///< its ends
        std::string nth;  ///< what its id has behind 'rail': '', '-2'
        std::string name; ///< 'rail', 'rail 1', 'rail 2'
        [[nodiscard]] std::string id() const { return "rail" + nth; }
    };
    std::vector<Rail> rails; ///< by which it hangs, left to right
    std::vector<Bay> bays;   ///< left to right
    struct Shelf {
        std::string id;
        std::size_t bay;
    };
    std::vector<Shelf> shelves; ///< that were made, bay by bay, upwards
};

/// What every step of building one box works with and on.
struct BoxWith {
    const WallBoxParams& params;
    const MakeContext& ctx;
    const Catalog& catalog;
    BoxShape& shape;
    Draft& draft;
};

class BoxWork : protected CaseBuilder {
  public:
    explicit BoxWork(const BoxWith& w) : CaseBuilder(w.ctx, w.draft, w.catalog), p_(w.params), s_(w.shape) {}

  protected:
    /// Top and bottom are let into the sides.
    [[nodiscard]] bool housed() const { return p_.corners == BoxCorner::housed || rabbeted(); }
    /// At their very ends.
    [[nodiscard]] bool rabbeted() const { return p_.corners == BoxCorner::rabbeted; }
    [[nodiscard]] bool onRail() const { return p_.hang != BoxHang::rods; }
    /// One rail lies behind all bays.
    [[nodiscard]] bool wholeRail() const {
        return s_.rails.size() == 1 && railsMeet(true) && railsMeet(false);
    }
    /// A rail reaches that side.
    [[nodiscard]] bool railsMeet(bool left) const {
        return left ? s_.rails.front().x0 == s_.x0 : s_.rails.back().x1 == s_.x1;
    }
    /// How far the rail is set in: a cleat is as thick as its board.
    [[nodiscard]] Length recess() const { return p_.hang == BoxHang::cleat ? s_.t : Length(); }
    /// Rear face of the back panel.
    [[nodiscard]] Length panelY() const;
    /// Of the bottom's depth, what a cable hole leaves.
    [[nodiscard]] Length bottomLeft() const {
        return p_.cable && p_.bottom ? std::max(1_mm, p_.depth - p_.cableD) : p_.depth;
    }
    /// From the rear: dividers and shelves begin in front of rail and panel.
    [[nodiscard]] Length innerBack() const;
    /// How far a sloping front edge falls back across a board.
    [[nodiscard]] Length bevelDeep() const;

    const WallBoxParams& p_;
    BoxShape& s_;
};

/// Rail, dividers, shelves, back panel and the hole for cables.
void addBoxInside(const BoxWith& with);
/// The joints of the corners, of dividers, shelves and rail, with their fasteners.
void addBoxJoints(const BoxWith& with);
/// What things stand on, what spans and hangs on what, and how the box is held at the wall.
void describeBox(const BoxWith& with);
/// Hooks turned into the bottom from below. Last, as those rails.
void addBoxHooks(const BoxWith& with);
/// Rails for stemmed glasses under the bottom, with their screws. Last: the box moves up by them.
void addGlassRails(const BoxWith& with);

} // namespace owl
