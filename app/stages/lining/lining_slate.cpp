#include "stages/lining/lining_slate.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSpinBox>
#include <cmath>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "plank/showing_width.h"
#include "solve/lining_cost.h"

namespace narrows {

LiningSlate::LiningSlate(Session* session, QWidget* parent)
    : Slate(session, parent), m_session(session), m_lineOff(session) {
  addSides();
  addCount();
  addMark();
  m_cost = addHeading({});
  addSchools();
  addPlans();
  addWeighing();
  addZone();
  addGuides();
  addJoint();
  addEnds();
  addStrake();
  endGroup();
  addStretch();
  addHeading(tr("Drag a mark, or move it with Ctrl and up or down. N nails it or pulls its nail, L locks it."));
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
    const QString name = nameOf(hull.sections[i].name);
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
    // Those of the zone in hand come and go; where there is but one zone, all; but none that hangs.
    const auto at = zone();
    const QString words = tr("Line off %n strake(|s)", nullptr, count);
    const std::size_t hung = lining() != nullptr ? hungLine(book(), *lining()) : 0;
    if (hung > 0 && (!at || plan()->span(*at).first < hung))
      return perform(words, setStrakeCountAboveHung(book(), *lining(), count));
    if (!at || plan()->zones.size() == 1) return perform(words, setStrakeCount(book(), count, plan()->id));
    const auto [first, last] = plan()->span(*at);
    const int others = static_cast<int>(plan()->strakes.size() - (last - first));
    perform(words, setZoneCount(book(), plan()->id, *at, count - others));
  });
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

void LiningSlate::addMark() {
  m_mark = addHeadline(tr("Mark in hand"));
  m_mark->setFont(shopFont(20.0, true));
  look::say(m_mark, look::Voice::InHand);
  m_measured = addLength(
      tr("Girth up to it, or what the tape says"),
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
  showSchool();
  showWeighing();
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
  showSheer();
  m_guideWords->setText(!line() ? tr("Take a line in hand: a mark of it.")
                        : g     ? tr("%1 is in hand.").arg(lineWords(*line()))
                                : tr("Line %1 is no guide.").arg(*line()));
  m_makeGuide->setVisible(line() && !g);
  m_apart[0]->setVisible(plan()->guideOf(plan()->lines[plan()->lines.size() - 2]) == nullptr);
  m_apart[1]->setVisible(plan()->guideOf(plan()->lines[1]) == nullptr);
  for (QWidget* field : m_guideFields) showField(field, g.has_value());
  showField(m_guideName, g.has_value());
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
  m_cost->setText(tr("widest %1 (%2), board %3 (%4)\nsny %5 (%6), least end %7 (%8)")
                      .arg(shown(cost.widest.mm), QString::number(cost.widest.strake), shown(cost.board.mm),
                           QString::number(cost.board.strake), shown(cost.sny.mm), QString::number(cost.sny.strake),
                           shown(cost.end.mm), QString::number(cost.end.strake)));
}

}  // namespace narrows
