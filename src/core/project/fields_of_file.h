#pragma once
// The fields of the document as they stand in the file; one visit() serves reading, writing and their limits.
// Internal to project/.

#include "project/parameters_of_file.h"
#include "project/project.h"

#include <array>

namespace owl {

inline constexpr std::array unitNames{"mm", "in"};
inline constexpr std::array studModeNames{"spacing", "positions", "unknown"};
inline constexpr std::array anchorNames{"wall", "furniture", "typed"};
inline constexpr std::array leaningNames{"usual", "people", "nobody"};
inline constexpr std::array rippingNames{"home", "shop", "none"};
inline constexpr std::array limitNames{"fine", "plain", "rough"};
inline constexpr std::array mannerNames{"", "brush", "wipe", "roll", "spray"};
inline constexpr std::array woodNames{"", "blotching", "resinous"};

inline constexpr std::array studSourceNames{"typed", "scan", "seen", "assumed"};
inline constexpr std::array decisionNames{"open", "keep_clear", "ignored"};
inline constexpr std::array followNames{"none", "mirror", "above", "beside"};
inline constexpr std::array runsNames{"usual", "all", "up_down", "up", "down", "sideways", "none"};
inline constexpr std::array swingNames{"none", "left", "right"};

inline constexpr Length zero;
inline const Length farthest = 30'000_mm;
inline const Length thin = Length::mm(0.1);

// Places on a wall may lie outside it, and what cannot be is a finding with a remedy, not a refusal.
template <typename A> void visit(A& a, Room& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("name", v.name);
}
template <typename A> void visit(A& a, Corner& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("left", v.left);
    a.text("right", v.right);
    a.number("angle", v.angle, -1e6, 1e6);
}
template <typename A> void visit(A& a, Alcove& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("name", v.name);
    a.text("room", v.room);
    a.text("left", v.left);
    a.text("back", v.back);
    a.text("right", v.right);
    a.length("depth", v.depth, 1_mm, farthest);
    a.length("width_back", v.widthBack, 1_mm, farthest);
    a.length("width_middle", v.widthMiddle, 1_mm, farthest);
    a.length("width_front", v.widthFront, 1_mm, farthest);
}
template <typename A> void visit(A& a, FoundStud& v) {
    a.require("x");
    a.length("x", v.x, -farthest, farthest);
    a.length("width", v.width, zero, 1000_mm);
    a.number("confidence", v.confidence, 0, 1);
    a.choice("source", v.source, studSourceNames);
}
template <typename A> void visit(A& a, OddMark& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("kind", v.kind);
    a.length("x", v.x, -farthest, farthest);
    a.length("width", v.width, zero, farthest);
    a.choice("decision", v.decision, decisionNames);
}
template <typename A> void visit(A& a, Obstacle& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("kind", v.kind);
    a.text("name", v.name);
    a.length("x", v.x, -farthest, farthest);
    a.length("z", v.z, -farthest, farthest);
    a.length("width", v.width, 1_mm, farthest);
    a.length("height", v.height, 1_mm, farthest);
    a.word("runs", v.runs, runsNames);
    a.word("swing", v.swing, swingNames);
}
template <typename A> void visit(A& a, Furniture& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("kind", v.kind);
    a.text("name", v.name);
    a.length("x", v.x, -farthest, farthest);
    a.length("width", v.width, 1_mm, farthest);
    a.length("height", v.height, 1_mm, farthest);
    a.length("depth", v.depth, 1_mm, farthest);
    a.length("bottom", v.bottom, zero, farthest);
}
template <typename A> void visit(A& a, CeilingPoint& v) {
    a.length("x", v.x, -farthest, farthest);
    a.length("z", v.z, zero, farthest);
}
template <typename A> void visit(A& a, CoverOpening& v) {
    a.require("id");
    a.text("id", v.id);
    a.length("x", v.x, -farthest, farthest);
    a.length("z", v.z, -farthest, farthest);
    a.length("width", v.width, 1_mm, farthest);
    a.length("height", v.height, 1_mm, farthest);
    a.length("play", v.play, zero, 100_mm);
    a.flag("cut", v.cut);
    a.length("cut_x", v.cutX, -farthest, farthest);
    a.length("cut_z", v.cutZ, -farthest, farthest);
    a.length("cut_width", v.cutWidth, zero, farthest);
    a.length("cut_height", v.cutHeight, zero, farthest);
    a.text("behind", v.behind);
}
template <typename A> void visit(A& a, WallScan& v) {
    a.number("start_mm", v.start, -1000, 50'000);
    a.number("step_mm", v.step, 0.1, 100);
    a.series("readings", v.readings, 0, 100);
}
template <typename A> void visit(A& a, Wall& v) {
    a.require("id");
    a.require("width");
    a.require("height");
    a.text("id", v.id);
    a.text("room", v.room);
    a.text("name", v.name);
    a.length("width", v.width, 100_mm, farthest);
    a.length("height", v.height, 100_mm, farthest);
    a.list("ceiling", v.ceiling, [](auto& r, CeilingPoint& p) { visit(r, p); });
    a.text("construction", v.construction);
    a.text("cover", v.cover);
    a.length("cover_thickness", v.coverThickness, zero, 100_mm);
    a.length("behind_cover", v.behindCover, zero, 1000_mm);
    a.length("baseboard", v.baseboard, zero, 1000_mm);
    a.length("crown", v.crown, zero, 1000_mm);
    a.text("user", v.user);
    a.flag("walkway", v.walkway);
    a.choice("stud_mode", v.studMode, studModeNames);
    a.length("spacing", v.spacing, 100_mm, 3000_mm);
    a.length("first_stud", v.firstStud, zero, farthest);
    a.list("studs", v.studs, [](auto& r, FoundStud& s) { visit(r, s); });
    a.length("stud_width", v.studWidth, 10_mm, 300_mm);
    a.length("stud_depth", v.studDepth, 10_mm, 400_mm);
    a.flag("bands_traced", v.bandsTraced);
    a.list("obstacles", v.obstacles, [](auto& r, Obstacle& o) { visit(r, o); });
    a.list("furniture", v.furniture, [](auto& r, Furniture& f) { visit(r, f); });
    a.list("openings", v.openings, [](auto& r, CoverOpening& o) { visit(r, o); });
    a.list("proposed_studs", v.proposed, [](auto& r, FoundStud& s) { visit(r, s); });
    a.list("odd_signals", v.oddMarks, [](auto& r, OddMark& m) { visit(r, m); });
    a.optionalObject("scan", v.scan, [](auto& r, WallScan& s) { visit(r, s); });
}
template <typename A> void visit(A& a, PieceParams& v) {
    FileParameters<A> through(a);
    describe(v, through);
}
template <typename A> void visit(A& a, LoadItem& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("kind", v.kind);
    a.text("name", v.name);
    a.number("kg", v.mass, 0, 1000);
    a.length("x", v.x, -farthest, farthest);
    a.length("width", v.width, 1_mm, farthest);
    a.length("height", v.height, 1_mm, farthest);
    a.flag("stays", v.sustained);
    a.textIfAny("on", v.on);
}
template <typename A> void visit(A& a, LoadSpec& v) {
    a.number("kg_per_m", v.kgPerM, 0, 1000);
    a.flag("stays", v.lineSustained);
    a.optionalNumber("hand_N", v.handN, 0, 2000);
    a.text("hand_why", v.handWhy);
    a.list("items", v.items, [](auto& r, LoadItem& i) { visit(r, i); });
}
template <typename A> void visit(A& a, Placement& v) {
    a.choice("centred_on", v.anchor, anchorNames);
    a.text("furniture", v.furniture);
    a.length("x", v.x, -farthest, farthest);
    a.length("z", v.z, zero, farthest);
    a.object("follow", [&](auto& r) {
        r.choice("how", v.follow.how, followNames);
        r.text("leader", v.follow.leader);
        r.length("gap", v.follow.gap, -farthest, farthest);
        r.text("about", v.follow.about);
        r.flag("equal_size", v.follow.equalSize);
    });
}
template <typename A> void visit(A& a, FinishOn& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("recipe", v.recipe);
}
template <typename A> void visit(A& a, CutToFit& v) {
    a.require("part");
    a.text("part", v.part);
    a.length("turned_out", v.turnedOut, zero, farthest);
}
template <typename A> void visit(A& a, Piece& v) {
    a.require("id");
    a.require("kind");
    a.require("wall");
    a.text("id", v.id);
    std::string kind = kindOf(v);
    a.text("kind", kind);
    if constexpr (A::reading) {
        const auto fresh = defaultParams(kind, true);
        if (!fresh) {
            std::string all;
            for (const auto& k : knownKinds())
                all += (all.empty() ? "" : ", ") + std::string(k.id);
            throw DocumentFault{
                fmt::format("{}: \"{}\" is not a kind of piece this version knows; it knows {}.",
                            a.at("kind"), shortened(kind), all)};
        }
        a.require(kind.c_str());
        v.params = blankParams(kind);
    }
    a.text("name", v.name);
    a.text("wall", v.wall);
    a.object("place", [&](auto& r) { visit(r, v.place); });
    a.object(kind.c_str(), [&](auto& r) { visit(r, v.params); });
    a.object("load", [&](auto& r) { visit(r, v.load); });
    a.object("hold", [&](auto& r) {
        r.text("support", v.hold.support);
        r.whole("rows", v.hold.rows, 0, 2);
        r.choice("leaning", v.hold.leaning, leaningNames);
        r.flag("above_bed", v.hold.aboveBed);
        r.listIfAny("without", v.hold.without, [](auto& q, StudLeftOut& s) {
            q.require("x");
            q.length("x", s.x, zero, farthest);
        });
    });
    a.object("power", [&](auto& r) {
        r.text("outlet", v.power.outlet);
        r.text("what", v.power.what);
        r.length("cord", v.power.cord, zero, farthest);
    });
    a.text("finish", v.finish);
    a.list("finish_on", v.finishOn, [](auto& r, FinishOn& f) { visit(r, f); });
    a.listIfAny("cut_to_fit", v.fits, [](auto& r, CutToFit& f) { visit(r, f); });
    a.choice("sag_limit", v.sagLimit, limitNames);
}
template <typename A> void visit(A& a, StockItem& v) {
    a.require("id");
    a.require("length");
    a.require("width");
    a.require("thickness");
    a.text("id", v.id);
    a.text("name", v.name);
    a.text("species", v.species);
    a.length("length", v.length, 1_mm, farthest);
    a.length("width", v.width, 1_mm, 3000_mm);
    a.length("thickness", v.thickness, thin, 300_mm);
    a.number("price", v.price, 0, 1e6);
    a.optionalWhole("available", v.available, 0, 100'000);
    a.flag("rack", v.rack);
    a.optionalLength("end_trim", v.endTrim, zero, 300_mm);
}
template <typename A> void visit(A& a, WoodChoice& v) {
    a.text("cutter", v.cutter);
    a.length("kerf", v.kerf, zero, 20_mm);
    a.length("end_trim", v.endTrim, zero, 300_mm);
    a.list("boards", v.boards, [](auto& r, StockItem& s) { visit(r, s); });
    a.texts("left_out", v.leftOut);
    a.flag("only_own", v.onlyOwn);
    a.flag("rack_costs", v.rackCosts);
    a.choice("ripping", v.ripping, rippingNames);
    a.number("shop_cut", v.shopCut, 0, 1000);
    a.number("target_price", v.targetPrice, 0, 1e6);
}
template <typename A> void visit(A& a, FinishCoat& v) {
    a.require("product");
    a.text("product", v.product);
    a.text("sheen", v.sheen);
    a.whole("number", v.number, 1, 12);
    a.optionalNumber("wait_h", v.waitH, 0, 1000);
    a.optionalNumber("dwell_min", v.dwellMin, 0, 1000);
    a.word("manner", v.manner, mannerNames);
    a.text("grit", v.grit);
    a.word("only_on", v.onlyOn, woodNames);
}
template <typename A> void visit(A& a, FinishRecipe& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("name", v.name);
    a.text("last_grit", v.lastGrit);
    a.list("coats", v.coats, [](auto& r, FinishCoat& c) { visit(r, c); });
}
template <typename A> void visit(A& a, FinishChoice& v) {
    a.text("recipe", v.recipe);
    a.list("recipes", v.recipes, [](auto& r, FinishRecipe& f) { visit(r, f); });
    a.flag("hidden_bare", v.hiddenBare);
    a.text("start", v.start);
    a.whole("day_begins", v.dayBegins, 0, 23);
    a.whole("day_ends", v.dayEnds, 1, 24);
}
template <typename A> void visit(A& a, ToolChoice& v) {
    a.texts("without", v.without);
    a.texts("also", v.also);
    a.length("crosscut", v.crosscut, zero, 5000_mm);
    a.length("rip", v.rip, zero, 5000_mm);
    a.length("cut_depth", v.cutDepth, zero, 1000_mm);
}
template <typename A> void visit(A& a, WayIn& v) {
    a.length("door_width", v.doorWidth, zero, 5000_mm);
    a.length("door_height", v.doorHeight, zero, 5000_mm);
    a.length("stair_width", v.stairWidth, zero, 5000_mm);
}
template <typename A> void visit(A& a, LogEntry& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("date", v.date);
    a.text("text", v.text);
    a.number("hours", v.hours, 0, 10'000);
    a.number("cost", v.cost, 0, 1e6);
}
template <typename A> void visit(A& a, Project& v) {
    a.text("name", v.name);
    a.choice("units", v.style.units, unitNames);
    a.whole("tape_fraction", v.style.denominator, 16, 64);
    a.list("rooms", v.rooms, [](auto& r, Room& m) { visit(r, m); });
    a.list("walls", v.walls, [](auto& r, Wall& w) { visit(r, w); });
    a.list("corners", v.corners, [](auto& r, Corner& c) { visit(r, c); });
    a.list("alcoves", v.alcoves, [](auto& r, Alcove& c) { visit(r, c); });
    a.list("pieces", v.pieces, [](auto& r, Piece& p) { visit(r, p); });
    a.object("wood", [&](auto& r) { visit(r, v.wood); });
    a.object("finish", [&](auto& r) { visit(r, v.finish); });
    a.object("tools", [&](auto& r) { visit(r, v.tools); });
    a.object("way_in", [&](auto& r) { visit(r, v.wayIn); });
    a.texts("done", v.done);
    a.shared("log", v.log, [](auto& r, LogEntry& e) { visit(r, e); });
}

} // namespace owl
