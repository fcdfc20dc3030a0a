#pragma once
// Older project files, brought to the present version step by step.

#include <nlohmann/json.hpp>

namespace owl {

/// Changes a document of an older version in place; documents of the present version are only tidied (studs
/// given as bare numbers become objects). Never throws on what is malformed: the reader says what is wrong.
void migrateProject(nlohmann::ordered_json& doc);

} // namespace owl
