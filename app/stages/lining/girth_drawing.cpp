#include "stages/lining/girth_drawing.h"

#include <QPainter>
#include <cmath>

#include "canvas/labels.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "fonts.h"

namespace narrows {

namespace {
constexpr int seamPointsABay = 8;
}

GirthDrawing::GirthDrawing(Session* session, QWidget* parent) : MarkCanvas(session, parent) {
  setAccessibleName(tr("Girth laid flat, with the marks of every plank line"));
}

double GirthDrawing::foreshortening() const {
  // Seen from its end, as a batten is looked along: as much shorter as makes the drawing fill its place.
  const GirthFrame& frame = lining()->frame;
  double girth = 1.0;
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) girth = std::max(girth, frame.girthMm(i));
  const double length = frame.sectionPoint(frame.sectionCount() - 1, 0.5).x() - frame.sectionPoint(0, 0.5).x();
  const double wanted = length / girth * (height() - 70.0) / std::max(width() - 70.0, 50.0);
  return std::clamp(std::round(wanted * 2.0) / 2.0, 1.0, 6.0);
}

double GirthDrawing::sectionX(std::size_t section) const {
  // Stem, transom and sternpost rake: each stands here at the middle of its girth.
  return lining()->frame.sectionPoint(section, 0.5).x() / foreshortening();
}

std::optional<SessionCanvas::Box> GirthDrawing::extent() const {
  if (lining() == nullptr) return std::nullopt;
  const GirthFrame& frame = lining()->frame;
  double highest = 0.0;
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) highest = std::max(highest, frame.girthMm(i));
  return std::pair(Vec2(sectionX(0), 0.0), Vec2(sectionX(frame.sectionCount() - 1), highest));
}

Vec2 GirthDrawing::markPlace(std::size_t line, std::size_t section) const {
  return {sectionX(section), lining()->lines[line].shares[section] * lining()->frame.girthMm(section)};
}

double GirthDrawing::shareAt(std::size_t section, const Vec2& world) const {
  return world.y() / lining()->frame.girthMm(section);
}

void GirthDrawing::paintStrakes(QPainter& painter) const {
  const Lining& now = *lining();
  const std::size_t sections = now.frame.sectionCount();
  std::vector<double> at;
  for (std::size_t i = 0; i < sections; ++i) at.push_back(sectionX(i));
  const auto lineCurve = [&](std::size_t line) {
    QPolygonF curve;
    for (std::size_t i = 0; i + 1 < sections; ++i) {
      for (int k = 0; k <= seamPointsABay; ++k) {
        const double part = static_cast<double>(k) / seamPointsABay;
        const double x = at[i] + part * (at[i + 1] - at[i]);
        const double t = static_cast<double>(i) + part;
        curve.append(toScreen({x, now.lines[line].shareAt(t) * now.frame.girthBetweenMm(t)}));
      }
    }
    return curve;
  };
  std::vector<QPolygonF> curves;
  for (std::size_t line = 0; line < now.lines.size(); ++line) curves.push_back(lineCurve(line));
  const int selected = m_session->selection().strake;
  painter.setRenderHint(QPainter::Antialiasing, false);
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    QPolygonF strake = curves[k];
    for (auto it = curves[k + 1].rbegin(); it != curves[k + 1].rend(); ++it) strake.append(*it);
    painter.setPen(Qt::NoPen);
    QColor fill = k % 2 == 0 ? look::timber : look::timberDark;
    if (static_cast<int>(k) == selected) fill = look::strakeInHand;
    painter.setBrush(fill);
    drawShape(painter, strake);  // its ragged edges lie under the lines
  }
  painter.setBrush(Qt::NoBrush);
  painter.setRenderHint(QPainter::Antialiasing, true);
  for (std::size_t line = 0; line < curves.size(); ++line) {
    const bool border = line == 0 || line + 1 == curves.size();
    const bool on = m_session->selection().line == static_cast<int>(line);
    painter.setPen(QPen(on ? look::inHand : look::ink, on ? 2.6 : border ? 2.2 : 1.4));
    drawCurve(painter, curves[line]);
  }
  painter.setFont(shopFont(15.0, true));
  painter.setPen(look::ink);
  // Strakes are numbered in the widest bay, clear of the marks in hand and the widths written beside them.
  const int inHand = m_session->selection().section;
  std::size_t bay = 0;
  double widest = -1.0;
  for (std::size_t i = 0; i + 1 < sections; ++i) {
    const bool clear = static_cast<int>(i) != inHand && static_cast<int>(i) + 1 != inHand;
    const double wide = at[i + 1] - at[i] + (clear ? at.back() : 0.0);
    if (wide > widest + 1.0) widest = wide, bay = i;
  }
  const double t = static_cast<double>(bay) + 0.5, x = 0.5 * (at[bay] + at[bay + 1]);
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    const double share = 0.5 * (now.lines[k].shareAt(t) + now.lines[k + 1].shareAt(t));
    painter.drawText(
        QRectF(toScreen({x, share * now.frame.girthBetweenMm(t)}) - QPointF(20.0, 10.0), QSizeF(40.0, 20.0)),
        Qt::AlignCenter, QString::number(k + 1));
  }
}

void GirthDrawing::paintSections(QPainter& painter, const std::vector<WidthChip>& widths) const {
  const GirthFrame& frame = lining()->frame;
  Labels labels;
  for (const WidthChip& chip : widths) labels.keepClear(chip.box);
  for (std::size_t i = 0; i < frame.sectionCount(); ++i) {
    const bool on = m_session->selection().section == static_cast<int>(i);
    painter.setPen(QPen(on ? look::inHand : look::quietInk, on ? 2.0 : 1.0));
    drawStraight(painter, toScreen({sectionX(i), 0.0}), toScreen({sectionX(i), frame.girthMm(i)}));
    painter.setFont(shopFont(look::labelPx, on));
    painter.setPen(on ? look::inHand : look::ink);
    const QPointF head = toScreen({sectionX(i), frame.girthMm(i)});
    const QString name = QString::fromStdString(frame.hull().sections[i].name) +
                         (i == lining()->master ? QStringLiteral(" ▾") : QString());
    const double half = 0.5 * painter.fontMetrics().horizontalAdvance(name) + 3.0;
    painter.drawText(labels.place(QRectF(head.x() - half, head.y() - 22.0, 2.0 * half, 18.0), {0.0, -17.0}),
                     Qt::AlignCenter, name);
  }
}

std::vector<GirthDrawing::WidthChip> GirthDrawing::widthChips() const {
  std::vector<WidthChip> chips;
  const Lining& now = *lining();
  const int section = m_session->selection().section;
  if (section < 0 || static_cast<std::size_t>(section) >= now.frame.sectionCount()) return chips;
  const auto at = static_cast<std::size_t>(section);
  double roomPx = 1e9;
  for (std::size_t k = 0; k < now.strakeCount(); ++k) roomPx = std::min(roomPx, now.widthMm(k, at) * pixelsPerMm());
  if (roomPx < 15.0) return chips;  // the table below has them
  const QFont font = shopFont(std::min(look::figurePx, roomPx - 2.0), true);
  const QFontMetrics letters(font, this);
  for (std::size_t k = 0; k < now.strakeCount(); ++k) {
    const double middle = 0.5 * (now.lines[k].shares[at] + now.lines[k + 1].shares[at]) * now.frame.girthMm(at);
    const QString words = shown(now.widthMm(k, at));
    const double width = letters.horizontalAdvance(words) + 10.0;
    const bool last = at + 1 == now.frame.sectionCount();
    const QPointF place = toScreen({sectionX(at), middle});
    const double high = std::min(22.0, roomPx - 1.0);
    chips.push_back(
        {QRectF(place.x() + (last ? -width - 9.0 : 9.0), place.y() - 0.5 * high, width, high), words, font});
  }
  return chips;
}

void GirthDrawing::paintWidths(QPainter& painter, const std::vector<WidthChip>& widths) const {
  for (const WidthChip& chip : widths) {
    painter.setFont(chip.font);
    painter.fillRect(chip.box, look::raised);
    painter.setPen(look::ink);
    painter.drawText(chip.box, Qt::AlignCenter, chip.words);
  }
}

void GirthDrawing::paintDrawing(QPainter& painter) {
  setCaption(foreshortening() > 1.0 ? tr("girth laid flat · length foreshortened %1 times").arg(foreshortening())
                                    : tr("girth laid flat"));
  paintStrakes(painter);
  const std::vector<WidthChip> widths = widthChips();
  paintSections(painter, widths);
  paintMarks(painter);
  paintWidths(painter, widths);
}

}  // namespace narrows
