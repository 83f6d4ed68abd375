#include "window/keys_sheet.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

KeysSheet::KeysSheet(const std::vector<std::pair<QString, QString>>& actions, QWidget* parent) : QDialog(parent) {
  setWindowTitle(tr("Keys"));
  auto* columns = new QHBoxLayout;
  columns->setSpacing(40);
  const auto list = [&](const std::vector<std::pair<QString, QString>>& keys) {
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(18);
    grid->setVerticalSpacing(6);
    int row = 0;
    for (const auto& [key, words] : keys) {
      auto* name = new QLabel(key, this);
      name->setFont(shopFont(15.0, true));
      auto* what = new QLabel(words, this);
      what->setFont(shopFont(15.0));
      grid->addWidget(name, row, 0, Qt::AlignRight);
      grid->addWidget(what, row++, 1);
    }
    grid->setRowStretch(row, 1);
    columns->addLayout(grid);
  };
  list(actions);
  list({{tr("Enter (lines), Esc"), tr("work on the line in hand by itself; the whole boat again")},
        {tr("Space, F, S held"), tr("pull or drive a nail; float it to the batten; sight along")},
        {tr("arrows"), tr("choose a station, a mark or a nail; turn the picture")},
        {tr("Ctrl and arrows"), tr("move what is in hand by the smallest step shown")},
        {tr("N"), tr("nail the mark in hand where it is, or pull its nail")},
        {tr("L"), tr("lock the mark in hand where it is, or let it be moved again")},
        {tr("Delete"), tr("pull every nail of the line in hand; empty a figure")},
        {tr("Esc"), tr("put back what is being dragged")},
        {tr("Insert, Delete, C"), tr("backbone: add or take out a point; corner or fair")},
        {tr("[  ]  F"), tr("slab: turn the pattern, turn it over")},
        {tr("M held, drag"), tr("a rule: measure on the drawing")},
        {tr("wheel, + and −, 0"), tr("nearer and further; the whole drawing again")},
        {tr("Tab, Enter (in a table)"), tr("along the row, down the column")},
        {tr("F2, or type over"), tr("change a figure")}});
  auto* close = new QPushButton(tr("Close"), this);
  connect(close, &QPushButton::clicked, this, &QDialog::accept);
  auto* whole = new QVBoxLayout(this);
  whole->setContentsMargins(26, 20, 26, 20);
  whole->setSpacing(16);
  whole->addLayout(columns);
  whole->addWidget(close, 0, Qt::AlignRight);
}

}  // namespace narrows
