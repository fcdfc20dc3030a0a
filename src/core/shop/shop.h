#pragma once
// What one has and can buy: boards at the shop and in the rack, small prices. Kept in SQLite, exchanged as
// CSV.

#include "shop/stock.h"

#include <filesystem>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace owl {

struct Shop {
    std::vector<StockItem> stock;
    std::map<std::string, double> prices; ///< by id of data/demo_prices.json; per its unit
    bool operator==(const Shop&) const = default;
    /// Price of a small thing; 0 for an unknown id.
    [[nodiscard]] double price(const std::string& id) const;
};

/// The shop's price list that ships with the program (invented prices, a stand-in for a real shop).
tl::expected<Shop, std::string> shippedShop();

/// Reads boards from a table laid out as ours (price_list.h). Error: a sentence with file and line.
tl::expected<std::vector<StockItem>, std::string> readStockCsv(const std::string& text,
                                                               const std::string& file);
std::string writeStockCsv(const std::vector<StockItem>& stock);

/// A shop database on disk. What is not ours, newer, damaged, locked or lacks a table is told with a sentence
/// and left as it is; one that may only be read can be loaded.
class ShopStore {
  public:
    /// Opens, or makes a new one filled with the shipped list; of two that begin at once one makes it. A shop
    /// of an older form is brought up to date, after a copy of it was kept as path + '.version-N'.
    static tl::expected<ShopStore, std::string> open(const std::filesystem::path& path);
    ShopStore(ShopStore&&) noexcept;
    ShopStore& operator=(ShopStore&&) noexcept;
    ~ShopStore();
    /// Rows whose figures cannot be are left out and stay in the database as they are; `left` gets a sentence
    /// for each.
    tl::expected<Shop, std::string> load(std::vector<std::string>* left = nullptr) const;
    /// What putting boards in has come to.
    struct PutIn {
        std::size_t added = 0, replaced = 0, same = 0;
        std::vector<std::string>
            kept; ///< a sentence for each row of that id that cannot be read and so stays
    };
    /// Boards by id into the shop as it is at this moment, in one transaction: the same id is replaced in its
    /// place, others come after. Rows of other ids, and rows that cannot be read, are not touched.
    tl::expected<PutIn, std::string> put(const std::vector<StockItem>& boards);
    /// Writes how `shop` differs from what load() or save() last said, in one transaction; what others have
    /// changed since, and rows that cannot be read, stay.
    tl::expected<void, std::string> save(const Shop& shop);
    [[nodiscard]] bool readOnly() const;

  private:
    struct Impl;
    void bringUpToDate(const std::filesystem::path& path, const std::string& version);
    [[nodiscard]] std::optional<std::string> whyNotKept(const std::vector<StockItem>& boards) const;
    explicit ShopStore(std::unique_ptr<Impl> impl);
    std::unique_ptr<Impl> impl_;
};

} // namespace owl
