#pragma once
// Many things of a widget shown and hidden, and the widget laid out once.

#include <QLayout>
#include <QWidget>

namespace narrows {

/// Holds a widget's layout back while it lives: showing one part after another would lay out the whole each time, and
/// measure every wrapped text again. What was asked for meanwhile is done before the next paint.
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
