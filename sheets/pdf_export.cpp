#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>

#include "export.h"
#include "files/whole_file.h"
#include "fonts.h"
#include "pages.h"

namespace narrows {

namespace {

constexpr int dotsPerInch = 2540;  // a hundredth of a millimetre a dot

}  // namespace

Result<WrittenSheet> writePdf(const Drawing& drawing, const Paper& paper, const std::string& file,
                              const std::stop_token& stop) {
  loadFonts();
  Drawing laid = drawing;
  layAlongRoll(laid, paper);
  const Tiling tiling = tile(laid, paper, stop);
  if (stop.stop_requested()) return tl::make_unexpected(Problems{});
  QBuffer device;
  device.open(QIODevice::WriteOnly);
  {
    QPdfWriter writer(&device);
    writer.setResolution(dotsPerInch);
    writer.setTitle(QString::fromStdString(drawing.title));
    writer.setCreator(QStringLiteral("Narrows"));
    writer.setPageMargins(QMarginsF(0.0, 0.0, 0.0, 0.0));
    QPainter painter;
    for (const Tile& one : tiling.tiles) {
      if (one.isEmpty) continue;
      if (stop.stop_requested()) break;
      writer.setPageSize(
          QPageSize(QSizeF(one.pageWidthMm, one.pageHeightMm), QPageSize::Millimeter, {}, QPageSize::ExactMatch));
      painter.isActive() ? void(writer.newPage()) : void(painter.begin(&writer));
      painter.save();
      painter.scale(dotsPerInch / mmPerInch, dotsPerInch / mmPerInch);
      paintPage(painter, laid, tiling, one);
      painter.restore();
    }
  }
  if (stop.stop_requested()) return tl::make_unexpected(Problems{});
  if (const auto written = writeWholeFile(file, device.data().toStdString()); !written)
    return tl::make_unexpected(written.error());
  const DrawingBounds box = boundsOf(drawing);
  return WrittenSheet{file, drawing.name, box.width(), box.height(), drawing.code};
}

}  // namespace narrows
