#include "support/rail_statics.h"

#include <algorithm>

namespace owl {
namespace {

class StaticsMaker {
  public:
    StaticsMaker(const RailPiece& p, const std::vector<double>& x, double spring) : p_(p) {
        s_.x = x;
        s_.spring = spring;
    }

    RailStatics run() {
        s_.section = sectionProperties(p_.section);
        if (s_.section.EI <= 0) {
            s_.problem = "the parts make no section that could bend";
            return std::move(s_);
        }
        const double L = p_.assembly->length.mm();
        const auto contents = contentsForces(p_.load, p_.assembly->length, 1);
        if (p_.hand > 0) { // both ends, the middle, and midway between supports (S1.3)
            s_.handX = {0, L / 2, L};
            for (std::size_t i = 0; i + 1 < s_.x.size(); ++i)
                s_.handX.push_back((s_.x[i] + s_.x[i + 1]) / 2);
        }
        nodes_ = s_.handX; // the same nodes in every case
        for (const auto& l : contents.lines)
            for (double x : {l.x0, l.x1})
                nodes_.push_back(std::clamp(x, 0.0, L));
        std::vector<LineLoad> lasting = contents.lines;
        for (std::size_t i = 0; i < lasting.size(); ++i)
            if (i < contents.sustained.size() && !contents.sustained[i])
                lasting[i].w = 0;
        solve({{0, L, p_.mass * gravity / L}}, {}, true, s_.own);
        solve(contents.lines, {}, true, s_.contents);
        solve(lasting, {}, true, s_.lasting);
        for (double x : s_.handX)
            solve({}, {{x, p_.hand}}, false, s_.hands.emplace_back());
        return std::move(s_);
    }

  private:
    void solve(std::vector<LineLoad> lines, std::vector<PointLoad> points, bool deflections,
               BeamResult& into) {
        if (!s_.problem.empty())
            return;
        Beam b;
        b.length = p_.assembly->length.mm();
        b.EI = s_.section.EI;
        for (double x : s_.x) {
            BeamSupport support;
            support.x = x;
            if (s_.spring > 0) {
                support.type = BeamSupport::Type::spring;
                support.k = s_.spring;
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

    const RailPiece& p_;
    std::vector<double> nodes_;
    RailStatics s_;
};

} // namespace

RailStatics railStatics(const RailPiece& piece, const std::vector<double>& x, double spring) {
    return StaticsMaker(piece, x, spring).run();
}

} // namespace owl
