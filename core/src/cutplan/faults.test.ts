import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { modesOf, planFaults, type Plan, type PlanFish, type PlanLine } from './index.ts';
import { randomDay } from './testing/index.ts';
import { planned } from './testing/planned.ts';

const speciesIds = ['hake', 'salmon', 'plaice', 'turbot', 'sea_bass', 'mackerel', 'monkfish', 'skate'];

describe('the validator', () => {
  const problem = randomDay(4, 6, 10);
  const { plan } = planned(problem);
  const at = plan.fish.findIndex((f) => f.mode !== 'whole' && f.pieces.some((p) => p.line !== null));
  const one = plan.fish[at]!;
  const piece = one.pieces.find((p) => p.line !== null)!;
  const other = one.pieces.find((p) => p !== piece)!;
  const put = (changed: Partial<typeof piece>, rest: Partial<typeof one> = {}): Plan => ({
    fish: plan.fish.with(at, {
      ...one,
      ...rest,
      pieces: one.pieces.map((p) => (p === piece ? { ...p, ...changed } : p)),
    }),
  });
  it('finds nothing wrong with the plan as it is', () =>
    expect(inWords(planFaults(problem, plan))).toEqual([]));
  it.each<[string, Plan]>([
    ['a weight that the body does not give', put({ grams: piece.grams + 3 })],
    ['a piece past the end', put({ fromMm: piece.fromMm - 2000, toMm: piece.toMm - 2000 })],
    ['a copy the fish has not', put({ copy: 9 })],
    ['a part this way of cutting has not', put({ section: 'eyed' })],
    ['a piece for nobody', put({ line: null, counter: null })],
    ['a line that is not there', put({ line: 'nobody' })],
    ['a fish that is not there', put({}, { fish: 'nobody' })],
    ['a fish cut twice', { fish: [...plan.fish, one] }],
    [
      'two pieces over one another',
      { fish: plan.fish.with(at, { ...one, pieces: [...one.pieces, { ...other }] }) },
    ],
    [
      'a line with a piece too few',
      { fish: plan.fish.with(at, { ...one, pieces: one.pieces.filter((p) => p !== piece) }) },
    ],
  ])('finds %s', (_name, wrong) => {
    const lineLost = problem.lines.find((l) => l.id === piece.line)!;
    // A piece too few is only a fault where others of the line are left.
    if (_name === 'a line with a piece too few' && (lineLost.pieces ?? 1) === 1) return;
    expect(planFaults(problem, wrong).length).toBeGreaterThan(0);
  });

  it('finds every line with a piece more than it wants', () => {
    const given = (id: string) => plan.fish.flatMap((f) => f.pieces.filter((p) => p.line === id)).length;
    const filled = problem.lines.filter((l) => l.pieces !== null && given(l.id) > 1);
    expect(filled.length).toBeGreaterThan(0);
    for (const line of filled) {
      const fewer = { ...line, pieces: given(line.id) - 1 };
      const wanting = { ...problem, lines: problem.lines.map((l) => (l === line ? fewer : l)) };
      expect(inWords(planFaults(wanting, plan))).toContain(`line ${line.id}: more pieces than it wants`);
    }
  });
  it('finds fish that may not serve: no life left, no record for raw use, a refusal', () => {
    const say = (change: (f: PlanFish) => PlanFish, lines = problem.lines) =>
      inWords(
        planFaults(
          { ...problem, lines, fish: problem.fish.map((f) => (f.id === one.fish ? change(f) : f)) },
          plan,
        ),
      ).join();
    const late = problem.lines.map((l) => ({ ...l, dueDays: 30 }));
    expect(say((f) => f, late)).toMatch(/Out of life before it is due/);
    const raw = problem.lines.map((l) => ({ ...l, raw: true }));
    expect(say((f) => f, raw)).toMatch(/freezing record/);
    expect(say((f) => ({ ...f, refuses: { [piece.line!]: 'bruised' } }))).toMatch(/bruised/);
  });
  it('takes a piece at the edge of what is wanted, not past it, and says what it weighs', () => {
    const filled = plan.fish.flatMap((f) =>
      f.pieces.filter((p) => (problem.lines.find((l) => l.id === p.line)?.pieces ?? null) !== null),
    );
    expect(filled.length).toBeGreaterThan(2);
    const within = (id: string | null, window: PlanLine['window']) =>
      inWords(
        planFaults(
          { ...problem, lines: problem.lines.map((l) => (l.id === id ? { ...l, window } : l)) },
          plan,
        ),
      ).filter((fault) => / lies outside /.test(fault));
    const weighs = (id: string | null) => filled.filter((p) => p.line === id).map((p) => p.grams);
    for (const { line: id } of filled) {
      const [least, most] = [Math.min(...weighs(id)), Math.max(...weighs(id))];
      expect(within(id, [least, most])).toEqual([]);
      // What rounding explains is no fault; what is past it is.
      expect(within(id, [least + 0.59, most + 1])).toEqual([]);
      expect(within(id, [least - 1, most - 0.59])).toEqual([]);
      expect(within(id, [least + 0.61, most + 1])[0]).toContain(
        `${Math.round(least)} g lies outside ${Math.round(least + 0.61)} to ${Math.round(most + 1)} g`,
      );
      expect(within(id, [least - 1, most - 0.61])[0]).toContain(`${Math.round(most)} g lies outside`);
    }
  });
  it('says what a piece weighs that is said to weigh something else', () => {
    expect(inWords(planFaults(problem, put({ grams: piece.grams + 0.59 })))).toEqual([]);
    for (const off of [0.61, 3, -3])
      expect(inWords(planFaults(problem, put({ grams: piece.grams + off }))).join()).toContain(
        `weighs ${Math.round(piece.grams)} g, not ${Math.round(piece.grams + off)}`,
      );
  });
  it('weighs sections as the fish does: none gives more than it has', () => {
    for (const id of speciesIds) {
      const day = randomDay(1, 1, 0, id);
      for (const mode of modesOf(day, day.fish[0]!)) {
        const all = mode.sections.reduce((s, x) => s + x.copies * x.at(x.lengthMm), 0);
        expect(all).toBeLessThanOrEqual(day.fish[0]!.grams);
        for (const s of mode.sections.filter((x) => x.split.length > 0)) {
          const inside = s.split.reduce((t, x) => t + x.copies * x.at(x.lengthMm), 0);
          expect(inside).toBeGreaterThan(s.at(s.lengthMm) * 0.97);
          expect(inside).toBeLessThan(s.at(s.lengthMm) * 1.06);
        }
      }
    }
  });
});
