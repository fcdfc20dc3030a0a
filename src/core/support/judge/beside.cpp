#include "support/judge/beside.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr double anchorApart = 150; // mm from the stud to an anchor that steadies

} // namespace

void offerBeside(std::vector<SupportOption>& mine) {
    const AnchorKind* cover = nullptr;
    const SupportOption* firmest = nullptr;
    for (const auto& o : mine) {
        if (o.ground == Ground::cover && !cover)
            cover = o.anchor;
        if (o.ground == Ground::studs && o.second == 0)
            firmest = &o;
    }
    if (!cover || !firmest)
        return;
    SupportOption o = *firmest;
    o.id += "-beside";
    o.name += " and an anchor beside one stud";
    o.beside = cover;
    o.whenAsked = true;
    mine.push_back(std::move(o));
}

void besideOneStud(const WallBehind& w, double left, double right, const std::string& what,
                   SupportVerdict& v) {
    v.x = distinctStuds(w);
    if (v.x.size() != 1) {
        v.refusal = v.x.empty() ? fmt::format("no stud lies behind {}; anchors alone do not hold it", what)
                                : fmt::format("two studs lie behind {}: no anchor is needed", what);
        return;
    }
    v.refusal = noRoomBehind(w, v.option);
    if (!v.refusal.empty())
        return;
    const double stud = v.x.front();
    // What is listed is clear of wires and pipes; an empty list means that nothing is.
    const auto places = w.anchors.value_or(anchorPlaces(left, right));
    if (places.empty()) {
        v.refusal = "no place for an anchor is clear of wires and pipes";
        return;
    }
    const double far = *std::max_element(places.begin(), places.end(), [stud](double a, double b) {
        return std::abs(a - stud) < std::abs(b - stud);
    });
    if (std::abs(far - stud) < anchorApart) {
        v.refusal = "no place for an anchor is free far enough from the stud";
        return;
    }
    v.x = {std::min(stud, far), std::max(stud, far)};
    v.beside = far < stud ? 0 : 1;
}

JudgeBench studAlone(const JudgeBench& b, const SupportVerdict& v) {
    JudgeBench out = b;
    out.alone = v.beside < 0 ? -1 : 1 - v.beside;
    return out;
}

JudgeBench anchorBeside(const JudgeBench& b, const SupportVerdict& v) {
    JudgeBench out = b;
    out.only = v.beside;
    return out;
}

} // namespace owl
