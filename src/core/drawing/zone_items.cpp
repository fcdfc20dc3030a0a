#include "drawing/zone_items.h"

#include "room/room.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// A face of a no-drill zone, cut to the wall.
struct ZoneFace {
    double x0, x1, top, bottom;
    Tone tone;
    std::string tip;
    /// Takes a face of the same height that overlaps it across in, or one of the same width that overlaps
    /// it up.
    bool takes(const ZoneFace& o) {
        const bool across = top == o.top && bottom == o.bottom && x0 <= o.x1 && o.x0 <= x1;
        const bool up = x0 == o.x0 && x1 == o.x1 && top <= o.bottom && o.top <= bottom;
        if (tone != o.tone || (!across && !up))
            return false;
        x0 = std::min(x0, o.x0);
        x1 = std::max(x1, o.x1);
        top = std::min(top, o.top);
        bottom = std::max(bottom, o.bottom);
        if (tip.find(o.tip) == std::string::npos)
            tip += "; " + o.tip;
        return true;
    }
};

class ZonePainter {
  public:
    ZonePainter(Pen& pen, const Wall& wall, const WallPlan& plan)
        : pen_(pen), wall_(wall), wp_(plan), W_(wall.width.mm()), H_(wall.height.mm()) {}

    void run() {
        std::vector<ZoneFace> faces;
        for (const auto& z : wp_.zones) {
            ZoneFace f{std::max(0.0, z.x0.mm()),
                       std::min(W_, z.x1.mm()),
                       std::max(0.0, y(z.z1)),
                       std::min(H_, y(z.z0)),
                       z.obstacle.empty() ? Tone::cableBand : Tone::wireBand,
                       z.why + (z.known ? "" : ": do not drill until it is traced")};
            if (f.x1 <= f.x0 || f.bottom <= f.top)
                continue;
            addFace(faces, f);
        }
        for (const auto& f : faces)
            pen_.rect(f.x0, f.top, f.x1 - f.x0, f.bottom - f.top, f.tone).tip = f.tip;
        labels();
    }

  private:
    [[nodiscard]] double y(Length z) const { return H_ - z.mm(); }

    /// What has just grown may now meet another: it goes through the others again.
    static void addFace(std::vector<ZoneFace>& faces, ZoneFace f) {
        for (auto it = faces.begin(); it != faces.end();) {
            if (!f.takes(*it)) {
                ++it;
                continue;
            }
            faces.erase(it);
            it = faces.begin();
        }
        faces.push_back(std::move(f));
    }

    /// One label for each thing that has an upright run, none where they would crowd.
    void labels() {
        double last = -1e9;
        std::string labelled = "none yet";
        for (const auto& z : wp_.zones) {
            const double x = (std::max(0.0, z.x0.mm()) + std::min(W_, z.x1.mm())) / 2;
            const double top = std::max(y(ceilingAt(wall_, Length::mm(x))), y(z.z1));
            const double tall = std::min(H_, y(z.z0)) - top;
            const bool upright = tall > (z.x1 - z.x0).mm() && tall > H_ * 0.3;
            if (!upright || z.obstacle == labelled || std::abs(x - last) < W_ / 30)
                continue;
            labelled = z.obstacle;
            last = x;
            auto& t = pen_.text({x, top}, label(z), Tone::fails, 11);
            t.vertical = true;
            t.align = Align::right;
            t.dy = 8;
        }
    }
    static const char* label(const NoDrillZone& z) {
        switch (z.kind) {
        case ZoneKind::pipe:
            return z.known ? "pipe" : "likely pipe";
        case ZoneKind::signal:
            return "keep clear";
        case ZoneKind::hole:
            return "hole";
        default:
            return z.known ? "wire" : z.obstacle.empty() ? "cable band" : "likely wire";
        }
    }

    Pen& pen_;
    const Wall& wall_;
    const WallPlan& wp_;
    double W_, H_;
};

} // namespace

void drawZones(Pen& pen, const Wall& wall, const WallPlan& plan) {
    ZonePainter(pen, wall, plan).run();
}

} // namespace owl
