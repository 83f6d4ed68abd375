#pragma once
// Which moulds are made, and how: plain data of the book.

#include <optional>
#include <string>
#include <vector>

#include "length/length.h"
#include "lines/ids.h"

namespace narrows {

using MouldId = Id<struct MouldTag>;

/// What lies between the outside of the moulds and the inside of the planking.
enum class TakenOff {
  Planking,               ///< nothing: moulds touch the planking
  PlankingAndFrames,      ///< bent frames go on over the moulds
  PlankingFramesRibbands  ///< frames are bent inside ribbands on the moulds
};

/// Which side of its station a mould's wood stands on.
enum class MouldSide { Best, Forward, Aft };

/// A mould between the stations, or instead of one.
struct ExtraMould {
  MouldId id;
  std::string name;
  Length at;  ///< distance of its marked face
  bool operator==(const ExtraMould&) const = default;
};

/// A measurement of a mould as it stands.
enum class SetUpKind { HalfBreadth, Height, Distance, Twist, Diagonal };

struct SetUpReading {
  std::string mould;  ///< name of its station, or its own
  SetUpKind kind = SetUpKind::HalfBreadth;
  std::string mark;  ///< the mark it was taken at: "sheer", "waterline 1-6-0"
  std::string to;    ///< Diagonal: the mould its other end is on
  Length measured;   ///< Twist: port sheer mark further aft than starboard's, positive
  bool operator==(const SetUpReading&) const = default;
};

struct MouldPlan {
  TakenOff takenOff = TakenOff::Planking;
  Length frame = inches(0.75);      ///< moulding of the frames
  Length ribband = inches(1.25);    ///< thickness of the ribbands
  Length thickness = inches(0.75);  ///< of the moulds' own wood
  MouldSide side = MouldSide::Best;
  bool whole = true;                 ///< both sides on one pattern; otherwise half, to be turned over
  Length spreader;                   ///< height of the spreader's upper edge; nought: none
  Length base;                       ///< height of the building base; the base line where nought
  std::vector<std::string> leftOut;  ///< stations without a mould
  std::vector<ExtraMould> extra;
  std::vector<SetUpReading> readings;
  bool plankAsTheyStand = false;  ///< planks are made to the moulds as measured
  bool operator==(const MouldPlan&) const = default;
};

}  // namespace narrows
