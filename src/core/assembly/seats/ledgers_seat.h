#pragma once
// Strips on several walls.

#include "assembly/member.h"
#include "measure/length.h"
#include "solid/vector3.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace owl {

/// A strip on a wall that a board rests on: the piece's own wall, or one beside it.
struct LedgerSeat {
    std::string to = "wall";  ///< as mounts name walls
    std::string part;         ///< the strip
    Vec3 origin;              ///< the corner on the wall's face from which its studs are counted, mm
    Vec3 along, out;          ///< away from that corner, and out of the wall; length 1
    Length from, until;       ///< the strip, along
    Length low;               ///< its lower edge
    std::vector<Length> rows; ///< heights of its fixings, upwards; anchors take the uppermost
    Length through;           ///< wood that they pass
    bool bare = false;        ///< it lies on bare studs: the cover is opened there
    bool rods =
        false;   ///< no strip: rods out of this wall go into the boards; `through` is the boards' thickness
    Length play; ///< of the holes for them
    std::vector<std::pair<Length, Length>> hidden; ///< stretches of it that no driver reaches
    std::vector<std::string> packings; ///< pieces between strip and wall, one at each place in `packedAt`
    std::vector<Length> packedAt;
    Length packed; ///< their thickness
};

/// What bends between ledgers: the front of the board, or a rail under it.
struct BentFront {
    std::string words;   ///< 'a strip of 110 mm along its front edge'
    std::string moment;  ///< how its bending moment is found, as the working shows it
    std::string assumed; ///< what that takes for granted
    Length span;   ///< between what holds it, or out to its free end; 0: a corner that turns, no sag told
    int free = 0;  ///< -1: nothing holds its left end, 1: its right end
    Length from;   ///< x of its left end, where it spans between two walls
    Length behind; ///< y at which it takes all of a thing, nothing of one at the wall (S9.7); 0: all of every
                   ///< one
    double share = 1;   ///< of the even load that the piece carries
    double perLoad = 0; ///< mm: bending moment for each N of that
    double perHand = 0; ///< mm: for each N of a hand
    std::vector<Member::Rect> section;
    double grainTurned = 0; ///< degrees between its grain and its span
};

/// One step of putting a piece together on its walls.
struct WallStage {
    std::string id, title, text;
    std::vector<std::string> tools;
    double minutes = 15;
};

/// What rests on ledgers on two or three walls (S9.6, S9.7).
struct LedgersSeat {
    std::vector<LedgerSeat> on;
    Length leg1,
        leg2; ///< an L cleat: three points, its ends and the corner (S9.6); 0: more than that hold it
    std::vector<std::string> captures; ///< joints that keep it from lifting
    std::vector<Vec3> hands;           ///< where a hand presses on its front
    std::optional<BentFront> front;
    bool alcove =
        false; ///< strips run from the back to a front beam: the shares of S9.7 are looked at as well
    std::string word = "ledger";   ///< what the strips are called
    std::vector<WallStage> stages; ///< the first fixes the strips, the last leaves it hanging
    void move(Length, Length) {}   ///< it never is
};

} // namespace owl
