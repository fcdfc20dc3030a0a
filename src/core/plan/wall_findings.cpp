// Findings about walls and rooms as they were entered, about scans, openings and constructions.
#include "plan/findings.h"
#include "plan/remedies.h"
#include "room/faults.h"
#include "room/stud_readings.h"
#include "scan/stud_estimator.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

class WallFindings {
  public:
    WallFindings(const Project& project, const Catalog& catalog, std::vector<Finding>& out)
        : project_(project), catalog_(catalog), out_(out) {}

    void run() {
        for (const auto& w : project_.walls) {
            for (const auto& f : wallFaults(w, catalog_))
                fault(f);
            oddSignals(w);
            openings(w);
            construction(w);
        }
        for (const auto& f : roomFaults(project_.walls, project_.corners, project_.alcoves))
            fault(f);
    }

  private:
    [[nodiscard]] std::string say(Length l) const {
        return formatLength(roundToTape(l, project_.style), project_.style);
    }
    Finding& add(std::string id, Severity s, const std::string& wall, std::string title, std::string text) {
        few_ = ++alike_[{id, wall}] <= mostAlike;
        Finding& f = addFinding(out_, id, s, "place", std::move(title), std::move(text));
        f.wall = wall;
        return f;
    }
    /// A remedy is the difference of two walls; of many findings of a sort only the first are told, and
    /// cured.
    template <typename F> void cure(Finding& f, std::string name, const Wall& wall, F change) const {
        if (few_)
            f.remedies.push_back(changeWall(std::move(name), wall, change));
    }
    [[nodiscard]] const Wall& wallOf(const std::string& id) const { return *project_.findWall(id); }
    [[nodiscard]] std::string wallName(const std::string& id) const {
        const Wall* w = project_.findWall(id);
        return w && !w->name.empty() ? w->name : id;
    }

    void fault(const RoomFault& f) {
        faultOfMeasures(f);
        faultOfThings(f);
        faultOfCorners(f);
    }
    /// What was measured of the wall itself.
    void faultOfMeasures(const RoomFault& f) {
        const std::string& w = f.wall;
        switch (f.kind) {
        case RoomFaultKind::studsOutOfOrder:
            cure(add("studs_out_of_order", Severity::warns, w, "Studs out of order",
                     fmt::format("{} comes after {}. Perhaps a reading was a gap, or a digit is wrong.",
                                 say(f.b), say(f.a))),
                 "Sort them", wallOf(w), [](Wall& v) {
                     std::stable_sort(v.studs.begin(), v.studs.end(),
                                      [](const FoundStud& a, const FoundStud& b) { return a.x < b.x; });
                 });
            break;
        case RoomFaultKind::studsOverlap: {
            auto& g =
                add("studs_overlap", Severity::warns, w, "Two studs in one place",
                    fmt::format("Studs at {} and {} would stand inside each other.", say(f.a), say(f.b)));
            for (const auto& [keep, drop] : {std::pair(f.a, f.b), std::pair(f.b, f.a)})
                cure(g, "Keep the one at " + say(keep), wallOf(w), [x = drop](Wall& v) {
                    const auto it = std::find_if(v.studs.begin(), v.studs.end(),
                                                 [x](const FoundStud& s) { return s.x == x; });
                    if (it != v.studs.end() && v.studs.size() > 1)
                        v.studs.erase(it);
                });
            break;
        }
        case RoomFaultKind::studOutside:
            cure(add("stud_outside", Severity::warns, w, "A stud outside the wall",
                     fmt::format("A stud at {} is not on a wall {} wide; it is left out.", say(f.a),
                                 say(project_.findWall(w)->width))),
                 "Take it off the list", wallOf(w), [x = f.a](Wall& v) {
                     std::erase_if(v.studs, [x](const FoundStud& s) { return s.x == x; });
                 });
            break;
        case RoomFaultKind::ceilingOutOfOrder:
            cure(add("ceiling_order", Severity::warns, w, "The ceiling runs backwards",
                     fmt::format("Its corner at {} comes after the one at {}.", say(f.b), say(f.a))),
                 "Sort them", wallOf(w), [](Wall& v) {
                     std::stable_sort(v.ceiling.begin(), v.ceiling.end(),
                                      [](const CeilingPoint& a, const CeilingPoint& b) { return a.x < b.x; });
                     v.ceiling.erase(
                         std::unique(v.ceiling.begin(), v.ceiling.end(),
                                     [](const CeilingPoint& a, const CeilingPoint& b) { return a.x == b.x; }),
                         v.ceiling.end());
                 });
            break;
        default:
            break;
        }
    }
    /// What lies on it or before it.
    void faultOfThings(const RoomFault& f) {
        const std::string& w = f.wall;
        switch (f.kind) {
        case RoomFaultKind::obstacleOutside: {
            const Obstacle* o = findObstacle(*project_.findWall(w), f.object);
            auto& g = add(
                "obstacle_outside", Severity::warns, w, "Past the edge of the wall",
                fmt::format("The {} lies from {} to {} across and {} to {} up; the wall is {} by {}.",
                            obstacleTitle(*o, catalog_), say(o->x), say(o->right()), say(o->z), say(o->top()),
                            say(project_.findWall(w)->width), say(project_.findWall(w)->height)));
            cure(g, "Move it onto the wall", wallOf(w), [id = f.object](Wall& v) {
                for (auto& q : v.obstacles)
                    if (q.id == id) {
                        q.width = std::min(q.width, v.width);
                        q.height = std::min(q.height, v.height);
                        q.x = std::clamp(q.x, Length(), v.width - q.width);
                        q.z = std::clamp(q.z, Length(), v.height - q.height);
                    }
            });
            break;
        }
        case RoomFaultKind::furnitureOutside:
            cure(add("furniture_outside", Severity::warns, w, "Not in front of the wall",
                     fmt::format("It stands at {}, past the end of the wall.", say(f.a))),
                 "Move it to the wall", wallOf(w), [id = f.object](Wall& v) {
                     for (auto& q : v.furniture)
                         if (q.id == id)
                             q.x = std::clamp(q.x, Length(), std::max(Length(), v.width - q.width));
                 });
            break;
        case RoomFaultKind::openingOutside:
            cureByRemoving(add("opening_outside", Severity::warns, w, "The opening leaves the wall",
                               fmt::format("An opening beginning at {}, {} up does not lie on the wall.",
                                           say(f.a), say(f.b))),
                           w, f.object);
            break;
        case RoomFaultKind::openingBetweenNothing:
            cureByRemoving(
                add("opening_no_stud", Severity::warns, w, "The opening bares no stud",
                    fmt::format("From {} to {} there is no stud: nothing is gained by cutting there.",
                                say(f.a), say(f.b))),
                w, f.object);
            break;
        default:
            break;
        }
    }
    /// Where it meets others.
    void faultOfCorners(const RoomFault& f) {
        const std::string& w = f.wall;
        switch (f.kind) {
        case RoomFaultKind::cornerAngle:
            add("corner_angle", Severity::warns, w, "No such corner",
                fmt::format("A corner of {:g}° cannot join two walls; inside corners lie between 5° and "
                            "355°, most at "
                            "90°.",
                            f.angle))
                .remedies = {setAngle("Make it 90°", f.object, 90), dropCorner(f.object)};
            break;
        case RoomFaultKind::cornerTaken:
            add("corner_taken", Severity::warns, w, "Two corners at one end",
                fmt::format("An end of {} is already joined to another wall.", wallName(w)))
                .remedies.push_back(dropCorner(f.object));
            break;
        case RoomFaultKind::cornerSame:
            add("corner_same", Severity::warns, w, "A wall cannot meet itself",
                fmt::format("{} is joined to itself.", wallName(w)))
                .remedies.push_back(dropCorner(f.object));
            break;
        case RoomFaultKind::alcoveWidths:
            add("alcove_widths", Severity::warns, w, "Back wall and alcove differ",
                fmt::format("The wall is {} wide, the alcove's back was measured as {}.", say(f.a), say(f.b)))
                .remedies = {
                changeWall("The wall is " + say(f.b), wallOf(w), [x = f.b](Wall& v) { v.width = x; }),
                setAlcoveBack(f.object, f.a)};
            break;
        default:
            break;
        }
    }

    void cureByRemoving(Finding& f, const std::string& wall, const std::string& opening) const {
        cure(f, "Do without it", wallOf(wall), [opening](Wall& v) {
            std::erase_if(v.openings, [&](const CoverOpening& o) { return o.id == opening; });
        });
    }
    [[nodiscard]] Remedy dropCorner(const std::string& id) const {
        std::vector<Corner> corners = project_.corners;
        std::erase_if(corners, [&](const Corner& c) { return c.id == id; });
        return {"Part these walls", {cornersChange(corners)}, {}};
    }
    [[nodiscard]] Remedy setAngle(std::string name, const std::string& id, double angle) const {
        std::vector<Corner> corners = project_.corners;
        for (auto& c : corners)
            if (c.id == id)
                c.angle = angle;
        return {std::move(name), {cornersChange(corners)}, {}};
    }
    [[nodiscard]] Remedy setAlcoveBack(const std::string& id, Length width) const {
        Remedy r{"The back is " + say(width), {}, {}};
        for (const auto& a : project_.alcoves)
            if (a.id == id) {
                Alcove after = a;
                after.widthBack = width;
                r.changes = changesOf(a, after);
            }
        return r;
    }

    void oddSignals(const Wall& w) {
        for (const auto& m : w.oddMarks) {
            if (m.decision != SignalDecision::open)
                continue;
            auto& f = add(
                "odd_signal", Severity::warns, w.id, fmt::format("An odd signal at {}", say(m.x)),
                oddText({oddKindFrom(m.kind), m.x.mm(), (m.x - m.width / 2).mm(), (m.x + m.width / 2).mm()},
                        project_.style));
            f.working.source = "your scan; table 7e";
            const auto decide = [&](const char* name, SignalDecision d, bool stud) {
                cure(f, name, w, [id = m.id, d, stud](Wall& v) {
                    for (auto& q : v.oddMarks)
                        if (q.id == id) {
                            q.decision = d;
                            const bool there =
                                std::any_of(v.studs.begin(), v.studs.end(),
                                            [&](const FoundStud& s) { return abs(s.x - q.x) < 15_mm; });
                            if (stud && !there) {
                                v.studs.push_back({q.x, {}, 1, StudSource::seen});
                                std::stable_sort(
                                    v.studs.begin(), v.studs.end(),
                                    [](const FoundStud& a, const FoundStud& b) { return a.x < b.x; });
                            }
                        }
                });
            };
            if (m.kind == "pipe" || m.kind == "metal" || m.kind == "weak" || m.kind == "wide" ||
                m.kind == "alone")
                decide("Keep clear of it", SignalDecision::keepClear, false);
            if (m.kind != "gap" && m.kind != "no_stud" && m.kind != "high_wall" && m.kind != "doubled")
                decide("Probed: it is a stud", SignalDecision::ignored, true);
            decide("Leave it", SignalDecision::ignored, false);
        }
        if (!w.proposed.empty()) {
            auto& f = add("scan_waits", Severity::notes, w.id, "Studs read off the scan",
                          fmt::format("{} wait to be accepted; none is used before.", w.proposed.size()));
            f.remedies.push_back(
                changeWall("Accept all that are sure", w, [](Wall& v) { acceptProposed(v, 0.8); }));
        }
    }

    void openings(const Wall& w) {
        for (const auto& o : w.openings) {
            if (o.cut)
                continue;
            auto& f =
                add("opening_planned", Severity::notes, w.id, "Before you cut the wall open",
                    fmt::format(
                        "Set the knife or saw to {}: the cover and no more. Cut {} by {} with {} of play all "
                        "round. Cables and pipes may lie right behind: switch the circuits off, cut a small "
                        "hole first and look. {}Old plaster and paint may hold lead or asbestos.",
                        say(w.coverThickness), say(o.wide()), say(o.high()), say(o.play),
                        o.behind.empty() ? "" : "Expected behind it: " + o.behind + ". "));
            f.working.source = "cautions, drilling walls";
            cure(f, "It is cut as planned", w, [id = o.id](Wall& v) {
                for (auto& q : v.openings)
                    if (q.id == id) {
                        q.cutX = q.left();
                        q.cutZ = q.bottom();
                        q.cutWidth = q.wide();
                        q.cutHeight = q.high();
                        q.cut = true;
                    }
            });
        }
    }

    void construction(const Wall& w) {
        const WallKind* k = catalog_.findWall(w.construction);
        const bool used = std::any_of(project_.pieces.begin(), project_.pieces.end(),
                                      [&](const Piece& p) { return p.wall == w.id; });
        if (!k || !used || (k->id.starts_with("timber_stud") && w.coverThickness <= 16_mm))
            return;
        const auto say = [&](double newton) { return formatForce(newton, project_.style); };
        std::string holds;
        for (const auto& id : k->anchors)
            if (const AnchorKind* a = catalog_.findAnchor(id))
                holds +=
                    fmt::format("{}{}, {} to {} pull and {} to {} shear", holds.empty() ? "" : "; ", a->name,
                                say(a->tensionLow), say(a->tensionHigh), say(a->shearLow), say(a->shearHigh));
        auto& f = add("wall_holds", Severity::notes, w.id, k->name,
                      k->traps + (holds.empty() ? "" : " Typical for one anchor: " + holds + "."));
        f.working.source = k->source;
    }

    const Project& project_;
    const Catalog& catalog_;
    std::vector<Finding>& out_;
    std::map<std::pair<std::string, std::string>, std::size_t> alike_; ///< by id and wall
    bool few_ = true; ///< the last added is among the first of its sort
};

} // namespace

void findAboutWalls(const Project& project, const Catalog& catalog, std::vector<Finding>& out) {
    WallFindings(project, catalog, out).run();
}

} // namespace owl
