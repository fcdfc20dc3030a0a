#include "plan/plan_finish.h"

#include "joint/ruler.h"
#include "solid/query.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <map>
#include <set>

namespace owl {
namespace {

/// Which axis a face looks along (0 x, 1 y, 2 z), and whether to the far side.
struct Looks {
    int axis;
    bool far;
};
Looks looksOf(Face f) {
    static constexpr std::array<Looks, 6> all{
        {{1, true}, {1, false}, {2, true}, {2, false}, {0, false}, {0, true}}};
    return all.at(static_cast<std::size_t>(f));
}
/// The side of the piece that nobody sees once it hangs.
bool lies(const Part& part, Face face) {
    return face == Face::back && abs(part.bounds().at.y) < 1_mm / 1000;
}

/// What is gathered for one recipe.
struct Gathered {
    double area = 0;
    bool softwood = true, blotches = false, resinous = false;
    std::map<std::string, std::set<std::string>> faces; ///< part name -> faces
    std::vector<std::string> masks;
    bool all = true; ///< no face of any piece has another finish
};

class FinishPlanner {
  public:
    FinishPlanner(const PlanInputs& in, Plan& plan) : in_(in), plan_(plan) {}

    void run() {
        FinishInput fi;
        fi.start = parseClock(in_.project.finish.start).value_or(0);
        fi.dayBegins = in_.project.finish.dayBegins;
        fi.dayEnds = in_.project.finish.dayEnds;
        for (std::size_t i = 0; i < plan_.pieces.size(); ++i) {
            gather(in_.project.pieces[i], plan_.pieces[i]);
            fi.builds.push_back(chainOf(plan_.pieces[i]));
        }
        for (const auto& id : order_) {
            const FinishRecipe* r = findRecipe(in_.project, in_.catalog, id);
            if (!r)
                continue;
            const Gathered& g = by_[id];
            FinishJob job{*r, g.area, g.softwood, g.blotches, g.resinous, words(id, g), g.masks};
            fi.jobs.push_back(std::move(job));
        }
        plan_.finish = scheduleFinish(fi, in_.catalog);
    }

  private:
    /// Everything before the wall.
    static BuildChain chainOf(const PiecePlan& pp) {
        BuildChain c{pp.id, pp.name, {}};
        for (const auto& s : pp.steps)
            if (!s.onWall && !s.byTheSchedule)
                c.tasks.push_back({s.id, s.title, s.minutes, s.waitMinutes});
        return c;
    }

    void gather(const Piece& piece, const PiecePlan& pp) {
        const Species* wood = in_.catalog.findSpecies(speciesOf(piece.params));
        if (!wood)
            return;
        for (const auto& part : pp.assembly().parts) {
            std::map<std::string, std::string> here; // face -> recipe
            for (std::size_t f = 0; f < faceNames.size(); ++f) {
                const Face face = static_cast<Face>(f);
                const auto known = pp.open.find(part.id);
                const double area = known == pp.open.end() ? 0 : known->second.at(f);
                if (area <= 0)
                    continue;
                const std::string id = recipeOf(in_.project.finish.recipe, in_.project.finish.hiddenBare,
                                                piece, part.id, face, lies(part, face));
                here[faceNames.at(f)] = id;
                add(id, area, *wood, pp, part, faceNames.at(f));
            }
            borders(here, pp, part);
        }
    }

    void add(const std::string& id, double area, const Species& wood, const PiecePlan& pp, const Part& part,
             const char* face) {
        if (!by_.contains(id))
            order_.push_back(id);
        Gathered& g = by_[id];
        g.area += area;
        g.softwood = wood.softwood;
        g.blotches = g.blotches || wood.blotches;
        g.resinous = g.resinous || wood.resinous;
        g.faces[partName(pp, part)].insert(face);
    }

    [[nodiscard]] std::string partName(const PiecePlan& pp, const Part& part) const {
        return plan_.pieces.size() > 1 ? fmt::format("{} ({})", part.name, pp.name) : part.name;
    }

    /// Where two finishes meet on one part, the later one masks the border.
    void borders(const std::map<std::string, std::string>& here, const PiecePlan& pp, const Part& part) {
        std::set<std::string> ids;
        for (const auto& [face, id] : here)
            ids.insert(id);
        if (ids.size() < 2)
            return;
        for (const auto& id : ids) {
            if (id == bareFinish)
                continue;
            std::string mine;
            std::string others;
            for (const auto& [face, other] : here)
                (other == id ? mine : others) += ((other == id ? mine : others).empty() ? "" : ", ") + face;
            by_[id].masks.push_back(fmt::format("the {}: {} against {}", partName(pp, part), mine, others));
        }
    }

    /// Where a recipe goes, when there is more than one.
    [[nodiscard]] std::string words(const std::string& id, const Gathered& g) const {
        if (by_.size() < 2 || (by_.size() == 2 && by_.contains(bareFinish) && id != bareFinish))
            return {};
        std::string out;
        for (const auto& [part, faces] : g.faces) {
            std::string list;
            for (const auto& f : faces)
                list += (list.empty() ? "" : ", ") + f;
            out += (out.empty() ? "" : "; ") + part + (faces.size() >= 4 ? "" : " " + list);
        }
        return out;
    }

    const PlanInputs& in_;
    Plan& plan_;
    std::map<std::string, Gathered> by_;
    std::vector<std::string> order_;
};

} // namespace

std::vector<std::vector<const Part*>> neighbours(const Assembly& a) {
    std::vector<Bounds3> around;
    for (const auto& p : a.parts)
        around.push_back(p.solid.bounds());
    std::vector<std::vector<const Part*>> out(a.parts.size());
    for (std::size_t i = 0; i < around.size(); ++i)
        for (std::size_t k = 0; k < around.size(); ++k)
            if (i != k && !around[i].apart(around[k], 0.1))
                out[i].push_back(&a.parts[k]);
    return out;
}

double openArea(const Part& part, const std::vector<const Part*>& near, Face face) {
    const Looks look = looksOf(face);
    const double sign = look.far ? 1 : -1;
    const Vec3 out{look.axis == 0 ? sign : 0, look.axis == 1 ? sign : 0, look.axis == 2 ? sign : 0};
    double area = 0;
    for (std::size_t i = 0; i < part.solid.cells.size(); ++i) {
        const ConvexCell& c = part.solid.cells[i];
        for (std::size_t k = 0; k < c.faces.size(); ++k) {
            // Each face, a bevel too, belongs to one side: the one it looks to most.
            const Vec3& n = c.faces[k].plane.normal;
            if (nearestAxis(n) != look.axis || dot(n, out) < 0)
                continue;
            double open = exposedArea(part.solid, i, k);
            for (const Part* other : near)
                open -= coveredArea(c, k, other->solid);
            area += std::max(0.0, open);
        }
    }
    return area * 1e-6;
}

std::string recipeOf(const std::string& ofProject, bool hiddenBare, const Piece& piece,
                     const std::string& part, Face face, bool againstWall) {
    const std::string exact = part + "/" + faceNames.at(static_cast<std::size_t>(face));
    for (const auto& want : {exact, part})
        for (const auto& on : piece.finishOn)
            if (on.id == want)
                return on.recipe;
    if (againstWall && hiddenBare)
        return bareFinish;
    return piece.finish.empty() ? ofProject : piece.finish;
}

const FinishRecipe* findRecipe(const Project& project, const Catalog& catalog, const std::string& id) {
    for (const auto& r : project.finish.recipes)
        if (r.id == id)
            return &r;
    return knownRecipe(catalog, id);
}

void planFinish(const PlanInputs& in, Plan& plan) {
    if (!in.project.pieces.empty())
        FinishPlanner(in, plan).run();
}

} // namespace owl
