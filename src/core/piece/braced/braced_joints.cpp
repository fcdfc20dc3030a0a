#include "piece/braced/braced_joints.h"

#include "joint/meet.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class BraceJoiner : KindBuilder {
  public:
    explicit BraceJoiner(const BracedWith& with) : KindBuilder(with.ctx, with.d), w_(with) {}

    /// One or two screws from above, as far out as the brace is deep enough for them, and one or two from
    /// behind.
    void run() {
        bool carries = w_.p.braceFix == BraceFix::screwed && !w_.braces.empty();
        for (std::size_t i = 0; i < w_.braces.size(); ++i) {
            const std::string id = fmt::format("brace-{}", i + 1);
            first_ = i == 0;
            const double x = w_.braces[i].mm();
            carries = joined(id + "-rail", "rail", id, fromBehind(x)) && carries;
            carries = joined(id + "-top", "top", id, fromAbove(id, x)) && carries;
        }
        if (!carries)
            return;
        const Joint& top = *d_.assembly.joint("brace-1-top");
        const Joint& back = *d_.assembly.joint("brace-1-rail");
        BraceSeat seat;
        seat.x = w_.braces;
        seat.face = w_.p.railThickness;
        seat.out = top.spots.back().at.y - w_.p.railThickness;
        seat.down = w_.p.railHeight - back.spots.back().at.z;
        seat.top = top.id;
        seat.back = back.id;
        d_.assembly.seats.emplace_back(seat);
    }

  private:
    [[nodiscard]] Joining screws(bool shows) const {
        Joining w;
        w.how = w_.p.braceFix == BraceFix::screwed ? Joinery::screwsGlue : Joinery::glue;
        w.carries = w.how == Joinery::screwsGlue;
        w.shows = shows && w.carries;
        w.plugs = w_.p.plugs;
        return w;
    }

    /// True where it is screwed and carries. Why it is not is told of the first brace: all are alike.
    bool joined(std::string id, const char* first, const std::string& brace, Joining way) {
        Joint j;
        j.id = std::move(id);
        j.first = first;
        j.second = brace;
        const bool none = way.how == Joinery::screwsGlue && way.over.empty();
        if (none) // no place is left for a screw
            way.how = Joinery::glue;
        std::string why = meet(j, d_.assembly, way, ctx_, w_.catalog);
        if (none)
            why = "In so small a brace the screws from above would meet those from behind.";
        const bool behind = j.first == "rail";
        if (!why.empty() && first_)
            problem(behind ? "no_brace_screw_behind" : "no_brace_screw_above", "brace_fix", why, false)
                .cures = {{"Glue the braces: ornament", {{"brace_fix", "glued"}}},
                          behind ? to("Braces", "brace_thickness", 20_mm)
                                 : to("Out", "brace_out", w_.p.braceOut + 40_mm)};
        if (!j.carries)
            j.note = "Glued it is ornament: nothing is counted on it.";
        placeFasteners(j, d_.assembly, w_.catalog);
        const bool good = j.how == Joinery::screwsGlue;
        d_.assembly.joints.push_back(std::move(j));
        return good;
    }

    /// The lower screw sits where the brace is still deep enough to bite; a nose at the foot is not.
    [[nodiscard]] Joining fromBehind(double x) const {
        Joining w = screws(false);
        if (w.how != Joinery::screwsGlue)
            return w;
        Length lowest = 20_mm;
        for (Length z = 20_mm; z <= w_.bracket.down - 12_mm; z += 2_mm)
            if (widthAt(outline_, z.mm()) >= 34)
                lowest = z;
        w.receiving = Length::mm(widthAt(outline_, lowest.mm()));
        std::vector<Length> downs{lowest};
        if (lowest > 60_mm)
            downs.insert(downs.begin(), 20_mm);
        for (Length z : downs)
            w.over.push_back({x, w_.p.railThickness.mm(), (w_.p.railHeight - z).mm()});
        return w;
    }

    /// Clear of the screws that come from behind, as far out as there is room; a second one nearer the rail.
    /// None where they would meet.
    [[nodiscard]] Joining fromAbove(const std::string& brace, double x) const {
        Joining w = screws(true);
        if (w.how != Joinery::screwsGlue)
            return w;
        Length farthest = 20_mm;
        for (Length y = 20_mm; y <= w_.p.braceOut - 12_mm; y += 2_mm)
            if (bracketDepth(outline_, y.mm()) >= 34)
                farthest = y;
        w.receiving = Length::mm(bracketDepth(outline_, farthest.mm()));
        const auto place = [&](Length y) {
            return Vec3{x, (w_.p.railThickness + y).mm(), w_.p.railHeight.mm()};
        };
        Joint one; // what any of them would be
        one.first = "top";
        one.second = brace;
        Joining way = w;
        way.over = {place(farthest)};
        const bool fits =
            meet(one, d_.assembly, way, ctx_, w_.catalog).empty(); // else told where it is joined
        const auto clear = [&](Length y) {
            if (!fits)
                return true;
            one.spots.front().at.y = w_.p.railThickness + y;
            placeFasteners(one, d_.assembly, w_.catalog);
            return !meetsOthers(one, d_.assembly, 3);
        };
        std::vector<Length> outs;
        for (Length y = farthest; y >= 12_mm && outs.size() < 2; y -= 2_mm)
            if ((outs.empty() || outs.back() - y >= 35_mm) && clear(y))
                outs.push_back(y);
        std::reverse(outs.begin(), outs.end()); // the outermost last: what the brace is reckoned by
        for (Length y : outs)
            w.over.push_back(place(y));
        return w;
    }

    /// How far the brace reaches out `down` mm below the top.
    static double widthAt(const std::vector<std::array<double, 2>>& outline, double down) {
        double wide = 0;
        for (std::size_t i = 1; i + 1 < outline.size(); ++i) {
            const auto [low, high] = std::minmax(outline[i][1], outline[i + 1][1]);
            if (down < low || down > high || high <= low)
                continue;
            const double t = (down - outline[i][1]) / (outline[i + 1][1] - outline[i][1]);
            wide = std::max(wide, outline[i][0] + (outline[i + 1][0] - outline[i][0]) * t);
        }
        return wide;
    }

    const BracedWith& w_;
    const std::vector<std::array<double, 2>> outline_ = bracketOutline(w_.bracket);
    bool first_ = true;
};

} // namespace

void addBraceJoints(const BracedWith& with) {
    BraceJoiner(with).run();
}

} // namespace owl
