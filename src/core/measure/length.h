#pragma once
// Exact lengths. Everything that is measured on wood or wall is a Length; physics uses double in SI (N, mm,
// MPa).

#include <cmath>
#include <compare>
#include <cstdint>

namespace owl {

/// A length as a whole number of nanometres: 1/64 in (396 875 nm) and 0.1 mm are both exact.
class Length {
  public:
    constexpr Length() = default;
    /// n nanometres.
    static constexpr Length nm(std::int64_t n) { return Length(n); }
    /// v millimetres, rounded to the nearest nanometre; v must be finite and below 1e9.
    static Length mm(double v) { return Length(std::llround(v * 1e6)); }
    /// num/den inches, exact when den divides 25 400 000.
    static constexpr Length inches(std::int64_t num, std::int64_t den = 1) {
        return Length(num * 25'400'000 / den);
    }

    [[nodiscard]] constexpr std::int64_t nm() const { return n_; }
    /// Millimetres as a double (for physics and drawing, never for arithmetic on sizes).
    [[nodiscard]] constexpr double mm() const { return static_cast<double>(n_) / 1e6; }

    constexpr auto operator<=>(const Length&) const = default;
    constexpr Length operator+(Length o) const { return Length(n_ + o.n_); }
    constexpr Length operator-(Length o) const { return Length(n_ - o.n_); }
    constexpr Length operator-() const { return Length(-n_); }
    constexpr Length operator*(std::int64_t k) const { return Length(n_ * k); }
    /// Half, thirds ..: rounded towards zero to a nanometre.
    constexpr Length operator/(std::int64_t k) const { return Length(n_ / k); }
    Length& operator+=(Length o) {
        n_ += o.n_;
        return *this;
    }
    Length& operator-=(Length o) {
        n_ -= o.n_;
        return *this;
    }

  private:
    explicit constexpr Length(std::int64_t n) : n_(n) {}
    std::int64_t n_ = 0;
};

inline Length operator""_mm(unsigned long long v) {
    return Length::nm(static_cast<std::int64_t>(v) * 1'000'000);
}
inline Length operator""_mm(long double v) {
    return Length::mm(static_cast<double>(v));
}

/// Absolute value.
inline Length abs(Length a) {
    return a < Length() ? -a : a;
}

/// Standard gravity, m/s2: weight in N = mass in kg x gravity.
inline constexpr double gravity = 9.80665;

} // namespace owl
