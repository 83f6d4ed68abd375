#pragma once
// Printing and exporting full-size sheets.

#include <QDialog>

#include "commands/long_work.h"
#include "sheet_set.h"
#include "stages/stage.h"

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QPrinter;
class QPushButton;

namespace narrows {

class SheetPages;
class SheetPreview;

/// What to write, on what paper, where to; says how many sheets it makes before anything is written.
class PrintPanel : public QDialog {
  Q_OBJECT

 public:
  PrintPanel(std::shared_ptr<const Solved> solved, int strake, QWidget* parent = nullptr);
  /// What is printed.
  const std::shared_ptr<const Solved>& solved() const { return m_solved; }
  /// Opens on planks, moulds, lines or backbone; `mould` is the one in hand.
  void choose(SheetsOf what, const std::string& mould);
  QComboBox* what() { return m_what; }
  QComboBox* moulds() { return m_moulds; }
  QLineEdit* folder() { return m_folder; }
  QPushButton* writeButton() { return m_write; }
  QComboBox* paper() { return m_paper; }
  QComboBox* format() { return m_format; }
  QComboBox* strakes() { return m_strakes; }
  QLabel* outcome() { return m_outcome; }
  QComboBox* side() { return m_side; }
  QCheckBox* tickets() { return m_tickets; }
  /// While it writes it stays open, and closes by itself once all is written: what was asked for is not lost.
  void reject() override;
  SheetPreview* preview() { return m_preview; }
  QLineEdit* nested() { return m_nested; }
  /// Prints every page as it is previewed, at its own size and no other, beside the window.
  void printTo(std::shared_ptr<QPrinter> printer);

 signals:
  /// Sheets were written that the book is to remember.
  void printed(const std::vector<PrintedSheet>& sheets);

 private:
  SheetChoice choice() const;
  /// Makes the drawings that are chosen, on whatever thread it is called.
  using Maker = std::function<std::vector<Drawing>(const std::stop_token& stop)>;
  Maker maker() const;
  void showRows();
  Result<Paper> chosenPaper() const;
  /// Something else was chosen: it is counted, and previewed.
  void chosen();
  void count();
  void showPages(const std::shared_ptr<const SheetPages>& pages);
  void write();
  void print();
  /// What is wrong with what is chosen; empty where nothing is.
  QString fault() const;
  /// The sheets moulds are nested on, none where nothing is said; or what is wrong with what is.
  struct Nested {
    std::optional<std::pair<Length, Length>> size;
    QString fault = {};
  };
  Nested nestedOn() const;
  SheetFormat chosenFormat() const;

  std::shared_ptr<const Solved> m_solved;
  int m_strake;
  QComboBox* m_what;
  QComboBox* m_moulds;
  QComboBox* m_timbers;
  QLineEdit* m_nested;
  QFormLayout* m_form;
  QComboBox* m_strakes;
  QComboBox* m_side;
  QCheckBox* m_widths;
  QCheckBox* m_stick;
  QCheckBox *m_tickets, *m_boards, *m_shell, *m_tables;
  QComboBox* m_format;
  QComboBox* m_paper;
  QLineEdit* m_roll;
  QLineEdit* m_folder;
  QLabel* m_outcome;
  QPushButton* m_write;
  QPushButton* m_print;
  SheetPreview* m_preview;
  std::shared_ptr<const SheetPages> m_pages;  ///< of what is chosen; null while they are being made
  bool m_replace = false;                     ///< the builder was told what is in the way
  bool m_wroteBefore = false;
  bool m_said = false;  ///< what is said is of writing, and stays until something else is chosen
  bool m_countAgain = false;
  bool m_closeAfter = false;
  LongWork m_writing;
  LongWork m_counting;  ///< files and pages
};

}  // namespace narrows
