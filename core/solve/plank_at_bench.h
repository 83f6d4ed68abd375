#pragma once
// One plank as it lies on the bench: everything that is sawn, planed, bent and let in of it.

#include "backbone/look_at_backbone.h"
#include "fastening/plank_fastenings.h"
#include "joining/joints.h"
#include "plank/hood_end.h"
#include "plank/saw_line.h"
#include "solve/solve.h"
#include "weighing/bending.h"

namespace narrows {

struct PlankAtBench {
  std::size_t strake = 0;
  BoatSide side = BoatSide::Starboard;
  std::shared_ptr<const FlatPlank> plank;  ///< as it is cut: as computed, or to its readings
  PlankingMake planking;
  std::vector<EdgesAt> edges;  ///< at every station
  std::vector<Gain> head;      ///< of the laps at its upper edge, where it is the lower plank
  std::vector<Gain> foot;      ///< of those at its lower edge, where it is the upper
  PlankEnd bow, stern;
  bool hoodAtBow = true;  ///< which end is let in first, the other being free
  StrakeBending bending;
  CutLines cut;  ///< its finished lines, into the rabbet
  SawnPlank sawn;
  PlankRun run;
  JoiningMake joining;
  std::vector<JointOnPlank> joints;
  std::vector<PlankPiece> pieces;  ///< one where it has no joint
  FasteningMake fastening;
  PlankFastenings fastenings;
  /// What is wrong with the timber at its ends: the rabbet past the stem's face or not met at their heights, no timber.
  BackboneFindings endTimber;
  Problems rabbetProblems;  ///< of stem and sternpost that it ends on, and of the keel beside a garboard
  bool onChine = false;     ///< its keel edge lies on a chine, not in the keel's rabbet

  /// Which way its bevels are, at a station; null where it has none there.
  const EdgesAt* at(std::size_t section) const;
  /// What a kerf let forward at its hood end does.
  LetForward letIn() const { return letForward(*plank, hoodAtBow, planking.kerfMm); }
};

/// Nothing of ends that are sure; else, in words: edges that graze the rabbet or cross before it, a rabbet that runs
/// past the stem's face, that the planking never meets or is too thick for, an end on no timber; each with what would
/// cure it.
std::vector<std::string> unsureOfEnds(const PlankAtBench& plank, Notation notation);

/// Null where there is no such plank. What is of its edges is of the moment; its gains wait as their part does.
std::shared_ptr<const PlankAtBench> plankAtBench(const Solved& solved, std::size_t strake, BoatSide side);

/// Whether all planks of two answers are the same at the bench: both whole, and their books differ in nothing but what
/// was logged and printed.
bool haveSamePlanks(const Solved& one, const Solved& other);

/// As much of a plank as its joints are planned by.
StrakeToJoin toJoin(const PlankAtBench& plank);

/// As much of it as its joints are planned by; none where there is no such plank.
std::optional<StrakeToJoin> strakeToJoin(const Solved& solved, std::size_t strake, BoatSide side);

}  // namespace narrows
