#pragma once
// How far the figures of a table may be off, row by row.

#include <vector>

#include "lines/offset_table.h"

namespace narrows {

/// The step each row and profile of a table is rounded to, told by its own figures: an eighth of an inch, a millimetre,
/// the last decimal place. A row is taken to be coarser than the table's usual step only where its figures would
/// hardly all fall on the coarser one by chance, and finer where any of them needs it.
class TableRounding {
 public:
  explicit TableRounding(const OffsetTable& table);

  /// The step most figures of the table keep to.
  Length usual() const { return m_usual; }
  Length ofRow(std::size_t row) const { return m_rows[row]; }
  Length ofProfile(std::size_t profile) const { return m_profiles[profile]; }

  /// How far any figure of a row or profile may be off: the table's `reading`, its own, or half its rounding.
  double rowToleranceMm(std::size_t row) const { return m_rowToleranceMm[row]; }
  double profileToleranceMm(std::size_t profile) const { return m_profileToleranceMm[profile]; }
  /// Where no row is asked about.
  double usualToleranceMm() const { return m_usualToleranceMm; }

  bool operator==(const TableRounding&) const = default;

 private:
  Length m_usual;
  double m_usualToleranceMm = 0.0;
  std::vector<Length> m_rows, m_profiles;
  std::vector<double> m_rowToleranceMm, m_profileToleranceMm;
};

}  // namespace narrows
