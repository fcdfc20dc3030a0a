// How a railed piece looks after years: sag along, droop of the front edge.
#include "support/judge/judge.h"

#include "strength/chance.h"
#include "strength/wall_mount.h"
#include "support/inside/frame_check.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using words::mm;

/// v_long = v(all) + k_def v(lasting), point by point.
void sagCurves(const JudgeBench& b, SupportVerdict& v) {
    const Statics& s = b.statics;
    for (std::size_t i = 0; i < s.own.curve.size(); ++i) {
        const double x = s.own.curve[i].first;
        const double own = s.ownSag[i];
        const double now = own + b.factor * s.contents.sag[i];
        const double later = now + b.piece.kDef * (own + b.factor * s.contents.lastingSag[i]);
        v.sag.instant = std::max(v.sag.instant, now);
        v.sag.now.emplace_back(x, now);
        v.sag.later.emplace_back(x, later);
        if (later > v.sag.longTerm) {
            v.sag.longTerm = later;
            v.sag.atX = x;
        }
    }
}

/// How often boards and loads as they vary would sag more than the limit (S13); nothing where hardly ever.
std::string chanceWords(double sag, double limit) {
    if (sag <= 0 || limit <= 0)
        return {};
    ChanceInput in;
    in.sagMean = sag;
    in.limit = limit;
    const double p = chanceOf(in).exceeds;
    if (p < 0.01)
        return {};
    return p > 0.45 ? std::string("boards and loads vary: as likely as not it sags more than the limit (S13)")
                    : fmt::format("boards and loads vary: about one in {:.0f} sags more than the limit (S13)",
                                  1 / p);
}

void sagCheck(const JudgeBench& b, SupportVerdict& v) {
    v.worst = worstStretch(v.sag, v.x, b.length(), b.piece.sagLimit);
    Check c;
    c.id = "sag";
    c.title = "Sag in years";
    c.demand = v.worst.sag;
    c.capacity = v.worst.limit;
    c.unit = "mm";
    c.looks = true;
    c.atMm = v.worst.atX;
    if (!b.quiet) {
        c.load = "what stands on it";
        c.place = "sag " + words::place(v.worst.atX) + " from the left end";
        c.working = {
            "v = v(all loads) + k_def v(lasting loads), beam on its supports; limit = span / " +
                fmt::format("{:.0f}", sagRatio(b.piece.sagLimit)),
            {{"EI", fmt::format("{:.3g} N mm²", b.statics.section.EI)},
             {"stretch", fmt::format("{} to {}{}", words::place(v.worst.x0), words::place(v.worst.x1),
                                     v.worst.freeEnd ? ", free end counts twice" : "")},
             {"now", mm(v.sag.instant)},
             {"k_def", fmt::format("{:g} ({}heated room)", b.piece.kDef,
                                   b.piece.sheetFb ? "a sheet in it, " : "solid wood, ")}},
            mm(v.worst.sag) + " of " + mm(v.worst.limit),
            "beam on its supports (S5.1); creep EN 1995-1-1 table 3.2; limits by convention (S6)",
            {b.piece.assembly->member.words, chanceWords(v.worst.sag, v.worst.limit)}};
        if (c.working.assumed.back().empty())
            c.working.assumed.pop_back();
    }
    v.checks.push_back(std::move(c));
}

/// The rail turns about its lower edge as the screws draw: the front edge drops by D times that turn. What
/// stays creeps; wood squeezed by metal twice as much (S1.6): 1 + 2 k_def.
void droopCheck(const JudgeBench& b, double axial, SupportVerdict& v) {
    const Statics& s = b.statics;
    double all = 0;
    double now = 0; // rad
    double inYears = 0;
    std::size_t where = 0;
    // An anchor beside a stud only steadies: the stud's screws turn under everything (S10.7).
    double ofAnchor = 0;
    double lastingOfAnchor = 0;
    if (v.beside >= 0) {
        const auto i = static_cast<std::size_t>(v.beside);
        ofAnchor = s.ownTurning[i] + b.factor * s.contents.turning[i];
        lastingOfAnchor = s.ownTurning[i] + b.factor * s.contents.lastingTurning[i];
    }
    for (std::size_t i = 0; i < s.x.size(); ++i) {
        if (static_cast<int>(i) == v.beside)
            continue;
        const double lasting = s.ownTurning[i] + b.factor * s.contents.lastingTurning[i] + lastingOfAnchor;
        const double M = s.ownTurning[i] + b.factor * s.contents.turning[i] + ofAnchor;
        const double later = railRotation(M + 2 * solidWoodCreep * lasting, v.rowsOf(i), 1, axial);
        all = std::max(all, M);
        now = std::max(now, railRotation(M, v.rowsOf(i), 1, axial));
        if (later > inYears) {
            inYears = later;
            where = i;
        }
    }
    const FrameGives frame = frameGives(b.piece, b.factor, v);
    const double arms = b.depth() * frame.turn + frame.bends;
    v.droopNow = b.depth() * now + arms;
    v.droopLong = b.depth() * inYears + arms * (1 + solidWoodCreep);
    Check c;
    c.id = "droop";
    c.title = "Front edge droop in years";
    c.demand = v.droopLong;
    c.capacity = b.depth() / 100;
    c.unit = "mm";
    c.looks = true;
    c.atMm = s.x[where];
    if (!b.quiet) {
        c.load = "what stands on it";
        c.place = "the front edge " + words::place(s.x[where]) + " from the left end";
        c.working = {"drop = D × 1.5 (M + 2 k_def M_lasting)/(K_ax Σz²)",
                     {{"D", mm(b.depth())},
                      {"K_ax", fmt::format("{:.0f} N/mm", axial)},
                      {"M", words::Nm(all)},
                      {"now", mm(v.droopNow)},
                      {"settles as a whole besides", mm(v.settles)}},
                     mm(v.droopLong) + " of " + mm(c.capacity),
                     "S9.3, S1.6, S5.3, S6 (D/100); K_ax from product approvals (verify)",
                     {}};
        if (arms > 0)
            c.working.values.insert(c.working.values.begin() + 3,
                                    {"frame: joints, rail and arms give", mm(arms)});
    }
    v.checks.push_back(std::move(c));
}

} // namespace

SagSeen worstSag(const SupportVerdict& v) {
    SagSeen out{v.worst.sag, v.worst.limit};
    for (const auto& c : v.checks)
        if (c.id == "shelf_sag" && c.capacity > 0 &&
            (out.limit <= 0 || c.demand * out.limit > out.sag * c.capacity))
            out = {c.demand, c.capacity};
    return out;
}

void addSagCheck(const JudgeBench& b, SupportVerdict& v) {
    sagCurves(b, v);
    sagCheck(b, v);
}

void addLookChecks(const JudgeBench& b, double axial, SupportVerdict& v) {
    addSagCheck(b, v);
    droopCheck(b, axial, v);
}

} // namespace owl
