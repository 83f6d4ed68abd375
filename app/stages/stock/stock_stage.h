#pragma once
// Stage 6, Stock: the boards there are, and every piece laid on them.

#include "stages/stage.h"
#include "stages/stock/stock_bench.h"

class QLabel;
class QStackedWidget;

namespace narrows {

class BoardDrawing;
class BoardPage;
class BuyPage;
class EnoughPage;
class MarkedWords;
class MovementPage;
class PageTabs;
class PiecesPage;
class RulesPage;
class SawPage;
class Slate;
class StackDrawing;
class StackPage;
class WoodsPage;

class StockStage : public Stage {
  Q_OBJECT

 public:
  explicit StockStage(Session* session, QWidget* parent = nullptr);
  QString name() const override { return tr("Stock"); }
  int number() const override { return 6; }
  QString standing() const override;
  QWidget* drawing() override;
  void fit() override;
  /// The next piece of the list where the pieces are shown, else the next board.
  void stepInHand(int by) override;
  SheetsOf sheets() const override { return SheetsOf::Stock; }
  StockBench* bench() { return m_bench; }
  BoardDrawing* board() { return m_drawing; }
  StackDrawing* wholeStack() { return m_whole; }
  StackPage* stack() { return m_stackPage; }
  BoardPage* boardPage() { return m_boardPage; }
  PiecesPage* pieces() { return m_pieces; }
  EnoughPage* enough() { return m_enough; }
  BuyPage* buy() { return m_buy; }
  SawPage* saw() { return m_saw; }
  MovementPage* movement() { return m_movement; }
  WoodsPage* woods() { return m_woods; }
  RulesPage* rules() { return m_rules; }
  PageTabs* tabs() { return m_below; }

  enum class Page { Stack, Board, Pieces, Enough, Buy, Saw, Movement, Woods, Rules };
  void showPage(Page page);

 protected:
  void showEvent(QShowEvent* event) override;

 private:
  QWidget* makeBelow();
  QWidget* makeSlate();
  void openPage();
  void bringUp();
  void say();
  /// `judged`: how the piece in hand lies; none where it is laid nowhere, or cut.
  QString pieceWordsNow(const std::optional<LayingJudged>& judged) const;
  /// What is left of a board beside what lies on it, and whether that is a board still.
  QString leftWords(const Board& board) const;
  /// Said of a board that no plank still to lay goes on for its width; empty of any other.
  QString narrowWords(const Board& board) const;
  /// What a board is good for: kept until it, the rules or the notation are others.
  QString goodWords(const Board& board);

  Board m_goodOf;
  StockMake m_goodBy;
  Notation m_goodIn = Notation::Inches16;
  QString m_goodWords;
  StockBench* m_bench;
  BoardDrawing* m_drawing;
  StackDrawing* m_whole = nullptr;
  QStackedWidget* m_drawings = nullptr;  ///< the board in hand, or the whole stack
  PageTabs* m_below = nullptr;
  QStackedWidget* m_stack = nullptr;
  StackPage* m_stackPage = nullptr;
  BoardPage* m_boardPage = nullptr;
  PiecesPage* m_pieces = nullptr;
  EnoughPage* m_enough = nullptr;
  BuyPage* m_buy = nullptr;
  SawPage* m_saw = nullptr;
  MovementPage* m_movement = nullptr;
  WoodsPage* m_woods = nullptr;
  RulesPage* m_rules = nullptr;
  Slate* m_slate = nullptr;
  QLabel *m_name = nullptr, *m_good = nullptr, *m_pieceName = nullptr, *m_pieceHeading = nullptr, *m_lies = nullptr;
  MarkedWords* m_verdict = nullptr;
};

}  // namespace narrows
