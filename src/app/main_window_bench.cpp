// What the bench shows at each station: which drawings, their places, the tools above them.
#include "app/main_window.h"

#include "app/words.h"
#include "scan/practice.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QStyle>

namespace owl {
namespace {

/// Views of it stand better beside each other.
bool tallPiece(const Plan& plan, const std::string& id) {
    const PiecePlan* pp = plan.find(id);
    return pp && pp->assembly().height * 2 > pp->assembly().length;
}

std::vector<Panel> holdPanels(const Project& p, const Plan& plan, const std::string& id) {
    const PiecePlan* pp = plan.find(id);
    const bool stands = pp && pp->assembly().seat<FloorSeat>();
    const double high = stands ? 0.74 : 0.62;
    return {{stands ? MainWindow::tr("Section at a tie") : MainWindow::tr("Section at a stud"),
             holdSection(p, plan, id),
             {0, 0, 0.42, high},
             true},
            {stands ? MainWindow::tr("From the front: what its feet carry")
                    : MainWindow::tr("From the front: what each stud carries"),
             holdFront(p, plan, id),
             {0.42, 0, 0.58, high},
             true},
            {stands ? MainWindow::tr("Sag of its weakest board") : MainWindow::tr("Sag along it"),
             sagCurve(p, plan, id),
             {0, high, 1, 1 - high},
             true}};
}

} // namespace

std::vector<Panel> MainWindow::panelsFor(const Project& p, const Plan& plan) const {
    const std::string id = piece_.toStdString();
    const int row = strip_->currentRow();
    switch (station_) {
    case Station::place: {
        if (mode_ == PlaceMode::room)
            return {{{}, roomView(p, plan, wall_.toStdString()), {0, 0, 1, 1}, true}};
        if (mode_ == PlaceMode::practice)
            return {{practice_.revealed
                         ? words(practiceText(scorePractice(practice_.truth, practice_.marks)))
                         : tr("Click where you think the middle of a stud is; click a mark to take it "
                              "away. Then show the truth."),
                     practiceView(practice_.trace, practice_.marks,
                                  practice_.revealed ? &practice_.truth : nullptr, p.style),
                     {0, 0, 1, 1},
                     true}};
        WallViewOptions o = snapView_;
        o.wall = wall_.toStdString();
        return {{{}, wallView(p, plan, id, o), {0, 0, 1, 1}, true}};
    }
    case Station::load:
        return {{{}, loadView(p, plan, id), {0, 0, 1, 1}, true}};
    case Station::piece: {
        PieceViewOptions o;
        o.turn = turn_;
        o.tilt = tilt_;
        o.apart = apart_->value() / 100.0;
        o.hidden = true;
        if (tallPiece(plan, id)) // side by side, or it would be a stamp
            return {{tr("Turn it by dragging"), pieceView(p, plan, id, o), {0, 0, 0.44, 1}, true},
                    {tr("From the end"), sectionView(p, plan, id), {0.44, 0, 0.24, 1}, true},
                    {tr("From the front"), frontView(p, plan, id), {0.68, 0, 0.32, 1}, true}};
        const PiecePlan* shown = plan.find(id);
        if (shown && shown->assembly().seat<LedgersSeat>()) // what fits between walls is read from above
            return {{tr("Turn it by dragging"), pieceView(p, plan, id, o), {0, 0, 0.5, 0.64}, true},
                    {tr("From above"), aboveView(p, plan, id), {0.5, 0, 0.5, 0.64}, true},
                    {tr("From the end"), sectionView(p, plan, id), {0, 0.64, 0.38, 0.36}, true},
                    {tr("From the front"), frontView(p, plan, id), {0.38, 0.64, 0.62, 0.36}, true}};
        return {{tr("Turn it by dragging"), pieceView(p, plan, id, o), {0, 0, 0.62, 0.68}, true},
                {tr("From the end"), sectionView(p, plan, id), {0.62, 0, 0.38, 0.68}, true},
                {tr("From the front"), frontView(p, plan, id), {0, 0.68, 1, 0.32}, true}};
    }
    case Station::wood:
        return {{tr("Click a board to leave it out or take it in"), rackView(p, plan), {0, 0, 1, 1}, true}};
    case Station::hold:
        return holdPanels(p, plan, id);
    case Station::cut:
        return {{{}, cutView(p, plan, row), {0, 0, 1, 1}, true}};
    case Station::build: {
        PieceViewOptions o;
        const PiecePlan* pp = plan.find(id);
        const auto r = static_cast<std::size_t>(std::max(0, row));
        if (pp && r < pp->steps.size())
            o = stepOptions(*pp, pp->steps[r]);
        const QString title = pp && r < pp->steps.size() ? words(pp->steps[r].title) : tr("Finished");
        if (tallPiece(plan, id))
            return {
                {title, pieceView(p, plan, id, o), {0, 0, 0.42, 1}, true},
                {tr("Finishing, with the drying clock"), scheduleView(p, plan), {0.42, 0, 0.58, 1}, true}};
        return {{title, pieceView(p, plan, id, o), {0, 0, 1, 0.55}, true},
                {tr("Finishing, with the drying clock"), scheduleView(p, plan), {0, 0.55, 1, 0.45}, true}};
    }
    case Station::hang: {
        WallViewOptions o;
        o.marks = true;
        o.advice = false;
        return {{{}, wallView(p, plan, id, o), {0, 0, 1, 1}, true}};
    }
    case Station::log:
        return {{tr("Planned against real"), logView(p, plan), {0, 0, 1, 1}, true}};
    }
    return {};
}

void MainWindow::refreshBench(const Project& p, const Plan& plan) {
    const Piece* piece = p.findPiece(piece_.toStdString());
    const Wall* wall = p.findWall(wall_.toStdString());
    title_->setText(tr(stationName(station_)));
    QString sub = piece ? words(piece->name) : QString();
    if (station_ == Station::place && wall)
        sub = mode_ == PlaceMode::practice ? tr("a wall nobody has seen")
                                           : tr("%1 wide").arg(words(formatLength(wall->width, p.style)));
    if (const PiecePlan* pp = plan.find(piece_.toStdString()); station_ == Station::hold && pp && pp->hold())
        sub = words(pp->hold()->option.name);
    subtitle_->setText(sub);
    pieceTools_->setVisible(station_ == Station::piece);
    placeTools_->setVisible(station_ == Station::place);
    const bool practising = station_ == Station::place && mode_ == PlaceMode::practice;
    practiceTools_->setVisible(practising);
    walls_->setVisible(!practising);
    for (auto* b : placeTools_->findChildren<QPushButton*>())
        if (const QVariant m = b->property("mode"); m.isValid()) {
            const QString name = m.toInt() == static_cast<int>(mode_) ? "tabChosen" : "tab";
            if (b->objectName() != name) {
                b->setObjectName(name);
                b->style()->unpolish(b);
                b->style()->polish(b);
            }
        }
    cutTools_->setVisible(station_ == Station::cut || station_ == Station::build);
    canvas_->setAccessibleName(tr("Drawing: %1").arg(title_->text()));
    canvas_->setEmptyText(
        station_ == Station::wood
            ? tr("No board of this wood and thickness in rack or shop. See the notes at the right.")
        : station_ == Station::cut ? tr("Nothing to cut: no board fits. See the notes at the right.")
                                   : tr("Nothing to draw yet."));
    canvas_->onTurn = station_ == Station::piece ? std::function<void(QPoint)>([this](QPoint d) {
        turn_ = std::clamp(turn_ + d.x() * 0.5, -80.0, 80.0);
        tilt_ = std::clamp(tilt_ + d.y() * 0.4, -35.0, 80.0);
        refreshBench(doc_->project(), doc_->plan());
    })
                                                 : std::function<void(QPoint)>();
    canvas_->show(panelsFor(p, plan));
}

} // namespace owl
