#pragma once
// The hanging log written, and sheets remembered as they are printed and cut.

#include "book/book.h"

namespace narrows {

/// One line more; its id is given. Fails, naming what, for one that is no sense (`checkEntry`). `strakes`: of the
/// boat.
Result<Book> logStep(const Book& book, HangingEntry entry, int strakes);

/// A line written again: its id says which. Fails likewise, and where it is gone.
Result<Book> correctStep(const Book& book, const HangingEntry& entry, int strakes);

Result<Book> eraseStep(const Book& book, HangingEntryId id);

/// Sheets as they were printed: one of the same name is that no longer.
Result<Book> rememberPrinted(const Book& book, const std::vector<PrintedSheet>& sheets);

/// A sheet is no longer minded: it was thrown away.
Result<Book> forgetPrinted(const Book& book, const std::string& name);

/// Whether the plank a sheet is of hangs already, by the log or by its edge as it was measured: what was printed of it
/// is of no more account.
bool isOnTheBoat(const Book& book, const PrintedSheet& sheet);

/// The printed pattern of a strake of a side, or of a mould; null where none is remembered.
const PrintedSheet* printedSheet(const Book& book, const std::string& name);

}  // namespace narrows
