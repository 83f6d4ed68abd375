#pragma once
// The parts of a boat and the steps each takes, in the trade's order, and which waits for which.

#include <map>
#include <vector>

#include "backbone/backbone_plan.h"
#include "daybook/daybook.h"

namespace narrows {

/// What an end of a plank wants before it goes on.
enum class EndHeat { None, Wrap, Steam };

/// A plank to be hung: a strake of one side, or a length of it between two butts.
struct PlankWork {
  WorkPart part;
  int pieces = 1;       ///< it is scarfed of
  bool hollow = false;  ///< its inside is backed out by a sixty-fourth or more somewhere
  EndHeat heat = EndHeat::None;
  bool isSheerStrake = false, isGarboard = false, isTopsides = false;
  bool inUpperHalf = false;  ///< of the strakes of its side
  std::vector<int> below;    ///< strakes of its side it lies on, by number
  std::vector<int> above;    ///< and those that lie on it
};

/// How a timber comes to be.
enum class TimberFrom { Sawn, Strips, Layers };

struct TimberWork {
  WorkPart part;
  TimberKind kind = TimberKind::Keel;
  TimberFrom from = TimberFrom::Sawn;
  bool isLong = false;         ///< longer than can be made once the moulds fill the shop
  std::vector<BenchCut> cuts;  ///< in the order of the bench
};

/// Everything of a boat that decides which steps she takes.
struct BoatWork {
  Construction construction = Construction::Carvel;
  double thicknessMm = 0.0;
  bool isCaulked = false;
  bool hasTransom = false;
  bool hasFlatBottom = false;  ///< planked across, below the chine
  std::vector<TimberWork> timbers;
  std::vector<BenchCut> bentInPlace;  ///< of an outer keel or cutwater; none: she has none
  std::string bentName;
  std::vector<WorkPart> frames;   ///< that are laminated
  std::vector<WorkPart> moulds;   ///< bow to stern
  std::vector<PlankWork> planks;  ///< starboard from the garboard up, then port
};

/// One step of one part.
struct DraftStep {
  StepRef ref;
  std::string words;  ///< what is to be done
  double hours = 1.0;
  bool wantsTwo = false;
  std::optional<WaitKind> wait;        ///< what is waited for after it
  std::optional<WaitKind> needs;       ///< whose least temperature it wants
  bool onChain = true;                 ///< what follows it among its part's steps waits for it
  double place = 0.0;                  ///< among its part's steps
  std::vector<std::size_t> after;      ///< steps it waits for
  const StepRecord* record = nullptr;  ///< what was said of it; of the day book it was made with
};

struct DraftPart {
  WorkPart part;
  std::string words;
  std::size_t first = 0, count = 0;  ///< its steps
};

/// A link that would have closed a loop, and is passed over.
struct LoopOfWaits {
  LinkId link;                      ///< made by hand; none: of the trade's own order, turned by hand within a part
  std::size_t first = 0, then = 0;  ///< the steps it joins
  std::vector<std::size_t> round;   ///< the steps that wait for one another, from `then` to `first`
};

struct DraftOrder {
  std::vector<DraftPart> parts;
  std::vector<DraftStep> steps;  ///< part by part
  std::vector<LoopOfWaits> loops;
  std::vector<const StepRecord*> strays;  ///< records of parts and steps she does not have

  /// Which step that is; as many as there are where it is none.
  std::size_t find(const StepRef& ref) const;
  std::size_t findPart(const WorkPart& part) const;

 private:
  friend class BoatSteps;
  /// Parts by kind, then by strake and side, or by number.
  std::multimap<std::pair<PartKind, std::int64_t>, std::size_t> m_parts;
};

/// The steps of a boat with what the builder added, left out, put elsewhere and tied together. The answer points into
/// `daybook`. Every wait it has is free of loops: links by hand that close one are named and passed over.
DraftOrder boatSteps(const BoatWork& boat, const Daybook& daybook);

}  // namespace narrows
