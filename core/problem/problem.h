#pragma once
// What can be wrong with what was given, told all at once and in plain words.

#include <initializer_list>
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

#include "problem/trade.h"

namespace narrows {

/// Every fault the core can name. Its words are in `describe`; add the two together.
enum class Fault {
  // files
  CannotOpen,
  IsADirectory,
  Empty,
  TooLarge,
  NotUtf8,
  CannotWrite,
  InUse,
  BookReplaced,
  CannotGuard,
  BackupNotKept,
  CannotKeepWork,
  JournalUnreadable,
  // the form of a table
  FirstRecord,
  VersionUnknown,
  RecordUnknown,
  FieldMissing,
  FieldSurplus,
  QuoteOpen,
  WordUnknown,
  NotALength,
  RecordTwice,
  RecordMissing,
  OutOfPlace,
  // the sense of a table
  StationName,
  TooManyStations,
  StationsOutOfOrder,
  RakeWithoutTransom,
  RakeNotLast,
  TooFewStations,
  TooFewWhole,
  BeyondSense,
  UnitsLookWrong,
  SheerMissing,
  RabbetMissing,
  ChineMissing,
  SheerBelowRabbet,
  DoublesBack,
  ProfileTooShort,
  ProfileDoublesBack,
  StemForwardOfNothing,
  SternpostAftOfNothing,
  TransomMisses,
  FairingTolerance,
  LineMissesHull,
  ScaleOff,
  // the hull and its planks
  SurfaceFolds,
  SurfaceRunsOff,
  NoHull,
  StationUnknown,
  StrakeUnknown,
  PlanUnknown,
  StrakeCount,
  WidthNotPositive,
  WidthsDoNotFit,
  MarkOutside,
  FeatherEdge,
  LimitWrong,
  HungOutOfOrder,
  HungSheer,
  HungOutside,
  SpilingTooFew,
  SpilingUnit,
  SpilingLap,
  SpilingOther,
  TapeLine,
  NoBoardLongEnough,
  JointOffPlank,
  JointPassesNext,
  ScarfLongerThanPiece,
  JointUnknown,
  NoFlatBottom,
  BoardTooShort,
  NotADay,
  EntryUnknown,
  EndsBeforeItBegan,
  ClockWentBack,
  ZoneUnknown,
  StandsTwice,
  WaitsInLoop,
  StepUnknown,
  StepIsDone,
  StepNotBegun,
  DoneElsewhere,
  WhyMissing,
  NameMissing,
  StepIsBegun,
  PieceUnknown,
  NoPlank,
  SheerOutside,
  LineUnknown,
  FigureUnknown,
  // moulds
  NoHullThere,
  MouldSpacing,
  MouldThere,
  MouldUnknown,
  TakenOffTooMuch,
  // the backbone
  PlankTooThickForSiding,
  RabbetPastMiddle,
  SidingWiderThanHull,
  KeelShoulder,
  OutlineFolds,
  JointMisses,
  TimberUnknown,
  NoTransom,
  CurveTooShort,
  StripTooThick,
  SpringbackReading,
  BoardTooNarrow,
  JointsTooClose,
  ReadingsGap,
  NoPlaneClears,
  PatternTooLarge,
  // stock
  BoardName,
  BoardTwice,
  BoardUnknown,
  BoardEdgeOff,
  BoardEdgeOrder,
  BoardEdgesCross,
  FaultOffBoard,
  BoardPartUnknown,
  BoardFaultPlace,
  CommaInLength,
  NotANumber,
  BoardSawn,
  NothingLaid,
  PieceCut,
  PieceNotCut,
  SizeNotPositive,
  // a book
  NotABook,
  KeyMissing,
  KeyWrong,
  BookNewer,
  ReadOnly,
  TooDeep,
  TooMany,
  // work that was broken off
  Stopped,
  WentWrong,
};

/// Where the fault is: a line and field of a file (from 1; 0 where there is none), and the name of the thing.
struct Place {
  int line = 0;
  int field = 0;
  std::string name;
  bool operator==(const Place&) const = default;
};

/// One fault: what (`fault`), where (`where`), and the words and figures its sentence needs.
struct Problem {
  Fault fault;
  Place where;
  std::vector<Say> says;
  bool operator==(const Problem&) const = default;
};

/// A non-empty list of faults, in the order of the file.
using Problems = std::vector<Problem>;

template <typename T>
using Result = tl::expected<T, Problems>;

/// The one fault as the failure of a Result.
tl::unexpected<Problems> fail(Fault fault, Place where = {}, std::vector<Say> says = {});

/// The same faults, of the thing of that name; `namedIfNot` leaves those that have a name already.
Problems named(Problems problems, const std::string& name);
Problems namedIfNot(Problems problems, const std::string& name);

/// "line 7, field 3 (station 2): what is wrong; what to do."
std::string describe(const Problem& problem, const LengthWriter& length = {});

/// All of them, one to a line.
std::string describe(const Problems& problems, const LengthWriter& length = {});

/// A caller's mistake: stops the program, in release builds too.
void require(bool holds, std::string_view invariant);

}  // namespace narrows
