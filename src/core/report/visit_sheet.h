#pragma once
#include "report/book.h"

namespace owl {

/// A sheet to fill in at a house nobody has seen: the wall with blanks for its measures, studs, outlets; what
/// is sure already (least length over two studs, holes for any offset). The readings are typed back at Place.
std::vector<Block> visitSheet(const Project& project, const Plan& plan, const std::string& wall);

} // namespace owl
