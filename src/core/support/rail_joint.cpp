#include "support/rail_joint.h"

#include "strength/fastener.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

using words::mm;
using words::N;
using words::Nm;

constexpr double carriedHere =
    300; // mm of joint that a point load engages: the base is stiff between its screws

class JointJudge {
  public:
    JointJudge(const RailPiece& p, double factor, bool quiet) : p_(p), factor_(factor), quiet_(quiet) {}

    std::optional<Check> run() const {
        if (!p_.joint || !p_.joint->carries || p_.joint->spots.empty())
            return std::nullopt;
        // Load per mm of joint under the heaviest stretch, then what one fastener's share of the base brings
        // to it.
        double w = 0;
        for (const auto& l : contentsForces(p_.load, p_.assembly->length, factor_).lines)
            w += (l.x1 - l.x0 >= carriedHere ? l.w : l.w * (l.x1 - l.x0) / carriedHere);
        const Assembly& a = *p_.assembly;
        const double n = static_cast<double>(p_.joint->spots.size());
        const double spacing =
            n > 1 ? (p_.joint->spots.back().at.x - p_.joint->spots.front().at.x).mm() / (n - 1)
                  : p_.assembly->length.mm();
        const double share = std::max(spacing, p_.assembly->length.mm() / n);
        const double handShare = p_.hand * std::min(1.0, share / std::max(carriedHere, share));
        const Part* back = a.find("back");
        const Part* base = a.find("base");
        const double edge = p_.joinedFromBelow ? back->thickness.mm() : base->thickness.mm();
        const double z = edge / 2; // from the screws to the edge that closes (S9.1 rule for ledge joints)
        const double yJoint = p_.joinedFromBelow ? edge / 2 : back->thickness.mm();
        const double P1 = w * share;
        std::optional<Check> worst;
        for (const bool leaning : {false, true}) {
            const double CD = leaning ? 1.6 : 0.9;
            const double V = P1 + (leaning ? handShare : 0);
            const double M = P1 * std::max(0.0, yContents() - yJoint) +
                             (leaning ? handShare * (p_.assembly->depth.mm() - yJoint) : 0);
            const double pry = 1.5 * M / z;
            JointForces f{leaning,
                          CD,
                          p_.joinedFromBelow ? 0 : V,
                          p_.joinedFromBelow ? pry + V : pry,
                          M,
                          share,
                          edge,
                          2.0 / 3,
                          p_.joinedFromBelow ? "T = V + 1.5 M/z at one fastener"
                                             : "T = 1.5 M/z and V at one fastener",
                          {}};
            Check prying = jointCheckOf(f);
            if (p_.joinedFromBelow) {
                // A base under the rail also leans with its rear edge on the wall: the moment becomes a push
                // there and shear in the joint, lever two thirds of the base's thickness. Glue takes shear
                // better than peeling.
                f.V = M / (2.0 / 3 * base->thickness.mm());
                f.T = V;
                f.face = 1;
                f.formula =
                    "V = M/(2/3 t_base) as shear, T = the load; the rear edge of the base bears on the wall";
                f.assumed = "the base sits tight against the wall along its rear edge";
                Check leaningOn = jointCheckOf(f);
                if (leaningOn.utilisation() < prying.utilisation())
                    prying = std::move(leaningOn);
            }
            if (!worst || prying.utilisation() > worst->utilisation())
                worst = std::move(prying);
        }
        return worst;
    }

  private:
    /// What one fastener's share of the joint has to take, and how it is explained.
    struct JointForces {
        bool leaning = false;
        double CD = 1, V = 0, T = 0, M = 0; ///< N, N, N mm
        double share = 0, edge = 0;         ///< mm of length, mm of joint width
        double face = 1;                    ///< part of the joint face that works
        std::string formula, assumed;
    };

    /// Pull and shear that the fastener alone may take; zero when the joint has none.
    [[nodiscard]] std::pair<double, double> fastenerCapacity(const JointForces& f) const {
        const Joint& j = *p_.joint;
        const WoodAllowable& wood = f.leaning ? p_.woodC2 : p_.woodC1;
        const Screw* s = jointScrew_();
        if (j.how == Joinery::screwsGlue && j.screwLength > Length() && s) {
            const double pen = (j.screwLength - j.through + j.counterbore).mm();
            LateralInput li;
            li.d = s->d;
            li.root = s->root;
            li.side = j.through.mm();
            li.pen = pen;
            li.Gmain = li.Gside = wood.G;
            li.CD = f.CD;
            return {std::min(withdrawal(wood.G, s->d, false, std::min(pen, j.screwLength.mm() * 2 / 3), f.CD),
                             pullThrough(wood.G, s->head, (j.through - j.counterbore).mm(), f.CD)),
                    lateral(li).Z};
        }
        if (j.how == Joinery::dowels) {
            const double d = f.edge >= 16 ? 8 : 6;
            const double area = 3.14159265 * d * d / 4;
            return {0.8 * 3.14159265 * d * 18 * f.CD,
                    std::min(d * 18 * bearingPerpendicular(wood.G, d) / 5, 4 * area) * f.CD};
        }
        return {0, 0};
    }

    [[nodiscard]] Check jointCheckOf(const JointForces& f) const {
        const WoodAllowable& wood = f.leaning ? p_.woodC2 : p_.woodC1;
        // Glue, long grain to long grain: 0.5 F_v A; prying leaves two thirds of the face in tension.
        const double tongue =
            p_.joint->how == Joinery::tongueGroove ? 16 : 0; // mm: both cheeks of an 8 mm tongue
        const double glue = 0.5 * wood.Fv * f.share * (f.edge * f.face + tongue);
        const auto fastener = fastenerCapacity(f);
        const double W = fastener.first;
        const double Z = fastener.second;
        const double R = std::hypot(f.T, f.V);
        double u = W > 0 && Z > 0 ? combined(f.T, f.V, W, Z).utilisation : INFINITY;
        std::string by = p_.joint->how == Joinery::dowels ? "dowels alone" : "screws alone";
        if (R / glue < u) {
            u = R / glue;
            by = "glue line (0.5 F_v A, long grain)";
        }
        Check c;
        c.id = "joint";
        c.title = "Joint of base and back rail";
        c.demand = R;
        c.capacity = u > 0 ? R / u : 1;
        c.unit = "N";
        if (!quiet_)
            c.working = {f.formula,
                         {{"share of the length", mm(f.share)},
                          {"M", Nm(f.M)},
                          {"half the joint's width z", mm(f.edge / 2)},
                          {"T", N(f.T)},
                          {"V", N(f.V)},
                          {"screw or dowel W′, Z′", N(W) + ", " + N(Z)},
                          {"glue", N(glue)},
                          {"C_D", f.leaning ? "1.6" : "0.9"}},
                         fmt::format("{:.0f} % used, taken by the {}", 100 * u, by),
                         "S9.1 rule for ledge joints, S10.8",
                         {"fastener and glue are not added: the better of the two counts",
                          fmt::format("a hand presses on {:.0f} mm of the joint", carriedHere)}};
        if (!f.assumed.empty())
            c.working.assumed.push_back(f.assumed);
        return c;
    }

    [[nodiscard]] const Screw* jointScrew_() const { return catalog().findScrew(p_.joint->screwId); }
    /// Where the contents press, mm from the wall.
    [[nodiscard]] double yContents() const {
        return (p_.assembly->surfaceBack.mm() + p_.assembly->surfaceFront.mm()) / 2;
    }

    const RailPiece& p_;
    double factor_;
    bool quiet_;
};

} // namespace

std::optional<Check> railJointCheck(const RailPiece& piece, double factor, bool quiet) {
    return JointJudge(piece, factor, quiet).run();
}

} // namespace owl
