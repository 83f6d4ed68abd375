#include "stages/lining/school_part.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <array>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "stages/lining/suggest_panel.h"

namespace narrows {

namespace {

struct SchoolWords {
  School school;
  const char* name;
  const char* what;
};
/// The six, in the order of the trade.
const std::array<SchoolWords, 6> schoolTexts{{
    {School::Equal, QT_TRANSLATE_NOOP("narrows::SchoolPart", "Every station equally"),
     QT_TRANSLATE_NOOP("narrows::SchoolPart", "Simple, and even at the ends; planks may need hard sny.")},
    {School::Middle, QT_TRANSLATE_NOOP("narrows::SchoolPart", "By the middle, diminishing"),
     QT_TRANSLATE_NOOP("narrows::SchoolPart",
                       "Narrow where the middle section turns, wider above; all shrink towards the ends.")},
    {School::Sheer, QT_TRANSLATE_NOOP("narrows::SchoolPart", "Match the sheer"),
     QT_TRANSLATE_NOOP("narrows::SchoolPart", "Strakes above follow the sheer's sweep; seams cross the water.")},
    {School::Waterline, QT_TRANSLATE_NOOP("narrows::SchoolPart", "Match the waterline"),
     QT_TRANSLATE_NOOP("narrows::SchoolPart", "A seam looks level; planks become big arcs with much taper.")},
    {School::StraightRun, QT_TRANSLATE_NOOP("narrows::SchoolPart", "A straight run first"),
     QT_TRANSLATE_NOOP("narrows::SchoolPart",
                       "Straight stock above and below a straight line; stealers take up the rest aft.")},
    {School::TopsFirst, QT_TRANSLATE_NOOP("narrows::SchoolPart", "Tops first"),
     QT_TRANSLATE_NOOP("narrows::SchoolPart",
                       "Strakes equal as seen from abeam below the rub rail; the rest share what is left.")},
}};

}  // namespace

SchoolPart::SchoolPart(Session* from, Slate* into) : LiningPart(from, into), m_lineOff(from) {
  slate()->beginGroup(tr("Begin by a school, or look for a plan"))->setObjectName(QStringLiteral("schools"));
  connect(slate()->addButton(tr("Look for a better plan…"), "suggest"), &QPushButton::clicked, this, [this] {
    if (lining() == nullptr) return;
    auto* panel = new SuggestPanel(session(), side(), this->slate()->window());
    panel->setAttribute(Qt::WA_DeleteOnClose);
    panel->open();
  });
  QStringList names;
  for (const SchoolWords& one : schoolTexts) names << tr(one.name);
  slate()
      ->addChoice(
          tr("School"), names, [this] { return static_cast<int>(m_school); },
          [this](int index) {
            m_school = everySchool[static_cast<std::size_t>(index)];
            emit chosen();
          })
      ->setObjectName(QStringLiteral("school"));
  m_words = slate()->addHeading({});
  slate()->addNumber(
      tr("How many strakes (0: as is usual)"), {0.0, mostStrakes, 0}, [this] { return m_answers.strakes.value_or(0); },
      [this](double count) {
        m_answers.strakes.reset();
        if (count >= fewestStrakes) m_answers.strakes = static_cast<int>(count);
      });
  m_waterline = slate()->addLength(
      tr("Height of the water"),
      [this] { return m_answers.waterline.value_or(book().settings.waterline.value_or(Length())); },
      [this](Length height) { m_answers.waterline = height; });
  m_tops = slate()->addNumber(
      tr("Strakes that follow the sheer (0: above the bilge)"), {0.0, mostStrakes, 0},
      [this] { return m_answers.tops.value_or(0); },
      [this](double count) {
        m_answers.tops.reset();
        if (count >= 1.0) m_answers.tops = static_cast<int>(count);
      });
  m_rail = slate()->addLength(
      tr("Depth of the rub rail"), [this] { return m_answers.rail.value_or(inches(1.25)); },
      [this](Length depth) { m_answers.rail = depth; });
  slate()->addLength(
      tr("Widest strake the stock gives"),
      [this] {
        return m_answers.widest.value_or(shopFigures(book().table.construction, boatLength(book().table)).widest);
      },
      [this](Length width) {
        if (width.mm() > leastStrakeWidthMm) m_answers.widest = width;
      });
  slate()
      ->addChoice(
          tr("It becomes the plan of"), {tr("both sides"), tr("starboard only"), tr("port only")},
          [this] { return m_goesTo; }, [this](int index) { m_goesTo = index; })
      ->setObjectName(QStringLiteral("goesTo"));
  m_begin = slate()->addButton(tr("Line off by this school"), "lineOffSo");
  connect(m_begin, &QPushButton::clicked, this, &SchoolPart::lineOffBySchool);
  connect(&m_lineOff, &LongWork::runningChanged, m_begin,
          [this](bool running) { m_begin->setText(running ? tr("Stop lining off") : tr("Line off by this school")); });
}

struct SchoolPart::Work {
  School school;
  int goesTo;
  BaseLine base;
  BookSnapshot book;
  std::vector<StationId> sections;
};

void SchoolPart::lineOffBySchool() {
  if (m_lineOff.isRunning()) return m_lineOff.stop();
  if (lining() == nullptr) return;
  SchoolAnswers answers = m_answers;
  if (!answers.waterline) answers.waterline = book().settings.waterline;
  const auto solved = session()->solved();
  const Work work{m_school, m_goesTo, plan()->base, session()->book(), sectionIds(book(), lining()->frame.hull())};
  m_lineOff.begin([this, solved, work, answers, frame = &lining()->frame](const std::stop_token& stop,
                                                                          const LongWork::Progress&) -> LongWork::End {
    const Book& of = *work.book;
    const ShopFigures usual = shopFigures(of.table.construction, boatLength(of.table));
    const auto made = planBySchool(*frame, work.school, answers, work.sections, usual, plankingFigures(of), stop);
    // Stopped once it was made but before it was taken, it is not taken either.
    return [this, work, made, stop] {
      if (!stop.stop_requested()) takeSchool(work, made);
    };
  });
}

void SchoolPart::takeSchool(const Work& work, const Result<LiningPlan>& made) {
  const QString school = tr(schoolTexts[static_cast<std::size_t>(work.school)].name);
  const QString words = tr("Line off: %1").arg(school);
  if (!made) return perform(words, tl::make_unexpected(made.error()));
  if (book().table != work.book->table || book().faired != work.book->faired)
    return emit session()->refused(tr("The figures were changed while she was lined off: line her off again."));
  LiningPlan plan = *made;
  plan.base = work.base;
  PlanId id;
  auto edited = addPlan(book(), plan, freePlanName(book(), school.toStdString()), &id);
  if (edited && work.goesTo != 2) edited = setBoatPlan(*edited, BoatSide::Starboard, id);
  if (edited && work.goesTo != 1) edited = setBoatPlan(*edited, BoatSide::Port, id);
  perform(words, edited);
}

void SchoolPart::showAll() {
  m_words->setText(tr(schoolTexts[static_cast<std::size_t>(m_school)].what));
  slate()->showField(m_waterline, m_school == School::Waterline);
  slate()->showField(m_tops, m_school == School::Sheer || m_school == School::TopsFirst);
  slate()->showField(m_rail, m_school == School::TopsFirst);
}

}  // namespace narrows
