#pragma once
// Sentences about several joints, each said once. Internal to build/.
#include "measure/words.h"

#include <algorithm>
#include <string>
#include <vector>

namespace owl {

/// What differs only in the part that a joint goes to, or in its place, is said of all of them: `\1` stands
/// for their names, `\2` for their places.
class Sentences {
  public:
    void add(const std::string& text, const std::string& host, const std::string& place = {}) {
        if (const auto end = text.find('\n'); end != std::string::npos) {
            add(text.substr(0, end), host, place);
            add(text.substr(end + 1), host, place);
            return;
        }
        if (text.find_first_not_of(' ') == std::string::npos)
            return;
        const auto known =
            std::find_if(all_.begin(), all_.end(), [&](const Said& s) { return s.text == text; });
        Said& said = known == all_.end() ? all_.emplace_back(Said{text, {}, {}}) : *known;
        once(said.hosts, host);
        once(said.places, place);
    }
    [[nodiscard]] std::string text() const {
        std::string out;
        for (const Said& said : all_) {
            std::string s = said.text;
            if (const auto at = s.find('\1'); at != std::string::npos)
                s.replace(at, 1, listed(said.hosts));
            if (const auto at = s.find('\2'); at != std::string::npos)
                s.replace(at, 1, listed(said.places));
            out += (out.empty() ? "" : " ") + s;
            while (out.ends_with(' ')) // an empty note
                out.pop_back();
        }
        return out;
    }

  private:
    struct Said {
        std::string text;
        std::vector<std::string> hosts, places;
    };
    static void once(std::vector<std::string>& all, const std::string& one) {
        if (std::find(all.begin(), all.end(), one) == all.end())
            all.push_back(one);
    }
    std::vector<Said> all_;
};

} // namespace owl
