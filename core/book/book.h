#pragma once
// The book: everything the builder entered.

#include <memory>
#include <string>
#include <vector>

#include "backbone/backbone_plan.h"
#include "daybook/daybook.h"
#include "daybook/hanging_log.h"
#include "daybook/printed_sheet.h"
#include "fairing/table_line.h"
#include "fastening/fastener.h"
#include "flatwork/cross_planks.h"
#include "joining/joint_plan.h"
#include "lines/hull.h"
#include "lining/hung_edges.h"
#include "lining/lining.h"
#include "lining/lining_plan.h"
#include "moulds/mould_plan.h"
#include "plank/planking_plan.h"
#include "plank/spiled_strake.h"
#include "stock/board.h"
#include "stock/laying.h"
#include "stock/stock_plan.h"
#include "weighing/weighing_plan.h"

namespace narrows {

/// What a book's first plan of lining off is called.
inline constexpr const char* firstPlanName = "first plan";

/// Most plans a book holds.
inline constexpr std::size_t mostPlans = 64;

/// Format of the file this program writes.
inline constexpr int bookVersion = 6;

struct BookSettings {
  Notation notation = Notation::Inches16;  ///< how lengths are shown
  Length lap;                              ///< lapstrake: width of the lap
  std::optional<Length> waterline;         ///< height at which she floats, where it is said
  std::string builder;                     ///< who is at work: named beside every figure that is changed
  bool operator==(const BookSettings&) const = default;
};

/// A figure of the table as it was faired, beside the one drawn. A point of a profile is faired by its distance.
struct FairedFigure {
  FigureRef figure;
  Length value;
  std::string who, when, why;
  bool operator==(const FairedFigure&) const = default;
};

/// A strake that hangs: where its upper edge was measured, by which plan it was hung, and which plan lines off the
/// rest.
struct HungStrake {
  BoatSide side = BoatSide::Starboard;
  int strake = 1;  ///< from the garboard up in the plan in force; below nought: that plan has no such strake, and it
                   ///< had that number
  PlanId from, to;
  std::string when;
  std::vector<HungReading> readings;
  StrakeId strakeId = {};  ///< which strake that is, whatever its number becomes; none where it could not be told
  bool operator==(const HungStrake&) const = default;
};

/// The whole job, as plain data: a value that is copied and compared. Nothing in it is computed.
struct Book {
  std::string shop;                   ///< where she is built
  OffsetTable table;                  ///< as drawn
  std::vector<FairedFigure> faired;   ///< in the order of the table, one a figure at most
  std::vector<StationId> stationIds;  ///< one a column of the table
  StationId stem;                     ///< the stem as a place where marks are
  StationId sternpost;
  BackbonePlan backbone;
  std::vector<LiningPlan> plans{1};  ///< of lining off, one or more
  PlanId starboard, port;            ///< the plan that is the boat's on each side
  MouldPlan moulds;
  std::vector<HungStrake> hung;       ///< in the order in which they were measured
  std::vector<SpiledStrake> spiled;   ///< in the order in which they were begun, each strake of a side once
  WeighingPlan weighing;              ///< what plans of lining off are weighed against
  PlankingPlan planking;              ///< how planks are got out
  JoiningPlan joining;                ///< where they are joined, and the frames they cross
  FasteningPlan fastening;            ///< what holds them
  FlatWorkPlan flatWork;              ///< bottom and transom planked across
  std::vector<HangingEntry> log;      ///< what was done to planks, in the order in which it was entered
  Daybook daybook;                    ///< the order of work: what was said of its steps
  std::vector<PrintedSheet> printed;  ///< sheets as they were last printed, each name once
  std::vector<Board> boards;          ///< the stack, in the order in which it was entered
  StockPlan stock;                    ///< by what rules pieces are got out of them
  std::vector<Laying> layings;        ///< pieces on boards, each piece once; those that were cut stay
  std::vector<SpoiledPiece> spoiled;  ///< pieces that were cut and are of no use
  BookSettings settings;
  std::int64_t nextId = 1;  ///< ids given out are all below this
  std::string unknown;      ///< keys of the file this program does not know, kept as JSON text
  bool operator==(const Book&) const = default;

  /// The plan she is lined off by: that of her starboard side.
  const LiningPlan& boatPlan() const { return planOf(BoatSide::Starboard); }
  LiningPlan& boatPlan() { return planOf(BoatSide::Starboard); }
  /// The plan that is the boat's on a side.
  const LiningPlan& planOf(BoatSide side) const;
  LiningPlan& planOf(BoatSide side);
  /// A plan by its id or name; null where there is none.
  const LiningPlan* findPlan(PlanId id) const;
  LiningPlan* findPlan(PlanId id);
  const LiningPlan* findPlan(const std::string& name) const;
};

using BookSnapshot = std::shared_ptr<const Book>;

/// A new book of a table: every station divided equally, with the usual number of strakes for her size, lines run out
/// to stem and sternpost as battens lie and hood ends evened (`School::Equal`). Where no such plan lines her off, her
/// lines keep their shares to the ends.
Result<Book> newBook(const OffsetTable& table);

/// The same without asking for a hull: a table that is still being typed.
Book startBook(const OffsetTable& table);

/// The table that is built to: as drawn, with the faired figures in their places. Its tolerance stays that of the drawn
/// one.
OffsetTable fairedTable(const Book& book);

/// The faired figure that stands beside one of the table; null where it is as drawn.
const FairedFigure* fairedAt(const Book& book, const FigureRef& figure);

/// How thick the planking is and how far it laps.
PlankingFigures plankingFigures(const Book& book);

/// What its plans are weighed against, in figures: the stack as its boards came, where it has any, and the longest of
/// them where the builder has not said how long boards are.
WeighingFigures weighingFigures(const Book& book);

/// How planks are got out, in figures.
PlankingMake plankingMake(const Book& book);

/// How they are fastened, and flat work planked, in figures.
FasteningMake fasteningMake(const Book& book);
FlatWorkMake flatWorkMake(const Book& book);

/// How boards are chosen for her, in figures.
StockMake stockMake(const Book& book);

/// Whether both sides are lined off by one plan.
bool isLinedAlike(const Book& book);

/// Ids of a hull's whole sections, in order.
std::vector<StationId> sectionIds(const Book& book, const Hull& hull);

/// The book as the text of a file, the same bytes for the same book. Fields: docs/format.md.
std::string writeBook(const Book& book);

/// Whether a book could be opened again were it saved: every fault where it could not. `sound`: a book that could,
/// which it was made from; null where there is none.
Result<void> checkBook(const Book& book, const Book* sound = nullptr);

/// A book from the text of a file. Fails with every fault, naming the key. A book that a newer program
/// wrote says so, and may be read but not saved over.
struct ReadBook {
  Book book;
  int version = bookVersion;
  std::uint64_t onDisk = 0;  ///< what stood in its file (`whatStandsIn`), where it was loaded from one
  bool isNewer() const { return version > bookVersion; }
};
Result<ReadBook> readBook(std::string_view text);

}  // namespace narrows
