#pragma once
// What a dimension of an assembly says, and the field it is typed in: the same in every view.

#include "assembly/assembly.h"
#include "measure/format.h"

#include <cmath>

namespace owl {

/// The number as the tape shows it, rounded to 10 nm first: it is reckoned from two points.
inline std::string wordsOf(const Dimension& q, const NumberStyle& style) {
    return formatNumber(Length::nm(std::llround(norm(q.b - q.a) * 1e5) * 10), style);
}
/// The parameter it shows, as a field of the piece; empty: none.
inline std::string fieldOf(const Dimension& q) {
    return q.parameter.empty() ? std::string() : "piece." + q.parameter;
}

} // namespace owl
