#include "build/bores.h"

#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace owl {
namespace {

struct BoreLeg {
    const Part* part;
    const Hole* hole;
};

class BoreFinder {
  public:
    explicit BoreFinder(const Assembly& a) : a_(a) {}
    std::vector<Bore> run() {
        std::vector<Bore> all;
        for (const auto& p : a_.parts)
            for (const auto& h : p.holes)
                if (isBored(p, h))
                    if (const auto whole = wholeOf(p, h); whole.front().hole == &h)
                        all.push_back(from(whole));
        return all;
    }

  private:
    [[nodiscard]] bool isBored(const Part& p, const Hole& h) const {
        return h.purpose != pinHole && !takesWallScrews(a_, p) && !isOfAJoint(a_, h);
    }
    /// Whether they lie on one line and meet there.
    [[nodiscard]] static bool inOneLine(const Hole& g, const Hole& h) {
        if (g.purpose != h.purpose || dot(g.direction, h.direction) < 0.999)
            return false;
        const double ahead = dot(g.at - h.at, h.direction);
        return norm(cross(g.at - h.at, h.direction)) < 0.5 && ahead < h.depth + 0.5 && ahead > -g.depth - 0.5;
    }
    /// The same hole in another of the layers between which it runs.
    [[nodiscard]] static bool isOtherHalf(const Hole& g, const Hole& h) {
        return norm(g.at - h.at) < 0.5 && std::abs(g.depth - h.depth) < 0.5;
    }
    [[nodiscard]] bool together(const Part& p, const Part& q) const {
        return std::any_of(a_.joints.begin(), a_.joints.end(), [&](const Joint& j) {
            return !j.atWall &&
                   ((j.first == p.id && j.second == q.id) || (j.first == q.id && j.second == p.id));
        });
    }
    /// All of a hole that goes through parts which are together by then, from its mouth on.
    [[nodiscard]] std::vector<BoreLeg> wholeOf(const Part& p, const Hole& h) const {
        std::vector<BoreLeg> out{{&p, &h}};
        for (std::size_t i = 0; i < out.size(); ++i)
            for (const auto& q : a_.parts)
                for (const auto& g : q.holes) {
                    const BoreLeg now = out[i];
                    if (!inOneLine(g, *now.hole) || !isBored(q, g))
                        continue;
                    const bool known =
                        std::any_of(out.begin(), out.end(), [&](const BoreLeg& s) { return s.part == &q; });
                    if (!known && (together(*now.part, q) || isOtherHalf(g, *now.hole)))
                        out.push_back({&q, &g});
                }
        // The same order wherever one began: by the mouth, the longer first, as the parts are listed.
        const auto key = [&](const BoreLeg& s) {
            return std::tuple(std::lround(dot(s.hole->at, h.direction)), -std::lround(s.hole->depth), s.part);
        };
        std::sort(out.begin(), out.end(),
                  [&](const BoreLeg& one, const BoreLeg& other) { return key(one) < key(other); });
        return out;
    }
    [[nodiscard]] Bore from(const std::vector<BoreLeg>& all) const {
        const Hole& mouth = *all.front().hole;
        Bore out{all.front().part, &mouth, 0, {}, {}, guideOf(mouth), {}};
        bool halves = all.size() > 1;
        for (const auto& [part, hole] : all) {
            out.depth = std::max(out.depth, dot(hole->at - mouth.at, mouth.direction) + hole->depth);
            out.passes.push_back(theName(part->name));
            out.holes.push_back(hole->id);
            halves = halves && isOtherHalf(*hole, mouth);
        }
        if (halves)
            std::swap(out.passes, out.halves);
        return out;
    }
    /// A rail that is drilled already for the same screw leads the bit.
    [[nodiscard]] const Part* guideOf(const Hole& h) const {
        for (const auto& p : a_.parts)
            if (takesWallScrews(a_, p))
                for (const auto& g : p.holes)
                    if (norm(cross(g.direction, h.direction)) < 1e-3 &&
                        norm(cross(h.at - g.at, g.direction)) < 0.5)
                        return &p;
        return nullptr;
    }

    const Assembly& a_;
};

} // namespace

std::vector<Bore> boresOf(const Assembly& a) {
    return BoreFinder(a).run();
}

bool isOfAJoint(const Assembly& a, const Hole& h) {
    return std::any_of(a.joints.begin(), a.joints.end(), [&](const Joint& j) { return j.id == h.purpose; });
}

bool isLevel(const Hole& h) {
    return std::abs(h.direction.z) < 0.5;
}

} // namespace owl
