#pragma once
// What is remembered of a printed sheet: when, its code, whether it is still true, and what to do where it is not.

#include <QWidget>

#include "commands/session.h"

class QLabel;
class QPushButton;

namespace narrows {

class PrintedNote : public QWidget {
  Q_OBJECT

 public:
  explicit PrintedNote(Session* session, QWidget* parent = nullptr);
  /// The sheets of one thing: of a plank its strake (from 1) and side; of a mould its name. Hidden where none was
  /// printed.
  void show(SheetKind kind, int strake = 0, BoatSide side = BoatSide::Starboard, const std::string& of = {});
  QString words() const;

 signals:
  void printAsked();

 private:
  bool isOfIt(const PrintedSheet& sheet) const;
  void throwAway();
  void lineOffToIt();

  Session* m_session;
  SheetKind m_kind = SheetKind::Plank;
  int m_strake = 0;
  BoatSide m_side = BoatSide::Starboard;
  std::string m_of;
  QLabel* m_words;
  QPushButton *m_anew, *m_lineOff, *m_thrownAway;
};

}  // namespace narrows
