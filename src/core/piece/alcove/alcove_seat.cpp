// What the house is told of an alcove shelf: its ledgers on each wall, what bends, how it goes up.
#include "piece/alcove/alcove_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

void AlcoveBuilder::describeRest() {
    Assembly& a = d_.assembly;
    const double top = framed() ? faceH_ : fh_ + st_;
    spanOfParts();
    a.surfaceZ = a.top = Length::mm(top);
    a.surfaceFront = Length::mm(D_);
    Surface s;
    s.id = "top";
    s.name = "shelf";
    s.x0 = Length::mm(std::max(0.0, std::max(room_.leftAt(0), room_.leftAt(D_))));
    s.x1 = Length::mm(std::min(room_.rightAt(0), room_.rightAt(D_)));
    s.y1 = Length::mm(D_);
    s.z = a.surfaceZ;
    a.surfaces = {s};
    LedgersSeat seat;
    ledgersOf(seat);
    for (const double x : {0.15, 0.5, 0.85})
        seat.hands.push_back({room_.leftAt(D_) + room_.widthAt(D_) * x, D_, top});
    seat.alcove = framed() && p_.sides == AlcoveSides::both;
    seat.word = "ledger";
    frontOf(seat);
    seat.stages = framed() ? stages() : boardStages();
    a.seats.emplace_back(std::move(seat));
    dimensions();
}

/// The strips on the walls, with what is in the way of their screws.
void AlcoveBuilder::ledgersOf(LedgersSeat& seat) {
    // Two screws in every stud where the strip is high enough to keep them apart.
    const std::vector<Length> rows =
        fh_ >= 55 ? std::vector{Length::mm(z0_ + fh_ * 0.28), Length::mm(z0_ + fh_ * 0.72)}
                  : std::vector{Length::mm(z0_ + fh_ * 0.55)};
    const auto ledger = [&](const char* to, const char* id, const Vec3& origin, const Vec3& run,
                            const Vec3& out, double from, double until) {
        LedgerSeat on;
        on.to = to;
        on.part = id;
        on.origin = origin;
        on.along = run;
        on.out = out;
        on.from = Length::mm(from);
        on.until = Length::mm(until);
        on.low = Length::mm(z0_);
        on.rows = rows;
        on.through = Length::mm(ft_);
        on.bare = p_.letIn && framed();
        seat.on.push_back(std::move(on));
    };
    const Part* back = part("ledger-back");
    const double b0 = back ? back->bounds().at.x.mm() : 0;
    const double b1 = back ? b0 + back->length.mm() : W_;
    ledger("wall", "ledger-back", {0, 0, 0}, {1, 0, 0}, {0, 1, 0}, b0, b1);
    for (double x : blockX_) // a block stands in the driver's way
        seat.on.back().hidden.emplace_back(Length::mm(x - ft_ / 2 - 14), Length::mm(x + ft_ / 2 + 14));
    for (const bool left : {true, false}) {
        if (!(left ? hasLeft() : hasRight()))
            continue;
        const AlcoveLine& wall = line(left);
        ledger(left ? "left_wall" : "right_wall", left ? "ledger-left" : "ledger-right", wall.origin,
               wall.along, wall.out, framed() ? 20 : ft_ + 5, yr_ / wall.along.y - 4);
        // The front rail's screws bite into its end.
        if (framed())
            seat.on.back().hidden.emplace_back(Length::mm(yr_ - 58), Length::mm(yr_ + 50));
        const std::size_t k = left ? 0 : 1;
        if (pack_ > 0) {
            seat.on.back().packings = packed_[k];
            seat.on.back().packedAt = packedAt_[k];
            seat.on.back().packed = Length::mm(pack_);
        }
    }
    // What skins and holds are screwed with runs upright through the ledgers.
    for (const auto& j : d_.assembly.joints)
        for (const auto& f : j.fasteners)
            for (auto& on : seat.on)
                if ((j.first == on.part || j.second == on.part) && std::abs(f.direction.z) > 0.9) {
                    const double at = dot(f.from - on.origin, on.along);
                    on.hidden.emplace_back(Length::mm(at - 14), Length::mm(at + 14));
                }
}

void AlcoveBuilder::dimensions() {
    Assembly& a = d_.assembly;
    const double top = a.top.mm();
    a.dimensions = {{{0, 0, 0}, {W_, 0, 0}, Dimension::In::front, "length", 1},
                    {{0, 0, top}, {0, D_, top}, Dimension::In::section, "depth", -1}};
    a.dimensions.push_back({{0, 0, top}, {W_, 0, top}, Dimension::In::top, "length", 1});
    a.dimensions.push_back({{W_, 0, top}, {W_, D_, top}, Dimension::In::top, "depth", 1});
    a.dimensions.push_back({{room_.leftAt(D_), D_, top},
                            {room_.leftAt(D_) + p_.frontWidth.mm(), D_, top},
                            Dimension::In::top,
                            "front_width",
                            -1});
    if (framed()) {
        a.dimensions.push_back({{0, 0, z0_}, {0, 0, z0_ + fh_}, Dimension::In::section, "frame_height", -1});
        a.dimensions.push_back({{0, D_, 0}, {0, D_, faceH_}, Dimension::In::section, "face_height", 1});
    } else {
        a.dimensions.push_back({{0, D_, fh_}, {0, D_, fh_ + st_}, Dimension::In::section, "thickness", 1});
        a.dimensions.push_back({{0, 0, 0}, {0, 0, fh_}, Dimension::In::section, "ledger_height", -1});
    }
}

/// The front rail with half of the upper skin, from side to side (S9.7); a thick board bends with all of
/// itself (S5). With one side open it is taken to stand out from the other side alone.
void AlcoveBuilder::frontOf(LedgersSeat& seat) const {
    BentFront f;
    const double y = framed() ? yr_ : D_;
    const double L = room_.widthAt(y) - (framed() ? 0 : 2 * ft_);
    const bool open = p_.sides != AlcoveSides::both;
    f.share = framed() ? 0.6 : 1;
    f.perLoad = open ? L / 2 : L / 8;
    f.perHand = open ? L : L / 4;
    f.span = Length::mm(L);
    f.from = Length::mm(room_.leftAt(y) + (framed() ? 0 : ft_));
    f.behind = framed() ? Length::mm(yr_) : Length();
    f.free = hasLeft() ? (hasRight() ? 0 : 1) : -1;
    f.moment = open       ? "M = share × W L/2 + F L, out from the wall that holds it"
               : framed() ? "M = 0.6 W L/8 + F L/4"
                          : "M = W L/8 + F L/4";
    f.assumed = open ? "it stands out from the other side alone: the open end is held by nothing"
                : framed()
                    ? "hinged strips give half the load to the front; solid ones up to 1.27 times the sag of "
                      "that: 0.6 is taken"
                    : "a plain board, held at both sides; its back ledger is not counted";
    if (framed()) {
        const std::string rail = railIds_.empty() ? std::string() : railIds_.front();
        const Hole* cable = cableHole(d_.assembly);
        const bool reaches = cable && cable->at.y + cable->diameter / 2 > D_ / 2;
        const double boredInFront = reaches ? cable->diameter : 0;
        f.words = "the front rail with half the upper skin";
        f.section = {{rail, ft_ * static_cast<double>(railIds_.size()), fh_, z0_, yr_}};
        const bool whole = std::count_if(skins_.begin(), skins_.end(),
                                         [](const std::string& s) { return s.starts_with("top"); }) == 1;
        if (whole)
            f.section.push_back({"top", D_ / 2 - boredInFront, st_, z0_ + fh_, D_ / 2});
        else
            f.words = "the front rail";
    } else {
        const std::string board = boards_.empty() ? std::string() : boards_.front();
        f.words = "the board";
        f.section = {{board, D_ - (cableHole(d_.assembly) ? p_.cable.d.mm() : 0), st_, fh_, 0}};
    }
    seat.front = f;
}

std::vector<WallStage> AlcoveBuilder::stages() const {
    std::vector<WallStage> out;
    const std::string sides = p_.sides == AlcoveSides::both ? "sides" : "side";
    std::string first;
    if (p_.letIn)
        first = "Open the cover on all walls as one band, its edges on level lines carried round the "
                "corners: scan "
                "first, then score, cut shallow and lift it out. ";
    if (pack_ > 0)
        first += "Screw the packing pieces to the studs of the side walls: what holds the frame there is "
                 "their own "
                 "screws, so each goes into a stud, never into the cover. ";
    out.push_back(
        {"fix-support",
         "Fix the " + sides + " of the frame",
         first + fmt::format("Hold each {} on the line, level and its front end plumb under the other, and "
                             "screw it to what is behind it.",
                             pack_ > 0 ? "side to its packing pieces" : "side"),
         {"driver", "level", "straightedge"},
         20});
    out.push_back(
        {"ladder",
         "Push the frame in and screw it to the back wall",
         "The straightest board is the front rail, crown up, its best face out. Two props under it carry "
         "the frame while you work below it; keep your head out from under until two screws hold. Push it "
         "in level between the sides, screw its back to the studs between the blocks, then the rail to "
         "the ends of the sides; pull the rail true against a straightedge with a clamp before each next "
         "screw.",
         {"props", "driver", "clamps", "straightedge", "level"},
         40});
    if (railIds_.size() > 1)
        out.push_back(
            {"laminate",
             "Glue the front rail thicker",
             "The second board of the front rail goes over the heads: both straight, their bows against "
             "each other. Glue, clamps from the middle to the ends, overnight.",
             {"wood glue", "clamps", "straightedge"},
             25});
    out.push_back(
        {"lower-skin",
         "Fit the lower skin",
         "Try it first, before anything is glued: props hold it up, it must go in without bending. Scribe "
         "it, plane to the line, try again. Then screw it from below into every part of the frame.",
         {"props", "compass", "plane or belt sander", "driver"},
         45});
    out.push_back(
        {"upper-skin",
         "Fit the upper skin",
         "Scribe it like the lower one. Glue on every part of the frame, lay it down, nail it into frame "
         "and blocks: pencil their middles on it first.",
         {"compass", "plane or belt sander", "nailer or hammer and nail set"},
         40});
    out.push_back(
        {"face",
         "Fit the face board",
         "Scribe its ends, then glue and nail it, its top level with the upper skin. Fill the nail holes, "
         "sand. What is finished in place: mask the walls and the things below with film, cut in the "
         "edges with a brush; a bead of caulk closes what is left at the walls.",
         {"compass", "fine saw", "nailer or hammer and nail set", "wood filler", "masking tape", "film",
          "caulk"},
         40});
    return out;
}

std::vector<WallStage> AlcoveBuilder::boardStages() const {
    std::vector<WallStage> out;
    out.push_back(
        {"fix-support",
         "Screw the ledgers to the walls",
         "The back one first, level; then the sides from the same line carried round the corners. A "
         "straightedge laid over all of them shows no light: pack behind, never bend them.",
         {"driver", "level", "straightedge", "packing"},
         25});
    out.push_back(
        {"hang",
         "Lay the board on",
         "Two people tip it in, one end first. Scribe it to the walls on props a hand above its place, "
         "plane to the line, try again. Then drive the screws up through the ledgers with a long bit: "
         "fixed at the back, in slots at the sides.",
         {"compass", "plane or belt sander", "driver with a long bit"},
         45});
    return out;
}

} // namespace owl
