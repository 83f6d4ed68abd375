#pragma once
// Records that are of a strake, and which strake they stay with as plans change.

#include <functional>
#include <vector>

#include "book/book.h"
#include "lining/girth_frame.h"
#include "problem/problem.h"

namespace narrows {

/// The kinds of records that are of a strake.
enum class StrakeRecord { Readings, Joint, LogLine, Sheet, HungEdge, Laying, Spoiled, Grade, Step };

/// One record: which strake it is of, the number of that strake, and its side.
struct OfStrake {
  StrakeRecord kind;
  StrakeId& id;
  int& number;
  BoatSide side;
};

/// Every record of a book that is of a strake. Where a number is written, sheets are named by it.
void eachOfStrake(Book& book, const std::function<void(const OfStrake&)>& visit);

/// Gives every record the strake it is of after an edit, and that strake's number now.
///
/// A record is of a strake, not of a number: where strakes are put in or taken out beside it, its number follows. One
/// that was entered by number takes the strake of that number in the plan in force on its side. Where another plan came
/// into force there, it goes over to the strake that covers most of the same band, and no two strakes' records to one;
/// what is left has no strake: its number is turned below nought, and it is kept. A strake that comes back has its
/// records again. `before`: the book the edit was made of, and whose records are right; `frame`: what plans are laid
/// on, to tell how far bands of two plans cover one another; without it, by their order from the garboard up.
Book followStrakes(const Book& before, Book after, const GirthFrame* frame = nullptr);

/// Records of one kind and strake that an edit moved.
struct RecordsMoved {
  StrakeRecord kind = StrakeRecord::Readings;
  BoatSide side = BoatSide::Starboard;
  int from = 1, to = 1;  ///< numbers; `to` below nought: left without a strake
  int count = 0;
};
/// What an edit moved: records that are in both books and whose strake has another number in the second.
std::vector<RecordsMoved> recordsMoved(const Book& before, const Book& after);

/// Records whose strake the plan in force does not have, by kind, side and the number it had last (`from`).
std::vector<RecordsMoved> recordsWithoutStrake(const Book& book);

/// The book without them.
Result<Book> throwAwayRecordsWithoutStrake(const Book& book);

/// Records that are kept though their strake is gone.
struct RecordsLeft {
  std::vector<RecordsMoved> records;
  Severity severity() const { return Severity::LookAgain; }
  std::string words(Notation notation) const;
};

/// What an edit moved, in a sentence: where records are now, and which are left without a strake.
std::string recordsMovedInWords(const std::vector<RecordsMoved>& moved);

/// In words: "readings of strake 3 to starboard", "2 joints of strake 5 to port".
std::string recordsInWords(const RecordsMoved& moved);

}  // namespace narrows
