#pragma once
// JSON text into a tree, read once for every reader of the house: what is too deep, doubled or cut short is
// refused before anything walks the tree.

#include <nlohmann/json.hpp>
#include <string>
#include <string_view>
#include <tl/expected.hpp>

namespace owl {

/// Lists and objects inside one another; whoever writes or compares a tree goes as deep as it is.
inline constexpr std::size_t deepestJson = 64;
/// Values in one text: numbers, words, lists, objects.
inline constexpr std::size_t mostJsonValues = 4'000'000;

/// Reads a text whose keys keep their order. Error: a sentence without the file's name, with the line where
/// one helps: no JSON, cut short, nested deeper than `deepestJson`, a key twice in one object, a number too
/// large, more than `mostJsonValues`. Time grows with the length of the text, however many keys an object
/// has.
tl::expected<nlohmann::ordered_json, std::string> parseJson(std::string_view text);
/// The same, with keys in the order of the alphabet.
tl::expected<nlohmann::json, std::string> parseSortedJson(std::string_view text);

} // namespace owl
