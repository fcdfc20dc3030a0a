#pragma once
// The demo, and the demo with forty more things on its first wall.
#include "project/project_file.h"

inline owl::Project demoProject() {
    return owl::loadProject(std::string(OWL_SOURCE_DIR) + "/demo/harbour-lane.owl").value();
}

inline owl::Project crowdedDemo() {
    auto project = demoProject();
    owl::Wall& wall = project.walls.front();
    for (int i = 0; i < 40; ++i) {
        owl::Obstacle o;
        o.id = "thing-" + std::to_string(i);
        o.kind = i % 3 ? "picture" : "outlet";
        o.x = owl::Length::mm(60 + 85 * i);
        o.z = owl::Length::mm(i % 2 ? 1900 : 260);
        o.width = o.height = owl::Length::mm(70);
        wall.obstacles.push_back(o);
    }
    return project;
}
