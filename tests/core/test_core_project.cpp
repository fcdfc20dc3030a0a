// Project files: what survives, what is refused and with which words, how they are saved.
#include "support.h"

#include "files/file.h"
#include "project/schema.h"

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
            "f.owl: line 1 is not JSON, so this is another kind of file or it is damaged.");
        row("a number beyond all numbers", R"({"format":"upright-owl-project","version":1,"x":1e999})",
            "f.owl: a number in it is too large to be read.");
        row("other JSON", "{\"format\":\"recipe\"}",
            "f.owl: this is not an Upright Owl project: \"format\" must be \"upright-owl-project\".");
        row("a list", "[1,2]",
            "f.owl: this is not an Upright Owl project: \"format\" must be \"upright-owl-project\".");
        row("no version", without("", "version"), "f.owl: version: it is missing or not a whole number.");
        row("from the future", changed("/version", 99),
            "f.owl: version: this project was written by a newer program (version 99; this one reads up to "
            "3).");
        row("version zero", changed("/version", 0), "f.owl: version: 0 never existed; the first is 1.");
        row("unknown kind", changed("/pieces/0/kind", "throne"),
            "f.owl: pieces[0].kind: \"throne\" is not a kind of piece this version knows; it knows ledge, "
            "slab, hollow, braced, mantel, wall_box, bookcase, platform, corner, alcove, polygon.");
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
                 QString("\"sofa\" is not a kind of piece this version knows; it knows ledge, slab, hollow, "
                         "braced, mantel, wall_box, bookcase, platform, corner, alcove, polygon."));
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

    /// The schema is what the program reads and writes by; anew: OWL_SCHEMA=write.
    void theSchemaIsGenerated() {
        const std::string file = test::sourcePath("docs/project.schema.json");
        const std::string now = projectSchema().dump(1) + "\n";
        if (qgetenv("OWL_SCHEMA") == "write")
            QVERIFY(writeFile(file, now).has_value());
        QCOMPARE(test::words(test::textOf(file)), test::words(now));
    }
    /// Every key the program writes is described in the schema.
    void theSchemaKnowsEveryKey() {
        using nlohmann::json;
        const json schema = json::parse(test::textOf(test::sourcePath("docs/project.schema.json")));
        const std::function<void(const json&, const json&, const std::string&)> walk =
            [&](const json& value, const json& rule, const std::string& place) {
                if (value.is_object()) {
                    const json& alternatives = rule.contains("anyOf") ? rule.at("anyOf").back() : rule;
                    QVERIFY2(alternatives.contains("properties"), place.c_str());
                    for (const auto& [key, v] : value.items()) {
                        QVERIFY2(alternatives.at("properties").contains(key), (place + "." + key).c_str());
                        walk(v, alternatives.at("properties").at(key), place + "." + key);
                    }
                } else if (value.is_array()) {
                    for (const auto& v : value)
                        if (rule.contains("items"))
                            walk(v, rule.at("items"), place + "[]");
                } else if (rule.contains("enum")) {
                    const auto& allowed = rule.at("enum");
                    QVERIFY2(std::find(allowed.begin(), allowed.end(), value) != allowed.end(),
                             (place + " " + value.dump()).c_str());
                }
            };
        const auto project = loadProject(test::sourcePath("demo/harbour-lane.owl"));
        QVERIFY(project.has_value());
        walk(json::parse(projectJson(*project).dump()), schema, "project");
    }
    void versionOneIsBroughtUp() {
        const Project p = test::hall();
        QCOMPARE(p.rooms.size(), std::size_t(1));
        QCOMPARE(p.rooms.front().name, std::string("Hall"));
        QCOMPARE(p.walls.front().room, p.rooms.front().id);
        QCOMPARE(p.walls.front().studs.size(), std::size_t(8));
        const Obstacle& outlet = p.walls.front().obstacles.front();
        QCOMPARE(outlet.centreX(), 2880_mm); // version 1 gave its middle
        QCOMPARE(outlet.centreZ(), 300_mm);
        // Untouched it keeps its bytes; once changed it is written as version 2, unknown keys and all.
        QCOMPARE(writeProject(p), test::textOf(test::sourcePath("tests/data/projects/version-1.owl")));
        Project q = p;
        q.walls.front().walkway = true;
        const auto j = nlohmann::json::parse(writeProject(q));
        QCOMPARE(j.at("version").get<int>(), 3);
        QVERIFY(!j.at("walls")[0].contains("outlets"));
        QVERIFY(*readProject(j.dump(), "x") == q);
    }
    void roomsOfVersionOneGetIdsOfTheirOwn() {
        auto j = nlohmann::ordered_json::parse(
            test::textOf(test::sourcePath("tests/data/projects/version-1.owl")));
        auto second = j["walls"][0];
        second["id"] = "w2";
        second["room"] = "Hall!"; // another name, the same letters
        j["walls"].push_back(second);
        second["id"] = "w3";
        second["room"] = "Hall";
        j["walls"].push_back(second);
        const auto p = readProject(j.dump(), "x");
        QVERIFY2(p.has_value(), p ? "" : p.error().c_str());
        QCOMPARE(p->rooms.size(), std::size_t(2));
        QCOMPARE(p->walls[2].room, p->walls[0].room);
        QVERIFY(p->walls[1].room != p->walls[0].room);
    }
    void badPlacesOfVersionTwoGetASentence_data() {
        QTest::addColumn<QString>("path");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("says");
        const auto row = [](const char* name, const char* path, const char* value, const char* says) {
            QTest::newRow(name) << path << value << says;
        };
        row("an unknown thing", "/walls/0/obstacles/0/kind", "\"moose\"",
            "walls[0].obstacles[0].kind: \"moose\"");
        row("runs nowhere", "/walls/0/obstacles/0/runs", "\"round\"", "it can be usual");
        row("studs as words", "/walls/0/studs", "[\"far\"]", "walls[0].studs[0].x");
        row("more than sure", "/walls/0/studs/0/confidence", "3", "outside 0 to 1");
        row("a corner of nothing", "/corners/0/left", "\"attic\"",
            "corners[0].left: there is no wall \"attic\"");
        row("an angle in words", "/corners/0/angle", "\"square\"", "corners[0].angle");
        row("an alcove of nothing", "/alcoves/0/back", "\"attic\"", "alcoves[0].back");
        row("an alcove without width", "/alcoves/0/width_front", "0", "alcoves[0].width_front");
        row("readings that are none", "/walls/0/scan/readings", "\"12 x 14\"",
            "walls[0].scan.readings: its number 2");
        row("readings as a list", "/walls/0/scan/readings", "[1,2]", "numbers in one text");
        row("a user unheard of", "/walls/0/user", "\"giant\"", "walls[0].user");
        row("a way to follow", "/pieces/0/place/follow/how", "\"orbit\"",
            "it can be none, mirror, above, beside");
        row("a ceiling in the cellar", "/walls/0/ceiling", "[{\"x\":0,\"z\":-5}]", "walls[0].ceiling[0].z");
    }
    void badPlacesOfVersionTwoGetASentence() {
        QFETCH(QString, path);
        QFETCH(QString, value);
        QFETCH(QString, says);
        auto j = nlohmann::ordered_json::parse(test::textOf(test::sourcePath("demo/harbour-lane.owl")));
        j[nlohmann::ordered_json::json_pointer(path.toStdString())] =
            nlohmann::ordered_json::parse(value.toStdString());
        const auto p = readProject(j.dump(), "f.owl");
        QVERIFY(!p.has_value());
        QVERIFY2(test::words(p.error()).contains(says) && p.error().starts_with("f.owl"), p.error().c_str());
    }
    void impossiblePlacesAreReadAndTold() {
        auto j = nlohmann::ordered_json::parse(test::textOf(test::sourcePath("demo/harbour-lane.owl")));
        j["walls"][0]["studs"] = {900, 400, 402, -30, 99.5, 9000};
        j["corners"][0]["angle"] = 360;
        j["corners"][1]["left"] = "hall-north";
        j["walls"][0]["obstacles"][0]["x"] = 20000;
        const auto p = readProject(j.dump(), "f.owl");
        QVERIFY2(p.has_value(), p ? "" : p.error().c_str());
        const Plan plan = test::planOf(*p);
        for (const char* id : {"studs_out_of_order", "studs_overlap", "stud_outside", "corner_angle",
                               "corner_taken", "obstacle_outside"})
            QVERIFY2(test::finding(plan, id), id);
        QVERIFY(plan.pieces.size() == p->pieces.size() && plan.find("ledge-4")->hold()->feasible);
    }
};

QTEST_APPLESS_MAIN(TestProject)
#include "test_core_project.moc"
