#include "plan/plan_fit.h"

#include "assembly/plugs.h"
#include "measure/words.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

bool equal(const Part& a, const Part& b) {
    return a.length == b.length && a.width == b.width && a.thickness == b.thickness && a.stock == b.stock &&
           withoutNumber(a.name) == withoutNumber(b.name);
}
bool marked(const Piece& piece, const std::string& part) {
    return std::any_of(piece.fits.begin(), piece.fits.end(),
                       [&](const CutToFit& f) { return f.part == part; });
}

/// The names of what it is joined to, as it goes between them.
std::string neighbours(const Assembly& a, const std::string& part) {
    std::vector<std::string> names;
    for (const auto& j : a.joints) {
        const std::string& other = j.first == part ? j.second : j.second == part ? j.first : std::string();
        const Part* p = other.empty() ? nullptr : a.find(other);
        if (p && !isPlug(*p) && std::find(names.begin(), names.end(), theName(p->name)) == names.end())
            names.push_back(theName(p->name));
    }
    if (names.empty())
        return "what stands there";
    std::string out = names.front();
    for (std::size_t i = 1; i < names.size() && i < 3; ++i)
        out += (i + 1 == std::min<std::size_t>(names.size(), 3) ? " and " : ", ") + names[i];
    return out;
}

/// The first step in which it is more than measured: where a joint takes it.
std::vector<BuildStep>::iterator firstUse(PiecePlan& pp, const std::string& part) {
    return std::find_if(pp.steps.begin(), pp.steps.end(), [&](const BuildStep& s) {
        return std::any_of(s.joins.begin(), s.joins.end(), [&](const std::string& id) {
            const Joint* j = pp.assembly().joint(id);
            return j && (j->first == part || j->second == part);
        });
    });
}

/// What is left over on a part that waits to be fitted.
Length leftOver(const PieceInputs& in) {
    return in.metric() ? 10_mm : Length::inches(3, 8);
}

} // namespace

void applyFits(const PieceInputs& in, PiecePlan& pp) {
    const Piece& piece = in.piece;
    auto& parts = pp.made.assembly.parts;
    for (const auto& f : piece.fits)
        for (auto& p : parts) {
            if (p.id != f.part)
                continue;
            if (f.turnedOut > Length()) {
                p.turnedOut = f.turnedOut;
                p.allowance = Length(); // it is cut
                for (auto& q : parts)   // what is equal and not marked itself follows
                    if (q.id != p.id && equal(p, q) && !marked(piece, q.id))
                        q.turnedOut = f.turnedOut;
            } else {
                p.allowance = std::max(p.allowance, leftOver(in));
            }
            p.why.push_back("cut to fit");
        }
}

void addFitSteps(const PieceInputs& in, PiecePlan& pp) {
    const Piece& piece = in.piece;
    for (const auto& f : piece.fits) {
        const Part* p = pp.assembly().find(f.part);
        const auto at = p ? firstUse(pp, f.part) : pp.steps.end();
        if (!p || at == pp.steps.end())
            continue;
        const auto say = [&](Length l) { return formatLength(l, in.style); };
        const auto follow =
            std::count_if(pp.assembly().parts.begin(), pp.assembly().parts.end(), [&](const Part& q) {
                return q.id != p->id && equal(*p, q) && !marked(piece, q.id);
            });
        BuildStep s;
        s.id = fmt::format("{}/fit-{}", piece.id, f.part);
        s.title = "Cut " + theName(p->name) + " to fit";
        s.text = fmt::format(
            "It was left {} over. Hold it in its place against {} as they turned out, mark it with "
            "a knife, saw beside the line and creep up to it.",
            say(std::max(p->allowance, leftOver(in))), neighbours(pp.assembly(), f.part));
        s.text += f.turnedOut > Length()
                      ? fmt::format(" It turned out {}, planned was {}.", say(f.turnedOut), say(p->length))
                      : std::string(" Type its length as it turned out under Build, Cut to fit");
        if (f.turnedOut <= Length())
            s.text += follow > 0 ? fmt::format(": {} equal part{} still uncut follow{}.", follow,
                                               follow > 1 ? "s" : "", follow > 1 ? "" : "s")
                                 : std::string(".");
        s.parts = s.fresh = {f.part};
        s.minutes = 8;
        s.tools = {"marking knife", "fine saw", "square"};
        s.onWall = at->onWall;
        pp.steps.insert(at, std::move(s));
    }
}

} // namespace owl
