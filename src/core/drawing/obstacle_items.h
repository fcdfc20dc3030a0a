#pragma once
#include "drawing/drawing.h"
#include "room/wall.h"

namespace owl {
/// Something on the wall as its silhouette; `floor` is the y of the floor.
void drawObstacle(Pen& pen, const Obstacle& obstacle, double floor);
} // namespace owl
