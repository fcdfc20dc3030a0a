// A bookcase built in sections: each a case of its own that gets into the room, one bookcase once it stands
// there.
#include "assembly/plugs.h"
#include "project/random_project.h"
#include "told.h"

#include <set>

using namespace owl;

namespace {

Project caseOf(const char* set) {
    return test::with("bookcase", set);
}
Length pieceLength(const Project& p) {
    return std::get<BookcaseParams>(p.pieces.front().params).length;
}

/// As for any piece, but loose shelves have play, and plugs sit in bores that the solids do not have.
QString gapOrOverlap(Assembly a) {
    std::erase_if(a.parts, [](const Part& p) { return isPlug(p); });
    std::erase_if(a.joints, [](const Joint& j) { return j.gap > 0 || j.kind == plugJoint; });
    return test::gapOrOverlap(a);
}

/// Parts that joints of the workshop bring together.
std::set<std::string> madeWith(const Assembly& a, const std::string& part) {
    std::set<std::string> out{part};
    for (bool grew = true; grew;) {
        grew = false;
        for (const auto& j : a.joints)
            if (!j.atWall && out.contains(j.first) != out.contains(j.second)) {
                out.insert(j.first);
                out.insert(j.second);
                grew = true;
            }
    }
    return out;
}

} // namespace

class TestSections : public QObject {
    Q_OBJECT
  private slots:
    void eachIsACaseOfItsOwn_data() {
        QTest::addColumn<QString>("set");
        QTest::newRow("rabbet") << "";
        QTest::newRow("nailed, dividers") << "back=nailed dividers=1 joinery=screws";
        QTest::newRow("let in, frame, top over") << "back=let_in base=frame top_over=yes joinery=dowels";
        QTest::newRow("rails, all fixed") << "back=rails fixed=all joinery=pockets base=none";
        QTest::newRow("strips, sheet") << "strip=below stuff=ply_birch dividers=1";
    }
    void eachIsACaseOfItsOwn() {
        QFETCH(QString, set);
        const Project p = caseOf(("length=1800 sections=3 " + set).toUtf8().constData());
        const Plan plan = test::planOf(p);
        const Assembly& a = test::assemblyOf(plan);
        const QString wrong = gapOrOverlap(a);
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
        std::set<std::string> all;
        for (const char* side : {"side-left", "side-left-s2", "side-left-s3"}) {
            const auto mine = madeWith(a, side);
            double low = 1e9;
            double high = -1e9;
            for (const auto& id : mine) {
                const Cell b = a.find(id)->bounds();
                low = std::min(low, b.at.x.mm());
                high = std::max(high, (b.at.x + b.size.x).mm());
                QVERIFY2(all.insert(id).second, id.c_str()); // of no other section
            }
            QVERIFY(std::abs(high - low - 600) < 1e-6);
        }
        // Whatever is not in one of them is laid or screwed on in the room.
        for (const auto& part : a.parts)
            QVERIFY2(all.contains(part.id) || part.fromSupport, part.id.c_str());
        QCOMPARE(a.carried, 600_mm);
    }
    void seamsAreScrewedInTheRoom() {
        const Plan plan = test::planOf(caseOf("length=1500 sections=2 shelves=3"));
        const Assembly& a = test::assemblyOf(plan);
        const Joint* seam = a.joint("seam-1");
        QVERIFY(seam && seam->atWall && !seam->glued && !seam->carries);
        QCOMPARE(seam->fasteners.size(), std::size_t{4});
        for (const auto& f : seam->fasteners) {
            QCOMPARE(f.passes, (std::vector<std::string>{"side-right-s1", "side-left-s2"}));
            QVERIFY(f.length < 36); // its point stays inside the second side
            for (const char* side : {"side-right-s1", "side-left-s2"})
                for (const auto& h : a.find(side)->holes)
                    if (h.purpose == pinHole)
                        QVERIFY(std::hypot(h.at.y - f.from.y, h.at.z - f.from.z) > 12);
        }
        const auto& steps = plan.pieces.front().steps;
        const auto stand = std::find_if(steps.begin(), steps.end(),
                                        [](const BuildStep& s) { return s.id.ends_with("/stand"); });
        QVERIFY(stand != steps.end());
        QCOMPARE(stand->joins, std::vector<std::string>{"seam-1"});
        QVERIFY(stand->text.find("and drive 4 screws") != std::string::npos);
        QVERIFY(stand->text.find("lowest and of its uppermost opening") != std::string::npos);
        // Levelled before they are one; however many seams, said once.
        QVERIFY(stand->text.find("Level along") < stand->text.find("Clamp neighbours"));
        const Plan three = test::planOf(caseOf("length=1500 sections=3 shelves=3"));
        for (const auto& s : three.pieces.front().steps)
            if (s.id.ends_with("/stand"))
                QCOMPARE(s.text.find("Clamp neighbours"), s.text.rfind("Clamp neighbours"));
    }
    /// Each is built by itself: no neighbour stands in a driver's way, whatever joins its boards.
    void noDriverIsStoppedByTheNextSection() {
        for (const char* joinery : {"screws", "dowels", "housed", "pockets"}) {
            const Plan plan = test::planOf(caseOf(
                qPrintable(QString("length=1500 sections=2 back=nailed fixed=all joinery=%1").arg(joinery))));
            const Plan alone = test::planOf(
                caseOf(qPrintable(QString("length=750 back=nailed fixed=all joinery=%1").arg(joinery))));
            const auto special = [](const Plan& p) {
                const auto& steps = p.pieces.front().steps;
                return std::count_if(steps.begin(), steps.end(),
                                     [](const BuildStep& s) { return !s.reach.empty(); });
            };
            QVERIFY2(special(plan) <= 2 * special(alone), joinery);
            for (const auto& j : test::assemblyOf(plan).joints)
                if (j.how == Joinery::screwsGlue)
                    for (const std::string& part : {j.first, j.second})
                        QVERIFY2(part != "side-right-s1" && part != "side-left-s2", j.id.c_str());
        }
    }
    /// Between two uprights that stand close, the seam's screws want a short driver.
    void aNarrowSectionWantsAShortDriver() {
        const auto stand = [](const char* set) {
            const Plan plan = test::planOf(caseOf(set));
            for (const auto& s : plan.pieces.front().steps)
                if (s.id.ends_with("/stand"))
                    return s;
            return BuildStep();
        };
        QCOMPARE(stand("length=400 sections=2 height=900 shelves=1").reach, std::string("short"));
        QCOMPARE(stand("length=1200 sections=2 height=900 shelves=1").reach, std::string());
    }
    /// A tie goes through the rail, and the panel, of the section that it is in, and each rail is drilled by
    /// itself.
    void theTieMeetsTheRailOfItsSection() {
        Project p = caseOf("length=1800 height=1900 sections=2");
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = test::first(plan);
        QVERIFY(pp.hold() && pp.hold()->feasible);
        std::set<std::string> rails;
        for (const auto& m : pp.hold()->mounting.mounts)
            for (const auto& id : m.passes) {
                const Part* part = pp.assembly().find(id);
                QVERIFY(part);
                const Cell b = part->bounds();
                QVERIFY2(b.at.x.mm() < m.at.x && m.at.x < (b.at.x + b.size.x).mm(), id.c_str());
                if (takesWallScrews(pp.assembly(), *part))
                    rails.insert(id);
            }
        QCOMPARE(rails, (std::set<std::string>{"rail", "rail-s2"}));
        for (const auto& rail : rails)
            QVERIFY(std::any_of(pp.steps.begin(), pp.steps.end(), [&](const BuildStep& s) {
                return s.id.find("wall-holes") != std::string::npos && s.parts == std::vector{rail};
            }));
    }
    void whatDoesNotPassIsBuiltInSections() {
        Project p = caseOf("length=2400 height=1900 depth=350");
        p.wayIn = {750_mm, 1980_mm, 800_mm};
        const Plan before = test::planOf(p);
        const Finding* stair = test::finding(before, "no_stair");
        QVERIFY(stair && !stair->remedies.empty());
        const auto built = withChanges(p, stair->remedies.front().changes);
        QVERIFY(built.has_value());
        const int n = std::get<BookcaseParams>(built->pieces.front().params).sections;
        QVERIFY(n > 1);
        QCOMPARE(pieceLength(*built), 2400_mm);
        QVERIFY(!test::finding(test::planOf(*built), "no_stair"));
        QVERIFY(!test::finding(test::planOf(*built), "no_door"));
        // One fewer would not have done.
        const auto fewer = withParameter(p.pieces.front().params, "sections", std::to_string(n - 1), true);
        p.pieces.front().params = *fewer;
        QVERIFY(test::finding(test::planOf(p), "no_stair"));
    }
    /// Each section is lifted by itself.
    void nobodyLiftsAllOfThem() {
        const Plan one = test::planOf(caseOf("length=1400 height=900 shelves=1"));
        const Plan three = test::planOf(caseOf("length=1400 height=900 shelves=1 sections=3"));
        QVERIFY(test::first(three).mass > test::first(one).mass); // four sides more
        QVERIFY(test::first(one).mass > 20 && test::finding(one, "two_people"));
        QVERIFY(carriedMass(test::assemblyOf(three), test::first(three).mass) < 20);
        QVERIFY(!test::finding(three, "two_people"));
    }
    /// Whatever else is drawn by lot: sections fill the length, close, and have a seam between each two.
    void byLotTheyFillTheLength() {
        int many = 0;
        for (unsigned seed = 1; seed <= (test::sanitized ? 6U : 30U); ++seed) {
            const auto p = randomProject("bookcase", seed % 2 ? Units::metric : Units::imperial, seed);
            QVERIFY(p.has_value());
            const auto& params = std::get<BookcaseParams>(p->pieces.front().params);
            const auto n = static_cast<std::size_t>(params.sectionCount());
            many += n > 1 ? 1 : 0;
            const Plan plan = test::planOf(*p);
            const Assembly& a = test::assemblyOf(plan);
            const QString wrong = gapOrOverlap(a);
            QVERIFY2(wrong.isEmpty(), qPrintable(QString("%1: %2").arg(seed).arg(wrong)));
            double wide = 0;
            std::size_t tops = 0;
            for (const auto& part : a.parts)
                if (part.id == "top" || part.id.starts_with("top-s")) {
                    ++tops;
                    wide += part.bounds().size.x.mm();
                }
            QCOMPARE(tops, n);
            // Tops between or over the sides: what is left are two sides a section, less what is let in.
            QVERIFY(wide <= params.length.mm() + 1e-6);
            QVERIFY(wide > params.length.mm() - static_cast<double>(n) * 2 * params.thickness.mm() - 1e-6);
            const auto seams = std::count_if(a.joints.begin(), a.joints.end(),
                                             [](const Joint& j) { return j.id.starts_with("seam-"); });
            QCOMPARE(static_cast<std::size_t>(seams), n - 1);
        }
        QVERIFY(many >= (test::sanitized ? 1 : 6));
    }
    /// Every stud stands behind a seam: a little to the side two are free again.
    void studsBehindSeamsAreNone() {
        const Project p = caseOf("length=1800 sections=3");
        QVERIFY(test::first(test::planOf(p)).studs.empty());
        const QString why = test::notTold(p, "misses_studs");
        QVERIFY2(why.isEmpty(), qPrintable(why));
    }
    /// All sections take the push as they share the width: as one case of that width with as many nails.
    void theyRackAsOne() {
        const Plan one = test::planOf(caseOf("length=1600 sections=1 dividers=1"));
        const Plan two = test::planOf(caseOf("length=1600 sections=2 dividers=0"));
        const Check* a = test::checkOf(one, "racking");
        const Check* b = test::checkOf(two, "racking");
        QVERIFY(a && b && a->capacity > 0);
        QVERIFY(std::abs(a->capacity / b->capacity - 1) < 0.02);
        QVERIFY(b->demand > a->demand * 0.9 && b->demand < a->demand * 1.3); // two sides more to carry
    }
    void aFewSpacesAndBadInput_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("id");
        QTest::newRow("too many") << "length=900 sections=8"
                                  << "bookcase.too_narrow";
        QTest::newRow("too long each") << "length=8000 sections=2"
                                       << "bookcase.too_large";
        QTest::newRow("too long alone") << "length=6000"
                                        << "bookcase.too_large";
        QTest::newRow("dividers") << "length=1200 sections=3 dividers=12"
                                  << "bookcase.dividers_do_not_fit";
    }
    void aFewSpacesAndBadInput() {
        QFETCH(QString, set);
        QFETCH(QString, id);
        const QString why = test::notTold(caseOf(set.toUtf8().constData()), id.toStdString());
        QVERIFY2(why.isEmpty(), qPrintable(why));
    }
    void hungOnesAreOneCase() {
        const Plan plan = test::planOf(caseOf("stand=hung length=1200 height=800 sections=3"));
        QVERIFY(!test::assemblyOf(plan).find("side-left-s2") && !test::assemblyOf(plan).joint("seam-1"));
    }
    void aFileKeepsThem() {
        const Project p = caseOf("length=1800 sections=3");
        const auto again = readProject(writeProject(p), "s.owl");
        QVERIFY(again.has_value() && *again == p);
        QVERIFY(!withParameter(p.pieces.front().params, "sections", "0", true).has_value());
        QVERIFY(!withParameter(p.pieces.front().params, "sections", "13", true).has_value());
    }
};

QTEST_GUILESS_MAIN(TestSections)
#include "test_core_sections.moc"
