#include "build/order.h"

#include "assembly/plugs.h"
#include "build/driver_reach.h"
#include "solid/query.h"

#include <algorithm>
#include <array>
#include <map>
#include <optional>
#include <set>

namespace owl {
namespace {

using Parts = std::vector<bool>; // by the part's place in the assembly

/// What binds two parts: the second comes off the first `out` and no other way.
struct Bond {
    std::size_t first, second, joint;
    Vec3 out;
    bool slides = false; // in a housing it can go along as well, though glue takes that ill
};

class TakenApart {
  public:
    explicit TakenApart(const Assembly& a) : a_(a) {
        for (std::size_t i = 0; i < a.parts.size(); ++i)
            index_.emplace(a.parts[i].id, i);
        for (const auto& j : a.joints)
            if (!j.atWall && j.kind != plugJoint && index_.contains(j.first) && index_.contains(j.second))
                open_.push_back({&j, index_.at(j.first), index_.at(j.second), wayOf(j, driverLength)});
        for (std::size_t k = 0; k < open_.size(); ++k)
            bind(k);
        directions();
        for (const auto& o : open_)
            if (o.joint->kind == "loose")
                panelIn(o.b);
    }

    JointOrder run() {
        std::vector<bool> made(open_.size(), true); // joints that still hold
        std::vector<Cut> backwards;
        std::size_t at = open_.empty() ? 0 : open_.size() - 1; // a joint of what is being taken apart
        while (auto cut = next(at, made)) {
            at = cut->joints.front();
            for (std::size_t k : cut->joints)
                made[k] = false;
            backwards.push_back(std::move(*cut));
        }
        std::reverse(backwards.begin(), backwards.end());
        JointOrder out;
        for (const auto& cut : backwards)
            out.moves.push_back(moved(cut, out));
        return out;
    }

  private:
    struct Open {
        const Joint* joint;
        std::size_t a, b;             // the parts
        std::vector<std::size_t> way; // parts in the driver's way
    };
    /// A thing parted in two.
    struct Cut {
        Parts off, rest;
        Parts there; // before it is parted, all things there are
        std::vector<std::size_t> joints, stuck;
        bool straight = true; // along one of the directions
        bool whole = true;    // both are still in one piece
        bool pressed = true;  // nothing slides in a housing
        bool alone = true;    // nothing else had to come with it
        [[nodiscard]] int worth() const {
            return (straight ? 16 : 0) + (stuck.empty() ? 8 : 0) + (whole ? 4 : 0) + (pressed ? 2 : 0) +
                   (alone ? 1 : 0);
        }
    };
    static constexpr int nothingBetter = 31;
    using Push = std::pair<std::size_t, std::size_t>; // what the first takes along when it moves
    /// A direction things are moved in, and who stands in whose way.
    struct Way {
        Vec3 to;
        std::vector<Push> pushes;
    };

    /// Blind dowels, and boards let into others.
    void bind(std::size_t k) {
        const Joint& j = *open_[k].joint;
        const std::size_t a = open_[k].a;
        const std::size_t b = open_[k].b;
        if (j.how == Joinery::dowels && !j.pinThrough && !j.fasteners.empty())
            bonds_.push_back({a, b, k, j.fasteners.front().direction});
        else if (j.kind == "housing") {
            const Vec3 out = a_.parts[a].pose.through;
            const bool towards = dot(middle(b) - middle(a), out) > 0;
            bonds_.push_back({a, b, k, towards ? out : -out, true});
        }
    }
    [[nodiscard]] Vec3 middle(std::size_t part) const { return a_.parts[part].solid.centre(); }

    void directions() {
        const auto keep = [&](const Vec3& v) {
            if (std::none_of(ways_.begin(), ways_.end(), [&](const Way& w) { return dot(v, w.to) > 0.999; }))
                ways_.push_back({v, {}});
        };
        for (const Vec3& v : {Vec3{0, 0, 1}, {0, 1, 0}, {1, 0, 0}, {-1, 0, 0}, {0, -1, 0}, {0, 0, -1}})
            keep(v);
        for (const auto& b : bonds_) {
            keep(b.out);
            keep(-b.out);
        }
        standInTheWay();
    }
    /// What lies in another's bore overlaps it; such pairs stop nobody.
    void standInTheWay() {
        std::set<std::size_t> among;
        for (const auto& o : open_)
            among.insert({o.a, o.b});
        std::vector<std::pair<std::size_t, Bounds3>> parts;
        for (std::size_t i : among)
            parts.emplace_back(i, a_.parts[i].solid.bounds());
        for (std::size_t m = 0; m < parts.size(); ++m)
            for (std::size_t n = 0; n < m; ++n)
                if (!overlap(parts[m], parts[n]))
                    for (auto& way : ways_) {
                        if (stops(parts[m], way.to, parts[n]))
                            way.pushes.emplace_back(parts[m].first, parts[n].first);
                        if (stops(parts[n], way.to, parts[m]))
                            way.pushes.emplace_back(parts[n].first, parts[m].first);
                    }
    }
    using Boxed = std::pair<std::size_t, Bounds3>;
    [[nodiscard]] const Solid& solid(const Boxed& p) const { return a_.parts[p.first].solid; }
    [[nodiscard]] bool overlap(const Boxed& a, const Boxed& b) const {
        return !a.second.apart(b.second, -0.01) && separation(solid(a), solid(b)) < -0.01;
    }
    /// Would `moving` run into `other` on its way out?
    [[nodiscard]] bool stops(const Boxed& moving, const Vec3& to, const Boxed& other) const {
        constexpr double far = 10000; // mm, past everything
        const Vec3 by = to * far;
        Bounds3 swept = moving.second;
        swept.low = {std::min(swept.low.x, swept.low.x + by.x), std::min(swept.low.y, swept.low.y + by.y),
                     std::min(swept.low.z, swept.low.z + by.z)};
        swept.high = {std::max(swept.high.x, swept.high.x + by.x),
                      std::max(swept.high.y, swept.high.y + by.y),
                      std::max(swept.high.z, swept.high.z + by.z)};
        return !swept.apart(other.second, -0.01) && !slidesFree(solid(moving), by, solid(other));
    }
    /// Parts that a loose panel stands in grooves of: it is one thing with them.
    void panelIn(std::size_t panel) {
        for (const auto& way : ways_)
            if (std::abs(dot(way.to, a_.parts[panel].pose.through)) > 0.999)
                for (const auto& [moves, stop] : way.pushes)
                    if (moves == panel)
                        grooves_.emplace_back(panel, stop);
    }

    /// All of its thing that moves when `seed` moves `way`: parts it is bound to, or would push.
    [[nodiscard]] Parts movedWith(Parts seed, const Way& way, bool slide, const Parts& whole,
                                  const std::vector<bool>& made) const {
        std::vector<Push> pushes = way.pushes;
        for (const auto& b : bonds_) {
            if (!made[b.joint] || (slide && b.slides))
                continue;
            const double along = dot(b.out, way.to);
            if (along < 0.999)
                pushes.emplace_back(b.second, b.first);
            if (along > -0.999)
                pushes.emplace_back(b.first, b.second);
        }
        for (bool more = true; more;) {
            more = false;
            for (const auto& [from, to] : pushes)
                if (seed[from] && !seed[to] && whole[to])
                    seed[to] = more = true;
        }
        return seed;
    }

    /// Parts in one piece with `from`, through the joints that hold; of `within` only.
    [[nodiscard]] Parts thing(std::size_t from, const std::vector<bool>& made, const Parts& within) const {
        Parts out(a_.parts.size());
        out[from] = true;
        for (bool more = true; more;) {
            more = false;
            for (std::size_t k = 0; k < open_.size(); ++k)
                if (made[k] && within[open_[k].a] && within[open_[k].b] && out[open_[k].a] != out[open_[k].b])
                    out[open_[k].a] = out[open_[k].b] = more = true;
            for (const auto& [panel, part] : grooves_)
                if (within[panel] && within[part] && out[panel] != out[part])
                    out[panel] = out[part] = more = true;
        }
        return out;
    }
    /// Through joints that hold, or grooves that hold a panel.
    [[nodiscard]] bool inOnePiece(const Parts& p, const std::vector<bool>& made) const {
        const auto first = std::find(p.begin(), p.end(), true);
        return first != p.end() && thing(static_cast<std::size_t>(first - p.begin()), made, p) == p;
    }

    /// `off` and what else must go with it, from the rest of its thing.
    [[nodiscard]] std::optional<Cut> parted(const Parts& off, const Way& way, bool slide, const Parts& whole,
                                            const std::vector<bool>& made) const {
        Cut cut;
        cut.off = movedWith(off, way, slide, whole, made);
        cut.rest = whole;
        for (std::size_t i = 0; i < whole.size(); ++i)
            cut.rest[i] = whole[i] && !cut.off[i];
        cut.alone = cut.off == off;
        judge(cut, made);
        if (cut.joints.empty())
            return std::nullopt;
        cut.pressed = !slide || std::none_of(bonds_.begin(), bonds_.end(), [&](const Bond& b) {
            return b.slides && std::find(cut.joints.begin(), cut.joints.end(), b.joint) != cut.joints.end();
        });
        return cut;
    }
    void judge(Cut& cut, const std::vector<bool>& made) const {
        cut.there.assign(a_.parts.size(), false);
        std::vector<bool> left = made;
        for (std::size_t k = 0; k < open_.size(); ++k)
            if (made[k]) {
                cut.there[open_[k].a] = cut.there[open_[k].b] = true;
                if (cut.off[open_[k].a] != cut.off[open_[k].b]) {
                    cut.joints.push_back(k);
                    left[k] = false;
                }
            }
        for (std::size_t k : cut.joints)
            if (meets(open_[k].way, cut.there))
                cut.stuck.push_back(k);
        cut.whole = inOnePiece(cut.off, left) && inOnePiece(cut.rest, left);
    }
    static bool meets(const std::vector<std::size_t>& way, const Parts& there) {
        return std::any_of(way.begin(), way.end(), [&](std::size_t p) { return there[p]; });
    }
    [[nodiscard]] std::vector<std::size_t> wayOf(const Joint& j, double driver) const {
        std::vector<std::size_t> out;
        for (const auto& id : inTheDriversWay(j, a_, driver))
            out.push_back(index_.at(id));
        return out;
    }

    /// One thing is taken apart to its end before another is begun: the last one none of whose screws hide
    /// behind others.
    [[nodiscard]] std::optional<Cut> next(std::size_t at, const std::vector<bool>& made) const {
        const Parts everything(a_.parts.size(), true);
        const std::vector<bool> all(open_.size(), true);
        const auto ofThing = [&](std::size_t joint) -> std::optional<Cut> {
            const Parts whole = thing(open_[joint].a, all, everything);
            return isFree(whole, made) ? best(whole, made) : std::nullopt;
        };
        if (at < open_.size())
            if (auto cut = ofThing(at))
                return cut;
        for (std::size_t k = open_.size(); k-- > 0;)
            if (made[k])
                if (auto cut = ofThing(k))
                    return cut;
        return best(everything, made);
    }
    [[nodiscard]] bool isFree(const Parts& whole, const std::vector<bool>& made) const {
        Parts others(a_.parts.size(), false);
        for (std::size_t k = 0; k < open_.size(); ++k)
            if (made[k] && !whole[open_[k].a])
                others[open_[k].a] = others[open_[k].b] = true;
        for (std::size_t k = 0; k < open_.size(); ++k)
            if (made[k] && whole[open_[k].a] && meets(open_[k].way, others))
                return false;
        return true;
    }
    /// The joints in their order tie parts together; where the last one ties two things, these come apart
    /// first. The best cut of all things there are among `within`; none: all their joints are open.
    [[nodiscard]] std::optional<Cut> best(const Parts& within, const std::vector<bool>& made) const {
        std::vector<Parts> tied; // by the part; parts of one thing hold the same
        for (std::size_t i = 0; i < a_.parts.size(); ++i) {
            tied.emplace_back(a_.parts.size());
            tied.back()[i] = true;
        }
        std::vector<std::pair<Parts, Parts>> ties; // things that a joint tied
        for (std::size_t k = 0; k < open_.size(); ++k) {
            const auto [one, other] = std::pair(tied[open_[k].a], tied[open_[k].b]);
            if (!made[k] || !within[open_[k].a] || one == other)
                continue;
            ties.emplace_back(one, other);
            Parts both = one;
            std::transform(one.begin(), one.end(), other.begin(), both.begin(), std::logical_or());
            for (std::size_t i = 0; i < both.size(); ++i)
                if (both[i])
                    tied[i] = both;
        }
        std::optional<Cut> out;
        for (auto t = ties.rbegin(); t != ties.rend(); ++t)
            for (const Parts* off : smallerFirst(*t))
                if (better(out, *off, tied, made))
                    return out;
        if (out || ties.empty())
            return out;
        out.emplace(); // no straight way at all: the last tie by force
        out->off = ties.back().second;
        out->rest = ties.back().first;
        out->straight = false;
        judge(*out, made);
        return out;
    }
    static std::array<const Parts*, 2> smallerFirst(const std::pair<Parts, Parts>& things) {
        const auto size = [](const Parts& p) { return std::count(p.begin(), p.end(), true); };
        if (size(things.first) < size(things.second))
            return {&things.first, &things.second};
        return {&things.second, &things.first};
    }
    /// Keeps the best way that `off` comes off in `out`; true: there is no better one.
    bool better(std::optional<Cut>& out, const Parts& off, const std::vector<Parts>& tied,
                const std::vector<bool>& made) const {
        const auto at = static_cast<std::size_t>(std::find(off.begin(), off.end(), true) - off.begin());
        for (const bool slide : {false, true})
            for (const Way& way : ways_) {
                auto cut = parted(off, way, slide, tied[at], made);
                if (cut && (!out || cut->worth() > out->worth()))
                    out = std::move(cut);
                if (out && out->worth() == nothingBetter)
                    return true;
            }
        return false;
    }

    [[nodiscard]] std::vector<std::string> names(const Parts& parts) const {
        std::vector<std::string> out;
        for (std::size_t i = 0; i < parts.size(); ++i)
            if (parts[i])
                out.push_back(a_.parts[i].id);
        return out;
    }
    [[nodiscard]] Move moved(const Cut& cut, JointOrder& told) const {
        Move m;
        m.there = names(cut.rest);
        m.comes = names(cut.off);
        if (m.there.size() < m.comes.size())
            std::swap(m.there, m.comes);
        m.slides = !cut.pressed;
        for (std::size_t k : cut.joints) {
            const Joint& j = *open_[k].joint;
            m.joints.push_back(&j);
            if (!cut.straight)
                told.forced.push_back(j.id);
        }
        for (std::size_t k : cut.stuck) {
            const Joint& j = *open_[k].joint;
            told.stuck.push_back(j.id);
            if (!meets(wayOf(j, shortDriver), cut.there))
                told.shortOnly.push_back(j.id);
        }
        return m;
    }

    const Assembly& a_;
    std::map<std::string, std::size_t> index_;
    std::vector<Open> open_;
    std::vector<Bond> bonds_;
    std::vector<Way> ways_;
    std::vector<Push> grooves_; // panel and part
};

} // namespace

std::vector<const Joint*> JointOrder::joints() const {
    std::vector<const Joint*> out;
    for (const auto& m : moves)
        out.insert(out.end(), m.joints.begin(), m.joints.end());
    return out;
}

JointOrder workableOrder(const Assembly& a) {
    return TakenApart(a).run();
}

} // namespace owl
