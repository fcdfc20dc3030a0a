#include "support/judge/fixing_slip.h"

#include "support/judge/wall_fixing.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// kg/m3 at 12 % moisture of wood with that oven-dry specific gravity (S3.2).
double densityOf(double G) {
    return 1120 * G / (1 + 0.108 * G);
}

} // namespace

Slip screwSlip(double d, double screws, double rho, const WallBehind& wall) {
    const double mean = (rho + densityOf(wall.studG)) / 2;
    const double k = screws * std::pow(mean, 1.5) * d / 23;
    return wall.cover > 0 ? Slip{k / 2, k / 4} : Slip{k, k};
}

Slip anchorSlip(const AnchorKind& anchor, Ground ground) {
    const bool nylon = anchor.name.find("plug") != std::string::npos;
    const double k = ground == Ground::masonry ? (nylon ? 1500 : 4000) : ground == Ground::flanges ? 150 : 50;
    return {k, k};
}

Slip slipOf(const SupportOption& option, const HeldPiece& piece, const WallBehind& wall, std::size_t rows) {
    if (option.screw)
        return screwSlip(option.screw->d, static_cast<double>(rows), piece.woodC1.density, wall);
    if (!option.anchor)
        return {};
    const Slip one = anchorSlip(*option.anchor, option.ground);
    const double n = option.ground == Ground::masonry ? static_cast<double>(rows) : 1;
    return {one.shared * n, one.settling * n};
}

Slip slipAt(const SupportVerdict& v, std::size_t support, const HeldPiece& piece, const WallBehind& wall) {
    const std::size_t rows = std::max<std::size_t>(1, v.rowsOf(support).size());
    return slipOf(fixedAt(v, support), piece, wall, rows);
}

Springs springsOf(const SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall) {
    if (v.rowsAt.empty() && v.beside < 0)
        return slipAt(v, 0, piece, wall).shared;
    std::vector<double> each;
    for (std::size_t i = 0; i < v.x.size(); ++i)
        each.push_back(slipAt(v, i, piece, wall).shared);
    return Springs(std::move(each));
}

} // namespace owl
