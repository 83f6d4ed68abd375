#pragma once
// From what the builder entered to everything that follows.

#include <memory>
#include <stop_token>
#include <vector>

#include "backbone/backbone.h"
#include "book/book.h"
#include "fairing/judge.h"
#include "lines/contours.h"
#include "moulds/set_up.h"
#include "plank/flat_plank.h"
#include "plank/planked_mesh.h"
#include "solve/finding.h"

namespace narrows {

/// A line of the table as it runs on the drawn surface.
struct DrawnLine {
  std::size_t row = 0;  ///< of the table
  std::vector<Contour> contours;
};

/// Everything that follows from one book. Parts that could not be made are null or empty, and a finding says why.
struct Solved {
  BookSnapshot book;
  std::uint64_t revision = 0;
  std::shared_ptr<const OffsetTable> fair;     ///< the table that is built to: as drawn, with what was faired
  std::shared_ptr<const Judgement> judgement;  ///< of that table
  std::shared_ptr<const Hull> drawn;           ///< the surface that table draws
  std::shared_ptr<const Hull> inside;          ///< the inside of the planking, what moulds touch
  std::shared_ptr<const Hull> planked;         ///< what is lined off and planked: `inside`, or as the moulds stand
  std::shared_ptr<const Hull> outside;         ///< the outside of the planking
  std::shared_ptr<const std::vector<DrawnLine>> drawnLines;  ///< waterlines and buttocks of the table
  bool linesWait = false;  ///< `drawnLines` are of an earlier table, until the full answer
  std::shared_ptr<const Lining> lining;
  std::shared_ptr<const Backbone> backbone;  ///< rabbet, timbers and what they are got out of
  bool backboneWaits = false;                ///< it is of an earlier table or lining, until the full answer
  std::shared_ptr<const MouldSet> moulds;
  bool mouldsWait = false;                               ///< `moulds` are of an earlier table, until the full answer
  std::vector<SetUpOff> setUp;                           ///< readings of the moulds as they stand, furthest off first
  std::shared_ptr<const std::vector<MeshFace>> mesh;     ///< the planked hull, for its picture
  bool meshWaits = false;                                ///< `mesh` is of an earlier lining, until the full answer
  std::vector<std::shared_ptr<const FlatPlank>> planks;  ///< garboard up
  std::vector<Finding> findings;                         ///< worst first
  bool quick = false;                                    ///< planks are the quick answer, good to a sixty-fourth

  std::size_t countAtLeast(Severity severity) const;
};

enum class SolveEffort {
  Quick,  ///< while something is dragged
  Full
};

/// Solves a book. Never throws for bad data. Every part of `previous` whose inputs are the same is used again.
/// When `stop` is asked for, what is done so far is thrown away and null is returned.
std::shared_ptr<const Solved> solve(BookSnapshot book, std::uint64_t revision,
                                    const std::shared_ptr<const Solved>& previous = nullptr,
                                    SolveEffort effort = SolveEffort::Full, const std::stop_token& stop = {});

/// What can be shown of a book at once, while its answer is being made: its own lining, and everything else as it was
/// in `now`, which is of a book that differs from it in marks alone. Well under a millisecond.
std::shared_ptr<const Solved> relined(BookSnapshot book, const std::shared_ptr<const Solved>& now);

/// How a plank of a strake (0 is the garboard, which has no lap) is got out.
PlankMake plankMake(const Book& book, std::size_t strake);

}  // namespace narrows
