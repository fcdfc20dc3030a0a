#pragma once
#include "plan/plan.h"

namespace owl {

/// All findings about one piece: parameters, place, hold.
void findAboutPiece(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                    const PiecePlan& pp, std::vector<Finding>& out);
/// Findings about walls, corners, alcoves, openings, odd signals.
void findAboutWalls(const Project& project, const Catalog& catalog, std::vector<Finding>& out);
/// Findings about wood and finish.
void findAboutProject(const Project& project, const Plan& plan, const Catalog& catalog,
                      std::vector<Finding>& out);
/// Findings of one sort about one piece or wall that are told one by one.
inline constexpr std::size_t mostAlike = 12;
/// Of more than that many of a sort the others become one, which says how many they are.
void gatherAlike(std::vector<Finding>& findings);
/// Worst first, in the order of the stations.
void sortFindings(std::vector<Finding>& findings);

} // namespace owl
