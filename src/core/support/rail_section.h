#pragma once
#include "support/rail.h"

namespace owl {

/// Largest moments (N mm) and shears (N) along a rail: of what stays, and with a hand leaning on it.
struct RailMoments {
    double momentC1 = 0, shearC1 = 0, momentC2 = 0, shearC2 = 0;
    double EI = 0; ///< N mm², of the whole section
};

/// Bending, shear and, where the parts are glued into one, the glue line (S3.2, S4.1, S5.5). `quiet` leaves
/// the words out.
std::vector<Check> railSectionChecks(const RailPiece& piece, const RailMoments& m, bool quiet);

} // namespace owl
