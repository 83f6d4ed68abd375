#pragma once
// Lining off what is left, after strakes have been hung.

#include "book/book.h"
#include "lining/hung_edges.h"

namespace narrows {

/// The plan again, with the hung strakes' upper edges where they were measured and all above them lined off afresh up
/// to what is guarded: a locked guide, a guide with a course of its own, a locked mark, or the sheer. The difference
/// runs between the stations measured as a batten would, and out to nothing at the ends; above it is spread as the
/// rule of the zone says: in proportion, or, along a zone that is parallel from below, to its last strake. A strake
/// that was not measured between two that were lies between them as it did. `lining`: of `plan`. With no difference
/// the plan is the same.
/// Fails, with the line of the file, for a strake or station that is not there, the sheer strake, and an edge that
/// would lie beyond the lines beside it or leave the strakes above no room.
Result<LiningPlan> reline(const Lining& lining, const LiningPlan& plan, const std::vector<StationId>& sectionIds,
                          const std::vector<HungEdge>& edges);

/// The same as a plan of the book under a name of its own, that is the boat's on that side, with what was measured
/// kept. `edges`: of that side. `lining`: of the side, as planned.
Result<Book> relineSide(const Book& book, const Lining& lining, BoatSide side, const std::vector<HungEdge>& edges,
                        const std::string& name, const std::string& when);

/// One measurement of a strake (from 1) at a section; none: not measured there after all. A strake's first begins a
/// new plan of the side; those that follow line the same plan off again.
Result<Book> measureHungEdge(const Book& book, const Lining& lining, BoatSide side, int strake, std::size_t section,
                             std::optional<Length> off, const std::string& when);

/// What was measured of the strake that was hung last on a side by the plan in hand; null where none was.
const HungStrake* hungLast(const Book& book, BoatSide side);

}  // namespace narrows
