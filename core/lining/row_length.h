#pragma once
// Length along a row of the hull: what a batten is sprung over.

#include <vector>

namespace narrows {

class GirthFrame;

/// Length along the line of one share from the bow, by section parameter. Its rate has a step at every section, where t
/// begins to run at another pace.
class RowLength {
 public:
  RowLength(const GirthFrame& frame, double share);
  double at(double t) const;
  bool operator==(const RowLength&) const = default;

 private:
  /// Length at a column of the frame, and its rate by t on either side.
  struct Column {
    double mm = 0.0, before = 0.0, after = 0.0;
    bool operator==(const Column&) const = default;
  };
  std::vector<Column> m_columns;
};

}  // namespace narrows
