#include "stages/daybook/decisions_page.h"

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

DecisionsPage::DecisionsPage(Session* session, OrderBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_grid(new CellGrid(tr("Decisions"), session)),
      m_answer(new RefusedNote(session, this)) {
  auto* column = pageColumn(this, m_words);
  m_words->setText(
      tr("Nothing is fixed before it must be. Type what was decided in its column; emptied, it is open again."));
  m_grid->setObjectName(QStringLiteral("decisionsGrid"));
  column->addWidget(m_grid, 1);
  column->addWidget(m_answer);
  CellModel& cells = m_grid->cells();
  cells.columns = {tr("to be decided"), tr("can wait until"),       tr("who is asked"),
                   tr("decided"),       tr("last step without it"), tr("made again, if otherwise")};
  cells.rows = [this] {
    return m_bench->order() == nullptr ? 0 : static_cast<int>(m_bench->order()->decisions.size());
  };
  cells.isLength = [](int) { return false; };
  cells.rowKey = [this](int row) {
    const Decision& one = m_bench->order()->decisions[static_cast<std::size_t>(row)].decision;
    return one.kind == DecisionKind::Own ? QString::number(one.id.number) : asRead(decisionWords(one));
  };
  cells.cell = [this](int row, int at) { return cell(row, at); };
  cells.entered = [this](int row, int at, const QString& typed) { return enter(row, at, typed); };
  m_grid->refresh();
  for (const int at : {static_cast<int>(CanWait), static_cast<int>(Ask)})
    m_grid->horizontalHeader()->setSectionResizeMode(at, QHeaderView::ResizeToContents);
  m_grid->setUsualWay(FigureGrid::Way::Across);
  m_grid->rowDeeds = [this]() -> std::vector<Deed> {
    const int row = m_grid->currentIndex().row();
    if (m_bench->order() == nullptr || row < 0 || row >= static_cast<int>(m_bench->order()->decisions.size()))
      return {};
    const OpenDecision one = m_bench->order()->decisions[static_cast<std::size_t>(row)];
    const QString words = asRead(decisionWords(one.decision));
    std::vector<Deed> deeds{{tr("It is decided, as things stand"), Qt::Key_unknown,
                             [this, row] { m_bench->decide(static_cast<std::size_t>(row), {}); }, !one.isDecided},
                            {tr("It is open again"), Qt::Key_unknown,
                             [this, one, words] {
                               Decision open = one.decision;
                               open.decided.clear();
                               m_bench->perform(tr("Open again: %1").arg(words),
                                                [&](const Book& book) { return writeDecision(book, open); });
                             },
                             one.isDecided}};
    if (one.decision.kind == DecisionKind::Own)
      deeds.push_back({tr("Erase this question of your own"), Qt::Key_unknown, [this, one] {
                         m_bench->perform(tr("Erase a question"),
                                          [&](const Book& book) { return eraseDecision(book, one.decision.id); });
                       }});
    return deeds;
  };
  connect(bench, &OrderBench::changed, this, &DecisionsPage::say);
}

Cell DecisionsPage::cell(int row, int column) const {
  const WorkOrder& order = *m_bench->order();
  const OpenDecision& one = order.decisions[static_cast<std::size_t>(row)];
  const bool open = one.isOpen();
  Cell cell;
  cell.editable = column == Ask || column == Answer || (column == Question && one.decision.kind == DecisionKind::Own);
  switch (column) {
    case Question:
      cell.text = asRead(decisionWords(one.decision));
      cell.bold = open;
      break;
    case CanWait:
      cell.text = one.isDecided        ? tr("decided %1").arg(dayWords(one.decision.decided))
                  : one.byDoing        ? tr("decided by what is done")
                  : one.before.empty() ? tr("holds nothing up")
                  : one.daysLeft < 0.5 ? tr("needed now")
                                       : dayWords(dayAfter(order.today, static_cast<int>(one.daysLeft)));
      if (!open) cell.colour = look::quietInk;
      if (open && !one.before.empty() && one.daysLeft < 0.5) cell.verdict = Severity::LookAgain;
      break;
    case LastStep:
      if (open && one.lastBefore) cell.text = asRead(stepWords(order, *one.lastBefore));
      break;
    case Again: {
      if (one.madeAgain == 0) {
        cell.text = tr("nothing yet");
        break;
      }
      QStringList parts;
      for (std::size_t i = 0; i < std::min<std::size_t>(one.againParts.size(), 3); ++i)
        parts << asRead(order.parts[one.againParts[i]].words);
      if (one.againParts.size() > 3) parts << tr("…");
      cell.text = tr("%n step(|s): %1", nullptr, static_cast<int>(one.madeAgain)).arg(parts.join(tr(", ")));
      break;
    }
    case Ask:
      cell.text = asRead(one.decision.ask);
      break;
    default:
      cell.text = asRead(one.decision.answer);
      if (cell.text.isEmpty() && one.isDecided) cell.text = tr("as it stands");
  }
  return cell;
}

bool DecisionsPage::enter(int row, int column, const QString& entered) {
  Decision decision = m_bench->order()->decisions[static_cast<std::size_t>(row)].decision;
  const std::string typed = entered.trimmed().toStdString();
  if (column == Question) decision.question = typed;
  if (column == Ask) decision.ask = typed;
  if (column == Answer) {
    decision.answer = typed;
    decision.decided = typed.empty() ? std::string() : m_bench->order()->today;
  }
  const bool done = m_bench->perform(tr("Decided: %1").arg(asRead(decisionWords(decision))),
                                     [&](const Book& book) { return writeDecision(book, decision); });
  if (done) emit m_grid->understood();
  return done;
}

void DecisionsPage::addFields(Slate* slate) {
  m_slate = slate;
  m_new = slate->addText(tr("To be decided before the step in hand"));
  m_new->setObjectName(QStringLiteral("ownQuestion"));
  m_fields.push_back(m_new);
  auto* add = slate->addButton(tr("Leave it open"), "addDecision");
  connect(add, &QPushButton::clicked, this, &DecisionsPage::add);
  m_fields.push_back(add);
}

void DecisionsPage::add() {
  const OrderStep* step = m_bench->step();
  if (step == nullptr) return m_answer->say(tr("Take the step that waits for it in hand first."));
  Decision decision;
  decision.question = m_new->text().trimmed().toStdString();
  decision.before = {step->ref};
  if (m_bench->perform(tr("To be decided: %1").arg(asRead(decision.question)),
                       [&](const Book& book) { return writeDecision(book, decision); }))
    m_new->clear();
}

void DecisionsPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  if (shown) say();
}

void DecisionsPage::say() {
  if (isVisible()) m_grid->refresh();
}

}  // namespace narrows
