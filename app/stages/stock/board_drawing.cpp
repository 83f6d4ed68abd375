#include "stages/stock/board_drawing.h"

#include <QApplication>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <cmath>
#include <numbers>

#include "book/stock_edits.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "stock/board_outline.h"
#include "stock/fit.h"

namespace narrows {

namespace {

constexpr double radPerDegree = std::numbers::pi / 180.0;
constexpr double turnStepRad = 0.1 * radPerDegree;
/// A piece comes to rest where it is let within so many pixels of it.
constexpr double restPx = 8.0;
/// Distances beyond this are no matter while a piece is laid.
constexpr double toldWithinMm = 300.0;
constexpr double labelHighPx = 15.0;

void write(QPainter& painter, Labels& labels, const QPointF& at, const QString& words, const QPointF& step) {
  const QRectF box(at, QSizeF(painter.fontMetrics().horizontalAdvance(words) + 4.0, labelHighPx));
  const QRectF there = labels.place(box, step);
  QColor ground = look::raised;
  ground.setAlpha(205);
  painter.fillRect(there, ground);
  painter.drawText(there, Qt::AlignCenter | Qt::TextDontClip, words);
}

}  // namespace

struct BoardDrawing::Seen {
  const WantedPiece* piece = nullptr;
  PieceLies lies;
  Polygon outline;  ///< on the board; as it was cut, where it was
  bool isInHand = false, isCut = false;
  std::optional<Severity> verdict;
};

BoardDrawing::BoardDrawing(Session* session, StockBench* bench, QWidget* parent)
    : SessionCanvas(session, parent), m_bench(bench) {
  setAccessibleName(tr("The board in hand, with what is laid on it"));
  setEmptyWords(tr("No boards yet: type one under The stack, read a file of boards, or paste them."));
  connect(bench, &StockBench::changed, this, [this] { remeasure(); });
  connect(bench, &StockBench::handChanged, this, [this] { remeasure(); });
}

PieceLies BoardDrawing::waiting(const WantedPiece& piece) const {
  const Board* board = m_bench->board();
  if (m_waitingOf && piece.of.isSame(*m_waitingOf)) return m_waiting;
  const Box2 box = boxOf(piece.outline);
  const double above = board == nullptr ? 0.0 : boxOf(outlineOf(*board)).high.y();
  constexpr double apart = 0.25;
  return {Vec2(-box.low.x(), above + apart * std::max(box.height(), 100.0) - box.low.y()), 0.0, false};
}

std::optional<PieceLies> BoardDrawing::liesNow() const {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr) return std::nullopt;
  const Laying* laying = findLaying(*m_session->book(), piece->of);
  return laying != nullptr ? liesOf(*laying) : waiting(*piece);
}

PieceLies BoardDrawing::startLies() const {
  const WantedPiece& piece = *m_bench->piece();
  PieceLies lies = *liesNow();
  if (findLaying(*m_session->book(), piece.of) != nullptr) return lies;
  const Board& board = *m_bench->board();
  const double x = 0.5 * board.length.mm();
  const Vec2 middle(x, 0.5 * (edgeAtMm(board, false, x) + edgeAtMm(board, true, x)));
  lies.at += middle - lies.onBoard(centroid(piece.outline));
  return lies;
}

std::optional<SessionCanvas::Box> BoardDrawing::extent() const {
  const Board* board = m_bench->board();
  if (board == nullptr) return std::nullopt;
  Box2 box = boxOf(outlineOf(*board));
  if (const WantedPiece* piece = m_bench->piece()) {
    const Box2 other = boxOf(liesNow()->onBoard(piece->outline));
    box.low = box.low.cwiseMin(other.low);
    box.high = box.high.cwiseMax(other.high);
  }
  return std::pair(box.low, box.high);
}

void BoardDrawing::paintBoard(QPainter& painter, const BoardShape& shape) const {
  const QPolygonF outline = onScreen(shape.outline);
  painter.setPen(QPen(look::ink, 2.0));
  painter.setBrush(shape.board.used ? look::edge : look::timber);
  drawShape(painter, outline);
  painter.setBrush(Qt::NoBrush);
  // The grain runs as the board has grown: between its edges.
  painter.save();
  QPainterPath clip;
  clip.addPolygon(outline);
  painter.setClipPath(clip);
  painter.setPen(QPen(look::timberDark, 1.2));
  constexpr int strokes = 7;
  for (int i = 1; i < strokes; ++i) {
    const double share = static_cast<double>(i) / strokes;
    QPolygonF stroke;
    for (const Vec2& at : shape.middle) {
      const double low = edgeAtMm(shape.board, false, at.x()), high = edgeAtMm(shape.board, true, at.x());
      stroke << toScreen({at.x(), low + share * (high - low)});
    }
    drawCurve(painter, stroke);
  }
  painter.restore();
}

void BoardDrawing::paintFaults(QPainter& painter, const BoardShape& shape, const std::vector<std::size_t>& fouled,
                               Labels& labels) const {
  painter.setFont(shopFont(look::labelPx));
  for (std::size_t i = 0; i < shape.faults.size(); ++i) {
    const Box2 at = boxOf(shape.faults[i]);
    const QRectF box(toScreen({at.low.x(), at.high.y()}), toScreen({at.high.x(), at.low.y()}));
    const bool isFouled = std::find(fouled.begin(), fouled.end(), i) != fouled.end();
    const QColor ink = isFouled ? look::trouble : look::ink;
    painter.setPen(QPen(ink, isFouled ? 2.6 : 1.4));
    painter.setBrush(QBrush(ink, Qt::BDiagPattern));
    // What is smaller than the eye finds is drawn large enough to be seen.
    constexpr double leastPx = 5.0;
    const QSizeF size(std::max(box.width(), leastPx), std::max(box.height(), leastPx));
    const QRectF seen(box.center() - QPointF(size.width() / 2, size.height() / 2), size);
    painter.drawRect(seen);
    painter.setBrush(Qt::NoBrush);
    write(painter, labels, QPointF(box.left(), box.bottom() + 2.0),
          QString::fromStdString(boardFaultWords(shape.board.faults[i].kind)), {0.0, labelHighPx});
  }
}

void BoardDrawing::paintPiece(QPainter& painter, const Seen& seen, Labels& labels) const {
  const QPolygonF shape = onScreen(seen.outline);
  QColor wash = seen.isInHand ? look::inHand : look::raised;
  wash.setAlpha(seen.isInHand ? 70 : 150);
  painter.setBrush(wash);
  painter.setPen(QPen(seen.verdict == Severity::Trouble ? look::trouble
                      : seen.isInHand                   ? look::inHand
                                                        : look::ink,
                      seen.isInHand ? 3.0 : 1.8, seen.verdict == Severity::Trouble ? Qt::DashLine : Qt::SolidLine));
  drawShape(painter, shape);
  // Turned over, its inside face is down: hatched, so that it is seen at once.
  if (seen.lies.turnedOver) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(QBrush(look::outline, Qt::FDiagPattern));
    drawShape(painter, shape);
  }
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::quietInk, 1.0));
  drawCurve(painter, onScreen(seen.lies.onBoard(seen.piece->lower)));
  drawCurve(painter, onScreen(seen.lies.onBoard(seen.piece->upper)));
  const std::vector<Vec2>& middle = seen.piece->middle;
  if (middle.size() < 2) return;
  // An arrow head at the end that is the bow; of what has no bow, nothing.
  const bool hasBow = seen.piece->of.kind == PieceKind::Plank;
  const QPointF fore = toScreen(seen.lies.onBoard(middle.front())), aft = toScreen(seen.lies.onBoard(middle.back()));
  const QPointF way = fore - aft;
  const double length = std::hypot(way.x(), way.y());
  painter.setFont(shopFont(look::labelPx, true));
  painter.setPen(look::ink);
  if (hasBow && length > 40.0) {
    const QPointF unit = way / length, across(-unit.y(), unit.x());
    const QPointF tip = fore - unit * 3.0;
    painter.setBrush(look::ink);
    painter.drawPolygon(QPolygonF{tip, tip - unit * 11.0 + across * 5.0, tip - unit * 11.0 - across * 5.0});
    painter.setBrush(Qt::NoBrush);
    const QPointF at = fore - unit * 34.0;
    write(painter, labels, at - QPointF(16.0, labelHighPx / 2), tr("bow"), {0.0, labelHighPx});
  }
  QString words = QString::fromStdString(seen.piece->mark());
  if (seen.isCut) words += tr(", cut");
  if (seen.lies.turnedOver) words += tr(", inside down");
  const QPointF at = toScreen(seen.lies.onBoard(middle[middle.size() / 2]));
  write(painter, labels, at - QPointF(0.5 * painter.fontMetrics().horizontalAdvance(words), labelHighPx / 2), words,
        {0.0, labelHighPx});
}

void BoardDrawing::paintDistance(QPainter& painter, const ClearOf& clear, Labels& labels) const {
  const QPointF from = toScreen(clear.from), to = toScreen(clear.to);
  const bool over = clear.mm < 0.0;
  painter.setPen(QPen(over ? look::trouble : look::ink, 1.4));
  drawStraight(painter, from, to);
  for (const QPointF& end : {from, to}) painter.drawEllipse(end, 2.0, 2.0);
  const QString words = over ? tr("over %1").arg(shown(-clear.mm)) : shown(clear.mm);
  const QPointF middle = 0.5 * (from + to);
  const QSizeF size(painter.fontMetrics().horizontalAdvance(words) + 4.0, labelHighPx);
  constexpr double besidePx = 5.0;
  // Beside its line on either hand, above or below it; where all of that is taken the slate has the figure.
  const auto there = labels.takeFirstClear(
      {QRectF(middle + QPointF(besidePx, -size.height() / 2), size),
       QRectF(middle + QPointF(-besidePx - size.width(), -size.height() / 2), size),
       QRectF(QPointF(middle.x() - size.width() / 2, std::max(from.y(), to.y()) + besidePx), size),
       QRectF(QPointF(middle.x() - size.width() / 2, std::min(from.y(), to.y()) - besidePx - size.height()), size)});
  if (!there) return;
  QColor ground = look::raised;
  ground.setAlpha(205);
  painter.fillRect(*there, ground);
  painter.drawText(*there, Qt::AlignCenter | Qt::TextDontClip, words);
}

void BoardDrawing::paintClearances(QPainter& painter, const LayingJudged& judged, Labels& labels) const {
  painter.setFont(shopFont(look::labelPx));
  painter.setPen(Qt::NoPen);
  painter.setBrush(QBrush(look::trouble, Qt::Dense4Pattern));
  for (const Polygon& over : judged.over) drawShape(painter, onScreen(over));
  painter.setBrush(Qt::NoBrush);
  for (std::size_t i = 0; i < judged.edges.size(); ++i) {
    // The ends matter only where they are near: the room along the board is told beside.
    const bool isEnd = i >= 2;
    if (!isEnd || judged.edges[i].mm < toldWithinMm) paintDistance(painter, judged.edges[i], labels);
  }
  for (const ClearOfFault& fault : judged.faults) {
    if (fault.bar && fault.clear.mm > 0.0 && fault.clear.mm < toldWithinMm) paintDistance(painter, fault.clear, labels);
  }
  for (const ClearOfNeighbour& neighbour : judged.neighbours) {
    if (neighbour.clear.mm < toldWithinMm) paintDistance(painter, neighbour.clear, labels);
  }
}

void BoardDrawing::paintDrawing(QPainter& painter) {
  const Board* board = m_bench->board();
  if (board == nullptr) return;
  const BoardShape shape(*board);
  const StockMake make = m_bench->make();
  const WantedPiece* inHand = m_bench->piece();
  setCaption(
      board->used ? tr("board %1 is sawn up").arg(QString::fromStdString(board->name))
      : inHand != nullptr
          ? tr("slide the piece; [ and ] turn it, R end for end, K to the crook, L and U along an edge")
          : tr("board %1, butt end to the left; double click marks a fault").arg(QString::fromStdString(board->name)));
  paintBoard(painter, shape);
  Labels labels;
  std::vector<Seen> seen;
  std::optional<LayingJudged> judged;
  std::vector<CanvasHandle> handles;
  for (const std::size_t i : m_bench->laidOn(board->id)) {
    const Laying& laying = m_session->book()->layings[i];
    const WantedPiece* piece = m_bench->find(laying.of);
    if (piece == nullptr) continue;
    const bool isInHand = inHand != nullptr && piece->of.isSame(inHand->of);
    Polygon outline;
    for (const EdgePoint& point : laying.asCut) outline.emplace_back(point.x.mm(), point.y.mm());
    std::optional<Severity> verdict;
    if (!laying.isCut()) {
      outline = liesOf(laying).onBoard(piece->outline);
      // While one is slid the others are as they were judged before.
      const std::string name = piece->words();
      if (isInHand || !hand().holds() || m_verdicts.count(name) == 0) {
        LayingJudged lies = m_bench->judge(shape, *piece, liesOf(laying));
        m_verdicts[name] = lies.verdict(make);
        if (isInHand) judged = std::move(lies);
      }
      verdict = m_verdicts[name];
    }
    seen.push_back({piece, liesOf(laying), std::move(outline), isInHand, laying.isCut(), verdict});
  }
  const bool isWaiting =
      inHand != nullptr && !judged && !board->used && findLaying(*m_session->book(), inHand->of) == nullptr;
  if (isWaiting)
    seen.push_back({inHand, waiting(*inHand), waiting(*inHand).onBoard(inHand->outline), true, false, std::nullopt});
  std::vector<std::size_t> fouled;
  for (std::size_t i = 0; judged && i < judged->faults.size(); ++i) {
    if (judged->faults[i].bar && judged->faults[i].clear.mm <= 0.0) fouled.push_back(judged->faults[i].fault);
  }
  std::stable_partition(seen.begin(), seen.end(), [](const Seen& one) { return !one.isInHand; });
  for (const Seen& one : seen) paintPiece(painter, one, labels);
  paintFaults(painter, shape, fouled, labels);
  if (judged && !board->used) paintClearances(painter, *judged, labels);
  for (const Seen& one : seen) {
    const QString state = one.isCut                          ? tr("cut")
                          : one.verdict == Severity::Trouble ? tr("does not lie clear")
                                                             : QString();
    handles.push_back({toScreen(one.lies.onBoard(one.piece->middle[one.piece->middle.size() / 2])),
                       QString::fromStdString(one.piece->words()), -1, -1, one.isInHand, state});
  }
  setHandles(std::move(handles));
}

PieceLies BoardDrawing::atRest(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies,
                               const std::vector<Neighbour>& neighbours) const {
  const StockMake make = m_bench->make();
  const double reachMm = restPx / pixelsPerMm();
  PieceLies to = lies;
  // Across first, then along: each the nearest of what is within reach.
  for (const bool along : {false, true}) {
    const LayingJudged judged = judgeLaying(board, piece, to, neighbours, make);
    double least = reachMm;
    double by = 0.0;
    const auto offer = [&](double move) {
      if (std::abs(move) < least) least = std::abs(move), by = move;
    };
    if (along) {
      offer(make.marginMm - judged.edges[static_cast<std::size_t>(BoardSide::Butt)].mm);
      offer(judged.edges[static_cast<std::size_t>(BoardSide::Top)].mm - make.marginMm);
    } else {
      offer(make.marginMm - judged.edges[static_cast<std::size_t>(BoardSide::Lower)].mm);
      offer(judged.edges[static_cast<std::size_t>(BoardSide::Upper)].mm - make.marginMm);
    }
    for (const ClearOfNeighbour& one : judged.neighbours) {
      const Vec2 way = one.clear.to - one.clear.from;
      const bool isAlong = std::abs(way.x()) > std::abs(way.y());
      if (one.clear.mm <= 0.0 || isAlong != along) continue;
      const double sign = (along ? way.x() : way.y()) > 0.0 ? 1.0 : -1.0;
      offer(sign * (one.clear.mm - make.kerfMm));
    }
    (along ? to.at.x() : to.at.y()) += by;
  }
  return to;
}

bool BoardDrawing::holdsPiece(const Vec2& at) {
  const Board* board = m_bench->board();
  const BoardShape shape(*board);
  std::vector<PieceRef> there;
  // The one in hand first, then the one that was laid last.
  if (m_bench->pieceRef()) there.push_back(*m_bench->pieceRef());
  const std::vector<std::size_t> laid = m_bench->laidOn(board->id);
  for (auto i = laid.rbegin(); i != laid.rend(); ++i) there.push_back(m_session->book()->layings[*i].of);
  for (const PieceRef& of : there) {
    const WantedPiece* piece = m_bench->find(of);
    if (piece == nullptr) continue;
    const Laying* laying = findLaying(*m_session->book(), of);
    if (laying != nullptr && laying->board != board->id) continue;
    const PieceLies start = laying != nullptr ? liesOf(*laying) : waiting(*piece);
    if (!contains(start.onBoard(piece->outline), at)) continue;
    m_bench->takePiece(of);
    if (board->used) return true;
    const auto neighbours = m_bench->neighbours(board->id, of);
    hand().take(
        tr("Slide %1").arg(QString::fromStdString(piece->words())),
        [this, of, start, from = at, id = board->id, neighbours](const Book& now, const Vec2& to) -> Result<Book> {
          const WantedPiece* moved = m_bench->find(of);
          const Board* on = findBoard(now, id);
          if (moved == nullptr || on == nullptr) return now;
          const BoardShape under(*on);
          PieceLies lies = start;
          lies.at += to - from;
          m_waiting = lies;
          m_waitingOf = of;
          // Drawn off the board altogether, it is laid there no more.
          const Polygon outline = lies.onBoard(moved->outline);
          const bool isOn = std::any_of(outline.begin(), outline.end(),
                                        [&](const Vec2& point) { return contains(under.outline, point); });
          if (!isOn) return liftPieces(now, {of});
          const bool isFree = (QApplication::keyboardModifiers() & Qt::ShiftModifier) != 0;
          return layPiece(now, of, id, isFree ? lies : atRest(under, *moved, lies, neighbours));
        });
    return true;
  }
  return false;
}

bool BoardDrawing::holdsFault(const Vec2& at) {
  const Board* board = m_bench->board();
  if (board->used) return false;
  for (std::size_t i = 0; i < board->faults.size(); ++i) {
    const Box2 box = boxOf(boxOf(board->faults[i]));
    const double reach = 4.0 / pixelsPerMm();
    if (at.x() < box.low.x() - reach || at.x() > box.high.x() + reach || at.y() < box.low.y() - reach ||
        at.y() > box.high.y() + reach)
      continue;
    hand().take(tr("Move a fault of %1").arg(QString::fromStdString(board->name)),
                [i, start = box.low, from = at, id = board->id](const Book& now, const Vec2& to) -> Result<Book> {
                  const Board* on = findBoard(now, id);
                  if (on == nullptr || i >= on->faults.size()) return now;
                  Board moved = *on;
                  // A fault is measured to the millimetre.
                  const Vec2 there = start + to - from;
                  moved.faults[i].x = millimetres(std::round(there.x()));
                  moved.faults[i].y = millimetres(std::round(there.y()));
                  const auto edited = changeBoard(now, moved);
                  return edited ? *edited : now;
                });
    return true;
  }
  return false;
}

bool BoardDrawing::takeHold(const QPointF& at) {
  if (m_bench->board() == nullptr) return false;
  const Vec2 there = toWorld(at);
  if (holdsPiece(there) || holdsFault(there)) return true;
  m_bench->takePiece(std::nullopt);
  return false;
}

void BoardDrawing::mouseDoubleClickEvent(QMouseEvent* event) {
  const Board* board = m_bench->board();
  if (board == nullptr || board->used || event->button() != Qt::LeftButton) return;
  hand().putBack();
  const Vec2 at = toWorld(event->position());
  if (!contains(outlineOf(*board), at)) return;
  Board marked = *board;
  constexpr double usualMm = 20.0;
  BoardFault fault;
  fault.kind = m_faultKind;
  fault.x = millimetres(std::round(at.x() - 0.5 * usualMm));
  fault.y = millimetres(std::round(at.y() - 0.5 * usualMm));
  fault.length = fault.width = millimetres(usualMm);
  marked.faults.push_back(fault);
  m_session->perform(
      tr("Mark a fault on %1: %2")
          .arg(QString::fromStdString(board->name), QString::fromStdString(boardFaultWords(m_faultKind))),
      changeBoard(*m_session->book(), marked));
}

void BoardDrawing::layAt(const QString& words, const PieceLies& lies, bool step) {
  const WantedPiece* piece = m_bench->piece();
  const Board* board = m_bench->board();
  if (piece == nullptr || board == nullptr) return;
  const QString named = words.arg(QString::fromStdString(piece->words()));
  const auto laid = layPiece(*m_session->book(), piece->of, board->id, lies);
  if (step) {
    hand().step(named, laid);
  } else {
    m_session->perform(named, laid);
  }
}

void BoardDrawing::shift(double along, double across, double turnRad) {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr || m_bench->board() == nullptr) return;
  PieceLies to = startLies();
  const Vec2 middle = to.onBoard(centroid(piece->outline));
  to.turnRad += turnRad;
  to.at = Eigen::Rotation2Dd(turnRad) * (to.at - middle) + middle + Vec2(along, across);
  layAt(turnRad != 0.0 ? tr("Turn %1") : tr("Slide %1"), to, true);
}

void BoardDrawing::turnRound() {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr || m_bench->board() == nullptr) return;
  PieceLies to = startLies();
  const Vec2 middle = to.onBoard(centroid(piece->outline));
  to.turnRad += std::numbers::pi;
  to.at = middle - (to.at - middle);
  layAt(tr("Turn %1 end for end"), to);
}

void BoardDrawing::turnOver() {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr || m_bench->board() == nullptr) return;
  PieceLies to = startLies();
  const Vec2 middle = to.onBoard(centroid(piece->outline));
  to.turnedOver = !to.turnedOver;
  to.at += middle - to.onBoard(centroid(piece->outline));
  layAt(tr("Turn %1 over"), to);
}

void BoardDrawing::layAlongEdge(bool upper) {
  const WantedPiece* piece = m_bench->piece();
  const Board* board = m_bench->board();
  if (piece == nullptr || board == nullptr) return;
  layAt(upper ? tr("Lay %1 along the upper edge") : tr("Lay %1 along the lower edge"),
        alongEdge(BoardShape(*board), *piece, startLies(), upper, m_bench->make()));
}

void BoardDrawing::layToCrook() {
  const WantedPiece* piece = m_bench->piece();
  const Board* board = m_bench->board();
  if (piece == nullptr || board == nullptr) return;
  layAt(tr("Lay %1 to the board's crook"), alongCrook(BoardShape(*board), *piece, startLies()));
}

void BoardDrawing::layBeside() {
  const WantedPiece* piece = m_bench->piece();
  const Board* board = m_bench->board();
  if (piece == nullptr || board == nullptr) return;
  const PieceLies now = startLies();
  const Polygon outline = now.onBoard(piece->outline);
  std::optional<Neighbour> nearest;
  double least = 1e300;
  for (const Neighbour& one : m_bench->neighbours(board->id, piece->of)) {
    const double mm = clearBetween(outline, one.outline).mm;
    if (mm < least) least = mm, nearest = one;
  }
  if (!nearest) return;
  const bool above = centroid(outline).y() > centroid(nearest->outline).y();
  layAt(tr("Lay %1 beside its neighbour"), besideNeighbour(*piece, now, *nearest, above, m_bench->make()));
}

bool BoardDrawing::layInBestPlace() {
  const WantedPiece* piece = m_bench->piece();
  const Board* board = m_bench->board();
  if (piece == nullptr || board == nullptr || board->used) return false;
  const auto place = findPlace(BoardShape(*board), *piece, m_bench->neighbours(board->id, piece->of), m_bench->make());
  if (!place) return false;
  layAt(tr("Lay %1 in the best place"), place->lies);
  return true;
}

bool BoardDrawing::layPair() {
  const WantedPiece* piece = m_bench->piece();
  const Board* board = m_bench->board();
  if (piece == nullptr || board == nullptr || board->used || !piece->hasPair) return false;
  PieceRef other = piece->of;
  other.side = other.side == BoatSide::Port ? BoatSide::Starboard : BoatSide::Port;
  other.strakeId = {};
  const WantedPiece* pair = m_bench->find(other);
  if (pair == nullptr || isThere(*m_session->book(), pair->of)) return false;
  const auto place = findPlace(BoardShape(*board), *pair, m_bench->neighbours(board->id, pair->of), m_bench->make());
  if (!place) return false;
  m_session->perform(tr("Lay the other of the pair: %1").arg(QString::fromStdString(pair->words())),
                     layPiece(*m_session->book(), pair->of, board->id, place->lies));
  return true;
}

void BoardDrawing::lift() {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr || findLaying(*m_session->book(), piece->of) == nullptr) return;
  m_session->perform(tr("Take %1 off its board").arg(QString::fromStdString(piece->words())),
                     liftPieces(*m_session->book(), {piece->of}));
}

std::vector<Deed> BoardDrawing::deeds() {
  const bool can = m_bench->piece() != nullptr && m_bench->board() != nullptr && !m_bench->board()->used;
  const Laying* laying = can ? findLaying(*m_session->book(), m_bench->piece()->of) : nullptr;
  const bool isLaid = laying != nullptr && !laying->isCut();
  const auto deed = [&](const QString& words, QKeyCombination key, std::function<void()> act, bool may) {
    return Deed{words, key, std::move(act), may};
  };
  return {deed(
              tr("Lay it along the lower edge"), Qt::Key_L, [this] { layAlongEdge(false); }, can),
          deed(
              tr("Lay it along the upper edge"), Qt::Key_U, [this] { layAlongEdge(true); }, can),
          deed(
              tr("Lay it to the board's crook"), Qt::Key_K, [this] { layToCrook(); }, can),
          deed(
              tr("Lay it beside its neighbour"), Qt::Key_N, [this] { layBeside(); }, can),
          deed(
              tr("Lay it in the best place"), Qt::Key_B, [this] { layInBestPlace(); }, can),
          deed(
              tr("Lay the other of the pair"), Qt::Key_P, [this] { layPair(); },
              can && isLaid && m_bench->piece()->hasPair),
          deed(
              tr("Turn it to the left"), Qt::Key_BracketLeft, [this] { shift(0.0, 0.0, turnStepRad); }, can),
          deed(
              tr("Turn it to the right"), Qt::Key_BracketRight, [this] { shift(0.0, 0.0, -turnStepRad); }, can),
          deed(
              tr("Turn it end for end"), Qt::Key_R, [this] { turnRound(); }, can),
          deed(
              tr("Turn it over"), Qt::Key_F, [this] { turnOver(); }, can),
          deed(
              tr("Take it off the board"), Qt::Key_Delete, [this] { lift(); }, isLaid)};
}

std::vector<Deed> BoardDrawing::strokes() {
  std::vector<Deed> all;
  const auto add = [&](Qt::KeyboardModifiers held, double step, const QString& words) {
    const auto moveBy = [this](double x, double y) { return [this, x, y] { shift(x, y, 0.0); }; };
    all.push_back({words, QKeyCombination(held, Qt::Key_Left), moveBy(-step, 0.0)});
    all.push_back({words, QKeyCombination(held, Qt::Key_Right), moveBy(step, 0.0)});
    all.push_back({words, QKeyCombination(held, Qt::Key_Up), moveBy(0.0, step)});
    all.push_back({words, QKeyCombination(held, Qt::Key_Down), moveBy(0.0, -step)});
  };
  constexpr double coarseMm = 10.0;
  add(Qt::NoModifier, coarseMm, tr("move the piece on the board"));
  add(Qt::ControlModifier, notationStep(m_session->notation()).mm(), tr("move it by the smallest step"));
  return all;
}

}  // namespace narrows
