#include "piece/braced/braced_joints.h"

#include "joint/fit.h"
#include "joint/place.h"

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
        const auto outline = bracketOutline(w_.bracket);
        bool carries = w_.p.braceFix == BraceFix::screwed && !w_.braces.empty();
        for (std::size_t i = 0; i < w_.braces.size(); ++i) {
            const std::string id = fmt::format("brace-{}", i + 1);
            Joint back = braceJoint(id + "-rail", "rail", id, "behind");
            Joint top = braceJoint(id + "-top", "top", id, "above");
            if (w_.p.braceFix == BraceFix::screwed)
                carries = fromBehind(back, outline, w_.braces[i], i == 0) && carries;
            keepBrace(std::move(back), w_.braces[i]);
            if (w_.p.braceFix == BraceFix::screwed)
                carries = fromAbove(top, outline, w_.braces[i], i == 0) && carries;
            keepBrace(std::move(top), w_.braces[i]);
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
    void keepBrace(Joint j, Length x) {
        placeClear(j, d_.assembly, x, x, w_.catalog);
        d_.assembly.joints.push_back(std::move(j));
    }

    [[nodiscard]] Joint braceJoint(std::string id, const char* first, std::string brace,
                                   const char* from) const {
        Joint j;
        j.id = std::move(id);
        j.first = first;
        j.second = std::move(brace);
        j.drivenFrom = from;
        j.how = w_.p.braceFix == BraceFix::screwed ? Joinery::screwsGlue : Joinery::glue;
        j.carries = w_.p.braceFix == BraceFix::screwed;
        j.through = std::string(first) == "rail" ? w_.p.railThickness : w_.p.thickness;
        if (!j.carries)
            j.note = "Glued it is ornament: nothing is counted on it.";
        return j;
    }

    bool fitBrace(Joint& j, const Meeting& m, bool tell) {
        const std::string why = fitScrew(j, m, w_.p.plugs, ctx_, w_.catalog);
        if (why.empty())
            return true;
        if (tell)
            problem(std::string(j.first) == "rail" ? "no_brace_screw_behind" : "no_brace_screw_above",
                    "brace_fix", why, false)
                .cures = {{"Glue the braces: ornament", {{"brace_fix", "glued"}}},
                          to("Braces", "brace_thickness", 20_mm)};
        j.how = Joinery::glue;
        j.spots.clear();
        j.shows = false;
        return false;
    }

    bool fromBehind(Joint& j, const std::vector<std::array<double, 2>>& outline, Length x, bool tell) {
        // The lower screw sits where the brace is still deep enough to bite; a nose at the foot is not.
        const Length down = w_.bracket.down;
        Length lowest = 20_mm;
        for (Length z = 20_mm; z <= down - 12_mm; z += 2_mm)
            if (widthAt(outline, z.mm()) >= 34)
                lowest = z;
        const Meeting m{w_.p.railThickness, Length::mm(widthAt(outline, lowest.mm())), w_.p.braceThickness,
                        true};
        if (!fitBrace(j, m, tell))
            return false;
        std::vector<Length> downs{lowest};
        if (lowest > 60_mm)
            downs.insert(downs.begin(), 20_mm);
        for (Length z : downs)
            j.spots.push_back({{x, Length(), w_.p.railHeight - z}});
        return true;
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

    bool fromAbove(Joint& j, const std::vector<std::array<double, 2>>& outline, Length x, bool tell) {
        Length farthest = 20_mm;
        for (Length y = 20_mm; y <= w_.p.braceOut - 12_mm; y += 2_mm)
            if (bracketDepth(outline, y.mm()) >= 34)
                farthest = y;
        const Meeting m{w_.p.thickness, Length::mm(bracketDepth(outline, farthest.mm())), w_.p.braceThickness,
                        true, true};
        j.shows = true;
        if (!fitBrace(j, m, tell))
            return false;
        // Clear of the screws that come from behind, as far out as there is room; a second one nearer the
        // rail.
        const auto clear = [&](Length y) {
            Joint one = j;
            one.spots = {{{x, w_.p.railThickness + y, w_.top}}};
            const Screw* s = w_.catalog.findScrew(j.screwId);
            placeFasteners(one, d_.assembly, s ? s->d : 0);
            return !meetsOthers(one, d_.assembly, 3);
        };
        std::vector<Length> outs;
        for (Length y = farthest; y >= 12_mm && outs.size() < 2; y -= 2_mm)
            if ((outs.empty() || outs.back() - y >= 35_mm) && clear(y))
                outs.push_back(y);
        if (outs.empty()) {
            if (tell)
                problem("no_brace_screw_above", "brace_fix",
                        "In so small a brace the screws from above would meet those from behind.", false)
                    .cures = {{"Glue the braces: ornament", {{"brace_fix", "glued"}}},
                              to("Out", "brace_out", w_.p.braceOut + 40_mm)};
            j.how = Joinery::glue;
            j.shows = false;
            return false;
        }
        std::reverse(outs.begin(), outs.end()); // the outermost last: what the brace is reckoned by
        for (Length y : outs)
            j.spots.push_back({{x, w_.p.railThickness + y, w_.top}});
        return true;
    }

    const BracedWith& w_;
};

} // namespace

void addBraceJoints(const BracedWith& with) {
    BraceJoiner(with).run();
}

} // namespace owl
