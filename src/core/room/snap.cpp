#include "room/snap.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

/// Keeps the nearest offer; of two as near the first.
class Offers {
  public:
    Offers(Length now, Length reach) : now_(now), nearest_(reach), best_{now, {}, {}} {}
    void offer(Length at, const std::string& why, Length line) {
        const Length d = abs(at - now_);
        if (d < nearest_ || (d == nearest_ && best_.why.empty())) {
            nearest_ = d;
            best_ = {at, why, line};
        }
    }
    [[nodiscard]] Snap best(Length low, Length high) const {
        Snap s = best_;
        s.at = std::clamp(s.at, low, std::max(low, high));
        return s;
    }

  private:
    Length now_, nearest_;
    Snap best_;
};

bool overlapUp(const PlacedPiece& a, const PlacedPiece& b) {
    return a.bottom < b.top() && b.bottom < a.top();
}
bool overlapAcross(const PlacedPiece& a, const PlacedPiece& b) {
    return a.left < b.right() && b.left < a.right();
}

/// Neighbours at the same height, left to right.
std::vector<const PlacedPiece*> rowOf(const std::vector<PlacedPiece>& others, const PlacedPiece& piece) {
    std::vector<const PlacedPiece*> row;
    for (const auto& o : others)
        if (overlapUp(o, piece))
            row.push_back(&o);
    std::sort(row.begin(), row.end(),
              [](const PlacedPiece* a, const PlacedPiece* b) { return a->left < b->left; });
    return row;
}
/// Neighbours above and below, lowest first.
std::vector<const PlacedPiece*> stackOf(const std::vector<PlacedPiece>& others, const PlacedPiece& piece) {
    std::vector<const PlacedPiece*> stack;
    for (const auto& o : others)
        if (overlapAcross(o, piece))
            stack.push_back(&o);
    std::sort(stack.begin(), stack.end(),
              [](const PlacedPiece* a, const PlacedPiece* b) { return a->bottom < b->bottom; });
    return stack;
}

void neighboursAcross(const std::vector<PlacedPiece>& others, const PlacedPiece& piece, Offers& o) {
    for (const auto& n : others) {
        o.offer(n.left, "left ends in line with " + n.name, n.left);
        o.offer(n.right() - piece.length, "right ends in line with " + n.name, n.right());
        const Length c = n.left + n.length / 2;
        o.offer(c - piece.length / 2, "centred on " + n.name, c);
    }
}

void equalGapsAcross(const std::vector<PlacedPiece>& others, const PlacedPiece& piece, Offers& o) {
    const auto row = rowOf(others, piece);
    for (std::size_t i = 0; i + 1 < row.size(); ++i) {
        const Length gap = row[i + 1]->left - row[i]->right();
        if (gap <= Length())
            continue;
        const Length mid = row[i]->right() + gap / 2;
        o.offer(mid - piece.length / 2,
                fmt::format("equal gaps to {} and {}", row[i]->name, row[i + 1]->name), mid);
        o.offer(row[i + 1]->right() + gap, "the same gap again", row[i + 1]->right() + gap);
        o.offer(row[i]->left - gap - piece.length, "the same gap again", row[i]->left - gap);
    }
}

} // namespace

Snap snapAcross(const Wall& wall, const std::vector<PlacedPiece>& others, const PlacedPiece& piece,
                Length reach) {
    Offers o(piece.left, reach);
    const auto centre = [&](Length x, const std::string& why) { o.offer(x - piece.length / 2, why, x); };
    centre(wall.width / 2, "centred on the wall");
    for (const auto& f : wall.furniture) {
        centre(f.x + f.width / 2, "centred on the " + f.title());
        o.offer(f.x, "flush with the left of the " + f.title(), f.x);
        o.offer(f.right() - piece.length, "flush with the right of the " + f.title(), f.right());
    }
    neighboursAcross(others, piece, o);
    equalGapsAcross(others, piece, o);
    for (std::size_t i = 0; i < wall.obstacles.size(); ++i) {
        const Obstacle& a = wall.obstacles[i];
        centre(a.centreX(), "centred on the " + (a.name.empty() ? a.kind : a.name));
        for (std::size_t k = i + 1; k < wall.obstacles.size(); ++k)
            centre((a.centreX() + wall.obstacles[k].centreX()) / 2, "midway between two things on the wall");
    }
    const auto studs = studCentres(wall);
    for (std::size_t i = 0; i < studs.size(); ++i) {
        centre(studs[i], "centred on a stud");
        if (i + 1 < studs.size())
            centre((studs[i] + studs[i + 1]) / 2, "midway between two studs");
    }
    return o.best(Length(), wall.width - piece.length);
}

Snap snapUp(const Wall& wall, const std::vector<PlacedPiece>& others, const PlacedPiece& piece,
            const std::vector<HeightBand>& bands, Length reach) {
    Offers o(piece.bottom, reach);
    for (const auto& n : others) {
        o.offer(n.top() - piece.height, "tops level with " + n.name, n.top());
        o.offer(n.bottom, "bottoms level with " + n.name, n.bottom);
    }
    const auto stack = stackOf(others, piece);
    for (std::size_t i = 0; i + 1 < stack.size(); ++i) {
        const Length gap = stack[i + 1]->bottom - stack[i]->top();
        if (gap <= Length())
            continue;
        o.offer(stack[i + 1]->top() + gap, "the same gap again", stack[i + 1]->top() + gap);
        o.offer(stack[i]->bottom - gap - piece.height, "the same gap again", stack[i]->bottom - gap);
        const Length mid = stack[i]->top() + gap / 2;
        o.offer(mid - piece.height / 2,
                fmt::format("equal gaps to {} and {}", stack[i]->name, stack[i + 1]->name), mid);
    }
    for (const auto& b : bands) {
        if (b.limit)
            continue;
        const Length mid = (b.low + b.high) / 2;
        o.offer(mid - piece.height, "middle of the good heights, " + b.what, mid);
    }
    const Length ceiling = lowestCeiling(wall, piece.left, piece.right());
    return o.best(Length(), ceiling - piece.height);
}

} // namespace owl
