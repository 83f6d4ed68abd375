#include <QBuffer>
#include <QPainter>
#include <QSvgGenerator>
#include <cmath>

#include "export.h"
#include "files/whole_file.h"
#include "fonts.h"
#include "paint.h"

namespace narrows {

Result<WrittenSheet> writeSvg(const Drawing& drawing, const std::string& file) {
  loadFonts();
  constexpr double unitsPerMm = 100.0;
  constexpr double aroundMm = 10.0;
  const DrawingBounds box = boundsOf(drawing);
  QBuffer device;
  device.open(QIODevice::WriteOnly);
  const double width = std::ceil(box.width() + 2.0 * aroundMm);
  const double height = std::ceil(box.height() + 2.0 * aroundMm);
  {
    QSvgGenerator generator;
    generator.setOutputDevice(&device);
    generator.setResolution(2540);  // one unit is a hundredth of a millimetre
    generator.setSize(QSize(static_cast<int>(width * unitsPerMm), static_cast<int>(height * unitsPerMm)));
    generator.setViewBox(QRectF(0.0, 0.0, width * unitsPerMm, height * unitsPerMm));
    generator.setTitle(QString::fromStdString(drawing.title));
    generator.setDescription(
        QString::fromStdString(drawing.check + (drawing.code.empty() ? "" : " Code " + drawing.code + ".")));
    QPainter painter(&generator);
    painter.scale(unitsPerMm, unitsPerMm);
    painter.translate(aroundMm - box.low.x(), aroundMm + box.high.y());
    paintDrawing(painter, drawing);
  }
  if (const auto written = writeWholeFile(file, device.data().toStdString()); !written)
    return tl::make_unexpected(written.error());
  return WrittenSheet{file, drawing.name, box.width(), box.height(), drawing.code};
}

}  // namespace narrows
