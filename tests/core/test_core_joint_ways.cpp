// Every way of joining two boards: what it says to do, what it asks for, and the holes that it wants.
#include "build/feature_work.h"
#include "build/joint_steps.h"
#include "joint/fit.h"
#include "joint/joint_holes.h"
#include "joint/meet.h"
#include "joint/place.h"
#include "joint/way.h"
#include "strength/wood.h"
#include "support/inside/joint_capacity.h"
#include "told.h"

#include <set>

using namespace owl;

namespace {

/// A board that lies, 600 x 120 x 18, and one on edge that stands along its back edge.
Assembly twoBoards() {
    Assembly a;
    a.length = 600_mm;
    a.depth = 120_mm;
    a.height = 98_mm;
    Part base =
        blankPart("base", "base", 600_mm, 120_mm, 18_mm, {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
    Part back =
        blankPart("back", "back", 600_mm, 80_mm, 18_mm, {{0, 18, 18}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
    a.parts = {base, back};
    return a;
}

MakeContext metric() {
    MakeContext ctx;
    ctx.metricScrews = true;
    return ctx;
}

/// The two boards joined that way from below, at three places.
Assembly joinedBy(Joinery how) {
    Assembly a = twoBoards();
    Joint j;
    j.id = "base-back";
    j.first = "base";
    j.second = "back";
    j.how = how;
    j.drivenFrom = "below";
    const Meeting m{18_mm, 80_mm, 18_mm, true, false};
    j.through = m.headSide;
    if (how == Joinery::screwsGlue)
        fitScrew(j, m, PlugWay::filled, metric(), catalog());
    if (how == Joinery::dowels)
        fitDowels(j, m, metric());
    if (how == Joinery::nailsGlue)
        j.nailLength = nailFor(m, metric());
    if (how == Joinery::lagsGlue)
        j.screwLength = 60_mm;
    if (how != Joinery::glue && how != Joinery::pocketScrews && how != Joinery::tongueGroove &&
        how != Joinery::dry)
        for (const double x : {60.0, 300.0, 540.0})
            j.spots.push_back({{Length::mm(x), 9_mm, Length()}});
    if (how == Joinery::pocketScrews) {
        // Out of the back's face into the base, at its lower edge.
        j.first = "back";
        j.second = "base";
        j.drivenFrom = "the front";
        Pockets p{{0, 0, -1}, {0, 1, 0}, {}, 18_mm, 18_mm};
        for (const double x : {60.0, 300.0, 540.0})
            p.at.push_back({x, 9, 18});
        fitPocketScrews(j, p, metric(), catalog());
    }
    const Screw* s = catalog().findScrew(j.screwId);
    placeFasteners(j, a, s ? s->d : 6);
    a.joints.push_back(j);
    return a;
}

BuildStep stepOf(const Assembly& a) {
    BuildInput in;
    in.piece = "p";
    in.assembly = &a;
    in.G = 0.4;
    in.style.units = Units::metric;
    return jointStep(in, {&a.joints.front()}, catalog());
}

std::vector<const Hole*> holesIn(const Assembly& a, const char* part) {
    std::vector<const Hole*> out;
    for (const auto& h : a.find(part)->holes)
        out.push_back(&h);
    return out;
}

const std::vector<Joinery> allWays{Joinery::screwsGlue, Joinery::dowels, Joinery::tongueGroove,
                                   Joinery::nailsGlue,  Joinery::glue,   Joinery::lagsGlue,
                                   Joinery::screws,     Joinery::dry,    Joinery::pocketScrews};

} // namespace

class TestJointWays : public QObject {
    Q_OBJECT
  private slots:
    /// A step somebody can follow, whatever the way: the parts, the joint, words, minutes.
    void eachHasItsStep() {
        std::set<std::string> texts;
        for (const Joinery how : allWays) {
            const Assembly a = joinedBy(how);
            const BuildStep s = stepOf(a);
            QVERIFY2(!s.text.empty() && s.text.back() == '.', wayOf(how).name);
            QCOMPARE(s.id, std::string("p/base-back"));
            QCOMPARE(s.joins, std::vector<std::string>{"base-back"});
            QCOMPARE((std::set<std::string>(s.fresh.begin(), s.fresh.end())),
                     (std::set<std::string>{"base", "back"}));
            QVERIFY2(s.minutes > 0 && s.minutes < 120, wayOf(how).name);
            QVERIFY2(texts.insert(s.text).second || how == Joinery::dry, wayOf(how).name);
        }
    }
    /// Glue wants its hour and is cleaned off; what is laid or screwed on dry does neither.
    void glueTakesItsTime() {
        for (const Joinery how : allWays) {
            const BuildStep s = stepOf(joinedBy(how));
            const bool dry = how == Joinery::dry || how == Joinery::screws;
            QCOMPARE(s.waitMinutes > 0, !dry);
            QCOMPARE(s.text.find("rubbery") != std::string::npos, !dry);
            QCOMPARE(std::count(s.tools.begin(), s.tools.end(), "wood glue") > 0, !dry);
        }
    }
    /// Clearance in what the screw passes, its pilot in what it bites, on one line and as deep as the screw.
    void screwsPassAndBite() {
        Assembly a = joinedBy(Joinery::screwsGlue);
        const Joint j = a.joints.front();
        const Screw& s = *catalog().findScrew(j.screwId);
        boreJoints(a, 0.4, catalog());
        const auto passed = holesIn(a, "base");
        const auto bitten = holesIn(a, "back");
        QCOMPARE(passed.size(), std::size_t{3});
        QCOMPARE(bitten.size(), std::size_t{3});
        for (std::size_t i = 0; i < 3; ++i) {
            QCOMPARE(passed[i]->diameter, s.clearance);
            QCOMPARE(bitten[i]->diameter, s.pilotSoft);
            QVERIFY(std::abs(passed[i]->depth - 18) < 1e-6);
            QVERIFY(std::abs(passed[i]->depth + bitten[i]->depth - (j.screwLength + j.counterbore).mm()) <
                    1e-6);
            QVERIFY(norm(passed[i]->at + passed[i]->direction * passed[i]->depth - bitten[i]->at) < 1e-6);
            QCOMPARE(passed[i]->purpose, std::string("base-back"));
        }
        Assembly hard = joinedBy(Joinery::screwsGlue);
        boreJoints(hard, 0.65, catalog());
        QCOMPARE(holesIn(hard, "back").front()->diameter, s.pilotHard);
    }
    /// Blind into both parts, mouth to mouth, a little deeper together than the dowel is long, never through.
    void dowelsAreBlindInBoth() {
        Assembly a = joinedBy(Joinery::dowels);
        const Joint j = a.joints.front();
        boreJoints(a, 0.4, catalog());
        const auto below = holesIn(a, "base");
        const auto above = holesIn(a, "back");
        QCOMPARE(below.size(), std::size_t{3});
        QCOMPARE(above.size(), std::size_t{3});
        for (std::size_t i = 0; i < 3; ++i) {
            QVERIFY(norm(below[i]->at - above[i]->at) < 1e-9);
            QVERIFY(norm(below[i]->direction + above[i]->direction) < 1e-9);
            QVERIFY(below[i]->depth <= 18 - 3 + 1e-9);
            QVERIFY(below[i]->depth + above[i]->depth >= j.pinLength.mm() + 1);
            QVERIFY(below[i]->depth >= j.pin.mm() && above[i]->depth >= j.pin.mm());
        }
    }
    /// The pocket comes out of the face, the thin end goes on to the end grain: two bores on one line, none
    /// in the other board.
    void pocketsAreBoredInOneBoard() {
        Assembly a = joinedBy(Joinery::pocketScrews);
        const Joint j = a.joints.front();
        QVERIFY(j.screwLength > Length());
        boreJoints(a, 0.4, catalog());
        const auto bores = holesIn(a, "back");
        QCOMPARE(bores.size(), std::size_t{6});
        QVERIFY(holesIn(a, "base").empty());
        for (std::size_t i = 0; i < 6; i += 2) {
            QCOMPARE(bores[i]->at.x, bores[i + 1]->at.x);
            QVERIFY(bores[i]->diameter > bores[i + 1]->diameter && bores[i]->depth < bores[i + 1]->depth);
            const double lean = std::abs(bores[i]->direction.y);
            QVERIFY(std::abs(std::asin(lean) * 180 / 3.14159265358979 - 15) < 0.01);
        }
    }
    void nothingIsBoredWhereNothingIsDriven() {
        for (const Joinery how : {Joinery::glue, Joinery::tongueGroove, Joinery::nailsGlue, Joinery::dry}) {
            Assembly a = joinedBy(how);
            boreJoints(a, 0.4, catalog());
            QVERIFY2(holesIn(a, "base").empty() && holesIn(a, "back").empty(), wayOf(how).name);
        }
    }
    /// More of the same takes longer, by what the reference data says of one.
    void everyFastenerTakesItsMinutes() {
        const auto minutes = [](Joinery how, std::size_t n) {
            Assembly a = joinedBy(how);
            a.joints.front().spots.resize(n);
            return stepOf(a).minutes;
        };
        const Catalog& c = catalog();
        QVERIFY(std::abs(minutes(Joinery::screwsGlue, 3) - minutes(Joinery::screwsGlue, 2) -
                         (2 * c.minutes("drill") + c.minutes("screw"))) < 1e-9);
        QVERIFY(std::abs(minutes(Joinery::dowels, 3) - minutes(Joinery::dowels, 2) - c.minutes("dowel")) <
                1e-9);
        QVERIFY(std::abs(minutes(Joinery::nailsGlue, 3) - minutes(Joinery::nailsGlue, 2) -
                         c.minutes("nail")) < 1e-9);
        QVERIFY(std::abs(minutes(Joinery::pocketScrews, 3) - minutes(Joinery::pocketScrews, 2) -
                         (c.minutes("drill") + c.minutes("screw"))) < 1e-9);
    }
    /// What no screw or dowel fits says so instead of naming one.
    void whatDoesNotFitIsSaid() {
        Assembly a = joinedBy(Joinery::screwsGlue);
        Joint thin;
        thin.first = a.joints.front().first;
        thin.second = a.joints.front().second;
        // In 2 mm of wood no screw finds hold: it is glued, and its step says why.
        Joining way;
        way.how = Joinery::screwsGlue;
        way.receiving = 2_mm;
        QVERIFY(!meet(thin, a, way, {}, catalog()).empty());
        QVERIFY(thin.how == Joinery::glue && thin.fasteners.empty());
        thin.id = a.joints.front().id;
        a.joints.front() = thin;
        QVERIFY(stepOf(a).text.find("No screw fits here.") != std::string::npos);
        Assembly d = joinedBy(Joinery::dowels);
        d.joints.front().pin = {};
        QVERIFY(stepOf(d).text.starts_with("No dowel fits"));
        Assembly l = joinedBy(Joinery::lagsGlue);
        l.joints.front().fasteners.clear();
        QVERIFY(stepOf(l).text.starts_with("No lag screw fits"));
    }
    void longPiecesWantASecondPairOfHands() {
        Assembly a = joinedBy(Joinery::glue);
        QVERIFY(stepOf(a).text.find("second pair of hands") == std::string::npos);
        a.length = 1600_mm; // of the whole piece; what is fitted to it is short
        QVERIFY(stepOf(a).text.find("second pair of hands") == std::string::npos);
        for (auto& p : a.parts)
            p.length = 1600_mm;
        QVERIFY(stepOf(a).text.find("second pair of hands") != std::string::npos);
    }

    /// Every kind of feature that some kind of piece has is made with tools, and its cautions are known.
    void eachFeatureHasItsWork() {
        std::set<std::string> seen;
        for (const auto& info : knownKinds()) {
            const Plan plan = test::planOf(newProject(info.id, Units::metric).value());
            for (const auto& p : test::assemblyOf(plan).parts)
                for (const auto& f : p.features) {
                    seen.insert(f.kind);
                    if (madeElsewhere(f) || f.kind == "pin_row")
                        continue;
                    const FeatureWork& w = workOf(f);
                    QVERIFY2(!w.tools.empty(), f.kind.c_str());
                    if (*w.caution)
                        QVERIFY2(!catalog().cautionsFor(w.caution).empty(), w.caution);
                }
        }
        for (const char* kind : {"notch", "housing", "rabbet", "mitre", "profile", "curve", "scribe"})
            QVERIFY2(seen.contains(kind), kind);
    }
    void aNotchIsSawnAndAGrooveIsRouted() {
        const auto first = [](const char* kind, const char* text = "") {
            return workOf({"p/x", kind, text, ""}).tools.front();
        };
        QCOMPARE(first("notch"), std::string("fine saw"));
        QCOMPARE(first("groove"), std::string("router with a straight bit"));
        QCOMPARE(first("something new"), std::string("router with a straight bit"));
        QCOMPARE(first("curve", "by the template"), std::string("jigsaw"));
        QVERIFY(first("curve", "drawn by hand") != first("curve", "by the template"));
        QVERIFY(madeElsewhere({"p/x", "order", "", ""}) && madeElsewhere({"p/x", "scribe", "", ""}) &&
                !madeElsewhere({"p/x", "groove", "", ""}));
    }

    /// A top over its sides lies on them: F_c of its face times what touches, whatever the screws do.
    void whatLiesOnAnUprightBearsOnIt() {
        const Plan plan =
            test::planOf(test::with("bookcase", "top_over=yes joinery=screws back=nailed length=600"));
        const Assembly& a = test::assemblyOf(plan);
        HeldPiece p;
        p.assembly = &a;
        p.catalog = &catalog();
        const Species* pine = catalog().findSpecies("scots_pine");
        p.woodC1 = allowable(pine->means, BoardGrade::ordinary, 0.9);
        p.woodC1.G = pine->fastenerG();
        const Joint& j = *a.joint("top-left");
        const Cell top = a.find("top")->bounds();
        const Cell side = a.find("side-left")->bounds();
        const double deep = std::min((top.at.y + top.size.y).mm(), (side.at.y + side.size.y).mm()) -
                            std::max(top.at.y.mm(), side.at.y.mm());
        const double bearing = p.woodC1.FcPerp * side.size.x.mm() * deep;
        QVERIFY(bearing > 5000);
        QVERIFY(std::abs(jointTakesDown(p, j, "top", false) - bearing) < 1e-6 * bearing);
        // The side hangs from the top by its screws alone.
        QVERIFY(jointTakesDown(p, j, "side-left", false) < bearing / 4);
        const Check* c = test::checkOf(plan, "shelf_joint");
        QVERIFY(c && c->utilisation() < 1);
        // Where the sides themselves hang from the top they bear nothing.
        const Plan hung = test::planOf(test::with(
            "bookcase", "stand=hung height=600 top_over=yes joinery=screws back=nailed length=600"));
        HeldPiece h = p;
        h.assembly = &test::assemblyOf(hung);
        QVERIFY(jointTakesDown(h, *h.assembly->joint("top-left"), "top", false) < bearing / 4);
        // A bottom between the sides lies on nothing.
        QVERIFY(jointTakesDown(p, *a.joint("bottom-left"), "bottom", false) < bearing / 4);
    }
};

QTEST_GUILESS_MAIN(TestJointWays)
#include "test_core_joint_ways.moc"
