#pragma once
// Many things of a widget shown and hidden, and the widget laid out once.

#include <QLayout>
#include <QWidget>

namespace narrows {

/// While it lives a widget's layout rests: each thing that is shown would otherwise lay out the whole of it at once,
/// and every wrapped text be measured again. What was asked for meanwhile is done before the next paint.
class LaidOutOnce {
 public:
  explicit LaidOutOnce(const QWidget* widget) : m_layout(widget->layout()) { m_layout->setEnabled(false); }
  ~LaidOutOnce() { m_layout->setEnabled(true); }
  LaidOutOnce(const LaidOutOnce&) = delete;
  LaidOutOnce& operator=(const LaidOutOnce&) = delete;

 private:
  QLayout* m_layout;
};

}  // namespace narrows
