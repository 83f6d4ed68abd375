#pragma once
// Lines led over the bay at an end to where they are to land.

#include "lining/lining_ground.h"

namespace narrows {

/// An end of the boat and what the plan asks of it.
class EndRunOut {
 public:
  EndRunOut(const LiningGround& ground, bool bow);

  const EndPlan& plan() const { return m_plan; }
  /// Whether anything is asked; else the rule's shares hold to the end.
  bool isAsked() const;
  bool widthsAreChosen() const;
  /// Whether it is a stem or sternpost, along whose curve marks are spaced.
  bool isCurved() const;
  /// A line that keeps its course up to the section next to the end, and from there runs straight on, drawn aside so
  /// that it lands at the share `to`; where it lands by itself where none is given. A line that would leave the hull
  /// keeps its share.
  SurfaceCurve led(const SurfaceCurve& curve, double along, std::optional<double> to) const;

 private:
  const LiningGround& m_ground;
  bool m_bow;
  const EndPlan& m_plan;
};

}  // namespace narrows
