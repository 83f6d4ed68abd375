#pragma once
// Readings off the batten: typed, read from a file, struck with a compass or sent by a tape, and what they say.

#include <QWidget>
#include <functional>

#include "length/length.h"

class QLabel;
class QPushButton;

namespace narrows {

class LengthField;
class Session;
class RefusedNote;
class Slate;
class SpilingGrid;
class Tape;
class TapeFields;
struct FlatPlank;
struct SpiledStrake;
struct Spiling;
struct TapeReading;

class SpilingPage : public QWidget {
  Q_OBJECT

 public:
  explicit SpilingPage(Session* session, QWidget* parent = nullptr);
  /// Its fields on the stage's slate: what batten, what the plank is cut to, files, compass and tape.
  void addFields(Slate* slate);
  /// Shows or hides the page's fields, and brings its words and readings up to date.
  void showAs(bool shown);
  /// Takes readings from a file (`spiling,1`) for the strake and side it names, else for those in hand. False, having
  /// told why, where it cannot be read or does not fit the plank; the book stays as it was.
  bool readFrom(const QString& path);
  bool writeTo(const QString& path);
  Tape* tape();

 signals:
  /// Something came for it while another page was shown.
  void wanted();

 private:
  void addCompass(Slate* slate);
  void takeReading(const TapeReading& reading);
  void strike(bool upper);
  QString words();
  int strakeInHand() const;
  const SpiledStrake* spiled() const;
  /// As it is computed; null where there is none.
  const FlatPlank* plankInHand() const;
  void changeSpiling(const QString& words, const std::function<void(Spiling&)>& change);

  Session* m_session;
  Slate* m_slate = nullptr;
  QLabel* m_words = nullptr;
  SpilingGrid* m_grid = nullptr;
  RefusedNote* m_answer = nullptr;
  TapeFields* m_tape = nullptr;
  QPushButton* m_throwAway = nullptr;
  std::vector<QWidget*> m_ofReadings;  ///< fields of a strake that was read
  std::vector<QWidget*> m_always;      ///< those with which reading begins
  Length m_opening, m_forward, m_aft;  ///< of the compass
};

}  // namespace narrows
