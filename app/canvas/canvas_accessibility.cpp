// The marks of a drawing, told to assistive tools as named children of its widget.

#include <QAccessibleInterface>
#include <QAccessibleWidget>
#include <map>
#include <memory>

#include "canvas/canvas.h"

namespace narrows {

namespace {

class HandleAccessible : public QAccessibleInterface {
 public:
  HandleAccessible(Canvas* canvas, int index) : m_canvas(canvas), m_index(index) {}
  bool isValid() const override { return handle() != nullptr; }
  QObject* object() const override { return nullptr; }
  QAccessibleInterface* childAt(int, int) const override { return nullptr; }
  QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(m_canvas); }
  QAccessibleInterface* child(int) const override { return nullptr; }
  int childCount() const override { return 0; }
  int indexOfChild(const QAccessibleInterface*) const override { return -1; }
  QString text(QAccessible::Text what) const override {
    if (handle() == nullptr) return {};
    return what == QAccessible::Name          ? m_canvas->handleName(*handle())
           : what == QAccessible::Description ? handle()->state
                                              : QString();
  }
  void setText(QAccessible::Text, const QString&) override {}
  QRect rect() const override {
    if (handle() == nullptr) return {};
    const QPoint at = m_canvas->mapToGlobal(handle()->at.toPoint());
    return {at - QPoint(14, 14), QSize(28, 28)};
  }
  QAccessible::Role role() const override { return QAccessible::Indicator; }
  QAccessible::State state() const override {
    QAccessible::State now;
    now.selectable = true;
    now.selected = handle() != nullptr && handle()->inHand;
    return now;
  }

 private:
  const CanvasHandle* handle() const {
    const auto index = static_cast<std::size_t>(m_index);
    return index < m_canvas->handles().size() ? &m_canvas->handles()[index] : nullptr;
  }
  Canvas* m_canvas;
  int m_index;
};

class CanvasAccessible : public QAccessibleWidget {
 public:
  explicit CanvasAccessible(Canvas* canvas) : QAccessibleWidget(canvas, QAccessible::Canvas), m_canvas(canvas) {}
  ~CanvasAccessible() override {
    for (const auto& [index, id] : m_children) QAccessible::deleteAccessibleInterface(id);
  }
  int childCount() const override { return static_cast<int>(m_canvas->handles().size()); }
  /// The drawing is described by what is in hand.
  QString text(QAccessible::Text what) const override {
    if (what != QAccessible::Description) return QAccessibleWidget::text(what);
    const QString inHand = m_canvas->inHandWords();
    return inHand.isEmpty() ? m_canvas->caption() : inHand;
  }
  QAccessibleInterface* child(int index) const override {
    if (index < 0 || index >= childCount()) return nullptr;
    const auto known = m_children.find(index);
    if (known != m_children.end()) return QAccessible::accessibleInterface(known->second);
    auto* made = new HandleAccessible(m_canvas, index);
    m_children[index] = QAccessible::registerAccessibleInterface(made);
    return made;
  }

 private:
  Canvas* m_canvas;
  mutable std::map<int, QAccessible::Id> m_children;
};

}  // namespace

void installCanvasAccessibility() {
  QAccessible::installFactory([](const QString&, QObject* object) -> QAccessibleInterface* {
    auto* canvas = qobject_cast<Canvas*>(object);
    return canvas == nullptr ? nullptr : new CanvasAccessible(canvas);
  });
}

}  // namespace narrows
