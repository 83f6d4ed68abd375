// Narrows: from a table of offsets to a planked hull.

#include <unistd.h>
#include <QApplication>
#include <QIcon>
#include <QTimer>

#include <clocale>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <exception>
#include <optional>
#include <string_view>

#include "canvas/canvas.h"
#include "canvas/look.h"
#include "commands/long_work.h"
#include "window/desk.h"
#include "window/main_window.h"

namespace {

/// For timing the start: says how much memory is in use and ends, once the window has been painted.
void endOncePainted(narrows::MainWindow& window) {
  window.repaint();
  QTimer::singleShot(0, &window, [] {
    long pages = 0, resident = 0;
    if (std::FILE* statm = std::fopen("/proc/self/statm", "r")) {
      if (std::fscanf(statm, "%ld %ld", &pages, &resident) != 2) resident = 0;
      std::fclose(statm);
    }
    std::printf("memory %.1f MB\n",
                static_cast<double>(resident) * static_cast<double>(sysconf(_SC_PAGESIZE)) / 1048576.0);
    std::fflush(stdout);
    std::_Exit(0);
  });
}

/// What was asked that wants no window: its status; none where a window is wanted.
std::optional<int> answeredAtOnce(int argc, char** argv) {
  for (int i = 1; i < argc; ++i) {
    const std::string_view asked = argv[i];
    if (asked == "--help" || asked == "-h") {
      std::puts(
          "narrows [--demo | FILE]\n\nFrom a table of offsets to a planked hull.\n\n"
          "  FILE        a book (.narrows), or a table of offsets (.csv)\n"
          "  --demo      a sample boat\n"
          "  --version   which version this is\n"
          "  --help      this\n\n"
          "narrows-cli gives the same answers from a terminal.");
      return 0;
    }
    if (asked == "--version") {
      std::puts("narrows " NARROWS_VERSION);
      return 0;
    }
  }
  return std::nullopt;
}

/// `narrows [--demo | FILE]`.
int run(int argc, char** argv) {
  if (const auto status = answeredAtOnce(argc, argv)) return *status;
  QApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  QCoreApplication::setOrganizationName(QStringLiteral("narrows"));
  QCoreApplication::setApplicationName(QStringLiteral("narrows"));
  QCoreApplication::setApplicationVersion(QStringLiteral(NARROWS_VERSION));
  QApplication::setDesktopFileName(QStringLiteral("narrows"));
  QApplication::setWindowIcon(QIcon(QStringLiteral(":/icons/narrows.svg")));
  narrows::look::prepare(application);
  narrows::installCanvasAccessibility();
  narrows::MainWindow window;
  narrows::look::dress(application);
  const QStringList arguments = QCoreApplication::arguments();
  const bool demo = arguments.contains(QStringLiteral("--demo"));
  if (demo) {
    window.desk()->openSample();
  } else if (arguments.size() > 1) {
    window.desk()->openPath(arguments.at(1));
  }
  window.show();
  window.activateWindow();
  if (arguments.contains(QStringLiteral("--until-painted"))) {
    endOncePainted(window);
  } else if (!demo) {
    QTimer::singleShot(0, window.desk(), &narrows::Desk::offerLeftWork);
  }
  return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv) {
  narrows::shareHeaps();
  std::signal(SIGXFSZ, SIG_IGN);  // a limit on file sizes is a disk that is full, not the end
  try {
    return run(argc, argv);
  } catch (const std::exception& error) {
    std::fprintf(stderr, "narrows: %s\n", error.what());
    return 1;
  }
}
