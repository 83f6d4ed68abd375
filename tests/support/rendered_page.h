#pragma once
// Printed pages looked at as pictures, and what stands on them measured.

#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <vector>

namespace narrows::tests {

/// A page of a PDF (from 1) in greys, so many dots a millimetre.
inline QImage rendered(const QString& pdf, int page, double dotsPerMm) {
  QTemporaryDir folder;
  const QString base = folder.filePath("page");
  QProcess::execute("pdftoppm", {"-r", QString::number(dotsPerMm * 25.4, 'f', 4), "-gray", "-png", "-singlefile", "-f",
                                 QString::number(page), "-l", QString::number(page), pdf, base});
  QImage image(base + ".png");
  return image.convertToFormat(QImage::Format_Grayscale8);
}

/// Centres of the dark uprights met along a row of pixels, in pixels, weighted by their darkness.
inline std::vector<double> uprights(const QImage& image, int row, int from, int to) {
  std::vector<double> found;
  double sum = 0.0, weight = 0.0;
  for (int x = from; x < to; ++x) {
    const double dark = 255.0 - qGray(image.pixel(x, row));
    if (dark > 60.0) {
      sum += (x + 0.5) * dark;
      weight += dark;
    } else if (weight > 0.0) {
      found.push_back(sum / weight);
      sum = weight = 0.0;
    }
  }
  return found;
}

}  // namespace narrows::tests
