import { describe, expect, it } from 'vitest';
import { compile } from '../compile.ts';
import { firstCome } from '../firstCome.ts';
import { planFaults, type PlanProblem } from '../index.ts';
import { fish, hand, inAll, line, portions, randomDay } from '../testing/index.ts';
import { planned } from '../testing/planned.ts';
import { seeded } from './index.ts';
import { pickPart } from './seek.ts';

describe('a part of a larger day', () => {
  // Every third of fifteen is heavy enough to be sold whole, and no other.
  const heavy = (i: number) => i % 3 === 0;
  const day = (lines: PlanProblem['lines']): PlanProblem =>
    hand({
      fish: Array.from({ length: 15 }, (_, i) => fish(`f${i}`, heavy(i) ? 3000 : 1000 + i, 500)),
      lines,
    });
  const whole = (pieces: number) => line('gutted', pieces, 2640, [2500, 2800], [9000, 100], { id: 'w' });
  const parts = (problem: PlanProblem, cut: boolean) => {
    const c = compile(problem);
    const classOf = c.fish.flatMap((k, f) => k.fish.map(() => f));
    const ids = c.fish.flatMap((k) => k.fish.map((f) => Number(f.id.slice(1))));
    const state = cut ? firstCome(c) : classOf.map(() => null);
    const random = seeded(7);
    return Array.from({ length: 60 }, () => [...pickPart(c, state, classOf, random)].map((i) => ids[i]!));
  };
  const able = (part: number[]) => part.filter(heavy).length;

  it('is of seven fish, or of all there are', () => {
    for (const part of parts(day([whole(4)]), false)) expect(part).toHaveLength(7);
    const five = day([whole(4)]);
    for (const part of parts({ ...five, fish: five.fish.slice(0, 5) }, false)) expect(part).toHaveLength(5);
  });
  it('has four that could serve a line still open, where so many could', () => {
    for (const part of parts(day([whole(5)]), false)) expect(able(part)).toBeGreaterThanOrEqual(4);
    const three = day([whole(3)]);
    const few = three.fish.filter((f) => !heavy(Number(f.id.slice(1))) || Number(f.id.slice(1)) < 9);
    for (const part of parts({ ...three, fish: few }, false)) expect(able(part)).toBe(3);
  });
  it.each<[string, PlanProblem['lines']]>([
    ['by pieces', [whole(2)]],
    ['by weight', [inAll('t', 500)]],
    ['on the side of another', [portions('p', 1, 200)]],
  ])('is of any once every line is filled, %s', (_name, lines) => {
    const found = parts(day(lines), true);
    expect(Math.min(...found.map(able))).toBeLessThan(4);
    expect(new Set(found.flat()).size).toBe(15);
  });
});

describe('a day too large to be solved as one', () => {
  it.each(['hake', 'plaice', 'salmon', 'skate'])(
    'is worth its bound but for a tenth of what its lines bring: %s',
    (species) => {
      const day = randomDay(2, 11, 11, species);
      const so = planned(day, 300);
      expect(planFaults(day, so.plan)).toEqual([]);
      const takings = day.lines.reduce((sum, l) => sum + l.value + l.penalty, 0);
      expect((so.bound! - so.score.value) / takings).toBeLessThan(0.1);
    },
  );
});
