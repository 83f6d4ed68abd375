#include "stages/lining/lining_stage.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QRadioButton>
#include <QSignalBlocker>
#include <QSpinBox>
#include <QSplitter>

#include "book/edits.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "fonts.h"
#include "stages/lining/body_plan.h"
#include "stages/lining/girth_drawing.h"
#include "stages/lining/widths_grid.h"

namespace narrows {

LiningStage::LiningStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_girth(new GirthDrawing(session)),
      m_body(new BodyPlan(session)),
      m_widths(new WidthsGrid(session)),
      m_answer(new QLabel(this)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* drawings = new QSplitter(Qt::Horizontal);
  drawings->addWidget(m_girth);
  drawings->addWidget(m_body);
  drawings->setStretchFactor(0, 1);
  drawings->setStretchFactor(1, 1);
  drawings->setSizes({420, 420});
  auto* below = new QWidget;
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  auto* heading = new QLabel(below);
  heading->setFont(shopFont(look::labelPx));
  look::say(heading, look::Voice::Quiet);
  column->addWidget(heading);
  connect(session, &Session::answerSettled, heading, [this, heading] {
    const bool metric = m_session->notation() == Notation::Millimetres;
    heading->setText(tr("Widths between marks, in %1. Type over one at the station marked ▾.")
                         .arg(metric ? tr("mm") : tr("inches")));
  });
  column->setSpacing(3);
  column->addWidget(m_widths);
  column->addWidget(m_answer);
  m_answer->setWordWrap(true);
  look::say(m_answer, look::Voice::Trouble);
  m_answer->hide();
  auto* split = new QSplitter(Qt::Vertical);
  split->addWidget(drawings);
  split->addWidget(below);
  split->setStretchFactor(0, 3);
  split->setStretchFactor(1, 2);
  split->setSizes({372, 326});
  row->addWidget(split, 1);
  row->addWidget(makeSlate());

  const auto answer = [this](const QString& words) {
    m_answer->setText(words);
    m_answer->show();
  };
  connect(m_widths, &FigureGrid::notUnderstood, this, answer);
  connect(m_widths, &WidthsGrid::understood, m_answer, &QLabel::hide);
  connect(session, &Session::bookChanged, m_answer, &QLabel::hide);
  connect(session, &Session::refused, this, [this, answer](const QString& words) {
    if (isVisible()) answer(words);
    showPlan();
  });
  connect(session, &Session::answerSettled, this, [this] {
    if (!m_session->isMoving()) showPlan();  // a mark in the hand changes nothing of it
    showMark();
    showCost();
  });
  connect(session, &Session::selectionChanged, this, &LiningStage::showMark);
}

QWidget* LiningStage::makeSlate() {
  auto* slate = m_slate = new Slate(m_session, this);
  slate->addHeading(tr("Strakes a side"));
  m_count = new QSpinBox(slate);
  m_count->setRange(fewestStrakes, mostStrakes);
  m_count->setFont(shopFont(22.0, true));
  m_count->setMinimumHeight(40);
  m_count->setAccessibleName(tr("Strakes a side"));
  m_count->setKeyboardTracking(false);
  m_count->setButtonSymbols(QAbstractSpinBox::NoButtons);
  auto* counting = new QWidget(slate);
  auto* countRow = new QHBoxLayout(counting);
  countRow->setContentsMargins(0, 0, 0, 0);
  countRow->addWidget(m_count, 1);
  for (const int step : {-1, 1}) {
    auto* button = new QPushButton(step < 0 ? tr("drop") : tr("add"), counting);
    button->setMinimumHeight(40);
    button->setAccessibleName(step < 0 ? tr("Drop a strake") : tr("Add a strake"));
    button->setObjectName(step < 0 ? QStringLiteral("dropStrake") : QStringLiteral("addStrake"));
    connect(button, &QPushButton::clicked, this, [this, step] { m_count->stepBy(step); });
    countRow->addWidget(button);
  }
  slate->addWidget(counting);
  m_equal = new QRadioButton(tr("Equal at every station"), slate);
  m_diminishing = new QRadioButton(tr("Diminishing from chosen widths"), slate);
  slate->addWidget(m_equal);
  slate->addWidget(m_diminishing);
  slate->addChanging(
      tr("Widths are chosen at"), [this] { return masters(); },
      [this](int index) {
        m_session->perform(tr("Choose widths at %1").arg(masters().items[index]),
                           setMaster(*m_session->book(), m_masters[static_cast<std::size_t>(index)]));
      });
  m_lap = slate->addLength(
      tr("Lap"), [this] { return m_session->book()->settings.lap; },
      [this](Length lap) {
        if (lap.mm() >= 0.0) m_session->perform(tr("Set the lap"), setLap(*m_session->book(), lap));
      });
  slate->addSpace(8);
  m_mark = slate->addHeadline(tr("Mark in hand"));
  m_mark->setFont(shopFont(20.0, true));
  look::say(m_mark, look::Voice::InHand);
  m_measured = slate->addLength(
      tr("Girth from the base line; type over it what the tape says"), [this] { return girthOfMark(); },
      [this](Length measured) {
        const auto at = markInHand();
        if (at)
          m_session->perform(tr("Measure a mark"), measureMark(*m_session->book(), *m_session->solved()->lining,
                                                               at->first, at->second, measured));
      });
  m_measured->setObjectName(QStringLiteral("measured"));
  m_markFigures = slate->addFigure(tr("Figures of the mark"));
  slate->addSpace(8);
  slate->addHeading(tr("What it costs"));
  m_cost = slate->addFigure(tr("What this lining costs"));
  slate->addStretch();
  slate->addHeading(
      tr("Drag a mark, or choose it with the arrows and move it with Ctrl and up or down. N nails a mark where it is, "
         "or pulls its nail. The batten runs free from nail to nail."));

  connect(m_count, &QSpinBox::valueChanged, this, [this](int count) {
    if (!m_showing)
      m_session->perform(tr("Line off %n strake(|s)", nullptr, count), setStrakeCount(*m_session->book(), count));
  });
  const auto rule = [this](LiningRule wanted) {
    const auto& solved = m_session->solved();
    if (m_showing || solved == nullptr || solved->lining == nullptr) return;
    m_session->perform(wanted == LiningRule::Equal ? tr("Equal strakes") : tr("Diminishing strakes"),
                       setRule(*m_session->book(), *solved->lining, wanted));
  };
  connect(m_equal, &QRadioButton::clicked, this, [rule] { rule(LiningRule::Equal); });
  connect(m_diminishing, &QRadioButton::clicked, this, [rule] { rule(LiningRule::Diminishing); });
  return slate;
}

QWidget* LiningStage::drawing() {
  return m_girth;
}

void LiningStage::stepInHand(int by) {
  const auto& solved = m_session->solved();
  if (solved != nullptr && solved->lining != nullptr) stepStrake(by, solved->lining->strakeCount());
}

void LiningStage::fit() {
  m_girth->fit();
  m_body->fit();
}

QString LiningStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->lining == nullptr) return tr("not lined off");
  int wide = 0;
  for (const Finding& finding : solved->findings) wide += finding.as<TooWide>() != nullptr ? 1 : 0;
  const QString strakes = tr("%n strake(|s)", nullptr, static_cast<int>(solved->lining->strakeCount()));
  return wide > 0 ? tr("%1, %2 too wide").arg(strakes).arg(wide) : strakes;
}

void LiningStage::showPlan() {
  const auto& solved = m_session->solved();
  if (!m_session->hasBook() || solved == nullptr) return;
  m_showing = true;
  const Book& book = *m_session->book();
  const QSignalBlocker block(m_count);
  m_count->setValue(static_cast<int>(book.boatPlan().strakes.size()));
  m_equal->setChecked(book.boatPlan().rule == LiningRule::Equal);
  m_diminishing->setChecked(book.boatPlan().rule == LiningRule::Diminishing);
  m_slate->refresh();
  m_slate->showField(m_lap, book.table.construction == Construction::Lapstrake);
  m_showing = false;
}

Slate::Choices LiningStage::masters() {
  Slate::Choices found;
  m_masters.clear();
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->lining == nullptr) return found;
  const Hull& hull = solved->lining->frame.hull();
  const auto ids = sectionIds(*m_session->book(), hull);
  for (std::size_t i = 0; i < ids.size(); ++i) {
    if (hull.sections[i].kind != SectionKind::Station) continue;
    if (i == solved->lining->master) found.chosen = static_cast<int>(m_masters.size());
    m_masters.push_back(ids[i]);
    found.items << tr("station %1").arg(QString::fromStdString(hull.sections[i].name));
  }
  return found;
}

std::optional<std::pair<std::size_t, std::size_t>> LiningStage::markInHand() const {
  const auto& solved = m_session->solved();
  const Selection& at = m_session->selection();
  if (solved == nullptr || solved->lining == nullptr || at.line < 1 || at.section < 0) return std::nullopt;
  const auto line = static_cast<std::size_t>(at.line), section = static_cast<std::size_t>(at.section);
  if (line + 1 >= solved->lining->lines.size() || section >= solved->lining->frame.sectionCount()) return std::nullopt;
  return std::pair(line, section);
}

Length LiningStage::girthOfMark() const {
  const auto at = markInHand();
  if (!at) return {};
  const Lining& lining = *m_session->solved()->lining;
  return millimetres(lining.lines[at->first].shares[at->second] * lining.frame.girthMm(at->second));
}

void LiningStage::showMark() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->lining == nullptr) return;
  const Lining& lining = *solved->lining;
  const auto mark = markInHand();
  m_slate->showField(m_measured, mark.has_value());
  if (!mark) {
    m_mark->setText({});
    m_markFigures->setText(tr("No mark in hand."));
    return;
  }
  const auto [line, section] = *mark;
  const Section& place = lining.frame.hull().sections[section];
  const QString name = QString::fromStdString(place.name);
  m_mark->setText(
      tr("Line %1 at %2")
          .arg(QString::number(line), place.kind == SectionKind::Station ? tr("station %1").arg(name) : name));
  const Vec3 at = lining.frame.sectionPoint(section, lining.lines[line].shares[section]);
  m_measured->setLength(girthOfMark());
  m_markFigures->setText(tr("height %1, half-breadth %2\nstrake %3: %4\nstrake %5: %6")
                             .arg(shown(at.z()), shown(at.y()), QString::number(line),
                                  shown(lining.widthMm(line - 1, section)), QString::number(line + 1),
                                  shown(lining.widthMm(line, section))));
}

void LiningStage::showCost() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->lining == nullptr || solved->planks.empty()) return;
  std::size_t board = 0, sny = 0;
  for (std::size_t k = 1; k < solved->planks.size(); ++k) {
    if (solved->planks[k]->boardWidthMm > solved->planks[board]->boardWidthMm) board = k;
    if (solved->planks[k]->snyMm > solved->planks[sny]->snyMm) sny = k;
  }
  double widest = 0.0;
  std::size_t which = 0;
  for (std::size_t k = 0; k < solved->lining->strakeCount(); ++k) {
    for (std::size_t i = 0; i < solved->lining->frame.sectionCount(); ++i) {
      if (solved->lining->frame.hull().sections[i].kind != SectionKind::Station) continue;
      if (solved->lining->widthMm(k, i) > widest) widest = solved->lining->widthMm(k, i), which = k;
    }
  }
  m_cost->setText(tr("widest strake %1, strake %2\nwidest board %3, strake %4\nmost sny %5, strake %6")
                      .arg(shown(widest), QString::number(which + 1), shown(solved->planks[board]->boardWidthMm),
                           QString::number(board + 1), shown(solved->planks[sny]->snyMm), QString::number(sny + 1)));
}

}  // namespace narrows
