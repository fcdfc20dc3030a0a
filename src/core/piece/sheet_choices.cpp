#include "piece/sheet_choices.h"

#include "assembly/part.h"

#include <algorithm>
#include <cmath>

namespace owl {

const Species* sheetOf(SheetKind kind, const Catalog& catalog) {
    return catalog.findSpecies(sheetOptions.at(static_cast<std::size_t>(kind)).id);
}

Length nearestSheet(SheetKind kind, Length asked) {
    const Species* sheet = sheetOf(kind, catalog());
    if (!sheet || sheet->thicknesses.empty())
        return asked;
    const double now = asked.mm();
    return Length::mm(
        *std::min_element(sheet->thicknesses.begin(), sheet->thicknesses.end(),
                          [&](double a, double b) { return std::abs(a - now) < std::abs(b - now); }));
}

void makeOfSheet(Part& part, SheetKind kind, const Catalog& catalog) {
    const Species* sheet = sheetOf(kind, catalog);
    part.stock = Stock::sheet;
    part.material = sheet ? sheet->id : std::string();
    part.density = sheet ? sheet->density : 600; // the catalogue has all three
}

} // namespace owl
