#pragma once
// The bench where one line is worked on: which line, which batten, from where it is looked at, and its figures.

#include <QWidget>

#include "stages/lines/line_drawing.h"

class QComboBox;
class QLabel;
class QPushButton;
class QToolButton;

namespace narrows {

class LengthField;
class MarkedWords;
class Slate;

class LineBench : public QWidget {
  Q_OBJECT

 public:
  explicit LineBench(Session* session, QWidget* parent = nullptr);
  LineDrawing* drawing() { return m_drawing; }
  /// The figures of the line and the nail in hand, for the right of the stage.
  QWidget* slate();
  QComboBox* lines() { return m_lines; }
  QComboBox* battens() { return m_battens; }
  QComboBox* views() { return m_views; }
  QPushButton* floatButton() { return m_float; }
  LengthField* figure() { return m_figure; }
  /// Takes a line in hand: the first stretch of a row, section or profile.
  void choose(LineKind kind, std::size_t list);
  /// Takes the nail of a figure in hand, on its own line.
  void chooseFigure(const FigureRef& figure);
  /// The next line of the list, or the one before.
  void stepLine(int by);

 signals:
  void leaveAsked();

 private:
  /// Which line and how it is looked at, above the drawing.
  void lay();
  void fillSlate();
  void follow();
  void listLines();
  void showNail();
  /// What is said of the nail in hand: whether it is misread, and how the batten lies with it pulled.
  void showVerdict(const FigureJudgement* judged);
  /// What it was drawn as, where it is faired, and why.
  void showFairing(const FigureRef& figure);
  void showWords();
  QString shown(double mm) const;

  Session* m_session;
  LineDrawing* m_drawing;
  Slate* m_slate;
  QComboBox* m_lines;
  QComboBox* m_battens;
  QComboBox* m_ends;
  QComboBox* m_views;
  QToolButton* m_comb;
  QLabel* m_name;
  QLabel* m_nail;
  QLabel* m_drawn;
  QLabel* m_floats;
  MarkedWords* m_verdict;
  QLabel* m_why;
  QLabel* m_words;
  LengthField* m_figure;
  QPushButton* m_pull;
  QPushButton* m_float;
  QPushButton* m_guess;
  QPushButton* m_asDrawn;
  Length m_meant;
  std::vector<LineChoice> m_choices;
};

}  // namespace narrows
