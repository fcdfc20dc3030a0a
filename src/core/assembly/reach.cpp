#include "assembly/reach.h"

#include <algorithm>

namespace owl {
namespace {

/// What one seat asks of the wall; the ends of those that reach from end to end are the piece's.
class ReachOf {
  public:
    ReachOf(const Assembly& a, std::vector<WallReach>& out) : a_(a), out_(out) {}
    void operator()(const RailSeat& s) const { out_.push_back({s.rows, s.left, s.right, s.hidden}); }
    void operator()(const RodSeat& s) const { out_.push_back({{s.z}, Length(), a_.length, {}}); }
    void operator()(const CavitySeat& s) const { // the upper screws of the ledger that the arms are on
        const Length high = s.z1 - s.z0 - s.clearance;
        out_.push_back({{s.z0 + s.clearance + high - std::min(20_mm, high / 3)},
                        s.x0 + s.clearance,
                        s.x1 - s.clearance,
                        {}});
    }
    void operator()(const LedgersSeat& s) const { // on the piece's own wall; the others have their own studs
        for (const auto& on : s.on)
            if (on.to == "wall")
                out_.push_back(on.rods ? WallReach{on.rows, Length(), a_.length, {}}
                                       : WallReach{on.rows, on.from, on.until, {}});
    }
    template <typename Other> void operator()(const Other&) const {}

  private:
    const Assembly& a_;
    std::vector<WallReach>& out_;
};

} // namespace

bool WallReach::hides(Length x) const {
    return std::any_of(hidden.begin(), hidden.end(),
                       [x](const auto& h) { return x > h.first && x < h.second; });
}

std::vector<WallReach> wallReaches(const Assembly& a) {
    std::vector<WallReach> out;
    for (const Seat& seat : a.seats)
        std::visit(ReachOf(a, out), seat);
    std::stable_sort(out.begin(), out.end(),
                     [](const WallReach& p, const WallReach& q) { return p.left < q.left; });
    return out;
}

WallReach wallReach(const Assembly& a) {
    const auto all = wallReaches(a);
    if (all.empty())
        return {{}, Length(), a.length, {}};
    WallReach out = all.front();
    for (std::size_t i = 1; i < all.size(); ++i) {
        const WallReach& next = all[i];
        const Length margin = Length::mm(studEndMargin);
        if (next.left > out.right) // neither so near to the end of one rail nor of the other
            out.hidden.emplace_back(out.right - margin, next.left + margin);
        out.hidden.insert(out.hidden.end(), next.hidden.begin(), next.hidden.end());
        out.rows.insert(out.rows.end(), next.rows.begin(), next.rows.end());
        out.right = std::max(out.right, next.right);
    }
    std::sort(out.rows.begin(), out.rows.end());
    out.rows.erase(std::unique(out.rows.begin(), out.rows.end()), out.rows.end());
    return out;
}

const RailSeat* railAt(const Assembly& a, Length x) {
    const auto rails = a.all<RailSeat>();
    const auto away = [x](const RailSeat* r) {
        return x < r->left ? r->left - x : x > r->right ? x - r->right : Length();
    };
    const auto it = std::min_element(rails.begin(), rails.end(),
                                     [&](const RailSeat* p, const RailSeat* q) { return away(p) < away(q); });
    return it == rails.end() ? nullptr : *it;
}

std::vector<Length> rowsAt(const Assembly& a, Length x) {
    for (const auto& r : wallReaches(a))
        if (x >= r.left && x <= r.right)
            return r.rows;
    return wallReach(a).rows;
}

} // namespace owl
