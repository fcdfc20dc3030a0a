// Setting rods and pushing a piece on them.
#include "measure/words.h"
#include "support/rods/rods_work.h"

#include <fmt/format.h>

namespace owl {
namespace {

constexpr double mortarHours = 12; // a night, whatever the cartridge

} // namespace

const char* const mortarWords =
    "Brush and blow the dust out, three times over, press injection mortar in from the bottom of each hole, "
    "turn the rods in, and wipe off what comes out; hang nothing on them before the time on the cartridge is "
    "over.";
void inMortar(BuildStep& s) {
    s.tools.insert(s.tools.end(), {"injection mortar", "brush and blower for the holes"});
    s.waitMinutes = mortarHours * 60;
}

namespace {

bool gluedIn(const HangInput& in) {
    return in.assembly->seat<RodSeat>()->glued;
}

/// A rod points where its hole does: holes for rods are bored through a guide.
void boreSquare(BuildStep& s, const HangInput& in, RodsHow how) {
    if (how == RodsHow::plate || how == RodsHow::strip)
        return; // only screws go into the wall
    s.text += " Bore them square to the wall: through a block with a hole of the bit's size, held flat on it";
    s.text += how == RodsHow::stud
                  ? "."
                  : fmt::format(", {} or more from any edge or joint of a brick.",
                                formatLength(in.style.units == Units::metric ? 50_mm : 50.8_mm, in.style));
    s.tools.emplace_back("guide block");
}

/// Rods go into the wall before the piece: dry in a stud, in resin or in plugs that turn in masonry.
void setRods(BuildStep& s, const HangInput& in, const SupportVerdict& v) {
    const bool glued = gluedIn(in);
    s.title = "Set the rods";
    s.tools = {"mallet", "straight strip", "level"};
    switch (howOf(v.option)) {
    case RodsHow::stud:
        s.text =
            std::string(glued ? "Brush a little epoxy into the holes, push" : "Push") +
            " the rods in and lay a straight strip on them: they must be level and point the same way, a "
            "hair upwards rather than down.";
        if (glued)
            s.tools.emplace_back("epoxy");
        break;
    case RodsHow::masonry:
        s.text = mortarWords + std::string(" Lay a straight strip on them: they must be level and point the "
                                           "same way, a hair upwards rather than down.");
        inMortar(s);
        break;
    case RodsHow::plug:
        s.text =
            "Push the plugs in flush with the wall and the rods into them. Each plug is off its own middle: "
            "turn it until its rod is level with the others under a straight strip and the holes of the "
            "piece go over all of them, then tighten it as its package says.";
        s.tools.emplace_back("key of the plugs");
        break;
    case RodsHow::plate:
        s.title = "Screw the plates on";
        s.text = fmt::format(
            "{}, rods level and parallel: lay a straight strip on them before the screws are tight.",
            wallScrewsOf(in));
        s.tools = {"driver", "straight strip", "level"};
        break;
    case RodsHow::strip:
        s.title = "Screw the strip to the wall";
        s.text = fmt::format("{}{}. Its front must be in one plane: pack it out where the wall is hollow.",
                             wallScrewsOf(in), inTurn(in.marks.size()));
        s.tools = {"driver", "level"};
        break;
    }
}

} // namespace

std::vector<BuildStep> hangOnRods(const HangInput& in, const SupportVerdict& v, const Catalog& catalog) {
    if (in.marks.empty())
        return {};
    std::vector<BuildStep> out{markAndDrill(in, catalog)};
    boreSquare(out.back(), in, howOf(v.option));
    BuildStep first;
    first.id = in.piece + "/fix-support";
    first.onWall = true;
    first.adds = in.adds;
    first.joins = in.early;
    first.minutes =
        catalog.minutes("level") + static_cast<double>(in.marks.size()) * catalog.minutes("screw");
    setRods(first, in, v);
    out.push_back(std::move(first));

    BuildStep hang;
    hang.id = in.piece + "/hang";
    hang.title = "Slide it on";
    hang.hangs = hang.onWall = true;
    hang.joins = in.joins;
    hang.text = fmt::format(
        "{}Try it dry first. Start all rods together and push evenly, by hand or with blows on a strip of "
        "waste wood. If one hole is off, find it with chalk on the end of the rod and ease that hole, not "
        "the others.",
        in.needsTwo() ? "Two people lift it, one at each end. " : "");
    if (gluedIn(in))
        hang.text += " When all fits, brush epoxy into the holes of the piece and push it home: it does not "
                     "come down again.";
    driveJoints(hang, in.joins, in, catalog);
    hang.minutes = 15;
    hang.tools.insert(hang.tools.begin(), {"mallet", "strip of waste wood"});
    if (gluedIn(in))
        hang.tools.emplace_back("epoxy");
    if (in.needsTwo())
        hang.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(hang));
    addPlugStep(in, out);
    return out;
}

} // namespace owl
