import fc from 'fast-check';
import integrate from 'integrate-adaptive-simpson';
import { describe, expect, it } from 'vitest';
import { catalogue, type BodyOwn } from '../species/index.ts';
import {
  bodyOf,
  cumulative,
  marksOn,
  profileFaults,
  profileOf,
  profiles,
  quarterShares,
  shapeOf,
  sliceAdvice,
  steakGrams,
  targetPieces,
  equalPieces,
  wingCut,
  wingEdgeMm,
  wingOutline,
  wingZone,
  zone,
  zoneGrams,
  zoneOfPiece,
  type CutWish,
  type Zone,
} from './index.ts';
import { beyond } from './cumulative.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const salmon = bodyOf(of('salmon'), 'gutted', 4000)!;
const bare = (said: { code: string }) => said.code.replace('core/body:', '');

/** A zone that can be reckoned by hand: a metre long, ten grams a millimetre all along. */
const plank: Zone = { from: 0, to: 1, grams: 10_000, curve: cumulative(() => 1, [0, 1]) };
const metre = { u: (mm: number) => mm / 1000 };
const marks = (wish: Partial<CutWish>) => {
  const m = marksOn(metre, plank, { by: 'mm', amount: 100, rest: 'leave', kerfMm: 0, ...wish });
  return {
    pieces: m.pieces.map((p) => [p.from, p.to].map((u) => Number((u * 1000).toFixed(4)))),
    grams: m.pieces.map((p) => Number(p.grams.toFixed(4))),
    rest: Number(m.restGrams.toFixed(4)),
    saw: Number(m.sawGrams.toFixed(4)),
  };
};

describe('marks on a plank of ten grams a millimetre', () => {
  it.each<[string, Partial<CutWish>, ReturnType<typeof marks>]>([
    [
      'by thickness',
      { amount: 300 },
      {
        pieces: [
          [0, 300],
          [300, 600],
          [600, 900],
        ],
        grams: [3000, 3000, 3000],
        rest: 1000,
        saw: 0,
      },
    ],
    [
      'by thickness to the end',
      { amount: 500 },
      {
        pieces: [
          [0, 500],
          [500, 1000],
        ],
        grams: [5000, 5000],
        rest: 0,
        saw: 0,
      },
    ],
    [
      'by thickness with a saw',
      { amount: 300, kerfMm: 40 },
      {
        pieces: [
          [0, 300],
          [340, 640],
          [680, 980],
        ],
        grams: [3000, 3000, 3000],
        rest: 0,
        saw: 1000,
      },
    ],
    [
      'by thickness with a saw, and a rest behind its last cut',
      { amount: 290, kerfMm: 20 },
      {
        pieces: [
          [0, 290],
          [310, 600],
          [620, 910],
        ],
        grams: [2900, 2900, 2900],
        rest: 700,
        saw: 600,
      },
    ],
    [
      // 320 + 20 + 320 + 20 + 320: the last ends where the plank does, and nothing is sawn behind it.
      'by thickness, a saw between and none behind',
      { amount: 320, kerfMm: 20 },
      {
        pieces: [
          [0, 320],
          [340, 660],
          [680, 1000],
        ],
        grams: [3200, 3200, 3200],
        rest: 0,
        saw: 400,
      },
    ],
    ['thicker than there is', { amount: 1001 }, { pieces: [], grams: [], rest: 10_000, saw: 0 }],
    [
      'by weight',
      { by: 'grams', amount: 4000 },
      {
        pieces: [
          [0, 400],
          [400, 800],
        ],
        grams: [4000, 4000],
        rest: 2000,
        saw: 0,
      },
    ],
    [
      'by weight with a saw',
      { by: 'grams', amount: 4000, kerfMm: 50 },
      {
        pieces: [
          [0, 400],
          [450, 850],
        ],
        grams: [4000, 4000],
        rest: 1000,
        saw: 1000,
      },
    ],
    [
      'by weight, the saw ending at the end',
      { by: 'grams', amount: 9500, kerfMm: 50 },
      { pieces: [[0, 950]], grams: [9500], rest: 0, saw: 500 },
    ],
    [
      'by weight, the rest shared: two of 5 kg are nearer to four than three of 3.3',
      { by: 'grams', amount: 4100, rest: 'share' },
      {
        pieces: [
          [0, 500],
          [500, 1000],
        ],
        grams: [5000, 5000],
        rest: 0,
        saw: 0,
      },
    ],
    [
      'by weight, the rest shared among three',
      { by: 'grams', amount: 3900, rest: 'share' },
      {
        pieces: [
          [0, 333.3333],
          [333.3333, 666.6667],
          [666.6667, 1000],
        ],
        grams: [3333.3333, 3333.3333, 3333.3333],
        rest: 0,
        saw: 0,
      },
    ],
    [
      'heavier than there is, shared',
      { by: 'grams', amount: 90_000, rest: 'share' },
      { pieces: [[0, 1000]], grams: [10_000], rest: 0, saw: 0 },
    ],
    [
      'heavier than there is, left',
      { by: 'grams', amount: 10_001 },
      { pieces: [], grams: [], rest: 10_000, saw: 0 },
    ],
    [
      'so many, with a saw',
      { by: 'pieces', amount: 4, kerfMm: 40 },
      {
        pieces: [
          [0, 220],
          [260, 480],
          [520, 740],
          [780, 1000],
        ],
        grams: [2200, 2200, 2200, 2200],
        rest: 0,
        saw: 1200,
      },
    ],
    [
      'more saw than plank',
      { by: 'pieces', amount: 12, kerfMm: 100 },
      { pieces: [], grams: [], rest: 10_000, saw: 0 },
    ],
    [
      'less than one',
      { by: 'pieces', amount: 0.2 },
      { pieces: [[0, 1000]], grams: [10_000], rest: 0, saw: 0 },
    ],
  ])('%s', (_name, wish, found) => {
    expect(marks(wish)).toEqual(found);
  });

  it('never more than five hundred pieces', () => {
    for (const wish of [{ amount: 1 }, { by: 'grams', amount: 1 }, { by: 'pieces', amount: 900 }] as const)
      expect(marksOn(metre, plank, { rest: 'leave', kerfMm: 0, by: 'mm', ...wish }).pieces).toHaveLength(500);
    expect(() => marksOn(metre, plank, { by: 'mm', amount: 5, rest: 'leave', kerfMm: -1 })).toThrow(
      RangeError,
    );
  });

  it('equal and aimed pieces', () => {
    expect(targetPieces(plank, 3000).map((p) => [p.from, p.to].map((u) => Number(u.toFixed(9))))).toEqual([
      [0, 0.3],
      [0.3, 0.6],
      [0.6, 0.9],
    ]);
    expect(targetPieces(plank, 3000, 2)).toHaveLength(2);
    expect(targetPieces(plank, 10_000)).toHaveLength(1);
    expect(targetPieces(plank, 10_001)).toHaveLength(0);
    expect(equalPieces(plank, 2)).toEqual([
      { from: 0, to: 0.5, grams: expect.closeTo(5000, 6) as number },
      { from: 0.5, to: 1, grams: expect.closeTo(5000, 6) as number },
    ]);
    for (const n of [0, -1, 1.5]) expect(() => equalPieces(plank, n)).toThrow(RangeError);
  });
});

describe('the width of a slice', () => {
  // On a plank of ten grams a millimetre a slice of 10 x mm grams is mm wide.
  const advice = (grams: number) => {
    const said = sliceAdvice({ ...salmon, mm: (u) => u * 1000 }, plank, grams);
    return [said.mm, bare(said.advice)];
  };
  it.each([
    [390, 39, 'a_full_slice_of_g_is_only_mm_wide'],
    [400, 40, 'a_full_slice_of_g_is_mm_wide_here_2'],
    [600, 60, 'a_full_slice_of_g_is_mm_wide_here_2'],
    [610, 61, 'a_full_slice_of_g_is_mm_wide_here'],
  ])('%i g', (grams, mm, code) => {
    expect(advice(grams)).toEqual([mm, code]);
  });
});

describe('a running integral', () => {
  const f = (u: number) => 3 * u ** 5 - u ** 2 + 2;
  // By hand: u^6 / 2 - u^3 / 3 + 2 u.
  const F = (u: number) => u ** 6 / 2 - u ** 3 / 3 + 2 * u;
  const run = cumulative(f, [0, 0.2, 0.7, 1]);

  it('is that of the polynomial, and gives its value and its place back', () => {
    expect(run.total).toBeCloseTo(F(1), 12);
    for (let u = 0; u <= 1; u += 0.05) {
      expect(run.at(u)).toBeCloseTo(F(u), 12);
      expect(run.slope(u)).toBeCloseTo(f(u), 11);
      expect(run.invert(run.at(u))).toBeCloseTo(u, 10);
    }
  });

  it('ends at its ends', () => {
    expect([run.at(-1), run.at(2)]).toEqual([0, run.total]);
    expect([run.invert(-1), run.invert(0), run.invert(run.total), run.invert(9)]).toEqual([0, 0, 1, 1]);
    const one = cumulative(() => 0, [0, 1]);
    expect([one.total, one.at(0.5), one.invert(0)]).toEqual([0, 0, 0]);
  });

  it('agrees with quadrature of pieces that meet at their breaks', () => {
    const bend = (u: number) => (u < 0.3 ? u : u < 0.6 ? 0.3 : 0.9 - u);
    const is = cumulative(bend, [0, 0.3, 0.6, 0.9]);
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.9, noNaN: true }), (u) => {
        expect(is.at(u)).toBeCloseTo(integrate(bend, 0, u, 1e-9, 24), 6);
      }),
      { numRuns: 40 },
    );
  });
});

describe('what one running integral has beyond another', () => {
  const all = cumulative((u) => 2 + Math.min(1, 3 * u) ** 2, [0, 1 / 3, 1]);
  const part = cumulative((u) => u, [0, 1]);
  it('is the difference of both, and is found again in a few steps', () => {
    let asked = 0;
    const counted = { ...all, at: (u: number) => (asked++, all.at(u)) };
    const more = beyond(counted, part, 0, 1);
    expect(more.total).toBeCloseTo(all.total - part.total, 12);
    expect([more.invert(-1), more.invert(0), more.invert(more.total), more.invert(9)]).toEqual([0, 0, 1, 1]);
    for (let u = 0.03; u < 1; u += 0.03) {
      expect(more.slope(u)).toBeCloseTo(all.slope(u) - part.slope(u), 12);
      const y = more.at(u);
      asked = 0;
      expect(more.invert(y)).toBeCloseTo(u, 12);
      // By halving alone it would take fifty.
      expect(asked).toBeLessThan(12);
    }
  });
  it('of an odd slope is found by halving', () => {
    const odd = { ...all, slope: () => 1e-9 };
    const more = beyond(odd, { ...part, slope: () => 0 }, 0, 1);
    for (const u of [0.1, 0.5, 0.9]) expect(more.invert(all.at(u) - part.at(u))).toBeCloseTo(u, 9);
  });
});

describe('a body drawn to its size', () => {
  it('grows with the cube root of its weight, lengths and heights alike', () => {
    const twice = bodyOf(of('salmon'), 'gutted', 4000, salmon.totalMm)!;
    expect(twice.halfHeight(0.5)).toBeCloseTo(salmon.halfHeight(0.5), 9);
    // The same length at four times the weight is twice as high and twice as wide.
    const stout = bodyOf(of('salmon'), 'gutted', 16_000, salmon.totalMm)!;
    expect(stout.halfHeight(0.5) / salmon.halfHeight(0.5)).toBeCloseTo(2, 9);
    expect(stout.standardMm).toBe(salmon.standardMm);
    expect(salmon.halfHeight(0.45)).toBeGreaterThan(0.1 * salmon.standardMm);
    expect(salmon.halfHeight(0.45)).toBeLessThan(0.15 * salmon.standardMm);
    expect(salmon.u(salmon.mm(0.37))).toBeCloseTo(0.37, 12);
  });

  it('says where weight and length do not fit', () => {
    const doubt = (times: number) =>
      bodyOf(of('salmon'), 'gutted', 4000 * times, salmon.totalMm)!.doubt !== null;
    const usual = bodyOf(of('salmon'), 'gutted', 4000)!.totalMm;
    expect(usual).toBe(salmon.totalMm);
    expect([0.5, 1, 2].map(doubt)).toEqual([true, false, true]);
  });

  it('a piece that lies by itself weighs what it weighs', () => {
    for (const [kind, whole] of [
      ['side', 'side'],
      ['loin', 'side'],
      ['belly', 'side'],
      ['loin', 'loin'],
    ] as const) {
      const z = zoneOfPiece(salmon, kind, whole, 900);
      const share = zoneGrams(zone(salmon, kind)) / zoneGrams(zone(salmon, whole));
      expect(zoneGrams(z)).toBeCloseTo(900 * share, 6);
      expect([z.from, z.to]).toEqual([zone(salmon, kind).from, zone(salmon, kind).to]);
    }
  });

  it('a slice across weighs what lies between its faces', () => {
    const steaks = zone(salmon, 'steaks');
    const [from, to] = [salmon.mm(steaks.from), salmon.mm(steaks.to)];
    expect(steakGrams(salmon, from, to - from)).toBeCloseTo(zoneGrams(steaks), 6);
    expect(steakGrams(salmon, from, 10) + steakGrams(salmon, from + 10, 15)).toBeCloseTo(
      steakGrams(salmon, from, 25),
      9,
    );
  });

  it('the eyed side of a meaty flatfish takes .55, of others .56', () => {
    const eyed = (id: string, more: object = {}) => {
      const q = quarterShares(bodyOf({ ...of(id), ...more }, 'gutted', 1000)!);
      return q.eyedBack + q.eyedBelly;
    };
    expect(eyed('plaice')).toBeCloseTo(0.56, 12);
    const meaty = bodyOf(of('plaice'), 'gutted', 1000)!;
    const at = (yieldOfGutted: number) => {
      const q = quarterShares({ ...meaty, profile: { ...meaty.profile, yieldOfGutted } });
      return q.eyedBack + q.eyedBelly;
    };
    expect([at(0.5), at(0.501)].map((x) => Number(x.toFixed(9)))).toEqual([0.56, 0.55]);
    const q = quarterShares(meaty);
    expect(q.eyedBack + q.eyedBelly + q.blindBack + q.blindBelly).toBeCloseTo(1, 12);
  });
});

describe('a wing', () => {
  it('spans .86 of its body edge, and is drawn as long as it is marked', () => {
    const edge = wingEdgeMm(800);
    expect(wingCut(800).spanMm).toBeCloseTo(0.86 * edge, 9);
    expect(Math.max(...wingOutline(800).map(([x]) => x))).toBeCloseTo(edge, 9);
    expect(Math.max(...wingOutline(800).map(([, y]) => y))).toBeCloseTo(wingCut(800).spanMm, 9);
    expect(wingEdgeMm(8000) / edge).toBeCloseTo(10 ** (1 / 3), 9);
    const z = wingZone(800);
    expect(z.mm(1)).toBeCloseTo(wingCut(800).spanMm, 9);
    for (const v of [0, 0.2, 0.5, 0.9, 1]) {
      expect(z.zone.curve.invert(z.zone.curve.at(v))).toBeCloseTo(v, 9);
      const slope = (z.zone.curve.at(v + 1e-6) - z.zone.curve.at(v - 1e-6)) / 2e-6;
      if (v > 0 && v < 1) expect(z.zone.curve.slope(v)).toBeCloseTo(slope, 4);
    }
  });
});

describe('a body measured in a shop', () => {
  const hake = profileOf({ bodyRow: 'hake', body: null })!;
  const faults = (own: BodyOwn) => profileFaults({ ...hake, ...own }).map((f) => [f.field, bare(f.message)]);
  const points = hake.points;
  it.each<[string, BodyOwn, [string, string][]]>([
    ['as it is', {}, []],
    ['kappa at its least', { kappa: 0.5 }, []],
    ['kappa below', { kappa: 0.49 }, [['kappa', 'between_and']]],
    ['kappa above', { kappa: 1.01 }, [['kappa', 'between_and']]],
    ['a fin of nothing', { fin: 0 }, []],
    ['a fin below nothing', { fin: -0.01 }, [['fin', 'between_and']]],
    ['a fin at its most', { fin: 0.2, yieldOfGutted: 0.3 }, []],
    ['a fin above', { fin: 0.21 }, [['fin', 'between_and']]],
    ['no flesh', { yieldOfGutted: 0.04 }, [['yieldOfGutted', 'between_and']]],
    ['a collar before the gills', { collar: 0.04 }, [['collar', 'between_and']]],
    ['a vent before the collar', { vent: hake.collar - 0.01 }, [['vent', 'behind_the_collar']]],
    ['a last steak at the vent', { steakEnd: hake.vent }, [['steakEnd', 'behind_the_vent']]],
    [
      'a fillet that ends at the last steak',
      { filletEnd: hake.steakEnd },
      [['filletEnd', 'behind_the_last_steak']],
    ],
    ['a fillet to the very end', { filletEnd: 1 }, []],
    ['a fillet longer than the fish', { filletEnd: 1.01 }, [['filletEnd', 'behind_the_last_steak']]],
    ['a tail before the vent', { tail: hake.vent }, [['tail', 'behind_the_vent']]],
    ['a tail at the end', { tail: 1 }, [['tail', 'behind_the_vent']]],
    ['no pin bones', { pinBonesEnd: null }, []],
    ['pin bones before the collar', { pinBonesEnd: hake.collar }, [['pinBonesEnd', 'behind_the_collar']]],
    ['pin bones to the end', { pinBonesEnd: 1 }, [['pinBonesEnd', 'behind_the_collar']]],
    ['three points', { points: [points[0]!, points[1]!, points.at(-1)!] }, [['points', 'too_few_points']]],
    ['four points', { points: [points[0]!, points[2]!, points[4]!, points.at(-1)!] }, []],
    ['no flesh line', { flesh: [] }, [['flesh', 'too_few_points']]],
    [
      'two points at one place',
      { points: [points[0]!, points[1]!, points[1]!, ...points.slice(2)] },
      [['points', 'each_point_lies_farther_back_than']],
    ],
    ['a loin larger than the side', { loin: [[0.3, 1.01]] }, [['loin', 'values_between_0_and']]],
    ['a loin of less than nothing', { loin: [[0.3, -0.01]] }, [['loin', 'values_between_0_and']]],
    [
      'a snout that is no beginning',
      { points: [[0.01, 0, 0], ...points.slice(1)] },
      [['points', 'from_the_snout_0_to_the_tail_1']],
    ],
    [
      'a tail that is no end',
      { points: [...points.slice(0, -1), [0.99, 0, 0]] },
      [['points', 'from_the_snout_0_to_the_tail_1']],
    ],
    ['more flesh than fits', { yieldOfGutted: 0.89 }, [['yieldOfGutted', 'more_flesh_than_fits']]],
  ])('%s', (_name, own, found) => {
    expect(faults(own)).toEqual(found);
  });

  it('names the limits it must lie between', () => {
    const said = profileFaults({ ...hake, kappa: 2 })[0]!.message;
    expect(said.params).toEqual({ least: 0.5, most: 1 });
    const values = profileFaults({ ...hake, loin: [[0.3, 2]] })[0]!.message;
    expect(values.params).toEqual({ most: 1 });
  });

  it('bends at its own points: the loin is a straight line between two of them', () => {
    for (const p of Object.values(profiles)) {
      const shape = shapeOf(p);
      const [[u0, l0], [u1, l1]] = p.loin as [[number, number], [number, number]];
      const u = (u0 + u1) / 2;
      if (u <= p.collar || u >= p.filletEnd) continue;
      expect(shape.loinFlesh.slope(u) / shape.flesh.slope(u)).toBeCloseTo((l0 + l1) / 2, 6);
    }
  });
});
