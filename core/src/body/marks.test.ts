import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue } from '../species/index.ts';
import { bodyOf, marksOn, peopleFed, sliceAdvice, wingCut, wingEdgeMm, zone, zoneGrams } from './index.ts';

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
    expect(sideOf(1200).advice).toMatch(/straight/);
    expect(sideOf(1200).mm).toBeGreaterThanOrEqual(40);
    expect(sideOf(1200).mm).toBeLessThanOrEqual(60);
    expect(sideOf(3000).mm).toBeLessThan(30);
    expect(sideOf(3000).advice).toMatch(/block/);
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
