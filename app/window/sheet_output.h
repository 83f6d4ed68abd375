#pragma once
// Full-size sheets sent to a printer or written to files: beside the window, for it may take minutes.

#include <QString>
#include <memory>
#include <stop_token>

#include "commands/long_work.h"
#include "pages.h"
#include "sheet_set.h"
#include "solve/solve.h"

class QPrinter;

namespace narrows {

struct SentToPrinter {
  std::size_t pages = 0;  ///< that it took
  bool all = false;
  bool stopped = false;
};

/// Prints every page at its own size and no other.
SentToPrinter printPages(QPrinter& printer, const SheetPages& pages, const std::stop_token& stop,
                         const LongWork::Progress& progress);

/// What is to be written, and where to.
struct WriteOrder {
  std::shared_ptr<const Solved> solved;
  std::shared_ptr<const SheetPages> pages;                           ///< where it is made already
  std::function<std::vector<Drawing>(const std::stop_token&)> make;  ///< makes it where it is not
  std::string folder;
  SheetFormat format = SheetFormat::Pdf;
  Paper paper;
  bool mayReplace = false;
  bool tables = false;   ///< CSV files too, tickets' among them where they are chosen
  bool cutList = false;  ///< of the stock, as a CSV file too
  bool toBuy = false;    ///< what to buy, likewise
  SheetChoice choice;
};

struct WrittenOut {
  int inTheWay = 0;  ///< files of these names there already: nothing was written
  Result<int> files = 0;
  bool stopped = false;
  std::vector<PrintedSheet> toRemember;
};

WrittenOut writeOut(const WriteOrder& order, const std::stop_token& stop, const LongWork::Progress& progress);

/// What the book is to remember of drawings that were printed.
std::vector<PrintedSheet> printedSheets(const Solved& solved, const std::vector<Drawing>& drawings);

}  // namespace narrows
