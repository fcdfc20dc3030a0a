#include "project/journal.h"

#include "files/file.h"
#include "files/json_text.h"
#include "project/project_file.h"

#include <fmt/format.h>

namespace owl {
namespace {

constexpr const char* format = "upright-owl-journal";
/// The line before the project may be that much longer than nothing.
constexpr std::size_t lineRoom = 100'000;

std::string textIn(const nlohmann::ordered_json& head, const char* key) {
    const auto it = head.find(key);
    return it != head.end() && it->is_string() ? it->get<std::string>() : std::string();
}

} // namespace

std::string writeJournal(const JournalText& journal) {
    const nlohmann::ordered_json head{
        {"format", format}, {"version", 1}, {"path", journal.path}, {"written", journal.written}};
    return head.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace) + "\n" + journal.project;
}

tl::expected<JournalText, std::string> readJournal(const std::string& text, const std::string& file) {
    const auto end = text.find('\n');
    const auto head = parseJson(std::string_view(text).substr(0, end));
    if (end == std::string::npos || !head || !head->is_object() || textIn(*head, "format") != format)
        return tl::unexpected(file + ": this is no journal of this program, or it is damaged.");
    if (const auto v = head->find("version"); v == head->end() || *v != 1)
        return tl::unexpected(file + ": this journal was written by a newer program.");
    return JournalText{textIn(*head, "path"), textIn(*head, "written"), text.substr(end + 1)};
}

std::optional<LeftJournal> lookAtJournal(const std::filesystem::path& file) {
    const std::string name = file.filename().string();
    LeftJournal left{file, {}, {}, {}, false};
    const auto stamp = stampOf(file);
    if (!stamp)
        return std::nullopt;
    const auto text = readFile(file, largestFile + lineRoom);
    const auto journal = text ? readJournal(*text, name) : tl::unexpected(text.error());
    if (!journal) {
        left.fault = journal.error();
        return left;
    }
    left.about = *journal;
    const auto project = readProject(journal->project, name);
    if (!project) {
        left.fault = project.error();
        return left;
    }
    left.name = project->name;
    if (journal->path.empty())
        return project->sameWork(Project()) ? std::nullopt : std::optional(left);
    const auto saved = loadProject(journal->path);
    if (saved && saved->sameWork(*project))
        return std::nullopt;
    const auto there = stampOf(journal->path);
    left.newerFile = there && std::pair(there->seconds, there->nanoseconds) >
                                  std::pair(stamp->seconds, stamp->nanoseconds);
    return left;
}

} // namespace owl
