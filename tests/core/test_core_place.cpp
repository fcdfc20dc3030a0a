// The place: walls as they are, no-drill zones, rooms and alcoves, heights, snapping, the search for a spot,
// a wall nobody has seen, faults in what was entered.
#include "support.h"

#include "room/faults.h"
#include "room/position_search.h"
#include "room/scan_of_wall.h"
#include "room/stud_readings.h"
#include "room/unknown_wall.h"
#include "scan/practice.h"
#include "strength/mantel.h"

#include <rapidcheck.h>

using namespace owl;

namespace {

Wall plainWall() {
    Wall w;
    w.id = "w";
    w.width = 3000_mm;
    w.height = 2400_mm;
    w.construction = "timber_stud_us"; // no cable bands of its own
    w.spacing = w.firstStud = 400_mm;
    return w;
}

PlacedPiece at(const char* name, Length left, Length bottom, Length length = 600_mm, Length height = 100_mm) {
    return {name, name, left, bottom, length, height};
}

bool barred(const Wall& w, Length x, Length z) {
    return zoneAt(noDrillZones(w, catalog()), x, z) != nullptr;
}

bool has(const std::vector<RoomFault>& faults, RoomFaultKind kind) {
    return std::any_of(faults.begin(), faults.end(), [&](const RoomFault& f) { return f.kind == kind; });
}

const HeightBand* band(const std::vector<HeightBand>& all, const std::string& id) {
    for (const auto& b : all)
        if (b.id.starts_with(id))
            return &b;
    return nullptr;
}

} // namespace

class TestPlace : public QObject {
    Q_OBJECT
  private slots:
    // --- studs as read off a tape
    void readingsRunOrAreGaps() {
        NumberStyle inches;
        inches.units = Units::imperial;
        const auto running = parseStudReadings("410; 812;1208", {});
        QCOMPARE(running->size(), std::size_t(3));
        QCOMPARE((*running)[2].x, 1208_mm);
        const auto gaps = parseStudReadings("16; +16; +15 7/8\n+16 1/8", inches);
        QCOMPARE(gaps->size(), std::size_t(4));
        QCOMPARE((*gaps)[2].x, Length::inches(16 * 8 * 2 + 127, 8));
        QCOMPARE((*gaps)[3].x, Length::inches(64));
        QCOMPARE((*parseStudReadings("+400", {}))[0].x, 400_mm);
        QCOMPARE((*parseStudReadings("900; 400", {}))[1].x, 400_mm); // the order typed is kept
    }
    void badReadingsSayWhich() {
        QVERIFY(parseStudReadings("410; far", {}).error().find("far") != std::string::npos);
        QVERIFY(parseStudReadings("99 m", {}).error().find("outside any wall") != std::string::npos);
        QVERIFY(parseStudReadings("", {})->empty());
    }
    void readingsComeBackAsTyped() {
        const auto studs = parseStudReadings("410; 812; 1208.5", {}).value();
        QCOMPARE(parseStudReadings(studReadingsText(studs, {}), {}).value(), studs);
    }

    // --- zones
    void wiresRunUpDownAndSideways() {
        Wall w = plainWall();
        w.obstacles = {test::hangs("switch", 1000_mm, 1050_mm)};
        QVERIFY(barred(w, 1000_mm, 2000_mm) && barred(w, 1000_mm, 100_mm)); // up and down
        QVERIFY(barred(w, 2900_mm, 1050_mm));                               // sideways
        QVERIFY(!barred(w, 1080_mm, 2000_mm) && !barred(w, 2000_mm, 1200_mm));
        w.obstacles.front().runs = "up";
        QVERIFY(barred(w, 1000_mm, 2000_mm) && !barred(w, 1000_mm, 100_mm) && !barred(w, 2900_mm, 1050_mm));
        w.obstacles.front().runs = "none";
        QVERIFY(noDrillZones(w, catalog()).empty());
    }
    void aRadiatorHasPipesAtEitherEnd() {
        Wall w = plainWall();
        w.obstacles = {test::hangs("radiator", 1500_mm, 450_mm)};
        QVERIFY(barred(w, 1050_mm, 1500_mm) && barred(w, 1950_mm, 50_mm));
        QVERIFY(!barred(w, 1500_mm, 1500_mm));
    }
    void knownRunsAndOldHolesBarTheirSurroundings() {
        Wall w = plainWall();
        w.obstacles = {test::hangs("wire_run", 1000_mm, 1200_mm), test::hangs("old_hole", 2000_mm, 1200_mm)};
        QVERIFY(barred(w, 1050_mm, 1200_mm) && !barred(w, 1060_mm, 1200_mm));
        QVERIFY(barred(w, 2020_mm, 1200_mm) && !barred(w, 2040_mm, 1200_mm));
        for (const auto& z : noDrillZones(w, catalog()))
            QVERIFY(z.known && !z.why.empty());
    }
    void cableBandsFollowTheRegion() {
        Wall w = plainWall();
        QVERIFY(noDrillZones(w, catalog()).empty());
        w.construction = "timber_stud_eu"; // UK: 150 mm from corners and ceiling
        QVERIFY(barred(w, 100_mm, 1200_mm) && barred(w, 2900_mm, 1200_mm) && barred(w, 1500_mm, 2300_mm));
        QVERIFY(!barred(w, 200_mm, 1200_mm) && !barred(w, 1500_mm, 300_mm));
        w.construction = "timber_frame_eu"; // central Europe: bands above the floor and below the ceiling
        QVERIFY(barred(w, 1500_mm, 300_mm) && barred(w, 200_mm, 1200_mm) && !barred(w, 50_mm, 1200_mm));
        w.obstacles = {test::hangs("door", 1500_mm, 1015_mm)};
        QVERIFY(barred(w, 2100_mm, 1200_mm)); // 170 mm beside the door
        w.bandsTraced = true;
        QVERIFY(!barred(w, 2100_mm, 1200_mm));
    }
    void aSignalToKeepClearOfIsAZone() {
        Wall w = plainWall();
        w.oddMarks = {{"odd-1", "pipe", 1013_mm, 18_mm, SignalDecision::open}};
        QVERIFY(!barred(w, 1013_mm, 1200_mm));
        w.oddMarks.front().decision = SignalDecision::keepClear;
        QVERIFY(barred(w, 1013_mm, 1200_mm) && !barred(w, 1050_mm, 1200_mm));
    }
    void freeStudsAndHolesStepAside() {
        Wall w = plainWall();
        w.obstacles = {test::hangs("outlet", 830_mm, 300_mm)};
        const auto zones = noDrillZones(w, catalog());
        QCOMPARE(freeStuds(w, zones, 300_mm, 1300_mm, {1200_mm}).size(), std::size_t(2)); // 400 and 1200
        const auto aside = freeNear(zones, 800_mm, {1200_mm}, 100_mm);
        QVERIFY(aside && abs(*aside - 830_mm) >= 75_mm && abs(*aside - 800_mm) <= 50_mm);
        QVERIFY(!freeNear(zones, 830_mm, {1200_mm}, 40_mm));
    }

    // --- ceilings, rooms, alcoves
    void aSlopedCeilingIsReadBetweenItsCorners() {
        Wall w = plainWall();
        QCOMPARE(ceilingAt(w, 500_mm), 2400_mm);
        w.ceiling = {{0_mm, 1200_mm}, {1000_mm, 2400_mm}, {3000_mm, 2400_mm}};
        QCOMPARE(ceilingAt(w, 500_mm), 1800_mm);
        QCOMPARE(ceilingAt(w, 2000_mm), 2400_mm);
        QCOMPARE(lowestCeiling(w, 250_mm, 2000_mm), 1500_mm);
    }
    void fourSquareWallsCloseARoom() {
        std::vector<Wall> walls(4, plainWall());
        std::vector<Corner> corners;
        for (int i = 0; i < 4; ++i) {
            walls[i].id = std::string(1, char('a' + i));
            walls[i].room = "r";
            walls[i].width = i % 2 ? 2000_mm : 3000_mm;
            corners.push_back({std::to_string(i), std::string(1, char('a' + i)),
                               std::string(1, char('a' + (i + 1) % 4)), 90});
        }
        const auto plan = roomPlan(walls, corners, "r");
        QCOMPARE(plan.size(), std::size_t(4));
        QVERIFY(std::hypot(plan[3].x1 - plan[0].x0, plan[3].y1 - plan[0].y0) < 1e-6);
        QVERIFY(plan[1].y1 > 1999); // the room lies below its first wall on the sheet
        corners[1].angle = 0;       // an impossible corner parts the walls; nothing breaks
        QCOMPARE(roomPlan(walls, corners, "r").size(), std::size_t(4));
    }
    void anAlcoveIsAsWideAsItIsMeasured() {
        Alcove a;
        a.depth = 400_mm;
        a.widthBack = 1200_mm;
        a.widthMiddle = 1196_mm;
        a.widthFront = 1210_mm;
        QCOMPARE(alcoveWidth(a, 0_mm), 1200_mm);
        QCOMPARE(alcoveWidth(a, 100_mm), 1198_mm);
        QCOMPARE(alcoveWidth(a, 300_mm), 1203_mm);
        QCOMPARE(alcoveWidth(a, 900_mm), 1210_mm);
        QCOMPARE(alcoveLongest(a), 1196_mm);
    }

    // --- heights
    void heightsComeWithTheirSource() {
        Wall w = plainWall();
        w.furniture = {test::stands("sofa", 500_mm, 1900_mm, 850_mm)};
        HeightQuestion q{800_mm, 1800_mm, 100_mm, 20_mm, 120_mm, 400_mm, {}};
        const auto all = heightAdvice(w, q, catalog());
        QCOMPARE(band(all, "over")->low, 850_mm + 150_mm + 100_mm);
        // The picture's middle at 1450 to 1550: its foot 200 lower, the ledge's top 80 above that.
        QCOMPARE(band(all, "pictures")->low, 1450_mm - 200_mm + 80_mm);
        QCOMPARE(band(all, "reach")->high, 1800_mm);
        QVERIFY(band(all, "reach")->limit && !band(all, "head"));
        for (const auto& b : all)
            QVERIFY2(!b.source.empty() && !b.why.empty(), b.id.c_str());
        w.user = "child_3_4";
        w.walkway = true;
        const auto child = heightAdvice(w, q, catalog());
        QCOMPARE(band(child, "reach")->high, 914_mm);
        QCOMPARE(band(child, "head")->low, 2030_mm + 100_mm);
        q.depth = 90_mm; // no obstacle to a passer-by
        QVERIFY(!band(heightAdvice(w, q, catalog()), "head"));
    }
    void theNextShelfClearsTheTallestThing() {
        QCOMPARE(spacingFor(290_mm).least, 315_mm);
        QCOMPARE(spacingFor(290_mm).comfortable, 330_mm);
    }
    void mantelsKeepTheirDistance() {
        QCOMPARE(mantelClearance(100, 20).flag, "none_allowed");
        QCOMPARE(mantelClearance(250, 40).flag, "over");
        QCOMPARE(*mantelClearance(250, 40).limit, 31.25);
        QCOMPARE(mantelClearance(250, 31).flag, "within");
        QVERIFY(!mantelClearance(304.8, 200).limit);
    }

    // --- snapping
    void aPieceSnapsToNeighboursAndGaps() {
        Wall w = plainWall();
        w.studMode = StudMode::unknown;
        const std::vector<PlacedPiece> two{at("a", 0_mm, 1200_mm, 400_mm), at("b", 1800_mm, 1200_mm, 400_mm)};
        const Snap between = snapAcross(w, two, at("c", 905_mm, 1210_mm, 400_mm), 12_mm);
        QCOMPARE(between.at, 900_mm);
        QVERIFY(between.why.find("equal gaps") != std::string::npos);
        QCOMPARE(snapAcross(w, two, at("c", 8_mm, 300_mm, 500_mm), 12_mm).at, 0_mm); // ends in line
        const Snap level = snapUp(w, two, at("c", 900_mm, 1206_mm, 400_mm, 80_mm), {}, 12_mm);
        QCOMPARE(level.at, 1200_mm);
        const Snap tops = snapUp(w, two, at("c", 900_mm, 1222_mm, 400_mm, 80_mm), {}, 12_mm);
        QCOMPARE(tops.at, 1220_mm);
        QVERIFY(tops.why.find("tops level") != std::string::npos);
        QVERIFY(snapUp(w, two, at("c", 900_mm, 700_mm, 400_mm), {}, 12_mm).why.empty());
    }
    void aStackKeepsItsRise() {
        Wall w = plainWall();
        const std::vector<PlacedPiece> stack{at("a", 500_mm, 800_mm), at("b", 500_mm, 1200_mm)};
        const Snap s = snapUp(w, stack, at("c", 520_mm, 1607_mm), {}, 12_mm);
        QCOMPARE(s.at, 1600_mm);
        QCOMPARE(s.why, std::string("the same gap again"));
        const HeightBand good{"x", 1100_mm, 1300_mm, "somewhere", "", "", false};
        QCOMPARE(snapUp(w, {}, at("c", 0_mm, 1095_mm), {good}, 12_mm).at, 1100_mm); // its top at 1200
    }

    // --- where could it go
    void theSearchRanksStudsSymmetryAndRoom() {
        Wall w = plainWall();
        w.obstacles = {test::hangs("outlet", 2600_mm, 1250_mm)};
        w.obstacles.front().runs = "none";
        const auto zones = noDrillZones(w, catalog());
        const auto clear = clearances(w, catalog());
        const std::vector<PlacedPiece> others{at("left", 0_mm, 1200_mm, 500_mm)};
        PositionQuestion q;
        q.wall = &w;
        q.zones = &zones;
        q.clearances = &clear;
        q.others = &others;
        q.piece = at("p", 700_mm, 1200_mm, 900_mm);
        q.preferred = 700_mm;
        q.reach = 1200_mm;
        q.holeHeights = {1280_mm};
        const auto found = searchPositions(q, 6);
        QVERIFY(found.size() >= 3);
        QVERIFY(std::any_of(found.begin(), found.end(), [](const Position& p) { return p.what == "here"; }));
        for (std::size_t i = 1; i < found.size(); ++i)
            QVERIFY(found[i - 1].score >= found[i].score);
        QVERIFY(found.front().studs >= 2 && !found.front().clash);
        for (const auto& p : found) {
            const int studs = static_cast<int>(
                freeStuds(w, zones, p.left + q.endMargin, p.left + 900_mm - q.endMargin, q.holeHeights)
                    .size());
            QCOMPARE(p.studs, studs);
            const bool hits = p.left < 500_mm || p.left + 900_mm > w.obstacles.front().x - 40_mm;
            QCOMPARE(p.clash, hits);
        }
    }
    void aCrowdedWallStillAnswers() {
        Wall w = plainWall();
        w.width = 950_mm;
        const std::vector<NoDrillZone> none;
        const std::vector<Clearance> clear;
        const std::vector<PlacedPiece> others{at("all", 0_mm, 1000_mm, 950_mm, 600_mm)};
        PositionQuestion q;
        q.wall = &w;
        q.zones = &none;
        q.clearances = &clear;
        q.others = &others;
        q.piece = at("p", 10_mm, 1200_mm, 900_mm);
        q.preferred = 10_mm;
        const auto found = searchPositions(q, 3);
        QVERIFY(!found.empty());
        for (const auto& p : found)
            QVERIFY(p.clash && p.clear == "hits all");
    }

    // --- a wall not seen yet
    void twoStudsAreSureFromTwoSpacingsOn() {
        QCOMPARE(lengthSureOfTwo(Length::mm(406.4), 40_mm), Length::mm(892.8));
        QVERIFY(rc::check("two studs wherever they stand", [] {
            const Length s = Length::mm(*rc::gen::inRange(300, 700));
            const Length offset = Length::mm(*rc::gen::inRange(0, 700));
            Wall w = plainWall();
            w.width = 5000_mm;
            w.spacing = s;
            w.firstStud = Length::mm(std::fmod(offset.mm(), s.mm()));
            RC_ASSERT(studsBetween(w, 1000_mm, 1000_mm + lengthSureOfTwo(s, 40_mm), 40_mm).size() >= 2);
        }));
    }
    void holesForAnyOffsetMeetTwoStuds() {
        const Length aim = aimOf(38_mm, 5);
        QCOMPARE(aim, Length::mm(11.5));
        const Length length = 1300_mm;
        const auto holes = holesForAnyOffset(length, 600_mm, 40_mm, aim);
        QCOMPARE(holes.size(), std::size_t(54));
        QVERIFY(holes.front() >= 40_mm && holes.back() <= length - 40_mm);
        for (int offset = 0; offset < 600; ++offset) {
            std::set<int> met;
            for (Length h : holes)
                for (int k = 0; k < 4; ++k)
                    if (abs(h - Length::mm(offset + 600 * k)) <= aim)
                        met.insert(k);
            QVERIFY2(met.size() >= 2, qPrintable(QString::number(offset)));
        }
        QVERIFY(holesForAnyOffset(1000_mm, 600_mm, 40_mm, aim).empty());
        QVERIFY(holesForAnyOffset(length, 600_mm, 40_mm, 0_mm).empty());
    }

    // --- faults
    void whatCannotBeIsFound() {
        Wall w = plainWall();
        QVERIFY(wallFaults(w).empty());
        w.studMode = StudMode::positions;
        w.studs = test::found({400_mm, 1200_mm, 800_mm, 810_mm, -50_mm, 9000_mm});
        w.obstacles = {test::hangs("outlet", 3500_mm, 300_mm)};
        w.furniture = {test::stands("sofa", 4000_mm, 1900_mm, 850_mm)};
        CoverOpening o;
        o.id = "o";
        o.x = 1000_mm;
        o.width = 100_mm;
        o.z = 1000_mm;
        w.openings = {o};
        w.ceiling = {{500_mm, 2000_mm}, {100_mm, 2400_mm}};
        const auto faults = wallFaults(w);
        for (const auto kind :
             {RoomFaultKind::studsOutOfOrder, RoomFaultKind::studsOverlap, RoomFaultKind::studOutside,
              RoomFaultKind::obstacleOutside, RoomFaultKind::furnitureOutside,
              RoomFaultKind::openingBetweenNothing, RoomFaultKind::ceilingOutOfOrder})
            QVERIFY2(has(faults, kind), qPrintable(QString::number(static_cast<int>(kind))));
        w.openings.front().x = 5000_mm;
        QVERIFY(has(wallFaults(w), RoomFaultKind::openingOutside));
    }
    void doubledStudsAreNoFault() {
        Wall w = plainWall();
        w.studMode = StudMode::positions;
        w.studWidth = 38_mm;
        w.studs = test::found({400_mm, 438_mm, 800_mm});
        QVERIFY(wallFaults(w).empty());
    }
    void cornersThatCannotBe() {
        std::vector<Wall> walls(3, plainWall());
        walls[0].id = "a";
        walls[1].id = "b";
        walls[2].id = "c";
        const auto faults =
            roomFaults(walls, {{"1", "a", "b", 0}, {"2", "a", "c", 360}, {"3", "b", "b", 90}}, {});
        QVERIFY(has(faults, RoomFaultKind::cornerAngle) && has(faults, RoomFaultKind::cornerTaken) &&
                has(faults, RoomFaultKind::cornerSame));
        QVERIFY(roomFaults(walls, {{"1", "a", "b", 90}, {"2", "b", "c", 270}}, {}).empty());
        Alcove a;
        a.back = "a";
        a.widthBack = 1000_mm;
        QVERIFY(has(roomFaults(walls, {}, {a}), RoomFaultKind::alcoveWidths));
        QVERIFY(possibleAngle(90) && possibleAngle(270) && !possibleAngle(0) && !possibleAngle(360) &&
                !possibleAngle(std::nan("")));
    }

    // --- a scan on a wall
    void aScanIsProposedNotBelieved() {
        Wall w = plainWall();
        w.coverThickness = 12.5_mm;
        ScanWall truth = scanWallOf(w, 3);
        truth.pipes = {{990, 1010}};
        takeScan(w, simulateScan(truth, 5));
        QVERIFY(w.scan && w.proposed.size() == 7);
        QCOMPARE(w.oddMarks.size(), std::size_t(1));
        QVERIFY(w.studs.empty() && w.studMode == StudMode::spacing); // nothing is accepted by itself
        acceptProposal(w, w.proposed.front().x);
        QCOMPARE(w.studs.size(), std::size_t(1));
        QCOMPARE(w.studMode, StudMode::positions);
        acceptProposed(w, 0.8);
        QCOMPARE(w.studs.size(), std::size_t(7));
        QVERIFY(w.proposed.empty());
        for (std::size_t i = 0; i < 7; ++i) {
            QVERIFY(abs(w.studs[i].x - 400_mm * std::int64_t(i + 1)) < 4_mm);
            QCOMPARE(w.studs[i].source, StudSource::scan);
        }
        w.oddMarks.front().decision = SignalDecision::keepClear;
        takeScan(w, simulateScan(truth, 6)); // scanned again: the decision stays, known studs are not doubled
        QCOMPARE(w.oddMarks.front().decision, SignalDecision::keepClear);
        acceptProposed(w, 0.8);
        QCOMPARE(w.studs.size(), std::size_t(7));
        forgetScan(w);
        QVERIFY(!w.scan && w.oddMarks.size() == 1);
    }
    void anUnseenWallIsSimulatedFromNothing() {
        Wall w = plainWall();
        w.studMode = StudMode::unknown;
        const ScanWall truth = scanWallOf(w, 11);
        QCOMPARE(truth.length, 3000.0);
        QVERIFY(!truth.studs.empty() && truth.studs.back().right <= 3000);
    }
    void practiceIsScored() {
        ScanWall truth;
        truth.studs = {{381, 419}, {781, 819}, {1181, 1219}};
        truth.pipes = {{600, 620}};
        const auto all = scorePractice(truth, {400, 803, 1196});
        QCOMPARE(all.found, 3);
        QCOMPARE(all.points, 100);
        const auto some = scorePractice(truth, {400, 815, 610});
        QCOMPARE(some.found, 1);
        QCOMPARE(some.near, 1);
        QCOMPARE(some.onPipe, 1);
        QVERIFY(some.points < 40);
        QVERIFY(practiceText(some).find("pipe") != std::string::npos);
        QCOMPARE(scorePractice(truth, {}).points, 0);
        QCOMPARE(scorePractice({}, {}).points, 0);
    }
};

QTEST_APPLESS_MAIN(TestPlace)
#include "test_core_place.moc"
