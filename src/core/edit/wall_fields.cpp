#include "edit/wall_fields.h"

#include "edit/field_maker.h"
#include "room/height_advice.h"
#include "room/scan_of_wall.h"
#include "room/stud_readings.h"

#include <array>

namespace owl {
namespace {

class WallMaker : public WallFieldMaker {
  public:
    using WallFieldMaker::WallFieldMaker;

    std::vector<Field> run() {
        const Wall* wall = project_.findWall(w_);
        if (!wall)
            return {};
        sizes(*wall);
        studs(*wall);
        scan(*wall);
        for (auto fields : {thingFields, roomFields})
            for (auto& f : fields(project_, plan_, catalog_, piece_, w_))
                out_.push_back(std::move(f));
        return std::move(out_);
    }

  private:
    void sizes(const Wall& wall) {
        heading("Wall");
        const Room* room = project_.findRoom(wall.room);
        text("wall.room", "Room", room ? room->name : wall.room,
             [id = wall.room](Project& p, const std::string& t) {
                 for (auto& r : p.rooms)
                     if (r.id == id)
                         r.name = t;
             });
        name("wall.name", wall.name, on([](Wall& v, const std::string& t) { v.name = t; }));
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
        if (wall.coverThickness > Length() && hasStuds(wall))
            length("wall.behindCover", "Free behind the cover", wall.behindCover, Length(), 1000_mm,
                   on([](Wall& v, Length l) { v.behindCover = l; }),
                   "For anchors that open behind it: a bent wire through a pilot hole tells; 0: not looked.");
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
};

} // namespace

std::vector<Field> wallFields(const Project& project, const Plan& plan, const Catalog& catalog,
                              const std::string& piece, const std::string& wall) {
    return WallMaker(project, plan, catalog, piece, wall).run();
}

} // namespace owl
