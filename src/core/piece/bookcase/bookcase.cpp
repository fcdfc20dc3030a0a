#include "piece/bookcase/bookcase_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// x along, y out of the wall, z up from the floor, or from the lowest board of one that hangs. A back in a
// rabbet or nailed on lies at the wall and the boards inside begin in front of it; a rail under the top
// stands in front of it too, and the screws of the tie pass both. A panel that is let in lies in front of the
// rail.

namespace owl {

const BookcaseShape::Section& BookcaseWork::sectionOf(std::size_t bay) const {
    return *std::find_if(s_.sections.begin(), s_.sections.end() - 1,
                         [&](const Section& s) { return bay <= s.last; });
}
std::string BookcaseWork::dividerBefore(std::size_t bay) {
    return fmt::format("divider-{}", bay);
}
std::string BookcaseWork::leftOf(std::size_t bay) const {
    return divided(bay) ? dividerBefore(bay) : sectionOf(bay).left;
}
std::string BookcaseWork::rightOf(std::size_t bay) const {
    return bay < sectionOf(bay).last ? dividerBefore(bay + 1) : sectionOf(bay).right;
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
             boxCell({b.at.x.mm() - 1, b.at.y.mm() - 1, b.at.z.mm() - 1}, plainAxes,
                     {b.size.x.mm() + 2, deep.mm() + 1, high.mm() + 1}),
             14);
    feature(upright, "notch", "notch",
            fmt::format("at the rear lower corner, {} high and {} deep, over the baseboard: it is {} high, "
                        "and {} are play",
                        say(high), say(deep), say(ctx_.baseboard), say(s_.notchHigh - ctx_.baseboard)))
        .sizes = {{"length_mm", high.mm()}, {"depth_mm", deep.mm()}};
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
        for (const auto& section : s_.sections) {
            uprights(section);
            flats(section);
            base(section);
        }
        const BookcaseWith with{p_, ctx_, catalog_, s_, d_};
        addBookcaseInside(with);
        addPinRows(with);
        addBookcaseJoints(with);
        addBookcaseSeams(with);
        describeBookcase(with);
        bands();
    }

  private:
    void shape() {
        const Length least = Length::mm(0.5);
        s_.t = std::clamp(p_.thickness, least,
                          std::max(least, std::min(p_.length / p_.sectionCount(), p_.height) / 4));
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
        sections();
    }

    /// Equal ones, each ending on a mark of the tape.
    void sections() {
        const int n = std::clamp(p_.sectionCount(), 1, 12);
        const auto mark = [&](int i) { return i == n ? p_.length : atMark(p_.length * i / n); };
        for (int i = 0; i < n; ++i) {
            Section s;
            if (i > 0)
                s.tag = fmt::format("-s{}", i + 1);
            if (n > 1)
                s.of = fmt::format(" of section {}", i + 1);
            s.left = i == 0 ? "side-left" : "side-left" + s.tag;
            s.right = i + 1 == n ? "side-right" : fmt::format("side-right-s{}", i + 1);
            s.x0 = mark(i);
            s.x1 = mark(i + 1);
            s.in0 = s.x0 + s_.t;
            s.in1 = s.x1 - s_.t;
            s.first = s_.bays.size();
            const auto bays =
                divide({s.in0, s.in1, s_.t, p_.dividers, n > 1 ? std::vector<Length>() : p_.bays, p_.length});
            s_.bays.insert(s_.bays.end(), bays.begin(), bays.end());
            s.last = s_.bays.size() - 1;
            s_.sections.push_back(std::move(s));
        }
        if (n > 1)
            d_.assembly.carried = s_.sections.back().x1 - s_.sections.back().x0;
    }
    [[nodiscard]] bool manyBays() const { return s_.sections.front().last > 0; }

    void checkSizes() {
        const int n = static_cast<int>(s_.sections.size());
        const Length each = p_.length / n;
        if (each < s_.t * 2 + 100_mm || p_.thickness > p_.length / 4) {
            auto& cures = problem("too_narrow", "length",
                                  fmt::format("Two sides of {} leave no {} of a length of {}.",
                                              say(p_.thickness), n > 1 ? "section" : "case", say(each)))
                              .cures;
            cures.push_back(to("Make it", "length", (p_.thickness * 2 + 300_mm) * n));
            if (n > 1)
                cures.push_back({"One case", {{"sections", 1}}});
        }
        if (p_.height < s_.low + s_.t * 2 + 80_mm || p_.thickness > p_.height / 4)
            problem("too_low", "height",
                    fmt::format("Base, bottom and top leave no case of a height of {}.", say(p_.height)))
                .cures.push_back(to("Height", "height", s_.low + p_.thickness * 2 + 300_mm));
        if (each > 3600_mm) {
            auto& cures = problem("too_large", "length",
                                  "A case so large passes no door and no stairs; build it in sections.")
                              .cures;
            if (p_.onFloor() && p_.length <= 20'000_mm)
                cures.push_back(
                    {"In sections", {{"sections", static_cast<int>(std::ceil(p_.length.mm() / 1800))}}});
            cures.push_back(to("Length", "length", 1800_mm * n));
        }
        if (p_.height > 2700_mm)
            problem("too_large", "height", "A case so high passes no door and stands in few rooms.")
                .cures.push_back(to("Height", "height", 2400_mm));
        if (shelfFront() - s_.innerY < 80_mm)
            problem("too_shallow", "depth",
                    fmt::format("A depth of {} leaves {} on the shelves; paperbacks want {}.", say(p_.depth),
                                say(std::max(Length(), shelfFront() - s_.innerY)), say(120_mm)))
                .cures.push_back(to("Depth", "depth", p_.depth + 120_mm - (shelfFront() - s_.innerY)));
        if (housed() && p_.housing * (manyBays() ? 2 : 1) > s_.t - 4_mm)
            problem("housing_too_deep", "housing",
                    fmt::format("Housings {} deep leave less than {} of a board {} thick{}.", say(p_.housing),
                                say(4_mm), say(s_.t),
                                manyBays() ? ", since dividers are cut from both sides at one height" : ""))
                .cures.push_back(to("Housings", "housing", s_.t / (manyBays() ? 3 : 2)));
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

    void uprights(const Section& section) {
        const Length high = s_.sideHigh - s_.sideLow;
        const Length deep = p_.depth - s_.sideY;
        for (const bool leftOne : {true, false}) {
            Part& side = addCase(
                blankPart(leftOne ? section.left : section.right,
                          (leftOne ? "left side" : "right side") + section.of, std::max(1_mm, high),
                          std::max(1_mm, deep), s_.t,
                          {{(leftOne ? section.x0 : section.in1).mm(), s_.sideY.mm(), s_.sideLow.mm()},
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

    void flats(const Section& section) {
        const Length in = housed() ? p_.housing : Length();
        const auto flat = [&](const char* name, Length x0, Length x1, Length y0, Length z, double apart) {
            addCase(blankPart(name + section.tag, name + section.of, std::max(1_mm, x1 - x0),
                              std::max(1_mm, p_.depth - y0), s_.t,
                              {{x0.mm(), y0.mm(), z.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                    {x0 < section.in0 && x0 > section.x0
                         ? fmt::format("length {} is the clear width {} and two housings of {}", say(x1 - x0),
                                       say(section.in1 - section.in0), say(in))
                         : fmt::format("length {} is the {}", say(x1 - x0),
                                       x0 > section.x0          ? "clear width"
                                       : s_.sections.size() > 1 ? "section's"
                                                                : "case's"),
                     fmt::format("width {} is the depth less what lies behind it", say(p_.depth - y0))},
                    {0, 0, apart});
        };
        flat("bottom", section.in0 - in, section.in1 + in, behind(s_.low, s_.flatY), s_.low, -0.6);
        if (p_.topOver)
            flat("top", section.x0, section.x1, s_.sideY, s_.z1, 0.8);
        else
            flat("top", section.in0 - in, section.in1 + in, s_.flatY, s_.z1, 0.8);
        for (const std::string& side : {section.left, section.right})
            if (housed()) {
                let(side, "bottom" + section.tag, s_.low > s_.sideLow ? "housing" : "rabbet");
                if (!p_.topOver)
                    let(side, "top" + section.tag, "rabbet");
            }
    }

    void base(const Section& section) {
        if (!standing() || p_.base == CaseBase::none)
            return;
        if (p_.kick < 30_mm && section.first == 0)
            problem("base_too_low", "kick", fmt::format("A base {} high cannot be fixed.", say(p_.kick)))
                .cures = {to("Base", "kick", 80_mm), {"The bottom lies on the floor", {{"base", "none"}}}};
        const Length front = std::max(p_.notchDepth + 60_mm, p_.depth - p_.kickBack);
        if (p_.base == CaseBase::sides) {
            board("kick" + section.tag, "kick board" + section.of, section.in0, section.in1, front - s_.t,
                  s_.low, fmt::format("length {} is the clear width", say(section.in1 - section.in0)));
            for (std::size_t i = section.first; i < section.last; ++i)
                block(i, front - s_.t);
            return;
        }
        const Length shadow = 5_mm; // the sides still stand on it
        const Length x0 = section.x0 + shadow;
        const Length x1 = section.x1 - shadow;
        // A panel in its groove would stand in the way of the screws down into the base: it lies in front, so
        // far that a driver passes the panel.
        const Length driver = std::max(Length(), Length::mm(12.5) - s_.t / 2);
        const Length clear = p_.back == CaseBack::letIn ? s_.innerY + driver : Length();
        const Length rear =
            std::max(clear, behind(Length(), s_.sideY) + (s_.notchHigh > Length() ? 2_mm : Length()));
        const std::string why =
            fmt::format("length {} is the length less {} at each end", say(x1 - x0), say(shadow));
        board("frame-front" + section.tag, "front of the base" + section.of, x0, x1, front - s_.t, s_.low,
              why);
        board("frame-back" + section.tag, "back of the base" + section.of, x0, x1, rear, s_.low, why);
        for (const bool leftOne : {true, false}) {
            const Length deep = front - s_.t - (rear + s_.t);
            addCase(blankPart((leftOne ? "frame-left" : "frame-right") + section.tag,
                              (leftOne ? "left end of the base" : "right end of the base") + section.of,
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

    /// A board on edge along the piece, on the floor.
    void board(std::string id, std::string name, Length x0, Length x1, Length y, Length high,
               const std::string& why) {
        addCase(blankPart(std::move(id), std::move(name), std::max(1_mm, x1 - x0), std::max(1_mm, high), s_.t,
                          {{x0.mm(), (y + s_.t).mm(), 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
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
            const bool open = p.id.starts_with("top") || p.id.starts_with("bottom") ||
                              p.id.starts_with("side") || p.id.starts_with("divider") ||
                              (p.id.starts_with("shelf") && p_.strip == CaseStrip::none);
            if (p.stock == Stock::sheet && open)
                feature(p, "band", "band", fmt::format("on its front edge, {} long", say(p.length))).sizes = {
                    {"length_mm", p.length.mm()}};
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
