#include "joint/joint_step.h"

#include "assembly/plugs.h"
#include "joint/fastener_places.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

BuildStep JointStep::run() {
    s_.id = in_.piece + "/" + j_.id;
    s_.title = title();
    s_.joint = j_.id;
    s_.joins = {j_.id};
    partsInHand();
    s_.adds = s_.fresh;
    for (const auto& p : a_.parts)
        for (const auto& h : p.holes)
            if (h.purpose == j_.id || isPlugHole(h, j_))
                s_.shapes.push_back(h.id);
    make();
    if (!glued())
        return std::move(s_);
    s_.minutes += c_.minutes("glue");
    s_.waitMinutes = 60;
    s_.tools.emplace_back(j_.kind == "pin" ? "epoxy" : "wood glue");
    s_.tools.emplace_back("chisel or scraper");
    return std::move(s_);
}

bool JointStep::endOn() const {
    if (!j_.contact)
        return alongThePiece(j_);
    return std::any_of(a_.parts.begin(), a_.parts.end(), [&](const Part& p) {
        return (p.id == j_.first || p.id == j_.second) &&
               std::abs(dot(p.pose.along, j_.contact->normal)) > 0.7;
    });
}

std::string JointStep::title() const {
    if (begins())
        return "Join " + nameOf(first()) + " and " + nameOf(second());
    if (in_.comes.size() > 1) {
        const std::string& part = newcomer();
        const std::string& more = in_.comes.front() == part ? in_.comes.back() : in_.comes.front();
        return fmt::format("Fit the {} with {} on it", nameOf(part),
                           in_.comes.size() == 2 ? "the " + nameOf(more) : "what is");
    }
    return "Fit the " + nameOf(newcomer());
}

void JointStep::partsInHand() {
    s_.parts = begins() ? std::vector<std::string>() : in_.joined;
    s_.fresh.clear();
    for (const auto* p : {&first(), &second()})
        if (!inHand(*p)) {
            s_.parts.push_back(*p);
            s_.fresh.push_back(*p);
        }
}

std::string JointStep::places() const {
    const Part* p = a_.find(j_.first);
    if (!p || j_.spots.empty())
        return {};
    const std::string of = " of the " + nameOf(j_.first);
    if (a_.seat<LedgersSeat>() &&
        std::abs(p->pose.along.x) < 0.999) { // it lies along another wall, or across
        std::vector<std::string> along;
        for (const auto& f : j_.spots)
            along.push_back(
                say(roundToTape(Length::mm(dot(mm(f.at) - p->pose.origin, p->pose.along)), in_.style)));
        return fmt::format("{}", fmt::join(along, ", ")) + " from one end" + of +
               ", in the middle of what lies on the other";
    }
    return fastenerPlaces(*p, j_, in_.style, of);
}

Length JointStep::reach() const {
    const auto longest = [this](const std::string& id) {
        const Part* p = a_.find(id);
        return p ? std::max(p->length, p->width) : Length();
    };
    return begins() ? std::max(longest(j_.first), longest(j_.second)) : longest(newcomer());
}

} // namespace owl
