#include "stages/backbone/assembly_drawing.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>
#include <utility>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {

constexpr double reachPx = 14.0;
/// Handles name what they are of in `line`, and which point in `section`; joints and bolts from here up.
constexpr int jointLines = 1000, boltLines = 2000;

QPolygonF onScreen(const Canvas& canvas, const std::vector<Vec2>& points) {
  QPolygonF shape;
  for (const Vec2& point : points) shape.append(canvas.toScreen(point));
  return shape;
}

OutlinePoint pointAt(const Vec2& at, bool corner) {
  return {millimetres(at.x()), millimetres(at.y()), corner};
}

/// A backbone that is only its plan: what an edit is made of.
Backbone planOnly(const Book& book) {
  Backbone shown;
  shown.plan = book.backbone;
  return shown;
}

}  // namespace

AssemblyDrawing::AssemblyDrawing(Session* session, QWidget* parent) : Canvas(parent), m_session(session) {
  setAccessibleName(tr("The backbone as one assembly"));
  setEmptyWords(tr("There is no backbone yet: the table has to make a hull first, and give a stem, keel or transom."));
  connect(session, &Session::solvedChanged, this, [this] {
    if (m_held) update();
  });
  connect(session, &Session::answerSettled, this, [this] {
    setNotation(m_session->notation());
    update();
  });
}

const Backbone* AssemblyDrawing::backbone() const {
  const auto& solved = m_session->solved();
  return solved == nullptr || solved->backbone == nullptr || solved->backbone->plan.timbers.empty()
             ? nullptr
             : solved->backbone.get();
}

const Timber* AssemblyDrawing::timber() const {
  const Backbone* shown = backbone();
  if (shown == nullptr) return nullptr;
  const auto last = static_cast<int>(shown->plan.timbers.size()) - 1;
  return &shown->plan.timbers[static_cast<std::size_t>(std::clamp(m_timber, 0, last))];
}

void AssemblyDrawing::choose(int index) {
  const Backbone* shown = backbone();
  if (shown == nullptr) return;
  // One more than there are: a timber that was just added is on its way.
  m_timber = std::clamp(index, 0, static_cast<int>(shown->plan.timbers.size()));
  m_point = -1;
  update();
  emit chosen();
}

void AssemblyDrawing::chooseTimber(TimberId id) {
  const Backbone* shown = backbone();
  for (std::size_t i = 0; shown != nullptr && i < shown->plan.timbers.size(); ++i) {
    if (shown->plan.timbers[i].id == id) choose(static_cast<int>(i));
  }
}

void AssemblyDrawing::choosePoint(int point) {
  const Timber* now = timber();
  if (now == nullptr) return;
  const auto count = static_cast<int>(now->outline.size());
  m_point = point < 0 ? -1 : point % count;
  update();
  emit chosen();
}

std::optional<std::pair<Vec2, Vec2>> AssemblyDrawing::worldBox() const {
  const Backbone* shown = backbone();
  if (shown == nullptr) return std::nullopt;
  if (m_held && m_heldBox) return m_heldBox;
  Vec2 low(1e12, 1e12), high(-1e12, -1e12);
  const auto reach = [&](const Vec2& at) {
    low = low.cwiseMin(at);
    high = high.cwiseMax(at);
  };
  for (const TimberShape& shape : shown->shapes.shapes) {
    for (const Vec2& at : shape.outline) reach(at);
  }
  for (const RabbetRun& run : *shown->rabbet) {
    for (const RabbetPlace& place : run.places) reach({place.rabbet.x(), place.rabbet.z()});
  }
  if (m_session->solved()->drawn != nullptr) {
    for (const Section& section : m_session->solved()->drawn->sections) {
      const Vec3 at = section.parts.back().pointAtShare(1.0);
      reach({at.x(), at.z()});
    }
  }
  if (high.x() <= low.x() || high.y() <= low.y()) return std::nullopt;
  return std::pair(low, high);
}

void AssemblyDrawing::paintHull(QPainter& painter) const {
  const Solved& solved = *m_session->solved();
  painter.setPen(QPen(look::outline, 1.4));
  if (solved.drawn != nullptr) {
    QPolygonF sheer;
    for (const Section& section : solved.drawn->sections) {
      const Vec3 at = section.parts.back().pointAtShare(1.0);
      sheer.append(toScreen({at.x(), at.z()}));
    }
    painter.drawPolyline(sheer);
  }
  const Profile* transom = solved.fair->profile(ProfilePart::Transom);
  if (!hasCourse(transom)) return;
  const TransomPlan& plan = backbone()->plan.transom;
  const Vec2 low(transom->points.front().distance.mm(), transom->points.front().height.mm());
  const Vec2 high(transom->points.back().distance.mm(), transom->points.back().height.mm());
  const Vec2 up = (high - low).normalized(),
             through = Vec2(-up.y(), up.x()) * (plan.given == TransomFace::After ? 1.0 : -1.0) * plan.thickness.mm();
  const Vec2 crowned = high + up * (plan.crown.mm() + plan.crownHigh.mm());
  QPolygonF wood;
  for (const Vec2& at : {low, crowned, Vec2(crowned + through), Vec2(low + through)}) wood.append(toScreen(at));
  painter.setPen(QPen(look::ink, 1.8));
  painter.setBrush(look::timber);
  painter.drawPolygon(wood);
  painter.setBrush(Qt::NoBrush);
}

void AssemblyDrawing::paintTimbers(QPainter& painter) const {
  const Backbone& shown = *backbone();
  painter.setFont(shopFont(look::labelPx));
  std::vector<QRectF> taken;
  for (const TimberShape& shape : shown.shapes.shapes) {
    const bool on = timber() != nullptr && shape.id == timber()->id;
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 3.0 : 1.8));
    painter.setBrush(on ? look::timberDark : look::timber);
    painter.drawPolygon(onScreen(*this, shape.outline));
  }
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::quietInk, 1.0));
  for (const StationColumn& station : m_session->solved()->fair->stations) {
    if (!station.distance) continue;
    const auto box = worldBox();
    const QPointF foot = toScreen({station.distance->mm(), box->first.y()}),
                  head = toScreen({station.distance->mm(), box->second.y()});
    painter.setPen(QPen(look::edge, 1.0));
    painter.drawLine(foot, head);
    painter.setPen(look::quietInk);
    painter.drawText(QRectF(head.x() - 20.0, head.y() - 20.0, 40.0, 16.0), Qt::AlignCenter,
                     QString::fromStdString(station.name));
  }
  for (const TimberShape& shape : shown.shapes.shapes) {
    // Named where there is room: in the middle, or else below.
    const Vec2 middle = centroid(shape.outline);
    const QString words = QString::fromStdString(shape.name);
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 10.0;
    QRectF box(toScreen(middle) - QPointF(0.5 * wide, 9.0), QSizeF(wide, 18.0));
    const Box2 extent = boxOf(shape.outline);
    const bool tight = extent.height() * pixelsPerMm() < 24.0 || extent.width() * pixelsPerMm() < wide;
    if (tight) box.moveTop(toScreen({middle.x(), extent.low.y()}).y() + 12.0);
    int tries = 0;
    while (tries++ < 5 &&
           std::any_of(taken.begin(), taken.end(), [&](const QRectF& other) { return other.intersects(box); }))
      box.translate(0.0, 19.0);
    taken.push_back(box);
    QColor ground = tight ? look::paper : look::timber;
    ground.setAlpha(200);
    painter.fillRect(box, ground);
    const bool on = timber() != nullptr && shape.id == timber()->id;
    painter.setPen(on ? look::inHand : look::ink);
    painter.setFont(shopFont(look::labelPx, on));
    painter.drawText(box, Qt::AlignCenter, words);
  }
}

void AssemblyDrawing::paintRabbet(QPainter& painter) const {
  const auto line = [&](const RabbetRun& run, Vec3 RabbetPlace::*corner, const QPen& pen) {
    QPolygonF points;
    for (const RabbetPlace& place : run.places) points.append(toScreen({(place.*corner).x(), (place.*corner).z()}));
    painter.setPen(pen);
    painter.drawPolyline(points);
  };
  for (const RabbetRun& run : *backbone()->rabbet) {
    line(run, &RabbetPlace::rabbet, QPen(look::ink, 2.2));
    line(run, &RabbetPlace::inner, QPen(look::quietInk, 1.0, Qt::DotLine));
    line(run, &RabbetPlace::bearding, QPen(look::ink, 1.2, Qt::DashLine));
  }
}

void AssemblyDrawing::paintFastenings(QPainter& painter) const {
  const Backbone& shown = *backbone();
  for (const Bolt& bolt : shown.plan.bolts) {
    const bool fouls = std::any_of(shown.clashes.begin(), shown.clashes.end(), [&](const BoltClash& clash) {
      return clash.bolt == bolt.id && clash.clearMm < clash.wantedMm;
    });
    painter.setPen(QPen(fouls ? look::trouble : look::quietInk, std::max(2.0, bolt.diameter.mm() * pixelsPerMm()),
                        fouls ? Qt::SolidLine : Qt::DashDotLine, Qt::FlatCap));
    painter.drawLine(toScreen(inProfile(bolt.low)), toScreen(inProfile(bolt.high)));
  }
  painter.setPen(QPen(look::ink, 1.4));
  for (const Stopwater& stopwater : shown.stopwaters) {
    const double radius = std::max(5.0, 0.5 * stopwater.diameterMm * pixelsPerMm());
    const QPointF at = toScreen(stopwater.at);
    painter.setBrush(look::raised);
    painter.drawEllipse(at, radius, radius);
    painter.drawLine(at - QPointF(radius, 0.0), at + QPointF(radius, 0.0));
    painter.drawLine(at - QPointF(0.0, radius), at + QPointF(0.0, radius));
  }
  painter.setBrush(Qt::NoBrush);
}

void AssemblyDrawing::paintGrips(QPainter& painter) {
  const Backbone& shown = *backbone();
  std::vector<CanvasHandle> handles;
  const Timber& now = *timber();
  for (std::size_t i = 0; i < now.outline.size(); ++i) {
    const QPointF at = toScreen(inProfile(now.outline[i]));
    const bool on = static_cast<int>(i) == m_point;
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 2.6 : 1.4));
    painter.setBrush(on ? look::inHand : look::raised);
    // A corner is a square, a nail of the batten a ring.
    if (now.outline[i].corner) {
      painter.drawRect(QRectF(at - QPointF(4.5, 4.5), QSizeF(9.0, 9.0)));
    } else {
      painter.drawEllipse(at, 4.5, 4.5);
    }
    handles.push_back(
        {at, tr("%1, point %2").arg(QString::fromStdString(now.name)).arg(i + 1), m_timber, static_cast<int>(i)});
  }
  painter.setBrush(look::raised);
  const auto end = [&](const OutlinePoint& point, const QString& name, int line, int which) {
    const QPointF at = toScreen(inProfile(point));
    QPolygonF lozenge{at - QPointF(0.0, 6.0), at + QPointF(6.0, 0.0), at + QPointF(0.0, 6.0), at - QPointF(6.0, 0.0)};
    painter.setPen(QPen(look::ink, 1.4));
    painter.drawPolygon(lozenge);
    handles.push_back({at, name, line, which});
  };
  for (std::size_t k = 0; k < shown.plan.joints.size(); ++k) {
    const Joint& joint = shown.plan.joints[k];
    if (joint.forward != now.id && joint.aft != now.id) continue;
    painter.setPen(QPen(look::inHand, 2.0));
    painter.drawPolyline(onScreen(*this, jointLine(joint)));
    const QString name = tr("%1, end %2").arg(QString::fromUtf8(jointKindName(joint.kind)));
    end(joint.from, name.arg(1), jointLines + static_cast<int>(k), 0);
    end(joint.to, name.arg(2), jointLines + static_cast<int>(k), 1);
  }
  for (std::size_t k = 0; k < shown.plan.bolts.size(); ++k) {
    const Bolt& bolt = shown.plan.bolts[k];
    const TimberShape* shape = shown.shapes.find(now.id);
    const Vec2 low = inProfile(bolt.low), high = inProfile(bolt.high);
    const bool through = shape != nullptr && (contains(shape->outline, low + 0.25 * (high - low)) ||
                                              contains(shape->outline, low + 0.75 * (high - low)));
    if (!through) continue;
    end(bolt.low, tr("bolt %1, lower end").arg(k + 1), boltLines + static_cast<int>(k), 0);
    end(bolt.high, tr("bolt %1, upper end").arg(k + 1), boltLines + static_cast<int>(k), 1);
  }
  painter.setBrush(Qt::NoBrush);
  setHandles(std::move(handles));
}

void AssemblyDrawing::paintDrawing(QPainter& painter) {
  setCaption(tr("full: rabbet line; dashed: bearding line; dotted: inner rabbet; crossed rings: stopwaters"));
  paintHull(painter);
  paintTimbers(painter);
  paintRabbet(painter);
  paintFastenings(painter);
  paintGrips(painter);
}

void AssemblyDrawing::grip(const CanvasHandle& handle) {
  const auto which = static_cast<std::size_t>(handle.section);
  if (handle.line >= boltLines) {
    m_held = Held{which == 0 ? Grip::BoltLow : Grip::BoltHigh, static_cast<std::size_t>(handle.line - boltLines), 0};
  } else if (handle.line >= jointLines) {
    m_held = Held{which == 0 ? Grip::JointFrom : Grip::JointTo, static_cast<std::size_t>(handle.line - jointLines), 0};
  } else {
    m_held = Held{Grip::Point, static_cast<std::size_t>(m_timber), which};
    choosePoint(handle.section);
  }
  auto own = setBackbone(*m_session->book(), backbone()->plan);
  if (!own) {
    m_held.reset();
    return;
  }
  m_start = std::move(*own);
  const auto held = std::exchange(m_held, std::nullopt);
  m_heldBox = worldBox();
  m_held = held;
  const QString name = QString::fromStdString(timber()->name);
  m_session->beginDrag(handle.line >= boltLines    ? tr("Move a bolt")
                       : handle.line >= jointLines ? tr("Move a joint of the %1").arg(name)
                                                   : tr("Move a point of the %1").arg(name));
}

Result<Book> AssemblyDrawing::moved(const Vec2& to) const {
  const Backbone shown = planOnly(*m_start);
  const BackbonePlan& plan = shown.plan;
  switch (m_held->grip) {
    case Grip::Point: {
      const Timber& of = plan.timbers[m_held->thing];
      return moveOutlinePoint(*m_start, shown, of.id, m_held->point, pointAt(to, of.outline[m_held->point].corner));
    }
    case Grip::JointFrom:
    case Grip::JointTo: {
      Joint joint = plan.joints[m_held->thing];
      (m_held->grip == Grip::JointFrom ? joint.from : joint.to) = pointAt(to, true);
      return setJoint(*m_start, shown, joint);
    }
    case Grip::BoltLow:
    case Grip::BoltHigh: {
      Bolt bolt = plan.bolts[m_held->thing];
      (m_held->grip == Grip::BoltLow ? bolt.low : bolt.high) = pointAt(to, true);
      return setBolt(*m_start, shown, bolt);
    }
  }
  return *m_start;
}

void AssemblyDrawing::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton && !isMeasuring() && backbone() != nullptr) {
    if (const CanvasHandle* handle = handleNear(event->position(), reachPx)) {
      setFocus(Qt::MouseFocusReason);
      grip(*handle);
      return;
    }
    const Vec2 at = toWorld(event->position());
    for (const TimberShape& shape : backbone()->shapes.shapes) {
      if (!contains(shape.outline, at) || (timber() != nullptr && shape.id == timber()->id)) continue;
      setFocus(Qt::MouseFocusReason);
      chooseTimber(shape.id);
      return;
    }
  }
  Canvas::mousePressEvent(event);
}

void AssemblyDrawing::mouseMoveEvent(QMouseEvent* event) {
  if (m_held) {
    m_session->dragTo(moved(toWorld(event->position())));
    return;
  }
  Canvas::mouseMoveEvent(event);
}

void AssemblyDrawing::mouseReleaseEvent(QMouseEvent* event) {
  if (m_held) {
    m_held.reset();
    m_session->endDrag();
    return;
  }
  Canvas::mouseReleaseEvent(event);
}

bool AssemblyDrawing::pointInHand() const {
  const Timber* now = timber();
  return now != nullptr && m_point >= 0 && static_cast<std::size_t>(m_point) < now->outline.size();
}

void AssemblyDrawing::nudge(double aftMm, double upMm) {
  if (!pointInHand()) return;
  OutlinePoint to = timber()->outline[static_cast<std::size_t>(m_point)];
  to.distance = millimetres(to.distance.mm() + aftMm);
  to.height = millimetres(to.height.mm() + upMm);
  m_session->perform(
      tr("Move a point of the %1").arg(QString::fromStdString(timber()->name)),
      moveOutlinePoint(*m_session->book(), *backbone(), timber()->id, static_cast<std::size_t>(m_point), to));
}

void AssemblyDrawing::addPoint() {
  if (!pointInHand()) return;
  const auto& outline = timber()->outline;
  const auto at = static_cast<std::size_t>(m_point);
  const Vec2 middle = 0.5 * (inProfile(outline[at]) + inProfile(outline[(at + 1) % outline.size()]));
  if (m_session->perform(
          tr("Add a point to the %1").arg(QString::fromStdString(timber()->name)),
          addOutlinePoint(*m_session->book(), *backbone(), timber()->id, at + 1, pointAt(middle, false))))
    m_point = static_cast<int>(at) + 1;
}

void AssemblyDrawing::removePoint() {
  if (!pointInHand()) return;
  m_session->perform(
      tr("Take out a point of the %1").arg(QString::fromStdString(timber()->name)),
      removeOutlinePoint(*m_session->book(), *backbone(), timber()->id, static_cast<std::size_t>(m_point)));
}

void AssemblyDrawing::turnCorner() {
  if (!pointInHand()) return;
  OutlinePoint to = timber()->outline[static_cast<std::size_t>(m_point)];
  to.corner = !to.corner;
  m_session->perform(
      to.corner ? tr("Make a corner of a point") : tr("Run the batten through a point"),
      moveOutlinePoint(*m_session->book(), *backbone(), timber()->id, static_cast<std::size_t>(m_point), to));
}

void AssemblyDrawing::keyPressEvent(QKeyEvent* event) {
  const bool control = (event->modifiers() & Qt::ControlModifier) != 0;
  const double step = notationStep(m_session->notation()).mm();
  if (backbone() == nullptr) return Canvas::keyPressEvent(event);
  switch (event->key()) {
    case Qt::Key_Left:
      return control ? nudge(-step, 0.0) : choose(m_timber - 1);
    case Qt::Key_Right:
      return control ? nudge(step, 0.0)
                     : choose(std::min(m_timber + 1, static_cast<int>(backbone()->plan.timbers.size()) - 1));
    case Qt::Key_Up:
      return control ? nudge(0.0, step) : choosePoint(m_point + 1);
    case Qt::Key_Down:
      return control ? nudge(0.0, -step)
                     : choosePoint(m_point <= 0 ? static_cast<int>(timber()->outline.size()) - 1 : m_point - 1);
    case Qt::Key_Insert:
      return addPoint();
    case Qt::Key_Delete:
      return removePoint();
    case Qt::Key_C:
      return turnCorner();
    case Qt::Key_Escape:
      if (m_held) {
        m_held.reset();
        return m_session->cancelDrag();
      }
      return Canvas::keyPressEvent(event);
    default:
      Canvas::keyPressEvent(event);
  }
}

}  // namespace narrows
