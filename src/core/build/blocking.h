#pragma once
// Who stands in whose way when parts of a piece are drawn apart.

#include "build/part_set.h"
#include "solid/query.h"

namespace owl {

struct Assembly;
struct Joint;

/// What binds two parts: the second comes off the first `out` and no other way.
struct Bond {
    std::size_t first, second, joint;
    Vec3 out;
    bool slides = false; // in a housing it can go along as well, though glue takes that ill
};

/// A direction things are moved in. Row i: what part i runs into on its way, bonds aside.
struct Way {
    Vec3 to;
    std::vector<PartSet> pushes;
};

/// Parts are numbered as `parts` has them, joints as `joints` has them.
struct Blocking {
    std::vector<Bond> bonds; ///< blind dowels, and boards let into others
    std::vector<Way> ways;   ///< the axes, and those of bonds and parts that lie across them
    std::vector<PartSet>
        grooves; ///< row i: loose panels in grooves of part i, or parts whose grooves it is in
};
Blocking findBlocking(const Assembly& a, const std::vector<std::size_t>& parts,
                      const std::vector<const Joint*>& joints);

} // namespace owl
