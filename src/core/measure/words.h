#pragma once
// Words that come from outside.

#include "measure/format.h"

#include <string>
#include <string_view>
#include <vector>

namespace owl {

/// True when the text can be shown and kept: valid UTF-8 (RFC 3629) and no control characters but line ends
/// and tabs.
bool readable(std::string_view text);

/// The text without control characters other than line ends and tabs; what is no UTF-8 stays as it is.
std::string withoutControls(std::string text);
/// The text as it can stand in any sentence: one that turns the direction of writing is closed in itself (UAX
/// 9: first strong isolate .. pop), so that it turns nothing after it. Others, and closed ones, as they are.
std::string isolated(std::string text);

/// What somebody typed, as it may stand in a sentence: at most 40 bytes cut between letters, '?' for what
/// cannot be shown or turns the direction of writing.
std::string shortened(std::string_view text);
/// The whole text with '?' for each byte that cannot be shown.
std::string shownLetters(std::string_view text);
/// The text with its first letter large when that is one of a to z; other letters stay as they are.
std::string capitalised(std::string text);
/// 'the back', 'the top of section 2', but 'shelf 2': what is numbered has no article.
std::string theName(const std::string& name);
/// 'shelf' of 'shelf 2', 'strip of shelf' of 'strip of shelf 2 of bay 1', 'top' of 'top of section 2'; other
/// names as they are.
std::string withoutNumber(const std::string& name);
/// '1 screw', '4 screws'.
std::string counted(std::size_t n, std::string_view word);
/// A distance that is only a rule of thumb, in round figures: '150 mm', '6 in'.
std::string roundly(Length l, const NumberStyle& style);
/// The order in which screws of something level go in: ', the middle one first, ..'; one alone has none.
std::string inTurn(std::size_t screws);
/// 'a', 'a and b', 'a, b and c'.
std::string listed(const std::vector<std::string>& names);
/// The first letter of a text, whole, as capital when it is one of a to z: an initial.
std::string initial(std::string_view text);

} // namespace owl
