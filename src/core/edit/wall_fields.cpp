#include "edit/wall_fields.h"

#include "edit/field_maker.h"
#include "project/placing.h"
#include "room/height_advice.h"
#include "room/scan_of_wall.h"
#include "room/stud_readings.h"

#include <array>

namespace owl {
namespace {

class WallMaker : public FieldMaker {
  public:
    WallMaker(const Project& p, const Plan& plan, const Catalog& c, const std::string& piece,
              std::string wall)
        : FieldMaker(p, plan, c, piece), w_(std::move(wall)) {}

    std::vector<Field> run() {
        const Wall* wall = project_.findWall(w_);
        if (!wall)
            return {};
        sizes(*wall);
        studs(*wall);
        scan(*wall);
        obstacles(*wall);
        furniture(*wall);
        openings(*wall);
        for (auto& f : roomFields(project_, plan_, catalog_, piece_, w_))
            out_.push_back(std::move(f));
        return std::move(out_);
    }

  private:
    template <typename F> [[nodiscard]] auto on(F f) const { return onWall(w_, f); }
    /// Changes one thing in a list of the wall by its id.
    template <typename T, typename F>
    [[nodiscard]] auto each(std::vector<T> Wall::*list, const std::string& id, F f) const {
        return onWall(w_, [list, id, f](Wall& v, const auto& value) {
            for (auto& q : v.*list)
                if (q.id == id)
                    f(q, value);
        });
    }

    void sizes(const Wall& wall) {
        heading("Wall");
        const Room* room = project_.findRoom(wall.room);
        text("wall.room", "Room", room ? room->name : wall.room,
             [id = wall.room](Project& p, const std::string& t) {
                 for (auto& r : p.rooms)
                     if (r.id == id)
                         r.name = t;
             });
        text("wall.name", "Name", wall.name, on([](Wall& v, const std::string& t) { v.name = t; }));
        length("wall.width", "Width", wall.width, 300_mm, 20'000_mm,
               on([](Wall& v, Length l) { v.width = l; }));
        length("wall.height", "Ceiling", wall.height, 300_mm, 10'000_mm,
               on([](Wall& v, Length l) { v.height = l; }));
        slope(wall);
        length("wall.baseboard", "Baseboard", wall.baseboard, Length(), 600_mm,
               on([](Wall& v, Length l) { v.baseboard = l; }));
        length("wall.crown", "Crown at the ceiling", wall.crown, Length(), 400_mm,
               on([](Wall& v, Length l) { v.crown = l; }));
        construction(wall);
        choice("wall.user", "Used by", wall.user, wallUsers(),
               on([](Wall& v, const std::string& t) { v.user = t; }), "For the reach of what hangs here.");
        flag("wall.walkway", "People walk along it", wall.walkway,
             on([](Wall& v, bool b) { v.walkway = b; }));
        action("wall.add", "Add a wall to this room", [id = wall.room](Project& p) { addWall(p, id); });
        action("room.add", "Add a room with a wall", [](Project& p) {
            const std::string id = freeId(p.rooms, "room");
            p.rooms.push_back({id, "Room " + std::to_string(p.rooms.size() + 1)});
            addWall(p, id);
        });
        const bool bare = std::none_of(project_.pieces.begin(), project_.pieces.end(),
                                       [&](const Piece& p) { return p.wall == w_; });
        if (bare && project_.walls.size() > 1)
            action("wall.remove", "Remove this wall", [w = w_](Project& p) { removeWall(p, w); });
    }

    static void removeWall(Project& p, const std::string& w) {
        std::erase_if(p.walls, [&](const Wall& v) { return v.id == w; });
        std::erase_if(p.corners, [&](const Corner& c) { return c.left == w || c.right == w; });
        std::erase_if(p.alcoves, [&](const Alcove& a) { return a.back == w; });
        for (auto& a : p.alcoves) {
            if (a.left == w)
                a.left.clear();
            if (a.right == w)
                a.right.clear();
        }
        std::erase_if(p.rooms, [&](const Room& r) {
            return std::none_of(p.walls.begin(), p.walls.end(),
                                [&](const Wall& v) { return v.room == r.id; });
        });
    }

    void slope(const Wall& wall) {
        const std::string now = wall.ceiling.empty() ? "flat" : "sloped";
        choice("wall.slope", "Ceiling is", now,
               {{"flat", "flat"},
                {"left", "low at the left"},
                {"right", "low at the right"},
                {"sloped", "sloped"}},
               on([](Wall& v, const std::string& t) {
                   const Length low = v.height / 2;
                   if (t == "flat")
                       v.ceiling.clear();
                   else if (t == "left")
                       v.ceiling = {{Length(), low}, {v.width / 2, v.height}, {v.width, v.height}};
                   else if (t == "right")
                       v.ceiling = {{Length(), v.height}, {v.width / 2, v.height}, {v.width, low}};
               }));
        for (std::size_t i = 0; i < wall.ceiling.size(); ++i) {
            const std::string id = "ceiling." + std::to_string(i);
            const auto at = [&](Length CeilingPoint::*member) {
                return on([i, member](Wall& v, Length l) {
                    if (i < v.ceiling.size())
                        v.ceiling[i].*member = l;
                });
            };
            length(id + ".x", "Ceiling corner, across", wall.ceiling[i].x, Length(), 20'000_mm,
                   at(&CeilingPoint::x));
            length(id + ".z", "its height", wall.ceiling[i].z, Length(), 10'000_mm, at(&CeilingPoint::z));
        }
    }

    void construction(const Wall& wall) {
        Choices constructions;
        for (const auto& k : catalog_.walls)
            constructions.emplace_back(k.id, k.name);
        choice("wall.construction", "Built of", wall.construction, constructions,
               on([](Wall& v, const std::string& id) {
                   const WallKind* k = catalog().findWall(id);
                   if (!k)
                       return;
                   v.construction = id;
                   v.cover = k->cover;
                   v.coverThickness = Length::mm(k->coverThickness);
                   if (k->spacings.empty())
                       return;
                   v.studWidth = Length::mm(k->studWidth);
                   v.studDepth = Length::mm(k->studDepth);
                   v.spacing = Length::mm(k->spacings.front());
               }),
               "Sets stud size, usual spacing and cover; change them below as found.");
        Choices covers;
        for (const auto& k : catalog_.covers)
            covers.emplace_back(k.id, k.name);
        choice("wall.cover", "Cover", wall.cover, covers,
               on([](Wall& v, const std::string& id) { v.cover = id; }));
        length("wall.coverThickness", "Cover thickness", wall.coverThickness, Length(), 100_mm,
               on([](Wall& v, Length l) { v.coverThickness = l; }),
               "Measure it at an outlet: switch the circuit off and look at the edge.");
        flag("wall.bandsTraced", "Cable bands traced: free", wall.bandsTraced,
             on([](Wall& v, bool b) { v.bandsTraced = b; }),
             "Where cables usually run though no outlet shows; until traced, nothing is drilled there.");
    }

    void studs(const Wall& wall) {
        if (!hasStuds(wall))
            return;
        heading("Studs");
        choice("wall.studMode", "Known how",
               std::array{"spacing", "positions", "unknown"}.at(static_cast<std::size_t>(wall.studMode)),
               {{"spacing", "at a regular spacing"},
                {"positions", "found one by one"},
                {"unknown", "not seen yet"}},
               on([](Wall& v, const std::string& id) {
                   if (id == "positions" && v.studs.empty())
                       v.studs = studsOf(v); // start from what was believed so far
                   v.studMode = id == "spacing"     ? StudMode::spacing
                                : id == "positions" ? StudMode::positions
                                                    : StudMode::unknown;
               }));
        if (wall.studMode == StudMode::spacing)
            length("wall.firstStud", "First stud", wall.firstStud, Length(), 20'000_mm,
                   on([](Wall& v, Length l) { v.firstStud = l; }),
                   "Centre of the first stud from the left corner.");
        if (wall.studMode != StudMode::positions)
            length("wall.spacing", wall.studMode == StudMode::unknown ? "Usual spacing" : "Spacing",
                   wall.spacing, 100_mm, 3000_mm, on([](Wall& v, Length l) { v.spacing = l; }));
        if (wall.studMode != StudMode::spacing)
            readings(wall);
        length("wall.studWidth", "Stud width", wall.studWidth, 10_mm, 300_mm,
               on([](Wall& v, Length l) { v.studWidth = l; }));
        length("wall.studDepth", "Stud depth", wall.studDepth, 10_mm, 400_mm,
               on([](Wall& v, Length l) { v.studDepth = l; }));
    }

    void readings(const Wall& wall) {
        const NumberStyle style = project_.style;
        const std::string shown =
            wall.studMode == StudMode::positions ? studReadingsText(wall.studs, style) : std::string();
        out_.push_back({"wall.studs",
                        "Tape readings",
                        FieldKind::text,
                        shown,
                        {},
                        "Centres from the left corner with semicolons; +402 is a gap from the one before.",
                        [w = w_, style](const std::string& typed) -> Setter {
                            auto studs = parseStudReadings(typed, style);
                            if (!studs)
                                return tl::unexpected(studs.error());
                            return Edit{"Studs", [w, studs = std::move(*studs)](Project& p) {
                                            if (Wall* v = p.findWall(w)) {
                                                v->studs = keepKnown(v->studs, studs);
                                                v->studMode =
                                                    studs.empty() ? v->studMode : StudMode::positions;
                                            }
                                        }};
                        }});
    }

    /// A reading that was there before keeps its width, confidence and source.
    static std::vector<FoundStud> keepKnown(const std::vector<FoundStud>& before,
                                            std::vector<FoundStud> now) {
        for (auto& n : now)
            for (const auto& b : before)
                if (abs(b.x - n.x) <= Length::mm(0.05))
                    n = b;
        return now;
    }

    void scan(const Wall& wall) {
        if (!hasStuds(wall))
            return;
        heading("Stud scan");
        out_.push_back({"scan.read", "Read a scan from a file ..", FieldKind::file, "", {}, "", {}});
        action("scan.simulate", "Simulate a scan", wallAction(w_, [](Wall& v) {
                   std::uint64_t seed = v.scan ? v.scan->readings.size() + v.oddMarks.size() : 0;
                   for (char c : v.id)
                       seed = seed * 31 + static_cast<unsigned char>(c);
                   if (v.scan && !v.scan->readings.empty())
                       seed += static_cast<std::uint64_t>(v.scan->readings.front() * 1000);
                   takeScan(v, simulateScan(scanWallOf(v, seed), seed));
               }));
        if (!wall.proposed.empty())
            action("scan.acceptAll", "Accept all that are sure",
                   wallAction(w_, [](Wall& v) { acceptProposed(v, 0.8); }));
        for (const auto& s : wall.proposed)
            action("scan.accept." + std::to_string(s.x.nm()),
                   fmt::format("Accept {} ({:.0f} % sure)", say(roundToTape(s.x, project_.style)),
                               100 * s.confidence),
                   wallAction(w_, [x = s.x](Wall& v) { acceptProposal(v, x); }));
        if (wall.scan)
            action("scan.forget", "Forget this scan", wallAction(w_, forgetScan));
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
        title[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(title[0])));
        const std::string id = "obstacle." + o.id;
        heading(title + " at " + say(roundToTape(centre ? o.centreX() : o.x, project_.style)));
        const auto at = [&](auto f) { return each(&Wall::obstacles, o.id, f); };
        text(id + ".name", "Name", o.name, at([](Obstacle& q, const std::string& t) { q.name = t; }));
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
        action(id + ".remove", "Remove it", wallAction(w_, [oid = o.id](Wall& v) {
                   std::erase_if(v.obstacles, [&](const Obstacle& q) { return q.id == oid; });
               }));
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
        title[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(title[0])));
        heading(title);
        const auto at = [&](auto change) { return each(&Wall::furniture, f.id, change); };
        Choices kinds;
        for (const auto& k : catalog_.furniture)
            kinds.emplace_back(k.id, k.name);
        if (!catalog_.findFurnitureKind(f.kind))
            kinds.emplace_back(f.kind, f.kind);
        choice(id + ".kind", "Kind", f.kind, kinds,
               at([](Furniture& q, const std::string& t) { q.kind = t; }));
        text(id + ".name", "Name", f.name, at([](Furniture& q, const std::string& t) { q.name = t; }));
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
    static void removeFurniture(Project& p, const std::string& w, const std::string& fid) {
        for (auto& q : p.pieces) {
            if (q.wall == w && q.place.anchor == Anchor::furnitureCentre && q.place.furniture == fid) {
                q.place.x = pieceLeft(p, q);
                q.place.anchor = Anchor::typed;
                q.place.furniture.clear();
            }
            if (q.wall == w && q.place.follow.about == fid)
                endFollowing(p, q.id);
        }
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
                const LedgeParams& l = ledgeOf(*piece);
                o.x = pieceLeft(p, *piece);
                o.z = pieceBottom(p, *piece);
                o.width = l.length;
                o.height = l.backHeight + (l.back == BackPlace::onBase ? l.baseThickness : Length());
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

    std::string w_;
};

} // namespace

std::vector<Field> wallFields(const Project& project, const Plan& plan, const Catalog& catalog,
                              const std::string& piece, const std::string& wall) {
    return WallMaker(project, plan, catalog, piece, wall).run();
}

} // namespace owl
