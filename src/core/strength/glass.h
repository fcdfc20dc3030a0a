#pragma once
// A glass top on two rests (S3.5). Cautions belong to every use of it.

#include "strength/beam.h"

namespace owl {

struct GlassInput {
    double length = 0, depth = 0, t = 0; ///< mm
    double overhang = 0;                 ///< mm from each end to its rest
    double w = 0;                        ///< N/mm that stands on it
    std::vector<PointLoad> points;
    bool toughened = true;
};
struct GlassResult {
    double w = 0;             ///< N/mm with its own weight
    double M = 0, stress = 0; ///< N mm, MPa
    double down = 0;          ///< mm
    double uStress = 0, uSag = 0;
};
/// Bends as a beam of 70 000 MPa; edges bear 40 MPa toughened, 6 MPa annealed for years (ASTM E1300, verify);
/// sag at most a 175th of the span. Error: why it cannot be solved.
tl::expected<GlassResult, std::string> glassOf(const GlassInput& in);

} // namespace owl
