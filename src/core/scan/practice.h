#pragma once
// Practising to read a trace: marks against what really is there.

#include "scan/simulator.h"

namespace owl {

struct PracticeScore {
    int studs = 0;        ///< there are
    int found = 0;        ///< marks within 8 mm of a stud's middle
    int near = 0;         ///< on the stud, but off its middle
    int wrong = 0;        ///< marks with no stud under them
    int onPipe = 0;       ///< of these, marks on a pipe or plate
    double meanError = 0; ///< mm, of the found ones
    int points = 0;       ///< of 100
};
/// Each stud takes its nearest mark. A mark on a pipe or plate costs as much as two studs.
PracticeScore scorePractice(const ScanWall& truth, const std::vector<double>& marks);
/// 'Found 6 of 8 within 8 mm, one mark on a pipe: 55 points.'
std::string practiceText(const PracticeScore& score);

} // namespace owl
