#include "stock/choose_boards.h"

#include <algorithm>
#include <cmath>

#include "backbone/programme.h"

namespace narrows {

namespace {

/// What branch and cut was seen to do.
struct Watched {
  const std::stop_token& stop;
  int left;
  double bound = -1e300;  ///< no answer is less than this
};

void watch(glp_tree* tree, void* watched) {
  auto& of = *static_cast<Watched*>(watched);
  if (const int best = glp_ios_best_node(tree); best != 0) of.bound = glp_ios_node_bound(tree, best);
  if (glp_ios_reason(tree) == GLP_ISELECT) --of.left;
  if (of.left < 0 || of.stop.stop_requested()) glp_ios_terminate(tree);
}

/// A programme being written: columns and rows are numbered from 1.
class Writing {
 public:
  Writing() : m_programme((keepProgrammeStore(), glp_create_prob())) { glp_set_obj_dir(m_programme.get(), GLP_MIN); }

  glp_prob* get() const { return m_programme.get(); }

  /// A column between nought and one, or only one of those.
  int column(double cost, bool whole) {
    const int at = glp_add_cols(get(), 1);
    if (whole) {
      glp_set_col_kind(get(), at, GLP_BV);
    } else {
      glp_set_col_bnds(get(), at, GLP_DB, 0.0, 1.0);
    }
    glp_set_obj_coef(get(), at, cost);
    return at;
  }

  /// Columns, each with its share, that come to `at` at least, or at most.
  void row(const std::vector<std::pair<int, double>>& of, int kind, double at) {
    std::vector<int> columns{0};
    std::vector<double> shares{0.0};
    for (const auto& [column, share] : of) {
      columns.push_back(column);
      shares.push_back(share);
    }
    const int added = glp_add_rows(get(), 1);
    glp_set_row_bnds(get(), added, kind, at, at);
    glp_set_mat_row(get(), added, static_cast<int>(of.size()), columns.data(), shares.data());
  }

  /// Branch and cut, after the programme without whole numbers is solved. False where stopped before there was an
  /// answer of any kind; `isWhole`: there is one in whole numbers.
  bool solve(int mostSteps, const std::stop_token& stop, double& bound, bool& isWhole, bool& isProven) const {
    isWhole = isProven = false;
    if (!solveLinear(get(), stop)) return false;
    bound = glp_get_obj_val(get());
    glp_iocp settings;
    glp_init_iocp(&settings);
    settings.msg_lev = GLP_MSG_OFF;
    Watched watched{stop, mostSteps, bound};
    settings.cb_func = watch;
    settings.cb_info = &watched;
    const int ended = glp_intopt(get(), &settings);
    const int status = glp_mip_status(get());
    isWhole = status == GLP_OPT || status == GLP_FEAS;
    isProven = ended == 0 && status == GLP_OPT;
    bound = isProven ? glp_mip_obj_val(get()) : std::max(bound, watched.bound);
    return true;
  }

 private:
  Programme m_programme;
};

/// What leaving a piece unlaid costs, by its area: more than all that can be begun.
std::vector<double> unlaidCosts(const std::vector<double>& pieceMm2, double allCosts) {
  double least = 1e300;
  for (const double area : pieceMm2) least = std::min(least, area);
  std::vector<double> costs;
  for (const double area : pieceMm2) costs.push_back(2.0 * std::max(allCosts, 1e-9) * area / std::max(least, 1e-9));
  return costs;
}

}  // namespace

std::optional<BoardsChosen> chooseBoards(const BoardChoices& choices, int mostSteps, const std::stop_token& stop) {
  if (choices.pieceMm2.empty()) return BoardsChosen{{}, {}, 0.0, true};
  Writing writing;
  std::vector<std::vector<std::pair<int, double>>> ofBoard(choices.boards), ofPiece(choices.pieceMm2.size());
  std::vector<int> columns;
  for (const BoardLaying& one : choices.layings) {
    columns.push_back(writing.column(0.0, true));
    ofBoard[one.board].emplace_back(columns.back(), 1.0);
    for (const std::size_t piece : one.pieces) ofPiece[piece].emplace_back(columns.back(), 1.0);
  }
  const double most = *std::max_element(choices.pieceMm2.begin(), choices.pieceMm2.end());
  std::vector<std::pair<int, double>> unlaid;
  for (std::size_t piece = 0; piece < ofPiece.size(); ++piece) {
    const double share = choices.pieceMm2[piece] / std::max(most, 1e-9);
    unlaid.emplace_back(writing.column(share, false), share);
    ofPiece[piece].emplace_back(unlaid.back().first, 1.0);
    writing.row(ofPiece[piece], GLP_LO, 1.0);
  }
  for (const auto& one : ofBoard) {
    if (!one.empty()) writing.row(one, GLP_UP, 1.0);
  }
  // First as little unlaid as can be, then, with no more than that, the least cost.
  double bound = 0.0;
  bool isWhole = false, isLeast = false;
  if (!writing.solve(mostSteps, stop, bound, isWhole, isLeast) || !isWhole) return std::nullopt;
  constexpr double within = 1e-7;
  writing.row(unlaid, GLP_UP, glp_mip_obj_val(writing.get()) + within);
  for (const auto& [column, share] : unlaid) glp_set_obj_coef(writing.get(), column, 0.0);
  for (std::size_t i = 0; i < columns.size(); ++i) glp_set_obj_coef(writing.get(), columns[i], choices.layings[i].cost);
  BoardsChosen chosen;
  if (!writing.solve(mostSteps, stop, bound, isWhole, chosen.isProven) || !isWhole) return std::nullopt;
  chosen.isProven &= isLeast;
  std::vector<bool> isLaid(choices.pieceMm2.size(), false);
  for (std::size_t i = 0; i < columns.size(); ++i) {
    if (glp_mip_col_val(writing.get(), columns[i]) < 0.5) continue;
    chosen.layings.push_back(i);
    chosen.cost += choices.layings[i].cost;
    for (const std::size_t piece : choices.layings[i].pieces) isLaid[piece] = true;
  }
  for (std::size_t piece = 0; piece < isLaid.size(); ++piece) {
    if (!isLaid[piece]) chosen.unlaid.push_back(piece);
  }
  return chosen;
}

std::optional<StackBound> boundOf(const StackRoom& room, int mostSteps, const std::stop_token& stop) {
  Writing writing;
  const std::size_t boards = room.boardMm2.size(), pieces = room.pieceMm2.size();
  double most = 0.0, begunAlready = 0.0;
  std::vector<int> begun;
  for (std::size_t board = 0; board < boards; ++board) {
    const double cost = room.isBegun[board] ? 0.0 : room.boardCost[board];
    begun.push_back(writing.column(cost, true));
    most += cost;
    begunAlready += room.isBegun[board] ? room.boardCost[board] : 0.0;
  }
  const std::vector<double> unlaidCost = unlaidCosts(room.pieceMm2, most);
  std::vector<std::vector<std::pair<int, double>>> areaOn(boards), lengthOn(boards);
  double unit = 0.0;  // what a square millimetre unlaid costs
  for (std::size_t piece = 0; piece < pieces; ++piece) {
    std::vector<std::pair<int, double>> shares;
    for (std::size_t board = 0; board < boards; ++board) {
      if (!room.fits[piece][board]) continue;
      shares.emplace_back(writing.column(0.0, false), 1.0);
      const int share = shares.back().first;
      areaOn[board].emplace_back(share, room.pieceMm2[piece] / room.boardMm2[board]);
      if (room.fill[piece][board] > 0.0) lengthOn[board].emplace_back(share, room.fill[piece][board]);
      // None of it lies on a board that is not begun.
      writing.row({{share, 1.0}, {begun[board], -1.0}}, GLP_UP, 0.0);
    }
    if (shares.empty()) continue;
    unit = unlaidCost[piece] / std::max(room.pieceMm2[piece], 1e-9);
    shares.emplace_back(writing.column(unlaidCost[piece], false), 1.0);
    writing.row(shares, GLP_LO, 1.0);
  }
  for (std::size_t board = 0; board < boards; ++board) {
    for (auto* one : {&areaOn[board], &lengthOn[board]}) {
      if (one->empty()) continue;
      one->emplace_back(begun[board], -1.0);
      writing.row(*one, GLP_UP, 0.0);
    }
  }
  double bound = 0.0;
  bool isWhole = false, isProven = false;
  if (!writing.solve(mostSteps, stop, bound, isWhole, isProven)) return std::nullopt;
  // What of the bound is more than all the boards cost is of pieces that cannot be laid.
  StackBound least;
  if (unit > 0.0 && bound > most) least.unlaidMm2 = (bound - most) / unit;
  // Where something is left unlaid, what is begun may be less.
  least.cost = begunAlready + (bound > most ? 0.0 : bound);
  return least;
}

}  // namespace narrows
