#pragma once
// Reading the inputs of a strength case; a wrong one throws. Internal to strength/.

#include <cmath>
#include <fmt/format.h>
#include <map>
#include <nlohmann/json.hpp>
#include <stdexcept>
#include <string>
#include <vector>

namespace owl::cases {

using json = nlohmann::json;

/// A fault in a case; caught in evaluateCases() and returned as that case's error.
struct CaseFault : std::runtime_error {
    using std::runtime_error::runtime_error;
};

/// No size, force or stiffness of a piece of furniture comes near, in any unit used here.
inline constexpr double beyondAll = 1e16;

inline double num(const json& j, const char* key) {
    if (!j.is_object() || !j.contains(key))
        throw CaseFault(fmt::format("'{}' is missing", key));
    const json& v = j.at(key);
    if (!v.is_number() || !std::isfinite(v.get<double>()))
        throw CaseFault(fmt::format("'{}' must be a number", key));
    if (std::abs(v.get<double>()) > beyondAll)
        throw CaseFault(fmt::format("'{}' is beyond anything in a house", key));
    return v.get<double>();
}
inline double num(const json& j, const char* key, double otherwise) {
    return j.contains(key) && !j.at(key).is_null() ? num(j, key) : otherwise;
}
/// A number of things, from low to high.
inline int wholeNumber(const json& j, const char* key, int otherwise, int low, int high) {
    const double v = num(j, key, otherwise);
    if (v != std::floor(v) || v < low || v > high)
        throw CaseFault(fmt::format("'{}' must be a whole number from {} to {}", key, low, high));
    return static_cast<int>(v);
}
/// A size that must be more than nothing.
inline double positive(const json& j, const char* key) {
    const double v = num(j, key);
    if (v <= 0)
        throw CaseFault(fmt::format("'{}' must be more than 0", key));
    return v;
}
inline double positive(const json& j, const char* key, double otherwise) {
    return j.contains(key) && !j.at(key).is_null() ? positive(j, key) : otherwise;
}
inline std::string text(const json& j, const char* key, const char* otherwise) {
    if (!j.contains(key))
        return otherwise;
    if (!j.at(key).is_string())
        throw CaseFault(fmt::format("'{}' must be a text", key));
    return j.at(key).get<std::string>();
}
inline bool flag(const json& j, const char* key) {
    if (!j.contains(key))
        return false;
    if (!j.at(key).is_boolean())
        throw CaseFault(fmt::format("'{}' must be true or false", key));
    return j.at(key).get<bool>();
}
inline const nlohmann::json& list(const json& j, const char* key) {
    static const json none = json::array();
    if (!j.contains(key) || j.at(key).is_null())
        return none;
    if (!j.at(key).is_array())
        throw CaseFault(fmt::format("'{}' must be a list", key));
    return j.at(key);
}
inline std::vector<double> numbers(const json& j, const char* key) {
    std::vector<double> out;
    for (const auto& v : list(j, key)) {
        if (!v.is_number() || !(std::abs(v.get<double>()) <= beyondAll))
            throw CaseFault(fmt::format("'{}' must hold numbers", key));
        out.push_back(v.get<double>());
    }
    return out;
}
inline std::vector<bool> flags(const json& j, const char* key) {
    std::vector<bool> out;
    for (const auto& v : list(j, key)) {
        if (!v.is_boolean())
            throw CaseFault(fmt::format("'{}' must hold true or false", key));
        out.push_back(v.get<bool>());
    }
    return out;
}

} // namespace owl::cases
