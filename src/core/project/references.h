#pragma once
// Names by which one object of the document speaks of another. Internal to project/.

#include "project/project.h"

namespace owl {

/// Throws a DocumentFault that begins with `file` when a name stands for nothing: walls of pieces and
/// corners, kinds of things, constructions, finishes, woods; or when ids are empty or hold a slash.
void checkReferences(const Project& project, const std::string& file);

} // namespace owl
