#include "stages/lines/lines_stage.h"

#include <QDate>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSplitter>
#include <QStackedWidget>
#include <QTabBar>
#include <QTabWidget>
#include <cmath>

#include "book/edits.h"
#include "book/today.h"
#include "canvas/kept_split.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "fairing/fair_table.h"
#include "fonts.h"
#include "lining/shop_figures.h"
#include "stages/lines/line_bench.h"
#include "stages/lines/lines_drawing.h"
#include "stages/lines/offset_grid.h"
#include "stages/lines/profile_grid.h"
#include "stages/slate.h"

namespace narrows {

namespace {

/// Lines every section ends or turns on: they stay in the table.
bool boundsHull(RowLine line) {
  return line == RowLine::Sheer || line == RowLine::Rabbet || line == RowLine::Chine;
}

/// Figures that a table which is being typed still wants before it is a hull.
int figuresWanted(const Solved& solved) {
  std::size_t wanted = 0;
  for (const Finding& finding : solved.findings) {
    if (const auto* wants = finding.as<StillWanted>()) wanted += wants->count;
  }
  return static_cast<int>(wanted);
}

}  // namespace

LinesStage::LinesStage(Session* session, QWidget* parent)
    : Stage(session, parent),
      m_drawing(new LinesDrawing(session)),
      m_bench(new LineBench(session)),
      m_above(new QStackedWidget),
      m_slates(new QStackedWidget),
      m_grid(new OffsetGrid(session)),
      m_profiles(new ProfileGrid(session)),
      m_gridAnswer(new QLabel(this)),
      m_fairing(session) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  auto* split = new QSplitter(Qt::Vertical, this);
  m_above->addWidget(m_drawing);
  m_above->addWidget(m_bench);
  split->addWidget(m_above);
  split->addWidget(makeTables());
  split->setStretchFactor(0, 3);
  split->setStretchFactor(1, 2);
  split->setSizes({400, 300});
  keepSplit(split, "lines");
  row->addWidget(split, 1);
  m_slates->addWidget(makeSlate());
  m_slates->addWidget(m_bench->slate());
  m_slates->setFixedWidth(Slate::widePx);
  row->addWidget(m_slates);

  connect(m_grid->offsets(), &OffsetModel::understood, m_gridAnswer, &QLabel::hide);
  connect(m_profiles->profiles(), &ProfileModel::understood, m_gridAnswer, &QLabel::hide);
  connect(session, &Session::refused, this, [this](const QString& words) {
    if (isVisible() && !m_grid->isTaking() && !m_profiles->isTaking()) answer(words, true);
  });
  m_grid->rowDeeds = [this]() -> std::vector<Deed> {
    const auto at = static_cast<std::size_t>(m_grid->currentIndex().row());
    const auto& rows = m_session->book()->table.rows;
    if (at >= rows.size()) return {};
    const bool bounds = boundsHull(rows[at].line);
    return {{tr("Work on this line by itself"), Qt::Key_unknown, [this] { workOnSelected(); }},
            {tr("Add a line read off the surface…"), Qt::Key_unknown, [this] { addLine(); }},
            {tr("Take out this line"), Qt::Key_unknown, [this] { removeLine(); }, !bounds}};
  };
  connect(m_drawing, &LinesDrawing::lineAsked, this, &LinesStage::workOnSelected);
  connect(m_bench, &LineBench::leaveAsked, this, &LinesStage::showWhole);
  connect(session, &Session::answerSettled, this, &LinesStage::showFigures);
  connect(session, &Session::selectionChanged, this, &LinesStage::showFigures);
}

QWidget* LinesStage::makeTables() {
  auto* below = new QWidget;
  auto* column = new QVBoxLayout(below);
  column->setContentsMargins(8, 4, 8, 4);
  column->setSpacing(4);
  auto* tabs = new QTabWidget(below);
  tabs->addTab(m_grid, tr("Offsets"));
  tabs->addTab(m_profiles, tr("Profiles"));
  // While one line is worked on above, the whole boat follows here.
  tabs->addTab(new LinesDrawing(m_session), tr("Whole boat"));
  tabs->setObjectName(QStringLiteral("tables"));
  tabs->tabBar()->setProperty("tall", true);  // as high as the buttons beside them
  auto* corner = new QWidget(tabs);
  auto* buttons = new QHBoxLayout(corner);
  buttons->setContentsMargins(0, 0, 0, 2);
  auto* add = new QPushButton(tr("Add a line…"), corner);
  auto* scale = new QPushButton(tr("Scale it…"), corner);
  add->setObjectName(QStringLiteral("addLine"));
  scale->setObjectName(QStringLiteral("scaleTable"));
  auto* remove = new QPushButton(tr("Take this line out"), corner);
  remove->setObjectName(QStringLiteral("removeLine"));
  buttons->addWidget(add);
  buttons->addWidget(remove);
  buttons->addWidget(scale);
  tabs->setCornerWidget(corner);
  column->addWidget(tabs);
  column->addWidget(m_gridAnswer);
  m_gridAnswer->hide();
  m_gridAnswer->setWordWrap(true);
  connect(add, &QPushButton::clicked, this, &LinesStage::addLine);
  connect(remove, &QPushButton::clicked, this, &LinesStage::removeLine);
  connect(scale, &QPushButton::clicked, this, &LinesStage::scaleAll);
  return below;
}

QWidget* LinesStage::makeSlate() {
  auto* slate = new Slate(m_session, this);
  slate->addHeading(tr("The table, judged"));
  m_judged = slate->addHeadline(tr("What the judge found"));
  m_work = new QPushButton(tr("Work on this line  (Enter)"), slate);
  m_work->setObjectName(QStringLiteral("workOnLine"));
  slate->addWidget(m_work);
  slate->addSpace(10);
  slate->addHeading(tr("Fair every line within"));
  m_tolerance = new LengthField(tr("Fairing tolerance"), m_session, slate);
  slate->addWidget(m_tolerance);
  const auto button = [&](const QString& words, const QString& name) {
    auto* made = new QPushButton(words, slate);
    made->setObjectName(name);
    slate->addWidget(made);
    return made;
  };
  m_fair = button(tr("Fair the table"), QStringLiteral("fairTable"));
  m_beyond = button(tr("Move those further off too"), QStringLiteral("fairBeyond"));
  m_unfair = button(tr("Every figure as drawn"), QStringLiteral("unfair"));
  m_faired = slate->addFigure(tr("What was faired"));
  slate->addSpace(10);
  slate->addHeading(tr("Station in hand"));
  m_station = slate->addHeadline(tr("Station selected"));
  m_girth = slate->addFigure(tr("Girth"));
  m_takenOff = slate->addFigure(tr("Planking taken off"));
  slate->addSpace(10);
  slate->addHeading(tr("Boat"));
  m_boat = slate->addFigure(tr("Length and breadth"));
  slate->addStretch();
  connect(m_work, &QPushButton::clicked, this, &LinesStage::workOnSelected);
  connect(m_fair, &QPushButton::clicked, this, [this] { fairAll(false); });
  connect(&m_fairing, &LongWork::runningChanged, m_fair,
          [this](bool running) { m_fair->setText(running ? tr("Stop fairing") : tr("Fair the table")); });
  connect(m_beyond, &QPushButton::clicked, this, [this] { fairAll(true); });
  connect(m_unfair, &QPushButton::clicked, this,
          [this] { m_session->perform(tr("Every figure as drawn"), unfair(*m_session->book())); });
  connect(m_session, &Session::fileChanged, this, [this] {
    // Another boat: its own rounding, and the whole of it in view.
    if (std::exchange(m_bookNumber, m_session->bookNumber()) == m_session->bookNumber()) return;
    m_tolerance->setLength(usualFairingTolerance(m_session->book()->table));
    m_above->setCurrentIndex(0);
    m_slates->setCurrentIndex(0);
  });
  return slate;
}

QWidget* LinesStage::drawing() {
  return isOneLine() ? static_cast<QWidget*>(m_bench->drawing()) : m_drawing;
}

void LinesStage::stepInHand(int by) {
  if (isOneLine()) return m_bench->stepLine(by);
  if (!m_session->hasBook()) return;
  Selection selection = m_session->selection();
  selection.row =
      std::clamp(selection.row + by, 0, std::max(0, static_cast<int>(m_session->book()->table.rows.size()) - 1));
  m_session->select(selection);
}

void LinesStage::goTo(const Finding& finding) {
  if (const FigureRef* figure = finding.figure()) workOn(*figure);
}

void LinesStage::fit() {
  m_drawing->fit();
  m_bench->drawing()->fit();
}

bool LinesStage::isOneLine() const {
  return m_above->currentIndex() == 1;
}

void LinesStage::showWhole() {
  m_above->setCurrentIndex(0);
  m_slates->setCurrentIndex(0);
  if (isVisible()) m_drawing->setFocus();
}

void LinesStage::workOn(const FigureRef& figure) {
  m_above->setCurrentIndex(1);
  m_slates->setCurrentIndex(1);
  m_bench->chooseFigure(figure);
}

void LinesStage::beginTyping() {
  m_grid->setFocus();
  m_grid->setCurrentIndex(m_grid->offsets()->index(0, 0));
}

void LinesStage::workOnSelected() {
  if (!m_session->hasBook()) return;
  const auto& solved = m_session->solved();
  // The worst figure first; else the row in hand, at the station in hand.
  const auto section = static_cast<std::size_t>(std::max(m_session->selection().section, 0));
  if (m_drawing->takesSection() && m_session->selection().section >= 0 && solved->drawn != nullptr &&
      section < solved->drawn->sections.size()) {
    const std::string& name = solved->drawn->sections[section].name;
    const auto& stations = m_session->book()->table.stations;
    for (std::size_t i = 0; i < stations.size(); ++i) {
      if (stations[i].name != name) continue;
      m_above->setCurrentIndex(1);
      m_slates->setCurrentIndex(1);
      m_bench->choose(LineKind::Section, i);
      return;
    }
  }
  const int row = std::max(0, m_session->selection().row);
  const int column = std::max(0, m_grid->currentIndex().column());
  workOn({FigureRef::In::Row, static_cast<std::size_t>(row), static_cast<std::size_t>(column)});
}

QString LinesStage::standing() const {
  const auto& solved = m_session->solved();
  if (solved == nullptr) return {};
  int problems = 0;
  for (const Finding& finding : solved->findings) {
    const auto* problem = finding.as<CouldNotMake>();
    problems += problem != nullptr && problem->stage == ShopStage::Lines ? 1 : 0;
  }
  const int wanted = figuresWanted(*solved);
  const int off = solved->judgement == nullptr ? 0 : static_cast<int>(solved->judgement->disowned.size());
  if (off > 0) return tr("%n figure( lies|s lie) off", nullptr, off);
  if (problems > 0) return tr("%n figure(|s) to mend", nullptr, problems);
  if (wanted > 0) return tr("%n figure(|s) wanted", nullptr, wanted);
  const int faired = static_cast<int>(m_session->book()->faired.size());
  if (faired > 0) return tr("%n figure(|s) faired", nullptr, faired);
  return tr("%1, in order")
      .arg(tr("%n station(|s)", nullptr, static_cast<int>(m_session->book()->table.stations.size())));
}

void LinesStage::answer(const QString& words, bool trouble) {
  m_gridAnswer->setText(words);
  look::say(m_gridAnswer, trouble ? look::Voice::Trouble : look::Voice::Plain);
  m_gridAnswer->show();
}

void LinesStage::fairAll(bool beyondToo) {
  if (m_fairing.isRunning()) return m_fairing.stop();
  if (!m_session->hasBook()) return;
  const auto length = m_tolerance->length();
  if (!length) return answer(QString::fromStdString(describe(length.error()[0])), true);
  // From the figures as drawn, so that fairing twice does not move them twice as far; what was faired by hand stays.
  const BookSnapshot book = m_session->book();
  ToFair work{book->table, {}, *length, beyondToo};
  for (const FairedFigure& faired : book->faired) {
    if (faired.why == fairedWithTable) continue;
    setFigureMm(work.from, faired.figure, faired.value.mm());
    work.byHand.insert(faired.figure);
  }
  work.from.reading = book->table.figureTolerance();
  m_fairing.begin([this, book, work](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    FigureSet left;
    for (const FigureRef& figure : judgeTable(book->table, nullptr, stop).disowned) {
      if (!work.byHand.contains(figure)) left.insert(figure);
    }
    if (stop.stop_requested()) return {};
    const auto faired = fairTable(work.from, work.tolerance, left, work.beyondToo ? left : FigureSet(), stop);
    if (stop.stop_requested()) return {};
    return [this, book, work, left, faired] { takeFaired(work, book, left, faired); };
  });
}

void LinesStage::takeFaired(const ToFair& work, const BookSnapshot& of, const FigureSet& left,
                            const Result<FairedTable>& faired) {
  if (!faired) return answer(QString::fromStdString(describe(faired.error()[0])), true);
  const Book& now = *m_session->book();
  if (now.table != of->table || now.faired != of->faired)
    return answer(tr("The figures were changed while the table was faired: fair it again."), true);
  std::vector<std::pair<FigureRef, Length>> values;
  double most = 0.0;
  for (const MovedFigure& moved : faired->moved) {
    if (work.byHand.contains(moved.figure)) continue;
    values.emplace_back(moved.figure, millimetres(moved.toMm));
    if (!left.contains(moved.figure)) most = std::max(most, std::abs(moved.toMm - moved.fromMm));
  }
  const auto edited = fairFigures(now, values, today(), std::string(fairedWithTable));
  if (!m_session->perform(tr("Fair the table within %1").arg(shownTolerance(work.tolerance)), edited)) return;
  QString words =
      tr("%1 moved, by %2 at most; the lines bend %L3 % less. The corrected table can be printed with the sheets.")
          .arg(tr("%n figure(|s)", nullptr, static_cast<int>(values.size())), shown(most))
          .arg(100.0 * (1.0 - faired->bendingAfter / std::max(faired->bendingBefore, 1e-12)), 0, 'f', 1);
  if (!faired->wanting.empty())
    words +=
        QStringLiteral(" ") + tr("%1 further off than that, and left: see what wants looking at.")
                                  .arg(tr("%n figure( lies|s lie)", nullptr, static_cast<int>(faired->wanting.size())));
  answer(words, false);
}

void LinesStage::addLine() {
  bool taken = false;
  const QString text = QInputDialog::getText(this, tr("A line read off the surface"),
                                             tr("waterline HEIGHT, buttock DISTANCE, or diagonal NAME HEIGHT OUT DOWN"),
                                             QLineEdit::Normal, {}, &taken);
  if (!taken || text.trimmed().isEmpty()) return;
  const QStringList words = text.trimmed().split(' ', Qt::SkipEmptyParts);
  const Unit unit = m_session->book()->table.unit;
  const QString kind = words[0].toLower();
  const qsizetype wanted = kind == QStringLiteral("diagonal") ? 5 : 2;
  const bool known = kind == QStringLiteral("waterline") || kind == QStringLiteral("buttock") || wanted == 5;
  if (!known || words.size() < wanted)
    return answer(tr("Write it as: waterline 1-3-0, buttock 0-9-0, or diagonal A 1-6-0 2-0-0 1-0-0."), true);
  TableRow row;
  std::vector<Length> lengths;
  for (qsizetype i = wanted == 5 ? 2 : 1; i < wanted; ++i) {
    const auto length = typedLength(words[i], unit);
    if (!length) return answer(QString::fromStdString(describe(length.error()[0])), true);
    lengths.push_back(*length);
  }
  row.at = lengths[0];
  row.kind = kind == QStringLiteral("buttock")    ? RowKind::Height
             : kind == QStringLiteral("diagonal") ? RowKind::Diagonal
                                                  : RowKind::HalfBreadth;
  row.line = kind == QStringLiteral("buttock")    ? RowLine::Buttock
             : kind == QStringLiteral("diagonal") ? RowLine::Diagonal
                                                  : RowLine::Waterline;
  if (wanted == 5) {
    row.name = words[1].toStdString();
    row.out = lengths[1];
    row.down = lengths[2];
  }
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->drawn == nullptr) return answer(tr("There is no surface to read it off yet."), true);
  if (m_session->perform(tr("Add %1").arg(text.trimmed()), addLineReadOff(*m_session->book(), *solved->drawn, row)))
    answer(tr("Added, its figures read off the surface."), false);
}

void LinesStage::removeLine() {
  if (!m_session->hasBook() || !m_grid->currentIndex().isValid()) return;
  const auto row = static_cast<std::size_t>(m_grid->currentIndex().row());
  if (row >= m_session->book()->table.rows.size()) return;
  const TableRow& line = m_session->book()->table.rows[row];
  if (boundsHull(line.line))
    return answer(
        tr("Sheer, chine and rabbet bound the hull: they stay. Take out a waterline, a buttock or a diagonal."), true);
  m_session->perform(tr("Take out %1").arg(QString::fromStdString(rowWords(line, m_session->book()->table.unit))),
                     removeRow(*m_session->book(), row));
}

void LinesStage::scaleAll() {
  bool taken = false;
  const double scale = QInputDialog::getDouble(this, tr("A table lifted off a drawing"),
                                               tr("The drawing's scale, one to (12 for an inch to the foot):"), 12.0,
                                               0.01, 1000.0, 3, &taken);
  if (!taken) return;
  if (m_session->perform(tr("Scale the table by %1").arg(scale), scaleTable(*m_session->book(), scale)))
    answer(tr("Scaled. A reading off the drawing is taken to be good to %1.")
               .arg(shownTolerance(m_session->book()->table.figureTolerance())),
           false);
}

void LinesStage::showFigures() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->judgement == nullptr) return;
  const auto misread = static_cast<int>(solved->judgement->count(Verdict::Misread));
  const auto look = static_cast<int>(solved->judgement->count(Verdict::Look));
  const int wanted = figuresWanted(*solved);
  m_judged->setText(misread + look == 0 ? wanted > 0 ? tr("%n figure(|s) wanted", nullptr, wanted) : tr("All fair")
                    : misread > 0
                        ? tr("%1 misread").arg(misread) + (look > 0 ? tr(", %1 to look at").arg(look) : QString())
                        : tr("%1 to look at").arg(look));
  const int faired = static_cast<int>(m_session->book()->faired.size());
  m_faired->setText(faired == 0 ? QString() : tr("%n figure(|s) faired; both are kept", nullptr, faired));
  m_unfair->setVisible(faired > 0);
  m_beyond->setVisible(misread + look > 0);
  if (solved->drawn == nullptr) return;
  const auto& sections = solved->drawn->sections;
  const int selected = m_session->selection().section;
  if (selected >= 0 && static_cast<std::size_t>(selected) < sections.size()) {
    const Section& section = sections[static_cast<std::size_t>(selected)];
    m_station->setText(QString::fromStdString(section.name));
    m_girth->setText(tr("girth %1, rabbet to sheer").arg(shown(section.girthMm())));
    const Mould* mould = solved->moulds != nullptr ? solved->moulds->find(section.name) : nullptr;
    const double thick = solved->fair->thickness.mm();
    const double over = mould == nullptr ? 0.0 : mould->inPlaneMostMm - thick;
    const bool off = solved->fair->side == PlankingSide::Outside;
    const QString words = off ? tr("Planking of %1 taken off square takes up to %2 off in the plane of the section: "
                                   "taken off in the plane, "
                                   "the mould would be %3 too big.")
                              : tr("Planking of %1 put on square stands up to %2 out in the plane of the section: put "
                                   "on in the plane, the "
                                   "boat would be %3 too small.");
    m_takenOff->setText(over < 0.5 * notationStep(m_session->notation()).mm()
                            ? QString()
                            : words.arg(shown(thick), shown(mould->inPlaneMostMm), shown(over)));
  }
  const OffsetTable& table = m_session->book()->table;
  const Notation notation = m_session->notation();
  m_boat->setText(tr("%1 long, %2 broad; %3, %4 thick, drawn to the %5")
                      .arg(QString::fromStdString(showLong(boatLength(table), notation)),
                           QString::fromStdString(showLong(boatBreadth(table), notation)),
                           wordOf(constructionName(table.construction)), shown(table.thickness.mm()),
                           wordOf(plankingSideName(table.side))));
}

}  // namespace narrows
