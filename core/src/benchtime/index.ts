import { nth } from '../found.ts';
import { cleanMinutes, leastOf, type BenchJob, type Hand } from './least.ts';

export { cleanMinutes, type BenchJob } from './least.ts';

/** One stretch of hands' work on a ticket, minutes from now. */
export interface BenchSlot {
  id: string;
  part: 0 | 1;
  hand: number;
  /** The board is cleaned first: from here to `start`. */
  cleanFrom: number;
  start: number;
  end: number;
}

export interface BenchSchedule {
  slots: BenchSlot[];
  /** Minutes each ticket is late, those that are. */
  late: Record<string, number>;
  /** When each ticket is done, minutes from now. */
  done: Record<string, number>;
  /** Late minutes by priority, and when the last hand is free. */
  lateWeighted: number;
  end: number;
  /** Every order was tried: nothing is better. */
  exact: boolean;
}

/** Up to so many tickets every order is tried. */
const exactUpTo = 9;
/** Orders looked into at most, about a tenth of a second; beyond, the best so far stands. */
const maxNodes = 20_000;
/** Moves tried at most from each of two orders, for the same reason. */
const maxMoves = 10_000;

interface Operation {
  job: number;
  part: 0 | 1;
}
const operationsOf = (jobs: readonly BenchJob[]): Operation[] =>
  jobs.flatMap((j, job): Operation[] =>
    j.work.length === 1
      ? [{ job, part: 0 }]
      : [
          { job, part: 0 },
          { job, part: 1 },
        ],
  );

/** Cleaning a hand's board before this ticket. */
const cleaning = (hand: Hand, job: BenchJob): number =>
  hand.species !== null && (hand.species !== job.species || (job.raw && !hand.raw)) ? cleanMinutes : 0;

/** When a part may begin: its first part is done and has stood. */
const readyAt = (job: BenchJob, part: 0 | 1, firstDone: number | undefined) =>
  part === 0 ? 0 : (firstDone ?? Infinity) + job.wait;

/** Puts one operation onto a hand, as soon as hand, board and ticket allow. */
function place(job: BenchJob, part: 0 | 1, at: number, hand: Hand, firstDone: number | undefined): BenchSlot {
  const clean = cleaning(hand, job);
  const start = Math.max(hand.free + clean, readyAt(job, part, firstDone));
  return { id: job.id, part, hand: at, cleanFrom: start - clean, start, end: start + (job.work[part] ?? 0) };
}

/** Times an order of operations, each on the hand given or the one that begins it first; no longer than `most` is late. */
function simulate(
  jobs: readonly BenchJob[],
  order: readonly Operation[],
  hands: readonly number[],
  most = Infinity,
): { slots: BenchSlot[]; late: number; end: number } {
  const state: Hand[] = hands.map((free) => ({ free, species: null, raw: false }));
  const firstDone = new Map<number, number>();
  const slots: BenchSlot[] = [];
  let [late, end] = [0, 0];
  for (const { job, part } of order) {
    const j = nth(jobs, job);
    let best: BenchSlot | null = null;
    for (const [at, hand] of state.entries()) {
      if (j.hand !== null && j.hand !== at) continue;
      const slot = place(j, part, at, hand, firstDone.get(job));
      if (!best || slot.end < best.end) best = slot;
    }
    if (!best) continue;
    slots.push(best);
    state[best.hand] = { free: best.end, species: j.species, raw: j.raw };
    if (part === 0) firstDone.set(job, best.end);
    if (part === j.work.length - 1) late += Math.max(0, best.end - j.due) * j.priority;
    end = Math.max(end, best.end);
    if (late > most) break;
  }
  return { slots, late, end };
}

const better = (a: { late: number; end: number }, b: { late: number; end: number }) =>
  a.late < b.late - 1e-9 || (a.late < b.late + 1e-9 && a.end < b.end - 1e-9);

/** Raw work first on the clean board, then by due time; a ticket's second part after the first ones have begun. */
function dueOrder(jobs: readonly BenchJob[]): Operation[] {
  const at = (o: Operation) =>
    nth(jobs, o.job).due + (o.part === 1 ? 0.001 : 0) - (nth(jobs, o.job).raw ? 5 : 0);
  return operationsOf(jobs).sort((a, b) => at(a) - at(b) || a.part - b.part);
}

/** The part that is next of each ticket that is not done. */
function hasLeft(operations: readonly Operation[], left: number): Map<number, number> {
  const next = new Map<number, number>();
  for (const [o, { job, part }] of operations.entries())
    if (left & (1 << o)) next.set(job, Math.min(part, next.get(job) ?? part));
  return next;
}

/** Whether all of `a` is as early and as cheap as `b`. */
const noWorse = (a: readonly number[], b: readonly number[]) => a.every((x, i) => x <= nth(b, i) + 1e-9);

/**
 * Every order and hand by branch and bound. Where the same work is left to hands with the same boards, only what is
 * earlier or less late in something is followed.
 */
function branchAndBound(
  jobs: readonly BenchJob[],
  hands: readonly number[],
  best: ReturnType<typeof simulate>,
) {
  const operations = operationsOf(jobs);
  const order = dueOrder(jobs).map((o) => operations.findIndex((x) => x.job === o.job && x.part === o.part));
  // A hand that has a ticket already is itself; the others are the same whichever way round.
  const named = jobs.some((j) => j.hand !== null);
  const known = new Map<string, number[][]>();
  let incumbent = best;
  let nodes = 0;
  const dominated = (
    left: number,
    state: readonly Hand[],
    first: readonly number[],
    late: number,
    end: number,
  ) => {
    const by = state.map((h) => ({ board: `${h.species} ${h.raw}`, free: h.free }));
    if (!named) by.sort((x, y) => x.board.localeCompare(y.board) || x.free - y.free);
    const key = `${left} ${by.map((h) => h.board).join()}`;
    const now = [...by.map((h) => h.free), ...first, late, end];
    const had = known.get(key) ?? [];
    if (had.some((v) => noWorse(v, now))) return true;
    known.set(key, [...had.filter((v) => !noWorse(now, v)), now]);
    return false;
  };
  const descend = (
    left: number,
    state: readonly Hand[],
    /** When the first part of each ticket is done; 0 where it is not, or its second is too. */
    first: readonly number[],
    slots: readonly BenchSlot[],
    late: number,
    end: number,
  ) => {
    if (++nodes > maxNodes) return;
    if (left === 0) {
      if (better({ late, end }, incumbent)) incumbent = { slots: [...slots], late, end };
      return;
    }
    const least = leastOf(jobs, hasLeft(operations, left), state, first);
    const [bound, over] = [late + least.late, Math.max(end, least.end)];
    if (bound > incumbent.late + 1e-9 || (bound > incumbent.late - 1e-9 && over >= incumbent.end - 1e-9))
      return;
    if (dominated(left, state, first, late, end)) return;
    for (const o of order) {
      if ((left & (1 << o)) === 0) continue;
      const { job, part } = nth(operations, o);
      const j = nth(jobs, job);
      if (part === 1 && operations.some((x, i) => x.job === job && x.part === 0 && left & (1 << i))) continue;
      const seen = new Set<string>();
      for (const [at, hand] of state.entries()) {
        if (j.hand !== null && j.hand !== at) continue;
        // Hands that stand alike are the same choice.
        const like = `${hand.free} ${hand.species} ${hand.raw} ${named ? at : ''}`;
        if (seen.has(like)) continue;
        seen.add(like);
        const slot = place(j, part, at, hand, part === 1 ? first[job] : undefined);
        const isLast = part === j.work.length - 1;
        descend(
          left & ~(1 << o),
          state.with(at, { free: slot.end, species: j.species, raw: j.raw }),
          first.with(job, isLast ? 0 : slot.end),
          [...slots, slot],
          isLast ? late + Math.max(0, slot.end - j.due) * j.priority : late,
          Math.max(end, slot.end),
        );
      }
    }
  };
  descend(
    2 ** operations.length - 1,
    hands.map((free) => ({ free, species: null, raw: false })),
    jobs.map(() => 0),
    [],
    0,
    0,
  );
  return { top: incumbent, whole: nodes <= maxNodes };
}

/** Better orders by moving one operation at a time, until none helps. */
function localSearch(jobs: readonly BenchJob[], hands: readonly number[], start: Operation[]) {
  let order = start;
  let best = simulate(jobs, order, hands);
  let moves = 0;
  for (let helped = true; helped;) {
    helped = false;
    for (let i = 0; i < order.length; i++)
      for (let j = 0; j < order.length; j++) {
        if (++moves > maxMoves) return best;
        // A second part before its first is never begun: late for ever, it is never the better order.
        const moved = order.toSpliced(i, 1).toSpliced(j, 0, nth(order, i));
        const so = simulate(jobs, moved, hands, best.late + 1e-9);
        if (!better(so, best)) continue;
        best = so;
        order = moved;
        helped = true;
      }
  }
  return best;
}

/** By priority a minute of work, first parts before second ones (W. E. Smith, 1956). */
function rateOrder(jobs: readonly BenchJob[]): Operation[] {
  const rate = ({ job }: Operation) => {
    const { priority, work } = nth(jobs, job);
    return priority / work.reduce((a, b) => a + b, 0);
  };
  return operationsOf(jobs).sort((a, b) => a.part - b.part || rate(b) - rate(a));
}

/**
 * Who cuts what when: late minutes by priority as few as may be, then done as early as may be. `hands` says from when
 * each cutter is free, minutes from now. Up to nine tickets every order is tried, unless there are too many that may be
 * best (`exact` says so); beyond, the better of what moves make of two orders, by due time and by priority a minute.
 * Throws RangeError without a hand.
 */
export function schedule(jobs: readonly BenchJob[], hands: readonly number[]): BenchSchedule {
  if (hands.length === 0) throw new RangeError('Nobody is at the bench');
  const byDue = localSearch(jobs, hands, dueOrder(jobs));
  const byRate = localSearch(jobs, hands, rateOrder(jobs));
  const start = better(byRate, byDue) ? byRate : byDue;
  const tried = jobs.length <= exactUpTo ? branchAndBound(jobs, hands, start) : { top: start, whole: false };
  return toSchedule(jobs, tried.top, tried.whole);
}

/**
 * The same by due time alone, without looking for better: quick enough to answer while an order is typed. Throws
 * RangeError without a hand.
 */
export function scheduleByDueDate(jobs: readonly BenchJob[], hands: readonly number[]): BenchSchedule {
  if (hands.length === 0) throw new RangeError('Nobody is at the bench');
  return toSchedule(jobs, simulate(jobs, dueOrder(jobs), hands), false);
}

function toSchedule(
  jobs: readonly BenchJob[],
  { slots, late, end }: ReturnType<typeof simulate>,
  exact: boolean,
): BenchSchedule {
  const done: Record<string, number> = {};
  for (const s of slots) done[s.id] = Math.max(done[s.id] ?? 0, s.end);
  return {
    slots: slots.toSorted((a, b) => a.hand - b.hand || a.start - b.start),
    done,
    late: Object.fromEntries(
      jobs.flatMap((j) => ((done[j.id] ?? 0) > j.due + 1e-9 ? [[j.id, (done[j.id] ?? 0) - j.due]] : [])),
    ),
    lateWeighted: late,
    end,
    exact,
  };
}
