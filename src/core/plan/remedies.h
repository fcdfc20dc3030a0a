#pragma once
// What remedies are made of, and whether they cure.

#include "plan/plan.h"
#include "project/placing.h"

namespace owl {

/// A remedy that changes one piece, its parameters, one wall: what `change` does to a copy, written down as
/// data.
template <typename F> Remedy changePiece(std::string name, const Piece& piece, F change) {
    Piece after = piece;
    change(after);
    return {std::move(name), changesOf(piece, after), {}};
}
inline Remedy changeParameters(const Cure& cure, const Piece& piece) {
    return changePiece(cure.name, piece, [&](Piece& p) { p.params = withChanges(p.params, cure.changes); });
}
/// Makes the piece as long as that.
inline Remedy changeLength(std::string name, const Piece& piece, Length to) {
    return changeParameters({std::move(name), {{"length", to.mm()}}}, piece);
}
template <typename F> Remedy changeWall(std::string name, const Wall& wall, F change) {
    Wall after = wall;
    change(after);
    return {std::move(name), changesOf(wall, after), {}};
}
/// Moves the piece, or the one it follows.
Remedy moveTo(std::string name, const Project& project, const std::string& id, Length left, Length bottom);

/// Tries every remedy of a finding: one that, applied alone, neither takes the finding away nor lowers what
/// the piece's support uses, or that brings a new block, is left out; the others say what they bring, those
/// that cure first, each group in the order they were offered (S12.4).
std::vector<Remedy> remediesThatCure(const Finding& finding, const Project& project, const Plan& plan,
                                     const Shop& shop, const Catalog& catalog);
/// The plan with only those remedies left in its findings that cure (for lists, files and the command line).
/// The worst findings are tried first; what trying all would take beyond about a second is not, and its
/// findings say how many remedies that was.
void keepCures(const Project& project, const Shop& shop, const Catalog& catalog, Plan& plan);

} // namespace owl
