#pragma once
// Lengths, the ways a builder writes them, and the ways they are shown.

#include <compare>
#include <string>
#include <string_view>

#include "problem/problem.h"

namespace narrows {

/// A length, in millimetres inside. There is no conversion from a bare number: write `millimetres(86)`.
class Length {
 public:
  constexpr Length() = default;
  constexpr double mm() const { return m_mm; }
  constexpr auto operator<=>(const Length&) const = default;
  constexpr Length operator+(Length other) const { return Length(m_mm + other.m_mm); }
  constexpr Length operator-(Length other) const { return Length(m_mm - other.m_mm); }
  constexpr Length operator*(double factor) const { return Length(m_mm * factor); }
  friend constexpr Length millimetres(double mm);

 private:
  constexpr explicit Length(double mm) : m_mm(mm) {}
  double m_mm = 0.0;
};

constexpr Length millimetres(double mm) {
  return Length(mm);
}
inline constexpr double mmPerInch = 25.4;
constexpr Length inches(double in) {
  return millimetres(in * mmPerInch);
}

/// An angle, in radians inside.
class Angle {
 public:
  constexpr Angle() = default;
  constexpr double rad() const { return m_rad; }
  constexpr double deg() const { return m_rad * 57.29577951308232; }
  constexpr auto operator<=>(const Angle&) const = default;
  friend constexpr Angle radians(double rad);

 private:
  constexpr explicit Angle(double rad) : m_rad(rad) {}
  double m_rad = 0.0;
};

constexpr Angle radians(double rad) {
  return Angle(rad);
}

/// Units a table or a result is written in.
enum class Unit { FtInEighths, Inch, Millimetre, Metre };

/// The word for a unit in files and options: `ft-in-8ths`, `in`, `mm`, `m`.
std::string_view unitName(Unit unit);
Result<Unit> unitNamed(std::string_view name);

/// How lengths are shown on screen and paper.
enum class Notation { FeetInches16, FeetInches32, Inches16, Inches32, Millimetres };

/// Reads one length written the way a builder would: `3 9/16`, `3-4-5+`, `1' 2 1/2"`, `86 mm`, `6.5cm`, `0,5 m`.
/// A bare number is in `bare`; a bare number with a fraction is inches. One comma is a decimal point. U+2044 and the
/// single-character fractions are read. Fails with what it could not read and an example of what it could.
Result<Length> parseLength(std::string_view text, Unit bare);

/// A length in the plain form files use: mm and m with up to `decimals` decimals (trailing noughts dropped when
/// `trim`), inches likewise, ft-in-8ths to the nearest sixteenth as `3-4-5+`.
std::string writeLength(Length length, Unit unit, int decimals, bool trim);

/// A length to be read by people: `3 ft 4 5⁄16 in`, `40 5⁄16 in`, `1024 mm`. Fractions use U+2044 so that the font sets
/// them as proper fractions; `plain` uses `/` instead. Rounded to the notation's step, halves away from nought.
std::string showLength(Length length, Notation notation, bool plain = false);

/// The length of a long thing, a plank or a boat: in feet and inches, or in millimetres where the notation is.
std::string showLong(Length length, Notation notation);

/// The thickness of a thin thing, a strip or a plank: to a sixty-fourth of an inch, or a tenth of a millimetre.
std::string showThin(Length length, Notation notation);

/// How far something may be off: as a length is shown, and finer where that would say nought.
std::string showTolerance(Length length, Notation notation);

/// The smallest step the notation shows: 1/16 in, 1/32 in, or 0.5 mm.
Length notationStep(Notation notation);

/// How a problem writes the lengths it names: in a notation, limits rounded to the side that holds.
LengthWriter lengthsIn(Notation notation);

/// Decimal figures with a point, whatever the locale; `decimals` places; minus nought is nought.
std::string showDecimal(double value, int decimals);

/// The same with the decimal mark of the tongue in hand (`Trade::markDecimals`): for words that are read, never for
/// files.
std::string saidDecimal(double value, int decimals);
/// A figure written with a point, with that mark in its place.
std::string withDecimalMark(std::string figure);

}  // namespace narrows
