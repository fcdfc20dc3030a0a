#include "build/joint_steps.h"

#include "assembly/joint_places.h"
#include "assembly/plugs.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

const char* const cleaning =
    "Leave what squeezes out until it is rubbery, after 20 to 40 minutes, then cut it off "
    "with a sharp chisel or scraper; wiped while wet it smears into the grain.";
constexpr double longPiece = 1500; // mm: from here on two people (cautions, lifting)

class JointStep {
  public:
    JointStep(const BuildInput& in, const Joint& j, const Catalog& c)
        : in_(in), j_(j), c_(c), a_(*in.assembly) {}

    BuildStep run() {
        s_.id = in_.piece + "/" + j_.id;
        s_.title = title();
        s_.joint = j_.id;
        s_.joins = {j_.id};
        partsInHand();
        s_.adds = s_.fresh;
        for (const auto& p : a_.parts)
            for (const auto& h : p.holes)
                if (h.purpose == j_.id || h.purpose.starts_with(fmt::format("plug-{}-", j_.id)))
                    s_.shapes.push_back(h.id);
        switch (j_.how) {
        case Joinery::screwsGlue:
            screws();
            break;
        case Joinery::dowels:
            dowels();
            break;
        case Joinery::pocketScrews:
            pockets();
            break;
        case Joinery::tongueGroove:
            tongue();
            break;
        case Joinery::nailsGlue:
            nails();
            break;
        case Joinery::lagsGlue:
            lags();
            break;
        case Joinery::screws:
        case Joinery::dry:
            dry();
            return std::move(s_);
        case Joinery::glue:
            clamped();
            break;
        }
        if (endOn())
            s_.text = "The end grain drinks glue: rub in a first thin coat and wait five minutes. " + s_.text;
        s_.text += std::string(" ") + cleaning;
        if (a_.length.mm() > longPiece && !endOn())
            s_.text += " It is long: a second pair of hands at the other end keeps it flush.";
        s_.minutes += c_.minutes(endOn() ? "cap" : "glue");
        s_.waitMinutes = 60;
        s_.tools.emplace_back("wood glue");
        s_.tools.emplace_back("chisel or scraper");
        return std::move(s_);
    }

  private:
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, in_.style); }
    [[nodiscard]] std::string nameOf(const std::string& id) const {
        const Part* p = a_.find(id);
        return p ? p->name : id;
    }
    [[nodiscard]] std::string title() const {
        if (begins())
            return "Join " + nameOf(first()) + " and " + nameOf(second());
        if (inHand(j_.first) && inHand(j_.second))
            return "Fix the " + nameOf(j_.second) + " to the " + nameOf(j_.first);
        return "Fit the " + nameOf(newcomer());
    }
    [[nodiscard]] std::size_t count() const { return j_.spots.size(); }

    /// Neither part is in what is together: they begin a thing of their own.
    [[nodiscard]] bool begins() const {
        const auto there = [&](const std::string& p) {
            return std::find(in_.joined.begin(), in_.joined.end(), p) != in_.joined.end();
        };
        return !there(j_.first) && !there(j_.second);
    }
    [[nodiscard]] bool inHand(const std::string& part) const {
        return std::find(in_.joined.begin(), in_.joined.end(), part) != in_.joined.end();
    }
    /// Of the first two the one that lies flat is named first.
    [[nodiscard]] const std::string& first() const { return j_.first == a_.wallPart ? j_.second : j_.first; }
    [[nodiscard]] const std::string& second() const { return j_.first == a_.wallPart ? j_.first : j_.second; }
    /// The part that this joint adds to what is together already.
    [[nodiscard]] const std::string& newcomer() const { return inHand(j_.first) ? j_.second : j_.first; }
    [[nodiscard]] bool endOn() const { return alongThePiece(j_); }

    void partsInHand() {
        s_.parts = begins() ? std::vector<std::string>() : in_.joined;
        s_.fresh.clear();
        for (const auto* p : {&first(), &second()})
            if (!inHand(*p)) {
                s_.parts.push_back(*p);
                s_.fresh.push_back(*p);
            }
    }

    /// 'at 40 mm, 240 mm from the left end of the base, 9.5 mm from its back edge': from the part that is
    /// drilled.
    [[nodiscard]] std::string places() const {
        const Part* p = a_.find(j_.first);
        const Cell box = p ? p->bounds() : Cell{};
        std::string out;
        if (endOn()) {
            for (const auto& f : j_.spots)
                out += fmt::format("{}{} from the wall edge and {} up", out.empty() ? "" : ", ", say(f.at.y),
                                   say(f.at.z));
            return out;
        }
        if (oneAboveTheOther(j_)) {
            for (const auto& f : j_.spots)
                out += (out.empty() ? "" : ", ") + say(f.at.z - box.at.z);
            const Length left = j_.spots.front().at.x - box.at.x;
            const Length right = box.at.x + box.size.x - j_.spots.front().at.x;
            return out + fmt::format(" above the lower edge of the {}, {} from its {} edge", nameOf(j_.first),
                                     say(std::min(left, right)), left <= right ? "left" : "right");
        }
        if (p && a_.ledgers && std::abs(p->pose.along.x) < 0.999) { // it lies along another wall, or across
            for (const auto& f : j_.spots)
                out += (out.empty() ? "" : ", ") +
                       say(roundToTape(Length::mm(dot(mm(f.at) - p->pose.origin, p->pose.along)), in_.style));
            return out + " from one end of the " + nameOf(j_.first) +
                   ", in the middle of what lies on the other";
        }
        for (const auto& f : j_.spots)
            out += (out.empty() ? "" : ", ") + say(f.at.x - box.at.x);
        out += " from the left end of the " + nameOf(j_.first);
        if (j_.spots.empty())
            return out;
        const Vec at = j_.spots.front().at;
        if (j_.drivenFrom != "below")
            return out + fmt::format(", {} above its lower edge", say(at.z - box.at.z));
        const Length fromBack = at.y - box.at.y;
        const Length fromFront = box.at.y + box.size.y - at.y;
        return out + (fromBack <= fromFront ? fmt::format(", {} from its back edge", say(fromBack))
                                            : fmt::format(", {} from its front edge", say(fromFront)));
    }

    void screws() {
        const Screw* screw = c_.findScrew(j_.screwId);
        if (!screw || j_.screwLength <= Length()) {
            s_.text =
                fmt::format("No screw fits here: spread glue, press the {} on, and clamp it every {} with a "
                            "straight strip between, for an hour.",
                            nameOf(j_.second), say(200_mm));
            s_.tools = {"clamps", "straight strip"};
            return;
        }
        const std::string length = screwLengthText(*screw, j_.screwLength.mm());
        s_.text = fmt::format(
            "Drill {} clearance holes ({}) through the {} from {}, at {}; countersink {}. Clamp the parts "
            "flush "
            "and drill the pilots ({}) through those holes into the {}, {} deep from its surface. Spread "
            "glue, "
            "clamp again, and drive {} screws {} × {}; they are the clamps now, the others can come off.",
            count(), clearanceBit(*screw), nameOf(j_.first), j_.drivenFrom, places(), say(j_.counterbore),
            pilotBit(*screw, in_.G), nameOf(j_.second), say(j_.screwLength - j_.through + j_.counterbore),
            count(), screw->label, length);
        const bool plugged = std::any_of(a_.joints.begin(), a_.joints.end(), [&](const Joint& q) {
            return q.kind == plugJoint && q.id.starts_with(fmt::format("plug-{}-", j_.id));
        });
        s_.text += plugged ? fmt::format(" The heads show: bore {} wide for plugs first, then the clearance "
                                         "holes in the middle of that.",
                                         drillText(screw->plug, in_.style))
                   : j_.shows ? " The heads show: set them a little deeper and fill or plug them."
                   : j_.drivenFrom == "below"
                       ? fmt::format(" The heads are under the {}, out of sight.", nameOf(j_.first))
                       : " The heads are against the wall, out of sight.";
        s_.tools = {"drill bit " + clearanceBit(*screw), "drill bit " + pilotBit(*screw, in_.G),
                    "countersink", "clamps"};
        s_.minutes += static_cast<double>(count()) * (2 * c_.minutes("drill") + c_.minutes("screw"));
        s_.cautions = c_.cautionsFor("drilling");
    }

    /// Where the pockets are, across the board's end, from the edge at the wall or from below.
    [[nodiscard]] std::string pocketPlaces() const {
        const Part* p = a_.find(j_.first);
        const Cell box = p ? p->bounds() : Cell{};
        const bool upright = j_.spots.size() > 1 && oneAboveTheOther(j_);
        std::string out;
        for (const auto& f : j_.spots)
            out += (out.empty() ? "" : ", ") +
                   say(roundToTape(upright                                         ? f.at.z - box.at.z
                                   : j_.spots.front().at.y != j_.spots.back().at.y ? f.at.y - box.at.y
                                                                                   : f.at.x - box.at.x,
                                   in_.style));
        return out + (upright                                         ? " above its lower edge"
                      : j_.spots.front().at.y != j_.spots.back().at.y ? " from its back edge"
                                                                      : " from its left end");
    }

    void pockets() {
        const Screw* screw = c_.findScrew(j_.screwId);
        const Part* p = a_.find(j_.first);
        if (!screw || !p || j_.spots.empty())
            return;
        s_.text = fmt::format("Set the pocket-hole jig and the collar on its bit for boards of {}. Bore {} "
                              "pockets in the {} from "
                              "{}, at {}. Spread glue, clamp the {} to the {} so that the faces stay where "
                              "they are (the screws pull "
                              "towards the pockets), and drive {} screws {} × {} with the long square bit.",
                              say(p->thickness), count(), nameOf(j_.first), j_.drivenFrom, pocketPlaces(),
                              nameOf(j_.first), nameOf(j_.second), count(), screw->label,
                              screwLengthText(*screw, j_.screwLength.mm()));
        s_.tools = {"pocket-hole jig", "drill", "driver", "clamps"};
        s_.minutes += static_cast<double>(count()) * (c_.minutes("drill") + c_.minutes("screw"));
        s_.cautions = c_.cautionsFor("drilling");
    }

    void dowels() {
        if (j_.pin <= Length()) {
            s_.text = "No dowel fits this joint; see the notes.";
            return;
        }
        if (j_.pinThrough) {
            throughDowels();
            return;
        }
        s_.text = fmt::format("Mark {} places at {}, and the same places on the {} from its left end. Drill "
                              "with a guide and a depth "
                              "stop: {} holes {} deep in the {} and {} deep in the {}. Brush a little glue "
                              "into the holes and along "
                              "the edge, push in {} dowels {} × {}, put the parts together, and clamp every "
                              "{} for an hour. Too much "
                              "glue in a hole keeps the dowel out.",
                              count(), places(), nameOf(j_.second), say(j_.pin), say(j_.pinFirst),
                              nameOf(j_.first), say(j_.pinSecond), nameOf(j_.second), count(), say(j_.pin),
                              say(j_.pinLength), say(300_mm));
        s_.tools = {"doweling guide", "drill bit " + drillText(j_.pin.mm(), in_.style), "depth stop",
                    "clamps"};
        s_.minutes += static_cast<double>(count()) * c_.minutes("dowel");
    }

    void throughDowels() {
        s_.text = fmt::format(
            "Spread glue, clamp the {} flush, and let it set. Then bore from {}, square to the face, "
            "{} holes of {} at {}: {} deep in all, 2 mm deeper than the dowels are long. A chamfer on "
            "the dowels, glue in the holes, tap them home; saw what stands out flush with a card under "
            "the saw, pare and sand. Their ends show as darker dots.",
            nameOf(j_.first), j_.drivenFrom, count(), say(j_.pin), places(), say(j_.pinFirst + j_.pinSecond));
        s_.tools = {"drill with a guide block",
                    "drill bit " + drillText(j_.pin.mm(), in_.style),
                    "depth stop",
                    "clamps",
                    "fine saw",
                    "chisel"};
        s_.minutes += static_cast<double>(count()) * c_.minutes("dowel") * 1.5;
        s_.cautions = c_.cautionsFor("drilling");
    }

    void tongue() {
        s_.text = fmt::format("Brush a thin film of glue into the groove of the {}. Start the tongue of the "
                              "{} at one end and press it "
                              "in along the length, tapping with a mallet on a strip of waste wood. Clamp "
                              "every {} with a straight "
                              "strip between, for an hour.",
                              nameOf(j_.first), nameOf(j_.second), say(200_mm));
        s_.tools = {"mallet", "clamps", "straight strip"};
    }

    void clamped() {
        s_.text = fmt::format(
            "Spread glue on both faces, put the {} to the {}, and clamp every {} until it has set. {}",
            nameOf(newcomer()), nameOf(newcomer() == j_.first ? j_.second : j_.first), say(150_mm), j_.note);
        s_.tools = {"clamps", "straight strip"};
        s_.minutes += 10;
    }

    /// Metal that is screwed or stuck on.
    void dry() {
        if (j_.kind == "loose") {
            s_.text = fmt::format("Put the {} into its groove in the {}. {}", nameOf(j_.second),
                                  nameOf(j_.first), j_.note);
            s_.minutes += 2;
            return;
        }
        if (j_.kind == "turned_in") {
            s_.title = "Turn the hooks in";
            s_.text = j_.note;
            s_.tools = {"drill bit " + drillText(2.5, in_.style)};
            s_.minutes += 2;
            return;
        }
        if (j_.kind == "laid") {
            s_.text = j_.note;
            s_.minutes += 3;
            return;
        }
        if (j_.kind == "stuck") {
            s_.title = "Stick the pads on";
            s_.text =
                "Two on each arm, well inside the edges of the plate: degrease the wood, press each down for "
                "a moment.";
            s_.minutes += 1;
            return;
        }
        if (j_.kind == "pins") {
            s_.title = "Lay the loose shelves on their pins";
            s_.text = "Four pins a shelf, pushed home by hand; lay the shelf on and press at each corner: it "
                      "must not rock. Last of all, when the finish is dry: they come out again for the move.";
            s_.minutes += 2;
            return;
        }
        if (j_.fasteners.empty()) {
            s_.text = fmt::format("Stick the {} on, {} from the left end. {}", nameOf(j_.first),
                                  say(Length::mm(partLeft())), j_.note);
            s_.minutes += 1;
            return;
        }
        std::string at;
        for (const auto& f : j_.fasteners)
            at += (at.empty() ? "" : ", ") + say(Length::mm(std::round(f.from.x * 2) / 2));
        const Fastener& f = j_.fasteners.front();
        s_.text = fmt::format(
            "Lay the {} on the {} and drive its {} small screws, {} × {}, at {} from the left "
            "end of the piece; bore {} first, with tape on the bit. {}",
            nameOf(j_.first), nameOf(j_.second), j_.fasteners.size(), drillText(f.diameter, in_.style),
            say(Length::mm(f.length)), at, drillText(2, in_.style), j_.note);
        s_.tools = {"drill bit " + drillText(2, in_.style), "screwdriver"};
        s_.minutes += 2 + static_cast<double>(j_.fasteners.size());
        s_.cautions = c_.cautionsFor("drilling");
    }

    /// A lag screw from behind into the end of an arm.
    void lags() {
        if (j_.fasteners.empty()) {
            s_.text = "No lag screw fits here.";
            return;
        }
        const Fastener& f = j_.fasteners.front();
        s_.text = fmt::format("Bore through the {} from {}, {} wide and counterbored {} deep for head and "
                              "washer, {} from its left end, "
                              "and a pilot of {} into the end of the {}, {} deep. Size the end grain, spread "
                              "glue, and drive a lag screw "
                              "{} × {}. {}",
                              nameOf(j_.first), j_.drivenFrom, drillText(f.diameter + 0.5, in_.style),
                              say(j_.counterbore), say(Length::mm(f.from.x - partLeft())),
                              drillText(4.5, in_.style), nameOf(j_.second),
                              say(j_.screwLength - j_.through + j_.counterbore),
                              drillText(f.diameter, in_.style), say(j_.screwLength), j_.note);
        s_.tools = {"drill bit " + drillText(f.diameter + 0.5, in_.style),
                    "drill bit " + drillText(4.5, in_.style), "socket driver"};
        s_.minutes += 2 * c_.minutes("drill") + c_.minutes("screw");
        s_.cautions = c_.cautionsFor("drilling");
    }
    [[nodiscard]] double partLeft() const {
        const Part* p = a_.find(j_.first);
        return p ? p->bounds().at.x.mm() : 0;
    }

    void nails() {
        const std::string held = nameOf(begins() ? second() : newcomer());
        const std::string nail =
            j_.nailLength > Length() ? fmt::format("{} long ", say(j_.nailLength)) : std::string();
        s_.text = fmt::format("Spread glue. Press the {} on by hand, flush {}, and nail it from {} "
                              "with {} nails of 18 gauge, "
                              "{}at {}. Pressed and nailed it needs no clamps; where a gap opens, one clamp "
                              "until the glue has set. {}",
                              held, endOn() ? "all round" : "at both ends", j_.drivenFrom, count(), nail,
                              places(), j_.note);
        s_.tools = {"nailer or hammer and nail set"};
        s_.minutes += static_cast<double>(count()) * c_.minutes("nail");
    }

    const BuildInput& in_;
    const Joint& j_;
    const Catalog& c_;
    const Assembly& a_;
    BuildStep s_;
};

} // namespace

BuildStep jointStep(const BuildInput& in, const Joint& joint, const Catalog& catalog) {
    return JointStep(in, joint, catalog).run();
}

} // namespace owl
