#pragma once
// Advice from the reference data is written in millimetres and kilograms; an inch book shows inches and
// pounds.

#include "measure/format.h"

#include <string>

namespace owl {

/// The text in one unit system. 'X mm (Y in)' becomes the one of the two that suits; for inches, figures in
/// mm, cm, m, kg, m2 and degrees C are turned into round ones ('150 mm' -> '6 in', '20 kg' -> '44 lb'). For
/// figures of advice, never for sizes of parts.
std::string inOneUnit(const std::string& text, Units units);

} // namespace owl
