#include "edit/field_maker.h"
#include "edit/fit_fields.h"

#include "edit/parameter_fields.h"
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
            return finishAndFit();
        case Station::hang:
            return positionFields(project_, plan_, catalog_, piece_);
        case Station::log:
            log();
            break;
        }
        return std::move(out_);
    }

  private:
    /// What is cut to fit comes first while one builds.
    [[nodiscard]] std::vector<Field> finishAndFit() const {
        std::vector<Field> out = finishFields(project_, plan_, catalog_, piece_);
        for (auto& f : fitFields(project_, plan_, catalog_, piece_))
            out.push_back(std::move(f));
        return out;
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
                       p.load.kgPerM = plainNumber(v).value_or(p.load.kgPerM);
               }));
        flag("load.stays", "It stays for years", piece.load.lineSustained,
             onPiece([](Piece& p, bool v) { p.load.lineSustained = v; }));
        heading("A hand on the front edge");
        const PiecePlan* pp = plan_.find(piece.id);
        const double newton = project_.style.units == Units::metric ? 1 : 4.4482216;
        number("load.hand", project_.style.units == Units::metric ? "Force in N" : "Force in lbf",
               (pp ? pp->hand.newton : 220) / newton, 0, 0, std::floor(2000 / newton),
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
            i.x = std::min(end, std::max(Length(), lengthOf(q.params) - i.width));
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
        mass(id + ".mass", "Mass", i.mass, 1000, at([](LoadItem& q, double v) { q.mass = v; }));
        length(id + ".x", "From the left end", i.x, Length(), 20'000_mm,
               at([](LoadItem& q, Length l) { q.x = l; }));
        length(id + ".width", "Width", i.width, 5_mm, 5000_mm,
               at([](LoadItem& q, Length l) { q.width = l; }));
        length(id + ".height", "Height", i.height, 5_mm, 3000_mm,
               at([](LoadItem& q, Length l) { q.height = l; }));
        const PiecePlan* pp = plan_.find(piece_);
        if (const auto places = pp ? surfacesOf(pp->assembly()) : std::vector<Surface>(); places.size() > 1) {
            Choices names;
            for (const auto& s : places)
                names.emplace_back(s.id, s.name);
            choice(id + ".on", "Stands on", surfaceFor(pp->assembly(), i.on).id, names,
                   at([](LoadItem& q, const std::string& v) { q.on = v; }));
        }
        flag(id + ".stays", "It stays for years", i.sustained,
             at([](LoadItem& q, bool v) { q.sustained = v; }));
        action(id + ".remove", "Take it away", [pid = piece_, iid = i.id](Project& p) {
            for (auto& q : p.pieces)
                if (q.id == pid)
                    std::erase_if(q.load.items, [&](const LoadItem& l) { return l.id == iid; });
        });
    }

    void shape(const Piece& piece) {
        const PiecePlan* pp = plan_.find(piece.id);
        for (auto& f : parameterFields(project_, piece, pp ? &pp->made : nullptr, catalog_))
            out_.push_back(std::move(f));
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
        for (const StudLeftOut& s : piece.hold.without)
            action(fmt::format("hold.without.{}", s.x.nm()),
                   fmt::format("Use the stud at {} again", formatLength(s.x, project_.style)),
                   [id = piece.id, x = s.x](Project& p) {
                       if (Piece* q = p.findPiece(id))
                           std::erase_if(q->hold.without, [x](const StudLeftOut& l) { return l.x == x; });
                   });
        choice("hold.leaning", "Somebody leans on it",
               std::array{"usual", "people", "nobody"}.at(static_cast<std::size_t>(piece.hold.leaning)),
               {{"usual", "as usual here"}, {"people", "yes"}, {"nobody", "nobody"}},
               onPiece([](Piece& p, const std::string& v) {
                   p.hold.leaning = v == "people"   ? Leaning::people
                                    : v == "nobody" ? Leaning::nobody
                                                    : Leaning::usual;
               }),
               "Usual: below 1.1 m, deeper than 300 mm, over a seat or a walkway. There too much for a hand "
               "blocks; elsewhere it warns.");
        flag("hold.aboveBed", "Above a bed, seat or child's place", piece.hold.aboveBed,
             onPiece([](Piece& p, bool v) { p.hold.aboveBed = v; }),
             "Then strength is used to 60 % only; so it is by itself where a bed or a seat stands below, or "
             "children "
             "use the wall.");
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
        name("project.name", project_.name, [](Project& p, const std::string& t) { p.name = t; });
        heading("What happened");
        for (const auto& e : project_.log) {
            const std::string id = "log." + e.id;
            const auto at = [eid = e.id](auto change) {
                return [eid, change](Project& p, const auto& v) {
                    for (auto& q : p.log.mine())
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
                std::erase_if(p.log.mine(), [&](const LogEntry& q) { return q.id == eid; });
            });
        }
        action("log.add", "Write an entry", [](Project& p) {
            LogEntry e;
            e.id = freeId(p.log.all(), "entry");
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
