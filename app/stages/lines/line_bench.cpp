#include "stages/lines/line_bench.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QToolButton>
#include <QVBoxLayout>
#include <cmath>
#include <map>

#include "book/edits.h"
#include "canvas/laid_out_once.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/marked_words.h"
#include "canvas/tongue.h"
#include "canvas/verdict_mark.h"
#include "fairing/curvature_words.h"
#include "fairing/guess.h"
#include "fonts.h"
#include "stages/slate.h"

namespace narrows {

namespace {

/// Sentences about the run of the line that there is room for.
constexpr std::size_t mostWords = 4;

template <typename Box>
Box* labelled(QHBoxLayout* row, Box* box, const QString& name) {
  box->setAccessibleName(name);
  box->setToolTip(name);
  box->setMinimumHeight(32);
  row->addWidget(box);
  return box;
}

}  // namespace

LineBench::LineBench(Session* session, QWidget* parent)
    : QWidget(parent), m_session(session), m_drawing(new LineDrawing(session)), m_slate(new Slate(session)) {
  lay();
  fillSlate();
  follow();
}

void LineBench::lay() {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(0);
  // Which line, and how it is looked at, in two rows: one would be wider than a small screen.
  const auto strip = [&] {
    auto* made = new QWidget(this);
    auto* row = new QHBoxLayout(made);
    row->setContentsMargins(10, 4, 10, 0);
    column->addWidget(made);
    return row;
  };
  auto* which = strip();
  auto* back = new QPushButton(tr("Whole boat"), this);
  back->setObjectName(QStringLiteral("wholeBoat"));
  which->addWidget(back);
  m_lines = labelled(which, new QComboBox(this), tr("Line worked on"));
  m_lines->setMinimumWidth(210);
  which->addStretch(1);
  auto* how = strip();
  m_battens = labelled(how, new QComboBox(this), tr("Batten"));
  m_battens->addItems({tr("soft batten"), tr("medium batten"), tr("stiff batten"), tr("very stiff batten")});
  m_ends = labelled(how, new QComboBox(this), tr("Ends of the batten"));
  m_ends->addItems({tr("ends held"), tr("ends free")});
  m_views = labelled(how, new QComboBox(this), tr("Looked at"));
  m_views->addItems({tr("square on"), tr("sighted along"), tr("off the bow"), tr("off the quarter")});
  m_comb = labelled(how, new QToolButton(this), tr("Comb: how hard it bends"));
  m_comb->setText(tr("Comb"));
  m_comb->setCheckable(true);
  how->addStretch(1);
  column->addWidget(m_drawing, 1);
  connect(back, &QPushButton::clicked, this, &LineBench::leaveAsked);
}

void LineBench::fillSlate() {
  m_name = m_slate->addHeadline(tr("Line in hand"));
  m_nail = m_slate->addFigure(tr("Nail in hand"));
  m_verdict = m_slate->addMarked(tr("What the judge says"));
  m_floats = m_slate->addFigure(tr("Float"));
  m_slate->addSpace(6);
  m_slate->addHeading(tr("Figure built to"));
  m_figure = new LengthField(tr("Figure built to"), m_session, m_slate);
  m_slate->addWidget(m_figure);
  m_drawn = m_slate->addFigure(tr("Figure as drawn"));
  m_why = m_slate->addHeading(QString());
  const auto button = [this](const QString& words, const QString& name) {
    auto* made = new QPushButton(words, m_slate);
    made->setObjectName(name);
    m_slate->addWidget(made);
    return made;
  };
  m_pull = button(tr("Pull the nail"), QStringLiteral("pullNail"));
  m_float = button(tr("Let it float to the batten"), QStringLiteral("floatNail"));
  m_guess = button(QString(), QStringLiteral("takeGuess"));
  m_asDrawn = button(tr("As drawn again"), QStringLiteral("asDrawn"));
  m_slate->addSpace(8);
  m_slate->addHeading(tr("How she runs"));
  m_words = m_slate->addFigure(tr("How the line runs"));
  m_slate->addStretch();
  m_slate->addHeading(tr("Click a nail: it comes out. Drag it: it moves. Hold S to sight along."));
}

void LineBench::follow() {
  connect(m_drawing, &LineDrawing::leaveAsked, this, &LineBench::leaveAsked);
  connect(m_lines, &QComboBox::activated, this, [this](int index) {
    m_drawing->choose(m_choices[static_cast<std::size_t>(index)]);
    m_drawing->setFocus();
  });
  const auto batten = [this] {
    m_drawing->setBatten(static_cast<Stiffness>(m_battens->currentIndex()),
                         m_ends->currentIndex() == 0 ? BattenEnds::CarryCurvature : BattenEnds::Free);
  };
  connect(m_battens, &QComboBox::currentIndexChanged, this, batten);
  connect(m_ends, &QComboBox::currentIndexChanged, this, batten);
  connect(m_views, &QComboBox::currentIndexChanged, this,
          [this](int index) { m_drawing->lookFrom(static_cast<LookFrom>(index)); });
  connect(m_comb, &QToolButton::toggled, m_drawing, &LineDrawing::setComb);
  connect(m_pull, &QPushButton::clicked, m_drawing, &LineDrawing::pullOrDrive);
  connect(m_float, &QPushButton::clicked, m_drawing, &LineDrawing::floatToBatten);
  connect(m_asDrawn, &QPushButton::clicked, m_drawing, &LineDrawing::asDrawn);
  connect(m_guess, &QPushButton::clicked, this, [this] { m_drawing->setFigureInHand(m_meant); });
  connect(m_figure, &LengthField::lengthEntered, m_drawing, &LineDrawing::setFigureInHand);
  connect(m_drawing, &LineDrawing::nailChanged, this, &LineBench::showNail);
  connect(m_session, &Session::answerSettled, this, [this] {
    listLines();
    showNail();
  });
}

QWidget* LineBench::slate() {
  return m_slate;
}

QString LineBench::shown(double mm) const {
  return m_session->shown(mm);
}

void LineBench::listLines() {
  const auto& solved = m_session->solved();
  if (solved == nullptr || solved->judgement == nullptr) return;
  const QSignalBlocker quiet(m_lines);
  m_choices.clear();
  QStringList names;
  std::map<std::pair<LineKind, std::size_t>, std::size_t> seen;
  for (const TableLine& line : solved->judgement->lines) {
    const std::size_t stretch = seen[{line.kind, line.list}]++;
    m_choices.push_back({line.kind, line.list, stretch});
    QString name = QString::fromStdString(line.name);
    if (stretch > 0) name += tr(", stretch %1").arg(stretch + 1);
    names << name;
  }
  m_lines->clear();
  m_lines->addItems(names);
  const auto now = std::find(m_choices.begin(), m_choices.end(), m_drawing->choice());
  m_lines->setCurrentIndex(now == m_choices.end() ? -1 : static_cast<int>(now - m_choices.begin()));
}

void LineBench::choose(LineKind kind, std::size_t list) {
  m_drawing->choose({kind, list, 0});
  listLines();
  m_drawing->setFocus();
}

void LineBench::stepLine(int by) {
  if (m_choices.empty()) return;
  const int last = static_cast<int>(m_choices.size()) - 1;
  m_drawing->choose(m_choices[static_cast<std::size_t>(std::clamp(m_lines->currentIndex() + by, 0, last))]);
  listLines();
}

void LineBench::chooseFigure(const FigureRef& figure) {
  const LineKind kind = figure.in == FigureRef::In::Row ? LineKind::Along : LineKind::Profile;
  for (std::size_t stretch = 0;; ++stretch) {
    m_drawing->choose({kind, figure.list, stretch});
    const TableLine* line = m_drawing->line();
    if (line == nullptr) break;
    for (std::size_t i = 0; i < line->nails.size(); ++i) {
      if (line->nails[i].figure != figure) continue;
      m_drawing->selectNail(static_cast<int>(i));
      listLines();
      m_drawing->setFocus();
      return;
    }
  }
  choose(kind, figure.list);
}

void LineBench::showNail() {
  const TableLine* line = m_drawing->line();
  const auto& solved = m_session->solved();
  m_name->setText(line != nullptr ? QString::fromStdString(line->name) : tr("no such line"));
  const bool has = line != nullptr && m_drawing->nail() >= 0 &&
                   static_cast<std::size_t>(m_drawing->nail()) < line->nails.size() &&
                   line->nails[static_cast<std::size_t>(m_drawing->nail())].figure.has_value();
  const LaidOutOnce once(m_slate);
  for (QWidget* one : std::initializer_list<QWidget*>{m_floats, m_figure, m_drawn, m_pull, m_float})
    one->setVisible(has);
  showWords();
  if (!has) {
    for (QWidget* one : std::initializer_list<QWidget*>{m_verdict, m_why, m_guess, m_asDrawn}) one->hide();
    m_nail->setText(tr("Take a nail in hand."));
    return;
  }
  const auto at = static_cast<std::size_t>(m_drawing->nail());
  const FigureRef figure = *line->nails[at].figure;
  const QString place = QString::fromStdString(placeOf(*solved->fair, figure));
  m_nail->setText(line->kind == LineKind::Section       ? QString::fromStdString(lineOf(*solved->fair, figure))
                  : figure.in == FigureRef::In::Profile ? tr("point %1").arg(place)
                                                        : tr("station %1").arg(place));
  const FigureJudgement* judged = solved->judgement->of(figure);
  showVerdict(judged);
  m_figure->setLength(millimetres(figureMm(*solved->fair, figure)));
  showFairing(figure);
  m_pull->setText(m_drawing->isPulled(at) ? tr("Drive the nail home") : tr("Pull the nail"));
  const auto guess = judged != nullptr ? guessMeant(*solved->fair, *judged) : std::nullopt;
  m_guess->setVisible(guess.has_value());
  if (guess) {
    m_meant = guess->meant;
    m_guess->setText(tr("Take %1").arg(
        QString::fromStdString(withDecimalMark(writeLength(guess->meant, solved->fair->unit, 3, true)))));
    m_guess->setToolTip(QString::fromStdString(slipWords(guess->slip, solved->fair->unit)));
  }
}

void LineBench::showVerdict(const FigureJudgement* judged) {
  const Verdict verdict = judged != nullptr ? judged->verdict : Verdict::None;
  const auto severity = severityOf(verdict);
  m_verdict->setVisible(severity.has_value());
  if (severity) {
    const QString apart = shown(std::abs(judged->apartMm));
    m_verdict->setVerdict(*severity, verdict == Verdict::Misread ? tr("misread: its lines pass %1 off").arg(apart)
                                                                 : tr("look again: %1 off").arg(apart));
  }
  const auto away = m_drawing->floatInHand();
  const bool touches = away && std::abs(*away) < 0.5 * notationStep(m_session->notation()).mm();
  QString floats = touches ? tr("With it pulled the batten still touches it.")
                   : away  ? tr("With it pulled the batten floats %1 %2.")
                                .arg(shown(std::abs(*away)), *away > 0.0 ? tr("beyond it") : tr("short of it"))
                          : tr("The batten does not come by here.");
  if (judged != nullptr && judged->ease && *judged->ease >= 0.005)
    floats += tr(" It then lies %1 % easier.").arg(std::lround(100.0 * *judged->ease));
  m_floats->setText(floats);
}

void LineBench::showFairing(const FigureRef& figure) {
  const FairedFigure* faired = fairedAt(*m_session->book(), figure);
  m_drawn->setText(faired != nullptr ? tr("drawn %1").arg(shown(figureMm(m_session->book()->table, figure)))
                                     : tr("as drawn"));
  m_asDrawn->setVisible(faired != nullptr);
  m_why->setVisible(faired != nullptr);
  if (faired != nullptr) {
    const QString who = QString::fromStdString(faired->who);
    m_why->setText(tr("%1, %2%3")
                       .arg(QString::fromStdString(faired->why), dayWords(faired->when),
                            who.isEmpty() ? QString() : tr(", %1").arg(who)));
  }
}

void LineBench::showWords() {
  const TableLine* line = m_drawing->line();
  if (line == nullptr || !m_drawing->batten()) {
    m_words->setText(QString());
    return;
  }
  QStringList sentences;
  const auto words = unevenWords(*line, m_drawing->batten()->curve, m_session->book()->table.figureTolerance().mm());
  for (std::size_t i = 0; i < std::min(words.size(), mostWords); ++i) sentences << QString::fromStdString(words[i]);
  if (words.size() > mostWords) sentences << tr("and %1 more.").arg(words.size() - mostWords);
  if (words.empty()) sentences << tr("Bends evenly from end to end.");
  const double ride = m_drawing->batten()->mostRideMm;
  if (ride > 2.0 * m_session->book()->table.figureTolerance().mm())
    sentences << tr("This batten is too stiff for the line: it rides %1 off a nail.").arg(shown(ride));
  m_words->setText(sentences.join(QStringLiteral("\n")));
}

}  // namespace narrows
