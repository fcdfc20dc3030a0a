#include "strength/case_supports.h"

#include "strength/case_input.h"
#include "strength/concealed.h"
#include "strength/plywood.h"
#include "strength/rod.h"
#include "strength/wood_joint.h"

namespace owl {
namespace {

using namespace cases;

int count(const json& in, const char* key, double otherwise = 0) {
    const double v = num(in, key, otherwise);
    if (v < 1 || v > 10'000 || v != std::floor(v))
        throw CaseFault(fmt::format("'{}' must be a whole number from 1 up", key));
    return static_cast<int>(v);
}
std::vector<double> rowsOf(const json& in) {
    auto z = numbers(in, "screw_z_mm");
    if (z.empty() || std::any_of(z.begin(), z.end(), [](double v) { return v <= 0; }))
        throw CaseFault("'screw_z_mm' must hold heights above 0");
    return z;
}

RodLoad rodLoad(const json& in) {
    RodLoad load;
    for (const auto& l : list(in, "loads")) {
        const double P = num(l, "P_N");
        const double y = num(l, "y_mm");
        load.R += P;
        load.M += P * y;
        if (!l.contains("sustained") || flag(l, "sustained")) {
            load.Rsustained += P;
            load.Msustained += P * y;
        }
    }
    if (load.R <= 0)
        throw CaseFault("the loads must add up to a force down");
    return load;
}

json rodCase(const json& in) {
    RodInput r;
    r.d = positive(in, "d_mm");
    r.E = positive(in, "E_rod_MPa");
    r.allow = positive(in, "rod_allow_MPa");
    r.cover = num(in, "cover_mm", 0);
    r.embedShelf = positive(in, "embed_shelf_mm");
    r.depth = positive(in, "shelf_depth_mm");
    r.thickness = positive(in, "shelf_thickness_mm");
    r.offset = num(in, "offset_mm", 0);
    r.Gwall = positive(in, "G_stud", 0.42);
    r.Gshelf = positive(in, "G_shelf");
    const std::string bearing = text(in, "shelf_bearing", "perp");
    if (bearing == "par") {
        r.shelfAlong = true;
    } else if (bearing == "panel") {
        r.FeShelf = 6;
        r.bedShelf = 100;
    } else if (bearing != "perp") {
        throw CaseFault(fmt::format("shelf_bearing '{}' is not perp, par or panel", bearing));
    }
    if (in.contains("stud_bearing"))
        r.wallAcross = text(in, "stud_bearing", "par") == "perp";
    r.FvShelf = positive(in, "F_v_shelf_MPa");
    r.CD = positive(in, "C_D", 1);
    r.kDef = num(in, "k_def", 0);
    r.playWall = num(in, "play_stud_mm", 0);
    r.playShelf = num(in, "play_shelf_mm", 0);
    if (in.contains("G_rod"))
        r.Grod = positive(in, "G_rod");
    if (in.contains("plate") && !in.at("plate").is_null()) {
        const json& p = in.at("plate");
        r.plate = RodPlate{rowsOf(p), count(p, "n_per_row", 1), positive(p, "K_ax_N_per_mm")};
    } else {
        r.embedWall = positive(in, "embed_stud_mm");
    }
    const RodLoad load = rodLoad(in);
    const RodResult v = rodOf(r, load);
    json out{{"R_N", load.R},
             {"y_c_mm", load.M / load.R},
             {"Fe_shelf_MPa", v.FeShelf},
             {"k_shelf_N_per_mm2", v.bedShelf},
             {"M_wall_Nmm", v.Mwall},
             {"M_design_Nmm", v.Mdesign},
             {"rod_stress_MPa", v.stress},
             {"u_rod", v.uRod},
             {"shelf_capacity_N", v.shelfCapacity},
             {"u_shelf", v.uShelf},
             {"cover_mm", v.cover},
             {"line_load_N_per_mm", v.lineLoad},
             {"u_cover", std::isfinite(v.uCover) ? json(v.uCover) : json(nullptr)},
             {"drop_elastic_mm", v.dropNow},
             {"drop_long_mm", v.dropLong},
             {"drop_play_mm", v.dropPlay},
             {"drop_total_mm", v.dropTotal()},
             {"vertical_stiffness_N_per_mm", v.stiffness},
             {"utilisation", std::isfinite(v.utilisation) ? json(v.utilisation) : json(nullptr)},
             {"governs", v.governs}};
    if (r.plate) {
        out["screw_tension_N"] = v.screwTension;
    } else {
        out["Fe_stud_MPa"] = v.FeWall;
        out["k_stud_N_per_mm2"] = v.bedWall;
        out["lambda_stud_per_mm"] = v.lambdaWall;
        out["stud_capacity_N"] = v.wallCapacity;
        out["u_stud"] = v.uWall;
    }
    return out;
}

json cleatCase(const json& in) {
    CleatInput c;
    c.W = positive(in, "W_N");
    c.y = num(in, "y_cg_mm");
    c.arm = positive(in, "arm_mm");
    c.bevelDeg = positive(in, "bevel_deg");
    if (c.bevelDeg >= 90)
        throw CaseFault("'bevel_deg' must be less than 90");
    c.t = positive(in, "cleat_t_mm");
    c.zScrew = positive(in, "screw_z_mm");
    c.zBevel = positive(in, "bevel_z_mm");
    c.screws = count(in, "n_screws");
    c.length = positive(in, "cleat_length_mm");
    const CleatResult r = cleatOf(c);
    return {{"T_top_N", r.pull},
            {"ride_up_ratio", r.rideUp},
            {"holds", r.holds},
            {"T_screws_total_N", r.screwsPull},
            {"T_per_screw_N", r.pullEach},
            {"V_per_screw_N", r.shearEach},
            {"lip_shear_MPa", r.lipShear},
            {"spacer_force_N", r.pull}};
}

json armsCase(const json& in) {
    ArmsInput a;
    a.arms = count(in, "n_arms");
    a.depth = positive(in, "shelf_depth_mm");
    a.ledgerT = positive(in, "ledger_t_mm");
    a.b = positive(in, "arm_b_mm");
    a.h = positive(in, "arm_h_mm");
    a.E = positive(in, "E_MPa");
    for (const auto& l : list(in, "loads")) {
        const bool spread = l.contains("y0_mm");
        const double y0 = num(l, spread ? "y0_mm" : "y_mm");
        const double y1 = spread ? num(l, "y1_mm") : y0;
        if (y1 < y0)
            throw CaseFault("'y1_mm' must not be less than 'y0_mm'");
        a.loads.push_back({num(l, "P_N"), y0, y1, !l.contains("sustained") || flag(l, "sustained")});
    }
    a.z = rowsOf(in);
    a.perRow = count(in, "n_per_row", 1);
    a.studs = count(in, "n_studs");
    a.axial = positive(in, "K_ax_N_per_mm");
    a.kDef = num(in, "k_def", 0);
    const ArmsResult r = armsOf(a);
    return {{"R_per_arm_N", r.R},
            {"M_arm_Nmm", r.M},
            {"arm_stress_MPa", r.stress},
            {"arm_shear_MPa", r.shear},
            {"skin_couple_N", r.couple},
            {"screw_tension_N", r.screwPull},
            {"screw_shear_N", r.screwShear},
            {"drop_arm_mm", r.dropArm},
            {"drop_rotation_mm", r.dropTurn},
            {"drop_long_mm", r.dropLong}};
}

json hangerCase(const json& in) {
    HangerInput h;
    h.n = count(in, "n_hangers");
    h.W = positive(in, "W_N");
    h.y = num(in, "y_cg_mm");
    h.arm = positive(in, "arm_mm");
    h.proud = num(in, "stand_off_mm", 0);
    h.pen = positive(in, "pen_mm");
    h.thread = positive(in, "thread_pen_mm", h.pen);
    h.d = positive(in, "d_mm");
    h.root = positive(in, "root_d_mm");
    h.G = positive(in, "G");
    h.CD = positive(in, "C_D", 1);
    const HangerResult r = hangerOf(h);
    return {{"V_N", r.V},
            {"T_N", r.T},
            {"Z_allow_N", r.Z},
            {"W_allow_N", r.pullAllowed},
            {"utilisation", r.utilisation}};
}

json anchorCase(const json& in) {
    AnchorInput a;
    a.type = text(in, "type", "");
    const std::string basis = text(in, "basis", "ultimate");
    if (basis != "ultimate" && basis != "working")
        throw CaseFault(fmt::format("basis '{}' is not ultimate or working", basis));
    a.ultimate = basis == "ultimate";
    a.tension = positive(in, "tension_rating_N");
    a.shear = positive(in, "shear_rating_N");
    a.T = num(in, "T_N");
    a.V = num(in, "V_N");
    const AnchorResult r = anchorOf(a);
    return {{"T_allow_N", r.T}, {"V_allow_N", r.V}, {"utilisation", r.utilisation}};
}

json housingCase(const json& in) {
    const double e = positive(in, "housing_depth_mm");
    const auto r =
        housingStrength(positive(in, "F_cperp_MPa"), positive(in, "F_v_MPa"), positive(in, "shelf_depth_mm"),
                        e, positive(in, "shelf_t_mm"), positive(in, "C_D", 1));
    return {{"bearing_N", r.bearing},
            {"shear_N", r.shear},
            {"capacity_N", r.capacity()},
            {"slips_out", num(in, "clearance_mm", 0) >= e}};
}

json jointCase(const json& in) {
    const std::string type = text(in, "type", "");
    const double CD = positive(in, "C_D", 1);
    if (type == "housing")
        return housingCase(in);
    if (type == "dowel") {
        const double n = count(in, "n", 1);
        const auto r = dowelStrength(positive(in, "d_mm"), positive(in, "embed_mm"), positive(in, "G"), CD);
        return {{"shear_each_N", r.shear},
                {"pull_each_N", r.pull},
                {"shear_N", n * r.shear},
                {"pull_N", n * r.pull}};
    }
    if (type == "glue") {
        const std::string grain = text(in, "grain", "");
        if (grain != "long_to_long" && grain != "long_to_end" && grain != "panel_face")
            throw CaseFault(fmt::format("grain '{}' is not long_to_long, long_to_end or panel_face", grain));
        const GlueLine line = grain == "long_to_long"  ? GlueLine::longToLong
                              : grain == "long_to_end" ? GlueLine::longToEnd
                                                       : GlueLine::panelFace;
        return {{"capacity_N", glueStrength(line, positive(in, "F_v_MPa"), positive(in, "area_mm2"), CD)}};
    }
    if (type == "pin") {
        const double allow = positive(in, in.contains("rod_allow_MPa") ? "rod_allow_MPa" : "F_rod_MPa");
        const auto r = pinStrength(positive(in, "d_mm"), positive(in, "embed_mm"), positive(in, "reach_mm"),
                                   positive(in, "G"), allow, CD);
        return {{"bearing_N", r.bearing}, {"bending_N", r.bending}, {"capacity_N", r.capacity()}};
    }
    throw CaseFault(fmt::format("type '{}' is not housing, dowel, glue or pin", type));
}

json plywoodCase(const json& in) {
    const auto t = numbers(in, "ply_t_mm");
    const auto cross = flags(in, "ply_cross");
    if (t.empty() || t.size() != cross.size())
        throw CaseFault("'ply_t_mm' and 'ply_cross' must be lists of one length");
    std::vector<Ply> plies;
    for (std::size_t i = 0; i < t.size(); ++i) {
        if (t[i] <= 0)
            throw CaseFault("'ply_t_mm' must hold thicknesses above 0");
        plies.push_back({t[i], cross[i]});
    }
    const auto r = plywoodStiffness(plies, positive(in, "E_L_MPa"), positive(in, "ratio_T", 0.04));
    return {{"E_along_MPa", r.along}, {"E_across_MPa", r.across}, {"thickness_mm", r.thickness}};
}

} // namespace

const std::map<std::string, CaseEvaluator>& supportCases() {
    static const std::map<std::string, CaseEvaluator> table{
        {"rod", rodCase},       {"cleat", cleatCase}, {"arms", armsCase},      {"hanger", hangerCase},
        {"anchor", anchorCase}, {"joint", jointCase}, {"plywood", plywoodCase}};
    return table;
}

} // namespace owl
