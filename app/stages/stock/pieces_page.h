#pragma once
// Every piece the boat wants: on which board it lies, or which boards it would fit.

#include <QWidget>
#include <atomic>
#include <map>
#include <memory>

#include "book/stack_to_lay.h"
#include "canvas/cell_grid.h"
#include "commands/long_work.h"
#include "stock/wanted_piece.h"
#include "stock/why_not.h"

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace narrows {

class BoardDrawing;
class RefusedNote;
class Session;
class Slate;
class StockBench;

class PiecesPage : public QWidget {
  Q_OBJECT

 public:
  PiecesPage(Session* session, StockBench* bench, BoardDrawing* drawing, QWidget* parent = nullptr);
  void addFields(Slate* slate);
  void showAs(bool shown);
  CellGrid* grid() { return m_grid; }
  bool isLooking() const { return m_looking.isRunning(); }
  bool isLaying() const { return m_laying.isRunning(); }
  /// Takes the next piece of the list in hand (1), or the one before (-1).
  void step(int by);
  /// "12 of 60 laid": planks and all else that is wanted.
  static QString laidWords(const Session& session, const StockBench& bench);

 private:
  enum Column { LaidOn, Fits, Size, Thick, Wood, Grade };
  enum class Which { Planks, All, Unlaid };
  /// A board that a piece would fit, and how well: less is better.
  struct Fit {
    BoardId board;
    double cost = 0.0;
  };
  /// By the words of the piece.
  using FitsOf = std::map<std::string, std::vector<Fit>>;
  const std::vector<const WantedPiece*>& shownPieces() const;
  const WantedPiece* pieceAt(int row) const;
  Cell cell(int row, int column) const;
  QString fitWords(const WantedPiece& piece) const;
  /// Looks which boards every piece would fit that is laid nowhere, or the one in hand alone.
  void look(bool onlyInHand);
  bool areFitsFresh() const;
  void layOnBest();
  void addPieceFields(Slate* slate);
  /// Lays all that is shown and laid nowhere, beside the window; what lies already stays.
  void layAllShown();
  void takeLaid(const StackToLay& all, const LaidStack& stack,
                const std::vector<std::pair<std::size_t, NearestBoard>>& lacking);
  void setGrade(int index);
  void markMade();
  void say();
  void layOut();

  struct Shown {
    std::shared_ptr<const std::vector<WantedPiece>> of;
    BookSnapshot book;
    Which which = Which::Planks;
    std::vector<const WantedPiece*> pieces;
  };
  Session* m_session;
  StockBench* m_bench;
  BoardDrawing* m_drawing;
  Slate* m_slate = nullptr;
  QLabel* m_words;
  CellGrid* m_grid;
  RefusedNote* m_answer;
  Which m_which = Which::Planks;
  mutable Shown m_shown;
  FitsOf m_fits;
  std::vector<Board> m_fitsBoards;  ///< the boards, and what lay on them, that they were looked for on
  std::vector<Laying> m_fitsLayings;
  QPushButton *m_look = nullptr, *m_layAll = nullptr, *m_made = nullptr, *m_lift = nullptr;
  /// How far laying has come: written on its thread, read on the interface's.
  struct SoFar {
    std::atomic<int> laid = 0, boards = 0;
  };
  std::shared_ptr<SoFar> m_soFar;
  QComboBox* m_grade = nullptr;
  QProgressBar* m_progress = nullptr;
  std::vector<QWidget*> m_fields, m_goals, m_ofPiece, m_ofPlank;
  LongWork m_looking, m_laying;
};

}  // namespace narrows
