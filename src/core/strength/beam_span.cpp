#include "strength/beam_span.h"

#include "strength/beam.h"

#include <algorithm>
#include <cmath>

namespace owl {

double BeamElement::down(double s, double GAs) const {
    const double bending = (m * s * s / 2 + q * s * s * s / 6 - w * s * s * s * s / 24) / EI;
    const double sheared = GAs > 0 ? (q * s - w * s * s / 2) / GAs : 0;
    return v + theta * s - bending + sheared;
}

double BeamElement::turn(double s) const {
    return theta - (m * s + q * s * s / 2 - w * s * s * s / 6) / EI;
}

void carry(std::vector<BeamElement>& elements, std::size_t first, std::size_t end, double m, double q) {
    for (std::size_t i = first; i < end; ++i) {
        BeamElement& e = elements[i];
        e.m = m + e.M;
        e.q = q - e.P;
        m = e.moment(e.l);
        q = e.shear(e.l);
    }
}

void bend(std::vector<BeamElement>& elements, std::size_t first, std::size_t end, double v, double theta,
          double GAs) {
    for (std::size_t i = first; i < end; ++i) {
        BeamElement& e = elements[i];
        e.v = v;
        e.theta = theta;
        v = e.down(e.l, GAs);
        theta = e.turn(e.l);
    }
}

std::array<std::array<double, 4>, 2> SpanFlexibility::stiffness() const {
    // M = F^-1 (A u - d) with A = [1/S 1 -1/S 0; -1/S 0 1/S -1].
    const double det = f11 * f22 - f12 * f12;
    const std::array<std::array<double, 4>, 2> A{{{1 / S, 1, -1 / S, 0}, {-1 / S, 0, 1 / S, -1}}};
    std::array<std::array<double, 4>, 2> out{};
    for (std::size_t c = 0; c < 4; ++c) {
        out[0][c] = (f22 * A[0][c] - f12 * A[1][c]) / det;
        out[1][c] = (f11 * A[1][c] - f12 * A[0][c]) / det;
    }
    return out;
}

std::array<double, 2> SpanFlexibility::endMoments(const std::array<double, 4>& u) const {
    const double psi = (u[2] - u[0]) / S;
    const double a = u[1] - psi - d1;
    const double b = psi - u[3] - d2;
    const double det = f11 * f22 - f12 * f12;
    return {(f22 * a - f12 * b) / det, (f11 * b - f12 * a) / det};
}

SpanFlexibility flexibilityOf(std::vector<BeamElement>& elements, std::size_t first, std::size_t end,
                              double GAs) {
    SpanFlexibility f;
    const double xa = elements[first].x;
    const double xb = elements[end - 1].x + elements[end - 1].l;
    f.S = xb - xa;
    double total = 0;
    for (std::size_t i = first; i < end; ++i) {
        const BeamElement& e = elements[i];
        const double P = i == first ? 0 : e.P;
        const double M = i == first ? 0 : e.M;
        f.upLeft += (P * (xb - e.x) + e.w * e.l * (xb - e.x - e.l / 2) - M) / f.S;
        total += P + e.w * e.l;
    }
    f.upRight = total - f.upLeft;
    // The first node's own load does not bend the span: cancel it in what carry() starts from.
    carry(elements, first, end, -elements[first].M, f.upLeft + elements[first].P);
    for (std::size_t i = first; i < end; ++i) {
        const BeamElement& e = elements[i];
        for (const auto& [s, weight] : {std::pair{0.0, 1.0}, std::pair{0.5, 4.0}, std::pair{1.0, 1.0}}) {
            const double m2 = (e.x + s * e.l - xa) / f.S;
            const double m1 = 1 - m2;
            const double c = weight * e.l / (6 * e.EI);
            const double m0 = e.moment(s * e.l);
            f.f11 += c * m1 * m1;
            f.f12 += c * m1 * m2;
            f.f22 += c * m2 * m2;
            f.d1 += c * m1 * m0;
            f.d2 += c * m2 * m0;
        }
        if (GAs > 0) {
            const double bar = e.l / (GAs * f.S * f.S);
            const double load = (e.q * e.l - e.w * e.l * e.l / 2) / (GAs * f.S);
            f.f11 += bar;
            f.f22 += bar;
            f.f12 -= bar;
            f.d1 -= load;
            f.d2 += load;
        }
    }
    return f;
}

void widen(BeamPeaks& peaks, const BeamSpan& s) {
    peaks.shear = std::max({peaks.shear, std::abs(s.va), std::abs(s.vb)});
    const auto moment = [&](double t) {
        return s.ma * (1 - t) + s.mb * t + s.w * s.l * s.l * t * (1 - t) / 2;
    };
    double peak = 0.5;
    if (s.w != 0)
        peak = std::clamp(0.5 + (s.mb - s.ma) / (s.w * s.l * s.l), 0.0, 1.0);
    for (double t : {0.0, 1.0, peak}) {
        peaks.sagging = std::max(peaks.sagging, moment(t));
        peaks.hogging = std::max(peaks.hogging, -moment(t));
    }
}

} // namespace owl
