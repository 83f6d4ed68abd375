#pragma once
// Where a file is to be written, asked of the builder.

#include <QString>

class QWidget;

namespace narrows {

/// Asks for a file to write and gives its path, with the ending it will have; empty where the builder goes back. Of a
/// file that is there already it is asked, by the very name that will be written, whether to replace it. `start`: the
/// file or folder proposed; `kinds`: as a file dialog wants them; `ending`: "narrows", without the point.
QString askPathToWrite(QWidget* parent, const QString& title, const QString& start, const QString& kinds,
                       const QString& ending);

}  // namespace narrows
