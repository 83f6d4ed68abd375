#pragma once
// What is shown below a stage's drawing, chosen by named tabs.

#include <QList>
#include <QPair>
#include <QString>
#include <QTabBar>

namespace narrows {

/// Tabs in the order of the work, each with the number its stage knows its page by. Where there is no room for all of
/// them they are scrolled.
class PageTabs : public QTabBar {
  Q_OBJECT

 public:
  PageTabs(const QString& name, const char* objectName, QWidget* parent);
  using Page = QPair<QString, int>;
  /// Offers these pages. The one that is open stays open; where it is there no more, the first is. Says nothing.
  void offer(const QList<Page>& pages);
  /// The number of the page that is open; -1 where none is offered.
  int page() const;
  /// Opens a page as a click does; nothing where it is not offered or is open already.
  void open(int page);
};

}  // namespace narrows
