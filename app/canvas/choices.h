#pragma once
// The items of a box to choose from.

#include <QStringList>

class QComboBox;

namespace narrows {

/// Gives a box these items, unless it has them already, for its list may be open. True where it was filled anew;
/// whatever else its items held is then gone.
bool setItems(QComboBox* box, const QStringList& items);

}  // namespace narrows
