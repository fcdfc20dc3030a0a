#include "strength/effort.h"

namespace owl {
namespace {
thread_local double spent = 0; // NOLINT: a counter, read by nobody who reckons
}

double effortSoFar() {
    return spent;
}

void countEffort(double units) {
    spent += units;
}

} // namespace owl
