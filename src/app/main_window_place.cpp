// What is special about Place: which wall is in view, scans, practice.
#include "app/main_window.h"

#include "app/words.h"
#include "files/file.h"
#include "room/scan_of_wall.h"
#include "scan/practice.h"

#include <QComboBox>
#include <QFileInfo>
#include <algorithm>

namespace owl {

/// The list of walls; the one in view stays, else the piece's, else the newest.
void MainWindow::fillWalls() {
    const Project& p = doc_->project();
    // A wall that was just added comes into view; a file that was opened does not count as adding.
    const bool grown =
        doc_->canUndo() && walls_->count() > 0 && static_cast<int>(p.walls.size()) == walls_->count() + 1;
    if (grown && walls_->findData(words(p.walls.back().id)) < 0)
        wall_ = words(p.walls.back().id);
    if (!p.findWall(wall_.toStdString())) {
        const Piece* piece = p.findPiece(piece_.toStdString());
        wall_ = piece ? words(piece->wall) : p.walls.empty() ? QString() : words(p.walls.front().id);
    }
    walls_->clear();
    for (const auto& w : p.walls) {
        const Room* r = p.findRoom(w.room);
        walls_->addItem((r ? words(r->name) + ", " : QString()) + words(w.name.empty() ? w.id : w.name),
                        words(w.id));
    }
    walls_->setCurrentIndex(walls_->findData(wall_));
}

void MainWindow::chooseWall(const QString& id) {
    settleTyped();
    const Project& p = doc_->project();
    if (!p.findWall(id.toStdString()))
        return;
    wall_ = id;
    const Piece* piece = p.findPiece(piece_.toStdString());
    if (!piece || words(piece->wall) != id)
        for (const auto& q : p.pieces)
            if (words(q.wall) == id) {
                piece_ = words(q.id);
                break;
            }
    refresh();
}

void MainWindow::setPlaceMode(PlaceMode mode) {
    settleTyped();
    mode_ = mode;
    if (mode == PlaceMode::practice && practice_.trace.empty())
        newPractice();
    goTo(Station::place);
}

void MainWindow::readScan(const QString& file) {
    const auto text = readFile(file.toStdString());
    if (!text) {
        warn(words(text.error()));
        return;
    }
    const auto trace = readTraceCsv(*text, QFileInfo(file).fileName().toStdString());
    if (!trace) {
        warn(words(trace.error()));
        return;
    }
    const Wall* wall = doc_->project().findWall(wall_.toStdString());
    if (!wall) {
        refuse(tr("Add a wall first."));
        return;
    }
    doc_->apply({tr("Read a stud scan").toStdString(), [w = wall->id, t = *trace](Project& p) {
                     if (Wall* v = p.findWall(w))
                         takeScan(*v, t);
                 }});
    const Piece* hung = doc_->project().findPiece(piece_.toStdString());
    // The table of studs comes first on a wall without the piece, third where it hangs.
    tabs_[Station::place] = hung && hung->wall == wall_.toStdString() ? 2 : 0;
    mode_ = PlaceMode::wall;
    goTo(Station::place);
    const Wall* now = doc_->project().findWall(wall_.toStdString());
    say(tr("%1 studs and %2 odd signals read").arg(now->proposed.size()).arg(now->oddMarks.size()));
}

void MainWindow::newPractice() {
    ++practice_.seed;
    practice_.truth = randomScanWall(practice_.seed * 97 + 5);
    practice_.trace = simulateScan(practice_.truth, practice_.seed);
    practice_.marks.clear();
    practice_.revealed = false;
    refresh();
}

void MainWindow::revealPractice() {
    practice_.revealed = true;
    refresh();
    say(words(practiceText(scorePractice(practice_.truth, practice_.marks))));
}

/// A click sets a mark; one on a mark takes it away. Once the truth is shown nothing changes any more.
void MainWindow::practiceClick(Point at) {
    if (practice_.revealed)
        return;
    const double grip = practice_.truth.length / 150;
    const auto near = std::find_if(practice_.marks.begin(), practice_.marks.end(),
                                   [&](double m) { return std::abs(m - at.x) < grip; });
    if (near != practice_.marks.end())
        practice_.marks.erase(near);
    else if (at.x >= 0 && at.x <= practice_.truth.length)
        practice_.marks.push_back(std::round(at.x));
    refresh();
}

} // namespace owl
