#include "stages/lining/mark_part.h"

#include <QLabel>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "fonts.h"
#include "solve/lining_cost.h"
#include "stages/lining/stack_trial.h"

namespace narrows {

MarkPart::MarkPart(Session* from, Slate* into) : LiningPart(from, into) {
  m_mark = slate()->addHeadline(tr("Mark in hand"));
  m_mark->setFont(shopFont(20.0, true));
  look::say(m_mark, look::Voice::InHand);
  m_measured = slate()->addLength(
      tr("Girth up to it, or what the tape says"), [this] { return girthUpToIt(); },
      [this](Length measured) {
        if (line() && section())
          perform(tr("Measure a mark"), measureMark(book(), *lining(), *line(), *section(), measured));
      });
  m_measured->setObjectName(QStringLiteral("measured"));
  m_figures = slate()->addFigure(tr("Figures of the mark"));
  slate()->addSpace(2);
  m_cost = slate()->addHeading({});
  m_stack = new StackTrial(session(), slate());
  connect(m_stack, &StackTrial::changed, this, &MarkPart::showCost);
}

void MarkPart::showMark() {
  const auto at = line();
  const auto where = section();
  const bool has = at && where && lining()->lines[*at].isAt(*where);
  slate()->showField(m_measured, has);
  if (!has) {
    m_mark->setText({});
    m_figures->setText(tr("No mark in hand."));
    return;
  }
  const Section& place = lining()->frame.hull().sections[*where];
  const QString name = QString::fromStdString(place.name);
  m_mark->setText(
      tr("%1 at %2").arg(lineWords(*at), place.kind == SectionKind::Station ? tr("station %1").arg(name) : name));
  const Vec3 point = lining()->frame.sectionPoint(*where, lining()->lines[*at].shares[*where]);
  m_measured->setLength(girthUpToIt());
  QString words = tr("height %1, out %2").arg(shown(point.z()), shown(point.y()));
  for (std::size_t k = 0; k < lining()->strakeCount(); ++k) {
    const LinedStrake& one = lining()->strakes[k];
    if ((one.upper == *at || one.lower == *at) && lining()->covers(k, *where))
      words += tr("\nstrake %1: %2").arg(QString::number(k + 1), shown(lining()->widthMm(k, *where)));
  }
  m_figures->setText(words);
}

Length MarkPart::girthUpToIt() const {
  if (!line() || !section()) return Length();
  return millimetres(lining()->lines[*line()].shares[*section()] * lining()->frame.girthMm(*section()));
}

void MarkPart::showCost() {
  const auto& solved = session()->solved();
  if (lining() == nullptr || solved == nullptr) return;
  const LiningCost cost = costOf(*solved, side());
  if (cost.widest.strake == 0) return;
  QString words = tr("widest %1 (%2), board %3 (%4)\nsny %5 (%6), least end %7 (%8)")
                      .arg(shown(cost.widest.mm), QString::number(cost.widest.strake), shown(cost.board.mm),
                           QString::number(cost.board.strake), shown(cost.sny.mm), QString::number(cost.sny.strake),
                           shown(cost.end.mm), QString::number(cost.end.strake));
  if (const QString boards = boardsWords(); !boards.isEmpty()) words += QLatin1Char('\n') + boards;
  m_cost->setText(words);
}

QString MarkPart::boardsWords() const {
  if (book().boards.empty()) return {};
  // By widths and lengths at once; laid in earnest a moment later.
  const Weighing* weighing = session()->solved()->weighingOf(side());
  if (!m_stack->isCurrent() || m_stack->cost() == nullptr) {
    if (weighing == nullptr) return {};
    return tr("about %1 boards").arg(weighing->boards);
  }
  const LaidStack& laid = m_stack->cost()->laid;
  QString words = laid.unlaid.empty()
                      ? tr("all laid on %n board(|s)", nullptr, static_cast<int>(laid.boardsUsed))
                      : tr("on the stack %n plank(|s) go(es|) nowhere", nullptr, static_cast<int>(laid.unlaid.size()));
  if (m_stack->before() == nullptr) return words;
  const LaidStack& before = m_stack->before()->laid;
  if (before.unlaid.size() != laid.unlaid.size()) {
    words += tr(" (before: %1)").arg(before.unlaid.empty() ? tr("none") : QString::number(before.unlaid.size()));
  } else if (laid.unlaid.empty() && before.boardsUsed != laid.boardsUsed) {
    words += tr(" (before: %1)").arg(before.boardsUsed);
  }
  return words;
}

}  // namespace narrows
