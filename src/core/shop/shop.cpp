#include "shop/shop.h"

#include "catalog/catalog.h"
#include "catalog/csv.h"
#include "catalog/embedded.h"
#include "measure/number.h"
#include "measure/words.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <set>
#include <sstream>

namespace owl {
namespace {

constexpr const char* boardsHeader = "id,name,species,length_mm,width_mm,thickness_mm,price,available,rack";

tl::expected<double, std::string> number(const std::string& text, double low, double high) {
    const auto v = plainNumber(text);
    if (!v || *v < low || *v > high)
        return tl::unexpected(
            fmt::format("\"{}\" is not a number from {:g} to {:g}", shortened(text), low, high));
    return *v;
}

tl::expected<StockItem, std::string> readRow(const std::vector<std::string>& f) {
    if (f.size() != 9)
        return tl::unexpected(fmt::format("it has {} fields instead of 9", f.size()));
    StockItem s;
    s.id = f[0];
    s.name = f[1].empty() ? f[0] : f[1];
    s.species = f[2];
    if (s.id.empty())
        return tl::unexpected(std::string("the id is missing"));
    if (!catalog().findSpecies(s.species))
        return tl::unexpected(fmt::format("the species \"{}\" is not known", shortened(s.species)));
    Length* sizes[] = {&s.length, &s.width, &s.thickness};
    static constexpr std::array names{"length_mm", "width_mm", "thickness_mm"};
    for (std::size_t i = 0; i < 3; ++i) {
        const auto v = number(f[3 + i], 1, 30'000);
        if (!v)
            return tl::unexpected(fmt::format("{}: {}", names.at(i), v.error()));
        *sizes[i] = Length::mm(*v);
    }
    const auto price = number(f[6], 0, 1e6);
    if (!price)
        return tl::unexpected("price: " + price.error());
    s.price = *price;
    if (!f[7].empty()) {
        const auto n = number(f[7], 0, 100'000);
        if (!n)
            return tl::unexpected("available: " + n.error());
        s.available = static_cast<int>(*n);
    }
    s.rack = f[8] == "1" || f[8] == "yes";
    return s;
}

void createTables(SQLite::Database& db) {
    db.exec("PRAGMA journal_mode=WAL");
    db.exec("CREATE TABLE IF NOT EXISTS board (id TEXT PRIMARY KEY, name TEXT NOT NULL, species TEXT NOT "
            "NULL, length_nm INTEGER NOT NULL, "
            "width_nm INTEGER NOT NULL, thickness_nm INTEGER NOT NULL, price REAL NOT NULL, available "
            "INTEGER, rack INTEGER NOT NULL, place INTEGER NOT NULL)");
    db.exec("CREATE TABLE IF NOT EXISTS price (id TEXT PRIMARY KEY, value REAL NOT NULL)");
    db.exec("CREATE TABLE IF NOT EXISTS about (key TEXT PRIMARY KEY, value TEXT NOT NULL)");
}

} // namespace

double Shop::price(const std::string& id) const {
    const auto it = prices.find(id);
    return it == prices.end() ? 0 : it->second;
}

tl::expected<Shop, std::string> shippedShop() {
    Shop shop;
    auto boards = readStockCsv(embeddedFile("shop_boards.csv"), "shop_boards.csv");
    if (!boards)
        return tl::unexpected(boards.error());
    shop.stock = std::move(*boards);
    const auto prices = readSubject("demo_prices.json", embeddedFile("demo_prices.json"));
    if (!prices)
        return tl::unexpected(prices.error());
    for (const auto& row : prices->at("rows"))
        shop.prices[row.value("id", "")] = row.value("price", 0.0);
    return shop;
}

tl::expected<std::vector<StockItem>, std::string> readStockCsv(const std::string& text,
                                                               const std::string& file) {
    std::istringstream in(text);
    std::string line;
    std::vector<StockItem> out;
    std::set<std::string> ids;
    for (int n = 1; std::getline(in, line); ++n) {
        if (!line.empty() && line.back() == '\r')
            line.pop_back();
        if (n == 1) {
            if (line.starts_with("\xEF\xBB\xBF")) // a spreadsheet's mark of UTF-8
                line.erase(0, 3);
            if (line != boardsHeader)
                return tl::unexpected(fmt::format("{}: line 1: the header must be {}", file, boardsHeader));
            continue;
        }
        if (line.empty())
            continue;
        if (!readable(line))
            return tl::unexpected(fmt::format(
                "{}: line {}: these are not UTF-8 letters; save the table again as UTF-8.", file, n));
        auto row = readRow(csvFields(line));
        if (!row)
            return tl::unexpected(fmt::format("{}: line {}: {}.", file, n, row.error()));
        if (!ids.insert(row->id).second)
            return tl::unexpected(
                fmt::format("{}: line {}: the id \"{}\" is used twice.", file, n, shortened(row->id)));
        out.push_back(std::move(*row));
    }
    return out;
}

std::string writeStockCsv(const std::vector<StockItem>& stock) {
    std::string out = fmt::format("{}\n", boardsHeader);
    for (const auto& s : stock)
        out += fmt::format("{},{},{},{},{},{},{},{},{}\n", csvField(s.id), csvField(s.name),
                           csvField(s.species), s.length.mm(), s.width.mm(), s.thickness.mm(), s.price,
                           s.available ? std::to_string(*s.available) : "", s.rack ? 1 : 0);
    return out;
}

struct ShopStore::Impl {
    SQLite::Database db;
};

ShopStore::ShopStore(std::unique_ptr<Impl> impl) : impl_(std::move(impl)) {}
ShopStore::ShopStore(ShopStore&&) noexcept = default;
ShopStore& ShopStore::operator=(ShopStore&&) noexcept = default;
ShopStore::~ShopStore() = default;

tl::expected<ShopStore, std::string> ShopStore::open(const std::filesystem::path& path) {
    try {
        std::error_code ec;
        if (path.has_parent_path())
            std::filesystem::create_directories(path.parent_path(), ec);
        auto impl = std::make_unique<Impl>(
            Impl{SQLite::Database(path.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE)});
        createTables(impl->db);
        const bool fresh = impl->db.execAndGet("SELECT count(*) FROM about").getInt() == 0;
        ShopStore store(std::move(impl));
        if (fresh) {
            const auto shipped = shippedShop();
            if (!shipped)
                return tl::unexpected(shipped.error());
            if (auto saved = store.save(*shipped); !saved)
                return tl::unexpected(saved.error());
            store.impl_->db.exec("INSERT INTO about VALUES ('version','3')");
        } else if (auto added = store.addNewGoods(); !added) {
            return tl::unexpected(added.error());
        }
        return store;
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(fmt::format("{}: the shop cannot be opened ({}).", path.string(), e.what()));
    }
}

// A shop kept since before something was sold gets it once; what one changed in it stays, what one took out
// stays out.
tl::expected<void, std::string> ShopStore::addNewGoods() {
    const std::string version =
        impl_->db.execAndGet("SELECT value FROM about WHERE key='version'").getString();
    if (version != "1" && version != "2")
        return {};
    auto shop = load();
    const auto shipped = shippedShop();
    if (!shop || !shipped)
        return tl::unexpected(shop ? shipped.error() : shop.error());
    for (const auto& s : shipped->stock) {
        const Species* wood = catalog().findSpecies(s.species);
        const bool sheet = wood && wood->sheet;
        const bool since3 = sheet ? s.thickness < 7_mm : s.thickness > 90_mm; // thin backs, timbers
        const bool known = std::any_of(shop->stock.begin(), shop->stock.end(),
                                       [&](const StockItem& q) { return q.id == s.id; });
        if (!known && (since3 || (sheet && version == "1")))
            shop->stock.push_back(s);
    }
    if (auto saved = save(*shop); !saved)
        return saved;
    impl_->db.exec("UPDATE about SET value='3' WHERE key='version'");
    return {};
}

tl::expected<Shop, std::string> ShopStore::load() const {
    try {
        Shop shop;
        SQLite::Statement q(impl_->db,
                            "SELECT id,name,species,length_nm,width_nm,thickness_nm,price,available,rack "
                            "FROM board ORDER BY place");
        while (q.executeStep()) {
            StockItem s;
            s.id = q.getColumn(0).getString();
            s.name = q.getColumn(1).getString();
            s.species = q.getColumn(2).getString();
            s.length = Length::nm(q.getColumn(3).getInt64());
            s.width = Length::nm(q.getColumn(4).getInt64());
            s.thickness = Length::nm(q.getColumn(5).getInt64());
            s.price = q.getColumn(6).getDouble();
            if (!q.isColumnNull(7))
                s.available = q.getColumn(7).getInt();
            s.rack = q.getColumn(8).getInt() != 0;
            shop.stock.push_back(std::move(s));
        }
        SQLite::Statement p(impl_->db, "SELECT id,value FROM price");
        while (p.executeStep())
            shop.prices[p.getColumn(0).getString()] = p.getColumn(1).getDouble();
        return shop;
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(fmt::format("The shop cannot be read ({}).", e.what()));
    }
}

tl::expected<void, std::string> ShopStore::save(const Shop& shop) {
    try {
        SQLite::Transaction t(impl_->db);
        impl_->db.exec("DELETE FROM board");
        impl_->db.exec("DELETE FROM price");
        SQLite::Statement put(impl_->db, "INSERT INTO board VALUES (?,?,?,?,?,?,?,?,?,?)");
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
        SQLite::Statement price(impl_->db, "INSERT INTO price VALUES (?,?)");
        for (const auto& [id, value] : shop.prices) {
            price.bind(1, id);
            price.bind(2, value);
            price.exec();
            price.reset();
        }
        t.commit();
        return {};
    } catch (const SQLite::Exception& e) {
        return tl::unexpected(fmt::format("The shop cannot be saved ({}).", e.what()));
    }
}

} // namespace owl
