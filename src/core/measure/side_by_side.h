#pragma once
// Work on many things that ask nothing of each other, on as many cores as there are.

#include <algorithm>
#include <atomic>
#include <future>
#include <thread>
#include <vector>

namespace owl {

/// Calls work(i) for every i below n, several at a time, and returns when all are done. What one of them
/// throws is thrown here. The work must not touch what another's work writes.
template <typename F> void sideBySide(std::size_t n, F work) {
    std::atomic<std::size_t> next{0};
    const auto some = [&] {
        for (std::size_t i = next++; i < n; i = next++)
            work(i);
    };
    constexpr std::size_t mostAtOnce = 8;
    const std::size_t hands =
        std::min({n, mostAtOnce, std::max<std::size_t>(1, std::thread::hardware_concurrency())});
    std::vector<std::future<void>> others;
    for (std::size_t i = 1; i < hands; ++i)
        others.push_back(std::async(std::launch::async, some));
    some();
    for (auto& o : others)
        o.get();
}

} // namespace owl
