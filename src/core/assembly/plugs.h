#pragma once
// Plugs of wood over screw heads that would show.

#include "assembly/assembly.h"

namespace owl {

/// How deep a plug sits at least, mm: thinner ones break when they are pared flush (trade practice, 1/4 in).
inline constexpr double leastPlug = 6;
/// The word of the steps for one kind of joint: between a plug and the part it sits in.
inline constexpr const char* plugJoint = "plug";

bool isPlug(const Part& p);
/// True for the hole of a plug over a screw of the joint.
bool isPlugHole(const Hole& h, const Joint& j);
/// True when plugs come over the screws of the joint.
bool isPlugged(const Assembly& a, const Joint& j);

/// How deep a screw's head is let in for a plug: head and plug, mm. Nothing where less than half of the wood
/// that the head pulls on (`side`, mm) would stay.
std::optional<double> plugSink(double countersink, double side);

/// Adds a plug over every screw of the joint `id`, its hole in the first part, and the joint between them.
/// `bore`: diameter of the plugs, mm; `head`: height of the screw's head, mm; `wood`: what the plugs are of.
void plugScrews(Assembly& a, const std::string& id, double bore, double head, const std::string& wood);
/// The same for a joint that a support brings: what it adds goes to `parts`, `holes` (part id and hole) and
/// `joints`.
struct PlugsMade {
    std::vector<Part> parts;
    std::vector<std::pair<std::string, Hole>> holes;
    std::vector<Joint> joints;
};
PlugsMade plugsFor(const Joint& j, double bore, double head, const std::string& wood);

} // namespace owl
