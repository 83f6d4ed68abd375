#pragma once
// How much shorter a shell laid flat is drawn lengthwise than across.

#include <QSize>
#include <memory>

#include "lining/girth_frame.h"

namespace narrows {

/// The greatest girth of any section, mm.
double greatestGirthMm(const GirthFrame& frame);

/// Seen from its end, as a batten is looked along: as much shorter as makes the shell fill its place, 1 to 6 times.
/// Worked out once for a hull and a size of the drawing.
class ShellShortened {
 public:
  double by(const GirthFrame& frame, const QSize& size);

 private:
  std::shared_ptr<const Hull> m_hull;
  QSize m_size;
  double m_by = 1.0;
};

}  // namespace narrows
