#pragma once
#include "drawing/drawing.h"
#include "plan/plan.h"

namespace owl {
/// The no-drill zones of a wall: bands where wires and pipes run or may run, those that meet drawn as one.
void drawZones(Pen& pen, const Wall& wall, const WallPlan& plan);
} // namespace owl
