#include "stages/stock/movement_page.h"

#include <QLabel>
#include <QVBoxLayout>

#include "book/stock_edits.h"
#include "canvas/look.h"
#include "canvas/number_field.h"
#include "canvas/tongue.h"
#include "commands/change_plan.h"
#include "commands/session.h"
#include "stages/page_column.h"
#include "stages/slate.h"
#include "stages/stock/stock_bench.h"

namespace narrows {

MovementPage::MovementPage(Session* session, StockBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_grid(new CellGrid(tr("How planks move"), session)) {
  auto* column = pageColumn(this, m_words);
  m_grid->setObjectName(QStringLiteral("movement"));
  column->addWidget(m_grid, 1);
  CellModel& cells = m_grid->cells();
  cells.columns = {tr("as cut"),
                   tr("moisture\nas cut"),
                   tr("sawn"),
                   tr("moves, %\na per cent"),
                   tr("driest,\nor afloat"),
                   tr("opens,\n− closes"),
                   tr("now")};
  cells.columnKey = [](int at) { return QString::number(at); };
  cells.rows = [this] { return static_cast<int>(movement().planks.size()); };
  cells.rowName = [this](int row) {
    const auto& planks = movement().planks;
    return static_cast<std::size_t>(row) < planks.size()
               ? QString::fromStdString(
                     pieceWords(planks[static_cast<std::size_t>(row)].of, planks[static_cast<std::size_t>(row)].count))
               : QString();
  };
  cells.cell = [this](int row, int at) { return cell(row, at); };
  connect(m_grid, &CellGrid::cellTaken, this, [this](int row, int) {
    const auto& planks = movement().planks;
    if (row >= 0 && static_cast<std::size_t>(row) < planks.size())
      m_bench->takePiece(planks[static_cast<std::size_t>(row)].of);
  });
  // While something is slid its figures follow when it is let go.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
  connect(bench, &StockBench::changed, this, &MovementPage::layOut);
}

void MovementPage::change(const QString& words, const std::function<void(StockPlan&)>& change) {
  changePlan(m_session, words, &Book::stock, &setStock, change);
}

void MovementPage::addFields(Slate* slate) {
  m_slate = slate;
  const auto field = [&](const QString& name, std::function<double()> shown, std::optional<double> StockPlan::*of) {
    m_fields.push_back(slate->addNumber(name, {0.0, 100.0, 1}, std::move(shown), [this, name, of](double entered) {
      change(name, [&](StockPlan& plan) { plan.*of = entered; });
    }));
  };
  field(
      tr("Moisture above the waterline, at its driest, %"), [this] { return m_bench->make().driest; },
      &StockPlan::driest);
  field(
      tr("Moisture afloat, below it, %"), [this] { return m_bench->make().wettest; }, &StockPlan::wettest);
  field(
      tr("Of boards that were not measured, %"), [this] { return m_bench->make().moisture; }, &StockPlan::moisture);
  field(
      tr("Measured now, as they hang, % (0: not)"),
      [this] { return m_session->book()->stock.moistureNow.value_or(0.0); }, &StockPlan::moistureNow);
}

void MovementPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  if (shown) layOut();
}

const WoodMovement& MovementPage::movement() const {
  const BookSnapshot& book = m_session->book();
  if (m_of == book && m_ofPieces == m_bench->sharedPieces()) return m_movement;
  m_of = book;
  m_ofPieces = m_bench->sharedPieces();
  m_movement = {};
  if (book == nullptr) return m_movement;
  std::vector<PlankOnBoard> planks;
  for (const WantedPiece& one : m_bench->pieces()) {
    const Laying* laying = one.of.kind == PieceKind::Plank ? findLaying(*book, one.of) : nullptr;
    const Board* board = laying == nullptr ? nullptr : findBoard(*book, laying->board);
    if (board != nullptr) planks.push_back({&one, board, widestMm(one)});
  }
  const WeighingFigures figures = weighingFigures(*book);
  const auto limit = limitOf(Measure::SeamMove, figures, false, 0.0);
  StockPlan plan = book->stock;
  if (plan.moistureNow && *plan.moistureNow <= 0.0) plan.moistureNow.reset();
  m_movement = woodMovement(planks, plan, m_bench->make(), limit ? limit->look : mmPerInch / 16.0);
  return m_movement;
}

Cell MovementPage::cell(int row, int column) const {
  const auto& planks = movement().planks;
  Cell cell;
  if (static_cast<std::size_t>(row) >= planks.size()) return cell;
  const PlankMoves& plank = planks[static_cast<std::size_t>(row)];
  const auto thin = [&](double mm) { return QString::fromStdString(showThin(millimetres(mm), m_session->notation())); };
  const auto percent = [](double moisture) { return tr("%1 %").arg(QLocale().toString(moisture, 'f', 0)); };
  switch (column) {
    case Width:
      cell.text = thin(plank.widthMm);
      break;
    case Was:
      cell.text = percent(plank.moisture) + (plank.isMeasured ? QString() : tr(", not measured"));
      break;
    case Cut:
      cell.text = plank.sawn ? wordOf(sawnName(*plank.sawn)) : tr("taken as slab");
      break;
    case Rate:
      cell.text = QLocale().toString(100.0 * plank.rate, 'f', 2);
      break;
    case Then:
      cell.text = tr("%1 at %2").arg(thin(plank.toMm), percent(plank.toMoisture));
      break;
    case Opens:
      cell.text = (plank.opensMm() < 0.0 ? QStringLiteral("−") : QString()) + thin(std::abs(plank.opensMm()));
      for (const MovementCare& care : movement().cares) {
        if (care.why == MovementCare::Why::HungWet && care.plank == static_cast<std::size_t>(row))
          cell.verdict = Severity::LookAgain;
      }
      break;
    default:
      cell.text = plank.nowMm ? thin(*plank.nowMm) : QString();
  }
  return cell;
}

void MovementPage::say() {
  const WoodMovement& moves = movement();
  if (moves.planks.empty()) {
    m_words->setText(
        tr("Lay planks on boards, and their movement is told here: by their wood, how it is sawn, and its moisture."));
    return look::say(m_words, look::Voice::Plain);
  }
  QStringList words;
  int wet = 0, cuts = 0;
  for (const MovementCare& care : moves.cares) (care.why == MovementCare::Why::HungWet ? wet : cuts) += 1;
  const auto name = [&](std::size_t i) {
    return QString::fromStdString(pieceWords(moves.planks[i].of, moves.planks[i].count));
  };
  for (const MovementCare& care : moves.cares) {
    if (care.why == MovementCare::Why::HungWet && wet > 0) {
      words << tr("%1 goes on wet above the waterline: its seam opens %2 in a dry summer. Let it dry, or hang it so "
                  "that the seam "
                  "is tight then.")
                   .arg(name(care.plank), m_session->shown(care.mm));
      if (wet > 1) words.back() += QLatin1Char(' ') + tr("%n more plank(|s) likewise.", nullptr, wet - 1);
      wet = 0;
    }
    if (care.why == MovementCare::Why::TwoCuts && cuts > 0) {
      words << tr("%1 and %2 are sawn differently, one quarter and one slab: they move by %3 more or less than each "
                  "other.")
                   .arg(name(care.plank), name(care.beside), m_session->shown(care.mm));
      if (cuts > 1) words.back() += QLatin1Char(' ') + tr("%n more pair(|s) likewise.", nullptr, cuts - 1);
      cuts = 0;
    }
  }
  look::say(m_words, words.isEmpty() ? look::Voice::Plain : look::Voice::LookAgain);
  m_words->setText(
      words.isEmpty()
          ? tr("No seam of a plank that is laid opens by more than one looks at. Wood swells and shrinks across "
               "the grain, hardly along it; above %1 % it is as wide as it gets.")
                .arg(QLocale().toString(fibresFull, 'f', 0))
          : words.join('\n'));
}

void MovementPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  say();
  m_grid->refresh();
}

}  // namespace narrows
