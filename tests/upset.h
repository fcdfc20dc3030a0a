#pragma once
// A document with one of its fields changed, whichever: what the file describes is walked by the same visit()
// that reads and writes it, so that a new field is among them by itself.

#include "project/fields_of_file.h"

#include <random>

namespace owl::test {

/// What one walk has seen and done.
struct UpsetState {
    std::size_t at = 0; ///< the field to change, by its number
    std::size_t seen = 0;
    std::string key; ///< of the one that was changed
    std::mt19937_64 lots;
    /// True for the field to change.
    bool here(const char* name) {
        if (seen++ != at)
            return false;
        key = name;
        return true;
    }
};

/// An archive that counts fields and changes the one in hand to another value within its limits.
class Upset {
  public:
    static constexpr bool reading = false;
    explicit Upset(UpsetState& s) : s_(s) {}

    void length(const char* key, Length& v, Length low, Length high) {
        if (s_.here(key))
            v = other(v, low, high);
    }
    void optionalLength(const char* key, std::optional<Length>& v, Length low, Length high) {
        if (s_.here(key))
            v = other(v.value_or(low), low, high);
    }
    void lengths(const char* key, std::vector<Length>& v, Length low, Length high) {
        if (s_.here(key) && !v.empty())
            v.back() = other(v.back(), low, high);
    }
    void number(const char* key, double& v, double low, double high) {
        if (s_.here(key))
            v = std::clamp(v > low + 1 ? v - 1 : v + 0.5, low, high);
    }
    void optionalNumber(const char* key, std::optional<double>& v, double low, double high) {
        if (s_.here(key))
            v = std::clamp(v.value_or(low) + 1, low, high);
    }
    void series(const char* key, std::vector<double>& v, double, double) {
        if (s_.here(key) && !v.empty())
            v.pop_back();
    }
    void whole(const char* key, int& v, int low, int high) {
        if (s_.here(key))
            v = v < high ? v + 1 : low;
    }
    void optionalWhole(const char* key, std::optional<int>& v, int low, int high) {
        if (s_.here(key))
            v = v.value_or(low) < high ? v.value_or(low) + 1 : low;
    }
    void text(const char* key, std::string& v) {
        if (s_.here(key))
            v += "x";
    }
    void textIfAny(const char* key, std::string& v) { text(key, v); }
    void flag(const char* key, bool& v) {
        if (s_.here(key))
            v = !v;
    }
    void word(const char* key, std::string& v, std::span<const char* const> names) {
        if (s_.here(key))
            v = names[s_.lots() % names.size()];
    }
    template <typename E> void choice(const char* key, E& v, std::span<const char* const> names) {
        if (s_.here(key))
            v = static_cast<E>((static_cast<std::size_t>(v) + 1 + s_.lots() % names.size()) % names.size());
    }
    void texts(const char* key, std::set<std::string>& v) {
        if (s_.here(key))
            v.insert("x");
    }
    template <typename T, typename F> void list(const char* key, std::vector<T>& v, F visit) {
        if (s_.here(key) && v.size() > 1)
            v.pop_back();
        for (auto& item : v)
            visit(*this, item);
    }
    template <typename T, typename F> void listIfAny(const char* key, std::vector<T>& v, F visit) {
        list(key, v, visit);
    }
    template <typename F> void object(const char*, F visit) { visit(*this); }
    template <typename T, typename F> void optionalObject(const char* key, std::optional<T>& v, F visit) {
        if (s_.here(key))
            v.reset();
        if (v)
            visit(*this, *v);
    }
    template <typename T, typename F>
    void shared(const char*, SharedList<T>&, F) {} // the log: nobody plans by it
    void require(const char*) {}
    std::unique_ptr<Upset> enter(const char*) { return std::make_unique<Upset>(s_); }
    void leave(const char*, Upset&) {}

  private:
    [[nodiscard]] static Length other(Length v, Length low, Length high) {
        const Length by = 7_mm;
        return v + by <= high ? v + by : std::max(low, v - by);
    }
    UpsetState& s_;
};

/// How many fields a document has.
inline std::size_t fieldsOf(Project p) {
    UpsetState s;
    s.at = static_cast<std::size_t>(-1);
    Upset archive(s);
    visit(archive, p);
    return s.seen;
}
/// The document with that field changed, as it is read back, and what the field is called; empty where no
/// file may say so.
inline std::pair<std::optional<Project>, std::string> upset(const Project& of, std::size_t field,
                                                            std::uint64_t seed) {
    UpsetState s;
    s.at = field;
    s.lots.seed(seed);
    Project p = of;
    Upset archive(s);
    visit(archive, p);
    auto read = readProject(writeProject(p), "upset.owl");
    if (!read)
        return {std::nullopt, s.key};
    return {std::move(*read), s.key};
}

} // namespace owl::test
