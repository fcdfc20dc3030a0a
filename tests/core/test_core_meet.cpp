// Joints in their own frame: where two parts meet, what is cut there, how it is fastened, said and judged, at
// any angle.
#include "build/order.h"
#include "joint/bearing.h"
#include "joint/let_in.h"
#include "joint/meet.h"
#include "joint/ruler.h"
#include "joint/tongue.h"
#include "solid/query.h"
#include "strength/wood_joint.h"
#include "support.h"

#include <numbers>

using namespace owl;

namespace {

constexpr double degree = std::numbers::pi / 180;
const Measures inMm;

/// A rail 900 x 70 x 18 that leans towards the wall by so many degrees, its inner face at x = 0; the right
/// one looks to the left.
Part leaningRail(double lean, bool right) {
    const double s = std::sin(lean * degree);
    const double c = std::cos(lean * degree);
    Part p = right ? blankPart("right", "right rail", 900_mm, 70_mm, 18_mm,
                               {{400, 300, 0}, {0, -s, c}, {0, c, s}, {1, 0, 0}})
                   : blankPart("left", "left rail", 900_mm, 70_mm, 18_mm,
                               {{0, 300, 0}, {0, -s, c}, {0, c, s}, {-1, 0, 0}});
    return p;
}
/// A level shelf that reaches 8 mm into both rails and sticks out before and behind them.
Part levelShelf(double z) {
    return blankPart("shelf", "shelf", 416_mm, 400_mm, 18_mm, {{-8, 0, z}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
}

double sizeOf(const Feature& f, const std::string& name) {
    for (const auto& [key, value] : f.sizes)
        if (key == name)
            return value;
    return -1;
}

} // namespace

class TestMeet : public QObject {
    Q_OBJECT
  private slots:
    /// A box of 10 x 20 x 30 grows to 12 x 22 x 32; drawn out slantwise it sweeps box + faces seen x way.
    void cellsGrowAndAreDrawnOut() {
        const ConvexCell box =
            boxCell({1, 2, 3}, {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}}, {10, 20, 30});
        QVERIFY(std::abs(grown(box, 1).volume() - 12.0 * 22 * 32) < 1e-6);
        QVERIFY(std::abs(grown(box, -1).volume() - 8.0 * 18 * 28) < 1e-6);
        QVERIFY(std::abs(drawnOut(box, {5, 0, 0}).volume() - 15.0 * 20 * 30) < 1e-6);
        // Swept volume of a convex body: V + (area projected along the way) x (how far).
        const Vec3 by{4, -7, 2};
        const double shadow = 20 * 30 * 4.0 + 10 * 30 * 7.0 + 10 * 20 * 2.0;
        QVERIFY(std::abs(drawnOut(box, by).volume() - (6000 + shadow)) < 1e-6);
        QCOMPARE(drawnOut(box, {}).volume(), box.volume());
    }

    void partsThatLieOnEachOtherMeetInAFace() {
        const Part base =
            blankPart("base", "base", 600_mm, 120_mm, 18_mm, {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
        const Part back =
            blankPart("back", "back", 500_mm, 80_mm, 18_mm, {{50, 18, 18}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        const auto c = contactOf(base, back);
        QVERIFY(c);
        QVERIFY(norm(c->normal - Vec3{0, 0, 1}) < 1e-9 && norm(c->along - Vec3{1, 0, 0}) < 1e-9);
        QVERIFY(norm(c->at - Vec3{300, 9, 18}) < 1e-6);
        QVERIFY(std::abs(c->length - 500) < 1e-6 && std::abs(c->width - 18) < 1e-6 && c->let == 0);
        QVERIFY(std::abs(woodBehind(base, *c, true) - 18) < 0.02);
        QVERIFY(std::abs(woodBehind(back, *c, false) - 80) < 0.02);
        // The other way round the frame looks back.
        QVERIFY(norm(contactOf(back, base)->normal - Vec3{0, 0, -1}) < 1e-9);
        Part far = back;
        far.solid = moved(far.solid, {0, 0, 1});
        QVERIFY(!contactOf(base, far));
        // A corner in common is no face.
        Part corner = back;
        corner.solid = moved(corner.solid, {550, 120, 0});
        QVERIFY(!contactOf(base, corner));
    }

    void aSlantedHousingIsAHousing_data() {
        QTest::addColumn<double>("lean");
        QTest::addColumn<bool>("right");
        for (const double lean : {0.0, 7.5, 15.0, 28.0})
            for (const bool right : {false, true})
                QTest::addRow("%g degrees, %s", lean, right ? "right" : "left") << lean << right;
    }
    /// Between two level lines 18 mm apart a strip 70 mm wide that leans by a has 18 x 70 / cos a of area.
    void aSlantedHousingIsAHousing() {
        QFETCH(double, lean);
        QFETCH(bool, right);
        Part rail = leaningRail(lean, right);
        const Part shelf = levelShelf(400);
        const double before = rail.solid.volume();
        const auto uncut = contactOf(rail, shelf);
        QVERIFY(uncut);
        QVERIFY(std::abs(uncut->let - 8) < 1e-6);
        Feature* f = letIn(rail, shelf, {}, inMm);
        QVERIFY(f);
        const double c = std::cos(lean * degree);
        QVERIFY(std::abs(before - rail.solid.volume() - 18 * 70 / c * 8) < 1e-3);
        QVERIFY(separation(rail.solid, shelf.solid) > -1e-6);
        QCOMPARE(sizeOf(*f, "depth_mm"), 8.0);
        QVERIFY(std::abs(sizeOf(*f, "width_mm") - 18) < 1e-6);
        QVERIFY(std::abs(std::abs(sizeOf(*f, "angle_deg")) - lean) < 1e-6);
        // Along the rail: z / cos a at its rear edge, less what the slant takes to its front one.
        const double near = 400 / c;
        const double far = near - 70 * std::tan(lean * degree);
        QVERIFY(std::abs(sizeOf(*f, "from_mm") - near) < 1e-6);
        QVERIFY(std::abs(sizeOf(*f, "from_far_mm") - far) < 1e-6);
        QVERIFY2(f->text.find("from the lower end") != std::string::npos, f->text.c_str());
        QCOMPARE(f->text.find("at the back edge") != std::string::npos, lean > 0);
        // Once it is cut the frame is the same.
        const auto cut = contactOf(rail, shelf);
        QVERIFY(cut);
        QVERIFY(norm(cut->at - uncut->at) < 1e-3 && norm(cut->normal - uncut->normal) < 1e-9);
        QVERIFY(std::abs(cut->let - 8) < 1e-3 && std::abs(cut->width - 18) < 1e-3);
        // Nothing reaches in any more.
        QVERIFY(!letIn(rail, shelf, {}, inMm));
    }

    void aRecessMayHavePlayAndBeDrawnOut() {
        Part rail = leaningRail(15, false);
        Part shelf = levelShelf(400);
        const double before = rail.solid.volume();
        Feature* f = letIn(rail, shelf, {.kind = "slot", .play = 0.5, .more = "it slides"}, inMm);
        QVERIFY(f);
        QCOMPARE(f->kind, std::string("slot"));
        QCOMPARE(f->id, std::string("left/slot-shelf"));
        QVERIFY(std::abs(before - rail.solid.volume() - 19 * 70 / std::cos(15 * degree) * 8.5) < 1e-3);
        QVERIFY(f->text.ends_with("it slides"));
        // A shelf that ends inside the rail gets a housing that ends there; drawn out to the front it is
        // open.
        Part stopped = leaningRail(0, false);
        shelf = blankPart("shelf", "shelf", 416_mm, 40_mm, 18_mm,
                          {{-8, 310, 400}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
        Part open = stopped;
        letIn(stopped, shelf, {}, inMm);
        letIn(open, shelf, {.slides = {0, 100, 0}}, inMm);
        QVERIFY(std::abs(900.0 * 70 * 18 - stopped.solid.volume() - 8 * 18 * 40) < 1e-3);
        QVERIFY(std::abs(900.0 * 70 * 18 - open.solid.volume() - 8 * 18 * 60) < 1e-3);
    }

    void bothHousingsOfAShelfBearItDownAndUp() {
        for (const double lean : {0.0, 15.0}) {
            Part rail = leaningRail(lean, false);
            const Part shelf = levelShelf(400);
            letIn(rail, shelf, {}, inMm);
            Joint j;
            j.housing = 8_mm;
            const BearingWood wood{4, 1, 1};
            const double length = 70 / std::cos(lean * degree);
            const double wanted = housingStrength(4, 1, length, 8, 18, 1).capacity();
            for (const double z : {1.0, -1.0})
                QVERIFY(std::abs(recessTakes(j, rail, shelf, {0, 0, z}, wood) / wanted - 1) < 1e-3);
            // Nothing keeps it from being drawn out, or along a housing that is open at both ends.
            QCOMPARE(recessTakes(j, rail, shelf, {1, 0, 0}, wood), 0.0);
            QVERIFY(std::abs(recessTakes(j, rail, shelf, {-1, 0, 0}, wood) - 4 * 18 * length) < 0.1);
            QCOMPARE(recessTakes(j, rail, shelf, {0, 1, 0}, wood), 0.0);
            j.housing = {};
            QCOMPARE(recessTakes(j, rail, shelf, {0, 0, -1}, wood), 0.0);
        }
        // At the very end of a board wood stands on one side only.
        Part rail = leaningRail(0, false);
        const Part top = levelShelf(882);
        letIn(rail, top, {.kind = "rabbet"}, inMm);
        Joint j;
        j.housing = 8_mm;
        QVERIFY(recessTakes(j, rail, top, {0, 0, -1}, {4, 1, 1}) > 0);
        QCOMPARE(recessTakes(j, rail, top, {0, 0, 1}, {4, 1, 1}), 0.0);
    }

    void fastenersGoStraightIntoWhatTheyMeet_data() {
        QTest::addColumn<double>("slope");
        QTest::addColumn<bool>("dowels");
        for (const double slope : {0.0, 15.0, 40.0})
            for (const bool dowels : {false, true})
                QTest::addRow("%g degrees, %s", slope, dowels ? "dowels" : "screws") << slope << dowels;
    }
    /// A board that slopes to the front lies on the bevelled edge of a board on end: its screws stand square
    /// to it.
    void fastenersGoStraightIntoWhatTheyMeet() {
        QFETCH(double, slope);
        QFETCH(bool, dowels);
        const double s = std::sin(slope * degree);
        const double c = std::cos(slope * degree);
        Assembly a;
        Part top = blankPart("top", "sloping top", 600_mm, 200_mm, 18_mm,
                             {{0, 0, 300}, {1, 0, 0}, {0, c, -s}, {0, s, c}});
        Part back = blankPart("back", "back", 600_mm, 300_mm, 18_mm,
                              {{0, 58, 100}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        clip(back.solid, planeThrough({0, 0, 300}, {0, s, c}), 6);
        a.parts = {top, back};
        a.length = 600_mm;
        Joint j;
        j.id = "top-back";
        j.first = "top";
        j.second = "back";
        Joining way;
        way.how = dowels ? Joinery::dowels : Joinery::screwsGlue;
        const std::string why = meet(j, a, way, {}, catalog());
        if (slope > 30) { // straight into the slope they would come out of the back's face
            QVERIFY(dowels || why.find("would come through") != std::string::npos);
            return;
        }
        QCOMPARE(QString::fromStdString(why), QString());
        QVERIFY(norm(j.driving - Vec3{0, -s, -c}) < 1e-9);
        QCOMPARE(j.drivenFrom, std::string("above"));
        QVERIFY(std::abs(j.through.mm() - 18) < 0.02);
        QVERIFY(j.spots.size() >= 5 && j.contact);
        QVERIFY(std::abs(j.contact->width - 18 / c) < 1e-3);
        const Screw* screw = catalog().findScrew(j.screwId);
        placeFasteners(j, a, screw ? screw->d : 0);
        QCOMPARE(j.fasteners.size(), j.spots.size());
        for (const auto& f : j.fasteners) {
            QCOMPARE(f.passes, (std::vector<std::string>{"top", "back"}));
            // They cross the joint in its middle.
            const double to = dot(j.contact->at - f.from, j.driving);
            const Vec3 at = f.from + j.driving * to;
            QVERIFY(std::abs(dot(at - j.contact->at, j.contact->across)) < 1e-3);
        }
        for (const auto& p : a.parts)
            QVERIFY(p.solid.contains(j.fasteners.front().from + j.driving * (p.id == "top" ? 8 : 20)));
    }
    void aTongueFitsItsGrooveAtAnyAngle_data() {
        QTest::addColumn<double>("lean");
        for (const double lean : {0.0, 15.0, 50.0})
            QTest::addRow("%g degrees", lean) << lean;
    }
    /// A strip stands on a board that leans: its tongue keeps a third of it and sits in a groove 1 mm deeper.
    void aTongueFitsItsGrooveAtAnyAngle() {
        QFETCH(double, lean);
        const double s = std::sin(lean * degree);
        const double c = std::cos(lean * degree);
        Assembly a;
        a.length = 600_mm;
        // The strip's edge reaches 8 mm into the board's upper face.
        a.parts = {
            blankPart("board", "board", 600_mm, 120_mm, 18_mm, {{0, 0, 0}, {1, 0, 0}, {0, c, s}, {0, -s, c}}),
            blankPart("strip", "strip", 600_mm, 88_mm, 18_mm,
                      {Vec3{0, 60 * c - 10 * s, 60 * s + 10 * c}, {1, 0, 0}, {0, -s, c}, {0, -c, -s}})};
        const double board = a.parts[0].solid.volume();
        const double strip = a.parts[1].solid.volume();
        Joint j;
        j.first = "board";
        j.second = "strip";
        QCOMPARE(meet(j, a, {.how = Joinery::tongueGroove}, {}, catalog()), std::string());
        QVERIFY(std::abs(j.contact->let - 8) < 1e-6 && j.tongue == 6_mm && j.tongueLength == 8_mm);
        cutTongue(a, j, {});
        QVERIFY(std::abs(board - a.parts[0].solid.volume() - 600.0 * 6 * 9) < 1);
        QVERIFY(std::abs(strip - a.parts[1].solid.volume() - 600.0 * 12 * 8) < 1);
        QVERIFY(!overlap(a.parts[0].solid, a.parts[1].solid, 0.01));
        QCOMPARE(sizeOf(a.parts[0].features.at(0), "depth_mm"), 9.0);
        // In a thin board it is no joint, and that is said.
        Joint thin;
        thin.first = "board";
        thin.second = "strip";
        QVERIFY(fitTongue(thin, 9_mm, 9_mm, {}).find("is no joint") != std::string::npos);
    }
    /// What is driven from below through a deep board has its head in a wide hole; coach screws reach 10 mm
    /// short of the far side.
    void headsMaySitDeepInWideHoles() {
        Assembly a;
        a.length = 600_mm;
        a.parts = {
            blankPart("bar", "bar", 600_mm, 40_mm, 66_mm, {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
            blankPart("board", "board", 600_mm, 200_mm, 18_mm,
                      {{0, 0, 66}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}})};
        Joint j;
        j.first = "bar";
        j.second = "board";
        Joining way;
        way.how = Joinery::screws;
        way.carries = false;
        way.deepHole = true;
        way.over = {{100, 20, 500}, {480, 20, -30}}; // straight onto the contact, from wherever they are
        QCOMPARE(meet(j, a, way, {}, catalog()), std::string());
        QVERIFY(!j.glued && j.spots.size() == 2 && j.spots[0].at.z == Length() && j.spots[1].at.x == 480_mm);
        placeFasteners(j, a, 4);
        // 38 mm of the bar lie under the head; the point stays 3 mm or more inside the board.
        QVERIFY(std::abs(j.through.mm() - 66) < 0.02 && std::abs(j.counterbore.mm() - 28) < 4);
        const Fastener& f = j.fasteners.front();
        const double tip = f.from.z + f.length;
        QVERIFY2(tip > 75 && tip < 82, qPrintable(QString::number(tip)));
        Joint lag;
        lag.first = "bar";
        lag.second = "board";
        const Joining coach{.how = Joinery::lagsGlue, .sunk = 6, .longest = 90};
        QCOMPARE(meet(lag, a, coach, {}, catalog()), std::string());
        QVERIFY(lag.counterbore == 6_mm && lag.screwLength > 50_mm &&
                lag.screwLength.mm() <= 66 + 18 - 6 - 10);
    }
    /// Where fasteners of two joints would meet, the later one moves along its contact, however that lies.
    void fastenersMoveAsideAlongTheContact() {
        Assembly a;
        a.length = 300_mm;
        a.parts = {
            blankPart("post", "post", 600_mm, 60_mm, 60_mm, {{0, 0, 0}, {0, 0, 1}, {1, 0, 0}, {0, 1, 0}}),
            blankPart("left", "left", 600_mm, 60_mm, 20_mm, {{-20, 0, 0}, {0, 0, 1}, {0, 1, 0}, {1, 0, 0}}),
            blankPart("front", "front", 600_mm, 60_mm, 20_mm,
                      {{0, 80, 0}, {0, 0, 1}, {1, 0, 0}, {0, -1, 0}})};
        Joining way;
        way.how = Joinery::screwsGlue;
        way.at = {100, 300, 500};
        for (const char* first : {"left", "front"}) {
            Joint j;
            j.id = first;
            j.first = first;
            j.second = "post";
            QCOMPARE(meet(j, a, way, {}, catalog()), std::string());
            placeClear(j, a, catalog(), 20_mm);
            a.joints.push_back(j);
        }
        QCOMPARE(a.joints[0].spots[1].at.z, 300_mm);
        QVERIFY(a.joints[1].spots[1].at.z != 300_mm);
        QVERIFY(std::abs(a.joints[1].spots[1].at.z.mm() - 300) < 20);
        QVERIFY(!meetsOthers(a.joints[1], a, 2));
    }
    /// A wedge is thin at its point: nails go where it takes their whole length, none comes out.
    void nothingIsDrivenWhereAPointWouldComeOut() {
        Assembly a;
        a.length = 100_mm;
        Part board = blankPart("board", "board", 100_mm, 120_mm, 18_mm,
                               {{0, 18, 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        Part wedge =
            blankPart("wedge", "wedge", 120_mm, 40_mm, 18_mm, {{0, 58, 0}, {0, 0, 1}, {0, -1, 0}, {1, 0, 0}});
        clip(wedge.solid, planeThrough({0, 18, 120}, unit(Vec3{0, 3, 1})), 6);
        a.parts = {board, wedge};
        Joint j;
        j.id = "board-wedge";
        j.first = "board";
        j.second = "wedge";
        const Joining nails{.how = Joinery::nailsGlue, .spacing = 20_mm, .end = 10_mm};
        QCOMPARE(meet(j, a, nails, {}, catalog()), std::string());
        placeFasteners(j, a, 0);
        QVERIFY(!j.fasteners.empty() && j.fasteners.size() < 6);
        for (const auto& f : j.fasteners)
            QVERIFY(wedge.solid.contains(f.from + f.direction * f.length));
        // Where it is thin everywhere nothing is driven, and that is said.
        clip(a.parts[1].solid, planeThrough({0, 21, 0}, {0, 1, 0}), 6);
        Joint thin;
        thin.first = "board";
        thin.second = "wedge";
        QVERIFY(meet(thin, a, nails, {}, catalog()).find("too thin for nails") != std::string::npos);
        QVERIFY(thin.how == Joinery::glue && thin.spots.empty());
    }
    void partsApartAreToldAndNothingIsDriven() {
        Assembly a;
        a.parts = {leaningRail(15, false), leaningRail(15, true)};
        Joint j;
        j.first = "left";
        j.second = "right";
        const std::string why = meet(j, a, {.how = Joinery::dowels}, {}, catalog());
        QVERIFY2(why.find("do not touch") != std::string::npos, why.c_str());
        QVERIFY(j.how == Joinery::glue && j.spots.empty());
        j.second = "nothing";
        QVERIFY(!meet(j, a, {.how = Joinery::screwsGlue}, {}, catalog()).empty());
    }

    void placesAreSaidAlongThePartThatIsWorked() {
        const Ruler rail(leaningRail(15, false));
        QCOMPARE(rail.end(), std::string("lower end"));
        QCOMPARE(rail.edge(), std::string("back edge"));
        QCOMPARE(rail.face({1, 0, 0}), std::string("right face"));
        QVERIFY(std::abs(rail.length() - 900) < 1e-6 && std::abs(rail.width() - 70) < 1e-6);
        QVERIFY(std::abs(rail.along({0, 300, 0})) < 1e-6);
        const Ruler lying(
            blankPart("s", "shelf", 400_mm, 100_mm, 18_mm, {{500, 0, 0}, {-1, 0, 0}, {0, 1, 0}, {0, 0, 1}}));
        QCOMPARE(lying.end(), std::string("left end"));
        QCOMPARE(lying.end(true), std::string("right end"));
        QVERIFY(std::abs(lying.along({130, 0, 0}) - 30) < 1e-6); // whichever way its blank was laid
    }

    /// A shelf in slanted housings comes out square to the rails' faces, or along its slope, never up.
    void aSlantedLadderIsTakenApart() {
        Assembly a;
        a.parts = {leaningRail(15, false), leaningRail(15, true), levelShelf(400)};
        for (const char* rail : {"left", "right"}) {
            Joint j;
            j.id = std::string(rail) + "-shelf";
            j.first = rail;
            j.second = "shelf";
            j.kind = "housing";
            for (auto& p : a.parts)
                if (p.id == rail)
                    letIn(p, a.parts.back(), {}, inMm);
            meet(j, a, {}, {}, catalog());
            QCOMPARE(j.housing, 8_mm);
            a.joints.push_back(j);
        }
        const JointOrder order = workableOrder(a);
        QVERIFY(!order.forced());
        QCOMPARE(order.moves.size(), std::size_t(2));
        for (const auto& m : order.moves)
            QVERIFY(std::abs(m.from.x) > 0.999 && !m.slides);
    }
    /// A loose board slides along the slope of its grooves.
    void aLooseBoardSlidesAlongItsSlope() {
        Assembly a;
        a.parts = {leaningRail(20, false), leaningRail(20, true)};
        const Vec3 up = a.parts[0].pose.along;
        const Vec3 out = a.parts[0].pose.across;
        // Between the rails, 6 mm into each, from 200 mm up to their upper ends.
        Part board = blankPart("board", "board", 412_mm, 700_mm, 12_mm,
                               {Vec3{-6, 300, 0} + up * 200 + out * 30, {1, 0, 0}, up, out});
        board.solid.cells = {grown(board.solid.cells.front(), 0)};
        for (std::size_t i : {0U, 1U})
            QVERIFY(letIn(a.parts[i], board, {.kind = "groove", .play = 0.3, .slides = up * 50}, inMm));
        a.parts.push_back(board);
        Part tie =
            blankPart("tie", "tie", 400_mm, 60_mm, 18_mm, {Vec3{0, 300, 0} + up * 50, {1, 0, 0}, up, out});
        a.parts.push_back(tie);
        const auto join = [&](const char* first, const char* second, const char* kind) {
            Joint j;
            j.id = std::string(first) + "-" + second;
            j.first = first;
            j.second = second;
            meet(j, a, {}, {}, catalog());
            j.kind = kind;
            if (kind == std::string("loose"))
                j.how = Joinery::dry;
            a.joints.push_back(j);
        };
        join("left", "tie", "butt");
        join("right", "tie", "butt");
        join("left", "board", "loose");
        const JointOrder order = workableOrder(a);
        QVERIFY(!order.forced());
        QCOMPARE(order.joints().size(), std::size_t(3));
    }
};

QTEST_APPLESS_MAIN(TestMeet)
#include "test_core_meet.moc"
