#include "stages/stock/pieces_page.h"

#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "book/stock_edits.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"
#include "stages/slate.h"
#include "stages/stock/board_drawing.h"
#include "stages/stock/goal_field.h"
#include "stages/stock/proof_words.h"
#include "stages/stock/stock_bench.h"

namespace narrows {

PiecesPage::PiecesPage(Session* session, StockBench* bench, BoardDrawing* drawing, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_drawing(drawing),
      m_words(new QLabel(this)),
      m_grid(new CellGrid(tr("Pieces wanted"), session)),
      m_answer(new RefusedNote(session, this)),
      m_looking(session),
      m_laying(session) {
  auto* column = pageColumn(this, m_words);
  m_grid->setObjectName(QStringLiteral("pieces"));
  column->addWidget(m_grid, 1);
  column->addWidget(m_answer);
  CellModel& cells = m_grid->cells();
  connect(&m_laying, &LongWork::runningChanged, this, [this](bool running) {
    if (m_layAll == nullptr) return;
    m_layAll->setText(running ? tr("Stop, and take the best so far") : tr("Lay all that is shown"));
    m_progress->setValue(0);
    m_progress->setVisible(running && isVisible());
  });
  cells.columns = {tr("laid on"), tr("fits,\nspoiling"), tr("board\nit wants"), tr("thick"), tr("wood"), tr("grade")};
  cells.columnKey = [](int at) { return QString::number(at); };
  cells.rows = [this] { return static_cast<int>(shownPieces().size()); };
  cells.rowName = [this](int row) {
    return pieceAt(row) == nullptr ? QString() : QString::fromStdString(pieceAt(row)->words());
  };
  cells.cell = [this](int row, int at) { return cell(row, at); };
  connect(m_grid, &CellGrid::cellTaken, this, [this](int row, int) {
    if (const WantedPiece* piece = pieceAt(row)) m_bench->takePiece(piece->of);
  });
  // While something is slid its figures follow when it is let go.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
  connect(bench, &StockBench::changed, this, &PiecesPage::layOut);
  connect(bench, &StockBench::handChanged, this, &PiecesPage::layOut);
  connect(&m_looking, &LongWork::runningChanged, this, [this](bool running) {
    if (m_look == nullptr) return;
    m_look->setText(running ? tr("Stop looking") : tr("Look which boards would fit"));
    m_progress->setValue(0);
    m_progress->setVisible(running && isVisible());
  });
}

void PiecesPage::addFields(Slate* slate) {
  m_slate = slate;
  auto* which = slate->addChoice(
      tr("Shown"), {tr("planks"), tr("every piece"), tr("what is laid nowhere")},
      [this] { return static_cast<int>(m_which); },
      [this](int index) {
        m_which = static_cast<Which>(index);
        layOut();
      });
  which->setObjectName(QStringLiteral("whichPieces"));
  m_fields.push_back(which);
  m_look = slate->addButton(tr("Look which boards would fit"), "lookForBoards");
  connect(m_look, &QPushButton::clicked, this, [this] {
    if (m_looking.isRunning()) return m_looking.stop();
    look(false);
  });
  m_fields.push_back(m_look);
  m_layAll = slate->addButton(tr("Lay all that is shown"), "layAll");
  connect(m_layAll, &QPushButton::clicked, this, [this] {
    if (m_laying.isRunning()) return m_laying.stop();
    layAllShown();
  });
  m_fields.push_back(m_layAll);
  m_progress = new QProgressBar(slate);
  m_progress->setRange(0, 100);
  m_progress->setAccessibleName(tr("Looking for boards"));
  m_progress->hide();
  slate->addWidget(m_progress);
  connect(&m_looking, &LongWork::progressed, m_progress,
          [this](double share) { m_progress->setValue(static_cast<int>(100.0 * share)); });
  connect(&m_laying, &LongWork::progressed, this, [this](double share) {
    m_progress->setValue(static_cast<int>(100.0 * share));
    if (m_soFar == nullptr) return;
    m_answer->say(tr("So far %1 laid, on %2 boards. Stop takes what there is.")
                      .arg(m_soFar->laid.load())
                      .arg(m_soFar->boards.load()));
  });
  m_goals = addGoalFields(slate, m_session);
  addPieceFields(slate);
}

void PiecesPage::addPieceFields(Slate* slate) {
  auto* best = slate->addButton(tr("Lay it on the board that suits it best"), "layOnBest");
  connect(best, &QPushButton::clicked, this, &PiecesPage::layOnBest);
  m_ofPiece.push_back(best);
  auto* here = slate->addButton(tr("Lay it on the board in hand"), "layHere");
  connect(here, &QPushButton::clicked, this, [this] {
    const WantedPiece* piece = m_bench->piece();
    const Board* board = m_bench->board();
    if (piece == nullptr || board == nullptr || m_drawing->layInBestPlace()) return;
    m_answer->say(
        tr("No place was found for it on board %1 that keeps clear of edges, faults and what lies there. Slide it "
           "there by hand, or look which boards would fit.")
            .arg(QString::fromStdString(board->name)));
  });
  m_ofPiece.push_back(here);
  auto* pair = slate->addButton(tr("Lay the other of the pair beside it"), "layPair");
  connect(pair, &QPushButton::clicked, this, [this] {
    if (m_bench->piece() == nullptr || m_drawing->layPair()) return;
    m_answer->say(tr("There is no room for the other of the pair on this board, beside it or end to end."));
  });
  m_ofPlank.push_back(pair);
  m_grade = slate->addChoice(
      tr("Its strake is to be"), {tr("as is usual"), tr("clear"), tr("with sound small knots")},
      [this] {
        const WantedPiece* piece = m_bench->piece();
        for (const StrakeGrade& one : m_session->book()->stock.grades) {
          if (piece != nullptr && piece->of.isOfStrake() && one.strake == piece->of.strake &&
              one.side == piece->of.side)
            return one.grade == WantedGrade::Clear ? 1 : 2;
        }
        return 0;
      },
      [this](int index) { setGrade(index); });
  m_grade->setObjectName(QStringLiteral("strakeGrade"));
  m_ofPlank.push_back(m_grade);
  m_lift = slate->addButton(tr("Take off what she has no more"), "liftWithoutPiece");
  connect(m_lift, &QPushButton::clicked, this, [this] {
    m_session->perform(tr("Take off pieces she has no more"), liftPieces(*m_session->book(), m_bench->withoutPiece()));
  });
  m_made = slate->addButton(tr("It is there already"), "madeAlready");
  connect(m_made, &QPushButton::clicked, this, &PiecesPage::markMade);
}

void PiecesPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  const WantedPiece* piece = shown ? m_bench->piece() : nullptr;
  const bool isPlank = piece != nullptr && piece->of.kind == PieceKind::Plank;
  // With a piece in hand what belongs to it has the room.
  for (QWidget* field : m_goals) m_slate->showField(field, shown && piece == nullptr);
  for (QWidget* field : m_ofPiece) m_slate->showField(field, piece != nullptr);
  for (QWidget* field : m_ofPlank) m_slate->showField(field, isPlank);
  m_slate->showField(m_made, piece != nullptr && !piece->of.isOfStrake());
  m_slate->showField(m_lift, shown && m_session->hasBook() && !m_bench->withoutPiece().empty());
  m_progress->setVisible(shown && (m_looking.isRunning() || m_laying.isRunning()));
  if (shown) layOut();
}

const std::vector<const WantedPiece*>& PiecesPage::shownPieces() const {
  const BookSnapshot& book = m_session->book();
  if (m_shown.of == m_bench->sharedPieces() && m_shown.book == book && m_shown.which == m_which) return m_shown.pieces;
  m_shown = {m_bench->sharedPieces(), book, m_which, {}};
  if (book == nullptr) return m_shown.pieces;
  for (const WantedPiece& one : m_bench->pieces()) {
    if (m_which == Which::Planks && one.of.kind != PieceKind::Plank) continue;
    if (m_which == Which::Unlaid && (findLaying(*book, one.of) != nullptr || isThere(*book, one.of))) continue;
    m_shown.pieces.push_back(&one);
  }
  return m_shown.pieces;
}

const WantedPiece* PiecesPage::pieceAt(int row) const {
  const auto& pieces = shownPieces();
  return row < 0 || static_cast<std::size_t>(row) >= pieces.size() ? nullptr : pieces[static_cast<std::size_t>(row)];
}

bool PiecesPage::areFitsFresh() const {
  return m_session->hasBook() && m_fitsBoards == m_session->book()->boards &&
         m_fitsLayings == m_session->book()->layings;
}

QString PiecesPage::fitWords(const WantedPiece& piece) const {
  const auto found = m_fits.find(piece.words());
  if (found == m_fits.end()) return {};
  if (found->second.empty()) return tr("no board");
  QStringList names;
  constexpr std::size_t mostNamed = 3;
  for (std::size_t i = 0; i < std::min(found->second.size(), mostNamed); ++i) {
    if (const Board* board = findBoard(*m_session->book(), found->second[i].board))
      names << tr("%1 %2 %")
                   .arg(QString::fromStdString(board->name))
                   .arg(std::lround(100.0 * std::max(found->second[i].cost, 0.0)));
  }
  if (found->second.size() > mostNamed) names << tr("+%1").arg(found->second.size() - mostNamed);
  const QString words = names.join(QStringLiteral(", "));
  // What lay where when they were looked for is no longer so.
  return areFitsFresh() ? words : tr("(%1)").arg(words);
}

Cell PiecesPage::cell(int row, int column) const {
  const WantedPiece* piece = pieceAt(row);
  Cell cell;
  if (piece == nullptr) return cell;
  const Notation notation = m_session->notation();
  const Laying* laying = findLaying(*m_session->book(), piece->of);
  switch (column) {
    case Size:
      cell.text = tr("%1 by %2")
                      .arg(QString::fromStdString(showLong(millimetres(piece->lengthMm), notation)),
                           QString::fromStdString(showLength(millimetres(piece->widthMm), notation)));
      break;
    case Thick:
      cell.text = QString::fromStdString(showThin(millimetres(piece->thicknessMm), notation));
      break;
    case Wood:
      cell.text = piece->species.empty() ? tr("any") : QString::fromStdString(piece->species);
      break;
    case LaidOn: {
      const Board* board = laying == nullptr ? nullptr : findBoard(*m_session->book(), laying->board);
      if (board == nullptr) {
        cell.text = isThere(*m_session->book(), piece->of) ? tr("there already") : QStringLiteral("–");
        break;
      }
      cell.text = QString::fromStdString(board->name);
      cell.bold = true;
      if (laying->isCut()) {
        cell.text = tr("cut out of %1").arg(cell.text);
      } else if (const auto found = m_bench->verdicts().find(piece->words()); found != m_bench->verdicts().end()) {
        cell.verdict = found->second;
      }
      break;
    }
    case Fits:
      if (laying == nullptr && !isThere(*m_session->book(), piece->of)) cell.text = fitWords(*piece);
      break;
    default:
      cell.text = QString::fromStdString(gradeWords(*piece));
  }
  return cell;
}

void PiecesPage::look(bool onlyInHand) {
  if (m_looking.isRunning() || !m_session->hasBook()) return;
  const BookSnapshot book = m_session->book();
  std::vector<WantedPiece> wanted;
  for (const WantedPiece& one : m_bench->pieces()) {
    const bool isInHand = m_bench->piece() != nullptr && one.of.isSame(m_bench->piece()->of);
    if (onlyInHand ? isInHand : findLaying(*book, one.of) == nullptr && !isThere(*book, one.of)) wanted.push_back(one);
  }
  struct OnBoard {
    BoardShape shape;
    std::vector<std::pair<PieceRef, Neighbour>> laid;
  };
  std::vector<OnBoard> boards;
  for (const Board& board : book->boards) {
    if (board.used) continue;
    OnBoard on{BoardShape(board), {}};
    for (const std::size_t i : m_bench->laidOn(board.id)) {
      if (const WantedPiece* piece = m_bench->find(book->layings[i].of))
        on.laid.push_back({piece->of, {i, piece->mark(), liesOf(book->layings[i]).onBoard(piece->outline)}});
    }
    boards.push_back(std::move(on));
  }
  const StockMake make = m_bench->make();
  const bool wasFresh = areFitsFresh();
  m_looking.begin([this, wanted = std::move(wanted), boards = std::move(boards), make, book, wasFresh, onlyInHand](
                      const std::stop_token& stop, const LongWork::Progress& progress) -> LongWork::End {
    FitsOf fits;
    for (std::size_t i = 0; i < wanted.size() && !stop.stop_requested(); ++i) {
      std::vector<Fit> found;
      for (const OnBoard& on : boards) {
        if (stop.stop_requested()) break;
        std::vector<Neighbour> neighbours;
        for (const auto& [of, neighbour] : on.laid) {
          if (!of.isSame(wanted[i].of)) neighbours.push_back(neighbour);
        }
        if (const auto place = findPlace(on.shape, wanted[i], neighbours, make, stop))
          found.push_back({on.shape.board.id, place->cost});
      }
      if (stop.stop_requested()) break;
      std::stable_sort(found.begin(), found.end(), [](const Fit& a, const Fit& b) { return a.cost < b.cost; });
      fits[wanted[i].words()] = std::move(found);
      progress(static_cast<double>(i + 1) / static_cast<double>(wanted.size()));
    }
    return [this, fits = std::move(fits), book, wasFresh, onlyInHand] {
      if (!wasFresh && !onlyInHand) m_fits.clear();
      for (const auto& [words, found] : fits) m_fits[words] = found;
      m_fitsBoards = book->boards;
      m_fitsLayings = book->layings;
      layOut();
    };
  });
}

void PiecesPage::layAllShown() {
  if (!m_session->hasBook()) return;
  if (!m_bench->isFresh()) return m_answer->say(tr("The pieces are still being made: in a moment."));
  const auto& shown = shownPieces();
  const auto all = std::make_shared<const StackToLay>(
      stackToLay(*m_session->book(), m_bench->pieces(), [&](const WantedPiece& piece) {
        return std::any_of(shown.begin(), shown.end(),
                           [&](const WantedPiece* one) { return one->of.isSame(piece.of); });
      }));
  if (all->boards.empty()) return m_answer->say(tr("There are no boards to lay them on: type some under The stack."));
  if (all->pieces.size() == all->fixed.size()) return m_answer->say(tr("All that is shown is laid."));
  m_soFar = std::make_shared<SoFar>();
  const StockMake make = m_bench->make();
  m_laying.begin([this, all, make, plan = m_session->book()->stock, soFar = m_soFar](
                     const std::stop_token& stop, const LongWork::Progress& progress) -> LongWork::End {
    constexpr double seconds = 20.0;
    LayAllRequest request = requestOf(*all, make, plan.goal, seconds);
    request.bookMatched = plan.bookMatched;
    const LaidStack stack = layAll(request, stop, [&](const LaidStack& best) {
      soFar->laid = static_cast<int>(best.laid.size());
      soFar->boards = static_cast<int>(best.boardsUsed);
      progress(static_cast<double>(best.laid.size()) / static_cast<double>(all->pieces.size()));
    });
    // Why what went nowhere did not.
    std::vector<std::pair<std::size_t, NearestBoard>> lacking;
    constexpr std::size_t mostTold = 2;
    for (const std::size_t piece : stack.unlaid) {
      if (lacking.size() >= mostTold) break;
      if (const auto nearest = nearestBoard(all->boards, all->pieces[piece], make))
        lacking.emplace_back(piece, *nearest);
    }
    return [this, all, stack, lacking] { takeLaid(*all, stack, lacking); };
  });
}

void PiecesPage::takeLaid(const StackToLay& all, const LaidStack& stack,
                          const std::vector<std::pair<std::size_t, NearestBoard>>& lacking) {
  // By hand, meanwhile, others may have been laid, and boards may have gone.
  const StackToLay now = stackToLay(*m_session->book(), m_bench->pieces());
  const std::vector<PieceToLay> pieces = piecesToLay(all, stack, now, m_bench->make());
  const int count = static_cast<int>(pieces.size());
  const int leftOut = static_cast<int>(stack.laid.size() - all.fixed.size()) - count;
  if (count > 0 && !m_session->perform(tr("Lay %n piece(|s)", nullptr, count), layPieces(*m_session->book(), pieces)))
    return;
  QStringList words{tr("%n piece(|s) laid", nullptr, count) +
                    tr(", on %n board(|s) in all.", nullptr, static_cast<int>(stack.boardsUsed))};
  if (const QString proof = proofWords(stack); !proof.isEmpty()) words << proof;
  if (stack.pairsParted > 0 && m_session->book()->stock.goal == StackGoal::BestLooks)
    words << tr("%n pair(|s) lie(s|) on boards that are no sisters.", nullptr, static_cast<int>(stack.pairsParted));
  if (leftOut > 0) words << tr("%n left out: the stack was changed meanwhile.", nullptr, leftOut);
  if (!stack.unlaid.empty()) words << tr("%n went nowhere.", nullptr, static_cast<int>(stack.unlaid.size()));
  for (const auto& [piece, nearest] : lacking)
    words << QString::fromStdString(
        nearestBoardWords(all.pieces[piece], all.boards[nearest.board].board.name, nearest, m_session->notation()));
  m_answer->say(words.join(QLatin1Char(' ')));
}

void PiecesPage::layOnBest() {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr || m_looking.isRunning()) return;
  look(true);
  // A board is found before the eye asks for it; where the stack is large the answer comes with the list.
  constexpr std::chrono::milliseconds eyeWaits{3000};
  m_looking.waitFor(eyeWaits);
  const auto found = m_fits.find(piece->words());
  if (found == m_fits.end() || found->second.empty())
    return m_answer->say(
        tr("No board of the stack has a place for %1 that is clear: a longer or wider one is wanted, or a joint "
           "in its strake.")
            .arg(QString::fromStdString(piece->words())));
  const PieceRef of = piece->of;
  m_bench->takeBoard(found->second.front().board);
  m_bench->takePiece(of);
  m_drawing->layInBestPlace();
}

void PiecesPage::setGrade(int index) {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr || !piece->of.isOfStrake()) return;
  StockPlan plan = m_session->book()->stock;
  const PieceRef of = piece->of;
  std::erase_if(plan.grades, [&](const StrakeGrade& one) { return one.strake == of.strake && one.side == of.side; });
  if (index > 0) {
    plan.grades.push_back({of.strake, of.side, index == 1 ? WantedGrade::Clear : WantedGrade::Sound, of.strakeId});
  }
  m_session->perform(tr("The wood of strake %1").arg(of.strake), setStock(*m_session->book(), plan));
}

void PiecesPage::markMade() {
  const WantedPiece* piece = m_bench->piece();
  if (piece == nullptr || piece->of.isOfStrake()) return;
  StockPlan plan = m_session->book()->stock;
  const PieceRef of = piece->of;
  const bool was = std::erase_if(plan.made, [&](const PieceRef& one) { return one.isSame(of); }) > 0;
  if (!was) plan.made.push_back(of);
  m_session->perform(was ? tr("%1 is still wanted").arg(QString::fromStdString(piece->words()))
                         : tr("%1 is there already").arg(QString::fromStdString(piece->words())),
                     setStock(*m_session->book(), plan));
}

void PiecesPage::step(int by) {
  const auto& pieces = shownPieces();
  if (pieces.empty()) return;
  int at = by > 0 ? -1 : static_cast<int>(pieces.size());
  for (std::size_t i = 0; m_bench->piece() != nullptr && i < pieces.size(); ++i) {
    if (pieces[i]->of.isSame(m_bench->piece()->of)) at = static_cast<int>(i);
  }
  at = std::clamp(at + by, 0, static_cast<int>(pieces.size()) - 1);
  m_bench->takePiece(pieces[static_cast<std::size_t>(at)]->of);
}

QString PiecesPage::laidWords(const Session& session, const StockBench& bench) {
  if (!session.hasBook()) return {};
  const Book& book = *session.book();
  int laid = 0, wrong = 0, planks = 0;
  for (const WantedPiece& one : bench.pieces()) {
    if (one.of.kind != PieceKind::Plank) continue;
    ++planks;
    const Laying* laying = findLaying(book, one.of);
    laid += laying != nullptr || isThere(book, one.of) ? 1 : 0;
  }
  for (const auto& [words, verdict] : bench.verdicts()) wrong += verdict == Severity::Trouble ? 1 : 0;
  wrong += static_cast<int>(bench.withoutPiece().size());
  if (wrong > 0) return tr("%n piece(|s) do(es|) not lie clear", nullptr, wrong);
  return tr("%1 of %2 planks laid").arg(laid).arg(planks);
}

void PiecesPage::say() {
  if (!m_bench->isFresh()) {
    m_words->setText(tr("The pieces are being made…"));
    return;
  }
  int wanted = 0, laid = 0, there = 0;
  double areaMm2 = 0.0;
  for (const WantedPiece& one : m_bench->pieces()) {
    const bool isLaid = findLaying(*m_session->book(), one.of) != nullptr;
    const bool is = isThere(*m_session->book(), one.of);
    there += is ? 1 : 0;
    laid += isLaid && !is ? 1 : 0;
    wanted += !is && !isLaid ? 1 : 0;
    if (!is && !isLaid && one.of.kind == PieceKind::Plank) areaMm2 += std::abs(signedArea(one.outline));
  }
  QString words = tr("%1 still to lay, %2 laid, %3 there already. Planks still to lay: %4 square metres of them.")
                      .arg(wanted)
                      .arg(laid)
                      .arg(there)
                      .arg(QLocale().toString(areaMm2 * 1e-6, 'f', 2));
  if (const auto without = m_bench->withoutPiece(); !without.empty())
    words +=
        QLatin1Char(' ') + tr("%n piece(|s) on a board she has no more: %1.", nullptr, static_cast<int>(without.size()))
                               .arg(QString::fromStdString(pieceWords(without.front(), 2)));
  m_words->setText(words);
}

void PiecesPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  say();
  m_grid->refresh();
  const auto& pieces = shownPieces();
  for (std::size_t i = 0; m_bench->piece() != nullptr && i < pieces.size(); ++i) {
    if (pieces[i]->of.isSame(m_bench->piece()->of)) m_grid->follow(static_cast<int>(i));
  }
}

}  // namespace narrows
