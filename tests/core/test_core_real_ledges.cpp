// Ledges as they really hang on walls must be judged as a good engineer would, and those that must not hold
// must not.
#include "support.h"

#include "plan/remedies.h"
#include "report/book.h"

using namespace owl;

namespace {

std::vector<FoundStud> studs(double first, double spacing, int n) {
    std::vector<FoundStud> out;
    for (int i = 0; i < n; ++i)
        out.push_back({Length::mm(first + i * spacing), {}, 1, StudSource::typed});
    return out;
}

/// `n` frames of `kg` in all, evenly along.
void frames(Piece& piece, double kg, int n) {
    const Length L = ledgeOf(piece).length;
    piece.load.kgPerM = 0;
    for (int i = 0; i < n; ++i)
        piece.load.items.push_back({"frame-" + std::to_string(i), "", "frame", kg / n,
                                    L * (2 * i + 1) / (2 * n) - 80_mm, 160_mm, 250_mm, true});
}

Project onStuds(Units units, Length length, Length depth, std::vector<FoundStud> at, Length x, Length z) {
    Project p = test::fresh(units);
    Wall& w = p.walls.front();
    w.width = 4200_mm;
    w.bandsTraced = true;
    w.studMode = StudMode::positions;
    w.studs = std::move(at);
    w.coverThickness = Length::mm(12.7);
    Piece& piece = p.pieces.front();
    piece.place.anchor = Anchor::typed;
    piece.place.x = x;
    piece.place.z = z;
    LedgeParams& l = ledgeOf(piece);
    l.length = length;
    l.depth = depth;
    l.baseThickness = l.backThickness = l.lipThickness = Length::mm(19.05);
    l.species = "eastern_white_pine";
    l.caps = CapShape::none;
    return p;
}

Project pineFromOneBoard() {
    Project p = onStuds(Units::imperial, 2200_mm, 139_mm, studs(1000, 406.4, 5), 900_mm, 1400_mm);
    LedgeParams& l = ledgeOf(p.pieces.front());
    l.baseThickness = l.backThickness = l.lipThickness = 19_mm;
    l.backHeight = 75_mm;
    l.lipHeight = 19_mm;
    l.boardWidth = 235_mm;
    l.shareBase = l.shareBack = l.shareLip = true;
    frames(p.pieces.front(), 9, 12);
    p.pieces.front().hold.support = "studs-g8";
    StockItem board;
    board.id = "pine-235";
    board.name = "pine board";
    board.species = l.species;
    board.length = 2400_mm;
    board.width = 235_mm;
    board.thickness = 19_mm;
    board.available = 1;
    board.rack = true;
    p.wood.boards = {board};
    return p;
}
Project paintedOnLath() {
    Project p = onStuds(Units::imperial, 1900_mm, Length::mm(139.7), studs(760, 406.4, 5), 700_mm, 1400_mm);
    Wall& w = p.walls.front();
    w.construction = "lath_plaster";
    w.cover = "plaster_lath";
    w.coverThickness = 22_mm;
    ledgeOf(p.pieces.front()).backHeight = 90_mm;
    frames(p.pieces.front(), 8, 10);
    p.pieces.front().hold.support = "studs-g8";
    p.finish.recipe = "paint";
    for (const char* id : {"board-a", "board-b"}) {
        StockItem board;
        board.id = id;
        board.name = "board of 145";
        board.species = "eastern_white_pine";
        board.length = 2400_mm;
        board.width = 145_mm;
        board.thickness = Length::mm(19.05);
        board.available = 1;
        board.rack = true;
        p.wood.boards.push_back(board);
    }
    p.wood.onlyOwn = true;
    return p;
}
Project stainedWithTrimHeads() {
    Project p = onStuds(Units::imperial, 2600_mm, 130_mm, studs(500, 406.4, 7), 350_mm, 1450_mm);
    ledgeOf(p.pieces.front()).lipHeight = Length::mm(38.1);
    ledgeOf(p.pieces.front()).backHeight = 89_mm;
    frames(p.pieces.front(), 9, 12);
    p.pieces.front().hold.support = "studs-t8";
    p.finish.recipe = "stain";
    return p;
}
Project limeWithTongues() {
    Project p = onStuds(Units::metric, 800_mm, 110_mm, studs(1000, 400, 3), 950_mm, 1500_mm);
    LedgeParams& l = ledgeOf(p.pieces.front());
    l.baseThickness = l.backThickness = l.lipThickness = 18_mm;
    l.backHeight = 80_mm;
    l.lipHeight = 30_mm;
    l.backJoint = l.lipJoint = Joinery::tongueGroove;
    l.species = "european_lime";
    frames(p.pieces.front(), 4, 4);
    p.finish.recipe = "grey_wipe";
    StockItem board;
    board.id = "lime";
    board.name = "lime board";
    board.species = l.species;
    board.length = 1000_mm;
    board.width = 240_mm;
    board.thickness = 18_mm;
    board.available = 1;
    board.rack = true;
    p.wood.boards = {board};
    return p;
}
Project plugsInBrick() {
    Project p = onStuds(Units::metric, 1200_mm, 110_mm, {}, 900_mm, 1500_mm);
    Wall& w = p.walls.front();
    w.construction = "solid_brick";
    w.cover = "plaster";
    w.coverThickness = 12_mm;
    LedgeParams& l = ledgeOf(p.pieces.front());
    l.baseThickness = l.backThickness = l.lipThickness = 18_mm;
    l.backHeight = 80_mm;
    l.lipHeight = 30_mm;
    l.species = "scots_pine";
    frames(p.pieces.front(), 5, 6);
    return p;
}

using Make = Project (*)();

} // namespace
Q_DECLARE_METATYPE(Make)

class TestRealLedges : public QObject {
    Q_OBJECT
  private slots:
    void theyHoldWhatStandsOnThem_data() {
        QTest::addColumn<Make>("make");
        QTest::newRow("2.2 m of pine from one board") << &pineFromOneBoard;
        QTest::newRow("1.9 m painted on lath and plaster") << &paintedOnLath;
        QTest::newRow("2.6 m stained, trim heads") << &stainedWithTrimHeads;
        QTest::newRow("0.8 m of lime, tongue and groove") << &limeWithTongues;
        QTest::newRow("1.2 m on brick") << &plugsInBrick;
    }
    void theyHoldWhatStandsOnThem() {
        QFETCH(Make, make);
        const Project p = make();
        const Plan plan = test::planOf(p);
        for (const auto& f : plan.findings)
            QVERIFY2(f.severity != Severity::blocks, (f.id + ": " + f.text).c_str());
        const PiecePlan& pp = plan.pieces.front();
        QVERIFY2(pp.hold()->feasible, pp.hold()->refusal.c_str());
        const Verdict& v = pp.hold()->verdict;
        QVERIFY(v.status == Status::holds || v.status == Status::tight);
        QVERIFY2(v.standing.reserve() >= 1.25, qPrintable(QString::number(v.standing.reserve())));
        // Nobody needs to lean on it up there: at worst the label says so.
        QVERIFY(!v.leaningCounts);
        QVERIFY(!pp.label.empty());
        QVERIFY2(pp.label.find(" 0.0") == std::string::npos, pp.label.c_str());
        QVERIFY(v.notForLeaning == (pp.label.find("o not lean on it.") != std::string::npos &&
                                    pp.label.find("With more than") == std::string::npos));
        QVERIFY(plan.priced);
        QVERIFY(pp.hold()->carryKg >= pp.contents);
        // The book can be followed: a step for every joint, one that hangs it, a mark for every hole.
        for (const auto& j : pp.assembly().joints)
            QVERIFY(std::any_of(pp.steps.begin(), pp.steps.end(),
                                [&](const BuildStep& s) { return s.joint == j.id; }));
        QCOMPARE(std::count_if(pp.steps.begin(), pp.steps.end(), [](const BuildStep& s) { return s.hangs; }),
                 1);
        QCOMPARE(pp.marks.size(), pp.holes.size());
        QVERIFY(plan.hours > 1.5 && plan.hours < 9); // a ledge is made in a day
        QVERIFY(!buildBook(p, plan).empty());
    }

    void bothMarginsAreSaid() {
        const Plan plan = test::planOf(pineFromOneBoard());
        const Finding* f = test::finding(plan, "not_for_leaning");
        QVERIFY(f);
        QCOMPARE(f->severity, Severity::warns);
        for (const char* word :
             {"a hand of 220 N", "wall screws", "from the left end", "for what stands there", "for a hand"})
            QVERIFY2(f->text.find(word) != std::string::npos, f->text.c_str());
    }

    void theStripsComeOutOfTheOneBoard() {
        const Plan plan = test::planOf(pineFromOneBoard());
        QCOMPARE(plan.cut.boards.size(), std::size_t(1));
        QCOMPARE(plan.cut.boards.front().placed.size(), std::size_t(3));
        QVERIFY(plan.cut.provenAsAsked);
        // The narrow lip is never the strip between blade and fence.
        for (const auto& c : plan.sequence)
            if (c.rip)
                QVERIFY2(c.setting >= 60_mm && !c.caution, c.keep.c_str());
    }

    void whatMustNotBeCalledHolding_data() {
        QTest::addColumn<Make>("make");
        QTest::newRow("2.4 m on a single stud") << Make([] {
            Project p = onStuds(Units::metric, 2400_mm, 120_mm, studs(2000, 400, 1), 800_mm, 1400_mm);
            frames(p.pieces.front(), 6, 8);
            return p;
        });
        QTest::newRow("30 kg of books on cover anchors") << Make([] {
            Project p = onStuds(Units::metric, 1000_mm, 200_mm, studs(200, 400, 1), 800_mm, 1400_mm);
            p.pieces.front().load.kgPerM = 30;
            p.pieces.front().hold.support = "anchors";
            return p;
        });
        QTest::newRow("1 m used to stand up by, #6 screws") << Make([] {
            Project p = onStuds(Units::imperial, 1000_mm, 120_mm, studs(900, 406.4, 3), 850_mm, 900_mm);
            p.walls.front().coverThickness = Length::mm(9.5);
            for (Length LedgeParams::*t :
                 {&LedgeParams::baseThickness, &LedgeParams::backThickness, &LedgeParams::lipThickness})
                ledgeOf(p.pieces.front()).*t = 12_mm;
            p.pieces.front().load.kgPerM = 2;
            p.pieces.front().hold.support = "studs-g6";
            return p;
        });
    }
    void whatMustNotBeCalledHolding() {
        QFETCH(Make, make);
        const Plan plan = test::planOf(make());
        QVERIFY(plan.blocked());
        const RailVerdict* h = plan.pieces.front().hold();
        QVERIFY(!h->feasible || h->verdict.status == Status::fails);
    }

    // --- holes where the drill goes
    void marksHolesAndStepsAgree_data() {
        QTest::addColumn<Make>("make");
        QTest::addColumn<int>("rows");
        QTest::newRow("screws, one row") << &stainedWithTrimHeads << 1;
        QTest::newRow("screws, two rows") << &stainedWithTrimHeads << 2;
        QTest::newRow("plugs, two rows asked for") << &plugsInBrick << 2;
    }
    void marksHolesAndStepsAgree() {
        QFETCH(Make, make);
        QFETCH(int, rows);
        Project p = make();
        p.pieces.front().hold.rows = rows;
        ledgeOf(p.pieces.front()).backHeight = 140_mm;
        ledgeOf(p.pieces.front()).caps = CapShape::full;
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        const bool anchors = pp.hold()->option.anchor != nullptr;
        QCOMPARE(pp.hold()->rows.size(), static_cast<std::size_t>(anchors ? 1 : rows));
        QCOMPARE(pp.holes.size(), pp.hold()->x.size() * pp.hold()->rows.size());
        QCOMPARE(static_cast<std::size_t>(pp.hold()->holes), pp.holes.size());
        for (const auto& m : pp.marks)
            QVERIFY(std::any_of(pp.holes.begin(), pp.holes.end(), [&](const WallHole& h) {
                return h.x == m.fromPieceLeft && h.z == pp.assembly().height - m.fromPieceTop &&
                       m.fromWallLeft == pp.left + h.x && m.fromFloor == pp.bottom + h.z;
            }));
        // The step tells them from the end of the rail that lies on the bench: the cap is not on it yet.
        const auto step = std::find_if(pp.steps.begin(), pp.steps.end(),
                                       [](const BuildStep& s) { return s.id.ends_with("/wall-holes"); });
        QVERIFY(step != pp.steps.end());
        const Vec rail = pp.assembly().find("back")->bounds().at;
        QVERIFY(rail.x > Length());
        for (const auto& h : pp.holes) {
            QVERIFY2(step->text.find(formatLength(h.x - rail.x, p.style)) != std::string::npos,
                     step->text.c_str());
            QVERIFY2(step->text.find(formatLength(h.z - rail.z, p.style)) != std::string::npos,
                     step->text.c_str());
        }
    }

    void aLowerRowIsWhereADriverReachesIt() {
        Project p = stainedWithTrimHeads();
        p.pieces.front().hold.rows = 2;
        for (Length back = 60_mm; back <= 160_mm; back += 5_mm)
            for (Length lip = 20_mm; lip <= 90_mm; lip += 10_mm) {
                ledgeOf(p.pieces.front()).backHeight = back;
                ledgeOf(p.pieces.front()).lipHeight = lip;
                const Plan plan = test::planOf(p);
                const Assembly& a = plan.pieces.front().assembly();
                if (a.wallRows.size() < 2)
                    continue;
                const Length lipTop = a.find("lip")->bounds().at.z + a.find("lip")->bounds().size.z;
                QVERIFY(a.wallRows.front() - 12_mm >= lipTop); // a driver 25 mm wide passes over it
                QVERIFY(a.wallRows.back() - a.wallRows.front() >= 25_mm);
                QVERIFY(a.height - a.wallRows.back() >= 20_mm);
            }
    }

    void oneRowIsEnoughWhereItHolds() {
        Project p = plugsInBrick();
        p.walls.front() = test::fresh().walls.front();
        p.walls.front().bandsTraced = true;
        p.walls.front().studMode = StudMode::positions;
        p.walls.front().studs = studs(930, 190, 7);
        p.pieces.front().load.handN = 60;
        p.pieces.front().load.handWhy = "out of reach";
        QCOMPARE(test::planOf(p).pieces.front().rows, 1);
    }

    // --- wood as one says it
    void whoCannotRipGetsBoardsOfTheRightWidth() {
        Project p = test::fresh();
        LedgeParams& l = ledgeOf(p.pieces.front());
        p.wood.ripping = Ripping::none;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "no_stock");
        QVERIFY(f && f->text.find("nobody rips") != std::string::npos);
        QVERIFY(!plan.priced); // what does not fit has no price
        StockItem s;
        s.species = l.species;
        s.thickness = l.baseThickness;
        s.length = 2000_mm;
        for (Length w : {l.depth - l.lipThickness, l.backHeight, l.lipHeight}) {
            s.id = "own-" + std::to_string(w.nm());
            s.width = w;
            p.wood.boards.push_back(s);
        }
        const Plan fits = test::planOf(p);
        QVERIFY(fits.cut.unplaced.empty());
        for (const auto& c : fits.sequence)
            QVERIFY(!c.rip);
    }
    void theShopsCutsCostMoney() {
        Project p = test::fresh();
        const Plan home = test::planOf(p);
        p.wood.ripping = Ripping::shop;
        p.wood.shopCut = 2.5;
        const Plan shop = test::planOf(p);
        const auto cuts = std::count_if(shop.sequence.begin(), shop.sequence.end(),
                                        [](const SawCut& c) { return c.atShop; });
        QVERIFY(cuts > 0);
        QVERIFY(std::abs(shop.cost - home.cost - 2.5 * static_cast<double>(cuts)) < 0.02);
        QVERIFY(shop.hours < home.hours);
        for (const auto& c : shop.sequence)
            QVERIFY(!c.rip || c.atShop);
    }
    void trimmedEndsAreNeverTheUnspokenReason() {
        Project p = test::fresh();
        ledgeOf(p.pieces.front()).length = 2400_mm;
        p.wood.onlyOwn = true;
        StockItem s;
        s.id = "own";
        s.name = "my board";
        s.species = ledgeOf(p.pieces.front()).species;
        s.length = 2400_mm;
        s.width = 260_mm;
        s.thickness = ledgeOf(p.pieces.front()).baseThickness;
        s.available = 1;
        p.wood.boards = {s};
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "trim_too_much");
        QVERIFY(f);
        const auto cures = remediesThatCure(*f, p, plan, test::shop(), catalog());
        QVERIFY(!cures.empty());
        cures.front().apply(p);
        QVERIFY(test::planOf(p).cut.unplaced.empty());
    }
    void whatIsMissingIsNamed() {
        Project p = test::fresh();
        p.wood.onlyOwn = true;
        StockItem s;
        s.id = "own";
        s.name = "my board";
        s.species = ledgeOf(p.pieces.front()).species;
        s.length = 1000_mm;
        s.width = 95_mm;
        s.thickness = ledgeOf(p.pieces.front()).baseThickness;
        s.available = 1;
        p.wood.boards = {s};
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "not_enough");
        QVERIFY(f);
        QVERIFY2(f->text.find("Missing is wood for: ") != std::string::npos, f->text.c_str());
        QVERIFY(!plan.priced);
    }
    void theRackIsUsedFirstAndCostsNothing() {
        Project p = test::fresh();
        StockItem s;
        s.id = "old";
        s.name = "old strip";
        s.species = ledgeOf(p.pieces.front()).species;
        s.length = 950_mm;
        s.width = 45_mm;
        s.thickness = ledgeOf(p.pieces.front()).baseThickness;
        s.available = 1;
        s.rack = true;
        s.price = 7;
        p.wood.boards = {s};
        const Plan plan = test::planOf(p);
        QVERIFY(std::any_of(plan.cut.boards.begin(), plan.cut.boards.end(),
                            [](const CutBoard& b) { return b.stock == "old"; }));
        for (const auto& line : plan.shopping)
            if (line.what == "old strip")
                QCOMPARE(line.price, 0.0);
        p.wood.rackCosts = true;
        QVERIFY(test::planOf(p).cost >= plan.cost);
    }

    // --- finish
    void theNearestRecipeCounts() {
        Project p = test::fresh();
        Piece& piece = p.pieces.front();
        p.finish.recipe = "oil";
        piece.finish = "paint";
        piece.finishOn = {{"lip", "stain"}, {"lip/front", "clear_wb"}, {"back/back", "none"}};
        const Plan plan = test::planOf(p);
        std::set<std::string> recipes;
        bool masked = false;
        for (const auto& s : plan.finish.steps) {
            if (!s.recipe.empty())
                recipes.insert(s.recipe);
            masked = masked || s.text.find("Mask the border of the front lip") != std::string::npos;
        }
        QCOMPARE(recipes, (std::set<std::string>{"paint", "stain", "clear_wb"}));
        QVERIFY(masked);
        QVERIFY(plan.finish.hangAt > 0 && plan.finish.fullUseAt > plan.finish.hangAt);
    }
    void aBackThatNobodySeesMayStayBare() {
        Project p = test::fresh();
        const auto litres = [](const Plan& plan) {
            double sum = 0;
            for (const auto& s : plan.finish.steps)
                sum += s.litres;
            return sum;
        };
        const double all = litres(test::planOf(p));
        p.finish.hiddenBare = true;
        QVERIFY(litres(test::planOf(p)) < all * 0.95);
    }
};

QTEST_APPLESS_MAIN(TestRealLedges)
#include "test_core_real_ledges.moc"
