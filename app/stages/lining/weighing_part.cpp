#include "stages/lining/weighing_part.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>

#include "book/weighing_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "stages/lining/measure_words.h"

namespace narrows {

WeighingPart::WeighingPart(Session* from, Slate* into) : LiningPart(from, into) {
  addLimits();
  addStock();
}

void WeighingPart::addLimits() {
  slate()->beginGroup(tr("What it is weighed against"))->setObjectName(QStringLiteral("weighing"));
  QStringList names;
  for (const Measure measure : everyMeasure) names << measureName(measure);
  slate()
      ->addChoice(
          tr("Limit of"), names, [this] { return static_cast<int>(m_measure); },
          [this](int index) { setMeasure(everyMeasure[static_cast<std::size_t>(index)]); })
      ->setObjectName(QStringLiteral("limitOf"));
  m_whyWords = slate()->addHeading({});
  for (const bool trouble : {false, true}) {
    const QString name = trouble ? tr("Trouble from") : tr("Look again from");
    const auto value = [this, trouble] {
      const auto limit = limitInHand();
      return !limit ? 0.0 : trouble ? limit->trouble : limit->look;
    };
    m_limitLength[trouble] = slate()->addLength(
        name, [value] { return millimetres(value()); },
        [this, trouble](Length length) { setLimit(trouble, length.mm()); });
    m_limitNumber[trouble] = slate()->addNumber(name + QStringLiteral(" "), {0.0, 1000.0, 2}, value,
                                                [this, trouble](double number) { setLimit(trouble, number); });
  }
  m_usualLimit = slate()->addButton(tr("The usual limit again"), "usualLimit");
  connect(m_usualLimit, &QPushButton::clicked, this, [this] {
    changeWeighing(tr("The usual limit of %1").arg(measureName(m_measure)), [this](WeighingPlan& plan) {
      std::erase_if(plan.limits, [this](const OwnLimit& own) { return own.measure == m_measure; });
    });
  });
}

void WeighingPart::addStock() {
  const auto stock = [this](const QString& name, std::optional<Length> WeighingPlan::*which,
                            double WeighingFigures::*usual) {
    slate()->addLength(
        name, [this, usual] { return millimetres(weighingFigures(book()).*usual); },
        [this, which](Length length) {
          changeWeighing(tr("The stock"), [&](WeighingPlan& plan) { plan.*which = length; });
        });
  };
  stock(tr("Boards, rough, thick"), &WeighingPlan::boardThickness, &WeighingFigures::boardThicknessMm);
  stock(tr("Boards, wide"), &WeighingPlan::boardWidth, &WeighingFigures::boardWidthMm);
  stock(tr("Boards, long"), &WeighingPlan::boardLength, &WeighingFigures::boardLengthMm);
  stock(tr("Planing fair takes"), &WeighingPlan::planing, &WeighingFigures::planingMm);
  m_species = slate()->addText(tr("Of what wood"));
  connect(m_species, &QLineEdit::editingFinished, this, [this] {
    if (m_species->text().toStdString() == book().weighing.species) return;
    changeWeighing(tr("The wood"),
                   [this](WeighingPlan& plan) { plan.species = m_species->text().trimmed().toStdString(); });
  });
  slate()->addChoice(
      tr("Sawn"), {tr("slab"), tr("quarter")}, [this] { return static_cast<int>(book().weighing.sawn); },
      [this](int index) {
        changeWeighing(tr("How it is sawn"), [index](WeighingPlan& plan) { plan.sawn = static_cast<Sawn>(index); });
      });
  slate()->addNumber(
      tr("Change of its moisture, per cent"), {0.0, 30.0, 1}, [this] { return weighingFigures(book()).moistureChange; },
      [this](double change) {
        changeWeighing(tr("Change of moisture"), [change](WeighingPlan& plan) { plan.moistureChange = change; });
      });
  slate()->addChoice(
      tr("Planks are got out"), {tr("to their shape"), tr("of straight stock, set edgeways")},
      [this] { return book().weighing.straightStock ? 1 : 0; },
      [this](int index) {
        changeWeighing(tr("How planks are got out"), [index](WeighingPlan& plan) { plan.straightStock = index == 1; });
      });
}

void WeighingPart::changeWeighing(const QString& words, const std::function<void(WeighingPlan&)>& change) {
  WeighingPlan plan = book().weighing;
  change(plan);
  perform(words, setWeighing(book(), plan));
}

std::optional<Limit> WeighingPart::limitInHand() const {
  const auto at = strake();
  const WeighingFigures figures = weighingFigures(book());
  const auto& solved = session()->solved();
  const Weighing* weighing = solved == nullptr ? nullptr : solved->weighingOf(side());
  const Weighed* widest = at && weighing != nullptr ? weighing->worst(Measure::Width, *at) : nullptr;
  return limitOf(m_measure, figures, at && lining()->isBroad(*at),
                 widest != nullptr ? widest->value : figures.usual.widest.mm());
}

void WeighingPart::setLimit(bool trouble, double value) {
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

void WeighingPart::setMeasure(Measure measure) {
  m_measure = measure;
  emit chosen();
}

void WeighingPart::showAll() {
  const bool length = measuredIn(m_measure) == MeasureIn::Length, judged = limitInHand().has_value();
  const bool own = std::any_of(book().weighing.limits.begin(), book().weighing.limits.end(),
                               [this](const OwnLimit& one) { return one.measure == m_measure; });
  for (const bool trouble : {false, true}) {
    slate()->showField(m_limitLength[trouble], length);
    slate()->showField(m_limitNumber[trouble], !length);
  }
  m_usualLimit->setVisible(own);
  const QString why = QString::fromStdString(whyItMatters(m_measure));
  m_whyWords->setText(judged ? why : tr("%1. It is told and not judged unless a limit is set.").arg(why));
  if (!m_species->hasFocus()) m_species->setText(QString::fromStdString(book().weighing.species));
}

}  // namespace narrows
