import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { modesOf, offTrim, type Plan, type PlanLine, type PlanProblem } from './index.ts';
import { line, randomDay } from './testing/index.ts';

describe('lines of the trim', () => {
  const day = randomDay(7, 3, 2, 'salmon');
  const of = (form: string, totalGrams: number, more: Partial<PlanLine> = {}): PlanLine => ({
    ...line(form, 1, 1, [totalGrams * 0.9, totalGrams * 1.1], [0, 0], more),
    pieces: null,
    pieceGrams: null,
    totalGrams,
    ...more,
  });
  const problem = (...lines: PlanLine[]): PlanProblem => ({ ...day, lines: [...day.lines, ...lines] });
  const plan: Plan = { fish: day.fish.map((f) => ({ fish: f.id, mode: 'fillets', pieces: [] })) };
  const trims = plan.fish.map(
    (p) =>
      modesOf(
        day,
        day.fish.find((f) => f.id === p.fish)!,
      ).find((m) => m.id === p.mode)!.trims,
  );
  const cutFor = (of: string | null): Plan['fish'][number]['pieces'] => [
    { section: 'side', copy: 0, fromMm: 0, toMm: 50, grams: 200, line: of, counter: null },
  ];
  const collars = trims.reduce((s, t) => s + (t.collars ?? 0), 0);

  it('take what comes off the opened fish, the first due first, each all or nothing', () => {
    expect(collars).toBeGreaterThan(50);
    const early = of('collars', collars * 0.7, { id: 'early', dueDays: 0.1 });
    const late = of('collars', collars * 0.5, { id: 'late', dueDays: 0.9 });
    const served = offTrim(problem(late, early), plan);
    expect(Object.keys(served)).toEqual(['early']);
    expect(served.early!.reduce((s, f) => s + f.grams, 0)).toBeCloseTo(collars * 0.7, 6);
    expect(Object.keys(offTrim(problem(of('collars', collars * 1.3, { id: 'big' })), plan))).toEqual([]);
  });
  it('come from no fish that is refused, and not from one that is not opened', () => {
    const wish = of('collars', 20, { id: 'l' });
    const refusing = problem(wish);
    const barred = { ...refusing, fish: refusing.fish.map((f) => ({ ...f, refuses: { l: 'damaged' } })) };
    expect(offTrim(barred, plan)).toEqual({});
    expect(offTrim(refusing, { fish: [] })).toEqual({});
  });
  it('never take more of a part than the fish has', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            form: fc.constantFrom('collars', 'belly_strips', 'scrape', 'skins'),
            share: fc.double({ min: 0.05, max: 0.9, noNaN: true }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (wishes) => {
          const lines = wishes.map((w, i) => of(w.form, Math.max(5, collars * w.share), { id: `t${i}` }));
          const served = offTrim(problem(...lines), plan);
          for (const form of ['collars', 'belly_strips', 'scrape']) {
            const parts = { collars: ['collars'], belly_strips: ['belly'], scrape: ['scrape'] }[form]!;
            const there = trims.reduce(
              (s, t) => s + parts.reduce((p, part) => p + ((t as Record<string, number>)[part] ?? 0), 0),
              0,
            );
            const taken = lines
              .filter((l) => l.form === form)
              .flatMap((l) => served[l.id] ?? [])
              .reduce((s, f) => s + f.grams, 0);
            expect(taken).toBeLessThanOrEqual(there + 1e-6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('take no more than they ask for, from one fish after another', () => {
    const each = trims.map((t) => t.collars ?? 0);
    const [first, second] = each as [number, number];
    const wish = of('collars', first + second / 2, { id: 'l' });
    const served = offTrim(problem(wish), plan).l!;
    expect(served.map((f) => f.fish)).toEqual(plan.fish.slice(0, 2).map((f) => f.fish));
    expect(served[0]!.grams).toBeCloseTo(first, 6);
    expect(served[1]!.grams).toBeCloseTo(second / 2, 6);
    // What the one took is not there for the next.
    const two = [of('collars', first / 2, { id: 'a' }), of('collars', first, { id: 'b', dueDays: 1 })];
    const after = offTrim(problem(...two), plan);
    expect(after.a!.map((f) => [f.fish, Math.round(f.grams)])).toEqual([
      [plan.fish[0]!.fish, Math.round(first / 2)],
    ]);
    expect(after.b!.map((f) => [f.fish, Math.round(f.grams)])).toEqual([
      [plan.fish[0]!.fish, Math.round(first / 2)],
      [plan.fish[1]!.fish, Math.round(first / 2)],
    ]);
  });
  it('due at once go by their names', () => {
    const [a, b] = [of('collars', collars * 0.7, { id: 'a' }), of('collars', collars * 0.7, { id: 'b' })];
    expect(Object.keys(offTrim(problem(b, a), plan))).toEqual(['a']);
  });
  it('ask by the piece for all their pieces', () => {
    const wish = {
      ...of('collars', 0, { id: 'l', window: null }),
      pieces: 2,
      pieceGrams: 20,
      totalGrams: null,
    };
    const served = offTrim(problem(wish), plan).l!;
    expect(served.reduce((s, f) => s + f.grams, 0)).toBeCloseTo(40, 6);
  });
  it('come from no fish that is cut into what keeps them', () => {
    // Steaks keep their belly: no strips of it.
    const steaks = {
      ...plan,
      fish: plan.fish.map((f, i) => (i === 0 ? { ...f, pieces: cutFor('steaks') } : f)),
    };
    const strips = of('belly_strips', 20, { id: 'strips' });
    const withSteaks = problem(strips, line('steaks', 1, 200, [150, 250], [900, 0], { id: 'steaks' }));
    const plain = offTrim(withSteaks, plan).strips!;
    expect(plain[0]!.fish).toBe(plan.fish[0]!.fish);
    const kept = offTrim(withSteaks, steaks).strips!;
    expect(kept[0]!.fish).toBe(plan.fish[1]!.fish);
    // Nor where it goes to the counter so.
    const counted = { ...withSteaks, counter: [{ ...day.counter.find((k) => k.id === 'steak')! }] };
    const atCounter = {
      ...plan,
      fish: plan.fish.map((f, i) =>
        i === 0 ? { ...f, pieces: [{ ...cutFor(null)[0]!, counter: 'steak' as const }] } : f,
      ),
    };
    expect(offTrim(counted, atCounter).strips![0]!.fish).toBe(plan.fish[1]!.fish);
  });
  it('are nothing of a fish or of a way that the day does not know', () => {
    const wish = of('collars', 20, { id: 'l' });
    const [first] = plan.fish;
    expect(offTrim(problem(wish), { fish: [{ ...first!, fish: 'nobody' }] })).toEqual({});
    expect(offTrim(problem(wish), { fish: [{ ...first!, mode: 'wings' }] })).toEqual({});
    expect(offTrim(problem(), plan)).toEqual({});
  });
});
