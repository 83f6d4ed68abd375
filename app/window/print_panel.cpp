#include "window/print_panel.h"

#include <QDir>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPrintDialog>
#include <QPrinter>
#include <QPushButton>
#include <QStandardPaths>
#include <cmath>
#include <utility>

#include "canvas/look.h"
#include "fonts.h"
#include "pages.h"
#include "window/sheet_output.h"
#include "window/sheet_preview.h"
#include "window/sheets_form.h"

namespace narrows {

PrintPanel::PrintPanel(std::shared_ptr<const Solved> solved, int strake, QWidget* parent)
    : QDialog(parent),
      m_solved(std::move(solved)),
      m_form(new SheetsForm(m_solved, strake, this)),
      m_folder(new QLineEdit(this)),
      m_outcome(new QLabel(this)),
      m_write(new QPushButton(tr("Write the sheets"), this)),
      m_print(new QPushButton(tr("Print…"), this)),
      m_preview(new SheetPreview(this)),
      m_writing(nullptr),
      m_counting(nullptr) {
  setWindowTitle(tr("Full-size sheets"));
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(22, 16, 22, 16);
  row->setSpacing(18);
  row->addWidget(m_form, 2);
  row->addWidget(m_preview, 3);
  resize(980, 660);
  addRows();
  // At least so wide that the page beside it does not squeeze its words, in any tongue.
  constexpr int leastWide = 440;
  m_form->setMinimumWidth(std::max(leastWide, m_form->widthWanted()));
  followWork();
  connect(m_form, &SheetsForm::chosen, this, &PrintPanel::chosen);
  emit m_form->chosen();
}

void PrintPanel::addRows() {
  m_folder->setText(QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) +
                    QStringLiteral("/narrows-sheets"));
  auto* browse = new QPushButton(tr("Choose…"), this);
  auto* folderRow = new QHBoxLayout;
  folderRow->setSpacing(10);
  folderRow->addWidget(m_folder, 1);
  folderRow->addWidget(browse);
  m_form->addRow(tr("Into folder"), folderRow);
  m_outcome->setWordWrap(true);
  m_outcome->setFont(shopFont(15.0));
  m_form->addRow(m_outcome);
  auto* caution = new QLabel(
      tr("Print at 100 %, never fitted to the page, and lay a rule on the 100 mm and 4 in bars before cutting."), this);
  caution->setWordWrap(true);
  look::say(caution, look::Voice::LookAgain);
  m_form->addRow(caution);
  auto* close = new QPushButton(tr("Close"), this);
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(10);
  buttons->addStretch(1);
  for (QPushButton* button : {close, m_print, m_write}) buttons->addWidget(button);
  m_write->setDefault(true);
  m_print->setObjectName(QStringLiteral("print"));
  m_form->addRow(buttons);
  connect(browse, &QPushButton::clicked, this, [this] {
    const QString folder = QFileDialog::getExistingDirectory(this, tr("Folder for the sheets"), m_folder->text());
    if (!folder.isEmpty()) m_folder->setText(folder);
  });
  connect(close, &QPushButton::clicked, this, &QDialog::reject);
  connect(m_write, &QPushButton::clicked, this, &PrintPanel::write);
  connect(m_print, &QPushButton::clicked, this, &PrintPanel::print);
  connect(m_folder, &QLineEdit::textChanged, this, [this] {
    m_replace = false;
    if (!m_writing.isRunning()) m_write->setText(tr("Write the sheets"));
  });
}

void PrintPanel::followWork() {
  connect(&m_writing, &LongWork::runningChanged, this, [this](bool running) {
    m_write->setText(running ? tr("Stop") : tr("Write the sheets"));
    m_print->setEnabled(!running && m_pages != nullptr && m_pages->count() > 0);
    m_said = true;
    if (running) m_outcome->setText(tr("Writing…"));
    if (!running && m_closeAfter) QDialog::reject();
  });
  connect(&m_writing, &LongWork::progressed, this, [this](double share) {
    if (m_writing.isRunning() && !m_closeAfter) m_outcome->setText(tr("Writing… %1 %").arg(std::lround(100.0 * share)));
  });
  for (LongWork* work : {&m_writing, &m_counting}) {
    connect(work, &LongWork::brokenOff, this, [this](const QString& why) {
      m_said = true;
      m_outcome->setText(why);
    });
  }
  connect(&m_counting, &LongWork::runningChanged, this, [this](bool running) {
    if (!running && std::exchange(m_countAgain, false)) count();
  });
}

void PrintPanel::reject() {
  m_closeAfter = m_writing.isRunning();
  if (!m_closeAfter) return QDialog::reject();
  m_outcome->setText(tr("Writing… This closes when all is written; Stop leaves the rest."));
}

void PrintPanel::choose(SheetsOf what, const std::string& mould) {
  m_form->choose(what, mould);
}

void PrintPanel::chosen() {
  m_replace = false;
  // What is being written says so itself.
  m_said = m_writing.isRunning();
  if (!m_said) m_write->setText(tr("Write the sheets"));
  count();
}

void PrintPanel::count() {
  const auto paper = m_form->paper();
  const QString wrong = m_form->fault();
  // Pages of another choice are neither printed nor written.
  m_pages = nullptr;
  m_print->setEnabled(false);
  m_write->setEnabled(wrong.isEmpty());
  if (!wrong.isEmpty()) return m_outcome->setText(wrong);
  // Counted beside the panel: a long timber on small paper is a thousand pages.
  m_countAgain = m_counting.isRunning();
  if (m_countAgain) return m_counting.stop();
  m_counting.begin(
      [this, make = m_form->maker(), paper = *paper, boat = m_solved->book->table.boat, nested = m_form->isNested()](
          const std::stop_token& stop, const LongWork::Progress&) -> LongWork::End {
        std::vector<Drawing> drawings = make(stop);
        nameFiles(drawings, boat);
        if (stop.stop_requested()) return {};
        const bool fitsNone = nested && !isAnyNested(drawings);
        const auto pages = std::make_shared<const SheetPages>(std::move(drawings), paper, stop);
        if (stop.stop_requested()) return {};
        return [this, pages, fitsNone] {
          showPages(pages);
          if (fitsNone && !m_said)
            m_outcome->setText(m_outcome->text() + QLatin1Char('\n') + tr("None of the moulds fits on such a sheet."));
        };
      });
}

void PrintPanel::showPages(const std::shared_ptr<const SheetPages>& pages) {
  m_pages = pages;
  m_preview->show(pages);
  const int files = static_cast<int>(pages->drawings().size());
  if (m_writing.isRunning()) return;
  m_write->setEnabled(files > 0);
  m_print->setEnabled(pages->count() > 0);
  if (m_said) return;
  const QString words = tr("%n file(|s)", nullptr, files);
  m_outcome->setText(m_form->format() == SheetFormat::Pdf
                         ? tr("%1, %2").arg(words, tr("%n page(|s)", nullptr, static_cast<int>(pages->count())))
                         : words);
}

void PrintPanel::print() {
  if (m_writing.isRunning() || m_pages == nullptr || m_pages->count() == 0) return;
  auto printer = std::make_shared<QPrinter>(QPrinter::HighResolution);
  printer->setFullPage(true);
  QPrintDialog dialog(printer.get(), this);
  dialog.setWindowTitle(tr("Print %n page(|s), never fitted to the page", nullptr, static_cast<int>(m_pages->count())));
  dialog.setOption(QAbstractPrintDialog::PrintToFile);
  if (dialog.exec() == QDialog::Accepted) printTo(printer);
}

void PrintPanel::printTo(std::shared_ptr<QPrinter> printer) {
  if (m_pages == nullptr || m_pages->count() == 0) return;
  m_writing.begin([this, printer = std::move(printer), pages = m_pages, solved = m_solved](
                      const std::stop_token& stop, const LongWork::Progress& progress) -> LongWork::End {
    const SentToPrinter sent = printPages(*printer, *pages, stop, progress);
    const auto remembered = sent.all ? printedSheets(*solved, pages->drawings()) : std::vector<PrintedSheet>();
    return [this, sent, count = pages->count(), remembered] {
      if (!remembered.empty()) emit this->printed(remembered);
      m_outcome->setText(sent.stopped ? tr("Stopped: the printer was told to leave it.")
                         : !sent.all  ? tr("The printer took %1 of %2 pages and no more: look to it, and print again.")
                                           .arg(sent.pages)
                                           .arg(count)
                                     : tr("Printed: %n page(|s). Lay a rule on the bars of the first before you cut.",
                                          nullptr, static_cast<int>(count)));
    };
  });
}

void PrintPanel::write() {
  if (m_writing.isRunning()) return m_writing.stop();
  const auto paper = m_form->paper();
  if (!paper || !m_form->fault().isEmpty()) return;
  // What is previewed is what is written; where it is still being made it is made here too. What this panel or this
  // book printed before is its own to replace.
  const WriteOrder order{m_solved,
                         m_pages,
                         m_form->maker(),
                         m_folder->text().toStdString(),
                         m_form->format(),
                         *paper,
                         m_replace || m_wroteBefore || !m_solved->book->printed.empty(),
                         m_form->wantsTables(),
                         m_form->wantsCutList(),
                         m_form->wantsToBuy(),
                         m_form->planks()};
  m_writing.begin([this, order](const std::stop_token& stop, const LongWork::Progress& progress) -> LongWork::End {
    const WrittenOut out = writeOut(order, stop, progress);
    return [this, out, folder = QString::fromStdString(order.folder)] { tellWritten(out, folder); };
  });
}

void PrintPanel::tellWritten(const WrittenOut& out, const QString& folder) {
  if (!out.toRemember.empty()) emit printed(out.toRemember);
  if (out.inTheWay > 0) {
    m_replace = true;
    m_write->setText(tr("Replace them"));
    return m_outcome->setText(
        tr("%n file(|s) of these names there already, not printed from this book. Replace?", nullptr, out.inTheWay));
  }
  m_wroteBefore = m_wroteBefore || !out.toRemember.empty() || (out.files && *out.files > 0);
  if (!out.files) return m_outcome->setText(QString::fromStdString(describe(out.files.error()[0])));
  if (out.stopped && *out.files == 0) return m_outcome->setText(tr("Stopped before anything was written."));
  m_outcome->setText((out.stopped ? tr("Stopped. Written whole: %1 in %2") : tr("Written: %1 in %2"))
                         .arg(tr("%n file(|s)", nullptr, *out.files), QDir::toNativeSeparators(folder)));
}

}  // namespace narrows
