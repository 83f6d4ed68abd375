#include "canvas/hull_picture.h"

#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>
#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>
#include <utility>

#include "canvas/deed.h"
#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {

QColor shaded(const QColor& colour, double shade) {
  const double k = 0.62 + 0.42 * shade;
  return QColor(std::min(255, static_cast<int>(colour.red() * k)), std::min(255, static_cast<int>(colour.green() * k)),
                std::min(255, static_cast<int>(colour.blue() * k)));
}

/// The eye that looks along a seam stands this near, in lengths of the boat.
constexpr double alongSeamEyeLengths = 0.75;
/// Water over what lies under it.
const QColor water(0x4E, 0x6E, 0x7A);
constexpr double waterOver = 0.7;
/// Tilts that she tips to by herself: from the sheer down to the garboard.
constexpr double lowestTiltDeg = -34.0, highestTiltDeg = 12.0, tiltStepDeg = 2.0;
/// A strake is seen well enough where so much of the most that could be seen of it is.
constexpr double seenEnough = 0.45, seenWell = 0.7;

}  // namespace

HullPicture::HullPicture(Session* session, QWidget* parent) : QWidget(parent), m_session(session) {
  setFocusPolicy(Qt::StrongFocus);
  setMinimumSize(200, 120);
  setAttribute(Qt::WA_OpaquePaintEvent);
  setAccessibleName(tr("Picture of the planked hull"));
  connect(session, &Session::answerSettled, this, [this] { update(); });
  connect(session, &Session::selectionChanged, this, [this] {
    if (m_alongSeam) {
      lookFrom(From::AlongSeam);
    } else {
      showStrake();
    }
    update();
  });
}

Eigen::Matrix3d HullPicture::viewAt(double tiltDeg) const {
  const double rad = std::numbers::pi / 180.0;
  // Seen from the starboard bow: turn about the upright, then tilt towards the eye. Right, up, towards the eye.
  const Eigen::Matrix3d turn =
      (Eigen::AngleAxisd(tiltDeg * rad, Vec3::UnitX()) * Eigen::AngleAxisd(-m_turnDeg * rad, Vec3::UnitY()))
          .toRotationMatrix();
  Eigen::Matrix3d axes;
  axes << -1.0, 0.0, 0.0, 0.0, 0.0, 1.0, 0.0, 1.0, 0.0;  // bow to the right when abeam to starboard, up is up
  return turn * axes;
}

std::vector<Vec3> HullPicture::outsideOf(int strake) const {
  std::vector<Vec3> outside;
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->mesh == nullptr) return outside;
  for (const MeshFace& face : *solved->mesh) {
    // Corners run so that the inside is to their left.
    if (face.starboard && face.strake && static_cast<int>(*face.strake) == strake)
      outside.push_back((face.corners[3] - face.corners[1]).cross(face.corners[2] - face.corners[0]));
  }
  return outside;
}

double HullPicture::facing(const std::vector<Vec3>& outside, double tiltDeg) const {
  const Vec3 toEye = viewAt(tiltDeg).row(2);
  double sum = 0.0;
  for (const Vec3& out : outside) sum += std::max(0.0, toEye.dot(out));
  return sum;
}

double HullPicture::mostFacing(const std::vector<Vec3>& outside) const {
  double most = 0.0;
  for (double tilt = lowestTiltDeg; tilt <= highestTiltDeg; tilt += tiltStepDeg)
    most = std::max(most, facing(outside, tilt));
  return most;
}

double HullPicture::seenShare(int strake) const {
  const auto outside = outsideOf(strake);
  const double most = mostFacing(outside);
  return most > 0.0 ? facing(outside, m_tiltDeg) / most : 1.0;
}

void HullPicture::showStrake() {
  const int strake = m_session->selection().strake;
  if (strake == std::exchange(m_strake, strake)) return;
  const auto outside = outsideOf(strake);
  const double most = mostFacing(outside);
  if (facing(outside, m_tiltDeg) >= seenEnough * most) return;
  // Tipped no further than it must be.
  double least = std::numeric_limits<double>::max();
  const double was = m_tiltDeg;
  for (double tilt = lowestTiltDeg; tilt <= highestTiltDeg; tilt += tiltStepDeg) {
    if (facing(outside, tilt) < seenWell * most || std::abs(tilt - was) >= least) continue;
    least = std::abs(tilt - was);
    m_tiltDeg = tilt;
  }
}

void HullPicture::setView(double turnDeg, double tiltDeg) {
  m_turnDeg = turnDeg;
  m_tiltDeg = std::clamp(tiltDeg, -85.0, 85.0);
  update();
}

std::vector<HullPicture::Placed> HullPicture::placed(const QSizeF& size) const {
  std::vector<Placed> faces;
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->mesh == nullptr || solved->mesh->empty()) return faces;
  const std::vector<MeshFace>& mesh = *solved->mesh;
  double length = 1.0;
  const Vec3 middle = middleOf(mesh, length);
  const Eigen::Matrix3d view = viewAt(m_tiltDeg);
  const double scale = m_nearness * std::min(size.width() / (length * 0.98), size.height() / (length * 0.46));
  const double eye = m_eyeLengths * length;
  const Vec3 light = Vec3(-0.3, 0.8, 0.5).normalized();
  faces.reserve(mesh.size());
  const auto& said = m_session->solved()->book->settings.waterline;
  const double waterline = m_afloat && said ? said->mm() : -1e9;
  for (std::size_t i = 0; i < mesh.size(); ++i) {
    std::array<Vec3, 4> seen;
    for (std::size_t k = 0; k < 4; ++k) seen[k] = view * (mesh[i].corners[k] - middle);
    Vec3 normal = (seen[2] - seen[0]).cross(seen[3] - seen[1]);
    if (normal.norm() <= 0.0) continue;
    normal.normalize();
    Placed one;
    // Outward on the starboard side is (up x aft); port is its mirror image.
    const bool outward = (normal.z() > 0.0) == mesh[i].starboard;
    one.insideSeen = mesh[i].strake.has_value() && outward;
    if (normal.z() < 0.0) normal = -normal;
    one.shade = std::max(0.0, normal.dot(light)) * (one.insideSeen ? 0.55 : 1.0);
    one.face = i;
    // What the water cuts is two: above it and below.
    Corners above, under;
    for (std::size_t k = 0; k < 4; ++k) {
      const double from = mesh[i].corners[k].z(), to = mesh[i].corners[(k + 1) % 4].z();
      (from >= waterline ? above : under).add(seen[k]);
      if ((from >= waterline) == (to >= waterline)) continue;
      const Vec3 at = seen[k] + (seen[(k + 1) % 4] - seen[k]) * ((waterline - from) / (to - from));
      above.add(at), under.add(at);
    }
    one.isWhole = above.count == 0 || under.count == 0;
    addPlaced(faces, above, one, size, scale, eye);
    one.underWater = true;
    addPlaced(faces, under, std::move(one), size, scale, eye);
  }
  std::stable_sort(faces.begin(), faces.end(), [](const Placed& a, const Placed& b) { return a.depth < b.depth; });
  return faces;
}

void HullPicture::addPlaced(std::vector<Placed>& faces, Corners seen, Placed one, const QSizeF& size, double scale,
                            double eye) const {
  if (seen.count < 3) return;
  one.depth = 0.0;
  one.outline.reserve(static_cast<qsizetype>(seen.count));
  for (std::size_t i = 0; i < seen.count; ++i) {
    const Vec3& corner = seen.at[i];
    one.depth += corner.z() / static_cast<double>(seen.count);
    // What comes behind the eye is not seen.
    if (corner.z() > 0.9 * eye) return;
    const double nearer = scale * eye / (eye - corner.z());
    one.outline.append(QPointF((0.5 + m_shift.x()) * size.width() + nearer * corner.x(),
                               (0.5 + m_shift.y()) * size.height() - nearer * corner.y()));
  }
  faces.push_back(std::move(one));
}

std::optional<std::pair<Vec3, Vec3>> HullPicture::seamInHand() const {
  const auto& solved = m_session->solved();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(m_session->selection().side);
  if (lining == nullptr || lining->lines.size() < 2) return std::nullopt;
  const auto line =
      static_cast<std::size_t>(std::clamp(m_session->selection().line, 1, static_cast<int>(lining->lines.size()) - 1));
  const SurfaceReach reach = lining->lines[line].reach;
  std::pair ends(lining->point(line, reach.fromT), lining->point(line, reach.toT));
  if (m_session->selection().side == BoatSide::Port) ends.first.y() *= -1.0, ends.second.y() *= -1.0;
  return ends;
}

std::pair<double, double> HullPicture::alongSeam() const {
  const auto seam = seamInHand();
  if (!seam) return {90.0, 0.0};
  const Vec3 run = seam->second - seam->first;
  constexpr double degrees = 180.0 / std::numbers::pi;
  return {90.0 - std::atan2(run.y(), run.x()) * degrees, std::atan2(run.z(), run.x()) * degrees};
}

Vec3 HullPicture::middleOf(const std::vector<MeshFace>& mesh, double& length) const {
  Vec3 low = mesh.front().corners[0], high = low;
  for (const MeshFace& face : mesh) {
    for (const Vec3& corner : face.corners) low = low.cwiseMin(corner), high = high.cwiseMax(corner);
  }
  length = (high - low).norm();
  const auto seam = m_alongSeam ? seamInHand() : std::nullopt;
  return seam ? Vec3(0.5 * (seam->first + seam->second)) : Vec3(0.5 * (low + high));
}

void HullPicture::fitAll() {
  m_nearness = 1.0;
  m_shift = {};
  const QSizeF whole(1000.0, 1000.0 * height() / std::max(width(), 1));
  QRectF all;
  for (const Placed& one : placed(whole)) all = all.united(one.outline.boundingRect());
  if (all.isEmpty()) return;
  constexpr double filled = 0.9;
  m_nearness = filled * std::min(whole.width() / all.width(), whole.height() / all.height());
  const QPointF off = (all.center() - QRectF(QPointF(), whole).center()) * m_nearness;
  m_shift = {-off.x() / whole.width(), -off.y() / whole.height()};
}

void HullPicture::lookFrom(From from) {
  m_afloat = from == From::Afloat;
  m_alongSeam = from == From::AlongSeam;
  m_eyeLengths = m_alongSeam ? alongSeamEyeLengths : usualEyeLengths;
  switch (from) {
    case From::Quarter:
      setView(usualTurnDeg, usualTiltDeg);
      break;
    case From::Dock:
      setView(24.0, 14.0);
      break;
    case From::Ahead:
      setView(84.0, 6.0);
      break;
    case From::Astern:
      setView(-66.0, 8.0);
      break;
    case From::Inside:
      setView(28.0, 58.0);
      break;
    case From::Afloat:
      setView(30.0, 8.0);
      break;
    case From::AlongSeam: {
      const auto [turn, tilt] = alongSeam();
      setView(turn, tilt);
      break;
    }
  }
  fitAll();
  update();
}

SpeciesTones HullPicture::tonesOf(BoatSide side) const {
  const auto& solved = m_session->solved();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(side);
  return lining == nullptr ? SpeciesTones() : SpeciesTones(*lining, solved->book->planOf(side));
}

void HullPicture::paint(QPainter& painter, const QSizeF& size) const {
  const auto faces = placed(size);
  if (faces.empty()) return;
  const std::vector<MeshFace>& mesh = *m_session->solved()->mesh;
  const int selected = m_session->selection().strake;
  const std::array<SpeciesTones, 2> tones{tonesOf(BoatSide::Port), tonesOf(BoatSide::Starboard)};
  for (const Placed& one : faces) {
    const MeshFace& face = mesh[one.face];
    QColor wood = look::timberEnd;
    if (face.strake) wood = tones[face.starboard ? 1 : 0].of(*face.strake);
    if (face.strake && static_cast<int>(*face.strake) == selected) wood = look::strakeOnHull;
    QColor fill = shaded(wood, face.lapEdge ? 0.0 : one.shade);
    if (face.lapEdge) fill = fill.darker(150);
    if (one.underWater) fill = look::mixed(fill, water, waterOver);
    // Fills without smoothing leave no hairlines between them; seams are smoothed over them.
    painter.setRenderHint(QPainter::Antialiasing, false);
    painter.setPen(QPen(fill, 0.0));
    painter.setBrush(fill);
    painter.drawPolygon(one.outline);
    if (!face.strake || !one.isWhole) continue;
    painter.setRenderHint(QPainter::Antialiasing, true);
    const bool inHand = m_alongSeam && static_cast<int>(*face.strake) == m_session->selection().line;
    painter.setPen(QPen(one.insideSeen ? look::quietInk : look::ink, one.insideSeen ? 0.7 : 1.1));
    if (inHand) painter.setPen(QPen(look::inHand, 3.0));
    if (face.lowerSeam) painter.drawLine(one.outline[0], one.outline[1]);
    if (face.upperSeam) painter.drawLine(one.outline[3], one.outline[2]);
  }
}

void HullPicture::paintEvent(QPaintEvent* /*event*/) {
  QPainter painter(this);
  painter.fillRect(rect(), look::paper);
  paint(painter, size());
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setFont(shopFont(look::labelPx));
  painter.setPen(look::quietInk);
  painter.drawText(rect().adjusted(12, 6, -12, -8), Qt::AlignRight | Qt::AlignBottom,
                   tonesOf(m_session->selection().side).words());
  if (m_afloat && m_session->hasBook() && !m_session->book()->settings.waterline) {
    painter.drawText(rect().adjusted(12, 10, -12, -8), Qt::AlignHCenter | Qt::AlignTop,
                     tr("At what height she floats is not said yet: say it on the slate, under Ends."));
  }
  painter.drawText(rect().adjusted(12, 6, -12, -28), Qt::AlignLeft | Qt::AlignBottom,
                   tr("drag to turn · wheel for nearer · click a strake to take it in hand"));
}

void HullPicture::mousePressEvent(QMouseEvent* event) {
  setFocus(Qt::MouseFocusReason);
  m_pressed = m_last = event->position();
  m_turned = false;
}

void HullPicture::mouseMoveEvent(QMouseEvent* event) {
  if (!(event->buttons() & Qt::LeftButton)) return;
  const QPointF move = event->position() - m_last;
  if ((event->position() - m_pressed).manhattanLength() > 4.0) m_turned = true;
  if (!m_turned) return;
  m_last = event->position();
  setView(m_turnDeg + 0.4 * move.x(), m_tiltDeg + 0.3 * move.y());
}

void HullPicture::mouseReleaseEvent(QMouseEvent* event) {
  if (m_turned || event->button() != Qt::LeftButton) return;
  const auto faces = placed(size());
  for (auto it = faces.rbegin(); it != faces.rend(); ++it) {
    const auto& strake = (*m_session->solved()->mesh)[it->face].strake;
    if (!it->outline.containsPoint(event->position(), Qt::OddEvenFill)) continue;
    if (!strake) return;
    Selection selection = m_session->selection();
    selection.strake = static_cast<int>(*strake);
    m_session->select(selection);
    return;
  }
}

void HullPicture::wheelEvent(QWheelEvent* event) {
  m_nearness = std::clamp(m_nearness * std::pow(1.0015, event->angleDelta().y()), 0.3, 8.0);
  update();
}

void HullPicture::seeAsAtFirst() {
  m_nearness = 1.0;
  m_shift = {};
  setView(usualTurnDeg, usualTiltDeg);
}

void HullPicture::contextMenuEvent(QContextMenuEvent* event) {
  QMenu* menu = menuOn(this);
  addDeeds(menu, {{tr("As at first"), Qt::Key_0, [this] { seeAsAtFirst(); }},
                  {tr("Copy the picture"), Qt::Key_unknown, [this] { copyPicture(this); }}});
  menu->popup(event->globalPos());
}

std::vector<Deed> HullPicture::keys() {
  const auto turnBy = [this](double turnDeg, double tiltDeg) {
    return [this, turnDeg, tiltDeg] { setView(m_turnDeg + turnDeg, m_tiltDeg + tiltDeg); };
  };
  constexpr double stepDeg = 6.0;
  const QString turned = tr("turn her"), tipped = tr("tip her");
  return {{turned, Qt::Key_Left, turnBy(-stepDeg, 0.0)},
          {turned, Qt::Key_Right, turnBy(stepDeg, 0.0)},
          {tipped, Qt::Key_Up, turnBy(0.0, stepDeg)},
          {tipped, Qt::Key_Down, turnBy(0.0, -stepDeg)},
          {tr("as at first"), Qt::Key_0, [this] { seeAsAtFirst(); }}};
}

void HullPicture::keyPressEvent(QKeyEvent* event) {
  if (!doByKey(keys(), *event)) QWidget::keyPressEvent(event);
}

}  // namespace narrows
