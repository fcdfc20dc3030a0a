#pragma once
// One description of the document's fields serves reading, writing and their limits: visit(archive, value)
// in fields_of_file.h.

#include "measure/parse.h"
#include "measure/words.h"
#include "project/shared_list.h"

#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <memory>
#include <nlohmann/json.hpp>
#include <optional>
#include <set>
#include <span>
#include <string>
#include <tuple>
#include <vector>

namespace owl {

/// Bytes of one text, entries of one list.
inline constexpr std::size_t longestText = 4000, mostEntries = 10'000;
/// What is planned within two seconds and 300 MB (docs/your-work.md): fewer of the lists that cost more than
/// their room.
inline constexpr std::size_t mostOf(std::string_view list) {
    constexpr std::pair<std::string_view, std::size_t> fewer[]{
        {"rooms", 200},           {"walls", 200},        {"corners", 400},
        {"alcoves", 200},         {"pieces", 300},       {"studs", 1000},
        {"proposed_studs", 1000}, {"odd_signals", 1000}, {"obstacles", 1000},
        {"furniture", 1000},      {"openings", 1000},    {"ceiling", 1000},
        {"items", 1000},          {"recipes", 200},      {"coats", 50},
        {"finish_on", 1000},      {"cut_to_fit", 1000},  {"boards", 3000}};
    for (const auto& [name, most] : fewer)
        if (name == list)
            return most;
    return mostEntries;
}
/// And in the whole project: things on pieces; studs, signals and things on walls.
inline constexpr std::size_t mostThings = 3000, mostOnWalls = 5000;
/// Numbers of one series, which stand in one text: 30 m in steps of a tenth of a millimetre. Each is written
/// with as many digits as it takes to read it back, at most 24 letters and a blank.
inline constexpr std::size_t mostOfSeries = 320'000;

/// Ids are joined by slashes, in cut jobs and in the paths of changes. Empty, or what is wrong with it.
/// In `finish_on` it names a part or, behind a slash, one of its faces.
inline std::string wrongWithId(const std::string& id, std::string_view list) {
    const auto slash = id.find('/');
    const bool face = list == "finish_on" && slash != 0 && slash + 1 < id.size() && slash == id.rfind('/');
    if (id.empty() || (slash != std::string::npos && !face))
        return "it must not be empty or hold a slash";
    if (id.size() > 200 || withoutControls(id) != id)
        return "it must be shorter than 200 letters and hold none that cannot be seen";
    return {};
}

/// A fault in a document: where and what would be right. Thrown by Reader, caught in readProject().
struct DocumentFault {
    std::string sentence;
};

/// Writes fields into an object.
class Writer {
  public:
    static constexpr bool reading = false;
    nlohmann::ordered_json out = nlohmann::ordered_json::object();

    static nlohmann::ordered_json millimetres(Length l) {
        if (l.nm() % 1'000'000 == 0)
            return l.nm() / 1'000'000;
        return l.mm();
    }
    void length(const char* key, const Length& v, Length, Length) { out[key] = millimetres(v); }
    void lengths(const char* key, const std::vector<Length>& v, Length, Length) {
        out[key] = nlohmann::ordered_json::array();
        for (Length l : v)
            out[key].push_back(millimetres(l));
    }
    void optionalLength(const char* key, const std::optional<Length>& v, Length, Length) {
        if (v)
            out[key] = millimetres(*v);
    }
    void number(const char* key, const double& v, double, double) { out[key] = tidy(v); }
    /// Many numbers in one text, so that a file stays readable.
    void series(const char* key, const std::vector<double>& v, double, double) {
        std::string all;
        for (double d : v)
            all += fmt::format("{}{}", all.empty() ? "" : " ", d); // the fewest digits that read back as it
        out[key] = all;
    }
    void whole(const char* key, const int& v, int, int) { out[key] = v; }
    void optionalNumber(const char* key, const std::optional<double>& v, double, double) {
        if (v)
            out[key] = tidy(*v);
    }
    void optionalWhole(const char* key, const std::optional<int>& v, int, int) {
        if (v)
            out[key] = *v;
    }
    void text(const char* key, const std::string& v) { out[key] = v; }
    void flag(const char* key, const bool& v) { out[key] = v; }
    void word(const char* key, const std::string& v, std::span<const char* const>) { out[key] = v; }
    template <typename E> void choice(const char* key, const E& v, std::span<const char* const> names) {
        out[key] = names[static_cast<std::size_t>(v)];
    }
    void texts(const char* key, const std::set<std::string>& v) { out[key] = v; }
    template <typename T, typename F> void list(const char* key, const std::vector<T>& v, F visit) {
        out[key] = nlohmann::ordered_json::array();
        for (const auto& item : v) {
            Writer w;
            visit(w, const_cast<T&>(item)); // NOLINT: the visitor only reads when it writes
            out[key].push_back(std::move(w.out));
        }
    }
    template <typename F> void object(const char* key, F visit) {
        Writer w;
        visit(w);
        out[key] = std::move(w.out);
    }
    template <typename T, typename F> void optionalObject(const char* key, std::optional<T>& v, F visit) {
        if (!v)
            return;
        Writer w;
        visit(w, *v);
        out[key] = std::move(w.out);
    }
    void require(const char*) {}
    /// What is only written when there is any.
    void textIfAny(const char* key, const std::string& v) {
        if (!v.empty())
            text(key, v);
    }
    template <typename T, typename F> void listIfAny(const char* key, const std::vector<T>& v, F visit) {
        if (!v.empty())
            list(key, v, visit);
    }
    template <typename T, typename F> void shared(const char* key, const SharedList<T>& v, F visit) {
        list(key, v.all(), visit);
    }
    /// An object in steps: its own archive, given back when it is full.
    static std::unique_ptr<Writer> enter(const char*) { return std::make_unique<Writer>(); }
    void leave(const char* key, Writer& inner) { out[key] = std::move(inner.out); }

  private:
    static nlohmann::ordered_json tidy(double v) {
        if (v == std::floor(v) && std::abs(v) < 1e15)
            return static_cast<std::int64_t>(v);
        return v;
    }
};

/// Reads fields of an object; missing keys keep their default unless require()d. Wrong ones throw a
/// DocumentFault that names file, place and cure.
class Reader {
  public:
    static constexpr bool reading = true;
    /// `units`: what a bare number typed as text is in.
    Reader(const nlohmann::ordered_json& in, std::string place, Units units = Units::metric)
        : in_(in), place_(std::move(place)), units_(units) {
        if (!in_.is_object())
            throw DocumentFault{fmt::format("{}: this must be an object in braces.", place_)};
    }

    void length(const char* key, Length& v, Length low, Length high) {
        if (const auto* j = get(key))
            v = oneLength(*j, at(key), low, high);
    }
    void optionalLength(const char* key, std::optional<Length>& v, Length low, Length high) {
        if (const auto* j = get(key); j && !j->is_null())
            v = oneLength(*j, at(key), low, high);
    }
    void lengths(const char* key, std::vector<Length>& v, Length low, Length high) {
        const auto* j = get(key);
        if (!j)
            return;
        array(*j, key);
        v.clear();
        for (std::size_t i = 0; i < j->size(); ++i)
            v.push_back(oneLength((*j)[i], fmt::format("{}[{}]", at(key), i), low, high));
    }
    void number(const char* key, double& v, double low, double high) {
        const auto* j = get(key);
        if (!j)
            return;
        if (!j->is_number() || !std::isfinite(j->get<double>()))
            throw DocumentFault{fmt::format("{}: {} is not a number.", at(key), shown(*j))};
        v = j->get<double>();
        if (v < low || v > high)
            throw DocumentFault{fmt::format("{}: {} is outside {} to {}.", at(key), shown(*j), low, high)};
    }
    void series(const char* key, std::vector<double>& v, double low, double high) {
        const auto* j = get(key);
        if (!j)
            return;
        if (!j->is_string() || j->get_ref<const std::string&>().size() > mostOfSeries * 25)
            throw DocumentFault{
                fmt::format("{}: it must be numbers in one text, with blanks between.", at(key))};
        v.clear();
        const std::string& text = j->get_ref<const std::string&>();
        const char* p = text.data();
        const char* end = p + text.size();
        while (p != end) {
            if (*p == ' ') {
                ++p;
                continue;
            }
            double d = 0;
            const auto [next, fault] = std::from_chars(p, end, d);
            if (fault != std::errc() || !(d >= low && d <= high))
                throw DocumentFault{fmt::format("{}: its number {} is not one between {} and {}.", at(key),
                                                v.size() + 1, low, high)};
            if (v.size() == mostOfSeries)
                throw DocumentFault{fmt::format("{}: more than {} numbers.", at(key), mostOfSeries)};
            v.push_back(d);
            p = next;
        }
    }
    void whole(const char* key, int& v, int low, int high) {
        double d = v;
        number(key, d, low, high);
        if (d != std::floor(d))
            throw DocumentFault{fmt::format("{}: {} is not a whole number.", at(key), d)};
        v = static_cast<int>(d);
    }
    void optionalNumber(const char* key, std::optional<double>& v, double low, double high) {
        if (const auto* j = get(key); j && !j->is_null()) {
            v = 0.0;
            number(key, *v, low, high);
        }
    }
    void optionalWhole(const char* key, std::optional<int>& v, int low, int high) {
        if (const auto* j = get(key); j && !j->is_null()) {
            v = low;
            whole(key, *v, low, high);
        }
    }
    void text(const char* key, std::string& v) {
        const auto* j = get(key);
        if (!j)
            return;
        if (!j->is_string())
            throw DocumentFault{fmt::format("{}: {} must be a text in quotes.", at(key), shown(*j))};
        v = isolated(withoutControls(j->get<std::string>()));
        if (v.size() > longestText)
            throw DocumentFault{
                fmt::format("{}: this text is longer than {} letters.", at(key), longestText)};
    }
    void flag(const char* key, bool& v) {
        const auto* j = get(key);
        if (!j)
            return;
        if (!j->is_boolean())
            throw DocumentFault{fmt::format("{}: {} must be true or false.", at(key), shown(*j))};
        v = j->get<bool>();
    }
    template <typename E> void choice(const char* key, E& v, std::span<const char* const> names) {
        std::string chosen = names[static_cast<std::size_t>(v)];
        text(key, chosen);
        v = static_cast<E>(indexOf(key, chosen, names));
    }
    /// A text that must be one of the names.
    void word(const char* key, std::string& v, std::span<const char* const> names) {
        text(key, v);
        std::ignore = indexOf(key, v, names);
    }
    void texts(const char* key, std::set<std::string>& v) {
        const auto* j = get(key);
        if (!j)
            return;
        array(*j, key);
        v.clear();
        for (const auto& t : *j) {
            if (!t.is_string())
                throw DocumentFault{fmt::format("{}: {} must be a text in quotes.", at(key), shown(t))};
            v.insert(withoutControls(t.get<std::string>()));
            if (t.get_ref<const std::string&>().size() > longestText)
                throw DocumentFault{
                    fmt::format("{}: a text is longer than {} letters.", at(key), longestText)};
        }
    }
    template <typename T, typename F> void list(const char* key, std::vector<T>& v, F visit) {
        const auto* j = get(key);
        if (!j)
            return;
        array(*j, key);
        v.clear();
        std::set<std::string> ids;
        for (std::size_t i = 0; i < j->size(); ++i) {
            const std::string place = fmt::format("{}[{}]", at(key), i);
            Reader r((*j)[i], place, units_);
            T item{};
            visit(r, item);
            if (const auto* id = r.get("id"); id && id->is_string()) {
                const auto& name = id->get_ref<const std::string&>();
                if (const std::string why = wrongWithId(name, key); !why.empty())
                    throw DocumentFault{
                        fmt::format("{}.id: \"{}\" is no id; {}.", place, shortened(name), why)};
                if (!ids.insert(name).second)
                    throw DocumentFault{fmt::format("{}.id: \"{}\" is used twice; every id must be its own.",
                                                    place, shortened(name))};
            }
            v.push_back(std::move(item));
        }
    }
    template <typename F> void object(const char* key, F visit) {
        if (const auto* j = get(key)) {
            Reader r(*j, at(key), units_);
            visit(r);
        }
    }
    template <typename T, typename F> void optionalObject(const char* key, std::optional<T>& v, F visit) {
        const auto* j = get(key);
        if (!j || j->is_null())
            return;
        Reader r(*j, at(key), units_);
        visit(r, v.emplace());
    }
    void textIfAny(const char* key, std::string& v) { text(key, v); }
    template <typename T, typename F> void listIfAny(const char* key, std::vector<T>& v, F visit) {
        list(key, v, visit);
    }
    template <typename T, typename F> void shared(const char* key, SharedList<T>& v, F visit) {
        list(key, v.mine(), visit);
    }
    /// Null: the file has no such object, everything in it keeps its default.
    [[nodiscard]] std::unique_ptr<Reader> enter(const char* key) const {
        const auto* j = get(key);
        return j ? std::make_unique<Reader>(*j, at(key), units_) : nullptr;
    }
    void leave(const char*, Reader&) {}
    void require(const char* key) const {
        if (!get(key))
            throw DocumentFault{fmt::format("{}: it is missing.", at(key))};
    }
    [[nodiscard]] const nlohmann::ordered_json* get(const char* key) const {
        const auto it = in_.find(key);
        return it == in_.end() ? nullptr : &*it;
    }
    [[nodiscard]] Units units() const { return units_; }
    [[nodiscard]] std::string at(const char* key) const {
        return place_.ends_with(": ") ? place_ + key : fmt::format("{}.{}", place_, key);
    }

  private:
    [[nodiscard]] std::size_t indexOf(const char* key, const std::string& word,
                                      std::span<const char* const> names) const {
        std::string all;
        for (std::size_t i = 0; i < names.size(); ++i) {
            if (word == names[i])
                return i;
            all += (i ? ", " : "") + std::string(names[i]);
        }
        throw DocumentFault{
            fmt::format("{}: \"{}\" is not known; it can be {}.", at(key), shortened(word), all)};
    }
    void array(const nlohmann::ordered_json& j, const char* key) const {
        if (!j.is_array())
            throw DocumentFault{fmt::format("{}: {} must be a list in brackets.", at(key), shown(j))};
        if (j.size() > mostOf(key))
            throw DocumentFault{fmt::format("{}: more than {} entries.", at(key), mostOf(key))};
    }
    static std::string shown(const nlohmann::ordered_json& j) {
        std::string s = j.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace);
        return s.size() > 60 ? s.substr(0, 57) + "..." : s;
    }
    [[nodiscard]] Length oneLength(const nlohmann::ordered_json& j, const std::string& place, Length low,
                                   Length high) const {
        Length v;
        if (j.is_number()) {
            const double mm = j.get<double>();
            if (!std::isfinite(mm) || std::abs(mm) > 1e6)
                throw DocumentFault{
                    fmt::format("{}: {} mm is not a length a room can hold.", place, shown(j))};
            v = Length::mm(mm);
        } else if (j.is_string()) {
            const auto parsed = parseLength(j.get<std::string>(), units_);
            if (!parsed)
                throw DocumentFault{fmt::format("{}: {}", place, parsed.error())};
            v = *parsed;
        } else {
            throw DocumentFault{
                fmt::format("{}: {} is not a length; give millimetres as a number.", place, shown(j))};
        }
        if (v < low || v > high)
            throw DocumentFault{
                fmt::format("{}: {} mm is outside {} to {} mm.", place, v.mm(), low.mm(), high.mm())};
        return v;
    }

    const nlohmann::ordered_json& in_;
    std::string place_;
    Units units_;
};

} // namespace owl
