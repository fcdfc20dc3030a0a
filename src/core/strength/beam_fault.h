#pragma once
#include "strength/beam.h"

namespace owl {

/// mm: places closer than this are one node.
inline constexpr double oneNode = 1e-3;
/// Why a beam cannot be solved as it was entered, in a sentence; empty: it can.
std::string faultOf(const Beam& beam);

} // namespace owl
