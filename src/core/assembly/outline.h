#pragma once

namespace owl {

/// Purpose of the cuts that bring boards to one outline when they are glued up: square ends give clamps a
/// hold.
inline constexpr const char* panelOutline = "outline of the panel";

} // namespace owl
