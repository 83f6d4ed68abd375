#include "book/edits.h"

#include <algorithm>
#include <cmath>

#include "lining/shop_figures.h"

namespace narrows {

namespace {

Length toTableStep(const OffsetTable& table, Length length) {
  if (table.unit != Unit::FtInEighths) return length;
  return inches(std::round(length.mm() / mmPerInch * 16.0) / 16.0);
}

/// Lines that are nailed anywhere are nailed at the master station to the widths chosen there: a batten held elsewhere
/// would carry them off.
void nailAtMaster(Book& book, StationId master) {
  LiningPlan& plan = book.lining;
  const auto shares = ruleShares(plan);
  if (!shares) return;
  std::erase_if(plan.moved, [master](const MovedMark& mark) { return mark.station == master; });
  for (std::size_t k = 1; k + 1 < plan.lines.size(); ++k) {
    const LineId line = plan.lines[k];
    const bool nailed =
        std::any_of(plan.moved.begin(), plan.moved.end(), [line](const MovedMark& mark) { return mark.line == line; });
    if (nailed) plan.moved.push_back({line, master, (*shares)[k]});
  }
}

void shareOut(LiningPlan& plan, int count) {
  if (plan.widths.empty()) return;
  // The new widths follow the run of the old ones from garboard to sheer.
  std::vector<Length> widths;
  const double last = static_cast<double>(plan.widths.size()) - 1.0;
  for (int k = 0; k < count; ++k) {
    const double place = last * k / (count - 1);
    const auto below = static_cast<std::size_t>(std::min(std::floor(place), std::max(0.0, last - 1.0)));
    const double part = place - static_cast<double>(below);
    const Length above = plan.widths[std::min(below + 1, plan.widths.size() - 1)];
    widths.push_back(plan.widths[below] * (1.0 - part) + above * part);
  }
  plan.widths = widths;
}

}  // namespace

Result<Book> setFigure(const Book& book, std::size_t row, std::size_t column, std::optional<Length> figure) {
  require(row < book.table.rows.size() && column < book.table.stations.size(), "a figure of this table");
  Book edited = book;
  if (figure) figure = toTableStep(book.table, *figure);
  const TableRow& was = book.table.rows[row];
  const double most = boatLength(book.table).mm();
  if (figure && (std::abs(figure->mm()) > most || (was.kind != RowKind::Height && figure->mm() < 0.0))) {
    return fail(Fault::BeyondSense, {0, 0, "station " + book.table.stations[column].name},
                {writeLength(*figure, book.table.unit, 3, true),
                 "the " + std::string(rowKindName(was.kind)) + " of " + rowLabel(was, book.table.unit)});
  }
  edited.table.rows[row].figures[column] = figure;
  return edited;
}

Result<Book> setStrakeCount(const Book& book, int count) {
  if (count < fewestStrakes || count > mostStrakes) return fail(Fault::StrakeCount, {}, {std::to_string(count)});
  Book edited = book;
  LiningPlan& plan = edited.lining;
  const auto wanted = static_cast<std::size_t>(count);
  if (wanted == plan.strakes.size()) return edited;
  shareOut(plan, count);
  plan.moved.clear();
  // The sheer strake and the sheer stay what they are; strakes come and go below them.
  while (plan.strakes.size() > wanted) {
    plan.strakes.erase(plan.strakes.end() - 2);
    plan.lines.erase(plan.lines.end() - 2);
  }
  while (plan.strakes.size() < wanted) {
    plan.strakes.insert(plan.strakes.end() - 1, StrakeId{edited.nextId++});
    plan.lines.insert(plan.lines.end() - 1, LineId{edited.nextId++});
  }
  return edited;
}

Result<Book> setRule(const Book& book, const Lining& lining, LiningRule rule) {
  Book edited = book;
  edited.lining.rule = rule;
  if (rule == LiningRule::Diminishing && edited.lining.widths.size() != edited.lining.strakes.size()) {
    edited.lining.widths.clear();
    for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
      edited.lining.widths.push_back(millimetres(lining.widthMm(k, lining.master)));
    }
  }
  return edited;
}

Result<Book> setMaster(const Book& book, StationId master) {
  Book edited = book;
  edited.lining.master = master;
  return edited;
}

Result<Book> setWidth(const Book& book, const Lining& lining, std::size_t strake, Length width) {
  require(strake < lining.strakeCount(), "a strake of this lining");
  const double girth = lining.frame.girthMm(lining.master);
  const double others = girth - lining.widthMm(strake, lining.master);
  const double left = girth - width.mm();
  const double least = leastStrakeWidthMm * static_cast<double>(lining.strakeCount() - 1);
  if (width.mm() < leastStrakeWidthMm) return fail(Fault::WidthNotPositive, {}, {showDecimal(width.mm(), 1) + " mm"});
  if (left < least || others <= 0.0) {
    return fail(Fault::WidthsDoNotFit, {},
                {"strake " + std::to_string(strake + 1) + " at " + showDecimal(width.mm(), 1) +
                 " mm leaves nothing for the others of a girth of " + showDecimal(girth, 1) + " mm."});
  }
  Book edited = book;
  edited.lining.rule = LiningRule::Diminishing;
  edited.lining.widths.clear();
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    edited.lining.widths.push_back(k == strake ? width : millimetres(lining.widthMm(k, lining.master) * left / others));
  }
  nailAtMaster(edited, sectionIds(book, lining.frame.hull())[lining.master]);
  return edited;
}

double nearestFreeShare(const Lining& lining, std::size_t line, std::size_t section, double share) {
  const double gap = leastStrakeWidthMm / std::max(lining.frame.girthMm(section), 1.0);
  const double low = lining.lines[line - 1].shares[section] + gap;
  const double high = lining.lines[line + 1].shares[section] - gap;
  return low < high ? std::clamp(share, low, high) : lining.lines[line].shares[section];
}

Result<Book> moveMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share) {
  if (line == 0 || line + 1 >= lining.lines.size()) return fail(Fault::LineUnknown, {}, {std::to_string(line)});
  require(section < lining.frame.sectionCount(), "a section of this lining");
  if (nearestFreeShare(lining, line, section, share) != share) {
    const double girth = lining.frame.girthMm(section);
    const auto shown = [&](std::size_t k) { return showDecimal(lining.lines[k].shares[section] * girth, 1) + " mm"; };
    return fail(Fault::MarkOutside, {0, 0, "station " + lining.frame.hull().sections[section].name},
                {shown(line - 1), shown(line + 1)});
  }
  const std::vector<StationId> ids = sectionIds(book, lining.frame.hull());
  Book edited = letGoMark(book, lining.lines[line].id, ids[section]);
  edited.lining.moved.push_back({lining.lines[line].id, ids[section], share});
  if (const auto after = lineOff(lining.frame, edited.lining, ids); !after) return tl::make_unexpected(after.error());
  return edited;
}

Book dragMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share) {
  constexpr int halvings = 10;
  double good = lining.lines[line].shares[section];
  double wanted = nearestFreeShare(lining, line, section, share);
  auto edited = moveMark(book, lining, line, section, wanted);
  if (edited) return *edited;
  Book nearest = book;
  for (int i = 0; i < halvings; ++i) {
    const double middle = 0.5 * (good + wanted);
    edited = moveMark(book, lining, line, section, middle);
    (edited ? good : wanted) = middle;
    if (edited) nearest = *edited;
  }
  return nearest;
}

Book letGoMark(const Book& book, LineId line, StationId station) {
  Book edited = book;
  std::erase_if(edited.lining.moved,
                [&](const MovedMark& mark) { return mark.line == line && mark.station == station; });
  return edited;
}

Book letGoLine(const Book& book, LineId line) {
  Book edited = book;
  std::erase_if(edited.lining.moved, [&](const MovedMark& mark) { return mark.line == line; });
  return edited;
}

Book setLap(const Book& book, Length lap) {
  Book edited = book;
  edited.settings.lap = lap;
  return edited;
}

Book setNotation(const Book& book, Notation notation) {
  Book edited = book;
  edited.settings.notation = notation;
  return edited;
}

Book setConstruction(const Book& book, Construction construction) {
  Book edited = book;
  edited.table.construction = construction;
  if (construction == Construction::Lapstrake && book.settings.lap.mm() <= 0.0) {
    edited.settings.lap = shopFigures(construction, boatLength(book.table)).lap;
  }
  return edited;
}

}  // namespace narrows
