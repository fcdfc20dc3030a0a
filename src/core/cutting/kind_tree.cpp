#include "cutting/kind_tree.h"

#include <algorithm>
#include <limits>

namespace owl {

namespace {
constexpr std::int64_t nothing = std::numeric_limits<std::int64_t>::max();
} // namespace

KindTree::KindTree(const CutGroup& group) : where_(group.kinds.size()) {
    for (std::size_t k = 0; k < group.kinds.size(); ++k) {
        const auto& kind = group.kinds[k];
        entries_.push_back({kind.l, kind.w, k, false});
        if (kind.rotate)
            entries_.push_back({kind.w, kind.l, k, true});
    }
    std::stable_sort(entries_.begin(), entries_.end(),
                     [](const Entry& a, const Entry& b) { return a.l < b.l; });
    while (leaves_ < entries_.size())
        leaves_ *= 2;
    nodes_.assign(2 * leaves_, {-1, nothing});
    for (std::size_t i = 0; i < entries_.size(); ++i)
        where_[entries_[i].kind].push_back(leaves_ + i);
}

void KindTree::begin(const std::vector<int>& left, const std::vector<double>& weight) {
    for (std::size_t i = 0; i < entries_.size(); ++i)
        nodes_[leaves_ + i] =
            left[entries_[i].kind] > 0 ? Node{weight[entries_[i].kind], entries_[i].w} : Node{-1, nothing};
    for (std::size_t n = leaves_; n-- > 1;)
        lift(n);
}

void KindTree::lift(std::size_t node) {
    const Node& a = nodes_[2 * node];
    const Node& b = nodes_[2 * node + 1];
    nodes_[node] = {std::max(a.weight, b.weight), std::min(a.narrowest, b.narrowest)};
}

void KindTree::remove(std::size_t kind) {
    for (std::size_t leaf : where_[kind]) {
        nodes_[leaf] = {-1, nothing};
        for (std::size_t n = leaf / 2; n >= 1; n /= 2)
            lift(n);
    }
}

KindTree::Found KindTree::heaviest(std::int64_t length, std::int64_t width) const {
    const auto end =
        static_cast<std::size_t>(std::upper_bound(entries_.begin(), entries_.end(), length,
                                                  [](std::int64_t l, const Entry& e) { return l < e.l; }) -
                                 entries_.begin());
    Found best;
    search(1, 0, leaves_, end, width, best);
    return best;
}

/// Leaves low to high lie below the node; those from `end` on are too long.
void KindTree::search(std::size_t node, std::size_t low, std::size_t high, std::size_t end,
                      std::int64_t width, Found& best) const {
    const Node& n = nodes_[node];
    if (low >= end || n.weight <= best.weight || n.narrowest > width)
        return;
    if (node >= leaves_) {
        const Entry& e = entries_[node - leaves_];
        best = {e.kind, e.turned, n.weight};
        return;
    }
    const std::size_t middle = (low + high) / 2;
    const bool rightFirst = nodes_[2 * node + 1].weight > nodes_[2 * node].weight;
    for (const bool right : {rightFirst, !rightFirst})
        search(2 * node + (right ? 1 : 0), right ? middle : low, right ? high : middle, end, width, best);
}

} // namespace owl
