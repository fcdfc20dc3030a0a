// Holes that are no joint's: for the wall, for rods and cables.
#include "build/bore_steps.h"

#include "assembly/reach.h"

#include "assembly/plugs.h"
#include "build/bores.h"
#include "build/step_maker.h"
#include "build/wall_joints.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <utility>

namespace owl {
namespace {

class BoreSteps : StepMaker {
  public:
    BoreSteps(const BuildInput& in, const Catalog& c) : StepMaker(in, c), where_(*in.assembly, in_.style) {}
    std::vector<BuildStep> forTheWall() {
        wallHoles();
        return std::move(out_);
    }
    BoredSteps others() {
        BoredSteps out;
        const std::vector<Bore> all = boresOf(a_);
        bores(all, true);
        out.alone = std::exchange(out_, {});
        bores(all, false);
        for (const auto& p : a_.parts)
            forTheWallJoints(p);
        out.together = std::move(out_);
        return out;
    }

  private:
    /// The holes from the end of the rail itself: the caps come on later.
    void wallHoles() {
        for (const auto& p : a_.parts) {
            if (!takesWallScrews(a_, p))
                continue;
            if (isRail(a_, p.id))
                patternHoles(p);
            std::vector<RailHole> mine;
            for (const auto& h : in_.wallHoles)
                if (const RailSeat* rail = railAt(a_, h.x); rail && inLine(a_, rail->part, h.x.mm()) == &p)
                    mine.push_back(h);
            if (!mine.empty())
                wallHolesOf(&p, mine);
        }
    }
    void wallHolesOf(const Part* back, const std::vector<RailHole>& holes) {
        const Vec at = back->bounds().at;
        std::vector<Length> rows;
        for (const auto& h : holes)
            if (std::find(rows.begin(), rows.end(), h.z) == rows.end())
                rows.push_back(h.z);
        std::sort(rows.begin(), rows.end());
        std::string text = fmt::format("From the left end of the {} at ", back->name);
        std::string places;
        for (const auto& h : holes)
            if (h.z == rows.front())
                places += (places.empty() ? "" : ", ") + say(h.x - at.x);
        text += places + "; ";
        for (std::size_t i = 0; i < rows.size(); ++i)
            text += (i ? " and " : "") + say(rows[i] - at.z);
        text += " above its lower edge. ";
        std::string bit = "as the anchor's package says";
        if (in_.wallScrew) {
            bit = clearanceBit(*in_.wallScrew);
            const double deep = in_.wallScrew->countersink();
            text += deep > 0
                        ? fmt::format("Drill through from the front and countersink {}, so that the heads "
                                      "sit flush. ",
                                      say(Length::mm(deep)))
                        : "Drill through from the front; the wide heads stay on the surface. ";
        } else {
            const AnchorKind* a = in_.anchor;
            if (a && a->through && a->drill > 0)
                bit = drillText(a->drill, in_.style);
            text += a && a->through
                        ? fmt::format("Drill {} through from the front: the anchors themselves go "
                                      "through the rail. ",
                                      a->drill > 0 ? bit : "as wide as they are")
                        : "Drill through from the front for the screws of the anchors. ";
        }
        for (const auto& h : holes)
            if (h.anchor)
                text += fmt::format("The hole at {} is the anchor's: {}. ", say(h.x - at.x),
                                    h.anchor->through && h.anchor->drill > 0
                                        ? drillText(h.anchor->drill, in_.style) + ", it goes through itself"
                                        : "as wide as its own screw");
        text += "Do it now, while the rail lies flat, on a piece of waste wood.";
        const RailSeat* rail = railAt(a_, holes.front().x);
        if (rail && !rail->inTheWay.empty())
            text += fmt::format(
                " The {} will stand in the way of a straight driver: have a long bit or a bendable "
                "shaft ready for the hanging.",
                rail->inTheWay);
        const bool anchors = !in_.wallScrew;
        auto& s = add(back == railPart(a_) ? "wall-holes" : "wall-holes-" + back->id,
                      fmt::format("Drill the {} for the {}", back->name, anchors ? "anchors" : "wall screws"),
                      std::move(text), c_.minutes("drill") * static_cast<double>(holes.size()));
        s.parts = s.fresh = {back->id};
        for (const auto& h : back->holes)
            if (!isOfAJoint(a_, h) && h.purpose != patternHole)
                s.shapes.push_back(h.id);
        s.tools = {"drill bit " + bit};
        if (in_.wallScrew && in_.wallScrew->countersink() > 0)
            s.tools.emplace_back("countersink");
        s.cautions = c_.cautionsFor("drilling");
    }

    /// Holes for a wall that nobody has measured yet.
    void patternHoles(const Part& back) {
        std::string places;
        std::vector<std::string> ids;
        for (const auto& h : back.holes) {
            if (h.purpose != patternHole)
                continue;
            places += (places.empty() ? "" : ", ") + say(Length::mm(h.at.x) - back.bounds().at.x);
            ids.push_back(h.id);
        }
        if (ids.empty())
            return;
        auto& s = add("pattern-holes", "Drill the rail for a wall not yet seen",
                      fmt::format("From the left end of the {} at {}: pairs at the usual distances of studs, "
                                  "the same to both sides of the middle. Drill through from the front and "
                                  "countersink. At the wall the piece moves sideways until a pair meets two "
                                  "studs; the other holes stay empty.",
                                  back.name, places),
                      c_.minutes("drill") * static_cast<double>(ids.size()));
        s.parts = s.fresh = {back.id};
        s.shapes = std::move(ids);
        s.tools = {"drill bit " + drillText(5.5, in_.style), "countersink"};
        s.cautions = c_.cautionsFor("drilling");
    }

    /// Holes for rods, cables and wall fixings in parts other than a back rail.
    void bores(const std::vector<Bore>& all, bool alone) {
        for (const auto& p : a_.parts) {
            std::vector<const Bore*> level; // into an edge or the face towards the room
            std::vector<const Bore*> upright;
            for (const auto& b : all)
                if (b.part == &p)
                    (isLevel(*b.mouth) ? level : upright).push_back(&b);
            if (!level.empty() && isAlone(p, level) == alone)
                bore(p, level, "bore-" + p.id);
            if (!upright.empty() && isAlone(p, upright) == alone)
                bore(p, upright, "bore-" + p.id + (level.empty() ? "" : "-2"));
        }
    }
    /// A part by itself lies flat and takes a clamped block anywhere; glued-up boards are planed first.
    [[nodiscard]] bool isAlone(const Part& p, const std::vector<const Bore*>& bores) const {
        const bool single = std::all_of(bores.begin(), bores.end(),
                                        [](const Bore* b) { return b->holes.size() == 1 && !b->guide; });
        const bool gluedUp = std::any_of(a_.joints.begin(), a_.joints.end(), [&](const Joint& j) {
            return (j.first == p.id || j.second == p.id) &&
                   (j.kind == "edge_glue" || j.kind == "face_glue" || j.kind == "half_lap");
        });
        return single && !gluedUp;
    }
    /// Screws that are driven when the piece hangs go through holes that are bored while it lies on the
    /// bench.
    void forTheWallJoints(const Part& p) {
        std::vector<Bore> all;
        const Joint* one = nullptr;
        const Hole* plug = nullptr; // over their heads
        std::vector<std::string> notes;
        for (const auto& j : a_.joints)
            if (j.first == p.id && boredBefore(a_, j)) {
                one = &j;
                for (const auto& h : p.holes)
                    if (h.purpose == j.id)
                        all.push_back({&p, &h, h.depth, {}, {h.id}, nullptr, {}});
                for (const auto& h : p.holes)
                    if (isPlugHole(h, j) && !all.empty()) {
                        plug = &h;
                        all.back().holes.push_back(h.id);
                    }
                if (!j.note.empty() && std::find(notes.begin(), notes.end(), j.note) == notes.end())
                    notes.push_back(j.note);
            }
        const Screw* screw = one ? c_.findScrew(one->screwId) : nullptr;
        if (!screw || all.empty())
            return;
        std::vector<const Bore*> holes;
        for (const auto& b : all)
            holes.push_back(&b);
        std::string text =
            fmt::format("For the screws that go in at the wall: from the left end of {} at {}. ",
                        theName(p.name), where_.places(p, holes));
        text += plug ? fmt::format("First {} wide and {} deep from {} for the plugs, then right through.",
                                   drillText(plug->diameter, in_.style), say(Length::mm(plug->depth)),
                                   one->drivenFrom)
                     : fmt::format("Right through, {} from {}.",
                                   roomForHeads(*screw, one->counterbore, in_.style), one->drivenFrom);
        for (const auto& n : notes)
            text += " " + n;
        const Part* into = a_.find(one->second);
        auto& s = add("wall-screws-" + p.id,
                      fmt::format("Bore {} for its screws into {}", theName(p.name),
                                  into ? theName(into->name) : one->second),
                      std::move(text), c_.minutes("drill") * 2 * static_cast<double>(holes.size()));
        s.parts = s.fresh = {p.id};
        for (const auto& b : all)
            s.shapes.insert(s.shapes.end(), b.holes.begin(), b.holes.end());
        s.tools = {"drill bit " + clearanceBit(*screw),
                   plug ? "drill bit " + drillText(plug->diameter, in_.style) : std::string("countersink")};
        s.cautions = c_.cautionsFor("drilling");
    }

    static std::string alongTheJoint(const Bore& b) {
        return b.halves.empty() ? std::string()
                                : fmt::format("They run in {} at once, along the glue. ", listed(b.halves));
    }
    void bore(const Part& p, const std::vector<const Bore*>& bores, const std::string& id) {
        const Bore& one = *bores.front();
        const bool across = isLevel(*one.mouth);
        const bool through = one.holes.size() == 1 && one.depth > where_.thickAt(p, *one.mouth) - 0.5;
        const bool guided =
            std::all_of(bores.begin(), bores.end(), [](const Bore* b) { return b->guide != nullptr; });
        std::string text;
        if (guided)
            text = fmt::format("Through the {} of the {}, from {}: {}.", counted(bores.size(), "hole"),
                               one.guide->name,
                               one.guide->solid.centre().y > p.solid.centre().y ? "the front" : "behind",
                               drillText(std::round(one.mouth->diameter * 10) / 10, in_.style));
        else
            text =
                fmt::format("{} at {}. ", BorePlaces::fromWhere(p), where_.places(p, bores)) +
                alongTheJoint(one) +
                (one.passes.size() > 1 ? "In one go through " + listed(one.passes) + ". " : std::string()) +
                (across && !through ? "Square to the edge and level with the faces: a block with a hole of "
                                      "that size, clamped on, guides the bit; tape on the bit is the stop."
                                    : "On a piece of waste wood, so that nothing splinters below.");
        if (!guided && through && std::any_of(bores.begin(), bores.end(), [](const Bore* b) {
                return b->mouth->purpose.starts_with("rod-");
            }))
            text += " Those for the rods in a drill press, or through a block with a hole of that size: they "
                    "must be square.";
        auto& s = add(id,
                      "Bore " + (BorePlaces::inPanel(p) ? "the panel"
                                 : one.halves.empty()   ? theName(p.name)
                                                        : listed(one.halves)),
                      std::move(text), c_.minutes("drill") * 2 * static_cast<double>(bores.size()));
        s.parts = s.fresh = {p.id};
        for (const Bore* b : bores)
            s.shapes.insert(s.shapes.end(), b->holes.begin(), b->holes.end());
        if (guided)
            s.tools = {"drill bit " + drillText(std::round(one.mouth->diameter * 10) / 10, in_.style)};
        else if (!across && one.mouth->diameter > 16) // for a cable
            s.tools = {"drill", "hole saw or flat bit of " + drillText(one.mouth->diameter, in_.style)};
        else
            s.tools = {"drill with a guide block", "long drill bit", "depth stop"};
        s.cautions = c_.cautionsFor("drilling");
    }

    BorePlaces where_;
};

} // namespace

std::vector<BuildStep> wallHoleSteps(const BuildInput& in, const Catalog& catalog) {
    return BoreSteps(in, catalog).forTheWall();
}

BoredSteps boreSteps(const BuildInput& in, const Catalog& catalog) {
    return BoreSteps(in, catalog).others();
}

} // namespace owl
