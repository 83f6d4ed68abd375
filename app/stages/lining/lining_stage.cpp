#include "stages/lining/lining_stage.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QSplitter>
#include <QStackedWidget>

#include "canvas/look.h"
#include "fonts.h"
#include "stages/lining/body_plan.h"
#include "stages/lining/girth_drawing.h"
#include "stages/lining/lining_slate.h"
#include "stages/lining/profile_drawing.h"

namespace narrows {

LiningStage::LiningStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_girth(new GirthDrawing(session)),
      m_profile(new ProfileDrawing(session)),
      m_body(new BodyPlan(session)),
      m_widths(new WidthsGrid(session)),
      m_answer(new QLabel(this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical);
  split->addWidget(makeBench());
  split->addWidget(makeTable());
  split->setStretchFactor(0, 3);
  split->setStretchFactor(1, 2);
  split->setSizes({446, 252});
  row->addWidget(split, 1);
  m_slate = new LiningSlate(session);
  row->addWidget(m_slate->scrolled(this));

  const auto answer = [this](const QString& words) {
    m_answer->setText(words);
    m_answer->show();
  };
  connect(m_widths, &FigureGrid::notUnderstood, this, answer);
  connect(m_widths, &WidthsGrid::understood, m_answer, &QLabel::hide);
  connect(session, &Session::bookChanged, m_answer, &QLabel::hide);
  connect(session, &Session::refused, this, [this, answer](const QString& words) {
    if (isVisible()) answer(words);
    m_slate->showAll();
  });
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
    m_widths->show(static_cast<WidthsOf>(m_table->currentIndex()));
  });
}

QWidget* LiningStage::makeBench() {
  m_drawings = new QStackedWidget;
  m_drawings->addWidget(m_girth);
  m_drawings->addWidget(m_profile);
  auto* drawings = new QSplitter(Qt::Horizontal);
  drawings->addWidget(m_drawings);
  drawings->addWidget(m_body);
  drawings->setStretchFactor(0, 3);
  drawings->setStretchFactor(1, 2);
  drawings->setSizes({440, 400});
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
  m_view->addItems({tr("Shell laid flat"), tr("Profile")});
  m_table = new QComboBox(below);
  m_table->setObjectName(QStringLiteral("table"));
  m_table->setAccessibleName(tr("Table"));
  m_table->addItems({tr("Widths between marks"), tr("Marks up from the base line"), tr("Marks down from the sheer"),
                     tr("Port higher than starboard")});
  m_heading = new QLabel(below);
  m_heading->setFont(shopFont(look::labelPx));
  m_heading->setWordWrap(true);
  look::say(m_heading, look::Voice::Quiet);
  head->addWidget(m_view);
  head->addWidget(m_table);
  head->addWidget(m_heading, 1);
  column->addLayout(head);
  column->addWidget(m_widths);
  column->addWidget(m_answer);
  m_answer->setWordWrap(true);
  look::say(m_answer, look::Voice::Trouble);
  m_answer->hide();
  connect(m_view, &QComboBox::activated, m_drawings, &QStackedWidget::setCurrentIndex);
  connect(m_table, &QComboBox::activated, this, [this](int index) {
    m_widths->show(static_cast<WidthsOf>(index));
    showHeading();
  });
  return below;
}

void LiningStage::showHeading() {
  const QString unit = m_session->notation() == Notation::Millimetres ? tr("mm") : tr("inches");
  switch (static_cast<WidthsOf>(m_table->currentIndex())) {
    case WidthsOf::Strakes:
      m_heading->setText(tr("In %1. Type over one at the station marked ▾.").arg(unit));
      return;
    case WidthsOf::FromKeel:
    case WidthsOf::FromSheer:
      m_heading->setText(tr("In %1, along the girth. Type over one what the tape says.").arg(unit));
      return;
    case WidthsOf::Difference: {
      const auto& solved = m_session->solved();
      const bool two = solved != nullptr && solved->portLining != solved->lining;
      m_heading->setText(two ? tr("In %1, along the girth.").arg(unit) : tr("Both sides are lined off by one plan."));
      return;
    }
  }
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
