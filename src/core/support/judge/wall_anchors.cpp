// Anchors and plugs through a rail (S10.7).
#include "support/judge/judge.h"

#include "strength/fastener.h"
#include "support/words.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

using words::N;

constexpr double washer = 10; // mm: the head or washer of an anchor's screw (verify)

/// Pull on the uppermost anchor at a place (S9.1).
double pullAt(const AtSupport& at, const SupportVerdict& v) {
    double sum = 0;
    const std::vector<double>& rows = v.rowsOf(at.support);
    for (double z : rows)
        sum += z * z;
    return 1.5 * at.M * rows.back() / sum;
}
/// Its share of the shear there.
double shearAt(const AtSupport& at, const SupportVerdict& v) {
    return at.V / static_cast<double>(v.rowsOf(at.support).size());
}

} // namespace

AnchorTakes anchorTakes(const SupportVerdict& v) {
    const AnchorKind& a = v.option.beside ? *v.option.beside : *v.option.anchor;
    const bool board = v.option.ground == Ground::cover || v.option.beside;
    return {board ? std::min(a.tensionLow, 135.0) : a.tensionLow,
            board ? std::min(a.shearLow, 270.0) : a.shearLow};
}

std::string noRoomBehind(const WallBehind& w, const SupportOption& o) {
    const AnchorKind* a = o.beside ? o.beside : o.anchor;
    if (!a || a->behind <= 0 || w.behindCover <= 0 || w.behindCover >= a->behind)
        return {};
    return fmt::format("it needs {} free behind the cover to open; there are {}", words::mm(a->behind),
                       words::mm(w.behindCover));
}

double anchorStiffness(Ground ground) {
    return ground == Ground::masonry ? 400 : ground == Ground::flanges ? 150 : 50;
}

void addAnchorChecks(const JudgeBench& b, SupportVerdict& v) {
    const AnchorKind& anchor = v.option.beside ? *v.option.beside : *v.option.anchor;
    const bool board = v.option.ground == Ground::cover || v.option.beside;
    const AnchorTakes can = anchorTakes(v);
    auto worst = worstOver(b, "anchors", board ? "Hollow-wall anchors" : "Wall anchors", "", "anchors",
                           [&](const AtSupport& at) {
                               return Use{pullAt(at, v) / can.T + shearAt(at, v) / can.V, 1};
                           });
    Check& c = worst.check;
    if (!b.quiet)
        c.working = {
            "u = T/T_a + V/V_a,  T = 1.5 M z/Σz²",
            {{"anchor", anchor.name + ", " + anchor.size},
             {"load", c.load},
             {"M (lever rule)", words::Nm(worst.at.M)},
             {"T", N(pullAt(worst.at, v))},
             {"V", N(shearAt(worst.at, v))},
             {"T_a", N(can.T) + (board ? ", at most 135 N in 12.7 mm gypsum (verify)" : "")},
             {"V_a", N(can.V) + (board ? ", at most 270 N (verify)" : "")}},
            words::percent(c.demand) + " used",
            "S5.6, S10.7; " + anchor.source,
            {"low end of the range typical of this kind of anchor: the package's own figure is better",
             fmt::format("set as its package says; each gives {:.0f} N/mm",
                         anchorStiffness(v.option.ground))}};
    if (board)
        c.cautions.push_back("Pull in plasterboard creeps, and one loose anchor loads its neighbours: a stud "
                             "is better in every way.");
    if (!anchor.note.empty())
        c.cautions.push_back(anchor.note + ".");
    v.checks.push_back(std::move(c));

    auto through = worstOver(
        b, "anchor_pull_through", "Rail under the anchors' heads", "N", "anchors", [&](const AtSupport& at) {
            return Use{pullAt(at, v),
                       pullThrough(b.piece.woodC1.G, washer, b.rail(), durationFactor(at.leaning()))};
        });
    if (!b.quiet)
        through.check.working = {"W_H = 14.95 D_H G² t C_D",
                                 {{"load", through.check.load},
                                  {"head or washer D_H", words::mm(washer) + " (verify)"},
                                  {"rail t", words::mm(b.rail())},
                                  {"T", N(through.check.demand)}},
                                 words::percent(through.check.utilisation()) + " used",
                                 "S10.3, S10.7; NDS 12.2.5",
                                 {}};
    v.checks.push_back(std::move(through.check));
}

} // namespace owl
