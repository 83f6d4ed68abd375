#include "lining/end_course.h"

#include <algorithm>

#include "lining/straight_run.h"

namespace narrows {

EndCourse endCourse(const GirthFrame& frame, bool bow, double share, double heading) {
  const double from = bow ? 1.0 : frame.lastT() - 1.0;
  const auto [points, end] = straightRunTo(frame, {from, share, heading}, bow);
  EndCourse course;
  course.reaches = end == (bow ? RunEnd::Bow : RunEnd::Stern);
  const double whole = std::max(std::abs(points.back().alongMm), 1e-9);
  for (const RunPoint& point : points) course.places.push_back({point.t, point.share, std::abs(point.alongMm) / whole});
  return course;
}

EndCourse::Place EndCourse::at(double t) const {
  const bool falling = places.back().t < places.front().t;
  const auto after = std::find_if(places.begin() + 1, places.end() - 1,
                                  [&](const Place& place) { return falling ? place.t <= t : place.t >= t; });
  const Place &a = *(after - 1), &b = *after;
  const double of = b.t == a.t ? 0.0 : std::clamp((t - a.t) / (b.t - a.t), 0.0, 1.0);
  return {t, a.share + of * (b.share - a.share), a.part + of * (b.part - a.part)};
}

}  // namespace narrows
