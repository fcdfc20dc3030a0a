#include "support.h"

namespace owl::test {

std::string sourcePath(const std::string& file) {
    return std::string(OWL_SOURCE_DIR) + "/" + file;
}

std::string textOf(const std::string& path) {
    std::ifstream in(path, std::ios::binary);
    std::ostringstream out;
    out << in.rdbuf();
    return out.str();
}

Shop shop() {
    return shippedShop().value_or(Shop());
}

Project demo() {
    return loadProject(sourcePath("demo/harbour-lane.owl")).value();
}

Project fresh(Units units) {
    return newProject("ledge", units).value();
}

Project hall() {
    return loadProject(sourcePath("tests/data/projects/version-1.owl")).value();
}

Furniture stands(const std::string& kind, Length x, Length width, Length height) {
    Furniture f;
    f.id = kind;
    f.kind = kind;
    f.x = x;
    f.width = width;
    f.height = height;
    return f;
}

Obstacle hangs(const std::string& kind, Length x, Length z) {
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

std::vector<FoundStud> found(std::initializer_list<Length> centres) {
    std::vector<FoundStud> out;
    for (Length x : centres)
        out.push_back({x, {}, 1, StudSource::typed});
    return out;
}

StockItem ownBoard(const Project& p, Length length, Length width) {
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

Plan planOf(const Project& p) {
    return owl::plan(p, shop(), catalog());
}

Project with(const char* kind, const QString& typedIn) {
    Project p = newProject(kind, Units::metric).value();
    PieceParams& params = p.pieces.front().params;
    for (const QString& one : typedIn.split(' ', Qt::SkipEmptyParts)) {
        const auto pair = one.split('=');
        params = withParameter(params, pair[0].toStdString(), pair[1].toStdString(), true).value();
    }
    return p;
}

const Finding* finding(const Plan& p, const std::string& id) {
    for (const auto& f : p.findings)
        if (f.id == id)
            return &f;
    return nullptr;
}

const Check* check(const SupportVerdict& v, const std::string& id) {
    for (const auto& c : v.checks)
        if (c.id == id)
            return &c;
    return nullptr;
}

bool saysWhatWould(const Plan& plan, const std::string& id) {
    const Finding* f = finding(plan, id);
    const auto& parts = plan.pieces.front().assembly().parts;
    return f && !f->remedies.empty() && std::all_of(parts.begin(), parts.end(), [](const Part& p) {
               return p.volume() > 0 && std::isfinite(p.volume());
           });
}

QString words(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace owl::test
