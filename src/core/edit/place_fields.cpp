// Inputs of the Place station that are about the piece itself.
#include "edit/arrange.h"
#include "edit/field_maker.h"
#include "edit/wall_fields.h"
#include "project/placing.h"

#include <array>

namespace owl {
namespace {

class PiecePlaceMaker : public FieldMaker {
  public:
    using FieldMaker::FieldMaker;

    std::vector<Field> run(bool arranging) {
        const Piece* piece = project_.findPiece(piece_);
        const Wall* wall = piece ? project_.findWall(piece->wall) : nullptr;
        if (!wall)
            return {};
        position(*piece, *wall);
        if (arranging) {
            keeping(*piece);
            power(*piece, *wall);
            arranged(*piece);
        }
        return std::move(out_);
    }

  private:
    void position(const Piece& piece, const Wall& wall) {
        heading("This piece");
        name("piece.name", piece.name, onPiece([](Piece& p, const std::string& t) { p.name = t; }));
        if (project_.walls.size() > 1)
            choice("piece.wall", onFloor(piece.params) ? "Stands at" : "Hangs on", piece.wall, walls(),
                   [id = piece.id](Project& p, const std::string& w) { hangOn(p, id, w); });
        anchor(piece, wall);
        const Length left = pieceLeft(project_, piece);
        const Length length_ = lengthOf(piece.params);
        const Length bottom = pieceBottom(project_, piece);
        const std::string id = piece.id;
        if (fromCorner(piece.params)) { // it stands where its walls are
            length("place.z", "Bottom above the floor", bottom, Length(), 10'000_mm,
                   [id](Project& p, Length z) { movePiece(p, id, pieceLeft(p, *p.findPiece(id)), z); });
            return;
        }
        length("place.x", "From the left corner", left, Length(), 20'000_mm,
               [id](Project& p, Length x) { movePiece(p, id, x, pieceBottom(p, *p.findPiece(id))); });
        length("place.right", "To the right corner", wall.width - left - length_, Length(), 20'000_mm,
               [id, total = wall.width - length_](Project& p, Length r) {
                   movePiece(p, id, total - r, pieceBottom(p, *p.findPiece(id)));
               });
        if (onFloor(piece.params))
            return;
        length("place.z", "Bottom above the floor", bottom, Length(), 10'000_mm,
               [id](Project& p, Length z) { movePiece(p, id, pieceLeft(p, *p.findPiece(id)), z); });
        if (const Furniture* f = furnitureBelow(wall, left, left + length_, bottom))
            length("place.above", "Above the " + f->title(), bottom - f->height, -5000_mm, 10'000_mm,
                   [id, top = f->height](Project& p, Length up) {
                       movePiece(p, id, pieceLeft(p, *p.findPiece(id)), top + up);
                   });
    }

    /// The wall before its room: the box shows the beginning.
    [[nodiscard]] Choices walls() const {
        Choices out;
        for (const auto& w : project_.walls) {
            const Room* r = project_.findRoom(w.room);
            out.emplace_back(w.id, (w.name.empty() ? w.id : w.name) + (r ? ", " + r->name : ""));
        }
        return out;
    }

    static void hangOn(Project& p, const std::string& id, const std::string& wall) {
        Piece* q = p.findPiece(id);
        const Wall* w = p.findWall(wall);
        if (!q || !w || q->wall == wall)
            return;
        q->place.z = pieceBottom(p, *q);
        q->wall = wall;
        q->place.follow = {};
        q->place.anchor = Anchor::wallCentre;
        q->place.furniture.clear();
        q->power = {};
    }

    /// Furniture, fireplaces, windows and doors: id and name.
    [[nodiscard]] Choices thingsToCentreOn(const Wall& wall) const {
        Choices out;
        for (const auto& f : wall.furniture)
            out.emplace_back(f.id, f.title());
        for (const auto& o : wall.obstacles)
            if (hasCentreLine(o))
                out.emplace_back(o.id, obstacleTitle(o, catalog_));
        return out;
    }

    void anchor(const Piece& piece, const Wall& wall) {
        if (piece.place.follow.how != FollowHow::none || fromCorner(piece.params))
            return;
        Choices anchors{{"wall", "on the wall"}};
        for (const auto& [id, name] : thingsToCentreOn(wall))
            anchors.emplace_back("furniture:" + id, "on the " + name);
        anchors.emplace_back("typed", "at a typed place");
        const std::string now = piece.place.anchor == Anchor::wallCentre ? "wall"
                                : piece.place.anchor == Anchor::typed    ? "typed"
                                                                      : "furniture:" + piece.place.furniture;
        choice("place.anchor", "Centred", now, anchors, [id = piece.id](Project& p, const std::string& key) {
            Piece* q = p.findPiece(id);
            if (!q)
                return;
            if (key == "typed" && q->place.anchor != Anchor::typed)
                q->place.x = pieceLeft(p, *q); // stays where it is until a number is typed
            q->place.anchor = key == "wall"    ? Anchor::wallCentre
                              : key == "typed" ? Anchor::typed
                                               : Anchor::furnitureCentre;
            q->place.furniture = key.starts_with("furniture:") ? key.substr(10) : "";
        });
    }

    /// A pair or a stack: how this piece keeps to another on the same wall.
    void keeping(const Piece& piece) {
        Choices ways{{"", "nothing"}};
        for (const auto& o : project_.pieces) {
            if (o.id == piece.id || o.wall != piece.wall)
                continue;
            ways.emplace_back("mirror:" + o.id, "mirror of " + o.name);
            ways.emplace_back("above:" + o.id, "stacked on " + o.name);
            ways.emplace_back("beside:" + o.id, "beside " + o.name);
        }
        if (ways.size() < 2)
            return;
        heading("Pair or stack");
        const Follow& f = piece.place.follow;
        static constexpr std::array names{"", "mirror:", "above:", "beside:"};
        const std::string now =
            f.how == FollowHow::none ? "" : names.at(static_cast<std::size_t>(f.how)) + f.leader;
        choice("follow", "Keeps to", now, ways,
               [id = piece.id](Project& p, const std::string& key) { follow(p, id, key); });
        if (f.how == FollowHow::none)
            return;
        if (f.how != FollowHow::mirror)
            length("follow.gap", f.how == FollowHow::above ? "Rise, bottom to bottom" : "Gap", f.gap,
                   -5000_mm, 5000_mm, onPiece([](Piece& p, Length l) { p.place.follow.gap = l; }));
        else
            mirrorAbout(piece);
        flag("follow.equal", "Sizes and wood stay equal", f.equalSize,
             onPiece([](Piece& p, bool v) { p.place.follow.equalSize = v; }),
             "A change of either changes both.");
    }

    void mirrorAbout(const Piece& piece) {
        Choices lines{{"", "the wall's middle"}};
        if (const Wall* w = project_.findWall(piece.wall))
            for (const auto& [thing, name] : thingsToCentreOn(*w))
                lines.emplace_back(thing, "the middle of the " + name);
        choice("follow.about", "Mirrored about", piece.place.follow.about, lines,
               onPiece([](Piece& p, const std::string& v) { p.place.follow.about = v; }));
    }

    static void follow(Project& p, const std::string& id, const std::string& key) {
        endFollowing(p, id);
        Piece* q = p.findPiece(id);
        const auto colon = key.find(':');
        if (!q || colon == std::string::npos)
            return;
        Follow f;
        f.leader = key.substr(colon + 1);
        const std::string how = key.substr(0, colon);
        f.how = how == "mirror" ? FollowHow::mirror : how == "above" ? FollowHow::above : FollowHow::beside;
        const Piece* leader = p.findPiece(f.leader);
        if (!leader)
            return;
        Length tall;
        for (const auto& i : leader->load.items)
            tall = std::max(tall, i.height);
        if (f.how == FollowHow::above)
            f.gap = outerSize(leader->params, catalog()).z + std::max(100_mm, spacingFor(tall).comfortable);
        if (f.how == FollowHow::beside)
            f.gap = 100_mm;
        q->place.follow = f;
        if (f.equalSize)
            q->params = leader->params;
    }

    void power(const Piece& piece, const Wall& wall) {
        Choices outlets{{"", "none"}};
        for (const auto& o : wall.obstacles)
            if (o.kind == "outlet")
                outlets.emplace_back(o.id, obstacleTitle(o, catalog_) + " at " + say(o.centreX()));
        if (outlets.size() < 2)
            return;
        heading("Lamp or charger on it");
        choice("power.outlet", "Fed from", piece.power.outlet, outlets,
               onPiece([](Piece& p, const std::string& v) { p.power.outlet = v; }));
        if (piece.power.outlet.empty())
            return;
        text("power.what", "What", piece.power.what,
             onPiece([](Piece& p, const std::string& t) { p.power.what = t; }));
        length("power.cord", "Length of its cord", piece.power.cord, Length(), 20'000_mm,
               onPiece([](Piece& p, Length l) { p.power.cord = l; }));
    }

    void arranged(const Piece& piece) {
        const auto edits = arrangeEdits(project_, plan_, piece.wall, {}, piece.id);
        if (edits.empty())
            return;
        heading("Arrange all on this wall");
        for (const auto& e : edits)
            action("arrange." + e.name, e.name, e.apply);
    }
};

} // namespace

std::vector<Field> positionFields(const Project& project, const Plan& plan, const Catalog& catalog,
                                  const std::string& piece) {
    return PiecePlaceMaker(project, plan, catalog, piece).run(false);
}

std::vector<Field> placeFields(const Project& project, const Plan& plan, const Catalog& catalog,
                               const std::string& piece, const std::string& wall) {
    const Piece* p = project.findPiece(piece);
    const std::string shown = !wall.empty()            ? wall
                              : p                      ? p->wall
                              : !project.walls.empty() ? project.walls.front().id
                                                       : std::string();
    std::vector<Field> out;
    if (p && p->wall == shown)
        out = PiecePlaceMaker(project, plan, catalog, piece).run(true);
    for (auto& f : wallFields(project, plan, catalog, piece, shown))
        out.push_back(std::move(f));
    return out;
}

} // namespace owl
