#pragma once
// Studs as people read them off a tape.

#include "measure/format.h"
#include "room/wall.h"

#include <tl/expected.hpp>

namespace owl {

/// Reads stud centres from tape readings with semicolons or line ends between: running readings from the left
/// corner (`410; 812; 1208`), gaps from the one before (`410; +402; +396`), or both. The order typed is kept.
/// Error: the reading that was not understood, or one beyond 30 m.
tl::expected<std::vector<FoundStud>, std::string> parseStudReadings(const std::string& text,
                                                                    const NumberStyle& style);
/// The readings as they would be typed again.
std::string studReadingsText(const std::vector<FoundStud>& studs, const NumberStyle& style);

/// Takes over the proposals of a scan that are at least this sure; the wall then has its studs one by one. A
/// stud already known within 15 mm is not entered twice.
void acceptProposed(Wall& wall, double atLeast);
/// Takes over one proposal.
void acceptProposal(Wall& wall, Length x);

} // namespace owl
