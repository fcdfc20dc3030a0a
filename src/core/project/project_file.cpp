#include "project/project_file.h"

#include "finish/schedule.h"
#include "project/fields_of_file.h"
#include "project/migrate.h"
#include "room/height_advice.h"

#include <algorithm>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <sstream>
#include <unistd.h>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

/// Ids are joined by slashes, in cut jobs and in the paths of changes.
void plainId(const std::string& id, const std::string& place) {
    if (id.empty() || id.find('/') != std::string::npos)
        throw DocumentFault{
            fmt::format("{}: \"{}\" is no id; it must not be empty or hold a slash.", place, id)};
}

/// Recipes that are named must exist, and so must what they are made of.
void checkFinishes(const Project& p, const std::string& file) {
    const auto known = [&](const std::string& id) {
        return id == bareFinish || knownRecipe(catalog(), id) ||
               std::any_of(p.finish.recipes.begin(), p.finish.recipes.end(),
                           [&](const FinishRecipe& r) { return r.id == id; });
    };
    const auto need = [&](const std::string& id, const std::string& place) {
        if (!known(id))
            throw DocumentFault{fmt::format("{}: {}: there is no finish \"{}\"; see the catalogue subject "
                                            "finish_systems.",
                                            file, place, id)};
    };
    need(p.finish.recipe, "finish.recipe");
    for (std::size_t i = 0; i < p.finish.recipes.size(); ++i)
        for (std::size_t k = 0; k < p.finish.recipes[i].coats.size(); ++k)
            if (!catalog().findFinish(p.finish.recipes[i].coats[k].product))
                throw DocumentFault{
                    fmt::format("{}: finish.recipes[{}].coats[{}].product: \"{}\" is not known; see "
                                "the catalogue subject finishes.",
                                file, i, k, p.finish.recipes[i].coats[k].product)};
    for (std::size_t i = 0; i < p.pieces.size(); ++i) {
        if (!p.pieces[i].finish.empty())
            need(p.pieces[i].finish, fmt::format("pieces[{}].finish", i));
        for (std::size_t k = 0; k < p.pieces[i].finishOn.size(); ++k)
            need(p.pieces[i].finishOn[k].recipe, fmt::format("pieces[{}].finish_on[{}].recipe", i, k));
    }
}

/// What one object says about another: names that must exist.
void checkReferences(const Project& p, const std::string& file) {
    if (p.style.denominator != 16 && p.style.denominator != 32 && p.style.denominator != 64)
        throw DocumentFault{fmt::format("{}: tape_fraction: it can be 16, 32 or 64.", file)};
    const Catalog& c = catalog();
    for (std::size_t i = 0; i < p.walls.size(); ++i) {
        const Wall& w = p.walls[i];
        if (!c.findWall(w.construction))
            throw DocumentFault{fmt::format(
                "{}: walls[{}].construction: \"{}\" is not known; see the catalogue subject walls.", file, i,
                w.construction)};
        for (std::size_t k = 0; k < w.obstacles.size(); ++k)
            if (!c.findObstacleKind(w.obstacles[k].kind))
                throw DocumentFault{fmt::format("{}: walls[{}].obstacles[{}].kind: \"{}\" is not known; see "
                                                "the catalogue subject obstacles.",
                                                file, i, k, w.obstacles[k].kind)};
        if (std::none_of(wallUsers().begin(), wallUsers().end(),
                         [&](const auto& u) { return u.first == w.user; }))
            throw DocumentFault{fmt::format(
                "{}: walls[{}].user: \"{}\" is not known; adult is the usual one.", file, i, w.user)};
        if (!c.findCover(w.cover))
            throw DocumentFault{
                fmt::format("{}: walls[{}].cover: \"{}\" is not known; see the catalogue subject covers.",
                            file, i, w.cover)};
    }
    for (std::size_t i = 0; i < p.walls.size(); ++i)
        plainId(p.walls[i].id, fmt::format("{}: walls[{}].id", file, i));
    for (std::size_t i = 0; i < p.pieces.size(); ++i) {
        const Piece& piece = p.pieces[i];
        plainId(piece.id, fmt::format("{}: pieces[{}].id", file, i));
        const Wall* wall = p.findWall(piece.wall);
        if (!wall)
            throw DocumentFault{
                fmt::format("{}: pieces[{}].wall: there is no wall \"{}\".", file, i, piece.wall)};
        if (piece.place.anchor == Anchor::furnitureCentre && !extentOf(*wall, piece.place.furniture))
            throw DocumentFault{
                fmt::format("{}: pieces[{}].place.furniture: nothing called \"{}\" stands at that wall.",
                            file, i, piece.place.furniture)};
        if (const Species* wood = c.findSpecies(speciesOf(piece.params)); !wood || wood->sheet)
            throw DocumentFault{fmt::format(
                "{}: pieces[{}].{}.species: \"{}\" is not known; see the catalogue subject species.", file, i,
                kindOf(piece), speciesOf(piece.params))};
    }
    const auto needWall = [&](const std::string& id, const std::string& place, bool mayBeEmpty) {
        if (!p.findWall(id) && !(mayBeEmpty && id.empty()))
            throw DocumentFault{fmt::format("{}: {}: there is no wall \"{}\".", file, place, id)};
    };
    for (std::size_t i = 0; i < p.corners.size(); ++i) {
        needWall(p.corners[i].left, fmt::format("corners[{}].left", i), false);
        needWall(p.corners[i].right, fmt::format("corners[{}].right", i), false);
    }
    for (std::size_t i = 0; i < p.alcoves.size(); ++i) {
        needWall(p.alcoves[i].back, fmt::format("alcoves[{}].back", i), false);
        needWall(p.alcoves[i].left, fmt::format("alcoves[{}].left", i), true);
        needWall(p.alcoves[i].right, fmt::format("alcoves[{}].right", i), true);
    }
    checkFinishes(p, file);
    if (p.finish.dayEnds <= p.finish.dayBegins)
        throw DocumentFault{fmt::format("{}: finish.day_ends: it must be later than day_begins.", file)};
}

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
        json out = json::array();
        for (std::size_t i = 0; i < fresh.size(); ++i) {
            const json& item = fresh[i];
            const json* before = nullptr;
            if (item.is_object() && !item.contains("id") && old.size() == fresh.size() && old[i].is_object())
                before = &old[i]; // studs and ceiling corners have no id: they keep their place in the row
            if (item.is_object() && item.contains("id"))
                for (const auto& o : old)
                    if (o.is_object() && o.contains("id") && o.at("id") == item.at("id"))
                        before = &o;
            out.push_back(before ? merged(*before, item) : item);
        }
        return out;
    }
    return fresh;
}

/// Optional fields that were taken away must not come back from the source.
void dropCleared(json& out, const Project& p) {
    for (std::size_t i = 0; i < p.pieces.size(); ++i)
        if (!p.pieces[i].load.handN && out["pieces"][i].contains("load"))
            out["pieces"][i]["load"].erase("hand_N");
    for (std::size_t i = 0; i < p.walls.size(); ++i)
        if (!p.walls[i].scan)
            out["walls"][i].erase("scan");
    for (std::size_t i = 0; i < p.wood.boards.size(); ++i) {
        if (!p.wood.boards[i].available)
            out["wood"]["boards"][i].erase("available");
        if (!p.wood.boards[i].endTrim)
            out["wood"]["boards"][i].erase("end_trim");
    }
}

std::string firstFault(const std::string& file, const std::string& text) {
    if (text.empty())
        return file + ": the file is empty.";
    try {
        [[maybe_unused]] const json whole = json::parse(text);
    } catch (const json::parse_error& e) {
        const auto at = std::min<std::size_t>(e.byte, text.size());
        const auto line = std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(at), '\n') + 1;
        return at >= text.size()
                   ? fmt::format("{}: the file breaks off in line {}; it seems cut short.", file, line)
                   : fmt::format("{}: line {} is not JSON, so this is not a project of this program or it is "
                                 "damaged.",
                                 file, line);
    } catch (const json::exception&) {
        return file + ": a number in it is too large to be read.";
    }
    return file + ": it could not be read.";
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

} // namespace

tl::expected<Project, std::string> readProject(const std::string& text, const std::string& file) {
    json doc = json::parse(text, nullptr, false);
    if (doc.is_discarded())
        return tl::unexpected(firstFault(file, text));
    try {
        checkHeader(doc, file);
        migrateProject(doc);
        Project p;
        const bool inches = doc.contains("units") && doc.at("units") == "in";
        Reader r(doc, file + ": ", inches ? Units::imperial : Units::metric);
        visit(r, p);
        checkReferences(p, file);
        for (const auto& w : p.walls) // a wall may name a room that nobody listed
            if (!p.findRoom(w.room))
                p.rooms.push_back({w.room, w.room.empty() ? "Room" : w.room});
        p.source = std::make_shared<Project::Source>(Project::Source{text, std::move(doc)});
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
    // Nothing changed since it was read: the very bytes.
    auto original = readProject(project.source->text, "source");
    if (original)
        original->style.decimalComma = project.style.decimalComma; // the reader's own habit, not the file's
    if (original && *original == project)
        return project.source->text;
    json out = merged(project.source->json, fresh);
    dropCleared(out, project);
    return out.dump(2) + "\n";
}

tl::expected<std::string, std::string> readFile(const std::filesystem::path& path) {
    std::error_code ec;
    const auto status = std::filesystem::status(path, ec);
    if (ec || !std::filesystem::exists(status))
        return tl::unexpected(path.string() + ": there is no such file.");
    if (std::filesystem::is_directory(status))
        return tl::unexpected(path.string() + ": this is a folder, not a file.");
    if (std::filesystem::is_regular_file(status) && std::filesystem::file_size(path, ec) > 50'000'000)
        return tl::unexpected(path.string() + ": the file is larger than 50 MB and no project.");
    std::ifstream in(path, std::ios::binary);
    std::ostringstream text;
    text << in.rdbuf();
    if (!in)
        return tl::unexpected(path.string() + ": it cannot be read.");
    return text.str();
}

tl::expected<void, std::string> writeFileSafely(const std::filesystem::path& path, const std::string& text,
                                                bool keepOld) {
    const std::string beside = path.string() + ".new";
    const auto fail = [&](const char* what) -> tl::expected<void, std::string> {
        const std::string why = std::strerror(errno);
        ::unlink(beside.c_str());
        return tl::unexpected(
            fmt::format("{}: {} ({}). What was there before is untouched.", path.string(), what, why));
    };
    const int fd = ::open(beside.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0644);
    if (fd < 0)
        return fail("it cannot be written here");
    std::size_t done = 0;
    while (done < text.size()) {
        const auto n = ::write(fd, text.data() + done, text.size() - done);
        if (n <= 0) {
            ::close(fd);
            return fail("writing stopped part way");
        }
        done += static_cast<std::size_t>(n);
    }
    const bool flushed = ::fsync(fd) == 0;
    if (::close(fd) != 0 || !flushed)
        return fail("the disk did not take it");
    if (keepOld && ::access(path.c_str(), F_OK) == 0) {
        const std::string old = path.string() + "~";
        ::unlink(old.c_str());
        (void)::link(path.c_str(), old.c_str()); // a copy less is no reason to refuse the save
    }
    if (::rename(beside.c_str(), path.c_str()) != 0)
        return fail("it cannot be put in place");
    return {};
}

tl::expected<Project, std::string> loadProject(const std::filesystem::path& path) {
    auto text = readFile(path);
    if (!text)
        return tl::unexpected(text.error());
    return readProject(*text, path.filename().string());
}

tl::expected<void, std::string> saveProject(const Project& project, const std::filesystem::path& path) {
    return writeFileSafely(path, writeProject(project), true);
}

} // namespace owl
