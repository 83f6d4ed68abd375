#include "digitised_command.h"

#include <iostream>

#include "book/book_file.h"
#include "book/edits.h"
#include "dxf_lines.h"
#include "solve/solve.h"

namespace narrows::cli {

namespace {

constexpr int showDecimals = 3;

/// The lines of the file in mm, one chosen of them.
Result<DigitisedLine> chosenLine(const Job& job, const DigitisedRequest& request) {
  const auto dxf = readDxfLines(request.dxf);
  if (!dxf) return tl::make_unexpected(dxf.error());
  std::vector<DigitisedLine> lines = dxf->lines;
  if (!request.units.empty()) {
    if (dxf->mmPerUnit) throw UsageError{"--dxf-units: the file says its own; leave it out"};
    const auto one = parseLength("1 " + request.units, job.unit());
    if (!one) throw UsageError{"--dxf-units: mm, cm, m, in or ft"};
    lines = inMillimetres(*dxf, one->mm());
  } else if (!dxf->mmPerUnit) {
    return fail(Fault::RecordMissing, {0, 0, request.dxf}, {"$INSUNITS", "say the file's units with --dxf-units."});
  }
  for (const std::string& one : dxf->passedOver) std::cerr << request.dxf << ": " << one << " passed over\n";
  std::erase_if(lines,
                [&](const DigitisedLine& line) { return !request.layer.empty() && line.layer != request.layer; });
  if (lines.empty()) return fail(Fault::RecordMissing, {0, 0, request.dxf}, {"layer " + request.layer, "a line on it"});
  if (request.line > static_cast<int>(lines.size()))
    throw UsageError{"--line: there are " + std::to_string(lines.size()) + " lines"};
  return lines[request.line > 0 ? static_cast<std::size_t>(request.line) - 1 : longestOf(lines)];
}

std::string readTable(const Job& job, const ReadOff& read) {
  const OffsetTable& table = job.book().table;
  std::string text = "line,station,value,may_be_off,was\n";
  for (const FigureReadOff& one : read.figures) {
    const TableRow& row = table.rows[one.figure.list];
    const auto& was = row.figures[one.figure.place];
    text += csvField(std::string(rowKindName(row.kind)) + " " + rowLabel(row, table.unit)) + "," +
            csvField(table.stations[one.figure.place].name) + "," + job.show(one.mm) + "," + job.show(one.mayBeOffMm) +
            "," + (was ? job.show(was->mm()) : "") + "\n";
  }
  return text;
}

Result<std::string> written(const DigitisedRequest& request, const Result<Book>& edited, std::string text) {
  if (!edited) return tl::make_unexpected(edited.error());
  if (request.out.empty()) return text;
  const auto saved = saveBook(*edited, request.out);
  if (!saved) return tl::make_unexpected(saved.error());
  return text;
}

std::string names(const std::vector<std::string>& all) {
  std::string text;
  for (const std::string& one : all) text += (text.empty() ? "" : ", ") + one;
  return text;
}

Result<std::string> readMould(const Job& job, const DigitisedRequest& request, const DigitisedLine& line) {
  const auto solved = solve(std::make_shared<Book>(job.book()), 0);
  const Mould* mould = solved->moulds == nullptr ? nullptr : solved->moulds->find(request.mould);
  if (mould == nullptr) return fail(Fault::RecordMissing, {}, {"mould " + request.mould, "a mould of the boat"});
  const DigitisedLine upright = fromItsLowerEnd(line);
  std::string text = "mark,off\n";
  for (const MouldMark& mark : mould->marks)
    text +=
        csvField(mark.name) + "," + showDecimal(offDigitised(upright, {mark.at.y(), mark.at.z()}), showDecimals) + "\n";
  return text;
}

}  // namespace

Result<std::string> readDigitised(const Job& job, const DigitisedRequest& request) {
  const OffsetTable& table = job.book().table;
  const auto line = chosenLine(job, request);
  if (!line) return tl::make_unexpected(line.error());
  if (!request.mould.empty()) return readMould(job, request, *line);
  if (!request.profile.empty()) {
    for (const ProfilePart part : profileParts) {
      if (request.profile != profilePartName(part)) continue;
      const Profile profile = readProfileOff(part, *line, table.figureTolerance().mm());
      std::string text = "point,distance,height\n";
      for (std::size_t i = 0; i < profile.points.size(); ++i) {
        text += std::to_string(i + 1) + "," + job.show(profile.points[i].distance.mm()) + "," +
                job.show(profile.points[i].height.mm()) + "\n";
      }
      return written(request, setProfile(job.book(), profile), text);
    }
    throw UsageError{"--profile: stem rabbet, stem face, sternpost rabbet, transom or keel bottom"};
  }
  ReadOff read;
  if (!request.section.empty()) {
    const auto station = std::find_if(table.stations.begin(), table.stations.end(),
                                      [&](const StationColumn& one) { return one.name == request.section; });
    if (station == table.stations.end())
      return fail(Fault::RecordMissing, {}, {"station " + request.section, "a station of the table"});
    read = readSectionOff(table, static_cast<std::size_t>(station - table.stations.begin()), *line);
  } else {
    const auto row = std::find_if(table.rows.begin(), table.rows.end(), [&](const TableRow& one) {
      return std::string(rowKindName(one.kind)) + " " + rowLabel(one, table.unit) == request.row;
    });
    if (row == table.rows.end())
      return fail(Fault::RecordMissing, {}, {"row " + request.row, "a row of the table, as its file calls it"});
    read = readRowOff(table, static_cast<std::size_t>(row - table.rows.begin()), *line);
  }
  if (!read.crossedTwice.empty())
    std::cerr << request.dxf << ": doubles back, and nothing is read off at " << names(read.crossedTwice) << "\n";
  if (read.figures.empty())
    return fail(Fault::RecordMissing, {0, 0, request.dxf}, {"crossing", "the line meets none of the table's."});
  return written(request, setFiguresReadOff(job.book(), read.figures), readTable(job, read));
}

}  // namespace narrows::cli
