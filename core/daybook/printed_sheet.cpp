#include "daybook/printed_sheet.h"

#include <algorithm>
#include <cmath>

namespace narrows {

namespace {

/// Content is the same to this.
constexpr double sameMm = 0.1;

struct Pair {
  const SheetPoint* was;
  Vec2 now;
};

}  // namespace

std::string plankFileWord(int strake, BoatSide side) {
  return (strake < 10 ? "0" : "") + std::to_string(strake) + "-" + sideWord(side);
}

std::string sheetFileName(std::string name) {
  for (char& c : name) c = c == ' ' || c == '/' ? '-' : c;
  return name;
}

std::vector<SheetOut> sheetOut(const PrintedSheet& printed, const std::vector<SheetPoint>& now, bool loose) {
  std::vector<Pair> pairs;
  std::vector<SheetOut> gone;
  for (const SheetPoint& was : printed.points) {
    const auto found = std::find_if(
        now.begin(), now.end(), [&](const SheetPoint& one) { return one.edge == was.edge && one.place == was.place; });
    if (found != now.end()) pairs.push_back({&was, found->at});
    if (found == now.end()) gone.push_back({was.edge, was.place, Vec2::Zero(), true});
  }
  Eigen::Matrix2d turn = Eigen::Matrix2d::Identity();
  Vec2 from = Vec2::Zero(), to = Vec2::Zero();
  if (loose && pairs.size() > 1) {
    for (const Pair& pair : pairs) from += pair.was->at, to += pair.now;
    from /= static_cast<double>(pairs.size());
    to /= static_cast<double>(pairs.size());
    double along = 0.0, across = 0.0;
    for (const Pair& pair : pairs) {
      const Vec2 a = pair.was->at - from, b = pair.now - to;
      along += a.dot(b);
      across += a.x() * b.y() - a.y() * b.x();
    }
    turn = Eigen::Rotation2Dd(std::atan2(across, along)).toRotationMatrix();
  }
  std::vector<SheetOut> outs;
  for (const Pair& pair : pairs) {
    const Vec2 by = pair.now - (turn * (pair.was->at - from) + to);
    if (by.norm() > sheetFalseMm) outs.push_back({pair.was->edge, pair.was->place, by, false});
  }
  std::stable_sort(outs.begin(), outs.end(),
                   [](const SheetOut& a, const SheetOut& b) { return a.offMm() > b.offMm() + 1e-9; });
  outs.insert(outs.end(), gone.begin(), gone.end());
  return outs;
}

void SheetCode::add(double mm) {
  const auto steps = static_cast<std::int64_t>(std::llround(mm / sameMm));
  for (int byte = 0; byte < 8; ++byte) {
    m_hash ^= static_cast<std::uint64_t>(steps >> (8 * byte)) & 0xffU;
    m_hash *= 1099511628211ULL;
  }
}

void SheetCode::add(const std::string& words) {
  for (const char letter : words) {
    m_hash ^= static_cast<unsigned char>(letter);
    m_hash *= 1099511628211ULL;
  }
}

std::string SheetCode::code() const {
  // Neither 0 nor O, 1, I nor L: read off paper with cold hands.
  constexpr std::string_view letters = "23456789ABCDEFGHJKMNPQRSTUVWXYZ";
  std::string code;
  std::uint64_t left = m_hash;
  for (int i = 0; i < 5; ++i, left /= letters.size()) code += letters[left % letters.size()];
  return code;
}

}  // namespace narrows
