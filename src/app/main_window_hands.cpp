// What hands do on the drawing: dragging, clicking, ticking, nudging.
#include "app/main_window.h"

#include "edit/fields.h"
#include "room/snap.h"

#include <QKeyEvent>
#include <QTableWidget>
#include <QTimer>

namespace owl {
namespace {

QString words(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace

void MainWindow::dragged(const QString& id, Point from, Point now, int phase, double mmPerPixel) {
    const Point moved{now.x - from.x, now.y - from.y};
    if (id.startsWith("piece:") && station_ == Station::place)
        dragPiece(id.mid(6), moved, phase, mmPerPixel);
    else if (id.startsWith("item:") && station_ == Station::load)
        dragItem(id.mid(5), moved, phase);
}

void MainWindow::dragPiece(const QString& id, Point moved, int phase, double mmPerPixel) {
    const Piece* piece = doc_->project().findPiece(id.toStdString());
    const Wall* wall = piece ? doc_->project().findWall(piece->wall) : nullptr;
    if (!wall)
        return;
    if (phase == 0) {
        piece_ = id;
        dragLeft_ = pieceLeft(doc_->project(), *piece);
        dragBottom_ = piece->place.z;
        return;
    }
    const NumberStyle style = doc_->project().style;
    const Length reach = Length::mm(9 * mmPerPixel);
    const Length wanted = roundToTape(dragLeft_ + Length::mm(moved.x), style);
    const Snap snap = snapPiece(*wall, wanted, ledgeOf(*piece).length, reach);
    const Length z =
        std::clamp(roundToTape(dragBottom_ - Length::mm(moved.y), style), Length(), wall->height);
    doc_->apply({tr("Move %1").arg(words(piece->name)).toStdString(),
                 [key = id.toStdString(), left = snap.left, z](Project& p) {
                     for (auto& q : p.pieces)
                         if (q.id == key) {
                             q.place.anchor = Anchor::typed;
                             q.place.furniture.clear();
                             q.place.x = left;
                             q.place.z = z;
                         }
                 }},
                "drag:" + id);
    say(words(snap.why));
    if (phase == 2)
        doc_->endMerge();
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
    const Length most = std::max(Length(), ledgeOf(*piece).length - item->width);
    const Length x =
        std::clamp(roundToTape(dragLeft_ + Length::mm(moved.x), doc_->project().style), Length(), most);
    doc_->apply({tr("Move %1").arg(words(item->name)).toStdString(),
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
    if (id.startsWith("piece:"))
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
    else if (id.startsWith("outlet:"))
        notes_->focusField("outlet." + id.mid(7) + ".x");
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
    const Length z = std::max(Length(), piece->place.z + unit * dz);
    doc_->apply({tr("Move %1").arg(words(piece->name)).toStdString(),
                 [id = piece->id, left, z, sideways = dx != 0](Project& p) {
                     for (auto& q : p.pieces)
                         if (q.id == id) {
                             q.place.z = z;
                             if (sideways) {
                                 q.place.anchor = Anchor::typed;
                                 q.place.x = left;
                             }
                         }
                 }},
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
