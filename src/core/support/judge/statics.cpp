#include "support/judge/statics.h"

#include "strength/turning.h"

#include <algorithm>
#include <array>
#include <cmath>

// What stands on a piece may be taken away, so no support and no cross-section is credited with the relief
// that a thing elsewhere gives it. On supports that do not give, the influence of a load on a reaction
// changes sign only at supports; on springs it does so where the piece, loaded over that support alone, goes
// neither up nor down (Maxwell: a load at x presses support i as a load over i presses down at x). So each
// thing is cut at the supports and there, into parts that relieve or burden as a whole, and two halves of a
// thing count as the whole does.

namespace owl {
namespace {

constexpr double hardlyBends = 1e4; // times as stiff: within a thousandth of rigid, and well conditioned

/// What comes and goes as one.
struct LoadPart {
    std::vector<LineLoad> lines;
    bool lasting = true;
    double y = 0; ///< mm from the wall
};

/// N mm at the k-th of the places in a stretch.
double momentAt(const BeamSpan& s, std::size_t k) {
    const double t = static_cast<double>(k) / (momentSamples - 1);
    return s.ma * (1 - t) + s.mb * t + s.w * s.l * s.l * t * (1 - t) / 2;
}

/// Inside a box or case what stands on a board comes to the wall part where that board ends (S9.10): the
/// places of the widest span that the surface is on, empty where it lies on the wall part itself or all along
/// it.
std::vector<double> endsOf(const Assembly& a, const std::string& surface) {
    const ShelfSpan* widest = nullptr;
    for (const auto& s : a.spans) {
        const bool mine = std::find(s.surfaces.begin(), s.surfaces.end(), surface) != s.surfaces.end();
        if (mine && !s.joints.empty() && s.at.size() > 1 &&
            (!widest || s.at.back() - s.at.front() > widest->at.back() - widest->at.front()))
            widest = &s;
    }
    std::vector<double> out;
    if (widest)
        for (Length x : widest->at)
            out.push_back(x.mm());
    return out;
}

/// The forces at those places that a line load on the board comes to, each to its two neighbours by levers;
/// N.
std::vector<double> forcesAtEnds(const std::vector<double>& ends, const LineLoad& l) {
    std::vector<double> out(ends.size(), 0);
    for (std::size_t i = 0; i + 1 < ends.size(); ++i) {
        const bool first = i == 0;
        const bool last = i + 2 == ends.size();
        const double x0 = first ? l.x0 : std::max(l.x0, ends[i]);
        const double x1 = last ? l.x1 : std::min(l.x1, ends[i + 1]);
        if (x1 <= x0)
            continue;
        const double t = ((x0 + x1) / 2 - ends[i]) / (ends[i + 1] - ends[i]);
        out[i] += l.w * (x1 - x0) * (1 - t);
        out[i + 1] += l.w * (x1 - x0) * t;
    }
    return out;
}

/// A force as a load over the thickness of what brings it.
LineLoad asLine(double x, double force, double length) {
    // Ten millimetres wide, less near an end: its middle stays where the force is.
    const double half = std::clamp(std::min(x, length - x), 0.002, 5.0);
    const double x0 = std::clamp(x - half, 0.0, length - 2 * half);
    return {x0, x0 + 2 * half, force / (2 * half)};
}

class StaticsMaker {
  public:
    StaticsMaker(const HeldPiece& p, const std::vector<double>& x, const Springs& springs,
                 const Statics* like)
        : p_(p), like_(like) {
        s_.x = x;
        s_.springs = springs;
        s_.mass = p.mass;
        s_.gravityY = p.gravityY;
        s_.standOff = p.standOff;
        s_.stiff = p.stiff;
        s_.turnStiffness = p.turnStiffness;
        s_.hand = p.hand;
        L_ = p.assembly->length.mm();
    }

    Statics run() {
        s_.section = sectionProperties(p_.section);
        if (p_.stiff) // on equal springs a beam that hardly bends gives V/n + V e x/sum x^2
            s_.section.EI *= hardlyBends;
        if (!(s_.section.EI > 0)) {
            s_.problem = "the parts make no section that could bend";
            return std::move(s_);
        }
        if (p_.hand > 0) { // both ends, the middle, every support and midway between (S1.3)
            handX_ = {0, L_ / 2, L_};
            for (std::size_t i = 0; i < s_.x.size(); ++i) {
                handX_.push_back(s_.x[i]);
                if (i + 1 < s_.x.size())
                    handX_.push_back((s_.x[i] + s_.x[i + 1]) / 2);
            }
        }
        const std::vector<LoadPart> parts = contents();
        nodes_ = handX_; // the same nodes in every case
        if (std::abs(p_.gravityX.value_or(L_ / 2) - L_ / 2) >= 1e-6)
            nodes_.push_back(L_ / 2); // where the two halves of its own weight meet
        for (const auto& q : parts)
            for (const auto& l : q.lines)
                nodes_.insert(nodes_.end(), {l.x0, l.x1});
        own();
        s_.ownSag = fromChords(s_.own.curve);
        // A weight off its middle brings a node of its own: then the other's stretches are not these.
        if (like_ && (like_->own.spans.size() != s_.own.spans.size() ||
                      like_->own.curve.size() != s_.own.curve.size() || like_->hands.size() != handX_.size()))
            like_ = nullptr;
        addContents(parts);
        for (double x : handX_) {
            StaticsHand h;
            h.x = x;
            if (like_)
                h.beam = like_->hands[s_.hands.size()].beam;
            else
                solve({}, {{x, p_.hand}}, false, h.beam);
            addTurning(s_.x, x, x, p_.hand * (p_.assembly->depth.mm() + p_.standOff), h.turning);
            s_.hands.push_back(std::move(h));
        }
        if (s_.problem.empty())
            worstOfHands();
        shareTurning();
        return std::move(s_);
    }

  private:
    /// A stiff slab on springy rods turns as one: what the lever rule gave a support is shared with the
    /// others.
    void shareTurning() {
        if (p_.twistGJ <= 0 || p_.turnStiffness <= 0)
            return;
        const auto share = [&](std::vector<double>& M) {
            M = sharedTurning(s_.x, p_.twistGJ, p_.turnStiffness, M);
        };
        share(s_.ownTurning);
        share(s_.contents.turning);
        share(s_.contents.lastingTurning);
        for (auto& h : s_.hands)
            share(h.turning);
    }

    /// Where a thing is cut: at the supports, and on springs where the influence on one of them changes its
    /// sign.
    [[nodiscard]] std::vector<double> cutPlaces() {
        std::vector<double> out = s_.x;
        if (!s_.springs.give())
            return out;
        for (double x : s_.x) {
            BeamResult r;
            solve({}, {{x, 1}}, true, r);
            for (std::size_t i = 1; i < r.curve.size(); ++i) {
                const auto& [x0, v0] = r.curve[i - 1];
                const auto& [x1, v1] = r.curve[i];
                if ((v0 < 0) != (v1 < 0) && v0 != v1)
                    out.push_back(x0 + (x1 - x0) * v0 / (v0 - v1));
            }
        }
        return out;
    }

    /// The even load in one piece, every thing cut.
    [[nodiscard]] std::vector<LoadPart> contents() {
        const std::vector<double> places = cutPlaces();
        std::vector<LoadPart> out;
        const auto surfaces = surfacesOf(*p_.assembly);
        const auto all = contentsForces(p_.load, *p_.assembly, 1);
        for (std::size_t i = 0; i < all.lines.size(); ++i) {
            const Surface& s = surfaces[all.on[i]];
            const double y = (s.y0.mm() + s.y1.mm()) / 2 + p_.standOff;
            const std::vector<double> ends = endsOf(*p_.assembly, s.id);
            if (ends.empty())
                along(all.lines[i], all.even[i] ? std::vector<double>() : places, all.sustained[i], y, out);
            else
                atEnds(all.lines[i], ends, all.even[i], all.sustained[i], y, out);
        }
        return out;
    }

    /// Cut at the places that lie in it.
    static void along(const LineLoad& l, const std::vector<double>& places, bool lasting, double y,
                      std::vector<LoadPart>& out) {
        std::vector<double> cuts{l.x0, l.x1};
        for (double x : places)
            if (x > l.x0 + 0.01 && x < l.x1 - 0.01)
                cuts.push_back(x);
        std::sort(cuts.begin(), cuts.end());
        for (std::size_t k = 0; k + 1 < cuts.size(); ++k)
            out.push_back({{{cuts[k], cuts[k + 1], l.w}}, lasting, y});
    }

    /// An even load is at all ends at once; what a thing brings to one of them relieves no support of what it
    /// brings to another: somebody may move it.
    void atEnds(const LineLoad& l, const std::vector<double>& ends, bool even, bool lasting, double y,
                std::vector<LoadPart>& out) const {
        const std::vector<double> force = forcesAtEnds(ends, l);
        LoadPart whole{{}, lasting, y};
        for (std::size_t k = 0; k < ends.size(); ++k) {
            if (force[k] == 0)
                continue;
            if (even)
                whole.lines.push_back(asLine(ends[k], force[k], L_));
            else
                out.push_back({{asLine(ends[k], force[k], L_)}, lasting, y});
        }
        if (!whole.lines.empty())
            out.push_back(std::move(whole));
    }

    void worstOfHands() {
        if (s_.hands.empty())
            return;
        s_.handSagging.resize(s_.own.spans.size());
        s_.handHogging.resize(s_.own.spans.size());
        double peak = -1;
        for (std::size_t i = 0; i < s_.own.spans.size(); ++i)
            for (std::size_t k = 0; k < momentSamples; ++k) {
                double most = -1e300;
                double least = 1e300;
                const double base = momentAt(s_.own.spans[i], k);
                for (std::size_t n = 0; n < s_.hands.size(); ++n) {
                    const double m = base + momentAt(s_.hands[n].beam.spans[i], k);
                    most = std::max(most, m);
                    least = std::min(least, m);
                    const double here =
                        std::max(m + s_.contents.sagging[i].at(k), -m - s_.contents.hogging[i].at(k));
                    if (here > peak) {
                        peak = here;
                        s_.worstHand = n;
                    }
                }
                s_.handSagging[i].at(k) = most;
                s_.handHogging[i].at(k) = least;
            }
    }

    void own() {
        // Two even halves whose middle is where the weight is: left w - d, right w + d per mm with
        // d = 4 W (x - L/2)/L^2.
        const double weight = p_.mass * gravity;
        const double y = p_.gravityY + p_.standOff;
        const double off = p_.gravityX.value_or(L_ / 2) - L_ / 2;
        if (std::abs(off) < 1e-6) {
            solve({{0, L_, weight / L_}}, {}, true, s_.own);
            addTurning(s_.x, 0, L_, weight * y, s_.ownTurning);
            return;
        }
        const double d = 4 * weight * off / (L_ * L_);
        const double left = weight / L_ - d;
        const double right = weight / L_ + d;
        solve({{0, L_ / 2, left}, {L_ / 2, L_, right}}, {}, true, s_.own);
        addTurning(s_.x, 0, L_ / 2, left * L_ / 2 * y, s_.ownTurning);
        addTurning(s_.x, L_ / 2, L_, right * L_ / 2 * y, s_.ownTurning);
    }

    void addContents(const std::vector<LoadPart>& parts) {
        StaticsContents& c = s_.contents;
        for (auto* v : {&c.up, &c.down, &c.turning, &c.lastingTurning})
            v->assign(s_.x.size(), 0);
        if (like_) {
            const StaticsContents& known = like_->contents;
            c.up = known.up;
            c.down = known.down;
            c.sag = known.sag;
            c.lastingSag = known.lastingSag;
            c.sagging = known.sagging;
            c.hogging = known.hogging;
            c.shear = known.shear;
        } else {
            c.sag.assign(s_.own.curve.size(), 0);
            c.lastingSag = c.sag;
            c.sagging.assign(s_.own.spans.size(), {});
            c.hogging = c.sagging;
            c.shear.assign(c.sagging.size(), {0, 0, 0, 0});
        }
        for (const auto& part : parts) {
            for (const auto& l : part.lines) {
                const double torque = l.w * (l.x1 - l.x0) * part.y;
                addTurning(s_.x, l.x0, l.x1, torque, c.turning);
                if (part.lasting)
                    addTurning(s_.x, l.x0, l.x1, torque, c.lastingTurning);
            }
            if (like_)
                continue;
            BeamResult r;
            solve(part.lines, {}, true, r);
            if (!s_.problem.empty())
                return;
            addOne(r, part.lasting);
        }
    }

    /// A curve less the chords between neighbouring supports, carried on over the ends: what bends, without
    /// what goes down with the supports. Every load is solved on the same nodes, so the supports are at the
    /// same samples.
    [[nodiscard]] std::vector<double> fromChords(const std::vector<std::pair<double, double>>& curve) {
        std::vector<double> out;
        if (chordAt_.empty())
            for (double x : s_.x)
                chordAt_.push_back(static_cast<std::size_t>(
                    std::min_element(curve.begin(), curve.end(),
                                     [x](const auto& a, const auto& b) {
                                         return std::abs(a.first - x) < std::abs(b.first - x);
                                     }) -
                    curve.begin()));
        std::size_t k = 0;
        for (const auto& [x, v] : curve) {
            while (k + 2 < s_.x.size() && x > s_.x[k + 1])
                ++k;
            if (!s_.springs.give() || s_.x.size() < 2) {
                out.push_back(v);
                continue;
            }
            const double left = curve[chordAt_[k]].second;
            const double right = curve[chordAt_[k + 1]].second;
            out.push_back(v - left - (right - left) * (x - s_.x[k]) / (s_.x[k + 1] - s_.x[k]));
        }
        return out;
    }

    void addOne(const BeamResult& r, bool lasting) {
        StaticsContents& c = s_.contents;
        for (std::size_t i = 0; i < s_.x.size(); ++i)
            (r.reactions[i] > 0 ? c.up : c.down)[i] += r.reactions[i];
        const std::vector<double> sag = fromChords(r.curve);
        for (std::size_t i = 0; i < sag.size(); ++i) {
            const double down = std::max(0.0, sag[i]);
            c.sag[i] += down;
            if (lasting)
                c.lastingSag[i] += down;
        }
        for (std::size_t i = 0; i < r.spans.size(); ++i) {
            const BeamSpan& q = r.spans[i];
            for (std::size_t k = 0; k < momentSamples; ++k) {
                const double m = momentAt(q, k);
                (m > 0 ? c.sagging : c.hogging)[i].at(k) += m;
            }
            auto& v = c.shear[i];
            v[q.va > 0 ? 0 : 1] += q.va;
            v[q.vb > 0 ? 2 : 3] += q.vb;
        }
    }

    void solve(std::vector<LineLoad> lines, std::vector<PointLoad> points, bool deflections,
               BeamResult& into) {
        if (!s_.problem.empty())
            return;
        Beam b;
        b.length = L_;
        b.EI = s_.section.EI;
        for (std::size_t i = 0; i < s_.x.size(); ++i) {
            BeamSupport support;
            support.x = s_.x[i];
            if (s_.springs.give()) {
                support.type = BeamSupport::Type::spring;
                support.k = s_.springs.of(i);
            }
            b.supports.push_back(support);
        }
        b.lines = std::move(lines);
        b.points = std::move(points);
        b.probes = nodes_;
        b.deflections = deflections;
        auto r = solveBeam(b);
        if (r)
            into = std::move(*r);
        else
            s_.problem = r.error();
    }

    const HeldPiece& p_;
    const Statics* like_;
    double L_ = 0;
    std::vector<double> nodes_, handX_;
    std::vector<std::size_t> chordAt_; ///< samples of a curve at the supports
    Statics s_;
};

} // namespace

Statics staticsOf(const HeldPiece& piece, const std::vector<double>& x, const Springs& springs,
                  const Statics* like) {
    return StaticsMaker(piece, x, springs, like).run();
}

} // namespace owl
