import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cleanMinutes, scheduleByDueDate, schedule, type BenchJob, type BenchSchedule } from './index.ts';

const job = (id: string, due: number, work: BenchJob['work'], more: Partial<BenchJob> = {}): BenchJob => ({
  id,
  due,
  work,
  wait: 0,
  species: 'hake',
  raw: false,
  priority: 1,
  hand: null,
  ...more,
});

/** Late minutes and end of the best of all orders on all hands: written apart from the module, without any bound. */
function everyOrder(jobs: readonly BenchJob[], hands: readonly number[]): { late: number; end: number } {
  let best = { late: Infinity, end: Infinity };
  interface Lane {
    free: number;
    species: string | null;
    raw: boolean;
  }
  const walk = (
    left: readonly (readonly [BenchJob, number, number])[],
    lanes: readonly Lane[],
    late: number,
  ) => {
    if (left.length === 0) {
      const end = Math.max(0, ...lanes.map((l) => (l.species === null ? 0 : l.free)));
      if (late < best.late - 1e-9 || (Math.abs(late - best.late) < 1e-9 && end < best.end))
        best = { late, end };
      return;
    }
    for (const next of left) {
      const [j, part, ready] = next;
      for (const [at, lane] of lanes.entries()) {
        if (j.hand !== null && j.hand !== at) continue;
        const dirty = lane.species !== null && (lane.species !== j.species || (j.raw && !lane.raw));
        const end = Math.max(lane.free + (dirty ? cleanMinutes : 0), ready) + j.work[part]!;
        const rest = left.filter((x) => x !== next);
        const last = part === j.work.length - 1;
        walk(
          last ? rest : [...rest, [j, part + 1, end + j.wait]],
          lanes.map((l, i) => (i === at ? { free: end, species: j.species, raw: j.raw } : l)),
          late + (last ? Math.max(0, end - j.due) * j.priority : 0),
        );
      }
    }
  };
  walk(
    jobs.map((j) => [j, 0, 0] as const),
    hands.map((free) => ({ free, species: null, raw: false })),
    0,
  );
  return best;
}

/** What a schedule says of itself, told again from its slots. */
function told(jobs: readonly BenchJob[], { slots }: BenchSchedule) {
  const done = Object.fromEntries(
    jobs.map((j) => [j.id, Math.max(...slots.filter((s) => s.id === j.id).map((s) => s.end))]),
  );
  const late = jobs.map((j) => [j, Math.max(0, done[j.id]! - j.due)] as const).filter(([, by]) => by > 1e-9);
  return {
    done,
    late: Object.fromEntries(late.map(([j, by]) => [j.id, by])),
    lateWeighted: late.reduce((sum, [j, by]) => sum + by * j.priority, 0),
    end: Math.max(0, ...slots.map((s) => s.end)),
    slots: slots.toSorted((a, b) => a.hand - b.hand || a.start - b.start),
  };
}

/** Every slot: its hand free and clean before it, its first part done and stood, as long as its work. */
function expectSound(jobs: readonly BenchJob[], hands: readonly number[], so: BenchSchedule) {
  const by = new Map(jobs.map((j) => [j.id, j]));
  const parts = jobs.flatMap((j) => j.work.map((_, part) => `${j.id} ${part}`));
  expect(so.slots.map((s) => `${s.id} ${s.part}`).sort()).toEqual(parts.sort());
  for (const [i, s] of so.slots.entries()) {
    const j = by.get(s.id)!;
    const before = i > 0 && so.slots[i - 1]!.hand === s.hand ? so.slots[i - 1]! : null;
    const had = before && by.get(before.id)!;
    const clean = had && (had.species !== j.species || (j.raw && !had.raw)) ? cleanMinutes : 0;
    expect(s.end - s.start).toBeCloseTo(j.work[s.part]!, 9);
    expect(s.start - s.cleanFrom).toBeCloseTo(clean, 9);
    expect(s.cleanFrom).toBeGreaterThanOrEqual((before?.end ?? hands[s.hand]!) - 1e-9);
    expect(j.hand ?? s.hand).toBe(s.hand);
    const first = s.part === 1 && so.slots.find((x) => x.id === s.id && x.part === 0)!;
    if (first) expect(s.start).toBeGreaterThanOrEqual(first.end + j.wait - 1e-9);
  }
}

const jobs = fc.array(
  fc.record({
    due: fc.integer({ min: 0, max: 60 }),
    work: fc.integer({ min: 1, max: 25 }),
    species: fc.constantFrom('hake', 'salmon', 'plaice'),
    raw: fc.boolean(),
    priority: fc.constantFrom(1, 2, 5),
  }),
  { minLength: 1, maxLength: 6 },
);

interface BenchOfJobs {
  due: number;
  first: number;
  second: number | null;
  wait: number;
  species: string;
  raw: boolean;
  priority: number;
  hand: number | null;
}

describe('the bench by the clock', () => {
  it('is as good as every order tried, on small benches', () => {
    fc.assert(
      fc.property(jobs, (list) => {
        const mine = list.map(({ work, ...j }, i) => job(`t${i}`, j.due, [work], j));
        const so = schedule(mine, [0]);
        const best = everyOrder(mine, [0]);
        expect(so.exact).toBe(true);
        expect(so.lateWeighted).toBeCloseTo(best.late, 6);
        expect(so.end).toBeCloseTo(best.end, 6);
      }),
      { numRuns: 60, seed: 2 },
    );
  });
  const anyBench = (most: number, latest = 50) =>
    fc.record({
      hands: fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 1, maxLength: 3 }),
      jobs: fc.array(
        fc.record({
          due: fc.integer({ min: 0, max: latest }),
          first: fc.integer({ min: 1, max: 20 }),
          second: fc.option(fc.integer({ min: 1, max: 9 })),
          wait: fc.constantFrom(5, 30),
          species: fc.constantFrom('hake', 'salmon', 'plaice'),
          raw: fc.boolean(),
          priority: fc.constantFrom(1, 2, 5),
          hand: fc.option(fc.nat(2), { freq: 2 }),
        }),
        { minLength: 1, maxLength: most },
      ),
    });
  const benchOf = ({ hands, jobs }: { hands: number[]; jobs: BenchOfJobs[] }) => ({
    hands,
    jobs: jobs.map(({ first, second, hand, ...j }, i) =>
      job(`t${i}`, j.due, second === null ? [first] : [first, second], {
        ...j,
        wait: second === null ? 0 : j.wait,
        hand: hand === null ? null : hand % hands.length,
      }),
    ),
  });
  it('is as good as every order on every hand, with what stands between and what is begun', () => {
    fc.assert(
      fc.property(anyBench(3), (any) => {
        const { jobs, hands } = benchOf(any);
        const so = schedule(jobs, hands);
        const best = everyOrder(jobs, hands);
        expect(so.exact).toBe(true);
        expect(so.lateWeighted).toBeCloseTo(best.late, 6);
        expect(so.end).toBeCloseTo(best.end, 6);
      }),
      { numRuns: 150, seed: 3 },
    );
  });
  it('is as good as every order where hands stand alike but for what one of them has begun', () => {
    fc.assert(
      fc.property(anyBench(4), fc.constantFrom<number[]>([0, 0], [3, 3], [0, 0, 0]), (any, hands) => {
        const { jobs } = benchOf({ ...any, hands });
        const few = jobs.map((j) => ({ ...j, work: [j.work[0]] as const, wait: 0 }));
        const so = schedule(few, hands);
        const best = everyOrder(few, hands);
        expect(so.exact).toBe(true);
        expect(so.lateWeighted).toBeCloseTo(best.late, 6);
        expect(so.end).toBeCloseTo(best.end, 6);
      }),
      { numRuns: 150, seed: 6 },
    );
  });
  it.each([
    ['the best found', schedule],
    ['by due time', scheduleByDueDate],
  ])('%s keeps to hands, boards and waits, and its sums are those of its slots', (_name, plan) => {
    fc.assert(
      fc.property(anyBench(14), (any) => {
        const { jobs, hands } = benchOf(any);
        const so = plan(jobs, hands);
        expectSound(jobs, hands, so);
        const { exact: _exact, ...says } = so;
        const { lateWeighted, ...rest } = told(jobs, so);
        expect({ ...says, lateWeighted: 0 }).toEqual({ ...rest, lateWeighted: 0 });
        expect(says.lateWeighted).toBeCloseTo(lateWeighted, 6);
        if (plan === scheduleByDueDate) expect(so.exact).toBe(false);
      }),
      { numRuns: 60, seed: 4 },
    );
  });
  it.each([
    [4, 12],
    [5, 12],
    [6, 10],
    [7, 11],
    [8, 6],
    [9, 4],
  ])(
    'of %i tickets tries every order on %i benches of twelve at least, in the time it has',
    (tickets, least) => {
      const benches = fc
        .sample(anyBench(tickets, 250), { numRuns: 400, seed: 5 })
        .filter((b) => b.jobs.length === tickets)
        .slice(0, 12)
        .map(benchOf);
      expect(benches.filter((b) => schedule(b.jobs, b.hands).exact).length).toBeGreaterThanOrEqual(least);
    },
  );
  it('says that not every order was tried where there were too many', () => {
    const nine = fc.sample(anyBench(9), { numRuns: 200, seed: 5 }).filter((b) => b.jobs.length === 9);
    const whole = nine.slice(0, 12).map((b) => {
      const { jobs, hands } = benchOf(b);
      return schedule(jobs, hands).exact;
    });
    expect(whole).toContain(false);
  });
  it('of more than nine due at once on one board: those of most priority a minute first', () => {
    // W. E. Smith, "Various optimizers for single-stage production", Naval Research Logistics Quarterly 3 (1956).
    fc.assert(
      fc.property(
        fc.array(fc.record({ work: fc.integer({ min: 1, max: 40 }), priority: fc.constantFrom(1, 2, 5) }), {
          minLength: 10,
          maxLength: 14,
        }),
        (all) => {
          const jobs = all.map(({ work, priority }, i) => job(`t${i}`, 0, [work], { priority }));
          let [at, least] = [0, 0];
          for (const { work, priority } of all.toSorted((a, b) => a.work / a.priority - b.work / b.priority))
            least += (at += work) * priority;
          expect(schedule(jobs, [0]).lateWeighted).toBe(least);
        },
      ),
      { numRuns: 40, seed: 7 },
    );
  });
  it('cuts something else while a fish stands in salt', () => {
    const so = schedule([job('salt', 60, [5, 5], { wait: 30 }), job('other', 60, [25])], [0]);
    // 5 + 25 of the other, then the rest of the first: nobody waits but for its last minutes.
    expect(so.end).toBe(40);
    expect(so.late).toEqual({});
  });
  it('cleans the board between species and before raw use, once', () => {
    const so = schedule(
      [job('a', 99, [10]), job('b', 99, [10], { species: 'salmon' }), job('c', 99, [10])],
      [0],
    );
    expect(so.end).toBe(34);
    const raw = schedule([job('a', 99, [10]), job('r', 99, [10], { raw: true })], [0]);
    expect(raw.slots[0]!.id).toBe('r');
    expect(raw.end).toBe(20);
  });
  it('says who is late and by how much, and leaves a begun ticket to its hand', () => {
    const so = schedule([job('a', 5, [10], { hand: 1 }), job('b', 30, [10])], [0, 2]);
    expect(so.late).toEqual({ a: 7 });
    expect(so.slots.find((s) => s.id === 'a')!.hand).toBe(1);
    expect(() => schedule([], [])).toThrow(RangeError);
    expect(schedule([], [0]).end).toBe(0);
  });
  it('holds with many tickets: no hand does two things at once, nothing before its turn', () => {
    const many = Array.from({ length: 40 }, (_, i) =>
      job(`t${i}`, (i * 7) % 120, i % 5 === 0 ? [4, 3] : [3 + (i % 6)], {
        species: `s${i % 4}`,
        wait: i % 5 === 0 ? 30 : 0,
      }),
    );
    const so = schedule(many, [0, 0, 10]);
    expect(so.exact).toBe(false);
    expect(new Set(so.slots.map((s) => `${s.id} ${s.part}`)).size).toBe(48);
    for (const hand of [0, 1, 2]) {
      const mine = so.slots.filter((s) => s.hand === hand);
      mine.slice(1).forEach((s, i) => expect(s.cleanFrom).toBeGreaterThanOrEqual(mine[i]!.end - 1e-9));
    }
    for (const s of so.slots.filter((x) => x.part === 1)) {
      const first = so.slots.find((x) => x.id === s.id && x.part === 0)!;
      expect(s.start).toBeGreaterThanOrEqual(first.end + 30 - 1e-9);
    }
  });
});

describe('the bench by due time alone', () => {
  const bench = fc.array(
    fc.record({
      due: fc.integer({ min: 0, max: 300 }),
      work: fc.integer({ min: 1, max: 40 }),
      wait: fc.constantFrom(0, 0, 30),
      species: fc.constantFrom('hake', 'salmon', 'plaice'),
    }),
    { minLength: 1, maxLength: 25 },
  );
  const of = (all: { due: number; work: number; wait: number; species: string }[]) =>
    all.map((j, i) =>
      job(String(i), j.due, j.wait > 0 ? [j.work, 5] : [j.work], { wait: j.wait, species: j.species }),
    );
  it('places every piece of work once, on one hand at a time, after what it waits for', () => {
    fc.assert(
      fc.property(bench, fc.integer({ min: 1, max: 3 }), (all, hands) => {
        const jobs = of(all);
        const so = scheduleByDueDate(
          jobs,
          Array.from({ length: hands }, () => 0),
        );
        const parts = jobs.flatMap((j) => j.work.map((_, part) => `${j.id} ${part}`));
        expect(so.slots.map((s) => `${s.id} ${s.part}`).sort()).toEqual(parts.sort());
        for (let hand = 0; hand < hands; hand++) {
          const mine = so.slots.filter((s) => s.hand === hand).toSorted((a, b) => a.start - b.start);
          mine.forEach((s, i) => {
            if (i > 0) expect(s.cleanFrom).toBeGreaterThanOrEqual(mine[i - 1]!.end - 1e-9);
          });
        }
        for (const j of jobs) {
          const [first, second] = so.slots.filter((s) => s.id === j.id).toSorted((a, b) => a.part - b.part);
          if (second) expect(second.start).toBeGreaterThanOrEqual(first!.end + j.wait - 1e-9);
          expect(so.done[j.id]).toBe((second ?? first)!.end);
        }
      }),
      { numRuns: 80 },
    );
  });
  it.each<[string, BenchJob[], string]>([
    ['the earlier due', [job('a', 30, [5]), job('b', 20, [5]), job('c', 25, [5])], 'b c a'],
    [
      'raw work, where it is due within five minutes',
      [job('a', 20, [5]), job('r', 24, [5], { raw: true })],
      'r a',
    ],
    ['raw work not, where it is due later', [job('a', 20, [5]), job('r', 26, [5], { raw: true })], 'a r'],
    ['what is due alike, as it was asked', [job('b', 20, [5]), job('a', 20, [5])], 'b a'],
    [
      'the first part of one before the second of another',
      [job('s', 20, [5, 5]), job('t', 20, [5])],
      's t s',
    ],
    ['the second part of what is due earlier', [job('s', 20, [5, 5]), job('t', 21, [5])], 's s t'],
  ])('begins with %s', (_what, jobs, order) => {
    expect(
      scheduleByDueDate(jobs, [0])
        .slots.map((s) => s.id)
        .join(' '),
    ).toBe(order);
  });
  it('is never better than what is looked for, and the same for a single ticket', () => {
    fc.assert(
      fc.property(bench, (all) => {
        const jobs = of(all.slice(0, 12));
        expect(scheduleByDueDate(jobs, [0, 0]).lateWeighted).toBeGreaterThanOrEqual(
          schedule(jobs, [0, 0]).lateWeighted - 1e-9,
        );
        expect(scheduleByDueDate(jobs.slice(0, 1), [0]).done).toEqual(schedule(jobs.slice(0, 1), [0]).done);
      }),
      { numRuns: 12 },
    );
    expect(() => scheduleByDueDate([], [])).toThrow(RangeError);
  });
});
