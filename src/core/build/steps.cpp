#include "build/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class Steps {
  public:
    Steps(const BuildInput& in, const Catalog& c) : in_(in), c_(c), a_(*in.assembly) {}

    std::vector<BuildStep> run() {
        check();
        shapeParts();
        wallHoles();
        dryFit();
        makeJoint("base-back", "Join base and back rail");
        makeJoint("base-lip", "Fit the front lip");
        for (const char* cap : {"cap-left", "cap-right"})
            makeJoint(cap, std::string(cap) == "cap-left" ? "Fit the left end cap" : "Fit the right end cap");
        fill();
        return std::move(out_);
    }

  private:
    BuildStep& add(const char* id, std::string title, std::string text, double minutes) {
        BuildStep s;
        s.id = in_.piece + "/" + id;
        s.title = std::move(title);
        s.text = std::move(text);
        s.minutes = minutes;
        out_.push_back(std::move(s));
        return out_.back();
    }
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, in_.style); }
    [[nodiscard]] std::string nameOf(const std::string& id) const {
        const Part* p = a_.find(id);
        return p ? p->name : id;
    }
    [[nodiscard]] std::vector<std::string> allParts() const {
        std::vector<std::string> out;
        for (const auto& p : a_.parts)
            out.push_back(p.id);
        return out;
    }

    void check() {
        std::string sizes;
        for (const auto& p : a_.parts)
            sizes += fmt::format("{}{} {} × {} × {}", sizes.empty() ? "" : "; ", p.name, say(p.length),
                                 say(p.width), say(p.thickness));
        auto& s =
            add("check", "Check and mark the parts",
                "Measure each part against the list (" + sizes +
                    "). Choose the best face for the front, mark it, and mark the top edge of each strip.",
                c_.minutes("mark_part") * static_cast<double>(a_.parts.size()));
        s.parts = s.fresh = allParts();
        s.tools = {"tape", "square", "pencil"};
    }

    void shapeParts() {
        for (const auto& p : a_.parts) {
            for (const auto& f : p.features) {
                const bool step = f.kind == "step";
                auto& s = add(fmt::format("shape-{}-{}", p.id, f.kind).c_str(),
                              fmt::format("Cut the {} on the {}", f.kind, p.name), f.text + ".",
                              step ? 8 : c_.minutes("tongue"));
                s.parts = s.fresh = {p.id};
                s.tools = step ? std::vector<std::string>{"fine saw", "square"}
                               : std::vector<std::string>{"router with a straight bit", "fence"};
                s.cautions = c_.cautionsFor(step ? "cutting small parts" : "router passes");
            }
        }
    }

    void wallHoles() {
        if (in_.wallHoles.empty() || !a_.find("back"))
            return;
        std::string places;
        for (Length x : in_.wallHoles)
            places += (places.empty() ? "" : ", ") + say(x);
        std::string rows;
        for (Length z : a_.wallRows)
            rows += (rows.empty() ? "" : " and ") + say(z - a_.find("back")->bounds().at.z);
        const std::string bit = in_.wallScrew ? clearanceBit(*in_.wallScrew) : "as the toggle's package says";
        auto& s = add("wall-holes", "Drill the back rail for the wall screws",
                      fmt::format("From the left end of the ledge at {}; {} above the rail's lower edge. "
                                  "Drill through and countersink 2 mm from the front, "
                                  "so that the heads sit flush. Do it now, while the rail lies flat.",
                                  places, rows),
                      c_.minutes("drill") * static_cast<double>(in_.wallHoles.size() * a_.wallRows.size()));
        s.parts = s.fresh = {"back"};
        s.tools = {"drill bit " + bit, "countersink"};
        s.cautions = c_.cautionsFor("drilling");
    }

    void dryFit() {
        auto& s = add("dry-fit", "Fit everything dry",
                      "Clamp the parts together without glue. Look along every joint: no gap, flush ends, "
                      "square. Number the joints.",
                      10);
        s.parts = allParts();
        s.tools = {"clamps", "square"};
    }

    void makeJoint(const std::string& id, std::string title) {
        const Joint* j = a_.joint(id);
        if (!j)
            return;
        auto& s = add(id.c_str(), std::move(title), "", 0);
        s.joint = id;
        s.parts = id == "base-back" ? std::vector<std::string>{"base", "back"}
                                    : std::vector<std::string>{"base", "back", "lip"};
        s.fresh = id == "base-back" ? std::vector<std::string>{"base", "back"}
                                    : std::vector<std::string>{id == "base-lip" ? "lip" : id};
        if (id.starts_with("cap"))
            s.parts = allParts();
        const double n = static_cast<double>(j->spots.size());
        if (j->how == Joinery::screwsGlue)
            screws(s, *j, n);
        else if (j->how == Joinery::dowels)
            dowels(s, *j, n);
        else if (j->how == Joinery::tongueGroove)
            s.text = fmt::format("Glue tongue and groove sparingly, push the {} on from one end, clamp every "
                                 "200 mm with a caul.",
                                 nameOf(j->second));
        else
            s.text =
                fmt::format("Spread glue, hold the {} flush, {} nails of 18 gauge from {} while it sets. {}",
                            nameOf(j->first == "base" ? j->second : j->first), static_cast<int>(n),
                            j->drivenFrom, j->note);
        s.minutes += c_.minutes(id.starts_with("cap") ? "cap" : "glue");
        s.waitMinutes = 60;
        s.tools.emplace_back("wood glue");
        s.tools.emplace_back("clamps");
    }

    [[nodiscard]] std::string places(const Joint& j) const {
        std::string out;
        for (const auto& f : j.spots)
            out += (out.empty() ? "" : ", ") + say(f.at.x);
        return out;
    }

    void screws(BuildStep& s, const Joint& j, double n) const {
        const Screw* screw = c_.findScrew(j.screwId);
        if (!screw || j.screwLength <= Length()) {
            s.text = "No screw fits this joint; see the notes.";
            return;
        }
        const std::string length = screwLengthText(*screw, j.screwLength.mm());
        s.text = fmt::format("Drill {} holes through the {} from {} at {} from the left end (clearance {}), "
                             "countersink {}. Clamp, drill pilots {} into the "
                             "{}, {} deep. Spread glue, drive {} screws {} × {}. No head and no point shows.",
                             static_cast<int>(n), nameOf(j.first), j.drivenFrom, places(j),
                             clearanceBit(*screw), say(j.counterbore), pilotBit(*screw, in_.G),
                             nameOf(j.second), say(j.screwLength - j.through + j.counterbore),
                             static_cast<int>(n), screw->label, length);
        s.tools = {"drill bit " + clearanceBit(*screw), "drill bit " + pilotBit(*screw, in_.G),
                   "countersink"};
        s.minutes += n * (2 * c_.minutes("drill") + c_.minutes("screw"));
        s.cautions = c_.cautionsFor("loads");
    }

    void dowels(BuildStep& s, const Joint& j, double n) const {
        s.text = fmt::format("Mark {} dowel places at {} from the left end on both parts; {}. Drill with a "
                             "guide and a depth stop, glue holes and edge "
                             "sparingly so that trapped glue does not keep a dowel out, drive, clamp.",
                             static_cast<int>(n), places(j), j.note);
        s.tools = {"doweling guide", "dowel bit", "depth stop"};
        s.minutes += n * c_.minutes("dowel");
    }

    void fill() {
        bool any = false;
        for (const auto& j : a_.joints)
            any = any || j.shows;
        auto& s = add("clean", any ? "Fill nail holes and clean up" : "Clean up",
                      any ? "Scrape off glue while it is rubbery. Fill the holes with wood filler, a little "
                            "proud; sand flush when hard."
                          : "Scrape off glue while it is rubbery; no finish takes on a smear.",
                      12);
        s.parts = allParts();
        s.waitMinutes = any ? 30 : 0;
        s.tools = {"scraper"};
    }

    const BuildInput& in_;
    const Catalog& c_;
    const Assembly& a_;
    std::vector<BuildStep> out_;
};

} // namespace

std::string pilotBit(const Screw& s, double G) {
    const bool hard = G > 0.5;
    if (!s.metric)
        return (hard ? s.pilotHardInch : s.pilotSoftInch) + " in";
    return fmt::format("{:g} mm", hard ? s.pilotHard : s.pilotSoft);
}

std::string clearanceBit(const Screw& s) {
    return s.metric ? fmt::format("{:g} mm", s.clearance) : s.clearanceInch + " in";
}

std::string screwLengthText(const Screw& s, double lengthMm) {
    for (std::size_t i = 0; i < s.lengths.size(); ++i)
        if (std::abs(s.lengths[i] - lengthMm) < 0.01)
            return s.lengthLabels[i];
    return fmt::format("{:.1f} mm", lengthMm);
}

std::vector<BuildStep> buildSteps(const BuildInput& in, const Catalog& catalog) {
    return Steps(in, catalog).run();
}

} // namespace owl
