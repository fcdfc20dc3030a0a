#include "plan/plan_json.h"

#include "cutting/job.h"
#include "joint/way.h"
#include "measure/side_by_side.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <ostream>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

/// Stands for 'without end': the use of what bears nothing, the margin of what nothing asks for.
constexpr double endless = 1e9;

json num(double v) {
    if (std::isnan(v)) // a defect, and seen as one by whoever wants a number there
        return nullptr;
    return std::round(std::clamp(v, -endless, endless) * 1e6) / 1e6;
}
json mm(Length l) {
    return l.nm() % 1'000'000 == 0 ? json(l.nm() / 1'000'000) : json(l.mm());
}

json workingJson(const Working& w) {
    json values = json::object();
    for (const auto& [k, v] : w.values)
        values[k] = v;
    return {{"formula", w.formula},
            {"values", values},
            {"result", w.result},
            {"source", w.source},
            {"assumed", w.assumed}};
}
json checkJson(const Check& c) {
    return {{"id", c.id},
            {"title", c.title},
            {"demand", num(c.demand)},
            {"capacity", num(c.capacity)},
            {"unit", c.unit},
            {"utilisation", num(c.utilisation())},
            {"standing", num(c.standingUse())},
            {"leaning", c.leaning ? num(*c.leaning) : json(nullptr)},
            {"load", c.load},
            {"place", c.place},
            {"at_mm", c.atMm ? num(*c.atMm) : json(nullptr)},
            {"working", workingJson(c.working)},
            {"cautions", c.cautions}};
}
json marginJson(const Margin& m) {
    return {{"utilisation", num(m.utilisation)}, {"margin", num(m.reserve())}, {"governs", m.governs}};
}
json vec(const Vec3& v) {
    return {num(v.x), num(v.y), num(v.z)};
}
/// Directions keep more places: they must have length 1 to the reader.
json direction(const Vec3& v) {
    const auto tidy = [](double d) { return std::abs(d) < 1e-12 ? 0.0 : d; };
    return {tidy(v.x), tidy(v.y), tidy(v.z)};
}
json cellJson(const ConvexCell& c) {
    json points = json::array();
    for (const auto& p : c.points)
        points.push_back(vec(p));
    json faces = json::array();
    for (const auto& f : c.faces)
        faces.push_back(f.loop);
    return {{"points", points}, {"faces", faces}};
}
json endJson(const std::optional<EndAngles>& e) {
    return e ? json{{"mitre_deg", num(e->mitre)}, {"bevel_deg", num(e->bevel)}} : json(nullptr);
}
json edgeJson(const std::optional<double>& bevel) {
    return bevel ? json{{"bevel_deg", num(*bevel)}} : json(nullptr);
}
json featureJson(const Feature& f) {
    json out{{"id", f.id},
             {"kind", f.kind},
             {"for", f.purpose},
             {"text", f.whatFor.empty() ? f.text : fmt::format("for {}: {}", f.whatFor, f.text)}};
    for (const auto& [name, size] : f.sizes)
        out[name] = num(size);
    return out;
}
json partJson(const Part& p, const Piece& piece, const PiecePlan& pp) {
    json features = json::array();
    for (const auto& f : p.features)
        features.push_back(featureJson(f));
    json holes = json::array();
    for (const auto& h : p.holes)
        holes.push_back({{"id", h.id},
                         {"at", vec(h.at)},
                         {"direction", direction(h.direction)},
                         {"diameter_mm", num(h.diameter)},
                         {"depth_mm", num(h.depth)},
                         {"for", h.purpose}});
    json cells = json::array();
    for (const auto& c : p.solid.cells)
        cells.push_back(cellJson(c));
    const auto finish = pp.finishes.find(p.id);
    json out{{"id", p.id},
             {"name", p.name},
             {"length_mm", mm(p.length)},
             {"width_mm", mm(p.width)},
             {"thickness_mm", mm(p.thickness)},
             {"quantity", p.quantity},
             {"stock", stockName(p.stock)},
             {"material", p.material.empty() ? speciesOf(piece.params) : p.material},
             {"density_kg_m3", num(p.density > 0 ? p.density : pp.woodDensity)},
             {"pose",
              {{"origin", vec(p.pose.origin)},
               {"along", direction(p.pose.along)},
               {"across", direction(p.pose.across)},
               {"through", direction(p.pose.through)}}},
             {"ends", {{"low", endJson(endAngles(p, false))}, {"high", endJson(endAngles(p, true))}}},
             {"edges", {{"low", edgeJson(edgeBevel(p, false))}, {"high", edgeJson(edgeBevel(p, true))}}},
             {"cells", cells},
             {"features", features},
             {"holes", holes},
             {"finish", finish == pp.finishes.end() ? "none" : finish->second},
             {"from_support", p.fromSupport},
             {"why", p.why}};
    if (!p.cutWith.empty())
        out["cut_with"] = p.cutWith;
    return out;
}
json jointJson(const Joint& j) {
    json spots = json::array();
    for (const auto& s : j.spots)
        spots.push_back({{"x_mm", mm(s.at.x)}, {"y_mm", mm(s.at.y)}, {"z_mm", mm(s.at.z)}});
    json fasteners = json::array();
    for (const auto& f : j.fasteners)
        fasteners.push_back({{"kind", f.kind},
                             {"from", vec(f.from)},
                             {"direction", direction(f.direction)},
                             {"length_mm", num(f.length)},
                             {"diameter_mm", num(f.diameter)},
                             {"passes", f.passes},
                             {"through", f.through}});
    return {{"id", j.id},
            {"kind", j.kind},
            {"parts", {j.first, j.second}},
            {"glued", j.glued},
            {"carries", j.carries},
            {"gap_mm", num(j.gap)},
            {"fasteners", fasteners},
            {"first", j.first},
            {"second", j.second},
            {"how", wayOf(j.how).name},
            {"screw", j.screwId},
            {"screw_length_mm", mm(j.screwLength)},
            {"from", j.drivenFrom},
            {"shows", j.shows},
            {"positions", spots},
            {"note", j.note}};
}
json mountJson(const Mount& m) {
    return {{"id", m.id},
            {"to", m.to},
            {"kind", m.kind},
            {"at", vec(m.at)},
            {"from", vec(m.from)},
            {"direction", direction(m.direction)},
            {"length_mm", num(m.length)},
            {"diameter_mm", num(m.diameter)},
            {"passes", m.passes},
            {"parts", m.parts},
            {"into", m.into}};
}
json caseJson(const LoadCase& c) {
    json applied = json::array();
    for (const auto& f : c.applied)
        applied.push_back({{"what", f.what}, {"at", vec(f.at)}, {"force_N", vec(f.force)}});
    json held = json::array();
    for (const auto& h : c.held)
        held.push_back({{"mount", h.mount},
                        {"at", vec(h.at)},
                        {"force_N", vec(h.force)},
                        {"moment_Nmm", vec(h.moment)}});
    return {{"id", c.id}, {"applied", applied}, {"held", held}};
}
json supportJson(const SupportVerdict& s, bool chosen) {
    json reasons = json::array();
    if (!s.feasible)
        reasons.push_back(s.refusal);
    else
        reasons.push_back("governed by " + s.verdict.governs);
    return {{"id", s.option.id},
            {"name", s.option.name},
            {"chosen", chosen},
            {"feasible", s.feasible},
            {"verdict", s.feasible ? statusName(s.verdict.status) : "refused"},
            {"utilisation", num(s.verdict.utilisation)},
            {"margin", num(s.verdict.reserve)},
            {"grade", gradeName(s.verdict.grade)},
            {"reasons", reasons},
            {"holes", s.holes},
            {"difficulty", s.difficulty},
            {"standing", s.feasible ? marginJson(s.verdict.standing) : json(nullptr)},
            {"leaning", s.feasible && s.verdict.leaning ? marginJson(*s.verdict.leaning) : json(nullptr)},
            {"cost", num(s.cost)},
            {"screw_length_mm", num(s.screwLength)}};
}
/// Where it hangs, the studs it uses, those it must leave alone and why, the heights it was measured against.
json placeJson(const Project& project, const PiecePlan& pp) {
    const Piece* piece = project.findPiece(pp.id);
    json out{{"wall", piece ? piece->wall : ""},
             {"left_mm", num(pp.left.mm())},
             {"bottom_mm", num(pp.bottom.mm())}};
    out["cover_mm"] = num(pp.cover.mm());
    for (const char* list : {"studs_mm", "barred", "heights"})
        out[list] = json::array();
    for (Length x : pp.studs)
        out["studs_mm"].push_back(num((pp.left + x).mm()));
    for (const auto& b : pp.barred)
        out["barred"].push_back({{"stud_mm", num((pp.left + b.x).mm())}, {"why", b.zone.why}});
    for (const auto& h : pp.heights)
        out["heights"].push_back({{"what", h.what},
                                  {"top_from_mm", num(h.low.mm())},
                                  {"top_to_mm", num(h.high.mm())},
                                  {"why", h.why},
                                  {"source", h.source}});
    return out;
}
json verdictJson(const PiecePlan& pp) {
    const SupportVerdict* hold = pp.hold();
    const bool held = hold && hold->feasible;
    json out =
        held ? json{{"status", statusName(hold->verdict.status)},
                    {"utilisation", num(hold->verdict.utilisation)},
                    {"governs", hold->verdict.governs},
                    {"grade", gradeName(hold->verdict.grade)},
                    {"standing", marginJson(hold->verdict.standing)},
                    {"leaning", hold->verdict.leaning ? marginJson(*hold->verdict.leaning) : json(nullptr)},
                    {"leaning_counts", hold->verdict.leaningCounts},
                    {"not_for_leaning", hold->verdict.notForLeaning},
                    {"hand_N", num(pp.hand.newton)},
                    {"may_carry_with_hand_kg", num(hold->carryLeaningKg)},
                    {"may_carry_capped", hold->carryCapped},
                    {"may_carry_kg", num(hold->carryKg)},
                    {"may_carry_governs", hold->carryGoverns}}
             : json{{"status", "fails"}, {"reason", hold ? hold->refusal : "no support"}};
    if (const std::string why = pp.unmakeable(); held && !why.empty()) {
        out["status"] = statusName(Status::fails);
        out["reason"] = "it cannot be made as planned: " + why;
    }
    return out;
}

json marksJson(const PiecePlan& pp) {
    json marks = json::array();
    for (const auto& m : pp.marks) {
        marks.push_back({{"what", m.what},
                         {"from_wall_left_mm", mm(m.fromWallLeft)},
                         {"from_floor_mm", mm(m.fromFloor)},
                         {"from_piece_left_mm", mm(m.fromPieceLeft)},
                         {"from_piece_top_mm", mm(m.fromPieceTop)},
                         {"drill_mm", num(m.drill)},
                         {"depth_mm", num(m.depth)},
                         {"into", m.into},
                         {"bit", m.bit},
                         {"caution", m.caution}});
        if (m.to == "wall")
            continue;
        marks.back()["wall"] = m.to;
        marks.back()["wall_id"] = m.wall;
        marks.back()["from_corner_mm"] = mm(m.fromCorner);
    }
    return marks;
}

json pieceJson(const Project& project, const PiecePlan& pp) {
    const Piece* piece = project.findPiece(pp.id);
    json out{{"id", pp.id}, {"name", piece ? piece->name : pp.id}, {"kind", piece ? kindOf(*piece) : ""}};
    const Assembly& a = pp.assembly();
    out["size"] = {{"length_mm", mm(a.length)}, {"depth_mm", mm(a.depth)}, {"height_mm", mm(a.height)}};
    out["mass_kg"] = num(pp.mass);
    out["contents_kg"] = num(pp.contents);
    out["place"] = placeJson(project, pp);
    for (const char* list : {"parts", "joints", "checks", "supports", "steps"})
        out[list] = json::array();
    if (piece)
        for (const auto& p : a.parts)
            out["parts"].push_back(partJson(p, *piece, pp));
    for (const auto& j : a.joints)
        out["joints"].push_back(jointJson(j));
    out["mounts"] = json::array();
    if (const SupportVerdict* h = pp.hold(); h && h->feasible)
        for (const auto& m : h->mounting.mounts)
            out["mounts"].push_back(mountJson(m));
    out["load_path"] = {{"cases", json::array()}};
    for (const auto& c : pp.loadPath)
        out["load_path"]["cases"].push_back(caseJson(c));
    const SupportVerdict* hold = pp.hold();
    if (hold)
        for (const auto& c : hold->checks)
            out["checks"].push_back(checkJson(c));
    for (std::size_t i = 0; i < pp.supports.size(); ++i)
        out["supports"].push_back(supportJson(pp.supports[i], i == pp.chosen));
    const bool held = hold && hold->feasible;
    out["demands"] = json::array();
    if (held)
        for (const auto& d : hold->demands)
            out["demands"].push_back({{"x_mm", num(d.x)},
                                      {"shear_standing_N", num(d.shearStanding)},
                                      {"shear_leaning_N", num(d.shearLeaning)},
                                      {"turning_standing_Nmm", num(d.turnStanding)},
                                      {"turning_leaning_Nmm", num(d.turnLeaning)}});
    out["sag"] = held ? json{{"instant_mm", num(hold->sag.instant)},
                             {"long_term_mm", num(hold->worst.sag)},
                             {"limit_mm", num(hold->worst.limit)},
                             {"at_mm", num(hold->worst.atX)}}
                      : json{{"instant_mm", nullptr},
                             {"long_term_mm", nullptr},
                             {"limit_mm", nullptr},
                             {"at_mm", nullptr}};
    out["verdict"] = verdictJson(pp);
    for (const auto& s : pp.steps)
        out["steps"].push_back({{"id", s.id},
                                {"hangs", s.hangs},
                                {"title", s.title},
                                {"adds", s.adds},
                                {"shapes", s.shapes},
                                {"joins", s.joins},
                                {"finishes", s.finishes},
                                {"reach", s.reach.empty() ? json(nullptr) : json(s.reach)},
                                {"text", s.text},
                                {"tools", s.tools},
                                {"minutes", num(s.minutes)},
                                {"wait_minutes", num(s.waitMinutes)},
                                {"cautions", s.cautions}});
    out["hang"] = {{"marks", marksJson(pp)}, {"label", pp.label}};
    return out;
}

json benchJson(const SawPiece& p) {
    json out{{"name", p.name}, {"length_mm", mm(p.length)}, {"width_mm", mm(p.width)}};
    if (!p.part.empty())
        out["part"] = p.part;
    return out;
}
json sequenceJson(const Plan& plan) {
    json out = json::array();
    for (const auto& c : plan.sequence) {
        const char* cut = c.trims ? (c.rip ? "trim_rip" : "trim") : c.rip ? "rip" : "crosscut";
        out.push_back({{"id", c.id},
                       {"board", c.board},
                       {"cut", cut},
                       {"by", c.atShop ? "shop" : "home"},
                       {"setting_mm", mm(c.setting)},
                       {"how", holdingOf(c)},
                       {"piece", benchJson(c.piece)},
                       {"keeps", benchJson(c.keeps)},
                       {"falls", c.falls ? benchJson(*c.falls) : json(nullptr)},
                       {"keep", c.keep},
                       {"waste_side", c.wasteSide}});
    }
    return out;
}

/// All but the pieces, their place kept.
json withoutPieces(const Project& project, const Plan& plan) {
    json out{{"format", "upright-owl-plan"}, {"version", 2}, {"project", project.name}};
    out["pieces"] = json::array();
    out["cut"] = cutPlanJson(plan.cut);
    out["cut"]["sequence"] = sequenceJson(plan);
    out["shopping"] = json::array();
    for (const auto& l : plan.shopping)
        out["shopping"].push_back({{"what", l.what},
                                   {"quantity", num(l.quantity)},
                                   {"unit", l.unit},
                                   {"price", num(l.price)},
                                   {"from_rack", l.fromRack}});
    out["schedule"] = json::array();
    for (const auto& s : plan.finish.steps)
        out["schedule"].push_back({{"id", s.id},
                                   {"name", s.name},
                                   {"start", clockIso(s.start)},
                                   {"end", clockIso(s.end)},
                                   {"next_from", clockIso(s.readyAt)},
                                   {"text", s.text},
                                   {"recipe", s.recipe},
                                   {"step", s.step}});
    out["may_hang"] = plan.finish.steps.empty() ? json(nullptr) : json(clockIso(plan.finish.hangAt));
    out["full_use"] = plan.finish.steps.empty() ? json(nullptr) : json(clockIso(plan.finish.fullUseAt));
    out["findings"] = json::array();
    for (const auto& f : plan.findings) {
        json remedies = json::array();
        json cures = json::array();
        for (const auto& r : f.remedies) {
            remedies.push_back(r.name);
            json changes = json::array();
            for (const auto& c : r.changes)
                changes.push_back({{"path", c.path}, {"value", c.value}});
            cures.push_back({{"name", r.name}, {"brings", r.brings}, {"changes", changes}});
        }
        out["findings"].push_back({{"id", f.id},
                                   {"severity", severityName(f.severity)},
                                   {"piece", f.piece},
                                   {"station", f.station},
                                   {"title", f.title},
                                   {"text", f.text},
                                   {"remedies", remedies},
                                   {"cures", cures}});
        if (f.untried > 0)
            out["findings"].back()["untried"] = f.untried;
    }
    out["cost"] = plan.priced ? num(plan.cost) : json(nullptr);
    out["hours"] = num(plan.hours);
    return out;
}

} // namespace

json planJson(const Project& project, const Plan& plan) {
    json out = withoutPieces(project, plan);
    std::vector<json> pieces(plan.pieces.size());
    sideBySide(pieces.size(), [&](std::size_t i) { pieces[i] = pieceJson(project, plan.pieces[i]); });
    out["pieces"] = std::move(pieces);
    return out;
}

void writePlan(const Project& project, const Plan& plan, std::ostream& out) {
    const std::string all = withoutPieces(project, plan).dump(2);
    // Ends of lines within strings are escaped: only the key itself stands so at the beginning of a line.
    const std::string_view key = "\n  \"pieces\": [";
    const std::size_t at = all.find(key) + key.size();
    out << std::string_view(all).substr(0, at);
    constexpr std::size_t atOnce = 16;
    for (std::size_t first = 0; first < plan.pieces.size(); first += atOnce) {
        std::vector<std::string> texts(std::min(atOnce, plan.pieces.size() - first));
        sideBySide(texts.size(),
                   [&](std::size_t i) { texts[i] = pieceJson(project, plan.pieces[first + i]).dump(2); });
        for (std::size_t i = 0; i < texts.size(); ++i) {
            out << (first + i > 0 ? ",\n    " : "\n    ");
            std::string_view left = texts[i];
            for (auto end = left.find('\n'); end != std::string_view::npos; end = left.find('\n')) {
                out << left.substr(0, end + 1) << "    ";
                left.remove_prefix(end + 1);
            }
            out << left;
        }
    }
    if (!plan.pieces.empty())
        out << "\n  ";
    out << std::string_view(all).substr(at);
}

} // namespace owl
