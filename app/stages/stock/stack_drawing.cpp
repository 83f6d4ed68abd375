#include "stages/stock/stack_drawing.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

#include "book/stock_edits.h"
#include "canvas/labels.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "fonts.h"
#include "stages/stock/enough_page.h"
#include "stock/board_outline.h"

namespace narrows {

namespace {

Vec2 middleOf(const WantedPiece& piece, const PieceLies& lies) {
  return lies.onBoard(piece.middle.empty() ? centroid(piece.outline) : piece.middle[piece.middle.size() / 2]);
}

}  // namespace

StackDrawing::StackDrawing(Session* session, StockBench* bench, EnoughPage* enough, QWidget* parent)
    : SessionCanvas(session, parent), m_bench(bench), m_enough(enough) {
  setAccessibleName(tr("The whole stack, with what is laid on it"));
  setEmptyWords(tr("No boards yet: type one under The stack, read a file of boards, or paste them."));
  connect(enough, &EnoughPage::answered, this, [this] {
    m_of.reset();  // to be laid out afresh
    remeasure();
  });
  connect(bench, &StockBench::changed, this, &StackDrawing::remeasure);
  connect(bench, &StockBench::handChanged, this, [this] { update(); });
}

const std::vector<StackDrawing::Shown>& StackDrawing::shownBoards() const {
  const StockStands* stands = m_enough->stands();
  if (m_of != m_session->book() || m_stands != stands || m_pieces != m_bench->sharedPieces()) {
    m_of = m_session->book();
    m_stands = stands;
    m_pieces = m_bench->sharedPieces();
    layOut();
  }
  return m_shown;
}

void StackDrawing::layOut() const {
  m_shown.clear();
  if (m_of == nullptr) return;
  const StockStands* stands = m_enough->stands();
  for (const Board& board : m_of->boards) {
    if (!board.used) m_shown.push_back({board.id, BoardShape(board), Vec2::Zero(), {}});
  }
  const auto shown = [&](BoardId id) {
    return std::find_if(m_shown.begin(), m_shown.end(), [&](const Shown& one) { return one.id == id; });
  };
  if (stands != nullptr) {
    for (const PieceOnBoard& one : stands->laid.laid) {
      const auto board = shown(stands->stack.ids[one.board]);
      const WantedPiece& piece = stands->stack.pieces[one.piece];
      if (board != m_shown.end())
        board->on.push_back({one.lies.onBoard(piece.outline), middleOf(piece, one.lies), piece.mark()});
    }
  } else {
    for (const Laying& laying : m_of->layings) {
      const auto board = shown(laying.board);
      const WantedPiece* piece = m_bench->find(laying.of);
      if (board != m_shown.end() && piece != nullptr)
        board->on.push_back({liesOf(laying).onBoard(piece->outline), middleOf(*piece, liesOf(laying)), piece->mark()});
    }
  }
  // In as many columns as show them largest in a drawing about twice as wide as high.
  constexpr double wideOverHigh = 2.2, apartMm = 70.0, nameShare = 0.1;  // of a board's length, beside each
  double longest = 0.0, high = 0.0;
  for (const Shown& one : m_shown) {
    const Box2 box = boxOf(one.shape.outline);
    longest = std::max(longest, (1.0 + nameShare) * box.width());
    high += box.height() + apartMm;
  }
  std::size_t columns = 1;
  const auto least = [&](std::size_t count) {
    return std::max(static_cast<double>(count) * longest, wideOverHigh * high / static_cast<double>(count));
  };
  while (columns < m_shown.size() && least(columns + 1) < least(columns)) ++columns;
  const std::size_t down = (m_shown.size() + columns - 1) / std::max<std::size_t>(columns, 1);
  double y = 0.0;
  for (std::size_t i = 0; i < m_shown.size(); ++i) {
    if (i % down == 0) y = 0.0;
    const Box2 box = boxOf(m_shown[i].shape.outline);
    y -= box.height() + apartMm;
    const std::size_t column = i / down;
    m_shown[i].at = Vec2(static_cast<double>(column) * longest - box.low.x(), y - box.low.y());
  }
}

std::optional<SessionCanvas::Box> StackDrawing::extent() const {
  std::optional<Box> all;
  for (const Shown& one : shownBoards()) {
    const Box2 box = boxOf(moved(one.shape.outline, 0.0, one.at));
    if (!all) all = Box{box.low, box.high};
    all = Box{all->first.cwiseMin(box.low), all->second.cwiseMax(box.high)};
  }
  return all;
}

void StackDrawing::paintDrawing(QPainter& painter) {
  const Board* inHand = m_bench->board();
  std::vector<CanvasHandle> handles;
  painter.setFont(shopFont(look::labelPx));
  for (const Shown& one : shownBoards()) {
    const bool isInHand = inHand != nullptr && inHand->id == one.id;
    painter.setPen(QPen(isInHand ? look::inHand : look::ink, isInHand ? 3.0 : 1.4));
    painter.setBrush(one.on.empty() ? look::raised : look::timber);
    const QPolygonF outline = onScreen(moved(one.shape.outline, 0.0, one.at));
    drawShape(painter, outline);
    painter.setPen(QPen(look::ink, 1.0));
    painter.setBrush(QBrush(look::ink, Qt::BDiagPattern));
    for (const Polygon& fault : one.shape.faults) drawShape(painter, onScreen(moved(fault, 0.0, one.at)));
    QColor wash = look::raised;
    constexpr int washAlpha = 190;
    wash.setAlpha(washAlpha);
    for (const Shown::On& on : one.on) {
      painter.setPen(QPen(look::ink, 1.4));
      painter.setBrush(wash);
      drawShape(painter, onScreen(moved(on.outline, 0.0, one.at)));
    }
    // Marks where they stand clear of one another: a board too small on the screen has none.
    Labels labels;
    for (const Shown::On& on : one.on) {
      const QString mark = QString::fromStdString(on.mark);
      const QSizeF size(painter.fontMetrics().horizontalAdvance(mark) + 2.0, painter.fontMetrics().height() * 0.8);
      const QPointF at = toScreen(on.middle + one.at);
      const QRectF box(at - QPointF(size.width() / 2.0, size.height() / 2.0), size);
      const Box2 own = boxOf(on.outline);
      if (own.height() * pixelsPerMm() < size.height() * 0.6 || own.width() * pixelsPerMm() < size.width() ||
          !labels.takeFirstClear({box}))
        continue;
      painter.fillRect(box, look::raised);
      painter.drawText(box, Qt::AlignCenter | Qt::TextDontClip, mark);
    }
    const QRectF bounds = outline.boundingRect();
    const QString name = QString::fromStdString(one.shape.board.name);
    const QRectF words(bounds.left() - painter.fontMetrics().horizontalAdvance(name) - 6.0, bounds.center().y() - 8.0,
                       painter.fontMetrics().horizontalAdvance(name) + 2.0, 16.0);
    painter.setPen(isInHand ? look::inHand : look::ink);
    painter.drawText(words, Qt::AlignRight | Qt::AlignVCenter | Qt::TextDontClip, name);
    handles.push_back({bounds.center(), tr("board %1").arg(name), static_cast<int>(one.id.number), -1, isInHand,
                       one.on.empty() ? tr("nothing on it") : QString()});
  }
  setHandles(std::move(handles));
  setCaption(m_enough->stands() != nullptr
                 ? tr("the stack, as her planks were laid when you asked; a click takes a board in hand")
                 : tr("the stack, with what is laid on it; a click takes a board in hand"));
}

bool StackDrawing::takeInHand(const CanvasHandle& handle) {
  m_bench->takeBoard({handle.line});
  return true;
}

void StackDrawing::step(int by) {
  const auto& shown = shownBoards();
  const Board* board = m_bench->board();
  if (shown.empty() || board == nullptr) return;
  int at = 0;
  for (std::size_t i = 0; i < shown.size(); ++i) {
    if (shown[i].id == board->id) at = static_cast<int>(i);
  }
  m_bench->takeBoard(shown[static_cast<std::size_t>(std::clamp(at + by, 0, static_cast<int>(shown.size()) - 1))].id);
}

std::vector<Deed> StackDrawing::strokes() {
  return {{tr("take the board above or below in hand"), Qt::Key_Up, [this] { step(-1); }},
          {tr("take the board above or below in hand"), Qt::Key_Down, [this] { step(1); }}};
}

}  // namespace narrows
