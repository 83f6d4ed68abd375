#include "canvas/deed.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QKeySequence>
#include <QMenu>
#include <algorithm>

namespace narrows {

QMenu* menuOn(QWidget* widget) {
  auto* menu = new QMenu(widget);
  menu->setAttribute(Qt::WA_DeleteOnClose);
  return menu;
}

void addDeeds(QMenu* menu, const std::vector<Deed>& deeds) {
  for (const Deed& deed : deeds) {
    // The key is shown as text: as a shortcut it would be taken by the menu as well as by what has the keys.
    QString words = deed.words;
    words.replace(QLatin1Char('&'), QLatin1String("&&"));
    if (deed.key != Qt::Key_unknown)
      words += QLatin1Char('\t') + QKeySequence(deed.key).toString(QKeySequence::NativeText);
    menu->addAction(words, menu, deed.act)->setEnabled(deed.can);
  }
}

void copyPicture(QWidget* of) {
  constexpr double finer = 2.0;
  QImage image((QSizeF(of->size()) * finer).toSize(), QImage::Format_RGB32);
  image.setDevicePixelRatio(finer);
  of->render(&image);
  QGuiApplication::clipboard()->setImage(image);
}

bool doByKey(const std::vector<Deed>& deeds, int key) {
  const auto found = std::find_if(deeds.begin(), deeds.end(),
                                  [key](const Deed& deed) { return deed.key != Qt::Key_unknown && deed.key == key; });
  if (found == deeds.end()) return false;
  if (found->can) found->act();
  return true;
}

}  // namespace narrows
