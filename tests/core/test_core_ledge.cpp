// The ledge: what is derived from what is asked for.
#include "solid/query.h"
#include "support.h"

#include "piece/ledge/ledge_joints.h"

#include "piece/ledge/ledge.h"

#include <rapidcheck.h>

using namespace owl;

namespace {

MakeContext context() {
    MakeContext c;
    c.kerf = Length::mm(3.2);
    return c;
}
Draft make(const LedgeParams& p, const MakeContext& c = context()) {
    return p.make(c, catalog());
}

bool has(const Draft& r, const std::string& problem) {
    return std::any_of(r.problems.begin(), r.problems.end(),
                       [&](const Problem& p) { return p.id == problem; });
}

} // namespace

class TestLedge : public QObject {
    Q_OBJECT
  private slots:
    void theBaseLosesTheLipsThickness() {
        LedgeParams p;
        const auto r = make(p);
        QCOMPARE(r.assembly.find("base")->width, p.depth - p.lipThickness);
        p.back = BackPlace::behindBase;
        QCOMPARE(make(p).assembly.find("base")->width, p.depth - p.lipThickness - p.backThickness);
        p.lip = LipPlace::onTop;
        QCOMPARE(make(p).assembly.find("base")->width, p.depth - p.backThickness);
    }

    void capsShortenTheStrips() {
        LedgeParams p;
        p.caps = CapShape::full;
        const auto r = make(p);
        QCOMPARE(r.assembly.find("base")->length, p.length - p.capThickness * 2);
        QCOMPARE(r.assembly.find("cap-left")->width, r.assembly.height);
        p.caps = CapShape::lowStrip;
        QCOMPARE(make(p).assembly.find("cap-left")->width, p.lipHeight);
        p.caps = CapShape::stepped;
        const auto s = make(p);
        QCOMPARE(s.assembly.find("cap-right")->solid.cells.size(), std::size_t(2));
        QCOMPARE(test::words(s.assembly.find("cap-right")->features.front().kind), QString("step"));
    }

    void theRemainderPaysForEveryKerf() {
        LedgeParams p;
        p.boardWidth = 220_mm;
        p.shareBase = p.shareBack = p.shareLip = true;
        p.remainder = LedgeStrip::back;
        const auto r = make(p);
        QCOMPARE(r.derived.at("back_height"),
                 220_mm - r.assembly.find("base")->width - r.derived.at("lip_height") - Length::mm(6.4));
        QCOMPARE(r.assembly.find("back")->width, r.derived.at("back_height"));
        QVERIFY(r.assembly.find("back")->why.back().find("2 × 3") != std::string::npos);
        QVERIFY(r.problems.empty());
    }

    void aSharedBoardMustHoldStripsAndKerfs() {
        LedgeParams p;
        p.depth = 90_mm; // base 72
        p.shareBase = p.shareLip = true;
        p.boardWidth = 72_mm + 40_mm + Length::mm(3.2);
        QVERIFY(!has(make(p), "board_too_narrow")); // to the nanometre
        p.boardWidth -= Length::nm(1);
        QVERIFY(has(make(p), "board_too_narrow"));
        p.remainder = LedgeStrip::back;
        QVERIFY(has(make(p), "remainder_not_shared"));
        p.shareBack = true;
        QVERIFY(has(make(p), "remainder_too_small"));
    }

    void noScrewShowsAndNoneIsShort() {
        for (const bool metric : {true, false})
            for (const BackPlace back : {BackPlace::onBase, BackPlace::behindBase}) {
                LedgeParams p;
                p.back = back;
                p.lip = LipPlace::onTop;
                p.lipJoint = Joinery::screwsGlue;
                MakeContext c = context();
                c.metricScrews = metric;
                const auto r = make(p, c);
                for (const char* id : {"base-back", "base-lip"}) {
                    const Joint* j = r.assembly.joint(id);
                    const Screw* s = catalog().findScrew(j->screwId);
                    QVERIFY(s);
                    QVERIFY(j->screwLength > Length());
                    const Length bite = j->screwLength - j->through + j->counterbore;
                    QVERIFY(bite.mm() >= 6 * s->d - 1e-6);
                    QVERIFY(bite <= j->into - 3_mm); // 3 mm of wood stay before the visible face
                    QVERIFY(!j->shows);
                }
            }
    }

    void aLowLipTakesNoScrewFromBelow() {
        LedgeParams p;
        p.lip = LipPlace::onTop;
        p.lipHeight = 12_mm;
        p.lipJoint = Joinery::screwsGlue;
        const auto r = make(p);
        QVERIFY(has(r, "no_lip_screw"));
        for (const auto& q : r.problems) // a lip is only held in place: a warning with ways out (S10.6)
            if (q.id == "no_lip_screw") {
                QVERIFY(!q.blocks);
                QVERIFY(q.cures.size() >= 2);
                QVERIFY(q.text.find("Nails or dowels") != std::string::npos);
            }
        QCOMPARE(r.assembly.joint("base-lip")->screwLength, Length());
    }

    void smallerGaugesAreTriedForALip() {
        LedgeParams p;
        p.lip = LipPlace::onTop;
        p.lipJoint = Joinery::screwsGlue;
        p.baseThickness = p.lipThickness = 12_mm; // too thin for 4 mm screws
        p.lipHeight = 22_mm;
        const auto r = make(p);
        const Joint* j = r.assembly.joint("base-lip");
        QVERIFY(j->screwLength > Length());
        const Screw* s = catalog().findScrew(j->screwId);
        QVERIFY(s->d < 4);
        const Length bite = j->screwLength - j->through + j->counterbore;
        QVERIFY(bite.mm() >= std::max(3 * s->d, 10.0) - 1e-6); // S10.6: it only holds in place
        QVERIFY(!has(r, "no_lip_screw"));
    }

    void aCapMayBeScrewed() {
        LedgeParams p;
        p.caps = CapShape::full;
        p.capJoint = Joinery::screwsGlue;
        const auto r = make(p);
        const Joint* j = r.assembly.joint("cap-left");
        QVERIFY(j->screwLength > p.capThickness);
        QVERIFY(!j->carries && j->shows);
    }

    void dowelsLookAtWhatTheyEnter() {
        LedgeParams p;
        p.back = BackPlace::behindBase;
        p.backJoint = Joinery::dowels;
        p.backThickness = 9.5_mm; // a hole 12 mm deep would come through
        const auto thin = make(p);
        const Joint* j = thin.assembly.joint("base-back");
        QVERIFY(j->pinFirst <= 6.5_mm);
        QVERIFY(j->pinFirst >= j->pin);
        p.backThickness = 8_mm;
        QVERIFY(has(make(p), "no_room_for_dowels"));
        p.backThickness = 18_mm;
        const Joint usual = *make(p).assembly.joint("base-back");
        QCOMPARE(usual.pin, 8_mm);
        QVERIFY(usual.pinFirst <= 15_mm && usual.pinFirst + usual.pinSecond >= usual.pinLength);
    }

    void aTongueEndsBeforeTheMiddle() {
        for (Length t : {12_mm, 18_mm, 19_mm, 28_mm}) {
            const Length l = tongueLength(t);
            QVERIFY(l <= 8_mm && l + 1_mm <= t / 2 + 1_mm);
        }
        LedgeParams p;
        p.backJoint = Joinery::tongueGroove;
        p.baseThickness = 9_mm;
        QVERIFY(has(make(p), "tongue_too_thin"));
    }

    void rangesAreToldTheRightWayRound() {
        LedgeParams p;
        p.lip = LipPlace::onTop;
        p.lipHeight = 12_mm;
        p.lipJoint = Joinery::screwsGlue;
        for (const auto& q : make(p).problems)
            if (q.id == "no_lip_screw")
                QVERIFY2(q.text.find("to bite and would come through if longer than") != std::string::npos,
                         q.text.c_str());
    }

    void screwsThroughAFrontLipAreSaidToShow() {
        LedgeParams p;
        p.lipJoint = Joinery::screwsGlue;
        QVERIFY(has(make(p), "lip_screws_show"));
        QVERIFY(make(p).assembly.joint("base-lip")->shows);
    }

    void pilotsKeepClearOfWallScrews() {
        const bool ok = rc::check("spacing, ends and wall holes", [] {
            LedgeParams p;
            p.length = Length::mm(*rc::gen::inRange(400, 4000));
            MakeContext c = context();
            const int first = *rc::gen::inRange(45, 350);
            for (Length x = Length::mm(first); x < p.length - 40_mm; x += 400_mm)
                c.wallScrewsX.push_back(x);
            const auto r = make(p, c);
            const Joint* j = r.assembly.joint("base-back");
            const Screw* s = catalog().findScrew(j->screwId);
            for (const auto& spot : j->spots) {
                RC_ASSERT(spot.at.x.mm() >= 10 * s->d - 1e-6);
                RC_ASSERT((p.length - spot.at.x).mm() >= 10 * s->d - 1e-6);
                for (Length w : c.wallScrewsX)
                    RC_ASSERT(abs(w - spot.at.x).mm() >= 4 * s->d - 1e-6);
            }
            for (std::size_t i = 1; i < j->spots.size(); ++i)
                RC_ASSERT((j->spots[i].at.x - j->spots[i - 1].at.x).mm() <= 250);
        });
        QVERIFY(ok);
    }

    void noTwoPartsFillTheSamePlace() {
        for (const BackPlace back : {BackPlace::onBase, BackPlace::behindBase})
            for (const LipPlace lip : {LipPlace::inFront, LipPlace::onTop})
                for (const CapShape caps :
                     {CapShape::none, CapShape::lowStrip, CapShape::stepped, CapShape::full}) {
                    LedgeParams p;
                    p.back = back;
                    p.lip = lip;
                    p.caps = caps;
                    const auto r = make(p);
                    const auto& parts = r.assembly.parts;
                    for (std::size_t i = 0; i < parts.size(); ++i)
                        for (std::size_t k = 0; k < i; ++k)
                            QVERIFY(separation(parts[i].solid, parts[k].solid) > -1e-6);
                    QVERIFY(r.assembly.seat<RailSeat>()->rows.front() > Length());
                    QVERIFY(r.assembly.seat<RailSeat>()->rows.back() < r.assembly.height);
                }
    }

    void joineryMakesItsFeatures() {
        LedgeParams p;
        p.backJoint = Joinery::tongueGroove;
        const auto r = make(p);
        QCOMPARE(r.assembly.find("back")->width, p.backHeight + 8_mm);
        QCOMPARE(test::words(r.assembly.find("base")->features.front().kind), QString("groove"));
        p.backJoint = Joinery::dowels;
        p.backThickness = 9_mm;
        QVERIFY(has(make(p), "no_room_for_dowels"));
        p.backJoint = Joinery::nailsGlue;
        QVERIFY(has(make(p), "nails_carry"));
    }

    void impossibleSizesAreNamedNotClamped_data() {
        QTest::addColumn<QString>("member");
        QTest::addColumn<QString>("problem");
        QTest::newRow("no length") << "length"
                                   << "too_small";
        QTest::newRow("no depth") << "depth"
                                  << "too_small";
        QTest::newRow("no back") << "back"
                                 << "too_small";
        QTest::newRow("shallower than its lip") << "shallow"
                                                << "base_too_narrow";
        QTest::newRow("longer than any board") << "long"
                                               << "too_long";
        QTest::newRow("a lip below the base") << "lowlip"
                                              << "lip_below_base";
        QTest::newRow("a lip above the back") << "highlip"
                                              << "lip_above_back";
    }
    void impossibleSizesAreNamedNotClamped() {
        QFETCH(QString, member);
        QFETCH(QString, problem);
        LedgeParams p;
        if (member == "length")
            p.length = Length();
        if (member == "depth")
            p.depth = -5_mm;
        if (member == "back")
            p.backHeight = Length();
        if (member == "shallow")
            p.depth = 30_mm;
        if (member == "long")
            p.length = 5000_mm;
        if (member == "lowlip")
            p.lipHeight = 10_mm;
        if (member == "highlip")
            p.lipHeight = 200_mm;
        const auto r = make(p);
        QVERIFY(has(r, problem.toStdString()));
        QVERIFY(!r.assembly.parts.empty());
    }
};

QTEST_APPLESS_MAIN(TestLedge)
#include "test_core_ledge.moc"
