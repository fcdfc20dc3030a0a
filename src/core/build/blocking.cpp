#include "build/blocking.h"

#include "assembly/assembly.h"
#include "joint/contact.h"

#include <algorithm>

namespace owl {
namespace {

/// A part with what is asked of it again and again.
struct Body {
    const Part* part;
    Bounds3 around;
};

class Finder {
  public:
    Finder(const Assembly& a, const std::vector<std::size_t>& parts, const std::vector<const Joint*>& joints)
        : joints_(joints) {
        for (std::size_t i : parts)
            bodies_.push_back({&a.parts[i], a.parts[i].solid.bounds()});
    }
    Blocking run() {
        for (std::size_t k = 0; k < joints_.size(); ++k)
            bind(k);
        directions();
        standInTheWay();
        out_.grooves.assign(bodies_.size(), PartSet(bodies_.size()));
        for (const Joint* j : joints_)
            if (j->kind == "loose")
                inGrooves(number(j->second));
        return std::move(out_);
    }

  private:
    [[nodiscard]] std::size_t number(const std::string& id) const {
        return static_cast<std::size_t>(
            std::find_if(bodies_.begin(), bodies_.end(), [&](const Body& b) { return b.part->id == id; }) -
            bodies_.begin());
    }
    void bind(std::size_t k) {
        const Joint& j = *joints_[k];
        const bool blind = j.how == Joinery::dowels && !j.pinThrough && !j.fasteners.empty();
        if (!blind && j.kind != "housing")
            return;
        const std::size_t a = number(j.first);
        const std::size_t b = number(j.second);
        if (blind) {
            out_.bonds.push_back({a, b, k, j.fasteners.front().direction});
            return;
        }
        // It comes out of its recess through the mouth.
        if (const auto c = j.contact ? j.contact : contactOf(*bodies_[a].part, *bodies_[b].part))
            out_.bonds.push_back({a, b, k, c->normal, true});
    }
    void directions() {
        const auto keep = [&](const Vec3& v) {
            if (std::none_of(out_.ways.begin(), out_.ways.end(),
                             [&](const Way& w) { return dot(v, w.to) > 0.999; }))
                out_.ways.push_back({v, std::vector<PartSet>(bodies_.size(), PartSet(bodies_.size()))});
        };
        for (const Vec3& v : {Vec3{0, 0, 1}, {0, 1, 0}, {1, 0, 0}, {-1, 0, 0}, {0, -1, 0}, {0, 0, -1}})
            keep(v);
        for (const auto& b : out_.bonds) {
            keep(b.out);
            keep(-b.out);
        }
        // What stands askew comes off along its own directions: a board slides in its slanted groove.
        for (const auto& b : bodies_)
            for (const Vec3& v : b.part->pose.axes()) {
                keep(v);
                keep(-v);
            }
    }
    /// What lies in another's bore overlaps it; such pairs stop nobody.
    void standInTheWay() {
        for (std::size_t m = 0; m < bodies_.size(); ++m)
            for (std::size_t n = 0; n < m; ++n)
                if (!overlap(bodies_[m], bodies_[n]))
                    for (auto& way : out_.ways) {
                        if (stops(bodies_[m], way.to, bodies_[n]))
                            way.pushes[m].add(n);
                        if (stops(bodies_[n], way.to, bodies_[m]))
                            way.pushes[n].add(m);
                    }
    }
    static bool overlap(const Body& a, const Body& b) {
        return !a.around.apart(b.around, -0.01) && owl::overlap(a.part->solid, b.part->solid, 0.01);
    }
    /// Would `moving` run into `other` on its way out?
    static bool stops(const Body& moving, const Vec3& to, const Body& other) {
        constexpr double far = 10000; // mm, past everything
        return !swept(moving.around, to * far).apart(other.around, -0.01) &&
               !slidesFree(moving.part->solid, to * far, other.part->solid);
    }
    /// A loose panel is one thing with the parts whose grooves keep it from going through its own face.
    void inGrooves(std::size_t panel) {
        for (const auto& way : out_.ways)
            if (std::abs(dot(way.to, bodies_[panel].part->pose.through)) > 0.999)
                way.pushes[panel].each([&](std::size_t part) {
                    out_.grooves[panel].add(part);
                    out_.grooves[part].add(panel);
                });
    }

    const std::vector<const Joint*>& joints_;
    std::vector<Body> bodies_;
    Blocking out_;
};

} // namespace

Blocking findBlocking(const Assembly& a, const std::vector<std::size_t>& parts,
                      const std::vector<const Joint*>& joints) {
    return Finder(a, parts, joints).run();
}

} // namespace owl
