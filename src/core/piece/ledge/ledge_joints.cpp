#include "piece/ledge/ledge_joints.h"

#include "joint/meet.h"
#include "joint/tongue.h"
#include "piece/case_builder.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class Joiner : CaseBuilder {
  public:
    Joiner(const LedgeParams& p, const MakeContext& ctx, const Catalog& c, const LedgeShape& shape, Draft& r)
        : CaseBuilder(ctx, r, c), p_(p), shape_(shape) {}

    void run() {
        backJoint();
        lipJoint();
        if (p_.caps != CapShape::none)
            for (const char* cap : {"cap-left", "cap-right"})
                capJoints(cap);
        for (const char* id : {"base-lip", "cap-left", "cap-right"})
            plugs(id);
    }

  private:
    /// A joint, the parameter that chooses its way, and what is told when it does not fit.
    struct Asked {
        const char *field, *key;
        const char* screwField;      ///< what would let a screw in
        const char* noScrew;         ///< the problem's id
        std::vector<Cure> otherways; ///< ways that need no screw
        bool blocks = false;         ///< without it the piece does not hold together
    };

    [[nodiscard]] Joining way(Joinery how, Length spacing) const {
        Joining w;
        w.how = how;
        w.plugs = p_.plugs;
        w.spacing = spacing;
        w.end = 40_mm;
        w.atMost = true;
        // Screws keep clear of the wall screws sideways, so their tips may pass between them.
        w.clear = wallScrews();
        w.clearBy = 12_mm;
        return w;
    }

    /// Laid out where its parts meet; what does not fit is told, with what would let it.
    void lay(Joint& j, const Joining& w, const Asked& asked) {
        const std::string why = meet(j, d_.assembly, w, ctx_, catalog_);
        if (why.empty())
            return;
        if (w.how == Joinery::screwsGlue) {
            problem(asked.noScrew, asked.screwField, why, asked.blocks).cures = screwCures(j, asked);
            return;
        }
        j.carries = false;
        if (w.how == Joinery::tongueGroove) { // as asked for, so that one sees what is too thin
            j.how = w.how;
            problem("tongue_too_thin", asked.field, why, asked.blocks).cures = {
                {"Screws and glue instead", {{asked.key, "screws_glue"}}},
                {"Boards of " + say(18_mm), thickness(18_mm)}};
            return;
        }
        Problem& p = problem("no_room_for_dowels", asked.field, why, asked.blocks);
        if (!asked.blocks)
            p.cures.push_back({"Glue and nails instead", {{asked.key, "nails_glue"}}});
        p.cures.push_back({"Screws and glue instead", {{asked.key, "screws_glue"}}});
        p.cures.push_back({"Boards of " + say(18_mm), thickness(18_mm)});
    }

    /// Sizes that would let the screw in.
    [[nodiscard]] std::vector<Cure> screwCures(const Joint& j, const Asked& asked) const {
        std::vector<Cure> out = asked.otherways;
        if (j.leastLength > j.mostLength && j.second == "lip") {
            const Length high = j.into + (j.leastLength - j.mostLength) + 1_mm;
            out.push_back({"Lip " + say(high) + " high", {{"lip_height", high.mm()}}});
        }
        if (j.contact && j.contact->width < 12 && asked.blocks) {
            const char* key = p_.back == BackPlace::onBase ? "back_thickness" : "base_thickness";
            out.push_back({"Boards of " + say(18_mm), {{key, 18.0}}});
        }
        return out;
    }

    static std::vector<ParameterChange> thickness(Length t) {
        return {{"base_thickness", t.mm()}, {"back_thickness", t.mm()}, {"lip_thickness", t.mm()}};
    }

    void backJoint() {
        const bool on = p_.back == BackPlace::onBase;
        Joint j = named("base-back", on ? "base" : "back", on ? "back" : "base", "butt");
        lay(j, way(p_.backJoint, 200_mm),
            {"backJoint",
             "back_joint",
             on ? "backHeight" : "depth",
             "no_screw",
             {{"Dowels instead", {{"back_joint", "dowels"}}},
              {"Tongue and groove instead", {{"back_joint", "tongue_groove"}}}},
             true});
        if (j.how == Joinery::nailsGlue) {
            problem("nails_carry", "backJoint",
                    "Nails do not carry the base; choose screws and glue, dowels, or tongue and groove.")
                .cures = {{"Screws and glue", {{"back_joint", "screws_glue"}}},
                          {"Dowels", {{"back_joint", "dowels"}}}};
            j.carries = false;
        }
        keep(std::move(j));
    }

    void lipJoint() {
        const bool top = p_.lip == LipPlace::onTop;
        Joint j = named("base-lip", top ? "base" : "lip", top ? "lip" : "base", "butt");
        Joining w = way(p_.lipJoint, p_.lipJoint == Joinery::nailsGlue ? 150_mm : 250_mm);
        w.carries = false;
        w.shows = !top;
        w.through = !top && p_.lipDowelsThrough;
        lay(j, w,
            {"lipJoint",
             "lip_joint",
             top ? "lipHeight" : "lip",
             "no_lip_screw",
             {{"Glue and nails instead", {{"lip_joint", "nails_glue"}}},
              {"Dowels instead", {{"lip_joint", "dowels"}}}}});
        if (!top && p_.lipJoint == Joinery::screwsGlue)
            problem("lip_screws_show", "lipJoint",
                    "Screws through the lip show on the front, plugged or not.", false)
                .cures = {{"Lip on top, screwed from below", {{"lip", "on_top"}}},
                          {"Glue and nails instead", {{"lip_joint", "nails_glue"}}},
                          {"Dowels instead", {{"lip_joint", "dowels"}}}};
        if (j.how == Joinery::nailsGlue)
            j.note = "The nails hold while the glue sets; they add nothing to strength." +
                     std::string(j.shows ? " Fill the holes." : "");
        keep(std::move(j));
    }

    /// One fastener into the end of the base, one into that of the back rail, which keep each other from
    /// turning.
    void capJoints(const std::string& cap) {
        const Joinery how = p_.capJoint == Joinery::screwsGlue ? p_.capJoint : Joinery::nailsGlue;
        for (const char* into : {"base", "back"}) {
            const bool low = std::string(into) == "base";
            Joint j = named(low ? cap : cap + "-back", cap, into, "butt");
            const auto c = contactOf(*part(cap), *part(into));
            if (!c) // a low cap ends below the rail
                continue;
            Joining w = way(how, 0_mm);
            w.carries = false;
            w.shows = true;
            w.clear.clear();
            w.receiving = shape_.inner / 2;
            // In the middle of the base; low in the rail, inside a low cap too.
            w.at = {low ? c->length / 2 : std::min(shape_.backStrip.mm() / 3, c->length - 10)};
            if (w.at.front() < 8)
                continue;
            lay(j, w,
                {"capJoint",
                 "cap_joint",
                 "caps",
                 "no_cap_screw",
                 {{"Glue and nails instead", {{"cap_joint", "nails_glue"}}}}});
            j.note = "A cap carries nothing.";
            keep(std::move(j));
        }
    }

    /// Plugs over heads that show, where they were asked for and the wood is thick enough.
    void plugs(const std::string& of) {
        const Joint* j = d_.assembly.joint(of);
        const Screw* s = j && j->shows ? catalog_.findScrew(j->screwId) : nullptr;
        if (!s || p_.plugs == PlugWay::filled)
            return;
        const bool lip = of == "base-lip";
        if (!plugSink(s->countersink(), j->through.mm())) {
            noPlugs(lip ? "lip" : "cap", lip ? "lip_thickness" : "cap_thickness", j->through,
                    s->countersink());
            return;
        }
        d_.assembly.plugs = p_.plugs;
        plugScrews(d_.assembly, of, s->plug, s->countersink(), p_.species);
        if (d_.assembly.joint(of + "-back"))
            plugScrews(d_.assembly, of + "-back", s->plug, s->countersink(), p_.species);
    }

    const LedgeParams& p_;
    const LedgeShape& shape_;
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
