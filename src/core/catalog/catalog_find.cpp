// Rows of the catalogue by their ids, and what follows from one row alone.
#include "catalog/catalog.h"

#include <algorithm>

namespace owl {
namespace {

template <typename T> const T* find(const std::vector<T>& in, const std::string& id) {
    const auto it = std::find_if(in.begin(), in.end(), [&](const T& t) { return t.id == id; });
    return it == in.end() ? nullptr : &*it;
}

} // namespace

double Species::fastenerG() const {
    return assignedG > 0 ? assignedG : pilotG();
}

double Species::pilotG() const {
    return means.sg12 / (1 - 0.108 * means.sg12);
}

const Species* Catalog::findSpecies(const std::string& id) const {
    return find(species, id);
}
double Screw::thread(double pen, double length) const {
    return lag ? std::max(0.0, std::min(pen, 0.6 * length) - 0.625 * d) : std::min(pen, length * 2 / 3);
}

double LagScrew::thread(double length) const {
    return std::max(0.0, length * threadShare + threadPlus - tip);
}

double LagScrew::longest(double most) const {
    double out = most;
    for (double l : lengths)
        if (l <= most + 0.01)
            out = l;
    return out;
}

const LagScrew& Catalog::lagScrew(bool metric) const {
    const auto one = std::find_if(lagScrews.begin(), lagScrews.end(),
                                  [&](const LagScrew& s) { return s.metric == metric; });
    return one == lagScrews.end() ? lagScrews.front() : *one;
}

const Screw* Catalog::findScrew(const std::string& id) const {
    return find(screws, id);
}
const FinishKind* Catalog::findFinish(const std::string& id) const {
    return find(finishes, id);
}
const LoadKind* Catalog::findLoad(const std::string& id) const {
    return find(loads, id);
}
const HeightAdvice* Catalog::findHeight(const std::string& id) const {
    return find(heights, id);
}
const WallKind* Catalog::findWall(const std::string& id) const {
    return find(walls, id);
}
const CoverKind* Catalog::findCover(const std::string& id) const {
    return find(covers, id);
}
const AnchorKind* Catalog::findAnchor(const std::string& id) const {
    return find(anchors, id);
}
const ObstacleKind* Catalog::findObstacleKind(const std::string& id) const {
    return find(obstacles, id);
}
const FurnitureKind* Catalog::findFurnitureKind(const std::string& id) const {
    return find(furniture, id);
}

const Package* Catalog::findPackage(const std::string& id) const {
    return find(packages, id);
}

double Catalog::minutes(const std::string& id) const {
    const auto* l = find(labour, id);
    return l ? l->minutes : 0;
}

std::vector<std::string> Catalog::cautionsFor(const std::string& activity) const {
    std::vector<std::string> out;
    for (const auto& c : cautions)
        if (c.activity == activity)
            out.push_back(c.text);
    return out;
}

std::string Catalog::over(const std::string& under, const std::string& coat) const {
    for (const auto& c : compatibility)
        if (c.under == under && c.over == coat)
            return c.code;
    return {};
}

std::string Catalog::sandingSequence(const std::string& start, const std::string& finish,
                                     bool softwood) const {
    for (const auto& r : sanding)
        if (r.value("start_id", "") == start && r.value("finish_id", "") == finish &&
            r.value("wood", "") == (softwood ? "softwood" : "hardwood"))
            return r.value("sequence", "");
    return {};
}

} // namespace owl
