// Whatever is typed into whichever input: a sentence, or an edit that leaves a project which can be planned,
// written and read back.
#include "edit/fields.h"
#include "plan/plan_json.h"
#include "project/project_file.h"
#include "support.h"

#include <cmath>

using namespace owl;

namespace {

const std::vector<std::string>& nasty() {
    static const std::vector<std::string> all{
        "",
        "   ",
        "0",
        "-1",
        "-0",
        "1e9",
        "1e-9",
        "1e400",
        "nan",
        "inf",
        "-inf mm",
        "99999999999999999999 m",
        "0.0000001 mm",
        "3/0",
        "1/2/3",
        "5' 4 3/8\"",
        "12 3/16\" + 40 mm",
        "10 * 10",
        "((((((((((1",
        "1..2",
        "1,5",
        "400; 800; 800; -3",
        "½",
        "six",
        "\xff\xfe",
        "🦉 300",
        "<b>300</b>",
        "300\n400",
        std::string("30\0 0", 5),
        std::string(20'000, '9'),
        std::string(500, '('),
        "2026-13-45T99:99",
        "../../../300",
    };
    return all;
}

/// A sentence for people: begins with a capital, a digit or a quotation, ends with a full stop, and does not
/// repeat twenty thousand characters.
bool isSentence(const std::string& s) {
    if (s.size() < 10 || s.size() > 400 || (s.back() != '.' && s.back() != '?'))
        return false;
    const auto first = static_cast<unsigned char>(s.front());
    return std::isupper(first) || std::isdigit(first) || first == '"' || s.starts_with("kg ");
}

std::string shown(const std::string& field, const std::string& typed) {
    return field + " <- \"" + typed.substr(0, 40) + "\"";
}

/// Every figure in a plan is a number.
bool finite(const nlohmann::ordered_json& j) {
    if (j.is_number_float())
        return std::isfinite(j.get<double>());
    return std::all_of(j.begin(), j.end(), [](const auto& v) {
        return v.is_structured() ? finite(v)
                                 : !v.is_number_float() || std::isfinite(v.template get<double>());
    });
}

void tryOn(const Project& p, const std::string& piece, Station station, const std::string& wall) {
    const Plan plan = test::planOf(p);
    for (const auto& f : fieldsOf(p, plan, catalog(), piece, station, wall)) {
        if (f.kind == FieldKind::heading || f.kind == FieldKind::action || f.kind == FieldKind::file)
            continue;
        int planned = 0; // a few plans for each input: names take whatever they are given
        for (const auto& typed : nasty()) {
            const std::string where = shown(f.id, typed);
            const auto edit = f.set(typed);
            if (!edit) {
                QVERIFY2(isSentence(edit.error()), (where + ": " + edit.error()).c_str());
                continue;
            }
            Project q = p;
            edit->apply(q);
            const std::string text = writeProject(q);
            const auto again = readProject(text, "typed.owl");
            QVERIFY2(again.has_value(), (where + ": " + (again ? "" : again.error())).c_str());
            QVERIFY2(writeProject(*again) == text, where.c_str());
            if (q == p || ++planned > (test::sanitized ? 1 : 5))
                continue;
            const Plan after = test::planOf(q);
            QVERIFY2(finite(planJson(q, after)), where.c_str());
        }
    }
}

} // namespace

class TestTorture : public QObject {
    Q_OBJECT
  private slots:
    void everyInputOfTheLedge_data() {
        QTest::addColumn<int>("station");
        for (int s = 0; s < stationCount; ++s)
            QTest::newRow(stationName(static_cast<Station>(s))) << s;
    }
    void everyInputOfTheLedge() {
        QFETCH(int, station);
        tryOn(test::hall(), "ledge-1", static_cast<Station>(station), {});
    }
    /// The alcove has corners, the fire wall a hearth: inputs the hall does not have.
    void everyInputOfTheOtherWalls() {
        const auto p = loadProject(test::sourcePath("demo/harbour-lane.owl"));
        QVERIFY(p.has_value());
        for (const char* wall : {"alcove-back", "fire-wall"}) {
            QVERIFY(p->findWall(wall) != nullptr);
            Project few = *p; // one piece is enough to see whether a plan comes out
            few.pieces.resize(1);
            tryOn(few, few.pieces.front().id, Station::place, wall);
        }
    }
    /// The edits of one session one after the other: none of them may leave what the next cannot use.
    void editsPileUp() {
        Project p = test::hall();
        int done = 0;
        for (int s = 0; s < stationCount; ++s) {
            const Plan plan = test::planOf(p);
            for (const auto& f : fieldsOf(p, plan, catalog(), "ledge-1", static_cast<Station>(s)))
                for (const char* typed : {"40", "1.5", "yes", "no", "700 mm"})
                    if (f.kind != FieldKind::heading && f.kind != FieldKind::action &&
                        f.kind != FieldKind::file)
                        if (const auto edit = f.set(typed)) {
                            edit->apply(p);
                            ++done;
                        }
        }
        QVERIFY(done > 60);
        const std::string text = writeProject(p);
        const auto again = readProject(text, "x.owl");
        QVERIFY2(again.has_value(), again ? "" : again.error().c_str());
        const Plan plan = test::planOf(*again);
        QVERIFY(finite(planJson(*again, plan)));
        for (const auto& f : plan.findings) {
            QVERIFY2(isSentence(f.text), (f.id + ": " + f.text).c_str());
            for (const auto& r : f.remedies) { // and every cure can be taken
                Project q = *again;
                r.apply(q);
                QVERIFY2(readProject(writeProject(q), "x").has_value(), (f.id + ": " + r.name).c_str());
            }
        }
    }
};

QTEST_APPLESS_MAIN(TestTorture)
#include "test_core_torture.moc"
