// A kind of piece that no registry knows and in which next to nothing is square: sides that lean, housings at
// that angle, a board that slopes, two staves glued at their bevels, a board that slides in slanted grooves.
// It only names parts and ways of joining; everything after that must take it as it is.
#include "drawing/views.h"
#include "files/file.h"
#include "joint/let_in.h"
#include "joint/meet.h"
#include "plan/plan_json.h"
#include "report/book.h"
#include "solid/query.h"
#include "support.h"

#include <fmt/format.h>
#include <numbers>
#include <set>

using namespace owl;

namespace {

constexpr double degree = std::numbers::pi / 180;

/// A rack for newspapers: a panel on the wall, two sides that lean out from it, a tray, a rest that slopes to
/// the wall, a front of two staves on the tray, a loose board before the rest.
class Rack {
  public:
    Rack(const PieceParams& params, const MakeContext& ctx, const Catalog& catalog, double lean)
        : ctx_(ctx), catalog_(catalog),
          L_(lengthOf(params).mm()), up_{0, std::sin(lean * degree), std::cos(lean * degree)},
          out_{0, std::cos(lean * degree), -std::sin(lean * degree)} {}

    Draft make() {
        parts();
        joints();
        describe();
        return std::move(d_);
    }

  private:
    Part& add(Part p, const Vec3& apart) {
        p.why = {"as drawn"};
        p.apart = apart;
        d_.assembly.parts.push_back(std::move(p));
        return d_.assembly.parts.back();
    }
    Part between(const char* id, const char* name, double in, double width, Length thick, const Vec3& at,
                 const Vec3& across) const {
        const Vec3 along{1, 0, 0};
        return blankPart(id, name, Length::mm(L_ - 36 + 2 * in), Length::mm(width), thick,
                         {at + along * (18 - in), along, across, cross(along, across)});
    }

    void parts() {
        add(blankPart("panel", "panel", Length::mm(L_), 320_mm, 18_mm,
                      {{0, 18, 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
            {0, -0.5, 0});
        for (const bool left : {true, false}) {
            // Its rear edge is sawn off where the panel begins: a leaning edge.
            Part side = blankPart(left ? "side-left" : "side-right", left ? "left side" : "right side",
                                  300_mm, 220_mm, 18_mm,
                                  {{left ? 0 : L_ - 18, -62, 20}, up_, out_, {left ? -1.0 : 1.0, 0, 0}});
            side.pose.origin.x += left ? 18 : 0;
            side.solid.cells = {boxCell(side.pose.origin, side.pose.axes(), {300, 220, 18})};
            clip(side.solid, planeThrough({0, 18, 0}, {0, -1, 0}), 6);
            side.features.push_back({side.id + "/bevel",
                                     "bevel",
                                     "rear edge sawn off to lie on the panel",
                                     "",
                                     "",
                                     false,
                                     {{"angle_deg", std::asin(up_.y) / degree}}});
            fitBlank(side);
            add(std::move(side), {left ? -0.6 : 0.6, 0, 0});
        }
        add(between("tray", "tray", 8, 112, 18_mm, {0, 18, 60}, {0, 1, 0}), {0, 0, -0.4});
        const double s20 = std::sin(20 * degree);
        const double c20 = std::cos(20 * degree);
        Part rest = between("rest", "rest", 8, 100, 18_mm, {0, 14, 180}, {0, c20, s20});
        clip(rest.solid, planeThrough({0, 18, 0}, {0, -1, 0}), 6);
        rest.features.push_back({"rest/bevel",
                                 "bevel",
                                 "rear edge ripped to lie on the panel",
                                 "",
                                 "",
                                 false,
                                 {{"angle_deg", 20}}});
        fitBlank(rest);
        add(std::move(rest), {0, 0.3, 0.3});
        // Two staves, 30 degrees between them: each bevelled by half of it.
        const Vec3 hinge{0, 112, 118};
        const Vec3 upper{0, std::sin(30 * degree), std::cos(30 * degree)};
        const Vec3 halfWay = unit(Vec3{0, 0, 1} + upper);
        Part low = between("stave-1", "lower stave", 0, 52, 12_mm, {0, 124, 78}, {0, 0, 1});
        clip(low.solid, planeThrough(hinge, halfWay), 6);
        low.features.push_back(
            {"stave-1/bevel", "bevel", "upper edge ripped at 15°", "staves", "", false, {{"angle_deg", 15}}});
        Part high = between("stave-2", "upper stave", 0, 52, 12_mm,
                            hinge - upper * 12 + cross(Vec3{1, 0, 0}, upper) * -12, upper);
        clip(high.solid, planeThrough(hinge, -halfWay), 6);
        high.features.push_back(
            {"stave-2/bevel", "bevel", "lower edge ripped at 15°", "staves", "", false, {{"angle_deg", 15}}});
        fitBlank(low);
        fitBlank(high);
        add(std::move(low), {0, 0.7, 0});
        add(std::move(high), {0, 1, 0.2});
        loose();
    }
    /// Down the slanted grooves from above, to where they end.
    void loose() {
        const Vec3 at = Vec3{0, -62, 20} + up_ * 160 + out_ * 190;
        Part board = blankPart("slide", "sliding board", Length::mm(L_ - 36 + 10), 140_mm,
                               ctx_.metricScrews ? Length::mm(6.5) : Length::inches(1, 4),
                               {at + Vec3{18 - 5, 0, 0}, {1, 0, 0}, up_, cross(Vec3{1, 0, 0}, up_)});
        for (auto& p : d_.assembly.parts)
            if (p.id.starts_with("side"))
                letIn(p, board, {.kind = "groove", .play = 0.3, .slides = up_ * 100, .purpose = "slide"},
                      ctx_);
        board.stock = Stock::sheet;
        board.material = "ply_birch";
        board.density = 680;
        add(std::move(board), up_ * 1.2);
    }

    void joints() {
        for (const char* side : {"side-left", "side-right"})
            for (const char* board : {"tray", "rest"})
                for (auto& p : d_.assembly.parts)
                    if (p.id == side)
                        letIn(p, *d_.assembly.find(board), {.purpose = std::string(side) + "-" + board},
                              ctx_);
        Joining screws{.how = Joinery::screwsGlue, .spacing = 110_mm};
        for (const char* side : {"side-left", "side-right"}) {
            for (const char* board : {"tray", "rest"})
                join(std::string(side) + "-" + board, side, board, "housing", {});
            join(std::string("panel-") + side, "panel", side, "butt", screws);
        }
        join("tray-stave", "tray", "stave-1", "edge", {});
        join("staves", "stave-1", "stave-2", "edge", {});
        join("slide", "side-left", "slide", "loose", {});
        d_.assembly.joints.back().how = Joinery::dry;
        d_.assembly.joints.back().glued = false;
        d_.assembly.joints.back().carries = false;
        d_.assembly.joints.back().gap = 0.3;
        d_.assembly.joints.back().note = "Dry: it slides.";
    }
    void join(const std::string& id, const char* first, const char* second, const char* kind,
              const Joining& way) {
        Joint j;
        j.id = id;
        j.first = first;
        j.second = second;
        j.kind = kind;
        const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
        if (!why.empty() || (!j.contact && j.kind != "loose"))
            d_.problems.push_back(
                {"does_not_meet", "length", why.empty() ? id + " do not touch." : why, true, {}});
        const Screw* s = catalog_.findScrew(j.screwId);
        placeFasteners(j, d_.assembly, s ? s->d : 0);
        d_.assembly.joints.push_back(std::move(j));
    }

    void describe() {
        Assembly& a = d_.assembly;
        double deep = 0;
        double low = 0;
        double high = 0;
        for (const auto& p : a.parts) {
            const Bounds3 b = p.solid.empty() ? Bounds3{} : p.solid.bounds();
            deep = std::max(deep, b.high.y);
            low = std::min(low, b.low.z);
            high = std::max(high, b.high.z);
        }
        a.length = Length::mm(L_);
        a.depth = Length::mm(deep);
        a.height = a.top = Length::mm(high);
        const Length rise = Length::mm(-low);
        RailSeat seat;
        seat.part = "panel";
        seat.rows = {290_mm};
        seat.through = 18_mm;
        seat.left = 20_mm;
        seat.right = Length::mm(L_ - 20);
        a.seats.emplace_back(seat);
        const Length x1 = Length::mm(L_ - 18);
        a.surfaceBack = 18_mm;
        a.surfaceFront = 112_mm;
        a.surfaceZ = 78_mm;
        a.surfaces = {{"tray", "tray", 18_mm, x1, 18_mm, 112_mm, 78_mm, 100_mm},
                      {"rest", "rest", 18_mm, x1, 20_mm, 104_mm, 208_mm, Length()}};
        a.surfaces.back().slope = -20;
        const std::vector<Length> ends{14_mm, Length::mm(L_ - 14)};
        a.spans = {{"tray", {"tray"}, ends, 112_mm, 18_mm, {"side-left-tray", "side-right-tray"}},
                   {"rest", {"rest"}, ends, 90_mm, 18_mm, {"side-left-rest", "side-right-rest"}}};
        a.hung = {{"side-left", {"panel-side-left"}}, {"side-right", {"panel-side-right"}}};
        a.member.rects = {{"panel", 18, 320, 0, 0}};
        a.member.words = "the panel";
        a.dimensions.push_back({{0, 0, 0}, {L_, 0, 0}, Dimension::In::front, "length", 1});
        moveUp(a, rise); // the sides' lower corners hang below the panel
    }

    const MakeContext& ctx_;
    const Catalog& catalog_;
    double L_;
    Vec3 up_, out_;
    Draft d_;
};

PieceMaker rack(double lean) {
    return [lean](const PieceParams& p, const MakeContext& ctx, const Catalog& c) {
        return Rack(p, ctx, c, lean).make();
    };
}
Project project(Units units) {
    Project p = newProject("ledge", units).value();
    p.pieces.front().name = "Newspapers";
    p.pieces.front().load.kgPerM = 6;
    p.walls.front().studMode = StudMode::spacing;
    p.walls.front().spacing = units == Units::metric ? 300_mm : Length::inches(12);
    p.pieces.front().params = withParameter(p.pieces.front().params, "length",
                                            units == Units::metric ? "760" : "30", units == Units::metric)
                                  .value();
    return p;
}
const Part& part(const Plan& plan, const char* id) {
    return *plan.pieces.front().assembly().find(id);
}

} // namespace

class TestLeaningKind : public QObject {
    Q_OBJECT
  private slots:
    void units_data() {
        QTest::addColumn<bool>("metric");
        QTest::newRow("mm") << true;
        QTest::newRow("in") << false;
    }
    void isMadeWithoutGapOrOverlap_data() { units_data(); }
    void isMadeWithoutGapOrOverlap() {
        QFETCH(bool, metric);
        const Project p = project(metric ? Units::metric : Units::imperial);
        const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, {}, rack(15));
        const Assembly& a = plan.pieces.front().assembly();
        for (std::size_t i = 0; i < a.parts.size(); ++i)
            for (std::size_t k = 0; k < i; ++k)
                QVERIFY2(separation(a.parts[i].solid, a.parts[k].solid) > -1e-3,
                         (a.parts[i].id + " in " + a.parts[k].id).c_str());
        for (const auto& j : a.joints)
            if (j.kind != plugJoint && j.glued)
                QVERIFY2(contactArea(a.find(j.first)->solid, a.find(j.second)->solid) > 100, j.id.c_str());
        // The staves meet over their whole bevels: 12 mm at 15 degrees.
        QVERIFY(std::abs(contactArea(part(plan, "stave-1").solid, part(plan, "stave-2").solid) -
                         (a.length.mm() - 36) * 12 / std::cos(15 * degree)) < 1);
        QVERIFY(std::abs(std::abs(*edgeBevel(part(plan, "stave-1"), true)) - 15) < 0.01);
        QVERIFY(!planJson(p, plan).dump().empty());
        // For the independent checkers, by hand.
        if (const std::string out = qgetenv("OWL_LEANING_OUT").toStdString(); !out.empty()) {
            const std::string stem = out + (metric ? "/mm" : "/in");
            QVERIFY(writeFile(stem + ".plan.json", planJson(p, plan).dump(1)).has_value());
            QVERIFY(writeFile(stem + ".job.json", cutJobJson(plan.cutJob).dump(1)).has_value());
            QVERIFY(writeFile(stem + ".owl", writeProject(p)).has_value());
        }
    }
    /// What is moved takes the frames of its joints along.
    void framesMoveWithTheirParts() {
        const Plan plan = owl::plan(project(Units::metric), test::shop(), catalog(), nullptr, {}, rack(15));
        const Assembly& a = plan.pieces.front().assembly();
        int compared = 0;
        for (const auto& j : a.joints)
            if (j.contact) {
                const auto now = contactOf(*a.find(j.first), *a.find(j.second));
                QVERIFY2(now && norm(now->at - j.contact->at) < 0.5, j.id.c_str());
                ++compared;
            }
        QVERIFY(compared >= 8);
    }
    void holdsAndIsJudgedJointByJoint() {
        const Project p = project(Units::metric);
        const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, {}, rack(15));
        const PiecePlan& pp = plan.pieces.front();
        QCOMPARE(test::words(pp.unmakeable()), QString());
        const SupportVerdict* hold = pp.hold();
        QVERIFY(hold && hold->feasible);
        QVERIFY2(hold->verdict.status == Status::holds, hold->verdict.governs.c_str());
        for (const char* id : {"inner_joint", "shelf_joint", "joint"})
            if (const auto c =
                    std::find_if(hold->checks.begin(), hold->checks.end(),
                                 [&](const Check& check) { return check.id.find(id) != std::string::npos; });
                c != hold->checks.end())
                QVERIFY2(c->capacity > 0, c->id.c_str());
        QVERIFY(pp.mass > 4 && pp.mass < 12);
    }
    void isToldAlongItsParts() {
        const Plan plan = owl::plan(project(Units::metric), test::shop(), catalog(), nullptr, {}, rack(15));
        const PiecePlan& pp = plan.pieces.front();
        std::string housing;
        for (const auto& f : part(plan, "side-left").features)
            if (f.purpose == "side-left-tray")
                housing = f.text;
        QVERIFY2(housing.find("from the lower end at the back edge") != std::string::npos, housing.c_str());
        QVERIFY2(housing.find("15° from square") != std::string::npos, housing.c_str());
        QVERIFY2(housing.starts_with("8 mm deep"), housing.c_str()); // whatever groove lies beside it
        std::multiset<std::string> added;
        std::multiset<std::string> joined;
        std::set<std::string> shaped;
        for (const auto& s : pp.steps) {
            added.insert(s.adds.begin(), s.adds.end());
            joined.insert(s.joins.begin(), s.joins.end());
            shaped.insert(s.shapes.begin(), s.shapes.end());
        }
        for (const auto& q : pp.assembly().parts) {
            QCOMPARE(added.count(q.id), std::size_t(1));
            for (const auto& f : q.features)
                QVERIFY2(shaped.contains(f.id), f.id.c_str());
        }
        for (const auto& j : pp.assembly().joints)
            QCOMPARE(joined.count(j.id), std::size_t(1));
        for (const auto& s : pp.steps)
            QVERIFY2(s.text.find("nan") == std::string::npos && !s.title.empty(), s.text.c_str());
    }
    void isDrawnFromEverywhereAndPrinted() {
        const Project p = project(Units::metric);
        const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, {}, rack(15));
        PieceViewOptions o;
        QVERIFY(pieceView(p, plan, p.pieces.front().id, o).shapes.size() > 30);
        QVERIFY(wallView(p, plan, p.pieces.front().id, {}).shapes.size() > 10);
        QVERIFY(buildBook(p, plan).size() > 20);
    }
    /// What slopes keeps nothing by friction alone.
    void whatSlopesWantsALip() {
        const PieceMaker open = [](const PieceParams& params, const MakeContext& ctx, const Catalog& c) {
            Draft d = Rack(params, ctx, c, 15).make();
            d.assembly.surfaces.back().kept = false;
            return d;
        };
        const Project p = project(Units::metric);
        QVERIFY(!test::finding(owl::plan(p, test::shop(), catalog(), nullptr, {}, rack(15)), "slides.rest"));
        const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, {}, open);
        const Finding* f = test::finding(plan, "slides.rest");
        QVERIFY(f && f->severity == Severity::warns);
        QVERIFY2(f->text.find("20° to the wall") != std::string::npos, f->text.c_str());
    }
    void impossibleAnglesAreFindings_data() {
        QTest::addColumn<double>("lean");
        for (const double lean : {-60.0, 60.0, 89.9, 90.0, 135.0, 180.0})
            QTest::addRow("%g", lean) << lean;
    }
    void impossibleAnglesAreFindings() {
        QFETCH(double, lean);
        const Project p = project(Units::metric);
        const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, {}, rack(lean));
        QVERIFY(plan.blocked());
        QVERIFY(!planJson(p, plan).dump().empty());
        buildBook(p, plan);
    }
};

QTEST_APPLESS_MAIN(TestLeaningKind)
#include "test_core_leaning_kind.moc"
