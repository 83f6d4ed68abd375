#pragma once
// The backbone at full size: timbers, rabbet sections, keel, transom, forms, blanks.

#include <string>
#include <vector>

#include "backbone/backbone.h"
#include "drawing.h"
#include "fastening/bent_in_place_fastenings.h"

namespace narrows {

/// What its sheets need to know beside it.
struct BackboneSheetOf {
  std::string boat;
  Notation notation = Notation::Inches16;
  const Backbone* backbone = nullptr;
  const OffsetTable* table = nullptr;
  const Hull* inside = nullptr;
  const Hull* outside = nullptr;
  std::optional<BentFastenings> bentFastenings = {};  ///< of the timber bent in place
};

/// One timber in the profile: its outline, joints, stopwaters and bolts; rabbet, inner rabbet and bearding line where
/// they run on it, with marks to prick through and the bevel at each; stations, waterlines and sheer.
Drawing timberSheet(const BackboneSheetOf& of, const TimberShape& shape);

/// The rabbet of one run cut square to its line at every mark, full size, the bevel lettered: templates to hold to the
/// work.
Drawing rabbetSectionsSheet(const BackboneSheetOf& of, const RabbetRun& run);

/// What the timber is cut through for at a length along a run.
RabbetSectionOf rabbetSectionOf(const BackboneSheetOf& of, const RabbetRun& run, double alongMm);

/// One cut through the rabbet, at its own places: the timber that is left, both faces of the plank, the centre line.
Drawing rabbetSectionSheet(const RabbetSection& cut);

/// The keel's edges laid out flat about the centre line, both halves, stations at their true distance along its lower
/// face. Empty name where it has no bevel.
Drawing keelSheet(const BackboneSheetOf& of);

/// The transom: both faces of it about the centre line, marks with their bevels, crown as it is left and as it
/// finishes.
Drawing transomSheet(const BackboneSheetOf& of, const Transom& transom);

/// The form a part is bent on: its face, the blocks square to it, the part as it is to come off.
Drawing formSheet(const BackboneSheetOf& of, const Lamination& lamination, const std::string& part);

/// A built-up blank: the boards of the odd and the even layers over the part.
std::vector<Drawing> blankSheets(const BackboneSheetOf& of, const Blank& blank, const Timber& timber);

/// The timber bent in place, straight as it is before it is bent, its outer face up: sides, clamps, where its
/// fastenings go and which first. Empty name where there is none.
Drawing bentInPlaceSheet(const BackboneSheetOf& of);

/// The slab with the pattern, faults and graving pieces on it, to be laid on the wood.
Drawing slabSheet(const BackboneSheetOf& of);

/// Tables: the rabbet, the keel, station marks, slab readings, stock, what may be cut now.
std::vector<Drawing> backboneTables(const BackboneSheetOf& of);

}  // namespace narrows
