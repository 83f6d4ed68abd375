#include "stages/daybook/times_page.h"

#include <QLabel>
#include <cmath>

#include "book/order_edits.h"
#include "canvas/tongue.h"
#include "stages/daybook/order_bench.h"
#include "stages/daybook/steps_page.h"
#include "stages/page_column.h"
#include "stages/refused_note.h"

namespace narrows {

std::optional<double> degreesTyped(const QString& text, Notation notation, bool& understood) {
  QString typed = text.trimmed();
  understood = true;
  if (typed.isEmpty()) return std::nullopt;
  bool fahrenheit = notation != Notation::Millimetres;
  const QChar last = typed.back().toUpper();
  if (last == 'C' || last == 'F') {
    fahrenheit = last == 'F';
    typed.chop(1);
    typed = typed.trimmed();
    if (typed.endsWith(QStringLiteral("°"))) typed.chop(1);
  }
  const auto number = typedNumber(typed, understood);
  if (!understood || !number) {
    understood = false;
    return std::nullopt;
  }
  return fahrenheit ? (*number - 32.0) / 1.8 : *number;
}

TimesPage::TimesPage(Session* session, OrderBench* bench, QWidget* parent)
    : QWidget(parent),
      m_session(session),
      m_bench(bench),
      m_words(new QLabel(this)),
      m_times(new CellGrid(tr("Times"), session)),
      m_shop(new CellGrid(tr("The shop"), session)),
      m_answer(new RefusedNote(session, this)) {
  auto* column = pageColumn(this, m_words);
  m_times->setObjectName(QStringLiteral("timesGrid"));
  m_shop->setObjectName(QStringLiteral("shopGrid"));
  column->addWidget(m_times, 1);
  column->addWidget(m_shop, 1);
  column->addWidget(m_answer);
  CellModel& times = m_times->cells();
  times.columns = {tr("least, h"), tr("most, h"), tr("not under"), tr("why")};
  times.rows = [] { return waitKinds; };
  times.rowName = [](int row) { return QString::fromStdString(waitKindWords(static_cast<WaitKind>(row))); };
  times.isLength = [](int) { return false; };
  times.cell = [this](int row, int at) { return timeCell(row, at); };
  times.entered = [this](int row, int at, const QString& typed) { return enterTime(row, at, typed); };
  makeSettings();
  CellModel& shop = m_shop->cells();
  shop.columns = {tr("the shop"), tr("why")};
  shop.columnKey = [](int at) { return QString::number(at); };
  shop.rows = [this] { return static_cast<int>(m_settings.size()); };
  shop.rowName = [this](int row) { return m_settings[static_cast<std::size_t>(row)].name; };
  shop.isLength = [](int) { return false; };
  shop.cell = [this](int row, int at) {
    const Setting& setting = m_settings[static_cast<std::size_t>(row)];
    Cell cell;
    cell.text = at == 0 ? setting.shown() : setting.why;
    cell.editable = at == 0;
    return cell;
  };
  shop.entered = [this](int row, int, const QString& typed) {
    const Setting& setting = m_settings[static_cast<std::size_t>(row)];
    Daybook daybook = m_bench->daybook();
    if (!setting.set(daybook, typed.trimmed())) return false;
    const bool done = m_bench->perform(setting.name, [&](const Book& book) { return setDaybook(book, daybook); });
    if (done) emit m_shop->understood();
    return done;
  };
  connect(bench, &OrderBench::changed, this, &TimesPage::say);
}

QString TimesPage::degreesShown(double degrees) const {
  return QString::fromStdString(degreesWords(degrees, m_session->notation()));
}

std::optional<double> TimesPage::typedDegrees(const QString& text, bool& understood) const {
  return degreesTyped(text, m_session->notation(), understood);
}

Cell TimesPage::timeCell(int row, int column) const {
  const WaitMake wait = waitMake(m_bench->daybook(), static_cast<WaitKind>(row));
  Cell cell;
  cell.editable = true;
  const auto hours = [](double value) { return QLocale().toString(std::round(value * 100.0) / 100.0); };
  switch (column) {
    case Least:
      cell.text = hours(wait.hours);
      break;
    case Most:
      cell.text = wait.most ? hours(*wait.most) : QStringLiteral("-");
      break;
    case Warmth:
      cell.text = wait.degrees ? degreesShown(*wait.degrees) : QStringLiteral("-");
      break;
    default:
      cell.text = QString::fromStdString(wait.why);
  }
  return cell;
}

bool TimesPage::enterTime(int row, int column, const QString& entered) {
  const auto kind = static_cast<WaitKind>(row);
  QString typed = entered.trimmed();
  if (typed == QStringLiteral("-")) typed.clear();
  Daybook daybook = m_bench->daybook();
  auto found = std::find_if(daybook.waits.begin(), daybook.waits.end(),
                            [kind](const WaitFigure& one) { return one.kind == kind; });
  if (found == daybook.waits.end()) found = daybook.waits.insert(found, WaitFigure{kind, {}, {}, {}, {}});
  bool understood = true;
  if (column == Why) {
    found->why = typed.toStdString();
  } else {
    const auto number = column == Warmth ? typedDegrees(typed, understood) : typedNumber(typed, understood);
    if (!understood) {
      emit m_times->notUnderstood(column == Warmth ? tr("\"%1\" is no temperature: 8 C, or 46 F.").arg(typed)
                                                   : tr("\"%1\" is no number of hours.").arg(typed));
      return false;
    }
    (column == Least ? found->hours : column == Most ? found->most : found->degrees) = number;
  }
  const bool done = m_bench->perform(tr("Times of %1").arg(m_times->cells().rowName(row)),
                                     [&](const Book& book) { return setDaybook(book, daybook); });
  if (done) emit m_times->understood();
  return done;
}

void TimesPage::addWords(const QString& name, const QString& why, const QStringList& words, std::function<int()> shown,
                         std::function<void(Daybook&, int)> set) {
  Setting setting{name, why, {}, {}};
  setting.shown = [words, shown = std::move(shown)] { return words[shown()]; };
  setting.set = [this, words, set = std::move(set)](Daybook& daybook, const QString& typed) {
    for (qsizetype i = 0; i < words.size(); ++i) {
      // The first letters are enough.
      if (typed.isEmpty() || !words[i].startsWith(typed, Qt::CaseInsensitive)) continue;
      set(daybook, static_cast<int>(i));
      return true;
    }
    emit m_shop->notUnderstood(tr("Type one of: %1.").arg(words.join(tr(", "))));
    return false;
  };
  m_settings.push_back(std::move(setting));
}

void TimesPage::addNumber(const QString& name, const QString& why, std::function<double()> shown,
                          std::function<void(Daybook&, double)> set) {
  Setting setting{name, why, {}, {}};
  setting.shown = [shown = std::move(shown)] { return QLocale().toString(shown()); };
  setting.set = [this, set = std::move(set)](Daybook& daybook, const QString& typed) {
    bool understood = true;
    const auto number = typedNumber(typed, understood);
    if (!understood || !number) {
      emit m_shop->notUnderstood(tr("\"%1\" is no number.").arg(typed));
      return false;
    }
    set(daybook, *number);
    return true;
  };
  m_settings.push_back(std::move(setting));
}

void TimesPage::makeSettings() {
  const auto now = [this]() -> const Daybook& { return m_bench->daybook(); };
  const QStringList yesNo{tr("no"), tr("yes")};
  Setting warmth{tr("The shop is at"), tr("glue and paint wait for warmth; empty: not measured"), {}, {}};
  warmth.shown = [this, now] { return now().degrees ? degreesShown(*now().degrees) : tr("not measured"); };
  warmth.set = [this](Daybook& daybook, const QString& typed) {
    bool understood = true;
    daybook.degrees = typed == tr("not measured") ? std::nullopt : typedDegrees(typed, understood);
    if (!understood) emit m_shop->notUnderstood(tr("\"%1\" is no temperature: 8 C, or 46 F.").arg(typed));
    return understood;
  };
  m_settings.push_back(std::move(warmth));
  addNumber(
      tr("People there"), tr("hanging and gluing up want two"), [now] { return now().hands; },
      [](Daybook& daybook, double hands) { daybook.hands = static_cast<int>(std::clamp(hands, -1.0, 99.0)); });
  addNumber(
      tr("Hours worked a day"), tr("between other work; dates are told by it"), [now] { return now().hoursADay; },
      [](Daybook& daybook, double hours) { daybook.hoursADay = hours; });
  addWords(
      tr("Planks go on"), tr("carvel; lapped planks go up from the garboard"),
      {tr("from the garboard up"), tr("down from the sheer"), tr("both, to a shutter")},
      [now] { return static_cast<int>(now().planksFrom); },
      [](Daybook& daybook, int from) { daybook.planksFrom = static_cast<PlanksFrom>(from); });
  addWords(
      tr("In pairs"), tr("a strake on both sides before the next, or she pulls to one side"), yesNo,
      [now] { return now().inPairs ? 1 : 0; }, [](Daybook& daybook, int yes) { daybook.inPairs = yes == 1; });
  addWords(
      tr("Laps and hood ends primed"), tr("before a plank hangs: nobody gets there after"), yesNo,
      [now] { return now().primesLaps ? 1 : 0; }, [](Daybook& daybook, int yes) { daybook.primesLaps = yes == 1; });
  addWords(
      tr("Ends soak before they are heated"), tr("dry stock bends with less breaking"), yesNo,
      [now] { return now().soaks ? 1 : 0; }, [](Daybook& daybook, int yes) { daybook.soaks = yes == 1; });
  addWords(
      tr("Timber comes green"), tr("fresh faces are oiled before they check"), yesNo,
      [now] { return now().greenTimber ? 1 : 0; }, [](Daybook& daybook, int yes) { daybook.greenTimber = yes == 1; });
  const QStringList glues{QString::fromStdString(glueWords(Glue::Epoxy)),
                          QString::fromStdString(glueWords(Glue::Resorcinol)),
                          QString::fromStdString(glueWords(Glue::Polyurethane))};
  addWords(
      tr("Glue of timbers"), tr("its usual time and warmth follow"), glues,
      [now] { return static_cast<int>(now().timberGlue); },
      [](Daybook& daybook, int glue) { daybook.timberGlue = static_cast<Glue>(glue); });
  addWords(
      tr("Glue of scarfs"), tr("its usual time and warmth follow"), glues,
      [now] { return static_cast<int>(now().scarfGlue); },
      [](Daybook& daybook, int glue) { daybook.scarfGlue = static_cast<Glue>(glue); });
  addWords(
      tr("She is finished with"), tr("coats at the end"), {tr("paint"), tr("oil")},
      [now] { return static_cast<int>(now().finish); },
      [](Daybook& daybook, int finish) { daybook.finish = static_cast<HullFinish>(finish); });
  addNumber(
      tr("Top coats"), tr("of paint or oil"), [now] { return now().topCoats; },
      [](Daybook& daybook, double coats) { daybook.topCoats = static_cast<int>(std::clamp(coats, -1.0, 99.0)); });
  Setting zone{tr("Where the shop is"), tr("so that its days are its days wherever the book is opened"), {}, {}};
  zone.shown = [now] { return QString::fromStdString(now().zone); };
  zone.set = [](Daybook& daybook, const QString& typed) {
    daybook.zone = typed.toStdString();
    return true;
  };
  m_settings.push_back(std::move(zone));
}

void TimesPage::showAs(Shows what) {
  if (what == Shows::Neither) return;
  m_times->setVisible(what == Shows::Times);
  m_shop->setVisible(what == Shows::Shop);
  m_words->setText(
      what == Shows::Times
          ? tr("Usual times, to start from: the tin and the wood come first, so type over them. Glue is told "
               "at 20 °C, and takes twice as long for every 10 °C less.")
          : tr("How the shop works, and how it is there today: what can be done follows it."));
  say();
}

void TimesPage::say() {
  if (!isVisible() || !m_session->hasBook()) return;
  m_times->refresh();
  m_shop->refresh();
}

}  // namespace narrows
