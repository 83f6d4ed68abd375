#pragma once
// A line digitised off a drawing or a mould: which line of the file, what it is, and what it reads.

#include <QDialog>
#include <vector>

#include "commands/session.h"
#include "dxf_lines.h"

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace narrows {

/// Shows what is read off before anything goes into the table; putting it in is one undoable edit.
class DigitisedPanel : public QDialog {
  Q_OBJECT

 public:
  DigitisedPanel(Session* session, DxfLines dxf, const QString& file, QWidget* parent = nullptr);
  QComboBox* lines() { return m_line; }
  /// Sections by station, rows, profiles and moulds, in that order.
  QComboBox* isWhat() { return m_what; }
  QComboBox* units() { return m_units; }
  QTableWidget* table() { return m_table; }
  QPushButton* putInButton() { return m_putIn; }
  QLabel* answer() { return m_answer; }

 private:
  enum class Kind { Section, Row, Profile, Mould };
  struct What {
    Kind kind;
    std::size_t place = 0;  ///< station, row or mould
    ProfilePart part = ProfilePart::StemRabbet;
  };
  void offer(const QString& words, What what);
  DigitisedLine line() const;
  void read();
  void showRows(const QStringList& columns, const std::vector<QStringList>& rows);
  void putIn();

  Session* m_session;
  DxfLines m_dxf;
  std::vector<What> m_whats;
  QComboBox *m_line, *m_what, *m_units;
  QTableWidget* m_table;
  QLabel* m_answer;
  QPushButton* m_putIn;
  std::vector<FigureReadOff> m_figures;
  std::optional<Profile> m_profile;
};

}  // namespace narrows
