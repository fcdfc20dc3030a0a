#include "plan/shopping.h"

#include <cmath>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

class ShoppingList {
  public:
    ShoppingList(Plan& plan, const Shop& shop, const Catalog& catalog)
        : plan_(plan), shop_(shop), catalog_(catalog) {}

    void run() {
        std::map<std::string, int> boards;
        for (const auto& b : plan_.cut.boards)
            boards[b.stock] += b.repeat;
        for (const auto& s : plan_.stock)
            if (boards.contains(s.id))
                addLine(s.name.empty() ? s.id : s.name, "board", boards[s.id], s.price,
                        s.rack || s.price == 0);
        std::map<std::string, std::pair<double, double>> small; // name -> quantity, price each
        for (const auto& pp : plan_.pieces)
            hardware(pp, small);
        for (const auto& [name, qp] : small)
            addLine(name, "each", qp.first, qp.second);
        double glue = 0;
        for (const auto& pp : plan_.pieces)
            glue += 2 * pp.assembly().length.mm() / 1000;
        addLine("wood glue", "m of joint", glue, shop_.price("glue"));
        std::map<std::string, double> litres;
        for (const auto& s : plan_.finish.steps)
            if (!s.finish.empty())
                litres[s.finish] += s.litres;
        for (const auto& [id, l] : litres) {
            const FinishKind* f = catalog_.findFinish(id);
            addLine(f ? f->name : id, "litre", std::ceil(l * 20) / 20, shop_.price("finish_" + id));
        }
    }

  private:
    void addLine(const std::string& what, const std::string& unit, double quantity, double price,
                 bool rack = false) {
        if (quantity <= 0)
            return;
        plan_.shopping.push_back({what, unit, quantity, price * quantity, rack});
        plan_.cost += price * quantity;
    }

    void hardware(const PiecePlan& pp, std::map<std::string, std::pair<double, double>>& small) const {
        const auto add = [&](const std::string& name, double n, double price) {
            small[name].first += n;
            small[name].second = price;
        };
        for (const auto& j : pp.assembly().joints) {
            const double n = static_cast<double>(j.spots.size());
            const Screw* s = catalog_.findScrew(j.screwId);
            if (j.how == Joinery::screwsGlue && s && j.screwLength > Length())
                add(fmt::format("wood screw {} × {}", s->label, screwLengthText(*s, j.screwLength.mm())), n,
                    shop_.price("joint_screw"));
            else if (j.how == Joinery::dowels)
                add("dowel pin", n, shop_.price("dowel"));
            else if (j.how == Joinery::nailsGlue)
                add("18 gauge nail", n, shop_.price("nail"));
        }
        const RailVerdict* hold = pp.hold();
        if (!hold || !hold->feasible)
            return;
        if (const Screw* s = hold->option.screw)
            add(fmt::format("wall screw {} × {}", s->label, screwLengthText(*s, hold->screwLength)),
                hold->holes, shop_.price("wall_screw"));
        else if (const AnchorKind* a = hold->option.anchor)
            add(a->name + " (" + a->size + ")", hold->holes, shop_.price(fixingPrice(hold->option)));
    }

    Plan& plan_;
    const Shop& shop_;
    const Catalog& catalog_;
};

} // namespace

const char* fixingPrice(const RailOption& o) {
    return o.screw ? "wall_screw" : o.kind == RailSupport::masonry ? "plug" : "toggle";
}

void listShopping(Plan& plan, const Shop& shop, const Catalog& catalog) {
    ShoppingList(plan, shop, catalog).run();
}

double workHours(const Plan& plan, const Catalog& catalog) {
    double minutes = 0;
    for (const auto& pp : plan.pieces) {
        for (const auto& s : pp.steps)
            minutes += s.minutes;
        minutes += static_cast<double>(pp.marks.size()) *
                       (catalog.minutes("wall_mark") + catalog.minutes("wall_hole")) +
                   catalog.minutes("level");
    }
    for (const auto& c : plan.sequence)
        minutes += catalog.minutes(c.rip ? "rip" : "crosscut");
    for (const auto& s : plan.finish.steps)
        minutes += static_cast<double>(s.end - s.start);
    return minutes / 60;
}

} // namespace owl
