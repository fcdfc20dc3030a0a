#include "project/project.h"

#include "assembly/reach.h"
#include "project/placing.h"
#include "support/support.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

// Made once here, not wherever one is copied or goes: it is what most of a test's compilation was.
Piece::Piece() = default;
Piece::~Piece() = default;
Piece::Piece(const Piece&) = default;
Piece::Piece(Piece&&) noexcept = default;
Piece& Piece::operator=(const Piece&) = default;
Piece& Piece::operator=(Piece&&) noexcept = default;

Project::Project() = default;
Project::~Project() = default;
Project::Project(const Project&) = default;
Project::Project(Project&&) noexcept = default;
Project& Project::operator=(const Project&) = default;
Project& Project::operator=(Project&&) noexcept = default;

bool Piece::operator==(const Piece&) const = default;

bool Project::operator==(const Project& o) const {
    return style == o.style && sameContent(o);
}

bool Project::sameWork(const Project& o) const {
    NumberStyle mine = style;
    mine.decimalComma = o.style.decimalComma;
    return mine == o.style && sameContent(o);
}

bool Project::sameContent(const Project& o) const {
    return name == o.name && rooms == o.rooms && walls == o.walls && corners == o.corners &&
           alcoves == o.alcoves && pieces == o.pieces && wood == o.wood && finish == o.finish &&
           tools == o.tools && wayIn == o.wayIn && done == o.done && log == o.log;
}
namespace {

template <typename T> const T* find(const std::vector<T>& in, const std::string& id) {
    const auto it = std::find_if(in.begin(), in.end(), [&](const T& t) { return t.id == id; });
    return it == in.end() ? nullptr : &*it;
}

Wall defaultWall(Units units) {
    Wall w;
    w.id = "wall-1";
    w.room = "room-1";
    w.name = "wall";
    if (units == Units::metric) {
        w.construction = "timber_stud_eu";
        w.coverThickness = Length::mm(12.5);
        w.spacing = w.firstStud = 600_mm;
        w.studWidth = 38_mm;
        w.studDepth = 89_mm;
    } else {
        w.width = Length::inches(128);
        w.height = Length::inches(96);
        w.baseboard = Length::inches(7, 2);
    }
    return w;
}

/// In the middle of the wall, or the least step beside it where two studs lie behind what takes its screws.
/// What is shorter than from stud to stud begins with the anchors that are tried first.
void stepToStuds(const Wall& wall, Piece& p, bool metric) {
    constexpr int reach = 400; // mm
    const Assembly a = makePiece(p.params, {}, catalog()).assembly;
    const WallReach band = wallReach(a);
    const Length middle = (wall.width - a.length) / 2;
    const auto studs = [&](Length left) {
        return studsBetween(wall, left + band.left, left + band.right, 40_mm).size();
    };
    if (!hasStuds(wall, catalog()) || studs(middle) > 1)
        return;
    for (int d = 10; d <= reach; d += 10)
        for (const Length left : {middle + 1_mm * d, middle - 1_mm * d})
            if (left >= Length() && left + a.length <= wall.width && studs(left) > 1) {
                p.place.anchor = Anchor::typed;
                p.place.x = left;
                return;
            }
    if (band.right - band.left >= wall.spacing || !a.seat<RailSeat>())
        return;
    for (const auto& o : supportOptions(a, catalog(), metric, catalog().findWall(wall.construction)))
        if (o.ground == Ground::cover && !o.hanger) {
            p.hold.support = o.id;
            return;
        }
}

} // namespace

const char* kindOf(const Piece& piece) {
    return kindInfo(piece.params).id;
}

const Room* Project::findRoom(const std::string& id) const {
    return find(rooms, id);
}
const Wall* Project::findWall(const std::string& id) const {
    return find(walls, id);
}
const Piece* Project::findPiece(const std::string& id) const {
    return find(pieces, id);
}
Wall* Project::findWall(const std::string& id) {
    return const_cast<Wall*>(std::as_const(*this).findWall(id)); // NOLINT: the project is ours to change
}
Piece* Project::findPiece(const std::string& id) {
    return const_cast<Piece*>(std::as_const(*this).findPiece(id)); // NOLINT: the project is ours to change
}

std::string addPiece(Project& project, const std::string& kind, const std::string& wall) {
    const bool metric = project.style.units == Units::metric;
    const auto params = defaultParams(kind, metric);
    if (!params)
        return {};
    Piece p;
    p.params = *params;
    const char* stem = kindInfo(p.params).stem;
    for (int n = 1; p.id.empty() || project.findPiece(p.id); ++n) {
        p.id = fmt::format("{}-{}", kind, n);
        p.name = n == 1 ? std::string(stem) : fmt::format("{} {}", stem, n);
    }
    p.wall = wall;
    p.params = withChanges(p.params, asMeasured(p.params, measuredPlace(project, p)));
    // It fits its wall from the start.
    if (const Wall* w = project.findWall(wall);
        w && !fromCorner(p.params) && w->width < lengthOf(p.params) + 100_mm)
        p.params = withChanges(p.params, {{"length", std::max(150_mm, w->width - 100_mm).mm()}});
    p.load.kgPerM = kindInfo(p.params).load;
    p.place.z = metric ? 1200_mm : Length::inches(48);
    if (const Wall* w = project.findWall(wall); w && !fromCorner(p.params))
        stepToStuds(*w, p, metric);
    project.pieces.push_back(p);
    return p.id;
}

namespace {

/// A corner with its second wall, or an alcove with both its sides, around the first wall of a new project; a
/// stud behind each where a shelf of usual size wants one.
void wallsBeside(Project& p, const std::string& place) {
    const bool metric = p.style.units == Units::metric;
    const bool alcove = place == "alcove";
    const Length stud =
        alcove ? (metric ? 280_mm : Length::inches(11)) : (metric ? 330_mm : Length::inches(13));
    Wall& own = p.walls.front();
    own.name = alcove ? "back wall" : "wall";
    own.firstStud = stud;
    if (alcove)
        own.width = metric ? 1200_mm : Length::inches(48);
    Wall second = own;
    second.id = "wall-2";
    second.name = alcove ? "left wall" : "second wall";
    second.width = alcove ? (metric ? 600_mm : Length::inches(24)) : own.width;
    // Its right end is the corner: the stud as far from there.
    const Length near = alcove ? (metric ? 165_mm : Length::inches(13, 2)) : stud;
    second.firstStud = Length::nm((second.width - near).nm() % second.spacing.nm());
    const std::string mine = own.id;
    p.walls.push_back(second);
    p.corners.push_back({"corner-1", second.id, mine, 90});
    if (!alcove)
        return;
    Wall third = second;
    third.id = "wall-3";
    third.name = "right wall";
    third.firstStud = near;
    p.walls.push_back(third);
    p.corners.push_back({"corner-2", mine, third.id, 90});
    Alcove a;
    a.id = "alcove-1";
    a.name = "alcove";
    a.room = p.rooms.front().id;
    a.left = second.id;
    a.back = mine;
    a.right = third.id;
    a.depth = third.width;
    a.widthBack = a.widthMiddle = a.widthFront = p.walls.front().width;
    p.alcoves.push_back(a);
}

} // namespace

tl::expected<Project, std::string> newProject(const std::string& kind, Units units) {
    if (!defaultParams(kind, true)) {
        std::string all;
        for (const auto& k : knownKinds())
            all += (all.empty() ? "" : ", ") + std::string(k.id);
        return tl::unexpected(
            fmt::format("\"{}\" is not a kind of piece this version knows; it knows {}.", kind, all));
    }
    Project p;
    p.name = "Untitled";
    p.style.units = units;
    p.wood.kerf = units == Units::metric ? Length::mm(3.2) : Length::inches(1, 8);
    p.wood.endTrim = units == Units::metric ? 5_mm : Length::inches(1, 4);
    p.rooms.push_back({"room-1", "Room"});
    p.walls.push_back(defaultWall(units));
    if (const std::string place = kindInfo(*defaultParams(kind, true)).place; place != "wall")
        wallsBeside(p, place);
    addPiece(p, kind, p.walls.front().id);
    return p;
}

std::string addWall(Project& project, const std::string& room) {
    Wall w = defaultWall(project.style.units);
    w.room = room;
    if (!project.findRoom(room))
        project.rooms.push_back({room, room});
    int n = 1;
    while (project.findWall(fmt::format("wall-{}", n)))
        ++n;
    w.id = fmt::format("wall-{}", n);
    w.name = fmt::format("wall {}", n);
    project.walls.push_back(w);
    return w.id;
}

} // namespace owl
