// Speed of what a person waits for. Run: build/release/bench/bench_core   (see bench/README.md for the
// figures)
#include "crowded.h"
#include "cutting/solve.h"
#include "drawing/views.h"
#include "edit/fields.h"
#include "plan/plan.h"
#include "project/placing.h"
#include "project/project_file.h"
#include "scan/simulator.h"
#include "scan/stud_estimator.h"

#include <benchmark/benchmark.h>
#include <fstream>
#include <sstream>

namespace {

std::string text(const char* file) {
    std::ifstream in(std::string(OWL_SOURCE_DIR) + "/" + file);
    std::ostringstream out;
    out << in.rdbuf();
    return out.str();
}

void planDemo(benchmark::State& state) {
    const auto project = demoProject();
    const auto shop = owl::shippedShop().value();
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::plan(project, shop, owl::catalog()));
}
BENCHMARK(planDemo)->Unit(benchmark::kMillisecond);

/// What one step of a drag costs the core: the piece moves a millimetre, all else stays.
void planWhileDragging(benchmark::State& state) {
    auto project = demoProject();
    const auto shop = owl::shippedShop().value();
    auto plan = owl::plan(project, shop, owl::catalog());
    int step = 0;
    for (auto _ : state) {
        auto next = project;
        owl::movePiece(next, "ledge-1", owl::Length::mm(1000 + (++step % 200)), owl::Length::mm(1232));
        const owl::Earlier earlier{project, plan};
        auto moved = owl::plan(next, shop, owl::catalog(), &earlier);
        project = std::move(next);
        plan = std::move(moved);
    }
}
BENCHMARK(planWhileDragging)->Unit(benchmark::kMillisecond);

/// To the drawing and the chosen support, as the window has it while a hand drags.
void dragToDrawing(benchmark::State& state) {
    auto project = demoProject();
    const auto shop = owl::shippedShop().value();
    auto plan = owl::plan(project, shop, owl::catalog());
    int step = 0;
    for (auto _ : state) {
        auto next = project;
        if (state.range(0) > 0)
            owl::movePiece(next, next.pieces[static_cast<std::size_t>(state.range(0) - 1)].id,
                           owl::Length::mm(1000 + (++step % 200)), owl::Length::mm(1232));
        plan = owl::planHastily(next, shop, owl::catalog(), project, std::move(plan));
        project = std::move(next);
    }
}
BENCHMARK(dragToDrawing)
    ->DenseRange(0, 13)
    ->Unit(benchmark::kMillisecond); // 0: nothing changed; the n-th piece

/// A six metre wall, scanned every millimetre.
void estimatorSixMetres(benchmark::State& state) {
    owl::ScanWall wall;
    wall.length = 6000;
    wall.step = 1;
    for (double c = 400; c < 5980; c += 400)
        wall.studs.push_back({c - 19, c + 19});
    const auto trace = owl::simulateScan(wall, 7);
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::estimateStuds(trace, wall.cover));
}
BENCHMARK(estimatorSixMetres)->Unit(benchmark::kMillisecond);

void positionSearch(benchmark::State& state) {
    const auto project = crowdedDemo();
    const auto plan = owl::plan(project, owl::shippedShop().value(), owl::catalog());
    for (auto _ : state)
        benchmark::DoNotOptimize(
            owl::stripOf(project, plan, owl::catalog(), "ledge-1", owl::Station::place, 0, "hall-north"));
}
BENCHMARK(positionSearch)->Unit(benchmark::kMillisecond);

void crowdedWallDrawing(benchmark::State& state) {
    const auto project = crowdedDemo();
    const auto plan = owl::plan(project, owl::shippedShop().value(), owl::catalog());
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::wallView(project, plan, "ledge-1", {}));
}
BENCHMARK(crowdedWallDrawing)->Unit(benchmark::kMillisecond);

void wallDrawing(benchmark::State& state) {
    const auto project = demoProject();
    const auto plan = owl::plan(project, owl::shippedShop().value(), owl::catalog());
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::wallView(project, plan, "ledge-1", {}));
}
BENCHMARK(wallDrawing)->Unit(benchmark::kMillisecond);

void firstLayoutDemo(benchmark::State& state) {
    const auto job = owl::plan(demoProject(), owl::shippedShop().value(), owl::catalog()).cutJob;
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::solveCutJob(job));
}
BENCHMARK(firstLayoutDemo)->Unit(benchmark::kMillisecond);

void firstLayoutFortyParts(benchmark::State& state) {
    const auto job = owl::readCutJob(text("tests/data/forty-parts.json"), "forty-parts.json").value();
    owl::CutEffort effort;
    effort.tries = 0;
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::solveCutJob(job, effort));
}
BENCHMARK(firstLayoutFortyParts)->Unit(benchmark::kMillisecond);

void loadAndSave(benchmark::State& state) {
    const std::string file = text("demo/harbour-lane.owl");
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::writeProject(owl::readProject(file, "demo").value()));
}
BENCHMARK(loadAndSave)->Unit(benchmark::kMillisecond);

/// The largest that each kind makes in practice: assembly and solids alone.
void assemblyAndSolids(benchmark::State& state, const char* kind, const char* changes) {
    auto project = owl::newProject(kind, owl::Units::metric).value();
    auto params = project.pieces.front().params;
    const auto wanted = nlohmann::ordered_json::parse(changes);
    for (const auto& [key, value] : wanted.items())
        params = owl::withChanges(params, {{key, value}});
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::makePiece(params, {}, owl::catalog()));
}
BENCHMARK_CAPTURE(
    assemblyAndSolids, slab, "slab",
    R"({"length":2400,"depth":350,"build":"edge_glued","boards":4,"edge":"round_over","ends_too":true})")
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(assemblyAndSolids, hollow, "hollow",
                  R"({"length":2400,"depth":300,"height":180,"chamfer":3,"corners":"mitred"})")
    ->Unit(benchmark::kMillisecond);

BENCHMARK_CAPTURE(
    assemblyAndSolids, braced, "braced",
    R"({"length":2400,"depth":250,"edge":"cove","edge_size":8,"braces":4,"brace_out":200,"brace_down":180,"rail_height":200})")
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(
    assemblyAndSolids, mantel, "mantel",
    R"({"length":2400,"depth":260,"height":200,"corbels":3,"corbel_out":200,"corbel_down":250})")
    ->Unit(benchmark::kMillisecond);
// 5 dividers and 24 shelves, a back, splined mitres.
BENCHMARK_CAPTURE(
    assemblyAndSolids, wall_box, "wall_box",
    R"({"length":2400,"height":1500,"depth":300,"dividers":5,"shelves":4,"back":"let_in","corners":"mitred","fixing":"splines"})")
    ->Unit(benchmark::kMillisecond);

// 6 bays, 42 shelves, half of them on pins, with strips, a back and a base.
BENCHMARK_CAPTURE(
    assemblyAndSolids, bookcase, "bookcase",
    R"({"length":3400,"height":2300,"depth":300,"dividers":5,"shelves":7,"strip":"below","fixed":"middle","base":"frame"})")
    ->Unit(benchmark::kMillisecond);

BENCHMARK_CAPTURE(assemblyAndSolids, corner, "corner",
                  R"({"length":600,"leg2":550,"angle":93.5,"boards":4,"capture":"groove"})")
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(
    assemblyAndSolids, alcove, "alcove",
    R"({"length":2900,"middle_width":2896,"front_width":2908,"depth":500,"rails":2,"left_angle":89,"scribe_back":"0 2, 1400 6, 2900 1"})")
    ->Unit(benchmark::kMillisecond);

/// Twelve pieces of three kinds from nothing, boards laid out and all.
void planTwelve(benchmark::State& state) {
    auto project = demoProject();
    project.pieces.resize(6); // ledges, slab and hollow
    const auto six = project.pieces;
    for (const auto& p : six) {
        project.pieces.push_back(p);
        project.pieces.back().id += "-b";
        project.pieces.back().place.z += owl::Length::mm(420);
    }
    const auto shop = owl::shippedShop().value();
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::plan(project, shop, owl::catalog()));
}
BENCHMARK(planTwelve)->Unit(benchmark::kMillisecond);

/// The whole plan of the largest bookcase from nothing: 6 bays, 42 shelves.
void planBookcase(benchmark::State& state) {
    auto project = owl::newProject("bookcase", owl::Units::metric).value();
    project.walls.front().width = owl::Length::mm(4200);
    const auto wanted = nlohmann::ordered_json::parse(
        R"({"length":3400,"height":2300,"depth":300,"dividers":5,"shelves":7,"strip":"below","fixed":"middle","base":"frame"})");
    for (const auto& [key, value] : wanted.items())
        project.pieces.front().params = owl::withChanges(project.pieces.front().params, {{key, value}});
    const auto shop = owl::shippedShop().value();
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::plan(project, shop, owl::catalog()));
}
BENCHMARK(planBookcase)->Unit(benchmark::kMillisecond);

/// One step of turning a hollow with its ledger and arms: hidden lines and faces in order.
void turning(benchmark::State& state) {
    const auto project = owl::newProject("hollow", owl::Units::metric).value();
    const auto plan = owl::plan(project, owl::shippedShop().value(), owl::catalog());
    owl::PieceViewOptions o;
    double turn = 0;
    for (auto _ : state) {
        o.turn = turn += 1;
        benchmark::DoNotOptimize(owl::pieceView(project, plan, project.pieces.front().id, o));
    }
}
BENCHMARK(turning)->Unit(benchmark::kMillisecond);

} // namespace

BENCHMARK_MAIN();
