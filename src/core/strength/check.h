#pragma once
// What every figure carries: its working; what every limit state yields: a check; what they add up to: a
// verdict.

#include <optional>
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

/// One limit state: demand against capacity in the same unit, under the combination that uses most of it. A
/// strength is asked for twice, by what stands there (C1) and by a hand as well (C2), each with its own C_D.
struct Check {
    std::string id;
    std::string title;
    double demand = 0;
    double capacity = 0;
    std::string unit;
    Working working;
    std::vector<std::string> cautions;
    bool looks = false;             ///< about appearance (sag, droop), not strength
    bool requirement = false;       ///< met or not met: a detail rule that governs only when it is broken
    std::optional<double> leaning;  ///< utilisation with a hand as well; empty: nobody leans, or no matter
    std::optional<double> standing; ///< utilisation by what stands there; empty: the same as utilisation()
    std::string load;  ///< what asks most: 'a hand of 220 N (49 lbf) at the right end', 'what stands on it'
    std::string place; ///< where: 'wall screws 2 414 mm from the left end'; may be empty
    std::optional<double> atMm; ///< that place from the piece's left end
    /// demand / capacity; infinite when there is demand and no capacity, or when either is not a number.
    [[nodiscard]] double utilisation() const;
    [[nodiscard]] double standingUse() const { return standing.value_or(utilisation()); }
};

/// One combination of a check.
struct Use {
    double demand = 0, capacity = 0;
    [[nodiscard]] double utilisation() const;
};
/// A check of a strength under C1 and, when there is a hand, C2: the worse of the two shows.
Check checkOf(std::string id, std::string title, std::string unit, const Use& standing,
              const std::optional<Use>& leaning);

enum class Status { holds, tight, fails, unknown };
/// 'holds', 'tight', 'fails', 'unknown'.
const char* statusName(Status s);
const char* gradeName(Grade g);

/// How much of the weakest link one combination uses.
struct Margin {
    double utilisation = 0;
    std::string governs; ///< id of the check
    /// 1/utilisation; 0 when there is no load at all.
    [[nodiscard]] double reserve() const { return utilisation > 0 ? 1 / utilisation : 0; }
};

/// The governing check: the largest utilisation of what counts (S12).
struct Verdict {
    Status status = Status::unknown;
    double utilisation = 0; ///< of C1, and of C2 where leaning counts
    double reserve = 0;     ///< 1/utilisation; 0 when there is no load at all
    std::string governs;    ///< id of the check
    Grade grade = Grade::A;
    Margin standing;               ///< by what stands there
    std::optional<Margin> leaning; ///< with a hand as well; empty: no hand was looked at
    bool leaningCounts = true;     ///< somebody may be expected to lean on it (S12.9)
    bool notForLeaning = false;    ///< holds what is planned, but not a hand
};

/// How judge() is to read the checks.
struct JudgeBy {
    Grade worstInput = Grade::B;
    double strengthLimit =
        1; ///< 0.6 above a bed or seat: of strengths, not of looks and rules (S12.3, S12.12)
    bool leaningCounts = true;
};

/// S12: u <= 0.8 holds, <= 1 tight, > 1 fails, of looks only beyond 1.05; a D among the grades and u <= 1 is
/// unknown. A hand that is too much makes a piece fail where people lean, elsewhere only tight (S12.9). No
/// checks: unknown.
Verdict judge(const std::vector<Check>& checks, const JudgeBy& by);

} // namespace owl
