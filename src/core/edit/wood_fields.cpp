#include "edit/field_maker.h"
#include "plan/plan_wood.h"
#include "project/measured_boards.h"

#include <algorithm>
#include <array>
#include <set>

namespace owl {
namespace {

class WoodFieldMaker : public FieldMaker {
  public:
    using FieldMaker::FieldMaker;

    std::vector<Field> saw() {
        sawInputs();
        return std::move(out_);
    }

    std::vector<Field> wood() {
        const WoodChoice& w = project_.wood;
        heading("Cost");
        number(
            "wood.target", "Target price", w.targetPrice, 2, 0, 1e6,
            [](Project& p, double v) { p.wood.targetPrice = v; },
            "What the piece would cost in a shop; 0: none.");
        flag(
            "wood.onlyOwn", "Only what I have", w.onlyOwn, [](Project& p, bool v) { p.wood.onlyOwn = v; },
            "Then nothing is bought, and what is wanting is named.");
        flag(
            "wood.rackCosts", "Wood of the rack has its price", w.rackCosts,
            [](Project& p, bool v) { p.wood.rackCosts = v; },
            "Otherwise it costs nothing, and is used before anything is bought.");
        sawInputs();
        measuredKinds();
        usedKinds();
        heading("Your rack");
        for (const auto& b : w.boards)
            board(b);
        addBoard();
        return std::move(out_);
    }

  private:
    void sawInputs() {
        const WoodChoice& w = project_.wood;
        heading("Saw");
        choice("wood.ripping", "Rips along the grain",
               std::array{"home", "shop", "none"}.at(static_cast<std::size_t>(w.ripping)),
               {{"home", "I make them"}, {"shop", "the shop makes them"}, {"none", "nobody: I cannot rip"}},
               [](Project& p, const std::string& v) {
                   p.wood.ripping = v == "shop" ? Ripping::shop : v == "none" ? Ripping::none : Ripping::home;
               });
        if (w.ripping == Ripping::shop)
            number("wood.shopCut", "Price of a cut there", w.shopCut, 2, 0, 1000,
                   [](Project& p, double v) { p.wood.shopCut = v; });
        Choices cutters;
        for (const auto& k : catalog_.kerfs)
            cutters.emplace_back(k.id, k.name);
        std::map<std::string, double> kerfs;
        for (const auto& k : catalog_.kerfs)
            kerfs[k.id] = k.mm;
        choice("wood.cutter", "Cutter", w.cutter, cutters, [kerfs](Project& p, const std::string& id) {
            p.wood.cutter = id;
            if (const auto k = kerfs.find(id); k != kerfs.end())
                p.wood.kerf = Length::mm(k->second);
        });
        length(
            "wood.kerf", "Kerf", w.kerf, Length(), 10_mm, [](Project& p, Length l) { p.wood.kerf = l; },
            "Measure a trial cut: blades differ.");
        length(
            "wood.endTrim", "Off each board end", w.endTrim, Length(), 200_mm,
            [](Project& p, Length l) { p.wood.endTrim = l; },
            "What is cut off to be square and free of splits; 0: all ends are good.");
    }

    /// The real thickness of what was bought or milled: typed here once, every piece follows.
    void measuredKinds() {
        std::set<BoardKind> kinds;
        for (std::size_t i = 0; i < plan_.pieces.size() && i < project_.pieces.size(); ++i)
            for (const auto& part : plan_.pieces[i].assembly().parts)
                if (const auto k = boardKindOf(project_.pieces[i].params, part); k && k->thickness > Length())
                    kinds.insert(*k);
        if (kinds.empty())
            return;
        heading("Boards as they measure");
        for (const auto& k : kinds) {
            const Species* wood = catalog_.findSpecies(k.material);
            length(
                fmt::format("measured.{}.{}", k.material, k.thickness.nm()),
                capitalised(wood ? wood->name : k.material), k.thickness, 2_mm, 200_mm,
                [k, stock = plan_.stock](Project& p, Length l) { boardsMeasure(p, k, l, stock); },
                "Measure what you bought. All parts of it, their joints, and the boards in the plan follow.");
        }
    }

    /// What is lost at the ends, asked for each kind of board that the plan uses.
    void usedKinds() {
        std::set<std::string> used;
        for (const auto& b : plan_.cut.boards)
            used.insert(b.stock);
        if (used.empty())
            return;
        heading("Ends of the boards in this plan");
        for (const auto& s : plan_.stock)
            if (used.contains(s.id) && std::none_of(project_.wood.boards.begin(), project_.wood.boards.end(),
                                                    [&](const StockItem& b) { return b.id == s.id; }))
                length("kind." + s.id + ".endTrim", capitalised(s.name.empty() ? s.id : s.name),
                       endTrimOf(project_, s), Length(), 200_mm, [s](Project& p, Length l) {
                           if (l == endTrimOf(p, s))
                               return;
                           StockItem own = s;
                           own.endTrim = l;
                           std::erase_if(p.wood.boards, [&](const StockItem& b) { return b.id == s.id; });
                           p.wood.boards.push_back(std::move(own));
                       });
    }

    void addBoard() {
        action("board.add", "Add a board to the rack", [pid = piece_](Project& p) {
            StockItem s;
            s.id = freeId(p.wood.boards, "rack");
            s.name = "rack board";
            const Piece* q = p.findPiece(pid);
            s.species = q ? speciesOf(q->params) : "scots_pine";
            s.length = 600_mm;
            s.width = 100_mm;
            s.thickness = 18_mm;
            if (q)
                for (const auto& part : makePiece(q->params, {}, catalog()).assembly.parts)
                    if (part.stock == Stock::board) {
                        s.thickness = part.thickness; // the piece's main board comes first
                        break;
                    }
            s.available = 1;
            s.rack = true;
            p.wood.boards.push_back(s);
        });
    }

    void board(const StockItem& b) {
        const std::string id = "board." + b.id;
        const auto at = [bid = b.id](auto change) {
            return [bid, change](Project& p, const auto& v) {
                for (auto& q : p.wood.boards)
                    if (q.id == bid)
                        change(q, v);
            };
        };
        heading(b.name.empty() ? b.id : b.name);
        name(id + ".name", b.name, at([](StockItem& q, const std::string& t) { q.name = t; }));
        Choices woods;
        for (const auto& s : catalog_.species)
            woods.emplace_back(s.id, s.name);
        choice(id + ".species", "Wood", b.species, woods,
               at([](StockItem& q, const std::string& t) { q.species = t; }));
        length(id + ".length", "Length", b.length, 10_mm, 20'000_mm,
               at([](StockItem& q, Length l) { q.length = l; }));
        length(id + ".width", "Width", b.width, 5_mm, 2000_mm,
               at([](StockItem& q, Length l) { q.width = l; }));
        length(id + ".thickness", "Thickness", b.thickness, 2_mm, 200_mm,
               at([](StockItem& q, Length l) { q.thickness = l; }));
        length(
            id + ".endTrim", "Off each end", endTrimOf(project_, b), Length(), 200_mm,
            [bid = b.id](Project& p, Length l) {
                for (auto& q : p.wood.boards)
                    if (q.id == bid && l != endTrimOf(p, q))
                        q.endTrim = l;
            },
            "0: its ends are good.");
        number(id + ".price", "Price", b.price, 2, 0, 1e6, at([](StockItem& q, double v) { q.price = v; }));
        number(id + ".available", "How many", b.available.value_or(0), 0, 0, 10'000,
               at([](StockItem& q, double v) { q.available = static_cast<int>(v); }));
        action(id + ".remove", "Take it off the list", [bid = b.id](Project& p) {
            std::erase_if(p.wood.boards, [&](const StockItem& s) { return s.id == bid; });
        });
    }
};

} // namespace

std::vector<Field> woodFields(const Project& project, const Plan& plan, const Catalog& catalog,
                              const std::string& piece) {
    return WoodFieldMaker(project, plan, catalog, piece).wood();
}
std::vector<Field> sawFields(const Project& project, const Plan& plan, const Catalog& catalog,
                             const std::string& piece) {
    return WoodFieldMaker(project, plan, catalog, piece).saw();
}

} // namespace owl
