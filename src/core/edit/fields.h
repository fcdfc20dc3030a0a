#pragma once
// Every input of the document as a field: what it is called, what it holds now, how a typed answer becomes an
// edit. The window only shows them, beside or on the drawing; so all inputs can be tested without one.

#include "plan/plan.h"

namespace owl {

enum class FieldKind {
    heading,
    length,
    number,
    mass,
    text,
    edge, ///< readings along an edge: typed as text, or drawn; `extent` says how long and deep
    choice,
    flag,
    action,
    file ///< a button whose answer is a file; the window asks for it, so it has no setter
};

struct Field {
    std::string id; ///< 'ledge.length', 'item.it-1.x'; also the key under which repeated edits merge
    std::string label;
    FieldKind kind = FieldKind::text;
    std::string value; ///< as shown; choices: the chosen id; flags: 'yes' or 'no'
    std::vector<std::pair<std::string, std::string>> choices; ///< id, words
    std::string help;                                         ///< one sentence
    /// The typed answer as an edit, or a sentence about what was not understood.
    std::function<tl::expected<Edit, std::string>(const std::string&)> set;
    Length extentLong{}, extentDeep{}; ///< of an edge
};

enum class Station { place, load, piece, wood, hold, cut, build, hang, log };
inline constexpr int stationCount = 9;
const char* stationName(Station s); ///< 'Place' ..

/// The fields of a station for the piece in hand (may be empty). `wall`: the wall in view, when it is not the
/// piece's.
std::vector<Field> fieldsOf(const Project& project, const Plan& plan, const Catalog& catalog,
                            const std::string& piece, Station station, const std::string& wall = {});
/// One line about the state of a station, for the trail: '3 studs caught', '31 kg'.
std::string stationState(const Project& project, const Plan& plan, const std::string& piece, Station station);

/// The strip below the drawing: a table of the station. `ids` names what each row stands for.
struct StripTable {
    std::string title;
    std::vector<std::string> tabs;          ///< titles of the station's tables, when it has several
    int tab = 0;                            ///< which of them this is
    std::vector<std::optional<Edit>> edits; ///< per row, may be empty: what a click on it does
    std::string
        take; ///< not empty: a click only looks at a row; this word, or Return, does what the row does
    std::vector<std::string> columns;
    std::vector<std::vector<std::string>> rows;
    std::vector<std::string> ids;
    std::vector<int> numeric; ///< columns set flush right
    int tick = -1;            ///< column that is ticked off, -1: none
    std::vector<bool> ticked;
    int chosen = -1;                  ///< row that is in use
    std::vector<Status> status;       ///< verdict per row, empty: none
    std::vector<Working> workings;    ///< per row, may be empty
    std::vector<std::string> details; ///< per row, may be empty: the whole text of what the row stands for
};
/// `tab`: which of the station's tables; `wall`: the wall in view, when it is not the piece's.
StripTable stripOf(const Project& project, const Plan& plan, const Catalog& catalog, const std::string& piece,
                   Station station, int tab = 0, const std::string& wall = {});

} // namespace owl
