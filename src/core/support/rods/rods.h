#pragma once
// A thick board on hidden rods: in studs, on plates, in a strip, in masonry, in adjustable plugs (S8).

#include "support/judge/judge.h"

namespace owl {

/// The row of supports.cpp.
const Support& onRods();
/// Adds what a wall is offered; what was asked for and does not go with it by its name, with the reason.
void offerRods(const Offer& in, std::vector<SupportOption>& out);
/// Judges rods. Without a rod in the option the thinnest of the material that holds is taken; where none
/// holds, the one that comes nearest.
SupportVerdict judgeRods(const JudgeInput& in);
/// The wall bored, rods, plates or strip set, the piece pushed on.
std::vector<BuildStep> hangOnRods(const HangInput& in, const SupportVerdict& v, const Catalog& catalog);
/// How rods in injection mortar are set, and what that takes: a step of any support that has them.
extern const char* const mortarWords;
void inMortar(BuildStep& s);
/// Rods by their length, and plates, as the shop sells them.
std::vector<Bought> rodsBought(const Assembly& a, const SupportVerdict& v, const NumberStyle& style);
/// Rods, plates and strip as parts, with the holes they need in the boards of the piece.
Mounting rodsMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict);

/// Allowable bearing under a rod in masonry, MPa (S8.7, verify); 0: refused without a resin anchor's own
/// figure.
double masonryStrength(const WallKind* wall);
/// Area of the polygon of 24 sides that stands for a round rod, mm2.
double rodArea(double d);

} // namespace owl
