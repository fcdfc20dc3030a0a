#pragma once
#include "build/steps.h"

namespace owl {

/// True for screws that are driven at the wall through holes bored on the bench: in what is not fitted at the
/// wall first. What is scribed there, and the sections of a case, are bored where they stand.
bool boredBefore(const Assembly& a, const Joint& j);

/// 'countersink them 2 mm', 'open them to 9 mm for the heads, 12 mm deep': what a head asks for that ends
/// `deep` below the surface.
std::string roomForHeads(const Screw& s, Length deep, const NumberStyle& style);

/// What is driven at the wall: fasteners by number and size, where they go, and the bits they want.
struct WallJoints {
    std::string text; ///< empty: nothing is driven
    std::vector<std::string> tools;
};
WallJoints wallJoints(const BuildInput& in, const std::vector<std::string>& joints, const Catalog& catalog);

} // namespace owl
