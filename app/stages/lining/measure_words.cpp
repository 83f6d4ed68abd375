#include "stages/lining/measure_words.h"

#include <QCoreApplication>
#include <algorithm>

#include "canvas/look.h"

namespace narrows {

QString measureName(Measure measure) {
  switch (measure) {
    case Measure::Width:
      return QCoreApplication::translate("Measure", "width");
    case Measure::Hollow:
      return QCoreApplication::translate("Measure", "hollow");
    case Measure::Stock:
      return QCoreApplication::translate("Measure", "stock");
    case Measure::Step:
      return QCoreApplication::translate("Measure", "step");
    case Measure::LapBevel:
      return QCoreApplication::translate("Measure", "lap bevel");
    case Measure::LandLeft:
      return QCoreApplication::translate("Measure", "land left");
    case Measure::Twist:
      return QCoreApplication::translate("Measure", "twist a foot");
    case Measure::BoardWidth:
      return QCoreApplication::translate("Measure", "board, wide");
    case Measure::BoardLength:
      return QCoreApplication::translate("Measure", "board, long");
    case Measure::Sny:
      return QCoreApplication::translate("Measure", "sny");
    case Measure::EdgeSet:
      return QCoreApplication::translate("Measure", "edge set");
    case Measure::EndRatio:
      return QCoreApplication::translate("Measure", "end of width");
    case Measure::HoodEnd:
      return QCoreApplication::translate("Measure", "hood end");
    case Measure::SeamMove:
      return QCoreApplication::translate("Measure", "seam moves");
  }
  return {};
}

QString shortMeasureName(Measure measure) {
  switch (measure) {
    case Measure::Twist:
      return QCoreApplication::translate("Measure", "twist");
    case Measure::BoardWidth:
      return QCoreApplication::translate("Measure", "board");
    case Measure::BoardLength:
      return QCoreApplication::translate("Measure", "length");
    case Measure::EndRatio:
      return QCoreApplication::translate("Measure", "end");
    case Measure::SeamMove:
      return QCoreApplication::translate("Measure", "seam");
    default:
      return measureName(measure);
  }
}

QColor verdictShade(double beyond) {
  // Half a limit's range within it is as good as can be.
  if (beyond <= -1.0) return look::shadeGood;
  if (beyond <= 0.0) return look::mixed(look::shadeGood, look::shadeLook, 1.0 + beyond);
  return look::mixed(look::shadeLook, look::shadeTrouble, std::min(beyond, 1.0));
}

}  // namespace narrows
