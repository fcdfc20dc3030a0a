#include "piece/bookcase_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// x along, y out of the wall, z up from the floor, or from the lowest board of one that hangs. A back in a
// rabbet or nailed on lies at the wall and the boards inside begin in front of it; a rail under the top
// stands in front of it too, and the screws of the tie pass both. A panel that is let in lies in front of the
// rail.

namespace owl {

std::string BookcaseWork::leftOf(std::size_t bay) const {
    return bay > 0 ? fmt::format("divider-{}", bay) : "side-left";
}
std::string BookcaseWork::rightOf(std::size_t bay) const {
    return bay + 1 < s_.bays.size() ? fmt::format("divider-{}", bay + 1) : "side-right";
}

Part& BookcaseWork::addCase(Part p, std::vector<std::string> why, const Vec3& apart) {
    if (p_.stuff != CaseStuff::board)
        makeOfSheet(p, static_cast<SheetKind>(static_cast<int>(p_.stuff) - 1), catalog_);
    return add(std::move(p), std::move(why), apart);
}

void BookcaseWork::notchOver(Part& upright) {
    const Cell b = upright.bounds();
    if (s_.notchHigh <= b.at.z || p_.notchDepth <= b.at.y)
        return;
    const Length high = s_.notchHigh - b.at.z;
    const Length deep = p_.notchDepth - b.at.y;
    subtract(upright.solid,
             boxCell({b.at.x.mm() - 1, b.at.y.mm() - 1, b.at.z.mm() - 1},
                     {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}},
                     {b.size.x.mm() + 2, deep.mm() + 1, high.mm() + 1}),
             14);
    feature(upright, "notch", "notch",
            fmt::format("at the rear lower corner, {} high and {} deep, over the baseboard: it is {} high, "
                        "and {} are play",
                        say(high), say(deep), say(ctx_.baseboard), say(s_.notchHigh - ctx_.baseboard)));
}

Length BookcaseWork::shelfFront() const {
    return p_.depth - p_.setBack - (p_.strip == CaseStrip::none ? Length() : p_.stripThickness);
}

namespace {

class BookcaseBuilder : BookcaseWork {
  public:
    using BookcaseWork::BookcaseWork;

    void run() {
        shape();
        checkSizes();
        uprights();
        flats();
        base();
        const BookcaseWith with{p_, ctx_, catalog_, s_, d_};
        addBookcaseInside(with);
        addPinRows(with);
        addBookcaseJoints(with);
        describeBookcase(with);
        bands();
    }

  private:
    void shape() {
        const Length least = Length::mm(0.5);
        s_.t = std::clamp(p_.thickness, least, std::max(least, std::min(p_.length, p_.height) / 4));
        s_.ts = std::clamp(p_.shelfThickness, least, std::max(least, p_.height / 4));
        const Length raised =
            standing() && p_.base != CaseBase::none ? std::min(p_.kick, p_.height / 3) : Length();
        s_.low = raised;
        s_.sideLow = onFrame() ? raised : Length();
        s_.sideHigh = p_.height - (p_.topOver ? s_.t : Length());
        s_.x0 = s_.t;
        s_.x1 = p_.length - s_.t;
        s_.z0 = s_.low + s_.t;
        s_.z1 = p_.height - s_.t;
        const Length tb = p_.backThickness;
        s_.sideY = p_.back == CaseBack::nailed ? tb : Length();
        s_.innerY = p_.back == CaseBack::rails ? Length() : p_.back == CaseBack::letIn ? s_.t + tb : tb;
        s_.flatY = p_.back == CaseBack::letIn ? Length() : s_.innerY;
        s_.railY = p_.back == CaseBack::letIn || p_.back == CaseBack::rails ? Length() : tb;
        if (standing() && p_.notch && ctx_.baseboard > Length())
            s_.notchHigh = std::min(ctx_.baseboard + 3_mm, p_.height / 2);
        Assembly& a = d_.assembly;
        a.length = p_.length;
        a.depth = p_.depth;
        a.height = p_.height;
        s_.bays = divide({s_.x0, s_.x1, s_.t, p_.dividers, p_.bays, p_.length});
    }

    void checkSizes() {
        if (p_.length < s_.t * 2 + 100_mm || p_.thickness > p_.length / 4)
            problem("too_narrow", "length",
                    fmt::format("Two sides of {} leave no case of a length of {}.", say(p_.thickness),
                                say(p_.length)))
                .cures.push_back(to("Make it", "length", p_.thickness * 2 + 300_mm));
        if (p_.height < s_.low + s_.t * 2 + 80_mm || p_.thickness > p_.height / 4)
            problem("too_low", "height",
                    fmt::format("Base, bottom and top leave no case of a height of {}.", say(p_.height)))
                .cures.push_back(to("Height", "height", s_.low + p_.thickness * 2 + 300_mm));
        if (p_.length > 3600_mm || p_.height > 2700_mm)
            problem("too_large", p_.length > 3600_mm ? "length" : "height",
                    "A case so large passes no door and no stairs; plan two side by side.")
                .cures.push_back(p_.length > 3600_mm ? to("Length", "length", 1800_mm)
                                                     : to("Height", "height", 2400_mm));
        if (shelfFront() - s_.innerY < 80_mm)
            problem("too_shallow", "depth",
                    fmt::format("A depth of {} leaves {} on the shelves; paperbacks want {}.", say(p_.depth),
                                say(std::max(Length(), shelfFront() - s_.innerY)), say(120_mm)))
                .cures.push_back(to("Depth", "depth", p_.depth + 120_mm - (shelfFront() - s_.innerY)));
        if (housed() && p_.housing * (s_.bays.size() > 1 ? 2 : 1) > s_.t - 4_mm)
            problem("housing_too_deep", "housing",
                    fmt::format("Housings {} deep leave less than {} of a board {} thick{}.", say(p_.housing),
                                say(4_mm), say(s_.t),
                                s_.bays.size() > 1 ? ", since dividers are cut from both sides at one height"
                                                   : ""))
                .cures.push_back(to("Housings", "housing", s_.t / (s_.bays.size() > 1 ? 3 : 2)));
        checkNotch();
    }

    void checkNotch() {
        if (s_.notchHigh <= Length())
            return;
        if (p_.notchDepth > p_.depth / 3)
            problem("notch_too_deep", "notch_depth",
                    fmt::format("A notch {} deep leaves too little of sides {} deep.", say(p_.notchDepth),
                                say(p_.depth)))
                .cures.push_back(to("Baseboard", "notch_depth", 20_mm));
        if (ctx_.baseboard + 3_mm > p_.height / 2)
            problem(
                "notch_too_high", "notch",
                fmt::format("The baseboard is {} high, more than half of the sides.", say(ctx_.baseboard)))
                .cures = {to("Height", "height", ctx_.baseboard * 2 + 60_mm),
                          {"The baseboard is cut away there", {{"notch", false}}}};
    }

    void uprights() {
        const Length high = s_.sideHigh - s_.sideLow;
        const Length deep = p_.depth - s_.sideY;
        for (const bool leftOne : {true, false}) {
            Part& side =
                addCase(blankPart(leftOne ? "side-left" : "side-right", leftOne ? "left side" : "right side",
                                  std::max(1_mm, high), std::max(1_mm, deep), s_.t,
                                  {{leftOne ? 0 : (p_.length - s_.t).mm(), s_.sideY.mm(), s_.sideLow.mm()},
                                   {0, 0, 1},
                                   {0, 1, 0},
                                   {1, 0, 0}}),
                        {fmt::format("length {} is the height {}{}{}", say(high), say(p_.height),
                                     s_.sideLow > Length() ? " less the base" : "",
                                     p_.topOver ? " less the top over it" : ""),
                         fmt::format("width {} is the depth{}", say(deep),
                                     s_.sideY > Length() ? " less the back" : "")},
                        {leftOne ? -1.0 : 1.0, 0, 0});
            notchOver(side);
        }
    }

    void flats() {
        const Length in = housed() ? p_.housing : Length();
        const auto flat = [&](const char* id, Length x0, Length x1, Length y0, Length z, double apart) {
            addCase(blankPart(id, id, std::max(1_mm, x1 - x0), std::max(1_mm, p_.depth - y0), s_.t,
                              {{x0.mm(), y0.mm(), z.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                    {x0 < s_.x0 && x0 > Length()
                         ? fmt::format("length {} is the clear width {} and two housings of {}", say(x1 - x0),
                                       say(s_.x1 - s_.x0), say(in))
                         : fmt::format("length {} is the {}", say(x1 - x0),
                                       x0 == Length() ? "case's" : "clear width"),
                     fmt::format("width {} is the depth less what lies behind it", say(p_.depth - y0))},
                    {0, 0, apart});
        };
        flat("bottom", s_.x0 - in, s_.x1 + in, behind(s_.low, s_.flatY), s_.low, -0.6);
        if (p_.topOver)
            flat("top", Length(), p_.length, s_.sideY, s_.z1, 0.8);
        else
            flat("top", s_.x0 - in, s_.x1 + in, s_.flatY, s_.z1, 0.8);
        for (const char* side : {"side-left", "side-right"})
            if (housed()) {
                letIn(side, "bottom", p_.housing, s_.low > s_.sideLow ? "housing" : "rabbet");
                if (!p_.topOver)
                    letIn(side, "top", p_.housing, "rabbet");
            }
    }

    void base() {
        if (!standing() || p_.base == CaseBase::none)
            return;
        if (p_.kick < 30_mm)
            problem("base_too_low", "kick", fmt::format("A base {} high cannot be fixed.", say(p_.kick)))
                .cures = {to("Base", "kick", 80_mm), {"The bottom lies on the floor", {{"base", "none"}}}};
        const Length front = std::max(p_.notchDepth + 60_mm, p_.depth - p_.kickBack);
        if (p_.base == CaseBase::sides) {
            board("kick", "kick board", s_.x0, s_.x1, front - s_.t, Length(), s_.low,
                  fmt::format("length {} is the clear width", say(s_.x1 - s_.x0)));
            for (std::size_t i = 0; i + 1 < s_.bays.size(); ++i)
                block(i, front - s_.t);
            return;
        }
        const Length x0 = 5_mm; // a shadow, and the sides still stand on it
        const Length x1 = p_.length - 5_mm;
        const Length rear = behind(Length(), s_.sideY) + (s_.notchHigh > Length() ? 2_mm : Length());
        const std::string why =
            fmt::format("length {} is the length less {} at each end", say(x1 - x0), say(x0));
        board("frame-front", "front of the base", x0, x1, front - s_.t, Length(), s_.low, why);
        board("frame-back", "back of the base", x0, x1, rear, Length(), s_.low, why);
        for (const bool leftOne : {true, false}) {
            const Length deep = front - s_.t - (rear + s_.t);
            addCase(blankPart(leftOne ? "frame-left" : "frame-right",
                              leftOne ? "left end of the base" : "right end of the base",
                              std::max(1_mm, deep), s_.low, s_.t,
                              {{leftOne ? x0.mm() : (x1 - s_.t).mm(), (rear + s_.t).mm(), 0},
                               {0, 1, 0},
                               {0, 0, 1},
                               {1, 0, 0}}),
                    {fmt::format("length {} lies between front and back of the base", say(deep)),
                     "as high as the base"},
                    {0, 0, -1.2});
        }
    }

    /// A board on edge along the piece.
    void board(const char* id, const char* name, Length x0, Length x1, Length y, Length z, Length high,
               const std::string& why) {
        addCase(blankPart(id, name, std::max(1_mm, x1 - x0), std::max(1_mm, high), s_.t,
                          {{x0.mm(), (y + s_.t).mm(), z.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
                {why, fmt::format("height {} is that of the base", say(high))}, {0, 0, -1.2});
    }

    /// Under the bottom where a divider stands on it. Its grain stands up, so that it moves with the bottom.
    void block(std::size_t i, Length front) {
        const Length rear = behind(Length(), s_.innerY);
        addCase(blankPart(fmt::format("block-{}", i + 1), fmt::format("block under divider {}", i + 1),
                          s_.low, std::max(1_mm, front - rear), s_.t,
                          {{s_.bays[i].second.mm(), rear.mm(), 0}, {0, 0, 1}, {0, 1, 0}, {1, 0, 0}}),
                {"as high as the base: the divider's load goes straight to the floor",
                 fmt::format("width {} from the wall to the kick board", say(front - rear))},
                {0, 0, -1.2});
    }

    /// Front edges of a sheet show their plies.
    void bands() {
        if (p_.stuff == CaseStuff::board)
            return;
        for (auto& p : d_.assembly.parts) {
            const bool open = p.id == "top" || p.id == "bottom" || p.id.starts_with("side") ||
                              p.id.starts_with("divider") ||
                              (p.id.starts_with("shelf") && p_.strip == CaseStrip::none);
            if (p.stock == Stock::sheet && open)
                feature(p, "band", "band", fmt::format("on its front edge, {} long", say(p.length)));
        }
    }
};

} // namespace

Draft BookcaseParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    BookcaseShape shape;
    BookcaseBuilder(BookcaseWith{*this, ctx, catalog, shape, d}).run();
    return d;
}

} // namespace owl
