#include "strength/beam.h"

#include "measure/equations.h"
#include "strength/beam_fault.h"
#include "strength/beam_span.h"
#include "strength/effort.h"

#include <algorithm>
#include <cmath>
#include <tuple>
#include <utility>

// Unknown are the deflection v and the turn theta = dv/dx at the supports only (v down, M sagging). A span
// between two of them is solved exactly by the force method whatever stands on it (beam_span.h); an overhang
// is statically determined and acts on its support as a force and a moment. So no stiffness of a short
// stretch between two loads ever meets that of a long span in one matrix: with every load a node, two nodes
// half a nanometre apart ruined the answer. Chosen over singularity functions, whose terms grow with the cube
// of the distance and cancel. Tests hold it to the closed forms of S5.2.

namespace owl {
namespace {

using Column = std::vector<double>;

constexpr double same = oneNode;

/// A node that something holds.
struct Rest {
    std::size_t node = 0;
    std::vector<std::size_t> supports; ///< all that stand there
    bool rigid = false, fixed = false;
    double settlement = 0;      ///< of the first rigid one
    double k = 0, kSettled = 0; ///< springs: sum of k, and of k x settlement
    double kRot = 0;
    double v = 0, theta = 0;             ///< the answer
    double reaction = 0, restMoment = 0; ///< N, N mm
};

class Solver {
  public:
    explicit Solver(const Beam& b) : beam_(b) {}

    tl::expected<BeamResult, std::string> run() {
        makeNodes();
        makeElements();
        lifted_.assign(beam_.supports.size(), false);
        for (std::size_t round = 0; round < 4 * beam_.supports.size() + 4; ++round) {
            findRests();
            // measured: what a node costs, and what a support does in equations that are a table
            countEffort(0.25 * static_cast<double>(nodes_.size()) +
                        0.06 * static_cast<double>(rests_.size() * rests_.size()) + 2);
            if (!solve())
                return tl::unexpected(
                    std::string("the piece tips off its rests: fewer than two supports hold it"));
            if (!updateLifted())
                return collect();
        }
        return tl::unexpected(std::string("the supports never settle: the piece rocks on its rests"));
    }

  private:
    void makeNodes() {
        std::vector<double> xs{0, beam_.length};
        for (const auto& s : beam_.supports)
            xs.push_back(s.x);
        for (const auto& q : beam_.lines) {
            xs.push_back(std::clamp(q.x0, 0.0, beam_.length));
            xs.push_back(std::clamp(q.x1, 0.0, beam_.length));
        }
        for (const auto& p : beam_.points)
            xs.push_back(p.x);
        for (const auto& m : beam_.moments)
            xs.push_back(m.x);
        for (const auto& s : beam_.segments) {
            xs.push_back(std::clamp(s.x0, 0.0, beam_.length));
            xs.push_back(std::clamp(s.x1, 0.0, beam_.length));
        }
        xs.insert(xs.end(), beam_.probes.begin(), beam_.probes.end());
        std::sort(xs.begin(), xs.end());
        for (double x : xs)
            if (nodes_.empty() || x - nodes_.back() > same)
                nodes_.push_back(x);
    }

    [[nodiscard]] std::size_t nodeAt(double x) const {
        const auto after = std::lower_bound(nodes_.begin(), nodes_.end(), x);
        if (after == nodes_.begin())
            return 0;
        const auto i = static_cast<std::size_t>(after - nodes_.begin());
        return i == nodes_.size() || x - nodes_[i - 1] <= nodes_[i] - x ? i - 1 : i;
    }

    /// One element between each two nodes; the last, without length, holds what acts on the right end.
    void makeElements() {
        for (std::size_t i = 0; i < nodes_.size(); ++i) {
            BeamElement e;
            e.x = nodes_[i];
            e.l = i + 1 < nodes_.size() ? nodes_[i + 1] - e.x : 0;
            e.EI = beam_.EI;
            const double mid = e.x + e.l / 2;
            for (const auto& s : beam_.segments)
                if (mid > s.x0 && mid < s.x1)
                    e.EI = s.EI;
            elements_.push_back(e);
        }
        // Only what a load lies on is asked: thousands of things on a shelf have thousands of nodes.
        for (const auto& q : beam_.lines)
            for (std::size_t i = nodeAt(q.x0); i < elements_.size() && elements_[i].x < q.x1; ++i)
                if (const double mid = elements_[i].x + elements_[i].l / 2; mid > q.x0 && mid < q.x1)
                    elements_[i].w += q.w;
        if (elements_.back().EI <= 0 && elements_.size() > 1)
            elements_.back().EI = elements_[elements_.size() - 2].EI;
        for (const auto& p : beam_.points)
            elements_[nodeAt(p.x)].P += p.P;
        for (const auto& m : beam_.moments)
            elements_[nodeAt(m.x)].M += m.M;
    }

    /// Supports that still hold, those at one node taken together.
    void findRests() {
        rests_.clear();
        for (std::size_t i = 0; i < beam_.supports.size(); ++i) {
            if (lifted_[i])
                continue;
            const auto& s = beam_.supports[i];
            const std::size_t node = nodeAt(s.x);
            auto r =
                std::find_if(rests_.begin(), rests_.end(), [&](const Rest& q) { return q.node == node; });
            if (r == rests_.end()) {
                r = rests_.insert(rests_.end(), Rest());
                r->node = node;
            }
            r->supports.push_back(i);
            if (s.type == BeamSupport::Type::spring) {
                r->k += s.k;
                r->kSettled += s.k * s.settlement;
            } else if (!std::exchange(r->rigid, true)) {
                r->settlement = s.settlement;
            }
            r->fixed = r->fixed || s.type == BeamSupport::Type::fixed;
            r->kRot += s.kRot;
        }
        std::sort(rests_.begin(), rests_.end(), [](const Rest& a, const Rest& b) { return a.node < b.node; });
    }

    /// What the overhang left of the first or right of the last rest does to it: force down, moment that
    /// turns the right side down.
    [[nodiscard]] std::pair<double, double> overhang(std::size_t first, std::size_t end, double about) const {
        double force = 0;
        double moment = 0;
        for (std::size_t i = first; i < end; ++i) {
            const BeamElement& e = elements_[i];
            force += e.P + e.w * e.l;
            moment += e.P * (e.x - about) + e.w * e.l * (e.x + e.l / 2 - about) + e.M;
        }
        return {force, moment};
    }

    void addSpan(std::size_t i, SquareTable& k, Column& f) {
        const SpanFlexibility& s = spans_[i];
        const auto stiff = s.stiffness();
        const auto fixed = s.endMoments({0, 0, 0, 0});
        const std::array<std::array<double, 4>, 2> A{{{1 / s.S, 1, -1 / s.S, 0}, {-1 / s.S, 0, 1 / s.S, -1}}};
        const std::size_t at = 2 * i;
        for (std::size_t r = 0; r < 4; ++r) {
            for (std::size_t c = 0; c < 4; ++c)
                k(at + r, at + c) += A[0][r] * stiff[0][c] + A[1][r] * stiff[1][c];
            f[at + r] -= A[0][r] * fixed[0] + A[1][r] * fixed[1];
        }
        f[at] += s.upLeft;
        f[at + 2] += s.upRight;
    }

    bool solve() {
        const bool turning =
            std::any_of(rests_.begin(), rests_.end(), [](const Rest& r) { return r.fixed || r.kRot > 0; });
        if (rests_.size() < (turning ? 1 : 2))
            return false;
        const std::size_t first = rests_.front().node;
        const std::size_t last = rests_.back().node;
        spans_.clear();
        for (std::size_t i = 0; i + 1 < rests_.size(); ++i)
            spans_.push_back(flexibilityOf(elements_, rests_[i].node, rests_[i + 1].node, beam_.GAs));
        const std::size_t n = 2 * rests_.size();
        SquareTable k(n);
        loads_.assign(n, 0.0);
        for (std::size_t i = 0; i < spans_.size(); ++i)
            addSpan(i, k, loads_);
        direct_.assign(n, 0.0);
        for (std::size_t i = 0; i < rests_.size(); ++i) {
            direct_[2 * i] = elements_[rests_[i].node].P;
            direct_[2 * i + 1] = elements_[rests_[i].node].M;
        }
        const auto left = overhang(0, first, nodes_[first]);
        const auto right = overhang(last + 1, elements_.size(), nodes_[last]);
        const double tip = elements_[last].w * elements_[last].l; // the element right of the last rest
        direct_[0] += left.first;
        direct_[1] += left.second;
        direct_[n - 2] += right.first + tip;
        direct_[n - 1] += right.second + tip * elements_[last].l / 2;
        for (std::size_t i = 0; i < n; ++i)
            loads_[i] += direct_[i];
        return settle(k);
    }

    /// Solves for the free turns and deflections; the rows are scaled to 1 first, since they differ in unit.
    bool settle(SquareTable& k) {
        std::vector<std::size_t> free;
        Column u(k.size(), 0.0);
        for (std::size_t i = 0; i < rests_.size(); ++i) {
            const Rest& r = rests_[i];
            const std::size_t d = 2 * i;
            if (r.rigid)
                u[d] = r.settlement;
            else {
                k(d, d) += r.k;
                loads_[d] += r.kSettled;
                free.push_back(d);
            }
            k(d + 1, d + 1) += r.kRot;
            if (!r.fixed)
                free.push_back(d + 1);
        }
        if (!free.empty() && !solveFree(k, free, u))
            return false;
        if (!std::all_of(u.begin(), u.end(), [](double d) { return std::isfinite(d); }))
            return false;
        for (std::size_t i = 0; i < rests_.size(); ++i) {
            rests_[i].v = u[2 * i];
            rests_[i].theta = u[2 * i + 1];
        }
        fillElements();
        return true;
    }

    /// The free ones of `u`, the others being given.
    bool solveFree(const SquareTable& k, const std::vector<std::size_t>& free, Column& u) const {
        const Column given = k.times(u);
        const std::size_t n = free.size();
        SquareTable scaled(n);
        Column rhs(n);
        Column scale(n);
        for (std::size_t r = 0; r < n; ++r) {
            const double own = k(free[r], free[r]);
            scale[r] = own > 0 ? 1 / std::sqrt(own) : 1;
        }
        for (std::size_t r = 0; r < n; ++r) {
            rhs[r] = (loads_[free[r]] - given[free[r]]) * scale[r];
            for (std::size_t c = 0; c < n; ++c)
                scaled(r, c) = k(free[r], free[c]) * scale[r] * scale[c];
        }
        const auto found = solveSymmetric(scaled, rhs, 1e-13);
        if (!found)
            return false;
        for (std::size_t r = 0; r < n; ++r)
            u[free[r]] = (*found)[r] * scale[r];
        return true;
    }

    /// Moments, shears and deflections of every element; the reactions by equilibrium of each rest.
    void fillElements() {
        const std::size_t first = rests_.front().node;
        const std::size_t last = rests_.back().node;
        for (std::size_t i = 0; i < rests_.size(); ++i) {
            rests_[i].reaction = direct_[2 * i];
            rests_[i].restMoment = direct_[2 * i + 1];
        }
        carry(elements_, 0, first, 0, 0);
        bend(elements_, 0, first, 0, 0, beam_.GAs); // as if its left end stood still, then turned into place
        if (first > 0) {
            const BeamElement& e = elements_[first - 1];
            const double turn = rests_.front().theta - e.turn(e.l);
            const double down = rests_.front().v - e.down(e.l, beam_.GAs) - turn * nodes_[first];
            bend(elements_, 0, first, down, turn, beam_.GAs);
        }
        for (std::size_t i = 0; i < spans_.size(); ++i) {
            const SpanFlexibility& s = spans_[i];
            Rest& a = rests_[i];
            Rest& b = rests_[i + 1];
            const auto M = s.endMoments({a.v, a.theta, b.v, b.theta});
            const double tilt = (M[1] - M[0]) / s.S;
            const BeamElement& start = elements_[a.node];
            carry(elements_, a.node, b.node, M[0] - start.M, s.upLeft + tilt + start.P);
            bend(elements_, a.node, b.node, a.v, a.theta, beam_.GAs);
            a.reaction += s.upLeft + tilt;
            b.reaction += s.upRight - tilt;
            a.restMoment -= M[0];
            b.restMoment += M[1];
        }
        BeamElement& end = elements_[last];
        const auto right = overhang(last + 1, elements_.size(), nodes_[last]);
        const double tip = end.w * end.l;
        carry(elements_, last, elements_.size(), -right.second - tip * end.l / 2 - end.M,
              right.first + tip + end.P);
        bend(elements_, last, elements_.size(), rests_.back().v, rests_.back().theta, beam_.GAs);
    }

    /// Shares a rest's reaction among the supports that stand at its node.
    void shareReactions(std::vector<double>& reactions, std::vector<double>& moments) const {
        reactions.assign(beam_.supports.size(), 0);
        moments.assign(beam_.supports.size(), 0);
        for (const auto& r : rests_) {
            double rest = r.reaction;
            double rigid = 0;
            for (std::size_t i : r.supports) {
                const auto& s = beam_.supports[i];
                if (s.type == BeamSupport::Type::spring) {
                    reactions[i] = s.k * (r.v - s.settlement);
                    rest -= reactions[i];
                } else {
                    ++rigid;
                }
                if (s.kRot > 0)
                    moments[i] = std::abs(s.kRot * r.theta);
            }
            for (std::size_t i : r.supports)
                if (beam_.supports[i].type != BeamSupport::Type::spring)
                    reactions[i] = rest / rigid;
            for (std::size_t i : r.supports)
                if (beam_.supports[i].type == BeamSupport::Type::fixed)
                    moments[i] = std::abs(r.restMoment);
        }
    }

    /// Lets the most negative one-way support go, or puts one back that the beam presses on. False: settled.
    bool updateLifted() {
        shareReactions(reactions_, turning_);
        double worst = -1e-9;
        std::size_t which = reactions_.size();
        for (std::size_t i = 0; i < reactions_.size(); ++i) {
            if (beam_.supports[i].oneWay && !lifted_[i] && reactions_[i] < worst) {
                worst = reactions_[i];
                which = i;
            }
        }
        if (which < reactions_.size()) {
            lifted_[which] = true;
            return true;
        }
        for (std::size_t i = 0; i < reactions_.size(); ++i) {
            const auto& s = beam_.supports[i];
            if (lifted_[i] && elements_[nodeAt(s.x)].v > s.settlement + 1e-9) {
                lifted_[i] = false;
                return true;
            }
        }
        return false;
    }

    /// Finer where the element is long, so that the curve is even and a crowd of short loads costs little.
    [[nodiscard]] int stepsIn(const BeamElement& e) const {
        return std::clamp(static_cast<int>(std::ceil(256 * e.l / beam_.length)), 2, 64);
    }

    void scanElement(const BeamElement& e, BeamResult& r) const {
        const BeamSpan span{e.x, e.l, e.w, e.m, e.moment(e.l), e.q, e.shear(e.l)};
        BeamPeaks peaks{r.maxSagging, r.maxHogging, r.maxShear};
        widen(peaks, span);
        r.maxSagging = peaks.sagging;
        r.maxHogging = peaks.hogging;
        r.maxShear = peaks.shear;
        r.spans.push_back(span);
        if (!beam_.deflections)
            return;
        const int steps = stepsIn(e);
        for (int s = 0; s <= steps; ++s)
            r.curve.emplace_back(e.x + e.l * s / steps, e.down(e.l * s / steps, beam_.GAs));
    }

    /// The extreme of sign x deflection near a sampled one, by narrowing the bracket around it.
    [[nodiscard]] std::pair<double, double> sharpen(double x, double sign) const {
        double best = -1e300;
        double at = x;
        for (const auto& e : elements_) {
            if (e.l <= 0 || x < e.x - same || x > e.x + e.l + same)
                continue;
            const double step = e.l / stepsIn(e);
            double low = std::max(0.0, x - e.x - step);
            double high = std::min(e.l, x - e.x + step);
            for (int k = 0; k < 60; ++k) {
                const double a = low + (high - low) / 3;
                const double b = high - (high - low) / 3;
                const bool rises = sign * e.down(a, beam_.GAs) < sign * e.down(b, beam_.GAs);
                (rises ? low : high) = rises ? a : b;
            }
            const double v = sign * e.down((low + high) / 2, beam_.GAs);
            if (v > best) {
                best = v;
                at = e.x + (low + high) / 2;
            }
        }
        return {at, best};
    }

    BeamResult collect() {
        BeamResult r;
        r.reactions = reactions_;
        r.supportMoments = turning_;
        r.lifted = lifted_;
        for (std::size_t i = 0; i + 1 < elements_.size(); ++i)
            scanElement(elements_[i], r);
        double down = 0;
        double up = 0;
        double downX = 0;
        double upX = 0;
        for (const auto& [x, v] : r.curve) {
            if (v > down) {
                down = v;
                downX = x;
            }
            if (-v > up) {
                up = -v;
                upX = x;
            }
        }
        if (beam_.deflections) {
            if (const auto [x, v] = sharpen(downX, 1); v > down)
                std::tie(downX, down) = std::pair(x, v);
            if (const auto [x, v] = sharpen(upX, -1); v > up)
                std::tie(upX, up) = std::pair(x, v);
        }
        r.maxDown = down;
        r.maxUp = up;
        r.atX = down >= up ? downX : upX;
        for (double x : beam_.probes)
            r.probeDown.push_back(elements_[nodeAt(x)].v);
        return r;
    }

    const Beam& beam_;
    std::vector<double> nodes_;
    std::vector<BeamElement> elements_;
    std::vector<Rest> rests_;
    std::vector<SpanFlexibility> spans_;
    Column loads_, direct_;
    std::vector<bool> lifted_;
    std::vector<double> reactions_, turning_;
};

} // namespace

tl::expected<BeamResult, std::string> solveBeam(const Beam& beam) {
    if (const std::string problem = faultOf(beam); !problem.empty())
        return tl::unexpected(problem);
    return Solver(beam).run();
}

} // namespace owl
