#include "book/daybook_edits.h"

#include <algorithm>

namespace narrows {

namespace {

/// What a plank's sheets are called begins with its strake and side: wood cut by any of them is cut by the pattern.
void markCut(Book& book, const HangingEntry& entry) {
  if (entry.step != HangingStep::GotOut) return;
  const auto isIts = [&](const PrintedSheet& sheet) { return sheet.isOfPlank(entry.strake, entry.side); };
  // A plank got out anew, by a pattern printed since the one before was cut, takes that one's place.
  const std::vector<PrintedSheet> before = book.printed;
  std::erase_if(book.printed, [&](const PrintedSheet& sheet) {
    return isIts(sheet) && sheet.cut && std::any_of(before.begin(), before.end(), [&](const PrintedSheet& other) {
             return isIts(other) && !other.cut && other.name == sheet.name;
           });
  });
  for (PrintedSheet& sheet : book.printed) {
    if (isIts(sheet)) sheet.cut = true;
  }
}

/// Whether a record is of the sheet of that name which a plank of the plan in force has, or which is of no plank.
bool isOfName(const PrintedSheet& one, const std::string& name) {
  return one.name == name && (one.kind != SheetKind::Plank || one.strake >= 1);
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
    const auto isIt = [&](const PrintedSheet& one) { return isOfName(one, sheet.name); };
    // Wood that was cut stays cut, and keeps the shape it was cut to: another shape is printed beside it.
    const auto cut = std::find_if(edited.printed.begin(), edited.printed.end(),
                                  [&](const PrintedSheet& one) { return isIt(one) && one.cut; });
    const auto print = std::find_if(edited.printed.begin(), edited.printed.end(),
                                    [&](const PrintedSheet& one) { return isIt(one) && !one.cut; });
    const bool same = cut != edited.printed.end() && cut->code == sheet.code;
    if (same) {
      const StrakeId strakeId = cut->strakeId;
      *cut = sheet;
      cut->cut = true;
      cut->strakeId = strakeId;
    } else if (print != edited.printed.end()) {
      const StrakeId strakeId = print->strakeId;
      *print = sheet;
      print->strakeId = strakeId;
    } else {
      edited.printed.push_back(sheet);
    }
  }
  return edited;
}

Result<Book> forgetPrinted(const Book& book, const std::string& name) {
  Book edited = book;
  std::erase_if(edited.printed, [&](const PrintedSheet& one) { return isOfName(one, name); });
  return edited;
}

bool isOnTheBoat(const Book& book, const PrintedSheet& sheet) {
  if (sheet.kind != SheetKind::Plank) return false;
  const bool logged = std::any_of(book.log.begin(), book.log.end(), [&](const HangingEntry& entry) {
    return entry.step == HangingStep::Hung && !entry.spoiled && entry.isOf(sheet.strake, sheet.side);
  });
  return logged || std::any_of(book.hung.begin(), book.hung.end(), [&](const HungStrake& hung) {
           return hung.strake == sheet.strake && hung.side == sheet.side && !hung.readings.empty();
         });
}

const PrintedSheet* printedSheet(const Book& book, const std::string& name) {
  // The print of it that is later: one that was cut comes before.
  const auto found = std::find_if(book.printed.rbegin(), book.printed.rend(),
                                  [&](const PrintedSheet& one) { return isOfName(one, name); });
  return found == book.printed.rend() ? nullptr : &*found;
}

}  // namespace narrows
