#pragma once
// A page of the backbone: one part opened, its drawing and its slate.

#include <QWidget>
#include <functional>

#include "book/backbone_edits.h"
#include "canvas/cell_grid.h"
#include "commands/session.h"
#include "stages/slate.h"

class QComboBox;
class QLabel;
class QSplitter;

namespace narrows {

class Canvas;
class LengthField;
class NumberField;
class RefusedNote;

class BackbonePage : public QWidget {
  Q_OBJECT

 public:
  explicit BackbonePage(Session* session, QWidget* parent = nullptr);
  /// The drawing that takes the keys.
  virtual Canvas* drawing() = 0;
  /// Its figures shown afresh.
  void refresh();
  QString told() const;

 protected:
  /// Puts a drawing, what stands under it (may be null) and a slate together.
  void arrange(Canvas* drawing, QWidget* below, Slate* slate, int belowShare = 2);
  virtual void showPage() {}

  const Backbone* backbone() const;
  QString shown(double mm) const;
  QString degrees(double rad) const;
  /// The thickness of a thin thing.
  QString thin(double mm) const;
  /// A cell in which a length stands, to be typed over.
  Cell lengthCell(Length length) const;
  /// One edit of the plan. `own`: the timbers shown become the builder's own with it.
  bool change(const QString& words, const std::function<void(BackbonePlan&)>& edit, bool own = false);
  bool perform(const QString& words, const Result<Book>& edited);
  void tell(const QString& words);

  /// A field for a length of the plan, headed by its name.
  LengthField* lengthField(Slate* slate, const QString& name, const QString& words,
                           std::function<Length&(BackbonePlan&)> at, bool own = false);
  NumberField* numberField(Slate* slate, const QString& name, const QString& words, Slate::Range range,
                           std::function<double&(BackbonePlan&)> at);
  QComboBox* choiceField(Slate* slate, const QString& name, const QStringList& items,
                         const std::function<int(const BackbonePlan&)>& get,
                         std::function<void(BackbonePlan&, int)> set);
  /// Chooses which timber a thing is got out of; the first is none.
  QComboBox* timberField(Slate* slate, const QString& name, std::function<TimberId&(BackbonePlan&)> at);
  /// Words for a length typed in a grid; false, told, where it is not understood.
  std::optional<Length> readLength(const QString& text);

  Session* m_session;

 private:
  BackbonePlan shownPlan() const;
  Slate* m_slate = nullptr;
  RefusedNote* m_told;
};

}  // namespace narrows
