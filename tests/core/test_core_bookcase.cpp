// The bookcase: openings and bays divide what there is, boards close in every make, it stands on feet that
// only push, and what ties it, stiffens it and carries a shelf is summed again here.
#include "build/order.h"
#include "drawing/views.h"
#include "solid/query.h"
#include "strength/wood_joint.h"
#include "support/inside/racking_check.h"
#include "support/standing/standing.h"
#include "told.h"

using namespace owl;

namespace {

Project with(const std::string& set) {
    return test::with("bookcase", test::words(set));
}
BookcaseParams& bookcase(Project& p) {
    return std::get<BookcaseParams>(p.pieces.front().params);
}
const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
const Check* checkOf(const Plan& plan, const char* id) {
    return first(plan).hold() ? test::check(*first(plan).hold(), id) : nullptr;
}
double at(const PiecePlan& pp, const std::string& part) {
    const Part* p = pp.assembly().find(part);
    return p ? p->bounds().at.z.mm() : -1;
}

} // namespace

class TestBookcase : public QObject {
    Q_OBJECT
  private slots:
    void aDefaultBookcaseStandsAndIsTied() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(newProject("bookcase", units).value());
            QVERIFY(!plan.blocked());
            const PiecePlan& pp = first(plan);
            QVERIFY(pp.hold()->option.id.starts_with("stands-"));
            QCOMPARE(pp.bottom, Length());
            QVERIFY(pp.hold()->verdict.status == Status::holds);
            QCOMPARE(pp.marks.size(), std::size_t(2));
        }
    }
    void everyMakeClosesWithoutGapOrOverlap() {
        for (const char* make :
             {"joinery=housed", "joinery=dowels", "joinery=screws top_over=yes", "joinery=pockets",
              "joinery=pockets top_over=yes", "joinery=housed base=frame top_over=yes", "base=none",
              "stand=hung height=800"})
            for (const char* inside :
                 {" back=rabbet", " back=nailed strip=below", " back=let_in fixed=all",
                  " back=rails fixed=none", " dividers=2 strip=above", " stuff=ply_birch"}) {
                const std::string set = std::string(make) + inside;
                const Plan plan = test::planOf(with(set));
                const auto& parts = first(plan).assembly().parts;
                for (std::size_t i = 0; i < parts.size(); ++i)
                    for (std::size_t k = 0; k < i; ++k)
                        if (parts[i].stock != Stock::fitting && parts[k].stock != Stock::fitting)
                            QVERIFY2(separation(parts[i].solid, parts[k].solid) > -1e-3,
                                     (set + " " + parts[i].id + " " + parts[k].id).c_str());
                for (const auto& j : first(plan).assembly().joints) {
                    const Part* a = first(plan).assembly().find(j.first);
                    const Part* b = first(plan).assembly().find(j.second);
                    QVERIFY2(a && b && distance(a->solid, b->solid) <= j.gap + 1e-3,
                             (set + " " + j.id).c_str());
                }
                QVERIFY2(plan.cut.unplaced.empty(), set.c_str());
            }
    }
    /// A rabbet is open the way the load goes when a case hangs: its corners are screwed as well.
    void aHungCaseIsScrewedWhereItsRabbetsAreOpen() {
        const auto fasteners = [](const Plan& plan, const char* joint) {
            const Joint* j = plan.pieces.front().assembly().joint(joint);
            return j ? j->fasteners.size() : std::size_t(0);
        };
        const Plan hung = test::planOf(with("stand=hung height=800 joinery=housed"));
        const Plan stands = test::planOf(with("stand=standing height=800 joinery=housed"));
        for (const char* joint : {"top-left", "top-right", "bottom-left", "bottom-right"}) {
            QVERIFY2(fasteners(hung, joint) >= 2, joint);
            QCOMPARE(fasteners(stands, joint), std::size_t(0));
        }
        for (const auto& c : hung.pieces.front().hold()->checks)
            if (c.id == "shelf_joint" || c.id == "hung")
                QVERIFY2(c.utilisation() < 3, c.title.c_str()); // nothing hangs on a cheek that is not there
    }
    /// 15 degrees, out of the board's middle at its end, the head in the pocket, the point 3 mm short of the
    /// far face; S10.8 counts 0.8 of a screw driven straight.
    void pocketScrewsSlopeIntoTheSide() {
        for (const Units units : {Units::metric, Units::imperial}) {
            Project p = newProject("bookcase", units).value();
            bookcase(p).joinery = CaseJoint::pockets;
            bookcase(p).fixed = CaseFixed::all;
            const Plan plan = test::planOf(p);
            QVERIFY(!plan.blocked());
            const Assembly& a = first(plan).assembly();
            const Joint* j = a.joint("shelf-2-right");
            QVERIFY(j && j->first == "shelf-2" && j->second == "side-right" && j->fasteners.size() >= 2);
            const Part* side = a.find("side-right");
            for (const auto& f : j->fasteners) {
                QCOMPARE(f.kind, std::string("pocket_screw"));
                QVERIFY(std::abs(f.direction.x - std::cos(15 * std::acos(-1) / 180)) < 1e-9);
                QVERIFY(f.direction.z > 0.25 && std::abs(f.direction.y) < 1e-9); // upwards, from below
                const Vec3 point = f.from + f.direction * f.length;
                const double face = side->bounds().at.x.mm();
                const double behind = face + side->bounds().size.x.mm() - point.x;
                QVERIFY2(behind > 2.9 && point.x - face > 10, std::to_string(behind).c_str());
                // Where it leaves the shelf it is in the middle of its thickness.
                const double to = (face - f.from.x) / f.direction.x;
                const Cell board = a.find("shelf-2")->bounds();
                QVERIFY(std::abs(f.from.z + f.direction.z * to - (board.at.z + board.size.z / 2).mm()) <
                        0.01);
            }
            const auto bored = std::count_if(
                a.find("shelf-2")->holes.begin(), a.find("shelf-2")->holes.end(),
                [&](const Hole& h) { return h.purpose == j->id && std::abs(h.diameter - 9.5) < 1e-9; });
            QCOMPARE(static_cast<std::size_t>(bored), j->fasteners.size());
            const auto bought = std::count_if(plan.shopping.begin(), plan.shopping.end(), [](const auto& l) {
                return l.what.find("pocket") != std::string::npos;
            });
            QVERIFY(bought >= 1);
        }
        QVERIFY(test::saysWhatWould(
            test::planOf(with("joinery=pockets thickness=10 shelf_thickness=10 fixed=all")),
            "bookcase.no_screw"));
    }
    /// One template a different row; what it says is where the holes are.
    void rowsForPinsHaveATemplateOnPaper() {
        const Project p = with("fixed=none dividers=1");
        const Plan plan = test::planOf(p);
        const auto templates = pinTemplates(first(plan).assembly(), p.style);
        std::size_t rows = 0;
        for (std::size_t i = 0; i < templates.size(); ++i) {
            const PinTemplate& t = templates[i];
            rows += t.rows.size();
            QCOMPARE(t.holes, 5);
            QCOMPARE(t.pitch, 32_mm);
            for (std::size_t k = 0; k < i; ++k) // no two alike
                QVERIFY(abs(t.inset - templates[k].inset) > Length::mm(0.04));
            const Drawing d = pinTemplateView(t, p.style);
            QVERIFY(std::abs(d.high.y - (4 * 32 + 40 + 34)) < 1e-9); // a millimetre of it is one of paper
        }
        QCOMPARE(rows, std::size_t(4 * 2 * 2 * 2));              // shelves, bays, ends, columns
        QVERIFY(templates.size() >= 2 && templates.size() <= 6); // holes of the second bay stand aside
        QVERIFY(pinTemplates(first(test::planOf(with("fixed=all"))).assembly(), p.style).empty());
    }
    /// Where holes are the same in several uprights they are told once: the two outer sides mirror each
    /// other.
    void rowsForPinsAreToldByTheirPlaces() {
        const Plan plan = test::planOf(with("fixed=none"));
        const auto& steps = first(plan).steps;
        const auto step = std::find_if(steps.begin(), steps.end(),
                                       [](const BuildStep& s) { return s.id.ends_with("/pin-rows"); });
        QVERIFY(step != steps.end());
        const QString text = QString::fromStdString(step->text);
        std::set<std::string> places;
        std::size_t rows = 0;
        for (const auto& part : first(plan).assembly().parts)
            for (const auto& f : part.features)
                if (f.kind == "pin_row") {
                    ++rows;
                    places.insert(f.text);
                    QVERIFY2(text.contains(QString::fromStdString("for " + f.whatFor)), f.whatFor.c_str());
                }
        QCOMPARE(text.count("holes of"), static_cast<qsizetype>(places.size()));
        QCOMPARE(text.count(" for shelf"), static_cast<qsizetype>(rows));
        QCOMPARE(rows, 2 * places.size());
        QVERIFY(text.contains("in the left side for shelf 1, in the right side for shelf 1."));
    }
    void openingsAddUp() {
        PiecePlan pp = first(test::planOf(with("")));
        // 1800 high, 100 of base, 18 of bottom and of top: four shelves of 18 leave five openings; each shelf
        // lies on a mark of the tape.
        const double each = (1800.0 - 100 - 36 - 4 * 18) / 5;
        for (int i = 1; i <= 4; ++i)
            QCOMPARE(at(pp, "shelf-" + std::to_string(i)), std::floor(118 + each * i + 18 * (i - 1)));
        pp = first(test::planOf(with("openings=350;300")));
        QCOMPARE(at(pp, "shelf-1"), 468.0);
        QCOMPARE(at(pp, "shelf-2"), 468.0 + 18 + 300);
        QVERIFY(!pp.assembly().find("shelf-3"));
    }
    /// A loose shelf has its play, a fixed one goes into its housings.
    void lengthsFollowFromHowTheyAreHeld() {
        const PiecePlan pp = first(test::planOf(with("shelves=3")));
        QCOMPARE(pp.assembly().find("shelf-1")->length, 762_mm);
        QCOMPARE(pp.assembly().find("shelf-2")->length, 776_mm);
        QCOMPARE(pp.assembly().find("bottom")->length, 776_mm);
        QVERIFY(pp.assembly().find("shelf-1")->why.front().find("play") != std::string::npos);
    }
    /// A bottom that begins before the baseboard has no groove for a panel behind it: a side holds it.
    void aPanelBehindTheBottomIsHeldByTheSides() {
        Project p = with("back=let_in notch_depth=30 kick=91 fixed=all");
        p.walls.front().baseboard = 90_mm;
        const Plan plan = test::planOf(p);
        const Joint* j = first(plan).assembly().joint("back-groove");
        QVERIFY(j && j->first == "side-left");
        QCOMPARE(test::gapOrOverlap(first(plan).assembly()), QString());
    }
    /// A panel in its groove, from 20 mm off the wall on, hides what lies behind it from a driver that comes
    /// down through the bottom: the base stands in front of it.
    void screwsIntoTheBaseMissThePanel() {
        for (const char* make :
             {"back=let_in base=frame", "back=let_in base=frame notch_depth=10 thickness=20",
              "back=let_in base=frame joinery=housed sections=2 length=1600"}) {
            const PiecePlan pp = first(test::planOf(with(make)));
            const Cell panel = pp.assembly().find("back")->bounds();
            const Joint* j = pp.assembly().joint("bottom-frame-back");
            QVERIFY2(j && !j->spots.empty(), make);
            for (const auto& s : j->spots)
                QVERIFY2(s.at.y > panel.at.y + panel.size.y + 4_mm, make);
            QVERIFY2(workableOrder(pp.assembly()).stuck().empty(), make);
        }
    }
    void theNotchIsAsHighAsTheWallsBaseboard() {
        Project p = with("notch_depth=20");
        p.walls.front().baseboard = 140_mm;
        const PiecePlan pp = first(test::planOf(p));
        const Part* side = pp.assembly().find("side-left");
        const auto cut = std::find_if(side->features.begin(), side->features.end(),
                                      [](const Feature& f) { return f.kind == "notch"; });
        QVERIFY(cut != side->features.end() &&
                cut->text.find("143 mm high and 20 mm deep") != std::string::npos);
        // nothing of it lies where the baseboard is
        Solid board;
        board.cells.push_back(
            boxCell({0, 0, 0}, {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}}, {800, 18, 140}));
        for (const auto& q : pp.assembly().parts)
            QVERIFY2(separation(board, q.solid) > -1e-6, q.id.c_str());
        // without a baseboard, or where it is cut away, the sides are whole
        p.walls.front().baseboard = Length();
        QVERIFY(first(test::planOf(p)).assembly().find("side-left")->solid.cells.size() <
                side->solid.cells.size());
        p.walls.front().baseboard = 890_mm;
        QVERIFY(test::finding(test::planOf(p), "bookcase.notch_too_high") == nullptr);
        p.walls.front().baseboard = 950_mm;
        QVERIFY(test::finding(test::planOf(p), "bookcase.notch_too_high"));
    }
    void pinsHoldEachLooseShelfAtItsHeight() {
        const Plan plan = test::planOf(with("shelves=3 dividers=1 fixed=none"));
        const Assembly& a = first(plan).assembly();
        for (const auto& j : a.joints) {
            if (j.kind != "pins")
                continue;
            QCOMPARE(j.fasteners.size(), std::size_t(2));
            const Part* shelf = a.find(j.second);
            for (const auto& f : j.fasteners)
                QVERIFY(std::abs(f.from.z + f.diameter / 2 - shelf->bounds().at.z.mm()) < 1e-6);
        }
        // holes from both sides of the divider do not meet
        const Part* d = a.find("divider-1");
        for (const auto& one : d->holes)
            for (const auto& other : d->holes)
                if (one.direction.x * other.direction.x < 0)
                    QVERIFY(std::abs(one.at.z - other.at.z) > 5 || std::abs(one.at.y - other.at.y) > 5.5);
        // one step lays all of them, after the case is together
        int steps = 0;
        for (const auto& s : first(plan).steps)
            steps += s.title.find("pins") != std::string::npos && !s.joins.empty();
        QCOMPARE(steps, 1);
        bool bought = false;
        for (const auto& l : plan.shopping)
            bought |= l.what.starts_with("shelf pin");
        QVERIFY(bought);
    }
    /// 5 w L^4/384 EI with the board and the strip below its front as one section, twice: by hand and by the
    /// program.
    void aStripStiffensItsShelf() {
        Project p = with("shelves=1 strip=below strip_height=50 fixed=all");
        p.pieces.front().load.kgPerM = 25;
        p.pieces.front().load.handN = 0;
        const Plan plan = test::planOf(p);
        const Check* sag = checkOf(plan, "shelf_sag");
        QVERIFY(sag);
        const double b = first(plan).assembly().find("shelf-1")->width.mm();
        const double A1 = b * 18;
        const double A2 = 18 * 50.0;
        const double mid = (A1 * 9 + A2 * (18 - 25)) / (A1 + A2); // strip from 18 down to -32
        const double I = b * 18 * 18 * 18 / 12 + A1 * std::pow(9 - mid, 2) + 18 * 50.0 * 50 * 50 / 12 +
                         A2 * std::pow(-7 - mid, 2);
        const Species* pine = catalog().findSpecies("scots_pine");
        const WoodAllowable w = allowable(pine->means, BoardGrade::ordinary, 0.9);
        const double load = 25 * gravity / 1000 + (A1 + A2) * 1e-9 * w.density * gravity;
        const double L = 764;
        const double v = 5 * load * L * L * L * L / (384 * w.E * I) * 1.6;
        QVERIFY2(std::abs(sag->demand - v) < 0.01 * v, qPrintable(QString("%1 %2").arg(sag->demand).arg(v)));
        p = with("shelves=1 fixed=all");
        p.pieces.front().load = plan.pieces.empty() ? LoadSpec() : p.pieces.front().load;
        p.pieces.front().load.kgPerM = 25;
        p.pieces.front().load.handN = 0;
        QVERIFY(checkOf(test::planOf(p), "shelf_sag")->demand > 1.5 * sag->demand);
    }
    /// Forces and moments of every case add up, feet only push, and the wall pulls only where it tips.
    void feetOnlyPushAndTheTiePulls() {
        for (const char* set :
             {"", "base=frame depth=200", "height=2200 depth=200", "height=580 shelves=1"}) {
            const Plan plan = test::planOf(with(set));
            bool pulled = false;
            for (const auto& c : first(plan).loadPath) {
                Vec3 force;
                Vec3 moment;
                for (const auto& a : c.applied) {
                    force = force + a.force;
                    moment = moment + cross(a.at, a.force);
                }
                for (const auto& h : c.held) {
                    force = force + h.force;
                    moment = moment + cross(h.at, h.force);
                    if (h.mount.starts_with("foot"))
                        QVERIFY(h.force.z >= -1e-6);
                    else
                        pulled |= h.force.y < -1;
                }
                QVERIFY2(norm(force) < 0.01, (set + std::string(" ") + c.id).c_str());
                QVERIFY2(norm(moment) < 5, (set + std::string(" ") + c.id).c_str());
            }
            if (std::string(set).empty() || std::string(set).find("2200") != std::string::npos)
                QVERIFY(pulled); // 45 N at arm's height tip it, empty as it is
        }
    }
    /// S11.2 by hand for the empty case with a child on its front edge.
    void theTieIsMadeForAChildThatClimbs() {
        const Plan plan = test::planOf(with("height=2000 depth=240"));
        const PiecePlan& pp = first(plan);
        const Check* tie = checkOf(plan, "wall_tie");
        QVERIFY(tie);
        const double W = pp.made.assembly.parts.empty() ? 0 : pp.mass * gravity;
        const Vec3 g = gravityCentre(pp.assembly(), pp.woodDensity);
        const double phi = 1.5 * 3.14159265358979 / 180;
        const double Mr = W * ((240 - g.y) * std::cos(phi) - g.z * std::sin(phi));
        const double Mo = tipPull * 1420 * std::cos(phi) + climbingChild * 1420 * std::sin(phi);
        const double h = pp.assembly().seat<RailSeat>()->rows.back().mm();
        const double T = std::max(0.0, (1.5 * Mo - Mr) / h);
        QVERIFY2(std::abs(tie->demand - std::max(2 * T, 445.0)) < 0.01 * tie->demand,
                 qPrintable(QString("%1 %2").arg(tie->demand).arg(2 * T)));
        QVERIFY(checkOf(plan, "tie_points")->capacity == 2);
    }
    /// A low one is tied unless somebody says no; then its own weight must do, and a light one does not.
    void whatIsLowMayStandByItself() {
        QVERIFY(first(test::planOf(with("height=580 shelves=1"))).marks.size() == 2);
        const Plan plan = test::planOf(
            with("height=450 length=1400 depth=450 dividers=1 shelves=1 tie=no species=white_oak"));
        QCOMPARE(first(plan).hold()->option.id, std::string("stands"));
        QVERIFY(first(plan).marks.empty() && checkOf(plan, "tip_over")->utilisation() < 1);
        for (const char* id : {"misses_studs", "before_drilling", "support_weak", "no_support"})
            QVERIFY2(!test::finding(plan, id), id); // it wants no stud and no hole
        for (const auto& s : first(plan).steps)
            QVERIFY(s.title.find("Tie") == std::string::npos);
        const Plan light = test::planOf(with("height=580 shelves=1 depth=200 tie=no"));
        const Finding* f = test::finding(light, "support_weak");
        QVERIFY(f && f->remedies.front().name == "Tie it to the wall");
        // whatever is said, a tall one is tied
        QVERIFY(first(test::planOf(with("height=900 tie=no"))).marks.size() == 2);
    }
    /// One stud behind its rail is one too few: told, with a way out; the drawing and the cut list stay.
    void oneStudIsNoTie() {
        Project p = with("length=420 bays=");
        p.walls.front().spacing = 600_mm;
        const Plan plan = test::planOf(p);
        QVERIFY(plan.blocked());
        QVERIFY(!first(plan).assembly().parts.empty() && first(plan).hold()->feasible);
        QVERIFY(test::check(*first(plan).hold(), "tie_points")->utilisation() > 1);
        const Finding* f = test::finding(plan, "misses_studs");
        QVERIFY(f && f->text.find("tied to two studs") != std::string::npos);
        QVERIFY(!f->remedies.empty() && !test::finding(plan, "support_weak")); // told once
    }
    /// Feet are no screws to buy, and what is nailed up a side is told by its heights.
    void whatIsToldCanBeDone() {
        const Plan plan = test::planOf(with(""));
        for (const auto& l : plan.shopping)
            QVERIFY2(l.what.find(" 0.0 mm") == std::string::npos, l.what.c_str());
        const auto nailed = std::find_if(first(plan).steps.begin(), first(plan).steps.end(),
                                         [](const BuildStep& s) { return s.joint == "back-left"; });
        QVERIFY(nailed != first(plan).steps.end());
        QVERIFY(nailed->text.find("from the lower end of the back panel") != std::string::npos);
        for (const auto& s : first(plan).steps)
            QVERIFY2(s.title.find("the shelf 3") == std::string::npos &&
                         s.text.find("the shelf 3") == std::string::npos,
                     s.text.c_str());
    }
    void rackingHasANumber() {
        // A panel: q = H/b over 140 mm at most, against its glue; rails: couples at four ends.
        const Plan panel = test::planOf(with(""));
        const Check* c = checkOf(panel, "racking");
        QVERIFY(c && c->utilisation() < 0.2 && c->demand > 5);
        const Plan rails = test::planOf(with("back=rails joinery=dowels"));
        const Check* r = checkOf(rails, "racking");
        const double H = std::max(100.0, 0.1 * (first(rails).mass + first(rails).contents) * gravity);
        // Tied by two screws in its upper fifth it keeps square by them alone (S11.3): V = H/2 on each.
        QVERIFY(r);
        QCOMPARE(r->place, std::string("screws of the tie"));
        QVERIFY(std::abs(r->demand - H / 2) < 0.01 * r->demand);
        QVERIFY2(r->capacity > 100 && r->capacity < 1200, qPrintable(QString::number(r->capacity)));
        // Its rails alone would take H h by the couples of their ends.
        const Project p = with("back=rails joinery=dowels");
        HeldPiece alone;
        alone.assembly = &first(rails).assembly();
        alone.mass = first(rails).mass;
        alone.load = p.pieces.front().load;
        alone.catalog = &catalog();
        const auto ends = rackingCheck(alone, 1, true);
        QVERIFY(ends && std::abs(ends->demand - H * 1.8) < 0.02 * ends->demand);
    }
    void dividersDoNotHideTheTies() {
        Project p = with("length=1200 dividers=1");
        const Plan plan = test::planOf(p);
        const Part* d = first(plan).assembly().find("divider-1");
        for (const auto& m : first(plan).hold()->mounting.mounts)
            if (m.to == "wall")
                QVERIFY(std::abs(m.at.x - d->bounds().at.x.mm() - 9) > 20);
        // and a block under it takes its load to the floor
        QVERIFY(first(plan).assembly().find("block-1")->bounds().at.z == Length());
    }
    void aTallOneMustBeStoodUp() {
        Project p = with("height=2480");
        QVERIFY(test::finding(test::planOf(p), "cannot_stand_up"));
        p = with("height=2300");
        QVERIFY(!test::finding(test::planOf(p), "cannot_stand_up"));
    }
    void whereItStandsIsTheFloor() {
        Project p = with("");
        p.pieces.front().place.z = 1200_mm;
        QCOMPARE(first(test::planOf(p)).bottom, Length());
        movePiece(p, p.pieces.front().id, 500_mm, 700_mm);
        const Plan plan = test::planOf(p);
        QCOMPARE(first(plan).bottom, Length());
        QCOMPARE(first(plan).left, 500_mm);
        QVERIFY(!test::finding(plan, "on_baseboard"));
    }
    void sheetsAreBandedAndOfTheirRealThickness() {
        Project p = with("stuff=ply_birch");
        QVERIFY(std::abs(bookcase(p).thickness.mm() - 17.6) < 0.01);
        const Plan plan = test::planOf(p);
        QVERIFY(!plan.blocked());
        int bands = 0;
        for (const auto& q : first(plan).assembly().parts)
            for (const auto& f : q.features)
                bands += f.kind == "band";
        QVERIFY(bands >= 8);
        bool bought = false;
        for (const auto& l : plan.shopping)
            bought |= l.what.starts_with("edge band");
        QVERIFY(bought);
        QVERIFY(first(plan).assembly().find("side-left")->stock == Stock::sheet);
        QVERIFY(first(plan).assembly().find("rail")->stock == Stock::sheet);
    }
    void badInputIsToldWithTheNearestThatWorks_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("id");
        QTest::newRow("nothing left") << "length=100"
                                      << "too_narrow";
        QTest::newRow("two hundred shelves") << "shelves=40 height=900"
                                             << "shelves_do_not_fit";
        QTest::newRow("dividers") << "dividers=12 length=400"
                                  << "dividers_do_not_fit";
        QTest::newRow("bays") << "bays=500;500"
                              << "bays_too_wide";
        QTest::newRow("openings") << "openings=900;900"
                                  << "openings_too_high";
        QTest::newRow("low") << "height=150"
                             << "too_low";
        QTest::newRow("huge") << "length=12000"
                              << "too_large";
        QTest::newRow("shallow") << "depth=60"
                                 << "too_shallow";
        QTest::newRow("deep housings") << "housing=16"
                                       << "housing_too_deep";
        QTest::newRow("rail") << "rail_height=20"
                              << "rail_height";
        QTest::newRow("rail and shelf") << "rail_height=320"
                                        << "rail_hits_shelf";
        QTest::newRow("base") << "kick=10"
                              << "base_too_low";
        QTest::newRow("thin") << "thickness=10 shelf_thickness=10"
                              << "too_thin_for_pins";
        QTest::newRow("notch") << "notch_depth=150"
                               << "notch_too_deep";
    }
    void badInputIsToldWithTheNearestThatWorks() {
        QFETCH(QString, set);
        QFETCH(QString, id);
        const QString why = test::notTold(with(set.toStdString()), ("bookcase." + id).toStdString());
        QVERIFY2(why.isEmpty(), qPrintable(why));
    }
    /// Board games, tins and an atlas: each opening as high as what stands in it, the case higher if it must
    /// be.
    void openingsFollowWhatStandsThere() {
        for (const char* set :
             {"height=1200 shelves=3", "height=900 shelves=3", "height=1200 shelves=3 dividers=1"}) {
            Project p = with(set);
            const bool bays = std::string(set).find("dividers") != std::string::npos;
            const auto thing = [](const std::string& on, Length high) {
                LoadItem i;
                i.id = i.name = "thing on " + on;
                i.height = high;
                i.x = 100_mm;
                i.width = 100_mm;
                i.on = on;
                return i;
            };
            p.pieces.front().load.items = {thing("bottom", 340_mm),
                                           thing(bays ? "shelf-1-2" : "shelf-2", 150_mm),
                                           thing(bays ? "shelf-1-3" : "shelf-3", 120_mm)};
            const Plan plan = test::planOf(p);
            const Finding* f = test::finding(plan, "item_too_high");
            QVERIFY(f);
            const auto spaced = std::find_if(f->remedies.begin(), f->remedies.end(), [](const Remedy& r) {
                return r.name.find("Spaced") != std::string::npos;
            });
            QVERIFY(spaced != f->remedies.end());
            const Plan after = test::planOf(withChanges(p, spaced->changes).value());
            QVERIFY(!test::finding(after, "item_too_high"));
            QVERIFY(first(after).assembly().surfaces.front().room >= 370_mm);
        }
    }
    void strengthenedItIsStronger() {
        Project p = with("length=1150 shelves=3");
        p.pieces.front().load.kgPerM = 40;
        const Plan weak = test::planOf(p);
        const Check* sag = checkOf(weak, "shelf_sag");
        QVERIFY(sag && sag->utilisation() > 1);
        for (const auto& cure :
             strengthen(p.pieces.front().params, {"shelf_sag", false, {}, true, nullptr})) {
            Project q = p;
            q.pieces.front().params = withChanges(q.pieces.front().params, cure.changes);
            const Plan better = test::planOf(q);
            QVERIFY2(checkOf(better, "shelf_sag")->utilisation() < sag->utilisation(), cure.name.c_str());
        }
    }
};

QTEST_APPLESS_MAIN(TestBookcase)
#include "test_core_bookcase.moc"
