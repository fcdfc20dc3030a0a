#pragma once
// Sections built of rectangles, glued or only screwed together (S4).

#include <optional>
#include <string>
#include <vector>

namespace owl {

/// A rectangle of the section: y from the left, z from the bottom, mm; E in MPa.
struct SectionPart {
    double E = 0, b = 0, h = 0, z = 0, y = 0;
    std::string
        flange; ///< 'plywood', 'osb', 'particle', 'solid': takes the effective width; empty: full width
};

/// What the parts make together. Bending about the horizontal axis.
struct Section {
    std::vector<SectionPart> parts;
    bool glued = true;
    double span = 0, webTotal = 0, bayClear = 0; ///< mm, for the effective width of flanges
    int bays = 0;
};

struct SectionResult {
    double EI = 0;       ///< N mm2
    double EA = 0;       ///< N
    double zNeutral = 0; ///< mm, glued only
    double zTop = 0, zBottom = 0;
    double EIFree = 0; ///< N mm2, when the section may also move sideways
    /// Stress in MPa at height z in material of modulus E under the sagging moment M; positive is tension.
    [[nodiscard]] double stress(double M, double E, double z) const { return M * E * (zNeutral - z) / EI; }
};

/// S4.1 (glued: transformed section) or S4.2 (slip: parts bend side by side). No parts: all zero.
SectionResult sectionProperties(const Section& s);
/// The width of a flange that works with its webs (S4.3, after EC5 9.1.2), mm.
double effectiveWidth(const SectionPart& part, const Section& s);
/// Shear flow at the glue line glueZ under shear V: q = V sum_above(E A (z - z0))/EI, N/mm, positive.
double shearFlow(const Section& s, double V, double glueZ);
/// Stresses in MPa at the top and bottom fibre under M.
std::pair<double, double> edgeStresses(const Section& s, double M);

} // namespace owl
