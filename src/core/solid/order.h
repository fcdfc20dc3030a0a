#pragma once
// In which order faces are filled so that the near ones cover the far ones, from wherever one looks.

#include "solid/solid.h"

#include <memory>

namespace owl {

/// A face to fill.
struct FaceToFill {
    std::vector<Vec3> corners;
    Vec3 normal;
    int origin = FaceOrigin::inner;
    int body = 0; ///< which of the solids
};

/// A binary space partition of the cells of some solids. Made once for a shape; every direction is then a
/// walk through it.
class FillOrder {
  public:
    explicit FillOrder(const std::vector<const Solid*>& bodies);
    FillOrder(FillOrder&&) noexcept;
    FillOrder& operator=(FillOrder&&) noexcept;
    ~FillOrder();
    /// The faces that look towards the eye, farthest first.
    [[nodiscard]] std::vector<FaceToFill> seenFrom(const Vec3& toEye) const;
    /// Cells after splitting.
    [[nodiscard]] std::size_t size() const;

  private:
    struct Node;
    std::unique_ptr<Node> root_;
};

} // namespace owl
