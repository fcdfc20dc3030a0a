#include "edit/fields.h"
#include "edit/place_strips.h"
#include "measure/words.h"
#include "plan/hold_findings.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

StripTable loadStrip(const Project& project, const Piece& piece, const PiecePlan& pp) {
    StripTable t;
    t.title = "On this piece: " + formatMass(pp.contents, project.style) + ", and its own " +
              formatMass(pp.mass, project.style);
    t.columns = {"thing", "from the left", "width", "mass", "stays"};
    t.numeric = {1, 2, 3};
    if (piece.load.kgPerM > 0) {
        const auto over = evenOver(pp.assembly());
        t.rows.push_back({surfacesOf(pp.assembly()).size() > 1 ? "evenly on every board" : "evenly along",
                          formatNumber(over[0], project.style),
                          formatNumber(over[1] - over[0], project.style),
                          formatMass(evenMass(piece.load, pp.assembly()), project.style),
                          piece.load.lineSustained ? "yes" : "comes and goes"});
        t.ids.emplace_back("line");
    }
    for (const auto& i : piece.load.items) {
        t.rows.push_back({i.name, formatNumber(i.x, project.style), formatNumber(i.width, project.style),
                          formatMass(i.mass, project.style), i.sustained ? "yes" : "comes and goes"});
        t.ids.push_back("item:" + i.id);
    }
    return t;
}

StripTable partStrip(const Project& project, const PiecePlan& pp) {
    StripTable t;
    t.title = "Parts";
    t.columns = {"part", "length", "width", "thick", "why this size"};
    t.numeric = {1, 2, 3};
    std::map<std::string, std::pair<std::size_t, int>> small; // equal plugs and plates: one row
    for (const auto& p : pp.assembly().parts) {
        const std::string why = p.reasons();
        if (p.stock == Stock::fitting) {
            const auto key =
                fmt::format("{} {} {} {}", p.name, p.length.nm(), p.width.nm(), p.thickness.nm());
            const auto [known, fresh] = small.try_emplace(key, t.rows.size(), 1);
            if (!fresh) {
                t.rows[known->second.first].front() = fmt::format("{} × {}", ++known->second.second, p.name);
                continue;
            }
        }
        t.rows.push_back({p.name, formatNumber(p.length, project.style), formatNumber(p.width, project.style),
                          formatNumber(p.thickness, project.style), why});
        t.details.push_back(p.name + ": " + why + ".");
        t.ids.push_back("part:" + p.id);
    }
    return t;
}

StripTable shoppingStrip(const Project& project, const Plan& plan) {
    StripTable t;
    t.title = plan.priced
                  ? fmt::format("To buy and to use up: {}", formatDecimal(plan.cost, 2, project.style))
                  : std::string("To buy and to use up; no price, since parts find no board");
    t.columns = {"what", "how many", "", "price"};
    t.numeric = {1, 3};
    for (const auto& l : plan.shopping) {
        t.rows.push_back(
            {l.what, formatDecimal(l.quantity, l.quantity == std::floor(l.quantity) ? 0 : 2, project.style),
             l.unit, l.fromRack ? "from the rack" : formatDecimal(l.price, 2, project.style)});
        t.ids.push_back("buy:" + l.what);
    }
    return t;
}

StripTable supportStrip(const Project& project, const PiecePlan& pp) {
    StripTable t;
    t.title = "What could hold it";
    t.take = "use this one";
    t.columns = {"support", "stands", "hand", "governed by", "sag in years", "front edge", "holes", "cost"};
    t.numeric = {1, 2, 4, 5, 6, 7};
    t.chosen = static_cast<int>(pp.chosen);
    for (const auto& s : pp.supports) {
        const auto governs = std::find_if(s.checks.begin(), s.checks.end(),
                                          [&](const Check& c) { return c.id == s.verdict.governs; });
        if (s.feasible)
            t.rows.push_back({s.option.name, marginText(s.verdict.standing.utilisation),
                              s.verdict.leaning ? marginText(s.verdict.leaning->utilisation) : "—",
                              governs == s.checks.end() ? s.verdict.governs : governs->title,
                              formatSmall(worstSag(s).sag, project.style),
                              formatSmall(s.droopLong, project.style), std::to_string(s.holes),
                              formatDecimal(s.cost, 2, project.style)});
        else
            t.rows.push_back({s.option.name, "—", "—", "refused: " + s.refusal, "—", "—", "—", "—"});
        t.ids.push_back("support:" + s.option.id);
        t.edits.emplace_back(Edit{"Support: " + s.option.name, [piece = pp.id, id = s.option.id](Project& p) {
                                      if (Piece* one = p.findPiece(piece))
                                          one->hold.support = id;
                                  }});
        t.status.push_back(s.feasible ? s.verdict.status : Status::fails);
        t.workings.push_back(governs == s.checks.end() ? Working{} : governs->working);
    }
    return t;
}

StripTable cutStrip(const Project& project, const Plan& plan) {
    StripTable t;
    t.title = fmt::format("{} on {}, {}", counted(plan.sequence.size(), "cut"),
                          counted(plan.cut.boards.size(), "board"),
                          plan.cut.status == CutStatus::optimal ? "proven cheapest"
                          : plan.cut.provenAsAsked              ? "proven cheapest with strips from one board"
                          : plan.cut.status == CutStatus::feasible ? "not proven cheapest"
                                                                   : "some parts find no board");
    t.columns = {"", "board", "cut", "set to", "gives", "waste side"};
    t.numeric = {3};
    t.tick = 0;
    for (const auto& c : plan.sequence) {
        t.rows.push_back({"", std::to_string(c.board + 1), cutName(c), formatNumber(c.setting, project.style),
                          c.keep, c.wasteSide});
        t.ids.push_back("cut:" + c.id);
        t.details.push_back(
            fmt::format("Cut {} of board {}: {} set to {}. It gives {}; {}.", t.rows.size(), c.board + 1,
                        cutName(c), formatLength(c.setting, project.style), c.keep, c.wasteSide) +
            (c.caution ? " A narrow strip runs between blade and fence: push it through with a "
                         "stick, and stand aside."
             : holdingOf(c) == "carrier"
                 ? " It is too short to run along a fence by hand: clamp it on a carrier that runs there."
             : holdingOf(c) == "stop, clamped"
                 ? " Too short to hold by hand on either side of the blade: clamp it."
                 : ""));
        t.ticked.push_back(project.done.contains("cut:" + c.id));
    }
    return t;
}

StripTable buildStrip(const Project& project, const Plan& plan, const PiecePlan& pp) {
    StripTable t;
    t.title = "Steps";
    t.columns = {"", "step", "how", "with", "min"};
    t.numeric = {4};
    t.tick = 0;
    const auto add = [&](const std::string& id, const std::string& title, const std::string& text,
                         const std::string& tools, double minutes, const std::vector<std::string>& cautions) {
        std::string detail = text + (tools.empty() ? "" : " With " + tools + ".");
        for (const auto& c : cautions)
            detail += " " + c;
        t.details.push_back(detail);
        t.rows.push_back({"", title, text, tools, fmt::format("{:.0f}", minutes)});
        t.ids.push_back("step:" + id);
        t.ticked.push_back(project.done.contains("step:" + id));
    };
    for (const auto& s : pp.steps) {
        std::string tools;
        for (const auto& tool : s.tools)
            tools += (tools.empty() ? "" : ", ") + tool;
        add(s.id, s.title, s.text, tools, s.minutes, s.cautions);
    }
    for (const auto& s : plan.finish.steps)
        if (s.step.empty())
            add("finish/" + s.id, s.name,
                clockText(s.start) + ", next from " + clockText(s.readyAt) + ". " + s.text, "",
                static_cast<double>(s.end - s.start), s.cautions);
    return t;
}

StripTable markStrip(const Project& project, const PiecePlan& pp) {
    StripTable t;
    t.title = "Wall marks, in the order of hanging";
    t.details.assign(pp.marks.size(), pp.label.empty() ? "" : "Label for its underside: " + pp.label);
    t.columns = {"",      "what", "from the corner", "from the floor", "from its end", "from its top", "bit",
                 "depth", "into"};
    t.numeric = {2, 3, 4, 5, 7};
    t.tick = 0;
    for (const auto& m : pp.marks) {
        t.rows.push_back(
            {std::to_string(m.order), markWords(m), formatNumber(measuredFromCorner(m), project.style),
             formatNumber(m.fromFloor, project.style), formatNumber(m.fromPieceLeft, project.style),
             formatNumber(m.fromPieceTop, project.style), m.bit,
             formatNumber(Length::mm(m.depth), project.style),
             m.into + (m.caution.empty() ? "" : "; " + m.caution)});
        t.ids.push_back(fmt::format("mark:{}:{}", pp.id, m.order));
        t.ticked.push_back(project.done.contains(t.ids.back()));
    }
    return t;
}

StripTable logStrip(const Project& project) {
    StripTable t;
    t.title = "Logbook";
    t.columns = {"date", "what happened", "hours", "cost"};
    t.numeric = {2, 3};
    for (const auto& e : project.log) {
        t.rows.push_back({e.date, e.text, formatDecimal(e.hours, 2, project.style),
                          formatDecimal(e.cost, 2, project.style)});
        t.ids.push_back("log:" + e.id);
    }
    return t;
}

std::string placeState(const Project& project, const PiecePlan& pp) {
    const Piece* piece = project.findPiece(pp.id);
    const Wall* wall = piece ? project.findWall(piece->wall) : nullptr;
    if (wall && !hasStuds(*wall))
        return "masonry";
    if (wall && wall->studMode == StudMode::unknown)
        return "wall not seen yet";
    return pp.studs.empty() ? "no stud caught" : counted(pp.studs.size(), "stud") + " caught";
}

std::string holdState(const PiecePlan& pp) {
    const SupportVerdict* h = pp.hold();
    if (!pp.made.makeable())
        return "cannot be made";
    if (!h || !h->feasible)
        return "nothing holds it";
    return fmt::format("{}, margin {}", statusName(h->verdict.status), marginText(h->verdict.utilisation));
}

} // namespace

StripTable stripOf(const Project& project, const Plan& plan, const Catalog& catalog, const std::string& id,
                   Station station, int tab, const std::string& wall) {
    if (station == Station::place)
        return placeStrip(project, plan, catalog, id, wall, tab);
    const Piece* piece = project.findPiece(id);
    const PiecePlan* pp = plan.find(id);
    if (station == Station::log)
        return logStrip(project);
    if (station == Station::wood)
        return shoppingStrip(project, plan);
    if (station == Station::cut)
        return cutStrip(project, plan);
    if (!piece || !pp)
        return {};
    switch (station) {
    case Station::load:
        return loadStrip(project, *piece, *pp);
    case Station::piece:
        return partStrip(project, *pp);
    case Station::hold:
        return supportStrip(project, *pp);
    case Station::build:
        return buildStrip(project, plan, *pp);
    case Station::hang:
        return markStrip(project, *pp);
    default:
        return {};
    }
}

std::string stationState(const Project& project, const Plan& plan, const std::string& id, Station station) {
    const PiecePlan* pp = plan.find(id);
    if (!pp)
        return "—";
    switch (station) {
    case Station::place:
        return placeState(project, *pp);
    case Station::load:
        return formatMass(pp->contents, project.style);
    case Station::piece:
        return formatNumber(pp->assembly().length, project.style) + " × " +
               formatNumber(pp->assembly().depth, project.style);
    case Station::wood: {
        int boards = 0;
        for (const auto& b : plan.cut.boards)
            boards += b.repeat;
        return counted(static_cast<std::size_t>(boards), "board") +
               (plan.cut.unplaced.empty() ? "" : ", parts left over");
    }
    case Station::hold:
        return holdState(*pp);
    case Station::cut:
        return counted(plan.sequence.size(), "cut") + (plan.cut.provenAsAsked ? ", proven" : "");
    case Station::build: {
        std::vector<std::string> steps; // its own, and the coats that all pieces share
        for (const auto& s : pp->steps)
            steps.push_back("step:" + s.id);
        for (const auto& s : plan.finish.steps)
            if (s.step.empty())
                steps.push_back("step:finish/" + s.id);
        const auto done = std::count_if(steps.begin(), steps.end(),
                                        [&](const std::string& s) { return project.done.contains(s); });
        return done > 0 ? fmt::format("{} of {} steps", done, steps.size()) : counted(steps.size(), "step");
    }
    case Station::hang:
        return counted(pp->marks.size(), "hole");
    case Station::log:
        return project.log.empty()       ? "not started"
               : project.log.size() == 1 ? "1 entry"
                                         : fmt::format("{} entries", project.log.size());
    }
    return {};
}

} // namespace owl
