#pragma once
// What wants looking at in the backbone.

#include <string>
#include <vector>

#include "backbone/backbone.h"
#include "problem/severity.h"

namespace narrows {

/// A bolt too near to something that is cut or bored.
struct BoltFouls {
  Severity grade = Severity::LookAgain;
  std::string place;  ///< "3-4-0 from forward"
  std::string with;   ///< "a stopwater"
  double clearMm = 0.0, wantedMm = 0.0;

  Severity severity() const { return grade; }
  std::string words(Notation notation) const;
};

/// Stations squared off the top of a sloping timber would be out at its lower face.
struct SquaredOff {
  TimberId timber;
  std::string name, station;
  double outMm = 0.0, leanDeg = 0.0;

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// A casting or sawn keel that is not as it was drawn.
struct CameOutOff {
  std::string station;
  double offMm = 0.0;  ///< wider where positive

  Severity severity() const;
  std::string words(Notation notation) const;
};

/// A fault of the slab within a pattern laid on it.
struct FaultInPart {
  TimberId timber;
  std::string name, fault;
  double lengthMm = 0.0, widthMm = 0.0, depthMm = 0.0;  ///< of the graving piece

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// The rabbet line lies forward of the stem's own face.
struct RabbetPastFace {
  double lowMm = 0.0, highMm = 0.0;  ///< heights between which it does
  double pastMm = 0.0;               ///< by up to this

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// Stem or sternpost has no rabbet there.
struct RabbetUnmet {
  UnmetStretch stretch;

  Severity severity() const { return Severity::Trouble; }
  std::string words(Notation notation) const;
};

/// Planks that end on no timber: the table has no stem, sternpost or transom there.
struct EndWithoutTimber {
  bool bow = true;
  std::string station;  ///< that she is cut off at

  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

struct BackboneFindings {
  std::vector<BoltFouls> bolts;
  std::vector<SquaredOff> squared;
  std::vector<CameOutOff> cameOut;
  std::vector<FaultInPart> faults;
  std::vector<RabbetPastFace> past;
  std::vector<RabbetUnmet> unmet;
  std::vector<EndWithoutTimber> cutOff;
};
BackboneFindings lookAtBackbone(const Backbone& backbone);
/// Of them, what is of the timber that planks end on: past the stem's face, unmet, none there.
BackboneFindings lookAtRabbet(const Backbone& backbone);

}  // namespace narrows
