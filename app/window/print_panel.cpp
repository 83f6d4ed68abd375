#include "window/print_panel.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPageSize>
#include <QPainter>
#include <QPrintDialog>
#include <QPrinter>
#include <QPushButton>
#include <QStandardPaths>
#include <cmath>
#include <utility>

#include "book/today.h"
#include "canvas/length_field.h"
#include "canvas/look.h"
#include "canvas/tongue.h"
#include "fonts.h"
#include "pages.h"
#include "solve/sheet_points.h"
#include "window/sheet_preview.h"

namespace narrows {

namespace {

/// How many of the files are there already.
int inTheWay(const std::vector<Drawing>& drawings, const std::string& folder, SheetFormat format) {
  return static_cast<int>(std::count_if(drawings.begin(), drawings.end(), [&](const Drawing& drawing) {
    return QFile::exists(QString::fromStdString(sheetPath(folder, drawing, format)));
  }));
}

}  // namespace

PrintPanel::PrintPanel(std::shared_ptr<const Solved> solved, int strake, QWidget* parent)
    : QDialog(parent),
      m_solved(std::move(solved)),
      m_strake(strake),
      m_what(new QComboBox(this)),
      m_moulds(new QComboBox(this)),
      m_timbers(new QComboBox(this)),
      m_nested(new QLineEdit(this)),
      m_form(new QFormLayout),
      m_strakes(new QComboBox(this)),
      m_side(new QComboBox(this)),
      m_widths(new QCheckBox(tr("Widths at stations, to carry to the boat"), this)),
      m_stick(new QCheckBox(tr("Marking stick, every station's marks at full size"), this)),
      m_tickets(new QCheckBox(tr("Tickets: a page a piece, with all its figures"), this)),
      m_boards(new QCheckBox(tr("Division and diminishing boards"), this)),
      m_shell(new QCheckBox(tr("The shell laid flat, strakes numbered"), this)),
      m_tables(new QCheckBox(tr("Widths, marks and tickets as CSV files too"), this)),
      m_format(new QComboBox(this)),
      m_paper(new QComboBox(this)),
      m_roll(new QLineEdit(QStringLiteral("610 mm"), this)),
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
  auto* left = new QWidget(this);
  left->setLayout(m_form);
  row->addWidget(left, 2);
  row->addWidget(m_preview, 3);
  resize(980, 660);
  m_strakes->addItem(tr("the strake in hand, %1").arg(strake + 1), strake);
  m_strakes->addItem(tr("every strake"), -1);
  m_strakes->addItem(tr("no patterns"), -2);
  m_side->addItems({tr("starboard"), tr("port (mirrored)"), tr("both sides")});
  m_format->addItems({tr("PDF, to print"), tr("SVG"), tr("DXF, in millimetres")});
  m_paper->addItems(
      {QStringLiteral("A4"), QStringLiteral("A3"), QStringLiteral("Letter"), QStringLiteral("Tabloid"), tr("roll")});
  m_tickets->setChecked(true);
  m_widths->setChecked(true);
  m_stick->setChecked(true);
  m_folder->setText(QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) +
                    QStringLiteral("/narrows-sheets"));
  auto* form = m_form;
  form->setContentsMargins(0, 0, 0, 0);
  form->setVerticalSpacing(7);
  m_what->addItems({tr("planks"), tr("moulds"), tr("lines: body plan and corrected table"), tr("backbone")});
  m_moulds->addItem(tr("every mould"));
  if (m_solved->moulds != nullptr) {
    for (const Mould& mould : m_solved->moulds->moulds) m_moulds->addItem(QString::fromStdString(mould.name));
  }
  m_timbers->addItem(tr("everything"));
  if (m_solved->backbone != nullptr) {
    for (const TimberShape& shape : m_solved->backbone->shapes.shapes)
      m_timbers->addItem(QString::fromStdString(shape.name));
  }
  m_nested->setPlaceholderText(tr("none; or a sheet, such as 4 ft x 8 ft"));
  form->addRow(tr("Sheets of"), m_what);
  form->addRow(tr("Of the backbone"), m_timbers);
  form->addRow(tr("Moulds"), m_moulds);
  form->addRow(tr("All nested on"), m_nested);
  form->addRow(tr("Patterns of"), m_strakes);
  form->addRow(tr("Side"), m_side);
  form->addRow(m_tickets);
  form->addRow(m_widths);
  form->addRow(m_stick);
  form->addRow(m_boards);
  form->addRow(m_shell);
  form->addRow(m_tables);
  form->addRow(tr("As"), m_format);
  form->addRow(tr("Paper"), m_paper);
  form->addRow(tr("Roll width"), m_roll);
  auto* folderRow = new QHBoxLayout;
  folderRow->addWidget(m_folder, 1);
  auto* browse = new QPushButton(tr("Choose…"), this);
  folderRow->addWidget(browse);
  form->addRow(tr("Into folder"), folderRow);
  m_outcome->setWordWrap(true);
  m_outcome->setFont(shopFont(15.0));
  form->addRow(m_outcome);
  auto* caution = new QLabel(
      tr("Print at 100 %, never fitted to the page, and lay a rule on the 100 mm and 4 in bars before cutting."), this);
  caution->setWordWrap(true);
  look::say(caution, look::Voice::LookAgain);
  form->addRow(caution);
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(10);
  folderRow->setSpacing(10);
  buttons->addStretch(1);
  auto* close = new QPushButton(tr("Close"), this);
  buttons->addWidget(close);
  buttons->addWidget(m_print);
  buttons->addWidget(m_write);
  m_write->setDefault(true);
  m_print->setObjectName(QStringLiteral("print"));
  form->addRow(buttons);
  // At least so wide that the page beside it does not squeeze its words, in any tongue.
  constexpr int leastWide = 440;
  left->setMinimumWidth(std::max(leastWide, form->minimumSize().width()));

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
  connect(m_what, &QComboBox::currentIndexChanged, this, &PrintPanel::showRows);
  connect(m_nested, &QLineEdit::textChanged, this, &PrintPanel::chosen);
  for (QComboBox* box : {m_what, m_moulds, m_timbers, m_strakes, m_side, m_format, m_paper})
    connect(box, &QComboBox::currentIndexChanged, this, &PrintPanel::chosen);
  for (QCheckBox* box : {m_tickets, m_widths, m_stick, m_boards, m_shell})
    connect(box, &QCheckBox::toggled, this, &PrintPanel::chosen);
  connect(m_roll, &QLineEdit::textChanged, this, &PrintPanel::chosen);
  showRows();
  chosen();
}

void PrintPanel::reject() {
  m_closeAfter = m_writing.isRunning();
  if (!m_closeAfter) return QDialog::reject();
  m_outcome->setText(tr("Writing… This closes when all is written; Stop leaves the rest."));
}

void PrintPanel::choose(SheetsOf what, const std::string& mould) {
  m_what->setCurrentIndex(static_cast<int>(what));
  const int at = m_moulds->findText(QString::fromStdString(mould));
  if (at > 0) m_moulds->setCurrentIndex(at);
  chosen();
}

void PrintPanel::showRows() {
  const auto what = static_cast<SheetsOf>(m_what->currentIndex());
  const auto show = [this](QWidget* field, bool shown) {
    field->setVisible(shown);
    if (QWidget* label = m_form->labelForField(field)) label->setVisible(shown);
  };
  for (QWidget* one :
       std::initializer_list<QWidget*>{m_strakes, m_side, m_tickets, m_widths, m_stick, m_boards, m_shell, m_tables})
    show(one, what == SheetsOf::Planks);
  for (QWidget* one : std::initializer_list<QWidget*>{m_moulds, m_nested}) show(one, what == SheetsOf::Moulds);
  show(m_timbers, what == SheetsOf::Backbone);
}

PrintPanel::Maker PrintPanel::maker() const {
  const auto what = static_cast<SheetsOf>(m_what->currentIndex());
  if (what == SheetsOf::Lines) return [solved = m_solved](const std::stop_token&) { return linesSheets(*solved); };
  if (what == SheetsOf::Backbone) {
    BackboneChoice choice;
    if (m_timbers->currentIndex() > 0) choice.timber = m_timbers->currentText().toStdString();
    return [solved = m_solved, choice](const std::stop_token& stop) { return backboneSheets(*solved, choice, stop); };
  }
  if (what == SheetsOf::Planks) {
    return [solved = m_solved, choice = choice()](const std::stop_token& stop) {
      return planksSheets(*solved, choice, stop);
    };
  }
  MouldChoice choice;
  if (m_moulds->currentIndex() > 0) {
    choice.moulds = {m_moulds->currentText().toStdString()};
    choice.setUp = false;
  }
  choice.nestedOn = nestedOn().size;
  return [solved = m_solved, choice](const std::stop_token& stop) { return mouldsSheets(*solved, choice, stop); };
}

SheetChoice PrintPanel::choice() const {
  SheetChoice choice;
  const int strake = m_strakes->currentData().toInt();
  if (strake >= 0) choice.strakes = {static_cast<std::size_t>(strake)};
  choice.patterns = strake != -2;
  if (m_side->currentIndex() == 1) choice.sides = {BoatSide::Port};
  if (m_side->currentIndex() == 2) choice.sides = {BoatSide::Starboard, BoatSide::Port};
  choice.tickets = m_tickets->isChecked();
  choice.widths = m_widths->isChecked();
  choice.stick = m_stick->isChecked();
  choice.boards = m_boards->isChecked();
  choice.shell = m_shell->isChecked();
  return choice;
}

Result<Paper> PrintPanel::chosenPaper() const {
  if (m_paper->currentIndex() < 4) return paperNamed(m_paper->currentText().toStdString());
  return paperNamed("roll:" + typedFigure(m_roll->text()));
}

PrintPanel::Nested PrintPanel::nestedOn() const {
  if (m_nested->text().trimmed().isEmpty()) return {};
  const QStringList texts = m_nested->text().split('x', Qt::SkipEmptyParts);
  if (texts.size() != 2) return {{}, tr("Nested on what? Give a width and a height, such as 4 ft x 8 ft.")};
  std::vector<Length> sides;
  for (const QString& text : texts) {
    const auto length = parseLength(typedFigure(text.trimmed()), bareUnit(m_solved->book->settings.notation));
    if (!length) return {{}, QString::fromStdString(describe(length.error()[0]))};
    if (length->mm() <= 0.0) return {{}, tr("A sheet to nest on is larger than nothing.")};
    sides.push_back(*length);
  }
  return {std::pair(sides[0], sides[1]), {}};
}

QString PrintPanel::fault() const {
  if (const auto paper = chosenPaper(); !paper) return QString::fromStdString(describe(paper.error()[0]));
  return static_cast<SheetsOf>(m_what->currentIndex()) == SheetsOf::Moulds ? nestedOn().fault : QString();
}

SheetFormat PrintPanel::chosenFormat() const {
  return m_format->currentIndex() == 0   ? SheetFormat::Pdf
         : m_format->currentIndex() == 1 ? SheetFormat::Svg
                                         : SheetFormat::Dxf;
}

void PrintPanel::chosen() {
  m_replace = false;
  // What is being written says so itself.
  m_said = m_writing.isRunning();
  if (!m_said) m_write->setText(tr("Write the sheets"));
  count();
}

void PrintPanel::count() {
  m_roll->setEnabled(m_paper->currentIndex() == 4 && m_format->currentIndex() == 0);
  m_paper->setEnabled(m_format->currentIndex() == 0);
  const auto paper = chosenPaper();
  const QString wrong = fault();
  // Pages of another choice are neither printed nor written.
  m_pages = nullptr;
  m_print->setEnabled(false);
  m_write->setEnabled(wrong.isEmpty());
  if (!wrong.isEmpty()) return m_outcome->setText(wrong);
  // Counted beside the panel: a long timber on small paper is a thousand pages.
  m_countAgain = m_counting.isRunning();
  if (m_countAgain) return m_counting.stop();
  const bool nested = m_what->currentIndex() == static_cast<int>(SheetsOf::Moulds) && nestedOn().size.has_value();
  m_counting.begin([this, make = maker(), paper = *paper, boat = m_solved->book->table.boat, nested](
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
  m_outcome->setText(chosenFormat() == SheetFormat::Pdf
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
    constexpr int dotsPerInch = 1200;
    printer->setFullPage(true);
    printer->setResolution(dotsPerInch);
    const auto size = [&](std::size_t page) {
      // Every page in its own size: upright tickets beside patterns that lie.
      printer->setPageSize(QPageSize(QSizeF(pages->widthMm(page), pages->heightMm(page)), QPageSize::Millimeter, {},
                                     QPageSize::FuzzyMatch));
      const QSizeF found = printer->pageLayout().pageSize().size(QPageSize::Millimeter);
      const bool lies = pages->widthMm(page) > pages->heightMm(page);
      printer->setPageOrientation((found.width() > found.height()) == lies ? QPageLayout::Portrait
                                                                           : QPageLayout::Landscape);
      printer->setPageMargins(QMarginsF(0.0, 0.0, 0.0, 0.0));
    };
    size(0);
    QPainter painter;
    const bool open = painter.begin(printer.get());
    std::size_t printed = 0;
    for (; open && printed < pages->count() && !stop.stop_requested(); ++printed) {
      if (printed > 0) {
        size(printed);
        if (!printer->newPage()) break;
      }
      progress(static_cast<double>(printed) / static_cast<double>(pages->count()));
      painter.save();
      painter.scale(printer->resolution() / mmPerInch, printer->resolution() / mmPerInch);
      pages->paint(painter, printed);
      painter.restore();
    }
    const bool stopped = stop.stop_requested();
    if (stopped) printer->abort();
    const bool all = open && painter.end() && printed == pages->count();
    std::vector<PrintedSheet> remembered;
    for (const Drawing& drawing : all ? pages->drawings() : std::vector<Drawing>()) {
      if (const auto sheet = sheetToRemember(*solved, drawing.name, drawing.code, today()))
        remembered.push_back(*sheet);
    }
    return [this, all, stopped, printed, count = pages->count(), remembered] {
      if (!remembered.empty()) emit this->printed(remembered);
      if (stopped) return m_outcome->setText(tr("Stopped: the printer was told to leave it."));
      if (!all) {
        return m_outcome->setText(
            tr("The printer took %1 of %2 pages and no more: look to it, and print again.").arg(printed).arg(count));
      }
      m_outcome->setText(tr("Printed: %n page(|s). Lay a rule on the bars of the first before you cut.", nullptr,
                            static_cast<int>(count)));
    };
  });
}

void PrintPanel::write() {
  if (m_writing.isRunning()) return m_writing.stop();
  const auto paper = chosenPaper();
  if (!paper) return;
  if (!fault().isEmpty()) return;
  const SheetFormat format = chosenFormat();
  // What this panel or this book printed before is its own to replace.
  const bool mayReplace = m_replace || m_wroteBefore || !m_solved->book->printed.empty();
  const bool tables = m_tables->isChecked() && m_what->currentIndex() == static_cast<int>(SheetsOf::Planks);
  // What is previewed is what is written; where it is still being made it is made here too.
  m_writing.begin([this, make = maker(), pages = m_pages, folder = m_folder->text(), format, paper = *paper, tables,
                   solved = m_solved, choice = choice(),
                   mayReplace](const std::stop_token& stop, const LongWork::Progress& progress) -> LongWork::End {
    std::vector<Drawing> drawings = pages != nullptr ? pages->drawings() : make(stop);
    if (stop.stop_requested()) {
      return [this] { m_outcome->setText(tr("Stopped before anything was written.")); };
    }
    nameFiles(drawings, solved->book->table.boat);
    const int there = mayReplace ? 0 : inTheWay(drawings, folder.toStdString(), format);
    if (there > 0) {
      return [this, there] {
        m_replace = true;
        m_write->setText(tr("Replace them"));
        m_outcome->setText(
            tr("%n file(|s) of these names there already, not printed from this book. Replace?", nullptr, there));
      };
    }
    const auto written = writeSheets(drawings, folder.toStdString(), format, paper, stop, progress);
    const bool stopped = stop.stop_requested();
    Result<std::vector<std::string>> csv;
    if (written && tables && !stopped) csv = writeLiningTables(*solved, folder.toStdString());
    if (written && csv && tables && choice.tickets && !stopped) {
      const auto tickets = writeTicketTables(*solved, choice, folder.toStdString(), stop);
      if (tickets) csv->insert(csv->end(), tickets->begin(), tickets->end());
      if (!tickets) csv = tl::make_unexpected(tickets.error());
    }
    std::vector<PrintedSheet> remembered;
    for (const WrittenSheet& one : written ? *written : std::vector<WrittenSheet>()) {
      if (const auto sheet = sheetToRemember(*solved, one.what, one.code, today())) remembered.push_back(*sheet);
    }
    return [this, written, folder, stopped, csv, remembered] {
      if (!remembered.empty()) emit printed(remembered);
      m_wroteBefore = m_wroteBefore || written.has_value();
      if (!written) return m_outcome->setText(QString::fromStdString(describe(written.error()[0])));
      if (!csv) return m_outcome->setText(QString::fromStdString(describe(csv.error()[0])));
      const QString files = tr("%n file(|s)", nullptr, static_cast<int>(written->size() + csv->size()));
      m_outcome->setText((stopped ? tr("Stopped. Written whole: %1 in %2") : tr("Written: %1 in %2"))
                             .arg(files, QDir::toNativeSeparators(folder)));
    };
  });
}

}  // namespace narrows
