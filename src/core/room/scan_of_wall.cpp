#include "room/scan_of_wall.h"

#include "scan/stud_estimator.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// Tenths of a millimetre: finer is noise.
Length tenth(double mm) {
    return Length::mm(std::round(mm * 10) / 10);
}

} // namespace

void takeScan(Wall& wall, const Trace& trace) {
    const StudEstimate e = estimateStuds(trace, wall.coverThickness.mm());
    wall.scan = keptScan(trace);
    wall.proposed.clear();
    for (const auto& s : e.studs)
        wall.proposed.push_back({tenth(s.centre), tenth(s.right - s.left), s.confidence, StudSource::scan});
    const std::vector<OddMark> before = std::exchange(wall.oddMarks, {});
    for (const auto& o : e.odd) {
        OddMark m;
        m.id = fmt::format("odd-{}", wall.oddMarks.size() + 1);
        m.kind = oddKindName(o.kind);
        m.x = tenth(o.at);
        m.width = tenth(o.right - o.left);
        for (const auto& b : before)
            if (b.kind == m.kind && abs(b.x - m.x) < 15_mm)
                m.decision = b.decision;
        wall.oddMarks.push_back(m);
    }
}

void forgetScan(Wall& wall) {
    wall.scan.reset();
    wall.proposed.clear();
    std::erase_if(wall.oddMarks, [](const OddMark& m) { return m.decision == SignalDecision::open; });
}

ScanWall scanWallOf(const Wall& wall, std::uint64_t seed) {
    ScanWall w = randomScanWall(seed);
    const double length = wall.width.mm();
    if (wall.studMode == StudMode::unknown) { // stretched or cut to this wall
        ScanWall longer = w;
        for (std::uint64_t s = seed; longer.length < length && s < seed + 200; ++s)
            longer = randomScanWall(s);
        w = std::move(longer);
        for (auto* list : {&w.studs, &w.plates, &w.pipes})
            std::erase_if(*list, [length](const Hidden& h) { return h.right > length; });
    } else {
        w.studs.clear();
        w.plates.clear();
        w.pipes.clear();
        for (const auto& s : studsOf(wall)) {
            const double half = (s.width > Length() ? s.width : wall.studWidth).mm() / 2;
            w.studs.push_back({s.x.mm() - half, s.x.mm() + half});
        }
        for (const auto& o : wall.obstacles)
            if (o.kind == "pipe_run")
                w.pipes.push_back({o.x.mm(), o.right().mm()});
    }
    w.length = length;
    w.cover = wall.coverThickness.mm();
    return w;
}

} // namespace owl
