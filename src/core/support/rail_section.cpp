#include "support/rail_section.h"

#include "support/words.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

using words::mm;
using words::MPa;
using words::N;
using words::Nm;

class SectionChecks {
  public:
    SectionChecks(const RailPiece& p, const RailMoments& m, bool quiet) : p_(p), m_(m), quiet_(quiet) {}

    std::vector<Check> run() {
        bending();
        shear();
        if (p_.section.glued && p_.glueLineWidth > 0)
            glueLine();
        return std::move(out_);
    }

  private:
    template <typename F>
    void add(const char* id, const char* title, double demand, double capacity, F working) {
        Check c;
        c.id = id;
        c.title = title;
        c.demand = demand;
        c.capacity = capacity;
        c.unit = "MPa";
        if (!quiet_)
            c.working = working();
        out_.push_back(std::move(c));
    }

    /// MPa at the more stressed edge under a moment in N mm.
    [[nodiscard]] double stress(double M) const {
        const auto [top, bottom] = edgeStresses(p_.section, M);
        if (p_.section.glued)
            return std::max(std::abs(top), std::abs(bottom));
        double worst = 0; // side by side: each part takes its share of the moment
        for (const auto& q : p_.section.parts)
            worst = std::max(worst, M * q.E * (q.h / 2) / m_.EI);
        return worst;
    }

    void bending() {
        const double s1 = stress(m_.momentC1);
        const double s2 = stress(m_.momentC2);
        const bool leaning = s2 / p_.woodC2.Fb > s1 / p_.woodC1.Fb;
        const WoodAllowable& wood = leaning ? p_.woodC2 : p_.woodC1;
        const double s = leaning ? s2 : s1;
        add("bending", "Bending along the ledge", s, wood.Fb, [&] {
            return Working{"σ = M E (z₀ − z)/EI ≤ F_b = k_b MOR C_D",
                           {{"M", Nm(leaning ? m_.momentC2 : m_.momentC1)},
                            {"EI", fmt::format("{:.3g} N mm²", m_.EI)},
                            {"k_b", fmt::format("{:.2f}", p_.woodC1.kb)},
                            {"C_D", leaning ? "1.6 (while a hand leans on it)" : "0.9 (load that stays)"}},
                           MPa(s) + " of " + MPa(wood.Fb),
                           "S3.2, S4.1; ASTM D245 chain",
                           {}};
        });
    }

    [[nodiscard]] double largestShear() const { return std::max(m_.shearC1, m_.shearC2); }

    void shear() {
        double area = 0;
        for (const auto& q : p_.section.parts)
            area += q.b * q.h;
        const double t1 = 1.5 * m_.shearC1 / area;
        const double t2 = 1.5 * largestShear() / area;
        const bool leaning = t2 / p_.woodC2.Fv > t1 / p_.woodC1.Fv;
        const double t = leaning ? t2 : t1;
        const double Fv = leaning ? p_.woodC2.Fv : p_.woodC1.Fv;
        add("shear", "Shear along the ledge", t, Fv, [&] {
            return Working{
                "τ = 1.5 V/A ≤ F_v = 0.12 τ_par C_D",
                {{"V", N(leaning ? largestShear() : m_.shearC1)}, {"A", fmt::format("{:.0f} mm²", area)}},
                MPa(t) + " of " + MPa(Fv),
                "S5.5",
                {}};
        });
    }

    void glueLine() {
        const double V = largestShear();
        const double q = shearFlow(p_.section, V, p_.glueLineZ) / p_.glueLineWidth;
        add("glue_line", "Glue line between base and back rail", q, p_.woodC2.Fv, [&] {
            return Working{"τ = V ΣE A (z − z₀)/(EI b) ≤ F_v",
                           {{"V", N(V)}, {"b", mm(p_.glueLineWidth)}},
                           MPa(q) + " of " + MPa(p_.woodC2.Fv),
                           "S4.1",
                           {"a full glue line, clamped"}};
        });
    }

    const RailPiece& p_;
    const RailMoments& m_;
    bool quiet_;
    std::vector<Check> out_;
};

} // namespace

std::vector<Check> railSectionChecks(const RailPiece& piece, const RailMoments& m, bool quiet) {
    return SectionChecks(piece, m, quiet).run();
}

} // namespace owl
