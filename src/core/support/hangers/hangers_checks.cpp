// What the fixings of hooks bear, what keeps a piece on them, where it leans.
#include "support/hangers/hangers_judge.h"

#include "solid/query.h"
#include "strength/concealed.h"
#include "strength/fastener.h"

#include <algorithm>

namespace owl {
namespace {

using words::mm;
using words::N;

constexpr double mostRideUp = 0.67;  // of the pull that a bevel turns into lifting (S9.4)
constexpr double ratingMargin = 1.5; // planned load times this stays below a package's low end (6c)
constexpr double engagedMost = 300;  // mm of a profile that one load engages (S12.11)

} // namespace

double HangerJudge::fixingPull(const AtSupport& at) const {
    const double pull = pullOf(at);
    if (!hooksAlong())
        return pull;
    const HangerLayout& l = *on_[at.support];
    return cleatScrewsPull(pull, at.V, l.contact - l.wallLow, l.screwZ - l.wallLow, l.standOff);
}

std::pair<double, double> HangerJudge::screwTakes(bool leaning) const {
    const Screw& s = *v_.option.screw;
    const double CD = durationFactor(leaning);
    const double thread = v_.option.screw->thread(v_.pen, v_.screwLength);
    const double W = withdrawal(w_.studG, s.d, s.lag, thread, CD);
    if (h_.kind != HangerKind::cleat)
        return {W, proudScrewShear(s.d, s.root, v_.pen, h_.proud + w_.cover, w_.studG, CD)};
    return {std::min(W, pullThrough(p_.woodC1.G, s.head, first().standOff - s.countersink(), CD)),
            lateral(acrossStud(p_, w_, s, first().standOff, v_.pen, CD)).Z};
}

void HangerJudge::fixings(const JudgeBench& b, bool screw) {
    const auto still = screw ? screwTakes(false) : std::pair{0.0, 0.0};
    const auto lean = screw ? screwTakes(true) : std::pair{0.0, 0.0};
    const auto of = [&](const AtSupport& at) {
        const double T = fixingPull(at);
        if (!screw) {
            const auto [Ta, Va] = anchorTakes(v_);
            return Use{T / Ta + at.V / Va, 1};
        }
        const auto [W, Z] = at.leaning() ? lean : still;
        const double u = combined(T, at.V, W, Z).utilisation;
        const double R = std::hypot(T, at.V);
        return Use{R, u > 0 ? R / u : std::max(W, Z)};
    };
    auto worst = worstOver(b, screw ? "wall_screws" : "anchors",
                           screw ? "Wall screws, pull and shear" : "Wall anchors", screw ? "N" : "",
                           screw ? "wall screws" : "anchors", of);
    if (!quiet_) {
        const AtSupport& at = worst.at;
        Working& w = worst.check.working;
        const HangerLayout& l = *on_[at.support];
        w.formula = hooksAlong()
                        ? "T = max(T_h, (T_h (z_b − z_s/3) + V t/2)/(2 z_s/3)),  T_h = M/h"
                        : "T = M/h;  Z of a screw whose head is pinned, bare over cover and stand-off";
        w.values = {{"load", worst.check.load},
                    {"M (lever rule)", words::Nm(at.M)},
                    {"h, hook to where it leans", mm(armAt(at.support))},
                    {"T_h at the hook", N(pullOf(at))},
                    {"T at the fixing", N(fixingPull(at))},
                    {"V", N(at.V)}};
        if (hooksAlong()) {
            w.values.push_back({"z_b, bevel above the wall half's edge", mm(l.contact - l.wallLow)});
            w.values.push_back({"z_s, screws above it", mm(l.screwZ - l.wallLow)});
            w.values.push_back({"t", mm(l.standOff)});
        }
        if (screw) {
            const auto [W, Z] = at.leaning() ? lean : still;
            w.values.push_back({"W′", N(W)});
            w.values.push_back({"Z′ (over " + mm(w_.cover) + " of cover)", N(Z)});
            w.source = hooksAlong() ? "S9.4, S10.2–S10.5; NDS 12.2, 12.4; AWC TR-12"
                                    : "S9.5, S10.2, S10.5; AWC TR-12";
        } else {
            const auto [Ta, Va] = anchorTakes(v_);
            w.values.push_back({"T_a, V_a", N(Ta) + "; " + N(Va)});
            w.source =
                "S9.4, S9.5, S10.7; " + (v_.option.beside ? v_.option.beside : v_.option.anchor)->source;
        }
        w.result = words::percent(worst.check.utilisation()) + " used";
    }
    v_.checks.push_back(std::move(worst.check));
}

void HangerJudge::rating(const JudgeBench& b) {
    if (h_.rating <= 0)
        return;
    double each = h_.rating / ratingMargin;
    // What is engaged near one support: its share, and no more than a load engages anywhere (S12.11).
    // With the share alone a support fewer would make those beside it stronger.
    if (h_.perMm > 0)
        each *= std::min(hooked() / static_cast<double>(v_.x.size()), engagedMost) / h_.perMm;
    if (h_.most > 0)
        each = std::min(each, h_.most);
    const double can = each * gravity;
    auto worst = worstOver(b, "hanger", "Rating of the " + h_.name, "N", "hangers", [&](const AtSupport& at) {
        return Use{at.V, can};
    });
    if (!quiet_) {
        const std::string per = h_.perMm > 0 ? fmt::format(" on {}", mm(h_.perMm)) : std::string(" each");
        worst.check.working = {"V ≤ rating/1.5" +
                                   std::string(h_.most > 0 ? ", and no more than habit allows" : ""),
                               {{"load", worst.check.load},
                                {"rating, low end", words::kg(h_.rating) + per},
                                {"counted here", words::kg(each)},
                                {"V", N(worst.at.V)}},
                               words::percent(worst.check.utilisation()) + " used",
                               "S9.5, 6c; " + h_.source,
                               {"the low end of what such packages print: the package in hand is better"}};
    }
    v_.checks.push_back(std::move(worst.check));
}

double HangerJudge::keeperForce(const SupportCase& c) const {
    double V = 0;
    double lifted = 0;
    for (double R : c.R) {
        V += R;
        lifted = std::max(lifted, -R);
    }
    const double climbing = pullIn(c) / bevelTangent() - mostRideUp * std::max(0.0, V);
    return std::max(0.0, climbing) / 2 + lifted;
}

void HangerJudge::keepers(const JudgeBench& b) {
    const double thickness = p_.assembly->seat<RailSeat>()->through.mm();
    if (const AnchorKind* anchor = v_.option.anchor)
        v_.keeperLength = first().standOff + thickness + w_.cover + std::max(30.0, anchor->depth);
    else
        keeperScrew(b, thickness);
    const Vec3 from{v_.x.front(), p_.assembly->standOff.mm() + thickness,
                    first().railLow + hangerSpacerHigh / 2};
    for (const auto& part : p_.assembly->parts)
        if (!isRail(*p_.assembly, part.id) && cylinderMeets(part.solid, from, from + Vec3{0, 180, 0}, 12.5))
            v_.keepersBehind = part.name;
}

void HangerJudge::keeperScrew(const JudgeBench& b, double thickness) {
    HeldPiece low = dressed_;
    low.screwPasses = first().standOff + thickness;
    SupportVerdict r;
    r.option = v_.option;
    const JudgeBench there{low, w_, b.statics, factor_, true};
    chooseWallScrew(there, r);
    if (!r.refusal.empty())
        return;
    v_.keeperLength = r.screwLength;
    keeperPen_ = r.pen;
}

double HangerJudge::keeperTakes(bool leaning) const {
    if (v_.option.anchor)
        return anchorTakes(v_).V;
    const double side = first().standOff + p_.assembly->seat<RailSeat>()->through.mm();
    return lateral(acrossStud(p_, w_, *v_.option.screw, side, keeperPen_, durationFactor(leaning))).Z;
}

void HangerJudge::keeperCheck() {
    Check c = overCases("keepers", "Screws that keep it on the hook", "N", [&](const SupportCase& q) {
        return Use{keeperForce(q), keeperTakes(q.hand.has_value())};
    });
    if (!quiet_)
        c.working = {
            "V = (T_h/tan β − 0.67 W)/2 + what a hand lifts at an end",
            {{"load", c.load},
             {"β", fmt::format("{:.0f}° from horizontal", h_.bevel)},
             {"h", mm(first().arm())},
             {"screw", (v_.option.screw ? v_.option.screw->label + " × " : v_.option.anchor->name + ", ") +
                           mm(v_.keeperLength)},
             {"V", N(c.demand)},
             {"Z′", N(c.capacity)}},
            words::percent(c.utilisation()) + " used",
            "S9.4, S10.4",
            {"without them the bevel would let it climb: one near each end, low down"}};
    v_.checks.push_back(std::move(c));
}

void HangerJudge::rideUp() {
    const auto ratio = [&](const SupportCase& c) {
        double V = 0;
        for (double R : c.R)
            V += R;
        return Use{V > 0 ? pullIn(c) / (V * bevelTangent()) : 10, mostRideUp};
    };
    Check c = overCases("ride_up", "Climbing off the bevel", "", ratio);
    if (!quiet_)
        c.working = {"T_h/(W tan β) ≤ 0.67",
                     {{"load", c.load},
                      {"β", fmt::format("{:.0f}° from horizontal", h_.bevel)},
                      {"h", mm(first().arm())},
                      {"ratio", words::digits(c.demand)}},
                     words::percent(c.utilisation()) + " used",
                     "S9.4",
                     {"a taller rail, a steeper bevel or a screw low down helps"}};
    v_.checks.push_back(std::move(c));
}

void HangerJudge::staysOn() {
    const auto lifted = [&](const SupportCase& c) {
        Use worst{0, 1};
        for (std::size_t i = 0; i < c.R.size(); ++i) {
            const double stands = std::max(0.1, v_.cases.front().R[i]);
            const Use u{std::max(0.0, stands - c.R[i]), stands};
            if (u.utilisation() > worst.utilisation())
                worst = u;
        }
        return worst;
    };
    Check c = overCases("lift", "An end lifting off its hook", "N", lifted);
    if (!quiet_)
        c.working = {"what a hand elsewhere lifts ≤ what stands there",
                     {{"load", c.load}, {"lifted", N(c.demand)}, {"stands there", N(c.capacity)}},
                     words::percent(c.utilisation()) + " used",
                     "S8.6 (springs apart), S9.4",
                     {"a hook carries no pull upwards"}};
    v_.checks.push_back(std::move(c));
}

void HangerJudge::lip() {
    const double length = hooked();
    const double t = first().standOff;
    const auto of = [&](const SupportCase& c) {
        const WoodAllowable& wood = c.hand ? p_.woodC2 : p_.woodC1;
        return Use{1.5 * pullIn(c) / (length * t), wood.Fv / 3};
    };
    Check c = overCases("cleat_lip", "Lip of the cleat in shear", "MPa", of);
    if (!quiet_)
        c.working = {"τ = 1.5 T_h/(L t) ≤ F_v/3 (rolling)",
                     {{"load", c.load}, {"L", mm(length)}, {"t", mm(t)}},
                     words::MPa(c.demand) + " of " + words::MPa(c.capacity),
                     "S9.4",
                     {"straight grain or plywood; at least 6 mm of wood at the tip"}};
    v_.checks.push_back(std::move(c));
}

void HangerJudge::push(const JudgeBench& b) {
    const double width = h_.kind == HangerKind::rail || h_.kind == HangerKind::ring ? hangerSpacerHigh
                         : v_.option.atStuds()                                      ? w_.studWidth
                                                                                    : 100;
    auto worst =
        worstOver(b, "wall_crush", "Wall where it leans", "MPa", "wall cover", [&](const AtSupport& at) {
            const double cover = w_.crush * (at.leaning() ? 1.5 : 1);
            return Use{pullOf(at) / (width * hangerSpacerHigh),
                       w_.cover > 0 ? std::min(cover, p_.woodC1.FcPerp) : p_.woodC1.FcPerp};
        });
    if (!quiet_)
        worst.check.working = {"p = (M/h)/(width × height)",
                               {{"load", worst.check.load},
                                {"push", N(pullOf(worst.at))},
                                {"width", mm(width)},
                                {"height", mm(hangerSpacerHigh)}},
                               words::MPa(worst.check.demand) + " of " + words::MPa(worst.check.capacity),
                               "S9.1, S9.4 (cover strength: verify)",
                               {}};
    v_.checks.push_back(std::move(worst.check));
}

} // namespace owl
