#include "shop/shop.h"

#include "catalog/catalog.h"
#include "catalog/embedded.h"
#include "shop/price_list.h"

#include <fmt/format.h>

namespace owl {

double Shop::price(const std::string& id) const {
    const auto it = prices.find(id);
    return it == prices.end() ? 0 : it->second;
}

namespace {

tl::expected<Shop, std::string> readShippedShop() {
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

} // namespace

tl::expected<Shop, std::string> shippedShop() {
    static const auto shop = readShippedShop(); // it cannot change while the program runs
    return shop;
}

tl::expected<std::vector<StockItem>, std::string> readStockCsv(const std::string& text,
                                                               const std::string& file) {
    const auto list = readPriceList(text, file);
    if (!list)
        return tl::unexpected(list.error());
    std::vector<StockItem> out;
    for (const auto& row : list->rows) {
        if (!row.fault.empty())
            return tl::unexpected(fmt::format("{}: line {}: {}.", file, row.line, row.fault));
        out.push_back(row.item);
    }
    return out;
}

std::string writeStockCsv(const std::vector<StockItem>& stock) {
    return writePriceList(stock);
}

} // namespace owl
