#include "piece/braced/braced.h"

#include "joint/meet.h"
#include "piece/braced/braced_joints.h"
#include "piece/kind_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// x along the top, y out of the wall, z up from the rail's lower edge. The top lies on the rail, flush with
// it at the wall; the rail is set in from the top's ends. Braces stand in front of the rail, under the top.

namespace owl {
namespace {

/// From a wall screw or a joint's fastener to a brace: the driver's radius, so that either can be driven past
/// it.
const Length driverRoom = 14_mm;

class BracedBuilder : KindBuilder {
  public:
    BracedBuilder(const BracedParams& p, const MakeContext& ctx, const Catalog& c, Draft& d)
        : KindBuilder(ctx, d), p_(p), catalog_(c) {}

    void run() {
        checkParameters();
        sizes();
        topAndRail();
        bracePlaces();
        addBraces();
        shapeTop();
        railJoint();
        addBraceJoints({p_, ctx_, catalog_, d_, bracket(), xs_});
        plugs();
        unseenWall();
        cableWay();
        describeRest();
    }

  private:
    void checkParameters() {
        if (p_.length < 150_mm)
            problem("too_short", "length",
                    fmt::format("A shelf shorter than {} cannot be screwed to a stud and hold things.",
                                say(150_mm)))
                .cures.push_back(to("Make it", "length", 300_mm));
        if (p_.length > 4500_mm)
            problem("too_long", "length",
                    fmt::format("A shelf of {} is longer than any board sold; plan two that meet on a stud.",
                                say(p_.length)))
                .cures.push_back(to("Make it", "length", 4000_mm));
        if (p_.depth < p_.railThickness + 30_mm)
            problem("too_shallow", "depth",
                    fmt::format("A depth of {} hides hardly more than the rail, {}.", say(p_.depth),
                                say(p_.railThickness)))
                .cures.push_back(to("Depth", "depth", p_.railThickness + 100_mm));
        if (p_.railHeight < 40_mm)
            problem("rail_too_low", "rail_height",
                    fmt::format("A rail {} high leaves no room for wall screws below the top; they want {}.",
                                say(p_.railHeight), say(40_mm)))
                .cures.push_back(to("Rail", "rail_height", 70_mm));
        if (p_.length - p_.inset * 2 < 100_mm)
            problem("rail_too_short", "inset",
                    fmt::format("Set in by {} from both ends the rail is {} long; it wants {}.",
                                say(p_.inset), say(std::max(Length(), p_.length - p_.inset * 2)),
                                say(100_mm)))
                .cures.push_back(to("Set in", "inset", std::max(Length(), (p_.length - 300_mm) / 2)));
        if (p_.thickness < 6_mm || p_.railThickness < 6_mm)
            problem("too_thin", p_.thickness < 6_mm ? "thickness" : "rail_thickness",
                    fmt::format("Boards of less than {} hold no joint.", say(6_mm)))
                .cures = {{"Boards of " + say(18_mm), {{"thickness", 18.0}, {"rail_thickness", 18.0}}}};
        if (p_.braces > 0)
            checkBraces();
    }

    void checkBraces() {
        if (p_.braceDown > p_.railHeight)
            problem("brace_below_rail", "brace_down",
                    fmt::format("A brace {} high ends below the rail, {}: its foot would hang free of it.",
                                say(p_.braceDown), say(p_.railHeight)))
                .cures = {to("Braces", "brace_down", p_.railHeight), to("Rail", "rail_height", p_.braceDown)};
        const Length most = p_.depth - p_.railThickness;
        if (p_.braceOut > most)
            problem(
                "brace_sticks_out", "brace_out",
                fmt::format("Braces of {} stand out beyond the top, which leaves {} in front of the rail.",
                            say(p_.braceOut), say(std::max(Length(), most))))
                .cures = {to("Braces", "brace_out", std::max(20_mm, most - 10_mm)),
                          to("Depth", "depth", p_.braceOut + p_.railThickness + 10_mm)};
    }

    void sizes() {
        Assembly& a = d_.assembly;
        H_ = p_.railHeight + p_.thickness;
        railLength_ = std::max(1_mm, p_.length - p_.inset * 2);
        a.length = p_.length;
        a.depth = p_.depth;
        a.height = H_;
        // A flat of 2 mm stays between the arrises.
        size_ = p_.edge == EdgeShape::square ? Length() : p_.edgeSize;
        const Length most =
            std::max(Length(), (p_.edgeAt == EdgeAt::both ? p_.thickness / 2 : p_.thickness) - 1_mm);
        if (size_ > most) {
            problem("edge_too_big", "edge_size",
                    fmt::format("An edge of {} does not fit a top {} thick; {} does.", say(size_),
                                say(p_.thickness), say(most)),
                    false)
                .cures.push_back(to("Edge", "edge_size", std::max(1_mm, most)));
            size_ = most;
        }
    }

    void topAndRail() {
        Part top = blankPart("top", "top", p_.length, p_.depth, p_.thickness,
                             {{0, 0, p_.railHeight.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
        top.why = {fmt::format("length {} is the shelf's", say(p_.length)),
                   fmt::format("width {} is the depth", say(p_.depth))};
        top.apart = {0, 0, 0.8};
        Part rail = blankPart("rail", "rail", railLength_, p_.railHeight, p_.railThickness,
                              {{p_.inset.mm(), p_.railThickness.mm(), 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        rail.why = {fmt::format("length {} is {} less {} at each end", say(railLength_), say(p_.length),
                                say(p_.inset)),
                    fmt::format("height {} as asked for", say(p_.railHeight))};
        d_.assembly.parts = {std::move(top), std::move(rail)};
    }

    [[nodiscard]] std::vector<Length> wallHoles() const {
        std::vector<Length> out = ctx_.wallScrewsX;
        out.insert(out.end(), ctx_.anchorsX.begin(), ctx_.anchorsX.end());
        if (p_.unseenWall)
            out.insert(out.end(), pattern_.begin(), pattern_.end());
        return out;
    }

    /// Pairs at the distances in which studs usually stand, symmetrical about the middle, 40 mm from the
    /// ends.
    void makePattern() {
        const bool metric = ctx_.units != "in";
        for (const Length s : {metric ? 400_mm : Length::inches(16), metric ? 600_mm : Length::inches(24)}) {
            const auto gaps = (railLength_ - 80_mm).nm() / s.nm();
            for (std::int64_t i = 0; gaps > 0 && i <= gaps; ++i)
                pattern_.push_back(p_.length / 2 + s * i - s * gaps / 2);
        }
        std::sort(pattern_.begin(), pattern_.end());
        // Two that nearly meet would split the rail between them; those of the wider pairs give way.
        pattern_.erase(
            std::unique(pattern_.begin(), pattern_.end(), [](Length a, Length b) { return b - a < 25_mm; }),
            pattern_.end());
    }

    void bracePlaces() {
        if (p_.unseenWall)
            makePattern();
        const int n = std::clamp(p_.braces, 0, 12);
        if (n == 0)
            return;
        const Length low = p_.inset + std::max(p_.braceInset, p_.braceThickness / 2);
        const Length high = p_.length - low;
        const Length clear = p_.braceThickness / 2 + driverRoom;
        if (high < low || (n > 1 && (high - low) / (n - 1) < p_.braceThickness + 20_mm)) {
            problem("no_room_for_braces", "braces",
                    fmt::format("{} braces do not fit on a rail {} long.", n, say(railLength_)))
                .cures = {{"Fewer braces", {{"braces", std::max(1, n / 2)}}}, {"No braces", {{"braces", 0}}}};
            return;
        }
        for (int i = 0; i < n; ++i) {
            const Length x = n == 1 ? p_.length / 2 : low + (high - low) * i / (n - 1);
            xs_.push_back(clearOf(x, low, high, clear));
        }
        for (std::size_t i = 0; i < xs_.size(); ++i) {
            const bool meets = std::any_of(holes_.begin(), holes_.end(),
                                           [&](Length h) { return abs(h - xs_[i]) < clear; }) ||
                               (i > 0 && xs_[i] - xs_[i - 1] < p_.braceThickness + 4_mm);
            if (!meets)
                continue;
            problem("brace_at_screw", "braces",
                    fmt::format("The brace around {} finds no place clear of the wall screws.", say(xs_[i])))
                .cures = {{"One brace fewer", {{"braces", n - 1}}},
                          to("Outer braces", "brace_inset", p_.braceInset + clear)};
            return;
        }
    }

    /// The place nearest to x where no driver for a wall screw would meet a brace; x where there is none.
    Length clearOf(Length x, Length low, Length high, Length clear) {
        if (holes_.empty())
            holes_ = wallHoles();
        Length best = x;
        Length least = 1'000'000_mm;
        std::vector<Length> tried{x};
        for (Length h : holes_) {
            tried.push_back(h - clear);
            tried.push_back(h + clear);
        }
        for (Length c : tried) {
            const bool free =
                c >= low - 1_mm && c <= high + 1_mm &&
                std::all_of(holes_.begin(), holes_.end(), [&](Length h) { return abs(h - c) >= clear; });
            if (free && abs(c - x) < least) {
                least = abs(c - x);
                best = c;
            }
        }
        return best;
    }

    [[nodiscard]] Bracket bracket() const {
        Bracket b;
        b.shape = p_.braceShape;
        if (p_.echo && p_.edge != EdgeShape::square)
            b.shape = p_.edge == EdgeShape::cove      ? BracketShape::cove
                      : p_.edge == EdgeShape::chamfer ? BracketShape::straight
                                                      : BracketShape::round;
        b.out = p_.braceOut;
        b.down = std::min(p_.braceDown, p_.railHeight);
        b.thickness = p_.braceThickness;
        return b;
    }

    void addBraces() {
        for (std::size_t i = 0; i < xs_.size(); ++i) {
            Part b = bracketPart(fmt::format("brace-{}", i + 1), fmt::format("brace {}", i + 1), bracket(),
                                 {xs_[i].mm(), p_.railThickness.mm(), p_.railHeight.mm()});
            b.why = {fmt::format("{} out from the rail, {} down", say(p_.braceOut), say(bracket().down))};
            b.apart = {0, 0.9, -0.5};
            d_.assembly.parts.push_back(std::move(b));
        }
    }

    void shapeTop() {
        if (size_ <= Length())
            return;
        std::vector<Part> top{d_.assembly.parts.front()};
        OutlineEdges e;
        e.length = p_.length.mm();
        e.front = p_.depth.mm();
        e.low = p_.railHeight.mm();
        e.high = H_.mm();
        e.lower = p_.edgeAt != EdgeAt::upper;
        e.upper = p_.edgeAt != EdgeAt::lower;
        shapeOutline(top, e, p_.edge, size_.mm(), 6);
        static constexpr const char* where[] = {"above", "below", "above and below"};
        const int passes = std::max(1, static_cast<int>(std::ceil(size_.mm() / 6 - 1e-9)));
        top.front().features.push_back(
            {"top/profile",
             "profile",
             fmt::format("{} of {} on both ends and the front, {}; {}ends first, then the front, which takes "
                         "off what tore out at the corners",
                         edgeName(p_.edge), say(size_), where[static_cast<int>(p_.edgeAt)],
                         passes > 1 ? fmt::format("{} passes, each a little deeper; ", passes) : ""),
             {},
             {},
             false,
             {{"size_mm", size_.mm()}, {"passes", passes}}});
        d_.assembly.parts.front() = std::move(top.front());
    }

    void railJoint() {
        Joint j;
        j.id = "top-rail";
        j.first = "top";
        j.second = "rail";
        const bool screwed = p_.railJoint == Joinery::screwsGlue;
        Joining way;
        way.how = p_.railJoint;
        way.shows = screwed;
        way.plugs = p_.plugs;
        way.atMost = true;
        way.spacing = 200_mm;
        way.end = std::min(40_mm, railLength_ / 4);
        for (const auto& keep : {wallHoles(), xs_})
            for (Length x : keep)
                way.clear.push_back({x.mm(), 0, 0});
        way.clearBy = 16_mm;
        if (const std::string why = meet(j, d_.assembly, way, ctx_, catalog_); !why.empty()) {
            j.carries = false;
            problem(screwed ? "no_screw" : "no_dowels", screwed ? "rail_joint" : "rail_thickness", why)
                .cures = {{screwed ? "Dowels instead" : "Screws instead",
                           {{"rail_joint", screwed ? "dowels" : "screws_glue"}}},
                          {"Boards of " + say(18_mm), {{"thickness", 18.0}, {"rail_thickness", 18.0}}}};
        }
        placeClear(j, d_.assembly, catalog_, 20_mm);
        d_.assembly.joints.push_back(std::move(j));
    }

    void plugs() {
        if (p_.plugs == PlugWay::filled)
            return;
        std::vector<std::string> ids;
        for (const auto& j : d_.assembly.joints)
            if (j.shows && j.how == Joinery::screwsGlue)
                ids.push_back(j.id);
        for (const auto& id : ids) {
            const Screw* s = catalog_.findScrew(d_.assembly.joint(id)->screwId);
            if (!s)
                continue;
            if (!plugSink(s->countersink(), p_.thickness.mm())) {
                noPlugs("top", "thickness", p_.thickness, s->countersink());
                return;
            }
            d_.assembly.plugs = p_.plugs;
            plugScrews(d_.assembly, id, s->plug, s->countersink(), p_.species);
        }
    }

    /// Holes that wait for a wall: those of the studs that were found take their places where they meet.
    void unseenWall() {
        if (!p_.unseenWall)
            return;
        const double z = row().mm();
        std::vector<Length> used = ctx_.wallScrewsX;
        used.insert(used.end(), ctx_.anchorsX.begin(), ctx_.anchorsX.end());
        for (auto& part : d_.assembly.parts) {
            if (part.id != "rail")
                continue;
            int n = 0;
            for (Length x : pattern_)
                if (std::none_of(used.begin(), used.end(), [&](Length u) { return abs(u - x) < 25_mm; }))
                    part.holes.push_back({fmt::format("rail/pattern-{}", ++n),
                                          {x.mm(), p_.railThickness.mm(), z},
                                          {0, -1, 0},
                                          5.5,
                                          p_.railThickness.mm(),
                                          patternHole});
            if (n == 0 && used.empty())
                problem("no_pattern", "unseen_wall",
                        fmt::format("A rail of {} is too short for a pair of studs at their usual distance.",
                                    say(railLength_)),
                        false)
                    .cures.push_back(to("Length", "length", p_.inset * 2 + 500_mm));
        }
    }

    /// 20 mm below the top: a driver passes under it, and high screws hold best (S9.1).
    [[nodiscard]] Length row() const { return p_.railHeight - std::min(20_mm, p_.railHeight / 2); }

    /// Before the rail, beside the braces.
    void cableWay() {
        std::vector<Length> taken;
        for (Length x : xs_)
            for (Length side : {-p_.braceThickness / 2, p_.braceThickness / 2})
                taken.push_back(x + side);
        boreCable(
            d_, p_.cable,
            {{d_.assembly.parts.front().id}, p_.railThickness.mm() + 15, p_.depth.mm(), std::move(taken)},
            ctx_);
    }

    void describeRest() {
        Assembly& a = d_.assembly;
        RailSeat seat;
        seat.part = "rail";
        seat.through = p_.railThickness;
        seat.left = p_.inset;
        seat.right = p_.inset + railLength_;
        seat.rows = {row()};
        if (ctx_.rows > 1 && row() - 20_mm >= 25_mm)
            seat.rows.insert(seat.rows.begin(), 20_mm);
        seat.joint = "top-rail";
        a.seats.emplace_back(std::move(seat));
        a.surfaceFront = p_.depth;
        a.surfaceZ = a.top = H_;
        const double bored = p_.cable.on ? p_.cable.d.mm() : 0;
        a.member.rects = {
            {"top", std::max(1.0, p_.depth.mm() - bored), p_.thickness.mm(), p_.railHeight.mm(), 0},
            {"rail", p_.railThickness.mm(), p_.railHeight.mm(), 0, 0}};
        a.member.glueLineZ = p_.railHeight.mm();
        a.member.glueLineWidth = p_.railThickness.mm();
        a.member.words = "top and rail glued into one section";
        const double L = p_.length.mm();
        const double D = p_.depth.mm();
        const double h = p_.railHeight.mm();
        const double H = H_.mm();
        const double r = p_.railThickness.mm();
        a.dimensions = {{{0, 0, H}, {0, D, H}, Dimension::In::section, "depth", -1},
                        {{0, D, h}, {0, D, H}, Dimension::In::section, "thickness", 1},
                        {{0, 0, 0}, {0, 0, h}, Dimension::In::section, "rail_height", -1},
                        {{0, 0, 0}, {0, r, 0}, Dimension::In::section, "rail_thickness", 1},
                        {{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1}};
        if (p_.inset > 5_mm)
            a.dimensions.push_back({{0, 0, h}, {p_.inset.mm(), 0, h}, Dimension::In::front, "inset", 1});
        if (xs_.empty())
            return;
        a.dimensions.push_back(
            {{0, r, h}, {0, r + p_.braceOut.mm(), h}, Dimension::In::section, "brace_out", 0});
        a.dimensions.push_back({{0, r + p_.braceOut.mm(), h - bracket().down.mm()},
                                {0, r + p_.braceOut.mm(), h},
                                Dimension::In::section,
                                "brace_down",
                                1});
    }

    const BracedParams& p_;
    const Catalog& catalog_;
    Length H_, railLength_, size_;
    std::vector<Length> xs_, holes_, pattern_;
};

} // namespace

Draft BracedParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    BracedBuilder(*this, ctx, catalog, d).run();
    return d;
}

} // namespace owl
