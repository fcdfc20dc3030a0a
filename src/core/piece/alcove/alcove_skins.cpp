// What shows of a framed alcove shelf: skins, face and open end.
#include "joint/place.h"
#include "piece/alcove/alcove_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr double sheetLong = 2430;   // mm that a sheet of 2440 leaves when its bruised edges are off
constexpr double fixingsApart = 200; // mm between fixings of a skin

} // namespace

void AlcoveBuilder::scribeFeature(Part& p, const char* what) const {
    p.allowance = std::max(Length(), p_.allowance);
    const bool read = !p_.scribeBack.empty() || !p_.scribeLeft.empty() || !p_.scribeRight.empty();
    feature(p, "scribe", "scribe",
            fmt::format(
                "{} to the walls: cut {} over, laid in level, the widest gap set on the compass and carried "
                "along every edge that meets a wall{}",
                what, say(p.allowance), read ? "; the template has the gaps as they were read" : ""))
        .sizes = {{"allowance_mm", p.allowance.mm()}};
}

std::vector<Vec3> AlcoveBuilder::along(const Vec3& a, const Vec3& b, double end) {
    const double run = norm(b - a);
    if (run < 2 * end + 20)
        return {(a + b) / 2};
    const Vec3 d = (b - a) / run;
    const int n = std::max(1, static_cast<int>(std::ceil((run - 2 * end) / fixingsApart)));
    std::vector<Vec3> out;
    for (int i = 0; i <= n; ++i)
        out.push_back(a + d * (end + (run - 2 * end) * i / n));
    return out;
}

void AlcoveBuilder::wallJoint(const std::string& first, const std::string& second, std::size_t stage,
                              const Joining& way) {
    if (way.over.empty() || !has(first) || !has(second))
        return;
    Joint j = named(first + "-" + second, first, second, "butt");
    j.atWall = true;
    j.stage = stage;
    if (!meet(j, d_.assembly, way, ctx_, catalog_).empty()) {
        j.how = Joinery::glue;
        j.glued = true;
    }
    placeClear(j, d_.assembly, catalog_, 10_mm);
    d_.assembly.joints.push_back(std::move(j));
}

/// Lower and upper skin; where a sheet is shorter than the alcove two of them meet over a block.
void AlcoveBuilder::skins() {
    double split = 0;
    if (std::max(W_, room_.widthAt(yf_)) > sheetLong && !blockX_.empty()) {
        split = *std::min_element(blockX_.begin(), blockX_.end(), [&](double a, double b) {
            return std::abs(a - W_ / 2) < std::abs(b - W_ / 2);
        });
        if (std::max(split, W_ - split) > sheetLong)
            problem("skin_too_long", "length",
                    fmt::format("Two sheets do not reach over {}.", say(p_.length)))
                .cures.push_back(to("Width", "length", 4000_mm));
    }
    for (const bool top : {false, true}) {
        if (split > 0) {
            skin(top, 1, -1000, split);
            skin(top, 2, split, W_ + 1000);
        } else {
            skin(top, 0, -1000, W_ + 1000);
        }
    }
}

void AlcoveBuilder::skin(bool top, std::size_t part, double x0, double x1) {
    const std::string stem = top ? "top" : "bottom";
    const std::string id = part ? fmt::format("{}-{}", stem, part) : stem;
    const double z = top ? z0_ + fh_ : zb_;
    const double deep = room_.back.deepest();
    Part s =
        lying(id, fmt::format("{} skin{}", top ? "upper" : "lower", part ? fmt::format(" {}", part) : ""), x0,
              x1, -deep - 5, yf_, z, z + st_);
    cutSides(s.solid, z, st_, true);
    cutBack(s.solid, z, st_);
    if (s.solid.volume() < 1)
        return;
    fitBlank(s);
    s.thickness = Length::mm(st_);
    Part& made =
        add(std::move(s),
            {part ? "length: a sheet is shorter than the alcove; they meet in the middle of a block"
                  : "length is the alcove's at its widest",
             fmt::format("width: from the back wall to the back of the face, {}", say(Length::mm(yf_)))},
            {0, 0, top ? 0.8 : -0.8});
    makeOfSheet(made, p_.sheet, catalog_);
    scribeFeature(made, top ? "the upper skin" : "the lower skin");
    skins_.push_back(id);
    skinJoints(top, id, std::max(x0, -1000.0), x1);
}

/// Keeps of the places those that lie over both; with `clear` each may move aside along the piece, to stay
/// that far from blocks and from what goes into the back wall.
void AlcoveBuilder::skinOn(const SkinFixing& f, const std::string& member, const std::vector<Vec3>& places,
                           double clear) {
    const Part* into = part(member);
    const Part* skin = part(f.id);
    if (!into || !skin)
        return;
    const auto free = [&](double x) {
        const auto near = [&](double other) { return std::abs(other - x) < clear; };
        const auto nearLength = [&](Length other) { return near(other.mm()); };
        return std::none_of(blockX_.begin(), blockX_.end(), near) &&
               std::none_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(), nearLength) &&
               std::none_of(ctx_.anchorsX.begin(), ctx_.anchorsX.end(), nearLength);
    };
    const auto good = [&](const Vec3& q) {
        return skin->solid.contains({q.x, q.y, f.inside}, -std::min(8.0, st_ / 2 - 0.1)) && free(q.x) &&
               into->solid.contains({q.x, q.y, z0_ + fh_ / 2}, -6);
    };
    std::vector<Vec3> kept;
    for (const Vec3& p : places)
        for (const double off : {0.0, 24.0, -24.0, 48.0, -48.0}) {
            if (off != 0 && clear <= 0)
                break;
            const Vec3 q{p.x + off, p.y, f.z};
            if (!good(q))
                continue;
            kept.push_back(q);
            break;
        }
    Joining way;
    way.how = f.top ? Joinery::nailsGlue : Joinery::screws;
    way.carries = false;
    way.over = std::move(kept);
    wallJoint(f.id, member, skinStage() + (f.top ? 1 : 0), way);
}

/// Back ledger, and the outermost board of the front rail.
void AlcoveBuilder::skinOnLevelMembers(const SkinFixing& f) {
    for (const auto& [member, end] : {std::pair{std::string("ledger-back"), 40.0}, {railIds_.back(), 70.0}})
        if (const Part* p = part(member)) {
            const Cell box = p->bounds();
            const double y = box.at.y.mm() + ft_ / 2;
            skinOn(f, member, along({box.at.x.mm(), y, 0}, {(box.at.x + box.size.x).mm(), y, 0}, end), 16);
        }
}

/// Between the screws that hold the side to its wall and to its packing pieces.
void AlcoveBuilder::skinOnSide(const SkinFixing& f, bool left) {
    const AlcoveLine& wall = line(left);
    const auto free = [&](double q) {
        const auto off = [&](Length at) { return std::abs(at.mm() - q); };
        const auto& packed = packedAt_.at(left ? 0 : 1);
        for (const auto& b : ctx_.beside)
            if (b.to == (left ? "left_wall" : "right_wall") &&
                std::any_of(b.studs.begin(), b.studs.end(), [&](Length s) { return off(s) <= 18; }))
                return false;
        return std::none_of(packed.begin(), packed.end(),
                            [&](Length p) { return std::abs(off(p) - 25) <= 14; });
    };
    // From near the back to near the front, each moved aside as far as the screws ask for.
    constexpr double first = 35;
    constexpr double step = 11;
    const double run = yr_ - 85 - first;
    const int n = run > 80 ? static_cast<int>(std::ceil(run / fixingsApart)) : 0;
    std::vector<Vec3> places;
    double last = -1e9;
    for (int i = 0; i <= n && run > 0; ++i)
        for (const double by : {0.0, -1.0, 1.0, -2.0, 2.0, -3.0, 3.0, -4.0, 4.0}) {
            const double q = first + (n > 0 ? run * i / n : 0) + step * by;
            if (q < first || q > first + run || q - last < 50 || !free(q))
                continue;
            places.push_back(wall.origin + wall.along * q + wall.out * (pack_ + ft_ / 2));
            last = q;
            break;
        }
    skinOn(f, left ? "ledger-left" : "ledger-right", places, 0);
}

/// Blocks, and the ends of the frame where no wall is. x0, x1: where the skin ends.
void AlcoveBuilder::skinOnCrossPieces(const SkinFixing& f, double x0, double x1) {
    // In short blocks the screws of both ends reach the middle: beside them, away from an end board.
    const bool shallow = yr_ - ft_ < 180;
    const auto across = [&](const std::string& member, double x, double aside) {
        std::vector<Vec3> places = along({x, ft_ + 70, 0}, {x, yr_ - 70, 0}, 0);
        if (shallow)
            places = {{x + aside, (ft_ + yr_) / 2, 0}};
        skinOn(f, member, places, 0);
    };
    for (std::size_t i = 0; i < blockX_.size(); ++i) {
        const double x = blockX_[i];
        const std::string member = fmt::format("block-{}", i + 1);
        if (std::abs(x - x0) < 1) // two sheets meet here: each has its own row
            across(member, x + 10, 0);
        else if (std::abs(x - x1) < 1)
            across(member, x - 10, 0);
        else
            across(member, x, ft_ * 0.28);
    }
    if (has("end-left"))
        across("end-left", faceT_ + ft_ / 2, ft_ * 0.28);
    if (has("end-right"))
        across("end-right", W_ - faceT_ - ft_ / 2, -ft_ * 0.28);
}

void AlcoveBuilder::skinJoints(bool top, const std::string& id, double x0, double x1) {
    SkinFixing f;
    f.id = id;
    f.top = top;
    f.z = top ? z0_ + fh_ + st_ : zb_;
    f.inside = top ? f.z - st_ / 2 : f.z + st_ / 2;
    skinOnLevelMembers(f);
    for (const bool left : {true, false})
        if (left ? hasLeft() : hasRight())
            skinOnSide(f, left);
    skinOnCrossPieces(f, x0, x1);
}

void AlcoveBuilder::face() {
    Part f = blankPart("face", "face board", Length::mm(W_ + 2000), Length::mm(faceH_), Length::mm(faceT_),
                       {{-1000, D_, 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
    cutSides(f.solid, 0, faceH_, true);
    fitBlank(f);
    f.width = Length::mm(faceH_);
    f.thickness = Length::mm(faceT_);
    Part& made = add(std::move(f),
                     {"length is the alcove's at its front",
                      fmt::format("width {}: frame and skins, {}, and what hangs below them",
                                  say(Length::mm(faceH_)), say(Length::mm(fh_ + 2 * st_)))},
                     {0, 0.9, 0});
    scribeFeature(made, "the face's ends");
    const double x0 = made.bounds().at.x.mm();
    const double x1 = x0 + made.length.mm();
    const bool flush = yf_ - (yr_ + ft_ * static_cast<double>(railIds_.size())) < 0.5;
    const auto row = [&](double z, double end) {
        std::vector<Vec3> out;
        for (Vec3 q : along({x0, D_, z}, {x1, D_, z}, end)) {
            for (const double off : {0.0, 20.0, -20.0, 40.0}) {
                const double x = q.x + off;
                if (std::none_of(blockX_.begin(), blockX_.end(),
                                 [&](double b) { return std::abs(b - x) < 14; })) {
                    out.push_back({x, D_, z});
                    break;
                }
            }
        }
        return out;
    };
    Joining way;
    way.how = Joinery::nailsGlue;
    way.carries = false;
    way.shows = true;
    if (flush) {
        way.over = row(z0_ + fh_ * 0.5, 75);
        wallJoint("face", railIds_.back(), skinStage() + 2, way);
        return;
    }
    for (const auto& id : skins_) { // the rail stands back: the face holds on the edges of the skins
        const Cell b = part(id)->bounds();
        std::vector<Vec3> mine;
        for (const Vec3& q : row(b.at.z.mm() + st_ / 2, 60))
            if (q.x > b.at.x.mm() + 15 && q.x < (b.at.x + b.size.x).mm() - 15)
                mine.push_back(q);
        way.over = std::move(mine);
        wallJoint("face", id, skinStage() + 2, way);
    }
}

/// At the end where no wall is: a board over frame and skins.
void AlcoveBuilder::endBoard() {
    for (const bool left : {true, false}) {
        if (left ? hasLeft() : hasRight())
            continue;
        const std::string id = left ? "cap-left" : "cap-right";
        const double x = left ? 0 : W_ - faceT_;
        Part c = blankPart(id, "end board", Length::mm(D_), Length::mm(faceH_), Length::mm(faceT_),
                           {{left ? x : x + faceT_, 0, 0}, {0, 1, 0}, {0, 0, 1}, {left ? 1.0 : -1.0, 0, 0}});
        add(std::move(c),
            {fmt::format("length {} is the depth: it covers the end of the face", say(p_.depth))},
            {left ? -0.7 : 0.7, 0, 0});
        Joint j = named(id + "-frame", id, left ? "end-left" : "end-right", "butt");
        Joining way;
        way.how = Joinery::nailsGlue;
        way.carries = false;
        way.shows = true;
        way.over = along({x, ft_ + 60, z0_ + fh_ / 2}, {x, yr_ - 60, z0_ + fh_ / 2}, 0);
        meet(j, d_.assembly, way, ctx_, catalog_);
        keep(std::move(j));
    }
}

} // namespace owl
