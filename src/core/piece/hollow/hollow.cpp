#include "piece/hollow/hollow.h"
#include "piece/wood_choices.h"

#include "piece/edges.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

// A box open to the wall: x along it, front at y = depth, lower face at z = 0. Skins let in lie between front
// and ends; on top they cover them. Mitred corners meet in the line from the outer to the inner corner, so
// they close with any two thicknesses.

namespace owl {
namespace {

constexpr std::array cornerWays{Option{"mitred", "mitred"},
                                Option{"front_covers", "the front covers the ends"},
                                Option{"ends_cover", "the ends cover the front"}};
constexpr std::array skinWays{Option{"let_in", "let in between front and ends"},
                              Option{"on_top", "over front and ends"}};
constexpr std::array skinWoods{Option{"same", "the box's own wood"},
                               Option{"ply_soft_sanded", "softwood plywood"},
                               Option{"ply_hard_vc", "hardwood-faced plywood"},
                               Option{"ply_birch", "birch plywood"},
                               Option{"ply_poplar", "poplar plywood"},
                               Option{"mdf", "MDF"}};
/// The sheet that top and bottom are cut from; nullptr: boards.
const Species* skinSheet(const HollowParams& p) {
    return p.skinWood == HollowSheet::same
               ? nullptr
               : catalog().findSpecies(skinWoods.at(static_cast<std::size_t>(p.skinWood)).id);
}

class HollowBuilder : ArmsBuilder {
  public:
    HollowBuilder(const HollowParams& p, const MakeContext& ctx, Draft& d) : ArmsBuilder(ctx, d), p_(p) {}

    void run() {
        checkParameters();
        sizes();
        front();
        end(true);
        end(false);
        skin(true);
        skin(false);
        chamfer();
        joints();
        boreCable(d_, p_.cable,
                  {{"top", "bottom"}, p_.arms.frame.mm() + 15, (D_ - p_.frontThickness).mm() + 1}, ctx_);
        describeRest();
    }

  private:
    void checkParameters() {
        checkArms(p_.arms, p_.height, p_.height - p_.topThickness - p_.bottomThickness, p_.depth,
                  p_.frontThickness);
        if (p_.length - p_.endThickness * 2 < 200_mm)
            problem("too_short", "length", "Between its ends there is no room for a ledger with two arms.")
                .cures.push_back(to("Length", "length", p_.endThickness * 2 + 300_mm));
        if (p_.length > 4500_mm)
            problem("too_long", "length",
                    fmt::format("A hollow of {} is longer than any board sold; plan two that meet.",
                                say(p_.length)))
                .cures.push_back(to("Make it", "length", 3000_mm));
        if (const Species* sheet = skinSheet(p_);
            sheet && sheet->plies && (p_.skins == HollowSkin::onTop || p_.chamfer > Length()))
            problem("plies_show", "skin_wood",
                    fmt::format("The layers of {} show {}: band the edges, paint them, or let the skins in.",
                                sheet->name,
                                p_.skins == HollowSkin::onTop ? "all round" : "where it is chamfered"),
                    false)
                .cures.push_back({"Let the skins in", {{"skins", "let_in"}, {"chamfer", 0.0}}});
        checkPlugs(p_.arms, p_.topThickness, "top_thickness");
        if (p_.chamfer >
            std::min({p_.topThickness, p_.bottomThickness, p_.frontThickness, p_.endThickness}) / 2)
            problem("chamfer_too_big", "chamfer", "The chamfer goes deeper than half a board.", false)
                .cures.push_back(to("Chamfer", "chamfer", 4_mm));
    }

    void sizes() {
        Assembly& a = d_.assembly;
        a.length = p_.length;
        a.depth = p_.depth;
        a.height = p_.height;
        L_ = p_.length;
        D_ = p_.depth;
        const bool over = p_.skins == HollowSkin::onTop;
        z0_ = over ? p_.bottomThickness : Length(); // of front and ends
        z1_ = p_.height - (over ? p_.topThickness : Length());
        z1_ = std::max(z1_, z0_ + 1_mm);
    }
    [[nodiscard]] bool mitred() const { return p_.corners == HollowCorner::mitred; }

    void front() {
        const bool between = p_.corners == HollowCorner::endsCover;
        const Length x0 = between ? p_.endThickness : Length();
        const Length long_ = std::max(1_mm, L_ - x0 * 2);
        Part& p = add(blankPart("front", "front", long_, z1_ - z0_, p_.frontThickness,
                                {{x0.mm(), D_.mm(), z0_.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
                      {between ? fmt::format("length {} is {} less two ends of {}", say(long_), say(L_),
                                             say(p_.endThickness))
                               : fmt::format("length {} is the hollow's", say(long_)),
                       heightWhy()},
                      {0, 1, 0});
        if (mitred())
            for (bool left : {true, false})
                mitre(p, left, true);
    }

    [[nodiscard]] std::string heightWhy() const {
        return p_.skins == HollowSkin::onTop
                   ? fmt::format("width {} is the height {} less both skins", say(z1_ - z0_), say(p_.height))
                   : fmt::format("width {} is the height", say(z1_ - z0_));
    }

    void end(bool left) {
        const Length deep = p_.corners == HollowCorner::frontCovers ? D_ - p_.frontThickness : D_;
        const Length x = left ? Length() : L_ - p_.endThickness;
        Part& p = add(blankPart(left ? "end-left" : "end-right", left ? "left end" : "right end",
                                std::max(1_mm, deep), z1_ - z0_, p_.endThickness,
                                {{x.mm(), 0, z0_.mm()}, {0, 1, 0}, {0, 0, 1}, {1, 0, 0}}),
                      {deep == D_ ? fmt::format("length {} is the depth", say(deep))
                                  : fmt::format("length {} is the depth {} less the front's {}", say(deep),
                                                say(D_), say(p_.frontThickness)),
                       heightWhy()},
                      {left ? -1.0 : 1.0, 0, 0});
        if (mitred())
            mitre(p, left, false);
    }

    /// The plane through the outer and the inner corner, upright.
    void mitre(Part& p, bool left, bool ofFront) {
        const double te = p_.endThickness.mm();
        const double tf = p_.frontThickness.mm();
        const Vec3 outer{left ? 0 : L_.mm(), D_.mm(), 0};
        // From the inner to the outer corner, and square to it towards the end's side.
        const Vec3 along = unit({left ? -te : te, tf, 0});
        Vec3 toEnd = cross(along, Vec3{0, 0, 1});
        if ((left && toEnd.x > 0) || (!left && toEnd.x < 0))
            toEnd = -toEnd;
        const Vec3 out = ofFront ? toEnd : -toEnd;
        clip(p.solid, planeThrough(outer, out), 6 + static_cast<int>(p.features.size()));
        const double blade = std::atan2(ofFront ? te : tf, ofFront ? tf : te) * 180 / 3.141592653589793;
        p.features.push_back({fmt::format("{}/mitre-{}", p.id, left ? "left" : "right"),
                              "mitre",
                              fmt::format("{} end sawn with the blade at {:.3g}°, the long side outwards",
                                          ofFront ? (left ? "left" : "right") : "front", blade),
                              {},
                              {},
                              false,
                              {{"angle_deg", blade}}});
    }

    void skin(bool top) {
        const bool over = p_.skins == HollowSkin::onTop;
        const Length t = top ? p_.topThickness : p_.bottomThickness;
        const Length x0 = over ? Length() : p_.endThickness;
        const Length wide = over ? D_ : D_ - p_.frontThickness;
        const Length long_ = std::max(1_mm, L_ - x0 * 2);
        const Length z = top ? p_.height - t : Length();
        Part& p = add(blankPart(top ? "top" : "bottom", top ? "top" : "bottom", long_, std::max(1_mm, wide),
                                t, {{x0.mm(), 0, z.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                      {over ? fmt::format("length {} is the hollow's", say(long_))
                            : fmt::format("length {} is {} less two ends of {}", say(long_), say(L_),
                                          say(p_.endThickness)),
                       over ? fmt::format("width {} is the depth", say(wide))
                            : fmt::format("width {} is the depth {} less the front's {}", say(wide), say(D_),
                                          say(p_.frontThickness))},
                      {0, 0, top ? 0.8 : -0.8});
        if (const Species* sheet = skinSheet(p_)) {
            p.stock = Stock::sheet;
            p.material = sheet->id;
            p.density = sheet->density;
        }
    }

    void chamfer() {
        const double c =
            std::min(p_.chamfer,
                     std::min({p_.topThickness, p_.bottomThickness, p_.frontThickness, p_.endThickness}) / 2)
                .mm();
        if (c <= 0.01)
            return;
        auto& parts = d_.assembly.parts;
        OutlineEdges e;
        e.length = L_.mm();
        e.front = D_.mm();
        e.high = p_.height.mm();
        shapeOutline(parts, e, EdgeShape::chamfer, c, 20);
        parts.back().features.push_back(
            {parts.back().id + "/chamfer",
             "chamfer",
             fmt::format("{} on all outer edges above and below, when the box is together", say(p_.chamfer)),
             {},
             {},
             false,
             {{"size_mm", c}}});
        d_.assembly.shapedTogether = parts.back().id + "/chamfer";
    }

    void glue(const char* id, const char* a, const char* b, const char* kind, const char* note) {
        Joint j;
        j.id = id;
        j.first = a;
        j.second = b;
        j.how = Joinery::glue;
        j.kind = kind;
        j.note = note;
        d_.assembly.joints.push_back(std::move(j));
    }

    void joints() {
        const char* corner = mitred() ? "mitre" : "butt";
        const char* note =
            mitred() ? "Size both faces with a thin coat first: end grain drinks glue. Tape outside, "
                       "or a band clamp; check the diagonals."
                     : "Size the end grain with a thin coat first, then glue and clamp.";
        glue("front-end-left", "end-left", "front", corner, note);
        glue("front-end-right", "end-right", "front", corner, note);
        const char* skinNote =
            "Glue along front and ends; a dry ledger with arms, wrapped in paper, keeps the box to "
            "size while the glue sets: pull it out before it grips.";
        glue("bottom-front", "bottom", "front", "butt", skinNote);
        glue("top-front", "top", "front", "butt", skinNote);
    }

    void describeRest() {
        Assembly& a = d_.assembly;
        CavitySeat c;
        c.x0 = p_.endThickness;
        c.x1 = L_ - p_.endThickness;
        c.y1 = D_ - p_.frontThickness;
        c.z0 = p_.bottomThickness;
        c.z1 = p_.height - p_.topThickness;
        c.plugWood = p_.species;
        if (p_.cable.on)
            c.keepFree = {p_.cable.at - p_.cable.d / 2, p_.cable.at, p_.cable.at + p_.cable.d / 2};
        c.topThickness = p_.topThickness;
        c.bottomThickness = p_.bottomThickness;
        seatArms(std::move(c), p_.arms);
        a.surfaceBack = Length();
        a.surfaceFront = D_;
        a.surfaceZ = a.top = p_.height;
        // Skins and front as one section: the back edge is held all along by the ledger (S4.4).
        const double tf = p_.frontThickness.mm();
        const double bored = p_.cable.on ? p_.cable.d.mm() : 0;
        const double skinWide = std::max(1.0, D_.mm() - tf - bored);
        a.member.rects = {{"front", tf, p_.height.mm(), 0, skinWide},
                          {"top", skinWide, p_.topThickness.mm(), (p_.height - p_.topThickness).mm(), 0},
                          {"bottom", skinWide, p_.bottomThickness.mm(), 0, 0}};
        a.member.words = "skins and front glued into one section";
        const double L = L_.mm();
        const double D = D_.mm();
        const double H = p_.height.mm();
        a.dimensions = {{{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1},
                        {{0, D, 0}, {0, D, H}, Dimension::In::section, "height", 1},
                        {{0, D * 0.5, H - p_.topThickness.mm()},
                         {0, D * 0.5, H},
                         Dimension::In::section,
                         "top_thickness",
                         0},
                        {{0, D - tf, H}, {0, D, H}, Dimension::In::section, "front_thickness", -1},
                        {{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1}};
    }

    const HollowParams& p_;
    Length L_, D_, z0_, z1_;
};

} // namespace

const KindInfo HollowParams::info{
    "hollow", "Hollow floating shelf", "Hollow shelf",
    "a light box that slides over a ledger with arms, for thick looks and long spans",
    "saw with a tilting blade for mitres, drill, clamps or a band clamp"};

HollowParams HollowParams::defaults(bool metric) {
    HollowParams p;
    if (metric)
        return p;
    const Length board = Length::inches(3, 4);
    p.length = Length::inches(42);
    p.depth = Length::inches(15, 2);
    p.height = Length::inches(4);
    p.topThickness = p.bottomThickness = p.frontThickness = p.endThickness = p.arms.frame = board;
    p.arms.spacing = Length::inches(26);
    p.arms.clearance = Length::inches(1, 32);
    p.species = "yellow_poplar";
    return p;
}

void HollowParams::describe(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    p.group("Sizes");
    p.length({.name = "length", .label = "Length", .required = true}, length,
             {.low = 1_mm, .high = 30'000_mm, .usualLow = 500_mm, .usualHigh = 2400_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 150_mm, .usualHigh = 260_mm});
    p.length({.name = "height", .label = "Height", .required = true}, height,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 80_mm, .usualHigh = 180_mm});
    p.group("The box");
    p.length({.name = "top_thickness", .label = "Top"}, topThickness, board);
    p.length({.name = "bottom_thickness", .label = "Bottom"}, bottomThickness, board);
    p.length({.name = "front_thickness", .label = "Front"}, frontThickness, board);
    p.length({.name = "end_thickness", .label = "Ends"}, endThickness, board);
    p.choice({.name = "corners", .label = "Corners"}, corners, cornerWays);
    p.choice({.name = "skins", .label = "Top and bottom"}, skins, skinWays);
    p.choice({.name = "skin_wood", .label = "Made of"}, skinWood, skinWoods);
    p.length({.name = "chamfer", .label = "Chamfer", .help = "On all outer edges; 0: none."}, chamfer,
             {.low = Length(), .high = 60_mm, .usualLow = Length(), .usualHigh = 6_mm});
    describeArms(p, arms, "box", true);
    p.group("Cable");
    describeCable(p, cable);
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void HollowParams::typed(const std::string& name) {
    if (name != "skin_wood")
        return;
    if (const Species* sheet = skinSheet(*this))
        for (Length* t : {&topThickness, &bottomThickness}) {
            const auto nearer = [&](double a, double b) {
                return std::abs(a - t->mm()) < std::abs(b - t->mm());
            };
            *t = Length::mm(*std::min_element(sheet->thicknesses.begin(), sheet->thicknesses.end(), nearer));
        }
}

void HollowParams::settle() {
    typed("skin_wood");
    settleCable(cable, length);
    height = std::max(height, topThickness + bottomThickness + 30_mm);
    chamfer = std::min(chamfer, std::min({topThickness, bottomThickness, frontThickness, endThickness}) / 3);
}

std::vector<Cure> HollowParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out = strongerArms(arms, height, w);
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    for (int n : {1, 2})
        if (depth - step * n > 120_mm)
            out.push_back(
                {"Depth " + exactLength(step * n, ctx) + " less", {{"depth", (depth - step * n).mm()}}});
    return out;
}

std::optional<Cure> HollowParams::resize(const PartWish& wish) const {
    Cure c;
    if (wish.shorterBy > Length())
        c.changes.push_back({"length", (length - wish.shorterBy).mm()});
    if (wish.width > Length()) {
        const bool upright = wish.part == "front" || wish.part.starts_with("end");
        const char* key =
            upright || wish.part == "ledger" || wish.part.starts_with("arm") ? "height" : "depth";
        c.changes.push_back({key, ((upright                        ? height
                                    : std::string(key) == "height" ? height
                                                                   : depth) +
                                   wish.width - wish.widthNow)
                                      .mm()});
    }
    if (wish.thickness > Length()) {
        const char* key = wish.part == "top"             ? "top_thickness"
                          : wish.part == "bottom"        ? "bottom_thickness"
                          : wish.part == "front"         ? "front_thickness"
                          : wish.part.starts_with("end") ? "end_thickness"
                                                         : "frame";
        c.changes.push_back({key, wish.thickness.mm()});
    }
    return c;
}

std::optional<Cure> HollowParams::heighten(Length by) const {
    return Cure{"High enough to cover it", {{"height", (height + by).mm()}}};
}

Draft HollowParams::make(const MakeContext& ctx, const Catalog&) const {
    Draft d;
    HollowBuilder(*this, ctx, d).run();
    return d;
}

} // namespace owl
