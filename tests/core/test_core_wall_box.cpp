// The wall box: corners of every kind close, bays and shelves divide what there is, the back goes into its
// grooves, and what carries whom is judged by sums done again here.
#include "solid/query.h"
#include "strength/wood_joint.h"
#include "support.h"

using namespace owl;

namespace {

Project boxProject(Units units = Units::metric) {
    return newProject("wall_box", units).value();
}
WallBoxParams& box(Project& p) {
    return std::get<WallBoxParams>(p.pieces.front().params);
}
const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
const Check* checkOf(const Plan& plan, const char* id) {
    return first(plan).hold() ? test::check(*first(plan).hold(), id) : nullptr;
}
Project with(const std::string& set) {
    return test::with("wall_box", test::words(set));
}

} // namespace

class TestWallBox : public QObject {
    Q_OBJECT
  private slots:
    void aDefaultBoxHangsByItsRail() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(boxProject(units));
            QVERIFY(!plan.blocked());
            const PiecePlan& pp = first(plan);
            QVERIFY(pp.hold()->option.ground == Ground::studs && pp.hold()->x.size() >= 2);
            QVERIFY(pp.hold()->verdict.status == Status::holds || pp.hold()->verdict.status == Status::tight);
        }
    }
    /// S9.10: what stands on the bottom comes to the rail at the sides. 80 N in its middle are 40 N at each;
    /// on two studs 500 mm apart the left one takes 40 N (s1 - e0)/(s1 - s0) of them by the lever, and what
    /// the right side brings relieves it of nothing.
    void whatStandsInsideArrivesAtTheSides() {
        Project p = test::with("wall_box", "length=900");
        Wall& w = p.walls.front();
        w.studMode = StudMode::positions;
        w.studs = test::found({1200_mm, 1700_mm});
        p.pieces.front().place.anchor = Anchor::typed;
        p.pieces.front().place.x = 1000_mm;
        p.pieces.front().hold.support = "studs-m5";
        p.pieces.front().hold.rows = 1;
        p.pieces.front().load = {};
        const SupportVerdict empty = *first(test::planOf(p)).hold();
        p.pieces.front().load.items = {
            {"t", "", "thing", 80 / 9.80665, 350_mm, 200_mm, 200_mm, true, "bottom"}};
        const Plan plan = test::planOf(p);
        const SupportVerdict full = *first(plan).hold();
        QCOMPARE(full.x.size(), std::size_t(2));
        const auto& spans = first(plan).assembly().spans;
        const auto bottom =
            std::find_if(spans.begin(), spans.end(), [](const ShelfSpan& s) { return s.part == "bottom"; });
        QVERIFY(bottom != spans.end());
        const double want = 40 * (full.x[1] - bottom->at.front().mm()) / (full.x[1] - full.x[0]);
        QVERIFY(want > 50); // more than half of it all
        const double got = full.demands[0].shearStanding - empty.demands[0].shearStanding;
        QVERIFY2(std::abs(got - want) < 0.005 * want, fmt::format("{} {}", got, want).c_str());
        // All in all it still carries what stands in it, and no more.
        QVERIFY(std::abs(full.reactions[0] + full.reactions[1] - empty.reactions[0] - empty.reactions[1] -
                         80) < 0.01);
    }
    void everyMakeClosesWithoutGapOrOverlap() {
        for (const char* corner :
             {"corners=mitred fixing=glue", "corners=mitred fixing=splines", "corners=mitred fixing=dowels",
              "corners=sides_cover fixing=screws", "corners=top_covers fixing=dowels",
              "corners=housed fixing=glue", "corners=rabbeted fixing=screws", "corners=rabbeted fixing=glue"})
            for (const char* inside :
                 {"", " dividers=2 shelves=1", " back=let_in", " back=let_in dividers=1 shelves=2",
                  " bevel=20 shelf_inset=5", " edge=round_over edge_size=4 dividers=1"}) {
                const Plan plan = test::planOf(with(std::string(corner) + inside));
                const auto& parts = first(plan).assembly().parts;
                for (std::size_t i = 0; i < parts.size(); ++i)
                    for (std::size_t k = 0; k < i; ++k)
                        if (parts[i].stock != Stock::fitting && parts[k].stock != Stock::fitting)
                            QVERIFY2(separation(parts[i].solid, parts[k].solid) > -1e-3,
                                     (corner + std::string(inside) + " " + parts[i].id + " " + parts[k].id)
                                         .c_str());
                for (const auto& j : first(plan).assembly().joints) {
                    const Part* a = first(plan).assembly().find(j.first);
                    const Part* b = first(plan).assembly().find(j.second);
                    QVERIFY2(a && b && distance(a->solid, b->solid) <= j.gap + 1e-3,
                             (corner + std::string(inside) + " " + j.id).c_str());
                }
                const Cell all = parts.front().bounds();
                QVERIFY(all.size.x > Length());
            }
    }
    /// A chamfer s round the front takes s²/2 along 2 (L + H), less s³/3 at each corner, where two of them
    /// meet.
    void aProfileRunsRoundTheFront() {
        for (const char* corner :
             {"corners=mitred fixing=glue", "corners=sides_cover", "corners=top_covers"}) {
            const auto volume = [&](const std::string& edge) {
                const Plan plan = test::planOf(with(std::string(corner) + edge));
                double v = 0;
                for (const auto& p : first(plan).assembly().parts)
                    if (p.id == "top" || p.id == "bottom" || p.id.starts_with("side"))
                        v += p.volume();
                return v;
            };
            const double s = 4;
            const double taken = s * s * (800 + 350) - 4 * s * s * s / 3;
            QVERIFY2(std::abs(volume("") - volume(" edge=chamfer edge_size=4") - taken) < 0.5, corner);
            const Plan plan = test::planOf(with(std::string(corner) + " edge=chamfer edge_size=4"));
            const auto& steps = first(plan).steps;
            const auto shaped = std::find_if(steps.begin(), steps.end(), [](const BuildStep& b) {
                return b.title.starts_with("Shape the edges");
            });
            QVERIFY(shaped != steps.end());
            // When all four are together, and before anything is finished.
            for (const auto& step : steps)
                if (step.joint.starts_with("top-") || step.joint.starts_with("bottom-"))
                    QVERIFY(&step < &*shaped);
        }
        // Boards that are set in are shaped one by one.
        const Plan housed = test::planOf(with("corners=housed fixing=glue edge=cove edge_size=3"));
        int profiles = 0;
        for (const auto& p : first(housed).assembly().parts)
            for (const auto& f : p.features)
                profiles += f.kind == "profile" ? 1 : 0;
        QCOMPARE(profiles, 4);
        QVERIFY(first(housed).assembly().shapedTogether.empty());
        // A slope leaves no arris to shape.
        const Plan sloped = test::planOf(with("bevel=20 edge=chamfer"));
        QVERIFY(first(sloped).assembly().shapedTogether.empty());
    }
    /// A housing bears above and below; a rabbet at the lower end of a side is open below, so that glue alone
    /// holds no bottom in it, and screws do.
    void aRabbetBearsOnOneSideOnly() {
        const auto ends = [](const char* set) {
            const Plan plan = test::planOf(with(set));
            double worst = 0;
            for (const auto& c : first(plan).hold()->checks)
                if (c.id == "shelf_joint")
                    worst = std::max(worst, c.utilisation());
            return worst;
        };
        QVERIFY(ends("corners=housed fixing=glue") < 1);
        QVERIFY(ends("corners=rabbeted fixing=screws") < 1);
        QVERIFY(ends("corners=rabbeted fixing=glue") > 1);
        const Plan glued = test::planOf(with("corners=rabbeted fixing=glue"));
        QCOMPARE(first(glued).assembly().find("bottom")->bounds().at.z,
                 Length()); // flush with the sides' ends
        bool cured = false;
        for (const auto& f : glued.findings)
            for (const auto& r : f.remedies)
                cured = cured || r.name == "Screws in the rabbets";
        QVERIFY(cured);
    }
    /// The wood of a mitred box is the frame between two rectangles, nothing lost in the corners.
    void mitresLoseNothing() {
        const PiecePlan pp = first(test::planOf(with("corners=mitred fixing=glue")));
        double wood = 0;
        for (const auto& q : pp.assembly().parts)
            if (q.id != "rail")
                wood += q.volume();
        const double want = 200.0 * (800.0 * 350 - 764.0 * 314);
        QVERIFY2(std::abs(wood - want) < 1e-6 * want, qPrintable(QString("%1 %2").arg(wood).arg(want)));
    }
    void baysAddUp() {
        Project p = with("dividers=3");
        PiecePlan pp = first(test::planOf(p));
        std::vector<double> left;
        for (int i = 1; i <= 3; ++i)
            left.push_back(pp.assembly().find("divider-" + std::to_string(i))->bounds().at.x.mm());
        const double bay = (764.0 - 3 * 18) / 4;
        for (std::size_t i = 0; i < left.size(); ++i)
            QVERIFY(std::abs(left[i] -
                             (18 + bay * (static_cast<double>(i) + 1) + 18 * static_cast<double>(i))) < 0.01);
        // listed one by one: the last takes what is left
        p.pieces.front().params = withParameter(p.pieces.front().params, "bays", "150; 300", true).value();
        pp = first(test::planOf(p));
        QCOMPARE(pp.assembly().find("divider-1")->bounds().at.x, 168_mm);
        QCOMPARE(pp.assembly().find("divider-2")->bounds().at.x, 486_mm);
        QVERIFY(!pp.assembly().find("divider-3"));
        // and in inches, with fractions
        QCOMPARE(box(p).bays.size(), std::size_t(2));
        p.pieces.front().params = withParameter(p.pieces.front().params, "bays", "6 1/2; 10", false).value();
        QCOMPARE(box(p).bays.front(), Length::inches(13, 2));
        QVERIFY(!withParameter(p.pieces.front().params, "bays", "6; wide", false).has_value());
    }
    void shelvesShareTheHeight() {
        const PiecePlan pp = first(test::planOf(with("shelves=2 dividers=1")));
        const double clear = (314.0 - 2 * 18) / 3;
        for (int b = 1; b <= 2; ++b)
            for (int i = 1; i <= 2; ++i) {
                const Part* s = pp.assembly().find("shelf-" + std::to_string(b) + "-" + std::to_string(i));
                QVERIFY(s && std::abs(s->bounds().at.z.mm() - (18 + clear * i + 18 * (i - 1))) < 0.01);
            }
        // dividers are cut from both sides at one height, and wood stays between
        const Part* d = pp.assembly().find("divider-1");
        const double cut = 350.0 - 2 * 18 + 2 * 6;
        QVERIFY(d->length.mm() == cut);
        double housings = 0;
        for (const auto& f : d->features)
            housings += f.kind == "housing";
        QCOMPARE(housings, 4.0);
    }
    void thingsStandWhereTheyArePut() {
        Project p = with("shelves=1");
        p.pieces.front().load.kgPerM = 0;
        p.pieces.front().load.handN = 0;
        LoadItem pot;
        pot.id = "pot";
        pot.name = "teapot";
        pot.mass = 2;
        pot.x = 300_mm;
        pot.on = "shelf-1";
        p.pieces.front().load.items = {pot};
        Plan plan = test::planOf(p);
        // its weight is applied on the shelf, and the checker's sums hold
        bool found = false;
        for (const auto& f : first(plan).loadPath.front().applied)
            if (f.what == "contents") {
                found = true;
                QVERIFY(std::abs(f.at.z - (18 + 148 + 18)) < 0.6);
                QVERIFY(std::abs(f.force.z + 2 * gravity) < 1e-6);
            }
        QVERIFY(found);
        QVERIFY(test::finding(plan, "item_too_high")); // 250 mm of pot in 148 mm of room
        for (const auto& r : test::finding(plan, "item_too_high")->remedies)
            QVERIFY(r.name.find("top") != std::string::npos);
        // the even load stands on every board inside
        p.pieces.front().load.items.clear();
        p.pieces.front().load.kgPerM = 10;
        plan = test::planOf(p);
        QVERIFY(std::abs(first(plan).contents - 10 * (0.764 + 0.764)) < 0.01);
        const auto back = readProject(writeProject(p), "again");
        QVERIFY(back && *back == p);
    }
    /// A board on two ends with an even load, by the closed form: 5 w L^4/384 EI and what stays creeps.
    void aShelfSagsAsTheBookSays() {
        Project p = with("shelves=1");
        p.pieces.front().load.kgPerM = 25;
        p.pieces.front().load.handN = 0;
        const Plan plan = test::planOf(p);
        const Check* sag = checkOf(plan, "shelf_sag");
        QVERIFY(sag);
        const Species* pine = catalog().findSpecies("scots_pine");
        const WoodAllowable wood = allowable(pine->means, BoardGrade::ordinary, 0.9);
        // the bottom is the widest board: 200 deep, 18 thick, 764 between the sides
        const double w = 25 * gravity / 1000 + 200.0 * 18 * 1e-9 * wood.density * gravity;
        const double v = 5 * w * std::pow(764.0, 4) / (384 * wood.E * 200 * 18 * 18 * 18 / 12);
        QVERIFY2(std::abs(sag->demand - v * 1.6) < 0.01 * v * 1.6,
                 qPrintable(QString("%1 %2").arg(sag->demand).arg(v * 1.6)));
        QVERIFY(std::abs(sag->capacity - 764.0 / 360) < 1e-9);
        // its ends carry half each, on three dowels a corner
        const Check* joint = checkOf(plan, "shelf_joint");
        QVERIFY(joint && std::abs(joint->demand - w * 764 / 2) < 0.01 * joint->demand);
    }
    void dividersMakeTopAndBottomBendTogether() {
        const double alone = checkOf(test::planOf(with("")), "shelf_sag")->demand;
        const double together = checkOf(test::planOf(with("dividers=2")), "shelf_sag")->demand;
        QVERIFY2(together < 0.7 * alone, qPrintable(QString("%1 %2").arg(together).arg(alone)));
    }
    /// Mitres glued alone are end grain: nothing is counted; splines and dowels count.
    void gluedMitresCarryNothing() {
        const Plan glued = test::planOf(with("corners=mitred fixing=glue"));
        QVERIFY(first(glued).hold()->verdict.status == Status::fails);
        QCOMPARE(first(glued).hold()->verdict.governs, std::string("shelf_joint"));
        const Finding* f = nullptr;
        for (const auto& one : glued.findings)
            if (one.severity == Severity::blocks)
                f = &one;
        QVERIFY(f);
        for (const char* better : {"corners=mitred fixing=splines", "corners=mitred fixing=dowels"})
            QVERIFY2(first(test::planOf(with(better))).hold()->verdict.status != Status::fails, better);
        QVERIFY(
            first(test::planOf(with("corners=mitred fixing=splines"))).assembly().find("spline-top-left"));
    }
    /// Screws up into the ends of the sides pull in end grain; dowels there are glued to it.
    void screwsFromBelowIntoEndGrainHoldNoBottom() {
        const Plan screws = test::planOf(with("corners=top_covers fixing=screws"));
        QVERIFY(first(screws).hold()->verdict.status == Status::fails);
        const Plan dowels = test::planOf(with("corners=top_covers fixing=dowels"));
        QVERIFY(first(dowels).hold()->verdict.status != Status::fails);
    }
    void theBackIsCaptiveAndThinnerThanItsName() {
        Project p = with("back=let_in back_sheet=ply_birch");
        QCOMPARE(box(p).backThickness.mm(), 6.5);
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = first(plan);
        const Part* back = pp.assembly().find("back");
        QVERIFY(back && back->stock == Stock::sheet && back->material == "ply_birch");
        // in front of the rail, in the grooves of four boards, with half a millimetre of play
        QCOMPARE(back->bounds().at.y, 18_mm);
        for (const char* id : {"top", "bottom", "side-left", "side-right"}) {
            const double gap = distance(back->solid, pp.assembly().find(id)->solid);
            QVERIFY2(gap < 0.51, id);
        }
        // it goes in before the last board closes the box
        std::size_t backIn = 0;
        std::size_t topOn = 0;
        for (std::size_t i = 0; i < pp.steps.size(); ++i) {
            const auto& adds = pp.steps[i].adds;
            if (std::find(adds.begin(), adds.end(), "back") != adds.end())
                backIn = i;
            if (std::find(adds.begin(), adds.end(), "top") != adds.end())
                topOn = i;
        }
        QVERIFY(backIn > 0 && backIn < topOn);
        // wall screws pass panel and rail
        for (const auto& m : pp.hold()->mounting.mounts)
            QCOMPARE(m.passes, (std::vector<std::string>{"back", "rail"}));
        bool sheet = false;
        for (const auto& s : plan.shopping)
            sheet = sheet || s.what.find("plywood") != std::string::npos;
        QVERIFY(sheet);
    }
    /// The rail is set in by the cleat's thickness: the box lies at the wall and nothing shows behind it.
    void aCleatHidesBehindARailSetIn() {
        Project p = with("hang=cleat rail_height=140 back=let_in");
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = first(plan);
        const SupportVerdict& hold = *pp.hold();
        QVERIFY2(hold.feasible, hold.refusal.c_str());
        QVERIFY(hold.option.hanger && hold.option.hanger->kind == HangerKind::cleat);
        for (const auto& s : pp.supports) // no plain screw reaches through the hollow
            QVERIFY(s.option.hanger);
        QCOMPARE(pp.assembly().find("side-left")->bounds().at.y, Length());
        QCOMPARE(pp.assembly().depth, 200_mm);
        QCOMPARE(pp.assembly().find("rail")->bounds().at.y, 18_mm);
        QCOMPARE(pp.assembly().find("back")->bounds().at.y, 36_mm);
        double cleats = 0;
        for (const auto& q : pp.assembly().parts)
            if (q.fromSupport && q.stock == Stock::board) {
                ++cleats;
                QVERIFY(q.bounds().at.y >= Length() - 1_mm &&
                        q.bounds().at.y + q.bounds().size.y <= 18_mm + 1_mm);
            }
        QVERIFY(cleats >= 2);
    }
    void glassesHangByTheirFeet() {
        for (int n : {1, 3, 6}) {
            Project p = with("shelves=1");
            box(p).glasses = n;
            const Plan plan = test::planOf(p);
            const PiecePlan& pp = first(plan);
            QVERIFY(!plan.blocked());
            std::vector<const Part*> rails;
            for (const auto& q : pp.assembly().parts)
                if (q.id.starts_with("glass-rail"))
                    rails.push_back(&q);
            QCOMPARE(rails.size(), static_cast<std::size_t>(n + 1));
            QCOMPARE(pp.assembly().height, 350_mm + 18_mm); // they come below
            for (std::size_t i = 0; i + 1 < rails.size(); ++i) {
                const double gap =
                    (rails[i + 1]->bounds().at.x - rails[i]->bounds().at.x - rails[i]->bounds().size.x).mm();
                QVERIFY(std::abs(gap - 16) < 0.01); // a stem of 10 and 6 of play
                // at the height of the foot there is room for it, and wood under both its sides
                const double middle = rails[i + 1]->bounds().at.x.mm() - gap / 2;
                const auto room = [&](double z) { // clear run of the foot around the middle of the gap
                    double left = middle - 60;
                    double right = middle + 60;
                    const Vec3 from{left, 60, z};
                    const Vec3 to{right, 60, z};
                    for (const Part* r : {rails[i], rails[i + 1]})
                        for (const auto& in : inside(r->solid, from, to)) {
                            const double x0 = from.x + in.from * 120;
                            const double x1 = from.x + in.to * 120;
                            (x1 < middle ? left : right) =
                                x1 < middle ? std::max(left, x1) : std::min(right, x0);
                        }
                    return right - left;
                };
                QVERIFY2(room(14) >= 75 && room(14) < 84, qPrintable(QString::number(room(14))));
                QVERIFY(room(4) < 17);
            }
        }
        QVERIFY(test::finding(test::planOf(with("glasses=20")), "wall_box.glasses_do_not_fit"));
        QVERIFY(test::finding(test::planOf(with("glasses=2 foot=25 stem=20")), "wall_box.foot_too_small"));
    }
    /// Behind chosen bays: the rail ends in the dividers' middles, nothing past it is counted on, and what
    /// hangs beside it turns the box, which asks more of the support that is nearer.
    void aCleatMayLieBehindChosenBays() {
        const std::string set = "length=2200 height=400 depth=200 hang=cleat rail_height=140 dividers=3 ";
        const Plan all = test::planOf(with(set));
        const Plan some = test::planOf(with(set + "cleat_from=1 cleat_to=3"));
        const Assembly& a = first(some).assembly();
        const Part* rail = a.find("rail");
        const Part* divider = a.find("divider-3");
        QVERIFY(rail && divider);
        const Cell r = rail->bounds();
        QVERIFY(abs(r.at.x + r.size.x - (divider->bounds().at.x + divider->bounds().size.x / 2)) < 1_mm);
        QCOMPARE(a.seat<RailSeat>()->right, r.at.x + r.size.x);
        QVERIFY(a.joint("rail-left") && !a.joint("rail-right"));
        for (const auto& m : a.member.rects)
            QVERIFY(m.part != "rail");
        const SupportVerdict* whole = first(all).hold();
        const SupportVerdict* part = first(some).hold();
        QVERIFY(whole && part && part->feasible);
        for (double x : part->x)
            QVERIFY(x <= (r.at.x + r.size.x).mm());
        const auto most = [](const SupportVerdict& v) {
            double out = 0;
            for (const auto& d : v.demands)
                out = std::max(out, d.shearStanding);
            return out;
        };
        QVERIFY2(most(*part) > most(*whole) * 1.15,
                 (std::to_string(most(*part)) + " " + std::to_string(most(*whole))).c_str());
        QVERIFY(
            test::saysWhatWould(test::planOf(with(set + "cleat_from=2 cleat_to=9")), "wall_box.no_such_bay"));
    }
    void hooksHangBelow() {
        const Plan plan = test::planOf(with("length=800 hooks=5"));
        QVERIFY(!plan.blocked());
        const Assembly& a = first(plan).assembly();
        const Part* bottom = a.find("bottom");
        int hooks = 0;
        for (const auto& p : a.parts) {
            if (!p.id.starts_with("hook-"))
                continue;
            ++hooks;
            QCOMPARE(p.bounds().at.z + p.bounds().size.z, bottom->bounds().at.z);
        }
        QCOMPARE(hooks, 5);
        const auto pilots = std::count_if(bottom->holes.begin(), bottom->holes.end(),
                                          [](const Hole& h) { return h.purpose.starts_with("hook-"); });
        QCOMPARE(pilots, 5);
        QCOMPARE(std::count_if(first(plan).steps.begin(), first(plan).steps.end(),
                               [](const BuildStep& s) { return s.title == "Turn the hooks in"; }),
                 1);
        QVERIFY(std::any_of(plan.shopping.begin(), plan.shopping.end(),
                            [](const auto& l) { return l.what.find("hook") != std::string::npos; }));
        QVERIFY(test::saysWhatWould(test::planOf(with("length=400 hooks=20")), "wall_box.hooks_too_close"));
        // Below rods their screws end before them.
        const Plan rods = test::planOf(with("hang=rods thickness=40 hooks=3"));
        for (const auto& h : first(rods).assembly().find("bottom")->holes)
            if (h.purpose.starts_with("hook-"))
                QVERIFY(h.depth <= 40 / 2 - 10);
        QVERIFY(test::saysWhatWould(test::planOf(with("hang=rods thickness=30 hooks=3")),
                                    "wall_box.hooks_too_shallow"));
    }
    /// Straight above the outlet, beside a divider that is in the way; through the back where it lies behind.
    void theCableGoesToTheOutlet() {
        Project p = with("length=800 dividers=1 cable=yes cable_to_outlet=yes");
        Wall& wall = p.walls.front();
        wall.obstacles.clear();
        QVERIFY(test::saysWhatWould(test::planOf(p), "wall_box.no_outlet"));
        const auto hole = [](const PiecePlan& pp, const char* part) -> const Hole* {
            for (const auto& h : pp.assembly().find(part)->holes)
                if (h.purpose == "cable")
                    return &h;
            return nullptr;
        };
        Obstacle o;
        o.id = "plug";
        const PiecePlan before = first(test::planOf(p));
        o.x = before.left + 200_mm - o.width / 2;
        o.z = 300_mm;
        wall.obstacles = {o};
        const PiecePlan straight = first(test::planOf(p));
        QVERIFY(hole(straight, "bottom") && std::abs(hole(straight, "bottom")->at.x - 200) < 0.01);
        wall.obstacles.front().x = before.left + 400_mm - o.width / 2; // below the divider
        const PiecePlan beside = first(test::planOf(p));
        const double x = hole(beside, "bottom")->at.x;
        const Cell divider = beside.assembly().find("divider-1")->bounds();
        QVERIFY(std::abs(x - 400) < 40);
        QVERIFY(x + 15 < divider.at.x.mm() || x - 15 > (divider.at.x + divider.size.x).mm());
        box(p).back = BoxBack::letIn;
        wall.obstacles.front().x = before.left + 200_mm - o.width / 2;
        wall.obstacles.front().z = before.bottom + 150_mm - o.height / 2;
        const PiecePlan behind = first(test::planOf(p));
        QVERIFY(!hole(behind, "bottom") && hole(behind, "back"));
        QVERIFY(std::abs(hole(behind, "back")->at.z - 150) < 0.01);
        // Behind the rail the panel has no way through; without a panel none is needed.
        wall.obstacles.front().z = before.bottom + 300_mm - o.height / 2;
        const PiecePlan covered = first(test::planOf(p));
        QVERIFY(hole(covered, "bottom") && !hole(covered, "back"));
        box(p).back = BoxBack::none;
        wall.obstacles.front().z = before.bottom + 150_mm - o.height / 2;
        QVERIFY(test::saysWhatWould(test::planOf(p), "wall_box.no_hole_needed"));
        QVERIFY(!hole(first(test::planOf(p)), "bottom"));
    }
    void withoutARailItHangsOnRodsInItsBottom() {
        Project p = with("hang=rods thickness=40 height=160");
        const Plan plan = test::planOf(p);
        QVERIFY2(first(plan).hold()->feasible, first(plan).hold()->refusal.c_str());
        QVERIFY(first(plan).hold()->option.id.starts_with("rods"));
        const Part* bottom = first(plan).assembly().find("bottom");
        QVERIFY(std::any_of(bottom->holes.begin(), bottom->holes.end(),
                            [](const Hole& h) { return h.purpose.starts_with("rod"); }));
    }
    void platesOfRodsAreLetIntoTheBottom() {
        Project p = with("hang=rods thickness=40 height=160 length=900");
        p.pieces.front().hold.support = "rods-plate";
        const PiecePlan pp = first(test::planOf(p));
        const Part* bottom = pp.assembly().find("bottom");
        QVERIFY(pp.hold()->feasible && pp.hold()->option.id.starts_with("rods-plate"));
        QVERIFY(std::any_of(bottom->features.begin(), bottom->features.end(),
                            [](const Feature& f) { return f.text.find("plates") != std::string::npos; }));
        for (const auto& q : pp.assembly().parts)
            if (q.id.starts_with("plate"))
                QVERIFY2(separation(q.solid, bottom->solid) > -1e-3, q.id.c_str());
        QVERIFY(checkOf(test::planOf(p), "shelf_joint")); // the top stands on the sides
    }
    void screwsAndPlugsAreTheSameFromBothSides() {
        const PiecePlan pp = first(test::planOf(with("fixing=screws")));
        for (const char* id : {"bottom-left", "top-right"}) {
            const Joint* j = pp.assembly().joint(id);
            QVERIFY(j->spots.size() >= 2);
            for (std::size_t i = 0; i < j->spots.size(); ++i)
                QCOMPARE(j->spots[i].at.y + j->spots[j->spots.size() - 1 - i].at.y, 200_mm);
        }
    }
    void typedChoicesKeepToEachOther() {
        Project p = with("corners=mitred fixing=splines");
        QVERIFY(box(p).corners == BoxCorner::mitred && box(p).fixing == BoxFixing::splines);
        p.pieces.front().params =
            withParameter(p.pieces.front().params, "corners", "sides_cover", true).value();
        QVERIFY(box(p).fixing == BoxFixing::dowels); // splines have no mitre to sit in
        p.pieces.front().params = withParameter(p.pieces.front().params, "fixing", "splines", true).value();
        QVERIFY(box(p).corners == BoxCorner::mitred);
        p.pieces.front().params = withParameter(p.pieces.front().params, "back_sheet", "mdf", true).value();
        QCOMPARE(box(p).backThickness.mm(), 6.35);
    }
    void whatCannotBeSaysWhatWould_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("problem");
        for (const auto& [set, id] : {std::pair{"length=60", "too_short"},
                                      {"height=40", "too_low"},
                                      {"length=6000", "too_long"},
                                      {"depth=20", "too_shallow"},
                                      {"top=no bottom=no", "no_shelf"},
                                      {"top=no", "no_top"},
                                      {"hang=rods thickness=40 bottom=no", "no_bottom"},
                                      {"left=no", "one_sided"},
                                      {"hang=rods thickness=40 left=no right=no", "top_on_nothing"},
                                      {"dividers=30", "dividers_do_not_fit"},
                                      {"bays=400;400", "bays_too_wide"},
                                      {"shelves=20", "shelves_do_not_fit"},
                                      {"shelves=1 dividers=1 housing=8", "housing_too_deep"},
                                      {"depth=40 bevel=60", "bevel_too_steep"},
                                      {"edge=cove edge_size=15", "edge_too_big"},
                                      {"rail_height=600", "rail_too_high"},
                                      {"rail_height=20", "rail_too_low"},
                                      {"hang=rods", "too_thin_for_rods"},
                                      {"back=let_in depth=42", "no_room_for_back"},
                                      {"cable=yes cable_at=0", "cable_at_end"},
                                      {"fixing=screws thickness=6", "no_corner_screw"},
                                      {"corners=mitred fixing=splines thickness=8", "no_splines"}})
            QTest::newRow(set) << set << id;
    }
    void whatCannotBeSaysWhatWould() {
        QFETCH(QString, set);
        QFETCH(QString, problem);
        const Plan plan = test::planOf(test::with("wall_box", set));
        QVERIFY2(test::saysWhatWould(plan, "wall_box." + problem.toStdString()),
                 plan.findings.empty() ? "nothing" : plan.findings.front().id.c_str());
    }
};

QTEST_APPLESS_MAIN(TestWallBox)
#include "test_core_wall_box.moc"
