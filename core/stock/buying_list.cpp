#include "stock/buying_list.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "backbone/species.h"
#include "backbone/volume.h"
#include "files/csv_records.h"
#include "problem/trade.h"
#include "stock/fit.h"

namespace narrows {

namespace {

/// Boards that a further piece is tried on, those with most room first.
constexpr std::size_t mostTried = 5;

double thickMm(const WantedPiece& piece, const StockMake& make) {
  return piece.thicknessMm + make.planedMm;
}

/// A board being filled.
struct Filled {
  Board board;
  std::vector<Neighbour> on;  ///< `laying`: place of the piece in its list
  double roomMm2 = 0.0;
};

/// Pieces of one timber, thickness and grade.
class Group {
 public:
  Group(std::vector<const WantedPiece*> pieces, const StockMake& make, const BoardsSold& sizes)
      : m_pieces(std::move(pieces)), m_make(make), m_sizes(sizes) {
    std::sort(m_pieces.begin(), m_pieces.end(), [](const WantedPiece* a, const WantedPiece* b) {
      return a->lengthMm != b->lengthMm ? a->lengthMm > b->lengthMm : a->widthMm > b->widthMm;
    });
  }

  /// The way that takes least wood; a piece that no size holds has a board of its own size.
  std::vector<Filled> filled(const std::stop_token& stop) const {
    std::vector<Filled> best;
    double least = 1e300;
    for (std::size_t from = 0; from < m_sizes.widths.size() && !stop.stop_requested(); ++from) {
      std::vector<Filled> boards = fill(m_sizes.widths[from].mm(), stop);
      for (Filled& board : boards) shrink(board);
      double area = 0.0;
      for (const Filled& board : boards) area += board.board.length.mm() * board.board.width.mm();
      if (area < least && !stop.stop_requested()) least = area, best = std::move(boards);
    }
    return best;
  }

  const WantedPiece& piece(std::size_t i) const { return *m_pieces[i]; }

 private:
  /// A board of the mill as pieces are laid on it: any thickness will do here.
  Board ofSize(double lengthMm, double widthMm) const {
    Board board;
    board.length = millimetres(lengthMm);
    board.width = millimetres(widthMm);
    board.thickness = millimetres(1e4);
    board.species = m_pieces.front()->species;
    return board;
  }

  static bool lay(Filled& on, const WantedPiece& piece, std::size_t at, const StockMake& make,
                  const std::stop_token& stop) {
    const auto place = findPlace(BoardShape(on.board), piece, on.on, make, stop);
    if (!place) return false;
    on.on.push_back({at, {}, place->judged.outline});
    on.roomMm2 -= std::abs(signedArea(piece.outline));
    return true;
  }

  std::vector<Filled> fill(double leastWidthMm, const std::stop_token& stop) const {
    std::vector<Filled> boards;
    for (std::size_t i = 0; i < m_pieces.size() && !stop.stop_requested(); ++i) {
      const WantedPiece& piece = *m_pieces[i];
      std::vector<Filled*> open;
      for (Filled& board : boards) {
        if (board.roomMm2 > std::abs(signedArea(piece.outline))) open.push_back(&board);
      }
      std::sort(open.begin(), open.end(), [](const Filled* a, const Filled* b) { return a->roomMm2 > b->roomMm2; });
      if (open.size() > mostTried) open.resize(mostTried);
      const bool isLaid =
          std::any_of(open.begin(), open.end(), [&](Filled* board) { return lay(*board, piece, i, m_make, stop); });
      if (!isLaid) boards.push_back(begun(piece, i, leastWidthMm, stop));
    }
    return boards;
  }

  /// The shortest board of such a width, or the next wider, that holds a piece; else one of its own size.
  Filled begun(const WantedPiece& piece, std::size_t at, double leastWidthMm, const std::stop_token& stop) const {
    for (const Length& width : m_sizes.widths) {
      if (width.mm() < leastWidthMm) continue;
      for (const Length& length : m_sizes.lengths) {
        Filled board{ofSize(length.mm(), width.mm()), {}, length.mm() * width.mm()};
        if (lay(board, piece, at, m_make, stop)) return board;
      }
    }
    const double lengthStepMm = m_sizes.lengthStep.mm(), widthStepMm = m_sizes.widthStep.mm();
    const auto up = [&](double mm, double step) { return std::ceil((mm + 2.0 * m_make.marginMm + 1.0) / step) * step; };
    double wide = up(piece.widthMm, widthStepMm);
    const double length = up(piece.lengthMm, lengthStepMm);
    for (int tries = 0; tries < 20 && !stop.stop_requested(); ++tries, wide += widthStepMm) {
      Filled board{ofSize(length, wide), {}, 0.0};
      if (lay(board, piece, at, m_make, stop)) return board;
    }
    return {ofSize(length, wide), {{at, {}, piece.outline}}, 0.0};
  }

  /// The smallest size that holds what lies on a board as it lies.
  void shrink(Filled& of) const {
    Polygon all;
    for (const Neighbour& one : of.on) all.insert(all.end(), one.outline.begin(), one.outline.end());
    const Box2 box = boxOf(all);
    const double length = box.width() + 2.0 * m_make.marginMm, width = box.height() + 2.0 * m_make.marginMm;
    double least = of.board.length.mm() * of.board.width.mm();
    for (const Length& wide : m_sizes.widths) {
      for (const Length& at : m_sizes.lengths) {
        if (wide.mm() < width || at.mm() < length || wide.mm() * at.mm() >= least) continue;
        least = wide.mm() * at.mm();
        of.board.length = at;
        of.board.width = wide;
      }
    }
  }

  std::vector<const WantedPiece*> m_pieces;
  const StockMake& m_make;
  const BoardsSold& m_sizes;
};

/// How boards of a thickness are bought: as thick as the mill sells them, and how many are got out of each.
struct Sold {
  double thickMm = 0.0;
  int resawn = 1;
  int count = 0;
};

/// So many boards, each of one's own or two out of a thicker one: whichever takes less wood.
Sold sold(int boards, double thickMm, const StockMake& make, const BoardsSold& sizes) {
  constexpr int mostResawn = 2;
  Sold best{thickMm, 1, boards};
  double least = 1e300;
  for (const Length& thick : sizes.thicknesses) {
    for (int out = 1; out <= mostResawn; ++out) {
      constexpr double within = 1e-6;
      if (out * thickMm + (out - 1) * make.kerfMm > thick.mm() + within) continue;
      const int count = (boards + out - 1) / out;
      if (count * thick.mm() >= least - within) continue;
      least = count * thick.mm();
      best = {thick.mm(), out, count};
    }
  }
  return best;
}

}  // namespace

std::vector<TimberNeed> needOf(const std::vector<WantedPiece>& pieces, const StockMake& make) {
  std::map<std::pair<std::string, WantedGrade>, TimberNeed> by;
  for (const WantedPiece& piece : pieces) {
    TimberNeed& need = by[{inSmallLetters(piece.species), piece.grade}];
    need.species = piece.species;
    need.grade = piece.grade;
    ++need.pieces;
    need.lengthMm += piece.lengthMm;
    need.widestMm = std::max(need.widestMm, piece.widthMm);
    need.litres += std::abs(signedArea(piece.outline)) * thickMm(piece, make) / mm3ALitre;
  }
  std::vector<TimberNeed> needs;
  for (auto& [key, need] : by) needs.push_back(std::move(need));
  std::stable_sort(needs.begin(), needs.end(),
                   [](const TimberNeed& a, const TimberNeed& b) { return a.litres > b.litres; });
  return needs;
}

double BoardsToBuy::litres() const {
  return count * lengthMm * widthMm * thicknessMm / mm3ALitre;
}

double BoardsToBuy::boardFeet() const {
  return litres() * mm3ALitre / mm3ABoardFoot;
}

std::vector<BoardsToBuy> buyingList(const std::vector<WantedPiece>& pieces, const StockMake& make,
                                    const BoardsSold& sizes, const StockLosses& losses, const std::stop_token& stop) {
  using Key = std::tuple<std::string, double, WantedGrade>;
  std::map<Key, std::vector<const WantedPiece*>> groups;
  for (const WantedPiece& piece : pieces)
    groups[{inSmallLetters(piece.species), thickMm(piece, make), piece.grade}].push_back(&piece);
  std::vector<BoardsToBuy> list;
  for (const auto& [key, of] : groups) {
    const Group group(of, make, sizes);
    std::map<std::pair<double, double>, BoardsToBuy> bySize;
    int all = 0;
    for (const Filled& board : group.filled(stop)) {
      BoardsToBuy& row = bySize[{board.board.length.mm(), board.board.width.mm()}];
      row.species = of.front()->species;
      row.grade = std::get<WantedGrade>(key);
      row.lengthMm = board.board.length.mm();
      row.widthMm = board.board.width.mm();
      const auto isSold = [](const std::vector<Length>& sizesSold, Length size) {
        return std::find(sizesSold.begin(), sizesSold.end(), size) != sizesSold.end();
      };
      row.isOrdered = !isSold(sizes.lengths, board.board.length) || !isSold(sizes.widths, board.board.width);
      ++row.count;
      ++all;
      for (const Neighbour& one : board.on) row.pieces.push_back(group.piece(one.laying).mark());
    }
    if (stop.stop_requested()) return {};
    if (bySize.empty()) continue;
    bySize.rbegin()->second.forLosses = static_cast<int>(std::lround(all * losses.share()));
    for (auto& [size, row] : bySize) {
      const int needed = row.count;
      const Sold whole = sold(needed + row.forLosses, std::get<double>(key), make, sizes);
      row.thicknessMm = whole.thickMm;
      row.isOrdered |= std::none_of(sizes.thicknesses.begin(), sizes.thicknesses.end(),
                                    [&](Length one) { return one.mm() == whole.thickMm; });
      row.resawn = whole.resawn;
      row.count = whole.count;
      row.forLosses = whole.count - (needed + whole.resawn - 1) / whole.resawn;
      std::sort(row.pieces.begin(), row.pieces.end());
      list.push_back(std::move(row));
    }
  }
  return list;
}

std::string boardSizeWords(const BoardsToBuy& boards, Notation notation) {
  return Trade::say("%1 by %2 by %3", showLong(millimetres(boards.lengthMm), notation),
                    showLength(millimetres(boards.widthMm), notation),
                    showThin(millimetres(boards.thicknessMm), notation));
}

std::string buyingCsv(const std::vector<BoardsToBuy>& list, Unit unit) {
  constexpr int decimals = 3;
  const auto length = [&](double mm) { return writeLength(millimetres(mm), unit, decimals, true); };
  std::string rows = "species,grade,thickness,length,width,count,for_losses,resawn,board_feet,cubic_metres,pieces\n";
  for (const BoardsToBuy& one : list) {
    std::string marks;
    for (const std::string& mark : one.pieces) marks += (marks.empty() ? "" : "; ") + mark;
    constexpr int cubicDecimals = 4;
    rows += csvField(one.species) + (one.grade == WantedGrade::Clear ? ",clear," : ",sound,") +
            length(one.thicknessMm) + "," + length(one.lengthMm) + "," + length(one.widthMm) + "," +
            std::to_string(one.count) + "," + std::to_string(one.forLosses) + "," + std::to_string(one.resawn) + "," +
            showDecimal(one.boardFeet(), 1) + "," + showDecimal(one.litres() * 1e-3, cubicDecimals) + "," +
            csvField(marks) + "\n";
  }
  return rows;
}

}  // namespace narrows
