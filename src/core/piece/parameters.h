#pragma once
// A kind describes its parameters once (describe()); everything that reads, writes, shows, types, draws lots
// or prints them is one implementation of this interface.

#include "measure/length.h"

#include <span>
#include <string>
#include <utility>
#include <vector>

namespace owl {

/// What is the same for every parameter. `name` is its key in the file and on the command line.
struct About {
    const char* name;
    const char* label;     ///< as the panel shows it
    const char* help = ""; ///< one sentence
    bool applies = true;   ///< false: another choice makes it meaningless; kept, not shown
    bool required = false; ///< a file without it is refused
    bool apart = false;    ///< drawn by a lot of its own: pieces drawn before it was thought of stay the same
};

/// Hard limits: nothing outside them is taken, wherever it comes from. Usual ones: outside them is a note.
struct LengthLimits {
    Length low, high, usualLow, usualHigh;
    bool board = false; ///< a thickness in which boards are sold
};
struct WholeLimits {
    int low, high, usualLow, usualHigh;
};
struct NumberLimits {
    double low, high, usualLow, usualHigh;
    const char* unit = ""; ///< 'degrees'
};

/// One of the words a choice can be.
struct Option {
    const char* id;      ///< in the file
    const char* words;   ///< in the panel
    bool offered = true; ///< false: read from old files, no longer chosen
};

class Parameters {
  public:
    virtual ~Parameters() = default;
    /// A heading above the parameters that follow.
    virtual void group(const char* title) { (void)title; }
    /// The parameters until close() stand in an object of this name in the file.
    virtual void open(const char* object) { (void)object; }
    virtual void close() {}

    virtual void length(const About& a, Length& v, const LengthLimits& limits) = 0;
    virtual void whole(const About& a, int& v, const WholeLimits& limits) = 0;
    virtual void number(const About& a, double& v, const NumberLimits& limits) = 0;
    virtual void option(const About& a, int& v, std::span<const Option> options) = 0;
    virtual void flag(const About& a, bool& v) = 0;
    /// A species of the catalogue.
    virtual void wood(const About& a, std::string& species) = 0;
    /// Readings along an edge, as typed or drawn: '0 3, 250 8, 900 2' (mm along, mm aside).
    virtual void readings(const About& a, std::string& text) = 0;
    /// Several sizes in a row, each within the limits; may be empty.
    virtual void sizes(const About& a, std::vector<Length>& v, const LengthLimits& limits) = 0;

    template <typename E> void choice(const About& a, E& v, std::span<const Option> options) {
        int i = static_cast<int>(v);
        option(a, i, options);
        v = static_cast<E>(i);
    }
};

/// Full name of a parameter inside objects: 'shared_board/width'. Kept by implementations that look for
/// names.
class ParameterPath {
  public:
    void open(const char* object) { prefix_ = std::string(object) + "/"; }
    void close() { prefix_.clear(); }
    [[nodiscard]] std::string of(const About& a) const { return prefix_ + a.name; }

  private:
    std::string prefix_;
};

} // namespace owl
