#pragma once
// Counting in words.

#include <QString>

namespace narrows {

/// "1 strake", "8 strakes".
inline QString counted(qsizetype count, const QString& one, const QString& many) {
  return QString::number(count) + QLatin1Char(' ') + (count == 1 ? one : many);
}

}  // namespace narrows
