#include "stages/lines/offset_grid.h"

#include <QFontMetrics>
#include <QHeaderView>
#include <QKeyEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "book/edits.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "canvas/typing_delegate.h"
#include "canvas/verdict_mark.h"
#include "fonts.h"

namespace narrows {

namespace {

QString headingOf(const TableRow& row, Unit unit) {
  const QString line = QString::fromStdString(rowWords(row, unit));
  return row.kind == RowKind::Diagonal ? line : wordOf(rowKindName(row.kind)) + QLatin1Char(' ') + line;
}

/// A figure, what the judge says of it by shape as well as by colour, and its float beneath.
class FigureDelegate : public TypingDelegate {
 public:
  using TypingDelegate::TypingDelegate;

  void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
    const auto verdict = static_cast<Verdict>(index.data(OffsetModel::VerdictRole).toInt());
    const QString floats = index.data(OffsetModel::FloatRole).toString();
    const bool faired = index.data(OffsetModel::FairedRole).toBool();
    const bool selected = (option.state & QStyle::State_Selected) != 0;
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    painter->fillRect(option.rect, selected ? look::timber : look::raised);
    const QColor colour = verdict == Verdict::Misread ? look::trouble
                          : verdict == Verdict::Look  ? look::lookAgain
                          : faired                    ? look::inHand
                                                      : look::ink;
    painter->setPen(colour);
    painter->setFont(shopFont(15.0, verdict != Verdict::None || faired));
    const QRect upper = floats.isEmpty() ? option.rect : option.rect.adjusted(0, 2, 0, -14);
    painter->drawText(upper, Qt::AlignCenter, index.data(Qt::DisplayRole).toString());
    if (!floats.isEmpty()) {
      painter->setFont(shopFont(11.0, verdict != Verdict::None));
      painter->setPen(verdict == Verdict::None ? look::quietInk : colour);
      painter->drawText(option.rect.adjusted(0, 18, 0, -2), Qt::AlignCenter, floats);
    }
    if (index.data(OffsetModel::RestsRole).toBool()) {
      // A stroke under it, broken: it stands on little.
      QPen broken(look::quietInk, 1.5);
      broken.setDashPattern({2.0, 2.5});
      painter->setPen(broken);
      const double y = option.rect.bottom() - 4.5;
      painter->drawLine(QPointF(option.rect.center().x() - 18.0, y), QPointF(option.rect.center().x() + 18.0, y));
    }
    if (const auto severity = severityOf(verdict))
      paintVerdict(*painter, QPointF(option.rect.topLeft()) + QPointF(9.0, 9.0), *severity, 10.0);
    painter->restore();
  }
};

}  // namespace

OffsetModel::OffsetModel(Session* session, QObject* parent) : KeyedModel(parent), m_session(session) {
  connect(session, &Session::answerSettled, this, [this] {
    if (rowCount() > 0) emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
  });
  connect(session, &Session::bookChanged, this, [this] {
    const bool changed = m_shown == nullptr || !(m_shown->table == m_session->book()->table) ||
                         m_shown->faired != m_session->book()->faired;
    m_shown = m_session->book();
    if (!changed && m_number == m_session->bookNumber()) return;
    QStringList rows, columns;
    for (const TableRow& row : m_shown->table.rows)
      rows << wordOf(rowKindName(row.kind)) + QLatin1Char(' ') + headingOf(row, m_shown->table.unit);
    for (const StationColumn& station : m_shown->table.stations) columns << QString::fromStdString(station.name);
    if (m_number != m_session->bookNumber()) {
      m_number = m_session->bookNumber();
      return startKeys(rows, columns);
    }
    setKeys(std::move(rows), std::move(columns));
    if (rowCount() > 0) emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
  });
}

QVariant OffsetModel::data(const QModelIndex& index, int role) const {
  if (!index.isValid() || m_shown == nullptr) return {};
  const auto& rows = m_shown->table.rows;
  if (static_cast<std::size_t>(index.row()) >= rows.size() ||
      static_cast<std::size_t>(index.column()) >= m_shown->table.stations.size())
    return {};
  const auto& figure = rows[static_cast<std::size_t>(index.row())].figures[static_cast<std::size_t>(index.column())];
  if (role == Qt::TextAlignmentRole) return Qt::AlignCenter;
  const FigureRef ref{FigureRef::In::Row, static_cast<std::size_t>(index.row()),
                      static_cast<std::size_t>(index.column())};
  const FairedFigure* faired = fairedAt(*m_shown, ref);
  if (role == FairedRole) return faired != nullptr;
  if (role == Qt::AccessibleDescriptionRole) return spoken(ref);
  if (role == VerdictRole || role == FloatRole || role == RestsRole) return judged(ref, role);
  if (role == Qt::ToolTipRole && faired == nullptr && judged(ref, RestsRole).toBool())
    return tr("Rests on one line alone: a slip of half an inch here would not be told. Read it twice.");
  if (role == Qt::ToolTipRole && faired != nullptr)
    return tr("drawn %1, faired to %2: %3")
        .arg(QString::fromStdString(withDecimalMark(writeLength(*figure, m_shown->table.unit, 6, true))),
             QString::fromStdString(withDecimalMark(writeLength(faired->value, m_shown->table.unit, 3, true))),
             QString::fromStdString(faired->why));
  if (role == Qt::DisplayRole && faired != nullptr)
    return QString::fromStdString(withDecimalMark(writeLength(faired->value, m_shown->table.unit, 2, true)));
  if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
  if (!figure) return role == Qt::EditRole ? QString() : QStringLiteral("–");
  return QString::fromStdString(withDecimalMark(writeLength(*figure, m_shown->table.unit, 6, true)));
}

QString OffsetModel::spoken(const FigureRef& figure) const {
  QStringList words;
  const auto verdict = static_cast<Verdict>(judged(figure, VerdictRole).toInt());
  const QString floats = judged(figure, FloatRole).toString();
  if (verdict == Verdict::Misread) words << tr("misread, %1 off").arg(floats);
  if (verdict == Verdict::Look) words << tr("look again, %1 off").arg(floats);
  if (verdict == Verdict::None && !floats.isEmpty()) words << tr("floats %1").arg(floats);
  if (judged(figure, RestsRole).toBool()) words << tr("rests on one line alone");
  if (fairedAt(*m_shown, figure) != nullptr) words << tr("faired");
  return words.join(QStringLiteral(", "));
}

std::optional<FigureRef> OffsetModel::inAnswer(const FigureRef& figure) const {
  const OffsetTable& now = m_shown->table;
  const OffsetTable& then = m_session->solved()->book->table;
  const auto isLine = [&](const TableRow& row) { return row.sameLine(now.rows[figure.list]); };
  const auto isStation = [&](const StationColumn& one) { return one.name == now.stations[figure.place].name; };
  if (figure.list < then.rows.size() && figure.place < then.stations.size() && isLine(then.rows[figure.list]) &&
      isStation(then.stations[figure.place]))
    return figure;
  const auto row = std::find_if(then.rows.begin(), then.rows.end(), isLine);
  const auto station = std::find_if(then.stations.begin(), then.stations.end(), isStation);
  if (row == then.rows.end() || station == then.stations.end()) return std::nullopt;
  return FigureRef{figure.in, static_cast<std::size_t>(row - then.rows.begin()),
                   static_cast<std::size_t>(station - then.stations.begin())};
}

QVariant OffsetModel::judged(const FigureRef& figure, int role) const {
  const auto& solved = m_session->solved();
  const FigureJudgement* judged = nullptr;
  if (solved != nullptr && solved->judgement != nullptr) {
    if (const auto then = inAnswer(figure)) judged = solved->judgement->of(*then);
  }
  if (role == VerdictRole) return judged != nullptr ? static_cast<int>(judged->verdict) : 0;
  if (judged == nullptr) return {};
  const bool disowned = judged->verdict != Verdict::None;
  if (role == RestsRole) return !disowned && judged->tellsMm > restsAloneMm;
  const auto floats = disowned ? std::optional(judged->apartMm) : solved->judgement->floatThatTells(*judged);
  if (!floats) return {};
  const double away = *floats;
  return QString(away > 0.0 ? QStringLiteral("+") : QStringLiteral("−")) +
         QString::fromStdString(showLength(millimetres(std::abs(away)), m_session->notation()));
}

QVariant OffsetModel::headerData(int section, Qt::Orientation orientation, int role) const {
  if (role != Qt::DisplayRole || m_shown == nullptr) return {};
  const auto i = static_cast<std::size_t>(section);
  if (i >= (orientation == Qt::Horizontal ? m_shown->table.stations.size() : m_shown->table.rows.size())) return {};
  if (orientation == Qt::Horizontal) return QString::fromStdString(m_shown->table.stations[i].name);
  return headingOf(m_shown->table.rows[i], m_shown->table.unit);
}

Qt::ItemFlags OffsetModel::flags(const QModelIndex& index) const {
  return index.isValid() ? Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsEditable : Qt::NoItemFlags;
}

bool OffsetModel::setData(const QModelIndex& index, const QVariant& value, int role) {
  if (role != Qt::EditRole || !index.isValid()) return false;
  const QString text = value.toString().trimmed();
  std::optional<Length> figure;
  if (!text.isEmpty() && text != QStringLiteral("-") && text != QStringLiteral("–")) {
    const auto length = typedLength(text, m_shown->table.unit);
    if (!length) {
      emit notUnderstood(QString::fromStdString(describe(length.error()[0])));
      return false;
    }
    figure = *length;
  }
  const auto row = static_cast<std::size_t>(index.row());
  const auto column = static_cast<std::size_t>(index.column());
  const TableRow& line = m_shown->table.rows[row];
  const QString words =
      tr("Change %1, station %2")
          .arg(headingOf(line, m_shown->table.unit), QString::fromStdString(m_shown->table.stations[column].name));
  if (!m_session->perform(words, setFigure(*m_session->book(), row, column, figure))) return false;
  emit understood();
  return true;
}

OffsetGrid::OffsetGrid(Session* session, QWidget* parent)
    : FigureGrid(tr("Table of offsets"), session, parent), m_model(new OffsetModel(session, this)) {
  setModel(m_model);
  horizontalHeader()->setDefaultSectionSize(66);
  horizontalHeader()->setMinimumSectionSize(48);
  setItemDelegate(new FigureDelegate(this));
  connect(m_model, &OffsetModel::notUnderstood, this, &FigureGrid::notUnderstood);
  connect(m_model, &OffsetModel::understood, this, &FigureGrid::understood);
  verticalHeader()->setDefaultSectionSize(36);
  connect(selectionModel(), &QItemSelectionModel::currentChanged, this, &OffsetGrid::takeInHand);
  connect(session, &Session::selectionChanged, this, &OffsetGrid::follow);
}

void OffsetGrid::takeInHand(const QModelIndex& cell) {
  const auto& stations = this->session()->book()->table.stations;
  if (!cell.isValid() || static_cast<std::size_t>(cell.column()) >= stations.size()) return;
  Selection selection = this->session()->selection();
  selection.row = cell.row();
  const std::string& name = stations[static_cast<std::size_t>(cell.column())].name;
  if (const auto& solved = this->session()->solved(); solved != nullptr && solved->drawn != nullptr) {
    const auto& sections = solved->drawn->sections;
    for (std::size_t i = 0; i < sections.size(); ++i) {
      if (sections[i].name == name) selection.section = static_cast<int>(i);
    }
  }
  // A station that has no section yet leaves another selected: that one is not followed.
  m_takingInHand = true;
  this->session()->select(selection);
  m_takingInHand = false;
}

void OffsetGrid::follow() {
  const Selection& selection = this->session()->selection();
  const auto& solved = this->session()->solved();
  if (m_takingInHand || state() == QAbstractItemView::EditingState || solved == nullptr || solved->drawn == nullptr)
    return;
  // What an answer selects by itself leaves the hand where it types.
  if (hasHand() && this->session()->isSelectingFirst()) return;
  int column = currentIndex().column();
  if (selection.section >= 0 && static_cast<std::size_t>(selection.section) < solved->drawn->sections.size()) {
    const std::string& name = solved->drawn->sections[static_cast<std::size_t>(selection.section)].name;
    const auto& stations = this->session()->book()->table.stations;
    for (std::size_t i = 0; i < stations.size(); ++i) {
      if (stations[i].name == name) column = static_cast<int>(i);
    }
  }
  const QModelIndex wanted = m_model->index(std::max(selection.row, 0), std::max(column, 0));
  if (wanted.isValid() && wanted != currentIndex()) setCurrentIndex(wanted);
}

void OffsetGrid::keyPressEvent(QKeyEvent* event) {
  const QModelIndex now = currentIndex();
  const bool isOpen = state() == QAbstractItemView::EditingState;
  if (!isOpen && (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && now.isValid())
    return enterUntyped();
  if (!isOpen && event->key() == Qt::Key_Delete && now.isValid()) {
    m_model->setData(now, QString(), Qt::EditRole);
    return;
  }
  FigureGrid::keyPressEvent(event);
}

void OffsetGrid::enterUntyped() {
  const QModelIndex now = currentIndex(), below = m_model->index(now.row() + 1, now.column());
  if (below.isValid()) setCurrentIndex(below);
}

}  // namespace narrows
