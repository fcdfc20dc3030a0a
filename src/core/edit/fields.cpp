#include "edit/fields.h"

#include "measure/parse.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using Setter = tl::expected<Edit, std::string>;
using Choices = std::vector<std::pair<std::string, std::string>>;

/// Collects the fields of one station; each helper makes one field and its setter.
class Collector {
  public:
    Collector(const Project& p, const Plan& plan, const Catalog& c, const std::string& piece)
        : project_(p), plan_(plan), catalog_(c), piece_(piece) {}

    std::vector<Field> of(Station s) {
        const Piece* piece = project_.findPiece(piece_);
        switch (s) {
        case Station::place:
            place(piece);
            break;
        case Station::load:
            if (piece)
                load(*piece);
            break;
        case Station::piece:
            if (piece)
                shape(*piece);
            break;
        case Station::wood:
            wood();
            break;
        case Station::hold:
            if (piece)
                hold(*piece);
            break;
        case Station::cut:
            saw();
            break;
        case Station::build:
            finish();
            break;
        case Station::hang:
            if (piece)
                hang(*piece);
            break;
        case Station::log:
            log();
            break;
        }
        return std::move(out_);
    }

  private:
    void heading(const std::string& label) {
        out_.push_back({"", label, FieldKind::heading, "", {}, "", {}});
    }
    [[nodiscard]] std::string say(Length l) const { return formatNumber(l, project_.style); }

    /// A length between low and high; `change` puts it into a project.
    void length(const std::string& id, const std::string& label, Length value, Length low, Length high,
                std::function<void(Project&, Length)> change, const std::string& help = {}) {
        const NumberStyle style = project_.style;
        out_.push_back(
            {id, label, FieldKind::length, say(value), {}, help, [=](const std::string& typed) -> Setter {
                 const auto v = parseLength(typed, style.units);
                 if (!v)
                     return tl::unexpected(v.error());
                 if (*v < low || *v > high)
                     return tl::unexpected(fmt::format("{} must lie between {} and {}.", label,
                                                       formatLength(low, style), formatLength(high, style)));
                 return Edit{label, [change, v = *v](Project& p) { change(p, v); }};
             }});
    }
    void number(const std::string& id, const std::string& label, double value, int digits, double low,
                double high, std::function<void(Project&, double)> change, const std::string& help = {}) {
        std::string shown = formatDecimal(value, value == std::floor(value) ? 0 : digits, project_.style);
        out_.push_back(
            {id, label, FieldKind::number, shown, {}, help, [=](const std::string& typed) -> Setter {
                 const auto v = parseNumber(typed, label);
                 if (!v)
                     return tl::unexpected(v.error());
                 if (*v < low || *v > high)
                     return tl::unexpected(
                         fmt::format("{} must lie between {:g} and {:g}.", label, low, high));
                 return Edit{label, [change, v = *v](Project& p) { change(p, v); }};
             }});
    }
    void mass(const std::string& id, const std::string& label, double kg,
              std::function<void(Project&, double)> change) {
        const Units units = project_.style.units;
        out_.push_back({id,
                        label,
                        FieldKind::mass,
                        formatMass(kg, project_.style),
                        {},
                        "",
                        [=](const std::string& typed) -> Setter {
                            const auto v = parseMass(typed, units);
                            if (!v)
                                return tl::unexpected(v.error());
                            return Edit{label, [change, v = *v](Project& p) { change(p, v); }};
                        }});
    }
    void text(const std::string& id, const std::string& label, const std::string& value,
              std::function<void(Project&, const std::string&)> change, const std::string& help = {},
              std::function<std::string(const std::string&)> wrong = {}) {
        out_.push_back({id, label, FieldKind::text, value, {}, help, [=](const std::string& typed) -> Setter {
                            if (typed.size() > 2000)
                                return tl::unexpected(std::string("That is longer than 2000 letters."));
                            if (wrong)
                                if (const std::string why = wrong(typed); !why.empty())
                                    return tl::unexpected(why);
                            return Edit{label, [change, typed](Project& p) { change(p, typed); }};
                        }});
    }
    void choice(const std::string& id, const std::string& label, const std::string& value, Choices choices,
                std::function<void(Project&, const std::string&)> change, const std::string& help = {}) {
        out_.push_back(
            {id, label, FieldKind::choice, value, choices, help, [=](const std::string& typed) -> Setter {
                 for (const auto& [key, words] : choices)
                     if (key == typed)
                         return Edit{label, [change, typed](Project& p) { change(p, typed); }};
                 return tl::unexpected(fmt::format("\"{}\" is not one of the choices.", typed));
             }});
    }
    void flag(const std::string& id, const std::string& label, bool value,
              std::function<void(Project&, bool)> change, const std::string& help = {}) {
        out_.push_back({id,
                        label,
                        FieldKind::flag,
                        value ? "yes" : "no",
                        {},
                        help,
                        [=](const std::string& typed) -> Setter {
                            return Edit{label, [change, on = typed == "yes"](Project& p) { change(p, on); }};
                        }});
    }
    void action(const std::string& id, const std::string& label, std::function<void(Project&)> change) {
        out_.push_back({id, label, FieldKind::action, "", {}, "", [=](const std::string&) -> Setter {
                            return Edit{label, change};
                        }});
    }

    // --- shorthands for the piece in hand and its wall
    std::function<void(Project&, Length)> onLedge(Length LedgeParams::*member) const {
        return [id = piece_, member](Project& p, Length v) {
            for (auto& q : p.pieces)
                if (q.id == id)
                    ledgeOf(q).*member = v;
        };
    }
    template <typename F> auto onPiece(F f) const {
        return [id = piece_, f](Project& p, const auto& v) {
            for (auto& q : p.pieces)
                if (q.id == id)
                    f(q, v);
        };
    }
    template <typename F> static auto onWall(const std::string& wall, F f) {
        return [wall, f](Project& p, const auto& v) {
            for (auto& w : p.walls)
                if (w.id == wall)
                    f(w, v);
        };
    }
    template <typename F> static std::function<void(Project&)> wallAction(const std::string& wall, F f) {
        return [wall, f](Project& p) {
            for (auto& w : p.walls)
                if (w.id == wall)
                    f(w);
        };
    }

    void place(const Piece* piece) {
        const Wall* wall = piece                    ? project_.findWall(piece->wall)
                           : project_.walls.empty() ? nullptr
                                                    : &project_.walls.front();
        if (!wall)
            return;
        if (piece)
            position(*piece, *wall);
        heading("Wall");
        const std::string& w = wall->id;
        text("wall.room", "Room", wall->room, onWall(w, [](Wall& v, const std::string& t) { v.room = t; }));
        length("wall.width", "Width", wall->width, 300_mm, 20'000_mm,
               onWall(w, [](Wall& v, Length l) { v.width = l; }));
        length("wall.height", "Ceiling", wall->height, 300_mm, 10'000_mm,
               onWall(w, [](Wall& v, Length l) { v.height = l; }));
        length("wall.baseboard", "Baseboard", wall->baseboard, Length(), 600_mm,
               onWall(w, [](Wall& v, Length l) { v.baseboard = l; }));
        Choices constructions;
        for (const auto& k : catalog_.walls)
            constructions.emplace_back(k.id, k.name);
        choice(
            "wall.construction", "Built of", wall->construction, constructions,
            [w](Project& p, const std::string& id) {
                for (auto& v : p.walls)
                    if (const WallKind* k = catalog().findWall(id); k && v.id == w) {
                        v.construction = id;
                        v.studWidth = Length::mm(k->studWidth);
                        v.studDepth = Length::mm(k->studDepth);
                        v.coverThickness = Length::mm(k->cover);
                        v.spacing = Length::mm(k->spacings.front());
                    }
            },
            "Sets stud size, usual spacing and cover; change them below as found.");
        Choices covers;
        for (const auto& k : catalog_.covers)
            covers.emplace_back(k.id, k.name);
        choice("wall.cover", "Cover", wall->cover, covers,
               onWall(w, [](Wall& v, const std::string& id) { v.cover = id; }));
        length("wall.coverThickness", "Cover thickness", wall->coverThickness, Length(), 100_mm,
               onWall(w, [](Wall& v, Length l) { v.coverThickness = l; }),
               "Measure it at an outlet: switch the circuit off and look at the edge.");
        studs(*wall);
        things(*wall);
    }

    void position(const Piece& piece, const Wall& wall) {
        heading("This piece");
        text("piece.name", "Name", piece.name, onPiece([](Piece& p, const std::string& t) { p.name = t; }));
        Choices anchors{{"wall", "on the wall"}};
        for (const auto& f : wall.furniture)
            anchors.emplace_back("furniture:" + f.id, "on the " + (f.name.empty() ? f.kind : f.name));
        anchors.emplace_back("typed", "at a typed place");
        const std::string now = piece.place.anchor == Anchor::wallCentre ? "wall"
                                : piece.place.anchor == Anchor::typed    ? "typed"
                                                                      : "furniture:" + piece.place.furniture;
        choice("place.anchor", "Centred", now, anchors, [id = piece.id](Project& p, const std::string& key) {
            for (auto& q : p.pieces) {
                if (q.id != id)
                    continue;
                if (key == "typed" && q.place.anchor != Anchor::typed)
                    q.place.x = pieceLeft(p, q); // stays where it is until a number is typed
                q.place.anchor = key == "wall"    ? Anchor::wallCentre
                                 : key == "typed" ? Anchor::typed
                                                  : Anchor::furnitureCentre;
                q.place.furniture = key.starts_with("furniture:") ? key.substr(10) : "";
            }
        });
        const Length left = pieceLeft(project_, piece);
        const Length length_ = ledgeOf(piece).length;
        const auto moveTo = [id = piece.id](Project& p, Length x) {
            for (auto& q : p.pieces)
                if (q.id == id) {
                    q.place.anchor = Anchor::typed;
                    q.place.x = x;
                }
        };
        length("place.x", "From the left corner", left, Length(), 20'000_mm, moveTo);
        length("place.right", "To the right corner", wall.width - left - length_, Length(), 20'000_mm,
               [moveTo, total = wall.width - length_](Project& p, Length r) { moveTo(p, total - r); });
        length("place.z", "Bottom above the floor", piece.place.z, Length(), 10'000_mm,
               onPiece([](Piece& p, Length l) { p.place.z = l; }));
    }

    void studs(const Wall& wall) {
        const std::string& w = wall.id;
        heading("Studs");
        choice("wall.studMode", "Known how",
               std::array{"spacing", "positions", "unknown"}.at(static_cast<std::size_t>(wall.studMode)),
               {{"spacing", "at a regular spacing"},
                {"positions", "found one by one"},
                {"unknown", "not found yet"}},
               onWall(w, [](Wall& v, const std::string& id) {
                   if (id == "positions" && v.studs.empty())
                       v.studs = studCentres(v); // start from what was believed so far
                   v.studMode = id == "spacing"     ? StudMode::spacing
                                : id == "positions" ? StudMode::positions
                                                    : StudMode::unknown;
               }));
        if (wall.studMode == StudMode::spacing) {
            length("wall.firstStud", "First stud", wall.firstStud, Length(), 20'000_mm,
                   onWall(w, [](Wall& v, Length l) { v.firstStud = l; }),
                   "Centre of the first stud from the left corner.");
            length("wall.spacing", "Spacing", wall.spacing, 100_mm, 3000_mm,
                   onWall(w, [](Wall& v, Length l) { v.spacing = l; }));
        } else if (wall.studMode == StudMode::positions) {
            std::string all;
            for (Length x : wall.studs)
                all += (all.empty() ? "" : "; ") + say(x);
            const NumberStyle style = project_.style;
            out_.push_back({"wall.studs",
                            "Centres",
                            FieldKind::text,
                            all,
                            {},
                            "From the left corner, with semicolons between.",
                            [w, style](const std::string& typed) { return studList(w, style, typed); }});
        }
        length("wall.studWidth", "Stud width", wall.studWidth, 10_mm, 300_mm,
               onWall(w, [](Wall& v, Length l) { v.studWidth = l; }));
        length("wall.studDepth", "Stud depth", wall.studDepth, 10_mm, 400_mm,
               onWall(w, [](Wall& v, Length l) { v.studDepth = l; }));
    }

    static Setter studList(const std::string& wall, const NumberStyle& style, const std::string& typed) {
        std::vector<Length> studs;
        std::string word;
        for (char c : typed + ";") {
            if (c != ';') {
                word += c;
                continue;
            }
            if (word.find_first_not_of(' ') == std::string::npos) {
                word.clear();
                continue;
            }
            const auto v = parseLength(word, style.units);
            if (!v)
                return tl::unexpected(v.error());
            if (*v < Length() || *v > 30'000_mm)
                return tl::unexpected(
                    fmt::format("A stud at {} lies outside any wall.", formatLength(*v, style)));
            studs.push_back(*v);
            word.clear();
        }
        std::sort(studs.begin(), studs.end());
        return Edit{"Studs", [wall, studs](Project& p) {
                        for (auto& v : p.walls)
                            if (v.id == wall)
                                v.studs = studs;
                    }};
    }

    /// Outlets and furniture: a few fields each, and how to add and remove them.
    void things(const Wall& wall) {
        const std::string& w = wall.id;
        heading("Outlets");
        for (const auto& o : wall.outlets) {
            const auto change = [w, id = o.id](Length Outlet::*member) {
                return onWall(w, [id, member](Wall& v, Length l) {
                    for (auto& q : v.outlets)
                        if (q.id == id)
                            q.*member = l;
                });
            };
            length("outlet." + o.id + ".x", "Outlet from the left", o.x, Length(), 20'000_mm,
                   change(&Outlet::x));
            length("outlet." + o.id + ".z", "Outlet above the floor", o.z, Length(), 10'000_mm,
                   change(&Outlet::z));
            action("outlet." + o.id + ".remove", "Remove this outlet", wallAction(w, [id = o.id](Wall& v) {
                       std::erase_if(v.outlets, [&](const Outlet& q) { return q.id == id; });
                   }));
        }
        action("outlet.add", "Add an outlet", wallAction(w, [](Wall& v) {
                   v.outlets.push_back({freeId(v.outlets, "outlet"), v.width / 4, 300_mm});
               }));
        heading("In front of the wall");
        for (const auto& f : wall.furniture)
            furniture(w, f);
        action("furniture.add", "Add furniture", wallAction(w, [](Wall& v) {
                   Furniture f;
                   f.id = freeId(v.furniture, "furniture");
                   f.x = (v.width - f.width) / 2;
                   v.furniture.push_back(f);
               }));
    }

    void furniture(const std::string& w, const Furniture& f) {
        const std::string id = "furniture." + f.id;
        const auto at = [w, fid = f.id](auto change) {
            return onWall(w, [fid, change](Wall& v, const auto& value) {
                for (auto& q : v.furniture)
                    if (q.id == fid)
                        change(q, value);
            });
        };
        choice(id + ".kind", "What stands there", f.kind,
               {{"sideboard", "sideboard"},
                {"sofa", "sofa"},
                {"desk", "desk"},
                {"table", "table"},
                {"bed", "bed"},
                {"tv", "television"},
                {"counter", "counter"},
                {"other", "something else"}},
               at([](Furniture& q, const std::string& t) { q.kind = t; }));
        text(id + ".name", "Called", f.name, at([](Furniture& q, const std::string& t) { q.name = t; }));
        length(id + ".x", "Its left edge", f.x, Length(), 20'000_mm,
               at([](Furniture& q, Length l) { q.x = l; }));
        length(id + ".width", "Its width", f.width, 50_mm, 10'000_mm,
               at([](Furniture& q, Length l) { q.width = l; }));
        length(id + ".height", "Its height", f.height, 50_mm, 4000_mm,
               at([](Furniture& q, Length l) { q.height = l; }));
        action(id + ".remove", "Remove it", [w, fid = f.id](Project& p) {
            for (auto& q : p.pieces) // what was centred on it stays where it is
                if (q.wall == w && q.place.anchor == Anchor::furnitureCentre && q.place.furniture == fid) {
                    q.place.x = pieceLeft(p, q);
                    q.place.anchor = Anchor::typed;
                    q.place.furniture.clear();
                }
            for (auto& v : p.walls)
                if (v.id == w)
                    std::erase_if(v.furniture, [&](const Furniture& q) { return q.id == fid; });
        });
    }

    template <typename T> static std::string freeId(const std::vector<T>& taken, const std::string& stem) {
        for (int n = 1;; ++n) {
            std::string id = fmt::format("{}-{}", stem, n);
            if (std::none_of(taken.begin(), taken.end(), [&](const T& t) { return t.id == id; }))
                return id;
        }
    }

    void load(const Piece& piece) {
        heading("All along");
        const double factor = project_.style.units == Units::metric ? 1 : 1.488164; // lb/ft to kg/m
        number("load.kgPerM", project_.style.units == Units::metric ? "kg per metre" : "lb per foot",
               piece.load.kgPerM / factor, 1, 0, 500,
               onPiece([factor](Piece& p, double v) { p.load.kgPerM = v * factor; }),
               "Weigh what stands on one metre, or one foot, of your own shelf.");
        choice("load.class", "Or choose a class", "",
               {{"", "choose .."},
                {"8", "display, light frames"},
                {"20", "paperbacks, light things"},
                {"31", "mixed books"},
                {"46", "heavy books, tins"}},
               onPiece([](Piece& p, const std::string& v) {
                   if (!v.empty())
                       p.load.kgPerM = std::stod(v);
               }));
        flag("load.stays", "It stays for years", piece.load.lineSustained,
             onPiece([](Piece& p, bool v) { p.load.lineSustained = v; }));
        heading("A hand on the front edge");
        const PiecePlan* pp = plan_.find(piece.id);
        const double newton = project_.style.units == Units::metric ? 1 : 4.4482216;
        number("load.hand", project_.style.units == Units::metric ? "Force in N" : "Force in lbf",
               (pp ? pp->hand : 220) / newton, 0, 0, 2000,
               onPiece([newton](Piece& p, double v) { p.load.handN = v * newton; }),
               "Usual: 220 N (50 lbf); 445 N below 1.1 m or deeper than 350 mm.");
        text("load.handWhy", "Why less", piece.load.handWhy,
             onPiece([](Piece& p, const std::string& t) { p.load.handWhy = t; }));
        heading("Things");
        Choices pantry{{"", "add a thing .."}};
        for (const auto& k : catalog_.loads)
            if (k.unitMass > 0)
                pantry.emplace_back(k.id, k.name);
        choice("item.add", "From the pantry", "", pantry,
               [id = piece.id](Project& p, const std::string& kind) { addItem(p, id, kind); });
        for (const auto& i : piece.load.items)
            item(i);
    }

    static void addItem(Project& p, const std::string& pieceId, const std::string& kind) {
        const LoadKind* k = catalog().findLoad(kind);
        for (auto& q : p.pieces) {
            if (q.id != pieceId || !k)
                continue;
            LoadItem i;
            i.id = freeId(q.load.items, "item");
            i.kind = k->id;
            i.name = k->name;
            i.mass = k->unitMass;
            i.width = Length::mm(k->pitch);
            i.height = Length::mm(k->height);
            Length end;
            for (const auto& other : q.load.items)
                end = std::max(end, other.x + other.width + 20_mm);
            i.x = std::min(end, std::max(Length(), ledgeOf(q).length - i.width));
            q.load.items.push_back(i);
        }
    }

    void item(const LoadItem& i) {
        const std::string id = "item." + i.id;
        const auto at = [this, iid = i.id](auto change) {
            return onPiece([iid, change](Piece& p, const auto& v) {
                for (auto& q : p.load.items)
                    if (q.id == iid)
                        change(q, v);
            });
        };
        heading(i.name.empty() ? "Thing" : i.name);
        mass(id + ".mass", "Mass", i.mass, at([](LoadItem& q, double v) { q.mass = v; }));
        length(id + ".x", "From the left end", i.x, Length(), 20'000_mm,
               at([](LoadItem& q, Length l) { q.x = l; }));
        length(id + ".width", "Width", i.width, 5_mm, 5000_mm,
               at([](LoadItem& q, Length l) { q.width = l; }));
        length(id + ".height", "Height", i.height, 5_mm, 3000_mm,
               at([](LoadItem& q, Length l) { q.height = l; }));
        flag(id + ".stays", "It stays for years", i.sustained,
             at([](LoadItem& q, bool v) { q.sustained = v; }));
        action(id + ".remove", "Take it away", [pid = piece_, iid = i.id](Project& p) {
            for (auto& q : p.pieces)
                if (q.id == pid)
                    std::erase_if(q.load.items, [&](const LoadItem& l) { return l.id == iid; });
        });
    }

    void shape(const Piece& piece) {
        const LedgeParams& l = ledgeOf(piece);
        heading("Sizes");
        length("ledge.length", "Length", l.length, 100_mm, 6000_mm, onLedge(&LedgeParams::length));
        const PiecePlan* pp = plan_.find(piece.id);
        stripSize("ledge.depth", "Depth from the wall", pp ? pp->assembly().depth : l.depth, 20_mm, 600_mm,
                  &LedgeParams::depth, LedgeStrip::base, l);
        stripSize("ledge.backHeight", "Back rail height", pp ? pp->made.backStrip : l.backHeight, 10_mm,
                  600_mm, &LedgeParams::backHeight, LedgeStrip::back, l);
        stripSize("ledge.lipHeight", "Lip height", pp ? pp->made.lipStrip : l.lipHeight, 5_mm, 400_mm,
                  &LedgeParams::lipHeight, LedgeStrip::lip, l);
        length("ledge.baseThickness", "Base thickness", l.baseThickness, 5_mm, 100_mm,
               onLedge(&LedgeParams::baseThickness));
        length("ledge.backThickness", "Back thickness", l.backThickness, 5_mm, 100_mm,
               onLedge(&LedgeParams::backThickness));
        length("ledge.lipThickness", "Lip thickness", l.lipThickness, 5_mm, 100_mm,
               onLedge(&LedgeParams::lipThickness));
        heading("How it is put together");
        pick("ledge.back", "Back rail", static_cast<int>(l.back), {"on the base", "behind the base"},
             [](LedgeParams& q, int v) { q.back = static_cast<BackPlace>(v); });
        pick("ledge.lip", "Front lip", static_cast<int>(l.lip),
             {"in front of the base", "on top of the base"},
             [](LedgeParams& q, int v) { q.lip = static_cast<LipPlace>(v); });
        pick("ledge.caps", "End caps", static_cast<int>(l.caps),
             {"none", "low strip", "stepped", "full height"},
             [](LedgeParams& q, int v) { q.caps = static_cast<CapShape>(v); });
        if (l.caps != CapShape::none)
            length("ledge.capThickness", "Cap thickness", l.capThickness, 3_mm, 60_mm,
                   onLedge(&LedgeParams::capThickness));
        const std::vector<std::string> joints{"screws and glue", "dowels", "tongue and groove",
                                              "glue and nails"};
        pick("ledge.backJoint", "Base to back", static_cast<int>(l.backJoint), joints,
             [](LedgeParams& q, int v) { q.backJoint = static_cast<Joinery>(v); });
        pick("ledge.lipJoint", "Base to lip", static_cast<int>(l.lipJoint), joints,
             [](LedgeParams& q, int v) { q.lipJoint = static_cast<Joinery>(v); });
        heading("Strips from one board");
        length("ledge.boardWidth", "Width of that board", l.boardWidth, Length(), 1000_mm,
               onLedge(&LedgeParams::boardWidth), "0: strips come from any board.");
        ledgeFlag("ledge.shareBase", "Base from it", l.shareBase, &LedgeParams::shareBase);
        ledgeFlag("ledge.shareBack", "Back rail from it", l.shareBack, &LedgeParams::shareBack);
        ledgeFlag("ledge.shareLip", "Lip from it", l.shareLip, &LedgeParams::shareLip);
        pick("ledge.remainder", "Takes the remainder", static_cast<int>(l.remainder),
             {"none", "base", "back rail", "lip"},
             [](LedgeParams& q, int v) { q.remainder = static_cast<LedgeStrip>(v); });
        heading("Wood");
        Choices woods;
        for (const auto& s : catalog_.species)
            woods.emplace_back(s.id, s.name);
        choice("ledge.species", "Species", l.species, woods,
               onPiece([](Piece& p, const std::string& id) { ledgeOf(p).species = id; }));
        pick("ledge.grade", "Boards look", static_cast<int>(l.grade),
             {"clear, straight grain", "ordinary, tight knots", "poor, big or edge knots"},
             [](LedgeParams& q, int v) { q.grade = static_cast<BoardGrade>(v); });
    }

    /// A size that may be the remainder of the shared board: shown as it comes out; typing one ends the
    /// remainder.
    void stripSize(const std::string& id, const std::string& label, Length shown, Length low, Length high,
                   Length LedgeParams::*member, LedgeStrip strip, const LedgeParams& l) {
        const bool rest = l.remainder == strip && l.boardWidth > Length();
        length(id, label, shown, low, high, onPiece([member, strip](Piece& p, Length v) {
                   ledgeOf(p).*member = v;
                   if (ledgeOf(p).remainder == strip)
                       ledgeOf(p).remainder = LedgeStrip::none;
               }),
               rest ? "It takes what the shared board leaves; typing a size ends that." : "");
    }

    void pick(const std::string& id, const std::string& label, int value,
              const std::vector<std::string>& words, std::function<void(LedgeParams&, int)> change) {
        Choices choices;
        for (std::size_t i = 0; i < words.size(); ++i)
            choices.emplace_back(std::to_string(i), words[i]);
        choice(id, label, std::to_string(value), choices,
               onPiece([change](Piece& p, const std::string& v) { change(ledgeOf(p), std::stoi(v)); }));
    }
    void ledgeFlag(const std::string& id, const std::string& label, bool value, bool LedgeParams::*member) {
        flag(id, label, value, onPiece([member](Piece& p, bool v) { ledgeOf(p).*member = v; }));
    }

    void saw() {
        heading("Saw");
        Choices cutters;
        for (const auto& k : catalog_.kerfs)
            cutters.emplace_back(k.id, k.name);
        choice("wood.cutter", "Cutter", project_.wood.cutter, cutters, [](Project& p, const std::string& id) {
            p.wood.cutter = id;
            for (const auto& k : catalog().kerfs)
                if (k.id == id)
                    p.wood.kerf = Length::mm(k.mm);
        });
        length(
            "wood.kerf", "Kerf", project_.wood.kerf, Length(), 10_mm,
            [](Project& p, Length l) { p.wood.kerf = l; }, "Measure a trial cut: blades differ.");
        length("wood.endTrim", "Trim at board ends", project_.wood.endTrim, Length(), 200_mm,
               [](Project& p, Length l) { p.wood.endTrim = l; });
    }

    void wood() {
        heading("Cost");
        number(
            "wood.target", "Target price", project_.wood.targetPrice, 2, 0, 1e6,
            [](Project& p, double v) { p.wood.targetPrice = v; },
            "What the piece would cost in a shop; 0: none.");
        saw();
        heading("Your rack");
        for (const auto& b : project_.wood.boards)
            board(b);
        action("board.add", "Add a board to the rack", [pid = piece_](Project& p) {
            StockItem s;
            s.id = freeId(p.wood.boards, "rack");
            s.name = "rack board";
            const Piece* q = p.findPiece(pid);
            s.species = q ? ledgeOf(*q).species : "scots_pine";
            s.length = 600_mm;
            s.width = 100_mm;
            s.thickness = q ? ledgeOf(*q).baseThickness : 18_mm;
            s.available = 1;
            s.rack = true;
            p.wood.boards.push_back(s);
        });
    }

    void board(const StockItem& b) {
        const std::string id = "board." + b.id;
        const auto at = [bid = b.id](auto change) {
            return [bid, change](Project& p, const auto& v) {
                for (auto& q : p.wood.boards)
                    if (q.id == bid)
                        change(q, v);
            };
        };
        heading(b.name.empty() ? b.id : b.name);
        text(id + ".name", "Name", b.name, at([](StockItem& q, const std::string& t) { q.name = t; }));
        length(id + ".length", "Length", b.length, 10_mm, 20'000_mm,
               at([](StockItem& q, Length l) { q.length = l; }));
        length(id + ".width", "Width", b.width, 5_mm, 2000_mm,
               at([](StockItem& q, Length l) { q.width = l; }));
        length(id + ".thickness", "Thickness", b.thickness, 2_mm, 200_mm,
               at([](StockItem& q, Length l) { q.thickness = l; }));
        number(id + ".price", "Price", b.price, 2, 0, 1e6, at([](StockItem& q, double v) { q.price = v; }));
        number(id + ".available", "How many", b.available.value_or(0), 0, 0, 10'000,
               at([](StockItem& q, double v) { q.available = static_cast<int>(v); }));
        action(id + ".remove", "Take it off the list", [bid = b.id](Project& p) {
            std::erase_if(p.wood.boards, [&](const StockItem& s) { return s.id == bid; });
        });
    }

    void hold(const Piece& piece) {
        heading("What holds it");
        Choices options{{"auto", "the best ranked"}};
        if (const PiecePlan* pp = plan_.find(piece.id))
            for (const auto& s : pp->supports)
                options.emplace_back(s.option.id, s.option.name);
        choice("hold.support", "Support", piece.hold.support, options,
               onPiece([](Piece& p, const std::string& id) { p.hold.support = id; }));
        choice("hold.rows", "Screws on each stud", std::to_string(piece.hold.rows),
               {{"1", "one"}, {"2", "two, one above the other"}},
               onPiece([](Piece& p, const std::string& v) { p.hold.rows = std::stoi(v); }));
        flag("hold.aboveBed", "Above a bed, seat or child's place", piece.hold.aboveBed,
             onPiece([](Piece& p, bool v) { p.hold.aboveBed = v; }),
             "Then strength may be used to 60 % only.");
        choice(
            "sagLimit", "Sag looks",
            std::array{"fine", "plain", "rough"}.at(static_cast<std::size_t>(piece.sagLimit)),
            {{"fine", "fine: span / 600"}, {"plain", "plain: span / 360"}, {"rough", "rough: span / 240"}},
            onPiece([](Piece& p, const std::string& v) {
                p.sagLimit = v == "fine" ? SagLimit::fine : v == "rough" ? SagLimit::rough : SagLimit::plain;
            }));
    }

    void finish() {
        heading("Finish");
        choice("finish.school", "School",
               std::array{"stain", "paint", "oil"}.at(static_cast<std::size_t>(project_.finish.school)),
               {{"stain", "stain and clear coat"}, {"paint", "paint"}, {"oil", "hard wax oil"}},
               [](Project& p, const std::string& v) {
                   p.finish.school = v == "stain"   ? FinishSchool::stain
                                     : v == "paint" ? FinishSchool::paint
                                                    : FinishSchool::oil;
               });
        text(
            "finish.start", "Sanding starts", project_.finish.start,
            [](Project& p, const std::string& t) { p.finish.start = t; }, "As 2026-03-07T09:00.",
            [](const std::string& t) {
                return parseClock(t)
                           ? std::string()
                           : fmt::format("\"{}\" is not a date and time; type for example 2026-03-07T09:00.",
                                         t);
            });
        number(
            "finish.dayBegins", "Work from", project_.finish.dayBegins, 0, 0, 22,
            [](Project& p, double v) {
                p.finish.dayBegins = static_cast<int>(v);
                p.finish.dayEnds = std::max(p.finish.dayEnds, p.finish.dayBegins + 1);
            },
            "o'clock");
        number(
            "finish.dayEnds", "Work until", project_.finish.dayEnds, 0, 1, 24,
            [](Project& p, double v) {
                p.finish.dayEnds = static_cast<int>(v);
                p.finish.dayBegins = std::min(p.finish.dayBegins, p.finish.dayEnds - 1);
            },
            "o'clock");
    }

    void hang(const Piece& piece) {
        const Wall* wall = project_.findWall(piece.wall);
        if (wall)
            position(piece, *wall);
    }

    void log() {
        heading("Project");
        text("project.name", "Name", project_.name, [](Project& p, const std::string& t) { p.name = t; });
        heading("What happened");
        for (const auto& e : project_.log) {
            const std::string id = "log." + e.id;
            const auto at = [eid = e.id](auto change) {
                return [eid, change](Project& p, const auto& v) {
                    for (auto& q : p.log)
                        if (q.id == eid)
                            change(q, v);
                };
            };
            text(id + ".date", "Date", e.date, at([](LogEntry& q, const std::string& t) { q.date = t; }));
            text(id + ".text", "What", e.text, at([](LogEntry& q, const std::string& t) { q.text = t; }));
            number(id + ".hours", "Hours", e.hours, 2, 0, 1000,
                   at([](LogEntry& q, double v) { q.hours = v; }));
            number(id + ".cost", "Cost", e.cost, 2, 0, 1e6, at([](LogEntry& q, double v) { q.cost = v; }));
            action(id + ".remove", "Strike this entry", [eid = e.id](Project& p) {
                std::erase_if(p.log, [&](const LogEntry& q) { return q.id == eid; });
            });
        }
        action("log.add", "Write an entry", [](Project& p) {
            LogEntry e;
            e.id = freeId(p.log, "entry");
            e.date = p.finish.start.substr(0, 10);
            p.log.push_back(e);
        });
    }

    const Project& project_;
    const Plan& plan_;
    const Catalog& catalog_;
    const std::string& piece_;
    std::vector<Field> out_;
};

} // namespace

const char* stationName(Station s) {
    static constexpr std::array names{"Place", "Load",  "Piece", "Wood", "Hold",
                                      "Cut",   "Build", "Hang",  "Log"};
    return names.at(static_cast<std::size_t>(s));
}

std::vector<Field> fieldsOf(const Project& project, const Plan& plan, const Catalog& catalog,
                            const std::string& piece, Station station) {
    return Collector(project, plan, catalog, piece).of(station);
}

} // namespace owl
