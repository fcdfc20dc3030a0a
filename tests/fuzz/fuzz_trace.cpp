// Any bytes are a trace or a sentence; a trace gives studs in order with confidences, and comes back from its
// file.
#include "scan/simulator.h"
#include "scan/stud_estimator.h"

#include <cstdlib>
#include <string>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    (void)owl::readScanWall(text, "wall.json");
    const auto t = owl::readTraceCsv(text, "fuzz.csv");
    if (!t) {
        if (t.error().empty())
            std::abort();
        return 0;
    }
    const auto e = owl::estimateStuds(*t, 12.5);
    for (const auto& s : e.studs)
        if (!(s.left < s.right) || !(s.confidence >= 0 && s.confidence <= 1))
            std::abort();
    for (const auto& o : e.odd)
        if (owl::oddText(o, {}).empty())
            std::abort();
    return 0;
}
