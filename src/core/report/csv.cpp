#include "report/csv.h"

#include "files/csv.h"

#include <fmt/format.h>

namespace owl {
namespace {

NumberStyle plainStyle(const Project& p) {
    NumberStyle s = p.style;
    s.plain = true;
    return s;
}

} // namespace

std::string cutListCsv(const Project& project, const Plan& plan) {
    const NumberStyle style = plainStyle(project);
    std::string out =
        "piece,part,material,length_mm,width_mm,thickness_mm,length,width,thickness,quantity,why\n";
    for (const auto& pp : plan.pieces) {
        if (!pp.made.makeable()) // sizes that cannot be are no list to saw by
            continue;
        const Piece* piece = project.findPiece(pp.id);
        for (const auto& p : pp.assembly().parts) {
            const std::string why = p.reasons();
            out += fmt::format(
                "{},{},{},{},{},{},{},{},{},{},{}\n", csvWords(piece ? piece->name : pp.id), csvWords(p.name),
                csvWords(!p.material.empty() ? p.material
                         : piece             ? speciesOf(piece->params)
                                             : std::string()),
                p.length.mm(), p.width.mm(), p.thickness.mm(), csvField(formatLength(p.length, style)),
                csvField(formatLength(p.width, style)), csvField(formatLength(p.thickness, style)),
                p.quantity, csvWords(why));
        }
    }
    return out;
}

std::string shoppingCsv(const Plan& plan) {
    std::string out = "what,quantity,unit,price,from_rack\n";
    for (const auto& l : plan.shopping)
        out += fmt::format("{},{:g},{},{:.2f},{}\n", csvWords(l.what), l.quantity, csvWords(l.unit), l.price,
                           l.fromRack ? "yes" : "no");
    return out;
}

std::string marksCsv(const Project& project, const Plan& plan) {
    const NumberStyle style = plainStyle(project);
    std::string out = "piece,order,what,from_wall_left_mm,from_floor_mm,from_piece_left_mm,from_piece_top_mm,"
                      "from_wall_left,from_floor,bit,drill_mm,depth_mm,into,caution,wall,from_corner_mm\n";
    for (const auto& pp : plan.pieces)
        for (const auto& m : pp.made.makeable() ? pp.marks : std::vector<WallMark>())
            out +=
                fmt::format("{},{},{},{},{},{},{},{},{},{},{:g},{:g},{},{},{},{}\n", csvWords(pp.id), m.order,
                            csvWords(m.what), m.fromWallLeft.mm(), m.fromFloor.mm(), m.fromPieceLeft.mm(),
                            m.fromPieceTop.mm(), csvField(formatLength(m.fromWallLeft, style)),
                            csvField(formatLength(m.fromFloor, style)), csvWords(m.bit), m.drill, m.depth,
                            csvWords(m.into), csvWords(m.caution), csvWords(m.to == "wall" ? "" : m.to),
                            measuredFromCorner(m).mm());
    return out;
}

std::string summaryText(const Project& project, const Plan& plan) {
    std::string out = project.name + "\n";
    for (const auto& pp : plan.pieces) {
        const Piece* piece = project.findPiece(pp.id);
        const SupportVerdict* h = pp.hold();
        out += fmt::format("  {}: {}", piece ? piece->name : pp.id,
                           !pp.made.makeable() ? "cannot be made"
                           : h && h->feasible  ? statusName(h->verdict.status)
                                               : "not held");
        if (!pp.made.makeable())
            out += ": " + pp.unmakeable();
        else if (h && h->feasible)
            out += fmt::format(", margin {:.1f} ({}), sag {} of {}, carries {}", h->verdict.reserve,
                               h->verdict.governs, formatSmall(h->worst.sag, project.style),
                               formatSmall(h->worst.limit, project.style),
                               formatMass(std::floor(h->carryKg), project.style));
        else if (h)
            out += ": " + h->refusal;
        out += "\n";
    }
    for (const auto& f : plan.findings)
        if (f.severity != Severity::notes)
            out += fmt::format("  {}: {}. {}\n", severityName(f.severity), f.title, f.text);
    return out;
}

} // namespace owl
