#include "window/sheets_form.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <algorithm>

#include "canvas/length_field.h"
#include "canvas/tongue.h"

namespace narrows {

namespace {

/// Places in the choice of paper and of files.
constexpr int rollPaper = 4, pdfFormat = 0;

}  // namespace

SheetsForm::SheetsForm(std::shared_ptr<const Solved> solved, int strake, QWidget* parent)
    : QWidget(parent),
      m_solved(std::move(solved)),
      m_form(new QFormLayout(this)),
      m_what(new QComboBox(this)),
      m_moulds(new QComboBox(this)),
      m_timbers(new QComboBox(this)),
      m_nested(new QLineEdit(this)),
      m_strakes(new QComboBox(this)),
      m_side(new QComboBox(this)),
      m_widths(new QCheckBox(tr("Widths at stations, to carry to the boat"), this)),
      m_stick(new QCheckBox(tr("Marking stick, every station's marks at full size"), this)),
      m_tickets(new QCheckBox(tr("Tickets: a page a piece, with all its figures"), this)),
      m_boards(new QCheckBox(tr("Division and diminishing boards"), this)),
      m_shell(new QCheckBox(tr("The shell laid flat, strakes numbered"), this)),
      m_tables(new QCheckBox(tr("Widths, marks and tickets as CSV files too"), this)),
      m_stockBoards(new QComboBox(this)),
      m_cutList(new QCheckBox(tr("Cut list: a page a board, with its picture"), this)),
      m_labels(new QCheckBox(tr("Labels to stick on"), this)),
      m_toBuy(new QCheckBox(tr("What to buy for what is laid nowhere"), this)),
      m_fullSize(new QCheckBox(tr("Boards at full size, with their pieces"), this)),
      m_cutListTable(new QCheckBox(tr("The cut list as a CSV file too"), this)),
      m_toBuyTable(new QCheckBox(tr("What to buy as a CSV file too"), this)),
      m_format(new QComboBox(this)),
      m_paper(new QComboBox(this)),
      m_roll(new QLineEdit(QStringLiteral("610 mm"), this)) {
  fill(strake);
  lay();
  connect(m_what, &QComboBox::currentIndexChanged, this, &SheetsForm::showRows);
  for (QLineEdit* field : {m_nested, m_roll}) connect(field, &QLineEdit::textChanged, this, &SheetsForm::chosen);
  for (QComboBox* box : {m_what, m_moulds, m_timbers, m_strakes, m_side, m_stockBoards, m_format, m_paper})
    connect(box, &QComboBox::currentIndexChanged, this, &SheetsForm::chosen);
  for (QCheckBox* box : {m_tickets, m_widths, m_stick, m_boards, m_shell, m_cutList, m_labels, m_toBuy, m_fullSize})
    connect(box, &QCheckBox::toggled, this, &SheetsForm::chosen);
  // Paper is for what is printed.
  connect(this, &SheetsForm::chosen, this, [this] {
    m_paper->setEnabled(m_format->currentIndex() == pdfFormat);
    m_roll->setEnabled(m_paper->isEnabled() && m_paper->currentIndex() == rollPaper);
  });
  showRows();
}

void SheetsForm::fill(int strake) {
  m_what->addItems({tr("planks"), tr("moulds"), tr("lines: body plan and corrected table"), tr("backbone"),
                    tr("stock: cut list and labels")});
  m_moulds->addItem(tr("every mould"));
  if (m_solved->moulds != nullptr)
    for (const Mould& mould : m_solved->moulds->moulds) m_moulds->addItem(QString::fromStdString(mould.name));
  m_timbers->addItem(tr("everything"));
  if (m_solved->backbone != nullptr)
    for (const TimberShape& shape : m_solved->backbone->shapes.shapes)
      m_timbers->addItem(QString::fromStdString(shape.name));
  m_nested->setPlaceholderText(tr("none; or a sheet, such as 4 ft x 8 ft"));
  m_stockBoards->addItem(tr("every board with something on it"));
  for (const Board& board : m_solved->book->boards) {
    const bool isLaidOn = std::any_of(m_solved->book->layings.begin(), m_solved->book->layings.end(),
                                      [&](const Laying& one) { return one.board == board.id; });
    if (isLaidOn && !board.used) m_stockBoards->addItem(QString::fromStdString(board.name));
  }
  m_strakes->addItem(tr("the strake in hand, %1").arg(strake + 1), strake);
  m_strakes->addItem(tr("every strake"), -1);
  m_strakes->addItem(tr("no patterns"), -2);
  m_side->addItems({tr("starboard"), tr("port (mirrored)"), tr("both sides")});
  m_format->addItems({tr("PDF, to print"), tr("SVG"), tr("DXF, in millimetres")});
  m_paper->addItems(
      {QStringLiteral("A4"), QStringLiteral("A3"), QStringLiteral("Letter"), QStringLiteral("Tabloid"), tr("roll")});
  for (QCheckBox* box : {m_tickets, m_widths, m_stick, m_cutList, m_labels}) box->setChecked(true);
}

void SheetsForm::lay() {
  m_form->setContentsMargins(0, 0, 0, 0);
  m_form->setVerticalSpacing(7);
  m_form->addRow(tr("Sheets of"), m_what);
  m_form->addRow(tr("Of the backbone"), m_timbers);
  m_form->addRow(tr("Moulds"), m_moulds);
  m_form->addRow(tr("All nested on"), m_nested);
  m_form->addRow(tr("Patterns of"), m_strakes);
  m_form->addRow(tr("Side"), m_side);
  for (QCheckBox* box : {m_tickets, m_widths, m_stick, m_boards, m_shell, m_tables}) m_form->addRow(box);
  m_form->addRow(tr("Boards"), m_stockBoards);
  for (QCheckBox* box : {m_cutList, m_labels, m_toBuy, m_fullSize, m_cutListTable, m_toBuyTable}) m_form->addRow(box);
  m_form->addRow(tr("As"), m_format);
  m_form->addRow(tr("Paper"), m_paper);
  m_form->addRow(tr("Roll width"), m_roll);
}

void SheetsForm::addRow(const QString& heading, QLayout* row) {
  m_form->addRow(heading, row);
}

void SheetsForm::addRow(QWidget* row) {
  m_form->addRow(row);
}

void SheetsForm::addRow(QLayout* row) {
  m_form->addRow(row);
}

int SheetsForm::widthWanted() const {
  return m_form->minimumSize().width();
}

SheetsOf SheetsForm::sheetsOf() const {
  return static_cast<SheetsOf>(m_what->currentIndex());
}

bool SheetsForm::wantsTables() const {
  return m_tables->isChecked() && sheetsOf() == SheetsOf::Planks;
}

bool SheetsForm::wantsCutList() const {
  return m_cutListTable->isChecked() && sheetsOf() == SheetsOf::Stock;
}

bool SheetsForm::wantsToBuy() const {
  return m_toBuyTable->isChecked() && sheetsOf() == SheetsOf::Stock;
}

StockChoice SheetsForm::stock() const {
  StockChoice choice;
  choice.cutList = m_cutList->isChecked();
  choice.labels = m_labels->isChecked();
  choice.toBuy = m_toBuy->isChecked();
  choice.fullSize = m_fullSize->isChecked();
  if (m_stockBoards->currentIndex() > 0) choice.board = m_stockBoards->currentText().toStdString();
  return choice;
}

void SheetsForm::choose(SheetsOf what, const std::string& mould) {
  m_what->setCurrentIndex(static_cast<int>(what));
  const int at = m_moulds->findText(QString::fromStdString(mould));
  if (at > 0) m_moulds->setCurrentIndex(at);
  emit chosen();
}

void SheetsForm::showRows() {
  const auto what = sheetsOf();
  const auto show = [this](QWidget* field, bool shown) {
    field->setVisible(shown);
    if (QWidget* label = m_form->labelForField(field)) label->setVisible(shown);
  };
  for (QWidget* one :
       std::initializer_list<QWidget*>{m_strakes, m_side, m_tickets, m_widths, m_stick, m_boards, m_shell, m_tables})
    show(one, what == SheetsOf::Planks);
  for (QWidget* one : std::initializer_list<QWidget*>{m_moulds, m_nested}) show(one, what == SheetsOf::Moulds);
  show(m_timbers, what == SheetsOf::Backbone);
  for (QWidget* one : std::initializer_list<QWidget*>{m_stockBoards, m_cutList, m_labels, m_toBuy, m_fullSize,
                                                      m_cutListTable, m_toBuyTable})
    show(one, what == SheetsOf::Stock);
}

SheetsForm::Maker SheetsForm::maker() const {
  const auto what = sheetsOf();
  if (what == SheetsOf::Lines) return [solved = m_solved](const std::stop_token&) { return linesSheets(*solved); };
  if (what == SheetsOf::Backbone) {
    BackboneChoice choice;
    if (m_timbers->currentIndex() > 0) choice.timber = m_timbers->currentText().toStdString();
    return [solved = m_solved, choice](const std::stop_token& stop) { return backboneSheets(*solved, choice, stop); };
  }
  if (what == SheetsOf::Planks) {
    return [solved = m_solved, choice = planks()](const std::stop_token& stop) {
      return planksSheets(*solved, choice, stop);
    };
  }
  if (what == SheetsOf::Stock) {
    return [solved = m_solved, choice = stock()](const std::stop_token& stop) {
      return stockSheets(*solved, choice, stop);
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

SheetChoice SheetsForm::planks() const {
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

Result<Paper> SheetsForm::paper() const {
  if (m_paper->currentIndex() != rollPaper) return paperNamed(m_paper->currentText().toStdString());
  return paperNamed("roll:" + typedFigure(m_roll->text()));
}

SheetsForm::Nested SheetsForm::nestedOn() const {
  if (m_nested->text().trimmed().isEmpty()) return {};
  const QStringList texts = m_nested->text().split('x', Qt::SkipEmptyParts);
  if (texts.size() != 2) return {{}, tr("Nested on what? Give a width and a height, such as 4 ft x 8 ft.")};
  std::vector<Length> sides;
  for (const QString& text : texts) {
    const auto length = typedLength(text.trimmed(), bareUnit(m_solved->book->settings.notation));
    if (!length) return {{}, QString::fromStdString(describe(length.error()[0]))};
    if (length->mm() <= 0.0) return {{}, tr("A sheet to nest on is larger than nothing.")};
    sides.push_back(*length);
  }
  return {std::pair(sides[0], sides[1]), {}};
}

QString SheetsForm::fault() const {
  if (const auto on = paper(); !on) return QString::fromStdString(describe(on.error()[0]));
  return sheetsOf() == SheetsOf::Moulds ? nestedOn().fault : QString();
}

SheetFormat SheetsForm::format() const {
  return m_format->currentIndex() == pdfFormat ? SheetFormat::Pdf
         : m_format->currentIndex() == 1       ? SheetFormat::Svg
                                               : SheetFormat::Dxf;
}

}  // namespace narrows
