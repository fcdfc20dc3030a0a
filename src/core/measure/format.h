#pragma once
// How lengths, forces and masses are written for people.

#include "measure/length.h"

#include <string>

namespace owl {

enum class Units { metric, imperial };

/// How numbers are shown: unit system, smallest tape fraction, decimal comma, typographic or plain ASCII.
struct NumberStyle {
    Units units = Units::metric;
    int denominator = 16;      ///< 16, 32 or 64: the finest mark on the tape
    bool decimalComma = false; ///< 95,6 instead of 95.6
    bool plain = false;        ///< ASCII only: '37 5/8', no thin spaces
    bool operator==(const NumberStyle&) const = default;
};

/// A length without its unit: '956', '956.5' or '37 ⅝'. Millimetres to 0.1, inches to the tape fraction.
std::string formatNumber(Length value, const NumberStyle& style);
/// A length with its unit: '956 mm', '37 ⅝ in'.
std::string formatLength(Length value, const NumberStyle& style);
/// The smallest step the tape shows: 0.1 mm, or an inch over the denominator.
Length tapeStep(const NumberStyle& style);
/// True when formatNumber() shows the value exactly, not rounded to the tape.
bool shownExactly(Length value, const NumberStyle& style);
/// The value rounded to what the tape shows (0.1 mm, or the tape fraction).
Length roundToTape(Length value, const NumberStyle& style);
/// A decimal with `digits` places, decimal comma if the style says so; never '-0'.
std::string formatDecimal(double value, int digits, const NumberStyle& style);
/// A small length for sag and gaps: '2.3 mm' or '0.09 in'.
std::string formatSmall(double mm, const NumberStyle& style);
/// Force: '220 N' or '49 lbf'.
std::string formatForce(double newton, const NumberStyle& style);
/// Mass: '31 kg' or '68 lb'; three digits at most.
std::string formatMass(double kg, const NumberStyle& style);
/// Line load given in N/mm: '31 kg/m' or '21 lb/ft'.
std::string formatLineLoad(double newtonPerMm, const NumberStyle& style);

} // namespace owl
