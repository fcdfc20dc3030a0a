#include "catalog/catalog.h"

#include "catalog/embedded.h"
#include "catalog/screw_rows.h"
#include "files/json_text.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <stdexcept>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

Species readSpecies(const Row& r) {
    Species s;
    s.id = r.text("id");
    s.name = r.text("name");
    s.softwood = r.text("group") == "softwood";
    s.means = {r.number("sg_12"), r.number("moe_GPa") * 1000, r.number("mor_MPa"), r.number("shear_MPa"),
               r.number("c_perp_MPa")};
    s.assignedG = r.number("sg_NDS_assigned", 0);
    s.moves = r.number("move_tangential_per_pct_MC");
    s.blotches = r.text("blotch") == "yes";
    s.resinous = r.text("resin") == "yes" || r.text("resin") == "some";
    s.source = r.text("source");
    s.conf = r.text("conf");
    return s;
}

/// Sheet goods stand among the woods: what is asked of a wood is asked of them.
Species readPanel(const Row& r) {
    Species s;
    s.id = r.text("id");
    s.name = r.text("name");
    s.sheet = true;
    s.density = r.number("density_kg_m3");
    s.assignedG = r.number("fastener_G"); // NDS table 12.3.3B for plywood; the rest a careful guess (verify)
    // Shear and pressure across the grain are not used of a sheet: a hollow's skins carry neither.
    s.means = {s.density / 1120, r.number("moe_cautious_GPa") * 1000, r.number("mor_MPa"), 0, 0};
    s.kDef = r.number("k_def");
    s.working = r.number("working_share");
    s.grained = r.text("grain") == "long";
    s.plies = r.text("edges") == "plies";
    for (const auto& t : r.whole().at("thicknesses_mm"))
        s.thicknesses.push_back(t.get<double>());
    s.source = r.text("source");
    s.conf = r.text("conf");
    return s;
}

Hanger readHanger(const Row& r) {
    static constexpr std::array kinds{"cleat", "rail", "keyhole", "ring", "eight"};
    Hanger h;
    const auto kind = std::find(kinds.begin(), kinds.end(), r.text("kind"));
    if (kind == kinds.end())
        throw std::runtime_error("hangers: unknown kind " + r.text("kind"));
    h.kind = static_cast<HangerKind>(kind - kinds.begin());
    h.id = r.text("id");
    h.name = r.text("name");
    h.sidePlay = {r.number("side_play_min_mm"), r.number("side_play_max_mm")};
    h.price = r.text("price");
    h.source = r.text("source");
    h.conf = r.text("conf");
    h.bevel = r.number("bevel_deg", 0);
    h.standOff = r.number("stand_off_mm");
    h.width = r.number("width_mm", 0);
    h.height = r.number("height_mm", 0);
    h.thickness = r.number("thickness_mm", 0);
    h.engaged = r.number("engaged_mm", 0);
    h.recess = r.number("recess_mm", 0);
    h.proud = r.number("proud_mm", 0);
    h.rating = r.number("rating_kg");
    h.perMm = r.number("per_mm", 0);
    h.most = r.number("most_kg");
    h.density = r.number("density_kg_m3", 0);
    h.difficulty = static_cast<int>(r.number("difficulty"));
    return h;
}

Tool readTool(const Row& r, const json& row) {
    Tool t;
    t.id = r.text("id");
    t.name = r.text("name");
    t.without = r.text("without");
    t.source = r.text("source");
    t.conf = r.text("conf");
    t.starter = row.at("starter").get<bool>();
    const std::string words = r.text("words");
    for (std::size_t from = 0; from <= words.size();) {
        const std::size_t to = std::min(words.find(';', from), words.size());
        t.words.push_back(words.substr(from, to - from));
        from = to + 1;
    }
    return t;
}

FinishKind readFinish(const Row& r) {
    FinishKind f;
    f.id = r.text("id");
    f.name = r.text("name");
    f.coats = static_cast<int>(r.number("coats_min"));
    f.touchDryH = r.number("touch_dry_h");
    f.recoatMinH = r.number("recoat_h_min");
    f.recoatMaxH = r.number("recoat_h_max", f.recoatMinH);
    f.cureDays = r.number("full_cure_days_min");
    f.coverage = r.number("coverage_m2_per_L_min");
    f.wipeLeast = r.number("wipe_minutes_min", 0);
    f.wipeMinutes = r.number("wipe_minutes_max", 0);
    f.sandBetween = r.text("sand_between");
    f.tools = r.text("tools");
    f.warning = r.text("ventilation_fire");
    f.note = r.text("note");
    f.source = r.text("source");
    f.conf = r.text("conf");
    return f;
}

FinishRecipe readSystem(const Row& r, const json& row) {
    FinishRecipe out{r.text("id"), r.text("name"), r.text("last_grit"), {}};
    for (const auto& c : row.at("coats")) {
        FinishCoat coat;
        coat.product = c.value("product", "");
        coat.sheen = c.value("sheen", "");
        coat.number = c.value("number", 1);
        if (c.contains("wait_h"))
            coat.waitH = c.at("wait_h").get<double>();
        coat.manner = c.value("manner", "");
        coat.onlyOn = c.value("only_on", "");
        out.coats.push_back(std::move(coat));
    }
    return out;
}

LoadKind readLoad(const Row& r) {
    LoadKind l;
    l.id = r.text("id");
    l.group = r.text("group");
    l.name = r.text("item");
    l.pitch = r.number("pitch_along_shelf_mm");
    l.height = r.number("item_height_mm", 150);
    l.depth = r.number("item_depth_mm", 100);
    l.unitMass = r.number("unit_mass_kg", 0);
    l.kgPerM = r.number("kg_per_m", 0);
    l.single = r.text("treat_as_single_item") == "yes";
    l.source = r.text("source");
    l.conf = r.text("conf");
    return l;
}

WallKind readWall(const Row& r) {
    WallKind w;
    w.id = r.text("id");
    w.name = r.text("name");
    w.source = r.text("source");
    w.conf = r.text("conf");
    const std::string holds = r.text("holds");
    w.holds = holds == "masonry" ? WallHold::masonry : holds == "metal" ? WallHold::metal : WallHold::studs;
    w.region = r.text("region");
    w.cover = r.text("cover");
    w.traps = r.text("traps");
    w.studWidth = r.number("stud_width_mm", 0);
    w.studDepth = r.number("stud_depth_mm", 0);
    w.coverThickness = r.number("cover_mm");
    w.studG = r.number("stud_G", 0);
    w.rodBearing = r.number("rod_bearing_MPa", 0);
    w.spacings = r.numbers("spacing_mm");
    w.anchors = r.texts("anchors");
    return w;
}

AnchorKind readAnchor(const Row& r) {
    AnchorKind a;
    a.id = r.text("id");
    a.wall = r.text("wall");
    a.name = r.text("name");
    a.size = r.text("size");
    a.hole = r.text("hole");
    a.note = r.text("note");
    a.source = r.text("source");
    a.conf = r.text("conf");
    a.screw = r.number("screw_mm", 0);
    a.drill = r.number("drill_mm", 0);
    a.depth = r.number("depth_mm", 0);
    a.behind = r.number("behind_mm", 0);
    a.setting = r.text("set");
    a.through = r.flag("through");
    a.screwApart = r.flag("screw_apart");
    a.tensionLow = r.number("tension_low_N");
    a.tensionHigh = r.number("tension_high_N");
    a.shearLow = r.number("shear_low_N");
    a.shearHigh = r.number("shear_high_N");
    return a;
}

ObstacleKind readObstacle(const Row& r) {
    ObstacleKind o;
    o.id = r.text("id");
    o.name = r.text("name");
    o.wires = r.text("wires");
    o.pipes = r.text("pipes");
    o.why = r.text("why");
    o.source = r.text("source");
    o.conf = r.text("conf");
    o.width = r.number("width_mm");
    o.height = r.number("height_mm");
    o.bottom = r.number("bottom_mm");
    o.depth = r.number("depth_mm");
    o.clearSide = r.number("clear_side_mm");
    o.clearAbove = r.number("clear_above_mm");
    o.clearBelow = r.number("clear_below_mm");
    o.byCentre = r.flag("by_centre");
    return o;
}

template <typename T, typename Read>
void readAll(Catalog& c, const std::string& subject, std::vector<T>& into, Read read) {
    const char* text = embeddedFile(subject + ".json");
    if (!text)
        throw std::runtime_error(subject + ".json is not in the program");
    auto rows = readSubject(subject + ".json", text);
    if (!rows)
        throw std::runtime_error(rows.error());
    const json& list = rows->at("rows");
    for (std::size_t i = 0; i < list.size(); ++i)
        into.push_back(read(Row(subject, i, list[i])));
    c.subjects.emplace_back(subject, std::move(*rows));
}

/// Walls with what is in, on and before them, and what holds there.
void readRooms(Catalog& c) {
    readAll(c, "walls", c.walls, readWall);
    readAll(c, "anchors", c.anchors, readAnchor);
    readAll(c, "rods", c.rods, [](const Row& r) {
        return Rod{r.text("id"),
                   r.text("material"),
                   r.text("label"),
                   r.text("source"),
                   r.text("conf"),
                   r.number("diameter_mm"),
                   r.number("E_MPa"),
                   r.number("allow_stands_MPa"),
                   r.number("allow_hand_MPa"),
                   r.number("density_kg_m3"),
                   r.text("units") == "mm"};
    });
    readAll(c, "hangers", c.hangers, readHanger);
    readAll(c, "tools", c.tools, [](const Row& r) { return readTool(r, r.whole()); });
    readAll(c, "obstacles", c.obstacles, readObstacle);
    readAll(c, "furniture", c.furniture, [](const Row& r) {
        return FurnitureKind{r.text("id"),          r.text("name"),       r.number("width_mm"),
                             r.number("height_mm"), r.number("depth_mm"), r.number("bottom_mm", 0)};
    });
    readAll(c, "wire_bands", c.wireBands, [](const Row& r) {
        return WireBand{r.text("id"),
                        r.text("region"),
                        r.text("from"),
                        r.text("why"),
                        r.text("source"),
                        r.text("conf"),
                        r.text("runs") == "vertical",
                        r.number("low_mm"),
                        r.number("high_mm")};
    });
    readAll(c, "covers", c.covers, [](const Row& r) {
        return CoverKind{r.text("id"), r.text("name"), r.text("source"), r.text("conf"),
                         r.number("crush_MPa")};
    });
    readAll(c, "kerfs", c.kerfs, [](const Row& r) {
        return Kerf{r.text("id"), r.text("name"), r.text("source"), r.text("conf"), r.number("kerf_mm")};
    });
}

Catalog readShipped() {
    Catalog c;
    readAll(c, "species", c.species, readSpecies);
    readAll(c, "panels", c.species, readPanel);
    readAll(c, "screws_gauge", c.screws, readGauge);
    readAll(c, "screws_metric", c.screws, readMetric);
    readAll(c, "screws_special", c.screws, readSpecial);
    readAll(c, "lag_screws", c.lagScrews, readLag);
    readAll(c, "pocket_screws", c.pockets, [](const Row& r) {
        return PocketSetting{r.number("thickness_mm"), r.number("length_mm"), r.text("screw"),
                             r.text("metric_screw")};
    });
    readAll(c, "lumber_us", c.lumberUs, [](const Row& r) {
        return Lumber{r.text("nominal"), r.number("actual_thickness_mm"), r.number("actual_width_mm")};
    });
    std::vector<int> unused;
    for (const char* subject : {"lumber_eu", "adhesives", "tool_limits", "sanding"})
        readAll(c, subject, unused, [](const Row&) { return 0; });
    c.sanding = c.subjects.back().second.at("rows");
    readAll(c, "finishes", c.finishes, readFinish);
    readAll(c, "finish_systems", c.finishSystems, [](const Row& r) { return readSystem(r, r.whole()); });
    readAll(c, "finish_compat", c.compatibility, [](const Row& r) {
        return Compatibility{r.text("under_id"), r.text("over_id"), r.text("code"), r.text("meaning")};
    });
    readAll(c, "loads", c.loads, readLoad);
    readAll(c, "heights", c.heights, [](const Row& r) {
        return HeightAdvice{r.text("id"),          r.text("topic"),           r.text("item"),
                            r.text("why"),         r.text("source"),          r.text("conf"),
                            r.number("low_mm", 0), r.number("typical_mm", 0), r.number("high_mm", 0)};
    });
    readRooms(c);
    readAll(c, "cautions", c.cautions, [](const Row& r) {
        return Caution{r.text("activity"), r.text("caution"), r.text("source"), r.text("conf")};
    });
    readAll(c, "packages", c.packages, [](const Row& r) {
        Package p{r.text("id"), r.text("unit"), r.text("of"), {}, {}};
        for (const auto& n : split(r.text("sizes"), ';'))
            p.sizes.push_back(numberIn(n));
        if (const std::string labels = r.text("labels"); !labels.empty())
            p.labels = split(labels, ';');
        return p;
    });
    readAll(c, "labour", c.labour, [](const Row& r) {
        return Labour{r.text("id"), r.text("what"), r.text("source"), r.number("minutes")};
    });
    return c;
}

} // namespace

tl::expected<json, std::string> readSubject(const std::string& file, const std::string& text) {
    auto tree = parseJson(text);
    if (!tree)
        return tl::unexpected(fmt::format("{}: {}", file, tree.error()));
    json& doc = *tree;
    if (!doc.is_object() || !doc.contains("rows") || !doc.at("rows").is_array())
        return tl::unexpected(file + ": it has no list 'rows'");
    std::size_t i = 0;
    for (const auto& row : doc.at("rows")) {
        ++i;
        if (!row.is_object() || !row.contains("source") || !row.at("source").is_string() ||
            row.at("source").get<std::string>().empty())
            return tl::unexpected(fmt::format("{}: row {}: every row needs its 'source'", file, i));
    }
    return std::move(doc);
}

tl::expected<Catalog, std::string> loadCatalog() {
    try {
        return readShipped();
    } catch (const std::exception& e) {
        return tl::unexpected(std::string(e.what()));
    }
}

const Catalog& catalog() {
    static const Catalog loaded = [] {
        auto c = loadCatalog();
        if (!c) {
            std::fprintf(stderr, "The reference data is broken: %s\n", c.error().c_str());
            std::abort();
        }
        return std::move(*c);
    }();
    return loaded;
}

} // namespace owl
