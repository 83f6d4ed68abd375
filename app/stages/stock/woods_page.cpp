#include "stages/stock/woods_page.h"

#include <QLabel>
#include <algorithm>
#include <set>

#include "book/stock_edits.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"

namespace narrows {

WoodsPage::WoodsPage(Session* session, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_words(new QLabel(this)),
      m_rates(new CellGrid(tr("How far woods move"), session)) {
  auto* column = pageColumn(this, m_words);
  m_words->setText(
      tr("How much of its width wood moves for each per cent of moisture. Type over what you have measured, and say "
         "who says "
         "so; an empty cell is the usual again."));
  m_rates->setObjectName(QStringLiteral("movementRates"));
  column->addWidget(m_rates, 1);
  column->addWidget(new RefusedNote(session, this));
  CellModel& cells = m_rates->cells();
  cells.columns = {tr("slab, %"), tr("quarter, %"), tr("source")};
  cells.columnKey = [](int at) { return QString::number(at); };
  cells.isLength = [](int) { return false; };
  cells.rows = [this] { return static_cast<int>(woods().size()); };
  cells.rowName = [this](int row) {
    const auto names = woods();
    return static_cast<std::size_t>(row) < names.size() ? QString::fromStdString(names[static_cast<std::size_t>(row)])
                                                        : QString();
  };
  cells.cell = [this](int row, int at) { return cell(row, at); };
  cells.entered = [this](int row, int at, const QString& text) { return enter(row, at, text); };
  m_rates->setUsualWay(FigureGrid::Way::Across);
  // While something is slid its figures follow when it is let go.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
}

std::vector<std::string> WoodsPage::woods() const {
  std::set<std::string> names;
  if (!m_session->hasBook()) return {};
  for (const Board& board : m_session->book()->boards) names.insert(board.species);
  for (const MovementRate& rate : m_session->book()->stock.rates) names.insert(rate.species);
  return {names.begin(), names.end()};
}

Cell WoodsPage::cell(int row, int column) const {
  const auto names = woods();
  Cell cell;
  if (static_cast<std::size_t>(row) >= names.size()) return cell;
  const MovementRate rate = movementOf(m_session->book()->stock, names[static_cast<std::size_t>(row)]);
  cell.editable = true;
  cell.text = column == Source ? QString::fromStdString(rate.source)
                               : QLocale().toString(100.0 * (column == Slab ? rate.slab : rate.quarter), 'f', 2);
  return cell;
}

bool WoodsPage::enter(int row, int column, const QString& text) {
  const auto names = woods();
  if (static_cast<std::size_t>(row) >= names.size()) return false;
  const std::string& wood = names[static_cast<std::size_t>(row)];
  StockPlan plan = m_session->book()->stock;
  const QString typed = text.trimmed();
  auto found =
      std::find_if(plan.rates.begin(), plan.rates.end(), [&](const MovementRate& one) { return one.species == wood; });
  if (typed.isEmpty()) {
    if (found != plan.rates.end()) plan.rates.erase(found);
  } else {
    if (found == plan.rates.end()) {
      MovementRate rate = movementOf(plan, wood);
      rate.species = wood;
      if (column != Source) rate.source = tr("the builder's own").toStdString();
      plan.rates.push_back(rate);
      found = plan.rates.end() - 1;
    }
    bool isNumber = true;
    if (column == Source) {
      found->source = typed.toStdString();
    } else {
      (column == Slab ? found->slab : found->quarter) =
          QString::fromStdString(typedFigure(typed)).toDouble(&isNumber) / 100.0;
    }
    if (!isNumber) {
      emit m_rates->notUnderstood(tr("\"%1\" is no number.").arg(text));
      return false;
    }
  }
  const bool done =
      m_session->perform(tr("How far %1 moves").arg(QString::fromStdString(wood)), setStock(*m_session->book(), plan));
  if (done) emit m_rates->understood();
  return done;
}

void WoodsPage::showAs(bool shown) {
  if (shown) layOut();
}

void WoodsPage::layOut() {
  if (isVisible() && m_session->hasBook()) m_rates->refresh();
}

}  // namespace narrows
