#pragma once
// Uses of the one description: set by name, look for unusual values, draw lots, print as a table.

#include "piece/parameters.h"

#include <functional>
#include <nlohmann/json.hpp>
#include <optional>
#include <random>
#include <vector>

namespace owl {

/// An implementation that does nothing; others override what they need.
class QuietParameters : public Parameters {
  public:
    void open(const char* object) override { path_.open(object); }
    void close() override { path_.close(); }
    void length(const About&, Length&, const LengthLimits&) override {}
    void whole(const About&, int&, const WholeLimits&) override {}
    void number(const About&, double&, const NumberLimits&) override {}
    void option(const About&, int&, std::span<const Option>) override {}
    void flag(const About&, bool&) override {}
    void wood(const About&, std::string&) override {}
    void readings(const About&, std::string&) override {}
    void sizes(const About&, std::vector<Length>&, const LengthLimits&) override {}

  protected:
    ParameterPath path_;
};

/// Sets one parameter by its full name from text or JSON. Refuses what lies outside the hard limits.
class ParameterSetter : public QuietParameters {
  public:
    /// From text, as typed: lengths in inches or millimetres.
    ParameterSetter(std::string name, std::string text, bool metric)
        : name_(std::move(name)), text_(std::move(text)), metric_(metric) {}
    /// From a value as it stands in the file: lengths in mm.
    ParameterSetter(std::string name, nlohmann::ordered_json value)
        : name_(std::move(name)), value_(std::move(value)) {}

    void length(const About& a, Length& v, const LengthLimits& limits) override;
    void whole(const About& a, int& v, const WholeLimits& limits) override;
    void number(const About& a, double& v, const NumberLimits& limits) override;
    void option(const About& a, int& v, std::span<const Option> options) override;
    void flag(const About& a, bool& v) override;
    void wood(const About& a, std::string& species) override;
    void readings(const About& a, std::string& text) override;
    void sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) override;
    [[nodiscard]] bool found() const { return found_; }
    [[nodiscard]] const std::string& error() const { return error_; } ///< empty: it was taken
    [[nodiscard]] const std::vector<std::string>& names() const { return names_; }

  private:
    bool mine(const About& a);
    std::optional<double> numberGiven(const About& a);
    std::string name_, text_;
    std::optional<nlohmann::ordered_json> value_;
    bool metric_ = true, found_ = false;
    std::string error_;
    std::vector<std::string> names_;
};

/// Draws every parameter: mostly inside its usual range, at either end now and then, every word of a choice
/// as likely as the others. The same seed gives the same values on every machine.
class ParameterLottery : public QuietParameters {
  public:
    /// `thicknesses`: of boards that are to be had; `species`: the wood.
    ParameterLottery(std::uint64_t seed, bool metric, std::vector<Length> thicknesses, std::string species)
        : engine_(seed), seed_(seed), metric_(metric), thicknesses_(std::move(thicknesses)),
          species_(std::move(species)) {}
    void length(const About& a, Length& v, const LengthLimits& limits) override;
    void whole(const About& a, int& v, const WholeLimits& limits) override;
    void number(const About& a, double& v, const NumberLimits& limits) override;
    void option(const About& a, int& v, std::span<const Option> options) override;
    void flag(const About& a, bool& v) override;
    void wood(const About& a, std::string& species) override;
    void readings(const About& a, std::string& text) override;
    void sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) override;
    /// 0 <= n < most.
    std::uint64_t below(std::uint64_t most) { return engine_() % most; }
    double fraction() { return static_cast<double>(engine_() >> 11) / 9007199254740992.0; }

  private:
    std::mt19937_64 engine_;
    std::uint64_t seed_;
    bool metric_;
    std::vector<Length> thicknesses_;
    std::string species_;
};

/// Values outside their usual range.
class UnusualParameters : public QuietParameters {
  public:
    explicit UnusualParameters(bool metric) : metric_(metric) {}
    void length(const About& a, Length& v, const LengthLimits& limits) override;
    void whole(const About& a, int& v, const WholeLimits& limits) override;
    void number(const About& a, double& v, const NumberLimits& limits) override;
    void sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) override;
    std::vector<std::pair<std::string, std::string>> found; ///< name, sentence

  private:
    bool metric_;
};

/// Every parameter as a JSON row.
class ParameterTable : public QuietParameters {
  public:
    nlohmann::ordered_json rows = nlohmann::ordered_json::array();
    void length(const About& a, Length& v, const LengthLimits& limits) override;
    void whole(const About& a, int& v, const WholeLimits& limits) override;
    void number(const About& a, double& v, const NumberLimits& limits) override;
    void option(const About& a, int& v, std::span<const Option> options) override;
    void flag(const About& a, bool& v) override;
    void wood(const About& a, std::string& species) override;
    void readings(const About& a, std::string& text) override;
    void sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) override;

  private:
    nlohmann::ordered_json& row(const About& a, const char* type);
};

} // namespace owl
