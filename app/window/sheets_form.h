#pragma once
// What full-size sheets are made of, and on what paper.

#include <QWidget>

#include "sheet_set.h"
#include "stages/stage.h"
#include "stock_sheet.h"

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLayout;
class QLineEdit;

namespace narrows {

/// The choices of sheets: of what, which of them, as what files, on what paper. It makes nothing itself.
class SheetsForm : public QWidget {
  Q_OBJECT

 public:
  SheetsForm(std::shared_ptr<const Solved> solved, int strake, QWidget* parent);
  /// Opens on planks, moulds, lines, backbone or stock; `mould` is the one in hand.
  void choose(SheetsOf what, const std::string& mould);
  QCheckBox* fullSize() { return m_fullSize; }
  QCheckBox* cutListTable() { return m_cutListTable; }
  QCheckBox* toBuy() { return m_toBuy; }
  QCheckBox* toBuyTable() { return m_toBuyTable; }
  /// A row of the panel's own, under the choices.
  void addRow(const QString& heading, QLayout* row);
  void addRow(QWidget* row);
  void addRow(QLayout* row);
  /// So wide that no word of it is squeezed.
  int widthWanted() const;

  SheetsOf sheetsOf() const;
  SheetFormat format() const;
  Result<Paper> paper() const;
  StockChoice stock() const;
  SheetChoice planks() const;
  /// Moulds are to be nested on sheets of a size.
  bool isNested() const { return sheetsOf() == SheetsOf::Moulds && nestedOn().size.has_value(); }
  /// Tables are wanted as CSV files too.
  bool wantsTables() const;
  /// The cut list is wanted as a CSV file too.
  bool wantsCutList() const;
  /// And what to buy.
  bool wantsToBuy() const;
  /// What is wrong with what is chosen; empty where nothing is.
  QString fault() const;
  /// Makes the drawings that are chosen, on whatever thread it is called.
  using Maker = std::function<std::vector<Drawing>(const std::stop_token& stop)>;
  Maker maker() const;

  QComboBox* what() { return m_what; }
  QComboBox* moulds() { return m_moulds; }
  QComboBox* paperBox() { return m_paper; }
  QComboBox* formatBox() { return m_format; }
  QComboBox* strakes() { return m_strakes; }
  QComboBox* side() { return m_side; }
  QCheckBox* tickets() { return m_tickets; }
  QLineEdit* nested() { return m_nested; }

 signals:
  void chosen();

 private:
  void fill(int strake);
  void lay();
  void showRows();
  /// The sheets moulds are nested on, none where nothing is said; or what is wrong with what is.
  struct Nested {
    std::optional<std::pair<Length, Length>> size;
    QString fault = {};
  };
  Nested nestedOn() const;

  std::shared_ptr<const Solved> m_solved;
  QFormLayout* m_form;
  QComboBox *m_what, *m_moulds, *m_timbers;
  QLineEdit* m_nested;
  QComboBox *m_strakes, *m_side;
  QCheckBox *m_widths, *m_stick, *m_tickets, *m_boards, *m_shell, *m_tables;
  QComboBox* m_stockBoards;
  QCheckBox *m_cutList, *m_labels, *m_toBuy, *m_fullSize, *m_cutListTable, *m_toBuyTable;
  QComboBox *m_format, *m_paper;
  QLineEdit* m_roll;
};

}  // namespace narrows
