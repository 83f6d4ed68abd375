#pragma once
// One run of the command line: what was asked, and the hull and lining it is asked of.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "book/book.h"
#include "plank/flat_plank.h"

namespace narrows::cli {

/// What stands on the command line, before the file is opened.
struct Request {
  std::string file;
  std::optional<Unit> units;
  Face face = Face::Inside;
  std::optional<Construction> construction;
  std::optional<int> strakes;
  std::string widths;  ///< W,W,...[@STATION]
  bool wholeSection = false;
  std::string from, to;
  int strake = 0;
  std::string lap;
  bool summary = false;
};

/// A wrong command line, found only once the file is known: exit status 2.
struct UsageError {
  std::string message;
};

/// A section in its place along the boat: whole ones have an index.
struct PlacedSection {
  const Section* section;
  std::optional<std::size_t> index;
};

/// The file opened, its hull sprung on the face asked for.
class Job {
 public:
  /// Fails with every fault of the file.
  static Result<Job> open(const Request& request);

  /// The lining asked for: the book's own, or the one of the options. Throws UsageError where none is given.
  Result<Lining> lining() const;
  /// Whether a lining was asked for or stands in the book.
  bool isLinedOff() const;
  /// How a plank of a strake (0 is the garboard) is got out, and what it covers within the reach asked for.
  PlankMake plankMake(std::size_t strake) const;
  FlatPlank flatPlank(const Lining& lining, std::size_t strake) const;

  const Hull& hull() const { return *m_hull; }
  const std::shared_ptr<const Hull>& sharedHull() const { return m_hull; }
  const std::shared_ptr<const Hull>& drawn() const { return m_drawn; }
  const Book& book() const { return m_book; }
  Unit unit() const { return m_unit; }
  /// Whole and part sections within `--from` and `--to`, bow to stern.
  std::vector<PlacedSection> sections() const;
  /// Whether a distance lies within `--from` and `--to`.
  bool reaches(double xMm) const;
  SurfaceReach reach() const { return m_reach; }
  std::string show(double mm) const;

 private:
  Result<void> standAsMeasured();
  Result<void> findReach();
  Length optionLength(const std::string& text, const std::string& option) const;

  Request m_request;
  Book m_book;
  bool m_isBook = false;
  std::shared_ptr<const Hull> m_drawn;
  std::shared_ptr<const Hull> m_hull;
  Unit m_unit = Unit::Millimetre;
  SurfaceReach m_reach;
};

}  // namespace narrows::cli
