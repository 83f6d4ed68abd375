#include "stages/lining/suggest_panel.h"

#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "book/lining_edits.h"
#include "book/weighing_edits.h"
#include "canvas/look.h"
#include "canvas/number_field.h"
#include "fonts.h"
#include "stages/lining/measure_words.h"

namespace narrows {

namespace {
constexpr int pointsABay = 6;
constexpr double mostWeight = 10.0;
}  // namespace

PlanPicture::PlanPicture(std::shared_ptr<const PlanWeighed> plan, QWidget* parent)
    : QWidget(parent), m_plan(std::move(plan)) {
  setMinimumSize(200, 190);
  setAccessibleName(tr("Picture of a plan on the shell laid flat"));
}

void PlanPicture::paintEvent(QPaintEvent* /*event*/) {
  QPainter painter(this);
  painter.fillRect(rect(), look::raised);
  const Lining& lining = m_plan->lining;
  const GirthFrame& frame = lining.frame;
  double girth = 1.0, low = 1e300, high = -1e300;
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) {
    girth = std::max(girth, frame.girthMm(i));
    const double x = frame.laidFlat(static_cast<double>(i), 0.5).x();
    low = std::min(low, x), high = std::max(high, x);
  }
  const double wide = width() - 16.0, tall = height() - 16.0;
  const auto place = [&](double t, double share) {
    const Vec2 at = frame.laidFlat(t, share);
    return QPointF(8.0 + wide * (at.x() - low) / (high - low), 8.0 + tall * (1.0 - at.y() / girth));
  };
  const auto curve = [&](const SurfaceCurve& of, double from, double to) {
    QPolygonF points;
    const int steps = std::max(2, static_cast<int>((to - from) * pointsABay));
    for (int i = 0; i <= steps; ++i) {
      const double t = from + (to - from) * i / steps;
      points.append(place(t, of.shareAt(t)));
    }
    return points;
  };
  for (std::size_t k = 0; k < lining.strakeCount(); ++k) {
    const LinedStrake& of = lining.strakes[k];
    // Each bay by the worst of its measures there.
    for (double from = of.reach.fromT; from < of.reach.toT - 1e-9;) {
      const double to = std::min(of.reach.toT, std::floor(from + 1e-9) + 1.0);
      double beyond = -1.0;
      for (const Weighed& row : m_plan->weighing.rows) {
        const bool here = !row.section || std::abs(static_cast<double>(*row.section) - 0.5 * (from + to)) <= 0.5 + 1e-9;
        if (row.strake == k && row.limit && here && row.section) beyond = std::max(beyond, row.beyond);
      }
      QPolygonF shape = curve(of.lowerEdge, from, to);
      QPolygonF upper = curve(of.upperEdge, from, to);
      std::reverse(upper.begin(), upper.end());
      shape += upper;
      painter.setPen(Qt::NoPen);
      painter.setBrush(verdictShade(beyond));
      painter.drawPolygon(shape);
      from = to;
    }
  }
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setBrush(Qt::NoBrush);
  for (std::size_t line = 0; line < lining.lines.size(); ++line) {
    painter.setPen(QPen(look::ink, lining.lines[line].isGuide ? 2.0 : 1.0));
    painter.drawPolyline(curve(lining.lines[line].curve, lining.lines[line].reach.fromT, lining.lines[line].reach.toT));
  }
}

SuggestPanel::SuggestPanel(Session* session, BoatSide side, QWidget* parent)
    : QDialog(parent),
      m_session(session),
      m_side(side),
      m_answer(new QLabel(this)),
      m_progress(new QProgressBar(this)),
      m_look(new QPushButton(tr("Look for better plans"), this)),
      m_row(new QHBoxLayout),
      m_looking(session) {
  setWindowTitle(tr("Look for a better plan"));
  setMinimumWidth(1040);
  auto* column = new QVBoxLayout(this);
  column->setSpacing(8);
  auto* head = new QLabel(tr("Every school is lined off with several numbers of strakes and weighed; the best are then "
                             "bettered in widths, ends and marks. Locked guides and marks hold."),
                          this);
  head->setWordWrap(true);
  column->addWidget(head);
  addWeights();
  auto* buttons = new QHBoxLayout;
  buttons->addWidget(m_look);
  buttons->addWidget(m_progress, 1);
  auto* close = new QPushButton(tr("Close"), this);
  buttons->addWidget(close);
  column->addLayout(buttons);
  m_look->setObjectName(QStringLiteral("lookForPlans"));
  m_progress->setTextVisible(false);
  m_progress->hide();
  m_answer->setWordWrap(true);
  column->addWidget(m_answer);
  column->addLayout(m_row);
  connect(close, &QPushButton::clicked, this, &QDialog::reject);
  connect(m_look, &QPushButton::clicked, this, &SuggestPanel::look);
  connect(&m_looking, &LongWork::progressed, m_progress,
          [this](double share) { m_progress->setValue(static_cast<int>(100.0 * share)); });
  connect(&m_looking, &LongWork::brokenOff, m_answer, &QLabel::setText);
  connect(&m_looking, &LongWork::runningChanged, this, [this](bool running) {
    m_look->setText(running ? tr("Stop, and show what was found") : tr("Look for better plans"));
    m_progress->setVisible(running);
    m_progress->setValue(0);
  });
}

void SuggestPanel::addWeights() {
  auto* form = new QHBoxLayout;
  const auto add = [&](const QString& name, double Weights::*which) {
    auto* label = new QLabel(name, this);
    auto* field = new NumberField(name, this);
    field->setRange(0.0, mostWeight);
    field->setDecimals(1);
    field->setValue(m_session->book()->weighing.weights.*which);
    form->addWidget(label);
    form->addWidget(field);
    connect(field, &QDoubleSpinBox::valueChanged, this, [this, which](double weight) {
      WeighingPlan plan = m_session->book()->weighing;
      plan.weights.*which = weight;
      m_session->perform(tr("What is minded in a plan"), setWeighing(*m_session->book(), plan));
    });
  };
  form->addWidget(new QLabel(tr("How much is minded:"), this));
  add(tr("fair ends"), &Weights::ends);
  add(tr("straight planks"), &Weights::sny);
  add(tr("widths"), &Weights::widths);
  add(tr("stock and twist"), &Weights::stock);
  auto* count = new NumberField(tr("Strakes (0: as many as come out best)"), this);
  count->setRange(0.0, mostStrakes);
  count->setDecimals(0);
  form->addSpacing(12);
  form->addWidget(new QLabel(tr("Strakes (0: free)"), this));
  form->addWidget(count);
  connect(count, &QDoubleSpinBox::valueChanged, this, [this](double value) { m_strakes = static_cast<int>(value); });
  form->addStretch();
  static_cast<QVBoxLayout*>(layout())->addLayout(form);
}

void SuggestPanel::look() {
  if (m_looking.isRunning()) return m_looking.stop();
  const auto& solved = m_session->solved();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(m_side);
  if (lining == nullptr) return;
  const Book& book = *m_session->book();
  auto from = std::make_shared<SuggestFrom>();
  from->frame = lining->frame;
  from->book = book;
  from->begun = book.planOf(m_side);
  from->sectionIds = sectionIds(book, lining->frame.hull());
  from->figures = weighingFigures(book);
  constexpr double seconds = 10.0;
  from->tries = m_tries.value_or(triesIn(seconds, from->begun.strakes.size()));
  if (m_strakes >= fewestStrakes) from->answers.strakes = m_strakes;
  from->answers.waterline = book.settings.waterline;
  from->abandoned = m_abandoned.get_token();
  m_answer->setText(tr("Looking. The plan in hand stays as it is."));
  m_looking.begin([this, from](const std::stop_token& stop, const LongWork::Progress& progress) -> LongWork::End {
    const auto found = suggest(*from, progress, stop);
    return [this, found] {
      if (!found) return m_answer->setText(m_session->explained(found.error()[0]));
      showFound(*found);
    };
  });
}

void SuggestPanel::showFound(const Suggestion& found) {
  delete m_cards;
  m_cards = new QWidget(this);
  auto* row = new QHBoxLayout(m_cards);
  row->setContentsMargins(0, 0, 0, 0);
  m_row->addWidget(m_cards);
  m_answer->setText(
      found.found.empty()
          ? tr("Nothing was found that weighs better than the plan in hand.")
          : tr("%n plan(|s) that weigh(s|) better: lower is better. The darker, the further beyond a limit.", nullptr,
               static_cast<int>(found.found.size())));
  addCard(found.begun, tr("the plan in hand"), true);
  for (const Suggested& one : found.found) addCard(one.plan, QString::fromStdString(one.how), false);
  adjustSize();
}

void SuggestPanel::addCard(const std::shared_ptr<const PlanWeighed>& plan, const QString& words, bool begun) {
  auto* card = new QWidget(m_cards);
  auto* column = new QVBoxLayout(card);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(3);
  auto* title = new QLabel(words, card);
  title->setFont(shopFont(look::labelPx, true));
  title->setWordWrap(true);
  title->setMinimumHeight(2 * title->fontMetrics().lineSpacing());
  column->addWidget(title);
  column->addWidget(new PlanPicture(plan, card), 1);
  const Weighing& weighed = plan->weighing;
  const auto worst = [&](Measure measure) {
    const Weighed* row = weighed.worst(measure);
    return row == nullptr ? QStringLiteral("–")
                          : QString::fromStdString(showMeasure(measure, row->value, m_session->notation()));
  };
  auto* figures = new QLabel(
      tr("weighs %1\ntrouble %2, look again %3\nwidest %4, hood end %7\nboard %5, sny %6")
          .arg(QLocale().toString(weighed.score, 'f', 1))
          .arg(weighed.trouble)
          .arg(weighed.look)
          .arg(worst(Measure::Width), worst(Measure::BoardWidth), worst(Measure::Sny), worst(Measure::HoodEnd)),
      card);
  figures->setFont(shopFont(look::labelPx));
  column->addWidget(figures);
  if (!begun) {
    auto* take = new QPushButton(tr("Take it"), card);
    take->setObjectName(QStringLiteral("takePlan"));
    connect(take, &QPushButton::clicked, this, [this, plan, words] { this->take(*plan, words); });
    column->addWidget(take);
  } else {
    column->addSpacing(37);
  }
  static_cast<QHBoxLayout*>(m_cards->layout())->addWidget(card, 1);
}

void SuggestPanel::take(const PlanWeighed& plan, const QString& words) {
  const Book& book = *m_session->book();
  PlanId id;
  const bool both = isLinedAlike(book);
  auto edited = addPlan(book, plan.plan, freePlanName(book, words.toStdString()), &id);
  if (edited) edited = setBoatPlan(*edited, m_side, id);
  if (edited && both)
    edited = setBoatPlan(*edited, m_side == BoatSide::Port ? BoatSide::Starboard : BoatSide::Port, id);
  if (m_session->perform(tr("Take a suggested plan"), edited)) accept();
}

}  // namespace narrows
