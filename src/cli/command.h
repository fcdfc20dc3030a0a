#pragma once
// What all commands share: their options, how they stop, how they write. Internal to cli/.

#include "cli/cli.h"
#include "files/file.h"

#include <filesystem>
#include <optional>
#include <ostream>
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace owl::cli {

/// A sentence for the user and the exit code that goes with it.
struct Stop {
    int code;
    std::string sentence;
};

template <typename T> T orStop(tl::expected<T, std::string> v, int code = unreadable) {
    if (!v)
        throw Stop{code, v.error()};
    return std::move(*v);
}

struct Options {
    std::string file, shop, out, units = "mm", kind, subject, simulate, piece, part, view = "piece";
    double seconds = 5, planSeconds = 0, cover = 12.5;
    bool csv = false, json = false;
    std::vector<std::string> set;
    std::string seed = "1";
    std::optional<std::string> random;
    std::string action, separator, decimal;
    std::vector<std::string> columns;
};

/// Writes a file and says so; stops when it cannot, or when a project or what is read from stands there.
void write(const Options& options, const std::filesystem::path& path, const std::string& text,
           std::ostream& err);

/// The command catalog: one subject of the reference data, as JSON or CSV.
int doCatalog(const Options& options, std::ostream& out);
/// The command shop: price list and shop written out, looked at, read in.
int doShop(const Options& options, std::ostream& out, std::ostream& err);

} // namespace owl::cli
