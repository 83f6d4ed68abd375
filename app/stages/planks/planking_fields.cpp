#include "stages/planks/planking_fields.h"

#include <QComboBox>
#include <QPushButton>

#include "book/joining_edits.h"
#include "book/planking_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "commands/change_plan.h"
#include "fastening/plank_fastenings.h"
#include "flatwork/cross_planks.h"
#include "solve/joinery.h"
namespace narrows {

PlankingFields::PlankingFields(Session* session, Slate* slate)
    : QObject(slate), m_session(session), m_slate(slate), m_counting(session) {}

void PlankingFields::showFor(PlankPage page) {
  // Lands have no settings of their own: what stands on that page is of seams.
  const bool isAsked = page != PlankPage::Bevels || m_session->book()->table.construction == Construction::Carvel;
  for (const auto& [of, field] : m_fields) m_slate->showField(field, of == page && isAsked);
}

QString PlankingFields::fastenersOf(const std::shared_ptr<const Solved>& answer) const {
  return m_countedOf == answer->revision ? m_fasteners : QString();
}

void PlankingFields::changePlanking(const QString& words, const std::function<void(PlankingPlan&)>& change) {
  changePlan(m_session, words, &Book::planking, &setPlanking, change);
}

void PlankingFields::addPlankingLength(PlankPage page, const QString& name, std::optional<Length> PlankingPlan::*length,
                                       double PlankingMake::*usual) {
  m_fields.emplace_back(page, m_slate->addLength(
                                  name, [this, usual] { return millimetres(plankingMake(*m_session->book()).*usual); },
                                  [this, name, length](Length entered) {
                                    changePlanking(name, [&](PlankingPlan& plan) { plan.*length = entered; });
                                  }));
}

void PlankingFields::addGainFields(const QString& end, EndGain PlankingPlan::*gain, GainMake PlankingMake::*usual) {
  const QString way = tr("Gains at the %1").arg(end), run = tr("begin, from the %1").arg(end);
  auto* choice = m_slate->addChoice(
      way, {tr("half out of each"), tr("rebate and feather"), tr("none: joggled")},
      [this, gain] { return static_cast<int>((m_session->book()->planking.*gain).way); },
      [this, way, gain](int index) {
        changePlanking(way, [&](PlankingPlan& plan) { (plan.*gain).way = static_cast<GainWay>(index); });
      });
  m_fields.emplace_back(PlankPage::Gains, choice);
  m_fields.emplace_back(PlankPage::Gains,
                        m_slate->addLength(
                            run, [this, usual] { return millimetres((plankingMake(*m_session->book()).*usual).runMm); },
                            [this, run, gain](Length entered) {
                              changePlanking(run, [&](PlankingPlan& plan) { (plan.*gain).run = entered; });
                            }));
}

void PlankingFields::addPlanking() {
  addGainFields(tr("bow"), &PlankingPlan::bow, &PlankingMake::bow);
  addGainFields(tr("stern"), &PlankingPlan::stern, &PlankingMake::stern);
  addPlankingLength(PlankPage::Bevels, tr("Seams stand open"), &PlankingPlan::seam, &PlankingMake::seamMm);
  addPlankingLength(PlankPage::Bevels, tr("wood to wood, from inside"), &PlankingPlan::seamTight,
                    &PlankingMake::seamTightMm);
  auto* shared = m_slate->addChoice(
      tr("Their bevel"), {tr("shared by both edges"), tr("all on the new plank")},
      [this] { return m_session->book()->planking.bevelOnNew ? 1 : 0; },
      [this](int index) {
        changePlanking(tr("The bevel of seams"), [&](PlankingPlan& plan) { plan.bevelOnNew = index == 1; });
      });
  m_fields.emplace_back(PlankPage::Bevels, shared);
  addPlankingLength(PlankPage::Ends, tr("Hood ends, left long"), &PlankingPlan::hoodLong, &PlankingMake::hoodLongMm);
  addPlankingLength(PlankPage::Ends, tr("Beyond the transom"), &PlankingPlan::transomLong,
                    &PlankingMake::transomLongMm);
  addPlankingLength(PlankPage::Ends, tr("Sheer strake, left high"), &PlankingPlan::sheerHigh,
                    &PlankingMake::sheerHighMm);
  addPlankingLength(PlankPage::Ends, tr("The saw leaves"), &PlankingPlan::sawClear, &PlankingMake::sawClearMm);
  addPlankingLength(PlankPage::LettingIn, tr("A kerf"), &PlankingPlan::kerf, &PlankingMake::kerfMm);
}

void PlankingFields::addFastening() {
  const auto change = [this](const QString& words, const std::function<void(FasteningPlan&)>& edit) {
    changePlan(m_session, words, &Book::fastening, &setFastening, edit);
  };
  const QStringList usualKinds{tr("screws"), tr("rivets"), tr("clenched nails")};
  const auto kind = [&](const QString& name, std::optional<FastenerKind> FasteningPlan::*of,
                        FastenerKind FasteningMake::*usual, const QStringList& kinds) {
    m_fields.emplace_back(
        PlankPage::Fastenings,
        m_slate->addChoice(
            name, kinds, [this, usual] { return static_cast<int>(fasteningMake(*m_session->book()).*usual); },
            [change, name, of](int index) {
              change(name, [&](FasteningPlan& plan) { plan.*of = static_cast<FastenerKind>(index); });
            }));
  };
  const auto length = [&](const QString& name, std::optional<Length> FasteningPlan::*of, double FasteningMake::*usual) {
    m_fields.emplace_back(
        PlankPage::Fastenings,
        m_slate->addLength(
            name, [this, usual] { return millimetres(fasteningMake(*m_session->book()).*usual); },
            [change, name, of](Length entered) { change(name, [&](FasteningPlan& plan) { plan.*of = entered; }); }));
  };
  kind(tr("To frames"), &FasteningPlan::atFrames, &FasteningMake::atFrames, usualKinds);
  kind(tr("In laps"), &FasteningPlan::inLaps, &FasteningMake::inLaps, usualKinds);
  kind(tr("In butts"), &FasteningPlan::inButts, &FasteningMake::inButts, usualKinds + QStringList{tr("bolts")});
  length(tr("Butt blocks, thick"), &FasteningPlan::blockThick, &FasteningMake::blockMm);
  length(tr("in laps, at most"), &FasteningPlan::lapSpacing, &FasteningMake::lapSpacingMm);
  length(tr("Along the keel, at most"), &FasteningPlan::keelSpacing, &FasteningMake::keelSpacingMm);
  length(tr("Across ends, at most"), &FasteningPlan::endSpacing, &FasteningMake::endSpacingMm);
  m_fields.emplace_back(
      PlankPage::Fastenings,
      m_slate->addNumber(
          tr("Spares, per cent"), {0.0, 200.0, 0}, [this] { return fasteningMake(*m_session->book()).spares; },
          [change](double spares) { change(tr("Spares"), [&](FasteningPlan& plan) { plan.spares = spares; }); }));
  auto* count = m_slate->addButton(tr("Count the whole boat"), "countFasteners");
  connect(count, &QPushButton::clicked, this, &PlankingFields::countFasteners);
  m_fields.emplace_back(PlankPage::Fastenings, count);
}

void PlankingFields::countFasteners() {
  const auto solved = m_session->freshAnswer();
  if (solved == nullptr || m_counting.isRunning()) return;
  m_counting.begin([this, solved](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    const FasteningMake make = fasteningMake(*solved->book);
    const std::vector<FastenerOrder> order = orderOf(fastenBoat(*solved, stop), make);
    return [this, order, solved] {
      QStringList words;
      for (const FastenerOrder& one : order) {
        words << tr("%1: %2, buy %3")
                     .arg(QString::fromStdString(fastenerWords(one.fastener, m_session->notation())))
                     .arg(one.counted)
                     .arg(one.toBuy);
      }
      m_fasteners = tr("The whole boat: %1.").arg(words.join(QStringLiteral("; ")));
      m_countedOf = solved->revision;
      emit pageChanged();
    };
  });
}

void PlankingFields::addFlatWork() {
  const auto change = [this](const QString& words, const std::function<void(FlatWorkPlan&)>& edit) {
    changePlan(m_session, words, &Book::flatWork, &setFlatWork, edit);
  };
  auto* which = m_slate->addChoice(
      tr("Boards of"), {tr("the bottom"), tr("the transom")}, [this] { return m_transom ? 1 : 0; },
      [this](int index) {
        m_transom = index == 1;
        emit pageChanged();
      });
  which->setObjectName(QStringLiteral("boardsOf"));
  m_fields.emplace_back(PlankPage::FlatWork, which);
  const auto length = [&](const QString& name, std::optional<Length> FlatWorkPlan::*of, double FlatWorkMake::*usual) {
    m_fields.emplace_back(
        PlankPage::FlatWork,
        m_slate->addLength(
            name, [this, usual] { return millimetres(flatWorkMake(*m_session->book()).*usual); },
            [change, name, of](Length entered) { change(name, [&](FlatWorkPlan& plan) { plan.*of = entered; }); }));
  };
  length(tr("Boards are wide"), &FlatWorkPlan::boardWidth, &FlatWorkMake::boardWidthMm);
  length(tr("and long"), &FlatWorkPlan::boardLength, &FlatWorkMake::boardLengthMm);
  length(tr("Lost off an edge, jointed"), &FlatWorkPlan::jointed, &FlatWorkMake::jointedMm);
  length(tr("Left open between"), &FlatWorkPlan::gap, &FlatWorkMake::gapMm);
  length(tr("Ends overhang"), &FlatWorkPlan::overhang, &FlatWorkMake::overhangMm);
}

}  // namespace narrows
