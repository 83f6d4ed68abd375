#include "canvas/look.h"

#include <QApplication>
#include <QPalette>
#include <QStyleFactory>

#include "fonts.h"

namespace narrows::look {

void apply(QApplication& application) {
  loadFonts();
  application.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
  application.setFont(shopFont(14.0));
  QPalette palette;
  palette.setColor(QPalette::Window, paper);
  palette.setColor(QPalette::Base, raised);
  palette.setColor(QPalette::AlternateBase, paper);
  palette.setColor(QPalette::Button, raised);
  palette.setColor(QPalette::Text, ink);
  palette.setColor(QPalette::WindowText, ink);
  palette.setColor(QPalette::ButtonText, ink);
  palette.setColor(QPalette::ToolTipBase, raised);
  palette.setColor(QPalette::ToolTipText, ink);
  palette.setColor(QPalette::Highlight, inHand);
  palette.setColor(QPalette::HighlightedText, Qt::white);
  palette.setColor(QPalette::PlaceholderText, quietInk);
  application.setPalette(palette);
  application.setStyleSheet(QStringLiteral(R"(
    QMainWindow, QDialog { background: #F5F1E8; }
    QMenuBar { background: #F5F1E8; padding: 2px 6px; }
    QMenuBar::item { padding: 5px 10px; }
    QMenuBar::item:selected, QMenu::item:selected { background: #A84A12; color: white; }
    QMenu { background: #FCFAF5; border: 1px solid #8A806C; }
    QMenu::item { padding: 6px 28px 6px 20px; }
    QComboBox { min-height: 30px; }
    QPushButton, QSpinBox, QLineEdit { min-height: 28px; border: 1px solid #8A806C; border-radius: 3px;
      background: #FCFAF5; padding: 0 8px; color: #1F2A30; }
    QPushButton { padding: 0 14px; }
    QPushButton:hover { background: #F5F1E8; }
    QPushButton:focus, QSpinBox:focus, QLineEdit:focus { border: 2px solid #A84A12; }
    QPushButton:checked { background: #A84A12; color: white; border-color: #A84A12; }
    QRadioButton, QCheckBox { min-height: 28px; spacing: 8px; }
    QRadioButton:focus, QCheckBox:focus { outline: 2px solid #A84A12; }
    QTableView { gridline-color: #CFC7B6; background: #FCFAF5; border: 1px solid #CFC7B6;
      selection-background-color: #A84A12; selection-color: white; }
    QTableView:focus, QListWidget:focus { border: 2px solid #A84A12; }
    QHeaderView::section { background: #F5F1E8; color: #1F2A30; border: none; border-right: 1px solid #CFC7B6;
      border-bottom: 1px solid #CFC7B6; padding: 3px 6px; }
    QListWidget { background: #FCFAF5; border: 1px solid #CFC7B6; }
    QSplitter::handle { background: #F5F1E8; }
    QStatusBar { background: #F5F1E8; color: #55616A; }
    QToolTip { border: 1px solid #8A806C; padding: 4px; }
  )"));
}

}  // namespace narrows::look
