#include "solve/wanted_pieces.h"

#include <algorithm>

#include "plank/narrowest_board.h"
#include "problem/trade.h"
#include "solve/joinery.h"
#include "solve/plank_at_bench.h"

namespace narrows {

namespace {

/// Points of an outline are left out where they lie within this of the line between their neighbours.
constexpr double outlineWithinMm = 0.02;
/// Half the width of what reaches right across any plank.
constexpr double widerThanAnyMm = 1000.0;
/// Places along the middle of a plank, where its grain is looked at.
constexpr std::size_t middlePlaces = 48;

/// A line of points at a share of its length.
Vec2 atShare(const std::vector<Vec2>& line, const std::vector<double>& shares, double share) {
  std::size_t i = 1;
  while (i + 1 < line.size() && shares[i] < share) ++i;
  const double leg = shares[i] - shares[i - 1];
  return line[i - 1] + (leg <= 0.0 ? 0.0 : (share - shares[i - 1]) / leg) * (line[i] - line[i - 1]);
}

std::vector<Vec2> halfWay(const std::vector<Vec2>& lower, const std::vector<Vec2>& upper) {
  const std::vector<double> lowerShares = sharesAlong(lower), upperShares = sharesAlong(upper);
  std::vector<Vec2> middle;
  for (std::size_t i = 0; i <= middlePlaces; ++i) {
    const double share = static_cast<double>(i) / middlePlaces;
    middle.push_back(0.5 * (atShare(lower, lowerShares, share) + atShare(upper, upperShares, share)));
  }
  return middle;
}

/// The rest of a piece from its outline: its size, and its middle along where it is longest.
void measure(WantedPiece& piece) {
  piece.outline = simplified(piece.outline, outlineWithinMm);
  if (signedArea(piece.outline) < 0.0) std::reverse(piece.outline.begin(), piece.outline.end());
  const auto board = narrowestBoard(piece.outline);
  piece.lengthMm = std::max(board.lengthMm, board.widthMm);
  piece.widthMm = std::min(board.lengthMm, board.widthMm);
  if (!piece.middle.empty()) return;
  const double axis = longAxis(piece.outline);
  Vec2 way(std::cos(axis), std::sin(axis));
  if (way.x() < 0.0) way = -way;
  const Vec2 at = centroid(piece.outline);
  piece.middle = {at - 0.5 * piece.lengthMm * way, at + 0.5 * piece.lengthMm * way};
}

/// Goes through the boat.
class Gathering {
 public:
  Gathering(const Solved& solved, const std::stop_token& stop)
      : m_solved(solved), m_book(*solved.book), m_thickMm(m_book.table.thickness.mm()), m_stop(stop) {}

  std::vector<WantedPiece> all() {
    planks();
    if (m_solved.backbone.get() != nullptr) backbone(*m_solved.backbone);
    boardsAcross();
    moulds();
    return std::move(m_pieces);
  }

  std::vector<WantedPiece> allPlanks() {
    planks();
    return std::move(m_pieces);
  }

  std::vector<WantedPiece> planksOf(std::size_t strake, BoatSide side) {
    std::vector<WantedPiece> blocks;
    for (WantedPiece& piece : plank(strake, side, blocks)) add(std::move(piece));
    return std::move(m_pieces);
  }

 private:
  void add(WantedPiece piece) {
    // What crosses itself by a hair is cut to what hangs together of it.
    if (piece.outline.size() > 2 && isCrossed(piece.outline)) piece.outline = largest(together({piece.outline}));
    if (piece.outline.size() < 3) return;
    measure(piece);
    m_pieces.push_back(std::move(piece));
  }

  void planks() {
    std::size_t count = 0;
    for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
      if (const Lining* lining = m_solved.liningOf(side)) count = std::max(count, lining->strakeCount());
    }
    std::vector<WantedPiece> blocks;
    for (std::size_t strake = 0; strake < count && !m_stop.stop_requested(); ++strake) {
      std::array<std::vector<WantedPiece>, 2> sides{plank(strake, BoatSide::Starboard, blocks),
                                                    plank(strake, BoatSide::Port, blocks)};
      for (std::size_t piece = 0; piece < std::max(sides[0].size(), sides[1].size()); ++piece) {
        for (auto& side : sides) {
          if (piece < side.size()) add(std::move(side[piece]));
        }
      }
    }
    m_blocks = std::move(blocks);
  }

  /// How thick a board of a strake has to be: with what is planed and hollowed.
  double stockMm(std::size_t strake, BoatSide side) const {
    const Weighing* weighing = m_solved.weighingOf(side);
    const Weighed* row = weighing == nullptr ? nullptr : weighing->worst(Measure::Stock, strake);
    return row == nullptr ? m_thickMm : std::max(row->value, m_thickMm);
  }

  void grade(WantedPiece& piece, const Lining& lining, const PlankAtBench& bench, const PlankPiece& of) const {
    const StockPlan& rules = m_book.stock;
    for (const StrakeGrade& own : rules.grades) {
      if (own.strake == static_cast<int>(bench.strake) + 1 && own.side == bench.side) {
        piece.grade = own.grade;
        piece.why = GradeWhy::Chosen;
        return;
      }
    }
    if (isTopside(lining, bench.strake, 0.5 * (of.fromMm + of.toMm), bench.run)) {
      piece.grade = WantedGrade::Clear;
      piece.why = GradeWhy::Topsides;
      return;
    }
    const double up = bench.side == BoatSide::Port ? -1.0 : 1.0;
    for (const HeatedRun& run : bench.bending.runs) {
      if (!run.worst.byTwist || run.fromMm >= of.toMm || run.toMm <= of.fromMm) continue;
      Polygon part;
      for (const auto& [along, way] : {std::pair(run.fromMm, -1.0), std::pair(run.toMm, -1.0), std::pair(run.toMm, 1.0),
                                       std::pair(run.fromMm, 1.0)}) {
        const Vec2 at = of.own(bench.run.pointAt(along) +
                               way * widerThanAnyMm * turnedLeft(bench.run.directionAt(along).normalized()));
        part.emplace_back(at.x(), up * at.y());
      }
      if (up < 0.0) std::reverse(part.begin(), part.end());
      piece.clearParts.push_back(std::move(part));
    }
  }

  /// Whether a plank shows above the waterline in the middle of its length; where she has none, by the strakes that the
  /// book wants clear, or the upper half.
  bool isTopside(const Lining& lining, std::size_t strake, double alongMm, const PlankRun& run) const {
    const int number = static_cast<int>(strake) + 1;
    if (m_book.stock.clearFrom) return number >= *m_book.stock.clearFrom;
    if (!m_book.settings.waterline) return 2 * number > static_cast<int>(lining.strakeCount());
    const Band band = lining.band(strake);
    return band.point(run.tAt(alongMm), 1.0).z() > m_book.settings.waterline->mm();
  }

  std::vector<WantedPiece> plank(std::size_t strake, BoatSide side, std::vector<WantedPiece>& blocks) const {
    const auto bench = plankAtBench(m_solved, strake, side);
    const Lining* lining = m_solved.liningOf(side);
    std::vector<WantedPiece> pieces;
    if (bench == nullptr || lining == nullptr) return pieces;
    const double up = side == BoatSide::Port ? -1.0 : 1.0;
    for (const PlankPiece& of : bench->pieces) {
      const auto own = [&](std::vector<Vec2> points) {
        for (Vec2& point : points) {
          point = of.own(point);
          point.y() *= up;
        }
        return points;
      };
      WantedPiece piece;
      piece.of.kind = PieceKind::Plank;
      piece.of.strake = static_cast<int>(strake) + 1;
      piece.of.strakeId = lining->strakes[strake].id;
      piece.of.side = side;
      piece.of.piece = static_cast<int>(of.number);
      piece.count = static_cast<int>(of.count);
      piece.outline = own(of.sawn.outline());
      piece.lower = own(of.lower);
      piece.upper = own(of.upper);
      if (piece.lower.size() > 1 && piece.upper.size() > 1) piece.middle = halfWay(piece.lower, piece.upper);
      for (const Fastening& fastening : bench->fastenings.all) {
        if (fastening.alongMm >= of.fromMm && fastening.alongMm <= of.toMm)
          piece.fastenings.push_back(own({fastening.at}).front());
      }
      for (const auto* joint : {&of.fore, &of.aft}) {
        if (*joint && (*joint)->lengthMm > 0.0) piece.scarfs.push_back(own(scarf(**joint)));
      }
      piece.thicknessMm = stockMm(strake, side);
      const std::string wood = m_book.planOf(side).speciesOf(lining->strakes[strake].id);
      piece.species = wood.empty() ? m_book.weighing.species : wood;
      piece.hasPair = true;
      grade(piece, *lining, *bench, of);
      if (of.aft && of.aft->joint.kind == JoinedBy::Butt) blocks.push_back(block(*bench, of, piece));
      pieces.push_back(std::move(piece));
    }
    return pieces;
  }

  /// A scarf on the flat plank: as long as it is, and wider than any plank.
  static Polygon scarf(const JointOnPlank& joint) {
    const Vec2 half = 0.5 * joint.lengthMm * joint.along, across = widerThanAnyMm * turnedLeft(joint.along);
    return {joint.at - half - across, joint.at + half - across, joint.at + half + across, joint.at - half + across};
  }

  WantedPiece block(const PlankAtBench& bench, const PlankPiece& of, const WantedPiece& plank) const {
    const std::vector<double> edges =
        narrows::crossings(of.sawn.outline(), of.aft->at, of.aft->at + turnedLeft(of.aft->along));
    const double wide = edges.size() < 2 ? 0.0 : edges.back() - edges.front();
    const ButtBlock shape = buttBlock(bench.joining, wide);
    WantedPiece piece;
    piece.of = plank.of;
    piece.of.kind = PieceKind::ButtBlock;
    piece.outline = rectangle(Vec2::Zero(), {shape.lengthMm, shape.widthMm});
    // Its grain runs as the planks' does.
    piece.middle = {{0.0, 0.5 * shape.widthMm}, {shape.lengthMm, 0.5 * shape.widthMm}};
    piece.thicknessMm = shape.thicknessMm;
    piece.species = plank.species;
    piece.why = GradeWhy::Shop;
    piece.hasPair = true;
    return piece;
  }

  WantedPiece backbonePiece(PieceKind kind, const std::string& name, const std::string& species, double thickMm) const {
    WantedPiece piece;
    piece.of.kind = kind;
    piece.of.name = name;
    piece.species = species;
    piece.thicknessMm = thickMm;
    piece.grade = WantedGrade::Clear;
    piece.why = GradeWhy::Backbone;
    return piece;
  }

  void backbone(const Backbone& backbone) {
    const auto nameOf = [&](TimberId id) {
      const Timber* timber = backbone.plan.find(id);
      return timber == nullptr ? std::string() : timber->name;
    };
    const LaminationPlan& bent = backbone.plan.lamination;
    const bool isBent = backbone.lamination && (!bent.frame.empty() || bent.timber.isSet());
    const bool isBlank = backbone.blank && backbone.plan.blank.timber.isSet();
    for (const TimberShape& shape : backbone.shapes.shapes) {
      const Timber* timber = backbone.plan.find(shape.id);
      const bool otherwise = (isBent && bent.frame.empty() && bent.timber == shape.id) ||
                             (isBlank && backbone.plan.blank.timber == shape.id) ||
                             (backbone.plan.slab.placed && backbone.plan.slab.timber == shape.id);
      if (timber == nullptr || otherwise) continue;
      WantedPiece piece = backbonePiece(PieceKind::Timber, timber->name, timber->species, timber->siding.mm());
      piece.outline = moved(shape.outline, 0.0, -boxOf(shape.outline).low);
      add(std::move(piece));
    }
    if (isBlank) {
      const Timber* timber = backbone.plan.find(backbone.plan.blank.timber);
      for (std::size_t i = 0; i < backbone.blank->pieces.size(); ++i) {
        const BlankPiece& layer = backbone.blank->pieces[i];
        WantedPiece piece = backbonePiece(PieceKind::Layer, nameOf(backbone.plan.blank.timber),
                                          timber == nullptr ? "" : timber->species, backbone.blank->layerMm);
        piece.of.piece = static_cast<int>(i) + 1;
        const Polygon level = moved(layer.board, -layer.angleRad, Vec2::Zero());
        piece.outline = moved(level, 0.0, -boxOf(level).low);
        add(std::move(piece));
      }
    }
    if (isBent) {
      const Lamination& strips = *backbone.lamination;
      // Ripped off the edge of a board that is thick enough, else sawn off its face.
      const bool onEdge = bent.boardThickness.mm() >= strips.stripWidthMm;
      for (int i = 1; i <= strips.strips; ++i) {
        WantedPiece piece = backbonePiece(PieceKind::Strip,
                                          bent.frame.empty() ? nameOf(bent.timber) : Trade::say("Frame %1", bent.frame),
                                          bent.species, onEdge ? strips.stripWidthMm : strips.stripMm);
        piece.of.piece = i;
        piece.outline = rectangle(Vec2::Zero(), {strips.stripLengthMm, onEdge ? strips.stripMm : strips.stripWidthMm});
        add(std::move(piece));
      }
    }
  }

  void boardsAcross() {
    if (m_solved.inside.get() != nullptr && m_solved.inside->isChined()) {
      if (const auto bottom = flatBottom(*m_solved.inside, m_thickMm)) across("bottom", *bottom);
    }
    if (m_solved.backbone.get() != nullptr && m_solved.backbone->transom != nullptr) {
      if (const auto transom = flatTransom(*m_solved.backbone->transom))
        across("transom", *transom, m_book.backbone.transom.thickness.mm());
    }
  }

  void across(const char* name, const FlatShape& shape, std::optional<double> thickMm = {}) {
    const auto planks = plankAcross(shape, flatWorkMake(m_book));
    for (std::size_t i = 0; planks && i < planks->boards.size(); ++i) {
      const CrossBoard& board = planks->boards[i];
      WantedPiece piece;
      piece.of.kind = PieceKind::CrossBoard;
      piece.of.name = name;
      piece.of.piece = board.number;
      piece.outline = rectangle(Vec2::Zero(), {board.cutMm, board.widthMm()});
      piece.middle = {{0.0, 0.5 * board.widthMm()}, {board.cutMm, 0.5 * board.widthMm()}};
      piece.thicknessMm = thickMm.value_or(m_thickMm);
      piece.species = m_book.weighing.species;
      add(std::move(piece));
    }
  }

  void moulds() {
    for (std::size_t i = 0; m_solved.outlines.get() != nullptr && i < m_solved.outlines->moulds.size(); ++i) {
      const Mould& mould = m_solved.outlines->moulds[i];
      constexpr double stepMm = 10.0;
      const double length = mould.outline.lengthMm();
      const int steps = std::max(2, static_cast<int>(length / stepMm));
      for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
        const double out = side == BoatSide::Port ? -1.0 : 1.0;
        WantedPiece piece;
        piece.of.kind = PieceKind::Mould;
        piece.of.name = mould.name;
        piece.of.side = side;
        for (int step = 0; step <= steps; ++step) {
          const Vec3 at = mould.outline.pointAt(length * step / steps);
          piece.outline.emplace_back(at.z(), out * at.y());
        }
        const double low = piece.outline.front().x(), high = piece.outline.back().x();
        piece.outline.emplace_back(high, 0.0);
        if (std::abs(piece.outline.front().y()) > outlineWithinMm) piece.outline.emplace_back(low, 0.0);
        piece.outline = moved(piece.outline, 0.0, -boxOf(piece.outline).low);
        piece.thicknessMm = mould.thicknessMm;
        piece.why = GradeWhy::Shop;
        piece.hasPair = true;
        add(std::move(piece));
      }
    }
    for (WantedPiece& block : m_blocks) add(std::move(block));
  }

  const Solved& m_solved;
  const Book& m_book;
  const double m_thickMm;
  const std::stop_token& m_stop;
  std::vector<WantedPiece> m_pieces, m_blocks;
};

}  // namespace

std::vector<WantedPiece> wantedPieces(const Solved& solved, const std::stop_token& stop) {
  return Gathering(solved, stop).all();
}

std::vector<WantedPiece> wantedPlanks(const Solved& solved, const std::stop_token& stop) {
  return Gathering(solved, stop).allPlanks();
}

std::vector<WantedPiece> wantedPlanksOf(const Solved& solved, std::size_t strake, BoatSide side) {
  return Gathering(solved, {}).planksOf(strake, side);
}

}  // namespace narrows
