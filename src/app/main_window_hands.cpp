// What hands do on the drawing: dragging, clicking, ticking, nudging.
#include "app/main_window.h"

#include "app/words.h"
#include "edit/fields.h"
#include "project/placing.h"
#include "room/stud_readings.h"

#include <QKeyEvent>
#include <QTableWidget>
#include <QTimer>
#include <tuple>

namespace owl {

void MainWindow::dragged(const QString& id, Point from, Point now, int phase, double mmPerPixel) {
    const Point moved{now.x - from.x, now.y - from.y};
    dragging_ = phase == 1;
    if (dragging_)
        doc_->beginDrag();
    if (station_ == Station::place && mode_ == PlaceMode::wall) {
        if (id.startsWith("piece:"))
            dragPiece(id.mid(6), moved, phase, mmPerPixel);
        else if (id.startsWith("stud:"))
            dragStud(id.mid(5), moved, phase);
        else if (id.startsWith("obstacle:") || id.startsWith("furniture:") || id.startsWith("opening:"))
            dragThing(id, moved, phase);
    } else if (id.startsWith("item:") && station_ == Station::load) {
        dragItem(id.mid(5), moved, phase);
    }
    if (phase != 2)
        return;
    doc_->endMerge();
    snapView_ = {};
    refresh();
}

void MainWindow::dragPiece(const QString& id, Point moved, int phase, double mmPerPixel) {
    const Project& project = doc_->project();
    const Piece* piece = project.findPiece(id.toStdString());
    const Wall* wall = piece ? project.findWall(piece->wall) : nullptr;
    const PiecePlan* pp = doc_->plan().find(id.toStdString());
    if (!wall || !pp)
        return;
    if (phase == 0) {
        piece_ = id;
        dragLeft_ = pieceLeft(project, *piece);
        dragBottom_ = pieceBottom(project, *piece);
        return;
    }
    const Length reach = Length::mm(9 * mmPerPixel);
    const auto others = doc_->plan().placedOn(project, wall->id, piece->id);
    PlacedPiece at{piece->id,
                   piece->name,
                   roundToTape(dragLeft_ + Length::mm(moved.x), project.style),
                   roundToTape(dragBottom_ - Length::mm(moved.y), project.style),
                   pp->assembly().length,
                   pp->assembly().height};
    const bool fitted = fromCorner(piece->params); // it only goes up and down
    const Snap across = fitted ? Snap{dragLeft_, {}, {}} : snapAcross(*wall, others, at, reach);
    const Snap up = snapUp(*wall, others, at, pp->heights, reach);
    snapView_ = {};
    if (!across.why.empty())
        snapView_.snapX = across.line.mm();
    if (!up.why.empty())
        snapView_.snapZ = up.line.mm();
    snapView_.snapped = across.why + (across.why.empty() || up.why.empty() ? "" : "; ") + up.why;
    doc_->applyWithin(
        {tr("Move %1").arg(words(piece->name)).toStdString(),
         [key = id.toStdString(), left = across.at, z = up.at](Project& p) { movePiece(p, key, left, z); }},
        "drag:" + id);
    if (snapView_.snapX || snapView_.snapZ)
        refreshBench(doc_->project(), doc_->plan());
    say(snapView_.snapped.empty() && doc_->catchingUp()
            ? tr("Steps, boards and words catch up when the hand rests.")
            : words(snapView_.snapped));
}

/// One stud when they were found one by one, the whole row when they stand at a spacing.
void MainWindow::dragStud(const QString& id, Point moved, int phase) {
    const Wall* wall = doc_->project().findWall(wall_.toStdString());
    if (!wall)
        return;
    if (phase == 0) {
        dragLeft_ = Length::nm(id.toLongLong());
        dragIndex_ = wall->studs.size();
        for (std::size_t i = 0; i < wall->studs.size(); ++i)
            if (wall->studs[i].x == dragLeft_)
                dragIndex_ = i;
        dragBottom_ = wall->firstStud;
        return;
    }
    const NumberStyle style = doc_->project().style;
    const Length by = Length::mm(moved.x);
    const Length to = std::clamp(roundToTape(dragLeft_ + by, style), Length(), wall->width);
    const bool spaced = wall->studMode == StudMode::spacing;
    const Length first = std::max(Length(), roundToTape(dragBottom_ + by, style));
    doc_->applyWithin({tr("Move a stud").toStdString(),
                       [w = wall->id, i = dragIndex_, to, spaced, first](Project& p) {
                           Wall* v = p.findWall(w);
                           if (!v)
                               return;
                           if (spaced) {
                               v->firstStud = first;
                           } else if (i < v->studs.size()) {
                               v->studs[i].x = to;
                               v->studs[i].source = StudSource::typed;
                           }
                       }},
                      "stud");
    say(spaced ? tr("First stud at %1").arg(words(formatLength(first, style)))
               : tr("Stud at %1").arg(words(formatLength(to, style))));
}

namespace {

/// Moves the thing with this id; false when the wall has none.
template <typename T> bool moveThing(std::vector<T>& list, const std::string& id, Length x, Length z) {
    for (auto& t : list)
        if (t.id == id) {
            if constexpr (std::is_same_v<T, Furniture>) {
                t.x = x;
                if (t.bottom > Length()) {
                    const Length up = std::max(Length(), z) - t.bottom;
                    t.bottom += up;
                    t.height += up;
                }
            } else if constexpr (std::is_same_v<T, CoverOpening>) {
                (t.cut ? t.cutX : t.x) = x;
                (t.cut ? t.cutZ : t.z) = z;
            } else {
                t.x = x;
                t.z = z;
            }
            return true;
        }
    return false;
}

/// Left and bottom edge of a thing on or before the wall.
std::optional<std::pair<Length, Length>> whereIs(const Wall& w, const std::string& id) {
    if (const Obstacle* o = findObstacle(w, id))
        return std::pair(o->x, o->z);
    if (const Furniture* f = findFurniture(w, id))
        return std::pair(f->x, f->bottom);
    for (const auto& o : w.openings)
        if (o.id == id)
            return std::pair(o.cut ? o.cutX : o.x, o.cut ? o.cutZ : o.z);
    return std::nullopt;
}

} // namespace

void MainWindow::dragThing(const QString& id, Point moved, int phase) {
    const Wall* wall = doc_->project().findWall(wall_.toStdString());
    const std::string key = id.section(':', 1).toStdString();
    const auto at = wall ? whereIs(*wall, key) : std::nullopt;
    if (!at)
        return;
    if (phase == 0) {
        std::tie(dragLeft_, dragBottom_) = *at;
        return;
    }
    const NumberStyle style = doc_->project().style;
    const Length x = roundToTape(dragLeft_ + Length::mm(moved.x), style);
    const Length z = std::max(Length(), roundToTape(dragBottom_ - Length::mm(moved.y), style));
    doc_->applyWithin({tr("Move something").toStdString(),
                       [w = wall->id, key, x, z](Project& p) {
                           if (Wall* v = p.findWall(w))
                               moveThing(v->obstacles, key, x, z) || moveThing(v->furniture, key, x, z) ||
                                   moveThing(v->openings, key, x, z);
                       }},
                      "thing:" + id);
    say(tr("%1 from the left").arg(words(formatLength(x, style))));
}

void MainWindow::dragItem(const QString& id, Point moved, int phase) {
    const Piece* piece = doc_->project().findPiece(piece_.toStdString());
    if (!piece)
        return;
    const auto item = std::find_if(piece->load.items.begin(), piece->load.items.end(),
                                   [&](const LoadItem& i) { return i.id == id.toStdString(); });
    if (item == piece->load.items.end())
        return;
    if (phase == 0) {
        dragLeft_ = item->x;
        return;
    }
    const Length most = std::max(Length(), lengthOf(piece->params) - item->width);
    const Length x =
        std::clamp(roundToTape(dragLeft_ + Length::mm(moved.x), doc_->project().style), Length(), most);
    doc_->applyWithin({tr("Move %1").arg(words(item->name)).toStdString(),
                       [p = piece_.toStdString(), i = id.toStdString(), x](Project& project) {
                           for (auto& q : project.pieces)
                               if (q.id == p)
                                   for (auto& l : q.load.items)
                                       if (l.id == i)
                                           l.x = x;
                       }},
                      "dragitem:" + id);
    if (phase == 2)
        doc_->endMerge();
}

void MainWindow::clicked(const QString& id) {
    if (station_ == Station::place && mode_ == PlaceMode::practice)
        practiceClick(canvas_->pressedAt());
    else if (id.startsWith("wall:"))
        chooseWall(id.mid(5));
    else if (id.startsWith("proposed:"))
        doc_->apply({tr("Accept a stud").toStdString(),
                     [w = wall_.toStdString(), x = Length::nm(id.mid(9).toLongLong())](Project& p) {
                         if (Wall* v = p.findWall(w))
                             acceptProposal(*v, x);
                     }});
    else if (id.startsWith("piece:"))
        choosePiece(id.mid(6));
    else if (id.startsWith("stock:"))
        doc_->apply({tr("Take a board in or out").toStdString(), [s = id.mid(6).toStdString()](Project& p) {
                         if (p.wood.leftOut.erase(s) == 0)
                             p.wood.leftOut.insert(s);
                     }});
    else if (id.startsWith("part:")) {
        const StripTable t =
            stripOf(doc_->project(), doc_->plan(), catalog(), piece_.toStdString(), station_);
        const auto it = std::find(t.ids.begin(), t.ids.end(), id.toStdString());
        if (it != t.ids.end())
            strip_->table()->setCurrentCell(static_cast<int>(it - t.ids.begin()), 0);
    } else if (id.startsWith("item:"))
        notes_->focusField("item." + id.mid(5) + ".mass");
    else if (id.startsWith("obstacle:"))
        notes_->focusField("obstacle." + id.mid(9) + ".x");
    else if (id.startsWith("opening:"))
        notes_->focusField("opening." + id.mid(8) + ".x");
    else if (id.startsWith("furniture:"))
        notes_->focusField("furniture." + id.mid(10) + ".name");
}

void MainWindow::tick(const std::string& id) {
    QTimer::singleShot(0, this, [this, id] {
        doc_->apply({tr("Tick off").toStdString(), [id](Project& p) {
                         if (p.done.erase(id) == 0)
                             p.done.insert(id);
                     }});
    });
}

void MainWindow::nudge(int dx, int dz, bool far) {
    const Piece* piece = doc_->project().findPiece(piece_.toStdString());
    if (!piece)
        return;
    const Length unit =
        (doc_->project().style.units == Units::metric ? 1_mm : Length::inches(1, 16)) * (far ? 10 : 1);
    const Length left = std::max(Length(), pieceLeft(doc_->project(), *piece) + unit * dx);
    const Length z = std::max(Length(), pieceBottom(doc_->project(), *piece) + unit * dz);
    doc_->applyWithin({tr("Move %1").arg(words(piece->name)).toStdString(),
                       [id = piece->id, left, z](Project& p) { movePiece(p, id, left, z); }},
                      "nudge:" + piece_);
}

void MainWindow::keyPressEvent(QKeyEvent* e) {
    const bool far = e->modifiers() & Qt::ShiftModifier;
    if (station_ == Station::place && canvas_->hasFocus()) {
        switch (e->key()) {
        case Qt::Key_Left:
            return nudge(-1, 0, far);
        case Qt::Key_Right:
            return nudge(1, 0, far);
        case Qt::Key_Up:
            return nudge(0, 1, far);
        case Qt::Key_Down:
            return nudge(0, -1, far);
        default:
            break;
        }
    }
    if (e->key() == Qt::Key_W && e->modifiers() == Qt::NoModifier) {
        showWorking();
        return;
    }
    if (e->key() == Qt::Key_Escape)
        finder_->hide();
    QMainWindow::keyPressEvent(e);
}

} // namespace owl
