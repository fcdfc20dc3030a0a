#pragma once
// A case that stands on the floor: its feet carry it, a tie to the wall keeps it from tipping (S11.2).

#include "support/judge/judge.h"

namespace owl {

/// The row of supports.cpp.
const Support& onFeet();
/// Judges feet and tie; what bends inside it and whether it keeps square like any other piece.
SupportVerdict judgeStanding(const JudgeInput& in);
/// Stood up, levelled, tied where it then stands: the marks on the wall only say where the studs are.
std::vector<BuildStep> standUp(const HangInput& in, const SupportVerdict& v, const Catalog& catalog);

/// What pulls at a standing piece (S11.2): at its top, at most at arm's height, N and mm; a child on its
/// front edge.
inline constexpr double tipPull = 45, tipPullHigh = 1420, climbingChild = 267;

} // namespace owl
