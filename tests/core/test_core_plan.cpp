// plan(): everything follows from the project; findings bring remedies that cure.
#include "support.h"

#include "cutting/job.h"
#include "plan/plan_json.h"
#include "plan/remedies.h"
#include "report/book.h"
#include "report/csv.h"

#include <rapidcheck.h>
#include <regex>
#include <sstream>

using namespace owl;

namespace {

const PiecePlan& only(const Plan& p) {
    return p.pieces.front();
}

Project moved(Length x) {
    Project p = test::fresh();
    p.pieces.front().place.anchor = Anchor::typed;
    p.pieces.front().place.x = x;
    return p;
}

} // namespace

class TestPlan : public QObject {
    Q_OBJECT
  private slots:
    void theDemoHolds() {
        const Plan p = test::planOf(test::hall());
        QVERIFY(!p.blocked());
        QCOMPARE(only(p).hold()->verdict.status, Status::holds);
        QCOMPARE(only(p).studs.size(), std::size_t(4));
        QVERIFY(p.cut.provenAsAsked);
    }

    /// Written piece by piece it is the text of the whole, with no piece, one, or more than go at once.
    void aPlanIsWrittenPieceByPiece() {
        for (const std::size_t n : {std::size_t{0}, std::size_t{1}, std::size_t{40}}) {
            Project p = test::hall();
            p.name = "odd \"pieces\": [\n  \"pieces\": [";
            const Piece one = p.pieces.front();
            p.pieces.clear();
            for (std::size_t i = 0; i < n; ++i) {
                p.pieces.push_back(one);
                p.pieces.back().id = "l" + std::to_string(i);
            }
            const Plan plan = test::planOf(p);
            std::ostringstream out;
            writePlan(p, plan, out);
            QVERIFY(out.str() == planJson(p, plan).dump(2));
        }
    }

    void theSamePlanEveryTime() {
        const Project d = test::hall();
        QCOMPARE(test::words(planJson(d, test::planOf(d)).dump()),
                 test::words(planJson(d, test::planOf(d)).dump()));
    }

    void bothDefaultLedgesHold_data() {
        QTest::addColumn<bool>("inches");
        QTest::newRow("millimetres") << false;
        QTest::newRow("inches") << true;
    }
    void bothDefaultLedgesHold() {
        QFETCH(bool, inches);
        const Plan p = test::planOf(test::fresh(inches ? Units::imperial : Units::metric));
        QVERIFY(!p.blocked());
        QVERIFY(only(p).hold()->verdict.status == Status::holds ||
                only(p).hold()->verdict.status == Status::tight);
        QVERIFY(p.cut.unplaced.empty());
    }

    void studsCarryContentsAndOwnWeight() {
        const bool ok = rc::check("reactions add up to everything that hangs", [] {
            Project p = test::fresh();
            p.pieces.front().load.kgPerM = *rc::gen::inRange(1, 40);
            ledgeOf(p.pieces.front()).length = Length::mm(*rc::gen::inRange(900, 2600));
            const Plan plan = test::planOf(p);
            const SupportVerdict* h = only(plan).hold();
            RC_PRE(h->feasible);
            double sum = 0;
            for (double r : h->reactions)
                sum += r;
            const double weight = (only(plan).mass + only(plan).contents) * gravity;
            RC_ASSERT(std::abs(sum - weight) < 1e-6 * weight);
        });
        QVERIFY(ok);
    }

    void moreLoadIsNeverSafer() {
        double last = 0;
        for (double kg : {1.0, 5.0, 15.0, 30.0, 60.0}) {
            Project p = test::fresh();
            p.pieces.front().load.kgPerM = kg;
            p.pieces.front().hold.support = "studs-m5";
            const double u = only(test::planOf(p)).hold()->verdict.utilisation;
            QVERIFY(u >= last - 1e-9);
            last = u;
        }
    }

    void whatItMayCarryIsTheEdge() {
        Project p = test::fresh();
        p.pieces.front().load.kgPerM = 5;
        p.pieces.front().hold.leaning = Leaning::people; // so that the hand limits it, not what was looked at
        const Plan before = test::planOf(p);
        const double most = only(before).hold()->carryKg;
        QVERIFY(!only(before).hold()->carryCapped);
        QVERIFY(most > only(before).contents);
        p.pieces.front().hold.support = only(before).hold()->option.id;
        p.pieces.front().hold.rows = only(before).rows;
        p.pieces.front().load.kgPerM = most * 0.98 / 0.9;
        QVERIFY(only(test::planOf(p)).hold()->verdict.utilisation <= 1);
        p.pieces.front().load.kgPerM = most * 1.03 / 0.9;
        QVERIFY(only(test::planOf(p)).hold()->verdict.utilisation > 1);
    }

    void everyCheckCarriesItsWorking() {
        Project asked = test::hall();
        const Plan p = test::planOf(asked);
        for (const auto& s : only(p).supports) {
            asked.pieces.front().hold.support = s.option.id;
            const Plan chosen = test::planOf(asked);
            QCOMPARE(only(chosen).hold()->option.id, s.option.id);
            for (const auto& c : only(chosen).hold()->checks) {
                QVERIFY2(!c.working.formula.empty(), c.id.c_str());
                QVERIFY2(!c.working.values.empty(), c.id.c_str());
                QVERIFY2(!c.working.source.empty(), c.id.c_str());
                QVERIFY(std::isfinite(c.utilisation()));
            }
        }
        for (const char* id :
             {"sag", "bending", "shear", "wall_screws", "wall_crush", "penetration", "joint", "droop"})
            QVERIFY2(test::check(*only(p).hold(), id), id);
    }

    void oneStudOrNoneIsToldWithRemediesThatCure_data() {
        QTest::addColumn<int>("x");
        QTest::addColumn<int>("length");
        QTest::addColumn<int>("studs");
        QTest::newRow("no stud") << 650 << 500 << 0;
        QTest::newRow("one stud") << 1000 << 500 << 1;
        QTest::newRow("one stud, at its very end") << 700 << 540 << 1;
    }
    /// Studs 30 mm from both ends of the rail: the reason is said, and 20 mm of length are the cure, not
    /// another 400 to the next stud.
    void studsTooNearTheEndsAreNamed() {
        Project p = test::fresh();
        ledgeOf(p.pieces.front()).length = 660_mm;
        Wall& w = p.walls.front();
        w.studMode = StudMode::positions;
        w.studs = test::found({1030_mm, 1630_mm});
        p.pieces.front().place.anchor = Anchor::typed;
        p.pieces.front().place.x = 1000_mm;
        Plan plan = test::planOf(p);
        keepCures(p, test::shop(), catalog(), plan);
        const Finding* f = test::finding(plan, "misses_studs");
        QVERIFY(f);
        QVERIFY2(f->text.find("30 mm from the left end of the back rail: too near") != std::string::npos,
                 f->text.c_str());
        QVERIFY(std::any_of(f->remedies.begin(), f->remedies.end(), [](const Remedy& r) {
            return r.name == "Make it 20 mm longer, 10 mm of it at the left";
        }));
    }
    void oneStudOrNoneIsToldWithRemediesThatCure() {
        QFETCH(int, x);
        QFETCH(int, length);
        QFETCH(int, studs);
        Project p = moved(Length::mm(x));
        p.pieces.front().load.kgPerM = 4;
        ledgeOf(p.pieces.front()).length = Length::mm(length);
        const Plan plan = test::planOf(p);
        if (static_cast<int>(only(plan).studs.size()) != studs && studs == 1)
            QCOMPARE(only(plan).studs.size(), std::size_t(0)); // 40 mm from its end at least
        const Finding* f = test::finding(plan, "misses_studs");
        QVERIFY(f);
        QCOMPARE(f->severity, Severity::blocks);
        QVERIFY(!f->remedies.empty());
        for (const auto& r : f->remedies) {
            Project cured = p;
            r.apply(cured);
            QVERIFY2(!test::finding(test::planOf(cured), "misses_studs"), r.name.c_str());
        }
    }

    void unknownStudsAreNeverGreen() {
        Project p = test::fresh();
        p.walls.front().studMode = StudMode::unknown;
        const Plan plan = test::planOf(p);
        QVERIFY(test::finding(plan, "studs_unknown"));
        for (const auto& s : only(plan).supports)
            if (s.option.ground == Ground::studs)
                QVERIFY(!s.feasible);
    }

    void aPieceWiderThanItsWallCanBeShortened() {
        Project p = test::fresh();
        p.walls.front().width = 700_mm;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "wider_than_wall");
        QVERIFY(f && f->severity == Severity::blocks);
        f->remedies.front().apply(p);
        QVERIFY(!test::finding(test::planOf(p), "wider_than_wall"));
    }

    void findingsAboutThePlace_data() {
        QTest::addColumn<QString>("id");
        QTest::addColumn<int>("x");
        QTest::addColumn<int>("z");
        QTest::newRow("past the wall") << "off_the_wall" << 2900 << 1200;
        QTest::newRow("above the ceiling") << "above_ceiling" << 1000 << 2400;
        QTest::newRow("over an outlet") << "covers_outlet" << 1000 << 300;
        QTest::newRow("behind the sofa") << "behind_furniture" << 1000 << 500;
    }
    void findingsAboutThePlace() {
        QFETCH(QString, id);
        QFETCH(int, x);
        QFETCH(int, z);
        Project p = moved(Length::mm(x));
        p.walls.front().obstacles.push_back(test::hangs("outlet", 1300_mm, 320_mm));
        p.walls.front().furniture.push_back(test::stands("sofa", 900_mm, 1600_mm, 850_mm));
        p.pieces.front().place.z = Length::mm(z);
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, id.toStdString());
        QVERIFY(f);
        QVERIFY(!f->remedies.empty());
        f->remedies.front().apply(p);
        QVERIFY(!test::finding(test::planOf(p), id.toStdString()));
    }

    void aSofaSetsTheHeightAdvice() {
        Project p = moved(1000_mm);
        p.walls.front().furniture.push_back(test::stands("sofa", 900_mm, 1600_mm, 850_mm));
        p.pieces.front().place.z = 1800_mm;
        const Plan plan = test::planOf(p);
        QCOMPARE(test::words(only(plan).heights.front().what), QString("over the sofa"));
        const Finding* f = test::finding(plan, "height");
        QVERIFY(f);
        f->remedies.front().apply(p);
        QVERIFY(test::finding(test::planOf(p), "good_height"));
    }

    void aStudInTheWayOfAWireIsLeftOut() {
        Project p = test::fresh();
        const std::size_t before = only(test::planOf(p)).studs.size();
        p.walls.front().obstacles.push_back(
            test::hangs("outlet", 1230_mm, 300_mm)); // the stud at 1200 is close
        Plan plan = test::planOf(p);
        QCOMPARE(only(plan).studs.size(), before - 1);
        QCOMPARE(only(plan).barred.size(), std::size_t(1));
        const Length barred = only(plan).left + only(plan).barred.front().x;
        for (const auto& m : only(plan).marks)
            QVERIFY(m.fromWallLeft != barred);
        const Finding* f = test::finding(plan, "stud_barred");
        QVERIFY(f && !f->remedies.empty());
        f->remedies.back().apply(p); // traced: nothing runs there
        QVERIFY(only(test::planOf(p)).barred.empty());
        QCOMPARE(only(test::planOf(p)).studs.size(), before);
    }
    void wiresNearAHoleAreNamed() {
        Project p = test::fresh();
        p.walls.front().obstacles.push_back(
            test::hangs("outlet", 1300_mm, 300_mm)); // its run ends 25 mm beside
        const Plan plan = test::planOf(p);
        QVERIFY(only(plan).barred.empty());
        bool said = false;
        for (const auto& m : only(plan).marks)
            said = said || !m.caution.empty();
        QVERIFY(said);
        QCOMPARE(test::finding(plan, "before_drilling")->severity, Severity::warns);
    }

    void noBoardOfThatWoodBringsRemedies() {
        Project p = test::fresh();
        auto& l = ledgeOf(p.pieces.front());
        l.baseThickness = l.backThickness = l.lipThickness = 17_mm;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "no_stock");
        QVERIFY(f && !f->remedies.empty());
        f->remedies.front().apply(p);
        QVERIFY(!test::finding(test::planOf(p), "no_stock"));
    }

    void anEmptyShopIsAFindingNotACrash() {
        const Project p = test::fresh();
        const Plan plan = owl::plan(p, Shop(), catalog());
        QVERIFY(test::finding(plan, "no_stock"));
        QVERIFY(plan.cut.boards.empty());
        QVERIFY(plan.blocked());
    }

    void aFourMetreLedgeFindsItsBoards() {
        Project p = test::fresh();
        p.walls.front().width = 5000_mm;
        ledgeOf(p.pieces.front()).length = 4000_mm;
        const Plan plan = test::planOf(p);
        QVERIFY(plan.cut.unplaced.empty());
        QVERIFY(only(plan).hold()->feasible);
        ledgeOf(p.pieces.front()).length = 4400_mm;
        QVERIFY(test::finding(test::planOf(p), "part_too_large"));
    }

    void aWeakRailIsCuredByItsRemedies() {
        Project p = test::fresh();
        ledgeOf(p.pieces.front()).backHeight = 45_mm;
        p.pieces.front().hold.support = "studs-m4.5"; // left to itself the program takes a stronger screw
        p.pieces.front().hold.rows = 1;
        p.pieces.front().hold.leaning = Leaning::people;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "support_weak");
        QVERIFY(f);
        QVERIFY(!f->working.formula.empty());
        const double before = only(plan).hold()->verdict.utilisation;
        const auto cures = remediesThatCure(*f, p, plan, test::shop(), catalog());
        QVERIFY(cures.size() >= 3);
        for (const auto& r : cures) { // every one of them, not only some
            Project q = p;
            r.apply(q);
            QVERIFY2(only(test::planOf(q)).hold()->verdict.utilisation < before, r.name.c_str());
        }
    }

    void aboveABedTheLimitIsStricter() {
        Project p = test::fresh();
        p.pieces.front().hold.leaning = Leaning::people;
        p.pieces.front().hold.support = "studs-m5";
        const double u = only(test::planOf(p)).hold()->verdict.utilisation;
        p.pieces.front().hold.aboveBed = true;
        QVERIFY(only(test::planOf(p)).hold()->verdict.utilisation > u * 1.2);
    }

    void loweringTheHandWithoutAReasonIsNoticed() {
        Project p = test::fresh();
        p.pieces.front().load.handN = 0;
        QVERIFY(test::finding(test::planOf(p), "hand_lowered"));
        p.pieces.front().load.handWhy = "behind glass";
        QVERIFY(!test::finding(test::planOf(p), "hand_lowered"));
        p.pieces.front().load.handN.reset();
        p.pieces.front().place.z = 700_mm;
        QCOMPARE(only(test::planOf(p)).hand.newton, 445.0);
    }

    void thingsHangingOverTheEndArePushedBack() {
        Project p = test::hall();
        p.pieces.front().load.items.front().x = 1300_mm;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "item_overhangs");
        QVERIFY(f);
        f->remedies.front().apply(p);
        QVERIFY(!test::finding(test::planOf(p), "item_overhangs"));
    }

    void heavyPiecesAreForAProfessional() {
        Project p = test::fresh();
        p.pieces.front().load.kgPerM = 120;
        QVERIFY(test::finding(test::planOf(p), "ask_professional"));
    }

    void theTargetPriceIsHeld() {
        Project p = test::hall();
        p.wood.targetPrice = 1;
        QVERIFY(test::finding(test::planOf(p), "over_target"));
    }

    void marksAgreeWithThePiece() {
        const Project d = test::hall();
        const Plan p = test::planOf(d);
        for (const auto& m : only(p).marks) {
            QCOMPARE(m.fromWallLeft, only(p).left + m.fromPieceLeft);
            QCOMPARE(m.fromFloor, only(p).bottom + only(p).assembly().height - m.fromPieceTop);
            bool onStud = false;
            for (Length s : studCentres(d.walls.front()))
                onStud = onStud || s == m.fromWallLeft;
            QVERIFY(onStud);
            QVERIFY(m.depth > d.walls.front().coverThickness.mm() + 25);
        }
        QCOMPARE(only(p).marks.front().order, 1);
    }

    void costIsWhatTheListAddsUpTo() {
        const Plan p = test::planOf(test::hall());
        double sum = 0;
        for (const auto& l : p.shopping)
            sum += l.price;
        QVERIFY(std::abs(sum - p.cost) < 1e-9);
        QVERIFY(p.hours > 1);
    }

    void stepsComeInAWorkableOrder() {
        const Plan p = test::planOf(test::hall());
        const auto& steps = only(p).steps;
        const auto at = [&](const char* id) {
            for (std::size_t i = 0; i < steps.size(); ++i)
                if (steps[i].id == std::string("ledge-1/") + id)
                    return static_cast<int>(i);
            return -1;
        };
        QVERIFY(at("check") == 0);
        QVERIFY(at("wall-holes") > at("check"));
        QVERIFY(at("dry-fit") < at("base-back"));
        QVERIFY(at("wall-holes") < at("base-back")); // the rail lies flat only before it is joined
        QVERIFY(at("base-back") < at("base-lip"));
        QVERIFY(at("base-lip") < at("cap-left"));
        for (const auto& s : steps)
            QVERIFY2(!s.text.empty(), s.id.c_str());
    }

    void planJsonHasItsKeys() {
        const Project d = test::hall();
        const auto j = planJson(d, test::planOf(d));
        for (const char* key : {"pieces", "cut", "shopping", "schedule", "findings", "cost", "hours"})
            QVERIFY2(j.contains(key), key);
        const auto& piece = j.at("pieces").at(0);
        for (const char* key : {"parts", "joints", "checks", "supports", "sag", "steps", "hang"})
            QVERIFY2(piece.contains(key), key);
        for (const char* key : {"id", "title", "demand", "capacity", "unit", "utilisation", "working"})
            QVERIFY2(piece.at("checks").at(0).contains(key), key);
        for (const char* key : {"formula", "values", "source"})
            QVERIFY2(piece.at("checks").at(0).at("working").contains(key), key);
        for (const char* key : {"instant_mm", "long_term_mm", "limit_mm", "at_mm"})
            QVERIFY2(piece.at("sag").at(key).is_number(), key);
        for (const char* key : {"what", "from_wall_left_mm", "from_floor_mm", "from_piece_left_mm",
                                "from_piece_top_mm", "drill_mm", "depth_mm", "into"})
            QVERIFY2(piece.at("hang").at("marks").at(0).contains(key), key);
        int chosen = 0;
        for (const auto& s : piece.at("supports"))
            chosen += s.at("chosen").get<bool>();
        QCOMPARE(chosen, 1);
    }

    void aHopelessPlanIsStillWholeJson() {
        Project p = test::fresh();
        p.walls.front().studMode = StudMode::unknown;
        ledgeOf(p.pieces.front()).depth = 21_mm;
        const auto j = planJson(p, owl::plan(p, Shop(), catalog()));
        QVERIFY(j.at("pieces").at(0).at("sag").at("instant_mm").is_null());
        QVERIFY(j.dump().find("nan") == std::string::npos);
    }

    void anEmptyProjectPlans() {
        const Plan p = test::planOf(Project());
        QVERIFY(test::finding(p, "empty"));
        QVERIFY(p.pieces.empty());
        QVERIFY(p.cut.boards.empty());
    }

    void listsNameEveryPart() {
        const Project d = test::hall();
        const Plan p = test::planOf(d);
        const std::string csv = cutListCsv(d, p);
        for (const auto& part : only(p).assembly().parts)
            QVERIFY2(csv.find(part.name) != std::string::npos, part.name.c_str());
        QCOMPARE(std::count(csv.begin(), csv.end(), '\n'),
                 static_cast<std::ptrdiff_t>(only(p).assembly().parts.size() + 1));
        QVERIFY(shoppingCsv(p).find(",board,") != std::string::npos);
        QVERIFY(shoppingCsv(p).find("box of 25") != std::string::npos); // screws come by the box
        QVERIFY(marksCsv(d, p).find("first screw") != std::string::npos);
        QVERIFY(summaryText(d, p).find("Hall ledge: holds") != std::string::npos);
    }

    /// A tie that finds no stud, mitres held by glue alone, a span that bears nothing: told as more than all,
    /// never as 'inf' or 'nan'.
    void nothingIsToldAsInfinite() {
        static const std::regex bare(R"((^|[^a-z])(inf|nan)([^a-z]|$))");
        Project tie = newProject("bookcase", Units::metric).value();
        tie.walls.front().studMode = StudMode::positions;
        tie.walls.front().studs.clear();
        Project mitres = test::with("wall_box", test::words("corners=mitred fixing=glue"));
        Project bare1 = newProject("ledge", Units::imperial).value();
        bare1.pieces.front().load.kgPerM = 900;
        for (const Project& p : {tie, mitres, bare1}) {
            const Plan plan = test::planOf(p);
            for (const auto& b : buildBook(p, plan)) {
                QVERIFY2(!std::regex_search(b.text, bare), b.text.c_str());
                for (const auto& row : b.rows)
                    for (const auto& cell : row)
                        QVERIFY2(!std::regex_search(cell, bare), cell.c_str());
            }
            for (const auto& f : plan.findings)
                QVERIFY2(!std::regex_search(f.text, bare), f.text.c_str());
            QVERIFY(!std::regex_search(summaryText(p, plan), bare));
        }
    }
    void theBookHasEverySection() {
        const Project d = test::hall();
        const auto book = buildBook(d, test::planOf(d));
        const auto titled = [&](const char* words) {
            return std::any_of(book.begin(), book.end(), [&](const Block& b) {
                return b.kind == BlockKind::title && b.text.find(words) != std::string::npos;
            });
        };
        for (const char* t :
             {"Harbour Lane", "parts", "Cuts", "steps", "Finish", "hang sheet", "the working"})
            QVERIFY2(titled(t), t);
        for (const auto& b : book)
            if (b.kind == BlockKind::table)
                for (const auto& r : b.rows)
                    QCOMPARE(r.size(), b.columns.size());
        for (const auto& b : book)
            QVERIFY2(b.text.find("safe ") == std::string::npos || b.text.find("not") != std::string::npos,
                     b.text.c_str());
    }
};

QTEST_APPLESS_MAIN(TestPlan)
#include "test_core_plan.moc"
