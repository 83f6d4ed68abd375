#pragma once
// The one window: rail, stage, findings, and the menus that reach everything.

#include <QMainWindow>
#include <vector>

#include "commands/long_work.h"
#include "commands/session.h"

class QActionGroup;
class QLabel;
class QMenu;
class QStackedWidget;

namespace narrows {

class Actions;
class ClockStrip;
class DaybookStage;
class Desk;
class BackboneStage;
class FindingsBar;
class LinesStage;
class LiningStage;
class PlanksStage;
class StockStage;
class MouldsStage;
class Rail;
class Stage;
enum class SheetsOf;
class Welcome;
struct KeySection;

class MainWindow : public QMainWindow {
  Q_OBJECT

 public:
  explicit MainWindow(QWidget* parent = nullptr);
  ~MainWindow() override;

  Session& session() { return m_session; }
  /// Where books are opened and saved.
  Desk* desk() { return m_desk; }
  /// By its place on the rail, from 0; by its number, which is its key for good.
  void goToStage(std::size_t index);
  void goToNumber(int number);
  /// A book of a table that is still to be typed.
  void beginTable(const OffsetTable& table);
  std::size_t currentStage() const;
  LinesStage* lines() { return m_lines; }
  BackboneStage* backbone() { return m_backbone; }
  MouldsStage* moulds() { return m_moulds; }
  LiningStage* lining() { return m_lining; }
  PlanksStage* planks() { return m_planks; }
  StockStage* stock() { return m_stock; }
  DaybookStage* daybook() { return m_daybook; }
  ClockStrip* clockStrip() { return m_clock; }
  FindingsBar* findings() { return m_findings; }
  Rail* rail() { return m_rail; }
  /// What was last told beside the work: faults of a file, or what was done.
  QString told() const;

  /// Every key, by what has it: for the sheet of keys.
  std::vector<KeySection> keySections() const;

 protected:
  void closeEvent(QCloseEvent* event) override;
  /// A book or a table dropped on it is opened.
  void dragEnterEvent(QDragEnterEvent* event) override;
  void dropEvent(QDropEvent* event) override;

 private:
  /// Rail, stages and what wants looking at, under what is told.
  void lay();
  void followSession();
  void followParts();
  void makeMenus();
  void makeFileMenu();
  void makeEditMenu();
  void makeViewMenu();
  void tell(const QString& words, bool trouble);
  void showTold();
  /// Lines off a boat whose table was typed, the first time that is looked at with a hull there.
  void lineOffTyped();
  void askBuilder();
  void printSheets();
  void printSheetsOf(SheetsOf what);
  void showRecent();
  void showStanding();
  /// How far the day has come, on the rail: it goes on by the clock as well as with every answer.
  void showDay();
  void showTitle();
  void showUnits();
  void goToFinding(const Finding& finding);
  void nextUnits();
  /// From part to part of what can be seen: drawing, table, slate, findings, rail.
  void focusNextPart(int by);
  /// What is being typed goes into the book before anything is done with it.
  void takeInTyping();
  void openPrintPanel(SheetsOf what, const std::shared_ptr<const Solved>& whole);

  Session m_session;
  Desk* m_desk;
  Actions* m_actions;
  Rail* m_rail;
  QStackedWidget* m_pages;
  QStackedWidget* m_stack;
  QWidget* m_bench;
  Welcome* m_welcome;
  FindingsBar* m_findings;
  QLabel* m_told;
  QString m_words;  ///< told last, above what the session wants kept in mind
  bool m_trouble = false;
  bool m_saysSaved = false;  ///< what is told is that the book is saved
  LinesStage* m_lines;
  BackboneStage* m_backbone;
  MouldsStage* m_moulds;
  LiningStage* m_lining;
  PlanksStage* m_planks;
  StockStage* m_stock;
  DaybookStage* m_daybook;
  ClockStrip* m_clock = nullptr;
  std::vector<Stage*> m_stages;
  int m_typedBook = -1;  ///< the book begun of a typed table that is not lined off yet, by its number
  LongWork m_printing;
  QMenu* m_recentMenu = nullptr;
  QActionGroup* m_units = nullptr;
};

}  // namespace narrows
