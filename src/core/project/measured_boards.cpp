#include "project/measured_boards.h"

#include "piece/parameter_tools.h"

#include <algorithm>

namespace owl {
namespace {

std::vector<Part> partsOf(const PieceParams& params) {
    return makePiece(params, {}, catalog()).assembly.parts;
}

/// Names of all lengths that have this value.
class LengthsOf : public QuietParameters {
  public:
    explicit LengthsOf(Length value) : value_(value) {}
    std::vector<std::string> names;

    void length(const About& a, Length& v, const LengthLimits&) override {
        if (v == value_)
            names.push_back(path_.of(a));
    }

  private:
    Length value_;
};

/// True when with this parameter changed a part of the kind has the new thickness, and none of another
/// material has got it.
bool givesThickness(const PieceParams& before, const PieceParams& after, const BoardKind& kind,
                    Length measured) {
    const auto was = partsOf(before);
    bool some = false;
    for (const Part& p : partsOf(after)) {
        if (p.thickness != measured)
            continue;
        const auto old = std::find_if(was.begin(), was.end(), [&](const Part& q) { return q.id == p.id; });
        if (old == was.end() || old->thickness == measured)
            continue;
        const auto k = boardKindOf(before, *old);
        if (!k || !(*k == kind))
            return false;
        some = true;
    }
    return some;
}

} // namespace

std::optional<BoardKind> boardKindOf(const PieceParams& params, const Part& part) {
    if (part.stock == Stock::sheet)
        return BoardKind{part.material, part.thickness};
    if (part.stock == Stock::board)
        return BoardKind{speciesOf(params), part.thickness};
    return std::nullopt;
}

void boardsMeasure(Project& project, const BoardKind& kind, Length measured,
                   const std::vector<StockItem>& stock) {
    if (measured == kind.thickness)
        return;
    for (auto& piece : project.pieces) {
        LengthsOf same(kind.thickness);
        PieceParams copy = piece.params;
        describe(copy, same);
        for (const auto& name : same.names) {
            const PieceParams after = withChanges(piece.params, {{name, measured.mm()}});
            if (givesThickness(piece.params, after, kind, measured))
                piece.params = after;
        }
    }
    for (const auto& s : stock) {
        if (s.species != kind.material || s.thickness != kind.thickness)
            continue;
        auto own = std::find_if(project.wood.boards.begin(), project.wood.boards.end(),
                                [&](const StockItem& b) { return b.id == s.id; });
        if (own == project.wood.boards.end())
            own = project.wood.boards.insert(own, s);
        own->thickness = measured;
    }
}

} // namespace owl
