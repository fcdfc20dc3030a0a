// What every kind promises by its one description: file, lots, limits, table; and no kind by name outside
// piece/.
#include "drawing/views.h"
#include "edit/parameter_fields.h"
#include "piece/parameter_tools.h"
#include "plan/plan_json.h"
#include "project/random_project.h"
#include "report/book.h"
#include "report/svg.h"
#include "solid/stl.h"
#include "support.h"

#include <fmt/format.h>

#include <QRegularExpression>
#include <QXmlStreamReader>
#include <cctype>
#include <filesystem>
#include <set>

using namespace owl;

namespace {

bool finite(const nlohmann::ordered_json& j) {
    if (j.is_number_float())
        return std::isfinite(j.get<double>());
    if (j.is_structured())
        return std::all_of(j.begin(), j.end(), [](const auto& v) { return finite(v); });
    return true;
}

} // namespace

class TestKinds : public QObject {
    Q_OBJECT
  private slots:
    void kinds_data() {
        QTest::addColumn<QString>("kind");
        for (const auto& k : knownKinds())
            QTest::newRow(k.id) << QString(k.id);
    }
    void everyParameterSurvivesTheFile_data() { kinds_data(); }
    void everyParameterSurvivesTheFile() {
        QFETCH(QString, kind);
        for (std::uint64_t seed = 1; seed <= (test::sanitized ? 10U : 60U); ++seed)
            for (const Units units : {Units::metric, Units::imperial}) {
                const Project p = randomProject(kind.toStdString(), units, seed).value();
                const auto back = readProject(writeProject(p), "round trip");
                QVERIFY2(back.has_value(), back ? "" : back.error().c_str());
                QVERIFY(*back == p);
                QCOMPARE(test::words(writeProject(*back)), test::words(writeProject(p)));
            }
    }
    /// What is cut is said in words, and in numbers for whoever reads plan.json. Only a waney edge has none.
    void featuresCarryTheirSizes_data() { kinds_data(); }
    void featuresCarryTheirSizes() {
        QFETCH(QString, kind);
        for (std::uint64_t seed = 1; seed <= (test::sanitized ? 1U : 12U); ++seed)
            for (const Units units : {Units::metric, Units::imperial}) {
                const Project p = randomProject(kind.toStdString(), units, seed).value();
                CutEffort quick;
                quick.tries = 1;
                const Plan planned = plan(p, test::shop(), catalog(), nullptr, quick);
                for (const auto& part : planned.pieces.front().assembly().parts)
                    for (const auto& f : part.features) {
                        QVERIFY2(!f.sizes.empty() || f.text.starts_with("the waney edge"), f.id.c_str());
                        for (const auto& [name, size] : f.sizes)
                            QVERIFY2(std::isfinite(size) && (size >= 0 || name == "angle_deg"),
                                     (f.id + " " + name).c_str());
                    }
            }
    }
    void theSameSeedGivesTheSameProject_data() { kinds_data(); }
    void theSameSeedGivesTheSameProject() {
        QFETCH(QString, kind);
        const auto once = [&](std::uint64_t seed) {
            return writeProject(randomProject(kind.toStdString(), Units::metric, seed).value());
        };
        QCOMPARE(test::words(once(7)), test::words(once(7)));
        QVERIFY(once(7) != once(8));
        QVERIFY(!randomProject("sofa", Units::metric, 1).has_value());
    }
    void lotsReachEveryChoiceAndBothEnds_data() { kinds_data(); }
    void lotsReachEveryChoiceAndBothEnds() {
        QFETCH(QString, kind);
        struct Seen : QuietParameters {
            std::map<std::string, std::set<std::string>> values, wanted;
            void length(const About& a, Length& v, const LengthLimits& l) override {
                if (!l.board) // boards come in what is sold
                    ends(a, v == l.usualLow, v == l.usualHigh);
            }
            void whole(const About& a, int& v, const WholeLimits& l) override {
                ends(a, v == l.usualLow, v == l.usualHigh);
            }
            void number(const About& a, double& v, const NumberLimits& l) override {
                ends(a, v == l.usualLow, v == l.usualHigh);
            }
            void option(const About& a, int& v, std::span<const Option> o) override {
                values[path_.of(a)].insert(o[static_cast<std::size_t>(v)].id);
                for (const auto& one : o)
                    if (one.offered)
                        wanted[path_.of(a)].insert(one.id);
            }
            void flag(const About& a, bool& v) override {
                values[path_.of(a)].insert(v ? "yes" : "no");
                wanted[path_.of(a)] = {"yes", "no"};
            }
            void ends(const About& a, bool low, bool high) {
                wanted[path_.of(a)] = {"low", "high"};
                if (low)
                    values[path_.of(a)].insert("low");
                if (high)
                    values[path_.of(a)].insert("high");
            }
        } seen;
        for (std::uint64_t seed = 1; seed <= 300; ++seed) { // before what cannot go together gives way
            PieceParams params = defaultParams(kind.toStdString(), seed % 2).value();
            ParameterLottery draw(seed, seed % 2, {18_mm, 40_mm}, "scots_pine");
            describe(params, draw);
            describe(params, seen);
        }
        for (const auto& [name, all] : seen.wanted)
            for (const auto& one : all)
                QVERIFY2(seen.values[name].contains(one), (name + " never " + one).c_str());
    }
    void mostDrawnProjectsAreHeldByEverySupport_data() { kinds_data(); }
    void mostDrawnProjectsAreHeldByEverySupport() {
        QFETCH(QString, kind);
        std::set<std::string> chosen;
        std::set<std::string> offered;
        int held = 0;
        int n = test::sanitized ? 20 : 120;
        const int most = 3 * n; // where there are many, or a kind is small and mostly on anchors
        for (int seed = 1; seed <= n; ++seed) {
            const Project p =
                randomProject(kind.toStdString(), seed % 2 ? Units::metric : Units::imperial, seed).value();
            const Plan plan = test::planOf(p);
            const PiecePlan& pp = plan.pieces.front();
            for (const auto& s : pp.supports)
                if (!s.option.beside) // asked for where one stud is; drawn pieces stand over two
                    offered.insert(s.option.id);
            if (pp.hold() && pp.hold()->feasible) {
                ++held;
                chosen.insert(pp.hold()->option.id);
            }
            QVERIFY(finite(planJson(p, plan)));
            if (seed == n && n < most && chosen.size() * 2 < offered.size() && !test::sanitized)
                n += 40;
        }
        QVERIFY2(held * 2 > n, qPrintable(QString::number(held)));
        std::string never;
        for (const auto& o : offered)
            if (!chosen.contains(o))
                never += o + " ";
        QVERIFY2(chosen.size() * 2 >= offered.size() || test::sanitized, never.c_str());
    }
    void hardLimitsHoldEverywhere_data() { kinds_data(); }
    void hardLimitsHoldEverywhere() {
        QFETCH(QString, kind);
        for (const auto& row : parameterTable(kind.toStdString())) {
            const std::string name = row.at("name");
            if (!row.contains("high"))
                continue;
            Project p = newProject(kind.toStdString(), Units::metric).value();
            PieceParams& params = p.pieces.front().params;
            const auto tooMuch =
                withParameter(params, name, fmt::format("{}", row.at("high").get<double>() + 1), true);
            QVERIFY2(!tooMuch.has_value(), name.c_str());
            QVERIFY(tooMuch.error().find(row.at("label").get<std::string>()) != std::string::npos);
            // the panel says the same
            for (const auto& f : parameterFields(p, p.pieces.front(), nullptr, catalog()))
                if (f.id == "piece." + name)
                    QCOMPARE(test::words(f.set(fmt::format("{}", row.at("high").get<double>() + 1)).error()),
                             test::words(tooMuch.error()));
            // and the file
            auto j = nlohmann::ordered_json::parse(writeProject(p));
            auto* at = &j["pieces"][0][kind.toStdString()];
            const auto slash = name.find('/');
            if (slash != std::string::npos)
                at = &(*at)[name.substr(0, slash)];
            (*at)[slash == std::string::npos ? name : name.substr(slash + 1)] =
                row.at("high").get<double>() + 1;
            QVERIFY2(!readProject(j.dump(), "f").has_value(), name.c_str());
        }
    }
    void setRefusesWhatItDoesNotKnow() {
        const PieceParams p = defaultParams("slab", true).value();
        QVERIFY(withParameter(p, "wings", "2", true).error().find("no parameter \"wings\"") !=
                std::string::npos);
        QVERIFY(withParameter(p, "length", "long", true).error().find("long") != std::string::npos);
        QVERIFY(withParameter(p, "build", "woven", true).error().find("one_board") != std::string::npos);
        QVERIFY(withParameter(p, "cable", "perhaps", true).error().find("yes or no") != std::string::npos);
        QVERIFY(withParameter(p, "boards", "2.5", true).error().find("whole number") != std::string::npos);
        QVERIFY(withParameter(p, "species", "plastic", true).error().find("plastic") != std::string::npos);
        QCOMPARE(lengthOf(*withParameter(p, "length", "35 1/2", false)), Length::inches(71, 2));
    }
    void theUnusualIsANote() {
        Project p = newProject("slab", Units::metric).value();
        p.pieces.front().params = *withParameter(p.pieces.front().params, "depth", "400", true);
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "unusual.depth");
        QVERIFY(f && f->severity == Severity::notes);
        QVERIFY(f->text.find("usually 120 mm to 250 mm") != std::string::npos);
    }
    void everyKindGoesThroughAllStationsAndTheBook_data() { kinds_data(); }
    void everyKindGoesThroughAllStationsAndTheBook() {
        QFETCH(QString, kind);
        for (const Units units : {Units::metric, Units::imperial}) {
            const Project p = newProject(kind.toStdString(), units).value();
            const Plan plan = test::planOf(p);
            const std::string id = p.pieces.front().id;
            QVERIFY2(!plan.blocked(), plan.findings.empty() ? "" : plan.findings.front().text.c_str());
            for (int s = 0; s < stationCount; ++s) {
                QVERIFY(!fieldsOf(p, plan, catalog(), id, static_cast<Station>(s)).empty());
                QVERIFY(!stationState(p, plan, id, static_cast<Station>(s)).empty());
            }
            for (const Drawing& d :
                 {pieceView(p, plan, id, {}), sectionView(p, plan, id), frontView(p, plan, id),
                  holdSection(p, plan, id), holdFront(p, plan, id), loadView(p, plan, id),
                  wallView(p, plan, id, {}), thumbnail(p, plan.pieces.front())}) {
                QVERIFY(!d.shapes.empty());
                for (const auto& shape : d.shapes)
                    for (const auto& q : shape.points)
                        QVERIFY(std::isfinite(q.x) && std::isfinite(q.y));
            }
            QVERIFY(!buildBook(p, plan).empty());
            QVERIFY(!plan.pieces.front().marks.empty() && !plan.shopping.empty());
            QVERIFY(!plan.pieces.front().label.empty());
        }
    }
    void everyJointOfAPlanIsMadeOnceAndInOrder_data() { kinds_data(); }
    void everyJointOfAPlanIsMadeOnceAndInOrder() {
        QFETCH(QString, kind);
        for (std::uint64_t seed = 1; seed <= (test::sanitized ? 4U : 30U); ++seed) {
            const Project p = randomProject(kind.toStdString(), Units::metric, seed).value();
            const Plan plan = test::planOf(p);
            const PiecePlan& pp = plan.pieces.front();
            if (!pp.hold() || !pp.hold()->feasible)
                continue;
            std::set<std::string> there;
            std::set<std::string> made;
            for (const auto& s : pp.steps) {
                for (const auto& a : s.adds)
                    QVERIFY2(there.insert(a).second, a.c_str());
                for (const auto& id : s.joins) {
                    const Joint* j = pp.assembly().joint(id);
                    QVERIFY2(j && there.contains(j->first) && there.contains(j->second), id.c_str());
                    QVERIFY2(made.insert(id).second, id.c_str());
                }
            }
            QCOMPARE(there.size(), pp.assembly().parts.size());
            QCOMPARE(made.size(), pp.assembly().joints.size());
        }
    }
    /// Who measures in inches meets no millimetre on the bench: not in steps, not in notes and reasons.
    void stepsSpeakTheProjectsUnit_data() { kinds_data(); }
    void stepsSpeakTheProjectsUnit() {
        QFETCH(QString, kind);
        // a figure with both units in it has the other in brackets
        const QRegularExpression metric(R"(\d\s(mm|cm|kg)\b(?! \())");
        const auto stray = [&](const std::string& text) {
            return metric.match(QString::fromStdString(text)).hasMatch();
        };
        for (std::uint64_t seed = 1; seed <= (test::sanitized ? 2U : 24U); ++seed) {
            const Plan plan = test::planOf(randomProject(kind.toStdString(), Units::imperial, seed).value());
            const PiecePlan& pp = plan.pieces.front();
            for (const auto& s : pp.steps)
                QVERIFY2(!stray(s.text) && !stray(s.title), s.text.c_str());
            for (const auto& j : pp.assembly().joints)
                QVERIFY2(!stray(j.note), j.note.c_str());
            for (const auto& part : pp.assembly().parts) {
                for (const auto& why : part.why)
                    QVERIFY2(!stray(why), why.c_str());
                for (const auto& f : part.features)
                    QVERIFY2(!stray(f.text), f.text.c_str());
            }
        }
    }
    void theLoadPathBalances_data() { kinds_data(); }
    void theLoadPathBalances() {
        QFETCH(QString, kind);
        for (std::uint64_t seed = 1; seed <= (test::sanitized ? 4U : 40U); ++seed) {
            const Project p = randomProject(kind.toStdString(), Units::imperial, seed).value();
            const Plan plan = test::planOf(p);
            for (const auto& c : plan.pieces.front().loadPath) {
                Vec3 force;
                Vec3 moment;
                double size = 0;
                for (const auto& f : c.applied) {
                    force = force + f.force;
                    moment = moment + cross(f.at, f.force);
                    size += norm(f.force);
                }
                for (const auto& h : c.held) {
                    force = force + h.force;
                    moment = moment + cross(h.at, h.force) + h.moment;
                }
                QVERIFY2(norm(force) < 1e-5 * size + 1e-6, (std::to_string(seed) + " " + c.id).c_str());
                QVERIFY2(norm(moment) < 1e-3 * size + 0.01,
                         qPrintable(QString("%1 %2").arg(c.id.c_str()).arg(norm(moment))));
            }
        }
    }
    void viewsAndModelsLeaveAsOpenFormats_data() { kinds_data(); }
    void viewsAndModelsLeaveAsOpenFormats() {
        QFETCH(QString, kind);
        Project p = newProject(kind.toStdString(), Units::metric).value();
        p.pieces.front().name = "<b>\"owl\" & co";
        const Plan plan = test::planOf(p);
        const std::string svg = svgOf(pieceView(p, plan, p.pieces.front().id, {}), p.pieces.front().name);
        QVERIFY(svg.starts_with("<svg") && svg.ends_with("</svg>\n"));
        QVERIFY(svg.find("<title>&lt;b&gt;&quot;owl&quot; &amp; co</title>") != std::string::npos);
        for (const char* wrong : {",nan", "\"nan", "-nan", ",inf", "\"inf", "-inf"})
            QVERIFY(svg.find(wrong) == std::string::npos);
        QXmlStreamReader xml(test::words(svg));
        while (!xml.atEnd())
            xml.readNext();
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        double six = 0;
        for (const auto& part : plan.pieces.front().assembly().parts)
            for (const auto& t : surfaceOf(part.solid))
                six += dot(t[0], cross(t[1], t[2]));
        double volume = 0;
        for (const auto& part : plan.pieces.front().assembly().parts)
            volume += part.volume();
        QVERIFY(std::abs(six / 6 - volume) < 1e-4 * volume);
    }
    void noKindByNameOutsideItsRoom() {
        std::vector<std::string> words;
        for (const auto& kind : knownKinds()) {
            std::string type; // 'wall_box': WallBoxParams
            bool first = true;
            for (const char c : std::string(kind.id)) {
                if (c != '_')
                    type += first ? static_cast<char>(std::toupper(c)) : c;
                first = c == '_';
            }
            words.push_back(type + "Params");
            // Rooms have corners and alcoves, and a bookcase may be furniture.
            if (!std::set<std::string>{"corner", "alcove", "bookcase"}.contains(kind.id))
                words.push_back('"' + std::string(kind.id) + '"');
        }
        for (const char* root : {"src/core", "src/app", "src/cli"})
            for (const auto& f : std::filesystem::recursive_directory_iterator(test::sourcePath(root))) {
                const auto ext = f.path().extension();
                const bool piece = f.path().string().find("/core/piece/") != std::string::npos;
                if ((ext != ".cpp" && ext != ".h") || piece || f.path().filename() == "migrate.cpp")
                    continue; // an old file's only kind is named where it is brought up
                const std::string text = test::textOf(f.path().string());
                for (const auto& word : words)
                    QVERIFY2(text.find(word) == std::string::npos, (f.path().string() + ": " + word).c_str());
            }
    }
};

QTEST_APPLESS_MAIN(TestKinds)
#include "test_core_kinds.moc"
