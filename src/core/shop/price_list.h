#pragma once
// A shop's price list as a table: how such a table is laid out, what its rows say, what it does to the boards
// one has.

#include "shop/stock.h"

#include <array>
#include <map>
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace owl {

/// Our columns, in the order in which they are written.
inline constexpr std::array priceColumns{"id",           "name",  "species",   "length_mm", "width_mm",
                                         "thickness_mm", "price", "available", "rack"};

/// How a table is laid out.
struct ListLayout {
    char separator = ',';
    char decimal = '.';
    std::map<std::string, std::string> columns; ///< ours -> the heading in the table; ours when not named
    bool operator==(const ListLayout&) const = default;
};
/// From the first lines of a table: the separator that stands there most, a decimal comma where numbers have
/// one, headings like ours in other letters.
ListLayout guessLayout(const std::string& text);

/// One row as read.
struct ListRow {
    int line = 0;
    StockItem item;
    std::string fault; ///< what is wrong with it, without a full stop; empty: nothing
    std::vector<std::string> fields;
};
struct PriceList {
    std::vector<std::string> headings;
    std::map<std::string, std::size_t> columns; ///< ours -> where it stands in a row's fields
    std::vector<ListRow> rows;
    [[nodiscard]] std::size_t faults() const;
};
/// Reads every row by itself: one that is wrong does not keep the others from being read. Error: a sentence
/// that begins with `file` when it is no such table at all: not UTF-8, a column missing.
tl::expected<PriceList, std::string> readPriceList(const std::string& text, const std::string& file,
                                                   const ListLayout& layout = {});
std::string writePriceList(const std::vector<StockItem>& stock, const ListLayout& layout = {});

/// Whether a board may be kept and sold: sizes and price in range, a wood that is known, letters that can be
/// read. Empty, or what is wrong without a full stop.
std::string faultOfBoard(const StockItem& s);

/// The rows of a list that can be read.
std::vector<StockItem> boardsIn(const PriceList& list);
/// The boards with those of the list put in: the same id is replaced in its place, others come after.
struct Merged {
    std::vector<StockItem> stock;
    std::size_t replaced = 0, added = 0, same = 0;
};
Merged mergeBoards(const std::vector<StockItem>& stock, const PriceList& list);

} // namespace owl
