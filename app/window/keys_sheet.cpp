#include "window/keys_sheet.h"

#include <QGridLayout>
#include <QLabel>
#include <array>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

KeysSheet::KeysSheet(QWidget* parent) : QDialog(parent) {
  setWindowTitle(tr("Keys"));
  auto* grid = new QGridLayout(this);
  grid->setContentsMargins(26, 20, 26, 20);
  grid->setHorizontalSpacing(26);
  grid->setVerticalSpacing(6);
  const std::array<std::array<QString, 2>, 28> keys{{
      {tr("1  2  3  4  5"), tr("Lines, Backbone, Moulds, Lining off, Planks (with Ctrl while typing)")},
      {tr("Enter (on the lines), Esc"), tr("work on the line in hand by itself; the whole boat again")},
      {tr("Space, F, S held"), tr("pull or drive a nail; float it to the batten; sight along the line")},
      {tr("Ctrl+T"), tr("type a table from paper")},
      {tr("Page Up, Page Down"), tr("the strake above, the strake below")},
      {tr("arrows"), tr("choose a station or a mark; turn the picture of the hull")},
      {tr("Ctrl and up or down"), tr("move the mark in hand by the smallest step shown")},
      {tr("N"), tr("nail the mark in hand where it is, or pull its nail")},
      {tr("Delete"), tr("pull every nail of the line in hand; empty a figure of the table")},
      {tr("Esc"), tr("put back the mark that is being dragged")},
      {tr("Insert, Delete, C (backbone)"), tr("put in or take out a point of a timber; make it a corner or fair")},
      {tr("[ ] F (slab)"), tr("turn the pattern, turn it over; arrows slide it")},
      {tr("M held, drag"), tr("a rule: measure on the drawing")},
      {tr("wheel, + and −"), tr("nearer and further, about the pointer")},
      {tr("0"), tr("the whole drawing again")},
      {tr("Ctrl+Z, Ctrl+Shift+Z"), tr("undo, redo")},
      {tr("Ctrl+Shift+N"), tr("new book from a table")},
      {tr("Ctrl+O"), tr("open a book")},
      {tr("Ctrl+S, Ctrl+Shift+S"), tr("save, save as")},
      {tr("Ctrl+P"), tr("full-size sheets: print and export")},
      {tr("Ctrl+U"), tr("the next way of showing lengths")},
      {tr("Ctrl+L"), tr("to what wants looking at; Enter goes to the place")},
      {tr("Ctrl+D"), tr("to the drawing")},
      {tr("F6"), tr("from drawing to table to slate, and round")},
      {tr("Tab, Enter (in the table)"), tr("along the row, down the column")},
      {tr("F2, or type over"), tr("change a figure")},
      {tr("F1"), tr("this sheet")},
      {tr("Ctrl+Q"), tr("close")},
  }};
  int row = 0;
  for (const auto& key : keys) {
    auto* name = new QLabel(key[0], this);
    name->setFont(shopFont(15.0, true));
    auto* what = new QLabel(key[1], this);
    what->setFont(shopFont(15.0));
    grid->addWidget(name, row, 0, Qt::AlignRight);
    grid->addWidget(what, row++, 1);
  }
}

}  // namespace narrows
