#include "stages/lining/lining_slate.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSpinBox>
#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/number_field.h"
#include "fonts.h"
#include "plank/showing_width.h"
#include "solve/lining_cost.h"

namespace narrows {

namespace {

constexpr double degreesARadian = 180.0 / std::numbers::pi;

struct SchoolWords {
  School school;
  const char* name;
  const char* what;
};
/// The six, in the order of the trade.
const std::array<SchoolWords, 6> schoolTexts{{
    {School::Equal, QT_TRANSLATE_NOOP("LiningSlate", "Every station equally"),
     QT_TRANSLATE_NOOP("LiningSlate", "Simple, and even at the ends; planks may need hard sny.")},
    {School::Middle, QT_TRANSLATE_NOOP("LiningSlate", "By the middle, diminishing"),
     QT_TRANSLATE_NOOP("LiningSlate",
                       "Narrow where the middle section turns, wider above; all shrink towards the ends.")},
    {School::Sheer, QT_TRANSLATE_NOOP("LiningSlate", "Match the sheer"),
     QT_TRANSLATE_NOOP("LiningSlate", "Strakes above follow the sheer's sweep; seams cross the water.")},
    {School::Waterline, QT_TRANSLATE_NOOP("LiningSlate", "Match the waterline"),
     QT_TRANSLATE_NOOP("LiningSlate", "A seam looks level; planks become big arcs with much taper.")},
    {School::StraightRun, QT_TRANSLATE_NOOP("LiningSlate", "A straight run first"),
     QT_TRANSLATE_NOOP("LiningSlate",
                       "Straight stock above and below a straight line; stealers take up the rest aft.")},
    {School::TopsFirst, QT_TRANSLATE_NOOP("LiningSlate", "Tops first"),
     QT_TRANSLATE_NOOP("LiningSlate",
                       "Strakes equal as seen from abeam below the rub rail; the rest share what is left.")},
}};

}  // namespace

LiningSlate::LiningSlate(Session* session, QWidget* parent) : Slate(session, parent), m_session(session) {
  addSides();
  addCount();
  addMark();
  m_cost = addFigure(tr("What this lining costs"));
  addSchools();
  addPlans();
  addZone();
  addGuides();
  addJoint();
  addEnds();
  addStrake();
  endGroup();
  addStretch();
  addHeading(tr(
      "Drag a mark, or choose it with the arrows and move it with Ctrl and up or down. N nails it or pulls its nail, "
      "L locks it."));
}

const Lining* LiningSlate::lining() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->liningOf(side());
}

const LiningPlan* LiningSlate::plan() const {
  if (!m_session->hasBook()) return nullptr;
  return &book().planOf(side());
}

std::optional<std::size_t> LiningSlate::strake() const {
  const int at = m_session->selection().strake;
  if (lining() == nullptr || at < 0 || static_cast<std::size_t>(at) >= lining()->strakeCount()) return std::nullopt;
  return static_cast<std::size_t>(at);
}

std::optional<std::size_t> LiningSlate::zone() const {
  const auto at = strake();
  if (!at || plan() == nullptr || plan()->id != lining()->plan) return std::nullopt;
  const std::size_t lower = lining()->strakes[*at].lower;
  return lower < plan()->strakes.size() ? std::optional(plan()->zoneOf(lower)) : std::nullopt;
}

std::optional<std::size_t> LiningSlate::line() const {
  const int at = m_session->selection().line;
  if (lining() == nullptr || at < 1 || static_cast<std::size_t>(at) + 1 >= lining()->lines.size()) return std::nullopt;
  return static_cast<std::size_t>(at);
}

std::optional<std::size_t> LiningSlate::guide() const {
  const auto at = line();
  if (!at || plan() == nullptr) return std::nullopt;
  const Guide* found = plan()->guideOf(lining()->lines[*at].id);
  if (found == nullptr) return std::nullopt;
  return static_cast<std::size_t>(found - plan()->guides.data());
}

std::optional<std::size_t> LiningSlate::section() const {
  const int at = m_session->selection().section;
  if (lining() == nullptr || at < 0 || static_cast<std::size_t>(at) >= lining()->frame.sectionCount())
    return std::nullopt;
  return static_cast<std::size_t>(at);
}

QString LiningSlate::lineWords(std::size_t at) const {
  const Guide* found = plan()->guideOf(lining()->lines[at].id);
  return found != nullptr && !found->name.empty() ? QString::fromStdString(found->name) : tr("Line %1").arg(at);
}

Slate::Choices LiningSlate::stations(const std::optional<StationId>& chosen, const QString& none) const {
  Choices found;
  if (!none.isEmpty()) found.items << none;
  if (lining() == nullptr) return found;
  const Hull& hull = lining()->frame.hull();
  const auto ids = sectionIds(book(), hull);
  for (std::size_t i = 0; i < ids.size(); ++i) {
    const QString name = QString::fromStdString(hull.sections[i].name);
    if (chosen && ids[i] == *chosen) found.chosen = static_cast<int>(found.items.size());
    found.items << (hull.sections[i].kind == SectionKind::Station ? tr("station %1").arg(name) : name);
  }
  return found;
}

QComboBox* LiningSlate::addStation(const QString& name, const QString& none,
                                   const std::function<std::optional<StationId>()>& shown,
                                   const std::function<void(std::optional<StationId>)>& chosen) {
  return addChanging(
      name, [this, none, shown] { return stations(shown(), none); },
      [this, chosen](int index) { chosen(stationAt(index - 1)); });
}

std::optional<StationId> LiningSlate::stationAt(int index) const {
  if (lining() == nullptr || index < 0) return std::nullopt;
  const auto ids = sectionIds(book(), lining()->frame.hull());
  return static_cast<std::size_t>(index) < ids.size() ? std::optional(ids[static_cast<std::size_t>(index)])
                                                      : std::nullopt;
}

void LiningSlate::perform(const QString& words, const Result<Book>& edited) {
  if (!m_showing) m_session->perform(words, edited);
}

void LiningSlate::changeZone(const QString& words, const std::function<void(Zone&)>& change) {
  const auto at = zone();
  if (m_showing || !at) return;
  Zone figures = plan()->zones[*at];
  change(figures);
  perform(words, setZone(book(), *lining(), *at, figures));
}

void LiningSlate::changeGuide(const QString& words, const std::function<void(Guide&)>& change) {
  const auto at = guide();
  if (m_showing || !at) return;
  Guide to = plan()->guides[*at];
  change(to);
  perform(words, setGuide(book(), *lining(), *at, to));
}

void LiningSlate::changeEnd(bool bow, const QString& words, const std::function<void(EndPlan&)>& change) {
  if (m_showing || lining() == nullptr) return;
  EndPlan end = bow ? plan()->bow : plan()->stern;
  change(end);
  perform(words, setEnd(book(), *lining(), bow, end));
}

// Sides ------------------------------------------------------------------------------------------------------------

void LiningSlate::addSides() {
  addHeading(tr("Side in hand, and its plan"));
  auto* both = new QWidget(this);
  auto* row = new QHBoxLayout(both);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(4);
  m_side = new QComboBox(both);
  m_side->setObjectName(QStringLiteral("side"));
  m_side->setAccessibleName(tr("Side in hand"));
  m_side->addItems({tr("starboard"), tr("port")});
  m_plan = new QComboBox(both);
  m_plan->setObjectName(QStringLiteral("planOfSide"));
  m_plan->setAccessibleName(tr("Plan of this side"));
  m_plan->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
  row->addWidget(m_side);
  row->addWidget(m_plan, 1);
  addWidget(both);
  connect(m_side, &QComboBox::activated, this, [this](int index) {
    Selection selection = m_session->selection();
    selection.side = index == 1 ? BoatSide::Port : BoatSide::Starboard;
    m_session->select(selection);
  });
  connect(m_plan, &QComboBox::activated, this, [this](int index) {
    const auto at = static_cast<std::size_t>(index);
    if (at < book().plans.size())
      perform(tr("Line off this side by another plan"), setBoatPlan(book(), side(), book().plans[at].id));
  });
}

void LiningSlate::showSides() {
  m_side->setCurrentIndex(side() == BoatSide::Port ? 1 : 0);
  m_plan->clear();
  for (const LiningPlan& one : book().plans) {
    m_plan->addItem(QString::fromStdString(one.name));
    if (one.id == plan()->id) m_plan->setCurrentIndex(m_plan->count() - 1);
  }
  m_plan->setToolTip(m_plan->currentText());
}

void LiningSlate::addCount() {
  addHeading(tr("Strakes a side"));
  m_count = new QSpinBox(this);
  m_count->setRange(fewestStrakes, mostStrakes);
  m_count->setFont(shopFont(22.0, true));
  m_count->setMinimumHeight(36);
  m_count->setAccessibleName(tr("Strakes a side"));
  m_count->setKeyboardTracking(false);
  m_count->setButtonSymbols(QAbstractSpinBox::NoButtons);
  auto* counting = new QWidget(this);
  auto* row = new QHBoxLayout(counting);
  row->setContentsMargins(0, 0, 0, 0);
  row->addWidget(m_count, 1);
  for (const int step : {-1, 1}) {
    auto* button = new QPushButton(step < 0 ? tr("drop") : tr("add"), counting);
    button->setMinimumHeight(36);
    button->setAccessibleName(step < 0 ? tr("Drop a strake") : tr("Add a strake"));
    button->setObjectName(step < 0 ? QStringLiteral("dropStrake") : QStringLiteral("addStrake"));
    connect(button, &QPushButton::clicked, this, [this, step] { m_count->stepBy(step); });
    row->addWidget(button);
  }
  addWidget(counting);
  connect(m_count, &QSpinBox::valueChanged, this, [this](int count) {
    if (m_showing) return;
    // Those of the zone in hand come and go; where there is but one zone, all.
    const auto at = zone();
    const QString words = tr("Line off %n strake(|s)", nullptr, count);
    if (!at || plan()->zones.size() == 1) return perform(words, setStrakeCount(book(), count, plan()->id));
    const auto [first, last] = plan()->span(*at);
    const int others = static_cast<int>(plan()->strakes.size() - (last - first));
    perform(words, setZoneCount(book(), plan()->id, *at, count - others));
  });
}

// Schools and plans --------------------------------------------------------------------------------------------------

void LiningSlate::addSchools() {
  beginGroup(tr("Begin by a school"))->setObjectName(QStringLiteral("schools"));
  QStringList names;
  for (const SchoolWords& one : schoolTexts) names << tr(one.name);
  addChoice(
      tr("School"), names, [this] { return static_cast<int>(m_school); },
      [this](int index) {
        m_school = everySchool[static_cast<std::size_t>(index)];
        showAll();
      })
      ->setObjectName(QStringLiteral("school"));
  m_schoolWords = addHeading({});
  addNumber(
      tr("How many strakes (0: as is usual)"), {0.0, mostStrakes, 0}, [this] { return m_answers.strakes.value_or(0); },
      [this](double count) {
        m_answers.strakes.reset();
        if (count >= fewestStrakes) m_answers.strakes = static_cast<int>(count);
      });
  m_waterline = addLength(
      tr("Height of the water"), [this] { return m_answers.waterline.value_or(book().settings.waterline); },
      [this](Length height) { m_answers.waterline = height; });
  m_tops = addNumber(
      tr("Strakes that follow the sheer (0: above the bilge)"), {0.0, mostStrakes, 0},
      [this] { return m_answers.tops.value_or(0); },
      [this](double count) {
        m_answers.tops.reset();
        if (count >= 1.0) m_answers.tops = static_cast<int>(count);
      });
  m_rail = addLength(
      tr("Depth of the rub rail"), [this] { return m_answers.rail.value_or(inches(1.25)); },
      [this](Length depth) { m_answers.rail = depth; });
  addLength(
      tr("Widest strake the stock gives"),
      [this] {
        return m_answers.widest.value_or(shopFigures(book().table.construction, boatLength(book().table)).widest);
      },
      [this](Length width) {
        if (width.mm() > leastStrakeWidthMm) m_answers.widest = width;
      });
  addChoice(
      tr("It becomes the plan of"), {tr("both sides"), tr("starboard only"), tr("port only")},
      [this] { return m_goesTo; }, [this](int index) { m_goesTo = index; })
      ->setObjectName(QStringLiteral("goesTo"));
  connect(addButton(tr("Line off so"), "lineOffSo"), &QPushButton::clicked, this, &LiningSlate::lineOffBySchool);
}

void LiningSlate::lineOffBySchool() {
  if (lining() == nullptr) return;
  const GirthFrame& frame = lining()->frame;
  const ShopFigures usual = shopFigures(book().table.construction, boatLength(book().table));
  SchoolAnswers answers = m_answers;
  if (!answers.waterline && book().settings.waterline.mm() > 0.0) answers.waterline = book().settings.waterline;
  auto made = planBySchool(frame, m_school, answers, sectionIds(book(), frame.hull()), usual, plankingFigures(book()));
  const QString words = tr("Line off: %1").arg(tr(schoolTexts[static_cast<std::size_t>(m_school)].name));
  if (!made) return perform(words, tl::make_unexpected(made.error()));
  made->base = plan()->base;
  const std::string name = tr(schoolTexts[static_cast<std::size_t>(m_school)].name).toStdString();
  std::string free = name;
  for (int k = 2; book().findPlan(free) != nullptr; ++k) free = name + " " + std::to_string(k);
  PlanId id;
  auto edited = addPlan(book(), *made, free, &id);
  if (edited && m_goesTo != 2) edited = setBoatPlan(*edited, BoatSide::Starboard, id);
  if (edited && m_goesTo != 1) edited = setBoatPlan(*edited, BoatSide::Port, id);
  perform(words, edited);
}

void LiningSlate::addPlans() {
  beginGroup(tr("Plans kept"));
  m_planName = addText(tr("Name of this plan"));
  m_planName->setObjectName(QStringLiteral("planName"));
  connect(m_planName, &QLineEdit::editingFinished, this, [this] {
    if (m_showing || plan() == nullptr || m_planName->text().toStdString() == plan()->name) return;
    perform(tr("Rename the plan"), renamePlan(book(), plan()->id, m_planName->text().trimmed().toStdString()));
  });
  connect(addButton(tr("Copy it, and try the copy on this side"), "copyPlan"), &QPushButton::clicked, this, [this] {
    if (plan() == nullptr) return;
    std::string name = plan()->name + tr(", copy").toStdString();
    for (int k = 2; book().findPlan(name) != nullptr; ++k) name = plan()->name + tr(", copy %1").arg(k).toStdString();
    PlanId id;
    auto edited = addPlan(book(), *plan(), name, &id);
    if (edited) edited = setBoatPlan(*edited, side(), id);
    perform(tr("Copy the plan"), edited);
  });
  connect(addButton(tr("Make it the plan of both sides"), "bothSides"), &QPushButton::clicked, this, [this] {
    if (plan() == nullptr) return;
    const PlanId id = plan()->id;
    auto edited = setBoatPlan(book(), BoatSide::Starboard, id);
    if (edited) edited = setBoatPlan(*edited, BoatSide::Port, id);
    perform(tr("One plan for both sides"), edited);
  });
  addChanging(
      tr("Throw away"),
      [this] {
        Choices found;
        found.items << tr("choose one that is not the boat's");
        for (const LiningPlan& one : book().plans) {
          if (one.id != book().starboard && one.id != book().port) found.items << QString::fromStdString(one.name);
        }
        return found;
      },
      [this](int index) {
        int k = 0;
        for (const LiningPlan& one : book().plans) {
          if (one.id == book().starboard || one.id == book().port || ++k != index) continue;
          return perform(tr("Throw a plan away"), removePlan(book(), one.id));
        }
      })
      ->setObjectName(QStringLiteral("throwAway"));
}

// Zones and guides
// -----------------------------------------------------------------------------------------------------

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
          if (guide() == k) found.chosen = static_cast<int>(found.items.size());
          found.items << (one.locked ? tr("%1: locked") : QStringLiteral("%1")).arg(QString::fromStdString(one.name));
        }
        return found;
      },
      [this](int index) {
        if (index < 1 || static_cast<std::size_t>(index) > plan()->guides.size()) return sayOfTheSheer();
        const Guide& one = plan()->guides[plan()->guides.size() - static_cast<std::size_t>(index)];
        Selection selection = m_session->selection();
        selection.line = selection.strake = static_cast<int>(plan()->placeOf(one.line));
        m_session->select(selection);
      });
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
  m_dropGuide = addButton(tr("A guide no longer"), "dropGuide");
  connect(m_dropGuide, &QPushButton::clicked, this, [this] {
    if (guide()) perform(tr("A guide no longer"), removeGuide(book(), *lining(), *guide()));
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

void LiningSlate::sayOfTheSheer() {
  showAll();
  int moulds = 0;
  if (m_session->solved()->moulds.get() != nullptr)
    moulds = static_cast<int>(m_session->solved()->moulds->moulds.size());
  m_guideWords->setText(
      tr("The sheer is sprung first and then locked. It is moved in Lines, figure by figure, and only on purpose: that "
         "changes the uppermost strakes of both sides, every width that is shared out up to it, the hood ends, the "
         "transom's corners, and the heads of %n mould(|s).",
         nullptr, moulds));
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

// Joints and ends
// --------------------------------------------------------------------------------------------------------

const Stealer* LiningSlate::stealer(bool bow) const {
  if (!line()) return nullptr;
  for (const Stealer& one : plan()->stealers) {
    if (one.line == lining()->lines[*line()].id && one.towardsBow == bow) return &one;
  }
  return nullptr;
}

void LiningSlate::changeStealer(bool bow, const std::function<void(Stealer&)>& change) {
  if (m_showing || !line()) return;
  Stealer to;
  to.line = lining()->lines[*line()].id;
  to.towardsBow = bow;
  // Begun a quarter of her length from the end, where nothing is said.
  const double t = (bow ? 0.25 : 0.75) * lining()->frame.lastT();
  to.at = millimetres(lining()->point(*line(), t).x());
  to.nib = inches(1.25);
  if (const Stealer* now = stealer(bow)) to = *now;
  change(to);
  perform(tr("A joint of two strakes"), setStealer(book(), *lining(), to));
}

void LiningSlate::addJoint() {
  beginGroup(tr("Two strakes become one"))->setObjectName(QStringLiteral("joints"));
  m_jointWords = addHeading({});
  for (const bool bow : {true, false}) {
    QComboBox* kind = addChoice(
        bow ? tr("Towards the bow, the two beside this line") : tr("Towards the stern, the two beside this line"),
        {tr("run on as two"), tr("run into one"), tr("upper ends on the lower"), tr("lower ends on the upper")},
        [this, bow] { return stealer(bow) == nullptr ? 0 : 1 + static_cast<int>(stealer(bow)->joining); },
        [this, bow](int index) {
          if (!line()) return;
          if (index == 0)
            return perform(tr("Two strakes run on"),
                           removeStealer(book(), *lining(), lining()->lines[*line()].id, bow));
          changeStealer(bow, [index](Stealer& s) { s.joining = static_cast<Joining>(index - 1); });
        });
    kind->setObjectName(bow ? QStringLiteral("joinBow") : QStringLiteral("joinStern"));
    m_jointFields.push_back(kind);
    m_jointFields.push_back(addLength(
        tr("Joint, distance along the boat"),
        [this, bow] { return stealer(bow) == nullptr ? Length() : stealer(bow)->at; },
        [this, bow](Length at) {
          if (stealer(bow) != nullptr) changeStealer(bow, [at](Stealer& s) { s.at = at; });
        }));
    m_jointFields.push_back(addLength(
        tr("Nib: width left at its end"),
        [this, bow] { return stealer(bow) == nullptr ? Length() : stealer(bow)->nib; },
        [this, bow](Length nib) {
          if (stealer(bow) != nullptr) changeStealer(bow, [nib](Stealer& s) { s.nib = nib; });
        }));
  }
}

void LiningSlate::addEnds() {
  beginGroup(tr("Ends"))->setObjectName(QStringLiteral("ends"));
  addChoice(
      tr("Marks on the stem are spaced"),
      {tr("along its curve"), tr("on a straight stick, level"), tr("on a straight stick, square off")},
      [this] { return static_cast<int>(plan()->bow.spacing); },
      [this](int index) {
        changeEnd(true, tr("Spacing on the stem"),
                  [index](EndPlan& end) { end.spacing = static_cast<StemSpacing>(index); });
      })
      ->setObjectName(QStringLiteral("stemSpacing"));
  for (const bool bow : {true, false}) {
    addNumber(
        bow ? tr("Hood ends made even (0 to 100 %)") : tr("After ends made even (0 to 100 %)"), {0.0, 100.0, 0},
        [this, bow] { return 100.0 * (bow ? plan()->bow : plan()->stern).even; },
        [this, bow](double percent) {
          changeEnd(bow, tr("Even ends"), [percent](EndPlan& end) {
            end.even = percent / 100.0;
            end.widths.clear();
          });
        });
  }
  connect(addButton(tr("Ends as the rule has them"), "plainEnds"), &QPushButton::clicked, this, [this] {
    if (lining() == nullptr) return;
    auto edited = setEnd(book(), *lining(), true, {});
    if (edited) edited = setEnd(*edited, *lining(), false, {});
    perform(tr("Ends as the rule has them"), edited);
  });
  addLength(
      tr("She floats at a height of (0: not said)"), [this] { return book().settings.waterline; },
      [this](Length height) { perform(tr("Where she floats"), setWaterline(book(), height)); });
}

void LiningSlate::addStrake() {
  beginGroup(tr("Strake in hand"))->setObjectName(QStringLiteral("strake"));
  m_strakeWords = addHeading({});
  m_timber = addText(tr("It is got out of"));
  m_timber->setObjectName(QStringLiteral("timber"));
  connect(m_timber, &QLineEdit::editingFinished, this, [this] {
    if (m_showing || !strake()) return;
    const StrakeId id = lining()->strakes[*strake()].id;
    const std::string species = m_timber->text().trimmed().toStdString();
    if (species != plan()->timberOf(id)) perform(tr("Timber of a strake"), setStrakeTimber(book(), id, species));
  });
  connect(addButton(tr("The same for all strakes above"), "timberAbove"), &QPushButton::clicked, this, [this] {
    if (!strake()) return;
    const std::string species = m_timber->text().trimmed().toStdString();
    Book edited = book();
    for (std::size_t k = *strake(); k < lining()->strakeCount(); ++k)
      edited = setStrakeTimber(edited, lining()->strakes[k].id, species);
    perform(tr("Timber of strakes"), edited);
  });
  m_lap = addLength(
      tr("Lap of every strake"), [this] { return book().settings.lap; },
      [this](Length lap) {
        if (lap.mm() >= 0.0) perform(tr("Set the lap"), setLap(book(), lap));
      });
  m_lapHere = addLength(
      tr("Lap at the station in hand"),
      [this] {
        if (!section()) return book().settings.lap;
        const StationId at = sectionIds(book(), lining()->frame.hull())[*section()];
        for (const LapAt& one : plan()->laps) {
          if (one.station == at) return one.lap;
        }
        return book().settings.lap;
      },
      [this](Length lap) {
        if (!section()) return;
        const StationId at = sectionIds(book(), lining()->frame.hull())[*section()];
        const bool usual = std::abs(lap.mm() - book().settings.lap.mm()) < 1e-6;
        perform(tr("Lap at a station"), setLapAt(book(), plan()->id, at, usual ? std::optional<Length>() : lap));
      });
}

// The mark in hand, and what it costs
// -------------------------------------------------------------------------------------

void LiningSlate::addMark() {
  m_mark = addHeadline(tr("Mark in hand"));
  m_mark->setFont(shopFont(20.0, true));
  look::say(m_mark, look::Voice::InHand);
  m_measured = addLength(
      tr("Girth up to it; type over what the tape says"),
      [this] {
        if (!line() || !section()) return Length();
        return millimetres(lining()->lines[*line()].shares[*section()] * lining()->frame.girthMm(*section()));
      },
      [this](Length measured) {
        if (line() && section())
          perform(tr("Measure a mark"), measureMark(book(), *lining(), *line(), *section(), measured));
      });
  m_measured->setObjectName(QStringLiteral("measured"));
  m_markFigures = addFigure(tr("Figures of the mark"));
  addSpace(2);
}

void LiningSlate::showAll() {
  if (!m_session->hasBook() || m_session->solved() == nullptr || plan() == nullptr) return;
  m_showing = true;
  {
    const QSignalBlocker quiet(m_count);
    m_count->setValue(static_cast<int>(plan()->strakes.size()));
  }
  showSides();
  refresh();
  const bool laps = book().table.construction == Construction::Lapstrake;
  showField(m_lap, laps);
  showField(m_lapHere, laps);
  m_schoolWords->setText(tr(schoolTexts[static_cast<std::size_t>(m_school)].what));
  showField(m_waterline, m_school == School::Waterline);
  showField(m_tops, m_school == School::Sheer || m_school == School::TopsFirst);
  showField(m_rail, m_school == School::TopsFirst);
  if (!m_planName->hasFocus()) m_planName->setText(QString::fromStdString(plan()->name));
  const LiningRule rule = zone() ? plan()->zones[*zone()].rule : LiningRule::Equal;
  for (QWidget* field : {m_zoneWidth, m_zoneAlong, m_zoneFrom, m_zoneTo})
    showField(field, rule == LiningRule::Parallel);
  showField(m_zoneRail, rule == LiningRule::Abeam);
  if (zone()) {
    const auto [first, last] = plan()->span(*zone());
    const QString below = first == 0 ? tr("the base line") : lineWords(first);
    const QString above = last + 1 == plan()->lines.size() ? tr("the sheer") : lineWords(last);
    m_zoneWords->setText(tr("%n strake(|s)", nullptr, static_cast<int>(last - first)) +
                         tr(" between %1 and %2").arg(below, above));
  }
  m_showing = false;
  showMark();
  showCost();
}

void LiningSlate::showMark() {
  if (lining() == nullptr || plan() == nullptr || plan()->id != lining()->plan) return;
  m_showing = true;
  // The guide, the joint and the strake in hand.
  const auto g = guide();
  const GuideKind kind = g ? plan()->guides[*g].kind : GuideKind::Batten;
  m_guideWords->setText(!line() ? tr("Take a line in hand: a mark of it.")
                        : g     ? tr("%1 is in hand.").arg(lineWords(*line()))
                                : tr("Line %1 is no guide.").arg(*line()));
  m_makeGuide->setVisible(line() && !g);
  m_apart[0]->setVisible(plan()->guideOf(plan()->lines[plan()->lines.size() - 2]) == nullptr);
  m_apart[1]->setVisible(plan()->guideOf(plan()->lines[1]) == nullptr);
  for (QWidget* field : m_guideFields) showField(field, g.has_value());
  m_guideName->setVisible(g.has_value());
  if (g && !m_guideName->hasFocus()) m_guideName->setText(QString::fromStdString(plan()->guides[*g].name));
  m_lockGuide->setVisible(g.has_value());
  m_dropGuide->setVisible(g.has_value());
  if (g) m_lockGuide->setChecked(plan()->guides[*g].locked);
  showField(m_guideHeading, g && kind == GuideKind::StraightRun);
  showField(m_guideSag, g && kind == GuideKind::StraightRun);
  showField(m_guideHeight, g && kind == GuideKind::Level);
  showField(m_guideAway, g && kind == GuideKind::Parallel);
  showField(m_guideOf, g && kind == GuideKind::Parallel);
  const bool bounded = g && kind != GuideKind::Batten && kind != GuideKind::HungEdge;
  showField(m_guideFrom, bounded);
  showField(m_guideTo, bounded);
  const bool joins = line() && !g;
  m_jointWords->setText(joins ? tr("Line %1 is in hand.").arg(*line()) : tr("Take a line that is no guide in hand."));
  for (std::size_t end = 0; end < 2; ++end) {
    const Stealer* now = stealer(end == 0);
    showField(m_jointFields[3 * end], joins);
    showField(m_jointFields[3 * end + 1], joins && now != nullptr);
    showField(m_jointFields[3 * end + 2], joins && now != nullptr && now->joining != Joining::TwoIntoOne);
  }
  m_strakeWords->setText(strake() ? strakeWords(*strake()) : tr("Take a strake in hand."));
  if (strake() && !m_timber->hasFocus())
    m_timber->setText(QString::fromStdString(plan()->timberOf(lining()->strakes[*strake()].id)));
  const auto at = line();
  const auto where = section();
  const bool has = at && where && lining()->lines[*at].isAt(*where);
  showField(m_measured, has);
  m_showing = false;
  if (!has) {
    m_mark->setText({});
    m_markFigures->setText(tr("No mark in hand."));
    return;
  }
  const Section& place = lining()->frame.hull().sections[*where];
  const QString name = QString::fromStdString(place.name);
  m_mark->setText(
      tr("%1 at %2").arg(lineWords(*at), place.kind == SectionKind::Station ? tr("station %1").arg(name) : name));
  const Vec3 point = lining()->frame.sectionPoint(*where, lining()->lines[*at].shares[*where]);
  m_measured->setLength(millimetres(lining()->lines[*at].shares[*where] * lining()->frame.girthMm(*where)));
  QString words = tr("height %1, out %2").arg(shown(point.z()), shown(point.y()));
  for (std::size_t k = 0; k < lining()->strakeCount(); ++k) {
    const LinedStrake& one = lining()->strakes[k];
    if ((one.upper == *at || one.lower == *at) && lining()->covers(k, *where))
      words += tr("\nstrake %1: %2").arg(QString::number(k + 1), shown(lining()->widthMm(k, *where)));
  }
  m_markFigures->setText(words);
}

PlankMake LiningSlate::plankMakeFor(std::size_t at) const {
  PlankMake make = plankMake(book(), *lining(), at);
  // What comes down over the garboard is the lap of the strake above it.
  if (lining()->isGarboard(at)) make.lapMm = book().settings.lap.mm();
  return make;
}

QString LiningSlate::strakeWords(std::size_t at) const {
  QString words = tr("Strake %1.").arg(at + 1);
  const auto& solved = m_session->solved();
  const auto& planks = solved->planksOf(side());
  if (at >= planks.size() || planks[at].get() == nullptr) return words;
  const FlatPlank& plank = *planks[at];
  words += tr(" Ends %1 and %2, sny %3, twists %4° a foot at most.")
               .arg(shown(plank.foreEndMm), shown(plank.aftEndMm), shown(plank.snyMm))
               .arg(twistDegAFoot(lining()->band(at)), 0, 'f', 1);
  if (!section() || !lining()->covers(at, *section()) || book().table.construction != Construction::Lapstrake)
    return words;
  const ShowingWidths showing =
      showingWidths(*lining(), at, *section(), plankMakeFor(at), 2.0 * book().table.thickness.mm());
  return words + tr(" Here it shows %1 outside and %2 inside.").arg(shown(showing.outsideMm), shown(showing.insideMm));
}

void LiningSlate::showCost() {
  const auto& solved = m_session->solved();
  if (lining() == nullptr || solved == nullptr) return;
  const LiningCost cost = costOf(*solved, side());
  if (cost.widest.strake == 0) return;
  m_cost->setText(tr("widest %1, strake %2\nboard %3, strake %4\nsny %5, strake %6\nnarrowest end %7, strake %8")
                      .arg(shown(cost.widest.mm), QString::number(cost.widest.strake), shown(cost.board.mm),
                           QString::number(cost.board.strake), shown(cost.sny.mm), QString::number(cost.sny.strake),
                           shown(cost.end.mm), QString::number(cost.end.strake)));
}

}  // namespace narrows
