#pragma once
// Makes fields: each helper adds one field and the setter that turns a typed answer into an edit. Internal to
// edit/.

#include "edit/fields.h"
#include "measure/parse.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace owl {

using Setter = tl::expected<Edit, std::string>;
using Choices = std::vector<std::pair<std::string, std::string>>;

/// Collects the fields of one station for the piece in hand.
class FieldMaker {
  public:
    FieldMaker(const Project& p, const Plan& plan, const Catalog& c, const std::string& piece)
        : project_(p), plan_(plan), catalog_(c), piece_(piece) {}

  protected:
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
    /// A mass up to `most` kg.
    void mass(const std::string& id, const std::string& label, double kg, double most,
              std::function<void(Project&, double)> change) {
        const Units units = project_.style.units;
        const NumberStyle style = project_.style;
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
                            if (*v < 0 || *v > most)
                                return tl::unexpected(fmt::format("{} must lie between 0 and {}.", label,
                                                                  formatMass(most, style)));
                            return Edit{label, [change, v = *v](Project& p) { change(p, v); }};
                        }});
    }
    void text(const std::string& id, const std::string& label, const std::string& value,
              std::function<void(Project&, const std::string&)> change, const std::string& help = {},
              std::function<std::string(const std::string&)> wrong = {}) {
        out_.push_back(
            {id, label, FieldKind::text, value, {}, help, [=](const std::string& typed) -> Setter {
                 if (typed.size() > 2000)
                     return tl::unexpected(std::string("That is longer than 2000 letters."));
                 if (!readable(typed))
                     return tl::unexpected(
                         std::string("Some of these letters cannot be read; type them again."));
                 if (wrong)
                     if (const std::string why = wrong(typed); !why.empty())
                         return tl::unexpected(why);
                 return Edit{label, [change, kept = isolated(typed)](Project& p) { change(p, kept); }};
             }});
    }
    /// A name: once it has a letter, it keeps at least one.
    void name(const std::string& id, const std::string& value,
              std::function<void(Project&, const std::string&)> change) {
        text(id, "Name", value, std::move(change), {}, [named = !value.empty()](const std::string& typed) {
            return named && typed.find_first_not_of(" \t\n") == std::string::npos
                       ? std::string("A name needs at least one letter; the one before stays.")
                       : std::string();
        });
    }
    void choice(const std::string& id, const std::string& label, const std::string& value, Choices choices,
                std::function<void(Project&, const std::string&)> change, const std::string& help = {}) {
        out_.push_back(
            {id, label, FieldKind::choice, value, choices, help, [=](const std::string& typed) -> Setter {
                 for (const auto& [key, words] : choices)
                     if (key == typed)
                         return Edit{label, [change, typed](Project& p) { change(p, typed); }};
                 return tl::unexpected(fmt::format("\"{}\" is not one of the choices.", shortened(typed)));
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

    template <typename T> static std::string freeId(const std::vector<T>& taken, const std::string& stem) {
        std::set<std::string> ids;
        for (const T& t : taken)
            ids.insert(t.id);
        for (int n = 1;; ++n)
            if (std::string id = fmt::format("{}-{}", stem, n); !ids.contains(id))
                return id;
    }

    const Project& project_;
    const Plan& plan_;
    const Catalog& catalog_;
    const std::string& piece_;
    std::vector<Field> out_;
};

/// Makes the inputs of one wall.
class WallFieldMaker : public FieldMaker {
  public:
    WallFieldMaker(const Project& p, const Plan& plan, const Catalog& c, const std::string& piece,
                   std::string wall)
        : FieldMaker(p, plan, c, piece), w_(std::move(wall)) {}

  protected:
    template <typename F> [[nodiscard]] auto on(F f) const { return onWall(w_, f); }
    const std::string w_;
};

/// The fields of the Place station: the piece, its wall, studs, what is on and before the wall, rooms.
/// `wall`: the wall in view.
std::vector<Field> placeFields(const Project& project, const Plan& plan, const Catalog& catalog,
                               const std::string& piece, const std::string& wall);
/// Rack, prices and saw; the saw alone; recipes, coats and the clock.
std::vector<Field> woodFields(const Project& project, const Plan& plan, const Catalog& catalog,
                              const std::string& piece);
std::vector<Field> sawFields(const Project& project, const Plan& plan, const Catalog& catalog,
                             const std::string& piece);
std::vector<Field> finishFields(const Project& project, const Plan& plan, const Catalog& catalog,
                                const std::string& piece);
/// Only the piece's own place (for Hang).
std::vector<Field> positionFields(const Project& project, const Plan& plan, const Catalog& catalog,
                                  const std::string& piece);

} // namespace owl
