#include "room/position_search.h"

#include <algorithm>
#include <fmt/format.h>
#include <optional>

namespace owl {
namespace {

// What is worth how much: only the order of the sums counts.
constexpr double perStud = 30, noSupport = -150, clashes = -200, crowds = -60, centred = 25, offPerMm = 0.05,
                 awayPerMm = 0.04;

struct CentreLine {
    Length x;
    std::string name;
};

class Search {
  public:
    explicit Search(const PositionQuestion& ask) : q_(ask), length_(ask.piece.length) {
        studs_ = freeStuds(*q_.wall, *q_.zones, Length(), q_.wall->width, q_.holeHeights);
        lines_.push_back({q_.wall->width / 2, "the wall"});
        for (const auto& f : q_.wall->furniture)
            lines_.push_back({f.x + f.width / 2, "the " + f.title()});
        for (const auto& o : *q_.others)
            if (o.left < q_.piece.right() && q_.piece.left < o.right())
                lines_.push_back({o.left + o.length / 2, o.name});
    }

    std::vector<Position> run(std::size_t most) {
        const Length end = q_.wall->width - length_;
        low_ = std::clamp(q_.preferred - q_.reach, Length(), std::max(Length(), end));
        high_ = std::clamp(q_.preferred + q_.reach, Length(), std::max(Length(), end));
        std::vector<Length> candidates{q_.piece.left};
        for (const auto& l : lines_)
            candidates.push_back(l.x - length_ / 2);
        edges(candidates);
        std::vector<Position> out;
        for (Length left : candidates) {
            const bool inside = left >= low_ && left <= high_;
            const bool known = std::any_of(out.begin(), out.end(),
                                           [&](const Position& p) { return abs(p.left - left) < 2_mm; });
            if (!known && (inside || left == q_.piece.left))
                out.push_back(judge(left));
        }
        std::stable_sort(out.begin(), out.end(),
                         [](const Position& a, const Position& b) { return a.score > b.score; });
        return shortened(std::move(out), most);
    }

  private:
    /// Places at which the number of studs changes, on the side nearer to the preferred spot, a little
    /// inside.
    void edges(std::vector<Length>& candidates) const {
        const Length play = 5_mm;
        for (Length s : studs_) {
            candidates.push_back(roundUp(s + q_.endMargin + play - length_));
            candidates.push_back(roundDown(s - q_.endMargin - play));
        }
        for (const auto& c : *q_.clearances) {
            candidates.push_back(roundDown(c.x0 - length_));
            candidates.push_back(roundUp(c.x1));
        }
    }
    [[nodiscard]] Length unit() const {
        return q_.style.units == Units::metric ? 1_mm : Length::inches(1, q_.style.denominator);
    }
    [[nodiscard]] Length roundDown(Length v) const { return Length::nm(v.nm() / unit().nm() * unit().nm()); }
    [[nodiscard]] Length roundUp(Length v) const { return roundDown(v + unit() - Length::nm(1)); }
    [[nodiscard]] std::string say(Length l) const { return formatLength(roundToTape(l, q_.style), q_.style); }

    [[nodiscard]] Position judge(Length left) const {
        Position p;
        p.left = left;
        const Length right = left + length_;
        p.studs = static_cast<int>(std::count_if(studs_.begin(), studs_.end(), [&](Length s) {
            return s >= left + q_.endMargin && s <= right - q_.endMargin;
        }));
        p.score = -awayPerMm * abs(left - q_.preferred).mm();
        if (q_.needsStuds)
            p.score += p.studs < 2 ? noSupport : perStud * std::min(p.studs, 4);
        symmetry(p);
        room(p);
        const Length by = left - q_.piece.left;
        const bool line = p.symmetry.starts_with("centred");
        if (by == Length())
            p.what = "here";
        else if (line)
            p.what = p.symmetry;
        else
            p.what = fmt::format("{} to the {}", say(abs(by)), by < Length() ? "left" : "right");
        return p;
    }

    void symmetry(Position& p) const {
        const Length middle = p.left + length_ / 2;
        const CentreLine* nearest = &lines_.front();
        for (const auto& l : lines_)
            if (abs(l.x - middle) < abs(nearest->x - middle))
                nearest = &l;
        const Length off = abs(nearest->x - middle);
        if (off < 1_mm) {
            p.symmetry = "centred on " + nearest->name;
            p.score += centred;
        } else {
            p.symmetry = fmt::format("{} off the middle of {}", say(off), nearest->name);
            p.score -= std::min(centred, offPerMm * off.mm());
        }
    }

    /// Neighbours and things on the wall; else how much room stays at the tighter end.
    void room(Position& p) const {
        PlacedPiece at = q_.piece;
        at.left = p.left;
        if (at.left < Length() || at.right() > q_.wall->width) {
            p.clear = "past the end of the wall";
            p.clash = true;
            p.score += clashes;
            return;
        }
        Length left = at.left;
        Length right = q_.wall->width - at.right();
        for (const auto& o : *q_.others) {
            if (o.bottom >= at.top() || o.top() <= at.bottom)
                continue;
            if (o.left < at.right() && at.left < o.right()) {
                p.clear = "hits " + o.name;
                p.clash = true;
                p.score += clashes;
                return;
            }
            if (o.right() <= at.left)
                left = std::min(left, at.left - o.right());
            if (o.left >= at.right())
                right = std::min(right, o.left - at.right());
        }
        for (const auto& c : *q_.clearances)
            if (c.x0 < at.right() && at.left < c.x1 && c.z0 < at.top() && at.bottom < c.z1) {
                p.clear = "too near the " + c.title;
                p.clash = true;
                p.score += crowds;
                return;
            }
        p.clear = left <= right ? say(left) + " free at the left" : say(right) + " free at the right";
    }

    /// The best ones, and the present place even when it is not among them; near twins are left out.
    [[nodiscard]] std::vector<Position> shortened(std::vector<Position> all, std::size_t most) const {
        std::vector<Position> out;
        for (auto& p : all) {
            const bool here = p.left == q_.piece.left;
            const bool twin = std::any_of(out.begin(), out.end(), [&](const Position& o) {
                return o.studs == p.studs && o.clash == p.clash && abs(o.left - p.left) < 30_mm;
            });
            if (here || (out.size() < most && !twin))
                out.push_back(std::move(p));
        }
        if (out.size() > most) // the present place came last
            out.erase(out.end() - 2);
        return out;
    }

    const PositionQuestion& q_;
    Length length_, low_, high_;
    std::vector<Length> studs_;
    std::vector<CentreLine> lines_;
};

} // namespace

std::vector<Position> searchPositions(const PositionQuestion& ask, std::size_t most) {
    return Search(ask).run(most);
}

} // namespace owl
