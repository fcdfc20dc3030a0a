#include "project/references.h"

#include "finish/schedule.h"
#include "project/archive.h"
#include "room/height_advice.h"

#include <algorithm>

namespace owl {
namespace {

/// Recipes that are named must exist, and so must what they are made of.
void checkFinishes(const Project& p, const std::string& file) {
    const auto known = [&](const std::string& id) {
        return id == bareFinish || knownRecipe(catalog(), id) ||
               std::any_of(p.finish.recipes.begin(), p.finish.recipes.end(),
                           [&](const FinishRecipe& r) { return r.id == id; });
    };
    const auto need = [&](const std::string& id, const std::string& place) {
        if (!known(id))
            throw DocumentFault{fmt::format("{}: {}: there is no finish \"{}\"; see the catalogue subject "
                                            "finish_systems.",
                                            file, place, id)};
    };
    need(p.finish.recipe, "finish.recipe");
    for (std::size_t i = 0; i < p.finish.recipes.size(); ++i)
        for (std::size_t k = 0; k < p.finish.recipes[i].coats.size(); ++k)
            if (!catalog().findFinish(p.finish.recipes[i].coats[k].product))
                throw DocumentFault{
                    fmt::format("{}: finish.recipes[{}].coats[{}].product: \"{}\" is not known; see "
                                "the catalogue subject finishes.",
                                file, i, k, p.finish.recipes[i].coats[k].product)};
    for (std::size_t i = 0; i < p.pieces.size(); ++i) {
        if (!p.pieces[i].finish.empty())
            need(p.pieces[i].finish, fmt::format("pieces[{}].finish", i));
        for (std::size_t k = 0; k < p.pieces[i].finishOn.size(); ++k)
            need(p.pieces[i].finishOn[k].recipe, fmt::format("pieces[{}].finish_on[{}].recipe", i, k));
    }
}

/// What all lists of the project come to together.
void checkTotals(const Project& p, const std::string& file) {
    std::size_t things = 0, onWalls = 0;
    for (const auto& piece : p.pieces)
        things += piece.load.items.size();
    for (const auto& w : p.walls)
        onWalls += w.studs.size() + w.proposed.size() + w.oddMarks.size() + w.obstacles.size() +
                   w.furniture.size() + w.openings.size() + w.ceiling.size();
    if (things > mostThings)
        throw DocumentFault{fmt::format("{}: pieces: {} things stand on them; a project holds at most {}.",
                                        file, things, mostThings)};
    if (onWalls > mostOnWalls)
        throw DocumentFault{
            fmt::format("{}: walls: {} studs, signals and things are on them; a project holds at "
                        "most {}.",
                        file, onWalls, mostOnWalls)};
}

} // namespace

void checkReferences(const Project& p, const std::string& file) {
    if (p.style.denominator != 16 && p.style.denominator != 32 && p.style.denominator != 64)
        throw DocumentFault{fmt::format("{}: tape_fraction: it can be 16, 32 or 64.", file)};
    checkTotals(p, file);
    const Catalog& c = catalog();
    for (std::size_t i = 0; i < p.walls.size(); ++i) {
        const Wall& w = p.walls[i];
        if (!c.findWall(w.construction))
            throw DocumentFault{fmt::format(
                "{}: walls[{}].construction: \"{}\" is not known; see the catalogue subject walls.", file, i,
                w.construction)};
        for (std::size_t k = 0; k < w.obstacles.size(); ++k)
            if (!c.findObstacleKind(w.obstacles[k].kind))
                throw DocumentFault{fmt::format("{}: walls[{}].obstacles[{}].kind: \"{}\" is not known; see "
                                                "the catalogue subject obstacles.",
                                                file, i, k, w.obstacles[k].kind)};
        if (std::none_of(wallUsers().begin(), wallUsers().end(),
                         [&](const auto& u) { return u.first == w.user; }))
            throw DocumentFault{fmt::format(
                "{}: walls[{}].user: \"{}\" is not known; adult is the usual one.", file, i, w.user)};
        if (!c.findCover(w.cover))
            throw DocumentFault{
                fmt::format("{}: walls[{}].cover: \"{}\" is not known; see the catalogue subject covers.",
                            file, i, w.cover)};
    }
    for (std::size_t i = 0; i < p.pieces.size(); ++i) {
        const Piece& piece = p.pieces[i];
        const Wall* wall = p.findWall(piece.wall);
        if (!wall)
            throw DocumentFault{
                fmt::format("{}: pieces[{}].wall: there is no wall \"{}\".", file, i, piece.wall)};
        if (piece.place.anchor == Anchor::furnitureCentre && !extentOf(*wall, piece.place.furniture))
            throw DocumentFault{
                fmt::format("{}: pieces[{}].place.furniture: nothing called \"{}\" stands at that wall.",
                            file, i, piece.place.furniture)};
        if (const Species* wood = c.findSpecies(speciesOf(piece.params)); !wood || wood->sheet)
            throw DocumentFault{fmt::format(
                "{}: pieces[{}].{}.species: \"{}\" is not known; see the catalogue subject species.", file, i,
                kindOf(piece), speciesOf(piece.params))};
    }
    const auto needWall = [&](const std::string& id, const std::string& place, bool mayBeEmpty) {
        if (!p.findWall(id) && !(mayBeEmpty && id.empty()))
            throw DocumentFault{fmt::format("{}: {}: there is no wall \"{}\".", file, place, id)};
    };
    for (std::size_t i = 0; i < p.corners.size(); ++i) {
        needWall(p.corners[i].left, fmt::format("corners[{}].left", i), false);
        needWall(p.corners[i].right, fmt::format("corners[{}].right", i), false);
    }
    for (std::size_t i = 0; i < p.alcoves.size(); ++i) {
        needWall(p.alcoves[i].back, fmt::format("alcoves[{}].back", i), false);
        needWall(p.alcoves[i].left, fmt::format("alcoves[{}].left", i), true);
        needWall(p.alcoves[i].right, fmt::format("alcoves[{}].right", i), true);
    }
    checkFinishes(p, file);
    if (p.finish.dayEnds <= p.finish.dayBegins)
        throw DocumentFault{fmt::format("{}: finish.day_ends: it must be later than day_begins.", file)};
}

} // namespace owl
