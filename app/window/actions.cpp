#include "window/actions.h"

#include <QAction>
#include <QMenu>
#include <algorithm>

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
  m_all.push_back({action, menu});
  if (needs == Needs::Book) {
    m_ofABook.push_back(action);
    action->setEnabled(false);
  }
  return action;
}

void Actions::setHasBook(bool has) {
  for (QAction* action : m_ofABook) action->setEnabled(has);
}

std::vector<KeySection> Actions::keys() const {
  std::vector<KeySection> sections;
  const auto plain = [](QString words) { return words.remove(QLatin1Char('&')); };
  for (const Placed& one : m_all) {
    QStringList keys;
    for (const QKeySequence& key : one.action->shortcuts()) keys << key.toString(QKeySequence::NativeText);
    if (keys.isEmpty()) continue;
    const QString title = one.menu != nullptr ? plain(one.menu->title()) : tr("Anywhere");
    auto section =
        std::find_if(sections.begin(), sections.end(), [&](const KeySection& had) { return had.title == title; });
    if (section == sections.end()) section = sections.insert(sections.end(), {title, {}});
    section->rows.emplace_back(keys.join(QStringLiteral(", ")), plain(one.action->text()));
  }
  return sections;
}

}  // namespace narrows
