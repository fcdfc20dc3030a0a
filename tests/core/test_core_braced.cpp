// The braced shelf: its profiled top, what the braces carry and what they keep clear of, holes for a wall not
// yet seen, what cannot be.
#include "drawing/views.h"
#include "drawings.h"
#include "piece/brackets.h"
#include "solid/query.h"
#include "strength/fastener.h"
#include "strength/wall_pieces.h"
#include "support.h"

#include <numbers>

using namespace owl;

namespace {

Project bracedProject(Units units = Units::metric) {
    return newProject("braced", units).value();
}
BracedParams& braced(Project& p) {
    return std::get<BracedParams>(p.pieces.front().params);
}
const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
const Check* braceUse(const Plan& plan) {
    return test::check(*first(plan).hold(), "brace");
}
std::size_t bracesOf(const PiecePlan& pp) {
    return static_cast<std::size_t>(std::count_if(pp.assembly().parts.begin(), pp.assembly().parts.end(),
                                                  [](const Part& q) { return q.id.starts_with("brace-"); }));
}

} // namespace

class TestBraced : public QObject {
    Q_OBJECT
  private slots:
    void aDefaultShelfHangsByItsRail() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(bracedProject(units));
            QVERIFY(!plan.blocked());
            const PiecePlan& pp = first(plan);
            QVERIFY(pp.hold()->option.ground == Ground::studs);
            QCOMPARE(bracesOf(pp), std::size_t(2));
            QVERIFY(pp.hold()->verdict.status == Status::holds || pp.hold()->verdict.status == Status::tight);
        }
    }
    /// Area of the outline by its own formula, and by the prisms it fell into.
    void aBracketIsWhatItsCurveSays_data() {
        QTest::addColumn<int>("shape");
        QTest::addColumn<double>("area");
        // Nose n, legs w = out - n and h = down - n: an ellipse's quarter is pi w h / 4.
        const double out = 110;
        const double down = 80;
        const double n = 12;
        const double w = out - n;
        const double h = down - n;
        const double noses = n * out + n * h; // the strip along the top and the one down the back
        const double quarter = std::numbers::pi / 4;
        QTest::newRow("straight") << int(BracketShape::straight) << noses + w * h / 2;
        QTest::newRow("round") << int(BracketShape::round) << noses + quarter * w * h;
        QTest::newRow("cove") << int(BracketShape::cove) << noses + (1 - quarter) * w * h;
        // two half-size quarters, one full, one hollow, beside a rectangle w/2 x h/2
        QTest::newRow("ogee") << int(BracketShape::ogee)
                              << noses + w * h / 4 + quarter * w * h / 4 + (1 - quarter) * w * h / 4;
        QTest::newRow("square") << int(BracketShape::square) << out * down;
    }
    void aBracketIsWhatItsCurveSays() {
        QFETCH(int, shape);
        QFETCH(double, area);
        Bracket b;
        b.shape = static_cast<BracketShape>(shape);
        const Part p = bracketPart("b", "b", b, {300, 18, 90});
        QVERIFY2(std::abs(p.volume() / 18 - area) < 0.004 * area,
                 qPrintable(QString("%1 %2").arg(p.volume() / 18).arg(area)));
        const Cell box = p.bounds();
        QCOMPARE(box.at.x, 291_mm);
        QCOMPARE(box.at.y, 18_mm);
        QCOMPARE(box.at.z, 10_mm);
        QCOMPARE(box.size.y, 110_mm);
        QCOMPARE(box.size.z, 80_mm);
        for (std::size_t i = 0; i < p.solid.cells.size(); ++i)
            for (std::size_t k = 0; k < i; ++k)
                QVERIFY(separation(Solid{{p.solid.cells[i]}}, Solid{{p.solid.cells[k]}}) > -1e-6);
        // and turned, when it is higher than deep: the grain runs along the longer side
        b.out = 60_mm;
        b.down = 150_mm;
        const Part tall = bracketPart("b", "b", b, {300, 18, 200});
        QCOMPARE(tall.length, 150_mm);
        QCOMPARE(tall.bounds().size.z, 150_mm);
        QVERIFY(tall.grainAlongPiece() == false && std::abs(tall.pose.along.z) > 0.9);
    }
    void bracesKeepClearOfScrewsAndDrivers() {
        for (int n = 0; n <= 5; ++n)
            for (Length stud : {100_mm, 190_mm, 260_mm, 320_mm, 399_mm}) {
                Project p = bracedProject();
                p.walls.front().firstStud = stud;
                braced(p).braces = n;
                braced(p).length = 1100_mm;
                const Plan plan = test::planOf(p);
                const PiecePlan& pp = first(plan);
                if (test::finding(plan, "braced.brace_at_screw"))
                    continue;
                QCOMPARE(bracesOf(pp), static_cast<std::size_t>(n));
                for (const auto& hole : pp.holes)
                    for (const auto& q : pp.assembly().parts)
                        if (q.id.starts_with("brace-")) {
                            const double middle = q.solid.centre().x;
                            QVERIFY(std::abs(middle - hole.x.mm()) > q.thickness.mm() / 2 + 12.5);
                        }
            }
    }
    /// The sums of S9.8 by hand, on one brace with all that stands near it.
    void screwedBracesTakeTheTurning() {
        Project p = bracedProject();
        p.pieces.front().load.kgPerM = 12;
        p.pieces.front().load.handN = 0;
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = first(plan);
        const BraceSeat& seat = *pp.assembly().seat<BraceSeat>();
        const Check* c = braceUse(plan);
        QVERIFY(c && c->leaning == std::nullopt);
        const double share = (pp.assembly().length - seat.x[0] - (seat.x[1] - seat.x[0]) / 2).mm();
        double hung = 0; // all but the rail hangs on it
        double moment = 0;
        for (const auto& q : pp.assembly().parts)
            if (q.id != "rail") {
                hung += massOf(q, pp.woodDensity);
                moment += massOf(q, pp.woodDensity) * q.solid.centre().y;
            }
        const double face = 18;
        const double most = std::max(share, seat.x[0].mm() + (seat.x[1] - seat.x[0]).mm() / 2);
        const double own = hung * gravity / pp.assembly().length.mm() * most;
        const double things = 12 * gravity / 1000 * most;
        const double M = things * (pp.assembly().depth.mm() / 2 - face) + own * (moment / hung - face);
        const double T = M / seat.down.mm();
        const double V = M / seat.out.mm();
        QVERIFY2(std::abs(c->demand - T) < 0.01 * T || std::abs(c->demand - V) < 0.01 * V,
                 qPrintable(QString("%1: %2 or %3").arg(c->demand).arg(T).arg(V)));
        QVERIFY(c->capacity > 2 * c->demand);
    }
    /// S9.8: a brace relieves the joint within 150 mm of itself. With braces so near that no stretch of 300
    /// mm lies farther off the joint is theirs; with two far apart it holds by itself between them, as
    /// without any.
    void betweenDistantBracesTheJointHoldsByItself() {
        Project p = bracedProject();
        braced(p).length = 1500_mm;
        braced(p).braces = 2;
        p.pieces.front().load.kgPerM = 5;
        const auto jointUse = [](const Project& q) {
            const Plan plan = test::planOf(q);
            return test::check(*first(plan).hold(), "joint")->utilisation();
        };
        const double far = jointUse(p);
        const Plan plan = test::planOf(p);
        const BraceSeat& seat = *first(plan).assembly().seat<BraceSeat>();
        QVERIFY((seat.x[1] - seat.x[0]).mm() > 600);
        // As without any, but for the free ends, which the braces still relieve.
        Project glued = p;
        braced(glued).braceFix = BraceFix::glued;
        QVERIFY2(far <= jointUse(glued) && far > 0.5 * jointUse(glued),
                 qPrintable(QString("%1 %2").arg(far).arg(jointUse(glued))));
        braced(p).braces = 4;
        const double near = jointUse(p);
        QVERIFY2(near < 0.6 * far, qPrintable(QString("%1 %2").arg(near).arg(far)));
    }
    void gluedBracesCountForNothing() {
        Project screwed = bracedProject();
        braced(screwed).braces = 3; // no stretch of 300 mm is farther than 150 mm from one (S9.8)
        Project glued = screwed;
        braced(glued).braceFix = BraceFix::glued;
        const Plan a = test::planOf(screwed);
        const Plan b = test::planOf(glued);
        QVERIFY(braceUse(a) && !braceUse(b));
        const double with = test::check(*first(a).hold(), "joint")->utilisation();
        const double without = test::check(*first(b).hold(), "joint")->utilisation();
        QVERIFY2(without > 3 * with, qPrintable(QString("%1 %2").arg(without).arg(with)));
        Project none = glued;
        braced(none).braces = 0;
        // but for the weight of the braces it is the same joint
        QVERIFY(std::abs(test::check(*first(test::planOf(none)).hold(), "joint")->utilisation() - without) <
                0.1 * without);
    }
    /// What stands behind the rail's front edge presses the joint shut; what stands before it opens it.
    void aTopOnItsRailTurnsAboutTheRailsEdge() {
        Project p = bracedProject();
        braced(p).braces = 0;
        braced(p).railJoint = Joinery::screwsGlue;
        p.pieces.front().load.handN = 0;
        braced(p).depth = 150_mm;
        const double shallow = test::check(*first(test::planOf(p)).hold(), "joint")->utilisation();
        braced(p).depth = 200_mm;
        const double deep = test::check(*first(test::planOf(p)).hold(), "joint")->utilisation();
        QVERIFY(deep > 1.3 * shallow);
    }
    void theProfileRunsOnThreeEdgesOfTheTopAlone() {
        for (const EdgeShape shape : {EdgeShape::chamfer, EdgeShape::roundOver, EdgeShape::cove})
            for (const EdgeAt at : {EdgeAt::upper, EdgeAt::lower, EdgeAt::both}) {
                Project p = bracedProject();
                braced(p).edge = shape;
                braced(p).edgeAt = at;
                const PiecePlan pp = first(test::planOf(p));
                const Part* top = pp.assembly().find("top");
                const double r = braced(p).edgeSize.mm();
                const double run = 900 + 2 * 150; // the corners count a little twice
                const double each = shape == EdgeShape::chamfer     ? r * r / 2
                                    : shape == EdgeShape::roundOver ? r * r * (1 - std::numbers::pi / 4)
                                                                    : r * r * std::numbers::pi / 4;
                const double want = each * run * (at == EdgeAt::both ? 2 : 1);
                const double gone = 900.0 * 150 * 18 - top->volume();
                QVERIFY2(std::abs(gone - want) < 0.03 * want,
                         qPrintable(QString("%1 %2").arg(gone).arg(want)));
                Project plain = p;
                braced(plain).edge = EdgeShape::square;
                const PiecePlan other = first(test::planOf(plain));
                for (const char* id : {"rail", "brace-1"})
                    QVERIFY(std::abs(pp.assembly().find(id)->volume() - other.assembly().find(id)->volume()) <
                            1);
            }
    }
    void bracesEchoTheEdge() {
        Project p = bracedProject();
        braced(p).echo = true;
        braced(p).edge = EdgeShape::cove;
        const double hollow = first(test::planOf(p)).assembly().find("brace-1")->volume();
        braced(p).edge = EdgeShape::roundOver;
        const double full = first(test::planOf(p)).assembly().find("brace-1")->volume();
        QVERIFY(full > 1.5 * hollow);
    }
    void aPatternServesAWallNotYetSeen() {
        Project p = bracedProject();
        braced(p).unseenWall = true;
        p.walls.front().studMode = StudMode::unknown;
        const Plan plan = test::planOf(p);
        const Part* rail = first(plan).assembly().find("rail");
        std::vector<double> x;
        for (const auto& h : rail->holes)
            if (h.purpose == patternHole)
                x.push_back(h.at.x);
        QVERIFY(x.size() >= 4);
        // the same to both sides of the middle, with pairs 400 and 600 apart
        for (double one : x)
            QVERIFY(std::any_of(x.begin(), x.end(),
                                [&](double other) { return std::abs(one + other - 900) < 0.01; }));
        for (double apart : {400.0, 600.0}) {
            bool pair = false;
            for (double a : x)
                for (double b : x)
                    pair = pair || std::abs(b - a - apart) < 0.01;
            QVERIFY(pair);
        }
        const auto& steps = first(plan).steps;
        QVERIFY(std::any_of(steps.begin(), steps.end(), [](const BuildStep& s) {
            return s.title.find("wall not yet seen") != std::string::npos && !s.shapes.empty();
        }));
        // once the studs are known their own holes are there, and no pattern hole beside them
        p.walls.front().studMode = StudMode::spacing;
        const PiecePlan known = first(test::planOf(p));
        for (const auto& hole : known.holes)
            for (const auto& h : known.assembly().find("rail")->holes)
                if (h.purpose == patternHole)
                    QVERIFY(std::abs(h.at.x - hole.x.mm()) > 20);
    }
    /// On paper a millimetre of the outline is a millimetre, and equal braces share a sheet.
    void aTemplateIsAtTrueSize() {
        const Project p = bracedProject();
        const PiecePlan pp = first(test::planOf(p));
        const auto parts = partsByTemplate(pp.assembly());
        QCOMPARE(parts.size(), std::size_t(1));
        const Drawing d = templateView(*parts.front(), pp.assembly(), p.style);
        QCOMPARE(d.marginLeft + d.marginRight + d.marginTop + d.marginBottom, 0.0);
        Point low{1e9, 1e9};
        Point high{-1e9, -1e9};
        for (const auto& q : d.shapes.front().points) {
            low = {std::min(low.x, q.x), std::min(low.y, q.y)};
            high = {std::max(high.x, q.x), std::max(high.y, q.y)};
        }
        QVERIFY(std::abs(high.x - low.x - 110) < 0.01 && std::abs(high.y - low.y - 100) < 0.01);
        QVERIFY(low.x >= d.low.x && high.x <= d.high.x && high.y <= d.high.y);
        bool ruler = false;
        for (const auto& s : d.shapes)
            ruler = ruler || (s.points.size() == 2 && std::abs(s.points[1].x - s.points[0].x - 50) < 1e-9);
        QVERIFY(ruler && test::says(d, "2 of 18"));
        Project plain = p;
        braced(plain).braces = 0;
        QVERIFY(partsByTemplate(first(test::planOf(plain)).assembly()).empty());
    }
    void screwsThroughTheTopAreOnItsPlugs() {
        Project p = bracedProject();
        braced(p).railJoint = Joinery::screwsGlue;
        braced(p).thickness = 22_mm;
        const PiecePlan pp = first(test::planOf(p));
        std::size_t heads = 0;
        std::size_t plugs = 0;
        for (const auto& j : pp.assembly().joints)
            if (j.shows && j.how == Joinery::screwsGlue)
                heads += j.fasteners.size();
        for (const auto& q : pp.assembly().parts)
            plugs += isPlug(q);
        QVERIFY(heads > 4);
        QCOMPARE(plugs, heads);
    }
    void whatCannotBeSaysWhatWould_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("problem");
        for (const auto& [set, id] : {std::pair{"length=50", "too_short"},
                                      {"length=6000", "too_long"},
                                      {"depth=30", "too_shallow"},
                                      {"rail_height=20", "rail_too_low"},
                                      {"inset=440", "rail_too_short"},
                                      {"thickness=3", "too_thin"},
                                      {"brace_down=150", "brace_below_rail"},
                                      {"brace_out=400", "brace_sticks_out"},
                                      {"braces=12 length=400 inset=60", "no_room_for_braces"},
                                      {"edge_size=30", "edge_too_big"},
                                      {"rail_thickness=8", "no_dowels"},
                                      {"brace_thickness=6", "no_brace_screw_behind"}})
            QTest::newRow(set) << set << id;
    }
    void whatCannotBeSaysWhatWould() {
        QFETCH(QString, set);
        QFETCH(QString, problem);
        const Plan plan = test::planOf(test::with("braced", set));
        QVERIFY2(test::saysWhatWould(plan, "braced." + problem.toStdString()),
                 plan.findings.empty() ? "nothing" : plan.findings.front().id.c_str());
    }
};

QTEST_APPLESS_MAIN(TestBraced)
#include "test_core_braced.moc"
