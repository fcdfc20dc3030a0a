#pragma once
// Ledges as they really hang on walls, entered as one would say them.

#include "support.h"

namespace owl::test {

inline std::vector<FoundStud> studs(double first, double spacing, int n) {
    std::vector<FoundStud> out;
    for (int i = 0; i < n; ++i)
        out.push_back({Length::mm(first + i * spacing), {}, 1, StudSource::typed});
    return out;
}

/// `n` frames of `kg` in all, evenly along.
inline void frames(Piece& piece, double kg, int n) {
    const Length L = ledgeOf(piece).length;
    piece.load.kgPerM = 0;
    for (int i = 0; i < n; ++i)
        piece.load.items.push_back({"frame-" + std::to_string(i), "", "frame", kg / n,
                                    L * (2 * i + 1) / (2 * n) - 80_mm, 160_mm, 250_mm, true});
}

inline Project onStuds(Units units, Length length, Length depth, std::vector<FoundStud> at, Length x,
                       Length z) {
    Project p = test::fresh(units);
    Wall& w = p.walls.front();
    w.width = 4200_mm;
    w.bandsTraced = true;
    w.studMode = StudMode::positions;
    w.studs = std::move(at);
    w.coverThickness = Length::mm(12.7);
    Piece& piece = p.pieces.front();
    piece.place.anchor = Anchor::typed;
    piece.place.x = x;
    piece.place.z = z;
    LedgeParams& l = ledgeOf(piece);
    l.length = length;
    l.depth = depth;
    l.baseThickness = l.backThickness = l.lipThickness = Length::mm(19.05);
    l.species = "eastern_white_pine";
    l.caps = CapShape::none;
    return p;
}

inline Project pineFromOneBoard() {
    Project p = onStuds(Units::imperial, 2200_mm, 139_mm, studs(1000, 406.4, 5), 900_mm, 1400_mm);
    LedgeParams& l = ledgeOf(p.pieces.front());
    l.baseThickness = l.backThickness = l.lipThickness = 19_mm;
    l.backHeight = 75_mm;
    l.lipHeight = 19_mm;
    l.boardWidth = 235_mm;
    l.shareBase = l.shareBack = l.shareLip = true;
    frames(p.pieces.front(), 9, 12);
    p.pieces.front().hold.support = "studs-g8";
    StockItem board;
    board.id = "pine-235";
    board.name = "pine board";
    board.species = l.species;
    board.length = 2400_mm;
    board.width = 235_mm;
    board.thickness = 19_mm;
    board.available = 1;
    board.rack = true;
    p.wood.boards = {board};
    return p;
}
inline Project paintedOnLath() {
    Project p = onStuds(Units::imperial, 1900_mm, Length::mm(139.7), studs(760, 406.4, 5), 700_mm, 1400_mm);
    Wall& w = p.walls.front();
    w.construction = "lath_plaster";
    w.cover = "plaster_lath";
    w.coverThickness = 22_mm;
    ledgeOf(p.pieces.front()).backHeight = 90_mm;
    frames(p.pieces.front(), 8, 10);
    p.pieces.front().hold.support = "studs-g8";
    p.finish.recipe = "paint";
    for (const char* id : {"board-a", "board-b"}) {
        StockItem board;
        board.id = id;
        board.name = "board of 145";
        board.species = "eastern_white_pine";
        board.length = 2400_mm;
        board.width = 145_mm;
        board.thickness = Length::mm(19.05);
        board.available = 1;
        board.rack = true;
        p.wood.boards.push_back(board);
    }
    p.wood.onlyOwn = true;
    return p;
}
inline Project stainedWithTrimHeads() {
    Project p = onStuds(Units::imperial, 2600_mm, 130_mm, studs(500, 406.4, 7), 350_mm, 1450_mm);
    ledgeOf(p.pieces.front()).lipHeight = Length::mm(38.1);
    ledgeOf(p.pieces.front()).backHeight = 89_mm;
    frames(p.pieces.front(), 9, 12);
    p.pieces.front().hold.support = "studs-t8";
    p.finish.recipe = "stain";
    return p;
}
inline Project limeWithTongues() {
    Project p = onStuds(Units::metric, 800_mm, 110_mm, studs(1000, 400, 3), 950_mm, 1500_mm);
    LedgeParams& l = ledgeOf(p.pieces.front());
    l.baseThickness = l.backThickness = l.lipThickness = 18_mm;
    l.backHeight = 80_mm;
    l.lipHeight = 30_mm;
    l.backJoint = l.lipJoint = Joinery::tongueGroove;
    l.species = "european_lime";
    frames(p.pieces.front(), 4, 4);
    p.finish.recipe = "grey_wipe";
    StockItem board;
    board.id = "lime";
    board.name = "lime board";
    board.species = l.species;
    board.length = 1000_mm;
    board.width = 240_mm;
    board.thickness = 18_mm;
    board.available = 1;
    board.rack = true;
    p.wood.boards = {board};
    return p;
}
inline Project plugsInBrick() {
    Project p = onStuds(Units::metric, 1200_mm, 110_mm, {}, 900_mm, 1500_mm);
    Wall& w = p.walls.front();
    w.construction = "solid_brick";
    w.cover = "plaster";
    w.coverThickness = 12_mm;
    LedgeParams& l = ledgeOf(p.pieces.front());
    l.baseThickness = l.backThickness = l.lipThickness = 18_mm;
    l.backHeight = 80_mm;
    l.lipHeight = 30_mm;
    l.species = "scots_pine";
    frames(p.pieces.front(), 5, 6);
    p.pieces.front().hold.support = "anchor-a12"; // nylon plugs 10 x 50
    return p;
}

} // namespace owl::test
