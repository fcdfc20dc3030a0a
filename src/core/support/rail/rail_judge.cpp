// Screws or anchors through a back rail: places, screws, checks.
#include "assembly/reach.h"
#include "strength/wall_mount.h"
#include "support/inside/frame_check.h"
#include "support/inside/inner_checks.h"
#include "support/judge/beside.h"
#include "support/judge/fixing_slip.h"
#include "support/judge/judge.h"
#include "support/judge/section_checks.h"
#include "support/judge/wall_fixing.h"
#include "support/rail/rail.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class RailJudge {
  public:
    RailJudge(const HeldPiece& p, const WallBehind& w, const SupportOption& o, StaticsCache& cache,
              double factor, bool quiet)
        : p_(p), w_(w), cache_(cache), factor_(factor), quiet_(quiet) {
        v_.option = o;
        v_.rows = rowsOn(*p.assembly->seat<RailSeat>());
    }

    SupportVerdict run() {
        places();
        if (!v_.feasible)
            return std::move(v_);
        const Statics& s = cache_.of(p_, v_.x, springsOf(v_, p_, w_));
        if (!s.problem.empty()) {
            refuse(s.problem);
            return std::move(v_);
        }
        const JudgeBench b{p_, w_, s, factor_, quiet_};
        if (v_.option.screw)
            chooseWallScrew(b, v_);
        if (!v_.refusal.empty())
            refuse(v_.refusal);
        if (!v_.feasible)
            return std::move(v_);
        judgeOn(b);
        return std::move(v_);
    }

  private:
    void judgeOn(const JudgeBench& b) {
        addDemands(b.statics, factor_, v_);
        if (!quiet_) {
            v_.cases = supportCases(b.statics, factor_);
            v_.mounting = railMounting(p_, w_, v_);
        }
        for (auto& c : sectionChecks(b))
            v_.checks.push_back(std::move(c));
        const bool masonry = v_.option.ground == Ground::masonry;
        if (v_.option.screw)
            addScrewChecks(studAlone(b, v_), v_);
        else
            addAnchorChecks(b, v_);
        if (v_.beside >= 0)
            addAnchorChecks(anchorBeside(b, v_), v_);
        // A cover that spans hollow presses back on the width of a stud; on masonry the rail's own width
        // works.
        addCrushCheck(studAlone(b, v_), masonry ? std::min(100.0, leastSpacing()) : w_.studWidth, v_);
        addInnerChecks(p_, factor_, quiet_, v_);
        const double axial = v_.option.screw ? axialStiffness(v_.option.screw->d,
                                                              v_.option.screw->thread(v_.pen, v_.screwLength))
                                             : anchorStiffness(v_.option.ground);
        v_.settles = settlingOf(b, v_);
        addLookChecks(b, axial, v_);
        if (auto steady = steadyCheck(p_, factor_, v_, quiet_))
            v_.checks.push_back(std::move(*steady));
        v_.verdict = judge(v_.checks, {grade(), p_.strengthLimit, p_.leaningCounts});
    }

    [[nodiscard]] double leastSpacing() const {
        double least = 1e9;
        for (std::size_t i = 1; i < v_.x.size(); ++i)
            least = std::min(least, v_.x[i] - v_.x[i - 1]);
        return least;
    }
    [[nodiscard]] Grade grade() const {
        Grade g = p_.grade;
        if (!w_.studsKnown && v_.option.atStuds())
            g = Grade::D;
        if (v_.option.anchor || v_.option.beside) // a range typical of a class, not a package's figure
            g = std::max(g, doubtful() ? Grade::D : Grade::C);
        return g;
    }
    /// Walls in which nobody knows what an anchor holds until it is tried (S10.7).
    [[nodiscard]] bool doubtful() const {
        return w_.kind && (w_.kind->id == "aerated_block" ||
                           (w_.kind->id == "lath_plaster" && v_.option.ground == Ground::cover));
    }
    void refuse(std::string why) {
        v_.feasible = false;
        v_.refusal = std::move(why);
        v_.verdict = {};
        v_.verdict.status = Status::fails;
        v_.verdict.grade = grade();
    }

    /// mm, upwards. One anchor a place: a second so near would sit in the same board or brick.
    [[nodiscard]] std::vector<double> rowsOn(const RailSeat& rail, bool anchors) const {
        std::vector<double> out;
        for (Length z : rail.rows)
            out.push_back(z.mm());
        std::sort(out.begin(), out.end());
        if (!anchors || out.size() < 2)
            return out;
        const bool apart = v_.option.ground == Ground::masonry && out.back() - out[out.size() - 2] >= 100;
        out.erase(out.begin(), out.end() - (apart ? 2 : 1));
        return out;
    }
    [[nodiscard]] std::vector<double> rowsOn(const RailSeat& rail) const {
        return rowsOn(rail, v_.option.anchor != nullptr);
    }
    /// Each support by the rail that it goes through; the anchor beside a stud in one row.
    void rowsAtEach() {
        if (p_.assembly->all<RailSeat>().size() < 2 && v_.beside < 0)
            return;
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            const RailSeat* rail = railAt(*p_.assembly, Length::mm(v_.x[i]));
            v_.rowsAt.push_back(rowsOn(*rail, v_.option.anchor || static_cast<int>(i) == v_.beside));
        }
    }
    [[nodiscard]] int countHoles() const {
        std::size_t n = 0;
        for (std::size_t i = 0; i < v_.x.size(); ++i)
            n += v_.rowsOf(i).size();
        return static_cast<int>(n);
    }

    void places() {
        choosePlaces();
        rowsAtEach();
        v_.holes = countHoles();
        if (!v_.feasible)
            return;
        if (const std::string bare = railWithout(*p_.assembly, v_.x); !bare.empty())
            refuse(bare);
    }
    void choosePlaces() {
        if (v_.option.beside) {
            const WallReach r = wallReach(*p_.assembly);
            besideOneStud(w_, r.left.mm(), r.right.mm(), "the rail", v_);
            if (!v_.refusal.empty())
                refuse(v_.refusal);
            return;
        }
        if (!v_.option.atStuds()) {
            v_.x = railAnchors(*p_.assembly, w_);
            v_.difficulty = 2;
            const double all = p_.mass + factor_ * contentsMass(p_.load, *p_.assembly);
            if (v_.option.ground == Ground::cover && all > 10)
                refuse(fmt::format("anchors in the cover hold ledges up to 10 kg (22 lb) all in; this one "
                                   "comes to {:.1f} kg ({:.0f} lb)",
                                   all, all / 0.45359237));
            else if (std::string why = noRoomBehind(w_, v_.option); !why.empty())
                refuse(std::move(why));
            else if (v_.x.size() < 3)
                refuse("fewer than three holes are clear of wires and pipes");
            return;
        }
        v_.x = distinctStuds(w_);
        if (v_.x.empty())
            refuse(w_.studsKnown ? "no stud lies behind the rail"
                                 : "the studs of this wall are not known yet");
        else if (v_.x.size() == 1)
            refuse("only one stud lies behind the rail; a piece on one support turns on it");
    }

    const HeldPiece& p_;
    const WallBehind& w_;
    StaticsCache& cache_;
    double factor_ = 1;
    bool quiet_ = false;
    SupportVerdict v_;
};

} // namespace

SupportVerdict judgeScrewedRail(const JudgeInput& in) {
    return RailJudge(in.piece, in.wall, in.option, in.cache, in.factor, in.quiet).run();
}

} // namespace owl
