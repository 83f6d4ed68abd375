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
  const Tiling tiling = tile(drawing, paper, stop);
  if (stop.stop_requested()) return tl::make_unexpected(Problems{});
  QBuffer device;
  device.open(QIODevice::WriteOnly);
  {
    QPdfWriter writer(&device);
    writer.setResolution(dotsPerInch);
    writer.setTitle(QString::fromStdString(drawing.title));
    writer.setCreator(QStringLiteral("Narrows"));
    const Tile& first = tiling.tiles.front();
    writer.setPageSize(
        QPageSize(QSizeF(first.pageWidthMm, first.pageHeightMm), QPageSize::Millimeter, {}, QPageSize::ExactMatch));
    writer.setPageMargins(QMarginsF(0.0, 0.0, 0.0, 0.0));
    QPainter painter(&writer);
    bool isFirst = true;
    for (const Tile& one : tiling.tiles) {
      if (one.isEmpty) continue;
      if (stop.stop_requested()) break;
      if (!isFirst) writer.newPage();
      isFirst = false;
      painter.save();
      painter.scale(dotsPerInch / mmPerInch, dotsPerInch / mmPerInch);
      paintPage(painter, drawing, tiling, one);
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
