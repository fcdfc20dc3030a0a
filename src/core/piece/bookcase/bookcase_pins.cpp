#include "piece/bookcase/bookcase_shape.h"

#include "measure/words.h"

#include <array>
#include <fmt/format.h>

// Rows of holes for the pins of loose shelves: at the same heights in both uprights of a bay, a few above and
// below where the shelf is planned.
namespace owl {
namespace {

class PinRows : BookcaseWork {
  public:
    using BookcaseWork::BookcaseWork;

    void run() {
        for (const auto& shelf : s_.shelves)
            if (shelf.loose)
                for (const bool leftOne : {true, false})
                    row(shelf, leftOne);
    }

  private:
    [[nodiscard]] Length pinThick() const { return ctx_.metricScrews ? 5_mm : Length::inches(1, 4); }

    /// Holes above and below that stay clear of the next board.
    [[nodiscard]] int reach(const BookcaseShape::Shelf& shelf) const {
        Length room = std::min(shelf.z - s_.z0, s_.z1 - shelf.z);
        for (const auto& other : s_.shelves)
            if (other.bay == shelf.bay && other.z != shelf.z)
                room = std::min(room, abs(other.z - shelf.z) / 2);
        return std::clamp(static_cast<int>((room - 20_mm).mm() / pinPitch), 0, p_.pinHoles);
    }

    void row(const BookcaseShape::Shelf& shelf, bool leftOne) {
        Part* host = part(leftOne ? leftOf(shelf.bay) : rightOf(shelf.bay));
        const Part* board = part(shelf.id);
        if (!host || !board)
            return;
        const Cell b = board->bounds();
        const double d = pinThick().mm();
        const double deep = std::min(10.0, s_.t.mm() - 6);
        if (deep < 6) {
            if (!std::exchange(told_, true))
                problem("too_thin_for_pins", "fixed",
                        fmt::format("Boards {} thick are too thin for the holes of shelf pins.", say(s_.t)))
                    .cures = {{"All shelves fixed", {{"fixed", "all"}}}, to("Boards", "thickness", 18_mm)};
            return;
        }
        const double aside = shelf.bay % 2 == 1 ? pinStagger : 0;
        const double inset = std::min(pinInset, b.size.y.mm() / 4) + aside;
        const double x = leftOne ? s_.bays[shelf.bay].first.mm() : s_.bays[shelf.bay].second.mm();
        const Vec3 into{leftOne ? -1.0 : 1.0, 0, 0};
        const double z = b.at.z.mm() - d / 2;
        const int n = reach(shelf);
        const std::string id = fmt::format("pin-row-{}", shelf.id);
        int count = 0;
        for (int i = -n; i <= n; ++i)
            for (const double y : {b.at.y.mm() + inset, b.at.y.mm() + b.size.y.mm() - inset})
                host->holes.push_back({fmt::format("{}/{}-{}", host->id, id, ++count),
                                       {x, y, z + i * pinPitch},
                                       into,
                                       d,
                                       deep,
                                       pinHole});
        const Cell h = host->bounds();
        Feature& row =
            feature(*host, id, "pin_row",
                    fmt::format("{} holes of {}, {} deep, {} apart, the middle one {} from the lower "
                                "end; one row {} from the rear edge, one {} from the front edge",
                                2 * n + 1, say(pinThick()), say(Length::mm(deep)), say(Length::mm(pinPitch)),
                                say(Length::mm(z) - h.at.z), say(b.at.y + Length::mm(inset) - h.at.y),
                                say(h.at.y + h.size.y - b.at.y - b.size.y + Length::mm(inset))));
        row.whatFor = theName(board->name);
        row.sizes = {{"holes", 2 * n + 1},
                     {"diameter_mm", d},
                     {"depth_mm", deep},
                     {"pitch_mm", pinPitch},
                     {"middle_mm", z - h.at.z.mm()}};
    }

    bool told_ = false;
};

} // namespace

void addPinRows(const BookcaseWith& with) {
    PinRows(with).run();
}

} // namespace owl
