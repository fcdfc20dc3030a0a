#pragma once
// What one has and can buy: boards at the shop and in the rack, small prices. Kept in SQLite, exchanged as
// CSV.

#include "shop/stock.h"

#include <filesystem>
#include <map>
#include <memory>
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
    /// Rows whose figures cannot be are left out; `left` gets a sentence for each.
    tl::expected<Shop, std::string> load(std::vector<std::string>* left = nullptr) const;
    /// Replaces all rows in one transaction; nothing that load() would leave out.
    tl::expected<void, std::string> save(const Shop& shop);
    [[nodiscard]] bool readOnly() const;

  private:
    struct Impl;
    void bringUpToDate(const std::filesystem::path& path, const std::string& version);
    explicit ShopStore(std::unique_ptr<Impl> impl);
    std::unique_ptr<Impl> impl_;
};

} // namespace owl
