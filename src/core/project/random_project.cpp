#include "project/random_project.h"

#include "assembly/reach.h"
#include "piece/parameter_tools.h"
#include "project/placing.h"
#include "room/side_walls.h"
#include "shop/shop.h"
#include "support/support.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class Lots {
  public:
    Lots(Units units, std::uint64_t seed) : metric_(units == Units::metric), lots_(seed, metric_, {}, {}) {}

    /// A whole number of millimetres, or of sixteenths.
    Length length(Length low, Length high) {
        const Length step = metric_ ? 1_mm : Length::inches(1, 16);
        const auto n =
            static_cast<std::uint64_t>(std::max<std::int64_t>(0, (high - low).nm() / step.nm())) + 1;
        return low + step * static_cast<std::int64_t>(lots_.below(n));
    }
    std::uint64_t below(std::uint64_t n) { return lots_.below(n); }
    double fraction() { return lots_.fraction(); }
    template <typename T> const T& oneOf(const std::vector<T>& all) { return all[below(all.size())]; }

  private:
    bool metric_;
    ParameterLottery lots_;
};

void wallByLot(Wall& w, bool metric, Lots& lots) {
    w.width = lots.length(3000_mm, 5000_mm);
    w.spacing = metric ? lots.oneOf(std::vector<Length>{400_mm, 600_mm, 625_mm})
                       : lots.oneOf(std::vector<Length>{Length::inches(16), Length::inches(24)});
    w.firstStud = lots.length(30_mm, w.spacing);
    w.coverThickness = metric ? lots.oneOf(std::vector<Length>{Length::mm(9.5), Length::mm(12.5), 15_mm})
                              : lots.oneOf(std::vector<Length>{Length::inches(3, 8), Length::inches(1, 2),
                                                               Length::inches(5, 8)});
    if (lots.below(5) == 0) // now and then something solid
        w.construction = lots.oneOf(std::vector<std::string>{"solid_brick", "concrete"});
}

/// A wood that the shop sells in this unit system, and the thicknesses it comes in.
struct Wood {
    std::string species;
    std::vector<Length> thicknesses;
};
Wood woodByLot(bool metric, const Shop& shop, Lots& lots) {
    std::vector<Wood> all;
    for (const auto& s : shop.stock) {
        const Species* sold = catalog().findSpecies(s.species);
        if (!sold || sold->sheet)
            continue;
        if ((s.thickness.nm() % 500'000 == 0) != metric) // half millimetres, or fractions of an inch
            continue;
        auto it = std::find_if(all.begin(), all.end(), [&](const Wood& w) { return w.species == s.species; });
        if (it == all.end())
            it = all.insert(all.end(), {s.species, {}});
        if (std::find(it->thicknesses.begin(), it->thicknesses.end(), s.thickness) == it->thicknesses.end())
            it->thicknesses.push_back(s.thickness);
    }
    return all.empty() ? Wood{"scots_pine", {}} : all[lots.below(all.size())];
}

void loadByLot(Piece& p, Lots& lots) {
    p.load.kgPerM = std::round(lots.fraction() * 200) / 10;
    const auto surfaces = surfacesOf(makePiece(p.params, {}, catalog()).assembly);
    const auto n = lots.below(3);
    for (std::uint64_t i = 0; i < n; ++i) {
        LoadItem item;
        item.id = fmt::format("item-{}", i + 1);
        item.name = fmt::format("thing {}", i + 1);
        item.mass = 0.5 + std::round(lots.fraction() * 40) / 10;
        item.width = lots.length(60_mm, 250_mm);
        item.x = lots.length(Length(), std::max(Length(), lengthOf(p.params) - item.width));
        if (surfaces.size() > 1) {
            const Surface& s = lots.oneOf(surfaces);
            item.on = s.id;
            item.x = std::clamp(item.x, s.x0, std::max(s.x0, s.x1 - item.width));
        }
        p.load.items.push_back(item);
    }
    if (lots.below(6) == 0)
        p.load.handN = std::round(lots.fraction() * 300);
}

/// A maker looks where the studs are: a piece that fits over two of them is put there. False: it does not.
bool catchStuds(const Wall& wall, Piece& piece) {
    const Assembly a = makePiece(piece.params, {}, catalog()).assembly;
    const WallReach reach = wallReach(a);
    const auto caught = [&](Length x) {
        return studsBetween(wall, x + reach.left, x + reach.right, 40_mm, catalog()).size();
    };
    const Length from = piece.place.x;
    for (int d = 0; d <= 400; d += 5)
        for (const Length x : {from + 1_mm * d, from - 1_mm * d})
            if (x >= Length() && x + a.length <= wall.width && caught(x) > 1) {
                piece.place.x = x;
                return true;
            }
    return false;
}

/// The walls of a corner or an alcove: built alike, their corners a little out of square, an alcove of other
/// widths at its back and front.
void wallsByLot(Project& p, bool metric, Lots& lots) {
    Wall& own = p.walls.front();
    const Length width = own.width;
    wallByLot(own, metric, lots);
    for (std::size_t i = 1; i < p.walls.size(); ++i) {
        p.walls[i].spacing = own.spacing;
        p.walls[i].coverThickness = own.coverThickness;
        p.walls[i].construction = own.construction;
    }
    for (auto& w : p.walls)
        w.bandsTraced = true; // whoever drills this near to a corner has looked for cables
    for (auto& c : p.corners)
        c.angle = 90 + std::round((lots.fraction() - 0.5) * 8) / 2;
    for (auto& a : p.alcoves) {
        own.width = a.widthBack = lots.length(width / 2, width + 400_mm);
        a.widthMiddle = a.widthBack + lots.length(Length(), 12_mm) - 6_mm;
        a.widthFront = a.widthMiddle + lots.length(Length(), 12_mm) - 6_mm;
    }
}

/// A maker looks where the studs are: behind every ledger there is one, somewhere in its outer half.
void studsBehindLedgers(Project& p, const Piece& piece, Lots& lots) {
    const Assembly a = makePiece(piece.params, {}, catalog()).assembly;
    if (!a.seat<LedgersSeat>())
        return;
    for (const auto& seat : a.seat<LedgersSeat>()->on) {
        const Length reach = seat.until - seat.from;
        const Length at = seat.from + lots.length(reach / 2, std::max(reach / 2, reach - 70_mm));
        const SideWall side = sideWall(p.walls, p.corners, p.alcoves, piece.wall, seat.to);
        const Wall* found = seat.to == "wall" ? p.findWall(piece.wall) : side.wall;
        if (!found)
            continue;
        Wall* wall = p.findWall(found->id);
        wall->firstStud = Length::nm((seat.to == "wall" ? at : side.onWall(at)).nm() % wall->spacing.nm());
    }
}

/// The ids of what may hold it; nobody asks for anchors in the cover where the piece alone is too heavy for
/// them, nor for studs where fewer than two are.
std::vector<std::string> usefulSupports(const Piece& piece, const Wall& wall, bool metric) {
    constexpr double tooHeavy = 10; // kg
    const Assembly a = makePiece(piece.params, {}, catalog()).assembly;
    const Species* wood = catalog().findSpecies(speciesOf(piece.params));
    const WallReach reach = wallReach(a);
    const auto studs =
        studsBetween(wall, piece.place.x + reach.left, piece.place.x + reach.right, 40_mm, catalog());
    const bool heavy = massOf(a, wood ? 1120 * wood->means.sg12 : 500) > tooHeavy;
    std::vector<std::string> out;
    for (const auto& o : supportOptions(a, catalog(), metric, catalog().findWall(wall.construction)))
        if ((!heavy || o.firm()) && !(o.beside && a.seat<RailSeat>() && studs.size() != 1) &&
            (!o.atStuds() || studs.size() > 1 || a.seat<RodSeat>() || a.seat<CavitySeat>()))
            out.push_back(o.id);
    return out;
}

/// The same where it rests on several walls, a stud behind each strip: with anchors beside those studs, or on
/// anchors alone where it is light enough for them.
std::vector<std::string> ledgerSupports(const Piece& piece, const Wall& wall, bool metric) {
    constexpr double light = 4; // kg: with its load it stays below what anchors in the cover hold
    const Assembly a = makePiece(piece.params, {}, catalog()).assembly;
    const Species* wood = catalog().findSpecies(speciesOf(piece.params));
    const bool heavy = massOf(a, wood ? 1120 * wood->means.sg12 : 500) + contentsMass(piece.load, a) > light;
    std::vector<std::string> out;
    for (const auto& o : supportOptions(a, catalog(), metric, catalog().findWall(wall.construction)))
        if (o.beside || o.ground == Ground::masonry || (o.ground == Ground::cover && !heavy))
            out.push_back(o.id);
    return out;
}

/// Nobody asks for rods of a sort on a wall that cannot take them: that wall is another one then.
void wallForRods(const Piece& piece, Wall& wall, bool metric) {
    const Assembly a = makePiece(piece.params, {}, catalog()).assembly;
    const auto fits = [&] {
        const auto all = supportOptions(a, catalog(), metric, catalog().findWall(wall.construction));
        return std::any_of(all.begin(), all.end(), [](const SupportOption& o) { return o.unfit.empty(); });
    };
    const std::string drawn = wall.construction;
    for (const char* other : {"concrete", metric ? "timber_stud_eu" : "timber_stud_us"})
        if (!fits())
            wall.construction = other;
    if (!fits())
        wall.construction = drawn;
}

} // namespace

tl::expected<Project, std::string> randomProject(const std::string& kind, Units units, std::uint64_t seed) {
    auto made = newProject(kind, units);
    if (!made)
        return made;
    Project p = std::move(*made);
    const bool metric = units == Units::metric;
    Lots lots(units, seed * 2 + 1);
    p.name = fmt::format("Random {} {}", kind, seed);
    const bool alone = p.walls.size() == 1;
    if (alone)
        wallByLot(p.walls.front(), metric, lots);
    else
        wallsByLot(p, metric, lots);
    const Wood wood = woodByLot(metric, shippedShop().value_or(Shop()), lots);
    Piece& piece = p.pieces.front();
    ParameterLottery draw(seed, metric, wood.thicknesses, wood.species);
    describe(piece.params, draw);
    settleByLot(piece.params);
    if (!alone)
        piece.params = withChanges(piece.params, asMeasured(piece.params, measuredPlace(p, piece)));
    Wall& wall = p.walls.front();
    if (alone)
        wallForRods(piece, wall, metric);
    if (alone && lengthOf(piece.params) > wall.width - 100_mm)
        piece.params = withChanges(piece.params, {{"length", (wall.width - 100_mm).mm()}});
    piece.place.anchor = Anchor::typed;
    piece.place.x = lots.length(Length(), std::max(Length(), wall.width - lengthOf(piece.params)));
    piece.place.z = lots.length(900_mm, 1700_mm);
    bool narrow = false;
    if (alone)
        narrow = !catchStuds(wall, piece) && piece.hold.support != HoldChoice().support;
    else
        studsBehindLedgers(p, piece, lots);
    loadByLot(piece, lots);
    if (narrow) { // what hangs on anchors carries little
        piece.load.items.clear();
        piece.load.kgPerM = std::min(piece.load.kgPerM, 6.0);
    }
    if (!narrow) // what begins with anchors, since it is small, keeps them where it catches no two studs
        piece.hold.support = HoldChoice().support;
    if (lots.below(2) == 0)
        if (const auto options =
                alone ? usefulSupports(piece, wall, metric) : ledgerSupports(piece, wall, metric);
            !options.empty())
            piece.hold.support = lots.oneOf(options);
    piece.hold.rows = static_cast<int>(lots.below(3));
    if (lots.below(2) == 0)
        piece.hold.leaning = Leaning::nobody;
    p.finish.recipe = lots.oneOf(std::vector<std::string>{"oil", "oil", bareFinish});
    return p;
}

} // namespace owl
