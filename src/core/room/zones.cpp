#include "room/zones.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

/// Directions in which a run leaves its box.
struct Runs {
    bool up = false, down = false, sideways = false;
};
Runs runsOf(const std::string& word) {
    if (word == "all")
        return {true, true, true};
    if (word == "up_down")
        return {true, true, false};
    return {word == "up", word == "down", word == "sideways"};
}

class ZoneMaker {
  public:
    ZoneMaker(const Wall& wall, const Catalog& catalog) : wall_(wall), catalog_(catalog) {}

    std::vector<NoDrillZone> run() {
        for (const auto& o : wall_.obstacles)
            if (const ObstacleKind* k = catalog_.findObstacleKind(o.kind))
                obstacle(o, *k);
        for (const auto& m : wall_.oddMarks)
            if (m.decision == SignalDecision::keepClear)
                signal(m);
        if (!wall_.bandsTraced)
            bands();
        return std::move(out_);
    }

  private:
    void add(ZoneKind kind, Length x0, Length x1, Length z0, Length z1, bool known, const std::string& from,
             std::string why, std::string source) {
        NoDrillZone z{kind, x0, x1, z0, z1, known, from, std::move(why), std::move(source)};
        if (z.x1 > z.x0 && z.z1 > z.z0)
            out_.push_back(std::move(z));
    }

    void obstacle(const Obstacle& o, const ObstacleKind& k) {
        const std::string title = obstacleTitle(o, catalog_);
        if (k.wires == "here" || k.pipes == "here") {
            const Length play = 30_mm;
            add(k.wires == "here" ? ZoneKind::wire : ZoneKind::pipe, o.x - play, o.right() + play, o.z - play,
                o.top() + play, true, o.id, title + " runs here", k.source);
            return;
        }
        if (k.pipes == "hole") {
            const Length play = 25_mm;
            add(ZoneKind::hole, o.x - play, o.right() + play, o.z - play, o.top() + play, true, o.id,
                "there is a hole already", k.source);
            return;
        }
        if (o.runs == "none")
            return;
        if (k.wires != "none")
            runs(o, runsOf(o.runs == "usual" ? k.wires : o.runs), ZoneKind::wire, "a wire", title, k.source);
        if (k.pipes != "none")
            runs(o, runsOf(o.runs == "usual" ? k.pipes : o.runs), ZoneKind::pipe, "a pipe", title, k.source);
    }

    void runs(const Obstacle& o, Runs r, ZoneKind kind, const char* what, const std::string& title,
              const std::string& source) {
        const Length half = Length::mm(runHalfWidth);
        // Wide things have their pipes at either end, boxes in the middle.
        std::vector<Length> stems{o.centreX()};
        if (o.width > 400_mm)
            stems = {o.x + 50_mm, o.right() - 50_mm};
        for (Length x : stems) {
            if (r.up)
                add(kind, x - half, x + half, o.centreZ(), wall_.height, false, o.id,
                    fmt::format("{} may run straight up from the {}", what, title), source);
            if (r.down)
                add(kind, x - half, x + half, Length(), o.centreZ(), false, o.id,
                    fmt::format("{} may run straight down from the {}", what, title), source);
        }
        if (r.sideways)
            add(kind, Length(), wall_.width, o.centreZ() - half, o.centreZ() + half, false, o.id,
                fmt::format("{} may run sideways from the {}", what, title), source);
    }

    void signal(const OddMark& m) {
        const Length half = std::max(m.width / 2, 10_mm) + 20_mm;
        add(ZoneKind::signal, m.x - half, m.x + half, Length(), wall_.height, true, m.id,
            fmt::format("the scan showed something there ({})", m.kind), "your scan");
    }

    void bands() {
        const WallKind* k = catalog_.findWall(wall_.construction);
        for (const auto& b : catalog_.wireBands)
            if (k && b.region == k->region)
                band(b);
    }

    void band(const WireBand& b) {
        const Length low = Length::mm(b.low);
        const Length high = Length::mm(b.high);
        const auto put = [&](Length x0, Length x1, Length z0, Length z1) {
            add(ZoneKind::wire, x0, x1, z0, z1, false, "", b.why, b.source);
        };
        if (b.from == "corner") {
            put(low, high, Length(), wall_.height);
            put(wall_.width - high, wall_.width - low, Length(), wall_.height);
        } else if (b.from == "ceiling") {
            put(Length(), wall_.width, wall_.height - high, wall_.height - low);
        } else if (b.from == "floor") {
            put(Length(), wall_.width, low, high);
        } else if (b.from == "door") {
            for (const auto& o : wall_.obstacles)
                if (o.kind == "door") {
                    put(o.x - high, o.x - low, Length(), wall_.height);
                    put(o.right() + low, o.right() + high, Length(), wall_.height);
                }
        }
    }

    const Wall& wall_;
    const Catalog& catalog_;
    std::vector<NoDrillZone> out_;
};

} // namespace

std::vector<NoDrillZone> noDrillZones(const Wall& wall, const Catalog& catalog) {
    return ZoneMaker(wall, catalog).run();
}

const NoDrillZone* zoneAt(const std::vector<NoDrillZone>& zones, Length x, Length z) {
    const auto it =
        std::find_if(zones.begin(), zones.end(), [&](const NoDrillZone& n) { return n.holds(x, z); });
    return it == zones.end() ? nullptr : &*it;
}

namespace {
bool freeAt(const std::vector<NoDrillZone>& zones, Length x, const std::vector<Length>& heights) {
    return std::none_of(heights.begin(), heights.end(),
                        [&](Length z) { return zoneAt(zones, x, z) != nullptr; });
}
} // namespace

std::vector<Length> freeStuds(const Wall& wall, const std::vector<NoDrillZone>& zones, Length x0, Length x1,
                              const std::vector<Length>& heights, const Catalog& catalog) {
    std::vector<Length> out;
    for (Length x : studsBetween(wall, x0, x1, Length(), catalog))
        if (freeAt(zones, x, heights))
            out.push_back(x);
    return out;
}

std::optional<Length> freeNear(const std::vector<NoDrillZone>& zones, Length x,
                               const std::vector<Length>& heights, Length reach) {
    for (Length d; d <= reach; d += 1_mm)
        for (Length at : {x - d, x + d})
            if (freeAt(zones, at, heights))
                return at;
    return std::nullopt;
}

std::string obstacleTitle(const Obstacle& obstacle, const Catalog& catalog) {
    if (!obstacle.name.empty())
        return obstacle.name;
    const ObstacleKind* k = catalog.findObstacleKind(obstacle.kind);
    std::string name = k ? k->name : obstacle.kind;
    if (!name.empty() && name[0] >= 'A' && name[0] <= 'Z')
        name[0] = static_cast<char>(name[0] - 'A' + 'a');
    return name;
}

std::vector<Clearance> clearances(const Wall& wall, const Catalog& catalog) {
    std::vector<Clearance> out;
    for (const auto& o : wall.obstacles) {
        const ObstacleKind* k = catalog.findObstacleKind(o.kind);
        if (!k || k->wires == "here" || k->pipes == "here" || k->pipes == "hole")
            continue; // what lies inside the wall is in nobody's way
        const Length side = Length::mm(k->clearSide);
        Clearance c{o.id,
                    obstacleTitle(o, catalog),
                    o.x - side,
                    o.right() + side,
                    o.z - Length::mm(k->clearBelow),
                    o.top() + Length::mm(k->clearAbove),
                    k->why,
                    k->source};
        if (o.swing == "left") // the open leaf covers its own width beside the hinge
            c.x0 = std::min(c.x0, o.x - o.width);
        if (o.swing == "right")
            c.x1 = std::max(c.x1, o.right() + o.width);
        out.push_back(std::move(c));
    }
    return out;
}

} // namespace owl
