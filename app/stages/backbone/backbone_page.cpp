#include "stages/backbone/backbone_page.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QSplitter>

#include "canvas/canvas.h"
#include "canvas/kept_split.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/number_field.h"
#include "canvas/tongue.h"
#include "stages/refused_note.h"

namespace narrows {

BackbonePage::BackbonePage(Session* session, QWidget* parent)
    : QWidget(parent), m_session(session), m_told(new RefusedNote(session, this)) {
  m_told->setMargin(6);
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
    keepSplit(split, metaObject()->className());
    column->addWidget(split, 1);
  } else {
    column->addWidget(drawing, 1);
  }
  column->addWidget(m_told);
  row->addWidget(left, 1);
  m_slate = slate;
  slate->addStretch();
  row->addWidget(slate->scrolled(this));
}

void BackbonePage::refresh() {
  if (backbone() == nullptr) return;
  if (m_slate != nullptr) m_slate->refresh();
  showPage();
}

QString BackbonePage::told() const {
  return m_told->isHidden() ? QString() : m_told->text();
}

void BackbonePage::tell(const QString& words) {
  m_told->say(words);
}

const Backbone* BackbonePage::backbone() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->backbone.get();
}

QString BackbonePage::shown(double mm) const {
  return m_session->shown(mm);
}

QString BackbonePage::degrees(double rad) const {
  return QString::fromStdString(saidDecimal(radians(rad).deg(), 1)) + QStringLiteral("°");
}

QString BackbonePage::thin(double mm) const {
  return QString::fromStdString(showThin(millimetres(mm), m_session->notation()));
}

Cell BackbonePage::lengthCell(Length length) const {
  return {shown(length.mm()), true, false, {}, exactText(length, m_session->notation())};
}

BackbonePlan BackbonePage::shownPlan() const {
  return planInHand(*m_session->book(), backbone() != nullptr ? backbone()->plan : BackbonePlan());
}

bool BackbonePage::change(const QString& words, const std::function<void(BackbonePlan&)>& edit, bool own) {
  BackbonePlan plan = own ? shownPlan() : m_session->book()->backbone;
  edit(plan);
  return perform(words, setBackbone(*m_session->book(), std::move(plan)));
}

bool BackbonePage::perform(const QString& words, const Result<Book>& edited) {
  return m_session->perform(words, edited);
}

LengthField* BackbonePage::lengthField(Slate* slate, const QString& name, const QString& words,
                                       std::function<Length&(BackbonePlan&)> at, bool own) {
  return slate->addLength(
      name,
      [this, at] {
        BackbonePlan plan = shownPlan();
        return at(plan);
      },
      [this, words, at, own](Length length) {
        change(
            words, [&](BackbonePlan& plan) { at(plan) = length; }, own);
      });
}

NumberField* BackbonePage::numberField(Slate* slate, const QString& name, const QString& words, Slate::Range range,
                                       std::function<double&(BackbonePlan&)> at) {
  return slate->addNumber(
      name, range,
      [this, at] {
        BackbonePlan plan = shownPlan();
        return at(plan);
      },
      [this, words, at](double value) { change(words, [&](BackbonePlan& plan) { at(plan) = value; }); });
}

QComboBox* BackbonePage::choiceField(Slate* slate, const QString& name, const QStringList& items,
                                     const std::function<int(const BackbonePlan&)>& get,
                                     std::function<void(BackbonePlan&, int)> set) {
  return slate->addChoice(
      name, items, [this, get] { return get(shownPlan()); },
      [this, name, items, set](int index) {
        change(tr("%1: %2").arg(name, items[index]), [&](BackbonePlan& plan) { set(plan, index); });
      });
}

QComboBox* BackbonePage::timberField(Slate* slate, const QString& name, std::function<TimberId&(BackbonePlan&)> at) {
  return slate->addChanging(
      name,
      [this, at] {
        BackbonePlan plan = shownPlan();
        Slate::Choices found{{tr("none yet")}};
        for (const Timber& timber : plan.timbers) {
          found.items << QString::fromStdString(timber.name);
          if (timber.id == at(plan)) found.chosen = static_cast<int>(found.items.size()) - 1;
        }
        return found;
      },
      [this, name, at](int index) {
        const BackbonePlan plan = shownPlan();
        const bool none = index <= 0 || static_cast<std::size_t>(index) > plan.timbers.size();
        const TimberId chosen = none ? TimberId() : plan.timbers[static_cast<std::size_t>(index) - 1].id;
        const QString timber = none ? tr("none") : QString::fromStdString(plan.find(chosen)->name);
        change(
            tr("%1: %2").arg(name, timber), [&](BackbonePlan& own) { at(own) = chosen; }, true);
      });
}

std::optional<Length> BackbonePage::readLength(const QString& text) {
  const auto length = typedLength(text, bareUnit(m_session->notation()));
  if (length) return *length;
  tell(QString::fromStdString(describe(length.error()[0])));
  return std::nullopt;
}

}  // namespace narrows
