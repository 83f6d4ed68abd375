#pragma once
// Labels of a drawing, none of which lies on another.

#include <QRectF>
#include <optional>
#include <vector>

namespace narrows {

/// What has been put on a drawing, and room found beside it. What matters most is placed first.
class Labels {
 public:
  /// Nothing is placed over this.
  void keepClear(const QRectF& box) { m_taken.push_back(box); }
  /// The box where it was asked for, or moved by whole steps until it lies on nothing else; where a few steps do not
  /// help, where it was asked for. It is kept clear from then on.
  QRectF place(const QRectF& box, const QPointF& step);
  bool isClear(const QRectF& box) const;
  /// The first of the places offered on which nothing lies; it is kept clear. None where something lies on all.
  std::optional<QRectF> takeFirstClear(const std::vector<QRectF>& offered);

 private:
  std::vector<QRectF> m_taken;
};

}  // namespace narrows
