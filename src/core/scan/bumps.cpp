#include "scan/bumps.h"

#include "measure/equations.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

double median(std::vector<double> v) {
    if (v.empty())
        return 0;
    const auto mid = v.begin() + static_cast<std::ptrdiff_t>(v.size() / 2);
    std::nth_element(v.begin(), mid, v.end());
    return *mid;
}

/// Noise of single readings from the differences of neighbours, which the wall itself hardly touches.
double noiseOf(const Trace& t) {
    std::vector<double> steps;
    for (std::size_t i = 2; i < t.size(); ++i) // second differences: a slope is no noise
        steps.push_back(std::abs(t.reading[i] - 2 * t.reading[i - 1] + t.reading[i - 2]));
    return std::max(0.05, 1.4826 * median(std::move(steps)) / std::sqrt(6.0));
}

/// Rolling median over 700 mm, on every fifth millimetre, joined by straight lines.
std::vector<double> baselineOf(const std::vector<double>& r) {
    constexpr std::size_t stride = 5, half = 70;
    std::vector<double> coarse;
    for (std::size_t i = 0; i < r.size(); i += stride)
        coarse.push_back(r[i]);
    std::vector<double> mid(coarse.size());
    for (std::size_t i = 0; i < coarse.size(); ++i) {
        const std::size_t a = i > half ? i - half : 0;
        const std::size_t b = std::min(coarse.size(), i + half + 1);
        mid[i] = median({coarse.begin() + static_cast<std::ptrdiff_t>(a),
                         coarse.begin() + static_cast<std::ptrdiff_t>(b)});
    }
    std::vector<double> out(r.size());
    for (std::size_t i = 0; i < r.size(); ++i) {
        const std::size_t k = i / stride;
        const double f = static_cast<double>(i % stride) / stride;
        out[i] = mid[k] + f * (mid[std::min(k + 1, mid.size() - 1)] - mid[k]);
    }
    return out;
}

std::vector<double> smoothed(const std::vector<double>& v, double sigma) {
    const int reach = static_cast<int>(3 * sigma);
    std::vector<double> kernel;
    for (int k = -reach; k <= reach; ++k)
        kernel.push_back(std::exp(-0.5 * k * k / (sigma * sigma)));
    const int n = static_cast<int>(v.size());
    std::vector<double> out(v.size());
    for (int i = 0; i < n; ++i) {
        double sum = 0;
        double weight = 0;
        for (int k = std::max(-reach, -i); k <= reach && i + k < n; ++k) {
            const double w = kernel[static_cast<std::size_t>(k + reach)];
            sum += w * v[static_cast<std::size_t>(i + k)];
            weight += w;
        }
        out[static_cast<std::size_t>(i)] = sum / weight;
    }
    return out;
}

/// A rise as first seen: indices on the raster.
struct Rise {
    std::size_t top = 0, left = 0, right = 0;
};

/// Local tops of `g` above the floor, highest first; each with where it falls to half its height or into a
/// valley.
std::vector<Rise> risesOf(const std::vector<double>& g, double floor) {
    std::vector<std::size_t> tops;
    for (std::size_t i = 0; i < g.size(); ++i) {
        const bool up = i == 0 || g[i] >= g[i - 1];
        const bool down = i + 1 == g.size() || g[i] > g[i + 1];
        if (up && down && g[i] > floor)
            tops.push_back(i);
    }
    std::sort(tops.begin(), tops.end(), [&](std::size_t a, std::size_t b) { return g[a] > g[b]; });
    std::vector<Rise> out;
    std::vector<bool> taken(g.size(), false);
    for (std::size_t top : tops) {
        if (taken[top])
            continue;
        Rise r{top, top, top};
        const double half = g[top] / 2;
        // A ripple on a broad top is no valley: only a dip of a quarter parts two bumps.
        while (r.left > 0 && g[r.left] > half && !taken[r.left - 1])
            --r.left;
        while (r.right + 1 < g.size() && g[r.right] > half && !taken[r.right + 1])
            ++r.right;
        const bool shoulder = (r.left > 0 && taken[r.left - 1] && g[r.left] > 0.75 * g[top]) ||
                              (r.right + 1 < g.size() && taken[r.right + 1] && g[r.right] > 0.75 * g[top]);
        for (std::size_t i = r.left; i <= r.right; ++i)
            taken[i] = true;
        if (!shoulder)
            out.push_back(r);
    }
    std::sort(out.begin(), out.end(), [](const Rise& a, const Rise& b) { return a.top < b.top; });
    return out;
}

/// Height of the usual rise. The wall's own unevenness may make more rises than its studs do, and one steel
/// plate may be far above all: those count that reach a third of the second highest.
double usualTop(const std::vector<double>& g, const std::vector<Rise>& rises) {
    std::vector<double> tops;
    for (const auto& r : rises)
        tops.push_back(g[r.top]);
    std::sort(tops.begin(), tops.end(), std::greater<>());
    if (tops.empty())
        return 0;
    const double enough = 0.35 * tops[std::min<std::size_t>(1, tops.size() - 1)];
    std::erase_if(tops, [=](double t) { return t < enough; });
    return median(std::move(tops));
}

using Six = std::vector<double>; // one number for each unknown of a bump

/// Least squares of one bump: b, slope, height, left, right, ln(blur).
class Fitter {
  public:
    Fitter(const Raster& r, std::size_t from, std::size_t to, double noise, double step)
        : r_(r), from_(from), to_(to), noise_(noise * std::sqrt(std::max(1.0, step))) {}

    /// `tight`: how far ln(blur) may stray from the guess.
    Bump fit(Bump guess, double tight) {
        logBlur_ = std::log(guess.blur);
        tight_ = tight;
        centre_ = guess.centre();
        Six p{r_.reading[from_] * 0.5 + r_.reading[to_] * 0.5,
              0,
              guess.height,
              guess.left,
              guess.right,
              logBlur_};
        double damping = 1e-3;
        double cost = evaluate(p, nullptr, nullptr);
        SquareTable H(6);
        Six grad(6);
        evaluate(p, &H, &grad);
        for (int i = 0; i < 40; ++i) {
            SquareTable damped = H;
            for (std::size_t k = 0; k < 6; ++k)
                damped(k, k) *= 1 + damping;
            const Six next = limited(p, solveSymmetric(damped, grad).value_or(Six(6)));
            const double c = evaluate(next, nullptr, nullptr);
            if (c < cost) {
                const bool settled = cost - c < 1e-6 * cost;
                p = next;
                cost = c;
                evaluate(p, &H, &grad);
                damping = std::max(1e-9, damping / 4);
                if (settled)
                    break;
            } else if ((damping *= 6) > 1e9) {
                break;
            }
        }
        return read(p, H, cost);
    }

  private:
    /// No step longer than the bump itself; edges stay in order and the blur within reason.
    static Six limited(const Six& p, Six step) {
        const double most = 15;
        step[3] = std::clamp(step[3], -most, most);
        step[4] = std::clamp(step[4], -most, most);
        step[5] = std::clamp(step[5], -0.5, 0.5);
        Six next(6);
        for (std::size_t k = 0; k < 6; ++k)
            next[k] = p[k] - step[k];
        if (next[4] < next[3] + 3) {
            const double mid = (next[3] + next[4]) / 2;
            next[3] = mid - 1.5;
            next[4] = mid + 1.5;
        }
        next[5] = std::clamp(next[5], std::log(0.7), std::log(40.0));
        return next;
    }

    double evaluate(const Six& p, SquareTable* H, Six* grad) const {
        if (H) {
            *H = SquareTable(6);
            grad->assign(6, 0.0);
        }
        const double s = std::exp(p[5]);
        const double k = 1 / (std::numbers::sqrt2 * s);
        const double norm = 1 / (s * std::sqrt(2 * std::numbers::pi));
        double cost = 0;
        const auto add = [&](double residual, const std::array<double, 6>& j) {
            cost += residual * residual;
            if (H) {
                for (std::size_t r = 0; r < 6; ++r) {
                    for (std::size_t c = 0; c < 6; ++c)
                        (*H)(r, c) += j[r] * j[c];
                    (*grad)[r] += j[r] * residual;
                }
            }
        };
        for (std::size_t i = from_; i <= to_; ++i) {
            const double x = r_.at(i);
            const double a = (x - p[3]) * k;
            const double b = (x - p[4]) * k;
            const double shape = 0.5 * (std::erf(a) - std::erf(b));
            const double pa = norm * std::exp(-a * a);
            const double pb = norm * std::exp(-b * b);
            const double residual = (p[0] + p[1] * (x - centre_) + p[2] * shape - r_.reading[i]) / noise_;
            std::array<double, 6> j{1,          x - centre_, shape,
                                    -p[2] * pa, p[2] * pb,   -p[2] * ((x - p[3]) * pa - (x - p[4]) * pb)};
            for (double& one : j)
                one /= noise_;
            add(residual, j);
        }
        add((p[5] - logBlur_) / tight_, {0, 0, 0, 0, 0, 1 / tight_});
        // the wall drifts by some hundredths a millimetre at most
        add(p[1] / 0.01, {0, 1 / 0.01, 0, 0, 0, 0});
        return cost;
    }

    [[nodiscard]] Bump read(const Six& p, const SquareTable& H, double cost) const {
        Bump b;
        b.left = p[3];
        b.right = p[4];
        b.height = p[2];
        b.blur = std::exp(p[5]);
        // The columns of H's inverse that belong to the edges: their variances and how they vary together.
        const Six ofLeft = solveSymmetric(H, {0, 0, 0, 1, 0, 0}).value_or(Six(6));
        const Six ofRight = solveSymmetric(H, {0, 0, 0, 0, 1, 0}).value_or(Six(6));
        // A fit worse than the noise widens its own error bars.
        const double misfit = std::max(1.0, cost / static_cast<double>(to_ - from_ + 1));
        const double var = misfit * (ofLeft[3] + ofRight[4] + 2 * ofRight[3]) / 4;
        b.centreError = std::sqrt(std::max(var, 1e-4));
        b.signal = b.height * std::sqrt(H(2, 2) / misfit); // width and blur held: a narrow tall bump equals a
                                                           // wide low one otherwise
        return b;
    }

    const Raster& r_;
    std::size_t from_, to_;
    double noise_, logBlur_ = 0, tight_ = 1, centre_ = 0;
};

} // namespace

BumpSurvey surveyBumps(const Trace& trace, const Raster& raster, double cover) {
    BumpSurvey out;
    const std::size_t n = raster.reading.size();
    if (n < 50)
        return out;
    out.noise = noiseOf(trace);
    out.baseline = baselineOf(raster.reading);
    out.level = median(out.baseline);
    std::vector<double> above(n);
    for (std::size_t i = 0; i < n; ++i)
        above[i] = raster.reading[i] - out.baseline[i];
    const double sigma = 5;
    const std::vector<double> g = smoothed(above, sigma);
    const double step = std::max(0.2, trace.length() / static_cast<double>(trace.size() - 1));
    const double quiet = out.noise * std::sqrt(step / (2 * std::sqrt(std::numbers::pi) * sigma));
    std::vector<Rise> rises = risesOf(g, std::max(4.5 * quiet, 1.0));
    const double usual = usualTop(g, rises);
    std::erase_if(rises, [&](const Rise& r) { return g[r.top] < 0.2 * usual; });

    const auto windowOf = [&](std::size_t i) {
        const auto margin = static_cast<std::size_t>(40 + cover);
        std::size_t from = rises[i].left > margin ? rises[i].left - margin : 0;
        std::size_t to = std::min(n - 1, rises[i].right + margin);
        const auto valley = [&](std::size_t a, std::size_t b) {
            return static_cast<std::size_t>(std::min_element(g.begin() + static_cast<std::ptrdiff_t>(a),
                                                             g.begin() + static_cast<std::ptrdiff_t>(b) + 1) -
                                            g.begin());
        };
        if (i > 0)
            from = std::max(from, valley(rises[i - 1].top, rises[i].top));
        if (i + 1 < rises.size())
            to = std::min(to, valley(rises[i].top, rises[i + 1].top));
        return std::pair(from, to);
    };
    const auto fitAll = [&](double blur, double tight) {
        std::vector<Bump> bumps;
        for (std::size_t i = 0; i < rises.size(); ++i) {
            Bump guess;
            guess.left = raster.at(rises[i].left);
            guess.right = raster.at(rises[i].right);
            guess.height = g[rises[i].top];
            guess.blur = blur;
            const auto [from, to] = windowOf(i);
            Bump b = Fitter(raster, from, to, out.noise, step).fit(guess, tight);
            b.cutOff = b.left < raster.start + 1 || b.right > raster.at(n - 1) - 1;
            b.left = std::max(b.left, raster.start);
            b.right = std::min(b.right, raster.at(n - 1));
            if (b.height > 0 && b.right > b.left)
                bumps.push_back(b);
        }
        return bumps;
    };
    out.bumps = fitAll(3 + 0.35 * cover, 1.0);
    std::vector<double> blurs;
    for (const auto& b : out.bumps)
        if (b.signal > 15 && b.width() > 20)
            blurs.push_back(b.blur);
    if (blurs.size() >= 2) // the finder blurs all alike: learn it, then fit again
        out.bumps = fitAll(std::clamp(median(blurs), 1.0, 30.0), 0.04);
    return out;
}

} // namespace owl
