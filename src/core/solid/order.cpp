#include "solid/order.h"

#include <algorithm>

namespace owl {
namespace {

struct Piece {
    ConvexCell cell;
    int body;
};
enum class Side { inside, outside, both };
Side sideOf(const ConvexCell& c, const Plane& p) {
    double low = 1e300;
    double high = -1e300;
    for (const auto& q : c.points) {
        const double b = p.beyond(q);
        low = std::min(low, b);
        high = std::max(high, b);
    }
    if (high <= 2 * sameMm)
        return Side::inside;
    return low >= -2 * sameMm ? Side::outside : Side::both;
}

} // namespace

struct FillOrder::Node {
    std::vector<Piece> here; ///< leaves only
    Plane plane;
    std::unique_ptr<Node> inside, outside;

    static std::unique_ptr<Node> of(std::vector<Piece> pieces) {
        if (pieces.empty())
            return nullptr;
        auto node = std::make_unique<Node>();
        const Plane* best = pieces.size() > 1 ? bestPlane(pieces) : nullptr;
        if (!best) {
            node->here = std::move(pieces);
            return node;
        }
        node->plane = *best;
        std::vector<Piece> in;
        std::vector<Piece> out;
        for (auto& p : pieces)
            switch (sideOf(p.cell, node->plane)) {
            case Side::inside:
                in.push_back(std::move(p));
                break;
            case Side::outside:
                out.push_back(std::move(p));
                break;
            case Side::both:
                in.push_back({clipped(p.cell, node->plane, FaceOrigin::inner), p.body});
                out.push_back({clipped(p.cell, node->plane.flipped(), FaceOrigin::inner), p.body});
                break;
            }
        std::erase_if(in, [](const Piece& p) { return p.cell.empty(); });
        std::erase_if(out, [](const Piece& p) { return p.cell.empty(); });
        node->inside = of(std::move(in));
        node->outside = of(std::move(out));
        return node;
    }

    /// The face that cuts the fewest cells and halves the rest best; null when none parts them. Of many cells
    /// only some are tried: any face parts something.
    static const Plane* bestPlane(const std::vector<Piece>& pieces) {
        const Plane* best = nullptr;
        std::size_t least = 0;
        const std::size_t step = std::max<std::size_t>(1, pieces.size() / 24);
        for (std::size_t i = 0; i < pieces.size(); i += step)
            for (const auto& f : pieces[i].cell.faces) {
                std::size_t in = 0;
                std::size_t out = 0;
                std::size_t cut = 0;
                for (const auto& p : pieces) {
                    const Side s = sideOf(p.cell, f.plane);
                    ++(s == Side::inside ? in : s == Side::outside ? out : cut);
                }
                if (in + cut == 0 || out + cut == 0 || cut == pieces.size())
                    continue;
                const std::size_t cost = cut * 8 + std::max(in, out);
                if (!best || cost < least) {
                    best = &f.plane;
                    least = cost;
                }
            }
        return best;
    }

    void walk(const Vec3& eye, std::vector<FaceToFill>& out) const {
        for (const auto& p : here)
            for (const auto& f : p.cell.faces)
                if (f.origin != FaceOrigin::inner && dot(f.plane.normal, eye) > 1e-9)
                    out.push_back({p.cell.corners(f), f.plane.normal, f.origin, p.body});
        const bool nearOutside = dot(plane.normal, eye) > 0;
        const Node* far = nearOutside ? inside.get() : outside.get();
        const Node* near = nearOutside ? outside.get() : inside.get();
        if (far)
            far->walk(eye, out);
        if (near)
            near->walk(eye, out);
    }
    [[nodiscard]] std::size_t count() const {
        return here.size() + (inside ? inside->count() : 0) + (outside ? outside->count() : 0);
    }
};

FillOrder::FillOrder(const std::vector<const Solid*>& bodies) {
    std::vector<Piece> all;
    for (std::size_t i = 0; i < bodies.size(); ++i)
        for (const auto& c : bodies[i]->cells)
            all.push_back({c, static_cast<int>(i)});
    root_ = Node::of(std::move(all));
}
FillOrder::FillOrder(FillOrder&&) noexcept = default;
FillOrder& FillOrder::operator=(FillOrder&&) noexcept = default;
FillOrder::~FillOrder() = default;

std::vector<FaceToFill> FillOrder::seenFrom(const Vec3& toEye) const {
    std::vector<FaceToFill> out;
    if (root_)
        root_->walk(unit(toEye), out);
    return out;
}

std::size_t FillOrder::size() const {
    return root_ ? root_->count() : 0;
}

} // namespace owl
