// Any bytes are a cut job or a sentence; a small job gets a plan that its own checker accepts.
#include "cutting/solve.h"

#include <cstdlib>
#include <string>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    const auto job = owl::readCutJob(std::string(reinterpret_cast<const char*>(data), size), "fuzz.json");
    if (!job) {
        if (job.error().empty())
            std::abort();
        return 0;
    }
    int pieces = 0;
    for (const auto& p : job->parts)
        pieces += p.quantity > 500 ? 500 : p.quantity;
    if (pieces > 200)
        return 0; // large ones are sound as well, but slow here
    owl::CutEffort effort;
    effort.tries = 2;
    int asked = 0;
    effort.stop = [&] { return ++asked > 20'000; };
    const auto plan = owl::solveCutJob(*job, effort);
    if (!owl::faultIn(*job, plan).empty())
        std::abort();
    return 0;
}
