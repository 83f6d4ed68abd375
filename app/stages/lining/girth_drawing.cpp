#include "stages/lining/girth_drawing.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/species_tones.h"
#include "canvas/tongue.h"
#include "canvas/verdict_mark.h"
#include "fonts.h"
#include "stages/lining/measure_words.h"

namespace narrows {

namespace {
constexpr double seamPointsABay = 8.0, seamPointsApartMm = 30.0;
}

GirthDrawing::GirthDrawing(Session* session, QWidget* parent) : MarkCanvas(session, parent) {
  setAccessibleName(tr("Shell laid flat, with the marks of every plank line"));
}

double GirthDrawing::foreshortening() const {
  return lining() == nullptr ? 1.0 : m_shortened.by(lining()->frame, size());
}

double GirthDrawing::sectionX(std::size_t section) const {
  // Stem, transom and sternpost rake: each stands here at the middle of its girth.
  return lining()->frame.middleMm(section) / foreshortening();
}

std::optional<SessionCanvas::Box> GirthDrawing::extent() const {
  if (lining() == nullptr) return std::nullopt;
  const GirthFrame& frame = lining()->frame;
  return std::pair(Vec2(sectionX(0), 0.0), Vec2(sectionX(frame.sectionCount() - 1), greatestGirthMm(frame)));
}

Vec2 GirthDrawing::markPlace(std::size_t line, std::size_t section) const {
  return {sectionX(section), lining()->lines[line].shares[section] * lining()->frame.girthMm(section)};
}

double GirthDrawing::shareAt(std::size_t section, const Vec2& world) const {
  return world.y() / lining()->frame.girthMm(section);
}

QPointF GirthDrawing::flat(double t, double share) const {
  const Vec2 at = lining()->frame.laidFlat(t, share);
  return toScreen({at.x() / foreshortening(), at.y()});
}

std::vector<Vec2> GirthDrawing::laidCurve(const std::function<double(double)>& shareAt, SurfaceReach reach) const {
  const GirthFrame& frame = lining()->frame;
  std::vector<Vec2> points;
  const auto add = [&](double t) { points.push_back(frame.laidFlat(t, shareAt(t))); };
  const auto last = frame.sectionCount() - 1;
  for (double t = reach.fromT; t < reach.toT - 1e-9;) {
    add(t);
    const auto bay = std::min(static_cast<std::size_t>(t + 1e-9), last - 1);
    const bool isEnd = bay == 0 || bay + 1 == last;
    const double parts =
        isEnd ? seamPointsABay
              : std::clamp(std::ceil((frame.middleMm(bay + 1) - frame.middleMm(bay)) / seamPointsApartMm), 1.0,
                           seamPointsABay);
    t = (std::floor(t * parts + 1e-9) + 1.0) / parts;
  }
  add(reach.toT);
  return points;
}

QPolygonF GirthDrawing::shownCurve(const std::vector<Vec2>& laid) const {
  const double shorter = foreshortening();
  QPolygonF points;
  points.reserve(static_cast<qsizetype>(laid.size()));
  for (const Vec2& at : laid) points.append(toScreen({at.x() / shorter, at.y()}));
  return points;
}

std::vector<Vec2> GirthDrawing::laidCurve(const SurfaceCurve& curve, SurfaceReach reach) const {
  return laidCurve([&](double t) { return curve.shareAt(t); }, reach);
}

QPolygonF GirthDrawing::flatCurve(const SurfaceCurve& curve, SurfaceReach reach) const {
  return shownCurve(laidCurve(curve, reach));
}

const GirthDrawing::Laid& GirthDrawing::laid() const {
  const auto& solved = m_session->solved();
  const BoatSide side = m_session->selection().side;
  if (m_laid.of == solved && m_laid.side == side) return m_laid;
  m_laid = {solved, side, {}, {}, {}, {}};
  for (const auto& line : lining()->lines) m_laid.lines.push_back(laidCurve(line.curve, line.reach));
  for (const LinedStrake& strake : lining()->strakes) {
    m_laid.lower.push_back(laidCurve(strake.lowerEdge, strake.reach));
    m_laid.upper.push_back(laidCurve(strake.upperEdge, strake.reach));
  }
  if (solved->book->table.construction == Construction::Lapstrake) {
    const GirthFrame& frame = lining()->frame;
    for (std::size_t k = 0; k < lining()->strakeCount(); ++k) {
      const LinedStrake& of = lining()->strakes[k];
      const PlankMake make = plankMake(*solved->book, *lining(), k);
      if (of.lower == 0 || (make.lapMm <= 0.0 && make.laps.empty())) continue;
      m_laid.feet.push_back(laidCurve(
          [&](double t) { return of.lowerEdge.shareAt(t) - lapAt(make, t) / std::max(frame.girthBetweenMm(t), 1.0); },
          of.reach));
    }
  }
  return m_laid;
}

void GirthDrawing::paintStrakes(QPainter& painter, const std::vector<Chip>& chips) const {
  const Lining& now = *lining();
  const int selected = m_session->selection().strake;
  painter.setRenderHint(QPainter::Antialiasing, false);
  const SpeciesTones tones = speciesTones();
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(static_cast<int>(k) == selected ? look::strakeInHand : tones.of(k));
    // Its ragged edges lie under the lines.
    drawShape(painter, shapeBetween(shownCurve(laid().lower[k]), shownCurve(laid().upper[k])));
  }
  if (m_shade) paintShade(painter);
  painter.setBrush(Qt::NoBrush);
  painter.setRenderHint(QPainter::Antialiasing, true);
  for (std::size_t line = 0; line < now.lines.size(); ++line) {
    painter.setPen(seamPen(line));
    drawCurve(painter, shownCurve(laid().lines[line]));
  }
  paintLaps(painter);
  paintJoints(painter);
  paintNumbers(painter, chips);
}

void GirthDrawing::setShade(std::optional<Measure> measure) {
  m_shade = measure;
  remeasure();
}

const Weighing* GirthDrawing::weighing() const {
  const Weighing* weighed = m_session->solved()->weighingOf(m_session->selection().side);
  // While a strake comes or goes it is of a moment ago.
  return weighed != nullptr && weighed->bends.size() == lining()->strakeCount() ? weighed : nullptr;
}

QColor GirthDrawing::shadeOf(const Weighed& row, double most) const {
  if (row.limit) return verdictShade(row.beyond);
  const double part = most > 0.0 ? std::abs(row.value) / most : 0.0;
  return look::mixed(look::board, look::deepest, 0.85 * part);
}

const GirthDrawing::Shaded& GirthDrawing::shaded() const {
  const auto& solved = m_session->solved();
  const BoatSide side = m_session->selection().side;
  if (m_shaded.of == solved && m_shaded.side == side && m_shaded.measure == m_shade) return m_shaded;
  m_shaded = {solved, side, m_shade, {}, {}};
  if (weighing() == nullptr || !m_shade) return m_shaded;
  const Lining& now = *lining();
  const bool atStations = isAtStations(*m_shade);
  double most = 0.0;
  std::vector<std::vector<const Weighed*>> rows(now.strakeCount());
  for (const Weighed& row : weighing()->rows) {
    if (row.measure != *m_shade) continue;
    most = std::max(most, std::abs(row.value));
    if (row.section.has_value() == atStations) rows[row.strake].push_back(&row);
  }
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    const LinedStrake& of = now.strakes[k];
    m_shaded.worst.push_back(weighing()->worst(*m_shade, k));
    // Each station's shade reaches half way to the next.
    for (std::size_t i = 0; i < rows[k].size(); ++i) {
      const auto at = [&](std::size_t j) { return static_cast<double>(rows[k][j]->section.value_or(0)); };
      const double from = i == 0 ? of.reach.fromT : 0.5 * (at(i - 1) + at(i));
      const double to = i + 1 == rows[k].size() ? of.reach.toT : 0.5 * (at(i) + at(i + 1));
      const SurfaceReach reach{from, to};
      m_shaded.pieces.push_back(
          {shadeOf(*rows[k][i], most), laidCurve(of.lowerEdge, reach), laidCurve(of.upperEdge, reach)});
    }
  }
  return m_shaded;
}

void GirthDrawing::paintShade(QPainter& painter) const {
  painter.setRenderHint(QPainter::Antialiasing, false);
  painter.setPen(Qt::NoPen);
  for (const Shaded::Piece& piece : shaded().pieces) {
    painter.setBrush(piece.colour);
    drawShape(painter, shapeBetween(shownCurve(piece.lower), shownCurve(piece.upper)));
  }
}

std::vector<GirthDrawing::Chip> GirthDrawing::worstChips() const {
  std::vector<Chip> chips;
  const Lining& now = *lining();
  constexpr double high = 18.0;
  const QFont font = shopFont(look::labelPx, true);
  const QFontMetrics letters(font, this);
  const bool zoned = plan() != nullptr && plan()->zones.size() > 1;
  const double right = zoned ? flat(now.frame.lastT(), 0.5).x() : width();
  Labels labels;
  // Stations keep their names over their heads.
  constexpr QSizeF name(30.0, 20.0);
  for (std::size_t i = 0; i < now.frame.sectionCount(); ++i) {
    const QPointF head = toScreen({sectionX(i), now.frame.girthMm(i)});
    labels.keepClear(QRectF(head - QPointF(0.5 * name.width(), name.height() + 4.0), name));
  }
  for (std::size_t k = 0; k < shaded().worst.size(); ++k) {
    const Weighed* worst = shaded().worst[k];
    if (worst == nullptr || (worst->limit && !worst->verdict)) continue;
    const LinedStrake& of = now.strakes[k];
    const double middle = 0.5 * (of.reach.fromT + of.reach.toT) + 0.5;
    const double t = worst->section ? static_cast<double>(*worst->section) : worst->t.value_or(middle);
    const QString words = QString::fromStdString(showMeasure(*m_shade, worst->value, m_session->notation()));
    const double wide = letters.horizontalAdvance(words) + 8.0 + (worst->verdict ? verdictWide : 0.0);
    const QPointF at = flat(t, 0.5 * (of.lowerEdge.shareAt(t) + of.upperEdge.shareAt(t)));
    // Beside it on the hull, for zones stand aft of her; a little off where another stands there, and where there is no
    // room at all in the table alone.
    const bool last = t > now.frame.lastT() - 0.5 || at.x() + 8.0 + wide > right;
    const QRectF beside(at.x() + (last ? -wide - 8.0 : 8.0), at.y() - 0.5 * high, wide, high);
    const QRectF ground(0.0, 30.0, right, height() - 54.0);
    std::vector<QRectF> places;
    for (const double column : {0.0, 1.0, 2.0, 3.0})
      for (const double row : {0.0, -0.5, 0.5, -1.0, 1.0, -1.5, 1.5}) {
        const QRectF place = beside.translated((last ? -column : column) * (wide + 6.0), row * high);
        if (ground.contains(place)) places.push_back(place);
      }
    if (const auto place = labels.takeFirstClear(places)) chips.push_back({*place, words, font, worst->verdict});
  }
  return chips;
}

void GirthDrawing::paintScale(QPainter& painter) const {
  // Its words stand on it, so that it is read without the colours.
  const bool judged =
      weighing() != nullptr && weighing()->worst(*m_shade) != nullptr && weighing()->worst(*m_shade)->limit;
  const QStringList words = judged ? QStringList{tr("within"), tr("at the limit"), tr("trouble")}
                                   : QStringList{tr("least"), QString(), tr("most")};
  painter.setFont(shopFont(look::labelPx));
  // As wide as its words; what is measured stands before it where there is room, and in the choice below in any case.
  double wide = 0.0;
  for (const QString& one : words) wide = std::max(wide, painter.fontMetrics().horizontalAdvance(one) + 14.0);
  constexpr double high = 18.0, top = 6.0, nameWide = 100.0;
  const double left = width() - 3.0 * wide - 10.0;
  painter.setPen(look::quietInk);
  if (left > nameWide + 8.0)
    painter.drawText(QRectF(left - nameWide - 8.0, top, nameWide, high), Qt::AlignRight | Qt::AlignVCenter,
                     measureName(*m_shade));
  for (int i = 0; i < 3; ++i) {
    const QRectF box(left + i * wide, top, wide, high);
    painter.fillRect(box, judged ? verdictShade(i - 1.0) : look::mixed(look::board, look::deepest, 0.425 * i));
    painter.setPen(judged && i < 2 ? look::ink : i == 0 ? look::ink : look::raised);
    painter.drawText(box, Qt::AlignCenter, words[i]);
  }
}

void GirthDrawing::paintLaps(QPainter& painter) const {
  // Outside, a plank's foot lies a lap below the line it laps on: dotted, where there is room to see it.
  QPen pen(look::ink, 1.2);
  pen.setDashPattern({1.0, 3.0});
  painter.setPen(pen);
  for (const std::vector<Vec2>& foot : laid().feet) drawCurve(painter, shownCurve(foot));
}

void GirthDrawing::paintJoints(QPainter& painter) const {
  const Lining& now = *lining();
  // Where a strake ends between stations: a bar across it.
  for (const LinedStrake& strake : now.strakes) {
    for (const double t : {strake.reach.fromT, strake.reach.toT}) {
      if (t <= 0.0 || t >= now.frame.lastT()) continue;
      painter.setPen(QPen(look::ink, 3.0));
      drawStraight(painter, flat(t, strake.lowerEdge.shareAt(t)), flat(t, strake.upperEdge.shareAt(t)));
    }
  }
}

void GirthDrawing::paintNumbers(QPainter& painter, const std::vector<Chip>& chips) const {
  const Lining& now = *lining();
  painter.setFont(shopFont(15.0, true));
  painter.setPen(look::ink);
  // Strakes are numbered in the widest bay, clear of the marks in hand and the widths written beside them; one that
  // does not come there, in the middle of its own length.
  const int inHand = m_session->selection().section;
  std::vector<std::pair<double, double>> bays;  // how wide, and its middle
  const double whole = sectionX(now.frame.sectionCount() - 1) - sectionX(0);
  for (std::size_t i = 0; i + 1 < now.frame.sectionCount(); ++i) {
    const bool clear = static_cast<int>(i) != inHand && static_cast<int>(i) + 1 != inHand;
    bays.emplace_back(sectionX(i + 1) - sectionX(i) + (clear ? whole : 0.0), static_cast<double>(i) + 0.5);
  }
  // Of bays alike the foremost: they differ by hundredths.
  std::stable_sort(bays.begin(), bays.end(),
                   [](const auto& a, const auto& b) { return std::lround(a.first) > std::lround(b.first); });
  Labels numbers;
  for (const Chip& chip : chips) numbers.keepClear(chip.box);
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    const LinedStrake& of = now.strakes[k];
    const std::string timber = plan() == nullptr ? std::string() : plan()->speciesOf(of.id);
    const QString words =
        timber.empty() ? QString::number(k + 1) : tr("%1 · %2").arg(k + 1).arg(QString::fromStdString(timber));
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 8.0;
    // Letters are lower than their line: numbers of narrow strakes may come so near to each other.
    constexpr double high = 14.0;
    constexpr int mostBays = 12;
    const auto placeAt = [&](double t) {
      const QPointF at = flat(t, 0.5 * (of.lowerEdge.shareAt(t) + of.upperEdge.shareAt(t)));
      return QRectF(at.x() - 0.5 * wide, at.y() - 0.5 * high, wide, high);
    };
    // The first of the widest bays in which nothing stands: of a ship not all of hundreds are looked at.
    std::optional<QRectF> place;
    int looked = 0;
    for (std::size_t i = 0; i < bays.size() && looked < mostBays && !place; ++i) {
      const double middle = bays[i].second;
      if (of.reach.fromT >= middle - 0.3 || of.reach.toT <= middle + 0.3) continue;
      ++looked;
      place = numbers.takeFirstClear({placeAt(middle)});
    }
    if (looked == 0) place = numbers.takeFirstClear({placeAt(0.5 * (of.reach.fromT + of.reach.toT))});
    if (place) painter.drawText(*place, Qt::AlignCenter | Qt::TextDontClip, words);
  }
}

QString GirthDrawing::zoneWords(std::size_t zone) const {
  const auto [first, last] = plan()->span(zone);
  const int count = static_cast<int>(last - first);
  switch (plan()->zones[zone].rule) {
    case LiningRule::Equal:
      return tr("%1 equal").arg(count);
    case LiningRule::Diminishing:
      return tr("%1 diminishing").arg(count);
    case LiningRule::Parallel:
      return tr("%1 parallel").arg(count);
    case LiningRule::Abeam:
      return tr("%1 abeam").arg(count);
    case LiningRule::Free:
      return tr("%1 by battens").arg(count);
  }
  return {};
}

void GirthDrawing::paintZones(QPainter& painter) const {
  const Lining& now = *lining();
  if (plan() == nullptr || plan()->zones.size() < 2) return;
  // Each zone has its bracket aft of the hull; each guide its name under the line, where there is room.
  const double aft = now.frame.lastT();
  painter.setFont(shopFont(look::labelPx));
  for (std::size_t zone = 0; zone < plan()->zones.size(); ++zone) {
    const auto [first, last] = plan()->span(zone);
    const QPointF low = flat(aft, now.lines[first].shareAt(aft)), high = flat(aft, now.lines[last].shareAt(aft));
    const double x = low.x() + 12.0;
    painter.setPen(QPen(look::quietInk, 1.6));
    drawStraight(painter, {x, low.y() - 3.0}, {x, high.y() + 3.0});
    drawStraight(painter, {x - 5.0, low.y() - 3.0}, {x, low.y() - 3.0});
    drawStraight(painter, {x - 5.0, high.y() + 3.0}, {x, high.y() + 3.0});
    painter.save();
    painter.translate(x + 4.0, 0.5 * (low.y() + high.y()));
    painter.rotate(90.0);
    painter.setPen(look::ink);
    const QString words = zoneWords(zone);
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 6.0;
    painter.drawText(QRectF(-0.5 * wide, -17.0, wide, 17.0), Qt::AlignCenter, words);
    painter.restore();
  }
  // A guide's name stands beyond the brackets, on its end.
  for (std::size_t line = 1; line + 1 < now.lines.size(); ++line) {
    if (!now.lines[line].isGuide) continue;
    const Guide* guide = plan()->guideOf(now.lines[line].id);
    const QString words = guide->locked ? tr("%1, locked").arg(lineName(line)) : lineName(line);
    const QPointF end = flat(aft, now.lines[line].shareAt(aft)) + QPointF(12.0, 0.0);
    painter.setFont(shopFont(look::labelPx, true));
    painter.setPen(m_session->selection().line == static_cast<int>(line) ? look::inHand : look::ink);
    drawStraight(painter, end, end + QPointF(22.0, 0.0));
    painter.save();
    painter.translate(end + QPointF(26.0, 0.0));
    painter.rotate(90.0);
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 6.0;
    // Never beyond the drawing's foot or head.
    const double low =
        std::clamp(-0.5 * wide, 4.0 - end.y(), std::max(4.0 - end.y(), height() - 30.0 - wide - end.y()));
    painter.drawText(QRectF(low, -17.0, wide, 17.0), Qt::AlignCenter, words);
    painter.restore();
  }
}

QMarginsF GirthDrawing::room() const {
  const bool zones = plan() != nullptr && plan()->zones.size() > 1;
  // The scale of a shading stands above the names of the stations.
  return {28.0, m_shade ? 54.0 : 30.0, zones ? 74.0 : 28.0, 34.0};
}

void GirthDrawing::paintSections(QPainter& painter, const std::vector<Chip>& chips) const {
  const GirthFrame& frame = lining()->frame;
  Labels labels;
  for (const Chip& chip : m_shade ? std::vector<Chip>() : chips) labels.keepClear(chip.box);
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) {
    const bool on = m_session->selection().section == static_cast<int>(i);
    painter.setPen(QPen(on ? look::inHand : look::quietInk, on ? 2.0 : 1.0));
    drawStraight(painter, toScreen({sectionX(i), 0.0}), toScreen({sectionX(i), frame.girthMm(i)}));
    paintSectionName(
        painter, labels, i, toScreen({sectionX(i), frame.girthMm(i)}),
        nameOf(frame.hull().sections[i].name) + (i == lining()->master ? QStringLiteral(" ▾") : QString()));
  }
  paintZones(painter);
}

std::vector<GirthDrawing::Chip> GirthDrawing::widthChips() const {
  std::vector<Chip> chips;
  const Lining& now = *lining();
  const int section = m_session->selection().section;
  if (section < 0 || static_cast<std::size_t>(section) >= now.frame.sectionCount()) return chips;
  const auto at = static_cast<std::size_t>(section);
  double roomPx = 1e9;
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    if (now.covers(k, at)) roomPx = std::min(roomPx, now.widthMm(k, at) * pixelsPerMm());
  }
  if (roomPx < 15.0) return chips;  // the table below has them
  const QFont font = shopFont(std::min(look::figurePx, roomPx - 2.0), true);
  const QFontMetrics letters(font, this);
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    if (!now.covers(k, at)) continue;
    const auto t = static_cast<double>(at);
    const double middle =
        0.5 * (now.strakes[k].lowerEdge.shareAt(t) + now.strakes[k].upperEdge.shareAt(t)) * now.frame.girthMm(at);
    const QString words = shown(now.widthMm(k, at));
    const double width = letters.horizontalAdvance(words) + 10.0;
    const QPointF place = toScreen({sectionX(at), middle});
    const bool last = at + 1 == now.frame.sectionCount() || place.x() + 9.0 + width > this->width();
    const double high = std::min(22.0, roomPx - 1.0);
    chips.push_back(
        {QRectF(place.x() + (last ? -width - 9.0 : 9.0), place.y() - 0.5 * high, width, high), words, font});
  }
  return chips;
}

void GirthDrawing::paintChips(QPainter& painter, const std::vector<Chip>& chips) const {
  for (const Chip& chip : chips) {
    painter.setFont(chip.font);
    painter.fillRect(chip.box, look::raised);
    painter.setPen(chip.verdict == Severity::Trouble ? look::trouble : look::ink);
    painter.drawText(chip.box.adjusted(chip.verdict ? verdictWide : 0.0, 0.0, 0.0, 0.0), Qt::AlignCenter, chip.words);
    if (chip.verdict)
      paintVerdict(painter, QPointF(chip.box.left() + 10.0, chip.box.center().y()), *chip.verdict, 10.0);
  }
}

void GirthDrawing::paintDrawing(QPainter& painter) {
  const bool laps = m_session->solved()->book->table.construction == Construction::Lapstrake;
  setCaption((foreshortening() > 1.0 ? tr("shell laid flat · %1 times shorter").arg(foreshortening())
                                     : tr("shell laid flat")) +
             (laps ? tr(" · dotted: laps") : QString()));
  const std::vector<Chip> chips = m_shade ? worstChips() : widthChips();
  paintStrakes(painter, chips);
  paintSections(painter, chips);
  paintMarks(painter);
  paintChips(painter, chips);
  if (m_shade) paintScale(painter);
}

}  // namespace narrows
