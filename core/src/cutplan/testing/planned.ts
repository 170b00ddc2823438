import type { Plan, PlanProblem } from '../index.ts';
import { loadSolver, seeded, solve, type Solution } from '../solver/index.ts';

const highs = await loadSolver();

/**
 * Solves by steps of the clock, not by time: the same answer on any machine. `told` is what was known to be best on the
 * way.
 */
export function planned(
  problem: PlanProblem,
  steps = 400,
  settled: Plan['fish'] = [],
  seed = 1,
): Solution & { told: Solution[] } {
  let ticks = 0;
  const told: Solution[] = [];
  const so = solve(highs, problem, settled, 1, {
    now: () => (ticks++ / steps) * 1000,
    random: seeded(seed),
    stopped: () => false,
    tell: (s) => told.push(s),
  });
  return { ...so, told };
}
