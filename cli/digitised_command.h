#pragma once
// A digitised line laid on the table's lines.

#include "job.h"

namespace narrows::cli {

struct DigitisedRequest {
  std::string dxf;                           ///< the file
  std::string layer;                         ///< whose line; any where empty
  int line = 0;                              ///< which of them, from 1; nought: the longest
  std::string section, row, profile, mould;  ///< what it is: one of them
  std::string units;                         ///< of the file, where it does not say
  std::string out;                           ///< the book to write with what was read put in; none where empty
};

/// What is read off a digitised line where it crosses the table's lines: `line,station,value,may_be_off,was`; of a
/// profile `point,distance,height`; of a mould's edge `mark,off`, how far each mark lies from it, positive inside.
Result<std::string> readDigitised(const Job& job, const DigitisedRequest& request);

}  // namespace narrows::cli
