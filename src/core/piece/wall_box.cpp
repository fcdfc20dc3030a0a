#include "piece/wall_box.h"

#include "piece/board_joint.h"
#include "piece/kind_builder.h"
#include "piece/rod_recesses.h"
#include "piece/wall_box_shape.h"

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

class BoxBuilder : KindBuilder {
  public:
    BoxBuilder(const WallBoxParams& p, const MakeContext& ctx, const Catalog& c)
        : KindBuilder(ctx), p_(p), catalog_(c) {}

    Draft run() {
        shape();
        checkParameters();
        boards();
        bevelFronts();
        rail();
        dividers();
        shelves();
        backPanel();
        cable();
        if (ctx_.support == "rods-plate")
            recessPlates(d_.assembly.parts, ctx_.mountX, t_.mm(), (s_.low + t_ / 2).mm(), ctx_);
        addBoxJoints(p_, ctx_, catalog_, s_, d_);
        describeRest();
        glassRails();
        return std::move(d_);
    }

  private:
    [[nodiscard]] bool housed() const { return p_.corners == BoxCorner::housed; }
    [[nodiscard]] bool onRail() const { return p_.hang != BoxHang::rods; }
    /// How far the rail is set in: a cleat is as thick as its board.
    [[nodiscard]] Length recess() const { return p_.hang == BoxHang::cleat ? t_ : Length(); }

    void shape() {
        t_ = std::clamp(p_.thickness, Length::mm(0.5),
                        std::max(Length::mm(0.5), std::min(p_.length, p_.height) / 3));
        const Length in = housed() ? std::min(p_.setIn, p_.height / 4) : Length();
        s_.low = p_.bottom ? in : Length();
        s_.high = p_.height - (p_.top ? in : Length());
        s_.x0 = p_.left ? t_ : Length();
        s_.x1 = p_.length - (p_.right ? t_ : Length());
        s_.z0 = p_.bottom ? s_.low + t_ : Length();
        s_.z1 = p_.top ? s_.high - t_ : p_.height;
        Assembly& a = d_.assembly;
        a.length = p_.length;
        a.depth = p_.depth;
        a.height = p_.height;
        bays();
    }

    void bays() {
        const Length clear = s_.x1 - s_.x0;
        std::vector<Length> widths = p_.bays;
        Length used;
        for (Length w : widths)
            used += w + t_;
        if (!widths.empty() && used > clear - 20_mm) {
            problem("bays_too_wide", "bays",
                    fmt::format("The bays and their dividers need {}; inside there are {}, and a last bay is "
                                "to be left.",
                                say(used), say(clear)))
                .cures = {{"Equal bays", {{"bays", nlohmann::ordered_json::array()}}},
                          to("Length", "length", p_.length + used - clear + 120_mm)};
            widths.clear();
        }
        if (widths.empty()) {
            const int n = std::clamp(p_.dividers, 0, 60);
            const Length each = (clear - t_ * n) / (n + 1);
            if (n > 0 && each < 20_mm)
                problem("dividers_do_not_fit", "dividers",
                        fmt::format("{} dividers of {} leave bays of {}.", n, say(t_),
                                    say(std::max(Length(), each))))
                    .cures = {{"Fewer dividers",
                               {{"dividers",
                                 std::max(0, static_cast<int>((clear + t_).mm() / (100_mm + t_).mm()) - 1)}}},
                              to("Length", "length", p_.length + (100_mm - each) * (n + 1))};
            for (int i = 0; i < n && each >= 20_mm; ++i)
                widths.push_back(each);
        }
        Length x = s_.x0;
        for (Length w : widths) {
            s_.bays.emplace_back(x, x + w);
            x += w + t_;
        }
        s_.bays.emplace_back(x, s_.x1);
    }

    void checkParameters() {
        if (p_.length < t_ * 2 + 60_mm || p_.thickness > p_.length / 3)
            problem("too_short", "length",
                    fmt::format("Two sides of {} leave no box of a length of {}.", say(p_.thickness),
                                say(p_.length)))
                .cures.push_back(to("Make it", "length", p_.thickness * 2 + 200_mm));
        if (p_.height < t_ * 2 + 20_mm || p_.thickness > p_.height / 3)
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
        const double inner = (p_.depth - t_).mm() / std::max(1.0, t_.mm());
        if (p_.bevel > 0 && std::tan(p_.bevel * std::numbers::pi / 180) > inner)
            problem("bevel_too_steep", "bevel",
                    fmt::format("A slope of {:g}° takes more than the depth of the boards.", p_.bevel))
                .cures.push_back({"45 degrees", {{"bevel", 45}}});
        const bool cuts = housed() || p_.dividers > 0 || p_.shelves > 0 || !p_.bays.empty();
        const bool facing = p_.shelves > 0 && (p_.dividers > 0 || !p_.bays.empty());
        if (cuts && p_.housing * (facing ? 2 : 1) > t_ - leastWood)
            problem("housing_too_deep", "housing",
                    fmt::format("Housings {} deep leave less than {} of a board {} thick{}.", say(p_.housing),
                                say(leastWood), say(t_),
                                facing ? ", since dividers are cut from both sides at one height" : ""))
                .cures.push_back(to("Housings", "housing", t_ / (facing ? 3 : 2)));
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
                    up ? "top" : "bottom", up ? "top" : "bottom", std::max(1_mm, x.to - x.from), p_.depth, t_,
                    {{x.from.mm(), 0, (up ? s_.high - t_ : s_.low).mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                {x.why, widthWhy}, {0, 0, up ? 0.8 : -0.8});
        }
        for (const bool leftOne : {true, false}) {
            if (!(leftOne ? p_.left : p_.right))
                continue;
            add(blankPart(
                    leftOne ? "side-left" : "side-right", leftOne ? "left side" : "right side",
                    std::max(1_mm, z.to - z.from), p_.depth, t_,
                    {{leftOne ? 0 : (p_.length - t_).mm(), 0, z.from.mm()}, {0, 0, 1}, {0, 1, 0}, {1, 0, 0}}),
                {z.why, widthWhy}, {leftOne ? -1.0 : 1.0, 0, 0});
        }
        if (p_.corners == BoxCorner::mitred)
            mitres();
        if (housed())
            for (const char* id : {"bottom", "top"})
                if (part(id))
                    for (const char* side : {"side-left", "side-right"})
                        house(side, id);
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
                                "outwards; opposite boards on one stop, so that they are equal to a hair");
            }
    }

    /// A housing in `in` for the end or edge of `of`.
    void house(const std::string& in, const std::string& of) {
        Part* wood = part(in);
        const Part* board = part(of);
        if (!wood || !board || wood->solid.empty())
            return;
        const Cell b = board->bounds();
        const double before = wood->solid.volume();
        subtract(wood->solid,
                 boxCell({b.at.x.mm(), b.at.y.mm() - 1, b.at.z.mm()},
                         {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}},
                         {b.size.x.mm(), b.size.y.mm() + 1, b.size.z.mm()}),
                 8);
        if (wood->solid.volume() > before - 1)
            return;
        feature(*wood, "housing-" + of, "housing",
                fmt::format("{} deep and as wide as the {} is thick, for the {}, {} from the {}",
                            say(p_.housing), board->name, board->name, whereOf(*wood, b),
                            wood->id.starts_with("side") || wood->id.starts_with("divider") ? "lower end"
                                                                                            : "left end"));
    }
    /// Where a housing begins on the part that has it.
    [[nodiscard]] std::string whereOf(const Part& wood, const Cell& board) const {
        const Cell w = wood.bounds();
        return wood.grainAlongPiece() ? say(board.at.x - w.at.x) : say(board.at.z - w.at.z);
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
                                p_.bevel));
        }
    }

    [[nodiscard]] Length panelY() const { return onRail() ? recess() + t_ : Length(); }

    void rail() {
        if (!onRail() || !part("top"))
            return;
        const Length high = std::clamp(p_.railHeight, 1_mm, std::max(1_mm, s_.z1 - s_.z0));
        if (p_.railHeight > s_.z1 - s_.z0)
            problem("rail_too_high", "rail_height",
                    fmt::format("A rail of {} does not fit inside, where there are {}.", say(p_.railHeight),
                                say(s_.z1 - s_.z0)))
                .cures.push_back(to("Rail", "rail_height", (s_.z1 - s_.z0) / 2));
        if (high < 40_mm)
            problem("rail_too_low", "rail_height",
                    fmt::format("A rail {} high holds no wall screw well; {} does.", say(high), say(50_mm)))
                .cures.push_back(to("Rail", "rail_height", 60_mm));
        Part& r = add(
            blankPart(
                "rail", "rail", std::max(1_mm, s_.x1 - s_.x0), high, t_,
                {{s_.x0.mm(), (recess() + t_).mm(), (s_.z1 - high).mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
            {fmt::format("length {} is the clear width", say(s_.x1 - s_.x0)),
             fmt::format("height {} as asked for", say(high))},
            {0, -1, 0});
        r.finished = p_.back == BoxBack::none;
        railZ_ = s_.z1 - high;
    }

    /// From the rear: dividers and shelves begin in front of rail and panel.
    [[nodiscard]] Length innerBack() const {
        Length y = panelY();
        if (p_.back != BoxBack::none)
            y += p_.backThickness;
        return y;
    }

    void dividers() {
        const Length h = part("top") && part("bottom") ? p_.housing : Length();
        const Length low = p_.bottom ? s_.z0 - h : s_.z0;
        const Length high = p_.top ? s_.z1 + h : s_.z1;
        const Length y0 = innerBack();
        const Length deep = std::max(1_mm, p_.depth - y0 - std::max(p_.shelfInset, bevelDeep()));
        for (std::size_t i = 0; i + 1 < s_.bays.size(); ++i) {
            const std::string id = fmt::format("divider-{}", i + 1);
            add(blankPart(id, fmt::format("divider {}", i + 1), std::max(1_mm, high - low), deep, t_,
                          {{s_.bays[i].second.mm(), y0.mm(), low.mm()}, {0, 0, 1}, {0, 1, 0}, {1, 0, 0}}),
                {fmt::format("length {} is the clear height {}{}", say(high - low), say(s_.z1 - s_.z0),
                             h > Length() ? " and housings of " + say(h) : std::string()),
                 fmt::format("width {} is the depth less what lies behind and before it", say(deep))},
                {0, 0.9, 0});
            if (h > Length())
                for (const char* in : {"bottom", "top"})
                    house(in, id);
        }
    }
    /// How far a sloping front edge falls back across a board.
    [[nodiscard]] Length bevelDeep() const {
        return p_.bevel > 0
                   ? Length::mm(t_.mm() * std::tan(std::min(p_.bevel, 60.0) * std::numbers::pi / 180))
                   : Length();
    }

    void shelves() {
        const int n = std::clamp(p_.shelves, 0, 40);
        if (n == 0)
            return;
        const Length clear = (s_.z1 - s_.z0 - t_ * n) / (n + 1);
        if (clear < 20_mm) {
            problem("shelves_do_not_fit", "shelves",
                    fmt::format("{} shelves of {} leave {} between them.", n, say(t_),
                                say(std::max(Length(), clear))))
                .cures = {
                {"Fewer shelves",
                 {{"shelves",
                   std::max(0, static_cast<int>((s_.z1 - s_.z0 + t_).mm() / (80_mm + t_).mm()) - 1)}}},
                to("Height", "height", p_.height + (80_mm - clear) * (n + 1))};
            return;
        }
        const Length front = p_.depth - std::max(p_.shelfInset, bevelDeep());
        for (std::size_t b = 0; b < s_.bays.size(); ++b) {
            const bool leftWood = b > 0 || p_.left;
            const bool rightWood = b + 1 < s_.bays.size() || p_.right;
            if (!leftWood || !rightWood) {
                problem("shelf_on_nothing", leftWood ? "right" : "left",
                        "Shelves need a side or a divider at both ends.")
                    .cures = {{leftWood ? "With a right side" : "With a left side",
                               {{leftWood ? "right" : "left", true}}},
                              {"No shelves", {{"shelves", 0}}}};
                return;
            }
            const Length x0 = s_.bays[b].first - p_.housing;
            const Length x1 = s_.bays[b].second + p_.housing;
            for (int i = 0; i < n; ++i) {
                const std::string id = s_.bays.size() > 1 ? fmt::format("shelf-{}-{}", b + 1, i + 1)
                                                          : fmt::format("shelf-{}", i + 1);
                const Length z = s_.z0 + clear * (i + 1) + t_ * i;
                // Below the rail, with no panel and no divider before it, a shelf reaches the wall.
                const bool toWall = p_.back == BoxBack::none && s_.bays.size() == 1 && z + t_ <= railZ_;
                const Length y0 = toWall ? Length() : innerBack();
                const Length deep = std::max(1_mm, front - y0);
                add(blankPart(id,
                              s_.bays.size() > 1 ? fmt::format("shelf {} of bay {}", i + 1, b + 1)
                                                 : fmt::format("shelf {}", i + 1),
                              std::max(1_mm, x1 - x0), deep, t_,
                              {{x0.mm(), y0.mm(), z.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                    {fmt::format("length {} is the bay {} and two housings of {}", say(x1 - x0),
                                 say(s_.bays[b].second - s_.bays[b].first), say(p_.housing)),
                     fmt::format("width {} is the depth less what lies behind and before it", say(deep))},
                    {0, 0.6, 0});
                for (const std::string& in :
                     {b > 0 ? fmt::format("divider-{}", b) : std::string("side-left"),
                      b + 1 < s_.bays.size() ? fmt::format("divider-{}", b + 1) : std::string("side-right")})
                    house(in, id);
            }
        }
    }

    /// In a groove of the four boards, half a millimetre of play at every edge.
    void backPanel() {
        if (p_.back == BoxBack::none)
            return;
        const Length y0 = panelY();
        const Length tb = p_.backThickness;
        const Length g = std::min(6_mm, t_ / 3);
        if (y0 + tb > p_.depth - 20_mm) {
            problem("no_room_for_back", "back",
                    fmt::format("Rail and back take {} of a depth of {}.", say(y0 + tb), say(p_.depth)))
                .cures = {{"No back", {{"back", "none"}}}, to("Depth", "depth", p_.depth + 60_mm)};
            return;
        }
        const Length play = Length::mm(0.5);
        const auto reach = [&](bool there) { return there ? g - play : Length(); };
        const Length x0 = s_.x0 - reach(p_.left);
        const Length x1 = s_.x1 + reach(p_.right);
        const Length z0 = s_.z0 - reach(p_.bottom);
        const Length z1 = s_.z1 + reach(p_.top);
        const double gx = p_.left ? play.mm() : 0;
        const ConvexCell groove =
            boxCell({x0.mm() - gx, y0.mm() - (y0 > Length() ? 0 : 1), z0.mm() - (p_.bottom ? play.mm() : 0)},
                    {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}},
                    {(x1 - x0).mm() + gx + (p_.right ? play.mm() : 0), tb.mm() + (y0 > Length() ? 0 : 1),
                     (z1 - z0).mm() + (p_.bottom ? play.mm() : 0) + (p_.top ? play.mm() : 0)});
        for (auto& p : d_.assembly.parts) {
            const double before = p.solid.volume();
            subtract(p.solid, groove, 10);
            if (p.solid.volume() < before - 1)
                feature(p, "groove-back", y0 > Length() ? "groove" : "rabbet",
                        fmt::format(
                            "{} wide, {} deep, {} from the rear edge, for the back; stopped where its end "
                            "would show",
                            say(tb), say(g), say(y0)));
        }
        Part& b =
            add(blankPart("back", "back panel", x1 - x0, z1 - z0, tb,
                          {{x0.mm(), (y0 + tb).mm(), z0.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
                {fmt::format("length {} and width {}: the clear room and {} into each groove, {} of play",
                             say(x1 - x0), say(z1 - z0), say(g), say(play))},
                {0, -0.4, 0});
        b.stock = Stock::sheet;
        const Species* sheet =
            catalog_.findSpecies(boxSheets().at(static_cast<std::size_t>(p_.backSheet)).id);
        b.material = sheet ? sheet->id : std::string();
        b.density = sheet ? sheet->density : 600;
    }

    void cable() {
        Part* b = part("bottom");
        if (!p_.cable || !b)
            return;
        const double y = innerBack().mm() + p_.cableD.mm() / 2 + 12;
        if (y + p_.cableD.mm() / 2 > p_.depth.mm() - 15 || p_.cableAt - p_.cableD / 2 < s_.x0 ||
            p_.cableAt + p_.cableD / 2 > s_.x1) {
            problem("cable_at_end", "cable_at",
                    fmt::format("A cable hole of {} finds no wood around it there.", say(p_.cableD)))
                .cures.push_back(to("Hole at", "cable_at", (s_.x0 + s_.x1) / 2));
            return;
        }
        b->holes.push_back(
            {"bottom/cable", {p_.cableAt.mm(), y, s_.z0.mm()}, {0, 0, -1}, p_.cableD.mm(), t_.mm(), "cable"});
    }

    /// Strips under the bottom, rebated along both upper edges: a foot slides in between two of them, the
    /// stem hangs in the gap. The outer ones are single: they carry on one side only.
    void glassRails() {
        const Part* b = part("bottom");
        const int n = std::clamp(p_.glasses, 0, 60);
        if (n == 0 || !b)
            return;
        const Length pitch = p_.foot + 8_mm; // feet keep 8 mm between them
        const Length gap = p_.stem + 6_mm;
        const Length strip = pitch - gap;
        const Length bearing = (p_.foot - gap) / 2 - 3_mm; // of each side of a foot
        const Length web = strip - (bearing + 3_mm) * 2;
        const Length whole = pitch * (n - 1) + gap + (bearing + 3_mm + web) * 2;
        if (bearing < 6_mm || web < 6_mm) {
            problem("foot_too_small", "foot",
                    fmt::format("A foot of {} and a stem of {} leave no ledge for the glass to hang by.",
                                say(p_.foot), say(p_.stem)))
                .cures.push_back(to("Foot", "foot", p_.stem + 50_mm));
            return;
        }
        const Length clear = s_.x1 - s_.x0;
        if (whole > clear - 4_mm) {
            problem(
                "glasses_do_not_fit", "glasses",
                fmt::format("{} glasses need {}; between the sides there are {}.", n, say(whole), say(clear)))
                .cures = {{"Fewer glasses",
                           {{"glasses", std::max(0, static_cast<int>((clear - 40_mm).mm() / pitch.mm()))}}},
                          to("Length", "length", p_.length + whole - clear + 20_mm)};
            return;
        }
        if (t_ < 15_mm) {
            problem("glass_rails_too_thin", "thickness",
                    fmt::format("Strips of {} leave nothing under a rebate for the feet.", say(t_)))
                .cures.push_back(to("Boards", "thickness", 18_mm));
            return;
        }
        // Where the bottom lies in from the sides' ends they hang between the sides.
        const Length up = std::max(Length(), t_ - s_.low);
        moveUp(d_.assembly, up);
        const Length z = s_.low + up - t_;
        const Length deep = t_ / 2; // for the foot
        const Length front = p_.depth - bevelDeep();
        Length x = s_.x0 + (clear - whole) / 2;
        for (int i = 0; i <= n; ++i) {
            const bool first = i == 0;
            const bool last = i == n;
            const Length wide = first || last ? bearing + 3_mm + web : strip;
            Part r = blankPart(fmt::format("glass-rail-{}", i + 1), fmt::format("glass rail {}", i + 1),
                               std::max(1_mm, front), wide, t_,
                               {{x.mm(), 0, z.mm()}, {0, 1, 0}, {1, 0, 0}, {0, 0, 1}});
            const double cut = (bearing + 3_mm).mm();
            const double L = front.mm() + 1;
            if (!first)
                subtract(r.solid, toolIn(r, {-1, L}, {-1, cut}, {(t_ - deep).mm(), t_.mm() + 1}), 6);
            if (!last)
                subtract(
                    r.solid,
                    toolIn(r, {-1, L}, {wide.mm() - cut, wide.mm() + 1}, {(t_ - deep).mm(), t_.mm() + 1}), 7);
            feature(
                r, "rabbet", "rabbet",
                fmt::format(
                    "{} wide, {} deep along {} upper {}, for feet of {}; cut on a wide strip before it is "
                    "ripped narrow",
                    say(bearing + 3_mm), say(deep), first || last ? "the inner" : "both",
                    first || last ? "edge" : "edges", say(p_.foot)));
            r.why = {
                fmt::format("length {} is the depth", say(front)),
                fmt::format("width {}: a foot and 8 mm from middle to middle, less a gap of {} for the stem",
                            say(wide), say(gap))};
            r.apart = {0, 0, -1.2};
            // Through the web, which is all of it that meets the bottom.
            const Length middle = first ? x + web / 2 : last ? x + wide - web / 2 : x + wide / 2;
            screwGlassRail(r.id, {middle, front, z}, web);
            d_.assembly.parts.push_back(std::move(r));
            x += wide + gap;
        }
        for (auto& j : d_.assembly.joints)
            if (j.id.starts_with("glass-rail")) {
                const Screw* s = catalog_.findScrew(j.screwId);
                placeFasteners(j, d_.assembly, s ? s->d : 0);
            }
    }

    /// `at`: middle of the web, its front end, its lower face.
    void screwGlassRail(const std::string& id, const Vec& at, Length web) {
        Joint j;
        j.id = id + "-bottom";
        j.first = id;
        j.second = "bottom";
        j.drivenFrom = "below";
        j.carries = false;
        j.through = t_;
        j.how = Joinery::screws; // dry: its grain runs across the bottom's, which moves
        j.glued = false;
        // A divider let in from above leaves too little over its housing; the back's groove is passed in
        // front.
        const bool under = std::any_of(s_.bays.begin(), s_.bays.end() - 1, [&](const auto& bay) {
            return abs(bay.second + t_ / 2 - at.x) < t_ / 2 + 8_mm;
        });
        const Length wood = under ? t_ - p_.housing : t_;
        const Length behind = p_.back == BoxBack::none ? 25_mm : panelY() + p_.backThickness + 8_mm;
        const Length middle = std::max(at.y / 2, behind + 15_mm);
        const Length apart = std::min({60_mm, middle - behind, at.y - middle - 15_mm});
        if (!fitScrew(j, {t_, wood, std::max(web, 12_mm)}, PlugWay::filled, ctx_, catalog_).empty()) {
            j.how = Joinery::glue;
            j.glued = true;
        } else {
            for (Length y : {middle - apart, middle + apart})
                j.spots.push_back({{at.x, y, at.z}});
        }
        d_.assembly.joints.push_back(std::move(j));
    }

    void describeRest() {
        Assembly& a = d_.assembly;
        a.surfaceBack = innerBack();
        a.surfaceFront = p_.depth;
        a.surfaceZ = p_.bottom ? s_.z0 : p_.height;
        a.top = p_.top ? s_.high : a.surfaceZ;
        surfaces();
        spans();
        if (onRail())
            byRail();
        else
            byRods();
        dimensions();
    }

    void surfaces() {
        auto& out = d_.assembly.surfaces;
        const Length y0 = innerBack();
        const auto add = [&](std::string id, std::string name, Length x0, Length x1, Length z, Length room,
                             bool even) {
            out.push_back({std::move(id), std::move(name), x0, x1, y0, p_.depth, z, room, even});
        };
        std::vector<Length> levels;
        for (const auto& p : d_.assembly.parts)
            if (p.id.starts_with("shelf"))
                levels.push_back(p.bounds().at.z);
        const Length first = levels.empty() ? s_.z1 : *std::min_element(levels.begin(), levels.end());
        if (p_.bottom)
            add("bottom", "bottom", s_.x0, s_.x1, s_.z0, first - s_.z0, true);
        for (const auto& p : d_.assembly.parts) {
            if (!p.id.starts_with("shelf"))
                continue;
            const Cell c = p.bounds();
            const Length z = c.at.z + c.size.z;
            Length above = s_.z1;
            for (Length l : levels)
                if (l > z)
                    above = std::min(above, l);
            add(p.id, p.name, c.at.x + p_.housing, c.at.x + c.size.x - p_.housing, z, above - z, true);
        }
        if (p_.top) // things may stand on the box; the even load stands in it
            add("top", "top", p_.corners == BoxCorner::sidesCover || housed() ? s_.x0 : Length(),
                p_.corners == BoxCorner::sidesCover || housed() ? s_.x1 : p_.length, s_.high, {}, !p_.bottom);
    }

    void spans() {
        Assembly& a = d_.assembly;
        const bool coupled = s_.bays.size() > 1 && p_.top && p_.bottom;
        // Dividers let in above and below make top and bottom bend together, side by side (S4.2).
        const Length both = Length::mm(t_.mm() * std::cbrt(2.0));
        std::vector<std::string> all;
        for (const auto& p : a.parts)
            if (p.id.starts_with("shelf"))
                all.push_back(p.id);
        if (p_.bottom && onRail() && p_.left && p_.right) {
            std::vector<std::string> on{"bottom"};
            if (coupled)
                on.insert(on.end(), all.begin(), all.end());
            a.spans.push_back({"bottom",
                               on,
                               {s_.x0, s_.x1},
                               p_.depth,
                               coupled ? both : t_,
                               {"bottom-left", "bottom-right"}});
        }
        for (std::size_t b = 0; b < s_.bays.size(); ++b)
            for (const auto& id : all) {
                const std::string stem =
                    s_.bays.size() > 1 ? fmt::format("shelf-{}-", b + 1) : std::string("shelf-");
                if (id.starts_with(stem))
                    a.spans.push_back({id,
                                       {id},
                                       {s_.bays[b].first, s_.bays[b].second},
                                       Length::mm(a.find(id)->width.mm()),
                                       t_,
                                       {id + "-left", id + "-right"}});
            }
        if (!onRail()) { // the top stands on the sides, and they on the bottom that the rods hold
            if (p_.top && p_.left && p_.right)
                a.spans.push_back({"top", {"top"}, {s_.x0, s_.x1}, p_.depth, t_, {"top-left", "top-right"}});
            return;
        }
        if (p_.left)
            a.hung.push_back({"side-left", {"top-left", "rail-left"}});
        if (p_.right)
            a.hung.push_back({"side-right", {"top-right", "rail-right"}});
    }

    void byRail() {
        Assembly& a = d_.assembly;
        const Part* r = part("rail");
        if (!r)
            return;
        a.wallThrough = t_;
        a.wallLeft = s_.x0;
        a.wallRight = s_.x1;
        const Length row = s_.z1 - std::min(20_mm, r->width / 2);
        a.wallRows = {row};
        if (ctx_.rows > 1 && row - railZ_ >= 45_mm)
            a.wallRows.insert(a.wallRows.begin(), railZ_ + 20_mm);
        a.wallPart = "rail";
        a.carryingJoint = "top-rail";
        a.standOff = recess();
        a.leans = s_.z1; // its lower rear edges press on the wall
        if (p_.back != BoxBack::none && part("back"))
            a.wallFront = {{"back", p_.backThickness}};
        a.member.rects = {{"rail", t_.mm(), r->width.mm(), railZ_.mm(), recess().mm()},
                          {"top", p_.depth.mm(), t_.mm(), (s_.high - t_).mm(), 0}};
        if (p_.bottom)
            a.member.rects.push_back({"bottom", p_.depth.mm(), t_.mm(), s_.low.mm(), 0});
        a.member.glued = false; // bottom and top bend side by side; the rail's glue is not counted on
        a.member.words = "rail, top and bottom bend side by side";
    }

    void byRods() {
        Assembly& a = d_.assembly;
        if (!p_.bottom)
            return;
        RodSeat r;
        r.thickness = t_;
        r.depth = p_.depth;
        r.z = s_.low + t_ / 2;
        r.play = Length::mm(0.2);
        if (t_ < 24_mm)
            problem("too_thin_for_rods", "thickness",
                    fmt::format("Around a rod {} of wood is wanted; the bottom is {} thick.", say(24_mm),
                                say(t_)))
                .cures = {to("Boards", "thickness", 30_mm), {"By a rail", {{"hang", "rail"}}}};
        a.rods = r;
        a.wallLeft = Length();
        a.wallRight = p_.length;
        a.wallRows = {r.z};
        a.member.rects = {{"bottom", p_.depth.mm(), t_.mm(), s_.low.mm(), 0}};
        a.member.words = "the bottom alone";
    }

    void dimensions() {
        auto& out = d_.assembly.dimensions;
        const double L = p_.length.mm();
        const double D = p_.depth.mm();
        const double H = p_.height.mm();
        out = {{{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1},
               {{0, D, 0}, {0, D, H}, Dimension::In::section, "height", 1},
               {{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1}};
        if (part("rail"))
            out.push_back(
                {{0, 0, railZ_.mm()}, {0, 0, s_.z1.mm()}, Dimension::In::section, "rail_height", -1});
        if (p_.bottom)
            out.push_back({{0, D * 0.6, s_.low.mm()},
                           {0, D * 0.6, s_.z0.mm()},
                           Dimension::In::section,
                           "thickness",
                           0});
    }

    const WallBoxParams& p_;
    const Catalog& catalog_;
    BoxShape s_;
    Length t_, railZ_;
};

} // namespace

Draft WallBoxParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    return BoxBuilder(*this, ctx, catalog).run();
}

} // namespace owl
