#include "build/part_set.h"

namespace owl {

PartSet reached(PartSet from, const std::vector<PartSet>& rows, const PartSet& within) {
    PartSet fresh = from;
    while (!fresh.empty()) {
        PartSet next(rows.size());
        fresh.each([&](std::size_t i) { next |= rows[i]; });
        next &= within;
        next -= from;
        from |= next;
        fresh = std::move(next);
    }
    return from;
}

} // namespace owl
