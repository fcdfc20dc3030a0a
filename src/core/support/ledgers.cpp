#include "support/ledgers.h"

#include "measure/words.h"
#include "solid/query.h"
#include "strength/fastener.h"
#include "strength/plate_on_springs.h"
#include "strength/rod.h"
#include "support/inner_checks.h"
#include "support/joint_capacity.h"
#include "support/rail_mounting.h"
#include "support/rods.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using words::mm;
using words::N;

/// N/mm of a wood screw across: firm beside an anchor in board; what matters is the ratio (verify).
constexpr double screwStiffness = 1000;
constexpr double apartLeast = 100; ///< mm between a screw and an anchor beside it
constexpr double coverLimit = 10;  ///< kg on anchors in the cover alone

class LedgersJudge {
  public:
    LedgersJudge(const RailPiece& p, const RailWall& w, const RailOption& o, double factor, bool quiet)
        : p_(p), w_(w), a_(*p.assembly), seat_(*p.assembly->ledgers), factor_(factor), quiet_(quiet) {
        v_.option = o;
    }

    RailVerdict run() {
        weigh();
        for (std::size_t i = 0; i < seat_.on.size(); ++i)
            if (!placesOn(i))
                return std::move(v_);
        const double all = p_.mass + factor_ * contentsMass(p_.load, a_);
        if (v_.option.kind == RailSupport::cover && all > coverLimit) {
            refuse(fmt::format("anchors in the cover alone hold up to 10 kg (22 lb) all in; this comes to "
                               "{:.1f} kg ({:.0f} lb)",
                               all, all / 0.45359237));
            return std::move(v_);
        }
        if (!combinations())
            return std::move(v_);
        fixingChecks();
        SagResult sag;
        SagStretch worst;
        for (auto& c : restChecks(p_, loads_, quiet_, &sag, &worst))
            v_.checks.push_back(std::move(c));
        v_.sag = std::move(sag);
        v_.worst = worst;
        addInnerChecks(p_, factor_, quiet_, v_);
        v_.verdict = judge(v_.checks, {grade(), p_.strengthLimit, p_.leaningCounts});
        return std::move(v_);
    }

  private:
    [[nodiscard]] const RailWall& wallOf(std::size_t ledger) const {
        return ledger < w_.sides.size() ? w_.sides[ledger] : w_;
    }
    [[nodiscard]] std::string nameOf(std::size_t ledger) const {
        const Part* part = a_.find(seat_.on[ledger].part);
        return part ? theName(part->name) : "the " + seat_.word;
    }
    [[nodiscard]] Grade grade() const {
        Grade g = p_.grade;
        for (const auto& f : fixings_) {
            if (f.anchor || (f.rod && f.kind == RailSupport::masonry))
                g = std::max(g, Grade::C);
            else if (!wallOf(f.ledger).studsKnown)
                return Grade::D;
        }
        return g;
    }
    bool refuse(std::string why) {
        v_.feasible = false;
        v_.refusal = std::move(why);
        v_.verdict = {};
        v_.verdict.status = Status::fails;
        v_.verdict.grade = grade();
        return false;
    }

    void weigh() {
        for (const auto& part : a_.parts)
            if (const double kg = massOf(part, p_.woodC1.density); kg > 0)
                loads_.push_back({kg * gravity, part.solid.centre()});
        const auto surfaces = surfacesOf(a_);
        const ContentsForces things = contentsForces(p_.load, a_, factor_);
        for (std::size_t i = 0; i < things.lines.size(); ++i) {
            const LineLoad& l = things.lines[i];
            loads_.push_back({l.w * (l.x1 - l.x0), pressesAt(surfaces[things.on[i]], l, things.even[i])});
        }
    }

    /// Where one strip is fixed: at every stud behind it, beside too few of them at anchors.
    bool placesOn(std::size_t i) {
        const LedgerSeat& seat = seat_.on[i];
        const RailWall& w = wallOf(i);
        const WallHold holds = w.kind ? w.kind->holds : WallHold::studs;
        if (seat.rods)
            return rodsIn(i);
        std::vector<LedgerFixing> mine;
        if (studScrew() && holds == WallHold::studs) {
            for (std::size_t k = 0; k < seat.packings.size(); ++k) {
                const double s = seat.packedAt[k].mm();
                const auto studs = distinctStuds(w);
                if (std::none_of(studs.begin(), studs.end(), [&](double x) {
                        return std::abs(x - s) < w.studWidth / 2 - studScrew()->d;
                    }))
                    return refuse(w.studsKnown
                                      ? fmt::format("no stud lies behind the packing of {}", nameOf(i))
                                      : fmt::format("the studs behind {} are not known yet", nameOf(i)));
                mine.push_back(screwAt(i, s, static_cast<int>(k)));
            }
            if (seat.packings.empty())
                for (double s : distinctStuds(w))
                    mine.push_back(screwAt(i, s, -1));
            for (auto& f : mine)
                if (!chooseScrew(f))
                    return false;
            const bool any = v_.option.id.ends_with("-cover");
            if (mine.empty() && !any)
                return refuse(w.studsKnown ? fmt::format("no stud lies behind {}", nameOf(i))
                                           : fmt::format("the studs behind {} are not known yet", nameOf(i)));
            if (!v_.option.screw && mine.size() == 1 && seat.packings.empty()) // beside a lone stud
                if (const auto [anchor, kind] = anchorOf(w); anchor)
                    anchorsBeside(i, *anchor, kind, mine);
            if (v_.option.beside && seat.packings.empty())
                anchorsBeside(i, *v_.option.beside, RailSupport::cover, mine);
        } else {
            const auto [anchor, kind] = anchorOf(w);
            if (!anchor)
                return refuse(fmt::format("nothing is known that holds {} on its wall", nameOf(i)));
            if (std::string why = noRoomBehind(w, optionWith(anchor, kind)); !why.empty())
                return refuse(std::move(why));
            for (std::size_t k = 0; k < seat.packings.size(); ++k) {
                LedgerFixing f = screwAt(i, seat.packedAt[k].mm(), static_cast<int>(k));
                f.anchor = anchor;
                f.kind = kind;
                f.rows = 1;
                f.k = anchorStiffness(kind);
                mine.push_back(f);
            }
            if (seat.packings.empty())
                anchorsBeside(i, *anchor, kind, mine);
        }
        if (mine.empty())
            return refuse(fmt::format("no place behind {} is clear of wires and pipes", nameOf(i)));
        std::sort(mine.begin(), mine.end(), [](const auto& a, const auto& b) { return a.s < b.s; });
        for (auto& f : mine)
            fixings_.push_back(f);
        return true;
    }
    /// What goes into studs under this option; null: nothing does.
    [[nodiscard]] const Screw* studScrew() const {
        return v_.option.screw ? v_.option.screw : v_.option.studScrew;
    }
    [[nodiscard]] static RailOption optionWith(const AnchorKind* anchor, RailSupport kind) {
        RailOption o;
        o.anchor = anchor;
        o.kind = kind;
        return o;
    }
    /// What goes into a wall that takes no wood screws, or the cover's anchor where the option is that.
    [[nodiscard]] std::pair<const AnchorKind*, RailSupport> anchorOf(const RailWall& w) const {
        const WallHold holds = w.kind ? w.kind->holds : WallHold::studs;
        const RailSupport mine = holds == WallHold::masonry ? RailSupport::masonry : RailSupport::cover;
        if (v_.option.anchor && mine == v_.option.kind)
            return {v_.option.anchor, mine};
        for (const auto& id : w.kind ? w.kind->anchors : std::vector<std::string>())
            if (const AnchorKind* a = p_.catalog ? p_.catalog->findAnchor(id) : nullptr)
                return {a, mine};
        return {nullptr, mine};
    }
    [[nodiscard]] LedgerFixing fixingAt(std::size_t i, double s) const {
        const LedgerSeat& seat = seat_.on[i];
        LedgerFixing f;
        f.ledger = i;
        f.s = s;
        f.at = seat.origin + seat.along * s;
        f.at.z = seat.rows.empty() ? seat.low.mm() : seat.rows.back().mm();
        f.through = seat.through.mm();
        return f;
    }
    /// Rods out of one wall into the boards: in its studs, or in masonry where two may stand apart (S8).
    bool rodsIn(std::size_t i) {
        const LedgerSeat& seat = seat_.on[i];
        const RailWall& w = wallOf(i);
        const Rod& rod = *v_.option.rod;
        const WallHold holds = w.kind ? w.kind->holds : WallHold::studs;
        const double around = (seat.through.mm() - rod.d) / 2;
        const double wanted = std::max(rod.d / 2, 6.0);
        if (around < wanted - 1e-9)
            return refuse(fmt::format("wood around a {} would be {}; a board of {} is needed", rod.label,
                                      mm(std::max(0.0, around)), mm(rod.d + 2 * wanted)));
        if (holds == WallHold::metal || (holds == WallHold::masonry && masonryStrength(w.kind) <= 0))
            return refuse(fmt::format("in {} a rod finds no hold", w.kind->name));
        std::vector<double> at;
        if (holds == WallHold::masonry)
            at = {seat.from.mm() + (seat.until - seat.from).mm() * 0.25, seat.until.mm() - 45};
        else if (w.studWidth / 2 < 1.5 * rod.d - 0.06)
            return refuse(fmt::format("a {} is too thick for a stud {} wide", rod.label, mm(w.studWidth)));
        else
            at = distinctStuds(w);
        for (double s : at) {
            LedgerFixing f = fixingAt(i, s);
            f.rod = &rod;
            f.kind = holds == WallHold::masonry ? RailSupport::masonry : RailSupport::studs;
            f.inWall = holds == WallHold::masonry ? (w.kind->id == "concrete" ? 70 : 90)
                                                  : std::min(76.0, w.studDepth - 6);
            const double deep = depthFrom(f.at, seat.out);
            f.inShelf = std::min(std::floor(0.75 * deep), deep - 20);
            if (f.inShelf < 40)
                continue;
            const RodResult soft = rodOf(rodInput(f, false), {100, 100 * f.inShelf / 2, 0, 0});
            f.k = std::max(5.0, soft.stiffness);
            fixings_.push_back(f);
            const Part bar = rodAt(f);
            loads_.push_back({massOf(bar, 0) * gravity, bar.solid.centre()});
        }
        if (fixings_.empty() || fixings_.back().ledger != i)
            return refuse(w.studsKnown ? "no stud lies behind the shelf where a rod could go in"
                                       : "the studs of this wall are not known yet");
        v_.difficulty = 4;
        return true;
    }
    /// mm of board that a rod out of the wall has before it.
    [[nodiscard]] double depthFrom(const Vec3& at, const Vec3& out) const {
        constexpr double far = 2000;
        double most = 0;
        for (const auto& p : a_.parts)
            for (const auto& in : inside(p.solid, at - out, at + out * far, 0.002))
                most = std::max(most, in.to * (far + 1) - 1);
        return most;
    }
    [[nodiscard]] RodInput rodInput(const LedgerFixing& f, bool leaning) const {
        const LedgerSeat& seat = seat_.on[f.ledger];
        const RailWall& w = wallOf(f.ledger);
        RodInput in;
        in.d = f.rod->d;
        in.E = f.rod->E;
        in.allow = leaning ? f.rod->allowLeaning : f.rod->allowStanding;
        in.cover = w.cover;
        in.embedWall = f.inWall;
        in.embedShelf = f.inShelf;
        in.depth = a_.standsOut > Length() ? a_.standsOut.mm() : a_.depth.mm();
        in.thickness = seat.through.mm();
        in.Gwall = f.kind == RailSupport::masonry ? 1.2 : w.studG; // a rigid seat
        in.Gshelf = p_.woodC1.G;
        in.FvShelf = p_.woodC1.Fv / durationFactor(false); // before C_D
        in.CD = durationFactor(leaning);
        in.playShelf = in.playWall = seat.play.mm();
        return in;
    }
    /// The board rests on a rod along what is in it: its middle is the lever.
    [[nodiscard]] double rodUse(const LedgerFixing& f, double R, bool leaning) const {
        const double V = std::abs(R);
        const RodResult r = rodOf(rodInput(f, leaning), {V, V * f.inShelf / 2, 0, 0});
        double u = r.utilisation;
        if (f.kind == RailSupport::masonry)
            u = std::max(u,
                         masonryBearing(f.rod->d, f.inWall, V, V * (f.inShelf / 2 + wallOf(f.ledger).cover)) /
                             masonryStrength(wallOf(f.ledger).kind));
        return u;
    }
    [[nodiscard]] Part rodAt(const LedgerFixing& f) const {
        return ledgerRod(f, seat_.on[f.ledger], wallOf(f.ledger).cover, 0);
    }
    [[nodiscard]] LedgerFixing screwAt(std::size_t i, double s, int packing) const {
        LedgerFixing f = fixingAt(i, s);
        f.rows = static_cast<int>(std::max<std::size_t>(1, seat_.on[i].rows.size()));
        f.k = screwStiffness * f.rows;
        f.packing = packing;
        if (packing >= 0)
            f.through = seat_.on[i].packed.mm();
        return f;
    }
    bool chooseScrew(LedgerFixing& f) {
        RailPiece passed = p_;
        passed.screwPasses = f.through;
        const RailStatics none;
        RailVerdict tmp;
        tmp.option = v_.option;
        tmp.option.screw = studScrew();
        chooseWallScrew({passed, wallOf(f.ledger), none, factor_, true}, tmp);
        if (!tmp.refusal.empty())
            return refuse(tmp.refusal);
        f.screwLength = tmp.screwLength;
        f.pen = tmp.pen;
        if (v_.screwLength <= 0) {
            v_.screwLength = tmp.screwLength;
            v_.pen = tmp.pen;
        }
        v_.shortBite = v_.shortBite || tmp.shortBite;
        v_.cableCaution = v_.cableCaution || tmp.cableCaution;
        v_.difficulty = std::max(v_.difficulty, tmp.difficulty);
        return true;
    }
    /// Fills up to two fixings a strip, as far from what is there as the free places allow.
    void anchorsBeside(std::size_t i, const AnchorKind& anchor, RailSupport kind,
                       std::vector<LedgerFixing>& mine) const {
        std::vector<double> free = wallOf(i).anchors.value_or(std::vector<double>());
        const std::size_t least = 2;
        while (mine.size() < least && !free.empty()) {
            const auto far = [&](double s) {
                double d = mine.empty() ? s : 1e9; // the first goes to the strip's far end
                for (const auto& f : mine)
                    d = std::min(d, std::abs(f.s - s));
                return d;
            };
            const auto best = std::max_element(free.begin(), free.end(),
                                               [&](double a, double b) { return far(a) < far(b); });
            const double s = *best;
            if (!mine.empty() && far(s) < apartLeast)
                return;
            free.erase(best);
            LedgerFixing f = fixingAt(i, s);
            f.anchor = &anchor;
            f.kind = kind;
            f.k = anchorStiffness(kind);
            mine.push_back(f);
        }
    }

    /// Forces of the fixings under one combination, N.
    struct Shared {
        std::vector<double> R;
        bool leaning = false;
        std::string words;
    };
    [[nodiscard]] std::vector<double> share(const std::vector<ResultLoad>& loads) const {
        std::vector<PlateSpring> springs;
        for (const auto& f : fixings_)
            springs.push_back({f.at.x, f.at.y, f.k});
        std::vector<PlateLoad> down;
        for (const auto& l : loads)
            down.push_back({l.P, l.at.x, l.at.y});
        return plateOnSprings(springs, down);
    }

    bool combinations() {
        v_.mounting = ledgersMounting(p_, w_, v_.option, fixings_);
        auto at = [&](const std::vector<double>& R, SupportCase c) {
            for (const auto& m : v_.mounting.mounts) {
                const auto i = static_cast<std::size_t>(m.support);
                c.given.emplace_back(m.id, Vec3{0, 0, R[i] / fixings_[i].rows});
            }
            c.R = R;
            c.M.assign(R.size(), 0);
            v_.cases.push_back(std::move(c));
        };
        const auto standing = share(loads_);
        if (standing.empty())
            return refuse("too few places hold it: it wants three that do not lie in one line");
        shared_.push_back({standing, false, "what stands on it"});
        at(standing, {});
        v_.reactions = standing;
        for (const auto& f : fixings_)
            v_.x.push_back(f.at.x);
        v_.holes = static_cast<int>(v_.mounting.mounts.size());
        for (std::size_t i = 0; i < fixings_.size() && v_.option.beside && v_.beside < 0; ++i)
            if (fixings_[i].anchor)
                v_.beside = static_cast<int>(i);
        int n = 0;
        for (const Vec3& hand : p_.hand > 0 ? seat_.hands : std::vector<Vec3>()) {
            auto loads = loads_;
            loads.push_back({p_.hand, hand});
            const auto R = share(loads);
            const std::string where = fmt::format("a hand of {} on its front, {} from the corner", N(p_.hand),
                                                  words::place(std::hypot(hand.x, hand.y)));
            shared_.push_back({R, true, where});
            SupportCase c;
            c.name = fmt::format("C2 at place {}", ++n);
            c.lean = {{"hand", hand, {0, 0, -p_.hand}}};
            at(R, std::move(c));
        }
        v_.demands.resize(fixings_.size());
        for (std::size_t i = 0; i < fixings_.size(); ++i) {
            SupportDemand& d = v_.demands[i];
            d.x = fixings_[i].at.x;
            for (const auto& s : shared_) {
                const double V = std::abs(s.R[i]);
                double& most = s.leaning ? d.shearLeaning : d.shearStanding;
                most = std::max(most, V);
                double& turn = s.leaning ? d.turnLeaning : d.turnStanding;
                turn = std::max(turn, V * lever(fixings_[i]));
            }
            d.shearLeaning = std::max(d.shearLeaning, d.shearStanding);
            d.turnLeaning = std::max(d.turnLeaning, d.turnStanding);
        }
        return true;
    }

    /// From the wall to the middle of what lies on the strip: the force turns it about the wall by that.
    [[nodiscard]] double lever(const LedgerFixing& f) const {
        const LedgerSeat& seat = seat_.on[f.ledger];
        return seat.through.mm() / 2 + (f.packing >= 0 ? seat.packed.mm() : 0);
    }
    /// Heights of its rows above the strip's lower edge, the upper one last.
    [[nodiscard]] std::vector<double> rowsOf(const LedgerFixing& f) const {
        const LedgerSeat& seat = seat_.on[f.ledger];
        std::vector<double> out;
        for (Length z : seat.rows)
            out.push_back(std::max(1.0, (z - seat.low).mm()));
        if (f.rows == 1 && out.size() > 1)
            out = {out.back()};
        return out.empty() ? std::vector<double>{1} : out;
    }
    /// Moment of the rows: S9.1 has T = 1.5 M z/Σz² on the upper one, C = 1.5 M Σz/Σz², pressed over Σz²/Σz.
    struct Rows {
        double top = 1, sum = 1, sum2 = 1;
    };
    [[nodiscard]] Rows momentOf(const LedgerFixing& f) const {
        Rows r{0, 0, 0};
        for (double z : rowsOf(f)) {
            r.top = std::max(r.top, z);
            r.sum += z;
            r.sum2 += z * z;
        }
        return r;
    }

    /// Pull, shear and what they may be, of one fixing under R.
    struct Forces {
        double T = 0, V = 0, W = 0, Z = 0;
    };
    [[nodiscard]] Forces forcesOn(const LedgerFixing& f, double R, bool leaning) const {
        Forces out;
        const Rows rows = momentOf(f);
        out.V = std::abs(R) / f.rows;
        out.T = 1.5 * std::abs(R) * lever(f) * rows.top / rows.sum2;
        if (f.anchor) {
            RailVerdict tmp;
            tmp.option = optionWith(f.anchor, f.kind);
            const AnchorTakes can = anchorTakes(tmp);
            out.W = can.T;
            out.Z = can.V;
            return out;
        }
        const Screw& s = *studScrew();
        const RailWall& w = wallOf(f.ledger);
        const double CD = durationFactor(leaning);
        out.W = std::min(withdrawal(w.studG, s.d, false, std::min(f.pen, f.screwLength * 2 / 3), CD),
                         pullThrough(p_.woodC1.G, s.head, f.through - s.countersink(), CD));
        out.Z = lateral(acrossStud(p_, w, s, f.through, f.pen, CD)).Z;
        return out;
    }
    static double used(const LedgerFixing& f, const Forces& q) {
        if (f.anchor)
            return (q.W > 0 ? q.T / q.W : 1e9) + (q.Z > 0 ? q.V / q.Z : 1e9);
        return combined(q.T, q.V, q.W, q.Z).utilisation;
    }

    void fixingChecks() {
        for (const bool anchors : {false, true})
            if (auto c = worstFixing(anchors))
                v_.checks.push_back(std::move(*c));
        if (auto c = worstRod())
            v_.checks.push_back(std::move(*c));
        crush();
        penetration();
        packings();
        if (seat_.alcove)
            alcoveShares();
    }

    struct Worst {
        const LedgerFixing* f = nullptr;
        const Shared* under = nullptr;
        double use = -1, R = 0;
    };
    /// The fixing of that sort that uses most, by what stands there and with a hand.
    [[nodiscard]] std::array<Worst, 2> worstOf(bool anchors) const {
        std::array<Worst, 2> out;
        for (const auto& s : shared_)
            for (std::size_t i = 0; i < fixings_.size(); ++i) {
                const LedgerFixing& f = fixings_[i];
                if ((f.anchor != nullptr) != anchors || f.rod)
                    continue;
                const double u = used(f, forcesOn(f, s.R[i], s.leaning));
                Worst& w = out.at(s.leaning ? 1 : 0);
                if (u > w.use)
                    w = {&f, &s, u, s.R[i]};
            }
        return out;
    }
    [[nodiscard]] std::string placeOf(const LedgerFixing& f) const {
        const Part* part = a_.find(seat_.on[f.ledger].part);
        return fmt::format("{} at {} from the corner", part ? part->name : seat_.word, words::place(f.s));
    }

    [[nodiscard]] std::optional<Check> worstFixing(bool anchors) const {
        const auto worst = worstOf(anchors);
        if (!worst[0].f)
            return std::nullopt;
        std::optional<Use> leaning;
        if (worst[1].f)
            leaning = Use{worst[1].use, 1};
        Check c = checkOf(anchors ? "anchors" : "wall_screws",
                          anchors ? "Anchors, pull and shear" : "Wall screws, pull and shear", "",
                          Use{worst[0].use, 1}, leaning);
        const Worst& w = leaning && worst[1].use > worst[0].use ? worst[1] : worst[0];
        c.atMm = w.f->at.x;
        if (quiet_)
            return c;
        const Forces q = forcesOn(*w.f, w.R, w.under->leaning);
        c.load = w.under->words;
        c.place = placeOf(*w.f);
        c.working = {
            anchors ? "R = k w of a stiff board on springs;  u = T/T_a + V/V_a"
                    : "R = k w of a stiff board on springs;  T = 1.5 R y z/Σz²;  u = max(R/Z_α, T/W′, V/Z′)",
            {{"load", c.load},
             {"fixings", std::to_string(fixings_.size())},
             {"stiffness", fmt::format("screws {:g}, anchors {:g} N/mm", screwStiffness,
                                       anchorStiffness(RailSupport::cover))},
             {"R", N(w.R) + (w.R < 0 ? ", it holds down" : "")},
             {"y", mm(lever(*w.f))},
             {"rows, z of the upper", fmt::format("{}, {}", w.f->rows, mm(momentOf(*w.f).top))},
             {"T", N(q.T)},
             {anchors ? "T_a" : "W′", N(q.W)},
             {anchors ? "V_a" : "Z′", N(q.Z)}},
            words::percent(w.use) + " used",
            anchors ? "S5.3, S9.1, S10.7" : "S5.3, S9.1, S10.2–S10.5; NDS 12.2, 12.4; AWC TR-12",
            {"never shared by counting: each fixing by its place and its stiffness",
             "the wall cover is a gap: it carries no shear"}};
        if (anchors && w.f->kind == RailSupport::cover)
            c.cautions.push_back("Pull in plasterboard creeps, and one loose anchor loads its neighbours: a "
                                 "stud is better in every way.");
        return c;
    }

    [[nodiscard]] std::optional<Check> worstRod() const {
        std::array<double, 2> use{-1, -1};
        std::array<const LedgerFixing*, 2> at{};
        std::array<double, 2> R{};
        for (const auto& s : shared_)
            for (std::size_t i = 0; i < fixings_.size(); ++i) {
                if (!fixings_[i].rod)
                    continue;
                const double u = rodUse(fixings_[i], s.R[i], s.leaning);
                const std::size_t k = s.leaning ? 1 : 0;
                if (u > use.at(k)) {
                    use.at(k) = u;
                    at.at(k) = &fixings_[i];
                    R.at(k) = s.R[i];
                }
            }
        if (!at[0])
            return std::nullopt;
        std::optional<Use> leaning;
        if (at[1])
            leaning = Use{use[1], 1};
        Check c = checkOf("rods", "Rods and the wood around them", "", Use{use[0], 1}, leaning);
        const std::size_t k = leaning && use[1] > use[0] ? 1 : 0;
        c.atMm = at.at(k)->at.x;
        if (quiet_)
            return c;
        const LedgerFixing& f = *at.at(k);
        const RodResult r =
            rodOf(rodInput(f, k == 1), {std::abs(R.at(k)), std::abs(R.at(k)) * f.inShelf / 2, 0, 0});
        c.load = k == 1 ? "a hand of " + N(p_.hand) + " on its front" : "what stands on it";
        c.place = fmt::format("rod at {} from the corner", words::place(f.s));
        c.working = {
            "R = k w of a stiff board on springs, k of a rod by its bed;  M_d = R (y + g + ..) by S8.1",
            {{"load", c.load},
             {"rod", f.rod->label},
             {"k of a rod, of a screw", fmt::format("{:.0f}, {:g} N/mm", f.k, screwStiffness)},
             {"R", N(R.at(k))},
             {"y, the middle of what is in the shelf", mm(f.inShelf / 2)},
             {"M_d", words::Nm(r.Mdesign)},
             {"rod, stud, shelf, cover",
              fmt::format("{}, {}, {}, {}", words::percent(r.uRod), words::percent(r.uWall),
                          words::percent(r.uShelf), words::percent(r.uCover))}},
            words::percent(c.utilisation()) + " used",
            "S5.3, S8.1 to S8.4, S8.7",
            {"the rods are soft beside the strip on the other wall: it takes the larger share"}};
        return c;
    }

    /// Pressure of the strip's lower edge on the wall.
    void crush() {
        double standing = 0;
        double leaning = 0;
        double soft = 1e9;
        for (const auto& s : shared_)
            for (std::size_t i = 0; i < fixings_.size(); ++i) {
                const LedgerFixing& f = fixings_[i];
                if (f.rod)
                    continue;
                const RailWall& w = wallOf(f.ledger);
                soft = std::min({soft, w.crush, p_.woodC1.FcPerp});
                const Rows z = momentOf(f);
                const double C = 1.5 * std::abs(s.R[i]) * lever(f) * z.sum / z.sum2;
                const double p = 2 * C / (w.studWidth * (z.sum2 / z.sum));
                (s.leaning ? leaning : standing) = std::max(s.leaning ? leaning : standing, p);
            }
        std::optional<Use> hand;
        if (shared_.size() > 1)
            hand = Use{leaning, soft};
        Check c = checkOf("wall_crush", "Wall cover under the lower edge", "MPa", Use{standing, soft}, hand);
        if (!quiet_)
            c.working = {"p = 2 C/(width × pressed depth), C = 1.5 R y Σz/Σz²",
                         {{"strength", words::MPa(soft)}},
                         words::MPa(c.demand) + " of " + words::MPa(soft),
                         "S9.1 (cover strength: verify)",
                         {}};
        v_.checks.push_back(std::move(c));
    }

    void penetration() {
        double pen = 1e9;
        for (const auto& f : fixings_)
            if (!f.anchor && !f.rod)
                pen = std::min(pen, f.pen);
        if (pen > 1e8)
            return;
        const Screw& s = *studScrew();
        Check c;
        c.id = "penetration";
        c.title = "Thread in the stud";
        c.demand = 6 * s.d;
        c.capacity = pen;
        c.unit = "mm";
        c.requirement = true;
        if (!quiet_) {
            c.working = {"p ≥ 6 D past strip and cover",
                         {{"screw", fmt::format("{} × {}", s.label, mm(v_.screwLength))}},
                         fmt::format("{} in the stud, {} demanded", mm(pen), mm(c.demand)),
                         "NDS 12.1.5; S10.6",
                         {}};
            if (v_.cableCaution)
                c.cautions.push_back("The screw goes more than 32 mm (1-1/4 in) into the stud, where cables "
                                     "may run: scan first.");
        }
        v_.checks.push_back(std::move(c));
    }

    /// What the frame hangs on at a packing piece: its own screws there (S9.10, the weaker of both joints).
    void packings() {
        std::optional<Check> worst;
        for (std::size_t i = 0; i < fixings_.size(); ++i) {
            const LedgerFixing& f = fixings_[i];
            if (f.packing < 0)
                continue;
            const std::string& id = seat_.on[f.ledger].packings[static_cast<std::size_t>(f.packing)];
            const auto j = std::find_if(a_.joints.begin(), a_.joints.end(),
                                        [&](const Joint& q) { return q.second == id || q.first == id; });
            if (j == a_.joints.end())
                continue;
            std::optional<Use> leaning;
            if (p_.hand > 0)
                leaning = Use{v_.demands[i].shearLeaning, jointTakes(p_, *j, {0, 0, 1}, true)};
            Check c =
                checkOf("packing", "Frame on its packing pieces", "N",
                        Use{v_.demands[i].shearStanding, jointTakes(p_, *j, {0, 0, 1}, false)}, leaning);
            if (!quiet_) {
                c.place = placeOf(f);
                c.working = {"two joints one after the other, the weaker counts; glue counts for nothing",
                             {{"R", N(c.demand)}},
                             N(c.demand) + " of " + N(c.capacity),
                             "S9.10, S10.4",
                             {}};
            }
            if (!worst || c.utilisation() > worst->utilisation())
                worst = std::move(c);
        }
        if (worst)
            v_.checks.push_back(std::move(*worst));
    }

    /// S9.7 shares the load on purpose so that it comes to more than all: each strip is asked for its share
    /// too.
    void alcoveShares() {
        double W = 0;
        for (const auto& l : loads_)
            W += l.P;
        std::vector<double> takes(seat_.on.size(), 0);
        std::vector<double> takesLeaning(seat_.on.size(), 0);
        for (const auto& f : fixings_) {
            takes[f.ledger] += forcesOn(f, 0, false).Z * f.rows;
            takesLeaning[f.ledger] += forcesOn(f, 0, true).Z * f.rows;
        }
        std::optional<Check> worst;
        for (std::size_t i = 0; i < seat_.on.size(); ++i) {
            const bool side = seat_.on[i].to != "wall";
            const double stands = side ? 0.3 * W : W / 2;
            std::optional<Use> leaning;
            if (p_.hand > 0)
                leaning = Use{stands + p_.hand / 2, takesLeaning[i]};
            Check c = checkOf("ledger_share", "Share of each ledger", "N", Use{stands, takes[i]}, leaning);
            if (!quiet_) {
                c.place = nameOf(i);
                c.working = {side ? "0.3 w L + F/2 on each side ledger" : "w L/2 on the back ledger",
                             {{"w L", N(W)}, {"share", N(c.demand)}, {"all its fixings", N(c.capacity)}},
                             N(c.demand) + " of " + N(c.capacity),
                             "S9.7 (the shares add up to 1.1 w L on purpose)",
                             {}};
            }
            if (!worst || c.utilisation() > worst->utilisation())
                worst = std::move(c);
        }
        if (worst)
            v_.checks.push_back(std::move(*worst));
    }

    const RailPiece& p_;
    const RailWall& w_;
    const Assembly& a_;
    const LedgersSeat& seat_;
    double factor_;
    bool quiet_;
    std::vector<ResultLoad> loads_;
    std::vector<LedgerFixing> fixings_;
    std::vector<Shared> shared_;
    RailVerdict v_;
};

} // namespace

RailVerdict judgeLedgers(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                         double factor, bool quiet) {
    const auto& on = piece.assembly->ledgers->on;
    if (option.rod || std::none_of(on.begin(), on.end(), [](const LedgerSeat& s) { return s.rods; }))
        return LedgersJudge(piece, wall, option, factor, quiet).run();
    // The thinnest steel rod that holds; where none does the one that comes nearest.
    std::optional<RailVerdict> best;
    for (const auto& rod : piece.catalog->rods) {
        if (rod.material != "steel" || rod.metric != piece.metric)
            continue;
        RailOption with = option;
        with.rod = &rod;
        RailVerdict v = LedgersJudge(piece, wall, with, factor, quiet).run();
        if (v.feasible && v.verdict.status == Status::holds && !v.verdict.notForLeaning)
            return v;
        const bool nearer =
            !best || (v.feasible && (!best->feasible || v.verdict.utilisation < best->verdict.utilisation));
        if (nearer)
            best = std::move(v);
    }
    return best ? std::move(*best) : LedgersJudge(piece, wall, option, factor, quiet).run();
}

Part ledgerRod(const LedgerFixing& f, const LedgerSeat& seat, double cover, int n) {
    const double behind = cover + f.inWall;
    Part p = roundPart(fmt::format("rod-{}", n + 1), "rod", f.at - seat.out * behind, seat.out, f.rod->d,
                       behind + f.inShelf);
    p.stock = Stock::bar;
    p.material = f.rod->material;
    p.density = f.rod->density;
    p.fromSupport = true;
    p.finished = false;
    p.apart = seat.out * -1.0;
    p.why = {fmt::format("length: {:.0f} mm in the shelf, {:.0f} mm behind it", f.inShelf, behind)};
    return p;
}

namespace {

/// A rod, its holes in the boards it goes into, and its mount.
void mountRod(const RailPiece& piece, const LedgerFixing& f, const LedgerSeat& on, double cover, int support,
              Mounting& out) {
    Part bar = ledgerRod(f, on, cover, static_cast<int>(out.parts.size()));
    const Vec3 front = f.at + on.out * f.inShelf;
    Mount m;
    m.id = bar.id;
    m.to = on.to;
    m.kind = "rod";
    m.at = f.at;
    m.from = front;
    m.direction = -on.out;
    m.length = f.inShelf + cover + f.inWall;
    m.diameter = f.rod->d;
    m.into = f.kind == RailSupport::masonry ? "masonry" : "stud";
    m.support = support;
    m.passes = {bar.id};
    std::vector<std::pair<double, std::string>> crossed;
    for (const auto& p : piece.assembly->parts) {
        const auto in = inside(p.solid, f.at, front, 0.002);
        if (in.empty() || (in.back().to - in.front().from) * f.inShelf < 0.01)
            continue;
        crossed.emplace_back(in.front().from, p.id);
        out.holes.emplace_back(p.id, Hole{fmt::format("{}/{}", p.id, bar.id),
                                          f.at + on.out * (in.front().from * f.inShelf), on.out,
                                          f.rod->d + on.play.mm(),
                                          (in.back().to - in.front().from) * f.inShelf, bar.id});
    }
    std::sort(crossed.rbegin(), crossed.rend());
    for (const auto& [at, id] : crossed)
        m.passes.push_back(id);
    out.mounts.push_back(std::move(m));
    out.parts.push_back(std::move(bar));
}

} // namespace

Mounting ledgersMounting(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                         const std::vector<LedgerFixing>& fixings) {
    Mounting out;
    const LedgersSeat& seat = *piece.assembly->ledgers;
    for (const auto& f : fixings) {
        const LedgerSeat& on = seat.on[f.ledger];
        const RailWall& w = f.ledger < wall.sides.size() ? wall.sides[f.ledger] : wall;
        if (f.rod) {
            mountRod(piece, f, on, w.cover, static_cast<int>(&f - fixings.data()), out);
            continue;
        }
        RailOption o = option;
        o.screw = f.anchor ? nullptr : option.screw ? option.screw : option.studScrew;
        if (f.anchor)
            o.anchor = f.anchor;
        const WallFixing fixing = wallFixing(o, f.through, w.cover, f.screwLength);
        const std::string& part = f.packing >= 0 ? on.packings[static_cast<std::size_t>(f.packing)] : on.part;
        std::vector<Length> rows = on.rows;
        if (f.rows == 1 && rows.size() > 1)
            rows = {rows.back()};
        for (Length z : rows) {
            Mount m;
            m.id = fmt::format("m{}", out.mounts.size() + 1);
            m.to = on.to;
            m.kind = f.anchor ? "anchor" : "screw";
            m.at = {f.at.x, f.at.y, z.mm()};
            m.from = m.at + on.out * f.through;
            m.direction = -on.out;
            m.length = fixing.length;
            m.diameter = fixing.diameter;
            m.into = f.anchor ? intoOf(f.kind) : "stud";
            m.support = static_cast<int>(&f - fixings.data());
            m.screw = o.screw;
            m.anchor = f.anchor;
            m.passes.push_back(part);
            out.holes.emplace_back(part, Hole{fmt::format("{}/wall-{}", part, out.mounts.size() + 1), m.from,
                                              m.direction, fixing.hole, f.through, m.id});
            out.mounts.push_back(std::move(m));
        }
    }
    return out;
}

} // namespace owl
