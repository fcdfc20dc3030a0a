#pragma once
// Words that come from outside.

#include <string>
#include <string_view>

namespace owl {

/// True when the text can be shown and kept: valid UTF-8 (RFC 3629) and no control characters but line ends
/// and tabs.
bool readable(std::string_view text);

/// What somebody typed, as it may stand in a sentence: at most 40 bytes cut between letters, '?' for what
/// cannot be shown.
std::string shortened(std::string_view text);

} // namespace owl
