#include "stages/stock/stack_page.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QDir>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "book/stock_edits.h"
#include "book/today.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/path_to_write.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "daybook/hanging_log.h"
#include "files/whole_file.h"
#include "stages/refused_note.h"
#include "stages/slate.h"
#include "stages/stock/stock_bench.h"
#include "stages/tape_fields.h"
#include "stock/board_outline.h"
#include "stock/boards_file.h"
#include "stock/find_boards.h"
#include "stock/pasted_boards.h"
#include "stock/typed_board.h"

namespace narrows {

StackPage::StackPage(Session* session, StockBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_typed(new QLineEdit(this)),
      m_sought(new QLineEdit(this)),
      m_grid(new CellGrid(tr("The stack"), session)),
      m_answer(new RefusedNote(session, this)),
      m_tape(new TapeFields(this)) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(3);
  auto* row = new QHBoxLayout;
  m_typed->setObjectName(QStringLiteral("typedBoard"));
  m_typed->setAccessibleName(tr("A board, typed in one line"));
  m_typed->setPlaceholderText(tr("A board and Enter: larch, 16 ft, 10 in, 1 1/8 in, knotty, 3 alike, at rack 2"));
  m_sought->setObjectName(QStringLiteral("soughtBoards"));
  m_sought->setAccessibleName(tr("Find boards"));
  m_sought->setPlaceholderText(tr("Find: larch >14ft"));
  m_sought->setClearButtonEnabled(true);
  for (QLineEdit* edit : {m_typed, m_sought}) edit->setMinimumHeight(30);
  row->addWidget(m_typed, 3);
  row->addWidget(m_sought, 1);
  column->addLayout(row);
  m_grid->setObjectName(QStringLiteral("stack"));
  column->addWidget(m_grid, 1);
  column->addWidget(m_answer);
  CellModel& cells = m_grid->cells();
  cells.columns = {tr("name"),  tr("wood"),        tr("long"),   tr("wide"),  tr("at its\ntop"),
                   tr("thick"), tr("laid\non it"), tr("faults"), tr("grade"), tr("moisture"),
                   tr("sawn"),  tr("lies at"),     tr("came"),   tr("price")};
  cells.columnKey = [](int at) { return QString::number(at); };
  cells.rows = [this] { return static_cast<int>(shownBoards().size()); };
  cells.rowName = [](int at) { return QString::number(at + 1); };
  cells.rowKey = [this](int at) {
    return boardAt(at) == nullptr ? QString() : QString::number(boardAt(at)->id.number);
  };
  cells.isLength = [](int at) { return at == Long || at == Wide || at == Top || at == Thick; };
  cells.cell = [this](int at, int of) { return cell(at, of); };
  cells.entered = [this](int at, int of, const QString& text) { return enter(at, of, text); };
  m_grid->setUsualWay(FigureGrid::Way::Across);
  m_grid->horizontalHeader()->setMinimumSectionSize(64);
  m_grid->rowDeeds = [this]() -> std::vector<Deed> {
    return {{tr("Take this board off the stack"), Qt::Key_unknown, [this] { remove(); },
             boardAt(m_grid->currentIndex().row()) != nullptr}};
  };
  connect(m_typed, &QLineEdit::returnPressed, this, &StackPage::typeIn);
  connect(m_sought, &QLineEdit::textChanged, this, &StackPage::layOut);
  connect(m_grid, &CellGrid::cellTaken, this, [this](int at, int) {
    if (const Board* board = boardAt(at)) m_bench->takeBoard(board->id);
  });
  connect(m_tape->tape(), &Tape::trouble, m_answer, &RefusedNote::say);
  connect(m_tape->tape(), &Tape::read, this, &StackPage::takeReading);
  // While something is slid its figures follow when it is let go.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
  connect(bench, &StockBench::changed, this, &StackPage::layOut);
  connect(bench, &StockBench::handChanged, this, &StackPage::layOut);
}

void StackPage::addFields(Slate* slate) {
  m_slate = slate;
  const QString forms = tr("Boards (*.csv);;All files (*)");
  auto* paste = slate->addButton(tr("Boards from the clipboard"), "pasteBoards");
  connect(paste, &QPushButton::clicked, this, [this] { this->paste(QApplication::clipboard()->text()); });
  m_fields.push_back(paste);
  auto* read = slate->addButton(tr("Boards from a file…"), "readBoards");
  connect(read, &QPushButton::clicked, this, [this, forms] {
    const QString path = QFileDialog::getOpenFileName(this, tr("Boards"), {}, forms);
    if (!path.isEmpty()) readFrom(path);
  });
  m_fields.push_back(read);
  auto* write = slate->addButton(tr("Boards to a file…"), "writeBoards");
  connect(write, &QPushButton::clicked, this, [this, forms] {
    const QString path = askPathToWrite(this, tr("Boards"), QDir::homePath(), forms, QStringLiteral("csv"));
    if (!path.isEmpty()) writeTo(path);
  });
  m_fields.push_back(write);
  auto* remove = slate->addButton(tr("Take this board off the stack"), "removeBoard");
  connect(remove, &QPushButton::clicked, this, &StackPage::remove);
  m_fields.push_back(remove);
  m_fields.push_back(m_tape->addTo(slate));
}

void StackPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  if (!shown) return;
  m_tape->showPorts();
  layOut();
}

void StackPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  m_grid->refresh();
  const Board* board = m_bench->board();
  const auto& places = shownBoards();
  for (std::size_t i = 0; board != nullptr && i < places.size(); ++i) {
    if (m_session->book()->boards[places[i]].id == board->id) m_grid->follow(static_cast<int>(i));
  }
}

const std::vector<std::size_t>& StackPage::shownBoards() const {
  const BookSnapshot& book = m_session->book();
  if (m_shown.of == book && m_shown.sought == m_sought->text()) return m_shown.places;
  m_shown = {book, m_sought->text(), {}};
  if (book != nullptr)
    m_shown.places = findBoards(book->boards, m_sought->text().toStdString(), bareUnit(m_session->notation()));
  return m_shown.places;
}

const Board* StackPage::boardAt(int row) const {
  const auto& places = shownBoards();
  if (row < 0 || static_cast<std::size_t>(row) >= places.size()) return nullptr;
  return &m_session->book()->boards[places[static_cast<std::size_t>(row)]];
}

QString StackPage::laidWords(const Board& board) const {
  QStringList on;
  for (const std::size_t i : m_bench->laidOn(board.id)) {
    const Laying& laying = m_session->book()->layings[i];
    const WantedPiece* piece = m_bench->find(laying.of);
    on << QString::fromStdString(pieceMark(laying.of, piece == nullptr ? 1 : piece->count));
  }
  const QString words = on.join(QStringLiteral(", "));
  return board.used ? tr("sawn up: %1").arg(words) : words;
}

Cell StackPage::cell(int row, int column) const {
  const Board* board = boardAt(row);
  if (board == nullptr) return {};
  const Notation notation = m_session->notation();
  Cell cell;
  cell.editable = column != Faults && column != LaidOn && !board->used;
  const auto length = [&](Length of, bool isLong = false) {
    cell.text = QString::fromStdString(isLong ? showLong(of, notation) : showLength(of, notation));
    cell.exact = exactText(of, notation);
  };
  const auto number = [&](const std::optional<double>& of) { cell.text = of ? QLocale().toString(*of) : QString(); };
  switch (column) {
    case Name:
      cell.text = QString::fromStdString(board->name);
      cell.bold = true;
      break;
    case Wood:
      cell.text = QString::fromStdString(board->species);
      break;
    case Long:
      length(board->length, true);
      break;
    case Wide:
      length(millimetres(widthAtMm(*board, 0.0)));
      break;
    case Top:
      length(millimetres(widthAtMm(*board, board->length.mm())));
      break;
    case Thick:
      length(board->thickness);
      break;
    case Grade:
      cell.text = board->grade ? wordOf(boardGradeName(*board->grade)) : QString();
      break;
    case Faults:
      cell.text = board->faults.empty() ? QString() : QString::number(board->faults.size());
      break;
    case Moisture:
      number(board->moisture);
      if (board->moisture) cell.text += tr(" %");
      break;
    case Cut:
      cell.text = board->sawn ? wordOf(sawnName(*board->sawn)) : QString();
      break;
    case Place:
      cell.text = QString::fromStdString(board->place);
      break;
    case Came:
      cell.text = dayWords(board->came);
      break;
    case Price:
      number(board->price);
      break;
    case LaidOn:
      cell.text = laidWords(*board);
      break;
    default:
      break;
  }
  return cell;
}

bool StackPage::readLengthInto(Board& board, int column, const QString& text) {
  const auto read = typedLength(text, bareUnit(m_session->notation()));
  if (!read) {
    emit m_grid->notUnderstood(QString::fromStdString(describe(read.error()[0])));
    return false;
  }
  if (column == Thick) {
    board.thickness = *read;
  } else if (column == Long) {
    // Edges that were measured end where the board does now.
    for (auto* edge : {&board.lower, &board.upper})
      std::erase_if(*edge, [&](const EdgePoint& point) { return point.x.mm() > read->mm(); });
    board.length = *read;
  } else if (column == Wide && board.upper.empty() && board.lower.empty()) {
    board.width = *read;
  } else {
    // A width at one end: the upper edge runs from there to the other.
    const double butt = column == Wide ? read->mm() : widthAtMm(board, 0.0);
    const double top = column == Top ? read->mm() : widthAtMm(board, board.length.mm());
    const double lowButt = edgeAtMm(board, false, 0.0), lowTop = edgeAtMm(board, false, board.length.mm());
    std::vector<EdgePoint> between;
    for (const EdgePoint& point : board.upper) {
      if (point.x.mm() > 0.0 && point.x < board.length) between.push_back(point);
    }
    board.upper = {{Length(), millimetres(lowButt + butt)}};
    board.upper.insert(board.upper.end(), between.begin(), between.end());
    board.upper.push_back({board.length, millimetres(lowTop + top)});
    board.width = millimetres(std::max({butt, top, board.width.mm()}));
    const bool isStraight = board.lower.empty() && board.upper.size() == 2 && board.upper[0].y == board.upper[1].y;
    if (isStraight) {
      board.width = board.upper[0].y;
      board.upper.clear();
    }
  }
  return true;
}

bool StackPage::readInto(Board& board, int column, const QString& text) {
  const QString typed = text.trimmed();
  const auto wrong = [&](const QString& words) {
    emit m_grid->notUnderstood(words);
    return false;
  };
  const auto number = [&](std::optional<double>& into) {
    into.reset();
    QString figure = typed;
    figure.remove('%');
    if (figure.trimmed().isEmpty()) return true;
    bool isNumber = false;
    into = QString::fromStdString(typedFigure(figure.trimmed())).toDouble(&isNumber);
    return isNumber ? true : wrong(tr("\"%1\" is no number.").arg(typed));
  };
  switch (column) {
    case Name:
      board.name = typed.toStdString();
      return true;
    case Wood:
      board.species = typed.toStdString();
      return true;
    case Grade:
      board.grade.reset();
      for (const BoardGrade grade : boardGrades) {
        if (typed == wordOf(boardGradeName(grade))) board.grade = grade;
      }
      return typed.isEmpty() || board.grade ? true : wrong(tr("A grade is clear, good or knotty; or nothing."));
    case Moisture:
      return number(board.moisture);
    case Cut:
      board.sawn.reset();
      for (const Sawn sawn : {Sawn::Slab, Sawn::Quarter}) {
        if (typed == wordOf(sawnName(sawn))) board.sawn = sawn;
      }
      return typed.isEmpty() || board.sawn ? true : wrong(tr("It is sawn quarter or slab; or nothing is said."));
    case Place:
      board.place = typed.toStdString();
      return true;
    case Came:
      board.came = typed.isEmpty() ? std::string() : typedDay(typed);
      return board.came.empty() || isDay(board.came) ? true : wrong(tr("\"%1\" is no day: 2026-04-30.").arg(typed));
    case Price:
      return number(board.price);
    default:
      return readLengthInto(board, column, text);
  }
}

bool StackPage::enter(int row, int column, const QString& text) {
  const Board* board = boardAt(row);
  if (board == nullptr) return false;
  Board changed = *board;
  if (!readInto(changed, column, text)) return false;
  if (changed == *board) return true;
  const bool done = m_session->perform(tr("Change board %1").arg(QString::fromStdString(board->name)),
                                       changeBoard(*m_session->book(), changed));
  if (done) emit m_grid->understood();
  return done;
}

bool StackPage::tell(const Problems& problems) {
  // Two of many are enough to mend a line by; the rest is counted.
  constexpr std::size_t mostTold = 3;
  QStringList words;
  for (std::size_t i = 0; i < std::min(problems.size(), mostTold); ++i) words << m_session->explained(problems[i]);
  if (problems.size() > mostTold)
    words << tr("%n more fault(|s).", nullptr, static_cast<int>(problems.size() - mostTold));
  m_answer->say(words.join('\n'));
  return false;
}

bool StackPage::add(const QString& words, std::vector<Board> boards) {
  for (Board& board : boards) {
    if (board.came.empty()) board.came = today();
  }
  const std::size_t before = m_session->book()->boards.size();
  const auto added = addBoards(*m_session->book(), std::move(boards));
  if (!added) return tell(added.error());
  if (!m_session->perform(words, added)) return false;
  m_answer->hide();
  m_bench->takeBoard(m_session->book()->boards[before].id);
  return true;
}

void StackPage::typeIn() {
  if (!m_session->hasBook()) return;
  const QString line = m_typed->text().trimmed();
  if (line.isEmpty()) return;
  const auto& stack = m_session->book()->boards;
  const auto boards =
      typedBoards(line.toStdString(), bareUnit(m_session->notation()), stack.empty() ? Board() : stack.back());
  if (!boards) {
    tell(boards.error());
    return;
  }
  const int count = static_cast<int>(boards->size());
  // What was typed stays until the stack has it.
  if (add(count == 1 ? tr("Put a board on the stack") : tr("Put %n board(|s) on the stack", nullptr, count), *boards))
    m_typed->clear();
}

bool StackPage::paste(const QString& text) {
  if (!m_session->hasBook()) return false;
  const auto boards = pastedBoards(text.toStdString(), bareUnit(m_session->notation()));
  if (!boards) return tell(boards.error());
  return add(tr("Put %n board(|s) on the stack", nullptr, static_cast<int>(boards->size())), *boards);
}

bool StackPage::readFrom(const QString& path) {
  const auto boards = loadBoards(path.toStdString());
  if (!boards) return tell(boards.error());
  return add(tr("Put %n board(|s) on the stack", nullptr, static_cast<int>(boards->size())), *boards);
}

bool StackPage::writeTo(const QString& path) {
  std::vector<Board> boards = m_session->book()->boards;
  std::erase_if(boards, [](const Board& board) { return board.used.has_value(); });
  const auto done = writeWholeFile(path.toStdString(), writeBoards(boards, bareUnit(m_session->notation())));
  if (!done) m_answer->say(m_session->explained(done.error()[0]));
  return done.has_value();
}

void StackPage::remove() {
  const Board* board = m_bench->board();
  if (board == nullptr) return;
  m_session->perform(tr("Take board %1 off the stack").arg(QString::fromStdString(board->name)),
                     removeBoards(*m_session->book(), {board->id}));
}

void StackPage::takeReading(const TapeReading& reading) {
  if (!m_session->hasBook()) return;
  m_read.push_back(reading.length);
  // Length, width, thickness: then it is a board, of the wood of the last.
  constexpr std::size_t whole = 3;
  if (m_read.size() < whole) {
    m_answer->say(m_read.size() == 1 ? tr("%1 long; now its width.").arg(m_session->shown(m_read[0].mm()))
                                     : tr("%1 wide; now its thickness.").arg(m_session->shown(m_read[1].mm())));
    return;
  }
  const auto& stack = m_session->book()->boards;
  Board board;
  board.species = stack.empty() ? m_session->book()->weighing.species : stack.back().species;
  if (board.species.empty()) board.species = tr("wood").toStdString();
  board.length = m_read[0];
  board.width = m_read[1];
  board.thickness = m_read[2];
  m_read.clear();
  add(tr("Put a board on the stack"), {board});
}

}  // namespace narrows
