// The shop: price list, CSV, database.
#include "support.h"
#include <SQLiteCpp/SQLiteCpp.h>

#include "catalog/csv.h"

#include <QTemporaryDir>

using namespace owl;

class TestShop : public QObject {
    Q_OBJECT
  private slots:
    void theShippedListIsWhole() {
        const Shop s = test::shop();
        QVERIFY(s.stock.size() > 100);
        QVERIFY(s.price("wall_screw") > 0);
        QCOMPARE(s.price("unobtainium"), 0.0);
        for (const auto& b : s.stock)
            QVERIFY2(catalog().findSpecies(b.species), b.id.c_str());
    }
    void csvGoesThereAndBack() {
        const Shop s = test::shop();
        const auto back = readStockCsv(writeStockCsv(s.stock), "x.csv");
        QVERIFY2(back.has_value(), back ? "" : back.error().c_str());
        QCOMPARE(back->size(), s.stock.size());
        QVERIFY(*back == s.stock);
    }
    void quotedNamesSurvive() {
        StockItem i = test::shop().stock.front();
        i.name = "a \"fine\" board, long";
        const auto back = readStockCsv(writeStockCsv({i}), "x.csv");
        QCOMPARE(back->front().name, i.name);
        QCOMPARE(csvFields("a,\"b,c\",\"d\"\"e\"").size(), std::size_t(3));
    }
    void csvFaultsNameTheLine_data() {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("too few fields") << "a,b,scots_pine"
                                        << "s.csv: line 2: it has 3 fields instead of 9.";
        QTest::newRow("no id") << ",b,scots_pine,1,1,1,1,,"
                               << "s.csv: line 2: the id is missing.";
        QTest::newRow("unknown wood") << "a,b,cheese,1,1,1,1,,"
                                      << "s.csv: line 2: the species \"cheese\" is not known.";
        QTest::newRow("negative width") << "a,b,scots_pine,100,-5,18,1,,"
                                        << "s.csv: line 2: width_mm: \"-5\" is not a number from 1 to 30000.";
        QTest::newRow("a price in words")
            << "a,b,scots_pine,100,50,18,cheap,,"
            << "s.csv: line 2: price: \"cheap\" is not a number from 0 to 1e+06.";
        QTest::newRow("nan") << "a,b,scots_pine,nan,50,18,1,,"
                             << "s.csv: line 2: length_mm: \"nan\" is not a number from 1 to 30000.";
    }
    void csvFaultsNameTheLine() {
        QFETCH(QString, line);
        QFETCH(QString, sentence);
        const auto r = readStockCsv("id,name,species,length_mm,width_mm,thickness_mm,price,available,rack\n" +
                                        line.toStdString() + "\n",
                                    "s.csv");
        QVERIFY(!r.has_value());
        QCOMPARE(test::words(r.error()), sentence);
    }
    void aForeignHeaderIsRefused() {
        QVERIFY(readStockCsv("name;price\n", "s.csv").error().find("the header must be") !=
                std::string::npos);
    }

    void aTableInOtherLettersIsRefusedBeforeItHarms() {
        const std::string head = "id,name,species,length_mm,width_mm,thickness_mm,price,available,rack\n";
        const auto r = readStockCsv(head + "a,Gl\xE4nzend,scots_pine,100,50,18,1,,\n", "s.csv"); // Latin-1
        QVERIFY(!r.has_value());
        QCOMPARE(r.error(),
                 std::string("s.csv: line 2: these are not UTF-8 letters; save the table again as UTF-8."));
        const auto marked =
            readStockCsv("\xEF\xBB\xBF" + head + "a,Glänzend,scots_pine,100,50,18,1,,\n", "s.csv");
        QVERIFY2(marked.has_value(), marked ? "" : marked.error().c_str());
        QCOMPARE(marked->front().name, std::string("Glänzend"));
    }

    void theDatabaseKeepsWhatItIsGiven() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("deep/shop.db").toStdString();
        {
            auto store = ShopStore::open(file);
            QVERIFY2(store.has_value(), store ? "" : store.error().c_str());
            Shop s = *store->load();
            QVERIFY(s == test::shop()); // a new one holds the shipped list
            s.stock.front().price = 99;
            s.stock.resize(3);
            QVERIFY(store->save(s).has_value());
        }
        const auto again = ShopStore::open(file);
        QCOMPARE(again->load()->stock.size(), std::size_t(3));
        QCOMPARE(again->load()->stock.front().price, 99.0);
    }
    void aShopFromBeforeSheetsGetsThemOnce() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        const auto sheets = [](const Shop& s) {
            return std::count_if(s.stock.begin(), s.stock.end(),
                                 [](const StockItem& i) { return catalog().findSpecies(i.species)->sheet; });
        };
        {
            auto store = ShopStore::open(file);
            Shop s = *store->load();
            QVERIFY(sheets(s) > 20);
            std::erase_if(s.stock,
                          [](const StockItem& i) { return catalog().findSpecies(i.species)->sheet; });
            s.stock.front().price = 99;
            QVERIFY(store->save(s).has_value());
        }
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE); // as version 1 left it
            db.exec("UPDATE about SET value='1' WHERE key='version'");
        }
        {
            auto store = ShopStore::open(file);
            Shop s = *store->load();
            QVERIFY(sheets(s) > 20);
            QCOMPARE(s.stock.front().price, 99.0);
            std::erase_if(s.stock,
                          [](const StockItem& i) { return catalog().findSpecies(i.species)->sheet; });
            QVERIFY(store->save(s).has_value());
        }
        QCOMPARE(sheets(*ShopStore::open(file)->load()), 0); // taken out by hand: stays out
    }
    void aFileThatIsNoDatabaseIsRefused() {
        QTemporaryDir dir;
        const QString file = dir.filePath("shop.db");
        QFile f(file);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(QByteArray(4096, 'x'));
        f.close();
        const auto store = ShopStore::open(file.toStdString());
        QVERIFY(!store.has_value());
        QVERIFY(store.error().find("the shop cannot be opened") != std::string::npos);
    }

    void everyRowOfTheCatalogueNamesItsSource() {
        for (const auto& [name, subject] : catalog().subjects)
            for (const auto& row : subject.at("rows"))
                QVERIFY2(!row.at("source").get<std::string>().empty(), name.c_str());
        QVERIFY(catalog().species.size() >= 70);
    }
    void aRowWithoutSourceIsRefused() {
        QCOMPARE(
            test::words(readSubject("d.json", R"({"rows":[{"id":"a","source":"book"},{"id":"b"}]})").error()),
            QString("d.json: row 2: every row needs its 'source'"));
        QVERIFY(!readSubject("d.json", "{").has_value());
        QVERIFY(!readSubject("d.json", "{\"rows\":3}").has_value());
    }
    void densitiesAgreeWithSpecificGravity() {
        for (const auto& s : catalog().species) {
            QVERIFY2(s.means.MOE > (s.sheet ? 1500 : 3000) && s.means.MOE < 20'000, s.id.c_str());
            QVERIFY2(s.fastenerG() > 0.2 && s.fastenerG() < 1, s.id.c_str());
        }
    }
};

QTEST_APPLESS_MAIN(TestShop)
#include "test_core_shop.moc"
