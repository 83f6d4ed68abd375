#include "canvas/page_tabs.h"

#include <QSignalBlocker>

#include "fonts.h"

namespace narrows {

PageTabs::PageTabs(const QString& name, const char* objectName, QWidget* parent) : QTabBar(parent) {
  setObjectName(QString::fromLatin1(objectName));
  setAccessibleName(name);
  setProperty("close", true);  // set closer together than tabs that stand alone
  setFont(shopFont(14.0));
  setDrawBase(false);
  setExpanding(false);
  setUsesScrollButtons(true);
}

void PageTabs::offer(const QList<Page>& pages) {
  bool same = pages.size() == count();
  for (int i = 0; same && i < count(); ++i) same = pages[i] == Page(tabText(i), tabData(i).toInt());
  if (same) return;
  const int now = page();
  const QSignalBlocker quiet(this);
  while (count() > 0) removeTab(count() - 1);
  for (const Page& page : pages) setTabData(addTab(page.first), page.second);
  setCurrentIndex(0);
  open(now);
}

int PageTabs::page() const {
  return currentIndex() < 0 ? -1 : tabData(currentIndex()).toInt();
}

void PageTabs::open(int page) {
  for (int i = 0; i < count(); ++i) {
    if (tabData(i).toInt() == page) setCurrentIndex(i);
  }
}

}  // namespace narrows
