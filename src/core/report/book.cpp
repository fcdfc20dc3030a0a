#include "report/book.h"

#include "joint/fastener_places.h"
#include "joint/way.h"

#include "measure/one_unit.h"
#include "plan/hold_findings.h"
#include "support/words.h"

#include "drawing/views.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace owl {
namespace {

class Book {
  public:
    Book(const Project& p, const Plan& plan) : project_(p), plan_(plan) {}

    std::vector<Block> run() {
        overview();
        for (const auto& pp : plan_.pieces)
            parts(pp);
        cuts();
        for (const auto& pp : plan_.pieces)
            steps(pp);
        for (const auto& pp : plan_.pieces) {
            templates(pp);
            pinRows(pp);
        }
        finish();
        for (const auto& pp : plan_.pieces)
            hangSheet(pp);
        for (const auto& pp : plan_.pieces)
            working(pp);
        return std::move(out_);
    }

  private:
    [[nodiscard]] std::string say(Length l) const { return formatNumber(l, project_.style); }
    [[nodiscard]] std::string nameOf(const PiecePlan& pp) const {
        const Piece* p = project_.findPiece(pp.id);
        return p ? p->name : pp.id;
    }
    Block& add(BlockKind kind, std::string text = {}) {
        Block b;
        b.kind = kind;
        b.text = std::move(text);
        out_.push_back(std::move(b));
        return out_.back();
    }
    void picture(Drawing d, double height) {
        Block& b = add(BlockKind::drawing);
        b.picture = std::move(d);
        b.heightMm = height;
    }
    Block& table(std::vector<std::string> columns, std::vector<double> widths,
                 std::vector<int> numeric = {}) {
        Block& b = add(BlockKind::table);
        b.columns = std::move(columns);
        b.widths = std::move(widths);
        b.numeric = std::move(numeric);
        return b;
    }
    [[nodiscard]] const char* unit() const {
        return project_.style.units == Units::metric ? "millimetres" : "inches";
    }

    void overview() {
        add(BlockKind::title, project_.name);
        add(BlockKind::paragraph,
            fmt::format("Build book. Lengths in {} unless a unit stands beside them.", unit()));
        for (const auto& pp : plan_.pieces) {
            picture(wallView(project_, plan_, pp.id, {}), 92);
            add(BlockKind::heading, nameOf(pp));
            const SupportVerdict* h = pp.hold();
            if (h && h->feasible)
                add(BlockKind::paragraph,
                    fmt::format(
                        "{} × {} × {}. {} {} Governed by: {} (grade of the worst input {}). "
                        "{} stand on it now. Sag in years {} of {}. Checked: {}. Not checked: what the "
                        "wall hides.",
                        say(pp.assembly().length), say(pp.assembly().depth), say(pp.assembly().height),
                        verdictWords(h->verdict), marginsSentence(h->verdict),
                        titleOf(*h, h->verdict.governs), gradeName(h->verdict.grade),
                        formatMass(pp.contents, project_.style),
                        formatSmall(worstSag(*h).sag, project_.style),
                        formatSmall(worstSag(*h).limit, project_.style), checkNames(*h)));
            else
                add(BlockKind::paragraph,
                    "Nothing holds it yet: " + (h ? h->refusal : std::string("no support")) + ".");
        }
        for (const auto& f : plan_.findings)
            if (f.severity != Severity::notes)
                add(BlockKind::paragraph,
                    fmt::format("{}: {}. {}", severityName(f.severity), f.title, f.text));
        add(BlockKind::heading, "To buy and to use up");
        Block& t = table({"what", "how many", "", "price"}, {0.58, 0.14, 0.14, 0.14}, {1, 3});
        for (const auto& l : plan_.shopping)
            t.rows.push_back(
                {l.what,
                 formatDecimal(l.quantity, l.quantity == std::floor(l.quantity) ? 0 : 2, project_.style),
                 l.unit, l.fromRack ? "rack" : formatDecimal(l.price, 2, project_.style)});
        add(BlockKind::small,
            fmt::format("Together {} (prices are the shop list's; the list that ships "
                        "with the program is invented). Hands-on time about {} hours.",
                        plan_.priced ? formatDecimal(plan_.cost, 2, project_.style)
                                     : std::string("without a price, since parts find no board"),
                        formatDecimal(plan_.hours, 1, project_.style)));
    }

    static std::string verdictWords(const Verdict& v) {
        return v.notForLeaning
                   ? "It holds what is planned; not for leaning."
                   : fmt::format("It {}.", v.status == Status::tight   ? "holds, with little to spare"
                                           : v.status == Status::fails ? "does not hold"
                                           : v.status == Status::unknown
                                               ? "would hold if what is assumed is true"
                                               : "holds");
    }
    static std::string titleOf(const SupportVerdict& h, const std::string& id) {
        for (const auto& c : h.checks)
            if (c.id == id)
                return c.title;
        return id;
    }

    static std::string checkNames(const SupportVerdict& h) {
        std::string out;
        for (const auto& c : h.checks)
            out += (out.empty() ? "" : "; ") + c.title;
        return out;
    }

    /// Curves at 1:1, one a page.
    void templates(const PiecePlan& pp) {
        for (const Part* p : partsByTemplate(pp.assembly())) {
            add(BlockKind::newPage);
            add(BlockKind::title, fmt::format("{}: template of the {}", nameOf(pp), p->name));
            if (p->length > 180_mm || p->width > 190_mm) {
                add(BlockKind::paragraph,
                    fmt::format(
                        "It is {} × {}, larger than this page. Print it as SVG at 1:1: upright-owl-cli draw "
                        "--view template --part {}.",
                        say(p->length), say(p->width), p->id));
                continue;
            }
            add(BlockKind::paragraph,
                "At true size: print without scaling, measure the line below, cut it out and "
                "draw round it, or glue it on.");
            Block& b = add(BlockKind::drawing);
            b.picture = templateView(*p, pp.assembly(), project_.style);
            b.heightMm = b.picture.high.y - b.picture.low.y;
            b.trueSize = true;
        }
    }

    /// Rows for shelf pins at 1:1: glued on thin sheet and bored it is the template of the steps.
    void pinRows(const PiecePlan& pp) {
        for (const auto& row : pinTemplates(pp.assembly(), project_.style)) {
            add(BlockKind::newPage);
            add(BlockKind::title, nameOf(pp) + ": template for shelf pins");
            add(BlockKind::paragraph, "At true size: print without scaling, measure the line below, glue it "
                                      "on thin sheet and bore it "
                                      "through. Lay its edge to the board's, its lowest hole where the list "
                                      "says; turned over it serves the board opposite.");
            Block& b = add(BlockKind::drawing);
            b.picture = pinTemplateView(row, project_.style);
            b.heightMm = b.picture.high.y - b.picture.low.y;
            b.trueSize = true;
            for (const auto& r : row.rows)
                add(BlockKind::small, r);
        }
    }

    void parts(const PiecePlan& pp) {
        add(BlockKind::newPage);
        add(BlockKind::title, nameOf(pp) + ": parts");
        PieceViewOptions o;
        o.apart = 0.5;
        picture(pieceView(project_, plan_, pp.id, o), 78);
        picture(pp.assembly().seat<LedgersSeat>() ? aboveView(project_, plan_, pp.id)
                                                  : sectionView(project_, plan_, pp.id),
                62);
        Block& t = table({"part", "length", "width", "thick", "why this size"},
                         {0.16, 0.11, 0.11, 0.10, 0.52}, {1, 2, 3});
        for (const auto& p : pp.assembly().parts) {
            const std::string why = p.reasons();
            t.rows.push_back({p.name, say(p.length), say(p.width), say(p.thickness), why});
        }
        add(BlockKind::heading, "Joints");
        Block& j = table({"joint", "how", "fasteners", "places on the part that is drilled"},
                         {0.18, 0.22, 0.18, 0.42});
        for (const auto& joint : pp.assembly().joints) {
            const Part* drilled = pp.assembly().find(joint.first);
            const std::string places =
                drilled ? fastenerPlaces(*drilled, joint, project_.style) : std::string();
            const auto name = [&](const std::string& id) {
                const Part* p = pp.assembly().find(id);
                return p ? p->name : id;
            };
            j.rows.push_back({name(joint.first) + " – " + name(joint.second), wayOf(joint.how).name,
                              fastenerWords(joint), places});
        }
    }

    void cautions(const std::string& activity) {
        for (const auto& c : catalog().cautionsFor(activity))
            add(BlockKind::small, inOneUnit(c, project_.style.units));
    }

    /// '8 mm dowels × 30 mm', '#8 × 1-1/2 in', 'nails 30 mm'.
    [[nodiscard]] std::string fastenerWords(const Joint& j) const {
        const auto unit = [&](Length l) { return formatLength(l, project_.style); };
        if (const Screw* s = catalog().findScrew(j.screwId); s && j.screwLength > Length())
            return s->label + " × " + screwLengthText(*s, j.screwLength.mm());
        if (j.how == Joinery::dowels && j.pin > Length())
            return "dowels " + unit(j.pin) + " × " + unit(j.pinLength);
        if (j.how == Joinery::nailsGlue && j.nailLength > Length())
            return "nails " + unit(j.nailLength);
        return "—";
    }

    void cuts() {
        add(BlockKind::newPage);
        add(BlockKind::title, "Cuts");
        const char* proof =
            plan_.cut.status == CutStatus::optimal ? "No cheaper way exists with these boards: proven."
            : plan_.cut.provenAsAsked              ? "No cheaper way keeps the strips in one board: proven."
            : plan_.cut.status == CutStatus::feasible ? "A good plan, not proven cheapest."
                                                      : "Some parts find no board.";
        add(BlockKind::paragraph,
            fmt::format("Kerf {}, {} trimmed off both ends of a board unless it is said to have "
                        "good ends. {} The blade always takes its width on the waste side of "
                        "the line.",
                        say(project_.wood.kerf), say(project_.wood.endTrim), proof));
        for (const auto& page : boardPages(plan_))
            picture(cutView(project_, plan_, -1, page),
                    std::min(150.0, 34.0 + 30.0 * static_cast<double>(page.to - page.from)));
        Block& t = table({"", "board", "cut", "set to", "gives", "waste side"},
                         {0.04, 0.07, 0.15, 0.11, 0.27, 0.36}, {3});
        for (const auto& c : plan_.sequence)
            t.rows.push_back(
                {"☐", std::to_string(c.board + 1), cutName(c), say(c.setting), c.keep, c.wasteSide});
        cautions("ripping long boards");
        cautions("mitre saw");
    }

    void steps(const PiecePlan& pp) {
        add(BlockKind::newPage);
        add(BlockKind::title, nameOf(pp) + ": steps");
        std::set<std::string> said;
        int n = 0;
        bool atWall = false;
        for (const auto& s : pp.steps) {
            if (s.onWall && !std::exchange(atWall, true) && !plan_.finish.steps.empty())
                add(BlockKind::paragraph, "The finish is on its own page. At the wall, when it has dried:");
            add(BlockKind::heading, fmt::format("☐ {}. {}", ++n, s.title));
            if (!s.joint.empty()) {
                PieceViewOptions o = stepOptions(pp, s);
                o.labels = false;
                picture(pieceView(project_, plan_, pp.id, o), 34);
            }
            std::string tools;
            for (const auto& tool : s.tools)
                tools += (tools.empty() ? "With " : ", ") + tool;
            add(BlockKind::paragraph,
                s.text + (tools.empty() ? "" : " " + tools + ".") +
                    (s.waitMinutes > 0 ? fmt::format(" Wait {:.0f} minutes.", s.waitMinutes) : ""));
            for (const auto& c : s.cautions)
                if (said.insert(c).second) // each caution once
                    add(BlockKind::small, c);
        }
    }

    void finish() {
        if (plan_.finish.steps.empty())
            return;
        add(BlockKind::newPage);
        add(BlockKind::title, "Finish");
        picture(scheduleView(project_, plan_), 60);
        Block& t = table({"", "what", "start", "next from", "how"}, {0.04, 0.24, 0.15, 0.15, 0.42});
        std::set<std::string> cautions;
        for (const auto& s : plan_.finish.steps) {
            if (!s.step.empty())
                continue;
            t.rows.push_back({"☐", s.name, clockText(s.start), clockText(s.readyAt), s.text});
            cautions.insert(s.cautions.begin(), s.cautions.end());
        }
        add(BlockKind::paragraph,
            fmt::format("May hang {}; fully hard {}. Times are for about {} and 50 % humidity: cold or "
                        "damp rooms double them.",
                        clockText(plan_.finish.hangAt), clockText(plan_.finish.fullUseAt),
                        project_.style.units == Units::metric ? "20 °C" : "68 °F"));
        for (const auto& w : plan_.finish.warnings)
            add(BlockKind::paragraph, w);
        for (const auto& c : cautions)
            add(BlockKind::small, c);
    }

    void hangSheet(const PiecePlan& pp) {
        add(BlockKind::newPage);
        add(BlockKind::title, nameOf(pp) + ": hang sheet");
        WallViewOptions o;
        o.marks = true;
        o.advice = false;
        picture(wallView(project_, plan_, pp.id, o), 105);
        std::set<std::string> others; // the walls beside it, where it is screwed to them
        for (const auto& m : pp.marks)
            if (m.to != "wall" && !m.wall.empty() && others.insert(m.wall).second) {
                o.wall = m.wall;
                picture(wallView(project_, plan_, pp.id, o), 62);
            }
        Block& t = table({"", "what", "from the corner", "from the floor", "from its end", "from its top",
                          "bit", "depth", "into"},
                         {0.05, 0.13, 0.14, 0.13, 0.12, 0.12, 0.11, 0.09, 0.11}, {2, 3, 4, 5, 7});
        for (const auto& m : pp.marks)
            t.rows.push_back({std::to_string(m.order), markWords(m), say(measuredFromCorner(m)),
                              say(m.fromFloor), say(m.fromPieceLeft), say(m.fromPieceTop), m.bit,
                              say(Length::mm(m.depth)), m.into});
        if (const SupportVerdict* h = pp.hold(); h && h->option.way)
            if (const std::string how = h->option.way->sheet(pp.assembly(), *h); !how.empty())
                add(BlockKind::paragraph, how);
        cautions("drilling walls");
        for (const auto& m : pp.marks)
            if (!m.caution.empty())
                add(BlockKind::paragraph, fmt::format("Hole {}: {}.", m.order, m.caution));
        add(BlockKind::heading, "Load label, for its underside");
        add(BlockKind::paragraph, pp.label.empty() ? "No label: nothing holds it yet." : pp.label);
        add(BlockKind::small,
            "Local codes and licensed practice come first. Nothing here is meant to carry a person.");
    }

    void working(const PiecePlan& pp) {
        const SupportVerdict* h = pp.hold();
        if (!h)
            return;
        add(BlockKind::newPage);
        add(BlockKind::title, nameOf(pp) + ": the working");
        for (const auto& c : h->checks) {
            add(BlockKind::heading, c.title + ": " + words::percent(c.utilisation()) + " used");
            std::string values;
            for (const auto& [k, v] : c.working.values)
                values += (values.empty() ? "" : "; ") + k + " = " + v;
            add(BlockKind::paragraph,
                c.working.formula + ". " + values + ". Result: " + c.working.result + ".");
            std::string assumed;
            for (const auto& a : c.working.assumed)
                assumed += a + ". ";
            add(BlockKind::small, assumed + "Source: " + c.working.source + ".");
        }
        add(BlockKind::heading, "What else could hold it");
        Block& t = table({"support", "verdict", "margin", "why"}, {0.34, 0.14, 0.12, 0.40}, {2});
        for (const auto& s : pp.supports)
            t.rows.push_back({s.option.name, s.feasible ? statusName(s.verdict.status) : "refused",
                              s.feasible ? formatDecimal(s.verdict.reserve, 1, project_.style) : "—",
                              s.feasible ? "governed by " + titleOf(s, s.verdict.governs) : s.refusal});
    }

    const Project& project_;
    const Plan& plan_;
    std::vector<Block> out_;
};

} // namespace

std::vector<Block> buildBook(const Project& project, const Plan& plan) {
    return Book(project, plan).run();
}

} // namespace owl
