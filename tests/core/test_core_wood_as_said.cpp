// Wood as one says it, labels that invite no overload, a finish for the nearest.
#include "real_ledges.h"

#include "plan/remedies.h"

#include <set>

using namespace owl;
using namespace owl::test;

class TestWoodAsSaid : public QObject {
    Q_OBJECT
  private slots:
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
        p.wood.boards = {test::ownBoard(p, 2400_mm, 260_mm)};
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
        p.wood.boards = {test::ownBoard(p, 1000_mm, 95_mm)};
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "not_enough");
        QVERIFY(f);
        QVERIFY2(f->text.find("Missing is wood for: ") != std::string::npos, f->text.c_str());
        QVERIFY(!plan.priced);
    }
    void theRackIsUsedFirstAndCostsNothing() {
        Project p = test::fresh();
        StockItem s = test::ownBoard(p, 950_mm, 45_mm);
        s.id = "old";
        s.name = "old strip";
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

    // --- labels never invite an overload (S12.10)
    void aLabelEndsWhereNobodyLooked() {
        Project p = stainedWithTrimHeads();
        for (int i = 0; i < 12; ++i)
            p.pieces.front().load.items[static_cast<std::size_t>(i)].mass = 0.1;
        p.pieces.front().hold.support = "studs-g14";
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        QVERIFY(pp.hold()->carryCapped);
        QVERIFY(pp.hold()->carryKg + pp.mass <= std::min(100.0, 45 * 2.6) + 1e-6);
        QVERIFY2(pp.label.find("More than this was not looked at: ask a professional.") != std::string::npos,
                 pp.label.c_str());
        QVERIFY(pp.label.find("its own") != std::string::npos);
        ledgeOf(p.pieces.front()).depth = 40_mm; // cannot be made: no label
        QVERIFY(test::planOf(p).pieces.front().label.empty());
    }

    /// Three kept equal in a row: an edit of the last one reaches the first.
    void anEditOfTheLastInAChainStays() {
        Project before = test::fresh();
        const std::string a = before.pieces.front().id;
        const std::string b = addPiece(before, "ledge", before.walls.front().id);
        const std::string c = addPiece(before, "ledge", before.walls.front().id);
        before.findPiece(b)->place.follow = {FollowHow::above, a, 300_mm, {}, true};
        before.findPiece(c)->place.follow = {FollowHow::above, b, 300_mm, {}, true};
        for (auto& q : before.pieces)
            q.params = before.pieces.front().params;
        for (const std::string& edited : {a, b, c}) {
            Project after = before;
            ledgeOf(*after.findPiece(edited)).length = 777_mm;
            keepPairsEqual(before, after);
            for (const auto& q : after.pieces)
                QCOMPARE(ledgeOf(q).length, 777_mm);
        }
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

QTEST_APPLESS_MAIN(TestWoodAsSaid)
#include "test_core_wood_as_said.moc"
