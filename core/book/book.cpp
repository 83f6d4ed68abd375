#include "book/book.h"

#include <algorithm>

#include "backbone/backbone.h"
#include "lining/schools.h"
#include "lining/shop_figures.h"
#include "stock/board_outline.h"

namespace narrows {

namespace {

Notation notationFor(Unit unit) {
  switch (unit) {
    case Unit::FtInEighths:
    case Unit::Inch:
      return Notation::Inches16;
    case Unit::Millimetre:
    case Unit::Metre:
      return Notation::Millimetres;
  }
  return Notation::Millimetres;
}

}  // namespace

namespace {

/// Strakes of a book whose hull is not known yet.
constexpr int strakesToStartWith = 8;

Book bookOf(const OffsetTable& table, int strakes) {
  Book book;
  book.table = table;
  book.backbone = usualPlan(table);
  const auto give = [&book] { return book.nextId++; };
  book.stem = {give()};
  for (std::size_t i = 0; i < table.stations.size(); ++i) book.stationIds.push_back({give()});
  book.sternpost = {give()};
  const ShopFigures usual = shopFigures(table.construction, boatLength(table));
  book.settings.notation = notationFor(table.unit);
  book.settings.lap = table.construction == Construction::Lapstrake ? usual.lap : Length();
  LiningPlan& plan = book.plans.front();
  plan.name = firstPlanName;
  for (int k = 0; k < strakes; ++k) plan.strakes.push_back({give()});
  for (int k = 0; k <= strakes; ++k) plan.lines.push_back({give()});
  plan.id = book.starboard = book.port = {give()};
  return book;
}

}  // namespace

const LiningPlan& Book::planOf(BoatSide side) const {
  const LiningPlan* found = findPlan(side == BoatSide::Port ? port : starboard);
  return found != nullptr ? *found : plans.front();
}

// The searches are the same, and change nothing.
LiningPlan& Book::planOf(BoatSide side) {
  return const_cast<LiningPlan&>(std::as_const(*this).planOf(side));
}

const LiningPlan* Book::findPlan(PlanId id) const {
  const auto found = std::find_if(plans.begin(), plans.end(), [id](const LiningPlan& p) { return p.id == id; });
  return found == plans.end() ? nullptr : &*found;
}

LiningPlan* Book::findPlan(PlanId id) {
  return const_cast<LiningPlan*>(std::as_const(*this).findPlan(id));
}

const LiningPlan* Book::findPlan(const std::string& name) const {
  const auto found = std::find_if(plans.begin(), plans.end(), [&](const LiningPlan& p) { return p.name == name; });
  return found == plans.end() ? nullptr : &*found;
}

FasteningMake fasteningMake(const Book& book) {
  return fasteningMake(book.table, book.fastening, book.settings.notation);
}

FlatWorkMake flatWorkMake(const Book& book) {
  return flatWorkMake(book.flatWork, weighingFigures(book).boardLengthMm);
}

bool isLinedAlike(const Book& book) {
  return book.planOf(BoatSide::Starboard).id == book.planOf(BoatSide::Port).id;
}

PlankingFigures plankingFigures(const Book& book) {
  return {book.table.construction, book.table.thickness.mm(), book.settings.lap.mm()};
}

PlankingMake plankingMake(const Book& book) {
  return plankingMake(book.table, book.planking, weighingFigures(book).planingMm);
}

namespace {

/// Without her stack.
WeighingFigures usualFigures(const Book& book) {
  return weighingFigures(book.table, book.settings.lap, book.settings.waterline, book.weighing);
}

}  // namespace

StockMake stockMake(const Book& book) {
  return stockMake(book.stock, book.table.thickness.mm(), usualFigures(book).usual.leastHoodEnd.mm());
}

WeighingFigures weighingFigures(const Book& book) {
  WeighingFigures figures = usualFigures(book);
  // As they came: what is left of a board that was sawn up is no board more for the whole of her.
  const StockMake make = stockMake(book);
  double longest = 0.0;
  for (const Board& board : book.boards) {
    if (!board.leftOf.empty() || isSheet(board)) continue;
    StackBoard one{board.species, board.length.mm() - 2.0 * make.marginMm, greatestWidthMm(board) - 2.0 * make.marginMm,
                   std::abs(crookMm(board)), board.thickness.mm() - make.planedMm};
    if (one.lengthMm <= 0.0 || one.widthMm <= 0.0) continue;
    longest = std::max(longest, one.lengthMm);
    figures.stack.push_back(std::move(one));
  }
  if (longest > 0.0 && !book.weighing.boardLength) figures.boardLengthMm = longest;
  return figures;
}

Result<Book> newBook(const OffsetTable& table) {
  const auto hull = springHull(table);
  if (!hull) return tl::make_unexpected(hull.error());
  const ShopFigures usual = shopFigures(table.construction, boatLength(table));
  const GirthFrame drawn(std::make_shared<Hull>(*hull), false);
  const Book book = bookOf(table, usualStrakeCount(usual, millimetres(drawn.girthMm(drawn.greatestSection()))));
  auto inside = hullFace(*hull, table, Face::Inside);
  if (!inside) return book;
  const GirthFrame frame(std::make_shared<Hull>(std::move(*inside)), false);
  const auto equal =
      planBySchool(frame, School::Equal, {}, sectionIds(book, frame.hull()), usual, plankingFigures(book));
  if (!equal) return book;
  Book begun = bookOf(table, static_cast<int>(equal->strakes.size()));
  begun.plans.front().bow = equal->bow;
  begun.plans.front().stern = equal->stern;
  return begun;
}

Book startBook(const OffsetTable& table) {
  return bookOf(table, strakesToStartWith);
}

OffsetTable fairedTable(const Book& book) {
  OffsetTable table = book.table;
  if (book.faired.empty()) return table;
  const TableRounding drawn(book.table);
  for (std::size_t i = 0; i < table.rows.size(); ++i) table.rows[i].reading = millimetres(drawn.rowToleranceMm(i));
  for (std::size_t i = 0; i < table.profiles.size(); ++i)
    table.profiles[i].reading = millimetres(drawn.profileToleranceMm(i));
  for (const FairedFigure& faired : book.faired) {
    setFigureMm(table, faired.figure, faired.value.mm());
    if (faired.figure.in == FigureRef::In::Row) table.rows[faired.figure.list].held.push_back(faired.figure.place);
  }
  return table;
}

const FairedFigure* fairedAt(const Book& book, const FigureRef& figure) {
  const auto found = std::find_if(book.faired.begin(), book.faired.end(),
                                  [&](const FairedFigure& faired) { return faired.figure == figure; });
  return found == book.faired.end() ? nullptr : &*found;
}

std::vector<StationId> sectionIds(const Book& book, const Hull& hull) {
  std::vector<StationId> ids;
  for (const Section& section : hull.sections) {
    if (section.isHood()) {
      ids.push_back(section.kind == SectionKind::Stem ? book.stem : book.sternpost);
      continue;
    }
    const auto column = std::find_if(book.table.stations.begin(), book.table.stations.end(),
                                     [&](const StationColumn& station) { return station.name == section.name; });
    require(column != book.table.stations.end(), "a section of a hull is a station of its table");
    ids.push_back(book.stationIds[static_cast<std::size_t>(column - book.table.stations.begin())]);
  }
  return ids;
}

}  // namespace narrows
