// Every desktop: numbers are read and written the same whatever number format the desktop has, and an inch
// book shows no millimetres.
#include "support.h"

#include "edit/fields.h"
#include "measure/number.h"
#include "measure/one_unit.h"
#include "measure/parse.h"
#include "plan/plan_json.h"
#include "report/book.h"
#include "report/csv.h"
#include "scan/trace.h"

#include <clocale>
#include <filesystem>
#include <regex>

using namespace owl;

class TestDesktops : public QObject {
    Q_OBJECT
  private slots:
    /// ./test makes a German locale for this; without one the machine cannot tell, and that is a failure.
    void initTestCase() {
        const bool there = std::setlocale(LC_ALL, "de_DE.UTF-8") || std::setlocale(LC_ALL, "de_DE.utf8");
        QVERIFY2(there, "no locale with a decimal comma: run ./test, which makes one");
        QCOMPARE(test::words(std::localeconv()->decimal_point), QString(","));
    }

    void theShopsPriceListIsRead() {
        const auto shop = shippedShop();
        QVERIFY(shop.has_value());
        QVERIFY(shop->stock.size() > 50);
        for (const auto& s : shop->stock)
            QVERIFY(s.length > 100_mm && s.width > 10_mm);
        const auto again = readStockCsv(writeStockCsv(shop->stock), "again");
        QVERIFY(again.has_value());
        QVERIFY(*again == shop->stock);
    }
    void whatPeopleTypeIsRead() {
        QCOMPARE(parseLength("95,6", Units::metric).value(), Length::mm(95.6));
        QCOMPARE(parseLength("95.6", Units::metric).value(), Length::mm(95.6));
        QCOMPARE(parseLength("0.956 m", Units::metric).value(), Length::mm(956));
        QCOMPARE(parseLength("37 5/8", Units::imperial).value(), Length::inches(301, 8));
        QCOMPARE(parseNumber("12.5", "x").value(), 12.5);
        QCOMPARE(parseNumber("12,5", "x").value(), 12.5);
        QCOMPARE(parseMass("1.5 kg", Units::metric).value(), 1.5);
        QCOMPARE(plainNumber("-0.25").value(), -0.25);
        for (const char* bad : {"", "1,5", "0x10", "1.5 ", "nan", "inf", "1e999", "--1"})
            QVERIFY2(!plainNumber(bad), bad);
    }
    void filesAndListsHavePoints() {
        const Project p = test::demo();
        const auto again = readProject(writeProject(p), "again");
        QVERIFY(again.has_value());
        QVERIFY(*again == p);
        const Plan plan = test::planOf(p);
        const auto json = nlohmann::json::parse(planJson(p, plan).dump());
        QVERIFY(std::abs(json.at("cost").get<double>() - plan.cost) < 1e-5);
        for (const std::string& csv : {cutListCsv(p, plan), shoppingCsv(plan), marksCsv(p, plan)})
            QVERIFY(!std::regex_search(csv, std::regex("[0-9]{2},[0-9]{3},[0-9]{3},[0-9]{3}\\.")));
        QVERIFY(shoppingCsv(plan).find(".") != std::string::npos);
    }
    void theCatalogueAndTracesAreRead() {
        QVERIFY(loadCatalog().has_value());
        const auto trace = readTraceCsv(test::textOf(test::sourcePath("demo/hall-scan.csv")), "hall");
        QVERIFY(trace.has_value());
        QVERIFY(trace->length() > 1000);
    }
    void everyFieldTakesItsOwnValueBack() {
        const Project p = test::hall();
        const Plan plan = test::planOf(p);
        int taken = 0;
        for (int s = 0; s < stationCount; ++s)
            for (const auto& f : fieldsOf(p, plan, catalog(), "ledge-1", static_cast<Station>(s)))
                if (f.kind == FieldKind::length || f.kind == FieldKind::number) {
                    QVERIFY2(f.set(f.value).has_value(), (f.id + " " + f.value).c_str());
                    ++taken;
                }
        QVERIFY(taken > 25);
    }

    void noConversionHangsOnTheLocale() {
        const std::regex bound(
            R"(\b(strto[dlf]+|ato[fil]|sto[dfil]|s?scanf|isalpha|isdigit|isspace|isalnum|toupper|tolower)\s*\()");
        for (const auto& e : std::filesystem::recursive_directory_iterator(test::sourcePath("src"))) {
            if (e.path().extension() != ".cpp" && e.path().extension() != ".h")
                continue;
            const std::string text = test::textOf(e.path().string());
            std::smatch m;
            QVERIFY2(!std::regex_search(text, m, bound),
                     (e.path().filename().string() + " uses " + m.str()).c_str());
        }
    }

    // --- one unit system in a book
    void adviceIsTurnedIntoInches_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("inches");
        QTest::newRow("plain") << "Keep hands at least 150 mm from the blade."
                               << "Keep hands at least 6 in from the blade.";
        QTest::newRow("range") << "frames of 300-500 mm"
                               << "frames of 12-20 in";
        QTest::newRow("mass and length") << "above 20 kg, longer than 1.5 m"
                                         << "above 44 lb, longer than 5 ft";
        QTest::newRow("pair") << "more than 32 mm (1-1/4 in) in"
                              << "more than 1-1/4 in in";
        QTest::newRow("no unit") << "P220 twice, 20 minutes, 3 men"
                                 << "P220 twice, 20 minutes, 3 men";
        QTest::newRow("small") << "leave 3 mm"
                               << "leave ⅛ in";
        QTest::newRow("warm") << "about 20 °C"
                              << "about 68 °F";
    }
    void adviceIsTurnedIntoInches() {
        QFETCH(QString, text);
        QFETCH(QString, inches);
        QCOMPARE(test::words(inOneUnit(text.toStdString(), Units::imperial)), inches);
        const std::string metric = inOneUnit(text.toStdString(), Units::metric);
        if (text.contains("("))
            QCOMPARE(test::words(metric), QString("more than 32 mm in"));
        else
            QCOMPARE(test::words(metric), text);
    }

    void theInchBookHasNoMillimetres_data() {
        QTest::addColumn<bool>("inches");
        QTest::newRow("inches") << true;
        QTest::newRow("millimetres") << false;
    }
    void theInchBookHasNoMillimetres() {
        QFETCH(bool, inches);
        Project p = test::demo();
        p.style.units = inches ? Units::imperial : Units::metric;
        const Plan plan = test::planOf(p);
        const std::regex metric(R"([0-9] ?(mm|cm|kg|m)\b)");
        const std::regex imperial(R"([0-9⅛¼⅜½⅝¾⅞] ?(in|lb|ft)\b)");
        const std::regex& foreign = inches ? metric : imperial;
        const auto clean = [&](const std::string& text, const std::string& where) {
            std::smatch m;
            QVERIFY2(!std::regex_search(text, m, foreign), (where + ": " + text).c_str());
        };
        for (const auto& pp : plan.pieces) {
            for (const auto& s : pp.steps) {
                clean(s.text, s.id);
                for (const auto& c : s.cautions)
                    clean(c, s.id);
            }
            clean(pp.label, "label");
        }
        for (const auto& s : plan.finish.steps) {
            clean(s.text, s.id);
            for (const auto& c : s.cautions)
                clean(c, s.id);
        }
        for (const auto& f : plan.findings)
            if (f.station != "hold" && f.id != "wall_holds")
                clean(f.text, f.id);
    }

    void aBareNumberAsTextIsInTheFilesUnit() {
        nlohmann::ordered_json j = projectJson(test::fresh(Units::imperial));
        j["pieces"][0]["ledge"]["length"] = "36";
        QCOMPARE(ledgeOf(readProject(j.dump(), "in.owl").value().pieces.front()).length, Length::inches(36));
        j["units"] = "mm";
        j["pieces"][0]["ledge"]["length"] = "936";
        QCOMPARE(ledgeOf(readProject(j.dump(), "mm.owl").value().pieces.front()).length, 936_mm);
    }
    void idsHoldNoSlashes() {
        nlohmann::ordered_json j = projectJson(test::fresh());
        j["pieces"][0]["id"] = "a/b";
        const auto p = readProject(j.dump(), "f.owl");
        QVERIFY(!p.has_value());
        QCOMPARE(test::words(p.error()),
                 QString("f.owl: pieces[0].id: \"a/b\" is no id; it must not be empty or hold a slash."));
    }
};

QTEST_APPLESS_MAIN(TestDesktops)
#include "test_core_desktops.moc"
