import { inWords } from '@ember-slate/words/core';
import adaptiveSimpson from 'integrate-adaptive-simpson';
import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { type Profile, type BodyOwn, catalogue } from '../species/index.ts';
import fc from 'fast-check';
import {
  bodyOf,
  cumulative,
  equalPieces,
  outline,
  pchip,
  profiles,
  quarterShares,
  sectionShares,
  shapeOf,
  steakGrams,
  targetPieces,
  zone,
  zoneGrams,
  marksOn,
  profileFaults,
  profileOf,
  wingCut,
  wingZone,
} from './index.ts';

describe('pchip', () => {
  it('goes through its points', () => {
    const f = pchip([0, 1, 3, 4], [0, 1, 1.5, 4]);
    expect([0, 1, 3, 4].map(f)).toEqual([0, 1, 1.5, 4]);
  });

  it('is straight where the points are', () => {
    const f = pchip([0, 1, 4], [1, 3, 9]);
    expect(f(0.5)).toBeCloseTo(2, 12);
    expect(f(2.2)).toBeCloseTo(5.4, 12);
    expect(pchip([0, 2], [0, 3])(1)).toBeCloseTo(1.5, 12);
  });

  // Worked by hand: the slope at (1, 1) is 0, at the left end (3 - 0) / 2, so f(1/2) = 1/2 + 1.5/8.
  it('agrees with a hand-worked value', () => {
    expect(pchip([0, 1, 2], [0, 1, 1])(0.5)).toBeCloseTo(0.6875, 12);
    expect(pchip([0, 1, 2], [0, 1, 1])(1.5)).toBeCloseTo(1, 12);
  });

  it('never leaves the range of two neighbours', () => {
    const xs = [0, 0.1, 0.25, 0.4, 0.7, 1];
    const ys = [0.02, 0.11, 0.13, 0.13, 0.05, 0.04];
    const f = pchip(xs, ys);
    for (let i = 0; i < xs.length - 1; i++) {
      for (let t = 0; t <= 1; t += 0.05) {
        const y = f(xs[i]! + t * (xs[i + 1]! - xs[i]!));
        expect(y).toBeGreaterThanOrEqual(Math.min(ys[i]!, ys[i + 1]!) - 1e-12);
        expect(y).toBeLessThanOrEqual(Math.max(ys[i]!, ys[i + 1]!) + 1e-12);
      }
    }
  });
});

describe('the outline', () => {
  // Usual lengths of these fish at the counter: common practice, no source.
  it.each([
    ['hake', 2310, 650, 780],
    ['sea_bass', 460, 300, 380],
    ['salmon', 4500, 680, 800],
    ['mackerel', 400, 310, 380],
    ['plaice', 550, 340, 400],
  ])('a %s of %i g is %i to %i mm long', (id, grams, low, high) => {
    const shape = outline(
      catalogue.find((s) => s.id === id)!,
      grams,
    )!;
    expect(shape.totalMm).toBeGreaterThan(low);
    expect(shape.totalMm).toBeLessThan(high);
  });

  it('gives back the weight its length stands for, for every species', () => {
    for (const s of catalogue) {
      const shape = outline(s, s.typicalG);
      if (!shape) continue;
      expect(s.lwA * (shape.totalMm / 10) ** s.lwB).toBeCloseTo(s.typicalG, 6);
      expect(shape.standardMm).toBeLessThanOrEqual(shape.totalMm);
      expect(shape.halfHeight(0.4)).toBeGreaterThan(shape.halfHeight(0.95));
    }
  });

  it('draws every fish but the wing', () => {
    expect(catalogue.filter((s) => outline(s, s.typicalG) === null).map((s) => s.bodyPlan)).toEqual(['wing']);
  });
});

describe('the cumulative', () => {
  // Closed forms: a cone, a wedge, the section of an ellipsoid.
  it.each([
    ['a cone', (u: number) => Math.PI * 0.01 * (1 - u) ** 2, 3, [0.1264195, 0.3066387]],
    ['a wedge', (u: number) => Math.PI * 0.005 * (1 - u), 4, [0.1339746, 0.2928932, 0.5]],
    ['an ellipsoid', (u: number) => 4 * u * (1 - u), 3, [0.3869631, 0.6130369]],
  ] as const)('of %s is cut into equal parts where it should be', (_name, f, n, marks) => {
    const c = cumulative(f, [0, 0.3, 0.7, 1]);
    marks.forEach((m, i) => expect(c.invert((c.total * (i + 1)) / n)).toBeCloseTo(m, 6));
    const ellipsoid = cumulative((u) => 4 * u * (1 - u), [0, 1]);
    expect(ellipsoid.at(0.25) / ellipsoid.total).toBeCloseTo(0.15625, 12);
  });

  it('agrees with an adaptive quadrature of another hand, and inverts itself, for every profile', () => {
    for (const profile of Object.values(profiles)) {
      const { whole, gutted, height, width } = shapeOf(profile);
      const simpson = adaptiveSimpson((u) => Math.PI * height(u) * width(u), 0, 1, 1e-10, 20);
      expect(whole.total).toBeCloseTo(simpson, 7);
      for (const share of [0.01, 0.2, 0.5, 0.83, 0.99])
        expect(gutted.at(gutted.invert(share * gutted.total))).toBeCloseTo(share * gutted.total, 10);
    }
  });

  it('of a cylinder with a cavity gives the weights of its slices', () => {
    const cylinder: Profile = {
      ...profiles.cod!,
      points: [
        [0, 0.1, 0.05],
        [1, 0.1, 0.05],
      ],
      cavity: [
        [0.25, 0.2],
        [0.75, 0.2],
      ],
      flesh: [
        [0.2, 0.5],
        [1, 0.5],
      ],
      loin: [
        [0, 0.5],
        [1, 0.5],
      ],
      collar: 0.2,
      filletEnd: 1,
      yieldOfGutted: 0.3,
      fin: 0,
    };
    const { whole, gutted } = shapeOf(cylinder);
    const grams = 1800 / gutted.total;
    expect(grams * whole.total).toBeCloseTo(2000, 6);
    expect(grams * (gutted.at(0.75) - gutted.at(0.25))).toBeCloseTo(800, 6);
    expect([10, 20].map((x) => grams * (gutted.at((x + 2) / 50) - gutted.at(x / 50)))).toEqual([
      expect.closeTo(80, 6),
      expect.closeTo(64, 6),
    ]);
    expect(gutted.invert(0.2 * gutted.total)).toBeCloseTo(0.18, 9);
  });
});

describe('the body', () => {
  const trout = catalogue.find((s) => s.id === 'rainbow_trout')!;

  // A 25 mm steak of a trout of 2.5 to 3 kg gutted is 6 to 8 oz (common practice, no source).
  it.each([2500, 2750, 3000])('of a trout of %i g gives a 25 mm steak of 155 to 227 g', (grams) => {
    const body = bodyOf(trout, 'gutted', grams)!;
    for (const from of [body.mm(0.4), body.mm(0.5) - 25]) {
      expect(steakGrams(body, from, 25)).toBeGreaterThan(155);
      expect(steakGrams(body, from, 25)).toBeLessThan(227);
    }
  });

  it('cuts steaks of the weights that their form promises', () => {
    const said =
      /25 mm .* (\d) to (\d) kg \((\d+) to (\d+) g\); 32 to 38 mm .* (\d) to (\d) kg \((\d+) to (\d+) g\)/
        .exec(shippedForms.find((f) => f.id === 'steaks')!.norm)!
        .slice(1)
        .map(Number);
    const [small, large] = [said.slice(0, 4), said.slice(4)] as [number[], number[]];
    // From the thick of the fish: where the body is within a tenth of its widest.
    const within = (id: string, [fromKg, toKg, least, most]: number[], mms: number[]) => {
      for (const kg of [fromKg!, (fromKg! + toKg!) / 2, toKg!])
        for (const mm of mms)
          for (const u of [0.35, 0.4, 0.45, 0.5]) {
            const body = bodyOf(
              catalogue.find((s) => s.id === id)!,
              'gutted',
              kg * 1000,
            )!;
            const grams = steakGrams(body, body.mm(u), mm);
            expect(grams, `${id} ${kg} kg at ${u}`).toBeGreaterThanOrEqual(least! - 5);
            expect(grams, `${id} ${kg} kg at ${u}`).toBeLessThanOrEqual(most! + 5);
          }
    };
    for (const id of ['rainbow_trout', 'sea_trout', 'sea_bass', 'hake']) within(id, small, [25]);
    within('salmon', large, [32, 38]);
  });

  it('doubts a length that does not fit the weight, and believes every typical fish', () => {
    expect(inWords(bodyOf(trout, 'gutted', 2500, 400)!.doubt)).toMatch(/do not fit/);
    for (const s of catalogue) expect(inWords(bodyOf(s, 'whole', s.typicalG)?.doubt ?? null)).toBeNull();
  });

  it('is made of its sections, and of flatfish fillets that sum to one, the eyed side larger', () => {
    for (const row of Object.keys(profiles)) {
      const s = sectionShares({ bodyRow: row, body: null })!;
      expect(s.cavity + s.middle + s.tail).toBeCloseTo(1, 12);
    }
    const plaice = bodyOf(
      catalogue.find((s) => s.id === 'plaice')!,
      'gutted',
      500,
    )!;
    const q = quarterShares(plaice);
    expect(Object.values(q).map((x) => Number(x.toFixed(3)))).toEqual([0.305, 0.255, 0.239, 0.201]);
  });

  it('refuses more flesh than fits', () => {
    expect(() => shapeOf({ ...profiles.cod!, yieldOfGutted: 0.9 })).toThrow(RangeError);
  });

  it('marks equal and aimed pieces that increase and weigh what they say', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...catalogue.filter((s) => s.bodyRow in profiles && s.bodyRow !== 'monk')),
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom('steaks' as const, 'joint' as const, 'side' as const, 'loin' as const),
        (s, size, n, kind) => {
          const body = bodyOf(s, 'gutted', s.typicalG * size)!;
          const z = zone(body, kind);
          const weigh = (p: { from: number; to: number }) =>
            z.grams * (z.curve.at(p.to) - z.curve.at(p.from));
          const pieces = equalPieces(z, n);
          expect(pieces.reduce((a, p) => a + p.grams, 0)).toBeCloseTo(zoneGrams(z), 6);
          for (const p of [...pieces, ...targetPieces(z, zoneGrams(z) / (n + 0.4))]) {
            expect(p.to).toBeGreaterThan(p.from);
            expect(weigh(p)).toBeCloseTo(p.grams, 4);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a body of the shop’s own', () => {
  const hake = catalogue.find((s) => s.id === 'hake')!;
  it('moves the mark it was measured for, and nothing else', () => {
    const own = { ...hake, body: { vent: 0.6 } };
    const [as, is] = [bodyOf(hake, 'gutted', 2000)!, bodyOf(own, 'gutted', 2000)!];
    expect(is.profile).toEqual({ ...as.profile, vent: 0.6 });
    expect(zone(is, 'joint').to).toBe(0.6);
    expect(zoneGrams(zone(is, 'side'))).toBeCloseTo(zoneGrams(zone(as, 'side')), 9);
    expect(sectionShares(own)!.cavity).toBeGreaterThan(sectionShares(hake)!.cavity);
    // The row itself is untouched by it.
    expect(bodyOf(hake, 'gutted', 2000)!.profile.vent).toBe(as.profile.vent);
  });
  it.each<[BodyOwn, string]>([
    [{ vent: 0.1 }, 'vent'],
    [{ steakEnd: 0.3 }, 'steakEnd'],
    [{ kappa: 1.2 }, 'kappa'],
    [
      {
        points: [
          [0, 0.1, 0.1],
          [0.5, 0.1, 0.1],
          [0.4, 0.1, 0.1],
          [1, 0, 0],
        ],
      },
      'points',
    ],
    [
      {
        points: [
          [0.1, 0.1, 0.1],
          [0.3, 0.1, 0.1],
          [0.4, 0.1, 0.1],
          [1, 0, 0],
        ],
      },
      'points',
    ],
    [{ flesh: [[0.3, 1.4]] }, 'flesh'],
    [{ yieldOfGutted: 0.88 }, 'yieldOfGutted'],
  ])('%j is refused at its field', (body, field) => {
    expect(profileFaults(profileOf({ bodyRow: 'hake', body })!).map((f) => f.field)).toContain(field);
  });
  it('finds nothing wrong with a shipped row, and no side view of a wing', () => {
    for (const p of Object.values(profiles)) expect(inWords(profileFaults(p))).toEqual([]);
    expect(profileOf({ bodyRow: 'skate', body: null })).toBeNull();
  });
});

it('a wing is marked from its body edge outward: equal pieces grow wider toward the tip', () => {
  const { zone: wing, mm, u } = wingZone(900);
  const { pieces } = marksOn({ u }, wing, { by: 'pieces', amount: 4, rest: 'leave', kerfMm: 0 });
  const inside = wingCut(900).inside;
  pieces.forEach((p, i) => expect(inside(p.to)).toBeCloseTo((i + 1) / 4, 9));
  const widths = pieces.map((p) => mm(p.to) - mm(p.from));
  expect(widths.every((w, i) => i === 0 || w > widths[i - 1]!)).toBe(true);
  expect(u(mm(0.3))).toBeCloseTo(0.3, 12);
});

it('slabs split down the spine: back and belly make the whole slab', () => {
  const body = bodyOf(
    catalogue.find((s) => s.bodyRow === 'turbot')!,
    'gutted',
    3000,
  )!;
  const whole = zone(body, 'front');
  const [back, belly] = (['slab_back', 'slab_belly'] as const).map((k) => zone(body, k));
  for (const u of [0.35, 0.5, 0.65]) {
    const grams = (z: typeof whole) => z.grams * (z.curve.at(u) - z.curve.at(z.from));
    expect(grams(back!) + grams(belly!)).toBeCloseTo(grams(whole), 6);
    expect(grams(back!)).toBeGreaterThan(grams(belly!));
  }
});
