#include "support/inside/brace_check.h"

#include "strength/fastener.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// What the screws of one joint of a brace take across, N.
double screwsTake(const HeldPiece& p, const Joint& j, bool endGrain, bool leaning) {
    const Screw* s = p.catalog ? p.catalog->findScrew(j.screwId) : nullptr;
    if (!s)
        return 0;
    LateralInput in;
    in.d = s->d;
    in.root = s->root;
    in.side = (j.through - j.counterbore).mm();
    in.pen = (j.screwLength - j.through + j.counterbore).mm();
    in.Gmain = in.Gside = p.woodC1.G;
    in.CD = leaning ? 1.6 : 0.9;
    in.endGrain = endGrain;
    return lateral(in).Z * static_cast<double>(j.spots.size());
}

} // namespace

double braceShare(const Assembly& a) {
    const auto& x = a.seat<BraceSeat>()->x;
    double most = 0;
    for (std::size_t i = 0; i < x.size(); ++i) {
        const double left = i == 0 ? x[i].mm() : (x[i] - x[i - 1]).mm() / 2;
        const double right = i + 1 == x.size() ? (a.length - x[i]).mm() : (x[i + 1] - x[i]).mm() / 2;
        most = std::max(most, left + right);
    }
    return most;
}

BraceResult onOneBrace(const HeldPiece& p, double factor, bool leaning) {
    const Assembly& a = *p.assembly;
    const double L = a.length.mm();
    const double share = std::min(L, braceShare(a));
    const double face = a.seat<BraceSeat>()->face.mm();
    const double contents = heaviestStretch(contentsForces(p.load, a, factor), L, share).w * share;
    const double own = p.hangingMass * gravity / L * share;
    const double middle = (a.surfaceBack.mm() + a.surfaceFront.mm()) / 2;
    std::vector<BraceLoad> loads{{contents, std::max(0.0, middle - face)},
                                 {own, std::max(0.0, p.hangingY - face)}};
    if (leaning)
        loads.push_back({p.hand, a.depth.mm() - face});
    return braceOf(loads, a.seat<BraceSeat>()->out.mm(), a.seat<BraceSeat>()->down.mm());
}

std::optional<Check> braceCheck(const HeldPiece& p, double factor, bool quiet) {
    const Assembly& a = *p.assembly;
    const Joint* top = a.seat<BraceSeat>() ? a.joint(a.seat<BraceSeat>()->top) : nullptr;
    const Joint* back = a.seat<BraceSeat>() ? a.joint(a.seat<BraceSeat>()->back) : nullptr;
    if (!top || !back)
        return std::nullopt;
    // The end of a brace whose grain runs out from the rail is end grain for the screws from behind, else for
    // those from above.
    const Part* brace = a.find(top->second);
    const bool grainOut = brace && std::abs(brace->pose.along.y) > 0.7;
    bool topRules = false;
    const auto use = [&](bool leaning) {
        const BraceResult r = onOneBrace(p, factor, leaning);
        const Use above{r.topTension, screwsTake(p, *top, !grainOut, leaning)};
        const Use behind{r.vertical, screwsTake(p, *back, grainOut, leaning)};
        topRules = above.utilisation() > behind.utilisation();
        return topRules ? above : behind;
    };
    const Use standing = use(false);
    std::optional<Use> leaning;
    if (p.hand > 0)
        leaning = use(true);
    Check c = checkOf("brace", "Screws of the braces", "N", standing, leaning);
    const bool hand = c.leaning && *c.leaning > *c.standing;
    if (quiet)
        return c;
    use(hand);
    const BraceResult r = onOneBrace(p, factor, hand);
    c.load = hand ? "a hand of " + words::N(p.hand) + " over one brace" : "what stands on it";
    c.place = topRules ? "top of a brace" : "back of a brace";
    c.working = {"T = Σ P y/h at the top, V = Σ P y/y_b down the brace; lateral strength of its screws",
                 {{"load", c.load},
                  {"share of one brace", words::mm(braceShare(a))},
                  {"y_b", words::mm(a.seat<BraceSeat>()->out.mm())},
                  {"h", words::mm(a.seat<BraceSeat>()->down.mm())},
                  {"T", words::N(r.topTension)},
                  {"V", words::N(r.vertical)},
                  {"screws in the top", words::N(screwsTake(p, *top, !grainOut, hand))},
                  {"screws in the rail", words::N(screwsTake(p, *back, grainOut, hand))},
                  {"C_D", hand ? "1.6" : "0.9"}},
                 words::percent(c.utilisation()) + " used",
                 "S9.8, S10.4",
                 {"pinned ends; glue counts for nothing"}};
    return c;
}

} // namespace owl
