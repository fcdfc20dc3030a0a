#pragma once
// The tables of a shop's database and what stands in them. Internal to shop/.

#include "shop/shop.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <optional>
#include <string>
#include <vector>

namespace owl::shop {

inline constexpr int shopVersion = 3;
inline constexpr int applicationId = 0x4F776C53; // 'OwlS', in the header of every shop from now on

/// A sentence about a shop that cannot be used; what one can do is its end.
struct ShopFault {
    std::string sentence;
};

/// The tables of a new shop, empty.
void createTables(SQLite::Database& db);
/// As it is written in the shop: '3'; empty when it says none.
std::string versionIn(SQLite::Database& db);
/// Looks at a shop without changing it. `name`: as sentences show it. Throws a ShopFault.
void check(SQLite::Database& db, const std::string& name);
/// The row of that id; nullopt: there is none.
std::optional<StockItem> boardNamed(SQLite::Database& db, const std::string& id);
/// All that can be read; what cannot is left out and told in `faults`.
Shop read(SQLite::Database& db, std::vector<std::string>& faults);

/// Puts rows in by their id; what has none of that id yet comes after all others.
class RowWriter {
  public:
    explicit RowWriter(SQLite::Database& db);
    void board(const StockItem& s);
    void price(const std::string& id, double value);

  private:
    SQLite::Statement put_, price_;
    std::int64_t place_;
};

} // namespace owl::shop
