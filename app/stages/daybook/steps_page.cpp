#include "stages/daybook/steps_page.h"

#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include "book/order_edits.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "stages/daybook/order_bench.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"
#include "stages/slate.h"

namespace narrows {

namespace {

QString hoursShown(double hours) {
  return QLocale().toString(std::round(hours * 100.0) / 100.0);
}

}  // namespace

std::optional<double> typedNumber(const QString& typed, bool& understood) {
  understood = true;
  if (typed.trimmed().isEmpty()) return std::nullopt;
  return QString(typed).replace(',', '.').toDouble(&understood);
}

StepsPage::StepsPage(Session* session, OrderBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_grid(new CellGrid(tr("Steps of the part in hand"), session)),
      m_answer(new RefusedNote(session, this)) {
  auto* column = pageColumn(this, m_words);
  m_grid->setObjectName(QStringLiteral("stepsGrid"));
  column->addWidget(m_grid, 1);
  column->addWidget(m_answer);
  CellModel& cells = m_grid->cells();
  cells.columns = {tr("step"), tr("stands"), tr("meant for"), tr("hours"), tr("then, h"), tr("note"), tr("waits for")};
  cells.rows = [this] { return rows(); };
  cells.isLength = [](int) { return false; };
  cells.rowKey = [this](int row) {
    const OrderStep* step = at(row);
    if (step == nullptr) return QString();
    return asRead(partWords(step->ref.part)) + asRead(std::string(stepKindKey(step->ref.kind))) +
           QString::number(step->ref.number) + QLatin1Char(' ') + QString::number(step->ref.own.number);
  };
  cells.cell = [this](int row, int at) { return cell(row, at); };
  cells.entered = [this](int row, int at, const QString& typed) { return enter(row, at, typed); };
  m_grid->refresh();
  m_grid->horizontalHeader()->setSectionResizeMode(Planned, QHeaderView::ResizeToContents);
  m_grid->setUsualWay(FigureGrid::Way::Across);
  m_grid->rowDeeds = [this] { return deedsOfRow(); };
  connect(m_grid, &CellGrid::cellTaken, this, [this](int row, int) {
    if (const OrderStep* step = at(row)) m_bench->take(StepRef(step->ref));
  });
  connect(bench, &OrderBench::changed, this, &StepsPage::say);
  connect(bench, &OrderBench::handChanged, this, &StepsPage::say);
}

int StepsPage::rows() const {
  const auto part = m_bench->partInHand();
  return part ? static_cast<int>(m_bench->order()->parts[*part].count) : 0;
}

const OrderStep* StepsPage::at(int row) const {
  if (row < 0 || row >= rows()) return nullptr;
  const WorkOrder& order = *m_bench->order();
  return &order.steps[order.parts[*m_bench->partInHand()].first + static_cast<std::size_t>(row)];
}

QString StepsPage::waitsWords(const OrderStep& step) const {
  if (step.waits.empty()) return {};
  // The first; the slate has the others of the step in hand.
  const QString first =
      asRead(waitWords(*m_bench->order(), m_bench->daybook(), step.waits.front(), m_session->notation()));
  return step.waits.size() == 1 ? first
                                : tr("%1, and %n more", nullptr, static_cast<int>(step.waits.size() - 1)).arg(first);
}

Cell StepsPage::cell(int row, int column) const {
  const OrderStep* step = at(row);
  if (step == nullptr) return {};
  Cell cell;
  cell.editable = column != Stands && column != WaitsFor;
  switch (column) {
    case Name:
      cell.text = asRead(step->words);
      cell.bold = step->state == StepState::Ready || step->state == StepState::InHand;
      break;
    case Stands:
      cell.text = asRead(stepStateWords(step->state));
      if (step->state == StepState::Done && isDay(step->doneDay))
        cell.text = tr("done %1").arg(dayWords(step->doneDay));
      if (step->isPassed) cell.text = tr("done before");
      if (step->state == StepState::Skipped) cell.text = tr("left out: %1").arg(asRead(step->skipped));
      if (step->state == StepState::InHand) cell.colour = look::inHand;
      if (!step->isOpen()) cell.colour = look::quietInk;
      break;
    case Planned:
      cell.text = step->planned.empty() ? QString() : dayWords(step->planned);
      if (step->isPlannedTooSoon && step->state == StepState::Waits) cell.verdict = Severity::LookAgain;
      break;
    case Hours:
      cell.text = hoursShown(step->hours);
      break;
    case WaitAfter:
      cell.text = step->waitHours > 0.0 ? hoursShown(step->waitHours) : QString();
      break;
    case Note:
      cell.text = asRead(step->note);
      break;
    default:
      cell.text = step->isOpen() ? waitsWords(*step) : QString();
  }
  return cell;
}

bool StepsPage::refuse(const QString& words) {
  emit m_grid->notUnderstood(words);
  return false;
}

bool StepsPage::enter(int row, int column, const QString& entered) {
  const OrderStep* step = at(row);
  if (step == nullptr) return false;
  const StepRef ref = step->ref;
  const QString typed = entered.trimmed();
  const QString name = asRead(step->words);
  bool understood = true;
  std::function<Result<Book>(const Book&)> edit;
  switch (column) {
    case Name:
      edit = [&](const Book& book) { return nameStep(book, ref, typed == name ? std::string() : typed.toStdString()); };
      if (typed == name) return true;
      break;
    case Planned:
      edit = [&](const Book& book) { return planStep(book, ref, typed.isEmpty() ? std::string() : typedDay(typed)); };
      break;
    case Hours: {
      const auto hours = typedNumber(typed, understood);
      if (!understood) return refuse(tr("\"%1\" is no number of hours.").arg(typed));
      edit = [ref, hours](const Book& book) { return setStepHours(book, ref, hours); };
      break;
    }
    case WaitAfter: {
      const auto hours = typedNumber(typed, understood);
      if (!understood) return refuse(tr("\"%1\" is no number of hours.").arg(typed));
      edit = [ref, hours](const Book& book) { return setStepWait(book, ref, hours, tr("by hand").toStdString()); };
      break;
    }
    default:
      edit = [&](const Book& book) { return noteStep(book, ref, typed.toStdString()); };
  }
  const bool done = m_bench->perform(tr("%1: %2").arg(m_grid->cells().columns[column], name), edit);
  if (done) emit m_grid->understood();
  return done;
}

void StepsPage::addFields(Slate* slate) {
  m_slate = slate;
  auto* group = slate->beginGroup(tr("Leave out, add, put elsewhere"));
  group->setObjectName(QStringLiteral("stepGroup"));
  m_fields.push_back(group);
  m_why = slate->addText(tr("Why it is left out"));
  m_why->setObjectName(QStringLiteral("whySkipped"));
  auto* skip = slate->addButton(tr("Leave the step out"), "skipStep");
  connect(skip, &QPushButton::clicked, this, &StepsPage::skip);
  m_new = slate->addText(tr("A step or part of your own"));
  m_new->setObjectName(QStringLiteral("ownWords"));
  auto* add = slate->addButton(tr("Add it as a step of this part"), "addStep");
  connect(add, &QPushButton::clicked, this, &StepsPage::add);
  auto* part = slate->addButton(tr("Add it as a part"), "addPart");
  connect(part, &QPushButton::clicked, this, &StepsPage::addOwnPart);
  auto* up = slate->addButton(tr("Put the step earlier"), "stepEarlier");
  connect(up, &QPushButton::clicked, this, [this] { move(-1); });
  auto* down = slate->addButton(tr("Put the step later"), "stepLater");
  connect(down, &QPushButton::clicked, this, [this] { move(1); });
  slate->endGroup();
}

void StepsPage::skip() {
  const OrderStep* step = m_bench->step();
  if (step == nullptr) return m_answer->say(tr("Take a step in hand first."));
  const StepRef ref = step->ref;
  const bool back = step->state == StepState::Skipped;
  const std::string why = m_why->text().trimmed().toStdString();
  const bool done = m_bench->perform(tr("Leave out %1").arg(asRead(step->words)), [&](const Book& book) {
    return skipStep(book, ref, back ? std::nullopt : std::optional(why));
  });
  if (done) m_why->clear();
}

void StepsPage::add() {
  const auto part = m_bench->partInHand();
  if (!part) return m_answer->say(tr("Take a part in hand first."));
  const WorkPart of = m_bench->order()->parts[*part].part;
  const std::string words = m_new->text().trimmed().toStdString();
  const bool done = m_bench->perform(tr("Add a step"), [&](const Book& book) { return addStep(book, of, words); });
  if (done) m_new->clear();
}

void StepsPage::addOwnPart() {
  const std::string name = m_new->text().trimmed().toStdString();
  if (!m_bench->perform(tr("Add a part"), [&](const Book& book) { return addPart(book, name); })) return;
  m_new->clear();
  WorkPart own;
  own.name = name;
  own.id = m_session->book()->daybook.parts.back().id.number;
  m_bench->bringUp();
  m_bench->takePart(own);
}

void StepsPage::move(int by) {
  const OrderStep* step = m_bench->step();
  if (step == nullptr) return m_answer->say(tr("Take a step in hand first."));
  const StepRef ref = step->ref;
  m_bench->perform(tr("Put %1 elsewhere").arg(asRead(step->words)),
                   [&](const Book& book) { return moveStep(book, m_bench->boat(), ref, by); });
}

std::vector<Deed> StepsPage::deedsOfRow() {
  const OrderStep* step = at(m_grid->currentIndex().row());
  if (step == nullptr) return {};
  const StepRef ref = step->ref;
  std::vector<Deed> deeds{
      {step->isRunning ? tr("Stop its clock") : tr("Begin it"), Qt::Key_unknown,
       [this, ref, running = step->isRunning] { running ? m_bench->stop(ref) : m_bench->begin(ref); }, step->isOpen()},
      {tr("It is done"), Qt::Key_unknown, [this, ref] { m_bench->finish(ref); }, step->isOpen()},
      {tr("It is not done after all"), Qt::Key_unknown, [this, ref] { m_bench->takeBack(ref); },
       step->state == StepState::Done && !step->isPassed},
      {tr("Put it earlier"), Qt::Key_unknown, [this] { move(-1); }},
      {tr("Put it later"), Qt::Key_unknown, [this] { move(1); }}};
  if (step->state == StepState::Skipped)
    deeds.push_back({tr("Leave it out no more"), Qt::Key_unknown, [this] { this->skip(); }});
  if (step->isOwn())
    deeds.push_back({tr("Erase this step of your own"), Qt::Key_unknown, [this, ref] {
                       m_bench->perform(tr("Erase a step"),
                                        [&](const Book& book) { return eraseOwnStep(book, ref.own); });
                     }});
  const WorkOrder& order = *m_bench->order();
  for (const std::size_t before : step->after) {
    if (!order.steps[before].isOpen()) continue;
    const StepRef first = order.steps[before].ref;
    deeds.push_back(
        {tr("Wait no more for %1").arg(asRead(stepWords(order, before))), Qt::Key_unknown, [this, ref, first] {
           m_bench->perform(tr("Wait no more"), [&](const Book& book) -> Result<Book> {
             // A wait made by hand is taken back; one of the trade's is let go.
             for (const StepLink& link : book.daybook.links) {
               if (link.first.isSame(first) && link.then.isSame(ref) && !link.letGo)
                 return unlinkSteps(book, first, ref);
             }
             return linkSteps(book, m_bench->boat(), {{}, first, ref, true, tr("by hand").toStdString()});
           });
         }});
  }
  for (const StepLink& link : m_bench->daybook().links) {
    if (!link.letGo || !link.then.isSame(ref)) continue;
    const std::size_t before = order.find(link.first);
    if (before >= order.steps.size()) continue;
    const StepRef first = link.first;
    deeds.push_back(
        {tr("Wait again for %1").arg(asRead(stepWords(order, before))), Qt::Key_unknown, [this, ref, first] {
           m_bench->perform(tr("Wait again"), [&](const Book& book) { return unlinkSteps(book, first, ref); });
         }});
  }
  return deeds;
}

void StepsPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  if (shown) say();
}

void StepsPage::say() {
  if (!isVisible() || m_bench->order() == nullptr) return;
  const auto part = m_bench->partInHand();
  if (!part) {
    m_words->setText(tr("Take a step in hand above: the steps of its part are listed here."));
  } else {
    const DraftPart& of = m_bench->order()->parts[*part];
    const std::size_t open = m_bench->order()->openOf(*part);
    m_words->setText(open == 0 && of.count > 0
                         ? tr("%1: all is done.").arg(asRead(of.words))
                         : tr("%1: %2 of %3 done. Right button on a row: begin, done, put elsewhere, wait no more.")
                               .arg(asRead(of.words))
                               .arg(of.count - open)
                               .arg(of.count));
  }
  m_grid->refresh();
  const auto inHand = m_bench->inHand();
  if (inHand && part)
    m_grid->follow(static_cast<int>(*inHand) - static_cast<int>(m_bench->order()->parts[*part].first));
}

}  // namespace narrows
