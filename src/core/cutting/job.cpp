#include "cutting/job.h"

#include "files/json_text.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

struct JobFault {
    std::string sentence;
};

const json& need(const json& j, const char* key, const std::string& where) {
    if (!j.is_object() || !j.contains(key))
        throw JobFault{fmt::format("{}: '{}' is missing.", where, key)};
    return j.at(key);
}
double number(const json& j, const char* key, const std::string& where, double low, double high) {
    const json& v = need(j, key, where);
    if (!v.is_number() || !std::isfinite(v.get<double>()) || v.get<double>() < low || v.get<double>() > high)
        throw JobFault{fmt::format("{}: '{}' must be a number from {:g} to {:g}.", where, key, low, high)};
    return v.get<double>();
}
Length length(const json& j, const char* key, const std::string& where, double low) {
    return Length::mm(number(j, key, where, low, 1e6));
}
std::string text(const json& j, const char* key, const std::string& where) {
    const json& v = need(j, key, where);
    if (!v.is_string())
        throw JobFault{fmt::format("{}: '{}' must be a text.", where, key)};
    return v.get<std::string>();
}
int whole(const json& j, const char* key, const std::string& where) {
    const double v = number(j, key, where, 0, 1e6);
    if (v != std::floor(v))
        throw JobFault{fmt::format("{}: '{}' must be a whole number.", where, key)};
    return static_cast<int>(v);
}

CutStock readStock(const json& j, const std::string& where) {
    CutStock s;
    s.id = text(j, "id", where);
    s.material = text(j, "material", where);
    s.thickness = length(j, "thickness_mm", where, 1e-6);
    const std::string kind = text(j, "kind", where);
    if (kind != "board" && kind != "sheet")
        throw JobFault{fmt::format("{}: 'kind' must be board or sheet, not \"{}\".", where, kind)};
    s.sheet = kind == "sheet";
    s.length = length(j, "length_mm", where, 1e-6);
    s.width = length(j, "width_mm", where, 1e-6);
    s.price = std::llround(number(j, "price", where, 0, 1e9) * 1e6);
    if (j.contains("available") && !j.at("available").is_null())
        s.available = whole(j, "available", where);
    return s;
}

CutPart readPart(const json& j, const std::string& where) {
    CutPart p;
    p.id = text(j, "id", where);
    p.material = text(j, "material", where);
    p.thickness = length(j, "thickness_mm", where, 1e-6);
    p.length = length(j, "length_mm", where, 1e-6);
    p.width = length(j, "width_mm", where, 1e-6);
    p.quantity = whole(j, "quantity", where);
    if (j.contains("may_rotate")) {
        if (!j.at("may_rotate").is_boolean())
            throw JobFault{fmt::format("{}: 'may_rotate' must be true or false.", where)};
        p.mayRotate = j.at("may_rotate").get<bool>();
    }
    return p;
}

template <typename T, typename F>
void readList(const json& doc, const char* key, const std::string& file, std::vector<T>& into, F read) {
    const json& list = need(doc, key, file);
    if (!list.is_array())
        throw JobFault{fmt::format("{}: '{}' must be a list.", file, key)};
    std::set<std::string> ids;
    for (std::size_t i = 0; i < list.size(); ++i) {
        const std::string where = fmt::format("{}: {}[{}]", file, key, i);
        into.push_back(read(list[i], where));
        if (!ids.insert(into.back().id).second)
            throw JobFault{fmt::format("{}: the id \"{}\" is used twice.", where, into.back().id)};
    }
}

/// Pieces of a job that are laid out, and millionths that all of them may cost: sums of money stay exact.
constexpr std::int64_t mostPieces = 300'000;
constexpr Money mostMoney = 4'000'000'000'000'000'000;

void checkSize(const CutJob& job, const std::string& file) {
    std::int64_t pieces = 0;
    for (const auto& p : job.parts)
        pieces += p.quantity;
    if (pieces > mostPieces)
        throw JobFault{
            fmt::format("{}: parts: {} pieces in all; {} are laid out at most.", file, pieces, mostPieces)};
    for (std::size_t i = 0; i < job.stock.size(); ++i)
        if (pieces > 0 && job.stock[i].price > mostMoney / pieces)
            throw JobFault{
                fmt::format("{}: stock[{}].price: {:g} for each of {} pieces is more money than is reckoned "
                            "with exactly.",
                            file, i, static_cast<double>(job.stock[i].price) / 1e6, pieces)};
}

json mm(Length l) {
    if (l.nm() % 1'000'000 == 0)
        return l.nm() / 1'000'000;
    return l.mm();
}
json money(Money m) {
    if (m % 1'000'000 == 0)
        return m / 1'000'000;
    return static_cast<double>(m) / 1e6;
}

bool overlap(const Offcut& a, const Offcut& b) {
    return a.x < b.x + b.length && b.x < a.x + a.length && a.y < b.y + b.width && b.y < a.y + a.width;
}

} // namespace

tl::expected<CutJob, std::string> readCutJob(const std::string& source, const std::string& file) {
    const auto tree = parseJson(source);
    if (!tree)
        return tl::unexpected(fmt::format("{}: {}.", file, tree.error()));
    const json& doc = *tree;
    try {
        if (!doc.is_object() || doc.value("format", json()) != "upright-owl-cut-job")
            throw JobFault{file + ": this is not a cut job: \"format\" must be \"upright-owl-cut-job\"."};
        if (need(doc, "version", file) != 1)
            throw JobFault{file + ": this program reads version 1 of cut jobs."};
        CutJob job;
        job.kerf = length(doc, "kerf_mm", file, 0);
        job.trim = doc.contains("trim_mm") ? length(doc, "trim_mm", file, 0) : Length();
        readList(doc, "stock", file, job.stock, readStock);
        readList(doc, "parts", file, job.parts, readPart);
        checkSize(job, file);
        return job;
    } catch (const JobFault& f) {
        return tl::unexpected(f.sentence);
    } catch (const json::exception&) {
        return tl::unexpected(file + ": a value has the wrong type.");
    }
}

json cutJobJson(const CutJob& job) {
    json out{{"format", "upright-owl-cut-job"},
             {"version", 1},
             {"kerf_mm", mm(job.kerf)},
             {"trim_mm", mm(job.trim)}};
    out["stock"] = json::array();
    for (const auto& s : job.stock)
        out["stock"].push_back({{"id", s.id},
                                {"material", s.material},
                                {"thickness_mm", mm(s.thickness)},
                                {"kind", s.sheet ? "sheet" : "board"},
                                {"length_mm", mm(s.length)},
                                {"width_mm", mm(s.width)},
                                {"price", money(s.price)},
                                {"available", s.available ? json(*s.available) : json(nullptr)}});
    out["parts"] = json::array();
    for (const auto& p : job.parts)
        out["parts"].push_back({{"id", p.id},
                                {"material", p.material},
                                {"thickness_mm", mm(p.thickness)},
                                {"length_mm", mm(p.length)},
                                {"width_mm", mm(p.width)},
                                {"quantity", p.quantity},
                                {"may_rotate", p.mayRotate}});
    return out;
}

json cutPlanJson(const CutPlan& plan) {
    static constexpr const char* status[] = {"optimal", "feasible", "infeasible"};
    static constexpr const char* reason[] = {"no_stock", "too_large", "not_enough_stock"};
    json out{{"format", "upright-owl-cut-plan"},
             {"version", 1},
             {"status", status[static_cast<int>(plan.status)]},
             {"cost", money(plan.cost)},
             {"lower_bound", money(plan.lowerBound)}};
    out["sheets"] = json::array();
    for (const auto& b : plan.boards) {
        json placed = json::array();
        for (const auto& p : b.placed)
            placed.push_back({{"part", p.part},
                              {"x_mm", mm(p.x)},
                              {"y_mm", mm(p.y)},
                              {"length_mm", mm(p.length)},
                              {"width_mm", mm(p.width)},
                              {"rotated", p.rotated}});
        json offcuts = json::array();
        for (const auto& o : b.offcuts)
            offcuts.push_back({{"x_mm", mm(o.x)},
                               {"y_mm", mm(o.y)},
                               {"length_mm", mm(o.length)},
                               {"width_mm", mm(o.width)}});
        out["sheets"].push_back(
            {{"stock", b.stock}, {"repeat", b.repeat}, {"placed", placed}, {"offcuts", offcuts}});
    }
    out["certificate"] = plan.certificate.empty() ? json{{"part_values", json::object()}} : plan.certificate;
    out["unplaced"] = json::array();
    for (const auto& u : plan.unplaced)
        out["unplaced"].push_back(
            {{"part", u.part}, {"quantity", u.quantity}, {"reason", reason[static_cast<int>(u.reason)]}});
    return out;
}

// All the cuts of one direction at once, then each strip in the other: as deep as the plan is, not as wide.
bool guillotine(const std::vector<Offcut>& grown) {
    if (grown.size() < 2)
        return true;
    for (const bool alongX : {true, false}) {
        const auto low = [&](const Offcut& o) { return alongX ? o.x : o.y; };
        const auto high = [&](const Offcut& o) { return alongX ? o.x + o.length : o.y + o.width; };
        std::vector<Offcut> sorted = grown;
        std::sort(sorted.begin(), sorted.end(),
                  [&](const Offcut& a, const Offcut& b) { return low(a) < low(b); });
        std::vector<std::vector<Offcut>> strips(1, {sorted.front()});
        Length reach = high(sorted.front());
        for (std::size_t i = 1; i < sorted.size(); ++i) {
            if (low(sorted[i]) >= reach)
                strips.emplace_back();
            strips.back().push_back(sorted[i]);
            reach = std::max(reach, high(sorted[i]));
        }
        if (strips.size() > 1)
            return std::all_of(strips.begin(), strips.end(), guillotine);
    }
    return false;
}

std::string faultIn(const CutJob& job, const CutPlan& plan) {
    std::map<std::string, const CutStock*> stock;
    std::map<std::string, const CutPart*> parts;
    std::map<std::string, std::int64_t> open;
    std::map<std::string, std::int64_t> used;
    for (const auto& s : job.stock)
        stock[s.id] = &s;
    for (const auto& p : job.parts) {
        parts[p.id] = &p;
        open[p.id] = p.quantity;
    }
    Money cost = 0;
    for (std::size_t i = 0; i < plan.boards.size(); ++i) {
        const auto& b = plan.boards[i];
        const auto s = stock.find(b.stock);
        if (s == stock.end() || b.repeat < 1 || b.placed.empty())
            return fmt::format("board {}: unknown stock, no parts, or repeated {} times", i, b.repeat);
        cost += s->second->price * b.repeat;
        used[b.stock] += b.repeat;
        const Length L = job.usableLength(*s->second) + job.kerf;
        const Length W = job.usableWidth(*s->second) + job.kerf;
        std::vector<Offcut> grown;
        for (const auto& p : b.placed) {
            const auto part = parts.find(p.part);
            if (part == parts.end() || part->second->material != s->second->material ||
                part->second->thickness != s->second->thickness)
                return fmt::format("board {}: {} does not belong on {}", i, p.part, b.stock);
            const bool turned = p.rotated;
            if ((turned && !part->second->mayRotate) ||
                p.length != (turned ? part->second->width : part->second->length) ||
                p.width != (turned ? part->second->length : part->second->width))
                return fmt::format("board {}: {} has a wrong size or may not be turned", i, p.part);
            open[p.part] -= b.repeat;
            grown.push_back({p.x, p.y, p.length + job.kerf, p.width + job.kerf});
        }
        for (const auto& o : b.offcuts) {
            if (o.length <= Length() || o.width <= Length())
                return fmt::format("board {}: an offcut without size", i);
            grown.push_back({o.x, o.y, o.length + job.kerf, o.width + job.kerf});
        }
        for (const auto& g : grown) {
            if (g.x < Length() || g.y < Length() || g.x + g.length > L || g.y + g.width > W)
                return fmt::format("board {}: something lies outside {}", i, b.stock);
        }
        if (!guillotine(grown)) { // what straight cuts separate does not overlap either
            for (std::size_t k = 0; k < grown.size(); ++k)
                for (std::size_t m = 0; m < k; ++m)
                    if (overlap(grown[k], grown[m]))
                        return fmt::format("board {}: two pieces are less than a kerf apart", i);
            return fmt::format("board {}: it cannot be sawn with straight through cuts", i);
        }
    }
    for (const auto& u : plan.unplaced)
        open[u.part] -= u.quantity;
    for (const auto& [id, n] : open)
        if (n != 0)
            return fmt::format("{}: {} {}", id, std::abs(n), n > 0 ? "missing" : "too many");
    for (const auto& [id, n] : used)
        if (stock.at(id)->available && n > *stock.at(id)->available)
            return fmt::format("{}: {} used, {} there", id, n, *stock.at(id)->available);
    if (cost != plan.cost)
        return "the cost does not add up";
    if (plan.lowerBound > plan.cost)
        return "the bound lies above the cost";
    return {};
}

} // namespace owl
