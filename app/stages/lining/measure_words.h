#pragma once
// The measures of the weighing as the window names them, and their colours.

#include <QColor>
#include <QString>

#include "weighing/weigh.h"

namespace narrows {

QString measureName(Measure measure);
/// The same in a word, for a narrow column.
QString shortMeasureName(Measure measure);

/// How a value is shaded against its limit: pale well within it, darker at the limit, deep where it is trouble, and
/// between them what lies between. `beyond` as `beyondLimit` has it.
QColor verdictShade(double beyond);

}  // namespace narrows
