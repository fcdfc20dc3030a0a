#include "cutting/sequence.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

struct Region {
    Length x, y, l, w; ///< real extents, not grown
    std::string name;  ///< on the bench
};

/// A part of the board, or an offcut that is to be kept.
struct Item {
    Length x, y, length, width;
    std::string part; ///< empty: an offcut
};

const Length narrow = 60_mm;    ///< a strip that no push stick holds well between blade and fence
const Length unwieldy = 600_mm; ///< a sheet larger both ways is taken apart on trestles, not on a table saw
const Length shortest = 300_mm; ///< what is shorter is not ripped along a fence
const Length handful = 150_mm;  ///< of a crosscut one side must be as long, or it is clamped

class Sequencer {
  public:
    Sequencer(const CutJob& job, std::size_t board, const SequenceInput& in, std::vector<SawCut>& out)
        : job_(job), board_(board), in_(in), out_(out) {}

    void run(const CutBoard& b, const CutStock& s) {
        sheet_ = s.sheet;
        crossFirst_ = s.length > 2400_mm && !in_.shopRips;
        const std::size_t begin = out_.size();
        const auto trim = in_.trim.find(s.id);
        const Length lost = trim == in_.trim.end() ? Length() : trim->second;
        // The job knows the usable rectangle; on the saw lies the board as it was bought.
        Region r{Length(), Length(), job_.usableLength(s) + lost * 2,
                 job_.usableWidth(s) + (s.sheet ? lost * 2 : Length()), fmt::format("board {}", board_ + 1)};
        if (lost > Length()) {
            trimEdge(r, lost, false);
            if (s.sheet)
                trimEdge(r, lost, true);
        }
        std::vector<Item> items;
        for (const auto& p : b.placed)
            items.push_back({p.x, p.y, p.length, p.width, p.part});
        for (const auto& o : b.offcuts)
            items.push_back({o.x, o.y, o.length, o.width, {}});
        cut(std::move(items), r, !crossFirst_);
        if (in_.shopRips)
            giveToShop(begin);
    }

  private:
    std::string nextId() { return fmt::format("board-{}-cut-{}", board_ + 1, ++n_); }

    /// Everything up to the last rip of this board: what comes before a rip is made where the rip is made.
    void giveToShop(std::size_t begin) {
        std::size_t last = out_.size();
        for (std::size_t i = begin; i < out_.size(); ++i)
            if (out_[i].rip)
                last = i;
        for (std::size_t i = begin; i < out_.size() && last < out_.size() && i <= last; ++i)
            out_[i].atShop = true;
    }

    /// The edge that everything else is measured from.
    void trimEdge(Region& r, Length off, bool rip) {
        SawCut c;
        c.id = nextId();
        c.board = board_;
        c.rip = rip;
        c.trims = true;
        c.setting = off;
        c.line = -job_.kerf;
        c.to = rip ? r.l : r.w;
        c.kerf = job_.kerf;
        c.guided = tooBig(r.l, r.w);
        c.piece = {r.name, r.l, r.w, {}};
        (rip ? r.w : r.l) -= off;
        r.name = fmt::format("board {}, {}", board_ + 1, rip ? "one edge straight" : "one end square");
        c.keeps = {r.name, r.l, r.w, {}};
        c.keep = rip ? "a straight edge to measure from" : "a square end to measure from";
        c.wasteSide = rip      ? "the factory edge is waste"
                      : sheet_ ? "the end of the sheet is waste"
                               : "the end of the board is waste";
        out_.push_back(std::move(c));
    }

    [[nodiscard]] bool tooBig(Length l, Length w) const { return sheet_ && l > unwieldy && w > unwieldy; }

    void cut(std::vector<Item> items, const Region& r, bool ripFirst) {
        if (items.empty() || done(items, r))
            return;
        for (const bool rip : {ripFirst || tooShortLater(items, r), !ripFirst && !tooShortLater(items, r)})
            if (tryCut(items, r, rip))
                return;
    }

    static bool done(const std::vector<Item>& items, const Region& r) {
        return items.size() == 1 && items.front().length == r.l && items.front().width == r.w;
    }
    /// Crosscut first, something would be too short to be ripped.
    static bool tooShortLater(const std::vector<Item>& items, const Region& r) {
        return r.l >= shortest && r.l >= r.w && std::any_of(items.begin(), items.end(), [&](const Item& i) {
                   return i.length < shortest && i.width < r.w;
               });
    }

    /// A place where a straight cut divides no item: after how many of the sorted ones, and where it begins.
    struct Line {
        std::size_t after = 0;
        Length at;
    };

    /// Every place for a straight cut across the region. Before the first item and after the last there may
    /// be waste; a blade that finds less than its width there takes all of it.
    [[nodiscard]] std::vector<Line> linesOf(std::vector<Item>& items, const Region& r, bool rip) const {
        const auto low = [&](const Item& p) { return rip ? p.y : p.x; };
        const auto high = [&](const Item& p) { return rip ? p.y + p.width : p.x + p.length; };
        const Length start = rip ? r.y : r.x;
        const Length end = rip ? r.y + r.w : r.x + r.l;
        std::sort(items.begin(), items.end(), [&](const Item& a, const Item& b) {
            return low(a) != low(b) ? low(a) < low(b) : a.part < b.part;
        });
        std::vector<Line> lines;
        if (low(items.front()) > start)
            lines.push_back({0, low(items.front()) - job_.kerf});
        Length reach = high(items.front());
        for (std::size_t i = 1; i < items.size(); ++i) {
            if (low(items[i]) >= reach + job_.kerf)
                lines.push_back({i, reach});
            reach = std::max(reach, high(items[i]));
        }
        if (reach < end)
            lines.push_back({items.size(), reach});
        return lines;
    }

    /// A straight cut across the region that divides nothing; false when there is none this way.
    bool tryCut(std::vector<Item>& items, const Region& r, bool rip) {
        const auto lines = linesOf(items, r, rip);
        if (lines.empty())
            return false;
        const Length start = rip ? r.y : r.x;
        const Length end = rip ? r.y + r.w : r.x + r.l;
        const auto narrower = [&](const Line& l) { return std::min(l.at - start, end - l.at - job_.kerf); };
        const Line line =
            rip ? *std::min_element(lines.begin(), lines.end(),
                                    [&](const Line& a, const Line& b) { return narrower(a) < narrower(b); })
                : lines.front();
        const auto middle = items.begin() + static_cast<std::ptrdiff_t>(line.after);
        const std::vector<Item> near(items.begin(), middle);
        const std::vector<Item> far(middle, items.end());
        Region a = r;
        Region b = r;
        (rip ? a.w : a.l) = line.at - start;
        (rip ? b.y : b.x) = line.at + job_.kerf;
        (rip ? b.w : b.l) = end - line.at - job_.kerf;
        a.name = nameFor(near, a);
        b.name = nameFor(far, b);
        emit({near, a}, {far, b}, r, rip, line.at);
        cut(near, a, !crossFirst_);
        cut(far, b, !crossFirst_);
        return true;
    }

    /// What a cut makes: the items in it, and its extent.
    struct Side {
        const std::vector<Item>& items;
        const Region& r;
    };

    /// What it will be called on the bench: a part by its name once it is one.
    std::string nameFor(const std::vector<Item>& items, const Region& r) {
        if (items.empty())
            return {};
        std::string name = done(items, r)      ? items.front().part.empty() ? std::string("offcut")
                                                                            : in_.nameOf(items.front().part)
                                : items.size() == 1 ? fmt::format("blank of {}", names(items))
                                               : fmt::format("board {}, piece {}", board_ + 1, ++pieces_);
        if (const int n = ++called_[name]; n > 1)
            name += fmt::format(" ({})", n);
        return name;
    }
    static SawPiece benchPiece(const Side& s) {
        return {s.r.name, s.r.l, s.r.w, done(s.items, s.r) ? s.items.front().part : std::string()};
    }

    void emit(const Side& near, const Side& far, const Region& r, bool rip, Length line) {
        const Length start = rip ? r.y : r.x;
        const Length beyond = rip ? far.r.w : far.r.l;
        SawCut c;
        c.id = nextId();
        c.board = board_;
        c.rip = rip;
        c.line = line;
        c.from = rip ? r.x : r.y;
        c.to = rip ? r.x + r.l : r.y + r.w;
        c.kerf = job_.kerf;
        c.wasteBeyond = far.items.empty();
        c.piece = {r.name, r.l, r.w, {}};
        c.guided = tooBig(r.l, r.w);
        // A narrow strip falls free while the wide rest runs along the fence; waste before the first item is
        // never what is measured.
        c.fromFar = near.items.empty() || (!c.guided && rip && line - start < narrow &&
                                           beyond > line - start && !far.items.empty());
        const Side& kept = c.fromFar ? far : near;
        const Side& other = c.fromFar ? near : far;
        c.keeps = benchPiece(kept);
        if (!other.items.empty())
            c.falls = benchPiece(other);
        c.keep = names(kept.items);
        if (c.fromFar) {
            c.setting = beyond;
            c.wasteSide = near.items.empty() ? "before the line is waste"
                                             : fmt::format("{} falls free on the side away from the fence",
                                                           names(near.items));
        } else {
            c.setting = line - start;
            c.caution = rip && !c.guided && c.setting < narrow;
            c.wasteSide = far.items.empty() ? "beyond the line is waste"
                                            : "the blade takes its width beyond the line, from the side of " +
                                                  names(far.items);
        }
        out_.push_back(std::move(c));
    }

    [[nodiscard]] std::string names(const std::vector<Item>& items) const {
        std::map<std::string, int> count;
        std::vector<std::string> order;
        for (const auto& p : items) {
            const std::string name = p.part.empty() ? std::string("an offcut to keep") : in_.nameOf(p.part);
            if (count[name]++ == 0)
                order.push_back(name);
        }
        std::string out;
        for (const auto& name : order)
            out += (out.empty() ? "" : ", ") +
                   (count[name] > 1 ? fmt::format("{} × {}", count[name], name) : name);
        return out;
    }

    const CutJob& job_;
    std::size_t board_;
    const SequenceInput& in_;
    std::vector<SawCut>& out_;
    std::map<std::string, int> called_; ///< names on the bench
    bool crossFirst_ = false, sheet_ = false;
    int n_ = 0, pieces_ = 0;
};

} // namespace

std::string holdingOf(const SawCut& c) {
    if (c.guided)
        return "guide";
    if (c.rip)
        return c.piece.length < shortest || c.piece.length < c.piece.width ? "carrier"
               : c.caution                                                 ? "fence, push stick"
                                                                           : "fence";
    const Length rest = c.piece.length - c.keeps.length - c.kerf;
    return std::max(c.keeps.length, rest) < handful ? "stop, clamped" : "stop";
}

std::string cutName(const SawCut& c) {
    return std::string(c.guided ? (c.rip ? "along, guide rail" : "across, guide rail")
                       : c.rip  ? "rip, " + holdingOf(c)
                                : "crosscut, " + holdingOf(c)) +
           (c.atShop ? ", at the shop" : "");
}

std::vector<SawCut> cutSequence(const CutJob& job, const CutPlan& plan, const SequenceInput& in) {
    std::vector<SawCut> out;
    for (std::size_t i = 0; i < plan.boards.size(); ++i) {
        const auto s = std::find_if(job.stock.begin(), job.stock.end(),
                                    [&](const CutStock& c) { return c.id == plan.boards[i].stock; });
        if (s != job.stock.end())
            Sequencer(job, i, in, out).run(plan.boards[i], *s);
    }
    return out;
}

} // namespace owl
