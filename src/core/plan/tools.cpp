#include "plan/tools.h"

#include "measure/format.h"

#include <algorithm>
#include <fmt/format.h>

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

std::vector<const Tool*> lacking(const std::string& words, const ToolChoice& shop, const Catalog& catalog) {
    std::vector<const Tool*> out = namedBy(words, catalog);
    std::erase_if(out, [&](const Tool* t) { return hasTool(shop, *t); });
    return out;
}

std::vector<std::string> beyondReach(const Project& project, const Plan& plan) {
    const ToolChoice& reach = project.tools;
    const auto say = [&](Length l) { return formatLength(l, project.style); };
    const auto past = [](Length limit, Length size) { return limit > Length() && size > limit; };
    Length across;
    Length rip;
    Length thick;
    for (const auto& c : plan.sequence) {
        if (c.atShop || c.guided)
            continue;
        if (!c.rip && past(reach.crosscut, c.to - c.from))
            across = std::max(across, c.to - c.from);
        if (c.rip && past(reach.rip, c.setting))
            rip = std::max(rip, c.setting);
    }
    for (const auto& p : plan.cutJob.parts)
        if (past(reach.cutDepth, p.thickness))
            thick = std::max(thick, p.thickness);
    std::vector<std::string> out;
    if (across > Length())
        out.push_back(
            fmt::format("Boards of {} are crosscut and the saw reaches {}: turn the board over and meet the "
                        "first cut, or run a circular saw along a square.",
                        say(across), say(reach.crosscut)));
    if (rip > Length())
        out.push_back(
            fmt::format("A strip of {} is ripped and the fence goes to {}: fence on the other side, a "
                        "circular saw along a straight edge, or have it ripped where it is bought.",
                        say(rip), say(reach.rip)));
    if (thick > Length())
        out.push_back(
            fmt::format("Boards are {} thick and the saws cut {} in one pass: cut from both faces to the "
                        "same line, or with a band saw, and plane the cut.",
                        say(thick), say(reach.cutDepth)));
    return out;
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
