#include "scan/simulator.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <random>

namespace owl {
namespace {

constexpr double strongest = 62; // reading of a stud behind no cover
constexpr double pipeShare = 0.8, plateShare = 1.9;

/// Draws that are the same on every machine (the standard's distributions need not be).
class Dice {
  public:
    explicit Dice(std::uint64_t seed) : bits_(seed) {}
    double between(double low, double high) { return low + (high - low) * unit(); }
    bool chance(double p) { return unit() < p; }
    std::size_t below(std::size_t n) {
        return std::min(n - 1, static_cast<std::size_t>(unit() * static_cast<double>(n)));
    }
    double normal() {
        const double r = std::sqrt(-2 * std::log(1 - unit()));
        return r * std::cos(2 * std::numbers::pi * unit());
    }

  private:
    double unit() { return static_cast<double>(bits_() >> 11) * 0x1.0p-53; }
    std::mt19937_64 bits_;
};

double blurredStep(double x, const Hidden& h, double s) {
    const double k = 1 / (std::numbers::sqrt2 * s);
    return 0.5 * (std::erf((x - h.left) * k) - std::erf((x - h.right) * k));
}

struct Wave {
    double length, phase, height;
};

} // namespace

Trace simulateScan(const ScanWall& wall, std::uint64_t seed) {
    Dice dice(seed);
    const double height = strongest * std::exp(-wall.cover / 45);
    const double blur = 3 + 0.35 * wall.cover;
    std::array<Wave, 2> waves{};
    for (auto& w : waves)
        w = {dice.between(700, 2500), dice.between(0, 2 * std::numbers::pi), wall.noise.drift / 2};
    struct Spike {
        double at, height;
    };
    std::vector<Spike> spikes;
    const int count = static_cast<int>(wall.noise.spikesPerM * wall.length / 1000 + dice.between(0, 1));
    for (int i = 0; i < count; ++i)
        spikes.push_back({dice.between(0, wall.length), dice.between(4, 9)});
    Trace t;
    for (double x = 0; x <= wall.length; x += wall.step)
        t.at.push_back(x);
    const double base = 14;
    t.reading.assign(t.at.size(), base);
    for (std::size_t i = 0; i < t.at.size(); ++i)
        for (const auto& w : waves)
            t.reading[i] += w.height * std::sin(2 * std::numbers::pi * t.at[i] / w.length + w.phase);
    // Each adds only where it can be told from nothing: beyond six standard deviations a step is 0 or 1 to
    // the last digit, and beyond ten a screw head is less than the last digit of a reading.
    const auto over = [&](double from, double to, auto value) {
        const auto first = std::lower_bound(t.at.begin(), t.at.end(), from);
        for (auto i = static_cast<std::size_t>(first - t.at.begin()); i < t.at.size() && t.at[i] <= to; ++i)
            t.reading[i] += value(t.at[i]);
    };
    const auto step = [&](const std::vector<Hidden>& all, double high) {
        const double reach = 6 * std::numbers::sqrt2 * blur;
        for (const auto& h : all)
            over(h.left - reach, h.right + reach, [&](double x) { return high * blurredStep(x, h, blur); });
    };
    step(wall.studs, height);
    step(wall.pipes, height * pipeShare);
    step(wall.plates, height * plateShare);
    for (const auto& s : spikes)
        over(s.at - 35, s.at + 35,
             [&](double x) { return s.height * std::exp(-0.5 * std::pow((x - s.at) / 3.5, 2)); });
    for (double& v : t.reading) {
        v += wall.noise.white * dice.normal();
        v = std::round(std::clamp(v, 0.0, 100.0) * 10) / 10;
    }
    return t;
}

ScanWall randomScanWall(std::uint64_t seed) {
    Dice dice(seed * 0x9E3779B97F4A7C15ULL + 1);
    constexpr std::array spacings{406.4, 609.6, 400.0, 600.0};
    ScanWall w;
    w.length = std::round(dice.between(2400, 6000));
    w.cover = std::array{9.5, 12.5, 12.7, 15.9, 25.0}.at(dice.below(5));
    const double spacing = spacings.at(dice.below(spacings.size()));
    const double width =
        spacing == 406.4 || spacing == 609.6 ? 38.1 : std::array{38.0, 45.0}.at(dice.below(2));
    const bool fromRight = dice.chance(0.5);
    const double missing = dice.chance(0.3) ? 0.12 : 0;
    const auto add = [&](double centre) { w.studs.push_back({centre - width / 2, centre + width / 2}); };
    for (double d = spacing; d < w.length - 60; d += spacing) {
        if (dice.chance(missing))
            continue;
        const double centre = (fromRight ? w.length - d : d) + std::clamp(2.5 * dice.normal(), -6.0, 6.0);
        if (centre < 60 || centre > w.length - 60)
            continue;
        add(centre);
        if (dice.chance(0.04))
            add(centre + width);
        if (dice.chance(0.05))
            w.plates.push_back({centre - width / 2, centre + width / 2});
    }
    const auto free = [&](double x, double room) {
        return std::none_of(w.studs.begin(), w.studs.end(),
                            [&](const Hidden& h) { return x > h.left - room && x < h.right + room; });
    };
    if (const double x = dice.between(100, w.length - 100); dice.chance(0.35) && free(x, 70)) {
        const double r = dice.between(7.5, 12);
        w.pipes.push_back({x - r, x + r});
    }
    if (const double x = dice.between(100, w.length - 100); dice.chance(0.12) && free(x, 90))
        add(x); // one that somebody put in later
    std::sort(w.studs.begin(), w.studs.end(),
              [](const Hidden& a, const Hidden& b) { return a.left < b.left; });
    w.noise.white = dice.between(0.5, 2.0);
    w.noise.drift = dice.between(0, 6);
    return w;
}

} // namespace owl
