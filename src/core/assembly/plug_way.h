#pragma once
// Over heads of screws.

namespace owl {

/// What covers the heads of screws that show.
enum class PlugWay {
    filled, ///< wood filler
    bought, ///< plugs as sold
    cut     ///< with a plug cutter from the piece's own offcuts
};

} // namespace owl
