#include "drawing/views.h"

#include "measure/words.h"
#include "plan/plan_wood.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

const StockItem* stockOf(const Plan& plan, const std::string& id) {
    const auto it =
        std::find_if(plan.stock.begin(), plan.stock.end(), [&](const StockItem& s) { return s.id == id; });
    return it == plan.stock.end() ? nullptr : &*it;
}

/// At most so many letters, never half of one.
std::string cutTo(std::string text, std::size_t letters) {
    std::size_t n = 0;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if ((static_cast<unsigned char>(text[i]) & 0xC0U) == 0x80U)
            continue;
        if (++n > letters)
            return text.substr(0, i) + "…";
    }
    return text;
}

constexpr double boardPx = 460; // px that the longest board is about long, beside its title

/// One board of the plan drawn lying down, its top edge at y.
class BoardPainter {
  public:
    /// `longest`: of the boards drawn together, mm.
    BoardPainter(const Project& p, const Plan& plan, Pen& pen, double longest)
        : project_(p), plan_(plan), pen_(pen), longest_(longest) {}

    void draw(std::size_t index, double y, int current) {
        const CutBoard& b = plan_.cut.boards[index];
        const StockItem* s = stockOf(plan_, b.stock);
        if (!s)
            return;
        const double t = endTrimOf(project_, *s).mm();
        auto& board = pen_.rect(0, y, s->length.mm(), s->width.mm(), Tone::waste, Tone::outline);
        board.id = fmt::format("board:{}", index);
        board.tip = s->name;
        title(b, *s, y + s->width.mm() / 2);
        if (isSheet(*s))
            y += t; // trimmed all round
        for (const auto& o : b.offcuts) {
            pen_.rect(t + o.x.mm(), y + o.y.mm(), o.length.mm(), o.width.mm(), Tone::offcut, Tone::guide)
                .tip = "offcut to keep";
            if (o.length.mm() / longest_ * boardPx > 120 && o.width.mm() / longest_ * boardPx > 12)
                pen_.text({t + (o.x + o.length / 2).mm(), y + (o.y + o.width / 2).mm()},
                          fmt::format("offcut {} × {}", formatNumber(o.length, project_.style),
                                      formatNumber(o.width, project_.style)),
                          Tone::soft, 11);
        }
        for (const auto& p : b.placed)
            part(p, t, y);
        if (current >= 0 && plan_.sequence[static_cast<std::size_t>(current)].board == index)
            sawLine(plan_.sequence[static_cast<std::size_t>(current)], t, y);
    }

  private:
    /// What board it is, at its left; below that the parts that have no room for a word of their own.
    void title(const CutBoard& b, const StockItem& s, double y) {
        const std::string small = tooSmallToName(b);
        auto& name = pen_.text({0, y},
                               cutTo(fmt::format("{}{}{}", b.repeat > 1 ? fmt::format("{} × ", b.repeat) : "",
                                                 s.name, s.rack ? ", from the rack" : ""),
                                     34),
                               Tone::text, 12);
        name.align = Align::right;
        name.dx = -10;
        name.dy = small.empty() ? 0 : -7;
        if (small.empty())
            return;
        auto& parts = pen_.text({0, y}, cutTo(small, 40), Tone::soft, 11);
        parts.align = Align::right;
        parts.dx = -10;
        parts.dy = 8;
        parts.tip = small;
    }

    void part(const Placed& p, double t, double y) {
        auto& s =
            pen_.rect(t + p.x.mm(), y + p.y.mm(), p.length.mm(), p.width.mm(), Tone::woodFace, Tone::outline);
        s.grain = 0;
        s.id = "cutpart:" + p.part;
        s.tip = plan_.partName(p.part);
        // The kerf the saw takes beside the part.
        const double k = plan_.cutJob.kerf.mm();
        pen_.rect(t + (p.x + p.length).mm(), y + p.y.mm(), k, p.width.mm(), Tone::kerf);
        pen_.rect(t + p.x.mm(), y + (p.y + p.width).mm(), p.length.mm(), k, Tone::kerf);
        if (const std::string words = label(p); !words.empty())
            pen_.text({t + (p.x + p.length / 2).mm(), y + (p.y + p.width / 2).mm()}, words, Tone::text, 11)
                .id = "cutpart:" + p.part;
    }

    /// "left end cap, right end cap", the parts that have no room for a word of their own.
    [[nodiscard]] std::string tooSmallToName(const CutBoard& b) const {
        std::string out;
        for (const auto& p : b.placed)
            if (label(p).empty())
                out += (out.empty() ? "" : ", ") + plan_.partName(p.part);
        return out;
    }

    /// Name and size where there is room at about 460 px for the longest board, else the name, else its
    /// initials, else nothing.
    [[nodiscard]] std::string label(const Placed& p) const {
        if (p.width.mm() / longest_ * boardPx <
            12) // a strip lower than its letters is named beside its board
            return {};
        const double letters = p.length.mm() / longest_ * boardPx / 6.4;
        const std::string name = plan_.partName(p.part);
        const std::string whole = fmt::format("{}  {} × {}", name, formatNumber(p.length, project_.style),
                                              formatNumber(p.width, project_.style));
        if (static_cast<double>(whole.size()) < letters)
            return whole;
        if (static_cast<double>(name.size()) < letters)
            return name;
        if (letters < 4)
            return {};
        std::string initials;
        for (std::size_t i = 0; i < name.size(); ++i)
            if (name[i] != ' ' && name[i] != '(' && (i == 0 || name[i - 1] == ' '))
                initials += initial(std::string_view(name).substr(i));
        return initials;
    }

    void sawLine(const SawCut& c, double t, double y) {
        const double k = c.kerf.mm();
        if (c.rip) {
            pen_.rect(t + c.from.mm(), y + c.line.mm(), (c.to - c.from).mm(), k, Tone::fails);
            pen_.line({{t + c.from.mm() - 20, y + c.line.mm()}, {t + c.to.mm() + 20, y + c.line.mm()}},
                      Tone::fails, 1.6);
            const Length low = c.fromFar ? c.line + c.kerf : c.line - c.setting;
            pen_.dimension({t + c.from.mm() - 26, y + low.mm()},
                           {t + c.from.mm() - 26, y + (low + c.setting).mm()},
                           formatNumber(c.setting, project_.style));
        } else {
            pen_.rect(t + c.line.mm(), y + c.from.mm(), k, (c.to - c.from).mm(), Tone::fails);
            pen_.line({{t + c.line.mm(), y + c.from.mm() - 16}, {t + c.line.mm(), y + c.to.mm() + 16}},
                      Tone::fails, 1.6);
            const Length low = c.fromFar ? c.line + c.kerf : c.line - c.setting;
            if (!c.trims)
                pen_.dimension({t + low.mm(), y + c.to.mm() + 26},
                               {t + (low + c.setting).mm(), y + c.to.mm() + 26},
                               formatNumber(c.setting, project_.style));
        }
    }

    const Project& project_;
    const Plan& plan_;
    Pen& pen_;
    double longest_;
};

double longestBoard(const Plan& plan) {
    double longest = 1;
    for (const auto& b : plan.cut.boards)
        if (const StockItem* s = stockOf(plan, b.stock))
            longest = std::max(longest, s->length.mm());
    return longest;
}

} // namespace

namespace {

/// How much room a board takes with its words, mm: two lines of them stand beside each.
double rowHigh(const StockItem& s, double longest) {
    return std::max(s.width.mm() + 40, longest * 30 / boardPx);
}

} // namespace

std::vector<BoardPage> boardPages(const Plan& plan) {
    const double longest = longestBoard(plan);
    const double most = longest * 400 / boardPx; // as high as the window shows without making all smaller
    std::vector<BoardPage> out;
    double high = 0;
    for (std::size_t i = 0; i < plan.cut.boards.size(); ++i) {
        const StockItem* s = stockOf(plan, plan.cut.boards[i].stock);
        const double row = s ? rowHigh(*s, longest) : 0;
        if (out.empty() || high + row > most) {
            out.push_back({i, i});
            high = 0;
        }
        out.back().to = i + 1;
        high += row;
    }
    return out;
}

Drawing cutView(const Project& project, const Plan& plan, int cut, std::optional<BoardPage> page) {
    Drawing d;
    Pen pen(d);
    double y = 0;
    const double longest = longestBoard(plan);
    const std::vector<BoardPage> pages = boardPages(plan);
    if (!page && !pages.empty()) { // the one with the board in hand
        const bool known = cut >= 0 && static_cast<std::size_t>(cut) < plan.sequence.size();
        const std::size_t board =
            known ? static_cast<std::size_t>(plan.sequence[static_cast<std::size_t>(cut)].board) : 0;
        for (const auto& p : pages)
            if (board >= p.from && board < p.to)
                page = p;
    }
    BoardPainter painter(project, plan, pen, longest);
    for (std::size_t i = page ? page->from : 0; page && i < page->to; ++i) {
        const StockItem* s = stockOf(plan, plan.cut.boards[i].stock);
        if (!s)
            continue;
        painter.draw(i, y, cut);
        y += rowHigh(*s, longest);
    }
    if (page && pages.size() > 1) {
        auto& t =
            pen.text({longest, std::max(1.0, y - 30)},
                     fmt::format("boards {} to {} of {}", page->from + 1, page->to, plan.cut.boards.size()),
                     Tone::soft, 11);
        t.align = Align::right;
        t.dy = 12;
    }
    pen.extent({0, 0}, {longest, std::max(1.0, y - 30)});
    d.marginTop = 24;
    d.marginLeft = 264;
    d.marginRight = 24;
    d.marginBottom = 24;
    return d;
}

Drawing rackView(const Project& project, const Plan& plan) {
    Drawing d;
    Pen pen(d);
    std::map<std::string, int> used;
    for (const auto& b : plan.cut.boards)
        used[b.stock] += b.repeat;
    // Boards that could serve: right wood and thickness. Rack first, then the shop's, those in the plan
    // before others.
    std::vector<const StockItem*> show;
    for (const auto& s : plan.stock)
        if (std::any_of(plan.cutJob.stock.begin(), plan.cutJob.stock.end(),
                        [&](const CutStock& c) { return c.id == s.id; }))
            show.push_back(&s);
    std::stable_sort(show.begin(), show.end(), [&](const StockItem* a, const StockItem* b) {
        return std::tuple(!a->rack, !used.contains(a->id), a->length, a->width) <
               std::tuple(!b->rack, !used.contains(b->id), b->length, b->width);
    });
    if (show.size() > 16)
        show.resize(15);
    double x = 0;
    double tallest = 600;
    bool shop = false;
    for (const auto* s : show)
        tallest = std::max(tallest, s->length.mm());
    for (const auto* s : show) {
        if (!s->rack && !shop) {
            shop = true;
            if (x > 0)
                x += 160;
            auto& t = pen.text({x, tallest}, "the shop", Tone::soft, 11);
            t.align = Align::left;
            t.dy = 38;
        } else if (x == 0 && s->rack) {
            auto& t = pen.text({x, tallest}, "your rack", Tone::soft, 11);
            t.align = Align::left;
            t.dy = 38;
        }
        const double w = s->width.mm();
        const double lean = 26;
        const double top = tallest - s->length.mm();
        auto& b = pen.polygon({{x + lean, top}, {x + lean + w, top}, {x + w, tallest}, {x, tallest}},
                              used.contains(s->id) ? Tone::woodFace : Tone::ghost, Tone::outline);
        b.grain = 90;
        b.id = "stock:" + s->id;
        b.tip = s->name;
        auto& name = pen.text({x + (w + lean) / 2, tallest - 90}, s->name,
                              used.contains(s->id) ? Tone::text : Tone::soft, 11);
        name.vertical = true;
        name.align = Align::left;
        if (used.contains(s->id)) {
            auto& n = pen.text({x + lean + w / 2, top}, fmt::format("{} ×", used[s->id]), Tone::accent, 13);
            n.bold = true;
            n.dy = -11;
        }
        auto& price = pen.text({x + w / 2, tallest}, formatDecimal(boardPrice(project, *s), 2, project.style),
                               Tone::text, 11);
        price.dy = 12;
        x += std::max(w, 60.0) + 190;
    }
    pen.line({{-60, tallest}, {x + 20, tallest}}, Tone::outline, 2);
    pen.extent({0, 0}, {std::max(1200.0, x - 40), tallest});
    d.marginTop = 34;
    d.marginBottom = 54;
    d.marginLeft = d.marginRight = 24;
    return d;
}

namespace {

/// One row for all that is built, then one for every coat.
std::vector<FinishStep> scheduleRows(const Plan& plan) {
    std::vector<FinishStep> out;
    for (const auto& s : plan.finish.steps) {
        const auto row = std::find_if(
            out.begin(), out.end(), [&](const FinishStep& r) { return !s.step.empty() && !r.step.empty(); });
        if (row == out.end()) {
            out.push_back(s);
            if (!s.step.empty()) {
                const PiecePlan* pp = plan.find(s.piece);
                out.back().name = plan.pieces.size() > 1 ? fmt::format("Build all {}", plan.pieces.size())
                                                         : "Build " + (pp ? pp->name : s.piece);
            }
            continue;
        }
        row->end = std::max(row->end, s.end);
        row->readyAt = std::max(row->readyAt, s.readyAt);
    }
    return out;
}

} // namespace

Drawing scheduleView(const Project& project, const Plan& plan) {
    Drawing d;
    Pen pen(d);
    (void)project;
    const std::vector<FinishStep> steps = scheduleRows(plan);
    if (steps.empty())
        return d;
    const double start = static_cast<double>(steps.front().start);
    const double end = static_cast<double>(std::max(plan.finish.hangAt, steps.back().end));
    const double unit = 1000.0 / std::max(60.0, end - start);
    const double rowH = 26;
    for (std::int64_t day = steps.front().start / 1440; day * 1440 <= static_cast<std::int64_t>(end); ++day) {
        const double x = std::max(0.0, (static_cast<double>(day * 1440) - start) * unit);
        pen.line({{x, -14}, {x, rowH * static_cast<double>(steps.size() + 1)}}, Tone::guide, 1);
        auto& t = pen.text({x, -14}, clockText(day * 1440).substr(0, clockText(day * 1440).size() - 6),
                           Tone::soft, 11);
        t.align = Align::left;
        t.dx = 4;
        t.dy = -8;
    }
    for (std::size_t i = 0; i < steps.size(); ++i) {
        const double y = rowH * static_cast<double>(i);
        const double a = (static_cast<double>(steps[i].start) - start) * unit;
        const double b = (static_cast<double>(steps[i].end) - start) * unit;
        const double c = (static_cast<double>(steps[i].readyAt) - start) * unit;
        pen.rect(b, y + 6, std::max(0.0, c - b), 10, Tone::goodBand, Tone::guide).tip = "drying";
        pen.rect(a, y + 3, std::max(6.0, b - a), 16, Tone::accent).tip = steps[i].name;
        // The day stands above; its hour is enough here.
        const std::string clock = clockText(steps[i].start);
        auto& t = pen.text({std::max(b, c), y + 11}, steps[i].name + ", " + clock.substr(clock.size() - 5),
                           Tone::text, 11);
        const bool late = std::max(b, c) > 560;
        t.align = late ? Align::right : Align::left;
        t.points.front().x = late ? a : std::max(b, c);
        t.dx = late ? -6 : 6;
    }
    const double y = rowH * static_cast<double>(steps.size());
    const double h = (static_cast<double>(plan.finish.hangAt) - start) * unit;
    auto& t = pen.text({h, y + 11}, "may hang " + clockText(plan.finish.hangAt), Tone::holds, 11);
    t.bold = true;
    t.align = Align::right;
    pen.extent({0, -14}, {1000, y + rowH});
    d.marginTop = 26;
    return d;
}

Drawing logView(const Project& project, const Plan& plan) {
    Drawing d;
    Pen pen(d);
    double hours = 0;
    double cost = 0;
    for (const auto& e : project.log) {
        hours += e.hours;
        cost += e.cost;
    }
    struct Bar {
        const char* name;
        double planned, real;
        const char* unit;
    };
    const Bar bars[] = {{"hours", plan.hours, hours, "h"}, {"cost", plan.cost, cost, ""}};
    double y = 0;
    for (const auto& b : bars) {
        const double most = std::max({b.planned, b.real, 1.0});
        auto& t = pen.text({0, y}, b.name, Tone::text, 16);
        t.align = Align::left;
        t.bold = true;
        for (const bool real : {false, true}) {
            const double v = real ? b.real : b.planned;
            const double top = y + 24 + (real ? 34 : 0);
            pen.rect(110, top, std::max(1.0, 600 * v / most), 24, real ? Tone::accent : Tone::offcut,
                     Tone::guide)
                .radius = 4;
            auto& label = pen.text({100, top + 12}, real ? "real" : "planned", Tone::soft, 13);
            label.align = Align::right;
            auto& value = pen.text({110 + std::max(1.0, 600 * v / most), top + 12},
                                   real && project.log.empty()
                                       ? "nothing written down yet"
                                       : formatDecimal(v, b.unit[0] ? 1 : 2, project.style) + " " + b.unit,
                                   Tone::text, 13);
            value.align = Align::left;
            value.dx = 8;
        }
        y += 130;
    }
    pen.extent({0, -20}, {860, y});
    return d;
}

} // namespace owl
