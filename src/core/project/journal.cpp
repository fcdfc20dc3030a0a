#include "project/journal.h"

#include "files/json_text.h"
#include "project/project_file.h"

#include <fmt/format.h>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

constexpr const char* format = "upright-owl-journal";
/// The line before the project may be that much longer than nothing.
constexpr std::size_t lineRoom = 100'000;

std::string textIn(const json& head, const char* key) {
    const auto it = head.find(key);
    return it != head.end() && it->is_string() ? it->get<std::string>() : std::string();
}

json versionJson(const FileVersion& v) {
    const FileStamp& s = v.stamp;
    return {{"device", s.device},
            {"inode", s.inode},
            {"size", s.size},
            {"written", {s.seconds, s.nanoseconds}},
            {"touched", {s.touchedSeconds, s.touchedNanoseconds}},
            {"hash", v.hash}};
}

/// What is damaged in it makes it a version that no file is: then saving asks.
std::optional<FileVersion> versionIn(const json& head) {
    const auto at = head.find("began_from");
    if (at == head.end() || !at->is_object())
        return std::nullopt;
    const auto number = [&](const char* key) {
        const auto it = at->find(key);
        return it != at->end() && it->is_number_unsigned() ? it->get<std::uint64_t>() : 0;
    };
    const auto time = [&](const char* key, std::size_t i) {
        const auto it = at->find(key);
        return it != at->end() && it->is_array() && it->size() == 2 && (*it)[i].is_number_integer()
                   ? (*it)[i].get<std::int64_t>()
                   : 0;
    };
    return FileVersion{{number("device"), number("inode"), number("size"), time("written", 0),
                        time("written", 1), time("touched", 0), time("touched", 1)},
                       textIn(*at, "hash")};
}

} // namespace

std::string writeJournal(const JournalText& journal) {
    const FileGuard& g = journal.guard;
    json head{{"format", format}, {"version", 1}, {"path", g.path}, {"written", journal.written}};
    if (g.began)
        head["began_from"] = versionJson(*g.began);
    if (g.readOnly)
        head["read_only"] = true;
    if (journal.typed)
        head["typed"] = {{"in", journal.typed->label}, {"text", journal.typed->text}};
    return head.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace) + "\n" + journal.project;
}

tl::expected<JournalText, std::string> readJournal(const std::string& text, const std::string& file) {
    const auto end = text.find('\n');
    const auto head = parseJson(std::string_view(text).substr(0, end));
    if (end == std::string::npos || !head || !head->is_object() || textIn(*head, "format") != format)
        return tl::unexpected(file + ": this is no journal of this program, or it is damaged.");
    if (const auto v = head->find("version"); v == head->end() || *v != 1)
        return tl::unexpected(file + ": this journal was written by a newer program.");
    JournalText out{{textIn(*head, "path"), versionIn(*head), false},
                    textIn(*head, "written"),
                    text.substr(end + 1),
                    std::nullopt};
    if (const auto it = head->find("read_only"); it != head->end())
        out.guard.readOnly = *it == true;
    if (const auto it = head->find("typed"); it != head->end() && it->is_object())
        out.typed = TypedText{textIn(*it, "in"), textIn(*it, "text")};
    return out;
}

std::optional<LeftJournal> lookAtJournal(const std::filesystem::path& file) {
    const std::string name = file.filename().string();
    LeftJournal left{file, {}, {}, {}, false, {}};
    const auto stamp = stampOf(file);
    if (!stamp)
        return std::nullopt;
    const auto text = readFile(file, largestFile + lineRoom);
    if (text)
        left.hash = hashOf(*text);
    auto journal = text ? readJournal(*text, name) : tl::unexpected(text.error());
    if (!journal) {
        left.fault = journal.error();
        return left;
    }
    left.about = std::move(*journal);
    const auto project = readProject(left.about.project, name);
    if (!project) {
        left.fault = project.error();
        return left;
    }
    left.name = project->name;
    const FileGuard& guard = left.about.guard;
    if (guard.path.empty())
        return project->sameWork(Project()) && !left.about.typed ? std::nullopt : std::optional(left);
    const auto saved = loadProject(guard.path);
    if (saved && saved->sameWork(*project) && !left.about.typed)
        return std::nullopt;
    // A journal of before does not say what it began from: then the clock tells.
    const auto there = stampOf(guard.path);
    left.newerFile = there && (guard.began ? !isVersion(guard.path, *guard.began)
                                           : std::pair(there->seconds, there->nanoseconds) >
                                                 std::pair(stamp->seconds, stamp->nanoseconds));
    return left;
}

bool stillSays(const LeftJournal& offered) {
    const auto text = readFile(offered.file, largestFile + lineRoom);
    return text ? hashOf(*text) == offered.hash : offered.hash.empty() && stampOf(offered.file);
}

} // namespace owl
