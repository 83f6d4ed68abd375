#pragma once
// The lines of a full-size sheet on the screen: what is shown is what is printed.

#include <QPen>
#include <functional>
#include <initializer_list>

#include "drawing.h"

class QPainter;

namespace narrows {

/// The pen of a line of a sheet: weight and dash by what it means, as on paper.
QPen penOf(LineRole role);

/// Paints the lines of a sheet that have one of the roles. `toScreen` takes a place on the sheet, mm.
void paintSheet(QPainter& painter, const Drawing& sheet, const std::function<QPointF(const Vec2&)>& toScreen,
                std::initializer_list<LineRole> roles);

}  // namespace narrows
