#pragma once
// What the tests share: files, a plan made from nothing, JSON comparison by the case file's own tolerances.

#include "plan/plan.h"
#include "project/placing.h"
#include "project/project_file.h"

#include <QtTest>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>

namespace owl {

/// The ledge of a piece that is one.
inline LedgeParams& ledgeOf(Piece& p) {
    return std::get<LedgeParams>(p.params);
}
inline const LedgeParams& ledgeOf(const Piece& p) {
    return std::get<LedgeParams>(p.params);
}

} // namespace owl

namespace owl::test {

// Under the sanitizers everything is ten times slower, and it is memory that is watched: loops may be
// shorter.
#if defined(__SANITIZE_ADDRESS__)
inline constexpr bool sanitized = true;
#elif defined(__has_feature)
inline constexpr bool sanitized = __has_feature(address_sanitizer);
#else
inline constexpr bool sanitized = false;
#endif

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

/// The hall alone, with one ledge, as version 1 wrote it.
inline Project hall() {
    return loadProject(sourcePath("tests/data/projects/version-1.owl")).value();
}

/// Furniture on the floor.
inline Furniture stands(const std::string& kind, Length x, Length width, Length height) {
    Furniture f;
    f.id = kind;
    f.kind = kind;
    f.x = x;
    f.width = width;
    f.height = height;
    return f;
}
/// A thing on the wall by its middle, in the usual size of its kind.
inline Obstacle hangs(const std::string& kind, Length x, Length z) {
    const ObstacleKind* k = catalog().findObstacleKind(kind);
    Obstacle o;
    o.id = kind;
    o.kind = kind;
    o.width = Length::mm(k->width);
    o.height = Length::mm(k->height);
    o.x = x - o.width / 2;
    o.z = z - o.height / 2;
    return o;
}
inline std::vector<FoundStud> found(std::initializer_list<Length> centres) {
    std::vector<FoundStud> out;
    for (Length x : centres)
        out.push_back({x, {}, 1, StudSource::typed});
    return out;
}

/// One board of the first ledge's species and thickness that somebody has.
inline StockItem ownBoard(const Project& p, Length length, Length width) {
    StockItem s;
    s.id = "own";
    s.name = "own board";
    s.species = ledgeOf(p.pieces.front()).species;
    s.length = length;
    s.width = width;
    s.thickness = ledgeOf(p.pieces.front()).baseThickness;
    s.available = 1;
    return s;
}
inline Plan planOf(const Project& p) {
    return owl::plan(p, shop(), catalog());
}

/// A new metric project of a kind with parameters typed: 'depth=300 edge=cove'.
inline Project with(const char* kind, const QString& typedIn) {
    Project p = newProject(kind, Units::metric).value();
    PieceParams& params = p.pieces.front().params;
    for (const QString& one : typedIn.split(' ', Qt::SkipEmptyParts)) {
        const auto pair = one.split('=');
        params = withParameter(params, pair[0].toStdString(), pair[1].toStdString(), true).value();
    }
    return p;
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

/// True when the plan tells that finding with something that cures it, and all parts can still be drawn.
inline bool saysWhatWould(const Plan& plan, const std::string& id) {
    const Finding* f = finding(plan, id);
    const auto& parts = plan.pieces.front().assembly().parts;
    return f && !f->remedies.empty() && std::all_of(parts.begin(), parts.end(), [](const Part& p) {
               return p.volume() > 0 && std::isfinite(p.volume());
           });
}

inline QString words(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace owl::test
