#pragma once
// What makers of steps have in common. Internal to build/.
#include "build/steps.h"

#include <utility>

namespace owl {

class StepMaker {
  protected:
    StepMaker(const BuildInput& in, const Catalog& c) : in_(in), c_(c), a_(*in.assembly) {}

    /// A new step at the end; its id begins with the piece's.
    BuildStep& add(const std::string& id, std::string title, std::string text, double minutes) {
        BuildStep& s = out_.emplace_back();
        s.id = in_.piece + "/" + id;
        s.title = std::move(title);
        s.text = std::move(text);
        s.minutes = minutes;
        return s;
    }
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, in_.style); }

    const BuildInput& in_;
    const Catalog& c_;
    const Assembly& a_;
    std::vector<BuildStep> out_;
};

/// Where `n` plugs for holes of `bore` come from.
std::string plugsMade(PlugWay way, std::size_t n, const std::string& bore);

} // namespace owl
