#include "stages/planks/planks_stage.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSplitter>

#include "canvas/hull_picture.h"
#include "canvas/look.h"
#include "fonts.h"
#include "plank/outside_width.h"
#include "stages/planks/plank_drawing.h"
#include "stages/slate.h"

namespace narrows {

PlanksStage::PlanksStage(Session* session, QWidget* parent)
    : Stage(session, parent), m_plank(new PlankDrawing(session)), m_picture(new HullPicture(session)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical);
  split->addWidget(m_plank);
  split->addWidget(m_picture);
  split->setSizes({350, 310});
  row->addWidget(split, 1);
  row->addWidget(makeSlate());
  connect(session, &Session::answerSettled, this, &PlanksStage::showFigures);
  connect(session, &Session::selectionChanged, this, &PlanksStage::showFigures);
}

QWidget* PlanksStage::makeSlate() {
  auto* slate = new Slate(m_session, this);
  slate->addHeading(tr("Strake"));
  m_name = slate->addHeadline(tr("Strake in hand"));
  auto* steps = new QWidget(slate);
  auto* row = new QHBoxLayout(steps);
  row->setContentsMargins(0, 4, 0, 4);
  for (const int step : {-1, 1}) {
    auto* button = new QPushButton(step < 0 ? tr("◂ Lower") : tr("Upper ▸"), steps);
    button->setToolTip(step < 0 ? tr("The strake below (Page Down)") : tr("The strake above (Page Up)"));
    connect(button, &QPushButton::clicked, this, [this, step] { stepInHand(step); });
    row->addWidget(button);
  }
  slate->addWidget(steps);
  m_port = new QPushButton(tr("Show the port plank"), slate);
  m_port->setCheckable(true);
  connect(m_port, &QPushButton::toggled, this, [this](bool port) {
    Selection selection = m_session->selection();
    selection.side = port ? BoatSide::Port : BoatSide::Starboard;
    m_session->select(selection);
  });
  slate->addWidget(m_port);
  slate->addSpace(10);
  slate->addHeading(tr("Least board, no allowances"));
  m_board = slate->addHeadline(tr("Least board"));
  m_board->setFont(shopFont(21.0, true));
  slate->addSpace(8);
  slate->addHeading(tr("Along its edges"));
  m_edges = slate->addFigure(tr("Lengths of the edges"));
  slate->addSpace(8);
  slate->addHeading(tr("Shape"));
  m_shape = slate->addFigure(tr("Sny and strain"));
  slate->addSpace(8);
  m_face = slate->addHeading({});
  slate->addStretch();
  auto* print = new QPushButton(tr("Print at full size…"), slate);
  connect(print, &QPushButton::clicked, this, &PlanksStage::printAsked);
  slate->addWidget(print);
  return slate;
}

QWidget* PlanksStage::drawing() {
  return m_plank;
}

void PlanksStage::fit() {
  m_plank->fit();
}

QString PlanksStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->planks.empty()) return tr("no planks yet");
  double widest = 0.0;
  for (const auto& plank : solved->planks) widest = std::max(widest, plank->boardWidthMm);
  return tr("widest board %1").arg(QString::fromStdString(showLength(millimetres(widest), m_session->notation())));
}

void PlanksStage::stepInHand(int by) {
  const auto& solved = m_session->solved();
  if (solved != nullptr) stepStrake(by, solved->planksOf(m_session->selection().side).size());
}

void PlanksStage::showFigures() {
  const auto& solved = m_session->solved();
  if (solved == nullptr) return;
  Selection selection = m_session->selection();
  m_plank->setSide(selection.side);
  {
    const QSignalBlocker quiet(m_port);
    m_port->setChecked(selection.side == BoatSide::Port);
  }
  const auto& planks = solved->planksOf(selection.side);
  const Lining* lining = solved->liningOf(selection.side);
  if (planks.empty() || lining == nullptr || lining->strakeCount() != planks.size()) return;
  const int last = static_cast<int>(planks.size()) - 1;
  if (selection.strake < 0 || selection.strake > last) {
    selection.strake = std::clamp(selection.strake, 0, last);
    m_session->select(selection);
    return;
  }
  const auto strake = static_cast<std::size_t>(selection.strake);
  const FlatPlank& plank = *planks[strake];
  QString name = lining->isGarboard(strake)      ? tr("%1 · garboard").arg(strake + 1)
                 : lining->isSheerStrake(strake) ? tr("%1 · sheer strake").arg(strake + 1)
                                                 : tr("%1 of %2").arg(strake + 1).arg(planks.size());
  if (!lining->isWhole(strake)) name += lining->strakes[strake].reach.fromT <= 0.0 ? tr(", forward") : tr(", aft");
  const LiningPlan* plan = solved->book->findPlan(lining->plan);
  const std::string timber = plan == nullptr ? std::string() : plan->timberOf(lining->strakes[strake].id);
  if (!timber.empty()) name += tr("\n%1").arg(QString::fromStdString(timber));
  m_name->setText(name);
  const Notation longs =
      m_session->notation() == Notation::Millimetres ? Notation::Millimetres : Notation::FeetInches16;
  const auto shownLong = [&](double mm) { return QString::fromStdString(showLength(millimetres(mm), longs)); };
  m_board->setText(tr("%1\n× %2").arg(shownLong(plank.boardLengthMm), shown(plank.boardWidthMm)));
  m_edges->setText(
      tr("keel edge %1\nsheer edge %2").arg(shownLong(plank.lowerLengthMm), shownLong(plank.upperLengthMm)));
  m_shape->setText(
      tr("sny %1\nstrain left %2 % at most").arg(shown(plank.snyMm)).arg(100.0 * plank.strainMax, 0, 'f', 2));
  if (solved->book->table.construction == Construction::Carvel) {
    const double wider = outsideWiderMm(lining->band(strake), solved->book->table.thickness.mm());
    if (wider < 0.5 * notationStep(m_session->notation()).mm()) {
      m_face->setText(tr("This is the inside face. The outside is nowhere wider."));
    } else {
      m_face->setText(
          tr("This is the inside face. The outside is wider, by %1 at most over both edges.").arg(shown(wider)));
    }
  } else if (lining->isGarboard(strake)) {
    m_face->setText(tr("The garboard has no lap on its keel edge."));
  } else {
    m_face->setText(tr("A lap of %1 is in the keel edge.").arg(shown(solved->book->settings.lap.mm())));
  }
}

}  // namespace narrows
