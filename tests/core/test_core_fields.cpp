// Every input of every station: shown, typed, refused with a sentence, undone by value.
#include "support.h"

#include "edit/fields.h"

using namespace owl;

namespace {

std::vector<Field> fields(const Project& p, Station s) {
    return fieldsOf(p, test::planOf(p), catalog(), p.pieces.empty() ? "" : p.pieces.front().id, s);
}

std::optional<Field> field(const Project& p, Station s, const std::string& id) {
    for (auto& f : fields(p, s))
        if (f.id == id)
            return f;
    return std::nullopt;
}

/// The project after a typed answer; fails the test when it was refused.
Project typed(Project p, Station s, const std::string& id, const std::string& text) {
    const auto f = field(p, s, id);
    if (!f)
        qFatal("no field %s", id.c_str());
    const auto edit = f->set(text);
    if (!edit)
        qFatal("%s: %s", id.c_str(), edit.error().c_str());
    edit->apply(p);
    return p;
}

const LedgeParams& ledge(const Project& p) {
    return ledgeOf(p.pieces.front());
}

} // namespace

class TestFields : public QObject {
    Q_OBJECT
  private slots:
    void everyStationHasItsInputs_data() {
        QTest::addColumn<int>("station");
        QTest::addColumn<QString>("id");
        QTest::newRow("place") << int(Station::place) << "place.x";
        QTest::newRow("load") << int(Station::load) << "load.kgPerM";
        QTest::newRow("piece") << int(Station::piece) << "piece.length";
        QTest::newRow("wood") << int(Station::wood) << "wood.target";
        QTest::newRow("hold") << int(Station::hold) << "hold.support";
        QTest::newRow("cut") << int(Station::cut) << "wood.kerf";
        QTest::newRow("build") << int(Station::build) << "finish.start";
        QTest::newRow("hang") << int(Station::hang) << "place.z";
        QTest::newRow("log") << int(Station::log) << "project.name";
    }
    void everyStationHasItsInputs() {
        QFETCH(int, station);
        QFETCH(QString, id);
        QVERIFY(field(test::hall(), static_cast<Station>(station), id.toStdString()).has_value());
    }

    void idsAreUniqueInAStation() {
        for (int s = 0; s < stationCount; ++s) {
            std::set<std::string> ids;
            for (const auto& f : fields(test::hall(), static_cast<Station>(s)))
                if (f.kind != FieldKind::heading)
                    QVERIFY2(ids.insert(f.id).second, f.id.c_str());
        }
    }

    void whatIsShownIsTakenBackUnchanged() {
        // Typing the value that stands there must be accepted; where the tape shows it exactly, nothing
        // changes.
        const Project p = test::hall();
        for (int s = 0; s < stationCount; ++s)
            for (const auto& f : fields(p, static_cast<Station>(s))) {
                if (!f.set || f.kind == FieldKind::action || f.id == "load.hand" || f.id == "place.x" ||
                    f.id == "place.right" || f.id == "piece.back_height")
                    continue; // these take a decision over from the program when they are typed
                const auto edit = f.set(f.value);
                QVERIFY2(edit.has_value(), (f.id + ": " + (edit ? "" : edit.error())).c_str());
                Project q = p;
                edit->apply(q);
                QVERIFY2(q == p, f.id.c_str());
            }
    }

    void everyChoiceCanBeMade() {
        const Project p = test::hall();
        int made = 0;
        for (int s = 0; s < stationCount; ++s)
            for (const auto& f : fields(p, static_cast<Station>(s))) {
                if (f.kind != FieldKind::choice)
                    continue;
                for (const auto& [id, label] : f.choices) {
                    QVERIFY2(!label.empty(), f.id.c_str());
                    const auto edit = f.set(id);
                    QVERIFY2(edit.has_value(), (f.id + " " + id).c_str());
                    Project q = p;
                    edit->apply(q);
                    if (!test::sanitized || ++made % 3 == 0)
                        (void)test::planOf(q); // whatever is chosen can be planned
                    const auto again = readProject(writeProject(q), "x");
                    QVERIFY2(again.has_value() && *again == q, (f.id + " " + id).c_str());
                }
                QVERIFY2(!f.set("something else entirely").has_value(), f.id.c_str());
            }
    }

    void everyActionCanBeDone() {
        const Project p = test::hall();
        for (int s = 0; s < stationCount; ++s)
            for (const auto& f : fields(p, static_cast<Station>(s))) {
                if (f.kind != FieldKind::action)
                    continue;
                Project q = p;
                f.set("")->apply(q);
                QVERIFY2(!(q == p), f.id.c_str());
                const auto again = readProject(writeProject(q), "x");
                QVERIFY2(again.has_value(), (f.id + ": " + (again ? "" : again.error())).c_str());
            }
    }

    void nonsenseIsRefusedWithASentence_data() {
        QTest::addColumn<int>("station");
        QTest::addColumn<QString>("id");
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("length in words") << int(Station::piece) << "piece.length"
                                         << "long"
                                         << "\"long\" is not a length: 'long' was not understood.";
        QTest::newRow("too long") << int(Station::piece) << "piece.length"
                                  << "40 m"
                                  << "Length must lie between 1 mm and 30\u202F000 mm.";
        QTest::newRow("negative") << int(Station::piece) << "piece.depth"
                                  << "-20"
                                  << "Depth from the wall must lie between 1 mm and 1\u202F000 mm.";
        QTest::newRow("zero thickness") << int(Station::piece) << "piece.base_thickness"
                                        << "0"
                                        << "Base thickness must lie between 0.1 mm and 200 mm.";
        QTest::newRow("mass in words") << int(Station::load) << "item.item-1.mass"
                                       << "heavy"
                                       << "\"heavy\" is not a mass; type for example '12 kg' or '26 lb'.";
        QTest::newRow("load beyond reason") << int(Station::load) << "load.kgPerM"
                                            << "9999"
                                            << "kg per metre must lie between 0 and 500.";
        QTest::newRow("a number in words") << int(Station::load) << "load.kgPerM"
                                           << "ten"
                                           << "\"ten\" is not a number for kg per metre.";
        QTest::newRow("no date") << int(Station::build) << "finish.start"
                                 << "soon"
                                 << "\"soon\" is not a date and time; type for example 2026-03-07T09:00.";
        QTest::newRow("26 o'clock") << int(Station::build) << "finish.dayEnds"
                                    << "26"
                                    << "Work until must lie between 1 and 24.";
        QTest::newRow("a stud outside") << int(Station::place) << "wall.studs"
                                        << "400; 99 m"
                                        << "A stud at 99\u202F000 mm lies outside any wall.";
        QTest::newRow("a stud in words") << int(Station::place) << "wall.studs"
                                         << "here; there"
                                         << "\"here\" is not a length: 'here' was not understood.";
        QTest::newRow("a thick kerf") << int(Station::cut) << "wood.kerf"
                                      << "1 in"
                                      << "Kerf must lie between 0 mm and 10 mm.";
    }
    void nonsenseIsRefusedWithASentence() {
        QFETCH(int, station);
        QFETCH(QString, id);
        QFETCH(QString, typed);
        QFETCH(QString, sentence);
        const auto f = field(test::hall(), static_cast<Station>(station), id.toStdString());
        QVERIFY(f.has_value());
        const auto edit = f->set(typed.toStdString());
        QVERIFY(!edit.has_value());
        QCOMPARE(test::words(edit.error()), sentence);
    }

    void sizesAreTypedInEitherSystem() {
        const Project p = typed(test::hall(), Station::piece, "piece.length", "48 in");
        QCOMPARE(ledge(p).length, Length::inches(48));
        Project inches = test::hall();
        inches.style.units = Units::imperial;
        QCOMPARE(ledge(typed(inches, Station::piece, "piece.length", "48")).length, Length::inches(48));
        QCOMPARE(ledge(typed(inches, Station::piece, "piece.length", "1200 mm")).length, 1200_mm);
    }

    void typingTheRemainderEndsIt() {
        const Project p = test::hall();
        QCOMPARE(ledge(p).remainder, LedgeStrip::back);
        QCOMPARE(test::words(field(p, Station::piece, "piece.back_height")->value),
                 QString("95.6")); // as it comes out
        const Project q = typed(p, Station::piece, "piece.back_height", "80");
        QCOMPARE(ledge(q).remainder, LedgeStrip::none);
        QCOMPARE(ledge(q).backHeight, 80_mm);
        QCOMPARE(ledge(typed(p, Station::piece, "piece.lip_height", "50")).remainder, LedgeStrip::back);
    }

    void leftAndRightDistancesAgree() {
        Project p = typed(test::hall(), Station::place, "place.x", "700");
        QCOMPARE(pieceLeft(p, p.pieces.front()), 700_mm);
        QCOMPARE(p.pieces.front().place.anchor, Anchor::typed);
        QCOMPARE(test::words(field(p, Station::place, "place.right")->value), QString("1\u202F500"));
        p = typed(p, Station::place, "place.right", "1000");
        QCOMPARE(pieceLeft(p, p.pieces.front()), 1200_mm);
    }

    void changingTheAnchorKeepsThePlaceForLater() {
        const Project p = test::hall();
        const Length was = pieceLeft(p, p.pieces.front());
        const Project q = typed(p, Station::place, "place.anchor", "typed");
        QCOMPARE(pieceLeft(q, q.pieces.front()), was);
        const Project r = typed(q, Station::place, "place.anchor", "wall");
        QCOMPARE(pieceLeft(r, r.pieces.front()), (3620_mm - 1420_mm) / 2);
    }

    void studsFoundOneByOneStartFromWhatWasBelieved() {
        Project p = test::fresh();
        const auto before = studCentres(p.walls.front());
        p = typed(p, Station::place, "wall.studMode", "positions");
        QVERIFY(studCentres(p.walls.front()) == before);
        p = typed(p, Station::place, "wall.studs", "1205; 610; 1 805");
        QVERIFY((studCentres(p.walls.front()) == std::vector<Length>{610_mm, 1205_mm, 1805_mm}));
    }

    void aWallKindBringsItsStuds() {
        const Project p = typed(test::fresh(), Station::place, "wall.construction", "timber_stud_us");
        QCOMPARE(p.walls.front().spacing, Length::mm(406.4));
        QCOMPARE(p.walls.front().studWidth, Length::mm(38.1));
        QCOMPARE(p.walls.front().coverThickness, Length::mm(12.7));
    }

    void removingFurnitureLeavesThePieceWhereItHangs() {
        const Project p = test::hall();
        const Length was = pieceLeft(p, p.pieces.front());
        Project q = p;
        field(p, Station::place, "furniture.bench.remove")->set("")->apply(q);
        QVERIFY(q.walls.front().furniture.empty());
        QCOMPARE(pieceLeft(q, q.pieces.front()), was);
        QVERIFY(readProject(writeProject(q), "x").has_value());
    }

    void thingsComeFromThePantryWithMassAndSize() {
        const Project p = typed(test::hall(), Station::load, "item.add", "teapot");
        const LoadItem& i = p.pieces.front().load.items.back();
        QCOMPARE(i.mass, 1.2);
        QCOMPARE(i.width, 230_mm);
        QVERIFY(i.x + i.width <= ledge(p).length); // it is put on the ledge, not beside it
        QCOMPARE(p.pieces.front().load.items.size(), std::size_t(5));
    }

    void aCutterBringsItsKerf() {
        const Project p = typed(test::hall(), Station::cut, "wood.cutter", "hand_j");
        QCOMPARE(p.wood.kerf, Length::mm(0.6));
    }

    void aRackBoardIsMadeToFitThePiece() {
        Project p = test::hall();
        field(p, Station::wood, "board.add")->set("")->apply(p);
        QCOMPARE(p.wood.boards.back().thickness, ledge(p).baseThickness);
        QCOMPARE(test::words(p.wood.boards.back().species), QString("scots_pine"));
        QVERIFY(p.wood.boards.back().rack);
        p = typed(p, Station::wood, "board." + p.wood.boards.back().id + ".price", "3,50");
        QCOMPARE(p.wood.boards.back().price, 3.5);
    }

    void theWorkingDayCannotBeTurnedRound() {
        const Project p = typed(test::hall(), Station::build, "finish.dayBegins", "22");
        QVERIFY(p.finish.dayEnds > p.finish.dayBegins);
        const Project q = typed(test::hall(), Station::build, "finish.dayEnds", "3");
        QVERIFY(q.finish.dayBegins < 3);
    }

    void theTrailSaysWhereThingsStand_data() {
        QTest::addColumn<int>("station");
        QTest::addColumn<QString>("state");
        QTest::newRow("place") << int(Station::place) << "4 studs caught";
        QTest::newRow("load") << int(Station::load) << "6.9 kg";
        QTest::newRow("piece") << int(Station::piece) << "1\u202F420 × 96";
        QTest::newRow("wood") << int(Station::wood) << "2 boards";
        QTest::newRow("hang") << int(Station::hang) << "8 holes";
        QTest::newRow("log") << int(Station::log) << "not started";
    }
    void theTrailSaysWhereThingsStand() {
        QFETCH(int, station);
        QFETCH(QString, state);
        const Project p = test::hall();
        QCOMPARE(test::words(stationState(p, test::planOf(p), "ledge-1", static_cast<Station>(station))),
                 state);
    }

    /// Ticks of other pieces, and of steps that an older file had, are not this piece's.
    void onlyItsOwnTicksCount() {
        Project p = test::hall();
        const Plan plan = test::planOf(p);
        const auto state = [&] { return test::words(stationState(p, plan, "ledge-1", Station::build)); };
        const QString all = state();
        p.done = {"step:ledge-9/check", "step:ledge-1/a-step-of-old", "cut:1"};
        QCOMPARE(state(), all);
        p.done.insert("step:" + plan.pieces.front().steps.front().id);
        QVERIFY2(state().startsWith("1 of "), qPrintable(state()));
    }
    void statesOfATroubledLedge() {
        Project p = test::hall();
        p.walls.front().studs.clear();
        const Plan plan = test::planOf(p);
        QCOMPARE(test::words(stationState(p, plan, "ledge-1", Station::place)), QString("no stud caught"));
        QCOMPARE(test::words(stationState(p, plan, "ledge-1", Station::hold)), QString("nothing holds it"));
        QCOMPARE(test::words(stationState(p, plan, "nobody", Station::hold)), QString("—"));
    }

    void stripsAreTables() {
        const Project p = test::hall();
        const Plan plan = test::planOf(p);
        for (int s = 0; s < stationCount; ++s) {
            const StripTable t = stripOf(p, plan, catalog(), "ledge-1", static_cast<Station>(s));
            QVERIFY(!t.title.empty());
            QCOMPARE(t.ids.size(), t.rows.size());
            for (const auto& r : t.rows)
                QCOMPARE(r.size(), t.columns.size());
            QVERIFY(t.ticked.empty() || t.ticked.size() == t.rows.size());
            QVERIFY(t.details.empty() || t.details.size() == t.rows.size());
        }
        QVERIFY(stripOf(Project(), test::planOf(Project()), catalog(), "", Station::hold).title.empty());
    }

    void whatIsTickedStaysTicked() {
        Project p = test::hall();
        const Plan plan = test::planOf(p);
        const StripTable t = stripOf(p, plan, catalog(), "ledge-1", Station::cut);
        p.done.insert(t.ids[2]);
        const StripTable u = stripOf(p, plan, catalog(), "ledge-1", Station::cut);
        QVERIFY(!u.ticked[1] && u.ticked[2] && !u.ticked[3]);
    }
};

QTEST_APPLESS_MAIN(TestFields)
#include "test_core_fields.moc"
