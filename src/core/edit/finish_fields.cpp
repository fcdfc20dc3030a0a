#include "edit/field_maker.h"
#include "plan/plan_finish.h"
#include "plan/tools.h"

#include <algorithm>
#include <array>

namespace owl {
namespace {

class FinishFieldMaker : public FieldMaker {
  public:
    using FieldMaker::FieldMaker;

    std::vector<Field> run() {
        heading("Finish");
        choice(
            "finish.recipe", "Finish", project_.finish.recipe, recipes({}),
            [](Project& p, const std::string& v) { p.finish.recipe = v; },
            "Of everything that has no finish of its own.");
        if (const Piece* piece = project_.findPiece(piece_))
            choice("finish.piece", "This piece", piece->finish, recipes("as the project"),
                   onPiece([](Piece& p, const std::string& v) { p.finish = v; }));
        flag("finish.hiddenBare", "Backs that nobody sees stay bare", project_.finish.hiddenBare,
             [](Project& p, bool v) { p.finish.hiddenBare = v; });
        clock();
        coats();
        parts();
        tools();
        return std::move(out_);
    }

  private:
    template <typename F> static auto on(const std::string& id, F f) {
        return [id, f](Project& p, const auto& v) {
            for (auto& q : p.finish.recipes)
                if (q.id == id)
                    f(q, v);
        };
    }
    template <typename F> static auto onCoat(const std::string& id, std::size_t i, F f) {
        return on(id, [i, f](FinishRecipe& q, const auto& v) {
            if (i < q.coats.size())
                f(q.coats[i], v);
        });
    }

    /// Known systems and the project's own; `first`: words for the empty choice.
    [[nodiscard]] Choices recipes(const std::string& first) const {
        Choices out;
        if (!first.empty())
            out.emplace_back("", first);
        for (const auto& r : project_.finish.recipes)
            out.emplace_back(r.id, (r.name.empty() ? r.id : r.name) + " (your own)");
        for (const auto& r : catalog_.finishSystems)
            out.emplace_back(r.id, r.name);
        out.emplace_back(bareFinish, "none, bare wood");
        return out;
    }

    void clock() {
        text(
            "finish.start", "Work starts", project_.finish.start,
            [](Project& p, const std::string& t) { p.finish.start = t; }, "Written like 2026-03-07T09:00.",
            [](const std::string& t) {
                return parseClock(t)
                           ? std::string()
                           : fmt::format("\"{}\" is not a date and time; type for example 2026-03-07T09:00.",
                                         shortened(t));
            });
        number(
            "finish.dayBegins", "Work from", project_.finish.dayBegins, 0, 0, 22,
            [](Project& p, double v) {
                p.finish.dayBegins = static_cast<int>(v);
                p.finish.dayEnds = std::max(p.finish.dayEnds, p.finish.dayBegins + 1);
            },
            "o'clock");
        number(
            "finish.dayEnds", "Work until", project_.finish.dayEnds, 0, 1, 24,
            [](Project& p, double v) {
                p.finish.dayEnds = static_cast<int>(v);
                p.finish.dayBegins = std::min(p.finish.dayBegins, p.finish.dayEnds - 1);
            },
            "o'clock");
    }

    /// The coats of the recipe in hand: a known one is copied first.
    void coats() {
        const Piece* piece = project_.findPiece(piece_);
        const std::string id = piece && !piece->finish.empty() ? piece->finish : project_.finish.recipe;
        const FinishRecipe* r = findRecipe(project_, catalog_, id);
        if (!r)
            return;
        heading("Coats of " + (r->name.empty() ? r->id : r->name));
        const bool own = std::any_of(project_.finish.recipes.begin(), project_.finish.recipes.end(),
                                     [&](const FinishRecipe& q) { return q.id == id; });
        if (!own) {
            action("recipe.own", "Change the coats", [copy = *r, pid = piece_](Project& p) {
                FinishRecipe mine = copy;
                mine.id = freeId(p.finish.recipes, "own");
                Piece* q = p.findPiece(pid);
                (q && q->finish == copy.id ? q->finish : p.finish.recipe) = mine.id;
                p.finish.recipes.push_back(std::move(mine));
            });
            return;
        }
        name("recipe.name", r->name, on(id, [](FinishRecipe& q, const std::string& t) { q.name = t; }));
        text("recipe.lastGrit", "Last grit on bare wood", r->lastGrit,
             on(id, [](FinishRecipe& q, const std::string& t) { q.lastGrit = t; }), "As P180.");
        for (std::size_t i = 0; i < r->coats.size(); ++i)
            coat(id, i, r->coats[i]);
        action("recipe.add", "Add a coat", [id](Project& p) {
            for (auto& q : p.finish.recipes)
                if (q.id == id)
                    q.coats.push_back(
                        {q.coats.empty() ? "poly_wb" : q.coats.back().product, {}, 1, {}, {}, {}, {}, {}});
        });
    }

    void coat(const std::string& recipe, std::size_t i, const FinishCoat& c) {
        const std::string id = fmt::format("coat.{}", i + 1);
        heading(fmt::format("Coat {}", i + 1));
        Choices products;
        for (const auto& f : catalog_.finishes)
            products.emplace_back(f.id, f.name);
        choice(id + ".product", "Product", c.product, products,
               onCoat(recipe, i, [](FinishCoat& q, const std::string& v) { q.product = v; }));
        text(id + ".sheen", "Sheen or colour", c.sheen,
             onCoat(recipe, i, [](FinishCoat& q, const std::string& v) { q.sheen = v; }));
        number(id + ".number", "How many", c.number, 0, 1, 12,
               onCoat(recipe, i, [](FinishCoat& q, double v) { q.number = static_cast<int>(v); }));
        const FinishKind* f = catalog_.findFinish(c.product);
        number(id + ".wait", "Hours to the next", c.waitH.value_or(f ? f->recoatMinH : 0), 2, 0, 1000,
               onCoat(recipe, i, [](FinishCoat& q, double v) { q.waitH = v; }), "What the can says.");
        choice(id + ".manner", "How", c.manner,
               {{"", "as usual for it"},
                {"brush", "brush"},
                {"wipe", "wipe on"},
                {"roll", "roll"},
                {"spray", "spray"}},
               onCoat(recipe, i, [](FinishCoat& q, const std::string& v) { q.manner = v; }));
        number(id + ".dwell", "Minutes before wiping off", c.dwellMin.value_or(f ? f->wipeMinutes : 0), 0, 0,
               1000, onCoat(recipe, i, [](FinishCoat& q, double v) { q.dwellMin = v; }),
               "0: it is not wiped off.");
        text(id + ".grit", "Sand before it", c.grit,
             onCoat(recipe, i, [](FinishCoat& q, const std::string& v) { q.grit = v; }),
             "As P320; empty: as usual.");
        choice(id + ".onlyOn", "On which wood", c.onlyOn,
               {{"", "any"}, {"blotching", "wood that blotches"}, {"resinous", "resinous wood"}},
               onCoat(recipe, i, [](FinishCoat& q, const std::string& v) { q.onlyOn = v; }));
        action(id + ".remove", "Leave this coat out", [recipe, i](Project& p) {
            for (auto& q : p.finish.recipes)
                if (q.id == recipe && i < q.coats.size())
                    q.coats.erase(q.coats.begin() + static_cast<std::ptrdiff_t>(i));
        });
    }

    /// Parts, and the faces that air reaches.
    void parts() {
        const Piece* piece = project_.findPiece(piece_);
        const PiecePlan* pp = plan_.find(piece_);
        if (!piece || !pp)
            return;
        heading("Parts with a finish of their own");
        for (const auto& part : pp->assembly().parts)
            single(*piece, part.id, part.name, "as the piece");
        heading("Single faces");
        for (const auto& part : pp->assembly().parts)
            for (std::size_t f = 0; f < faceNames.size(); ++f)
                if (const auto open = pp->open.find(part.id);
                    open != pp->open.end() && open->second.at(f) > 0)
                    single(*piece, part.id + "/" + faceNames.at(f), part.name + ", " + faceNames.at(f),
                           "as the part");
    }

    /// What the shop has: steps ask for these, and what is not there goes on the shopping list.
    void tools() {
        heading("What the saws reach");
        length(
            "tool.crosscut", "Crosscut, board at most", project_.tools.crosscut, Length(), 5000_mm,
            [](Project& p, Length l) { p.tools.crosscut = l; },
            "Usual: 140 mm (mitre saw), 300 mm (sliding). 0: any.");
        length(
            "tool.rip", "Rip, strip at most", project_.tools.rip, Length(), 5000_mm,
            [](Project& p, Length l) { p.tools.rip = l; }, "Between blade and fence. 0: any.");
        length(
            "tool.cutDepth", "Thickness at most", project_.tools.cutDepth, Length(), 1000_mm,
            [](Project& p, Length l) { p.tools.cutDepth = l; }, "In one pass. 0: any.");
        heading("Tools in the shop");
        for (const auto& t : catalog_.tools)
            flag("tool." + t.id, t.name, hasTool(project_.tools, t),
                 [id = t.id, starter = t.starter](Project& p, bool v) {
                     auto& changed = starter ? p.tools.without : p.tools.also;
                     if (v != starter)
                         changed.insert(id);
                     else
                         changed.erase(id);
                 });
    }

    void single(const Piece& piece, const std::string& on, const std::string& label,
                const std::string& first) {
        std::string now;
        for (const auto& f : piece.finishOn)
            if (f.id == on)
                now = f.recipe;
        choice("finish.on." + on, label, now, recipes(first), onPiece([on](Piece& p, const std::string& v) {
                   std::erase_if(p.finishOn, [&](const FinishOn& f) { return f.id == on; });
                   if (!v.empty())
                       p.finishOn.push_back({on, v});
               }));
    }
};

} // namespace

std::vector<Field> finishFields(const Project& project, const Plan& plan, const Catalog& catalog,
                                const std::string& piece) {
    return FinishFieldMaker(project, plan, catalog, piece).run();
}

} // namespace owl
