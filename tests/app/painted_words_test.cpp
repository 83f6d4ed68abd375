// Words on drawings, patterns and tickets: none runs off its ground, none stands on another.

#include <QComboBox>
#include <QTabBar>
#include <QTableView>

#include "book/edits.h"
#include "book/lining_edits.h"
#include "canvas/hull_picture.h"
#include "every_sheet.h"
#include "painted_words.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class PaintedWordsTest : public WindowCase {
  Q_OBJECT

  QStringList m_faults;
  int m_looked = 0, m_words = 0;

  void lookAtDrawings(const QString& when) {
    laidOut();
    for (QWidget* widget : m_window->findChildren<QWidget*>()) {
      if (!widget->isVisible() || widget->visibleRegion().isEmpty()) continue;
      if (auto* table = qobject_cast<QTableView*>(widget)) {
        for (const PaintedWords& one : wordsPaintedBy(table->viewport()))
          // Alone, it stands for what is still being worked out.
          if (one.words.endsWith(QChar(0x2026)) && one.words.trimmed().size() > 1)
            m_faults << when + ", " + widget->accessibleName() + ": \"" + one.words + "\" is cut";
        continue;
      }
      if (qobject_cast<Canvas*>(widget) == nullptr && qobject_cast<HullPicture*>(widget) == nullptr) continue;
      const auto words = wordsPaintedBy(widget);
      ++m_looked;
      m_words += static_cast<int>(words.size());
      for (const QString& fault : faultsOf(words, widget->size()))
        m_faults << when + ", " + widget->accessibleName() + ": " + fault;
    }
  }

  /// Every page of every stage, by its tabs and its choices of drawing, and every thing of it in hand in turn.
  void lookEverywhere(const QString& when) {
    for (int number = 1; number <= 6; ++number) {
      m_window->goToNumber(number);
      QVERIFY(settled());
      QWidget* shown = m_window->centralWidget();
      lookAtDrawings(when);
      const int things = qEnvironmentVariableIsSet("NARROWS_THOROUGH") ? 9 : 3;
      for (int i = 0; i < things; ++i) {
        QTest::keyClick(m_window.get(), Qt::Key_PageUp, Qt::ControlModifier);
        QVERIFY(settled());
        lookAtDrawings(when + QString(", %1 on").arg(i + 1));
      }
      for (QTabBar* tabs : shown->findChildren<QTabBar*>()) {
        for (int i = 0; tabs->isVisible() && i < tabs->count(); ++i) {
          tabs->setCurrentIndex(i);
          lookAtDrawings(when + ", " + tabs->tabText(i));
        }
        if (tabs->isVisible()) tabs->setCurrentIndex(0);
      }
      for (const char* name : {"shade", "view"}) {
        for (QComboBox* box : shown->findChildren<QComboBox*>(QLatin1String(name))) {
          for (int i = 0; box->isVisible() && i < box->count(); ++i) {
            box->setCurrentIndex(i);
            emit box->activated(i);
            lookAtDrawings(when + ", " + box->itemText(i));
          }
        }
      }
    }
  }

 private slots:
  void init() {
    openWindow();
    m_window->resize(1280, 800);
    m_faults.clear();
    m_looked = m_words = 0;
  }
  void cleanup() { closeWindow(); }

  void wordsOnDrawingsStandClear_data() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<int>("notation");
    QTest::addColumn<QSize>("size");
    const QSize usual(1280, 800), small(1024, 740);
    const auto add = [](const char* boat, Notation notation, const QSize& size) {
      QTest::addRow("%s %d %d", boat, static_cast<int>(notation), size.width())
          << boat << static_cast<int>(notation) << size;
    };
    const bool all = qEnvironmentVariableIsSet("NARROWS_THOROUGH");
    for (const char* boat : {"osier", "marl", "sedge"}) {
      add(boat, Notation::Millimetres, usual);
      if (all || boat == std::string("osier")) add(boat, Notation::Inches16, small);
      if (all) add(boat, Notation::Inches16, usual), add(boat, Notation::Millimetres, small);
    }
  }
  void wordsOnDrawingsStandClear() {
    QFETCH(QString, boat);
    QFETCH(int, notation);
    QFETCH(QSize, size);
    m_window->resize(size);
    openBook(boat.toStdString());
    QVERIFY(session().perform("Lengths", setNotation(*session().book(), static_cast<Notation>(notation))));
    // Woods are named on the drawings too.
    const auto strakes = session().book()->boatPlan().strakes;
    QVERIFY(session().perform(
        "Wood", setStrakeSpecies(setStrakeSpecies(*session().book(), strakes[1], "larch"), strakes[3], "oak")));
    QVERIFY(settled());
    lookEverywhere(boat);
    m_faults.removeDuplicates();
    for (const QString& fault : m_faults) qWarning("%s", qPrintable(fault));
    QVERIFY2(m_looked > 15 && m_words > 200, qPrintable(QString("%1 drawings, %2 words").arg(m_looked).arg(m_words)));
    QVERIFY2(m_faults.isEmpty(), qPrintable(QString("%1 words not clear").arg(m_faults.size())));
  }

  void aDrawingStandsAboveACaptionOfTwoLines() {
    class Square : public Canvas {
     public:
      using Canvas::setCaption;

     protected:
      std::optional<std::pair<Vec2, Vec2>> worldBox() const override { return {{Vec2(0, 0), Vec2(100, 100)}}; }
      void paintDrawing(QPainter&) override {}
      QMarginsF room() const override { return {10.0, 10.0, 10.0, 26.0}; }
    } square;
    const auto capitalsTop = [&] {
      double top = square.height();
      for (const PaintedWords& one : wordsPaintedBy(&square)) top = std::min(top, one.at.boundingRect().top());
      return top;
    };
    square.resize(240, 200);
    square.show();
    square.setCaption("seen from her bow");
    QCoreApplication::processEvents();
    QVERIFY(square.toScreen({0.0, 0.0}).y() <= capitalsTop());
    square.setCaption("port: nine strakes, lined off anew");
    QCoreApplication::processEvents();
    QVERIFY(wordsPaintedBy(&square).size() == 2);
    QVERIFY2(square.toScreen({0.0, 0.0}).y() <= capitalsTop(), qPrintable(QString::number(capitalsTop())));
  }

  void wordsOnSheetsStandClear_data() {
    QTest::addColumn<QString>("boat");
    QTest::addColumn<int>("notation");
    for (const char* boat : {"osier", "marl", "sedge"})
      for (const Notation notation : {Notation::Inches16, Notation::Millimetres})
        QTest::addRow("%s %d", boat, static_cast<int>(notation)) << boat << static_cast<int>(notation);
  }
  void wordsOnSheetsStandClear() {
    QFETCH(QString, boat);
    QFETCH(int, notation);
    openBook(boat.toStdString());
    QVERIFY(session().perform("Lengths", setNotation(*session().book(), static_cast<Notation>(notation))));
    QVERIFY(settled());
    const std::vector<Drawing> all = everySheetOf(*session().solved());
    for (const Drawing& drawing : all) {
      const auto words = wordsPaintedOn(drawing);
      m_words += static_cast<int>(words.size());
      for (const QString& fault : faultsOf(words, std::nullopt))
        m_faults << QString::fromStdString(drawing.name) + ": " + fault;
    }
    for (const QString& fault : m_faults) qWarning("%s", qPrintable(fault));
    QVERIFY2(m_words > 500, qPrintable(QString::number(m_words)));
    QVERIFY2(m_faults.isEmpty(), qPrintable(QString("%1 words not clear").arg(m_faults.size())));
  }
};

int main(int argc, char** argv) {
  return runWindowTest<PaintedWordsTest>(argc, argv);
}
#include "painted_words_test.moc"
