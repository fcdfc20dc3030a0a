#include "edit/arrange.h"

#include "project/placing.h"

#include <algorithm>
#include <functional>

namespace owl {
namespace {

using Row = std::vector<PlacedPiece>;

/// New lefts and bottoms, in the order of the row.
using Placing = std::function<void(Row&)>;

Edit placeAll(const char* name, Row row, const Placing& change) {
    change(row);
    return {name, [row = std::move(row)](Project& p) {
                for (const auto& r : row)
                    movePiece(p, r.id, r.left, r.bottom);
            }};
}

/// Spreads what lies between the first and the last so that all gaps are equal.
template <typename Begin, typename Size> void spread(Row& row, Begin begin, Size size) {
    std::sort(row.begin(), row.end(),
              [&](const PlacedPiece& a, const PlacedPiece& b) { return a.*begin < b.*begin; });
    Length free = row.back().*begin - (row.front().*begin + row.front().*size);
    for (std::size_t i = 1; i + 1 < row.size(); ++i)
        free -= row[i].*size;
    const Length gap = free / static_cast<std::int64_t>(row.size() - 1);
    Length at = row.front().*begin + row.front().*size + gap;
    for (std::size_t i = 1; i + 1 < row.size(); ++i) {
        row[i].*begin = at;
        at += row[i].*size + gap;
    }
}

/// Edge gaps equal too: wall, gap, piece, gap, piece, gap, wall.
void spreadOverWall(Row& row, Length width) {
    std::sort(row.begin(), row.end(),
              [](const PlacedPiece& a, const PlacedPiece& b) { return a.left < b.left; });
    Length free = width;
    for (const auto& r : row)
        free -= r.length;
    const Length gap = free / static_cast<std::int64_t>(row.size() + 1);
    Length at = gap;
    for (auto& r : row) {
        r.left = at;
        at += r.length + gap;
    }
}

} // namespace

std::vector<Edit> arrangeEdits(const Project& project, const Plan& plan, const std::string& wall,
                               const std::vector<std::string>& pieces, const std::string& chosen) {
    const Wall* w = project.findWall(wall);
    Row row;
    for (const auto& p : plan.placedOn(project, wall)) {
        const Piece* piece = project.findPiece(p.id);
        if (!piece || piece->place.follow.how != FollowHow::none)
            continue; // its place follows from another's
        if (pieces.empty() || std::find(pieces.begin(), pieces.end(), p.id) != pieces.end())
            row.push_back(p);
    }
    if (!w || row.size() < 2)
        return {};
    // What the others line up with is the piece in hand, or the first.
    const auto in =
        std::find_if(row.begin(), row.end(), [&](const PlacedPiece& p) { return p.id == chosen; });
    const PlacedPiece lead = in == row.end() ? row.front() : *in;
    const auto each = [&](auto change) {
        return [change](Row& r) {
            for (auto& p : r)
                change(p);
        };
    };
    std::vector<Edit> out;
    out.push_back(
        placeAll("Tops level", row, each([lead](PlacedPiece& p) { p.bottom = lead.top() - p.height; })));
    out.push_back(placeAll("Bottoms level", row, each([lead](PlacedPiece& p) { p.bottom = lead.bottom; })));
    out.push_back(placeAll("Left ends in line", row, each([lead](PlacedPiece& p) { p.left = lead.left; })));
    out.push_back(placeAll("Right ends in line", row,
                           each([lead](PlacedPiece& p) { p.left = lead.right() - p.length; })));
    out.push_back(placeAll("Middles in line", row, each([lead](PlacedPiece& p) {
                               p.left = lead.left + (lead.length - p.length) / 2;
                           })));
    if (row.size() > 2) {
        out.push_back(placeAll("Equal gaps across", row,
                               [](Row& r) { spread(r, &PlacedPiece::left, &PlacedPiece::length); }));
        out.push_back(placeAll("Equal gaps up", row,
                               [](Row& r) { spread(r, &PlacedPiece::bottom, &PlacedPiece::height); }));
    }
    out.push_back(
        placeAll("Equal gaps over the wall", row, [width = w->width](Row& r) { spreadOverWall(r, width); }));
    out.push_back(placeAll("Mirror about the wall's middle", row,
                           each([width = w->width](PlacedPiece& p) { p.left = width - p.right(); })));
    return out;
}

} // namespace owl
