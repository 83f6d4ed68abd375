#include "canvas/kept_split.h"

#include <QSettings>

namespace narrows {

void keepSplit(QSplitter* split, const char* name) {
  const QString key = QStringLiteral("splits/") + QLatin1String(name);
  split->setObjectName(QLatin1String(name));
  const QByteArray left = QSettings().value(key).toByteArray();
  if (!left.isEmpty()) split->restoreState(left);
  // Moved by hand only: what a part does of itself, opening or going, is no wish of the builder's.
  QObject::connect(split, &QSplitter::splitterMoved, split,
                   [split, key] { QSettings().setValue(key, split->saveState()); });
}

}  // namespace narrows
