#include "support/hangers/hangers_judge.h"

#include "support/inside/inner_checks.h"
#include "support/judge/beside.h"
#include "support/judge/section_checks.h"
#include "support/rail/rail.h"

#include <algorithm>

namespace owl {
namespace {

constexpr double coverMost = 10; // kg all in on anchors that hold in the cover alone

} // namespace

SupportVerdict HangerJudge::run() {
    v_.difficulty = h_.difficulty;
    places();
    if (v_.refusal.empty()) {
        auto& known = cache_.hangers[{v_.option.id, p_.mass}];
        if (!known)
            known = fit();
        takeLayouts(known->layouts);
        for (const auto& l : layouts_)
            if (v_.refusal.empty())
                v_.refusal = l.refusal;
        if (v_.refusal.empty())
            judgeAll(*known);
    }
    if (!v_.refusal.empty()) {
        v_.feasible = false;
        v_.verdict = {};
        v_.verdict.status = Status::fails;
        v_.verdict.grade = std::max(p_.grade, Grade::C);
    }
    return std::move(v_);
}

void HangerJudge::places() {
    const double all = p_.mass + factor_ * contentsMass(p_.load, *p_.assembly);
    if (!hooksAlong() && p_.strengthLimit < 1) {
        v_.refusal = h_.name + " are not for a place above a bed: hang it on a cleat, or screw it on";
        return;
    }
    if (v_.option.beside) {
        const WallReach r = wallReach(*p_.assembly);
        besideOneStud(w_, r.left.mm(), r.right.mm(), "the rail", v_);
        return;
    }
    if (v_.option.atStuds()) {
        v_.x = distinctStuds(w_);
        v_.refusal = railWithout(*p_.assembly, v_.x);
        if (v_.x.size() < 2)
            v_.refusal = v_.x.empty() ? (w_.studsKnown ? "no stud lies behind the rail"
                                                       : "the studs of this wall are not known yet")
                                      : "only one stud lies behind the rail; a piece on one support "
                                        "turns on it";
        return;
    }
    v_.x = railAnchors(*p_.assembly, w_);
    v_.refusal = railWithout(*p_.assembly, v_.x);
    if (v_.option.ground == Ground::cover && all > coverMost)
        v_.refusal = fmt::format("anchors in the cover hold ledges up to 10 kg (22 lb) all in; this one "
                                 "comes to {:.1f} kg ({:.0f} lb)",
                                 all, all / 0.45359237);
    else if (std::string why = noRoomBehind(w_, v_.option); !why.empty())
        v_.refusal = std::move(why);
    else if (v_.x.size() < 2)
        v_.refusal = "fewer than two holes are clear of wires and pipes";
}

void HangerJudge::dress() {
    dressed_ = p_;
    dressed_.standOff = first().standOff - p_.assembly->standOff.mm();
    dressed_.screwPasses = h_.kind == HangerKind::cleat  ? first().standOff
                           : h_.kind == HangerKind::rail ? first().standOff / 2
                                                         : h_.thickness + h_.proud;
}

std::shared_ptr<const HangerFit> HangerJudge::fit() {
    auto out = std::make_shared<HangerFit>();
    out->layouts = layoutsOf();
    for (const auto& l : out->layouts)
        if (!l.refusal.empty())
            return out;
    takeLayouts(out->layouts);
    dress();
    const Mounting added = hangerMounting(dressed_, w_, v_, layouts_);
    double kg = p_.mass;
    double mx = p_.mass * p_.gravityX.value_or(p_.assembly->length.mm() / 2);
    double my = p_.mass * (p_.gravityY + dressed_.standOff);
    for (const auto& q : added.parts) {
        const double m = massOf(q, p_.woodC1.density);
        kg += m;
        mx += m * q.solid.centre().x;
        my += m * q.solid.centre().y;
    }
    for (const auto& cut : added.cuts) // what is routed out of the rail weighs nothing
        for (const auto& tool : cut.tools) {
            const double m = -tool.volume() * 1e-9 * p_.woodC1.density;
            kg += m;
            mx += m * tool.centre().x;
            my += m * tool.centre().y;
        }
    out->mass = kg;
    out->gravityX = mx / kg;
    out->gravityY = my / kg;
    return out;
}

std::vector<HangerLayout> HangerJudge::layoutsOf() const {
    std::vector<HangerLayout> out;
    for (const RailSeat* rail : p_.assembly->all<RailSeat>())
        out.push_back(hangerLayout(*p_.assembly, v_.option, *rail));
    const double in = p_.assembly->standOff.mm();
    for (auto& l : out) {
        if (!l.refusal.empty())
            continue;
        if (l.standOff < in - 0.05)
            l.refusal = fmt::format("it holds the rail {} off the wall, and the rail is set in by {}",
                                    words::mm(l.standOff), words::mm(in));
        else if (std::abs(l.standOff - out.front().standOff) > 0.05)
            l.refusal = fmt::format("its rails are of unequal thickness, and would stand {} and {} off "
                                    "the wall",
                                    words::mm(out.front().standOff), words::mm(l.standOff));
    }
    return out;
}

void HangerJudge::judgeAll(const HangerFit& fit) {
    dress();
    dressed_.mass = fit.mass;
    dressed_.gravityX = fit.gravityX;
    dressed_.gravityY = fit.gravityY - dressed_.standOff;
    const Statics& s = cache_.of(dressed_, v_.x, springsOf(v_, dressed_, w_));
    if (!s.problem.empty()) {
        v_.refusal = s.problem;
        return;
    }
    const JudgeBench b{dressed_, w_, s, factor_, quiet_};
    // What hooks along behind a part of the piece only takes it as one that does not bend (S9.10).
    HeldPiece whole = dressed_;
    whole.stiff = hooksAlong() && behindAPart();
    const Statics& shared = whole.stiff ? cache_.of(whole, v_.x, springsOf(v_, dressed_, w_)) : s;
    if (!shared.problem.empty()) {
        v_.refusal = shared.problem;
        return;
    }
    const JudgeBench f{dressed_, w_, shared, factor_, quiet_};
    if (v_.option.screw)
        chooseWallScrew(b, v_);
    if (!v_.refusal.empty())
        return;
    v_.difficulty = h_.difficulty;
    v_.standOff = first().standOff;
    v_.bought = h_.price.empty()              ? 0
                : h_.kind == HangerKind::rail ? hooked() / 1000
                                              : static_cast<double>(v_.x.size());
    addDemands(shared, factor_, v_);
    v_.cases = supportCases(shared, factor_);
    if (hooksAlong() && first().keepers && v_.option.firm() && climbs())
        keepers(b);
    if (!quiet_)
        v_.mounting = hangerMounting(dressed_, w_, v_, layouts_);
    for (auto& c : sectionChecks(b))
        v_.checks.push_back(std::move(c));
    fixings(studAlone(f, v_), v_.option.screw != nullptr);
    if (v_.beside >= 0)
        fixings(anchorBeside(f, v_), false);
    rating(f);
    if (v_.keeperLength > 0)
        keeperCheck();
    else if (hooksAlong())
        rideUp();
    if (h_.kind != HangerKind::eight && v_.keeperLength <= 0)
        staysOn();
    if (h_.kind == HangerKind::cleat)
        lip();
    push(studAlone(b, v_));
    addInnerChecks(p_, factor_, quiet_, v_);
    heights(&HangerLayout::arm);
    v_.settles = settlingOf(f, v_);
    addLookChecks(b, axial(), v_);
    heights([](const HangerLayout& l) { return l.screwZ; });
    v_.holes = static_cast<int>(v_.x.size()) + (v_.keeperLength > 0 ? 2 : 0);
    if (quiet_)
        v_.cases.clear();
    Grade g = std::max(p_.grade, h_.kind == HangerKind::cleat ? Grade::B : Grade::C);
    if (v_.option.anchor || v_.option.beside)
        g = std::max(g, Grade::C);
    if (!w_.studsKnown && v_.option.atStuds())
        g = Grade::D;
    v_.verdict = judge(v_.checks, {g, p_.strengthLimit, p_.leaningCounts});
}

SupportVerdict judgeHanger(const JudgeInput& in) {
    return HangerJudge(in.piece, in.wall, in.option, in.cache, in.factor, in.quiet).run();
}

} // namespace owl
