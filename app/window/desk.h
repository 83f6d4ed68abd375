#pragma once
// Books and tables as they come and go: opened, saved, remembered, left behind, written out.

#include <QObject>
#include <functional>

#include "commands/session.h"

namespace narrows {

/// Asks what must be asked before a book is put aside, and tells how each thing went (`told`).
class Desk : public QObject {
  Q_OBJECT

 public:
  /// `takeInTyping` puts what is being typed into the book, before it is saved or put aside.
  Desk(Session* session, QWidget* window, std::function<void()> takeInTyping);

  /// Opens a book or a table, by its ending; tells every fault where it fails, and what was open stays.
  bool openPath(const QString& path);
  bool openSample();
  /// The same boat part way through, her day book two weeks along: its last day is today, whenever that is.
  bool openSampleBegun();
  /// Offers work that a killed process left behind.
  void offerLeftWork();
  void askTable();
  void askBook();
  void typeTable();
  bool save();
  bool saveAs();
  /// Whether the book may be put aside: it is saved, or the builder says so.
  bool mayLeave();
  void exportTable(bool faired);
  /// A line digitised off a drawing, read from a DXF file.
  void readDigitised();
  /// Every plank as a named body, in an OBJ file.
  void exportHull();
  /// Dates of the day book, as any calendar reads them.
  void exportCalendar(const std::string& text);
  void exportCsv(const QString& what, const std::string& text);
  /// Books opened or saved last, newest first.
  QStringList recent() const;

 signals:
  void told(const QString& words, bool trouble);
  /// The book is saved: true until it is changed.
  void saved(const QString& words);
  /// What was opened is begun with at this stage, by its number.
  void stageWanted(int number);
  void tableBegun(const OffsetTable& table);
  void recentChanged();

 private:
  void remember(const QString& path);
  /// Asks where to, writes what `text` gives there beside the window, and tells. `kind` and `ending`: of such files.
  void writeOut(const QString& what, const QString& kind, const QString& ending,
                const std::function<std::string()>& text);
  /// The folder of the book in hand, or the builder's own.
  QString besideBook() const;
  /// A version before, kept beside a book: `osier.narrows.1~`.
  static bool isBackup(const QString& path);
  bool openBackup(const QString& path);
  void tellProblems(const QString& heading, const Problems& problems);
  /// Another program wrote the book's file: asks, and saves under another name where that is wished.
  bool saveBeside(const Problems& why);

  Session* m_session;
  QWidget* m_window;
  std::function<void()> m_takeInTyping;
};

/// Where the sample boats are: beside the program, where it was installed, or where it was built from.
QString demoFolder();

}  // namespace narrows
