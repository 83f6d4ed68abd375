#pragma once
// The plank's ticket: everything that is done to one piece, in the order of the bench, as words and figures.

#include <array>
#include <string>
#include <vector>

#include "plank_pattern.h"

namespace narrows {

/// One part of a ticket: sentences, and a table where there is one.
struct TicketSection {
  std::string title;
  std::vector<std::string> words;
  std::vector<std::string> columns;  ///< the first is set to the left
  std::vector<std::vector<std::string>> rows;
};

struct Ticket {
  std::string file;  ///< "ticket-04-starboard", "ticket-04-starboard-2"
  std::string boat;
  std::string name;   ///< "strake 4 of 8"
  std::string side;   ///< "STARBOARD"
  std::string piece;  ///< "piece 2 of 2, after"; empty where it is all of the strake
  std::string board;  ///< what it is sawn out of
  std::string check;  ///< to make with a rule before cutting
  std::vector<TicketSection> sections;
  std::vector<std::string> steps;              ///< of the hanging log, to tick off
  std::vector<Vec2> lower, upper, bow, stern;  ///< its finished outline on the board, this side's
  std::vector<std::pair<Vec2, Vec2>> stations;
  std::vector<std::string> stationNames;
  std::vector<std::array<Vec2, 4>> scarfs;  ///< corners of each, once round
};

/// The ticket of a piece (from 1, the bow) of a plank. Fails where the plank could not be made, or there is no such
/// piece.
Result<Ticket> ticketOf(const Solved& solved, std::size_t strake, BoatSide side, std::size_t piece,
                        std::shared_ptr<const PlankAtBench> bench = nullptr);

/// One page of A4 or Letter, upright, letters no smaller than 2.6 mm.
Drawing ticketSheet(const Ticket& ticket);

/// `section,row,column,value`: every figure and sentence of it.
std::string ticketCsv(const Ticket& ticket);

}  // namespace narrows
