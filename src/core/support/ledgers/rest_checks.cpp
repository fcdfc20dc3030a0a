// What rests on ledgers: whether it lifts off them, how its front bends and sags (S9.6, S9.7).
#include "measure/words.h"
#include "strength/wall_pieces.h"
#include "support/inside/joint_capacity.h"
#include "support/ledgers/ledgers.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

using words::mm;
using words::MPa;
using words::N;

// Across its grain wood keeps about a twentieth of its stiffness and a tenth of what its allowable bending is
// (S3.1 has no row; Wood Handbook table 5-1 and 5-3, the low ends; verify).
constexpr double acrossE = 1.0 / 20;
constexpr double acrossF = 1.0 / 10;
/// Hankinson between along (1) and across.
double turned(double across, double degrees) {
    const double t = degrees * std::numbers::pi / 180;
    return across / (std::pow(std::sin(t), 2) + across * std::pow(std::cos(t), 2));
}

class RestJudge {
  public:
    RestJudge(const HeldPiece& p, const std::vector<ResultLoad>& loads, bool quiet)
        : p_(p), a_(*p.assembly), seat_(*p.assembly->seat<LedgersSeat>()), loads_(loads), quiet_(quiet) {
        for (const auto& l : loads) {
            all_ += l.P;
            // Where the front spans between two walls a single thing is carried by where it stands (S9.7).
            const bool single =
                l.thing && seat_.front && seat_.front->free == 0 && seat_.front->span > Length();
            if (single)
                things_.push_back(onFront(l));
            else
                even_ += l.P;
        }
    }

    std::vector<Check> run(SagResult* sag, SagStretch* worst) {
        std::vector<Check> out;
        if (seat_.leg1 > Length() && seat_.leg2 > Length())
            out.push_back(lifting());
        if (seat_.front) {
            out.push_back(bending());
            if (seat_.front->span > Length())
                out.push_back(sagging(sag, worst));
        }
        return out;
    }

  private:
    /// What a thing brings to the front, N, and how far from its left end, mm.
    struct OnFront {
        double P = 0, a = 0;
    };
    [[nodiscard]] OnFront onFront(const ResultLoad& l) const {
        const BentFront& f = *seat_.front;
        const double part = f.behind > Length() ? std::clamp(l.at.y / f.behind.mm(), 0.0, 1.0) : 1;
        return {l.P * part, std::clamp(l.at.x - f.from.mm(), 0.0, f.span.mm())};
    }
    /// N mm: the even load's share and the things along the span, where they come to most; things are no
    /// farther from each other's worst place than a sixtieth of it.
    [[nodiscard]] double standingMoment() const {
        const BentFront& f = *seat_.front;
        if (things_.empty())
            return f.share * even_ * f.perLoad;
        const double L = f.span.mm();
        constexpr int places = 60;
        double most = 0;
        std::vector<double> at;
        for (int i = 1; i < places; ++i)
            at.push_back(L * i / places);
        for (const auto& t : things_) // a moment has its top under one of them, or between
            at.push_back(t.a);
        for (double x : at) {
            double M = f.share * even_ * f.perLoad * 4 * x * (L - x) / (L * L);
            for (const auto& t : things_)
                M += x < t.a ? t.P * (L - t.a) * x / L : t.P * t.a * (L - x) / L;
            most = std::max(most, M);
        }
        return most;
    }
    /// mm: each thing at its own worst place (S5.2), so that the sum is on the safe side.
    [[nodiscard]] double sagOfThings(double EI) const {
        const double L = seat_.front->span.mm();
        double v = 0;
        for (const auto& t : things_) {
            const double b = std::min(t.a, L - t.a);
            v += t.P * b * std::pow(L * L - b * b, 1.5) / (9 * std::sqrt(3.0) * L * EI);
        }
        return v;
    }

    /// S9.6 with places measured along both walls, whatever the angle between them.
    [[nodiscard]] CornerRest rest(const Vec3* hand) const {
        const Vec3 u = seat_.on[0].along;
        const Vec3 w = seat_.on[1].along;
        const double det = u.x * w.y - u.y * w.x;
        std::vector<CornerLoad> loads;
        const auto add = [&](double P, const Vec3& at) {
            loads.push_back({P, (at.x * w.y - at.y * w.x) / det, (at.y * u.x - at.x * u.y) / det});
        };
        for (const auto& l : loads_)
            add(l.P, l.at);
        if (hand)
            add(p_.hand, *hand);
        return cornerRest(loads, seat_.leg1.mm(), seat_.leg2.mm());
    }
    [[nodiscard]] double capturesTake(bool leaning) const {
        double out = 0;
        for (const auto& id : seat_.captures)
            if (const Joint* j = a_.joint(id))
                out += jointTakes(p_, *j, {0, 0, 1}, leaning);
        return out;
    }

    [[nodiscard]] Check lifting() const {
        const CornerRest stands = rest(nullptr);
        CornerRest worst = stands;
        for (const Vec3& h : p_.hand > 0 ? seat_.hands : std::vector<Vec3>())
            if (const CornerRest r = rest(&h); r.corner < worst.corner)
                worst = r;
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{worst.holdDown, capturesTake(true)};
        Check c = checkOf("rocking", "Rocking off its cleat", "N", Use{stands.holdDown, capturesTake(false)},
                          leaning);
        if (quiet_)
            return c;
        const bool hand = worst.corner < stands.corner;
        c.load = hand ? "a hand of " + N(p_.hand) + " on its front" : "what stands on it";
        c.place = "the corner";
        const CornerRest& r = hand ? worst : stands;
        c.working = {"R₁ = ΣP x/c₁,  R₂ = ΣP y/c₂,  R₀ = ΣP − R₁ − R₂;  R₀ < 0: hold it down by −R₀",
                     {{"load", c.load},
                      {"cleats c₁, c₂", mm(seat_.leg1.mm()) + ", " + mm(seat_.leg2.mm())},
                      {"R₁", N(r.end1)},
                      {"R₂", N(r.end2)},
                      {"R₀ in the corner", N(r.corner)},
                      {"equal cleats that would do without", mm(r.equalCleat)},
                      {"capture screws take", N(capturesTake(hand))}},
                     r.corner >= 0 ? std::string("it rests on all three")
                                   : N(r.holdDown) + " of " + N(capturesTake(hand)),
                     "S9.6; S10.2",
                     {"two capture screws always, whatever the sum says"}};
        return c;
    }

    /// N mm2, mm3; MPa that its weakest part may bear, by what stands there and with a hand.
    struct Section {
        double EI = 0, Z = 0, kDef = solidWoodCreep;
        double F1 = 1e9, F2 = 1e9;
    };
    /// Parts of the front as one glued section, each by its own stiffness.
    [[nodiscard]] Section section() const {
        const BentFront& f = *seat_.front;
        Section s;
        double EA = 0;
        double EAz = 0;
        std::vector<double> E;
        for (const auto& r : f.section) {
            const Part* part = a_.find(r.part);
            const Species* sheet = part && part->stock == Stock::sheet && p_.catalog
                                       ? p_.catalog->findSpecies(part->material)
                                       : nullptr;
            const double e = sheet ? sheet->means.MOE : p_.woodC1.E * turned(acrossE, f.grainTurned);
            const double t = sheet ? 1 : turned(acrossF, f.grainTurned);
            const double work = sheet ? sheet->working * sheet->means.MOR : 0;
            s.F1 = std::min(s.F1, sheet ? work * durationFactor(false) : p_.woodC1.Fb * t);
            s.F2 = std::min(s.F2, sheet ? work * durationFactor(true) : p_.woodC2.Fb * t);
            if (sheet)
                s.kDef = std::max(s.kDef, sheet->kDef);
            E.push_back(e);
            EA += e * r.b * r.h;
            EAz += e * r.b * r.h * (r.z + r.h / 2);
        }
        if (!(EA > 0))
            return s;
        const double na = EAz / EA;
        double most = 0; // stress at the outermost fibre for M/EI = 1
        for (std::size_t i = 0; i < f.section.size(); ++i) {
            const auto& r = f.section[i];
            s.EI += E[i] * r.b * r.h * (r.h * r.h / 12 + std::pow(r.z + r.h / 2 - na, 2));
            most = std::max(most, E[i] * std::max(std::abs(r.z - na), std::abs(r.z + r.h - na)));
        }
        s.Z = most > 0 ? s.EI / most : 0;
        return s;
    }

    [[nodiscard]] Check bending() const {
        const BentFront& f = *seat_.front;
        const Section s = section();
        const double stands = standingMoment();
        const double leans = stands + p_.hand * f.perHand;
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{leans / s.Z, s.F2};
        Check c = checkOf("front_bending", "Bending of " + f.words, "MPa", Use{stands / s.Z, s.F1}, leaning);
        if (quiet_)
            return c;
        const bool hand = c.leaning && *c.leaning > *c.standing;
        c.load = hand ? "a hand of " + N(p_.hand) + (f.free ? " at its open end" : " in its middle")
                      : "what stands on it";
        c.place = f.words;
        c.working = {f.moment + (things_.empty() ? "" : " + Σ P a b/L, a thing by its place") + ";  σ = M/Z",
                     {{"load", c.load},
                      {"W", N(even_)},
                      {"share", fmt::format("{:.2f}", f.share)},
                      {"things on it", std::to_string(things_.size())},
                      {"M", words::Nm(hand ? leans : stands)},
                      {"Z", fmt::format("{:.0f} mm³", s.Z)}},
                     MPa(c.demand) + " of " + MPa(c.capacity),
                     seat_.alcove ? "S9.7, S5.5, S4.1" : "S9.6, S5.5",
                     {f.assumed}};
        if (f.span > Length())
            c.working.values.emplace_back("L", mm(f.span.mm()));
        if (f.grainTurned > 1)
            c.working.assumed.push_back(fmt::format(
                "grain {:.0f}° off the span: Hankinson, a tenth of F_b across (verify)", f.grainTurned));
        return c;
    }

    /// The shape under an even load: a span, or out from the end that is held. Drawn along the piece's own
    /// length, as the front may run across a corner and be longer.
    void drawSag(double now, double later, double limit, SagResult& sag, SagStretch& worst) const {
        const int free = seat_.front->free;
        const double along = a_.length.mm();
        sag = {};
        for (int i = 0; i <= 32; ++i) {
            const double x = i / 32.0;
            const double t = free < 0 ? 1 - x : x; // from the end that is held
            const double v = free ? (std::pow(t, 4) - 4 * std::pow(t, 3) + 6 * t * t) / 3 // 1 at the free end
                                  : 16.0 / 5 * (t - 2 * std::pow(t, 3) + std::pow(t, 4)); // 1 in its middle
            sag.now.emplace_back(x * along, now * v);
            sag.later.emplace_back(x * along, later * v);
        }
        sag.instant = now;
        sag.longTerm = later;
        sag.atX = free == 0 ? along / 2 : free > 0 ? along : 0;
        worst = {0, along, free != 0, later, limit, sag.atX};
    }

    /// A hand is gone the next moment; what stands there sags the front for years.
    [[nodiscard]] Check sagging(SagResult* sag, SagStretch* worst) const {
        const BentFront& f = *seat_.front;
        const Section s = section();
        const double L = f.span.mm();
        const double W = f.share * even_;
        const double now =
            s.EI > 0 ? W * std::pow(L, 3) / ((f.free ? 8 : 384 / 5.0) * s.EI) + sagOfThings(s.EI) : 1e9;
        const double later = now * (1 + s.kDef);
        Check c;
        c.id = "front_sag";
        c.title = "Sag of " + f.words;
        c.demand = later;
        c.capacity = (f.free ? 2 * L : L) / sagRatio(p_.sagLimit); // a free end: as worstStretch() has it
        c.unit = "mm";
        c.looks = true;
        if (sag && worst)
            drawSag(now, later, c.capacity, *sag, *worst);
        if (quiet_)
            return c;
        c.load = "what stands on it";
        c.place = f.words;
        c.working = {f.free ? "v = (share × w) L⁴/8 EI, × (1 + k_def) in years"
                            : "v = 5 (share × w) L⁴/384 EI, × (1 + k_def) in years",
                     {{"L", mm(L)},
                      {"w", fmt::format("{:.3f} N/mm", even_ / L)},
                      {"things on it", std::to_string(things_.size())},
                      {"share", fmt::format("{:.2f}", f.share)},
                      {"EI", fmt::format("{:.3g} N mm²", s.EI)},
                      {"k_def", fmt::format("{:g}", s.kDef)},
                      {"now", mm(now)}},
                     mm(later) + " of " + mm(c.capacity),
                     seat_.alcove ? "S9.7, S6" : "S5.1, S6",
                     {f.assumed}};
        return c;
    }

    const HeldPiece& p_;
    const Assembly& a_;
    const LedgersSeat& seat_;
    const std::vector<ResultLoad>& loads_;
    bool quiet_;
    double all_ = 0, even_ = 0; ///< N: everything, and what is taken as an even load
    std::vector<OnFront> things_;
};

} // namespace

std::vector<Check> restChecks(const HeldPiece& piece, const std::vector<ResultLoad>& loads, bool quiet,
                              SagResult* sag, SagStretch* worst) {
    return RestJudge(piece, loads, quiet).run(sag, worst);
}

} // namespace owl
