#pragma once
// The stud scanner that ships with the program: what a finder would read along a wall that is known. For
// practice, for tests, and for those who own none.

#include "scan/trace.h"

#include <cstdint>
#include <nlohmann/json.hpp>

namespace owl {

/// Something behind the cover from left to right, mm from the wall's left corner.
struct Hidden {
    double left = 0, right = 0;
    [[nodiscard]] double centre() const { return (left + right) / 2; }
    [[nodiscard]] double width() const { return right - left; }
    bool operator==(const Hidden&) const = default;
};

/// How unsteady the readings are.
struct ScanNoise {
    double white = 1.2;       ///< standard deviation of every reading
    double drift = 3;         ///< largest slow wander (two waves of 0.7 to 2.5 m)
    double spikesPerM = 0.25; ///< screw heads and filler: short bumps of 4 to 9
};

/// A wall as it really is.
struct ScanWall {
    double length = 3600, cover = 12.5, step = 2;
    std::vector<Hidden> studs;  ///< a doubled stud is two that touch
    std::vector<Hidden> plates; ///< steel plates: strong readings
    std::vector<Hidden> pipes;
    ScanNoise noise;
};

/// Draws the finder along the wall. Response: each stud a step of height 62 e^(-cover/45) blurred with a
/// standard deviation of 3 mm + 0.35 cover; a pipe 0.8 of it, a plate 1.9. Same wall and seed, same trace.
Trace simulateScan(const ScanWall& wall, std::uint64_t seed);

/// A wall nobody has seen: usual spacing from either corner, each stud up to 6 mm off, and now and then a
/// stud missing, doubled, alone, a pipe or a plate.
ScanWall randomScanWall(std::uint64_t seed);

/// Reads a described wall, `"format":"upright-owl-scan-wall"` (docs/formats.md). Error: place and cure.
tl::expected<ScanWall, std::string> readScanWall(std::string_view text, const std::string& file);
nlohmann::ordered_json scanWallJson(const ScanWall& wall);

} // namespace owl
