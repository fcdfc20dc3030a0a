#pragma once
// Which faces get which finish, and when everything is done.

#include "plan/plan_hold.h"

namespace owl {

/// A face of a part as people name it on the hung piece.
enum class Face { front, back, top, bottom, left, right };
inline constexpr std::array<const char*, 6> faceNames{"front", "back", "top", "bottom", "left", "right"};

/// By part of the assembly: those that touch it, or nearly.
std::vector<std::vector<const Part*>> neighbours(const Assembly& a);
/// Area in m2 of one face that air reaches: without what a neighbour covers.
double openArea(const Part& part, const std::vector<const Part*>& near, Face face);
/// The recipe of a face: the nearest of face, part, piece, project; 'none' is bare. `hiddenBare`: faces
/// against a wall get none but their own.
std::string recipeOf(const std::string& ofProject, bool hiddenBare, const Piece& piece,
                     const std::string& part, Face face, bool againstWall);
/// A recipe by id: the project's own or a known system; null for 'none' and unknown ones.
const FinishRecipe* findRecipe(const Project& project, const Catalog& catalog, const std::string& id);

/// Fills in plan.finish: building, gluing, sanding and coats of all pieces on one clock.
void planFinish(const PlanInputs& in, Plan& plan);

} // namespace owl
