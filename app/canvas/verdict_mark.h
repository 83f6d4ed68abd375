#pragma once
// How a verdict is marked before the figure it is of.

#include <QString>
#include <optional>

#include "problem/severity.h"

namespace narrows {

/// A mark before a value that is beyond its limit, so that it is told without colour: `▲ ` trouble, `△ ` look again.
inline QString verdictMark(const std::optional<Severity>& verdict) {
  if (!verdict) return {};
  return *verdict == Severity::Trouble ? QStringLiteral("▲ ") : QStringLiteral("△ ");
}

}  // namespace narrows
