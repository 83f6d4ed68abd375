#include "stages/stock/rules_page.h"

#include <QHeaderView>
#include <QLabel>
#include <algorithm>

#include "book/stock_edits.h"
#include "canvas/length_field.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"
#include "stages/stock/stock_bench.h"

namespace narrows {

RulesPage::RulesPage(Session* session, StockBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_rules(new CellGrid(tr("Rules of the stock"), session)),
      m_answer(new RefusedNote(session, this)) {
  auto* column = pageColumn(this, m_words);
  m_words->setText(tr(
      "Usual practice, to start from: type over what your designer or your own wood says otherwise. An empty cell is "
      "the usual again."));
  m_rules->setObjectName(QStringLiteral("stockRules"));
  column->addWidget(m_rules, 1);
  column->addWidget(m_answer);
  makeRules();
  CellModel& rules = m_rules->cells();
  rules.columns = {tr("rule"), tr("why")};
  rules.columnKey = [](int at) { return QString::number(at); };
  rules.rows = [this] { return static_cast<int>(m_all.size()); };
  rules.rowName = [this](int row) { return m_all[static_cast<std::size_t>(row)].name; };
  rules.isLength = [](int) { return false; };
  rules.cell = [this](int row, int at) {
    const Rule& rule = m_all[static_cast<std::size_t>(row)];
    Cell cell;
    cell.text = at == 0 ? rule.shown() : rule.why;
    cell.editable = at == 0;
    if (at == 0 && rule.exact) cell.exact = rule.exact();
    return cell;
  };
  rules.entered = [this](int row, int, const QString& text) {
    const Rule& rule = m_all[static_cast<std::size_t>(row)];
    StockPlan plan = m_session->book()->stock;
    return rule.set(plan, text.trimmed()) && perform(rule.name, plan);
  };
  // While something is slid its figures follow when it is let go.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
}

void RulesPage::addLength(const QString& name, const QString& why, const std::function<double()>& shownMm,
                          std::optional<Length> StockPlan::*of) {
  Rule rule{name, why, true, {}, {}, {}};
  rule.shown = [this, shownMm] { return m_session->shown(shownMm()); };
  rule.exact = [this, shownMm] { return exactText(millimetres(shownMm()), m_session->notation()); };
  rule.set = [this, of](StockPlan& plan, const QString& text) {
    (plan.*of).reset();
    if (text.isEmpty()) return true;
    const auto read = typedLength(text, bareUnit(m_session->notation()));
    if (!read) {
      emit m_rules->notUnderstood(QString::fromStdString(describe(read.error()[0])));
      return false;
    }
    plan.*of = *read;
    return true;
  };
  m_all.push_back(std::move(rule));
}

void RulesPage::addNumber(const QString& name, const QString& why, int decimals, const std::function<double()>& shown,
                          std::optional<double> StockPlan::*of) {
  Rule rule{name, why, false, {}, {}, {}};
  rule.shown = [shown, decimals] { return QLocale().toString(shown(), 'f', decimals); };
  rule.set = [this, of](StockPlan& plan, const QString& text) {
    (plan.*of).reset();
    if (text.isEmpty()) return true;
    bool isNumber = false;
    const double number = QString::fromStdString(typedFigure(text)).toDouble(&isNumber);
    if (isNumber) plan.*of = number;
    if (!isNumber) emit m_rules->notUnderstood(tr("\"%1\" is no number.").arg(text));
    return isNumber;
  };
  m_all.push_back(std::move(rule));
}

void RulesPage::addYesNo(const QString& name, const QString& why, const std::function<bool()>& shown,
                         const std::function<void(StockPlan&, bool)>& set) {
  Rule rule{name, why, false, {}, {}, {}};
  rule.shown = [shown] { return shown() ? tr("yes") : tr("no"); };
  rule.set = [this, set](StockPlan& plan, const QString& text) {
    const bool isYes = text.compare(tr("yes"), Qt::CaseInsensitive) == 0;
    if (!isYes && text.compare(tr("no"), Qt::CaseInsensitive) != 0) {
      emit m_rules->notUnderstood(tr("Type yes or no."));
      return false;
    }
    set(plan, isYes);
    return true;
  };
  m_all.push_back(std::move(rule));
}

void RulesPage::makeRules() {
  const auto make = [this] { return m_bench->make(); };
  addLength(
      tr("Kept from edges and faults"), tr("edges are rarely true, and checks run on"),
      [make] { return make().marginMm; }, &StockPlan::margin);
  addLength(
      tr("Kerf between pieces"), tr("what the saw takes"), [make] { return make().kerfMm; }, &StockPlan::kerf);
  addLength(
      tr("Planed off a board, both faces"), tr("a board is never as thick as it is bought"),
      [make] { return make().planedMm; }, &StockPlan::planed);
  Rule clear{tr("Clear from strake"), tr("topsides wet and dry; empty: by the waterline"), false, {}, {}, {}};
  clear.shown = [this] {
    const auto& from = m_session->book()->stock.clearFrom;
    return from ? QString::number(*from) : tr("by the waterline");
  };
  clear.exact = [this] {
    const auto& from = m_session->book()->stock.clearFrom;
    return from ? QString::number(*from) : QString();
  };
  clear.set = [this](StockPlan& plan, const QString& text) {
    plan.clearFrom.reset();
    if (text.isEmpty() || text == tr("by the waterline")) return true;
    bool isNumber = false;
    plan.clearFrom = text.toInt(&isNumber);
    if (!isNumber) emit m_rules->notUnderstood(tr("\"%1\" is no strake: a number from the garboard, 1, up.").arg(text));
    return isNumber;
  };
  m_all.push_back(std::move(clear));
  addNumber(
      tr("Sound knots, of the width"), tr("at a wider one the plank breaks"), 2, [make] { return make().knotShare; },
      &StockPlan::knotShare);
  addLength(
      tr("Knots clear of edge, fastening, scarf"), tr("an edge's width: nearer, it breaks out"),
      [make] { return make().knotClearMm; }, &StockPlan::knotClear);
  makeFaultRules();
  addNumber(
      tr("Grain runs out one in, at least"), tr("steeper, and it breaks across as it is bent"), 0,
      [make] { return make().runOut; }, &StockPlan::runOut);
  addLength(
      tr("What is left is a board from"), tr("what is shorter goes to blocks"), [make] { return make().leastLengthMm; },
      &StockPlan::leastLength);
  addLength(
      tr("and from this width"), tr("narrower than a hood end is no plank"), [make] { return make().leastWidthMm; },
      &StockPlan::leastWidth);
  addSizes(tr("Lengths that can be bought"), tr("sizes of your mill, one after another with semicolons"),
           &BoardsSold::lengths, &MillSizes::lengths);
  addSizes(tr("Widths that can be bought"), tr("square-edged"), &BoardsSold::widths, &MillSizes::widths);
  addSizes(tr("Thicknesses that can be bought"), tr("off the saw, before they are planed"), &BoardsSold::thicknesses,
           &MillSizes::thicknesses);
}

void RulesPage::addSizes(const QString& name, const QString& why, std::vector<Length> BoardsSold::*sold,
                         std::vector<Length> MillSizes::*own) {
  Rule rule{name, why, false, {}, {}, {}};
  const auto list = [this, sold](const std::function<QString(Length)>& written) {
    const bool inMetres = m_session->notation() == Notation::Millimetres;
    QStringList words;
    const BoardsSold all = boardsSold(m_session->book()->stock.mill, inMetres);
    for (const Length one : all.*sold) words << written(one);
    return words.join(QStringLiteral("; "));
  };
  // The whole list stands in the open cell; closed it is too long for a column.
  rule.shown = [this, sold] {
    const BoardsSold all = boardsSold(m_session->book()->stock.mill, m_session->notation() == Notation::Millimetres);
    const std::vector<Length>& sizes = all.*sold;
    const auto words = [this](Length one) { return QString::fromStdString(showLong(one, m_session->notation())); };
    return sizes.size() == 1
               ? words(sizes.front())
               : tr("%1 to %2, %3 sizes").arg(words(sizes.front()), words(sizes.back())).arg(sizes.size());
  };
  rule.exact = [this, list] { return list([this](Length one) { return exactText(one, m_session->notation()); }); };
  rule.set = [this, own](StockPlan& plan, const QString& text) {
    const auto sizes = parseSizes(text.toStdString(), bareUnit(m_session->notation()));
    if (!sizes) {
      emit m_rules->notUnderstood(QString::fromStdString(describe(sizes.error())));
      return false;
    }
    plan.mill.*own = *sizes;
    return true;
  };
  m_all.push_back(std::move(rule));
}

void RulesPage::makeFaultRules() {
  const auto make = [this] { return m_bench->make(); };
  const auto letIn = [&](const QString& name, const QString& why, BoardFaultKind kind) {
    addYesNo(
        name, why, [make, kind] { return !make().letsIn(kind); },
        [kind](StockPlan& plan, bool out) {
          std::erase(plan.letIn, kind);
          if (!out) plan.letIn.push_back(kind);
        });
  };
  letIn(tr("Loose knots cut out"), tr("they fall out; no: they are plugged"), BoardFaultKind::Loose);
  addLength(
      tr("The widest plug"), tr("a wider one works loose"), [make] { return make().widestPlugMm; },
      &StockPlan::widestPlug);
  addNumber(
      tr("Minutes for a plug"), tr("bored, glued, pared, and the waiting"), 0, [make] { return make().plugMinutes; },
      &StockPlan::plugMinutes);
  letIn(tr("Heart cut out"), tr("it opens from end to end as it dries"), BoardFaultKind::Heart);
  letIn(tr("Checks cut off"), tr("they run on when the plank is bent"), BoardFaultKind::Check);
  letIn(tr("Splits cut off"), tr("they run on when the plank is bent"), BoardFaultKind::Split);
  letIn(tr("Nails missed"), tr("a hidden nail wrecks the saw, and hurts"), BoardFaultKind::Nail);
  letIn(tr("Wane cut off"), tr("there is no edge to caulk or fasten"), BoardFaultKind::Wane);
  addYesNo(
      tr("Sap cut out of every piece"), tr("where it rots; out of clear pieces in any case"),
      [make] { return make().sapOut; }, [](StockPlan& plan, bool out) { plan.sapOut = out; });
}

bool RulesPage::perform(const QString& words, const StockPlan& plan) {
  const bool done = m_session->perform(words, setStock(*m_session->book(), plan));
  if (done) emit m_rules->understood();
  return done;
}

void RulesPage::showAs(bool shown) {
  if (shown) layOut();
}

void RulesPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  m_rules->refresh();
}

}  // namespace narrows
