// The book in hand: who may write it, what is told, and what becomes of work left behind.

#include <QFile>
#include <QFileInfo>
#include <QProcess>

#include "book/book_file.h"
#include "book/edits.h"
#include "faulty_disk.h"
#include "files/whole_file.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

class SessionTest : public WindowCase {
  Q_OBJECT

 private slots:
  void init() {
    openWindow();
    m_path = m_folder->filePath("boat.narrows").toStdString();
    QVERIFY(saveBook(sampleBook("sedge"), m_path));
  }
  void cleanup() { closeWindow(); }

  void takingUpWorkOfTheBookInHandKeepsItsLock() {
    QVERIFY(session().openBook(QString::fromStdString(m_path)));
    const LeftWork work = leftBehind("left");
    session().takeOver(work);
    QVERIFY(session().readOnlyWhy().isEmpty());
    QCOMPARE(BookLock::take(m_path).error()[0].fault, Fault::InUse);
    QVERIFY(session().save());
    QCOMPARE(loadBook(m_path)->book.shop, std::string("left"));
  }

  void workOfABookThatAnotherWindowHasIsReadOnly() {
    const auto other = BookLock::take(m_path);
    const std::string before = *readWholeFile(m_path, 1 << 20);
    session().takeOver(leftBehind("left"));
    QVERIFY(session().readOnlyWhy().contains("another window"));
    QVERIFY(!session().save());
    QCOMPARE(session().saveAs(QString::fromStdString(m_path)).error()[0].fault, Fault::ReadOnly);
    QCOMPARE(*readWholeFile(m_path, 1 << 20), before);
    QVERIFY(session().saveAs(m_folder->filePath("mine.narrows")));
    QCOMPARE(loadBook(m_folder->filePath("mine.narrows").toStdString())->book.shop, std::string("left"));
  }

  void nothingIsToldByASessionThatIsGoing() {
    int told = 0;
    {
      Session going;
      QVERIFY(going.openBook(QString::fromStdString(m_path)));
      QVERIFY(going.perform("Name the builder", setBuilder(*going.book(), "Aud")));
      connect(&going, &Session::fileChanged, this, [&told] { ++told; });
    }
    QCOMPARE(told, 0);
  }

  void aHomeThatCannotBeWrittenIsToldAndWorkIsSavedAllTheSame() {
    FaultyDisk faulty;
    faulty.forbidden = [](const std::string& name) { return name.find("/narrows/") != std::string::npos; };
    const DiskInUse use(faulty);
    QVERIFY(m_window->desk()->openPath(QString::fromStdString(m_path)));
    QVERIFY(session().readOnlyWhy().isEmpty());
    QVERIFY(session().care().contains("do not open it twice"));
    QVERIFY2(m_window->told().contains("boat.narrows"), qPrintable(m_window->told()));
    QVERIFY(session().perform("Name the builder", setBuilder(*session().book(), "Aud")));
    QTRY_VERIFY(session().care().contains("Work in hand is not being kept"));
    QVERIFY(m_window->told().contains("save often"));
    QVERIFY(session().save());
    QVERIFY(session().saveAs(m_folder->filePath("other.narrows")));
    QCOMPARE(loadBook(m_folder->filePath("other.narrows").toStdString())->book.settings.builder, std::string("Aud"));
  }

  void aNewerBookIsNotWrittenOverByAnyName() {
    std::string text = writeBook(sampleBook("sedge"));
    text.replace(text.find("\"narrows\": 6"), 12, "\"narrows\": 9");
    QVERIFY(writeWholeFile(m_path, text));
    QVERIFY(QFile::link(QString::fromStdString(m_path), m_folder->filePath("link.narrows")));
    QVERIFY(session().openBook(QString::fromStdString(m_path)));
    QCOMPARE(session().saveAs(m_folder->filePath("link.narrows")).error()[0].fault, Fault::ReadOnly);
    QCOMPARE(*readWholeFile(m_path, 1 << 20), text);
  }

  void theOldJournalStaysUntilTheNewOneIsSafe() {
    const LeftWork work = leftBehind("left");
    FaultyDisk faulty;
    std::atomic<bool> full{true};
    faulty.forbidden = [&full](const std::string& name) { return full && name.find(".begun") != std::string::npos; };
    const DiskInUse use(faulty);
    session().takeOver(work);
    QVERIFY(QFile::exists(QString::fromStdString(work.journal)));
    QTRY_VERIFY(!session().care().isEmpty());
    full = false;
    QTRY_VERIFY_WITH_TIMEOUT(!QFile::exists(QString::fromStdString(work.journal)), 4000);
    QVERIFY(session().care().isEmpty());
  }

  void whatCouldNotBeOpenedAgainIsRefused() {
    QVERIFY(session().openBook(QString::fromStdString(m_path)));
    Book wild = *session().book();
    wild.moulds.spreader = millimetres(1e15);
    QString told;
    connect(&session(), &Session::refused, this, [&told](const QString& words) { told = words; });
    QVERIFY(!session().perform("Raise the spreader", wild));
    QVERIFY2(told.contains("spreader"), qPrintable(told));
    QVERIFY(session().book()->moulds.spreader.mm() < 1e4);
  }

  void aBackupThatIsNotKeptIsToldBesideTheSave() {
    QVERIFY(session().openBook(QString::fromStdString(m_path)));
    FaultyDisk faulty;
    faulty.forbidden = [](const std::string& name) { return name.find(".1~") != std::string::npos; };
    const DiskInUse use(faulty);
    QVERIFY(session().perform("Name the builder", setBuilder(*session().book(), "Aud")));
    QVERIFY(session().save());
    QVERIFY(session().care().contains("the version before could not be kept"));
    QVERIFY(!session().isModified());
  }

  void aLargeBookOpensBeforeItIsWorkedOut() {
    // Nothing of it is shown before it stands; the window says that it is being worked out.
    OffsetTable table = sampleBook("marl").table;
    QVERIFY(session().openBook(QString::fromStdString(m_path)));
    const auto nothing = unsolved(session().book(), session().revision());
    QVERIFY(nothing->waits() && nothing->drawn == nullptr && nothing->planks.empty());
    QVERIFY(settled());
    QVERIFY(!session().isWorking());
  }

  void editsOfALargeBookDoNotFillTheMemory() {
    session().openSample(sampleBook("sedge"));
    QVERIFY(session().undoStack()->undoLimit() > 5000);
    // A thousand printed sheets: every edit keeps them once more.
    Book large = sampleBook("sedge");
    PrintedSheet sheet;
    sheet.points.assign(13, {"keel edge", "station 3", Vec2(1.0, 2.0)});
    for (int i = 0; i < 1000; ++i) {
      sheet.name = "line " + std::to_string(i);
      large.printed.push_back(sheet);
    }
    session().openSample(large);
    const int limit = session().undoStack()->undoLimit();
    QVERIFY2(limit < 250, qPrintable(QString::number(limit)));
    for (int i = 0; i < limit + 5; ++i)
      QVERIFY(session().perform(QString("Name %1").arg(i), setBuilder(*session().book(), "Aud " + std::to_string(i))));
    QCOMPARE(session().undoStack()->count(), limit);
    while (session().undoStack()->canUndo()) session().undo();
    QCOMPARE(session().book()->settings.builder, std::string("Aud 4"));
    QVERIFY(session().isModified());  // what it was read as is further back
  }

  void aLimitOnFileSizesIsAFullDiskAndNotTheEnd() {
    QProcess process;
    process.start("sh", {"-c", "ulimit -f 4; exec \"$0\" import \"$1\" --out \"$2\"", NARROWS_CLI,
                         QString::fromStdString(boatsFolder() + "osier.csv"), m_folder->filePath("made.narrows")});
    QVERIFY(process.waitForFinished());
    QCOMPARE(process.exitStatus(), QProcess::NormalExit);
    QCOMPARE(process.exitCode(), 1);
    QVERIFY(process.readAllStandardError().contains("cannot be written"));
    QVERIFY(!QFile::exists(m_folder->filePath("made.narrows")));
  }

 private:
  /// Work of a process that is gone, as findLeftWork gives it.
  LeftWork leftBehind(const char* shop) {
    Book book = sampleBook("sedge");
    book.shop = shop;
    const std::string journal = m_folder->filePath("narrows/journal/1-1-1.journal").toStdString();
    const auto record = [](const std::string& kind, const std::string& body) {
      return kind + " " + std::to_string(body.size()) + " " + std::to_string(fingerprint(body)) + "\n" + body + "\n";
    };
    if (!makeFolders(m_folder->filePath("narrows/journal").toStdString()) ||
        !writeWholeFile(journal, "narrows-journal 1\n" + record("path", m_path) + record("book", writeBook(book))))
      qFatal("the journal cannot be written");
    LeftBehind left = findLeftWork();
    if (left.works.size() != 1) qFatal("there is no work left behind");
    return left.works.front();
  }

  std::string m_path;
};

int main(int argc, char** argv) {
  return runWindowTest<SessionTest>(argc, argv);
}
#include "session_test.moc"
