// The smallest use of the core: a ledge from nothing, planned, and three things read from the plan.
// docs/architecture.md shows this very file.
#include "support.h"

using namespace owl;

class HelloPlan : public QObject {
    Q_OBJECT
  private slots:
    void oneLedgeFromNothing() {
        Project project;
        Wall wall;
        wall.id = "hall";
        wall.width = 3000_mm;
        wall.spacing = wall.firstStud = 600_mm;
        project.walls.push_back(wall);

        Piece ledge;
        ledge.id = "ledge";
        ledge.wall = "hall";
        LedgeParams sizes; // every member has a default a maker would accept
        sizes.length = 900_mm;
        sizes.species = "scots_pine";
        ledge.params = sizes;
        ledge.load.kgPerM = 8;
        project.pieces.push_back(ledge);

        const Plan p = plan(project, shippedShop().value(), catalog());
        const PiecePlan& made = p.pieces.front();

        // A part: the base loses the lip's thickness.
        QCOMPARE(made.assembly().find("base")->width, 72_mm);
        // The verdict, with what governs it.
        QCOMPARE(made.hold()->verdict.status, Status::holds);
        QVERIFY(!made.hold()->verdict.governs.empty());
        // A wall mark: the first screw, on a stud, from the corner.
        QCOMPARE(made.marks.front().fromWallLeft.nm() % (600_mm).nm(), 0);
    }
};

QTEST_APPLESS_MAIN(HelloPlan)
#include "test_core_hello_plan.moc"
