#include <cmath>

#include "backbone_sheet.h"
#include "moulds/mould.h"
#include "plank_pattern.h"
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
    if (m_backbone.slab.flat) readings();
    if (!m_backbone.slab.graving.empty()) graving();
    order();
    return std::move(m_drawings);
  }

 private:
  std::string shown(double mm) const { return showLength(millimetres(mm), m_of.notation); }
  static std::string degrees(double rad) { return showDecimal(radians(rad).deg(), 1) + "°"; }
  std::string titled(const std::string& words) const { return narrows::titled(m_of.boat, words); }
  void add(const TableSheet& table) { m_drawings.push_back(tableSheet(table)); }

  void rabbet(const RabbetRun& run) {
    TableSheet table;
    const std::string part(rabbetPartName(run.part));
    table.name = "rabbet-table-" + part;
    table.title = titled("rabbet of the " + part + ": points to prick off, and bevels");
    table.columns = {"at",           "rabbet aft", "up",    "inner aft", "up",      "out",
                     "bearding aft", "up",         "bevel", "rise",      "in plan", "left to pare"};
    table.columnMm = 29.0;
    const MachinedGroove* groove = m_backbone.groove(run.part);
    for (const RabbetMark& mark : rabbetMarks(run, *m_of.table, RabbetSteps::Table, 0.0)) {
      const RabbetPlace at = run.at(mark.alongMm);
      std::string pare = "by hand";
      for (const GroovePare& one : groove != nullptr ? groove->marks : std::vector<GroovePare>()) {
        if (std::abs(one.alongMm - mark.alongMm) < 0.01 && one.machined) pare = degrees(one.leftRad);
      }
      table.rows.push_back({mark.name, shown(at.rabbet.x()), shown(at.rabbet.z()), shown(at.inner.x()),
                            shown(at.inner.z()), shown(at.inner.y()), shown(at.bearding.x()), shown(at.bearding.z()),
                            degrees(at.bevelRad), riseWords(at.bevelRad, m_of.notation), degrees(at.planRad), pare});
    }
    if (groove != nullptr) {
      table.words.push_back("A machined groove at " + degrees(groove->angleRad) + " may run from " +
                            shown(groove->fromAlongMm) + " to " + shown(groove->toAlongMm) +
                            " along the rabbet line from its " +
                            (run.part == RabbetPart::Keel ? "forward end." : "foot.") + " The rest is cut by hand.");
    }
    table.note =
        "Distances from the forward perpendicular, heights above the base line, out from the centre line. Bevel: "
        "square to the rabbet line, against the timber's side.";
    table.check = m_of.table->side == PlankingSide::Inside
                      ? "Drawn to the inside: rabbet lines are carried on from the surface with its own curvature."
                      : "Drawn to the outside: rabbet lines are the table's own.";
    add(table);
  }

  void keel() {
    TableSheet table;
    table.name = "keel-bevels";
    table.title = titled("keel: half-breadths and bevels");
    table.columns = {"station",    "lower edge",     "upper edge",   "in the station",
                     "saw set to", "edge to centre", "left to plane"};
    for (const KeelStation& station : m_backbone.keel->stations) {
      table.rows.push_back({station.name, shown(station.outboardMm), shown(station.inboardMm),
                            degrees(station.stationRad), degrees(station.sawRad), degrees(station.edgeRad),
                            shown(station.leftMm)});
    }
    table.words = {
        "Least bevel, to be ripped the whole length: " + degrees(m_backbone.keel->leastSawRad) + " from upright.",
        "In the station: from upright, in the plane of the station. Saw: held square to the edge."};
    table.check = "Keel " + shownTwice(m_backbone.plan.keel.thickness.mm(), m_of.notation) + " thick, shoulder " +
                  shownTwice(m_backbone.plan.keel.shoulder.mm(), m_of.notation) + ".";
    add(table);
  }

  void stations(const TimberMarks& marks) {
    const Timber* timber = m_backbone.plan.find(marks.timber);
    if (timber == nullptr) return;
    TableSheet table;
    table.name = "stations-on-" + sheetFileName(timber->name);
    table.title = titled("station marks on the " + timber->name);
    table.columns = {"station", "along upper face", "along lower face", "gauge off square", "squared, out by"};
    for (const StationMark& mark : marks.marks.marks) {
      table.rows.push_back({mark.name, shown(mark.topAlongMm), shown(mark.bottomAlongMm),
                            degrees(mark.leanRad) + (mark.topSlopeRad > 0.0 ? " fwd" : " aft"),
                            shown(std::abs(mark.squaredOffMm))});
    }
    table.words = {
        "Gauge: stock on the UPPER face; the mark leans so far from square, its lower end to the side named."};
    table.note =
        "Stations are square to the base line, not to the timber. Squared off its face they would be out at the lower "
        "face by as much as stands in the last column.";
    table.check = "First mark to last along the upper face: " + shownTwice(marks.marks.topApartMm, m_of.notation) +
                  "; along the base line " + shownTwice(marks.marks.levelApartMm, m_of.notation) + ".";
    add(table);
  }

  void stock() {
    const Lamination& made = *m_backbone.lamination;
    const LaminationPlan& plan = m_backbone.plan.lamination;
    const UsualBend bend = bendFor(plan);
    TableSheet table;
    table.name = "lamination-stock";
    table.title = titled("laminated part: strips, form, stock");
    table.columns = {"what", "figure"};
    table.firstColumnMm = 110.0;
    table.columnMm = 60.0;
    table.rows = {{"tightest radius, concave face", shown(made.insideRadiusMm)},
                  {"radius over thickness, " + plan.species + " " + std::string(bendingName(plan.bending)),
                   showDecimal(bend.ratio, 0)},
                  {"thickest strip that bends", showDecimal(made.thickestMm, 1) + " mm"},
                  {"strips", std::to_string(made.strips)},
                  {"each thick", showDecimal(made.stripMm, 2) + " mm"},
                  {"each wide, with cleaning up", shown(made.stripWidthMm)},
                  {"each long, with trimming", shown(made.stripLengthMm)},
                  {"gives back of its bend", showDecimal(100.0 * made.springShare, 2) + " %"},
                  {"tightest radius of the form, middle of stack", shown(made.formRadiusMm)},
                  {"ends open when released", shown(made.opensMm)},
                  {"boards", made.boards > 0 ? std::to_string(made.boards) : "none long enough"},
                  {"waste, kerfs with it", showDecimal(100.0 * made.wasteShare, 0) + " %"},
                  {"glue area", showDecimal(made.glueAreaM2, 2) + " sq m"},
                  {"clamps", std::to_string(made.clamps)}};
    table.words = {bend.caution, "Try a dry run first, with every clamp."};
    add(table);
  }

  void pieces() {
    const Blank& blank = *m_backbone.blank;
    TableSheet table;
    table.name = "blank-pieces";
    table.title = titled("built-up blank: pieces");
    table.columns = {"layer, piece", "long", "wide", "first end off square", "other end", "grain runs out"};
    for (const BlankPiece& piece : blank.pieces) {
      table.rows.push_back({std::to_string(piece.layer) + ", " + std::to_string(piece.place), shown(piece.lengthMm),
                            shown(piece.widthMm), degrees(std::abs(piece.fromMitreRad)),
                            degrees(std::abs(piece.toMitreRad)), degrees(piece.runOutRad)});
    }
    table.words = {std::to_string(blank.pieces.size()) + " pieces, " + shown(blank.boardLengthMm) +
                   " of board in all; each layer planed to " + shown(blank.layerMm) + "; " +
                   showDecimal(blank.glueAreaM2, 2) + " sq m of glue."};
    add(table);
  }

  void readings() {
    const Flattening& flat = *m_backbone.slab.flat;
    const SlabPlan& plan = m_backbone.plan.slab;
    TableSheet table;
    table.name = "slab-depths";
    table.title = titled("slab: how deep the first face lies under the surface");
    const std::size_t across = plan.down.front().size();
    table.columns = {"across"};
    for (std::size_t i = 0; i < across; ++i)
      table.columns.push_back(shown(plan.readingStepAlong.mm() * static_cast<double>(i)));
    for (std::size_t j = 0; j < plan.down.size(); ++j) {
      std::vector<std::string> row{shown(plan.readingStepAcross.mm() * static_cast<double>(j))};
      for (std::size_t i = 0; i < across; ++i) row.push_back(shown(flat.cutMm[j * across + i]));
      table.rows.push_back(row);
    }
    const auto& rails = m_backbone.slab.rails;
    table.words = {"Rails, at along 0: " + shown(rails[0]) + " and " + shown(rails[1]) + "; at the other end " +
                       shown(rails[2]) + " and " + shown(rails[3]) + ", the lowest being nought.",
                   std::to_string(flat.passes) + " passes of " + shown(plan.cut.mm()) + "; " +
                       showDecimal((flat.volumeMm3 + flat.secondVolumeMm3) * 1e-6, 2) + " litres off both faces, " +
                       showDecimal(flat.hours, 1) + " hours at the shop's rate."};
    table.ticks = false;
    add(table);
  }

  void graving() {
    TableSheet table;
    table.name = "graving-pieces";
    table.title = titled("graving pieces");
    table.columns = {"fault", "along slab", "across slab", "aft on the part", "up on the part", "long", "wide", "deep"};
    for (const GravingPiece& piece : m_backbone.slab.graving) {
      table.rows.push_back({std::string(faultKindName(m_backbone.plan.slab.faults[piece.fault].kind)),
                            shown(piece.onSlab.x()), shown(piece.onSlab.y()), shown(piece.onPattern.x()),
                            shown(piece.onPattern.y()), shown(piece.lengthMm), shown(piece.widthMm),
                            shown(piece.depthMm)});
    }
    table.note = "Of " + m_backbone.plan.slab.species + ", grain along the timber's.";
    add(table);
  }

  void order() {
    TableSheet table;
    table.name = "backbone-order";
    table.title = titled("backbone: what may be cut now, and what must wait");
    table.columns = {"cut", "when", "why"};
    table.firstColumnMm = 120.0;
    table.columnMm = 24.0;
    std::string part;
    Drawing drawing;
    for (const CutStep& step : m_backbone.order)
      table.rows.push_back({step.part + ": " + step.cut, step.when == CutWhen::Now ? "now" : "wait"});
    for (const ReachShort& one : m_backbone.reachShort)
      table.words.push_back("Out of reach: " + one.part + ", " + one.where + ", " + shown(one.depthMm) +
                            " deep, and the tool reaches " + shown(one.reachMm) + ".");
    for (const BackboneCaution caution : m_backbone.cautions) table.words.push_back(cautionWords(caution));
    drawing = tableSheet(table);
    // Reasons are long: set to the right of the table, ragged.
    for (std::size_t i = 0; i < m_backbone.order.size(); ++i)
      drawing.text({table.firstColumnMm + 2.0 * table.columnMm + 12.0, -9.5 * static_cast<double>(i + 1)},
                   m_backbone.order[i].why, 4.0);
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
