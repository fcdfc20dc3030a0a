#pragma once
// Where words and numbers of a drawing stand: none meets another, none is cut off, lines are left alone where
// that costs little.

#include "app/draw.h"

#include <optional>

namespace owl {

/// A word or number as it will be painted, in pixels.
struct Label {
    QRectF box;          ///< around the words
    QPointF anchor;      ///< what it stands for
    bool leader = false; ///< it had to go so far that a line leads back
    QString words;
};

/// One label a shape of the drawing; empty for shapes without words. Each stands where its view wants it; one
/// that would meet an earlier one, or leave the area, moves to the nearest free place. Numbers that can be
/// typed are set first, then other numbers, then bold words, then the rest.
std::vector<std::optional<Label>> placeLabels(const Drawing& d, const Fit& fit, const QRectF& area,
                                              double textScale);

} // namespace owl
