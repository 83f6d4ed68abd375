#include "stages/backbone/bent_in_place_page.h"

#include <QComboBox>
#include <QLabel>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "backbone/lamination.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "solve/joinery.h"

namespace narrows {

namespace {

/// A gap over this is more than glue fills.
constexpr double muchGapMm = 0.8;

}  // namespace

BentInPlaceDrawing::BentInPlaceDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The timber bent in place"));
  setEmptyWords(
      tr("Choose on the right what it is bent round: the bottom, for an outer keel, or the stem, for a "
         "cutwater."));
}

void BentInPlaceDrawing::show(const std::optional<BentFastenings>& fastenings) {
  m_fastenings = fastenings;
  remeasure();
}

const BentInPlace* BentInPlaceDrawing::timber() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->backbone.get() == nullptr || !solved->backbone->bentInPlace) return nullptr;
  return &*solved->backbone->bentInPlace;
}

Vec2 BentInPlaceDrawing::off(double alongMm, double outMm) const {
  return bentPlace(*timber(), m_session->solved()->backbone->plan.bentInPlace, alongMm, outMm);
}

std::optional<SessionCanvas::Box> BentInPlaceDrawing::extent() const {
  if (timber() == nullptr) return std::nullopt;
  Vec2 low = off(0.0, 0.0), high = low;
  for (const Vec2& at : bentOutline(*timber(), m_session->solved()->backbone->plan.bentInPlace))
    low = low.cwiseMin(at), high = high.cwiseMax(at);
  return std::pair(low, high);
}

void BentInPlaceDrawing::paintDrawing(QPainter& painter) {
  const BentInPlacePlan& plan = m_session->solved()->backbone->plan.bentInPlace;
  const double thick = plan.thickness.mm();
  setCaption(tr("arrows: clamps, in their order; full marks: fastenings that go in first; open: those between"));
  painter.setPen(QPen(look::ink, 1.6));
  painter.setBrush(look::timber);
  drawShape(painter, onScreen(bentOutline(*timber(), plan)));
  painter.setFont(shopFont(look::labelPx));
  int number = 0;
  for (const BentClamp& clamp : timber()->clamps) {
    ++number;
    const QPointF foot = toScreen(off(clamp.alongMm, thick)), in = toScreen(off(clamp.alongMm, 0.0));
    QPointF way = foot - in;
    const double size = std::max(std::hypot(way.x(), way.y()), 1e-6);
    way /= size;
    const QPointF tail = foot + 26.0 * way;
    painter.setPen(QPen(clamp.gapMm > muchGapMm ? look::trouble : look::outline, 1.6));
    drawStraight(painter, tail, foot);
    const QPointF side(-way.y(), way.x());
    drawStraight(painter, foot, foot + 7.0 * way + 4.0 * side);
    drawStraight(painter, foot, foot + 7.0 * way - 4.0 * side);
    painter.setPen(look::ink);
    painter.drawText(QRectF(tail + 9.0 * way - QPointF(15.0, 9.0), QSizeF(30.0, 18.0)), Qt::AlignCenter,
                     QString::number(number));
  }
  if (!m_fastenings) return;
  for (const BentFastening& one : m_fastenings->all) {
    const QPointF at = toScreen(off(one.alongMm, -10.0));
    painter.setPen(QPen(look::ink, 1.4));
    painter.setBrush(one.isFirst ? look::ink : look::raised);
    painter.drawEllipse(at, 3.0, 3.0);
  }
  painter.setBrush(Qt::NoBrush);
}

BentInPlacePage::BentInPlacePage(Session* session, QWidget* parent)
    : BackbonePage(session, parent),
      m_drawing(new BentInPlaceDrawing(session)),
      m_grid(new CellGrid(tr("Along the timber bent in place"), session, this)) {
  auto* slate = new Slate(session, this);
  m_head = slate->addHeadline(tr("Bent in place"));
  m_bend = slate->addFigure(tr("Bend"));
  m_pull = slate->addFigure(tr("Clamps"));
  m_bow = slate->addFigure(tr("A board with a bow"));
  m_fasten = slate->addFigure(tr("Fastenings"));
  m_ends = slate->addFigure(tr("Ends and sides"));
  m_caution = slate->addFigure(tr("Caution"));
  m_along = choiceField(
      slate, tr("Bend it round"), {tr("nothing"), tr("the bottom: an outer keel"), tr("the stem: a cutwater")},
      [](const BackbonePlan& plan) { return static_cast<int>(plan.bentInPlace.along); },
      [](BackbonePlan& plan, int index) { plan.bentInPlace.along = static_cast<BentAlong>(index); });
  m_along->setObjectName(QStringLiteral("bentRound"));
  QStringList woods;
  for (const UsualBend& usual : usualBends()) {
    if (!woods.contains(QString::fromStdString(usual.species))) woods << QString::fromStdString(usual.species);
  }
  choiceField(
      slate, tr("Of this wood"), woods,
      [woods](const BackbonePlan& plan) {
        return static_cast<int>(woods.indexOf(QString::fromStdString(plan.bentInPlace.species)));
      },
      [woods](BackbonePlan& plan, int index) { plan.bentInPlace.species = woods[index].toStdString(); });
  const auto field = [&](const QString& name, Length BentInPlacePlan::*at) {
    return lengthField(slate, name, tr("Change the timber bent in place"),
                       [at](BackbonePlan& plan) -> Length& { return plan.bentInPlace.*at; });
  };
  field(tr("Thick, in the bend"), &BentInPlacePlan::thickness)->setObjectName(QStringLiteral("bentThick"));
  field(tr("Wide"), &BentInPlacePlan::width);
  numberField(slate, tr("Sides ripped, degrees off square"), tr("Rip the sides of the timber bent in place"),
              {0.0, 60.0, 1}, [](BackbonePlan& plan) -> double& { return plan.bentInPlace.sideDeg; });
  field(tr("Clamps apart, at most"), &BentInPlacePlan::clampSpacing)->setObjectName(QStringLiteral("bentClamps"));
  field(tr("Its board's own bow, in its length"), &BentInPlacePlan::bow)->setObjectName(QStringLiteral("bentBow"));
  field(tr("Wood behind, between frames (0: the planking)"), &BentInPlacePlan::backing);
  field(tr("Left to trim, each end"), &BentInPlacePlan::trim);
  m_grid->cells().columns = {tr("along it"), tr("radius there"), tr("stands off\nbefore"), tr("pull"),
                             tr("gap to\nthe next")};
  m_grid->cells().rows = [this] { return static_cast<int>(m_rows.size()); };
  m_grid->cells().rowName = [this](int row) { return nameOf(m_rows[static_cast<std::size_t>(row)]); };
  m_grid->cells().cell = [this](int row, int column) { return cellOf(m_rows[static_cast<std::size_t>(row)], column); };
  arrange(m_drawing, m_grid, slate, 2);
}

void BentInPlacePage::gatherRows() {
  m_rows.clear();
  m_fastenings.reset();
  if (backbone() == nullptr || !backbone()->bentInPlace) return;
  m_fastenings = bentInPlaceFastenings(*m_session->solved());
  int number = 0;
  for (const BentClamp& clamp : backbone()->bentInPlace->clamps)
    m_rows.push_back({clamp.alongMm, &clamp, nullptr, ++number});
  if (m_fastenings) {
    for (const BentFastening& one : m_fastenings->all) m_rows.push_back({one.alongMm, nullptr, &one, 0});
  }
  std::stable_sort(m_rows.begin(), m_rows.end(), [](const Row& a, const Row& b) { return a.alongMm < b.alongMm; });
}

QString BentInPlacePage::radius(double mm) const {
  // Of a yard or more nobody strikes it nearer.
  constexpr double longMm = 914.4;
  const double step = m_session->notation() == Notation::Millimetres ? 10.0 : mmPerInch;
  return shown(mm < longMm ? mm : step * std::round(mm / step));
}

QString BentInPlacePage::nameOf(const Row& row) const {
  if (row.clamp != nullptr) return tr("clamp %1").arg(row.number);
  const BentFastening& one = *row.fastening;
  const QString side = one.offMm > 0.0 ? tr("starboard") : one.offMm < 0.0 ? tr("port") : tr("middle");
  const QString where = !one.isFirst    ? tr("then, between, %1").arg(side)
                        : one.frame > 0 ? tr("first, frame %1, %2").arg(one.frame).arg(side)
                                        : tr("first, %1").arg(side);
  return tr("%1: %2").arg(where, QString::fromStdString(fastenerWords(one.of.fastener, m_session->notation())));
}

Cell BentInPlacePage::cellOf(const Row& row, int column) const {
  const auto plain = [](const QString& text) { return Cell{text, false, false, look::ink, {}}; };
  if (column == 0) return plain(shown(row.alongMm));
  if (row.clamp == nullptr) return {};
  const BentClamp& clamp = *row.clamp;
  constexpr double nearlyStraightMm = 50000.0;
  switch (column) {
    case 1:
      return plain(std::abs(clamp.radiusMm) > nearlyStraightMm ? tr("straight")
                   : clamp.radiusMm < 0.0                      ? tr("hollow %1").arg(radius(-clamp.radiusMm))
                                                               : radius(clamp.radiusMm));
    case 2:
      return clamp.standsOffMm > 0.0 ? plain(shown(clamp.standsOffMm)) : Cell{};
    case 3:
      return clamp.pullN > 0.0 ? plain(QString::fromStdString(showPull(clamp.pullN, m_session->notation()))) : Cell{};
    case 4:
      return clamp.gapMm > leastBentGapMm
                 ? judgedCell(thin(clamp.gapMm),
                              clamp.gapMm > muchGapMm ? std::optional(Severity::LookAgain) : std::nullopt)
                 : Cell{};
    default:
      return {};
  }
}

void BentInPlacePage::showPage() {
  gatherRows();
  m_grid->refresh();
  m_drawing->show(m_fastenings);
  const BentInPlacePlan& plan = m_session->book()->backbone.bentInPlace;
  const Problems& problems = backbone()->bentInPlaceProblems;
  const bool has = backbone()->bentInPlace.has_value();
  for (QLabel* label : {m_bend, m_pull, m_bow, m_fasten, m_ends}) label->setVisible(has);
  look::say(m_caution, problems.empty() ? look::Voice::Plain : look::Voice::Trouble);
  m_caution->setText(!problems.empty() ? QString::fromStdString(describe(problems[0]))
                                       : tr("It is a spring while it is bent: stand clear of its end, and cut no clamp "
                                            "loose under strain. Dry run first."));
  if (!has) {
    m_head->setText(problems.empty() ? tr("nothing bent in place") : tr("it cannot be bent"));
    return;
  }
  const BentInPlace& made = *backbone()->bentInPlace;
  const Notation notation = m_session->notation();
  m_head->setText(QString::fromStdString(goesOnWords(made.goesOn)));
  m_bend->setText(tr("Tightest %1 at its middle, %2 along: %3 times its thickness, %L4 % at its outer fibres.")
                      .arg(radius(made.leastRadiusMm), shown(made.tightestAlongMm))
                      .arg(made.ratio, 0, 'f', 0)
                      .arg(100.0 * made.strain, 0, 'f', 2));
  m_pull->setText(tr("%n clamp(|s)", nullptr, static_cast<int>(made.clamps.size())) +
                  tr(": up to %1 to draw one in, good to a fifth. ")
                      .arg(QString::fromStdString(showPull(made.mostPullN, notation))) +
                  (made.mostGapMm > leastBentGapMm
                       ? tr("Between two of them it stands off by up to %1.").arg(thin(made.mostGapMm))
                       : tr("Between them it bears all along.")));
  m_bow->setText(
      made.bowWantedMm <= 0.0 ? tr("No natural bow is wanted: a straight board goes on cold.")
      : made.goesOn == GoesOn::Cold
          ? tr("With the bow of this board it goes on cold.")
          : tr("A board bowed %1 in its length, the same way, would go on cold.").arg(shown(made.bowWantedMm)));
  if (m_fastenings) {
    int first = 0;
    for (const BentFastening& one : m_fastenings->all) first += one.isFirst ? 1 : 0;
    QString words = tr("First %1, while the glue goes off; then %2 between, in two rows.")
                        .arg(first)
                        .arg(static_cast<int>(m_fastenings->all.size()) - first);
    for (const std::string& one : m_fastenings->leftOut) words += tr(" Left out: %1.").arg(QString::fromStdString(one));
    m_fasten->setText(words);
  }
  const auto end = [&](double rad) {
    const QString angle = degrees(std::abs(rad));
    return std::abs(rad) < 1e-3 ? tr("square")
           : rad > 0.0          ? tr("%1, outside longer").arg(angle)
                                : tr("%1, inside longer").arg(angle);
  };
  m_ends->setText(
      plan.along == BentAlong::Stem
          ? tr("A board %1 long. Outer face %2 wide.").arg(shown(made.boardLengthMm), shown(made.outerWidthMm))
          : tr("A board %1 long. Fore end %2; after end %3. Outer face %4 wide.")
                .arg(shown(made.boardLengthMm), end(made.foreRad), end(made.aftRad), shown(made.outerWidthMm)));
}

}  // namespace narrows
