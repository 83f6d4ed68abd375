#pragma once
// Several tests in one program: what their headers' inline functions use is made once for all of them, and not once a
// test. The program is called by the name of the test that is to run, which is a link to it.

#include <QCoreApplication>
#include <QFileInfo>
#include <QTest>
#include <cstdio>
#include <map>

namespace narrows::tests {

using GroupedMain = int (*)(int, char**);

inline std::map<QString, GroupedMain>& groupedTests() {
  static std::map<QString, GroupedMain> tests;
  return tests;
}

/// Puts the test of a source file among those of its program, by the name of the file.
inline bool isGrouped(const char* file, GroupedMain run) {
  return groupedTests().emplace(QFileInfo(QString::fromUtf8(file)).baseName(), run).second;
}

inline int runGrouped(int argc, char** argv) {
  const auto found = groupedTests().find(QFileInfo(QString::fromUtf8(argv[0])).fileName());
  if (found != groupedTests().end()) return found->second(argc, argv);
  std::fprintf(stderr, "Call it by the name of one of its tests:\n");
  for (const auto& [name, run] : groupedTests()) std::fprintf(stderr, "  %s\n", qPrintable(name));
  return 2;
}

}  // namespace narrows::tests

// Each test's own main becomes a function of its program.
#undef QTEST_APPLESS_MAIN
#define QTEST_APPLESS_MAIN(Test)                                                                  \
  [[maybe_unused]] const bool grouped = narrows::tests::isGrouped(__FILE__, [](int c, char** v) { \
    Test test;                                                                                    \
    return QTest::qExec(&test, c, v);                                                             \
  });
#undef QTEST_GUILESS_MAIN
#define QTEST_GUILESS_MAIN(Test)                                                                  \
  [[maybe_unused]] const bool grouped = narrows::tests::isGrouped(__FILE__, [](int c, char** v) { \
    QCoreApplication application(c, v);                                                           \
    Test test;                                                                                    \
    return QTest::qExec(&test, c, v);                                                             \
  });
