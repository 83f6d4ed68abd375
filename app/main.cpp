// Narrows: from a table of offsets to a planked hull.

#include <QApplication>
#include <QIcon>
#include <QTimer>
#include <clocale>
#include <cstdio>
#include <exception>

#include "canvas/canvas.h"
#include "canvas/look.h"
#include "window/main_window.h"

namespace {

/// `narrows [--demo | FILE]`.
int run(int argc, char** argv) {
  QApplication application(argc, argv);
  std::setlocale(LC_NUMERIC, "C");
  QCoreApplication::setOrganizationName(QStringLiteral("narrows"));
  QCoreApplication::setApplicationName(QStringLiteral("narrows"));
  QCoreApplication::setApplicationVersion(QStringLiteral(NARROWS_VERSION));
  QApplication::setDesktopFileName(QStringLiteral("narrows"));
  QApplication::setWindowIcon(QIcon(QStringLiteral(":/icons/narrows.svg")));
  narrows::look::apply(application);
  narrows::installCanvasAccessibility();
  narrows::MainWindow window;
  const QStringList arguments = QCoreApplication::arguments();
  const bool demo = arguments.contains(QStringLiteral("--demo"));
  if (demo) {
    window.openSample();
  } else if (arguments.size() > 1) {
    window.openPath(arguments.at(1));
  }
  window.show();
  window.activateWindow();
  if (!demo) QTimer::singleShot(0, &window, &narrows::MainWindow::offerLeftWork);
  return QApplication::exec();
}

}  // namespace

int main(int argc, char** argv) {
  try {
    return run(argc, argv);
  } catch (const std::exception& error) {
    std::fprintf(stderr, "narrows: %s\n", error.what());
    return 1;
  }
}
