#include "window/digitised_panel.h"

#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <array>

#include "book/edits.h"
#include "canvas/length_field.h"
#include "canvas/tongue.h"

namespace narrows {

namespace {

constexpr std::array<double, 5> unitsMm{1.0, 10.0, 1000.0, 25.4, 304.8};

}  // namespace

DigitisedPanel::DigitisedPanel(Session* session, DxfLines dxf, const QString& file, QWidget* parent)
    : QDialog(parent),
      m_session(session),
      m_dxf(std::move(dxf)),
      m_line(new QComboBox(this)),
      m_what(new QComboBox(this)),
      m_units(new QComboBox(this)),
      m_table(new QTableWidget(this)),
      m_answer(new QLabel(this)),
      m_putIn(new QPushButton(tr("Put them in the table"), this)) {
  setWindowTitle(tr("Digitised line, %1").arg(file));
  resize(720, 600);
  auto* form = new QFormLayout(this);
  form->setContentsMargins(22, 16, 22, 16);
  m_units->addItems({tr("millimetres"), tr("centimetres"), tr("metres"), tr("inches"), tr("feet")});
  if (bareUnit(session->notation()) != Unit::Millimetre) m_units->setCurrentIndex(3);
  for (const DigitisedLine& one : m_dxf.lines)
    m_line->addItem(tr("%1, %n corner(|s)", nullptr, static_cast<int>(one.points.size()))
                        .arg(one.layer.empty() ? tr("no layer") : QString::fromStdString(one.layer)));
  m_line->setCurrentIndex(static_cast<int>(longestOf(m_dxf.lines)));
  const OffsetTable& table = session->book()->table;
  for (std::size_t i = 0; i < table.stations.size(); ++i)
    offer(tr("the section at station %1").arg(QString::fromStdString(table.stations[i].name)), {Kind::Section, i});
  for (std::size_t i = 0; i < table.rows.size(); ++i) {
    offer(
        tr("%1 of %2")
            .arg(wordOf(rowKindName(table.rows[i].kind)), QString::fromStdString(rowWords(table.rows[i], table.unit))),
        {Kind::Row, i});
  }
  for (const ProfilePart part : profileParts)
    offer(tr("profile of %1").arg(wordOf(profilePartName(part))), {Kind::Profile, 0, part});
  const auto& solved = session->solved();
  for (std::size_t i = 0; solved->moulds != nullptr && i < solved->moulds->moulds.size(); ++i)
    offer(tr("the edge of mould %1").arg(QString::fromStdString(solved->moulds->moulds[i].name)), {Kind::Mould, i});
  form->addRow(tr("Line of the drawing"), m_line);
  if (!m_dxf.mmPerUnit) form->addRow(tr("The file names no units: they are"), m_units);
  m_units->setVisible(!m_dxf.mmPerUnit);
  form->addRow(tr("It is"), m_what);
  m_table->verticalHeader()->hide();
  m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
  m_table->setAccessibleName(tr("What is read off"));
  m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
  form->addRow(m_table);
  m_answer->setWordWrap(true);
  form->addRow(m_answer);
  auto* buttons = new QHBoxLayout;
  buttons->addStretch(1);
  auto* close = new QPushButton(tr("Close"), this);
  buttons->addWidget(close);
  buttons->addWidget(m_putIn);
  form->addRow(buttons);
  connect(close, &QPushButton::clicked, this, &QDialog::reject);
  connect(m_putIn, &QPushButton::clicked, this, &DigitisedPanel::putIn);
  for (QComboBox* box : {m_line, m_what, m_units})
    connect(box, &QComboBox::currentIndexChanged, this, &DigitisedPanel::read);
  read();
}

void DigitisedPanel::offer(const QString& words, What what) {
  m_whats.push_back(what);
  m_what->addItem(words);
}

DigitisedLine DigitisedPanel::line() const {
  const auto at = static_cast<std::size_t>(m_line->currentIndex());
  if (m_dxf.mmPerUnit) return m_dxf.lines[at];
  return inMillimetres(m_dxf, unitsMm[static_cast<std::size_t>(m_units->currentIndex())])[at];
}

void DigitisedPanel::showRows(const QStringList& columns, const std::vector<QStringList>& rows) {
  m_table->setColumnCount(static_cast<int>(columns.size()));
  m_table->setHorizontalHeaderLabels(columns);
  m_table->setRowCount(static_cast<int>(rows.size()));
  for (std::size_t i = 0; i < rows.size(); ++i) {
    for (qsizetype k = 0; k < rows[i].size(); ++k)
      m_table->setItem(static_cast<int>(i), static_cast<int>(k), new QTableWidgetItem(rows[i][k]));
  }
  m_table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
}

void DigitisedPanel::read() {
  const OffsetTable& table = m_session->book()->table;
  const What& what = m_whats[static_cast<std::size_t>(m_what->currentIndex())];
  m_figures.clear();
  m_profile.reset();
  std::vector<QStringList> rows;
  QStringList words;
  for (const std::string& one : m_dxf.passedOver) words << tr("Passed over: %1.").arg(QString::fromStdString(one));
  const auto shown = [&](double mm) {
    return QString::fromStdString(withDecimalMark(writeLength(millimetres(mm), table.unit, 2, true)));
  };
  if (what.kind == Kind::Mould) {
    const DigitisedLine edge = fromItsLowerEnd(line());
    for (const MouldMark& mark : m_session->solved()->moulds->moulds[what.place].marks)
      rows.push_back({nameOf(mark.name), m_session->shown(offDigitised(edge, {mark.at.y(), mark.at.z()}))});
    showRows({tr("mark"), tr("lies inside the line by")}, rows);
    words << tr("Held against the mould as it is drawn: nothing goes into the table.");
  } else if (what.kind == Kind::Profile) {
    m_profile = readProfileOff(what.part, line(), table.figureTolerance().mm());
    for (const ProfilePoint& point : m_profile->points)
      rows.push_back({shown(point.distance.mm()), shown(point.height.mm())});
    showRows({tr("distance"), tr("height")}, rows);
  } else {
    const ReadOff read =
        what.kind == Kind::Section ? readSectionOff(table, what.place, line()) : readRowOff(table, what.place, line());
    m_figures = read.figures;
    const double half = table.figureTolerance().mm();
    for (const FigureReadOff& one : m_figures) {
      const TableRow& row = table.rows[one.figure.list];
      const auto& was = row.figures[one.figure.place];
      const QString name =
          what.kind == Kind::Section
              ? tr("%1 of %2").arg(wordOf(rowKindName(row.kind)), QString::fromStdString(rowWords(row, table.unit)))
              : QString::fromStdString(table.stations[one.figure.place].name);
      rows.push_back({name, shown(one.mm),
                      QString::fromStdString(showThin(millimetres(one.mayBeOffMm + half), m_session->notation())),
                      was ? shown(was->mm()) : QStringLiteral("–")});
    }
    showRows({tr("line"), tr("reads"), tr("may be off"), tr("stands")}, rows);
    QStringList twice;
    for (const std::string& one : read.crossedTwice) twice << QString::fromStdString(one);
    if (!twice.isEmpty())
      words << tr("It doubles back: nothing is read off at %1.").arg(twice.join(QStringLiteral(", ")));
    if (m_figures.empty()) words << tr("It meets none of the table's lines there.");
  }
  m_putIn->setVisible(what.kind != Kind::Mould);
  m_putIn->setEnabled(!m_figures.empty() || (m_profile && m_profile->points.size() > 1));
  m_answer->setText(words.join(QLatin1Char(' ')));
}

void DigitisedPanel::putIn() {
  const QString words = tr("Read off a drawing: %1").arg(m_what->currentText());
  const auto edited =
      m_profile ? setProfile(*m_session->book(), *m_profile) : setFiguresReadOff(*m_session->book(), m_figures);
  if (!edited) return m_answer->setText(m_session->explained(edited.error()[0]));
  if (m_session->perform(words, edited)) accept();
}

}  // namespace narrows
