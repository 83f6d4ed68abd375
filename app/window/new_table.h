#pragma once
// A table begun from a bare list of stations.

#include <QDialog>

#include "lines/offset_table.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace narrows {

/// Asks what stands at the head of a table of offsets: name, units, side and thickness of the planking, stations, and
/// which waterlines and buttocks. Everything else is typed in the table itself.
class NewTable : public QDialog {
  Q_OBJECT

 public:
  explicit NewTable(QWidget* parent = nullptr);
  const OffsetTable& table() const { return m_table; }

 private:
  void begin();
  bool readLengths(QLineEdit* field, const QString& what, std::vector<Length>& into);

  OffsetTable m_table;
  QLineEdit* m_name;
  QComboBox* m_units;
  QComboBox* m_side;
  QLineEdit* m_thickness;
  QComboBox* m_construction;
  QLineEdit* m_stations;
  QCheckBox* m_transom;
  QCheckBox* m_chine;
  QLineEdit* m_waterlines;
  QLineEdit* m_buttocks;
  QLabel* m_answer;
  QPushButton* m_begin;
};

/// An empty table with stations at these distances, ready to be typed in: sheer, rabbet, perhaps chine, waterlines and
/// buttocks. Stations are numbered from 1; a raked transom comes last.
OffsetTable blankTable(const std::string& boat, Unit unit, const std::vector<Length>& stations, bool rakedTransom,
                       bool chine, const std::vector<Length>& waterlines, const std::vector<Length>& buttocks);

}  // namespace narrows
