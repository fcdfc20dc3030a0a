// Inputs of a wall that are about its neighbours: corners and alcoves.
#include "edit/field_maker.h"
#include "edit/wall_fields.h"

namespace owl {
namespace {

class RoomMaker : public FieldMaker {
  public:
    using FieldMaker::FieldMaker;

    std::vector<Field> run(const std::string& wall) {
        if (const Wall* w = project_.findWall(wall))
            rooms(*w);
        return std::move(out_);
    }

  private:
    void rooms(const Wall& wall) {
        wayIn();
        heading("Corners");
        Choices next{{"", "nothing"}};
        for (const auto& w : project_.walls)
            if (w.id != wall.id && w.room == wall.room)
                next.emplace_back(w.id, w.name.empty() ? w.id : w.name);
        cornerAt(wall, true, next);
        cornerAt(wall, false, next);
        heading("Alcove");
        const auto a = std::find_if(project_.alcoves.begin(), project_.alcoves.end(),
                                    [&](const Alcove& q) { return q.back == wall.id; });
        if (a == project_.alcoves.end()) {
            action("alcove.add", "This wall is the back of an alcove", [w = wall.id](Project& p) {
                const Wall* back = p.findWall(w);
                if (!back)
                    return;
                Alcove n;
                n.id = freeId(p.alcoves, "alcove");
                n.room = back->room;
                n.back = w;
                n.widthBack = n.widthMiddle = n.widthFront = back->width;
                for (const auto& c : p.corners) {
                    if (c.right == w)
                        n.left = c.left;
                    if (c.left == w)
                        n.right = c.right;
                }
                p.alcoves.push_back(n);
            });
            return;
        }
        alcove(*a);
    }

    /// Once for the home: how anything that was put together elsewhere gets here.
    void wayIn() {
        heading("The way in");
        length(
            "way.door", "Narrowest door, clear width", project_.wayIn.doorWidth, Length(), 5000_mm,
            [](Project& p, Length l) { p.wayIn.doorWidth = l; }, "For the whole home. 0: nobody measured.");
        length("way.door_height", "Its height", project_.wayIn.doorHeight, Length(), 5000_mm,
               [](Project& p, Length l) { p.wayIn.doorHeight = l; });
        length(
            "way.stairs", "Stairs where they turn, clear width", project_.wayIn.stairWidth, Length(), 5000_mm,
            [](Project& p, Length l) { p.wayIn.stairWidth = l; }, "0: there are none, or they do not turn.");
    }

    void cornerAt(const Wall& wall, bool leftEnd, const Choices& next) {
        const auto c = std::find_if(project_.corners.begin(), project_.corners.end(),
                                    [&](const Corner& q) { return (leftEnd ? q.right : q.left) == wall.id; });
        const bool joined = c != project_.corners.end();
        const std::string side = leftEnd ? "left" : "right";
        choice("corner." + side, leftEnd ? "Left end meets" : "Right end meets",
               joined ? (leftEnd ? c->left : c->right) : "", next,
               [w = wall.id, leftEnd](Project& p, const std::string& other) {
                   for (const auto& q : p.corners)
                       if ((leftEnd ? q.right : q.left) == w && (leftEnd ? q.left : q.right) == other)
                           return; // joined so already: its angle stays
                   std::erase_if(p.corners,
                                 [&](const Corner& q) { return (leftEnd ? q.right : q.left) == w; });
                   if (!other.empty())
                       p.corners.push_back(
                           {freeId(p.corners, "corner"), leftEnd ? other : w, leftEnd ? w : other, 90});
               });
        if (joined)
            number("corner." + side + ".angle", "Angle inside, degrees", c->angle, 1, 5, 355,
                   [id = c->id](Project& p, double v) {
                       for (auto& q : p.corners)
                           if (q.id == id)
                               q.angle = v;
                   });
    }

    void alcove(const Alcove& a) {
        const auto change = [id = a.id](auto member) {
            return [id, member](Project& p, const auto& v) {
                for (auto& q : p.alcoves)
                    if (q.id == id)
                        q.*member = v;
            };
        };
        name("alcove.name", a.name, change(&Alcove::name));
        length("alcove.depth", "Depth", a.depth, 20_mm, 5000_mm, change(&Alcove::depth));
        length("alcove.back", "Width at the back", a.widthBack, 100_mm, 10'000_mm,
               [id = a.id, w = a.back](Project& p, Length v) {
                   for (auto& q : p.alcoves)
                       if (q.id == id)
                           q.widthBack = v;
                   if (Wall* back = p.findWall(w))
                       back->width = v;
               });
        length("alcove.middle", "In the middle", a.widthMiddle, 100_mm, 10'000_mm,
               change(&Alcove::widthMiddle));
        length("alcove.front", "At the front", a.widthFront, 100_mm, 10'000_mm, change(&Alcove::widthFront));
        action("alcove.remove", "No alcove here", [id = a.id](Project& p) {
            std::erase_if(p.alcoves, [&](const Alcove& q) { return q.id == id; });
        });
    }
};

} // namespace

std::vector<Field> roomFields(const Project& project, const Plan& plan, const Catalog& catalog,
                              const std::string& piece, const std::string& wall) {
    return RoomMaker(project, plan, catalog, piece).run(wall);
}

} // namespace owl
