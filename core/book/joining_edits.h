#pragma once
// Joints of planks placed, moved and taken away; frames, fastenings and flat work, as they are set.

#include "book/book.h"
#include "joining/piece.h"

namespace narrows {

/// Fails, naming which, for a figure out of bounds. The joints stay.
Result<Book> setJoining(const Book& book, const JoiningPlan& plan);
Result<Book> setFastening(const Book& book, const FasteningPlan& plan);
Result<Book> setFlatWork(const Book& book, const FlatWorkPlan& plan);

/// All joints of the boat, in place of those there were. `frames`: those they were planned between, which stay where
/// they are from then on; null: as they are set.
Result<Book> placeJoints(const Book& book, std::vector<PlankJoint> joints, const Frames* frames = nullptr);

/// The joint of a strake (from 1) that lies nearest to a distance along the boat; its place among the book's joints.
std::optional<std::size_t> jointNear(const Book& book, int strake, BoatSide side, double xMm);

/// A joint moved by hand along its strake, whose run is given. Limits of the shop do not hold it: they are shown. Fails
/// where it would lie off the plank, or past the next joint of its strake, or leave a piece shorter than its scarf.
Result<Book> moveJoint(const Book& book, std::size_t joint, Length to, const PlankRun& run, const JoiningMake& make);

/// One joint more of a strake (from 1), put there by hand. Fails likewise.
Result<Book> addJoint(const Book& book, int strake, BoatSide side, Length at, const PlankRun& run,
                      const JoiningMake& make);

/// A scarf becomes a butt, or the other way about.
Result<Book> setJointKind(const Book& book, std::size_t joint, JoinedBy kind);

Result<Book> removeJoint(const Book& book, std::size_t joint);

}  // namespace narrows
