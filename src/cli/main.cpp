#include "cli/cli.h"

#include <csignal>
#include <cstdio>
#include <exception>
#include <iostream>

int main(int argc, char** argv) {
    std::signal(SIGPIPE, SIG_IGN); // a reader who left is an error with a sentence, not an end without one
    try {
        return owl::cli::run({argv + 1, argv + argc}, std::cout, std::cerr);
    } catch (const std::exception& e) {
        std::fprintf(stderr, "A defect of this program: %s\n", e.what());
        return 70;
    }
}
