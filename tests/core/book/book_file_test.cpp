// Saving: whole or not at all, earlier versions kept, one writer at a time.

#include <signal.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <QTemporaryDir>
#include <QTest>
#include <filesystem>
#include <set>

#include "book/book_file.h"
#include "faulty_disk.h"
#include "files/whole_file.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::string textOf(const std::string& path) {
  return *readWholeFile(path, 1U << 24U);
}

Book named(const char* shop) {
  static const Book sedge = sampleBook("sedge");  // made before any disk fails
  Book book = sedge;
  book.shop = shop;
  return book;
}

}  // namespace

class BookFileTest : public QObject {
  Q_OBJECT

 private slots:
  void init() {
    m_folder = std::make_unique<QTemporaryDir>();
    qputenv("XDG_STATE_HOME", m_folder->path().toUtf8());
  }

  void savedBookOpensTheSame() {
    const std::string path = file("boat.narrows");
    QVERIFY(saveBook(named("first"), path));
    QCOMPARE(writeBook(loadBook(path)->book), writeBook(named("first")));
    QVERIFY(!std::filesystem::exists(path + ".trial~"));
  }

  void earlierVersionsAreKeptAndNoMore() {
    const std::string path = file("boat.narrows");
    for (const char* shop : {"one", "two", "three", "four", "five"}) QVERIFY(saveBook(named(shop), path));
    QCOMPARE(loadBook(path)->book.shop, std::string("five"));
    QCOMPARE(loadBook(path + ".1~")->book.shop, std::string("four"));
    QCOMPARE(loadBook(path + ".2~")->book.shop, std::string("three"));
    QCOMPARE(loadBook(path + ".3~")->book.shop, std::string("two"));
    QVERIFY(!std::filesystem::exists(path + ".4~"));
  }

  void fullDiskCostsNothing() {
    // A limit on the size of files stands in for a full disk: the write fails half way.
    const std::string path = file("boat.narrows");
    QVERIFY(saveBook(named("kept"), path));
    const std::string before = textOf(path);
    const pid_t child = fork();
    if (child == 0) {
      signal(SIGXFSZ, SIG_IGN);
      const rlimit limit{1000, 1000};
      setrlimit(RLIMIT_FSIZE, &limit);
      const auto saved = saveBook(named("lost"), path);
      _exit(!saved && saved.error()[0].fault == Fault::CannotWrite ? 0 : 1);
    }
    int status = 1;
    waitpid(child, &status, 0);
    QVERIFY(WIFEXITED(status) && WEXITSTATUS(status) == 0);
    QCOMPARE(textOf(path), before);
    for (const auto& entry : std::filesystem::directory_iterator(m_folder->path().toStdString())) {
      QVERIFY2(entry.path().string().find("trial") == std::string::npos &&
                   entry.path().string().find("new~") == std::string::npos,
               entry.path().c_str());
    }
  }

  void foldersAndMissingPlacesAreNamed() {
    QCOMPARE(saveBook(named("x"), m_folder->path().toStdString()).error()[0].fault, Fault::IsADirectory);
    const auto nowhere = saveBook(named("x"), file("no/such/folder/boat.narrows"));
    QCOMPARE(nowhere.error()[0].fault, Fault::CannotWrite);
    QVERIFY(describe(nowhere.error()[0]).find("boat.narrows") != std::string::npos);
    QCOMPARE(loadBook(file("none.narrows")).error()[0].fault, Fault::CannotOpen);
    QCOMPARE(loadBook(m_folder->path().toStdString()).error()[0].fault, Fault::IsADirectory);
  }

  void onlyOneWindowMayWrite() {
    const std::string path = file("boat.narrows");
    auto lock = BookLock::take(path);
    QVERIFY(lock);
    QVERIFY((*lock)->isOf(path) && !(*lock)->isOf(file("other.narrows")));
    QCOMPARE(BookLock::take(path).error()[0].fault, Fault::InUse);
    QVERIFY(BookLock::take(file("other.narrows")));
    *lock = nullptr;
    QVERIFY(BookLock::take(path));
  }

  void twoNamesOfOneFileAreOneBookToTheLock() {
    const std::string path = file("boat.narrows"), second = file("second.narrows");
    QVERIFY(saveBook(named("first"), path));
    std::filesystem::create_hard_link(path, second);
    auto lock = BookLock::take(path);
    QVERIFY(lock);
    QVERIFY((*lock)->isOf(second));
    QCOMPARE(BookLock::take(second).error()[0].fault, Fault::InUse);
    // Saved, its name stands for another file: the second name is a book of its own, and the first is held still.
    QVERIFY(saveBook(named("other"), path));
    (*lock)->follow(path);
    QVERIFY(!(*lock)->isOf(second) && (*lock)->isOf(path));
    QVERIFY(BookLock::take(second));
    const std::string third = file("third.narrows");
    std::filesystem::create_hard_link(path, third);
    QCOMPARE(BookLock::take(third).error()[0].fault, Fault::InUse);
    *lock = nullptr;
    QVERIFY(BookLock::take(third));
  }

  void aLinkStaysALinkAndPermissionsStay() {
    const std::string path = file("boat.narrows"), link = file("link.narrows");
    QVERIFY(saveBook(named("first"), path));
    std::filesystem::permissions(path, std::filesystem::perms(0640));
    std::filesystem::create_symlink("boat.narrows", link);
    QVERIFY(saveBook(named("second"), link));
    QVERIFY(std::filesystem::is_symlink(link));
    QCOMPARE(loadBook(path)->book.shop, std::string("second"));
    QCOMPARE(loadBook(path + ".1~")->book.shop, std::string("first"));
    QCOMPARE(static_cast<int>(std::filesystem::status(path).permissions()), 0640);
    QVERIFY(!std::filesystem::exists(link + ".1~"));
  }

  void aBackupThatCannotBeKeptIsTold() {
    const std::string path = file("boat.narrows");
    QVERIFY(saveBook(named("first"), path));
    FaultyDisk faulty;
    faulty.forbidden = [](const std::string& name) { return name.find(".1~") != std::string::npos; };
    const DiskInUse use(faulty);
    const auto saved = saveBook(named("second"), path);
    QVERIFY(saved);
    QCOMPARE(saved->besides.size(), std::size_t{1});
    QCOMPARE(saved->besides[0].fault, Fault::BackupNotKept);
    QCOMPARE(loadBook(path)->book.shop, std::string("second"));
  }

  void noGuardIsNotInUse() {
    FaultyDisk faulty;
    faulty.forbidden = [](const std::string& name) { return name.find("/lock-") != std::string::npos; };
    const DiskInUse use(faulty);
    const auto lock = BookLock::take(file("boat.narrows"));
    QCOMPARE(lock.error()[0].fault, Fault::CannotGuard);
    QVERIFY(describe(lock.error()[0]).find("boat.narrows") != std::string::npos);
  }

  /// Every call of a save fails in turn, alone, torn, or with all that come after it as in a kill.
  void whateverFailsTheBookIsWhole_data() {
    QTest::addColumn<bool>("killed");
    QTest::addColumn<bool>("torn");
    QTest::newRow("one call fails") << false << false;
    QTest::newRow("a write is torn") << false << true;
    QTest::newRow("killed there") << true << false;
    QTest::newRow("killed in a write") << true << true;
  }
  void whateverFailsTheBookIsWhole() {
    QFETCH(bool, killed);
    QFETCH(bool, torn);
    const std::string path = file("boat.narrows");
    int failed = 0, saved = 0;
    for (int call = 0;; ++call) {
      for (const auto& entry : std::filesystem::directory_iterator(m_folder->path().toStdString())) {
        if (entry.is_regular_file()) std::filesystem::remove(entry.path());
      }
      for (const char* shop : {"one", "two", "three", "old"}) QVERIFY(saveBook(named(shop), path));
      FaultyDisk faulty;
      faulty.failAt = call;
      faulty.killed = killed;
      faulty.torn = torn;
      bool went = false;
      {
        const DiskInUse use(faulty);
        went = saveBook(named("new"), path).has_value();
      }
      const auto found = loadBook(path);
      QVERIFY2(found, qPrintable(QString::number(call)));
      const bool isNew = found->book.shop == "new";
      QVERIFY(isNew || found->book.shop == "old");
      // A save that is told to have failed has changed nothing; what is told to be saved is there.
      QCOMPARE(isNew, went || (killed && isNew));
      // What was there before is kept, whole, under one name or another, and no backup is torn or missing.
      std::set<std::string> kept{found->book.shop};
      for (int age = 1; age <= keptBackups; ++age) {
        const auto backup = loadBook(path + "." + std::to_string(age) + "~");
        QVERIFY2(backup, qPrintable(QString("call %1, backup %2").arg(call).arg(age)));
        kept.insert(backup->book.shop);
      }
      QVERIFY(kept.contains("three") && kept.contains("two"));
      went ? ++saved : ++failed;
      clearTrials(path);
      for (const auto& entry : std::filesystem::directory_iterator(m_folder->path().toStdString()))
        QVERIFY2(!entry.path().string().ends_with("l~") && !entry.path().string().ends_with("w~"),
                 entry.path().c_str());
      if (faulty.calls <= call) break;
    }
    QVERIFY2(failed >= 4 && saved >= 1, qPrintable(QString("%1 failed, %2 saved").arg(failed).arg(saved)));
  }

 private:
  std::string file(const char* name) const { return m_folder->filePath(name).toStdString(); }
  std::unique_ptr<QTemporaryDir> m_folder;
};

QTEST_GUILESS_MAIN(BookFileTest)
#include "book_file_test.moc"
