// The described wall of the simulated scanner as a file.
#include "files/json_text.h"
#include "scan/simulator.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using json = nlohmann::ordered_json;

struct Fault {
    std::string sentence;
};

/// Reads numbers of one object; every complaint names the place.
class Numbers {
  public:
    Numbers(const json& in, std::string place) : in_(in), place_(std::move(place)) {
        if (!in_.is_object())
            throw Fault{place_ + ": this must be an object in braces."};
    }
    [[nodiscard]] bool has(const char* key) const { return in_.contains(key); }
    [[nodiscard]] double need(const char* key, double low, double high) const {
        if (!has(key))
            throw Fault{fmt::format("{}.{}: it is missing.", place_, key)};
        return get(key, 0, low, high);
    }
    [[nodiscard]] double get(const char* key, double otherwise, double low, double high) const {
        return has(key) ? checked(in_.at(key), fmt::format("{}.{}", place_, key), low, high) : otherwise;
    }
    [[nodiscard]] const json* list(const char* key) const {
        if (!has(key))
            return nullptr;
        if (!in_.at(key).is_array() || in_.at(key).size() > 1000)
            throw Fault{fmt::format("{}.{}: this must be a list of at most 1000.", place_, key)};
        return &in_.at(key);
    }
    [[nodiscard]] std::vector<std::size_t> indices(const char* key) const {
        std::vector<std::size_t> out;
        if (const json* l = list(key))
            for (std::size_t i = 0; i < l->size(); ++i)
                out.push_back(static_cast<std::size_t>(
                    checked((*l)[i], fmt::format("{}.{}[{}]", place_, key, i), 0, 1000)));
        return out;
    }
    static double checked(const json& v, const std::string& place, double low, double high) {
        if (!v.is_number() || !std::isfinite(v.get<double>()))
            throw Fault{place + ": it is not a number."};
        const double d = v.get<double>();
        if (d < low || d > high)
            throw Fault{fmt::format("{}: {:g} is outside {:g} to {:g}.", place, d, low, high)};
        return d;
    }

  private:
    const json& in_;
    std::string place_;
};

/// {"left_mm","right_mm"}, {"centre_mm","width_mm"} or just the centre.
Hidden hiddenOf(const json& v, const std::string& place, double usualWidth, double length) {
    if (v.is_number()) {
        const double c = Numbers::checked(v, place, 0, length);
        return {c - usualWidth / 2, c + usualWidth / 2};
    }
    const Numbers n(v, place);
    if (n.has("left_mm")) {
        const double left = n.need("left_mm", -500, length);
        return {left, n.need("right_mm", left + 1, length + 500)};
    }
    const double c = n.need("centre_mm", 0, length);
    const double w = n.get("width_mm", usualWidth, 1, 1000);
    return {c - w / 2, c + w / 2};
}

std::vector<Hidden> hiddenList(const Numbers& in, const char* key, const std::string& place, double width,
                               double length) {
    std::vector<Hidden> out;
    if (const json* l = in.list(key))
        for (std::size_t i = 0; i < l->size(); ++i)
            out.push_back(hiddenOf((*l)[i], fmt::format("{}{}[{}]", place, key, i), width, length));
    return out;
}

/// Studs at a spacing, some missing, some doubled, both by their number from 0.
void addRegular(ScanWall& w, const Numbers& in, double width) {
    const double spacing = in.need("spacing_mm", 50, 5000);
    const auto missing = in.indices("missing");
    const auto doubled = in.indices("doubled");
    const auto listed = [](const std::vector<std::size_t>& l, std::size_t i) {
        return std::find(l.begin(), l.end(), i) != l.end();
    };
    std::size_t i = 0;
    for (double c = in.get("first_mm", spacing, 0, 5000); c <= w.length; c += spacing, ++i) {
        if (listed(missing, i))
            continue;
        w.studs.push_back({c - width / 2, c + width / 2});
        if (listed(doubled, i))
            w.studs.push_back({c + width / 2, c + width * 1.5});
    }
}

} // namespace

tl::expected<ScanWall, std::string> readScanWall(std::string_view text, const std::string& file) {
    const auto tree = parseJson(text);
    if (!tree)
        return tl::unexpected(fmt::format("{}: {}.", file, tree.error()));
    const json& doc = *tree;
    try {
        const Numbers in(doc, file);
        if (doc.value("format", json()) != "upright-owl-scan-wall")
            throw Fault{file + ": \"format\" must be \"upright-owl-scan-wall\"."};
        if (doc.value("version", json()) != 1)
            throw Fault{file + ": version: this program reads version 1."};
        ScanWall w;
        w.length = in.need("length_mm", 200, 30'000);
        w.cover = in.get("cover_mm", 12.5, 0, 100);
        w.step = in.get("step_mm", 2, 0.05, 50);
        const double width = in.get("stud_width_mm", 38, 5, 300);
        const std::string place = file + ": ";
        w.studs = hiddenList(in, "studs", place, width, w.length);
        if (in.has("spacing_mm"))
            addRegular(w, in, width);
        w.plates = hiddenList(in, "plates", place, 75, w.length);
        w.pipes = hiddenList(in, "pipes", place, 18, w.length);
        if (in.has("noise")) {
            const Numbers n(doc.at("noise"), file + ": noise");
            w.noise.white = n.get("white", w.noise.white, 0, 50);
            w.noise.drift = n.get("drift", w.noise.drift, 0, 50);
            w.noise.spikesPerM = n.get("spikes_per_m", w.noise.spikesPerM, 0, 50);
        }
        return w;
    } catch (const Fault& f) {
        return tl::unexpected(f.sentence);
    } catch (const json::exception&) {
        return tl::unexpected(file + ": a value has the wrong type.");
    }
}

json scanWallJson(const ScanWall& wall) {
    const auto list = [](const std::vector<Hidden>& in) {
        json out = json::array();
        for (const auto& h : in)
            out.push_back({{"left_mm", h.left}, {"right_mm", h.right}});
        return out;
    };
    return {{"format", "upright-owl-scan-wall"},
            {"version", 1},
            {"length_mm", wall.length},
            {"cover_mm", wall.cover},
            {"step_mm", wall.step},
            {"studs", list(wall.studs)},
            {"plates", list(wall.plates)},
            {"pipes", list(wall.pipes)},
            {"noise",
             {{"white", wall.noise.white},
              {"drift", wall.noise.drift},
              {"spikes_per_m", wall.noise.spikesPerM}}}};
}

} // namespace owl
