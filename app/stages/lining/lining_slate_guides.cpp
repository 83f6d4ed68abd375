// The slate of Lining off: the zone of the strake in hand, and guides.

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>
#include <cmath>
#include <numbers>

#include "book/lining_edits.h"
#include "book/sheer_edits.h"
#include "book/today.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "stages/lining/lining_slate.h"

namespace narrows {

namespace {
constexpr double degreesARadian = 180.0 / std::numbers::pi;
}  // namespace

void LiningSlate::addZone() {
  beginGroup(tr("Zone of the strake in hand"))->setObjectName(QStringLiteral("zone"));
  m_zoneWords = addHeading({});
  addChoice(
      tr("Its strakes are"),
      {tr("equal"), tr("diminishing from widths"), tr("parallel to a guide"), tr("equal from abeam"),
       tr("by battens alone")},
      [this] { return zone() ? static_cast<int>(plan()->zones[*zone()].rule) : 0; },
      [this](int index) {
        if (zone()) perform(tr("Rule of a zone"), setRule(book(), *lining(), static_cast<LiningRule>(index), *zone()));
      })
      ->setObjectName(QStringLiteral("rule"));
  addChanging(
      tr("Widths are chosen at"),
      [this] {
        if (lining() == nullptr) return Choices{};
        return stations(sectionIds(book(), lining()->frame.hull())[lining()->master], {});
      },
      [this](int index) {
        if (const auto id = stationAt(index)) perform(tr("Choose widths there"), setMaster(book(), *id, plan()->id));
      });
  m_zoneWidth = addLength(
      tr("Width of each but the last"), [this] { return zone() ? plan()->zones[*zone()].width : Length(); },
      [this](Length width) { changeZone(tr("Width of parallel strakes"), [width](Zone& z) { z.width = width; }); });
  m_zoneAlong = addChoice(
      tr("They run along"), {tr("the line below"), tr("the line above")},
      [this] { return zone() && plan()->zones[*zone()].fromAbove ? 1 : 0; },
      [this](int index) {
        changeZone(tr("Run along the other line"), [index](Zone& z) { z.fromAbove = index == 1; });
      });
  const auto bound = [this](const QString& name, std::optional<StationId> Zone::*which, const QString& none) {
    return addStation(
        name, none, [this, which] { return zone() ? plan()->zones[*zone()].*which : std::optional<StationId>(); },
        [this, which](std::optional<StationId> at) {
          changeZone(tr("How far strakes are parallel"), [&](Zone& z) { z.*which = at; });
        });
  };
  m_zoneFrom = bound(tr("Parallel from"), &Zone::from, tr("the bow"));
  m_zoneTo = bound(tr("to"), &Zone::to, tr("the stern"));
  m_zoneRail = addLength(
      tr("Depth of the rub rail over them"), [this] { return zone() ? plan()->zones[*zone()].rail : Length(); },
      [this](Length rail) { changeZone(tr("Depth of the rub rail"), [rail](Zone& z) { z.rail = rail; }); });
}

void LiningSlate::addGuides() {
  beginGroup(tr("Guide lines"))->setObjectName(QStringLiteral("guides"));
  addChanging(
      tr("Guides, from the sheer down"),
      [this] {
        Choices found;
        found.items << tr("the sheer: locked");
        for (std::size_t k = plan()->guides.size(); k-- > 0;) {
          const Guide& one = plan()->guides[k];
          if (!isSheerInHand() && guide() == k) found.chosen = static_cast<int>(found.items.size());
          found.items << (one.locked ? tr("%1: locked") : QStringLiteral("%1")).arg(QString::fromStdString(one.name));
        }
        return found;
      },
      [this](int index) {
        if (index < 1 || static_cast<std::size_t>(index) > plan()->guides.size()) return takeSheer();
        const Guide& one = plan()->guides[plan()->guides.size() - static_cast<std::size_t>(index)];
        Selection selection = m_session->selection();
        selection.line = selection.strake = static_cast<int>(plan()->placeOf(one.line));
        m_session->select(selection);
      })
      ->setObjectName(QStringLiteral("guideList"));
  addSheer();
  m_guideWords = addHeading({});
  m_apart[0] = addButton(tr("Set the sheer strake apart"), "sheerApart");
  m_apart[1] = addButton(tr("Set the garboard apart"), "garboardApart");
  connect(m_apart[0], &QPushButton::clicked, this, [this] { setApart(true); });
  connect(m_apart[1], &QPushButton::clicked, this, [this] { setApart(false); });
  m_makeGuide = addButton(tr("Make this line a guide"), "makeGuide");
  connect(m_makeGuide, &QPushButton::clicked, this, [this] {
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
  m_guideName = addText(tr("Name"));
  connect(m_guideName, &QLineEdit::editingFinished, this, [this] {
    if (m_showing || !guide() || m_guideName->text().toStdString() == plan()->guides[*guide()].name) return;
    changeGuide(tr("Name a guide"), [this](Guide& g) { g.name = m_guideName->text().trimmed().toStdString(); });
  });
  m_guideFields.push_back(addChoice(
      tr("It is"),
      {tr("a batten through its marks"), tr("a straight run"), tr("level"), tr("parallel to another line"),
       tr("the edge of a hung strake")},
      [this] { return guide() ? static_cast<int>(plan()->guides[*guide()].kind) : 0; },
      [this](int index) {
        changeGuide(tr("What a guide is"), [this, index](Guide& g) {
          g.kind = static_cast<GuideKind>(index);
          const std::size_t at = plan()->placeOf(g.line);
          const auto t = static_cast<double>(lining()->master);
          const double share = lining()->lines[at].shares[lining()->master];
          // It begins where the line lies now at the station where widths are chosen.
          g.station = sectionIds(book(), lining()->frame.hull())[lining()->master];
          g.share = std::clamp(share, 0.02, 0.98);
          g.height = millimetres(lining()->frame.point(t, share).z());
          g.of = plan()->lines.back();
          g.away = millimetres((share - 1.0) * lining()->frame.girthMm(lining()->master));
          if (g.kind == GuideKind::StraightRun || g.kind == GuideKind::Level || g.kind == GuideKind::Parallel)
            boundGuide(g);
        });
      }));
  m_guideFields.back()->setObjectName(QStringLiteral("guideKind"));
  m_guideHeading = addNumber(
      tr("It leaves square to the station, and rises aft by (degrees)"), {-60.0, 60.0, 2},
      [this] { return guide() ? plan()->guides[*guide()].heading * degreesARadian : 0.0; },
      [this](double degrees) {
        changeGuide(tr("Turn a straight run"), [degrees](Guide& g) { g.heading = degrees / degreesARadian; });
      });
  m_guideSag = addLength(
      tr("Let sag in the middle by"), [this] { return guide() ? plan()->guides[*guide()].sag : Length(); },
      [this](Length sag) { changeGuide(tr("Let a straight run sag"), [sag](Guide& g) { g.sag = sag; }); });
  m_guideHeight = addLength(
      tr("Height"), [this] { return guide() ? plan()->guides[*guide()].height : Length(); },
      [this](Length height) { changeGuide(tr("Height of a level guide"), [height](Guide& g) { g.height = height; }); });
  m_guideAway = addLength(
      tr("Distance from it, along the girth"),
      [this] { return guide() ? millimetres(std::abs(plan()->guides[*guide()].away.mm())) : Length(); },
      [this](Length away) {
        changeGuide(tr("Distance of a parallel guide"),
                    [away](Guide& g) { g.away = g.away.mm() < 0.0 ? away * -1.0 : away; });
      });
  m_guideOf = addChanging(
      tr("Parallel to"), [this] { return linesBeside(); },
      [this](int index) {
        const auto at = guide();
        if (!at || index < 0 || static_cast<std::size_t>(index) >= m_beside.size()) return;
        const std::size_t of = m_beside[static_cast<std::size_t>(index)];
        changeGuide(tr("Parallel to another line"), [&](Guide& g) {
          const Lining& now = *lining();
          g.of = plan()->lines[of];
          g.away =
              millimetres((now.lines[plan()->placeOf(g.line)].shares[now.master] - now.lines[of].shares[now.master]) *
                          now.frame.girthMm(now.master));
          boundGuide(g);
        });
      });
  const auto bound = [this](const QString& name, std::optional<StationId> Guide::*which, const QString& none) {
    return addStation(
        name, none, [this, which] { return guide() ? plan()->guides[*guide()].*which : std::optional<StationId>(); },
        [this, which](std::optional<StationId> at) {
          changeGuide(tr("How far a guide is true"), [&](Guide& g) { g.*which = at; });
        });
  };
  m_guideFrom = bound(tr("True from"), &Guide::from, tr("the bow"));
  m_guideTo = bound(tr("to"), &Guide::to, tr("the stern"));
  m_lockGuide = addButton(tr("Locked"), "lockGuide");
  m_lockGuide->setCheckable(true);
  connect(m_lockGuide, &QPushButton::clicked, this, [this](bool locked) {
    changeGuide(locked ? tr("Lock a guide") : tr("Unlock a guide"), [locked](Guide& g) { g.locked = locked; });
  });
  m_dropGuide = addButton(tr("Let go of this guide"), "dropGuide");
  connect(m_dropGuide, &QPushButton::clicked, this, [this] {
    if (guide()) perform(tr("Let go of this guide"), removeGuide(book(), *lining(), *guide()));
  });
}

Slate::Choices LiningSlate::linesBeside() {
  Choices found;
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

void LiningSlate::setApart(bool sheerStrake) {
  if (lining() == nullptr || plan()->lines.size() < 3) return;
  const std::size_t at = sheerStrake ? lining()->lines.size() - 2 : 1;
  Guide made;
  made.name = (sheerStrake ? tr("foot of the sheer strake") : tr("top of the garboard")).toStdString();
  made.locked = sheerStrake;  // guarded: nothing below it moves it
  made.share = std::clamp(lining()->lines[at].shares[lining()->master], 0.02, 0.98);
  made.station = sectionIds(book(), lining()->frame.hull())[lining()->master];
  made.of = plan()->lines.back();
  perform(sheerStrake ? tr("Set the sheer strake apart") : tr("Set the garboard apart"),
          addGuide(book(), *lining(), at, made));
}

void LiningSlate::addSheer() {
  m_sheerWords = addHeading({});
  m_unlockSheer = addButton(tr("Unlock the sheer"), "unlockSheer");
  m_unlockSheer->setCheckable(true);
  connect(m_unlockSheer, &QPushButton::clicked, this, &LiningSlate::showSheer);
  m_sheerHeight = addLength(
      tr("Height of the sheer at the station in hand"),
      [this] {
        const Section* at = sheerSection();
        return at == nullptr ? Length() : millimetres(at->parts.back().nails().back().z());
      },
      [this](Length height) {
        const Section* at = sheerSection();
        if (at == nullptr) return;
        perform(tr("Move the sheer at station %1").arg(QString::fromStdString(at->name)),
                moveSheer(book(), *at, height, today()));
      });
}

void LiningSlate::takeSheer() {
  if (lining() == nullptr) return;
  m_unlockSheer->setChecked(false);
  Selection selection = m_session->selection();
  selection.line = static_cast<int>(lining()->lines.size()) - 1;
  m_session->select(selection);
}

bool LiningSlate::isSheerInHand() const {
  return lining() != nullptr && m_session->selection().line == static_cast<int>(lining()->lines.size()) - 1;
}

const Section* LiningSlate::sheerSection() const {
  const auto at = section();
  const auto& solved = m_session->solved();
  if (!at || solved == nullptr || solved->drawn == nullptr) return nullptr;
  const std::string& name = lining()->frame.hull().sections[*at].name;
  for (const Section& one : solved->drawn->sections) {
    if (one.kind == SectionKind::Station && one.name == name) return &one;
  }
  return nullptr;
}

QString LiningSlate::sheerTouches() const {
  const Solved& solved = *m_session->solved();
  QStringList touched;
  for (const BoatSide each : {BoatSide::Starboard, BoatSide::Port}) {
    const LiningPlan& of = book().planOf(each);
    if (each == BoatSide::Port && book().port == book().starboard) continue;
    const auto [first, last] = of.span(of.zones.size() - 1);
    const QString name = QString::fromStdString(of.name);
    touched << (last - first == 1 ? tr("the width of strake %1 of %2").arg(last).arg(name)
                                  : tr("the widths of strakes %1 to %2 of %3").arg(first + 1).arg(last).arg(name));
    for (const Guide& guide : of.guides) {
      if (guide.kind == GuideKind::Parallel && guide.of == of.lines.back())
        touched << tr("%1, which is parallel to it").arg(QString::fromStdString(guide.name));
    }
  }
  if (solved.moulds.get() != nullptr)
    touched << tr("the heads of %n mould(|s)", nullptr, static_cast<int>(solved.moulds->moulds.size()));
  touched << tr("hood ends and the transom's corner, where the sheer runs on to them");
  return touched.join(tr(";\n"));
}

void LiningSlate::showSheer() {
  const bool inHand = isSheerInHand();
  if (!inHand) m_unlockSheer->setChecked(false);
  const Section* at = inHand ? sheerSection() : nullptr;
  const bool open = inHand && m_unlockSheer->isChecked();
  m_sheerWords->setVisible(inHand);
  m_unlockSheer->setVisible(inHand);
  m_unlockSheer->setText(open ? tr("Lock the sheer again") : tr("Unlock the sheer"));
  showField(m_sheerHeight, open && at != nullptr);
  if (!inHand) return;
  m_sheerWords->setText(
      !open           ? tr("The sheer is sprung first and then locked. Moving it changes:\n%1.").arg(sheerTouches())
      : at == nullptr ? tr("Take a station in hand. At the stem and the transom it is moved in Lines.")
                      : tr("It moves along station %1 as drawn; what was drawn stays on record. This changes:\n%2.")
                            .arg(QString::fromStdString(at->name), sheerTouches()));
}

void LiningSlate::boundGuide(Guide& g) const {
  // True as far about the middle as it leaves every strake of the boat room, and even at the ends beyond.
  const std::size_t at = plan()->placeOf(g.line), last = lining()->frame.sectionCount() - 1;
  const auto ids = sectionIds(book(), lining()->frame.hull());
  g.atBow = lining()->lines[at].shares.front();
  g.atStern = lining()->lines[at].shares.back();
  for (std::size_t in = 0; in < last; ++in) {
    g.from.reset(), g.to.reset();
    if (in > 0) g.from = ids[std::min(in, std::max<std::size_t>(lining()->master, 1) - 1)];
    if (in > 0) g.to = ids[std::max(last - in, std::min(lining()->master + 1, last))];
    if (setGuide(book(), *lining(), *guide(), g)) return;
  }
}

}  // namespace narrows
