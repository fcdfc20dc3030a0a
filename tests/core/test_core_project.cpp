// Project files: what survives, what is refused and with which words, how they are saved.
#include "support.h"

#include <QTemporaryDir>
#include <filesystem>

using namespace owl;
using json = nlohmann::ordered_json;

namespace {

std::string demoText() {
    return test::textOf(test::sourcePath("tests/data/projects/version-1.owl"));
}

/// The demo with one value changed at a JSON pointer.
std::string changed(const char* pointer, const json& value) {
    json doc = json::parse(demoText());
    doc[json::json_pointer(pointer)] = value;
    return doc.dump(2);
}
std::string without(const char* parent, const char* key) {
    json doc = json::parse(demoText());
    doc[json::json_pointer(parent)].erase(key);
    return doc.dump(2);
}

} // namespace

class TestProject : public QObject {
    Q_OBJECT
  private slots:
    void anUnchangedProjectKeepsItsBytes() {
        const std::string text = demoText();
        const auto p = readProject(text, "demo");
        QVERIFY2(p.has_value(), p ? "" : p.error().c_str());
        QCOMPARE(test::words(writeProject(*p)), test::words(text));
    }

    void oddSpellingSurvivesToo() {
        std::string text = demoText();
        const auto at = text.find("\"length\": 1420");
        QVERIFY(at != std::string::npos);
        text.replace(at, 14, "\"length\":   1420.0");
        const auto p = readProject(text, "demo");
        QVERIFY(p.has_value());
        QCOMPARE(test::words(writeProject(*p)), test::words(text));
    }

    void savingTwiceGivesTheSameBytes() {
        Project p = test::hall();
        ledgeOf(p.pieces.front()).length = Length::inches(37) + Length::inches(5, 8);
        const std::string once = writeProject(p);
        const auto again = readProject(once, "again");
        QVERIFY(again.has_value());
        QVERIFY(*again == p);
        QCOMPARE(test::words(writeProject(*again)), test::words(once));
    }

    void everyNewProjectReadsBackEqual_data() {
        QTest::addColumn<bool>("inches");
        QTest::newRow("millimetres") << false;
        QTest::newRow("inches") << true;
    }
    void everyNewProjectReadsBackEqual() {
        QFETCH(bool, inches);
        const Project p = test::fresh(inches ? Units::imperial : Units::metric);
        const auto back = readProject(writeProject(p), "new");
        QVERIFY2(back.has_value(), back ? "" : back.error().c_str());
        QVERIFY(*back == p);
    }

    void unknownKeysSurviveAnEdit() {
        json doc = json::parse(demoText());
        doc["colour_of_the_door"] = "blue";
        doc["walls"][0]["wallpaper"] = {{"pattern", "herons"}};
        doc["pieces"][0]["ledge"]["motto"] = "hoot";
        auto p = readProject(doc.dump(2), "demo");
        QVERIFY(p.has_value());
        p->pieces.front().place.z = 1300_mm;
        const json out = json::parse(writeProject(*p));
        QCOMPARE(out.at("colour_of_the_door").get<std::string>(), std::string("blue"));
        QCOMPARE(out["walls"][0]["wallpaper"]["pattern"].get<std::string>(), std::string("herons"));
        QCOMPARE(out["pieces"][0]["ledge"]["motto"].get<std::string>(), std::string("hoot"));
        QCOMPARE(out["pieces"][0]["place"]["z"].get<int>(), 1300);
    }

    void removedThingsStayRemoved() {
        Project p = test::hall();
        p.pieces.front().load.items.erase(p.pieces.front().load.items.begin());
        p.walls.front().obstacles.clear();
        p.walls.front().scan.reset();
        const auto back = readProject(writeProject(p), "x");
        QVERIFY(back.has_value());
        QVERIFY(*back == p);
    }

    void aClearedHandLoadDoesNotComeBack() {
        auto p = readProject(changed("/pieces/0/load/hand_N", 100), "x");
        QVERIFY(p.has_value());
        QCOMPARE(*p->pieces.front().load.handN, 100.0);
        p->pieces.front().load.handN.reset();
        const auto back = readProject(writeProject(*p), "x");
        QVERIFY(!back->pieces.front().load.handN.has_value());
    }

    void lengthsMayBeWrittenAsPeopleTypeThem() {
        const auto p = readProject(changed("/pieces/0/ledge/length", "37 5/8 in"), "x");
        QVERIFY(p.has_value());
        QCOMPARE(ledgeOf(p->pieces.front()).length, Length::mm(955.675));
    }

    void faultsNameFilePlaceAndCure_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("sentence");
        const auto row = [](const char* name, const std::string& text, const char* sentence) {
            QTest::newRow(name) << test::words(text) << QString(sentence);
        };
        row("empty file", "", "f.owl: the file is empty.");
        row("foreign text", "Dear diary",
            "f.owl: line 1 is not JSON, so this is not a project of this program or it is damaged.");
        row("a number beyond all numbers", R"({"format":"upright-owl-project","version":1,"x":1e999})",
            "f.owl: a number in it is too large to be read.");
        row("other JSON", "{\"format\":\"recipe\"}",
            "f.owl: this is not an Upright Owl project: \"format\" must be \"upright-owl-project\".");
        row("a list", "[1,2]",
            "f.owl: this is not an Upright Owl project: \"format\" must be \"upright-owl-project\".");
        row("no version", without("", "version"), "f.owl: version: it is missing or not a whole number.");
        row("from the future", changed("/version", 99),
            "f.owl: version: this project was written by a newer program (version 99; this one reads up to "
            "2).");
        row("version zero", changed("/version", 0), "f.owl: version: 0 never existed; the first is 1.");
        row("unknown kind", changed("/pieces/0/kind", "throne"),
            "f.owl: pieces[0].kind: \"throne\" is not a kind of piece this version knows; it knows ledge.");
        row("missing length", without("/pieces/0/ledge", "length"),
            "f.owl: pieces[0].ledge.length: it is missing.");
        row("missing ledge", without("/pieces/0", "ledge"), "f.owl: pieces[0].ledge: it is missing.");
        row("missing wall width", without("/walls/0", "width"), "f.owl: walls[0].width: it is missing.");
        row("negative length", changed("/pieces/0/ledge/length", -5),
            "f.owl: pieces[0].ledge.length: -5 mm is outside 1 to 30000 mm.");
        row("zero length", changed("/pieces/0/ledge/length", 0),
            "f.owl: pieces[0].ledge.length: 0 mm is outside 1 to 30000 mm.");
        row("huge length", changed("/pieces/0/ledge/length", 1e12),
            "f.owl: pieces[0].ledge.length: 1000000000000.0 mm is not a length a room can hold.");
        row("null length", changed("/pieces/0/ledge/length", nullptr),
            "f.owl: pieces[0].ledge.length: null is not a length; give millimetres as a number.");
        row("a mistyped length", changed("/pieces/0/ledge/depth", "7 1/2 inn"),
            "f.owl: pieces[0].ledge.depth: \"7 1/2 inn\" is not a length: 'inn' is not a unit; did you mean "
            "'in'?.");
        row("NaN by name", changed("/pieces/0/ledge/depth", "NaN"),
            "f.owl: pieces[0].ledge.depth: \"NaN\" is not a length: 'NaN' was not understood.");
        row("a mass that is a text", changed("/pieces/0/load/items/0/kg", "heavy"),
            "f.owl: pieces[0].load.items[0].kg: \"heavy\" is not a number.");
        row("a negative mass", changed("/pieces/0/load/items/0/kg", -1),
            "f.owl: pieces[0].load.items[0].kg: -1 is outside 0 to 1000.");
        row("a flag that is a number", changed("/pieces/0/load/stays", 1),
            "f.owl: pieces[0].load.stays: 1 must be true or false.");
        row("an unknown choice", changed("/pieces/0/ledge/back", "sideways"),
            "f.owl: pieces[0].ledge.back: \"sideways\" is not known; it can be on_base, behind_base.");
        row("a list that is a number", changed("/walls", 3), "f.owl: walls: 3 must be a list in brackets.");
        row("a piece that is a text", changed("/pieces/0", "ledge"),
            "f.owl: pieces[0]: this must be an object in braces.");
        row("a wall nobody knows", changed("/pieces/0/wall", "attic"),
            "f.owl: pieces[0].wall: there is no wall \"attic\".");
        row("furniture nobody knows", changed("/pieces/0/place/furniture", "piano"),
            "f.owl: pieces[0].place.furniture: nothing called \"piano\" stands at that wall.");
        row("a wood nobody knows", changed("/pieces/0/ledge/species", "cheese"),
            "f.owl: pieces[0].ledge.species: \"cheese\" is not known; see the catalogue subject species.");
        row("a wall of straw", changed("/walls/0/construction", "straw"),
            "f.owl: walls[0].construction: \"straw\" is not known; see the catalogue subject walls.");
        row("a tape of sevenths", changed("/tape_fraction", 17),
            "f.owl: tape_fraction: it can be 16, 32 or 64.");
        row("a day that ends before it begins", changed("/finish/day_ends", 3),
            "f.owl: finish.day_ends: it must be later than day_begins.");
        row("half a stud spacing", changed("/walls/0/spacing", 5),
            "f.owl: walls[0].spacing: 5 mm is outside 100 to 3000 mm.");
        json twice = json::parse(demoText());
        twice["pieces"].push_back(twice["pieces"][0]);
        row("the same id twice", twice.dump(2),
            "f.owl: pieces[1].id: \"ledge-1\" is used twice; every id must be its own.");
    }
    void faultsNameFilePlaceAndCure() {
        QFETCH(QString, text);
        QFETCH(QString, sentence);
        const auto p = readProject(text.toStdString(), "f.owl");
        QVERIFY(!p.has_value());
        QCOMPARE(test::words(p.error()), sentence);
    }

    void aTruncatedFileIsSaidToBeCutShort() {
        const std::string text = demoText();
        for (std::size_t n : {std::size_t(1), text.size() / 3, text.size() / 2, text.size() - 3}) {
            const auto p = readProject(text.substr(0, n), "f.owl");
            QVERIFY(!p.has_value());
            QVERIFY2(p.error().find("cut short") != std::string::npos ||
                         p.error().find("not JSON") != std::string::npos,
                     p.error().c_str());
        }
    }

    void deepNestingAndBinaryDoNotCrash() {
        QVERIFY(!readProject(std::string(100'000, '['), "f").has_value());
        QVERIFY(!readProject(std::string("\0\xff\xfe\x01{}", 6), "f").has_value());
    }

    void savingIsAtomicAndKeepsTheLastGoodVersion() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("a.owl").toStdString();
        Project p = test::hall();
        QVERIFY(saveProject(p, file).has_value());
        const std::string first = test::textOf(file);
        p.name = "Second";
        QVERIFY(saveProject(p, file).has_value());
        QCOMPARE(test::textOf(file + "~"), first);
        QVERIFY(!std::filesystem::exists(file + ".new"));
        QVERIFY(*loadProject(file) == p);
    }

    void aFailedSaveLosesNothing() {
        QTemporaryDir dir;
        const std::string nowhere = dir.filePath("no/such/folder/a.owl").toStdString();
        const auto r = saveProject(test::hall(), nowhere);
        QVERIFY(!r.has_value());
        QVERIFY(r.error().find("it cannot be written here") != std::string::npos);
        QVERIFY(r.error().find("What was there before is untouched.") != std::string::npos);
        // A folder in the file's place: writing beside works, putting in place must fail and leave nothing
        // behind.
        const std::string folder = dir.filePath("taken.owl").toStdString();
        std::filesystem::create_directory(folder);
        std::filesystem::create_directory(folder + "/full");
        QVERIFY(!saveProject(test::hall(), folder).has_value());
        QVERIFY(!std::filesystem::exists(folder + ".new"));
    }

    void unreadableFilesAreNamed() {
        QTemporaryDir dir;
        QVERIFY(loadProject(dir.filePath("none.owl").toStdString()).error().find("there is no such file") !=
                std::string::npos);
        QVERIFY(loadProject(dir.path().toStdString()).error().find("this is a folder") != std::string::npos);
    }

    void everyReleasedVersionLoadsForever() {
        for (const auto& f : std::filesystem::directory_iterator(test::sourcePath("tests/data/projects"))) {
            const auto p = loadProject(f.path());
            QVERIFY2(p.has_value(), p ? "" : p.error().c_str());
            QCOMPARE(test::words(writeProject(*p)), test::words(test::textOf(f.path().string())));
        }
    }

    void newKindsMustBeKnown() {
        QCOMPARE(test::words(newProject("sofa", Units::metric).error()),
                 QString("\"sofa\" is not a kind of piece this version knows; it knows ledge."));
    }

    void aLedgeIsPlacedByItsAnchor() {
        Project p = test::hall();
        Piece& piece = p.pieces.front();
        const Furniture& f = p.walls.front().furniture.front();
        QCOMPARE(pieceLeft(p, piece), f.x + (f.width - ledgeOf(piece).length) / 2);
        piece.place.anchor = Anchor::wallCentre;
        QCOMPARE(pieceLeft(p, piece), (p.walls.front().width - ledgeOf(piece).length) / 2);
        piece.place.anchor = Anchor::typed;
        piece.place.x = 123_mm;
        QCOMPARE(pieceLeft(p, piece), 123_mm);
    }
};

QTEST_APPLESS_MAIN(TestProject)
#include "test_core_project.moc"
