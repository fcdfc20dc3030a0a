#include "plan/tools.h"

#include <algorithm>

namespace owl {
namespace {

/// The tools that a word of a step names, the longest word first: a long drill bit is not any drill.
std::vector<const Tool*> namedBy(const std::string& words, const Catalog& catalog) {
    std::vector<const Tool*> out;
    for (const auto& t : catalog.tools)
        if (std::any_of(t.words.begin(), t.words.end(),
                        [&](const std::string& w) { return words.find(w) != std::string::npos; }))
            out.push_back(&t);
    return out;
}

} // namespace

bool hasTool(const ToolChoice& shop, const Tool& tool) {
    return tool.starter ? !shop.without.contains(tool.id) : shop.also.contains(tool.id);
}

std::vector<MissingTool> missingTools(const Project& project, const Plan& plan, const Catalog& catalog) {
    std::vector<MissingTool> out;
    for (const auto& t : catalog.tools)
        if (!hasTool(project.tools, t))
            out.push_back({&t, {}});
    const auto note = [&](const Tool* tool, const std::string& step) {
        for (auto& m : out)
            if (m.tool == tool && std::find(m.steps.begin(), m.steps.end(), step) == m.steps.end())
                m.steps.push_back(step);
    };
    for (const auto& pp : plan.pieces)
        for (const auto& s : pp.steps)
            for (const auto& words : s.tools) {
                const auto named = namedBy(words, catalog);
                const bool either = words.find(" or ") != std::string::npos &&
                                    std::any_of(named.begin(), named.end(),
                                                [&](const Tool* t) { return hasTool(project.tools, *t); });
                if (either)
                    continue;
                for (const Tool* t : named)
                    note(t, s.title);
            }
    std::erase_if(out, [](const MissingTool& m) { return m.steps.empty(); });
    return out;
}

} // namespace owl
