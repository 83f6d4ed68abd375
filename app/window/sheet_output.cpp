#include "window/sheet_output.h"

#include <QFile>
#include <QPageSize>
#include <QPainter>
#include <QPrinter>
#include <algorithm>

#include "book/today.h"
#include "files/whole_file.h"
#include "solve/sheet_points.h"
#include "stock_sheet.h"

namespace narrows {

namespace {

/// How many of the files are there already.
int filesInTheWay(const std::vector<Drawing>& drawings, const std::string& folder, SheetFormat format) {
  return static_cast<int>(std::count_if(drawings.begin(), drawings.end(), [&](const Drawing& drawing) {
    return QFile::exists(QString::fromStdString(sheetPath(folder, drawing, format)));
  }));
}

/// Upright tickets beside patterns that lie.
void setPage(QPrinter& printer, const SheetPages& pages, std::size_t page) {
  printer.setPageSize(
      QPageSize(QSizeF(pages.widthMm(page), pages.heightMm(page)), QPageSize::Millimeter, {}, QPageSize::FuzzyMatch));
  const QSizeF found = printer.pageLayout().pageSize().size(QPageSize::Millimeter);
  const bool lies = pages.widthMm(page) > pages.heightMm(page);
  printer.setPageOrientation((found.width() > found.height()) == lies ? QPageLayout::Portrait : QPageLayout::Landscape);
  printer.setPageMargins(QMarginsF(0.0, 0.0, 0.0, 0.0));
}

/// How many tables were written.
Result<int> writeTables(const WriteOrder& order, const std::stop_token& stop) {
  const auto lining = writeLiningTables(*order.solved, order.folder);
  if (!lining) return tl::make_unexpected(lining.error());
  int files = static_cast<int>(lining->size());
  if (!order.choice.tickets) return files;
  const auto tickets = writeTicketTables(*order.solved, order.choice, order.folder, stop);
  if (!tickets) return tl::make_unexpected(tickets.error());
  return files + static_cast<int>(tickets->size());
}

}  // namespace

SentToPrinter printPages(QPrinter& printer, const SheetPages& pages, const std::stop_token& stop,
                         const LongWork::Progress& progress) {
  constexpr int dotsPerInch = 1200;
  SentToPrinter sent;
  printer.setFullPage(true);
  printer.setResolution(dotsPerInch);
  setPage(printer, pages, 0);
  QPainter painter;
  const bool open = painter.begin(&printer);
  for (; open && sent.pages < pages.count() && !stop.stop_requested(); ++sent.pages) {
    if (sent.pages > 0) {
      setPage(printer, pages, sent.pages);
      if (!printer.newPage()) break;
    }
    progress(static_cast<double>(sent.pages) / static_cast<double>(pages.count()));
    painter.save();
    painter.scale(printer.resolution() / mmPerInch, printer.resolution() / mmPerInch);
    pages.paint(painter, sent.pages);
    painter.restore();
  }
  sent.stopped = stop.stop_requested();
  if (sent.stopped) printer.abort();
  sent.all = open && painter.end() && sent.pages == pages.count();
  return sent;
}

std::vector<PrintedSheet> printedSheets(const Solved& solved, const std::vector<Drawing>& drawings) {
  std::vector<PrintedSheet> sheets;
  for (const Drawing& drawing : drawings)
    if (const auto sheet = sheetToRemember(solved, drawing.name, drawing.code, today())) sheets.push_back(*sheet);
  return sheets;
}

WrittenOut writeOut(const WriteOrder& order, const std::stop_token& stop, const LongWork::Progress& progress) {
  WrittenOut out;
  std::vector<Drawing> drawings = order.pages != nullptr ? order.pages->drawings() : order.make(stop);
  out.stopped = stop.stop_requested();
  if (out.stopped) return out;
  nameFiles(drawings, order.solved->book->table.boat);
  out.inTheWay = order.mayReplace ? 0 : filesInTheWay(drawings, order.folder, order.format);
  if (out.inTheWay > 0) return out;
  const auto written = writeSheets(drawings, order.folder, order.format, order.paper, stop, progress);
  out.stopped = stop.stop_requested();
  if (!written) {
    out.files = tl::make_unexpected(written.error());
    return out;
  }
  for (const WrittenSheet& one : *written)
    if (const auto sheet = sheetToRemember(*order.solved, one.what, one.code, today()))
      out.toRemember.push_back(*sheet);
  out.files = static_cast<int>(written->size());
  const std::string boat = sheetFileName(order.solved->book->table.boat);
  for (const auto& [isWanted, end, make] :
       {std::tuple(
            order.cutList, "-cut-list.csv", +[](const Solved&of, const std::stop_token&) { return cutListCsv(of); }),
        std::tuple(
            order.toBuy, "-to-buy.csv",
            +[](const Solved&of, const std::stop_token&until) { return toBuyCsv(of, until); })}) {
    if (!isWanted || stop.stop_requested()) continue;
    const std::string text = make(*order.solved, stop);
    if (stop.stop_requested()) break;
    if (const auto table = writeWholeFile(order.folder + "/" + boat + end, text); !table) {
      out.files = tl::make_unexpected(table.error());
      return out;
    }
    out.files = *out.files + 1;
  }
  out.stopped = stop.stop_requested();
  if (!order.tables || out.stopped) return out;
  const auto tables = writeTables(order, stop);
  out.files = tables ? Result<int>(*out.files + *tables) : tables;
  return out;
}

}  // namespace narrows
