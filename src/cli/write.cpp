#include "cli/command.h"

#include "project/project_file.h"

namespace owl::cli {

void write(const Options& o, const std::filesystem::path& path, const std::string& text, std::ostream& err) {
    if (const auto why = whyNotOver(path))
        throw Stop{unwritable, *why};
    const auto there = stampOf(path);
    for (const std::string& input : {o.file, o.shop, o.simulate})
        if (there && !input.empty() && stampOf(input) == there)
            throw Stop{unwritable, shownPath(path) +
                                       ": this is what is read from, and it is not replaced; name "
                                       "another file."};
    if (auto ok = writeFile(path, text); !ok)
        throw Stop{unwritable, ok.error()};
    err << "wrote " << shownPath(path) << "\n";
}

} // namespace owl::cli
