#pragma once
// Sentences about several joints, each said once. Internal to build/.
#include "measure/words.h"

#include <algorithm>
#include <string>
#include <utility>
#include <vector>

namespace owl {

/// What differs only in the part that a joint goes to is said of all of them: `\1` stands for their names.
class Sentences {
  public:
    void add(const std::string& text, const std::string& host) {
        if (text.find_first_not_of(' ') == std::string::npos)
            return;
        const auto known =
            std::find_if(all_.begin(), all_.end(), [&](const auto& s) { return s.first == text; });
        if (known == all_.end())
            all_.push_back({text, {host}});
        else if (std::find(known->second.begin(), known->second.end(), host) == known->second.end())
            known->second.push_back(host);
    }
    [[nodiscard]] std::string text() const {
        std::string out;
        for (const auto& [one, hosts] : all_) {
            std::string s = one;
            if (const auto at = s.find('\1'); at != std::string::npos)
                s.replace(at, 1, listed(hosts));
            out += (out.empty() ? "" : " ") + s;
            while (out.ends_with(' ')) // an empty note
                out.pop_back();
        }
        return out;
    }

  private:
    std::vector<std::pair<std::string, std::vector<std::string>>> all_;
};

} // namespace owl
