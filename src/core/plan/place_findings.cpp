#include "plan/place_findings.h"

#include "assembly/reach.h"
#include "plan/plan_hold.h"

#include "measure/words.h"
#include "plan/fire_findings.h"
#include "plan/place_finder.h"
#include "plan/remedies.h"
#include "project/placing.h"
#include "room/side_walls.h"
#include "room/unknown_wall.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class PlaceFindings : public PlaceFinder {
  public:
    using PlaceFinder::PlaceFinder;

    void run() {
        if (!wall_)
            return;
        following();
        onTheWall();
        neighbours();
        obstacles();
        furniture();
        findAboutFire(project_, plan_, catalog_, piece_, pp_, out_);
        openings();
        barred();
        height();
        limits();
        measured();
        alcove();
        power();
    }

  private:
    [[nodiscard]] Length tall() const { return pp_.assembly().height; }
    [[nodiscard]] Remedy shiftTo(Length x) const {
        // What is printed is what is done: the shift itself is rounded to the tape, away from where it hangs.
        Length by = roundToTape(x - pp_.left, project_.style);
        if (abs(by) < abs(x - pp_.left))
            by += by < Length() ? -tapeStep(project_.style) : tapeStep(project_.style);
        return moveTo(fmt::format("Shift {} {}", say(abs(by)), by < Length() ? "left" : "right"), project_,
                      piece_.id, pp_.left + by, pp_.bottom);
    }
    [[nodiscard]] bool fits(Length left) const { return left >= Length() && left + length() <= wall_->width; }
    [[nodiscard]] bool meets(Length x0, Length x1, Length z0, Length z1) const {
        return x0 < pp_.right() && x1 > pp_.left && z0 < pp_.top() && z1 > pp_.bottom;
    }

    void following() {
        if (!pp_.leaderLost)
            return;
        add("leader_lost", Severity::warns, "What it keeps to is gone",
            "The piece it was kept equal to is not on this wall any more, or they keep to each other in a "
            "ring. It "
            "hangs at its own typed place.")
            .remedies.push_back(changePiece("Let it hang by itself", piece_, [&](Piece& p) {
                p.place.follow = {};
                p.place.anchor = Anchor::typed;
                p.place.x = pp_.left;
                p.place.z = pp_.bottom;
            }));
    }

    void onTheWall() {
        const Length left = pp_.left;
        const Length right = pp_.right();
        // What is fitted into a corner or an alcove is as wide as its place; its strips end on the wall.
        const bool fitted = kindInfo(piece_.params).place != std::string("wall");
        if (fitted && wallReach(pp_.assembly()).right > wall_->width) {
            add("wider_than_wall", Severity::blocks, "Wider than its wall",
                fmt::format("Its strip ends at {} on a wall {} wide.", say(wallReach(pp_.assembly()).right),
                            say(wall_->width)))
                .remedies.push_back(changeLength("Make it " + say(std::max(150_mm, wall_->width - 20_mm)),
                                                 piece_, std::max(150_mm, wall_->width - 20_mm)));
        } else if (fitted) {
            // nothing sticks out
        } else if (length() > wall_->width) {
            const Length less = std::max(150_mm, wall_->width - 20_mm);
            add("wider_than_wall", Severity::blocks, "Wider than its wall",
                fmt::format("{} is {} long and the wall {} wide.", pp_.name, say(length()),
                            say(wall_->width)))
                .remedies.push_back(changeLength("Make it " + say(less), piece_, less));
        } else if (left < Length() || right > wall_->width) {
            const Length x = std::clamp(left, Length(), wall_->width - length());
            add("off_the_wall", Severity::blocks, "It sticks out past the wall",
                fmt::format("Its ends would be at {} and {} on a wall {} wide.", say(left), say(right),
                            say(wall_->width)))
                .remedies.push_back(moveTo("Move it onto the wall", project_, piece_.id, x, pp_.bottom));
        }
        const Length ceiling = lowestCeiling(*wall_, left, right) - wall_->crown;
        if (pp_.top() > ceiling) {
            const Length z = std::max(Length(), ceiling - tall() - 100_mm);
            add("above_ceiling", Severity::blocks, "Higher than the ceiling",
                fmt::format("Its top would be at {} where the ceiling is {} high.", say(pp_.top()),
                            sayRound(ceiling)))
                .remedies.push_back(raise(z));
        }
        if (pp_.assembly().seat<FloorSeat>())
            standsUp();
        else if (pp_.bottom < wall_->baseboard)
            add("on_baseboard", Severity::warns, "It sits on the baseboard",
                fmt::format("The baseboard is {} high; a rail does not lie flat across it.",
                            say(wall_->baseboard)))
                .remedies.push_back(raise(wall_->baseboard + 20_mm));
    }

    /// A case comes in lying down: on its way up its diagonal must pass under the ceiling.
    void standsUp() {
        const double high = tall().mm();
        const double deep = pp_.assembly().depth.mm();
        const double least = lowestCeiling(*wall_, pp_.left, pp_.right()).mm() - 10;
        const double diagonal = std::hypot(high, deep);
        if (diagonal <= least)
            return;
        const Length lower = roundToTape(
            Length::mm(std::sqrt(std::max(0.0, least * least - deep * deep))) - 5_mm, project_.style);
        auto& f =
            add("cannot_stand_up", Severity::warns, "It cannot be stood up in this room",
                fmt::format("Tipped up from the floor its diagonal is {} under a ceiling of {}, 10 mm being "
                            "kept free. Build it lower, or put it together standing.",
                            sayRound(Length::mm(diagonal)), sayRound(Length::mm(least + 10))));
        f.working = {"√(height² + depth²) ≤ ceiling − 10 mm",
                     {{"height", say(tall())}, {"depth", say(pp_.assembly().depth)}},
                     sayRound(Length::mm(diagonal)),
                     "geometry",
                     {}};
        if (lower > 300_mm)
            f.remedies.push_back(
                changeParameters({"Height " + say(lower), {{"height", lower.mm()}}}, piece_));
    }

    void neighbours() {
        constexpr int mostTold = 8; // of hundreds that hang in one spot the first tell enough
        int told = 0;
        for (const auto& o : plan_.placedOn(project_, piece_.wall, piece_.id)) {
            if (!meets(o.left, o.right(), o.bottom, o.top()) || o.id < piece_.id) // told once a pair
                continue;
            if (++told > mostTold)
                break;
            auto& f = add("hits_piece", Severity::blocks, "It hits " + o.name,
                          fmt::format("{} hangs from {} to {}, {} to {} up.", o.name, say(o.left),
                                      say(o.right()), say(o.bottom), say(o.top())));
            Length thing;
            for (const auto& i : piece_.load.items)
                thing = std::max(thing, i.height);
            if (const Piece* other = project_.findPiece(o.id))
                for (const auto& i : other->load.items)
                    thing = std::max(thing, i.height);
            f.remedies.push_back(raise(o.top() + spacingFor(thing).comfortable));
        }
    }

    void obstacles() {
        for (const auto& c : clearances(*wall_, catalog_)) {
            const Obstacle* o = findObstacle(*wall_, c.obstacle);
            if (!o || o->kind.starts_with("fireplace") || !meets(c.x0, c.x1, c.z0, c.z1))
                continue;
            const bool covers = meets(o->x, o->right(), o->z, o->top());
            auto& f = add(covers && o->kind == "outlet" ? "covers_outlet"
                          : covers                      ? "covers_obstacle"
                                                        : "crowds_obstacle",
                          covers ? Severity::blocks : Severity::warns,
                          (covers ? "It covers the " : "Close to the ") + c.title,
                          fmt::format("The {} lies from {} to {}, {} to {} up, and wants room: {}.", c.title,
                                      say(o->x), say(o->right()), say(o->z), say(o->top()), c.why));
            f.working.source = c.source;
            wayOut(f, c);
        }
    }

    /// Over it, under it, or to the nearer side.
    void wayOut(Finding& f, const Clearance& c) const {
        const Length ceiling = lowestCeiling(*wall_, pp_.left, pp_.right());
        if (c.z1 + tall() + 100_mm < ceiling && c.z1 - pp_.bottom < 600_mm)
            f.remedies.push_back(raise(c.z1 + 10_mm));
        if (c.z0 - tall() - 10_mm > wall_->baseboard && pp_.top() - c.z0 < 400_mm)
            f.remedies.push_back(raise(c.z0 - tall() - 10_mm));
        const Length leftOf = c.x0 - length() - 5_mm;
        const Length rightOf = c.x1 + 5_mm;
        const bool goLeft = abs(leftOf - pp_.left) < abs(rightOf - pp_.left);
        for (Length x : goLeft ? std::array{leftOf, rightOf} : std::array{rightOf, leftOf})
            if (fits(x)) {
                f.remedies.push_back(shiftTo(x));
                return;
            }
    }

    void furniture() {
        for (const auto& f : wall_->furniture) {
            if (!meets(f.x, f.right(), f.bottom, f.height))
                continue;
            auto& g = add(
                "behind_furniture", Severity::warns, "Behind the " + f.title(),
                fmt::format("It stands {} high; the piece begins at {}.", say(f.height), say(pp_.bottom)));
            if (f.height + 200_mm + tall() < wall_->height)
                g.remedies.push_back(raise(f.height + 200_mm));
        }
        if (const Furniture* f = seatBelow(*wall_, pp_))
            add("above_people", Severity::notes, "People sit or lie below it",
                fmt::format("It hangs above the {}: strength is used to 60 % only. Keep glass and heavy "
                            "things off it.",
                            f->title()));
    }

    void openings() {
        for (const auto& o : wall_->openings) {
            if (!meets(o.left(), o.right(), o.bottom(), o.top()))
                continue;
            if (openingAround(*wall_, pp_.left, pp_.right(), pp_.bottom, pp_.top()))
                continue;
            const bool covered = pp_.left <= o.left() && pp_.right() >= o.right() &&
                                 pp_.bottom <= o.bottom() && pp_.top() >= o.top();
            if (covered) {
                add("opening_covered", Severity::notes, "It covers the opening in the wall",
                    "The rail lies on the wall cover around the opening; its screws still cross the cover.");
                continue;
            }
            auto& f =
                add("opening_shows", Severity::warns, "Half over the opening in the wall",
                    fmt::format(
                        "The opening reaches from {} to {}, {} to {} up. A rail half on board and half on "
                        "bare wood rocks, and a gap shows.",
                        say(o.left()), say(o.right()), say(o.bottom()), say(o.top())));
            if (o.wide() >= length() && o.high() >= tall())
                f.remedies.push_back(moveTo("Put it into the opening", project_, piece_.id,
                                            o.left() + (o.wide() - length()) / 2,
                                            o.bottom() + (o.high() - tall()) / 2));
            else if (o.wide() <= length() && o.high() <= tall())
                f.remedies.push_back(moveTo("Cover the opening", project_, piece_.id,
                                            o.left() - (length() - o.wide()) / 2,
                                            o.bottom() - (tall() - o.high()) / 2));
            if (o.cut && o.high() > tall() && o.high() <= tall() + 150_mm)
                if (const auto cure = heighten(piece_.params, o.high() - tall() + 10_mm))
                    f.remedies.push_back(changeParameters(*cure, piece_));
            if (!o.cut)
                f.remedies.push_back(
                    changeWall("Fit the opening to the piece", *wall_,
                               [id = o.id, x = pp_.left, z = pp_.bottom, w = length(), h = tall()](Wall& v) {
                                   for (auto& q : v.openings)
                                       if (q.id == id) {
                                           q.x = x;
                                           q.z = z;
                                           q.width = w;
                                           q.height = h;
                                       }
                               }));
        }
    }

    void barred() {
        if (pp_.barred.empty())
            return;
        const BarredStud& b = pp_.barred.front();
        const std::string at = sayRound(pp_.left + b.x);
        auto& f =
            add("stud_barred", pp_.studs.size() < 2 ? Severity::blocks : Severity::warns,
                fmt::format("Not into the stud at {}", at),
                fmt::format("{}. {}", capitalised(b.zone.why),
                            pp_.barred.size() > 1
                                ? fmt::format("{} studs behind it are left out for that.", pp_.barred.size())
                                : "This stud is left out for that."));
        f.working.source = b.zone.source;
        std::vector<Length> heights;
        for (Length row : rowsAt(pp_.assembly(), b.x))
            heights.push_back(pp_.bottom + row);
        const Length run = b.zone.z1 - b.zone.z0;
        if (run < 400_mm) { // a sideways run: over it or under it
            f.remedies.push_back(raise(pp_.bottom + (b.zone.z1 - heights.front()) + 10_mm));
            if (pp_.bottom - (heights.back() - b.zone.z0) - 10_mm > wall_->baseboard)
                f.remedies.push_back(raise(pp_.bottom - (heights.back() - b.zone.z0) - 10_mm));
        }
        if (!b.zone.known)
            f.remedies.push_back(
                changeWall("I traced it: nothing runs here", *wall_, [id = b.zone.obstacle](Wall& w) {
                    if (id.empty())
                        w.bandsTraced = true;
                    for (auto& o : w.obstacles)
                        if (o.id == id)
                            o.runs = "none";
                }));
    }

    void height() {
        const auto aim = std::find_if(pp_.heights.begin(), pp_.heights.end(),
                                      [](const HeightBand& b) { return !b.limit; });
        if (aim == pp_.heights.end())
            return;
        const HeightBand& b = *aim;
        if (pp_.top() >= b.low && pp_.top() <= b.high) {
            add("good_height", Severity::notes, "Good height",
                fmt::format("Its top is at {}; {}: {}.", say(pp_.top()), b.what, b.why))
                .working.source = b.source;
            return;
        }
        const Length z = roundToTape((b.low + b.high) / 2 - tall(), project_.style);
        auto& f = add("height", Severity::notes, pp_.top() < b.low ? "Rather low" : "Rather high",
                      fmt::format("Its top is at {}; usual here is {} to {} ({}: {}).", say(pp_.top()),
                                  say(b.low), say(b.high), b.what, b.why));
        f.working.source = b.source;
        if (z > Length() && z + tall() < lowestCeiling(*wall_, pp_.left, pp_.right()))
            f.remedies.push_back(raise(z));
    }

    /// Reach, head room, ceiling: told only when they are broken.
    void limits() {
        for (const auto& b : pp_.heights) {
            if (!b.limit || (pp_.top() >= b.low && pp_.top() <= b.high))
                continue;
            const bool low = pp_.top() < b.low;
            const bool head = b.id == "head";
            auto& f = add(("limit_" + b.id).c_str(), head ? Severity::warns : Severity::notes,
                          head              ? "Heads hit it"
                          : b.id == "reach" ? (low ? "Low to reach" : "Out of reach")
                                            : "Little room to the ceiling",
                          fmt::format("Its top is at {}, {} {} would be {}: {}.", say(pp_.top()), b.what,
                                      low ? "the least" : "the most", sayRound(low ? b.low : b.high), b.why));
            f.working.source = b.source;
            const Length z = low ? b.low - tall() : b.high - tall();
            if (z > Length() && z + tall() < lowestCeiling(*wall_, pp_.left, pp_.right()))
                f.remedies.push_back(raise(z));
        }
    }

    /// A piece made for a corner or an alcove that was measured otherwise since, or never.
    void measured() {
        const std::string place = kindInfo(piece_.params).place;
        if (place == "wall")
            return;
        const PieceParams asIs =
            withChanges(piece_.params, asMeasured(piece_.params, measuredPlace(project_, piece_)));
        if (!(asIs == piece_.params)) {
            auto& f = add(
                "measured_otherwise", Severity::warns, "Its place was measured otherwise",
                fmt::format("The {} as entered under Place is not the one this piece is made for.", place));
            f.remedies.push_back(
                changePiece("Make it as measured", piece_, [asIs](Piece& p) { p.params = asIs; }));
        }
        std::string unknown;
        for (const auto& on : pp_.assembly().seat<LedgersSeat>() ? pp_.assembly().seat<LedgersSeat>()->on
                                                                 : std::vector<LedgerSeat>())
            if (on.to != "wall" &&
                !sideWall(project_.walls, project_.corners, project_.alcoves, piece_.wall, on.to).wall)
                unknown +=
                    (unknown.empty() ? "" : " and ") +
                    std::string(on.to == "right_wall" ? "the wall at its right" : "the wall at its left");
        if (!unknown.empty())
            add("side_wall_unknown", Severity::warns, "Nobody entered the wall beside it",
                fmt::format(
                    "It rests on {} as well: add that wall to the room and join them in their corner, so "
                    "that its studs, wires and pipes are known.",
                    unknown));
    }

    void alcove() {
        if (kindInfo(piece_.params).place != std::string("wall"))
            return; // it is made to the alcove's own sizes
        for (const auto& a : project_.alcoves) {
            if (a.back != wall_->id)
                continue;
            const Length most = alcoveLongest(a);
            if (length() > most)
                add("alcove_tight", Severity::blocks, "It does not go into the alcove",
                    fmt::format("{} is {} wide at the back, {} in the middle and {} at the front: nothing "
                                "with square "
                                "ends longer than {} goes in.",
                                a.name.empty() ? "The alcove" : a.name, say(a.widthBack), say(a.widthMiddle),
                                say(a.widthFront), say(most)))
                    .remedies.push_back(changeLength("Make it " + sayRound(most - 3_mm), piece_,
                                                     roundToTape(most - 3_mm, project_.style)));
            if (pp_.assembly().depth > a.depth)
                add("alcove_deep", Severity::warns, "Deeper than the alcove",
                    fmt::format("It stands out {} past the front.", say(pp_.assembly().depth - a.depth)));
            else if (length() + 10_mm >= most && length() <= most)
                add("alcove_square", Severity::notes, "The alcove is not square",
                    fmt::format(
                        "At this piece's front edge it is {} wide, at the back {}: scribe the ends, or leave "
                        "the gap and cover it.",
                        sayRound(alcoveWidth(a, pp_.assembly().depth)), say(a.widthBack)));
        }
    }

    void power() {
        if (piece_.power.outlet.empty())
            return;
        const Obstacle* o = findObstacle(*wall_, piece_.power.outlet);
        if (!o) {
            add("outlet_gone", Severity::warns, "Its outlet is gone",
                fmt::format("The outlet for its {} is not on this wall any more.", piece_.power.what))
                .remedies.push_back(
                    changePiece("No lamp or charger", piece_, [](Piece& p) { p.power = {}; }));
            return;
        }
        // The cord hangs straight down from the nearer point of the piece, then runs along the baseboard.
        const Length x = std::clamp(o->centreX(), pp_.left, pp_.right());
        const Length need = abs(o->centreX() - x) + abs(pp_.bottom - o->centreZ()) + 300_mm;
        auto& f =
            add(need > piece_.power.cord ? "cord_short" : "cord",
                need > piece_.power.cord ? Severity::warns : Severity::notes,
                need > piece_.power.cord ? "The cord is too short" : "The cord reaches",
                fmt::format(
                    "From the outlet to the {} on the piece it takes {} with 300 mm to spare; the cord has "
                    "{}.",
                    piece_.power.what, sayRound(need), say(piece_.power.cord)));
        if (need > piece_.power.cord)
            f.remedies.push_back(
                changePiece("Take a longer cord", piece_, [need, s = project_.style](Piece& p) {
                    p.power.cord = roundToTape(need + 50_mm, s);
                }));
    }
};

} // namespace

void findAboutPlace(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                    const PiecePlan& pp, std::vector<Finding>& out) {
    PlaceFindings(project, plan, catalog, piece, pp, out).run();
}

} // namespace owl
