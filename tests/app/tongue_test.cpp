// The whole window in a tongue whose words are longer, and where the comma parts tenths.

#include <QCheckBox>
#include <QComboBox>
#include <QDirIterator>
#include <QHeaderView>
#include <QLineEdit>
#include <QProcess>
#include <QTabBar>
#include <QTableView>
#include <QXmlStreamReader>

#include "book/edits.h"
#include "canvas/hull_picture.h"
#include "canvas/length_field.h"
#include "canvas/tongue.h"
#include "canvas/wrapping_button.h"
#include "every_sheet.h"
#include "long_tongue.h"
#include "painted_words.h"
#include "stages/lining/lining_stage.h"
#include "window/keys_sheet.h"
#include "window/new_table.h"
#include "window/print_panel.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class TongueTest : public WindowCase {
  Q_OBJECT

  QStringList m_cut, m_foreign;

  static QString where(const QWidget* widget) {
    if (widget == nullptr) return QStringLiteral("sheet");
    QString name = widget->objectName();
    for (const QWidget* up = widget; name.isEmpty() && up != nullptr; up = up->parentWidget()) name = up->objectName();
    return QString::fromLatin1(widget->metaObject()->className()) + QLatin1Char('/') + name;
  }
  void look(const QWidget* widget, const QString& words, double wide, double has) {
    if (wide > has + 1.0)
      m_cut << QStringLiteral("%1: \"%2\" wants %3 px and has %4").arg(where(widget), words).arg(wide).arg(has);
    hear(widget, words);
  }
  /// Words none of which is of the tongue were never given to be translated.
  void hear(const QWidget* widget, const QString& words) {
    static const QRegularExpression word(QStringLiteral("\\p{L}[\\p{L}']{2,}"));
    static const QSet<QString> names{"Ctrl", "Shift", "first", "plan", "osier", "Narrows", "stem", "sternpost",
                                     "transom", "oak", "larch", "knee", "deadwood", "keel",
                                     // of keys, which the library names
                                     "Left", "Right", "Down", "Space", "Enter", "Tab", "Return", "Esc", "Del", "Ins",
                                     "PgUp", "PgDown"};
    QStringList strange;
    for (auto all = word.globalMatch(words); all.hasNext();) {
      const QString one = all.next().captured();
      if (!one.endsWith(u'ø') && !names.contains(one)) strange << one;
    }
    if (!strange.isEmpty()) m_foreign << where(widget) + QStringLiteral(": ") + words;
  }
  static QSizeF sizeOf(const QWidget* widget, const QString& words) {
    QString plain = words;
    plain.remove(u'&');
    return widget->fontMetrics().size(0, plain);
  }
  void lookAtAll(QWidget* in) {
    openGroups();
    laidOut();
    for (QWidget* widget : in->findChildren<QWidget*>()) {
      if (!widget->isVisible() || widget->visibleRegion().isEmpty()) continue;
      if (qobject_cast<const Canvas*>(widget) != nullptr || qobject_cast<const HullPicture*>(widget) != nullptr) {
        for (const QString& fault : faultsOf(wordsPaintedBy(widget), widget->size()))
          m_cut << where(widget) + ": " + fault;
        continue;
      }
      if (const auto* label = qobject_cast<const QLabel*>(widget)) {
        if (label->wordWrap()) {
          const int high = label->heightForWidth(label->width());
          if (high > label->height() + 1)
            m_cut << QStringLiteral("%1: \"%2\" wants %3 px of height and has %4")
                         .arg(where(label), label->text())
                         .arg(high)
                         .arg(label->height());
          hear(label, label->text());
        } else if (!label->text().isEmpty()) {
          look(label, label->text(), sizeOf(label, label->text()).width(), label->contentsRect().width());
        }
      } else if (const auto* wraps = qobject_cast<const WrappingButton*>(widget)) {
        hear(wraps, wraps->text());
        const int high = wraps->heightForWidth(wraps->width());
        if (high > wraps->height() + 1 || wraps->width() < wraps->minimumSizeHint().width())
          m_cut << QStringLiteral("%1: \"%2\" wants %3 px of height and has %4")
                       .arg(where(wraps), wraps->text())
                       .arg(high)
                       .arg(wraps->height());
      } else if (const auto* button = qobject_cast<const QAbstractButton*>(widget)) {
        if (!button->text().isEmpty())
          look(button, button->text(), sizeOf(button, button->text()).width(), button->width() - 6.0);
      } else if (const auto* box = qobject_cast<const QComboBox*>(widget)) {
        constexpr double arrowPx = 24.0;
        look(box, box->currentText(), sizeOf(box, box->currentText()).width(), box->width() - arrowPx);
      } else if (const auto* tabs = qobject_cast<const QTabBar*>(widget)) {
        for (int i = 0; i < tabs->count(); ++i)
          look(tabs, tabs->tabText(i), sizeOf(tabs, tabs->tabText(i)).width(), tabs->tabRect(i).width() - 6.0);
      } else if (const auto* head = qobject_cast<const QHeaderView*>(widget)) {
        for (int i = 0; i < head->count(); ++i) {
          const QString words = head->model()->headerData(i, head->orientation()).toString();
          const double has = head->orientation() == Qt::Horizontal ? head->sectionSize(i) : head->width();
          if (head->isSectionHidden(i) || words.isEmpty()) continue;
          look(head, words, sizeOf(head, words).width(), has - 4.0);
          const double high = sizeOf(head, words).height();
          const double tall = head->orientation() == Qt::Horizontal ? head->height() : head->sectionSize(i);
          if (high > tall + 1.0)
            m_cut << QStringLiteral("%1: \"%2\" wants %3 px of height and has %4")
                         .arg(where(head), words)
                         .arg(high)
                         .arg(tall);
        }
      }
    }
  }

  /// Every page of every stage, by its tabs and its choices.
  void lookAtStages() {
    for (std::size_t stage = 0; stage < 7; ++stage) {
      QTest::keyClick(m_window.get(), static_cast<Qt::Key>(Qt::Key_1 + static_cast<int>(stage)), Qt::ControlModifier);
      QVERIFY(settled());
      lookAtAll(m_window.get());
      QWidget* shown = m_window->centralWidget();
      for (QTabBar* tabs : shown->findChildren<QTabBar*>()) {
        for (int i = 0; tabs->isVisible() && i < tabs->count(); ++i) {
          tabs->setCurrentIndex(i);
          lookAtAll(m_window.get());
        }
      }
      for (const char* name : {"view", "from"}) {
        for (QComboBox* box : shown->findChildren<QComboBox*>(QLatin1String(name))) {
          for (int i = 0; box->isVisible() && i < box->count(); ++i) {
            box->setCurrentIndex(i);
            emit box->activated(i);
            lookAtAll(m_window.get());
          }
        }
      }
    }
  }

 private slots:
  void initTestCase() {
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    m_tongue = new LongTongue(QCoreApplication::instance());
    QCoreApplication::installTranslator(m_tongue);
    sayByTranslators();
    openWindow();
    m_window->resize(1280, 800);
  }
  void cleanupTestCase() {
    closeWindow();
    Trade::speak({});
    QLocale::setDefault(QLocale::c());
  }

  void noWordOfTheWindowIsCut() {
    lookAtAll(m_window.get());
    openBook("osier");
    lookAtStages();
    QVERIFY(session().perform(LongTongue::longer("Lengths"), setNotation(*session().book(), Notation::Millimetres)));
    lookAtStages();
    QTest::keyClick(m_window.get(), Qt::Key_5, Qt::ControlModifier);
    QVERIFY(settled());
    {
      PrintPanel panel(session().solved(), 2, m_window.get());
      panel.show();
      for (int what = 0; what < 4; ++what) {
        panel.choose(static_cast<SheetsOf>(what), "3");
        QVERIFY(QTest::qWaitFor([&] { return panel.writeButton()->isEnabled(); }, 20000));
        lookAtAll(&panel);
      }
    }
    for (QDialog* dialog : std::initializer_list<QDialog*>{new NewTable(m_window.get()),
                                                           new KeysSheet(m_window->keySections(), m_window.get())}) {
      dialog->show();
      lookAtAll(dialog);
      delete dialog;
    }
    m_cut.removeDuplicates();
    m_foreign.removeDuplicates();
    for (const QString& one : m_foreign + m_cut) qWarning("%s", qPrintable(one));
    QVERIFY2(m_foreign.isEmpty(), "words that were never given to be translated");
    QVERIFY2(m_cut.isEmpty(), "words that are cut");
    QCOMPARE(m_window->size(), QSize(1280, 800));
  }

  void everySheetIsInTheTongue() {
    openBook("osier");
    QStringList faults;
    const std::vector<Drawing> all = everySheetOf(*session().solved());
    int letters = 0;
    for (const Drawing& drawing : all) {
      hear(nullptr, QString::fromStdString(drawing.title));
      hear(nullptr, QString::fromStdString(drawing.check));
      hear(nullptr, QString::fromStdString(drawing.note));
      for (const SheetText& text : drawing.texts) {
        hear(nullptr, QString::fromStdString(text.text));
        letters += static_cast<int>(text.text.size());
      }
      for (const QString& fault : faultsOf(wordsPaintedOn(drawing), std::nullopt))
        faults << QString::fromStdString(drawing.name) + ": " + fault;
    }
    QVERIFY(letters > 5000);
    for (const QString& one : m_foreign) qWarning("%s", qPrintable(one));
    QVERIFY2(m_foreign.isEmpty(), "words that were never given to be translated");
    for (const QString& fault : faults) qWarning("%s", qPrintable(fault));
    QVERIFY2(faults.isEmpty(), qPrintable(QString("%1 words not clear").arg(faults.size())));
  }

  void figuresAreTypedAsTheyAreWrittenHere() {
    QCOMPARE(typedFigure("12,5 mm"), std::string("12.5 mm"));
    openBook("sedge");
    QTest::keyClick(m_window.get(), Qt::Key_4, Qt::ControlModifier);
    auto* field = m_window->lining()->findChild<LengthField*>();
    QVERIFY(field != nullptr);
    field->edit()->setText("37,5 mm");
    QVERIFY(field->length());
    QVERIFY(std::abs(field->length()->mm() - 37.5) < 1e-9);
    field->edit()->setText("3,7,5");
    QVERIFY(!field->length());
    const std::string refused = describe(field->length().error()[0]);
    QVERIFY2(refused.find("3,7,5") != std::string::npos, refused.c_str());
    // Files are written alike everywhere; what is read has the tongue's own mark.
    QVERIFY(!QString::fromStdString(writeOffsetTable(session().book()->table)).contains(QRegularExpression("\\d;\\d")));
    Trade::markDecimals(',');
    QCOMPARE(showLength(millimetres(12.5), Notation::Millimetres), std::string("12,5 mm"));
    QCOMPARE(showLength(millimetres(12.5), Notation::Millimetres, true), std::string("12,5 mm"));
    QCOMPARE(writeLength(millimetres(12.5), Unit::Millimetre, 1, true), std::string("12.5"));
    Trade::markDecimals('.');
    QCOMPARE(showLength(millimetres(12.5), Notation::Millimetres), std::string("12.5 mm"));
    for (const QLocale& locale :
         {QLocale(QLocale::German), QLocale(QLocale::French), QLocale(QLocale::English, QLocale::UnitedStates),
          QLocale(QLocale::Dutch), QLocale::c()}) {
      QLocale::setDefault(locale);
      for (const std::string day : {"2026-04-30", "2025-12-01", "2026-03-07"}) {
        const QString words = dayWords(day);
        QCOMPARE(typedDay(words), day);
        QCOMPARE(typedDay(QString::fromStdString(day)), day);
        if (locale.language() != QLocale::C) QVERIFY2(!words.contains('-'), qPrintable(words));
      }
    }
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    QCOMPARE(typedDay("30. Feb"), std::string("30. Feb"));
  }

  /// Last: of all that was asked for above.
  void lupdateFindsEveryWord() {
    const QString file = m_folder->path() + "/all.ts";
    QProcess lupdate;
    lupdate.start(QStringLiteral(NARROWS_SOURCE_DIR "/scripts/tongue"), {"--to", file});
    QVERIFY(lupdate.waitForFinished(60000));
    QVERIFY2(lupdate.exitCode() == 0, lupdate.readAllStandardError().constData());
    QFile found(file);
    QVERIFY(found.open(QIODevice::ReadOnly));
    QSet<QPair<QString, QString>> words;
    QString context;
    for (QXmlStreamReader xml(&found); !xml.atEnd();) {
      if (xml.readNext() != QXmlStreamReader::StartElement) continue;
      if (xml.name() == QStringLiteral("name")) context = xml.readElementText();
      if (xml.name() == QStringLiteral("source")) words.insert(qMakePair(context, xml.readElementText()));
    }
    QVERIFY2(words.size() > 2000, qPrintable(QString::number(words.size())));
    QVERIFY(m_tongue->asked().size() > 800);
    QStringList missed;
    for (const auto& [from, source] : m_tongue->asked()) {
      const QString other = from == "narrows::Trade" ? QStringLiteral("Trade") : from;
      if (!words.contains(qMakePair(from, source)) && !words.contains(qMakePair(other, source)))
        missed << from + ": " + source;
    }
    // And whatever else core and sheets may say, asked for here or not.
    QSet<QString> sources;
    for (const auto& [from, source] : words) sources.insert(source);
    static const QRegularExpression said(
        QStringLiteral("Trade::(?:say|sayCount|mark)\\(\\s*((?:\"(?:[^\"\\\\]|\\\\.)*\"\\s*)+)")),
        piece(QStringLiteral("\"((?:[^\"\\\\]|\\\\.)*)\""));
    int told = 0;
    for (const char* folder : {"/core", "/sheets"}) {
      for (QDirIterator files(QStringLiteral(NARROWS_SOURCE_DIR) + folder, {"*.cpp", "*.h"}, QDir::Files,
                              QDirIterator::Subdirectories);
           files.hasNext();) {
        QFile code(files.next());
        QVERIFY(code.open(QIODevice::ReadOnly));
        const QString text = QString::fromUtf8(code.readAll());
        for (auto all = said.globalMatch(text); all.hasNext(); ++told) {
          QString source;
          for (auto pieces = piece.globalMatch(all.next().captured(1)); pieces.hasNext();)
            source += pieces.next().captured(1);
          if (!sources.contains(source.replace("\\\"", "\""))) missed << code.fileName() + ": " + source;
        }
      }
    }
    QVERIFY2(told > 900, qPrintable(QString::number(told)));
    for (const QString& one : missed) qWarning("%s", qPrintable(one));
    QVERIFY2(missed.isEmpty(), "words that a translator would not be given");
  }

 private:
  LongTongue* m_tongue = nullptr;
};

int main(int argc, char** argv) {
  return runWindowTest<TongueTest>(argc, argv);
}

#include "tongue_test.moc"
