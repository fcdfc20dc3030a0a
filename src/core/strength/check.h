#pragma once
// What every figure carries: its working; what every limit state yields: a check; what they add up to: a
// verdict.

#include <string>
#include <utility>
#include <vector>

namespace owl {

/// How a figure came about: formula, the numbers put in (name, value with unit), result, where the formula is
/// from.
struct Working {
    std::string formula;
    std::vector<std::pair<std::string, std::string>> values;
    std::string result;
    std::string source;
    std::vector<std::string> assumed;
    bool operator==(const Working&) const = default;
};

/// How well an input is known: A measured or stamped, B handbook, C typical of a class, D unknown.
enum class Grade { A, B, C, D };

/// One limit state: demand against capacity in the same unit.
struct Check {
    std::string id;
    std::string title;
    double demand = 0;
    double capacity = 0;
    std::string unit;
    Working working;
    std::vector<std::string> cautions;
    bool looks = false;       ///< about appearance (sag, droop), not strength
    bool requirement = false; ///< met or not met: a detail rule that governs only when it is broken
    /// demand / capacity; infinite when there is demand and no capacity.
    [[nodiscard]] double utilisation() const;
};

enum class Status { holds, tight, fails, unknown };
/// 'holds', 'tight', 'fails', 'unknown'.
const char* statusName(Status s);
const char* gradeName(Grade g);

/// The governing check: the largest utilisation (S12). `limit` is 1, or 0.6 above a bed or seat.
struct Verdict {
    Status status = Status::unknown;
    double utilisation = 0;
    double reserve = 0;  ///< 1/utilisation; 0 when there is no load at all
    std::string governs; ///< id of the check
    Grade grade = Grade::A;
};

/// S12: u <= 0.8 holds, <= 1 tight, > 1 fails; a D among the grades and u <= 1 is unknown. No checks:
/// unknown.
Verdict judge(const std::vector<Check>& checks, Grade worstInput, double limit = 1.0);

} // namespace owl
