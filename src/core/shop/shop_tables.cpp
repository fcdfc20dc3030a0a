#include "shop/shop_tables.h"

#include "measure/words.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl::shop {
namespace {

const std::array<std::pair<const char*, const char*>, 3>& tables() {
    static const std::array<std::pair<const char*, const char*>, 3> all{
        {{"board", "id,name,species,length_nm,width_nm,thickness_nm,price,available,rack,place"},
         {"price", "id,value"},
         {"about", "key,value"}}};
    return all;
}

StockItem boardOf(SQLite::Statement& q) {
    StockItem s;
    s.id = q.getColumn(0).getString();
    s.name = q.getColumn(1).getString();
    s.species = q.getColumn(2).getString();
    // Beyond a kilometre it is refused anyway, and reckoning with it could overflow.
    const auto length = [&](int column) {
        constexpr std::int64_t most = 1'000'000'000'000;
        return Length::nm(std::clamp<std::int64_t>(q.getColumn(column).getInt64(), -most, most));
    };
    s.length = length(3);
    s.width = length(4);
    s.thickness = length(5);
    s.price = q.getColumn(6).getDouble();
    if (!q.isColumnNull(7))
        s.available = static_cast<int>(std::clamp<std::int64_t>(q.getColumn(7).getInt64(), -1, 1'000'000));
    s.rack = q.getColumn(8).getInt() != 0;
    return s;
}

constexpr const char* boardColumns = "id,name,species,length_nm,width_nm,thickness_nm,price,available,rack";

} // namespace

void createTables(SQLite::Database& db) {
    db.exec(
        "CREATE TABLE board (id TEXT PRIMARY KEY, name TEXT NOT NULL, species TEXT NOT NULL, length_nm "
        "INTEGER NOT NULL, width_nm INTEGER NOT NULL, thickness_nm INTEGER NOT NULL, price REAL NOT NULL, "
        "available INTEGER, rack INTEGER NOT NULL, place INTEGER NOT NULL)");
    db.exec("CREATE TABLE price (id TEXT PRIMARY KEY, value REAL NOT NULL)");
    db.exec("CREATE TABLE about (key TEXT PRIMARY KEY, value TEXT NOT NULL)");
    db.exec(fmt::format("PRAGMA application_id={}", applicationId));
}

RowWriter::RowWriter(SQLite::Database& db)
    : put_(db, "INSERT INTO board VALUES (?,?,?,?,?,?,?,?,?,?) ON CONFLICT(id) DO UPDATE SET "
               "name=excluded.name,species=excluded.species,length_nm=excluded.length_nm,"
               "width_nm=excluded.width_nm,thickness_nm=excluded.thickness_nm,price=excluded.price,"
               "available=excluded.available,rack=excluded.rack"),
      price_(db, "INSERT INTO price VALUES (?,?) ON CONFLICT(id) DO UPDATE SET value=excluded.value"),
      place_(db.execAndGet("SELECT coalesce(max(place),-1)+1 FROM board").getInt64()) {}

void RowWriter::board(const StockItem& s) {
    put_.bind(1, s.id);
    put_.bind(2, s.name);
    put_.bind(3, s.species);
    put_.bind(4, static_cast<std::int64_t>(s.length.nm()));
    put_.bind(5, static_cast<std::int64_t>(s.width.nm()));
    put_.bind(6, static_cast<std::int64_t>(s.thickness.nm()));
    put_.bind(7, s.price);
    if (s.available)
        put_.bind(8, *s.available);
    else
        put_.bind(8);
    put_.bind(9, s.rack ? 1 : 0);
    put_.bind(10, place_++);
    put_.exec();
    put_.reset();
}

void RowWriter::price(const std::string& id, double value) {
    price_.bind(1, id);
    price_.bind(2, value);
    price_.exec();
    price_.reset();
}

std::string versionIn(SQLite::Database& db) {
    SQLite::Statement q(db, "SELECT value FROM about WHERE key='version'");
    return q.executeStep() ? q.getColumn(0).getString() : std::string();
}

void check(SQLite::Database& db, const std::string& name) {
    if (db.execAndGet("PRAGMA quick_check(1)").getString() != "ok")
        throw ShopFault{
            name + ": the shop is damaged and left as it is; put a copy of yours in its place, or move it "
                   "away to begin with the list that came with the program."};
    const int id = db.execAndGet("PRAGMA application_id").getInt();
    const bool about = db.tableExists("about") && db.tableExists("board");
    if (id != applicationId && (id != 0 || !about))
        throw ShopFault{
            name + ": this is another program's database and left as it is; move one of the two elsewhere."};
    for (const auto& [table, columns] : tables()) {
        if (!db.tableExists(table))
            throw ShopFault{fmt::format(
                "{}: the shop lacks its table \"{}\" and is left as it is; put a copy of yours in its "
                "place.",
                name, table)};
        try {
            const SQLite::Statement q(db, fmt::format("SELECT {} FROM {} LIMIT 0", columns, table));
        } catch (const SQLite::Exception&) {
            throw ShopFault{
                fmt::format("{}: the shop's table \"{}\" is not as it should be; the shop is left as it is.",
                            name, table)};
        }
    }
    const std::string version = versionIn(db);
    int number = 0;
    for (int v = 1; v <= shopVersion; ++v)
        if (version == std::to_string(v))
            number = v;
    if (number == 0)
        throw ShopFault{fmt::format(
            "{}: this shop was written by a newer program (\"{}\"; this one reads up to {}) and is "
            "left as it is.",
            name, version.substr(0, 20), shopVersion)};
}

std::optional<StockItem> boardNamed(SQLite::Database& db, const std::string& id) {
    SQLite::Statement q(db, fmt::format("SELECT {} FROM board WHERE id=?", boardColumns));
    q.bind(1, id);
    return q.executeStep() ? std::optional(boardOf(q)) : std::nullopt;
}

Shop read(SQLite::Database& db, std::vector<std::string>& faults) {
    Shop shop;
    SQLite::Statement q(db, fmt::format("SELECT {} FROM board ORDER BY place", boardColumns));
    while (q.executeStep()) {
        StockItem s = boardOf(q);
        if (const std::string fault = faultOfBoard(s); fault.empty())
            shop.stock.push_back(std::move(s));
        else
            faults.push_back(fmt::format("The shop's board \"{}\" is left out: {}.", shortened(s.id), fault));
    }
    SQLite::Statement p(db, "SELECT id,value FROM price");
    while (p.executeStep()) {
        const std::string id = p.getColumn(0).getString();
        const double value = p.getColumn(1).getDouble();
        if (value >= 0 && value <= 1e6)
            shop.prices[id] = value;
        else
            faults.push_back(
                fmt::format("The shop's price of \"{}\" is left out: it is not a number from 0 to 1e+06.",
                            shortened(id)));
    }
    return shop;
}

} // namespace owl::shop
