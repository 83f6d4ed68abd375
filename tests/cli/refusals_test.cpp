// What makes no sense is refused by the command line, in words, and nothing is written; it says nothing of the
// toolkit's.

#include <sys/stat.h>
#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <QTest>
#include <thread>

#include "cli_run.h"

using namespace narrows::tests;

class RefusalsTest : public QObject {
  Q_OBJECT

  QTemporaryDir m_folder;

  QString file(const char* name, const QByteArray& text) {
    QFile made(m_folder.filePath(QLatin1String(name)));
    if (!made.open(QIODevice::WriteOnly)) qFatal("cannot write");
    made.write(text);
    return made.fileName();
  }

 private slots:
  void numbersThatAreNoneAreRefused() {
    for (const char* number : {"nan", "inf", "-0.1", "1.1", "half", "0.5x", ""}) {
      const Run run = cli({"run", boat("osier.csv"), "--station", "3", "--share", number});
      QVERIFY2(run.status == 2 && run.out.isEmpty(), number);
      QVERIFY2(run.error.contains("--share"), qPrintable(run.error));
    }
    QCOMPARE(cli({"run", boat("osier.csv"), "--station", "3", "--share", "0.5"}).status, 0);
    for (const char* number : {"nan", "inf", "0", "1e9"}) {
      const QString out = m_folder.filePath("never.narrows");
      QVERIFY2(cli({"suggest", boat("osier.csv"), "--out", out, "--seconds", number}).status == 2, number);
      QVERIFY(!QFile::exists(out));
    }
  }

  void lapsWiderThanPlanksAreRefused() {
    for (const char* command : {"plank", "weigh"}) {
      QStringList asked{command, boat("osier.csv"), "--strakes", "8", "--lap", "1000 ft"};
      if (asked[0] == "plank")
        asked << "--strake"
              << "3";
      const Run run = cli(asked);
      QVERIFY2(run.status == 2 && run.error.contains("--lap"), qPrintable(run.error));
    }
    QCOMPARE(cli({"plank", boat("osier.csv"), "--strakes", "8", "--strake", "3", "--lap", "1 in"}).status, 0);
  }

  void readingsBeyondAnyBattenAreNamed() {
    const QByteArray head = "spiling,1\nunits,mm\nbatten,60\n";
    const QString path = file("far.csv", head + "reading,3,-2147483649,10\nreading,4,12,99999\nreading,5,1,10\n");
    const Run run = cli({"spile", boat("osier.csv"), "--strakes", "8", "--strake", "3", "--readings", path});
    QCOMPARE(run.status, 1);
    QVERIFY2(run.error.contains("line 4") && run.error.contains("line 5"), qPrintable(run.error));
    QVERIFY(run.out.isEmpty());
  }

  void heightsWithoutAStopAreRefused() {
    QStringList many;
    for (int i = 0; i < 20000; ++i) many << QString::number(i);
    const Run run = cli({"rabbet", boat("osier.csv"), "--part", "stem", "--heights", many.join(',')});
    QVERIFY2(run.status == 2 && run.error.contains("--heights"), qPrintable(run.error));
    QCOMPARE(cli({"rabbet", boat("osier.csv"), "--part", "stem", "--heights", "1-0-0,1-1-0"}).status, 0);
  }

  void sheetsThatNoMouldFitsOnAreRefused() {
    const QString out = m_folder.filePath("small");
    const Run run = cli({"sheets", boat("osier.csv"), "--what", "moulds", "--nested-on", "10mmx10mm", "--out", out});
    QVERIFY2(run.status == 2 && run.error.contains("--nested-on"), qPrintable(run.error));
    QVERIFY(QDir(out).entryList(QDir::Files).isEmpty());
    const Run large = cli({"sheets", boat("osier.csv"), "--what", "moulds", "--nested-on", "4ft x 8ft", "--out", out});
    QVERIFY2(large.status == 0, qPrintable(large.error));
    // Nothing of the toolkit's is said, whatever the machine lacks.
    QProcess bare;
    bare.setProcessEnvironment(QProcessEnvironment());
    bare.start(QStringLiteral(NARROWS_CLI), {"sheets", boat("osier.csv"), "--what", "lines", "--out", out});
    QVERIFY(bare.waitForFinished(60000));
    QCOMPARE(bare.exitCode(), 0);
    QCOMPARE(QString::fromUtf8(bare.readAllStandardError()), QString());
  }

  void aPipeNobodyWritesInIsRefusedAndOneThatIsWrittenInIsRead() {
    const QString path = m_folder.filePath("pipe");
    QVERIFY(mkfifo(path.toLocal8Bit().constData(), 0600) == 0);
    const Run none = cli({"girths", path});
    QCOMPARE(none.status, 1);
    QVERIFY2(none.error.contains("pipe"), qPrintable(none.error));
    // A writer that comes late, writes, and rests between.
    QFile table(boat("osier.csv"));
    QVERIFY(table.open(QIODevice::ReadOnly));
    const QByteArray text = table.readAll();
    std::thread writer([&] {
      std::this_thread::sleep_for(std::chrono::milliseconds(300));
      QFile pipe(path);
      if (!pipe.open(QIODevice::WriteOnly)) return;
      pipe.write(text.left(text.size() / 2));
      pipe.flush();
      std::this_thread::sleep_for(std::chrono::milliseconds(300));
      pipe.write(text.mid(text.size() / 2));
    });
    const Run run = cli({"girths", path});
    writer.join();
    QVERIFY2(run.status == 0, qPrintable(run.error));
    QCOMPARE(run.out, cli({"girths", boat("osier.csv")}).out);
  }
};

QTEST_GUILESS_MAIN(RefusalsTest)
#include "refusals_test.moc"
