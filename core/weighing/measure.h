#pragma once
// What is weighed of a plan of lining off.

#include <array>
#include <optional>
#include <string>

#include "length/length.h"

namespace narrows {

enum class Measure {
  Width,        ///< between marks, at a station
  Hollow,       ///< of the section across the strake, at a station; positive where the outside is round
  Stock,        ///< thickness of board it takes, at a station: finished, planing, and the hollow or round
  Step,         ///< width over that of the strake below, at a station
  LapBevel,     ///< lapstrake: what is planed on its land, at a station
  LandLeft,     ///< lapstrake: thickness left at the edge of its land, or of its foot in a hollow, at a station
  Twist,        ///< degrees a foot, at a station; of the whole strake where it is more between them or at its ends
  BoardWidth,   ///< of the narrowest board it comes out of
  BoardLength,  ///< of that board
  Sny,          ///< greatest distance of the lower edge from its chord
  EdgeSet,      ///< greatest bow of its middle line in any eight feet
  EndRatio,     ///< narrower end over greatest width
  HoodEnd,      ///< narrowest end in a rabbet, square to the plank
  SeamMove      ///< across its greatest width
};
inline constexpr std::array<Measure, 14> everyMeasure{
    Measure::Width,    Measure::Hollow,   Measure::Stock,      Measure::Step,        Measure::LapBevel,
    Measure::LandLeft, Measure::Twist,    Measure::BoardWidth, Measure::BoardLength, Measure::Sny,
    Measure::EdgeSet,  Measure::EndRatio, Measure::HoodEnd,    Measure::SeamMove};

/// What edge set is measured over.
inline constexpr double eightFeetMm = 2440.0;

enum class MeasureIn { Length, Degrees, Ratio };

/// `width`, `hollow`, `stock` ... as the command line and the book write it.
const char* measureWord(Measure measure);
std::optional<Measure> measureNamed(const std::string& word);
MeasureIn measuredIn(Measure measure);
/// Whether it is of every station, or of the whole strake.
bool isAtStations(Measure measure);
/// Whether too little of it is what is bad.
bool isLeast(Measure measure);

/// A value of a measure as it is read.
std::string showMeasure(Measure measure, double value, Notation notation);

}  // namespace narrows
