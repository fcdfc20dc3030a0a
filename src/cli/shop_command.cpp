#include "cli/command.h"

#include "shop/price_list.h"
#include "shop/shop.h"

#include <algorithm>

namespace owl::cli {
namespace {

namespace fs = std::filesystem;

/// How a price list is laid out: as it looks, but for what was said.
ListLayout layoutFor(const Options& o, const std::string& text) {
    ListLayout out = guessLayout(text);
    if (!o.separator.empty()) {
        const std::string given = o.separator == "tab" ? "\t" : o.separator;
        if (given != "," && given != ";" && given != "\t")
            throw Stop{unreadable, "--separator: it can be , ; or tab."};
        out.separator = given.front();
    }
    if (!o.decimal.empty()) {
        if (o.decimal != "." && o.decimal != ",")
            throw Stop{unreadable, "--decimal: it can be . or ,."};
        out.decimal = o.decimal.front();
    }
    for (const auto& c : o.columns) {
        const auto equals = c.find('=');
        const std::string ours = c.substr(0, equals);
        if (equals == std::string::npos ||
            std::find(priceColumns.begin(), priceColumns.end(), ours) == priceColumns.end())
            throw Stop{unreadable, "--column: \"" + c + "\" is not OURS=HEADING with one of our columns."};
        out.columns[ours] = c.substr(equals + 1);
    }
    return out;
}

} // namespace

int doShop(const Options& o, std::ostream& out, std::ostream& err) {
    if (o.action != "export" && o.action != "import" && o.action != "preview")
        throw Stop{unreadable,
                   "shop: \"" + o.action + "\" is not known; it can be export, preview or import."};
    const bool exporting = o.action == "export";
    if (!exporting && o.file.empty())
        throw Stop{unreadable, "shop " + o.action + ": name the price list to read."};
    if (o.action == "import" && o.shop.empty())
        throw Stop{unreadable, "shop import: name the shop with --shop; one that is not there yet is made."};
    std::optional<ShopStore> store;
    if (!o.shop.empty() && (o.action == "import" || isThere(o.shop)))
        store = orStop(ShopStore::open(o.shop));
    else if (!o.shop.empty())
        throw Stop{unreadable, shownPath(o.shop) + ": there is no such shop database."};
    std::vector<std::string> left;
    Shop shop = store ? orStop(store->load(&left)) : orStop(shippedShop());
    for (const auto& l : left)
        err << l << "\n";
    if (exporting) {
        const std::string text = writePriceList(shop.stock, layoutFor(o, ""));
        Options other = o;
        other.file.clear(); // here it is what is written
        if (o.file.empty())
            out << text;
        else
            write(other, o.file, text, err);
        return done;
    }
    const std::string text = orStop(readFile(o.file));
    const std::string name = shownPath(fs::path(o.file).filename());
    const PriceList list = orStop(readPriceList(text, name, layoutFor(o, text)));
    for (const auto& row : list.rows)
        if (!row.fault.empty())
            err << name << ": line " << row.line << ": " << row.fault << ".\n";
    ShopStore::PutIn in;
    if (o.action == "import") {
        in = orStop(store->put(boardsIn(list)), unwritable);
    } else {
        const Merged merged = mergeBoards(shop.stock, list);
        in = {merged.added, merged.replaced, merged.same, {}};
    }
    for (const auto& kept : in.kept)
        err << kept << "\n";
    out << list.rows.size() << " rows: " << in.added << " new, " << in.replaced
        << " in place of one with the same id, " << in.same << " as they are; " << list.faults()
        << " wrong and left out.\n";
    return list.faults() + in.kept.size() > 0 ? blocks : done;
}

} // namespace owl::cli
