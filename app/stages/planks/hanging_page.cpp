#include "stages/planks/hanging_page.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSplitter>
#include <QVBoxLayout>
#include <algorithm>

#include "advice/reline.h"
#include "book/daybook_edits.h"
#include "book/today.h"
#include "canvas/kept_split.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/number_field.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "solve/sheet_points.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"
#include "stages/slate.h"

namespace narrows {

namespace {

QString stepName(HangingStep step) {
  return QString::fromStdString(stepWord(step));
}

int piecesOf(const Book& book, int strake, BoatSide side) {
  return 1 + static_cast<int>(book.joining.jointsOf(strake, side).size());
}

}  // namespace

HangingPage::HangingPage(Session* session, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_words(new QLabel(this)),
      m_answer(new RefusedNote(session, this)),
      m_log(new CellGrid(tr("Hanging log"), session)),
      m_edge(new CellGrid(tr("Upper edge as it hangs"), session)) {
  auto* column = pageColumn(this, m_words);
  auto* grids = new QSplitter(Qt::Horizontal, this);
  m_log->setObjectName(QStringLiteral("hangingLog"));
  m_edge->setObjectName(QStringLiteral("edgeAsHung"));
  grids->addWidget(m_log);
  grids->addWidget(m_edge);
  grids->setStretchFactor(0, 3);
  grids->setStretchFactor(1, 1);
  column->addWidget(grids, 1);
  column->addWidget(m_answer);
  m_log->horizontalHeader()->setMinimumSectionSize(64);
  m_log->cells().columns = {tr("step"), tr("day"), tr("hours"), tr("piece"), tr("where"), tr("pared"), tr("note")};
  m_log->refresh();
  m_log->horizontalHeader()->setSectionResizeMode(Day, QHeaderView::ResizeToContents);
  m_log->cells().rows = [this] { return static_cast<int>(entries().size()); };
  m_log->setUsualWay(FigureGrid::Way::Across);
  m_log->cells().isLength = [](int at) { return at == Pared; };
  m_log->cells().rowKey = [this](int row) {
    return QString::number(entries()[static_cast<std::size_t>(row)].id.number);
  };
  m_log->cells().cell = [this](int row, int at) { return logCell(row, at); };
  m_log->cells().entered = [this](int row, int at, const QString& text) { return enterLog(row, at, text); };
  m_edge->cells().columns = {tr("edge off its line\nas it hangs")};
  m_edge->cells().rows = [this] {
    const auto& solved = m_session->solved();
    const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(side());
    return lining == nullptr ? 0 : static_cast<int>(lining->frame.sectionCount());
  };
  m_edge->cells().rowName = [this](int row) {
    return QString::fromStdString(
        m_session->solved()->liningOf(side())->frame.hull().sections[static_cast<std::size_t>(row)].name);
  };
  m_edge->cells().rowKey = [this](int row) {
    return QStringLiteral("%1 %2 ").arg(static_cast<int>(side())).arg(strake()) + m_edge->cells().rowName(row);
  };
  m_edge->cells().cell = [this](int row, int) { return edgeCell(row); };
  m_edge->cells().entered = [this](int row, int, const QString& text) { return enterEdge(row, text); };
  connect(session, &Session::answerSettled, this, &HangingPage::say);
  // Its lines are the book's: a line that is typed in, or erased, is one of the book as it stands.
  connect(session, &Session::bookChanged, this, [this] {
    if (isVisible()) m_log->refresh();
  });
  connect(session, &Session::selectionChanged, this, &HangingPage::say);
}

void HangingPage::addFields(Slate* slate) {
  m_slate = slate;
  auto* step = slate->addChanging(
      tr("What was done"),
      [this] {
        Slate::Choices choices;
        const std::vector<HangingStep> steps = stepsOffered();
        for (std::size_t i = 0; i < steps.size(); ++i) {
          choices.items << stepName(steps[i]);
          if (steps[i] == m_step) choices.chosen = static_cast<int>(i);
        }
        return choices;
      },
      [this](int index) {
        m_step = stepsOffered()[static_cast<std::size_t>(index)];
        showAs(true);
      });
  step->setObjectName(QStringLiteral("hangingStep"));
  m_fields.push_back(step);
  m_day = slate->addText(tr("Day"));
  m_day->setObjectName(QStringLiteral("hangingDay"));
  m_day->setText(dayWords(today()));
  connect(m_day, &QLineEdit::textEdited, this,
          [this](const QString& text) { m_dayTypedOn = text.trimmed().isEmpty() ? std::string() : today(); });
  m_fields.push_back(m_day);
  m_fields.push_back(slate->addNumber(
      tr("Hours"), {0.0, 2000.0, 1}, [this] { return m_hours; }, [this](double hours) { m_hours = hours; }));
  m_fields.push_back(slate->addNumber(
      tr("Piece, from the bow (0: all)"), {0.0, 20.0, 0}, [this] { return static_cast<double>(m_piece); },
      [this](double piece) { m_piece = static_cast<int>(piece); }));
  m_where = slate->addText(tr("Eased where"));
  m_ofEasing.push_back(m_where);
  m_ofEasing.push_back(slate->addLength(
      tr("by how much"), [this] { return m_pared; }, [this](Length pared) { m_pared = pared; }));
  m_note = slate->addText(tr("Note"));
  m_fields.push_back(m_note);
  auto* log = slate->addButton(tr("Log it"), "logStep");
  connect(log, &QPushButton::clicked, this, &HangingPage::logNow);
  m_fields.push_back(log);
  auto* goOn = slate->addButton(tr("Log it, and on to the next strake"), "logAndNext");
  goOn->setShortcut(QKeySequence(tr("Ctrl+Shift+L")));
  connect(goOn, &QPushButton::clicked, this, &HangingPage::logAndGoOn);
  m_fields.push_back(goOn);
  auto* erase = slate->addButton(tr("Erase the line in hand"), "eraseStep");
  connect(erase, &QPushButton::clicked, this, &HangingPage::erase);
  m_log->rowDeeds = [this]() -> std::vector<Deed> {
    return {{tr("Erase this line of the log"), Qt::Key_unknown, [this] { this->erase(); },
             m_log->currentIndex().row() < static_cast<int>(entries().size())}};
  };
  m_fields.push_back(erase);
}

void HangingPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  for (QWidget* field : m_ofEasing) m_slate->showField(field, shown && m_step == HangingStep::Eased);
  if (shown) say();
}

void HangingPage::keepDay() {
  // The window may stand open over night; what was typed yesterday was meant then.
  if (m_day->hasFocus() || m_dayTypedOn == today()) return;
  m_dayTypedOn.clear();
  m_day->setText(dayWords(today()));
}

int HangingPage::strake() const {
  return m_session->selection().strake + 1;
}

BoatSide HangingPage::side() const {
  return m_session->selection().side;
}

int HangingPage::strakes() const {
  const auto& solved = m_session->solved();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(side());
  return lining == nullptr ? 0 : static_cast<int>(lining->strakeCount());
}

std::vector<HangingStep> HangingPage::stepsOffered() const {
  const Book& book = *m_session->book();
  std::vector<HangingStep> steps = hangingStepsOf(book.table.construction, piecesOf(book, strake(), side()) > 1);
  // What was taken in hand of another strake stays in hand.
  if (std::find(steps.begin(), steps.end(), m_step) == steps.end()) {
    steps.push_back(m_step);
    std::sort(steps.begin(), steps.end());
  }
  return steps;
}

const std::vector<HangingEntry>& HangingPage::entries() const {
  const BookSnapshot& book = m_session->book();
  if (m_entries.of == book && m_entries.strake == strake() && m_entries.side == side()) return m_entries.byDay;
  m_entries = {book, strake(), side(), {}};
  std::vector<HangingEntry>& mine = m_entries.byDay;
  if (book == nullptr) return mine;
  std::copy_if(book->log.begin(), book->log.end(), std::back_inserter(mine),
               [this](const HangingEntry& entry) { return entry.isOf(strake(), side()); });
  std::stable_sort(mine.begin(), mine.end(),
                   [](const HangingEntry& a, const HangingEntry& b) { return a.when < b.when; });
  return mine;
}

Cell HangingPage::logCell(int row, int column) const {
  const auto& mine = entries();
  if (row >= static_cast<int>(mine.size())) return {};
  const HangingEntry& entry = mine[static_cast<std::size_t>(row)];
  Cell cell;
  cell.editable = column != Step;
  switch (column) {
    case Step:
      cell.text = stepName(entry.step);
      cell.bold = true;
      break;
    case Day:
      cell.text = dayWords(entry.when);
      break;
    case Hours:
      cell.text = entry.hours ? QLocale().toString(*entry.hours) : QString();
      break;
    case Piece:
      cell.text = entry.piece == 0 ? tr("all") : QString::number(entry.piece);
      break;
    case Where:
      cell.text = QString::fromStdString(entry.where);
      break;
    case Pared:
      cell.text = entry.amount ? QString::fromStdString(showThin(*entry.amount, m_session->notation())) : QString();
      cell.exact = entry.amount ? exactText(*entry.amount, m_session->notation()) : QString();
      break;
    default:
      cell.text = QString::fromStdString(entry.note);
  }
  return cell;
}

bool HangingPage::enterLog(int row, int column, const QString& text) {
  const auto& mine = entries();
  if (row >= static_cast<int>(mine.size())) return false;
  HangingEntry entry = mine[static_cast<std::size_t>(row)];
  const QString typed = text.trimmed();
  bool number = true;
  switch (column) {
    case Day:
      entry.when = typedDay(typed);
      break;
    case Hours:
      entry.hours = typed.isEmpty() ? std::nullopt : std::optional(QString(typed).replace(',', '.').toDouble(&number));
      break;
    case Piece:
      entry.piece = typed.isEmpty() || typed == tr("all") ? 0 : typed.toInt(&number);
      if (entry.piece > piecesOf(*m_session->book(), entry.strake, entry.side)) number = false;
      break;
    case Where:
      entry.where = typed.toStdString();
      break;
    case Pared: {
      entry.amount.reset();
      if (typed.isEmpty()) break;
      const auto length = typedLength(typed, bareUnit(m_session->notation()));
      if (!length) {
        emit m_log->notUnderstood(QString::fromStdString(describe(length.error()[0])));
        return false;
      }
      entry.amount = *length;
      break;
    }
    default:
      entry.note = typed.toStdString();
  }
  if (!number) {
    emit m_log->notUnderstood(column == Piece ? tr("\"%1\" is no piece of this strake: all, or 1 to %2 from the bow.")
                                                    .arg(typed)
                                                    .arg(piecesOf(*m_session->book(), entry.strake, entry.side))
                                              : tr("\"%1\" is no number of hours.").arg(typed));
    return false;
  }
  const bool done = m_session->perform(tr("Correct the log, strake %1").arg(strake()),
                                       correctStep(*m_session->book(), entry, strakes()));
  if (done) emit m_log->understood();
  return done;
}

std::optional<Length> HangingPage::offAt(std::size_t section) const {
  const Book& book = *m_session->book();
  const std::string& station = m_session->solved()->liningOf(side())->frame.hull().sections[section].name;
  for (auto it = book.hung.rbegin(); it != book.hung.rend(); ++it) {
    if (it->strake != strake() || it->side != side()) continue;
    for (const HungReading& reading : it->readings) {
      if (reading.station == station) return reading.off;
    }
    return std::nullopt;
  }
  return std::nullopt;
}

Cell HangingPage::edgeCell(int row) const {
  const auto& solved = m_session->solved();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(side());
  const auto index = static_cast<std::size_t>(strake() - 1), section = static_cast<std::size_t>(row);
  if (lining == nullptr || index >= lining->strakeCount() || !lining->covers(index, section)) return {};
  Cell cell;
  cell.editable = !lining->isSheerStrake(index);
  if (const auto off = offAt(section)) {
    cell.text = QString::fromStdString(showThin(*off, m_session->notation()));
    cell.exact = exactText(*off, m_session->notation());
  } else {
    cell.text = cell.editable ? QStringLiteral("-") : tr("sheer");
  }
  return cell;
}

bool HangingPage::enterEdge(int row, const QString& text) {
  const auto solved = m_session->freshAnswer();
  const Lining* lining = solved == nullptr ? nullptr : solved->liningOf(side());
  if (lining == nullptr) return false;
  std::optional<Length> off;
  const QString typed = text.trimmed();
  if (!typed.isEmpty() && typed != QStringLiteral("-")) {
    const auto length = typedLength(typed, bareUnit(m_session->notation()));
    if (!length) {
      emit m_edge->notUnderstood(QString::fromStdString(describe(length.error()[0])));
      return false;
    }
    off = *length;
  }
  const bool done = m_session->perform(
      tr("Strake %1 as hung").arg(strake()),
      measureHungEdge(*m_session->book(), *lining, side(), strake(), static_cast<std::size_t>(row), off, today()));
  if (done) emit m_edge->understood();
  return done;
}

void HangingPage::logAndGoOn() {
  const HangingStep step = m_step;
  if (!logNow()) return;
  // The same step of the next strake: a day's hanging is logged strake after strake.
  m_step = step;
  Selection selection = m_session->selection();
  if (selection.strake + 1 < strakes()) ++selection.strake;
  m_session->select(selection);
  m_slate->refresh();
  showAs(true);
}

bool HangingPage::logNow() {
  const auto solved = m_session->freshAnswer();
  if (solved == nullptr) return false;
  keepDay();
  HangingEntry entry;
  entry.strake = strake();
  entry.side = side();
  entry.piece = m_piece;
  entry.step = m_step;
  entry.when = typedDay(m_day->text());
  if (m_hours > 0.0) entry.hours = m_hours;
  entry.note = m_note->text().trimmed().toStdString();
  if (m_step == HangingStep::Eased) {
    entry.where = m_where->text().trimmed().toStdString();
    if (m_pared.mm() > 0.0) entry.amount = m_pared;
  }
  const int pieces = piecesOf(*m_session->book(), entry.strake, entry.side);
  if (entry.piece > pieces) {
    m_answer->say(
        tr("Strake %1 is in %n piece(|s): say which, from the bow, or 0 for all.", nullptr, pieces).arg(entry.strake));
    return false;
  }
  const bool done = m_session->perform(tr("Log strake %1, %2").arg(entry.strake).arg(stepName(m_step)),
                                       logPlankStep(*solved, *m_session->book(), entry));
  if (!done) return false;
  m_day->setModified(false);
  // What was said of this step is not said of the next.
  m_hours = 0.0;
  m_pared = Length();
  m_where->clear();
  m_note->clear();
  const std::vector<HangingStep> steps = stepsOffered();
  const auto next = std::upper_bound(steps.begin(), steps.end(), m_step);
  if (next != steps.end()) m_step = *next;
  showAs(true);
  m_slate->refresh();
  return true;
}

void HangingPage::erase() {
  const auto& mine = entries();
  const int row = m_log->currentIndex().row();
  if (row < 0 || row >= static_cast<int>(mine.size()))
    return m_answer->say(tr("Take a line of the log in hand first."));
  m_session->perform(tr("Erase a line of the log, strake %1").arg(strake()),
                     eraseStep(*m_session->book(), mine[static_cast<std::size_t>(row)].id));
}

QString HangingPage::hungWords(const Session& session) {
  const auto& solved = session.solved();
  if (solved == nullptr || !session.hasBook()) return {};
  const Book& book = *session.book();
  int planks = 0, hung = 0;
  for (const BoatSide side : {BoatSide::Starboard, BoatSide::Port}) {
    const Lining* lining = solved->liningOf(side);
    for (std::size_t k = 0; lining != nullptr && k < lining->strakeCount(); ++k, ++planks) {
      const int number = static_cast<int>(k) + 1;
      hung += hangingState(book.log, number, side, piecesOf(book, number, side)).isDone(HangingStep::Hung) ? 1 : 0;
    }
  }
  return hung == 0 ? QString() : tr("%1 of %2 hung").arg(hung).arg(planks);
}

void HangingPage::say() {
  if (!m_session->hasBook() || !isVisible()) return;
  keepDay();
  m_log->refresh();
  m_edge->refresh();
  const Book& book = *m_session->book();
  const HangingState state = hangingState(book.log, strake(), side(), piecesOf(book, strake(), side()));
  QStringList done;
  for (int step = 0; step < hangingSteps; ++step) {
    if (state.isDone(static_cast<HangingStep>(step))) done << stepName(static_cast<HangingStep>(step));
  }
  QStringList words;
  words << (done.isEmpty()
                ? tr("Nothing is logged of strake %1 to %2.")
                      .arg(strake())
                      .arg(side() == BoatSide::Port ? tr("port") : tr("starboard"))
                : tr("Strake %1 to %2: %3.")
                      .arg(strake())
                      .arg(side() == BoatSide::Port ? tr("port") : tr("starboard"), done.join(QStringLiteral(", "))));
  if (state.tries > 0) words << tr("Offered up %n time(|s).", nullptr, state.tries);
  if (state.hours > 0.0) words << tr("%L1 hours in all.").arg(state.hours);
  if (const QString all = hungWords(*m_session); !all.isEmpty()) words << tr("%1.").arg(all);
  QString trouble;
  // What does not follow is told once, by the answer.
  const auto& solved = m_session->solved();
  for (std::size_t i = 0; solved != nullptr && i < solved->findings.size(); ++i) {
    const auto* found = solved->findings[i].as<OutOfOrder>();
    if (found != nullptr && found->entry.isOf(strake(), side()))
      trouble = QString::fromStdString(found->words(m_session->notation()));
  }
  look::say(m_words, trouble.isEmpty() ? look::Voice::Plain : look::Voice::LookAgain);
  m_words->setText(trouble.isEmpty() ? words.join(QLatin1Char(' ')) : trouble);
}

}  // namespace narrows
