#include "support/inside/shelf_check.h"

#include "joint/way.h"
#include "measure/words.h"
#include "strength/beam.h"
#include "support/inside/joint_capacity.h"
#include "support/judge/judge.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace owl {
namespace {

using words::mm;
using words::MPa;
using words::N;

/// What a board of a span may bear, and how it creeps.
struct BoardStuff {
    double E = 0, Fb1 = 0, Fb2 = 0, Fv = 0, density = 0, kDef = solidWoodCreep;
};

BoardStuff stuffOf(const HeldPiece& p, const Part& part) {
    BoardStuff out{p.woodC1.E, p.woodC1.Fb, p.woodC2.Fb, p.woodC1.Fv, p.woodC1.density, solidWoodCreep};
    if (part.stock == Stock::plate) { // acrylic: it creeps without end, four times in years (S3.5; verify)
        constexpr double E = 3000, bears = 8, density = 1190, creep = 3;
        return {E, bears, bears, bears, density, creep};
    }
    const Species* sheet =
        part.stock == Stock::sheet && p.catalog ? p.catalog->findSpecies(part.material) : nullptr;
    if (!sheet)
        return out;
    // The face grain runs along the shelf; the working share holds duration and safety (S3.3).
    out.E = sheet->means.MOE;
    out.Fb1 = sheet->working * sheet->means.MOR * durationFactor(false);
    out.Fb2 = sheet->working * sheet->means.MOR * durationFactor(true);
    out.density = sheet->density;
    out.kDef = sheet->kDef;
    return out;
}

class ShelfJudge {
  public:
    ShelfJudge(const HeldPiece& p, double factor, bool quiet, ShelfSag* seen)
        : p_(p), a_(*p.assembly), quiet_(quiet), seen_(seen), surfaces_(surfacesOf(a_)),
          all_(contentsForces(p.load, a_, factor)) {}

    std::vector<Check> run() {
        for (const auto& s : a_.spans)
            span(s);
        for (const auto& h : a_.hung)
            hung(h);
        std::vector<Check> out;
        for (auto* c : {&sag_, &bending_, &joint_, &hung_})
            if (*c)
                out.push_back(std::move(**c));
        return out;
    }

  private:
    static void keepWorse(std::optional<Check>& worst, Check c) {
        if (!worst || c.utilisation() > worst->utilisation())
            worst = std::move(c);
    }

    void span(const ShelfSpan& s) {
        const Part* part = a_.find(s.part);
        if (!part || s.at.size() < 2)
            return;
        const BoardStuff w = stuffOf(p_, *part);
        const Bent bent = bentOf(s, w.E);
        Beam beam;
        const double x0 = s.at.front().mm();
        beam.length = (s.at.back() - s.at.front()).mm();
        beam.EI = w.E * bent.I;
        if (beam.length < 1 || !(beam.EI > 0))
            return;
        for (Length x : s.at) {
            BeamSupport support;
            support.x = x.mm() - x0;
            beam.supports.push_back(support);
        }
        // Close enough that the top of a sag curve is missed by a thousandth of it.
        constexpr int steps = 64;
        places_.clear();
        for (int i = 0; i <= steps; ++i)
            places_.push_back(beam.length * i / steps);
        beam.probes = places_;
        beam.deflections = false; // but at these places
        const double own = bent.A * 1e-9 * w.density * gravity;
        const LineLoad self{0, beam.length, own};
        Beam lasting = beam;
        beam.lines = lasting.lines = {self};
        for (std::size_t i = 0; i < all_.lines.size(); ++i) {
            const std::string& on = surfaces_[all_.on[i]].id;
            if (std::find(s.surfaces.begin(), s.surfaces.end(), on) == s.surfaces.end())
                continue;
            LineLoad l = all_.lines[i];
            l.x0 = std::clamp(l.x0 - x0, 0.0, beam.length);
            l.x1 = std::clamp(l.x1 - x0, 0.0, beam.length);
            if (l.x1 - l.x0 < 1e-6)
                continue;
            beam.lines.push_back(l);
            if (all_.sustained[i])
                lasting.lines.push_back(l);
        }
        const auto now = solveBeam(beam);
        const auto later = solveBeam(lasting);
        if (!now || !later)
            return;
        sag(s, *part, w, *now, *later, beam.EI);
        strength(s, *part, w, *now, bent);
        joints(s, *part, *now);
    }

    /// mm2, mm4, mm3 of a board with the strip along its front, as one section about its own middle.
    struct Bent {
        double A = 0, I = 0, Z = 0;
    };
    [[nodiscard]] Bent bentOf(const ShelfSpan& s, double E) const {
        struct Rect {
            double b, h, z, share; ///< share: of the board's stiffness, never more than all of it
        };
        std::vector<Rect> rects{{s.deep.mm(), s.thick.mm(), 0, 1}};
        if (s.strip)
            rects.push_back({s.strip->thick.mm(), s.strip->high.mm(), s.strip->z.mm(),
                             std::min(1.0, E > 0 ? p_.woodC1.E / E : 1)});
        Bent out;
        double all = 0;
        double first = 0;
        double low = 0;
        double high = 0;
        for (const auto& r : rects) {
            out.A += r.b * r.h;
            all += r.share * r.b * r.h;
            first += r.share * r.b * r.h * (r.z + r.h / 2);
            low = std::min(low, r.z);
            high = std::max(high, r.z + r.h);
        }
        const double middle = all > 0 ? first / all : 0;
        for (const auto& r : rects) // Steiner
            out.I += r.share * r.b * r.h * (r.h * r.h / 12 + std::pow(r.z + r.h / 2 - middle, 2));
        out.Z = out.I / std::max({high - middle, middle - low, 1e-9});
        return out;
    }

    [[nodiscard]] double widest(const ShelfSpan& s) const {
        double l = 0;
        for (std::size_t i = 1; i < s.at.size(); ++i)
            l = std::max(l, (s.at[i] - s.at[i - 1]).mm());
        return l;
    }

    void sag(const ShelfSpan& s, const Part& part, const BoardStuff& w, const BeamResult& now,
             const BeamResult& lasting, double EI) {
        double most = 0;
        double at = 0;
        for (std::size_t i = 0; i < now.probeDown.size(); ++i)
            if (const double v = now.probeDown[i] + w.kDef * lasting.probeDown[i]; v > most) {
                most = v;
                at = places_[i];
            }
        Check c;
        c.id = "shelf_sag";
        c.title = "Sag of " + theName(part.name);
        c.demand = most;
        c.capacity = widest(s) / sagRatio(p_.sagLimit);
        c.unit = "mm";
        c.looks = true;
        c.atMm = s.at.front().mm() + at;
        if (!quiet_) {
            c.load = "what stands on it";
            c.place = fmt::format("{} {} from the left end", part.name, words::place(*c.atMm));
            c.working = {
                "v = v(all) + k_def v(lasting), a board held at its ends and dividers; limit = span / " +
                    fmt::format("{:.0f}", sagRatio(p_.sagLimit)),
                {{"EI", fmt::format("{:.3g} N mm²", EI)},
                 {"span", mm(widest(s))},
                 {"k_def", fmt::format("{:g}", w.kDef)}},
                mm(c.demand) + " of " + mm(c.capacity),
                "S5.1, S5.2 (ends as hinges), S6; creep EN 1995-1-1 table 3.2",
                {}};
        }
        if (seen_ && (!sag_ || c.utilisation() > sag_->utilisation()))
            keepCurve(s, w, now, lasting, c);
        keepWorse(sag_, std::move(c));
    }

    void strength(const ShelfSpan& s, const Part& part, const BoardStuff& w, const BeamResult& now,
                  const Bent& bent) {
        const double M = std::max(now.maxSagging, now.maxHogging);
        // A hand presses in the middle of the widest bay.
        const double with = M + p_.hand * widest(s) / 4;
        const double Z = bent.Z;
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{with / Z, w.Fb2};
        Check c =
            checkOf("shelf_bending", "Bending of " + theName(part.name), "MPa", Use{M / Z, w.Fb1}, leaning);
        if (!quiet_) {
            const bool hand = c.leaning && *c.leaning > *c.standing;
            c.load = hand ? "a hand of " + N(p_.hand) + " in the middle of it" : "what stands on it";
            c.place = part.name;
            c.working = {s.strip ? "σ = M/Z ≤ F_b, board and front strip as one" : "σ = M/(b h²/6) ≤ F_b",
                         {{"load", c.load},
                          {"M", words::Nm(hand ? with : M)},
                          {"b", mm(s.deep.mm())},
                          {"h", mm(s.thick.mm())}},
                         MPa(c.demand) + " of " + MPa(c.capacity),
                         "S5.5, S3.2, S3.3",
                         {}};
            if (s.strip)
                c.working.values.emplace_back("strip",
                                              mm(s.strip->thick.mm()) + " × " + mm(s.strip->high.mm()));
        }
        keepWorse(bending_, std::move(c));
    }

    /// What of a board's end the front one of its pins gets, by the lever about the rear one: a hand presses
    /// at the front edge (S10.8). Other joints take it as a whole.
    struct FrontPin {
        double ofLoad = 1, ofHand = 1, pins = 1;
    };
    [[nodiscard]] static FrontPin frontPin(const Joint& j, const Part& board) {
        double rear = 1e9;
        double front = -1e9;
        for (const auto& f : j.fasteners) {
            if (f.kind != "pin")
                return {};
            rear = std::min(rear, f.from.y);
            front = std::max(front, f.from.y);
        }
        if (front - rear < 1)
            return {};
        const Bounds3 b = board.solid.bounds();
        const double n = static_cast<double>(j.fasteners.size());
        return {std::max((b.low.y + b.high.y) / 2 - rear, (front - rear) / 2) / (front - rear),
                (b.high.y - rear) / (front - rear), n};
    }

    void joints(const ShelfSpan& s, const Part& part, const BeamResult& now) {
        for (std::size_t i = 0; i < s.joints.size() && i < now.reactions.size(); ++i) {
            const Joint* j = s.joints[i].empty() ? nullptr : a_.joint(s.joints[i]); // it may lie there
            if (!j)
                continue;
            const double R = std::abs(now.reactions[i]);
            ends_[j->first] += R;
            ends_[j->second] += R;
            std::optional<Use> leaning;
            const FrontPin front = frontPin(*j, part);
            if (p_.hand > 0)
                leaning = Use{R * front.ofLoad + p_.hand * front.ofHand,
                              jointTakesDown(p_, *j, part.id, true) / front.pins};
            Check c =
                checkOf("shelf_joint", "Joint of " + theName(part.name), "N",
                        Use{R * front.ofLoad, jointTakesDown(p_, *j, part.id, false) / front.pins}, leaning);
            c.atMm = s.at[i].mm();
            if (!quiet_) {
                const bool hand = c.leaning && *c.leaning > *c.standing;
                c.load = hand ? "a hand of " + N(p_.hand) + " beside it" : "what stands on it";
                c.place = "end of " + theName(part.name) + " " + words::place(*c.atMm) + " from the left end";
                c.working = {
                    "R of the board on what holds it ≤ what the joint takes",
                    {{"load", c.load}, {"joint", j->kind + ", " + wayOf(j->how).name}, {"R", N(c.demand)}},
                    N(c.demand) + " of " + N(c.capacity),
                    "S10.8, S10.4",
                    {"glue on end grain counts for nothing; the better of wood and fasteners counts"}};
                if (front.pins > 1)
                    c.working.assumed.emplace_back(
                        "the front pin: the load by the lever from the rear one, a hand "
                        "at the front edge");
            }
            keepWorse(joint_, std::move(c));
        }
    }

    void keepCurve(const ShelfSpan& s, const BoardStuff& w, const BeamResult& now, const BeamResult& lasting,
                   const Check& c) {
        const double x0 = s.at.front().mm();
        *seen_ = {};
        for (std::size_t i = 0; i < now.probeDown.size(); ++i) {
            seen_->curve.now.emplace_back(x0 + places_[i], now.probeDown[i]);
            seen_->curve.later.emplace_back(x0 + places_[i],
                                            now.probeDown[i] + w.kDef * lasting.probeDown[i]);
            seen_->curve.instant = std::max(seen_->curve.instant, now.probeDown[i]);
        }
        seen_->curve.longTerm = c.demand;
        seen_->curve.atX = *c.atMm;
        seen_->worst = {x0, s.at.back().mm(), false, c.demand, c.capacity, *c.atMm};
    }

    /// What ends on a side, and the side itself, hang on its upper joints.
    void hung(const HungPart& h) {
        const Part* part = a_.find(h.part);
        if (!part)
            return;
        const double load = ends_[h.part] + massOf(*part, p_.woodC1.density) * gravity;
        double takes = 0;
        double takesLeaning = 0;
        for (const auto& id : h.joints)
            if (const Joint* j = a_.joint(id)) { // what it hangs on may hang in its turn
                ends_[h.part == j->first ? j->second : j->first] +=
                    load / static_cast<double>(h.joints.size());
                takes += jointTakesDown(p_, *j, h.part, false);
                takesLeaning += jointTakesDown(p_, *j, h.part, true);
            }
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{load + p_.hand, takesLeaning};
        Check c = checkOf("hung", "What the " + part->name + " hangs on", "N", Use{load, takes}, leaning);
        c.atMm = part->solid.centre().x;
        if (!quiet_) {
            const bool hand = c.leaning && *c.leaning > *c.standing;
            c.load = hand ? "a hand of " + N(p_.hand) + " at that end" : "what stands on it";
            c.place = "upper end of the " + part->name;
            c.working = {"ends of the boards that it carries + its own weight ≤ what its upper joints take",
                         {{"load", c.load}, {"force", N(c.demand)}},
                         N(c.demand) + " of " + N(c.capacity),
                         "S10.8, S10.4",
                         {"glue on end grain, mitres among it, counts for nothing"}};
        }
        keepWorse(hung_, std::move(c));
    }

    const HeldPiece& p_;
    const Assembly& a_;
    bool quiet_;
    ShelfSag* seen_;
    std::map<std::string, double> ends_; ///< N on each part from the ends of spans
    std::vector<Surface> surfaces_;
    ContentsForces all_;
    std::vector<double> places_; ///< mm along the board at hand
    std::optional<Check> sag_, bending_, joint_, hung_;
};

} // namespace

std::vector<Check> shelfChecks(const HeldPiece& piece, double factor, bool quiet, ShelfSag* seen) {
    if (piece.assembly->spans.empty())
        return {};
    return ShelfJudge(piece, factor, quiet, seen).run();
}

} // namespace owl
