#include "build/order.h"

#include "assembly/plugs.h"
#include "build/blocking.h"
#include "build/driver_reach.h"

#include <algorithm>
#include <array>
#include <map>
#include <optional>

namespace owl {
namespace {

/// A thing parted in two.
struct Cut {
    PartSet off, rest;
    PartSet there; // all that was together before
    Vec3 way;      // that `off` goes
    std::vector<std::size_t> joints;
    bool slides = false; // a board goes along its housing
    bool forced = false;
    int worth = 0;
};
// What a cut is worth, the weightier first.
constexpr int straight = 16;  // along one of the directions
constexpr int reachable = 8;  // a straight driver gets to all its screws
constexpr int inOnePiece = 4; // both things are
constexpr int pressed = 2;    // nothing slides in a housing
constexpr int alone = 1;      // nothing else has to come with it
constexpr int nothingBetter = 31;

class TakenApart {
  public:
    explicit TakenApart(const Assembly& a) : a_(a), reach_(a) {
        collect();
        blocking_ = findBlocking(a, parts_, joints_);
        made_.assign(joints_.size(), true);
        const std::vector<PartSet> rows(parts_.size(), PartSet(parts_.size()));
        ties_ = rows;
        // Where nothing slides in a housing, the second way is the first.
        const bool slides = std::any_of(blocking_.bonds.begin(), blocking_.bonds.end(),
                                        [](const Bond& b) { return b.slides; });
        takes_.assign(slides ? 2 : 1, std::vector(blocking_.ways.size(), rows));
        for (std::size_t i = 0; i < blocking_.bonds.size(); ++i)
            for (std::size_t part : {blocking_.bonds[i].first, blocking_.bonds[i].second})
                bondsOf_[part].push_back(i);
        whole_ = PartSet(parts_.size());
        for (std::size_t i = 0; i < parts_.size(); ++i) {
            whole_.add(i);
            refresh(i);
        }
        open({});
        things_ = ties_;
    }

    JointOrder run() {
        std::vector<Cut> backwards;
        std::size_t at = joints_.empty() ? 0 : joints_.size() - 1; // a joint of what is being taken apart
        while (auto cut = next(at)) {
            at = cut->joints.front();
            open(cut->joints);
            backwards.push_back(std::move(*cut));
        }
        std::reverse(backwards.begin(), backwards.end());
        JointOrder out;
        for (const auto& cut : backwards)
            out.moves.push_back(moved(cut));
        return out;
    }

  private:
    void collect() {
        std::map<std::string, std::size_t> at;
        for (std::size_t i = 0; i < a_.parts.size(); ++i)
            at.emplace(a_.parts[i].id, i);
        const auto numbered = [&](const std::string& id) {
            const auto [it, fresh] = number_.emplace(at.at(id), parts_.size());
            if (fresh)
                parts_.push_back(it->first);
            return it->second;
        };
        for (const auto& j : a_.joints)
            if (!j.atWall && j.kind != plugJoint && at.contains(j.first) && at.contains(j.second)) {
                joints_.push_back(&j);
                const std::size_t first = numbered(j.first);
                ends_.emplace_back(first, numbered(j.second));
            }
        bondsOf_.resize(parts_.size());
        jointsOf_.resize(parts_.size());
        for (std::size_t k = 0; k < ends_.size(); ++k)
            for (std::size_t part : {ends_[k].first, ends_[k].second})
                jointsOf_[part].push_back(k);
        for (const Joint* j : joints_)
            inTheWay_.push_back(way(*j, driverLength));
    }
    [[nodiscard]] PartSet way(const Joint& j, double length) const {
        PartSet out(parts_.size());
        for (std::size_t i : reach_.of(j, length))
            if (const auto it = number_.find(i); it != number_.end())
                out.add(it->second);
        return out;
    }

    /// What a part is tied to, and takes along when it moves, by the joints that still hold.
    void refresh(std::size_t part) {
        ties_[part] = blocking_.grooves[part];
        for (std::size_t k : jointsOf_[part])
            if (made_[k])
                ties_[part].add(ends_[k].first == part ? ends_[k].second : ends_[k].first);
        for (std::size_t slide = 0; slide < takes_.size(); ++slide)
            for (std::size_t w = 0; w < blocking_.ways.size(); ++w)
                takes_[slide][w][part] = takenAlong(part, blocking_.ways[w], slide == 1);
    }
    /// By pushing it or by a bond.
    [[nodiscard]] PartSet takenAlong(std::size_t part, const Way& way, bool slide) const {
        PartSet out = way.pushes[part];
        for (std::size_t i : bondsOf_[part]) {
            const Bond& b = blocking_.bonds[i];
            if (!made_[b.joint] || (slide && b.slides))
                continue;
            const double along = dot(b.out, way.to);
            if (part == b.second && along < 0.999)
                out.add(b.first);
            if (part == b.first && along > -0.999)
                out.add(b.second);
        }
        return out;
    }
    void open(const std::vector<std::size_t>& joints) {
        for (std::size_t k : joints)
            made_[k] = false;
        PartSet ends(parts_.size());
        for (std::size_t k : joints) {
            ends.add(ends_[k].first);
            ends.add(ends_[k].second);
        }
        ends.each([&](std::size_t part) { refresh(part); });
        there_ = PartSet(parts_.size());
        for (std::size_t k = 0; k < joints_.size(); ++k)
            if (made_[k]) {
                there_.add(ends_[k].first);
                there_.add(ends_[k].second);
            }
    }

    [[nodiscard]] PartSet only(std::size_t part) const {
        PartSet out(parts_.size());
        out.add(part);
        return out;
    }
    [[nodiscard]] bool isOnePiece(const PartSet& p) const { return reached(only(p.front()), ties_, p) == p; }
    [[nodiscard]] bool parts(const Cut& cut, std::size_t joint) const {
        return made_[joint] && cut.off.has(ends_[joint].first) != cut.off.has(ends_[joint].second);
    }

    /// One thing is taken apart to its end before another is begun: the last one none of whose screws hide
    /// behind others.
    [[nodiscard]] std::optional<Cut> next(std::size_t at) const {
        if (joints_.empty())
            return std::nullopt;
        if (auto cut = ofThing(at))
            return cut;
        for (std::size_t k = joints_.size(); k-- > 0;)
            if (made_[k])
                if (auto cut = ofThing(k))
                    return cut;
        return best(whole_);
    }
    [[nodiscard]] std::optional<Cut> ofThing(std::size_t joint) const {
        const PartSet thing = reached(only(ends_[joint].first), things_, whole_);
        PartSet others = there_;
        others -= thing;
        for (std::size_t k = 0; k < joints_.size(); ++k)
            if (made_[k] && thing.has(ends_[k].first) && inTheWay_[k].meets(others))
                return std::nullopt;
        return best(thing);
    }

    /// The joints in their order tie parts together; where the last one ties two things, these come apart
    /// first. The best cut of all things there are among `within`; none: all their joints are open.
    [[nodiscard]] std::optional<Cut> best(const PartSet& within) const {
        std::vector<PartSet> tied; // by the part; parts of one thing hold the same
        for (std::size_t i = 0; i < parts_.size(); ++i)
            tied.push_back(only(i));
        std::vector<std::array<PartSet, 2>> ties; // things that a joint tied, the smaller first
        for (std::size_t k = 0; k < joints_.size(); ++k) {
            const auto [a, b] = ends_[k];
            if (!made_[k] || !within.has(a) || tied[a] == tied[b])
                continue;
            ties.push_back({tied[b], tied[a]});
            if (tied[a].size() < tied[b].size())
                std::swap(ties.back()[0], ties.back()[1]);
            PartSet both = tied[a];
            both |= tied[b];
            both.each([&](std::size_t i) { tied[i] = both; });
        }
        std::optional<Cut> out;
        for (auto t = ties.rbegin(); t != ties.rend(); ++t)
            for (const PartSet& off : *t)
                if (better(out, off, tied[off.front()]))
                    return out;
        if (out || ties.empty())
            return out;
        out.emplace(); // no straight way at all: the last tie by force
        out->off = ties.back()[0];
        out->rest = ties.back()[1];
        out->forced = true;
        finish(*out);
        return out;
    }
    /// Keeps the best way that `off` comes off its thing in `out`; true: there is no better one.
    bool better(std::optional<Cut>& out, const PartSet& off, const PartSet& thing) const {
        for (std::size_t slide = 0; slide < takes_.size(); ++slide)
            for (std::size_t w = 0; w < blocking_.ways.size(); ++w) {
                Cut cut;
                cut.way = blocking_.ways[w].to;
                cut.off = reached(off, takes_[slide][w], thing);
                if (cut.off == thing)
                    continue;
                cut.rest = thing;
                cut.rest -= cut.off;
                cut.worth = worthOf(cut, slide == 1) + (cut.off == off ? alone : 0);
                if (cut.worth <= (out ? out->worth : 0))
                    continue;
                finish(cut);
                out = std::move(cut);
                if (out->worth == nothingBetter)
                    return true;
            }
        return false;
    }
    /// 0: it parts no joint.
    [[nodiscard]] int worthOf(const Cut& cut, bool slide) const {
        bool any = false;
        int worth = straight + reachable + pressed;
        for (std::size_t k = 0; k < joints_.size(); ++k)
            if (parts(cut, k)) {
                any = true;
                if (inTheWay_[k].meets(there_))
                    worth &= ~reachable;
            }
        if (!any)
            return -alone;
        if (slide && slidesIn(cut))
            worth &= ~pressed;
        return worth + (isOnePiece(cut.off) && isOnePiece(cut.rest) ? inOnePiece : 0);
    }
    [[nodiscard]] bool slidesIn(const Cut& cut) const {
        return std::any_of(blocking_.bonds.begin(), blocking_.bonds.end(),
                           [&](const Bond& b) { return b.slides && parts(cut, b.joint); });
    }
    void finish(Cut& cut) const {
        cut.there = there_;
        cut.slides = !cut.forced && (cut.worth & pressed) == 0;
        for (std::size_t k = 0; k < joints_.size(); ++k)
            if (parts(cut, k))
                cut.joints.push_back(k);
    }

    [[nodiscard]] std::vector<std::string> names(const PartSet& set) const {
        std::vector<std::size_t> at; // as the assembly lists them
        set.each([&](std::size_t i) { at.push_back(parts_[i]); });
        std::sort(at.begin(), at.end());
        std::vector<std::string> out;
        for (std::size_t i : at)
            out.push_back(a_.parts[i].id);
        return out;
    }
    [[nodiscard]] Move moved(const Cut& cut) const {
        Move m;
        m.there = names(cut.rest);
        m.comes = names(cut.off);
        m.from = cut.way;
        if (m.there.size() < m.comes.size()) {
            std::swap(m.there, m.comes);
            m.from = -m.from;
        }
        m.slides = cut.slides;
        m.forced = cut.forced;
        for (std::size_t k : cut.joints) {
            m.joints.push_back(joints_[k]);
            if (!inTheWay_[k].meets(cut.there))
                continue;
            m.stuck.push_back(joints_[k]->id);
            if (!way(*joints_[k], shortDriver).meets(cut.there))
                m.shortOnly.push_back(joints_[k]->id);
        }
        return m;
    }

    const Assembly& a_;
    DriverReach reach_;
    std::vector<std::size_t> parts_; // their places in the assembly
    std::vector<const Joint*> joints_;
    std::vector<std::pair<std::size_t, std::size_t>> ends_;    // of the joints
    std::vector<PartSet> inTheWay_;                            // of their drivers
    std::map<std::size_t, std::size_t> number_;                // of parts, by their place in the assembly
    std::vector<std::vector<std::size_t>> jointsOf_, bondsOf_; // by part
    Blocking blocking_;
    PartSet whole_;
    std::vector<PartSet> things_; // ties of all joints
    // As long as they hold:
    std::vector<bool> made_;
    std::vector<PartSet> ties_;
    PartSet there_;
    std::vector<std::vector<std::vector<PartSet>>> takes_; // pressed in, or sliding; by way and part
};

} // namespace

std::vector<const Joint*> JointOrder::joints() const {
    std::vector<const Joint*> out;
    for (const auto& m : moves)
        out.insert(out.end(), m.joints.begin(), m.joints.end());
    return out;
}

std::vector<std::string> JointOrder::stuck() const {
    std::vector<std::string> out;
    for (const auto& m : moves)
        out.insert(out.end(), m.stuck.begin(), m.stuck.end());
    return out;
}

bool JointOrder::forced() const {
    return std::any_of(moves.begin(), moves.end(), [](const Move& m) { return m.forced; });
}

JointOrder workableOrder(const Assembly& a) {
    return TakenApart(a).run();
}

} // namespace owl
