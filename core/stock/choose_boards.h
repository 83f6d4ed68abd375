#pragma once
// Which boards are begun, and what is laid on each: chosen by an integer programme among layings of single boards.

#include <optional>
#include <stop_token>
#include <vector>

namespace narrows {

/// One way to lay some pieces on one board together, all by their places in their lists.
struct BoardLaying {
  std::size_t board = 0;
  std::vector<std::size_t> pieces;
  double cost = 0.0;  ///< of laying the board so, in whatever is to be least
};

/// What is chosen among.
struct BoardChoices {
  std::vector<BoardLaying> layings;
  std::size_t boards = 0;
  std::vector<double> pieceMm2;  ///< area of every piece: as little as can be is left unlaid, before any cost
};

/// What was chosen.
struct BoardsChosen {
  std::vector<std::size_t> layings;  ///< of those given, at most one a board; a piece may lie in two of them
  std::vector<std::size_t> unlaid;
  double cost = 0.0;
  bool isProven = false;  ///< no other choice of these layings is better
};

/// The choice that leaves least area unlaid and, of those, costs least: a set-covering programme (GLPK, branch and
/// cut). `mostSteps` bounds how many branches are looked at, the same on every machine; with fewer than it takes, the
/// best found is given. None where none was found.
std::optional<BoardsChosen> chooseBoards(const BoardChoices& choices, int mostSteps, const std::stop_token& stop = {});

/// What every way of laying the pieces shares, by areas and lengths.
struct StackRoom {
  std::vector<double> boardMm2;           ///< by board: area that pieces may lie on
  std::vector<double> boardCost;          ///< by board: of beginning it
  std::vector<bool> isBegun;              ///< by board: it costs no more, something lies on it that stays
  std::vector<double> pieceMm2;           ///< by piece
  std::vector<std::vector<bool>> fits;    ///< by piece and board: it goes there by itself
  std::vector<std::vector<double>> fill;  ///< by piece and board: what it takes of the board's length alone, nothing
                                          ///< beside it being as wide; as a share of that length
};

/// What no way of laying them can better.
struct StackBound {
  double unlaidMm2 = 0.0;  ///< at least so much is left unlaid
  double cost = 0.0;       ///< at least so much is begun, with what was begun already
};

/// Each piece shared out over boards it fits: no more area, nor length of what is too wide to lie side by side, than
/// the board has. Boards are whole where branch and cut comes so far in `mostSteps`, else shared out too. What fits
/// nowhere is left out of account.
std::optional<StackBound> boundOf(const StackRoom& room, int mostSteps, const std::stop_token& stop = {});

}  // namespace narrows
