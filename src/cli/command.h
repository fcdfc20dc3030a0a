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

/// Writes a file and says so; stops when it cannot.
inline void write(const std::filesystem::path& path, const std::string& text, std::ostream& err) {
    if (auto ok = writeFile(path, text); !ok)
        throw Stop{unwritable, ok.error()};
    err << "wrote " << path.string() << "\n";
}

struct Options {
    std::string file, shop, out, units = "mm", kind, subject, simulate, piece, part, view = "piece";
    double seconds = 5, planSeconds = 0, cover = 12.5;
    std::uint64_t seed = 1;
    bool csv = false, json = false;
    std::vector<std::string> set;
    std::optional<std::uint64_t> random;
    std::string action, separator, decimal;
    std::vector<std::string> columns;
};

/// The command shop: price list and shop written out, looked at, read in.
int doShop(const Options& options, std::ostream& out, std::ostream& err);

} // namespace owl::cli
