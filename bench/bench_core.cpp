// Speed of what a person waits for. Run: build/release/bench/bench_core   (see bench/README.md for the
// figures)
#include "cutting/solve.h"
#include "drawing/views.h"
#include "plan/plan.h"
#include "project/project_file.h"

#include <benchmark/benchmark.h>
#include <fstream>
#include <sstream>

namespace {

owl::Project demo() {
    return owl::loadProject(std::string(OWL_SOURCE_DIR) + "/demo/harbour-lane.owl").value();
}
std::string text(const char* file) {
    std::ifstream in(std::string(OWL_SOURCE_DIR) + "/" + file);
    std::ostringstream out;
    out << in.rdbuf();
    return out.str();
}

void planDemo(benchmark::State& state) {
    const auto project = demo();
    const auto shop = owl::shippedShop().value();
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::plan(project, shop, owl::catalog()));
}
BENCHMARK(planDemo)->Unit(benchmark::kMillisecond);

void wallDrawing(benchmark::State& state) {
    const auto project = demo();
    const auto plan = owl::plan(project, owl::shippedShop().value(), owl::catalog());
    for (auto _ : state)
        benchmark::DoNotOptimize(owl::wallView(project, plan, "ledge-1", {}));
}
BENCHMARK(wallDrawing)->Unit(benchmark::kMillisecond);

void firstLayoutDemo(benchmark::State& state) {
    const auto job = owl::plan(demo(), owl::shippedShop().value(), owl::catalog()).cutJob;
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

} // namespace

BENCHMARK_MAIN();
