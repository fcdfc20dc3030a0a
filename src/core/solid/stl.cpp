#include "solid/stl.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

bool samePlace(const Vec3& a, const Vec3& b) {
    return norm(a - b) < 2 * sameMm;
}
/// The same corners the other way round.
bool backToBack(const std::vector<Vec3>& a, const std::vector<Vec3>& b) {
    if (a.size() != b.size())
        return false;
    const std::size_t n = a.size();
    for (std::size_t shift = 0; shift < n; ++shift) {
        bool all = true;
        for (std::size_t i = 0; i < n && all; ++i)
            all = samePlace(a[i], b[(shift + n - i) % n]);
        if (all)
            return true;
    }
    return false;
}

} // namespace

std::vector<std::array<Vec3, 3>> surfaceOf(const Solid& solid) {
    std::vector<std::vector<Vec3>> faces;
    for (const auto& c : solid.cells)
        for (const auto& f : c.faces) {
            auto corners = c.corners(f);
            const auto twin = std::find_if(faces.begin(), faces.end(),
                                           [&](const auto& other) { return backToBack(corners, other); });
            if (twin == faces.end())
                faces.push_back(std::move(corners));
            else
                faces.erase(twin);
        }
    std::vector<std::array<Vec3, 3>> out;
    for (const auto& f : faces)
        for (std::size_t i = 1; i + 1 < f.size(); ++i)
            out.push_back({f[0], f[i], f[i + 1]});
    return out;
}

std::string stlOf(const std::vector<std::pair<std::string, const Solid*>>& bodies) {
    std::string out;
    for (const auto& [name, solid] : bodies) {
        std::string word;
        for (char c : name)
            word += (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') ? c : '_';
        out += fmt::format("solid {}\n", word);
        for (const auto& t : surfaceOf(*solid)) {
            const Vec3 n = unit(cross(t[1] - t[0], t[2] - t[0]));
            out += fmt::format(" facet normal {:.6g} {:.6g} {:.6g}\n  outer loop\n", n.x, n.y, n.z);
            for (const auto& p : t)
                out += fmt::format("   vertex {:.6f} {:.6f} {:.6f}\n", p.x, p.y, p.z);
            out += "  endloop\n endfacet\n";
        }
        out += fmt::format("endsolid {}\n", word);
    }
    return out;
}

} // namespace owl
