#include "stages/stock/saw_page.h"

#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSplitter>
#include <QVBoxLayout>
#include <algorithm>

#include "book/stack_to_lay.h"
#include "book/today.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"
#include "stages/slate.h"
#include "stages/stock/stock_bench.h"
#include "stock/good_for.h"

namespace narrows {

SawPage::SawPage(Session* session, StockBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_cuts(new CellGrid(tr("Pieces in the order they are sawn"), session)),
      m_left(new CellGrid(tr("What is left of the board"), session)),
      m_answer(new RefusedNote(session, this)),
      m_ordering(session) {
  auto* column = pageColumn(this, m_words);
  auto* grids = new QSplitter(Qt::Horizontal, this);
  m_cuts->setObjectName(QStringLiteral("sawnPieces"));
  m_left->setObjectName(QStringLiteral("leftOfBoard"));
  grids->addWidget(m_cuts);
  grids->addWidget(m_left);
  column->addWidget(grids, 1);
  column->addWidget(m_answer);
  makeGrids();
  // While something is slid its figures follow when it is let go.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
  connect(bench, &StockBench::changed, this, &SawPage::layOut);
  connect(bench, &StockBench::handChanged, this, &SawPage::layOut);
}

void SawPage::makeGrids() {
  CellModel& cuts = m_cuts->cells();
  cuts.columns = {tr("from the butt"), tr("clear by"), tr("how it lies")};
  cuts.columnKey = [](int at) { return QString::number(at); };
  cuts.rows = [this] { return static_cast<int>(inOrder().size()); };
  cuts.rowName = [this](int row) {
    const auto order = inOrder();
    if (static_cast<std::size_t>(row) >= order.size()) return QString();
    const PieceRef& of = order[static_cast<std::size_t>(row)]->of;
    const WantedPiece* piece = m_bench->find(of);
    return QString::fromStdString(pieceWords(of, piece == nullptr ? 1 : piece->count));
  };
  cuts.cell = [this](int row, int column) {
    Cell cell;
    const auto order = inOrder();
    if (static_cast<std::size_t>(row) >= order.size()) return cell;
    const Laying& laying = *order[static_cast<std::size_t>(row)];
    const WantedPiece* piece = m_bench->find(laying.of);
    if (piece == nullptr) {
      cell.text = column == 2 ? tr("the boat has no such piece any more") : QString();
      if (column == 2) cell.verdict = Severity::LookAgain;
      return cell;
    }
    const auto judged = m_bench->judge(laying);
    if (column == 0) {
      cell.text = QString::fromStdString(showLong(
          millimetres(std::max(boxOf(liesOf(laying).onBoard(piece->outline)).low.x(), 0.0)), m_session->notation()));
    } else if (column == 1) {
      cell.text = laying.isCut() || !judged ? QString() : m_session->shown(judged->leastMm());
    } else if (laying.isCut()) {
      cell.text = tr("cut %1").arg(dayWords(laying.cut));
    } else if (judged) {
      cell.verdict = judged->verdict(m_bench->make());
      cell.text = cell.verdict == Severity::Trouble ? tr("not clear")
                  : judged->isClear()               ? tr("clear")
                                                    : tr("look again");
    }
    return cell;
  };
  connect(m_cuts, &CellGrid::cellTaken, this, [this](int row, int) {
    const auto order = inOrder();
    if (row >= 0 && static_cast<std::size_t>(row) < order.size())
      m_bench->takePiece(order[static_cast<std::size_t>(row)]->of);
  });
  CellModel& left = m_left->cells();
  constexpr int longestPx = 112;
  m_left->horizontalHeader()->setMinimumSectionSize(longestPx);
  left.columns = {tr("long"), tr("straight\nin it"), tr("faults")};
  left.columnKey = [](int at) { return QString::number(at); };
  left.rows = [this] { return static_cast<int>(leftNow().size()); };
  left.rowName = [](int row) { return tr("left %1").arg(row + 1); };
  left.cell = [this](int row, int column) {
    Cell cell;
    if (static_cast<std::size_t>(row) >= leftNow().size()) return cell;
    const Board& board = leftNow()[static_cast<std::size_t>(row)];
    cell.text = column == 0   ? QString::fromStdString(showLong(board.length, m_session->notation()))
                : column == 1 ? straightWords(board)
                              : QString::number(board.faults.size());
    return cell;
  };
}

void SawPage::addFields(Slate* slate) {
  m_slate = slate;
  m_day = slate->addText(tr("Sawn on"));
  m_day->setObjectName(QStringLiteral("sawnDay"));
  m_day->setText(dayWords(today()));
  connect(m_day, &QLineEdit::textEdited, this,
          [this](const QString& text) { m_dayTypedOn = text.trimmed().isEmpty() ? std::string() : today(); });
  m_ofBoard.push_back(m_day);
  m_ofBoard.push_back(slate->addLength(
      tr("The planer took, both faces"), [this] { return m_planed; }, [this](Length planed) { m_planed = planed; }));
  m_ofBoard.push_back(slate->addLength(
      tr("Length lost to checks and wrong cuts"), [this] { return m_lost; }, [this](Length lost) { m_lost = lost; }));
  m_why = slate->addText(tr("How that came"));
  m_ofBoard.push_back(m_why);
  m_next = slate->addButton(tr("The board to saw next"), "sawNext");
  connect(m_next, &QPushButton::clicked, this, &SawPage::takeNext);
  m_saw = slate->addButton(tr("It is sawn up"), "sawUp");
  connect(m_saw, &QPushButton::clicked, this, &SawPage::saw);
  m_ofBoard.push_back(m_saw);
  m_spoiltWhy = slate->addText(tr("The piece in hand is spoiled: why"));
  m_spoiltWhy->setObjectName(QStringLiteral("spoiltWhy"));
  m_ofCut.push_back(m_spoiltWhy);
  m_spoil = slate->addButton(tr("It is spoiled, and wanted again"), "spoil");
  connect(m_spoil, &QPushButton::clicked, this, &SawPage::spoil);
  m_ofCut.push_back(m_spoil);
}

void SawPage::bringUpOrder() {
  const bool isKnown = m_turnsOf == m_session->book()->layings && m_turnsPieces == m_bench->sharedPieces();
  if (isKnown || m_ordering.isRunning() || m_session->isDragging() || !m_bench->isFresh()) return;
  const auto stack = std::make_shared<const StackToLay>(
      stackToLay(*m_session->book(), m_bench->pieces(), [](const WantedPiece&) { return false; }));
  const auto pieces = m_bench->sharedPieces();
  m_ordering.begin([this, stack, pieces, make = m_bench->make(), layings = m_session->book()->layings](
                       const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    auto turns = cuttingOrder(stack->boards, stack->pieces, stack->fixed, make, stop);
    if (stop.stop_requested()) return {};
    return [this, stack, pieces, layings, turns = std::move(turns)] {
      m_turns.clear();
      for (std::size_t i = 0; i < turns.size(); ++i) {
        QStringList spare;
        for (const std::size_t board : turns[i].spare) spare << QString::fromStdString(stack->boards[board].board.name);
        const QString weakest = QString::fromStdString(stack->pieces[turns[i].weakest].words());
        QString words =
            spare.isEmpty()
                ? tr("there is no other place for %1, should it go wrong").arg(weakest)
                : tr("%1, should it go wrong, can still come out of %2").arg(weakest, spare.mid(0, 3).join(tr(" or ")));
        if (turns[i].keepsLongClear)
          words = tr("long and clear, with short pieces on it alone: kept as long as can be");
        m_turns.push_back({stack->ids[turns[i].board],
                           tr("Best sawn as number %1 of %2: %3.").arg(i + 1).arg(turns.size()).arg(words)});
      }
      m_turnsOf = layings;
      m_turnsPieces = pieces;
      layOut();
    };
  });
}

QString SawPage::turnWords() const {
  const Board* board = m_bench->board();
  if (m_turnsOf != m_session->book()->layings || m_turnsPieces != m_bench->sharedPieces()) return {};
  for (const Turn& turn : m_turns) {
    if (board != nullptr && turn.board == board->id) return turn.words;
  }
  return {};
}

void SawPage::takeNext() {
  if (m_turns.empty() || m_turnsOf != m_session->book()->layings || m_turnsPieces != m_bench->sharedPieces())
    return m_answer->say(tr("Nothing is laid on any board, or the order is still being worked out."));
  m_bench->takeBoard(m_turns.front().board);
}

void SawPage::showAs(bool shown) {
  const Board* board = shown && m_session->hasBook() ? m_bench->board() : nullptr;
  const WantedPiece* piece = shown ? m_bench->piece() : nullptr;
  for (QWidget* field : m_ofBoard) m_slate->showField(field, board != nullptr && !board->used);
  for (QWidget* field : m_ofCut) m_slate->showField(field, piece != nullptr && isThere(*m_session->book(), piece->of));
  m_slate->showField(m_next, shown);
  if (shown) layOut();
}

const std::vector<Board>& SawPage::leftNow() const {
  const BookSnapshot& book = m_session->book();
  const Board* board = book == nullptr ? nullptr : m_bench->board();
  const BoardId id = board == nullptr ? BoardId() : board->id;
  if (m_leftOf == book && m_leftBoard == id && m_leftPieces == m_bench->sharedPieces()) return m_leftBoards;
  m_leftOf = book;
  m_leftBoard = id;
  m_leftPieces = m_bench->sharedPieces();
  m_leftBoards.clear();
  const std::vector<Polygon> pieces = board == nullptr ? std::vector<Polygon>() : m_bench->outlinesOn(id);
  if (board == nullptr || board->used || pieces.empty()) return m_leftBoards;
  for (const LeftOver& one : leftOver(BoardShape(*board), pieces, m_bench->make())) {
    if (one.board) m_leftBoards.push_back(*one.board);
  }
  return m_leftBoards;
}

QString SawPage::straightWords(const Board& board) const {
  const StraightIn straight = straightIn(BoardShape(board), m_bench->make().leastWidthMm);
  return tr("%1 by %2")
      .arg(QString::fromStdString(showLong(millimetres(straight.lengthMm), m_session->notation())),
           m_session->shown(straight.widthMm));
}

std::vector<const Laying*> SawPage::inOrder() const {
  std::vector<const Laying*> order;
  const Board* board = m_session->hasBook() ? m_bench->board() : nullptr;
  if (board == nullptr) return order;
  for (const std::size_t i : m_bench->laidOn(board->id)) order.push_back(&m_session->book()->layings[i]);
  const auto from = [&](const Laying* one) {
    const WantedPiece* piece = m_bench->find(one->of);
    return piece == nullptr ? 0.0 : boxOf(liesOf(*one).onBoard(piece->outline)).low.x();
  };
  std::stable_sort(order.begin(), order.end(), [&](const Laying* a, const Laying* b) { return from(a) < from(b); });
  return order;
}

std::string SawPage::day() {
  if (m_dayTypedOn != today()) m_day->setText(dayWords(today()));
  return typedDay(m_day->text().trimmed());
}

void SawPage::saw() {
  const Board* board = m_bench->board();
  if (board == nullptr) return;
  if (!m_bench->isFresh()) return m_answer->say(tr("The pieces are still being made: in a moment."));
  BoardSawn sawn;
  sawn.board = board->id;
  sawn.use = {day(), m_planed, m_lost, m_why->text().trimmed().toStdString()};
  for (const Laying* laying : inOrder()) {
    const WantedPiece* piece = m_bench->find(laying->of);
    if (piece == nullptr)
      return m_answer->say(tr("%1 is laid here, and the boat has no such piece any more: take it off the board first.")
                               .arg(QString::fromStdString(pieceWords(laying->of, 2))));
    const auto judged = m_bench->judge(*laying);
    if (judged && (judged->offBoard || judged->overNeighbour))
      return m_answer->say(tr("%1 lies over the edge or over its neighbour: it cannot be sawn so.")
                               .arg(QString::fromStdString(piece->words())));
    sawn.pieces.push_back(*piece);
    sawn.strakes = std::max(sawn.strakes, piece->of.strake);
  }
  sawn.left = leftNow();
  for (Board& left : sawn.left) {
    left.thickness = millimetres(std::max(left.thickness.mm() - m_planed.mm(), 0.0));
    left.came = board->came;
  }
  const int left = static_cast<int>(sawn.left.size());
  const QString name = QString::fromStdString(board->name);
  if (!m_session->perform(tr("Saw up board %1").arg(name), sawBoard(*m_session->book(), sawn))) return;
  m_answer->say(
      tr("%1 is sawn up, and its planks are logged as got out. %n board(|s) left of it (is|are) on the stack.", nullptr,
         left)
          .arg(name));
  m_planed = m_lost = Length();
  m_why->clear();
  m_slate->refresh();
}

void SawPage::spoil() {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr) return;
  const QString words = QString::fromStdString(piece->words());
  if (!m_session->perform(tr("%1 is spoiled").arg(words), spoilPiece(*m_session->book(), piece->of, piece->count, day(),
                                                                     m_spoiltWhy->text().trimmed().toStdString())))
    return;
  m_spoiltWhy->clear();
  m_answer->say(tr("%1 is wanted again; that it was spoiled, and why, is kept.").arg(words));
}

void SawPage::say() {
  const Board* board = m_bench->board();
  if (board == nullptr) return m_words->clear();
  const QString name = QString::fromStdString(board->name);
  if (board->used) {
    QString words = tr("%1 was sawn up on %2.").arg(name, dayWords(board->used->when));
    if (board->used->planed.mm() > 0.0)
      words += QLatin1Char(' ') + tr("The planer took %1.").arg(m_session->shown(board->used->planed.mm()));
    if (board->used->lost.mm() > 0.0)
      words += QLatin1Char(' ') + tr("%1 of it was lost.").arg(m_session->shown(board->used->lost.mm()));
    if (!board->used->why.empty()) words += QLatin1Char(' ') + QString::fromStdString(board->used->why);
    m_words->setText(words);
    return;
  }
  const std::vector<Polygon> pieces = m_bench->outlinesOn(board->id);
  if (pieces.empty()) {
    m_words->setText(tr("Nothing is laid on board %1.").arg(name));
    return;
  }
  m_words->setText(
      tr("%1: %2 % of it used. Saw from the butt on; what is left goes back on the stack with the shape it has, and "
         "can be measured again there.")
          .arg(name, QLocale().toString(100.0 * shareUsed(BoardShape(*board), pieces), 'f', 0)) +
      (turnWords().isEmpty() ? QString() : QLatin1Char(' ') + turnWords()));
}

void SawPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  bringUpOrder();
  say();
  m_cuts->refresh();
  m_left->refresh();
}

}  // namespace narrows
