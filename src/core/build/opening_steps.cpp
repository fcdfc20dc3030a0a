#include "build/opening_steps.h"

#include <fmt/format.h>

namespace owl {

std::vector<BuildStep> openingSteps(const std::string& piece, const Wall& wall, Length x0, Length x1,
                                    Length z0, Length z1, const NumberStyle& style, const Catalog& catalog) {
    std::vector<BuildStep> out;
    const auto say = [&](Length l) { return formatLength(roundToTape(l, style), style); };
    for (const auto& o : wall.openings) {
        if (o.left() >= x1 || o.right() <= x0 || o.bottom() >= z1 || o.top() <= z0)
            continue;
        if (!o.cut) {
            BuildStep s;
            s.id = piece + "/open-" + o.id;
            s.title = "Cut the wall cover open";
            s.text = fmt::format("Switch off the circuits of this wall. Mark {} from the corner and {} up, "
                                 "{} wide and {} high, {} of play all "
                                 "round included. Cut a hand-sized hole first and look: {}. Then cut along "
                                 "the lines with the knife or saw "
                                 "set to {}, the cover and no more, and note where the studs really are.",
                                 say(o.left()), say(o.bottom()), say(o.wide()), say(o.high()), say(o.play),
                                 o.behind.empty() ? std::string("cables and pipes may lie right behind")
                                                  : "expected behind it: " + o.behind,
                                 say(wall.coverThickness));
            s.tools = {"tape", "level", "knife or saw with a depth stop", "torch"};
            s.minutes = catalog.minutes("open_cover");
            s.cautions = catalog.cautionsFor("drilling walls");
            for (const char* old : {"lead paint", "asbestos"})
                for (auto& c : catalog.cautionsFor(old))
                    s.cautions.push_back(std::move(c));
            s.onWall = true;
            out.push_back(std::move(s));
        }
        BuildStep s;
        s.id = piece + "/good-" + o.id;
        s.title = "Make the wall good";
        s.text = "After hanging: fill the play around the piece with filler or a bead of paintable sealant, "
                 "let it dry, sand "
                 "and touch up the paint. What the piece does not cover is closed with a strip of board "
                 "screwed to "
                 "battens behind the edges.";
        s.tools = {"filling knife", "filler", "fine paper"};
        s.minutes = catalog.minutes("make_good");
        s.waitMinutes = 12 * 60;
        s.onWall = true;
        out.push_back(std::move(s));
    }
    return out;
}

} // namespace owl
