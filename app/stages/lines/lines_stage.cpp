#include "stages/lines/lines_stage.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QSplitter>

#include "canvas/look.h"
#include "canvas/words.h"
#include "fonts.h"
#include "lining/shop_figures.h"
#include "stages/lines/lines_drawing.h"
#include "stages/lines/offset_grid.h"
#include "stages/slate.h"

namespace narrows {

LinesStage::LinesStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_drawing(new LinesDrawing(session)),
      m_grid(new OffsetGrid(session)),
      m_gridAnswer(new QLabel(this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical, this);
  split->addWidget(m_drawing);
  auto* below = new QWidget(split);
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(4);
  column->addWidget(m_grid);
  column->addWidget(m_gridAnswer);
  m_gridAnswer->hide();
  m_gridAnswer->setWordWrap(true);
  m_gridAnswer->setStyleSheet(QStringLiteral("color: #A3142B; font-weight: bold"));
  split->addWidget(below);
  split->setStretchFactor(0, 3);
  split->setStretchFactor(1, 2);
  split->setSizes({430, 290});
  row->addWidget(split, 1);

  auto* slate = new Slate(this);
  slate->addHeading(tr("Station"));
  m_station = slate->addHeadline(tr("Station selected"));
  m_girth = slate->addFigure(tr("Girth"));
  m_where = slate->addFigure(tr("Where the station is"));
  slate->addSpace(14);
  slate->addHeading(tr("Boat"));
  m_boat = slate->addFigure(tr("Length and breadth"));
  slate->addSpace(14);
  slate->addHeading(tr("Planking"));
  m_planking = slate->addFigure(tr("Planking"));
  slate->addStretch();
  slate->addHeading(tr("Change a figure in the table: type over it. Enter goes down, Tab goes along."));
  row->addWidget(slate);

  connect(m_grid->offsets(), &OffsetModel::notUnderstood, this, [this](const QString& words) {
    m_gridAnswer->setText(words);
    m_gridAnswer->show();
  });
  connect(m_grid->offsets(), &OffsetModel::understood, m_gridAnswer, &QLabel::hide);
  connect(session, &Session::refused, this, [this](const QString& words) {
    if (!isVisible()) return;
    m_gridAnswer->setText(words);
    m_gridAnswer->show();
  });
  connect(session, &Session::answerSettled, this, &LinesStage::showFigures);
  connect(session, &Session::selectionChanged, this, &LinesStage::showFigures);
}

QWidget* LinesStage::drawing() {
  return m_drawing;
}

void LinesStage::fit() {
  m_drawing->fit();
}

QString LinesStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr) return {};
  int problems = 0;
  for (const Finding& finding : solved->findings) problems += finding.code == FindingCode::TableProblem ? 1 : 0;
  if (problems > 0) return tr("%1 to mend").arg(counted(problems, tr("figure"), tr("figures")));
  return tr("%1, in order")
      .arg(counted(static_cast<int>(m_session->book()->table.stations.size()), tr("station"), tr("stations")));
}

void LinesStage::showFigures() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->drawn == nullptr) return;
  const auto shown = [this](double mm) {
    return QString::fromStdString(showLength(millimetres(mm), m_session->notation()));
  };
  const auto& sections = solved->drawn->sections;
  const int selected = m_session->selection().section;
  if (selected >= 0 && static_cast<std::size_t>(selected) < sections.size()) {
    const Section& section = sections[static_cast<std::size_t>(selected)];
    m_station->setText(QString::fromStdString(section.name));
    m_girth->setText(tr("girth %1, rabbet to sheer").arg(shown(section.girthMm())));
    m_where->setText(section.xMm ? tr("%1 aft").arg(shown(*section.xMm)) : tr("along its own edge"));
  }
  const OffsetTable& table = m_session->book()->table;
  double breadth = 0.0;
  for (const TableRow& row : table.rows) {
    if (row.kind != RowKind::HalfBreadth) continue;
    for (const auto& figure : row.figures) breadth = std::max(breadth, figure.value_or(Length()).mm());
  }
  const Notation notation =
      m_session->notation() == Notation::Millimetres ? Notation::Millimetres : Notation::FeetInches16;
  m_boat->setText(tr("%1 long, %2 broad")
                      .arg(QString::fromStdString(showLength(boatLength(table), notation)),
                           QString::fromStdString(showLength(millimetres(2.0 * breadth), notation))));
  m_planking->setText(tr("%1, %2 thick, drawn to the %3")
                          .arg(QString::fromUtf8(constructionName(table.construction)), shown(table.thickness.mm()),
                               QString::fromUtf8(plankingSideName(table.side))));
}

}  // namespace narrows
