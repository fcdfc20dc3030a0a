#pragma once
// The build book as a list of blocks; the window and the command without a screen lay it out on paper.

#include "drawing/drawing.h"
#include "plan/plan.h"

namespace owl {

enum class BlockKind { title, heading, paragraph, small, table, drawing, newPage };

struct Block {
    BlockKind kind = BlockKind::paragraph;
    std::string text;
    Drawing picture;
    double heightMm = 70;  ///< drawings
    bool trueSize = false; ///< a drawing printed at 1:1
    std::vector<std::string> columns;
    std::vector<std::vector<std::string>> rows;
    std::vector<int> numeric;
    std::vector<double> widths; ///< shares of the page, one a column
};

/// Overview, parts, cuts, steps, finish, hang sheet, working.
std::vector<Block> buildBook(const Project& project, const Plan& plan);

} // namespace owl
