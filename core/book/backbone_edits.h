#pragma once
// Edits of the backbone. Each gives a new book and leaves the old one as it was.

#include "backbone/backbone.h"
#include "book/book.h"

namespace narrows {

/// The backbone as given. New timbers, joints and bolts (without an id, or with one of those Narrows gave its own
/// drawing) get ids of the book, and what refers to them follows. Fails, naming each, on lengths that make no sense,
/// names that are empty, joints of timbers that are not there, and outlines that cross themselves.
Result<Book> setBackbone(const Book& book, BackbonePlan plan);

/// The plan an edit begins from: the book's own settings, which may be a step ahead of any answer, and its timbers,
/// joints and bolts, or, while it has no timbers of its own, those drawn for it.
BackbonePlan planInHand(const Book& book, const BackbonePlan& drawn);

/// Timbers, joints and bolts let go: drawn by Narrows from the table again.
Book drawBackboneAfresh(const Book& book);

/// One point of a timber's outline moved, put in before another (`point` as many as there are: at the end), or taken
/// out. `shown` is the backbone drawn for the book, whose timbers become the builder's own where there are none yet.
Result<Book> moveOutlinePoint(const Book& book, const Backbone& shown, TimberId timber, std::size_t point,
                              const OutlinePoint& to);
Result<Book> addOutlinePoint(const Book& book, const Backbone& shown, TimberId timber, std::size_t before,
                             const OutlinePoint& at);
Result<Book> removeOutlinePoint(const Book& book, const Backbone& shown, TimberId timber, std::size_t point);

/// A timber more, as a bar of the keel's siding `along` and `high` about a middle; or one taken out with its joints.
Result<Book> addTimber(const Book& book, const Backbone& shown, TimberKind kind, Vec2 middle);
Result<Book> removeTimber(const Book& book, const Backbone& shown, TimberId timber);

/// A joint or a bolt as given, in the place of the one with its id, or new.
Result<Book> setJoint(const Book& book, const Backbone& shown, const Joint& joint);
Result<Book> setBolt(const Book& book, const Backbone& shown, const Bolt& bolt);
Result<Book> removeJoint(const Book& book, const Backbone& shown, JointId joint);
Result<Book> removeBolt(const Book& book, const Backbone& shown, BoltId bolt);
/// Bolts placed by Narrows through every joint, in the place of those that are there.
Result<Book> placeBoltsAfresh(const Book& book, const Backbone& shown);

}  // namespace narrows
