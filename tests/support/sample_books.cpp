#include "sample_books.h"

#include <QtGlobal>

namespace narrows::tests {

Book sampleBook(const std::string& boat) {
  const auto table = loadOffsetTable(boatsFolder() + boat + ".csv");
  if (!table) qFatal("%s", describe(table.error()).c_str());
  const auto book = newBook(*table);
  if (!book) qFatal("%s", describe(book.error()).c_str());
  return *book;
}

}  // namespace narrows::tests
