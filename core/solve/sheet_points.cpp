#include "solve/sheet_points.h"

#include <algorithm>

#include "book/daybook_edits.h"
#include "solve/plank_at_bench.h"

namespace narrows {

namespace {

std::string stationWords(const std::string& name) {
  return name == "stem" || name == "sternpost" || name == "transom" || name == "joint" ? name : "station " + name;
}

/// The point of an edge at a place along the board.
Vec2 edgeAt(const std::vector<Vec2>& edge, double x) {
  for (std::size_t i = 1; i < edge.size(); ++i) {
    if (edge[i].x() < x && i + 1 < edge.size()) continue;
    const double leg = edge[i].x() - edge[i - 1].x();
    if (leg < 1e-9) continue;
    return edge[i - 1] + (x - edge[i - 1].x()) / leg * (edge[i] - edge[i - 1]);
  }
  return edge.back();
}

std::optional<std::vector<SheetPoint>> plankPoints(const Solved& solved, int strake, BoatSide side) {
  const auto plank = strake < 1 ? nullptr : solved.cutPlank(static_cast<std::size_t>(strake) - 1, side);
  if (plank == nullptr || plank->stations.size() < 2) return std::nullopt;
  std::vector<SheetPoint> points;
  for (std::size_t i = 0; i < plank->stations.size(); ++i) {
    const PlankStation& at = plank->stations[i];
    const std::string place = stationWords(at.name);
    points.push_back({"keel edge", place, at.lower - (at.asCutMm - (at.upper - at.lower).norm()) * at.along()});
    points.push_back({"sheer edge", place, at.upper});
    if (i + 1 == plank->stations.size()) break;
    const PlankStation& next = plank->stations[i + 1];
    const std::string between = "half way from " + place + " to " + stationWords(next.name);
    points.push_back({"keel edge", between, edgeAt(plank->lower, 0.5 * (at.lower.x() + next.lower.x()))});
    points.push_back({"sheer edge", between, edgeAt(plank->upper, 0.5 * (at.upper.x() + next.upper.x()))});
  }
  std::vector<double> joints;
  for (const std::size_t i : solved.book->joining.jointsOf(strake, side))
    joints.push_back(solved.book->joining.joints[i].at.mm());
  if (joints.empty()) return points;
  const Lining* lining = solved.liningOf(side);
  const PlankRun run(lining->band(static_cast<std::size_t>(strake) - 1), *plank);
  for (std::size_t i = 0; i < joints.size(); ++i) {
    points.push_back({"joint", joints.size() == 1 ? "" : std::to_string(i + 1) + " of " + std::to_string(joints.size()),
                      run.pointAt(run.alongAt(joints[i]))});
  }
  return points;
}

std::optional<std::vector<SheetPoint>> mouldPoints(const Solved& solved, const std::string& name) {
  const Mould* mould = solved.moulds == nullptr ? nullptr : solved.moulds->find(name);
  if (mould == nullptr) return std::nullopt;
  std::vector<SheetPoint> points;
  const MouldMark* before = nullptr;
  for (const MouldMark& mark : mould->marks) {
    points.push_back({mark.isPlankLine ? "mark of " + mark.name : "edge", mark.isPlankLine ? "" : mark.name,
                      Vec2(mark.at.y(), mark.at.z())});
    if (mark.isPlankLine) continue;
    if (before != nullptr && mark.alongMm > before->alongMm + 1.0) {
      const Vec3 at = mould->outline.pointAt(0.5 * (before->alongMm + mark.alongMm));
      points.push_back({"edge", "half way from " + before->name + " to " + mark.name, Vec2(at.y(), at.z())});
    }
    before = &mark;
  }
  return points;
}

std::optional<std::vector<SheetPoint>> stickPoints(const Solved& solved) {
  if (solved.lining == nullptr) return std::nullopt;
  std::vector<SheetPoint> points;
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    const Lining* lining = solved.liningOf(side);
    if (lining == nullptr || (side == BoatSide::Port && lining == solved.lining.get())) continue;
    for (std::size_t i = 0; i < lining->frame.sectionCount(); ++i) {
      for (std::size_t k = 1; k < lining->lines.size(); ++k) {
        if (!lining->lines[k].isAt(i)) continue;
        const std::string line = k + 1 == lining->lines.size() ? "sheer mark" : "mark " + std::to_string(k);
        points.push_back({side == BoatSide::Port ? line + " to port" : line,
                          stationWords(lining->frame.hull().sections[i].name),
                          Vec2(lining->lines[k].shares[i] * lining->frame.girthMm(i), 0.0)});
      }
    }
  }
  return points;
}

/// Where an outline is cut by the level or upright line of one coordinate: the other, in order.
std::vector<double> crossings(const Polygon& outline, int coordinate, double at) {
  std::vector<double> found;
  const int other = 1 - coordinate;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Vec2 &a = outline[i], &b = outline[(i + 1) % outline.size()];
    if ((a[coordinate] < at) == (b[coordinate] < at)) continue;
    found.push_back(a[other] + (at - a[coordinate]) / (b[coordinate] - a[coordinate]) * (b[other] - a[other]));
  }
  std::sort(found.begin(), found.end());
  return found;
}

std::optional<std::vector<SheetPoint>> timberPoints(const Solved& solved, const std::string& name) {
  if (solved.backbone == nullptr) return std::nullopt;
  const auto& shapes = solved.backbone->shapes.shapes;
  const auto shape =
      std::find_if(shapes.begin(), shapes.end(), [&](const TimberShape& one) { return one.name == name; });
  if (shape == shapes.end()) return std::nullopt;
  std::vector<SheetPoint> points;
  const auto add = [&](int coordinate, double at, const std::string& place) {
    const std::vector<double> found = crossings(shape->outline, coordinate, at);
    for (std::size_t i = 0; i < found.size(); ++i) {
      // The two faces, and what a curved timber shows again between them.
      const bool first = i == 0, last = i + 1 == found.size();
      std::string edge = coordinate == 0 ? (first  ? "lower edge"
                                            : last ? "upper edge"
                                                   : "edge")
                                         : (first  ? "fore edge"
                                            : last ? "after edge"
                                                   : "edge");
      if (!first && !last) edge += " " + std::to_string(i + 1);
      points.push_back({edge, place, coordinate == 0 ? Vec2(at, found[i]) : Vec2(found[i], at)});
    }
  };
  for (const StationColumn& station : solved.fair->stations) {
    if (station.distance) add(0, station.distance->mm(), stationWords(station.name));
  }
  for (const TableRow& row : solved.fair->rows) {
    if (row.line == RowLine::Waterline && row.kind == RowKind::HalfBreadth)
      add(1, row.at.mm(), rowLabel(row, solved.fair->unit));
  }
  // A short timber may lie between them all: its ends.
  Vec2 low(1e300, 1e300), high(-1e300, -1e300);
  for (const Vec2& point : shape->outline) low = low.cwiseMin(point), high = high.cwiseMax(point);
  points.push_back({"fore end", "", Vec2(low.x(), 0.0)});
  points.push_back({"after end", "", Vec2(high.x(), 0.0)});
  points.push_back({"foot", "", Vec2(0.0, low.y())});
  points.push_back({"head", "", Vec2(0.0, high.y())});
  return points;
}

}  // namespace

std::optional<std::vector<SheetPoint>> sheetPoints(const Solved& solved, const PrintedSheet& of) {
  switch (of.kind) {
    case SheetKind::Plank:
      return plankPoints(solved, of.strake, of.side);
    case SheetKind::Mould:
      return mouldPoints(solved, of.of);
    case SheetKind::Stick:
      return stickPoints(solved);
    case SheetKind::Timber:
      return timberPoints(solved, of.of);
  }
  return std::nullopt;
}

std::optional<PrintedSheet> sheetToRemember(const Solved& solved, const std::string& name, const std::string& code,
                                            const std::string& when) {
  PrintedSheet sheet;
  sheet.name = name;
  sheet.code = code;
  sheet.when = when;
  const std::string strake = "strake-", ticket = "ticket-", mould = "mould-", timber = "backbone-";
  if (name == "marking-stick") {
    sheet.kind = SheetKind::Stick;
  } else if (name.starts_with(strake) || name.starts_with(ticket)) {
    static_assert(std::string_view("strake-").size() == std::string_view("ticket-").size());
    sheet.strake = std::atoi(name.c_str() + strake.size());
    sheet.side = name.find("-port") != std::string::npos ? BoatSide::Port : BoatSide::Starboard;
  } else if (name.starts_with(mould) && solved.moulds != nullptr) {
    sheet.kind = SheetKind::Mould;
    for (const Mould& one : solved.moulds->moulds) {
      std::string file = one.name;
      std::replace(file.begin(), file.end(), '/', '-');
      if (name == mould + file) sheet.of = one.name;
    }
  } else if (name.starts_with(timber) && solved.backbone != nullptr) {
    sheet.kind = SheetKind::Timber;
    for (const TimberShape& shape : solved.backbone->shapes.shapes) {
      if (name == timber + sheetFileName(shape.name)) sheet.of = shape.name;
    }
  } else {
    return std::nullopt;
  }
  const auto points = sheetPoints(solved, sheet);
  if (!points) return std::nullopt;
  sheet.points = *points;
  return sheet;
}

Result<Book> logPlankStep(const Solved& solved, const Book& book, HangingEntry entry) {
  const Lining* lining = solved.liningOf(entry.side);
  const int strakes = lining == nullptr ? 0 : static_cast<int>(lining->strakeCount());
  if (entry.step != HangingStep::GotOut) return logStep(book, std::move(entry), strakes);
  const std::string name = "strake-" + plankFileWord(entry.strake, entry.side);
  const auto sheet = printedSheet(book, name) != nullptr ? std::nullopt : sheetToRemember(solved, name, {}, entry.when);
  if (!sheet) return logStep(book, std::move(entry), strakes);
  const auto remembered = rememberPrinted(book, {*sheet});
  if (!remembered) return remembered;
  return logStep(*remembered, std::move(entry), strakes);
}

std::vector<std::pair<std::size_t, double>> cutEdgeOff(const Solved& solved, const PrintedSheet& cut) {
  std::vector<std::pair<std::size_t, double>> offs;
  const Lining* lining = solved.liningOf(cut.side);
  const auto now = sheetPoints(solved, cut);
  if (lining == nullptr || !now) return offs;
  const auto width = [](const std::vector<SheetPoint>& points, const std::string& place) -> std::optional<double> {
    const auto find = [&](const char* edge) {
      return std::find_if(points.begin(), points.end(),
                          [&](const SheetPoint& one) { return one.edge == edge && one.place == place; });
    };
    const auto low = find("keel edge"), high = find("sheer edge");
    if (low == points.end() || high == points.end()) return std::nullopt;
    return (high->at - low->at).norm();
  };
  const auto& sections = lining->frame.hull().sections;
  for (std::size_t i = 0; i < sections.size(); ++i) {
    const std::string place = stationWords(sections[i].name);
    const auto was = width(cut.points, place), is = width(*now, place);
    if (was && is) offs.emplace_back(i, *was - *is);
  }
  return offs;
}

}  // namespace narrows
