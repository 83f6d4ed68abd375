#include "window/new_table.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QRegularExpression>
#include <algorithm>

#include "canvas/look.h"
#include "canvas/tongue.h"
#include "fonts.h"

namespace narrows {

NewTable::NewTable(QWidget* parent)
    : QDialog(parent),
      m_name(new QLineEdit(this)),
      m_units(new QComboBox(this)),
      m_side(new QComboBox(this)),
      m_thickness(new QLineEdit(this)),
      m_construction(new QComboBox(this)),
      m_stations(new QLineEdit(this)),
      m_transom(new QCheckBox(tr("a raked transom is the last column"), this)),
      m_chine(new QCheckBox(tr("she has a chine"), this)),
      m_waterlines(new QLineEdit(this)),
      m_buttocks(new QLineEdit(this)),
      m_answer(new QLabel(this)),
      m_begin(new QPushButton(tr("Begin the table"), this)) {
  setWindowTitle(tr("A table from paper"));
  setMinimumWidth(620);
  m_units->addItems({tr("feet-inches-eighths, 3-4-5"), tr("inches"), tr("millimetres"), tr("metres")});
  m_side->addItems({tr("inside of the planking"), tr("outside of the planking")});
  m_construction->addItems({tr("carvel"), tr("lapstrake")});
  m_stations->setPlaceholderText(tr("2-0-0, 4-0-0, 6-0-0 …"));
  m_waterlines->setPlaceholderText(tr("heights, parted by commas"));
  m_buttocks->setPlaceholderText(tr("distances off the centre line, parted by commas"));
  auto* form = new QFormLayout(this);
  form->setContentsMargins(22, 18, 22, 18);
  form->setVerticalSpacing(10);
  form->addRow(tr("Boat"), m_name);
  form->addRow(tr("Written in"), m_units);
  form->addRow(tr("Drawn to the"), m_side);
  form->addRow(tr("Planking thick"), m_thickness);
  form->addRow(tr("Planked"), m_construction);
  form->addRow(tr("Stations at"), m_stations);
  form->addRow(QString(), m_transom);
  form->addRow(QString(), m_chine);
  form->addRow(tr("Waterlines at"), m_waterlines);
  form->addRow(tr("Buttocks at"), m_buttocks);
  m_answer->setWordWrap(true);
  look::say(m_answer, look::Voice::Trouble);
  form->addRow(m_answer);
  auto* cancel = new QPushButton(tr("Cancel"), this);
  connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(10);
  buttons->addStretch(1);
  buttons->addWidget(cancel);
  buttons->addWidget(m_begin);
  m_begin->setDefault(true);
  form->addRow(buttons);
  m_begin->setObjectName(QStringLiteral("beginTable"));
  m_name->setObjectName(QStringLiteral("boat"));
  m_thickness->setObjectName(QStringLiteral("thickness"));
  m_stations->setObjectName(QStringLiteral("stations"));
  m_waterlines->setObjectName(QStringLiteral("waterlines"));
  m_buttocks->setObjectName(QStringLiteral("buttocks"));
  m_transom->setObjectName(QStringLiteral("rakedTransom"));
  m_construction->setObjectName(QStringLiteral("construction"));
  connect(m_begin, &QPushButton::clicked, this, &NewTable::begin);
}

bool NewTable::readLengths(QLineEdit* field, const QString& what, std::vector<Length>& into) {
  const auto unit = static_cast<Unit>(m_units->currentIndex());
  const QStringList pieces =
      field->text().split(QRegularExpression(QStringLiteral("[,;]|\\s{2,}")), Qt::SkipEmptyParts);
  for (const QString& piece : pieces) {
    const auto length = typedLength(piece.trimmed(), unit);
    if (!length) {
      m_answer->setText(tr("%1: %2").arg(what, QString::fromStdString(describe(length.error()[0]))));
      field->setFocus();
      return false;
    }
    into.push_back(*length);
  }
  return true;
}

void NewTable::begin() {
  std::vector<Length> stations, waterlines, buttocks, thickness;
  if (!readLengths(m_stations, tr("Stations"), stations) || !readLengths(m_waterlines, tr("Waterlines"), waterlines) ||
      !readLengths(m_buttocks, tr("Buttocks"), buttocks) || !readLengths(m_thickness, tr("Planking"), thickness))
    return;
  const auto complain = [this](QLineEdit* field, const QString& words) {
    m_answer->setText(words);
    field->setFocus();
  };
  const std::size_t columns = stations.size() + (m_transom->isChecked() ? 1 : 0);
  if (columns < 2) return complain(m_stations, tr("Give two stations or more, parted by commas."));
  if (!std::is_sorted(stations.begin(), stations.end(), [](Length a, Length b) { return a <= b; }))
    return complain(m_stations, tr("Stations run aft: each further than the one before."));
  if (thickness.size() != 1 || thickness[0].mm() <= 0.0)
    return complain(m_thickness, tr("Say how thick the planking is, such as 7/16 in or 11 mm."));
  m_table = blankTable(m_name->text().trimmed().toStdString(), static_cast<Unit>(m_units->currentIndex()), stations,
                       m_transom->isChecked(), m_chine->isChecked(), waterlines, buttocks);
  m_table.side = m_side->currentIndex() == 0 ? PlankingSide::Inside : PlankingSide::Outside;
  m_table.thickness = thickness[0];
  m_table.construction = m_construction->currentIndex() == 0 ? Construction::Carvel : Construction::Lapstrake;
  accept();
}

OffsetTable blankTable(const std::string& boat, Unit unit, const std::vector<Length>& stations, bool rakedTransom,
                       bool chine, const std::vector<Length>& waterlines, const std::vector<Length>& buttocks) {
  OffsetTable table;
  table.boat = boat.empty() ? "new boat" : boat;
  table.unit = unit;
  for (const Length at : stations) table.stations.push_back({std::to_string(table.stations.size() + 1), at});
  if (rakedTransom) table.stations.push_back({"transom", std::nullopt});
  const auto add = [&](RowKind kind, RowLine line, Length at) {
    TableRow row;
    row.kind = kind;
    row.line = line;
    row.at = at;
    row.figures.assign(table.stations.size(), std::nullopt);
    table.rows.push_back(std::move(row));
  };
  for (const RowKind kind : {RowKind::Height, RowKind::HalfBreadth}) {
    add(kind, RowLine::Sheer, Length());
    if (kind == RowKind::Height) {
      if (chine) add(kind, RowLine::Chine, Length());
      add(kind, RowLine::Rabbet, Length());
      for (const Length at : buttocks) add(kind, RowLine::Buttock, at);
      continue;
    }
    for (const Length at : waterlines) add(kind, RowLine::Waterline, at);
    if (chine) add(kind, RowLine::Chine, Length());
    add(kind, RowLine::Rabbet, Length());
  }
  return table;
}

}  // namespace narrows
