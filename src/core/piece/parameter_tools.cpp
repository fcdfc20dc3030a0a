#include "piece/parameter_tools.h"

#include "catalog/catalog.h"
#include "measure/format.h"
#include "measure/number.h"
#include "measure/parse.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <sstream>

namespace owl {
namespace {

std::string shown(Length l, bool metric) {
    NumberStyle s;
    s.units = metric ? Units::metric : Units::imperial;
    return formatLength(l, s);
}

} // namespace

bool ParameterSetter::mine(const About& a) {
    names_.push_back(path_.of(a));
    if (found_ || path_.of(a) != name_)
        return false;
    found_ = true;
    return true;
}

std::optional<double> ParameterSetter::numberGiven(const About& a) {
    if (value_) {
        if (value_->is_number() && std::isfinite(value_->get<double>()))
            return value_->get<double>();
        error_ = fmt::format("{} must be a number.", a.label);
        return std::nullopt;
    }
    const auto v = parseNumber(text_, a.label);
    if (!v) {
        error_ = v.error();
        return std::nullopt;
    }
    return *v;
}

void ParameterSetter::length(const About& a, Length& v, const LengthLimits& limits) {
    if (!mine(a))
        return;
    Length given;
    if (value_) {
        const auto mm = numberGiven(a);
        if (!mm)
            return;
        if (std::abs(*mm) > 1e6) {
            error_ = fmt::format("{} must lie between {} and {}.", a.label, shown(limits.low, metric_),
                                 shown(limits.high, metric_));
            return;
        }
        given = Length::mm(*mm);
    } else {
        const auto parsed = parseLength(text_, metric_ ? Units::metric : Units::imperial);
        if (!parsed) {
            error_ = parsed.error();
            return;
        }
        given = *parsed;
    }
    if (given < limits.low || given > limits.high)
        error_ = fmt::format("{} must lie between {} and {}.", a.label, shown(limits.low, metric_),
                             shown(limits.high, metric_));
    else
        v = given;
}

void ParameterSetter::whole(const About& a, int& v, const WholeLimits& limits) {
    if (!mine(a))
        return;
    const auto given = numberGiven(a);
    if (!given)
        return;
    if (*given != std::floor(*given) || *given < limits.low || *given > limits.high)
        error_ =
            fmt::format("{} must be a whole number between {} and {}.", a.label, limits.low, limits.high);
    else
        v = static_cast<int>(*given);
}

void ParameterSetter::number(const About& a, double& v, const NumberLimits& limits) {
    if (!mine(a))
        return;
    const auto given = numberGiven(a);
    if (!given)
        return;
    if (*given < limits.low || *given > limits.high)
        error_ = fmt::format("{} must lie between {:g} and {:g} {}.", a.label, limits.low, limits.high,
                             limits.unit);
    else
        v = *given;
}

void ParameterSetter::option(const About& a, int& v, std::span<const Option> options) {
    if (!mine(a))
        return;
    const std::string word =
        value_ ? (value_->is_string() ? value_->get<std::string>() : value_->dump()) : text_;
    std::string all;
    for (std::size_t i = 0; i < options.size(); ++i) {
        if (word == options[i].id) {
            v = static_cast<int>(i);
            return;
        }
        if (options[i].offered)
            all += (all.empty() ? "" : ", ") + std::string(options[i].id);
    }
    error_ = fmt::format("\"{}\" is not one of the choices: {}.", shortened(word), all);
}

void ParameterSetter::flag(const About& a, bool& v) {
    if (!mine(a))
        return;
    if (value_ ? value_->is_boolean()
               : text_ == "yes" || text_ == "no" || text_ == "true" || text_ == "false")
        v = value_ ? value_->get<bool>() : text_ == "yes" || text_ == "true";
    else
        error_ = fmt::format("{} must be yes or no.", a.label);
}

void ParameterSetter::wood(const About& a, std::string& species) {
    if (!mine(a))
        return;
    const std::string word = value_ && value_->is_string() ? value_->get<std::string>() : text_;
    if (const Species* wood = catalog().findSpecies(word); wood && !wood->sheet)
        species = word;
    else
        error_ =
            fmt::format("\"{}\" is not a known wood; see the catalogue subject species.", shortened(word));
}

void ParameterSetter::readings(const About& a, std::string& text) {
    if (!mine(a))
        return;
    const std::string given = value_ && value_->is_string() ? value_->get<std::string>() : text_;
    if (given.size() > 4000 || !readable(given))
        error_ = "These readings cannot be read; type pairs like 0 3, 250 8.";
    else
        text = given;
}

void ParameterSetter::sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) {
    if (!mine(a))
        return;
    std::vector<Length> out;
    const auto take = [&](const std::string& name, const std::string& text,
                          const std::optional<nlohmann::ordered_json>& value) {
        ParameterSetter one = value ? ParameterSetter(name, *value) : ParameterSetter(name, text, metric_);
        Length l;
        one.length(a, l, limits);
        out.push_back(l);
        error_ = one.error();
        return error_.empty();
    };
    if (value_) {
        for (const auto& j : value_->is_array() ? *value_ : nlohmann::ordered_json::array({*value_}))
            if (!take(name_, {}, j))
                return;
    } else {
        // Semicolons between; commas too where no decimal comma can be meant.
        const char mark = text_.find(';') != std::string::npos ? ';' : ',';
        std::stringstream all(text_);
        std::string one;
        while (std::getline(all, one, mark))
            if (one.find_first_not_of(" \t") != std::string::npos && !take(name_, one, std::nullopt))
                return;
    }
    if (out.size() > 40)
        error_ = fmt::format("{}: forty sizes at most.", a.label);
    else
        v = std::move(out);
}

void ParameterLottery::length(const About&, Length& v, const LengthLimits& limits) {
    const std::uint64_t kind = below(10);
    const double f = fraction();
    if (limits.board) {
        std::vector<Length> fit;
        for (Length t : thicknesses_)
            if (t >= limits.usualLow && t <= limits.usualHigh)
                fit.push_back(t);
        if (!fit.empty()) {
            v = fit[static_cast<std::size_t>(f * static_cast<double>(fit.size()))];
            return;
        }
    }
    // Whole millimetres or sixteenths, the ends themselves now and then.
    const Length step = metric_ ? 1_mm : Length::inches(1, 16);
    const Length span = limits.usualHigh - limits.usualLow;
    const std::int64_t places = span.nm() / step.nm() + 1;
    const auto drawn = static_cast<std::int64_t>(f * static_cast<double>(places));
    v = kind == 0 ? limits.usualLow : kind == 1 ? limits.usualHigh : limits.usualLow + step * drawn;
    v = std::min(v, limits.usualHigh);
}

void ParameterLottery::whole(const About&, int& v, const WholeLimits& limits) {
    v = limits.usualLow +
        static_cast<int>(below(static_cast<std::uint64_t>(limits.usualHigh - limits.usualLow) + 1));
}

void ParameterLottery::number(const About&, double& v, const NumberLimits& limits) {
    const std::uint64_t kind = below(10);
    const double f = fraction();
    v = kind == 0   ? limits.usualLow
        : kind == 1 ? limits.usualHigh
                    : std::round((limits.usualLow + f * (limits.usualHigh - limits.usualLow)) * 2) / 2;
    v = std::clamp(v, limits.usualLow, limits.usualHigh);
}

void ParameterLottery::option(const About&, int& v, std::span<const Option> options) {
    std::vector<int> offered;
    for (std::size_t i = 0; i < options.size(); ++i)
        if (options[i].offered)
            offered.push_back(static_cast<int>(i));
    v = offered[below(offered.size())];
}

void ParameterLottery::flag(const About& a, bool& v) {
    if (!a.apart) {
        v = below(2) == 1;
        return;
    }
    std::uint64_t mixed = seed_; // a place of its own in the row of seeds, by its name
    for (const char* c = a.name; *c; ++c)
        mixed = mixed * 31 + static_cast<unsigned char>(*c);
    v = std::mt19937_64(mixed)() % 2 == 1;
}

void ParameterLottery::wood(const About&, std::string& species) {
    species = species_;
}

void ParameterLottery::readings(const About&, std::string& text) {
    text.clear();
    if (below(3) > 0)
        return;
    for (int x = 0; x <= 3000; x += 250)
        text += fmt::format("{}{} {}", text.empty() ? "" : ", ", x, below(16));
}

void ParameterLottery::sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) {
    v.clear();
    if (below(4) > 0)
        return;
    for (std::uint64_t n = 2 + below(3); n > 0; --n) {
        v.emplace_back();
        length(a, v.back(), limits);
    }
}

void UnusualParameters::length(const About& a, Length& v, const LengthLimits& limits) {
    if (a.applies && (v < limits.usualLow || v > limits.usualHigh))
        found.emplace_back(path_.of(a),
                           fmt::format("{} {}: usually {} to {}.", a.label, shown(v, metric_),
                                       shown(limits.usualLow, metric_), shown(limits.usualHigh, metric_)));
}
void UnusualParameters::sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) {
    for (Length l : v)
        if (const std::size_t before = found.size(); length(a, l, limits), found.size() > before)
            return; // said once
}
void UnusualParameters::whole(const About& a, int& v, const WholeLimits& limits) {
    if (a.applies && (v < limits.usualLow || v > limits.usualHigh))
        found.emplace_back(path_.of(a), fmt::format("{} {}: usually {} to {}.", a.label, v, limits.usualLow,
                                                    limits.usualHigh));
}
void UnusualParameters::number(const About& a, double& v, const NumberLimits& limits) {
    if (a.applies && (v < limits.usualLow || v > limits.usualHigh))
        found.emplace_back(path_.of(a), fmt::format("{} {:g}: usually {:g} to {:g} {}.", a.label, v,
                                                    limits.usualLow, limits.usualHigh, limits.unit));
}

nlohmann::ordered_json& ParameterTable::row(const About& a, const char* type) {
    rows.push_back({{"name", path_.of(a)}, {"label", a.label}, {"type", type}});
    if (*a.help)
        rows.back()["help"] = a.help;
    return rows.back();
}
void ParameterTable::length(const About& a, Length& v, const LengthLimits& limits) {
    auto& r = row(a, "length_mm");
    r["low"] = limits.low.mm();
    r["high"] = limits.high.mm();
    r["usual_low"] = limits.usualLow.mm();
    r["usual_high"] = limits.usualHigh.mm();
    r["default"] = v.mm();
}
void ParameterTable::whole(const About& a, int& v, const WholeLimits& limits) {
    auto& r = row(a, "whole");
    r["low"] = limits.low;
    r["high"] = limits.high;
    r["usual_low"] = limits.usualLow;
    r["usual_high"] = limits.usualHigh;
    r["default"] = v;
}
void ParameterTable::number(const About& a, double& v, const NumberLimits& limits) {
    auto& r = row(a, "number");
    r["unit"] = limits.unit;
    r["low"] = limits.low;
    r["high"] = limits.high;
    r["usual_low"] = limits.usualLow;
    r["usual_high"] = limits.usualHigh;
    r["default"] = v;
}
void ParameterTable::option(const About& a, int& v, std::span<const Option> options) {
    auto& r = row(a, "choice");
    r["choices"] = nlohmann::ordered_json::array();
    for (const auto& o : options)
        if (o.offered)
            r["choices"].push_back({{"id", o.id}, {"words", o.words}});
    r["default"] = options[static_cast<std::size_t>(v)].id;
}
void ParameterTable::flag(const About& a, bool& v) {
    row(a, "flag")["default"] = v;
}
void ParameterTable::wood(const About& a, std::string& species) {
    row(a, "species")["default"] = species;
}
void ParameterTable::readings(const About& a, std::string& text) {
    row(a, "readings")["default"] = text;
}

void ParameterTable::sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) {
    auto& r = row(a, "lengths_mm");
    r["each_low"] = limits.low.mm();
    r["each_high"] = limits.high.mm();
    r["usual_low"] = limits.usualLow.mm();
    r["usual_high"] = limits.usualHigh.mm();
    r["default"] = nlohmann::ordered_json::array();
    for (Length l : v)
        r["default"].push_back(l.mm());
}

} // namespace owl
