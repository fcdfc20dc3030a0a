// The top of a corner shelf: its boards, their outline and front edge, the strip along it.
#include "assembly/outline.h"
#include "piece/corner/corner_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {

std::pair<Vec3, Vec3> CornerBuilder::grain() const {
    if (round() || ell() || p_.grain == CornerGrain::leg || ofSheet())
        return {{1, 0, 0}, {0, 1, 0}};
    const Vec3 along = (f_.frontFrom - f_.frontTo) / std::max(1e-9, norm(f_.frontFrom - f_.frontTo));
    return {along, {-along.y, along.x, 0}};
}

void CornerBuilder::shelf() {
    if (lapped()) {
        arms();
        return;
    }
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
        if (ell()) // of sheet
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

/// Of boards an L is two of them, each with its grain along its own wall, half lapped where they cross: cut
/// from one panel an arm would have its grain across and break off in its corner.
void CornerBuilder::arms() {
    const double d = std::max(20.0, p_.arm.mm());
    const double far = 2 * (f_.a + f_.b) + 100;
    const auto strip = [&](int wall, double z0, double z1) {
        const Vec3 g = along(wall);
        const Vec3 h{-g.y, g.x, 0}; // to the left of its wall: into the room only along the first
        const double from = wall == 0 ? -1 : -d;
        return boxCell(g * (-far / 2) + h * from + Vec3{0, 0, z0}, {g, h, Vec3{0, 0, 1}},
                       {far, d + 1, z1 - z0});
    };
    for (int wall : {0, 1}) {
        const Vec3 g = along(wall);
        const Vec3 h{-g.y, g.x, 0};
        Part b =
            blankPart("arm-" + side(wall), wall == 0 ? "arm along its wall" : "arm along the wall beside it",
                      Length::mm(far), Length::mm(d), Length::mm(t_),
                      {g * (-far / 2) + h * (wall == 0 ? 0 : -d) + Vec3{0, 0, zs_}, g, h, {0, 0, 1}});
        clipToRing(b.solid, f_, 0, 8);
        const double half = zs_ + t_ / 2;
        subtract(b.solid, wall == 0 ? strip(1, zs_ - 1, half) : strip(0, half, zs_ + t_ + 1), 9);
        fitBlank(b);
        b.thickness = Length::mm(t_);
        boards_.push_back(b.id);
        Part& made = add(std::move(b),
                         {std::string("length is the leg along its wall, to the corner"),
                          fmt::format("width {} is the depth of the arms", say(p_.arm))},
                         {0, 0, wall == 0 ? 1.0 : 0.4});
        feature(
            made, "lap", "half_lap",
            fmt::format("half of its thickness, {}, away {} where the other arm crosses, to the angle of the "
                        "corner; leave a hair and plane it to a push fit",
                        say(Length::mm(t_ / 2)), wall == 0 ? "below" : "above"))
            .sizes = {{"depth_mm", t_ / 2}, {"angle_deg", f_.angle}};
    }
    Joint j;
    j.id = "lap";
    j.first = "arm-1";
    j.second = "arm-2";
    j.how = Joinery::glue;
    j.kind = "half_lap";
    j.note = "Check the angle against the corner, or a template of it, before the glue grips; a clamp in the "
             "middle "
             "of the lap and one at each side, with blocks.";
    d_.assembly.joints.push_back(std::move(j));
}

void CornerBuilder::addBoard(Part b, int n) {
    std::vector<std::string> why{fmt::format("length {} is the outline's along the grain{}", say(b.length),
                                             grainWords().empty() ? "" : ", " + grainWords()),
                                 n == 1
                                     ? fmt::format("width {} is the outline's", say(b.width))
                                     : fmt::format("width {}: {} boards make the outline", say(b.width), n)};
    boards_.push_back(b.id);
    Part& made = add(std::move(b), std::move(why), {0, 0, 0.6});
    if (ofSheet())
        makeOfSheet(made, p_.sheet, catalog_);
    outlineFeature(made, n);
}

std::string CornerBuilder::grainWords() const {
    if (ofSheet())
        return {};
    return round() || ell() || p_.grain == CornerGrain::leg ? "which runs along the first wall"
                                                            : "which runs along the front";
}

void CornerBuilder::outlineFeature(Part& p, int n) {
    if (round() && n == 1)
        feature(p, "curve", "curve",
                fmt::format("to the paper template: a quarter round of {} about the corner of the walls",
                            say(p_.length)))
            .sizes = {{"radius_mm", p_.length.mm()}};
    else if (round())
        feature(p, "curve", "curve",
                fmt::format("to the paper template, after gluing up: a quarter round of {} about the corner "
                            "of the walls",
                            say(p_.length)))
            .sizes = {{"radius_mm", p_.length.mm()}};
    else if (ell())
        feature(p, "curve", "curve",
                fmt::format("to the paper template: an L with arms {} deep; round its inner corner with a "
                            "saw, then a file",
                            say(p_.arm)))
            .sizes = {{"depth_mm", p_.arm.mm()}};
    else
        feature(p, "mitre", "mitre", fmt::format("sawn to the outline: {}", outlineWords())).sizes = {
            {"angle_deg", f_.angle}};
    if (n > 1 && !ell())
        p.features.back().purpose = panelOutline;
}

std::string CornerBuilder::outlineWords() const {
    const double angleA = std::acos(std::clamp(dot((f_.frontTo - f_.frontFrom) /
                                                       std::max(1e-9, norm(f_.frontTo - f_.frontFrom)),
                                                   Vec3{-1, 0, 0}),
                                               -1.0, 1.0)) *
                          180 / std::numbers::pi;
    return fmt::format("{} and {} along the walls, which meet at {:g}°; the front leaves the first wall at "
                       "{:.1f}°{}",
                       say(p_.length), say(p_.leg2), f_.angle, angleA,
                       p_.ends > Length() ? fmt::format(", square ends of {}", say(p_.ends)) : "");
}

void CornerBuilder::cutInner(Solid& solid) const {
    const double d = std::max(20.0, p_.arm.mm());
    const double half = f_.angle * std::numbers::pi / 360;
    const double far = d / std::sin(half);
    const Vec3 q{far * std::cos(half), far * std::sin(half), 0};
    const Vec3 x{f_.a + f_.b, 0, 0};
    const Vec3 y = f_.along2 * (f_.a + f_.b);
    std::vector<std::array<double, 2>> ring;
    for (const Vec3& c : {q, q + x, q + x + y, q + y})
        ring.push_back({c.x, c.y});
    subtract(solid, prismCell({0, 0, zs_ - 1}, plainAxes, ring, t_ + 2, 9), 9);
}

void CornerBuilder::shapeFront() {
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
    if (round()) // shaped with a bearing on the curve
        roundEdge(size);
    else
        shapeFlat(f_.frontFrom, f_.frontTo, size);
    Part* front = part(boards_.back());
    if (!front)
        return;
    feature(
        *front, "profile", "profile",
        fmt::format("{} of {} along the front, above and below", edgeName(p_.edge), say(Length::mm(size))))
        .sizes = {{"size_mm", size}};
    d_.assembly.shapedTogether = front->id + "/profile";
}

/// A curve is shaped flat by flat. What a cove takes is hollow: the boards are cut into sectors first, so
/// that each flat's tool splits the cells of its own sector and no others.
void CornerBuilder::roundEdge(double size) {
    std::vector<Part>& boards = d_.assembly.parts; // nothing else is there yet
    std::vector<Solid> whole;
    for (auto& p : boards)
        whole.push_back(p.solid);
    const bool hollow = p_.edge == EdgeShape::cove;
    std::vector<std::vector<ConvexCell>> made(boards.size());
    for (std::size_t i = 1; i + 1 < f_.ring.size(); ++i) {
        const Vec3 p{f_.ring[i][0], f_.ring[i][1], 0};
        const Vec3 q{f_.ring[i + 1][0], f_.ring[i + 1][1], 0};
        for (std::size_t k = 0; hollow && k < boards.size(); ++k) {
            boards[k].solid = whole[k];
            if (i > 1)
                clip(boards[k].solid, planeThrough({}, Vec3{p.y, -p.x, 0} / norm(p)), FaceOrigin::inner);
            if (i + 2 < f_.ring.size())
                clip(boards[k].solid, planeThrough({}, Vec3{-q.y, q.x, 0} / norm(q)), FaceOrigin::inner);
        }
        shapeFlat(p, q, size);
        for (std::size_t k = 0; hollow && k < boards.size(); ++k)
            std::ranges::copy(boards[k].solid.cells, std::back_inserter(made[k]));
    }
    for (std::size_t k = 0; hollow && k < boards.size(); ++k)
        boards[k].solid.cells = std::move(made[k]);
}

/// Both arrises of a straight stretch of the front, from p to q.
void CornerBuilder::shapeFlat(const Vec3& p, const Vec3& q, double size) {
    const Vec3 run = q - p;
    const double length = norm(run);
    if (length < 1e-9)
        return;
    for (const bool up : {false, true})
        shapeArris(d_.assembly.parts,
                   {{p.x, p.y, up ? zs_ + t_ : zs_},
                    Vec3{run.y, -run.x, 0} / length,
                    {0, 0, up ? 1.0 : -1.0},
                    length,
                    run / length},
                   p_.edge, size, 20);
}

void CornerBuilder::glueEdge(const std::string& a, const std::string& b, int n) {
    Joint j;
    j.id = fmt::format("edge-{}", n);
    j.first = a;
    j.second = b;
    j.how = Joinery::glue;
    j.kind = "edge_glue";
    j.note = "Glue the boards up before the outline is sawn: square ends give the clamps a hold. Turn every "
             "other board over, so that the rings alternate and the panel stays flat.";
    d_.assembly.joints.push_back(std::move(j));
}

void CornerBuilder::frontStrips() {
    if (!stripped() || ell())
        return;
    const Vec3 run = f_.frontFrom - f_.frontTo;
    const Vec3 g = run / std::max(1e-9, norm(run));
    const double T = stripT();
    const double high = t_ + rise_ + drop_;
    // Long enough to be cut by walls and ends.
    const double more = T * 4 + 10;
    Part s =
        blankPart("strip", "front strip", Length::mm(norm(run) + 2 * more), Length::mm(high), Length::mm(T),
                  {f_.frontTo - g * more + Vec3{0, 0, zs_ - drop_}, g, {0, 0, 1}, -f_.frontOut});
    clipToRing(s.solid, f_, 0, 8);
    if (s.solid.volume() < 1)
        return;
    fitBlank(s);
    s.thickness = Length::mm(T);
    s.width = Length::mm(high);
    Part& made = add(std::move(s),
                     {"length is the front's, to its long points",
                      fmt::format("width {} is the shelf, {} above it and {} below", say(Length::mm(high)),
                                  say(Length::mm(rise_)), say(Length::mm(drop_)))},
                     {f_.frontOut.x, f_.frontOut.y, 0});
    feature(made, "mitre", "mitre",
            "both ends sawn to follow the corner: hold it in its place and mark them from the walls")
        .sizes = {{"angle_deg", f_.angle}};
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
        j.note = "Flush along the whole front; wedges between the clamps and blocks taped to the back edges "
                 "press it on. Long grain on long grain: it needs no nails.";
        d_.assembly.joints.push_back(std::move(j));
    }
}

bool CornerBuilder::touchesFront(const Part& b) const {
    double most = -1e18;
    for (const auto& c : b.solid.cells)
        for (const auto& p : c.points)
            most = std::max(most, dot(p, f_.frontOut));
    return most > f_.depth - stripT() - 0.01;
}

} // namespace owl
