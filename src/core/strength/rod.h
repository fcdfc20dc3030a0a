#pragma once
// A shelf on a rod: the rod itself, the wood around it at both ends, and how far the front edge drops (S8).

#include <optional>
#include <string>
#include <vector>

namespace owl {

/// Stiffness of a Winkler bed of wood along a rod, N/mm2: k'_par = rho^2/350, across the grain half (S8.3).
double bedParallel(double G);
double bedAcross(double G);

/// How a rod ends in the wall.
struct RodPlate {          ///< welded to a plate that is screwed on
    std::vector<double> z; ///< rows of screws above the plate's lower edge, mm
    int perRow = 1;
    double axial = 0; ///< N/mm a screw
};

struct RodInput {
    double d = 0, E = 200'000, allow = 0; ///< mm, MPa, MPa (final, no C_D)
    double cover = 0;                     ///< bare rod between stud and shelf, mm
    double embedWall = 0, embedShelf = 0; ///< mm
    double depth = 0, thickness = 0;      ///< of the shelf, mm
    double offset = 0;                    ///< of the rod from the middle of the thickness, mm
    double Gwall = 0, Gshelf = 0;
    bool wallAcross = false; ///< blocking or a ledger: the rod bears across its grain
    bool shelfAlong = false; ///< the rod runs across boards whose grain takes its load endways
    double FvShelf = 0;      ///< MPa before C_D
    double CD = 0.9, kDef = 0.6;
    double playWall = 0, playShelf = 0;      ///< holes over size, mm
    std::optional<double> FeShelf, bedShelf; ///< panels: 6 MPa, 100 N/mm2
    std::optional<double> Grod;              ///< a wooden rod's own gravity: its bearing caps the others
    std::optional<RodPlate> plate;           ///< instead of a hole in the stud
};

/// What one rod gets: up force and turning moment about the wall face, and which part of it stays.
struct RodLoad {
    double R = 0, M = 0;                   ///< N, N mm (R y_c)
    double Rsustained = 0, Msustained = 0; ///< of these, what stays for years
};

struct RodResult {
    double FeShelf = 0, FeWall = 0, bedShelf = 0, bedWall = 0, lambdaWall = 0;
    double Mwall = 0, Mdesign = 0, stress = 0, uRod = 0;
    double wallCapacity = 0, uWall = 0;   ///< N at that lever; 0 with a plate
    double shelfCapacity = 0, uShelf = 0; ///< N
    double cover = 0, lineLoad = 0, uCover = 0;
    double screwTension = 0; ///< N, the most of any screw of a plate
    double dropNow = 0, dropLong = 0, dropPlay = 0;
    double dropBedWall = 0, dropBent = 0, dropBedShelf = 0; ///< parts of dropNow at the front edge
    double rotation = 0;                                    ///< rad at the shelf, at once
    double stiffness = 0;                                   ///< N/mm: R/(settlement at the load)
    std::string governs;                                    ///< rod, stud, shelf, cover
    double utilisation = 0;
    [[nodiscard]] double dropTotal() const { return dropLong + dropPlay; }
};
/// S8.1 to S8.5. R <= 0 counts as 0 and keeps its moment (S5.6).
RodResult rodOf(const RodInput& in, const RodLoad& load);

/// Smallest diameter for a design moment, mm: (32 M/(pi F))^(1/3).
double leastRod(double M, double allow);

/// A rod in masonry: stress at the face of its hole, MPa: 4 R/(d l) + 6 M/(d l^2) (S8.7), M about the face of
/// the masonry.
double masonryBearing(double d, double embed, double R, double M);

} // namespace owl
