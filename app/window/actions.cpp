#include "window/actions.h"

#include <QAction>
#include <QMenu>

namespace narrows {

Actions::Actions(QWidget* window) : QObject(window), m_window(window) {}

QAction* Actions::add(QMenu* menu, const QString& words, const QList<QKeySequence>& keys, std::function<void()> act,
                      Needs needs) {
  auto* action = new QAction(words, this);
  action->setShortcuts(keys);
  connect(action, &QAction::triggered, this, [act = std::move(act)] { act(); });
  if (menu != nullptr) {
    menu->addAction(action);
  } else {
    m_window->addAction(action);
  }
  m_all.push_back(action);
  if (needs == Needs::Book) {
    m_ofABook.push_back(action);
    action->setEnabled(false);
  }
  return action;
}

void Actions::setHasBook(bool has) {
  for (QAction* action : m_ofABook) action->setEnabled(has);
}

std::vector<std::pair<QString, QString>> Actions::keys() const {
  std::vector<std::pair<QString, QString>> told;
  for (const QAction* action : m_all) {
    QStringList keys;
    for (const QKeySequence& key : action->shortcuts()) keys << key.toString(QKeySequence::NativeText);
    if (!keys.isEmpty()) told.emplace_back(keys.join(QStringLiteral(", ")), QString(action->text()).remove('&'));
  }
  return told;
}

}  // namespace narrows
