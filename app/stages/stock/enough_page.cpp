#include "stages/stock/enough_page.h"

#include <QLabel>
#include <QLocale>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

#include "canvas/marked_words.h"
#include "canvas/tongue.h"
#include "commands/session.h"
#include "fonts.h"
#include "stages/refused_note.h"
#include "stages/slate.h"
#include "stages/stock/goal_field.h"
#include "stages/stock/proof_words.h"
#include "stages/stock/wood_words.h"

namespace narrows {

EnoughPage::EnoughPage(Session* session, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_words(new QLabel(this)),
      m_short(new MarkedWords(tr("What is short"), this)),
      m_more(new QLabel(this)),
      m_cures(new CellGrid(tr("What would do"), session)),
      m_answer(new RefusedNote(session, this)),
      m_asking(session) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(3);
  constexpr double wordsPx = 17.0, morePx = 15.0;
  m_words->setFont(shopFont(wordsPx, true));
  m_words->setWordWrap(true);
  column->addWidget(m_words);
  column->addWidget(m_short);
  m_more->setFont(shopFont(morePx));
  m_more->setWordWrap(true);
  column->addWidget(m_more);
  m_cures->setObjectName(QStringLiteral("stockCures"));
  column->addWidget(m_cures, 1);
  column->addWidget(m_answer);
  makeGrids();
  connect(session, &Session::bookChanged, this, [this] {
    forgetOtherBook();
    if (!m_session->isDragging()) layOut();
  });
  connect(session, &Session::answerSettled, this, &EnoughPage::layOut);
  connect(&m_asking, &LongWork::runningChanged, this, [this](bool running) {
    if (m_ask == nullptr) return;
    m_ask->setText(running ? tr("Stop, and say what there is") : tr("Is there enough?"));
    m_progress->setValue(0);
    m_progress->setVisible(running && isVisible());
    layOut();
  });
}

void EnoughPage::makeGrids() {
  CellModel& cures = m_cures->cells();
  cures.columns = {tr("go\nnowhere"), tr("boards\nbegun"), tr("wood\nbegun"),
                   tr("bought"),      tr("plan\nweighs"),  tr("plugs")};
  cures.columnKey = [](int at) { return QString::number(at); };
  cures.isLength = [](int) { return false; };
  cures.rows = [this] { return m_stands == nullptr ? 0 : static_cast<int>(m_stands->cures.size()) + 1; };
  cures.rowName = [this](int row) {
    if (row == 0) return tr("as she stands");
    const StockCure* one = cure(row);
    return one == nullptr ? QString() : QString::fromStdString(one->words);
  };
  cures.cell = [this](int row, int at) { return cureCell(row, at); };
  connect(m_cures, &CellGrid::cellTaken, this, [this](int row, int) {
    m_inHand = row;
    say();
    if (m_slate != nullptr && isVisible()) m_slate->showField(m_take, cure(row) != nullptr);
  });
}

void EnoughPage::addFields(Slate* slate) {
  m_slate = slate;
  m_ask = slate->addButton(tr("Is there enough?"), "askEnough");
  connect(m_ask, &QPushButton::clicked, this, [this] {
    if (m_asking.isRunning()) return m_asking.stop();
    ask();
  });
  m_progress = new QProgressBar(slate);
  m_progress->setRange(0, 100);
  m_progress->setAccessibleName(tr("Looking what would do"));
  m_progress->hide();
  slate->addWidget(m_progress);
  connect(&m_asking, &LongWork::progressed, m_progress,
          [this](double share) { m_progress->setValue(static_cast<int>(100.0 * share)); });
  m_take = slate->addButton(tr("Take what is in hand"), "takeCure");
  connect(m_take, &QPushButton::clicked, this, [this] { takeCure(); });
  m_fields = {m_ask};
  for (QWidget* field : addGoalFields(slate, m_session)) m_fields.push_back(field);
}

void EnoughPage::showAs(bool shown) {
  for (QWidget* field : m_fields) m_slate->showField(field, shown);
  m_slate->showField(m_take, shown && cure(m_inHand) != nullptr);
  m_progress->setVisible(shown && m_asking.isRunning());
  if (shown) layOut();
}

void EnoughPage::forgetOtherBook() {
  if (m_book == m_session->bookNumber()) return;
  m_book = m_session->bookNumber();
  m_stands.reset();
  m_of.reset();
  m_inHand = -1;
  emit answered();
}

bool EnoughPage::isFresh() const {
  return m_stands != nullptr && m_session->hasBook() && m_of == m_session->book();
}

const StockCure* EnoughPage::cure(int row) const {
  if (m_stands == nullptr || row < 1 || static_cast<std::size_t>(row) > m_stands->cures.size()) return nullptr;
  return &m_stands->cures[static_cast<std::size_t>(row) - 1];
}

Cell EnoughPage::cureCell(int row, int column) const {
  Cell cell;
  const StockCure* one = cure(row);
  if (m_stands == nullptr || (row > 0 && one == nullptr)) return cell;
  const LaidStack& now = m_stands->laid;
  const std::size_t unlaid = one == nullptr ? now.unlaid.size() : one->unlaid;
  switch (column) {
    case Unlaid:
      cell.text = unlaid == 0 ? tr("all laid") : QString::number(unlaid);
      if (unlaid > 0) cell.verdict = Severity::Trouble;
      break;
    case Boards:
      cell.text = QString::number(one == nullptr ? now.boardsUsed : one->boards);
      break;
    case Wood:
      cell.text = woodWords(m_session->notation(), one == nullptr ? m_stands->litres : one->litres);
      break;
    case Bought:
      if (one != nullptr && !one->buy.empty()) cell.text = woodWords(m_session->notation(), one->litresBought());
      break;
    case Weighs:
      if (one != nullptr && std::abs(one->scoreMore) > 0.005)
        cell.text = (one->scoreMore > 0.0 ? tr("+%1") : QStringLiteral("−%1"))
                        .arg(QLocale().toString(std::abs(one->scoreMore), 'f', 2));
      break;
    default:
      if (one != nullptr && one->plugs > 0) cell.text = QString::number(one->plugs);
  }
  return cell;
}

void EnoughPage::ask() {
  if (m_asking.isRunning() || !m_session->hasBook()) return;
  const std::shared_ptr<const Solved> solved = m_session->freshAnswer();
  if (solved == nullptr || solved->waits())
    return m_answer->say(tr("Her planks are still being worked out: in a moment."));
  const BookSnapshot book = m_session->book();
  const StockAsked asked{solved, book->stock.goal, m_seconds, m_secondsACure, {}};
  m_asking.begin([this, asked, book](const std::stop_token& stop, const LongWork::Progress& progress) -> LongWork::End {
    auto stands = std::make_shared<const StockStands>(howStockStands(asked, progress, stop));
    return [this, stands, book] {
      m_stands = stands;
      m_of = book;
      m_inHand = -1;
      layOut();
      emit answered();
    };
  });
  layOut();
}

bool EnoughPage::takeCure() {
  const StockCure* one = cure(m_inHand);
  if (one == nullptr) return false;
  if (!isFresh()) {
    m_answer->say(tr("The book has changed since: ask again whether there is enough."));
    return false;
  }
  const QString words = QString::fromStdString(one->words);
  const Book edited = one->book;
  if (!m_session->perform(words.left(1).toUpper() + words.mid(1), edited)) return false;
  layOut();
  m_answer->say(tr("Taken. What was said before was of the book without it: ask again."));
  return true;
}

QString EnoughPage::standsWords() const {
  const Notation notation = m_session->notation();
  const LaidStack& laid = m_stands->laid;
  if (m_stands->stack.pieces.empty()) return tr("She wants no more planks.");
  if (laid.unlaid.empty()) {
    return tr("Enough: all %n plank(|s) lie(s|) on", nullptr, static_cast<int>(laid.laid.size())) +
           tr(" %n board(|s).", nullptr, static_cast<int>(laid.boardsUsed));
  }
  QStringList needs;
  for (const TimberNeed& need : m_stands->is) {
    const QString wood = need.species.empty() ? tr("any wood") : QString::fromStdString(need.species);
    needs << tr("%1 of %2, %3, the widest %4")
                 .arg(QString::fromStdString(showLong(millimetres(need.lengthMm), notation)), wood,
                      need.grade == WantedGrade::Clear ? tr("clear") : tr("sound knots let in"),
                      m_session->shown(need.widestMm));
  }
  return tr("Short by %n plank(|s): ", nullptr, static_cast<int>(laid.unlaid.size())) + needs.join(tr("; ")) +
         QLatin1Char('.');
}

QString EnoughPage::sureWords() const {
  QStringList words{proofWords(m_stands->laid)};
  const StockLosses& losses = m_stands->losses;
  const QString share = QLocale().toString(100.0 * losses.share(), 'f', 0);
  if (m_stands->chance && m_stands->laid.unlaid.empty() && !m_stands->stack.pieces.empty()) {
    words << (losses.isUsual()
                  ? tr("With one in ten spoiled or lost, as is usual, it is enough %1 times in 10.")
                        .arg(std::lround(10.0 * *m_stands->chance))
                  : tr("With %1 % spoiled and lost, as this shop has it from %2 boards, it is enough %3 times in 10.")
                        .arg(share)
                        .arg(losses.boards)
                        .arg(std::lround(10.0 * *m_stands->chance)));
  }
  words.removeAll(QString());
  return words.join(QLatin1Char(' '));
}

void EnoughPage::say() {
  const bool isShort = m_stands != nullptr && !m_asking.isRunning() && !m_stands->laid.unlaid.empty();
  m_more->setVisible(true);
  m_short->setVisible(isShort);
  m_words->setVisible(!isShort);
  if (m_asking.isRunning()) {
    m_words->setText(tr("Laying her planks, and trying what would do…"));
    m_more->setText(QString());
    return;
  }
  if (m_stands == nullptr) {
    m_words->setText(tr("Not asked yet."));
    m_more->setText(
        tr("All planks still wanted are laid on the stack, in a book of their own: yours stays as it is. "
           "Where some go nowhere, what a builder would do is tried: another timber low down, a joint more, "
           "a strake more or narrower, knots plugged, boards bought."));
    return;
  }
  QString words = standsWords();
  if (m_stands->isStopped) words = tr("Stopped before the end, so far: %1").arg(words);
  if (!isFresh()) words = tr("Before the last change: %1").arg(words);
  isShort ? m_short->setVerdict(Severity::Trouble, words) : m_words->setText(words);
  const StockCure* inHand = cure(m_inHand);
  const QString more =
      inHand == nullptr || inHand->falls.empty()
          ? sureWords()
          : tr("%1: %2.").arg(QString::fromStdString(inHand->words), QString::fromStdString(inHand->falls));
  m_more->setText(more);
  m_more->setVisible(!more.isEmpty());
}

void EnoughPage::layOut() {
  if (!isVisible() || !m_session->hasBook()) return;
  say();
  m_cures->refresh();
  if (m_slate != nullptr) m_slate->showField(m_take, cure(m_inHand) != nullptr && !m_asking.isRunning());
}

}  // namespace narrows
