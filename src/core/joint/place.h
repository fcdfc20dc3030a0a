#pragma once
// Fasteners of a joint, placed.

#include "assembly/assembly.h"
#include "catalog/catalog.h"

namespace owl {

/// Which way fasteners of a joint go in, from where they are driven ('below', 'above', 'behind', 'the front',
/// 'the end': of the piece that is nearer, 'the left', 'the right').
Vec3 drivingDirection(const std::string& from, const Vec3& at, const Assembly& a);
/// True when a fastener of the joint comes nearer than `least` mm to one of another joint.
bool meetsOthers(const Joint& j, const Assembly& a, double least);
/// Fills in what the spots of a joint come to: place of the head, direction, length, parts passed.
void placeFasteners(Joint& j, const Assembly& a, double screwDiameter);
/// The same with its own screw.
void placeFasteners(Joint& j, const Assembly& a, const Catalog& catalog);
/// The fasteners of a joint with its screw, placed; one that would meet a fastener that is there already
/// moves along where its parts meet, as little as will do, `end` from where that ends.
void placeClear(Joint& j, const Assembly& a, const Catalog& catalog, Length end);

} // namespace owl
