#include "commands/tape.h"

#include <QSerialPortInfo>

namespace narrows {

Tape::Tape(QObject* parent) : QObject(parent) {
  connect(&m_port, &QSerialPort::readyRead, this, &Tape::takeWhatCame);
  connect(&m_port, &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
    if (error == QSerialPort::NoError || error == QSerialPort::TimeoutError || !m_port.isOpen()) return;
    // Closed from within its own signal it would signal again, without end.
    const QString why = m_port.errorString();
    QMetaObject::invokeMethod(
        this, [this, why] { lose(why); }, Qt::QueuedConnection);
  });
}

QStringList Tape::ports() {
  QStringList paths;
  for (const QSerialPortInfo& port : QSerialPortInfo::availablePorts()) paths << port.systemLocation();
  return paths;
}

bool Tape::open(const QString& path) {
  close();
  m_lines = {};
  m_port.setPortName(path);
  if (!m_port.open(QIODevice::ReadOnly)) {
    emit trouble(tr("The tape at %1 cannot be heard: %2. Is it plugged in, and the path right?")
                     .arg(path, m_port.errorString()));
    return false;
  }
  emit openChanged(true);
  return true;
}

void Tape::close() {
  if (!m_port.isOpen()) return;
  m_port.close();
  emit openChanged(false);
}

void Tape::lose(const QString& why) {
  if (!m_port.isOpen()) return;
  takeWhatCame();
  close();
  emit trouble(tr("The tape has gone silent (%1): what was read stays. Plug it in and listen again.").arg(why));
}

void Tape::takeWhatCame() {
  const QByteArray piece = m_port.readAll();
  for (const std::string& line : m_lines.take({piece.constData(), static_cast<std::size_t>(piece.size())})) {
    const auto reading = readTapeLine(line);
    if (!reading) {
      emit trouble(QString::fromStdString(describe(reading.error()[0])));
    } else if (*reading) {
      emit read(**reading);
    }
  }
}

}  // namespace narrows
