#include "build/joint_steps.h"

#include "assembly/joint_places.h"
#include "build/joint_step.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

const char* const cleaning =
    "Leave what squeezes out until it is rubbery, after 20 to 40 minutes, then cut it off "
    "with a sharp chisel or scraper; wiped while wet it smears into the grain.";
constexpr double longPiece = 1500; // mm: from here on two people (cautions, lifting)

JointStepMaker& maker(Joinery how) {
    switch (how) {
    case Joinery::screwsGlue:
        return screwsStep;
    case Joinery::dowels:
        return dowelsStep;
    case Joinery::pocketScrews:
        return pocketsStep;
    case Joinery::tongueGroove:
        return tongueStep;
    case Joinery::nailsGlue:
        return nailsStep;
    case Joinery::lagsGlue:
        return lagsStep;
    case Joinery::glue:
        return clampedStep;
    case Joinery::screws:
    case Joinery::dry:
        break;
    }
    return dryStep;
}

} // namespace

BuildStep JointStep::run() {
    s_.id = in_.piece + "/" + j_.id;
    s_.title = title();
    s_.joint = j_.id;
    s_.joins = {j_.id};
    partsInHand();
    s_.adds = s_.fresh;
    for (const auto& p : a_.parts)
        for (const auto& h : p.holes)
            if (h.purpose == j_.id || h.purpose.starts_with(fmt::format("plug-{}-", j_.id)))
                s_.shapes.push_back(h.id);
    make();
    while (s_.text.ends_with(' ')) // an empty note
        s_.text.pop_back();
    if (!glued())
        return std::move(s_);
    if (endOn())
        s_.text = "The end grain drinks glue: rub in a first thin coat and wait five minutes. " + s_.text;
    s_.text += std::string(" ") + cleaning;
    if (a_.length.mm() > longPiece && !endOn())
        s_.text += " It is long: a second pair of hands at the other end keeps it flush.";
    s_.minutes += c_.minutes(endOn() ? "cap" : "glue");
    s_.waitMinutes = 60;
    s_.tools.emplace_back("wood glue");
    s_.tools.emplace_back("chisel or scraper");
    return std::move(s_);
}

std::string JointStep::title() const {
    if (begins())
        return "Join " + nameOf(first()) + " and " + nameOf(second());
    if (inHand(j_.first) && inHand(j_.second))
        return "Fix the " + nameOf(j_.second) + " to the " + nameOf(j_.first);
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
        for (const auto& f : j_.spots)
            out += fmt::format("{}{} from the wall edge and {} up", out.empty() ? "" : ", ", say(f.at.y),
                               say(f.at.z));
        return out;
    }
    if (oneAboveTheOther(j_)) {
        for (const auto& f : j_.spots)
            out += (out.empty() ? "" : ", ") + say(f.at.z - box.at.z);
        const Length left = j_.spots.front().at.x - box.at.x;
        const Length right = box.at.x + box.size.x - j_.spots.front().at.x;
        return out + fmt::format(" above the lower edge of the {}, {} from its {} edge", nameOf(j_.first),
                                 say(std::min(left, right)), left <= right ? "left" : "right");
    }
    if (p && a_.ledgers && std::abs(p->pose.along.x) < 0.999) { // it lies along another wall, or across
        for (const auto& f : j_.spots)
            out += (out.empty() ? "" : ", ") +
                   say(roundToTape(Length::mm(dot(mm(f.at) - p->pose.origin, p->pose.along)), in_.style));
        return out + " from one end of the " + nameOf(j_.first) + ", in the middle of what lies on the other";
    }
    for (const auto& f : j_.spots)
        out += (out.empty() ? "" : ", ") + say(f.at.x - box.at.x);
    out += " from the left end of the " + nameOf(j_.first);
    if (j_.spots.empty())
        return out;
    const Vec at = j_.spots.front().at;
    if (j_.drivenFrom != "below")
        return out + fmt::format(", {} above its lower edge", say(at.z - box.at.z));
    const Length fromBack = at.y - box.at.y;
    const Length fromFront = box.at.y + box.size.y - at.y;
    return out + (fromBack <= fromFront ? fmt::format(", {} from its back edge", say(fromBack))
                                        : fmt::format(", {} from its front edge", say(fromFront)));
}

BuildStep jointStep(const BuildInput& in, const Joint& joint, const Catalog& catalog) {
    return maker(joint.how)(in, joint, catalog)->run();
}

} // namespace owl
