// The alcove shelf: what can be built of what was asked, and its frame. x runs along the back wall from the
// left corner, y out of it, z up from the lowest part.
#include "piece/alcove/alcove.h"

#include "piece/alcove/alcove_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <utility>

namespace owl {

namespace {

constexpr double ladderPlay = 2;      // mm at each end of the back ledger: it is pushed in from the front
constexpr double packingDriver = 188; // mm before the head of a screw
constexpr double blockSpacing = 400;  // mm: what a skin of 12 mm spans without a hollow sound
constexpr double packingLong = 80;    // mm along the wall: room for two screws on each side of the stud's

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
    boreCable(d_, p_.cable, {framed() ? skins_ : boards_, ft_ + 15, yr_}, ctx_);
    describeRest();
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

/// Where the packing pieces of a side go, from the corner: at the studs of its wall that a driver reaches
/// past back ledger and front rail. Empty where none of them finds room.
std::vector<Length> AlcoveBuilder::packingPlaces(bool left) const {
    const double low = ft_ + 45;
    const double high = yr_ - 42;
    std::vector<Length> at;
    if (high <= low)
        return at;
    for (const auto& b : ctx_.beside)
        if (b.to == (left ? "left_wall" : "right_wall"))
            for (Length s : b.studs)
                if (s.mm() > low && s.mm() < high)
                    at.push_back(s);
    if (at.empty()) // nobody knows the studs yet: drawn where one may be
        at.push_back(Length::mm(std::round(std::clamp(yr_ * 0.6, low, high))));
    return at;
}

/// Pieces between a side of the frame and the studs of its wall: each is screwed to a stud, the frame to it.
void AlcoveBuilder::packings() {
    if (pack_ <= 0)
        return;
    bool room = true;
    for (const bool left : {true, false}) {
        if (!(left ? hasLeft() : hasRight()))
            continue;
        const std::vector<Length> at = packingPlaces(left);
        room = room && !at.empty();
        for (std::size_t i = 0; i < at.size(); ++i)
            packing(left, at.size() == 1 ? 0 : i + 1, at[i]);
    }
    if (!room)
        problem("packing_no_room", "packing",
                fmt::format("Between the back of the frame and its front rail no packing piece of {} finds "
                            "room.",
                            say(Length::mm(packingLong))))
            .cures = {{"No packing", {{"packing", 0.0}}}, to("Depth", "depth", p_.depth + 100_mm)};
}

void AlcoveBuilder::packing(bool left, std::size_t number, Length at) {
    const AlcoveLine& wall = line(left);
    const std::string side = left ? "left" : "right";
    const std::string id = fmt::format("pack-{}-{}", side, std::max<std::size_t>(1, number));
    Part p = blankPart(
        id, number ? fmt::format("{} packing {}", side, number) : side + " packing", Length::mm(packingLong),
        Length::mm(fh_), Length::mm(pack_),
        {wall.origin + wall.along * (at.mm() - packingLong / 2) + wall.out * pack_ + Vec3{0, 0, z0_},
         wall.along,
         {0, 0, 1},
         -wall.out});
    add(std::move(p), {fmt::format("thickness {} keeps the frame off the wall", say(p_.packing))},
        wall.out * -0.6);
    packed_.at(left ? 0 : 1).push_back(id);
    packedAt_.at(left ? 0 : 1).push_back(at);
    frameToPacking(left, id, at);
}

/// Through the side of the frame, beside the screws that hold the packing piece to its stud.
void AlcoveBuilder::frameToPacking(bool left, const std::string& packing, Length at) {
    Joint j = named("on-" + packing, left ? "ledger-left" : "ledger-right", packing, "butt");
    const AlcoveLine& wall = line(left);
    j.atWall = true;
    Joining way;
    way.how = Joinery::screws;
    for (const double off : {-25.0, 25.0})
        way.over.push_back(wall.origin + wall.along * (at.mm() + off) + Vec3{0, 0, z0_ + fh_ * 0.4});
    if (const std::string why = meet(j, d_.assembly, way, ctx_, catalog_); !why.empty())
        problem("packing_screw", "packing", why).cures = {to("Packing", "packing", 38_mm),
                                                          {"No packing", {{"packing", 0.0}}}};
    keep(std::move(j));
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

/// Beside the screws of the studs, between `low` and `high`, as near to where it should stand as they allow;
/// there when they do not.
double AlcoveBuilder::freeOfScrews(double wanted, double low, double high) const {
    // A driver's width and the half of the block beside it.
    const double keep = ft_ / 2 + 22;
    for (int step = 0; step <= 30; ++step)
        for (const double tried : {wanted + step * 4, wanted - step * 4})
            if (tried >= low && tried <= high &&
                std::none_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(),
                             [&](Length s) { return std::abs(s.mm() - tried) < keep; }))
                return tried;
    return wanted;
}

/// From the back ledger to the front rail, `from` its left face.
void AlcoveBuilder::crossPiece(const std::string& id, const std::string& name, double from,
                               const std::string& why, double aside) {
    Part b = blankPart(id, name, Length::mm(yr_ - ft_), Length::mm(fh_), Length::mm(ft_),
                       {{from + ft_, ft_, z0_}, {0, 1, 0}, {0, 0, 1}, {-1, 0, 0}});
    add(std::move(b), {why}, {aside, 0, 0});
}

void AlcoveBuilder::blocks() {
    const double x0 = std::max(innerLeft(0), innerLeft(yr_));
    const double x1 = std::min(innerRight(0), innerRight(yr_));
    const double clear = x1 - x0;
    int n = std::clamp(p_.blocks, 0, 20);
    if (p_.blocks == 0)
        n = std::max(1, static_cast<int>(std::ceil(clear / blockSpacing)) - 1);
    for (int i = 0; i < n; ++i) {
        // Room for a driver at the screws through the ledgers' packing on either side.
        const double side = pack_ > 0 && clear > 2 * (packingDriver + ft_) ? packingDriver + ft_ / 2 : 0;
        double x = freeOfScrews(std::clamp(x0 + clear * (i + 1) / (n + 1), x0 + side, x1 - side), x0 + side,
                                x1 - side);
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
        crossPiece(fmt::format("block-{}", blockX_.size()), fmt::format("block {}", blockX_.size()),
                   x - ft_ / 2,
                   fmt::format("length {}: the clear depth between back and front rail, all cut to one stop",
                               say(Length::mm(yr_ - ft_))),
                   0);
    }
    const std::string why = fmt::format("length {} is the blocks'", say(Length::mm(yr_ - ft_)));
    if (!hasLeft())
        crossPiece("end-left", "end of the frame", faceT_, why, -0.3);
    if (!hasRight())
        crossPiece("end-right", "end of the frame", W_ - faceT_ - ft_, why, 0.3);
}

void AlcoveBuilder::frameJoints() {
    bool told = false;
    const auto fix = [&](const std::string& id, const std::string& plate, const std::string& end, double x,
                         const std::array<double, 2>& heights) {
        Joint j = named(id, plate, end, "butt");
        Joining way;
        way.how = Joinery::screwsGlue;
        for (const double f : heights)
            way.over.push_back({x, 0, z0_ + fh_ * f});
        const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
        if (!why.empty() && !std::exchange(told, true)) // the same for every block
            problem("frame_screw", "frame_thickness", why)
                .cures.push_back(to("Frame", "frame_thickness", 40_mm));
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
        // Not at the same heights from both ends: in a short block their points would meet.
        fix("back-" + id, "ledger-back", id, x, {0.22, 0.62});
        fix("rail-" + id, railIds_.front(), id, x, {0.42, 0.82});
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
    j.atWall = true;
    j.stage = 1;
    Joining way;
    way.how = Joinery::screws;
    way.receiving = Length::mm(yr_ * 0.6);
    const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
    if (!why.empty())
        problem("rail_screw", "frame_thickness", why).cures.push_back(to("Frame", "frame_thickness", 40_mm));
    // In the middle of the side's end, where the screw stays inside it for its whole length.
    const AlcoveLine& wall = line(left);
    const double bite = std::max(0.0, (j.screwLength - j.through).mm());
    const double y = yr_ - bite / 2;
    const double x = (left ? room_.leftAt(y) : room_.rightAt(y)) + (pack_ + ft_ / 2) / wall.out.x;
    j.spots.clear();
    if (why.empty())
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
