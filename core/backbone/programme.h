#pragma once
// A linear programme of the GLPK library, and the store that it keeps for every thread.

#include <glpk.h>

#include <memory>
#include <stop_token>

namespace narrows {

struct ProgrammeDeleter {
  void operator()(glp_prob* programme) const { glp_delete_prob(programme); }
};
using Programme = std::unique_ptr<glp_prob, ProgrammeDeleter>;

/// The library keeps a store for every thread that asks it, and gives none back by itself: asked for before the first
/// programme of a thread, it is given back as the thread ends.
inline void keepProgrammeStore() {
  struct Store {
    ~Store() { glp_free_env(); }
  };
  thread_local const Store store;
  (void)store;
}

/// Solves a programme by the simplex method, silently, looking up for `stop` every few steps. False where it has no
/// answer, or was stopped.
inline bool solveLinear(glp_prob* programme, const std::stop_token& stop = {}) {
  constexpr int stepsBetween = 200;
  glp_smcp settings;
  glp_init_smcp(&settings);
  settings.msg_lev = GLP_MSG_OFF;
  settings.it_lim = stepsBetween;
  int ended = glp_simplex(programme, &settings);
  while (ended == GLP_EITLIM && !stop.stop_requested()) ended = glp_simplex(programme, &settings);
  return ended == 0 && glp_get_status(programme) == GLP_OPT;
}

}  // namespace narrows
