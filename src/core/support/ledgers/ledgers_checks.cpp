// What the fixings of ledgers bear: screws, anchors, rods, the cover under the strips, packing pieces,
// shares.
#include "support/ledgers/ledgers_judge.h"

#include "strength/fastener.h"
#include "support/inside/joint_capacity.h"
#include "support/rods/rods.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

using words::mm;
using words::N;

} // namespace

double LedgersJudge::rodUse(const LedgerFixing& f, double R, bool leaning) const {
    const double V = std::abs(R);
    const RodResult r = rodOf(rodInput(f, leaning), {V, V * f.inShelf / 2, 0, 0});
    double u = r.utilisation;
    if (f.ground == Ground::masonry)
        u = std::max(u, masonryBearing(f.rod->d, f.inWall, V, V * (f.inShelf / 2 + wallOf(f.ledger).cover)) /
                            masonryStrength(wallOf(f.ledger).kind));
    return u;
}

std::vector<double> LedgersJudge::rowsOf(const LedgerFixing& f) const {
    const LedgerSeat& seat = seat_.on[f.ledger];
    std::vector<double> out;
    for (Length z : seat.rows)
        out.push_back(std::max(1.0, (z - seat.low).mm()));
    if (f.rows == 1 && out.size() > 1)
        out = {out.back()};
    return out.empty() ? std::vector<double>{1} : out;
}

LedgersJudge::Rows LedgersJudge::momentOf(const LedgerFixing& f) const {
    Rows r{0, 0, 0};
    for (double z : rowsOf(f)) {
        r.top = std::max(r.top, z);
        r.sum += z;
        r.sum2 += z * z;
    }
    return r;
}

LedgersJudge::Forces LedgersJudge::forcesOn(const LedgerFixing& f, double R, bool leaning) const {
    Forces out;
    const Rows rows = momentOf(f);
    out.V = std::abs(R) / f.rows;
    out.T = 1.5 * std::abs(R) * lever(f) * rows.top / rows.sum2;
    if (f.anchor) {
        SupportVerdict tmp;
        tmp.option = optionWith(f.anchor, f.ground);
        const AnchorTakes can = anchorTakes(tmp);
        out.W = can.T;
        out.Z = can.V;
        return out;
    }
    const Screw& s = *studScrew();
    const WallBehind& w = wallOf(f.ledger);
    const double CD = durationFactor(leaning);
    out.W = std::min(withdrawal(w.studG, s.d, s.lag, s.thread(f.pen, f.screwLength), CD),
                     pullThrough(p_.woodC1.G, s.head, f.through - s.countersink(), CD));
    out.Z = lateral(acrossStud(p_, w, s, f.through, f.pen, CD)).Z;
    return out;
}

double LedgersJudge::used(const LedgerFixing& f, const Forces& q) {
    if (f.anchor)
        return (q.W > 0 ? q.T / q.W : 1e9) + (q.Z > 0 ? q.V / q.Z : 1e9);
    return combined(q.T, q.V, q.W, q.Z).utilisation;
}

void LedgersJudge::fixingChecks() {
    for (const bool anchors : {false, true})
        if (auto c = worstFixing(anchors))
            v_.checks.push_back(std::move(*c));
    if (auto c = worstRod())
        v_.checks.push_back(std::move(*c));
    crush();
    penetration();
    packings();
    if (seat_.alcove)
        alcoveShares();
}

std::array<LedgersJudge::Worst, 2> LedgersJudge::worstOf(bool anchors) const {
    std::array<Worst, 2> out;
    for (const auto& s : shared_)
        for (std::size_t i = 0; i < fixings_.size(); ++i) {
            const LedgerFixing& f = fixings_[i];
            if ((f.anchor != nullptr) != anchors || f.rod)
                continue;
            const double u = used(f, forcesOn(f, s.R[i], s.leaning));
            Worst& w = out.at(s.leaning ? 1 : 0);
            if (u > w.use)
                w = {&f, &s, u, s.R[i]};
        }
    return out;
}

std::string LedgersJudge::placeOf(const LedgerFixing& f) const {
    const Part* part = a_.find(seat_.on[f.ledger].part);
    return fmt::format("{} at {} from the corner", part ? part->name : seat_.word, words::place(f.s));
}

std::optional<Check> LedgersJudge::worstFixing(bool anchors) const {
    const auto worst = worstOf(anchors);
    if (!worst[0].f)
        return std::nullopt;
    std::optional<Use> leaning;
    if (worst[1].f)
        leaning = Use{worst[1].use, 1};
    Check c = checkOf(anchors ? "anchors" : "wall_screws",
                      anchors ? "Anchors, pull and shear" : "Wall screws, pull and shear", "",
                      Use{worst[0].use, 1}, leaning);
    const Worst& w = leaning && worst[1].use > worst[0].use ? worst[1] : worst[0];
    c.atMm = w.f->at.x;
    if (quiet_)
        return c;
    const Forces q = forcesOn(*w.f, w.R, w.under->leaning);
    c.load = w.under->words;
    c.place = placeOf(*w.f);
    c.working = {anchors
                     ? "R = k w of a stiff board on springs;  u = T/T_a + V/V_a"
                     : "R = k w of a stiff board on springs;  T = 1.5 R y z/Σz²;  u = max(R/Z_α, T/W′, V/Z′)",
                 {{"load", c.load},
                  {"fixings", std::to_string(fixings_.size())},
                  {"stiffness of this one", fmt::format("{:.0f} N/mm", w.f->k)},
                  {"R", N(w.R) + (w.R < 0 ? ", it holds down" : "")},
                  {"y", mm(lever(*w.f))},
                  {"rows, z of the upper", fmt::format("{}, {}", w.f->rows, mm(momentOf(*w.f).top))},
                  {"T", N(q.T)},
                  {anchors ? "T_a" : "W′", N(q.W)},
                  {anchors ? "V_a" : "Z′", N(q.Z)}},
                 words::percent(w.use) + " used",
                 anchors ? "S5.3, S9.1, S10.7" : "S5.3, S9.1, S10.2–S10.5; NDS 12.2, 12.4; AWC TR-12",
                 {"never shared by counting: each fixing by its place and its stiffness",
                  "the wall cover is a gap: it carries no shear"}};
    if (anchors && w.f->ground == Ground::cover)
        c.cautions.push_back("Pull in plasterboard creeps, and one loose anchor loads its neighbours: a "
                             "stud is better in every way.");
    return c;
}

std::optional<Check> LedgersJudge::worstRod() const {
    std::array<double, 2> use{-1, -1};
    std::array<const LedgerFixing*, 2> at{};
    std::array<double, 2> R{};
    for (const auto& s : shared_)
        for (std::size_t i = 0; i < fixings_.size(); ++i) {
            if (!fixings_[i].rod)
                continue;
            const double u = rodUse(fixings_[i], s.R[i], s.leaning);
            const std::size_t k = s.leaning ? 1 : 0;
            if (u > use.at(k)) {
                use.at(k) = u;
                at.at(k) = &fixings_[i];
                R.at(k) = s.R[i];
            }
        }
    if (!at[0])
        return std::nullopt;
    std::optional<Use> leaning;
    if (at[1])
        leaning = Use{use[1], 1};
    Check c = checkOf("rods", "Rods and the wood around them", "", Use{use[0], 1}, leaning);
    const std::size_t k = leaning && use[1] > use[0] ? 1 : 0;
    c.atMm = at.at(k)->at.x;
    if (quiet_)
        return c;
    const LedgerFixing& f = *at.at(k);
    const RodResult r =
        rodOf(rodInput(f, k == 1), {std::abs(R.at(k)), std::abs(R.at(k)) * f.inShelf / 2, 0, 0});
    c.load = k == 1 ? "a hand of " + N(p_.hand) + " on its front" : "what stands on it";
    c.place = fmt::format("rod at {} from the corner", words::place(f.s));
    c.working = {"R = k w of a stiff board on springs, k of a rod by its bed;  M_d = R (y + g + ..) by S8.1",
                 {{"load", c.load},
                  {"rod", f.rod->label},
                  {"k of this rod", fmt::format("{:.0f} N/mm", f.k)},
                  {"R", N(R.at(k))},
                  {"y, the middle of what is in the shelf", mm(f.inShelf / 2)},
                  {"M_d", words::Nm(r.Mdesign)},
                  {"rod, stud, shelf, cover",
                   fmt::format("{}, {}, {}, {}", words::percent(r.uRod), words::percent(r.uWall),
                               words::percent(r.uShelf), words::percent(r.uCover))}},
                 words::percent(c.utilisation()) + " used",
                 "S5.3, S8.1 to S8.4, S8.7",
                 {"each fixing by its place and its stiffness, as far as the statics leave a choice"}};
    return c;
}

void LedgersJudge::crush() {
    std::array<Use, 2> worst{};
    std::array<const LedgerFixing*, 2> at{};
    for (const auto& s : shared_)
        for (std::size_t i = 0; i < fixings_.size(); ++i) {
            const LedgerFixing& f = fixings_[i];
            if (f.rod)
                continue;
            const WallBehind& w = wallOf(f.ledger);
            const Rows z = momentOf(f);
            const double C = 1.5 * std::abs(s.R[i]) * lever(f) * z.sum / z.sum2;
            const std::size_t k = s.leaning ? 1 : 0;
            const double mean = C / (w.studWidth * (z.sum2 / z.sum));
            const Use cover{mean, w.crush * (s.leaning ? 1.5 : 1)};
            const Use edge{2 * mean, p_.woodC1.FcPerp};
            const Use u = w.cover > 0 && cover.utilisation() > edge.utilisation() ? cover : edge;
            if (!at.at(k) || u.utilisation() > worst.at(k).utilisation()) {
                worst.at(k) = u;
                at.at(k) = &f;
            }
        }
    if (!at[0])
        return;
    std::optional<Use> hand;
    if (at[1])
        hand = worst[1];
    Check c = checkOf("wall_crush", "Wall and ledger under its lower edge", "MPa", worst[0], hand);
    const std::size_t k = hand && worst[1].utilisation() > worst[0].utilisation() ? 1 : 0;
    if (!quiet_) {
        c.load = k == 1 ? "a hand of " + N(p_.hand) + " on its front" : "what stands on it";
        c.place = placeOf(*at.at(k));
        c.working = {"p = C/(width × pressed depth) on the cover, 2 p ≤ F_c⊥ at the edge; C = 1.5 R y Σz/Σz²",
                     {{"load", c.load}, {"strip", c.place}, {"strength", words::MPa(c.capacity)}},
                     words::MPa(c.demand) + " of " + words::MPa(c.capacity),
                     "S9.1 (cover strength: verify)",
                     {}};
    }
    v_.checks.push_back(std::move(c));
}

void LedgersJudge::penetration() {
    double pen = 1e9;
    for (const auto& f : fixings_)
        if (!f.anchor && !f.rod)
            pen = std::min(pen, f.pen);
    if (pen > 1e8)
        return;
    const Screw& s = *studScrew();
    Check c;
    c.id = "penetration";
    c.title = "Thread in the stud";
    c.demand = 6 * s.d;
    c.capacity = pen;
    c.unit = "mm";
    c.requirement = true;
    if (!quiet_) {
        c.working = {"p ≥ 6 D past strip and cover",
                     {{"screw", fmt::format("{} × {}", s.label, mm(v_.screwLength))}},
                     fmt::format("{} in the stud, {} demanded", mm(pen), mm(c.demand)),
                     "NDS 12.1.5; S10.6",
                     {}};
        if (v_.cableCaution)
            c.cautions.push_back("The screw goes more than 32 mm (1-1/4 in) into the stud, where cables "
                                 "may run: scan first.");
    }
    v_.checks.push_back(std::move(c));
}

void LedgersJudge::packings() {
    std::optional<Check> worst;
    for (std::size_t i = 0; i < fixings_.size(); ++i) {
        const LedgerFixing& f = fixings_[i];
        if (f.packing < 0)
            continue;
        const std::string& id = seat_.on[f.ledger].packings[static_cast<std::size_t>(f.packing)];
        const auto j = std::find_if(a_.joints.begin(), a_.joints.end(),
                                    [&](const Joint& q) { return q.second == id || q.first == id; });
        if (j == a_.joints.end())
            continue;
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{v_.demands[i].shearLeaning, jointTakes(p_, *j, {0, 0, 1}, true)};
        Check c = checkOf("packing", "Frame on its packing pieces", "N",
                          Use{v_.demands[i].shearStanding, jointTakes(p_, *j, {0, 0, 1}, false)}, leaning);
        if (!quiet_) {
            c.place = placeOf(f);
            c.working = {"two joints one after the other, the weaker counts; glue counts for nothing",
                         {{"R", N(c.demand)}},
                         N(c.demand) + " of " + N(c.capacity),
                         "S9.10, S10.4",
                         {}};
        }
        if (!worst || c.utilisation() > worst->utilisation())
            worst = std::move(c);
    }
    if (worst)
        v_.checks.push_back(std::move(*worst));
}

void LedgersJudge::alcoveShares() {
    // Shares are for even loads; a thing goes to back and front by its y, from the front to both sides by x.
    double W = 0;
    double back = 0;
    std::array<double, 2> sides{0, 0};
    const BentFront& front = *seat_.front;
    for (const auto& l : loads_) {
        if (!l.thing) {
            W += l.P;
            continue;
        }
        const double ahead = std::clamp(l.at.y / std::max(1.0, front.behind.mm()), 0.0, 1.0) * l.P;
        const double right = std::clamp((l.at.x - front.from.mm()) / front.span.mm(), 0.0, 1.0);
        back += l.P - ahead;
        sides[0] += ahead * (1 - right);
        sides[1] += ahead * right;
    }
    std::vector<double> takes(seat_.on.size(), 0);
    std::vector<double> takesLeaning(seat_.on.size(), 0);
    for (const auto& f : fixings_) {
        takes[f.ledger] += forcesOn(f, 0, false).Z * f.rows;
        takesLeaning[f.ledger] += forcesOn(f, 0, true).Z * f.rows;
    }
    std::optional<Check> worst;
    for (std::size_t i = 0; i < seat_.on.size(); ++i) {
        const bool side = seat_.on[i].to != "wall";
        const double stands =
            side ? 0.3 * W + sides.at(seat_.on[i].to == "right_wall" ? 1 : 0) : W / 2 + back;
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{stands + (side ? p_.hand / 2 : 0.0), takesLeaning[i]};
        Check c = checkOf("ledger_share", "Share of each ledger", "N", Use{stands, takes[i]}, leaning);
        if (!quiet_) {
            const Part* strip = a_.find(seat_.on[i].part);
            c.place = strip ? strip->name : seat_.word;
            c.load = side && c.leaning && *c.leaning > *c.standing ? "a hand of " + N(p_.hand) + " over it"
                                                                   : "what stands on it";
            c.working = {side
                             ? "0.3 w L + F/2 on each side ledger, and of a thing what its place brings there"
                             : "w L/2 on the back ledger, and of a thing what its place brings there",
                         {{"w L", N(W)}, {"share", N(c.demand)}, {"all its fixings", N(c.capacity)}},
                         N(c.demand) + " of " + N(c.capacity),
                         "S9.7 (the shares add up to 1.1 w L on purpose)",
                         {}};
        }
        if (!worst || c.utilisation() > worst->utilisation())
            worst = std::move(c);
    }
    if (worst)
        v_.checks.push_back(std::move(*worst));
}

} // namespace owl
