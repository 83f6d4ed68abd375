#include "stages/stock/stock_bench.h"

#include <algorithm>
#include <utility>

#include "book/stock_edits.h"
#include "solve/plank_at_bench.h"
#include "solve/wanted_pieces.h"

namespace narrows {

StockBench::StockBench(Session* session, QObject* parent)
    : QObject(parent),
      m_session(session),
      m_pieces(std::make_shared<const std::vector<WantedPiece>>()),
      m_making(session) {
  connect(&m_making, &LongWork::runningChanged, this, [this](bool running) {
    if (!running && std::exchange(m_again, false))
      QMetaObject::invokeMethod(this, &StockBench::bringUp, Qt::QueuedConnection);
  });
  connect(&m_making, &LongWork::brokenOff, this, [this] { m_broken = m_session->solved(); });
}

bool StockBench::isFor(const Solved& answer) const {
  return m_of != nullptr && wishesOf(*m_of->book) == wishesOf(*answer.book) &&
         (m_of.get() == &answer || haveSamePlanks(*m_of, answer));
}

bool StockBench::isFresh() const {
  const auto& solved = m_session->solved();
  return solved != nullptr && isFor(*solved);
}

const WantedPiece* StockBench::find(const PieceRef& of) const {
  const auto found =
      std::find_if(m_pieces->begin(), m_pieces->end(), [&](const WantedPiece& one) { return one.of.isSame(of); });
  return found == m_pieces->end() ? nullptr : &*found;
}

void StockBench::bringUp() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->waits() || m_broken == solved) return;
  if (isFor(*solved)) {
    m_of = solved;  // the answer before is let go
    return;
  }
  if (m_making.isRunning()) {
    m_again = true;
    return;
  }
  m_making.begin([this, solved](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    auto pieces = std::make_shared<const std::vector<WantedPiece>>(wantedPieces(*solved, stop));
    return [this, solved, pieces] {
      m_pieces = pieces;
      m_of = solved;
      emit changed();
      bringUp();
    };
  });
}

void StockBench::clear() {
  m_broken = nullptr;
  if (m_of == nullptr) return;
  m_of = nullptr;
  m_pieces = std::make_shared<const std::vector<WantedPiece>>();
  emit changed();
}

const Board* StockBench::board() const {
  if (!m_session->hasBook() || m_session->book()->boards.empty()) return nullptr;
  const Board* found = findBoard(*m_session->book(), m_board);
  return found != nullptr ? found : &m_session->book()->boards.front();
}

void StockBench::takeBoard(BoardId id) {
  if (m_board == id) return;
  m_board = id;
  // A piece that lies on another board is not in hand on this one.
  const Laying* laying = m_piece ? findLaying(*m_session->book(), *m_piece) : nullptr;
  if (laying != nullptr && laying->board != id) m_piece.reset();
  emit handChanged();
}

const WantedPiece* StockBench::piece() const {
  return m_piece ? find(*m_piece) : nullptr;
}

void StockBench::takePiece(const std::optional<PieceRef>& of) {
  if (m_piece == of) return;
  m_piece = of;
  if (of) {
    if (const Laying* laying = findLaying(*m_session->book(), *of)) m_board = laying->board;
  }
  emit handChanged();
}

StockMake StockBench::make() const {
  return stockMake(*m_session->book());
}

std::vector<std::size_t> StockBench::laidOn(BoardId board) const {
  std::vector<std::size_t> laid;
  const auto& layings = m_session->book()->layings;
  for (std::size_t i = 0; i < layings.size(); ++i) {
    if (layings[i].board == board) laid.push_back(i);
  }
  return laid;
}

std::vector<PieceRef> StockBench::withoutPiece() const {
  std::vector<PieceRef> without;
  if (!isFresh()) return without;
  for (const Laying& laying : m_session->book()->layings) {
    if (!laying.isCut() && find(laying.of) == nullptr) without.push_back(laying.of);
  }
  return without;
}

std::vector<Neighbour> StockBench::neighbours(BoardId board, const PieceRef& but) const {
  std::vector<Neighbour> neighbours;
  for (const std::size_t i : laidOn(board)) {
    const Laying& laying = m_session->book()->layings[i];
    const WantedPiece* piece = laying.of.isSame(but) ? nullptr : find(laying.of);
    if (piece != nullptr) neighbours.push_back({i, piece->mark(), liesOf(laying).onBoard(piece->outline)});
  }
  return neighbours;
}

const std::map<std::string, std::optional<Severity>>& StockBench::verdicts() const {
  const Book& book = *m_session->book();
  const bool isSame = m_verdicts.pieces == m_pieces && m_verdicts.boards == book.boards &&
                      m_verdicts.layings == book.layings && m_verdicts.rules == book.stock;
  if (isSame || m_session->isDragging()) return m_verdicts.all;
  m_verdicts = {m_pieces, book.boards, book.layings, book.stock, {}};
  const StockMake rules = make();
  for (const Laying& laying : book.layings) {
    if (laying.isCut()) continue;
    if (const auto judged = judge(laying)) m_verdicts.all[find(laying.of)->words()] = judged->verdict(rules);
  }
  return m_verdicts.all;
}

std::vector<Polygon> StockBench::outlinesOn(BoardId board) const {
  std::vector<Polygon> outlines;
  for (const std::size_t i : laidOn(board)) {
    const Laying& laying = m_session->book()->layings[i];
    if (laying.isCut()) {
      Polygon cut;
      for (const EdgePoint& point : laying.asCut) cut.emplace_back(point.x.mm(), point.y.mm());
      outlines.push_back(std::move(cut));
    } else if (const WantedPiece* piece = find(laying.of)) {
      outlines.push_back(liesOf(laying).onBoard(piece->outline));
    }
  }
  return outlines;
}

LayingJudged StockBench::judge(const BoardShape& board, const WantedPiece& piece, const PieceLies& lies) const {
  return judgeLaying(board, piece, lies, neighbours(board.board.id, piece.of), make());
}

std::optional<LayingJudged> StockBench::judge(const Laying& laying) const {
  const WantedPiece* piece = find(laying.of);
  const Board* on = findBoard(*m_session->book(), laying.board);
  if (piece == nullptr || on == nullptr) return std::nullopt;
  return judge(BoardShape(*on), *piece, liesOf(laying));
}

}  // namespace narrows
