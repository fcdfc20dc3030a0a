#include "joint/joint_step.h"

#include "assembly/joint_places.h"
#include "assembly/plugs.h"

#include <algorithm>
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
    s_.minutes += c_.minutes(endOn() ? "cap" : "glue");
    s_.waitMinutes = 60;
    s_.tools.emplace_back(j_.kind == "pin" ? "epoxy" : "wood glue");
    s_.tools.emplace_back("chisel or scraper");
    return std::move(s_);
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
    const Cell box = p ? p->bounds() : Cell{};
    std::string out;
    if (endOn()) {
        std::vector<std::string> from;
        std::vector<std::string> up;
        std::string each;
        for (const auto& f : j_.spots) {
            from.push_back(say(f.at.y - box.at.y));
            up.push_back(say(f.at.z - box.at.z));
            each += fmt::format("{}{} from the wall edge and {} up", each.empty() ? "" : ", ", from.back(),
                                up.back());
        }
        const auto same = [](const std::vector<std::string>& all) {
            return all.size() > 1 && std::all_of(all.begin(), all.end(),
                                                 [&](const std::string& s) { return s == all.front(); });
        };
        return same(up)     ? fmt::format("{} from the wall edge, {} up", listed(from), up.front())
               : same(from) ? fmt::format("{} up, {} from the wall edge", listed(up), from.front())
                            : each;
    }
    if (oneAboveTheOther(j_)) {
        for (const auto& f : j_.spots)
            out += (out.empty() ? "" : ", ") + say(f.at.z - box.at.z);
        const Length left = j_.spots.front().at.x - box.at.x;
        const Length right = box.at.x + box.size.x - j_.spots.front().at.x;
        return out + fmt::format(" above the lower edge of the {}, {} from its {} edge", nameOf(j_.first),
                                 say(std::min(left, right)), left <= right ? "left" : "right");
    }
    if (p && a_.seat<LedgersSeat>() &&
        std::abs(p->pose.along.x) < 0.999) { // it lies along another wall, or across
        for (const auto& f : j_.spots)
            out += (out.empty() ? "" : ", ") +
                   say(roundToTape(Length::mm(dot(mm(f.at) - p->pose.origin, p->pose.along)), in_.style));
        return out + " from one end of the " + nameOf(j_.first) + ", in the middle of what lies on the other";
    }
    const bool upright = j_.fasteners.empty() ? j_.drivenFrom == "below" || j_.drivenFrom == "above"
                                              : std::abs(j_.fasteners.front().direction.z) > 0.999;
    const bool inARow = std::all_of(j_.spots.begin(), j_.spots.end(), [&](const FastenerSpot& f) {
        return upright ? f.at.y == j_.spots.front().at.y : f.at.z == j_.spots.front().at.z;
    });
    if (!inARow) {
        const char* from = upright ? "from its back edge" : "above its lower edge";
        const Length column = j_.spots.front().at.x;
        if (std::all_of(j_.spots.begin(), j_.spots.end(), [&](const auto& f) { return f.at.x == column; })) {
            std::vector<std::string> rows;
            for (const auto& f : j_.spots)
                rows.push_back(say(upright ? f.at.y - box.at.y : f.at.z - box.at.z));
            return fmt::format("{} from the left end of the {}, {} {}", say(column - box.at.x),
                               nameOf(j_.first), listed(rows), from);
        }
        for (const auto& f : j_.spots) {
            const std::string x = say(f.at.x - box.at.x);
            const std::string row = say(upright ? f.at.y - box.at.y : f.at.z - box.at.z);
            out += out.empty() ? fmt::format("{} from the left end of the {} and {} {}", x, nameOf(j_.first),
                                             row, from)
                               : fmt::format(", {} and {}", x, row);
        }
        return out;
    }
    for (const auto& f : j_.spots)
        out += (out.empty() ? "" : ", ") + say(f.at.x - box.at.x);
    out += " from the left end of the " + nameOf(j_.first);
    if (j_.spots.empty())
        return out;
    const Vec at = j_.spots.front().at;
    if (!upright)
        return out + fmt::format(", {} above its lower edge", say(at.z - box.at.z));
    const Length fromBack = at.y - box.at.y;
    const Length fromFront = box.at.y + box.size.y - at.y;
    return out + (fromBack <= fromFront ? fmt::format(", {} from its back edge", say(fromBack))
                                        : fmt::format(", {} from its front edge", say(fromFront)));
}

Length JointStep::reach() const {
    const auto longest = [this](const std::string& id) {
        const Part* p = a_.find(id);
        return p ? std::max(p->length, p->width) : Length();
    };
    return begins() ? std::max(longest(j_.first), longest(j_.second)) : longest(newcomer());
}

} // namespace owl
