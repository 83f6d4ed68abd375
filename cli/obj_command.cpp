#include "obj_command.h"

#include "files/whole_file.h"
#include "solve/planked_bodies.h"
#include "solved_job.h"

namespace narrows::cli {

Result<std::string> writeBodies(const Job& job, const std::string& out) {
  const auto solved = solvedOf(job);
  if (!solved) return tl::make_unexpected(solved.error());
  const std::vector<PlankBody> bodies = plankedBodies(**solved);
  if (const auto written = writeWholeFile(out, writeObj(bodies, job.book().table.boat)); !written)
    return tl::make_unexpected(written.error());
  constexpr double mm3InDm3 = 1e6;
  constexpr int decimals = 3;
  std::string text = "body,faces,volume\n";
  for (const PlankBody& body : bodies) {
    text += body.name + "," + std::to_string(body.faces.size()) + "," +
            showDecimal(body.volumeMm3() / mm3InDm3, decimals) + "\n";
  }
  return text;
}

}  // namespace narrows::cli
