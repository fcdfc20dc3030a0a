#pragma once
// Housings, rabbets, grooves, slots: one part let into another, cut by its own solid.

#include "assembly/part.h"
#include "joint/measures.h"

namespace owl {

/// How a part is let into another.
struct LetIn {
    std::string kind = "housing"; ///< 'rabbet', 'groove', 'slot' ..
    double play = 0;              ///< mm round it
    Vec3 slides = {};             ///< drawn out that far, mm: where the part slides in from
    std::string whatFor = {};     ///< as one says it; empty: the part's name
    std::string purpose = {};     ///< the joint
    std::string more = {};        ///< said after its sizes
    std::string id = {};          ///< what its id ends with; empty: 'kind-part'
};

/// Takes the second part's solid, as it is to sit there, out of the first: at whatever angle it comes. The
/// feature it leaves, with its sizes as numbers: how deep and wide, how long, where along the part worked and
/// at which angle across it. Nothing is cut, and null returned, where it does not reach in by 0.01 mm.
Feature* letIn(Part& first, const Part& second, const LetIn& how, const Measures& sold);

} // namespace owl
