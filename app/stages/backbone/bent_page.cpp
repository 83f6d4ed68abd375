#include "stages/backbone/bent_page.h"

#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <array>
#include <cmath>

#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/seen.h"
#include "canvas/tongue.h"
#include "fonts.h"

namespace narrows {

namespace {
/// Of the table of results: what is typed.
constexpr int cameOutColumn = 3;
}  // namespace

BentDrawing::BentDrawing(Session* session, QWidget* parent) : SessionCanvas(session, parent) {
  setAccessibleName(tr("The bent part and its form"));
  setEmptyWords(
      tr("Choose on the right which timber is got out this way. It needs a hollow edge: a stem or a knee has one."));
}

void BentDrawing::chooseBuiltUp(bool builtUp) {
  m_builtUp = builtUp;
  remeasure();
}

const Backbone* BentDrawing::backbone() const {
  const auto& solved = m_session->solved();
  return solved == nullptr ? nullptr : solved->backbone.get();
}

Polygon BentDrawing::shape() const {
  if (backbone() == nullptr) return {};
  const BackbonePlan& plan = backbone()->plan;
  if (m_builtUp || plan.lamination.frame.empty()) {
    const TimberShape* timber = backbone()->shapes.find(m_builtUp ? plan.blank.timber : plan.lamination.timber);
    return timber != nullptr ? timber->outline : Polygon();
  }
  if (!backbone()->lamination) return {};
  // A frame: both its faces, from the middle of the stack.
  const Lamination& made = *backbone()->lamination;
  constexpr int steps = 80;
  Polygon frame;
  for (const double side : {0.5, -0.5}) {
    for (int i = 0; i <= steps; ++i) {
      const double along = made.middle.lengthMm() * (side > 0.0 ? i : steps - i) / steps;
      const Vec3 at = made.middle.pointAt(along), way = made.middle.tangentAt(along);
      frame.emplace_back(at.x() - side * made.stackMm * way.z(), at.z() + side * made.stackMm * way.x());
    }
  }
  return frame;
}

std::optional<SessionCanvas::Box> BentDrawing::extent() const {
  const Polygon part = shape();
  if (part.empty()) return std::nullopt;
  Box2 box = boxOf(part);
  if (m_builtUp && backbone()->blank) {
    for (const BlankPiece& piece : backbone()->blank->pieces) {
      const Box2 one = boxOf(piece.board);
      box.low = box.low.cwiseMin(one.low);
      box.high = box.high.cwiseMax(one.high);
    }
  }
  if (!m_builtUp && backbone()->lamination) {
    for (const FormBlock& block : backbone()->lamination->blocks) {
      const Vec2 at(block.at.x() - 60.0 * block.square.x(), block.at.z() - 60.0 * block.square.z());
      box.low = box.low.cwiseMin(at);
      box.high = box.high.cwiseMax(at);
    }
  }
  return std::pair(box.low, box.high);
}

void BentDrawing::paintForm(QPainter& painter) const {
  const Lamination& made = *backbone()->lamination;
  const auto curve = [&](const Batten& batten) {
    QPolygonF line;
    for (int i = 0; i <= 160; ++i) {
      const Vec3 at = batten.pointAtShare(i / 160.0);
      line.append(toScreen({at.x(), at.z()}));
    }
    return line;
  };
  constexpr double blockMm = 60.0;
  painter.setFont(shopFont(look::labelPx));
  for (std::size_t i = 0; i < made.blocks.size(); ++i) {
    const FormBlock& block = made.blocks[i];
    const Vec2 at(block.at.x(), block.at.z()), square(block.square.x(), block.square.z());
    const Vec2 along(-square.y(), square.x());
    const Vec2 foot = at - square * blockMm;
    QPolygonF wood;
    for (const Vec2& corner :
         {Vec2(at + 10.0 * along), Vec2(at - 10.0 * along), Vec2(foot - 10.0 * along), Vec2(foot + 10.0 * along)})
      wood.append(toScreen(corner));
    painter.setPen(QPen(look::outline, 1.0));
    painter.setBrush(look::timberDark);
    drawShape(painter, wood);
    painter.setPen(look::ink);
    painter.drawText(QRectF(toScreen(foot - square * 16.0) - QPointF(14.0, 9.0), QSizeF(28.0, 18.0)), Qt::AlignCenter,
                     QString::number(i + 1));
  }
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(look::inHand, 3.0));
  drawCurve(painter, curve(made.formFace));
  painter.setPen(QPen(look::ink, 1.4, Qt::DashLine));
  drawCurve(painter, curve(made.middle));
}

void BentDrawing::paintBoards(QPainter& painter) const {
  painter.setFont(shopFont(look::labelPx));
  for (const BlankPiece& piece : backbone()->blank->pieces) {
    if (piece.layer > 2) continue;
    painter.setPen(QPen(piece.layer == 1 ? look::ink : look::inHand, piece.layer == 1 ? 1.6 : 1.4,
                        piece.layer == 1 ? Qt::SolidLine : Qt::DashLine));
    drawShape(painter, onScreen(piece.board));
    const QPointF at = toScreen(centroid(piece.board));
    const QString words = tr("%1, %2").arg(piece.layer).arg(piece.place);
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 6.0;
    const QRectF box(at - QPointF(0.5 * wide, piece.layer == 1 ? 18.0 : 0.0), QSizeF(wide, 18.0));
    painter.fillRect(box, look::timber);  // no line runs through what is read
    painter.drawText(box, Qt::AlignCenter, words);
  }
}

void BentDrawing::paintDrawing(QPainter& painter) {
  setCaption(m_builtUp ? tr("full: odd layers; dashed: even layers")
                       : tr("heavy: the form's face with its blocks; dashed: middle of the part as it comes off"));
  painter.setPen(QPen(look::ink, 2.0));
  painter.setBrush(look::timber);
  drawShape(painter, onScreen(shape()));
  painter.setBrush(Qt::NoBrush);
  if (m_builtUp && backbone()->blank) paintBoards(painter);
  if (!m_builtUp && backbone()->lamination) paintForm(painter);
}

BentPage::BentPage(Session* session, bool builtUp, QWidget* parent)
    : BackbonePage(session, parent),
      m_drawing(new BentDrawing(session)),
      m_grid(new CellGrid(builtUp ? tr("Pieces of the blank") : tr("What came off the form"), session, this)) {
  m_drawing->chooseBuiltUp(builtUp);
  auto* slate = new Slate(session, this);
  m_head = slate->addHeadline(builtUp ? tr("Pieces") : tr("Strips"));
  m_bend = slate->addFigure(tr("Bend"));
  m_form = slate->addFigure(builtUp ? tr("Joints") : tr("Form"));
  m_stock = slate->addFigure(tr("Stock"));
  m_caution = slate->addFigure(tr("Caution"));
  if (builtUp) {
    makeBlank(slate);
  } else {
    makeLamination(slate);
  }
  arrange(m_drawing, m_grid, slate, 1);
}

void BentPage::makeLamination(Slate* slate) {
  m_timber = timberField(slate, tr("Bend this timber"),
                         [](BackbonePlan& plan) -> TimberId& { return plan.lamination.timber; });
  slate->addChanging(
      tr("Or a frame"), [this] { return frames(); },
      [this](int index) {
        const std::string frame = index > 0 ? m_frames[static_cast<std::size_t>(index) - 1] : std::string();
        change(index > 0 ? tr("Bend the frame at station %1").arg(QString::fromStdString(frame)) : tr("Bend no frame"),
               [&](BackbonePlan& plan) { plan.lamination.frame = frame; });
      });
  QStringList woods;
  for (const UsualBend& usual : usualBends()) {
    if (!woods.contains(QString::fromStdString(usual.species))) woods << QString::fromStdString(usual.species);
  }
  choiceField(
      slate, tr("Wood of the strips"), woods,
      [woods](const BackbonePlan& plan) {
        return static_cast<int>(woods.indexOf(QString::fromStdString(plan.lamination.species)));
      },
      [woods](BackbonePlan& plan, int index) { plan.lamination.species = woods[index].toStdString(); });
  choiceField(
      slate, tr("Bent"), {tr("cold"), tr("steamed"), tr("green, steamed")},
      [](const BackbonePlan& plan) { return static_cast<int>(plan.lamination.bending); },
      [](BackbonePlan& plan, int index) { plan.lamination.bending = static_cast<Bending>(index); });
  slate->addNumber(
      tr("Radius over thickness, in this shop"), {5.0, 400.0, 0},
      [this] { return bendFor(m_session->book()->backbone.lamination).ratio; },
      [this](double value) {
        change(tr("Bend to a ratio of %1").arg(value, 0, 'f', 0), [&](BackbonePlan& plan) {
          LaminationPlan& now = plan.lamination;
          std::erase_if(now.ratios,
                        [&](const BendRatio& one) { return one.species == now.species && one.bending == now.bending; });
          now.ratios.push_back({now.species, now.bending, value});
        });
      });
  const auto field = [&](const QString& name, Length LaminationPlan::*at) {
    lengthField(slate, name, tr("Change the lamination"),
                [at](BackbonePlan& plan) -> Length& { return plan.lamination.*at; });
  };
  slate->beginGroup(tr("The stack"));
  field(tr("Stack deep (0: as the timber is drawn)"), &LaminationPlan::moulding);
  field(tr("Strips thick (0: as thick as bends)"), &LaminationPlan::strip);
  field(tr("Frame sided"), &LaminationPlan::frameSiding);
  field(tr("For cleaning up, on the width"), &LaminationPlan::cleanUp);
  field(tr("For trimming, each end"), &LaminationPlan::trim);
  slate->beginGroup(tr("Boards and clamps"));
  field(tr("Boards wide"), &LaminationPlan::boardWidth);
  field(tr("Boards thick"), &LaminationPlan::boardThickness);
  field(tr("Boards long"), &LaminationPlan::boardLength);
  field(tr("Saw kerf"), &LaminationPlan::kerf);
  field(tr("Clamps apart"), &LaminationPlan::clampSpacing);
  slate->endGroup();
  makeResults();
}

/// What stacks opened by when they were released, a row each, and one to be typed in.
void BentPage::makeResults() {
  m_grid->cells().columns = {tr("strips"),           tr("along it"),  tr("across, on the form"),
                             tr("across, released"), tr("gave back"), tr("theory")};
  m_grid->cells().rows = [this] {
    return backbone() == nullptr || !backbone()->lamination
               ? 0
               : static_cast<int>(m_session->book()->backbone.lamination.results.size()) + 1;
  };
  m_grid->cells().rowName = [this](int row) {
    const auto& results = m_session->book()->backbone.lamination.results;
    if (static_cast<std::size_t>(row) >= results.size()) return tr("this one");
    const SpringbackResult& one = results[static_cast<std::size_t>(row)];
    return tr("%1, %2").arg(QString::fromStdString(one.species), wordOf(bendingName(one.bending)));
  };
  m_grid->cells().rowKey = [](int row) { return QString::number(row); };
  m_grid->cells().cell = [this](int row, int column) { return resultCell(row, column); };
  m_grid->cells().entered = [this](int row, int column, const QString& text) { return result(row, column, text); };
}

Slate::Choices BentPage::frames() {
  Slate::Choices found{{tr("no, the timber")}};
  m_frames.clear();
  for (const StationColumn& station : m_session->solved()->fair->stations) {
    if (!station.distance) continue;
    m_frames.push_back(station.name);
    found.items << tr("the frame at station %1").arg(QString::fromStdString(station.name));
    if (station.name == m_session->book()->backbone.lamination.frame)
      found.chosen = static_cast<int>(found.items.size()) - 1;
  }
  return found;
}

void BentPage::makeBlank(Slate* slate) {
  m_timber =
      timberField(slate, tr("Build up this timber"), [](BackbonePlan& plan) -> TimberId& { return plan.blank.timber; });
  using Member = Length BlankPlan::*;
  const std::vector<std::pair<QString, Member>> fields{{tr("Boards wide"), &BlankPlan::boardWidth},
                                                       {tr("Boards thick"), &BlankPlan::boardThickness},
                                                       {tr("Joints apart, layer to layer"), &BlankPlan::clear},
                                                       {tr("Wood left outside the outline"), &BlankPlan::margin}};
  for (const auto& [name, member] : fields) {
    const Member at = member;
    lengthField(slate, name, tr("Change the blank"), [at](BackbonePlan& plan) -> Length& { return plan.blank.*at; });
  }
  m_grid->cells().columns = {tr("long"), tr("wide"), tr("first end off square"), tr("other end"), tr("grain runs out")};
  m_grid->cells().rows = [this] {
    return backbone() == nullptr || !backbone()->blank ? 0 : static_cast<int>(backbone()->blank->pieces.size());
  };
  m_grid->cells().rowName = [this](int row) {
    const BlankPiece& piece = backbone()->blank->pieces[static_cast<std::size_t>(row)];
    return tr("layer %1, piece %2").arg(piece.layer).arg(piece.place);
  };
  m_grid->cells().cell = [this](int row, int column) {
    const BlankPiece& piece = backbone()->blank->pieces[static_cast<std::size_t>(row)];
    const QString words = column == 0   ? shown(piece.lengthMm)
                          : column == 1 ? shown(piece.widthMm)
                          : column == 2 ? degrees(std::abs(piece.fromMitreRad))
                          : column == 3 ? degrees(std::abs(piece.toMitreRad))
                                        : degrees(piece.runOutRad);
    return Cell{words, false, false, {}};
  };
}

Cell BentPage::resultCell(int row, int column) const {
  const auto& results = m_session->book()->backbone.lamination.results;
  const Lamination& now = *backbone()->lamination;
  const auto percent = [](double share) { return QStringLiteral("%L1 %").arg(100.0 * share, 0, 'f', 2); };
  if (static_cast<std::size_t>(row) >= results.size()) {
    // The one on the form now: what it comes off at is to be typed.
    const std::array<QString, 6> words{QString::number(now.strips),
                                       shown(now.formMiddle.lengthMm()),
                                       shown(now.formOpeningMm),
                                       tr("type it"),
                                       QString(),
                                       percent(springback(now.strips))};
    return {words[static_cast<std::size_t>(column)], column == cameOutColumn, false, look::quietInk};
  }
  const SpringbackResult& one = results[static_cast<std::size_t>(row)];
  if (column == cameOutColumn) return lengthCell(one.cameOut);
  const auto share = comeBackOf(one, Unit::Millimetre);
  const std::array<QString, 6> words{QString::number(one.strips),         shown(one.length.mm()),
                                     shown(one.formOpening.mm()),         QString(),
                                     share ? percent(*share) : QString(), percent(springback(std::max(one.strips, 2)))};
  return {words[static_cast<std::size_t>(column)], false, column == cameOutColumn + 1};
}

bool BentPage::result(int row, int column, const QString& text) {
  if (column != cameOutColumn) return false;
  LaminationPlan plan = m_session->book()->backbone.lamination;
  const bool isNew = static_cast<std::size_t>(row) >= plan.results.size();
  if (text.isEmpty()) {
    if (isNew) return false;
    plan.results.erase(plan.results.begin() + row);
  } else {
    const auto length = readLength(text);
    if (!length) return false;
    const Lamination& now = *backbone()->lamination;
    SpringbackResult one = isNew ? SpringbackResult{plan.species, plan.bending,
                                                    now.strips,   millimetres(now.formOpeningMm),
                                                    {},           millimetres(now.formMiddle.lengthMm())}
                                 : plan.results[static_cast<std::size_t>(row)];
    one.cameOut = *length;
    if (const auto share = comeBackOf(one, bareUnit(m_session->notation())); !share) {
      tell(QString::fromStdString(describe(share.error()[0])));
      return false;
    }
    if (isNew) {
      plan.results.push_back(one);
    } else {
      plan.results[static_cast<std::size_t>(row)] = one;
    }
  }
  change(tr("Record what came off the form"), [&](BackbonePlan& whole) { whole.lamination = plan; });
  return true;
}

void BentPage::showLamination() {
  const LaminationPlan& plan = m_session->book()->backbone.lamination;
  const UsualBend bend = bendFor(plan);
  const Problems& problems = backbone()->laminationProblems;
  const bool has = backbone()->lamination.has_value();
  for (QLabel* label : {m_bend, m_form, m_stock}) label->setVisible(has);
  look::say(m_caution, problems.empty() ? look::Voice::Plain : look::Voice::Trouble);
  m_caution->setText(
      !problems.empty() ? QString::fromStdString(describe(problems[0]))
                        : wordOf(bend.caution) + tr(" Dry run first.") +
                              (backbone()->bent && backbone()->bent->heelMm > 1.0
                                   ? tr(" Its heel is %1 deeper: a filling piece.").arg(shown(backbone()->bent->heelMm))
                                   : QString()));
  if (!has) {
    m_head->setText(problems.empty() ? tr("nothing bent yet") : tr("it cannot be bent"));
    return;
  }
  const Lamination& made = *backbone()->lamination;
  m_head->setText(tr("%n strip(|s)", nullptr, made.strips));
  m_bend->setText(
      tr("%1 each. Tightest %2 inside, %3 outside; up to %4 bends.")
          .arg(thin(made.stripMm), shown(made.insideRadiusMm), shown(made.outsideRadiusMm), thin(made.thickestMm)));
  m_form->setText(tr("Springs back %L1 %: form to %2 at the middle of the stack; its ends open %3. %4 blocks.")
                      .arg(100.0 * made.springShare, 0, 'f', 2)
                      .arg(shown(made.formRadiusMm), shown(made.opensMm))
                      .arg(made.blocks.size()));
  m_stock->setText(made.boards > 0 ? tr("Strips %1 wide, %2 long: %3, %L4 % waste. Glue %L5 m², %6 clamps.")
                                         .arg(shown(made.stripWidthMm), shown(made.stripLengthMm),
                                              tr("%n board(|s)", nullptr, made.boards))
                                         .arg(100.0 * made.wasteShare, 0, 'f', 0)
                                         .arg(made.glueAreaM2, 0, 'f', 2)
                                         .arg(made.clamps)
                                   : tr("Strips %1 wide, %2 long: these boards are too short or too narrow for one.")
                                         .arg(shown(made.stripWidthMm), shown(made.stripLengthMm)));
}

void BentPage::showBlank() {
  const Problems& problems = backbone()->blankProblems;
  const bool has = backbone()->blank.has_value();
  for (QLabel* label : {m_bend, m_form, m_stock}) label->setVisible(has);
  look::say(m_caution, problems.empty() ? look::Voice::Plain : look::Voice::Trouble);
  m_caution->setText(problems.empty() ? QString() : QString::fromStdString(describe(problems[0])));
  if (!has) {
    m_head->setText(problems.empty() ? tr("nothing built up yet") : tr("these boards will not do"));
    return;
  }
  const Blank& blank = *backbone()->blank;
  m_head->setText(tr("%n piece(|s)", nullptr, static_cast<int>(blank.pieces.size())));
  m_bend->setText(tr("%1, each planed to %2. Grain runs out %3 at most.")
                      .arg(tr("%n layer(|s)", nullptr, blank.layers), shown(blank.layerMm), degrees(blank.runOutRad)));
  m_form->setText(tr("Joints of layers that touch %1 apart.").arg(shown(blank.leastApartMm)));
  m_stock->setText(
      tr("%1 of board in all, %L2 m² of glue.").arg(shown(blank.boardLengthMm)).arg(blank.glueAreaM2, 0, 'f', 2));
}

void BentPage::showPage() {
  m_grid->refresh();
  if (m_drawing->isBuiltUp()) {
    showBlank();
  } else {
    showLamination();
  }
}

}  // namespace narrows
