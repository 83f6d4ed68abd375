#include "canvas/deed.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QKeyEvent>
#include <QKeySequence>
#include <QMenu>
#include <algorithm>

namespace narrows {

namespace {

QString named(QKeyCombination key) {
  return QKeySequence(key).toString(QKeySequence::NativeText);
}

}  // namespace

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
    if (deed.key.key() != Qt::Key_unknown) words += QLatin1Char('\t') + named(deed.key);
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

bool doByKey(const std::vector<Deed>& deeds, const QKeyEvent& event) {
  const auto held = event.modifiers() & (Qt::ControlModifier | Qt::ShiftModifier | Qt::AltModifier);
  const auto key = static_cast<Qt::Key>(event.key());
  if (key == Qt::Key_unknown) return false;
  for (const QKeyCombination wanted : {QKeyCombination(held, key), QKeyCombination(held & ~Qt::ShiftModifier, key)}) {
    const auto found =
        std::find_if(deeds.begin(), deeds.end(), [wanted](const Deed& deed) { return deed.key == wanted; });
    if (found == deeds.end() || !found->can) continue;
    found->act();
    return true;
  }
  return false;
}

std::vector<std::pair<QString, QString>> sheetRows(const std::vector<Deed>& deeds) {
  std::vector<std::pair<QString, QString>> rows;
  Qt::KeyboardModifiers held;  // of the row's first key, and named once
  for (const Deed& deed : deeds) {
    if (deed.key.key() == Qt::Key_unknown) continue;
    const QString& words = deed.onSheet.isEmpty() ? deed.words : deed.onSheet;
    if (!rows.empty() && rows.back().second == words) {
      const bool alike = deed.key.keyboardModifiers() == held;
      rows.back().first += QStringLiteral(", ") + named(alike ? QKeyCombination(deed.key.key()) : deed.key);
    } else {
      rows.emplace_back(named(deed.key), words);
      held = deed.key.keyboardModifiers();
    }
  }
  return rows;
}

}  // namespace narrows
