#include "backbone/blank.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// Places along a piece that its board must cover.
constexpr int coverSteps = 48;
constexpr int mostPieces = 60;

/// The timber as a band along its hollow edge.
class BentBand {
 public:
  explicit BentBand(const BentPart& part) : m_part(part), m_wood(part.woodSide()) {
    std::vector<Vec3> nails;
    for (int i = 0; i <= 100; ++i) {
      const Vec2 at = point(i / 100.0, 0.5 * part.mouldingMm);
      nails.emplace_back(at.x(), 0.0, at.y());
    }
    m_middle = Batten::spring(nails, BattenEnds::CarryCurvature);
  }
  /// Along the middle of its least depth.
  double length() const { return m_middle.lengthMm(); }

  BlankPiece piece(double from, double to, double margin) const {
    BlankPiece piece;
    piece.fromMm = from;
    piece.toMm = to;
    const Vec3 a = m_middle.pointAt(from), b = m_middle.pointAt(to);
    piece.angleRad = std::atan2(b.z() - a.z(), b.x() - a.x());
    const Eigen::Rotation2Dd lay(-piece.angleRad);
    Vec2 low(1e12, 1e12), high(-1e12, -1e12);
    for (int i = 0; i <= coverSteps; ++i) {
      const double share = (from + (to - from) * i / coverSteps) / length();
      const Vec3 way = m_part.concave.tangentAt(share * m_part.concave.lengthMm());
      const double lean = std::remainder(std::atan2(way.z(), way.x()) - piece.angleRad, 6.283185307179586);
      piece.runOutRad = std::max(piece.runOutRad, std::abs(lean));
      if (i == 0) piece.fromMitreRad = lean;
      if (i == coverSteps) piece.toMitreRad = lean;
      for (const double deep : {0.0, m_part.acrossAt(share)}) {
        const Vec2 laid = lay * point(share, deep);
        low = low.cwiseMin(laid);
        high = high.cwiseMax(laid);
      }
    }
    low.array() -= margin;
    high.array() += margin;
    piece.lengthMm = high.x() - low.x();
    piece.widthMm = high.y() - low.y();
    piece.board = moved(rectangle(low, high), piece.angleRad, Vec2::Zero());
    return piece;
  }

 private:
  Vec2 point(double share, double deep) const {
    const Vec3 at = m_part.concave.pointAtShare(share);
    const Vec3 way = m_part.concave.tangentAt(share * m_part.concave.lengthMm());
    return Vec2(at.x(), at.z()) + m_wood * deep * Vec2(-way.z(), way.x());
  }

  const BentPart& m_part;
  double m_wood;
  Batten m_middle;
};

}  // namespace

Result<Blank> buildBlank(const BentPart& part, const BlankPlan& plan, Unit unit) {
  const auto words = [unit](double mm) { return writeLength(millimetres(mm), unit, 1, true); };
  const double margin = plan.margin.mm(), width = plan.boardWidth.mm();
  double deepest = part.mouldingMm;
  for (const double across : part.acrossMm) deepest = std::max(deepest, across);
  const double least = deepest + 2.0 * margin;
  if (width <= least || plan.boardThickness.mm() <= 0.0)
    return fail(Fault::BoardTooNarrow, {}, {words(width), words(deepest), words(std::ceil(least * 1.1))});
  const BentBand band(part);
  Blank blank;
  blank.layers = std::max(1, static_cast<int>(std::ceil(part.sidingMm / plan.boardThickness.mm() - 1e-9)));
  blank.layerMm = part.sidingMm / blank.layers;
  const auto layer = [&](int count, bool shifted) {
    std::vector<double> joints{0.0};
    for (int i = 1; i < count + (shifted ? 1 : 0); ++i)
      joints.push_back(band.length() * (i - (shifted ? 0.5 : 0.0)) / count);
    joints.push_back(band.length());
    std::vector<BlankPiece> pieces;
    for (std::size_t i = 1; i < joints.size(); ++i) pieces.push_back(band.piece(joints[i - 1], joints[i], margin));
    return pieces;
  };
  for (int count = 1; count <= mostPieces; ++count) {
    std::vector<BlankPiece> pieces;
    bool fits = true;
    for (int k = 0; k < blank.layers; ++k) {
      auto row = layer(count, k % 2 == 1);
      for (std::size_t i = 0; i < row.size(); ++i) {
        row[i].layer = k + 1;
        row[i].place = static_cast<int>(i) + 1;
        fits = fits && row[i].widthMm <= width + 1e-9;
      }
      pieces.insert(pieces.end(), row.begin(), row.end());
    }
    if (!fits) continue;
    // Joints of one layer lie in the middle between those of the next.
    blank.leastApartMm = blank.layers == 1 ? band.length() : 0.5 * band.length() / count;
    if (blank.layers > 1 && blank.leastApartMm < plan.clear.mm() - 1e-9)
      return fail(Fault::JointsTooClose, {},
                  {words(width), words(plan.clear.mm()), words(std::floor(blank.leastApartMm))});
    blank.pieces = std::move(pieces);
    for (const BlankPiece& piece : blank.pieces) {
      blank.runOutRad = std::max(blank.runOutRad, piece.runOutRad);
      blank.boardLengthMm += piece.lengthMm;
    }
    blank.glueAreaM2 = (blank.layers - 1) * band.length() * part.mouldingMm * 1e-6;
    return blank;
  }
  return fail(Fault::BoardTooNarrow, {}, {words(width), words(deepest), words(std::ceil(least * 1.5))});
}

}  // namespace narrows
