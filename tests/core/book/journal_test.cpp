// The journal of the work in hand: what is found after a kill, a full disk, a damaged file.

#include <signal.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <QTemporaryDir>
#include <QTest>
#include <filesystem>
#include <random>

#include "book/book_file.h"
#include "book/journal.h"
#include "faulty_disk.h"
#include "files/whole_file.h"
#include "sample_books.h"

using namespace narrows;
using namespace narrows::tests;

namespace {

BookSnapshot named(const std::string& shop) {
  static const Book sedge = sampleBook("sedge");
  Book book = sedge;
  book.shop = shop;
  return std::make_shared<const Book>(std::move(book));
}

}  // namespace

class JournalTest : public QObject {
  Q_OBJECT

 private slots:
  void init() {
    m_folder = std::make_unique<QTemporaryDir>();
    qputenv("XDG_STATE_HOME", m_folder->path().toUtf8());
    (void)named("read before any disk fails");
  }

  void killedProcessLeavesItsWorkBehind() {
    leaveBehind({"first", "second"});
    LeftBehind left = findLeftWork();
    QCOMPARE(left.works.size(), std::size_t{1});
    QVERIFY(left.unreadable.empty());
    QCOMPARE(left.works[0].bookPath, file("boat.narrows"));
    QCOMPARE(left.works[0].book.shop, std::string("second"));
    // While one window offers it, another does not.
    QVERIFY(findLeftWork().works.empty());
    left.works.clear();
    left = findLeftWork();
    QCOMPARE(left.works.size(), std::size_t{1});
    discardJournal(left.works[0].journal);
    left.works.clear();
    QVERIFY(findLeftWork().works.empty());
  }

  void oneProcessAfterAnotherHasAJournalOfItsOwn() {
    // As in a container, where the same number comes again: nothing but the time tells their names apart.
    leaveBehind({"before"});
    leaveBehind({"after"});
    QCOMPARE(findLeftWork().works.size(), std::size_t{2});
  }

  void damagedRecordsArePassedOver() {
    leaveBehind({"one", "two", "three"});
    const std::string path = journals().front();
    const std::string text = *readWholeFile(path, 1U << 24U);
    QCOMPARE(lastRecord(text)->book.shop, std::string("three"));
    for (const std::size_t lost : {1, 40, 900})
      QCOMPARE(lastRecord(std::string_view(text).substr(0, text.size() - lost))->book.shop, std::string("two"));
    // A record damaged or torn in the middle costs itself alone.
    const std::size_t second = text.find("\nbook ", text.find("\nbook ") + 1);
    std::string damaged = text;
    damaged[second + 200] ^= 1;
    QCOMPARE(lastRecord(damaged)->book.shop, std::string("three"));
    QCOMPARE(lastRecord(text.substr(0, second + 500) + text.substr(text.rfind("\nbook ")))->book.shop,
             std::string("three"));
    damaged = text;
    damaged[damaged.size() - 100] ^= 1;
    QCOMPARE(lastRecord(damaged)->book.shop, std::string("two"));
    QCOMPARE(lastRecord(damaged)->bookPath, file("boat.narrows"));
    QVERIFY(!lastRecord("narrows-journal 1\n"));
    QVERIFY(!lastRecord("something else"));
    QVERIFY(!lastRecord(""));
  }

  void whatCannotBeReadIsSetAsideAndTold() {
    leaveBehind({"one"});
    const std::string path = journals().front();
    const std::string text = *readWholeFile(path, 1U << 24U);
    QVERIFY(writeWholeFile(path, text.substr(0, text.size() / 2)));
    const LeftBehind left = findLeftWork();
    QVERIFY(left.works.empty());
    QCOMPARE(left.unreadable.size(), std::size_t{1});
    QCOMPARE(left.unreadable[0].fault, Fault::JournalUnreadable);
    QCOMPARE(readWholeFile(left.unreadable[0].where.name, 1U << 24U)->size(), text.size() / 2);
    QVERIFY(findLeftWork().unreadable.empty());  // told once
  }

  void aJournalInUseIsNotOffered() {
    Journal journal(file("boat.narrows"));
    journal.record(named("mine"));
    QVERIFY(journal.sync());
    QVERIFY(findLeftWork().works.empty());
    journal.finish();
    QVERIFY(journals().empty());
  }

  void recordsReachTheDiskWithinTwoSeconds() {
    Journal journal(file("boat.narrows"));
    for (int i = 0; i < 50; ++i) journal.record(named(std::to_string(i)));
    QTRY_VERIFY_WITH_TIMEOUT(lastShop() == "49", 2000);
    journal.finish();
  }

  void aDiskThatIsFullForAMomentCostsNothing() {
    FaultyDisk faulty;
    Problems told;
    std::atomic<int> words{0};
    const DiskInUse use(faulty);
    Journal journal(file("boat.narrows"), [&](const Problems& problems) {
      told = problems;
      ++words;
    });
    journal.record(named("one"));
    QVERIFY(journal.sync());
    const auto whole = std::filesystem::file_size(journals().front());
    faulty.torn = true;
    faulty.failAt = faulty.calls.load();
    journal.record(named("two"));
    QVERIFY(!journal.sync());
    QCOMPARE(words.load(), 1);
    QCOMPARE(told.at(0).fault, Fault::CannotKeepWork);
    QCOMPARE(std::filesystem::file_size(journals().front()), whole);  // the torn half is cut off
    QCOMPARE(lastShop(), std::string("one"));
    // It is tried again by itself, and that it is well again is told.
    QTRY_VERIFY_WITH_TIMEOUT(lastShop() == "two", 2000);
    QTRY_COMPARE(words.load(), 2);
    QVERIFY(told.empty());
    journal.record(named("three"));
    QVERIFY(journal.sync());
    QCOMPARE(lastShop(), std::string("three"));
    journal.finish();
  }

  /// Every call of two records fails in turn; whatever does, what the journal said was safe is found after a kill.
  void whateverFailsWhatIsSafeIsFound() {
    for (const bool killed : {false, true}) {
      for (int call = 0;; ++call) {
        std::filesystem::remove_all(file("narrows"));
        FaultyDisk faulty;
        faulty.failAt = call;
        faulty.killed = killed;
        faulty.torn = true;
        std::string safe;
        {
          const DiskInUse use(faulty);
          Journal journal(file("boat.narrows"));
          for (const char* shop : {"one", "two"}) {
            journal.record(named(shop));
            if (journal.sync()) safe = shop;
          }
        }
        const LeftBehind left = findLeftWork();
        QVERIFY(left.unreadable.empty());
        QCOMPARE(left.works.empty(), safe.empty() && left.works.empty());
        if (!safe.empty())
          QVERIFY2(left.works[0].book.shop == safe || left.works[0].book.shop == "two",
                   qPrintable(QString("call %1").arg(call)));
        if (faulty.calls <= call) break;
      }
    }
  }

  void aLongJournalIsWrittenAfresh() {
    Journal journal(file("boat.narrows"));
    Book large = *named("large");
    large.settings.builder.assign(6U << 20U, 'x');
    for (int i = 0; i < 4; ++i) {
      large.shop = std::to_string(i);
      journal.record(std::make_shared<const Book>(large));
      QVERIFY(journal.sync());
    }
    QCOMPARE(journals().size(), std::size_t{1});
    QVERIFY(std::filesystem::file_size(journals().front()) < (13U << 20U));
    QCOMPARE(lastShop(), std::string("3"));
    journal.finish();
    QVERIFY(journals().empty());
  }

  void whatDiedAsItBeganIsCleared() {
    leaveBehind({"one"});
    const std::string begun = file("narrows/journal/1-2-3-4.begun");
    QVERIFY(writeWholeFile(begun, "narrows-journal 1\n"));
    QCOMPARE(findLeftWork().works.size(), std::size_t{1});
    QVERIFY(!std::filesystem::exists(begun));
  }

  /// Killed at any moment while it edits and saves: the book is whole, and no more than the last moment is lost.
  void killedAtAnyMoment() {
    const int kills = qEnvironmentVariableIntValue("NARROWS_THOROUGH") > 0 ? 200 : 12;
    std::mt19937 chance(10);
    for (int k = 0; k < kills; ++k) {
      std::filesystem::remove_all(file("narrows"));
      std::filesystem::remove(file("boat.narrows"));
      int pipes[2];
      QCOMPARE(pipe(pipes), 0);
      const pid_t child = fork();
      if (child == 0) editUntilKilled(pipes[1]);
      close(pipes[1]);
      usleep(static_cast<unsigned>(20000 + chance() % 400000));
      kill(child, SIGKILL);
      waitpid(child, nullptr, 0);
      // The last edits that were told to be safe, in the journal and in the book.
      int safe = -1, one = 0;
      while (read(pipes[0], &one, sizeof one) == sizeof one) safe = std::max(safe, one);
      close(pipes[0]);
      int found = -1;
      const LeftBehind left = findLeftWork();
      QVERIFY(left.unreadable.empty());
      for (const LeftWork& work : left.works) found = std::max(found, std::stoi(work.book.shop));
      if (std::filesystem::exists(file("boat.narrows"))) {
        const auto book = loadBook(file("boat.narrows"));
        QVERIFY2(book, book ? "" : describe(book.error()).c_str());
        found = std::max(found, std::stoi(book->book.shop));
      }
      QVERIFY2(found >= safe, qPrintable(QString("kill %1: %2 found, %3 safe").arg(k).arg(found).arg(safe)));
    }
  }

 private:
  std::string file(const char* name) const { return m_folder->filePath(name).toStdString(); }

  std::vector<std::string> journals() const {
    std::vector<std::string> found;
    std::error_code none;
    for (const auto& entry : std::filesystem::directory_iterator(file("narrows/journal"), none)) {
      if (entry.path().extension() == ".journal") found.push_back(entry.path().string());
    }
    return found;
  }

  /// The last record of the one journal there is.
  std::string lastShop() const {
    if (journals().size() != 1) return {};
    const auto text = readWholeFile(journals().front(), 1U << 26U);
    const auto work = text ? lastRecord(*text) : std::nullopt;
    return work ? work->book.shop : std::string();
  }

  /// A process that records these states and is killed.
  void leaveBehind(const std::vector<std::string>& shops) {
    const pid_t child = fork();
    if (child == 0) {
      Journal journal(file("boat.narrows"));
      for (const std::string& shop : shops) {
        journal.record(named(shop));
        journal.sync();
      }
      kill(getpid(), SIGKILL);
    }
    int status = 0;
    waitpid(child, &status, 0);
    QVERIFY(WIFSIGNALED(status));
  }

  /// Edits, and saves now and then; tells which edit is safe.
  [[noreturn]] void editUntilKilled(int tell) {
    auto journal = std::make_unique<Journal>(file("boat.narrows"));
    for (int i = 0;; ++i) {
      const BookSnapshot book = named(std::to_string(i));
      journal->record(book);
      bool safe = false;
      if (i % 5 == 4) {
        safe = saveBook(*book, file("boat.narrows")).has_value();
        journal->finish();
        journal = std::make_unique<Journal>(file("boat.narrows"));
      } else if (i % 3 == 0) {
        safe = journal->sync();
      }
      if (safe && write(tell, &i, sizeof i) != sizeof i) _exit(1);
    }
  }

  std::unique_ptr<QTemporaryDir> m_folder;
};

QTEST_GUILESS_MAIN(JournalTest)
#include "journal_test.moc"
