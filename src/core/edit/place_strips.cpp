#include "edit/place_strips.h"

#include "assembly/reach.h"
#include "project/placing.h"
#include "room/position_search.h"
#include "room/stud_readings.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

class PlaceStrips {
  public:
    PlaceStrips(const Project& project, const Plan& plan, const Catalog& catalog, const std::string& piece,
                const Wall& wall)
        : project_(project), plan_(plan), catalog_(catalog), wall_(wall), piece_(project.findPiece(piece)),
          pp_(plan.find(piece)) {
        if (piece_ && piece_->wall != wall.id)
            pp_ = nullptr;
    }

    StripTable make(int tab) {
        std::vector<std::pair<const char*, void (PlaceStrips::*)()>> tables;
        if (pp_) {
            if (!fromCorner(piece_->params)) // it goes where its walls are
                tables.emplace_back("Where could it go?", &PlaceStrips::positions);
            tables.emplace_back("How high", &PlaceStrips::heights);
        }
        if (hasStuds(wall_))
            tables.emplace_back("Studs", &PlaceStrips::studs);
        tables.emplace_back("On the wall", &PlaceStrips::things);
        for (const auto& [title, make] : tables)
            t_.tabs.emplace_back(title);
        t_.tab = std::clamp(tab, 0, static_cast<int>(tables.size()) - 1);
        const auto& [title, table] = tables[static_cast<std::size_t>(t_.tab)];
        t_.title = title;
        (this->*table)();
        return std::move(t_);
    }

  private:
    [[nodiscard]] std::string say(Length l) const {
        return formatNumber(roundToTape(l, project_.style), project_.style);
    }
    void row(std::vector<std::string> cells, std::string id) {
        t_.rows.push_back(std::move(cells));
        t_.ids.push_back(std::move(id));
    }

    void positions() {
        t_.columns = {"", "studs", "symmetry", "room", "left end"};
        t_.numeric = {1, 4};
        const auto others = plan_.placedOn(project_, wall_.id, piece_->id);
        const auto clear = clearances(wall_, catalog_);
        PositionQuestion q;
        q.wall = &wall_;
        q.zones = &plan_.findWall(wall_.id)->zones;
        q.clearances = &clear;
        q.others = &others;
        q.piece = {piece_->id,  piece_->name,           pp_->left,
                   pp_->bottom, pp_->assembly().length, pp_->assembly().height};
        q.endMargin = 40_mm + wallReach(pp_->assembly()).left;
        for (Length r : wallReach(pp_->assembly()).rows)
            q.holeHeights.push_back(pp_->bottom + r);
        q.needsStuds = hasStuds(wall_);
        q.preferred = pp_->left;
        q.style = project_.style;
        // On anchors in the cover no stud is missed.
        const bool onStuds = q.needsStuds && !(pp_->hold() && pp_->hold()->feasible &&
                                               pp_->hold()->option.ground == Ground::cover);
        for (const auto& p : searchPositions(q, 5)) {
            row({p.what, std::to_string(p.studs), p.symmetry, p.clear, say(p.left)},
                fmt::format("position:{}", p.left.nm()));
            const bool bad = p.clash || (onStuds && p.studs < 2);
            t_.status.push_back(bad                            ? Status::fails
                                : q.needsStuds && p.studs <= 2 ? Status::tight
                                                               : Status::holds);
            if (p.left == pp_->left)
                t_.chosen = static_cast<int>(t_.rows.size()) - 1;
            t_.edits.emplace_back(Edit{"Move it: " + p.what, [id = piece_->id, to = p.left](Project& v) {
                                           if (const Piece* w = v.findPiece(id))
                                               movePiece(v, id, to, pieceBottom(v, *w));
                                       }});
        }
    }

    void heights() {
        t_.columns = {"advice", "top from", "to", "why", "source"};
        t_.numeric = {1, 2};
        for (const auto& b : pp_->heights) {
            row({b.what + (b.limit ? " (limit)" : ""), say(b.low), say(b.high), b.why, b.source},
                "advice:" + b.id);
            const Length z = roundToTape((b.low + b.high) / 2 - pp_->assembly().height, project_.style);
            if (b.limit)
                t_.edits.emplace_back();
            else
                t_.edits.emplace_back(Edit{"Hang it: " + b.what, [id = piece_->id, z](Project& v) {
                                               if (const Piece* w = v.findPiece(id))
                                                   movePiece(v, id, pieceLeft(v, *w), z);
                                           }});
        }
        Length tall;
        for (const auto& i : piece_->load.items)
            tall = std::max(tall, i.height);
        if (tall <= Length())
            return;
        const ShelfSpacing s = spacingFor(tall);
        row({"next shelf above", say(pp_->bottom + pp_->assembly().surfaceZ + s.least),
             say(pp_->bottom + pp_->assembly().surfaceZ + s.comfortable),
             fmt::format("underside: the tallest thing on it is {} high, and 25 to 40 mm lift it out",
                         say(tall)),
             "trade practice, table 12c"},
            "advice:next");
        t_.edits.emplace_back();
    }

    void studs() {
        static constexpr std::array how{"measured", "from the scan", "seen or probed", "usual spacing"};
        t_.columns = {"centre", "gap", "wide", "sure", "known from", "behind"};
        t_.numeric = {0, 1, 2, 3};
        Length before;
        const auto all = studsOf(wall_);
        for (const auto& s : all) {
            std::string behind;
            for (const auto& pp : plan_.pieces) {
                const Piece* p = project_.findPiece(pp.id);
                const bool used =
                    p && p->wall == wall_.id &&
                    std::find(pp.studs.begin(), pp.studs.end(), s.x - pp.left) != pp.studs.end();
                if (used)
                    behind += (behind.empty() ? "" : ", ") + p->name;
            }
            row({say(s.x), say(s.x - before), say(s.width > Length() ? s.width : wall_.studWidth),
                 fmt::format("{:.0f} %", 100 * s.confidence), how.at(static_cast<std::size_t>(s.source)),
                 behind},
                fmt::format("stud:{}", s.x.nm()));
            t_.status.push_back(s.confidence >= 0.8   ? Status::holds
                                : s.confidence >= 0.5 ? Status::tight
                                                      : Status::unknown);
            t_.edits.emplace_back();
            before = s.x;
        }
        for (const auto& s : wall_.proposed) {
            row({say(s.x), "", say(s.width), fmt::format("{:.0f} %", 100 * s.confidence),
                 "read off the scan: click to accept", ""},
                fmt::format("proposed:{}", s.x.nm()));
            t_.status.push_back(Status::unknown);
            t_.edits.emplace_back(Edit{"Accept the stud at " + say(s.x), [w = wall_.id, x = s.x](Project& p) {
                                           if (Wall* v = p.findWall(w))
                                               acceptProposal(*v, x);
                                       }});
        }
        if (t_.rows.empty())
            row({"none", "", "", "", "type tape readings or read in a scan, at the right", ""}, "none");
    }

    void things() {
        t_.columns = {"what", "from the left", "to", "from the floor", "to", "what runs from it"};
        t_.numeric = {1, 2, 3, 4};
        for (const auto& o : wall_.obstacles) {
            std::string runs;
            for (const auto& z : plan_.findWall(wall_.id)->zones)
                if (z.obstacle == o.id)
                    runs += (runs.empty() ? "" : "; ") + z.why;
            row({obstacleTitle(o, catalog_), say(o.x), say(o.right()), say(o.z), say(o.top()), runs},
                "obstacle:" + o.id);
        }
        for (const auto& f : wall_.furniture)
            row({f.title(), say(f.x), say(f.right()), say(f.bottom), say(f.height), ""}, "furniture:" + f.id);
        for (const auto& o : wall_.openings)
            row({o.cut ? "cover, cut open" : "cover, to be cut open", say(o.left()), say(o.right()),
                 say(o.bottom()), say(o.top()), o.behind},
                "opening:" + o.id);
        if (t_.rows.empty())
            row({"nothing yet: add outlets, switches, doors, radiators at the right", "", "", "", "", ""},
                "none");
    }

    const Project& project_;
    const Plan& plan_;
    const Catalog& catalog_;
    const Wall& wall_;
    const Piece* piece_;
    const PiecePlan* pp_;
    StripTable t_;
};

} // namespace

StripTable placeStrip(const Project& project, const Plan& plan, const Catalog& catalog,
                      const std::string& piece, const std::string& wall, int tab) {
    const Piece* p = project.findPiece(piece);
    const Wall* w = project.findWall(!wall.empty() ? wall : p ? p->wall : std::string());
    if (!w && !project.walls.empty())
        w = &project.walls.front();
    if (!w)
        return {};
    return PlaceStrips(project, plan, catalog, piece, *w).make(tab);
}

} // namespace owl
