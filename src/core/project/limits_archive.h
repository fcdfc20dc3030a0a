#pragma once
// An archive that looks whether values lie in their ranges; visit(archive, value) of fields_of_file.h.

#include "measure/format.h"
#include "measure/words.h"
#include "project/archive.h"
#include "project/project.h"

#include <algorithm>
#include <memory>

namespace owl {

/// Looks at values where they stand. Told to mend, it moves numbers to the nearest end of their range; else
/// it keeps the first fault and looks no further.
class LimitsArchive {
  public:
    static constexpr bool reading = false;
    struct Report {
        NumberStyle style;
        bool mend = false;
        const Project* known = nullptr; ///< was looked at: what is shared with it need not be
        std::vector<std::string> said;
    };
    explicit LimitsArchive(Report& report) : report_(report) {}

    void length(const char* key, Length& v, Length low, Length high) {
        range(key, v, low, high, [&](Length l) { return formatLength(l, report_.style); });
    }
    void optionalLength(const char* key, std::optional<Length>& v, Length low, Length high) {
        if (v)
            length(key, *v, low, high);
    }
    void lengths(const char* key, std::vector<Length>& v, Length low, Length high) {
        entries(key, v.size());
        for (auto& l : v)
            length(key, l, low, high);
    }
    void number(const char* key, double& v, double low, double high) {
        if (!std::isfinite(v)) {
            say(key, "it is not a number");
            if (report_.mend)
                v = low;
            return;
        }
        range(key, v, low, high, [](double d) { return fmt::format("{:g}", d); });
    }
    void series(const char* key, std::vector<double>& v, double low, double high) {
        if (v.size() > mostOfSeries)
            say(key, fmt::format("these are more than {} numbers", mostOfSeries));
        for (auto& d : v)
            number(key, d, low, high);
    }
    void whole(const char* key, int& v, int low, int high) {
        range(key, v, low, high, [](int i) { return std::to_string(i); });
    }
    void optionalNumber(const char* key, std::optional<double>& v, double low, double high) {
        if (v)
            number(key, *v, low, high);
    }
    void optionalWhole(const char* key, std::optional<int>& v, int low, int high) {
        if (v)
            whole(key, *v, low, high);
    }
    void text(const char* key, const std::string& v) {
        if (v.size() > longestText)
            say(key, fmt::format("this text is longer than {} letters", longestText));
        else if (!readable(v))
            say(key, "some of its letters cannot be read");
    }
    void textIfAny(const char* key, const std::string& v) { text(key, v); }
    void flag(const char*, const bool&) {}
    void word(const char* key, const std::string& v, std::span<const char* const> names) {
        if (std::none_of(names.begin(), names.end(), [&](const char* n) { return v == n; }))
            say(key, fmt::format("\"{}\" is not known", shortened(v)));
    }
    template <typename E> void choice(const char* key, const E& v, std::span<const char* const> names) {
        if (static_cast<std::size_t>(v) >= names.size())
            say(key, "it is none of the choices");
    }
    void texts(const char* key, const std::set<std::string>& v) {
        entries(key, v.size());
        for (const auto& t : v)
            text(key, t);
    }
    template <typename T, typename F> void list(const char* key, std::vector<T>& v, F visit) {
        entries(key, v.size());
        std::set<std::string> ids;
        for (std::size_t i = 0; i < v.size() && go(); ++i) {
            LimitsArchive one(report_, this, key, i, calledOf(v[i]));
            visit(one, v[i]);
            if constexpr (requires { v[i].id; }) {
                if (const std::string why = wrongWithId(v[i].id, key); !why.empty())
                    say(key, fmt::format("\"{}\" is no id; {}", shortened(v[i].id), why));
                else if (!ids.insert(v[i].id).second)
                    say(key, fmt::format("the id \"{}\" is used twice", shortened(v[i].id)));
            }
        }
    }
    template <typename T, typename F> void listIfAny(const char* key, std::vector<T>& v, F visit) {
        list(key, v, visit);
    }
    /// A list that nobody changed is looked at where it stands; only one with a fault is copied to be mended.
    template <typename T, typename F> void shared(const char* key, SharedList<T>& v, F visit) {
        if (report_.known && v.sharedWith(report_.known->log))
            return;
        Report looked{report_.style, false, nullptr, {}};
        LimitsArchive here(looked, parent_, key_, index_, called_);
        here.list(key, const_cast<std::vector<T>&>(v.all()),
                  visit); // NOLINT: told not to mend, it only reads
        if (report_.mend && !looked.said.empty())
            list(key, v.mine(), visit);
        else if (go())
            report_.said.insert(report_.said.end(), looked.said.begin(), looked.said.end());
    }
    template <typename F> void object(const char* key, F visit) {
        LimitsArchive inner(report_, this, key);
        visit(inner);
    }
    template <typename T, typename F> void optionalObject(const char* key, std::optional<T>& v, F visit) {
        if (v)
            object(key, [&](LimitsArchive& a) { visit(a, *v); });
    }
    void require(const char*) {}
    std::unique_ptr<LimitsArchive> enter(const char* key) {
        return std::unique_ptr<LimitsArchive>(new LimitsArchive(report_, this, key));
    }
    void leave(const char*, LimitsArchive&) {}

  private:
    [[nodiscard]] bool go() const { return report_.mend || report_.said.empty(); }
    void say(const char* key, const std::string& what) {
        if (go())
            report_.said.push_back(fmt::format("{}: {}.", within(spoken(key)), what));
    }
    template <typename V, typename F> void range(const char* key, V& v, V low, V high, F shown) {
        if (v >= low && v <= high)
            return;
        const V end = v < low ? low : high;
        say(key, report_.mend ? fmt::format("it stops at {}", shown(end))
                              : fmt::format("{} is outside {} to {}", shown(v), shown(low), shown(high)));
        if (report_.mend)
            v = end;
    }
    void entries(const char* key, std::size_t n) {
        if (n > mostOf(key))
            say(key, fmt::format("these are more than {} entries", mostOf(key)));
    }
    static std::string spoken(std::string key) {
        std::replace(key.begin(), key.end(), '_', ' ');
        return key;
    }
    /// What a thing is called, by itself; null: it has no name.
    template <typename T> static const std::string* calledOf(const T& item) {
        if constexpr (requires { item.name; })
            if (!item.name.empty())
                return &item.name;
        if constexpr (requires { item.id; })
            return &item.id;
        return nullptr;
    }
    /// 'piece Lamp ledge, load, item Teapot': put together only when there is something to say.
    [[nodiscard]] std::string place() const {
        if (!parent_)
            return {};
        std::string mine = spoken(key_);
        if (index_ != none) { // one of a list
            if (mine.ends_with("s"))
                mine.pop_back();
            mine += " " + (called_ ? shortened(*called_) : std::to_string(index_ + 1));
        }
        const std::string outer = parent_->place();
        return outer.empty() ? mine : outer + ", " + mine;
    }
    [[nodiscard]] std::string within(const std::string& name) const {
        const std::string here = place();
        return here.empty() ? name : here + ", " + name;
    }

    static constexpr std::size_t none = static_cast<std::size_t>(-1);
    LimitsArchive(Report& report, const LimitsArchive* parent, const char* key, std::size_t index = none,
                  const std::string* called = nullptr)
        : report_(report), parent_(parent), key_(key), index_(index), called_(called) {}

    Report& report_;
    const LimitsArchive* parent_ = nullptr; ///< null: the project itself
    const char* key_ = "";
    std::size_t index_ = none;
    const std::string* called_ = nullptr;
};

/// Takes out of a file's tree what the document no longer says: optional values that were cleared. `json` is
/// the tree that is about to be written, of the same lists in the same order.
class ClearedArchive {
  public:
    static constexpr bool reading = false;
    explicit ClearedArchive(nlohmann::ordered_json* json) : json_(json) {}

    void length(const char*, const Length&, Length, Length) {}
    void lengths(const char*, const std::vector<Length>&, Length, Length) {}
    void number(const char*, const double&, double, double) {}
    void series(const char*, const std::vector<double>&, double, double) {}
    void whole(const char*, const int&, int, int) {}
    void text(const char*, const std::string&) {}
    void flag(const char*, const bool&) {}
    void word(const char*, const std::string&, std::span<const char* const>) {}
    template <typename E> void choice(const char*, const E&, std::span<const char* const>) {}
    void texts(const char*, const std::set<std::string>&) {}
    void require(const char*) {}

    void optionalLength(const char* key, const std::optional<Length>& v, Length, Length) { gone(key, !v); }
    void optionalNumber(const char* key, const std::optional<double>& v, double, double) { gone(key, !v); }
    void optionalWhole(const char* key, const std::optional<int>& v, int, int) { gone(key, !v); }
    void textIfAny(const char* key, const std::string& v) { gone(key, v.empty()); }
    template <typename T, typename F> void list(const char* key, std::vector<T>& v, F visit) {
        nlohmann::ordered_json* all = find(key);
        for (std::size_t i = 0; all && i < v.size() && i < all->size(); ++i) {
            ClearedArchive one(&(*all)[i]);
            visit(one, v[i]);
        }
    }
    template <typename T, typename F> void listIfAny(const char* key, std::vector<T>& v, F visit) {
        gone(key, v.empty());
        list(key, v, visit);
    }
    template <typename T, typename F> void shared(const char* key, SharedList<T>& v, F visit) {
        list(key, const_cast<std::vector<T>&>(v.all()), visit); // NOLINT: it only reads the list
    }
    template <typename F> void object(const char* key, F visit) {
        ClearedArchive inner(find(key));
        visit(inner);
    }
    template <typename T, typename F> void optionalObject(const char* key, std::optional<T>& v, F visit) {
        gone(key, !v);
        if (v)
            object(key, [&](ClearedArchive& a) { visit(a, *v); });
    }
    std::unique_ptr<ClearedArchive> enter(const char* key) {
        return std::make_unique<ClearedArchive>(find(key));
    }
    void leave(const char*, ClearedArchive&) {}

  private:
    [[nodiscard]] nlohmann::ordered_json* find(const char* key) const {
        if (!json_ || !json_->is_object())
            return nullptr;
        const auto it = json_->find(key);
        return it == json_->end() ? nullptr : &*it;
    }
    void gone(const char* key, bool absent) {
        if (absent && json_ && json_->is_object())
            json_->erase(key);
    }
    nlohmann::ordered_json* json_;
};

} // namespace owl
