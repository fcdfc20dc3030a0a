#include "build/steps.h"

#include "assembly/outline.h"
#include "assembly/plugs.h"

#include "build/bore_steps.h"
#include "build/feature_work.h"
#include "build/joint_steps.h"
#include "build/order.h"
#include "build/rings.h"
#include "build/shape_steps.h"
#include "build/step_maker.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace owl {
namespace {

class Steps : StepMaker {
  public:
    Steps(const BuildInput& in, const Catalog& c) : StepMaker(in, c) {}

    std::vector<BuildStep> run() {
        check();
        keep(shapeSteps(in_, c_));
        keep(wallHoleSteps(in_, c_));
        BoredSteps bored = boreSteps(in_, c_);
        keep(std::move(bored.alone));
        if (inTheShop() > 0)
            dryFit();
        std::set<std::string> known; // every part once, whatever it is joined to later
        JointOrder order = workableOrder(a_);
        closeRings(order.moves);
        for (std::size_t i = 0; i < order.moves.size(); ++i) {
            const Move& move = order.moves[i];
            if (withTheOneBefore(move, known))
                continue;
            Move alike = move;
            while (i + 1 < order.moves.size() && sameWork(move, order.moves[i + 1]))
                addTo(alike, order.moves[++i]);
            close(alike, known);
            if (alike.joints.size() > move.joints.size())
                inOneGo(alike);
            const auto mitres = std::count_if(move.joints.begin(), move.joints.end(),
                                              [](const Joint* j) { return j->kind == "mitre"; });
            if (mitres > 2)
                out_.back().title = fmt::format("Close the ring of {} boards", mitres);
            before_ = &order.moves[i];
        }
        cutTogether(panelOutline, "shape-outline", "Saw the panel to its outline");
        cutTogether(acrossBoards, "shape-recesses", "Cut the recesses across the boards");
        shapeTogether();
        keep(std::move(bored.together));
        boreLate();
        plug();
        fill();
        numbered();
        return std::move(out_);
    }

  private:
    void keep(std::vector<BuildStep> steps) {
        for (auto& s : steps)
            out_.push_back(std::move(s));
    }
    /// The joints of one move are one step.
    void close(const Move& move, std::set<std::string>& known) {
        for (const Joint* j : move.joints)
            if (const Part* plate =
                    j->kind == "laid" && !known.contains(j->second) ? a_.find(j->second) : nullptr)
                for (const auto& f : plate->features)
                    if (f.kind == "order")
                        orderPlate(*plate, f);
        BuildInput now = in_;
        now.comes = move.comes;
        for (const auto* thing : {&move.there, &move.comes})
            if (thing->size() > 1)
                now.joined.insert(now.joined.end(), thing->begin(), thing->end());
        BuildStep s = jointStep(now, move.joints, c_);
        s.brought = move.comes;
        s.from = move.from;
        s.time = timeOf(*move.joints.front());
        if (move.slides)
            s.text += " It slides in along its housing.";
        if (move.forced)
            s.text += " No straight motion closes these joints together: choose screws for one of them.";
        reach(s, move);
        for (const Joint* j : move.joints) // a panel lies in its grooves before its own joint closes
            for (const std::string& p : {j->first, j->second})
                if (!known.contains(p) && std::find(s.adds.begin(), s.adds.end(), p) == s.adds.end()) {
                    s.adds.push_back(p);
                    s.fresh.push_back(p);
                }
        std::erase_if(s.adds, [&](const std::string& p) { return !known.insert(p).second; });
        out_.push_back(std::move(s));
    }

    /// Arms that are screwed to their ledger one like the other, rods in their strip: bored in one go, glued
    /// in one go.
    [[nodiscard]] bool sameWork(const Move& one, const Move& next) const {
        const auto single = [](const Move& m) {
            return m.joints.size() == 1 &&
                   (m.joints.front()->how == Joinery::lagsGlue || m.joints.front()->kind == "pin") &&
                   m.stuck.empty() && !m.slides && !m.forced;
        };
        if (!single(one) || !single(next))
            return false;
        const Part* a = a_.find(one.joints.front()->second);
        const Part* b = a_.find(next.joints.front()->second);
        return one.joints.front()->first == next.joints.front()->first && a && b && a->name == b->name;
    }
    static void addTo(Move& all, const Move& next) {
        if (all.joints.size() == 1) { // the first one may have been brought to the arm
            const Joint& j = *all.joints.front();
            if (all.comes == std::vector{j.first}) {
                std::swap(all.comes, all.there);
                all.from = -all.from;
            }
        }
        all.joints.push_back(next.joints.front());
        all.comes.push_back(next.joints.front()->second);
    }
    void inOneGo(const Move& move) {
        BuildStep& s = out_.back();
        s.title = fmt::format("Fit the {}", counted(move.joints.size(), a_.find(move.comes.front())->name));
    }

    [[nodiscard]] StepTime timeOf(const Joint& j) const {
        if (j.kind == "laid" || j.kind == "pins")
            return StepTime::whenHung;
        const Part* first = a_.find(j.first); // metal and rubber that the piece hangs by
        const bool fitting = first && first->fromSupport && first->stock == Stock::fitting;
        return fitting || j.kind == "stuck" || j.kind == "turned_in" ? StepTime::whenFinished
                                                                     : StepTime::onTheBench;
    }
    /// What comes on late is bored when it is there.
    void boreLate() {
        std::set<std::string> late;
        for (const auto& s : out_)
            if (s.time == StepTime::whenFinished)
                late.insert(s.adds.begin(), s.adds.end());
        for (auto& s : out_)
            if (s.joins.empty() &&
                std::any_of(s.parts.begin(), s.parts.end(),
                            [&](const std::string& p) { return late.contains(p); }) &&
                s.id.find("/bore-") != std::string::npos)
                s.time = StepTime::whenFinished;
    }

    /// A special driver, where no straight one gets to the screws.
    static void reach(BuildStep& s, const Move& move) {
        if (move.stuck.empty())
            return;
        const bool isShort = move.shortOnly.size() == move.stuck.size();
        s.reach = isShort ? "short" : "angle";
        s.text += isShort ? " Only a short driver has room there."
                          : " No straight driver gets there: use a right-angle head.";
        s.tools.emplace_back(isShort ? "short driver" : "right-angle driver head");
    }

    [[nodiscard]] std::vector<std::string> allParts() const {
        std::vector<std::string> out;
        for (const auto& p : a_.parts)
            out.push_back(p.id);
        return out;
    }

    /// 'the shelf 2' of a sentence made for any part is 'shelf 2'.
    void numbered() {
        std::set<std::string> stems; // with the blank before the number
        for (const auto& p : a_.parts)
            if (const std::string stem = withoutNumber(p.name); stem != p.name)
                stems.insert(stem + " ");
        if (stems.empty())
            return;
        const auto follows = [&](const std::string& text, std::size_t at) {
            return std::any_of(stems.begin(), stems.end(), [&](const std::string& stem) {
                const std::size_t end = at + stem.size();
                return text.compare(at, stem.size(), stem) == 0 && end < text.size() && text[end] >= '0' &&
                       text[end] <= '9';
            });
        };
        for (auto& s : out_)
            for (std::string* text : {&s.title, &s.text})
                for (auto i = text->find("the "); i != std::string::npos; i = text->find("the ", i + 1))
                    if (follows(*text, i + 4))
                        text->erase(i, 4);
    }

    void check() {
        struct Alike { // equal parts are said once, of those of one name the longest first
            std::string name, sizes;
            Length length;
            int n = 0;
        };
        std::vector<Alike> same;
        for (const auto& p : a_.parts) {
            if (isPlug(p))
                continue;
            const std::string name = withoutNumber(p.name);
            const std::string sizes =
                fmt::format("{} {} × {} × {}", name, say(p.length), say(p.width), say(p.thickness));
            auto at = std::find_if(same.begin(), same.end(), [&](const auto& s) { return s.sizes == sizes; });
            if (at == same.end()) {
                at = std::find_if(same.begin(), same.end(),
                                  [&](const auto& s) { return s.name == name && s.length < p.length; });
                at = same.insert(at, {name, sizes, p.length, 0});
            }
            ++at->n;
        }
        std::string sizes;
        for (const auto& one : same)
            sizes += (sizes.empty() ? "" : "; ") +
                     (one.n > 1 ? fmt::format("{} times ", one.n) : std::string()) + one.sizes;
        auto& s = add(
            "check", "Check and mark the parts",
            "Measure each part against the list (" + sizes +
                "). Choose the best face for the front, mark it, and mark the top edge and the left end of "
                "each strip: places below are told along the part that is drilled.",
            c_.minutes("mark_part") * static_cast<double>(a_.parts.size()));
        s.parts = s.fresh = allParts();
        s.tools = {"tape", "square", "pencil"};
        for (const auto& p : a_.parts) // what no joint brings in is there from the start
            if (!p.fromSupport && !isPlug(p) && !(a_.seat<LedgersSeat>() && joinedAtWallOnly(a_, p)) &&
                std::none_of(a_.joints.begin(), a_.joints.end(), [&](const Joint& j) {
                    return !j.atWall && (j.first == p.id || j.second == p.id);
                }))
                s.adds.push_back(p.id);
    }

    /// Loose shelves are laid on their pins in one go, soft pads stuck on, splines pushed in.
    bool withTheOneBefore(const Move& move, std::set<std::string>& known) {
        const std::string& kind = move.joints.front()->kind;
        if ((kind != "pins" && kind != "stuck" && kind != "turned_in" && kind != "spline") || !before_ ||
            before_->joints.front()->kind != kind)
            return false;
        for (const Joint* j : move.joints)
            addTo(out_.back(), *j, known);
        return true;
    }
    void addTo(BuildStep& s, const Joint& j, std::set<std::string>& known) const {
        s.joins.push_back(j.id);
        if (j.kind == "spline")
            s.title = fmt::format("Fit the {}", counted(s.joins.size(), "spline"));
        for (const auto& p : a_.parts)
            for (const auto& h : p.holes)
                if (j.kind == "turned_in" && h.purpose == j.id)
                    s.shapes.push_back(h.id);
        for (const std::string& p : {j.first, j.second})
            if (known.insert(p).second) {
                s.adds.push_back(p);
                s.fresh.push_back(p);
                s.parts.push_back(p);
            }
        s.minutes += 1;
    }

    [[nodiscard]] std::size_t inTheShop() const {
        return static_cast<std::size_t>(
            std::count_if(a_.joints.begin(), a_.joints.end(), [](const Joint& j) { return !j.atWall; }));
    }
    [[nodiscard]] bool isCutFor(const std::string& part, const std::string& purpose) const {
        const Part* p = a_.find(part);
        return p && std::any_of(p->features.begin(), p->features.end(),
                                [&](const Feature& f) { return f.purpose == purpose; });
    }
    /// What is cut over the joints of several boards is cut when the last of them is glued on, and before
    /// anything else is.
    void cutTogether(const std::string& purpose, const std::string& id, const std::string& title) {
        BuildStep s;
        for (const auto& p : a_.parts)
            for (const auto& f : p.features)
                if (f.purpose == purpose) {
                    s.text = capitalised(f.text) + ".";
                    s.parts.push_back(p.id);
                    s.shapes.push_back(f.id);
                    s.tools = workOf(f).tools;
                    const double one = workOf(f).minutes > 0 ? workOf(f).minutes : c_.minutes("tongue");
                    s.minutes = s.minutes > 0 ? s.minutes + 4 : one;
                    s.cautions = c_.cautionsFor(workOf(f).caution);
                }
        if (s.parts.empty())
            return;
        s.id = in_.piece + "/" + id;
        s.title = title;
        const auto ofThem = [&](const BuildStep& step) {
            return std::any_of(step.joins.begin(), step.joins.end(), [&](const std::string& joint) {
                const Joint* j = a_.joint(joint);
                return j && isCutFor(j->first, purpose) && isCutFor(j->second, purpose);
            });
        };
        const auto last = std::find_if(out_.rbegin(), out_.rend(), ofThem);
        out_.insert(last.base(), std::move(s));
    }
    /// Parts that stand on each other have some; boards that are glued to one board have none.
    [[nodiscard]] bool hasInsideCorners() const {
        return std::any_of(a_.joints.begin(), a_.joints.end(), [](const Joint& j) {
            return !j.atWall && j.kind != "edge_glue" && j.kind != "face_glue" && j.kind != "half_lap";
        });
    }
    /// A profile that runs over joints is made when they are glued.
    void shapeTogether() {
        for (const auto& p : a_.parts)
            for (const auto& f : p.features) {
                if (f.id != a_.shapedTogether)
                    continue;
                std::string text = capitalised(f.text) + ". ";
                text +=
                    f.endGrain
                        ? "End grain first, then along the grain: what tears out at the corners goes with "
                          "the last passes."
                        : "In several light passes, against the turn of the bit.";
                if (hasInsideCorners())
                    text += " In inside corners the bit leaves its radius: finish those with a chisel.";
                auto& s = add("shape-" + f.kind, "Shape the edges", std::move(text), c_.minutes("tongue"));
                s.parts = allParts();
                s.fresh = {p.id};
                s.shapes = {f.id};
                s.tools = {"router with a bit for the edge", "clamps"};
                s.cautions = c_.cautionsFor("router passes");
            }
    }

    /// A plate that others cut: it is ordered when the frame is dry and measured.
    void orderPlate(const Part& p, const Feature& f) {
        auto& s =
            add("order-" + p.id, "Order the " + p.name,
                fmt::format("{} {} × {} × {}, {}. Measure the frame first: the plate is cut to what was "
                            "built. Nothing is drilled in it; carry it on edge, with gloves.",
                            capitalised(p.material), say(p.length), say(p.width), say(p.thickness), f.text),
                10);
        s.parts = s.fresh = {p.id};
        s.shapes = {f.id};
        s.tools = {"tape"};
    }

    void dryFit() {
        auto& s =
            add("dry-fit", "Fit everything dry",
                "Put the parts together without glue, with clamps. Look along every joint: no gap, flush "
                "ends, square. Number the joints.",
                8);
        s.parts = allParts();
        s.tools = {"clamps", "square"};
        if (std::any_of(a_.joints.begin(), a_.joints.end(),
                        [](const Joint& j) { return j.how == Joinery::dowels && !j.pinThrough; }))
            s.text += " What stands on dowels is marked now, and tried dry when its holes are bored.";
        if (a_.seat<CavitySeat>())
            dummy(s, *a_.seat<CavitySeat>());
    }

    /// A cavity glued a hair too low takes no ledger, and nobody can plane it afterwards.
    void dummy(BuildStep& s, const CavitySeat& c) {
        s.text += fmt::format(
            " Make a dummy of scrap, {} high, {} deep and as long as the cavity, wrapped in tape. Slide it "
            "in now, and again whenever the box is glued, out before the glue grips: it keeps the "
            "cavity as high as ledger and arms need it.",
            say(c.z1 - c.z0 - c.clearance), say(c.frame));
        s.minutes += c_.minutes("cut");
    }

    void plug() {
        std::vector<const Part*> plugs;
        for (const auto& p : a_.parts)
            if (isPlug(p) && !p.fromSupport)
                plugs.push_back(&p);
        if (plugs.empty())
            return;
        const std::string bore = drillText(plugs.front()->width.mm(), in_.style);
        std::string text = plugsMade(a_.plugs, plugs.size(), bore);
        text +=
            "Glue in the wall of the hole only, turn the plug until its grain runs with the part's, tap it "
            "home. When the glue is hard, pare it flush with a flat chisel from all sides, or saw it with no "
            "set, and sand.";
        auto& s =
            add("plugs", "Plug the screw heads", std::move(text), 3 * static_cast<double>(plugs.size()));
        s.waitMinutes = 60;
        s.tools = {"mallet", "flat chisel"};
        if (a_.plugs == PlugWay::cut)
            s.tools.insert(s.tools.begin(), "plug cutter of " + bore);
        for (const Part* p : plugs) {
            s.adds.push_back(p->id);
            s.fresh.push_back(p->id);
            s.joins.push_back(p->id);
        }
        s.parts = allParts();
    }

    void fill() {
        bool nails = false;
        bool screws = false;
        for (const auto& j : a_.joints) {
            nails = nails || (j.shows && j.how == Joinery::nailsGlue);
            screws = screws || (j.shows && j.how == Joinery::screwsGlue && !isPlugged(a_, j));
        }
        const bool any = nails || screws;
        std::string text;
        if (any)
            text = fmt::format("Fill the {} with wood filler, a little proud; sand flush when it is hard. ",
                               nails && screws ? "nail holes and screw heads"
                               : nails         ? "nail holes"
                                               : "screw heads, or glue plugs over them");
        const bool glued =
            std::any_of(a_.joints.begin(), a_.joints.end(), [](const Joint& j) { return j.glued; });
        if (!any && !glued)
            return;
        if (glued)
            text +=
                "Look along every joint with a lamp from the side: a smear of glue that was missed takes no "
                "finish; scrape it off.";
        auto& s = add("clean",
                      !any    ? "Look for glue"
                      : glued ? "Fill the holes and look for glue"
                              : "Fill the holes",
                      std::move(text), any ? 15 : 8);
        s.parts = allParts();
        s.waitMinutes = any ? 30 : 0;
        s.tools = {"scraper"};
        if (any)
            s.tools.emplace_back("wood filler");
    }

    const Move* before_ = nullptr; ///< closed last
};

} // namespace

std::string plugsMade(PlugWay way, std::size_t n, const std::string& bore) {
    return way == PlugWay::cut
               ? fmt::format("Cut {} plugs of {} with a plug cutter in the drill press from an offcut of the "
                             "same board, across its face, so that their grain can run with the wood around "
                             "them; lever them out. ",
                             n, bore)
               : fmt::format("Take {} plugs of {} with side grain; end grain drinks the finish. ", n, bore);
}

std::vector<BuildStep> buildSteps(const BuildInput& in, const Catalog& catalog) {
    return Steps(in, catalog).run();
}

} // namespace owl
