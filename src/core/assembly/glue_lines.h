#pragma once
#include "assembly/assembly.h"

namespace owl {

/// Metres of glued joint in a piece, each as long as the box in which its two parts meet. A broad face counts
/// for as many metres as would take the glue that is spread on it. 0 where nothing is glued with wood glue.
double glueMetres(const Assembly& a);

} // namespace owl
