#include "shop/price_list.h"
#include "shop/shop.h"
#include "shop/shop_tables.h"

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
using namespace shop;

// ms that another program may hold the shop: who only looks is told sooner than who has rows to put in
constexpr int patience = 2000, patienceToWrite = 10'000;

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
