import type { Highs } from 'highs';
import { compile } from '../compile.ts';
import { firstCome } from '../firstCome.ts';
import { neat } from '../neat.ts';
import { tidied, withoutSettled } from '../pinned.ts';
import type { Plan, PlannedFish, PlanProblem } from '../problem.ts';
import { planFaults, rankOf, score, type PlanScore } from '../score.ts';
import { toPlan, type State } from '../state.ts';
import { seek } from './seek.ts';

export interface Valued {
  plan: Plan;
  score: PlanScore;
}

/** How good the plan is: what a person would have done, what no plan beats, and what is left between. Minor units. */
export interface Solution extends Valued {
  firstCome: Valued;
  /** No plan on this grid is worth more; null while it is not known. */
  bound: number | null;
  phase: 'first_come' | 'bound' | 'search' | 'done';
}

export interface Watch {
  /** Milliseconds, from anywhere. */
  now: () => number;
  random: () => number;
  /** Says whether to stop at once. */
  stopped: () => boolean;
  /** Hears of each better plan, and of the bound. */
  tell: (so: Solution) => void;
}

/** The better of two plans that both hold; one with a fault never wins. */
const better = (problem: PlanProblem, a: Valued, b: Valued): Valued =>
  rankOf(problem, b.score) > rankOf(problem, a.score) + 1e-6 && planFaults(problem, b.plan).length === 0
    ? b
    : a;

/** What setting the pieces of one section close together may cost, minor units: the dearest that is tried first. */
const closeAt = [100, 0] as const;

/**
 * Plans the fish of one species: the first-come plan at once, then better ones and a lower bound (`seek`) until
 * `seconds` are over. Fish in `settled` keep their cuts. Every plan it tells of holds by the validator,
 * and none stands behind the first-come plan.
 */
export function solve(
  highs: Highs | null,
  problem: PlanProblem,
  settled: readonly PlannedFish[],
  seconds: number,
  watch: Watch,
): Solution {
  const begun = watch.now();
  const rank = (of: Valued) => rankOf(problem, of.score);
  // Inside, the bound is of ranks; told it is money, of the plans that keep the lines this one keeps.
  const inMoney = (so: Solution): Solution =>
    so.bound === null ? so : { ...so, bound: so.bound + so.score.value - rank(so) };
  const spent = () => (watch.now() - begun) / 1000;
  const rest = withoutSettled(problem, settled);
  const c = compile(rest.problem);
  const valued = (fish: readonly PlannedFish[]): Valued => {
    const plan = tidied(problem, { fish: [...settled, ...fish] });
    return { plan, score: score(problem, plan) };
  };
  /** The state as a plan, neat where that costs next to nothing. */
  const whole = (state: State): Valued => {
    const { fish } = toPlan(c, state);
    const loose = valued(fish);
    if (problem.settings.neat === 0) return loose;
    const least = rank(loose) - problem.settings.neat * loose.score.gross;
    for (const cost of closeAt) {
      const close = valued(neat(rest.problem, { fish }, cost).fish);
      if (rank(close) >= least && planFaults(problem, close.plan).length === 0) return close;
    }
    return loose;
  };
  const uncut = valued([]);
  const start = firstCome(c);
  const first = seconds > 0 ? whole(start) : valued(toPlan(c, start).fish);
  const sound = planFaults(problem, first.plan).length === 0;
  const baseline: Valued = sound ? first : uncut;
  let so: Solution = {
    ...(rank(uncut) > rank(baseline) ? uncut : baseline),
    firstCome: baseline,
    bound: null,
    phase: 'first_come',
  };
  watch.tell(inMoney(so));
  if (c.fish.length === 0 || c.groups.length + c.classes.length === 0)
    return { ...so, bound: so.score.value, phase: 'done' };
  let [waiting, looked]: [State | null, number] = [null, spent()];
  // Weighing a plan anew and checking it takes its time: not each step of the search is shown.
  const look = () => {
    if (!waiting) return;
    const won = better(problem, so, whole(waiting));
    [waiting, looked] = [null, spent()];
    if (won.plan === so.plan) return;
    // Marks to the millimetre may gain a little on the grid the bound is of.
    const bound = so.bound === null ? null : Math.max(so.bound, rank(won));
    so = { ...so, ...won, bound, phase: 'search' };
    watch.tell(inMoney(so));
  };
  seek(highs, c, sound ? start : start.map(() => null), {
    seconds,
    spent,
    random: watch.random,
    stopped: watch.stopped,
    better: ({ state }) => {
      waiting = state;
      if (spent() - looked > 0.25) look();
    },
    bounded: (bound) => {
      look();
      const least = Math.max(bound + rest.settledValue, rank(so));
      if (!Number.isFinite(least) || (so.bound !== null && least >= so.bound)) return;
      so = { ...so, bound: least, phase: so.phase === 'first_come' ? 'bound' : so.phase };
      watch.tell(inMoney(so));
    },
  });
  look();
  return inMoney({ ...so, phase: 'done' });
}
