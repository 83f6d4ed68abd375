// Saving: whole or not at all, earlier versions kept, one writer at a time; and the journal after a kill.

#include <signal.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <QTemporaryDir>
#include <QTest>
#include <filesystem>
#include <fstream>

#include "book/book_file.h"
#include "book/journal.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

std::string textOf(const std::string& path) {
  return *readWholeFile(path, 1U << 24U);
}

Book named(const char* shop) {
  Book book = sampleBook("sedge");
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
    QVERIFY(lock != nullptr);
    QVERIFY(BookLock::take(path) == nullptr);
    QVERIFY(BookLock::take(file("other.narrows")) != nullptr);
    lock.reset();
    QVERIFY(BookLock::take(path) != nullptr);
  }

  void killedProcessLeavesItsWorkBehind() {
    const std::string path = file("boat.narrows");
    const pid_t child = fork();
    if (child == 0) {
      Journal journal(path);
      journal.record(std::make_shared<const Book>(named("first")));
      journal.sync();
      journal.record(std::make_shared<const Book>(named("second")));
      journal.sync();
      kill(getpid(), SIGKILL);
    }
    int status = 0;
    waitpid(child, &status, 0);
    QVERIFY(WIFSIGNALED(status));
    const auto left = findLeftWork();
    QCOMPARE(left.size(), std::size_t{1});
    QCOMPARE(left[0].bookPath, path);
    QCOMPARE(left[0].book.shop, std::string("second"));
    discardJournal(left[0].journal);
    QVERIFY(findLeftWork().empty());
  }

  void tornLastRecordIsDropped() {
    std::string text;
    {
      Journal journal(file("boat.narrows"));
      journal.record(std::make_shared<const Book>(named("whole")));
      journal.sync();
      const auto first = textOf(journal.path()).size();
      journal.record(std::make_shared<const Book>(named("torn")));
      journal.sync();
      text = textOf(journal.path());
      QVERIFY(text.size() > first);
    }
    QCOMPARE(lastRecord(text)->book.shop, std::string("torn"));
    for (const std::size_t lost : {std::size_t{1}, std::size_t{40}, std::size_t{900}}) {
      QCOMPARE(lastRecord(std::string_view(text).substr(0, text.size() - lost))->book.shop, std::string("whole"));
    }
    std::string damaged = text;
    damaged[damaged.size() - 100] ^= 1;
    QCOMPARE(lastRecord(damaged)->book.shop, std::string("whole"));
    QVERIFY(!lastRecord("narrows-journal 1\n"));
    QVERIFY(!lastRecord("something else"));
  }

  void journalInUseIsNotOffered() {
    Journal journal(file("boat.narrows"));
    journal.record(std::make_shared<const Book>(named("mine")));
    journal.sync();
    QVERIFY(findLeftWork().empty());
    journal.finish();
    QVERIFY(!std::filesystem::exists(journal.path()));
  }

  void recordsReachTheDiskWithinTwoSeconds() {
    Journal journal(file("boat.narrows"));
    for (int i = 0; i < 50; ++i) journal.record(std::make_shared<const Book>(named(std::to_string(i).c_str())));
    QTRY_VERIFY_WITH_TIMEOUT(std::filesystem::exists(journal.path()) && lastRecord(textOf(journal.path())) &&
                                 lastRecord(textOf(journal.path()))->book.shop == "49",
                             2000);
    journal.finish();
  }

 private:
  std::string file(const char* name) const { return m_folder->filePath(name).toStdString(); }
  std::unique_ptr<QTemporaryDir> m_folder;
};

QTEST_GUILESS_MAIN(BookFileTest)
#include "book_file_test.moc"
