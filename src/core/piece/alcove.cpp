// The alcove shelf: what can be built of what was asked, and its frame. x runs along the back wall from the
// left corner, y out of it, z up from the lowest part.
#include "piece/alcove.h"

#include "piece/alcove_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {

namespace {

constexpr double ladderPlay = 2;     // mm at each end of the back ledger: it is pushed in from the front
constexpr double blockSpacing = 400; // mm: what a skin of 12 mm spans without a hollow sound

} // namespace

AlcoveBuilder::AlcoveBuilder(const AlcoveParams& p, const MakeContext& ctx, Draft& d, const Catalog& catalog)
    : CaseBuilder(ctx, d, catalog), p_(p), room_(p) {}

void AlcoveBuilder::run() {
    checkParameters();
    sizes();
    if (framed()) {
        sideLedgers();
        packings();
        ladder();
        blocks();
        endBoard();
        frameJoints();
        skins();
        face();
    } else {
        board();
        boardHolds();
    }
    describeRest();
}

void AlcoveBuilder::checkParameters() {
    if (p_.length < 250_mm)
        problem("too_short", "length",
                fmt::format("An alcove of {} is a gap: a board on two strips fills it.", say(p_.length)))
            .cures.push_back(to("Width", "length", 400_mm));
    if (p_.length > 4000_mm)
        problem(
            "too_long", "length",
            fmt::format("{} from wall to wall without anything between asks for a beam: have it looked at.",
                        say(p_.length)))
            .cures.push_back(to("Width", "length", 3000_mm));
    if (p_.depth < 120_mm || p_.depth > 900_mm)
        problem("depth", "depth",
                fmt::format("A shelf {} deep is not built so; between {} and {} it is.", say(p_.depth),
                            say(120_mm), say(900_mm)))
            .cures.push_back(to("Depth", "depth", std::clamp(p_.depth, 200_mm, 600_mm)));
    checkWidths();
    for (const auto& [key, text] :
         {std::pair{"scribe_back", p_.scribeBack}, std::pair{"scribe_left", p_.scribeLeft},
          std::pair{"scribe_right", p_.scribeRight}})
        if (!text.empty() && !readingsOf(text))
            problem(
                "readings", key,
                "Readings are pairs from left to right: how far along, how big the gap, '0 2, 300 5, 600 1'.",
                false)
                .cures.push_back({"Without readings", {{key, ""}}});
    if (framed())
        checkFrame();
    else if (p_.thickness < 25_mm && p_.length > 600_mm)
        problem("board_thin", "thickness",
                fmt::format("A board of {} from wall to wall over {} is no thick one: frame it.",
                            say(p_.thickness), say(p_.length)),
                false)
            .cures = {to("Thickness", "thickness", 40_mm), {"Framed, with skins", {{"made", "framed"}}}};
}

void AlcoveBuilder::checkWidths() {
    const double flare = (p_.frontWidth - p_.length).mm();
    const double most = 0.36 * p_.depth.mm(); // two sides of ten degrees
    if (std::abs(flare) > std::max(most, 60.0))
        problem("alcove_flares", "front_width",
                fmt::format(
                    "{} at the front and {} at the back over a depth of {}: walls that run apart like that "
                    "are not scribed, they are another room. Was it measured at the same height?",
                    say(p_.frontWidth), say(p_.length), say(p_.depth)))
            .cures = {to("Front", "front_width", p_.length + (flare > 0 ? 60_mm : -60_mm)),
                      to("As wide as the back:", "front_width", p_.length)};
    const Length line = (p_.length + p_.frontWidth) / 2;
    if (abs(p_.middleWidth - line) > 60_mm)
        problem("alcove_middle", "middle_width",
                fmt::format(
                    "{} in the middle, where back and front say {}: a wall that comes in so far wants its "
                    "own readings.",
                    say(p_.middleWidth), say(line)))
            .cures.push_back(to("Middle", "middle_width", line));
    if (p_.leftAngle < 75 || p_.leftAngle > 105)
        problem("alcove_angle", "left_angle",
                fmt::format("A corner of {:g}° is none of an alcove; it is drawn for {:g}°.", p_.leftAngle,
                            std::clamp(p_.leftAngle, 60.0, 120.0)))
            .cures.push_back({"A right angle", {{"left_angle", 90.0}}});
}

void AlcoveBuilder::checkFrame() {
    if (p_.frameHeight < 36_mm)
        problem("frame_low", "frame_height",
                fmt::format("A frame {} high takes no screws into the ends of its blocks; it needs {}.",
                            say(p_.frameHeight), say(45_mm)))
            .cures.push_back(to("Frame", "frame_height", 60_mm));
    if (p_.frameThickness < 25_mm)
        problem("frame_thin", "frame_thickness",
                fmt::format("A frame of {} splits where the skins are screwed to it; {} does not.",
                            say(p_.frameThickness), say(40_mm)))
            .cures.push_back(to("Frame", "frame_thickness", 40_mm));
    const Length inside = p_.depth - p_.faceThickness - p_.setBack - p_.frameThickness * (p_.rails + 1);
    if (inside < 40_mm)
        problem("no_depth_left", "depth",
                fmt::format("Face, front rail and back ledger leave {} between them.", say(inside)))
            .cures = {to("Depth", "depth", p_.depth + 80_mm - inside), {"One front rail", {{"rails", 1}}}};
    const Length all = p_.frameHeight + p_.skin * 2;
    if (p_.faceHeight < all)
        problem("face_low", "face_height",
                fmt::format("A face of {} does not cover frame and skins, {}.", say(p_.faceHeight), say(all)),
                false)
            .cures.push_back(to("Face", "face_height", all));
    if (p_.setBack > 120_mm)
        problem("set_back", "set_back",
                fmt::format("The skins stand out {} past the front rail: they bend there.", say(p_.setBack)),
                false)
            .cures.push_back(to("Set back", "set_back", 60_mm));
}

void AlcoveBuilder::sizes() {
    W_ = room_.width;
    D_ = room_.depth;
    Assembly& a = d_.assembly;
    pack_ = framed() ? std::max(0.0, p_.packing.mm()) : 0;
    if (!framed()) {
        fh_ = std::max(10.0, p_.ledgerHeight.mm());
        ft_ = std::max(5.0, std::min(p_.ledgerThickness.mm(), D_ / 3));
        st_ = std::max(2.0, p_.thickness.mm());
        z0_ = zb_ = 0;
        yf_ = D_;
        yr_ = std::max(ft_ + 20, D_ - 30); // ledgers end behind the front, so that they hardly show
        a.height = Length::mm(fh_ + st_);
        return;
    }
    ft_ = std::max(5.0, std::min(p_.frameThickness.mm(), (D_ - p_.faceThickness.mm()) / 3));
    fh_ = std::max(10.0, p_.frameHeight.mm());
    st_ = std::max(1.0, p_.skin.mm());
    faceT_ = std::max(1.0, p_.faceThickness.mm());
    faceH_ = std::max(p_.faceHeight.mm(), fh_ + 2 * st_);
    // What the face is higher hangs below, so that the top is level with it.
    zb_ = faceH_ - fh_ - 2 * st_;
    z0_ = zb_ + st_;
    yf_ = D_ - faceT_;
    const int n = std::clamp(p_.rails, 1, 3);
    yr_ = std::max(ft_ + 20, yf_ - std::clamp(p_.setBack.mm(), 0.0, D_ / 3) - n * ft_);
    a.height = Length::mm(faceH_);
}

double AlcoveBuilder::innerLeft(double y) const {
    return hasLeft() ? room_.leftAt(y) + (ft_ + pack_) / room_.left.out.x : room_.leftAt(0);
}
double AlcoveBuilder::innerRight(double y) const {
    return hasRight() ? room_.rightAt(y) - (ft_ + pack_) / -room_.right.out.x : W_;
}

void AlcoveBuilder::cutSides(Solid& solid, double z, double high, bool scribed) const {
    const double gap = std::max(0.0, p_.gap.mm());
    for (const bool left : {true, false}) {
        if (!(left ? hasLeft() : hasRight())) {
            // Square at the open end; there the end board stands.
            const double out = framed() ? faceT_ : 0;
            clip(solid, planeThrough({left ? out : W_ - out, 0, 0}, {left ? -1.0 : 1.0, 0, 0}), 8);
            continue;
        }
        AlcoveLine wall = line(left);
        if (!scribed)
            wall.gaps.clear();
        scribe(solid, wall, gap, z, high, 8);
    }
}

void AlcoveBuilder::cutBack(Solid& solid, double z, double high) const {
    scribe(solid, room_.back, 0, z, high, 8);
}

Part AlcoveBuilder::lying(const std::string& id, const std::string& name, double x0, double x1, double y0,
                          double y1, double z0, double z1) const {
    return blankPart(id, name, Length::mm(x1 - x0), Length::mm(y1 - y0), Length::mm(z1 - z0),
                     {{x0, y0, z0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
}

/// Along the side walls, from the back wall to the front rail; the back ledger and its blocks go between
/// them.
void AlcoveBuilder::sideLedgers() {
    for (const bool left : {true, false}) {
        if (!(left ? hasLeft() : hasRight()))
            continue;
        const AlcoveLine& wall = line(left);
        const double reach = yr_ / wall.along.y + 60;
        const double from = framed() ? 0 : ft_ + 1; // on the board's own strips the back one runs through
        Part p = blankPart(left ? "ledger-left" : "ledger-right",
                           framed() ? (left ? "left side of the frame" : "right side of the frame")
                                    : (left ? "left ledger" : "right ledger"),
                           Length::mm(reach + 60), Length::mm(fh_), Length::mm(ft_),
                           {wall.origin - wall.along * 60 + wall.out * (pack_ + ft_) + Vec3{0, 0, z0_},
                            wall.along,
                            {0, 0, 1},
                            -wall.out});
        clip(p.solid, planeThrough({0, from, 0}, {0, -1, 0}), 8);
        clip(p.solid, planeThrough({0, yr_, 0}, {0, 1, 0}), 8);
        fitBlank(p);
        p.width = Length::mm(fh_);
        p.thickness = Length::mm(ft_);
        const Length blank = p.length;
        add(std::move(p),
            {fmt::format("length {}: from the back wall to the front {}", say(blank),
                         framed() ? "rail" : "edge, short of it"),
             fmt::format("width {} is its height", say(Length::mm(fh_)))},
            wall.out * -0.4);
    }
}

/// Pieces between a side of the frame and the studs of its wall: each is screwed to a stud, the frame to it.
void AlcoveBuilder::packings() {
    if (pack_ <= 0)
        return;
    for (const bool left : {true, false}) {
        if (!(left ? hasLeft() : hasRight()))
            continue;
        const AlcoveLine& wall = line(left);
        std::vector<Length> at;
        for (const auto& b : ctx_.beside)
            if (b.to == (left ? "left_wall" : "right_wall"))
                for (Length s : b.studs)
                    if (s.mm() > ft_ + 45 && s.mm() < yr_ - 42) // a driver passes the back of the frame
                        at.push_back(s);
        if (at.empty()) // nobody knows the studs yet: drawn where one may be
            at.push_back(
                Length::mm(std::round(std::clamp(yr_ * 0.6, ft_ + 46, std::max(ft_ + 46, yr_ - 42)))));
        if (yr_ - 42 < ft_ + 46) {
            if (left || !hasLeft())
                problem("packing_no_room", "packing",
                        fmt::format(
                            "Between the back of the frame and its front rail no packing piece of {} finds "
                            "room.",
                            say(80_mm)))
                    .cures = {{"No packing", {{"packing", 0.0}}}, to("Depth", "depth", p_.depth + 100_mm)};
            continue;
        }
        const std::string side = left ? "ledger-left" : "ledger-right";
        for (std::size_t i = 0; i < at.size(); ++i) {
            const std::string id = fmt::format("pack-{}-{}", left ? "left" : "right", i + 1);
            const double block = 80;
            const double s = at[i].mm();
            Part p =
                blankPart(id, fmt::format("packing {} of the {}", i + 1, left ? "left" : "right"),
                          Length::mm(block), Length::mm(fh_), Length::mm(pack_),
                          {wall.origin + wall.along * (s - block / 2) + wall.out * pack_ + Vec3{0, 0, z0_},
                           wall.along,
                           {0, 0, 1},
                           -wall.out});
            add(std::move(p), {fmt::format("thickness {} keeps the frame off the wall", say(p_.packing))},
                wall.out * -0.6);
            const std::size_t k = left ? 0 : 1;
            packed_[k].push_back(id);
            packedAt_[k].push_back(at[i]);
            Joint j = named("on-" + id, side, id, "butt");
            j.how = Joinery::screws;
            j.glued = false;
            j.atWall = true;
            j.drivenFrom = left ? "the right" : "the left";
            j.driving = -wall.out;
            const std::string why =
                fitScrew(j, {Length::mm(ft_), Length::mm(pack_), Length::mm(fh_), true, false},
                         PlugWay::filled, ctx_, catalog_);
            if (!why.empty()) {
                j.how = Joinery::dry;
                problem("packing_screw", "packing", why).cures = {to("Packing", "packing", 38_mm),
                                                                  {"No packing", {{"packing", 0.0}}}};
            }
            for (const double off : {-25.0, 25.0}) {
                const Vec3 q = wall.origin + wall.along * (s + off) + wall.out * (pack_ + ft_);
                j.spots.push_back({{Length::mm(q.x), Length::mm(q.y), Length::mm(z0_ + fh_ * 0.4)}});
            }
            keep(std::move(j));
        }
    }
}

/// Back ledger and front rail, with the blocks between them: put together on the bench and pushed in.
void AlcoveBuilder::ladder() {
    const double x0 = std::max(innerLeft(0), innerLeft(yr_)) + (hasLeft() ? ladderPlay : faceT_);
    const double x1 = std::min(innerRight(0), innerRight(yr_)) - (hasRight() ? ladderPlay : faceT_);
    Part back =
        blankPart("ledger-back", "back of the frame", Length::mm(std::max(20.0, x1 - x0)), Length::mm(fh_),
                  Length::mm(ft_), {{x0, ft_, z0_}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
    add(std::move(back),
        {fmt::format("length {}: what is clear between the sides, less {} to push it in",
                     say(Length::mm(x1 - x0)), say(Length::mm(2 * ladderPlay)))},
        {0, -0.3, 0});
    const int n = std::clamp(p_.rails, 1, 3);
    for (int i = 0; i < n; ++i) {
        const std::string id = n == 1 ? "rail" : fmt::format("rail-{}", i + 1);
        const double y = yr_ + i * ft_;
        const double gap = std::max(0.0, p_.gap.mm());
        // Square ends: as long as the narrowest place it stands in.
        const double a = hasLeft() ? std::max(room_.leftAt(y), room_.leftAt(y + ft_)) + gap : faceT_;
        const double b = hasRight() ? std::min(room_.rightAt(y), room_.rightAt(y + ft_)) - gap : W_ - faceT_;
        Part r = blankPart(id, n == 1 ? "front rail" : fmt::format("front rail {}", i + 1),
                           Length::mm(std::max(20.0, b - a)), Length::mm(fh_), Length::mm(ft_),
                           {{a, y + ft_, z0_}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        add(std::move(r),
            {fmt::format("length {} is the alcove's where it stands; the straightest board, its crown up",
                         say(Length::mm(b - a)))},
            {0, 0.5 + 0.2 * i, 0});
        railIds_.push_back(id);
    }
}

void AlcoveBuilder::blocks() {
    const double x0 = std::max(innerLeft(0), innerLeft(yr_));
    const double x1 = std::min(innerRight(0), innerRight(yr_));
    const double clear = x1 - x0;
    int n = std::clamp(p_.blocks, 0, 20);
    if (p_.blocks == 0)
        n = std::max(1, static_cast<int>(std::ceil(clear / blockSpacing)) - 1);
    // A block does not cover the screw of a stud: a driver's width and the half of the block beside it.
    const double keep = ft_ / 2 + 22;
    for (int i = 0; i < n; ++i) {
        double x = x0 + clear * (i + 1) / (n + 1);
        for (int step = 0; step <= 30; ++step)
            for (const double side : {1.0, -1.0}) {
                const double tried = x0 + clear * (i + 1) / (n + 1) + side * step * 4;
                const bool free = std::none_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(),
                                               [&](Length s) { return std::abs(s.mm() - tried) < keep; });
                if (free) {
                    x = tried;
                    step = 99;
                    break;
                }
            }
        if (x - ft_ / 2 < x0 + 10 || x + ft_ / 2 > x1 - 10 ||
            (!blockX_.empty() && x - blockX_.back() < ft_ + 60)) {
            if (p_.blocks > 0 && i + 1 == n)
                problem("blocks_do_not_fit", "blocks",
                        fmt::format("{} blocks find no room between the screws of the studs.", n), false)
                    .cures.push_back({"As many as the skins want", {{"blocks", 0}}});
            continue;
        }
        x = std::round(x);
        blockX_.push_back(x);
        const std::string id = fmt::format("block-{}", blockX_.size());
        Part b =
            blankPart(id, fmt::format("block {}", blockX_.size()), Length::mm(yr_ - ft_), Length::mm(fh_),
                      Length::mm(ft_), {{x + ft_ / 2, ft_, z0_}, {0, 1, 0}, {0, 0, 1}, {-1, 0, 0}});
        add(std::move(b),
            {fmt::format("length {}: the clear depth between back and front rail, all cut to one stop",
                         say(Length::mm(yr_ - ft_)))},
            {0, 0, 0});
    }
    for (const bool left : {true, false})
        if (!(left ? hasLeft() : hasRight())) {
            const std::string id = left ? "end-left" : "end-right";
            const double x = left ? faceT_ + ft_ : W_ - faceT_;
            Part b = blankPart(id, "end of the frame", Length::mm(yr_ - ft_), Length::mm(fh_),
                               Length::mm(ft_), {{x, ft_, z0_}, {0, 1, 0}, {0, 0, 1}, {-1, 0, 0}});
            add(std::move(b), {fmt::format("length {} is the blocks'", say(Length::mm(yr_ - ft_)))},
                {left ? -0.3 : 0.3, 0, 0});
        }
}

void AlcoveBuilder::frameJoints() {
    const auto fix = [&](const std::string& id, const std::string& plate, const std::string& end, double x,
                         const char* from, double y) {
        Joint j = named(id, plate, end, "butt");
        j.drivenFrom = from;
        j.how = Joinery::screwsGlue;
        const std::string why =
            fitScrew(j, {Length::mm(ft_), Length::mm(yr_ - ft_), Length::mm(ft_), true, false},
                     PlugWay::filled, ctx_, catalog_);
        if (!why.empty()) {
            j.how = Joinery::glue;
            if (d_.problems.empty())
                problem("frame_screw", "frame_thickness", why)
                    .cures.push_back(to("Frame", "frame_thickness", 40_mm));
        }
        if (j.how == Joinery::screwsGlue)
            // Not at the same heights from both ends: in a short block their points would meet.
            for (const double f : y > 0 ? std::array{0.42, 0.82} : std::array{0.22, 0.62})
                j.spots.push_back({{Length::mm(x), Length::mm(y), Length::mm(z0_ + fh_ * f)}});
        j.note = "Crown up, flush on top; pull it true with a clamp before the second screw.";
        keep(std::move(j));
    };
    std::vector<std::pair<std::string, double>> ends;
    for (std::size_t i = 0; i < blockX_.size(); ++i)
        ends.emplace_back(fmt::format("block-{}", i + 1), blockX_[i]);
    if (!hasLeft())
        ends.emplace_back("end-left", faceT_ + ft_ / 2);
    if (!hasRight())
        ends.emplace_back("end-right", W_ - faceT_ - ft_ / 2);
    for (const auto& [id, x] : ends) {
        fix("back-" + id, "ledger-back", id, x, "behind", 0);
        fix("rail-" + id, railIds_.front(), id, x, "the front", yr_ + ft_);
    }
    for (std::size_t i = 1; i < railIds_.size(); ++i) {
        Joint j = named(fmt::format("laminate-{}", i), railIds_[i], railIds_[i - 1], "face_glue");
        j.how = Joinery::glue;
        j.atWall = true; // the ends of the sides are screwed through the first board
        j.stage = 2;
        j.note = "Both straight, their bows against each other: clamp from the middle to the ends.";
        keep(std::move(j));
    }
    for (const bool left : {true, false})
        if (left ? hasLeft() : hasRight())
            railToSide(left);
}

/// Through the first board of the rail into the end of a side; the screws shear, end grain holds no pull.
void AlcoveBuilder::railToSide(bool left) {
    const std::string side = left ? "ledger-left" : "ledger-right";
    Joint j = named(left ? "rail-left" : "rail-right", railIds_.front(), side, "butt");
    j.drivenFrom = "the front";
    j.how = Joinery::screws;
    j.glued = false;
    j.atWall = true;
    j.stage = 1;
    const std::string why =
        fitScrew(j, {Length::mm(ft_), Length::mm(yr_ * 0.6), Length::mm(ft_), true, false}, PlugWay::filled,
                 ctx_, catalog_);
    if (!why.empty()) {
        j.how = Joinery::dry;
        problem("rail_screw", "frame_thickness", why).cures.push_back(to("Frame", "frame_thickness", 40_mm));
    }
    // In the middle of the side's end, where the screw stays inside it for its whole length.
    const AlcoveLine& wall = line(left);
    const double bite = std::max(0.0, (j.screwLength - j.through).mm());
    const double y = yr_ - bite / 2;
    const double x =
        (left ? room_.leftAt(y) : room_.rightAt(y)) + (pack_ + ft_ / 2) / (left ? wall.out.x : wall.out.x);
    for (const double f : {0.25, 0.75})
        j.spots.push_back({{Length::mm(x), Length::mm(yr_ + ft_), Length::mm(z0_ + fh_ * f)}});
    keep(std::move(j));
}

Draft AlcoveParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    AlcoveBuilder(*this, ctx, d, catalog).run();
    return d;
}

} // namespace owl
