#pragma once
// Parts of the window that stay as wide and as high as they were left.

#include <QSplitter>

namespace narrows {

/// From here on a split is where it was left, in this and in later runs; `name` tells it from others. To be called once
/// its parts and their usual sizes are set.
void keepSplit(QSplitter* split, const char* name);

}  // namespace narrows
