import quantile from '@stdlib/stats-base-dists-normal-quantile';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue, type Species } from '../species/index.ts';
import {
  dayAxis,
  grade,
  schemesFor,
  shippedSchemes,
  signsFor,
  type FishSigns,
  type Level,
  type Scheme,
} from './index.ts';

const seed = 20261129;
/** Evenly spread numbers between 0 and 1, always the same. */
const uniform = fc
  .sample(fc.noBias(fc.integer({ min: 1, max: 999_999 })), { numRuns: 400_000, seed })
  .map((n) => n / 1e6);
let drawn = 0;
const next = () => uniform[drawn++ % uniform.length]!;
const normal = (sd: number) => quantile(next(), 0, sd);

interface Drawn {
  species: Species;
  scheme: Scheme;
  /** Share of its life the lot has used. */
  share: number;
  fish: FishSigns[];
}
const judged = (d: Drawn) =>
  grade({
    species: d.species,
    condition: 'gutted',
    fish: d.fish,
    coreCelsius: 1,
    limitCelsius: 3,
    temperatureHistory: false,
    foreignSmell: false,
    storageCelsius: 0,
    scheme: d.scheme,
  });

/**
 * A lot of ordinary fish: every sign shows the level nearest to the age of the fish, give or take a tenth of its life
 * (our choice), and fish of one lot differ by a little.
 */
function ordinaryLot(method: Scheme['method'], fish: number, from: number, to: number): Drawn {
  for (;;) {
    const species = catalogue[Math.floor(next() * catalogue.length)]!;
    const scheme = schemesFor(shippedSchemes, species, 'gutted').find((s) => s.method === method);
    if (!scheme) continue;
    const signs = signsFor(scheme, species, 'gutted');
    const axis = dayAxis(scheme, species, signs);
    const share = from + (to - from) * next();
    const one = (): FishSigns => {
      const own = share + normal(0.03);
      return Object.fromEntries(
        signs.map((sign) => {
          const days = (own + normal(0.1)) * species.iceDays;
          const off = (level: Level) => Math.abs(axis.daysOf(sign, level) - days);
          const levels = sign.words.map((_, level) => level as Level);
          return [sign.id, levels.reduce((a, b) => (off(b) < off(a) ? b : a))];
        }),
      );
    };
    return { species, scheme, share, fish: Array.from({ length: fish }, one) };
  }
}
const lots = (method: Scheme['method'], fish: number, from: number, to: number, n = 1000) =>
  Array.from({ length: n }, () => ordinaryLot(method, fish, from, to));

describe.each(['levels', 'index'] as const)('a thousand lots of ordinary fish, by %s', (method) => {
  it.each([1, 3])('of %i looked at: hardly a sign stands apart', (fish) => {
    const grades = lots(method, fish, 0.05, 0.55).map(judged);
    const apart = grades.reduce((sum, g) => sum + g.atOdds.length, 0);
    const asked = grades.reduce((sum, g) => sum + g.votes.length, 0);
    expect(apart / asked).toBeLessThan(fish === 1 ? 0.03 : 0.003);
    expect(grades.filter((g) => g.atOdds.length * 2 >= g.votes.length)).toEqual([]);
    // Nobody is sent to use today what has days left, but for a fish in twenty when one only was looked at.
    const hurried = grades.filter((g) => g.verdict === 'use_today' && g.daysLeft > 1.5);
    expect(hurried.length).toBeLessThan(fish === 1 ? 50 : 5);
  });

  it('tells their age to a tenth of their life, and its interval holds it in four of five at least', () => {
    const told = lots(method, 3, 0.1, 0.55).map((d) => ({ ...d, grade: judged(d) }));
    const error = told.reduce((sum, t) => sum + Math.abs(t.grade.usedShare - t.share), 0) / told.length;
    expect(error).toBeLessThan(0.1);
    const held = told.filter(
      (t) => Math.abs(t.grade.used - t.share * t.species.iceDays) <= t.grade.halfWidth,
    );
    expect(held.length / told.length).toBeGreaterThan(0.8);
  });

  it('finds the one sign that was made to stand apart', () => {
    const fresh = lots(method, 3, 0.02, 0.1, 200);
    const missed = fresh.filter((d) => {
      const signs = signsFor(d.scheme, d.species, 'gutted').filter((s) => s.words.length > 2);
      const sign = signs[Math.floor(next() * signs.length)]!;
      const worst = (sign.words.length - 1) as Level;
      const grade = judged({ ...d, fish: d.fish.map((f) => ({ ...f, [sign.id]: worst })) });
      return !grade.atOdds.some((o) => o.signId === sign.id);
    });
    expect(missed).toEqual([]);
  });

  it('counts days off from the line that is drawn, and the line lies among the votes', () => {
    const off = lots(method, 1, 0.05, 0.7, 300).flatMap((d) => {
      const g = judged(d);
      const votes = g.votes.map((v) => v.days);
      if (g.used > 0)
        expect(g.used >= Math.min(...votes) - 1e-9 && g.used <= Math.max(...votes) + 1e-9).toBe(true);
      return g.votes.filter((v) => v.oddsDays !== null).map((v) => v.oddsDays! - (v.days - g.used));
    });
    expect(off.length).toBeGreaterThan(0);
    for (const difference of off) expect(difference).toBeCloseTo(0, 9);
  });
});

it('lets votes and line follow a calibration together', () => {
  for (const scheme of shippedSchemes) {
    const [species] = catalogue.filter((s) =>
      schemesFor(shippedSchemes, s, scheme.conditions[0]!).includes(scheme),
    );
    const signs = signsFor(scheme, species!, scheme.conditions[0]!);
    const line = { slope: 1.3, intercept: 0.7, residualSd: 0.5, pairs: 14 };
    const axis = dayAxis({ ...scheme, calibration: { [species!.id]: line } }, species!, signs);
    for (const sign of signs)
      expect(axis.daysOf(sign, 1)).toBeCloseTo((axis.indexOf(sign, 1) - 0.7) / 1.3, 9);
  }
});
