#include "piece/kinds.h"

#include "measure/format.h"
#include "piece/parameter_tools.h"

#include <fmt/format.h>

namespace owl {
namespace {

/// Calls f with a default-made value of every kind; the chooser's order.
template <typename F, std::size_t... I> void eachKind(F f, std::index_sequence<I...>) {
    (f(std::variant_alternative_t<I, AnyKind>{}), ...);
}
template <typename F> void eachKind(F f) {
    eachKind(f, std::make_index_sequence<std::variant_size_v<AnyKind>>{});
}

} // namespace

const std::vector<KindInfo>& knownKinds() {
    static const std::vector<KindInfo> all = [] {
        std::vector<KindInfo> out;
        eachKind([&](const auto& k) { out.push_back(k.info); });
        return out;
    }();
    return all;
}

const KindInfo& kindInfo(const PieceParams& p) {
    return std::visit([](const auto& k) -> const KindInfo& { return k.info; }, p);
}

PieceParams::PieceParams() = default;
PieceParams::~PieceParams() = default;
PieceParams::PieceParams(const PieceParams&) = default;
PieceParams::PieceParams(PieceParams&&) noexcept = default;
PieceParams& PieceParams::operator=(const PieceParams&) = default;
PieceParams& PieceParams::operator=(PieceParams&&) noexcept = default;
bool PieceParams::operator==(const PieceParams& other) const {
    return static_cast<const AnyKind&>(*this) == static_cast<const AnyKind&>(other);
}

std::optional<PieceParams> defaultParams(const std::string& kind, bool metric) {
    std::optional<PieceParams> out;
    eachKind([&](const auto& k) {
        if (kind == k.info.id)
            out = std::decay_t<decltype(k)>::defaults(metric);
    });
    return out;
}

PieceParams blankParams(const std::string& kind) {
    PieceParams out;
    eachKind([&](const auto& k) {
        if (kind == k.info.id)
            out = k;
    });
    return out;
}

Draft makePiece(const PieceParams& p, const MakeContext& ctx, const Catalog& catalog) {
    return std::visit([&](const auto& k) { return k.make(ctx, catalog); }, p);
}

Vec outerSize(const PieceParams& p, const Catalog& catalog) {
    const Draft d = makePiece(p, {}, catalog);
    return {d.assembly.length, d.assembly.depth, d.assembly.height};
}

void describe(PieceParams& p, Parameters& to) {
    std::visit([&](auto& k) { k.describe(to); }, p);
}
void typed(PieceParams& p, const std::string& name) {
    std::visit([&](auto& k) { k.typed(name); }, p);
}
void settleByLot(PieceParams& p) {
    std::visit([](auto& k) { k.settle(); }, p);
}
std::vector<Cure> strengthen(const PieceParams& p, const Weakness& w) {
    return std::visit([&](const auto& k) { return k.strengthen(w); }, p);
}
std::optional<Cure> resize(const PieceParams& p, const PartWish& wish) {
    return std::visit([&](const auto& k) { return k.resize(wish); }, p);
}
std::optional<Cure> heighten(const PieceParams& p, Length by) {
    return std::visit([&](const auto& k) { return k.heighten(by); }, p);
}

std::optional<Cure> makeRoom(const PieceParams& p, const std::map<std::string, Length>& high) {
    return std::visit(
        [&](const auto& k) -> std::optional<Cure> {
            if constexpr (requires { k.makeRoom(high); })
                return k.makeRoom(high);
            else
                return std::nullopt;
        },
        p);
}

bool onFloor(const PieceParams& p) {
    return std::visit(
        [](const auto& k) {
            if constexpr (requires { k.onFloor(); })
                return k.onFloor();
            else
                return false;
        },
        p);
}
bool fromCorner(const PieceParams& p) {
    return kindInfo(p).place != std::string("wall");
}
std::vector<ParameterChange> asMeasured(const PieceParams& p, const MeasuredPlace& place) {
    return std::visit(
        [&](const auto& k) -> std::vector<ParameterChange> {
            if constexpr (requires { k.asMeasured(place); })
                return k.asMeasured(place);
            else
                return {};
        },
        p);
}
Length lengthOf(const PieceParams& p) {
    return std::visit(
        [](const auto& k) {
            if constexpr (requires { k.acrossWall(); })
                return k.acrossWall();
            else
                return k.length;
        },
        p);
}
const std::string& speciesOf(const PieceParams& p) {
    return std::visit([](const auto& k) -> const std::string& { return k.species; }, p);
}
BoardGrade gradeOf(const PieceParams& p) {
    return std::visit([](const auto& k) { return k.grade; }, p);
}

tl::expected<PieceParams, std::string> withParameter(PieceParams p, const std::string& name,
                                                     const std::string& value, bool metric) {
    ParameterSetter setter(name, value, metric);
    describe(p, setter);
    if (!setter.found()) {
        std::string all;
        for (const auto& n : setter.names())
            all += (all.empty() ? "" : ", ") + n;
        return tl::unexpected(
            fmt::format("{} has no parameter \"{}\"; it has {}.", kindInfo(p).id, name, all));
    }
    if (!setter.error().empty())
        return tl::unexpected(setter.error());
    typed(p, name);
    return p;
}

PieceParams withChanges(PieceParams p, const std::vector<ParameterChange>& changes) {
    for (const auto& c : changes) {
        ParameterSetter setter(c.key, c.value);
        describe(p, setter);
    }
    return p;
}

std::vector<std::pair<std::string, std::string>> unusual(const PieceParams& p, bool metric) {
    PieceParams copy = p;
    UnusualParameters look(metric);
    describe(copy, look);
    return std::move(look.found);
}

nlohmann::ordered_json parameterTable(const std::string& kind) {
    nlohmann::ordered_json rows = nlohmann::ordered_json::array();
    const auto metric = defaultParams(kind, true);
    const auto inch = defaultParams(kind, false);
    if (!metric || !inch)
        return rows;
    ParameterTable mm;
    PieceParams a = *metric;
    describe(a, mm);
    ParameterTable in;
    PieceParams b = *inch;
    describe(b, in);
    rows = std::move(mm.rows);
    for (std::size_t i = 0; i < rows.size(); ++i)
        rows[i]["default_in"] = in.rows[i]["default"];
    return rows;
}

} // namespace owl
