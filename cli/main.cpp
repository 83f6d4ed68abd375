// narrows-cli: the core from a terminal.

#include <clocale>
#include <csignal>
#include <exception>
#include <iostream>

#include "command_line.h"

int main(int argc, char** argv) {
  std::setlocale(LC_NUMERIC, "C");
  std::signal(SIGXFSZ, SIG_IGN);  // a limit on file sizes is a disk that is full, not the end
  try {
    return narrows::cli::CommandLine().run(argc, argv);
  } catch (const std::exception& error) {
    std::cerr << "narrows-cli: " << error.what() << "\n";
    return narrows::cli::statusFault;
  }
}
