#include <algorithm>
#include <cmath>

#include "backbone_sheet.h"
#include "moulds/mould.h"
#include "plank_pattern.h"
#include "problem/trade.h"
#include "table_sheet.h"

namespace narrows {

namespace {

/// Writes the tables of one backbone.
class TableWriter {
 public:
  explicit TableWriter(const BackboneSheetOf& of) : m_of(of), m_backbone(*of.backbone) {}

  std::vector<Drawing> write() {
    for (const RabbetRun& run : *m_backbone.rabbet) rabbet(run);
    if (m_backbone.keel) keel();
    for (const TimberMarks& marks : m_backbone.marks) stations(marks);
    if (m_backbone.lamination) stock();
    if (m_backbone.blank) pieces();
    if (m_backbone.bentInPlace) bentInPlace();
    if (m_backbone.slab.flat) readings();
    if (!m_backbone.slab.graving.empty()) graving();
    order();
    return std::move(m_drawings);
  }

 private:
  std::string shown(double mm) const { return showLength(millimetres(mm), m_of.notation); }
  static std::string degrees(double rad) { return saidDecimal(radians(rad).deg(), 1) + "°"; }
  std::string titled(const std::string& words) const { return narrows::titled(m_of.boat, words); }
  void add(const TableSheet& table) { m_drawings.push_back(tableSheet(table)); }

  void rabbet(const RabbetRun& run) {
    TableSheet table;
    const std::string part(rabbetPartName(run.part));
    table.name = "rabbet-table-" + part;
    table.title = titled(Trade::say("rabbet of the %1: points to prick off, and bevels", Trade::say(part)));
    table.columns = {Trade::say("at"),           Trade::say("rabbet aft"), Trade::say("up"),
                     Trade::say("inner aft"),    Trade::say("up"),         Trade::say("out"),
                     Trade::say("bearding aft"), Trade::say("up"),         Trade::say("bevel"),
                     Trade::say("rise"),         Trade::say("in plan"),    Trade::say("left to pare")};
    table.columnMm = 29.0;
    const MachinedGroove* groove = m_backbone.groove(run.part);
    for (const RabbetMark& mark : rabbetMarks(run, *m_of.table, RabbetSteps::Table, 0.0)) {
      const RabbetPlace at = run.at(mark.alongMm);
      std::string pare = Trade::say("by hand");
      for (const GroovePare& one : groove != nullptr ? groove->marks : std::vector<GroovePare>()) {
        if (std::abs(one.alongMm - mark.alongMm) < 0.01 && one.machined) pare = degrees(one.leftRad);
      }
      table.rows.push_back({mark.name, shown(at.rabbet.x()), shown(at.rabbet.z()), shown(at.inner.x()),
                            shown(at.inner.z()), shown(at.inner.y()), shown(at.bearding.x()), shown(at.bearding.z()),
                            degrees(at.bevelRad), riseWords(at.bevelRad, m_of.notation), degrees(at.planRad), pare});
    }
    if (groove != nullptr) {
      table.words.push_back(Trade::say(
          "A machined groove at %1 may run from %2 to %3 along the rabbet line from its %4. The rest is cut by hand.",
          degrees(groove->angleRad), shown(groove->fromAlongMm), shown(groove->toAlongMm),
          run.part == RabbetPart::Keel ? Trade::say("forward end") : Trade::say("foot")));
    }
    table.note = Trade::say(
        "Distances from the forward perpendicular, heights above the base line, out from the centre line. Bevel: "
        "square to the rabbet line, against the timber's side.");
    table.check =
        m_of.table->side == PlankingSide::Inside
            ? Trade::say("Drawn to the inside: rabbet lines are carried on from the surface with its own curvature.")
            : Trade::say("Drawn to the outside: rabbet lines are the table's own.");
    add(table);
  }

  void keel() {
    TableSheet table;
    table.name = "keel-bevels";
    table.title = titled(Trade::say("keel: half-breadths and bevels"));
    table.columns = {Trade::say("station"),        Trade::say("lower edge"), Trade::say("upper edge"),
                     Trade::say("in the station"), Trade::say("saw set to"), Trade::say("edge to centre"),
                     Trade::say("left to plane")};
    for (const KeelStation& station : m_backbone.keel->stations) {
      table.rows.push_back({station.name, shown(station.outboardMm), shown(station.inboardMm),
                            degrees(station.stationRad), degrees(station.sawRad), degrees(station.edgeRad),
                            shown(station.leftMm)});
    }
    table.words = {
        Trade::say("Least bevel, to be ripped the whole length: %1 from upright.",
                   degrees(m_backbone.keel->leastSawRad)),
        Trade::say("In the station: from upright, in the plane of the station. Saw: held square to the edge.")};
    table.check =
        Trade::say("Keel %1 thick, shoulder %2.", shownTwice(m_backbone.plan.keel.thickness.mm(), m_of.notation),
                   shownTwice(m_backbone.plan.keel.shoulder.mm(), m_of.notation));
    add(table);
  }

  void stations(const TimberMarks& marks) {
    const Timber* timber = m_backbone.plan.find(marks.timber);
    if (timber == nullptr) return;
    TableSheet table;
    table.name = "stations-on-" + sheetFileName(timber->name);
    table.title = titled(Trade::say("station marks on the %1", timber->name));
    table.columns = {Trade::say("station"), Trade::say("along upper face"), Trade::say("along lower face"),
                     Trade::say("gauge off square"), Trade::say("squared, out by")};
    for (const StationMark& mark : marks.marks.marks) {
      table.rows.push_back({mark.name, shown(mark.topAlongMm), shown(mark.bottomAlongMm),
                            degrees(mark.leanRad) + (mark.topSlopeRad > 0.0 ? Trade::say(" fwd") : Trade::say(" aft")),
                            shown(std::abs(mark.squaredOffMm))});
    }
    table.words = {Trade::say(
        "Gauge: stock on the UPPER face; the mark leans so far from square, its lower end to the side named.")};
    table.note = Trade::say(
        "Stations are square to the base line, not to the timber. Squared off its face they would be out at the lower "
        "face by as much as stands in the last column.");
    table.check = Trade::say("First mark to last along the upper face: %1; along the base line %2.",
                             shownTwice(marks.marks.topApartMm, m_of.notation),
                             shownTwice(marks.marks.levelApartMm, m_of.notation));
    add(table);
  }

  void stock() {
    const Lamination& made = *m_backbone.lamination;
    const LaminationPlan& plan = m_backbone.plan.lamination;
    const UsualBend bend = bendFor(plan);
    TableSheet table;
    table.name = "lamination-stock";
    table.title = titled(Trade::say("laminated part: strips, form, stock"));
    table.columns = {Trade::say("what"), Trade::say("figure")};
    table.firstColumnMm = 110.0;
    table.columnMm = 60.0;
    table.rows = {
        {Trade::say("tightest radius, concave face"), shown(made.insideRadiusMm)},
        {Trade::say("radius over thickness, %1 %2", plan.species, Trade::say(bendingName(plan.bending))),
         saidDecimal(bend.ratio, 0)},
        {Trade::say("thickest strip that bends"), Trade::say("%1 mm", saidDecimal(made.thickestMm, 1))},
        {Trade::say("strips"), std::to_string(made.strips)},
        {Trade::say("each thick"), Trade::say("%1 mm", saidDecimal(made.stripMm, 2))},
        {Trade::say("each wide, with cleaning up"), shown(made.stripWidthMm)},
        {Trade::say("each long, with trimming"), shown(made.stripLengthMm)},
        {Trade::say("gives back of its bend"), saidDecimal(100.0 * made.springShare, 2) + " %"},
        {Trade::say("tightest radius of the form, middle of stack"), shown(made.formRadiusMm)},
        {Trade::say("ends open when released"), shown(made.opensMm)},
        {Trade::say("boards"), made.boards > 0 ? std::to_string(made.boards) : Trade::say("none long enough")},
        {Trade::say("waste, kerfs with it"), saidDecimal(100.0 * made.wasteShare, 0) + " %"},
        {Trade::say("glue area"), Trade::say("%1 sq m", saidDecimal(made.glueAreaM2, 2))},
        {Trade::say("clamps"), std::to_string(made.clamps)}};
    table.words = {Trade::say(bend.caution), Trade::say("Try a dry run first, with every clamp.")};
    add(table);
  }

  void pieces() {
    const Blank& blank = *m_backbone.blank;
    TableSheet table;
    table.name = "blank-pieces";
    table.title = titled(Trade::say("built-up blank: pieces"));
    table.columns = {Trade::say("layer, piece"),         Trade::say("long"),      Trade::say("wide"),
                     Trade::say("first end off square"), Trade::say("other end"), Trade::say("grain runs out")};
    for (const BlankPiece& piece : blank.pieces) {
      table.rows.push_back({std::to_string(piece.layer) + ", " + std::to_string(piece.place), shown(piece.lengthMm),
                            shown(piece.widthMm), degrees(std::abs(piece.fromMitreRad)),
                            degrees(std::abs(piece.toMitreRad)), degrees(piece.runOutRad)});
    }
    table.words = {Trade::say("%1 pieces, %2 of board in all; each layer planed to %3; %4 sq m of glue.",
                              blank.pieces.size(), shown(blank.boardLengthMm), shown(blank.layerMm),
                              saidDecimal(blank.glueAreaM2, 2))};
    add(table);
  }

  void bentInPlace() {
    const BentInPlace& made = *m_backbone.bentInPlace;
    const BentInPlacePlan& plan = m_backbone.plan.bentInPlace;
    const bool stem = plan.along == BentAlong::Stem;
    TableSheet table;
    table.name = "bent-in-place";
    table.title = titled(stem ? Trade::say("cutwater, bent in place") : Trade::say("outer keel, bent in place"));
    table.columns = {Trade::say("at"),   Trade::say("along it"),        Trade::say("radius"),  Trade::say("stands off"),
                     Trade::say("pull"), Trade::say("gap to the next"), Trade::say("fastener")};
    table.firstColumnMm = 46.0;
    struct Row {
      double alongMm;
      std::vector<std::string> cells;
    };
    std::vector<Row> rows;
    constexpr double nearlyStraightMm = 50000.0;
    for (std::size_t i = 0; i < made.clamps.size(); ++i) {
      const BentClamp& clamp = made.clamps[i];
      rows.push_back({clamp.alongMm,
                      {Trade::say("clamp %1", i + 1), shown(clamp.alongMm),
                       std::abs(clamp.radiusMm) > nearlyStraightMm ? Trade::say("straight")
                       : clamp.radiusMm < 0.0                      ? Trade::say("hollow %1", shown(-clamp.radiusMm))
                                                                   : shown(clamp.radiusMm),
                       clamp.standsOffMm > 0.0 ? shown(clamp.standsOffMm) : "",
                       clamp.pullN > 0.0 ? showPull(clamp.pullN, m_of.notation) : "",
                       clamp.gapMm > leastBentGapMm ? showThin(millimetres(clamp.gapMm), m_of.notation) : "", ""}});
    }
    for (const BentFastening& one : m_of.bentFastenings ? m_of.bentFastenings->all : std::vector<BentFastening>()) {
      const std::string when = !one.isFirst    ? Trade::say("then, between")
                               : one.frame > 0 ? Trade::say("first, frame %1", one.frame)
                                               : Trade::say("first");
      rows.push_back(
          {one.alongMm, {when, shown(one.alongMm), "", "", "", "", fastenerWords(one.of.fastener, m_of.notation)}});
    }
    std::stable_sort(rows.begin(), rows.end(), [](const Row& a, const Row& b) { return a.alongMm < b.alongMm; });
    for (Row& row : rows) table.rows.push_back(std::move(row.cells));
    table.words = {Trade::say("%1, %2 × %3, a board %4 long: %5.", plan.species, shown(plan.thickness.mm()),
                              shown(plan.width.mm()), shown(made.boardLengthMm), goesOnWords(made.goesOn)),
                   Trade::say("Tightest %1 at its middle, %2 times its thickness; pulls are good to a fifth.",
                              shown(made.leastRadiusMm), saidDecimal(made.ratio, 0))};
    if (made.bowWantedMm > 0.0)
      table.words.push_back(
          Trade::say("A board bowed %1 in its length, the same way, goes on cold.", shown(made.bowWantedMm)));
    if (m_of.bentFastenings) {
      for (const std::string& one : m_of.bentFastenings->leftOut)
        table.words.push_back(Trade::say("Left out: %1.", one));
    }
    table.note = Trade::say("It is a spring while it is bent: stand clear of its end. Dry run first.");
    add(table);
  }

  void readings() {
    const Flattening& flat = *m_backbone.slab.flat;
    const SlabPlan& plan = m_backbone.plan.slab;
    TableSheet table;
    table.name = "slab-depths";
    table.title = titled(Trade::say("slab: how deep the first face lies under the surface"));
    const std::size_t across = plan.down.front().size();
    table.columns = {Trade::say("across")};
    for (std::size_t i = 0; i < across; ++i)
      table.columns.push_back(shown(plan.readingStepAlong.mm() * static_cast<double>(i)));
    for (std::size_t j = 0; j < plan.down.size(); ++j) {
      std::vector<std::string> row{shown(plan.readingStepAcross.mm() * static_cast<double>(j))};
      for (std::size_t i = 0; i < across; ++i) row.push_back(shown(flat.cutMm[j * across + i]));
      table.rows.push_back(row);
    }
    const auto& rails = m_backbone.slab.rails;
    table.words = {Trade::say("Rails, at along 0: %1 and %2; at the other end %3 and %4, the lowest being nought.",
                              shown(rails[0]), shown(rails[1]), shown(rails[2]), shown(rails[3])),
                   Trade::say("%1 passes of %2; %3 litres off both faces, %4 hours at the shop's rate.", flat.passes,
                              shown(plan.cut.mm()), saidDecimal((flat.volumeMm3 + flat.secondVolumeMm3) * 1e-6, 2),
                              saidDecimal(flat.hours, 1))};
    table.ticks = false;
    add(table);
  }

  void graving() {
    TableSheet table;
    table.name = "graving-pieces";
    table.title = titled(Trade::say("graving pieces"));
    table.columns = {Trade::say("fault"),          Trade::say("along slab"),
                     Trade::say("across slab"),    Trade::say("aft on the part"),
                     Trade::say("up on the part"), Trade::say("long"),
                     Trade::say("wide"),           Trade::say("deep")};
    for (const GravingPiece& piece : m_backbone.slab.graving) {
      table.rows.push_back({std::string(faultKindName(m_backbone.plan.slab.faults[piece.fault].kind)),
                            shown(piece.onSlab.x()), shown(piece.onSlab.y()), shown(piece.onPattern.x()),
                            shown(piece.onPattern.y()), shown(piece.lengthMm), shown(piece.widthMm),
                            shown(piece.depthMm)});
    }
    table.note = Trade::say("Of %1, grain along the timber's.", m_backbone.plan.slab.species);
    add(table);
  }

  void order() {
    TableSheet table;
    table.name = "backbone-order";
    table.title = titled(Trade::say("backbone: what may be cut now, and what must wait"));
    table.columns = {Trade::say("cut"), Trade::say("when"), Trade::say("why")};
    table.firstColumnMm = 120.0;
    table.columnMm = 24.0;
    std::string part;
    Drawing drawing;
    for (const CutStep& step : m_backbone.order)
      table.rows.push_back(
          {step.part + ": " + step.cut, step.when == CutWhen::Now ? Trade::say("now") : Trade::say("wait")});
    for (const ReachShort& one : m_backbone.reachShort)
      table.words.push_back(Trade::say("Out of reach: %1, %2, %3 deep, and the tool reaches %4.", one.part, one.where,
                                       shown(one.depthMm), shown(one.reachMm)));
    for (const BackboneCaution caution : m_backbone.cautions) table.words.push_back(cautionWords(caution));
    drawing = tableSheet(table);
    // Reasons are long: set to the right of the table, ragged.
    for (std::size_t i = 0; i < m_backbone.order.size(); ++i)
      drawing.text({columnEndsMm(table).back() + 12.0, -9.5 * static_cast<double>(i + 1)}, m_backbone.order[i].why,
                   4.0);
    m_drawings.push_back(std::move(drawing));
  }

  const BackboneSheetOf& m_of;
  const Backbone& m_backbone;
  std::vector<Drawing> m_drawings;
};

}  // namespace

std::vector<Drawing> backboneTables(const BackboneSheetOf& of) {
  return TableWriter(of).write();
}

}  // namespace narrows
