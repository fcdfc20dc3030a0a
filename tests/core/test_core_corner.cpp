// The corner shelf: its figure for any corner, what keeps it from rocking off (S9.6), each fixing by its
// place and stiffness (S5.3), marks on both walls: all summed again here.
#include "project/random_project.h"
#include "room/side_walls.h"
#include "solid/query.h"
#include "strength/plate_on_springs.h"
#include "strength/rod.h"
#include "strength/wall_pieces.h"
#include "told.h"

#include <numbers>

using namespace owl;
using test::assemblyOf;
using test::checkOf;
using test::first;

namespace {

Project with(const std::string& set) {
    return test::with("corner", test::words(set));
}
double areaOf(const Plan& plan, const char* stem) {
    double v = 0;
    for (const auto& p : assemblyOf(plan).parts)
        if (p.id.starts_with(stem))
            v += p.volume() / p.thickness.mm();
    return v;
}

/// A thick shelf of 600 that studs of both walls reach twice.
Project onStuds(const char* carried) {
    Project p = with(std::string("length=600 leg2=600 thickness=40 boards=4 carried=") + carried);
    for (auto& w : p.walls) {
        w.bandsTraced = true;
        w.spacing = 400_mm;
    }
    p.walls[0].firstStud = 140_mm;
    p.walls[1].firstStud = Length::nm((p.walls[1].width - 540_mm).nm() % (400_mm).nm());
    if (p.walls[1].firstStud == Length())
        p.walls[1].firstStud = 400_mm;
    p.pieces.front().load.handN = 150;
    return p;
}
/// Of a rod as it was put into the plan, N/mm, by the strength function that the public cases check.
double stiffnessOfRod(const Plan& plan, const std::string& id) {
    const Part& bar = *assemblyOf(plan).find(id);
    const auto rod = std::find_if(catalog().rods.begin(), catalog().rods.end(),
                                  [&](const Rod& r) { return std::abs(r.d - bar.width.mm()) < 0.01; });
    const LedgerWall& wall = first(plan).ledgerWalls.front();
    RodInput in;
    in.d = rod->d;
    in.E = rod->E;
    in.allow = rod->allowStanding;
    in.cover = wall.cover.mm();
    in.embedShelf = bar.solid.bounds().high.y;
    in.embedWall = -bar.solid.bounds().low.y - in.cover;
    in.depth = assemblyOf(plan).standsOut.mm();
    in.thickness = 40;
    in.Gwall = 0.42;
    in.Gshelf = catalog().findSpecies("scots_pine")->fastenerG();
    in.playShelf = in.playWall = assemblyOf(plan).seat<LedgersSeat>()->on.front().play.mm();
    return rodOf(in, {100, 100 * in.embedShelf / 2, 0, 0}).stiffness;
}

} // namespace

class TestCorner : public QObject {
    Q_OBJECT
  private slots:
    /// Boards are glued up square and sawn to the outline after that, whatever goes onto the panel later.
    void boardsAreSawnWhenTheyAreOnePanel() {
        std::size_t panels = 0;
        for (std::uint64_t seed = 0; seed < 24; ++seed) {
            const Project p =
                seed == 0 ? test::with("corner", {}) : randomProject("corner", Units::metric, seed).value();
            const Plan plan = test::planOf(p);
            const PiecePlan& pp = plan.pieces.front();
            const auto at = [&](auto found) {
                return std::find_if(pp.steps.begin(), pp.steps.end(), found) - pp.steps.begin();
            };
            const auto outline = at([](const BuildStep& s) { return s.id.ends_with("/shape-outline"); });
            if (outline == static_cast<std::ptrdiff_t>(pp.steps.size()))
                continue;
            ++panels;
            const BuildStep& saw = pp.steps[static_cast<std::size_t>(outline)];
            QVERIFY(saw.shapes.size() > 1 && saw.shapes.size() == saw.parts.size());
            const auto isSawn = [&](const std::string& part) {
                return std::find(saw.parts.begin(), saw.parts.end(), part) != saw.parts.end();
            };
            for (const auto& j : pp.assembly().joints) {
                const auto joined = at([&](const BuildStep& s) {
                    return std::find(s.joins.begin(), s.joins.end(), j.id) != s.joins.end();
                });
                if (isSawn(j.first) && isSawn(j.second))
                    QVERIFY2(joined < outline, j.id.c_str());
                else if (isSawn(j.first) || isSawn(j.second))
                    QVERIFY2(outline < joined,
                             qPrintable(QString("seed %1: %2").arg(seed).arg(j.id.c_str())));
            }
        }
        QVERIFY(panels > 5);
    }
    /// Of boards an L is two, each with its grain along its wall, half of each where they cross.
    void anLOfBoardsIsLapped() {
        for (const double angle : {84.0, 90.0, 95.0}) {
            Project p = newProject("corner", Units::metric).value();
            CornerParams& c = std::get<CornerParams>(p.pieces.front().params);
            c.front = CornerFront::ell;
            c.length = c.leg2 = 500_mm;
            c.arm = 150_mm;
            c.angle = angle;
            const Plan plan = test::planOf(p);
            const Assembly& a = plan.pieces.front().assembly();
            const Part* one = a.find("arm-1");
            const Part* two = a.find("arm-2");
            QVERIFY(one && two && !a.find("board-1") && !a.find("shelf"));
            QVERIFY(std::abs(one->pose.along.x - 1) < 1e-9);
            QVERIFY(std::abs(two->pose.along.y - std::sin(angle * std::acos(-1) / 180)) < 1e-9);
            QVERIFY(separation(one->solid, two->solid) > -1e-3);
            QVERIFY(distance(one->solid, two->solid) < 1e-3);
            // Whole, the two would count the rhombus of the corner twice; the lap takes half of each away.
            const double s = std::sin(angle * std::acos(-1) / 180);
            const double lap = 150 * 150 / s;
            const double each = 500 * 150 * 18.0;
            const double both = one->solid.volume() + two->solid.volume();
            QVERIFY2(both < 2 * each && both > 2 * each - lap * 18 * 1.6, std::to_string(both).c_str());
            const Joint* j = a.joint("lap");
            QVERIFY(j && j->kind == "half_lap" && j->how == Joinery::glue);
            for (const auto& part : plan.cutJob.parts)
                if (part.id.ends_with("arm-1"))
                    QCOMPARE(part.width, 150_mm);
        }
    }
    void aDefaultCornerHolds() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(newProject("corner", units).value());
            QVERIFY(!plan.blocked());
            QVERIFY(first(plan).hold()->feasible);
            for (const char* id : {"wall_screws", "anchors", "rocking", "front_bending", "front_sag"})
                QVERIFY2(checkOf(plan, id), id);
        }
    }
    void everyMakeClosesWithoutGapOrOverlap_data() {
        QTest::addColumn<QString>("set");
        for (const char* front : {"front=straight", "front=straight ends=0", "front=round boards=3",
                                  "front=ell made=sheet length=500 leg2=450", "strip=yes drop=60 rise=20",
                                  "grain=leg boards=3", "leg2=480"})
            for (const char* angle : {"90", "84.5", "97"})
                for (const char* capture : {"screws", "groove", "lip"})
                    QTest::addRow("%s %s %s", front, angle, capture)
                        << QString("%1 angle=%2 capture=%3").arg(front, angle, capture);
    }
    void everyMakeClosesWithoutGapOrOverlap() {
        QFETCH(QString, set);
        const Plan plan = test::planOf(with(set.toStdString()));
        const QString wrong = test::gapOrOverlap(assemblyOf(plan));
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
    }
    /// Areas by the plane figures: legs a, b at an angle, less the tips that square ends cut off.
    void areasByTheirFigures() {
        const Plan tri = test::planOf(with("ends=0 edge=square length=400 leg2=300"));
        QVERIFY(std::abs(areaOf(tri, "board") - 400 * 300 / 2.0) < 1);
        const double C = 97 * std::numbers::pi / 180;
        const Plan open = test::planOf(with("ends=0 edge=square length=400 leg2=300 angle=97"));
        QVERIFY(std::abs(areaOf(open, "board") - 400 * 300 / 2.0 * std::sin(C)) < 1);
        // Five sides: both square ends of c, the front between their tips.
        const double c = 70;
        const Plan five = test::planOf(with("edge=square length=380 ends=70"));
        QVERIFY(std::abs(areaOf(five, "board") - (380.0 * 380 - (380 - c) * (380 - c) / 2)) < 1);
        const Plan round = test::planOf(with("front=round edge=square length=300 boards=2"));
        QVERIFY(std::abs(areaOf(round, "board") - std::numbers::pi * 300 * 300 / 4) < 30);
        const Plan ell = test::planOf(with("front=ell made=sheet length=500 leg2=450 arm=150"));
        QVERIFY(std::abs(areaOf(ell, "shelf") - (500.0 * 150 + (450 - 150) * 150.0)) < 1);
    }
    /// Reference data: five sides with legs of 300 and ends of 60 have a front of 339.4.
    void theFrontOfFiveSides() {
        const Plan plan = test::planOf(with("length=300 leg2=300 ends=60 strip=yes strip_thickness=18"));
        const Part* strip = assemblyOf(plan).find("strip");
        // its inner face is longer by its thickness at each end, where it follows the walls
        QVERIFY(strip && std::abs(strip->length.mm() - 2 * 18 - 339.4) < 0.1);
    }
    /// Both legs end in half of what the corner measures, whatever it measures.
    void theCleatsMeetOnTheLineThatHalvesTheCorner() {
        for (const double angle : {82.0, 90.0, 98.5}) {
            const Plan plan = test::planOf(with("angle=" + std::to_string(angle)));
            for (const char* id : {"cleat-1", "cleat-2"}) {
                const auto end = endAngles(*assemblyOf(plan).find(id), false);
                QVERIFY(end);
                QVERIFY(std::abs(std::abs(end->bevel) - (90 - angle / 2)) < 0.01 ||
                        std::abs(std::abs(end->mitre) - (90 - angle / 2)) < 0.01);
            }
            const Vec3 out = assemblyOf(plan).seat<LedgersSeat>()->on[1].out;
            QVERIFY(std::abs(std::acos(-out.y) * 180 / std::numbers::pi - angle) < 1e-6);
        }
    }
    /// Tongue, play and lip fill the strip; the groove takes the tongue with play above and below.
    void stripsFollowFromTheGroove() {
        for (const char* capture : {"groove", "lip"}) {
            const Plan plan =
                test::planOf(with(std::string("length=420 leg2=420 play=1.5 capture=") + capture));
            const Part* strip = assemblyOf(plan).find("capture-1");
            const Part* cleat = assemblyOf(plan).find("cleat-1");
            QVERIFY(strip && cleat);
            const double top = cleat->bounds().at.z.mm() + cleat->bounds().size.z.mm();
            // Lifted by more than the play it meets what it hooks under, by less it does not.
            const Part* under = capture == std::string("lip") ? assemblyOf(plan).find("lip-1") : cleat;
            QVERIFY(separation(moved(strip->solid, {0, 0, 1.4}), under->solid) > -1e-6);
            QVERIFY(separation(moved(strip->solid, {0, 0, 2.5}), under->solid) < -0.5);
            // And it comes off along the line that halves the corner.
            QVERIFY(separation(moved(strip->solid, {30, 30, 0}), under->solid) > -1e-6);
            QVERIFY(std::abs(strip->bounds().at.z.mm() + strip->bounds().size.z.mm() - top) < 1e-6);
        }
    }
    /// The public case by the piece itself is another figure; this is S9.6 with the piece's own weights.
    void rockingByThreePoints() {
        Project p = with("cleat_short=100");
        for (auto& w : p.walls)
            w.bandsTraced = true; // anchors may stand near the corner
        p.walls[0].firstStud = 240_mm;
        p.walls[1].firstStud = Length::nm((p.walls[1].width - 240_mm).nm() % p.walls[1].spacing.nm());
        p.pieces.front().load.kgPerM = 0;
        p.pieces.front().load.handN = 100;
        const Plan plan = test::planOf(p);
        const Assembly& a = assemblyOf(plan);
        std::vector<CornerLoad> loads;
        for (const auto& part : a.parts)
            loads.push_back({massOf(part, first(plan).woodDensity) * gravity, part.solid.centre().x,
                             part.solid.centre().y});
        double worst = 1e9;
        for (const auto& h : a.seat<LedgersSeat>()->hands) {
            auto all = loads;
            all.push_back({100, h.x, h.y});
            worst = std::min(worst, cornerRest(all, 280, 280).corner);
        }
        QVERIFY(worst < 0); // a hand at the end of the front lifts it off
        const Check* c = checkOf(plan, "rocking");
        QVERIFY(c && c->leaning);
        QVERIFY2(std::abs(c->demand + worst) < 0.01, qPrintable(QString("%1 %2").arg(c->demand).arg(worst)));
        // Longer cleats ask less of the screws that hold it down.
        Project longer = p;
        longer.pieces.front().params =
            withParameter(longer.pieces.front().params, "cleat_short", "10", true).value();
        const Plan with10 = test::planOf(longer);
        QVERIFY(checkOf(with10, "rocking")->demand < c->demand);
    }
    void aStiffBoardOnSprings() {
        // Four legs of a table, a weight in the middle: a quarter each.
        const std::vector<PlateSpring> four{{0, 0, 10}, {100, 0, 10}, {100, 100, 10}, {0, 100, 10}};
        for (double R : plateOnSprings(four, {{40, 50, 50}}))
            QVERIFY(std::abs(R - 10) < 1e-9);
        // Three carry by statics alone, however stiff: levers.
        const auto three = plateOnSprings({{0, 0, 1}, {200, 0, 77}, {0, 100, 3}}, {{100, 50, 25}});
        QVERIFY(std::abs(three[0] - 50) < 1e-9 && std::abs(three[1] - 25) < 1e-9 &&
                std::abs(three[2] - 25) < 1e-9);
        // In balance about any point, and the stiffer takes more.
        const std::vector<PlateSpring> odd{{10, 3, 1000}, {300, 0, 50}, {0, 280, 1000}, {5, 60, 50}};
        const auto R = plateOnSprings(odd, {{70, 120, 90}, {220, 300, 40}});
        double f = 0;
        double mx = 0;
        double my = 0;
        for (std::size_t i = 0; i < odd.size(); ++i) {
            f += R[i];
            mx += R[i] * odd[i].x;
            my += R[i] * odd[i].y;
        }
        QVERIFY(std::abs(f - 290) < 1e-6);
        QVERIFY(std::abs(mx - (70 * 120 + 220 * 300)) < 1e-3);
        QVERIFY(std::abs(my - (70 * 90 + 220 * 40)) < 1e-3);
        QVERIFY(plateOnSprings({{0, 0, 1}, {1, 1, 1}, {2, 2, 1}}, {{1, 0, 0}}).empty()); // one line
        QVERIFY(plateOnSprings({{0, 0, 1}, {1, 1, 1}}, {{1, 0, 0}}).empty());
    }
    /// Every mount has its mark on the wall it is in, counted from that wall's own end and from the corner.
    void marksOnBothWalls() {
        const Project p = with("angle=93");
        const Plan plan = test::planOf(p);
        int second = 0;
        for (const auto& m : first(plan).hold()->mounting.mounts) {
            const auto mark =
                std::find_if(first(plan).marks.begin(), first(plan).marks.end(), [&](const WallMark& k) {
                    const double along = m.to == "wall" ? m.at.x : norm(Vec3{m.at.x, m.at.y, 0});
                    return k.to == m.to && std::abs(k.fromFloor.mm() - 1200 - m.at.z) < 1e-6 &&
                           std::abs((m.to == "wall" ? k.fromWallLeft : k.fromCorner).mm() - along) < 1e-3;
                });
            QVERIFY2(mark != first(plan).marks.end(), m.id.c_str());
            if (m.to == "wall")
                continue;
            ++second;
            QCOMPARE(mark->wall, std::string("wall-2"));
            QVERIFY(std::abs((mark->fromWallLeft + mark->fromCorner - p.walls[1].width).mm()) < 1e-6);
        }
        QVERIFY(second >= 2);
        // and the second wall's own stud is behind the screw there
        const auto studs = studCentres(p.walls[1]);
        const bool hit =
            std::any_of(first(plan).marks.begin(), first(plan).marks.end(), [&](const WallMark& k) {
                return k.to == "second_wall" && k.into == "stud" &&
                       std::find(studs.begin(), studs.end(), k.fromWallLeft) != studs.end();
            });
        QVERIFY(hit);
    }
    /// Wires on the second wall bar its studs like those on the first.
    void zonesOfTheSecondWall() {
        Project p = with("");
        Obstacle socket = test::hangs("outlet", p.walls[1].width - 330_mm, 300_mm);
        p.walls[1].obstacles.push_back(socket); // the run goes straight up from it
        const Plan plan = test::planOf(p);
        for (const auto& m : first(plan).marks)
            if (m.to == "second_wall")
                QVERIFY(abs(m.fromCorner - 330_mm) > 50_mm);
    }
    void aWallNobodyEntered() {
        Project p = with("");
        p.walls.pop_back();
        p.corners.clear();
        const Plan plan = test::planOf(p);
        QVERIFY(test::finding(plan, "side_wall_unknown"));
        QVERIFY(test::finding(plan, "no_support")); // nothing is known that holds its second leg
        QVERIFY(!assemblyOf(plan).parts.empty());
        // Found square in the room, typed otherwise: offered to be made as measured.
        Project q = with("");
        q.corners.front().angle = 91.5;
        const Plan told = test::planOf(q);
        const Finding* f = test::finding(told, "measured_otherwise");
        QVERIFY(f && !f->remedies.empty());
        const auto after = withChanges(q, f->remedies.front().changes);
        QVERIFY(after && !test::finding(test::planOf(*after), "measured_otherwise"));
    }
    /// One wall of brick, one of studs: each is fixed its own way.
    void eachWallItsOwnFixing() {
        Project p = with("");
        p.walls[1].construction = "solid_brick";
        const Plan plan = test::planOf(p);
        QVERIFY(first(plan).hold()->feasible);
        bool brick = false;
        for (const auto& m : first(plan).hold()->mounting.mounts)
            if (m.to == "second_wall") {
                QCOMPARE(m.into, std::string("masonry"));
                brick = true;
            }
        QVERIFY(brick);
        for (const auto& m : first(plan).marks)
            QVERIFY(m.to == "wall" || (m.drill > 4 && m.what.find("screw") == std::string::npos));
    }
    /// A rod that runs beside the glue line of two boards has a hole in one and a groove in the other.
    void rodsBesideAGlueLine() {
        int most = 0;                                                      // boards of one rod
        for (std::uint64_t lot : {305, 1'000'308, 2'000'311, 3'000'314}) { // drawn: one of them runs so
            const Plan plan = test::planOf(randomProject("corner", Units::imperial, lot).value());
            const auto& parts = first(plan).assembly().parts;
            for (const auto& rod : parts) {
                if (!rod.id.starts_with("rod-"))
                    continue;
                int boardsHere = 0;
                for (const auto& board : parts) {
                    if (&board == &rod || separation(board.solid, rod.solid) > -0.05)
                        continue;
                    const bool bored =
                        std::any_of(board.holes.begin(), board.holes.end(),
                                    [&](const Hole& h) { return h.id == board.id + "/" + rod.id; });
                    QVERIFY2(bored, (board.id + " " + rod.id).c_str());
                    ++boardsHere;
                }
                most = std::max(most, boardsHere);
            }
        }
        QVERIFY(most > 1);
    }
    /// Rods out of one wall, a strip on the other: a stiff board on springs, so what each takes over its
    /// stiffness is how far it settles, and all of that lies in one plane (S5.3).
    void rodsFromOneWallAndALedgeOnTheOther() {
        const Plan plan = test::planOf(onStuds("rods"));
        QVERIFY(first(plan).hold()->feasible);
        const SupportVerdict& v = *first(plan).hold();
        std::vector<Vec3> settles; // x, y, R/k
        for (std::size_t i = 0; i < v.reactions.size(); ++i) {
            const auto m = std::find_if(v.mounting.mounts.begin(), v.mounting.mounts.end(),
                                        [&](const Mount& q) { return q.support == static_cast<int>(i); });
            QVERIFY(m != v.mounting.mounts.end());
            // S5.3: a screw through the cover, the mean of both densities
            const double rho = (first(plan).woodDensity + 1120 * 0.42 / (1 + 0.108 * 0.42)) / 2;
            const double k =
                m->kind == "rod" ? stiffnessOfRod(plan, m->id) : std::pow(rho, 1.5) * m->diameter / 23 / 2;
            settles.push_back({m->at.x, m->at.y, v.reactions[i] / k});
        }
        QVERIFY(settles.size() >= 4); // three lie in a plane whatever they are
        const Vec3 n = cross(settles[1] - settles[0], settles[2] - settles[0]);
        for (std::size_t i = 3; i < settles.size(); ++i)
            QVERIFY2(std::abs(dot(n, settles[i] - settles[0])) < 1e-3 * norm(n),
                     qPrintable(QString::number(dot(n, settles[i] - settles[0]) / norm(n))));
        const Check* c = checkOf(plan, "rods");
        QVERIFY(c && c->utilisation() > 0);
        QVERIFY(!checkOf(plan, "rocking") && checkOf(test::planOf(onStuds("cleats")), "rocking"));
    }
    void rodsAreThickEnoughBoughtAndHaveTheirHoles() {
        const Plan plan = test::planOf(onStuds("rods"));
        std::size_t found = 0;
        for (const auto& m : first(plan).hold()->mounting.mounts) {
            if (m.kind != "rod")
                continue;
            ++found;
            const Part* bar = assemblyOf(plan).find(m.id);
            QVERIFY(bar && bar->fromSupport && (40 - bar->width.mm()) / 2 >= 6);
            for (std::size_t i = 1; i < m.passes.size(); ++i) {
                const Part* board = assemblyOf(plan).find(m.passes[i]);
                QVERIFY(std::any_of(board->holes.begin(), board->holes.end(),
                                    [&](const Hole& h) { return h.purpose == m.id; }));
            }
        }
        QVERIFY(found >= 1);
        const bool bought =
            std::any_of(plan.shopping.begin(), plan.shopping.end(),
                        [](const ShoppingLine& l) { return l.what.find("rod") != std::string::npos; });
        QVERIFY(bought);
        // The step at the wall counts them as what they are.
        const auto& steps = first(plan).steps;
        QVERIFY(std::any_of(steps.begin(), steps.end(), [&](const BuildStep& s) {
            return s.text.find(std::to_string(found) + " rods") != std::string::npos;
        }));
    }
    /// A panel has no end of a board to measure from any more: its holes are told from the corner. A cleat's
    /// are told by their height too, wherever its wall runs.
    void holesAreToldFromWhatIsThere() {
        const Plan plan = test::planOf(onStuds("rods"));
        std::size_t bored = 0;
        bool cleat = false;
        for (const auto& s : first(plan).steps) {
            for (const auto& id : s.shapes)
                for (const auto& p : assemblyOf(plan).parts)
                    for (const auto& h : p.holes)
                        if (h.id == id && h.purpose.starts_with("rod-")) {
                            ++bored;
                            const std::string at = formatLength(Length::mm(h.at.x), {});
                            QVERIFY2(s.text.find(at + ", ") != std::string::npos ||
                                         s.text.find(at + ";") != std::string::npos,
                                     s.text.c_str());
                            QVERIFY(s.text.starts_with("From the panel's corner along its edge"));
                        }
            if (s.id.ends_with("/bore-cleat-2")) {
                cleat = true;
                const Part* strip = assemblyOf(plan).find("cleat-2");
                const double up = strip->holes.front().at.z - strip->solid.bounds().low.z;
                QVERIFY2(s.text.find(formatLength(Length::mm(up), {}) + " above its lower edge") !=
                             std::string::npos,
                         s.text.c_str());
            }
        }
        QVERIFY(cleat);
        QVERIFY(bored >= 2);
    }
    /// What a profile takes off a quarter round, by Pappus: its section times the way of that section's
    /// centre, above and below. Nothing gets a hole where the boards meet.
    void aCurveTakesEveryProfile() {
        const double plain =
            areaOf(test::planOf(with("front=round edge=square length=300 boards=2")), "board");
        const double s = 5;
        const double pi = std::numbers::pi;
        for (const auto& [edge, section, inwards] : {std::tuple{"chamfer", s * s / 2, s / 3},
                                                     {"round_over", (1 - pi / 4) * s * s, 0.2234 * s},
                                                     {"cove", pi / 4 * s * s, 4 * s / (3 * pi)}}) {
            const Plan plan =
                test::planOf(with(std::string("front=round length=300 boards=2 edge_size=5 edge=") + edge));
            const double taken = (plain - areaOf(plan, "board")) * 18;
            const double expected = 2 * section * pi / 2 * (300 - inwards);
            QVERIFY2(std::abs(taken - expected) < 0.03 * expected,
                     qPrintable(QString("%1: %2 %3").arg(edge).arg(taken).arg(expected)));
            QCOMPARE(test::gapOrOverlap(assemblyOf(plan)), QString());
            const Part* front = assemblyOf(plan).find("board-2");
            QVERIFY(front && front->features.back().text.starts_with(
                                 std::string_view(edge) == "round_over" ? "round-over" : edge));
        }
    }
    /// Nothing that has to open behind the cover is set where there is no room to open.
    void anchorsThatCannotOpenAreNotUsed() {
        const auto anchorsOf = [](Length behind) {
            Project p = with("");
            for (auto& w : p.walls) {
                w.spacing = 600_mm;
                w.studMode = StudMode::spacing;
                w.behindCover = behind;
            }
            std::size_t out = 0;
            const Plan plan = test::planOf(p);
            for (const auto& m : first(plan).hold()->mounting.mounts)
                out += m.into == "cover" ? 1U : 0U;
            return out;
        };
        QVERIFY(anchorsOf({}) > 0);
        QCOMPARE(anchorsOf(6_mm), std::size_t(0));
    }
    void badInput_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("id");
        QTest::newRow("5 degrees") << "angle=5"
                                   << "corner_angle";
        QTest::newRow("175 degrees") << "angle=175"
                                     << "corner_angle";
        QTest::newRow("short leg") << "length=60"
                                   << "leg_short";
        QTest::newRow("12 m long") << "length=12000"
                                   << "leg_long";
        QTest::newRow("unequal legs") << "length=900 leg2=250"
                                      << "legs_unequal";
        QTest::newRow("2 mm thick") << "thickness=2"
                                    << "too_thin";
        QTest::newRow("rods in a thin board") << "carried=rods"
                                              << "too_thin_for_rods";
        QTest::newRow("an L of thin boards") << "front=ell length=500 leg2=500 thickness=14"
                                             << "lap_too_thin";
        QTest::newRow("arms too deep") << "front=ell made=sheet arm=370"
                                       << "arm_deep";
        QTest::newRow("low cleat") << "cleat_height=12"
                                   << "cleat_low";
        QTest::newRow("thin cleat") << "cleat_thickness=6"
                                    << "cleat_thin";
        QTest::newRow("no room for strips") << "length=165 leg2=165 capture=groove"
                                            << "no_room_for_strips";
        QTest::newRow("edge too big") << "edge_size=20"
                                      << "edge_too_big";
        QTest::newRow("a bent strip") << "front=straight strip=yes drop=290"
                                      << "drop_deep";
    }
    void badInput() {
        QFETCH(QString, set);
        QFETCH(QString, id);
        const QString wrong = test::notTold(with(set.toStdString()), "corner." + id.toStdString());
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
    }
};

QTEST_APPLESS_MAIN(TestCorner)
#include "test_core_corner.moc"
