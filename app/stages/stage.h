#pragma once
// A stage of the shop: one large drawing worked on directly, and its slate.

#include <QWidget>

#include "commands/session.h"

namespace narrows {

class Stage : public QWidget {
  Q_OBJECT

 public:
  Stage(Session* session, QWidget* parent) : QWidget(parent), m_session(session) {}
  /// Its name on the rail, its number there for good, and how it stands.
  virtual QString name() const = 0;
  virtual int number() const = 0;
  virtual QString standing() const = 0;
  /// The widget that takes the keys when the stage is gone to.
  virtual QWidget* drawing() = 0;
  /// The whole drawing in view again.
  virtual void fit() = 0;
  /// The next thing of its kind in hand (1), or the one before (-1): strake, mould, part, line.
  virtual void stepInHand(int by) = 0;

 protected:
  QString shown(double mm) const { return m_session->shown(mm); }
  Session* m_session;
};

}  // namespace narrows
