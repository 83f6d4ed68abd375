#include "weighing/measure.h"

namespace narrows {

namespace {

struct OfMeasure {
  const char* word;
  MeasureIn in;
  bool atStations, least;
};

const OfMeasure& of(Measure measure) {
  static const std::array<OfMeasure, everyMeasure.size()> all{{{"width", MeasureIn::Length, true, false},
                                                               {"hollow", MeasureIn::Length, true, false},
                                                               {"stock", MeasureIn::Length, true, false},
                                                               {"step", MeasureIn::Ratio, true, false},
                                                               {"lap_bevel", MeasureIn::Degrees, true, false},
                                                               {"land_left", MeasureIn::Length, true, true},
                                                               {"twist", MeasureIn::Degrees, true, false},
                                                               {"board_width", MeasureIn::Length, false, false},
                                                               {"board_length", MeasureIn::Length, false, false},
                                                               {"sny", MeasureIn::Length, false, false},
                                                               {"edge_set", MeasureIn::Length, false, false},
                                                               {"end_ratio", MeasureIn::Ratio, false, true},
                                                               {"hood_end", MeasureIn::Length, false, true},
                                                               {"seam_move", MeasureIn::Length, false, false}}};
  return all[static_cast<std::size_t>(measure)];
}

}  // namespace

const char* measureWord(Measure measure) {
  return of(measure).word;
}

std::optional<Measure> measureNamed(const std::string& word) {
  for (const Measure measure : everyMeasure) {
    if (word == measureWord(measure)) return measure;
  }
  return std::nullopt;
}

MeasureIn measuredIn(Measure measure) {
  return of(measure).in;
}

bool isAtStations(Measure measure) {
  return of(measure).atStations;
}

bool isLeast(Measure measure) {
  return of(measure).least;
}

std::string showMeasure(Measure measure, double value, Notation notation) {
  switch (measuredIn(measure)) {
    case MeasureIn::Degrees:
      return saidDecimal(value, 1) + "\u00b0";
    case MeasureIn::Ratio:
      return saidDecimal(value, 2);
    case MeasureIn::Length:
      break;
  }
  const bool thin = measure == Measure::Hollow || measure == Measure::Stock || measure == Measure::LandLeft ||
                    measure == Measure::SeamMove;
  return thin ? showThin(millimetres(value), notation) : showLength(millimetres(value), notation);
}

}  // namespace narrows
