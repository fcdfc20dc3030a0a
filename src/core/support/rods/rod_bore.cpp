#include "support/rods/rod_bore.h"

#include "measure/format.h"
#include "solid/query.h"

#include <fmt/format.h>

namespace owl {

std::string rodLengths(double inShelf, double behind, bool metric) {
    NumberStyle style;
    style.units = metric ? Units::metric : Units::imperial;
    const auto say = [&](double mm) { return formatLength(roundToTape(Length::mm(mm), style), style); };
    return behind > 0 ? fmt::format("length: {} in the shelf, {} behind it", say(inShelf), say(behind))
                      : fmt::format("length: {} in the shelf, from its plate on", say(inShelf + behind));
}

double rodEndRoom(const Solid& board, const Vec3& end, const Vec3& along) {
    constexpr double room = 2; // as for dowels
    const auto in = inside(board, end, end + along * room, 0.002);
    return in.empty() || in.front().from > 1e-6 ? 0 : in.front().to * room;
}

std::optional<Hole> rodGroove(const Part& board, const std::string& rod, const RodLine& line, double diameter,
                              double play) {
    const Vec3 end = line.from + line.along * line.length;
    const auto first = cylinderMeets(board.solid, line.from, end, diameter / 2);
    const auto last = cylinderMeets(board.solid, end, line.from, diameter / 2);
    if (!first || !last || line.length - *first - *last <= 0.01)
        return std::nullopt;
    return Hole{fmt::format("{}/{}", board.id, rod),
                line.from + line.along * *first,
                line.along,
                diameter + play,
                line.length - *first - *last,
                rod};
}

} // namespace owl
