#include "strength/cases.h"

#include "strength/beam.h"
#include "strength/case_input.h"
#include "strength/case_pieces.h"
#include "strength/case_supports.h"
#include "strength/check.h"
#include "strength/fastener.h"
#include "strength/mantel.h"
#include "strength/sag.h"
#include "strength/section.h"
#include "strength/wall_mount.h"
#include "strength/wood.h"

#include <cmath>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

using namespace cases;

/// Negative zero reads badly.
double tidy(double v) {
    return std::abs(v) < 1e-12 ? 0.0 : v;
}

Beam readBeam(const json& in) {
    Beam b;
    b.length = num(in, "length_mm");
    b.EI = num(in, "EI_N_mm2", 0);
    b.GAs = num(in, "GAs_N", 0);
    for (const auto& s : list(in, "segments"))
        b.segments.push_back({num(s, "x0_mm"), num(s, "x1_mm"), num(s, "EI_N_mm2")});
    for (const auto& s : list(in, "supports")) {
        BeamSupport p;
        p.x = num(s, "x_mm");
        const std::string type = text(s, "type", "pin");
        if (type == "fixed")
            p.type = BeamSupport::Type::fixed;
        else if (type == "spring")
            p.type = BeamSupport::Type::spring;
        else if (type != "pin")
            throw CaseFault(fmt::format("support type '{}' is not pin, fixed or spring", type));
        p.k = num(s, "k_N_per_mm", num(s, "k", 0));
        p.settlement = num(s, "settlement_mm", 0);
        p.kRot = num(s, "k_rot", num(s, "k_rot_Nmm_per_rad", 0));
        p.oneWay = flag(s, "one_way");
        b.supports.push_back(p);
    }
    for (const auto& q : list(in, "udl"))
        b.lines.push_back({num(q, "x0_mm"), num(q, "x1_mm"), num(q, "w_N_per_mm")});
    for (const auto& p : list(in, "point"))
        b.points.push_back({num(p, "x_mm"), num(p, "P_N")});
    for (const auto& m : list(in, "moment"))
        b.moments.push_back({num(m, "x_mm"), num(m, "M_Nmm")});
    b.probes = numbers(in, "probe_mm");
    return b;
}

json beamCase(const json& in) {
    const auto r = solveBeam(readBeam(in));
    if (!r)
        throw CaseFault(r.error());
    json out;
    out["reactions_N"] = json::array();
    for (double v : r->reactions)
        out["reactions_N"].push_back(tidy(v));
    out["max_down_mm"] = r->maxDown;
    out["max_up_mm"] = r->maxUp;
    out["at_x_mm"] = r->atX;
    out["max_sagging_Nmm"] = tidy(r->maxSagging);
    out["max_hogging_Nmm"] = tidy(r->maxHogging);
    out["max_shear_N"] = r->maxShear;
    out["support_moments_Nmm"] = r->supportMoments;
    out["probe_down_mm"] = r->probeDown;
    out["lifted"] = r->lifted;
    return out;
}

json sectionCase(const json& in) {
    Section s;
    for (const auto& p : list(in, "parts"))
        s.parts.push_back({num(p, "E_MPa"), num(p, "b_mm"), num(p, "h_mm"), num(p, "z_mm", 0),
                           num(p, "y_mm", 0), text(p, "flange", "")});
    s.glued = text(in, "bond", "glued") != "slip";
    s.span = num(in, "span_mm", 0);
    s.webTotal = num(in, "web_total_mm", 0);
    s.bayClear = num(in, "bay_clear_mm", 0);
    s.bays = wholeNumber(in, "n_bays", 0, 0, 1000);
    const auto r = sectionProperties(s);
    json out{{"EI_N_mm2", r.EI}, {"EA_N", r.EA}};
    if (s.glued)
        out["z_na_mm"] = tidy(r.zNeutral);
    if (text(in, "lateral", "held") == "free")
        out["EI_lateral_free_N_mm2"] = r.EIFree;
    if (in.contains("M_Nmm") && s.glued) {
        const auto [top, bottom] = edgeStresses(s, num(in, "M_Nmm"));
        out["stress_top_MPa"] = top;
        out["stress_bottom_MPa"] = bottom;
    }
    if (in.contains("V_N") && in.contains("glue_z_mm"))
        out["shear_flow_N_per_mm"] = shearFlow(s, num(in, "V_N"), num(in, "glue_z_mm"));
    return out;
}

json shelfSagCase(const json& in) {
    if (!in.contains("beam"))
        throw CaseFault("'beam' is missing");
    SagCase c;
    c.beam = readBeam(in.at("beam"));
    c.lineSustained = flags(in, "udl_sustained");
    c.pointSustained = flags(in, "point_sustained");
    c.kDef = num(in, "k_def");
    const auto r = sag(c);
    if (!r)
        throw CaseFault(r.error());
    const std::string name = text(in, "limit", "plain");
    const SagLimit limit = name == "fine"    ? SagLimit::fine
                           : name == "rough" ? SagLimit::rough
                                             : SagLimit::plain;
    const double span = num(in, "span_mm", c.beam.length);
    const double limitMm = span / sagRatio(limit);
    return {{"instant_mm", r->instant},
            {"long_term_mm", r->longTerm},
            {"at_x_mm", r->atX},
            {"limit_mm", limitMm},
            {"utilisation", r->longTerm / limitMm},
            {"mm_per_m", r->longTerm / span * 1000},
            {"inch_per_foot", 12 * r->longTerm / span}};
}

json woodCase(const json& in) {
    const std::string name = text(in, "grade", "ordinary");
    const BoardGrade grade = name == "clear"  ? BoardGrade::clear
                             : name == "poor" ? BoardGrade::poor
                                              : BoardGrade::ordinary;
    if (name != boardGradeName(grade))
        throw CaseFault(fmt::format("grade '{}' is not clear, ordinary or poor", name));
    const auto a = allowable({num(in, "sg_12"), num(in, "MOE_MPa"), num(in, "MOR_MPa"), num(in, "shear_MPa"),
                              num(in, "c_perp_MPa")},
                             grade, num(in, "C_D", 1));
    json out{{"F_b_MPa", a.Fb},   {"F_v_MPa", a.Fv},   {"F_cperp_MPa", a.FcPerp},   {"E_design_MPa", a.E},
             {"E_05_MPa", a.E05}, {"G_oven_dry", a.G}, {"density_kg_m3", a.density}};
    if (in.contains("rod_d_mm")) {
        out["Fe_par_MPa"] = bearingParallel(a.G, num(in, "rod_d_mm"));
        out["Fe_perp_MPa"] = bearingPerpendicular(a.G, num(in, "rod_d_mm"));
    }
    return out;
}

json withdrawalCase(const json& in) {
    const bool lag = text(in, "type", "wood_screw") == "lag";
    const double G = num(in, "G");
    const double d = num(in, "d_mm");
    return {{"W_ref_N_per_mm", withdrawalPerMm(G, d, lag)},
            {"W_allow_N",
             withdrawal(G, d, lag, num(in, "thread_pen_mm"), num(in, "C_D", 1), flag(in, "end_grain"))}};
}

json pullThroughCase(const json& in) {
    return {{"W_H_allow_N",
             pullThrough(num(in, "G"), num(in, "head_d_mm"), num(in, "side_t_mm"), num(in, "C_D", 1))}};
}

json lateralCase(const json& in) {
    LateralInput l;
    l.d = num(in, "d_mm");
    l.root = num(in, "root_d_mm");
    l.side = num(in, "side_t_mm");
    l.pen = num(in, "pen_mm");
    l.gap = num(in, "gap_mm", 0);
    l.Gmain = num(in, "G_main");
    l.Gside = num(in, "G_side", l.Gmain);
    l.thetaMain = num(in, "theta_main_deg", 0);
    l.thetaSide = num(in, "theta_side_deg", 0);
    l.CD = num(in, "C_D", 1);
    l.endGrain = flag(in, "end_grain");
    if (in.contains("Fe_side_MPa"))
        l.FeSide = num(in, "Fe_side_MPa");
    if (in.contains("Fe_main_MPa"))
        l.FeMain = num(in, "Fe_main_MPa");
    if (in.contains("Fyb_MPa"))
        l.Fyb = num(in, "Fyb_MPa");
    const auto r = lateral(l);
    json modes;
    for (std::size_t i = 0; i < 6; ++i)
        modes[lateralModeNames.at(i)] = r.modes.at(i);
    return {{"Fe_main_MPa", r.FeMain},
            {"Fe_side_MPa", r.FeSide},
            {"Fyb_MPa", r.Fyb},
            {"l_m_mm", r.lm},
            {"Z_modes_N", modes},
            {"mode", lateralModeNames.at(static_cast<std::size_t>(r.mode))},
            {"Z_ref_N", r.Zref},
            {"Z_allow_N", r.Z},
            {"enough_penetration", r.enoughPenetration}};
}

json combinedCase(const json& in) {
    const auto r = combined(num(in, "T_N"), num(in, "V_N"), num(in, "W_allow_N"), num(in, "Z_allow_N"));
    return {{"angle_deg", r.angleDeg}, {"Z_alpha_N", r.Zalpha}, {"utilisation", r.utilisation}};
}

json railCase(const json& in) {
    std::vector<WallLoad> loads;
    for (const auto& l : list(in, "loads"))
        loads.push_back({num(l, "P_N"), num(l, "y_mm")});
    const auto r = railPrying(loads, numbers(in, "screw_z_mm"), wholeNumber(in, "n_per_row", 1, 1, 1000),
                              num(in, "bearing_width_mm"));
    return {{"V_N", r.V},
            {"M_Nmm", r.M},
            {"V_per_screw_N", r.VPerScrew},
            {"T_per_screw_N", r.T},
            {"compression_N", r.compression},
            {"bearing_depth_mm", r.bearingDepth},
            {"bearing_peak_MPa", r.bearingPeak}};
}

json screwLengthCase(const json& in) {
    ScrewLengthInput s;
    s.d = num(in, "d_mm");
    s.minPen = num(in, "min_pen_mm", 0);
    for (const auto& p : list(in, "stack"))
        s.stack.push_back(num(p, "t_mm"));
    s.counterbore = num(in, "counterbore_mm", 0);
    s.into = num(in, "into_t_mm");
    s.leave = num(in, "leave_mm", 0);
    s.stock = numbers(in, "stock_mm");
    s.inStud = flag(in, "in_stud");
    const auto r = screwLength(s);
    json out{{"L_min_mm", r.Lmin},
             {"L_max_mm", r.Lmax},
             {"feasible", r.pick.has_value()},
             {"pick_mm", r.pick ? json(*r.pick) : json(nullptr)},
             {"cable_caution", r.cableCaution}};
    if (r.pick) {
        out["pen_mm"] = r.pen;
        out["thread_pen_mm"] = r.thread;
    }
    return out;
}

json studCase(const json& in) {
    const auto r = studLayout(num(in, "length_mm"), num(in, "spacing_mm"), num(in, "first_stud_mm", 0),
                              num(in, "end_min_mm", 0));
    return {
        {"stud_x_mm", r.x}, {"n", r.x.size()}, {"n_guaranteed", r.guaranteed}, {"n_possible", r.possible}};
}

json verdictCase(const json& in) {
    std::vector<Check> checks;
    for (const auto& c : list(in, "checks")) {
        Check k;
        k.id = text(c, "id", "");
        k.demand = num(c, "demand");
        k.capacity = num(c, "capacity");
        checks.push_back(k);
    }
    Grade worst = Grade::A;
    for (const auto& g : list(in, "confidence")) {
        const std::string letter = g.is_string() ? g.get<std::string>() : "";
        if (letter.size() != 1 || letter[0] < 'A' || letter[0] > 'D')
            throw CaseFault("confidence must hold the letters A to D");
        worst = std::max(worst, static_cast<Grade>(letter[0] - 'A'));
    }
    const double limit = num(in, "limit", 1);
    const auto v = judge(checks, {worst, limit, true});
    const double u = v.utilisation * limit; // the cases want it before the limit
    return {{"utilisation", u},
            {"governs", v.governs},
            {"status", statusName(v.status)},
            {"reserve", u > 0 ? json(1 / u) : json(nullptr)}};
}

json mantelCase(const json& in) {
    const auto m = mantelClearance(num(in, "above_opening_mm"), num(in, "projection_mm"));
    return {{"limit_projection_mm", m.limit ? json(*m.limit) : json(nullptr)}, {"flag", m.flag}};
}

using Evaluate = CaseEvaluator;
const std::map<std::string, Evaluate>& kinds() {
    static const std::map<std::string, Evaluate> table{{"beam", beamCase},
                                                       {"section", sectionCase},
                                                       {"shelf_sag", shelfSagCase},
                                                       {"wood_allowable", woodCase},
                                                       {"withdrawal", withdrawalCase},
                                                       {"pull_through", pullThroughCase},
                                                       {"lateral", lateralCase},
                                                       {"combined", combinedCase},
                                                       {"rail_prying", railCase},
                                                       {"screw_length", screwLengthCase},
                                                       {"stud_layout", studCase},
                                                       {"mantel_clearance", mantelCase},
                                                       {"verdict", verdictCase}};
    static const std::map<std::string, Evaluate> all = [] {
        std::map<std::string, Evaluate> both = table;
        both.insert(supportCases().begin(), supportCases().end());
        both.insert(pieceCases().begin(), pieceCases().end());
        return both;
    }();
    return all;
}

/// A number that is none: the inputs allow no answer.
void refuseUnlessFinite(const json& values, const std::string& name) {
    if (values.is_number_float() && !std::isfinite(values.get<double>()))
        throw CaseFault(fmt::format("these inputs give no number for '{}'", name));
    if (values.is_structured())
        for (const auto& [key, value] : values.items())
            refuseUnlessFinite(value, values.is_object() ? key : name);
}

json evaluateOne(const json& c) {
    json out;
    out["id"] = c.is_object() && c.contains("id") ? c.at("id") : json(nullptr);
    if (!c.is_object() || !c.contains("kind") || !c.at("kind").is_string()) {
        out["error"] = "a case needs an id, a kind and inputs";
        return out;
    }
    const auto kind = kinds().find(c.at("kind").get<std::string>());
    if (kind == kinds().end()) {
        out["unsupported"] = c.at("kind");
        return out;
    }
    try {
        const json none = json::object();
        const json& in = c.contains("inputs") ? c.at("inputs") : none;
        json values = kind->second(in);
        refuseUnlessFinite(values, "answer");
        // Answer with the keys that are asked for, so that a reader can compare object with object.
        if (c.contains("expected") && c.at("expected").is_object()) {
            json asked = json::object();
            for (const auto& [key, value] : c.at("expected").items())
                if (values.contains(key))
                    asked[key] = values.at(key);
            values = asked;
        }
        out["values"] = values;
    } catch (const CaseFault& e) {
        out["error"] = e.what();
    } catch (const json::exception&) {
        out["error"] = "the inputs of this case have the wrong shape";
    }
    return out;
}

} // namespace

tl::expected<json, std::string> evaluateCases(const json& file) {
    const json* cases = nullptr;
    if (file.is_array())
        cases = &file;
    else if (file.is_object() && file.contains("cases") && file.at("cases").is_array())
        cases = &file.at("cases");
    if (!cases)
        return tl::unexpected(std::string("this is not a file of structure cases: it has no list 'cases'"));
    json results = json::array();
    for (const auto& c : *cases)
        results.push_back(evaluateOne(c));
    return json{{"results", results}};
}

} // namespace owl
