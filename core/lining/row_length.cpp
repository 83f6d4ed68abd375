#include "lining/row_length.h"

#include <algorithm>
#include <cmath>

#include "curve/cubic.h"
#include "lining/girth_frame.h"

namespace narrows {

namespace {
constexpr std::size_t rowColumns = SurfacePatch::columnsABay;
/// Either side of a section: the surface's derivative by t is another there.
constexpr double besideRowT = 1e-9;
}  // namespace

RowLength::RowLength(const GirthFrame& frame, double share) : m_columns((frame.sectionCount() - 1) * rowColumns + 1) {
  const auto rate = [&](double t) { return frame.evaluate(t, share).aft.norm(); };
  for (std::size_t c = 0; c + 1 < m_columns.size(); ++c) {
    const double from = static_cast<double>(c) / rowColumns, to = static_cast<double>(c + 1) / rowColumns;
    m_columns[c].after = rate(from);
    m_columns[c + 1].before = rate(to - besideRowT);
    // Simpson's rule on the speed along the row.
    const double middle = rate(0.5 * (from + to));
    m_columns[c + 1].mm =
        m_columns[c].mm + (m_columns[c].after + 4.0 * middle + m_columns[c + 1].before) * (to - from) / 6.0;
  }
}

double RowLength::at(double t) const {
  const auto columns = static_cast<double>(m_columns.size());
  const auto column = static_cast<std::size_t>(std::clamp(std::floor(t * rowColumns), 0.0, columns - 2.0));
  const Column& fore = m_columns[column];
  const Column& aft = m_columns[column + 1];
  return CubicWeights::value(t * rowColumns - static_cast<double>(column))(fore.mm, aft.mm, fore.after / rowColumns,
                                                                           aft.before / rowColumns);
}

}  // namespace narrows
