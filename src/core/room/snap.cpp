#include "room/snap.h"

#include <algorithm>

namespace owl {

Snap snapPiece(const Wall& wall, Length left, Length pieceLength, Length reach) {
    Snap best{left, {}};
    Length nearest = reach;
    const auto offer = [&](Length at, const std::string& why) {
        if (abs(at - left) < nearest || (abs(at - left) == nearest && best.why.empty())) {
            nearest = abs(at - left);
            best = {at, why};
        }
    };
    const auto centre = [&](Length x, const std::string& why) { offer(x - pieceLength / 2, why); };
    centre(wall.width / 2, "centred on the wall");
    for (const auto& f : wall.furniture) {
        const std::string name = f.name.empty() ? f.kind : f.name;
        centre(f.x + f.width / 2, "centred on the " + name);
        offer(f.x, "flush with the left of the " + name);
        offer(f.x + f.width - pieceLength, "flush with the right of the " + name);
    }
    const auto studs = studCentres(wall);
    for (std::size_t i = 0; i < studs.size(); ++i) {
        centre(studs[i], "centred on a stud");
        if (i + 1 < studs.size())
            centre(studs[i] + (studs[i + 1] - studs[i]) / 2, "midway between two studs");
    }
    best.left = std::clamp(best.left, Length(), std::max(Length(), wall.width - pieceLength));
    return best;
}

} // namespace owl
