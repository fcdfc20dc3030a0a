#include "piece/mantel/mantel.h"

#include "joint/meet.h"
#include "piece/rod_recesses.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// The beam: x along it, front at y = depth. Corbels stand under it against the wall; with them the beam's
// lower face lies at their height. The faces of a hollow beam meet in mitres of 45 degrees, so that from each
// corner inwards every place belongs to the outer face it is nearest to.

namespace owl {
namespace {

class MantelBuilder : ArmsBuilder {
  public:
    MantelBuilder(const MantelParams& p, const MakeContext& ctx, const Catalog& c, Draft& d)
        : ArmsBuilder(ctx, d), p_(p), catalog_(c) {}

    void run() {
        sizes();
        checkParameters();
        if (hollow()) {
            faces();
            ends();
        } else {
            layers();
        }
        if (!hollow() && ctx_.recesses)
            recessPlates(d_.assembly.parts, ctx_.mountX, high_.mm(), (z0_ + high_ / 2).mm(), ctx_);
        shapeEdges();
        beamJoints();
        corbels();
        cable();
        describeRest();
    }

  private:
    [[nodiscard]] bool hollow() const { return p_.build == MantelBuild::hollow; }
    [[nodiscard]] Bracket corbel() const {
        Bracket b;
        b.shape = p_.corbelShape;
        b.out = p_.corbelOut;
        b.down = p_.corbelDown;
        b.thickness = p_.corbelThickness;
        b.nose = 15_mm;
        return b;
    }
    [[nodiscard]] Length endsThick() const {
        return hollow() && p_.returns != MantelReturns::open ? p_.thickness : Length();
    }

    void sizes() {
        Assembly& a = d_.assembly;
        z0_ = p_.corbels > 0 ? p_.corbelDown : Length();
        high_ = std::max(1_mm, p_.height);
        zt_ = z0_ + high_;
        L_ = p_.length;
        D_ = p_.depth;
        t_ = std::min({p_.thickness, high_ / 2 - Length::mm(0.5), D_ - 1_mm});
        t_ = std::max(t_, Length::mm(0.5));
        a.length = L_;
        a.depth = D_;
        a.height = zt_;
    }

    void checkParameters() {
        if (p_.length > 4500_mm)
            problem("too_long", "length",
                    fmt::format("A mantel of {} is longer than any board sold; plan two that meet.",
                                say(p_.length)))
                .cures.push_back(to("Make it", "length", 3000_mm));
        if (p_.length < 300_mm)
            problem("too_short", "length",
                    fmt::format("A mantel of {} has no room for two supports.", say(p_.length)))
                .cures.push_back(to("Make it", "length", 900_mm));
        if (hollow())
            checkHollow();
        else
            checkSolid();
        if (p_.corbels > 0 && p_.corbelOut > p_.depth)
            problem(
                "corbel_sticks_out", "corbel_out",
                fmt::format("Corbels of {} stand out beyond the beam, {}.", say(p_.corbelOut), say(p_.depth)))
                .cures = {to("Corbels", "corbel_out", std::max(20_mm, p_.depth - 20_mm)),
                          to("Depth", "depth", p_.corbelOut + 20_mm)};
    }

    void checkHollow() {
        checkArms(p_.arms, p_.height, p_.height - p_.thickness * 2, p_.depth, p_.thickness);
        for (auto& known : d_.problems)
            if (known.id == "no_hollow")
                known.cures.push_back({"One solid timber", {{"build", "solid"}}});
        checkPlugs(p_.arms, p_.thickness, "thickness");
    }

    void checkSolid() {
        if (p_.depth < 80_mm)
            problem("too_shallow", "depth",
                    fmt::format("A beam {} deep leaves no room for rods; it needs {}.", say(p_.depth),
                                say(80_mm)))
                .cures.push_back(to("Depth", "depth", 140_mm));
        if (p_.height < 32_mm)
            problem("too_thin", "height",
                    fmt::format("Around rods for a mantel a beam wants {} of height; this has {}.",
                                say(60_mm), say(p_.height)))
                .cures.push_back(to("Height", "height", 80_mm));
        if (p_.build == MantelBuild::laminated && p_.height / std::max(1, p_.layers) < 6_mm)
            problem("layers_too_thin", "layers",
                    fmt::format("{} layers of {} each are no boards.", p_.layers,
                                say(p_.height / std::max(1, p_.layers))))
                .cures = {{"Two layers", {{"layers", 2}}}};
    }

    void cut(Part& p, const Vec3& at, const Vec3& out) {
        clip(p.solid, planeThrough(at, out), 6 + static_cast<int>(p.features.size()));
    }
    /// Front, top and bottom, mitred along their long edges.
    void faces() {
        const Length x0 = p_.returns == MantelReturns::capped ? t_ : Length();
        const Length long_ = std::max(1_mm, L_ - x0 * 2);
        const std::string lengthWhy =
            x0 > Length() ? fmt::format("length {} is {} less two caps of {}", say(long_), say(L_), say(t_))
                          : fmt::format("length {} is the mantel's, long point to long point", say(long_));
        const double D = D_.mm();
        const double zb = z0_.mm();
        const double zt = zt_.mm();
        const Vec3 low{0, D, zb};
        const Vec3 up{0, D, zt};
        Part& front =
            add(blankPart("front", "front", long_, high_, t_,
                          {{x0.mm(), D, zb}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
                {lengthWhy, fmt::format("width {} is the height of the beam", say(high_))}, {0, 1, 0});
        cut(front, low, {0, -1, -1});
        cut(front, up, {0, -1, 1});
        feature(front, "bevel", "bevel",
                "both long edges ripped with the blade at 45°, the wide face outwards")
            .sizes = {{"angle_deg", 45}};
        for (const bool top : {false, true}) {
            Part& p =
                add(blankPart(top ? "top" : "bottom", top ? "top" : "bottom", long_, D_, t_,
                              {{x0.mm(), 0, top ? zt - t_.mm() : zb}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                    {lengthWhy, fmt::format("width {} is the depth", say(D_))}, {0, 0, top ? 0.8 : -0.8});
            cut(p, top ? up : low, {0, 1, top ? -1.0 : 1.0});
            feature(p, "bevel", "bevel", "front edge ripped with the blade at 45°, the wide face outwards")
                .sizes = {{"angle_deg", 45}};
        }
        if (p_.returns == MantelReturns::mitred)
            for (auto& p : d_.assembly.parts)
                mitreEnds(p);
    }

    /// Where a face meets the returns: what is nearer to an end belongs to the return.
    void mitreEnds(Part& p) {
        const double D = D_.mm();
        const double zb = z0_.mm();
        const double zt = zt_.mm();
        for (const double x : {0.0, L_.mm()}) {
            const double in = x > 0 ? 1 : -1; // outwards along x
            const Vec3 out = p.id == "front" ? Vec3{in, -1, 0} : Vec3{in, 0, p.id == "top" ? -1.0 : 1.0};
            cut(p, {x, D, p.id == "top" ? zt : zb}, out);
        }
        feature(p, "mitre", "mitre", "both ends sawn with the blade at 45°, the long side outwards").sizes = {
            {"angle_deg", 45}};
    }

    void ends() {
        if (p_.returns == MantelReturns::open)
            return;
        const bool mitred = p_.returns == MantelReturns::mitred;
        const double D = D_.mm();
        const double zb = z0_.mm();
        const double zt = zt_.mm();
        for (const bool left : {true, false}) {
            const double x = left ? 0 : L_.mm();
            Part& p = add(blankPart(left ? "end-left" : "end-right", left ? "left return" : "right return",
                                    D_, high_, t_,
                                    {{left ? 0 : (L_ - t_).mm(), 0, zb}, {0, 1, 0}, {0, 0, 1}, {1, 0, 0}}),
                          {fmt::format("length {} is the depth, to its long point", say(D_)),
                           fmt::format("width {} is the height of the beam", say(high_))},
                          {left ? -1.0 : 1.0, 0, 0});
            if (!mitred)
                continue;
            const double in = left ? 1 : -1; // towards the middle
            cut(p, {x, D, zb}, {in, 1, 0});
            cut(p, {x, D, zb}, {in, 0, -1});
            cut(p, {x, D, zt}, {in, 0, 1});
            feature(p, "mitre", "mitre",
                    "front end and both long edges sawn with the blade at 45°, the wide face outwards; take "
                    "it from the same board as the front and the grain runs round the corner")
                .sizes = {{"angle_deg", 45}};
        }
    }

    void layers() {
        const int n = p_.build == MantelBuild::solid ? 1 : std::clamp(p_.layers, 2, 8);
        const Length each = Length::nm(high_.nm() / n);
        for (int i = 0; i < n; ++i) {
            const Length mine = i + 1 < n ? each : high_ - each * (n - 1);
            add(blankPart(n == 1 ? "beam" : fmt::format("layer-{}", i + 1),
                          n == 1 ? "beam" : fmt::format("layer {}", i + 1), L_, D_, mine,
                          {{0, 0, (z0_ + each * i).mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                {fmt::format("length {} is the mantel's", say(L_)),
                 fmt::format("width {} is the depth", say(D_)),
                 n == 1 ? fmt::format("thickness {} is the height of the beam", say(mine))
                        : fmt::format("thickness {}: {} layers make {}", say(mine), n, say(high_))},
                {0, 0, n == 1 ? 0 : i * 0.3});
        }
    }

    void shapeEdges() {
        Length size = p_.edge == EdgeShape::square ? Length() : p_.edgeSize;
        if (hollow()) // a mitre's tip is its blank's edge: it is eased by hand
            size = Length();
        Length most =
            (p_.build == MantelBuild::laminated ? high_ / std::max(2, p_.layers) : high_ / 2) - 1_mm;
        most = std::max(Length(), most);
        if (size > most) {
            problem("edge_too_big", "edge_size",
                    fmt::format("An edge of {} is too big here; {} does.", say(size), say(most)), false)
                .cures.push_back(to("Edge", "edge_size", std::max(1_mm, most)));
            size = most;
        }
        if (size <= Length())
            return;
        auto& parts = d_.assembly.parts;
        OutlineEdges e;
        e.length = L_.mm();
        e.front = D_.mm();
        e.low = z0_.mm();
        e.high = zt_.mm();
        shapeOutline(parts, e, p_.edge, size.mm(), 20);
        Feature& profile = feature(
            parts.front(), "profile", "profile",
            fmt::format("{} of {} along front and ends, above and below", edgeName(p_.edge), say(size)));
        profile.endGrain = true;
        profile.sizes = {{"size_mm", size.mm()}};
        d_.assembly.shapedTogether = parts.front().id + "/profile";
    }

    void glue(const std::string& id, const std::string& a, const std::string& b, const char* kind,
              const char* note) {
        Joint j;
        j.id = id;
        j.first = a;
        j.second = b;
        j.how = Joinery::glue;
        j.kind = kind;
        j.note = note;
        d_.assembly.joints.push_back(std::move(j));
    }

    void beamJoints() {
        if (!hollow()) {
            for (std::size_t i = 1; i < d_.assembly.parts.size(); ++i)
                glue(fmt::format("face-{}", i), fmt::format("layer-{}", i), fmt::format("layer-{}", i + 1),
                     "face_glue",
                     "Glue the layers with their grain the same way and the bark sides outwards; clamps from "
                     "the middle to the ends, a caul above and below.");
            return;
        }
        const char* fold = "Long mitres close like a book: lay the faces side by side, outside up, tape the "
                           "seams, turn them over, glue the mitres, fold up and tape across.";
        glue("bottom-front", "bottom", "front", "mitre", fold);
        glue("top-front", "top", "front", "mitre", fold);
        if (p_.returns == MantelReturns::open)
            return;
        const bool mitred = p_.returns == MantelReturns::mitred;
        for (const char* id : {"end-left", "end-right"})
            glue(std::string("front-") + id, id, "front", mitred ? "mitre" : "butt",
                 mitred ? "Size the end grain with a thin coat first, glue all three mitres at once; a band "
                          "clamp or tape. It carries nothing: end grain glue is not counted."
                        : "Size the end grain with a thin coat first, then glue and clamp the cap flush. It "
                          "carries nothing.");
    }

    /// Each dowelled up into the beam: blind, so that nothing shows and no driver has to get into the hollow.
    void corbels() {
        const int n = std::clamp(p_.corbels, 0, 8);
        if (n == 0)
            return;
        const Length low = std::max(p_.corbelInset, p_.corbelThickness / 2);
        const Length high = L_ - low;
        if (high < low || (n > 1 && (high - low) / (n - 1) < p_.corbelThickness + 10_mm)) {
            problem("no_room_for_corbels", "corbels",
                    fmt::format("{} corbels do not fit under {}.", n, say(L_)))
                .cures = {{"Fewer corbels", {{"corbels", std::max(1, n / 2)}}},
                          {"No corbels", {{"corbels", 0}}}};
            return;
        }
        const Part& under = hollow() ? *d_.assembly.find("bottom") : d_.assembly.parts.front();
        const std::string beam = under.id;
        const Length inner = p_.corbelOut / 4;
        const Length outer = p_.corbelOut * 3 / 5;
        const auto outline = bracketOutline(corbel());
        for (int i = 0; i < n; ++i) {
            const Length x = n == 1 ? L_ / 2 : low + (high - low) * i / (n - 1);
            Part c = bracketPart(fmt::format("corbel-{}", i + 1), fmt::format("corbel {}", i + 1), corbel(),
                                 {x.mm(), 0, z0_.mm()});
            c.why = {fmt::format("{} out from the wall, {} down", say(p_.corbelOut), say(p_.corbelDown))};
            c.apart = {0, 0.3, -0.9};
            const std::string id = c.id;
            d_.assembly.parts.push_back(std::move(c));
            Joint j;
            j.id = fmt::format("beam-corbel-{}", i + 1);
            j.first = beam;
            j.second = id;
            Joining way;
            way.how = Joinery::dowels;
            way.carries = false;
            // As deep as the shallower of both places.
            way.receiving =
                Length::mm(std::min(bracketDepth(outline, inner.mm()), bracketDepth(outline, outer.mm())));
            for (Length y : {inner, outer})
                way.over.push_back({x.mm(), y.mm(), z0_.mm()});
            const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
            if (!why.empty() && i == 0)
                problem("no_corbel_dowels", "corbel_thickness", why, false)
                    .cures.push_back(to("Corbels", "corbel_thickness", 40_mm));
            if (why.empty())
                j.note += ". Glued it is ornament: nothing is counted on it.";
            placeFasteners(j, d_.assembly, 0);
            d_.assembly.joints.push_back(std::move(j));
            below_.emplace_back(x, p_.corbelThickness / 2);
        }
    }

    void describeRest() {
        Assembly& a = d_.assembly;
        a.surfaceFront = D_;
        a.surfaceZ = a.top = zt_;
        if (hollow())
            cavity();
        else
            rods();
        const double L = L_.mm();
        const double D = D_.mm();
        const double zb = z0_.mm();
        const double zt = zt_.mm();
        a.dimensions = {{{0, 0, zt}, {0, D, zt}, Dimension::In::section, "depth", -1},
                        {{0, D, zb}, {0, D, zt}, Dimension::In::section, "height", 1},
                        {{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1}};
        if (hollow())
            a.dimensions.push_back(
                {{0, D * 0.5, zt - t_.mm()}, {0, D * 0.5, zt}, Dimension::In::section, "thickness", 0});
        if (below_.empty())
            return;
        a.dimensions.push_back({{0, 0, 0}, {0, 0, zb}, Dimension::In::section, "corbel_down", -1});
        a.dimensions.push_back(
            {{0, 0, 0}, {0, p_.corbelOut.mm(), 0}, Dimension::In::section, "corbel_out", 1});
    }

    void cable() {
        if (hollow()) {
            boreCable(d_, p_.cable, {{"top", "bottom"}, p_.arms.frame.mm() + 15, D_.mm() - t_.mm() + 1},
                      ctx_);
            return;
        }
        CableRoom room{{}, 25, D_.mm(), ctx_.mountX};
        for (const auto& p : d_.assembly.parts)
            if (p.id == "beam" || p.id.starts_with("layer-"))
                room.through.push_back(p.id);
        boreCable(d_, p_.cable, room, ctx_);
    }
    [[nodiscard]] double bored() const { return p_.cable.on ? p_.cable.d.mm() : 0; }

    void cavity() {
        Assembly& a = d_.assembly;
        CavitySeat c;
        c.x0 = endsThick();
        c.x1 = L_ - endsThick();
        c.y1 = D_ - t_;
        c.z0 = z0_ + t_;
        c.z1 = zt_ - t_;
        c.plugWood = p_.species;
        c.topThickness = c.bottomThickness = t_;
        c.below = below_;
        if (p_.cable.on)
            c.keepFree = {p_.cable.at - p_.cable.d / 2, p_.cable.at, p_.cable.at + p_.cable.d / 2};
        seatArms(std::move(c), p_.arms);
        const double skin = std::max(1.0, (D_ - t_).mm() - bored());
        a.member.rects = {{"front", t_.mm(), high_.mm(), z0_.mm(), skin},
                          {"top", skin, t_.mm(), (zt_ - t_).mm(), 0},
                          {"bottom", skin, t_.mm(), z0_.mm(), 0}};
        a.member.words = "three faces glued into one section";
    }

    void rods() {
        Assembly& a = d_.assembly;
        static constexpr const char* ways[] = {"auto", "stud", "plate", "masonry"};
        RodSeat r;
        r.kind = ways[static_cast<int>(p_.rods)];
        r.d = p_.rodD;
        r.count = p_.rodCount;
        r.play = p_.rodPlay;
        r.thickness = high_;
        r.depth = D_;
        r.z = z0_ + high_ / 2;
        a.seats.emplace_back(r);
        a.member.rects = {{a.parts.front().id, std::max(1.0, D_.mm() - bored()), high_.mm(), z0_.mm(), 0}};
        a.member.words = p_.build == MantelBuild::solid ? "one timber" : "layers glued into one section";
    }

    const MantelParams& p_;
    const Catalog& catalog_;
    Length L_, D_, t_, z0_, zt_, high_;
    std::vector<std::pair<Length, Length>> below_; ///< corbels: middle and half their thickness
};

} // namespace

Draft MantelParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    MantelBuilder(*this, ctx, catalog, d).run();
    return d;
}

} // namespace owl
