#include "build/joint_steps.h"

#include "assembly/plugs.h"
#include "build/sentences.h"
#include "joint/way.h"
#include "measure/words.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

const char* const cleaning =
    "Leave what squeezes out until it is rubbery, after 20 to 40 minutes, then cut it off "
    "with a sharp chisel or scraper; wiped while wet it smears into the grain.";
constexpr double longPiece = 1500; // mm: from here on two people (cautions, lifting)

void merge(BuildStep& s, BuildStep&& more) {
    addMissing(s.tools, more.tools);
    addMissing(s.parts, more.parts);
    addMissing(s.fresh, more.fresh);
    addMissing(s.adds, more.adds);
    addMissing(s.shapes, more.shapes);
    addMissing(s.joins, more.joins);
    addMissing(s.cautions, more.cautions);
    s.minutes += more.minutes;
    s.waitMinutes = std::max(s.waitMinutes, more.waitMinutes);
}

} // namespace

void addMissing(std::vector<std::string>& to, const std::vector<std::string>& from) {
    for (const auto& s : from)
        if (std::find(to.begin(), to.end(), s) == to.end())
            to.push_back(s);
}

BuildStep jointStep(const BuildInput& in, const std::vector<const Joint*>& joints, const Catalog& catalog) {
    BuildStep out;
    Sentences before;
    Sentences close;
    Sentences after;
    bool glued = false;
    bool endOn = false;
    Length reach;
    BuildInput all = in;
    all.several = joints.size() > 1;
    for (const Joint* j : joints) {
        const auto step = wayOf(j->how).step(all, *j, catalog);
        BuildStep s = step->run();
        before.add(j->sits, step->host());
        before.add(step->words().before, step->host(), step->words().place);
        close.add(step->words().close, step->host());
        after.add(step->words().after, step->host());
        const bool clamped = step->glued() && j->kind != "pin"; // a rod is wiped and left to itself
        glued = glued || clamped;
        endOn = endOn || (clamped && step->endOn());
        reach = std::max(reach, step->reach());
        if (j == joints.front())
            out = std::move(s);
        else
            merge(out, std::move(s));
    }
    const auto pushed = std::count_if(joints.begin(), joints.end(), [](const Joint* j) {
        return wayOf(j->how).atOnce && j->kind != "pin";
    });
    const bool atOnce = pushed > 1; // screws and nails are driven one by one
    if (endOn)
        out.minutes += catalog.minutes("size_ends");
    for (const std::string& part :
         {before.text(),
          std::string(atOnce ? "Its joints close at once: try the move dry, and have the clamps at hand."
                             : ""),
          std::string(endOn ? "The end grain drinks glue: rub in a first thin coat and wait five minutes."
                            : ""),
          close.text(), after.text(), std::string(glued ? cleaning : ""),
          std::string(glued && !endOn && reach.mm() > longPiece
                          ? "It is long: a second pair of hands at the other end keeps it flush."
                          : "")})
        if (!part.empty())
            out.text += (out.text.empty() ? "" : " ") + part;
    return out;
}

} // namespace owl
