// Any bytes are a project or a sentence; a project can be planned and saved and reads back the same.
#include "plan/plan.h"
#include "project/project_file.h"

#include <cstdlib>
#include <string>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    const auto p = owl::readProject(text, "fuzz.owl");
    if (!p) {
        if (p.error().empty())
            std::abort();
        return 0;
    }
    static const owl::Shop shop = owl::shippedShop().value_or(owl::Shop());
    (void)owl::plan(*p, shop, owl::catalog());
    if (owl::writeProject(*p) != text)
        std::abort(); // unchanged: byte for byte
    return 0;
}
