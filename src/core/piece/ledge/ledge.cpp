#include "piece/ledge/ledge.h"

#include "piece/ledge/ledge_joints.h"

#include <algorithm>
#include <fmt/format.h>

// Where the strips sit (y out of the wall, z up from the bottom of the piece):
//
//   back on the base          back behind the base        lip in front           lip on top
//   |b|                       |b|                          from the bottom up     stands on the base
//   |b|      |l|              |b|        |l|
//   |_base___|l|              |b|_base___|l|
//
// on the base:    the base strip runs from the wall to the lip (or to the front, lip on top); back stands on
// it. behind it:      the back runs from the bottom; the base starts in front of it.

namespace owl {
namespace {

class Builder {
  public:
    Builder(const LedgeParams& p, const MakeContext& ctx, const Catalog& c) : p_(p), ctx_(ctx), catalog_(c) {}

    Draft run() {
        checkParameters();
        stripWidths();
        sizes();
        addStrips();
        addCaps();
        wallZone();
        addLedgeJoints(p_, ctx_, catalog_, {inner_, backStrip_}, r_);
        describeMember();
        dimensions();
        return std::move(r_);
    }

  private:
    Problem& problem(const char* id, const char* field, std::string text, bool blocks = true) {
        r_.problems.push_back({id, field, std::move(text), blocks, {}});
        return r_.problems.back();
    }
    /// 'Lip 40 mm' -> that parameter in the file.
    [[nodiscard]] Cure cure(const std::string& name, const char* key, Length value) const {
        return {name + " " + say(value), {{key, value.mm()}}};
    }
    [[nodiscard]] std::string say(Length l) const { return exactLength(l, ctx_); }

    void checkParameters() {
        struct Named {
            Length value;
            const char *field, *key, *name;
            Length usual;
        };
        for (const auto& n : {Named{p_.length, "length", "length", "length", 900_mm},
                              {p_.depth, "depth", "depth", "depth", 90_mm},
                              {p_.backHeight, "backHeight", "back_height", "back rail", 90_mm},
                              {p_.lipHeight, "lipHeight", "lip_height", "lip", 40_mm},
                              {p_.baseThickness, "baseThickness", "base_thickness", "base thickness", 18_mm},
                              {p_.backThickness, "backThickness", "back_thickness", "back thickness", 18_mm},
                              {p_.lipThickness, "lipThickness", "lip_thickness", "lip thickness", 18_mm}})
            if (n.value < 3_mm)
                problem("too_small", n.field,
                        fmt::format("The {} is {}; it must be at least {}.", n.name, say(n.value), say(3_mm)))
                    .cures.push_back(cure(n.name, n.key, n.usual));
        if (p_.length > 4500_mm)
            problem("too_long", "length",
                    fmt::format("A ledge of {} is longer than any board sold; plan two that meet on a stud.",
                                say(p_.length)))
                .cures.push_back(cure("Make it", "length", 4000_mm));
        if (p_.length < 150_mm)
            problem("too_short", "length",
                    fmt::format("A ledge shorter than {} cannot be screwed to a stud and hold things.",
                                say(150_mm)))
                .cures.push_back(cure("Make it", "length", 300_mm));
    }

    /// The width rule: which strip takes what the shared board has left.
    void stripWidths() {
        baseStrip_ = p_.depth - baseInset();
        backStrip_ = p_.backHeight;
        lipStrip_ = p_.lipHeight;
        const int shared = p_.shareBase + p_.shareBack + p_.shareLip;
        if (p_.boardWidth <= Length() || shared == 0)
            return;
        if (p_.remainder != LedgeStrip::none)
            takeRemainder();
        Length need = ctx_.kerf * (shared - 1);
        need += p_.shareBase ? baseStrip_ + tongues_.base : Length();
        need += p_.shareBack ? backStrip_ + tongues_.back : Length();
        need += p_.shareLip ? lipStrip_ + tongues_.lip : Length();
        if (need > p_.boardWidth) {
            auto& q = problem("board_too_narrow", "boardWidth",
                              fmt::format("The strips and {} kerf{} need {}; the shared board is {} wide.",
                                          shared - 1, shared == 2 ? "" : "s", say(need), say(p_.boardWidth)));
            if (p_.shareBack)
                q.cures.push_back(
                    {"Let the back rail take the remainder", {{"shared_board/remainder", "back"}}});
            q.cures.push_back({"A board " + say(need) + " wide", {{"shared_board/width", need.mm()}}});
            q.cures.push_back({"Strips from any board", {{"shared_board/width", 0}}});
        }
        const bool mixed = (p_.shareBase && p_.shareBack && p_.baseThickness != p_.backThickness) ||
                           (p_.shareBase && p_.shareLip && p_.baseThickness != p_.lipThickness) ||
                           (p_.shareBack && p_.shareLip && p_.backThickness != p_.lipThickness);
        if (mixed)
            problem("shared_thickness", "baseThickness",
                    "Strips from one board have one thickness; these differ.")
                .cures.push_back(
                    {"One thickness for all",
                     {{"back_thickness", p_.baseThickness.mm()}, {"lip_thickness", p_.baseThickness.mm()}}});
    }

    void takeRemainder() {
        const bool in = (p_.remainder == LedgeStrip::base && p_.shareBase) ||
                        (p_.remainder == LedgeStrip::back && p_.shareBack) ||
                        (p_.remainder == LedgeStrip::lip && p_.shareLip);
        if (!in) {
            problem("remainder_not_shared", "remainder",
                    fmt::format("The {} is to take the remainder but does not come from the shared board.",
                                stripName(p_.remainder)))
                .cures.push_back(noRemainder());
            return;
        }
        const int shared = p_.shareBase + p_.shareBack + p_.shareLip;
        Length left = p_.boardWidth - ctx_.kerf * (shared - 1);
        std::string sum = fmt::format("{} board", say(p_.boardWidth));
        const auto less = [&](bool isShared, LedgeStrip s, Length w) {
            if (isShared && p_.remainder != s) {
                left -= w;
                sum += fmt::format(" − {} {}", say(w), stripName(s));
            }
        };
        less(p_.shareBase, LedgeStrip::base, baseStrip_);
        less(p_.shareBack, LedgeStrip::back, backStrip_);
        less(p_.shareLip, LedgeStrip::lip, lipStrip_);
        const Length tongues = (p_.shareBase ? tongues_.base : Length()) +
                               (p_.shareBack ? tongues_.back : Length()) +
                               (p_.shareLip ? tongues_.lip : Length());
        if (tongues > Length()) {
            left -= tongues;
            sum += fmt::format(" − {} for tongues", say(tongues));
        }
        if (shared > 1)
            sum += fmt::format(" − {} × {} kerf", shared - 1, say(ctx_.kerf));
        remainderWhy_ = fmt::format("width is the remainder: {} = {}", sum, say(left));
        if (left < 12_mm) {
            problem("remainder_too_small", "remainder",
                    fmt::format("Nothing useful is left for the {}: {}.", stripName(p_.remainder), sum))
                .cures.push_back(noRemainder());
            left = std::max(left, 3_mm);
        }
        (p_.remainder == LedgeStrip::base   ? baseStrip_
         : p_.remainder == LedgeStrip::back ? backStrip_
                                            : lipStrip_) = left;
    }

    static Cure noRemainder() { return {"No remainder", {{"shared_board/remainder", "none"}}}; }

    /// What of the depth the base does not cover.
    [[nodiscard]] Length baseInset() const {
        Length inset;
        if (p_.back == BackPlace::behindBase)
            inset += p_.backThickness;
        if (p_.lip == LipPlace::inFront)
            inset += p_.lipThickness;
        return inset;
    }

    void sizes() {
        Assembly& a = r_.assembly;
        capT_ = p_.caps == CapShape::none ? Length() : p_.capThickness;
        inner_ = p_.length - capT_ * 2;
        depth_ = baseStrip_ + baseInset();
        y0_ = p_.back == BackPlace::behindBase ? p_.backThickness : Length();
        backZ_ = p_.back == BackPlace::onBase ? p_.baseThickness : Length();
        lipZ_ = p_.lip == LipPlace::onTop ? p_.baseThickness : Length();
        lipTop_ = lipZ_ + lipStrip_;
        backTop_ = backZ_ + backStrip_;
        a.length = p_.length;
        a.depth = depth_;
        a.height = std::max(backTop_, lipTop_);
        if (baseStrip_ < 30_mm)
            problem("base_too_narrow", "depth",
                    fmt::format("The base is only {} wide; things need at least {} to stand.",
                                say(baseStrip_), say(30_mm)))
                .cures = {cure("Depth", "depth", depth_ + 45_mm - baseStrip_)};
        if (p_.lip == LipPlace::inFront && lipStrip_ < p_.baseThickness)
            problem("lip_below_base", "lipHeight",
                    fmt::format("The lip ({}) is lower than the base is thick ({}): nothing stops at it.",
                                say(lipStrip_), say(p_.baseThickness)),
                    false)
                .cures.push_back(cure("Lip", "lip_height", p_.baseThickness + 20_mm));
        if (lipTop_ > backTop_)
            problem("lip_above_back", "lipHeight",
                    "The lip is higher than the back rail; it hides what stands behind it.", false)
                .cures = {cure("Lip", "lip_height", std::max(20_mm, backTop_ - lipZ_ - 20_mm)),
                          cure("Back rail", "back_height", lipTop_ + 30_mm - backZ_)};
        if (inner_ < 100_mm)
            problem("caps_too_thick", "capThickness",
                    fmt::format("The end caps leave less than {} between them.", say(100_mm)))
                .cures = {cure("Caps", "cap_thickness", 12_mm), {"No end caps", {{"caps", "none"}}}};
    }

    /// A strip between the caps; `width` without its tongues, which reach `low` and `high` beyond its edges.
    Part& strip(const char* id, const char* name, Length width, Length thickness, Pose pose, Length low,
                Length high, Vec3 apart) {
        pose.origin = pose.origin - pose.across * low.mm();
        Part part = blankPart(id, name, inner_, width + low + high, thickness, pose);
        part.apart = apart;
        part.why.push_back(capT_ > Length() ? fmt::format("length {} is {} less two caps of {}", say(inner_),
                                                          say(p_.length), say(capT_))
                                            : fmt::format("length {} is the ledge's", say(inner_)));
        r_.assembly.parts.push_back(std::move(part));
        return r_.assembly.parts.back();
    }

    [[nodiscard]] std::string widthWhy(LedgeStrip s, const std::string& otherwise) const {
        return p_.remainder == s && !remainderWhy_.empty() ? remainderWhy_ : otherwise;
    }

    void addStrips() {
        const Length surface = baseStrip_;
        // Base flat; back rail and lip on edge, their faces to the front of the room at the low side.
        const bool on = p_.back == BackPlace::onBase;
        const bool top = p_.lip == LipPlace::onTop;
        const Pose flat{{capT_.mm(), y0_.mm(), 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
        const auto onEdge = [&](Length front, Length z) {
            return Pose{{capT_.mm(), front.mm(), z.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}};
        };
        Part& base = strip("base", "base", baseStrip_, p_.baseThickness, flat, on ? Length() : backTongue(),
                           top ? Length() : lipTongue(), {});
        std::string sum = fmt::format("width {} is the depth {}", say(baseStrip_), say(depth_));
        if (p_.back == BackPlace::behindBase)
            sum += fmt::format(" less the back's {}", say(p_.backThickness));
        if (p_.lip == LipPlace::inFront)
            sum += fmt::format(" less the lip's {}", say(p_.lipThickness));
        base.why.push_back(widthWhy(LedgeStrip::base, sum));
        Part& back =
            strip("back", "back rail", backStrip_, p_.backThickness, onEdge(p_.backThickness, backZ_),
                  on ? backTongue() : Length(), Length(), {0, -1, 0.6});
        back.why.push_back(
            widthWhy(LedgeStrip::back, fmt::format("height {} as asked for", say(backStrip_))));
        const Length lipY = depth_ - p_.lipThickness;
        Part& lip = strip("lip", "front lip", lipStrip_, p_.lipThickness, onEdge(depth_, lipZ_),
                          top ? lipTongue() : Length(), Length(), {0, 1, 0.25});
        lip.why.push_back(widthWhy(LedgeStrip::lip, fmt::format("height {} as asked for", say(lipStrip_))));
        Assembly& a = r_.assembly;
        a.surfaceBack = p_.backThickness;
        a.surfaceFront = p_.lip == LipPlace::inFront ? y0_ + surface : lipY;
        a.surfaceZ = p_.baseThickness;
        if (a.surfaceFront <= a.surfaceBack)
            problem("no_surface", "depth", "Back rail and lip leave no room for things to stand.")
                .cures.push_back(cure("Depth", "depth", p_.backThickness + p_.lipThickness + 60_mm));
    }

    void addCaps() {
        if (p_.caps == CapShape::none)
            return;
        const Length high = p_.caps == CapShape::lowStrip ? lipTop_ : std::max(backTop_, lipTop_);
        const Length stepY = p_.backThickness * 2;
        for (const bool left : {true, false}) {
            const Length x = left ? Length() : p_.length - capT_;
            Part cap = blankPart(left ? "cap-left" : "cap-right", left ? "left end cap" : "right end cap",
                                 depth_, high, capT_, {{x.mm(), 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 0, 0}});
            cap.apart = {left ? -1.0 : 1.0, 0, 0};
            if (p_.caps == CapShape::stepped && high > lipTop_ && depth_ > stepY) {
                cap.features.push_back(
                    {cap.id + "/step",
                     "step",
                     fmt::format("cut away {} × {} at the upper front corner", say(depth_ - stepY),
                                 say(high - lipTop_)),
                     {},
                     {},
                     false,
                     {{"length_mm", (depth_ - stepY).mm()}, {"depth_mm", (high - lipTop_).mm()}}});
                subtract(cap.solid,
                         toolIn(cap, {stepY.mm(), depth_.mm() + 1}, {lipTop_.mm(), high.mm() + 1},
                                {-1, capT_.mm() + 1}),
                         6);
            }
            cap.why = {fmt::format("length {} is the ledge's depth", say(depth_)),
                       fmt::format("width {} reaches the top of the {}", say(high),
                                   p_.caps == CapShape::lowStrip ? "lip" : "back rail")};
            r_.assembly.parts.push_back(std::move(cap));
        }
    }

    void wallZone() {
        Assembly& a = r_.assembly;
        RailSeat seat;
        seat.part = "back";
        seat.joint = "base-back";
        seat.through = p_.backThickness;
        seat.left = capT_;
        seat.right = p_.length - capT_;
        // High is free strength (S9.1: the pull falls with the height of the screws), but 20 mm of wood stays
        // above: at least 2.5 D for every screw that is tried (S10.6).
        const Length low = p_.baseThickness;
        const Length top = backTop_ - std::min(20_mm, (backTop_ - low) / 2);
        seat.rows = {top};
        // A driver comes straight from the front, 25 mm wide.
        if (lipTop_ > top - 13_mm)
            seat.inTheWay = "lip";
        a.top = std::max(p_.baseThickness, lipTop_);
        if (ctx_.rows > 1)
            secondRow(low, top, seat);
        a.seats.emplace_back(std::move(seat));
    }

    void secondRow(Length low, Length top, RailSeat& seat) {
        // High enough over the lip for the driver, 4 D across the grain below the upper row.
        const Length second = std::max(low + 20_mm, lipTop_ + 13_mm);
        if (top - second < 25_mm)
            problem("one_row_only", "rows",
                    fmt::format(
                        "There is room for one row of wall screws: the back rail is {} high, and a driver "
                        "must pass over the lip.",
                        say(backStrip_)),
                    false);
        else
            seat.rows.insert(seat.rows.begin(), second);
    }

    /// Base, back rail and lip as rectangles of the section, without tongues: they fill their grooves.
    void describeMember() {
        Member& m = r_.assembly.member;
        const auto rect = [&](const char* id, Length b, Length h, Length z, Length y) {
            m.rects.push_back({id, b.mm(), h.mm(), z.mm(), y.mm()});
        };
        rect("base", baseStrip_, p_.baseThickness, Length(), y0_);
        rect("back", p_.backThickness, backStrip_, backZ_, Length());
        rect("lip", p_.lipThickness, lipStrip_, lipZ_, depth_ - p_.lipThickness);
        m.glued = p_.backJoint != Joinery::nailsGlue;
        if (p_.back == BackPlace::onBase) {
            m.glueLineZ = p_.baseThickness.mm();
            m.glueLineWidth = p_.backThickness.mm();
        }
        m.words = m.glued ? "base, back rail and lip glued into one section"
                          : "parts only screwed: they bend side by side";
        FromOneBoard shared;
        shared.width = p_.boardWidth;
        for (const auto& [on, id] :
             {std::pair{p_.shareBase, "base"}, {p_.shareBack, "back"}, {p_.shareLip, "lip"}})
            if (on && p_.boardWidth > Length())
                shared.parts.emplace_back(id);
        if (!shared.parts.empty())
            r_.assembly.together.push_back(std::move(shared));
    }

    void dimensions() {
        auto& out = r_.assembly.dimensions;
        const double D = depth_.mm();
        const double L = p_.length.mm();
        const auto up = [&](double y, Length low, Length high, const char* name, double side) {
            out.push_back({{0, y, low.mm()}, {0, y, high.mm()}, Dimension::In::section, name, side});
        };
        up(0, backZ_, backTop_, "back_height", -1);
        up(D, lipZ_, lipTop_, "lip_height", 1);
        out.push_back({{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1});
        out.push_back({{0, 0, backTop_.mm()},
                       {0, p_.backThickness.mm(), backTop_.mm()},
                       Dimension::In::section,
                       "back_thickness",
                       -1});
        up(D * 0.55, Length(), p_.baseThickness, "base_thickness", 0);
        out.push_back({{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1});
        r_.derived = {{"depth", depth_}, {"back_height", backStrip_}, {"lip_height", lipStrip_}};
    }

    [[nodiscard]] Length backTongue() const {
        return p_.back == BackPlace::onBase            ? tongues_.back
               : p_.backJoint == Joinery::tongueGroove ? tongueLength(p_.backThickness)
                                                       : Length();
    }
    [[nodiscard]] Length lipTongue() const {
        return p_.lip == LipPlace::onTop              ? tongues_.lip
               : p_.lipJoint == Joinery::tongueGroove ? tongueLength(p_.lipThickness)
                                                      : Length();
    }

    const LedgeParams& p_;
    const MakeContext& ctx_;
    const Catalog& catalog_;
    Draft r_;
    Length baseStrip_, backStrip_, lipStrip_; ///< without tongues
    Length capT_, inner_, depth_, y0_, backZ_, lipZ_, lipTop_, backTop_;
    TongueWidths tongues_ = tongueWidths(p_);
    std::string remainderWhy_;
};

} // namespace

const char* stripName(LedgeStrip s) {
    static constexpr const char* names[] = {"none", "base", "back rail", "lip"};
    return names[static_cast<int>(s)];
}

Draft LedgeParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    return Builder(*this, ctx, catalog).run();
}

} // namespace owl
