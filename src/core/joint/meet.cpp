#include "joint/meet.h"

#include "joint/ruler.h"
#include "joint/tongue.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

Length tidy(double mm) {
    return Length::mm(std::round(mm * 1e5) / 1e5);
}
/// To 10 nm: what lies in one row has one number.
Vec rounded(const Vec3& p) {
    return {tidy(p.x), tidy(p.y), tidy(p.z)};
}

/// How one says where fasteners are driven from. At an end of the piece that is 'the end': both are alike.
std::string drivenFrom(const Vec3& driving, const Vec3& head, const Assembly& a) {
    switch (nearestAxis(driving)) {
    case 2:
        return driving.z > 0 ? "below" : "above";
    case 1:
        return driving.y > 0 ? "behind" : "the front";
    default:
        break;
    }
    const bool right = driving.x > 0;
    const bool beyond = std::any_of(a.parts.begin(), a.parts.end(), [&](const Part& p) {
        if (p.solid.empty())
            return false;
        const Bounds3 b = p.solid.bounds();
        return right ? b.low.x < head.x - 1 : b.high.x > head.x + 1;
    });
    return !beyond ? "the end" : right ? "the left" : "the right";
}

/// mm from the middle of the contact, along the middle of its width. Where there is room a screw keeps 10 D
/// from the ends, and 4 D from what crosses it (S10.6).
std::vector<double> placesAlong(const Contact& c, const Joining& way, const Screw* screw) {
    const double from = c.runs[1][0];
    const double to = c.runs[1][1];
    std::vector<double> out = way.at;
    if (out.empty() && !way.atMost)
        out = evenly(to - from, way.end.mm(), way.spacing.mm());
    else if (out.empty()) {
        std::vector<Length> avoid;
        for (const Vec3& p : way.clear)
            avoid.push_back(Length::mm(dot(p - c.at, c.along) - from));
        const double d = screw ? screw->d : 0;
        const Length end = std::max(way.end, Length::mm(std::min(10 * d, (to - from) / 4)));
        const Length by = std::max(way.clearBy, Length::mm(4 * d));
        for (Length l : spread(Length(), Length::mm(to - from), end, way.spacing, avoid, by))
            out.push_back(l.mm());
    }
    // Where it is short, or something is in the way, two may have come to one place: 4 D between them
    // (S10.6).
    const double apart = std::max(10.0, screw ? 4 * screw->d : 0);
    for (std::size_t i = 1; i < out.size();)
        if (std::abs(out[i] - out[i - 1]) < apart)
            out.erase(out.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
    for (double& l : out)
        l += from + way.aside;
    return out;
}

/// Sizes of what is driven, into `j`; `whole`: thickness of the first part where the second meets it.
/// Returns why nothing fits.
std::string fit(Joint& j, const Meeting& m, Length whole, const Joining& way, const Measures& sold,
                const Catalog& catalog) {
    switch (way.how) {
    case Joinery::screwsGlue:
    case Joinery::screws:
        return fitScrew(j, m, way.plugs, sold, catalog);
    case Joinery::dowels:
        return way.through && fitThroughDowels(j, m, sold) ? std::string() : fitDowels(j, m, sold);
    case Joinery::tongueGroove:
        return fitTongue(j, whole, m.edge, sold);
    case Joinery::lagsGlue:
        fitLag(j, m, way.sunk, way.longest, catalog.lagScrew(sold.metricScrews));
        return {};
    default:
        j.nailLength = nailFor(m, sold);
        // A nail that hardly passes the joint holds nothing while the glue sets.
        return j.nailLength >= j.through + 4_mm
                   ? std::string()
                   : fmt::format("The {} is too thin for nails out of the {}.", j.second, j.first);
    }
}

/// Joined without what does not fit; why.
std::string without(Joint& j, std::string why) {
    if (j.how == Joinery::screwsGlue)
        j.note = "No screw fits here.";
    j.how = j.glued ? Joinery::glue : Joinery::dry;
    j.shows = false;
    return why;
}

/// mm that a fastener of the joint reaches into the second part.
double reachOf(const Joint& j) {
    if (j.how == Joinery::dowels)
        return j.pinSecond.mm();
    return (j.how == Joinery::nailsGlue ? j.nailLength - j.through
                                        : j.screwLength - j.through + j.counterbore)
        .mm();
}

/// Where the second part is thinner than elsewhere, a wedge, a nose, points would come out: those places go.
void keepInside(Joint& j, const Part& second, double toGround) {
    const double need = reachOf(j) + 3; // mm, S10.6
    const Contact& c = *j.contact;
    std::erase_if(j.spots, [&](const FastenerSpot& s) {
        const Vec3 ground = mm(s.at) + c.normal * toGround;
        // A place may lie in the seam of two cells: one beside it does not.
        return woodFrom(second, ground, c.normal) < need &&
               woodFrom(second, ground + c.along * 0.7, c.normal) < need;
    });
}

} // namespace

std::vector<double> evenly(double length, double end, double spacing) {
    const double from = std::min(end, length / 4);
    const double run = length - 2 * from;
    const int n = std::max(2, static_cast<int>(std::lround(run / spacing)) + 1);
    std::vector<double> out;
    for (int i = 0; i < n; ++i)
        out.push_back(from + run * i / (n - 1));
    return out;
}

std::string meet(Joint& j, const Assembly& a, const Joining& way, const Measures& sold,
                 const Catalog& catalog) {
    const Part* first = a.find(j.first);
    const Part* second = a.find(j.second);
    const auto c = first && second ? contactOf(*first, *second) : std::nullopt;
    j.how = way.how;
    j.carries = way.carries;
    j.glued = way.how != Joinery::screws && way.how != Joinery::dry;
    if (!c) {
        j.how = j.glued ? Joinery::glue : Joinery::dry;
        return way.how == j.how ? std::string()
                                : fmt::format("The {} and the {} do not touch.", j.first, j.second);
    }
    j.contact = c;
    const double passed = woodBehind(*first, *c, true);
    const Length skin = way.how == Joinery::dowels ? way.skin : Length();
    // A wide hole leaves no more than a head needs.
    const double under = way.deepHole ? std::min(passed, std::max(24.0, passed - 28)) : passed;
    Meeting m{tidy(under) - skin, tidy(woodBehind(*second, *c, false)), tidy(c->width), way.carries,
              way.shows};
    if (way.receiving > Length())
        m.receiving = std::min(m.receiving, way.receiving);
    j.housing = tidy(c->let);
    j.through = m.headSide;
    j.driving = c->normal;
    const Vec3 ground = c->at - c->normal * c->let;
    const Vec3 head = ground - c->normal * (way.deepHole ? passed : m.headSide.mm());
    j.drivenFrom = drivenFrom(c->normal, ground - c->normal * passed, a);
    if (way.how == Joinery::glue || way.how == Joinery::dry || way.how == Joinery::pocketScrews)
        return {};
    std::string why = fit(j, m, tidy(passed + c->let), way, sold, catalog);
    j.shows = way.shows && (way.how != Joinery::dowels || j.pinThrough) && way.how != Joinery::tongueGroove;
    if (!why.empty())
        return without(j, std::move(why));
    if (way.deepHole) {
        j.through = tidy(passed);
        j.counterbore += tidy(passed - under);
    }
    for (const Vec3& p : way.over)
        j.spots.push_back({rounded(p + c->normal * dot(head - p, c->normal))});
    if (way.over.empty())
        for (double l : placesAlong(*c, way, catalog.findScrew(j.screwId)))
            j.spots.push_back({rounded(head + c->along * l)});
    if (way.over.empty() && way.at.empty())
        keepInside(j, *second, dot(ground - head, c->normal));
    return !j.spots.empty()
               ? std::string()
               : without(j, fmt::format("Nowhere is the {} thick enough behind the {}.", j.second, j.first));
}

} // namespace owl
