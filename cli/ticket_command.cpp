#include "ticket_command.h"

#include <charconv>
#include <iostream>

#include "plank/narrowest_board.h"
#include "plank/on_boat.h"
#include "sheet_set.h"
#include "solve/joinery.h"
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

namespace {

const char* fastenedToWord(FastenedTo to) {
  switch (to) {
    case FastenedTo::Frame:
      return "frame";
    case FastenedTo::Lap:
      return "lap";
    case FastenedTo::HoodEnd:
      return "hood end";
    case FastenedTo::Keel:
      return "keel";
    case FastenedTo::Transom:
      return "transom";
    case FastenedTo::ButtBlock:
      return "butt block";
  }
  return "";
}

/// Where a point of the flat plank lies on the board that its finished outline is cut out of.
class OnBoard {
 public:
  OnBoard(const CutLines& cut, BoatSide side) : m_up(side == BoatSide::Port ? -1.0 : 1.0) {
    std::vector<Vec2> all;
    for (const CutLine* line : {&cut.lower, &cut.upper, &cut.bow, &cut.stern})
      all.insert(all.end(), line->flat.begin(), line->flat.end());
    const NarrowestBoard board = narrowestBoard(all);
    m_along = board.along;
    m_corner = Vec2(1e300, 1e300);
    for (const Vec2& point : all)
      m_corner = m_corner.cwiseMin(Vec2(point.dot(m_along), point.dot(turnedLeft(m_along))));
  }
  Vec2 operator()(const Vec2& point) const {
    const Vec2 own = Vec2(point.dot(m_along), point.dot(turnedLeft(m_along))) - m_corner;
    return {own.x(), m_up * own.y()};
  }

 private:
  double m_up;
  Vec2 m_along = Vec2(1.0, 0.0), m_corner = Vec2::Zero();
};

std::string places(const Job& job, const Vec2& own, const Vec3& at) {
  return job.show(own.x()) + "," + job.show(own.y()) + "," + job.show(at.x()) + "," + job.show(at.y()) + "," +
         job.show(at.z()) + "\n";
}

}  // namespace

Result<std::string> cutTable(const Job& job, int strake) {
  const auto asked = askedPiece(job, strake, {});
  if (!asked) return tl::make_unexpected(asked.error());
  const CutLines& cut = asked->bench->cut;
  for (const std::string& unsure : unsureOfEnds(*asked->bench, job.notation())) std::cerr << unsure << "\n";
  const OnBoard board(cut, job.side());
  std::string text = "edge,x,y,distance,half_breadth,height\n";
  for (const auto& [name, line] : {std::pair<const char*, const CutLine*>{"lower", &cut.lower},
                                   {"upper", &cut.upper},
                                   {"bow", &cut.bow},
                                   {"stern", &cut.stern}}) {
    for (std::size_t i = 0; i < line->size(); ++i)
      text += std::string(name) + "," + places(job, board(line->flat[i]), line->at[i]);
  }
  return text;
}

Result<std::string> fasteningsTable(const Job& job, int strake) {
  const auto asked = askedPiece(job, strake, {});
  if (!asked) return tl::make_unexpected(asked.error());
  const PlankAtBench& bench = *asked->bench;
  const OnBoard board(bench.cut, job.side());
  const Band band = asked->solved->liningOf(job.side())->band(asked->strake);
  std::string text = "to,fastener,x,y,distance,half_breadth,height\n";
  for (const Fastening& one : bench.fastenings.all) {
    const FastenerLot& lot = bench.fastenings.fasteners[one.which];
    text += std::string(fastenedToWord(one.to)) + "," +
            csvField(fastenerWords(lot.of.fastener, asked->solved->book->settings.notation)) + "," +
            places(job, board(one.at), onBoat(band, *bench.plank, one.at));
  }
  return text;
}

Result<std::string> jointsTable(const Job& job, bool bothSides) {
  if (!job.isWholeInside())
    throw UsageError{"joints are of whole planks, of the inside of the planking: leave --surface, --from and --to out"};
  const auto solved = solvedOf(job);
  if (!solved) return tl::make_unexpected(solved.error());
  const auto& joints = (*solved)->book->joining.joints;
  const JoiningMake make = joiningMake(**solved);
  std::string text = "strake,side,distance,kind,bay,neighbour,apart\n";
  for (const PlankJoint& joint : joints) {
    if (!bothSides && joint.side != job.side()) continue;
    const Lining* lining = (*solved)->liningOf(joint.side);
    const auto strake = static_cast<std::size_t>(joint.strake - 1);
    if (lining == nullptr || strake >= lining->strakeCount()) continue;
    const PlankRun run(lining->band(strake), *(*solved)->planksOf(joint.side)[strake].value);
    const double t = run.tAt(run.alongAt(joint.at.mm()));
    // The strakes that touch it there, whatever they are numbered.
    const auto touches = [&](std::size_t other) {
      return lining->strakeBelow(strake, t) == other || lining->strakeBelow(other, t) == strake;
    };
    const PlankJoint* nearest = nullptr;
    for (const PlankJoint& other : joints) {
      const auto of = static_cast<std::size_t>(other.strake - 1);
      if (other.side != joint.side || of == strake || of >= lining->strakeCount() || !touches(of)) continue;
      if (nearest == nullptr || std::abs((other.at - joint.at).mm()) < std::abs((nearest->at - joint.at).mm()))
        nearest = &other;
    }
    text += std::to_string(joint.strake) + "," + sideWord(joint.side) + "," + job.show(joint.at.mm()) + "," +
            (joint.kind == JoinedBy::Scarf ? "scarf" : "butt") + "," +
            std::to_string(make.frames.bayOf(joint.at.mm())) + ",";
    if (nearest != nullptr)
      text += std::to_string(nearest->strake) + "," + job.show(std::abs((nearest->at - joint.at).mm())) + "\n";
    else
      text += ",\n";
  }
  return text;
}

}  // namespace narrows::cli
