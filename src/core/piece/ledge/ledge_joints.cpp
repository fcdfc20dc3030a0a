#include "piece/ledge/ledge_joints.h"

#include "joint/fit.h"
#include "joint/place.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class Joiner {
  public:
    Joiner(const LedgeParams& p, const MakeContext& ctx, const Catalog& c, const LedgeShape& shape, Draft& r)
        : p_(p), ctx_(ctx), catalog_(c), shape_(shape), r_(r) {}

    void run() {
        backJoint();
        lipJoint();
        capJoints();
        for (const char* id : {"base-lip", "cap-left", "cap-right"})
            plugs(id);
    }

  private:
    Problem& problem(const char* id, const char* field, std::string text, bool blocks = true) {
        r_.problems.push_back({id, field, std::move(text), blocks, {}});
        return r_.problems.back();
    }
    [[nodiscard]] std::string say(Length l) const { return exactLength(l, ctx_); }

    /// All holes through the back rail, from the piece's left end.
    [[nodiscard]] std::vector<Length> wallHoles() const {
        std::vector<Length> out = ctx_.wallScrewsX;
        out.insert(out.end(), ctx_.anchorsX.begin(), ctx_.anchorsX.end());
        return out;
    }

    /// A screw that fits, or a problem.
    void chooseScrew(Joint& j, const Meeting& m, const char* field) {
        std::string why = fitScrew(j, m, p_.plugs, ctx_, catalog_);
        if (why.empty())
            return;
        const bool lip = j.id == "base-lip";
        Problem& p = problem(lip                   ? "no_lip_screw"
                             : j.id == "base-back" ? "no_screw"
                                                   : "no_cap_screw",
                             field, std::move(why), m.carries);
        p.cures = screwCures(j, m);
    }

    /// Sizes that would let the screw in.
    [[nodiscard]] std::vector<Cure> screwCures(const Joint& j, const Meeting& m) const {
        std::vector<Cure> out;
        if (j.id == "base-lip") {
            out.push_back({"Glue and nails instead", {{"lip_joint", "nails_glue"}}});
            out.push_back({"Dowels instead", {{"lip_joint", "dowels"}}});
        } else if (j.id == "base-back") {
            out.push_back({"Dowels instead", {{"back_joint", "dowels"}}});
            out.push_back({"Tongue and groove instead", {{"back_joint", "tongue_groove"}}});
        } else {
            out.push_back({"Glue and nails instead", {{"cap_joint", "nails_glue"}}});
        }
        if (j.leastLength > j.mostLength && j.second == "lip") {
            const Length high = m.receiving + (j.leastLength - j.mostLength) + 1_mm;
            out.push_back({"Lip " + say(high) + " high", {{"lip_height", high.mm()}}});
        }
        if (m.edge < 12_mm && j.id == "base-back") {
            const char* key = p_.back == BackPlace::onBase ? "back_thickness" : "base_thickness";
            out.push_back({"Boards of " + say(18_mm), {{key, 18.0}}});
        }
        return out;
    }

    void spots(Joint& j, Length y, Length z, Length spacing) {
        const Screw* s = catalog_.findScrew(j.screwId);
        const Length end = Length::mm(std::max(40.0, s ? 10 * s->d : 40.0));
        const Length clear = Length::mm(s ? std::max(12.0, 4 * s->d) : 12.0);
        for (Length x : spread(shape_.cap, shape_.cap + shape_.inner, end, spacing, wallHoles(), clear))
            j.spots.push_back({{x, y, z}});
    }

    void backJoint() {
        Joint j;
        j.id = "base-back";
        const bool on = p_.back == BackPlace::onBase;
        j.first = on ? "base" : "back";
        j.second = on ? "back" : "base";
        j.how = p_.backJoint;
        j.drivenFrom = on ? "below" : "behind";
        const Meeting m{on ? p_.baseThickness : p_.backThickness, on ? shape_.backStrip : shape_.baseStrip,
                        on ? p_.backThickness : p_.baseThickness, true};
        if (j.how == Joinery::nailsGlue) {
            problem("nails_carry", "backJoint",
                    "Nails do not carry the base; choose screws and glue, dowels, or tongue and groove.")
                .cures = {{"Screws and glue", {{"back_joint", "screws_glue"}}},
                          {"Dowels", {{"back_joint", "dowels"}}}};
            j.carries = false;
        }
        // These screws keep clear of the wall screws sideways (spots()), so their tips may pass between them.
        if (j.how == Joinery::screwsGlue)
            chooseScrew(j, m, on ? "backHeight" : "depth");
        fit(j, m, "backJoint", "back_joint");
        spots(j, on ? p_.backThickness / 2 : Length(), on ? Length() : p_.baseThickness / 2, 200_mm);
        add(std::move(j));
    }

    /// Plugs over heads that show, where they were asked for and the wood is thick enough.
    void plugs(const char* id) {
        const Joint* j = r_.assembly.joint(id);
        const Screw* s = j && j->shows ? catalog_.findScrew(j->screwId) : nullptr;
        if (!s || p_.plugs == PlugWay::filled)
            return;
        if (!plugSink(s->countersink(), j->through.mm())) {
            const Length need = Length::mm(std::ceil(2 * (s->countersink() + leastPlug)));
            problem("no_plugs", "plugs",
                    fmt::format(
                        "The {} is {} thick: with {} for a plug less than half of it would stay under the "
                        "heads. They are filled.",
                        std::string(id) == "base-lip" ? "lip" : "cap", say(j->through),
                        say(Length::mm(leastPlug))),
                    false)
                .cures = {{"Fill them all", {{"plugs", "filled"}}},
                          {fmt::format("{} thick", say(need)),
                           {{std::string(id) == "base-lip" ? "lip_thickness" : "cap_thickness", need.mm()}}}};
            return;
        }
        r_.assembly.plugs = p_.plugs;
        plugScrews(r_.assembly, id, s->plug, s->countersink(), p_.species);
    }

    void lipJoint() {
        Joint j;
        j.id = "base-lip";
        j.how = p_.lipJoint;
        j.carries = false;
        const bool top = p_.lip == LipPlace::onTop;
        j.first = top ? "base" : "lip";
        j.second = top ? "lip" : "base";
        j.drivenFrom = top ? "below" : "the front";
        const Meeting m{top ? p_.baseThickness : p_.lipThickness, top ? shape_.lipStrip : shape_.baseStrip,
                        top ? p_.lipThickness : p_.baseThickness, false, !top};
        j.shows = !top && (j.how == Joinery::screwsGlue || j.how == Joinery::nailsGlue);
        if (j.how == Joinery::screwsGlue) {
            chooseScrew(j, m, top ? "lipHeight" : "lip");
            if (j.shows)
                problem("lip_screws_show", "lipJoint",
                        "Screws through the lip show on the front, plugged or not.", false)
                    .cures = {{"Lip on top, screwed from below", {{"lip", "on_top"}}},
                              {"Glue and nails instead", {{"lip_joint", "nails_glue"}}},
                              {"Dowels instead", {{"lip_joint", "dowels"}}}};
        }
        fit(j, m, "lipJoint", "lip_joint");
        if (j.how == Joinery::nailsGlue)
            j.note = "The nails hold while the glue sets; they add nothing to strength." +
                     std::string(j.shows ? " Fill the holes." : "");
        spots(j, top ? shape_.depth - p_.lipThickness / 2 : shape_.depth,
              top ? Length() : p_.baseThickness / 2, j.how == Joinery::nailsGlue ? 150_mm : 250_mm);
        add(std::move(j));
    }

    void add(Joint j) {
        if (j.how == Joinery::tongueGroove)
            j.kind = "tongue_groove";
        placeClear(j, r_.assembly, shape_.cap + 20_mm, shape_.cap + shape_.inner - 20_mm, catalog_);
        r_.assembly.joints.push_back(std::move(j));
    }

    /// Sizes of dowels, tongues and nails.
    void fit(Joint& j, const Meeting& m, const char* field, const char* key) {
        j.through = m.headSide;
        if (j.how == Joinery::dowels && m.shows && p_.lipDowelsThrough)
            throughDowels(j, m, field, key);
        else if (j.how == Joinery::dowels)
            dowels(j, m, field, key);
        if (j.how == Joinery::tongueGroove)
            tongue(j, m, field, key);
        if (j.how == Joinery::nailsGlue)
            j.nailLength = nailFor(m, ctx_);
    }

    /// From the front where the lip allows it, else hidden.
    void throughDowels(Joint& j, const Meeting& m, const char* field, const char* key) {
        if (!fitThroughDowels(j, m, ctx_))
            dowels(j, m, field, key);
    }

    void dowels(Joint& j, const Meeting& m, const char* field, const char* key) {
        std::string why = fitDowels(j, m, ctx_);
        if (why.empty())
            return;
        j.carries = false;
        Problem& p = problem("no_room_for_dowels", field, std::move(why), j.id == "base-back");
        if (j.id == "base-lip")
            p.cures.push_back({"Glue and nails instead", {{key, "nails_glue"}}});
        p.cures.push_back({"Screws and glue instead", {{key, "screws_glue"}}});
        p.cures.push_back({"Boards of " + say(18_mm), thickness(18_mm)});
    }

    static std::vector<ParameterChange> thickness(Length t) {
        return {{"base_thickness", t.mm()}, {"back_thickness", t.mm()}, {"lip_thickness", t.mm()}};
    }

    void tongue(Joint& j, const Meeting& m, const char* field, const char* key) {
        j.tongue = m.edge / 3;
        j.tongueLength = tongueLength(m.headSide);
        if (j.tongue < 4_mm || j.tongueLength < 4_mm) {
            Problem& p = problem(
                "tongue_too_thin", field,
                fmt::format(
                    "A tongue a third of {} thick, in a groove {} deep in the {}, is no joint; use boards "
                    "of {} or more.",
                    say(m.edge), say(j.tongueLength + 1_mm), j.first, say(12_mm)),
                j.id == "base-back");
            p.cures = {{"Screws and glue instead", {{key, "screws_glue"}}},
                       {"Boards of " + say(18_mm), thickness(18_mm)}};
            if (j.id == "base-back")
                j.carries = false;
        }
        for (auto& part : r_.assembly.parts) {
            if (part.id == j.second)
                cutTongue(part, j);
            if (part.id == j.first)
                cutGroove(part, j);
        }
    }

    /// The strip was made wider by its tongue; what stands beside the tongue goes.
    void cutTongue(Part& part, const Joint& j) {
        part.features.push_back(
            {part.id + "/tongue-" + j.first,
             "tongue",
             fmt::format("{} thick, {} long, centred on the edge that meets the {}; it is "
                         "part of the width",
                         say(j.tongue), say(j.tongueLength), j.first),
             j.id,
             {},
             false,
             {{"width_mm", j.tongue.mm()}, {"length_mm", j.tongueLength.mm()}}});
        part.why.push_back(say(j.tongueLength) + " more width for the tongue");
        const double L = part.length.mm() + 1;
        const double W = part.width.mm();
        const double T = part.thickness.mm();
        const double side = (T - j.tongue.mm()) / 2;
        const bool high = part.id == "base" && j.id == "base-lip"; // the base's front edge is its far one
        const std::array<double, 2> at =
            high ? std::array{W - j.tongueLength.mm(), W + 1} : std::array{-1.0, j.tongueLength.mm()};
        const int origin = 6 + static_cast<int>(part.features.size());
        subtract(part.solid, toolIn(part, {-1, L}, at, {-1, side}), origin);
        subtract(part.solid, toolIn(part, {-1, L}, at, {T - side, T + 1}), origin);
    }

    /// Where the other part's edge meets this one's face.
    void cutGroove(Part& part, const Joint& j) {
        part.features.push_back({part.id + "/groove-" + j.second,
                                 "groove",
                                 fmt::format("{} wide, {} deep, where the {} meets it", say(j.tongue),
                                             say(j.tongueLength + 1_mm), j.second),
                                 j.id,
                                 {},
                                 false,
                                 {{"width_mm", j.tongue.mm()}, {"depth_mm", (j.tongueLength + 1_mm).mm()}}});
        const Part* other = r_.assembly.find(j.second);
        if (!other)
            return;
        // A strip standing on this face enters from above or from behind: the groove is as wide as the tongue
        // and 1 mm deeper than it.
        const double deep = (j.tongueLength + 1_mm).mm();
        const Cell self = part.bounds();
        const Cell edge = other->bounds();
        const bool flat =
            part.id == "base"; // its upper face is grooved; back and lip are grooved from the base's side
        const double half = j.tongue.mm() / 2;
        const double x0 = self.at.x.mm() - 1;
        const double x1 = (self.at.x + self.size.x).mm() + 1;
        constexpr std::array<Vec3, 3> axes{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}};
        ConvexCell tool;
        if (flat) {
            const double y = (edge.at.y + edge.size.y / 2).mm();
            const double top = (self.at.z + self.size.z).mm();
            tool = boxCell({x0, y - half, top - deep}, axes, {x1 - x0, 2 * half, deep + 1});
        } else {
            const double z = p_.baseThickness.mm() / 2;
            const bool back = part.id == "back";
            const double face = back ? p_.backThickness.mm() : self.at.y.mm();
            tool =
                boxCell({x0, back ? face - deep : face - 1, z - half}, axes, {x1 - x0, deep + 1, 2 * half});
        }
        subtract(part.solid, tool, 6 + static_cast<int>(part.features.size()));
    }

    void capJoints() {
        if (p_.caps == CapShape::none)
            return;
        for (const char* cap : {"cap-left", "cap-right"}) {
            Joint j;
            j.id = cap;
            j.first = cap;
            j.second = "base";
            j.how = p_.capJoint == Joinery::screwsGlue ? Joinery::screwsGlue : Joinery::nailsGlue;
            j.drivenFrom = "the end";
            j.shows = true;
            j.carries = false;
            j.note = "A cap carries nothing.";
            const Meeting m{p_.capThickness, shape_.inner / 2, std::min(p_.baseThickness, p_.backThickness),
                            false, true};
            if (j.how == Joinery::screwsGlue)
                chooseScrew(j, m, "caps");
            else
                j.nailLength = nailFor(m, ctx_);
            const Length x = std::string(cap) == "cap-left" ? Length() : p_.length;
            const Part* made = r_.assembly.find(cap);
            // A low cap ends below a third of the rail: the nail stays inside both.
            const Length most = made ? made->width - 10_mm : Length();
            const Length up = std::min(shape_.backZ + shape_.backStrip / 3, most);
            if (up > shape_.backZ + 8_mm)
                j.spots.push_back({{x, p_.backThickness / 2, up}});
            j.spots.push_back({{x, shape_.depth / 2, p_.baseThickness / 2}});
            add(std::move(j));
        }
    }

    const LedgeParams& p_;
    const MakeContext& ctx_;
    const Catalog& catalog_;
    const LedgeShape& shape_;
    Draft& r_;
};

} // namespace

TongueWidths tongueWidths(const LedgeParams& p) {
    TongueWidths out;
    const bool on = p.back == BackPlace::onBase;
    const bool top = p.lip == LipPlace::onTop;
    if (p.backJoint == Joinery::tongueGroove)
        (on ? out.back : out.base) += tongueLength(on ? p.baseThickness : p.backThickness);
    if (p.lipJoint == Joinery::tongueGroove)
        (top ? out.lip : out.base) += tongueLength(top ? p.baseThickness : p.lipThickness);
    return out;
}

void addLedgeJoints(const LedgeParams& params, const MakeContext& ctx, const Catalog& catalog,
                    const LedgeShape& shape, Draft& result) {
    Joiner(params, ctx, catalog, shape, result).run();
}

} // namespace owl
