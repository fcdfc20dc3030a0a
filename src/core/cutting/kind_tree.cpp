#include "cutting/kind_tree.h"

#include <algorithm>
#include <limits>
#include <tuple>

namespace owl {

namespace {
constexpr std::int64_t nothing = std::numeric_limits<std::int64_t>::max();
} // namespace

const KindTree::Node KindTree::empty{-1, nothing, nothing};

KindTree::KindTree(const CutGroup& group) : where_(group.kinds.size()) {
    for (std::size_t k = 0; k < group.kinds.size(); ++k) {
        const auto& kind = group.kinds[k];
        entries_.push_back({kind.l, kind.w, k, false});
        if (kind.rotate)
            entries_.push_back({kind.w, kind.l, k, true});
    }
    while (leaves_ < entries_.size())
        leaves_ *= 2;
    arrange(0, leaves_, true);
    nodes_.assign(2 * leaves_, empty);
    for (std::size_t i = 0; i < entries_.size(); ++i)
        where_[entries_[i].kind].push_back(leaves_ + i);
}

/// Halves by length and by width in turn, so that what is too long or too wide lies together.
void KindTree::arrange(std::size_t low, std::size_t high, bool byLength) {
    const std::size_t middle = (low + high) / 2;
    if (high - low < 2 || low >= entries_.size())
        return;
    const auto at = [&](std::size_t i) {
        return entries_.begin() + static_cast<std::ptrdiff_t>(std::min(i, entries_.size()));
    };
    if (middle < entries_.size())
        std::nth_element(at(low), at(middle), at(high), [&](const Entry& a, const Entry& b) {
            const auto key = [&](const Entry& e) {
                return byLength ? std::tuple(e.l, e.w, e.kind) : std::tuple(e.w, e.l, e.kind);
            };
            return key(a) < key(b);
        });
    arrange(low, middle, !byLength);
    arrange(middle, high, !byLength);
}

void KindTree::begin(const std::vector<int>& left, const std::vector<double>& weight) {
    for (std::size_t i = 0; i < entries_.size(); ++i)
        nodes_[leaves_ + i] = left[entries_[i].kind] > 0 ? leafOf(i, weight[entries_[i].kind]) : empty;
    for (std::size_t n = leaves_; n-- > 1;)
        lift(n);
}

void KindTree::lift(std::size_t node) {
    const Node& a = nodes_[2 * node];
    const Node& b = nodes_[2 * node + 1];
    nodes_[node] = {std::max(a.weight, b.weight), std::min(a.shortest, b.shortest),
                    std::min(a.narrowest, b.narrowest)};
}

void KindTree::remove(std::size_t kind) {
    for (std::size_t leaf : where_[kind]) {
        nodes_[leaf] = empty;
        for (std::size_t n = leaf / 2; n >= 1; n /= 2)
            lift(n);
    }
}

void KindTree::putBack(std::size_t kind, double weight) {
    for (std::size_t leaf : where_[kind]) {
        nodes_[leaf] = leafOf(leaf - leaves_, weight);
        for (std::size_t n = leaf / 2; n >= 1; n /= 2)
            lift(n);
    }
}

KindTree::Found KindTree::heaviest(std::int64_t length, std::int64_t width) const {
    Found best;
    search(1, length, width, best);
    return best;
}

void KindTree::search(std::size_t node, std::int64_t length, std::int64_t width, Found& best) const {
    const Node& n = nodes_[node];
    if (n.weight <= best.weight || n.shortest > length || n.narrowest > width)
        return;
    if (node >= leaves_) {
        const Entry& e = entries_[node - leaves_];
        best = {e.kind, e.turned, n.weight};
        return;
    }
    const std::size_t right = nodes_[2 * node + 1].weight > nodes_[2 * node].weight ? 1 : 0;
    search(2 * node + right, length, width, best);
    search(2 * node + 1 - right, length, width, best);
}

} // namespace owl
