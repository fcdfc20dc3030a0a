#include "project/schema.h"

#include "project/fields_of_file.h"
#include "project/project_file.h"

#include <type_traits>

namespace owl {
namespace {

using Json = nlohmann::ordered_json;

/// An archive that writes down what may stand in a field instead of what stands there.
class SchemaWriter {
  public:
    static constexpr bool reading = false;

    [[nodiscard]] Json schema() const {
        Json out = ofType("object");
        if (!required_.empty())
            out["required"] = required_;
        out["properties"] = properties_;
        return out;
    }

    void length(const char* key, const Length&, Length low, Length high) { put(key, aLength(low, high)); }
    void optionalLength(const char* key, const std::optional<Length>&, Length low, Length high) {
        put(key, aLength(low, high));
    }
    void lengths(const char* key, const std::vector<Length>&, Length low, Length high) {
        put(key, listOf(aLength(low, high), mostOf(key)));
    }
    void number(const char* key, const double&, double low, double high) {
        put(key, between("number", low, high));
    }
    void optionalNumber(const char* key, const std::optional<double>& v, double low, double high) {
        number(key, v.value_or(low), low, high);
    }
    void series(const char* key, const std::vector<double>&, double low, double high) {
        Json rule = ofType("string");
        rule["description"] = fmt::format("numbers between {} and {} with blanks between", low, high);
        put(key, std::move(rule));
    }
    void whole(const char* key, const int&, int low, int high) { put(key, between("integer", low, high)); }
    void optionalWhole(const char* key, const std::optional<int>& v, int low, int high) {
        whole(key, v.value_or(low), low, high);
    }
    void text(const char* key, const std::string&) { put(key, aText()); }
    void textIfAny(const char* key, const std::string& v) { text(key, v); }
    void flag(const char* key, const bool&) { put(key, ofType("boolean")); }
    void word(const char* key, const std::string&, std::span<const char* const> names) { oneOf(key, names); }
    template <typename E> void choice(const char* key, const E&, std::span<const char* const> names) {
        oneOf(key, names);
    }
    void texts(const char* key, const std::set<std::string>&) {
        Json rule = ofType("array");
        rule["items"] = aText();
        put(key, std::move(rule));
    }
    template <typename T, typename F> void list(const char* key, const std::vector<T>&, F visit) {
        SchemaWriter item;
        T one{};
        if constexpr (std::is_same_v<T,
                                     Piece>) { // an object for each kind there is, of which one stands there
            Json kinds = Json::array();
            for (const auto& k : knownKinds()) {
                kinds.push_back(k.id);
                one.params = blankParams(k.id);
                visit(item, one);
            }
            Json names = Json::object();
            names["enum"] = std::move(kinds);
            item.properties_["kind"] = std::move(names);
        } else {
            visit(item, one);
        }
        put(key, listOf(item.schema(), mostOf(key)));
    }
    template <typename T, typename F> void listIfAny(const char* key, const std::vector<T>& v, F visit) {
        list(key, v, visit);
    }
    template <typename T, typename F> void shared(const char* key, const SharedList<T>&, F visit) {
        list(key, std::vector<T>(), visit);
    }
    template <typename F> void object(const char* key, F visit) {
        SchemaWriter inner;
        visit(inner);
        put(key, inner.schema());
    }
    template <typename T, typename F> void optionalObject(const char* key, const std::optional<T>&, F visit) {
        SchemaWriter inner;
        T one{};
        visit(inner, one);
        put(key, inner.schema());
    }
    void require(const char* key) {
        if (std::find(required_.begin(), required_.end(), key) == required_.end())
            required_.emplace_back(key);
    }
    static std::unique_ptr<SchemaWriter> enter(const char*) { return std::make_unique<SchemaWriter>(); }
    void leave(const char* key, SchemaWriter& inner) { put(key, inner.schema()); }

  private:
    // Key by key: a list in braces is held by clang's sanitizer to leak.
    static Json ofType(const char* type) {
        Json rule = Json::object();
        rule["type"] = type;
        return rule;
    }
    template <typename N> static Json between(const char* type, N low, N high) {
        Json rule = ofType(type);
        rule["minimum"] = low;
        rule["maximum"] = high;
        return rule;
    }
    static Json listOf(Json items, std::size_t most) {
        Json rule = ofType("array");
        rule["items"] = std::move(items);
        rule["maxItems"] = most;
        return rule;
    }
    static Json aText() {
        Json rule = ofType("string");
        rule["maxLength"] = longestText;
        return rule;
    }
    static Json aLength(Length low, Length high) {
        Json rule = Json::object();
        rule["type"] = std::vector<std::string>{"number", "string"};
        rule["minimum"] = low.mm();
        rule["maximum"] = high.mm();
        rule["description"] = "millimetres as a number, or a length as people type it";
        return rule;
    }
    void oneOf(const char* key, std::span<const char* const> names) {
        Json rule = Json::object();
        rule["enum"] = std::vector<std::string>(names.begin(), names.end());
        put(key, std::move(rule));
    }
    void put(const std::string& key, Json rule) { properties_[key] = std::move(rule); }

    Json properties_ = Json::object();
    std::vector<std::string> required_;
};

} // namespace

Json projectSchema() {
    SchemaWriter w;
    Project p;
    visit(w, p);
    const Json inner = w.schema();
    Json properties = Json::object();
    properties["format"]["const"] = "upright-owl-project";
    properties["version"]["const"] = projectVersion;
    properties.update(inner.at("properties"));
    Json out = Json::object();
    out["$schema"] = "https://json-schema.org/draft/2020-12/schema";
    out["title"] = fmt::format("Upright Owl project, version {}", projectVersion);
    out["type"] = "object";
    out["required"] = std::vector<std::string>{"format", "version"};
    out["properties"] = std::move(properties);
    out["additionalProperties"] = true;
    return out;
}

} // namespace owl
