#include "build/shape_steps.h"
#include "build/step_maker.h"

#include "assembly/outline.h"
#include "build/feature_work.h"
#include "measure/words.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <tuple>

namespace owl {
namespace {

const char* const banding =
    ": iron the band on, roll it down while it is warm, and trim both edges with a sharp chisel flat on the "
    "face; a veneer's width stands out at each end until then.";

class ShapeSteps : StepMaker {
  public:
    ShapeSteps(const BuildInput& in, const Catalog& c) : StepMaker(in, c) {}

    std::vector<BuildStep> run() {
        shapeParts();
        pinRows();
        return std::move(out_);
    }

  private:
    /// 'shape-base-groove'; ticks of older files name it so. A second groove of the part is
    /// 'shape-base-groove-2'.
    [[nodiscard]] std::string shapeId(const std::string& part, const std::string& kind) const {
        const std::string id = fmt::format("shape-{}-{}", part, kind);
        const auto taken = std::count_if(out_.begin(), out_.end(), [&](const BuildStep& s) {
            return s.id.starts_with(in_.piece + "/" + id);
        });
        return taken ? fmt::format("{}-{}", id, taken + 1) : id;
    }
    void shapeParts() {
        for (const auto& p : a_.parts)
            for (const auto& f : p.features) {
                if (f.id == a_.shapedTogether || f.kind == "pin_row" || f.purpose == panelOutline ||
                    f.purpose == acrossBoards || madeElsewhere(f) || withItsLike(p, f))
                    continue;
                if (f.kind == "band")
                    band(p, f);
                else
                    cut(p, f);
            }
    }

    void cut(const Part& p, const Feature& f) {
        const FeatureWork& work = workOf(f);
        auto& s = add(shapeId(p.id, f.kind), fmt::format("Cut the {} on the {}", spoken(f), p.name),
                      capitalised(f.text) + ".", work.minutes > 0 ? work.minutes : c_.minutes("tongue"));
        s.parts = s.fresh = {p.id};
        s.shapes = {f.id};
        s.tools = work.tools;
        s.cautions = c_.cautionsFor(work.caution);
    }

    /// 'both ends sawn ..' of what is said of the left or the right end; other texts as they are.
    static std::string ofBothEnds(std::string text) {
        for (const std::string_view one : {"left end", "right end"})
            if (text.starts_with(one))
                text.replace(0, one.size(), "both ends");
        return text;
    }
    /// What is cut alike into equal parts is one step, on one setting.
    bool withItsLike(const Part& p, const Feature& f) {
        const std::string ends = ofBothEnds(f.text); // left and right of one part are cut on one setting too
        const std::string word = ends == f.text ? f.text : p.id + ends;
        const auto [known, fresh] =
            alike_.try_emplace({f.kind, word, p.length, p.width, p.thickness}, out_.size());
        if (fresh)
            return false;
        BuildStep& s = out_[known->second];
        s.shapes.push_back(f.id);
        s.minutes += 4;
        if (s.parts.back() == p.id) { // the same at another place of it
            if (s.text != capitalised(f.text) + ".")
                s.text = capitalised(ends) + ".";
            return true;
        }
        s.parts.push_back(p.id);
        s.fresh.push_back(p.id);
        std::vector<std::string> names;
        for (const auto& id : s.parts)
            names.push_back(theName(nameOf(id)));
        const std::string pair =
            s.parts.size() == 2 ? bothOf(nameOf(s.parts[0]), nameOf(s.parts[1])) : std::string();
        const std::string which = !pair.empty()         ? pair
                                  : s.parts.size() == 2 ? listed(names)
                                                        : fmt::format("{} equal parts", s.parts.size());
        if (f.kind == "band") {
            s.title = "Band the edges of " + which;
            s.text = fmt::format("On {}: {}{}", listed(names), f.text, banding);
            return true;
        }
        s.title = fmt::format("Cut the {} on {}", spoken(f), which);
        s.text = fmt::format("On {}, one after the other on the same setting: {}.",
                             pair.empty() ? listed(names) : pair, f.text);
        if (!pair.empty())
            s.text += " They mirror each other: lay them side by side, inner faces up, and mark both first.";
        return true;
    }
    /// 'both sides' of 'left side' and 'right side', 'both ends of the base'; else empty.
    static std::string bothOf(const std::string& one, const std::string& other) {
        const std::string left = "left ";
        const std::string right = "right ";
        if (!one.starts_with(left) || !other.starts_with(right) ||
            one.substr(left.size()) != other.substr(right.size()))
            return {};
        std::string what = one.substr(left.size());
        what.insert(std::min(what.find(" of "), what.size()), "s");
        return "both " + what;
    }
    [[nodiscard]] std::string nameOf(const std::string& id) const {
        const Part* p = a_.find(id);
        return p ? p->name : id;
    }

    /// A sheet's edge that shows.
    void band(const Part& p, const Feature& f) {
        auto& s = add(shapeId(p.id, f.kind), "Band the edge of the " + p.name, capitalised(f.text) + banding,
                      workOf(f).minutes);
        s.parts = s.fresh = {p.id};
        s.shapes = {f.id};
        s.tools = workOf(f).tools;
    }

    /// All rows for shelf pins through one template: holes at one height in all uprights, whatever is a
    /// little off.
    void pinRows() {
        std::vector<std::pair<std::string, std::string>>
            rows; // where the holes are, in which parts and for what
        BuildStep s;
        for (const auto& p : a_.parts)
            for (const auto& f : p.features) {
                if (f.kind != "pin_row")
                    continue;
                const auto known =
                    std::find_if(rows.begin(), rows.end(), [&](const auto& r) { return r.first == f.text; });
                auto& in = known == rows.end() ? rows.emplace_back(f.text, "").second : known->second;
                in += fmt::format("{}in {} for {}", in.empty() ? "" : ", ", theName(p.name), f.whatFor);
                if (s.parts.empty() || s.parts.back() != p.id)
                    s.parts.push_back(p.id);
                s.shapes.push_back(f.id);
                for (const auto& h : p.holes)
                    if (h.id.starts_with(f.id + "-"))
                        s.shapes.push_back(h.id);
            }
        if (rows.empty())
            return;
        std::string places;
        for (const auto& [holes, in] : rows)
            places += fmt::format(" {}: {}.", capitalised(holes), in);
        auto& made =
            add("pin-rows", "Bore the rows of holes for the shelf pins",
                "Make a template of thin sheet with one row of holes, and mark its lower end: turned "
                "over it serves the other side, so that facing holes are at one height to a hair. "
                "Clamp it flush with the lower end each time; a stop on the bit." +
                    places,
                static_cast<double>(s.shapes.size()) * 0.6 + 15);
        made.parts = made.fresh = s.parts;
        made.shapes = std::move(s.shapes);
        made.tools = {"drill with a guide block", "depth stop", "template"};
        made.cautions = c_.cautionsFor("drilling");
    }

    std::map<std::tuple<std::string, std::string, Length, Length, Length>, std::size_t>
        alike_; ///< step of such a cut
};

} // namespace

std::vector<BuildStep> shapeSteps(const BuildInput& in, const Catalog& catalog) {
    return ShapeSteps(in, catalog).run();
}

} // namespace owl
