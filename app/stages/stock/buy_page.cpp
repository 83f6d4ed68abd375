#include "stages/stock/buy_page.h"

#include <QLabel>
#include <QPushButton>

#include "canvas/tongue.h"
#include "commands/session.h"
#include "solve/wanted_pieces.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"
#include "stages/slate.h"
#include "stages/stock/enough_page.h"
#include "stages/stock/wood_words.h"

namespace narrows {

BuyPage::BuyPage(Session* session, EnoughPage* enough, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_enough(enough),
      m_words(new QLabel(this)),
      m_grid(new CellGrid(tr("Boards to buy"), session)),
      m_answer(new RefusedNote(session, this)),
      m_working(session) {
  auto* column = pageColumn(this, m_words);
  m_grid->setObjectName(QStringLiteral("boardsToBuy"));
  column->addWidget(m_grid, 1);
  column->addWidget(m_answer);
  CellModel& cells = m_grid->cells();
  cells.columns = {tr("long"), tr("wide"), tr("thick"), tr("wood"), tr("grade"), tr("for")};
  cells.columnKey = [](int at) { return QString::number(at); };
  cells.isLength = [](int at) { return at < Wood; };
  cells.rows = [this] { return static_cast<int>(list().size()); };
  cells.rowName = [this](int row) {
    return static_cast<std::size_t>(row) < list().size()
               ? tr("%n board(|s)", nullptr, list()[static_cast<std::size_t>(row)].count)
               : QString();
  };
  cells.rowKey = [](int row) { return QString::number(row); };
  cells.cell = [this](int row, int at) { return cell(row, at); };
  connect(session, &Session::bookChanged, this, [this] {
    if (!m_session->isDragging()) layOut();
  });
  connect(enough, &EnoughPage::answered, this, [this] {
    m_of.reset();
    layOut();
  });
  connect(&m_working, &LongWork::runningChanged, this, &BuyPage::layOut);
}

void BuyPage::addFields(Slate* slate) {
  m_slate = slate;
  auto* all = slate->addButton(tr("What would she need from nothing?"), "buyFromNothing");
  connect(all, &QPushButton::clicked, this, &BuyPage::fromNothing);
  m_fields = {all};
}

void BuyPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  if (shown) layOut();
}

const std::vector<BoardsToBuy>& BuyPage::list() const {
  static const std::vector<BoardsToBuy> none;
  return m_of != nullptr ? m_all : m_enough->stands() != nullptr ? m_enough->stands()->buy : none;
}

Cell BuyPage::cell(int row, int column) const {
  Cell cell;
  if (static_cast<std::size_t>(row) >= list().size()) return cell;
  const BoardsToBuy& one = list()[static_cast<std::size_t>(row)];
  const Notation notation = m_session->notation();
  switch (column) {
    case Long:
      cell.text = QString::fromStdString(showLong(millimetres(one.lengthMm), notation));
      if (one.isOrdered) cell.verdict = Severity::LookAgain;
      break;
    case Wide:
      cell.text = m_session->shown(one.widthMm);
      break;
    case Thick:
      cell.text = QString::fromStdString(showThin(millimetres(one.thicknessMm), notation));
      break;
    case Wood:
      cell.text = one.species.empty() ? tr("any") : QString::fromStdString(one.species);
      break;
    case Grade:
      cell.text = one.grade == WantedGrade::Clear ? tr("clear") : tr("sound");
      break;
    default: {
      constexpr std::size_t mostNamed = 3;
      QStringList marks;
      for (std::size_t i = 0; i < std::min(one.pieces.size(), mostNamed); ++i)
        marks << QString::fromStdString(one.pieces[i]);
      if (one.pieces.size() > mostNamed) marks << tr("+%1").arg(one.pieces.size() - mostNamed);
      cell.text = marks.join(tr(", "));
      if (one.resawn > 1) cell.text += tr("; resawn");
      if (one.forLosses > 0) cell.text += tr("; %1 for losses").arg(one.forLosses);
    }
  }
  return cell;
}

void BuyPage::fromNothing() {
  if (m_working.isRunning() || !m_session->hasBook()) return;
  const std::shared_ptr<const Solved> solved = m_session->freshAnswer();
  if (solved == nullptr || solved->waits())
    return m_answer->say(tr("Her pieces are still being worked out: in a moment."));
  const BookSnapshot book = m_session->book();
  m_working.begin([this, solved, book](const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
    auto list = toBuy(*book, wantedPieces(*solved, stop), stop);
    return [this, list = std::move(list), book] {
      m_all = list;
      m_of = book;
      layOut();
    };
  });
}

void BuyPage::say() {
  if (m_working.isRunning()) return m_words->setText(tr("Her pieces are laid on boards of the mill…"));
  if (m_of == nullptr && m_enough->stands() == nullptr)
    return m_words->setText(
        tr("Ask under Enough? what is short, or here what she would need were there no stack at all. Sizes that your "
           "mill sells stand under Rules."));
  double litres = 0.0;
  int boards = 0;
  bool isOrdered = false;
  for (const BoardsToBuy& one : list()) {
    litres += one.litres();
    boards += one.count;
    isOrdered |= one.isOrdered;
  }
  const bool isAsked = m_of == nullptr || m_of == m_session->book();
  QString words =
      list().empty() ? tr("Nothing to buy: all is laid.")
      : m_of != nullptr
          ? tr("From nothing, all of her but the moulds: %1 in %n board(|s).", nullptr, boards)
                .arg(woodWords(m_session->notation(), litres))
          : tr("For what is short: %1 in %n board(|s).", nullptr, boards).arg(woodWords(m_session->notation(), litres));
  if (!isAsked) words = tr("Before the last change: %1").arg(words);
  if (isOrdered) words += QLatin1Char(' ') + tr("Marked: larger than the mill sells; ask for it, or join the strake.");
  m_words->setText(words);
}

void BuyPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  say();
  m_grid->refresh();
}

}  // namespace narrows
