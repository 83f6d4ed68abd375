#pragma once
// What may be cut now, part by part, and what to mind.

#include "stages/backbone/backbone_page.h"

class QListWidget;

namespace narrows {

class OrderPage : public BackbonePage {
  Q_OBJECT

 public:
  explicit OrderPage(Session* session, QWidget* parent = nullptr);
  /// It has none of its own: the list takes the keys.
  Canvas* drawing() override { return nullptr; }
  QListWidget* list() { return m_list; }

 protected:
  void showPage() override;

 private:
  QListWidget* m_list;
  QLabel* m_reach;
  QLabel* m_cautions;
};

}  // namespace narrows
