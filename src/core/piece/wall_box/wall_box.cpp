#include "piece/rod_recesses.h"
#include "piece/wall_box/wall_box_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

// x along the box, y out of the wall, z up from its lowest board. The back panel stands in a groove of the
// four boards, in front of the rail by which the box hangs: behind it is room for rail or cleat, and nothing
// of them shows. On rods there is no rail, and the panel lies at the wall.

namespace owl {
namespace {

const Length leastWood = 4_mm; // that stays between housings from both sides

class BoxBuilder : BoxWork {
  public:
    using BoxWork::BoxWork;

    void run() {
        shape();
        checkParameters();
        boards();
        bevelFronts();
        const BoxWith with{p_, ctx_, catalog_, s_, d_};
        addBoxInside(with);
        if (ctx_.recesses)
            recessPlates(d_.assembly.parts, ctx_.mountX, s_.t.mm(), (s_.low + s_.t / 2).mm(), ctx_);
        addBoxJoints(with);
        profileFronts();
        describeBox(with);
        addGlassRails(with);
        addBoxHooks(with);
    }

  private:
    void shape() {
        s_.t = std::clamp(p_.thickness, Length::mm(0.5),
                          std::max(Length::mm(0.5), std::min(p_.length, p_.height) / 3));
        const Length in = housed() && !rabbeted() ? std::min(p_.setIn, p_.height / 4) : Length();
        s_.low = p_.bottom ? in : Length();
        s_.high = p_.height - (p_.top ? in : Length());
        s_.x0 = p_.left ? s_.t : Length();
        s_.x1 = p_.length - (p_.right ? s_.t : Length());
        s_.z0 = p_.bottom ? s_.low + s_.t : Length();
        s_.z1 = p_.top ? s_.high - s_.t : p_.height;
        Assembly& a = d_.assembly;
        a.length = p_.length;
        a.depth = p_.depth;
        a.height = p_.height;
        s_.bays = divide({s_.x0, s_.x1, s_.t, p_.dividers, p_.bays, p_.length});
        railEnds();
    }

    /// Behind chosen bays the rail ends in the middle of the dividers before it, which hide its ends.
    void railEnds() {
        s_.rails = {{s_.x0, s_.x1, "", "rail"}};
        const int n = static_cast<int>(s_.bays.size());
        if (p_.hang != BoxHang::cleat || p_.cleatFrom <= 0)
            return;
        const int last = p_.cleatTo == 0 ? n : p_.cleatTo;
        if (p_.cleatFrom > n || last > n || last < p_.cleatFrom) {
            problem(
                "no_such_bay", p_.cleatFrom > n ? "cleat_from" : "cleat_to",
                fmt::format("The cleat is to lie behind bays {} to {}; there are {}.", p_.cleatFrom, last, n))
                .cures = {{"Behind all of them", {{"cleat_from", 0}, {"cleat_to", 0}}}};
            return;
        }
        const auto begins = [&](int bay) {
            return bay > 1 ? s_.bays[static_cast<std::size_t>(bay) - 1].first - s_.t / 2 : s_.x0;
        };
        const auto ends = [&](int bay) {
            return bay < n ? s_.bays[static_cast<std::size_t>(bay) - 1].second + s_.t / 2 : s_.x1;
        };
        if (p_.cleatEach && last > p_.cleatFrom + 1) // neighbours share one
            s_.rails = {{begins(p_.cleatFrom), ends(p_.cleatFrom), "", "rail 1"},
                        {begins(last), ends(last), "-2", "rail 2"}};
        else
            s_.rails = {{begins(p_.cleatFrom), ends(last), "", "rail"}};
    }

    void checkParameters() {
        if (p_.length < s_.t * 2 + 60_mm || p_.thickness > p_.length / 3)
            problem("too_short", "length",
                    fmt::format("Two sides of {} leave no box of a length of {}.", say(p_.thickness),
                                say(p_.length)))
                .cures.push_back(to("Make it", "length", p_.thickness * 2 + 200_mm));
        if (p_.height < s_.t * 2 + 20_mm || p_.thickness > p_.height / 3)
            problem("too_low", "height",
                    fmt::format("Two boards of {} leave no box of a height of {}.", say(p_.thickness),
                                say(p_.height)))
                .cures.push_back(to("Height", "height", p_.thickness * 2 + 120_mm));
        if (p_.length > 4500_mm || p_.height > 2500_mm)
            problem("too_long", p_.length > 4500_mm ? "length" : "height",
                    "A box so large is longer than the boards sold, and nobody lifts it; plan two.")
                .cures.push_back(p_.length > 4500_mm ? to("Length", "length", 1800_mm)
                                                     : to("Height", "height", 900_mm));
        if (p_.depth < 40_mm)
            problem("too_shallow", "depth",
                    fmt::format("A depth of {} holds no joint; {} does.", say(p_.depth), say(40_mm)))
                .cures.push_back(to("Depth", "depth", 80_mm));
        checkBoards();
        const double inner = (p_.depth - s_.t).mm() / std::max(1.0, s_.t.mm());
        if (p_.bevel > 0 && std::tan(p_.bevel * std::numbers::pi / 180) > inner)
            problem("bevel_too_steep", "bevel",
                    fmt::format("A slope of {:g}° takes more than the depth of the boards.", p_.bevel))
                .cures.push_back({"45 degrees", {{"bevel", 45}}});
        const bool cuts = housed() || p_.dividers > 0 || p_.shelves > 0 || !p_.bays.empty();
        const bool facing = p_.shelves > 0 && (p_.dividers > 0 || !p_.bays.empty());
        if (cuts && p_.housing * (facing ? 2 : 1) > s_.t - leastWood)
            problem("housing_too_deep", "housing",
                    fmt::format("Housings {} deep leave less than {} of a board {} thick{}.", say(p_.housing),
                                say(leastWood), say(s_.t),
                                facing ? ", since dividers are cut from both sides at one height" : ""))
                .cures.push_back(to("Housings", "housing", s_.t / (facing ? 3 : 2)));
    }

    void checkBoards() {
        const auto give = [](const char* name, const char* key) { return Cure{name, {{key, true}}}; };
        if (!p_.top && !p_.bottom) {
            problem("no_shelf", "bottom", "Without top and bottom nothing is left to stand things on.")
                .cures = {give("With a bottom", "bottom"), give("With a top", "top")};
            return;
        }
        if (onRail() && !p_.top)
            problem("no_top", "top", "The rail carries the box by its top; without one it hangs on rods.")
                .cures = {give("With a top", "top"), {"On rods in the bottom", {{"hang", "rods"}}}};
        if (!onRail() && !p_.bottom)
            problem("no_bottom", "bottom", "The rods stand in the bottom, and there is none.").cures = {
                give("With a bottom", "bottom"), {"By a rail", {{"hang", "rail"}}}};
        if (onRail() && p_.bottom && !(p_.left && p_.right))
            problem("one_sided", p_.left ? "right" : "left",
                    "The bottom hangs on the sides: where one is left out its end hangs on nothing.")
                .cures = {
                give(p_.left ? "With a right side" : "With a left side", p_.left ? "right" : "left"),
                {"Without the bottom", {{"bottom", false}}},
                {"On rods in the bottom", {{"hang", "rods"}}}};
        if (!onRail() && p_.top && !p_.left && !p_.right)
            problem("top_on_nothing", "top", "The top stands on the sides, and there are none.").cures = {
                give("With a left side", "left"), {"Without the top", {{"top", false}}}};
    }

    /// From what lies between the sides, or over them.
    struct Run {
        Length from, to;
        std::string why;
    };
    [[nodiscard]] Run across() const {
        if (p_.corners == BoxCorner::mitred || p_.corners == BoxCorner::topCovers)
            return {Length(), p_.length, fmt::format("length {} is the box's", say(p_.length))};
        const Length in = housed() ? p_.housing : Length();
        const Length from = p_.left ? s_.x0 - in : Length();
        const Length to = p_.right ? s_.x1 + in : p_.length;
        std::string why = fmt::format("length {} is the clear width {}", say(to - from), say(s_.x1 - s_.x0));
        if (in > Length())
            why += fmt::format(" and housings of {}", say(in));
        return {from, to, why};
    }
    [[nodiscard]] Run upright() const {
        if (p_.corners != BoxCorner::topCovers)
            return {Length(), p_.height, fmt::format("length {} is the height", say(p_.height))};
        return {s_.z0, s_.z1,
                fmt::format("length {} is the height {} less what covers it", say(s_.z1 - s_.z0),
                            say(p_.height))};
    }

    void boards() {
        const std::string widthWhy = fmt::format("width {} is the depth", say(p_.depth));
        const Run x = across();
        const Run z = upright();
        for (const bool up : {false, true}) {
            if (!(up ? p_.top : p_.bottom))
                continue;
            add(blankPart(
                    up ? "top" : "bottom", up ? "top" : "bottom", std::max(1_mm, x.to - x.from), p_.depth,
                    s_.t,
                    {{x.from.mm(), 0, (up ? s_.high - s_.t : s_.low).mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                {x.why, widthWhy}, {0, 0, up ? 0.8 : -0.8});
        }
        for (const bool leftOne : {true, false}) {
            if (!(leftOne ? p_.left : p_.right))
                continue;
            add(blankPart(leftOne ? "side-left" : "side-right", leftOne ? "left side" : "right side",
                          std::max(1_mm, z.to - z.from), p_.depth, s_.t,
                          {{leftOne ? 0 : (p_.length - s_.t).mm(), 0, z.from.mm()},
                           {0, 0, 1},
                           {0, 1, 0},
                           {1, 0, 0}}),
                {z.why, widthWhy}, {leftOne ? -1.0 : 1.0, 0, 0});
        }
        if (p_.corners == BoxCorner::mitred)
            mitres();
        if (housed())
            for (const char* id : {"bottom", "top"})
                if (part(id))
                    for (const char* side : {"side-left", "side-right"})
                        let(side, id, rabbeted() ? "rabbet" : "housing");
    }

    /// Plane through the outer edge of a corner at 45 degrees: what is nearer to a face belongs to it.
    void mitres() {
        for (const bool up : {false, true})
            for (const bool leftOne : {true, false}) {
                Part* flat = part(up ? "top" : "bottom");
                Part* side = part(leftOne ? "side-left" : "side-right");
                if (!flat || !side)
                    continue;
                const Vec3 edge{leftOne ? 0 : p_.length.mm(), 0, up ? p_.height.mm() : 0};
                const Vec3 inX{leftOne ? 1.0 : -1.0, 0, 0};
                const Vec3 inZ{0, 0, up ? -1.0 : 1.0};
                clip(flat->solid, planeThrough(edge, inZ - inX), 6);
                clip(side->solid, planeThrough(edge, inX - inZ), 7);
                for (Part* p : {flat, side})
                    if (std::none_of(p->features.begin(), p->features.end(),
                                     [](const Feature& f) { return f.kind == "mitre"; }))
                        feature(*p, "mitre", "mitre",
                                "ends that meet another board sawn with the blade at 45°, the long side "
                                "outwards; opposite boards on one stop, so that they are equal to a hair")
                            .sizes = {{"angle_deg", 45}};
            }
    }

    /// The outer front arris of a board of the box.
    [[nodiscard]] Arris outerArris(const std::string& board) const {
        const double D = p_.depth.mm();
        const Vec3 front{0, 1, 0};
        if (board.starts_with("side")) {
            const bool leftOne = board == "side-left";
            return {{leftOne ? 0 : p_.length.mm(), D, 0},
                    front,
                    {leftOne ? -1.0 : 1.0, 0, 0},
                    p_.height.mm(),
                    {0, 0, 1}};
        }
        const bool up = board == "top";
        return {
            {0, D, (up ? s_.high : s_.low).mm()}, front, {0, 0, up ? 1.0 : -1.0}, p_.length.mm(), {1, 0, 0}};
    }

    /// Round the front as it is seen, over the joints; boards that are set in have edges of their own.
    void profileFronts() {
        if (p_.edge == EdgeShape::square || p_.bevel > 0)
            return;
        if (p_.edgeSize > s_.t / 3)
            problem("edge_too_big", "edge_size",
                    fmt::format("A {} of {} takes more than a third of boards {} thick.", edgeName(p_.edge),
                                say(p_.edgeSize), say(s_.t)),
                    false)
                .cures.push_back(to("Size", "edge_size", s_.t / 4));
        const double size = std::min(p_.edgeSize, s_.t / 3).mm();
        const bool flush = s_.low == Length() && s_.high == p_.height;
        std::string last;
        for (const char* board : {"top", "bottom", "side-left", "side-right"}) {
            if (!has(board))
                continue;
            last = board;
            std::vector<Part> cut;
            for (const auto& p : d_.assembly.parts)
                if (p.id == board || (flush && (isBoard(p.id) || p.id.starts_with("spline-"))))
                    cut.push_back(p);
            shapeArris(cut, outerArris(board), p_.edge, size, 20);
            for (auto& p : cut)
                *part(p.id) = std::move(p);
            if (!flush)
                feature(*part(board), "profile", "profile",
                        fmt::format("{} of {} along the outer front edge", edgeName(p_.edge),
                                    say(Length::mm(size))))
                    .sizes = {{"size_mm", size}};
        }
        if (!flush || last.empty())
            return;
        feature(*part(last), "profile", "profile",
                fmt::format("{} of {} round the outer front edges of the box", edgeName(p_.edge),
                            say(Length::mm(size))))
            .sizes = {{"size_mm", size}};
        d_.assembly.shapedTogether = last + "/profile";
    }
    [[nodiscard]] static bool isBoard(const std::string& id) {
        return id == "top" || id == "bottom" || id == "side-left" || id == "side-right";
    }

    void bevelFronts() {
        if (p_.bevel <= 0)
            return;
        const double slope = std::tan(std::min(p_.bevel, 60.0) * std::numbers::pi / 180);
        for (auto& p : d_.assembly.parts) {
            const bool side = p.id.starts_with("side");
            const Vec3 inwards =
                side ? Vec3{p.id == "side-left" ? 1.0 : -1.0, 0, 0} : Vec3{0, 0, p.id == "top" ? -1.0 : 1.0};
            const Vec3 edge{p.id == "side-right" ? p_.length.mm() : 0, p_.depth.mm(),
                            p.id == "top"      ? s_.high.mm()
                            : p.id == "bottom" ? s_.low.mm()
                                               : 0};
            // From the outer front arris the edge falls back by the slope times the way inwards.
            const Vec3 out = Vec3{0, 1, 0} + inwards * slope;
            clip(p.solid, planeThrough(edge, out), 9);
            feature(p, "bevel", "bevel",
                    fmt::format("front edge ripped at {:g}°, sloping inwards, before the corners are cut",
                                p_.bevel))
                .sizes = {{"angle_deg", p_.bevel}};
            // Ripped before the corners are cut: told and made in that order.
            const auto mitre = std::find_if(p.features.begin(), p.features.end(),
                                            [](const Feature& f) { return f.kind == "mitre"; });
            if (mitre != p.features.end())
                std::rotate(mitre, p.features.end() - 1, p.features.end());
        }
    }
};

} // namespace

Draft WallBoxParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    BoxShape shape;
    BoxBuilder({*this, ctx, catalog, shape, d}).run();
    return d;
}

} // namespace owl
