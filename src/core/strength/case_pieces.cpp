#include "strength/case_pieces.h"

#include "strength/case_input.h"
#include "strength/chance.h"
#include "strength/glass.h"
#include "strength/stability.h"
#include "strength/wall_pieces.h"

namespace owl {
namespace {

using namespace cases;

std::vector<StandingWeight> weightsOf(const json& in, bool heights) {
    std::vector<StandingWeight> out;
    for (const auto& w : list(in, "weights"))
        out.push_back({num(w, "W_N"), num(w, "x_mm"), heights ? num(w, "z_mm") : 0});
    return out;
}

json ladderCase(const json& in) {
    LadderInput l;
    l.H = positive(in, "H_mm");
    l.mu = positive(in, "mu_floor");
    l.weights = weightsOf(in, false);
    l.handDown = num(in, "hand_down_N", 0);
    l.handX = num(in, "hand_x_mm", 0);
    l.pull = num(in, "pull_N", 0);
    l.pullH = num(in, "pull_h_mm", 0);
    const LadderResult r = ladderOf(l);
    return {{"wall_push_N", r.wallPush},
            {"floor_N", r.floor},
            {"floor_friction_N", r.friction},
            {"mu_needed", r.muNeeded},
            {"u_slip", r.slip},
            {"u_tip", r.tip},
            {"tips", r.tips},
            {"utilisation", r.utilisation()}};
}

json tipCase(const json& in) {
    TipInput t;
    t.weights = weightsOf(in, true);
    t.pull = num(in, "pull_N", 0);
    t.pullH = num(in, "pull_h_mm", 0);
    t.down = num(in, "down_N", 0);
    t.downFront = num(in, "down_x_front_mm", 0);
    t.downZ = num(in, "down_z_mm", 0);
    t.tilt = num(in, "tilt_deg", 0);
    t.anchorH = num(in, "anchor_h_mm", 0);
    t.safety = num(in, "SF", t.safety);
    const TipResult r = tipOf(t);
    return {{"M_restore_Nmm", r.restores},
            {"M_overturn_Nmm", r.overturns},
            {"safety", r.overturns > 0 ? json(r.ratio()) : json(nullptr)},
            {"stands", r.stands},
            {"restraint_N", r.restraint},
            {"restraint_design_N", r.design}};
}

CornerShape shapeOf(const json& in) {
    const std::string s = text(in, "shape", "triangle");
    if (s == "triangle")
        return CornerShape::triangle;
    if (s.find("quarter") != std::string::npos || s.find("circle") != std::string::npos)
        return CornerShape::quarterRound;
    if (s == "square")
        return CornerShape::square;
    throw CaseFault(fmt::format("shape '{}' is not triangle, quarter_circle or square", s));
}

json cornerCase(const json& in) {
    const double centroid = cornerCentroid(shapeOf(in), positive(in, "leg_mm"));
    std::vector<CornerLoad> loads{{num(in, "W_N", 0), centroid, centroid}};
    for (const auto& l : list(in, "loads"))
        loads.push_back({num(l, "P_N"), num(l, "x_mm"), num(l, "y_mm")});
    const CornerRest r = cornerRest(loads, positive(in, "cleat1_mm"), positive(in, "cleat2_mm"));
    return {{"centroid_mm", centroid},
            {"R_end1_N", r.end1},
            {"R_end2_N", r.end2},
            {"R_corner_N", r.corner},
            {"rests_stably", r.stable()},
            {"hold_down_N", r.holdDown},
            {"equal_cleat_min_mm", r.equalCleat}};
}

json alcoveCase(const json& in) {
    const AlcoveResult r =
        alcoveOf({positive(in, "length_mm"), num(in, "w_N_per_mm"), positive(in, "EI_front_N_mm2"),
                  num(in, "hand_N", 0), num(in, "k_def", 0.6)});
    return {
        {"back_ledger_N", r.back},     {"side_ledger_N", r.side},        {"front_beam_N_per_mm", r.frontLoad},
        {"front_sag_mm", r.sag},       {"front_sag_long_mm", r.sagLong}, {"front_sag_hand_mm", r.sagHand},
        {"front_moment_Nmm", r.moment}};
}

json braceCase(const json& in) {
    std::vector<BraceLoad> loads;
    for (const auto& l : list(in, "loads"))
        loads.push_back({num(l, "P_N"), num(l, "y_mm")});
    const BraceResult r = braceOf(loads, positive(in, "brace_y_mm"), positive(in, "brace_h_mm"));
    return {{"top_tension_N", r.topTension},
            {"brace_force_N", r.force},
            {"brace_vertical_N", r.vertical},
            {"top_shear_N", r.topShear}};
}

json glassCase(const json& in) {
    GlassInput g;
    g.length = positive(in, "length_mm");
    g.depth = positive(in, "depth_mm");
    g.t = positive(in, "t_mm");
    g.overhang = num(in, "overhang_mm", 0);
    g.w = num(in, "w_N_per_mm", 0);
    for (const auto& p : list(in, "point"))
        g.points.push_back({num(p, "x_mm"), num(p, "P_N")});
    const std::string kind = text(in, "glass", "toughened");
    if (kind != "toughened" && kind != "annealed")
        throw CaseFault(fmt::format("glass '{}' is not toughened or annealed", kind));
    g.toughened = kind == "toughened";
    const auto r = glassOf(g);
    if (!r)
        throw CaseFault(r.error());
    return {{"w_total_N_per_mm", r->w}, {"M_max_Nmm", r->M},      {"stress_MPa", r->stress},
            {"u_stress", r->uStress},   {"max_down_mm", r->down}, {"u_sag", r->uSag}};
}

json chanceCase(const json& in) {
    ChanceInput c;
    c.sagMean = positive(in, "sag_mean_mm");
    c.limit = positive(in, "limit_mm");
    const double n = num(in, "n_boards", 1);
    if (n < 1 || n > 100 || n != std::floor(n))
        throw CaseFault("'n_boards' must be a whole number from 1 up");
    c.boards = static_cast<int>(n);
    c.covE = num(in, "cov_E", c.covE);
    c.covLoad = num(in, "cov_load", c.covLoad);
    c.covThickness = num(in, "cov_thickness", c.covThickness);
    c.covCreep = num(in, "cov_creep", c.covCreep);
    const ChanceResult r = chanceOf(c);
    return {{"beta", r.beta}, {"p_exceed", r.exceeds}, {"sag_median_mm", r.median}, {"sag_95_mm", r.at95}};
}

} // namespace

const std::map<std::string, CaseEvaluator>& pieceCases() {
    static const std::map<std::string, CaseEvaluator> table{
        {"ladder", ladderCase}, {"tipover", tipCase}, {"corner", cornerCase},          {"alcove", alcoveCase},
        {"brace", braceCase},   {"glass", glassCase}, {"sag_probability", chanceCase},
    };
    return table;
}

} // namespace owl
