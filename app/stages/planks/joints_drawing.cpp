#include "stages/planks/joints_drawing.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

#include "book/joining_edits.h"
#include "canvas/labels.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/species_tones.h"
#include "fonts.h"
#include "joining/look_at_plank_joints.h"
#include "lining/middle_of_strake.h"
#include "solve/joinery.h"

namespace narrows {

namespace {
constexpr int jointPointsABay = 6;
constexpr int frameParts = 6;
}  // namespace

JointsDrawing::JointsDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("Joints on the shell"));
  setObjectName(QStringLiteral("joints"));
  setMinimumHeight(120);
}

const Lining* JointsDrawing::lining() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->liningOf(m_session->selection().side);
}

void JointsDrawing::know() const {
  const auto& solved = m_session->solved();
  const Selection& selection = m_session->selection();
  if (m_known.of == solved && m_known.side == selection.side && m_known.strake == selection.strake) return;
  const bool samePlank = m_known.of != nullptr && m_known.side == selection.side &&
                         m_known.strake == selection.strake && selection.strake >= 0 &&
                         m_known.of->cutPlank(static_cast<std::size_t>(selection.strake), selection.side) ==
                             solved->cutPlank(static_cast<std::size_t>(selection.strake), selection.side) &&
                         m_known.of->book->planking == solved->book->planking &&
                         m_known.of->book->weighing == solved->book->weighing;
  m_known.of = solved;
  m_known.side = selection.side;
  m_known.strake = selection.strake;
  const JoiningMake make = joiningMake(*solved);
  const bool sameFrames =
      m_known.framesOf == (selection.side == BoatSide::Port ? solved->portLining.value : solved->lining.value) &&
      m_known.make.frames == make.frames;
  m_known.make = make;
  if (!samePlank) {
    m_known.inHand.reset();
    const bool isLaid = m_plank != nullptr && m_plankOf == solved && m_plank->side == selection.side &&
                        static_cast<int>(m_plank->strake) == selection.strake;
    if (isLaid) m_known.inHand = toJoin(*m_plank);
  }
  if (sameFrames || lining() == nullptr) return;
  m_known.framesOf = selection.side == BoatSide::Port ? solved->portLining.value : solved->lining.value;
  m_known.frames.clear();
  const SurfaceReach all{0.0, lining()->frame.lastT()};
  for (const double x : make.frames.atMm) {
    std::vector<Vec2> line;
    for (int i = 0; i <= frameParts; ++i) {
      const SurfaceCurve at = SurfaceCurve::constant(static_cast<double>(i) / frameParts, all);
      const double t = middleAtDistance(lining()->frame, at, at, all, x);
      if (t > 1e-6 && t < all.toT - 1e-6) line.push_back(lining()->frame.laidFlat(t, at.shareAt(t)));
    }
    m_known.frames.push_back(std::move(line));
  }
}

void JointsDrawing::setPlank(std::shared_ptr<const PlankAtBench> plank, std::shared_ptr<const Solved> of) {
  m_plank = std::move(plank);
  m_plankOf = std::move(of);
  if (m_known.inHand) return update();
  m_known.of = nullptr;  // looked at again, with the plank that is there now
  emit jointTaken();
  update();
}

const StrakeToJoin* JointsDrawing::strakeInHand() const {
  if (lining() == nullptr) return nullptr;
  know();
  return m_known.inHand ? &*m_known.inHand : nullptr;
}

const JoiningMake& JointsDrawing::make() const {
  know();
  return m_known.make;
}

std::vector<std::size_t> JointsDrawing::jointsInHand() const {
  const Selection& selection = m_session->selection();
  return m_session->book()->joining.jointsOf(selection.strake + 1, selection.side);
}

std::optional<std::size_t> JointsDrawing::jointInHand() const {
  if (!m_session->hasBook()) return std::nullopt;
  const auto joints = jointsInHand();
  if (joints.empty()) return std::nullopt;
  return joints[static_cast<std::size_t>(std::clamp<int>(m_ordinal, 0, static_cast<int>(joints.size()) - 1))];
}

double JointsDrawing::foreshortening() const {
  return lining() == nullptr ? 1.0 : m_shortened.by(lining()->frame, size());
}

Vec2 JointsDrawing::flat(double t, double share) const {
  const Vec2 at = lining()->frame.laidFlat(t, share);
  return {at.x() / foreshortening(), at.y()};
}

std::optional<SessionCanvas::Box> JointsDrawing::extent() const {
  if (lining() == nullptr || lining()->strakeCount() == 0) return std::nullopt;
  const GirthFrame& frame = lining()->frame;
  return std::pair(flat(0.0, 0.0), Vec2(flat(frame.lastT(), 0.5).x(), greatestGirthMm(frame)));
}

QPolygonF JointsDrawing::curve(const SurfaceCurve& of, SurfaceReach reach) const {
  QPolygonF points;
  for (double k = reach.fromT * jointPointsABay; k < reach.toT * jointPointsABay; k = std::floor(k + 1.0 + 1e-9))
    points.append(toScreen(flat(k / jointPointsABay, of.shareAt(k / jointPointsABay))));
  points.append(toScreen(flat(reach.toT, of.shareAt(reach.toT))));
  return points;
}

QPolygonF JointsDrawing::stretch(std::size_t strake, double fromMm, double toMm) const {
  const LinedStrake& of = lining()->strakes[strake];
  const SurfaceReach reach{middleAtDistance(lining()->frame, of.lowerEdge, of.upperEdge, of.reach, fromMm),
                           middleAtDistance(lining()->frame, of.lowerEdge, of.upperEdge, of.reach, toMm)};
  if (reach.toT <= reach.fromT) return {};
  return shapeBetween(curve(of.lowerEdge, reach), curve(of.upperEdge, reach));
}

std::vector<BarredStretch> JointsDrawing::barred() const {
  const auto joint = jointInHand();
  const StrakeToJoin* strake = strakeInHand();
  if (!joint || strake == nullptr) return {};
  return barredStretches({*strake}, m_session->book()->joining.joints, *joint, make());
}

QString JointsDrawing::words() const {
  const auto joint = jointInHand();
  if (!joint || strakeInHand() == nullptr) {
    const bool none = m_session->book()->joining.joints.empty();
    return none ? tr("No joints yet: say how long the boards are, and have them planned.")
                : tr("This strake is in one piece.");
  }
  const PlankJoint& of = m_session->book()->joining.joints[*joint];
  const QString where = QString::fromStdString(bayWords(make().frames, of.at.mm()));
  QStringList wrong;
  for (const BarredStretch& one : barred()) {
    if (of.at.mm() <= one.fromMm + 0.5 || of.at.mm() >= one.toMm - 0.5) continue;
    JointBarred said;
    said.joint = of;
    said.bar = one.bar;
    said.other = one.other;
    said.awayMm = one.other ? std::abs(one.other->at.mm() - of.at.mm()) : 0.0;
    said.limitMm = one.bar == JointBar::Board ? make().boardLengthMm : make().apartMm;
    said.bay = where.toStdString();
    wrong << QString::fromStdString(said.words(m_session->notation()));
  }
  if (wrong.size() > 1) return tr("%1 And %n more.", nullptr, static_cast<int>(wrong.size()) - 1).arg(wrong.first());
  if (!wrong.isEmpty()) return wrong.first();
  const JointOnPlank on = onPlank(*strakeInHand(), of, make());
  QString how;
  if (of.kind == JoinedBy::Scarf) {
    const ScarfJig jig = scarfJig(make(), on.hard);
    how =
        tr("Scarf %1 long; the jig rises %2 over that, %L3°.")
            .arg(shown(jig.lengthMm), QString::fromStdString(showThin(millimetres(jig.riseMm), m_session->notation())))
            .arg(radians(jig.angleRad).deg(), 0, 'f', 1);
  } else {
    const ButtBlock block = buttBlock(make(), 0.0);
    how = tr("Butt; its block is %1 long, %2 clear of each frame.")
              .arg(shown(block.lengthMm),
                   QString::fromStdString(showThin(millimetres(block.clearMm), m_session->notation())));
  }
  return tr("Strake %1's joint %2 keeps every limit. %3 Hatched: where it may not lie.").arg(of.strake).arg(where, how);
}

double JointsDrawing::distanceAt(double worldX) const {
  const int strake = m_session->selection().strake;
  const LinedStrake& of = lining()->strakes[static_cast<std::size_t>(strake)];
  const double t = middleAtLaidFlat(lining()->frame, of.lowerEdge, of.upperEdge, of.reach, worldX * foreshortening());
  const double x = lining()->frame.point(t, 0.5 * (of.lowerEdge.shareAt(t) + of.upperEdge.shareAt(t))).x();
  // It comes to the middle of a bay of itself.
  constexpr double holdsPx = 7.0;
  const auto& frames = make().frames.atMm;
  const std::size_t bay = make().frames.bayOf(x);
  if (bay > 0 && bay < frames.size()) {
    const double centre = 0.5 * (frames[bay - 1] + frames[bay]);
    if (std::abs(centre - x) / foreshortening() * pixelsPerMm() < holdsPx) return centre;
  }
  return x;
}

bool JointsDrawing::takeHold(const QPointF& at) {
  if (lining() == nullptr) return false;
  const CanvasHandle* handle = handleNear(at, handleReach());
  if (handle != nullptr) {
    const auto index = static_cast<std::size_t>(handle->line);
    const PlankJoint joint = m_session->book()->joining.joints[index];
    Selection selection = m_session->selection();
    selection.strake = joint.strake - 1;
    m_session->select(selection);
    const auto mine = jointsInHand();
    m_ordinal = static_cast<int>(std::find(mine.begin(), mine.end(), index) - mine.begin());
    emit jointTaken();
    if (strakeInHand() == nullptr) return true;
    const PlankRun run = strakeInHand()->run;
    const JoiningMake made = make();
    hand().take(tr("Move joint, strake %1").arg(joint.strake),
                [this, index, run, made](const Book& now, const Vec2& to) {
                  return moveJoint(now, index, millimetres(distanceAt(to.x())), run, made);
                });
    return true;
  }
  // Else the strake that lies there.
  for (std::size_t k = 0; k < lining()->strakeCount(); ++k) {
    const LinedStrake& of = lining()->strakes[k];
    const QPolygonF shape = shapeBetween(curve(of.lowerEdge, of.reach), curve(of.upperEdge, of.reach));
    if (!shape.containsPoint(at, Qt::OddEvenFill)) continue;
    Selection selection = m_session->selection();
    if (selection.strake == static_cast<int>(k)) return false;
    selection.strake = static_cast<int>(k);
    m_ordinal = 0;
    m_session->select(selection);
    emit jointTaken();
    return true;
  }
  return false;
}

void JointsDrawing::step(int by, bool fine) {
  const auto joint = jointInHand();
  if (!joint || strakeInHand() == nullptr) return;
  const PlankJoint of = m_session->book()->joining.joints[*joint];
  const auto& frames = make().frames.atMm;
  double to = of.at.mm() + by * notationStep(m_session->notation()).mm();
  if (!fine) {
    // To the middle of the next bay.
    std::vector<double> middles;
    for (std::size_t i = 0; i + 1 < frames.size(); ++i) middles.push_back(0.5 * (frames[i] + frames[i + 1]));
    constexpr double hereMm = 0.5;
    if (by > 0) {
      const auto next = std::upper_bound(middles.begin(), middles.end(), of.at.mm() + hereMm);
      if (next == middles.end()) return;
      to = *next;
    } else {
      const auto next = std::lower_bound(middles.begin(), middles.end(), of.at.mm() - hereMm);
      if (next == middles.begin()) return;
      to = *(next - 1);
    }
  }
  hand().step(tr("Move joint, strake %1").arg(of.strake),
              moveJoint(*m_session->book(), *joint, millimetres(to), strakeInHand()->run, make()));
}

bool JointsDrawing::removeInHand() {
  const auto joint = jointInHand();
  return joint && m_session->perform(tr("Take out a joint, strake %1").arg(m_session->selection().strake + 1),
                                     removeJoint(*m_session->book(), *joint));
}

std::vector<Deed> JointsDrawing::deeds() {
  return {{tr("Take out this joint"), Qt::Key_Delete, [this] { removeInHand(); }, jointInHand().has_value(),
           tr("take out the joint in hand")}};
}

std::vector<Deed> JointsDrawing::strokes() {
  const auto takeNext = [this](int by) {
    return [this, by] {
      const int count = static_cast<int>(jointsInHand().size());
      m_ordinal = std::clamp(m_ordinal + by, 0, std::max(count - 1, 0));
      emit jointTaken();
      announce(this);
      remeasure();
    };
  };
  const auto strakeBy = [this](int by) {
    return [this, by] {
      Selection selection = m_session->selection();
      const int last = static_cast<int>(lining()->strakeCount()) - 1;
      selection.strake = std::clamp(selection.strake + by, 0, last);
      m_session->select(selection);
      emit jointTaken();
    };
  };
  const auto moveBy = [this](int by, bool fine) { return [this, by, fine] { step(by, fine); }; };
  const bool lined = lining() != nullptr;
  const QString joints = tr("the joint before or after on this strake"), strakes = tr("the strake above or below");
  const QString moved = tr("the joint in hand to the frame before or after"), bit = tr("the joint in hand by a little");
  return {{joints, Qt::Key_Left, takeNext(-1)},
          {joints, Qt::Key_Right, takeNext(1)},
          {strakes, Qt::Key_Up, strakeBy(1), lined},
          {strakes, Qt::Key_Down, strakeBy(-1), lined},
          {moved, Qt::CTRL | Qt::Key_Left, moveBy(-1, false)},
          {moved, Qt::CTRL | Qt::Key_Right, moveBy(1, false)},
          {bit, Qt::CTRL | Qt::SHIFT | Qt::Key_Left, moveBy(-1, true)},
          {bit, Qt::CTRL | Qt::SHIFT | Qt::Key_Right, moveBy(1, true)}};
}

void JointsDrawing::answered() {
  emit jointTaken();
}

void JointsDrawing::paintNumbers(QPainter& painter, const Lining& now) const {
  painter.setPen(look::ink);
  painter.setFont(shopFont(look::labelPx, true));
  // Near the bow, and further aft where strakes are so narrow there that one number would stand on the next.
  constexpr double first = 0.12, step = 0.03, last = 0.94, wide = 18.0, high = 13.0;
  Labels labels;
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    const LinedStrake& of = now.strakes[k];
    std::vector<QRectF> places;
    for (double share = first; share <= last; share += step) {
      const double t = of.reach.fromT + share * (of.reach.toT - of.reach.fromT);
      const QPointF at = toScreen(flat(t, 0.5 * (of.lowerEdge.shareAt(t) + of.upperEdge.shareAt(t))));
      places.emplace_back(at.x() - 0.5 * wide, at.y() - 0.5 * high, wide, high);
    }
    if (const auto box = labels.takeFirstClear(places))
      painter.drawText(*box, Qt::AlignCenter | Qt::TextDontClip, QString::number(k + 1));
  }
}

void JointsDrawing::paintFrames(QPainter& painter) const {
  painter.setPen(QPen(look::quietInk, 0.8));
  painter.setFont(shopFont(look::labelPx));
  double last = -1e9;
  for (std::size_t i = 0; i < m_known.frames.size(); ++i) {
    QPolygonF line;
    for (const Vec2& at : m_known.frames[i]) line.append(toScreen({at.x() / foreshortening(), at.y()}));
    if (line.size() < 2) continue;
    drawCurve(painter, line);
    const QPointF head = line.back();
    if (head.x() < last + 22.0) continue;
    painter.drawText(QRectF(head.x() - 20.0, head.y() - 19.0, 40.0, 16.0), Qt::AlignCenter, QString::number(i + 1));
    last = head.x();
  }
}

void JointsDrawing::paintJoint(QPainter& painter, const PlankJoint& joint, bool inHand) const {
  const LinedStrake& of = lining()->strakes[static_cast<std::size_t>(joint.strake - 1)];
  const double t = middleAtDistance(lining()->frame, of.lowerEdge, of.upperEdge, of.reach, joint.at.mm());
  const QPointF low = toScreen(flat(t, of.lowerEdge.shareAt(t))), high = toScreen(flat(t, of.upperEdge.shareAt(t)));
  // A scarf leans by its own length, and by enough to be told from a butt; a butt stands square on its block.
  const double leanPx = joint.kind == JoinedBy::Butt
                            ? 0.0
                            : std::max(make().jointLengthMm(joint.kind, false) / foreshortening() * pixelsPerMm(), 9.0);
  painter.setPen(QPen(inHand ? look::inHand : look::ink, inHand ? 4.0 : 2.6));
  drawStraight(painter, low - QPointF(0.5 * leanPx, 0.0), high + QPointF(0.5 * leanPx, 0.0));
  if (joint.kind == JoinedBy::Butt) {
    const double half = std::max(3.0, 0.5 * buttBlock(make(), 0.0).lengthMm / foreshortening() * pixelsPerMm());
    painter.setPen(QPen(inHand ? look::inHand : look::ink, 1.0));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(QRectF(QPointF(low.x() - half, high.y()), QPointF(low.x() + half, low.y())));
  }
}

void JointsDrawing::paintDrawing(QPainter& painter) {
  if (lining() == nullptr || lining()->strakeCount() == 0) return;
  know();
  const Lining& now = *lining();
  const Book& book = *m_session->book();
  const BoatSide side = m_session->selection().side;
  setCaption((foreshortening() > 1.0 ? tr("shell laid flat · %1 times shorter").arg(foreshortening())
                                     : tr("shell laid flat")) +
             tr(" · numbers: frames") + (side == BoatSide::Port ? tr(" · port") : tr(" · starboard")));
  const LiningPlan* plan = m_session->solved()->book->findPlan(now.plan);
  const SpeciesTones tones = plan != nullptr ? SpeciesTones(now, *plan) : SpeciesTones();
  const int selected = m_session->selection().strake;
  painter.setRenderHint(QPainter::Antialiasing, false);
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(static_cast<int>(k) == selected ? look::strakeInHand : tones.of(k));
    const LinedStrake& of = now.strakes[k];
    drawShape(painter, shapeBetween(curve(of.lowerEdge, of.reach), curve(of.upperEdge, of.reach)));
  }
  painter.setRenderHint(QPainter::Antialiasing, true);
  if (selected >= 0 && static_cast<std::size_t>(selected) < now.strakeCount()) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(QBrush(look::trouble, Qt::BDiagPattern));
    // Hatched a little short of its ends, so that a narrow place that is free is seen.
    const double shortMm = 2.5 * foreshortening() / pixelsPerMm();
    for (const BarredStretch& one : barred())
      drawShape(painter, stretch(static_cast<std::size_t>(selected), one.fromMm + shortMm, one.toMm - shortMm));
  }
  painter.setBrush(Qt::NoBrush);
  for (const PlankLine& line : now.lines) {
    painter.setPen(QPen(look::ink, 1.2));
    drawCurve(painter, curve(line.curve, line.reach));
  }
  paintFrames(painter);
  painter.setFont(shopFont(look::labelPx, true));
  paintNumbers(painter, now);
  const auto inHand = jointInHand();
  std::vector<CanvasHandle> handles;
  for (std::size_t i = 0; i < book.joining.joints.size(); ++i) {
    const PlankJoint& joint = book.joining.joints[i];
    if (joint.side != side || joint.strake < 1 || static_cast<std::size_t>(joint.strake) > now.strakeCount()) continue;
    paintJoint(painter, joint, inHand == i);
    const LinedStrake& of = now.strakes[static_cast<std::size_t>(joint.strake - 1)];
    const double t = middleAtDistance(lining()->frame, of.lowerEdge, of.upperEdge, of.reach, joint.at.mm());
    handles.push_back({toScreen(flat(t, 0.5 * (of.lowerEdge.shareAt(t) + of.upperEdge.shareAt(t)))),
                       tr("joint of strake %1 %2")
                           .arg(joint.strake)
                           .arg(QString::fromStdString(bayWords(make().frames, joint.at.mm()))),
                       static_cast<int>(i), -1, inHand == i, inHand == i ? words() : QString()});
  }
  setHandles(std::move(handles));
}

}  // namespace narrows
