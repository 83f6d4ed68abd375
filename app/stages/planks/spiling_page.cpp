#include "stages/planks/spiling_page.h"

#include <QComboBox>
#include <QDir>
#include <QFileDialog>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "book/spiling_edits.h"
#include "book/today.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/path_to_write.h"
#include "commands/session.h"
#include "files/whole_file.h"
#include "fonts.h"
#include "plank/compass_arcs.h"
#include "stages/planks/spiling_grid.h"
#include "stages/refused_note.h"
#include "stages/slate.h"
#include "stages/tape_fields.h"

namespace narrows {

SpilingPage::SpilingPage(Session* session, QWidget* parent)
    : QWidget(parent), m_session(session), m_tape(new TapeFields(this)) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(3);
  m_words = new QLabel(this);
  m_words->setFont(shopFont(15.0));
  m_words->setWordWrap(true);
  column->addWidget(m_words);
  m_grid = new SpilingGrid(session);
  column->addWidget(m_grid, 1);
  m_answer = new RefusedNote(session, this);
  column->addWidget(m_answer);
  connect(tape(), &Tape::trouble, m_answer, &RefusedNote::say);
  connect(tape(), &Tape::read, this, &SpilingPage::takeReading);
  connect(tape(), &Tape::openChanged, m_answer, [this](bool open) {
    if (open) m_answer->hide();
  });
}

void SpilingPage::addFields(Slate* slate) {
  m_slate = slate;
  m_ofReadings.push_back(slate->addLength(
      tr("Batten, wide"), [this] { return spiled() != nullptr ? spiled()->spiling.batten : millimetres(0.0); },
      [this](Length wide) { changeSpiling(tr("The batten"), [wide](Spiling& one) { one.batten = wide; }); }));
  m_ofReadings.push_back(slate->addLength(
      tr("Lap in the lower readings"),
      [this] { return spiled() != nullptr ? spiled()->spiling.lap : millimetres(0.0); },
      [this](Length lap) { changeSpiling(tr("The lap in the readings"), [lap](Spiling& one) { one.lap = lap; }); }));
  auto* shape = slate->addChoice(
      tr("It is cut"),
      {tr("as computed"), tr("to the readings"), tr("half way between"), tr("to the readings, faired")},
      [this] { return spiled() != nullptr ? static_cast<int>(spiled()->shape) : 0; },
      [this](int index) {
        m_session->perform(tr("What strake %1 is cut to").arg(strakeInHand()),
                           chooseShape(*m_session->book(), strakeInHand(), m_session->selection().side,
                                       static_cast<PlankShape>(index)));
      });
  shape->setObjectName(QStringLiteral("shape"));
  m_ofReadings.push_back(shape);
  auto* way = slate->addChoice(
      tr("The hand goes on"), {tr("line by line"), tr("station by station")},
      [this] { return static_cast<int>(m_grid->way()); },
      [this](int index) { m_grid->setWay(static_cast<FigureGrid::Way>(index)); });
  way->setObjectName(QStringLiteral("way"));
  m_always.push_back(way);
  const QString forms = tr("Readings (*.csv);;All files (*)");
  auto* read = slate->addButton(tr("Readings from a file…"), "readReadings");
  connect(read, &QPushButton::clicked, this, [this, forms] {
    const QString path = QFileDialog::getOpenFileName(this, tr("Readings off the batten"), {}, forms);
    if (!path.isEmpty()) readFrom(path);
  });
  m_always.push_back(read);
  auto* write = slate->addButton(tr("Readings to a file…"), "writeReadings");
  connect(write, &QPushButton::clicked, this, [this, forms] {
    const QString path =
        askPathToWrite(this, tr("Readings off the batten"), QDir::homePath(), forms, QStringLiteral("csv"));
    if (!path.isEmpty()) writeTo(path);
  });
  m_ofReadings.push_back(write);
  m_throwAway = slate->addButton(tr("Throw away readings off the plank"), "throwAwayElsewhere");
  connect(m_throwAway, &QPushButton::clicked, this, [this] {
    if (const FlatPlank* plank = plankInHand())
      changeSpiling(tr("Throw away readings off the plank"),
                    [plank](Spiling& one) { one = withoutElsewhere(*plank, std::move(one)); });
  });
  addCompass(slate);
  m_always.push_back(m_tape->addTo(slate));
}

void SpilingPage::addCompass(Slate* slate) {
  m_always.push_back(slate->beginGroup(tr("By compass")));
  const auto field = [&](const QString& name, Length& length) {
    slate->addLength(
        name, [&length] { return length; }, [&length](Length entered) { length = entered; });
  };
  field(tr("Opened to"), m_opening);
  field(tr("Arc cuts the edge, forward of the mark"), m_forward);
  field(tr("and aft of it"), m_aft);
  for (const bool upper : {false, true}) {
    auto* put = slate->addButton(upper ? tr("Put it to the sheer line") : tr("Put it to the keel line"),
                                 upper ? "strikeUpper" : "strikeLower");
    connect(put, &QPushButton::clicked, this, [this, upper] { strike(upper); });
  }
  slate->endGroup();
}

void SpilingPage::showAs(bool shown) {
  const bool is = spiled() != nullptr;
  for (QWidget* field : m_always) m_slate->showField(field, shown);
  for (QWidget* field : m_ofReadings) m_slate->showField(field, shown && is);
  m_slate->showField(m_throwAway, shown && is && plankInHand() != nullptr &&
                                      !stationsElsewhere(*plankInHand(), spiled()->spiling).empty());
  if (shown) m_tape->showPorts();
  if (!shown) return;
  look::say(m_words, look::Voice::Plain);
  m_words->setText(m_session->unitSaid() + words());
  m_grid->layOut();
}

void SpilingPage::strike(bool upper) {
  const auto reading = readingOf({m_opening, m_forward, m_aft, upper});
  if (!reading) return m_answer->say(m_session->explained(reading.error()[0]));
  emit wanted();
  if (!m_grid->put(*reading, upper).isEmpty()) m_answer->hide();
}

void SpilingPage::takeReading(const TapeReading& reading) {
  // What comes while something else is looked at is for the readings all the same.
  emit wanted();
  if (reading.station.empty() && m_grid->isPast())
    return m_answer->say(tr("Every station has been read: take the cell in hand that is to be read again."));
  if (m_grid->take(reading).isEmpty())
    m_answer->say(tr("The tape names station %1, which this strake does not cross: nothing was taken.")
                      .arg(QString::fromStdString(reading.station)));
}

Tape* SpilingPage::tape() {
  return m_tape->tape();
}

int SpilingPage::strakeInHand() const {
  return m_session->selection().strake + 1;
}

const FlatPlank* SpilingPage::plankInHand() const {
  const auto& solved = m_session->solved();
  const auto strake = static_cast<std::size_t>(std::max(m_session->selection().strake, 0));
  if (solved == nullptr) return nullptr;
  const auto& planks = solved->planksOf(m_session->selection().side);
  return strake < planks.size() ? planks[strake].get() : nullptr;
}

const SpiledStrake* SpilingPage::spiled() const {
  return spiledAt(*m_session->book(), strakeInHand(), m_session->selection().side);
}

void SpilingPage::changeSpiling(const QString& words, const std::function<void(Spiling&)>& change) {
  if (spiled() == nullptr) return;
  Spiling spiling = spiled()->spiling;
  change(spiling);
  m_session->perform(words, setSpiling(*m_session->book(), strakeInHand(), m_session->selection().side,
                                       std::move(spiling), spiled()->when));
}

QString SpilingPage::words() {
  if (spiled() == nullptr) {
    return tr(
        "Measure from the station's mark on the batten's upper edge to both lines, down with a minus; or the lower and "
        "the width, off a traced board. What should be is for a batten along the middle of the strake.");
  }
  const auto& solved = m_session->solved();
  const BoatSide side = m_session->selection().side;
  const SpiledPlank* read = solved == nullptr ? nullptr : solved->spiledOf(strakeInHand(), side);
  const auto found = [&](auto kind) {
    QStringList words;
    for (std::size_t i = 0; solved != nullptr && i < solved->findings.size(); ++i) {
      const auto* one = solved->findings[i].as<decltype(kind)>();
      if (one != nullptr && static_cast<int>(one->at.number) == strakeInHand() && one->side == side)
        words << QString::fromStdString(one->words(m_session->notation()));
    }
    return words;
  };
  QStringList words = found(SpiledElsewhere());
  const QString tooFew = tr("Three readings or more are wanted before they are held against the plank.");
  if (read == nullptr && words.isEmpty()) return tooFew;
  const QStringList off = read == nullptr ? QStringList() : found(SpilingOff());
  words << (read == nullptr ? QStringList(tooFew) : off);
  if (words.isEmpty())
    return tr("Nothing is likely wrong with them: they differ by chance, some %1.")
        .arg(m_session->shown(read->check.noiseMm));
  look::say(m_words, off.isEmpty() ? look::Voice::LookAgain : look::Voice::Trouble);
  // The table keeps its rows: all of them stand under what wants looking at too.
  constexpr qsizetype mostHere = 2;
  const qsizetype more = words.size() - mostHere;
  if (more > 0) words = words.mid(0, mostHere) << tr("%n more (cause|causes) below.", nullptr, static_cast<int>(more));
  return words.join('\n');
}

bool SpilingPage::readFrom(const QString& path) {
  const auto told = [&](const Problems& problems) {
    QStringList words;
    for (const Problem& problem : problems) words << m_session->explained(problem);
    m_answer->say(words.join('\n'));
    return false;
  };
  const auto spiling = loadSpiling(path.toStdString());
  if (!spiling) return told(spiling.error());
  Selection selection = m_session->selection();
  selection.side = spiling->side.value_or(selection.side);
  selection.strake = spiling->strake.value_or(selection.strake + 1) - 1;
  const auto solved = m_session->freshAnswer();
  const auto index = static_cast<std::size_t>(selection.strake);
  if (solved == nullptr || index >= solved->planksOf(selection.side).size())
    return told({{Fault::StrakeUnknown,
                  {},
                  {std::to_string(selection.strake + 1),
                   std::to_string(solved == nullptr ? 0 : solved->planksOf(selection.side).size())}}});
  if (const auto held = checkReadings(*solved->planksOf(selection.side)[index], *spiling); !held)
    return told(held.error());
  m_session->select(selection);
  emit wanted();
  return m_session->perform(tr("Readings of strake %1").arg(selection.strake + 1),
                            setSpiling(*m_session->book(), selection.strake + 1, selection.side, *spiling, today()));
}

bool SpilingPage::writeTo(const QString& path) {
  if (spiled() == nullptr) return false;
  const Unit unit = bareUnit(m_session->notation());
  const auto done = writeWholeFile(path.toStdString(), writeSpiling(spiled()->spiling, unit));
  if (!done) m_answer->say(m_session->explained(done.error()[0]));
  return done.has_value();
}

}  // namespace narrows
