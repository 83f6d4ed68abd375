#include "stages/stock/stock_stage.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>

#include "book/stock_edits.h"
#include "canvas/kept_split.h"
#include "canvas/look.h"
#include "canvas/marked_words.h"
#include "canvas/page_tabs.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "stages/slate.h"
#include "stages/stock/board_drawing.h"
#include "stages/stock/board_page.h"
#include "stages/stock/buy_page.h"
#include "stages/stock/enough_page.h"
#include "stages/stock/movement_page.h"
#include "stages/stock/pieces_page.h"
#include "stages/stock/rules_page.h"
#include "stages/stock/saw_page.h"
#include "stages/stock/stack_drawing.h"
#include "stages/stock/stack_page.h"
#include "stages/stock/woods_page.h"
#include "stock/board_outline.h"
#include "stock/good_for.h"

namespace narrows {

StockStage::StockStage(Session* session, QWidget* parent)
    : Stage(session, parent), m_bench(new StockBench(session, this)), m_drawing(new BoardDrawing(session, m_bench)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical);
  QWidget* below = makeBelow();
  m_whole = new StackDrawing(session, m_bench, m_enough);
  m_drawings = new QStackedWidget;
  m_drawings->addWidget(m_drawing);
  m_drawings->addWidget(m_whole);
  split->addWidget(m_drawings);
  split->addWidget(below);
  split->setSizes({330, 334});
  keepSplit(split, "stock");
  row->addWidget(split, 1);
  row->addWidget(makeSlate());
  connect(session, &Session::answerSettled, this, &StockStage::bringUp);
  // While a piece is slid the figures beside its picture follow as the eye does: with the answers.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) say();
  });
  connect(m_bench, &StockBench::changed, this, &StockStage::say);
  connect(m_bench, &StockBench::handChanged, this, [this] {
    openPage();
    say();
  });
}

QWidget* StockStage::makeBelow() {
  auto* below = new QWidget(this);
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(3);
  m_below = new PageTabs(tr("Below the board"), "belowBoard", below);
  connect(m_below, &PageTabs::currentChanged, this, &StockStage::openPage);
  column->addWidget(m_below);
  m_stack = new QStackedWidget(below);
  m_stackPage = new StackPage(m_session, m_bench);
  m_boardPage = new BoardPage(m_session, m_bench, m_drawing);
  m_pieces = new PiecesPage(m_session, m_bench, m_drawing);
  m_enough = new EnoughPage(m_session);
  m_buy = new BuyPage(m_session, m_enough);
  m_saw = new SawPage(m_session, m_bench);
  m_movement = new MovementPage(m_session, m_bench);
  m_woods = new WoodsPage(m_session);
  m_rules = new RulesPage(m_session, m_bench);
  for (QWidget* page : std::initializer_list<QWidget*>{m_stackPage, m_boardPage, m_pieces, m_enough, m_buy, m_saw,
                                                       m_movement, m_woods, m_rules})
    m_stack->addWidget(page);
  column->addWidget(m_stack, 1);
  const auto page = [](const QString& name, Page of) { return PageTabs::Page(name, static_cast<int>(of)); };
  m_below->offer({page(tr("The stack"), Page::Stack), page(tr("This board"), Page::Board),
                  page(tr("Pieces"), Page::Pieces), page(tr("Enough?"), Page::Enough), page(tr("To buy"), Page::Buy),
                  page(tr("At the saw"), Page::Saw), page(tr("Movement"), Page::Movement),
                  page(tr("Woods"), Page::Woods), page(tr("Rules"), Page::Rules)});
  return below;
}

QWidget* StockStage::makeSlate() {
  auto* slate = m_slate = new Slate(m_session, this);
  slate->addHeading(tr("Board"));
  m_name = slate->addHeadline(tr("Board in hand"));
  m_name->setFont(shopFont(19.0, true));
  m_good = slate->addFigure(tr("What the board is good for"));
  m_good->setFont(shopFont(15.0));
  slate->addSpace(6);
  m_pieceHeading = slate->addHeading(tr("Piece"));
  m_pieceName = slate->addHeadline(tr("Piece in hand"));
  m_pieceName->setFont(shopFont(21.0, true));
  m_verdict = slate->addMarked(tr("How it lies"));
  m_lies = slate->addFigure(tr("How far it lies from everything"));
  m_lies->setFont(shopFont(15.0));
  slate->addSpace(6);
  m_stackPage->addFields(slate);
  m_boardPage->addFields(slate);
  m_pieces->addFields(slate);
  m_enough->addFields(slate);
  m_buy->addFields(slate);
  m_saw->addFields(slate);
  m_movement->addFields(slate);
  slate->addStretch();
  auto* print = new QPushButton(tr("Cut list, labels, full size…"), slate);
  print->setObjectName(QStringLiteral("printStock"));
  connect(print, &QPushButton::clicked, this, &StockStage::printAsked);
  slate->addWidget(print);
  return slate->scrolled(this);
}

QWidget* StockStage::drawing() {
  return m_drawings->currentWidget();
}

void StockStage::fit() {
  m_drawing->fit();
  m_whole->fit();
}

QString StockStage::standing() const {
  if (!m_session->hasBook()) return {};
  const auto& boards = m_session->book()->boards;
  if (boards.empty()) return tr("no boards yet");
  if (!m_session->book()->layings.empty() && !m_bench->pieces().empty())
    return PiecesPage::laidWords(*m_session, *m_bench);
  return tr("%n board(|s)", nullptr, static_cast<int>(boards.size()));
}

void StockStage::showPage(Page page) {
  m_below->open(static_cast<int>(page));
}

void StockStage::openPage() {
  const auto page = static_cast<Page>(std::max(m_below->page(), 0));
  m_stack->setCurrentIndex(static_cast<int>(page));
  if (m_slate == nullptr) return;
  const bool isWhole = page == Page::Enough || page == Page::Buy;
  m_drawings->setCurrentWidget(isWhole ? static_cast<QWidget*>(m_whole) : m_drawing);
  m_stackPage->showAs(page == Page::Stack);
  m_boardPage->showAs(page == Page::Board);
  m_pieces->showAs(page == Page::Pieces);
  m_enough->showAs(page == Page::Enough);
  m_buy->showAs(page == Page::Buy);
  m_saw->showAs(page == Page::Saw);
  m_movement->showAs(page == Page::Movement);
  m_woods->showAs(page == Page::Woods);
  m_rules->showAs(page == Page::Rules);
  if (m_session->hasBook()) m_slate->refresh();
  say();
}

void StockStage::showEvent(QShowEvent* event) {
  Stage::showEvent(event);
  bringUp();
  openPage();
  say();
}

void StockStage::bringUp() {
  if (!m_session->hasBook()) return;
  // What is laid is judged whether anybody looks or not: planks may change under it.
  if (isVisible() || !m_session->book()->layings.empty()) {
    m_bench->bringUp();
  } else {
    m_bench->clear();
  }
  if (!isVisible()) return;
  if (m_session->isDragging()) return say();
  // Fields come and go with what a book says of the piece in hand.
  openPage();
}

void StockStage::stepInHand(int by) {
  if (!m_session->hasBook()) return;
  if (static_cast<Page>(m_below->page()) == Page::Pieces) return m_pieces->step(by);
  const auto& boards = m_session->book()->boards;
  const Board* board = m_bench->board();
  if (board == nullptr) return;
  const auto at = static_cast<int>(board - boards.data());
  m_bench->takeBoard(boards[static_cast<std::size_t>(std::clamp(at - by, 0, static_cast<int>(boards.size()) - 1))].id);
}

QString StockStage::pieceWordsNow(const std::optional<LayingJudged>& judged) const {
  const WantedPiece& piece = *m_bench->piece();
  const Laying* laying = findLaying(*m_session->book(), piece.of);
  const Notation notation = m_session->notation();
  QStringList words;
  words << tr("%1 by %2, %3 thick.")
               .arg(QString::fromStdString(showLong(millimetres(piece.lengthMm), notation)), shown(piece.widthMm),
                    QString::fromStdString(showThin(millimetres(piece.thicknessMm), notation)));
  words << tr("Wood: %1.").arg(QString::fromStdString(gradeWords(piece)));
  if (laying == nullptr || !judged) return words.join('\n');
  const auto from = [&](BoardSide side, const QString& of) {
    const double mm = judged->edges[static_cast<std::size_t>(side)].mm;
    return mm < 0.0 ? tr("over the %1 by %2").arg(of, shown(-mm)) : tr("%2 from the %1").arg(of, shown(mm));
  };
  words << from(BoardSide::Lower, tr("lower edge")) + tr(", ") + from(BoardSide::Upper, tr("upper edge")) + tr(", ") +
               from(BoardSide::Butt, tr("butt")) + tr(", ") + from(BoardSide::Top, tr("top")) + QLatin1Char('.');
  const Board* board = findBoard(*m_session->book(), laying->board);
  for (const ClearOfFault& fault : judged->faults) {
    if (board == nullptr || !(fault.bar || fault.plugged)) continue;
    const QString kind = QString::fromStdString(boardFaultWords(board->faults[fault.fault].kind));
    if (fault.plugged) {
      words << tr("It lies on the %1 at %2, which is plugged.")
                   .arg(kind, QString::fromStdString(showLong(board->faults[fault.fault].x, notation)));
    } else if (fault.clear.mm <= 0.0) {
      words << tr("It lies on the %1 at %2: %3.")
                   .arg(kind, QString::fromStdString(showLong(board->faults[fault.fault].x, notation)),
                        QString::fromStdString(faultBarWords(*fault.bar)));
    } else {
      words << tr("%1 from the %2.").arg(shown(fault.clear.mm), kind);
    }
  }
  const std::vector<Neighbour> near = m_bench->neighbours(laying->board, piece.of);
  for (const ClearOfNeighbour& one : judged->neighbours) {
    if (one.neighbour >= near.size()) continue;
    const QString name = QString::fromStdString(near[one.neighbour].name);
    words << (one.clear.mm < 0.0 ? tr("Over %1 by %2.").arg(name, shown(-one.clear.mm))
                                 : tr("%1 from %2.").arg(shown(one.clear.mm), name));
  }
  words << tr("Grain runs out one in %1, %2 % of the way from its fore end.")
               .arg(QLocale().toString(std::min(judged->grain.oneIn(), 999.0), 'f', 0),
                    QLocale().toString(100.0 * judged->grain.share, 'f', 0));
  const auto way = [&](double mm) { return mm >= 0.0 ? tr("up") : tr("down"); };
  words << tr("It bows %1 %2; the board, %3 %4.")
               .arg(shown(std::abs(judged->bowMm)), way(judged->bowMm), shown(std::abs(judged->crookMm)),
                    way(judged->crookMm));
  // What is left is told when the piece has come to rest.
  if (board != nullptr && !m_session->isMoving()) words << leftWords(*board);
  return words.join('\n');
}

QString StockStage::leftWords(const Board& board) const {
  const StockMake make = m_bench->make();
  const auto left = leftOver(BoardShape(board), m_bench->outlinesOn(board.id), make);
  const Board* largest = nullptr;
  for (const LeftOver& one : left) {
    if (one.board && (largest == nullptr || areaMm2(*one.board) > areaMm2(*largest))) largest = &*one.board;
  }
  if (largest == nullptr) return tr("What is left is no board any more.");
  const StraightIn straight = straightIn(BoardShape(*largest), make.leastWidthMm);
  return tr("What is left is a board still, with %1 by %2 straight in it.")
      .arg(QString::fromStdString(showLong(millimetres(straight.lengthMm), m_session->notation())),
           shown(straight.widthMm));
}

QString StockStage::narrowWords(const Board& board) const {
  double narrowest = 1e300;
  for (const WantedPiece& one : m_bench->pieces()) {
    if (one.of.kind == PieceKind::Plank && findLaying(*m_session->book(), one.of) == nullptr)
      narrowest = std::min(narrowest, one.widthMm);
  }
  const double wide = boxOf(outlineOf(board)).height();
  if (narrowest > 1e299 || wide >= narrowest) return {};
  return tr("Narrower than any plank still to lay, which want %1 and more.").arg(shown(narrowest));
}

QString StockStage::goodWords(const Board& board) {
  const StockMake make = m_bench->make();
  const Notation notation = m_session->notation();
  if (m_goodOf != board || !(m_goodBy == make) || m_goodIn != notation || m_goodWords.isEmpty()) {
    const BoardShape shape(board);
    const GoodFor good = goodFor(shape, make, m_session->book()->table.thickness.mm());
    m_goodWords = QString::fromStdString(goodForWords(shape, good, make, notation));
    m_goodOf = board;
    m_goodBy = make;
    m_goodIn = notation;
  }
  const QString narrow = narrowWords(board);
  return narrow.isEmpty() ? m_goodWords : narrow + QLatin1Char(' ') + m_goodWords;
}

void StockStage::say() {
  if (!m_session->hasBook() || !isVisible()) return;
  const Board* board = m_bench->board();
  const Notation notation = m_session->notation();
  if (board == nullptr) {
    m_name->setText(tr("none yet"));
    m_good->setText(tr("Type a board below: its wood, length, width and thickness."));
  } else {
    m_name->setText(tr("%1: %2 by %3 by %4")
                        .arg(QString::fromStdString(board->name),
                             QString::fromStdString(showLong(board->length, notation)), shown(board->width.mm()),
                             QString::fromStdString(showThin(board->thickness, notation))));
    m_good->setText(board->used ? tr("Sawn up on %1.").arg(dayWords(board->used->when)) : goodWords(*board));
  }
  const WantedPiece* piece = m_bench->piece();
  // With a piece in hand, and its fields below, what else the board is good for gives way.
  const auto page = static_cast<Page>(std::max(m_below->page(), 0));
  m_good->setVisible(piece == nullptr || page == Page::Stack || page == Page::Board);
  for (QWidget* one : std::initializer_list<QWidget*>{m_pieceHeading, m_pieceName, m_lies})
    one->setVisible(piece != nullptr);
  m_verdict->setVisible(false);
  if (piece == nullptr) return;
  m_pieceName->setText(QString::fromStdString(piece->words()));
  const Laying* laying = findLaying(*m_session->book(), piece->of);
  const auto judged = laying != nullptr && !laying->isCut() ? m_bench->judge(*laying) : std::nullopt;
  m_lies->setText(pieceWordsNow(judged));
  const auto verdict = judged ? judged->verdict(m_bench->make()) : std::nullopt;
  m_verdict->setVisible(verdict.has_value());
  if (!verdict) return;
  QStringList why;
  if (judged->offBoard) why << tr("runs off the board");
  if (judged->overNeighbour) why << tr("lies over its neighbour");
  if (judged->overFault) why << tr("lies on a fault");
  const StockMake make = m_bench->make();
  if (judged->thinMm > 0.0) {
    why << tr("the board is %1 too thin").arg(QString::fromStdString(showThin(millimetres(judged->thinMm), notation)));
  } else if (judged->thinMm > -make.planedMm) {
    why << tr("the board leaves nothing for the planer");
  }
  if (!judged->isClear() && why.isEmpty()) why << tr("nearer than the margin or the kerf");
  if (judged->otherWood) why << tr("another wood");
  if (judged->grain.oneIn() < make.runOut) why << tr("its grain runs out");
  m_verdict->setVerdict(*verdict, why.join(tr("; ")));
}

}  // namespace narrows
