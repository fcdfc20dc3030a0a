#pragma once
// One stretch of a beam between two supports, as the force method sees it. Internal to beam.cpp.

#include <array>
#include <vector>

namespace owl {

/// A stretch between two nodes with constant stiffness and line load; a force and a moment at its left node.
struct BeamElement {
    double x = 0, l = 0;     ///< mm
    double EI = 0, w = 0;    ///< N mm2, N/mm
    double P = 0, M = 0;     ///< at its left node: N down, N mm that turn the right side down
    double m = 0, q = 0;     ///< sagging moment and shear just right of its left node
    double v = 0, theta = 0; ///< deflection and turn of the section at its left node
    /// Sagging moment at s mm from its left node.
    [[nodiscard]] double moment(double s) const { return m + q * s - w * s * s / 2; }
    [[nodiscard]] double shear(double s) const { return q - w * s; }
    /// Deflection at s: v + theta s - the double integral of M/EI, and the shear's share where GAs > 0.
    [[nodiscard]] double down(double s, double GAs) const;
    /// Turn of the section at s.
    [[nodiscard]] double turn(double s) const;
};

/// Moments and shear from left to right, from what acts just left of the first node (moment m, shear q).
void carry(std::vector<BeamElement>& elements, std::size_t first, std::size_t end, double m, double q);
/// Deflections from left to right out of those at the first node.
void bend(std::vector<BeamElement>& elements, std::size_t first, std::size_t end, double v, double theta,
          double GAs);

/// Flexibility of a simple span under sagging end moments M_a, M_b, and what its own loads do to its ends:
///   theta_a - psi = f11 M_a + f12 M_b + d1,   -(theta_b - psi) = f12 M_a + f22 M_b + d2,   psi = (v_b -
///   v_a)/S.
/// Every integral is of a cubic at most, so Simpson's rule is exact, however short an element is.
struct SpanFlexibility {
    double S = 0;                     ///< mm
    double f11 = 0, f12 = 0, f22 = 0; ///< rad/(N mm)
    double d1 = 0, d2 = 0;            ///< rad
    double upLeft = 0, upRight = 0;   ///< N, reactions of the simple span
    /// Sagging moments at its ends for the deflections and turns (v_a, theta_a, v_b, theta_b) of its ends.
    [[nodiscard]] std::array<double, 2> endMoments(const std::array<double, 4>& u) const;
    /// d(endMoments)/du, a row for each end.
    [[nodiscard]] std::array<std::array<double, 4>, 2> stiffness() const;
};
/// Of the elements first .. end-1; leaves the simple span's moments and shears in them. What acts on the
/// first node itself is not part of the span.
SpanFlexibility flexibilityOf(std::vector<BeamElement>& elements, std::size_t first, std::size_t end,
                              double GAs);

} // namespace owl
