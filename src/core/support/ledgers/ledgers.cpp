#include "support/ledgers/ledgers_judge.h"

#include "assembly/drill_sizes.h"
#include "solid/query.h"
#include "strength/plate_on_springs.h"
#include "support/inside/inner_checks.h"
#include "support/judge/fixing_slip.h"
#include "support/rods/rods.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

using words::mm;
using words::N;

constexpr double apartLeast = 100; // mm between a screw and an anchor beside it
constexpr double coverLimit = 10;  // kg on anchors in the cover alone

} // namespace

SupportVerdict LedgersJudge::run() {
    weigh();
    for (std::size_t i = 0; i < seat_.on.size(); ++i)
        if (!placesOn(i))
            return std::move(v_);
    const double all = p_.mass + factor_ * contentsMass(p_.load, a_);
    if (v_.option.ground == Ground::cover && all > coverLimit) {
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

Grade LedgersJudge::grade() const {
    Grade g = p_.grade;
    for (const auto& f : fixings_) {
        if (f.anchor || (f.rod && f.ground == Ground::masonry))
            g = std::max(g, Grade::C);
        else if (!wallOf(f.ledger).studsKnown)
            return Grade::D;
    }
    return g;
}

bool LedgersJudge::refuse(std::string why) {
    v_.feasible = false;
    v_.refusal = std::move(why);
    v_.verdict = {};
    v_.verdict.status = Status::fails;
    v_.verdict.grade = grade();
    return false;
}

void LedgersJudge::weigh() {
    for (const auto& part : a_.parts)
        if (const double kg = massOf(part, p_.woodC1.density); kg > 0)
            loads_.push_back({kg * gravity, part.solid.centre()});
    const auto surfaces = surfacesOf(a_);
    const ContentsForces things = contentsForces(p_.load, a_, factor_);
    for (std::size_t i = 0; i < things.lines.size(); ++i) {
        const LineLoad& l = things.lines[i];
        loads_.push_back(
            {l.w * (l.x1 - l.x0), pressesAt(surfaces[things.on[i]], l, things.even[i]), !things.even[i]});
    }
}

bool LedgersJudge::placesOn(std::size_t i) {
    const LedgerSeat& seat = seat_.on[i];
    const WallBehind& w = wallOf(i);
    const WallHold holds = w.kind ? w.kind->holds : WallHold::studs;
    if (seat.rods)
        return rodsIn(i);
    std::vector<LedgerFixing> mine;
    if (studScrew() && holds == WallHold::studs) {
        for (std::size_t k = 0; k < seat.packings.size(); ++k) {
            const double s = seat.packedAt[k].mm();
            const auto studs = distinctStuds(w);
            if (std::none_of(studs.begin(), studs.end(),
                             [&](double x) { return std::abs(x - s) < w.studWidth / 2 - studScrew()->d; }))
                return refuse(w.studsKnown ? fmt::format("no stud lies behind the packing of {}", nameOf(i))
                                           : fmt::format("the studs behind {} are not known yet", nameOf(i)));
            mine.push_back(screwAt(i, s, static_cast<int>(k)));
        }
        if (seat.packings.empty())
            for (double s : distinctStuds(w))
                mine.push_back(screwAt(i, s, -1));
        if (!chooseScrew(mine))
            return false;
        const bool any = !v_.option.usual && v_.option.beside;
        if (mine.empty() && !any)
            return refuse(w.studsKnown ? fmt::format("no stud lies behind {}", nameOf(i))
                                       : fmt::format("the studs behind {} are not known yet", nameOf(i)));
        if (!v_.option.screw && mine.size() == 1 && seat.packings.empty()) // beside a lone stud
            if (const auto [anchor, kind] = anchorOf(w); anchor)
                anchorsBeside(i, *anchor, kind, mine);
        if (v_.option.beside && seat.packings.empty())
            anchorsBeside(i, *v_.option.beside, Ground::cover, mine);
    } else {
        const auto [anchor, kind] = anchorOf(w);
        if (!anchor)
            return refuse(fmt::format("nothing is known that holds {} on its wall", nameOf(i)));
        if (std::string why = noRoomBehind(w, optionWith(anchor, kind)); !why.empty())
            return refuse(std::move(why));
        for (std::size_t k = 0; k < seat.packings.size(); ++k) {
            LedgerFixing f = screwAt(i, seat.packedAt[k].mm(), static_cast<int>(k));
            f.anchor = anchor;
            f.ground = kind;
            f.rows = 1;
            f.k = anchorSlip(*anchor, kind).shared;
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

SupportOption LedgersJudge::optionWith(const AnchorKind* anchor, Ground ground) {
    SupportOption o;
    o.anchor = anchor;
    o.ground = ground;
    return o;
}

std::pair<const AnchorKind*, Ground> LedgersJudge::anchorOf(const WallBehind& w) const {
    const WallHold holds = w.kind ? w.kind->holds : WallHold::studs;
    const Ground mine = holds == WallHold::masonry ? Ground::masonry : Ground::cover;
    if (v_.option.anchor && mine == v_.option.ground)
        return {v_.option.anchor, mine};
    for (const auto& id : w.kind ? w.kind->anchors : std::vector<std::string>())
        if (const AnchorKind* a = p_.catalog ? p_.catalog->findAnchor(id) : nullptr)
            return {a, mine};
    return {nullptr, mine};
}

LedgerFixing LedgersJudge::fixingAt(std::size_t i, double s) const {
    const LedgerSeat& seat = seat_.on[i];
    LedgerFixing f;
    f.ledger = i;
    f.s = s;
    f.at = seat.origin + seat.along * s;
    f.at.z = seat.rows.empty() ? seat.low.mm() : seat.rows.back().mm();
    f.through = seat.through.mm();
    return f;
}

bool LedgersJudge::rodsIn(std::size_t i) {
    const LedgerSeat& seat = seat_.on[i];
    const WallBehind& w = wallOf(i);
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
        f.ground = holds == WallHold::masonry ? Ground::masonry : Ground::studs;
        f.inWall = holds == WallHold::masonry ? (w.kind->id == "concrete" ? 70 : 90)
                                              : std::min(76.0, w.studDepth - 6);
        const double deep = depthFrom(f.at, seat.out);
        f.inShelf = std::min(std::floor(0.75 * deep), deep - 20);
        // A rod ends in a board, not a hair behind the glue line to the next.
        for (const auto& p : a_.parts) {
            const auto in = inside(p.solid, f.at, f.at + seat.out * f.inShelf, 0.002);
            const double entered = in.empty() ? 0 : (in.back().to - in.front().from) * f.inShelf;
            if (entered > 0.01 && entered < 3 && in.back().to > 0.999)
                f.inShelf = std::floor(f.inShelf - entered - 3);
        }
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

double LedgersJudge::depthFrom(const Vec3& at, const Vec3& out) const {
    constexpr double far = 2000;
    double most = 0;
    for (const auto& p : a_.parts)
        for (const auto& in : inside(p.solid, at - out, at + out * far, 0.002))
            most = std::max(most, in.to * (far + 1) - 1);
    return most;
}

RodInput LedgersJudge::rodInput(const LedgerFixing& f, bool leaning) const {
    const LedgerSeat& seat = seat_.on[f.ledger];
    const WallBehind& w = wallOf(f.ledger);
    RodInput in;
    in.d = f.rod->d;
    in.E = f.rod->E;
    in.allow = leaning ? f.rod->allowLeaning : f.rod->allowStanding;
    in.cover = w.cover;
    in.embedWall = f.inWall;
    in.embedShelf = f.inShelf;
    in.depth = a_.standsOut > Length() ? a_.standsOut.mm() : a_.depth.mm();
    in.thickness = seat.through.mm();
    in.Gwall = f.ground == Ground::masonry ? 1.2 : w.studG; // a rigid seat
    in.Gshelf = p_.woodC1.G;
    in.FvShelf = p_.woodC1.Fv / durationFactor(false); // before C_D
    in.CD = durationFactor(leaning);
    in.playShelf = std::max(seat.play.mm(), rodBore(f.rod->d, seat.play.mm(), p_.metric) - f.rod->d);
    in.playWall = f.ground == Ground::masonry ? 0 : in.playShelf; // resin fills what is round it there
    return in;
}

LedgerFixing LedgersJudge::screwAt(std::size_t i, double s, int packing) const {
    LedgerFixing f = fixingAt(i, s);
    f.rows = static_cast<int>(std::max<std::size_t>(1, seat_.on[i].rows.size()));
    f.k = screwSlip(studScrew() ? studScrew()->d : 5, f.rows, p_.woodC1.density, wallOf(i)).shared;
    f.packing = packing;
    if (packing >= 0)
        f.through = seat_.on[i].packed.mm();
    return f;
}

bool LedgersJudge::chooseScrew(std::vector<LedgerFixing>& mine) {
    if (mine.empty())
        return true;
    HeldPiece passed = p_; // all fixings of a strip pass the same wood
    passed.screwPasses = mine.front().through;
    const Statics none;
    SupportVerdict tmp;
    tmp.option = v_.option;
    tmp.option.screw = studScrew();
    chooseWallScrew({passed, wallOf(mine.front().ledger), none, factor_, true}, tmp);
    if (!tmp.refusal.empty())
        return refuse(tmp.refusal);
    for (auto& f : mine) {
        f.screwLength = tmp.screwLength;
        f.pen = tmp.pen;
    }
    if (v_.screwLength <= 0) {
        v_.screwLength = tmp.screwLength;
        v_.pen = tmp.pen;
    }
    v_.shortBite = v_.shortBite || tmp.shortBite;
    v_.cableCaution = v_.cableCaution || tmp.cableCaution;
    v_.difficulty = std::max(v_.difficulty, tmp.difficulty);
    return true;
}

void LedgersJudge::anchorsBeside(std::size_t i, const AnchorKind& anchor, Ground ground,
                                 std::vector<LedgerFixing>& mine) const {
    if (!noRoomBehind(wallOf(i), optionWith(&anchor, ground)).empty())
        return; // it could not open there
    std::vector<double> free = wallOf(i).anchors.value_or(std::vector<double>());
    const std::size_t least = 2;
    while (mine.size() < least && !free.empty()) {
        const auto far = [&](double s) {
            double d = mine.empty() ? s : 1e9; // the first goes to the strip's far end
            for (const auto& f : mine)
                d = std::min(d, std::abs(f.s - s));
            return d;
        };
        const auto best =
            std::max_element(free.begin(), free.end(), [&](double a, double b) { return far(a) < far(b); });
        const double s = *best;
        if (!mine.empty() && far(s) < apartLeast)
            return;
        free.erase(best);
        LedgerFixing f = fixingAt(i, s);
        f.anchor = &anchor;
        f.ground = ground;
        f.k = anchorSlip(anchor, ground).shared;
        mine.push_back(f);
    }
}

std::vector<double> LedgersJudge::share(const std::vector<ResultLoad>& loads) const {
    std::vector<PlateSpring> springs;
    for (const auto& f : fixings_)
        springs.push_back({f.at.x, f.at.y, f.k});
    std::vector<PlateLoad> down;
    for (const auto& l : loads)
        down.push_back({l.P, l.at.x, l.at.y});
    return plateOnSprings(springs, down);
}

bool LedgersJudge::combinations() {
    if (!quiet_)
        v_.mounting = ledgersMounting(p_, w_, v_.option, fixings_);
    const auto at = [&](const std::vector<double>& R, SupportCase c) {
        if (quiet_) // nobody reads how it is shared
            return;
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
    for (const auto& f : fixings_)
        v_.holes += f.rows;
    for (std::size_t i = 0; i < fixings_.size() && v_.option.beside && v_.beside < 0; ++i)
        if (fixings_[i].anchor)
            v_.beside = static_cast<int>(i);
    int n = 0;
    for (const Vec3& hand : p_.hand > 0 ? seat_.hands : std::vector<Vec3>()) {
        auto loads = loads_;
        loads.push_back({p_.hand, hand});
        const auto R = share(loads);
        const std::string where = quiet_ ? std::string()
                                         : fmt::format("a hand of {} on its front, {} from the corner",
                                                       N(p_.hand), words::place(std::hypot(hand.x, hand.y)));
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

SupportVerdict judgeLedgers(const JudgeInput& in) {
    const SupportOption& option = in.option;
    const auto& on = in.piece.assembly->seat<LedgersSeat>()->on;
    if (option.rod || std::none_of(on.begin(), on.end(), [](const LedgerSeat& s) { return s.rods; }))
        return LedgersJudge(in.piece, in.wall, option, in.factor, in.quiet).run();
    // The thinnest steel rod that holds; where none does the one that comes nearest.
    std::optional<SupportVerdict> best;
    for (const auto& rod : in.piece.catalog->rods) {
        if (rod.material != "steel" || rod.metric != in.piece.metric)
            continue;
        SupportOption with = option;
        with.rod = &rod;
        SupportVerdict v = LedgersJudge(in.piece, in.wall, with, in.factor, in.quiet).run();
        if (v.feasible && v.verdict.status == Status::holds && !v.verdict.notForLeaning)
            return v;
        const bool nearer =
            !best || (v.feasible && (!best->feasible || v.verdict.utilisation < best->verdict.utilisation));
        if (nearer)
            best = std::move(v);
    }
    return best ? std::move(*best) : LedgersJudge(in.piece, in.wall, option, in.factor, in.quiet).run();
}

} // namespace owl
