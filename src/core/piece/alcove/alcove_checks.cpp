// What of an alcove shelf as asked cannot be built, or is odd: with a change that cures it.
#include "piece/alcove/alcove_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

void AlcoveBuilder::checkParameters() {
    if (p_.length < 250_mm)
        problem("too_short", "length",
                fmt::format("An alcove of {} is a gap: a board on two strips fills it.", say(p_.length)))
            .cures.push_back(to("Width", "length", 400_mm));
    if (p_.length > 4000_mm)
        problem(
            "too_long", "length",
            fmt::format("{} from wall to wall without anything between asks for a beam: have it looked at.",
                        say(p_.length)))
            .cures.push_back(to("Width", "length", 3000_mm));
    if (p_.depth < 120_mm || p_.depth > 900_mm)
        problem("depth", "depth",
                fmt::format("A shelf {} deep is not built so; between {} and {} it is.", say(p_.depth),
                            say(120_mm), say(900_mm)))
            .cures.push_back(to("Depth", "depth", std::clamp(p_.depth, 200_mm, 600_mm)));
    checkWidths();
    for (const auto& [key, text] :
         {std::pair{"scribe_back", p_.scribeBack}, std::pair{"scribe_left", p_.scribeLeft},
          std::pair{"scribe_right", p_.scribeRight}})
        if (!text.empty() && !readingsOf(text))
            problem(
                "readings", key,
                "Readings are pairs from left to right: how far along, how big the gap, '0 2, 300 5, 600 1'.",
                false)
                .cures.push_back({"Without readings", {{key, ""}}});
    if (framed())
        checkFrame();
    else if (p_.thickness < 25_mm && p_.length > 600_mm)
        problem("board_thin", "thickness",
                fmt::format("A board of {} from wall to wall over {} is no thick one: frame it.",
                            say(p_.thickness), say(p_.length)),
                false)
            .cures = {to("Thickness", "thickness", 40_mm), {"Framed, with skins", {{"made", "framed"}}}};
}

void AlcoveBuilder::checkWidths() {
    const double flare = (p_.frontWidth - p_.length).mm();
    const double most = 0.36 * p_.depth.mm(); // two sides of ten degrees
    if (std::abs(flare) > std::max(most, 60.0))
        problem("alcove_flares", "front_width",
                fmt::format(
                    "{} at the front and {} at the back over a depth of {}: walls that run apart like that "
                    "are not scribed, they are another room. Was it measured at the same height?",
                    say(p_.frontWidth), say(p_.length), say(p_.depth)))
            .cures = {to("Front", "front_width", p_.length + (flare > 0 ? 60_mm : -60_mm)),
                      to("As wide as the back:", "front_width", p_.length)};
    const Length line = (p_.length + p_.frontWidth) / 2;
    if (abs(p_.middleWidth - line) > 60_mm)
        problem("alcove_middle", "middle_width",
                fmt::format(
                    "{} in the middle, where back and front say {}: a wall that comes in so far wants its "
                    "own readings.",
                    say(p_.middleWidth), say(line)))
            .cures.push_back(to("Middle", "middle_width", line));
    if (p_.leftAngle < 75 || p_.leftAngle > 105)
        problem("alcove_angle", "left_angle",
                fmt::format("A corner of {:g}° is none of an alcove; it is drawn for {:g}°.", p_.leftAngle,
                            std::clamp(p_.leftAngle, 60.0, 120.0)))
            .cures.push_back({"A right angle", {{"left_angle", 90.0}}});
}

void AlcoveBuilder::checkFrame() {
    if (p_.frameHeight < 36_mm)
        problem("frame_low", "frame_height",
                fmt::format("A frame {} high takes no screws into the ends of its blocks; it needs {}.",
                            say(p_.frameHeight), say(45_mm)))
            .cures.push_back(to("Frame", "frame_height", 60_mm));
    if (p_.frameThickness < 25_mm)
        problem("frame_thin", "frame_thickness",
                fmt::format("A frame of {} splits where the skins are screwed to it; {} does not.",
                            say(p_.frameThickness), say(40_mm)))
            .cures.push_back(to("Frame", "frame_thickness", 40_mm));
    const Length inside = p_.depth - p_.faceThickness - p_.setBack - p_.frameThickness * (p_.rails + 1);
    if (inside < 40_mm)
        problem("no_depth_left", "depth",
                fmt::format("Face, front rail and back ledger leave {} between them.", say(inside)))
            .cures = {to("Depth", "depth", p_.depth + 80_mm - inside), {"One front rail", {{"rails", 1}}}};
    const Length all = p_.frameHeight + p_.skin * 2;
    if (p_.faceHeight < all)
        problem("face_low", "face_height",
                fmt::format("A face of {} does not cover frame and skins, {}.", say(p_.faceHeight), say(all)),
                false)
            .cures.push_back(to("Face", "face_height", all));
    if (p_.setBack > 120_mm)
        problem("set_back", "set_back",
                fmt::format("The skins stand out {} past the front rail: they bend there.", say(p_.setBack)),
                false)
            .cures.push_back(to("Set back", "set_back", 60_mm));
}

} // namespace owl
