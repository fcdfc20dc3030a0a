// The house keeps its order: no Qt in the core, arrows between folders one way, no file of the trade without
// a header's word.
#include "support.h"

#include <filesystem>
#include <regex>

namespace fs = std::filesystem;

namespace {

/// Lower folders first; a file may include only from its own row or from rows above it in this list.
const std::vector<std::set<std::string>>& floors() {
    static const std::vector<std::set<std::string>> rows{
        {"measure", "solid", "files"},
        {"strength"}, // pure numbers; knows measure only
        {"catalog", "assembly", "scan"},
        {"room", "load", "cutting", "joint"},
        {"piece", "support", "build", "finish", "hang", "shop"},
        {"project"},
        {"plan"},
        {"drawing", "edit"},
        {"report"},
    };
    return rows;
}
int floorOf(const std::string& folder) {
    for (std::size_t i = 0; i < floors().size(); ++i)
        if (floors()[i].contains(folder))
            return static_cast<int>(i);
    return -1;
}

std::vector<fs::path> sources(const std::string& below) {
    std::vector<fs::path> out;
    for (const auto& f : fs::recursive_directory_iterator(owl::test::sourcePath(below)))
        if (f.path().extension() == ".cpp" || f.path().extension() == ".h")
            out.push_back(f.path());
    return out;
}

/// The first folder below src/core: a room may have folders of its own.
std::string roomOf(const fs::path& file) {
    return fs::relative(file, owl::test::sourcePath("src/core")).begin()->string();
}

std::vector<std::string> includesOf(const std::string& text) {
    static const std::regex pattern("#include\\s*[<\"]([^>\"]+)[>\"]");
    std::vector<std::string> out;
    for (std::sregex_iterator it(text.begin(), text.end(), pattern), end; it != end; ++it)
        out.push_back((*it)[1]);
    return out;
}

/// What a file of `folder` may not include; empty when all is well.
std::string wrongArrow(const std::string& folder, const std::string& include) {
    const auto slash = include.find('/');
    if (slash == std::string::npos)
        return {};
    const std::string to = include.substr(0, slash);
    if (to == "app" || to == "cli")
        return "the core must not know " + to;
    const int there = floorOf(to);
    if (there >= 0 && to != folder && there > floorOf(folder))
        return folder + " must not include " + include;
    return {};
}

bool isQt(const std::string& include) {
    return std::regex_search(include, std::regex("^(Q[A-Z]|Qt[A-Z]|qt)"));
}

} // namespace

class TestHouse : public QObject {
    Q_OBJECT
  private slots:
    void everyRoomHasItsFloor() {
        for (const auto& d : fs::directory_iterator(owl::test::sourcePath("src/core")))
            QVERIFY2(floorOf(d.path().filename().string()) >= 0, d.path().c_str());
    }
    void arrowsPointOneWay() {
        for (const auto& file : sources("src/core")) {
            const std::string folder = roomOf(file);
            for (const auto& include : includesOf(owl::test::textOf(file.string()))) {
                const std::string wrong = wrongArrow(folder, include);
                QVERIFY2(wrong.empty(), (file.filename().string() + ": " + wrong).c_str());
                QVERIFY2(!isQt(include), (file.filename().string() + " includes " + include).c_str());
            }
        }
    }
    void onlyPlanAndAboveKnowThePlan() {
        for (const auto& file : sources("src/core")) {
            const std::string folder = roomOf(file);
            if (floorOf(folder) >= floorOf("plan"))
                continue;
            for (const auto& include : includesOf(owl::test::textOf(file.string())))
                QVERIFY2(!include.starts_with("plan/"), file.c_str());
        }
    }
    void theFenceItselfWorks() {
        QVERIFY(!wrongArrow("measure", "plan/plan.h").empty());
        QVERIFY(!wrongArrow("strength", "app/theme.h").empty());
        QVERIFY(wrongArrow("plan", "measure/length.h").empty());
        QVERIFY(isQt("QString") && isQt("QtTest") && !isQt("queue"));
    }
    void theLinkLineHasNoQt() {
        const std::string cmake = owl::test::textOf(owl::test::sourcePath("CMakeLists.txt"));
        const auto at = cmake.find("target_link_libraries(owl_core");
        QVERIFY(at != std::string::npos);
        QVERIFY(cmake.substr(at, cmake.find(")\n", at) - at).find("Qt") == std::string::npos);
    }
    void headersSayWhatTheyAreFor() {
        for (const auto& file : sources("src/core")) {
            if (file.extension() != ".h")
                continue;
            const std::string text = owl::test::textOf(file.string());
            QVERIFY2(text.find("//") != std::string::npos, file.c_str());
            QVERIFY2(text.starts_with("#pragma once"), file.c_str());
        }
    }
};

QTEST_APPLESS_MAIN(TestHouse)
#include "test_core_house.moc"
