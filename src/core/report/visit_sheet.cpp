#include "report/visit_sheet.h"

#include "assembly/reach.h"
#include "room/unknown_wall.h"

#include <fmt/format.h>

namespace owl {
namespace {

constexpr const char* blank = "............";

class Sheet {
  public:
    Sheet(const Project& p, const Plan& plan, const Wall& wall) : project_(p), plan_(plan), wall_(wall) {}

    std::vector<Block> run() {
        const Room* room = project_.findRoom(wall_.room);
        add(BlockKind::title, "Visit sheet: " + (room ? room->name + ", " : "") +
                                  (wall_.name.empty() ? std::string("wall") : wall_.name));
        add(BlockKind::small,
            std::string("Write down what the tape says, in ") +
                (metric() ? "millimetres" : "inches and sixteenths") +
                ". Measure from the wall's left corner as you face it, and from the floor. Type it "
                "back at Place: the readings go in with semicolons between, gaps with a plus sign.");
        sketch();
        measures();
        studs();
        things();
        for (const auto& p : project_.pieces)
            if (p.wall == wall_.id)
                sure(p);
        return std::move(out_);
    }

  private:
    [[nodiscard]] bool metric() const { return project_.style.units == Units::metric; }
    [[nodiscard]] std::string say(Length l) const {
        return formatLength(roundToTape(l, project_.style), project_.style);
    }
    Block& add(BlockKind kind, std::string text) {
        Block b;
        b.kind = kind;
        b.text = std::move(text);
        out_.push_back(std::move(b));
        return out_.back();
    }
    Block& table(std::vector<std::string> columns, std::vector<double> widths) {
        Block& b = add(BlockKind::table, "");
        b.columns = std::move(columns);
        b.widths = std::move(widths);
        return b;
    }

    /// An empty wall with the places to measure between.
    void sketch() {
        Block& b = add(BlockKind::drawing, "");
        b.heightMm = 62;
        Pen pen(b.picture);
        pen.extent({0, 0}, {3000, 1500});
        b.picture.marginLeft = b.picture.marginRight = 70;
        b.picture.marginTop = b.picture.marginBottom = 24;
        pen.rect(0, 0, 3000, 1500, Tone::wall, Tone::outline);
        pen.rect(0, 1440, 3000, 60, Tone::floor, Tone::guide);
        pen.dimension({0, -70}, {3000, -70}, blank);
        pen.dimension({3090, 0}, {3090, 1500}, blank);
        double before = 0;
        for (const auto& [x, words] :
             {std::pair(420.0, "......"), std::pair(1020.0, "......"), std::pair(1620.0, "......")}) {
            pen.line({{x, 0}, {x, 1440}}, Tone::guide, 1).dashed = true;
            pen.dimension({before, 380}, {x, 380}, words);
            before = x;
        }
        auto& plate = pen.rect(2300, 1180, 70, 110, Tone::outlet, Tone::outline);
        plate.radius = 12;
        pen.dimension({2335, 1310}, {2335, 1500}, "....");
        pen.text({1620, 700}, "studs, as found", Tone::soft, 11).dx = 60;
    }

    void measures() {
        add(BlockKind::heading, "The wall");
        Block& t = table({"what", "reads", "how"}, {0.30, 0.22, 0.48});
        t.rows = {{"width", blank, "at the height of the piece, not along the floor"},
                  {"height", blank, "at both ends if the ceiling slopes"},
                  {"thickness of the cover", blank, "at an outlet, circuit off: look at the edge"},
                  {"what it is made of", blank,
                   "knock; drill one hole in the baseboard's shadow and look at the dust"},
                  {"baseboard, height", blank, ""},
                  {"corners square?", blank,
                   metric() ? "600 and 800 from the corner: square when 1000 across"
                            : "24 and 32 in from the corner: square when 40 in across"}};
    }

    void studs() {
        add(BlockKind::heading, "Studs, every one between the ends of the piece");
        Block& t = table({"no.", "left edge", "right edge", "middle", "probed with a nail?"},
                         {0.1, 0.22, 0.22, 0.22, 0.24});
        for (int i = 1; i <= 8; ++i)
            t.rows.push_back({std::to_string(i), blank, blank, blank, "yes / no"});
    }

    void things() {
        add(BlockKind::heading, "On the wall and before it");
        Block& t =
            table({"what", "left edge", "right edge", "bottom", "top"}, {0.36, 0.16, 0.16, 0.16, 0.16});
        for (const char* what :
             {"outlet", "outlet", "switch", "radiator, vent", "door, window", "furniture below:"})
            t.rows.push_back({what, blank, blank, blank, blank});
    }

    void sure(const Piece& piece) {
        const PiecePlan* pp = plan_.find(piece.id);
        if (!pp)
            return;
        const Length margin = 40_mm + wallReach(pp->assembly()).left;
        add(BlockKind::heading, piece.name + ": what is sure before the visit");
        const Length sure = lengthSureOfTwo(wall_.spacing, margin);
        add(BlockKind::paragraph,
            fmt::format(
                "With studs every {}, {} is sure of two studs wherever they stand; this piece is {} long{}.",
                say(wall_.spacing), say(sure), say(pp->assembly().length),
                pp->assembly().length >= sure ? "" : " and may catch only one"));
        const SupportVerdict* h = pp->hold();
        const double d = h && h->option.screw ? h->option.screw->d : 5;
        const Length aim = aimOf(wall_.studWidth, d);
        const auto holes = holesForAnyOffset(pp->assembly().length, wall_.spacing, margin, aim);
        if (holes.empty())
            return;
        std::string list;
        for (Length x : holes)
            list += (list.empty() ? "" : "; ") + formatNumber(roundToTape(x, project_.style), project_.style);
        add(BlockKind::paragraph, fmt::format("A row of {} holes in the back rail serves every offset: two "
                                              "of them meet a stud each within {} of "
                                              "its middle. From the left end: {}.",
                                              holes.size(), say(aim), list));
    }

    const Project& project_;
    const Plan& plan_;
    const Wall& wall_;
    std::vector<Block> out_;
};

} // namespace

std::vector<Block> visitSheet(const Project& project, const Plan& plan, const std::string& wall) {
    const Wall* w = project.findWall(wall);
    return w ? Sheet(project, plan, *w).run() : std::vector<Block>();
}

} // namespace owl
