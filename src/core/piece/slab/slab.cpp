#include "piece/slab/slab.h"

#include "piece/edges.h"
#include "piece/kind_builder.h"
#include "piece/rod_recesses.h"

#include <algorithm>
#include <fmt/format.h>

// The slab lies flat: x along it, its back edge at the wall (y = 0), z from its lower face. Rods stand in the
// middle of its thickness. Where home-made rods stand in a strip, the strip is the rear of the same board and
// the front slides on.

namespace owl {
namespace {

class SlabBuilder : KindBuilder {
  public:
    SlabBuilder(const SlabParams& p, const MakeContext& ctx, Draft& d) : KindBuilder(ctx, d), p_(p) {}

    void run() {
        checkParameters();
        sizes();
        boards();
        shapes();
        cable();
        describeRest();
    }

  private:
    void checkParameters() {
        if (p_.length < 150_mm)
            problem("too_short", "length",
                    fmt::format("A slab shorter than {} has no room for two rods.", say(150_mm)))
                .cures.push_back(to("Make it", "length", 300_mm));
        if (p_.length > 4500_mm)
            problem("too_long", "length",
                    fmt::format("A slab of {} is longer than any board sold; plan two that meet.",
                                say(p_.length)))
                .cures.push_back(to("Make it", "length", 3000_mm));
        if (p_.depth < 80_mm)
            problem(
                "too_shallow", "depth",
                fmt::format("A slab {} deep leaves no room for rods and for things to stand; it needs {}.",
                            say(p_.depth), say(80_mm)))
                .cures.push_back(to("Depth", "depth", 120_mm));
        if (p_.thickness < 24_mm)
            problem("too_thin", "thickness",
                    fmt::format(
                        "Wood around a rod needs {} above and below even the thinnest, {}: {} is too thin.",
                        say(6_mm), say(8_mm), say(p_.thickness)))
                .cures.push_back(to("Thickness", "thickness", 38_mm));
        if (p_.build != SlabBuild::oneBoard && p_.boards < 2)
            problem("one_board", "boards", "A slab made of several boards needs two at least.")
                .cures.push_back({"Two boards", {{"boards", 2}}});
        const bool several = p_.build != SlabBuild::oneBoard;
        if (stripInUse() && several)
            problem("strip_of_several", "rods",
                    "A strip off the same board is cut from one board, not from a glued slab.")
                .cures = {{"One board", {{"build", "one_board"}}}, {"Rods in the studs", {{"rods", "stud"}}}};
        if (stripInUse() && p_.strip > p_.depth - 60_mm)
            problem("strip_too_wide", "strip",
                    fmt::format("A strip of {} leaves only {} of the depth for the front.", say(p_.strip),
                                say(p_.depth - p_.strip)))
                .cures.push_back(to("Strip", "strip", 40_mm));
    }

    [[nodiscard]] bool stripInUse() const { return p_.rods == RodWay::strip || ctx_.strip; }

    void sizes() {
        Assembly& a = d_.assembly;
        a.length = p_.length;
        a.depth = p_.depth;
        a.height = p_.thickness;
        // The edge keeps a flat of 2 mm between its arrises, and a glued layer is not shaped away.
        const int layers = p_.build == SlabBuild::laminated ? std::max(1, p_.boards) : 1;
        const Length most = layers > 1 ? p_.thickness / layers - 1_mm : p_.thickness / 2 - 1_mm;
        size_ = p_.edge == EdgeShape::square ? Length() : p_.edgeSize;
        if (size_ > most) {
            problem("edge_too_big", "edge_size",
                    fmt::format("An edge shape of {} does not fit a thickness of {}; {} does.", say(size_),
                                say(p_.thickness), say(std::max(Length(), most))),
                    false)
                .cures.push_back(to("Edge", "edge_size", std::max(1_mm, most)));
            size_ = std::max(Length(), most);
        }
    }

    void boards() {
        const Length rear = ctx_.strip ? p_.strip : Length();
        const Length wide = p_.depth - rear;
        const std::string lengthWhy = fmt::format("length {} is the slab's", say(p_.length));
        const auto add = [&](std::string id, std::string name, Length w, Length t, Length y, Length z,
                             std::string widthWhy) {
            Part b = blankPart(std::move(id), std::move(name), p_.length, w, t,
                               {{0, y.mm(), z.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
            b.why = {lengthWhy, std::move(widthWhy)};
            d_.assembly.parts.push_back(std::move(b));
        };
        const int n = p_.build == SlabBuild::oneBoard ? 1 : std::clamp(p_.boards, 1, 4);
        if (n == 1) {
            add("shelf", "shelf", wide, p_.thickness, rear, Length(),
                rear > Length() ? fmt::format("width {} is the depth {} less the strip's {}", say(wide),
                                              say(p_.depth), say(rear))
                                : fmt::format("width {} is the depth", say(wide)));
            return;
        }
        const bool beside = p_.build == SlabBuild::edgeGlued;
        const Length whole = beside ? wide : p_.thickness;
        // Layers are boards as they come; boards side by side are ripped to tenths of a millimetre or 1/64
        // in.
        const std::int64_t step = !beside ? 1 : ctx_.units == "in" ? 396'875 : 100'000;
        const Length each = Length::nm(whole.nm() / n / step * step);
        for (int i = 0; i < n; ++i) {
            const Length at = each * i;
            const Length mine = i + 1 < n ? each : whole - at;
            const std::string id = fmt::format("{}-{}", beside ? "board" : "layer", i + 1);
            const std::string name = fmt::format("{} {}", beside ? "board" : "layer", i + 1);
            if (beside)
                add(id, name, mine, p_.thickness, rear + at, Length(),
                    fmt::format("width {}: {} boards make {}", say(mine), n, say(whole)));
            else
                add(id, name, wide, mine, rear, at,
                    fmt::format("thickness {}: {} layers make {}", say(mine), n, say(whole)));
            if (i > 0)
                glueJoint(i, beside);
        }
    }

    void glueJoint(int i, bool beside) {
        Joint j;
        const char* stem = beside ? "board" : "layer";
        j.id = fmt::format("{}-{}", beside ? "edge" : "face", i);
        j.first = fmt::format("{}-{}", stem, i);
        j.second = fmt::format("{}-{}", stem, i + 1);
        j.how = Joinery::glue;
        j.kind = beside ? "edge_glue" : "face_glue";
        j.note =
            beside ? "Turn every other board over, so that the rings of the end grain alternate and the slab "
                     "stays flat; clamps above and below in turn."
                   : "Glue the layers with their grain the same way and the bark sides outwards; clamps from "
                     "the middle to the ends, a caul above and below.";
        d_.assembly.joints.push_back(std::move(j));
    }

    void shapes() {
        auto& parts = d_.assembly.parts;
        if (ctx_.recesses)
            recessPlates(parts, ctx_.mountX, p_.thickness.mm(), p_.thickness.mm() / 2, ctx_);
        if (!p_.waney.empty())
            waney();
        if (size_ <= Length())
            return;
        OutlineEdges e;
        e.length = p_.length.mm();
        e.back = parts.front().solid.bounds().low.y;
        e.front = p_.depth.mm();
        e.high = p_.thickness.mm();
        e.alongFront = p_.waney.empty();
        e.ends = p_.endsToo;
        if (!e.alongFront && !e.ends) // the waney edge stays as it is
            return;
        shapeOutline(parts, e, p_.edge, size_.mm(), 7);
        const char* where = !e.alongFront ? "both ends" : e.ends ? "the front and both ends" : "the front";
        // One pass along all boards: it is made on the one in front when the slab is together.
        Feature& profile = feature(parts.back(), "profile", "profile",
                                   fmt::format("{} of {} along {} of the slab, above and below",
                                               edgeName(p_.edge), say(size_), where));
        profile.endGrain = e.ends;
        profile.sizes = {{"size_mm", size_.mm()}};
        d_.assembly.shapedTogether = parts.back().id + "/profile";
    }

    /// Least reading between the slab's ends, where the line between two readings is what counts.
    static double leastWithin(const std::vector<std::array<double, 2>>& readings, double length) {
        double least = 1e9;
        for (std::size_t i = 0; i + 1 < readings.size(); ++i) {
            const auto& p = readings[i];
            const auto& q = readings[i + 1];
            for (double x : {std::clamp(p[0], 0.0, length), std::clamp(q[0], 0.0, length)})
                if (x >= p[0] && x <= q[0])
                    least = std::min(least, p[1] + (q[1] - p[1]) * (x - p[0]) / (q[0] - p[0]));
        }
        return least;
    }

    void waney() {
        const auto readings = readingsOf(p_.waney);
        if (!readings) {
            problem(
                "waney_unread", "waney",
                "The readings of the waney edge cannot be read: pairs of a place along the slab and how far "
                "the edge lies back, as in 0 3, 250 8, 900 2.")
                .cures.push_back({"A straight front edge", {{"waney", ""}}});
            return;
        }
        double deepest = 0;
        for (const auto& r : *readings)
            deepest = std::max(deepest, r[1]);
        if (deepest > p_.depth.mm() / 3)
            problem(
                "waney_too_deep", "waney",
                fmt::format("The edge lies back by up to {}; more than a third of the depth weakens the slab "
                            "and leaves no room for things.",
                            say(Length::mm(deepest))),
                false);
        // The outermost readings reach the ends; the depth is measured where the edge stands out most.
        std::vector<std::array<double, 2>> all = *readings;
        if (all.front()[0] > -1)
            all.insert(all.begin(), {-1.0, all.front()[1]});
        if (all.back()[0] < p_.length.mm() + 1)
            all.push_back({p_.length.mm() + 1, all.back()[1]});
        const double least = leastWithin(all, p_.length.mm());
        for (auto& r : all)
            r[1] -= least;
        for (auto& p : d_.assembly.parts) {
            const double before = p.solid.volume();
            cutOutline(p, all, p_.depth.mm(), 8);
            if (p.solid.volume() < before - 1)
                feature(p, "curve", "curve",
                        "the waney edge as it grew: bark off, edge brushed, not sawn straight");
        }
    }

    void cable() {
        if (!p_.cable)
            return;
        const double y = 40;
        for (auto& p : d_.assembly.parts) {
            const Bounds3 b = p.solid.bounds();
            if (y - p_.cableD.mm() / 2 < b.low.y || y + p_.cableD.mm() / 2 > b.high.y)
                continue;
            p.holes.push_back({p.id + "/cable",
                               {p_.cableAt.mm(), y, b.high.z},
                               {0, 0, -1},
                               p_.cableD.mm(),
                               b.high.z - b.low.z,
                               "cable"});
        }
        if (p_.cableAt < p_.cableD || p_.cableAt > p_.length - p_.cableD)
            problem("cable_at_end", "cable_at",
                    fmt::format("The cable hole would break out at the end; it wants {} of wood.",
                                say(p_.cableD)))
                .cures.push_back(to("Hole at", "cable_at", p_.length / 2));
        for (Length x : ctx_.mountX)
            if (abs(x - p_.cableAt) < p_.cableD / 2 + 25_mm)
                problem("cable_meets_rod", "cable_at",
                        fmt::format("The cable hole meets the rod at {}.", say(x)))
                    .cures.push_back(to("Hole at", "cable_at", x + p_.cableD / 2 + 40_mm));
    }

    void describeRest() {
        Assembly& a = d_.assembly;
        const Length mid = p_.thickness / 2;
        a.surfaceBack = Length();
        a.surfaceFront = p_.depth;
        a.surfaceZ = a.top = p_.thickness;
        static constexpr const char* ways[] = {"auto", "stud", "plate", "strip", "masonry", "plug"};
        static constexpr const char* metals[] = {"steel", "stainless", "aluminium", "hardwood"};
        a.seats.emplace_back(RodSeat{ways[static_cast<int>(p_.rods)], metals[static_cast<int>(p_.rodMetal)],
                                     p_.rodD, p_.rodCount, p_.rodInset, p_.rodInShelf, p_.rodInWall,
                                     p_.rodPlay, p_.rodsGlued, p_.thickness, p_.depth, mid,
                                     p_.build == SlabBuild::oneBoard ? p_.strip : Length()});
        if (ctx_.strip && a.parts.size() == 1)
            a.together.push_back({{"strip", "shelf"}, p_.depth + ctx_.kerf});
        // The section: what is left of a waney board counts as its mean width.
        double volume = 0;
        for (const auto& p : a.parts)
            volume += p.volume();
        const double mean = volume / (p_.length.mm() * p_.thickness.mm());
        const double wide = std::max(1.0, mean - (p_.cable ? p_.cableD.mm() : 0)); // what the hole leaves
        a.member.rects = {{a.parts.front().id, wide, p_.thickness.mm(), 0, 0}};
        a.member.words = p_.build == SlabBuild::oneBoard ? "one board" : "boards glued into one section";
        const double L = p_.length.mm();
        const double D = p_.depth.mm();
        const double T = p_.thickness.mm();
        a.dimensions = {{{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1},
                        {{0, D, 0}, {0, D, T}, Dimension::In::section, "thickness", 1},
                        {{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1}};
    }

    const SlabParams& p_;
    Length size_;
};

} // namespace

Draft SlabParams::make(const MakeContext& ctx, const Catalog&) const {
    Draft d;
    SlabBuilder(*this, ctx, d).run();
    return d;
}

} // namespace owl
