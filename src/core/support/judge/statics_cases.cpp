// What the solved statics of a piece come to at its supports and along it.
#include "support/judge/statics.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace owl {

std::vector<AtSupport> atSupports(const Statics& s, double factor) {
    std::vector<AtSupport> out;
    for (std::size_t i = 0; i < s.x.size(); ++i) {
        const double most = s.own.reactions[i] + factor * s.contents.up[i];
        const double least = s.own.reactions[i] + factor * s.contents.down[i];
        const double M = s.ownTurning[i] + factor * s.contents.turning[i];
        out.push_back({i, std::max(std::abs(most), std::abs(least)), M, nullptr});
        for (const auto& h : s.hands) {
            const double r = h.beam.reactions[i];
            out.push_back({i, std::max(std::abs(most + r), std::abs(least + r)), M + h.turning[i], &h});
        }
    }
    return out;
}

std::vector<AtSupport> allOnOne(const Statics& s, double factor, std::size_t support) {
    double V = 0;
    double M = 0;
    for (std::size_t i = 0; i < s.x.size(); ++i) {
        V += s.own.reactions[i] + factor * (s.contents.up[i] + s.contents.down[i]);
        M += s.ownTurning[i] + factor * s.contents.turning[i];
    }
    std::vector<AtSupport> out{{support, V, M, nullptr}};
    for (const auto& h : s.hands) {
        double turning = 0;
        for (double m : h.turning)
            turning += m;
        out.push_back({support, V + s.hand, M + turning, &h});
    }
    return out;
}

std::vector<SupportCase> supportCases(const Statics& s, double factor) {
    SupportCase still;
    for (std::size_t i = 0; i < s.x.size(); ++i) {
        still.R.push_back(s.own.reactions[i] + factor * (s.contents.up[i] + s.contents.down[i]));
        still.M.push_back(s.ownTurning[i] + factor * s.contents.turning[i]);
    }
    std::vector<SupportCase> out{still};
    for (const auto& h : s.hands) {
        SupportCase c = still;
        c.hand = h.x;
        for (std::size_t i = 0; i < s.x.size(); ++i) {
            c.R[i] += h.beam.reactions[i];
            c.M[i] += h.turning[i];
        }
        out.push_back(std::move(c));
    }
    return out;
}

namespace {

/// The top of a curve by its samples: of a parabola through the highest one and its neighbours, which is what
/// a moment under an even load is.
double topOf(const std::array<double, momentSamples>& m) {
    const auto k = static_cast<std::size_t>(std::max_element(m.begin(), m.end()) - m.begin());
    if (k == 0 || k + 1 == momentSamples)
        return m.at(k);
    const double bend = 2 * m.at(k) - m.at(k - 1) - m.at(k + 1);
    const double tilt = m.at(k + 1) - m.at(k - 1);
    return bend > 0 ? m.at(k) + tilt * tilt / (8 * bend) : m.at(k);
}

} // namespace

BeamPeaks peaksAlong(const Statics& s, double factor) {
    BeamPeaks out;
    const StaticsContents& c = s.contents;
    for (std::size_t i = 0; i < s.own.spans.size(); ++i) {
        const BeamSpan& own = s.own.spans[i];
        std::array<double, momentSamples> down{}, up{};
        for (std::size_t k = 0; k < momentSamples; ++k) {
            const double base = momentAt(own, k);
            down.at(k) = base + factor * c.sagging[i].at(k);
            up.at(k) = -base - factor * c.hogging[i].at(k);
        }
        out.sagging = std::max(out.sagging, topOf(down));
        out.hogging = std::max(out.hogging, topOf(up));
        const auto& v = c.shear[i];
        for (const auto& [base, k] : {std::pair{own.va, 0U}, std::pair{own.vb, 2U}})
            for (std::size_t side : {0U, 1U})
                out.shear = std::max(out.shear, std::abs(base + factor * v.at(k + side)));
    }
    return out;
}

double peakWithHand(const Statics& s, double factor) {
    double peak = 0;
    for (std::size_t i = 0; i < s.handSagging.size(); ++i) {
        std::array<double, momentSamples> down{}, up{};
        for (std::size_t k = 0; k < momentSamples; ++k) {
            down.at(k) = s.handSagging[i].at(k) + factor * s.contents.sagging[i].at(k);
            up.at(k) = -s.handHogging[i].at(k) - factor * s.contents.hogging[i].at(k);
        }
        peak = std::max({peak, topOf(down), topOf(up)});
    }
    return peak;
}

HandShear shearWithHand(const Statics& s, double factor) {
    HandShear out;
    for (const auto& h : s.hands)
        for (std::size_t i = 0; i < s.own.spans.size(); ++i) {
            const BeamSpan& own = s.own.spans[i];
            const BeamSpan& hand = h.beam.spans[i];
            const auto& v = s.contents.shear[i];
            for (const auto& [base, k] : {std::pair{own.va + hand.va, 0U}, std::pair{own.vb + hand.vb, 2U}})
                for (const std::size_t side : {0U, 1U})
                    if (const double V = std::abs(base + factor * v.at(k + side)); V > out.V)
                        out = {V, &h};
        }
    return out;
}

const StaticsHand* worstHand(const Statics& s) {
    return s.worstHand < s.hands.size() ? &s.hands[s.worstHand] : nullptr;
}

} // namespace owl
