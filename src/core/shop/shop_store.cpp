#include "shop/price_list.h"
#include "shop/shop.h"

#include "catalog/catalog.h"
#include "measure/words.h"

#include <SQLiteCpp/Backup.h>
#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <random>
#include <sqlite3.h>
#include <unistd.h>

namespace owl {
namespace {

namespace fs = std::filesystem;

constexpr int shopVersion = 3;
constexpr int applicationId = 0x4F776C53; // 'OwlS', in the header of every shop from now on
constexpr int patience = 2000;            // ms that another program may hold the shop

/// A sentence about a shop that cannot be used; what one can do is its end.
struct ShopFault {
    std::string sentence;
};

const std::array<std::pair<const char*, const char*>, 3>& tables() {
    static const std::array<std::pair<const char*, const char*>, 3> all{
        {{"board", "id,name,species,length_nm,width_nm,thickness_nm,price,available,rack,place"},
         {"price", "id,value"},
         {"about", "key,value"}}};
    return all;
}

void createTables(SQLite::Database& db) {
    db.exec(
        "CREATE TABLE board (id TEXT PRIMARY KEY, name TEXT NOT NULL, species TEXT NOT NULL, length_nm "
        "INTEGER NOT NULL, width_nm INTEGER NOT NULL, thickness_nm INTEGER NOT NULL, price REAL NOT NULL, "
        "available INTEGER, rack INTEGER NOT NULL, place INTEGER NOT NULL)");
    db.exec("CREATE TABLE price (id TEXT PRIMARY KEY, value REAL NOT NULL)");
    db.exec("CREATE TABLE about (key TEXT PRIMARY KEY, value TEXT NOT NULL)");
    db.exec(fmt::format("PRAGMA application_id={}", applicationId));
}

void putShop(SQLite::Database& db, const Shop& shop) {
    db.exec("DELETE FROM board");
    db.exec("DELETE FROM price");
    SQLite::Statement put(db, "INSERT INTO board VALUES (?,?,?,?,?,?,?,?,?,?)");
    int place = 0;
    for (const auto& s : shop.stock) {
        put.bind(1, s.id);
        put.bind(2, s.name);
        put.bind(3, s.species);
        put.bind(4, static_cast<std::int64_t>(s.length.nm()));
        put.bind(5, static_cast<std::int64_t>(s.width.nm()));
        put.bind(6, static_cast<std::int64_t>(s.thickness.nm()));
        put.bind(7, s.price);
        if (s.available)
            put.bind(8, *s.available);
        else
            put.bind(8);
        put.bind(9, s.rack ? 1 : 0);
        put.bind(10, place++);
        put.exec();
        put.reset();
    }
    SQLite::Statement price(db, "INSERT INTO price VALUES (?,?)");
    for (const auto& [id, value] : shop.prices) {
        price.bind(1, id);
        price.bind(2, value);
        price.exec();
        price.reset();
    }
}

/// A shop is made whole beside its place and then given its name, which fails when another first start was
/// quicker: then that one is the shop.
void makeNew(const fs::path& path) {
    const auto shipped = shippedShop();
    if (!shipped)
        throw ShopFault{shipped.error()};
    std::error_code ec;
    if (path.has_parent_path())
        fs::create_directories(path.parent_path(), ec);
    const std::string beside =
        fmt::format("{}.{}-{:x}.tmp", path.string(), ::getpid(), std::random_device{}());
    {
        SQLite::Database db(beside, SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        SQLite::Transaction t(db);
        createTables(db);
        putShop(db, *shipped);
        db.exec(fmt::format("INSERT INTO about VALUES ('version','{}')", shopVersion));
        t.commit();
    }
    const bool named = ::link(beside.c_str(), path.c_str()) == 0;
    const bool quicker = !named && fs::exists(path, ec);
    if (!named && !quicker)
        fs::rename(beside, path, ec); // a disk without second names
    ::unlink(beside.c_str());
    if (!fs::exists(path, ec))
        throw ShopFault{path.string() +
                        ": the shop cannot be made there; choose a folder one may write into."};
}

std::string versionIn(SQLite::Database& db) {
    SQLite::Statement q(db, "SELECT value FROM about WHERE key='version'");
    return q.executeStep() ? q.getColumn(0).getString() : std::string();
}

/// Looks at a shop without changing it.
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

/// A shop that was kept with a log beside it wants to write even to be read; where nobody may write it is
/// opened as one that does not change.
SQLite::Database opened(const fs::path& path, bool toWrite) {
    if (toWrite)
        return {path.string(), SQLite::OPEN_READWRITE, patience};
    try {
        SQLite::Database db(path.string(), SQLite::OPEN_READONLY, patience);
        std::ignore = db.execAndGet("SELECT count(*) FROM sqlite_master").getInt();
        return db;
    } catch (const SQLite::Exception& e) {
        if (e.getErrorCode() != SQLITE_CANTOPEN && e.getErrorCode() != SQLITE_READONLY)
            throw;
    }
    std::string uri = "file:";
    constexpr std::string_view plain = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789/.-_";
    for (const char c : fs::absolute(path).string())
        uri += plain.find(c) != std::string_view::npos
                   ? std::string(1, c)
                   : fmt::format("%{:02X}", static_cast<unsigned char>(c));
    return {uri + "?immutable=1", SQLite::OPEN_READONLY | SQLite::OPEN_URI, patience};
}

/// For what SQLite says itself: which shop, and what one can do.
std::string said(const std::string& name, const SQLite::Exception& e) {
    const int code = e.getErrorCode();
    const char* advice =
        code == SQLITE_BUSY || code == SQLITE_LOCKED ? "another program holds it; end that one and try again"
        : code == SQLITE_NOTADB || code == SQLITE_CORRUPT
            ? "it is no database or a damaged one, and is left as it is; move it away to begin with the "
              "list that came with the program"
        : code == SQLITE_READONLY || code == SQLITE_CANTOPEN || code == SQLITE_PERM
            ? "it may be read only; see who may write there"
        : code == SQLITE_FULL ? "the disk is full"
                              : "it is left as it is";
    return fmt::format("{}: the shop cannot be opened ({}): {}.", name, e.what(), advice);
}

/// What was sold since this shop was made: it gets it once; what one changed in it stays, what one took out
/// stays out.
Shop withNewGoods(Shop shop, const std::string& version) {
    const auto shipped = shippedShop();
    if (!shipped)
        throw ShopFault{shipped.error()};
    for (const auto& s : shipped->stock) {
        const Species* wood = catalog().findSpecies(s.species);
        const bool sheet = wood && wood->sheet;
        const bool since3 = sheet ? s.thickness < 7_mm : s.thickness > 90_mm; // thin backs, timbers
        const bool known = std::any_of(shop.stock.begin(), shop.stock.end(),
                                       [&](const StockItem& q) { return q.id == s.id; });
        if (!known && (since3 || (sheet && version == "1")))
            shop.stock.push_back(s);
    }
    return shop;
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

Shop read(SQLite::Database& db, std::vector<std::string>& faults) {
    Shop shop;
    SQLite::Statement q(db,
                        "SELECT id,name,species,length_nm,width_nm,thickness_nm,price,available,rack FROM "
                        "board ORDER BY place");
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

} // namespace

struct ShopStore::Impl {
    SQLite::Database db;
    std::string name;
    bool readOnly = false;
};

ShopStore::ShopStore(std::unique_ptr<Impl> impl) : impl_(std::move(impl)) {}
ShopStore::ShopStore(ShopStore&&) noexcept = default;
ShopStore& ShopStore::operator=(ShopStore&&) noexcept = default;
ShopStore::~ShopStore() = default;

bool ShopStore::readOnly() const {
    return impl_->readOnly;
}

tl::expected<ShopStore, std::string> ShopStore::open(const fs::path& path) {
    try {
        std::error_code ec;
        if (!fs::exists(path, ec))
            makeNew(path);
        else if (!fs::is_regular_file(path, ec) || fs::file_size(path, ec) == 0)
            throw ShopFault{path.string() +
                            ": this is no shop: an empty file, a folder or a device; move it away."};
        const bool mayWrite = ::access(path.c_str(), W_OK) == 0 &&
                              ::access(path.has_parent_path() ? path.parent_path().c_str() : ".", W_OK) == 0;
        std::string version;
        {
            SQLite::Database look = opened(path, false);
            check(look, path.string());
            version = versionIn(look);
        }
        auto impl = std::make_unique<Impl>(Impl{opened(path, mayWrite), path.string(), !mayWrite});
        ShopStore store(std::move(impl));
        if (mayWrite && version != std::to_string(shopVersion))
            store.bringUpToDate(path, version);
        return store;
    } catch (const ShopFault& f) {
        return tl::unexpected(f.sentence);
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(said(path.string(), e));
    }
}

/// Another form of the shop: a copy of what there was is kept first.
void ShopStore::bringUpToDate(const fs::path& path, const std::string& version) {
    const fs::path copy = path.string() + ".version-" + version;
    {
        SQLite::Database kept(copy.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        SQLite::Backup backup(kept, impl_->db);
        backup.executeStep();
    }
    SQLite::Transaction t(impl_->db);
    if (versionIn(impl_->db) != version)
        return; // another start was quicker
    std::vector<std::string> faults;
    const Shop now = withNewGoods(read(impl_->db, faults), version);
    if (!faults.empty())
        throw ShopFault{fmt::format("{}: {} The shop is left as it is.", impl_->name, faults.front())};
    putShop(impl_->db, now);
    impl_->db.exec(fmt::format("UPDATE about SET value='{}' WHERE key='version'", shopVersion));
    impl_->db.exec(fmt::format("PRAGMA application_id={}", applicationId));
    t.commit();
}

tl::expected<Shop, std::string> ShopStore::load(std::vector<std::string>* left) const {
    try {
        std::vector<std::string> faults;
        Shop shop = read(impl_->db, faults);
        if (left)
            *left = std::move(faults);
        return shop;
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(said(impl_->name, e));
    }
}

tl::expected<void, std::string> ShopStore::save(const Shop& shop) {
    if (impl_->readOnly)
        return tl::unexpected(impl_->name + ": the shop may only be read; see who may write there.");
    for (const auto& s : shop.stock)
        if (const std::string fault = faultOfBoard(s); !fault.empty())
            return tl::unexpected(
                fmt::format("{}: the board \"{}\" cannot be kept: {}.", impl_->name, shortened(s.id), fault));
    for (const auto& [id, value] : shop.prices)
        if (!(value >= 0 && value <= 1e6))
            return tl::unexpected(fmt::format("{}: the price of \"{}\" is not a number from 0 to 1e+06.",
                                              impl_->name, shortened(id)));
    try {
        SQLite::Transaction t(impl_->db);
        putShop(impl_->db, shop);
        t.commit();
        return {};
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(said(impl_->name, e));
    }
}

} // namespace owl
