// The shelf in an alcove: fits walls out of square, its blocks miss the studs, the front bends by S9.7, every
// ledger takes its share; scribing, packing, stages on the walls.
#include "drawing/views.h"
#include "drawings.h"
#include "edit/fields.h"
#include "project/random_project.h"
#include "solid/query.h"
#include "strength/wall_pieces.h"
#include "support/inside/joint_capacity.h"
#include "told.h"

#include <numbers>

using namespace owl;
using test::assemblyOf;
using test::checkOf;
using test::first;

namespace {

Project with(const std::string& set) {
    return test::with("alcove", test::words(set));
}
std::vector<std::string> titles(const Plan& plan) {
    std::vector<std::string> out;
    for (const auto& s : first(plan).steps)
        out.push_back(s.title);
    return out;
}

Project loaded(const std::string& set, double kgPerM, double hand) {
    Project p = with(set);
    p.pieces.front().load.kgPerM = kgPerM;
    p.pieces.front().load.handN = hand;
    return p;
}
/// All that stands there and the piece itself, N.
double weighs(const Plan& plan, double kgPerM) {
    const Assembly& a = assemblyOf(plan);
    double W = kgPerM * gravity * (a.surfaces.front().x1 - a.surfaces.front().x0).mm() / 1000;
    for (const auto& part : a.parts)
        W += massOf(part, first(plan).woodDensity) * gravity;
    return W;
}
/// The rail of 40 x 60 and half of the skin, 160 x 12 on top of it, as one glued section (S4.1).
struct FrontOfFrame {
    double EI = 0, Z = 0, kDef = 0; ///< N mm2; mm3, of the stress in the stiffer material
    FrontOfFrame() {
        const Species& pine = *catalog().findSpecies("scots_pine");
        const Species& birch = *catalog().findSpecies("ply_birch");
        const double E = allowable(pine.means, BoardGrade::ordinary, 0.9).E;
        const double Es = birch.means.MOE;
        const double A1 = 40 * 60 * E;
        const double A2 = 160 * 12 * Es;
        const double na = (A1 * 30 + A2 * 66) / (A1 + A2);
        EI = E * 40 * std::pow(60, 3) / 12 + A1 * std::pow(na - 30, 2) + Es * 160 * std::pow(12, 3) / 12 +
             A2 * std::pow(66 - na, 2);
        Z = EI / std::max(E * na, Es * (72 - na));
        kDef = birch.kDef;
    }
};

} // namespace

class TestAlcove : public QObject {
    Q_OBJECT
  private slots:
    /// A block nearer to a side strip than a driver is long: whoever fixes the strip last is told.
    void aNarrowAlcoveAsksForAShortDriver() {
        // By lot, narrow, let into the opened cover, with packing at both sides.
        Plan narrow;
        for (std::uint64_t i = 0; i < 8 && narrow.pieces.empty(); ++i) {
            const Project p = randomProject("alcove", Units::metric, 9023 + i * 1'000'003).value();
            const auto& a = std::get<AlcoveParams>(p.pieces.front().params);
            if (a.letIn && a.packing > 30_mm && a.length < 640_mm)
                narrow = test::planOf(p);
        }
        QVERIFY(!narrow.pieces.empty());
        const Plan wide = test::planOf(newProject("alcove", Units::metric).value());
        const auto strips = [](const Plan& plan) {
            for (const auto& s : plan.pieces.front().steps)
                if (s.id.ends_with("/fix-support"))
                    return s;
            return BuildStep();
        };
        QCOMPARE(strips(narrow).reach, std::string("short"));
        QVERIFY(strips(narrow).text.find("short one") != std::string::npos);
        QVERIFY(strips(wide).reach.empty() && !strips(wide).id.empty());
    }
    void aDefaultAlcoveHolds() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(newProject("alcove", units).value());
            QVERIFY(!plan.blocked());
            QVERIFY(first(plan).hold()->feasible);
            for (const char* id : {"wall_screws", "ledger_share", "front_bending", "front_sag"})
                QVERIFY2(checkOf(plan, id), id);
        }
    }
    void everyMakeClosesWithoutGapOrOverlap_data() {
        QTest::addColumn<QString>("set");
        for (const char* make :
             {"", "rails=2", "set_back=40", "packing=40", "sides=left length=700", "sides=right length=700",
              "made=board boards=3", "made=board edge=round_over edge_size=8", "face_height=140"})
            for (const char* room : {"", " left_angle=88.5 middle_width=1197 front_width=1209",
                                     " front_width=1190 middle_width=1196 scribe_back=0,2,600,5,1200,1"}) {
                QString r = room;
                if (QString(make).contains("length=700"))
                    r.replace("1197", "698")
                        .replace("1209", "705")
                        .replace("1190", "695")
                        .replace("1196", "697");
                QTest::addRow("%s%s", make, room) << make + r;
            }
    }
    void everyMakeClosesWithoutGapOrOverlap() {
        QFETCH(QString, set);
        QString readings;
        if (const auto at = set.indexOf(" scribe_back="); at >= 0) { // readings have blanks in them
            readings = "0 2, 600 5, 1200 1";
            set.truncate(at);
        }
        Project p = with(set.toStdString());
        if (!readings.isEmpty())
            p.pieces.front().params =
                withParameter(p.pieces.front().params, "scribe_back", readings.toStdString(), true).value();
        const Plan plan = test::planOf(p);
        const QString wrong = test::gapOrOverlap(assemblyOf(plan));
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
    }
    /// What shows follows the walls: at every depth the skin is as wide as the alcove, less the gaps.
    void skinsFollowWallsOutOfSquare() {
        Project p = with("left_angle=88 middle_width=1195 front_width=1190 gap=2");
        const Plan plan = test::planOf(p);
        const Solid& top = assemblyOf(plan).find("top")->solid;
        const double z = assemblyOf(plan).surfaceZ.mm() - 6;
        const double slope = std::tan(2 * std::numbers::pi / 180); // the left wall leans to the right
        const auto width = [](double y) { return y < 160 ? 1200 - 5 * y / 160 : 1195 - 5 * (y - 160) / 160; };
        for (const double y : {5.0, 100.0, 159.0, 200.0, 295.0}) {
            const double left = slope * y;
            const double right = left + width(y);
            QVERIFY(!top.contains({left + 1.5, y, z}) && top.contains({left + 2.6, y, z}));
            QVERIFY(!top.contains({right - 1.5, y, z}) && top.contains({right - 2.6, y, z}));
        }
        // A wall that comes in between, and one that falls back: the skin follows the middle as well.
        for (const int middle : {1190, 1208}) {
            const Plan bent = test::planOf(with("middle_width=" + std::to_string(middle)));
            const Solid& skin = assemblyOf(bent).find("top")->solid;
            QVERIFY(skin.contains({middle - 1.4, 160, z}) && !skin.contains({middle - 0.6, 160, z}));
            QVERIFY(skin.contains({1198.4, 2, z}) && !skin.contains({1199.5, 2, z}));
        }
    }
    /// Gaps under a straightedge: the skin reaches into them, and is cut larger by the allowance.
    void scribedToTheReadings() {
        Project p = with("allowance=10");
        p.pieces.front().params =
            withParameter(p.pieces.front().params, "scribe_back", "0 0, 600 6, 1200 0", true).value();
        const Plan plan = test::planOf(p);
        const Part* top = assemblyOf(plan).find("top");
        const double z = assemblyOf(plan).surfaceZ.mm() - 6;
        QVERIFY(top->solid.contains({600, -5.8, z}) && !top->solid.contains({600, -6.3, z}));
        QVERIFY(top->solid.contains({300, -2.8, z}) && !top->solid.contains({300, -3.3, z}));
        QVERIFY(!top->solid.contains({30, -0.6, z}));
        const auto row = std::find_if(plan.cutJob.parts.begin(), plan.cutJob.parts.end(),
                                      [](const CutPart& c) { return c.id == "alcove-1/top"; });
        QVERIFY(row != plan.cutJob.parts.end());
        QCOMPARE(row->length, top->length + 10_mm);
        QCOMPARE(row->width, top->width + 10_mm);
        // Scribed when it first goes up, and before it is fixed.
        std::size_t scribed = 0;
        for (const auto& s : first(plan).steps)
            if (std::find(s.shapes.begin(), s.shapes.end(), "top/scribe") != s.shapes.end()) {
                ++scribed;
                QVERIFY(s.text.find("Scribe") != std::string::npos);
                QVERIFY(std::find(s.adds.begin(), s.adds.end(), "top") != s.adds.end());
            }
        QCOMPARE(scribed, std::size_t(1));
    }
    void blocksMissTheStuds() {
        for (const int firstStud : {200, 280, 340, 395}) {
            Project p = with("blocks=4");
            p.walls.front().spacing = 400_mm;
            p.walls.front().firstStud = 1_mm * firstStud;
            const Plan plan = test::planOf(p);
            QVERIFY(first(plan).hold()->feasible);
            for (const auto& part : assemblyOf(plan).parts)
                if (part.id.starts_with("block"))
                    for (Length x : first(plan).studs) {
                        const Cell b = part.bounds();
                        QVERIFY2(x < b.at.x - 15_mm || x > b.at.x + b.size.x + 15_mm, part.id.c_str());
                    }
            QVERIFY(first(plan).studs.size() >= 2);
        }
    }
    /// S9.7 by the strength function that the public case checks, with the section summed here.
    void theFrontBendsByTheFormulas() {
        const Plan plan = test::planOf(loaded("", 25, 0));
        const double W = weighs(plan, 25);
        const FrontOfFrame front;
        AlcoveInput in;
        in.length = 1200;
        in.w = W / 1200;
        in.EI = front.EI;
        in.kDef = front.kDef;
        const AlcoveResult r = alcoveOf(in);
        const Check* sag = checkOf(plan, "front_sag");
        QVERIFY2(std::abs(sag->demand - r.sagLong) < 0.01 * r.sagLong,
                 qPrintable(QString("%1 %2").arg(sag->demand).arg(r.sagLong)));
        const Check* bending = checkOf(plan, "front_bending");
        const double sigma = 0.6 * W * 1200 / 8 / front.Z;
        QVERIFY2(std::abs(bending->demand - sigma) < 0.01 * sigma, qPrintable(QString::number(sigma)));
        // Two boards in the rail bend less.
        const Plan one = test::planOf(with("depth=400"));
        const Plan two = test::planOf(with("depth=400 rails=2"));
        QVERIFY(checkOf(one, "front_sag") && checkOf(two, "front_sag"));
        QVERIFY(checkOf(two, "front_sag")->demand < checkOf(one, "front_sag")->demand);
    }
    /// S9.7: a thing goes to back and front by its y, from the front to the sides by its x; it bends the
    /// front by P a b/L under it and sags it by S5.2. Nothing of that is shared evenly.
    void aSingleThingBendsTheFrontWhereItStands() {
        Project p = loaded("", 0, 0);
        const Plan empty = test::planOf(p);
        const BentFront& f = *assemblyOf(empty).seat<LedgersSeat>()->front;
        const double P = 120;
        const double a = 400; // of its middle, from the front's left end
        const double L = f.span.mm();
        p.pieces.front().load.items = {
            {"t", "", "thing", P / gravity, f.from + Length::mm(a) - 100_mm, 200_mm, 200_mm, true, ""}};
        const Plan plan = test::planOf(p);
        const Surface& s = assemblyOf(plan).surfaces.front();
        const double ahead = P * (s.y0 + s.y1).mm() / 2 / f.behind.mm();
        const double own = weighs(plan, 0);
        const FrontOfFrame front;
        // Own weight has its top in the middle, the thing at 400: the sum is a parabola and a tent.
        double M = 0;
        for (int x = 0; x <= static_cast<int>(L); ++x)
            M = std::max(M, 0.6 * own * x * (L - x) / (2 * L) +
                                ahead * (x < a ? (L - a) * x / L : a * (L - x) / L));
        const Check* bending = checkOf(plan, "front_bending");
        QVERIFY2(std::abs(bending->demand - M / front.Z) < 0.01 * M / front.Z,
                 qPrintable(QString("%1 %2").arg(bending->demand).arg(M / front.Z)));
        const double sags = 0.6 * own * std::pow(L, 3) * 5 / 384 / front.EI +
                            ahead * a * std::pow(L * L - a * a, 1.5) / (9 * std::sqrt(3.0) * L * front.EI);
        const Check* sag = checkOf(plan, "front_sag");
        QVERIFY2(std::abs(sag->demand - sags * (1 + front.kDef)) < 0.01 * sag->demand,
                 qPrintable(QString("%1 %2").arg(sag->demand).arg(sags * (1 + front.kDef))));
        // The back ledger: half of the even load and what stands behind the front.
        const Check* c = checkOf(plan, "ledger_share");
        const double back = own / 2 + P - ahead;
        const double left = 0.3 * own + ahead * (L - a) / L;
        const double right = 0.3 * own + ahead * a / L;
        QVERIFY2(std::abs(c->demand - back) < 0.02 * back || std::abs(c->demand - left) < 0.02 * left ||
                     std::abs(c->demand - right) < 0.02 * right,
                 qPrintable(QString("%1: %2 %3 %4").arg(c->demand).arg(back).arg(left).arg(right)));
    }
    /// With one end open its front stands out from the other side: W L³/8EI, W L/2 + F L, and the limit of a
    /// free end (twice its length).
    void anOpenEndIsACantilever() {
        for (const char* sides : {"left", "right"}) {
            const Project p =
                loaded(std::string("length=700 middle_width=700 front_width=700 sides=") + sides, 12, 80);
            const Plan plan = test::planOf(p);
            const double W = 0.6 * weighs(plan, 12);
            const FrontOfFrame front;
            const double L = 700;
            const Check* sag = checkOf(plan, "front_sag");
            QVERIFY(sag);
            const double later = W * std::pow(L, 3) / (8 * front.EI) * (1 + front.kDef);
            QVERIFY2(std::abs(sag->demand - later) < 0.01 * later, qPrintable(QString::number(later)));
            QVERIFY(std::abs(sag->capacity - 2 * L / sagRatio(p.pieces.front().sagLimit)) < 1e-9);
            const Check* bending = checkOf(plan, "front_bending");
            QVERIFY(bending && bending->standing && bending->leaning);
            const double stands = W * L / 2 / front.Z;
            const double leans = stands + 80 * L / front.Z;
            QVERIFY(std::abs(bending->demand - stands) < 0.01 * stands ||
                    std::abs(bending->demand - leans) < 0.01 * leans);
            // Drawn out from the wall: level there, lowest at the open end.
            const auto& curve = first(plan).hold()->sag.later;
            const bool left = std::string(sides) == "left";
            QVERIFY(std::abs((left ? curve.front() : curve.back()).second) < 1e-9);
            QVERIFY(std::abs((left ? curve.back() : curve.front()).second - sag->demand) < 1e-6);
        }
    }
    /// S9.7: half of all on the back ledger whoever leans, 0.3 and half the hand on each side.
    void sharesOfTheLedgers() {
        for (const double hand : {0.0, 250.0}) {
            Project p = loaded("", 25, hand);
            const Plan plan = test::planOf(p);
            const double W = weighs(plan, 25);
            const Check* c = checkOf(plan, "ledger_share");
            QVERIFY(c);
            const bool back = c->place.find("back") != std::string::npos;
            const double stands = back ? W / 2 : 0.3 * W;
            const double leans = back ? W / 2 : 0.3 * W + hand / 2;
            QVERIFY2(std::abs(c->demand - stands) < 0.01 * stands ||
                         std::abs(c->demand - leans) < 0.01 * leans,
                     qPrintable(QString("%1 %2 %3").arg(c->demand).arg(stands).arg(leans)));
            // Sides held in concrete leave the back ledger as the worst: its share has no hand in it.
            p.walls[1].construction = p.walls[2].construction = "concrete";
            p.walls.front().spacing = 900_mm;
            const Plan firm = test::planOf(p);
            const Check* b = checkOf(firm, "ledger_share");
            QVERIFY(b);
            QVERIFY2(b->place.find("back") != std::string::npos, b->place.c_str());
            const double half = weighs(firm, 25) / 2;
            QVERIFY(std::abs(b->demand - half) < 0.01 * half);
        }
    }
    /// An opening of the cover lays the studs bare only where it holds the whole height of the strip.
    void anOpeningLowerThanTheStripLeavesTheCover() {
        Project p = with("");
        const Plan closed = test::planOf(p);
        const PiecePlan& pp = first(closed);
        const Cell strip = pp.assembly().find("ledger-back")->bounds();
        CoverOpening o;
        o.id = "o";
        o.cut = true;
        o.cutX = pp.left - 5_mm;
        o.cutWidth = 1210_mm;
        o.cutZ = pp.bottom + strip.at.z - 5_mm;
        o.cutHeight = strip.size.z / 2;
        const auto coverBehind = [&] {
            Project q = p;
            q.walls.front().openings = {o};
            return first(test::planOf(q)).ledgerWalls.front().cover;
        };
        QVERIFY(coverBehind() > Length());
        o.cutHeight = strip.size.z + 10_mm;
        QCOMPARE(coverBehind(), Length());
    }
    /// The view from above shows the part that is typed, where it is typed; a fitted piece has no place of
    /// its own along the wall.
    void fromAboveAndItsFields() {
        const Project p = with("front_width=1206");
        const Plan plan = test::planOf(p);
        const Drawing d = aboveView(p, plan, "alcove-1");
        for (const char* part : {"top", "face", "ledger-left", "block-1"})
            QVERIFY2(test::withId(d, std::string("part:") + part), part);
        const auto typedAt = [&](const std::string& field) {
            const auto it = std::find_if(d.shapes.begin(), d.shapes.end(),
                                         [&](const Shape& s) { return s.field == field; });
            return it == d.shapes.end() ? std::string("nowhere") : it->text;
        };
        QCOMPARE(typedAt("piece.front_width"), formatNumber(1206_mm, p.style));
        QCOMPARE(typedAt("piece.length"), formatNumber(1200_mm, p.style));
        bool height = false;
        for (const auto& f : fieldsOf(p, plan, catalog(), "alcove-1", Station::place)) {
            height = height || f.id == "place.z";
            QVERIFY2(f.id != "place.x" && f.id != "place.right", f.id.c_str());
        }
        QVERIFY(height);
    }
    /// All that lies there comes out of three walls, force and moment.
    void threeWallsHoldItInBalance() {
        const Plan plan = test::planOf(with("left_angle=91 front_width=1206"));
        std::set<std::string> walls;
        for (const auto& m : first(plan).hold()->mounting.mounts)
            walls.insert(m.to);
        QCOMPARE(walls.size(), std::size_t(3));
        QVERIFY(!first(plan).loadPath.empty());
        for (const auto& c : first(plan).loadPath) {
            Vec3 f;
            Vec3 m;
            for (const auto& q : c.applied) {
                f = f + q.force;
                m = m + cross(q.at, q.force);
            }
            for (const auto& q : c.held) {
                f = f + q.force;
                m = m + cross(q.at, q.force) + q.moment;
            }
            QVERIFY2(norm(f) < 1e-6 && norm(m) < 1e-2, c.id.c_str());
        }
    }
    /// Packing pieces sit on the studs and carry by their own screws; the frame hangs on them by its own.
    void packingPiecesCarry() {
        const Plan plan = test::planOf(with("packing=40"));
        const Assembly& a = assemblyOf(plan);
        QVERIFY(a.find("pack-left-1") && a.find("pack-right-1"));
        for (const auto& m : first(plan).hold()->mounting.mounts)
            if (m.to != "wall") {
                QCOMPARE(m.passes.size(), std::size_t(1));
                QVERIFY(m.passes.front().starts_with("pack"));
                QCOMPARE(m.into, std::string("stud"));
            }
        const Check* c = checkOf(plan, "packing");
        QVERIFY(c);
        const Joint* j = a.joint("on-pack-left-1");
        QVERIFY(j && !j->glued && j->fasteners.size() == 2);
        for (const auto& f : j->fasteners)
            QCOMPARE(f.passes, (std::vector<std::string>{"ledger-left", "pack-left-1"}));
    }
    /// The lower skin before the upper one, the face last; the frame is pushed in after its sides are up.
    void stagesInOrder() {
        const auto order = titles(test::planOf(with("rails=2 depth=400")));
        const auto at = [&](const char* what) {
            return std::find_if(order.begin(), order.end(),
                                [&](const std::string& t) { return t.find(what) != std::string::npos; }) -
                   order.begin();
        };
        QVERIFY(at("Mark and drill") < at("Fix the sides"));
        QVERIFY(at("Fix the sides") < at("Push the frame in"));
        QVERIFY(at("Push the frame in") < at("Glue the front rail thicker"));
        QVERIFY(at("Glue the front rail thicker") < at("lower skin"));
        QVERIFY(at("lower skin") < at("upper skin") && at("upper skin") < at("face board"));
        QCOMPARE(at("face board"), static_cast<std::ptrdiff_t>(order.size()) - 1);
    }
    void skinsLongerThanASheetMeetOverABlock() {
        Project p =
            with("length=2900 middle_width=2900 front_width=2900 rails=2 frame_height=90 face_height=120");
        p.walls.front().width = 2900_mm;
        const Plan plan = test::planOf(p);
        const Part* one = assemblyOf(plan).find("top-1");
        const Part* two = assemblyOf(plan).find("top-2");
        QVERIFY(one && two);
        QVERIFY(one->length < 2430_mm && two->length < 2430_mm);
        const double seam = one->solid.bounds().high.x;
        QVERIFY(std::abs(seam - two->solid.bounds().low.x) < 1e-6);
        const bool over =
            std::any_of(assemblyOf(plan).parts.begin(), assemblyOf(plan).parts.end(), [&](const Part& b) {
                const Cell box = b.bounds();
                return b.id.starts_with("block") && std::abs((box.at.x + box.size.x / 2).mm() - seam) < 1e-6;
            });
        QVERIFY(over);
        QVERIFY(assemblyOf(plan).joint("top-1-ledger-back") && assemblyOf(plan).joint("top-2-ledger-back"));
    }
    void letIntoTheCover() {
        const Plan plan = test::planOf(with("let_in=yes"));
        for (const auto& l : first(plan).ledgerWalls)
            QCOMPARE(l.cover, Length());
        const auto steps = first(plan).steps;
        QVERIFY(std::any_of(steps.begin(), steps.end(), [](const BuildStep& s) {
            return s.text.find("Open the cover on all walls as one") != std::string::npos;
        }));
        // The same screws bite deeper where no cover is between.
        QVERIFY(checkOf(plan, "wall_screws")->utilisation() <
                checkOf(test::planOf(with("")), "wall_screws")->utilisation());
    }
    /// An alcove entered under Place is taken over by a new piece, and told when it was measured again.
    void madeAsTheAlcoveWasMeasured() {
        Project p = test::demo();
        const std::string id = addPiece(p, "alcove", "alcove-back");
        const auto& a = std::get<AlcoveParams>(p.findPiece(id)->params);
        QCOMPARE(a.length, 1206_mm);
        QVERIFY(std::abs(a.leftAngle - 89.4) < 1e-9);
        // 320 deep of 380: between the middle (1201 at 190) and the front (1214 at 380)
        QVERIFY(std::abs(a.frontWidth.mm() - (1201 + 13 * 130.0 / 190)) < 0.011);
        QVERIFY(!test::finding(test::planOf(p), "measured_otherwise"));
        p.alcoves.front().widthFront = 1230_mm;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "measured_otherwise");
        QVERIFY(f && !f->remedies.empty());
    }
    void badInput_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("id");
        QTest::newRow("wider in front by 300") << "front_width=1500"
                                               << "alcove_flares";
        QTest::newRow("narrower in front by 300") << "front_width=900"
                                                  << "alcove_flares";
        QTest::newRow("a middle from elsewhere") << "middle_width=1400"
                                                 << "alcove_middle";
        QTest::newRow("5 degrees") << "left_angle=5"
                                   << "alcove_angle";
        QTest::newRow("12 m long") << "length=12000 middle_width=12000 front_width=12000"
                                   << "too_long";
        QTest::newRow("a gap") << "length=90 middle_width=90 front_width=90"
                               << "too_short";
        QTest::newRow("2 m deep") << "depth=2000"
                                  << "depth";
        QTest::newRow("nothing between") << "depth=130 rails=3"
                                         << "no_depth_left";
        QTest::newRow("no room for packing") << "depth=180 packing=40"
                                             << "packing_no_room";
        QTest::newRow("low frame") << "frame_height=12"
                                   << "frame_low";
        QTest::newRow("thin frame") << "frame_thickness=5"
                                    << "frame_thin";
        QTest::newRow("face too low") << "face_height=30"
                                      << "face_low";
        QTest::newRow("set back too far") << "set_back=200"
                                          << "set_back";
        QTest::newRow("thin board") << "made=board thickness=12"
                                    << "board_thin";
    }
    void badInput() {
        QFETCH(QString, set);
        QFETCH(QString, id);
        const QString wrong = test::notTold(with(set.toStdString()), "alcove." + id.toStdString());
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
    }
};

QTEST_APPLESS_MAIN(TestAlcove)
#include "test_core_alcove.moc"
