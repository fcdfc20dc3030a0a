#pragma once
// Reading the shipped reference data. Internal to the catalogue.

#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <stdexcept>
#include <string>
#include <vector>

namespace owl {

/// One row of a subject, read with the name of the place in every complaint.
class Row {
  public:
    Row(const std::string& subject, std::size_t index, const nlohmann::ordered_json& row)
        : place_(fmt::format("{}: row {}", subject, index + 1)), row_(row) {}
    [[nodiscard]] std::string text(const char* key) const {
        const auto it = row_.find(key);
        if (it == row_.end())
            return {};
        if (it->is_string())
            return it->get<std::string>();
        if (it->is_number())
            return it->dump();
        throw std::runtime_error(fmt::format("{}: '{}' must be a text", place_, key));
    }
    [[nodiscard]] double number(const char* key) const {
        const auto it = row_.find(key);
        if (it == row_.end())
            throw std::runtime_error(fmt::format("{}: '{}' is missing", place_, key));
        if (!it->is_number())
            throw std::runtime_error(fmt::format("{}: '{}' must be a number", place_, key));
        return it->get<double>();
    }
    [[nodiscard]] double number(const char* key, double otherwise) const {
        const auto it = row_.find(key);
        return it == row_.end() || !it->is_number() ? otherwise : it->get<double>();
    }
    [[nodiscard]] bool flag(const char* key) const { return row_.value(key, false); }
    [[nodiscard]] std::vector<std::string> texts(const char* key) const {
        std::vector<std::string> out;
        if (row_.contains(key))
            for (const auto& v : row_.at(key))
                out.push_back(v.get<std::string>());
        return out;
    }
    [[nodiscard]] std::vector<double> numbers(const char* key) const {
        std::vector<double> out;
        if (row_.contains(key))
            for (const auto& v : row_.at(key))
                out.push_back(v.get<double>());
        return out;
    }

    [[nodiscard]] const nlohmann::ordered_json& whole() const { return row_; }

  private:
    std::string place_;
    const nlohmann::ordered_json& row_;
};

/// A number inside a text of the reference data; throws std::runtime_error when there is none.
double numberIn(const std::string& text);
/// The words of a list in a text, empty ones too.
std::vector<std::string> split(const std::string& text, char by);

} // namespace owl
