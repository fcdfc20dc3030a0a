#pragma once
// What the tests share: files, a plan made from nothing, findings and checks by their id. What is written
// here is compiled once, in support.cpp: a test is compiled far more often than it runs long.

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

std::string sourcePath(const std::string& file);
std::string textOf(const std::string& path);

Shop shop();
Project demo();
Project fresh(Units units = Units::metric);
/// The hall alone, with one ledge, as version 1 wrote it.
Project hall();
/// Furniture on the floor.
Furniture stands(const std::string& kind, Length x, Length width, Length height);
/// A thing on the wall by its middle, in the usual size of its kind.
Obstacle hangs(const std::string& kind, Length x, Length z);
std::vector<FoundStud> found(std::initializer_list<Length> centres);
/// One board of the first ledge's species and thickness that somebody has.
StockItem ownBoard(const Project& p, Length length, Length width);

Plan planOf(const Project& p);
/// A new metric project of a kind with parameters typed: 'depth=300 edge=cove'.
Project with(const char* kind, const QString& typedIn);
const Finding* finding(const Plan& p, const std::string& id);
const Check* check(const SupportVerdict& v, const std::string& id);
/// True when the plan tells that finding with something that cures it, and all parts can still be drawn.
bool saysWhatWould(const Plan& plan, const std::string& id);
QString words(const std::string& s);

} // namespace owl::test
