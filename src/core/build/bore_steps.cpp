// Holes that are no joint's: for the wall, for rods and cables.
#include "build/bore_steps.h"

#include "assembly/outline.h"
#include "assembly/plugs.h"
#include "build/step_maker.h"
#include "build/wall_joints.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <tuple>

namespace owl {
namespace {

class BoreSteps : StepMaker {
  public:
    BoreSteps(const BuildInput& in, const Catalog& c) : StepMaker(in, c) {}
    std::vector<BuildStep> forTheWall() {
        wallHoles();
        return std::move(out_);
    }
    std::vector<BuildStep> others(BoredWhen when) {
        bores(when);
        if (when == BoredWhen::together)
            for (const auto& p : a_.parts)
                forTheWallJoints(p);
        return std::move(out_);
    }

  private:
    [[nodiscard]] bool ofAJoint(const Hole& h) const {
        return std::any_of(a_.joints.begin(), a_.joints.end(),
                           [&](const Joint& j) { return j.id == h.purpose; });
    }

    /// The holes from the end of the rail itself: the caps come on later.
    void wallHoles() {
        for (const auto& p : a_.parts) {
            if (!takesWallScrews(a_, p))
                continue;
            if (p.id == a_.wallPart)
                patternHoles(p);
            std::vector<RailHole> mine;
            for (const auto& h : in_.wallHoles)
                if (inLine(a_, a_.wallPart, h.x.mm()) == &p)
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
        text += "Do it now, while the rail lies flat, on a piece of waste wood.";
        if (a_.wallRowsBehind)
            text += fmt::format(
                " The {} will stand in the way of a straight driver: have a long bit or a bendable "
                "shaft ready for the hanging.",
                a_.wallInTheWay);
        const bool anchors = !in_.wallScrew;
        auto& s = add(back->id == a_.wallPart ? "wall-holes" : "wall-holes-" + back->id,
                      fmt::format("Drill the {} for the {}", back->name, anchors ? "anchors" : "wall screws"),
                      std::move(text), c_.minutes("drill") * static_cast<double>(holes.size()));
        s.parts = s.fresh = {back->id};
        for (const auto& h : back->holes)
            if (!ofAJoint(h) && h.purpose != patternHole)
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

    /// A hole as it is bored: through parts that are together by then, from the one it begins in.
    struct Bore {
        const Part* part;
        const Hole* mouth;
        double depth = 0;
        std::vector<std::string> passes; ///< names, where it is more than one
        std::vector<std::string> holes;  ///< ids
        const Part* guide = nullptr;     ///< the rail whose hole leads the bit
        std::vector<std::string> halves; ///< names, where it runs along the glue between layers
    };
    /// Holes for rods, cables and wall fixings in parts other than a back rail.
    void bores(BoredWhen when) {
        std::vector<Bore> all;
        for (const auto& p : a_.parts)
            for (const auto& h : p.holes)
                if (isBored(p, h))
                    if (const auto whole = wholeOf(p, h); whole.front().hole == &h)
                        all.push_back(from(whole));
        for (const auto& p : a_.parts) {
            std::vector<const Bore*> level; // into an edge or the face towards the room
            std::vector<const Bore*> upright;
            for (const auto& b : all)
                if (b.part == &p)
                    (isLevel(*b.mouth) ? level : upright).push_back(&b);
            if (!level.empty() && whenBored(p, level) == when)
                bore(p, level, "bore-" + p.id);
            if (!upright.empty() && whenBored(p, upright) == when)
                bore(p, upright, "bore-" + p.id + (level.empty() ? "" : "-2"));
        }
    }
    [[nodiscard]] static bool isLevel(const Hole& h) { return std::abs(h.direction.z) < 0.5; }
    /// A part by itself lies flat and takes a clamped block anywhere; glued-up boards are planed first.
    [[nodiscard]] BoredWhen whenBored(const Part& p, const std::vector<const Bore*>& bores) const {
        const bool single = std::all_of(bores.begin(), bores.end(),
                                        [](const Bore* b) { return b->holes.size() == 1 && !b->guide; });
        const bool gluedUp = std::any_of(a_.joints.begin(), a_.joints.end(), [&](const Joint& j) {
            return (j.first == p.id || j.second == p.id) &&
                   (j.kind == "edge_glue" || j.kind == "face_glue" || j.kind == "half_lap");
        });
        return single && !gluedUp && !p.fromSupport ? BoredWhen::alone : BoredWhen::together;
    }
    [[nodiscard]] bool isBored(const Part& p, const Hole& h) const {
        return h.purpose != pinHole && !takesWallScrews(a_, p) && !ofAJoint(h);
    }
    /// Whether they lie on one line and meet there.
    [[nodiscard]] static bool inOneLine(const Hole& g, const Hole& h) {
        if (g.purpose != h.purpose || dot(g.direction, h.direction) < 0.999)
            return false;
        const double ahead = dot(g.at - h.at, h.direction);
        return norm(cross(g.at - h.at, h.direction)) < 0.5 && ahead < h.depth + 0.5 && ahead > -g.depth - 0.5;
    }
    /// The same hole in another of the layers between which it runs.
    [[nodiscard]] static bool isOtherHalf(const Hole& g, const Hole& h) {
        return norm(g.at - h.at) < 0.5 && std::abs(g.depth - h.depth) < 0.5;
    }
    [[nodiscard]] bool together(const Part& p, const Part& q) const {
        return std::any_of(a_.joints.begin(), a_.joints.end(), [&](const Joint& j) {
            return !j.atWall &&
                   ((j.first == p.id && j.second == q.id) || (j.first == q.id && j.second == p.id));
        });
    }
    struct Stretch {
        const Part* part;
        const Hole* hole;
    };
    /// All of a hole that goes through parts which are together by then, from its mouth on.
    [[nodiscard]] std::vector<Stretch> wholeOf(const Part& p, const Hole& h) const {
        std::vector<Stretch> out{{&p, &h}};
        for (std::size_t i = 0; i < out.size(); ++i)
            for (const auto& q : a_.parts)
                for (const auto& g : q.holes) {
                    const Stretch now = out[i];
                    const bool known =
                        std::any_of(out.begin(), out.end(), [&](const Stretch& s) { return s.part == &q; });
                    if (!known && isBored(q, g) && inOneLine(g, *now.hole) &&
                        (together(*now.part, q) || isOtherHalf(g, *now.hole)))
                        out.push_back({&q, &g});
                }
        // The same order wherever one began: by the mouth, the longer first, as the parts are listed.
        const auto key = [&](const Stretch& s) {
            return std::tuple(std::lround(dot(s.hole->at, h.direction)), -std::lround(s.hole->depth), s.part);
        };
        std::sort(out.begin(), out.end(),
                  [&](const Stretch& one, const Stretch& other) { return key(one) < key(other); });
        return out;
    }
    [[nodiscard]] Bore from(const std::vector<Stretch>& all) const {
        const Hole& mouth = *all.front().hole;
        Bore out{all.front().part, &mouth, 0, {}, {}, guideOf(mouth), {}};
        bool halves = all.size() > 1;
        for (const auto& [part, hole] : all) {
            out.depth = std::max(out.depth, dot(hole->at - mouth.at, mouth.direction) + hole->depth);
            out.passes.push_back(theName(part->name));
            out.holes.push_back(hole->id);
            halves = halves && isOtherHalf(*hole, mouth);
        }
        if (halves)
            std::swap(out.passes, out.halves);
        return out;
    }
    /// A rail that is drilled already for the same screw leads the bit.
    [[nodiscard]] const Part* guideOf(const Hole& h) const {
        for (const auto& p : a_.parts)
            if (takesWallScrews(a_, p))
                for (const auto& g : p.holes)
                    if (norm(cross(g.direction, h.direction)) < 1e-3 &&
                        norm(cross(h.at - g.at, g.direction)) < 0.5)
                        return &p;
        return nullptr;
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
                        theName(p.name), places(p, holes));
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

    /// Boards that were sawn to an outline have no end of their own any more.
    [[nodiscard]] static bool inPanel(const Part& p) {
        return std::any_of(p.features.begin(), p.features.end(),
                           [](const Feature& f) { return f.purpose == panelOutline; });
    }
    /// A part that lies across the piece, or along another wall.
    [[nodiscard]] bool isTurned(const Part& p) const {
        return std::abs(p.pose.along.x) < 0.999 && a_.ledgers && !inPanel(p);
    }
    /// Along the part from its left end, along a panel from the corner of the walls.
    [[nodiscard]] Length along(const Part& p, const Hole& h) const {
        if (inPanel(p))
            return Length::mm(h.at.x);
        return isTurned(p) ? Length::mm(dot(h.at - p.pose.origin, p.pose.along))
                           : Length::mm(h.at.x) - p.bounds().at.x;
    }
    /// Above the lower edge, or from the edge at the wall for what is bored up or down.
    [[nodiscard]] Length row(const Part& p, const Hole& h) const {
        const Cell box = p.bounds();
        if (isLevel(h))
            return Length::mm(h.at.z) - box.at.z;
        if (isTurned(p))
            return fromItsWall(p, h);
        return Length::mm(h.at.y) - (inPanel(p) ? Length() : box.at.y);
    }
    /// A strip on another wall: the holes for that wall's screws tell which of its sides lies there.
    [[nodiscard]] Length fromItsWall(const Part& p, const Hole& h) const {
        const Length in = Length::mm(dot(h.at - p.pose.origin, p.pose.through));
        const bool behind = std::any_of(p.holes.begin(), p.holes.end(), [&](const Hole& g) {
            return !ofAJoint(g) && dot(g.direction, p.pose.through) > 0.5;
        });
        return behind ? p.thickness - in : in;
    }

    /// 'the left end of base', 'its own wall's end in the corner': what places are measured from.
    [[nodiscard]] std::string fromWhere(const Part& p) const {
        return inPanel(p) ? "From the panel's corner along its edge at the first wall"
                          : fmt::format("From the left end of {}", theName(p.name));
    }

    /// 'at 40 mm, 240 mm; 20 mm above its lower edge; 5 mm wide, 18 mm deep'.
    [[nodiscard]] std::string places(const Part& p, const std::vector<const Bore*>& bores) const {
        const Length first = row(p, *bores.front()->mouth);
        const bool inARow = std::all_of(bores.begin(), bores.end(), [&](const Bore* b) {
            return abs(row(p, *b->mouth) - first) < Length::mm(0.05);
        });
        const auto size = [&](const Bore& b) {
            return fmt::format("{} wide, {} deep",
                               drillText(std::round(b.mouth->diameter * 10) / 10, in_.style),
                               say(Length::mm(std::round(b.depth))));
        };
        const std::string alike = size(*bores.front());
        const bool allAlike =
            std::all_of(bores.begin(), bores.end(), [&](const Bore* b) { return size(*b) == alike; });
        std::string out;
        for (const Bore* b : bores)
            out += fmt::format("{}{}{}{}", out.empty() ? "" : ", ", say(along(p, *b->mouth)),
                               inARow ? std::string() : " and " + say(row(p, *b->mouth)),
                               allAlike ? std::string() : " (" + size(*b) + ")");
        const char* edge = isLevel(*bores.front()->mouth) ? "above its lower edge"
                           : inPanel(p)                   ? "from that edge"
                                                          : "from its back edge";
        out += inARow ? fmt::format("; {} {}", say(first), edge)
                      : fmt::format("; of two figures the second is {}", edge);
        return out + (allAlike ? "; " + alike : std::string());
    }
    /// How thick the part is where that hole goes in.
    [[nodiscard]] double thickAt(const Part& p, const Hole& h) const {
        if (isTurned(p))
            return isLevel(h) ? p.thickness.mm() : p.width.mm();
        const Vec size = p.bounds().size;
        return std::abs(h.direction.x) > 0.5   ? size.x.mm()
               : std::abs(h.direction.y) > 0.5 ? size.y.mm()
                                               : size.z.mm();
    }

    static std::string alongTheJoint(const Bore& b) {
        return b.halves.empty() ? std::string()
                                : fmt::format("They run in {} at once, along the glue. ", listed(b.halves));
    }
    void bore(const Part& p, const std::vector<const Bore*>& bores, const std::string& id) {
        const Bore& one = *bores.front();
        const bool across = isLevel(*one.mouth);
        const bool through = one.holes.size() == 1 && one.depth > thickAt(p, *one.mouth) - 0.5;
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
                fmt::format("{} at {}. ", fromWhere(p), places(p, bores)) + alongTheJoint(one) +
                (one.passes.size() > 1 ? "In one go through " + listed(one.passes) + ". " : std::string()) +
                (across && !through ? "Square to the edge and level with the faces: a block with a hole of "
                                      "that size, clamped on, guides the bit; tape on the bit is the stop."
                                    : "On a piece of waste wood, so that nothing splinters below.");
        auto& s = add(id,
                      "Bore " + (inPanel(p)           ? "the panel"
                                 : one.halves.empty() ? theName(p.name)
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
};

} // namespace

std::vector<BuildStep> wallHoleSteps(const BuildInput& in, const Catalog& catalog) {
    return BoreSteps(in, catalog).forTheWall();
}

std::vector<BuildStep> boreSteps(const BuildInput& in, const Catalog& catalog, BoredWhen when) {
    return BoreSteps(in, catalog).others(when);
}

} // namespace owl
