#pragma once
// Sheets that backs and cases are made of, by their ids in the catalogue.

#include "catalog/catalog.h"
#include "piece/parameters.h"

#include <array>

namespace owl {

struct Part;

/// In the order of sheetOptions.
enum class SheetKind { birchPly, hardwoodPly, mdf };
inline constexpr std::array sheetOptions{Option{"ply_birch", "birch plywood"},
                                         Option{"ply_hard_vc", "hardwood-faced plywood"},
                                         Option{"mdf", "MDF"}};

const Species* sheetOf(SheetKind kind, const Catalog& catalog);
/// The thickness in which it is sold that is nearest to the one asked for.
Length nearestSheet(SheetKind kind, Length asked);
/// The part is cut from that sheet.
void makeOfSheet(Part& part, SheetKind kind, const Catalog& catalog);

} // namespace owl
