#include "ticket.h"

#include <algorithm>
#include <cmath>

#include "daybook/hanging_log.h"
#include "files/csv_records.h"
#include "joining/look_at_plank_joints.h"
#include "lines/place_words.h"
#include "problem/trade.h"

namespace narrows {

namespace {

std::string fastenedWords(FastenedTo to) {
  switch (to) {
    case FastenedTo::Frame:
      return Trade::say("frames");
    case FastenedTo::Lap:
      return Trade::say("lap");
    case FastenedTo::HoodEnd:
      return Trade::say("hood end");
    case FastenedTo::Keel:
      return Trade::say("keel");
    case FastenedTo::Transom:
      return Trade::say("transom");
    case FastenedTo::ButtBlock:
      return Trade::say("butt block");
  }
  return "";
}

/// Puts one piece's ticket together, section by section.
class TicketWriter {
 public:
  TicketWriter(const PlankAtBench& plank, const PlankPiece& piece, const PatternOf& of)
      : m_plank(plank), m_piece(piece), m_of(of) {}

  Ticket write() {
    m_ticket.file = "ticket-" + plankFileWord(static_cast<int>(m_of.strake) + 1, m_of.side);
    m_ticket.boat = m_of.boat;
    m_ticket.name = m_of.name;
    m_ticket.side = m_of.side == BoatSide::Starboard ? Trade::say("STARBOARD") : Trade::say("PORT");
    if (m_piece.count > 1) {
      m_ticket.file += "-" + std::to_string(m_piece.number);
      const auto number = m_piece.number, count = m_piece.count;
      m_ticket.piece = number == 1       ? Trade::say("piece %1 of %2, forward", number, count)
                       : number == count ? Trade::say("piece %1 of %2, after", number, count)
                                         : Trade::say("piece %1 of %2, between", number, count);
    }
    m_ticket.board = longer(m_piece.sawn.boardLengthMm) + " × " + length(m_piece.sawn.boardWidthMm);
    if (!m_of.timber.empty()) m_ticket.board += ", " + m_of.timber;
    m_ticket.check = check();
    outline();
    edges();
    ends();
    gains();
    joints();
    bending();
    fastenings();
    for (const HangingStep step : hangingStepsOf(m_plank.planking.construction, m_piece.count > 1)) {
      if (step != HangingStep::Heated || !m_plank.bending.runs.empty()) m_ticket.steps.push_back(stepWord(step));
    }
    return std::move(m_ticket);
  }

 private:
  std::string length(double mm) const { return showLength(millimetres(mm), m_of.notation); }
  std::string longer(double mm) const { return showLong(millimetres(mm), m_of.notation); }
  std::string tolerance(double mm) const { return showTolerance(millimetres(std::abs(mm)), m_of.notation); }
  std::string thin(double mm) const { return showThin(millimetres(std::abs(mm)), m_of.notation); }
  static std::string endBevelWords(double rad) {
    const double deg = radians(rad).deg();
    if (std::abs(deg) < 0.05) return Trade::say("square");
    const std::string angle = saidDecimal(std::abs(deg), 1) + "°";
    return deg > 0.0 ? Trade::say("%1, outside longer", angle) : Trade::say("%1, inside longer", angle);
  }
  static std::string degrees(double rad) { return saidDecimal(radians(rad).deg(), 1) + "°"; }
  bool has(double alongMm) const { return alongMm >= m_piece.fromMm - 0.5 && alongMm <= m_piece.toMm + 0.5; }
  double alongOf(const PlankStation& station) const {
    if (&station == &m_plank.plank->stations.front()) return 0.0;
    if (&station == &m_plank.plank->stations.back()) return m_plank.run.lengthMm();
    return m_plank.run.alongOf(0.5 * (station.lower + station.upper));
  }
  bool isFirst() const { return m_piece.number == 1; }
  bool isLast() const { return m_piece.number == m_piece.count; }

  std::string check() const {
    const Vec2 from = m_piece.lower.front(), to = m_piece.upper.back();
    return Trade::say(
        "Finished, keel-edge corner at its fore end to sheer-edge corner aft, straight: %1. Along its sheer edge: %2, "
        "against a batten on the marks.",
        shownTwice((to - from).norm(), m_of.notation), shownTwice(lengthAlong(m_piece.upper), m_of.notation));
  }

  /// This side's, on the piece's own board.
  Vec2 placed(const Vec2& point) const {
    const Vec2 own = m_piece.own(point);
    return m_of.side == BoatSide::Starboard ? own : Vec2(own.x(), m_piece.sawn.boardWidthMm - own.y());
  }
  std::vector<Vec2> placed(const std::vector<Vec2>& points) const {
    std::vector<Vec2> all;
    for (const Vec2& point : points) all.push_back(placed(point));
    return all;
  }

  void outline() {
    m_ticket.lower = placed(m_piece.lower);
    m_ticket.upper = placed(m_piece.upper);
    m_ticket.bow = m_piece.fore ? std::vector<Vec2>{m_ticket.lower.front(), m_ticket.upper.front()}
                                : placed(endLine(*m_plank.plank, true));
    m_ticket.stern = m_piece.aft ? std::vector<Vec2>{m_ticket.lower.back(), m_ticket.upper.back()}
                                 : placed(endLine(*m_plank.plank, false));
    for (const PlankStation& station : m_plank.plank->stations) {
      if (!has(alongOf(station))) continue;
      m_ticket.stations.emplace_back(placed(station.lower), placed(station.upper));
      m_ticket.stationNames.push_back(station.name);
    }
    for (const auto& joint : {m_piece.fore, m_piece.aft}) {
      if (!joint || joint->lengthMm <= 0.0) continue;
      const Vec2 half = 0.5 * joint->lengthMm * joint->along, up = turnedLeft(joint->along);
      const auto at = [&](const Vec2& off, double t) {
        const Vec2 edge = m_plank.plank->map.at(m_plank.run.tAt(joint->alongMm), t);
        return placed(Vec2(joint->at + off + (edge - joint->at).dot(up) * up));
      };
      m_ticket.scarfs.push_back({at(-half, 0.0), at(half, 0.0), at(half, 1.0), at(-half, 1.0)});
    }
  }

  void edges() {
    const bool lapped = m_plank.planking.construction == Construction::Lapstrake;
    TicketSection section;
    section.title = lapped ? Trade::say("Widths, and the land planed on its sheer edge, outside")
                           : Trade::say("Widths, bevels of its edges (−: under), backing out");
    section.columns =
        lapped ? std::vector<std::string>{Trade::say("station"), Trade::say("between marks"), Trade::say("as cut"),
                                          Trade::say("land"),    Trade::say("drop"),          Trade::say("edge left")}
               : std::vector<std::string>{Trade::say("station"), Trade::say("between marks"), Trade::say("keel edge"),
                                          Trade::say("saw out"), Trade::say("sheer edge"),    Trade::say("saw out"),
                                          Trade::say("hollow"),  Trade::say("to radius")};
    for (const PlankStation& station : m_plank.plank->stations) {
      if (!has(alongOf(station))) continue;
      std::vector<std::string> row{station.name, length(station.widthMm)};
      const EdgesAt* at = m_plank.at(station.section);
      if (at != nullptr && at->station != station.name) at = nullptr;
      if (lapped) row.push_back(length(station.asCutMm));
      for (std::string& cell : lapped ? landCells(at) : seamCells(at)) row.push_back(std::move(cell));
      section.rows.push_back(std::move(row));
    }
    section.words = lapped ? std::vector<std::string>() : seamWords();
    std::string feet;
    for (const EdgesAt& at : m_plank.edges) {
      if (!at.foot) continue;
      const std::string foot =
          Trade::say("%1 and %2 off at %3", degrees(at.foot->footRad), thin(at.foot->footMm), placeWords(at.station));
      feet = feet.empty() ? foot : Trade::say("%1, %2", feet, foot);
    }
    if (!feet.empty())
      section.words.push_back(Trade::say(
          "She is hollow there: the inside of its foot is planed over the lap, and no land below it: %1.", feet));
    m_ticket.sections.push_back(std::move(section));
  }

  /// The land planed on its sheer edge at a place; empty cells where nothing is known there.
  std::vector<std::string> landCells(const EdgesAt* at) const {
    if (at == nullptr || !at->land) return {"", "", ""};
    return {degrees(at->land->landRad), thin(at->land->dropMm), thin(std::max(at->land->leftMm, 0.0))};
  }

  /// The bevels of both its edges at a place, and how it is backed out.
  std::vector<std::string> seamCells(const EdgesAt* at) const {
    std::vector<std::string> cells;
    for (const bool upper : {false, true}) {
      const auto edge = at == nullptr ? std::nullopt : upper ? at->upper : at->lower;
      cells.push_back(edge ? degrees(edge->bevelRad) : "");
      cells.push_back(edge ? thin(edge->proudMm + m_plank.planking.sawClearMm) : "");
    }
    cells.push_back(at == nullptr || std::abs(at->hollowMm) < leastHollowMm ? Trade::say("flat")
                    : at->isS()          ? Trade::say("S: %1, round %2", thin(at->off.roundMm), thin(at->off.hollowMm))
                    : at->hollowMm < 0.0 ? Trade::say("round %1", thin(at->hollowMm))
                                         : thin(at->hollowMm));
    cells.push_back(at != nullptr && at->templateRadiusMm ? length(*at->templateRadiusMm) : "");
    return cells;
  }

  std::vector<std::string> seamWords() const {
    std::vector<std::string> words;
    double stock = 0.0;
    for (const EdgesAt& at : m_plank.edges) stock = std::max(stock, at.stockMm);
    if (stock > 0.0) words.push_back(Trade::say("Stock %1 thick where it is hollowed most.", thin(stock)));
    const PlankingMake& make = m_plank.planking;
    if (make.seamMm > 0.0) {
      words.push_back(
          make.bevelOnNew
              ? Trade::say(
                    "Seams lie wood to wood for %1 from the inside, at these bevels; from there the keel edge falls "
                    "away, by %2 at the outside.",
                    thin(make.seamTightMm), thin(make.seamMm))
              : Trade::say("Seams lie wood to wood for %1 from the inside, at these bevels; from there each edge falls "
                           "away, by %2 at the outside.",
                           thin(make.seamTightMm), thin(0.5 * make.seamMm)));
    }
    return words;
  }

  void ends() {
    TicketSection section;
    section.title = Trade::say("Ends");
    for (const PlankEnd* end : {&m_plank.bow, &m_plank.stern}) {
      if ((end->bow && !isFirst()) || (!end->bow && !isLast()) || end->marks.empty()) continue;
      const EndMark& low = end->marks.front();
      const EndMark& high = end->marks.back();
      std::string words = end->bow ? Trade::say("Bow: ") : Trade::say("Stern: ");
      words += end->isHood      ? Trade::say("hood end, left %1 long", thin(m_plank.planking.hoodLongMm))
               : end->isTransom ? Trade::say("overhangs the transom by %1", thin(m_plank.planking.transomLongMm))
               : end->isCutOff  ? Trade::say("she is cut off there: square, on no timber")
                                : Trade::say("ends at a joint with another strake");
      const double bevel = 0.5 * (low.bevelRad + high.bevelRad);
      if (end->isTransom || std::abs(bevel) > 0.01)
        words += Trade::say("; through its thickness %1 at the keel edge, %2 at the sheer edge",
                            endBevelWords(low.bevelRad), endBevelWords(high.bevelRad));
      if (low.fitMm && high.fitMm && std::max(std::abs(*low.fitMm), std::abs(*high.fitMm)) > 0.8)
        words += Trade::say("; goes on into the rabbet %1 at the keel edge, %2 at the sheer edge", thin(*low.fitMm),
                            thin(*high.fitMm));
      section.words.push_back(words + ".");
    }
    if (isFirst() || isLast()) {
      for (std::string& unsure : unsureOfEnds(m_plank, m_of.notation)) section.words.push_back(std::move(unsure));
    }
    if ((m_plank.hoodAtBow ? isFirst() : isLast()) && (m_plank.bow.isHood || m_plank.stern.isHood)) {
      const LetForward let = m_plank.letIn();
      double most = 0.0;
      for (const MarkLetIn& mark : let.marks) most = std::max({most, std::abs(mark.lowerMm), std::abs(mark.upperMm)});
      const bool moves = std::max(most, std::abs(let.swingMm)) > 0.5 * mmPerInch / 64.0;
      const std::string kerf = thin(m_plank.planking.kerfMm), bound = tolerance(most);
      const std::string end = m_plank.hoodAtBow ? Trade::say("bow") : Trade::say("stern");
      section.words.push_back(
          !moves ? Trade::say("A kerf of %1 let in at the %2 moves its edges by nothing that can be seen.", kerf, end)
          : let.swingMm < 0.0
              ? Trade::say(
                    "A kerf of %1 let in at the %2 swings the free end down %3 and moves no edge by more than %4.",
                    kerf, end, thin(let.swingMm), bound)
              : Trade::say("A kerf of %1 let in at the %2 swings the free end up %3 and moves no edge by more than %4.",
                           kerf, end, thin(let.swingMm), bound));
    }
    if (!section.words.empty()) m_ticket.sections.push_back(std::move(section));
  }

  void gains() {
    TicketSection section;
    section.title = Trade::say("Gains");
    for (const bool bow : {true, false}) {
      if ((bow && !isFirst()) || (!bow && !isLast())) continue;
      for (const bool head : {true, false}) {
        for (const Gain& gain : head ? m_plank.head : m_plank.foot) {
          if (gain.bow != bow || gain.marks.empty()) continue;
          const GainMark& end = gain.marks.back();
          std::string words = (bow ? Trade::say("Bow, ") : Trade::say("Stern, ")) +
                              (head ? Trade::say("sheer edge, outside: ") : Trade::say("keel edge, inside: "));
          if (gain.make.way == GainWay::Joggled) {
            words += Trade::say("none; the timber is notched");
          } else {
            words += Trade::say("from %1 before the end; at the end %2", length(gain.marks.front().fromEndMm),
                                head ? Trade::say("%1 off at the lap line, %2 at the edge", thin(end.lowerAtLapMm),
                                                  thin(end.lowerAtEdgeMm))
                                     : Trade::say("%1 off at its foot, %2 at the lap line", thin(end.upperAtFootMm),
                                                  thin(end.upperAtHeadMm)));
          }
          section.words.push_back(words + ".");
        }
      }
    }
    if (!section.words.empty()) {
      section.words.push_back(Trade::say("Depths at every mark stand on the pattern."));
      m_ticket.sections.push_back(std::move(section));
    }
  }

  void joints() {
    TicketSection section;
    section.title = Trade::say("Joints");
    for (const bool aft : {false, true}) {
      const auto& joint = aft ? m_piece.aft : m_piece.fore;
      if (!joint) continue;
      const std::string where = bayWords(m_plank.joining.frames, joint->joint.at.mm());
      std::string words = aft ? Trade::say("After end: ") : Trade::say("Fore end: ");
      if (joint->joint.kind == JoinedBy::Scarf) {
        const ScarfJig jig = scarfJig(m_plank.joining, joint->hard);
        words += Trade::say(
            "scarf %1, %2 long, cut on the %3; jig rises %4 over %5, %6", where, length(jig.lengthMm),
            aft ? Trade::say("inside (its lip is outside and trails aft)") : Trade::say("outside (its lip is inside)"),
            thin(jig.riseMm), length(jig.lengthMm), degrees(jig.angleRad));
        if (jig.nibMm > 0.0) words += Trade::say(", lips %1 thick", thin(jig.nibMm));
        words += Trade::say("; %1 left beyond it", thin(m_plank.joining.marginMm));
      } else {
        const double t = m_plank.run.tAt(joint->alongMm);
        const double width = (m_plank.plank->map.at(t, 1.0) - m_plank.plank->map.at(t, 0.0)).norm();
        const ButtBlock block = buttBlock(m_plank.joining, width);
        words +=
            Trade::say("butt %1, square; block %2 × %3 × %4, %5 clear of each frame to drain", where,
                       length(block.lengthMm), length(block.widthMm), thin(block.thicknessMm), thin(block.clearMm));
        if (block.isShort) words += Trade::say(" (shorter than twelve thicknesses: the bay has no more)");
      }
      section.words.push_back(words + ".");
    }
    if (!section.words.empty()) m_ticket.sections.push_back(std::move(section));
  }

  void bending() {
    TicketSection section;
    section.title = Trade::say("Bending");
    for (const HeatedRun& run : m_plank.bending.runs) {
      const double part = m_plank.run.lengthMm() / std::max(m_plank.bending.lengthMm, 1e-6);
      const double from = std::max(run.fromMm * part, m_piece.fromMm), to = std::min(run.toMm * part, m_piece.toMm);
      if (from >= to) continue;
      std::string words =
          Trade::say("From %1 to %2 of its fore end: ", longer(from - m_piece.fromMm), longer(to - m_piece.fromMm));
      words += run.heat == Heat::Beyond ? Trade::say("tighter than steamed wood of that thickness goes; laminate it")
               : run.heat == Heat::Steam
                   ? Trade::say("steam %1 minutes, hang within a minute or so", saidDecimal(run.minutes, 0))
               : run.wrapped
                   ? Trade::say("boiling-water wraps, %1 minutes", saidDecimal(run.minutes, 0))
                   : Trade::say("hard on it cold: steam %1 minutes, or give it time", saidDecimal(run.minutes, 0));
      section.words.push_back(words + ".");
    }
    if (section.words.empty()) section.words.push_back(Trade::say("Goes on cold."));
    m_ticket.sections.push_back(std::move(section));
  }

  void fastenings() {
    TicketSection section;
    section.title = Trade::say("Fastenings");
    section.columns = {Trade::say("to"),
                       Trade::say("fastener"),
                       Trade::say("count"),
                       Trade::say("apart, most"),
                       Trade::say("bore, plank"),
                       Trade::say("pilot"),
                       ""};
    for (std::size_t i = 0; i < m_plank.fastenings.fasteners.size(); ++i) {
      const FastenerLot& lot = m_plank.fastenings.fasteners[i];
      int count = 0, reused = 0;
      for (const Fastening& one : m_plank.fastenings.all) {
        // What lies within a scarf is bored once, in the forward piece.
        const bool mine = one.which == i && one.alongMm <= m_piece.toMm + 1e-6 &&
                          (isFirst() || one.alongMm > m_piece.fromMm + (m_piece.fore ? m_piece.fore->lengthMm : 0.0));
        if (!mine) continue;
        ++count;
        reused += one.reusesHole ? 1 : 0;
      }
      if (count == 0) continue;
      std::string more;
      if (lot.of.cutMm > 0.0 && lot.of.fastener.kind == FastenerKind::Rivet)
        more = Trade::say("nip to %1", thin(lot.of.cutMm));
      if (lot.of.fastener.kind == FastenerKind::Clench) more = Trade::say("turn %1", thin(lot.of.throughMm));
      if (lot.of.boreMm > 0.0) more = Trade::say("sink %1", thin(lot.of.boreMm));
      if (lot.of.isShort)
        more += more.empty() ? Trade::say("short: thin backing") : Trade::say(", short: thin backing");
      if (reused > 0) more += Trade::say("%1%2 in mould holes", more.empty() ? "" : ", ", reused);
      const bool chine = lot.to == FastenedTo::Keel && m_plank.onChine;
      section.rows.push_back({chine ? Trade::say("chine") : fastenedWords(lot.to),
                              fastenerWords(lot.of.fastener, m_of.notation), std::to_string(count),
                              lot.spacingMm > 0.0 ? length(lot.spacingMm) : "", thin(lot.of.shankHoleMm),
                              lot.of.pilotMm > 0.0 ? thin(lot.of.pilotMm) : "", more});
    }
    for (const std::string& one : m_plank.fastenings.unfastened)
      section.words.push_back(Trade::say("left out: %1", one));
    for (const std::string& one : m_plank.fastenings.advice) section.words.push_back(one);
    for (std::string& words : section.words) {
      if (!words.empty()) words[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(words[0])));
      words += ".";
    }
    m_ticket.sections.push_back(std::move(section));
  }

  const PlankAtBench& m_plank;
  const PlankPiece& m_piece;
  const PatternOf& m_of;
  Ticket m_ticket;
};

}  // namespace

Result<Ticket> ticketOf(const Solved& solved, std::size_t strake, BoatSide side, std::size_t piece,
                        std::shared_ptr<const PlankAtBench> bench) {
  if (bench == nullptr) bench = plankAtBench(solved, strake, side);
  const std::string name = Trade::say("strake %1 %2", strake + 1, sideWords(side));
  if (bench == nullptr) return fail(Fault::NoPlank, {0, 0, name});
  if (piece < 1 || piece > bench->pieces.size()) {
    return fail(
        Fault::PieceUnknown, {0, 0, name},
        {std::to_string(piece),
         bench->pieces.size() == 1 ? Trade::say("one piece") : Trade::sayCount("%n piece(|s)", bench->pieces.size())});
  }
  const PatternOf of = patternOf(solved, strake, side, bench);
  return TicketWriter(*bench, bench->pieces[piece - 1], of).write();
}

std::string ticketCsv(const Ticket& ticket) {
  std::string text = "section,row,column,value\n";
  const auto add = [&](const std::string& section, const std::string& row, const std::string& column,
                       const std::string& value) {
    text += csvField(section) + "," + csvField(row) + "," + csvField(column) + "," + csvField(value) + "\n";
  };
  add("plank", "", "boat", ticket.boat);
  add("plank", "", "name", ticket.name);
  add("plank", "", "side", ticket.side);
  if (!ticket.piece.empty()) add("plank", "", "piece", ticket.piece);
  add("plank", "", "board", ticket.board);
  add("plank", "", "check", ticket.check);
  for (const TicketSection& section : ticket.sections) {
    for (const std::string& words : section.words) add(section.title, "", "", words);
    for (const auto& row : section.rows) {
      for (std::size_t i = 1; i < row.size(); ++i) {
        const std::string column = i < section.columns.size() ? section.columns[i] : std::string();
        if (!row[i].empty()) add(section.title, row[0], column, row[i]);
      }
    }
  }
  return text;
}

}  // namespace narrows
