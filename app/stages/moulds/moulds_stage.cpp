#include "stages/moulds/moulds_stage.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSplitter>
#include <cmath>

#include "book/edits.h"
#include "canvas/kept_split.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "fonts.h"
#include "moulds/bevel_words.h"
#include "stages/moulds/mould_drawing.h"
#include "stages/moulds/set_up_grid.h"
#include "stages/printed_note.h"
#include "stages/refused_note.h"
#include "stages/slate.h"

namespace narrows {

MouldsStage::MouldsStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_drawing(new MouldDrawing(session)),
      m_setUp(new SetUpGrid(session)),
      m_answer(new RefusedNote(session, this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical, this);
  split->addWidget(m_drawing);
  auto* below = new QWidget(split);
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(4);
  auto* heading = new QLabel(tr("Setting up: what each mould should measure. Type what the tape says over it."), below);
  heading->setFont(shopFont(look::labelPx));
  look::say(heading, look::Voice::Quiet);
  column->addWidget(heading);
  column->addWidget(m_setUp, 1);
  m_asTheyStand = new QCheckBox(tr("Plank to the moulds as they stand"), below);
  m_asTheyStand->setObjectName(QStringLiteral("asTheyStand"));
  column->addWidget(m_asTheyStand);
  column->addWidget(m_answer);
  split->addWidget(below);
  split->setStretchFactor(0, 3);
  split->setStretchFactor(1, 2);
  split->setSizes({430, 270});
  keepSplit(split, "moulds");
  row->addWidget(split, 1);
  row->addWidget(makeSlate());

  connect(m_setUp, &CellGrid::cellTaken, m_drawing, &MouldDrawing::choose);
  connect(m_asTheyStand, &QCheckBox::toggled, this, [this](bool on) {
    change(on ? tr("Plank to the moulds as they stand") : tr("Plank to the drawing"),
           [&](MouldPlan& plan) { plan.plankAsTheyStand = on; });
  });
  connect(session, &Session::answerSettled, this, [this] {
    showPlan();
    showMould();
  });
  connect(m_drawing, &MouldDrawing::chosen, this, [this] {
    showMould();
    m_setUp->follow(m_drawing->index());
  });
}

QWidget* MouldsStage::makeSlate() {
  auto* slate = m_slate = new Slate(m_session, this);
  m_name = slate->addHeadline(tr("Mould in hand"));
  m_side = slate->addFigure(tr("Which side its wood stands"));
  m_mark = slate->addFigure(tr("Mark in hand"));
  m_plane = slate->addFigure(tr("Planking taken off"));
  addPlanFields(slate);
  m_leaveOut = new QPushButton(slate);
  m_leaveOut->setObjectName(QStringLiteral("leaveOut"));
  slate->addWidget(m_leaveOut);
  m_printed = new PrintedNote(m_session, slate);
  connect(m_printed, &PrintedNote::printAsked, this, &MouldsStage::printAsked);
  slate->addWidget(m_printed);
  auto* print = new QPushButton(tr("Print full-size moulds…"), slate);
  print->setObjectName(QStringLiteral("printMoulds"));
  slate->addWidget(print);
  slate->addStretch();

  connect(print, &QPushButton::clicked, this, &MouldsStage::printAsked);
  connect(m_leaveOut, &QPushButton::clicked, this, [this] {
    const Mould* mould = m_drawing->mould();
    if (mould == nullptr) return;
    change(tr("Leave out mould %1").arg(QString::fromStdString(mould->name)), [&](MouldPlan& plan) {
      if (mould->extra) {
        std::erase_if(plan.extra, [&](const ExtraMould& extra) { return extra.id == *mould->extra; });
      } else {
        plan.leftOut.push_back(mould->name);
      }
    });
  });

  return slate->scrolled(this);
}

void MouldsStage::addPlanFields(Slate* slate) {
  const auto choice = [&](const QString& name, const QStringList& items,
                          const std::function<int(const MouldPlan&)>& shown,
                          const std::function<void(MouldPlan&, int)>& chosen) {
    return slate->addChoice(
        name, items, [this, shown] { return shown(m_session->book()->moulds); },
        [this, name, items, chosen](int index) {
          change(tr("%1: %2").arg(name, items[index]), [&](MouldPlan& plan) { chosen(plan, index); });
        });
  };
  const auto length = [&](const QString& name, Length MouldPlan::*at, const QString& words) {
    return slate->addLength(
        name, [this, at] { return m_session->book()->moulds.*at; },
        [this, at, words](Length entered) { change(words, [&](MouldPlan& plan) { plan.*at = entered; }); });
  };
  m_takenOff = choice(
      tr("Taken off"), {tr("planking"), tr("planking and frames"), tr("planking, frames, ribbands")},
      [](const MouldPlan& plan) { return static_cast<int>(plan.takenOff); },
      [](MouldPlan& plan, int index) { plan.takenOff = static_cast<TakenOff>(index); });
  m_frame = length(tr("Frames, moulded"), &MouldPlan::frame, tr("Change the frames"));
  m_ribband = length(tr("Ribband, thick"), &MouldPlan::ribband, tr("Change the ribbands"));
  m_newMould = slate->addAsk(tr("A mould at"), tr("distance, Enter"), [this](Length at) { return addAt(at); });
  m_spacing =
      slate->addAsk(tr("Frames between, spaced"), tr("spacing, Enter"), [this](Length at) { return addFrames(at); });
  slate->beginGroup(tr("How they are got out"));
  length(tr("Moulds' wood, thick"), &MouldPlan::thickness, tr("Change the moulds' thickness"));
  choice(
      tr("Their wood stands"), {tr("the better side"), tr("forward of the station"), tr("aft of the station")},
      [](const MouldPlan& plan) { return static_cast<int>(plan.side); },
      [](MouldPlan& plan, int index) { plan.side = static_cast<MouldSide>(index); });
  choice(
      tr("Patterns"), {tr("whole patterns"), tr("half patterns")},
      [](const MouldPlan& plan) { return plan.whole ? 0 : 1; },
      [](MouldPlan& plan, int index) { plan.whole = index == 0; });
  length(tr("Spreader at height"), &MouldPlan::spreader, tr("Change the spreader"));
  length(tr("Building base at height"), &MouldPlan::base, tr("Change the building base"));
  slate->endGroup();
}

QWidget* MouldsStage::drawing() {
  return m_drawing;
}

void MouldsStage::stepInHand(int by) {
  m_drawing->choose(m_drawing->index() + by);
  m_setUp->stepTo(m_drawing->index());
}

void MouldsStage::goTo(const Finding& finding) {
  if (const auto* lies = finding.as<SetUpLies>()) choose(lies->mould);
  if (const auto* falsed = finding.as<SheetFalse>()) choose(falsed->sheet.of);
}

void MouldsStage::fit() {
  m_drawing->fit();
}

std::string MouldsStage::inHand() const {
  const Mould* mould = m_drawing->mould();
  return mould != nullptr ? mould->name : std::string();
}

void MouldsStage::choose(const std::string& name) {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->moulds == nullptr) return;
  for (std::size_t i = 0; i < solved->moulds->moulds.size(); ++i) {
    if (solved->moulds->moulds[i].name == name) m_drawing->choose(static_cast<int>(i));
  }
}

QString MouldsStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->moulds == nullptr) return tr("no hull yet");
  int off = 0;
  for (const SetUpOff& one : solved->setUp) off += std::abs(one.offMm) >= setUpLookMm ? 1 : 0;
  const QString moulds = tr("%n mould(|s)", nullptr, static_cast<int>(solved->moulds->moulds.size()));
  if (off > 0) return tr("%1, %2 off").arg(moulds, tr("%n measure(|s)", nullptr, off));
  return m_session->book()->moulds.plankAsTheyStand ? tr("%1, as they stand").arg(moulds) : moulds;
}

void MouldsStage::change(const QString& words, const std::function<void(MouldPlan&)>& edit) {
  MouldPlan plan = m_session->book()->moulds;
  edit(plan);
  m_session->perform(words, setMouldPlan(*m_session->book(), plan));
}

bool MouldsStage::addAt(Length at) {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->inside == nullptr) return false;
  const QString name = shown(at.mm());
  return m_session->perform(tr("Add a mould at %1").arg(name),
                            addMould(*m_session->book(), *solved->inside, "at " + name.toStdString(), at));
}

bool MouldsStage::addFrames(Length spacing) {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->inside == nullptr || solved->moulds == nullptr || solved->moulds->moulds.size() < 2)
    return false;
  std::vector<Length> standing;
  for (const Mould& mould : solved->moulds->moulds) standing.push_back(millimetres(mould.outline.xMm));
  const Length clear = m_session->book()->moulds.thickness + m_session->book()->moulds.frame;
  const auto places = spaceFrames(standing.front(), standing.back(), spacing, standing, clear);
  if (!places) {
    m_answer->say(m_session->explained(places.error()[0]));
    return false;
  }
  Book book = *m_session->book();
  int made = 0;
  for (const Length at : *places) {
    const auto added = addMould(book, *solved->inside, "frame " + std::to_string(made + 1), at);
    if (!added) continue;
    book = *added;
    ++made;
  }
  return m_session->perform(tr("Frames spaced %1").arg(shown(spacing.mm())), book);
}

void MouldsStage::showPlan() {
  const MouldPlan& plan = m_session->book()->moulds;
  m_slate->refresh();
  m_slate->showField(m_frame, plan.takenOff != TakenOff::Planking);
  m_slate->showField(m_ribband, plan.takenOff == TakenOff::PlankingFramesRibbands);
  const QSignalBlocker quiet(m_asTheyStand);
  m_asTheyStand->setChecked(plan.plankAsTheyStand);
}

void MouldsStage::showMould() {
  const Mould* mould = m_drawing->mould();
  if (mould == nullptr) return;
  m_name->setText(mould->extra ? QString::fromStdString(mould->name)
                               : tr("Mould %1").arg(QString::fromStdString(mould->name)));
  m_side->setText(mould->leastProudMm < 0.05
                      ? tr("Wood %1 of the station: no bevel is cut into its face.")
                            .arg(mould->standsAft > 0 ? tr("aft") : tr("forward"))
                      : tr("Wood %1 of the station: square, it stands %2 proud; on the other side %3.")
                            .arg(mould->standsAft > 0 ? tr("aft") : tr("forward"), shown(mould->leastProudMm),
                                 shown(mould->otherProudMm)));
  const int mark = m_drawing->mark();
  const bool has = mark >= 0 && static_cast<std::size_t>(mark) < mould->marks.size();
  m_mark->setVisible(has);
  if (has) {
    const MouldMark& at = mould->marks[static_cast<std::size_t>(mark)];
    m_mark->setText(tr("%1: %2 out, %3 up; %4")
                        .arg(QString::fromStdString(at.name), shown(at.at.y()), shown(at.at.z()),
                             QString::fromStdString(bevelWords(*mould, at.bevelRad, m_session->notation()))));
  }
  const double thick = m_session->solved()->fair->thickness.mm();
  const double over = mould->inPlaneMostMm - thick;
  m_plane->setVisible(m_session->solved()->fair->side == PlankingSide::Outside);
  m_plane->setText(over < 0.5 * notationStep(m_session->notation()).mm()
                       ? tr("Taken off square or in the plane: here it is the same.")
                       : tr("Planking off square takes up to %1 in the plane: taken off in the plane, %2 too little.")
                             .arg(shown(mould->inPlaneMostMm), shown(over)));
  m_printed->show(SheetKind::Mould, 0, BoatSide::Starboard, mould->name);
  m_leaveOut->setText(mould->extra ? tr("Take this one out") : tr("Leave this one out"));
}

}  // namespace narrows
