// Any bytes are strength cases or a sentence; an answer never holds a number that is none.
#include "files/json_text.h"
#include "strength/cases.h"

#include <cmath>
#include <cstdlib>
#include <string_view>

namespace {

bool finite(const nlohmann::json& j) {
    if (j.is_number_float())
        return std::isfinite(j.get<double>());
    for (const auto& v : j.is_structured() ? j : nlohmann::json::array())
        if (!finite(v))
            return false;
    return true;
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    const auto doc = owl::parseSortedJson(std::string_view(reinterpret_cast<const char*>(data), size));
    if (!doc)
        return doc.error().empty() ? std::abort(), 0 : 0;
    const auto result = owl::evaluateCases(*doc);
    if (result ? !finite(*result) : result.error().empty())
        std::abort();
    return 0;
}
