#include "fonts.h"

#include <QFontDatabase>
#include <QString>
#include <algorithm>
#include <cmath>

// Resources of a static library are linked in only where they are asked for by name, outside any namespace.
static void initFontResources() {
  Q_INIT_RESOURCE(narrows_fonts);
}

namespace narrows {

void loadFonts() {
  static bool loaded = false;
  if (loaded) return;
  loaded = true;
  initFontResources();
  for (const char* face : {"Regular", "Medium", "Bold"}) {
    QFontDatabase::addApplicationFont(QStringLiteral(":/fonts/Lato-%1.ttf").arg(QLatin1String(face)));
  }
}

QFont shopFont(double pixels, bool bold) {
  QFont font(QStringLiteral("Lato"));
  font.setPixelSize(std::max(1, static_cast<int>(std::lround(pixels))));
  font.setBold(bold);
  font.setHintingPreference(QFont::PreferNoHinting);
  return font;
}

}  // namespace narrows
