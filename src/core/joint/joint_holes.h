#pragma once
#include "assembly/assembly.h"
#include "catalog/catalog.h"

namespace owl {

/// Bores what the fasteners of all joints need: clearance in the part they pass, pilots in the one they bite
/// into, blind holes for dowels on both sides. `G` of the wood: hard wood takes wider pilots.
void boreJoints(Assembly& a, double G, const Catalog& catalog);

} // namespace owl
