#include "window/keys_sheet.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <algorithm>
#include <numeric>

#include "canvas/deed.h"
#include "canvas/look.h"
#include "fonts.h"

namespace narrows {

namespace {

constexpr std::size_t columnCount = 3;

/// A section's title takes the room of two rows.
std::size_t rowsOf(const KeySection& section) {
  return section.rows.size() + 2;
}

QWidget* laidOut(const KeySection& section, QWidget* parent) {
  auto* box = new QWidget(parent);
  auto* grid = new QGridLayout(box);
  grid->setContentsMargins(0, 0, 0, 0);
  grid->setHorizontalSpacing(14);
  grid->setVerticalSpacing(3);
  grid->setColumnStretch(1, 1);
  auto* title = new QLabel(section.title, box);
  title->setFont(shopFont(15.0, true));
  title->setWordWrap(true);
  grid->addWidget(title, 0, 0, 1, 2);
  int row = 1;
  for (const auto& [key, words] : section.rows) {
    auto* name = new QLabel(key, box);
    name->setFont(shopFont(13.0, true));
    name->setWordWrap(true);
    name->setFixedWidth(118);
    auto* what = new QLabel(words, box);
    what->setFont(shopFont(14.0));
    what->setWordWrap(true);
    grid->addWidget(name, row, 0, Qt::AlignTop);
    grid->addWidget(what, row++, 1, Qt::AlignTop);
  }
  return box;
}

}  // namespace

void addKeysOfPage(std::vector<KeySection>& sections, const QString& name, QWidget* page, KeySection& shared) {
  const std::size_t first = sections.size();
  for (QWidget* widget : page->findChildren<QWidget*>()) {
    auto* drawing = dynamic_cast<KeyedDrawing*>(widget);
    if (drawing == nullptr) continue;
    for (const auto& row : sheetRows(drawing->sharedKeys()))
      if (std::find(shared.rows.begin(), shared.rows.end(), row) == shared.rows.end()) shared.rows.push_back(row);
    auto rows = sheetRows(drawing->keys());
    if (rows.empty()) continue;
    const QString own = widget->accessibleName();
    const auto same =
        std::find_if(sections.begin(), sections.end(), [&](const KeySection& one) { return one.rows == rows; });
    const bool isTold = same != sections.end() && same->title.contains(own);
    if (isTold) continue;
    if (same != sections.end() && static_cast<std::size_t>(same - sections.begin()) >= first) {
      same->title += QStringLiteral("; ") + own;
    } else {
      sections.push_back({own.startsWith(name) ? own : name + QStringLiteral(": ") + own, std::move(rows)});
    }
  }
}

std::vector<KeySection> KeysSheet::keysOfEntry() {
  return {{tr("Every table"),
           {{tr("F2, or type"), tr("change a figure")},
            {tr("Enter"), tr("take it, and go down the column")},
            {tr("Tab"), tr("take it, and go along the row")},
            {tr("Shift+Enter, Tab"), tr("take it, and go back")},
            {tr("Esc"), tr("the figure as it was")},
            {tr("Del"), tr("empty a figure of the table of offsets")},
            {tr("Ctrl+C, V"), tr("copy the cells chosen; paste cells over them")},
            {tr("PgUp, PgDown"), tr("a page of the table up or down")}}},
          {tr("Every field and list"),
           {{tr("Enter"), tr("take what is typed; go to the finding in hand")},
            {tr("Up, Down"), tr("the number or the choice after or before")},
            {tr("Tab, Shift+Tab"), tr("the field after or before")}}}};
}

KeysSheet::KeysSheet(const std::vector<KeySection>& sections, QWidget* parent) : QDialog(parent) {
  setWindowTitle(tr("Keys"));
  auto* inside = new QWidget(this);
  auto* columns = new QHBoxLayout(inside);
  columns->setContentsMargins(0, 0, 12, 0);
  columns->setSpacing(34);
  const std::size_t all = std::accumulate(sections.begin(), sections.end(), std::size_t{0},
                                          [](std::size_t sum, const KeySection& one) { return sum + rowsOf(one); });
  std::size_t laid = 0, column = 0;
  QVBoxLayout* in = nullptr;
  for (const KeySection& section : sections) {
    // The next column once this one has its share, to the middle of the section.
    const std::size_t middle = laid + rowsOf(section) / 2;
    if (in == nullptr || (column < columnCount && middle * columnCount >= column * all)) {
      if (in != nullptr) in->addStretch(1);
      in = new QVBoxLayout;
      in->setSpacing(16);
      columns->addLayout(in, 1);
      ++column;
    }
    in->addWidget(laidOut(section, inside));
    laid += rowsOf(section);
  }
  if (in != nullptr) in->addStretch(1);
  auto* scroll = new QScrollArea(this);
  scroll->setWidget(inside);
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  auto* close = new QPushButton(tr("Close"), this);
  connect(close, &QPushButton::clicked, this, &QDialog::accept);
  auto* whole = new QVBoxLayout(this);
  whole->setContentsMargins(26, 20, 14, 20);
  whole->setSpacing(16);
  whole->addWidget(scroll, 1);
  whole->addWidget(close, 0, Qt::AlignRight);
  const QSize most = parent != nullptr ? parent->window()->size() - QSize(60, 60) : QSize(1200, 740);
  resize(QSize(1220, 740).boundedTo(most));
}

}  // namespace narrows
