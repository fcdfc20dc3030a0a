#include "files/json_text.h"

#include <algorithm>
#include <fmt/format.h>
#include <unordered_set>

namespace owl {
namespace {

void put(nlohmann::json& object, const std::string& key, nlohmann::json&& value) {
    object[key] = std::move(value);
}
/// An ordered object is a row of pairs and looks through all of them when asked for one; the builder knows
/// already that the key is new.
void put(nlohmann::ordered_json& object, const std::string& key, nlohmann::ordered_json&& value) {
    using Object = nlohmann::ordered_json::object_t;
    static_cast<Object::Container&>(object.get_ref<Object&>()).emplace_back(key, std::move(value));
}

/// Builds the tree from the events of the parser; the first fault ends the reading.
template <typename Json> class Builder {
  public:
    explicit Builder(std::string_view text) : text_(text) {}

    bool null() { return take(nullptr); }
    bool boolean(bool v) { return take(v); }
    bool number_integer(std::int64_t v) { return take(v); }
    bool number_unsigned(std::uint64_t v) { return take(v); }
    bool number_float(double v, const std::string&) { return take(v); }
    bool string(std::string& v) { return take(std::move(v)); }
    bool binary(typename Json::binary_t&) { return false; } // no text holds any
    bool start_object(std::size_t) { return open(Json::object()); }
    bool start_array(std::size_t) { return open(Json::array()); }
    bool end_object() { return close(); }
    bool end_array() { return close(); }
    bool key(std::string& v) {
        Level& level = open_.back();
        if (!level.keys.insert(v).second)
            return stop(fmt::format("the key \"{}\" stands twice in one object", shown(v)));
        level.key = std::move(v);
        return true;
    }
    bool parse_error(std::size_t position, const std::string&, const nlohmann::detail::exception& e) {
        if (e.id == 406)
            return stop("a number in it is too large to be read");
        const auto at = std::min(position, text_.size());
        const auto line =
            std::count(text_.begin(), text_.begin() + static_cast<std::ptrdiff_t>(at), '\n') + 1;
        return stop(
            text_.empty() ? std::string("the file is empty")
            : at >= text_.size()
                ? fmt::format("the file breaks off in line {}; it seems cut short", line)
                : fmt::format("line {} is not JSON, so this is another kind of file or it is damaged", line));
    }

    [[nodiscard]] const std::string& fault() const { return fault_; }
    Json take() { return std::move(root_); }

  private:
    struct Level {
        Json value;
        std::string key; ///< the one whose value comes next
        std::unordered_set<std::string> keys;
    };

    bool open(Json&& empty) {
        if (open_.size() >= deepestJson)
            return stop(fmt::format("lists and objects lie deeper in one another than {}", deepestJson));
        open_.push_back({std::move(empty), {}, {}});
        return count();
    }
    bool close() {
        Json done = std::move(open_.back().value);
        open_.pop_back();
        place(std::move(done));
        return true;
    }
    template <typename V> bool take(V&& v) {
        place(Json(std::forward<V>(v)));
        return count();
    }
    void place(Json&& v) {
        if (open_.empty())
            root_ = std::move(v);
        else if (open_.back().value.is_array())
            open_.back().value.push_back(std::move(v));
        else
            put(open_.back().value, open_.back().key, std::move(v));
    }
    bool count() {
        if (++values_ > mostJsonValues)
            return stop(fmt::format("there are more than {} values in it", mostJsonValues));
        return true;
    }
    bool stop(std::string fault) {
        fault_ = std::move(fault);
        return false;
    }
    static std::string shown(const std::string& s) { return s.size() > 60 ? s.substr(0, 57) + "..." : s; }

    std::string_view text_;
    std::vector<Level> open_;
    Json root_;
    std::size_t values_ = 0;
    std::string fault_;
};

template <typename Json> tl::expected<Json, std::string> parsed(std::string_view text) {
    Builder<Json> builder(text);
    if (!Json::sax_parse(text, &builder))
        return tl::unexpected(builder.fault().empty() ? std::string("it cannot be read") : builder.fault());
    return builder.take();
}

} // namespace

tl::expected<nlohmann::ordered_json, std::string> parseJson(std::string_view text) {
    return parsed<nlohmann::ordered_json>(text);
}

tl::expected<nlohmann::json, std::string> parseSortedJson(std::string_view text) {
    return parsed<nlohmann::json>(text);
}

} // namespace owl
