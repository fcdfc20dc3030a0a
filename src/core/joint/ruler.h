#pragma once
// Measuring along the part that is worked, never along the piece: where on it something is, and how one says
// so.

#include "assembly/part.h"

namespace owl {

/// The axis of the piece that a direction lies nearest to: 0 x, 1 y, 2 z.
int nearestAxis(const Vec3& d);

class Ruler {
  public:
    explicit Ruler(const Part& part);

    /// mm from the end one measures from: the left, the rear, the lower one. A slanted end is measured from
    /// its tip.
    [[nodiscard]] double along(const Vec3& p) const { return from(along_, p); }
    /// mm from the lower, rear or left edge.
    [[nodiscard]] double across(const Vec3& p) const { return from(across_, p); }
    /// mm below that face of its blank that lies lower, to the rear or left.
    [[nodiscard]] double through(const Vec3& p) const { return from(through_, p); }
    [[nodiscard]] double length() const { return along_.size; }
    [[nodiscard]] double width() const { return across_.size; }

    /// 'left end', 'lower end'; `far`: the other one.
    [[nodiscard]] std::string end(bool far = false) const;
    /// 'back edge', 'lower edge'; `far`: the other one.
    [[nodiscard]] std::string edge(bool far = false) const;
    /// 'upper face', 'left face': the one of the part that looks that way.
    [[nodiscard]] std::string face(const Vec3& outward) const;
    /// Directions of length 1: from that end, from that edge.
    [[nodiscard]] const Vec3& alongIt() const { return along_.way; }
    [[nodiscard]] const Vec3& acrossIt() const { return across_.way; }
    [[nodiscard]] const Vec3& throughIt() const { return through_.way; }

  private:
    struct Axis {
        Vec3 way;        // towards right, front or up
        double low = 0;  // where it begins
        double size = 0; // mm
        int near = 0;    // axis of the piece
    };
    [[nodiscard]] static double from(const Axis& a, const Vec3& p) { return dot(p, a.way) - a.low; }
    static Axis axis(const Part& part, const Vec3& d);
    Axis along_, across_, through_;
};

} // namespace owl
