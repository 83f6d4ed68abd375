#include "paper.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <optional>

#include "problem/trade.h"

namespace narrows {

namespace {

constexpr double marginMm = 10.0;  // most printers reach this near to the edge
constexpr double overlapMm = 12.0;
constexpr double aroundMm = 6.0;

struct PageSize {
  double width, height;
};

PageSize landscape(PaperKind kind) {
  switch (kind) {
    case PaperKind::A4:
      return {297.0, 210.0};
    case PaperKind::A3:
      return {420.0, 297.0};
    case PaperKind::Letter:
      return {279.4, 215.9};
    case PaperKind::Tabloid:
      return {431.8, 279.4};
    case PaperKind::Roll:
      break;
  }
  return {};
}

/// Asks of points along a line, no further apart than a few millimetres, until one answers true; whether one did.
template <typename Asked>
bool anyAlong(const SheetLine& line, const Asked& asked) {
  constexpr double stepMm = 5.0;
  for (std::size_t i = 0; i + 1 < line.points.size(); ++i) {
    const Vec2 leg = line.points[i + 1] - line.points[i];
    const int steps = std::max(1, static_cast<int>(leg.norm() / stepMm));
    for (int k = 0; k <= steps; ++k) {
      if (asked(Vec2(line.points[i] + leg * (static_cast<double>(k) / steps)))) return true;
    }
  }
  return false;
}

/// Whether any stretch of the drawing's lines, or a text, comes into a box.
bool crosses(const Drawing& drawing, const Vec2& low, const Vec2& high) {
  const auto inside = [&](const Vec2& p) {
    return p.x() >= low.x() && p.x() <= high.x() && p.y() >= low.y() && p.y() <= high.y();
  };
  for (const SheetLine& line : drawing.lines) {
    if (line.role == LineRole::Board || line.role == LineRole::Check) continue;
    if (anyAlong(line, inside)) return true;
  }
  return std::any_of(drawing.texts.begin(), drawing.texts.end(),
                     [&](const SheetText& text) { return !text.isHeading && inside(text.at); });
}

/// From the first to the last thing on a strip of the drawing between two heights; none where it is empty.
std::optional<std::pair<double, double>> stretchOn(const Drawing& drawing, double low, double high) {
  double from = 1e300, to = -1e300;
  const auto reach = [&](double x) { from = std::min(from, x), to = std::max(to, x); };
  for (const SheetLine& line : drawing.lines) {
    anyAlong(line, [&](const Vec2& at) {
      if (at.y() >= low && at.y() <= high) reach(at.x());
      return false;
    });
  }
  for (const SheetText& text : drawing.texts) {
    const DrawingBounds box = boundsOf(text);
    if (box.high.y() >= low && box.low.y() <= high) reach(box.low.x()), reach(box.high.x());
  }
  if (from > to) return std::nullopt;
  return std::pair(from, to);
}

std::size_t piecesOf(double whole, double piece) {
  return whole <= piece ? std::size_t{1}
                        : static_cast<std::size_t>(std::ceil((whole - overlapMm) / (piece - overlapMm) - 1e-9));
}

/// What a roll's strip holds across.
double stripHighMm(const Paper& paper) {
  return paper.rollWidthMm - 2.0 * marginMm - footMm;
}

/// A drawing on a roll, strip by strip from the top.
Tiling rollOf(const Drawing& drawing, const Paper& paper, const std::stop_token& stop) {
  constexpr double barsMm = 250.0;  // the foot's bars
  const DrawingBounds foot = boundsOf(SheetText{Vec2::Zero(), drawing.title + "   sheet A1   code 00000", 3.2});
  const DrawingBounds check = boundsOf(SheetText{Vec2::Zero(), drawing.check, 2.6});
  const DrawingBounds note = boundsOf(SheetText{Vec2::Zero(), drawing.note, 2.6});
  const double least = std::max({barsMm, foot.width(), check.width(), note.width()});
  const double longest = longestRollMm - 2.0 * marginMm, height = stripHighMm(paper);
  const DrawingBounds box = boundsOf(drawing);
  const double top = box.high.y() + aroundMm, whole = box.height() + 2.0 * aroundMm;
  Tiling tiling;
  tiling.overlapMm = overlapMm;
  tiling.rows = piecesOf(whole, height);
  for (std::size_t row = 0; row < tiling.rows; ++row) {
    if (stop.stop_requested()) return tiling;
    const double high = top - static_cast<double>(row) * (height - overlapMm);
    const auto on = stretchOn(drawing, high - height, high);
    if (!on) continue;
    const double from = on->first - aroundMm, to = on->second + aroundMm;
    const std::size_t pieces = piecesOf(to - from, longest);
    tiling.columns = std::max(tiling.columns, pieces);
    for (std::size_t column = 0; column < pieces; ++column) {
      Tile one;
      one.column = column;
      one.row = row;
      const double left = from + static_cast<double>(column) * (longest - overlapMm);
      const double right = std::max(std::min(to, left + longest), left + std::min(least, longest));
      one.low = Vec2(left, high - height);
      one.high = Vec2(right, high);
      one.pageWidthMm = right - left + 2.0 * marginMm;
      one.pageHeightMm = paper.rollWidthMm;
      one.leftMm = one.topMm = marginMm;
      one.isEmpty = !crosses(drawing, one.low, one.high);
      tiling.tiles.push_back(one);
    }
  }
  return tiling;
}

/// Marks on one the middle of what it shares with another, at both ends of it.
void markShared(Tile& one, const Tile& other, double overlap) {
  if (one.isEmpty || other.isEmpty) return;
  const Vec2 low = one.low.cwiseMax(other.low), high = one.high.cwiseMin(other.high);
  const Vec2 shared = high - low, middle = 0.5 * (low + high);
  const double half = 0.5 * overlap;
  if (one.row == other.row && shared.x() > half) {
    one.registers.emplace_back(middle.x(), low.y() + half);
    one.registers.emplace_back(middle.x(), high.y() - half);
  } else if (one.row != other.row && shared.y() > half && shared.x() > 2.0 * overlap) {
    // Neighbours across a corner have their marks in common with those beside them.
    one.registers.emplace_back(low.x() + half, middle.y());
    one.registers.emplace_back(high.x() - half, middle.y());
  }
}

Vec2 turned(const Vec2& at, double rad) {
  return {at.x() * std::cos(rad) - at.y() * std::sin(rad), at.x() * std::sin(rad) + at.y() * std::cos(rad)};
}

/// A drawing turned about its origin, its words still to be read from below or from the side.
Drawing turned(Drawing drawing, double rad) {
  constexpr double half = 3.14159265358979, capShare = 0.7;
  for (SheetLine& line : drawing.lines) {
    for (Vec2& at : line.points) at = turned(at, rad);
  }
  for (SheetText& text : drawing.texts) {
    text.at = turned(text.at, rad);
    text.angleRad += rad;
    if (std::cos(text.angleRad) > -1e-3) continue;
    text.at += capShare * text.heightMm * Vec2(-std::sin(text.angleRad), std::cos(text.angleRad));
    text.angleRad -= half;
    text.place = text.place == TextPlace::Left    ? TextPlace::Right
                 : text.place == TextPlace::Right ? TextPlace::Left
                                                  : TextPlace::Centre;
  }
  return drawing;
}

}  // namespace

Result<Paper> paperNamed(const std::string& name) {
  std::string lower = name;
  std::transform(lower.begin(), lower.end(), lower.begin(),
                 [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
  if (lower == "a4") return Paper{PaperKind::A4};
  if (lower == "a3") return Paper{PaperKind::A3};
  if (lower == "letter") return Paper{PaperKind::Letter};
  if (lower == "tabloid") return Paper{PaperKind::Tabloid};
  if (lower.starts_with("roll:")) {
    const auto width = parseLength(name.substr(5), Unit::Millimetre);
    if (width && width->mm() >= 150.0 && width->mm() <= longestRollMm) return Paper{PaperKind::Roll, width->mm()};
  }
  return fail(Fault::WordUnknown, {0, 0, "paper"},
              {name, Trade::say("A4, A3, Letter, Tabloid or roll:WIDTH (150 mm to 5 m)")});
}

std::string paperName(const Paper& paper) {
  switch (paper.kind) {
    case PaperKind::A4:
      return "A4";
    case PaperKind::A3:
      return "A3";
    case PaperKind::Letter:
      return "Letter";
    case PaperKind::Tabloid:
      return "Tabloid";
    case PaperKind::Roll:
      return Trade::say("roll %1 mm", saidDecimal(paper.rollWidthMm, 0));
  }
  return {};
}

namespace {

/// One page, upright: of the paper where it is A4 or Letter, else of the one of its kind that is read.
Tiling pageOf(const Drawing& drawing, const Paper& paper) {
  const bool letter = paper.kind == PaperKind::Letter || paper.kind == PaperKind::Tabloid;
  const PageSize page = landscape(letter ? PaperKind::Letter : PaperKind::A4);
  const DrawingBounds box = boundsOf(drawing);
  Tile one;
  one.pageWidthMm = page.height;
  one.pageHeightMm = page.width;
  one.leftMm = std::max(marginMm, 0.5 * (one.pageWidthMm - box.width()));
  one.topMm = marginMm;
  one.low = Vec2(box.low.x(), box.high.y() - (one.pageHeightMm - 2.0 * marginMm));
  one.high = Vec2(box.low.x() + one.pageWidthMm - 2.0 * marginMm, box.high.y());
  return {1, 1, {one}, 0.0};
}

/// Heights of the rules that go all across a table, from the top down.
std::vector<double> rulesOf(const Drawing& drawing) {
  double left = 1e300, right = -1e300;
  std::vector<std::pair<double, double>> level;  // height, length
  for (const SheetLine& line : drawing.lines) {
    if (line.role != LineRole::Rule || line.points.size() != 2) continue;
    if (std::abs(line.points[0].y() - line.points[1].y()) > 1e-6) continue;
    left = std::min({left, line.points[0].x(), line.points[1].x()});
    right = std::max({right, line.points[0].x(), line.points[1].x()});
    level.emplace_back(line.points[0].y(), std::abs(line.points[1].x() - line.points[0].x()));
  }
  std::vector<double> rules;
  constexpr double nearlyAll = 0.9;
  for (const auto& [y, length] : level) {
    if (length > nearlyAll * (right - left)) rules.push_back(y);
  }
  std::sort(rules.rbegin(), rules.rend());
  return rules;
}

/// A table over pages; none where it is wider than can be read.
std::optional<Tiling> tableOf(const Drawing& drawing, const Paper& paper) {
  constexpr double smallest = 0.55, besideMm = 2.0;
  const std::vector<double> rules = rulesOf(drawing);
  if (rules.size() < 2) return std::nullopt;
  const bool letter = paper.kind == PaperKind::Letter || paper.kind == PaperKind::Tabloid;
  PageSize page = landscape(letter ? PaperKind::Letter : PaperKind::A4);
  const DrawingBounds box = boundsOf(drawing);
  const double wide = box.width() + 2.0 * besideMm;
  if (wide <= page.height - 2.0 * marginMm) std::swap(page.width, page.height);
  const double scale = std::min(1.0, (page.width - 2.0 * marginMm) / wide);
  if (scale < smallest) return std::nullopt;
  const double room = (page.height - 2.0 * marginMm - footMm) / scale;
  const double top = box.high.y() + besideMm, foot = box.low.y() - besideMm, head = top - rules.front();
  Tiling tiling;
  tiling.columns = 1;
  for (double from = top; from > foot + 1e-6;) {
    const double space = room - (tiling.tiles.empty() ? 0.0 : head);
    double to = foot;
    if (from - foot > space) {
      // The last rule that still fits; a row that is taller than a page is cut after all.
      to = from - space;
      for (const double rule : rules) {
        if (rule < from - 1e-6 && from - rule <= space) to = rule;
      }
    }
    Tile one;
    one.row = tiling.tiles.size();
    one.low = Vec2(box.low.x() - besideMm, to);
    one.high = Vec2(box.low.x() - besideMm + wide, from);
    one.pageWidthMm = page.width;
    one.pageHeightMm = page.height;
    one.leftMm = one.topMm = marginMm;
    one.scale = scale;
    one.headMm = tiling.tiles.empty() ? 0.0 : head;
    tiling.tiles.push_back(one);
    from = to;
  }
  tiling.rows = tiling.tiles.size();
  return tiling;
}

}  // namespace

Tiling tile(const Drawing& drawing, const Paper& paper, const std::stop_token& stop) {
  if (drawing.isPage) return pageOf(drawing, paper);
  if (drawing.isTable) {
    if (auto pages = tableOf(drawing, paper)) return *pages;
  }
  if (paper.kind == PaperKind::Roll) {
    Tiling tiling = rollOf(drawing, paper, stop);
    for (Tile& one : tiling.tiles) {
      for (const Tile& other : tiling.tiles) {
        if (&one != &other) markShared(one, other, overlapMm);
      }
    }
    return tiling;
  }
  DrawingBounds box = boundsOf(drawing);
  box.low -= Vec2(aroundMm, aroundMm);
  box.high += Vec2(aroundMm, aroundMm);
  const PageSize page = landscape(paper.kind);
  const double width = page.width - 2.0 * marginMm;
  const double height = page.height - 2.0 * marginMm - footMm;
  Tiling tiling;
  tiling.overlapMm = overlapMm;
  tiling.columns = piecesOf(box.width(), width);
  tiling.rows = piecesOf(box.height(), height);
  for (std::size_t row = 0; row < tiling.rows; ++row) {
    for (std::size_t column = 0; column < tiling.columns; ++column) {
      if (stop.stop_requested()) return tiling;
      Tile one;
      one.column = column;
      one.row = row;
      const double left = box.low.x() + static_cast<double>(column) * (width - overlapMm);
      const double top = box.high.y() - static_cast<double>(row) * (height - overlapMm);
      one.low = Vec2(left, top - height);
      one.high = Vec2(left + width, top);
      one.pageWidthMm = page.width;
      one.pageHeightMm = page.height;
      one.leftMm = one.topMm = marginMm;
      one.isEmpty = !crosses(drawing, one.low, one.high);
      tiling.tiles.push_back(one);
    }
  }
  for (Tile& one : tiling.tiles) {
    const std::size_t at = one.row * tiling.columns + one.column;
    if (one.column > 0) markShared(one, tiling.tiles[at - 1], overlapMm);
    if (one.column + 1 < tiling.columns) markShared(one, tiling.tiles[at + 1], overlapMm);
    if (one.row > 0) markShared(one, tiling.tiles[at - tiling.columns], overlapMm);
    if (one.row + 1 < tiling.rows) markShared(one, tiling.tiles[at + tiling.columns], overlapMm);
  }
  return tiling;
}

void layAlongRoll(Drawing& drawing, const Paper& paper) {
  if (paper.kind != PaperKind::Roll || drawing.isPage || drawing.isTable || drawing.lines.empty()) return;
  constexpr double stepRad = 3.14159265358979 / 36.0, worthShare = 0.75;
  const auto takes = [&](const Drawing& laid) {
    const DrawingBounds box = boundsOf(laid);
    return std::pair(piecesOf(box.height() + 2.0 * aroundMm, stripHighMm(paper)), box.width());
  };
  const auto asDrawn = takes(drawing);
  auto best = asDrawn;
  std::optional<Drawing> found;
  for (int step = -17; step <= 18; ++step) {
    if (step == 0) continue;
    Drawing laid = turned(drawing, step * stepRad);
    const auto now = takes(laid);
    const bool worth =
        now.first < asDrawn.first || (now.first == asDrawn.first && now.second < worthShare * asDrawn.second);
    if (!worth || now >= best) continue;
    best = now;
    found = std::move(laid);
  }
  if (found) drawing = std::move(*found);
}

std::string tileName(const Tile& tile) {
  const std::string letter(1, static_cast<char>('A' + static_cast<char>(tile.row % 26)));
  return letter + std::to_string(tile.column + 1);
}

}  // namespace narrows
