#include "lining/end_run_out.h"

#include <cmath>

#include "curve/drawn_aside.h"

namespace narrows {

namespace {
/// Nails by which a line is led over the end bay, and to a bay beyond it by which it is held to its own course.
constexpr int nailsInEndBay = 24, nailsBeyond = 8;
/// Beside the section, its course is asked for so far on, in bays.
constexpr double besideSection = 0.02;
}  // namespace

EndRunOut::EndRunOut(const LiningGround& ground, bool bow)
    : m_ground(ground), m_bow(bow), m_plan(bow ? ground.plan.bow : ground.plan.stern) {}

bool EndRunOut::widthsAreChosen() const {
  return !m_plan.widths.empty() && m_plan.widths.size() == strakesAtEnd(m_ground.plan, m_bow);
}

bool EndRunOut::isCurved() const {
  const auto& sections = m_ground.frame.hull().sections;
  return m_bow ? sections.front().kind == SectionKind::Stem : sections.back().kind == SectionKind::Sternpost;
}

bool EndRunOut::isAsked() const {
  if (m_ground.frame.sectionCount() < 3) return false;
  return m_plan.even > 0.0 || widthsAreChosen() ||
         (isCurved() && (m_plan.runOut || m_plan.spacing != StemSpacing::AlongCurve));
}

SurfaceCurve EndRunOut::led(const SurfaceCurve& curve, double along, std::optional<double> to) const {
  const GirthFrame& frame = m_ground.frame;
  const double section = m_bow ? 1.0 : frame.lastT() - 1.0, end = m_bow ? 0.0 : frame.lastT();
  const double inward = m_bow ? 1.0 : -1.0;
  const double share = curve.shareAt(section);
  // Its heading where it comes to the section, from within.
  const Vec3 here = frame.point(section, share);
  Vec3 aft = inward * (curve.point(frame, section + inward * besideSection) - here);
  const Vec3 up = frame.evaluate(section, share).up.normalized();
  Vec3 square = frame.normal(section, share).cross(up).normalized();
  if (square.dot(aft) < 0.0) square = -square;
  const auto course = frame.courseToEnd(m_bow, share, std::atan2(aft.dot(up), aft.dot(square)));
  if (!course->reaches && !to) return curve;
  const double landing = course->reaches ? course->landing() : curve.shareAt(end);
  const double by = to.value_or(landing) - landing;
  std::vector<CurveNail> nails;
  for (int i = 0; i <= nailsInEndBay; ++i) {
    const double t = end + (section - end) * i / nailsInEndBay;
    const EndCourse::Place place =
        course->reaches ? course->at(t) : EndCourse::Place{t, curve.shareAt(t), std::abs(t - section)};
    nails.push_back({t, place.share + by * drawnAside(place.part) - curve.shareAt(t)});
  }
  for (int i = 1; section + inward * i / nailsBeyond >= 0.0 && section + inward * i / nailsBeyond <= frame.lastT(); ++i)
    nails.push_back({section + inward * i / nailsBeyond, 0.0});
  return curve.bentBy(frame, along, std::move(nails));
}

}  // namespace narrows
