#include "stages/planks/joints_page.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "book/joining_edits.h"
#include "book/weighing_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "commands/change_plan.h"
#include "solve/joinery.h"
#include "stages/page_column.h"
#include "stages/planks/joints_drawing.h"
#include "stages/refused_note.h"
#include "stages/slate.h"

namespace narrows {

JointsPage::JointsPage(Session* session, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_drawing(new JointsDrawing(session)),
      m_words(new QLabel(this)),
      m_answer(new RefusedNote(session, this)),
      m_planning(session) {
  auto* column = pageColumn(this, m_words);
  column->addWidget(m_drawing, 1);
  column->addWidget(m_answer);
  connect(m_drawing, &JointsDrawing::jointTaken, this, &JointsPage::say);
  connect(&m_planning, &LongWork::runningChanged, this, [this](bool running) {
    if (m_plan != nullptr) m_plan->setText(running ? tr("Stop planning") : tr("Plan all joints"));
  });
}

JoiningMake JointsPage::make() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? JoiningMake() : joiningMake(*solved);
}

void JointsPage::change(const QString& words, const std::function<void(JoiningPlan&)>& change) {
  changePlan(m_session, words, &Book::joining, &setJoining, change);
}

void JointsPage::addFields(Slate* slate) {
  m_slate = slate;
  m_fields.push_back(slate->addLength(
      tr("Boards are, at most"), [this] { return millimetres(weighingFigures(*m_session->book()).boardLengthMm); },
      [this](Length longest) {
        changePlan(m_session, tr("Length of the boards"), &Book::weighing, &setWeighing,
                   [&](WeighingPlan& plan) { plan.boardLength = longest; });
      }));
  auto* kind = slate->addChoice(
      tr("Joined by"), {tr("scarfs, glued"), tr("butts on blocks")},
      [this] { return make().kind == JoinedBy::Butt ? 1 : 0; },
      [this](int index) {
        change(tr("How planks are joined"),
               [&](JoiningPlan& plan) { plan.kind = index == 1 ? JoinedBy::Butt : JoinedBy::Scarf; });
      });
  kind->setObjectName(QStringLiteral("joinedBy"));
  m_fields.push_back(kind);
  m_plan = slate->addButton(tr("Plan all joints"), "planJoints");
  connect(m_plan, &QPushButton::clicked, this, &JointsPage::plan);
  m_fields.push_back(m_plan);
  auto* add = slate->addButton(tr("Join this strake once more"), "addJoint");
  connect(add, &QPushButton::clicked, this, &JointsPage::add);
  m_fields.push_back(add);
  auto* remove = slate->addButton(tr("Take this joint out"), "removeJoint");
  connect(remove, &QPushButton::clicked, this, [this] { m_drawing->removeInHand(); });
  m_ofJoint.push_back(remove);
  m_fields.push_back(slate->beginGroup(tr("Limits and frames")));
  addLimits();
  addFrames();
  slate->endGroup();
}

void JointsPage::addNumber(const QString& name, Slate::Range range, std::function<double()> shown,
                           std::function<void(JoiningPlan&, double)> set) {
  m_slate->addNumber(name, range, std::move(shown), [this, name, set](double entered) {
    change(name, [&](JoiningPlan& plan) { set(plan, entered); });
  });
}

void JointsPage::addLength(const QString& name, std::function<Length()> shown,
                           std::function<void(JoiningPlan&, Length)> set) {
  m_slate->addLength(name, std::move(shown), [this, name, set](Length entered) {
    change(name, [&](JoiningPlan& plan) { set(plan, entered); });
  });
}

void JointsPage::addLimits() {
  addNumber(
      tr("Scarfs, times the thickness"), {3.0, 30.0, 0}, [this] { return make().ratio; },
      [](JoiningPlan& plan, double ratio) { plan.ratio = ratio; });
  addNumber(
      tr("the same in hard bends"), {3.0, 30.0, 0}, [this] { return make().hardRatio; },
      [](JoiningPlan& plan, double ratio) { plan.hardRatio = ratio; });
  addLength(
      tr("Left beyond a joint"), [this] { return millimetres(make().marginMm); },
      [](JoiningPlan& plan, Length mm) { plan.margin = mm; });
  addLength(
      tr("Lips of scarfs, thick"), [this] { return millimetres(make().nibMm); },
      [](JoiningPlan& plan, Length mm) { plan.nib = mm; });
  addLength(
      tr("Neighbours' joints apart"), [this] { return millimetres(make().apartMm); },
      [](JoiningPlan& plan, Length mm) { plan.apart = mm; });
  addNumber(
      tr("and bays, at least"), {0.0, mostBaysApart, 0},
      [this] { return static_cast<double>(m_session->book()->joining.baysApart); },
      [](JoiningPlan& plan, double bays) { plan.baysApart = static_cast<int>(bays); });
  addNumber(
      tr("Strakes between, in one bay"), {0.0, mostStrakesBetween, 0},
      [this] { return static_cast<double>(m_session->book()->joining.strakesBetween); },
      [](JoiningPlan& plan, double strakes) { plan.strakesBetween = static_cast<int>(strakes); });
}

void JointsPage::addFrames() {
  addLength(
      tr("Frames, middle to middle"), [this] { return millimetres(make().frames.spacingMm); },
      [](JoiningPlan& plan, Length mm) { plan.frames.spacing = mm; });
  addLength(
      tr("their siding"), [this] { return millimetres(make().frames.sidingMm); },
      [](JoiningPlan& plan, Length mm) { plan.frames.siding = mm; });
  addLength(
      tr("their moulding"), [this] { return millimetres(make().frames.mouldingMm); },
      [](JoiningPlan& plan, Length mm) { plan.frames.moulding = mm; });
  addLength(
      tr("The foremost, at"),
      [this] { return millimetres(make().frames.atMm.empty() ? 0.0 : make().frames.atMm.front()); },
      [](JoiningPlan& plan, Length mm) { plan.frames.first = mm; });
}

void JointsPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  const bool joint = shown && m_drawing->jointInHand().has_value();
  for (QWidget* field : m_ofJoint) m_slate->showField(field, joint);
  if (shown) say();
}

void JointsPage::say() {
  if (!m_session->hasBook() || m_session->solved() == nullptr || !isVisibleTo(parentWidget())) return;
  const QString words = m_drawing->words();
  m_words->setText(words);
  if (m_slate == nullptr) return;
  for (QWidget* field : m_ofJoint) m_slate->showField(field, m_drawing->jointInHand().has_value());
}

void JointsPage::plan() {
  if (m_planning.isRunning()) return m_planning.stop();
  const auto solved = m_session->freshAnswer();
  if (solved == nullptr) return;
  m_planning.begin([this, solved](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    const JoiningMake make = joiningMake(*solved);
    const PlannedJoints planned =
        planJoints(strakesToJoin(*solved, false, stop), solved->book->joining.joints, make, stop);
    return [this, planned, frames = make.frames] {
      if (planned.problems.empty()) {
        m_session->perform(tr("Plan all joints"), placeJoints(*m_session->book(), planned.joints, &frames));
        if (planned.barred > 0) {
          const QString pairs =
              tr("%n pair(|s) of joints do(es|) not keep the limits. ", nullptr, static_cast<int>(planned.barred));
          m_answer->say(planned.searchedAll
                            ? pairs +
                                  tr("Every arrangement of this many joints was tried: longer boards, or limits that "
                                     "are less, would do.")
                            : pairs + tr("There are more arrangements than can be tried, and not all were: one that "
                                         "keeps them may yet be found by hand."));
        }
        return;
      }
      QStringList words;
      for (const Problem& problem : planned.problems) words << m_session->explained(problem);
      if (words.size() > 2)
        words = {words[0], tr("%n more strake(|s) so.", nullptr, static_cast<int>(words.size()) - 1)};
      m_answer->say(words.join('\n'));
    };
  });
}

void JointsPage::add() {
  const StrakeToJoin* strake = m_drawing->strakeInHand();
  if (strake == nullptr) return;
  // In the middle of its longest piece.
  std::vector<double> ends{0.0, strake->run.lengthMm()};
  const JoiningPlan& joining = m_session->book()->joining;
  for (const std::size_t i : joining.jointsOf(strake->strake, strake->side))
    ends.push_back(strake->run.alongAt(joining.joints[i].at.mm()));
  std::sort(ends.begin(), ends.end());
  std::size_t longest = 1;
  for (std::size_t i = 1; i < ends.size(); ++i) {
    if (ends[i] - ends[i - 1] > ends[longest] - ends[longest - 1]) longest = i;
  }
  const double at = strake->run.distanceAt(0.5 * (ends[longest] + ends[longest - 1]));
  m_session->perform(
      tr("Join strake %1 once more").arg(strake->strake),
      addJoint(*m_session->book(), strake->strake, strake->side, millimetres(at), strake->run, m_drawing->make()));
}

}  // namespace narrows
