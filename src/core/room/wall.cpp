#include "room/wall.h"

#include "catalog/catalog.h"

#include <algorithm>

namespace owl {
namespace {

template <typename T> const T* byId(const std::vector<T>& in, const std::string& id) {
    const auto it = std::find_if(in.begin(), in.end(), [&](const T& t) { return t.id == id; });
    return it == in.end() ? nullptr : &*it;
}

} // namespace

bool hasStuds(const Wall& wall, const Catalog& catalog) {
    const WallKind* kind = catalog.findWall(wall.construction);
    return !kind || kind->holds != WallHold::masonry;
}

std::vector<FoundStud> studsOf(const Wall& wall, const Catalog& catalog) {
    std::vector<FoundStud> out;
    if (!hasStuds(wall, catalog))
        return out;
    if (wall.studMode == StudMode::positions) {
        for (const auto& s : wall.studs)
            if (s.x >= Length() && s.x <= wall.width)
                out.push_back(s);
        std::stable_sort(out.begin(), out.end(),
                         [](const FoundStud& a, const FoundStud& b) { return a.x < b.x; });
    } else if (wall.studMode == StudMode::spacing && wall.spacing >= 100_mm) {
        for (Length x = wall.firstStud; x <= wall.width; x += wall.spacing)
            if (x >= Length())
                out.push_back({x, {}, 1, StudSource::assumed});
    }
    return out;
}

std::vector<Length> studCentres(const Wall& wall, const Catalog& catalog) {
    std::vector<Length> out;
    for (const auto& s : studsOf(wall, catalog))
        out.push_back(s.x);
    return out;
}

std::vector<Length> studsBetween(const Wall& wall, Length x0, Length x1, Length margin,
                                 const Catalog& catalog) {
    std::vector<Length> out;
    for (Length x : studCentres(wall, catalog))
        if (x >= x0 + margin && x <= x1 - margin)
            out.push_back(x);
    return out;
}

Length ceilingAt(const Wall& wall, Length x) {
    const auto& c = wall.ceiling;
    if (c.empty())
        return wall.height;
    if (x <= c.front().x)
        return c.front().z;
    for (std::size_t i = 1; i < c.size(); ++i) {
        if (x > c[i].x)
            continue;
        const double run = (c[i].x - c[i - 1].x).mm();
        if (run <= 0)
            return std::min(c[i].z, c[i - 1].z);
        return c[i - 1].z + Length::mm((c[i].z - c[i - 1].z).mm() * (x - c[i - 1].x).mm() / run);
    }
    return c.back().z;
}

Length lowestCeiling(const Wall& wall, Length x0, Length x1) {
    Length low = std::min(ceilingAt(wall, x0), ceilingAt(wall, x1));
    for (const auto& p : wall.ceiling)
        if (p.x > x0 && p.x < x1)
            low = std::min(low, p.z);
    return low;
}

Trace WallScan::trace() const {
    Trace t;
    for (std::size_t i = 0; i < readings.size(); ++i) {
        t.at.push_back(start + static_cast<double>(i) * step);
        t.reading.push_back(readings[i]);
    }
    return t;
}

WallScan keptScan(const Trace& trace) {
    WallScan s;
    Trace t = thinned(trace, s.step);
    s.start = t.empty() ? 0 : t.at.front();
    s.readings = std::move(t.reading);
    return s;
}

const Furniture* findFurniture(const Wall& wall, const std::string& id) {
    return byId(wall.furniture, id);
}
const Obstacle* findObstacle(const Wall& wall, const std::string& id) {
    return byId(wall.obstacles, id);
}

bool hasCentreLine(const Obstacle& o) {
    return o.kind.starts_with("fireplace") || o.kind == "window" || o.kind == "door";
}

std::optional<std::pair<Length, Length>> extentOf(const Wall& wall, const std::string& id) {
    if (const Furniture* f = findFurniture(wall, id))
        return std::pair(f->x, f->width);
    const Obstacle* o = findObstacle(wall, id);
    return o && hasCentreLine(*o) ? std::optional(std::pair(o->x, o->width)) : std::nullopt;
}

const Furniture* furnitureBelow(const Wall& wall, Length x0, Length x1, Length z) {
    const Furniture* best = nullptr;
    for (const auto& f : wall.furniture)
        if (f.x < x1 && f.right() > x0 && f.height < z && (!best || f.height > best->height))
            best = &f;
    return best;
}

const CoverOpening* openingAround(const Wall& wall, Length x0, Length x1, Length z0, Length z1) {
    const auto it = std::find_if(wall.openings.begin(), wall.openings.end(), [&](const CoverOpening& o) {
        return o.left() <= x0 && o.right() >= x1 && o.bottom() <= z0 && o.top() >= z1;
    });
    return it == wall.openings.end() ? nullptr : &*it;
}

} // namespace owl
