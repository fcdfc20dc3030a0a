#pragma once
// Two parts and a way of joining: everything else follows from where they meet.

#include "joint/contact.h"
#include "joint/fit.h"
#include "joint/measures.h"
#include "joint/place.h"

namespace owl {

/// How two parts are joined where they meet.
struct Joining {
    Joinery how = Joinery::glue;
    bool carries = true;             ///< its screws bite 6 D, not just until the glue has set
    bool shows = false;              ///< heads, unless something covers them
    PlugWay plugs = PlugWay::filled; ///< what covers them
    Length spacing = 90_mm;          ///< between fasteners, about
    Length end = 35_mm;              ///< from the ends of the contact to the first
    bool atMost = false;          ///< that spacing is never passed, the ends are no nearer (10 D of a screw)
    std::vector<double> at = {};  ///< or just there, mm from where the contact begins
    std::vector<Vec3> over = {};  ///< or just over these places, straight onto the contact
    double aside = 0;             ///< mm that all of them are moved along it
    std::vector<Vec3> clear = {}; ///< places that fasteners keep off along the contact ..
    Length clearBy = {};          ///< .. by so much
    bool deepHole = false;        ///< heads in wide holes, so deep that a short screw does (S10.6)
    double sunk = 0;              ///< lags: heads and washers so deep, mm
    double longest = 0;           ///< lags: no longer, mm
    bool through = false;         ///< dowels from outside, their ends cut flush, where a sold one reaches
    Length skin = {};             ///< dowels: wood of the first part that is left whole beyond them
    Length receiving = {};        ///< of the second part, where less than all of it may be had
};

/// Lays out a joint whose parts are named where they meet: contact, wood passed and found, which way
/// fasteners go in and how one says so, their sizes and places. Pockets have a fit of their own (fit.h): of
/// them contact and driving are laid out alone. Where the way does not fit it becomes glue,
/// and why is returned; empty when all is well.
std::string meet(Joint& j, const Assembly& a, const Joining& way, const Measures& sold,
                 const Catalog& catalog);

/// Places along a length of mm, the same from both ends, about `spacing` apart, two at least.
std::vector<double> evenly(double length, double end, double spacing);

} // namespace owl
