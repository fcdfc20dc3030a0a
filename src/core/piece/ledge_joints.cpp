#include "piece/ledge_joints.h"

#include "strength/fastener.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class Joiner {
  public:
    Joiner(const LedgeParams& p, const LedgeContext& ctx, const Catalog& c, const LedgeShape& shape,
           LedgeResult& r)
        : p_(p), ctx_(ctx), catalog_(c), shape_(shape), r_(r) {}

    void run() {
        backJoint();
        lipJoint();
        capJoints();
    }

  private:
    void problem(const char* id, const char* field, std::string text, bool blocks = true) {
        r_.problems.push_back({id, field, std::move(text), blocks});
    }
    [[nodiscard]] std::string say(Length l) const { return ledgeLength(l, ctx_); }

    /// All holes through the back rail, from the piece's left end.
    [[nodiscard]] std::vector<Length> wallHoles() const {
        std::vector<Length> out = ctx_.wallScrewsX;
        out.insert(out.end(), ctx_.anchorsX.begin(), ctx_.anchorsX.end());
        return out;
    }

    /// The screw for a board of this thickness: the gauge by the head-side part, never thicker than the edge
    /// allows.
    [[nodiscard]] const Screw* screwFor(Length headSide, Length edge) const {
        const std::vector<const char*> ids = ctx_.metricScrews
                                                 ? std::vector<const char*>{"m4.5", "m4", "m3.5", "m3"}
                                                 : std::vector<const char*>{"g8", "g6", "g4", "g3"};
        for (const char* id : ids) {
            const Screw* s = catalog_.findScrew(id);
            if (s && s->d * 4 <= edge.mm() + 0.4 && s->head * 1.2 <= headSide.mm())
                return s;
        }
        return catalog_.findScrew(ids.back());
    }

    struct JointGeometry {
        Length headSide, receiving, edge, leave;
        double wanted = 0; ///< times the diameter of bite that is aimed at
    };

    /// Chooses screw and length by S10.6; nothing fits: length 0 and a problem that names the cure.
    void chooseScrew(Joint& j, const JointGeometry& g, const char* field) {
        const Screw* s = screwFor(g.headSide, g.edge);
        if (!s)
            return;
        j.screwId = s->id;
        ScrewLengthInput in;
        in.d = s->d;
        in.counterbore = std::min(2.0, g.headSide.mm() / 4);
        in.stack = {g.headSide.mm()};
        in.into = g.receiving.mm();
        in.leave = g.leave.mm();
        in.stock = s->lengths;
        in.minPen = g.wanted * s->d;
        auto fit = screwLength(in);
        if (!fit.pick) { // settle for the structural minimum of 6 D
            in.minPen = 0;
            fit = screwLength(in);
        }
        j.counterbore = Length::mm(in.counterbore);
        j.through = g.headSide;
        j.into = g.receiving;
        j.leastLength = Length::mm(fit.Lmin);
        j.mostLength = Length::mm(fit.Lmax);
        if (fit.pick) {
            j.screwLength = Length::mm(*fit.pick);
            return;
        }
        problem("no_screw", field,
                fmt::format("No {} screw sold fits {} into {}: it must be {} to {} long. A part {} thicker "
                            "or higher would take one.",
                            s->label, j.first, j.second, say(j.leastLength), say(j.mostLength),
                            say(std::max(1_mm, j.leastLength - j.mostLength))));
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
        const Length face = on ? p_.backThickness : p_.baseThickness;
        j.glueArea = shape_.inner.mm() * face.mm();
        if (j.how == Joinery::nailsGlue) {
            problem("nails_carry", "backJoint",
                    "Nails do not carry the base; choose screws and glue, dowels, or tongue and groove.");
            j.carries = false;
        }
        if (j.how == Joinery::screwsGlue) {
            // These screws keep clear of the wall screws sideways (spots()), so their tips may pass between
            // them.
            chooseScrew(
                j,
                {on ? p_.baseThickness : p_.backThickness, on ? r_.backStrip : r_.baseStrip, face, 3_mm, 8},
                on ? "backHeight" : "depth");
        }
        spots(j, on ? p_.backThickness / 2 : Length(), on ? Length() : p_.baseThickness / 2, 200_mm);
        decorate(j, face, on ? r_.backStrip : r_.baseStrip);
        r_.assembly.joints.push_back(std::move(j));
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
        const Length face = top ? p_.lipThickness : p_.baseThickness;
        j.glueArea = shape_.inner.mm() * std::min(face, top ? p_.lipThickness : r_.lipStrip).mm();
        if (j.how == Joinery::screwsGlue) {
            chooseScrew(
                j,
                {top ? p_.baseThickness : p_.lipThickness, top ? r_.lipStrip : r_.baseStrip, face, 3_mm, 6},
                top ? "lipHeight" : "lip");
            j.shows = !top;
            if (j.shows)
                problem("lip_screws_show", "lipJoint",
                        "Screws through the lip show on the front, plugged or not.", false);
        }
        if (j.how == Joinery::nailsGlue) {
            j.shows = !top;
            j.note = "18 gauge nails hold while the glue sets; they add nothing to strength. Fill the holes.";
        }
        spots(j, top ? shape_.depth - p_.lipThickness / 2 : shape_.depth,
              top ? Length() : p_.baseThickness / 2, j.how == Joinery::nailsGlue ? 150_mm : 250_mm);
        decorate(j, face, top ? r_.lipStrip : r_.baseStrip);
        r_.assembly.joints.push_back(std::move(j));
    }

    /// Dowels and tongues: their own sizes and features.
    void decorate(Joint& j, Length face, Length receiving) {
        if (j.how == Joinery::dowels) {
            const Length d = face >= 16_mm ? 8_mm : 6_mm;
            if (receiving < 20_mm || face < 12_mm)
                problem("no_room_for_dowels", j.id == "base-lip" ? "lipJoint" : "backJoint",
                        fmt::format("Dowels need an edge of at least 12 mm; this one is {}.", say(face)));
            j.note = fmt::format("{} dowels, {} deep in the edge, {} in the face", say(d), say(20_mm),
                                 say(std::min(12_mm, j.through > Length() ? j.through : 12_mm)));
        }
        if (j.how != Joinery::tongueGroove)
            return;
        const Length tongue = face / 3;
        if (tongue < 4_mm)
            problem(
                "tongue_too_thin", j.id == "base-lip" ? "lipJoint" : "backJoint",
                fmt::format("A tongue a third of {} is too thin; use boards of 12 mm or more.", say(face)));
        j.glueArea += shape_.inner.mm() * 2 * 8;
        for (auto& part : r_.assembly.parts) {
            if (part.id == j.second)
                part.features.push_back(
                    {"tongue", fmt::format("{} thick, 8 mm long, centred on the edge that meets the {}; its "
                                           "8 mm is part of the width",
                                           say(tongue), j.first)});
            if (part.id == j.first)
                part.features.push_back({"groove", fmt::format("{} wide, 9 mm deep, where the {} meets it",
                                                               say(tongue), j.second)});
            if (part.id == j.second) {
                part.width += 8_mm;
                part.why.emplace_back("8 mm more width for the tongue");
            }
        }
        const Length shared = p_.boardWidth;
        if (shared > Length() && ((j.second == "back" && p_.shareBack) ||
                                  (j.second == "lip" && p_.shareLip) || (j.second == "base" && p_.shareBase)))
            problem("tongue_shared", "boardWidth",
                    "A tongue takes 8 mm more width than the shared-board sum allows for; the cut plan finds "
                    "the board.",
                    false);
    }

    void capJoints() {
        if (p_.caps == CapShape::none)
            return;
        for (const char* cap : {"cap-left", "cap-right"}) {
            Joint j;
            j.id = cap;
            j.first = cap;
            j.second = "base";
            j.how = Joinery::nailsGlue;
            j.drivenFrom = "the end";
            j.shows = true;
            j.carries = false;
            j.note = "End grain: glue size first, then glue and nails. A cap carries nothing.";
            const Length x = std::string(cap) == "cap-left" ? Length() : p_.length;
            j.spots = {{{x, p_.backThickness / 2, shape_.backZ + r_.backStrip / 3}},
                       {{x, shape_.depth / 2, p_.baseThickness / 2}}};
            r_.assembly.joints.push_back(std::move(j));
        }
    }

    const LedgeParams& p_;
    const LedgeContext& ctx_;
    const Catalog& catalog_;
    const LedgeShape& shape_;
    LedgeResult& r_;
};

} // namespace

void addLedgeJoints(const LedgeParams& params, const LedgeContext& ctx, const Catalog& catalog,
                    const LedgeShape& shape, LedgeResult& result) {
    Joiner(params, ctx, catalog, shape, result).run();
}

} // namespace owl
