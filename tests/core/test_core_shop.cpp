// The shop: price list, CSV, database.
#include "files/csv.h"
#include "shop/price_list.h"
#include "support.h"
#include <SQLiteCpp/SQLiteCpp.h>

#include <QTemporaryDir>
#include <cmath>
#include <csignal>
#include <future>
#include <sys/resource.h>

using namespace owl;
namespace fs = std::filesystem;

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
        QCOMPARE(readCsv("a,\"b,c\",\"d\"\"e\"")->front().fields.size(), std::size_t(3));
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
        QVERIFY(readStockCsv("name;price\n", "s.csv").error().find("the columns id, species") !=
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
        QCOMPARE(test::textOf(file.toStdString()), std::string(4096, 'x'));
    }

    // --- tables
    void wordsAreHarmlessAndComeBack() {
        for (const char* text :
             {"=1+1", "+x", "-x", "@x", "'=x", "''=x", "'x", "x", "", "a\"b", "a,b", "a\nb", " =x"}) {
            const std::string cell = csvWords(text);
            QVERIFY2(cell.empty() || std::string("=+-@").find(cell.front()) == std::string::npos, text);
            const auto back = readCsv("first," + cell + "\n");
            QVERIFY(back.has_value());
            QCOMPARE(csvRead(back->front().fields.at(1)), std::string(text));
        }
    }
    void tablesKnowTheirLines() {
        const auto rows = readCsv("\xEF\xBB\xBF\"a\"\r\n\r\n\"two\nlines\";x\n last\n", ';');
        QVERIFY(rows.has_value());
        QCOMPARE(rows->size(), std::size_t(3));
        QCOMPARE(rows->at(0).fields.front(), std::string("a"));
        QCOMPARE(rows->at(1).line, 3);
        QCOMPARE(rows->at(1).fields.front(), std::string("two\nlines"));
        QCOMPARE(rows->at(2).line, 5);
        QVERIFY(readCsv("a,b\nc,\"d\n").error().find("line 2: a quote begins") != std::string::npos);
    }
    void aListInAnotherShape() {
        const std::string text =
            "Nr;Wood;L;B;D;Preis\n7;scots_pine;2400;95;18;1.006,50\n8;scots_pine;2400;95;18;-1\n"
            "9;scots_pine;1e400;95;18;1\n7;scots_pine;2400;95;18;2\n";
        ListLayout layout = guessLayout(text);
        QCOMPARE(layout.separator, ';');
        QCOMPARE(layout.decimal, ',');
        QVERIFY(readPriceList(text, "x.csv", layout).error().find("the columns id, species") !=
                std::string::npos);
        layout.columns = {{"id", "nr"},      {"species", "Wood"},   {"length_mm", "L"},
                          {"width_mm", "B"}, {"thickness_mm", "D"}, {"price", "Preis"}};
        const auto list = readPriceList(text, "x.csv", layout);
        QVERIFY2(list.has_value(), list ? "" : list.error().c_str());
        QCOMPARE(list->rows.size(), std::size_t(4));
        QCOMPARE(list->faults(), std::size_t(3));
        QCOMPARE(list->rows[0].item.price, 1006.5);
        QCOMPARE(list->rows[1].line, 3);
        QVERIFY(list->rows[1].fault.starts_with("price: \"-1\""));
        QVERIFY(list->rows[3].fault.find("used twice") != std::string::npos);
        const Merged m = mergeBoards(test::shop().stock, *list);
        QCOMPARE(m.added, std::size_t(1));
        QCOMPARE(m.stock.size(), test::shop().stock.size() + 1);
    }
    void aListGoesThereAndBackInEveryLayout() {
        for (const char separator : {',', ';', '\t'})
            for (const char decimal : {'.', ','}) {
                ListLayout layout{separator, decimal, {{"price", "what it costs"}}};
                const auto stock = test::shop().stock;
                const auto back = readPriceList(writePriceList(stock, layout), "x", layout);
                QVERIFY2(back.has_value(), back ? "" : back.error().c_str());
                QCOMPARE(back->faults(), std::size_t(0));
                const Merged m = mergeBoards(stock, *back);
                QCOMPARE(m.same, stock.size());
            }
    }

    // --- shops that are not as they should be
    void whatIsNotOursIsLeftAsItIs_data() {
        QTest::addColumn<QStringList>("sql");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("another program's")
            << QStringList{"CREATE TABLE song (name TEXT)"} << "another program's database";
        QTest::newRow("another program's, with its mark")
            << QStringList{"PRAGMA application_id=77", "CREATE TABLE board (id TEXT)",
                           "CREATE TABLE about (key TEXT)"}
            << "another program's database";
        QTest::newRow("newer") << QStringList{"UPDATE about SET value='4'"} << "a newer program";
        QTest::newRow("no version") << QStringList{"DELETE FROM about"} << "a newer program";
        QTest::newRow("lacks a table") << QStringList{"DROP TABLE price"} << "lacks its table \"price\"";
        QTest::newRow("lacks a column")
            << QStringList{"ALTER TABLE board DROP COLUMN price"} << "is not as it should be";
    }
    void whatIsNotOursIsLeftAsItIs() {
        QFETCH(QStringList, sql);
        QFETCH(QString, sentence);
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        if (!sql.front().startsWith("CREATE") && !sql.front().startsWith("PRAGMA"))
            QVERIFY(ShopStore::open(file).has_value());
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
            for (const QString& s : sql)
                db.exec(s.toStdString());
        }
        const std::string before = test::textOf(file);
        const auto store = ShopStore::open(file);
        QVERIFY(!store.has_value());
        QVERIFY2(QString::fromStdString(store.error()).contains(sentence), store.error().c_str());
        QVERIFY(store.error().find("left as it is") != std::string::npos);
        QCOMPARE(test::textOf(file), before);
    }
    void aDamagedShopIsLeftAsItIs() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        QVERIFY(ShopStore::open(file).has_value());
        std::string bytes = test::textOf(file);
        for (std::size_t i = 5000; i < bytes.size(); i += 7)
            bytes[i] = static_cast<char>(bytes[i] ^ 0x5a);
        std::ofstream(file, std::ios::binary) << bytes;
        const auto store = ShopStore::open(file);
        QVERIFY(!store.has_value());
        QVERIFY2(store.error().find("left as it is") != std::string::npos, store.error().c_str());
        QCOMPARE(test::textOf(file), bytes);
    }
    void aShopInOtherHandsIsSaidToBe() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        QVERIFY(ShopStore::open(file).has_value());
        SQLite::Database other(file, SQLite::OPEN_READWRITE);
        other.exec("BEGIN EXCLUSIVE");
        const auto store = ShopStore::open(file);
        QVERIFY(!store.has_value());
        QVERIFY2(store.error().find("another program holds it") != std::string::npos, store.error().c_str());
    }
    void aShopThatMayOnlyBeRead() {
        QTemporaryDir dir;
        const fs::path folder = dir.filePath("deep").toStdString();
        const std::string file = (folder / "shop.db").string();
        QVERIFY(ShopStore::open(file).has_value());
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE); // as it was kept before
            db.exec("PRAGMA journal_mode=WAL");
        }
        fs::permissions(file, fs::perms::owner_read);
        fs::permissions(folder, fs::perms::owner_read | fs::perms::owner_exec);
        {
            auto store = ShopStore::open(file);
            QVERIFY2(store.has_value(), store ? "" : store.error().c_str());
            QVERIFY(store->load()->stock == test::shop().stock);
            if (store->readOnly()) // the root of a machine may write everywhere
                QVERIFY(!store->save(test::shop()).has_value());
        }
        fs::permissions(folder, fs::perms::owner_all);
    }
    void anOlderShopIsCopiedBeforeItChanges() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        QVERIFY(ShopStore::open(file).has_value());
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE);
            db.exec("UPDATE about SET value='2'");
            db.exec("DELETE FROM board WHERE thickness_nm > 90000000");
        }
        QVERIFY(ShopStore::open(file)->load()->stock.size() == test::shop().stock.size());
        SQLite::Database copy(file + ".version-2");
        QCOMPARE(copy.execAndGet("SELECT value FROM about").getString(), std::string("2"));
        QVERIFY(copy.execAndGet("SELECT count(*) FROM board").getInt() <
                static_cast<int>(test::shop().stock.size()));
    }
    void twoFirstStartsBothWork() {
        QTemporaryDir dir;
        for (int round = 0; round < 8; ++round) {
            const std::string file = dir.filePath(QString("%1/shop.db").arg(round)).toStdString();
            std::vector<std::future<bool>> starts;
            for (int i = 0; i < 4; ++i)
                starts.push_back(std::async(std::launch::async, [file] {
                    const auto store = ShopStore::open(file);
                    return store && store->load() && store->load()->stock.size() == test::shop().stock.size();
                }));
            for (auto& s : starts)
                QVERIFY(s.get());
        }
    }
    void rowsThatCannotBeAreLeftOut() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        QVERIFY(ShopStore::open(file).has_value());
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE);
            db.exec("UPDATE board SET price=-5 WHERE place=0");
            db.exec("UPDATE board SET price=9e999 WHERE place=1");
            db.exec("UPDATE board SET length_nm=0 WHERE place=2");
            db.exec("UPDATE board SET species='cheese' WHERE place=3");
            db.exec("UPDATE price SET value=-1 WHERE id='wall_screw'");
        }
        std::vector<std::string> left;
        const auto shop = ShopStore::open(file)->load(&left);
        QVERIFY(shop.has_value());
        QCOMPARE(left.size(), std::size_t(5));
        QCOMPARE(shop->stock.size(), test::shop().stock.size() - 4);
        Shop bad = test::shop();
        bad.stock.front().price = std::nan("");
        QVERIFY(!ShopStore::open(file)->save(bad).has_value());
    }

    // --- several at one shop
    void importsAtOneTimeAllCount() {
        QTemporaryDir dir;
        constexpr int people = 10, each = 7;
        for (int round = 0; round < 3; ++round) {
            const std::string file = dir.filePath(QString("%1.db").arg(round)).toStdString();
            std::vector<std::future<std::string>> imports;
            for (int i = 0; i < people; ++i)
                imports.push_back(std::async(std::launch::async, [file, i] {
                    auto store = ShopStore::open(file); // the first of them makes it
                    if (!store)
                        return store.error();
                    std::vector<StockItem> rows;
                    for (int k = 0; k < each; ++k) {
                        StockItem s = test::shop().stock.front();
                        s.id = std::to_string(i) + "-" + std::to_string(k);
                        rows.push_back(s);
                    }
                    const auto in = store->put(rows);
                    return !in                 ? in.error()
                           : in->added == each ? std::string()
                                               : std::string("not all are new");
                }));
            for (auto& i : imports) {
                const std::string fault = i.get();
                QVERIFY2(fault.empty(), fault.c_str());
            }
            QCOMPARE(ShopStore::open(file)->load()->stock.size(), test::shop().stock.size() + people * each);
        }
    }
    void whatOthersChangedSinceStays() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        auto mine = ShopStore::open(file);
        auto theirs = ShopStore::open(file);
        Shop s = *mine->load();
        StockItem added = s.stock.front();
        added.id = "theirs";
        QVERIFY(theirs->put({added}).has_value());
        s.stock.front().price = 77;
        s.stock.erase(s.stock.begin() + 5);
        s.prices["wall_screw"] = 3;
        QVERIFY(mine->save(s).has_value());
        const Shop now = *theirs->load();
        QCOMPARE(now.stock.size(), test::shop().stock.size()); // one more, one less
        QCOMPARE(now.stock.back().id, std::string("theirs"));
        QCOMPARE(now.stock.front().price, 77.0);
        QCOMPARE(now.price("wall_screw"), 3.0);
    }
    void whatCannotBeReadIsNobodysToDrop() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        QVERIFY(ShopStore::open(file).has_value());
        const std::string bad = test::shop().stock.front().id;
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE);
            db.exec("UPDATE board SET species='cheese', name='mine' WHERE place=0");
            db.exec("UPDATE price SET value=-1 WHERE id='wall_screw'");
        }
        const auto row = [&] {
            SQLite::Database db(file);
            return db.execAndGet("SELECT name||species FROM board WHERE place=0").getString() +
                   db.execAndGet("SELECT value FROM price WHERE id='wall_screw'").getString();
        };
        const std::string before = row();
        auto store = ShopStore::open(file);
        std::vector<std::string> left;
        Shop s = *store->load(&left);
        QCOMPARE(left.size(), std::size_t(2));
        s.stock.front().price = 5;
        QVERIFY(store->save(s).has_value());
        QCOMPARE(row(), before);
        StockItem over = test::shop().stock.front(); // of the same id
        const auto in = store->put({over, test::shop().stock[1]});
        QVERIFY(in.has_value());
        QCOMPARE(in->kept.size(), std::size_t(1));
        QVERIFY2(in->kept.front().find(bad) != std::string::npos, in->kept.front().c_str());
        QCOMPARE(row(), before);
        s.stock.push_back(over);
        QVERIFY(!store->save(s).has_value());
        QCOMPARE(row(), before);
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE); // also where its form changes
            db.exec("UPDATE about SET value='2'");
        }
        QVERIFY(ShopStore::open(file).has_value());
        QCOMPARE(row(), before);
    }
    void aFullDiskLeavesNoStrayFile() {
        QTemporaryDir dir;
        struct rlimit before {};
        QCOMPARE(::getrlimit(RLIMIT_FSIZE, &before), 0);
        const auto handler = std::signal(SIGXFSZ, SIG_IGN);
        struct rlimit small = before;
        small.rlim_cur = 8192;
        QCOMPARE(::setrlimit(RLIMIT_FSIZE, &small), 0);
        const auto store = ShopStore::open(dir.filePath("shop.db").toStdString());
        ::setrlimit(RLIMIT_FSIZE, &before);
        std::signal(SIGXFSZ, handler);
        QVERIFY(!store.has_value());
        QVERIFY(QDir(dir.path()).isEmpty());
    }
    void linksAreFollowed() {
        QTemporaryDir dir;
        const fs::path base = dir.path().toStdString();
        fs::create_directory(base / "elsewhere");
        fs::create_symlink("elsewhere/shop.db", base / "link.db"); // to a shop that is not there yet
        QVERIFY(ShopStore::open(base / "link.db").has_value());
        QVERIFY(fs::is_symlink(base / "link.db") && fs::is_regular_file(base / "elsewhere/shop.db"));
        fs::create_symlink(base / "ring", base / "ring");
        for (const fs::path& p : {base / "ring", fs::path(std::string(5000, 'x')), base / "ring" / "shop.db"})
            QVERIFY(!ShopStore::open(p).has_value());
        QVERIFY(fs::is_symlink(base / "ring"));
    }
    void whatIsInTheWayOfACopyStays() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("shop.db").toStdString();
        QVERIFY(ShopStore::open(file).has_value());
        {
            SQLite::Database db(file, SQLite::OPEN_READWRITE);
            db.exec("UPDATE about SET value='2'");
        }
        {
            SQLite::Database other(file + ".version-2", SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
            other.exec("CREATE TABLE song (name TEXT)");
        }
        const std::string song = test::textOf(file + ".version-2");
        QVERIFY(ShopStore::open(file).has_value());
        QCOMPARE(test::textOf(file + ".version-2"), song);
        SQLite::Database copy(file + ".version-2-2");
        QCOMPARE(copy.execAndGet("SELECT value FROM about").getString(), std::string("2"));
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
