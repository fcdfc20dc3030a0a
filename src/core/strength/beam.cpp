#include "strength/beam.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// Element with (v, theta) at both ends, theta = dv/dx, v down, phi = 12 EI/(GAs l^2) or 0:
//   k = EI/(l^3 (1+phi)) [12 6l -12 6l; 6l (4+phi)l^2 -6l (2-phi)l^2; ..]     f = w [l/2, l^2/12, l/2,
//   -l^2/12]
// End forces q = k u - f give the sagging moments M_a = q_1, M_b = -q_3 and the shear. A support's reaction
// is what the assembled residual lacks. Chosen over singularity functions because springs, settlements,
// lifting rests and changing stiffness all fit one method; tests hold it to the closed forms of S5.2.

namespace owl {
namespace {

using Vector = Eigen::VectorXd;
using Matrix = Eigen::MatrixXd;

constexpr double same = 1e-7; // mm: places closer than this are one node

struct Element {
    double x, l, EI, phi, w;
};

/// Takes the extremes of one stretch in: at its ends and where the moment turns.
void widen(const BeamSpan& s, double& sagging, double& hogging, double& shear) {
    shear = std::max({shear, std::abs(s.va), std::abs(s.vb)});
    const auto moment = [&](double t) {
        return s.ma * (1 - t) + s.mb * t + s.w * s.l * s.l * t * (1 - t) / 2;
    };
    double peak = 0.5;
    if (s.w != 0)
        peak = std::clamp(0.5 + (s.mb - s.ma) / (s.w * s.l * s.l), 0.0, 1.0);
    for (double t : {0.0, 1.0, peak}) {
        sagging = std::max(sagging, moment(t));
        hogging = std::max(hogging, -moment(t));
    }
}

class Solver {
  public:
    explicit Solver(const Beam& b) : beam_(b) {}

    tl::expected<BeamResult, std::string> run() {
        makeNodes();
        makeElements();
        assemble();
        lifted_.assign(beam_.supports.size(), false);
        for (std::size_t round = 0; round < 4 * beam_.supports.size() + 4; ++round) {
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
        if (beam_.GAs > 0) // the cubic inside an element leaves shear out, so look at more nodes
            for (int i = 1; i < 80; ++i)
                xs.push_back(beam_.length * i / 80);
        std::sort(xs.begin(), xs.end());
        for (double x : xs)
            if (nodes_.empty() || x - nodes_.back() > same)
                nodes_.push_back(x);
    }

    [[nodiscard]] Eigen::Index nodeAt(double x) const {
        const auto it = std::min_element(nodes_.begin(), nodes_.end(), [&](double a, double b) {
            return std::abs(a - x) < std::abs(b - x);
        });
        return it - nodes_.begin();
    }

    void makeElements() {
        for (std::size_t i = 0; i + 1 < nodes_.size(); ++i) {
            const double x = nodes_[i];
            const double l = nodes_[i + 1] - x;
            const double mid = x + l / 2;
            Element e{x, l, beam_.EI, 0, 0};
            for (const auto& s : beam_.segments)
                if (mid > s.x0 && mid < s.x1)
                    e.EI = s.EI;
            e.phi = beam_.GAs > 0 ? 12 * e.EI / (beam_.GAs * l * l) : 0;
            for (const auto& q : beam_.lines)
                if (mid > q.x0 && mid < q.x1)
                    e.w += q.w;
            elements_.push_back(e);
        }
    }

    static Eigen::Matrix4d stiffness(const Element& e) {
        const double l = e.l;
        const double a = (4 + e.phi) * l * l;
        const double b = (2 - e.phi) * l * l;
        Eigen::Matrix4d k;
        k << 12, 6 * l, -12, 6 * l, 6 * l, a, -6 * l, b, -12, -6 * l, 12, -6 * l, 6 * l, b, -6 * l, a;
        return k * (e.EI / (l * l * l * (1 + e.phi)));
    }

    static Eigen::Vector4d lineForce(const Element& e) {
        return Eigen::Vector4d(e.l / 2, e.l * e.l / 12, e.l / 2, -e.l * e.l / 12) * e.w;
    }

    void assemble() {
        const auto n = static_cast<Eigen::Index>(2 * nodes_.size());
        k_ = Matrix::Zero(n, n);
        f_ = Vector::Zero(n);
        for (std::size_t i = 0; i < elements_.size(); ++i) {
            const auto at = static_cast<Eigen::Index>(2 * i);
            k_.block<4, 4>(at, at) += stiffness(elements_[i]);
            f_.segment<4>(at) += lineForce(elements_[i]);
        }
        for (const auto& p : beam_.points)
            f_(2 * nodeAt(p.x)) += p.P;
        for (const auto& m : beam_.moments)
            f_(2 * nodeAt(m.x) + 1) += m.M;
        pure_ = k_;
    }

    bool solve() {
        Matrix k = pure_;
        Vector f = f_;
        std::vector<bool> held(static_cast<std::size_t>(f.size()), false);
        Vector u = Vector::Zero(f.size());
        int vertical = 0;
        bool turning = false;
        for (std::size_t i = 0; i < beam_.supports.size(); ++i) {
            if (lifted_[i])
                continue;
            const auto& s = beam_.supports[i];
            const auto d = 2 * nodeAt(s.x);
            ++vertical;
            if (s.type == BeamSupport::Type::spring) {
                k(d, d) += s.k;
                f(d) += s.k * s.settlement;
            } else {
                held[static_cast<std::size_t>(d)] = true;
                u(d) = s.settlement;
            }
            if (s.type == BeamSupport::Type::fixed) {
                held[static_cast<std::size_t>(d + 1)] = true;
                turning = true;
            }
            k(d + 1, d + 1) += s.kRot;
            turning = turning || s.kRot > 0;
        }
        if (vertical < (turning ? 1 : 2))
            return false;
        std::vector<Eigen::Index> free;
        for (Eigen::Index i = 0; i < f.size(); ++i)
            if (!held[static_cast<std::size_t>(i)])
                free.push_back(i);
        const Vector rhs = f - k * u;
        const auto n = static_cast<Eigen::Index>(free.size());
        Matrix kf(n, n);
        Vector ff(n);
        for (Eigen::Index r = 0; r < n; ++r) {
            ff(r) = rhs(free[static_cast<std::size_t>(r)]);
            for (Eigen::Index c = 0; c < n; ++c)
                kf(r, c) = k(free[static_cast<std::size_t>(r)], free[static_cast<std::size_t>(c)]);
        }
        const Vector uf = kf.ldlt().solve(ff);
        for (Eigen::Index r = 0; r < n; ++r)
            u(free[static_cast<std::size_t>(r)]) = uf(r);
        u_ = u;
        findReactions();
        return u_.allFinite();
    }

    void findReactions() {
        const Vector residual = f_ - pure_ * u_; // what the supports must push up with
        reactions_.assign(beam_.supports.size(), 0);
        turning_.assign(beam_.supports.size(), 0);
        for (std::size_t i = 0; i < beam_.supports.size(); ++i) {
            if (lifted_[i])
                continue;
            const auto& s = beam_.supports[i];
            const auto d = 2 * nodeAt(s.x);
            reactions_[i] = s.type == BeamSupport::Type::spring ? s.k * (u_(d) - s.settlement) : residual(d);
            if (s.type == BeamSupport::Type::fixed)
                turning_[i] = std::abs(residual(d + 1));
            else if (s.kRot > 0)
                turning_[i] = std::abs(s.kRot * u_(d + 1));
        }
    }

    /// Lets the most negative one-way support go, or puts one back that the beam presses on. False: settled.
    bool updateLifted() {
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
            if (lifted_[i] && u_(2 * nodeAt(s.x)) > s.settlement + 1e-9) {
                lifted_[i] = false;
                return true;
            }
        }
        return false;
    }

    /// Deflection inside an element at t = 0..1: Hermite cubic and the particular part of the line load.
    [[nodiscard]] double inside(std::size_t i, double t) const {
        const Element& e = elements_[i];
        const auto at = static_cast<Eigen::Index>(2 * i);
        const double t2 = t * t;
        const double t3 = t2 * t;
        const double cubic = u_(at) * (1 - 3 * t2 + 2 * t3) + u_(at + 1) * e.l * (t - 2 * t2 + t3) +
                             u_(at + 2) * (3 * t2 - 2 * t3) + u_(at + 3) * e.l * (t3 - t2);
        const double l2 = e.l * e.l;
        return cubic + e.w * l2 * l2 * t2 * (1 - t) * (1 - t) / (24 * e.EI);
    }

    void scanElement(std::size_t i, BeamResult& r) const {
        const Element& e = elements_[i];
        const auto at = static_cast<Eigen::Index>(2 * i);
        const Eigen::Vector4d q = stiffness(e) * u_.segment<4>(at) - lineForce(e);
        const double ma = q(1);
        const double mb = -q(3);
        const BeamSpan span{e.x, e.l, e.w, ma, mb, q(0), q(2)};
        widen(span, r.maxSagging, r.maxHogging, r.maxShear);
        r.spans.push_back(span);
        if (!beam_.deflections)
            return;
        const int steps = beam_.GAs > 0 ? 1 : 64;
        for (int s = 0; s <= steps; ++s)
            r.curve.emplace_back(e.x + e.l * s / steps, inside(i, static_cast<double>(s) / steps));
    }

    /// The extreme of sign x deflection near a sampled one, by narrowing the bracket around it.
    [[nodiscard]] std::pair<double, double> sharpen(double x, double sign) const {
        double best = -1e300;
        double at = x;
        for (std::size_t i = 0; i < elements_.size(); ++i) {
            const Element& e = elements_[i];
            if (x < e.x - same || x > e.x + e.l + same)
                continue;
            const double t0 = std::clamp((x - e.x) / e.l, 0.0, 1.0);
            double low = std::max(0.0, t0 - 1.0 / 64);
            double high = std::min(1.0, t0 + 1.0 / 64);
            for (int k = 0; k < 60; ++k) {
                const double a = low + (high - low) / 3;
                const double b = high - (high - low) / 3;
                (sign * inside(i, a) < sign * inside(i, b) ? low : high) =
                    sign * inside(i, a) < sign * inside(i, b) ? a : b;
            }
            const double v = sign * inside(i, (low + high) / 2);
            if (v > best) {
                best = v;
                at = e.x + e.l * (low + high) / 2;
            }
        }
        return {at, best};
    }

    BeamResult collect() {
        BeamResult r;
        r.reactions = reactions_;
        r.supportMoments = turning_;
        r.lifted = lifted_;
        for (std::size_t i = 0; i < elements_.size(); ++i)
            scanElement(i, r);
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
        if (beam_.GAs <= 0 &&
            beam_.deflections) { // with shear the nodes are close and the cubic inside is not the whole truth
            if (const auto [x, v] = sharpen(downX, 1); v > down)
                std::tie(downX, down) = std::pair(x, v);
            if (const auto [x, v] = sharpen(upX, -1); v > up)
                std::tie(upX, up) = std::pair(x, v);
        }
        r.maxDown = down;
        r.maxUp = up;
        r.atX = down >= up ? downX : upX;
        for (double x : beam_.probes)
            r.probeDown.push_back(u_(2 * nodeAt(x)));
        return r;
    }

    const Beam& beam_;
    std::vector<double> nodes_;
    std::vector<Element> elements_;
    Matrix k_, pure_;
    Vector f_, u_;
    std::vector<bool> lifted_;
    std::vector<double> reactions_, turning_;
};

std::string problemWith(const Beam& b) {
    const auto bad = [](double v) { return !std::isfinite(v); };
    if (bad(b.length) || b.length <= 0)
        return "the beam's length must be positive";
    const auto outside = [&](double x) { return bad(x) || x < -same || x > b.length + same; };
    if (b.segments.empty() && (bad(b.EI) || b.EI <= 0))
        return "EI must be positive";
    if (bad(b.GAs) || b.GAs < 0)
        return "GAs must not be negative";
    double covered = 0;
    for (const auto& s : b.segments) {
        if (bad(s.x0) || bad(s.x1) || bad(s.EI) || s.EI <= 0 || s.x1 <= s.x0)
            return "every segment needs x1 above x0 and a positive EI";
        covered += std::min(s.x1, b.length) - std::max(s.x0, 0.0);
    }
    if (!b.segments.empty() && b.EI <= 0 && covered < b.length - 1e-3)
        return "the segments do not cover the beam and no EI is given for the rest";
    for (const auto& s : b.supports)
        if (outside(s.x) || bad(s.k) || bad(s.settlement) || bad(s.kRot) || s.k < 0 || s.kRot < 0)
            return fmt::format("the support at {} mm lies outside the beam or has an impossible number", s.x);
    for (const auto& q : b.lines)
        if (bad(q.x0) || bad(q.x1) || bad(q.w) || q.x1 < q.x0)
            return "a line load has an impossible number";
    for (const auto& p : b.points)
        if (outside(p.x) || bad(p.P))
            return fmt::format("the load at {} mm lies outside the beam", p.x);
    for (const auto& m : b.moments)
        if (outside(m.x) || bad(m.M))
            return fmt::format("the moment at {} mm lies outside the beam", m.x);
    for (double x : b.probes)
        if (outside(x))
            return fmt::format("the place {} mm lies outside the beam", x);
    return {};
}

} // namespace

BeamPeaks peaksOf(const std::vector<std::pair<double, const BeamResult*>>& cases) {
    BeamPeaks out;
    if (cases.empty())
        return out;
    for (std::size_t i = 0; i < cases.front().second->spans.size(); ++i) {
        BeamSpan sum = cases.front().second->spans[i];
        sum.w = sum.ma = sum.mb = sum.va = sum.vb = 0;
        for (const auto& [factor, r] : cases) {
            const BeamSpan& s = r->spans[i];
            sum.w += factor * s.w;
            sum.ma += factor * s.ma;
            sum.mb += factor * s.mb;
            sum.va += factor * s.va;
            sum.vb += factor * s.vb;
        }
        widen(sum, out.sagging, out.hogging, out.shear);
    }
    return out;
}

double BeamResult::downAt(double x) const {
    if (curve.empty())
        return 0;
    auto it =
        std::lower_bound(curve.begin(), curve.end(), x, [](const auto& p, double v) { return p.first < v; });
    if (it == curve.begin())
        return it->second;
    if (it == curve.end())
        return curve.back().second;
    const auto before = it - 1;
    const double span = it->first - before->first;
    const double t = span > 0 ? (x - before->first) / span : 0;
    return before->second + t * (it->second - before->second);
}

tl::expected<BeamResult, std::string> solveBeam(const Beam& beam) {
    if (const std::string problem = problemWith(beam); !problem.empty())
        return tl::unexpected(problem);
    return Solver(beam).run();
}

} // namespace owl
