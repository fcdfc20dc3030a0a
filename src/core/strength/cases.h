#pragma once
// Evaluates structure cases (shelf-structure-cases files): each kind is one row in a table.

#include <nlohmann/json.hpp>
#include <tl/expected.hpp>

namespace owl {

/// {"results":[{"id","values"} | {"id","unsupported":kind} | {"id","error":sentence}]}; an error when the
/// file is not a case file at all.
tl::expected<nlohmann::json, std::string> evaluateCases(const nlohmann::json& file);

} // namespace owl
