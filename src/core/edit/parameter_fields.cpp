#include "edit/parameter_fields.h"

#include "measure/format.h"
#include "piece/parameter_tools.h"

#include <fmt/format.h>

namespace owl {
namespace {

class PanelParameters : public QuietParameters {
  public:
    PanelParameters(const Project& p, const Piece& piece, const Draft* made, const Catalog& c)
        : style_(p.style), piece_(piece), made_(made), catalog_(c) {}
    std::vector<Field> out;

    void group(const char* title) override { title_ = title; }
    void length(const About& a, Length& v, const LengthLimits&) override {
        Length shown = v;
        if (made_)
            if (const auto it = made_->derived.find(path_.of(a)); it != made_->derived.end())
                shown = it->second;
        add(a, FieldKind::length, formatNumber(shown, style_));
    }
    void whole(const About& a, int& v, const WholeLimits&) override {
        add(a, FieldKind::number, std::to_string(v));
    }
    void number(const About& a, double& v, const NumberLimits&) override {
        add(a, FieldKind::number, formatDecimal(v, v == std::floor(v) ? 0 : 1, style_));
    }
    void option(const About& a, int& v, std::span<const Option> options) override {
        if (Field* f = add(a, FieldKind::choice, options[static_cast<std::size_t>(v)].id))
            for (std::size_t i = 0; i < options.size(); ++i)
                if (options[i].offered || static_cast<int>(i) == v)
                    f->choices.emplace_back(options[i].id, options[i].words);
    }
    void flag(const About& a, bool& v) override { add(a, FieldKind::flag, v ? "yes" : "no"); }
    void wood(const About& a, std::string& species) override {
        if (Field* f = add(a, FieldKind::choice, species))
            for (const auto& s : catalog_.species)
                if (!s.sheet)
                    f->choices.emplace_back(s.id, s.name);
    }
    void sizes(const About& a, std::vector<Length>& v, const LengthLimits&) override {
        std::string all;
        for (Length l : v)
            all += (all.empty() ? "" : "; ") + formatNumber(l, style_);
        add(a, FieldKind::text, std::move(all));
    }
    void readings(const About& a, std::string& text) override {
        Field* f = add(a, FieldKind::edge, text);
        if (f && made_) {
            f->extentLong = made_->assembly.length;
            f->extentDeep = made_->assembly.depth;
        }
    }

  private:
    /// A field with the setter that every kind of parameter shares; null when it does not apply now.
    Field* add(const About& a, FieldKind kind, std::string value) {
        if (!a.applies)
            return nullptr;
        if (!title_.empty())
            out.push_back({"", title_, FieldKind::heading, "", {}, "", {}});
        title_.clear();
        const std::string name = path_.of(a);
        const bool metric = style_.units == Units::metric;
        const auto set = [id = piece_.id, name, metric, label = std::string(a.label), now = piece_.params](
                             const std::string& typedText) -> tl::expected<Edit, std::string> {
            const auto after = withParameter(now, name, typedText, metric);
            if (!after)
                return tl::unexpected(after.error());
            return Edit{label, [id, name, typedText, metric](Project& p) {
                            if (Piece* q = p.findPiece(id))
                                if (auto changed = withParameter(q->params, name, typedText, metric))
                                    q->params = std::move(*changed);
                        }};
        };
        out.push_back({"piece." + name, a.label, kind, std::move(value), {}, a.help, set});
        return &out.back();
    }

    NumberStyle style_;
    const Piece& piece_;
    const Draft* made_;
    const Catalog& catalog_;
    std::string title_;
};

} // namespace

std::vector<Field> parameterFields(const Project& project, const Piece& piece, const Draft* made,
                                   const Catalog& catalog) {
    PieceParams copy = piece.params;
    PanelParameters panel(project, piece, made, catalog);
    describe(copy, panel);
    return std::move(panel.out);
}

} // namespace owl
