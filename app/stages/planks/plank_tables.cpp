#include "stages/planks/plank_tables.h"

#include <QHeaderView>
#include <QLocale>
#include <cmath>

#include "canvas/english_plurals.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "commands/session.h"

namespace narrows {

namespace {

/// A land is called by its drop in so much of the lap: an inch, or ten millimetres.
double dropOver(Notation notation) {
  return notation == Notation::Millimetres ? 10.0 : mmPerInch;
}

QString degrees(double rad) {
  const double deg = radians(rad).deg();
  const QString words = QLocale().toString(std::abs(deg), 'f', 1) + QStringLiteral("°");
  return std::abs(deg) < 0.05 ? words : (deg < 0.0 ? QStringLiteral("−") : QString()) + words;
}

Cell plain(const QString& text) {
  return {text, false, false, look::ink, {}};
}

}  // namespace

QString PlankTables::thin(double mm) const {
  return QString::fromStdString(showThin(millimetres(std::abs(mm)), notation()));
}

QString PlankTables::radius(double mm) const {
  // To two figures and a bit: no more is known of it, and no more is wanted.
  const double unit = notation() == Notation::Millimetres ? 1.0 : mmPerInch;
  const double step = unit * (mm > 300.0 * unit ? 12.0 : 1.0);
  return longLength(std::round(mm / step) * step);
}

QString PlankTables::signedThin(double mm) const {
  const QString words = thin(mm);
  if (words == thin(0.0)) return words;
  return (mm < 0.0 ? QStringLiteral("−") : QStringLiteral("+")) + words;
}

QString PlankTables::length(double mm) const {
  return QString::fromStdString(showLength(millimetres(mm), notation()));
}

QString PlankTables::longLength(double mm) const {
  return QString::fromStdString(showLong(millimetres(mm), notation()));
}

Cell PlankTables::left(double mm) const {
  const auto limit = limitOf(Measure::LandLeft, weighingFigures(*m_solved.book), false, 0.0);
  std::optional<Severity> verdict;
  if (limit) verdict = verdictBeyond(beyondLimit(Measure::LandLeft, mm, *limit));
  return judgedCell(mm > 0.0 ? thin(mm) : tr("nothing"), verdict);
}

PlankTable PlankTables::bevels() const {
  return m_plank.planking.construction == Construction::Lapstrake ? lands() : seams();
}

PlankTable PlankTables::lands() const {
  PlankTable table;
  table.words = tr(
      "The land of this strake: planed off its outside from the lap line to the upper edge, until a straightedge beds "
      "that lies on the next strake's mark. At the ends the lap runs out in the gain.");
  table.columns = {tr("land"), tr("drop over it"),
                   notation() == Notation::Millimetres ? tr("drop in\n10 mm") : tr("drop in\nan inch"),
                   tr("left of\nthe edge"), tr("lap")};
  const bool hollow =
      std::any_of(m_plank.edges.begin(), m_plank.edges.end(), [](const EdgesAt& at) { return at.foot.has_value(); });
  if (hollow) {
    table.words += tr(" Where she is hollow the land below is left, and the inside of this strake's foot is planed.");
    table.columns << tr("inside\nthe foot") << tr("off\nthe foot") << tr("left of\nthe foot");
  }
  for (const EdgesAt& at : m_plank.edges) {
    PlankTable::Row row{QString::fromStdString(at.station), static_cast<int>(at.section), {}};
    if (at.land) {
      const double drop = std::tan(at.land->landRad);
      row.cells = {plain(degrees(at.land->landRad)), plain(thin(at.land->dropMm)),
                   plain(thin(std::max(0.0, drop * dropOver(notation())))), left(at.land->leftMm)};
    } else {
      row.cells.assign(4, Cell{});
    }
    row.cells.push_back(plain(thin(at.lapMm)));
    if (at.foot) {
      row.cells.insert(row.cells.end(),
                       {plain(degrees(at.foot->footRad)), plain(thin(at.foot->footMm)), left(at.foot->footLeftMm)});
    } else if (hollow) {
      row.cells.insert(row.cells.end(), 3, Cell{});
    }
    table.rows.push_back(std::move(row));
  }
  return table;
}

PlankTable PlankTables::seams() const {
  PlankTable table;
  const PlankingMake& make = m_plank.planking;
  const bool opens = make.seamMm > 0.0;
  const QString seam = opens ? tr("Seams lie wood to wood for %1 from the inside and stand open %2 outside")
                                   .arg(thin(make.seamTightMm), thin(make.seamMm))
                             : tr("Seams of planking of %1 close all through").arg(thin(make.thicknessMm));
  const QString shared =
      make.bevelOnNew ? tr("the bevel is all on the new plank's meeting edge") : tr("both edges share the bevel");
  table.words =
      tr("%1; %2. Positive: wider outside, by so much and %3 the saw goes outside the line on the inside face. Backed "
         "out with a minus: rounded.")
          .arg(seam, shared, thin(make.sawClearMm));
  table.columns = {tr("keel edge")};
  if (opens) table.columns << tr("keel edge,\nopening");
  table.columns << tr("saw\noutside") << tr("sheer edge");
  if (opens) table.columns << tr("sheer edge,\nopening");
  table.columns << tr("saw\noutside ") << tr("backed out") << tr("to a\nradius") << tr("of stock");
  for (const EdgesAt& at : m_plank.edges) {
    PlankTable::Row row{QString::fromStdString(at.station), static_cast<int>(at.section), {}};
    for (const auto& edge : {at.lower, at.upper}) {
      row.cells.push_back(edge ? plain(degrees(edge->bevelRad)) : Cell{});
      if (opens) row.cells.push_back(edge ? plain(degrees(edge->openRad)) : Cell{});
      row.cells.push_back(edge ? plain(thin(edge->proudMm + make.sawClearMm)) : Cell{});
    }
    row.cells.push_back(plain(std::abs(at.hollowMm) < leastHollowMm ? tr("flat")
                              : at.isS()          ? tr("%1, −%2").arg(thin(at.off.roundMm), thin(at.off.hollowMm))
                              : at.hollowMm < 0.0 ? QStringLiteral("−") + thin(at.hollowMm)
                                                  : thin(at.hollowMm)));
    row.cells.push_back(at.templateRadiusMm ? plain(length(*at.templateRadiusMm)) : Cell{});
    row.cells.push_back(plain(thin(at.stockMm)));
    table.rows.push_back(std::move(row));
  }
  return table;
}

PlankTable PlankTables::gains() const {
  PlankTable table;
  table.columns = {tr("sheer edge,\nlap line"),  tr("sheer edge,\nthe edge"), tr("sheer edge,\nleft"),
                   tr("keel edge,\nits foot"),   tr("keel edge,\nlap line"),  tr("keel edge,\nleft"),
                   tr("keel lap,\nthrough both")};
  bool joggled = false;
  for (const bool bow : {true, false}) {
    const auto of = [bow](const std::vector<Gain>& all) -> const Gain* {
      for (const Gain& gain : all) {
        if (gain.bow == bow) return &gain;
      }
      return nullptr;
    };
    const Gain *head = of(m_plank.head), *foot = of(m_plank.foot);
    const Gain* any = head != nullptr ? head : foot;
    if (any == nullptr) continue;
    joggled = joggled || any->make.way == GainWay::Joggled;
    const int section = bow ? 0 : static_cast<int>(m_solved.liningOf(m_plank.side)->frame.sectionCount()) - 1;
    for (std::size_t i = 0; i < any->marks.size(); ++i) {
      const double fromEnd = any->marks[i].fromEndMm;
      const QString end = bow ? tr("bow") : tr("stern");
      PlankTable::Row row{
          fromEnd > 0.0 ? tr("%1, %2").arg(end, length(fromEnd)) : tr("%1, the end").arg(end), section, {}};
      if (head != nullptr) {
        const GainMark& mark = head->marks[i];
        row.cells = {plain(thin(mark.lowerAtLapMm)), plain(thin(mark.lowerAtEdgeMm)), left(mark.lowerLeftMm)};
      } else {
        row.cells.assign(3, Cell{});
      }
      if (foot != nullptr && i < foot->marks.size()) {
        const GainMark& mark = foot->marks[i];
        row.cells.push_back(plain(thin(mark.upperAtFootMm)));
        row.cells.push_back(plain(thin(mark.upperAtHeadMm)));
        row.cells.push_back(plain(thin(std::max(mark.upperLeftMm, 0.0))));
        row.cells.push_back(plain(thin(mark.throughMm)));
      } else {
        row.cells.insert(row.cells.end(), 4, Cell{});
      }
      table.rows.push_back(std::move(row));
    }
  }
  if (table.rows.empty()) {
    table.words = tr("No lap of this strake runs out to stem, sternpost or transom.");
    return table;
  }
  table.words =
      joggled
          ? tr("Planks keep their thickness where they are joggled: the timber is notched under each lap as deep as "
               "the planking is thick, running out to nothing at the strake's own upper mark.")
          : tr("Off the outside at the sheer edge, off the inside at the keel edge. Where callipers find the two, "
               "laid together, thicker than \"through both\", take it off both alike: a plank left thick there "
               "looks too short, and nothing is cut off its end for that.");
  return table;
}

PlankTable PlankTables::ends() const {
  PlankTable table;
  const PlankingMake& make = m_plank.planking;
  QStringList words;
  if (m_plank.bow.isHood || m_plank.stern.isHood)
    words
        << tr("Hood ends are left %1 long and let in a kerf at a time, the other end free.").arg(thin(make.hoodLongMm));
  if (m_plank.stern.isTransom)
    words << tr("It overhangs the transom by %1, and is trimmed once fastened.").arg(thin(make.transomLongMm));
  for (const std::string& one : unsureOfEnds(m_plank, notation())) words << QString::fromStdString(one);
  words << tr("Seal the end grain as soon as it is cut, before it is offered up.");
  table.words = words.join(QLatin1Char(' '));
  table.columns = {tr("height\non the boat"), tr("end,\nfrom square"), tr("through\nits thickness"),
                   tr("on into\nthe rabbet")};
  const int last = static_cast<int>(m_solved.liningOf(m_plank.side)->frame.sectionCount()) - 1;
  for (const PlankEnd* end : {&m_plank.bow, &m_plank.stern}) {
    const QString name = end->bow ? tr("bow") : tr("stern");
    const std::array<QString, 3> places{tr("keel edge"), tr("middle"), tr("sheer edge")};
    for (std::size_t i = 0; i < end->marks.size() && i < places.size(); ++i) {
      const EndMark& mark = end->marks[i];
      const bool square = std::abs(radians(mark.bevelRad).deg()) < 0.05;
      PlankTable::Row row{tr("%1, %2").arg(name, places[i]), end->bow ? 0 : last, {}};
      row.cells = {plain(length(mark.heightMm)), plain(degrees(mark.cutRad)),
                   plain(square                ? tr("square")
                         : mark.bevelRad > 0.0 ? tr("%1, outside longer").arg(degrees(mark.bevelRad))
                                               : tr("%1, inside longer").arg(degrees(-mark.bevelRad))),
                   mark.fitMm ? plain(signedThin(*mark.fitMm)) : Cell{}};
      table.rows.push_back(std::move(row));
    }
  }
  return table;
}

PlankTable PlankTables::lettingIn() const {
  PlankTable table;
  const LetForward moved = m_plank.letIn();
  const QString end = m_plank.hoodAtBow ? tr("bow") : tr("stern");
  table.words =
      tr("For every kerf of %1 that the %2 end is cut back and let in, its marks go on towards the %2 and its "
         "edges rise (+) or fall (−) at every station; swing the free end %3 by %4.")
          .arg(thin(m_plank.planking.kerfMm), end, moved.swingMm < 0.0 ? tr("down") : tr("up"), thin(moved.swingMm));
  table.columns = {tr("its mark goes on"), tr("keel edge"), tr("sheer edge")};
  for (const MarkLetIn& mark : moved.marks) {
    table.rows.push_back(
        {nameOf(mark.name),
         static_cast<int>(mark.section),
         {plain(thin(mark.alongMm)), plain(signedThin(mark.lowerMm)), plain(signedThin(mark.upperMm))}});
  }
  return table;
}

QString PlankTables::heatWords(const HeatedRun& run) const {
  const double length = m_plank.bending.lengthMm;
  const QString where = run.toBow && run.toStern ? tr("All of it")
                        : run.toBow              ? tr("From the bow to %1 aft").arg(longLength(run.toMm))
                        : run.toStern
                            ? tr("From %1 ahead of the stern to its end").arg(longLength(length - run.fromMm))
                            : tr("From %1 to %2 aft of the bow").arg(longLength(run.fromMm), longLength(run.toMm));
  const QString why = run.worst.byTwist ? tr("it twists %L1° in a foot").arg(run.worst.twistDeg, 0, 'f', 1)
                                        : tr("it bends to a radius of %1").arg(radius(run.worst.radiusMm));
  const QString minutes = tr("%n minute(|s)", nullptr, static_cast<int>(std::lround(run.minutes)));
  switch (run.heat) {
    case Heat::Beyond:
      return tr("%1 %2: tighter than steamed wood of that thickness goes; thinner stock, laminated, or another run.")
          .arg(where, why);
    case Heat::Steam:
      return tr("%1 %2: steam it, %3, and hang it within a minute or so.").arg(where, why, minutes);
    default:
      return run.wrapped
                 ? tr("%1 %2: wrap the end and pour boiling water over it, %3.").arg(where, why, minutes)
                 : tr("%1 %2: hard on it cold; steam it, %3, or let it take its time.").arg(where, why, minutes);
  }
}

PlankTable PlankTables::bending() const {
  PlankTable table;
  const StrakeBending& bending = m_plank.bending;
  if (bending.runs.empty()) {
    table.words = tr("It goes on cold, all of it.");
  } else {
    QStringList words;
    for (const HeatedRun& run : bending.runs) words << heatWords(run);
    words << tr(
        "The rest goes on cold. Never seal the box tight; steam and boiling water scald: gloves, sleeves, and a "
        "second pair of hands.");
    table.words = words.join(QLatin1Char(' '));
  }
  table.columns = {tr("from the bow"),    tr("bends to"),         tr("of its\nthickness"),
                   tr("fibres\nstretch"), tr("twist\nin a foot"), tr("goes on")};
  constexpr double straightMm = 1e5;
  for (const PlankStation& station : m_plank.plank->stations) {
    const BendAt* at = nullptr;
    for (const BendAt& one : bending.places) {
      const double t = &station == &m_plank.plank->stations.front()  ? m_plank.plank->reach.fromT
                       : &station == &m_plank.plank->stations.back() ? m_plank.plank->reach.toT
                                                                     : static_cast<double>(station.section);
      if (at == nullptr || std::abs(one.t - t) < std::abs(at->t - t)) at = &one;
    }
    if (at == nullptr) continue;
    const bool straight = at->radiusMm > straightMm;
    const std::optional<Severity> verdict = at->heat == Heat::None   ? std::nullopt
                                            : at->heat == Heat::Hard ? std::optional(Severity::LookAgain)
                                                                     : std::optional(Severity::Trouble);
    const QString goes = at->heat == Heat::None    ? tr("cold")
                         : at->heat == Heat::Hard  ? tr("hard, cold")
                         : at->heat == Heat::Steam ? tr("steamed")
                                                   : tr("not at all");
    table.rows.push_back(
        {QString::fromStdString(station.name),
         static_cast<int>(station.section),
         {plain(longLength(at->alongMm)), plain(straight ? tr("straight") : radius(at->radiusMm)),
          straight ? Cell{} : plain(tr("%1 times").arg(at->radiusMm / m_plank.planking.thicknessMm, 0, 'f', 0)),
          plain(tr("%L1 %").arg(100.0 * at->strain, 0, 'f', 2)), plain(tr("%L1°").arg(at->twistDeg, 0, 'f', 1)),
          judgedCell(goes, verdict)}});
  }
  return table;
}

namespace {

QString fastenedTo(FastenedTo to) {
  switch (to) {
    case FastenedTo::Frame:
      return PlankTables::tr("frames");
    case FastenedTo::Lap:
      return PlankTables::tr("lap, between");
    case FastenedTo::HoodEnd:
      return PlankTables::tr("hood end");
    case FastenedTo::Keel:
      return PlankTables::tr("keel");
    case FastenedTo::Transom:
      return PlankTables::tr("transom");
    case FastenedTo::ButtBlock:
      return PlankTables::tr("butt block");
  }
  return {};
}

}  // namespace

PlankTable PlankTables::fastenings() const {
  PlankTable table;
  table.columns = {tr("how many"),     tr("apart,\nat most"), tr("hole in\nthe plank"),
                   tr("hole\nbehind"), tr("head sunk"),       tr("comes through,\nminus: short"),
                   tr("nipped to")};
  int reused = 0;
  for (const Fastening& one : m_plank.fastenings.all) reused += one.reusesHole ? 1 : 0;
  for (const FastenerLot& lot : m_plank.fastenings.fasteners) {
    if (lot.count == 0) continue;
    const bool screw = lot.of.fastener.kind == FastenerKind::Screw;
    const bool deep = lot.of.throughMm > 1e6;
    table.rows.push_back(
        {tr("%1: %2").arg(lot.to == FastenedTo::Keel && m_plank.onChine ? tr("chine") : fastenedTo(lot.to),
                          QString::fromStdString(fastenerWords(lot.of.fastener, notation()))),
         -1,
         {plain(QString::number(lot.count)), lot.spacingMm > 0.0 ? plain(length(lot.spacingMm)) : Cell{},
          plain(thin(lot.of.shankHoleMm)), screw ? plain(thin(lot.of.pilotMm)) : Cell{},
          lot.of.boreMm > 0.0 ? plain(thin(lot.of.boreMm)) : Cell{},
          deep    ? Cell{}
          : screw ? judgedCell(QStringLiteral("−%1").arg(thin(lot.of.throughMm)),
                               lot.of.isShort ? std::optional(Severity::LookAgain) : std::nullopt)
                  : plain(thin(lot.of.throughMm)),
          lot.of.fastener.kind == FastenerKind::Rivet ? plain(thin(lot.of.cutMm)) : Cell{}}});
  }
  QStringList words;
  for (const std::string& one : m_plank.fastenings.unfastened)
    words << tr("Left out: %1.").arg(QString::fromStdString(one));
  for (const std::string& one : m_plank.fastenings.advice) words << tr("Note: %1.").arg(QString::fromStdString(one));
  if (reused > 0) words << tr("%n hole(|s) of the mould fastenings used again.", nullptr, reused);
  const bool isShort = std::any_of(m_plank.fastenings.fasteners.begin(), m_plank.fastenings.fasteners.end(),
                                   [](const FastenerLot& lot) { return lot.count > 0 && lot.of.isShort; });
  if (isShort)
    words << tr(
        "Screws marked are shorter than twice the plank: what they go into is no deeper. Rivet, or bolt, there.");
  words << tr("Every place is a cross on the pattern. Bore on scrap first.");
  table.words = words.join(QLatin1Char(' '));
  return table;
}

namespace {

QString inWords(const Problems& problems, Notation notation) {
  QStringList words;
  for (const Problem& problem : problems) words << QString::fromStdString(describe(problem, lengthsIn(notation)));
  return words.join(QLatin1Char(' '));
}

/// What is planked across, laid flat; none, and `words` why, where there is no such thing.
std::optional<FlatShape> flatWorkShape(const Solved& solved, bool transom, QString& words) {
  if (transom) {
    const Backbone* backbone = solved.backbone.get();
    auto flat = backbone != nullptr && backbone->transom != nullptr ? flatTransom(*backbone->transom) : std::nullopt;
    if (!flat) words = PlankTables::tr("She has no transom to plank across.");
    return flat;
  }
  auto flat = flatBottom(*solved.inside, solved.book->table.thickness.mm());
  if (flat) return std::move(*flat);
  words = inWords(flat.error(), solved.book->settings.notation);
  return std::nullopt;
}

}  // namespace

PlankTable flatWorkTable(const Solved& solved, bool transom) {
  PlankTable table;
  if (solved.inside == nullptr) return table;
  const FlatWorkMake make = flatWorkMake(*solved.book);
  const auto found = flatWorkShape(solved, transom, table.words);
  if (!found) return table;
  const FlatShape& shape = *found;
  const auto planks = plankAcross(shape, make);
  if (!planks) {
    table.words = inWords(planks.error(), solved.book->settings.notation);
    return table;
  }
  const Notation notation = solved.book->settings.notation;
  const auto length = [&](double mm) { return QString::fromStdString(showLength(millimetres(mm), notation)); };
  const auto longer = [&](double mm) { return QString::fromStdString(showLong(millimetres(mm), notation)); };
  QString words = PlankTables::tr("%n board(|s)", nullptr, static_cast<int>(planks->boards.size())) +
                  PlankTables::tr(" of %1 once jointed, out of %2 of %3 × %4. ")
                      .arg(length(make.boardWidthMm - 2.0 * make.jointedMm))
                      .arg(planks->cut.size())
                      .arg(longer(make.boardLengthMm), length(make.boardWidthMm));
  if (transom) {
    words += PlankTables::tr("From its foot up, the crown left on the last; joints on a batten inside.");
  } else {
    words += PlankTables::tr(
                 "From the bow, cut longest first: what is left of a board goes forward. Ends are bevelled "
                 "to the sides; the first edge %1 to the stem, the last %2 to the transom.")
                 .arg(degrees(shape.foreBevelRad), degrees(shape.aftBevelRad));
  }
  table.words = words;
  table.columns = {
      PlankTables::tr("width"),     PlankTables::tr("fore edge,\nfinished"), PlankTables::tr("after edge,\nfinished"),
      PlankTables::tr("cut to"),    PlankTables::tr("ends,\nfrom square"),   PlankTables::tr("out of\nboard"),
      PlankTables::tr("left of it")};
  if (transom)
    table.columns[1] = PlankTables::tr("lower edge,\nfinished"),
    table.columns[2] = PlankTables::tr("upper edge,\nfinished");
  for (const CrossBoard& board : planks->boards) {
    std::size_t from = 0;
    for (std::size_t i = 0; i < planks->cut.size(); ++i) {
      const auto& numbers = planks->cut[i].numbers;
      if (std::find(numbers.begin(), numbers.end(), board.number) != numbers.end()) from = i;
    }
    const bool last = planks->cut[from].numbers.back() == board.number;
    const QString width =
        board.isRipped ? PlankTables::tr("%1, ripped").arg(length(board.widthMm())) : length(board.widthMm());
    table.rows.push_back({QString::number(board.number),
                          -1,
                          {plain(width), plain(length(board.foreMm)), plain(length(board.aftMm)),
                           plain(longer(board.cutMm)), plain(degrees(board.bevelRad)), plain(QString::number(from + 1)),
                           last ? plain(longer(planks->cut[from].leftMm)) : Cell{}}});
  }
  return table;
}

QString PlankTables::setting(const EdgesAt& at) const {
  if (m_plank.planking.construction == Construction::Lapstrake) {
    QStringList laps;
    if (at.land && !at.land->isHollow())
      laps << tr("%1, drop %2").arg(degrees(at.land->landRad), thin(at.land->dropMm));
    if (at.land && at.land->isHollow()) laps << tr("hollow: no land, the next one's foot is planed");
    if (at.foot) laps << tr("inside the foot %1, %2 off").arg(degrees(at.foot->footRad), thin(at.foot->footMm));
    return laps.join(QLatin1Char('\n'));
  }
  QStringList edges;
  if (at.lower) edges << tr("keel edge %1").arg(degrees(at.lower->bevelRad));
  if (at.upper) edges << tr("sheer edge %1").arg(degrees(at.upper->bevelRad));
  return edges.join(QLatin1Char('\n'));
}

QString PlankTables::gaugeAt(std::size_t section) const {
  for (std::size_t i = 0; i < m_plank.edges.size(); ++i) {
    const EdgesAt& at = m_plank.edges[i];
    if (at.section != section) continue;
    const QString here = setting(at);
    if (here.isEmpty()) return tr("No bevel is planed on it: the sheer strake carries no land.");
    QString words = tr("at %1: %2").arg(QString::fromStdString(at.station), here);
    if (i + 1 < m_plank.edges.size())
      words += tr("\nnext, at %1: %2")
                   .arg(QString::fromStdString(m_plank.edges[i + 1].station), setting(m_plank.edges[i + 1]));
    return words;
  }
  return tr("Left and Right on the plank walk from station to station.");
}

PlankTableGrid::PlankTableGrid(Session* session, QWidget* parent)
    : CellGrid(tr("What is worked on the plank"), session, parent) {
  cells().rows = [this] { return static_cast<int>(m_table.rows.size()); };
  cells().rowName = [this](int row) { return m_table.rows[static_cast<std::size_t>(row)].name; };
  cells().cell = [this](int row, int column) {
    const auto& cells = m_table.rows[static_cast<std::size_t>(row)].cells;
    return static_cast<std::size_t>(column) < cells.size() ? cells[static_cast<std::size_t>(column)] : Cell{};
  };
  connect(this, &CellGrid::cellTaken, this, [this](int row, int) {
    Selection selection = this->session()->selection();
    const int section = m_table.rows[static_cast<std::size_t>(row)].section;
    if (section < 0) return;
    selection.section = section;
    this->session()->select(selection);
  });
}

void PlankTableGrid::show(PlankTable table) {
  m_table = std::move(table);
  horizontalHeader()->setMinimumSectionSize(m_table.columns.size() > 7 ? 78 : 92);
  cells().columns = m_table.columns;
  refresh();
  // Several rows are of one end: the one in hand stays in hand.
  const int section = session()->selection().section, row = currentIndex().row();
  const auto isOf = [&](int at) {
    return at >= 0 && at < static_cast<int>(m_table.rows.size()) &&
           m_table.rows[static_cast<std::size_t>(at)].section == section;
  };
  if (isOf(row)) return;
  for (int at = 0; at < static_cast<int>(m_table.rows.size()); ++at) {
    if (isOf(at)) return follow(at);
  }
}

}  // namespace narrows
