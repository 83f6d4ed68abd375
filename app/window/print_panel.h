#pragma once
// Printing and exporting full-size sheets.

#include <QDialog>

#include "commands/long_work.h"
#include "sheet_set.h"
#include "stages/stage.h"

class QLabel;
class QLineEdit;
class QPrinter;
class QPushButton;

namespace narrows {

class SheetPages;
class SheetPreview;
class SheetsForm;
struct WrittenOut;

/// What to write, on what paper, where to; says how many sheets it makes before anything is written.
class PrintPanel : public QDialog {
  Q_OBJECT

 public:
  PrintPanel(std::shared_ptr<const Solved> solved, int strake, QWidget* parent = nullptr);
  /// What is printed.
  const std::shared_ptr<const Solved>& solved() const { return m_solved; }
  /// Opens on planks, moulds, lines or backbone; `mould` is the one in hand.
  void choose(SheetsOf what, const std::string& mould);
  SheetsForm* form() { return m_form; }
  QLineEdit* folder() { return m_folder; }
  QPushButton* writeButton() { return m_write; }
  QLabel* outcome() { return m_outcome; }
  /// While it writes it stays open, and closes by itself once all is written: what was asked for is not lost.
  void reject() override;
  SheetPreview* preview() { return m_preview; }
  /// Prints every page as it is previewed, at its own size and no other, beside the window.
  void printTo(std::shared_ptr<QPrinter> printer);

 signals:
  /// Sheets were written that the book is to remember.
  void printed(const std::vector<PrintedSheet>& sheets);

 private:
  /// Folder, outcome, caution and buttons, under the choices.
  void addRows();
  void followWork();
  /// Something else was chosen: it is counted, and previewed.
  void chosen();
  void count();
  void showPages(const std::shared_ptr<const SheetPages>& pages);
  void write();
  void tellWritten(const WrittenOut& out, const QString& folder);
  void print();

  std::shared_ptr<const Solved> m_solved;
  SheetsForm* m_form;
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
