#pragma once
// Printing and exporting full-size sheets.

#include <QDialog>

#include "sheet_set.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace narrows {

/// What to write, on what paper, where to; says how many sheets it makes before anything is written.
class PrintPanel : public QDialog {
  Q_OBJECT

 public:
  PrintPanel(std::shared_ptr<const Solved> solved, int strake, QWidget* parent = nullptr);
  QLineEdit* folder() { return m_folder; }
  QPushButton* writeButton() { return m_write; }
  QComboBox* paper() { return m_paper; }
  QComboBox* format() { return m_format; }
  QComboBox* strakes() { return m_strakes; }
  QLabel* outcome() { return m_outcome; }

 private:
  SheetChoice choice() const;
  Result<Paper> chosenPaper() const;
  void count();
  void write();

  std::shared_ptr<const Solved> m_solved;
  int m_strake;
  QComboBox* m_strakes;
  QComboBox* m_side;
  QCheckBox* m_widths;
  QCheckBox* m_stick;
  QComboBox* m_format;
  QComboBox* m_paper;
  QLineEdit* m_roll;
  QLineEdit* m_folder;
  QLabel* m_outcome;
  QPushButton* m_write;
};

}  // namespace narrows
