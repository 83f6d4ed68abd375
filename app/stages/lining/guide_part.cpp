#include "stages/lining/guide_part.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>
#include <cmath>
#include <numbers>

#include "book/guide_reach.h"
#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "stages/lining/sheer_part.h"

namespace narrows {

namespace {
constexpr double degreesARadian = 180.0 / std::numbers::pi;
}  // namespace

GuidePart::GuidePart(Session* from, Slate* into) : LiningPart(from, into) {
  slate()->beginGroup(tr("Guide lines"))->setObjectName(QStringLiteral("guides"));
  slate()
      ->addChanging(
          tr("Guides, from the sheer down"),
          [this] {
            Slate::Choices found;
            found.items << tr("the sheer: locked");
            for (std::size_t k = plan()->guides.size(); k-- > 0;) {
              const Guide& one = plan()->guides[k];
              if (!m_sheer->isInHand() && guide() == k) found.chosen = static_cast<int>(found.items.size());
              found.items
                  << (one.locked ? tr("%1: locked") : QStringLiteral("%1")).arg(QString::fromStdString(one.name));
            }
            return found;
          },
          [this](int index) {
            if (index < 1 || static_cast<std::size_t>(index) > plan()->guides.size()) return m_sheer->take();
            const Guide& one = plan()->guides[plan()->guides.size() - static_cast<std::size_t>(index)];
            Selection selection = session()->selection();
            selection.line = selection.strake = static_cast<int>(plan()->placeOf(one.line));
            session()->select(selection);
          })
      ->setObjectName(QStringLiteral("guideList"));
  m_sheer = new SheerPart(session(), slate());
  m_words = slate()->addHeading({});
  m_apart[0] = slate()->addButton(tr("Set the sheer strake apart"), "sheerApart");
  m_apart[1] = slate()->addButton(tr("Set the garboard apart"), "garboardApart");
  connect(m_apart[0], &QPushButton::clicked, this, [this] { setApart(true); });
  connect(m_apart[1], &QPushButton::clicked, this, [this] { setApart(false); });
  m_make = slate()->addButton(tr("Make this line a guide"), "makeGuide");
  connect(m_make, &QPushButton::clicked, this, [this] {
    if (!line() || !section()) return;
    Guide made;
    const auto ids = sectionIds(book(), lining()->frame.hull());
    made.name = tr("guide %1").arg(plan()->guides.size() + 1).toStdString();
    made.share = std::clamp(lining()->lines[*line()].shares[lining()->master], 0.02, 0.98);
    made.station = ids[lining()->master];
    made.of = plan()->lines.back();
    made.height = millimetres(lining()->point(*line(), static_cast<double>(lining()->master)).z());
    perform(tr("Make a line a guide"), addGuide(book(), *lining(), *line(), made));
  });
  m_name = slate()->addText(tr("Name"));
  connect(m_name, &QLineEdit::editingFinished, this, [this] {
    if (!guide() || m_name->text().toStdString() == plan()->guides[*guide()].name) return;
    change(tr("Name a guide"), [this](Guide& g) { g.name = m_name->text().trimmed().toStdString(); });
  });
  addKind();
  addFigures();
  m_lock = slate()->addButton(tr("Locked"), "lockGuide");
  m_lock->setCheckable(true);
  connect(m_lock, &QPushButton::clicked, this, [this](bool locked) {
    change(locked ? tr("Lock a guide") : tr("Unlock a guide"), [locked](Guide& g) { g.locked = locked; });
  });
  m_drop = slate()->addButton(tr("Let go of this guide"), "dropGuide");
  connect(m_drop, &QPushButton::clicked, this, [this] {
    if (guide()) perform(tr("Let go of this guide"), removeGuide(book(), *lining(), *guide()));
  });
}

void GuidePart::addKind() {
  m_kind = slate()->addChoice(
      tr("It is"),
      {tr("a batten through its marks"), tr("a straight run"), tr("level"), tr("parallel to another line"),
       tr("the edge of a hung strake")},
      [this] { return guide() ? static_cast<int>(plan()->guides[*guide()].kind) : 0; },
      [this](int index) {
        change(tr("What a guide is"), [this, index](Guide& g) {
          g.kind = static_cast<GuideKind>(index);
          const std::size_t at = plan()->placeOf(g.line);
          const auto t = static_cast<double>(lining()->master);
          const double share = lining()->lines[at].shares[lining()->master];
          // It begins where the line lies now at the station where widths are chosen.
          g.station = masterStation();
          g.share = std::clamp(share, 0.02, 0.98);
          g.height = millimetres(lining()->frame.point(t, share).z());
          g.of = plan()->lines.back();
          g.away = millimetres((share - 1.0) * lining()->frame.girthMm(lining()->master));
          if (g.kind == GuideKind::StraightRun || g.kind == GuideKind::Level || g.kind == GuideKind::Parallel)
            g = trueAsFarAsItCan(book(), *lining(), *guide(), g);
        });
      });
  m_kind->setObjectName(QStringLiteral("guideKind"));
}

void GuidePart::addFigures() {
  m_heading = slate()->addNumber(
      tr("It leaves square to the station, and rises aft by (degrees)"), {-60.0, 60.0, 2},
      [this] { return guide() ? plan()->guides[*guide()].heading * degreesARadian : 0.0; },
      [this](double degrees) {
        change(tr("Turn a straight run"), [degrees](Guide& g) { g.heading = degrees / degreesARadian; });
      });
  m_sag = slate()->addLength(
      tr("Let sag in the middle by"), [this] { return guide() ? plan()->guides[*guide()].sag : Length(); },
      [this](Length sag) { change(tr("Let a straight run sag"), [sag](Guide& g) { g.sag = sag; }); });
  m_height = slate()->addLength(
      tr("Height"), [this] { return guide() ? plan()->guides[*guide()].height : Length(); },
      [this](Length height) { change(tr("Height of a level guide"), [height](Guide& g) { g.height = height; }); });
  m_away = slate()->addLength(
      tr("Distance from it, along the girth"),
      [this] { return guide() ? millimetres(std::abs(plan()->guides[*guide()].away.mm())) : Length(); },
      [this](Length away) {
        change(tr("Distance of a parallel guide"),
               [away](Guide& g) { g.away = g.away.mm() < 0.0 ? away * -1.0 : away; });
      });
  m_of = slate()->addChanging(
      tr("Parallel to"), [this] { return linesBeside(); },
      [this](int index) {
        const auto at = guide();
        if (!at || index < 0 || static_cast<std::size_t>(index) >= m_beside.size()) return;
        const std::size_t of = m_beside[static_cast<std::size_t>(index)];
        change(tr("Parallel to another line"), [&](Guide& g) {
          const Lining& now = *lining();
          g.of = plan()->lines[of];
          g.away =
              millimetres((now.lines[plan()->placeOf(g.line)].shares[now.master] - now.lines[of].shares[now.master]) *
                          now.frame.girthMm(now.master));
          g = trueAsFarAsItCan(book(), *lining(), *guide(), g);
        });
      });
  const auto addBound = [this](const QString& name, std::optional<StationId> Guide::*which, const QString& none) {
    return addStation(
        name, none, [this, which] { return guide() ? plan()->guides[*guide()].*which : std::optional<StationId>(); },
        [this, which](std::optional<StationId> at) {
          change(tr("How far a guide is true"), [&](Guide& g) { g.*which = at; });
        });
  };
  m_from = addBound(tr("True from"), &Guide::from, tr("the bow"));
  m_to = addBound(tr("to"), &Guide::to, tr("the stern"));
}

void GuidePart::showMark() {
  m_sheer->showMark();
  const auto g = guide();
  const GuideKind kind = g ? plan()->guides[*g].kind : GuideKind::Batten;
  m_words->setText(!line() ? tr("Take a line in hand: a mark of it.")
                   : g     ? tr("%1 is in hand.").arg(lineWords(*line()))
                           : tr("Line %1 is no guide.").arg(*line()));
  m_make->setVisible(line() && !g);
  m_apart[0]->setVisible(plan()->guideOf(plan()->lines[plan()->lines.size() - 2]) == nullptr);
  m_apart[1]->setVisible(plan()->guideOf(plan()->lines[1]) == nullptr);
  slate()->showField(m_kind, g.has_value());
  slate()->showField(m_name, g.has_value());
  if (g && !m_name->hasFocus()) m_name->setText(QString::fromStdString(plan()->guides[*g].name));
  m_lock->setVisible(g.has_value());
  m_drop->setVisible(g.has_value());
  if (g) m_lock->setChecked(plan()->guides[*g].locked);
  slate()->showField(m_heading, g && kind == GuideKind::StraightRun);
  slate()->showField(m_sag, g && kind == GuideKind::StraightRun);
  slate()->showField(m_height, g && kind == GuideKind::Level);
  slate()->showField(m_away, g && kind == GuideKind::Parallel);
  slate()->showField(m_of, g && kind == GuideKind::Parallel);
  const bool bounded = g && kind != GuideKind::Batten && kind != GuideKind::HungEdge;
  slate()->showField(m_from, bounded);
  slate()->showField(m_to, bounded);
}

void GuidePart::change(const QString& words, const std::function<void(Guide&)>& change) {
  const auto at = guide();
  if (!at) return;
  Guide to = plan()->guides[*at];
  change(to);
  perform(words, setGuide(book(), *lining(), *at, to));
}

Slate::Choices GuidePart::linesBeside() {
  Slate::Choices found;
  m_beside.clear();
  const auto at = guide();
  if (!at) return found;
  const Guide& own = plan()->guides[*at];
  const auto offer = [&](std::size_t line, const QString& words) {
    if (plan()->lines[line] == own.of) found.chosen = static_cast<int>(found.items.size());
    m_beside.push_back(line);
    found.items << words;
  };
  offer(plan()->lines.size() - 1, tr("the sheer"));
  offer(0, tr("the base line"));
  for (const Guide& other : plan()->guides) {
    if (other.line != own.line) offer(plan()->placeOf(other.line), QString::fromStdString(other.name));
  }
  return found;
}

void GuidePart::setApart(bool sheerStrake) {
  if (lining() == nullptr || plan()->lines.size() < 3) return;
  const std::size_t at = sheerStrake ? lining()->lines.size() - 2 : 1;
  Guide made;
  made.name = (sheerStrake ? tr("foot of the sheer strake") : tr("top of the garboard")).toStdString();
  made.locked = sheerStrake;  // guarded: nothing below it moves it
  made.share = std::clamp(lining()->lines[at].shares[lining()->master], 0.02, 0.98);
  made.station = masterStation();
  made.of = plan()->lines.back();
  perform(sheerStrake ? tr("Set the sheer strake apart") : tr("Set the garboard apart"),
          addGuide(book(), *lining(), at, made));
}

}  // namespace narrows
