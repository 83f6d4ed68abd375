#include "fairing/guess.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "problem/trade.h"

namespace narrows {

namespace {

/// A reading fits within this many standard deviations of where the lines expect it.
constexpr double fitsWithin = 2.5;
constexpr int mostDigits = 5;

using Readings = std::vector<Guess>;

/// Feet, inches, eighths and a sixteenth over or under.
struct Parts {
  int feet = 0, inches = 0, eighths = 0, sixteenth = 0;
  double mm() const { return ((feet * 12 + inches) * 16 + eighths * 2 + sixteenth) * mmPerInch / 16.0; }
};

Parts partsOf(double mm) {
  const auto sixteenths = static_cast<int>(std::lround(std::abs(mm) / mmPerInch * 16.0));
  return {sixteenths / 192, sixteenths % 192 / 16, sixteenths % 16 / 2, sixteenths % 2};
}

void addInFeet(double mm, Readings& readings) {
  const Parts read = partsOf(mm);
  const auto add = [&](const Parts& parts, Slip slip) { readings.push_back({millimetres(parts.mm()), slip}); };
  if (read.inches < 8) {
    Parts swapped = read;
    std::swap(swapped.inches, swapped.eighths);
    add(swapped, Slip::Swapped);
  }
  if (read.feet < 12) {
    Parts swapped = read;
    std::swap(swapped.feet, swapped.inches);
    add(swapped, Slip::Swapped);
  }
  for (const int feet : {-1, 1}) {
    Parts slipped = read;
    slipped.feet += feet;
    if (slipped.feet >= 0) add(slipped, Slip::OneFoot);
  }
  for (int inches = 0; inches < 12; ++inches) {
    Parts other = read;
    other.inches = inches;
    add(other, Slip::OneDigit);
  }
  for (int eighths = 0; eighths < 8; ++eighths) {
    Parts other = read;
    other.eighths = eighths;
    add(other, Slip::OneDigit);
  }
}

/// A decimal figure, in its table's smallest step.
void addInDigits(double mm, double stepMm, Readings& readings) {
  const auto whole = static_cast<long>(std::lround(std::abs(mm) / stepMm));
  const auto add = [&](long value, Slip slip) {
    if (value >= 0) readings.push_back({millimetres(static_cast<double>(value) * stepMm), slip});
  };
  long place = 1;
  for (int digit = 0; digit < mostDigits && place <= whole * 10; ++digit, place *= 10) {
    const long here = whole / place % 10, next = whole / (place * 10) % 10;
    add(whole + (next - here) * place + (here - next) * place * 10, Slip::Swapped);
    for (long other = 0; other < 10; ++other) add(whole + (other - here) * place, Slip::OneDigit);
  }
  const auto hundred = static_cast<long>(std::lround(100.0 / stepMm));
  add(whole - hundred, Slip::OneFoot);
  add(whole + hundred, Slip::OneFoot);
}

void addNeighbours(const OffsetTable& table, const FigureRef& figure, Readings& readings) {
  if (figure.in != FigureRef::In::Row) return;
  for (const std::size_t row : {figure.list - 1, figure.list + 1}) {
    if (row >= table.rows.size() || table.rows[row].kind != table.rows[figure.list].kind) continue;
    const auto& other = table.rows[row].figures[figure.place];
    if (other) readings.push_back({*other, Slip::NeighbourRow});
  }
}

}  // namespace

std::optional<Guess> guessMeant(const OffsetTable& table, const FigureJudgement& judged) {
  if (judged.verdict == Verdict::None) return std::nullopt;
  const double read = figureMm(table, judged.figure);
  const double expected = read + judged.apartMm;
  const TableRounding rounding(table);
  const double step = (judged.figure.in == FigureRef::In::Row ? rounding.ofRow(judged.figure.list)
                                                              : rounding.ofProfile(judged.figure.list))
                          .mm();
  Readings readings;
  if (table.unit == Unit::FtInEighths) {
    addInFeet(read, readings);
  } else {
    addInDigits(read, step, readings);
  }
  addNeighbours(table, judged.figure, readings);
  const double room = fitsWithin * judged.doubtMm + figureToleranceMm(rounding, judged.figure);
  std::optional<Guess> best;
  double bestAway = 0.0;
  for (const Guess& guess : readings) {
    const double away = std::abs(guess.meant.mm() - expected);
    if (away > room || std::abs(guess.meant.mm() - read) < step * 0.5) continue;
    const bool simpler = best && guess.slip < best->slip;
    const bool nearer = best && guess.slip == best->slip && away < bestAway;
    if (!best || simpler || nearer) best = guess, bestAway = away;
  }
  return best;
}

std::string slipWords(Slip slip, Unit unit) {
  const bool feet = unit == Unit::FtInEighths;
  switch (slip) {
    case Slip::Swapped:
      return feet ? Trade::say("two parts of it changed places") : Trade::say("two digits changed places");
    case Slip::OneFoot:
      return feet ? Trade::say("a foot slipped") : Trade::say("a hundred slipped");
    case Slip::OneDigit:
      return feet ? Trade::say("one part of it misread") : Trade::say("one digit misread");
    case Slip::NeighbourRow:
      return Trade::say("the figure of the next line");
  }
  return {};
}

}  // namespace narrows
