#include "measure/equations.h"

#include <Eigen/Cholesky>
#include <Eigen/SparseCholesky>

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

namespace {

/// What is large is a chain: every row knows its neighbours only, and the time grows as its length, not as
/// its cube.
constexpr std::size_t large = 80;

std::optional<std::vector<double>> solveSparse(const SquareTable& A, const std::vector<double>& b,
                                               double least) {
    const auto n = static_cast<Eigen::Index>(A.size());
    std::vector<Eigen::Triplet<double>> entries;
    for (std::size_t r = 0; r < A.size(); ++r)
        for (std::size_t c = 0; c < A.size(); ++c)
            if (A(r, c) != 0)
                entries.emplace_back(static_cast<int>(r), static_cast<int>(c), A(r, c));
    Eigen::SparseMatrix<double> sparse(n, n);
    sparse.setFromTriplets(entries.begin(), entries.end());
    const Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> factors(sparse);
    if (factors.info() != Eigen::Success || factors.vectorD().minCoeff() < least)
        return std::nullopt;
    std::vector<double> x(A.size());
    Eigen::Map<Eigen::VectorXd>(x.data(), n) = factors.solve(Eigen::Map<const Eigen::VectorXd>(b.data(), n));
    return x;
}

} // namespace

std::optional<std::vector<double>> solveSymmetric(const SquareTable& A, const std::vector<double>& b,
                                                  std::optional<double> least) {
    if (least && A.size() > large)
        return solveSparse(A, b, *least);
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
