#pragma once
// Points and directions in millimetres, as derived geometry: double, never typed by anybody.

#include <cmath>

namespace owl {

/// A point, a direction or a size; mm unless said otherwise.
struct Vec3 {
    double x = 0, y = 0, z = 0;
    bool operator==(const Vec3&) const = default;
};

constexpr Vec3 operator+(const Vec3& a, const Vec3& b) {
    return {a.x + b.x, a.y + b.y, a.z + b.z};
}
constexpr Vec3 operator-(const Vec3& a, const Vec3& b) {
    return {a.x - b.x, a.y - b.y, a.z - b.z};
}
constexpr Vec3 operator-(const Vec3& a) {
    return {-a.x, -a.y, -a.z};
}
constexpr Vec3 operator*(const Vec3& a, double f) {
    return {a.x * f, a.y * f, a.z * f};
}
constexpr Vec3 operator*(double f, const Vec3& a) {
    return a * f;
}
constexpr Vec3 operator/(const Vec3& a, double f) {
    return {a.x / f, a.y / f, a.z / f};
}
constexpr double dot(const Vec3& a, const Vec3& b) {
    return a.x * b.x + a.y * b.y + a.z * b.z;
}
constexpr Vec3 cross(const Vec3& a, const Vec3& b) {
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
inline double norm(const Vec3& a) {
    return std::sqrt(dot(a, a));
}
/// The direction of a, of length 1; a itself where it has no length.
inline Vec3 unit(const Vec3& a) {
    const double n = norm(a);
    return n > 0 ? a / n : a;
}
/// Any direction of length 1 square to n.
inline Vec3 anySideOf(const Vec3& n) {
    return unit(cross(n, std::abs(n.z) < 0.9 * norm(n) ? Vec3{0, 0, 1} : Vec3{1, 0, 0}));
}

/// Two places nearer than this are one: 1 µm.
inline constexpr double sameMm = 1e-3;
inline bool touching(double gap) {
    return std::abs(gap) <= sameMm;
}
inline bool surelyLess(double a, double b) {
    return a < b - sameMm;
}

} // namespace owl
