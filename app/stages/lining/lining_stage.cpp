#include "stages/lining/lining_stage.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <cmath>

#include "canvas/hull_picture.h"
#include "canvas/kept_split.h"
#include "canvas/look.h"
#include "canvas/page_tabs.h"
#include "fonts.h"
#include "stages/lining/body_plan.h"
#include "stages/lining/changes_grid.h"
#include "stages/lining/girth_drawing.h"
#include "stages/lining/lining_slate.h"
#include "stages/lining/measure_words.h"
#include "stages/lining/plan_trials.h"
#include "stages/lining/profile_drawing.h"
#include "stages/lining/weighing_grid.h"
#include "stages/refused_note.h"

namespace narrows {

LiningStage::LiningStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_girth(new GirthDrawing(session)),
      m_profile(new ProfileDrawing(session)),
      m_body(new BodyPlan(session)),
      m_hull(new HullPicture(session)),
      m_widths(new WidthsGrid(session)),
      m_weighing(new WeighingGrid(session)),
      m_trials(new PlanTrials(session, this)),
      m_changes(new AllChangesGrid(session, m_trials)),
      m_usual(new UsualChangesGrid(session, m_trials)),
      m_answer(new RefusedNote(session, this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical);
  split->addWidget(makeBench());
  split->addWidget(makeTable());
  split->setStretchFactor(0, 3);
  split->setStretchFactor(1, 2);
  split->setSizes({446, 252});
  keepSplit(split, "lining");
  row->addWidget(split, 1);
  m_slate = new LiningSlate(session);
  row->addWidget(m_slate->scrolled(this));

  connect(session, &Session::refused, m_slate, [this] { m_slate->showAll(); });
  connect(session, &Session::answerSettled, this, [this] {
    showHeading();
    if (m_session->isMoving()) {  // a mark in the hand changes nothing else of the slate
      m_slate->showMark();
      m_slate->showCost();
    } else {
      m_slate->showAll();
    }
  });
  connect(session, &Session::selectionChanged, this, [this] {
    m_slate->showAll();
    if (table() < Table::Weighed) m_widths->show(static_cast<WidthsOf>(m_table->page()));
  });
  connect(m_trials, &PlanTrials::workingChanged, this, &LiningStage::showHeading);
  connect(m_changes, &FigureGrid::notUnderstood, m_answer, &RefusedNote::say);
  connect(m_weighing, &WeighingGrid::measureTaken, this, [this](Measure measure) {
    m_shade->setCurrentIndex(static_cast<int>(measure) + 1);
    showShade();
  });
}

QWidget* LiningStage::makeBench() {
  m_drawings = new QStackedWidget;
  m_drawings->addWidget(m_girth);
  m_drawings->addWidget(m_profile);
  m_drawings->addWidget(m_hull);
  auto* drawings = new QSplitter(Qt::Horizontal);
  drawings->addWidget(m_drawings);
  m_beside = new QSplitter(Qt::Vertical);
  m_beside->addWidget(m_body);
  m_beside->addWidget(m_usual);
  m_beside->setStretchFactor(0, 1);
  m_beside->setStretchFactor(1, 0);
  constexpr int bodyLeastHigh = 190;
  m_body->setMinimumHeight(bodyLeastHigh);
  m_beside->setSizes({236, 210});
  drawings->addWidget(m_beside);
  drawings->setStretchFactor(0, 3);
  drawings->setStretchFactor(1, 2);
  drawings->setSizes({424, 416});
  return drawings;
}

QWidget* LiningStage::makeTable() {
  auto* below = new QWidget;
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(3);
  auto* head = new QHBoxLayout;
  m_view = new QComboBox(below);
  m_view->setObjectName(QStringLiteral("view"));
  m_view->setAccessibleName(tr("Drawing"));
  m_view->addItems({tr("Shell laid flat"), tr("Profile"), tr("Hull, planked")});
  m_shade = new QComboBox(below);
  m_shade->setObjectName(QStringLiteral("shade"));
  m_shade->setAccessibleName(tr("Shade the shell by"));
  m_shade->addItem(tr("Not shaded"));
  for (const Measure measure : everyMeasure) m_shade->addItem(tr("Shaded by %1").arg(measureName(measure)));
  m_from = new QComboBox(below);
  m_from->setObjectName(QStringLiteral("from"));
  m_from->setAccessibleName(tr("Seen from"));
  m_from->addItems({tr("From the quarter"), tr("From the dock"), tr("From ahead"), tr("From astern"), tr("From inside"),
                    tr("Afloat"), tr("Along the seam in hand")});
  m_table = new PageTabs(tr("Below the drawings"), "table", below);
  QList<PageTabs::Page> pages;
  const auto offer = [&](const QString& name, Table page) { pages << PageTabs::Page(name, static_cast<int>(page)); };
  offer(tr("Widths"), Table::Widths);
  offer(tr("Up from the base line"), Table::FromKeel);
  offer(tr("Down from the sheer"), Table::FromSheer);
  offer(tr("Weighed"), Table::Weighed);
  offer(tr("Changes"), Table::Changes);
  offer(tr("As hung"), Table::Hung);
  offer(tr("Port over starboard"), Table::Difference);
  m_table->offer(pages);
  m_take = new QPushButton(tr("Take this change"), below);
  m_take->setObjectName(QStringLiteral("takeChange"));
  m_heading = new QLabel(below);
  m_heading->setFont(shopFont(look::labelPx));
  m_heading->setWordWrap(true);
  look::say(m_heading, look::Voice::Quiet);
  column->addWidget(m_table);
  head->addWidget(m_view);
  head->addWidget(m_shade);
  head->addWidget(m_from);
  head->addWidget(m_heading, 1);
  head->addWidget(m_take);
  column->addLayout(head);
  m_tables = new QStackedWidget(below);
  for (QWidget* grid : std::initializer_list<QWidget*>{m_widths, m_weighing, m_changes}) m_tables->addWidget(grid);
  column->addWidget(m_tables);
  column->addWidget(m_answer);
  follow();
  return below;
}

void LiningStage::follow() {
  const auto showView = [this](int index) {
    m_drawings->setCurrentIndex(index);
    m_shade->setVisible(index == 0);
    m_from->setVisible(index == 2);
    m_beside->setVisible(index != 2);  // she is looked at large
  };
  connect(m_view, &QComboBox::activated, this, showView);
  showView(0);
  connect(m_shade, &QComboBox::activated, this, &LiningStage::showShade);
  connect(m_from, &QComboBox::activated, this,
          [this](int index) { m_hull->lookFrom(static_cast<HullPicture::From>(index)); });
  connect(m_table, &PageTabs::currentChanged, this, [this] {
    m_changes->setMeasure(std::nullopt);
    showTable(table());
  });
  connect(m_take, &QPushButton::clicked, m_changes, &ChangesGrid::takeInHand);
  m_take->hide();
}

void LiningStage::showHeading() {
  const QString unit = m_session->unitSaid();
  switch (table()) {
    case Table::Widths:
      m_heading->setText(unit + tr("Type over one at the station marked ▾."));
      return;
    case Table::FromKeel:
    case Table::FromSheer:
      m_heading->setText(unit + tr("Along the girth. Type over one what the tape says."));
      return;
    case Table::Hung:
      m_heading->setText(unit +
                         tr("Upper edge as hung, up from its mark; down with a minus. The rest is lined off again."));
      return;
    case Table::Difference: {
      const auto& solved = m_session->solved();
      const bool two = solved != nullptr && solved->portLining != solved->lining;
      m_heading->setText(two ? unit + tr("Along the girth.") : tr("Both sides are lined off by one plan."));
      return;
    }
    case Table::Weighed: {
      const auto& solved = m_session->solved();
      const Weighing* weighed = solved == nullptr ? nullptr : solved->weighingOf(m_session->selection().side);
      if (weighed == nullptr) return m_heading->setText(QString());
      QString words = tr("The worst of each. Weighs %L1; trouble %2, look again %3; about %4 boards.")
                          .arg(weighed->score, 0, 'f', 1)
                          .arg(weighed->trouble)
                          .arg(weighed->look)
                          .arg(weighed->boards);
      words += tr(" Ends differ by %1 % at the bow, %2 % aft.")
                   .arg(std::lround(100.0 * weighed->bowUneven))
                   .arg(std::lround(100.0 * weighed->sternUneven));
      if (weighed->seamsCrossWater > 0)
        words += tr(" %n seam(|s) cross(es|) the water.", nullptr, static_cast<int>(weighed->seamsCrossWater));
      m_heading->setText(words);
      return;
    }
    case Table::Changes:
      if (m_trials->isWorking()) return m_heading->setText(tr("Changes are being tried…"));
      if (const auto measure = m_changes->measure()) {
        const QString why = QString::fromStdString(whyItMatters(*measure));
        m_heading->setText(tr("%1: %2. Its cures stand first; Enter takes one.").arg(measureName(*measure), why));
      } else {
        m_heading->setText(tr("✓: better. Enter takes the change in hand."));
      }
      return;
  }
}

LiningStage::Table LiningStage::table() const {
  return static_cast<Table>(m_table->page());
}

void LiningStage::showTable(Table shown) {
  {
    const QSignalBlocker quiet(m_table);
    m_table->open(static_cast<int>(shown));
  }
  m_take->setVisible(shown == Table::Changes);
  if (shown < Table::Weighed) m_widths->show(static_cast<WidthsOf>(shown));
  m_tables->setCurrentWidget(shown == Table::Weighed   ? static_cast<QWidget*>(m_weighing)
                             : shown == Table::Changes ? static_cast<QWidget*>(m_changes)
                                                       : m_widths);
  showHeading();
}

void LiningStage::showShade() {
  const int index = m_shade->currentIndex();
  if (index < 1) return m_girth->setShade(std::nullopt);
  const Measure measure = everyMeasure[static_cast<std::size_t>(index) - 1];
  m_girth->setShade(measure);
  m_slate->setMeasure(measure);
}

void LiningStage::goTo(const Finding& finding) {
  Stage::goTo(finding);
  const auto* out = finding.as<WeighedOut>();
  if (out == nullptr) return;
  const Measure measure = out->measure;
  m_shade->setCurrentIndex(static_cast<int>(measure) + 1);
  showShade();
  m_changes->setMeasure(measure);
  showTable(Table::Changes);
}

QWidget* LiningStage::drawing() {
  return m_drawings->currentWidget();
}

void LiningStage::stepInHand(int by) {
  const auto& solved = m_session->solved();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(m_session->selection().side);
  if (lining != nullptr) stepStrake(by, lining->strakeCount());
}

void LiningStage::fit() {
  m_girth->fit();
  m_profile->fit();
  m_body->fit();
}

QString LiningStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->lining == nullptr) return tr("not lined off");
  int wide = 0;
  for (const Finding& finding : solved->findings) {
    const auto* out = finding.as<WeighedOut>();
    if (out != nullptr && out->measure == Measure::Width) wide += 1 + static_cast<int>(out->others);
  }
  QString strakes = tr("%n strake(|s)", nullptr, static_cast<int>(solved->lining->lines.size()) - 1);
  if (solved->portLining != solved->lining) strakes = tr("two plans");
  return wide > 0 ? tr("%1, %2 too wide").arg(strakes).arg(wide) : strakes;
}

}  // namespace narrows
