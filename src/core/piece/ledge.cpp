#include "piece/ledge.h"

#include "measure/format.h"
#include "piece/ledge_joints.h"

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
    Builder(const LedgeParams& p, const LedgeContext& ctx, const Catalog& c)
        : p_(p), ctx_(ctx), catalog_(c) {}

    LedgeResult run() {
        checkParameters();
        stripWidths();
        sizes();
        addStrips();
        addCaps();
        wallZone();
        addLedgeJoints(p_, ctx_, catalog_, {capT_, inner_, depth_, backZ_}, r_);
        return std::move(r_);
    }

  private:
    LedgeProblem& problem(const char* id, const char* field, std::string text, bool blocks = true) {
        r_.problems.push_back({id, field, std::move(text), blocks, {}});
        return r_.problems.back();
    }
    /// 'Lip 40 mm' -> that parameter in the file.
    [[nodiscard]] LedgeCure cure(const std::string& name, const char* key, Length value) const {
        return {name + " " + say(value), {{key, value.mm()}}};
    }
    [[nodiscard]] std::string say(Length l) const { return ledgeLength(l, ctx_); }

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
        r_.baseStrip = p_.depth - baseInset();
        r_.backStrip = p_.backHeight;
        r_.lipStrip = p_.lipHeight;
        const int shared = p_.shareBase + p_.shareBack + p_.shareLip;
        if (p_.boardWidth <= Length() || shared == 0)
            return;
        if (p_.remainder != LedgeStrip::none)
            takeRemainder();
        Length need = ctx_.kerf * (shared - 1);
        need += p_.shareBase ? r_.baseStrip + tongues_.base : Length();
        need += p_.shareBack ? r_.backStrip + tongues_.back : Length();
        need += p_.shareLip ? r_.lipStrip + tongues_.lip : Length();
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
        less(p_.shareBase, LedgeStrip::base, r_.baseStrip);
        less(p_.shareBack, LedgeStrip::back, r_.backStrip);
        less(p_.shareLip, LedgeStrip::lip, r_.lipStrip);
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
        (p_.remainder == LedgeStrip::base   ? r_.baseStrip
         : p_.remainder == LedgeStrip::back ? r_.backStrip
                                            : r_.lipStrip) = left;
    }

    static LedgeCure noRemainder() { return {"No remainder", {{"shared_board/remainder", "none"}}}; }

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
        depth_ = r_.baseStrip + baseInset();
        y0_ = p_.back == BackPlace::behindBase ? p_.backThickness : Length();
        backZ_ = p_.back == BackPlace::onBase ? p_.baseThickness : Length();
        lipZ_ = p_.lip == LipPlace::onTop ? p_.baseThickness : Length();
        lipTop_ = lipZ_ + r_.lipStrip;
        backTop_ = backZ_ + r_.backStrip;
        a.length = p_.length;
        a.depth = depth_;
        a.height = std::max(backTop_, lipTop_);
        if (r_.baseStrip < 30_mm)
            problem("base_too_narrow", "depth",
                    fmt::format("The base is only {} wide; things need at least {} to stand.",
                                say(r_.baseStrip), say(30_mm)))
                .cures = {cure("Depth", "depth", depth_ + 45_mm - r_.baseStrip)};
        if (p_.lip == LipPlace::inFront && r_.lipStrip < p_.baseThickness)
            problem("lip_below_base", "lipHeight",
                    fmt::format("The lip ({}) is lower than the base is thick ({}): nothing stops at it.",
                                say(r_.lipStrip), say(p_.baseThickness)),
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

    Part& strip(const char* id, const char* name, Length width, Length thickness, Vec at, Vec size) {
        Part part;
        part.id = id;
        part.name = name;
        part.length = inner_;
        part.width = width;
        part.thickness = thickness;
        part.cells.push_back({at, size});
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
        const Length surface = r_.baseStrip;
        Part& base = strip("base", "base", r_.baseStrip, p_.baseThickness, {capT_, y0_, Length()},
                           {inner_, r_.baseStrip, p_.baseThickness});
        std::string sum = fmt::format("width {} is the depth {}", say(r_.baseStrip), say(depth_));
        if (p_.back == BackPlace::behindBase)
            sum += fmt::format(" less the back's {}", say(p_.backThickness));
        if (p_.lip == LipPlace::inFront)
            sum += fmt::format(" less the lip's {}", say(p_.lipThickness));
        base.why.push_back(widthWhy(LedgeStrip::base, sum));
        Part& back = strip("back", "back rail", r_.backStrip, p_.backThickness, {capT_, Length(), backZ_},
                           {inner_, p_.backThickness, r_.backStrip});
        back.why.push_back(
            widthWhy(LedgeStrip::back, fmt::format("height {} as asked for", say(r_.backStrip))));
        const Length lipY = depth_ - p_.lipThickness;
        Part& lip = strip("lip", "front lip", r_.lipStrip, p_.lipThickness, {capT_, lipY, lipZ_},
                          {inner_, p_.lipThickness, r_.lipStrip});
        lip.why.push_back(widthWhy(LedgeStrip::lip, fmt::format("height {} as asked for", say(r_.lipStrip))));
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
            Part cap;
            cap.id = left ? "cap-left" : "cap-right";
            cap.name = left ? "left end cap" : "right end cap";
            cap.length = depth_;
            cap.width = high;
            cap.thickness = capT_;
            cap.grain = GrainAxis::y;
            const Length x = left ? Length() : p_.length - capT_;
            if (p_.caps == CapShape::stepped && high > lipTop_ && depth_ > stepY) {
                cap.cells.push_back({{x, Length(), Length()}, {capT_, stepY, high}});
                cap.cells.push_back({{x, stepY, Length()}, {capT_, depth_ - stepY, lipTop_}});
                cap.features.push_back({"step", fmt::format("cut away {} × {} at the upper front corner",
                                                            say(depth_ - stepY), say(high - lipTop_))});
            } else {
                cap.cells.push_back({{x, Length(), Length()}, {capT_, depth_, high}});
            }
            cap.why = {fmt::format("length {} is the ledge's depth", say(depth_)),
                       fmt::format("width {} reaches the top of the {}", say(high),
                                   p_.caps == CapShape::lowStrip ? "lip" : "back rail")};
            r_.assembly.parts.push_back(std::move(cap));
        }
    }

    void wallZone() {
        Assembly& a = r_.assembly;
        a.wallThrough = p_.backThickness;
        a.wallLeft = capT_;
        a.wallRight = p_.length - capT_;
        // High is free strength (S9.1: the pull falls with the height of the screws), but 20 mm of wood stays
        // above: at least 2.5 D for every screw that is tried (S10.6).
        const Length low = p_.baseThickness;
        const Length top = backTop_ - std::min(20_mm, (backTop_ - low) / 2);
        a.wallRows = {top};
        // A driver comes straight from the front, 25 mm wide.
        a.wallRowsBehindLip = lipTop_ > top - 13_mm;
        if (ctx_.rows < 2)
            return;
        // High enough over the lip for the driver, 4 D across the grain below the upper row.
        const Length second = std::max(low + 20_mm, lipTop_ + 13_mm);
        if (top - second < 25_mm)
            problem("one_row_only", "rows",
                    fmt::format(
                        "There is room for one row of wall screws: the back rail is {} high, and a driver "
                        "must pass over the lip.",
                        say(r_.backStrip)),
                    false);
        else
            a.wallRows.insert(a.wallRows.begin(), second);
    }

    const LedgeParams& p_;
    const LedgeContext& ctx_;
    const Catalog& catalog_;
    LedgeResult r_;
    Length capT_, inner_, depth_, y0_, backZ_, lipZ_, lipTop_, backTop_;
    TongueWidths tongues_ = tongueWidths(p_);
    std::string remainderWhy_;
};

} // namespace

const char* stripName(LedgeStrip s) {
    static constexpr const char* names[] = {"none", "base", "back rail", "lip"};
    return names[static_cast<int>(s)];
}

std::string ledgeLength(Length l, const LedgeContext& ctx) {
    NumberStyle s;
    s.units = ctx.units == "in" ? Units::imperial : Units::metric;
    s.denominator = 64;
    return formatLength(l, s);
}

LedgeResult makeLedge(const LedgeParams& p, const LedgeContext& ctx, const Catalog& catalog) {
    return Builder(p, ctx, catalog).run();
}

} // namespace owl
