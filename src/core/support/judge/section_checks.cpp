#include "support/judge/section_checks.h"

#include "support/words.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

using words::MPa;

/// The worst moment and the worst shear of one combination, and the hands that bring them.
struct Peaks {
    double moment = 0, shear = 0; ///< N mm, N
    const StaticsHand* momentHand = nullptr;
    const StaticsHand* shearHand = nullptr;
};

class SectionChecks {
  public:
    explicit SectionChecks(const JudgeBench& b) : b_(b), p_(b.piece) {
        const BeamPeaks still = peaksAlong(b.statics, b.factor);
        standing_ = {still.moment(), still.shear, nullptr, nullptr};
        // Hard beside a support all of the hand is shear, at the support itself none: the worst is beside it.
        if (!b.statics.hands.empty()) {
            const HandShear far = shearWithHand(b.statics, b.factor);
            const bool beside = still.shear + b.piece.hand >= far.V;
            leaning_ = {peakWithHand(b.statics, b.factor), std::max(far.V, still.shear + b.piece.hand),
                        worstHand(b.statics), beside ? &b.statics.hands.front() : far.hand};
        }
        for (const auto& q : p_.section.parts)
            area_ += q.b * q.h;
    }

    std::vector<Check> run() {
        bending();
        shear();
        if (p_.section.glued && p_.glueLineWidth > 0)
            glueLine();
        return std::move(out_);
    }

  private:
    /// MPa at the more stressed edge under a moment in N mm.
    [[nodiscard]] double stress(double M) const {
        const auto [top, bottom] = edgeStresses(p_.section, M);
        if (p_.section.glued)
            return std::max(std::abs(top), std::abs(bottom));
        double worst = 0; // side by side: each part takes its share of the moment
        for (const auto& q : p_.section.parts)
            worst = std::max(worst, M * q.E * (q.h / 2) / b_.statics.section.EI);
        return worst;
    }

    /// The weaker of the boards and of the sheets in the section, which bear more for a moment as wood does.
    [[nodiscard]] double bendingOf(const WoodAllowable& wood) const {
        if (!p_.sheetFb)
            return wood.Fb;
        const double duration = wood.Fb / p_.woodC1.Fb;
        return std::min(wood.Fb, *p_.sheetFb * duration);
    }

    /// `of` turns the peaks of a combination and its wood into demand and capacity.
    template <typename F> Check& add(const char* id, const char* title, const StaticsHand* hand, F of) {
        std::optional<Use> leaning;
        if (!b_.statics.hands.empty())
            leaning = of(leaning_, p_.woodC2);
        Check c = checkOf(id, title, "MPa", of(standing_, p_.woodC1), leaning);
        if (!b_.quiet)
            c.load = loadWords(b_, byHand(c) ? hand : nullptr);
        out_.push_back(std::move(c));
        return out_.back();
    }
    static bool byHand(const Check& c) { return c.leaning && *c.leaning > *c.standing; }
    [[nodiscard]] const Peaks& peaks(const Check& c) const { return byHand(c) ? leaning_ : standing_; }
    static std::string duration(const Check& c) {
        return byHand(c) ? "1.6 (while a hand leans on it)" : "0.9 (load that stays)";
    }

    void bending() {
        Check& c = add("bending", "Bending along it", leaning_.momentHand,
                       [&](const Peaks& q, const WoodAllowable& wood) {
                           return Use{stress(q.moment), bendingOf(wood)};
                       });
        if (!b_.quiet)
            c.working = {"σ = M E (z₀ − z)/EI ≤ F_b = k_b MOR C_D",
                         {{"load", c.load},
                          {"M", words::Nm(peaks(c).moment)},
                          {"EI", fmt::format("{:.3g} N mm²", b_.statics.section.EI)},
                          {"k_b", fmt::format("{:.2f}", p_.woodC1.kb)},
                          {"C_D", duration(c)}},
                         MPa(c.demand) + " of " + MPa(c.capacity),
                         "S3.2, S4.1; ASTM D245 chain",
                         {}};
    }

    void shear() {
        Check& c = add("shear", "Shear along it", leaning_.shearHand,
                       [&](const Peaks& q, const WoodAllowable& wood) {
                           return Use{1.5 * q.shear / area_, wood.Fv};
                       });
        if (!b_.quiet)
            c.working = {"τ = 1.5 V/A ≤ F_v = 0.12 τ_par C_D",
                         {{"load", c.load},
                          {"V", words::N(peaks(c).shear)},
                          {"A", fmt::format("{:.0f} mm²", area_)},
                          {"C_D", duration(c)}},
                         MPa(c.demand) + " of " + MPa(c.capacity),
                         "S5.5",
                         {}};
    }

    void glueLine() {
        const std::string title = "Glue line between " + (p_.joint ? joinedNames(*p_.assembly, *p_.joint)
                                                                   : std::string("the parts"));
        Check& c = add(
            "glue_line", title.c_str(), leaning_.shearHand, [&](const Peaks& q, const WoodAllowable& wood) {
                return Use{shearFlow(p_.section, q.shear, p_.glueLineZ) / p_.glueLineWidth, wood.Fv};
            });
        if (!b_.quiet)
            c.working = {"τ = V ΣE A (z − z₀)/(EI b) ≤ F_v",
                         {{"load", c.load},
                          {"V", words::N(peaks(c).shear)},
                          {"b", words::mm(p_.glueLineWidth)},
                          {"C_D", duration(c)}},
                         MPa(c.demand) + " of " + MPa(c.capacity),
                         "S4.1",
                         {"a full glue line, clamped"}};
    }

    const JudgeBench& b_;
    const HeldPiece& p_;
    Peaks standing_, leaning_;
    double area_ = 0;
    std::vector<Check> out_;
};

} // namespace

std::vector<Check> sectionChecks(const JudgeBench& b) {
    return SectionChecks(b).run();
}

} // namespace owl
