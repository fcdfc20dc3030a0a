// What shows of an alcove shelf: skins, face and open end, or the thick board; and what the house is told of
// it.
#include "piece/alcove_builder.h"

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
                what, say(p.allowance), read ? "; the template has the gaps as they were read" : ""));
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
                              bool nails, const Meeting& m, const std::vector<Vec3>& at, const char* from) {
    if (at.empty() || !has(first) || !has(second))
        return;
    Joint j = named(first + "-" + second, first, second, "butt");
    j.atWall = true;
    j.stage = stage;
    j.drivenFrom = from;
    j.carries = false;
    j.through = m.headSide;
    if (nails) {
        j.how = Joinery::nailsGlue;
        j.nailLength = nailFor(m, ctx_);
    } else {
        j.how = Joinery::screws;
        j.glued = false;
        if (!fitScrew(j, m, PlugWay::filled, ctx_, catalog_).empty()) {
            j.how = Joinery::glue;
            j.glued = true;
        }
    }
    if (j.how != Joinery::glue)
        for (const Vec3& p : at)
            j.spots.push_back({{Length::mm(p.x), Length::mm(p.y), Length::mm(p.z)}});
    placeClear(j, d_.assembly, Length::mm(-500), Length::mm(W_ + 500), catalog_);
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

void AlcoveBuilder::skinJoints(bool top, const std::string& id, double x0, double x1) {
    const Part& s = *part(id);
    const double z = top ? z0_ + fh_ + st_ : zb_;
    const Meeting m{Length::mm(st_), Length::mm(fh_), Length::mm(ft_), false, false};
    const std::size_t stage = skinStage() + (top ? 1 : 0);
    const char* from = top ? "above" : "below";
    const auto over = [&](const Vec3& p, double clear) { // over this skin, and clear of what runs level there
        if (!s.solid.contains({p.x, p.y, top ? z - st_ / 2 : z + st_ / 2}, -std::min(8.0, st_ / 2 - 0.1)))
            return false;
        const auto near = [&](double x) { return std::abs(x - p.x) < clear; };
        return std::none_of(blockX_.begin(), blockX_.end(), near) &&
               std::none_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(),
                            [&](Length x) { return near(x.mm()); }) &&
               std::none_of(ctx_.anchorsX.begin(), ctx_.anchorsX.end(),
                            [&](Length x) { return near(x.mm()); });
    };
    const auto to = [&](const std::string& member, const std::vector<Vec3>& places, double clear) {
        std::vector<Vec3> kept;
        const Part* into = part(member);
        if (!into)
            return;
        const double middle = z0_ + fh_ / 2;
        for (Vec3 p : places) {
            p.z = z;
            for (const double off : {0.0, 24.0, -24.0, 48.0, -48.0}) {
                const Vec3 q = p + Vec3{off, 0, 0};
                if ((clear > 0 ? over(q, clear) : (off == 0.0 && over(q, -1))) &&
                    into->solid.contains({q.x, q.y, middle}, -6)) {
                    kept.push_back(q);
                    break;
                }
            }
        }
        wallJoint(id, member, stage, top, m, kept, from);
    };
    for (const char* member : {"ledger-back"})
        if (const Part* b = part(member)) {
            const Cell box = b->bounds();
            to(member, along({box.at.x.mm(), ft_ / 2, 0}, {(box.at.x + box.size.x).mm(), ft_ / 2, 0}, 40),
               16);
        }
    for (const auto& rail : railIds_)
        if (const Part* r = part(rail); r && rail == railIds_.back()) {
            const Cell box = r->bounds();
            const double y = box.at.y.mm() + ft_ / 2;
            to(rail, along({box.at.x.mm(), y, 0}, {(box.at.x + box.size.x).mm(), y, 0}, 70), 16);
        }
    for (const bool left : {true, false}) {
        const std::string side = left ? "ledger-left" : "ledger-right";
        if (!has(side))
            continue;
        const AlcoveLine& wall = line(left);
        std::vector<Vec3> places;
        const double off = pack_ + ft_ / 2;
        for (double q = 35; q < yr_ - 85; q += 22) {
            if (!places.empty() && q - norm(places.back() - wall.origin) < fixingsApart * 0.7)
                continue;
            bool free = true;
            for (const auto& b : ctx_.beside)
                if (b.to == (left ? "left_wall" : "right_wall"))
                    for (Length stud : b.studs)
                        free = free && std::abs(stud.mm() - q) > 18;
            for (Length packed : packedAt_[left ? 0 : 1])
                free = free && std::abs(std::abs(packed.mm() - q) - 25) > 14;
            if (free)
                places.push_back(wall.origin + wall.along * q);
        }
        for (auto& q : places)
            q = q + wall.out * off;
        to(side, places, 0);
    }
    // In short blocks the screws of both ends reach the middle: beside them, away from an end board.
    const bool short_ = yr_ - ft_ < 180;
    const auto across = [&](const std::string& member, double x, double aside) {
        std::vector<Vec3> places = along({x, ft_ + 70, 0}, {x, yr_ - 70, 0}, 0);
        if (short_)
            places = {{x + aside, (ft_ + yr_) / 2, 0}};
        to(member, places, 0);
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
    if (flush) {
        wallJoint("face", railIds_.back(), skinStage() + 2, true,
                  {Length::mm(faceT_), Length::mm(ft_), Length::mm(fh_), false, true},
                  row(z0_ + fh_ * 0.5, 75), "the front");
        return;
    }
    for (const auto& id : skins_) { // the rail stands back: the face holds on the edges of the skins
        const Cell b = part(id)->bounds();
        std::vector<Vec3> mine;
        for (const Vec3& q : row(b.at.z.mm() + st_ / 2, 60))
            if (q.x > b.at.x.mm() + 15 && q.x < (b.at.x + b.size.x).mm() - 15)
                mine.push_back(q);
        wallJoint("face", id, skinStage() + 2, true,
                  {Length::mm(faceT_), 40_mm, Length::mm(st_), false, true}, mine, "the front");
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
        j.how = Joinery::nailsGlue;
        j.drivenFrom = left ? "the left" : "the right";
        j.carries = false;
        j.shows = true;
        j.through = Length::mm(faceT_);
        j.nailLength = nailFor({Length::mm(faceT_), Length::mm(ft_), Length::mm(fh_), false, true}, ctx_);
        for (const Vec3& q :
             along({left ? 0 : W_, ft_ + 60, z0_ + fh_ / 2}, {left ? 0 : W_, yr_ - 60, z0_ + fh_ / 2}, 0))
            j.spots.push_back({{Length::mm(q.x), Length::mm(q.y), Length::mm(q.z)}});
        keep(std::move(j));
    }
}

// --- one thick board on ledgers

void AlcoveBuilder::board() {
    const double gap = std::max(0.0, p_.gap.mm());
    const double x0 = hasLeft() ? std::max(room_.leftAt(0), room_.leftAt(ft_)) + gap : 0;
    const double x1 = hasRight() ? std::min(room_.rightAt(0), room_.rightAt(ft_)) - gap : W_;
    add(blankPart("ledger-back", "back ledger", Length::mm(std::max(20.0, x1 - x0)), Length::mm(fh_),
                  Length::mm(ft_), {{x0, ft_, 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
        {fmt::format("length {} is the alcove's at its back", say(Length::mm(x1 - x0)))}, {0, -0.3, 0});
    sideLedgers();
    const int n = std::clamp(p_.boards, 1, 8);
    const double deep = room_.back.deepest();
    const double whole = D_ + deep;
    const double step = ctx_.units == "in" ? 25.4 / 64 : 0.1;
    const double each = n == 1 ? whole : std::floor(whole / n / step) * step;
    for (int i = 0; i < n; ++i) {
        const double y0 = -deep + each * i;
        const double y1 = i + 1 < n ? y0 + each : D_;
        const std::string id = n == 1 ? "board" : fmt::format("board-{}", i + 1);
        Part b = lying(id, n == 1 ? "board" : fmt::format("board {}", i + 1), -1000, W_ + 1000, y0, y1, fh_,
                       fh_ + st_);
        cutSides(b.solid, fh_, st_, true);
        cutBack(b.solid, fh_, st_);
        if (b.solid.volume() < 1)
            continue;
        fitBlank(b);
        b.thickness = Length::mm(st_);
        Part& made =
            add(std::move(b),
                {"length is the alcove's, scribed",
                 n == 1 ? "width is the depth" : fmt::format("width: {} boards make {}", n, say(p_.depth))},
                {0, 0, 0.6});
        if (boards_.empty()) // a glued panel is scribed as one
            scribeFeature(made, n == 1 ? "the board" : "the glued board");
        made.allowance = std::max(Length(), p_.allowance);
        boards_.push_back(id);
        if (boards_.size() < 2)
            continue;
        Joint j = named(fmt::format("edge-{}", i), boards_[boards_.size() - 2], id, "edge_glue");
        j.note =
            "Turn every other board over, so that the rings alternate and the panel stays flat; clamps above "
            "and below in turn.";
        keep(std::move(j));
    }
    const double size = std::min(p_.edge == EdgeShape::square ? 0.0 : p_.edgeSize.mm(), st_ / 2 - 1);
    if (size <= 0 || boards_.empty())
        return;
    // A cut by planes: only the boards themselves, not what stands below them.
    std::vector<Part> shaped;
    for (const auto& id : boards_)
        shaped.push_back(*part(id));
    for (const bool up : {false, true})
        shapeArris(
            shaped,
            {{-1000, D_, up ? fh_ + st_ : fh_}, {0, 1, 0}, {0, 0, up ? 1.0 : -1.0}, W_ + 2000, {1, 0, 0}},
            p_.edge, size, 20);
    for (auto& b : shaped)
        *part(b.id) = std::move(b);
    Part& front = *part(boards_.back());
    feature(
        front, "profile", "profile",
        fmt::format("{} of {} along the front, above and below", edgeName(p_.edge), say(Length::mm(size))));
    d_.assembly.shapedTogether = front.id + "/profile";
}

/// From below through the ledgers: fixed at the back, in slots towards the front, for the board moves.
void AlcoveBuilder::boardHolds() {
    const double bored = std::min(fh_, std::max(24.0, fh_ - 28)); // a wide hole from below takes the head
    const auto hold = [&](const std::string& ledger, const std::vector<Vec3>& places, const char* note) {
        if (!has(ledger))
            return;
        for (std::size_t i = 0; i < places.size(); ++i) {
            std::string over;
            for (const auto& id : boards_)
                if (part(id)->solid.contains({places[i].x, places[i].y, fh_ + st_ / 2}, -4))
                    over = id;
            if (over.empty())
                continue;
            Joint j = named(fmt::format("hold-{}-{}", ledger, i + 1), ledger, over, "butt");
            j.atWall = true;
            j.stage = 1;
            j.glued = false;
            j.drivenFrom = "below";
            j.how = Joinery::screws;
            if (!fitScrew(j, {Length::mm(bored), Length::mm(st_), Length::mm(ft_), false, false},
                          PlugWay::filled, ctx_, catalog_)
                     .empty()) {
                problem("no_hold_screw", "ledger_height",
                        fmt::format("No screw goes up through a ledger of {} into the board.",
                                    say(p_.ledgerHeight)))
                    .cures.push_back(to("Ledger", "ledger_height", 40_mm));
                return;
            }
            j.through = Length::mm(fh_);
            j.counterbore += Length::mm(fh_ - bored);
            j.spots = {{{Length::mm(places[i].x), Length::mm(places[i].y), Length()}}};
            j.note = note;
            keep(std::move(j));
            holds_.push_back(d_.assembly.joints.back().id);
        }
    };
    const auto free = [&](double x) {
        return std::none_of(ctx_.wallScrewsX.begin(), ctx_.wallScrewsX.end(),
                            [&](Length s) { return std::abs(s.mm() - x) < 16; });
    };
    std::vector<Vec3> back;
    for (Vec3 p : along({room_.leftAt(ft_), ft_ / 2, 0}, {room_.rightAt(ft_), ft_ / 2, 0}, 90)) {
        for (const double off : {0.0, 20.0, -20.0, 40.0})
            if (free(p.x + off)) {
                p.x += off;
                break;
            }
        back.push_back(p);
    }
    hold("ledger-back", back, "Fixed here: the board moves away from the back wall.");
    for (const bool left : {true, false}) {
        const AlcoveLine& wall = line(left);
        double s = yr_ - 30;
        for (const auto& b : ctx_.beside)
            if (b.to == (left ? "left_wall" : "right_wall"))
                for (Length stud : b.studs)
                    if (std::abs(stud.mm() - s) < 16)
                        s = stud.mm() - 20;
        hold(left ? "ledger-left" : "ledger-right", {wall.origin + wall.along * s + wall.out * (ft_ / 2)},
             "Its hole is a slot across the board, a few millimetres long: the board grows and shrinks.");
    }
}

// --- what the rest of the house is told

void AlcoveBuilder::describeRest() {
    Assembly& a = d_.assembly;
    const double top = framed() ? faceH_ : fh_ + st_;
    spanOfParts();
    a.surfaceZ = a.top = Length::mm(top);
    a.surfaceFront = Length::mm(D_);
    Surface s;
    s.id = "top";
    s.name = "shelf";
    s.x0 = Length::mm(std::max(0.0, std::max(room_.leftAt(0), room_.leftAt(D_))));
    s.x1 = Length::mm(std::min(room_.rightAt(0), room_.rightAt(D_)));
    s.y1 = Length::mm(D_);
    s.z = a.surfaceZ;
    a.surfaces = {s};
    LedgersSeat seat;
    // Two screws in every stud where the strip is high enough to keep them apart.
    const std::vector<Length> rows =
        fh_ >= 55 ? std::vector{Length::mm(z0_ + fh_ * 0.28), Length::mm(z0_ + fh_ * 0.72)}
                  : std::vector{Length::mm(z0_ + fh_ * 0.55)};
    const auto ledger = [&](const char* to, const char* id, const Vec3& origin, const Vec3& along_,
                            const Vec3& out, double from, double until) {
        LedgerSeat on;
        on.to = to;
        on.part = id;
        on.origin = origin;
        on.along = along_;
        on.out = out;
        on.from = Length::mm(from);
        on.until = Length::mm(until);
        on.low = Length::mm(z0_);
        on.rows = rows;
        on.through = Length::mm(ft_);
        on.bare = p_.letIn && framed();
        seat.on.push_back(std::move(on));
    };
    const Part* back = part("ledger-back");
    const double b0 = back ? back->bounds().at.x.mm() : 0;
    const double b1 = back ? b0 + back->length.mm() : W_;
    ledger("wall", "ledger-back", {0, 0, 0}, {1, 0, 0}, {0, 1, 0}, b0, b1);
    for (double x : blockX_) // a block stands in the driver's way
        seat.on.back().hidden.emplace_back(Length::mm(x - ft_ / 2 - 14), Length::mm(x + ft_ / 2 + 14));
    for (const bool left : {true, false}) {
        if (!(left ? hasLeft() : hasRight()))
            continue;
        const AlcoveLine& wall = line(left);
        ledger(left ? "left_wall" : "right_wall", left ? "ledger-left" : "ledger-right", wall.origin,
               wall.along, wall.out, framed() ? 20 : ft_ + 5, yr_ / wall.along.y - 4);
        // The front rail's screws bite into its end.
        if (framed())
            seat.on.back().hidden.emplace_back(Length::mm(yr_ - 58), Length::mm(yr_ + 50));
        const std::size_t k = left ? 0 : 1;
        if (pack_ > 0) {
            seat.on.back().packings = packed_[k];
            seat.on.back().packedAt = packedAt_[k];
            seat.on.back().packed = Length::mm(pack_);
        }
        a.sides.push_back({left ? "left_wall" : "right_wall", left ? p_.leftAngle : 90,
                           left ? "left_angle" : "front_width", p_.depth});
    }
    // What skins and holds are screwed with runs upright through the ledgers.
    for (const auto& j : a.joints)
        for (const auto& f : j.fasteners)
            for (auto& on : seat.on)
                if ((j.first == on.part || j.second == on.part) && std::abs(f.direction.z) > 0.9) {
                    const double at = dot(f.from - on.origin, on.along);
                    on.hidden.emplace_back(Length::mm(at - 14), Length::mm(at + 14));
                }
    for (const double x : {0.15, 0.5, 0.85})
        seat.hands.push_back({room_.leftAt(D_) + room_.widthAt(D_) * x, D_, top});
    seat.alcove = framed() && p_.sides == AlcoveSides::both;
    seat.word = "ledger";
    frontOf(seat);
    seat.stages = framed() ? stages() : boardStages();
    a.wallLeft = Length::mm(b0);
    a.wallRight = Length::mm(b1);
    a.wallRows = rows;
    a.wallThrough = Length::mm(ft_);
    a.ledgers = std::move(seat);
    a.dimensions = {{{0, 0, 0}, {W_, 0, 0}, Dimension::In::front, "length", 1},
                    {{0, 0, top}, {0, D_, top}, Dimension::In::section, "depth", -1}};
    a.dimensions.push_back({{0, 0, top}, {W_, 0, top}, Dimension::In::top, "length", 1});
    a.dimensions.push_back({{W_, 0, top}, {W_, D_, top}, Dimension::In::top, "depth", 1});
    a.dimensions.push_back({{room_.leftAt(D_), D_, top},
                            {room_.leftAt(D_) + p_.frontWidth.mm(), D_, top},
                            Dimension::In::top,
                            "front_width",
                            -1});
    if (framed()) {
        a.dimensions.push_back({{0, 0, z0_}, {0, 0, z0_ + fh_}, Dimension::In::section, "frame_height", -1});
        a.dimensions.push_back({{0, D_, 0}, {0, D_, faceH_}, Dimension::In::section, "face_height", 1});
    } else {
        a.dimensions.push_back({{0, D_, fh_}, {0, D_, fh_ + st_}, Dimension::In::section, "thickness", 1});
        a.dimensions.push_back({{0, 0, 0}, {0, 0, fh_}, Dimension::In::section, "ledger_height", -1});
    }
}

/// The front rail with half of the upper skin, from side to side (S9.7); a thick board bends with all of
/// itself (S5). With one side open it is taken to stand out from the other side alone.
void AlcoveBuilder::frontOf(LedgersSeat& seat) const {
    BentFront f;
    const double y = framed() ? yr_ : D_;
    const double L = room_.widthAt(y) - (framed() ? 0 : 2 * ft_);
    const bool open = p_.sides != AlcoveSides::both;
    f.share = framed() ? 0.6 : 1;
    f.perLoad = open ? L / 2 : L / 8;
    f.perHand = open ? L : L / 4;
    // A cantilever sags as a span of 1.76 times its length does: (384/(5 · 8))^(1/4).
    f.span = Length::mm(open ? 1.76 * L : L);
    if (framed()) {
        f.part = railIds_.empty() ? std::string() : railIds_.front();
        f.words = "the front rail with half the upper skin";
        f.section = {{f.part, ft_ * static_cast<double>(railIds_.size()), fh_, z0_, yr_}};
        const bool whole = std::count_if(skins_.begin(), skins_.end(),
                                         [](const std::string& s) { return s.starts_with("top"); }) == 1;
        if (whole)
            f.section.push_back({"top", D_ / 2, st_, z0_ + fh_, D_ / 2});
        else
            f.words = "the front rail";
    } else {
        f.part = boards_.empty() ? std::string() : boards_.front();
        f.words = "the board";
        f.section = {{f.part, D_, st_, fh_, 0}};
    }
    seat.front = f;
}

std::vector<WallStage> AlcoveBuilder::stages() const {
    std::vector<WallStage> out;
    const std::string sides = p_.sides == AlcoveSides::both ? "sides" : "side";
    std::string first;
    if (p_.letIn)
        first = "Open the cover on all walls as one band, its edges on level lines carried round the "
                "corners: scan "
                "first, then score, cut shallow and lift it out. ";
    if (pack_ > 0)
        first += "Screw the packing pieces to the studs of the side walls: what holds the frame there is "
                 "their own "
                 "screws, so each goes into a stud, never into the cover. ";
    out.push_back(
        {"fix-support",
         "Fix the " + sides + " of the frame",
         first + fmt::format("Hold each {} on the line, level and its front end plumb under the other, and "
                             "screw it to what is behind it.",
                             pack_ > 0 ? "side to its packing pieces" : "side"),
         {"driver", "level", "straightedge"},
         20});
    out.push_back(
        {"ladder",
         "Push the frame in and screw it to the back wall",
         "The straightest board is the front rail, crown up, its best face out. Two props under it carry "
         "the frame while you work below it; keep your head out from under until two screws hold. Push it "
         "in level between the sides, screw its back to the studs between the blocks, then the rail to "
         "the ends of the sides; pull the rail true against a straightedge with a clamp before each next "
         "screw.",
         {"props", "driver", "clamps", "straightedge", "level"},
         40});
    if (railIds_.size() > 1)
        out.push_back(
            {"laminate",
             "Glue the front rail thicker",
             "The second board of the front rail goes over the heads: both straight, their bows against "
             "each other. Glue, clamps from the middle to the ends, overnight.",
             {"wood glue", "clamps", "straightedge"},
             25});
    out.push_back(
        {"lower-skin",
         "Fit the lower skin",
         "Try it first, before anything is glued: props hold it up, it must go in without bending. Scribe "
         "it, plane to the line, try again. Then screw it from below into every part of the frame.",
         {"props", "compass", "plane or belt sander", "driver"},
         45});
    out.push_back(
        {"upper-skin",
         "Fit the upper skin",
         "Scribe it like the lower one. Glue on every part of the frame, lay it down, nail it into frame "
         "and blocks: pencil their middles on it first.",
         {"compass", "plane or belt sander", "nailer or hammer and nail set"},
         40});
    out.push_back(
        {"face",
         "Fit the face board",
         "Scribe its ends, then glue and nail it, its top level with the upper skin. Fill the nail holes, "
         "sand. What is finished in place: mask the walls and the things below with film, cut in the "
         "edges with a brush; a bead of caulk closes what is left at the walls.",
         {"compass", "fine saw", "nailer or hammer and nail set", "masking tape", "film"},
         40});
    return out;
}

std::vector<WallStage> AlcoveBuilder::boardStages() const {
    std::vector<WallStage> out;
    out.push_back(
        {"fix-support",
         "Screw the ledgers to the walls",
         "The back one first, level; then the sides from the same line carried round the corners. A "
         "straightedge laid over all of them shows no light: pack behind, never bend them.",
         {"driver", "level", "straightedge", "packing"},
         25});
    out.push_back(
        {"hang",
         "Lay the board on",
         "Two people tip it in, one end first. Scribe it to the walls on props a hand above its place, "
         "plane to the line, try again. Then drive the screws up through the ledgers with a long bit: "
         "fixed at the back, in slots at the sides.",
         {"compass", "plane or belt sander", "driver with a long bit"},
         45});
    return out;
}

} // namespace owl
