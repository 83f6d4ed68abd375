#pragma once
// Painting a drawing, on paper or on the screen.

#include "drawing.h"

class QPainter;

namespace narrows {

/// Paints a drawing whose painter's unit is one millimetre, y down: the drawing's (0, 0) lies at the painter's origin
/// and its y goes up from there. Texts are upright; their letters are `heightMm` from base line to top.
/// `seen`: what of it shows, in the drawing's own frame; what lies outside is left out. All of it where null.
void paintDrawing(QPainter& painter, const Drawing& drawing, const DrawingBounds* seen = nullptr);

/// One text, in the same frame.
void paintText(QPainter& painter, const SheetText& text);

}  // namespace narrows
