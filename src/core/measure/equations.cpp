#include "measure/equations.h"

#include <Eigen/Cholesky>

// The only place of the core that includes Eigen: its templates take longer to compile than all that is
// solved with them.

namespace owl {

std::vector<double> SquareTable::times(const std::vector<double>& column) const {
    std::vector<double> out(size_, 0.0);
    for (std::size_t r = 0; r < size_; ++r)
        for (std::size_t c = 0; c < size_; ++c)
            out[r] += (*this)(r, c) * column[c];
    return out;
}

std::optional<std::vector<double>> solveSymmetric(const SquareTable& A, const std::vector<double>& b,
                                                  std::optional<double> least) {
    const auto n = static_cast<Eigen::Index>(A.size());
    using Rows = Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor>;
    const Eigen::LDLT<Eigen::MatrixXd> factors(Eigen::Map<const Rows>(A.values().data(), n, n));
    if (least && factors.vectorD().minCoeff() < *least)
        return std::nullopt;
    std::vector<double> x(A.size());
    Eigen::Map<Eigen::VectorXd>(x.data(), n) = factors.solve(Eigen::Map<const Eigen::VectorXd>(b.data(), n));
    return x;
}

} // namespace owl
