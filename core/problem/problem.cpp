#include "problem/problem.h"

#include <cstdio>
#include <cstdlib>

namespace narrows {

namespace {

std::string sentence(const Problem& p, const LengthWriter& length) {
  const auto word = [&length](const Problem& problem, std::size_t index) {
    return index < problem.says.size() ? problem.says[index].words(length) : std::string("?");
  };
  const auto a = [&] { return word(p, 0); };
  const auto b = [&] { return word(p, 1); };
  const auto c = [&] { return word(p, 2); };
  switch (p.fault) {
    case Fault::CannotOpen:
      return Trade::say("cannot be read (%1): check the name and the permissions.", a());
    case Fault::IsADirectory:
      return Trade::say("is a folder, not a file: name the file in it.");
    case Fault::Empty:
      return Trade::say("is empty: a table of offsets was expected.");
    case Fault::TooLarge:
      return Trade::say("is larger than %1, more than any table or book: is it the right file?", a());
    case Fault::NotUtf8:
      return Trade::say("is not UTF-8 text: save it as UTF-8 and try again.");
    case Fault::CannotWrite:
      return Trade::say("cannot be written (%1); what was there before is untouched.", a());
    case Fault::InUse:
      return Trade::say("is open in another window: it opens here read-only.");
    case Fault::BookReplaced:
      return Trade::say(
          "was written by another program since it was opened here: nothing was saved over it. Save under another "
          "name, "
          "and look at both.");
    case Fault::CannotGuard:
      return Trade::say(
          "a second window cannot be kept out, for nothing can be locked in %1 (%2): do not open it twice, or one will "
          "save over the other.",
          a(), b());
    case Fault::BackupNotKept:
      return Trade::say("the version before could not be kept (%1): the book itself is saved.", a());
    case Fault::CannotKeepWork:
      return Trade::say(
          "Work in hand is not being kept, for %1 cannot be written (%2): save often until this is put right.", a(),
          b());
    case Fault::JournalUnreadable:
      return Trade::say("holds work that was left behind and cannot be read; it is kept here and was not thrown away.");
    case Fault::FirstRecord:
      return Trade::say("the first record must be \"offsets,1\", and here stands \"%1\".", a());
    case Fault::VersionUnknown:
      return Trade::say("version \"%1\" of the table is not known here; this is version 1.", a());
    case Fault::RecordUnknown:
      return Trade::say("\"%1\" is not a record of a table of offsets.", a());
    case Fault::FieldMissing:
      return Trade::say("a field is missing: %1 was expected.", a());
    case Fault::FieldSurplus:
      return Trade::say("has %1 fields where %2 were expected.", a(), b());
    case Fault::QuoteOpen:
      return Trade::say("a quotation mark is opened and never closed on this line.");
    case Fault::WordUnknown:
      return Trade::say("\"%1\" was read, and %2 was expected.", a(), b());
    case Fault::NotALength:
      return b().empty() ? Trade::say("\"%1\" is not a length: %2", a(), c())
                         : Trade::say("\"%1\" is not a length in %2: %3", a(), b(), c());
    case Fault::RecordTwice:
      return Trade::say("\"%1\" stands twice; the first is on line %2.", a(), b());
    case Fault::RecordMissing:
      return Trade::say("there is no \"%1\" record: %2", a(), b());
    case Fault::OutOfPlace:
      return Trade::say("\"%1\" must come after %2.", a(), b());
    case Fault::StationName:
      return Trade::say("\"%1\" cannot name a station: %2", a(), b());
    case Fault::TooManyStations:
      return Trade::say("has %1 stations; at most %2 are read.", a(), b());
    case Fault::StationsOutOfOrder:
      return Trade::say("station %1 lies at %2, not aft of the one before it at %3: stations run from bow to stern.",
                        a(), b(), c());
    case Fault::RakeWithoutTransom:
      return Trade::say("\"rake\" needs a \"profile transom\" record that says where the transom is.");
    case Fault::RakeNotLast:
      return Trade::say("\"rake\" belongs to the last column, the transom.");
    case Fault::TooFewStations:
      return Trade::say("has %1 stations; at least %2 are needed to make a hull.", a(), b());
    case Fault::TooFewWhole:
      return b().empty()
                 ? Trade::say("has %1 sections that run whole from rabbet to sheer; a hull needs two or more.", a())
                 : Trade::say(
                       "has %1 sections that run whole from rabbet to sheer, and a hull needs two or more: of "
                       "station %2 there is only a part. Give another station, or its rabbet, if it has one.",
                       a(), b());
    case Fault::BeyondSense:
      return Trade::say("%1 is beyond sense for %2: check the figure and the units.", a(), b());
    case Fault::UnitsLookWrong:
      return Trade::say("the boat would be %1 long: check the \"units\" record.", a());
    case Fault::SheerMissing:
      return Trade::say("station %1 has no sheer %2: every section ends at the sheer.", a(), b());
    case Fault::RabbetMissing:
      return Trade::say("station %1 has no rabbet %2: every section begins there.", a(), b());
    case Fault::ChineMissing:
      return Trade::say("station %1 has no chine %2, and the stations about it have.", a(), b());
    case Fault::SheerBelowRabbet:
      return Trade::say("at station %1 the sheer is not above the rabbet.", a());
    case Fault::DoublesBack:
      return Trade::say("the section at station %1 doubles back at %2: one of these figures is misread.", a(), b());
    case Fault::ProfileTooShort:
      return Trade::say("\"profile %1\" needs at least two points, each a distance and a height.", a());
    case Fault::ProfileDoublesBack:
      return Trade::say("\"profile %1\" doubles back at point %2: points run low to high.", a(), b());
    case Fault::StemForwardOfNothing:
      return Trade::say("the stem rabbet has no %1 whole station aft of its foot.", a());
    case Fault::SternpostAftOfNothing:
      return Trade::say("the sternpost rabbet lies forward of station %1: it closes the hull aft of it.", a());
    case Fault::TransomMisses:
      return Trade::say("the transom does not lie aft of station %1 at height %2.", a(), b());
    case Fault::SurfaceFolds:
      return Trade::say("the planking is thicker than the hollow at station %1 is tight: the other face folds there.",
                        a());
    case Fault::SurfaceRunsOff:
      return Trade::say(
          "no surface can be run from station %1 to station %2: it leaves their figures by more than the boat is long. "
          "Check the figures of both.",
          a(), b());
    case Fault::NoHull:
      return Trade::say("no hull can be made: %1", a());
    case Fault::StationUnknown:
      return Trade::say("there is no station \"%1\"; there are %2.", a(), b());
    case Fault::StrakeUnknown:
      return Trade::say("there is no strake %1; they count from 1, the garboard, to %2.", a(), b());
    case Fault::PlanUnknown:
      return Trade::say("there is no plan \"%1\"; there are %2.", a(), b());
    case Fault::StrakeCount:
      return Trade::say("%1 strakes: between 3 and 40 can be lined off.", a());
    case Fault::WidthNotPositive:
      return Trade::say("width %1 is not more than nothing.", a());
    case Fault::WidthsDoNotFit:
      return Trade::say("the widths do not fit: %1", a());
    case Fault::HungOutOfOrder:
      return Trade::say(
          "strake %1 is said to be hung after strake %2 over it (%3): strakes are hung from below up, each once.", a(),
          b(), c());
    case Fault::HungSheer:
      return Trade::say("strake %1 is the sheer strake: its upper edge is the sheer, which is guarded.", a());
    case Fault::HungOutside:
      return Trade::say("the edge of %1 cannot lie %2 off: from %3 to %4 lies between the lines beside it.", a(), b(),
                        c(), word(p, 3));
    case Fault::SpilingTooFew:
      return Trade::say("%1 readings: three or more, at two stations at least, lay a straight edge.", a());
    case Fault::SpilingUnit:
      return Trade::say(
          "the readings are some 25 times off what the strake is wide: they look to be in another unit than was said.");
    case Fault::SpilingLap:
      return Trade::say("a lap of %1 is wider than the strake, which is %2 at %3.", a(), b(), c());
    case Fault::SpilingOther:
      return Trade::say("the readings are of %1, and not of %2.", a(), b());
    case Fault::TapeLine:
      return Trade::say("the tape sent \"%1\", which is no length with its unit: nothing was taken.", a());
    case Fault::NoBoardLongEnough:
      return Trade::say("no arrangement of joints gets its %1 out of boards of %2: boards of %3 or longer would do.",
                        a(), b(), c());
    case Fault::JointOffPlank:
      return Trade::say("a joint at %1 is off the plank: from %2 to %3 lies on it.", a(), b(), c());
    case Fault::JointPassesNext:
      return Trade::say("a joint does not pass the next of its strake, at %1.", a());
    case Fault::ScarfLongerThanPiece:
      return Trade::say(
          "the scarf, %1 long, is longer than the piece it would leave, %2: move the joint along, or take a shorter "
          "ratio.",
          a(), b());
    case Fault::JointUnknown:
      return Trade::say("there is no such joint any more: choose it again.");
    case Fault::NoFlatBottom:
      return Trade::say("there is no flat bottom to plank across: %1.", a());
    case Fault::BoardTooShort:
      return Trade::say("it wants a board of %1 and the longest is %2: longer boards, or join two on a batten.", a(),
                        b());
    case Fault::NotADay:
      return Trade::say("\"%1\" is no day: write it as 2026-04-30.", a());
    case Fault::EntryUnknown:
      return Trade::say("this line of the log is gone: choose it again.");
    case Fault::EndsBeforeItBegan:
      return Trade::say("it ends at %1, before it began at %2: correct one of them.", a(), b());
    case Fault::ClockWentBack:
      return Trade::say("it was begun at %1, and this clock says %2: set the clock, or type when it ended.", a(), b());
    case Fault::ZoneUnknown:
      return Trade::say("there is no zone \"%1\" on this machine: one is \"Europe/London\".", a());
    case Fault::StandsTwice:
      return Trade::say("%1 stands twice: keep one of them.", a());
    case Fault::WaitsInLoop:
      return Trade::say("\"%1\" cannot wait for \"%2\", which waits for it by way of %3.", a(), b(), c());
    case Fault::StepUnknown:
      return Trade::say("she has no such step any more: choose it again.");
    case Fault::StepIsDone:
      return Trade::say("it is done: take that back first.");
    case Fault::StepNotBegun:
      return Trade::say("its clock does not run: begin it first.");
    case Fault::DoneElsewhere:
      return Trade::say("that it is done stands in %1: take it back there.", a());
    case Fault::WhyMissing:
      return Trade::say("say why it is left out: somebody will ask in a year.");
    case Fault::NameMissing:
      return Trade::say("it has no words: say what it is.");
    case Fault::StepIsBegun:
      return Trade::say("its clock runs: stop it first.");
    case Fault::PieceUnknown:
      return Trade::say("there is no piece %1: the strake is in %2, numbered from the bow.", a(), b());
    case Fault::NoPlank:
      return Trade::say("this plank could not be made: see what wants looking at, under Lining off and Planks.");
    case Fault::LimitWrong:
      return Trade::say("must be %1.", a());
    case Fault::FeatherEdge:
      return Trade::say("a feather edge cannot be caulked: leave a nib of %1, or run the two strakes into one.", a());
    case Fault::SheerOutside:
      return Trade::say("a sheer at %1 lies beyond the topsides drawn there; from %2 to %3 will do.", a(), b(), c());
    case Fault::MarkOutside:
      return Trade::say("the mark would pass its neighbour: it can go from %1 to %2 there.", a(), b());
    case Fault::FigureUnknown:
      return Trade::say("this figure is no longer in the table: choose it again.");
    case Fault::LineUnknown:
      return Trade::say("there is no plank line %1 to move.", a());
    case Fault::FairingTolerance:
      return Trade::say("a fairing tolerance of %1 will not do: give more than nothing and no more than %2.", a(), b());
    case Fault::LineMissesHull:
      return Trade::say("%1 does not cross the hull at two stations: give one that does.", a());
    case Fault::ScaleOff:
      return Trade::say("a scale of %1 would make a boat of %2: give the scale of the drawing, such as 12.", a(), b());
    case Fault::NoHullThere:
      return Trade::say("there is no hull at %1: it runs from %2.", a(), b());
    case Fault::MouldSpacing:
      return Trade::say("a spacing of %1 will not do there: give between %2.", a(), b());
    case Fault::MouldThere:
      return Trade::say("a mould already stands at %1.", a());
    case Fault::MouldUnknown:
      return Trade::say("there is no mould called %1.", a());
    case Fault::TakenOffTooMuch:
      return Trade::say("taking off %1 leaves nothing at %2: take off less, or make no mould there.", a(), b());
    case Fault::PlankTooThickForSiding:
      return Trade::say(
          "planking %1 thick cuts %2 into each side of a timber sided %3, and too little wood is left between: side it "
          "%4 or more, or plank thinner.",
          a(), b(), c(), word(p, 3));
    case Fault::RabbetPastMiddle:
      return Trade::say(
          "at %1 from forward the rabbet line swings past the middle of the timber by %2, for half-sidings and rabbet "
          "half-breadths beside it do not run into one another: look at both.",
          a(), b());
    case Fault::SidingWiderThanHull:
      return Trade::say("the half-siding %1 is wider than the hull there: %2 or less would meet the planking.", a(),
                        b());
    case Fault::KeelShoulder:
      return Trade::say("a shoulder of %1 leaves no bevel on a keel %2 thick: make it less than %3.", a(), b(), c());
    case Fault::OutlineFolds:
      return Trade::say("its outline crosses itself or has no width: move or take out %1.", a());
    case Fault::JointMisses:
      return Trade::say(
          "its joint does not cut through it from edge to edge: draw the ends of the joint out past the timber.");
    case Fault::TimberUnknown:
      return Trade::say("there is no such timber: %1", a());
    case Fault::NoTransom:
      return Trade::say("there is no transom in this table: %1", a());
    case Fault::CurveTooShort:
      return Trade::say("there is no curve to bend to: %1", a());
    case Fault::StripTooThick:
      return Trade::say("a strip of %1 will not go round a radius of %2: %3 is the thickest by the shop's ratio.", a(),
                        b(), c());
    case Fault::SpringbackReading:
      return Trade::say("an opening of %1 cannot have come off this form, which measures %2: %3", a(), b(), c());
    case Fault::BoardTooNarrow:
      return Trade::say("a board %1 wide holds no part of a timber moulded %2 there: %3 would.", a(), b(), c());
    case Fault::JointsTooClose:
      return Trade::say(
          "boards %1 wide give pieces so short that joints cannot be kept %2 apart: %3 apart can be kept.", a(), b(),
          c());
    case Fault::ReadingsGap:
      return Trade::say("there is no reading at %1: %2", a(), b());
    case Fault::NoPlaneClears:
      return Trade::say("no flat face clears the low spots and keeps %1 between the faces: %2.", a(), b());
    case Fault::PatternTooLarge:
      return Trade::say(
          "the pattern measures %1 by %2 and the timber %3 by %4: take a larger timber, or get the part out in two "
          "pieces.",
          a(), b(), c(), word(p, 3));
    case Fault::NotABook:
      return Trade::say("is not a Narrows book: %1", a());
    case Fault::KeyMissing:
      return Trade::say("\"%1\" is missing: %2 was expected.", a(), b());
    case Fault::KeyWrong:
      return Trade::say("\"%1\" is not %2.", a(), b());
    case Fault::BookNewer:
      return Trade::say("was written by a newer Narrows (format %1, this one knows %2): it opens read-only.", a(), b());
    case Fault::ReadOnly:
      return Trade::say("is open read-only: save it under another name.");
    case Fault::TooDeep:
      return Trade::say("nests more than %1 deep, which no book does: is it damaged?", a());
    case Fault::BoardName:
      return Trade::say("\"%1\" cannot name a board: %2", a(), b());
    case Fault::BoardTwice:
      return b().empty()
                 ? Trade::say("a board \"%1\" is on the stack already: chalk another name on one of them.", a())
                 : Trade::say("a board \"%1\" stands on line %2 too: chalk another name on one of them.", a(), b());
    case Fault::BoardUnknown:
      return Trade::say("there is no board \"%1\".", a());
    case Fault::BoardEdgeOff:
      return Trade::say("%1 along lies off the board, which is %2 long.", a(), b());
    case Fault::BoardEdgeOrder:
      return Trade::say("%1 along does not come after %2: an edge is read from the butt end on.", a(), b());
    case Fault::BoardEdgesCross:
      return Trade::say("the edges meet at %1 along: the upper lies above the lower everywhere.", a());
    case Fault::FaultOffBoard:
      return Trade::say("the %1 at %2 along and %3 across lies off the board.", a(), b(), c());
    case Fault::BoardPartUnknown:
      return Trade::say(
          "\"%1\" is not understood: after wood, length, width and thickness come a grade, a moisture as 18 %, quarter "
          "or "
          "slab, 3 alike, name A7, at rack 2, price 40, or a fault as knot 3 ft/2 in.",
          a());
    case Fault::BoardFaultPlace:
      return Trade::say("\"%1\": say how far along and how far across, as knot 3 ft/2 in.", a());
    case Fault::CommaInLength:
      return Trade::say("\"%1\" has a comma, which parts two entries here: write %2.", a(), b());
    case Fault::NotANumber:
      return Trade::say("\"%1\" is no number.", a());
    case Fault::BoardSawn:
      return Trade::say("board %1 is sawn up: it is kept for the record. Take that back first (Undo).", a());
    case Fault::NothingLaid:
      return Trade::say("nothing is laid on board %1: lay what is got out of it, or take it off the stack.", a());
    case Fault::PieceCut:
      return Trade::say("%1 is cut already, out of board %2: say that it was spoiled, and it can be laid again.", a(),
                        b());
    case Fault::PieceNotCut:
      return Trade::say("%1 is not cut yet: there is nothing of it to spoil.", a());
    case Fault::SizeNotPositive:
      return Trade::say("%2 cannot be %1: more than nothing is wanted.", a(), b());
    case Fault::TooMany:
      return Trade::say("has %1 entries, more than the %2 that are read: is it damaged?", a(), b());
    case Fault::Stopped:
      return Trade::say("was broken off before it was done.");
    case Fault::WentWrong:
      return Trade::say(
          "could not be worked out (%1): what was entered is kept; save it, and take back the last change.", a());
  }
  return {};
}

}  // namespace

tl::unexpected<Problems> fail(Fault fault, Place where, std::vector<Say> says) {
  return tl::make_unexpected(Problems{Problem{fault, std::move(where), std::move(says)}});
}

Problems named(Problems problems, const std::string& name) {
  for (Problem& problem : problems) problem.where.name = name;
  return problems;
}

Problems namedIfNot(Problems problems, const std::string& name) {
  for (Problem& problem : problems) {
    if (problem.where.name.empty()) problem.where.name = name;
  }
  return problems;
}

std::string describe(const Problem& problem, const LengthWriter& length) {
  std::string place;
  const auto add = [&place](const std::string& part) { place += (place.empty() ? "" : ", ") + part; };
  if (problem.where.line > 0) add(Trade::say("line %1", problem.where.line));
  if (problem.where.field > 0) add(Trade::say("field %1", problem.where.field));
  if (!problem.where.name.empty()) add(problem.where.name);
  return place.empty() ? sentence(problem, length) : place + ": " + sentence(problem, length);
}

std::string describe(const Problems& problems, const LengthWriter& length) {
  std::string text;
  for (const Problem& problem : problems) text += describe(problem, length) + "\n";
  return text;
}

void require(bool holds, std::string_view invariant) {
  if (holds) return;
  std::fprintf(stderr, "narrows: broken invariant: %.*s\n", static_cast<int>(invariant.size()), invariant.data());
  std::abort();
}

}  // namespace narrows
