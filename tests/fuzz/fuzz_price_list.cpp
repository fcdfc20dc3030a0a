// Any bytes are a price list or a sentence; its good rows come back from what is written of them.
#include "files/csv.h"
#include "shop/price_list.h"

#include <cstdlib>
#include <string>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    if (owl::csvRead(owl::csvWords(text)) != text && text.find('\0') == std::string::npos)
        if (const auto back = owl::readCsv(owl::csvWords(text));
            back && back->size() == 1 && text.find('\r') == std::string::npos &&
            owl::csvRead(back->front().fields.front()) != text)
            std::abort();
    for (const auto& layout : {owl::ListLayout(), owl::guessLayout(text)}) {
        const auto list = owl::readPriceList(text, "fuzz.csv", layout);
        if (!list) {
            if (list.error().empty())
                std::abort();
            continue;
        }
        std::vector<owl::StockItem> good;
        for (const auto& row : list->rows)
            if (row.fault.empty())
                good.push_back(row.item);
        const auto back = owl::readPriceList(owl::writePriceList(good), "back.csv");
        if (!back || back->faults() > 0 || back->rows.size() != good.size())
            std::abort();
    }
    return 0;
}
