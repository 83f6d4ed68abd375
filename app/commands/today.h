#pragma once
// The day on which something is done.

#include <QDate>
#include <string>

namespace narrows {

/// Today, as it is written beside a faired figure: 2026-04-30.
inline std::string today() {
  return QDate::currentDate().toString(Qt::ISODate).toStdString();
}

}  // namespace narrows
