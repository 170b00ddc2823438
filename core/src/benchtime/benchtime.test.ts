import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cleanMinutes, scheduleByDueDate, schedule, type BenchJob } from './index.ts';

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

/** Late minutes and end of the best of all orders on one hand, nothing waiting: written apart from the module. */
function everyOrder(jobs: readonly BenchJob[]): { late: number; end: number } {
  let best = { late: Infinity, end: Infinity };
  const walk = (
    left: readonly BenchJob[],
    at: number,
    species: string | null,
    raw: boolean,
    late: number,
  ) => {
    if (left.length === 0) {
      if (late < best.late - 1e-9 || (Math.abs(late - best.late) < 1e-9 && at < best.end))
        best = { late, end: at };
      return;
    }
    for (const j of left) {
      const dirty = species !== null && (species !== j.species || (j.raw && !raw));
      const end = at + (dirty ? cleanMinutes : 0) + j.work[0];
      walk(
        left.filter((x) => x !== j),
        end,
        j.species,
        j.raw,
        late + Math.max(0, end - j.due) * j.priority,
      );
    }
  };
  walk(jobs, 0, null, false, 0);
  return best;
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

describe('the bench by the clock', () => {
  it('is as good as every order tried, on small benches', () => {
    fc.assert(
      fc.property(jobs, (list) => {
        const mine = list.map(({ work, ...j }, i) => job(`t${i}`, j.due, [work], j));
        const so = schedule(mine, [0]);
        const best = everyOrder(mine);
        expect(so.exact).toBe(true);
        expect(so.lateWeighted).toBeCloseTo(best.late, 6);
        expect(so.end).toBeCloseTo(best.end, 6);
      }),
      { numRuns: 60, seed: 2 },
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
