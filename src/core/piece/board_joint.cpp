#include "piece/board_joint.h"

#include "strength/fastener.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

/// Sold lengths of 18 gauge nails and of fluted dowels, in mm.
const std::vector<double>& nailLengths(bool metric) {
    static const std::vector<double> mm{15, 20, 25, 30, 35, 40, 50};
    static const std::vector<double> inch{15.875, 19.05, 25.4, 31.75, 38.1, 50.8};
    return metric ? mm : inch;
}
const std::vector<double>& dowelLengths(bool metric) {
    static const std::vector<double> mm{15, 20, 25, 30, 35, 40};
    static const std::vector<double> inch{15.875, 19.05, 25.4, 31.75, 38.1};
    return metric ? mm : inch;
}
std::array<Length, 2> dowelSizes(bool metric) {
    return {metric ? 8_mm : Length::inches(5, 16), metric ? 6_mm : Length::inches(1, 4)};
}

/// Gauges to try, thickest first, that the edge and the head's side can take.
std::vector<const Screw*> gauges(const Meeting& m, const MakeContext& ctx, const Catalog& catalog) {
    std::vector<const Screw*> out;
    for (const char* id : ctx.metricScrews
                              ? std::vector<const char*>{m.carries ? "m4.5" : "m4", "m4", "m3.5", "m3"}
                              : std::vector<const char*>{"g8", "g6", "g4"}) {
        const Screw* s = catalog.findScrew(id);
        if (s && s->d * 4 <= m.edge.mm() + 0.4 && s->head * 1.2 <= m.headSide.mm() &&
            (out.empty() || out.back() != s))
            out.push_back(s);
    }
    return out;
}

/// How a screw of this gauge would fit; `wanted` and `least` times its diameter of bite.
ScrewLengthInput lengthInput(const Screw& s, const Meeting& m, PlugWay plugs, double wanted, double least) {
    ScrewLengthInput in;
    in.d = s.d;
    in.counterbore = std::min(s.countersink(), m.headSide.mm() / 3);
    if (m.shows && plugs != PlugWay::filled && s.plug > 0)
        in.counterbore = plugSink(s.countersink(), m.headSide.mm()).value_or(in.counterbore);
    in.stack = {m.headSide.mm()};
    in.into = m.receiving.mm();
    in.leave = 3;
    in.stock = s.lengths;
    in.least = least;
    in.minPen = std::max(wanted * s.d, 10.0);
    return in;
}

} // namespace

std::string fitScrew(Joint& j, const Meeting& m, PlugWay plugs, const MakeContext& ctx,
                     const Catalog& catalog) {
    const auto tried = gauges(m, ctx, catalog);
    const double least = m.carries ? 6 : 3;
    j.through = m.headSide;
    j.into = m.receiving;
    for (const Screw* s : tried)
        for (double wanted : {m.carries ? 8.0 : 6.0, least}) {
            const auto in = lengthInput(*s, m, plugs, wanted, least);
            if (const auto fit = screwLength(in); fit.pick) {
                j.screwId = s->id;
                j.counterbore = Length::mm(in.counterbore);
                j.leastLength = Length::mm(fit.Lmin);
                j.mostLength = Length::mm(fit.Lmax);
                j.screwLength = Length::mm(*fit.pick);
                return {};
            }
        }
    const std::string way = m.carries ? "" : " Nails or dowels hold it while the glue sets.";
    if (tried.empty())
        return fmt::format("The {} is too thin for any wood screw into the {}.{}", j.first, j.second, way);
    const Screw* s = tried.back();
    const auto fit = screwLength(lengthInput(*s, m, plugs, least, least));
    j.leastLength = Length::mm(fit.Lmin);
    j.mostLength = Length::mm(fit.Lmax);
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    if (j.leastLength > j.mostLength)
        return fmt::format("No screw fits from the {} into the {}: even a {} must be {} long to bite and "
                           "would come through if longer than {}. A {} {} thicker or higher would take "
                           "one.{}",
                           j.first, j.second, s->label, say(j.leastLength), say(j.mostLength), j.second,
                           say(std::max(1_mm, j.leastLength - j.mostLength)), way);
    return fmt::format("No {} screw is sold between {} and {}, what the joint of {} and {} asks for.{}",
                       s->label, say(j.leastLength), say(j.mostLength), j.first, j.second, way);
}

std::string fitPocketScrews(Joint& j, const Pockets& p, const MakeContext& ctx, const Catalog& catalog) {
    constexpr double slope = 15.0 * std::numbers::pi / 180;
    constexpr double bore = 9.5;    // mm, of the stepped bit
    constexpr double left = 3;      // mm, whole behind the point
    constexpr double leastWood = 9; // mm under the head, along the screw
    const PocketSetting* fit = nullptr;
    for (const auto& row : catalog.pockets)
        if (row.thickness <= p.thickness.mm() + 1.1) // 18 mm boards are set like 3/4 in
            fit = &row;
    const Screw* s = fit ? catalog.findScrew(ctx.metricScrews ? fit->metricScrew : fit->screw) : nullptr;
    if (!s)
        return fmt::format("Pocket screws want boards from {} on; the {} is {} thick.",
                           exactLength(ctx.metricScrews ? 12_mm : Length::inches(1, 2), ctx), j.first,
                           exactLength(p.thickness, ctx));
    const double deepest = (p.receiving.mm() - left) / std::cos(slope);
    double length = 0;
    for (double l : s->lengths)
        if (l <= fit->length + 1 && l - std::min(deepest, l * 0.55) >= leastWood)
            length = l;
    const double bite = std::min(deepest, length * 0.55);
    if (length <= 0 || bite < 3 * s->d)
        return fmt::format("No pocket screw bites in {} of the {}.", exactLength(p.receiving, ctx), j.second);
    j.screwId = s->id;
    j.screwLength = Length::mm(length);
    j.through = Length::mm(length - bite);
    j.into = p.receiving;
    j.pocket = Length::mm(bore);
    j.driving = p.end * std::cos(slope) - p.open * std::sin(slope);
    for (const Vec3& at : p.at) {
        const Vec3 head = at - j.driving * (length - bite);
        j.spots.push_back({{Length::mm(head.x), Length::mm(head.y), Length::mm(head.z)}});
    }
    return {};
}

std::string fitDowels(Joint& j, const Meeting& m, const MakeContext& ctx) {
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    for (Length d : dowelSizes(ctx.metricScrews)) {
        const Length first = std::min(12_mm, m.headSide - 3_mm);
        const Length second = std::min(20_mm, m.receiving - 3_mm);
        if (m.edge < d * 2 - 1_mm || first < d || second < d)
            continue;
        for (double l : dowelLengths(ctx.metricScrews))
            if (Length::mm(l) <= first + second - 2_mm)
                j.pinLength = Length::mm(l);
        if (j.pinLength < d * 2)
            continue;
        j.pin = d;
        j.pinFirst = first;
        j.pinSecond = j.pinLength - first + 2_mm; // 2 mm deeper than the dowel, for glue and air
        j.note = fmt::format("{} dowels {} long: {} deep in the face of the {}, {} in the edge of the {}",
                             say(d), say(j.pinLength), say(j.pinFirst), j.first, say(j.pinSecond), j.second);
        return {};
    }
    return fmt::format(
        "Dowels need an edge of at least {}, and a hole as deep as they are thick with {} left "
        "behind it; the edge is {} and the {} is {} thick.",
        say(ctx.metricScrews ? 12_mm : Length::inches(1, 2)), say(3_mm), say(m.edge), j.first,
        say(m.headSide));
}

bool fitThroughDowels(Joint& j, const Meeting& m, const MakeContext& ctx) {
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    for (Length d : dowelSizes(ctx.metricScrews)) {
        if (m.edge < d * 2 - 1_mm)
            continue;
        for (double l : dowelLengths(ctx.metricScrews))
            if (Length::mm(l) >= m.headSide + d * 2 &&
                Length::mm(l) <= m.headSide + std::min(30_mm, m.receiving - 5_mm))
                j.pinLength = Length::mm(l);
        if (j.pinLength == Length())
            continue;
        j.pin = d;
        j.pinFirst = m.headSide;
        j.pinSecond = j.pinLength - m.headSide + 2_mm;
        j.pinThrough = j.shows = true;
        j.note = fmt::format("{} dowels {} long through the {}, {} into the {}", say(d), say(j.pinLength),
                             j.first, say(j.pinSecond), j.second);
        return true;
    }
    return false;
}

Length nailFor(const Meeting& m, const MakeContext& ctx) {
    const double most = (m.headSide + m.receiving).mm() - 3;
    Length best;
    for (double l : nailLengths(ctx.metricScrews)) {
        if (l > most)
            break;
        best = Length::mm(l);
        if (l >= 2 * m.headSide.mm())
            break;
    }
    return best;
}

Length tongueLength(Length grooved) {
    const Length most = grooved / 2 - 1_mm;
    return std::max(Length(), std::min(8_mm, Length::nm(most.nm() / 500'000 * 500'000)));
}

void placeClear(Joint& j, const Assembly& a, Length low, Length high, const Catalog& catalog) {
    const Screw* s = catalog.findScrew(j.screwId);
    const double diameter = s ? s->d : 0;
    placeFasteners(j, a, diameter);
    if (alongThePiece(j))
        return;
    const auto alone = [&](const Vec& at) {
        Joint one = j;
        one.spots = {{at}};
        placeFasteners(one, a, diameter);
        return !meetsOthers(one, a, 2);
    };
    const auto place = [&](const Vec& from) -> Vec {
        if (alone(from))
            return from;
        for (int step = 1; step <= 12; ++step)
            for (int side : {1, -1}) {
                Vec at = from;
                at.x += 4_mm * (step * side);
                if (at.x >= low && at.x <= high && alone(at))
                    return at;
            }
        return from;
    };
    for (auto& spot : j.spots)
        spot.at = place(spot.at);
    placeFasteners(j, a, diameter);
}

} // namespace owl
