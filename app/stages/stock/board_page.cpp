#include "stages/stock/board_page.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSplitter>
#include <QVBoxLayout>
#include <algorithm>

#include "book/stock_edits.h"
#include "canvas/length_field.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"
#include "stages/slate.h"
#include "stages/stock/board_drawing.h"
#include "stages/tape_fields.h"
#include "stock/board_outline.h"

namespace narrows {

namespace {

enum FaultColumn { Kind, Along, Across, FaultLong, FaultWide };
enum EdgeColumn { At, Lower, Upper };

}  // namespace

BoardPage::BoardPage(Session* session, StockBench* bench, BoardDrawing* drawing, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_drawing(drawing),
      m_words(new QLabel(this)),
      m_faults(new CellGrid(tr("Faults of the board"), session)),
      m_edges(new CellGrid(tr("Edges of the board"), session)),
      m_answer(new RefusedNote(session, this)),
      m_tape(new TapeFields(this)) {
  auto* column = pageColumn(this, m_words);
  auto* grids = new QSplitter(Qt::Horizontal, this);
  m_faults->setObjectName(QStringLiteral("boardFaults"));
  m_edges->setObjectName(QStringLiteral("boardEdges"));
  grids->addWidget(m_faults);
  grids->addWidget(m_edges);
  column->addWidget(grids, 1);
  column->addWidget(m_answer);
  makeGrids();
  // While something is slid its figures follow when it is let go.
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
  connect(bench, &StockBench::handChanged, this, &BoardPage::layOut);
  connect(m_tape->tape(), &Tape::trouble, m_answer, &RefusedNote::say);
  // A reading goes where the hand is, and the hand goes on as Enter does.
  connect(m_tape->tape(), &Tape::read, this, [this](const TapeReading& reading) {
    const QModelIndex at = m_edges->currentIndex();
    if (!at.isValid() || !isOpen())
      return m_answer->say(tr("Take a cell of the edges in hand: the tape's readings go there, one after another."));
    const QString text = exactText(reading.length, m_session->notation());
    if (!m_edges->model()->setData(at, text, Qt::EditRole)) return;
    const int next = at.column() < Upper ? at.column() + 1 : At;
    m_edges->stepTo(next == At ? at.row() + 1 : at.row(), next);
  });
}

bool BoardPage::isOpen() const {
  return m_bench->board() != nullptr && !m_bench->board()->used;
}

void BoardPage::makeGrids() {
  const auto keyed = [this](CellGrid* grid) {
    grid->cells().rowKey = [this](int row) {
      const Board* board = m_bench->board();
      return QStringLiteral("%1 %2").arg(board == nullptr ? 0 : board->id.number).arg(row);
    };
    grid->setUsualWay(FigureGrid::Way::Across);
  };
  keyed(m_faults);
  keyed(m_edges);
  CellModel& faults = m_faults->cells();
  faults.columns = {tr("fault"), tr("along"), tr("across"), tr("long"), tr("wide")};
  faults.rows = [this] {
    return m_bench->board() == nullptr ? 0 : static_cast<int>(m_bench->board()->faults.size()) + 1;
  };
  faults.rowName = [this](int row) {
    return m_bench->board() != nullptr && static_cast<std::size_t>(row) < m_bench->board()->faults.size()
               ? QString::number(row + 1)
               : tr("new");
  };
  faults.isLength = [](int at) { return at != Kind; };
  faults.cell = [this](int row, int at) { return faultCell(row, at); };
  faults.entered = [this](int row, int at, const QString& text) { return enterFault(row, at, text); };
  m_faults->rowDeeds = [this]() -> std::vector<Deed> {
    const int row = m_faults->currentIndex().row();
    const bool is = isOpen() && row >= 0 && static_cast<std::size_t>(row) < m_bench->board()->faults.size();
    return {{tr("Take this fault out"), Qt::Key_unknown,
             [this, row] {
               Board board = *m_bench->board();
               board.faults.erase(board.faults.begin() + row);
               change(tr("Take a fault out of %1"), board, m_faults);
             },
             is}};
  };
  CellModel& edges = m_edges->cells();
  edges.columns = {tr("along"), tr("lower edge,\noff the line"), tr("upper edge,\noff the line")};
  edges.rows = [this] { return m_bench->board() == nullptr ? 0 : static_cast<int>(readAt().size()) + 1; };
  edges.rowName = [this](int row) {
    return static_cast<std::size_t>(row) < readAt().size() ? QString::number(row + 1) : tr("new");
  };
  edges.cell = [this](int row, int at) { return edgeCell(row, at); };
  edges.entered = [this](int row, int at, const QString& text) { return enterEdge(row, at, text); };
  m_edges->rowDeeds = [this]() -> std::vector<Deed> {
    const int row = m_edges->currentIndex().row();
    const bool is = isOpen() && row >= 0 && static_cast<std::size_t>(row) < readAt().size();
    return {{tr("Take this reading out"), Qt::Key_unknown,
             [this, row] {
               Board board = *m_bench->board();
               const Length at = readAt()[static_cast<std::size_t>(row)];
               for (auto* edge : {&board.lower, &board.upper})
                 std::erase_if(*edge, [&](const EdgePoint& point) { return point.x == at; });
               change(tr("Take a reading out of %1"), board, m_edges);
             },
             is}};
  };
}

void BoardPage::addFields(Slate* slate) {
  m_slate = slate;
  QStringList kinds;
  for (const BoardFaultKind kind : boardFaultKinds) kinds << QString::fromStdString(boardFaultWords(kind));
  auto* kind = slate->addChoice(
      tr("A double click marks"), kinds, [this] { return static_cast<int>(m_drawing->faultKind()); },
      [this](int index) { m_drawing->setFaultKind(boardFaultKinds[static_cast<std::size_t>(index)]); });
  kind->setObjectName(QStringLiteral("faultKind"));
  m_fields.push_back(kind);
  auto* fault = slate->addButton(tr("Take the fault in hand out"), "removeFault");
  connect(fault, &QPushButton::clicked, this, [this] {
    for (const Deed& deed : m_faults->rowDeeds()) {
      if (deed.can) deed.act();
    }
  });
  m_fields.push_back(fault);
  const auto others = [this] {
    QStringList names{tr("none")};
    for (const Board& one : m_session->book()->boards) {
      if (m_bench->board() != nullptr && one.id != m_bench->board()->id) names << QString::fromStdString(one.name);
    }
    return names;
  };
  auto* sister = slate->addChanging(
      tr("Its sister, sawn beside it"),
      [this, others] {
        const Board* board = m_bench->board();
        const QStringList names = others();
        const int at = board == nullptr ? 0 : static_cast<int>(names.indexOf(QString::fromStdString(board->sister)));
        return Slate::Choices{names, std::max(at, 0)};
      },
      [this, others](int index) {
        if (!isOpen()) return;
        Board board = *m_bench->board();
        const QStringList names = others();
        board.sister = index > 0 && index < names.size() ? names[index].toStdString() : std::string();
        change(tr("The sister of %1"), board, m_faults);
      });
  sister->setObjectName(QStringLiteral("sisterBoard"));
  m_fields.push_back(sister);
  m_fields.push_back(m_tape->addTo(slate));
}

void BoardPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  if (!shown) return;
  m_tape->showPorts();
  layOut();
}

void BoardPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  const Board* board = m_bench->board();
  m_words->setText(
      board == nullptr
          ? QString()
          : tr("%1Board %2: faults from its butt end and its lower edge; edges off a line snapped along it, "
               "as many as you like.")
                .arg(m_session->unitSaid(), QString::fromStdString(board->name)));
  m_faults->refresh();
  m_edges->refresh();
}

std::optional<Length> BoardPage::lengthOf(CellGrid* grid, const QString& text) {
  const auto read = typedLength(text, bareUnit(m_session->notation()));
  if (read) return *read;
  emit grid->notUnderstood(QString::fromStdString(describe(read.error()[0])));
  return std::nullopt;
}

bool BoardPage::change(const QString& words, const Board& board, CellGrid* grid) {
  const bool done =
      m_session->perform(words.arg(QString::fromStdString(board.name)), changeBoard(*m_session->book(), board));
  if (done) emit grid->understood();
  return done;
}

Cell BoardPage::faultCell(int row, int column) const {
  const Board* board = m_bench->board();
  Cell cell;
  if (board == nullptr) return cell;
  cell.editable = isOpen();
  if (static_cast<std::size_t>(row) >= board->faults.size()) {
    cell.editable = cell.editable && column == Kind;
    return cell;
  }
  const BoardFault& fault = board->faults[static_cast<std::size_t>(row)];
  if (column == Kind) {
    cell.text = QString::fromStdString(boardFaultWords(fault.kind));
    return cell;
  }
  const Length of = column == Along       ? fault.x
                    : column == Across    ? fault.y
                    : column == FaultLong ? fault.length
                                          : fault.width;
  cell.text = withoutUnit(QString::fromStdString(showLength(of, m_session->notation())));
  cell.exact = exactText(of, m_session->notation());
  return cell;
}

bool BoardPage::enterFault(int row, int column, const QString& text) {
  if (!isOpen()) return false;
  Board board = *m_bench->board();
  const auto at = static_cast<std::size_t>(row);
  if (column == Kind) {
    const QString typed = text.trimmed();
    if (typed.isEmpty() && at >= board.faults.size()) return true;
    std::optional<BoardFaultKind> kind;
    QStringList words;
    for (const BoardFaultKind one : boardFaultKinds) {
      words << QString::fromStdString(boardFaultWords(one));
      if (typed == words.back() || typed == wordOf(boardFaultName(one))) kind = one;
    }
    if (!kind) {
      emit m_faults->notUnderstood(tr("A fault is one of: %1.").arg(words.join(QStringLiteral(", "))));
      return false;
    }
    if (at < board.faults.size()) {
      board.faults[at].kind = *kind;
    } else {
      // An inch in the middle of the board, until it is said where.
      const double x = 0.5 * board.length.mm() - 0.5 * mmPerInch;
      const double y = 0.5 * (edgeAtMm(board, false, x) + edgeAtMm(board, true, x)) - 0.5 * mmPerInch;
      board.faults.push_back({*kind, millimetres(x), millimetres(y), inches(1.0), inches(1.0)});
    }
    return change(tr("Mark a fault of %1"), board, m_faults);
  }
  if (at >= board.faults.size()) return false;
  const auto length = lengthOf(m_faults, text);
  if (!length) return false;
  BoardFault& fault = board.faults[at];
  (column == Along ? fault.x : column == Across ? fault.y : column == FaultLong ? fault.length : fault.width) = *length;
  return change(tr("Change a fault of %1"), board, m_faults);
}

std::vector<Length> BoardPage::readAt() const {
  std::vector<Length> at;
  const Board* board = m_bench->board();
  if (board == nullptr) return at;
  for (const auto* edge : {&board->lower, &board->upper}) {
    for (const EdgePoint& point : *edge) at.push_back(point.x);
  }
  std::sort(at.begin(), at.end());
  at.erase(std::unique(at.begin(), at.end()), at.end());
  return at;
}

Cell BoardPage::edgeCell(int row, int column) const {
  const Board* board = m_bench->board();
  Cell cell;
  if (board == nullptr) return cell;
  cell.editable = isOpen();
  const std::vector<Length> at = readAt();
  if (static_cast<std::size_t>(row) >= at.size()) {
    cell.editable = cell.editable && column == At;
    return cell;
  }
  const Length x = at[static_cast<std::size_t>(row)];
  Length shown = x;
  if (column != At) {
    const auto& edge = column == Upper ? board->upper : board->lower;
    const auto found = std::find_if(edge.begin(), edge.end(), [&](const EdgePoint& point) { return point.x == x; });
    if (found == edge.end()) {
      // Not read there: what lies between its neighbours, quietly.
      shown = millimetres(edgeAtMm(*board, column == Upper, x.mm()));
      cell.passedBy = true;
      cell.colour = Qt::gray;
    } else {
      shown = found->y;
    }
  }
  cell.text = withoutUnit(QString::fromStdString(showLength(shown, m_session->notation())));
  cell.exact = exactText(shown, m_session->notation());
  return cell;
}

bool BoardPage::enterEdge(int row, int column, const QString& text) {
  if (!isOpen()) return false;
  Board board = *m_bench->board();
  const std::vector<Length> at = readAt();
  const auto index = static_cast<std::size_t>(row);
  if (text.trimmed().isEmpty()) return true;
  const auto length = lengthOf(m_edges, text);
  if (!length) return false;
  const auto put = [](std::vector<EdgePoint>& edge, Length x, Length y) {
    const auto place = std::lower_bound(edge.begin(), edge.end(), x,
                                        [](const EdgePoint& point, Length along) { return point.x < along; });
    if (place != edge.end() && place->x == x) {
      place->y = y;
    } else {
      edge.insert(place, {x, y});
    }
  };
  if (column == At) {
    if (index < at.size()) {
      for (auto* edge : {&board.lower, &board.upper}) {
        for (EdgePoint& point : *edge) {
          if (point.x == at[index]) point.x = *length;
        }
      }
    } else {
      // A new reading begins where the edges are.
      const Length low = millimetres(edgeAtMm(board, false, length->mm())),
                   high = millimetres(edgeAtMm(board, true, length->mm()));
      put(board.lower, *length, low);
      put(board.upper, *length, high);
    }
  } else {
    if (index >= at.size()) return false;
    put(column == Upper ? board.upper : board.lower, at[index], *length);
  }
  return change(tr("Read the edges of %1"), board, m_edges);
}

}  // namespace narrows
