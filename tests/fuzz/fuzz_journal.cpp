// Any bytes are a journal or a sentence; one that is read comes back as it was.
#include "project/journal.h"

#include <cstdlib>
#include <string>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size) {
    const auto journal = owl::readJournal(std::string(reinterpret_cast<const char*>(data), size), "fuzz");
    if (!journal)
        return journal.error().empty() ? std::abort(), 0 : 0;
    const auto again = owl::readJournal(owl::writeJournal(*journal), "again");
    if (!again || !(*again == *journal))
        std::abort();
    return 0;
}
