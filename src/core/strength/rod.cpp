#include "strength/rod.h"

#include "strength/effort.h"
#include "strength/wood.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

constexpr double pi = std::numbers::pi;

/// End of a rod of length l lying on a bed k' (N/mm2): v = a R + b M, theta = b R + c M for a force and a
/// moment at its loaded end. Hetenyi, Beams on Elastic Foundation: both ends free.
struct Bed {
    double a = 0, b = 0, c = 0;
};
Bed bedOf(double k, double l, double EI) {
    if (k <= 0 || l <= 0)
        return {};
    const double lambda = std::pow(k / (4 * EI), 0.25);
    const double u = lambda * l;
    if (u > 6) // sinh and cosh are equal to 5e-6 and would overflow soon
        return {2 * lambda / k, 2 * lambda * lambda / k, 4 * lambda * lambda * lambda / k};
    if (u < 0.01) // a rigid rod
        return {4 / (k * l), 6 / (k * l * l), 12 / (k * l * l * l)};
    const double S = std::sinh(u);
    const double C = std::cosh(u);
    const double s = std::sin(u);
    const double c = std::cos(u);
    const double N = S * S - s * s;
    return {2 * lambda / k * (S * C - s * c) / N, 2 * lambda * lambda / k * (S * S + s * s) / N,
            4 * lambda * lambda * lambda / k * (S * C + s * c) / N};
}

/// Wood around a rigid rod yields on both sides of a turning point: with force R and moment m about the
/// middle of the length l, P_y = Fe d (sqrt(l^2 + 4 e^2) - 2 e), e = m/R; with no force, m_y = Fe d l^2/4.
struct Yield {
    double capacity = 0, use = 0;
};
Yield yieldOf(double Fe, double d, double l, double R, double moment, double factor) {
    Yield y;
    if (R > 1e-9) {
        const double e = std::abs(moment) / R;
        y.capacity = factor * Fe * d * (std::sqrt(l * l + 4 * e * e) - 2 * e);
        y.use = y.capacity > 0 ? R / y.capacity : std::numeric_limits<double>::infinity();
    } else {
        const double most = factor * Fe * d * l * l / 4;
        y.use = most > 0 ? std::abs(moment) / most : std::numeric_limits<double>::infinity();
    }
    return y;
}

class Rod {
  public:
    explicit Rod(const RodInput& in) : in_(in), EI_(in.E * pi * std::pow(in.d, 4) / 64) {}

    RodResult run(const RodLoad& load) {
        bearing();
        const double R = std::max(0.0, load.R);
        const double M = load.M;
        strength(R, M);
        wood(R, M);
        drops(R, M, load);
        r_.utilisation = r_.uRod;
        r_.governs = "rod";
        for (const auto& [u, name] :
             {std::pair{r_.uWall, "stud"}, {r_.uShelf, "shelf"}, {r_.uCover, "cover"}})
            if (u > r_.utilisation) {
                r_.utilisation = u;
                r_.governs = name;
            }
        return r_;
    }

  private:
    void bearing() {
        const auto fe = [&](double G, bool along) {
            double f = along ? bearingParallel(G, in_.d) : bearingPerpendicular(G, in_.d);
            if (in_.Grod)
                f = std::min(f, bearingPerpendicular(*in_.Grod, in_.d));
            return f;
        };
        r_.FeShelf = in_.FeShelf.value_or(fe(in_.Gshelf, in_.shelfAlong));
        r_.bedShelf = in_.bedShelf.value_or(in_.shelfAlong ? bedParallel(in_.Gshelf) : bedAcross(in_.Gshelf));
        if (in_.plate)
            return;
        r_.FeWall = fe(in_.Gwall, !in_.wallAcross);
        r_.bedWall = in_.wallAcross ? bedAcross(in_.Gwall) : bedParallel(in_.Gwall);
        r_.lambdaWall = std::pow(r_.bedWall / (4 * EI_), 0.25);
    }

    void strength(double R, double M) {
        r_.Mwall = M + R * in_.cover;
        r_.Mdesign = r_.Mwall;
        if (!in_.plate) // the peak lies just inside the stud
            r_.Mdesign += R * std::min(0.3224 / r_.lambdaWall, 4 * in_.embedWall / 27);
        r_.stress = r_.Mdesign / (pi * std::pow(in_.d, 3) / 32);
        r_.uRod = in_.allow > 0 ? r_.stress / in_.allow : std::numeric_limits<double>::infinity();
        if (in_.plate) {
            for (double z : in_.plate->z)
                r_.screwTension = std::max(r_.screwTension, 1.5 * r_.Mwall * z / plateSum());
            return;
        }
        const Yield y =
            yieldOf(r_.FeWall, in_.d, in_.embedWall, R, M + R * (in_.cover + in_.embedWall / 2), in_.CD / 4);
        r_.wallCapacity = y.capacity;
        r_.uWall = y.use;
    }

    void wood(double R, double M) {
        const double l = in_.embedShelf;
        const double aside = std::abs(M - R * l / 2); // moment about the middle of what is in the shelf
        const Yield y = yieldOf(r_.FeShelf, in_.d, l, R, aside, in_.CD / 5);
        r_.shelfCapacity = y.capacity;
        r_.uShelf = y.use;
        // S8.4: two shear planes through the cover
        r_.cover = (in_.thickness - in_.d) / 2 - std::abs(in_.offset);
        r_.lineLoad = R / l + 6 * aside / (l * l);
        const double q = 4.0 / 3 * r_.cover * in_.FvShelf * in_.CD;
        r_.uCover = q > 0 ? r_.lineLoad / q : std::numeric_limits<double>::infinity();
    }

    [[nodiscard]] double plateSum() const {
        double sum = 0;
        for (double z : in_.plate->z)
            sum += in_.plate->perRow * z * z;
        return sum;
    }

    /// Drop at y from the wall face, and its parts, with beds softened by `soft`.
    struct Drop {
        double bedWall = 0, bent = 0, bedShelf = 0, settled = 0, turn = 0;
        [[nodiscard]] double all() const { return bedWall + bent + bedShelf; }
    };
    [[nodiscard]] Drop drop(double R, double M, double soft) const {
        const double g = in_.cover;
        const double Ms = M + R * g;
        double v0 = 0;
        double th0 = 0;
        if (in_.plate) {
            th0 = Ms / (in_.plate->axial * plateSum() / 1.5) * soft;
        } else {
            const Bed w = bedOf(r_.bedWall / soft, in_.embedWall, EI_);
            v0 = w.a * R + w.b * Ms;
            th0 = w.b * R + w.c * Ms;
        }
        // bare length: force R at its outer end, moment M there
        const double v1 = (R * g * g * g / 3 + M * g * g / 2) / EI_;
        const double th1 = (R * g * g / 2 + M * g) / EI_;
        const Bed s = bedOf(r_.bedShelf / soft, in_.embedShelf, EI_);
        const double v2 = s.a * R - s.b * M;
        const double th2 = s.c * M - s.b * R;
        const double D = in_.depth;
        Drop out;
        out.bedWall = v0 + th0 * (g + D);
        out.bent = v1 + th1 * D;
        out.bedShelf = v2 + th2 * D;
        const double y = R > 1e-9 ? M / R : 0;
        out.turn = th0 + th1 + th2;
        out.settled = v0 + th0 * g + v1 + v2 + (th0 + th1 + th2) * y;
        return out;
    }

    void drops(double R, double M, const RodLoad& load) {
        const Drop now = drop(R, M, 1);
        r_.dropBedWall = now.bedWall;
        r_.dropBent = now.bent;
        r_.dropBedShelf = now.bedShelf;
        r_.dropNow = now.all();
        r_.rotation = now.turn;
        const double Rs = std::max(0.0, load.Rsustained);
        // wood squeezed by metal creeps twice (S1.6)
        r_.dropLong = r_.dropNow + drop(Rs, load.Msustained, 1 + 2 * in_.kDef).all() -
                      drop(Rs, load.Msustained, 1).all();
        r_.stiffness = now.settled > 0 && R > 1e-9 ? R / now.settled : 0;
        if (!in_.plate && in_.embedWall > 0)
            r_.dropPlay += in_.playWall / in_.embedWall * (in_.depth + in_.cover);
        if (in_.embedShelf > 0)
            r_.dropPlay += in_.playShelf / in_.embedShelf * in_.depth;
    }

    const RodInput& in_;
    double EI_;
    RodResult r_;
};

} // namespace

double bedParallel(double G) {
    const double rho = 1120 * G / (1 + 0.108 * G);
    return rho * rho / 350;
}
double bedAcross(double G) {
    return bedParallel(G) / 2;
}

RodResult rodOf(const RodInput& in, const RodLoad& load) {
    countEffort(2);
    return Rod(in).run(load);
}

double leastRod(double M, double allow) {
    return allow > 0 ? std::cbrt(32 * std::max(0.0, M) / (pi * allow)) : 0;
}

double masonryBearing(double d, double embed, double R, double M) {
    return 4 * std::max(0.0, R) / (d * embed) + 6 * M / (d * embed * embed);
}

} // namespace owl
