#include "stages/backbone/assembly_page.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <cmath>

#include "canvas/choices.h"
#include "canvas/length_field.h"
#include "canvas/tongue.h"
#include "stages/backbone/assembly_drawing.h"
#include "stages/slate.h"

namespace narrows {

namespace {

const std::vector<TimberKind> kinds{TimberKind::Knee,      TimberKind::Deadwood, TimberKind::Keelson,  TimberKind::Stem,
                                    TimberKind::OuterStem, TimberKind::Keel,     TimberKind::Sternpost};

/// What the grid of timbers shows, a column each.
enum TimberColumn { Sided, Wood, Long, High, Bolts };

}  // namespace

AssemblyPage::AssemblyPage(Session* session, QWidget* parent)
    : BackbonePage(session, parent),
      m_drawing(new AssemblyDrawing(session)),
      m_timbers(new CellGrid(tr("Timbers"), session, this)) {
  // What they were taken of holds its hulls, and nobody looks.
  connect(session, &Session::answerSettled, this, [this] {
    if (!isVisible()) m_measured.reset();
  });
  auto* slate = new Slate(session, this);
  m_name = slate->addHeadline(tr("Timber in hand"));
  m_size = slate->addFigure(tr("Its size"));
  m_point = slate->addFigure(tr("Point in hand"));
  m_stopwaters = slate->addFigure(tr("Stopwaters and bolts"));
  auto* print = new QPushButton(tr("Print full-size patterns…"), slate);
  print->setObjectName(QStringLiteral("printBackbone"));
  slate->addWidget(print);
  connect(print, &QPushButton::clicked, this, &AssemblyPage::printAsked);
  makeTimberFields(slate);
  makeButtons(slate);
  slate->endGroup();
  m_timbers->cells().columns = {tr("sided"), tr("wood"), tr("long"), tr("high"), tr("bolts")};
  m_timbers->cells().rows = [this] {
    return backbone() == nullptr ? 0 : static_cast<int>(backbone()->plan.timbers.size());
  };
  m_timbers->cells().rowName = [this](int row) {
    return QString::fromStdString(backbone()->plan.timbers[static_cast<std::size_t>(row)].name);
  };
  m_timbers->cells().rowKey = [this](int row) {
    return QString::number(backbone()->plan.timbers[static_cast<std::size_t>(row)].id.number);
  };
  m_timbers->cells().isLength = [](int column) { return column == Sided; };
  m_timbers->cells().cell = [this](int row, int column) { return timberCell(row, column); };
  m_timbers->cells().entered = [this](int row, int column, const QString& text) { return enter(row, column, text); };
  arrange(m_drawing, m_timbers, slate, 2);
  connect(m_drawing, &AssemblyDrawing::chosen, this, &AssemblyPage::refresh);
  connect(m_timbers, &CellGrid::cellTaken, m_drawing, &AssemblyDrawing::choose);
}

Canvas* AssemblyPage::drawing() {
  return m_drawing;
}

Timber* AssemblyPage::inHand(BackbonePlan& plan) const {
  if (plan.timbers.empty()) return nullptr;
  return &plan.timbers[std::min(static_cast<std::size_t>(m_drawing->index()), plan.timbers.size() - 1)];
}

Cell AssemblyPage::timberCell(int row, int column) const {
  const Backbone& now = *backbone();
  const Timber& timber = now.plan.timbers[static_cast<std::size_t>(row)];
  const bool on = row == m_drawing->index();
  if (column == Sided) {
    Cell cell = lengthCell(timber.siding);
    cell.bold = on;
    return cell;
  }
  const QString wood = QString::fromStdString(timber.species);
  if (column == Wood) return {wood, true, on, {}, wood};
  const auto at = static_cast<std::size_t>(row);
  if (at >= m_sizes.size() || !m_sizes[at].hasShape) return {QStringLiteral("–"), false, on};
  const TimberSize& size = m_sizes[at];
  return {column == Long   ? shown(size.longMm)
          : column == High ? shown(size.highMm)
                           : QString::number(size.bolts),
          false, on};
}

void AssemblyPage::measureTimbers() {
  // Every cell is asked for again and again: what it says is worked out once an answer.
  const Backbone& now = *backbone();
  m_measured = m_session->solved()->backbone.value;
  m_sizes.assign(now.plan.timbers.size(), {});
  for (std::size_t i = 0; i < m_sizes.size(); ++i) {
    const TimberShape* shape = now.shapes.find(now.plan.timbers[i].id);
    if (shape == nullptr) continue;
    const Box2 box = boxOf(shape->outline);
    const auto through = std::count_if(now.plan.bolts.begin(), now.plan.bolts.end(), [&](const Bolt& bolt) {
      const auto met = crossings(shape->outline, inProfile(bolt.low), inProfile(bolt.high));
      return std::any_of(met.begin(), met.end(), [](double share) { return share >= 0.0 && share <= 1.0; });
    });
    m_sizes[i] = {true, box.width(), box.height(), static_cast<int>(through)};
  }
}

bool AssemblyPage::enter(int row, int column, const QString& text) {
  const auto at = static_cast<std::size_t>(row);
  const QString name = QString::fromStdString(backbone()->plan.timbers[at].name);
  if (column == Wood) {
    return change(
        tr("Get the %1 out of %2").arg(name, text),
        [&](BackbonePlan& plan) { plan.timbers[at].species = text.toStdString(); }, true);
  }
  const auto siding = readLength(text);
  return siding && change(
                       tr("Side the %1 %2").arg(name, shown(siding->mm())),
                       [&](BackbonePlan& plan) { plan.timbers[at].siding = *siding; }, true);
}

void AssemblyPage::makeTimberFields(Slate* slate) {
  m_siding = lengthField(
      slate, tr("Sided"), tr("Change a siding"),
      [this](BackbonePlan& plan) -> Length& {
        static Length none;
        Timber* timber = inHand(plan);
        return timber != nullptr ? timber->siding : none;
      },
      true);
  slate->addHeading(tr("Its name"));
  m_rename = new QLineEdit(slate);
  m_rename->setAccessibleName(tr("Its name"));
  slate->addWidget(m_rename);
  connect(m_rename, &QLineEdit::editingFinished, this, [this] {
    if (!m_rename->isModified()) return;
    m_rename->setModified(false);
    const std::string name = m_rename->text().trimmed().toStdString();
    change(
        tr("Name a timber %1").arg(m_rename->text()),
        [&](BackbonePlan& plan) {
          if (Timber* timber = inHand(plan)) timber->name = name;
        },
        true);
  });
  slate->beginGroup(tr("Joints and hood ends"));
  m_stemMake = choiceField(
      slate, tr("Hood ends land on"), {tr("a rabbeted stem"), tr("an inner stem, outer added"), tr("a bevelled stem")},
      [](const BackbonePlan& plan) { return static_cast<int>(plan.rabbet.stem); },
      [](BackbonePlan& plan, int index) { plan.rabbet.stem = static_cast<StemMake>(index); });
  slate->addHeading(tr("First joint"));
  m_jointKind = new QComboBox(slate);
  m_jointKind->setAccessibleName(tr("Kind of joint"));
  for (const JointKind kind : {JointKind::Butt, JointKind::Scarf, JointKind::NibbedScarf, JointKind::HookedScarf})
    m_jointKind->addItem(wordOf(jointKindName(kind)));
  slate->addWidget(m_jointKind);
  connect(m_jointKind, &QComboBox::activated, this, [this](int index) {
    const Timber* timber = m_drawing->timber();
    if (timber == nullptr) return;
    const TimberId id = timber->id;
    change(
        tr("Joint: %1").arg(m_jointKind->currentText()),
        [&](BackbonePlan& plan) {
          for (Joint& joint : plan.joints) {
            if (joint.forward != id && joint.aft != id) continue;
            joint.kind = static_cast<JointKind>(index);
            // A square tip a sixth of the scarf's depth, where none was given.
            if (index >= 2 && joint.nib.mm() <= 0.0) joint.nib = inches(0.375);
            break;
          }
        },
        true);
  });
}

void AssemblyPage::makeButtons(Slate* slate) {
  slate->addHeading(tr("Join it to"));
  m_join = new QComboBox(slate);
  m_join->setAccessibleName(tr("Join it to"));
  slate->addWidget(m_join);
  connect(m_join, &QComboBox::activated, this, &AssemblyPage::joinTimbers);
  slate->beginGroup(tr("Timbers and bolts"));
  slate->addHeading(tr("Add a timber"));
  m_add = new QComboBox(slate);
  m_add->setAccessibleName(tr("Add a timber"));
  m_add->addItem(tr("choose which"));
  for (const TimberKind kind : kinds) m_add->addItem(wordOf(timberKindName(kind)));
  slate->addWidget(m_add);
  connect(m_add, &QComboBox::activated, this, [this](int index) {
    if (index < 1 || backbone() == nullptr) return;
    const Vec2 middle = m_drawing->toWorld(m_drawing->rect().center());
    const TimberKind kind = kinds[static_cast<std::size_t>(index) - 1];
    const auto before = static_cast<int>(backbone()->plan.timbers.size());
    m_add->setCurrentIndex(0);
    if (perform(tr("Add a %1").arg(wordOf(timberKindName(kind))),
                addTimber(*m_session->book(), *backbone(), kind, middle)))
      m_drawing->choose(before);
  });
  const auto button = [&](const QString& words, const char* name) {
    auto* made = new QPushButton(words, slate);
    made->setObjectName(QString::fromUtf8(name));
    slate->addWidget(made);
    return made;
  };
  m_remove = button(tr("Take this timber out"), "removeTimber");
  auto* bolts = button(tr("Place the bolts"), "placeBolts");
  auto* afresh = button(tr("Draw her afresh"), "drawAfresh");
  const auto remove = [this] {
    const Timber* timber = m_drawing->timber();
    if (timber == nullptr) return;
    const QString name = QString::fromStdString(timber->name);
    if (perform(tr("Take out the %1").arg(name), removeTimber(*m_session->book(), *backbone(), timber->id)))
      m_drawing->choose(0);
  };
  connect(m_remove, &QPushButton::clicked, this, remove);
  m_timbers->rowDeeds = [this, remove]() -> std::vector<Deed> {
    return {{tr("Print full-size patterns…"), Qt::Key_unknown, [this] { emit printAsked(); }},
            {m_remove->text(), Qt::Key_unknown, remove, m_remove->isEnabled()}};
  };
  connect(bolts, &QPushButton::clicked, this, [this] {
    if (backbone() != nullptr) perform(tr("Place the bolts"), placeBoltsAfresh(*m_session->book(), *backbone()));
  });
  connect(afresh, &QPushButton::clicked, this,
          [this] { perform(tr("Draw the backbone afresh"), drawBackboneAfresh(*m_session->book())); });
}

void AssemblyPage::joinTimbers(int with) {
  const Timber* timber = m_drawing->timber();
  const QVariant id = m_join->itemData(with);
  m_join->setCurrentIndex(0);
  if (timber == nullptr || backbone() == nullptr || !id.isValid()) return;
  const Timber* other = backbone()->plan.find(TimberId{id.toLongLong()});
  if (other == nullptr || timber->id == other->id) return;
  const TimberShape *one = backbone()->shapes.find(timber->id), *two = backbone()->shapes.find(other->id);
  if (one == nullptr || two == nullptr) return;
  const auto joint = scarfAcross(*one, *two);
  if (!joint) {
    tell(tr("The %1 and the %2 do not lie over one another: draw them so that both run past the joint.")
             .arg(QString::fromStdString(timber->name), QString::fromStdString(other->name)));
    return;
  }
  perform(tr("Join the %1 to the %2").arg(QString::fromStdString(timber->name), QString::fromStdString(other->name)),
          setJoint(*m_session->book(), *backbone(), *joint));
}

void AssemblyPage::showPage() {
  const Timber* timber = m_drawing->timber();
  if (m_measured != m_session->solved()->backbone.value) measureTimbers();
  m_timbers->refresh();
  if (timber == nullptr) return;
  m_timbers->follow(m_drawing->index());
  const Backbone& now = *backbone();
  m_name->setText(QString::fromStdString(timber->name));
  if (const TimberShape* shape = now.shapes.find(timber->id)) {
    const Box2 box = boxOf(shape->outline);
    m_size->setText(tr("%1 long by %2 high as it stands").arg(shown(box.width()), shown(box.height())));
  } else {
    m_size->setText(tr("It has no shape: see below."));
  }
  const int point = m_drawing->point();
  const bool has = point >= 0 && static_cast<std::size_t>(point) < timber->outline.size();
  m_point->setVisible(has);
  if (has) {
    const OutlinePoint& at = timber->outline[static_cast<std::size_t>(point)];
    m_point->setText(
        tr("Point %1: %2 aft, %3 up, %4")
            .arg(point + 1)
            .arg(shown(at.distance.mm()), shown(at.height.mm()), at.corner ? tr("a corner") : tr("under the batten")));
  }
  QStringList fastened;
  for (const Stopwater& stopwater : now.stopwaters) {
    for (const Joint& joint : now.plan.joints) {
      if (joint.id == stopwater.joint && (joint.forward == timber->id || joint.aft == timber->id))
        fastened << tr("Stopwater %1 at %2 aft, %3 up.")
                        .arg(shown(stopwater.diameterMm), shown(stopwater.at.x()), shown(stopwater.at.y()));
    }
  }
  fastened << tr("%n bolt(|s) in all.", nullptr, static_cast<int>(now.plan.bolts.size()));
  m_stopwaters->setText(fastened.join(QLatin1Char('\n')));
  if (!m_rename->hasFocus()) m_rename->setText(QString::fromStdString(timber->name));
  const auto joint = std::find_if(now.plan.joints.begin(), now.plan.joints.end(),
                                  [&](const Joint& one) { return one.forward == timber->id || one.aft == timber->id; });
  m_jointKind->setEnabled(joint != now.plan.joints.end());
  if (joint != now.plan.joints.end()) m_jointKind->setCurrentIndex(static_cast<int>(joint->kind));
  QStringList names(tr("choose which"));
  for (const Timber& other : now.plan.timbers) names << QString::fromStdString(other.name);
  setItems(m_join, names);
  for (std::size_t i = 0; i < now.plan.timbers.size(); ++i)
    m_join->setItemData(static_cast<int>(i) + 1, static_cast<qlonglong>(now.plan.timbers[i].id.number));
  m_remove->setEnabled(now.plan.timbers.size() > 1);
}

}  // namespace narrows
