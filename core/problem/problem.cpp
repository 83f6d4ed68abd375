#include "problem/problem.h"

#include <array>
#include <cmath>
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
      return "cannot be read (" + a() + "): check the name and the permissions.";
    case Fault::IsADirectory:
      return "is a folder, not a file: name the file in it.";
    case Fault::Empty:
      return "is empty: a table of offsets was expected.";
    case Fault::TooLarge:
      return "is larger than " + a() + ", more than any table or book: is it the right file?";
    case Fault::NotUtf8:
      return "is not UTF-8 text: save it as UTF-8 and try again.";
    case Fault::CannotWrite:
      return "cannot be written (" + a() + "); what was there before is untouched.";
    case Fault::InUse:
      return "is open in another window: it opens here read-only.";
    case Fault::CannotGuard:
      return "a second window cannot be kept out, for nothing can be locked in " + a() + " (" + b() +
             "): do not open it twice, or one will save over the other.";
    case Fault::BackupNotKept:
      return "the version before could not be kept (" + a() + "): the book itself is saved.";
    case Fault::CannotKeepWork:
      return "Work in hand is not being kept, for " + a() + " cannot be written (" + b() +
             "): save often until this is put right.";
    case Fault::JournalUnreadable:
      return "holds work that was left behind and cannot be read; it is kept here and was not thrown away.";
    case Fault::FirstRecord:
      return "the first record must be \"offsets,1\", and here stands \"" + a() + "\".";
    case Fault::VersionUnknown:
      return "version \"" + a() + "\" of the table is not known here; this is version 1.";
    case Fault::RecordUnknown:
      return "\"" + a() + "\" is not a record of a table of offsets.";
    case Fault::FieldMissing:
      return "a field is missing: " + a() + " was expected.";
    case Fault::FieldSurplus:
      return "has " + a() + " fields where " + b() + " were expected.";
    case Fault::QuoteOpen:
      return "a quotation mark is opened and never closed on this line.";
    case Fault::WordUnknown:
      return "\"" + a() + "\" was read, and " + b() + " was expected.";
    case Fault::NotALength:
      return "\"" + a() + "\" is not a length" + (b().empty() ? "" : " in " + b()) + ": " + c();
    case Fault::RecordTwice:
      return "\"" + a() + "\" stands twice; the first is on line " + b() + ".";
    case Fault::RecordMissing:
      return "there is no \"" + a() + "\" record: " + b();
    case Fault::OutOfPlace:
      return "\"" + a() + "\" must come after " + b() + ".";
    case Fault::StationName:
      return "\"" + a() + "\" cannot name a station: " + b();
    case Fault::TooManyStations:
      return "has " + a() + " stations; at most " + b() + " are read.";
    case Fault::StationsOutOfOrder:
      return "station " + a() + " lies at " + b() + ", not aft of the one before it at " + c() +
             ": stations run from bow to stern.";
    case Fault::RakeWithoutTransom:
      return "\"rake\" needs a \"profile transom\" record that says where the transom is.";
    case Fault::RakeNotLast:
      return "\"rake\" belongs to the last column, the transom.";
    case Fault::TooFewStations:
      return "has " + a() + " whole sections; at least " + b() + " are needed to make a hull.";
    case Fault::BeyondSense:
      return a() + " is beyond sense for " + b() + ": check the figure and the units.";
    case Fault::UnitsLookWrong:
      return "the boat would be " + a() + " long: check the \"units\" record.";
    case Fault::SheerMissing:
      return "station " + a() + " has no sheer " + b() + ": every section ends at the sheer.";
    case Fault::RabbetMissing:
      return "station " + a() + " has no rabbet " + b() + ": every section begins there.";
    case Fault::ChineMissing:
      return "station " + a() + " has no chine " + b() + ", and the stations about it have.";
    case Fault::SheerBelowRabbet:
      return "at station " + a() + " the sheer is not above the rabbet.";
    case Fault::DoublesBack:
      return "the section at station " + a() + " doubles back at " + b() + ": one of these figures is misread.";
    case Fault::ProfileTooShort:
      return "\"profile " + a() + "\" needs at least two points, each a distance and a height.";
    case Fault::ProfileDoublesBack:
      return "\"profile " + a() + "\" doubles back at point " + b() + ": points run low to high.";
    case Fault::StemForwardOfNothing:
      return "the stem rabbet has no " + a() + " whole station aft of its foot.";
    case Fault::SternpostAftOfNothing:
      return "the sternpost rabbet lies forward of station " + a() + ": it closes the hull aft of it.";
    case Fault::TransomMisses:
      return "the transom does not lie aft of station " + a() + " at height " + b() + ".";
    case Fault::SurfaceFolds:
      return "the planking is thicker than the hollow at station " + a() + " is tight: the other face folds there.";
    case Fault::NoHull:
      return "no hull can be made: " + a();
    case Fault::StationUnknown:
      return "there is no station \"" + a() + "\"; there are " + b() + ".";
    case Fault::StrakeUnknown:
      return "there is no strake " + a() + "; they count from 1, the garboard, to " + b() + ".";
    case Fault::PlanUnknown:
      return "there is no plan \"" + a() + "\"; there are " + b() + ".";
    case Fault::StrakeCount:
      return a() + " strakes: between 3 and 40 can be lined off.";
    case Fault::WidthNotPositive:
      return "width " + a() + " is not more than nothing.";
    case Fault::WidthsDoNotFit:
      return "the widths do not fit: " + a();
    case Fault::HungOutOfOrder:
      return "strake " + a() + " is said to be hung after strake " + b() + " over it (" + c() +
             "): strakes are hung from below up, each once.";
    case Fault::HungSheer:
      return "strake " + a() + " is the sheer strake: its upper edge is the sheer, which is guarded.";
    case Fault::HungOutside:
      return "the edge of " + a() + " cannot lie " + b() + " off: from " + c() + " to " + word(p, 3) +
             " lies between the lines beside it.";
    case Fault::SpilingTooFew:
      return a() + " readings: three or more, at two stations at least, lay a straight edge.";
    case Fault::SpilingUnit:
      return "the readings are some 25 times off what the strake is wide: they look to be in another unit than was "
             "said.";
    case Fault::SpilingLap:
      return "a lap of " + a() + " is wider than the strake, which is " + b() + " at " + c() + ".";
    case Fault::SpilingOther:
      return "the readings are of " + a() + ", and not of " + b() + ".";
    case Fault::TapeLine:
      return "the tape sent \"" + a() + "\", which is no length with its unit: nothing was taken.";
    case Fault::NoBoardLongEnough:
      return "no arrangement of joints gets its " + a() + " out of boards of " + b() + ": boards of " + c() +
             " or longer would do.";
    case Fault::JointOffPlank:
      return "a joint at " + a() + " is off the plank: from " + b() + " to " + c() + " lies on it.";
    case Fault::JointPassesNext:
      return "a joint does not pass the next of its strake, at " + a() + ".";
    case Fault::ScarfLongerThanPiece:
      return "the scarf, " + a() + " long, is longer than the piece it would leave, " + b() +
             ": move the joint along, or take a shorter ratio.";
    case Fault::JointUnknown:
      return "there is no such joint any more: choose it again.";
    case Fault::NoFlatBottom:
      return "there is no flat bottom to plank across: " + a() + ".";
    case Fault::BoardTooShort:
      return "it wants a board of " + a() + " and the longest is " + b() + ": longer boards, or join two on a batten.";
    case Fault::NotADay:
      return "\"" + a() + "\" is no day: write it as 2026-04-30.";
    case Fault::EntryUnknown:
      return "this line of the log is gone: choose it again.";
    case Fault::PieceUnknown:
      return "there is no piece " + a() + ": the strake is in " + b() + ", numbered from the bow.";
    case Fault::NoPlank:
      return "this plank could not be made: see what wants looking at, under Lining off and Planks.";
    case Fault::LimitWrong:
      return "must be " + a() + ".";
    case Fault::FeatherEdge:
      return "a feather edge cannot be caulked: leave a nib of " + a() + ", or run the two strakes into one.";
    case Fault::SheerOutside:
      return "a sheer at " + a() + " lies beyond the topsides drawn there; from " + b() + " to " + c() + " will do.";
    case Fault::MarkOutside:
      return "the mark would pass its neighbour: it can go from " + a() + " to " + b() + " there.";
    case Fault::FigureUnknown:
      return "this figure is no longer in the table: choose it again.";
    case Fault::LineUnknown:
      return "there is no plank line " + a() + " to move.";
    case Fault::FairingTolerance:
      return "a fairing tolerance of " + a() + " will not do: give more than nothing and no more than " + b() + ".";
    case Fault::LineMissesHull:
      return a() + " does not cross the hull at two stations: give one that does.";
    case Fault::ScaleOff:
      return "a scale of " + a() + " would make a boat of " + b() + ": give the scale of the drawing, such as 12.";
    case Fault::NoHullThere:
      return "there is no hull at " + a() + ": it runs from " + b() + ".";
    case Fault::MouldSpacing:
      return "a spacing of " + a() + " will not do there: give between " + b() + ".";
    case Fault::MouldThere:
      return "a mould already stands at " + a() + ".";
    case Fault::MouldUnknown:
      return "there is no mould called " + a() + ".";
    case Fault::TakenOffTooMuch:
      return "taking off " + a() + " leaves nothing at " + b() + ": take off less, or make no mould there.";
    case Fault::PlankTooThickForSiding:
      return "planking " + a() + " thick cuts " + b() + " into each side of a timber sided " + c() +
             ", and too little wood is left between: side it " + word(p, 3) + " or more, or plank thinner.";
    case Fault::SidingWiderThanHull:
      return "the half-siding " + a() + " is wider than the hull there: " + b() + " or less would meet the planking.";
    case Fault::KeelShoulder:
      return "a shoulder of " + a() + " leaves no bevel on a keel " + b() + " thick: make it less than " + c() + ".";
    case Fault::OutlineFolds:
      return "its outline crosses itself or has no width: move or take out " + a() + ".";
    case Fault::JointMisses:
      return "its joint does not cut through it from edge to edge: draw the ends of the joint out past the timber.";
    case Fault::TimberUnknown:
      return "there is no such timber: " + a();
    case Fault::NoTransom:
      return "there is no transom in this table: " + a();
    case Fault::CurveTooShort:
      return "there is no curve to bend to: " + a();
    case Fault::StripTooThick:
      return "a strip of " + a() + " will not go round a radius of " + b() + ": " + c() +
             " is the thickest by the shop's ratio.";
    case Fault::SpringbackReading:
      return "an opening of " + a() + " cannot have come off this form, which measures " + b() + ": " + c();
    case Fault::BoardTooNarrow:
      return "a board " + a() + " wide holds no part of a timber moulded " + b() + " there: " + c() + " would.";
    case Fault::JointsTooClose:
      return "boards " + a() + " wide give pieces so short that joints cannot be kept " + b() + " apart: " + c() +
             " apart can be kept.";
    case Fault::ReadingsGap:
      return "there is no reading at " + a() + ": " + b();
    case Fault::NoPlaneClears:
      return "no flat face clears the low spots and keeps " + a() + " between the faces: " + b() + ".";
    case Fault::PatternTooLarge:
      return "the pattern measures " + a() + " by " + b() + " and the timber " + c() + " by " + word(p, 3) +
             ": take a larger timber, or get the part out in two pieces.";
    case Fault::NotABook:
      return "is not a Narrows book: " + a();
    case Fault::KeyMissing:
      return "\"" + a() + "\" is missing: " + b() + " was expected.";
    case Fault::KeyWrong:
      return "\"" + a() + "\" is not " + b() + ".";
    case Fault::BookNewer:
      return "was written by a newer Narrows (format " + a() + ", this one knows " + b() + "): it opens read-only.";
    case Fault::ReadOnly:
      return "is open read-only: save it under another name.";
    case Fault::TooDeep:
      return "nests more than " + a() + " deep, which no book does: is it damaged?";
    case Fault::TooMany:
      return "has " + a() + " entries, more than the " + b() + " that are read: is it damaged?";
    case Fault::Stopped:
      return "was broken off before it was done.";
    case Fault::WentWrong:
      return "could not be worked out (" + a() + "): what was entered is kept; save it, and take back the last change.";
  }
  return {};
}

}  // namespace

double roundedTo(double step, const SaidLength& length) {
  constexpr double aHair = 1e-6;  // of a step: what is a whole number of steps but for the last bits
  const double steps = length.mm / step;
  switch (length.rounded) {
    case SaidLength::Rounded::Down:
      return step * std::floor(steps + aHair);
    case SaidLength::Rounded::Up:
      return step * std::ceil(steps - aHair);
    case SaidLength::Rounded::Nearest:
      break;
  }
  return step * std::round(steps);
}

Say operator+(Say first, const Say& then) {
  first.m_parts.insert(first.m_parts.end(), then.m_parts.begin(), then.m_parts.end());
  return first;
}

std::string Say::words(const LengthWriter& length) const {
  std::string text;
  for (const auto& part : m_parts) {
    if (const auto* words = std::get_if<std::string>(&part)) {
      text += *words;
      continue;
    }
    const auto& said = std::get<SaidLength>(part);
    if (length) {
      text += length(said);
      continue;
    }
    std::array<char, 64> tenths{};
    std::snprintf(tenths.data(), tenths.size(), "%.1f mm", roundedTo(0.1, said));
    text += tenths.data();
  }
  return text;
}

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
  if (problem.where.line > 0) add("line " + std::to_string(problem.where.line));
  if (problem.where.field > 0) add("field " + std::to_string(problem.where.field));
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
