// The slate of Lining off: beginning by a school, and the plans that are kept.

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <array>

#include "book/lining_edits.h"
#include "canvas/length_field.h"
#include "canvas/number_field.h"
#include "stages/lining/lining_slate.h"

namespace narrows {

namespace {

struct SchoolWords {
  School school;
  const char* name;
  const char* what;
};
/// The six, in the order of the trade.
const std::array<SchoolWords, 6> schoolTexts{{
    {School::Equal, QT_TRANSLATE_NOOP("narrows::LiningSlate", "Every station equally"),
     QT_TRANSLATE_NOOP("narrows::LiningSlate", "Simple, and even at the ends; planks may need hard sny.")},
    {School::Middle, QT_TRANSLATE_NOOP("narrows::LiningSlate", "By the middle, diminishing"),
     QT_TRANSLATE_NOOP("narrows::LiningSlate",
                       "Narrow where the middle section turns, wider above; all shrink towards the ends.")},
    {School::Sheer, QT_TRANSLATE_NOOP("narrows::LiningSlate", "Match the sheer"),
     QT_TRANSLATE_NOOP("narrows::LiningSlate", "Strakes above follow the sheer's sweep; seams cross the water.")},
    {School::Waterline, QT_TRANSLATE_NOOP("narrows::LiningSlate", "Match the waterline"),
     QT_TRANSLATE_NOOP("narrows::LiningSlate", "A seam looks level; planks become big arcs with much taper.")},
    {School::StraightRun, QT_TRANSLATE_NOOP("narrows::LiningSlate", "A straight run first"),
     QT_TRANSLATE_NOOP("narrows::LiningSlate",
                       "Straight stock above and below a straight line; stealers take up the rest aft.")},
    {School::TopsFirst, QT_TRANSLATE_NOOP("narrows::LiningSlate", "Tops first"),
     QT_TRANSLATE_NOOP("narrows::LiningSlate",
                       "Strakes equal as seen from abeam below the rub rail; the rest share what is left.")},
}};

}  // namespace

void LiningSlate::addSchools() {
  beginGroup(tr("Begin by a school, or look for a plan"))->setObjectName(QStringLiteral("schools"));
  addSuggest();
  QStringList names;
  for (const SchoolWords& one : schoolTexts) names << tr(one.name);
  addChoice(
      tr("School"), names, [this] { return static_cast<int>(m_school); },
      [this](int index) {
        m_school = everySchool[static_cast<std::size_t>(index)];
        showAll();
      })
      ->setObjectName(QStringLiteral("school"));
  m_schoolWords = addHeading({});
  addNumber(
      tr("How many strakes (0: as is usual)"), {0.0, mostStrakes, 0}, [this] { return m_answers.strakes.value_or(0); },
      [this](double count) {
        m_answers.strakes.reset();
        if (count >= fewestStrakes) m_answers.strakes = static_cast<int>(count);
      });
  m_waterline = addLength(
      tr("Height of the water"),
      [this] { return m_answers.waterline.value_or(book().settings.waterline.value_or(Length())); },
      [this](Length height) { m_answers.waterline = height; });
  m_tops = addNumber(
      tr("Strakes that follow the sheer (0: above the bilge)"), {0.0, mostStrakes, 0},
      [this] { return m_answers.tops.value_or(0); },
      [this](double count) {
        m_answers.tops.reset();
        if (count >= 1.0) m_answers.tops = static_cast<int>(count);
      });
  m_rail = addLength(
      tr("Depth of the rub rail"), [this] { return m_answers.rail.value_or(inches(1.25)); },
      [this](Length depth) { m_answers.rail = depth; });
  addLength(
      tr("Widest strake the stock gives"),
      [this] {
        return m_answers.widest.value_or(shopFigures(book().table.construction, boatLength(book().table)).widest);
      },
      [this](Length width) {
        if (width.mm() > leastStrakeWidthMm) m_answers.widest = width;
      });
  addChoice(
      tr("It becomes the plan of"), {tr("both sides"), tr("starboard only"), tr("port only")},
      [this] { return m_goesTo; }, [this](int index) { m_goesTo = index; })
      ->setObjectName(QStringLiteral("goesTo"));
  m_lineOffSo = addButton(tr("Line off by this school"), "lineOffSo");
  connect(m_lineOffSo, &QPushButton::clicked, this, &LiningSlate::lineOffBySchool);
  connect(&m_lineOff, &LongWork::runningChanged, m_lineOffSo, [this](bool running) {
    m_lineOffSo->setText(running ? tr("Stop lining off") : tr("Line off by this school"));
  });
}

struct LiningSlate::SchoolWork {
  School school;
  int goesTo;
  BaseLine base;
  BookSnapshot book;
  std::vector<StationId> sections;
};

void LiningSlate::lineOffBySchool() {
  if (m_lineOff.isRunning()) return m_lineOff.stop();
  if (lining() == nullptr) return;
  SchoolAnswers answers = m_answers;
  if (!answers.waterline) answers.waterline = book().settings.waterline;
  const auto solved = m_session->solved();
  const SchoolWork work{m_school, m_goesTo, plan()->base, m_session->book(),
                        sectionIds(book(), lining()->frame.hull())};
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

void LiningSlate::takeSchool(const SchoolWork& work, const Result<LiningPlan>& made) {
  const QString school = tr(schoolTexts[static_cast<std::size_t>(work.school)].name);
  const QString words = tr("Line off: %1").arg(school);
  if (!made) return perform(words, tl::make_unexpected(made.error()));
  if (book().table != work.book->table || book().faired != work.book->faired)
    return emit m_session->refused(tr("The figures were changed while she was lined off: line her off again."));
  LiningPlan plan = *made;
  plan.base = work.base;
  PlanId id;
  auto edited = addPlan(book(), plan, freePlanName(book(), school.toStdString()), &id);
  if (edited && work.goesTo != 2) edited = setBoatPlan(*edited, BoatSide::Starboard, id);
  if (edited && work.goesTo != 1) edited = setBoatPlan(*edited, BoatSide::Port, id);
  perform(words, edited);
}

void LiningSlate::addPlans() {
  beginGroup(tr("Plans kept"));
  m_planName = addText(tr("Name of this plan"));
  m_planName->setObjectName(QStringLiteral("planName"));
  connect(m_planName, &QLineEdit::editingFinished, this, [this] {
    if (m_showing || plan() == nullptr || m_planName->text().toStdString() == plan()->name) return;
    perform(tr("Rename the plan"), renamePlan(book(), plan()->id, m_planName->text().trimmed().toStdString()));
  });
  connect(addButton(tr("Copy it, and try the copy on this side"), "copyPlan"), &QPushButton::clicked, this, [this] {
    if (plan() == nullptr) return;
    PlanId id;
    auto edited =
        addPlan(book(), *plan(),
                freePlanName(book(), tr("%1, copy").arg(QString::fromStdString(plan()->name)).toStdString()), &id);
    if (edited) edited = setBoatPlan(*edited, side(), id);
    perform(tr("Copy the plan"), edited);
  });
  connect(addButton(tr("Make it the plan of both sides"), "bothSides"), &QPushButton::clicked, this, [this] {
    if (plan() == nullptr) return;
    const PlanId id = plan()->id;
    auto edited = setBoatPlan(book(), BoatSide::Starboard, id);
    if (edited) edited = setBoatPlan(*edited, BoatSide::Port, id);
    perform(tr("One plan for both sides"), edited);
  });
  addChanging(
      tr("Throw away"),
      [this] {
        Choices found;
        found.items << tr("choose one that is not the boat's");
        for (const LiningPlan& one : book().plans) {
          if (one.id != book().starboard && one.id != book().port) found.items << QString::fromStdString(one.name);
        }
        return found;
      },
      [this](int index) {
        int k = 0;
        for (const LiningPlan& one : book().plans) {
          if (one.id == book().starboard || one.id == book().port || ++k != index) continue;
          return perform(tr("Throw a plan away"), removePlan(book(), one.id));
        }
      })
      ->setObjectName(QStringLiteral("throwAway"));
}

void LiningSlate::showSchool() {
  m_schoolWords->setText(tr(schoolTexts[static_cast<std::size_t>(m_school)].what));
  showField(m_waterline, m_school == School::Waterline);
  showField(m_tops, m_school == School::Sheer || m_school == School::TopsFirst);
  showField(m_rail, m_school == School::TopsFirst);
}

}  // namespace narrows
