#include "project/migrate.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

/// 'Tea corner' -> 'tea-corner'.
std::string idFrom(const std::string& name) {
    std::string id;
    for (char c : name) {
        const bool letter = (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9');
        if (letter)
            id += c;
        else if (c >= 'A' && c <= 'Z')
            id += static_cast<char>(c - 'A' + 'a');
        else if (!id.empty() && id.back() != '-')
            id += '-';
    }
    while (!id.empty() && id.back() == '-')
        id.pop_back();
    return id.empty() ? "room" : id;
}

/// Version 1 named the room in a text; version 2 keeps rooms by id.
void roomsOf(json& doc) {
    json rooms = json::array();
    for (auto& wall : doc["walls"]) {
        if (!wall.is_object() || (wall.contains("room") && !wall["room"].is_string()))
            continue;
        const std::string name = wall.value("room", "");
        const auto known =
            std::find_if(rooms.begin(), rooms.end(), [&](const json& r) { return r["name"] == name; });
        std::string id;
        if (known != rooms.end()) {
            id = (*known)["id"].get<std::string>();
        } else {
            const auto taken = [&](const std::string& i) {
                return std::any_of(rooms.begin(), rooms.end(), [&](const json& r) { return r["id"] == i; });
            };
            id = idFrom(name);
            for (int n = 2; taken(id); ++n)
                id = fmt::format("{}-{}", idFrom(name), n);
            rooms.push_back({{"id", id}, {"name", name.empty() ? "Room" : name}});
        }
        wall["room"] = id;
    }
    if (!doc.contains("rooms"))
        doc["rooms"] = std::move(rooms);
}

/// Version 1 gave the middle of an outlet; version 2 gives left and bottom edge of everything on the wall.
void outletsOf(json& wall) {
    if (!wall.contains("outlets") || !wall["outlets"].is_array())
        return;
    json obstacles = wall.value("obstacles", json::array());
    for (const auto& o : wall["outlets"]) {
        json n = o;
        if (o.is_object() && o.contains("x") && o["x"].is_number() && o.contains("z") && o["z"].is_number()) {
            n["kind"] = "outlet";
            n["x"] = o["x"].get<double>() - 35;
            n["z"] = o["z"].get<double>() - 55;
            n["width"] = 70;
            n["height"] = 110;
        }
        obstacles.push_back(std::move(n));
    }
    wall["obstacles"] = std::move(obstacles);
    wall.erase("outlets");
}

/// Versions 1 and 2 knew three schools of finishing; version 3 has recipes, and these are three of the known
/// ones.
void recipeOf(json& doc) {
    if (!doc.contains("finish") || !doc["finish"].is_object() || !doc["finish"].contains("school"))
        return;
    if (!doc["finish"].contains("recipe"))
        doc["finish"]["recipe"] = doc["finish"]["school"];
    doc["finish"].erase("school");
}

/// A stud may be given as its bare centre.
void studsOf(json& wall) {
    if (!wall.contains("studs") || !wall["studs"].is_array())
        return;
    for (auto& s : wall["studs"])
        if (s.is_number() || s.is_string())
            s = json{{"x", s}};
}

} // namespace

void migrateProject(json& doc) {
    if (!doc.is_object() || !doc.contains("walls") || !doc["walls"].is_array())
        return;
    const bool first = doc.contains("version") && doc["version"] == 1;
    const bool second = first || (doc.contains("version") && doc["version"] == 2);
    if (second)
        recipeOf(doc);
    if (first)
        roomsOf(doc);
    for (auto& wall : doc["walls"]) {
        if (!wall.is_object())
            continue;
        if (first)
            outletsOf(wall);
        studsOf(wall);
    }
    if (second)
        doc["version"] = 3;
}

} // namespace owl
