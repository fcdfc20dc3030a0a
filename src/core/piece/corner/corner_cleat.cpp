// What a corner shelf lies on and what keeps it there: cleat, groove or lip, capture strips and screws.
#include "joint/meet.h"
#include "piece/corner/corner_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {

double CornerBuilder::cleatEnd(int wall) const {
    const double deep = ct_ + (lip() ? stripDeep() : 0);
    const double behind = f_.reach(wall, ell() ? 0 : deep, stripT() + 3);
    const double leg = wall == 0 ? f_.a : f_.b;
    return std::max(30.0, std::min(leg - std::max(0.0, p_.cleatShort.mm()), behind));
}

void CornerBuilder::halve(Solid& solid, int wall) const {
    const double half = f_.angle * std::numbers::pi / 360;
    const Vec3 n{-std::sin(half), std::cos(half), 0};
    clip(solid, planeThrough({0, 0, 0}, wall == 0 ? n : -n), 8);
}

Part CornerBuilder::stripAlong(const std::string& id, const std::string& name, int wall, double s0, double s1,
                               double y0, double y1, double z0, double z1, bool flat) const {
    const Vec3 at = along(wall) * s0 + Vec3{0, 0, z0};
    if (flat)
        return blankPart(id, name, Length::mm(s1 - s0), Length::mm(y1 - y0), Length::mm(z1 - z0),
                         {at + out(wall) * y0, along(wall), out(wall), {0, 0, 1}});
    return blankPart(id, name, Length::mm(s1 - s0), Length::mm(z1 - z0), Length::mm(y1 - y0),
                     {at + out(wall) * y1, along(wall), {0, 0, 1}, -out(wall)});
}

void CornerBuilder::cleat(int wall) {
    const double end = cleatEnd(wall);
    const double low = zs_ - ch_;
    Part c =
        stripAlong("cleat-" + side(wall), wall == 0 ? "cleat along its wall" : "cleat along the second wall",
                   wall, 0, end, 0, ct_, low, zs_, false);
    if (rodded()) // no other leg to meet: it ends at the other wall
        clip(c.solid, planeThrough({0, 0, 0}, {0, -1, 0}), 8);
    else
        halve(c.solid, wall);
    fitBlank(c);
    c.width = Length::mm(ch_);
    c.thickness = Length::mm(ct_);
    Part& made = add(std::move(c),
                     {fmt::format("length {} to its long point in the corner: {} short of the shelf's end",
                                  say(Length::mm(end)), say(Length::mm((wall == 0 ? f_.a : f_.b) - end)))},
                     out(wall) * -0.4);
    if (!rodded())
        feature(made, "mitre", "mitre",
                fmt::format("the end in the corner sawn at {:g}°, half of what the corner measures; the long "
                            "point lies on the wall",
                            f_.angle / 2))
            .sizes = {{"angle_deg", f_.angle / 2}};
    if (hooked() && !lip())
        groove(made, wall, end);
    if (lip())
        lipOn(wall, end);
}

void CornerBuilder::groove(Part& cleat, int wall, double end) {
    const double high = tongue() + 2 * p_.play.mm();
    const Vec3 at = out(wall) * (ct_ - grooveDeep) + Vec3{0, 0, zs_ - lipShare - high} - along(wall) * 5;
    subtract(cleat.solid,
             boxCell(at, {along(wall), out(wall), Vec3{0, 0, 1}}, {hookEnd(end) + 5, grooveDeep + 1, high}),
             9);
    feature(cleat, "groove", "groove",
            fmt::format("in its front face, {} wide and {} deep, {} below the upper edge, stopped {} before "
                        "the square end",
                        say(Length::mm(high)), say(Length::mm(grooveDeep)), say(Length::mm(lipShare)),
                        say(Length::mm(end - hookEnd(end)))))
        .sizes = {{"width_mm", high},
                  {"depth_mm", grooveDeep},
                  {"from_mm", lipShare},
                  {"stopped_mm", end - hookEnd(end)}};
}

void CornerBuilder::lipOn(int wall, double end) {
    const std::string id = "lip-" + side(wall);
    Part l = stripAlong(id, wall == 0 ? "lip along its wall" : "lip along the second wall", wall, 0,
                        hookEnd(end), ct_, ct_ + stripDeep(), zs_ - lipShare, zs_, false);
    halve(l.solid, wall);
    fitBlank(l);
    add(std::move(l),
        {fmt::format("width {}: what the tongue of the capture strip hooks under",
                     say(Length::mm(lipShare)))},
        out(wall) * 0.3);
    feature(*part(id), "mitre", "mitre", fmt::format("the end in the corner sawn at {:g}°", f_.angle / 2))
        .sizes = {{"angle_deg", f_.angle / 2}};
    Joint j;
    j.id = "lip-cleat-" + side(wall);
    j.first = id;
    j.second = "cleat-" + side(wall);
    Joining way;
    way.how = Joinery::nailsGlue;
    way.carries = false;
    const double from = hookFace() / std::tan(f_.angle * std::numbers::pi / 360) + 20;
    for (double s = from; s <= hookEnd(end) - 15; s += 90)
        way.over.push_back(along(wall) * s + out(wall) * hookFace() + Vec3{0, 0, zs_ - lipShare / 2});
    meet(j, d_.assembly, way, ctx_, catalog_);
    j.note = "Flush with the cleat's upper edge; the nails only hold it while the glue sets.";
    placeFasteners(j, d_.assembly, 0);
    d_.assembly.joints.push_back(std::move(j));
}

void CornerBuilder::cornerOfCleats() {
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

void CornerBuilder::captureStrip(int wall) {
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
            problem(
                "no_room_for_strips", "capture",
                fmt::format("Capture strips {} wide find no room behind this front.", say(p_.captureWidth)))
                .cures = {{"Screws up through the cleat", {{"capture", "screws"}}},
                          to("Longer legs:", "length", p_.length + 100_mm)};
        told_ = true;
        return;
    }
    const std::string id = "capture-" + side(wall);
    Part s =
        stripAlong(id, wall == 0 ? "capture strip of the first wall" : "capture strip of the second wall",
                   wall, from, until, back, front, zs_ - t_, zs_, true);
    subtract(s.solid,
             boxCell(out(wall) * (back - 1) + along(wall) * (from - 1) + Vec3{0, 0, zs_ - lipShare - play},
                     {along(wall), out(wall), Vec3{0, 0, 1}},
                     {until - from + 2, face - back + 1, lipShare + play + 1}),
             9);
    const double wide = face - back;
    Part& made = add(std::move(s),
                     {fmt::format("width {}: {} of tongue and what is screwed", say(Length::mm(front - back)),
                                  say(Length::mm(wide))),
                      fmt::format("thickness {}: {} of lip, {} of play, {} of tongue", say(p_.thickness),
                                  say(Length::mm(lipShare)), say(p_.play), say(Length::mm(tongue())))},
                     {0, 0, -0.5});
    feature(made, "rabbet", "rabbet",
            fmt::format("along its upper back edge, {} wide and {} high: a tongue of {} stays",
                        say(Length::mm(wide)), say(Length::mm(lipShare + play)), say(Length::mm(tongue()))))
        .sizes = {{"width_mm", wide}, {"depth_mm", lipShare + play}};
    strip(made, wall, from, until, face, front);
}

void CornerBuilder::strip(const Part& made, int wall, double from, double until, double face, double front) {
    // Each board of the shelf that lies over it takes its own screws.
    for (const auto& id : boards_) {
        Joint j;
        j.id = fmt::format("{}-{}", made.id, id);
        j.first = made.id;
        j.second = id;
        Joining way;
        way.how = Joinery::screws; // it lies across the boards' grain: they must move
        way.carries = false;
        const Part* b = part(id);
        for (double s = from + 20; s <= until - 20 + 1e-6; s += std::max(20.0, (until - from - 40) / 3)) {
            const Vec3 at = along(wall) * s + out(wall) * ((face + front) / 2);
            if (b && b->solid.contains(at + Vec3{0, 0, zs_ + t_ / 2}, -std::min(8.0, t_ / 2 - 0.1)))
                way.over.push_back(at + Vec3{0, 0, zs_ - t_});
        }
        if (way.over.empty())
            continue;
        const bool screwed = meet(j, d_.assembly, way, ctx_, catalog_).empty();
        j.carries = true; // it keeps the shelf from tipping, though 3 D of thread are enough for that
        if (screwed) {
            j.kind = ofSheet() ? "butt" : "sliding";
            j.note = "No glue: but for the screw nearest the corner their holes are slots, since the "
                     "boards move. "
                     "Slide the shelf on once before they are tight: it must go on with a push and show "
                     "no gap.";
        } else {
            j.how = Joinery::glue;
            j.glued = true;
        }
        placeFasteners(j, d_.assembly, catalog_);
        d_.assembly.joints.push_back(std::move(j));
        captures_.push_back(d_.assembly.joints.back().id);
    }
}

void CornerBuilder::captureScrews() {
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
        j.atWall = true;
        j.stage = 1;
        Joining way;
        way.how = Joinery::screws;
        way.carries = false;
        way.deepHole = true;
        way.over = {at};
        const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
        j.carries = true; // as the strips do
        if (!why.empty())
            problem("no_capture_screw", "thickness", why)
                .cures.push_back(to("Thickness", "thickness", 18_mm));
        placeFasteners(j, d_.assembly, catalog_);
        d_.assembly.joints.push_back(std::move(j));
        captures_.push_back(d_.assembly.joints.back().id);
    }
}

bool CornerBuilder::clearOfStuds(int wall, double s) const {
    const auto far = [&](Length x) { return std::abs(x.mm() - s) > 14; };
    if (wall == 0)
        return std::all_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(), far);
    for (const auto& b : ctx_.beside)
        if (b.to == "left_wall")
            return std::all_of(b.studs.begin(), b.studs.end(), far);
    return true;
}

std::string CornerBuilder::boardOver(const Vec3& at) {
    for (const auto& id : boards_)
        if (part(id)->solid.contains(at + Vec3{0, 0, zs_ + t_ / 2}, -3))
            return id;
    for (const auto& id : boards_)
        if (part(id)->solid.contains(at + Vec3{0, 0, zs_ + t_ / 2}))
            return id;
    return {};
}

} // namespace owl
