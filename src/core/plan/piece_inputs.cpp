#include "plan/piece_inputs.h"

#include "piece/kinds.h"

#include <algorithm>
#include <string_view>

namespace owl {
namespace {

const std::vector<Wall> noWalls;
const std::vector<Corner> noCorners;
const std::vector<Alcove> noAlcoves;

} // namespace

const Wall* PieceInputs::findWall(const std::string& id) const {
    if (id == wall.id)
        return &wall;
    const auto it = std::find_if(walls.begin(), walls.end(), [&](const Wall& w) { return w.id == id; });
    return it == walls.end() ? nullptr : &*it;
}

bool PieceInputs::operator==(const PieceInputs& o) const {
    return place.left == o.place.left && place.bottom == o.place.bottom && style == o.style &&
           kerf == o.kerf && recipe == o.recipe && hiddenBare == o.hiddenBare && piece == o.piece &&
           wall == o.wall && walls == o.walls && corners == o.corners && alcoves == o.alcoves;
}

std::optional<PieceInputs> inputsOf(const Project& project, const Catalog& catalog, std::size_t i,
                                    const Standing& place) {
    const Piece& piece = project.pieces[i];
    const Wall* wall = project.findWall(piece.wall);
    if (!wall || !catalog.findSpecies(speciesOf(piece.params)))
        return std::nullopt; // a document that was read cannot have this; an edit in memory might
    const bool between = std::string_view(kindInfo(piece.params).place) != "wall";
    return PieceInputs{piece,
                       *wall,
                       between ? project.walls : noWalls,
                       between ? project.corners : noCorners,
                       between ? project.alcoves : noAlcoves,
                       project.finish.recipe,
                       project.finish.hiddenBare,
                       project.style,
                       project.wood.kerf,
                       place};
}

const std::vector<NoDrillZone>* PieceScene::zonesOf(const std::string& id) const {
    if (!in.findWall(id))
        return nullptr;
    const auto it = std::find_if(walls.begin(), walls.end(), [&](const WallPlan& w) { return w.id == id; });
    return it == walls.end() ? nullptr : &it->zones;
}

} // namespace owl
