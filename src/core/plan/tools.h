#pragma once
// Which steps ask for a tool that the shop does not have.

#include "plan/plan.h"

namespace owl {

/// True when the shop has it: the starter set unless it was struck off, others where they were added.
bool hasTool(const ToolChoice& shop, const Tool& tool);

/// The tools that a list in words names and the shop has not.
std::vector<const Tool*> lacking(const std::string& words, const ToolChoice& shop, const Catalog& catalog);

/// Sentences about boards and cuts that are more than the saws reach, with what to do instead.
std::vector<std::string> beyondReach(const Project& project, const Plan& plan);

struct MissingTool {
    const Tool* tool = nullptr;
    std::vector<std::string> steps; ///< titles of the steps that ask for it, each once
};
/// In the order of the catalogue. A step that names two tools with 'or' is done with either.
std::vector<MissingTool> missingTools(const Project& project, const Plan& plan, const Catalog& catalog);

} // namespace owl
