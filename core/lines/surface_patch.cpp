#include "lines/surface_patch.h"

#include <algorithm>
#include <cmath>

#include "problem/problem.h"

namespace narrows {

namespace {

/// Rows of the net: enough that a cubic between two of them follows any section to a hundredth of a millimetre.
constexpr std::size_t rowIntervals = 64;
/// Intervals that a bay with part sections is divided into.
constexpr std::size_t bayIntervals = 12;
/// A part section's nail nearer than this to the end of its row is left to the row's own end.
constexpr double leastNailGapMm = 12.0;
/// Nails of one row no further apart than this are one.
constexpr double sameNailMm = 1e-3;

double rowShare(std::size_t row) {
  return static_cast<double>(row) / static_cast<double>(rowIntervals);
}

/// Derivatives by v of values at the rows, to the fourth order inside and the second at the ends.
std::vector<Vec3> rowDerivatives(const std::vector<Vec3>& values) {
  const std::size_t n = values.size();
  const double perStep = static_cast<double>(rowIntervals);
  std::vector<Vec3> slopes(n);
  for (std::size_t k = 0; k < n; ++k) {
    if (k == 0) {
      slopes[k] = (-11.0 * values[0] + 18.0 * values[1] - 9.0 * values[2] + 2.0 * values[3]) / 6.0;
    } else if (k + 1 == n) {
      slopes[k] = (11.0 * values[k] - 18.0 * values[k - 1] + 9.0 * values[k - 2] - 2.0 * values[k - 3]) / 6.0;
    } else if (k == 1 || k + 2 == n) {
      slopes[k] = (values[k + 1] - values[k - 1]) / 2.0;
    } else {
      slopes[k] = (values[k - 2] - 8.0 * values[k - 1] + 8.0 * values[k + 1] - values[k + 2]) / 12.0;
    }
    slopes[k] *= perStep;
  }
  return slopes;
}

struct Hermite {
  double a, b, da, db;  ///< weights of the two ends' values and slopes
  explicit Hermite(double u)
      : a((1.0 + 2.0 * u) * (1.0 - u) * (1.0 - u)),
        b(u * u * (3.0 - 2.0 * u)),
        da(u * (1.0 - u) * (1.0 - u)),
        db(-u * u * (1.0 - u)) {}
  static Hermite derivative(double u) {
    Hermite h(0.0);
    h.a = 6.0 * u * (u - 1.0);
    h.b = -h.a;
    h.da = (1.0 - u) * (1.0 - 3.0 * u);
    h.db = u * (3.0 * u - 2.0);
    return h;
  }
};

}  // namespace

Vec3 SurfacePoint::normal() const {
  const Vec3 square = up.cross(aft);
  const double size = square.norm();
  return size > 1e-9 * (up.norm() * aft.norm() + 1e-12) ? Vec3(square / size) : Vec3(Vec3::Zero());
}

SurfacePatch SurfacePatch::through(const std::vector<Batten>& sections, const std::vector<PartSection>& parts) {
  require(sections.size() >= 2, "a surface needs two sections");
  SurfacePatch patch;
  patch.m_sections = sections;
  for (std::size_t i = 0; i < sections.size(); ++i) patch.addColumn(static_cast<double>(i));
  for (std::size_t row = 0; row <= rowIntervals; ++row) {
    for (std::size_t i = 0; i < sections.size(); ++i) {
      const double along = rowShare(row) * sections[i].lengthMm();
      patch.m_columns[i].at[row] = sections[i].pointAt(along);
      patch.m_columns[i].atUp[row] = sections[i].tangentAt(along) * sections[i].lengthMm();
    }
    patch.fillFromRow(row);
  }
  for (Column& column : patch.m_columns) {
    column.beforeUp = rowDerivatives(column.before);
    column.afterUp = rowDerivatives(column.after);
  }
  if (!parts.empty()) patch.refineWithParts(parts);
  return patch;
}

void SurfacePatch::addColumn(double t) {
  Column column;
  column.t = t;
  for (auto* values : {&column.at, &column.atUp, &column.before, &column.beforeUp, &column.after, &column.afterUp}) {
    values->assign(rowIntervals + 1, Vec3::Zero());
  }
  m_columns.push_back(std::move(column));
}

void SurfacePatch::fillFromRow(std::size_t row) {
  // Where a station stands at the very foot of the stem the lowest rows have two nails in one place: one batten nail
  // serves both sections, and the bay between them has no length there.
  std::vector<Vec3> nails;
  std::vector<std::size_t> nailOf;
  for (const Column& column : m_columns) {
    if (nails.empty() || (column.at[row] - nails.back()).norm() > sameNailMm) nails.push_back(column.at[row]);
    nailOf.push_back(nails.size() - 1);
  }
  if (nails.size() < 2) return;
  const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
  for (std::size_t i = 0; i < m_columns.size(); ++i) {
    const Vec3 slope = batten.slopeAtNail(nailOf[i]);
    const auto span = [&](std::size_t from) {
      return nailOf[from] == nailOf[from + 1] ? 0.0 : batten.spanAfterNail(nailOf[from]);
    };
    if (i > 0) m_columns[i].before[row] = slope * span(i - 1);
    if (i + 1 < m_columns.size()) m_columns[i].after[row] = slope * span(i);
  }
}

void SurfacePatch::refineWithParts(const std::vector<PartSection>& parts) {
  // A part section meets rows in one of the end bays only: the first, or the last.
  const double firstWhole = m_sections[1].nails().front().x();
  std::vector<PartSection> forward, aft;
  for (const PartSection& part : parts) (part.xMm < firstWhole ? forward : aft).push_back(part);
  std::vector<Column> columns;
  const std::size_t last = m_sections.size() - 2;
  if (forward.empty()) columns.push_back(m_columns.front());
  if (!forward.empty()) refineSegment(0, forward, columns);
  for (std::size_t i = 1; i < last + 1; ++i) {
    if (i == 1 && !forward.empty() && columns.back().t >= 1.0) continue;
    columns.push_back(m_columns[i]);
  }
  if (!aft.empty() && last > 0) {
    columns.pop_back();
    refineSegment(last, aft, columns);
  } else if (columns.back().t < lastT()) {
    columns.push_back(m_columns.back());
  }
  m_columns = std::move(columns);
}

void SurfacePatch::refineSegment(std::size_t segment, const std::vector<PartSection>& parts,
                                 std::vector<Column>& columns) const {
  SurfacePatch refined;  // only its columns are used
  for (std::size_t j = 0; j <= bayIntervals; ++j) {
    refined.addColumn(static_cast<double>(segment) + static_cast<double>(j) / static_cast<double>(bayIntervals));
  }
  const double startT = static_cast<double>(segment) + (segment == 0 ? 1.0 : 0.0);

  // Where the rows met each part section before they were bent to it, as shares of its girth.
  struct Meeting {
    std::vector<std::optional<double>> t, share;
  };
  std::vector<Meeting> meetings;
  for (const PartSection& part : parts) {
    Meeting meeting;
    double girth = 0.0;
    Vec3 before = part.curve.nails().front();
    for (std::size_t row = 0; row <= rowIntervals; ++row) {
      const auto t = crossing(part.xMm, rowShare(row), startT);
      meeting.t.push_back(t);
      if (!t) {
        meeting.share.emplace_back();
        continue;
      }
      const Vec3 now = point(*t, rowShare(row));
      girth += (now - before).norm();
      before = now;
      meeting.share.emplace_back(girth);
    }
    for (auto& share : meeting.share) {
      if (share && girth > 0.0) share = *share / girth;
    }
    meetings.push_back(std::move(meeting));
  }

  for (std::size_t row = 0; row <= rowIntervals; ++row) {
    std::vector<Vec3> nails;
    std::size_t segmentNail = 0;
    const auto addParts = [&] {
      for (std::size_t p = 0; p < parts.size(); ++p) {
        if (!meetings[p].share[row]) continue;
        const Vec3 nail = parts[p].curve.pointAtShare(*meetings[p].share[row]);
        const Vec3 end = m_columns[segment == 0 ? 0 : m_columns.size() - 1].at[row];
        if ((nail - end).norm() > leastNailGapMm && (nail - nails.back()).norm() > leastNailGapMm)
          nails.push_back(nail);
      }
    };
    std::size_t inserted = 0;
    for (std::size_t i = 0; i < m_columns.size(); ++i) {
      nails.push_back(m_columns[i].at[row]);
      if (i == segment) {
        segmentNail = nails.size() - 1;
        addParts();
        inserted = nails.size() - 1 - segmentNail;
      }
    }
    const Batten batten = Batten::spring(nails, BattenEnds::CarryCurvature);
    const double from = batten.nailLengthsMm()[segmentNail];
    const double to = batten.nailLengthsMm()[segmentNail + inserted + 1];
    for (std::size_t j = 0; j <= bayIntervals; ++j) {
      const double along = from + (to - from) * static_cast<double>(j) / static_cast<double>(bayIntervals);
      Column& column = refined.m_columns[j];
      column.at[row] = batten.pointAt(along);
      column.before[row] = column.after[row] =
          batten.tangentAt(along) * ((to - from) / static_cast<double>(bayIntervals));
    }
  }
  for (Column& column : refined.m_columns) {
    column.atUp = rowDerivatives(column.at);
    column.beforeUp = rowDerivatives(column.before);
    column.afterUp = rowDerivatives(column.after);
  }
  // The column shared with the neighbouring bay keeps that bay's own slope on the other side.
  if (segment == 0) {
    refined.m_columns.back().after = m_columns[1].after;
    refined.m_columns.back().afterUp = m_columns[1].afterUp;
  } else {
    refined.m_columns.front().before = m_columns[segment].before;
    refined.m_columns.front().beforeUp = m_columns[segment].beforeUp;
  }
  columns.insert(columns.end(), refined.m_columns.begin(), refined.m_columns.end());
}

std::size_t SurfacePatch::intervalAt(double t) const {
  const auto after = std::upper_bound(m_columns.begin() + 1, m_columns.end() - 1, t,
                                      [](double value, const Column& column) { return value < column.t; });
  return static_cast<std::size_t>(after - m_columns.begin()) - 1;
}

SurfacePoint SurfacePatch::evaluate(double t, double v) const {
  const std::size_t interval = intervalAt(t);
  const Column& fore = m_columns[interval];
  const Column& aft = m_columns[interval + 1];
  const double span = aft.t - fore.t;
  const double u = (t - fore.t) / span;
  const double rows = std::clamp(v, -0.25, 1.25) * static_cast<double>(rowIntervals);
  const auto row = static_cast<std::size_t>(std::clamp(std::floor(rows), 0.0, static_cast<double>(rowIntervals - 1)));
  const double w = rows - static_cast<double>(row);
  const double step = 1.0 / static_cast<double>(rowIntervals);
  const Hermite across(w);
  const Hermite acrossSlope = Hermite::derivative(w);
  const Hermite along(u);
  const Hermite alongSlope = Hermite::derivative(u);
  const auto blend = [row, step](const Hermite& h, const std::vector<Vec3>& value,
                                 const std::vector<Vec3>& slope) -> Vec3 {
    return h.a * value[row] + h.b * value[row + 1] + step * (h.da * slope[row] + h.db * slope[row + 1]);
  };
  const Vec3 p0 = blend(across, fore.at, fore.atUp);
  const Vec3 p1 = blend(across, aft.at, aft.atUp);
  const Vec3 d0 = blend(across, fore.after, fore.afterUp);
  const Vec3 d1 = blend(across, aft.before, aft.beforeUp);
  SurfacePoint found;
  found.at = along.a * p0 + along.b * p1 + along.da * d0 + along.db * d1;
  found.aft = (alongSlope.a * p0 + alongSlope.b * p1 + alongSlope.da * d0 + alongSlope.db * d1) / span;
  found.up = (along.a * blend(acrossSlope, fore.at, fore.atUp) + along.b * blend(acrossSlope, aft.at, aft.atUp) +
              along.da * blend(acrossSlope, fore.after, fore.afterUp) +
              along.db * blend(acrossSlope, aft.before, aft.beforeUp)) /
             step;
  return found;
}

Vec3 SurfacePatch::point(double t, double v) const {
  return evaluate(t, v).at;
}

std::optional<double> SurfacePatch::crossing(double xMm, double v, double startT) const {
  double t = startT;
  double low = 0.0, high = lastT();
  for (int step = 0; step < 60; ++step) {
    const SurfacePoint here = evaluate(t, v);
    const double error = here.at.x() - xMm;
    if (std::abs(error) < 1e-9) return t;
    (error > 0.0 ? high : low) = t;
    double next = here.aft.x() > 1e-9 ? t - error / here.aft.x() : 0.5 * (low + high);
    if (next <= low || next >= high) {
      if (step == 0) {
        // The whole row may lie to one side of the plane.
        if (point(0.0, v).x() > xMm + 1e-9 || point(lastT(), v).x() < xMm - 1e-9) return std::nullopt;
      }
      next = 0.5 * (low + high);
    }
    if (std::abs(next - t) < 1e-13) return next;
    t = next;
  }
  return t;
}

}  // namespace narrows
