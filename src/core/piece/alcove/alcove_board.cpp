// An alcove filled with one thick board on three ledgers: scribed, and free to move.
#include "assembly/movement.h"
#include "piece/alcove/alcove_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

void AlcoveBuilder::board() {
    const double gap = std::max(0.0, p_.gap.mm());
    const double x0 = hasLeft() ? std::max(room_.leftAt(0), room_.leftAt(ft_)) + gap : 0;
    const double x1 = hasRight() ? std::min(room_.rightAt(0), room_.rightAt(ft_)) - gap : W_;
    add(blankPart("ledger-back", "back ledger", Length::mm(std::max(20.0, x1 - x0)), Length::mm(fh_),
                  Length::mm(ft_), {{x0, ft_, 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
        {fmt::format("length {} is the alcove's at its back", say(Length::mm(x1 - x0)))}, {0, -0.3, 0});
    sideLedgers();
    const int n = std::clamp(p_.boards, 1, 8);
    const double deep = room_.back.deepest();
    const double whole = D_ + deep;
    const double step = ctx_.units == "in" ? 25.4 / 64 : 0.1;
    const double each = n == 1 ? whole : std::floor(whole / n / step) * step;
    for (int i = 0; i < n; ++i) {
        const double y0 = -deep + each * i;
        const double y1 = i + 1 < n ? y0 + each : D_;
        const std::string id = n == 1 ? "board" : fmt::format("board-{}", i + 1);
        Part b = lying(id, n == 1 ? "board" : fmt::format("board {}", i + 1), -1000, W_ + 1000, y0, y1, fh_,
                       fh_ + st_);
        cutSides(b.solid, fh_, st_, true);
        cutBack(b.solid, fh_, st_);
        if (b.solid.volume() < 1)
            continue;
        fitBlank(b);
        b.thickness = Length::mm(st_);
        Part& made =
            add(std::move(b),
                {"length is the alcove's, scribed",
                 n == 1 ? "width is the depth" : fmt::format("width: {} boards make {}", n, say(p_.depth))},
                {0, 0, 0.6});
        if (boards_.empty()) // a glued panel is scribed as one
            scribeFeature(made, n == 1 ? "the board" : "the glued board");
        made.allowance = std::max(Length(), p_.allowance);
        boards_.push_back(id);
        if (boards_.size() < 2)
            continue;
        Joint j = named(fmt::format("edge-{}", i), boards_[boards_.size() - 2], id, "edge_glue");
        j.note =
            "Turn every other board over, so that the rings alternate and the panel stays flat; clamps above "
            "and below in turn.";
        keep(std::move(j));
    }
    const double size = std::min(p_.edge == EdgeShape::square ? 0.0 : p_.edgeSize.mm(), st_ / 2 - 1);
    if (size <= 0 || boards_.empty())
        return;
    // A cut by planes: only the boards themselves, not what stands below them.
    std::vector<Part> shaped;
    for (const auto& id : boards_)
        shaped.push_back(*part(id));
    for (const bool up : {false, true})
        shapeArris(
            shaped,
            {{-1000, D_, up ? fh_ + st_ : fh_}, {0, 1, 0}, {0, 0, up ? 1.0 : -1.0}, W_ + 2000, {1, 0, 0}},
            p_.edge, size, 20);
    for (auto& b : shaped)
        *part(b.id) = std::move(b);
    Part& front = *part(boards_.back());
    feature(
        front, "profile", "profile",
        fmt::format("{} of {} along the front, above and below", edgeName(p_.edge), say(Length::mm(size))))
        .sizes = {{"size_mm", size}};
    d_.assembly.shapedTogether = front.id + "/profile";
}

/// From below through the ledgers: fixed at the back, in slots towards the front, for the board moves.
void AlcoveBuilder::boardHolds() {
    const auto hold = [&](const std::string& ledger, const std::vector<Vec3>& places, const char* note) {
        if (!has(ledger))
            return;
        for (std::size_t i = 0; i < places.size(); ++i) {
            std::string over;
            for (const auto& id : boards_)
                if (part(id)->solid.contains({places[i].x, places[i].y, fh_ + st_ / 2}, -4))
                    over = id;
            if (over.empty())
                continue;
            Joint j = named(fmt::format("hold-{}-{}", ledger, i + 1), ledger, over, "butt");
            j.atWall = true;
            j.stage = 1;
            Joining way;
            way.how = Joinery::screws;
            way.carries = false;
            way.deepHole = true;
            way.over = {places[i]};
            if (!meet(j, d_.assembly, way, ctx_, catalog_).empty()) {
                problem("no_hold_screw", "ledger_height",
                        fmt::format("No screw goes up through a ledger of {} into the board.",
                                    say(p_.ledgerHeight)))
                    .cures.push_back(to("Ledger", "ledger_height", 40_mm));
                return;
            }
            j.carries = true; // it keeps the board down, though 3 D of thread are enough for that
            j.note = note;
            keep(std::move(j));
        }
    };
    const auto free = [&](double x) {
        return std::none_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(),
                            [&](Length s) { return std::abs(s.mm() - x) < 16; });
    };
    std::vector<Vec3> back;
    for (Vec3 p : along({room_.leftAt(ft_), ft_ / 2, 0}, {room_.rightAt(ft_), ft_ / 2, 0}, 90)) {
        for (const double off : {0.0, 20.0, -20.0, 40.0})
            if (free(p.x + off)) {
                p.x += off;
                break;
            }
        back.push_back(p);
    }
    hold("ledger-back", back, "Fixed here: the board moves away from the back wall.");
    // Whatever the season it is made in, it may move as far both ways (S9.10).
    const Species* wood = catalog_.findSpecies(p_.species);
    const double moves = wood ? (yr_ - 30 - ft_ / 2) * wood->moves * yearOfMoisture : 0;
    const std::string slot =
        fmt::format("Its hole is a slot across the board, {} longer than wide: the board grows and shrinks.",
                    say(Length::mm(std::max(4.0, std::ceil(2 * moves)))));
    for (const bool left : {true, false}) {
        const AlcoveLine& wall = line(left);
        double s = yr_ - 30;
        for (const auto& b : ctx_.beside)
            if (b.to == (left ? "left_wall" : "right_wall"))
                for (Length stud : b.studs)
                    if (std::abs(stud.mm() - s) < 16)
                        s = stud.mm() - 20;
        hold(left ? "ledger-left" : "ledger-right", {wall.origin + wall.along * s + wall.out * (ft_ / 2)},
             slot.c_str());
    }
}

} // namespace owl
