import { nth } from '../found.ts';

/** One ticket as work: minutes before and after a wait that needs no hands. */
export interface BenchJob {
  id: string;
  /** Minutes from now it should be done by. */
  due: number;
  /** Hands' minutes; two where something stands in between (salting, soaking, hard chilling). */
  work: readonly [number] | readonly [before: number, after: number];
  /** Minutes it stands in between, nobody at it. */
  wait: number;
  species: string;
  /** For raw use: wants the clean board. */
  raw: boolean;
  /** What a late minute weighs. */
  priority: number;
  /** Index of the hand that has it already; null for any. */
  hand: number | null;
}

/** One at the bench: from when, minutes from now, and what lies on the board; null where nothing did yet. */
export interface Hand {
  free: number;
  species: string | null;
  raw: boolean;
}

/** Cleaning the board between species, and before raw use on a board that has been used (our choice), minutes. */
export const cleanMinutes = 4;

/** From which time so many hands' minutes are done at the earliest, shared out among hands that are free from then on. */
function doneBy(minutes: number, free: readonly number[]): number {
  let sum = minutes;
  for (const [i, from] of free.entries()) {
    sum += from;
    const level = sum / (i + 1);
    if (level <= (free[i + 1] ?? Infinity)) return level;
  }
  return Infinity;
}

/**
 * What is left of these tickets is at least so late, and done at the earliest then, however it is shared out: each takes
 * its own time, and all of them together the time of all hands.
 */
export function leastOf(
  jobs: readonly BenchJob[],
  left: ReadonlyMap<number, number>,
  state: readonly Hand[],
  first: readonly number[],
): { late: number; end: number } {
  const free = state.map((h) => h.free).sort((a, b) => a - b);
  const soonest = nth(free, 0);
  let [alone, end, all] = [0, 0, 0];
  const own: number[] = [];
  const due: number[] = [];
  let priority = Infinity;
  const boards = new Set(state.map((h) => h.species));
  const fresh = new Set<string>();
  for (const [job, part] of left) {
    const j = nth(jobs, job);
    const from = j.hand === null ? soonest : nth(state, j.hand).free;
    const begin = part === 0 ? from : Math.max(from, nth(first, job) + j.wait);
    const minutes = j.work.slice(part).reduce((a, b) => a + b, 0);
    const done = begin + minutes + (part < j.work.length - 1 ? j.wait : 0);
    alone += Math.max(0, done - j.due) * j.priority;
    end = Math.max(end, done);
    all += minutes;
    own.push(minutes);
    due.push(j.due);
    priority = Math.min(priority, j.priority);
    if (!boards.has(j.species)) fresh.add(j.species);
  }
  // Each kind of fish that lies on no board yet wants one cleaned, but for boards nobody has used.
  const unused = state.filter((h) => h.species === null).length;
  end = Math.max(end, doneBy(all + cleanMinutes * Math.max(0, fresh.size - unused), free));
  // The shortest ones first are done soonest, and the earliest due of all are the least late then.
  own.sort((a, b) => a - b);
  due.sort((a, b) => a - b);
  let [together, sum] = [0, 0];
  for (const [k, minutes] of own.entries()) {
    sum += minutes;
    together += Math.max(0, doneBy(sum, free) - nth(due, k)) * priority;
  }
  return { late: Math.max(alone, together), end };
}
