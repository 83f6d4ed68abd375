#include "lines/table_rounding.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// A figure this near to a step, as a share of the step, is on it.
constexpr double onStep = 1e-3;
/// The usual step is the coarsest that all but this share of the figures keep to.
constexpr double strays = 0.02;
/// A row is coarser than usual where chance alone would put its figures on the coarser step less often than this.
constexpr double byChance = 0.01;
constexpr double finestMm = 1e-4;
/// A row of so many figures keeps its step though one of them does not.
constexpr std::size_t strayFrom = 8;

/// Steps a table of this unit may be rounded to, coarsest first, in mm.
std::vector<double> stepsOf(Unit unit) {
  std::vector<double> steps;
  if (unit == Unit::FtInEighths) return {mmPerInch / 8.0, mmPerInch / 16.0};
  const double whole = unit == Unit::Millimetre ? 1.0 : unit == Unit::Metre ? 1000.0 : mmPerInch;
  for (double step = whole; step >= finestMm; step /= 10.0) steps.push_back(step);
  // Inches are written in fractions as well as in decimals.
  if (unit == Unit::Inch) {
    for (int parts = 2; parts <= 64; parts *= 2) steps.push_back(mmPerInch / parts);
  }
  std::sort(steps.rbegin(), steps.rend());
  return steps;
}

bool isOn(double mm, double step) {
  return std::abs(mm / step - std::round(mm / step)) < onStep + 1e-6 / step;
}

/// The coarsest step that all but a share of the figures keep to; the finest where none does.
double coarsest(const std::vector<double>& figures, const std::vector<double>& steps, double allowed) {
  for (const double step : steps) {
    const auto off = std::count_if(figures.begin(), figures.end(), [step](double mm) { return !isOn(mm, step); });
    if (static_cast<double>(off) <= allowed * static_cast<double>(figures.size())) return step;
  }
  return steps.back();
}

double stepOf(const std::vector<double>& figures, const std::vector<double>& steps, double usual) {
  if (figures.empty()) return usual;
  // One figure of a long row may stand between its steps, a slip or one that was worked out: the rest are rounded as
  // they were.
  const auto count = static_cast<double>(figures.size());
  const bool mayStray = figures.size() >= strayFrom;
  const double own = coarsest(figures, steps, mayStray ? 1.0 / count : 0.0);
  if (own <= usual) return own;
  // Every coarser step is weighed against the usual one.
  for (const double step : steps) {
    if (step > own || step <= usual) continue;
    if (std::pow(usual / step, count - (mayStray ? 1.0 : 0.0)) * (mayStray ? count : 1.0) < byChance) return step;
  }
  return usual;
}

}  // namespace

TableRounding::TableRounding(const OffsetTable& table) {
  const std::vector<double> steps = stepsOf(table.unit);
  std::vector<double> all;
  std::vector<std::vector<double>> rows, profiles;
  for (const TableRow& row : table.rows) {
    rows.emplace_back();
    for (const auto& figure : row.figures) {
      if (figure) rows.back().push_back(figure->mm());
    }
    all.insert(all.end(), rows.back().begin(), rows.back().end());
  }
  for (const Profile& profile : table.profiles) {
    profiles.emplace_back();
    for (const ProfilePoint& point : profile.points) {
      profiles.back().push_back(point.distance.mm());
      profiles.back().push_back(point.height.mm());
    }
  }
  // The usual step is that of the rows; a table of profiles alone is being typed.
  if (all.empty()) {
    for (const auto& profile : profiles) all.insert(all.end(), profile.begin(), profile.end());
  }
  const double usual = coarsest(all, steps, strays);
  m_usual = millimetres(usual);
  const auto tolerance = [&](const std::optional<Length>& own, double step) {
    return table.reading ? table.reading->mm() : own ? own->mm() : 0.5 * step;
  };
  m_usualToleranceMm = tolerance(std::nullopt, usual);
  for (std::size_t i = 0; i < rows.size(); ++i) {
    const double step = stepOf(rows[i], steps, usual);
    m_rows.push_back(millimetres(step));
    m_rowToleranceMm.push_back(tolerance(table.rows[i].reading, step));
  }
  for (std::size_t i = 0; i < profiles.size(); ++i) {
    const double step = stepOf(profiles[i], steps, usual);
    m_profiles.push_back(millimetres(step));
    m_profileToleranceMm.push_back(tolerance(table.profiles[i].reading, step));
  }
}

}  // namespace narrows
