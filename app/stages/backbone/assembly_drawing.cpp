#include "stages/backbone/assembly_drawing.h"

#include <QMouseEvent>
#include <QPainter>
#include <cmath>
#include <utility>

#include "canvas/labels.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"

namespace narrows {

namespace {

OutlinePoint pointAt(const Vec2& at, bool corner) {
  return {millimetres(at.x()), millimetres(at.y()), corner};
}

}  // namespace

AssemblyDrawing::AssemblyDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The backbone as one assembly"));
  setEmptyWords(tr("There is no backbone yet: the table has to make a hull first, and give a stem, keel or transom."));
}

const Backbone* AssemblyDrawing::backbone() const {
  const auto& solved = m_session->solved();
  return solved == nullptr || solved->backbone == nullptr || solved->backbone->plan.timbers.empty()
             ? nullptr
             : solved->backbone.get();
}

const BackbonePlan* AssemblyDrawing::plan() const {
  if (backbone() == nullptr) return nullptr;
  const BackbonePlan& own = m_session->book()->backbone;
  return own.timbers.empty() ? &backbone()->plan : &own;
}

const Timber* AssemblyDrawing::timber() const {
  const BackbonePlan* now = plan();
  if (now == nullptr) return nullptr;
  const auto last = static_cast<int>(now->timbers.size()) - 1;
  return &now->timbers[static_cast<std::size_t>(std::clamp(m_timber, 0, last))];
}

TimberId AssemblyDrawing::shownId() const {
  const auto& timbers = backbone()->plan.timbers;
  return timbers[std::min(static_cast<std::size_t>(m_timber), timbers.size() - 1)].id;
}

bool AssemblyDrawing::isReady() {
  if (backbone() == nullptr) return false;
  return !m_session->book()->backbone.timbers.empty() || m_session->freshAnswer(Session::handWaits) != nullptr;
}

void AssemblyDrawing::choose(int index) {
  const BackbonePlan* now = plan();
  if (now == nullptr) return;
  m_timber = std::clamp(index, 0, static_cast<int>(now->timbers.size()) - 1);
  m_grip = -1;
  update();
  emit chosen();
}

void AssemblyDrawing::chooseTimber(TimberId id) {
  const BackbonePlan* now = plan();
  for (std::size_t i = 0; now != nullptr && i < now->timbers.size(); ++i) {
    if (now->timbers[i].id == id) choose(static_cast<int>(i));
  }
}

int AssemblyDrawing::point() const {
  const Timber* now = timber();
  return now != nullptr && m_grip >= 0 && static_cast<std::size_t>(m_grip) < now->outline.size() ? m_grip : -1;
}

void AssemblyDrawing::chooseGrip(int grip) {
  if (timber() == nullptr) return;
  const auto count = static_cast<int>(grips().size());
  m_grip = grip < 0 ? count - 1 : grip % count;
  update();
  emit chosen();
}

std::vector<AssemblyDrawing::Held> AssemblyDrawing::grips() const {
  const BackbonePlan& now = *plan();
  const Timber& held = *timber();
  const auto which = static_cast<std::size_t>(&held - now.timbers.data());
  std::vector<Held> all;
  for (std::size_t i = 0; i < held.outline.size(); ++i) all.push_back({Grip::Point, which, i});
  for (std::size_t k = 0; k < now.joints.size(); ++k) {
    if (now.joints[k].forward != held.id && now.joints[k].aft != held.id) continue;
    all.push_back({Grip::JointFrom, k, 0});
    all.push_back({Grip::JointTo, k, 0});
  }
  const TimberShape* shape = backbone()->shapes.find(shownId());
  for (std::size_t k = 0; k < now.bolts.size() && shape != nullptr; ++k) {
    const Vec2 low = inProfile(now.bolts[k].low), high = inProfile(now.bolts[k].high);
    if (!contains(shape->outline, low + 0.25 * (high - low)) && !contains(shape->outline, low + 0.75 * (high - low)))
      continue;
    all.push_back({Grip::BoltLow, k, 0});
    all.push_back({Grip::BoltHigh, k, 0});
  }
  return all;
}

Vec2 AssemblyDrawing::placeOf(const Held& held) const {
  const BackbonePlan& now = *plan();
  switch (held.grip) {
    case Grip::Point:
      return inProfile(now.timbers[held.thing].outline[held.point]);
    case Grip::JointFrom:
      return inProfile(now.joints[held.thing].from);
    case Grip::JointTo:
      return inProfile(now.joints[held.thing].to);
    case Grip::BoltLow:
      return inProfile(now.bolts[held.thing].low);
    case Grip::BoltHigh:
      return inProfile(now.bolts[held.thing].high);
  }
  return Vec2::Zero();
}

QString AssemblyDrawing::nameOf(const Held& held) const {
  switch (held.grip) {
    case Grip::Point:
      return tr("%1, point %2").arg(QString::fromStdString(timber()->name)).arg(held.point + 1);
    case Grip::JointFrom:
    case Grip::JointTo:
      return tr("%1, end %2")
          .arg(wordOf(jointKindName(plan()->joints[held.thing].kind)))
          .arg(held.grip == Grip::JointFrom ? 1 : 2);
    case Grip::BoltLow:
      return tr("bolt %1, lower end").arg(held.thing + 1);
    case Grip::BoltHigh:
      return tr("bolt %1, upper end").arg(held.thing + 1);
  }
  return {};
}

QString AssemblyDrawing::wordsFor(const Held& held) const {
  const QString name = QString::fromStdString(timber()->name);
  switch (held.grip) {
    case Grip::Point:
      return tr("Move a point of the %1").arg(name);
    case Grip::JointFrom:
    case Grip::JointTo:
      return tr("Move a joint of the %1").arg(name);
    case Grip::BoltLow:
    case Grip::BoltHigh:
      return tr("Move a bolt");
  }
  return {};
}

std::optional<SessionCanvas::Box> AssemblyDrawing::extent() const {
  const Backbone* shown = backbone();
  if (shown == nullptr) return std::nullopt;
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
    drawCurve(painter, sheer);
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
  drawShape(painter, wood);
  painter.setBrush(Qt::NoBrush);
}

void AssemblyDrawing::paintTimbers(QPainter& painter) const {
  const Backbone& shown = *backbone();
  painter.setFont(shopFont(look::labelPx));
  Labels labels;
  for (const TimberShape& shape : shown.shapes.shapes) {
    const bool on = shape.id == shownId();
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 3.0 : 1.8));
    painter.setBrush(on ? look::timberDark : look::timber);
    drawShape(painter, onScreen(shape.outline));
  }
  if (shown.bentInPlace) {
    painter.setPen(QPen(look::ink, 1.4));
    painter.setBrush(look::timber);
    drawShape(painter, onScreen(bentOutline(*shown.bentInPlace, shown.plan.bentInPlace)));
  }
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::quietInk, 1.0));
  for (const StationColumn& station : m_session->solved()->fair->stations) {
    if (!station.distance) continue;
    const auto box = worldBox();
    const QPointF foot = toScreen({station.distance->mm(), box->first.y()}),
                  head = toScreen({station.distance->mm(), box->second.y()});
    painter.setPen(QPen(look::edge, 1.0));
    drawStraight(painter, foot, head);
    painter.setPen(look::quietInk);
    painter.drawText(QRectF(head.x() - 20.0, head.y() - 20.0, 40.0, 16.0), Qt::AlignCenter,
                     QString::fromStdString(station.name));
  }
  // What is taken hold of is not written over.
  constexpr double gripPx = 8.0;
  for (const Held& grip : timber() != nullptr ? grips() : std::vector<Held>())
    labels.keepClear(QRectF(toScreen(placeOf(grip)) - QPointF(gripPx, gripPx), QSizeF(2.0 * gripPx, 2.0 * gripPx)));
  for (const TimberShape& shape : shown.shapes.shapes) {
    // Named where there is room: in the middle, or else below.
    const Vec2 middle = centroid(shape.outline);
    const QString words = QString::fromStdString(shape.name);
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 10.0;
    QRectF box(toScreen(middle) - QPointF(0.5 * wide, 9.0), QSizeF(wide, 18.0));
    const Box2 extent = boxOf(shape.outline);
    const bool tight = extent.height() * pixelsPerMm() < 24.0 || extent.width() * pixelsPerMm() < wide;
    if (tight) box.moveTop(toScreen({middle.x(), extent.low.y()}).y() + 12.0);
    // Beside its middle where that is taken, the nearest first, and else as far down as it has to go.
    std::vector<QRectF> places;
    if (!tight) places.push_back(box);
    constexpr double stepPx = 20.0;
    constexpr int steps = 7;
    for (int step = 1; step <= steps && !tight; ++step)
      for (const double way : {1.0, -1.0}) places.push_back(box.translated(way * step * stepPx, 0.0));
    std::erase_if(places, [this](const QRectF& place) { return !QRectF(rect()).contains(place); });
    const auto clear = labels.takeFirstClear(places);
    box = clear ? *clear : labels.place(box, {0.0, 19.0});
    QColor ground = tight ? look::paper : look::timber;
    ground.setAlpha(200);
    painter.fillRect(box, ground);
    const bool on = shape.id == shownId();
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
    drawCurve(painter, points);
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
    drawStraight(painter, toScreen(inProfile(bolt.low)), toScreen(inProfile(bolt.high)));
  }
  painter.setPen(QPen(look::ink, 1.4));
  for (const Stopwater& stopwater : shown.stopwaters) {
    const double radius = std::max(5.0, 0.5 * stopwater.diameterMm * pixelsPerMm());
    const QPointF at = toScreen(stopwater.at);
    painter.setBrush(look::raised);
    painter.drawEllipse(at, radius, radius);
    drawStraight(painter, at - QPointF(radius, 0.0), at + QPointF(radius, 0.0));
    drawStraight(painter, at - QPointF(0.0, radius), at + QPointF(0.0, radius));
  }
  painter.setBrush(Qt::NoBrush);
}

void AssemblyDrawing::paintGrips(QPainter& painter) {
  const std::vector<Held> all = grips();
  for (const Joint& joint : plan()->joints) {
    if (joint.forward != timber()->id && joint.aft != timber()->id) continue;
    painter.setPen(QPen(look::inHand, 2.0));
    drawCurve(painter, onScreen(jointLine(joint)));
  }
  std::vector<CanvasHandle> handles;
  for (std::size_t i = 0; i < all.size(); ++i) {
    const QPointF at = toScreen(placeOf(all[i]));
    const bool on = static_cast<int>(i) == m_grip;
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 2.6 : 1.4));
    painter.setBrush(on ? look::inHand : look::raised);
    // A corner is a square, a nail of the batten a ring, an end of a joint or bolt a lozenge.
    if (all[i].grip != Grip::Point) {
      const QPointF lozenge[]{at - QPointF(0.0, 6.0), at + QPointF(6.0, 0.0), at + QPointF(0.0, 6.0),
                              at - QPointF(6.0, 0.0)};
      painter.drawPolygon(lozenge, 4);
    } else if (timber()->outline[all[i].point].corner) {
      painter.drawRect(QRectF(at - QPointF(4.5, 4.5), QSizeF(9.0, 9.0)));
    } else {
      painter.drawEllipse(at, 4.5, 4.5);
    }
    handles.push_back({at, nameOf(all[i]), m_timber, static_cast<int>(i), static_cast<int>(i) == m_grip});
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

Result<Book> AssemblyDrawing::moved(const Book& now, const Held& held, const Vec2& to) const {
  const BackbonePlan in = planInHand(now, backbone()->plan);
  switch (held.grip) {
    case Grip::Point: {
      const Timber& of = in.timbers[held.thing];
      return moveOutlinePoint(now, *backbone(), of.id, held.point, pointAt(to, of.outline[held.point].corner));
    }
    case Grip::JointFrom:
    case Grip::JointTo: {
      Joint joint = in.joints[held.thing];
      (held.grip == Grip::JointFrom ? joint.from : joint.to) = pointAt(to, true);
      return setJoint(now, *backbone(), joint);
    }
    case Grip::BoltLow:
    case Grip::BoltHigh: {
      Bolt bolt = in.bolts[held.thing];
      (held.grip == Grip::BoltLow ? bolt.low : bolt.high) = pointAt(to, true);
      return setBolt(now, *backbone(), bolt);
    }
  }
  return now;
}

bool AssemblyDrawing::takeHold(const QPointF& at) {
  if (const CanvasHandle* handle = handleNear(at, handleReach())) {
    chooseGrip(handle->section);
    const Held held = grips()[static_cast<std::size_t>(m_grip)];
    hand().take(wordsFor(held), [this, held](const Book& now, const Vec2& to) { return moved(now, held, to); });
    return true;
  }
  for (const TimberShape& shape : backbone()->shapes.shapes) {
    if (shape.id == shownId() || !contains(shape.outline, toWorld(at))) continue;
    chooseTimber(shape.id);
    return true;
  }
  return false;
}

void AssemblyDrawing::nudge(double aftMm, double upMm) {
  if (!isReady() || m_grip < 0) return;
  const auto all = grips();
  if (static_cast<std::size_t>(m_grip) >= all.size()) return;
  const Held& held = all[static_cast<std::size_t>(m_grip)];
  // The page follows with the answer: its fields and table at every step of a key would hold the picture up.
  hand().step(wordsFor(held), moved(*m_session->book(), held, placeOf(held) + Vec2(aftMm, upMm)));
}

void AssemblyDrawing::addPoint() {
  if (!isReady() || !pointInHand()) return;
  const auto& outline = timber()->outline;
  const auto at = static_cast<std::size_t>(m_grip);
  const Vec2 middle = 0.5 * (inProfile(outline[at]) + inProfile(outline[(at + 1) % outline.size()]));
  if (m_session->perform(
          tr("Add a point to the %1").arg(QString::fromStdString(timber()->name)),
          addOutlinePoint(*m_session->book(), *backbone(), timber()->id, at + 1, pointAt(middle, false))))
    m_grip = static_cast<int>(at) + 1;
}

void AssemblyDrawing::removePoint() {
  if (!isReady() || !pointInHand()) return;
  m_session->perform(
      tr("Take out a point of the %1").arg(QString::fromStdString(timber()->name)),
      removeOutlinePoint(*m_session->book(), *backbone(), timber()->id, static_cast<std::size_t>(m_grip)));
}

void AssemblyDrawing::turnCorner() {
  if (!isReady() || !pointInHand()) return;
  OutlinePoint to = timber()->outline[static_cast<std::size_t>(m_grip)];
  to.corner = !to.corner;
  m_session->perform(
      to.corner ? tr("Make a corner of a point") : tr("Run the batten through a point"),
      moveOutlinePoint(*m_session->book(), *backbone(), timber()->id, static_cast<std::size_t>(m_grip), to));
}

std::vector<Deed> AssemblyDrawing::deeds() {
  const bool held = backbone() != nullptr && timber() != nullptr && pointInHand();
  bool corner = false, mayGo = false;
  if (held) {
    const auto& outline = timber()->outline;
    const auto at = static_cast<std::size_t>(m_grip);
    constexpr std::size_t fewestPoints = 3;
    corner = at < outline.size() && outline[at].corner;
    mayGo = outline.size() > fewestPoints;
  }
  return {
      {tr("Add a point after this one"), Qt::Key_Insert, [this] { addPoint(); }, held,
       tr("add a point after the one in hand")},
      {tr("Take out this point"), Qt::Key_Delete, [this] { removePoint(); }, mayGo, tr("take out the point in hand")},
      {corner ? tr("Run the batten through this point") : tr("Make a corner of this point"), Qt::Key_C,
       [this] { turnCorner(); }, held, tr("make a corner of the point in hand, or run the batten through it")}};
}

std::vector<Deed> AssemblyDrawing::strokes() {
  const bool drawn = backbone() != nullptr;
  const double step = notationStep(m_session->notation()).mm();
  const auto nudgeBy = [this](double x, double z) { return [this, x, z] { nudge(x, z); }; };
  const QString timbers = tr("the timber before or after"), points = tr("the point before or after on its outline");
  const QString moved = tr("the point in hand by the smallest step");
  return {{timbers, Qt::Key_Left, [this] { choose(m_timber - 1); }, drawn},
          {timbers, Qt::Key_Right, [this] { choose(m_timber + 1); }, drawn},
          {points, Qt::Key_Up, [this] { chooseGrip(m_grip + 1); }, drawn},
          {points, Qt::Key_Down, [this] { chooseGrip(m_grip - 1); }, drawn},
          {moved, Qt::CTRL | Qt::Key_Left, nudgeBy(-step, 0.0), drawn},
          {moved, Qt::CTRL | Qt::Key_Right, nudgeBy(step, 0.0), drawn},
          {moved, Qt::CTRL | Qt::Key_Up, nudgeBy(0.0, step), drawn},
          {moved, Qt::CTRL | Qt::Key_Down, nudgeBy(0.0, -step), drawn}};
}

}  // namespace narrows
