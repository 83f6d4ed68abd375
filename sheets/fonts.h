#pragma once
// The font that ships with the program.

#include <QFont>

namespace narrows {

/// Loads Lato once; needs a QGuiApplication. Its figures are all of one width, and 5⁄16 is set as a proper fraction.
void loadFonts();

/// Lato with letters of this height in pixels.
QFont shopFont(double pixels, bool bold = false);

}  // namespace narrows
