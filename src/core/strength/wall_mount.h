#pragma once
// Anything flat screwed to a wall: the prying rule (S9.1); where studs fall behind a piece (S7).

#include <vector>

namespace owl {

struct WallLoad {
    double P = 0, y = 0; ///< N down, mm from the finished wall face
};
struct Prying {
    double V = 0, M = 0; ///< N, N mm
    double VPerScrew = 0;
    std::vector<double> T;   ///< N per screw, in the order of the rows
    double compression = 0;  ///< N
    double bearingDepth = 0; ///< mm
    double bearingPeak = 0;  ///< MPa
};
/// T_i = 1.5 M z_i / sum(n z^2); rows at heights z above the bottom bearing edge, n screws in each.
Prying railPrying(const std::vector<WallLoad>& loads, const std::vector<double>& z, int perRow,
                  double bearingWidth);

/// Axial slip modulus of one wood screw, N/mm: 25 d l_thread (S8.5, verify).
double axialStiffness(double d, double thread);
/// Turn of a screwed rail under M (N mm at these screws), rad: 1.5 M/(K_ax sum(n z^2)) (S9.3).
double railRotation(double M, const std::vector<double>& z, int perRow, double kAxial);

struct StudLayout {
    std::vector<double> x; ///< studs behind the piece, from its left end
    int guaranteed = 0, possible = 0;
};
/// Studs first + k spacing inside [endMin, length - endMin]; the sure count wherever the piece lands is
/// floor((L - 2e)/s) (S7.2). Spacing <= 0: none.
StudLayout studLayout(double length, double spacing, double first, double endMin);

} // namespace owl
