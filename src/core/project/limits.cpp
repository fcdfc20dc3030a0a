#include "project/limits.h"

#include "project/fields_of_file.h"
#include "project/limits_archive.h"
#include "project/references.h"

namespace owl {
namespace {

void look(LimitsArchive::Report& report, Project& project) {
    report.style = project.style;
    LimitsArchive archive(report);
    visit(archive, project);
}

} // namespace

std::optional<std::string> refusalOf(const Project& project, const Project* before) {
    LimitsArchive::Report report;
    report.known = before;
    look(report, const_cast<Project&>(project)); // NOLINT: told not to mend, it only reads
    if (!report.said.empty())
        return report.said.front();
    try {
        checkReferences(project, "the project");
    } catch (const DocumentFault& f) {
        return f.sentence;
    }
    return std::nullopt;
}

std::vector<std::string> keepWithinLimits(Project& project, const Project* before) {
    LimitsArchive::Report report;
    report.mend = true;
    report.known = before;
    look(report, project);
    return report.said;
}

} // namespace owl
