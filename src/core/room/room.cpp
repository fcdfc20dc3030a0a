#include "room/room.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <set>

namespace owl {

bool possibleAngle(double degrees) {
    return std::isfinite(degrees) && degrees >= 5 && degrees <= 355;
}

Length alcoveWidth(const Alcove& a, Length fromBack) {
    const Length half = a.depth / 2;
    const auto between = [](Length w0, Length w1, double f) { return w0 + Length::mm((w1 - w0).mm() * f); };
    if (half <= Length() || fromBack <= Length())
        return a.widthBack;
    if (fromBack <= half)
        return between(a.widthBack, a.widthMiddle, fromBack.mm() / half.mm());
    const double f = std::min(1.0, (fromBack - half).mm() / half.mm());
    return between(a.widthMiddle, a.widthFront, f);
}

Length alcoveLongest(const Alcove& a) {
    return std::min({a.widthBack, a.widthMiddle, a.widthFront});
}

namespace {

/// Places walls one after another, turning at each corner.
class Walker {
  public:
    Walker(const std::vector<Wall>& walls, const std::vector<Corner>& corners, const std::string& room) {
        for (const auto& w : walls)
            if (w.room == room) {
                order_.push_back(w.id);
                width_[w.id] = w.width.mm();
            }
        for (const auto& c : corners) {
            if (!possibleAngle(c.angle) || !width_.contains(c.left) || !width_.contains(c.right) ||
                c.left == c.right || next_.contains(c.left) || before_.contains(c.right))
                continue;
            next_[c.left] = {c.right, c.angle};
            before_[c.right] = c.left;
        }
    }

    std::vector<PlanWall> run() {
        double aside = 0;
        for (const auto& id : order_) {
            if (placed_.contains(id))
                continue;
            const std::size_t first = out_.size();
            chain(startOf(id));
            // A second chain stands beside the first, a metre apart.
            double low = 1e300;
            double high = -1e300;
            for (std::size_t i = first; i < out_.size(); ++i) {
                low = std::min({low, out_[i].x0, out_[i].x1});
                high = std::max({high, out_[i].x0, out_[i].x1});
            }
            for (std::size_t i = first; i < out_.size(); ++i) {
                out_[i].x0 += aside - low;
                out_[i].x1 += aside - low;
            }
            aside += high - low + 1000;
        }
        return std::move(out_);
    }

  private:
    /// The leftmost wall of the chain; any wall of a closed ring.
    [[nodiscard]] std::string startOf(const std::string& from) const {
        std::set<std::string> seen;
        std::string id = from;
        while (before_.contains(id) && seen.insert(id).second)
            id = before_.at(id);
        return before_.contains(id) ? from : id;
    }

    void chain(std::string id) {
        double x = 0;
        double y = 0;
        double heading = 0; // degrees, along the wall; y runs towards the room's inside (down the sheet)
        while (placed_.insert(id).second) {
            const double a = heading * std::numbers::pi / 180;
            const double w = width_.at(id);
            out_.push_back({id, x, y, x + w * std::cos(a), y + w * std::sin(a)});
            x = out_.back().x1;
            y = out_.back().y1;
            if (!next_.contains(id))
                return;
            heading += 180 - next_.at(id).second;
            id = next_.at(id).first;
        }
    }

    std::vector<std::string> order_;
    std::map<std::string, double> width_;
    std::map<std::string, std::pair<std::string, double>> next_;
    std::map<std::string, std::string> before_;
    std::set<std::string> placed_;
    std::vector<PlanWall> out_;
};

} // namespace

std::vector<PlanWall> roomPlan(const std::vector<Wall>& walls, const std::vector<Corner>& corners,
                               const std::string& room) {
    return Walker(walls, corners, room).run();
}

} // namespace owl
