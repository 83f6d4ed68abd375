#include "stock/wanted_piece.h"

#include <cmath>

#include "problem/trade.h"

namespace narrows {

double WantedPiece::bowMm() const {
  if (middle.size() < 3) return 0.0;
  const Vec2 across = turnedLeft((middle.back() - middle.front()).normalized());
  double most = 0.0;
  for (const Vec2& point : middle) {
    const double off = (point - middle.front()).dot(across);
    if (std::abs(off) > std::abs(most)) most = off;
  }
  return most;
}

std::string gradeWords(const WantedPiece& piece) {
  const bool clear = piece.grade == WantedGrade::Clear;
  switch (piece.why) {
    case GradeWhy::Topsides:
      return Trade::say("clear: topsides, which wet and dry");
    case GradeWhy::Below:
      return piece.clearParts.empty() ? Trade::say("sound small knots: below the waterline")
                                      : Trade::say("sound small knots; its hard-twisted end clear");
    case GradeWhy::Backbone:
      return Trade::say("clear: backbone");
    case GradeWhy::Shop:
      return Trade::say("any sound wood");
    case GradeWhy::Chosen:
      return clear ? Trade::say("clear: your choice") : Trade::say("sound small knots: your choice");
  }
  return {};
}

}  // namespace narrows
