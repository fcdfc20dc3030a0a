#include "shop/price_list.h"

#include "catalog/catalog.h"
#include "files/csv.h"
#include "measure/number.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>
#include <unordered_map>

namespace owl {
namespace {

constexpr double longest = 30'000, dearest = 1e6, mostThere = 100'000;

std::string lower(std::string s) {
    for (char& c : s)
        if (c >= 'A' && c <= 'Z')
            c = static_cast<char>(c - 'A' + 'a');
    return s;
}

/// Where each of our columns stands in the table.
struct Columns {
    std::map<std::string, std::size_t> at;
    std::string missing;
};
Columns columnsOf(const std::vector<std::string>& headings, const ListLayout& layout) {
    Columns out;
    for (const char* ours : priceColumns) {
        const auto named = layout.columns.find(ours);
        const std::string wanted = lower(named == layout.columns.end() ? std::string(ours) : named->second);
        const auto it = std::find_if(headings.begin(), headings.end(),
                                     [&](const std::string& h) { return lower(h) == wanted; });
        if (it != headings.end())
            out.at[ours] = static_cast<std::size_t>(it - headings.begin());
        else if (std::string_view(ours) != "available" && std::string_view(ours) != "rack" &&
                 std::string_view(ours) != "name")
            out.missing += (out.missing.empty() ? "" : ", ") + wanted;
    }
    return out;
}

/// Reads the fields of one row; the first fault ends it.
class RowReader {
  public:
    RowReader(const std::vector<std::string>& fields, const Columns& columns, const ListLayout& layout)
        : fields_(fields), columns_(columns), layout_(layout) {}

    StockItem read() {
        StockItem s;
        s.id = words("id");
        s.name = words("name");
        if (s.name.empty())
            s.name = s.id;
        s.species = words("species");
        s.length = Length::mm(number("length_mm", 1, longest));
        s.width = Length::mm(number("width_mm", 1, longest));
        s.thickness = Length::mm(number("thickness_mm", 0.1, longest));
        s.price = number("price", 0, dearest);
        if (!words("available").empty())
            s.available = static_cast<int>(number("available", 0, mostThere));
        const std::string rack = lower(words("rack"));
        s.rack = rack == "1" || rack == "yes" || rack == "true";
        return s;
    }
    std::string fault;

  private:
    [[nodiscard]] std::string words(const char* column) const {
        const auto it = columns_.at.find(column);
        return it == columns_.at.end() || it->second >= fields_.size()
                   ? std::string()
                   : isolated(csvRead(fields_[it->second]));
    }
    double number(const char* column, double low, double high) {
        std::string text = words(column);
        const std::string typed = text;
        if (layout_.decimal == ',') {
            std::erase(text, '.'); // thousands
            std::replace(text.begin(), text.end(), ',', '.');
        }
        const auto v = plainNumber(text);
        const bool whole = std::string_view(column) == "available";
        if (fault.empty() && (!v || *v < low || *v > high))
            fault = fmt::format("{}: \"{}\" is not a number from {:g} to {:g}", column, shortened(typed), low,
                                high);
        else if (fault.empty() && whole && *v != std::floor(*v))
            fault = fmt::format("{}: \"{}\" is not a whole number", column, shortened(typed));
        return fault.empty() ? *v : low;
    }

    const std::vector<std::string>& fields_;
    const Columns& columns_;
    const ListLayout& layout_;
};

std::string decimal(double v, char mark) {
    std::string s = fmt::format("{}", v);
    if (mark == ',')
        std::replace(s.begin(), s.end(), '.', ',');
    return s;
}

} // namespace

std::size_t PriceList::faults() const {
    return static_cast<std::size_t>(
        std::count_if(rows.begin(), rows.end(), [](const ListRow& r) { return !r.fault.empty(); }));
}

ListLayout guessLayout(const std::string& text) {
    ListLayout out;
    const std::string head = text.substr(0, text.find('\n'));
    std::ptrdiff_t most = 0;
    for (char c : {',', ';', '\t'})
        if (const auto n = std::count(head.begin(), head.end(), c); n > most) {
            most = n;
            out.separator = c;
        }
    const auto rows = readCsv(std::string_view(text).substr(0, 20'000), out.separator);
    if (!rows || out.separator == ',')
        return out;
    for (const auto& row : *rows)
        for (const auto& f : row.fields) { // 12,50 and nothing else
            const auto comma = f.find(',');
            const bool digits = f.find_first_not_of("0123456789,.") == std::string::npos;
            if (comma != std::string::npos && comma + 1 < f.size() && digits &&
                f.find(',', comma + 1) == std::string::npos)
                out.decimal = ',';
        }
    return out;
}

std::string faultOfBoard(const StockItem& s) {
    const auto in = [](double v, double low, double high) { return v >= low && v <= high; };
    if (s.id.empty())
        return "the id is missing";
    if (!readable(s.id) || !readable(s.name))
        return "some of its letters cannot be read";
    if (s.id.size() > 200 || s.name.size() > 2000)
        return "its name is too long";
    if (!catalog().findSpecies(s.species))
        return fmt::format("the species \"{}\" is not known", shortened(s.species));
    if (!in(s.length.mm(), 1, longest) || !in(s.width.mm(), 1, longest) ||
        !in(s.thickness.mm(), 0.1, longest))
        return fmt::format("a size is not from 1 to {:g} mm", longest);
    if (!in(s.price, 0, dearest))
        return fmt::format("its price is not a number from 0 to {:g}", dearest);
    if (s.available && (*s.available < 0 || *s.available > static_cast<int>(mostThere)))
        return fmt::format("the number there is not from 0 to {:g}", mostThere);
    return {};
}

tl::expected<PriceList, std::string> readPriceList(const std::string& text, const std::string& file,
                                                   const ListLayout& layout) {
    const auto rows = readCsv(text, layout.separator);
    if (!rows)
        return tl::unexpected(fmt::format("{}: {}.", file, rows.error()));
    if (rows->empty())
        return tl::unexpected(file + ": the table is empty.");
    PriceList out;
    for (const auto& h : rows->front().fields)
        out.headings.push_back(csvRead(h));
    const Columns columns = columnsOf(out.headings, layout);
    if (!columns.missing.empty())
        return tl::unexpected(
            fmt::format("{}: line 1: the columns {} are missing; say which headings stand for "
                        "them.",
                        file, columns.missing));
    out.columns = columns.at;
    std::set<std::string> ids;
    for (std::size_t i = 1; i < rows->size(); ++i) {
        const CsvRow& r = (*rows)[i];
        ListRow row{r.line, {}, {}, r.fields};
        const bool letters =
            std::all_of(r.fields.begin(), r.fields.end(), [](const std::string& f) { return readable(f); });
        RowReader reader(r.fields, columns, layout);
        row.item = reader.read();
        row.fault = !letters ? "these are not UTF-8 letters; save the table again as UTF-8"
                    : r.fields.size() != out.headings.size()
                        ? fmt::format("it has {} fields instead of {}", r.fields.size(), out.headings.size())
                    : row.item.id.empty() ? std::string("the id is missing")
                    : !catalog().findSpecies(row.item.species)
                        ? fmt::format("the species \"{}\" is not known", shortened(row.item.species))
                        : reader.fault;
        if (row.fault.empty())
            row.fault = faultOfBoard(row.item);
        if (row.fault.empty() && !ids.insert(row.item.id).second)
            row.fault = fmt::format("the id \"{}\" is used twice", shortened(row.item.id));
        out.rows.push_back(std::move(row));
    }
    return out;
}

std::string writePriceList(const std::vector<StockItem>& stock, const ListLayout& layout) {
    const char sep = layout.separator;
    std::string out;
    for (const char* c : priceColumns) {
        const auto named = layout.columns.find(c);
        out += (out.empty() ? std::string() : std::string(1, sep)) +
               csvWords(named == layout.columns.end() ? std::string(c) : named->second, sep);
    }
    out += '\n';
    for (const auto& s : stock) {
        const std::string fields[] = {csvWords(s.id, sep),
                                      csvWords(s.name, sep),
                                      csvWords(s.species, sep),
                                      csvField(decimal(s.length.mm(), layout.decimal), sep),
                                      csvField(decimal(s.width.mm(), layout.decimal), sep),
                                      csvField(decimal(s.thickness.mm(), layout.decimal), sep),
                                      csvField(decimal(s.price, layout.decimal), sep),
                                      s.available ? std::to_string(*s.available) : std::string(),
                                      s.rack ? "1" : "0"};
        for (std::size_t i = 0; i < std::size(fields); ++i)
            out += (i ? std::string(1, sep) : std::string()) + fields[i];
        out += '\n';
    }
    return out;
}

std::vector<StockItem> boardsIn(const PriceList& list) {
    std::vector<StockItem> out;
    for (const auto& row : list.rows)
        if (row.fault.empty())
            out.push_back(row.item);
    return out;
}

Merged mergeBoards(const std::vector<StockItem>& stock, const PriceList& list) {
    Merged out{stock, 0, 0, 0};
    std::unordered_map<std::string, std::size_t> at;
    for (std::size_t i = 0; i < stock.size(); ++i)
        at.emplace(stock[i].id, i);
    for (const auto& row : list.rows) {
        if (!row.fault.empty())
            continue;
        const auto it = at.find(row.item.id);
        if (it == at.end()) {
            out.stock.push_back(row.item);
            ++out.added;
        } else if (out.stock[it->second] == row.item) {
            ++out.same;
        } else {
            out.stock[it->second] = row.item;
            ++out.replaced;
        }
    }
    return out;
}

} // namespace owl
