#include "joining/piece.h"

#include <algorithm>

#include "plank/narrowest_board.h"

namespace narrows {

namespace {

/// An edge as far as it lies within a cut.
std::vector<Vec2> cutOff(const std::vector<Vec2>& edge, const CrossCut& cut) {
  std::vector<Vec2> kept;
  for (const auto& part : partsWithin(edge, cut)) kept.insert(kept.end(), part.begin(), part.end());
  return kept;
}

/// The end of a piece at a joint, so far beyond the joint's own.
CrossCut cutOf(const JointOnPlank& joint, bool aftEnd, double beyondMm) {
  const Vec2 out = aftEnd ? joint.along : Vec2(-joint.along);
  return {joint.at + (0.5 * joint.lengthMm + beyondMm) * out, out};
}

}  // namespace

std::vector<std::vector<Vec2>> partsWithin(const std::vector<Vec2>& line, const CrossCut& cut) {
  std::vector<std::vector<Vec2>> kept(1);
  for (std::size_t i = 0; i < line.size(); ++i) {
    const double beyond = cut.beyondMm(line[i]);
    if (i > 0) {
      const double before = cut.beyondMm(line[i - 1]);
      if ((before > 0.0) != (beyond > 0.0)) {
        kept.back().push_back(line[i - 1] + before / (before - beyond) * (line[i] - line[i - 1]));
        if (beyond > 0.0) kept.emplace_back();
      }
    }
    if (beyond <= 0.0) kept.back().push_back(line[i]);
  }
  std::erase_if(kept, [](const auto& part) { return part.size() < 2; });
  return kept;
}

double PlankPiece::shareOfThickness(double alongMm, const JoiningMake& make) const {
  const auto taken = [&](const JointOnPlank& joint) {
    // What lies aft of the joint has so much of the thickness.
    if (joint.lengthMm <= 0.0) return alongMm < joint.alongMm ? 0.0 : 1.0;
    if (alongMm < joint.fromMm()) return 0.0;
    if (alongMm > joint.toMm()) return 1.0;
    const double nib = make.nibMm / make.thicknessMm;
    return nib + (1.0 - 2.0 * nib) * (alongMm - joint.fromMm()) / joint.lengthMm;
  };
  if (alongMm < fromMm || alongMm > toMm) return 0.0;
  return (fore ? taken(*fore) : 1.0) - (aft ? taken(*aft) : 0.0);
}

Vec2 PlankPiece::own(const Vec2& point) const {
  const Vec2 along = (sawn.board[1] - sawn.board[0]).normalized();
  const Vec2 from = point - sawn.board[0];
  return {from.dot(along), from.dot(turnedLeft(along))};
}

std::vector<PlankPiece> piecesOf(const FlatPlank& plank, const PlankRun& run, const SawnPlank& sawn,
                                 const std::vector<JointOnPlank>& joints, const JoiningMake& make) {
  std::vector<PlankPiece> pieces(joints.size() + 1);
  for (std::size_t i = 0; i < pieces.size(); ++i) {
    PlankPiece& piece = pieces[i];
    piece.number = i + 1;
    piece.count = pieces.size();
    piece.lower = plank.lower;
    piece.upper = plank.upper;
    piece.sawn = sawn;
    piece.toMm = run.lengthMm();
    const auto cutAt = [&](const JointOnPlank& joint, bool aftEnd) {
      const CrossCut finished = cutOf(joint, aftEnd, 0.0), rough = cutOf(joint, aftEnd, make.marginMm);
      piece.lower = cutOff(piece.lower, finished);
      piece.upper = cutOff(piece.upper, finished);
      piece.sawn.lower = cutOff(piece.sawn.lower, rough);
      piece.sawn.upper = cutOff(piece.sawn.upper, rough);
      if (piece.sawn.lower.empty() || piece.sawn.upper.empty()) return;
      (aftEnd ? piece.sawn.stern : piece.sawn.bow) =
          aftEnd ? std::vector<Vec2>{piece.sawn.lower.back(), piece.sawn.upper.back()}
                 : std::vector<Vec2>{piece.sawn.lower.front(), piece.sawn.upper.front()};
    };
    if (i > 0) {
      piece.fore = joints[i - 1];
      piece.fromMm = joints[i - 1].fromMm();
      cutAt(joints[i - 1], false);
    }
    if (i < joints.size()) {
      piece.aft = joints[i];
      piece.toMm = joints[i].toMm();
      cutAt(joints[i], true);
    }
    findBoard(piece.sawn);
  }
  return pieces;
}

double pieceBoardMm(const PlankRun& run, const SawnPlank& sawn, std::optional<double> fromMm,
                    std::optional<double> toMm) {
  std::vector<Vec2> lower = sawn.lower, upper = sawn.upper, points;
  for (const auto& [along, aftEnd] : {std::pair(fromMm, false), std::pair(toMm, true)}) {
    if (!along) {
      const auto& end = aftEnd ? sawn.stern : sawn.bow;
      points.insert(points.end(), end.begin(), end.end());
      continue;
    }
    const CrossCut cut{run.pointAt(*along), (aftEnd ? 1.0 : -1.0) * run.directionAt(*along)};
    lower = cutOff(lower, cut);
    upper = cutOff(upper, cut);
  }
  // Its length is that of its ends: every sixth point tells how the board lies.
  constexpr std::size_t everySixth = 6;
  for (const auto* edge : {&lower, &upper}) {
    for (std::size_t i = 0; i < edge->size(); i += everySixth) points.push_back((*edge)[i]);
    if (!edge->empty()) points.push_back(edge->back());
  }
  return points.size() < 3 ? 0.0 : narrowestBoard(points).lengthMm;
}

}  // namespace narrows
