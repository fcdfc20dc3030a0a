// What a hundred pieces by lot and the demo come to, kept by hash of its stages. A difference is undone, or
// it is told in CHANGELOG under Figures with its reason and pinned anew: OWL_PIN=write
// build/release/tests/test_core_pins. OWL_PIN_FILES=folder writes the projects there, for the command line of
// an older build to plan as well.
#include "files/file.h"
#include "plan/plan_json.h"
#include "project/random_project.h"
#include "support.h"

#include <cmath>

using namespace owl;
using json = nlohmann::ordered_json;

namespace {

const std::string pinFile = test::sourcePath("tests/data/pins.json");
constexpr int lots = 5; // of every kind, in both systems

/// Five digits that count: compilers may differ in the last ones.
json rounded(const json& j) {
    if (j.is_number_float()) {
        const double v = j.get<double>();
        if (std::abs(v) < 1e-5)
            return 0;
        const double unit = std::pow(10, std::floor(std::log10(std::abs(v))) - 4);
        return fmt::format("{:.5g}", std::round(v / unit) * unit);
    }
    if (!j.is_structured())
        return j;
    json out = j.is_array() ? json::array() : json::object();
    for (const auto& [key, value] : j.items())
        if (j.is_array())
            out.push_back(rounded(value));
        else
            out[key] = rounded(value);
    return out;
}

std::string hashOfKeys(const json& of, std::initializer_list<const char*> keys) {
    json some;
    for (const char* k : keys)
        if (of.contains(k))
            some[k] = rounded(of.at(k));
    return hashOf(some.dump()).substr(0, 12);
}

/// The stages of a plan, each by its hash.
json stagesOf(const Project& p) {
    const json plan = planJson(p, test::planOf(p));
    json made = json::array(), held = json::array(), told = json::array(), hung = json::array();
    for (const auto& piece : plan.at("pieces")) {
        made.push_back(hashOfKeys(piece, {"size", "mass_kg", "parts", "joints"}));
        held.push_back(
            hashOfKeys(piece, {"checks", "supports", "demands", "sag", "verdict", "mounts", "load_path"}));
        told.push_back(hashOfKeys(piece, {"steps"}));
        hung.push_back(hashOfKeys(piece, {"hang"}));
    }
    return {{"made", hashOf(made.dump()).substr(0, 12)},
            {"held", hashOf(held.dump()).substr(0, 12)},
            {"told", hashOf(told.dump()).substr(0, 12)},
            {"hung", hashOf(hung.dump()).substr(0, 12)},
            {"bought", hashOfKeys(plan, {"cut", "sequence", "shopping", "cost"})},
            {"found", hashOfKeys(plan, {"findings", "schedule", "hours"})}};
}

/// Every pinned project by its name.
std::vector<std::pair<std::string, Project>> pinned() {
    std::vector<std::pair<std::string, Project>> out{{"demo", test::demo()}};
    for (const auto& k : knownKinds())
        for (const Units u : {Units::metric, Units::imperial})
            for (int i = 0; i < lots; ++i)
                out.emplace_back(fmt::format("{} {} {}", k.id, u == Units::metric ? "mm" : "in", i),
                                 randomProject(k.id, u, static_cast<std::uint64_t>(7000 + i)).value());
    return out;
}

} // namespace

class TestPins : public QObject {
    Q_OBJECT
  private slots:
    void nothingMovedThatNobodyTold() {
        if (test::sanitized)
            QSKIP("another compiler rounds otherwise");
        json now;
        const std::string folder = qgetenv("OWL_PIN_FILES").toStdString();
        for (const auto& [name, project] : pinned()) {
            now[name] = stagesOf(project);
            if (!folder.empty())
                QVERIFY(writeFile(folder + "/" + name + ".owl", writeProject(project)).has_value());
        }
        if (qgetenv("OWL_PIN") == "write") {
            std::string text = "{\n";
            for (const auto& [name, stages] : now.items())
                text += fmt::format("{}\"{}\": {}", text.size() > 2 ? ",\n" : "", name, stages.dump());
            QVERIFY(writeFile(pinFile, text + "\n}\n").has_value());
        }
        const json then = json::parse(test::textOf(pinFile));
        std::map<std::string, std::vector<std::string>> moved;
        for (const auto& [name, stages] : now.items())
            for (const auto& [stage, hash] : stages.items())
                if (!then.contains(name) || then.at(name).at(stage) != hash)
                    moved[stage].push_back(name);
        std::string words;
        for (const auto& [stage, names] : moved)
            words += fmt::format("{} of {} pieces, first {}; ", stage, names.size(), names.front());
        QVERIFY2(moved.empty(), words.c_str());
        QCOMPARE(now.size(), then.size());
    }
    /// The pins see a difference that counts, and none that does not.
    void pinsSeeWhatCounts() {
        Project p = test::hall();
        const json before = stagesOf(p);
        ledgeOf(p.pieces.front()).length = ledgeOf(p.pieces.front()).length + 1_mm;
        const json after = stagesOf(p);
        QVERIFY(before.at("made") != after.at("made") && before.at("held") != after.at("held"));
        QCOMPARE(rounded(json(1.000001)), rounded(json(1.0)));
        QVERIFY(rounded(json(1.001)) != rounded(json(1.0)));
    }
};

QTEST_APPLESS_MAIN(TestPins)
#include "test_core_pins.moc"
