#include "canvas/choices.h"

#include <QComboBox>

namespace narrows {

bool setItems(QComboBox* box, const QStringList& items) {
  QStringList standing;
  for (int i = 0; i < box->count(); ++i) standing << box->itemText(i);
  if (standing == items) return false;
  box->clear();
  box->addItems(items);
  return true;
}

}  // namespace narrows
