#pragma once
// The words a widget or a page paints, and where they come to stand: read off its painting, not its pixels.

#include <QPaintDevice>
#include <QPaintEngine>
#include <QPainter>
#include <QPainterPath>
#include <QPolygonF>
#include <QStringList>
#include <QWidget>
#include <optional>
#include <vector>

#include "paint.h"

namespace narrows::tests {

struct PaintedWords {
  QString words;
  QPolygonF at;        ///< from the top of its capitals to their foot, px of the device
  bool isCut = false;  ///< part of it is clipped away
};

/// A device that keeps the words painted on it and nothing else.
class WordsDevice : public QPaintDevice {
 public:
  explicit WordsDevice(const QSize& size) : m_size(size), m_engine(&m_all) {}
  QPaintEngine* paintEngine() const override { return &m_engine; }
  const std::vector<PaintedWords>& all() const { return m_all; }

 protected:
  int metric(PaintDeviceMetric metric) const override {
    switch (metric) {
      case PdmWidth:
        return m_size.width();
      case PdmHeight:
        return m_size.height();
      case PdmWidthMM:
        return m_size.width() * 254 / 960;
      case PdmHeightMM:
        return m_size.height() * 254 / 960;
      case PdmDepth:
        return 32;
      case PdmNumColors:
        return 1 << 24;
      case PdmDevicePixelRatio:
        return 1;
      case PdmDevicePixelRatioScaled:
        return static_cast<int>(devicePixelRatioFScale());
      default:
        return 96;
    }
  }

 private:
  class Engine : public QPaintEngine {
   public:
    explicit Engine(std::vector<PaintedWords>* all) : QPaintEngine(AllFeatures), m_all(all) {}
    bool begin(QPaintDevice*) override { return true; }
    bool end() override { return true; }
    void updateState(const QPaintEngineState& now) override {
      if ((now.state() & DirtyTransform) != 0) m_transform = now.transform();
      if ((now.state() & DirtyClipPath) != 0) clip(now.clipOperation(), m_transform.map(now.clipPath()));
      if ((now.state() & DirtyClipRegion) != 0) {
        QPainterPath region;
        region.addRegion(now.clipRegion());
        clip(now.clipOperation(), m_transform.map(region));
      }
      if ((now.state() & DirtyClipEnabled) != 0) m_clips = now.isClipEnabled();
    }
    void drawPixmap(const QRectF&, const QPixmap&, const QRectF&) override {}
    void drawPath(const QPainterPath&) override {}
    void drawPolygon(const QPointF*, int, PolygonDrawMode) override {}
    void drawTextItem(const QPointF& at, const QTextItem& item) override {
      if (item.text().trimmed().isEmpty()) return;
      const double high = QFontMetricsF(item.font()).capHeight();
      const QPolygonF place = m_transform.map(QPolygonF(QRectF(at.x(), at.y() - high, item.width(), high)));
      const QRectF box = place.boundingRect();
      if (m_clips && !m_clip.intersects(box.adjusted(1.0, 1.0, -1.0, -1.0))) return;
      m_all->push_back({item.text(), place, m_clips && !m_clip.contains(box.adjusted(1.5, 1.5, -1.5, -1.5))});
    }
    Type type() const override { return User; }

   private:
    void clip(Qt::ClipOperation how, const QPainterPath& path) {
      m_clips = how != Qt::NoClip;
      m_clip = how == Qt::IntersectClip && !m_clip.isEmpty() ? m_clip.intersected(path) : path;
    }

    QTransform m_transform;
    QPainterPath m_clip;
    bool m_clips = false;
    std::vector<PaintedWords>* m_all;
  };

  QSize m_size;
  std::vector<PaintedWords> m_all;
  mutable Engine m_engine;
};

inline std::vector<PaintedWords> wordsPaintedBy(QWidget* widget) {
  WordsDevice device(widget->size());
  widget->render(&device, QPoint(), QRegion(), QWidget::DrawChildren);
  return device.all();
}

inline std::vector<PaintedWords> wordsPaintedOn(const Drawing& drawing) {
  // As many px a millimetre as letters of two millimetres want to be measured.
  constexpr double pxAMm = 4.0;
  const DrawingBounds bounds = boundsOf(drawing);
  WordsDevice device(QSize(static_cast<int>(bounds.width() * pxAMm), static_cast<int>(bounds.height() * pxAMm)));
  QPainter painter(&device);
  painter.scale(pxAMm, pxAMm);
  painter.translate(-bounds.low.x(), bounds.high.y());
  paintDrawing(painter, drawing);
  painter.end();
  return device.all();
}

inline double areaOf(const QPolygonF& polygon) {
  double twice = 0.0;
  for (qsizetype i = 0; i < polygon.size(); ++i) {
    const QPointF& a = polygon[i];
    const QPointF& b = polygon[(i + 1) % polygon.size()];
    twice += a.x() * b.y() - b.x() * a.y();
  }
  return std::abs(0.5 * twice);
}

/// What is wrong with words painted: those that run off their ground, where it has a size, those that are cut, and
/// those that stand on each other.
inline QStringList faultsOf(const std::vector<PaintedWords>& all, std::optional<QSize> ground) {
  // A hair of an overhanging letter is no fault; nor is the same word painted twice, its edge and its body.
  constexpr double offPx = 1.5, share = 0.06;
  QStringList faults;
  for (std::size_t i = 0; i < all.size(); ++i) {
    const QRectF box = all[i].at.boundingRect();
    if (ground && !QRectF(QPointF(), QSizeF(*ground)).adjusted(-offPx, -offPx, offPx, offPx).contains(box))
      faults << QStringLiteral("\"%1\" runs off").arg(all[i].words);
    if (all[i].isCut) faults << QStringLiteral("\"%1\" is cut").arg(all[i].words);
    for (std::size_t k = i + 1; k < all.size(); ++k) {
      if (!box.intersects(all[k].at.boundingRect())) continue;
      if (all[i].words == all[k].words && (all[i].at[0] - all[k].at[0]).manhattanLength() < 4.0) continue;
      const double both = areaOf(all[i].at.intersected(all[k].at));
      if (both > share * std::min(areaOf(all[i].at), areaOf(all[k].at)))
        faults << QStringLiteral("\"%1\" stands on \"%2\"").arg(all[k].words, all[i].words);
    }
  }
  faults.removeDuplicates();
  return faults;
}

}  // namespace narrows::tests
