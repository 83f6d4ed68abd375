// The slate of Lining off: what its plan is weighed against, and looking for a better one.

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>

#include "book/weighing_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "stages/lining/lining_slate.h"
#include "stages/lining/measure_words.h"
#include "stages/lining/suggest_panel.h"

namespace narrows {

void LiningSlate::changeWeighing(const QString& words, const std::function<void(WeighingPlan&)>& change) {
  if (m_showing) return;
  WeighingPlan plan = book().weighing;
  change(plan);
  perform(words, setWeighing(book(), plan));
}

std::optional<Limit> LiningSlate::limitInHand() const {
  const auto at = strake();
  const WeighingFigures figures = weighingFigures(book());
  const auto& solved = m_session->solved();
  const Weighing* weighing = solved == nullptr ? nullptr : solved->weighingOf(side());
  const Weighed* widest = at && weighing != nullptr ? weighing->worst(Measure::Width, *at) : nullptr;
  return limitOf(m_measure, figures, at && lining()->isBroad(*at),
                 widest != nullptr ? widest->value : figures.usual.widest.mm());
}

void LiningSlate::setLimit(bool trouble, double value) {
  Limit limit = limitInHand().value_or(Limit{value, value});
  (trouble ? limit.trouble : limit.look) = value;
  // The other limit gives way where it must.
  if (isLeast(m_measure)) {
    trouble ? limit.look = std::max(limit.look, value) : limit.trouble = std::min(limit.trouble, value);
  } else {
    trouble ? limit.look = std::min(limit.look, value) : limit.trouble = std::max(limit.trouble, value);
  }
  changeWeighing(tr("Limit of %1").arg(measureName(m_measure)), [&](WeighingPlan& plan) {
    std::erase_if(plan.limits, [this](const OwnLimit& own) { return own.measure == m_measure; });
    plan.limits.push_back({m_measure, limit});
  });
}

void LiningSlate::addWeighing() {
  beginGroup(tr("What it is weighed against"))->setObjectName(QStringLiteral("weighing"));
  QStringList names;
  for (const Measure measure : everyMeasure) names << measureName(measure);
  addChoice(
      tr("Limit of"), names, [this] { return static_cast<int>(m_measure); },
      [this](int index) {
        m_measure = everyMeasure[static_cast<std::size_t>(index)];
        showAll();
      })
      ->setObjectName(QStringLiteral("limitOf"));
  m_whyWords = addHeading({});
  for (const bool trouble : {false, true}) {
    const QString name = trouble ? tr("Trouble from") : tr("Look again from");
    const auto value = [this, trouble] {
      const auto limit = limitInHand();
      return !limit ? 0.0 : trouble ? limit->trouble : limit->look;
    };
    m_limitLength[trouble] = addLength(
        name, [value] { return millimetres(value()); },
        [this, trouble](Length length) { setLimit(trouble, length.mm()); });
    m_limitNumber[trouble] = addNumber(name + QStringLiteral(" "), {0.0, 1000.0, 2}, value,
                                       [this, trouble](double number) { setLimit(trouble, number); });
  }
  m_usualLimit = addButton(tr("The usual limit again"), "usualLimit");
  connect(m_usualLimit, &QPushButton::clicked, this, [this] {
    changeWeighing(tr("The usual limit of %1").arg(measureName(m_measure)), [this](WeighingPlan& plan) {
      std::erase_if(plan.limits, [this](const OwnLimit& own) { return own.measure == m_measure; });
    });
  });
  const auto stock = [this](const QString& name, std::optional<Length> WeighingPlan::*which,
                            double WeighingFigures::*usual) {
    addLength(
        name, [this, usual] { return millimetres(weighingFigures(book()).*usual); },
        [this, which](Length length) {
          changeWeighing(tr("The stock"), [&](WeighingPlan& plan) { plan.*which = length; });
        });
  };
  stock(tr("Boards, rough, thick"), &WeighingPlan::boardThickness, &WeighingFigures::boardThicknessMm);
  stock(tr("Boards, wide"), &WeighingPlan::boardWidth, &WeighingFigures::boardWidthMm);
  stock(tr("Boards, long"), &WeighingPlan::boardLength, &WeighingFigures::boardLengthMm);
  stock(tr("Planing fair takes"), &WeighingPlan::planing, &WeighingFigures::planingMm);
  m_species = addText(tr("Of what wood"));
  connect(m_species, &QLineEdit::editingFinished, this, [this] {
    if (m_showing || m_species->text().toStdString() == book().weighing.species) return;
    changeWeighing(tr("The wood"),
                   [this](WeighingPlan& plan) { plan.species = m_species->text().trimmed().toStdString(); });
  });
  addChoice(
      tr("Sawn"), {tr("slab"), tr("quarter")}, [this] { return static_cast<int>(book().weighing.sawn); },
      [this](int index) {
        changeWeighing(tr("How it is sawn"), [index](WeighingPlan& plan) { plan.sawn = static_cast<Sawn>(index); });
      });
  addNumber(
      tr("Change of its moisture, per cent"), {0.0, 30.0, 1}, [this] { return weighingFigures(book()).moistureChange; },
      [this](double change) {
        changeWeighing(tr("Change of moisture"), [change](WeighingPlan& plan) { plan.moistureChange = change; });
      });
  addChoice(
      tr("Planks are got out"), {tr("to their shape"), tr("of straight stock, set edgeways")},
      [this] { return book().weighing.straightStock ? 1 : 0; },
      [this](int index) {
        changeWeighing(tr("How planks are got out"), [index](WeighingPlan& plan) { plan.straightStock = index == 1; });
      });
}

void LiningSlate::addSuggest() {
  connect(addButton(tr("Look for a better plan…"), "suggest"), &QPushButton::clicked, this, [this] {
    if (lining() == nullptr) return;
    auto* panel = new SuggestPanel(m_session, side(), window());
    panel->setAttribute(Qt::WA_DeleteOnClose);
    panel->open();
  });
}

void LiningSlate::setMeasure(Measure measure) {
  m_measure = measure;
  showAll();
}

void LiningSlate::showWeighing() {
  const bool length = measuredIn(m_measure) == MeasureIn::Length, judged = limitInHand().has_value();
  const bool own = std::any_of(book().weighing.limits.begin(), book().weighing.limits.end(),
                               [this](const OwnLimit& one) { return one.measure == m_measure; });
  for (const bool trouble : {false, true}) {
    showField(m_limitLength[trouble], length);
    showField(m_limitNumber[trouble], !length);
  }
  m_usualLimit->setVisible(own);
  const QString why = QString::fromStdString(whyItMatters(m_measure));
  m_whyWords->setText(judged ? why : tr("%1. It is told and not judged unless a limit is set.").arg(why));
  if (!m_species->hasFocus()) m_species->setText(QString::fromStdString(book().weighing.species));
}

}  // namespace narrows
