#include "cutting/sequence.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

struct Region {
    Length x, y, l, w; ///< real extents, not grown
};

const Length narrow = 60_mm;    ///< a strip that no push stick holds well between blade and fence
const Length unwieldy = 600_mm; ///< a sheet larger both ways is taken apart on trestles, not on a table saw

class Sequencer {
  public:
    Sequencer(const CutJob& job, std::size_t board, const SequenceInput& in, std::vector<SawCut>& out)
        : job_(job), board_(board), in_(in), out_(out) {}

    void run(const CutBoard& b, const CutStock& s) {
        sheet_ = s.sheet;
        crossFirst_ = s.length > 2400_mm && !in_.shopRips;
        const std::size_t begin = out_.size();
        const auto trim = in_.trim.find(s.id);
        if (trim != in_.trim.end() && trim->second > Length()) {
            trimEdge(s, trim->second, false);
            if (s.sheet)
                trimEdge(s, trim->second, true);
        }
        cut(b.placed, {Length(), Length(), job_.usableLength(s), job_.usableWidth(s)}, !crossFirst_);
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
    void trimEdge(const CutStock& s, Length off, bool rip) {
        SawCut c;
        c.id = nextId();
        c.board = board_;
        c.rip = rip;
        c.setting = off;
        c.line = -job_.kerf;
        c.to = rip ? job_.usableLength(s) : job_.usableWidth(s);
        c.kerf = job_.kerf;
        c.guided = tooBig(s.length, s.width);
        c.keep = rip ? "a straight edge to measure from" : "a square end to measure from";
        c.wasteSide = rip       ? "the factory edge is waste"
                      : s.sheet ? "the end of the sheet is waste"
                                : "the end of the board is waste";
        out_.push_back(std::move(c));
    }

    [[nodiscard]] bool tooBig(Length l, Length w) const { return sheet_ && l > unwieldy && w > unwieldy; }

    void cut(std::vector<Placed> pieces, Region r, bool ripFirst) {
        if (pieces.empty() || done(pieces, r))
            return;
        for (const bool rip : {ripFirst, !ripFirst})
            if (tryCut(pieces, r, rip))
                return;
    }

    static bool done(const std::vector<Placed>& pieces, const Region& r) {
        return pieces.size() == 1 && pieces.front().length == r.l && pieces.front().width == r.w;
    }

    /// A place where a straight cut divides no piece: after how many of the sorted pieces, and where it
    /// begins.
    struct Line {
        std::size_t after = 0;
        Length at;
    };

    /// A straight cut across the region that divides no piece; false when there is none this way.
    bool tryCut(std::vector<Placed>& pieces, const Region& r, bool rip) {
        const auto low = [&](const Placed& p) { return rip ? p.y : p.x; };
        const auto high = [&](const Placed& p) { return rip ? p.y + p.width : p.x + p.length; };
        const Length start = rip ? r.y : r.x;
        const Length end = rip ? r.y + r.w : r.x + r.l;
        std::sort(pieces.begin(), pieces.end(), [&](const Placed& a, const Placed& b) {
            return low(a) != low(b) ? low(a) < low(b) : a.part < b.part;
        });
        std::vector<Line> lines;
        Length reach = high(pieces.front());
        for (std::size_t i = 1; i < pieces.size(); ++i) {
            if (low(pieces[i]) >= reach + job_.kerf)
                lines.push_back({i, reach});
            reach = std::max(reach, high(pieces[i]));
        }
        if (reach < end)
            lines.push_back({pieces.size(), reach});
        if (lines.empty())
            return false;
        const auto narrower = [&](const Line& l) { return std::min(l.at - start, end - l.at - job_.kerf); };
        const Line line =
            rip ? *std::min_element(lines.begin(), lines.end(),
                                    [&](const Line& a, const Line& b) { return narrower(a) < narrower(b); })
                : lines.front();
        const auto middle = pieces.begin() + static_cast<std::ptrdiff_t>(line.after);
        const std::vector<Placed> near(pieces.begin(), middle);
        const std::vector<Placed> far(middle, pieces.end());
        emit(near, far, r, rip, line.at);
        Region a = r;
        Region b = r;
        (rip ? a.w : a.l) = line.at - start;
        (rip ? b.y : b.x) = line.at + job_.kerf;
        (rip ? b.w : b.l) = end - line.at - job_.kerf;
        cut(near, a, !crossFirst_);
        cut(far, b, !crossFirst_);
        return true;
    }

    void emit(const std::vector<Placed>& near, const std::vector<Placed>& far, const Region& r, bool rip,
              Length line) {
        const Length start = rip ? r.y : r.x;
        const Length beyond = (rip ? r.y + r.w : r.x + r.l) - line - job_.kerf;
        SawCut c;
        c.id = nextId();
        c.board = board_;
        c.rip = rip;
        c.line = line;
        c.from = rip ? r.x : r.y;
        c.to = rip ? r.x + r.l : r.y + r.w;
        c.kerf = job_.kerf;
        c.wasteBeyond = far.empty();
        // A narrow strip falls free while the wide rest runs along the fence.
        c.guided = tooBig(r.l, r.w);
        c.fromFar = !c.guided && rip && line - start < narrow && beyond > line - start;
        if (c.fromFar) {
            c.setting = beyond;
            c.keep = far.empty() ? "the rest of the board" : names(far);
            c.wasteSide = fmt::format("{} falls free on the side away from the fence", names(near));
        } else {
            c.setting = line - start;
            c.keep = names(near);
            c.caution = rip && !c.guided && c.setting < narrow;
            c.wasteSide = far.empty()
                              ? "beyond the line is waste"
                              : "the blade takes its width beyond the line, from the side of " + names(far);
        }
        out_.push_back(std::move(c));
    }

    [[nodiscard]] std::string names(const std::vector<Placed>& pieces) const {
        std::map<std::string, int> count;
        std::vector<std::string> order;
        for (const auto& p : pieces) {
            const std::string name = in_.nameOf(p.part);
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
    bool crossFirst_ = false, sheet_ = false;
    int n_ = 0;
};

} // namespace

std::string cutName(const SawCut& c) {
    return std::string(c.guided ? (c.rip ? "along, guide rail" : "across, guide rail")
                       : c.rip  ? "rip, fence"
                                : "crosscut, stop") +
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
