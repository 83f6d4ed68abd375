#include "canvas/path_to_write.h"

#include <QCoreApplication>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>

namespace narrows {

namespace {

bool mayReplace(QWidget* parent, const QString& path) {
  QMessageBox box(
      QMessageBox::Question, QCoreApplication::translate("PathToWrite", "Replace it?"),
      QCoreApplication::translate("PathToWrite", "%1 is there already. Replace it?").arg(QFileInfo(path).fileName()),
      QMessageBox::NoButton, parent);
  const QAbstractButton* replace =
      box.addButton(QCoreApplication::translate("PathToWrite", "Replace"), QMessageBox::AcceptRole);
  box.addButton(QCoreApplication::translate("PathToWrite", "Another name"), QMessageBox::RejectRole);
  box.exec();
  return box.clickedButton() == replace;
}

}  // namespace

QString askPathToWrite(QWidget* parent, const QString& title, const QString& start, const QString& kinds,
                       const QString& ending) {
  QFileDialog dialog(parent, title, QFileInfo(start).absolutePath(), kinds);
  dialog.setAcceptMode(QFileDialog::AcceptSave);
  dialog.setFileMode(QFileDialog::AnyFile);
  dialog.setDefaultSuffix(ending);
  // The dialog would ask about the name as it was typed, which is not always the one that is written.
  dialog.setOption(QFileDialog::DontConfirmOverwrite);
  if (!QFileInfo(start).isDir()) dialog.selectFile(QFileInfo(start).fileName());
  while (dialog.exec() == QDialog::Accepted) {
    QString path = dialog.selectedFiles().value(0);
    if (path.isEmpty()) continue;
    if (!path.endsWith(QLatin1Char('.') + ending, Qt::CaseInsensitive)) path += QLatin1Char('.') + ending;
    if (!QFileInfo::exists(path) || mayReplace(parent, path)) return path;
  }
  return {};
}

}  // namespace narrows
