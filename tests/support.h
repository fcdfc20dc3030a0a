#pragma once
// What the tests share: files, a plan made from nothing, JSON comparison by the case file's own tolerances.

#include "plan/plan.h"
#include "project/project_file.h"

#include <QtTest>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

namespace owl::test {

inline std::string sourcePath(const std::string& file) {
    return std::string(OWL_SOURCE_DIR) + "/" + file;
}

inline std::string textOf(const std::string& path) {
    std::ifstream in(path, std::ios::binary);
    std::ostringstream out;
    out << in.rdbuf();
    return out.str();
}

inline Shop shop() {
    return shippedShop().value_or(Shop());
}

inline Project demo() {
    return loadProject(sourcePath("demo/harbour-lane.owl")).value();
}

inline Project fresh(Units units = Units::metric) {
    return newProject("ledge", units).value();
}

inline Plan planOf(const Project& p) {
    return owl::plan(p, shop(), catalog());
}

inline const Finding* finding(const Plan& p, const std::string& id) {
    for (const auto& f : p.findings)
        if (f.id == id)
            return &f;
    return nullptr;
}

inline const Check* check(const RailVerdict& v, const std::string& id) {
    for (const auto& c : v.checks)
        if (c.id == id)
            return &c;
    return nullptr;
}

inline QString words(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace owl::test
