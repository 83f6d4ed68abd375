#include "stages/daybook/holds_page.h"

#include <QComboBox>
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

QStringList kindNames() {
  return {HoldsPage::tr("delivery"), HoldsPage::tr("weather"), HoldsPage::tr("a helper"), HoldsPage::tr("other")};
}

}  // namespace

HoldsPage::HoldsPage(Session* session, OrderBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_grid(new CellGrid(tr("What is waited for"), session)),
      m_answer(new RefusedNote(session, this)) {
  auto* column = pageColumn(this, m_words);
  m_grid->setObjectName(QStringLiteral("holdsGrid"));
  column->addWidget(m_grid, 1);
  column->addWidget(m_answer);
  CellModel& cells = m_grid->cells();
  cells.columns = {tr("what"), tr("kind"), tr("holds up"), tr("expected"), tr("came")};
  cells.rows = [this] { return m_session->hasBook() ? static_cast<int>(m_session->book()->daybook.holds.size()) : 0; };
  cells.isLength = [](int) { return false; };
  cells.rowKey = [this](int row) {
    return QString::number(m_session->book()->daybook.holds[static_cast<std::size_t>(row)].id.number);
  };
  cells.cell = [this](int row, int at) { return cell(row, at); };
  cells.entered = [this](int row, int at, const QString& typed) { return enter(row, at, typed); };
  m_grid->refresh();
  for (const int at : {static_cast<int>(Expected), static_cast<int>(Over)})
    m_grid->horizontalHeader()->setSectionResizeMode(at, QHeaderView::ResizeToContents);
  m_grid->setUsualWay(FigureGrid::Way::Across);
  m_grid->rowDeeds = [this]() -> std::vector<Deed> {
    const int row = m_grid->currentIndex().row();
    const auto& holds = m_session->book()->daybook.holds;
    if (row < 0 || row >= static_cast<int>(holds.size())) return {};
    const Hold hold = holds[static_cast<std::size_t>(row)];
    const OrderStep* step = m_bench->step();
    const StepRef ref = step != nullptr ? step->ref : StepRef{};
    return {{tr("It came, or cleared, today"), Qt::Key_unknown,
             [this, hold] {
               Hold over = hold;
               over.over = m_bench->order()->today;
               m_bench->perform(tr("Came: %1").arg(asRead(hold.what)),
                                [&](const Book& book) { return writeHold(book, over); });
             },
             hold.over.empty()},
            {tr("It holds up the step in hand too"), Qt::Key_unknown,
             [this, hold, ref] {
               Hold more = hold;
               more.steps.push_back(ref);
               m_bench->perform(tr("Held up by %1").arg(asRead(hold.what)),
                                [&](const Book& book) { return writeHold(book, more); });
             },
             step != nullptr},
            {tr("Erase it"), Qt::Key_unknown, [this, hold] {
               m_bench->perform(tr("Erase %1").arg(asRead(hold.what)),
                                [&](const Book& book) { return eraseHold(book, hold.id); });
             }}};
  };
  connect(bench, &OrderBench::changed, this, &HoldsPage::say);
}

Cell HoldsPage::cell(int row, int column) const {
  const Hold& hold = m_session->book()->daybook.holds[static_cast<std::size_t>(row)];
  Cell cell;
  cell.editable = column == What || column == Expected || column == Over;
  switch (column) {
    case What:
      cell.text = asRead(hold.what);
      cell.bold = hold.over.empty();
      break;
    case Kind:
      cell.text = kindNames()[static_cast<int>(hold.kind)];
      break;
    case For: {
      const WorkOrder* order = m_bench->order();
      const std::size_t first = order == nullptr || hold.steps.empty() ? 0 : order->find(hold.steps.front());
      if (order != nullptr && !hold.steps.empty() && first < order->steps.size())
        cell.text = asRead(stepWords(*order, first));
      if (hold.steps.size() > 1) cell.text += tr(", and %n more", nullptr, static_cast<int>(hold.steps.size() - 1));
      break;
    }
    case Expected:
      cell.text = hold.expected.empty() ? QString() : dayWords(hold.expected);
      if (hold.over.empty() && m_bench->order() != nullptr && !hold.expected.empty() &&
          hold.expected < m_bench->order()->today)
        cell.verdict = Severity::LookAgain;
      break;
    default:
      cell.text = hold.over.empty() ? QString() : dayWords(hold.over);
  }
  return cell;
}

bool HoldsPage::enter(int row, int column, const QString& entered) {
  Hold hold = m_session->book()->daybook.holds[static_cast<std::size_t>(row)];
  const QString typed = entered.trimmed();
  const std::string day = typed.isEmpty() ? std::string() : typedDay(typed);
  if (column == What) hold.what = typed.toStdString();
  if (column == Expected) hold.expected = day;
  if (column == Over) hold.over = day;
  const bool done = m_bench->perform(tr("Waited for: %1").arg(asRead(hold.what)),
                                     [&](const Book& book) { return writeHold(book, hold); });
  if (done) emit m_grid->understood();
  return done;
}

void HoldsPage::addFields(Slate* slate) {
  m_slate = slate;
  auto* what = slate->addText(tr("The step in hand waits for"));
  what->setObjectName(QStringLiteral("holdWhat"));
  m_what = what;
  m_fields.push_back(what);
  auto* kind = slate->addChoice(
      tr("which is"), kindNames(), [this] { return m_kind; }, [this](int index) { m_kind = index; });
  kind->setObjectName(QStringLiteral("holdKind"));
  m_fields.push_back(kind);
  auto* day = slate->addText(tr("expected on"));
  day->setObjectName(QStringLiteral("holdDay"));
  m_day = day;
  m_fields.push_back(day);
  auto* add = slate->addButton(tr("Wait for it"), "addHold");
  connect(add, &QPushButton::clicked, this, &HoldsPage::add);
  m_fields.push_back(add);
}

void HoldsPage::add() {
  const OrderStep* step = m_bench->step();
  if (step == nullptr) return m_answer->say(tr("Take the step that waits in hand first."));
  auto* what = static_cast<QLineEdit*>(m_what);
  auto* day = static_cast<QLineEdit*>(m_day);
  Hold hold;
  hold.kind = static_cast<HoldKind>(m_kind);
  hold.what = what->text().trimmed().toStdString();
  hold.steps = {step->ref};
  if (!day->text().trimmed().isEmpty()) hold.expected = typedDay(day->text().trimmed());
  if (!m_bench->perform(tr("Wait for %1").arg(asRead(hold.what)),
                        [&](const Book& book) { return writeHold(book, hold); }))
    return;
  what->clear();
  day->clear();
}

void HoldsPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  if (shown) say();
}

void HoldsPage::say() {
  if (!isVisible() || !m_session->hasBook()) return;
  const auto& holds = m_session->book()->daybook.holds;
  const auto open = std::count_if(holds.begin(), holds.end(), [](const Hold& one) { return one.over.empty(); });
  m_words->setText(
      holds.empty() ? tr("Nothing is waited for but steps, glue and paint. A delivery, a dry week, a helper: take the "
                         "step that waits in hand, and say so on the right.")
                    : tr("%n thing(|s) waited for. Type the day on which it came in the last column.", nullptr,
                         static_cast<int>(open)));
  m_grid->refresh();
}

}  // namespace narrows
