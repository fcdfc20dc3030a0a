#pragma once
// A wall nobody has seen yet: what is sure to meet studs wherever they are.

#include "measure/length.h"

#include <vector>

namespace owl {

/// Least piece length that lies over two studs whatever their offset: two spacings and both end margins
/// (S7.2: the count is never less than (length - 2 margin) / spacing, rounded down).
Length lengthSureOfTwo(Length spacing, Length endMargin);

/// Holes from the piece's left end such that, wherever the studs stand, two of them meet a stud each no
/// further than `aim` from its middle: every residue of the spacing is covered twice, a spacing apart. Empty
/// when the piece is too short or `aim` is not positive.
std::vector<Length> holesForAnyOffset(Length pieceLength, Length spacing, Length endMargin, Length aim);

/// How far from a stud's middle a screw of diameter d may go: 1.5 d of wood stay at its edge (S7.4).
Length aimOf(Length studWidth, double d);

} // namespace owl
