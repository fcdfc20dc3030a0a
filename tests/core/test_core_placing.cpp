// Pieces on their walls: pairs and stacks, arranging, and what plan() makes of zones, openings, masonry,
// unsure studs and rooms. Every finding's remedies are tried.
#include "support.h"

#include "edit/arrange.h"
#include "edit/fields.h"
#include "plan/plan_json.h"
#include "project/limits.h"
#include "report/visit_sheet.h"
#include "room/stud_readings.h"

#include <random>

using namespace owl;

namespace {

Project demo() {
    return loadProject(test::sourcePath("demo/harbour-lane.owl")).value();
}
const PiecePlan& planned(const Plan& p, const std::string& id) {
    return *p.find(id);
}
/// A metric project with ledges of these lengths at these places on one timber wall without cable bands.
Project row(std::initializer_list<std::pair<int, int>> leftAndLength) {
    Project p = test::fresh();
    p.walls.front().bandsTraced = true;
    const Piece first = p.pieces.front();
    p.pieces.clear();
    for (const auto& [left, length] : leftAndLength) {
        Piece q = first;
        q.id = "p" + std::to_string(p.pieces.size());
        q.name = q.id;
        q.place.anchor = Anchor::typed;
        q.place.x = Length::mm(left);
        ledgeOf(q).length = Length::mm(length);
        p.pieces.push_back(q);
    }
    return p;
}
/// Applies the first remedy of a finding and says whether it is gone then.
bool cured(Project p, const std::string& id, std::size_t remedy = 0) {
    const Plan before = test::planOf(p);
    const Finding* f = test::finding(before, id);
    if (!f || f->remedies.size() <= remedy)
        return false;
    f->remedies[remedy].apply(p);
    return !test::finding(test::planOf(p), id);
}
void arrange(Project& p, const std::string& name, const std::string& lead) {
    for (const auto& e : arrangeEdits(p, test::planOf(p), p.walls.front().id, {}, lead))
        if (e.name == name)
            return e.apply(p);
    QFAIL(name.c_str());
}
Length left(const Project& p, std::size_t i) {
    return pieceLeft(p, p.pieces[i]);
}

} // namespace

class TestPlacing : public QObject {
    Q_OBJECT
  private slots:
    /// All pieces at once and one by one: the same places, whoever keeps to whom, in rings and to nobody too.
    void placesOfAllAreThoseOfEach() {
        std::mt19937 lot(42);
        for (int round = 0; round < 40; ++round) {
            Project p = test::fresh();
            const Piece like = p.pieces.front();
            p.walls.push_back(p.walls.front());
            p.walls.back().id = "other";
            p.pieces.clear();
            const int n = 3 + static_cast<int>(lot() % 12);
            for (int i = 0; i < n; ++i) {
                Piece q = like;
                q.id = "p" + std::to_string(i);
                q.wall = lot() % 6 == 0 ? std::string("other") : like.wall;
                ledgeOf(q).length = Length::mm(300 + static_cast<int>(lot() % 700));
                q.place.z = Length::mm(static_cast<int>(lot() % 2000));
                q.place.follow.how = static_cast<FollowHow>(lot() % 4);
                q.place.follow.leader =
                    "p" + std::to_string(lot() % static_cast<unsigned>(n + 1)); // one is not there
                q.place.follow.gap = Length::mm(static_cast<int>(lot() % 400) - 200);
                p.pieces.push_back(std::move(q));
            }
            const auto all = standings(p);
            QCOMPARE(all.size(), p.pieces.size());
            for (std::size_t i = 0; i < all.size(); ++i) {
                QCOMPARE(all[i].left, pieceLeft(p, p.pieces[i]));
                QCOMPARE(all[i].bottom, pieceBottom(p, p.pieces[i]));
                QCOMPARE(all[i].sound, followsSoundly(p, p.pieces[i]));
            }
            // Moved by hand, a piece is where it was moved, and what keeps to its leader moves along.
            const std::size_t one = lot() % all.size();
            Project moved = p;
            movePiece(moved, p.pieces[one].id, all[one].left + 37_mm, all[one].bottom + 11_mm);
            QCOMPARE(pieceLeft(moved, moved.pieces[one]), all[one].left + 37_mm);
            QCOMPARE(pieceBottom(moved, moved.pieces[one]), all[one].bottom + 11_mm);
        }
    }
    /// What a person may heap up is planned: a thousand things, a long stack, many studs and names.
    void muchIsPlanned() {
        const int many = test::sanitized ? 60 : 1000;
        const int stack = test::sanitized ? 5 : 60;
        Project p = test::fresh();
        p.walls.front().width = 29'000_mm;
        p.walls.front().height = 29'000_mm;
        p.walls.front().studMode = StudMode::positions;
        p.pieces.front().load = {};
        for (int i = 0; i < many * 3 / 10; ++i)
            p.walls.front().studs.push_back({Length::mm(50 + 90 * i), 45_mm});
        for (int i = 0; i < many; ++i) {
            LoadItem thing;
            thing.id = "t" + std::to_string(i);
            thing.name = thing.id;
            thing.mass = 10.0 / many;
            thing.x = Length::mm(i % 800);
            thing.width = 5_mm;
            thing.height = 40_mm;
            p.pieces.front().load.items.push_back(std::move(thing));
            Furniture f;
            f.id = "f" + std::to_string(i);
            f.name = f.id;
            f.width = 50_mm;
            f.height = 40_mm;
            f.depth = 30_mm;
            f.x = Length::mm(i % 2000);
            p.walls.front().furniture.push_back(std::move(f));
        }
        Piece above = test::fresh().pieces.front();
        for (int i = 0; i < stack; ++i) {
            above.place.follow = {FollowHow::above, p.pieces.back().id, 90_mm, {}, true};
            above.id = "above-" + std::to_string(i);
            p.pieces.push_back(above);
        }
        QVERIFY(!refusalOf(p).has_value());
        const Plan plan = test::planOf(p);
        QCOMPARE(plan.pieces.size(), p.pieces.size());
        QCOMPARE(plan.pieces.back().bottom, plan.pieces.front().bottom + 90_mm * stack);
        QCOMPARE(std::round(plan.pieces.front().contents), 10.0);
    }
    void theDemoHangsInThreeRooms() {
        const Project p = demo();
        const Plan plan = test::planOf(p);
        QCOMPARE(p.rooms.size(), std::size_t(4));
        QCOMPARE(p.alcoves.size(), std::size_t(1));
        QVERIFY(!plan.blocked());
        for (const auto& pp : plan.pieces) {
            // the hollow is for what stands on it, not for leaning; all others simply hold
            const Status want = pp.id == "hollow-1" ? Status::tight : Status::holds;
            QVERIFY2(pp.hold() && pp.hold()->verdict.status == want, pp.id.c_str());
            QVERIFY(pp.studs.size() >= 2 || !hasStuds(*p.findWall(p.findPiece(pp.id)->wall), catalog()));
            QVERIFY(pp.hold()->x.size() >= 2);
        }
        // The ledges alone are few enough for a proof.
        Project ledges = p;
        std::erase_if(ledges.pieces, [](const Piece& q) { return std::string(kindOf(q)) != "ledge"; });
        QVERIFY(test::planOf(ledges).cut.provenAsAsked);
        QVERIFY(test::finding(plan, "mantel_clearance"));
        QVERIFY(test::finding(plan, "odd_signal"));
        QVERIFY(test::finding(plan, "cord"));
    }
    void thePlanFileSaysWhereThingsHang() {
        Project p = demo();
        p.findWall("fire-wall")->obstacles.push_back(test::hangs("outlet", 1500_mm, 300_mm));
        const auto j = planJson(p, test::planOf(p));
        const auto& place = j.at("pieces")[3].at("place");
        QCOMPARE(place.at("wall").get<std::string>(), std::string("fire-wall"));
        QCOMPARE(place.at("studs_mm").size(), std::size_t(3));
        QCOMPARE(place.at("barred")[0].at("stud_mm").get<double>(), 1500.0);
        QVERIFY(place.at("heights").size() >= 3);
    }
    void anEarlierPlanChangesNothing() {
        Project p = demo();
        const Plan first = test::planOf(p);
        Project q = p;
        movePiece(q, "ledge-1", 1100_mm, 1250_mm);
        q.findPiece("ledge-4")->load.kgPerM = 5;
        const Earlier earlier{p, first};
        const Plan with = plan(q, test::shop(), catalog(), &earlier);
        QCOMPARE(planJson(q, with).dump(), planJson(q, test::planOf(q)).dump());
        QVERIFY(planJson(q, with) != planJson(p, first));
    }

    // --- pairs and stacks
    void aMirroredPairMovesTogether() {
        Project p = row({{200, 600}, {0, 600}});
        p.pieces[1].place.follow = {FollowHow::mirror, "p0", {}, "", true};
        const Length width = p.walls.front().width;
        QCOMPARE(left(p, 1), width - 200_mm - 600_mm);
        movePiece(p, "p1", width - 900_mm - 600_mm, 1300_mm); // moving either moves both
        QCOMPARE(left(p, 0), 900_mm);
        QCOMPARE(pieceBottom(p, p.pieces[0]), 1300_mm);
        QCOMPARE(pieceBottom(p, p.pieces[1]), 1300_mm);
        endFollowing(p, "p1");
        const Length stays = left(p, 1);
        movePiece(p, "p0", 0_mm, 1000_mm);
        QCOMPARE(left(p, 1), stays);
    }
    void aStackKeepsItsGapAndItsMiddle() {
        Project p = row({{500, 800}, {0, 600}, {0, 400}});
        p.pieces[1].place.follow = {FollowHow::above, "p0", 350_mm, "", false};
        p.pieces[2].place.follow = {FollowHow::above, "p1", 350_mm, "", false};
        QCOMPARE(left(p, 2), 700_mm);
        QCOMPARE(pieceBottom(p, p.pieces[2]), p.pieces[0].place.z + 700_mm);
        p.pieces[1].place.follow.how = FollowHow::beside;
        p.pieces[1].place.follow.gap = 100_mm;
        QCOMPARE(left(p, 1), 1400_mm);
    }
    void equalSizesStayEqual() {
        Project p = row({{200, 600}, {0, 600}});
        p.pieces[1].place.follow = {FollowHow::mirror, "p0", {}, "", true};
        Project q = p;
        ledgeOf(q.pieces[1]).length = 700_mm; // the follower was changed: the leader takes it over
        keepPairsEqual(p, q);
        QCOMPARE(ledgeOf(q.pieces[0]).length, 700_mm);
        p = q;
        ledgeOf(q.pieces[0]).depth = 120_mm;
        keepPairsEqual(p, q);
        QCOMPARE(ledgeOf(q.pieces[1]).depth, 120_mm);
        q.pieces[1].place.follow.equalSize = false;
        ledgeOf(q.pieces[0]).depth = 90_mm;
        keepPairsEqual(q, q);
        QCOMPARE(ledgeOf(q.pieces[1]).depth, 120_mm);
    }
    void aRingOfLeadersIsToldAndHarmless() {
        Project p = row({{200, 600}, {900, 600}});
        p.pieces[0].place.follow = {FollowHow::above, "p1", 300_mm, "", true};
        p.pieces[1].place.follow = {FollowHow::above, "p0", 300_mm, "", true};
        QVERIFY(!followsSoundly(p, p.pieces[0]));
        QCOMPARE(left(p, 0), 200_mm);
        keepPairsEqual(p, p);
        const Plan plan = test::planOf(p);
        QVERIFY(test::finding(plan, "leader_lost"));
        p.pieces[0].place.follow.leader = "nobody";
        p.pieces[1].place.follow = {};
        QVERIFY(cured(p, "leader_lost"));
    }

    // --- arranging
    void piecesAreArranged() {
        Project p = row({{100, 500}, {800, 400}, {2200, 300}});
        p.pieces[1].place.z = 1000_mm;
        ledgeOf(p.pieces[2]).backHeight = 150_mm;
        arrange(p, "Bottoms level", "p0");
        QCOMPARE(p.pieces[1].place.z, 1200_mm);
        arrange(p, "Tops level", "p0");
        const Plan plan = test::planOf(p);
        QCOMPARE(planned(plan, "p2").top(), planned(plan, "p0").top());
        arrange(p, "Equal gaps across", "p0");
        QCOMPARE(left(p, 1) - (left(p, 0) + 500_mm), left(p, 2) - (left(p, 1) + 400_mm));
        arrange(p, "Equal gaps over the wall", "p0");
        QCOMPARE(left(p, 0), p.walls.front().width - left(p, 2) - 300_mm);
        const Length before = left(p, 0);
        arrange(p, "Mirror about the wall's middle", "p0");
        QCOMPARE(left(p, 0), p.walls.front().width - before - 500_mm);
        arrange(p, "Middles in line", "p1");
        QCOMPARE(left(p, 0) + 250_mm, left(p, 2) + 150_mm);
        arrange(p, "Left ends in line", "p1");
        QCOMPARE(left(p, 0), left(p, 2));
        arrange(p, "Right ends in line", "p1");
        QCOMPARE(left(p, 0) + 500_mm, left(p, 2) + 300_mm);
        arrange(p, "Equal gaps up", "p1");
        QVERIFY(arrangeEdits(row({{0, 500}}), test::planOf(row({{0, 500}})), "wall-1", {}, "p0").empty());
    }

    // --- findings and their remedies
    void neighboursThatHitAreToldOnce() {
        Project p = row({{100, 800}, {500, 800}});
        const Plan plan = test::planOf(p);
        QCOMPARE(std::count_if(plan.findings.begin(), plan.findings.end(),
                               [](const Finding& f) { return f.id == "hits_piece"; }),
                 std::ptrdiff_t(1));
        QVERIFY(cured(p, "hits_piece"));
    }
    void placeFindingsAreCured_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<int>("x");
        QTest::addColumn<int>("z");
        QTest::addColumn<QString>("finding");
        QTest::newRow("over a vent") << "vent" << 1500 << 1280 << "covers_obstacle";
        QTest::newRow("close to a thermostat") << "thermostat" << 1500 << 1450 << "crowds_obstacle";
        QTest::newRow("in a radiator's warm air") << "radiator" << 1500 << 850 << "crowds_obstacle";
        QTest::newRow("across a switch") << "switch" << 1500 << 1250 << "covers_obstacle";
        QTest::newRow("near the fire") << "fireplace_wood" << 1500 << 700 << "mantel_clearance";
    }
    void placeFindingsAreCured() {
        QFETCH(QString, kind);
        QFETCH(int, x);
        QFETCH(int, z);
        QFETCH(QString, finding);
        Project p = row({{1000, 1000}});
        p.walls.front().obstacles = {test::hangs(kind.toStdString().c_str(), Length::mm(x), Length::mm(z))};
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, finding.toStdString());
        QVERIFY2(f, qPrintable(finding));
        QVERIFY(!f->remedies.empty() && !f->text.empty());
        f->remedies.front().apply(p);
        const Plan after = test::planOf(p);
        const Finding* left = test::finding(after, finding.toStdString());
        QVERIFY2(!left || left->severity == Severity::notes, left ? left->text.c_str() : "");
    }
    void aSidewaysWireIsAvoidedOrTraced() {
        Project p = row({{1000, 1000}});
        p.walls.front().obstacles = {
            test::hangs("switch", 300_mm, 1260_mm)}; // its sideways run crosses the rail
        const Plan plan = test::planOf(p);
        QVERIFY(planned(plan, "p0").studs.empty());
        QVERIFY(plan.blocked());
        const Finding* f = test::finding(plan, "stud_barred");
        QVERIFY(f && f->remedies.size() >= 2);
        for (const auto& r : f->remedies) {
            Project q = p;
            r.apply(q);
            QVERIFY2(!planned(test::planOf(q), "p0").studs.empty(), r.name.c_str());
        }
    }
    void aSlopeAndAWalkwayAreWatched() {
        Project p = row({{100, 800}});
        p.walls.front().ceiling = {{0_mm, 1100_mm}, {1500_mm, 2440_mm}, {3000_mm, 2440_mm}};
        QVERIFY(test::finding(test::planOf(p), "above_ceiling"));
        Project q = row({{1000, 800}});
        q.walls.front().walkway = true;
        ledgeOf(q.pieces.front()).depth = 200_mm;
        QVERIFY(test::finding(test::planOf(q), "limit_head"));
        q.pieces.front().place.z = 60_mm;
        QVERIFY(cured(q, "on_baseboard"));
    }
    void aSeatBelowAsksForMoreReserve() {
        Project p = row({{1000, 800}});
        p.walls.front().furniture = {test::stands("bed", 800_mm, 1600_mm, 600_mm)};
        const Plan plan = test::planOf(p);
        QVERIFY(test::finding(plan, "above_people"));
        // S12.3: by itself, not when somebody ticks it.
        QVERIFY2(plan.pieces.front().limitWhy.find("above the") != std::string::npos,
                 plan.pieces.front().limitWhy.c_str());
        p.walls.front().furniture.clear();
        const Plan without = test::planOf(p);
        QVERIFY(without.pieces.front().limitWhy.empty());
        QVERIFY(std::abs(plan.pieces.front().hold()->verdict.utilisation * 0.6 -
                         without.pieces.front().hold()->verdict.utilisation) < 1e-9);
        p.walls.front().user = "child_5_8";
        QVERIFY(!test::planOf(p).pieces.front().limitWhy.empty());
    }
    void anAlcoveIsNotWiderThanItsNarrowest() {
        Project p = demo();
        ledgeOf(*p.findPiece("ledge-2")).length = 1204_mm;
        QVERIFY(test::finding(test::planOf(p), "alcove_tight"));
        QVERIFY(cured(p, "alcove_tight"));
        ledgeOf(*p.findPiece("ledge-2")).length = 1198_mm;
        QVERIFY(test::finding(test::planOf(p), "alcove_square"));
    }
    void lampsNeedTheirCord() {
        Project p = demo();
        p.findPiece("ledge-4")->power.cord = 500_mm;
        QVERIFY(cured(p, "cord_short"));
        p.findWall("fire-wall")->obstacles.pop_back();
        QVERIFY(cured(p, "outlet_gone"));
    }
    void wallFaultsAreFindingsWithCures() {
        Project p = test::fresh();
        Wall& w = p.walls.front();
        w.studMode = StudMode::positions;
        w.studs = test::found({600_mm, 1800_mm, 1200_mm, 1205_mm, 5000_mm});
        w.obstacles = {test::hangs("outlet", 4000_mm, 300_mm)};
        w.ceiling = {{2000_mm, 2400_mm}, {0_mm, 2000_mm}};
        p.corners = {{"c", w.id, w.id, 0}};
        for (const char* id : {"studs_out_of_order", "studs_overlap", "stud_outside", "obstacle_outside",
                               "ceiling_order", "corner_angle", "corner_same"})
            QVERIFY2(cured(p, id), id);
        // It survives the file as it was entered.
        const auto back = readProject(writeProject(p), "x");
        QVERIFY2(back.has_value(), back ? "" : back.error().c_str());
        QVERIFY(*back == p);
    }
    void anOddSignalIsDecided() {
        Project p = demo();
        for (std::size_t i = 0; i < 3; ++i)
            QVERIFY(cured(p, "odd_signal", i));
        Project q = p;
        const Plan plan = test::planOf(q);
        test::finding(plan, "odd_signal")->remedies[0].apply(q); // keep clear: a zone for every piece
        QVERIFY(zoneAt(test::planOf(q).findWall("hall-north")->zones, 1013_mm, 1300_mm));
        test::finding(plan, "odd_signal")->remedies[1].apply(p); // probed: a stud
        QCOMPARE(p.walls.front().studs.size(), std::size_t(9));
    }
    void aProposedStudHoldsNothing() {
        Project p = test::fresh();
        Wall& w = p.walls.front();
        w.studMode = StudMode::positions;
        for (int x : {600, 1200, 1800})
            w.proposed.push_back({Length::mm(x), 38_mm, 0.95, StudSource::scan});
        QVERIFY(test::planOf(p).pieces.front().studs.empty());
        QVERIFY(cured(p, "scan_waits"));
        const Plan plan = test::planOf(p);
        test::finding(plan, "scan_waits")->remedies.front().apply(p);
        QCOMPARE(test::planOf(p).pieces.front().studs.size(), std::size_t(2));
    }
    void anUnsureStudIsNeverGreen() {
        Project p = test::fresh();
        Wall& w = p.walls.front();
        w.studMode = StudMode::positions;
        w.studs = test::found({1200_mm, 1800_mm});
        const Status sure = test::planOf(p).pieces.front().hold()->verdict.status;
        QCOMPARE(sure, Status::holds);
        w.studs[0].confidence = 0.4;
        const Plan plan = test::planOf(p);
        QCOMPARE(plan.pieces.front().hold()->verdict.status, Status::unknown);
        QVERIFY(test::finding(plan, "stud_unsure"));
        QVERIFY(cured(p, "stud_unsure", 0) && cured(p, "stud_unsure", 1));
    }

    // --- constructions
    void masonryIsHeldByPlugs_data() {
        QTest::addColumn<QString>("wall");
        QTest::addColumn<bool>("sure");
        QTest::newRow("brick") << "solid_brick" << true;
        QTest::newRow("concrete") << "concrete" << true;
        QTest::newRow("hollow block") << "hollow_block" << false; // a hand on the edge pulls too hard
        QTest::newRow("aerated block") << "aerated_block" << false;
    }
    void masonryIsHeldByPlugs() {
        QFETCH(QString, wall);
        QFETCH(bool, sure);
        Project p = test::fresh();
        Wall& w = p.walls.front();
        w.construction = wall.toStdString();
        w.cover = "plaster";
        w.bandsTraced = true;
        p.pieces.front().load.kgPerM = 4;
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        QVERIFY(pp.studs.empty() && studCentres(w).empty());
        QVERIFY(pp.hold() && pp.hold()->option.ground == Ground::masonry);
        QVERIFY(pp.hold()->feasible);
        QVERIFY(sure ? pp.hold()->verdict.status == Status::holds
                     : pp.hold()->verdict.status != Status::holds);
        QCOMPARE(pp.marks.size(), pp.hold()->x.size());
        QVERIFY(!test::finding(plan, "misses_studs"));
        QVERIFY(test::finding(plan, "wall_holds"));
    }
    void plugsStepAsideForWires() {
        Project p = test::fresh();
        Wall& w = p.walls.front();
        w.construction = "solid_brick";
        w.bandsTraced = true;
        const Length middle = test::planOf(p).pieces.front().marks.front().fromWallLeft;
        w.obstacles = {test::hangs("outlet", middle, 300_mm)};
        const Plan aside = test::planOf(p);
        for (const auto& m : aside.pieces.front().marks)
            QVERIFY(abs(m.fromWallLeft - middle) >= 75_mm);
    }
    void steelStudsTakeTheirOwnFixings() {
        Project p = test::fresh();
        p.walls.front().construction = "metal_stud_eu";
        p.walls.front().bandsTraced = true;
        p.pieces.front().load.kgPerM = 3;
        const Plan plan = test::planOf(p);
        const SupportVerdict* h = plan.pieces.front().hold();
        QVERIFY(h && h->option.ground == Ground::flanges && !h->option.screw);
        QCOMPARE(h->x.size(), plan.pieces.front().studs.size());
    }

    // --- the cover cut open
    void inAnOpeningTheScrewsMeetBareWood() {
        Project p = test::fresh();
        p.walls.front().bandsTraced = true;
        p.pieces.front().hold.rows = 1;
        p.pieces.front().hold.support = "studs-m5";
        const Plan closed = test::planOf(p);
        const PiecePlan& pp = closed.pieces.front();
        CoverOpening o;
        o.id = "o";
        o.x = pp.left;
        o.z = pp.bottom;
        o.width = pp.assembly().length;
        o.height = pp.assembly().height;
        p.walls.front().openings = {o};
        const Plan open = test::planOf(p);
        QCOMPARE(open.pieces.front().cover, Length());
        const auto use = [](const Plan& q) {
            return test::check(*q.pieces.front().hold(), "wall_screws")->utilisation();
        };
        QVERIFY(use(open) < use(closed)); // no gap between rail and stud
        QVERIFY(open.pieces.front().marks.front().depth < closed.pieces.front().marks.front().depth);
        QVERIFY(test::finding(open, "opening_planned"));
        const auto step = [](const Plan& q, const char* title) {
            const auto& steps = q.pieces.front().steps;
            return std::any_of(steps.begin(), steps.end(),
                               [&](const BuildStep& s) { return s.title == title; });
        };
        QVERIFY(step(open, "Cut the wall cover open") && step(open, "Make the wall good"));
        QVERIFY(cured(p, "opening_planned"));
        p.walls.front().openings.front().cut = true;
        QVERIFY(!step(test::planOf(p), "Cut the wall cover open"));
    }
    void anOpeningThatCameOutWrongIsJudgedAnew() {
        Project p = test::fresh();
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        CoverOpening o;
        o.id = "o";
        o.cut = true;
        o.cutX = pp.left - 40_mm;
        o.cutZ = pp.bottom + 20_mm;
        o.cutWidth = pp.assembly().length + 80_mm;
        o.cutHeight = pp.assembly().height + 30_mm;
        p.walls.front().openings = {o};
        const Plan judged = test::planOf(p);
        QVERIFY(test::finding(judged, "opening_shows"));
        QVERIFY(cured(p, "opening_shows")); // put into it
    }

    // --- a wall not seen yet
    void anUnseenWallOffersWhatIsSure() {
        Project p = test::fresh();
        p.walls.front().studMode = StudMode::unknown;
        ledgeOf(p.pieces.front()).length = 900_mm;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "studs_unknown");
        QVERIFY(f && f->text.find(formatLength(1280_mm, {})) != std::string::npos);
        f->remedies.front().apply(p);
        QCOMPARE(ledgeOf(p.pieces.front()).length, 1280_mm);
        const auto sheet = visitSheet(p, test::planOf(p), "wall-1");
        QVERIFY(std::any_of(sheet.begin(), sheet.end(), [](const Block& b) {
            return b.text.find("serves every offset") != std::string::npos;
        }));
        QVERIFY(visitSheet(p, plan, "nowhere").empty());
    }
    void readingsTypedBackBecomeStuds() {
        Project p = test::fresh();
        p.walls.front().studMode = StudMode::unknown;
        for (const auto& f : fieldsOf(p, test::planOf(p), catalog(), "ledge-1", Station::place))
            if (f.id == "wall.studs")
                f.set("550; +600; +598")->apply(p);
        QCOMPARE(p.walls.front().studMode, StudMode::positions);
        QCOMPARE(studCentres(p.walls.front()).back(), 1748_mm);
    }

    // --- strips
    void everyPlaceTableAnswers() {
        const Project p = demo();
        const Plan plan = test::planOf(p);
        for (const auto& w : p.walls)
            for (int tab = 0; tab < 4; ++tab) {
                const StripTable t = stripOf(p, plan, catalog(), "ledge-1", Station::place, tab, w.id);
                QVERIFY2(!t.rows.empty() && t.rows.size() == t.ids.size(), w.id.c_str());
                for (const auto& r : t.rows)
                    QCOMPARE(r.size(), t.columns.size());
                for (const auto& e : t.edits)
                    if (e) {
                        Project q = p;
                        e->apply(q);
                        (void)test::planOf(q);
                    }
            }
    }
    void aSearchedPositionIsTaken() {
        Project p = demo();
        const StripTable t = stripOf(p, test::planOf(p), catalog(), "ledge-1", Station::place, 0);
        for (std::size_t i = 0; i < t.rows.size(); ++i) {
            Project q = p;
            t.edits[i]->apply(q);
            QCOMPARE(t.ids[i], "position:" + std::to_string(pieceLeft(q, q.pieces.front()).nm()));
            QCOMPARE(std::to_string(test::planOf(q).pieces.front().studs.size()), t.rows[i][1]);
        }
    }
    void everyWallFieldCanBeUsed() {
        Project p = demo();
        if (test::sanitized)
            p.pieces.resize(1); // they are written and read with each answer, and no wall asks about them
        const Plan plan = test::planOf(p);
        for (const auto& w : p.walls)
            for (const auto& f : fieldsOf(p, plan, catalog(), "ledge-1", Station::place, w.id)) {
                if (!f.set || f.kind == FieldKind::text)
                    continue;
                std::vector<std::string> answers{f.value};
                for (const auto& [id, words] : f.choices)
                    answers.push_back(id);
                for (const auto& a : answers)
                    if (const auto e = f.set(a)) {
                        Project q = p;
                        e->apply(q);
                        const auto back = readProject(writeProject(q), "x");
                        QVERIFY2(back.has_value() && *back == q,
                                 (w.id + " " + f.id + " " + a + (back ? "" : ": " + back.error())).c_str());
                    }
            }
    }
};

QTEST_APPLESS_MAIN(TestPlacing)
#include "test_core_placing.moc"
