#pragma once
// Edits of plans of lining off. Each gives a new book and leaves the old one as it was; one that could not be lined off
// fails, saying where and what would do.

#include <optional>

#include "book/book.h"

namespace narrows {

/// How many strakes there are in all; they come and go in the zone that has most, below its upper line, of those above
/// an edge as it hangs where that is a guide. Marks moved by hand are let go unless locked, and chosen widths are
/// spread over the new number. `plan`: the boat's to starboard where not named.
Result<Book> setStrakeCount(const Book& book, int count, PlanId plan = {});

/// The line up to which a plan's strakes hang, from the garboard without a gap, by the log or by an edge measured, on
/// either side that is lined off by it; nought where none does.
std::size_t hungLine(const Book& book, const Lining& lining);

/// The same number, with what hangs left as it is: its lines are locked where they lie, the uppermost is made a guide,
/// and strakes come and go above it. Where none hangs, or all do, as `setStrakeCount`.
Result<Book> setStrakeCountAboveHung(const Book& book, const Lining& lining, int count);

/// How many strakes a zone has; likewise.
Result<Book> setZoneCount(const Book& book, PlanId plan, std::size_t zone, int count);

/// The rule of a zone. Diminishing starts from the widths as they are at the station where widths are chosen, parallel
/// from the width of the strake next to its guide there, kept as far towards the ends as it leaves room.
Result<Book> setRule(const Book& book, const Lining& lining, LiningRule rule, std::size_t zone = 0);

/// The figures of a zone, but not its rule.
Result<Book> setZone(const Book& book, const Lining& lining, std::size_t zone, const Zone& figures);

/// The station at which widths are chosen; the widths chosen there so far are kept.
Result<Book> setMaster(const Book& book, StationId master, PlanId plan = {});

/// One width at the station where widths are chosen (strake 0 is the garboard): the others of its zone share what is
/// left in their proportion. Turns the zone's rule to diminishing; lines with nails are nailed to their new marks at
/// that station. Fails where nothing would be left for the others.
Result<Book> setWidth(const Book& book, const Lining& lining, std::size_t strake, Length width);

/// A mark moved to a share of the girth of a section. The mark of a straight run turns it about the station where it is
/// placed, or moves it there; that of a level or parallel guide moves all of it. Fails where it would pass its
/// neighbours, saying how far it can go, where it or its guide is locked, or where two lines would meet elsewhere.
Result<Book> moveMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share);

/// The same for a mark measured on the boat: nailed at a length up the girth from the base line, and kept there when
/// the girth changes.
Result<Book> measureMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section,
                         Length measured);

/// A mark nailed where it lies.
Result<Book> nailMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section);

/// The share nearest to `share` that a mark can be moved to between the marks above and below it.
double nearestFreeShare(const Lining& lining, std::size_t line, std::size_t section, double share);

/// The same while the mark is dragged: moved as near to `share` as it can go without its line meeting another anywhere.
Book dragMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, double share);

/// One mark let go, or all marks of a line that are not locked: they lie where the batten and the rule put them.
Book letGoMark(const Book& book, LineId line, StationId station);
Book letGoLine(const Book& book, LineId line);

/// A mark that holds where it lies, or is let be moved again.
Result<Book> lockMark(const Book& book, const Lining& lining, std::size_t line, std::size_t section, bool locked);

/// A plank line made a guide; the zone it lay in becomes two. `guide.line` is set to the line.
Result<Book> addGuide(const Book& book, const Lining& lining, std::size_t line, Guide guide);
/// A guide's figures, name and lock.
Result<Book> setGuide(const Book& book, const Lining& lining, std::size_t guide, const Guide& to);
/// The same while it is dragged: as near to `to` as can be lined off, in placing, heading, height and distance.
Book dragGuide(const Book& book, const Lining& lining, std::size_t guide, const Guide& to);
/// A guide made a plank line again; the zones beside it become one.
Result<Book> removeGuide(const Book& book, const Lining& lining, std::size_t guide);

/// Two strakes made one towards an end. A plan has one joint a line and end: a second takes its place. Fails for a
/// feather edge in carvel: its seams are caulked, and it would be driven out.
Result<Book> setStealer(const Book& book, const Lining& lining, Stealer stealer);
Result<Book> removeStealer(const Book& book, const Lining& lining, LineId line, bool towardsBow);

/// How strakes come out at an end.
Result<Book> setEnd(const Book& book, const Lining& lining, bool bow, const EndPlan& end);

/// What a strake is got out of; empty: not said.
Book setStrakeSpecies(const Book& book, StrakeId strake, const std::string& species);

/// The lap at a station; none: the book's.
Result<Book> setLapAt(const Book& book, PlanId plan, StationId station, std::optional<Length> lap);
Book setLap(const Book& book, Length lap);

/// The height at which she floats, which may be nought; none: not said.
Book setWaterline(const Book& book, std::optional<Length> height);

/// A name no plan has: the one wanted, or that and a number.
std::string freePlanName(const Book& book, const std::string& wanted);

/// A plan made by a school or copied, put into the book under a name of its own: its ids are given anew. Gives its id
/// by `made` where asked.
Result<Book> addPlan(const Book& book, const LiningPlan& plan, const std::string& name, PlanId* made = nullptr);
Result<Book> renamePlan(const Book& book, PlanId plan, const std::string& name);
/// Fails for a plan that is the boat's on a side.
Result<Book> removePlan(const Book& book, PlanId plan);
/// The plan that is the boat's on a side.
Result<Book> setBoatPlan(const Book& book, BoatSide side, PlanId plan);

}  // namespace narrows
