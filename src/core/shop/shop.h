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

/// Reads boards from CSV with the header
/// id,name,species,length_mm,width_mm,thickness_mm,price,available,rack. Error: a sentence with file and
/// line.
tl::expected<std::vector<StockItem>, std::string> readStockCsv(const std::string& text,
                                                               const std::string& file);
std::string writeStockCsv(const std::vector<StockItem>& stock);

/// A shop database on disk (WAL).
class ShopStore {
  public:
    /// Opens or creates; ':memory:' is allowed. A new one is filled with the shipped list.
    static tl::expected<ShopStore, std::string> open(const std::filesystem::path& path);
    ShopStore(ShopStore&&) noexcept;
    ShopStore& operator=(ShopStore&&) noexcept;
    ~ShopStore();
    tl::expected<Shop, std::string> load() const;
    /// Replaces all rows in one transaction.
    tl::expected<void, std::string> save(const Shop& shop);

  private:
    struct Impl;
    tl::expected<void, std::string> addNewGoods();
    explicit ShopStore(std::unique_ptr<Impl> impl);
    std::unique_ptr<Impl> impl_;
};

} // namespace owl
