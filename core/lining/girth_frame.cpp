#include "lining/girth_frame.h"

#include <algorithm>

namespace narrows {

namespace {
constexpr std::size_t stepsABay = 8;
}

GirthFrame::GirthFrame(std::shared_ptr<const Hull> hull, bool fromRabbet)
    : m_hull(std::move(hull)), m_firstPatch(m_hull->isChined() && !fromRabbet ? 1 : 0) {
  std::vector<double> at;
  for (std::size_t i = 0; i < m_hull->sections.size(); ++i) {
    m_girthsMm.push_back(m_hull->sections[i].girthMm(m_firstPatch));
    at.push_back(static_cast<double>(i));
  }
  for (std::size_t patch = m_firstPatch; patch + 1 < m_hull->patches.size(); ++patch) {
    std::vector<double> shares;
    for (std::size_t i = 0; i < m_hull->sections.size(); ++i) {
      double below = 0.0;
      for (std::size_t k = m_firstPatch; k <= patch; ++k) below += m_hull->sections[i].parts[k].lengthMm();
      shares.push_back(m_girthsMm[i] > 0.0 ? below / m_girthsMm[i] : 0.0);
    }
    m_borders.emplace_back(at, shares);
  }
  measureBetween();
}

void GirthFrame::measureBetween() {
  constexpr int chords = 24;
  const auto steps = (sectionCount() - 1) * stepsABay;
  for (std::size_t i = 0; i <= steps; ++i) {
    const double t = static_cast<double>(i) / static_cast<double>(stepsABay);
    if (i % stepsABay == 0) {
      m_betweenMm.push_back(m_girthsMm[i / stepsABay]);
      continue;
    }
    double girth = 0.0;
    Vec3 before = point(t, 0.0);
    for (int k = 1; k <= chords; ++k) {
      const Vec3 now = point(t, static_cast<double>(k) / chords);
      girth += (now - before).norm();
      before = now;
    }
    m_betweenMm.push_back(girth);
  }
}

double GirthFrame::girthBetweenMm(double t) const {
  const double place = std::clamp(t, 0.0, lastT()) * static_cast<double>(stepsABay);
  const auto below = std::min(static_cast<std::size_t>(place), m_betweenMm.size() - 2);
  const double part = place - static_cast<double>(below);
  return (1.0 - part) * m_betweenMm[below] + part * m_betweenMm[below + 1];
}

std::size_t GirthFrame::greatestSection() const {
  std::size_t greatest = 0;
  double most = -1.0;
  for (std::size_t i = 0; i < m_girthsMm.size(); ++i) {
    if (m_hull->sections[i].kind != SectionKind::Station || m_girthsMm[i] <= most) continue;
    most = m_girthsMm[i];
    greatest = i;
  }
  return greatest;
}

SurfacePoint GirthFrame::evaluate(double t, double share) const {
  if (m_borders.empty()) return m_hull->patches[m_firstPatch].evaluate(t, share);
  double low = 0.0;
  for (std::size_t k = 0; k <= m_borders.size(); ++k) {
    const double high = k < m_borders.size() ? std::clamp(m_borders[k](t), low, 1.0) : 1.0;
    if (share > high && k < m_borders.size()) {
      low = high;
      continue;
    }
    const double span = std::max(high - low, 1e-9);
    SurfacePoint found = m_hull->patches[m_firstPatch + k].evaluate(t, (share - low) / span);
    found.up /= span;
    return found;
  }
  return {};
}

Vec3 GirthFrame::sectionPoint(std::size_t section, double share) const {
  double along = share * m_girthsMm[section];
  const auto& parts = m_hull->sections[section].parts;
  for (std::size_t k = m_firstPatch; k < parts.size(); ++k) {
    if (along <= parts[k].lengthMm() || k + 1 == parts.size()) return parts[k].pointAt(along);
    along -= parts[k].lengthMm();
  }
  return Vec3::Zero();
}

double GirthFrame::nearestShare(std::size_t section, double y, double z) const {
  constexpr int steps = 200;
  const auto away = [&](double share) {
    const Vec3 at = sectionPoint(section, share);
    return (at.y() - y) * (at.y() - y) + (at.z() - z) * (at.z() - z);
  };
  double best = 0.0;
  for (int i = 1; i <= steps; ++i) {
    if (away(static_cast<double>(i) / steps) < away(best)) best = static_cast<double>(i) / steps;
  }
  double low = std::max(0.0, best - 1.0 / steps), high = std::min(1.0, best + 1.0 / steps);
  for (int i = 0; i < 40; ++i) {
    const double a = low + (high - low) / 3.0, b = high - (high - low) / 3.0;
    if (away(a) < away(b)) {
      high = b;
    } else {
      low = a;
    }
  }
  return 0.5 * (low + high);
}

}  // namespace narrows
