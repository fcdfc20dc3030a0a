#include "edit/field_maker.h"

#include "measure/number.h"
#include "measure/words.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// Collects the fields of one station.
class Collector : public FieldMaker {
  public:
    Collector(const Project& p, const Plan& plan, const Catalog& c, const std::string& piece,
              const std::string& wall)
        : FieldMaker(p, plan, c, piece), wall_(wall) {}

    std::vector<Field> of(Station s) {
        const Piece* piece = project_.findPiece(piece_);
        switch (s) {
        case Station::place:
            return placeFields(project_, plan_, catalog_, piece_, wall_);
        case Station::load:
            if (piece)
                load(*piece);
            break;
        case Station::piece:
            if (piece)
                shape(*piece);
            break;
        case Station::wood:
            return woodFields(project_, plan_, catalog_, piece_);
        case Station::hold:
            if (piece)
                hold(*piece);
            break;
        case Station::cut:
            return sawFields(project_, plan_, catalog_, piece_);
        case Station::build:
            return finishFields(project_, plan_, catalog_, piece_);
        case Station::hang:
            return positionFields(project_, plan_, catalog_, piece_);
        case Station::log:
            log();
            break;
        }
        return std::move(out_);
    }

  private:
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
                       p.load.kgPerM = plainNumber(v).value_or(p.load.kgPerM);
               }));
        flag("load.stays", "It stays for years", piece.load.lineSustained,
             onPiece([](Piece& p, bool v) { p.load.lineSustained = v; }));
        heading("A hand on the front edge");
        const PiecePlan* pp = plan_.find(piece.id);
        const double newton = project_.style.units == Units::metric ? 1 : 4.4482216;
        number("load.hand", project_.style.units == Units::metric ? "Force in N" : "Force in lbf",
               (pp ? pp->hand.newton : 220) / newton, 0, 0, 2000,
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
        pick("ledge.capJoint", "Caps", l.capJoint == Joinery::screwsGlue ? 1 : 0,
             {"glue and nails", "screws and glue"},
             [](LedgeParams& q, int v) { q.capJoint = v == 1 ? Joinery::screwsGlue : Joinery::nailsGlue; });
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
        choice(id, label, std::to_string(value), choices, onPiece([change](Piece& p, const std::string& v) {
                   change(ledgeOf(p), static_cast<int>(plainNumber(v).value_or(0)));
               }));
    }
    void ledgeFlag(const std::string& id, const std::string& label, bool value, bool LedgeParams::*member) {
        flag(id, label, value, onPiece([member](Piece& p, bool v) { ledgeOf(p).*member = v; }));
    }

    void hold(const Piece& piece) {
        heading("What holds it");
        Choices options{{"auto", "the best ranked"}};
        if (const PiecePlan* pp = plan_.find(piece.id))
            for (const auto& s : pp->supports)
                options.emplace_back(s.option.id, s.option.name);
        choice("hold.support", "Support", piece.hold.support, options,
               onPiece([](Piece& p, const std::string& id) { p.hold.support = id; }));
        choice("hold.rows", "Screws a stud", std::to_string(piece.hold.rows),
               {{"0", "one if it holds"}, {"1", "one"}, {"2", "two, stacked"}},
               onPiece([](Piece& p, const std::string& v) {
                   p.hold.rows = static_cast<int>(plainNumber(v).value_or(0));
               }));
        choice("hold.leaning", "Somebody leans on it",
               std::array{"usual", "people", "nobody"}.at(static_cast<std::size_t>(piece.hold.leaning)),
               {{"usual", "as usual here"}, {"people", "yes"}, {"nobody", "nobody"}},
               onPiece([](Piece& p, const std::string& v) {
                   p.hold.leaning = v == "people"   ? Leaning::people
                                    : v == "nobody" ? Leaning::nobody
                                                    : Leaning::usual;
               }),
               "Usual: below 1.1 m, deeper than 200 mm, over a seat or a walkway. There too much for a hand "
               "blocks; elsewhere it warns.");
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

    const std::string& wall_;
};

} // namespace

const char* stationName(Station s) {
    static constexpr std::array names{"Place", "Load",  "Piece", "Wood", "Hold",
                                      "Cut",   "Build", "Hang",  "Log"};
    return names.at(static_cast<std::size_t>(s));
}

std::vector<Field> fieldsOf(const Project& project, const Plan& plan, const Catalog& catalog,
                            const std::string& piece, Station station, const std::string& wall) {
    return Collector(project, plan, catalog, piece, wall).of(station);
}

} // namespace owl
