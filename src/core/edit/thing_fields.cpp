// Inputs of what hangs on a wall, stands before it, or is cut into its cover.
#include "edit/field_maker.h"
#include "edit/wall_fields.h"
#include "measure/words.h"
#include "project/placing.h"

#include <cctype>

namespace owl {
namespace {

class ThingMaker : public WallFieldMaker {
  public:
    using WallFieldMaker::WallFieldMaker;

    std::vector<Field> run() {
        const Wall* wall = project_.findWall(w_);
        if (!wall)
            return {};
        obstacles(*wall);
        furniture(*wall);
        openings(*wall);
        return std::move(out_);
    }

  private:
    /// Changes one thing in a list of the wall by its id.
    template <typename T, typename F>
    [[nodiscard]] auto each(std::vector<T> Wall::*list, const std::string& id, F f) const {
        return onWall(w_, [list, id, f](Wall& v, const auto& value) {
            for (auto& q : v.*list)
                if (q.id == id)
                    f(q, value);
        });
    }

    void obstacles(const Wall& wall) {
        heading("On the wall");
        Choices kinds{{"", "add .."}};
        for (const auto& k : catalog_.obstacles)
            kinds.emplace_back(k.id, k.name);
        choice("obstacle.add", "Add", "", kinds,
               on([](Wall& v, const std::string& kind) { addObstacle(v, kind); }));
        for (const auto& o : wall.obstacles)
            obstacle(o);
    }

    static void addObstacle(Wall& v, const std::string& kind) {
        const ObstacleKind* k = catalog().findObstacleKind(kind);
        if (!k)
            return;
        Obstacle o;
        o.id = freeId(v.obstacles, kind);
        o.kind = kind;
        o.width = std::min(v.width, Length::mm(k->width));
        o.height = std::min(v.height, Length::mm(k->height));
        o.x = std::min(v.width / 4, v.width - o.width);
        o.z = std::min(Length::mm(k->bottom), v.height - o.height);
        v.obstacles.push_back(o);
    }

    void obstacle(const Obstacle& o) {
        const ObstacleKind* k = catalog_.findObstacleKind(o.kind);
        const bool centre = k && k->byCentre;
        std::string title = obstacleTitle(o, catalog_);
        title = capitalised(title);
        const std::string id = "obstacle." + o.id;
        heading(title + " at " + say(roundToTape(centre ? o.centreX() : o.x, project_.style)));
        const auto at = [&](auto f) { return each(&Wall::obstacles, o.id, f); };
        name(id + ".name", o.name, at([](Obstacle& q, const std::string& t) { q.name = t; }));
        if (centre) {
            length(id + ".x", "Its middle, across", o.centreX(), -1000_mm, 20'000_mm,
                   at([](Obstacle& q, Length l) { q.x = l - q.width / 2; }));
            length(id + ".z", "Its middle, up", o.centreZ(), -1000_mm, 10'000_mm,
                   at([](Obstacle& q, Length l) { q.z = l - q.height / 2; }));
        } else {
            length(id + ".x", "Left edge", o.x, -1000_mm, 20'000_mm,
                   at([](Obstacle& q, Length l) { q.x = l; }));
            length(id + ".z", "Bottom edge", o.z, -1000_mm, 10'000_mm,
                   at([](Obstacle& q, Length l) { q.z = l; }));
        }
        length(id + ".width", "Width", o.width, 1_mm, 10'000_mm,
               at([](Obstacle& q, Length l) { q.width = l; }));
        length(id + ".height", "Height", o.height, 1_mm, 10'000_mm,
               at([](Obstacle& q, Length l) { q.height = l; }));
        const bool carries = k && ((k->wires != "none" && k->wires != "here") ||
                                   (k->pipes != "none" && k->pipes != "here" && k->pipes != "hole"));
        if (carries)
            choice(id + ".runs", "Its wires or pipes", o.runs,
                   {{"usual", "may run as usual"},
                    {"up_down", "up or down"},
                    {"up", "up only"},
                    {"down", "down only"},
                    {"sideways", "sideways only"},
                    {"none", "traced: elsewhere"}},
                   at([](Obstacle& q, const std::string& t) { q.runs = t; }));
        if (o.kind == "door" || o.kind == "window")
            choice(id + ".swing", "Opens along this wall", o.swing,
                   {{"none", "no"}, {"left", "yes, hinges left"}, {"right", "yes, hinges right"}},
                   at([](Obstacle& q, const std::string& t) { q.swing = t; }));
        action(id + ".remove", "Remove it", [w = w_, oid = o.id](Project& p) {
            leaveThing(p, w, oid);
            if (Wall* v = p.findWall(w))
                std::erase_if(v->obstacles, [&](const Obstacle& q) { return q.id == oid; });
        });
    }

    void furniture(const Wall& wall) {
        heading("In front of the wall");
        Choices kinds{{"", "add .."}};
        for (const auto& k : catalog_.furniture)
            kinds.emplace_back(k.id, k.name);
        choice("furniture.add", "Add", "", kinds, on([](Wall& v, const std::string& kind) {
                   const FurnitureKind* k = catalog().findFurnitureKind(kind);
                   if (!k)
                       return;
                   Furniture f;
                   f.id = freeId(v.furniture, "furniture");
                   f.kind = kind;
                   f.width = std::min(v.width, Length::mm(k->width));
                   f.bottom = Length::mm(k->bottom);
                   f.height = std::min(v.height, Length::mm(k->bottom + k->height));
                   f.depth = Length::mm(k->depth);
                   f.x = (v.width - f.width) / 2;
                   v.furniture.push_back(f);
               }));
        for (const auto& f : wall.furniture)
            oneFurniture(f);
    }

    void oneFurniture(const Furniture& f) {
        const std::string id = "furniture." + f.id;
        std::string title = f.title();
        title = capitalised(title);
        heading(title);
        const auto at = [&](auto change) { return each(&Wall::furniture, f.id, change); };
        Choices kinds;
        for (const auto& k : catalog_.furniture)
            kinds.emplace_back(k.id, k.name);
        if (!catalog_.findFurnitureKind(f.kind))
            kinds.emplace_back(f.kind, f.kind);
        choice(id + ".kind", "Kind", f.kind, kinds,
               at([](Furniture& q, const std::string& t) { q.kind = t; }));
        name(id + ".name", f.name, at([](Furniture& q, const std::string& t) { q.name = t; }));
        length(id + ".x", "Left edge", f.x, -5000_mm, 20'000_mm, at([](Furniture& q, Length l) { q.x = l; }));
        length(id + ".width", "Width", f.width, 50_mm, 10'000_mm,
               at([](Furniture& q, Length l) { q.width = l; }));
        length(id + ".height", "Top above the floor", f.height, 50_mm, 5000_mm,
               at([](Furniture& q, Length l) { q.height = l; }));
        if (f.bottom > Length() || f.kind == "tv")
            length(id + ".bottom", "Bottom above the floor", f.bottom, Length(), 4000_mm,
                   at([](Furniture& q, Length l) { q.bottom = l; }));
        length(id + ".depth", "Stands out", f.depth, 10_mm, 3000_mm,
               at([](Furniture& q, Length l) { q.depth = l; }));
        action(id + ".remove", "Remove it", [w = w_, fid = f.id](Project& p) { removeFurniture(p, w, fid); });
    }

    /// Pieces that were centred on it stay where they are.
    static void leaveThing(Project& p, const std::string& w, const std::string& fid) {
        for (auto& q : p.pieces) {
            if (q.wall == w && q.place.anchor == Anchor::furnitureCentre && q.place.furniture == fid) {
                q.place.x = pieceLeft(p, q);
                q.place.anchor = Anchor::typed;
                q.place.furniture.clear();
            }
            if (q.wall == w && q.place.follow.about == fid)
                endFollowing(p, q.id);
        }
    }
    static void removeFurniture(Project& p, const std::string& w, const std::string& fid) {
        leaveThing(p, w, fid);
        if (Wall* v = p.findWall(w))
            std::erase_if(v->furniture, [&](const Furniture& q) { return q.id == fid; });
    }

    void openings(const Wall& wall) {
        heading("Cover cut open");
        action("opening.add", "Plan an opening behind this piece", [w = w_, id = piece_](Project& p) {
            Wall* v = p.findWall(w);
            if (!v)
                return;
            CoverOpening o;
            o.id = freeId(v->openings, "opening");
            const Piece* piece = p.findPiece(id);
            if (piece && piece->wall == w) {
                const Vec size = outerSize(piece->params, catalog());
                o.x = pieceLeft(p, *piece);
                o.z = pieceBottom(p, *piece);
                o.width = size.x;
                o.height = size.z;
            } else {
                o.x = (v->width - o.width) / 2;
                o.z = 1200_mm;
            }
            v->openings.push_back(o);
        });
        for (std::size_t i = 0; i < wall.openings.size(); ++i)
            opening(wall.openings[i], i + 1);
    }

    void opening(const CoverOpening& o, std::size_t n) {
        heading(fmt::format("Opening {}{}", n, o.cut ? ", as cut" : ", planned"));
        const std::string id = "opening." + o.id;
        const auto at = [&](auto change) { return each(&Wall::openings, o.id, change); };
        const auto size = [&](const char* key, const char* label, Length value, Length CoverOpening::*planned,
                              Length CoverOpening::*real) {
            length(id + "." + key, label, value, -1000_mm, 20'000_mm,
                   at([planned, real](CoverOpening& q, Length l) { q.*(q.cut ? real : planned) = l; }));
        };
        flag(id + ".cut", "It is cut", o.cut, at([](CoverOpening& q, bool on) {
                 if (on && !q.cut) { // begins as planned; what came out otherwise is typed over it
                     q.cutX = q.left();
                     q.cutZ = q.bottom();
                     q.cutWidth = q.wide();
                     q.cutHeight = q.high();
                 }
                 q.cut = on;
             }),
             "Then type what it really measures: the pieces are judged by that.");
        size("x", "Left edge", o.cut ? o.cutX : o.x, &CoverOpening::x, &CoverOpening::cutX);
        size("z", "Bottom edge", o.cut ? o.cutZ : o.z, &CoverOpening::z, &CoverOpening::cutZ);
        size("width", "Width", o.cut ? o.cutWidth : o.width, &CoverOpening::width, &CoverOpening::cutWidth);
        size("height", "Height", o.cut ? o.cutHeight : o.height, &CoverOpening::height,
             &CoverOpening::cutHeight);
        if (!o.cut)
            length(id + ".play", "Play all round", o.play, Length(), 50_mm,
                   at([](CoverOpening& q, Length l) { q.play = l; }));
        text(id + ".behind", o.cut ? "What was behind it" : "What may lie behind", o.behind,
             at([](CoverOpening& q, const std::string& t) { q.behind = t; }));
        action(id + ".studs", "Type the studs as seen", wallAction(w_, [](Wall& v) {
                   if (v.studMode != StudMode::positions)
                       v.studs = studsOf(v);
                   v.studMode = StudMode::positions;
                   for (auto& s : v.studs)
                       for (const auto& q : v.openings)
                           if (q.cut && s.x > q.left() && s.x < q.right()) {
                               s.source = StudSource::seen;
                               s.confidence = 1;
                           }
               }));
        action(id + ".remove", "Remove it", wallAction(w_, [oid = o.id](Wall& v) {
                   std::erase_if(v.openings, [&](const CoverOpening& q) { return q.id == oid; });
               }));
    }
};

} // namespace

std::vector<Field> thingFields(const Project& project, const Plan& plan, const Catalog& catalog,
                               const std::string& piece, const std::string& wall) {
    return ThingMaker(project, plan, catalog, piece, wall).run();
}

} // namespace owl
