#include "room/faults.h"

#include <algorithm>
#include <set>

namespace owl {
namespace {

void studFaults(const Wall& w, const Catalog& catalog, std::vector<RoomFault>& out) {
    if (w.studMode != StudMode::positions)
        return;
    const auto add = [&](RoomFaultKind kind, Length a, Length b) {
        out.push_back({kind, w.id, "", a, b, 0});
    };
    for (std::size_t i = 1; i < w.studs.size(); ++i)
        if (w.studs[i].x < w.studs[i - 1].x) {
            add(RoomFaultKind::studsOutOfOrder, w.studs[i - 1].x, w.studs[i].x);
            break;
        }
    for (const auto& s : w.studs)
        if (s.x < Length() || s.x > w.width)
            add(RoomFaultKind::studOutside, s.x, {});
    const auto inside = studsOf(w, catalog);
    const auto width = [&](const FoundStud& s) { return s.width > Length() ? s.width : w.studWidth; };
    for (std::size_t i = 1; i < inside.size(); ++i) {
        const Length apart = inside[i].x - inside[i - 1].x;
        const Length need = (width(inside[i]) + width(inside[i - 1])) / 2;
        if (apart < need - 4_mm) // doubled studs touch; a scan reads them a little close
            add(RoomFaultKind::studsOverlap, inside[i - 1].x, inside[i].x);
    }
}

bool outside(const Wall& w, Length x0, Length x1, Length z0, Length z1) {
    return x1 <= Length() || x0 >= w.width || z1 <= Length() || z0 >= w.height || x0 < Length() ||
           x1 > w.width || z1 > w.height;
}

} // namespace

std::vector<RoomFault> wallFaults(const Wall& w, const Catalog& catalog) {
    std::vector<RoomFault> out;
    studFaults(w, catalog, out);
    for (const auto& o : w.obstacles)
        if (outside(w, o.x, o.right(), o.z, o.top()))
            out.push_back({RoomFaultKind::obstacleOutside, w.id, o.id, o.x, o.z, 0});
    for (const auto& f : w.furniture) // it may well stand past the corner of an alcove, but not all of it
        if (f.right() <= Length() || f.x >= w.width || f.bottom >= f.height)
            out.push_back({RoomFaultKind::furnitureOutside, w.id, f.id, f.x, f.bottom, 0});
    const auto studs = studCentres(w, catalog);
    for (const auto& o : w.openings) {
        if (outside(w, o.left(), o.right(), o.bottom(), o.top()))
            out.push_back({RoomFaultKind::openingOutside, w.id, o.id, o.left(), o.bottom(), 0});
        else if (w.studMode != StudMode::unknown && std::none_of(studs.begin(), studs.end(), [&](Length s) {
                     return s > o.left() && s < o.right();
                 }))
            out.push_back({RoomFaultKind::openingBetweenNothing, w.id, o.id, o.left(), o.right(), 0});
    }
    for (std::size_t i = 1; i < w.ceiling.size(); ++i)
        if (w.ceiling[i].x <= w.ceiling[i - 1].x)
            out.push_back(
                {RoomFaultKind::ceilingOutOfOrder, w.id, "", w.ceiling[i - 1].x, w.ceiling[i].x, 0});
    return out;
}

std::vector<RoomFault> roomFaults(const std::vector<Wall>& walls, const std::vector<Corner>& corners,
                                  const std::vector<Alcove>& alcoves) {
    std::vector<RoomFault> out;
    std::set<std::string> rightEnds; // of walls that are the left of a corner
    std::set<std::string> leftEnds;
    for (const auto& c : corners) {
        if (!possibleAngle(c.angle))
            out.push_back({RoomFaultKind::cornerAngle, c.left, c.id, {}, {}, c.angle});
        if (c.left == c.right)
            out.push_back({RoomFaultKind::cornerSame, c.left, c.id, {}, {}, 0});
        const bool first = rightEnds.insert(c.left).second;
        const bool second = leftEnds.insert(c.right).second;
        if (!first || !second)
            out.push_back({RoomFaultKind::cornerTaken, first ? c.right : c.left, c.id, {}, {}, 0});
    }
    for (const auto& a : alcoves) {
        const auto back =
            std::find_if(walls.begin(), walls.end(), [&](const Wall& w) { return w.id == a.back; });
        if (back != walls.end() && abs(back->width - a.widthBack) > 1_mm)
            out.push_back({RoomFaultKind::alcoveWidths, a.back, a.id, back->width, a.widthBack, 0});
    }
    return out;
}

} // namespace owl
