// Remedies are data, and only those are offered that cure: tried on thousands of random ledges.
#include "support.h"

#include "plan/remedies.h"
#include "project/changes.h"
#include "project/random_project.h"

#include <map>
#include <random>

using namespace owl;

namespace {

/// A ledge as somebody in a hurry might enter it: often too much, too thin, beside the studs.
class Careless {
  public:
    explicit Careless(unsigned seed) : random_(seed) {}

    Project project() {
        Project p = test::fresh(flip() ? Units::metric : Units::imperial);
        Wall& w = p.walls.front();
        w.width = mm(1200, 4500);
        w.bandsTraced = flip();
        w.construction =
            pick({"timber_stud_us", "timber_stud_eu", "lath_plaster", "solid_brick", "aerated_block"});
        w.studMode = pick({StudMode::spacing, StudMode::positions, StudMode::unknown});
        if (w.studMode == StudMode::positions)
            for (Length x = mm(100, 700); x < w.width; x += mm(200, 700))
                w.studs.push_back({x, {}, flip() ? 1 : 0.3 + 0.1 * whole(0, 6), StudSource::scan});
        if (flip())
            w.furniture.push_back(
                test::stands(pick({"sofa", "bed", "sideboard"}), mm(0, 1500), mm(800, 2000), 800_mm));
        if (flip())
            w.obstacles.push_back(test::hangs(pick({"outlet", "switch"}), mm(200, 3000), mm(300, 1500)));
        ledge(p.pieces.front());
        p.wood.ripping = pick({Ripping::home, Ripping::home, Ripping::shop, Ripping::none});
        p.wood.onlyOwn = whole(0, 5) == 0;
        if (p.wood.onlyOwn && flip()) {
            p.wood.boards.push_back(test::ownBoard(p, 2400_mm, 120_mm));
        }
        p.finish.start = whole(0, 30) == 0 ? "soon" : p.finish.start;
        return p;
    }

  private:
    void ledge(Piece& piece) {
        LedgeParams& l = ledgeOf(piece);
        l.length = mm(120, 4700);
        l.depth = mm(30, 240);
        l.backHeight = mm(20, 140);
        l.lipHeight = mm(8, 120);
        const Length t = pick({18_mm, 18_mm, 19.05_mm, 9.5_mm, 12_mm, 28_mm});
        l.baseThickness = t;
        l.backThickness = flip() ? t : mm(6, 30);
        l.lipThickness = flip() ? t : mm(4, 30);
        l.back = pick({BackPlace::onBase, BackPlace::behindBase});
        l.lip = pick({LipPlace::inFront, LipPlace::onTop});
        l.caps = pick({CapShape::none, CapShape::full, CapShape::stepped});
        const std::vector<Joinery> ways{Joinery::screwsGlue, Joinery::dowels, Joinery::tongueGroove,
                                        Joinery::nailsGlue};
        l.backJoint = ways[static_cast<std::size_t>(whole(0, 3))];
        l.lipJoint = ways[static_cast<std::size_t>(whole(0, 3))];
        l.capJoint = flip() ? Joinery::nailsGlue : Joinery::screwsGlue;
        if (whole(0, 3) == 0) {
            l.boardWidth = mm(60, 300);
            l.shareBase = l.shareBack = true;
            l.shareLip = flip();
            l.remainder = pick({LedgeStrip::none, LedgeStrip::back, LedgeStrip::lip});
        }
        l.species = pick({"scots_pine", "eastern_white_pine", "european_oak"});
        piece.place.anchor = flip() ? Anchor::wallCentre : Anchor::typed;
        piece.place.x = mm(-200, 3000);
        piece.place.z = mm(0, 2300);
        piece.hold.rows = whole(0, 2);
        piece.hold.support = pick({"auto", "auto", "studs-m5", "studs-g8", "anchors", "no-such"});
        piece.hold.aboveBed = whole(0, 5) == 0;
        piece.hold.leaning = pick({Leaning::usual, Leaning::people, Leaning::nobody});
        piece.load.kgPerM = pick({0.0, 4.0, 12.0, 40.0, 90.0});
        if (flip())
            piece.load.items.push_back(
                {"thing", "", "thing", 1.0 * whole(1, 30), mm(-100, 2000), mm(60, 500), 300_mm, flip()});
        if (whole(0, 4) == 0)
            piece.load.handN = 100.0 * whole(0, 9);
    }

    int whole(int low, int high) { return std::uniform_int_distribution<int>(low, high)(random_); }
    bool flip() { return whole(0, 1) == 1; }
    Length mm(int low, int high) { return 1_mm * whole(low, high); }
    template <typename T> T pick(std::initializer_list<T> from) {
        return *(from.begin() + whole(0, static_cast<int>(from.size()) - 1));
    }
    std::mt19937 random_;
};

std::size_t count(const Plan& p, const Finding& f) {
    return static_cast<std::size_t>(
        std::count_if(p.findings.begin(), p.findings.end(), [&](const Finding& q) {
            return q.id == f.id && q.piece == f.piece && q.wall == f.wall && q.title == f.title;
        }));
}

double strain(const Plan& p) {
    const SupportVerdict* h = p.pieces.front().hold();
    return h && h->feasible ? h->verdict.utilisation : 1e9;
}
double hand(const Plan& p) {
    const SupportVerdict* h = p.pieces.front().hold();
    return h && h->feasible && h->verdict.leaning ? h->verdict.leaning->utilisation : 1e9;
}

} // namespace

class TestRemedies : public QObject {
    Q_OBJECT
  private slots:
    /// Every remedy offered, applied alone, takes its finding away or lowers what the support uses; 'Load at
    /// most' never raises a load or wipes it; what it says it brings is what it brings.
    void whatIsOfferedCures() {
        std::map<std::string, int> met;
        int applied = 0;
        const Shop shop = test::shop();
        for (unsigned seed = 1; seed <= (test::sanitized ? 40U : 700U); ++seed) {
            const Project p = Careless(seed).project();
            const Plan before = owl::plan(p, shop, catalog());
            for (const auto& f : before.findings) {
                ++met[f.id];
                QVERIFY2(!f.title.empty() && !f.text.empty(), f.id.c_str());
                if (f.remedies.empty() || met[f.id] > 25)
                    continue;
                for (const auto& r : remediesThatCure(f, p, before, shop, catalog())) {
                    ++applied;
                    QVERIFY2(!r.changes.empty(), r.name.c_str());
                    const auto changed = withChanges(p, r.changes);
                    QVERIFY2(changed.has_value(), changed ? "" : changed.error().c_str());
                    const Plan after = owl::plan(*changed, shop, catalog());
                    const bool gone = count(after, f) == 0;
                    const bool better = strain(after) < strain(before) || hand(after) < hand(before);
                    QVERIFY2(gone || better,
                             (f.id + ": " + r.name + " in ledge " + std::to_string(seed)).c_str());
                    if (r.name.starts_with("Load at most")) {
                        QVERIFY(after.pieces.front().contents < before.pieces.front().contents);
                        QVERIFY(after.pieces.front().contents > 0);
                    }
                    // What was accepted can be written and read.
                    QVERIFY(readProject(writeProject(*changed), "again").has_value());
                }
            }
        }
        QVERIFY2(applied > (test::sanitized ? 50 : 1000), std::to_string(applied).c_str());
        // The careless meet nearly everything that is said about one ledge.
        if (!test::sanitized)
            for (const char* id : {"ledge.no_screw",
                                   "ledge.no_lip_screw",
                                   "ledge.no_room_for_dowels",
                                   "ledge.tongue_too_thin",
                                   "ledge.nails_carry",
                                   "ledge.board_too_narrow",
                                   "ledge.shared_thickness",
                                   "ledge.base_too_narrow",
                                   "ledge.lip_below_base",
                                   "ledge.lip_above_back",
                                   "ledge.no_surface",
                                   "ledge.too_long",
                                   "ledge.too_short",
                                   "ledge.one_row_only",
                                   "ledge.lip_screws_show",
                                   "support_weak",
                                   "not_for_leaning",
                                   "no_support",
                                   "support_unknown",
                                   "unknown_hold",
                                   "misses_studs",
                                   "studs_unknown",
                                   "one_more_stud",
                                   "stud_unsure",
                                   "anchors_used",
                                   "short_bite",
                                   "no_stock",
                                   "part_too_large",
                                   "not_enough",
                                   "strips_apart",
                                   "ask_professional",
                                   "hand_lowered",
                                   "item_overhangs",
                                   "above_people",
                                   "finish_start"})
                QVERIFY2(met[id] > 0, id);
    }

    /// The same for pieces of every kind, drawn by lot and loaded by lot.
    void whatIsOfferedCuresEveryKind_data() {
        QTest::addColumn<QString>("kind");
        for (const auto& k : knownKinds())
            QTest::newRow(k.id) << QString(k.id);
    }
    void whatIsOfferedCuresEveryKind() {
        QFETCH(QString, kind);
        const Shop shop = test::shop();
        std::map<std::string, int> met;
        int applied = 0;
        for (std::uint64_t seed = 1; seed <= (test::sanitized ? 1U : 12U); ++seed) {
            const Units units = seed % 2 ? Units::metric : Units::imperial;
            Project p = randomProject(kind.toStdString(), units, 500 + seed).value();
            p.pieces.front().load.kgPerM = std::array{4.0, 15.0, 60.0, 120.0}.at(seed % 4);
            const Plan before = owl::plan(p, shop, catalog());
            for (const auto& f : before.findings) {
                if (f.remedies.empty() || ++met[f.id] > 2)
                    continue;
                for (const auto& r : remediesThatCure(f, p, before, shop, catalog())) {
                    const auto changed = withChanges(p, r.changes);
                    QVERIFY2(changed.has_value(), changed ? "" : changed.error().c_str());
                    const Plan after = owl::plan(*changed, shop, catalog());
                    QVERIFY2(count(after, f) == 0 || strain(after) < strain(before) ||
                                 hand(after) < hand(before),
                             (f.id + ": " + r.name + " at " + std::to_string(seed)).c_str());
                    ++applied;
                }
            }
        }
        QVERIFY2(applied > (test::sanitized ? 0 : 5), std::to_string(applied).c_str());
    }

    /// A finding that a change can cure carries one that does.
    void blocksOfTheLedgeItselfAreCured() {
        const Shop shop = test::shop();
        int seen = 0;
        for (unsigned seed = 1; seed <= (test::sanitized ? 20U : 200U); ++seed) {
            Project p = Careless(seed * 31).project();
            const Plan before = owl::plan(p, shop, catalog());
            for (const auto& f : before.findings)
                if (f.severity == Severity::blocks && f.id.starts_with("ledge.")) {
                    QVERIFY2(!f.remedies.empty(), (f.id + ": " + f.text).c_str());
                    ++seen;
                }
        }
        QVERIFY(seen > (test::sanitized ? 5 : 100));
    }

    void theShiftIsWhatIsPrinted() {
        for (Units units : {Units::metric, Units::imperial}) {
            Project p = test::fresh(units);
            p.walls.front().bandsTraced = true;
            p.walls.front().studMode = StudMode::positions;
            p.walls.front().studs = test::found({Length::mm(1000.3), Length::mm(1406.7)});
            ledgeOf(p.pieces.front()).length = 500_mm;
            p.pieces.front().place.anchor = Anchor::typed;
            p.pieces.front().place.x = Length::mm(700.77);
            const Plan plan = test::planOf(p);
            const Finding* f = test::finding(plan, "misses_studs");
            QVERIFY(f);
            const auto cures = remediesThatCure(*f, p, plan, test::shop(), catalog());
            const auto shift = std::find_if(cures.begin(), cures.end(),
                                            [](const Remedy& r) { return r.name.starts_with("Shift"); });
            QVERIFY(shift != cures.end());
            Project q = p;
            shift->apply(q);
            const Length by = q.pieces.front().place.x - p.pieces.front().place.x;
            QVERIFY2(shownExactly(abs(by), p.style), shift->name.c_str());
            QVERIFY(shift->name.find(formatLength(abs(by), p.style)) != std::string::npos);
            QVERIFY(!test::finding(test::planOf(q), "misses_studs"));
        }
    }

    void whatItBringsIsSaid() {
        Project p = test::fresh();
        p.pieces.front().hold.leaning = Leaning::people;
        p.pieces.front().hold.support = "studs-m4.5";
        p.pieces.front().hold.rows = 1;
        ledgeOf(p.pieces.front()).backHeight = 45_mm;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "support_weak");
        QVERIFY(f);
        const auto cures = remediesThatCure(*f, p, plan, test::shop(), catalog());
        QVERIFY(!cures.empty());
        for (const auto& r : cures)
            QVERIFY2(r.brings.starts_with("margin "), r.name.c_str());
        // Those that cure come before those that only help.
        bool helping = false;
        for (const auto& r : cures) {
            Project q = p;
            r.apply(q);
            const bool gone = !test::finding(test::planOf(q), "support_weak");
            QVERIFY2(!(helping && gone), r.name.c_str());
            helping = helping || !gone;
        }
    }

    // --- changes as data
    void aChangeIsRefusedWhereTheFileWouldRefuseIt() {
        const Project p = test::fresh();
        const auto id = p.pieces.front().id;
        QVERIFY(withChanges(p, {{"pieces/" + id + "/ledge/back_height", 120.5}}).has_value());
        for (const auto& c : std::vector<Change>{{"pieces/" + id + "/ledge/back_height", -4},
                                                 {"pieces/" + id + "/ledge/back_height", "high"},
                                                 {"pieces/nobody/ledge/depth", 90},
                                                 {"pieces/" + id, 90},
                                                 {"walls/wall-1/stud_mode", "guessed"},
                                                 {"wood/kerf", 900},
                                                 {"weather", "fine"},
                                                 {"", 1}}) {
            const auto r = withChanges(p, {c});
            QVERIFY2(!r.has_value(), c.path.c_str());
            QVERIFY(!r.error().empty());
        }
    }
    void differencesTurnOneIntoTheOther() {
        for (unsigned seed = 1; seed < 40; ++seed) {
            const Project a = Careless(seed).project();
            Project b = a;
            b.pieces.front().params = Careless(seed + 1000).project().pieces.front().params;
            b.pieces.front().load = Careless(seed + 2000).project().pieces.front().load;
            const auto changes = changesOf(a.pieces.front(), b.pieces.front());
            const auto c = withChanges(a, changes);
            QVERIFY2(c.has_value(), c ? "" : c.error().c_str());
            QVERIFY(c->pieces == b.pieces);
        }
    }
};

QTEST_APPLESS_MAIN(TestRemedies)
#include "test_core_remedies.moc"
