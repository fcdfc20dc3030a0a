// Solids against closed forms, against each other, and against methods that share nothing with them.
#include "solid/outline.h"
#include "solid/query.h"
#include "solid/stl.h"
#include "support.h"

#include <random>

using namespace owl;

namespace {

constexpr std::array<Vec3, 3> world{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}};
const double pi = std::acos(-1.0);

ConvexCell box(Vec3 low, Vec3 size) {
    return boxCell(low, world, size);
}
Solid boxSolid(Vec3 low, Vec3 size) {
    return {{box(low, size)}};
}

class Dice {
  public:
    explicit Dice(unsigned seed) : engine_(seed) {}
    double in(double low, double high) { return std::uniform_real_distribution<double>(low, high)(engine_); }
    Vec3 point(double reach) { return {in(-reach, reach), in(-reach, reach), in(-reach, reach)}; }
    std::array<Vec3, 3> axes() {
        const Vec3 a = unit(point(1));
        const Vec3 b = anySideOf(a);
        return {a, b, cross(a, b)};
    }
    ConvexCell turnedBox(double reach) {
        return boxCell(point(reach), axes(), {in(20, 200), in(20, 120), in(5, 60)});
    }
    Plane plane(double reach) { return planeThrough(point(reach), point(1)); }

  private:
    std::mt19937 engine_;
};

/// Every edge is met once each way, every face is flat and looks outward.
QString faultOf(const ConvexCell& c) {
    std::map<std::pair<int, int>, int> edges;
    for (const auto& f : c.faces)
        for (std::size_t i = 0; i < f.loop.size(); ++i)
            ++edges[{f.loop[i], f.loop[(i + 1) % f.loop.size()]}];
    for (const auto& [e, n] : edges)
        if (n != 1 || edges.find({e.second, e.first}) == edges.end())
            return QString("open at %1-%2").arg(e.first).arg(e.second);
    for (const auto& f : c.faces)
        for (const auto& p : c.points)
            if (f.plane.beyond(p) > 2e-3)
                return "not convex";
    return c.volume() > 0 ? QString() : QString("no volume");
}

/// The least distance of two convex cells by projecting to and fro (Dykstra): slow, and nothing like
/// separating axes.
double distanceByProjection(const ConvexCell& a, const ConvexCell& b) {
    const auto onto = [](const ConvexCell& c, Vec3 p) {
        std::vector<Vec3> carried(c.faces.size());
        for (int round = 0; round < 60; ++round)
            for (std::size_t i = 0; i < c.faces.size(); ++i) {
                const Vec3 q = p + carried[i];
                const double over = std::max(0.0, c.faces[i].plane.beyond(q));
                p = q - c.faces[i].plane.normal * over;
                carried[i] = q - p;
            }
        return p;
    };
    Vec3 p = a.centre();
    Vec3 q = b.centre();
    for (int round = 0; round < 400; ++round) {
        q = onto(b, p);
        p = onto(a, q);
    }
    return norm(p - q);
}

} // namespace

class TestSolid : public QObject {
    Q_OBJECT
  private slots:
    void boxes_and_prisms_have_their_closed_forms() {
        const ConvexCell b = box({1, 2, 3}, {10, 20, 30});
        QCOMPARE(b.volume(), 6000.0);
        QVERIFY(norm(b.centre() - Vec3{6, 12, 18}) < 1e-9);
        QVERIFY2(faultOf(b).isEmpty(), qPrintable(faultOf(b)));
        for (const auto& f : b.faces)
            if (f.origin == FaceOrigin::throughHigh)
                QCOMPARE(b.faceArea(f), 200.0);
        std::vector<std::array<double, 2>> ring;
        for (int i = 0; i < 64; ++i)
            ring.push_back({50 * std::cos(2 * pi * i / 64), 50 * std::sin(2 * pi * i / 64)});
        const ConvexCell disc = prismCell({0, 0, 0}, world, ring, 10, 6);
        QVERIFY(std::abs(disc.volume() - 32 * 50 * 50 * std::sin(2 * pi / 64) * 10) < 1e-6);
        QVERIFY(faultOf(disc).isEmpty());
        QVERIFY(box({0, 0, 0}, {10, 0, 10}).empty());
    }
    void left_handed_frames_face_outward_too() {
        const ConvexCell c = boxCell({0, 0, 0}, {Vec3{1, 0, 0}, Vec3{0, 0, 1}, Vec3{0, 1, 0}}, {3, 4, 5});
        QVERIFY(faultOf(c).isEmpty());
        QCOMPARE(c.volume(), 60.0);
    }
    void a_mitre_takes_half_of_what_it_should() {
        // 100 x 50 x 20 with one end at 45 degrees across: a wedge of 50 x 50 / 2 x 20 goes.
        Solid s = boxSolid({0, 0, 0}, {100, 50, 20});
        clip(s, planeThrough({100, 0, 0}, {1, 1, 0}), 6);
        QVERIFY(std::abs(s.volume() - (100000 - 25000)) < 1e-6);
        QVERIFY(std::abs(exposedArea(s, 6) - 50 * std::sqrt(2) * 20) < 1e-6);
        const double x = (100000 * 50 - 25000 * (100 - 50.0 / 3)) / 75000;
        QVERIFY(std::abs(s.centre().x - x) < 1e-9);
    }
    void a_cut_gives_back_the_whole() {
        Dice dice(1);
        for (int i = 0; i < 400; ++i) {
            const Solid whole{{dice.turnedBox(100)}};
            const auto parts = split(whole, dice.plane(100), 7);
            QVERIFY(std::abs(parts[0].volume() + parts[1].volume() - whole.volume()) < 0.5);
            for (const auto& p : parts)
                for (const auto& c : p.cells)
                    QVERIFY2(faultOf(c).isEmpty(), qPrintable(faultOf(c)));
            if (!parts[0].empty() && !parts[1].empty()) {
                QVERIFY(separation(parts[0], parts[1]) > -0.01);
                QVERIFY(std::abs(contactArea(parts[0], parts[1]) - exposedArea(parts[0], 7)) < 0.5);
            }
        }
    }
    void what_a_tool_takes_is_what_both_share() {
        Dice dice(2);
        for (int i = 0; i < 200; ++i) {
            Solid s{{dice.turnedBox(60)}};
            const double before = s.volume();
            Solid shared = s;
            for (int k = 0; k < 3; ++k) {
                const ConvexCell tool = dice.turnedBox(60);
                shared = s;
                for (const auto& f : tool.faces)
                    clip(shared, f.plane, 8);
                const double had = s.volume();
                subtract(s, tool, 8);
                QVERIFY2(std::abs(had - shared.volume() - s.volume()) < 1,
                         qPrintable(QString::number(had - shared.volume() - s.volume())));
            }
            QVERIFY(s.volume() <= before + 1e-6);
            for (std::size_t a = 0; a < s.cells.size(); ++a) {
                QVERIFY2(faultOf(s.cells[a]).isEmpty(), qPrintable(faultOf(s.cells[a])));
                for (std::size_t b = a + 1; b < s.cells.size(); ++b)
                    QVERIFY(separation(s.cells[a], s.cells[b]) > -0.01);
            }
        }
    }
    void a_groove_leaves_its_floor_and_walls() {
        Solid s = boxSolid({0, 0, 0}, {200, 100, 18});
        subtract(s, box({-1, 40, 12}, {202, 6, 10}), 9);
        QVERIFY(std::abs(s.volume() - (360000 - 200 * 6 * 6)) < 1e-6);
        QVERIFY(std::abs(exposedArea(s, 9) - 200 * (6 + 6 + 6)) < 1e-6);
        QVERIFY(std::abs(exposedArea(s, FaceOrigin::throughHigh) - 200 * 94) < 1e-6);
        QVERIFY(std::abs(exposedArea(s, FaceOrigin::throughLow) - 200 * 100) < 1e-6);
    }
    void gaps_agree_with_projection() {
        Dice dice(3);
        int apart = 0;
        for (int i = 0; i < 150; ++i) {
            const ConvexCell a = dice.turnedBox(100);
            const ConvexCell b = dice.turnedBox(100);
            const double gap = separation(a, b);
            const double slow = distanceByProjection(a, b);
            const double exact = distance(a, b);
            QVERIFY2(gap <= 0 ? slow < 0.2 : std::abs(exact - slow) < 0.05,
                     qPrintable(QString("%1 %2 %3").arg(gap).arg(exact).arg(slow)));
            QVERIFY(gap <= exact + 1e-6);
            apart += gap > 0;
        }
        QVERIFY2(apart > 30 && apart < 150, qPrintable(QString::number(apart)));
    }
    void the_depth_of_an_overlap_is_the_shortest_way_out() {
        Dice dice(4);
        int met = 0;
        for (int i = 0; i < 300; ++i) {
            const ConvexCell a = dice.turnedBox(60);
            const Solid b{{dice.turnedBox(60)}};
            const double deep = -separation(a, b.cells[0]);
            if (deep < 0.1)
                continue;
            ++met;
            // No move shorter than the depth frees them; the move along the best face normal does.
            for (int k = 0; k < 20; ++k) {
                const Vec3 way = unit(dice.point(1)) * (deep * 0.99);
                QVERIFY(separation(a, moved(b, way).cells[0]) < 0);
            }
            const auto wayOut = [&](const Vec3& d) { // how far b must go along d until a lies behind it
                double need = -1e9;
                for (const auto& p : a.points)
                    for (const auto& q : b.cells[0].points)
                        need = std::max(need, dot(p - q, d));
                return need;
            };
            Vec3 way = unit(dice.point(1));
            double best = wayOut(way);
            for (int k = 0; k < 6000; ++k) { // anywhere first, then ever nearer to the best
                const Vec3 d =
                    k < 1500 ? unit(dice.point(1)) : unit(way + dice.point(1) * std::pow(0.997, k - 1500));
                if (const double need = wayOut(d); need < best) {
                    best = need;
                    way = d;
                }
            }
            QVERIFY2(best > deep - 1e-6 && best < deep * 1.1 + 0.5,
                     qPrintable(QString("%1 %2").arg(best).arg(deep)));
        }
        QVERIFY(met > 50);
    }
    void lines_run_inside_as_far_as_sampling_says() {
        Dice dice(5);
        for (int i = 0; i < 100; ++i) {
            Solid s{{dice.turnedBox(60)}};
            subtract(s, dice.turnedBox(60), 8);
            const Vec3 a = dice.point(250);
            const Vec3 b = dice.point(250);
            int in = 0;
            for (int k = 0; k < 4000; ++k)
                in += s.contains(a + (b - a) * ((k + 0.5) / 4000));
            QVERIFY(std::abs(lengthInside(s, a, b) - norm(b - a) * in / 4000) < norm(b - a) / 400);
        }
    }
    void a_driver_meets_what_stands_in_its_way() {
        const Solid wall = boxSolid({0, 100, 0}, {500, 20, 300});
        QVERIFY(!cylinderMeets(wall, {100, 0, 100}, {100, 99, 100}, 12.5));
        const auto at = cylinderMeets(wall, {100, 0, 100}, {100, 180, 100}, 12.5);
        QVERIFY(at && std::abs(*at - 100) < 1e-6);
        QVERIFY(!cylinderMeets(wall, {-14, 0, 100}, {-14, 180, 100}, 12.5)); // passes beside its end
        QVERIFY(cylinderMeets(wall, {-11, 0, 100}, {-11, 180, 100}, 12.5));
    }
    void parts_slide_on_only_where_nothing_catches() {
        const Solid tongue = boxSolid({0, 0, 6}, {100, 30, 6});
        Solid groove = boxSolid({0, 30, 0}, {100, 40, 18});
        subtract(groove, box({-1, 29, 6}, {102, 11, 6}), 6);
        QVERIFY(slidesFree(tongue, {0, 10, 0}, groove)); // into its groove
        QVERIFY(!slidesFree(tongue, {0, 20, 0}, groove));
        QVERIFY(slidesFree(tongue, {0, -50, 0}, groove));
        QVERIFY(!slidesFree(moved(tongue, {0, 10, 0}), {0, 0, 20}, groove)); // out sideways it does not come
        // Boxes and wedges by lot, against the same move in steps of a millimetre.
        std::mt19937 lot(5);
        const auto draw = [&](double low, double high) {
            return std::uniform_real_distribution<double>(low, high)(lot);
        };
        int blocked = 0;
        for (int n = 0; n < 900; ++n) {
            Solid a =
                boxSolid({draw(0, 40), draw(0, 40), draw(0, 40)}, {draw(5, 25), draw(5, 25), draw(5, 25)});
            const Solid b =
                boxSolid({draw(0, 40), draw(0, 40), draw(0, 40)}, {draw(5, 25), draw(5, 25), draw(5, 25)});
            if (n % 2 == 1) // a slope instead of a corner
                clip(a, planeThrough(a.centre() + Vec3{3, 0, 0}, {1, 1, 0}), 6);
            if (a.cells.empty() || separation(a, b) < 0)
                continue;
            Vec3 by{0, 0, 0};
            (n % 3 == 0 ? by.x : n % 3 == 1 ? by.y : by.z) = n % 5 < 3 ? 60 : -60;
            double deepest = 1;
            for (int step = 0; step <= 60; ++step)
                deepest = std::min(deepest, separation(moved(a, by * (step / 60.0)), b));
            const bool free = slidesFree(a, by, b);
            QVERIFY2(!(free && deepest < -0.01), qPrintable(QString::number(n)));
            QVERIFY2(free || deepest < 0.5, qPrintable(QString::number(n)));
            blocked += free ? 0 : 1;
        }
        QVERIFY(blocked > 30);
    }
    void contact_is_exact() {
        const Solid rail = boxSolid({0, 0, 0}, {600, 18, 90});
        const Solid base = boxSolid({10, 18, 0}, {500, 70, 18});
        QVERIFY(std::abs(contactArea(rail, base) - 500 * 18) < 1e-6);
        QCOMPARE(contactArea(rail, moved(base, {0, 1, 0})), 0.0);
        QCOMPARE(contactPatches(rail, base).size(), std::size_t(1));
    }
    void a_ring_of_mitred_staves_closes() {
        // six staves, ends at 30 degrees: each touches its neighbours over the whole mitre, nothing overlaps
        std::vector<Solid> staves;
        for (int k = 0; k < 6; ++k) {
            const double turn = pi / 3 * k;
            const Vec3 out{std::cos(turn), 0, std::sin(turn)};
            const Vec3 along{-std::sin(turn), 0, std::cos(turn)};
            const double side = 150;
            Solid s{{boxCell(out * (side * std::cos(pi / 6)) - along * (side / 2),
                             {along, Vec3{0, 1, 0}, -out}, {side, 90, 18})}};
            for (double sign : {-1.0, 1.0})
                clip(s,
                     planeThrough(out * (side * std::cos(pi / 6)) + along * (sign * side / 2),
                                  along * sign * std::cos(pi / 6) - out * std::sin(pi / 6) * 1.0),
                     6 + (sign > 0));
            staves.push_back(s);
        }
        for (int k = 0; k < 6; ++k) {
            const Solid& a = staves[k];
            const Solid& b = staves[(k + 1) % 6];
            QVERIFY(separation(a, b) > -1e-3);
            QVERIFY2(std::abs(contactArea(a, b) - 90 * 18 / std::cos(pi / 6)) < 1e-3,
                     qPrintable(QString::number(contactArea(a, b))));
        }
    }
    void sections_and_shadows_have_their_areas() {
        Solid s = boxSolid({0, 0, 0}, {200, 100, 40});
        subtract(s, box({50, 20, -1}, {40, 30, 42}), 6);
        const View top{{0, 0, 20}, {1, 0, 0}, {0, 1, 0}};
        QVERIFY(std::abs(areaOf(sectionOf(s, top)) - (20000 - 1200)) < 0.1);
        QCOMPARE(sectionOf(s, top).size(), std::size_t(2)); // outline and hole
        QVERIFY(std::abs(areaOf(shadowOf(s, top)) - (20000 - 1200)) < 0.1);
        const View front{{0, 0, 0}, {1, 0, 0}, {0, 0, 1}};
        QVERIFY(std::abs(areaOf(shadowOf(s, front)) - 8000) < 0.1);
        QVERIFY(areaOf(sectionOf(s, {{0, -5, 0}, {1, 0, 0}, {0, 0, 1}})) == 0.0);
    }
    void stl_is_closed_and_holds_the_volume() {
        Dice dice(6);
        for (int i = 0; i < 60; ++i) {
            Solid s{{dice.turnedBox(60)}};
            subtract(s, dice.turnedBox(60), 8);
            double six = 0;
            std::map<std::array<long long, 6>, int> balance;
            const auto key = [](const Vec3& a, const Vec3& b) {
                const auto r = [](double v) { return std::llround(v * 100); };
                return std::array<long long, 6>{r(a.x), r(a.y), r(a.z), r(b.x), r(b.y), r(b.z)};
            };
            for (const auto& t : surfaceOf(s)) {
                six += dot(t[0], cross(t[1], t[2]));
                for (int k = 0; k < 3; ++k) {
                    ++balance[key(t[k], t[(k + 1) % 3])];
                    --balance[key(t[(k + 1) % 3], t[k])];
                }
            }
            QVERIFY(std::abs(six / 6 - s.volume()) < 1);
            for (const auto& [edge, n] : balance)
                QCOMPARE(n, 0);
        }
        const Solid one = boxSolid({0, 0, 0}, {1, 2, 3});
        const std::string text = stlOf({{"back rail", &one}});
        QVERIFY(text.starts_with("solid back_rail\n") && text.ends_with("endsolid back_rail\n"));
        QCOMPARE(std::count(text.begin(), text.end(), '\n'), 12 * 7 + 2);
    }
};

QTEST_APPLESS_MAIN(TestSolid)
#include "test_core_solid.moc"
