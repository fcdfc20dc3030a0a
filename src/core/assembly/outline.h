#pragma once

namespace owl {

/// Purpose of the cuts that bring boards to one outline when they are glued up: square ends give clamps a
/// hold.
inline constexpr const char* panelOutline = "outline of the panel";
/// Purpose of cuts that run over the joint of glued boards: made when these are one.
inline constexpr const char* acrossBoards = "across the boards";

} // namespace owl
