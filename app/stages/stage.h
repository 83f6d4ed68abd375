#pragma once
// A stage of the shop: one large drawing worked on directly, and its slate.

#include <QWidget>
#include <vector>

#include "commands/session.h"

namespace narrows {

/// What full-size sheets are of, in the order they are offered in.
enum class SheetsOf { Planks, Moulds, Lines, Backbone, Stock };

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
  void takeKeys() { drawing()->setFocus(); }
  /// What it shows, to be pasted elsewhere.
  void copyDrawing();
  /// What of it can take the keys as it is seen now: drawings and tables from above down, the slate last.
  std::vector<QWidget*> focusParts() const;
  /// The whole drawing in view again.
  virtual void fit() = 0;
  /// The next thing of its kind in hand (1), or the one before (-1): strake, mould, part, line.
  virtual void stepInHand(int by) = 0;
  /// Brings the place of a finding of this stage into view, in hand: its strake and section, unless the stage has
  /// others.
  virtual void goTo(const Finding& finding);
  /// The sheets one prints from here.
  virtual SheetsOf sheets() const = 0;

 signals:
  void printAsked();

 protected:
  QString shown(double mm) const { return m_session->shown(mm); }
  QString shownTolerance(Length length) const { return m_session->shownTolerance(length); }
  /// Takes a strake further up (1) or down (-1) of so many in hand.
  void stepStrake(int by, std::size_t count);
  Session* m_session;
};

}  // namespace narrows
