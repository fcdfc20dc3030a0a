// Anything typed for a length is understood or refused with a sentence; what is understood reads back from
// its own text.
#include "measure/parse.h"

#include <cstdlib>
#include <string>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    for (const owl::Units u : {owl::Units::metric, owl::Units::imperial}) {
        const auto v = owl::parseLength(text, u);
        if (!v && v.error().empty())
            std::abort();
        if (!v)
            continue;
        owl::NumberStyle style;
        style.units = u;
        style.plain = true;
        const auto again = owl::parseLength(owl::formatLength(*v, style), u);
        if (!again || *again != owl::roundToTape(*v, style))
            std::abort();
    }
    return 0;
}
