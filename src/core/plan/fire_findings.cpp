#include "plan/fire_findings.h"

#include "plan/place_finder.h"
#include "strength/mantel.h"

namespace owl {
namespace {

class FireFindings : public PlaceFinder {
  public:
    using PlaceFinder::PlaceFinder;

    void run() {
        if (!wall_)
            return;
        for (const auto& o : wall_->obstacles) {
            if (!o.kind.starts_with("fireplace") || o.x >= pp_.right() || o.right() <= pp_.left ||
                pp_.top() <= o.z)
                continue;
            const Length above = pp_.bottom - o.top();
            if (above > 1500_mm)
                continue;
            if (o.kind != "fireplace_wood") {
                appliance(o, above);
                continue;
            }
            const Length out = pp_.assembly().depth;
            const MantelClearance m = mantelClearance(above.mm(), out.mm());
            const bool near = std::string(m.flag) != "within";
            const std::string figure =
                m.limit
                    ? fmt::format(
                          "{} above the opening a model code for masonry fireplaces lets wood stand out {}",
                          say(above),
                          m.limit.value() > 0 ? "at most " + sayRound(Length::mm(*m.limit)) : "not at all")
                    : fmt::format("{} above the opening the model code for masonry fireplaces sets no limit",
                                  say(above));
            auto& f = add("mantel_clearance", near ? Severity::warns : Severity::notes,
                          near ? "Too near the fire" : "Above a fireplace",
                          figure + fmt::format("; this stands out {}. Feel for heat with a full fire. Check "
                                               "your local code; ask a licensed professional.",
                                               say(out)));
            f.working = {"projection ≤ distance / 8 between 152 and 305 mm; none below",
                         {{"distance", say(above)}, {"projection", say(out)}},
                         m.flag,
                         "residential code R1001.11; S11.4",
                         {}};
            if (near)
                f.remedies.push_back(raise(o.top() + Length::mm(305)));
        }
    }

  private:
    /// Gas and electric fires: their manual governs; what is usual where nobody has looked yet (data,
    /// obstacles).
    void appliance(const Obstacle& o, Length above) {
        const ObstacleKind* k = catalog_.findObstacleKind(o.kind);
        const Length usual = Length::mm(k ? k->clearAbove : 305);
        const bool near = above < usual;
        const bool gas = o.kind == "fireplace_gas";
        auto& f =
            add("mantel_clearance", near ? Severity::warns : Severity::notes,
                near ? "Too near the fire" : "Above a fireplace",
                fmt::format(
                    "{} above the {}, standing out {}: its manual says how near wood may come, by how far "
                    "it stands out, and no general figure releases it; {} is {} than the {} that are "
                    "usual. {} Check the manual and your local code; ask a licensed professional.",
                    say(above), gas ? "gas fire" : "electric fire", say(pp_.assembly().depth), say(above),
                    near            ? "less"
                    : above > usual ? "more"
                                    : "no more",
                    say(usual),
                    gas ? "A gas fire heats the wall above it for hours: look for the table of mantel "
                          "heights, and for a heat shield."
                        : "An electric fire blows warm air out at its top or front: keep wood out of that "
                          "stream, and its socket within reach."));
        f.working = {
            "distance above the opening, by the appliance's manual",
            {{"distance", say(above)}, {"usual", say(usual)}, {"projection", say(pp_.assembly().depth)}},
            near ? "less than usual" : "at least what is usual",
            "S11.4: the manual governs; usual distances are trade practice (class C)",
            {}};
        if (near)
            f.remedies.push_back(raise(o.top() + usual));
    }
};

} // namespace

void findAboutFire(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                   const PiecePlan& pp, std::vector<Finding>& out) {
    FireFindings(project, plan, catalog, piece, pp, out).run();
}

} // namespace owl
