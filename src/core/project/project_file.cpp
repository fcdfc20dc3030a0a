#include "project/project_file.h"

#include "files/file.h"
#include "files/json_text.h"
#include "project/fields_of_file.h"
#include "project/limits.h"
#include "project/limits_archive.h"
#include "project/migrate.h"
#include "project/references.h"

#include <unordered_map>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

/// `fresh` over `old`: unknown keys of old stay, values that did not change keep their spelling.
json merged(const json& old, const json& fresh) {
    if (old == fresh)
        return old;
    if (old.is_object() && fresh.is_object()) {
        json out = old;
        for (const auto& [key, value] : fresh.items())
            out[key] = old.contains(key) ? merged(old.at(key), value) : value;
        return out;
    }
    if (old.is_array() && fresh.is_array()) {
        std::unordered_map<std::string, const json*> byId;
        for (const auto& o : old)
            if (o.is_object() && o.contains("id") && o.at("id").is_string())
                byId.emplace(o.at("id").get<std::string>(), &o);
        json out = json::array();
        for (std::size_t i = 0; i < fresh.size(); ++i) {
            const json& item = fresh[i];
            const json* before = nullptr;
            if (item.is_object() && !item.contains("id") && old.size() == fresh.size() && old[i].is_object())
                before = &old[i]; // studs and ceiling corners have no id: they keep their place in the row
            if (item.is_object() && item.contains("id"))
                if (const auto it = byId.find(item.at("id").get<std::string>()); it != byId.end())
                    before = it->second;
            out.push_back(before ? merged(*before, item) : item);
        }
        return out;
    }
    return fresh;
}

void checkHeader(const json& doc, const std::string& file) {
    if (!doc.is_object() || doc.value("format", json()) != "upright-owl-project")
        throw DocumentFault{fmt::format(
            "{}: this is not an Upright Owl project: \"format\" must be \"upright-owl-project\".", file)};
    if (!doc.contains("version") || !doc.at("version").is_number_integer())
        throw DocumentFault{fmt::format("{}: version: it is missing or not a whole number.", file)};
    const auto version = doc.at("version").get<std::int64_t>();
    if (version > projectVersion)
        throw DocumentFault{fmt::format(
            "{}: version: this project was written by a newer program (version {}; this one reads up to {}).",
            file, version, projectVersion)};
    if (version < 1)
        throw DocumentFault{fmt::format("{}: version: {} never existed; the first is 1.", file, version)};
}

/// A wall may name a room that nobody listed, or none.
void nameRooms(Project& p, const std::string& file) {
    for (std::size_t i = 0; i < p.walls.size(); ++i) {
        std::string& room = p.walls[i].room;
        const bool none = room.empty();
        if (none)
            room = "room-1";
        if (const std::string why = wrongWithId(room, "rooms"); !why.empty())
            throw DocumentFault{
                fmt::format("{}: walls[{}].room: \"{}\" is no id; {}.", file, i, shortened(room), why)};
        if (!p.findRoom(room))
            p.rooms.push_back({room, none ? "Room" : room});
    }
}

} // namespace

tl::expected<Project, std::string> readProject(const std::string& text, const std::string& file) {
    auto tree = parseJson(text);
    if (!tree)
        return tl::unexpected(fmt::format("{}: {}.", file, tree.error()));
    json& doc = *tree;
    try {
        checkHeader(doc, file);
        migrateProject(doc);
        Project p;
        const bool inches = doc.contains("units") && doc.at("units") == "in";
        Reader r(doc, file + ": ", inches ? Units::imperial : Units::metric);
        visit(r, p);
        checkReferences(p, file);
        nameRooms(p, file);
        p.source = std::make_shared<Project::Source>(
            Project::Source{text, std::move(doc), std::make_shared<Project>(p)});
        return p;
    } catch (const DocumentFault& f) {
        return tl::unexpected(f.sentence);
    } catch (const json::exception&) {
        return tl::unexpected(file + ": a value has the wrong type.");
    }
}

json projectJson(const Project& project) {
    Writer w;
    w.out["format"] = "upright-owl-project";
    w.out["version"] = projectVersion;
    visit(w, const_cast<Project&>(project)); // NOLINT: a Writer only reads
    return std::move(w.out);
}

std::string writeProject(const Project& project) {
    const json fresh = projectJson(project);
    if (!project.source)
        return fresh.dump(2) + "\n";
    if (project.sameWork(*project.source->asRead)) // nothing changed since it was read: the very bytes
        return project.source->text;
    json out = merged(project.source->json, fresh);
    ClearedArchive cleared(&out); // optional values that were taken away must not come back from the source
    visit(cleared, const_cast<Project&>(project)); // NOLINT: it only reads the project
    return out.dump(2) + "\n";
}

tl::expected<Project, std::string> loadProject(const std::filesystem::path& path, FileVersion* seen) {
    FileStamp stamp;
    auto text = readFile(path, largestFile, &stamp);
    if (!text)
        return tl::unexpected(text.error());
    if (seen)
        *seen = {stamp, hashOf(*text)};
    return readProject(*text, shownPath(path.filename()));
}

namespace {

/// Whether the text says of itself that it is a project. One that is damaged further down holds work, too.
bool saysProject(const std::string& text) {
    constexpr std::string_view mark = "\"upright-owl-project\"", key = "\"format\"";
    for (auto at = text.find(mark); at != std::string::npos; at = text.find(mark, at + 1)) {
        std::string_view before = std::string_view(text).substr(0, at);
        before = before.substr(0, before.find_last_not_of(" \t\r\n") + 1);
        if (!before.ends_with(':'))
            continue;
        before.remove_suffix(1);
        if (before.substr(0, before.find_last_not_of(" \t\r\n") + 1).ends_with(key))
            return true;
    }
    return false;
}

} // namespace

std::optional<std::string> whyNotOver(const std::filesystem::path& path) {
    const auto text = readFile(path);
    if (!text || !(path.extension() == ".owl" || saysProject(*text)))
        return std::nullopt;
    return shownPath(path) +
           ": this is a project, and it is not replaced by something else; name another file.";
}

tl::expected<Saved, std::string>
saveProject(const Project& project, const std::filesystem::path& path,
            std::function<bool(const std::optional<FileStamp>&)> mayReplace) {
    const std::string name = shownPath(path.filename());
    if (const auto why = refusalOf(project))
        return tl::unexpected(fmt::format("{}: this cannot be saved: {}", name, *why));
    const std::string text = writeProject(project);
    if (text.size() > largestFile)
        return tl::unexpected(fmt::format("{}: this project has grown beyond {} MB, more than is read again.",
                                          name, largestFile / 1'000'000));
    // What would not come back is not put in the place of what does.
    const auto again = readProject(text, name);
    if (!again)
        return tl::unexpected("This could not be read again, so it was not saved: " + again.error());
    if (!project.sameWork(*again))
        return tl::unexpected(name + ": this would read back as something else, so it was not saved.");
    const auto stamp = writeFile(path, text, {.keepOld = true, .mayReplace = std::move(mayReplace)});
    if (!stamp)
        return tl::unexpected(stamp.error());
    return Saved{again->source, {*stamp, hashOf(text)}};
}

} // namespace owl
