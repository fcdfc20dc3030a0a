#include "plan/shopping.h"

#include "assembly/glue_lines.h"
#include "assembly/plugs.h"

#include "plan/plan_wood.h"
#include "plan/tools.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

/// A small thing by the package: how many are needed, and the price of one.
struct Small {
    double needed = 0, price = 0;
    std::string package; ///< id in data/packages.json
};

class ShoppingList {
  public:
    ShoppingList(const Project& project, Plan& plan, const Shop& shop, const Catalog& catalog)
        : project_(project), plan_(plan), shop_(shop), catalog_(catalog) {}

    void run() {
        boards();
        if (const auto cuts = shopCuts(plan_); cuts > 0)
            addLine("cuts at the shop", "cut", static_cast<double>(cuts), project_.wood.shopCut);
        for (const auto& pp : plan_.pieces)
            hardware(pp);
        for (const auto& pp : plan_.pieces)
            usedUp(pp);
        constexpr double piecesATub = 6; // nail holes and the play round a frame: own estimate
        for (const auto& [what, pieces] : pastes_)
            addLine(what, "each", std::ceil(pieces / piecesATub), shop_.price(what));
        finishes();
        for (const auto& [name, s] : small_)
            addPackages(name, s);
        for (const auto& m : missingTools(project_, plan_, catalog_))
            addLine(m.tool->name + ", to borrow or to buy", "each", 1, shop_.price("tool_" + m.tool->id));
        plan_.priced = plan_.cut.unplaced.empty();
    }

  private:
    void boards() {
        std::map<std::string, int> boards;
        for (const auto& b : plan_.cut.boards)
            boards[b.stock] += b.repeat;
        for (const auto& s : plan_.stock)
            if (boards.contains(s.id))
                addLine(s.name.empty() ? s.id : s.name, isSheet(s) ? "sheet" : "board", boards[s.id],
                        boardPrice(project_, s), s.rack);
    }

    void addLine(const std::string& what, const std::string& unit, double quantity, double price,
                 bool rack = false) {
        if (quantity <= 0)
            return;
        plan_.shopping.push_back({what, unit, quantity, price * quantity, rack});
        plan_.cost += price * quantity;
    }

    /// The smallest package that holds what is needed, or several of the largest.
    void addPackages(const std::string& name, const Small& s) {
        const Package* p = catalog_.findPackage(s.package);
        if (s.needed <= 0)
            return;
        if (!p || p->sizes.empty()) {
            addLine(name, "each", s.needed, s.price);
            return;
        }
        std::size_t i = 0;
        while (i + 1 < p->sizes.size() && p->sizes[i] < s.needed)
            ++i;
        const double size = p->sizes[i];
        const bool litres = p->of == "litre";
        const std::string label = i < p->labels.size() ? p->labels[i]
                                  : litres             ? fmt::format("{} of {:g} l", p->unit, size)
                                  : p->of == "each"    ? fmt::format("{} of {:g}", p->unit, size)
                                                       : p->unit;
        std::string need;
        if (p->of == "each")
            need = fmt::format("{:.0f} needed", s.needed);
        else if (litres)
            need = project_.style.units == Units::metric
                       ? fmt::format("{:.0f} ml needed", std::ceil(s.needed * 1000))
                       : fmt::format("{:.1f} fl oz needed", s.needed * 33.814);
        else
            need = formatLength(Length::mm(std::ceil(s.needed * 10) * 100), project_.style) +
                   (p->of == "metre" ? " needed" : " of joint");
        addLine(fmt::format("{} ({})", name, need), label, std::ceil(s.needed / size - 1e-9), s.price * size);
    }

    void add(const std::string& name, double n, double price, const char* package) {
        Small& s = small_[name];
        s.needed += n;
        s.price = price;
        s.package = package;
    }

    /// Rods, plates, hooks: what it alone needs.
    void ofTheSupport(const PiecePlan& pp) {
        if (pp.assembly().plugs == PlugWay::bought)
            plugs(pp);
        const SupportVerdict* h = pp.hold();
        if (!h || !h->option.way)
            return;
        for (const auto& b : h->option.way->buys(pp.assembly(), *h, project_.style))
            addLine(b.name, b.unit.c_str(), b.number, shop_.price(b.price) * b.times);
    }

    /// Glass and acrylic are ordered cut: the line says all that the shop asks for.
    void plates(const PiecePlan& pp) {
        const auto say = [&](Length l) {
            return formatLength(roundToTape(l, project_.style), project_.style);
        };
        int pads = 0;
        for (const auto& p : pp.assembly().parts) {
            pads += p.stock == Stock::fitting && p.material == "rubber" && !p.fromSupport;
            if (p.stock != Stock::plate)
                continue;
            std::string how;
            for (const auto& f : p.features)
                if (f.kind == "order")
                    how = f.text;
            addLine(fmt::format("{} {} × {} × {}, {}", p.material, say(p.length), say(p.width),
                                formatLength(p.thickness, project_.style), how),
                    "each", 1,
                    shop_.price(p.material == "glass" ? "glass_m2" : "acrylic_m2") * p.length.mm() *
                        p.width.mm() / 1e6);
        }
        if (pads > 0)
            addLine("soft pad, clear, stuck on", "each", pads, shop_.price("bumper"));
    }

    void hooks(const PiecePlan& pp) {
        const auto n = std::count_if(pp.assembly().joints.begin(), pp.assembly().joints.end(),
                                     [](const Joint& j) { return j.kind == "turned_in"; });
        if (n > 0)
            add("hook to turn in, 3 mm, brass", static_cast<double>(n), shop_.price("hook"), "hook");
    }

    void plugs(const PiecePlan& pp) {
        std::map<std::string, int> count;
        for (const auto& p : pp.assembly().parts)
            if (isPlug(p)) {
                const Species* wood = catalog_.findSpecies(p.material);
                ++count[fmt::format("plug of {}, {}", wood ? wood->name : p.material,
                                    drillText(p.width.mm(), project_.style))];
            }
        for (const auto& [name, n] : count)
            addLine(name, "each", n, shop_.price("wood_plug"));
    }

    void hardware(const PiecePlan& pp) {
        ofTheSupport(pp);
        const auto say = [&](Length l) { return formatLength(l, project_.style); };
        for (const auto& j : pp.assembly().joints) {
            const double n = static_cast<double>(j.spots.size());
            const Screw* s = catalog_.findScrew(j.screwId);
            if (j.how == Joinery::lagsGlue)
                add(fmt::format("lag screw {} × {}",
                                catalog_.lagScrew(project_.style.units == Units::metric).label,
                                say(j.screwLength)),
                    n, shop_.price("joint_screw") * 4, "screw");
            else if ((j.how == Joinery::screwsGlue || j.how == Joinery::screws ||
                      j.how == Joinery::pocketScrews) &&
                     s && j.screwLength > Length())
                add(fmt::format("wood screw {} × {}", s->label, screwLengthText(*s, j.screwLength.mm())), n,
                    shop_.price("joint_screw"), "screw");
            else if (j.how == Joinery::dowels && j.pin > Length())
                add(fmt::format("dowel {} × {}", say(j.pin), say(j.pinLength)), n, shop_.price("dowel"),
                    "dowel");
            else if (j.kind == "pins" && !j.fasteners.empty())
                add(fmt::format("shelf pin {}, steel",
                                drillText(j.fasteners.front().diameter, project_.style)),
                    static_cast<double>(j.fasteners.size()), shop_.price("shelf_pin"), "pin");
            else if (j.how == Joinery::nailsGlue)
                add(j.nailLength > Length() ? fmt::format("18 gauge nail, {}", say(j.nailLength))
                                            : "18 gauge nail",
                    n, shop_.price("nail"), "nail");
        }
        plates(pp);
        hooks(pp);
        for (const auto& p : pp.assembly().parts)
            for (const auto& f : p.features)
                if (f.kind == "band") // and a little to trim at each end
                    add("edge band, ironed on", (p.length + 20_mm).mm() / 1000, shop_.price("edge_band"),
                        "band");
        const SupportVerdict* hold = pp.hold();
        if (!hold || !hold->feasible)
            return;
        for (const auto& m : hold->mounting.mounts)
            fixing(m);
    }

    /// Each fixing by what it is: a screw, an anchor, a plug with the screw that goes into it.
    void fixing(const Mount& m) {
        if (m.screw)
            add(fmt::format("wall screw {} × {}{}", m.screw->label, screwLengthText(*m.screw, m.length),
                            m.screw->lag ? ", with washers" : ""),
                1, shop_.price("wall_screw"), "screw");
        if (m.kind == "rod_plug")
            add("adjustable plug for a rod of " + drillText(m.diameter, project_.style), 1,
                shop_.price("rod_plug"), "plug");
        if (!m.anchor)
            return;
        const char* key = m.into == "masonry" ? "plug" : "toggle";
        add(m.anchor->name + " (" + m.anchor->size + ")", 1, shop_.price(key), key);
        if (m.anchor->screwApart)
            add(fmt::format("wall screw {} × {}, for its plug", plugScrew(m.anchor->screw),
                            formatLength(Length::mm(m.length), project_.style)),
                1, shop_.price("wall_screw"), "screw");
    }

    /// The screw that a plug asks for, as sold in these units: a gauge where one is near.
    [[nodiscard]] std::string plugScrew(double d) const {
        constexpr double near = 0.35; // mm: plugs take a range
        if (project_.style.units == Units::imperial)
            for (const auto& s : catalog_.screws)
                if (!s.metric && s.headKind == ScrewHead::flat && std::abs(s.d - d) < near)
                    return s.label;
        return drillText(d, project_.style);
    }

    /// Glue by its joints; filler and caulk where a step asks for them.
    void usedUp(const PiecePlan& pp) {
        const auto asks = [&](const char* tool) {
            return std::any_of(pp.steps.begin(), pp.steps.end(), [&](const BuildStep& s) {
                return std::find(s.tools.begin(), s.tools.end(), tool) != s.tools.end();
            });
        };
        if (asks("wood glue"))
            add("wood glue", std::max(0.1, glueMetres(pp.assembly())), shop_.price("glue"), "glue");
        for (const char* what : {"wood filler", "filler", "caulk", "epoxy", "injection mortar"})
            if (asks(what))
                ++pastes_[what];
    }

    void finishes() {
        const char* can = project_.style.units == Units::metric ? "can_mm" : "can_in";
        for (const auto& s : plan_.finish.steps) {
            if (s.finish.empty())
                continue;
            const FinishKind* f = catalog_.findFinish(s.finish);
            add(f ? f->name : s.finish, s.litres, shop_.price("finish_" + s.finish), can);
        }
    }

    const Project& project_;
    Plan& plan_;
    const Shop& shop_;
    const Catalog& catalog_;
    std::map<std::string, Small> small_;
    std::map<std::string, double> pastes_; ///< filler, caulk, epoxy: how many pieces ask for it
};

} // namespace

const char* fixingPrice(const SupportOption& o) {
    return o.screw ? "wall_screw" : !o.anchor ? "rod" : o.ground == Ground::masonry ? "plug" : "toggle";
}

void listShopping(const Project& project, Plan& plan, const Shop& shop, const Catalog& catalog) {
    ShoppingList(project, plan, shop, catalog).run();
}

double workHours(const Plan& plan, const Catalog& catalog) {
    double minutes = 0;
    for (const auto& pp : plan.pieces)
        for (const auto& s : pp.steps)
            minutes += s.minutes;
    for (const auto& c : plan.sequence)
        if (!c.atShop)
            minutes += catalog.minutes(c.rip ? "rip" : "crosscut");
    for (const auto& s : plan.finish.steps)
        if (s.step.empty())
            minutes += static_cast<double>(s.end - s.start);
    return minutes / 60;
}

} // namespace owl
