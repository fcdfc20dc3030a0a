#pragma once
// The JSON Schema of project files, from the same description that reads and writes them.

#include <nlohmann/json.hpp>

namespace owl {

/// JSON Schema (draft 2020-12) of the current version: every key with its type, its limits and its words.
/// docs/project.schema.json is this, and a test holds it to that.
nlohmann::ordered_json projectSchema();

} // namespace owl
