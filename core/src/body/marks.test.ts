import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Profile, catalogue } from '../species/index.ts';
import {
  bodyOf,
  marksOn,
  pchip,
  peopleFed,
  profileOf,
  profiles,
  shapeOf,
  sliceAdvice,
  wingCut,
  wingEdgeMm,
  wingsOf,
  zone,
  zoneGrams,
} from './index.ts';

const salmon = catalogue.find((s) => s.id === 'salmon')!;
const monk = catalogue.find((s) => s.id === 'monkfish')!;
const bodies = catalogue
  .filter((s) => s.bodyPlan !== 'wing')
  .map((s) => bodyOf(s, 'gutted', s.typicalG * s.gutted)!);

describe('marks', () => {
  it('equal pieces with a kerf weigh the same, end at the end, and the saw takes the rest', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...bodies),
        fc.constantFrom('side', 'front', 'loin', 'belly', 'tail' as const),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(0, 1, 2.5),
        (body, kind, n, kerfMm) => {
          const z = zone(body, kind);
          const { pieces, restGrams, sawGrams } = marksOn(body, z, {
            by: 'pieces',
            amount: n,
            rest: 'share',
            kerfMm,
          });
          expect(pieces).toHaveLength(n);
          expect(pieces.at(-1)!.to).toBeCloseTo(z.to, 9);
          for (const p of pieces) expect(p.grams).toBeCloseTo(pieces[0]!.grams, 6);
          for (const [i, p] of pieces.slice(1).entries())
            expect(body.mm(p.from) - body.mm(pieces[i]!.to)).toBeCloseTo(kerfMm, 6);
          const sum = pieces.reduce((s, p) => s + p.grams, 0) + restGrams + sawGrams;
          expect(sum).toBeCloseTo(zoneGrams(z), 3);
          if (kerfMm === 0) expect(sawGrams).toBeLessThan(zoneGrams(z) * 1e-6 + 0.01);
          else if (n > 1) expect(sawGrams).toBeGreaterThan(0);
        },
      ),
      { numRuns: 200, seed: 3 },
    );
  });
  const body = bodyOf(salmon, 'gutted', 4000)!;
  const side = zone(body, 'side');
  it('leaves what makes no piece, or shares it', () => {
    const left = marksOn(body, side, { by: 'grams', amount: 170, rest: 'leave', kerfMm: 0 });
    expect(left.pieces.every((p) => p.grams === 170)).toBe(true);
    expect(left.restGrams).toBeLessThan(170);
    expect(left.pieces.length * 170 + left.restGrams).toBeCloseTo(zoneGrams(side), 3);
    const shared = marksOn(body, side, { by: 'grams', amount: 170, rest: 'share', kerfMm: 0 });
    expect(shared.pieces).toHaveLength(Math.round(zoneGrams(side) / 170));
    expect(shared.restGrams).toBeCloseTo(0, 6);
  });
  it('cuts by thickness, and refuses a piece of nothing', () => {
    const front = zone(body, 'front');
    const steaks = marksOn(body, front, { by: 'mm', amount: 35, rest: 'leave', kerfMm: 2 });
    for (const p of steaks.pieces) expect(body.mm(p.to) - body.mm(p.from)).toBeCloseTo(35, 9);
    expect(steaks.sawGrams).toBeGreaterThan(0);
    expect(() => marksOn(body, front, { by: 'mm', amount: 0, rest: 'leave', kerfMm: 0 })).toThrow(RangeError);
    expect(() => marksOn(body, front, { by: 'grams', amount: 100, rest: 'leave', kerfMm: -1 })).toThrow(
      RangeError,
    );
  });
  it('loin and belly make the side', () => {
    for (const b of bodies)
      expect(zoneGrams(zone(b, 'loin')) + zoneGrams(zone(b, 'belly'))).toBeCloseTo(
        zoneGrams(zone(b, 'side')),
        6,
      );
  });
  it('a monk tail weighs what the scale says: its own integral, without the head', () => {
    const tail = bodyOf(monk, 'tail', 1500)!;
    const { shape, profile, gramsPerUnit } = tail;
    // The tail's integral .0074599: worked out beside the body model from its points.
    expect(shape.gutted.total - shape.gutted.at(profile.vent)).toBeCloseTo(0.0074599, 6);
    expect(
      (shape.gutted.total - shape.gutted.at(profile.vent) + shape.finIntegral) * gramsPerUnit,
    ).toBeCloseTo(1500, 6);
  });
  it('a slice of 170 g: straight on a side of 1.0 to 1.6 kg, the block on one of 3 kg (common practice)', () => {
    const sideOf = (grams: number) => {
      const one = bodyOf(salmon, 'gutted', (grams * 2) / 0.68)!;
      return sliceAdvice(one, zone(one, 'side'), 170);
    };
    expect(inWords(sideOf(1200).advice)).toMatch(/straight/);
    expect(sideOf(1200).mm).toBeGreaterThanOrEqual(40);
    expect(sideOf(1200).mm).toBeLessThanOrEqual(60);
    expect(sideOf(3000).mm).toBeLessThan(30);
    expect(inWords(sideOf(3000).advice)).toMatch(/block/);
  });
  it('feeds whole people', () => {
    expect([peopleFed(1000, 170), peopleFed(340, 170), peopleFed(100, 0)]).toEqual([5, 2, 0]);
  });
  it('a wing cut at half its span keeps 71 % inside', () => {
    // Worked by hand: 1 - .5^1.8.
    expect(wingCut(900).inside(0.5)).toBeCloseTo(0.7128, 4);
    expect(wingCut(900).inside(1)).toBe(1);
    expect(1.05 * 0.0226872 * (wingEdgeMm(900) / 10) ** 3).toBeCloseTo(900, 6);
  });
});

describe('flesh', () => {
  /** Gauss-Legendre by halves, apart from the product's own integration: Simpson's rule over small steps. */
  const simpson = (f: (u: number) => number, from: number, to: number, n = 400) => {
    const h = (to - from) / n;
    let sum = f(from) + f(to);
    for (let i = 1; i < n; i++) sum += f(from + i * h) * (i % 2 === 1 ? 4 : 2);
    return (sum * h) / 3;
  };
  const lines = (
    points: readonly (readonly [number, number])[],
    u: number,
    outside: (first: boolean) => number,
  ) => {
    if (u < points[0]![0]) return outside(true);
    if (u > points.at(-1)![0]) return outside(false);
    const i = Math.min(
      points.length - 2,
      Math.max(
        0,
        points.findLastIndex((p) => p[0] <= u),
      ),
    );
    if (points.length === 1) return points[0]![1];
    const [p, q] = [points[i]!, points[i + 1]!];
    return p[1] + ((q[1] - p[1]) * (u - p[0])) / (q[0] - p[0]);
  };

  /** Every stretch of the flesh, and not only all of it, weighs what its own integral says. */
  function agrees(profile: Profile) {
    const shape = shapeOf(profile);
    const [h, w] = [1, 2].map((k) =>
      pchip(
        profile.points.map((p) => p[0]),
        profile.points.map((p) => p[k]!),
      ),
    );
    const raw = (u: number) =>
      lines(profile.flesh, u, () => 0) * Math.PI * h!(u) * w!(u) * (1 - lines(profile.cavity, u, () => 0));
    // Between breaks the integrand is smooth: small steps meet them all.
    const cuts = [
      ...new Set([
        profile.collar,
        profile.filletEnd,
        ...[profile.points, profile.flesh, profile.cavity].flatMap((list) => list.map((p) => p[0])),
      ]),
    ]
      .filter((u) => u >= profile.collar && u <= profile.filletEnd)
      .sort((a, b) => a - b);
    const parts = cuts.slice(1).map((to, i) => simpson(raw, cuts[i]! + 1e-12, to - 1e-12, 40));
    const all = parts.reduce((a, b) => a + b, 0);
    const k = (profile.yieldOfGutted * (shape.gutted.total + shape.finIntegral)) / all;
    expect(shape.flesh.total).toBeCloseTo(k * all, 7);
    let sum = 0;
    parts.forEach((part, i) => {
      sum += part;
      expect(shape.flesh.at(cuts[i + 1]!)).toBeCloseTo(k * sum, 7);
    });
    expect(shape.flesh.at(profile.collar)).toBe(0);
  }

  it('agrees with quadrature for every species of the book', () => {
    for (const s of catalogue) {
      const profile = profileOf(s);
      if (profile) agrees(profile);
    }
  });

  it('agrees with quadrature for bodies a shop has measured itself', () => {
    const rows = Object.values(profiles);
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(...rows), share, share, share, (row, a, b, c) => {
        const own: Profile = {
          ...row,
          collar: 0.15 + a * 0.3,
          filletEnd: 0.9 + b * 0.1,
          yieldOfGutted: row.yieldOfGutted * (0.5 + 0.4 * c),
        };
        let fits = true;
        try {
          shapeOf(own);
        } catch {
          fits = false;
        }
        if (fits) agrees(own);
      }),
      { numRuns: 300, seed: 5 },
    );
  });

  it('of a side weighs what the species yields, by the marks as by the plan', () => {
    for (const s of catalogue.filter((x) => x.bodyPlan !== 'wing')) {
      const body = bodyOf(s, 'gutted', 1000)!;
      const expected =
        ((s.bodyPlan === 'tail' ? s.filletSkinless : (s.filletSkinOn ?? s.filletSkinless)) / s.gutted) * 500;
      expect(zoneGrams(zone(body, 'side')), s.name).toBeCloseTo(expected, 6);
    }
  });

  it('wings of a ray weigh the same whether it came whole or gutted', () => {
    for (const s of catalogue.filter((x) => x.bodyPlan === 'wing'))
      expect(wingsOf(s, 'gutted', 4000 * s.gutted)).toBeCloseTo(wingsOf(s, 'whole', 4000), 9);
  });
});
