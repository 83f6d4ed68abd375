#pragma once
// One run of the command line: what was asked, and the hull and lining it is asked of.

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "book/book.h"
#include "plank/flat_plank.h"
#include "weighing/weigh_plan.h"

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
  std::string plan;  ///< of a book, by its name
  BoatSide side = BoatSide::Starboard;
};

/// What `school` was asked for.
struct SchoolRequest {
  std::string school, name, out;
  std::optional<int> strakes;
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

/// Where a curve crosses a section; none where it does not.
std::optional<PartMark> markAt(const GirthFrame& frame, const SurfaceCurve& curve, const PlacedSection& placed);

/// The file opened, its hull sprung on the face asked for.
class Job {
 public:
  /// Fails with every fault of the file.
  static Result<Job> open(const Request& request);

  /// The lining asked for: a book's own plan of that name or of that side, or the one of the options. Throws UsageError
  /// where none is given.
  Result<Lining> lining() const { return lining(m_request.side); }
  Result<Lining> lining(BoatSide side) const;
  /// The plan that is lined off: of the book, or of the options.
  Result<LiningPlan> plan() const { return plan(m_request.side); }
  Result<LiningPlan> plan(BoatSide side) const;
  /// The same; of a table of which nothing is said, as a new book of it would be lined off.
  Result<LiningPlan> planOrUsual(BoatSide side) const;
  Result<Lining> liningOf(const LiningPlan& plan) const;
  /// A plan with its planks laid in full, weighed against what the book says.
  Result<std::shared_ptr<const PlanWeighed>> weighed(const LiningPlan& plan) const;
  WeighingFigures weighingFigures() const;
  /// A book of which no one plan was asked for.
  bool isWholeBook() const;
  /// Whether a lining was asked for or stands in the book.
  bool isLinedOff() const;
  /// The book, as it stands in the file or new of a table, with a plan made by a school.
  Result<Book> bookBySchool(const SchoolRequest& wanted) const;
  /// How a plank of a strake (0 is the garboard) is got out, and what it covers within the reach asked for.
  PlankMake plankMake(const Lining& lining, std::size_t strake) const;
  BoatSide side() const { return m_request.side; }
  /// What the options say of the lap, else the book.
  double lapMm() const;
  FlatPlank flatPlank(const Lining& lining, std::size_t strake) const;
  /// The index of a strake that counts from 1, the garboard.
  static Result<std::size_t> strakeOf(const Lining& lining, int strake);

  const Hull& hull() const { return *m_hull; }
  const std::shared_ptr<const Hull>& sharedHull() const { return m_hull; }
  const std::shared_ptr<const Hull>& drawn() const { return m_drawn; }
  const Book& book() const { return m_book; }
  /// As it stands in its file, or new of a table.
  const Book& bookAsKept() const { return m_asKept; }
  Unit unit() const { return m_unit; }
  /// How lengths are written in sentences: as the book's are, but in millimetres where results are.
  Notation notation() const { return m_unit == Unit::Millimetre ? Notation::Millimetres : book().settings.notation; }
  /// Whole and part sections within `--from` and `--to`, bow to stern.
  std::vector<PlacedSection> sections() const;
  /// Whether a distance lies within `--from` and `--to`.
  bool reaches(double xMm) const;
  SurfaceReach reach() const { return m_reach; }
  /// Whether planks are those of the inside of the planking, from end to end of the boat.
  bool isWholeInside() const;
  /// Whether girths count from the rabbet where there is a chine.
  bool fromRabbet() const;
  /// The whole section of a name.
  Result<std::size_t> sectionNamed(const std::string& name) const;
  std::string show(double mm) const;

 private:
  Result<void> standAsMeasured();
  Result<void> findReach();
  Length optionLength(const std::string& text, const std::string& option) const;

  Request m_request;
  Book m_book;
  Book m_asKept;  ///< as it stands in its file, or new
  bool m_isBook = false;
  std::shared_ptr<const Hull> m_drawn;
  std::shared_ptr<const Hull> m_hull;
  Unit m_unit = Unit::Millimetre;
  SurfaceReach m_reach;
};

}  // namespace narrows::cli
