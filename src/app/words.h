#pragma once
// The core speaks in std::string, the window in QString.

#include <QString>
#include <string>

namespace owl {

inline QString words(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace owl
