#pragma once
// Symmetric linear equations: what beams and fitted curves come down to.

#include <cstddef>
#include <optional>
#include <vector>

namespace owl {

/// A square table of numbers, all 0 at first.
class SquareTable {
  public:
    explicit SquareTable(std::size_t size) : size_(size), values_(size * size, 0.0) {}
    [[nodiscard]] std::size_t size() const { return size_; }
    double& operator()(std::size_t row, std::size_t column) { return values_[row * size_ + column]; }
    double operator()(std::size_t row, std::size_t column) const { return values_[row * size_ + column]; }
    /// The table times a column of as many numbers.
    [[nodiscard]] std::vector<double> times(const std::vector<double>& column) const;
    [[nodiscard]] const std::vector<double>& values() const { return values_; }

  private:
    std::size_t size_;
    std::vector<double> values_;
};

/// x of A x = b for a symmetric A, by its factors L D L^T with pivots (Golub and Van Loan, 4.4); b has as
/// many numbers as A has rows. Nothing when a pivot is below `least`: then A is not positive definite, or as
/// good as not. Without `least` every pivot will do.
std::optional<std::vector<double>> solveSymmetric(const SquareTable& A, const std::vector<double>& b,
                                                  std::optional<double> least = {});

} // namespace owl
