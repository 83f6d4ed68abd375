#include "stages/backbone/backbone_page.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QSignalBlocker>
#include <QSplitter>

#include "canvas/canvas.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/number_field.h"
#include "stages/slate.h"

namespace narrows {

BackbonePage::BackbonePage(Session* session, QWidget* parent)
    : QWidget(parent), m_session(session), m_told(new QLabel(this)) {
  m_told->setWordWrap(true);
  m_told->setMargin(6);
  look::say(m_told, look::Voice::Trouble);
  m_told->hide();
  connect(session, &Session::bookChanged, m_told, &QLabel::hide);
  connect(session, &Session::refused, this, [this](const QString& words) {
    if (isVisible()) tell(words);
  });
}

void BackbonePage::arrange(Canvas* drawing, QWidget* below, Slate* slate, int belowShare) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* left = new QWidget(this);
  auto* column = new QVBoxLayout(left);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  if (below != nullptr) {
    auto* split = new QSplitter(Qt::Vertical, left);
    split->addWidget(drawing);
    split->addWidget(below);
    split->setStretchFactor(0, 3);
    split->setStretchFactor(1, belowShare);
    split->setSizes({1000 * 3 / (3 + belowShare), 1000 * belowShare / (3 + belowShare)});
    column->addWidget(split, 1);
  } else {
    column->addWidget(drawing, 1);
  }
  column->addWidget(m_told);
  row->addWidget(left, 1);
  slate->addStretch();
  row->addWidget(slate->scrolled(this));
}

void BackbonePage::refresh() {
  if (backbone() == nullptr) return;
  for (const auto& one : m_refreshers) one();
  showPage();
}

QString BackbonePage::told() const {
  return m_told->isHidden() ? QString() : m_told->text();
}

void BackbonePage::tell(const QString& words) {
  m_told->setText(words);
  m_told->setVisible(!words.isEmpty());
}

const Backbone* BackbonePage::backbone() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->backbone.get();
}

QString BackbonePage::shown(double mm) const {
  return m_session->shown(mm);
}

QString BackbonePage::degrees(double rad) const {
  return QString::fromStdString(showDecimal(radians(rad).deg(), 1)) + QStringLiteral("°");
}

BackbonePlan BackbonePage::shownPlan() const {
  return planInHand(*m_session->book(), backbone() != nullptr ? backbone()->plan : BackbonePlan());
}

void BackbonePage::change(const QString& words, const std::function<void(BackbonePlan&)>& edit, bool own) {
  BackbonePlan plan = own ? shownPlan() : m_session->book()->backbone;
  edit(plan);
  perform(words, setBackbone(*m_session->book(), std::move(plan)));
}

bool BackbonePage::perform(const QString& words, const Result<Book>& edited) {
  return m_session->perform(words, edited);
}

LengthField* BackbonePage::lengthField(Slate* slate, const QString& name, const QString& words,
                                       std::function<Length&(BackbonePlan&)> at, bool own) {
  slate->addHeading(name);
  auto* field = new LengthField(name, m_session, slate);
  slate->addWidget(field);
  connect(field, &LengthField::lengthEntered, this, [this, words, at, own](Length length) {
    change(
        words, [&](BackbonePlan& plan) { at(plan) = length; }, own);
  });
  m_refreshers.push_back([this, field, at] {
    BackbonePlan plan = shownPlan();
    field->setLength(at(plan));
  });
  return field;
}

QDoubleSpinBox* BackbonePage::numberField(Slate* slate, const QString& name, const QString& words, double low,
                                          double high, int decimals, std::function<double&(BackbonePlan&)> at) {
  slate->addHeading(name);
  auto* field = new NumberField(name, slate);
  field->setRange(low, high);
  field->setDecimals(decimals);
  slate->addWidget(field);
  connect(field, &QDoubleSpinBox::valueChanged, this,
          [this, words, at](double value) { change(words, [&](BackbonePlan& plan) { at(plan) = value; }); });
  m_refreshers.push_back([this, field, at] {
    BackbonePlan plan = shownPlan();
    const QSignalBlocker quiet(field);
    if (!field->hasFocus()) field->setValue(at(plan));
  });
  return field;
}

QComboBox* BackbonePage::choiceField(Slate* slate, const QString& name, const QStringList& items,
                                     std::function<int(const BackbonePlan&)> get,
                                     std::function<void(BackbonePlan&, int)> set) {
  slate->addHeading(name);
  auto* box = new QComboBox(slate);
  box->setAccessibleName(name);
  box->addItems(items);
  slate->addWidget(box);
  connect(box, &QComboBox::activated, this, [this, name, box, set](int index) {
    change(tr("%1: %2").arg(name, box->currentText()), [&](BackbonePlan& plan) { set(plan, index); });
  });
  m_refreshers.push_back([this, box, get] { box->setCurrentIndex(get(shownPlan())); });
  return box;
}

QComboBox* BackbonePage::timberField(Slate* slate, const QString& name, std::function<TimberId&(BackbonePlan&)> at) {
  slate->addHeading(name);
  auto* box = new QComboBox(slate);
  box->setAccessibleName(name);
  slate->addWidget(box);
  connect(box, &QComboBox::activated, this, [this, name, box, at](int index) {
    change(
        tr("%1: %2").arg(name, box->currentText()),
        [&](BackbonePlan& plan) {
          at(plan) = index > 0 && static_cast<std::size_t>(index) <= plan.timbers.size()
                         ? plan.timbers[static_cast<std::size_t>(index) - 1].id
                         : TimberId();
        },
        true);
  });
  m_refreshers.push_back([this, box, at] {
    BackbonePlan plan = shownPlan();
    box->clear();
    box->addItem(tr("none yet"));
    for (const Timber& timber : plan.timbers) {
      box->addItem(QString::fromStdString(timber.name));
      if (timber.id == at(plan)) box->setCurrentIndex(box->count() - 1);
    }
  });
  return box;
}

std::optional<Length> BackbonePage::readLength(const QString& text) {
  const auto length = parseLength(text.toStdString(), bareUnit(m_session->notation()));
  if (length) return *length;
  tell(QString::fromStdString(describe(length.error()[0])));
  return std::nullopt;
}

}  // namespace narrows
