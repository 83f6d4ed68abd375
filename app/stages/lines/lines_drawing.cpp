#include "stages/lines/lines_drawing.h"

#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/verdict_mark.h"
#include "fonts.h"

namespace narrows {

namespace {

constexpr int pointsASection = 48;
/// Places a bay that sheer, rabbet and chine are drawn through.
constexpr int pointsABay = 12;
/// Sections that would stand nearer together on the screen than this are drawn one in two, in three and so on.
constexpr double leastApartPx = 4.0;
/// Points of a curve nearer together than this are one.
constexpr double samePointPx = 0.7;
/// Names of stations stand at least so far apart.
constexpr double namesApartPx = 26.0;

double distanceToLeg(const QPointF& p, const QPointF& a, const QPointF& b) {
  const QPointF leg = b - a;
  const double size = QPointF::dotProduct(leg, leg);
  const double u = size > 0.0 ? std::clamp(QPointF::dotProduct(p - a, leg) / size, 0.0, 1.0) : 0.0;
  const QPointF away = p - a - u * leg;
  return std::hypot(away.x(), away.y());
}

}  // namespace

LinesDrawing::LinesDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("Lines: profile, half-breadth plan and body plan"));
  setEmptyWords(tr("Type the first figure below: every one is drawn here as it comes."));
}

void LinesDrawing::measure() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->fair == nullptr || solved->judgement == nullptr) return;
  const bool wanting =
      solved->drawn == nullptr || std::any_of(solved->findings.begin(), solved->findings.end(),
                                              [](const Finding& one) { return one.as<StillWanted>() != nullptr; });
  m_typed = wanting ? typedLines(*solved->fair, *solved->judgement) : TypedLines();
  if (solved->drawn == nullptr) {
    m_measured.reset();
    m_sections.clear(), m_parts.clear(), m_profiles.clear(), m_borders.clear();
    m_low = m_typed.low, m_high = m_typed.high;
    m_gap = 0.06 * (m_high.x() - m_low.x());
    return;
  }
  if (m_measured != solved->drawn.value || m_measuredFair != solved->fair.value) measureHull();
  if (!m_typed.isEmpty()) {
    m_low = m_low.cwiseMin(m_typed.low), m_high = m_high.cwiseMax(m_typed.high);
    m_gap = 0.06 * (m_high.x() - m_low.x());
  }
}

void LinesDrawing::measureHull() {
  const auto& solved = m_session->solved();
  m_measured = solved->drawn;
  m_measuredFair = solved->fair;
  const Hull& hull = *m_measured;
  m_sections.clear();
  for (const Section& section : hull.sections) m_sections.push_back(pointsOf(section.parts));
  m_parts.clear();
  for (const Section& part : hull.partSections) m_parts.push_back(pointsOf({part.parts.back()}));
  m_profiles.clear();
  for (const Profile& profile : solved->fair->profiles) {
    if (profile.part != ProfilePart::StemFace && profile.part != ProfilePart::KeelBottom) continue;
    if (!hasCourse(&profile)) continue;
    const Batten batten = springProfile(profile, 0.0, 0.0);
    std::vector<Vec3> points;
    for (int i = 0; i <= 60; ++i) points.push_back(batten.pointAtShare(i / 60.0));
    m_profiles.push_back(std::move(points));
  }
  m_borders.clear();
  const auto border = [&](std::size_t patch, double v, RowLine line) {
    Border made{line, {}};
    const auto last = static_cast<int>(std::lround(hull.lastT()));
    for (int i = 0; i <= last * pointsABay; ++i)
      made.points.push_back(hull.patches[patch].point(static_cast<double>(i) / pointsABay, v));
    m_borders.push_back(std::move(made));
  };
  border(hull.patches.size() - 1, 1.0, RowLine::Sheer);
  border(0, 0.0, RowLine::Rabbet);
  if (hull.isChined()) border(0, 1.0, RowLine::Chine);
  m_low = Vec3::Constant(1e300);
  m_high = Vec3::Constant(-1e300);
  double broadest = -1.0;
  for (std::size_t i = 0; i < solved->drawn->sections.size(); ++i) {
    double breadth = 0.0;
    for (const Vec3& point : m_sections[i]) {
      m_low = m_low.cwiseMin(point);
      m_high = m_high.cwiseMax(point);
      breadth = std::max(breadth, point.y());
    }
    if (breadth > broadest) broadest = breadth, m_middle = i;
  }
  for (const Profile& profile : m_session->book()->table.profiles) {
    for (const ProfilePoint& point : profile.points) {
      const Vec3 at(point.distance.mm(), 0.0, point.height.mm());
      m_low = m_low.cwiseMin(at);
      m_high = m_high.cwiseMax(at);
    }
  }
  m_gap = 0.06 * (m_high.x() - m_low.x());
}

std::vector<Vec3> LinesDrawing::pointsOf(const std::vector<Batten>& parts) {
  std::vector<Vec3> points;
  for (const Batten& part : parts) {
    for (int i = 0; i <= pointsASection; ++i)
      points.push_back(part.pointAtShare(static_cast<double>(i) / pointsASection));
  }
  return points;
}

std::size_t LinesDrawing::sectionStep() const {
  if (m_sections.size() < 2) return 1;
  const double apart =
      (toScreen({m_high.x(), 0.0}) - toScreen({m_low.x(), 0.0})).x() / static_cast<double>(m_sections.size() - 1);
  return static_cast<std::size_t>(std::clamp(std::ceil(leastApartPx / std::max(apart, 1e-3)), 1.0, 100.0));
}

bool LinesDrawing::isAft(std::size_t section) const {
  return section > m_middle;
}

Vec2 LinesDrawing::place(View view, const Vec3& point, bool aft) const {
  switch (view) {
    case View::Profile:
      return {point.x(), point.z()};
    case View::Plan:
      return {point.x(), m_low.z() - m_gap - point.y()};
    case View::Body: {
      const double middle = m_high.x() + m_gap + m_high.y();
      return {middle + (aft ? -point.y() : point.y()), point.z() - 0.5 * (m_high.y() + m_gap)};
    }
  }
  return Vec2::Zero();
}

std::optional<SessionCanvas::Box> LinesDrawing::extent() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || (solved->drawn == nullptr && m_typed.isEmpty())) return std::nullopt;
  return std::pair(Vec2(m_low.x(), m_low.z() - m_gap - m_high.y()),
                   Vec2(m_high.x() + m_gap + 2.0 * m_high.y(), m_high.z()));
}

QPen LinesDrawing::penFor(bool selected, double width) const {
  return selected ? QPen(look::inHand, width + 1.6) : QPen(look::ink, width);
}

void LinesDrawing::paintCurve(QPainter& painter, View view, const std::vector<Vec3>& points, bool aft,
                              const QPen& pen) const {
  QPolygonF curve;
  for (std::size_t i = 0; i < points.size(); ++i) {
    const QPointF at = toScreen(place(view, points[i], aft));
    const bool same =
        !curve.isEmpty() && std::abs(at.x() - curve.last().x()) + std::abs(at.y() - curve.last().y()) < samePointPx;
    if (!same || i + 1 == points.size()) curve.append(at);
  }
  painter.setPen(pen);
  drawCurve(painter, curve);
}

void LinesDrawing::paintGrid(QPainter& painter) const {
  const QPen pen(look::edge, 1.0);
  const double left = m_low.x(), right = m_high.x();
  const double centre = m_high.x() + m_gap + m_high.y();
  const double lift = -0.5 * (m_high.y() + m_gap);
  painter.setPen(pen);
  const auto level = [&](double z) {
    drawStraight(painter, toScreen({left, z}), toScreen({right, z}));
    drawStraight(painter, toScreen({centre - m_high.y(), z + lift}), toScreen({centre + m_high.y(), z + lift}));
  };
  for (const TableRow& row : m_session->book()->table.rows) {
    if (row.line == RowLine::Waterline) level(row.at.mm());
    if (row.line != RowLine::Buttock) continue;
    const double y = m_low.z() - m_gap - row.at.mm();
    drawStraight(painter, toScreen({left, y}), toScreen({right, y}));
    for (const double side : {-1.0, 1.0}) {
      drawStraight(painter, toScreen({centre + side * row.at.mm(), m_low.z() + lift}),
                   toScreen({centre + side * row.at.mm(), m_high.z() + lift}));
    }
  }
  painter.setPen(QPen(look::quietInk, 1.0));
  drawStraight(painter, toScreen({left, m_low.z() - m_gap}), toScreen({right, m_low.z() - m_gap}));
  drawStraight(painter, toScreen({centre, m_low.z() + lift}), toScreen({centre, m_high.z() + lift}));
}

void LinesDrawing::paintSections(QPainter& painter) const {
  const Hull& hull = *m_session->solved()->drawn;
  const int selected = m_session->selection().section;
  const std::size_t step = sectionStep();
  for (const bool pass : {false, true}) {
    for (std::size_t i = 0; i < hull.sections.size(); ++i) {
      const bool isSelected = static_cast<int>(i) == selected;
      if (isSelected != pass || (i % step != 0 && !isSelected && i != m_middle && i + 1 != hull.sections.size()))
        continue;
      const std::vector<Vec3>& points = m_sections[i];
      const bool end = hull.sections[i].kind != SectionKind::Station;
      const QPen pen = penFor(isSelected, end ? 1.6 : 1.0);
      paintCurve(painter, View::Profile, points, false, pen);
      paintCurve(painter, View::Plan, points, false, pen);
      paintCurve(painter, View::Body, points, isAft(i), pen);
      if (i == m_middle) paintCurve(painter, View::Body, points, true, pen);
    }
  }
  for (std::size_t i = 0; i < hull.partSections.size(); ++i) {
    const bool aft = *hull.partSections[i].xMm > hull.sections[m_middle].xMm.value_or(0.0);
    for (const View view : {View::Profile, View::Plan, View::Body})
      paintCurve(painter, view, m_parts[i], aft, penFor(false, 1.0));
  }
}

void LinesDrawing::paintTableLines(QPainter& painter) const {
  const auto& solved = m_session->solved();
  const auto& rows = m_session->book()->table.rows;
  const int selected = m_session->selection().row;
  const auto isSelected = [&](RowLine line) {
    return selected >= 0 && static_cast<std::size_t>(selected) < rows.size() &&
           rows[static_cast<std::size_t>(selected)].line == line;
  };
  for (const DrawnLine& line : *solved->drawnLines) {
    if (line.row >= rows.size()) continue;
    const bool on = static_cast<int>(line.row) == selected;
    const View view = rows[line.row].line == RowLine::Waterline ? View::Plan : View::Profile;
    for (const Contour& contour : line.contours)
      paintCurve(painter, view, contour, false, on ? penFor(true, 1.0) : QPen(look::quietInk, 1.0));
  }
  // Sheer, chine and rabbet bound the patches.
  for (const Border& border : m_borders) {
    const QPen pen = penFor(isSelected(border.line), 1.8);
    const auto middle = border.points.begin() + static_cast<std::ptrdiff_t>(m_middle) * pointsABay;
    paintCurve(painter, View::Profile, border.points, false, pen);
    paintCurve(painter, View::Plan, border.points, false, pen);
    paintCurve(painter, View::Body, {border.points.begin(), middle + 1}, false, pen);
    paintCurve(painter, View::Body, {middle, border.points.end()}, true, pen);
  }
}

void LinesDrawing::paintBackbone(QPainter& painter) const {
  for (const auto& points : m_profiles)
    paintCurve(painter, View::Profile, points, false, QPen(look::quietInk, 1.4, Qt::DashLine));
}

void LinesDrawing::paintNames(QPainter& painter) {
  const Hull& hull = *m_session->solved()->drawn;
  const int selected = m_session->selection().section;
  std::vector<CanvasHandle> handles;
  double named = -1e9;
  for (std::size_t i = 0; i < hull.sections.size(); ++i) {
    const Section& section = hull.sections[i];
    const Vec3 head = section.parts.back().pointAtShare(1.0);
    const QPointF at = toScreen(place(View::Profile, head, false));
    const bool on = static_cast<int>(i) == selected;
    const QString kind = section.kind == SectionKind::Station
                             ? tr("station %1").arg(QString::fromStdString(section.name))
                             : QString::fromStdString(section.name);
    handles.push_back({at, kind, -1, static_cast<int>(i), on});
    if (!on && at.x() - named < namesApartPx) continue;
    named = at.x();
    painter.setFont(shopFont(look::labelPx + (on ? 2.0 : 0.0), on));
    painter.setPen(on ? look::inHand : look::ink);
    painter.drawText(QRectF(at.x() - 40.0, at.y() - 24.0, 80.0, 18.0), Qt::AlignCenter,
                     QString::fromStdString(section.name));
  }
  setHandles(std::move(handles));
  painter.setFont(shopFont(look::labelPx));
  painter.setPen(look::quietInk);
  const QPointF plan = toScreen({m_high.x(), m_low.z() - m_gap});
  painter.drawText(QRectF(plan.x() - 120.0, plan.y() - 20.0, 120.0, 18.0), Qt::AlignRight, tr("half-breadth"));
  const double centre = m_high.x() + m_gap + m_high.y();
  const QPointF body = toScreen({centre, m_high.z() - 0.5 * (m_high.y() + m_gap)});
  painter.drawText(QRectF(body.x() - 130.0, body.y() - 22.0, 120.0, 18.0), Qt::AlignRight, tr("after body"));
  painter.drawText(QRectF(body.x() + 10.0, body.y() - 22.0, 120.0, 18.0), Qt::AlignLeft, tr("fore body"));
}

void LinesDrawing::paintTyped(QPainter& painter) const {
  const auto viewOf = [](TypedView view) {
    return view == TypedView::Profile ? View::Profile : view == TypedView::Plan ? View::Plan : View::Body;
  };
  const auto isAfter = [this](const Vec3& at) { return at.x() > m_typed.broadestX; };
  for (const TypedLine& line : m_typed.lines)
    paintCurve(painter, viewOf(line.view), line.points, isAfter(line.points.front()), QPen(look::quietInk, 1.0));
  painter.setPen(Qt::NoPen);
  painter.setBrush(look::ink);
  constexpr double pointPx = 2.6;
  for (const TypedPoint& point : m_typed.points)
    painter.drawEllipse(toScreen(place(viewOf(point.view), point.at, isAfter(point.at))), pointPx, pointPx);
  painter.setBrush(Qt::NoBrush);
}

void LinesDrawing::paintDrawing(QPainter& painter) {
  if (m_measured != m_session->solved()->drawn.value) measure();
  setCaption(m_session->book()->table.side == PlankingSide::Inside ? tr("drawn to the inside of the planking")
                                                                   : tr("drawn to the outside of the planking"));
  paintGrid(painter);
  paintTyped(painter);
  if (m_measured == nullptr) return setHandles({});
  paintBackbone(painter);
  paintTableLines(painter);
  paintSections(painter);
  paintDisowned(painter);
  paintNames(painter);
}

void LinesDrawing::paintDisowned(QPainter& painter) const {
  const Judgement& judgement = *m_session->solved()->judgement;
  for (const TableLine& line : judgement.lines) {
    if (line.kind == LineKind::Section) continue;
    for (const LineNail& nail : line.nails) {
      const FigureJudgement* judged = nail.figure ? judgement.of(*nail.figure) : nullptr;
      if (judged == nullptr || judged->verdict == Verdict::None) continue;
      const bool inPlan = nail.figure->in == FigureRef::In::Row &&
                          m_session->solved()->fair->rows[nail.figure->list].kind == RowKind::HalfBreadth;
      const QPointF at = toScreen(place(inPlan ? View::Plan : View::Profile, nail.at, false));
      paintVerdict(painter, at, *severityOf(judged->verdict), 14.0);
    }
  }
}

void LinesDrawing::mouseDoubleClickEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton && !isMeasuring()) emit lineAsked();
}

void LinesDrawing::mousePressEvent(QMouseEvent* event) {
  SessionCanvas::mousePressEvent(event);
  const auto& solved = m_session->solved();
  if (isMeasuring() || event->button() != Qt::LeftButton || solved == nullptr || solved->drawn == nullptr) return;
  if (m_measured != solved->drawn.value) measure();
  if (m_measured == nullptr) return;
  double least = 9.0;
  Selection selection = m_session->selection();
  const Selection before = selection;
  const auto consider = [&](View view, const std::vector<Vec3>& points, bool aft, const Selection& choice) {
    for (std::size_t i = 0; i + 1 < points.size(); ++i) {
      const double away = distanceToLeg(event->position(), toScreen(place(view, points[i], aft)),
                                        toScreen(place(view, points[i + 1], aft)));
      if (away < least) least = away, selection = choice;
    }
  };
  for (std::size_t i = 0; i < m_sections.size(); ++i) {
    Selection choice = before;
    choice.section = static_cast<int>(i);
    for (const View view : {View::Profile, View::Plan, View::Body}) consider(view, m_sections[i], isAft(i), choice);
  }
  for (const DrawnLine& line : *solved->drawnLines) {
    Selection choice = before;
    choice.row = static_cast<int>(line.row);
    const View view = solved->fair->rows[line.row].line == RowLine::Waterline ? View::Plan : View::Profile;
    for (const Contour& contour : line.contours) consider(view, contour, false, choice);
  }
  // Sheer, chine and rabbet: by their heights in profile, by their half-breadths in plan.
  const auto& rows = solved->fair->rows;
  for (const Border& border : m_borders) {
    for (std::size_t row = 0; row < rows.size(); ++row) {
      if (rows[row].line != border.line) continue;
      Selection choice = before;
      choice.row = static_cast<int>(row);
      consider(rows[row].kind == RowKind::Height ? View::Profile : View::Plan, border.points, false, choice);
    }
  }
  if (selection.row != before.row) m_takesSection = false;
  if (selection.section != before.section) m_takesSection = true;
  m_session->select(selection);
}

std::vector<Deed> LinesDrawing::strokes() {
  const bool drawn = m_session->solved() != nullptr && m_session->solved()->drawn != nullptr;
  const auto goBy = [this](int step) {
    return [this, step] {
      Selection selection = m_session->selection();
      const int last = static_cast<int>(m_session->solved()->drawn->sections.size()) - 1;
      selection.section = std::clamp(selection.section + step, 0, last);
      m_session->select(selection);
    };
  };
  const QString stations = tr("the station before or after"), alone = tr("work on the line in hand by itself");
  return {{stations, Qt::Key_Left, goBy(-1), drawn},
          {stations, Qt::Key_Right, goBy(1), drawn},
          {alone, Qt::Key_Return, [this] { emit lineAsked(); }},
          {alone, Qt::Key_Enter, [this] { emit lineAsked(); }}};
}

}  // namespace narrows
