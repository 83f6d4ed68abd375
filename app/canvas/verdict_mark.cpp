#include "canvas/verdict_mark.h"

#include <QCoreApplication>
#include <QPainter>
#include <QPixmap>
#include <QPixmapCache>
#include <functional>

#include "canvas/look.h"

namespace narrows {

namespace {

/// A picture of so many pixels, drawn at twice that, once: a table asks for one for every cell it paints.
QIcon iconOf(const QString& name, const std::function<void(QPainter&, const QPointF&)>& paint) {
  constexpr int widePx = 20;
  constexpr double sharp = 2.0;
  QPixmap picture;
  if (QPixmapCache::find(name, &picture)) return QIcon(picture);
  picture = QPixmap(static_cast<int>(sharp * widePx), static_cast<int>(sharp * widePx));
  picture.setDevicePixelRatio(sharp);
  picture.fill(Qt::transparent);
  QPainter painter(&picture);
  painter.setRenderHint(QPainter::Antialiasing);
  paint(painter, {0.5 * widePx, 0.5 * widePx});
  painter.end();
  QPixmapCache::insert(name, picture);
  return QIcon(picture);
}

}  // namespace

void paintVerdict(QPainter& painter, const QPointF& centre, Severity verdict, double across) {
  const double half = 0.5 * across;
  const QRectF box(centre - QPointF(half, half), QSizeF(across, across));
  painter.save();
  if (verdict == Severity::Trouble) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(look::trouble);
    painter.drawRect(box);
    const double stroke = across / 6.0;
    painter.setPen(QPen(look::raised, stroke));
    const QPointF leg(half - stroke, stroke - half);
    painter.drawLine(centre - leg, centre + leg);
  } else {
    const double stroke = across / 5.0;
    painter.setPen(QPen(look::lookAgain, stroke));
    painter.setBrush(look::raised);
    painter.drawEllipse(box.adjusted(0.5 * stroke, 0.5 * stroke, -0.5 * stroke, -0.5 * stroke));
  }
  painter.restore();
}

QIcon verdictIcon(Severity verdict) {
  const QString name = verdict == Severity::Trouble ? QStringLiteral("trouble") : QStringLiteral("look again");
  return iconOf(name, [verdict](QPainter& painter, const QPointF& centre) { paintVerdict(painter, centre, verdict); });
}

QIcon wantedIcon() {
  return iconOf(QStringLiteral("wanted"), [](QPainter& painter, const QPointF& centre) {
    painter.setPen(QPen(look::quietInk, 2.4));
    painter.drawLine(centre - QPointF(4.0, 0.0), centre + QPointF(4.0, 0.0));
  });
}

QString verdictSaid(Severity verdict, const QString& of) {
  return verdict == Severity::Trouble ? QCoreApplication::translate("Verdict", "Trouble: %1").arg(of)
                                      : QCoreApplication::translate("Verdict", "Look again: %1").arg(of);
}

std::optional<Severity> severityOf(Verdict verdict) {
  if (verdict == Verdict::None) return std::nullopt;
  return verdict == Verdict::Misread ? Severity::Trouble : Severity::LookAgain;
}

}  // namespace narrows
