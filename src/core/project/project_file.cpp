#include "project/project_file.h"

#include "project/archive.h"

#include <array>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <sstream>
#include <unistd.h>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

constexpr std::array unitNames{"mm", "in"};
constexpr std::array studModeNames{"spacing", "positions", "unknown"};
constexpr std::array anchorNames{"wall", "furniture", "typed"};
constexpr std::array backNames{"on_base", "behind_base"};
constexpr std::array lipNames{"in_front", "on_top"};
constexpr std::array capNames{"none", "low_strip", "stepped", "full"};
constexpr std::array joineryNames{"screws_glue", "dowels", "tongue_groove", "nails_glue"};
constexpr std::array stripNames{"none", "base", "back", "lip"};
constexpr std::array gradeNames{"clear", "ordinary", "poor"};
constexpr std::array limitNames{"fine", "plain", "rough"};
constexpr std::array schoolNames{"stain", "paint", "oil"};

const Length zero;
const Length room = 30'000_mm;
const Length thin = Length::mm(0.1);

template <typename A> void visit(A& a, Outlet& v) {
    a.require("id");
    a.text("id", v.id);
    a.length("x", v.x, zero, room);
    a.length("z", v.z, zero, room);
}
template <typename A> void visit(A& a, Furniture& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("kind", v.kind);
    a.text("name", v.name);
    a.length("x", v.x, -room, room);
    a.length("width", v.width, 1_mm, room);
    a.length("height", v.height, 1_mm, room);
}
template <typename A> void visit(A& a, Wall& v) {
    a.require("id");
    a.require("width");
    a.require("height");
    a.text("id", v.id);
    a.text("room", v.room);
    a.text("name", v.name);
    a.length("width", v.width, 100_mm, room);
    a.length("height", v.height, 100_mm, room);
    a.text("construction", v.construction);
    a.text("cover", v.cover);
    a.length("cover_thickness", v.coverThickness, zero, 100_mm);
    a.length("baseboard", v.baseboard, zero, 1000_mm);
    a.choice("stud_mode", v.studMode, studModeNames);
    a.length("spacing", v.spacing, 100_mm, 3000_mm);
    a.length("first_stud", v.firstStud, zero, room);
    a.lengths("studs", v.studs, zero, room);
    a.length("stud_width", v.studWidth, 10_mm, 300_mm);
    a.length("stud_depth", v.studDepth, 10_mm, 400_mm);
    a.list("outlets", v.outlets, [](auto& r, Outlet& o) { visit(r, o); });
    a.list("furniture", v.furniture, [](auto& r, Furniture& f) { visit(r, f); });
}
template <typename A> void visit(A& a, LedgeParams& v) {
    a.require("length");
    a.require("depth");
    a.length("length", v.length, 1_mm, room);
    a.length("depth", v.depth, 1_mm, 1000_mm);
    a.length("back_height", v.backHeight, 1_mm, 1000_mm);
    a.length("lip_height", v.lipHeight, 1_mm, 1000_mm);
    a.length("base_thickness", v.baseThickness, thin, 200_mm);
    a.length("back_thickness", v.backThickness, thin, 200_mm);
    a.length("lip_thickness", v.lipThickness, thin, 200_mm);
    a.length("cap_thickness", v.capThickness, thin, 200_mm);
    a.choice("back", v.back, backNames);
    a.choice("lip", v.lip, lipNames);
    a.choice("caps", v.caps, capNames);
    a.choice("back_joint", v.backJoint, joineryNames);
    a.choice("lip_joint", v.lipJoint, joineryNames);
    a.object("shared_board", [&](auto& r) {
        r.length("width", v.boardWidth, zero, 2000_mm);
        r.flag("base", v.shareBase);
        r.flag("back", v.shareBack);
        r.flag("lip", v.shareLip);
        r.choice("remainder", v.remainder, stripNames);
    });
    a.text("species", v.species);
    a.choice("grade", v.grade, gradeNames);
}
template <typename A> void visit(A& a, LoadItem& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("kind", v.kind);
    a.text("name", v.name);
    a.number("kg", v.mass, 0, 1000);
    a.length("x", v.x, -room, room);
    a.length("width", v.width, 1_mm, room);
    a.length("height", v.height, 1_mm, room);
    a.flag("stays", v.sustained);
}
template <typename A> void visit(A& a, LoadSpec& v) {
    a.number("kg_per_m", v.kgPerM, 0, 1000);
    a.flag("stays", v.lineSustained);
    a.optionalNumber("hand_N", v.handN, 0, 2000);
    a.text("hand_why", v.handWhy);
    a.list("items", v.items, [](auto& r, LoadItem& i) { visit(r, i); });
}
template <typename A> void visit(A& a, Placement& v) {
    a.choice("centred_on", v.anchor, anchorNames);
    a.text("furniture", v.furniture);
    a.length("x", v.x, -room, room);
    a.length("z", v.z, zero, room);
}
template <typename A> void visit(A& a, Piece& v) {
    a.require("id");
    a.require("kind");
    a.require("wall");
    a.text("id", v.id);
    std::string kind = "ledge";
    if constexpr (!A::reading)
        kind = kindOf(v);
    a.text("kind", kind);
    if constexpr (A::reading) {
        bool known = false;
        std::string all;
        for (const auto& [id, name] : knownKinds()) {
            known = known || id == kind;
            all += (all.empty() ? "" : ", ") + id;
        }
        if (!known)
            throw DocumentFault{
                fmt::format("{}: \"{}\" is not a kind of piece this version knows; it knows {}.",
                            a.at("kind"), kind, all)};
        a.require(kind.c_str());
    }
    a.text("name", v.name);
    a.text("wall", v.wall);
    a.object("place", [&](auto& r) { visit(r, v.place); });
    a.object("ledge", [&](auto& r) { visit(r, ledgeOf(v)); });
    a.object("load", [&](auto& r) { visit(r, v.load); });
    a.object("hold", [&](auto& r) {
        r.text("support", v.hold.support);
        r.whole("rows", v.hold.rows, 1, 2);
        r.flag("above_bed", v.hold.aboveBed);
    });
    a.choice("sag_limit", v.sagLimit, limitNames);
}
template <typename A> void visit(A& a, StockItem& v) {
    a.require("id");
    a.require("length");
    a.require("width");
    a.require("thickness");
    a.text("id", v.id);
    a.text("name", v.name);
    a.text("species", v.species);
    a.length("length", v.length, 1_mm, room);
    a.length("width", v.width, 1_mm, 3000_mm);
    a.length("thickness", v.thickness, thin, 300_mm);
    a.number("price", v.price, 0, 1e6);
    a.optionalWhole("available", v.available, 0, 100'000);
    a.flag("rack", v.rack);
}
template <typename A> void visit(A& a, WoodChoice& v) {
    a.text("cutter", v.cutter);
    a.length("kerf", v.kerf, zero, 20_mm);
    a.length("end_trim", v.endTrim, zero, 300_mm);
    a.list("boards", v.boards, [](auto& r, StockItem& s) { visit(r, s); });
    a.texts("left_out", v.leftOut);
    a.number("target_price", v.targetPrice, 0, 1e6);
}
template <typename A> void visit(A& a, FinishChoice& v) {
    a.choice("school", v.school, schoolNames);
    a.text("start", v.start);
    a.whole("day_begins", v.dayBegins, 0, 23);
    a.whole("day_ends", v.dayEnds, 1, 24);
}
template <typename A> void visit(A& a, LogEntry& v) {
    a.require("id");
    a.text("id", v.id);
    a.text("date", v.date);
    a.text("text", v.text);
    a.number("hours", v.hours, 0, 10'000);
    a.number("cost", v.cost, 0, 1e6);
}
template <typename A> void visit(A& a, Project& v) {
    a.text("name", v.name);
    a.choice("units", v.style.units, unitNames);
    a.whole("tape_fraction", v.style.denominator, 16, 64);
    a.list("walls", v.walls, [](auto& r, Wall& w) { visit(r, w); });
    a.list("pieces", v.pieces, [](auto& r, Piece& p) { visit(r, p); });
    a.object("wood", [&](auto& r) { visit(r, v.wood); });
    a.object("finish", [&](auto& r) { visit(r, v.finish); });
    a.texts("done", v.done);
    a.list("log", v.log, [](auto& r, LogEntry& e) { visit(r, e); });
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
        if (!c.findCover(w.cover))
            throw DocumentFault{
                fmt::format("{}: walls[{}].cover: \"{}\" is not known; see the catalogue subject covers.",
                            file, i, w.cover)};
    }
    for (std::size_t i = 0; i < p.pieces.size(); ++i) {
        const Piece& piece = p.pieces[i];
        const Wall* wall = p.findWall(piece.wall);
        if (!wall)
            throw DocumentFault{
                fmt::format("{}: pieces[{}].wall: there is no wall \"{}\".", file, i, piece.wall)};
        if (piece.place.anchor == Anchor::furnitureCentre && !findFurniture(*wall, piece.place.furniture))
            throw DocumentFault{
                fmt::format("{}: pieces[{}].place.furniture: nothing called \"{}\" stands at that wall.",
                            file, i, piece.place.furniture)};
        if (!c.findSpecies(ledgeOf(piece).species))
            throw DocumentFault{fmt::format(
                "{}: pieces[{}].ledge.species: \"{}\" is not known; see the catalogue subject species.", file,
                i, ledgeOf(piece).species)};
    }
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
        for (const auto& item : fresh) {
            const json* before = nullptr;
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
    for (std::size_t i = 0; i < p.wood.boards.size(); ++i)
        if (!p.wood.boards[i].available)
            out["wood"]["boards"][i].erase("available");
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
        Project p;
        Reader r(doc, file + ": ");
        visit(r, p);
        checkReferences(p, file);
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
