#include "piece/corner.h"

#include "piece/board_joint.h"
#include "piece/corner_shape.h"
#include "piece/kind_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

// Seen from above the corner is the origin, x runs along the shelf's own wall, the second wall leaves the
// corner at its measured angle. The two legs of the cleat meet on the line that halves this angle. The shelf
// lies on the cleat at z = zs; capture strips under it hook into a groove of the cleat, or under a lip in
// front of it.

namespace owl {
namespace {

constexpr double lipShare = 8;   // mm of wood above the groove, and height of a built-up lip
constexpr double grooveDeep = 8; // mm
constexpr double stopped = 60;   // mm that groove and lip end before the cleat does: room for a capture screw

class CornerBuilder : KindBuilder {
  public:
    CornerBuilder(const CornerParams& p, const MakeContext& ctx, Draft& d, const Catalog& catalog)
        : KindBuilder(ctx, d), p_(p), catalog_(catalog), f_(p) {}

    void run() {
        checkParameters();
        sizes();
        shelf();
        frontStrips();
        for (int wall : {0, 1})
            if (!rodded() || wall == 1)
                cleat(wall);
        if (!rodded())
            cornerOfCleats();
        if (hooked())
            for (int wall : {0, 1})
                captureStrip(wall);
        captureScrews();
        describeRest();
    }

  private:
    [[nodiscard]] bool ell() const { return p_.front == CornerFront::ell; }
    [[nodiscard]] bool round() const { return p_.front == CornerFront::round; }
    [[nodiscard]] bool ofSheet() const { return p_.made == CornerMade::sheet; }
    [[nodiscard]] Vec3 along(int wall) const { return wall == 0 ? Vec3{1, 0, 0} : f_.along2; }
    [[nodiscard]] Vec3 out(int wall) const { return wall == 0 ? Vec3{0, 1, 0} : f_.out2; }
    [[nodiscard]] static std::string side(int wall) { return wall == 0 ? "1" : "2"; }
    [[nodiscard]] bool stripped() const { return p_.strip && !round(); }
    [[nodiscard]] double stripT() const { return stripped() ? p_.stripThickness.mm() : 0; }
    [[nodiscard]] bool rodded() const { return p_.carried == CornerCarried::rods; }
    [[nodiscard]] bool hooked() const { return !rodded() && p_.capture != CornerCapture::screws; }
    [[nodiscard]] bool lip() const { return !rodded() && p_.capture == CornerCapture::lip; }

    void checkParameters() {
        if (p_.angle < 45 || p_.angle > 135)
            problem(
                "corner_angle", "angle",
                fmt::format("A corner of {:g}° takes no shelf on a cleat of two legs; between 45° and 135° "
                            "it does. It is drawn for {:g}°.",
                            p_.angle, f_.angle))
                .cures = {{fmt::format("{:g}°", f_.angle), {{"angle", f_.angle}}},
                          {"A right angle", {{"angle", 90.0}}}};
        for (const auto& [key, leg] : {std::pair{"length", p_.length}, std::pair{"leg2", p_.leg2}})
            if (leg < 150_mm && !(round() && std::string(key) == "leg2"))
                problem("leg_short", key,
                        fmt::format("A leg of {} leaves no room for a cleat that reaches a stud; {} does.",
                                    say(leg), say(250_mm)))
                    .cures.push_back(to("Leg", key, 250_mm));
        if (p_.length > 1200_mm || (!round() && p_.leg2 > 1200_mm))
            problem("leg_long", "length",
                    fmt::format("Legs of more than {} make a shelf nobody reaches into; it also bends in its "
                                "middle.",
                                say(1200_mm)))
                .cures = {{"Legs of " + say(600_mm), {{"length", 600.0}, {"leg2", 600.0}}}};
        if (!round() && std::max(p_.length, p_.leg2) > std::min(p_.length, p_.leg2) * 3)
            problem("legs_unequal", "leg2",
                    fmt::format("Legs of {} and {} are too unequal: the shelf tips over the short one.",
                                say(p_.length), say(p_.leg2)))
                .cures.push_back(to("The other leg", "leg2", p_.length));
        if (rodded() && (p_.thickness < 24_mm || ofSheet()))
            problem("too_thin_for_rods", "thickness",
                    fmt::format("Rods want boards of {} at least around them; this is {}{}.", say(24_mm),
                                say(p_.thickness), ofSheet() ? " of sheet" : ""))
                .cures = {{"Boards of " + say(40_mm), {{"made", "boards"}, {"thickness", 40.0}}},
                          {"A cleat on both walls", {{"carried", "cleats"}}}};
        if (p_.thickness < 12_mm)
            problem("too_thin", "thickness",
                    fmt::format("A board of {} takes no screws from below; {} does.", say(p_.thickness),
                                say(18_mm)))
                .cures.push_back(to("Thickness", "thickness", 18_mm));
        checkFront();
        checkCleat();
    }

    void checkFront() {
        if (ell() && !ofSheet())
            problem(
                "ell_of_boards", "made",
                "Cut from boards one arm of an L has its grain across: it breaks off in its corner. Sheet "
                "has no such arm.")
                .cures = {{"Of plywood", {{"made", "sheet"}}}, {"A straight front", {{"front", "straight"}}}};
        if (ell() && (p_.arm > Length::mm(0.7 * std::min(p_.length, p_.leg2).mm()) || p_.arm < 80_mm))
            problem("arm_deep", "arm",
                    fmt::format("Arms {} deep on legs of {} make no L.", say(p_.arm),
                                say(std::min(p_.length, p_.leg2))))
                .cures.push_back(
                    to("Arms", "arm",
                       std::max(80_mm, round5(Length::mm(0.4 * std::min(p_.length, p_.leg2).mm())))));
        if (ell() && p_.strip)
            problem("ell_strip", "strip",
                    "The front of an L has an inner corner; its edge is shaped instead.", false)
                .cures.push_back({"No strip", {{"strip", false}}});
        if (round() && p_.strip)
            problem("round_strip", "strip",
                    "A strip does not bend round a quarter circle; the edge is shaped instead.", false)
                .cures = {{"No strip", {{"strip", false}}}, {"A straight front", {{"front", "straight"}}}};
        if (stripped() && p_.drop > p_.cleatHeight + 120_mm)
            problem("drop_deep", "drop",
                    fmt::format("A strip that hangs {} below the shelf hides more than the cleat of {}.",
                                say(p_.drop), say(p_.cleatHeight)),
                    false)
                .cures.push_back(to("Drop", "drop", p_.cleatHeight + 5_mm));
    }

    void checkCleat() {
        const Length least = hooked() ? 36_mm : 25_mm;
        if (p_.cleatHeight < least)
            problem("cleat_low", "cleat_height",
                    fmt::format("A cleat {} high has no room for its wall screws{}; it needs {}.",
                                say(p_.cleatHeight), hooked() ? " below what the strips hook into" : "",
                                say(least)))
                .cures.push_back(to("Cleat", "cleat_height", 45_mm));
        if (p_.cleatThickness < 15_mm)
            problem("cleat_thin", "cleat_thickness",
                    fmt::format("A cleat of {} splits at its screws; {} does not.", say(p_.cleatThickness),
                                say(18_mm)))
                .cures.push_back(to("Cleat", "cleat_thickness", 18_mm));
        if (p_.capture == CornerCapture::groove && p_.thickness < 15_mm)
            problem(
                "strip_thin", "capture",
                fmt::format("A capture strip of {} has no tongue left beside its rabbet.", say(p_.thickness)))
                .cures = {{"Screws up through the cleat", {{"capture", "screws"}}}};
    }
    [[nodiscard]] static Length round5(Length l) { return Length::mm(std::floor(l.mm() / 5) * 5); }

    void sizes() {
        Assembly& a = d_.assembly;
        const double drop = stripped() ? std::max(0.0, p_.drop.mm()) : 0;
        rise_ = stripped() ? std::max(0.0, p_.rise.mm()) : 0;
        t_ = std::max(1.0, p_.thickness.mm());
        ch_ = std::max(5.0, p_.cleatHeight.mm());
        ct_ = std::max(5.0, p_.cleatThickness.mm());
        zs_ = std::max(ch_, drop);
        drop_ = drop;
        double x0 = 0;
        double x1 = 0;
        double y1 = 0;
        for (const auto& q : f_.ring) {
            x0 = std::min(x0, q[0]);
            x1 = std::max(x1, q[0]);
            y1 = std::max(y1, q[1]);
        }
        a.length = Length::mm(x1 - x0);
        a.depth = Length::mm(y1);
        a.height = Length::mm(zs_ + t_ + rise_);
    }

    // --- the shelf

    /// Unit vectors of its grain and across it, seen from above.
    [[nodiscard]] std::pair<Vec3, Vec3> grain() const {
        if (round() || ell() || p_.grain == CornerGrain::leg || ofSheet())
            return {{1, 0, 0}, {0, 1, 0}};
        const Vec3 along = (f_.frontFrom - f_.frontTo) / std::max(1e-9, norm(f_.frontFrom - f_.frontTo));
        return {along, {-along.y, along.x, 0}};
    }

    void shelf() {
        const auto [g, h] = grain();
        double low = 1e18;
        double high = -1e18;
        double from = 1e18;
        double until = -1e18;
        for (const auto& q : f_.ring) {
            const Vec3 p{q[0], q[1], 0};
            low = std::min(low, dot(p, h));
            high = std::max(high, dot(p, h));
            from = std::min(from, dot(p, g));
            until = std::max(until, dot(p, g));
        }
        high -= stripT() * std::abs(dot(f_.frontOut, h)) * (norm(f_.frontOut) > 0.5 ? 1 : 0);
        const int n = ofSheet() ? 1 : std::clamp(p_.boards, 1, 8);
        // Boards side by side are ripped to tenths of a millimetre or 1/64 in.
        const double step = ctx_.units == "in" ? 25.4 / 64 : 0.1;
        const double each = n == 1 ? high - low : std::floor((high - low) / n / step) * step;
        for (int i = 0; i < n; ++i) {
            const double w0 = low + each * i;
            const double w1 = i + 1 < n ? w0 + each : high;
            Part b = blankPart(n == 1 ? "shelf" : fmt::format("board-{}", i + 1),
                               n == 1 ? "shelf" : fmt::format("board {}", i + 1), Length::mm(until - from),
                               Length::mm(w1 - w0), Length::mm(t_),
                               {g * from + h * w0 + Vec3{0, 0, zs_}, g, h, {0, 0, 1}});
            clipToRing(b.solid, f_, stripT(), 8);
            if (ell())
                cutInner(b.solid);
            if (b.solid.volume() < 1)
                continue;
            fitBlank(b);
            b.thickness = Length::mm(t_);
            addBoard(std::move(b), n);
        }
        shapeFront();
        for (std::size_t i = 1; i < boards_.size(); ++i)
            glueEdge(boards_[i - 1], boards_[i], static_cast<int>(i));
    }

    void addBoard(Part b, int n) {
        const std::string what = ofSheet() ? "the sheet" : n == 1 ? "one board" : "board";
        std::vector<std::string> why{
            fmt::format("length {} is the outline's along the grain{}", say(b.length),
                        grainWords().empty() ? "" : ", " + grainWords()),
            n == 1 ? fmt::format("width {} is the outline's", say(b.width))
                   : fmt::format("width {}: {} boards make the outline", say(b.width), n)};
        boards_.push_back(b.id);
        Part& made = add(std::move(b), std::move(why), {0, 0, 0.6});
        if (ofSheet())
            makeOfSheet(made, p_.sheet, catalog_);
        outlineFeature(made, n);
    }
    [[nodiscard]] std::string grainWords() const {
        if (ofSheet())
            return {};
        return round() || ell() || p_.grain == CornerGrain::leg ? "which runs along the first wall"
                                                                : "which runs along the front";
    }
    void outlineFeature(Part& p, int n) {
        if (round() && n == 1)
            feature(p, "curve", "curve",
                    fmt::format("to the paper template: a quarter round of {} about the corner of the walls",
                                say(p_.length)));
        else if (round())
            feature(
                p, "curve", "curve",
                fmt::format("to the paper template, after gluing up: a quarter round of {} about the corner "
                            "of the walls",
                            say(p_.length)));
        else if (ell())
            feature(
                p, "curve", "curve",
                fmt::format("to the paper template: an L with arms {} deep; round its inner corner with a "
                            "saw, then a file",
                            say(p_.arm)));
        else
            feature(p, "mitre", "mitre", fmt::format("sawn to the outline: {}", outlineWords()));
    }
    [[nodiscard]] std::string outlineWords() const {
        const double angleA = std::acos(std::clamp(dot((f_.frontTo - f_.frontFrom) /
                                                           std::max(1e-9, norm(f_.frontTo - f_.frontFrom)),
                                                       Vec3{-1, 0, 0}),
                                                   -1.0, 1.0)) *
                              180 / std::numbers::pi;
        return fmt::format(
            "{} and {} along the walls, which meet at {:g}°; the front leaves the first wall at "
            "{:.1f}°{}",
            say(p_.length), say(p_.leg2), f_.angle, angleA,
            p_.ends > Length() ? fmt::format(", square ends of {}", say(p_.ends)) : "");
    }

    /// What lies outside both arms of an L.
    void cutInner(Solid& solid) const {
        const double d = std::max(20.0, p_.arm.mm());
        const double half = f_.angle * std::numbers::pi / 360;
        const double far = d / std::sin(half);
        const Vec3 q{far * std::cos(half), far * std::sin(half), 0};
        const Vec3 x{f_.a + f_.b, 0, 0};
        const Vec3 y = f_.along2 * (f_.a + f_.b);
        std::vector<std::array<double, 2>> ring;
        for (const Vec3& c : {q, q + x, q + x + y, q + y})
            ring.push_back({c.x, c.y});
        subtract(solid,
                 prismCell({0, 0, zs_ - 1}, {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}}, ring, t_ + 2, 9),
                 9);
    }

    void shapeFront() {
        if (p_.edge == EdgeShape::square || stripped() || ell() || boards_.empty())
            return;
        double size = p_.edgeSize.mm();
        const double most = t_ / 2 - 1;
        if (size > most) {
            problem("edge_too_big", "edge_size",
                    fmt::format("An edge of {} is too big for a board of {}; {} does.", say(p_.edgeSize),
                                say(p_.thickness), say(Length::mm(std::max(0.0, most)))),
                    false)
                .cures.push_back(to("Edge", "edge_size", Length::mm(std::max(1.0, std::floor(most)))));
            size = most;
        }
        if (size <= 0)
            return;
        if (round()) { // shaped with a bearing on the curve; drawn by its flats
            roundEdge(size);
        } else {
            std::vector<Part>& parts = d_.assembly.parts;
            const Vec3 run = f_.frontTo - f_.frontFrom;
            for (const bool up : {false, true})
                shapeArris(parts,
                           {{f_.frontFrom.x, f_.frontFrom.y, up ? zs_ + t_ : zs_},
                            f_.frontOut,
                            {0, 0, up ? 1.0 : -1.0},
                            norm(run),
                            run / std::max(1e-9, norm(run))},
                           p_.edge, size, 20);
        }
        Part* front = part(boards_.back());
        if (!front)
            return;
        feature(*front, "profile", "profile",
                fmt::format("{} of {} along the front, above and below", edgeName(shownEdge()),
                            say(Length::mm(size))));
        d_.assembly.shapedTogether = front->id + "/profile";
    }
    /// A curved edge is cut by planes: chamfers only, the others are drawn as such.
    [[nodiscard]] EdgeShape shownEdge() const { return round() ? EdgeShape::chamfer : p_.edge; }
    void roundEdge(double size) {
        for (std::size_t i = 1; i + 1 < f_.ring.size(); ++i) {
            const auto& p = f_.ring[i];
            const auto& q = f_.ring[i + 1];
            const Vec3 flat{q[1] - p[1], p[0] - q[0], 0};
            if (norm(flat) < 1e-9 || std::hypot(p[0], p[1]) < 1 || std::hypot(q[0], q[1]) < 1)
                continue;
            const Vec3 n = flat / norm(flat);
            for (const bool up : {false, true}) {
                const Vec3 z{0, 0, up ? 1.0 : -1.0};
                for (const auto& id : boards_)
                    clip(part(id)->solid,
                         planeThrough(Vec3{p[0], p[1], up ? zs_ + t_ : zs_} - n * size, n + z), 20);
            }
        }
    }

    void glueEdge(const std::string& a, const std::string& b, int n) {
        Joint j;
        j.id = fmt::format("edge-{}", n);
        j.first = a;
        j.second = b;
        j.how = Joinery::glue;
        j.kind = "edge_glue";
        j.note =
            "Glue the boards up before the outline is sawn: square ends give the clamps a hold. Turn every "
            "other board over, so that the rings alternate and the panel stays flat.";
        d_.assembly.joints.push_back(std::move(j));
    }

    // --- the strip along the front

    void frontStrips() {
        if (!stripped() || ell())
            return;
        const Vec3 run = f_.frontFrom - f_.frontTo;
        const Vec3 g = run / std::max(1e-9, norm(run));
        const double T = stripT();
        const double high = t_ + rise_ + drop_;
        // Long enough to be cut by walls and ends.
        const double more = T * 4 + 10;
        Part s = blankPart("strip", "front strip", Length::mm(norm(run) + 2 * more), Length::mm(high),
                           Length::mm(T),
                           {f_.frontTo - g * more + Vec3{0, 0, zs_ - drop_}, g, {0, 0, 1}, -f_.frontOut});
        clipToRing(s.solid, f_, 0, 8);
        if (s.solid.volume() < 1)
            return;
        fitBlank(s);
        s.thickness = Length::mm(T);
        s.width = Length::mm(high);
        Part& made = add(std::move(s),
                         {"length is the front's, to its long points",
                          fmt::format("width {} is the shelf, {} above it and {} below",
                                      say(Length::mm(high)), say(Length::mm(rise_)), say(Length::mm(drop_)))},
                         {f_.frontOut.x, f_.frontOut.y, 0});
        feature(made, "mitre", "mitre",
                "both ends sawn to follow the corner: hold it in its place and mark them from the walls");
        for (const auto& id : boards_) {
            const Part* b = part(id);
            if (!b || !touchesFront(*b))
                continue;
            Joint j;
            j.id = "strip-" + id;
            j.first = made.id;
            j.second = id;
            j.how = Joinery::glue;
            j.kind = "butt";
            j.carries = false;
            j.note =
                "Flush along the whole front; wedges between the clamps and blocks taped to the back edges "
                "press it on. Long grain on long grain: it needs no nails.";
            d_.assembly.joints.push_back(std::move(j));
        }
    }
    [[nodiscard]] bool touchesFront(const Part& b) const {
        double most = -1e18;
        for (const auto& c : b.solid.cells)
            for (const auto& p : c.points)
                most = std::max(most, dot(p, f_.frontOut));
        return most > f_.depth - stripT() - 0.01;
    }

    // --- cleat and what hooks into it

    /// Where a leg of the cleat ends: short of the shelf's end, and behind its front.
    [[nodiscard]] double cleatEnd(int wall) const {
        const double deep = ct_ + (lip() ? stripDeep() : 0);
        const double behind = f_.reach(wall, ell() ? 0 : deep, stripT() + 3);
        const double leg = wall == 0 ? f_.a : f_.b;
        return std::max(30.0, std::min(leg - std::max(0.0, p_.cleatShort.mm()), behind));
    }
    /// How far a built-up lip stands out: the board it is ripped from.
    [[nodiscard]] double stripDeep() const { return ct_; }
    [[nodiscard]] double hookFace() const { return ct_ + (lip() ? stripDeep() : 0); }
    [[nodiscard]] double hookDeep() const { return lip() ? stripDeep() : grooveDeep; }

    void halve(Solid& solid, int wall) const {
        const double half = f_.angle * std::numbers::pi / 360;
        const Vec3 n{-std::sin(half), std::cos(half), 0};
        clip(solid, planeThrough({0, 0, 0}, wall == 0 ? n : -n), 8);
    }
    Part stripAlong(const std::string& id, const std::string& name, int wall, double s0, double s1, double y0,
                    double y1, double z0, double z1, bool flat) const {
        const Vec3 at = along(wall) * s0 + Vec3{0, 0, z0};
        if (flat)
            return blankPart(id, name, Length::mm(s1 - s0), Length::mm(y1 - y0), Length::mm(z1 - z0),
                             {at + out(wall) * y0, along(wall), out(wall), {0, 0, 1}});
        return blankPart(id, name, Length::mm(s1 - s0), Length::mm(z1 - z0), Length::mm(y1 - y0),
                         {at + out(wall) * y1, along(wall), {0, 0, 1}, -out(wall)});
    }

    void cleat(int wall) {
        const double end = cleatEnd(wall);
        const double low = zs_ - ch_;
        Part c = stripAlong("cleat-" + side(wall),
                            wall == 0 ? "cleat along its wall" : "cleat along the second wall", wall, 0, end,
                            0, ct_, low, zs_, false);
        if (rodded()) // no other leg to meet: it ends at the other wall
            clip(c.solid, planeThrough({0, 0, 0}, {0, -1, 0}), 8);
        else
            halve(c.solid, wall);
        fitBlank(c);
        c.width = Length::mm(ch_);
        c.thickness = Length::mm(ct_);
        Part& made =
            add(std::move(c),
                {fmt::format("length {} to its long point in the corner: {} short of the shelf's end",
                             say(Length::mm(end)), say(Length::mm((wall == 0 ? f_.a : f_.b) - end)))},
                out(wall) * -0.4);
        if (!rodded())
            feature(
                made, "mitre", "mitre",
                fmt::format("the end in the corner sawn at {:g}°, half of what the corner measures; the long "
                            "point lies on the wall",
                            f_.angle / 2));
        if (hooked() && !lip())
            groove(made, wall, end);
        if (lip())
            lipOn(wall, end);
    }
    [[nodiscard]] double hookEnd(double end) const { return std::max(40.0, end - stopped); }

    void groove(Part& cleat, int wall, double end) {
        const double high = tongue() + 2 * p_.play.mm();
        const Vec3 at = out(wall) * (ct_ - grooveDeep) + Vec3{0, 0, zs_ - lipShare - high} - along(wall) * 5;
        subtract(
            cleat.solid,
            boxCell(at, {along(wall), out(wall), Vec3{0, 0, 1}}, {hookEnd(end) + 5, grooveDeep + 1, high}),
            9);
        feature(
            cleat, "groove", "groove",
            fmt::format("in its front face, {} wide and {} deep, {} below the upper edge, stopped {} before "
                        "the square end",
                        say(Length::mm(high)), say(Length::mm(grooveDeep)), say(Length::mm(lipShare)),
                        say(Length::mm(end - hookEnd(end)))));
    }

    void lipOn(int wall, double end) {
        const std::string id = "lip-" + side(wall);
        Part l = stripAlong(id, wall == 0 ? "lip along its wall" : "lip along the second wall", wall, 0,
                            hookEnd(end), ct_, ct_ + stripDeep(), zs_ - lipShare, zs_, false);
        halve(l.solid, wall);
        fitBlank(l);
        add(std::move(l),
            {fmt::format("width {}: what the tongue of the capture strip hooks under",
                         say(Length::mm(lipShare)))},
            out(wall) * 0.3);
        feature(*part(id), "mitre", "mitre",
                fmt::format("the end in the corner sawn at {:g}°", f_.angle / 2));
        Joint j;
        j.id = "lip-cleat-" + side(wall);
        j.first = id;
        j.second = "cleat-" + side(wall);
        j.how = Joinery::nailsGlue;
        j.kind = "butt";
        j.driving = -out(wall);
        j.drivenFrom = "the front";
        j.carries = false;
        j.through = Length::mm(stripDeep());
        j.nailLength =
            nailFor({Length::mm(stripDeep()), Length::mm(ct_), Length::mm(lipShare), false, false}, ctx_);
        const double from = hookFace() / std::tan(f_.angle * std::numbers::pi / 360) + 20;
        for (double s = from; s <= hookEnd(end) - 15; s += 90)
            j.spots.push_back({vecOf(along(wall) * s + out(wall) * hookFace(), zs_ - lipShare / 2)});
        j.note = "Flush with the cleat's upper edge; the nails only hold it while the glue sets.";
        placeFasteners(j, d_.assembly, 0);
        d_.assembly.joints.push_back(std::move(j));
    }
    [[nodiscard]] static Vec vecOf(const Vec3& p, double z) {
        return {Length::mm(p.x), Length::mm(p.y), Length::mm(z)};
    }

    void cornerOfCleats() {
        Joint j;
        j.id = "cleat-corner";
        j.first = "cleat-1";
        j.second = "cleat-2";
        j.how = Joinery::dry;
        j.kind = "mitre";
        j.glued = false;
        j.atWall = true;
        d_.assembly.joints.push_back(std::move(j));
    }

    /// Thickness of the tongue of a capture strip: what its rabbet leaves of the board.
    [[nodiscard]] double tongue() const { return std::max(3.0, t_ - lipShare - p_.play.mm()); }

    void captureStrip(int wall) {
        const double end = hookEnd(cleatEnd(wall)) - 5;
        const double play = std::max(0.0, p_.play.mm());
        const double back = hookFace() - hookDeep() + play;
        const double face = hookFace() + play;
        const double front = back + std::max(25.0, p_.captureWidth.mm());
        // It begins where it is clear of the other cleat and of the other strip.
        const double half = f_.angle * std::numbers::pi / 360;
        const double from = front / std::tan(half) + 8;
        const double until = std::min(end, f_.reach(wall, front, stripT() + 4));
        if (until - from < 50) {
            if (wall == 0 || !told_)
                problem("no_room_for_strips", "capture",
                        fmt::format("Capture strips {} wide find no room behind this front.",
                                    say(p_.captureWidth)))
                    .cures = {{"Screws up through the cleat", {{"capture", "screws"}}},
                              to("Longer legs:", "length", p_.length + 100_mm)};
            told_ = true;
            return;
        }
        const std::string id = "capture-" + side(wall);
        Part s =
            stripAlong(id, wall == 0 ? "capture strip of the first wall" : "capture strip of the second wall",
                       wall, from, until, back, front, zs_ - t_, zs_, true);
        subtract(
            s.solid,
            boxCell(out(wall) * (back - 1) + along(wall) * (from - 1) + Vec3{0, 0, zs_ - lipShare - play},
                    {along(wall), out(wall), Vec3{0, 0, 1}},
                    {until - from + 2, face - back + 1, lipShare + play + 1}),
            9);
        const double wide = face - back;
        Part& made = add(std::move(s),
                         {fmt::format("width {}: {} of tongue and what is screwed",
                                      say(Length::mm(front - back)), say(Length::mm(wide))),
                          fmt::format("thickness {}: {} of lip, {} of play, {} of tongue", say(p_.thickness),
                                      say(Length::mm(lipShare)), say(p_.play), say(Length::mm(tongue())))},
                         {0, 0, -0.5});
        feature(made, "rabbet", "rabbet",
                fmt::format("along its upper back edge, {} wide and {} high: a tongue of {} stays",
                            say(Length::mm(wide)), say(Length::mm(lipShare + play)),
                            say(Length::mm(tongue()))));
        strip(made, wall, from, until, face, front);
    }

    void strip(const Part& made, int wall, double from, double until, double face, double front) {
        // Each board of the shelf that lies over it takes its own screws.
        for (const auto& id : boards_) {
            Joint j;
            j.id = fmt::format("{}-{}", made.id, id);
            j.first = made.id;
            j.second = id;
            j.kind = "butt";
            j.drivenFrom = "below";
            const Part* b = part(id);
            for (double s = from + 20; s <= until - 20 + 1e-6; s += std::max(20.0, (until - from - 40) / 3)) {
                const Vec3 at = along(wall) * s + out(wall) * ((face + front) / 2);
                if (b && b->solid.contains(at + Vec3{0, 0, zs_ + t_ / 2}, -std::min(8.0, t_ / 2 - 0.1)))
                    j.spots.push_back({vecOf(at, zs_ - t_)});
            }
            if (j.spots.empty())
                continue;
            const std::string why =
                fitScrew(j, {p_.thickness, Length::mm(t_), Length::mm(front - face), false, false},
                         PlugWay::filled, ctx_, catalog_);
            if (why.empty()) { // it lies across the boards' grain: they must move
                j.how = Joinery::screws;
                j.glued = false;
                j.kind = ofSheet() ? "butt" : "sliding";
                j.note = "No glue: but for the screw nearest the corner their holes are slots, since the "
                         "boards move. "
                         "Slide the shelf on once before they are tight: it must go on with a push and show "
                         "no gap.";
            } else {
                j.how = Joinery::glue;
            }
            const Screw* screw = catalog_.findScrew(j.screwId);
            placeFasteners(j, d_.assembly, screw ? screw->d : 0);
            d_.assembly.joints.push_back(std::move(j));
            captures_.push_back(d_.assembly.joints.back().id);
        }
    }

    /// One up through the outer end of each leg, clear of the studs: nothing lifts or slides off (S9.6).
    void captureScrews() {
        for (int wall : {0, 1}) {
            if (rodded() && wall == 0)
                continue;
            const double end = cleatEnd(wall);
            double s = end - 22;
            for (double back = 22; back < 55; back += 3)
                if (clearOfStuds(wall, end - back)) {
                    s = end - back;
                    break;
                }
            holdAt_[static_cast<std::size_t>(wall)] = s;
            const Vec3 at = along(wall) * s + out(wall) * (ct_ / 2);
            Joint j;
            j.id = "hold-" + side(wall);
            j.first = "cleat-" + side(wall);
            j.second = boardOver(at);
            if (j.second.empty())
                continue;
            j.kind = "butt";
            j.glued = false;
            j.atWall = true;
            j.stage = 1;
            j.drivenFrom = "below";
            // A wide hole from below leaves no more than the head needs.
            const double left = std::min(ch_, std::max(24.0, ch_ - 28));
            const std::string why =
                fitScrew(j, {Length::mm(left), Length::mm(t_), Length::mm(ct_), false, false},
                         PlugWay::filled, ctx_, catalog_);
            j.how = why.empty() ? Joinery::screws : Joinery::dry;
            if (!why.empty())
                problem("no_capture_screw", "thickness", why)
                    .cures.push_back(to("Thickness", "thickness", 18_mm));
            j.through = Length::mm(ch_);
            j.counterbore += Length::mm(ch_ - left);
            j.spots = {{vecOf(at, zs_ - ch_)}};
            const Screw* screw = catalog_.findScrew(j.screwId);
            placeFasteners(j, d_.assembly, screw ? screw->d : 0);
            d_.assembly.joints.push_back(std::move(j));
            captures_.push_back(d_.assembly.joints.back().id);
        }
    }
    [[nodiscard]] bool clearOfStuds(int wall, double s) const {
        const auto far = [&](Length x) { return std::abs(x.mm() - s) > 14; };
        if (wall == 0)
            return std::all_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(), far);
        for (const auto& b : ctx_.beside)
            if (b.to == "left_wall")
                return std::all_of(b.studs.begin(), b.studs.end(), far);
        return true;
    }
    [[nodiscard]] std::string boardOver(const Vec3& at) {
        for (const auto& id : boards_)
            if (part(id)->solid.contains(at + Vec3{0, 0, zs_ + t_ / 2}, -3))
                return id;
        for (const auto& id : boards_)
            if (part(id)->solid.contains(at + Vec3{0, 0, zs_ + t_ / 2}))
                return id;
        return {};
    }

    // --- what the rest of the house is told

    void describeRest() {
        Assembly& a = d_.assembly;
        a.surfaceZ = Length::mm(zs_ + t_);
        a.top = a.height;
        a.surfaceBack = Length();
        a.surfaceFront = a.depth;
        surface();
        ledgers();
        spanOfParts();
        a.standsOut = Length::mm(f_.depth);
        a.wallLeft = Length();
        a.wallRight = Length::mm(rodded() ? f_.a : cleatEnd(0));
        a.wallRows = {Length::mm(row())};
        a.wallThrough = Length::mm(ct_);
        a.sides.push_back({"second_wall", p_.angle, "angle", round() ? p_.length : p_.leg2});
        const double z = zs_ + t_;
        a.dimensions = {{{0, 0, 0}, {f_.a, 0, 0}, Dimension::In::front, "length", 1},
                        {{0, 0, zs_}, {0, 0, z}, Dimension::In::section, "thickness", -1},
                        {{0, 0, zs_ - ch_}, {0, 0, zs_}, Dimension::In::section, "cleat_height", -1}};
        a.dimensions.push_back({{0, 0, z}, {f_.a, 0, z}, Dimension::In::top, "length", 1});
        if (round())
            return;
        const Vec3 B = f_.along2 * f_.b;
        a.dimensions.push_back({{0, 0, z}, {B.x, B.y, z}, Dimension::In::top, "leg2", -1});
        if (!ell())
            a.dimensions.push_back({f_.frontFrom, f_.frontTo, Dimension::In::top, "", 1});
    }
    void surface() {
        Surface s;
        s.id = "top";
        s.name = "shelf";
        s.x1 = Length::mm(f_.a);
        s.y1 = d_.assembly.depth;
        s.z = d_.assembly.surfaceZ;
        if (ell()) { // the arms' own outline: its middle is told right, though it is not convex
            const double d = std::max(20.0, p_.arm.mm());
            const double half = f_.angle * std::numbers::pi / 360;
            const double far = d / std::sin(half);
            s.outline = {f_.ring[0], f_.ring[1], f_.ring[2], {far * std::cos(half), far * std::sin(half)},
                         f_.ring[3], f_.ring[4]};
        } else {
            s.outline = f_.ring;
        }
        d_.assembly.surfaces = {s};
    }

    /// Wall screws sit in the lower part, below what the strips hook into.
    [[nodiscard]] double row() const {
        const double low = zs_ - ch_;
        return hooked() ? low + (ch_ - lipShare - tongue() - 2 * p_.play.mm()) * 0.55 : low + ch_ * 0.6;
    }

    void ledgers() {
        LedgersSeat seat;
        for (int wall : {0, 1}) {
            LedgerSeat on;
            if (rodded() && wall == 0) {
                seat.on.push_back(rodWall());
                continue;
            }
            on.to = wall == 0 ? "wall" : "second_wall";
            on.part = "cleat-" + side(wall);
            on.along = along(wall);
            on.out = out(wall);
            on.from = Length();
            on.until = Length::mm(cleatEnd(wall));
            on.low = Length::mm(zs_ - ch_);
            on.rows = {Length::mm(row())};
            on.through = Length::mm(ct_);
            const double s = holdAt_.at(static_cast<std::size_t>(wall));
            on.hidden.emplace_back(Length::mm(s - 9), Length::mm(s + 9));
            // A screw through the mitre would split its tip.
            on.hidden.emplace_back(Length(),
                                   Length::mm(ct_ / std::tan(f_.angle * std::numbers::pi / 360) + 15));
            seat.on.push_back(std::move(on));
        }
        if (!rodded()) { // rods keep it down themselves
            seat.leg1 = seat.on[0].until;
            seat.leg2 = seat.on[1].until;
        }
        seat.captures = captures_;
        seat.word = "cleat";
        hands(seat);
        front(seat);
        seat.stages = stages();
        d_.assembly.ledgers = std::move(seat);
    }

    /// Rods out of its own wall, in the middle of the boards, clear of both ends.
    [[nodiscard]] LedgerSeat rodWall() const {
        LedgerSeat on;
        on.rods = true;
        on.along = along(0);
        on.out = out(0);
        on.from = 30_mm;
        on.until = Length::mm(f_.a - 25);
        on.low = Length::mm(zs_);
        on.rows = {Length::mm(zs_ + t_ / 2)};
        on.through = Length::mm(t_);
        on.play = p_.rodPlay;
        return on;
    }

    /// Where somebody leans: the middle of the front and near its ends.
    void hands(LedgersSeat& seat) const {
        const double half = f_.angle * std::numbers::pi / 360;
        const double z = d_.assembly.height.mm();
        const auto at = [&](const Vec3& p) { seat.hands.push_back({p.x, p.y, z}); };
        if (round()) {
            for (double t : {0.1, 1.0, 1.9})
                at({f_.depth * std::cos(half * t), f_.depth * std::sin(half * t), 0});
            return;
        }
        if (ell()) {
            at(Vec3{f_.a, p_.arm.mm(), 0});
            at(f_.along2 * f_.b + f_.out2 * p_.arm.mm());
            return;
        }
        at(f_.frontFrom);
        at((f_.frontFrom + f_.frontTo) / 2);
        at(f_.frontTo);
    }

    /// A strip along the front, a third of the depth, spans from one end of the cleat to the other; an L
    /// bends where its arms meet: the far arm keeps the near one from turning over its cleat, R d (1 - d/c).
    void front(LedgersSeat& seat) const {
        BentFront b;
        b.part = boards_.empty() ? std::string() : boards_.back();
        const double c1 = seat.on[0].until.mm();
        const double c2 = seat.on[1].until.mm();
        if (ell()) {
            const double d = p_.arm.mm();
            const double c = std::min(c1, c2);
            b.words = "the L in its corner";
            b.perHand = d * std::max(0.0, 1 - d / c);
            b.perLoad = b.perHand / 2; // the load of one arm stands in its middle
            b.share = 0.5;
            b.section = {{b.part, d, t_, 0, 0}};
            seat.front = b;
            return;
        }
        const Vec3 e1 = along(0) * c1;
        const Vec3 e2 = along(1) * c2;
        const double span = norm(e1 - e2);
        const double inner = round() ? f_.depth : f_.depth - stripT();
        const double wide = inner / 3;
        b.words = "the front, a strip of " + say(Length::mm(std::round(wide)));
        b.span = Length::mm(span);
        b.share = 5.0 / 9; // of a triangle, the third that is nearest its front: 1 - (2/3)²
        b.perLoad = span / 8;
        b.perHand = span / 4;
        b.section = {{b.part, wide, t_, zs_, 0}};
        if (stripped())
            b.section.push_back({"strip", stripT(), t_ + rise_ + drop_, zs_ - drop_, 0});
        if (!ofSheet() && norm(f_.frontOut) > 0.5)
            b.grainTurned =
                p_.grain == CornerGrain::front
                    ? 0
                    : std::acos(std::clamp(std::abs(f_.frontOut.y), 0.0, 1.0)) * 180 / std::numbers::pi;
        else if (!ofSheet())
            b.grainTurned = f_.angle / 2;
        seat.front = b;
    }

    [[nodiscard]] std::vector<WallStage> stages() const {
        std::vector<WallStage> out;
        if (rodded()) {
            out.push_back(
                {"fix-support",
                 "Set the rods, screw the cleat on",
                 "Bore for the rods through a block with a hole of the rod's size, held flat on the wall: "
                 "square to it, level. Push them in and lay a straight strip on them; screw the cleat to "
                 "the other wall so that its upper edge is as far below that strip as the holes are above "
                 "the shelf's lower face.",
                 {"guide block", "level", "straight strip", "driver"},
                 35});
            out.push_back(
                {"hang",
                 "Slide the shelf on",
                 "Try it dry first: along the second wall, over the cleat, onto all rods at once. Ease the "
                 "hole that binds, not the other. Then drive the capture screw up through the cleat: the "
                 "rods stay dry, it must come off again one day.",
                 {"mallet", "strip of waste wood", "driver with a long bit"},
                 15});
            return out;
        }
        out.push_back(
            {"fix-support",
             "Screw the cleat to both walls",
             fmt::format("Start in the corner: the leg along the shelf's own wall first, its lower edge "
                         "on the line, level; then the other leg from the same line, its mitre closed "
                         "on the first. Where a wall is hollow pack behind the leg, so that both lie in "
                         "one plane. Lay the shelf on dry: it must not rock, and its back edges must "
                         "follow both walls; mark and plane them where they do not."),
             {"driver", "level", "packing"},
             20});
        out.push_back(
            {"hang",
             hooked() ? "Slide the shelf on" : "Lay the shelf on",
             hooked()
                 ? "Push it towards the corner along the line that halves it, so that the tongues of both "
                   "strips go into their grooves together. If one binds, ease its tongue, not the groove. "
                   "Then drive a capture screw up through the outer end of each leg, with a long bit: it "
                   "cannot lift or slide out."
                 : "Press it into the corner and drive a capture screw up through the outer end of each leg, "
                   "with a long bit: without them a hand on the front lifts it off in the corner.",
             {"driver with a long bit"},
             10});
        return out;
    }

    const CornerParams& p_;
    const Catalog& catalog_;
    CornerFigure f_;
    double t_ = 18, ch_ = 45, ct_ = 18, zs_ = 45, rise_ = 0, drop_ = 0;
    std::vector<std::string> boards_, captures_;
    std::array<double, 2> holdAt_{0, 0};
    bool told_ = false;
};

} // namespace

Draft CornerParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    CornerBuilder(*this, ctx, d, catalog).run();
    return d;
}

} // namespace owl
