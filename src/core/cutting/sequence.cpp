#include "cutting/sequence.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

struct Region {
    Length x, y, l, w; ///< real extents, not grown
};

class Sequencer {
  public:
    Sequencer(const CutJob& job, std::size_t board,
              const std::function<std::string(const std::string&)>& nameOf, std::vector<SawCut>& out)
        : job_(job), board_(board), nameOf_(nameOf), out_(out) {}

    void run(const CutBoard& b, const CutStock& s) {
        crossFirst_ = s.length > 2400_mm;
        if (job_.trim > Length()) {
            SawCut c;
            c.id = fmt::format("board-{}-cut-{}", board_ + 1, ++n_);
            c.board = board_;
            c.setting = job_.trim;
            c.line = -job_.kerf;
            c.to = job_.usableWidth(s);
            c.kerf = job_.kerf;
            c.keep = "a square end to measure from";
            c.wasteSide = "the end of the board is waste";
            out_.push_back(std::move(c));
        }
        cut(b.placed, {Length(), Length(), job_.usableLength(s), job_.usableWidth(s)}, !crossFirst_);
    }

  private:
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

    /// The first straight cut across the region that divides no piece; false when there is none this way.
    bool tryCut(std::vector<Placed>& pieces, const Region& r, bool rip) {
        const auto low = [&](const Placed& p) { return rip ? p.y : p.x; };
        const auto high = [&](const Placed& p) { return rip ? p.y + p.width : p.x + p.length; };
        const Length start = rip ? r.y : r.x;
        const Length end = rip ? r.y + r.w : r.x + r.l;
        std::sort(pieces.begin(), pieces.end(), [&](const Placed& a, const Placed& b) {
            return low(a) != low(b) ? low(a) < low(b) : a.part < b.part;
        });
        Length reach = high(pieces.front());
        std::size_t i = 1;
        for (; i < pieces.size(); ++i) {
            if (low(pieces[i]) >= reach + job_.kerf)
                break;
            reach = std::max(reach, high(pieces[i]));
        }
        if (i == pieces.size() && reach >= end)
            return false;
        const std::vector<Placed> near(pieces.begin(), pieces.begin() + static_cast<std::ptrdiff_t>(i));
        const std::vector<Placed> far(pieces.begin() + static_cast<std::ptrdiff_t>(i), pieces.end());
        emit(near, far, r, rip, reach, start);
        Region a = r;
        Region b = r;
        (rip ? a.w : a.l) = reach - start;
        (rip ? b.y : b.x) = reach + job_.kerf;
        (rip ? b.w : b.l) = end - reach - job_.kerf;
        cut(near, a, !crossFirst_);
        cut(far, b, !crossFirst_);
        return true;
    }

    void emit(const std::vector<Placed>& near, const std::vector<Placed>& far, const Region& r, bool rip,
              Length line, Length start) {
        SawCut c;
        c.id = fmt::format("board-{}-cut-{}", board_ + 1, ++n_);
        c.board = board_;
        c.rip = rip;
        c.setting = line - start;
        c.line = line;
        c.from = rip ? r.x : r.y;
        c.to = rip ? r.x + r.l : r.y + r.w;
        c.kerf = job_.kerf;
        c.keep = names(near);
        c.wasteBeyond = far.empty();
        c.wasteSide = far.empty()
                          ? "beyond the line is waste"
                          : "the blade takes its width beyond the line, from the side of " + names(far);
        out_.push_back(std::move(c));
    }

    [[nodiscard]] std::string names(const std::vector<Placed>& pieces) const {
        std::map<std::string, int> count;
        std::vector<std::string> order;
        for (const auto& p : pieces) {
            const std::string name = nameOf_(p.part);
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
    const std::function<std::string(const std::string&)>& nameOf_;
    std::vector<SawCut>& out_;
    bool crossFirst_ = false;
    int n_ = 0;
};

} // namespace

std::vector<SawCut> cutSequence(const CutJob& job, const CutPlan& plan,
                                const std::function<std::string(const std::string&)>& nameOf) {
    std::vector<SawCut> out;
    for (std::size_t i = 0; i < plan.boards.size(); ++i) {
        const auto s = std::find_if(job.stock.begin(), job.stock.end(),
                                    [&](const CutStock& c) { return c.id == plan.boards[i].stock; });
        if (s != job.stock.end())
            Sequencer(job, i, nameOf, out).run(plan.boards[i], *s);
    }
    return out;
}

} // namespace owl
