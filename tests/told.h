#pragma once
// What the tests of a kind ask of a plan of one piece, and what bad input must still do.
#include "solid/query.h"
#include "support.h"

namespace owl::test {

inline const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
inline const Assembly& assemblyOf(const Plan& plan) {
    return first(plan).assembly();
}
inline const Check* checkOf(const Plan& plan, const char* id) {
    return first(plan).hold() ? check(*first(plan).hold(), id) : nullptr;
}

/// Two parts in one place, or two of a joint that do not touch. Empty: all is well.
QString gapOrOverlap(const Assembly& a);
/// Why bad input is not told as it should be: the finding is missing or none of its remedies takes it away,
/// or a part has a size that no part can have. Empty: all is well.
QString notTold(const Project& p, const std::string& id);

} // namespace owl::test
