#pragma once
// A test of Lining off: one of our boats opened there, its fields found and typed in.

#include <QComboBox>
#include <QLineEdit>

#include "canvas/length_field.h"
#include "stages/lining/lining_stage.h"
#include "window_case.h"

namespace narrows::tests {

class LiningCase : public WindowCase {
 protected:
  LiningStage* stage() { return m_window->lining(); }
  void goTo(const QString& boat) {
    openBook(boat.toStdString());
    m_window->goToNumber(4);
    openGroups();
    QCoreApplication::processEvents();
  }
  /// The boat lined off plainly: no guides, nothing that becomes one.
  void goToPlain(const QString& boat) {
    session().openSample(sampleBook(boat.toStdString()));
    QVERIFY(settled());
    m_window->goToNumber(4);
    openGroups();
    QCoreApplication::processEvents();
  }
  template <typename Widget>
  Widget* find(const char* name) {
    auto* found = stage()->findChild<Widget*>(QString::fromLatin1(name));
    if (found == nullptr) qFatal("no %s", name);
    return found;
  }
  void choose(const char* name, int index) {
    auto* box = find<QComboBox>(name);
    box->setCurrentIndex(index);
    emit box->activated(index);
    QCoreApplication::processEvents();
  }
  LengthField* fieldNamed(const QString& name) {
    for (LengthField* one : stage()->findChildren<LengthField*>()) {
      if (one->edit()->accessibleName() == name && one->isVisible()) return one;
    }
    qFatal("no field %s", qPrintable(name));
  }
  void enter(LengthField* field, const QString& text) {
    field->edit()->setFocus();
    field->edit()->selectAll();
    QTest::keyClicks(field->edit(), text);
    QTest::keyClick(field->edit(), Qt::Key_Return);
    QCoreApplication::processEvents();
  }
};

}  // namespace narrows::tests
