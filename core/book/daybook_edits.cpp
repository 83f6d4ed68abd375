#include "book/daybook_edits.h"

#include <algorithm>

namespace narrows {

namespace {

/// What a plank's sheets are called begins with its strake and side: wood cut by any of them is cut by the pattern.
void markCut(Book& book, const HangingEntry& entry) {
  if (entry.step != HangingStep::GotOut) return;
  for (PrintedSheet& sheet : book.printed) {
    if (sheet.isOfPlank(entry.strake, entry.side)) sheet.cut = true;
  }
}

}  // namespace

Result<Book> logStep(const Book& book, HangingEntry entry, int strakes) {
  if (const auto sense = checkEntry(entry, strakes); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  entry.id = {edited.nextId++};
  markCut(edited, entry);
  edited.log.push_back(std::move(entry));
  return edited;
}

Result<Book> correctStep(const Book& book, const HangingEntry& entry, int strakes) {
  if (const auto sense = checkEntry(entry, strakes); !sense) return tl::make_unexpected(sense.error());
  Book edited = book;
  for (HangingEntry& one : edited.log) {
    if (one.id != entry.id) continue;
    one = entry;
    markCut(edited, entry);
    return edited;
  }
  return fail(Fault::EntryUnknown);
}

Result<Book> eraseStep(const Book& book, HangingEntryId id) {
  Book edited = book;
  const auto found = std::find_if(edited.log.begin(), edited.log.end(), [id](const auto& one) { return one.id == id; });
  if (found == edited.log.end()) return fail(Fault::EntryUnknown);
  edited.log.erase(found);
  return edited;
}

Result<Book> rememberPrinted(const Book& book, const std::vector<PrintedSheet>& sheets) {
  Book edited = book;
  for (const PrintedSheet& sheet : sheets) {
    const auto was = std::find_if(edited.printed.begin(), edited.printed.end(),
                                  [&](const PrintedSheet& one) { return one.name == sheet.name; });
    if (was == edited.printed.end()) {
      edited.printed.push_back(sheet);
    } else {
      // Wood that was cut stays cut: a new pattern of the same shape does not undo it.
      const bool cut = was->cut && was->code == sheet.code;
      *was = sheet;
      was->cut = cut;
    }
  }
  return edited;
}

Result<Book> forgetPrinted(const Book& book, const std::string& name) {
  Book edited = book;
  std::erase_if(edited.printed, [&](const PrintedSheet& one) { return one.name == name; });
  return edited;
}

bool isOnTheBoat(const Book& book, const PrintedSheet& sheet) {
  if (sheet.kind != SheetKind::Plank) return false;
  const bool logged = std::any_of(book.log.begin(), book.log.end(), [&](const HangingEntry& entry) {
    return entry.step == HangingStep::Hung && entry.isOf(sheet.strake, sheet.side);
  });
  return logged || std::any_of(book.hung.begin(), book.hung.end(), [&](const HungStrake& hung) {
           return hung.strake == sheet.strake && hung.side == sheet.side && !hung.readings.empty();
         });
}

const PrintedSheet* printedSheet(const Book& book, const std::string& name) {
  const auto found =
      std::find_if(book.printed.begin(), book.printed.end(), [&](const PrintedSheet& one) { return one.name == name; });
  return found == book.printed.end() ? nullptr : &*found;
}

}  // namespace narrows
