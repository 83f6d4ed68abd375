#include "ticket_command.h"

#include <charconv>

#include "sheet_set.h"
#include "solved_job.h"

namespace narrows::cli {

namespace {

/// A piece's number; none of what is no number.
std::optional<std::size_t> pieceNumber(const std::string& piece) {
  std::size_t number = 0;
  const auto read = std::from_chars(piece.data(), piece.data() + piece.size(), number);
  if (read.ec != std::errc() || read.ptr != piece.data() + piece.size()) return std::nullopt;
  return number;
}

/// The plank on the bench, and which of its pieces; nought where all are meant.
struct AskedPiece {
  std::shared_ptr<const Solved> solved;
  std::shared_ptr<const PlankAtBench> bench;
  std::size_t strake = 0, piece = 0;
};

Result<AskedPiece> askedPiece(const Job& job, int strake, const std::string& piece) {
  AskedPiece asked;
  if (!job.isWholeInside())
    throw UsageError{
        "pieces and tickets are of whole planks, of the inside of the planking: leave --surface, --from "
        "and --to out"};
  const auto lining = job.lining();
  if (!lining) return tl::make_unexpected(lining.error());
  const auto index = Job::strakeOf(*lining, strake);
  if (!index) return tl::make_unexpected(index.error());
  auto solved = solvedOf(job);
  if (!solved) return tl::make_unexpected(solved.error());
  asked.solved = *solved;
  asked.strake = *index;
  asked.bench = plankAtBench(*asked.solved, *index, job.side());
  const std::string name = "strake " + std::to_string(strake);
  if (asked.bench == nullptr) return fail(Fault::NoPlank, {0, 0, name});
  if (piece.empty()) return asked;
  const std::size_t count = asked.bench->pieces.size();
  const auto number = pieceNumber(piece);
  if (!number || *number < 1 || *number > count)
    return fail(Fault::PieceUnknown, {0, 0, name},
                {piece, count == 1 ? "one piece, 1" : std::to_string(count) + " pieces"});
  asked.piece = *number;
  return asked;
}

}  // namespace

Result<std::string> writeTicket(const Job& job, const SheetsRequest& request, int strake, const std::string& piece) {
  const auto paper = paperNamed(request.paper);
  if (!paper) throw UsageError{"--paper: " + describe(paper.error()[0])};
  const auto asked = askedPiece(job, strake, piece);
  if (!asked) return tl::make_unexpected(asked.error());
  SheetChoice choice;
  choice.strakes = {asked->strake};
  choice.sides = {job.side()};
  choice.piece = asked->piece;
  choice.tickets = true;
  choice.widths = choice.stick = false;
  std::vector<Drawing> drawings = planksSheets(*asked->solved, choice);
  nameFiles(drawings, job.book().table.boat);
  const auto written = narrows::writeSheets(drawings, request.out, formatOf(request), *paper);
  if (!written) return tl::make_unexpected(written.error());
  const auto tables = writeTicketTables(*asked->solved, choice, request.out);
  if (!tables) return tl::make_unexpected(tables.error());
  std::string text = writtenTable(job, *written);
  std::size_t at = 0;
  for (const WrittenSheet& sheet : *written) {
    // A ticket's table has no size of its own.
    if (sheet.what.starts_with("ticket-") && at < tables->size()) text += (*tables)[at++] + "," + sheet.what + ",,\n";
  }
  return text;
}

Result<std::string> pieceTable(const Job& job, int strake, const std::string& piece) {
  const auto asked = askedPiece(job, strake, piece);
  if (!asked) return tl::make_unexpected(asked.error());
  const PlankPiece& of = asked->bench->pieces[asked->piece == 0 ? 0 : asked->piece - 1];
  const double up = job.side() == BoatSide::Port ? -1.0 : 1.0;
  std::string text = "edge,x,y\n";
  const auto write = [&](const char* name, const Vec2& point) {
    const Vec2 own = of.own(point);
    text += std::string(name) + "," + job.show(own.x()) + "," + job.show(up * own.y()) + "\n";
  };
  // A short piece has few points of its own: 250 or more are asked for.
  constexpr std::size_t fewest = 250;
  const auto add = [&](const char* name, const std::vector<Vec2>& edge) {
    const std::size_t parts = edge.size() < 2 ? 1 : fewest / (edge.size() - 1) + 1;
    for (std::size_t i = 0; i + 1 < edge.size(); ++i) {
      for (std::size_t part = 0; part < parts; ++part)
        write(name, edge[i] + static_cast<double>(part) / static_cast<double>(parts) * (edge[i + 1] - edge[i]));
    }
    write(name, edge.back());
  };
  add("lower", of.sawn.lower);
  add("upper", of.sawn.upper);
  return text;
}

}  // namespace narrows::cli
