#include "stages/lining/measure_words.h"

#include <QCoreApplication>
#include <algorithm>

#include "canvas/look.h"

namespace narrows {

QString measureName(Measure measure) {
  const auto tr = [](const char* words) { return QCoreApplication::translate("Measure", words); };
  switch (measure) {
    case Measure::Width:
      return tr("width");
    case Measure::Hollow:
      return tr("hollow");
    case Measure::Stock:
      return tr("stock");
    case Measure::Step:
      return tr("step");
    case Measure::LapBevel:
      return tr("lap bevel");
    case Measure::LandLeft:
      return tr("land left");
    case Measure::Twist:
      return tr("twist a foot");
    case Measure::BoardWidth:
      return tr("board, wide");
    case Measure::BoardLength:
      return tr("board, long");
    case Measure::Sny:
      return tr("sny");
    case Measure::EdgeSet:
      return tr("edge set");
    case Measure::EndRatio:
      return tr("end of width");
    case Measure::HoodEnd:
      return tr("hood end");
    case Measure::SeamMove:
      return tr("seam moves");
  }
  return {};
}

QString shortMeasureName(Measure measure) {
  const auto tr = [](const char* words) { return QCoreApplication::translate("Measure", words); };
  switch (measure) {
    case Measure::Twist:
      return tr("twist");
    case Measure::BoardWidth:
      return tr("board");
    case Measure::BoardLength:
      return tr("length");
    case Measure::EndRatio:
      return tr("end");
    case Measure::SeamMove:
      return tr("seam");
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
