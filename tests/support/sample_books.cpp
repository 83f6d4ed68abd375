#include "sample_books.h"

#include <QtGlobal>

#include "book/lining_edits.h"
#include "lining/shop_figures.h"

namespace narrows::tests {

Book bookByShares(const OffsetTable& table) {
  auto book = newBook(table);
  if (!book) qFatal("%s", describe(book.error()).c_str());
  book->plans.front().bow = book->plans.front().stern = {};
  const GirthFrame drawn(std::make_shared<Hull>(*springHull(table)), false);
  const int usual = usualStrakeCount(shopFigures(table.construction, boatLength(table)),
                                     millimetres(drawn.girthMm(drawn.greatestSection())));
  return static_cast<int>(book->plans.front().strakes.size()) == usual ? *book : *setStrakeCount(*book, usual);
}

Book sampleBook(const std::string& boat) {
  const auto table = loadOffsetTable(boatsFolder() + boat + ".csv");
  if (!table) qFatal("%s", describe(table.error()).c_str());
  return bookByShares(*table);
}

}  // namespace narrows::tests
