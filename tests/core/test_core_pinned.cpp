// The ledge's figures, pinned before the engine became general: the demo and sixty ledges of every make. A
// figure that changes here was wrong before, and CHANGELOG says so, or it is wrong now.
#include "plan/plan_json.h"
#include "support.h"

using namespace owl;
using json = nlohmann::ordered_json;

namespace {

bool same(const json& got, const json& want) {
    if (got.is_number() && want.is_number()) {
        const double a = got.get<double>();
        const double b = want.get<double>();
        return std::abs(a - b) <= 2e-6 + 1e-9 * std::abs(b);
    }
    if (got.is_array() && want.is_array()) {
        if (got.size() != want.size())
            return false;
        for (std::size_t i = 0; i < got.size(); ++i)
            if (!same(got[i], want[i]))
                return false;
        return true;
    }
    if (got.is_object() && want.is_object()) {
        for (const auto& [k, v] : want.items())
            if (!got.contains(k) || !same(got.at(k), v))
                return false;
        return got.size() == want.size();
    }
    return got == want;
}

/// Fields of every row of a list, in this order.
json rows(const json& list, std::initializer_list<const char*> keys) {
    json out = json::array();
    for (const auto& r : list) {
        json one = json::array();
        for (const char* k : keys)
            one.push_back(r.at(k));
        out.push_back(one);
    }
    return out;
}

/// What was pinned, in today's plan; only what belongs to what the piece was made of then.
json briefOf(const json& piece, const json& pinned) {
    json out;
    for (const char* k : {"mass_kg", "contents_kg"})
        out[k] = piece.at(k);
    out["parts"] = rows(piece.at("parts"), {"id", "length_mm", "width_mm", "thickness_mm"});
    out["joints"] = json::array();
    for (const auto& j : piece.at("joints"))
        out["joints"].push_back(
            {j.at("id"), j.at("how"), j.at("screw"), j.at("screw_length_mm"), j.at("positions").size()});
    // Supports that were judged then; others may have come since.
    out["supports"] = json::array();
    for (const auto& want : pinned.at("supports"))
        for (const auto& s : piece.at("supports"))
            if (s.at("id") == want[0])
                out["supports"].push_back(
                    {s.at("id"), s.at("verdict"),
                     s.at("feasible").get<bool>() ? s.at("utilisation") : json(nullptr)});
    out["demands"] = rows(piece.at("demands"), {"x_mm", "shear_standing_N", "shear_leaning_N",
                                                "turning_standing_Nmm", "turning_leaning_Nmm"});
    out["sag"] = json::object();
    for (const auto& [k, v] : pinned.at("sag").items())
        out["sag"][k] = piece.at("sag").at(k);
    const json& verdict = piece.at("verdict");
    out["status"] = verdict.at("status");
    for (const char* k : {"utilisation", "governs", "may_carry_kg"})
        out[k] = verdict.contains(k) ? verdict.at(k) : json(nullptr);
    out["marks"] = rows(piece.at("hang").at("marks"), {"from_wall_left_mm", "from_floor_mm", "depth_mm"});
    return out;
}

QString differences(const json& plan, const json& pinned) {
    QString out;
    for (std::size_t i = 0; i < pinned.at("pieces").size(); ++i) {
        const json& want = pinned.at("pieces")[i];
        const json got = briefOf(plan.at("pieces").at(i), want);
        for (const auto& [key, value] : want.items()) {
            if (key == "steps" || same(got.at(key), value))
                continue;
            out += test::words(key + ": " + got.at(key).dump() + " was " + value.dump() + "\n");
        }
    }
    if (!same(plan.at("cost"), pinned.at("cost")))
        out += test::words("cost " + plan.at("cost").dump() + " was " + pinned.at("cost").dump() + "\n");
    return out;
}

json planned(const Project& p) {
    return planJson(p, test::planOf(p));
}

/// Pinned anew, once every difference was read and told: OWL_PIN=write build/release/tests/test_core_pinned.
bool pinning() {
    return qgetenv("OWL_PIN") == "write";
}
void pinAnew(const json& plan, json& pinned) {
    for (std::size_t i = 0; i < pinned.at("pieces").size(); ++i) {
        json& want = pinned.at("pieces")[i];
        const json got = briefOf(plan.at("pieces").at(i), want);
        for (const auto& [key, value] : got.items())
            want[key] = value;
    }
    pinned["cost"] = plan.at("cost");
}

} // namespace

class TestPinned : public QObject {
    Q_OBJECT
    json pinned_ = json::parse(test::textOf(test::sourcePath("tests/data/ledges-pinned.json")));

  private slots:
    void the_demo() {
        const auto p = loadProject(test::sourcePath("demo/harbour-lane.owl"));
        QVERIFY(p.has_value());
        Project then = *p; // of the kinds that there were
        std::erase_if(then.pieces, [](const Piece& q) {
            const std::string kind = kindOf(q);
            return kind != "ledge" && kind != "slab" && kind != "hollow";
        });
        if (pinning())
            pinAnew(planned(then), pinned_.at("demo"));
        const QString d = differences(planned(then), pinned_.at("demo"));
        QVERIFY2(d.isEmpty(), qPrintable(d));
    }
    void sixty_ledges() {
        int differ = 0;
        for (std::size_t i = 0; i < pinned_.at("ledges").size(); ++i) {
            json& one = pinned_.at("ledges")[i];
            const auto p = readProject(one.at("project").dump(), "pinned");
            QVERIFY2(p.has_value(), p.has_value() ? "" : p.error().c_str());
            if (pinning())
                pinAnew(planned(*p), one.at("plan"));
            const QString d = differences(planned(*p), one.at("plan"));
            if (!d.isEmpty())
                qWarning("%zu: %s", i, qPrintable(d));
            differ += !d.isEmpty();
        }
        QCOMPARE(differ, 0);
    }
    void cleanupTestCase() {
        if (pinning())
            std::ofstream(test::sourcePath("tests/data/ledges-pinned.json")) << pinned_.dump() << "\n";
    }
};

QTEST_APPLESS_MAIN(TestPinned)
#include "test_core_pinned.moc"
