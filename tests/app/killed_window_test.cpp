// The window killed while its builder edits and saves: the book is whole, and the last two seconds are all that is
// lost. The program under test is this one, run again with a folder to edit in.

#include <signal.h>

#include <QElapsedTimer>
#include <QProcess>
#include <QTimer>
#include <cstdio>
#include <random>

#include "book/book_file.h"
#include "book/edits.h"
#include "window_case.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

/// One edit every few milliseconds, each with its number as the builder's name, told once it is made; a save now and
/// then.
int editUntilKilled(int argc, char** argv) {
  QApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  look::apply(application);
  MainWindow window;
  window.show();
  if (!window.desk()->openPath(QString::fromLocal8Bit(argv[2]) + "/boat.narrows")) return 1;
  QTimer edits;
  int count = 0;
  QObject::connect(&edits, &QTimer::timeout, &window, [&] {
    Session& session = window.session();
    ++count;
    session.perform("Name the builder", setBuilder(*session.book(), std::to_string(count)));
    if (count % 25 == 0 && !session.save()) std::_Exit(2);
    std::printf("%d\n", count);
    std::fflush(stdout);
  });
  edits.start(12);
  return QApplication::exec();
}

}  // namespace

class KilledWindowTest : public QObject {
  Q_OBJECT

 private slots:
  void noMoreThanTwoSecondsAreLost() {
    const int kills = qEnvironmentVariableIntValue("NARROWS_THOROUGH") > 0 ? 200 : 4;
    std::mt19937 chance(2026);
    int offered = 0;
    for (int k = 0; k < kills; ++k) {
      QTemporaryDir folder;
      const std::string book = folder.filePath("boat.narrows").toStdString();
      QVERIFY(saveBook(sampleBook("sedge"), book));
      QProcess process;
      QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
      environment.insert("XDG_STATE_HOME", folder.path());
      environment.insert("XDG_CONFIG_HOME", folder.path());
      process.setProcessEnvironment(environment);
      process.start(QCoreApplication::applicationFilePath(), {"--edit", folder.path()});
      QVERIFY(process.waitForReadyRead(30000));
      // Each edit with the time it was told at.
      std::vector<std::pair<qint64, int>> edits;
      QElapsedTimer clock;
      clock.start();
      const qint64 killedAt = 100 + static_cast<qint64>(chance() % 3000);
      while (clock.elapsed() < killedAt) {
        process.waitForReadyRead(5);
        for (const QByteArray& line : process.readAllStandardOutput().split('\n')) {
          if (!line.isEmpty()) edits.emplace_back(clock.elapsed(), line.toInt());
        }
      }
      ::kill(static_cast<pid_t>(process.processId()), SIGKILL);
      QVERIFY(process.waitForFinished(5000));
      QCOMPARE(process.exitStatus(), QProcess::CrashExit);

      const auto saved = loadBook(book);
      QVERIFY2(saved, saved ? "" : describe(saved.error()).c_str());
      int found = numberOf(saved->book);
      qputenv("XDG_STATE_HOME", folder.path().toUtf8());
      const LeftBehind left = findLeftWork();
      QVERIFY(left.unreadable.empty());
      for (const LeftWork& work : left.works) {
        QCOMPARE(work.bookPath, book);
        found = std::max(found, numberOf(work.book));
        ++offered;
      }
      constexpr qint64 mostLostMs = 2000;
      int safe = 0;
      for (const auto& [told, edit] : edits) {
        if (told <= killedAt - mostLostMs) safe = std::max(safe, edit);
      }
      QVERIFY2(found >= safe, qPrintable(QString("kill %1: %2 found, %3 made").arg(k).arg(found).arg(safe)));
    }
    QVERIFY(offered > 0);
  }

 private:
  static int numberOf(const Book& book) { return std::atoi(book.settings.builder.c_str()); }
};

int main(int argc, char** argv) {
  if (argc == 3 && std::string(argv[1]) == "--edit") return editUntilKilled(argc, argv);
  QCoreApplication application(argc, argv);
  KilledWindowTest test;
  return QTest::qExec(&test, argc, argv);
}
#include "killed_window_test.moc"
