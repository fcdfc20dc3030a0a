#pragma once
// A step that makes one joint: what the ways of joining share of their words.
#include "joint/bits.h"
#include "joint/build_step.h"

#include <algorithm>
#include <memory>

namespace owl {

class JointStep {
  public:
    JointStep(const BuildInput& in, const Joint& j, const Catalog& c)
        : in_(in), j_(j), c_(c), a_(*in.assembly) {}
    JointStep(const JointStep&) = delete;
    JointStep& operator=(const JointStep&) = delete;
    virtual ~JointStep() = default;

    /// Everything but the text.
    BuildStep run();
    /// Said of a joint: what is done before glue is spread, how it is closed, and what follows then. `place`
    /// is what a `\2` stands for, where equal joints are made in one go. Lines of a text are said once each.
    struct Words {
        std::string before, close, after, place;
    };
    [[nodiscard]] const Words& words() const { return words_; }
    /// Glue is spread: it drinks into end grain, squeezes out, and wants its time.
    [[nodiscard]] virtual bool glued() const { return true; }
    /// One of its parts ends there: end grain drinks glue.
    [[nodiscard]] bool endOn() const;
    /// What the newcomer is brought to; `close` says it with a `\1` in its place.
    [[nodiscard]] std::string host() const { return nameOf(newcomer() == j_.first ? j_.second : j_.first); }
    /// How long what is fitted is, or, of the first two, the longer.
    [[nodiscard]] Length reach() const;

  protected:
    /// What this way of joining asks for: `words_`, and tools and minutes into `s_`.
    virtual void make() = 0;
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, in_.style); }
    /// Where its fasteners are driven from, of the first part: 'outside' is the end of the piece that is
    /// nearer.
    [[nodiscard]] std::string side() const { return j_.drivenFrom == "the end" ? "outside" : j_.drivenFrom; }
    [[nodiscard]] std::string nameOf(const std::string& id) const {
        const Part* p = a_.find(id);
        return p ? p->name : id;
    }
    [[nodiscard]] std::size_t count() const { return j_.spots.size(); }
    /// Neither part is in what is together: they begin a thing of their own.
    [[nodiscard]] bool begins() const {
        const auto there = [&](const std::string& p) {
            return std::find(in_.joined.begin(), in_.joined.end(), p) != in_.joined.end();
        };
        return !there(j_.first) && !there(j_.second);
    }
    [[nodiscard]] bool inHand(const std::string& part) const {
        return std::find(in_.joined.begin(), in_.joined.end(), part) != in_.joined.end();
    }
    /// Of the first two the one that lies flat is named first.
    [[nodiscard]] const std::string& first() const { return isRail(a_, j_.first) ? j_.second : j_.first; }
    [[nodiscard]] const std::string& second() const { return isRail(a_, j_.first) ? j_.first : j_.second; }
    /// The part that this joint adds to what is together already.
    [[nodiscard]] const std::string& newcomer() const {
        const bool second = std::find(in_.comes.begin(), in_.comes.end(), j_.second) != in_.comes.end();
        return !begins() && second ? j_.second : j_.first;
    }
    /// 'at 40 mm, 240 mm from the left end of the base, 9.5 mm from its back edge': from the part that is
    /// drilled.
    [[nodiscard]] std::string places() const;
    /// Where they are on the second part: 'the same places on the end of shelf 2', or 'the rail at 56 mm, 215
    /// mm from its left end, in the middle of its thickness' where that part begins elsewhere.
    [[nodiscard]] std::string onTheSecond() const;

    const BuildInput& in_;
    const Joint& j_;
    const Catalog& c_;
    const Assembly& a_;
    BuildStep s_;
    Words words_;

  private:
    [[nodiscard]] std::string title() const;
    void partsInHand();
};

/// A hole of a joint, unless there is nothing to bore. `at`: its mouth; mm.
void boreForJoint(Part& p, const std::string& joint, const Vec3& at, const Vec3& into, double diameter,
                  double depth);
Part* partToBore(Assembly& a, const std::string& id);
/// Bit in the part that a screw passes, and in those that its thread holds in; mm.
struct ScrewBits {
    double clearance = 0, pilot = 0;
};
void boreAlong(Assembly& a, const Joint& j, const Fastener& f, const ScrewBits& bits);

} // namespace owl
