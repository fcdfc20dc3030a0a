#include "shop/price_list.h"
#include "shop/shop.h"

#include "catalog/catalog.h"
#include "files/file.h"
#include "measure/words.h"

#include <SQLiteCpp/Backup.h>
#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>
#include <array>
#include <cerrno>
#include <fcntl.h>
#include <fmt/format.h>
#include <random>
#include <sqlite3.h>
#include <unistd.h>

namespace owl {
namespace {

namespace fs = std::filesystem;

constexpr int shopVersion = 3;
constexpr int applicationId = 0x4F776C53; // 'OwlS', in the header of every shop from now on
// ms that another program may hold the shop: who only looks is told sooner than who has rows to put in
constexpr int patience = 2000, patienceToWrite = 10'000;

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

/// Puts rows in by their id; what has none of that id yet comes after all others.
class RowWriter {
  public:
    explicit RowWriter(SQLite::Database& db)
        : put_(db, "INSERT INTO board VALUES (?,?,?,?,?,?,?,?,?,?) ON CONFLICT(id) DO UPDATE SET "
                   "name=excluded.name,species=excluded.species,length_nm=excluded.length_nm,"
                   "width_nm=excluded.width_nm,thickness_nm=excluded.thickness_nm,price=excluded.price,"
                   "available=excluded.available,rack=excluded.rack"),
          price_(db, "INSERT INTO price VALUES (?,?) ON CONFLICT(id) DO UPDATE SET value=excluded.value"),
          place_(db.execAndGet("SELECT coalesce(max(place),-1)+1 FROM board").getInt64()) {}
    void board(const StockItem& s) {
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
    void price(const std::string& id, double value) {
        price_.bind(1, id);
        price_.bind(2, value);
        price_.exec();
        price_.reset();
    }

  private:
    SQLite::Statement put_, price_;
    std::int64_t place_;
};

/// A file that goes again unless it is kept: with the log that a database leaves beside it when it is cut
/// short.
struct Passing {
    std::string path;
    bool kept = false;
    ~Passing() {
        if (kept)
            return;
        for (const char* log : {"", "-journal", "-wal", "-shm"})
            ::unlink((path + log).c_str());
    }
};

/// A shop is made whole beside its place and then given its name, which fails when another first start was
/// quicker: then that one is the shop. A link to a shop that is not there yet is followed.
void makeNew(const fs::path& named) {
    const fs::path path = behindLinks(named);
    const auto shipped = shippedShop();
    if (!shipped)
        throw ShopFault{shipped.error()};
    const ShopFault cannot{shownPath(named) +
                           ": the shop cannot be made there; choose a folder one may write into."};
    std::error_code ec;
    if (fs::is_symlink(path, ec)) // a ring
        throw cannot;
    if (path.has_parent_path())
        fs::create_directories(path.parent_path(), ec);
    const Passing beside{fmt::format("{}.{}-{:x}.tmp", path.string(), ::getpid(), std::random_device{}())};
    {
        SQLite::Database db(beside.path, SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
        SQLite::Transaction t(db);
        createTables(db);
        RowWriter rows(db);
        for (const auto& s : shipped->stock)
            rows.board(s);
        for (const auto& [id, value] : shipped->prices)
            rows.price(id, value);
        db.exec(fmt::format("INSERT INTO about VALUES ('version','{}')", shopVersion));
        t.commit();
    }
    if (::link(beside.path.c_str(), path.c_str()) != 0 && errno != EEXIST) {
        // A disk without second names. Where somebody was quicker, what stands there is not replaced.
        const int fd = ::open(path.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0666);
        if (fd >= 0) {
            ::close(fd);
            fs::rename(beside.path, path, ec);
        }
    }
    if (!fs::exists(path, ec))
        throw cannot;
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
        return {path.string(), SQLite::OPEN_READWRITE, patienceToWrite};
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
std::vector<StockItem> newGoods(SQLite::Database& db, const std::string& version) {
    const auto shipped = shippedShop();
    if (!shipped)
        throw ShopFault{shipped.error()};
    SQLite::Statement known(db, "SELECT 1 FROM board WHERE id=?");
    std::vector<StockItem> out;
    for (const auto& s : shipped->stock) {
        const Species* wood = catalog().findSpecies(s.species);
        const bool sheet = wood && wood->sheet;
        const bool since3 = sheet ? s.thickness < 7_mm : s.thickness > 90_mm; // thin backs, timbers
        known.bind(1, s.id);
        if (!known.executeStep() && (since3 || (sheet && version == "1")))
            out.push_back(s);
        known.reset();
    }
    return out;
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

/// The row of that id; nullopt: there is none.
std::optional<StockItem> boardNamed(SQLite::Database& db, const std::string& id) {
    SQLite::Statement q(db, fmt::format("SELECT {} FROM board WHERE id=?", boardColumns));
    q.bind(1, id);
    return q.executeStep() ? std::optional(boardOf(q)) : std::nullopt;
}

/// A row that cannot be read is nobody's to replace: empty when it can.
std::string whyLeftAlone(const StockItem& there) {
    const std::string fault = faultOfBoard(there);
    return fault.empty()
               ? fault
               : fmt::format("The shop's board \"{}\" cannot be read ({}) and stays as it is; a row of "
                             "that id is left out.",
                             shortened(there.id), fault);
}

/// What a database's row would be in a shop again: end trims are the project's, not the shop's.
StockItem asKept(StockItem s) {
    s.endTrim.reset();
    return s;
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

} // namespace

struct ShopStore::Impl {
    SQLite::Database db;
    std::string name;
    bool readOnly = false;
    Shop known; ///< as it was last read or written here
};

ShopStore::ShopStore(std::unique_ptr<Impl> impl) : impl_(std::move(impl)) {}
ShopStore::ShopStore(ShopStore&&) noexcept = default;
ShopStore& ShopStore::operator=(ShopStore&&) noexcept = default;
ShopStore::~ShopStore() = default;

bool ShopStore::readOnly() const {
    return impl_->readOnly;
}

tl::expected<ShopStore, std::string> ShopStore::open(const fs::path& path) {
    const std::string name = shownPath(path);
    try {
        std::error_code ec;
        if (!isThere(path))
            makeNew(path);
        else if (!fs::is_regular_file(path, ec) || fs::file_size(path, ec) == 0)
            throw ShopFault{name + ": this is no shop: an empty file, a folder or a device; move it away."};
        const bool mayWrite = ::access(path.c_str(), W_OK) == 0 &&
                              ::access(path.has_parent_path() ? path.parent_path().c_str() : ".", W_OK) == 0;
        std::string version;
        {
            SQLite::Database look = opened(path, false);
            check(look, name);
            version = versionIn(look);
        }
        auto impl = std::make_unique<Impl>(Impl{opened(path, mayWrite), name, !mayWrite, {}});
        ShopStore store(std::move(impl));
        if (mayWrite && version != std::to_string(shopVersion))
            store.bringUpToDate(path, version);
        return store;
    } catch (const ShopFault& f) {
        return tl::unexpected(f.sentence);
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(said(name, e));
    } catch (const fs::filesystem_error& e) {
        return tl::unexpected(fmt::format("{}: the shop cannot be opened ({}).", name, e.code().message()));
    }
}

namespace {

/// A name beside the shop that nobody has yet, made at once so that nobody else takes it.
Passing nameForCopy(const fs::path& path, const std::string& version) {
    for (int n = 1; n < 1000; ++n) {
        const std::string name =
            fmt::format("{}.version-{}{}", path.string(), version, n > 1 ? fmt::format("-{}", n) : "");
        const int fd = ::open(name.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0666);
        if (fd >= 0) {
            ::close(fd);
            return {name};
        }
        if (errno != EEXIST)
            break;
    }
    throw ShopFault{
        shownPath(path) +
        ": a copy of the shop cannot be kept beside it before its form changes; see who may write there."};
}

} // namespace

/// Another form of the shop: a copy of what there was is kept first.
void ShopStore::bringUpToDate(const fs::path& path, const std::string& version) {
    Passing copy = nameForCopy(behindLinks(path), version);
    {
        SQLite::Database kept(copy.path, SQLite::OPEN_READWRITE);
        SQLite::Backup backup(kept, impl_->db);
        backup.executeStep();
    }
    SQLite::Transaction t(impl_->db, SQLite::TransactionBehavior::IMMEDIATE);
    if (versionIn(impl_->db) != version)
        return; // another start was quicker
    RowWriter rows(impl_->db);
    for (const auto& s : newGoods(impl_->db, version))
        rows.board(s);
    impl_->db.exec(fmt::format("UPDATE about SET value='{}' WHERE key='version'", shopVersion));
    impl_->db.exec(fmt::format("PRAGMA application_id={}", applicationId));
    t.commit();
    copy.kept = true;
}

tl::expected<Shop, std::string> ShopStore::load(std::vector<std::string>* left) const {
    try {
        std::vector<std::string> faults;
        impl_->known = read(impl_->db, faults);
        if (left)
            *left = std::move(faults);
        return impl_->known;
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(said(impl_->name, e));
    }
}

std::optional<std::string> ShopStore::whyNotKept(const std::vector<StockItem>& boards) const {
    if (impl_->readOnly)
        return impl_->name + ": the shop may only be read; see who may write there.";
    for (const auto& s : boards)
        if (const std::string fault = faultOfBoard(s); !fault.empty())
            return fmt::format("{}: the board \"{}\" cannot be kept: {}.", impl_->name, shortened(s.id),
                               fault);
    return std::nullopt;
}

tl::expected<ShopStore::PutIn, std::string> ShopStore::put(const std::vector<StockItem>& boards) {
    if (const auto why = whyNotKept(boards))
        return tl::unexpected(*why);
    try {
        PutIn out;
        SQLite::Transaction t(impl_->db, SQLite::TransactionBehavior::IMMEDIATE);
        RowWriter rows(impl_->db);
        for (const auto& s : boards) {
            const auto there = boardNamed(impl_->db, s.id);
            if (const std::string why = there ? whyLeftAlone(*there) : ""; !why.empty()) {
                out.kept.push_back(why);
                continue;
            }
            ++(!there ? out.added : *there == asKept(s) ? out.same : out.replaced);
            if (!there || *there != asKept(s))
                rows.board(s);
        }
        t.commit();
        return out;
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(said(impl_->name, e));
    }
}

tl::expected<void, std::string> ShopStore::save(const Shop& shop) {
    if (const auto why = whyNotKept(shop.stock))
        return tl::unexpected(*why);
    for (const auto& [id, value] : shop.prices)
        if (!(value >= 0 && value <= 1e6))
            return tl::unexpected(fmt::format("{}: the price of \"{}\" is not a number from 0 to 1e+06.",
                                              impl_->name, shortened(id)));
    std::map<std::string, const StockItem*> before;
    for (const auto& s : impl_->known.stock)
        before[s.id] = &s;
    std::map<std::string, double> pricesBefore = impl_->known.prices;
    try {
        SQLite::Transaction t(impl_->db, SQLite::TransactionBehavior::IMMEDIATE);
        RowWriter rows(impl_->db);
        for (const auto& s : shop.stock) {
            const auto it = before.find(s.id);
            if (it == before.end() || *it->second != asKept(s)) {
                const auto there = boardNamed(impl_->db, s.id);
                if (const std::string why = there ? whyLeftAlone(*there) : ""; !why.empty())
                    return tl::unexpected(impl_->name + ": " + why);
                rows.board(s);
            }
            if (it != before.end())
                before.erase(it);
        }
        SQLite::Statement take(impl_->db, "DELETE FROM board WHERE id=?");
        for (const auto& [id, s] : before) {
            take.bind(1, id);
            take.exec();
            take.reset();
        }
        for (const auto& [id, value] : shop.prices) {
            const auto it = pricesBefore.find(id);
            if (it == pricesBefore.end() || it->second != value)
                rows.price(id, value);
            pricesBefore.erase(id);
        }
        SQLite::Statement drop(impl_->db, "DELETE FROM price WHERE id=?");
        for (const auto& [id, value] : pricesBefore) {
            drop.bind(1, id);
            drop.exec();
            drop.reset();
        }
        t.commit();
        impl_->known = shop;
        return {};
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(said(impl_->name, e));
    }
}

} // namespace owl
