#include "canvas/look.h"

#include <QApplication>
#include <QLabel>
#include <QPalette>
#include <QStyleFactory>

#include "canvas/tongue.h"
#include "fonts.h"

namespace narrows::look {

QColor mixed(const QColor& a, const QColor& b, double part) {
  const auto mix = [part](int x, int y) { return static_cast<int>(x + part * (y - x)); };
  return {mix(a.red(), b.red()), mix(a.green(), b.green()), mix(a.blue(), b.blue())};
}

void say(QLabel* label, Voice voice) {
  const auto colour = [voice] {
    switch (voice) {
      case Voice::Plain:
        return ink;
      case Voice::Quiet:
        return quietInk;
      case Voice::InHand:
        return inHand;
      case Voice::LookAgain:
        return lookAgain;
      case Voice::Trouble:
        return trouble;
    }
    return ink;
  };
  QPalette palette = label->palette();
  palette.setColor(QPalette::WindowText, colour());
  label->setPalette(palette);
  if (voice == Voice::Quiet || voice == Voice::InHand) return;  // their weight is their own
  QFont font = label->font();
  font.setBold(voice != Voice::Plain);
  label->setFont(font);
}

void apply(QApplication& application) {
  prepare(application);
  dress(application);
}

void prepare(QApplication& application) {
  loadFonts();
  speakTongueOf(application, QLocale());
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
}

void dress(QApplication& application) {
  application.setStyleSheet(QStringLiteral(R"(
    QMainWindow, QDialog { background: #F5F1E8; }
    QMenuBar { background: #F5F1E8; padding: 2px 6px; }
    QMenuBar::item { padding: 5px 10px; }
    QMenuBar::item:selected, QMenu::item:selected { background: #A84A12; color: white; }
    QMenu { background: #FCFAF5; border: 1px solid #8A806C; }
    QMenu::item { padding: 6px 28px 6px 20px; }
    QComboBox { min-height: 28px; }
    QPushButton, QSpinBox, QDoubleSpinBox, QLineEdit, QComboBox { min-height: 28px; border: 1px solid #8A806C; border-radius: 3px;
      background: #FCFAF5; padding: 0 8px; color: #1F2A30; }
    QPushButton { padding: 0 14px; }
    QPushButton[large="true"] { min-height: 44px; }
    QPushButton[group="true"] { text-align: left; padding: 0 2px; border: none; border-top: 1px solid #CFC7B6;
      border-radius: 0; background: #FCFAF5; color: #55616A; min-height: 30px; }
    QPushButton[group="true"]:checked { background: #FCFAF5; color: #1F2A30; border: none; border-top: 1px solid #CFC7B6; }
    QPushButton[group="true"]:hover { color: #1F2A30; }
    QPushButton[group="true"]:focus { border: 2px solid #A84A12; }
    QPushButton:hover { background: #F5F1E8; }
    QComboBox::drop-down { border: none; width: 22px; }
    QComboBox::down-arrow { image: none; border-left: 5px solid #FCFAF5; border-right: 5px solid #FCFAF5;
      border-top: 6px solid #55616A; width: 0px; height: 0px; margin-right: 8px; }
    QComboBox QAbstractItemView { background: #FCFAF5; border: 1px solid #8A806C; }
    QPushButton:disabled, QSpinBox:disabled, QDoubleSpinBox:disabled, QLineEdit:disabled, QComboBox:disabled {
      background: #F5F1E8; color: #8A806C; border-color: #CFC7B6; }
    QRadioButton:disabled, QCheckBox:disabled, QMenu::item:disabled { color: #8A806C; }
    QTabBar::tab { background: #F5F1E8; color: #55616A; padding: 6px 14px; border: none; border-bottom: 3px solid #F5F1E8; }
    QTabBar[close="true"]::tab { padding: 6px 8px; }
    QTabBar[tall="true"]::tab { padding: 10px 14px; }
    QTabBar::tab:selected { color: #A84A12; border-bottom: 3px solid #A84A12; background: #FCFAF5; }
    QTabBar::tab:hover { color: #1F2A30; }
    QTabBar::tab:selected:hover { color: #A84A12; }
    QTabBar:focus { border-bottom: 2px solid #A84A12; }
    QPushButton:focus, QSpinBox:focus, QDoubleSpinBox:focus, QLineEdit:focus, QComboBox:focus { border: 2px solid #A84A12; }
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
    #slate { background: #FCFAF5; border-left: 1px solid #CFC7B6; }
    #besideCell { background: #FCFAF5; border: 2px solid #A3142B; border-radius: 3px; color: #A3142B; }
    #told { background: #FCFAF5; border-bottom: 2px solid #8A806C; }
    QStatusBar { background: #F5F1E8; color: #55616A; }
    QToolTip { border: 1px solid #8A806C; padding: 4px; }
  )"));
}

}  // namespace narrows::look
