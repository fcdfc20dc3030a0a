#pragma once
// Cut jobs and cut plans by the contract upright-owl-cut-job / -plan. All geometry in whole nanometres, money
// in millionths.

#include "measure/length.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace owl {

using Money = std::int64_t; ///< millionths

struct CutStock {
    std::string id, material;
    Length thickness;
    bool sheet = false;
    Length length, width;
    Money price = 0;
    std::optional<int> available; ///< empty = as many as you like
    bool operator==(const CutStock&) const = default;
};
struct CutPart {
    std::string id, material;
    Length thickness, length, width;
    int quantity = 1;
    bool mayRotate = false;
    std::string together; ///< parts with the same word come out of one board, side by side; empty: any board
    bool operator==(const CutPart&) const = default;
};
struct CutJob {
    Length kerf, trim;
    std::vector<CutStock> stock;
    std::vector<CutPart> parts;
    bool operator==(const CutJob&) const = default;
    /// The usable rectangle of a stock; not positive: useless.
    [[nodiscard]] Length usableLength(const CutStock& s) const { return s.length - trim * 2; }
    [[nodiscard]] Length usableWidth(const CutStock& s) const {
        return s.sheet ? s.width - trim * 2 : s.width;
    }
};

/// A part as it lies on its board; origin at a corner of the usable rectangle, extents as placed.
struct Placed {
    std::string part;
    Length x, y, length, width;
    bool rotated = false;
};
struct Offcut {
    Length x, y, length, width;
};
struct CutBoard {
    std::string stock;
    int repeat = 1;
    std::vector<Placed> placed;
    std::vector<Offcut> offcuts;
};
enum class UnplacedReason { noStock, tooLarge, notEnoughStock };
struct Unplaced {
    std::string part;
    int quantity = 0;
    UnplacedReason reason = UnplacedReason::noStock;
};
enum class CutStatus { optimal, feasible, infeasible };
struct CutPlan {
    CutStatus status = CutStatus::optimal;
    bool provenAsAsked = false; ///< nothing cheaper keeps the strips together that were asked for
    Money cost = 0, lowerBound = 0;
    std::vector<CutBoard> boards;
    std::vector<Unplaced> unplaced;
    nlohmann::ordered_json certificate = nlohmann::ordered_json::object();
};

/// Reads a job. Error: a sentence naming the place.
tl::expected<CutJob, std::string> readCutJob(const std::string& text, const std::string& file);
nlohmann::ordered_json cutJobJson(const CutJob& job);
nlohmann::ordered_json cutPlanJson(const CutPlan& plan);

/// Checks a plan against its job without trusting the solver: inside the board, a kerf apart, guillotine,
/// every part exactly once or unplaced, availability, cost re-added. Empty = sound; else the first violation.
std::string faultIn(const CutJob& job, const CutPlan& plan);
/// True when straight edge-to-edge cuts separate all rectangles (already grown by the kerf).
bool guillotine(const std::vector<Offcut>& grown);

} // namespace owl
