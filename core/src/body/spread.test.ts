import { describe, expect, it } from 'vitest';
import { seeded } from '../cutplan/solver/index.ts';
import { normalOf } from '../testing/index.ts';
import { learnedSpread, usualSpread } from './index.ts';

describe('the spread a shop learns from its own weights', () => {
  it('is the usual one while there is nothing to learn from', () => {
    expect(learnedSpread([])).toEqual(usualSpread);
    expect(learnedSpread([[1.02], [9, 0.1]])).toEqual(usualSpread);
  });

  it('comes near the true one of many tickets, and only some way toward it of few', () => {
    const random = seeded(3);
    const made = (n: number) =>
      Array.from({ length: n }, () => {
        const own = 0.03 * normalOf(random);
        return Array.from({ length: 4 }, () => 1 + own + 0.04 * normalOf(random));
      });
    const much = learnedSpread(made(3000));
    expect(Math.abs(much.cut - 0.04)).toBeLessThan(0.003);
    expect(Math.abs(much.fish - 0.03)).toBeLessThan(0.004);
    const little = learnedSpread(made(5));
    expect(little.cut).toBeGreaterThan(much.cut);
    expect(little.cut).toBeLessThan(usualSpread.cut);
  });

  it('leaves slips of the scale out', () => {
    expect(learnedSpread([[1, 1.02, 3.4]])).toEqual(learnedSpread([[1, 1.02]]));
  });
});
